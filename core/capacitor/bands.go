package capacitor

import (
	"cmp"
	"math"
	"slices"

	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/supply"
)

// twin is a motor that would print the same plate, joined as this one is, and its points at
// the owner's lightest, usual and heaviest load, at none and at rated torque; where it stalls
// there, or the motor itself does, no windings.
type twin struct {
	site.Twin
	b          *Bridge
	points     map[float64]Point
	bare, full Point
	start      Point // standing, with the start capacitor where there is one
	continuous float64
}

// twinned joins the site's twins as the motor is joined and runs them with the µF in
// circuit, each with its own can and its own idea of the load.
func twinned(o *Solved, seed uint64) []twin {
	a, q := o.Answer, o.question
	bare, _ := o.Bridge.Run(a.Microfarad, machine.Load{Kind: machine.NoLoad})
	valley := o.Bridge.valley(a.Microfarad, q.Kind)
	drawn := o.Site.Twins(seed)
	all := make([]twin, len(drawn))
	each.Of(len(drawn), func(i int) {
		t := drawn[i]
		b := o.Bridge.like(t.Model, o.Bridge.Wiring.Volts*t.Line)
		one := twin{Twin: t, b: b, points: map[float64]Point{}}
		for _, at := range []struct{ share, near float64 }{{q.Usual, a.Usual.Slip}, {q.Lightest, a.Idle.Slip},
			{q.Heaviest, a.Heavy.Slip}} {
			if _, done := one.points[at.share]; !done && at.near > 0 { // what it does not carry has no band
				one.points[at.share] = one.loaded(q.load(t.Load*at.share), a.Microfarad, at.near)
			}
		}
		if one.bare = one.points[0]; bare.Slip > 0 && len(one.bare.Windings) == 0 {
			one.bare = one.loaded(machine.Load{Kind: machine.NoLoad}, a.Microfarad, bare.Slip)
		}
		if a.FullRuns {
			one.full = one.loaded(q.load(1), a.Microfarad, a.Full.Slip)
		}
		one.start, _ = b.At(t.Can*(a.Microfarad+o.StartEntered), 1)
		one.continuous = one.carries(q, *a, valley)
		all[i] = one
	})
	return slices.DeleteFunc(all, func(t twin) bool { return t.b == nil })
}

// loaded is a twin's point under a load; near is the slip of the motor itself there.
func (t twin) loaded(load machine.Load, uf, near float64) Point {
	t.b.Set(t.Can * uf)
	slip := machine.RunSlipNear(t.b.Surplus(load), near)
	if math.IsNaN(slip) {
		return Point{}
	}
	p, err := t.b.At(t.Can*uf, slip)
	if err != nil {
		return Point{}
	}
	return p
}

// carries is the share of load up to which a twin's windings stay inside plate: what it gives
// at the slip where the worst of them passes it, sought by secants from where the motor's own
// does. What is not found so near is looked for over the whole range.
func (t twin) carries(q Question, a Answer, valley float64) float64 {
	uf := t.Can * a.Microfarad
	t.b.Set(uf)
	over := func(slip float64) float64 {
		if t.b.look(slip) != nil {
			return math.NaN()
		}
		share, _ := t.b.lookedWorst()
		return share - 1
	}
	if a.Continuous <= 0 || len(a.Limit.Windings) == 0 {
		if min(over(valley/valleyWide), over(valley), over(valley*valleyWide)) > valleyFloor {
			return 0
		}
		return t.b.sampled(uf, q.Kind)
	}
	if slip, ok := search.Secant(over, a.Limit.Slip, 0.05, carryWithin); ok {
		share := t.b.loadAt(q.Kind, slip)
		if share > t.b.loadAt(q.Kind, 0.99*slip) { // not past its pull-out
			return share
		}
	}
	return t.b.sampled(uf, q.Kind)
}

const (
	carryWithin = 5e-4 // of rated amps
	valleyWide  = 1.25 // of slip
	valleyFloor = 0.08 // over rated amps near the deepest: no twin's valley is so much deeper
)

// deepest samples the curve anew, and gives the sample at which the worst winding carries
// least.
func (b *Bridge) deepest(microfarad float64, kind machine.LoadKind) (at int, least float64) {
	b.samples = b.curve(microfarad, kind.Loaded(), b.samples)
	least = math.Inf(1)
	for i, s := range b.samples {
		if s.worst < least {
			at, least = i, s.worst
		}
	}
	return at, least
}

// valley is the slip at which the worst winding carries least.
func (b *Bridge) valley(microfarad float64, kind machine.LoadKind) float64 {
	at, _ := b.deepest(microfarad, kind)
	return max(islandSlip(at), islandSlip(1))
}

// sampled is Continuous between the samples of its curve, taken closer where the worst
// winding has its valley.
func (b *Bridge) sampled(microfarad float64, kind machine.LoadKind) float64 {
	at, least := b.deepest(microfarad, kind)
	if least > 1+valleyFloor {
		return 0
	}
	most := 0.0
	last := sample{worst: math.Inf(1)}
	look := func(s sample) {
		switch {
		case s.worst <= 1:
			most = max(most, s.share)
		case last.worst <= 1:
			most = max(most, cross(last, s, 1))
		}
		last = s
	}
	for i := 0; i < len(b.samples); i++ {
		if i > 0 && (i == at || i == at+1 || b.samples[i-1].worst <= 1 && b.samples[i].worst > 1) {
			from, to := islandSlip(i-1), islandSlip(i)
			for k := 1; k < closer; k++ {
				slip := from + (to-from)*float64(k)/closer
				share := b.loadAt(kind, slip) // looks
				worst, _ := b.lookedWorst()
				look(sample{share: share, worst: worst})
			}
		}
		look(b.samples[i])
	}
	return max(0, most)
}

// closer is how many steps are taken for one of the curve's.
const closer = 8

// loadAt is the share of load of a kind that the motor carries at a slip.
func (b *Bridge) loadAt(kind machine.LoadKind, slip float64) float64 {
	one := machine.Load{Kind: kind.Loaded(), Share: 1}
	return (b.torque(slip) - b.Model.FrictionNm) / one.ShaftNm(b.Model, b.Model.SpeedShare(slip, b.Wiring.FrequencyHz))
}

// watched is what a relay's poles carry where a twin's winding first reaches plate: sought
// from the slips at which the motor's own does.
func (t twin) watched(microfarad float64, own Watched) Watched {
	uf := t.Can * microfarad
	out := own
	pole := func(p Point, lines bool) float64 {
		if lines {
			return abs(p.SupplyAmps)
		}
		l := p.LeadAmps(t.b.Wiring.CornerTo)
		return max(l[0], l[1], l[2])
	}
	least := func(slip float64, lines bool) float64 {
		if len(t.bare.Windings) > 0 && t.bare.worst().Share >= 1 && slip < 1.5*t.bare.Slip { // idling, already
			return pole(t.bare, lines)
		}
		var p Point
		_, ok := search.Secant(func(slip float64) float64 {
			var err error
			if p, err = t.b.At(uf, slip); err != nil {
				return math.NaN()
			}
			return p.worst().Share - 1
		}, slip, 0.05, watchWithin)
		if !ok {
			return math.NaN()
		}
		return pole(p, lines)
	}
	out.Leads, out.Lines = least(own.leadsAt, false), least(own.linesAt, true)
	return out
}

// watchWithin is how near rated amps are looked for.
const watchWithin = 5e-3

// Spread is the band of every figure to expect at the lightest, usual or heaviest load: the
// least and the greatest over all twins.
func (o *Solved) Spread(share float64) site.Bands {
	out := site.Bands{}
	for _, t := range o.twins {
		p := t.points[share]
		if len(p.Windings) == 0 {
			continue
		}
		figuresOf(&o.Read, p, out.Add)
	}
	out.Stretch()
	return out
}

// banded gives the figures that lean on what nobody knows exactly their bands.
func banded(o *Solved, figures []finding.Figure) []finding.Figure {
	all := site.Bands{}
	for _, t := range o.twins {
		valuesOf(o, t, all.Add)
	}
	return all.On(figures, valueUnits)
}

// valueUnits are the units of what a twin is asked for.
var valueUnits = map[string]string{"continuous": "%", "worst": "%", "supply": "A", "corner": "V", "speed": "rpm",
	"heat": "%", "capacitor": "V", "start": "%", "start-amps": "A", "full": "min"}

// valuesOf are the figures of the bridge as a twin has them, by name.
func valuesOf(o *Solved, t twin, put func(id string, x float64)) {
	put("continuous", t.continuous)
	put("start", t.b.StartTorque(t.Can*o.Answer.Microfarad))
	put("start-amps", abs(t.start.SupplyAmps))
	if p := t.points[o.question.Usual]; len(p.Windings) > 0 {
		put("worst", p.worst().Share)
		put("supply", abs(p.SupplyAmps))
		put("corner", p.CornerToL1)
		put("speed", p.RPM)
		put("heat", p.CopperShare)
	}
	most := t.bare.CapacitorVolts
	for _, p := range t.points {
		most = max(most, p.CapacitorVolts)
	}
	put("capacitor", most)
	if len(t.full.Windings) > 0 {
		minutes := site.Shift // every winding inside plate
		if t.full.worst().Share > 1 {
			minutes = min(minutes, o.question.Heat.Minutes(machine.Strain{}, t.full.Strain()))
		}
		put("full", minutes)
	}
}

// SupplyFigures are the volts and amps of the line with the bridge on it.
func (o *Solved) SupplyFigures(d *supply.Draw) []finding.Figure {
	return site.Banded(o.Site.Supply.Figures(d), supply.Units, func(yield func([]finding.Figure) bool) {
		for _, t := range o.twins {
			p := t.points[o.question.Usual]
			if len(p.Windings) == 0 {
				continue
			}
			own := o.Site.Supply
			own.Volts *= t.Line
			if !yield(own.Figures(&supply.Draw{Mark: d.Mark, RunAmps: abs(p.SupplyAmps), RunVolts: p.SupplyVolts,
				StartAmps: abs(t.start.SupplyAmps), StartVolts: t.start.SupplyVolts})) {
				return
			}
		}
	})
}

// LoadFigures set what the load asks beside what the bridge leaves it.
func (o *Solved) LoadFigures() []finding.Figure {
	room := o.Room()
	return site.Banded(o.Site.Load.Figures(room), load.Units, func(yield func([]finding.Figure) bool) {
		for _, t := range o.twins {
			one, l := *room, o.Site.Load.Times(t.Load)
			one.Continuous, one.Start = t.continuous, t.b.StartTorque(t.Can*o.Answer.Microfarad)
			if p := t.points[o.question.Usual]; len(p.Windings) > 0 {
				one.RPM, one.Watts = p.RPM, p.ShaftWatts
			}
			if !yield(l.Figures(&one)) {
				return
			}
		}
	})
}

// figuresOf are the figures of a point that a meter can read, by name.
func figuresOf(o *Read, p Point, put func(id string, x float64)) {
	put("supply", abs(p.SupplyAmps))
	put("corner-l1", p.CornerToL1)
	put("corner-l2", p.CornerToL2)
	put("capacitor", p.Capacitor)
	put("rpm", p.RPM)
	for i, l := range p.LeadAmps(o.CornerTo) {
		put("lead-"+leads.Lines[i], l)
	}
	for _, w := range p.Windings {
		put("winding-"+w.Coil, abs(w.Amps))
	}
}

// doubtful is a verdict that may flip inside what nobody knows exactly.
type doubtful struct {
	site.Band         // of what is judged, over its limit
	flips     float64 // share of the twins in which it does
	settling  string  // the one reading that would settle it
}

// judged is a verdict on a value, which may flip over the twins.
type judged struct {
	what, limit string
	value       float64
	above       bool // good above its limit, else below
	of          func(t twin) float64
}

// judgeDoubt says which verdicts may flip, and the reading that would settle the gravest.
func judgeDoubt(o *Judged, a Answer) {
	if !a.UsualRuns || len(o.twins) == 0 {
		return
	}
	q := o.question
	at := func(share float64) func(t twin) float64 {
		return func(t twin) float64 { return t.points[share].worst().Share } // stalled: +Inf
	}
	all := []judged{{"winding amps at your load", "of rated amps", a.Usual.worst().Share, false,
		at(q.Usual)}}
	if a.HeavyRuns && q.Heaviest > q.Usual {
		all = append(all, judged{"winding amps at most", "of rated amps",
			a.Heavy.worst().Share, false, at(q.Heaviest)})
	}
	if len(a.Idle.Windings) > 0 && q.Lightest < q.Usual && !q.NeverIdles {
		all = append(all, judged{"winding amps while idling", "of rated amps",
			a.Idle.worst().Share, false, at(q.Lightest)})
	}
	if standing := q.Standing(); standing > 0 {
		put := a.Microfarad + o.StartEntered
		all = append(all, judged{"the torque at the start", "of what it needs to start",
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
			figure = append(figure, math.Min(j.of(t), site.Stalled)) // stalled: far over
		}
		band, part, doubts := site.Flips(j.value, figure)
		if !doubts {
			continue
		}
		d := doubtful{band, part, site.Leading(siteTwins(&o.Solved), figure).Settles()}
		o.doubts = append(o.doubts, d)
		verdict := map[bool]string{true: "good", false: "too much"}[good]
		if j.above {
			verdict = map[bool]string{true: "enough", false: "too little"}[good]
		}
		f := sayWouldChange(j, band, verdict, d, figure, part)
		if worst == nil || part > 0.5 && part < 1 {
			worst = &f
		}
	}
	if worst != nil {
		say(o, *worst)
	}
}

// judgeDrop says where the verdict on the feeder's drop may flip.
func judgeDrop(o *Judged, a Answer) {
	s := o.Site.Supply
	if s.FeederOhm == 0 || !a.UsualRuns || len(o.twins) == 0 {
		return
	}
	lost := func(line, left float64) float64 {
		own := s
		own.Volts *= line
		return own.Lost(left) / own.Volts / supply.MostDrop
	}
	figures := make([]float64, 0, len(o.twins))
	for _, t := range o.twins {
		p := t.points[o.question.Usual]
		if len(p.Windings) == 0 {
			return
		}
		figures = append(figures, lost(t.Line, p.SupplyVolts))
	}
	value := lost(1, a.Usual.SupplyVolts)
	if band, part, doubtful := site.Flips(value, figures); doubtful {
		say(o, sayDropDoubt(value, band, part, len(figures), site.Leading(siteTwins(&o.Solved), figures).Settles()))
	}
}

func siteTwins(o *Solved) []site.Twin {
	out := make([]site.Twin, len(o.twins))
	for i, t := range o.twins {
		out[i] = t.Twin
	}
	return out
}

// extremes are the twins whose worst winding at the usual load is near the least and near
// the greatest of all: the edge of what the island may be.
func extremes(o *Solved) (kind, hard *Bridge, ok bool) {
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
