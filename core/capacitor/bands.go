package capacitor

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// twin is a motor that would print the same plate, joined as this one is, and its points at
// the owner's lightest, usual and heaviest load; where it stalls there, no windings.
type twin struct {
	site.Twin
	b      *Bridge
	points map[float64]Point
}

// twinned joins the site's twins as the motor is joined and runs them with the µF in
// circuit, each with its own can and its own idea of the load.
func (o *Over) twinned(seed uint64) (out []twin) {
	w, a, q := o.Bridge.Wiring, o.Answer, o.question
	for _, t := range o.Site.Twins(seed) {
		own := w
		own.Volts *= t.Line
		b, err := New(t.Model, own)
		if err != nil {
			continue
		}
		one := twin{t, b, map[float64]Point{}}
		for _, at := range []struct{ share, near float64 }{{q.Usual, a.Usual.Slip}, {q.Lightest, a.Idle.Slip},
			{q.Heaviest, a.Heavy.Slip}} {
			if _, done := one.points[at.share]; !done && at.near > 0 { // what it does not carry has no band
				one.points[at.share] = one.loaded(q.Kind, a.Microfarad, at.share, at.near)
			}
		}
		out = append(out, one)
	}
	return out
}

// loaded is a twin's point at a share of the load; near is the slip of the motor itself
// there.
func (t twin) loaded(kind machine.LoadKind, uf, share, near float64) Point {
	t.b.Set(t.Can * uf)
	slip := machine.RunSlipWithin(t.b.Surplus(machine.Load{Kind: kind, Share: t.Load * share}), near, twinSlip)
	if math.IsNaN(slip) {
		return Point{}
	}
	p, err := t.b.At(t.Can*uf, slip)
	if err != nil {
		return Point{}
	}
	return p
}

// twinSlip is how far a twin's slip is looked for around the motor's own at first.
const twinSlip = 1.6

// Spread is the band of every figure to expect at the lightest, usual or heaviest load: the
// least and the greatest over all twins.
func (o *Over) Spread(share float64) site.Bands {
	out := site.Bands{}
	for _, t := range o.twins {
		p := t.points[share]
		if len(p.Windings) == 0 {
			continue
		}
		o.figuresOf(p, out.Add)
	}
	out.Stretch()
	return out
}

// banded gives the figures that lean on what nobody knows exactly their bands.
func (o *Over) banded(figures []finding.Figure) []finding.Figure {
	bands := o.Spread(o.question.Usual)
	var worst, start site.Band
	for _, t := range o.twins {
		if p := t.points[o.question.Usual]; len(p.Windings) > 0 {
			worst.Add(100 * p.worst().Share)
		}
		start.Add(100 * t.b.StartTorque(t.Can*o.Answer.Microfarad))
	}
	bands["worst"], bands["start"] = worst.Stretch(), start.Stretch()
	for i := range figures {
		f := &figures[i]
		for _, b := range []struct{ figure, band, unit string }{{"worst", "worst", "%"}, {"start", "start", "%"},
			{"supply", "supply", "A"}, {"corner", "corner-l1", "V"}, {"speed", "rpm", "rpm"}} {
			if x := bands[b.band]; f.ID == b.figure && x != nil {
				f.Band = x.Plain(b.unit)
			}
		}
	}
	return figures
}

// figuresOf are the figures of a point that a meter can read, by name.
func (o *Over) figuresOf(p Point, put func(id string, x float64)) {
	put("supply", abs(p.SupplyAmps))
	put("corner-l1", p.CornerToL1)
	put("corner-l2", p.CornerToL2)
	put("capacitor", p.Capacitor)
	put("rpm", p.RPM)
	for i, l := range p.LeadAmps(o.CornerTo) {
		put("lead-"+leads.Lines[i], l)
	}
}

// doubtful is a verdict that may flip inside what nobody knows exactly.
type doubtful struct {
	site.Band         // of what is judged, over its limit
	flips     float64 // share of the twins in which it does
	settling  string  // the one reading that would settle it
}

// judgeDoubt says which verdicts may flip, and the reading that would settle the gravest.
func (o *Over) judgeDoubt(a Answer) {
	if !a.UsualRuns || len(o.twins) == 0 {
		return
	}
	q := o.question
	type judged struct {
		what, limit string
		value       float64
		above       bool // good above its limit, else below
		of          func(t twin) float64
	}
	at := func(share float64) func(t twin) float64 {
		return func(t twin) float64 { return t.points[share].worst().Share } // stalled: +Inf
	}
	all := []judged{{"at your load the worst winding carries", "of plate amps", a.Usual.worst().Share, false,
		at(q.Usual)}}
	if a.HeavyRuns && q.Heaviest > q.Usual {
		all = append(all, judged{"at your heaviest load the worst winding carries", "of plate amps",
			a.Heavy.worst().Share, false, at(q.Heaviest)})
	}
	if len(a.Idle.Windings) > 0 && q.Lightest < q.Usual {
		all = append(all, judged{"running light the worst winding carries", "of plate amps",
			a.Idle.worst().Share, false, at(q.Lightest)})
	}
	if standing := q.Standing(); standing > 0 {
		put := a.Microfarad + o.StartEntered
		all = append(all, judged{"the start gives", "of what stands against it",
			o.Bridge.StartTorque(put) / standing, true, func(t twin) float64 {
				return t.b.StartTorque(t.Can*put) / standing
			}})
	}
	var worst *finding.Finding
	for _, j := range all {
		figure := make([]float64, 0, len(o.twins))
		good := j.value <= 1
		if j.above {
			good = j.value > 1
		}
		for _, t := range o.twins {
			figure = append(figure, math.Min(j.of(t), 9.99)) // stalled: far over
		}
		band, part, doubts := site.Flips(j.value, figure)
		if !doubts {
			continue
		}
		d := doubtful{band, part, site.Leading(o.siteTwins(), figure).Settles()}
		o.doubts = append(o.doubts, d)
		verdict := map[bool]string{true: "good", false: "too much"}[good]
		if j.above {
			verdict = map[bool]string{true: "enough", false: "too little"}[good]
		}
		f := finding.Finding{ID: "capacitor.would-change", Bay: finding.Bridge, Grade: finding.Note,
			Sentence: fmt.Sprintf("Would change: %s %s, anything from %s to %s %s: “%s” may turn out wrong.", j.what,
				unit.Percent(j.value), unit.Percent(band.Low), unit.Percent(band.High), j.limit, verdict),
			Detail: "What would settle it: " + d.settling + ".",
			Figure: unit.Percent(j.value), Limit: unit.Percent(1),
			Why: []finding.Why{{Formula: "least and greatest over motors that would print the same plate",
				Numbers: fmt.Sprintf("%d motors; the verdict flips in %s of them", len(figure), unit.Percent(part)),
				Section: finding.OnBands, Source: "plate's rounding, estimates' scatter, can, line and load",
				Estimated: true}}}
		if worst == nil || part > 0.5 && part < 1 {
			worst = &f
		}
	}
	if worst != nil {
		o.say(*worst)
	}
}

func (o *Over) siteTwins() []site.Twin {
	out := make([]site.Twin, len(o.twins))
	for i, t := range o.twins {
		out[i] = t.Twin
	}
	return out
}

// extremes are the twins whose worst winding at the usual load is near the least and near
// the greatest of all: the edge of what the island may be.
func (o *Over) extremes() (kind, hard *Bridge, ok bool) {
	type one struct {
		share float64
		b     *Bridge
	}
	var all []one
	for _, t := range o.twins {
		if p := t.points[o.question.Usual]; len(p.Windings) > 0 {
			all = append(all, one{p.worst().Share, t.b})
		}
	}
	if len(all) < 8 {
		return nil, nil, false
	}
	slices.SortFunc(all, func(a, b one) int { return cmp.Compare(a.share, b.share) })
	return all[len(all)/20].b, all[len(all)-1-len(all)/20].b, true
}
