package rotary

import (
	"context"
	"math"
	"slices"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Member is one motor of a converter, as its own site shows it.
type Member struct {
	ID, Name string
	Site     *site.Site
}

// motor is the member as the street wants it; ok is false while its plate is not
// complete, its joints are not known or its coils would not get their volts.
func (m Member) motor() (Motor, bool) {
	s := m.Site
	if s.Model == nil || s.Wanted == nil || !s.Fits() {
		return Motor{}, false
	}
	way := leads.Name(s.Hand.Kind, s.Wanted)
	if s.Hand.Kind == leads.Three {
		way = leads.Way{Arrangement: s.Inner, Halves: leads.Whole}
	}
	if way.Arrangement == "" {
		return Motor{}, false
	}
	return Motor{Model: s.Model, Star: way.Arrangement == leads.Star, Parallel: way.Halves == leads.Parallel}, true
}

// Read is what was entered of a converter over the sites of its motors. Its readings show the motors
// anew, where there are any.
type Read struct {
	As           Entry
	Idler        *Member  // nil: no machine is named the idler
	Machines     []Member // all but the idler
	One          string   // the id of the one that is planned
	Entered      Balance
	Chosen       bool // banks were entered
	StartEntered float64
	Drawer       []float64
	Readings     []finding.Reading
	Rounds       []Round // readings on the running converter
	Counted      []int   // of Machines, those that stand in the street, in its order
	Fit          *Fit    // what the readings show; nil: there are none
}

// Solved is a converter of which everything is solved that can be.
type Solved struct {
	Read
	Street *Street   // nil: the idler cannot be computed yet
	sets   [][]int   // of the street, those that run together in a shop
	states Occurring // what the machines do in every state that occurs
	falls  []falls   // as all loads rise, those that may come first
	Answer *Answer

	like       []*likeness
	roundViews []ReadingsView
	left       [][]left // of each machine, by every likeness
}

// Judged is a converter with what is said of it.
type Judged struct {
	Solved
	Said []finding.Finding
}

// Shown is a converter worked out: what was entered of it, read, solved once, judged and laid out to
// be looked at. Its values are not to be changed.
type Shown struct {
	Judged
	View    *ConverterView
	Figures []finding.Figure
}

// Place puts a converter over its motors and works it out. one is the id of the motor
// that is planned. The error is the context's.
func Place(ctx context.Context, e Entry, idler *Member, machines []Member, one string) (*Shown, error) {
	r := Read{As: e, Idler: idler, Machines: machines, One: one}
	r.read()
	s := Solved{Read: r}
	if err := solve(&s, ctx); err != nil {
		return nil, err
	}
	return shownOf(s), nil
}

// shownOf judges what was solved and lays it out.
func shownOf(s Solved) *Shown {
	j := Judged{Solved: s}
	judge(&j)
	return &Shown{Judged: j, View: view(&j.Solved), Figures: figures(&j.Solved)}
}

// For is the same converter, worked out once, with another of its motors planned. Both hold one street:
// they are not asked at the same time.
func (o *Shown) For(one string) *Shown {
	s := o.Solved
	s.One = one
	return shownOf(s)
}

// Option is a pair of banks with what it does over the states that occur.
type Option struct {
	Balance
	Worst WorstOf
	Other WorstOf    // the same cans with the idler spun the other way
	Made  [2]float64 // least and greatest of the made line's volts to either supply line, over those states
	Off   float64    // the farthest of them from the line's volts, as a share
}

// Each is what the engine found of one machine that stands in the street.
type Each struct {
	Alone      State   // with the idler, at its usual load
	Continuous float64 // load share all day, alone, of its own kind of load
	Falls      float64 // the load share at which it, or the idler, falls out when alone; 0: not up to five times plate
	fold       fold    // there
	Start      Start   // with the idler alone
	Beside     Start   // with everything that may run beside it running; the weakest
	Standing   float64 // torque that stands against its start, over rated
	MostLead   float64 // greatest amps in one of its leads over the states that can occur
	Carried    float64 // the same over the loads that were entered
}

// Start is a machine held at standstill while others run.
type Start struct {
	Hold      bool
	Torque    float64 // over rated
	Supply    float64 // amps
	LineVolts float64 // between L1 and L2
	MadeVolts float64 // the lower of the made line's
	duties    []Duty
}

// Answer is everything that was solved of a converter.
type Answer struct {
	Balance            Balance // used: entered, or the plan's
	Cans               [2][]can.Part
	Plain, Equal, Best Option
	Yours              Option
	// Tolerance is the least and the greatest worst winding with either bank 5 % low or
	// high; 0 where a motor falls out.
	Tolerance  [2]float64
	OK         bool       // some banks let every state run
	Occasions  []Occasion // that occur, with the balance used
	Each       []Each     // of the street's machines
	Most       Occasion   // the case with the most supply amps
	First      *FirstOut
	IdlerStart IdlerStart
	BankVolts  [2]float64 // greatest across each bank
	BankAmps   [2]float64
}

// line is the supply as every site of the converter reads it.
func line(o *Read) Line {
	s := o.Idler.Site.Supply
	return Line{Volts: s.Volts, Hertz: s.Hertz, Ohm: s.LineOhm()}
}

// solve puts the motors that can be computed on one street and solves what occurs.
func solve(o *Solved, ctx context.Context) error {
	if o.Idler == nil {
		return nil
	}
	idler, ok := o.Idler.motor()
	if !ok {
		return nil
	}
	var motors []Motor
	for i, m := range o.Machines {
		if motor, ok := m.motor(); ok {
			motors, o.Counted = append(motors, motor), append(o.Counted, i)
		}
	}
	plain := *o
	refit(&o.Read, &idler, motors)
	o.Street = NewStreet(line(&o.Read), idler, motors...)
	o.Street.SetBackward(o.As.Spun == Backward)
	a := &Answer{}
	o.sets = o.timetable()
	states, shapes := o.occurring()
	o.states = states
	best, equal, err := o.Street.Search(ctx, states)
	if err != nil {
		return err
	}
	a.Best.Balance, a.Best.Worst, a.OK = best.Balance, best.Worst, best.OK
	a.Equal.Balance, a.Equal.Worst = equal.Balance, equal.Worst
	choose(&o.Read, a)
	for _, option := range []*Option{&a.Plain, &a.Equal, &a.Best, &a.Yours} {
		weigh(o, option, states)
	}
	a.Tolerance = tolerance(o, a.Balance, states)
	o.Street.SetBalance(a.Balance)
	for i, duties := range states {
		c := shapes[i]
		c.State, c.at = o.Street.Settle(duties), i
		a.Occasions = append(a.Occasions, c)
		if c.State.Runs && c.State.Supply > a.Most.State.Supply {
			a.Most = c
		}
	}
	eachMachine(o, a)
	banks(&o.Read, a)
	o.first(a)
	a.IdlerStart = startIdler(o, a)
	o.Answer = a
	o.like = likenesses(o)
	spread(o)
	if len(o.Rounds) > 0 {
		plain.Answer = a
		o.roundViews = rounds(o, &plain)
	}
	return nil
}

// choose takes the banks entered, or those that the plan would buy for the best pair.
func choose(o *Read, a *Answer) {
	if o.Chosen {
		a.Balance = o.Entered
		left := slices.Clone(o.Drawer)
		for i, uf := range []float64{o.Entered.L13, o.Entered.L23} {
			if parts := can.Combine(uf, left); uf > 0 && math.Abs(can.Sum(parts)-uf) < 1e-6 {
				a.Cans[i] = parts
			} else if uf > 0 {
				a.Cans[i] = []can.Part{{Microfarad: uf}}
			}
			left = without(left, a.Cans[i])
		}
	} else {
		left := slices.Clone(o.Drawer)
		for i, uf := range []float64{a.Best.L13, a.Best.L23} {
			if uf < least {
				continue
			}
			if a.Cans[i] = can.Combine(uf, left); a.Cans[i] == nil {
				a.Cans[i] = []can.Part{{Microfarad: math.Round(uf)}}
			}
			left = without(left, a.Cans[i])
		}
		a.Balance = Balance{can.Sum(a.Cans[0]), can.Sum(a.Cans[1])}
	}
	a.Yours.Balance = a.Balance
}

// least is the smallest bank worth fitting, in µF.
const least = 1.5

// without is the drawer after some parts were taken from it.
func without(drawer []float64, taken []can.Part) []float64 {
	for _, p := range taken {
		if i := slices.Index(drawer, p.Microfarad); p.Own && i >= 0 {
			drawer = slices.Delete(drawer, i, i+1)
		}
	}
	return drawer
}

// weigh fills what a pair of banks does over the states that occur.
func weigh(o *Solved, p *Option, states Occurring) {
	s := o.Street
	p.Worst = s.Worst(p.Balance, states)
	s.SetBackward(o.As.Spun != Backward)
	p.Other = s.Worst(p.Balance, states)
	s.SetBackward(o.As.Spun == Backward)
	s.SetBalance(p.Balance)
	p.Made = [2]float64{math.Inf(1), 0}
	for _, duties := range states {
		st := s.Settle(duties)
		if !st.Runs {
			continue
		}
		for _, v := range st.Volts[1:] {
			p.Made[0], p.Made[1] = math.Min(p.Made[0], v), math.Max(p.Made[1], v)
			p.Off = math.Max(p.Off, math.Abs(v/st.Volts[0]-1))
		}
	}
	if p.Made[1] == 0 {
		p.Made[0] = 0
	}
}

// tolerance is the least and the greatest worst winding with either bank at an end of
// its cans' tolerance; the greatest is 0 where a motor then falls out.
func tolerance(o *Solved, b Balance, states Occurring) (out [2]float64) {
	out[0] = math.Inf(1)
	const low, high = 1 - can.Tolerance, 1 + can.Tolerance
	for _, k := range [][2]float64{{low, low}, {low, high}, {high, low}, {high, high}} {
		w := o.Street.Worst(Balance{b.L13 * k[0], b.L23 * k[1]}, states).Share
		out[0], out[1] = math.Min(out[0], w), math.Max(out[1], w)
	}
	if math.IsInf(out[1], 1) {
		return [2]float64{}
	}
	return out
}

// eachMachine solves what concerns one machine.
func eachMachine(o *Solved, a *Answer) {
	n := len(o.Counted)
	for i := range n {
		m := o.At(i).Site
		e := Each{Standing: m.Model.FrictionNm/m.Model.RatedTorqueNm + math.Max(m.Load.StartShare(), BeltShare)}
		duties := make([]Duty, n)
		duties[i] = Duty{Running, m.Load.At(m.Load.Usual)}
		e.Alone = o.Street.Settle(duties)
		kind := m.Load.Kind.Loaded()
		e.Continuous, e.fold = o.Street.reaches(i, kind)
		if e.Alone.Runs { // a window between the shares that are looked at is one too
			if _, _, worst := e.Alone.Worst(); worst <= 1 {
				e.Continuous = math.Max(e.Continuous, m.Load.Usual)
			}
		}
		e.Falls = e.fold.factor
		duties[i] = Duty{Mode: Standing}
		e.Start = started(o, i, duties)
		e.Beside = e.Start
		for _, set := range o.sets {
			if len(set) < 2 || !slices.Contains(set, i) {
				continue
			}
			with := make([]Duty, n)
			for _, j := range set {
				with[j] = Duty{Running, o.At(j).Site.Load.At(o.At(j).Site.Load.Usual)}
			}
			with[i] = Duty{Mode: Standing}
			if s := started(o, i, with); !s.Hold || e.Beside.Hold && s.MadeVolts < e.Beside.MadeVolts {
				e.Beside = s
			}
		}
		for _, c := range a.Occasions {
			if c.State.Runs && slices.Contains(c.Running, i) {
				most := slices.Max(c.State.Machines[i].Leads[:])
				if e.MostLead = math.Max(e.MostLead, most); entered(&o.Read, i, c.Part) {
					e.Carried = math.Max(e.Carried, most)
				}
			}
		}
		a.Each = append(a.Each, e)
	}
}

// BeltShare is what belt, grease and bearings of a machine ask at standstill, over
// rated torque, where its load asks nothing (guide value).
const BeltShare = 0.08

func started(o *Solved, i int, duties []Duty) Start {
	st := o.Street.Settle(duties)
	if !st.Runs {
		return Start{}
	}
	return Start{Hold: true, Torque: st.Machines[i].TorqueNm / o.At(i).Site.Model.RatedTorqueNm, Supply: st.Supply,
		LineVolts: st.Volts[0], MadeVolts: math.Min(st.Volts[1], st.Volts[2]), duties: slices.Clone(duties)}
}

// reaches is how far a machine's load may rise with the idler alone: for good, and
// until something falls out (a factor of 0: not up to five times plate).
func (s *Street) reaches(i int, kind machine.LoadKind) (continuous float64, falls fold) {
	duties := make([]Duty, len(s.motors)-1)
	at := func(share float64) State {
		duties[i] = Duty{Running, machine.Load{Kind: kind, Share: share}}
		return s.Settle(duties)
	}
	duties[i] = Duty{Running, machine.Load{Kind: kind, Share: 1}}
	falls, _, _ = s.fallsOut(duties, 5)
	low, high := 0.0, 0.0
	for share := 0.0; share <= 1.301 && (falls.factor == 0 || share < falls.factor); share += 0.05 {
		if st := at(share); st.Runs {
			if _, _, worst := st.Worst(); worst <= 1 {
				low, high = share, share+0.05
			}
		}
	}
	if high == 0 {
		return 0, falls
	}
	for high-low > 0.002 {
		mid := (low + high) / 2
		st := at(mid)
		if _, _, worst := st.Worst(); st.Runs && worst <= 1 {
			low = mid
		} else {
			high = mid
		}
	}
	return low, falls
}

// banks finds what each bank sees over the cases.
func banks(o *Read, a *Answer) {
	for _, c := range a.Occasions {
		if !c.State.Runs {
			continue
		}
		a.BankVolts[0] = math.Max(a.BankVolts[0], c.State.Volts[2])
		a.BankVolts[1] = math.Max(a.BankVolts[1], c.State.Volts[1])
		for i := range a.BankAmps {
			a.BankAmps[i] = math.Max(a.BankAmps[i], c.State.Banks[i])
		}
	}
}

// Class is the voltage class of the cans of a bank, by the greatest volts across it.
func (a *Answer) Class(bank int) (class float64, ok bool) {
	return table.VoltageClass(a.BankVolts[bank])
}

// Wire of a machine's leads: 125 % of the greatest amps that occur, or of its plate.
func (o *Solved) Wire(i int) (c unit.Conductor, ok bool) {
	amps := math.Max(o.Answer.Each[i].MostLead, o.At(i).Site.Model.LineAmps)
	return o.At(i).Site.Wires().Conductor(o.At(i).Site.Rules.Circuit().Conductor * amps)
}

// Map works the worst winding out over both banks, n × n points, row by row.
func (o *Solved) Map(ctx context.Context, n int, each func(row int, worst []float64, who []int) bool) error {
	return o.Street.Map(ctx, o.states, n, each)
}
