package rotary

import (
	"math"
	"slices"

	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/supply"
)

// The figures of a converter, of its supply, load and protection with where they may lie:
// each worked out for every likeness in the one state that decides it for the converter
// itself.

// draw is what a converter takes of the line, and in which states.
type draw struct {
	supply.Draw
	run   int    // of the states that occur
	start []Duty // the hardest start, a machine standing; nil: the idler's own, or none
	idler bool   // the idler's own start is the hardest
}

// draw is what a state takes of the line, before any start is harder.
func (st State) draw(mark finding.Mark) supply.Draw {
	return supply.Draw{Mark: mark, RunAmps: st.Supply, RunVolts: st.Volts[0], MostAmps: st.Supply,
		StartAmps: st.Supply, StartVolts: st.Volts[0]}
}

// drawn is what the converter takes; ok is false where nothing of it runs.
func drawn(o *Solved) (d draw, ok bool) {
	a := o.Answer
	run := a.Most
	if !run.State.Runs {
		if run = a.Occasions[0]; !run.State.Runs {
			return d, false
		}
	}
	st := run.State
	d.run = run.at
	d.Draw = st.draw(o.Mark())
	if idle := a.Occasions[0].State; idle.Runs {
		d.IdleAmps, d.IdleVolts = idle.Supply, idle.Volts[0]
	}
	most := 0.0
	take := func(amps, volts float64, start []Duty, idler bool) {
		if amps <= most {
			return
		}
		most, d.start, d.idler = amps, start, idler
		if amps > d.StartAmps {
			d.StartAmps, d.StartVolts = amps, volts
		}
	}
	for _, e := range a.Each {
		for _, s := range []Start{e.Start, e.Beside} {
			if s.Hold {
				take(s.Supply, s.LineVolts, s.duties, false)
			}
		}
	}
	if s := a.IdlerStart; o.As.StartBy.ByCapacitor() {
		take(s.Supply, s.Volts, nil, true)
	}
	return d, true
}

// Draw is what the converter takes of the line; ok is false where nothing of it runs.
func (o *Solved) Draw() (supply.Draw, bool) {
	d, ok := drawn(o)
	return d.Draw, ok
}

// takes is the draw of a likeness in the same states, and the amps of the hardest start by
// itself; ok is false where it does not run.
func (l *likeness) takes(o *Solved, d draw) (out supply.Draw, start float64, ok bool) {
	st := l.during(o, d.run)
	if !st.Runs {
		return out, 0, false
	}
	out = st.draw(d.Mark)
	switch {
	case d.idler:
		st = l.startsIdler(o)
	case d.start != nil:
		st = l.settle(d.start)
	default:
		return out, 0, true
	}
	if st.Supply > out.StartAmps {
		out.StartAmps, out.StartVolts = st.Supply, st.Volts[0]
	}
	return out, st.Supply, true
}

// startsIdler is the first instant of the idler's start.
func (l *likeness) startsIdler(o *Solved) State {
	a, own := o.Answer, l.twins[0].Can
	banks := starting(&o.Read, Balance{own * a.Balance.L13, own * a.Balance.L23}, own*a.IdlerStart.Used)
	st := l.street.standing(banks, 1)
	l.street.SetBalance(Balance{own * a.Balance.L13, own * a.Balance.L23})
	return st
}

// SupplyFigures are the volts and amps of the line with the converter on it. Empty where
// nothing of it runs.
func (o *Solved) SupplyFigures() []finding.Figure {
	d, ok := drawn(o)
	if !ok {
		return []finding.Figure{}
	}
	s := o.Idler.Site.Supply
	return site.Banded(s.Figures(&d.Draw), supply.Units, func(yield func([]finding.Figure) bool) {
		for _, l := range o.like {
			own := s
			own.Volts *= l.twins[0].Line
			if takes, _, ok := l.takes(o, d); ok && !yield(own.Figures(&takes)) {
				return
			}
		}
	})
}

// LoadFigures set what the planned machine's load asks beside what the converter leaves it.
// Empty for the idler.
func (o *Solved) LoadFigures() []finding.Figure {
	room := o.Room()
	if room == nil {
		return []finding.Figure{}
	}
	i := o.Planned()
	m, e := o.At(i).Site, o.Answer.Each[i]
	alone := make([]Duty, len(o.Counted))
	alone[i] = Duty{Running, m.Load.At(m.Load.Usual)}
	return site.Banded(m.Load.Figures(room), load.Units, func(yield func([]finding.Figure) bool) {
		for k, l := range o.like {
			one, twin, left := *room, l.twins[i+1], o.left[i][k]
			one.Continuous = left.continuous
			if e.Start.Hold {
				one.Start = left.start
			}
			if st := l.as(o, alone); st.Runs {
				one.RPM = st.Machines[i].RPM
			}
			if !yield(m.Load.Times(twin.Load).Figures(&one)) {
				return
			}
		}
	})
}

// left is what a likeness leaves one machine alone on its idler: the share of load for good
// and the one at which something falls out, its start over rated, and what that takes. NaN
// is what it has none of.
type left struct {
	continuous, falls, start, supply float64
}

// spread works the likenesses out, each on a street of its own, side by side: the states that
// occur, where it falls, and what it leaves each machine.
func spread(o *Solved) {
	falls := make([]float64, len(o.like))
	o.left = make([][]left, len(o.Answer.Each))
	for i := range o.left {
		o.left[i] = make([]left, len(o.like))
	}
	each.Of(len(o.like), func(k int) {
		l := o.like[k]
		falls[k] = math.NaN()
		if factor, ok := l.firstFall(o); ok {
			falls[k] = factor
		}
		for i, e := range o.Answer.Each {
			o.left[i][k] = l.leaves(o, i, e)
		}
		for state := range o.states {
			l.during(o, state)
		}
	})
	if f := o.Answer.First; f != nil {
		f.Band.Add(f.Factor)
		for _, factor := range falls {
			if !math.IsNaN(factor) {
				f.Band.Add(factor)
			}
		}
	}
}

// leaves is what a likeness leaves one machine.
func (l *likeness) leaves(o *Solved, i int, e Each) left {
	out := left{continuous: l.carries(o, i, e.Continuous), falls: math.NaN(), supply: math.NaN()}
	if e.Falls > 0 {
		full := make([]Duty, len(o.Counted))
		full[i] = Duty{Running, machine.Load{Kind: o.At(i).Site.Load.Kind.Loaded(), Share: 1}}
		if x, ok := l.street.foldsAt(full, e.fold, i+1); ok {
			out.falls = x
		}
	}
	if !e.Start.Hold {
		return out // it pulls the idler down: nothing is left it
	}
	if st := l.settle(e.Start.duties); st.Runs {
		out.start = st.Machines[i].TorqueNm / l.twins[i+1].Model.RatedTorqueNm
		out.supply = st.Supply
	}
	return out
}

// bandOf is where one of the figures that a machine is left may lie, in a unit; empty
// where every likeness has it alike.
func bandOf(o *Solved, i int, own float64, u string, of func(left) float64) string {
	var b site.Band
	b.Add(own)
	for _, one := range o.left[i] {
		if x := of(one); !math.IsNaN(x) {
			b.Add(x)
		}
	}
	if b.Low == b.High {
		return ""
	}
	return b.Stretch().Value(u)
}

// carries is the share of load up to which every winding of a likeness stays inside plate
// with one machine on it, by secants from the converter's own share.
func (l *likeness) carries(o *Solved, i int, near float64) float64 {
	if near <= 0 {
		return 0
	}
	kind := o.At(i).Site.Load.Kind.Loaded()
	duties := make([]Duty, len(o.Counted))
	over := func(share float64) float64 {
		duties[i] = Duty{Running, machine.Load{Kind: kind, Share: share}}
		st := l.street.Settle(duties)
		if !st.Runs {
			return math.NaN()
		}
		_, _, worst := st.Worst()
		return worst - 1
	}
	if share, ok := search.Secant(over, near, -0.03, 1e-3); ok {
		return share
	}
	for part := 1.4; part > 0.05; part -= 0.2 { // a winding that others burden: from above, in strides
		if x := over(part * near); x <= 0 {
			low, high := part*near, (part+0.2)*near
			for range 6 {
				if mid := (low + high) / 2; over(mid) <= 0 {
					low = mid
				} else {
					high = mid
				}
			}
			return low
		}
	}
	return 0
}

// banded gives the converter's own figures where they may lie.
func banded(o *Solved, figures []finding.Figure) []finding.Figure {
	a, all := o.Answer, site.Bands{}
	for _, l := range o.like {
		if w := a.Yours.Worst; !math.IsInf(w.Share, 1) {
			if st := l.during(o, w.State); st.Runs {
				_, _, share := st.Worst()
				all.Add("worst", share)
			}
		}
		least, most := math.Inf(1), 0.0
		for k := range o.states {
			if !a.Occasions[k].State.Runs {
				continue
			}
			if st := l.during(o, k); st.Runs {
				least, most = min(least, st.Volts[1], st.Volts[2]), max(most, st.Volts[1], st.Volts[2])
			}
		}
		if most > 0 {
			all.Add("made", least)
			all.Add("made", most)
		}
		if st := l.during(o, 0); st.Runs {
			all.Add("idle", st.Supply)
		}
		if st := l.during(o, a.Most.at); st.Runs {
			all.Add("most", st.Supply)
		}
	}
	if a.First != nil {
		band := a.First.Band
		all["first"] = &band
	}
	return all.On(figures, map[string]string{"worst": "%", "made": "V", "idle": "A", "most": "A", "first": timesAll})
}

// timesAll is the unit of a factor on all loads.
const timesAll = "times all loads"

// firstFall is the factor on all loads at which the first motor of a likeness falls out.
func (l *likeness) firstFall(o *Solved) (factor float64, ok bool) {
	for _, f := range o.falls {
		own := slices.Clone(f.duties)
		for i := range own {
			own[i].Load.Share *= l.loads[i]
		}
		if x, out := l.street.foldsAt(own, f.fold, f.who+1); out && (!ok || x < factor) {
			factor, ok = x, true
		}
	}
	return factor, ok
}

// guardBands gives what stands ahead of the planned motor, or of the converter, as it would
// be sized for the likenesses.
func guardBands(o *Solved, own Sized, n Noted, figures []finding.Figure) []finding.Figure {
	i := o.Planned()
	units := map[string]string{"breaker": finding.AsWritten, "conductor": finding.AsWritten,
		"relay": finding.AsWritten, "start": "A"}
	d, ok := drawn(o)
	if !ok {
		return figures
	}
	return site.Banded(figures, units, func(yield func([]finding.Figure) bool) {
		for _, l := range o.like {
			z := own
			if i < 0 {
				takes, start, ok := l.takes(o, d)
				if !ok {
					continue
				}
				z.Amps, z.StartAmps = takes.RunAmps, start
				z.Carries = l.most(o, func(st *State) *Shaft { return &st.Idler }, -1)
			} else {
				z.Carries = l.most(o, func(st *State) *Shaft { return &st.Machines[i] }, i)
				z.Amps = max(own.Amps, z.Carries)
				if z.Carries < own.Carries && own.Amps == own.Carries {
					z.Amps = max(z.Carries, o.At(i).Site.Model.LineAmps)
				}
				z.StartAmps = l.twins[i+1].Model.LockedAmpsRatio * l.twins[i+1].Model.LineAmps
			}
			if !yield(guardWords{o: o, z: finish(&o.Read, i, z), n: n}.figures()) {
				return
			}
		}
	})
}

// most is the greatest amps in a lead of a motor over the states that occur.
func (l *likeness) most(o *Solved, of func(*State) *Shaft, i int) (amps float64) {
	for k := range o.states {
		c := o.Answer.Occasions[k]
		if !c.State.Runs || i >= 0 && (!slices.Contains(c.Running, i) || !entered(&o.Read, i, c.Part)) {
			continue
		}
		if st := l.during(o, k); st.Runs {
			amps = max(amps, slices.Max(of(&st).Leads[:]))
		}
	}
	return amps
}
