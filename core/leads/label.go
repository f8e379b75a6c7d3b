package leads

import (
	"fmt"
	"strconv"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Labelling is what the readings so far say about which lead is which.
type Labelling struct {
	Classes int           `json:"classes"` // labellings that readings can tell apart, at the start
	Left    int           `json:"left"`    // that agree with every reading
	Doubted int           `json:"doubted"` // that agree with all but one
	Settled bool          `json:"settled"`
	Names   []LeadName    `json:"names" nullable:"false"` // once settled
	Ask     *Ask          `json:"ask,omitempty"`
	Text    string        `json:"text"`
	Grade   finding.Grade `json:"grade"`
	Same    []string      `json:"same" nullable:"false"` // what no reading can tell apart
	False   string        `json:"false,omitempty"`       // a reading that the settled names contradict
	Taken   []Taken       `json:"taken" nullable:"false"`
}

// LeadName is a tape name with the terminal it turned out to be.
type LeadName struct {
	Tag      string `json:"tag"`
	Terminal string `json:"terminal"` // canonical
	Name     string `json:"name"`     // as this motor prints it
}

// TapeOf is the tape name of a terminal, by its canonical name; empty until the
// leads are named.
func (l *Labelling) TapeOf(terminal string) string {
	for _, n := range l.Names {
		if l.Settled && n.Terminal == terminal {
			return n.Tag
		}
	}
	return ""
}

// Taken is a reading that was taken.
type Taken struct {
	Text string `json:"text"`
	Said string `json:"said"`
	Odd  bool   `json:"odd"`  // contradicted by the others
	Line int    `json:"line"` // of the entry's text, from 0
}

// Ask is the reading to take next.
type Ask struct {
	Key    string   `json:"key"` // as it is kept, without the reading
	Feed   []string `json:"feed" nullable:"false"`
	Read   []string `json:"read" nullable:"false"`
	Joined []string `json:"joined" nullable:"false"` // to be joined for this reading; empty for none
	Text   string   `json:"text"`
	Expect []string `json:"expect" nullable:"false"` // what may be read, before it is
	Repeat bool     `json:"repeat"`                  // an earlier reading, doubted
	Flick  bool     `json:"flick"`
}

// AreMarks says that names given to leads are those printed on them: the
// motor's own, not tape.
func (h Hand) AreMarks(tags []string) bool {
	if len(tags) == 0 || len(tags) != len(h.Kind.Terminals()) {
		return false
	}
	for _, tag := range tags {
		if _, err := strconv.Atoi(tag); err == nil { // a bare number is tape
			return false
		}
		if _, ok := h.Naming.canonical(tag, h.Kind); !ok {
			return false
		}
	}
	return true
}

// MarksAgree says that groups found on marked leads are those of the layout.
func (h Hand) MarksAgree(groups [][]string) bool {
	var found [][]string
	for _, g := range groups {
		var own []string
		for _, tag := range g {
			name, _ := h.Naming.canonical(tag, h.Kind)
			own = append(own, name)
		}
		found = append(found, own)
	}
	return Joints(found).Equal(h.Kind.Layout().Groups())
}

// Unlabelled is a labelling before any reading.
func Unlabelled() Labelling {
	return Labelling{Names: []LeadName{}, Same: []string{}, Taken: []Taken{}, Grade: finding.Open}
}

// Label draws every conclusion of the labelling readings. eq and its mark come
// from the plate where there is one; fed is the low AC in volts.
func Label(r Round, h Hand, v Verdict, eq circuit.Equivalent, frequencyHz float64) (out Labelling,
	readings []finding.Reading) {
	out = Unlabelled()
	fed := 12.0
	if r.LowVolts != "" {
		x, ok, err := unit.Volts.One(r.LowVolts)
		if err != nil || !ok || x < 2 || x > mostLowVolts {
			readings = append(readings, finding.Reading{Path: "leads.low_volts", Typed: r.LowVolts,
				Problem: noLowVolts,
				Wanted:  "2 to 50 V AC from an isolating transformer, like 12"})
		} else {
			fed = x
		}
	}
	if !v.Settled || v.Marked || len(v.Kind.Layout().Tables) == 0 {
		return out, readings
	}
	if v.Kind == NineDelta && len(v.Corners) != 3 {
		out.Text = ohmsFirst
		return out, readings
	}
	c, err := Couple(v.Kind, eq, frequencyHz)
	if err != nil {
		return out, readings
	}
	s := NewSorter(v.Kind, v.Groups, v.Corners, c, r.Method)
	if s == nil {
		return out, readings
	}
	var tags []string
	for _, g := range v.Groups {
		tags = append(tags, g...)
	}
	senses, more := readSenses(r.Senses, tags, fed)
	readings = append(readings, more...)
	out.Classes = s.Classes()
	odd := map[int]bool{}
	for i, x := range senses {
		if !s.Take(x) {
			odd[i] = true
		}
	}
	clean, doubted, _ := s.counts()
	out.Left, out.Doubted = clean, doubted
	names, settled := s.Settled()
	if settled {
		out.settle(names, senses, s, h, odd)
	}
	for i, x := range senses {
		out.Taken = append(out.Taken, Taken{x.words(fed), x.Said, odd[i], x.Line})
	}
	if settled {
		return out, readings
	}
	e, repeat, ok := s.Next(v.Groups)
	switch {
	case ok:
		a := s.ask(e, repeat, fed)
		out.Ask = &a
		out.Text = labellingsLeft(clean, out)
		if repeat {
			out.Grade = finding.Caution
			out.Text = readingsContradict(e)
		} else if clean == 1 {
			out.Text = oneLabelling
		}
	case clean+doubted == 0:
		out.Grade, out.Text = finding.Stop, twoContradict
	default:
		out.Text = noFurtherReading
	}
	return out, readings
}

const mostLowVolts = 50

func (out *Labelling) settle(names map[string]string, senses []Sense, s *Sorter, h Hand, odd map[int]bool) {
	out.Settled, out.Grade, out.Text = true, finding.Good, everyLeadNamedSleeves
	for _, t := range s.kind.Terminals() {
		for tag, terminal := range names {
			if terminal == t {
				out.Names = append(out.Names, LeadName{tag, t, Naming(h.Naming).For(s.kind).Print(t)})
			}
		}
	}
	for i, x := range senses {
		for k := range s.classes {
			if !sameNames(s.classes[k], names) {
				continue
			}
			_, leakage := s.cost(k)
			if at, which := s.levelOf(x, leakage); which[k] != at {
				odd[i] = true
				out.False = x.Experiment.String() + " " + x.Said
				out.Grade, out.Text = finding.Caution, out.oneWasFalse()
			}
		}
	}
	out.Same = []string{"which phase is called first: turn the names round and nothing changes",
		"the sense of turning: the mirror image reads the same; the bump test decides it"}
	if s.kind != NineStar {
		out.Same = append(out.Same, "all starts for all finishes: every coil reversed reads the same, and runs the "+
			"same")
	}
	if s.kind == Twelve {
		out.Same = append(out.Same, "the two equal halves of a phase: either may be the first")
	}
}

func sameNames(a, b map[string]string) bool {
	for k, v := range a {
		if b[k] != v {
			return false
		}
	}
	return true
}

func (x Sense) words(fed float64) string {
	if x.Flick {
		return fmt.Sprintf("battery + on %s, − on %s; meter red on %s, black on %s", x.Feed[0], x.Feed[1], x.Read[0],
			x.Read[1])
	}
	if x.Series {
		return fmt.Sprintf("%s on %s and %s; %s joined to %s; meter on %s and %s", unit.Text(fed, "V"), x.Feed[0],
			x.Feed[1], x.Feed[1], x.Read[0], x.Feed[0], x.Read[1])
	}
	return fmt.Sprintf("%s on %s and %s; meter on %s and %s", unit.Text(fed, "V"), x.Feed[0], x.Feed[1], x.Read[0],
		x.Read[1])
}

// ask words the reading to take and what may be read.
func (s *Sorter) ask(e Experiment, repeat bool, fed float64) Ask {
	flick := s.method == Flick
	a := Ask{Key: e.String(), Feed: e.Feed[:], Read: e.Read[:], Joined: []string{}, Expect: []string{}, Repeat: repeat,
		Flick: flick, Text: Sense{Experiment: e, Flick: flick}.words(fed)}
	if e.Series {
		a.Joined = []string{e.Feed[1], e.Read[0]}
		a.Read = []string{e.Feed[0], e.Read[1]}
	}
	all := s.predictions(e, flick)
	lv, which := levels(all)
	for l, one := range lv {
		labellings := 0
		for i := range all {
			if n, _ := s.cost(i); which[i] == l && n <= 1 {
				labellings++
			}
		}
		if labellings == 0 {
			continue
		}
		if flick {
			a.Expect = append(a.Expect, map[float64]string{-1: "down", 0: "still", 1: "up"}[one.mid])
			continue
		}
		low, high := (one.low-meterDoubt)*fed, (one.high+meterDoubt)*fed
		if e.Series && bySide(lv, one.mid) == l { // the side decides, however strongly the coils feel each other
			word := "under "
			if one.mid > 1 {
				word = "over "
			}
			a.Expect = append(a.Expect, word+unit.Text(fed, "V")+", about "+unit.Text(one.mid*fed, "V"))
			continue
		}
		if low <= 0 {
			a.Expect = append(a.Expect, "under "+unit.Text(high, "V"))
		} else {
			a.Expect = append(a.Expect, unit.Three(low)+" to "+unit.Text(high, "V"))
		}
	}
	return a
}
