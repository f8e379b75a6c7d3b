package capacitor

import (
	"cmp"
	"fmt"
	"math"
	"strings"

	"graybridge/core/can"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Read is what was entered of a capacitor bridge over a site. Readings on the running bridge show its
// motor anew, where there are any.
type Read struct {
	Site         *site.Site
	As           Entry
	CornerTo     string
	Entered      float64 // µF; 0 follows the plan
	StartEntered float64
	PairFirst    float64 // µF of the open pair; 0 follows the plan
	PairSecond   float64
	Drawer       []float64
	Prices       can.Prices
	Rounds       []Round // readings on the running bridge
	Readings     []finding.Reading

	brief bool // no bands, no cans
}

// Solved is a capacitor bridge solved once, as far as it can be.
type Solved struct {
	Read
	Bridge *Bridge // nil: there is nothing to solve
	Answer *Answer
	Trim   *TrimView

	question  Question
	twins     []twin
	trimmed   []finding.Finding // what the readings say
	noCircuit *finding.Finding  // its joints short the lines, or give no coil its volts; nil: there is one
}

// Judged is a capacitor bridge with what is said of it.
type Judged struct {
	Solved
	Use  *UseVerdict
	Said []finding.Finding

	doubts []doubtful
}

// Shown is a capacitor bridge worked out: what was entered of it, read, solved once, judged and laid
// out to be looked at. Its values are not to be changed.
type Shown struct {
	Judged
	Combos  []Combo
	Figures []finding.Figure
}

// Place puts the bridge over a site and works it out.
func Place(e Entry, prices string, s *site.Site) *Shown { return place(e, prices, s, false) }

// Weigh is Place for a look from another bridge: what it says, without the bands and the
// ways to make up its value.
func Weigh(e Entry, prices string, s *site.Site) *Shown { return place(e, prices, s, true) }

func place(e Entry, prices string, s *site.Site, brief bool) *Shown {
	r := Read{Site: s, As: e, brief: brief}
	r.Readings = read(&r, prices)
	r.CornerTo = cmp.Or(e.CornerTo, wantedLine(s))
	return show(judge(solved(r)))
}

// Readings is how the entries of the bridge are read where another bridge is chosen:
// what was typed stays, and what cannot be read is said.
func Readings(e Entry, s *site.Site) []finding.Reading { return read(&Read{Site: s, As: e}, "") }

// solved asks the circuit as wanted, with the readings taken on it counted in.
func solved(r Read) (o Solved) {
	o.Read = r
	if o.Site.Model == nil {
		return o
	}
	if f, shorted := o.Site.Shorted(); shorted {
		o.noCircuit = &f
		return o
	}
	if !o.Site.Fits() {
		none := sayNone(&o.Read)
		o.noCircuit = &none
		return o
	}
	if o.Bridge = o.Joined(o.Site.Wanted); o.Bridge == nil {
		return o
	}
	o.question = ask(&o.Read, o.Bridge)
	var trim *Trim
	if t, ok := o.question.Trim(o.Rounds); ok {
		view, said := o.question.Show(t)
		trim, o.Trim, o.trimmed = &t, &view, said
		if t.Fits && !refit(&o, t) {
			return o
		}
	}
	a := o.question.Solve()
	o.Answer = &a
	o.question.Heat = o.Site.Heat(a.Usual.Strain())
	if o.Trim == nil {
		o.Trim = &TrimView{Rounds: []RoundView{}, Next: []Expected{}}
	}
	if !o.brief {
		o.twins = twinned(&o, 0)
		foretell(&o, o.Trim, trim)
	}
	return o
}

// judge says what follows from what was solved.
func judge(s Solved) (o Judged) {
	o.Solved = s
	sayTurns(&o)
	if o.noCircuit != nil {
		say(&o, *o.noCircuit)
		return o
	}
	say(&o, o.trimmed...)
	if o.Answer == nil {
		return o
	}
	a := *o.Answer
	if a.UsualRuns {
		say(&o, o.Site.JudgeHeatRun(a.Usual.Strain())...)
	}
	say(&o, o.question.Judge(a)...)
	judgeDoubt(&o, a)
	judgeDrop(&o, a)
	verdict := o.question.Verdict(a)
	o.Use = &verdict
	if !o.brief {
		say(&o, expect(&o.Solved, a)...)
	}
	return o
}

// show lays the bridge out, with the ways to make up its value.
func show(j Judged) *Shown {
	o := &Shown{Judged: j}
	if a := o.Answer; a != nil && !o.brief {
		o.Combos = o.question.Combos(a.Balance, o.Prices)
		o.Figures = banded(&o.Solved, figures(*a, o.Site.Model, o.question.Heat, o.Site.Mark()))
	}
	return o
}

func say(o *Judged, f ...finding.Finding) { o.Said = append(o.Said, f...) }

// None is said where no joint gives the coils their volts.
const None = "capacitor.none"

// refit puts the motor that the readings show in the place of the one fitted to the
// plate alone: what was estimated is measured now.
func refit(o *Solved, t Trim) bool {
	o.Site = o.Site.With(t.Model, finding.Why{Formula: "Xm · " + unit.Three(t.Magnetising),
		Numbers: unit.Text(t.Model.Eq.XmOhm, "Ω"), Section: finding.OnTrim,
		Source: "refitted to your readings on the running bridge"}, t.CurveRead)
	if o.Bridge = o.Joined(o.Site.Wanted); o.Bridge == nil {
		return false
	}
	o.question = ask(&o.Read, o.Bridge)
	return true
}

// Room is what the bridge leaves the load.
func (o *Solved) Room() *load.Room {
	a := o.Answer
	room := &load.Room{Mark: o.Site.Mark(), RatedNm: o.Site.Model.RatedTorqueNm, Continuous: a.Continuous,
		Start: a.StartTorque}
	if a.UsualRuns {
		room.RPM, room.Watts = a.Usual.RPM, a.Usual.ShaftWatts
	}
	return room
}

// read reads the capacitors: in circuit, in the drawer, for the start.
func read(o *Read, prices string) (readings []finding.Reading) {
	d := o.As
	one := func(field, typed, readAs string, bad bool, wanted string) {
		r := finding.Reading{Path: "bridge." + field, Typed: typed, ReadAs: readAs}
		if bad {
			r.ReadAs, r.Problem, r.Wanted = "", finding.NotRead, wanted
		}
		readings = append(readings, r)
	}
	microfarad := func(field, typed string, into *float64) {
		if typed == "" {
			return
		}
		uf, ok, err := unit.Microfarads.One(typed)
		if err == nil && ok {
			*into = uf
		}
		one(field, typed, unit.Plain(uf)+unit.Space+"µF", err != nil || !ok,
			unit.Wanted(err, "one number of µF, like 50"))
	}
	microfarad("microfarad", d.Microfarad, &o.Entered)
	microfarad("start_microfarad", d.Start, &o.StartEntered)
	microfarad("pair_first_microfarad", d.PairFirst, &o.PairFirst)
	microfarad("pair_second_microfarad", d.PairSecond, &o.PairSecond)
	if d.Drawer != "" {
		cans, err := unit.Microfarads.Each(d.Drawer, mostCans)
		o.Drawer = cans
		texts := make([]string, len(cans))
		for i, c := range cans {
			texts[i] = unit.Plain(c)
		}
		one("drawer", d.Drawer, strings.Join(texts, ", ")+unit.Space+"µF", err != nil,
			unit.Wanted(err, fmt.Sprintf("a list like 40, 12, 2×30 (at most %d)", mostCans)))
	}
	if d.Trim != "" {
		var r []finding.Reading
		o.Rounds, r = ReadRounds(d.Trim, !o.Site.Hand.Kind.Halved())
		readings = append(readings, r...)
	}
	o.Prices, _ = can.ParsePrices(prices) // refused when the workshop is stored
	return readings
}

// mostCans is how many cans of a drawer are looked through.
const mostCans = 24

var (
	// OtherLine is the supply line that a capacitor is not on.
	OtherLine = map[string]string{"L1": "L2", "L2": "L1"}
	turnsTo   = map[string]string{"L1": "clockwise", "L2": "anticlockwise"}
)

// wantedLine is the supply line that the capacitor goes to: to L1 turns forward, which facing
// the shaft end is clockwise when U, V, W are marked as the standard has it.
func wantedLine(s *site.Site) string {
	if s.Load.Turn == load.Anti {
		return "L2"
	}
	return "L1"
}

// sayTurns says which way it turns with the capacitor on its line.
func sayTurns(o *Judged) {
	if !o.Site.Fits() {
		return
	}
	want := wantedLine(o.Site)
	f := sayDirection(&o.Read, turnsTo, OtherLine[o.CornerTo])
	if o.Site.Load.Turn != load.Either && o.CornerTo != want {
		f.Grade, f.Sentence = finding.Caution, turnsOther(&o.Read, turnsTo)
		f.Cures = []finding.Cure{{Label: "Capacitor to " + want, Path: "bridge.corner_to", Value: want}}
		f.Entries = []string{"bridge.corner_to", "load.turn"}
	}
	say(o, f)
}

// Joined compiles the circuit for some joints; nil where it cannot be solved.
func (o *Read) Joined(joints leads.Joints) *Bridge {
	return fed(o, site.Fed{Joints: joints})
}

func fed(o *Read, f site.Fed) *Bridge {
	coils, inside := o.Site.CoilsOf(f)
	to := o.CornerTo
	if f.OtherLine {
		to = OtherLine[to]
	}
	all := append([][]string{}, inside...)
	b, err := New(o.Site.Model, Wiring{
		Volts: o.Site.Supply.Volts, FrequencyHz: o.Site.Supply.Hertz, FeederOhm: o.Site.Supply.LineOhm(), CornerTo: to,
		Coils: coils, Joints: append(all, f.Joints...),
	})
	if err != nil {
		return nil
	}
	return b
}

func ask(o *Read, b *Bridge) Question {
	return Question{
		Bridge: b, Kind: o.Site.Load.Kind, Usual: o.Site.Load.Usual, Lightest: o.Site.Load.Lightest,
		Heaviest:  o.Site.Load.Heaviest,
		Reversing: o.As.Reversing, LightestSaid: o.Site.Load.LightestSaid, NeverIdles: o.Site.Load.NeverIdles(),
		StartShare:    o.Site.Load.StartShare(),
		ServiceFactor: o.Site.Plate.ServiceFactor, Entered: o.Entered,
		Drawer: o.Drawer, StartEntered: o.StartEntered, OnMinutes: o.Site.Load.On, OffMinutes: o.Site.Load.Off,
		SchoolVolts: o.Site.Supply.Nominal, PowerFactor: o.Site.Plate.PowerFactor.Value, Estimates: o.Site.LeansOn,
	}
}

// Seen is what a point of load means to relay and wire: amps in either supply line, in
// the motor leads L1, L2 and the made third line, and the worst winding over plate.
type Seen struct {
	Supply float64
	Leads  [3]float64
	Worst  float64
	Coil   string
}

// seen is a point as relay and wire see it. The motor lead to the line the capacitor
// hangs on carries the supply's amps less the capacitor's.
func seen(o *Read, p Point) Seen {
	if len(p.Windings) == 0 {
		return Seen{}
	}
	coil, share := p.WorstCoil()
	return Seen{Supply: abs(p.SupplyAmps), Leads: p.LeadAmps(o.CornerTo), Worst: share, Coil: coil}
}

// expect is the reading to take, said before it is taken.
func expect(o *Solved, a Answer) []finding.Finding {
	if !a.UsualRuns {
		return nil
	}
	s := o.Spread(o.question.Usual)
	if s["supply"] == nil {
		return nil
	}
	return []finding.Finding{sayExpect(&o.Read, a, s)}
}

// RulerTo is the greatest µF that a ruler for this motor shows.
func (o *Solved) RulerTo() float64 {
	top := o.Answer.Microfarad
	for _, s := range o.Answer.Schools {
		top = max(top, s.Microfarad)
	}
	step := 10.0
	if top > 100 {
		step = 50
	}
	return math.Ceil(1.2*top/step) * step
}

// Best is the µF with the least worst winding at the usual load for some joints, that
// winding's share of plate and the torque at standstill. ok is false where the load is
// not carried; microfarad is then 0 where there is nothing to solve.
func (o *Solved) Best(joints leads.Joints) (microfarad, share, start float64, ok bool) {
	b := o.Joined(joints)
	if b == nil {
		return 0, 0, 0, false
	}
	usual := o.Site.Load.At(o.Site.Load.Usual)
	if a := o.Answer; a != nil && joints.Bare().Equal(o.Site.Wanted.Bare()) && a.UsualRuns { // sought already
		microfarad = a.Balance
		var p Point
		p, ok = b.Run(microfarad, usual)
		_, share = p.WorstCoil()
	} else {
		microfarad, share, ok = b.Balance(usual)
	}
	if ok {
		start = b.StartTorque(microfarad)
	}
	return math.Max(microfarad, 1e-9), share, start, ok
}

// Case is the circuit of some joints as an open file, at the speed where it settles.
func (o *Solved) Case(joints leads.Joints) (c circuit.BenchCase, ok bool) {
	b := o.Joined(joints)
	if b == nil {
		return c, false
	}
	uf := o.Entered
	if o.Answer != nil {
		uf = o.Answer.Microfarad
	}
	slip, at := 1.0, "standing"
	p, runs := b.Run(uf, o.Site.Load.At(o.Site.Load.Usual))
	if starts := b.Settle(uf, o.Site.Load.RunUp()).Starts || o.StartEntered > 0; runs && starts {
		slip, at = p.Slip, "at your load"
		if o.CornerTo == "L2" {
			slip = 2 - slip
		}
	}
	c.About = at
	c.Circuit = circuit.Circuit{FrequencyHz: o.Site.Supply.Hertz, Reference: "line 2", Elements: []circuit.Element{},
		Sources: []circuit.Source{{Name: "supply", From: "line 1", To: "line 2", VoltsRMS: o.Site.Supply.Volts,
			ResistanceOhm: o.Site.Supply.LineOhm()}},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: o.Site.Model.Eq, Slip: slip, Coils: b.Wiring.Coils}},
		Joints:   append([][]string{{"L1", "line 1"}, {"L2", "line 2"}}, b.Wiring.Joints...)}
	if uf > 0 {
		c.Circuit.Elements = append(c.Circuit.Elements,
			circuit.Element{Name: "run capacitor", Kind: circuit.Capacitor, From: "L3", To: o.CornerTo, Microfarad: uf})
	}
	return c, true
}
