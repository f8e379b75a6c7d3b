package rotary

import (
	"errors"
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/unit"
)

// Round is one set of readings on the running converter: which machines ran, on which
// cans, and what the meters showed; 0 where nothing was read.
type Round struct {
	Typed   string
	Running []string // ids, in any order; none: the idler alone
	Cans    *Balance // nil: those that are entered now
	Volts   [3]float64
	Line    float64
	Leads   map[string][3]float64 // by id, amps in leads 1, 2, 3
}

// ReadRounds reads one round a line: "idle; 240 252 248 V; line 2.4 A; m1 16.7 3.3 19.9 A",
// with the machines that ran joined by + in the place of idle, and "cans 190 7.5" where
// others were in than now. Each line comes back as a reading.
func ReadRounds(text string) (rounds []Round, readings []finding.Reading) {
	for line := range unit.Lines(text) {
		r := finding.Reading{Path: "rotary.readings", Typed: line}
		round, err := readRound(line)
		if err != nil {
			r.Problem, r.Wanted = err.Error(), "idle; 240 252 248 V; line 2.4 A; m1 16.7 3.3 19.9 A"
		} else {
			r.ReadAs = fmt.Sprintf("%d figures", round.count())
			rounds = append(rounds, round)
		}
		readings = append(readings, r)
	}
	return rounds, readings
}

func readRound(line string) (Round, error) {
	r := Round{Typed: line, Leads: map[string][3]float64{}}
	for i, piece := range strings.Split(line, ";") {
		words := strings.Fields(unit.PlainSpaces(piece))
		if len(words) == 0 {
			continue
		}
		if i == 0 {
			if words[0] != "idle" {
				r.Running = strings.Split(words[0], "+")
			}
			continue
		}
		if last := words[len(words)-1]; last == "V" || last == "A" || last == "µF" {
			words = words[:len(words)-1]
		}
		if err := r.take(words); err != nil {
			return r, err
		}
	}
	if r.count() == 0 {
		return r, fmt.Errorf("no figure stands in “%s”", line)
	}
	return r, nil
}

// take reads one piece: three volts, the line's amps, cans, or a motor's three amps.
func (r *Round) take(words []string) error {
	if len(words) == 0 {
		return errors.New("a unit stands there without a figure")
	}
	name := ""
	if _, err := strconv.ParseFloat(words[0], 64); err != nil && words[0] != "-" {
		name, words = words[0], words[1:]
	}
	figures := make([]float64, 0, 3)
	for _, w := range words {
		x, err := strconv.ParseFloat(strings.ReplaceAll(w, ",", "."), 64)
		if w == "-" {
			x, err = 0, nil
		}
		if err != nil || !(x >= 0 && x < 2000) {
			return fmt.Errorf("“%s” is no figure of a meter", w)
		}
		figures = append(figures, x)
	}
	switch {
	case name == "line" && len(figures) == 1:
		r.Line = figures[0]
	case name == "cans" && len(figures) == 2:
		r.Cans = &Balance{figures[0], figures[1]}
	case name == "" && len(figures) == 3:
		r.Volts = [3]float64(figures)
	case name != "" && len(figures) == 3:
		r.Leads[name] = [3]float64(figures)
	default:
		return fmt.Errorf("“%s” with %d figures is not understood", name, len(figures))
	}
	return nil
}

// count is how many figures were read.
func (r *Round) count() (n int) {
	one := func(x float64) {
		if x > 0 {
			n++
		}
	}
	one(r.Line)
	for _, v := range r.Volts {
		one(v)
	}
	for _, l := range r.Leads {
		for _, a := range l {
			one(a)
		}
	}
	return n
}

// Fit is the motors that the readings show: a factor on each one's magnetising
// reactance, the idler first, and the load of every machine that ran.
type Fit struct {
	Magnetising []float64
	Share       map[int]float64 // by machine of the street: the load it was found at
	Off         float64         // root mean square of the deviations, in meter errors
	Fits        bool
	Rounds      int
}

const (
	voltError  = 0.007 // of a reading
	ampError   = 0.02
	ampFloor   = 0.015 // of the motor's rated amps
	doubt      = 0.2   // how far ln of a magnetising factor may be from the fit's own
	fitsWithin = 3.0
	mostRounds = 6 // the last so many are looked at
)

// fitted finds the motors that the rounds show; nil without a round that concerns this
// street.
func fitted(o *Read, idler Motor, motors []Motor) *Fit {
	rounds := []Round{}
	for _, r := range o.Rounds {
		known := true
		for _, id := range r.Running {
			known = known && indexOf(o, id) >= 0
		}
		if known {
			rounds = append(rounds, r)
		}
	}
	if len(rounds) == 0 {
		return nil
	}
	if len(rounds) > mostRounds {
		rounds = rounds[len(rounds)-mostRounds:]
	}
	f := &Fit{Magnetising: make([]float64, 1+len(motors)), Share: map[int]float64{}, Rounds: len(rounds)}
	for i := range f.Magnetising {
		f.Magnetising[i] = 1
	}
	for _, r := range rounds {
		for _, id := range r.Running {
			i := indexOf(o, id)
			f.Share[i] = o.At(i).Site.Load.Usual
		}
	}
	machines := slices.Sorted(maps.Keys(f.Share))
	// Unknown: ln of the factors of the idler and of the machines that ran, and their loads.
	shown := append([]int{-1}, machines...)
	x := make([]float64, len(shown)+len(machines))
	for k, i := range machines {
		x[len(shown)+k] = f.Share[i]
	}
	take := func(x []float64) {
		for k, i := range shown {
			f.Magnetising[i+1] = math.Exp(x[k])
		}
		for k, i := range machines {
			f.Share[i] = math.Max(0, x[len(shown)+k])
		}
	}
	search.LeastSquares(x, func(x []float64) ([]float64, bool) {
		take(x)
		return misses(o, f, idler, motors, rounds)
	})
	take(x)
	best := math.Inf(1)
	if misses, ok := misses(o, f, idler, motors, rounds); ok {
		best = 0
		for _, m := range misses {
			best += m * m
		}
	}
	n := 0
	for _, r := range rounds {
		n += r.count()
	}
	f.Off = math.Sqrt(math.Max(0, best) / float64(n))
	f.Fits = f.Off <= fitsWithin
	return f
}

// indexOf is a machine of the street by its id; -1 where it is none.
func indexOf(o *Read, id string) int {
	for i := range o.Counted {
		if o.id(i) == id {
			return i
		}
	}
	return -1
}

// apply is a motor with its magnetising reactance as the fit has it.
func (f *Fit) apply(i int, m Motor) Motor {
	model := *m.Model
	model.Eq.XmOhm *= f.Magnetising[i]
	m.Model = &model
	return m
}

// misses are (predicted − read)/meter error over the rounds, with the doubt about the
// magnetising factors; false where a round does not run.
func misses(o *Read, f *Fit, idler Motor, motors []Motor, rounds []Round) (out []float64, ok bool) {
	all := make([]Motor, len(motors))
	for i, m := range motors {
		all[i] = f.apply(i+1, m)
	}
	s := NewStreet(line(o), f.apply(0, idler), all...)
	s.SetBackward(o.As.Spun == Backward)
	for _, k := range f.Magnetising {
		out = append(out, math.Log(k)/doubt)
	}
	for _, r := range rounds {
		cans := o.Entered
		if r.Cans != nil {
			cans = *r.Cans
		}
		s.SetBalance(cans)
		duties := make([]Duty, len(motors))
		for _, id := range r.Running {
			i := indexOf(o, id)
			kind := o.At(i).Site.Load.Kind.Loaded()
			duties[i] = Duty{Running, machine.Load{Kind: kind, Share: f.Share[i]}}
		}
		st := s.Settle(duties)
		if !st.Runs {
			return nil, false
		}
		out = append(out, against(o, r, &st)...)
	}
	return out, true
}

// against is one round's deviations from a solved state, in meter errors.
func against(o *Read, r Round, st *State) (out []float64) {
	one := func(read, predicted, e float64) {
		if read > 0 {
			out = append(out, (predicted-read)/e)
		}
	}
	for i, v := range r.Volts {
		one(v, st.Volts[i], voltError*v)
	}
	plate := o.Idler.Site.Model.LineAmps
	one(r.Line, st.Supply, ampError*r.Line+ampFloor*plate)
	for _, id := range slices.Sorted(maps.Keys(r.Leads)) { // each miss in its own place every time
		read := r.Leads[id]
		shaft, rated := &st.Idler, plate
		if i := indexOf(o, id); i >= 0 {
			shaft, rated = &st.Machines[i], o.At(i).Site.Model.LineAmps
		} else if id != o.Idler.ID {
			continue
		}
		for k, a := range read {
			one(a, shaft.Leads[k], ampError*a+ampFloor*rated)
		}
	}
	return out
}

// refit puts the motors that the readings show in the place of those fitted to the
// plates alone, where they explain the readings.
func refit(o *Read, idler *Motor, motors []Motor) {
	f := fitted(o, *idler, motors)
	if o.Fit = f; f == nil || !f.Fits {
		return
	}
	why := func(k float64) finding.Why {
		return finding.Why{
			Formula: "Xm · " + unit.Three(k),
			Section: finding.OnTrim,
			Source:  "refitted to your readings on the running converter",
		}
	}
	*idler = f.apply(0, *idler)
	at := *o.Idler
	at.Site = at.Site.With(*idler.Model, why(f.Magnetising[0]), false)
	o.Idler = &at
	o.Machines = slices.Clone(o.Machines)
	for i := range motors {
		if _, ran := f.Share[i]; !ran {
			continue
		}
		motors[i] = f.apply(i+1, motors[i])
		m := &o.Machines[o.Counted[i]]
		m.Site = m.Site.With(*motors[i].Model, why(f.Magnetising[i+1]), false)
	}
}

// judgeReadings says what the readings show.
func judgeReadings(o *Judged) {
	judgeRounds(o)
	f := o.Fit
	if f == nil {
		return
	}
	if !f.Fits {
		say(o, readingsOff(&o.Read))
		return
	}
	say(o, readingsFit(&o.Solved))
	for _, i := range slices.Sorted(maps.Keys(f.Share)) {
		if said := o.At(i).Site.Load; math.Abs(f.Share[i]-said.Usual) > 0.08 {
			say(o, loadFound(&o.Read, i))
			break
		}
	}
}
