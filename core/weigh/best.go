package weigh

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/stores"
	"graybridge/core/unit"
)

// counts are the judgements of a plan on its bridge: how grave, and how many. A circuit that must
// become larger for it is one more.
func (t *trial) counts() (stops, cautions int) {
	if t.mended {
		cautions++
	}
	for i := range t.Plan().Findings {
		f := &t.Plan().Findings[i]
		if rowOf(f) == "" {
			continue
		}
		switch f.Grade {
		case finding.Stop:
			stops++
		case finding.Caution:
			cautions++
		}
	}
	return stops, cautions
}

// improves says whether one trial is better than another of the same bridge.
func (t *trial) improves(on *trial) bool {
	stops, cautions := t.counts()
	wereStops, wereCautions := on.counts()
	if stops != wereStops {
		return stops < wereStops
	}
	return cautions < wereCautions
}

// apply takes a cure of a plan into a copy of its document; ok is false for entries that
// weighing does not touch.
func apply(d document.Document, c finding.Cure) (document.Document, bool) {
	d = d.Clone()
	set := func(path, value string) bool {
		switch path {
		case "":
		case "bridge.capacitor.microfarad":
			d.Bridge.Capacitor.Microfarad = value
		case "bridge.capacitor.start_microfarad":
			d.Bridge.Capacitor.Start = value
		case "bridge.capacitor.start_by":
			d.Bridge.Capacitor.StartBy = capacitor.StartBy(value)
		case "bridge.drive.reactor":
			d.Bridge.Drive.Reactor = value
		case "bridge.drive.resistor":
			d.Bridge.Drive.Resistor = value
		case "bridge.drive.run":
			d.Bridge.Drive.Run = drive.RunBy(value)
		case "bridge.drive.speed":
			d.Bridge.Drive.Speed = drive.SpeedBy(value)
		case "bridge.drive.lid":
			d.Bridge.Drive.Lid = value
		case "bridge.rotary.start_microfarad":
			d.Bridge.Rotary.Start = value
		default:
			return false
		}
		return true
	}
	return d, set(c.Path, c.Value) && set(c.And.Path, c.And.Value)
}

// cured takes the cures of a trial's plan as long as one of them makes it better.
func (w *weigher) cured(t *trial) (*trial, error) {
	for range 4 {
		var best *trial
		for _, f := range t.Plan().Findings {
			if rowOf(&f) == "" || f.Grade != finding.Stop && f.Grade != finding.Caution {
				continue
			}
			for _, c := range f.Cures {
				d, ok := apply(t.doc, c)
				if !ok {
					continue
				}
				one, err := w.try(d)
				if err != nil {
					return nil, err
				}
				if !one.improves(t) { // what one cure takes, a start capacitor may give back
					if one, err = w.withStart(one); err != nil {
						return nil, err
					}
				}
				if one.improves(t) && (best == nil || one.improves(best)) {
					best = one
				}
			}
		}
		if best == nil {
			return t, nil
		}
		t = best
	}
	return t, nil
}

// withStart is a trial with the start capacitor that its plan offers, where it offers one.
func (w *weigher) withStart(t *trial) (*trial, error) {
	for _, f := range t.Plan().Findings {
		for _, c := range f.Cures {
			if f.ID == finding.CapacitorStart {
				if d, ok := apply(t.doc, c); ok {
					return w.try(d)
				}
			}
		}
	}
	return t, nil
}

// atBest is a document with the cures of its own plan taken, on the circuit that it asks for.
func (w *weigher) atBest(d document.Document) (*trial, error) {
	t, err := w.try(d)
	if err != nil {
		return nil, err
	}
	if t, err = w.cured(t); err != nil {
		return nil, err
	}
	if t, err = w.choked(t); err != nil {
		return nil, err
	}
	if t, err = w.fed(t); err != nil {
		return nil, err
	}
	return w.cured(t)
}

// choked is a drive with a reactor before it, where its line amps are what the wall stops and the
// reactor cures that: less work than another circuit.
func (w *weigher) choked(t *trial) (*trial, error) {
	chain := chainOf(t)
	if t.kind != document.KindDrive || t.doc.Bridge.Drive.Reactor != "" || chain == nil || chain.Grade != finding.Stop {
		return t, nil
	}
	d := t.doc.Clone()
	d.Bridge.Drive.Reactor = string(device.Wanted)
	one, err := w.try(d)
	if err != nil {
		return nil, err
	}
	if after := chainOf(one); after != nil && after.Grade != finding.Stop {
		return one, nil
	}
	return t, nil
}

// capacitor is the column of the run capacitor with its best µF, and with a start capacitor
// where the start asks one.
func (w *weigher) capacitor() (Column, *trial, error) {
	d := w.on(document.KindCapacitor)
	own := d.Bridge.Capacitor
	d.Bridge.Capacitor.Microfarad = ""
	if w.wants.Both && own.Reversing == "" {
		d.Bridge.Capacitor.Reversing = capacitor.BySwitch
	}
	best, err := w.atBest(d)
	if err != nil {
		return Column{}, nil, err
	}
	if own.Microfarad != "" {
		one, err := w.try(w.on(document.KindCapacitor))
		if err == nil {
			one, err = w.fed(one)
		}
		if err != nil {
			return Column{}, nil, err
		}
		if !best.improves(one) {
			best = one
		}
	}
	return w.column(best), best, nil
}

// pair says beside the one capacitor what two would do, from the one named joint. Where they
// hold what one does not, it says so for the answer too; else it is empty.
func (w *weigher) pair(c *Column, t *trial) string {
	on, ok := t.Bridge().(capacitor.Installed)
	if !ok {
		return ""
	}
	p, err := on.Pair()
	if err != nil || !p.Possible {
		return ""
	}
	c.Schools = append(c.Schools, School{Name: twoCapacitors(p), Says: p.Sentence, Ours: p.Detail,
		Grade: p.Grade})
	other := slices.ContainsFunc(c.Cells, func(x Cell) bool { // two cans change nothing else
		return x.Grade == finding.Stop && x.Row != AllDay && x.Row != Windings
	})
	if !p.Offered || other || p.Grade.Rank() <= c.Grade.Rank() {
		return ""
	}
	return pairWouldDo(p)
}

// mostTried is how many drives are planned whole.
const mostTried = 4

// drive is the column of the drive that fits best of those that are known, in stores before
// others, the cheaper first, the smaller of those whose price is not known.
func (w *weigher) drive() (Column, *trial, error) {
	d := w.on(document.KindDrive)
	hertz := w.line.Plate.Hertz
	if d.Bridge.Drive.Least == "" && w.wants.Slowest < 0.95 && hertz > 0 {
		d.Bridge.Drive.Least = fmt.Sprintf("%.0f Hz", math.Max(1, w.wants.Slowest*hertz))
	}
	if d.Bridge.Drive.Most == "" && w.wants.Fastest > 1.02 && hertz > 0 {
		d.Bridge.Drive.Most = fmt.Sprintf("%.0f Hz", w.wants.Fastest*hertz)
	}
	if w.wants.Both && d.Bridge.Drive.Direction == "" {
		d.Bridge.Drive.Direction = drive.Switch
	}
	mine := d.Bridge.Drive.Profile
	ask := d
	ask.Bridge.Drive.Profile = ""
	known := drive.Offers(plan.Read(w.ctx, ask).Site(), ask.Bridge.Drive)
	slices.SortStableFunc(known, func(a, b drive.Offer) int {
		if a.Grade != b.Grade {
			return b.Grade.Rank() - a.Grade.Rank()
		}
		return w.dearer(a, b, mine)
	})
	var best *trial
	for i, one := range known {
		if i == mostTried {
			break
		}
		if best != nil && one.Grade == finding.Stop {
			if stops, _ := best.counts(); stops == 0 {
				break
			}
		}
		d.Bridge.Drive.Profile = one.ID
		t, err := w.atBest(d)
		if err != nil {
			return Column{}, nil, err
		}
		if best == nil || t.improves(best) {
			best = t
		}
		if stops, cautions := best.counts(); stops+cautions == 0 {
			break
		}
	}
	if best == nil || best.Plan().Drive == nil {
		return w.notFor(document.KindDrive, noMotorToDrive), nil, nil
	}
	return w.column(best), best, nil
}

// dearer orders two drives that fit alike.
func (w *weigher) dearer(a, b drive.Offer, mine string) int {
	there := func(o drive.Offer) (own bool, price float64) {
		price = math.Inf(1)
		for _, item := range w.doc.Workshop.Stores {
			if item.Kind != stores.Drive || !strings.Contains(strings.ToLower(item.What), strings.ToLower(o.Name)) {
				continue
			}
			own = own || item.Free > 0
			if amount, _, ok := unit.Money(item.Price); ok {
				price = math.Min(price, amount)
			}
		}
		return own || o.ID == mine, price
	}
	ownA, priceA := there(a)
	ownB, priceB := there(b)
	switch {
	case a.Grade == finding.Stop: // of those that do not fit, what comes nearest
		return cmp.Compare(b.Has, a.Has)
	case ownA != ownB && ownA:
		return -1
	case ownA != ownB:
		return 1
	}
	return cmp.Or(cmp.Compare(priceA, priceB), cmp.Compare(a.Has, b.Has))
}

// brushed is the motor on a controller; nil where it is no brushed one.
func (w *weigher) brushed() *dc.Installed {
	d := w.on(document.KindDC)
	on, ok := plan.Read(w.ctx, d).Bridge().(dc.Installed)
	if !ok || on.View == nil {
		return nil
	}
	if p := &on.Site.Direct; p.ThreePhase || p.Universal || p.Volts == 0 && !p.Field() {
		return nil
	}
	return &on
}

// controller is the column of the DC controller that fits best; of those that do alike the job's
// own.
func (w *weigher) controller() (c Column, best *trial, err error) {
	d := w.on(document.KindDC)
	if w.wants.SpeedSaid && d.Bridge.DC.Least == "" && w.wants.Slowest < 0.95 {
		d.Bridge.DC.Least = fmt.Sprintf("%.0f rpm", w.wants.Slowest*w.direct.Site.Direct.RPM)
	}
	if w.wants.Both && d.Bridge.DC.Reverse == "" {
		d.Bridge.DC.Reverse = "switch"
	}
	mine := d.Bridge.DC.Controller
	var ids []string
	for _, o := range w.direct.View.Controllers {
		if o.ID == mine {
			ids = slices.Insert(ids, 0, o.ID)
		} else {
			ids = append(ids, o.ID)
		}
	}
	for _, id := range ids {
		d.Bridge.DC.Controller = id
		t, err := w.atBest(d)
		if err != nil {
			return c, nil, err
		}
		if best == nil || t.improves(best) {
			best = t
		}
	}
	if best == nil {
		return c, nil, nil
	}
	return w.column(best), best, nil
}
