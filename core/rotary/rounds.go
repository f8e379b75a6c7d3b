package rotary

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// ReadingsView is one round of readings, each figure beside what the plates let expect: not what the
// converter refitted to the readings would show, since that is bent to them.
type ReadingsView struct {
	Typed   string        `json:"typed"`
	Title   string        `json:"title"` // what ran, on which cans
	Figures []RoundFigure `json:"figures" nullable:"false"`
	Grade   finding.Grade `json:"grade"`
	Verdict string        `json:"verdict"`
}

// RoundFigure is one figure of a round.
type RoundFigure struct {
	Name   string `json:"name"`
	Read   string `json:"read"`
	Expect string `json:"expect"` // the band; empty where nothing is expected
	// Where says on which side of the band it lies: inside, above, below, far-above, far-below.
	Where string `json:"where,omitempty" enum:"inside,above,below,far-above,far-below"`

	value, at     float64 // read, and what the plates give
	low, high     float64
	unit          string
	times         float64 // 10 or 100 where it looks like a slip of the pen
	far, expected bool
}

// where a figure lies; far is beyond its band by more than the band is wide, as in the bring-up.
func (f *RoundFigure) stand() {
	width := f.high - f.low
	switch {
	case f.value > f.high+width:
		f.Where, f.far = "far-above", true
	case f.value > f.high:
		f.Where = "above"
	case f.value < f.low-width:
		f.Where, f.far = "far-below", true
	case f.value < f.low:
		f.Where = "below"
	default:
		f.Where = "inside"
	}
	for _, times := range []float64{10, 100} {
		for _, x := range []float64{f.value / times, f.value * times} {
			if f.far && x >= f.low-width && x <= f.high+width {
				f.times = times
			}
		}
	}
}

// mistaken is a fault of a converter that a round may show: what is changed of it.
type mistaken struct {
	text string
	make func(s *Street, b Balance, backward bool)
}

// mistakes are tried against a round that lies far outside; each is named only where it brings
// every figure near.
var mistakes = []mistaken{
	{noneOfTheCans, func(s *Street, _ Balance, _ bool) { s.SetBalance(Balance{}) }},
	{bankNotIn(0), func(s *Street, b Balance, _ bool) { s.SetBalance(Balance{0, b.L23}) }},
	{bankNotIn(1), func(s *Street, b Balance, _ bool) { s.SetBalance(Balance{b.L13, 0}) }},
	{banksExchanged, func(s *Street, b Balance, _ bool) { s.SetBalance(Balance{b.L23, b.L13}) }},
	{bankAtHalf(0), func(s *Street, b Balance, _ bool) { s.SetBalance(Balance{b.L13 / 2, b.L23}) }},
	{bankAtHalf(1), func(s *Street, b Balance, _ bool) { s.SetBalance(Balance{b.L13, b.L23 / 2}) }},
	{spunTheOtherWay, func(s *Street, _ Balance, backward bool) { s.SetBackward(!backward) }},
}

// rounds sets every round of readings beside what the plates let expect of it. as is the converter
// before it was refitted.
func rounds(o *Solved, as *Solved) (out []ReadingsView) {
	for _, r := range o.Rounds[max(0, len(o.Rounds)-mostRounds):] {
		out = append(out, round(as, r))
	}
	return out
}

// round is one of them.
func round(o *Solved, r Round) ReadingsView {
	v := ReadingsView{Typed: r.Typed, Figures: []RoundFigure{}, Grade: finding.Open}
	cans := o.Answer.Balance
	if r.Cans != nil {
		cans = *r.Cans
	}
	v.Title = roundTitle(&o.Read, r, cans)
	duties := make([]Duty, len(o.Counted))
	for _, id := range r.Running {
		i := indexOf(&o.Read, id)
		if i < 0 {
			v.Verdict = roundOfOther
			return v
		}
		l := o.At(i).Site.Load
		duties[i] = Duty{Running, machine.Load{Kind: l.Kind.Loaded(), Share: l.Usual}}
	}
	idler, _ := o.Idler.motor()
	motors := make([]Motor, len(o.Counted))
	for i := range o.Counted {
		motors[i], _ = o.At(i).motor()
	}
	s := NewStreet(line(&o.Read), idler, motors...)
	s.SetBackward(o.As.Spun == Backward)
	s.SetBalance(cans)
	st := s.Settle(duties)
	if !st.Runs {
		v.Grade, v.Verdict = finding.Caution, roundWouldFall
		return v
	}
	bands := map[string]*site.Band{}
	for _, l := range likenessesOn(&o.Read, cans) {
		if one := l.settle(duties); one.Runs {
			figuresOf(&o.Read, r, &one, func(f RoundFigure, at float64) {
				if bands[f.Name] == nil {
					bands[f.Name] = &site.Band{}
				}
				bands[f.Name].Add(at)
			})
		}
	}
	figuresOf(&o.Read, r, &st, func(f RoundFigure, at float64) {
		if b := bands[f.Name]; b != nil {
			b.Stretch()
			f.at, f.Expect = at, b.Text(f.unit)
			f.low, f.high, f.expected = b.Ends(f.unit)
			f.stand()
		}
		v.Figures = append(v.Figures, f)
	})
	v.Grade, v.Verdict = verdictOf(&o.Read, v.Figures, func(m mistaken) (State, bool) {
		s.SetBalance(cans)
		s.SetBackward(o.As.Spun == Backward)
		m.make(s, cans, o.As.Spun == Backward)
		st := s.Settle(duties)
		return st, st.Runs
	}, r)
	return v
}

// figuresOf hands what was read of a round to see, with what a state gives for it.
func figuresOf(o *Read, r Round, st *State, see func(f RoundFigure, at float64)) {
	one := func(name string, read, at float64, u string) {
		if read > 0 {
			see(RoundFigure{Name: name, Read: unit.Text(read, u), value: read, unit: u}, at)
		}
	}
	for i, read := range r.Volts {
		one("volts "+betweenLines[i], read, st.Volts[i], "V")
	}
	one("amps of the supply line", r.Line, st.Supply, "A")
	for i := -1; i < len(o.Counted); i++ {
		id, name, shaft := o.Idler.ID, o.Idler.Name, &st.Idler
		if i >= 0 {
			id, name, shaft = o.id(i), o.At(i).Name, &st.Machines[i]
		}
		for k, read := range r.Leads[id] {
			one(fmt.Sprintf("amps of %s, L%d", name, k+1), read, shaft.Leads[k], "A")
		}
	}
}

// betweenLines are the pairs in the order of a round's volts.
var betweenLines = [3]string{"L1-L2", "L2-L3", "L3-L1"}

// verdictOf says what a round shows: good inside its bands, a note with one figure a little outside,
// a caution with one far outside or several outside, with the mistakes that bring every figure near.
func verdictOf(o *Read, all []RoundFigure, as func(mistaken) (State, bool), r Round) (finding.Grade, string) {
	worst := -1
	slips, out := []string{}, []string{}
	for i := range all {
		f := &all[i]
		if f.Where == "" || f.Where == "inside" {
			continue
		}
		out = append(out, readFigure(f))
		if f.times > 0 {
			slips = append(slips, slipOfThePen(f))
		}
		if worst < 0 || f.far && !all[worst].far {
			worst = i
		}
	}
	switch {
	case worst < 0:
		return finding.Good, roundInside
	case !all[worst].far && len(out) == 1:
		return finding.Note, roundALittle(out)
	case len(slips) > 0:
		return finding.Caution, roundOutside(all[worst].far, out) + " " + strings.Join(slips, " ")
	}
	var causes []string
	for _, m := range mistakes {
		st, ok := as(m)
		if !ok {
			continue
		}
		near := true
		figuresOf(o, r, &st, func(f RoundFigure, at float64) {
			i := slices.IndexFunc(all, func(g RoundFigure) bool { return g.Name == f.Name })
			near = near && (!all[i].expected || math.Abs(at-f.value) <= all[i].high-all[i].low)
		})
		if near {
			causes = append(causes, m.text)
		}
	}
	return finding.Caution, roundOutside(all[worst].far, out) + " " + roundCauses(causes)
}

// judgeRounds says the gravest of what the rounds show.
func judgeRounds(o *Judged) {
	for _, v := range o.roundViews {
		if v.Grade == finding.Caution {
			say(o, sayRound(v))
		}
	}
}
