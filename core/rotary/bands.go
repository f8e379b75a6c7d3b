package rotary

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// likeness is a street of motors that would print the same plates, on cans and a line and
// under loads as far as anybody knows them.
type likeness struct {
	street *Street
	loads  []float64   // of Counted, factors
	twins  []site.Twin // the idler's first
	seen   map[int]State
}

// likenesses draws them, the same ones for the same converter, on the cans that are used.
func likenesses(o *Solved) []*likeness { return likenessesOn(&o.Read, o.Answer.Balance) }

// likenessesOn are the same on other cans.
func likenessesOn(o *Read, b Balance) (out []*likeness) {
	idler, _ := o.Idler.motor()
	drawn := [][]site.Twin{o.Idler.Site.Twins(1)}
	joined := make([]Motor, len(o.Counted))
	for i := range o.Counted {
		joined[i], _ = o.At(i).motor()
		drawn = append(drawn, o.At(i).Site.Twins(uint64(2+i)))
	}
	n := len(drawn[0])
	for _, d := range drawn {
		n = min(n, len(d))
	}
	for k := range n {
		first := drawn[0][k]
		l, one := &likeness{twins: []site.Twin{first}, seen: map[int]State{}}, idler
		one.Model = first.Model
		var motors []Motor
		for i := range o.Counted {
			m := joined[i]
			m.Model = drawn[i+1][k].Model
			motors = append(motors, m)
			l.loads, l.twins = append(l.loads, drawn[i+1][k].Load), append(l.twins, drawn[i+1][k])
		}
		line := line(o)
		line.Volts *= first.Line
		l.street = NewStreet(line, one, motors...)
		l.street.SetBackward(o.As.Spun == Backward)
		l.street.SetBalance(Balance{b.L13 * first.Can, b.L23 * first.Can})
		out = append(out, l)
	}
	return out
}

// settle is a state of the likeness with its own idea of the loads.
func (l *likeness) settle(duties []Duty) State {
	own := append([]Duty{}, duties...)
	for i := range own {
		own[i].Load.Share *= l.loads[i]
	}
	return l.street.Settle(own)
}

// as is the likeness under some duties: settled once where they are a state that occurs.
func (l *likeness) as(o *Solved, duties []Duty) State {
	if k := slices.IndexFunc(o.states, func(d []Duty) bool { return slices.Equal(d, duties) }); k >= 0 {
		return l.during(o, k)
	}
	return l.settle(duties)
}

// during is one of the states that occur, settled once.
func (l *likeness) during(o *Solved, state int) State {
	st, done := l.seen[state]
	if !done {
		st = l.settle(o.states[state])
		l.seen[state] = st
	}
	return st
}

// Spread is the state of the machine planned at a share of its load, alone on the idler,
// and the band of every figure to expect of it.
func (o *Solved) Spread(share float64) (at State, bands site.Bands, ok bool) {
	i := o.Planned()
	duties := make([]Duty, len(o.Counted))
	if i >= 0 {
		duties[i] = Duty{Running, o.At(i).Site.Load.At(share)}
	}
	if at = o.Street.Settle(duties); !at.Runs {
		return at, nil, false
	}
	bands = site.Bands{}
	for _, l := range o.like {
		st := l.as(o, duties)
		if !st.Runs {
			continue
		}
		shaft := &st.Idler
		if i >= 0 {
			shaft = &st.Machines[i]
		}
		for j, l := range leads.Lines {
			bands.Add("lead-"+l, shaft.Leads[j])
			bands.Add("volts-"+[3]string{"12", "23", "31"}[j], st.Volts[j])
		}
		bands.Add("supply", st.Supply)
		bands.Add("rpm", shaft.RPM)
	}
	bands.Stretch()
	return at, bands, true
}

// bands fills what meters may show in a state.
func bands(o *Solved, v *StateView, set []int, duties []Duty) {
	var volts [3]site.Band
	var supply site.Band
	leads := make([][3]site.Band, len(v.Motors))
	for _, l := range o.like {
		st := l.as(o, duties)
		if !st.Runs {
			continue
		}
		supply.Add(st.Supply)
		for n := range 3 {
			volts[n].Add(st.Volts[n])
			leads[0][n].Add(st.Idler.Leads[n])
			for j, i := range set {
				leads[j+1][n].Add(st.Machines[i].Leads[n])
			}
		}
	}
	v.SupplyBnd = supply.Stretch().Text("A")
	for n := range 3 {
		v.VoltsBand = append(v.VoltsBand, volts[n].Stretch().Text("V"))
		for j := range v.Motors {
			v.Motors[j].Bands = append(v.Motors[j].Bands, leads[j][n].Stretch().Text("A"))
		}
	}
}

// judgeDoubt says where the verdict on the banks may flip, and the reading that would
// settle it: of the motor whose winding is the worst.
func judgeDoubt(o *Judged) {
	w := o.Answer.Yours.Worst
	if math.IsInf(w.Share, 1) || len(o.like) == 0 {
		return
	}
	figure := make([]float64, 0, len(o.like))
	twins := make([]site.Twin, 0, len(o.like))
	for _, l := range o.like {
		st := l.during(&o.Solved, w.State)
		_, _, share := st.Worst()
		figure = append(figure, math.Min(share, site.Stalled)) // fallen out: far over
		twins = append(twins, l.twins[w.Of+1])
	}
	band, part, doubtful := site.Flips(w.Share, figure)
	if !doubtful {
		return
	}
	verdict := map[bool]string{true: "good", false: "too much"}[w.Share <= 1]
	say(o, finding.Finding{ID: IDDoubt, Grade: finding.Note,
		Sentence: wouldChange(band),
		Detail:   wouldSettle(&o.Solved, w, verdict, twins, figure),
		Figure:   unit.Percent(w.Share), Limit: unit.Percent(1),
		Why: []finding.Why{{Formula: "least and greatest over converters whose motors would print the same plates",
			Numbers: fmt.Sprintf("%d converters; the verdict flips in %s of them", len(figure), unit.Percent(part)),
			Section: finding.OnBands, Source: "plates' rounding, estimates' scatter, cans, line and loads"}}})
}

// settles is the reading on a running converter that settles a doubt.
func settles(d site.Doubt) string {
	switch d {
	case site.DoubtRPM, site.DoubtLockedAmps, site.DoubtLockedTorque, site.DoubtLeakage, site.DoubtLine, site.DoubtCan:
		return d.Settles()
	}
	return "a round under Readings: the three volts, and the amps of its three leads as it runs"
}
