package capacitor

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/arrange"
	"graybridge/core/can"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// The open pair: one winding across the line, each of the others in series with a capacitor
// of its own. C1 stands behind the winding that begins at L1 and goes on to L2, C2 behind the
// one that begins at L2 and goes on to L1. Which of V and W is which decides the direction.
//
// It is an option beside the triangle, for motors with all six ends out whose load never
// falls far: loaded it carries more, idling it burns (docs/engine.md, Two capacitors).

// pairJoint is the pair for a direction: to "L1" forward, to "L2" backward.
func pairJoint(cornerTo string) arrange.Joint {
	first, second := [2]arrange.Node{arrange.L1, arrange.A}, [2]arrange.Node{arrange.L2, arrange.B}
	j := arrange.Joint{Windings: [3][2]arrange.Node{{arrange.L1, arrange.L2}, second, first},
		Caps: [2][2]arrange.Node{{arrange.A, arrange.L2}, {arrange.B, arrange.L1}}}
	if cornerTo == "L2" {
		j.Windings[1], j.Windings[2] = first, second
	}
	return j
}

// Pair is the pair for a job: whether it is offered, and all it does with the µF in it.
type Pair struct {
	Possible bool          `json:"possible"` // all six ends are out and the winding suits the line
	Offered  bool          `json:"offered"`
	Grade    finding.Grade `json:"grade"`
	Sentence string        `json:"sentence"`
	Detail   string        `json:"detail"`
	Why      []finding.Why `json:"why" nullable:"false"`

	First    PairCap    `json:"first"`
	Second   PairCap    `json:"second"`
	RulerTo  [2]float64 `json:"ruler_to" nullable:"false"`
	Turns    string     `json:"turns"`
	Mirror   string     `json:"mirror"` // what turns it round
	Windings []PairLoad `json:"windings" nullable:"false"`
	Figures  []PairLine `json:"figures" nullable:"false"`
	Lost     []PairLine `json:"lost" nullable:"false"` // what happens where something is lost
	Relay    string     `json:"relay"`
	Joints   [][]string `json:"joints" nullable:"false"` // what meets at L1, L2, A, B
	Moves    []string   `json:"moves" nullable:"false"`
	Expect   []PairLine `json:"expect" nullable:"false"`
	Doubt    string     `json:"doubt,omitempty"` // a verdict that would change, and the reading that settles it

	seen map[string]pairSeen
}

// PairCap is one of the two capacitors.
type PairCap struct {
	Winding    string  `json:"winding"` // behind which it stands
	From       string  `json:"from"`
	To         string  `json:"to"`
	Microfarad float64 `json:"microfarad"`
	Best       float64 `json:"best"`
	Chosen     bool    `json:"chosen"`
	Cans       string  `json:"cans"`
	Volts      string  `json:"volts"`
	Class      string  `json:"class"`
	Bleed      string  `json:"bleed"`
}

// PairLoad is a winding at the usual load, over plate.
type PairLoad struct {
	Winding string  `json:"winding"`
	Share   float64 `json:"share"`
}

// PairLine is a figure with its words and grade.
type PairLine struct {
	ID    string        `json:"id"`
	Name  string        `json:"name"`
	Text  string        `json:"text"`
	Note  string        `json:"note"`
	Grade finding.Grade `json:"grade"`
	Band  string        `json:"band,omitempty"` // where it may lie
}

// pairLeast is how much more load than the triangle the pair must carry to be worth its two
// capacitors and its higher volts.
const pairLeast = 0.05

func pairWants(o *Read, from, to float64) arrange.Wants {
	kind := o.Site.Load.Kind.Loaded()
	return arrange.Wants{Model: o.Site.Model, Volts: o.Site.Supply.Volts, Hertz: o.Site.Supply.Hertz,
		FeederOhm: o.Site.Supply.LineOhm(), Kind: kind, From: from, To: to}
}

// pairImpossible says why the pair cannot be joined at all; empty where it can.
func pairImpossible(o *Read) (sentence, detail string) {
	s := o.Site
	switch way := leads.Name(s.Hand.Kind, s.Wanted); {
	case s.Hand.Kind != leads.Six:
		return pairWantsSix, pairWantsSixDetail(s)
	case way.Arrangement != leads.Delta:
		return pairWantsLine, pairWantsLineDetail
	}
	return "", ""
}

// NoPair is a pair of which nothing is known.
func NoPair() Pair {
	return Pair{Grade: finding.Note, Why: []finding.Why{}, Windings: []PairLoad{}, Figures: []PairLine{},
		Lost: []PairLine{}, Joints: [][]string{}, Moves: []string{}, Expect: []PairLine{}}
}

// Pair works the pair out. ErrNone where the motor cannot be computed.
func (o *Solved) Pair() (Pair, error) {
	p := NoPair()
	if len(o.Site.Reach) == 0 {
		return Pair{}, ErrNone
	}
	if p.Sentence, p.Detail = pairImpossible(&o.Read); p.Sentence != "" {
		return p, nil
	}
	if o.Answer == nil {
		return Pair{}, ErrNone
	}
	p.Possible = true
	l := o.Site.Load
	j, backward := pairJoint(o.CornerTo), o.CornerTo == "L2"
	w := pairWants(&o.Read, l.Lightest, l.Heaviest)
	// Sized for the loads it is meant for: idling is judged, not traded for.
	sized := pairWants(&o.Read, math.Max(l.Lightest, 0.7*l.Usual), l.Heaviest)
	best, ok := sized.Best(j, backward)
	if !ok {
		p.Sentence = pairNoValues
		p.Detail = pairNoValuesDetail(l)
		return p, nil
	}
	uf := best.Microfarad
	p.First, p.Second = pairCap(&o.Read, 0, best, o.PairFirst), pairCap(&o.Read, 1, best, o.PairSecond)
	uf = [2]float64{p.First.Microfarad, p.Second.Microfarad}
	for i := range p.RulerTo {
		p.RulerTo[i] = 10 * math.Ceil(math.Max(2.2*best.Microfarad[i], 1.1*uf[i])/10)
	}
	r, _ := w.Figures(j, backward, uf)
	solved, err := w.Solve(j, backward)
	if err != nil {
		return Pair{}, ErrNone
	}
	solved.Set(uf)
	pairFigures(o, &p, r, solved)
	pairBands(o, &p, j, backward, uf, r.Most)
	pairLost(o, &p, w, j, backward, uf)
	pairJoin(&o.Read, &p, j)
	pairVerdict(o, &p, r, best, l.Lightest, l.Heaviest)
	return p, nil
}

// pairCap is one capacitor: the cans for the best value unless one was entered.
func pairCap(o *Read, i int, best arrange.Result, entered float64) PairCap {
	from, to, winding := "A", "L2", map[bool]string{true: "V", false: "W"}[o.CornerTo == "L2"]
	if i == 1 {
		from, to, winding = "B", "L1", map[bool]string{true: "W", false: "V"}[o.CornerTo == "L2"]
	}
	c := PairCap{Winding: winding, From: from, To: to, Best: best.Microfarad[i]}
	c.Microfarad, c.Chosen = entered, entered > 0
	parts := can.Combine(best.Microfarad[i], o.Drawer)
	if c.Chosen {
		parts = can.Combine(entered, o.Drawer)
	} else if parts != nil {
		c.Microfarad = can.Sum(parts)
	} else {
		c.Microfarad = math.Max(1, math.Round(best.Microfarad[i]))
	}
	if c.Cans = unit.Plain(c.Microfarad) + unit.Space + "µF"; parts != nil {
		c.Cans = can.List(parts)
	}
	return c
}

// pairSeen is the pair under a load.
type pairSeen struct {
	load   float64 // share of rated torque
	shares [3]float64
	volts  [2]float64 // across the capacitors
	supply float64
	slip   float64
	runs   bool
}

// worst is the winding with the greatest share of rated amps.
func (x pairSeen) worst() (share float64, name string) {
	share, name = x.shares[0], "U"
	for k, y := range x.shares {
		if y > share {
			share, name = y, string(rune('U'+k))
		}
	}
	return share, name
}

// pairUnder is what a solved pair does under a share of a load.
func pairUnder(s *arrange.Solved, kind machine.LoadKind, share float64) pairSeen {
	load := machine.Load{Kind: kind, Share: share}
	if share == 0 {
		load.Kind = machine.NoLoad
	}
	slip, runs := s.Run(load)
	return pairSeen{share, s.Shares(), s.CapVolts(), abs(s.Solver().SourceAmps(0)), slip, runs}
}

// pairLoads are the loads that are looked at.
func pairLoads(o *Read) (out []struct {
	id, name string
	share    float64
}) {
	l := o.Site.Load
	add := func(id, name string, share float64) {
		out = append(out, struct {
			id, name string
			share    float64
		}{id, name, share})
	}
	add("usual", "At your load", l.Usual)
	if l.Heaviest != l.Usual {
		add("heavy", "At your heaviest", l.Heaviest)
	}
	if l.Lightest != l.Usual && l.Lightest != 0 {
		add("light", "At your lightest", l.Lightest)
	}
	add("idle", "Idling, load lost", 0)
	return out
}

// pairFigures fills what the pair does at the owner's loads.
func pairFigures(o *Solved, p *Pair, r arrange.Result, s *arrange.Solved) {
	kind := pairWants(&o.Read, 0, 1).Kind
	line := func(id, name, text, note string, g finding.Grade) {
		p.Figures = append(p.Figures, PairLine{ID: id, Name: name, Text: text, Note: note, Grade: g})
	}
	most := [2]float64{}
	p.seen = map[string]pairSeen{}
	for _, one := range pairLoads(&o.Read) {
		x := pairUnder(s, kind, one.share)
		p.seen[one.id] = x
		if !x.runs {
			line(one.id, one.name, "does not carry it", unit.Percent(one.share)+" of rated torque", finding.Stop)
			continue
		}
		for i := range most {
			most[i] = max(most[i], x.volts[i])
		}
		worst, name := x.worst()
		rpm := pairRPM(&o.Read, x.slip)
		line(one.id, one.name, unit.Percent(worst), fmt.Sprintf("winding %s of rated amps; U %s, V %s, W %s; %s from "+
			"the line at %s", name, unit.Percent(x.shares[0]), unit.Percent(x.shares[1]), unit.Percent(x.shares[2]),
			unit.Text(x.supply, "A"), unit.Whole(rpm, "rpm")), gradeOf(worst))
		if one.id == "usual" {
			pairExpect(&o.Read, p, x, rpm)
		}
	}
	standing := o.question.Standing()
	grade := finding.Note
	if r.Start <= standing {
		grade = finding.Stop
	}
	line("start", "Start torque", unit.Percent(r.Start), fmt.Sprintf("of rated; %s stands against it; the triangle "+
		"gives %s", unit.Percent(standing), unit.Percent(o.Answer.StartTorque)), grade)
	line("continuous", "No winding overheats up to", unit.Percent(r.Most), fmt.Sprintf("of rated torque; the "+
		"triangle to %s", unit.Percent(o.Answer.Continuous)), finding.Note)
	for i, c := range []*PairCap{&p.First, &p.Second} {
		c.Volts = unit.Whole(most[i], "V")
		c.Class = "600" + unit.Space + "V AC, or two of twice the µF in series, each for " +
			unit.Whole(400, "V") + " AC"
		if most[i] <= 400 {
			c.Class = "440" + unit.Space + "V AC or more"
		}
		c.Bleed = can.Discharge(c.Microfarad, most[i]).Spec()
	}
}

func pairRPM(o *Read, slip float64) float64 {
	return (1 - slip) * 120 * o.Site.Supply.Hertz / float64(o.Site.Model.Eq.Poles)
}

// pairExpect fills what meters should show at the owner's load.
func pairExpect(o *Read, p *Pair, x pairSeen, rpm float64) {
	expect := func(id, name, text string) {
		p.Expect = append(p.Expect, PairLine{ID: id, Name: name, Text: text, Note: "at your load", Grade: finding.Note})
	}
	for k, y := range x.shares {
		name := string(rune('U' + k))
		p.Windings = append(p.Windings, PairLoad{Winding: name, Share: y})
		expect("winding-"+string(rune('u'+k)), "Amps, winding "+name, unit.Text(y*o.Site.Model.WindingAmps, "A"))
	}
	expect("supply", "Amps, supply line", unit.Text(x.supply, "A"))
	expect("c1", "Volts across C1", unit.Whole(x.volts[0], "V"))
	expect("c2", "Volts across C2", unit.Whole(x.volts[1], "V"))
	expect("rpm", "Speed", unit.Whole(rpm, "rpm"))
}

// pairLost says what follows where a part is lost while it runs at the usual load.
func pairLost(o *Solved, p *Pair, w arrange.Wants, j arrange.Joint, backward bool, uf [2]float64) {
	load := machine.Load{Kind: w.Kind, Share: o.Site.Load.Usual}
	say := func(id, name string, c circuit.Circuit, set [2]float64) {
		s, err := w.SolveCircuit(c, true, backward)
		if err != nil {
			return
		}
		s.Set(set)
		line := PairLine{ID: id, Name: name, Grade: finding.Stop}
		starts := s.Torque(1) > o.question.Standing()*o.Site.Model.RatedTorqueNm
		slip, ok := s.Run(load)
		if !ok {
			s.Torque(1)
			x := s.Shares()
			line.Text = "stalls"
			line.Note = fmt.Sprintf("and stands fed with a winding at %s of rated amps: switch off at once",
				unit.Percent(max(x[0], x[1], x[2])))
			p.Lost = append(p.Lost, line)
			return
		}
		x := s.Shares()
		worst := max(x[0], x[1], x[2])
		line.Text, line.Grade = unit.Percent(worst), gradeOf(worst)
		line.Note = fmt.Sprintf("worst winding of rated amps, at %s", unit.Whole((1-slip)*120*w.Hertz/
			float64(o.Site.Model.Eq.Poles), "rpm"))
		if !starts {
			line.Note += "; stopped, it does not start again"
		}
		p.Lost = append(p.Lost, line)
	}
	whole := w.Circuit(j, uf)
	say("first", "C1 or the winding before it opens", whole, [2]float64{0, uf[1]})
	say("second", "C2 or the winding before it opens", whole, [2]float64{uf[0], 0})
	cut := w.Circuit(j, uf) // a fresh one, of its own
	cut.Machines[0].Coils[0].Finish = "broken inside"
	for i := range cut.Joints {
		cut.Joints[i] = slices.DeleteFunc(cut.Joints[i], func(n string) bool { return n == "U2" })
	}
	say("across", "The winding across the line opens", cut, uf)
}
