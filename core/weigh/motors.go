package weigh

import (
	"context"
	"math"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Bought are motors that may be bought in another's place, weighed beside each other, and what one must have, to be
// taken into a shop.
type Bought struct {
	Rows     []bridge.Candidate `json:"rows" nullable:"false"`
	Shopping []string           `json:"shopping" nullable:"false"`
}

// sameSpeed is how near another motor's speed must be for the machine to notice nothing.
const sameSpeed = 0.05

// Motors weighs the motors that may be bought in the place of a document's first machine's: each is planned whole in
// its place, on the job's own bridge at its best values. The error is the context's.
func Motors(ctx context.Context, d document.Document) (Bought, error) {
	out := Bought{Rows: []bridge.Candidate{}, Shopping: shopping(ctx, d)}
	e := d.Machines[0].Plate
	asked := bridge.Asked{Path: "plate.candidates"}
	offered := bridge.ReadOffered(e.Candidates, asked, func(text string) (*plate.Entry, finding.Reading) {
		own, problem := plate.Offered(text, d.Workshop.Hertz)
		return own, finding.Reading{Problem: problem}
	})
	old, _ := plate.Read(e, d.Workshop.Hertz)
	var err error
	out.Rows = bridge.Candidates(offered, func(own *plate.Entry) (c bridge.Candidate) {
		if err == nil {
			c, err = oneMotor(ctx, d, *own, &old)
		}
		return c
	})
	return out, err
}

// oneMotor is a motor planned in the place of the first machine's.
func oneMotor(ctx context.Context, d document.Document, own plate.Entry, old *plate.Plate) (bridge.Candidate, error) {
	p, _ := plate.Read(own, d.Workshop.Hertz)
	c := bridge.Candidate{Name: motorNamed(own, &p)}
	d = d.Clone()
	m := &d.Machines[0]
	brushed := p.Kind == plate.DirectC
	m.Load = carried(m.Load, old, &p)
	m.Plate = own
	was := m.Leads
	m.Leads = leads.Entry{Naming: was.Naming, Done: []string{}}
	switch kind := kindFor(d.Workshop.Rules); {
	case brushed:
		m.Leads.Brushed.Names = was.Brushed.Names
	case kind == leads.Six:
		m.Leads.Kind = kind
	default:
		m.Leads.Kind, m.Leads.Agreed = kind, "plate"
	}
	if brushed != (d.Bridge.Kind == document.KindDC) {
		c.Grade, c.Words, c.Text = finding.Stop, doesNotSuit, otherBridge(brushed)
		return c, nil
	}
	w, err := newWeigher(ctx, d)
	if err != nil {
		return c, err
	}
	if wait := w.waits(); wait != "" {
		c.Grade, c.Words, c.Text = finding.Open, "cannot be weighed", wait
		return c, nil
	}
	var col Column
	var t *trial
	switch kind := w.was(); {
	case kind == document.KindCapacitor:
		col, t, err = w.capacitor()
	case kind == document.KindDrive && d.Bridge.Drive.Profile == "" && d.Bridge.Drive.Own == nil:
		col, t, err = w.drive()
	case kind == document.KindRotary:
		t, err = w.try(d)
	default:
		t, err = w.atBest(w.on(kind))
	}
	if err != nil || t == nil {
		c.Grade, c.Words, c.Text = finding.Stop, doesNotSuit, col.Verdict
		return c, err
	}
	if col.Kind == "" {
		col = w.column(t)
	}
	c.Grade, c.Words = col.Grade, map[finding.Grade]string{finding.Good: "suits", finding.Stop: doesNotSuit,
		finding.Caution: "suits with limits"}[col.Grade]
	if c.Words == "" {
		c.Grade, c.Words = finding.Good, "suits"
	}
	c.Text = strings.Join(lacking(&col, old, &p), " ")
	c.Also = alsoBuys(t)
	return c, nil
}

// carried is what the machine asks, as a share of another motor's power: the work is the same, whoever does it.
func carried(e load.Entry, old, p *plate.Plate) load.Entry {
	if old.ShaftWatts == 0 || p.ShaftWatts == 0 {
		return e
	}
	of := old.ShaftWatts / p.ShaftWatts
	l, _ := load.Read(e)
	share := func(x float64) string { return unit.Plain(math.Round(1000*x*of)/10) + " %" }
	if l.Known {
		e.Share = share(l.Usual)
	}
	if e.Heaviest != "" {
		e.Heaviest = share(l.Heaviest)
	}
	if e.Lightest != "" {
		e.Lightest = share(l.Lightest)
	}
	return e
}

// lacking are the gravest sentences against a motor, two at most, and what its speed and power do to the machine.
func lacking(col *Column, old, p *plate.Plate) (out []string) {
	for _, grade := range []finding.Grade{finding.Stop, finding.Caution} {
		for i := range col.Cells {
			x := &col.Cells[i]
			if x.Grade != grade || len(out) == 2 {
				continue
			}
			notes := x.Notes[:x.said]
			if len(notes) == 0 && len(x.Notes) > 0 {
				notes = x.Notes[:1]
			}
			for _, note := range notes {
				if len(out) < 2 {
					out = append(out, note)
				}
			}
			if len(notes) == 0 {
				out = append(out, rowSays(x))
			}
		}
		if len(out) > 0 {
			break
		}
	}
	if old.RPM > 0 && p.RPM > 0 && math.Abs(p.RPM/old.RPM-1) > sameSpeed {
		out = append(out, turnsOther(p.RPM, old.RPM))
	}
	if old.ShaftWatts > 0 && p.ShaftWatts > 0 && p.ShaftWatts < 0.95*old.ShaftWatts {
		out = append(out, weaker(p.ShaftWatts, old.ShaftWatts))
	}
	return out
}

// alsoBuys is what must be bought besides a motor: what its bridge and its circuit ask.
func alsoBuys(t *trial) string {
	var out []string
	for _, b := range t.Plan().Buys {
		can := strings.HasPrefix(b.ID, "run-") || b.ID == "start"
		switch {
		case len(out) == mostAlso || !can && !alsoShown[b.ID]:
		case can:
			out = append(out, b.What)
		default:
			out = append(out, b.What+" "+b.Spec)
		}
	}
	return strings.Join(out, "; ")
}

const mostAlso = 5

// alsoShown are the parts that hang on the motor's size.
var alsoShown = map[string]bool{"drive": true, "controller": true, "breaker": true, "relay": true, "wire": true,
	"line-wire": true}

// shopping is what a motor for this place must have.
func shopping(ctx context.Context, d document.Document) []string {
	site := plan.Read(ctx, d).Site()
	if site == nil {
		return []string{}
	}
	if d.Bridge.Kind == document.KindDC {
		x := &site.Direct
		return append([]string{shopBrushed(x.Volts, x.ShaftWatts, x.RPM)}, usedBrushed...)
	}
	p := &site.Plate
	out := []string{shopMotorVolts(site.Supply.Nominal, d.Workshop.Rules == table.NorthAmerica)}
	if watts := p.ShaftWatts; watts > 0 {
		out = append(out, shopPower(watts, site.Load.Heaviest))
	}
	if p.RPM > 0 && p.Hertz > 0 {
		out = append(out, shopSpeed(p.RPM, p.Poles, p.Hertz))
	}
	if frame := strings.TrimSpace(d.Machines[0].Plate.Frame); frame != "" {
		out = append(out, shopFrame(frame))
	}
	return append(out, usedMotor...)
}
