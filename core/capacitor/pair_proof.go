package capacitor

import (
	"context"
	"fmt"
	"math"

	"graybridge/core/arrange"
	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// PairProof is the pair followed in time, and the map of both µF.
type PairProof struct {
	Rows  []PairLine  `json:"rows" nullable:"false"`
	TimeS []float64   `json:"time_s" nullable:"false"`
	RPM   []float64   `json:"rpm" nullable:"false"`
	Amps  []float64   `json:"amps" nullable:"false"`
	First [2]float64  `json:"first" nullable:"false"` // µF from and to, along
	Other [2]float64  `json:"second" nullable:"false"`
	Worst [][]float64 `json:"worst" nullable:"false"` // rows of Second, from below; 0: not carried
}

// NoPairProof is a proof of which nothing is known.
func NoPairProof() PairProof {
	return PairProof{Rows: []PairLine{}, TimeS: []float64{}, RPM: []float64{}, Amps: []float64{}, Worst: [][]float64{}}
}

// The map's resolution, and how far around the best µF it reaches.
const (
	pairMapSteps = 33
	mapFrom      = 0.5
	mapTo        = 1.6
)

// Prove follows the pair in time (start, load lost, a capacitor lost) and maps both µF.
func (o *Solved) Prove(ctx context.Context) (out PairProof, err error) {
	p, err := o.Pair()
	if err != nil || !p.Possible || p.First.Microfarad == 0 {
		return out, ErrNone
	}
	l := o.Site.Load
	j, backward := pairJoint(o.CornerTo), o.CornerTo == "L2"
	w := pairWants(&o.Read, math.Max(l.Lightest, 0.7*l.Usual), l.Heaviest)
	uf := [2]float64{p.First.Microfarad, p.Second.Microfarad}
	out = NoPairProof()
	out.First = [2]float64{mapFrom * p.First.Best, mapTo * p.First.Best}
	out.Other = [2]float64{mapFrom * p.Second.Best, mapTo * p.Second.Best}
	if err = pairFilm(&o.Read, ctx, w, j, backward, uf, &out); err != nil {
		return out, err
	}
	s, err := w.Solve(j, backward)
	if err != nil {
		return out, ErrNone
	}
	for b := range pairMapSteps {
		if err := ctx.Err(); err != nil {
			return out, err
		}
		row := make([]float64, pairMapSteps)
		at := func(r [2]float64, i int) float64 { return r[0] + (r[1]-r[0])*float64(i)/(pairMapSteps-1) }
		for a := range row {
			if x := s.WorstOver([2]float64{at(out.First, a), at(out.Other, b)}, math.Inf(1)); !math.IsInf(x, 1) {
				row[a] = x
			}
		}
		out.Worst = append(out.Worst, row)
	}
	return out, nil
}

// pairFilm follows start, loss of load and loss of a capacitor.
//
// Long: three runs that share what is watched.
func pairFilm(o *Read, ctx context.Context, w arrange.Wants, j arrange.Joint, backward bool, uf [2]float64,
	out *PairProof) error {
	m, l := o.Site.Model, o.Site.Load
	c := w.Circuit(j, uf)
	if c.Sources[0].ResistanceOhm < leastLineOhm {
		c.Sources[0].ResistanceOhm = leastLineOhm
	}
	load := transient.Load{ConstantNm: m.FrictionNm, ReferenceRadS: m.RPM * math.Pi / 30}
	full := l.Usual * m.RatedTorqueNm
	loaded := load
	switch w.Kind {
	case machine.Fan:
		loaded.FanNm = full
	case machine.Linear:
		loaded.LinearNm = full
	default:
		loaded.ConstantNm += full
	}
	inertia := machine.RotorInertia(m) + l.Inertia
	sync := m.Eq.SyncRadPerSecond(w.Hertz)
	way := 1.0
	if backward {
		way = -1
	}
	type seen struct {
		worst, speed, peak, up float64
		volts                  [2]float64
	}
	run := func(c circuit.Circuit, load transient.Load, from float64, keep bool) (v seen, err error) {
		s := transient.Setup{Context: ctx, Circuit: c, EndS: pairEnd, Rotors: []transient.Rotor{{InertiaKgM2: inertia,
			SpeedShare: way * from, Load: load}}}
		sum, n, next, peak := [3]float64{}, 0, 0.0, 0.0
		_, err = s.Run(func(x *transient.Sample) bool {
			v.speed = way * x.SpeedRadS[0]
			if v.up == 0 && v.speed > 0.93*sync {
				v.up = x.TimeS
			}
			peak = math.Max(peak, math.Abs(x.SourceAmps(0)))
			v.peak = math.Max(v.peak, peak)
			for i := range c.Elements {
				v.volts[i] = math.Max(v.volts[i], math.Abs(x.ElementVolts(i)))
			}
			if x.TimeS > s.EndS-0.2+1e-9 {
				n++
				for k := range sum {
					sum[k] += x.CoilAmps(0, k) * x.CoilAmps(0, k)
				}
			}
			if keep && x.TimeS >= next {
				out.TimeS, out.RPM = append(out.TimeS, x.TimeS), append(out.RPM, v.speed*30/math.Pi)
				out.Amps = append(out.Amps, peak)
				next, peak = next+0.01, 0
			}
			return true
		})
		for _, q := range sum {
			v.worst = max(v.worst, math.Sqrt(q/math.Max(1, float64(n)))/m.WindingAmps)
		}
		return v, err
	}
	row := func(id, name, text, note string, g finding.Grade) {
		out.Rows = append(out.Rows, PairLine{ID: id, Name: name, Text: text, Note: note, Grade: g})
	}
	start, err := run(c, loaded, 0, true)
	if err != nil {
		return err
	}
	if start.up == 0 {
		row("up", "Start in time", "does not come up", fmt.Sprintf("%s after "+
			"%s", unit.Whole(start.speed*30/math.Pi, "rpm"),
			unit.Text(pairEnd, "s")), finding.Stop)
	} else {
		row("up", "Start in time", unit.Text(start.up, "s"), fmt.Sprintf("to nearly full speed; peak of %s from the "+
			"line", unit.Text(start.peak, "A")), finding.Good)
		row("settles", "Then", unit.Percent(start.worst), "worst winding of rated amps, with "+
			"harmonics", gradeOf(start.worst))
	}
	for i, name := range []string{"C1", "C2"} {
		row("peak-"+name, "Peak volts on "+name, unit.Whole(start.volts[i], "V"), "at the start", finding.Note)
	}
	idle, err := run(c, load, 0.95, false)
	if err != nil {
		return err
	}
	row("idle", "Load lost", unit.Percent(idle.worst), "worst winding of rated amps, idling", gradeOf(idle.worst))
	for i, name := range []string{"C1", "C2"} {
		lost := c
		lost.Elements = []circuit.Element{c.Elements[1-i]}
		v, err := run(lost, loaded, 0.93, false)
		if err != nil {
			return err
		}
		text := unit.Percent(v.worst)
		if v.speed < 0.5*sync {
			text = "stalls, " + text
		}
		row("lost-"+name, name+" opens while it runs", text, "worst winding of rated amps", gradeOf(v.worst))
	}
	return nil
}

const (
	pairEnd      = 1.6 // s that are followed
	leastLineOhm = 0.1 // a line without any is no line
)
