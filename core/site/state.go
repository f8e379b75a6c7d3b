package site

import (
	"slices"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

// Fed is a way to feed the motor: its joints, and what a mistake changes.
type Fed struct {
	Joints    leads.Joints
	Coils     []circuit.Coil // nil: as they are
	Bridged   []string       // two ends that touch inside the motor
	OtherLine bool           // the capacitor's line end on the other supply line
	NoCap     bool
	StartIn   bool    // the start capacitor stays in
	Can       float64 // share of its µF that the capacitor still has; 0: all of it
	// Of a converter: µF of its banks L1-L3 and L2-L3, nil: as planned; the idler spun the other way.
	Banks     *[2]float64
	SpunOther bool
}

// State is the motor joined in one way, fed: now, or as wanted.
type State struct {
	ID      string        `json:"id"`
	Title   string        `json:"title"`
	Note    string        `json:"note"`
	Known   bool          `json:"known"` // the joints are known
	Joints  leads.Joints  `json:"joints" nullable:"false"`
	Text    string        `json:"text"` // joints as text, in the motor's own names
	Way     leads.Way     `json:"way"`
	Named   string        `json:"named,omitempty"`          // the way in words
	Assumed []string      `json:"assumed" nullable:"false"` // lines that were put on their usual terminals
	Solved  bool          `json:"solved"`
	Runs    bool          `json:"runs"`
	Starts  bool          `json:"starts"`
	Short   bool          `json:"short"`
	Trips   bool          `json:"trips"` // no breaker would hold what it takes
	Coils   []Coil        `json:"coils" nullable:"false"`
	Between []Between     `json:"between" nullable:"false"`
	Lines   []LineAmps    `json:"lines" nullable:"false"`
	Torque  string        `json:"torque,omitempty"`
	RPM     string        `json:"rpm,omitempty"`
	Turns   string        `json:"turns,omitempty"`
	Unbal   string        `json:"unbalance,omitempty"`
	Supply  float64       `json:"supply_amps"`
	SupplyT string        `json:"supply,omitempty"`
	Volts   string        `json:"volts,omitempty"` // at the motor
	CapAmps string        `json:"capacitor_amps,omitempty"`
	Verdict string        `json:"verdict"`
	Grade   finding.Grade `json:"grade"`

	// What the figures above are printed of, where the bridge knows it: rpm, and torque at standstill over rated with
	// what is asked there; 0: not known.
	Speed, Gives, Asks float64 `json:"-"`
}

// Tone says how hard something is worked.
type Tone string

// The tones.
const (
	Idle Tone = "idle" // nothing known or nothing flowing
	OK   Tone = "ok"
	Near Tone = "near" // above plate, up to 15 %
	Over Tone = "over"
)

// ToneOf a winding's share of rated amps.
func ToneOf(share float64) Tone {
	switch {
	case share <= 1:
		return OK
	case share <= 1.15:
		return Near
	}
	return Over
}

// Coil is one winding of a state, with its figures as shown.
type Coil struct {
	Name   string  `json:"name"`  // U, V, W, of halves Ua, Ub …
	Phase  int     `json:"phase"` // 0, 1, 2
	Half   bool    `json:"half,omitempty"`
	Open   bool    `json:"open,omitempty"` // broken inside
	Start  string  `json:"start"`
	Finish string  `json:"finish"`
	Volts  string  `json:"volts,omitempty"`
	Amps   string  `json:"amps,omitempty"`
	Share  float64 `json:"share"`
	Of     string  `json:"of,omitempty"` // share as text
	Tone   Tone    `json:"tone"`
}

// Carries fills a coil's figures.
func (c *Coil) Carries(volts, amps, share float64) {
	c.Volts, c.Amps = unit.Whole(volts, "V"), AmpsText(amps)
	c.Share, c.Of, c.Tone = share, unit.Percent(share), ToneOf(share)
	if amps < NothingFlows {
		c.Tone = Idle
	}
}

// Between is the volts between two joints.
type Between struct {
	A     string `json:"a"`
	B     string `json:"b"`
	Volts string `json:"volts"`

	Value float64 `json:"-"`
}

// LineAmps is what flows in one motor lead.
type LineAmps struct {
	Line string  `json:"line"`
	Amps float64 `json:"amps"`
	Text string  `json:"text"`
}

// NothingFlows is the least current, in amperes, that is more than the solver's
// own leakage.
const NothingFlows = 1e-3

// AmpsText prints amps, and nought where nothing flows.
func AmpsText(a float64) string {
	if a < NothingFlows {
		return "0" + unit.Space + "A"
	}
	return unit.Text(a, "A")
}

// Title writes a coil's name as it stands on the drawings.
func Title(coil string) string {
	return strings.ToUpper(coil[:min(1, len(coil))]) + coil[min(1, len(coil)):]
}

// FedWords begin the verdict of a state.
func FedWords(id string) string {
	switch id {
	case "now":
		return "As it is, it would "
	case "wanted":
		return "As wanted it would "
	}
	return "Fed like this it would "
}

// Begin is a state before it is solved: its joints, named, and its coils. live are
// the joints with the lines on their usual terminals; where there is nothing to solve
// the state is whole and solve is false. short says what happens where lines are
// joined.
func (s *Site) Begin(id string, f Fed, known bool, short func(lines string) string) (st State, live Fed, solve bool) {
	joints := f.Joints
	st = State{ID: id, Known: known, Joints: joints, Coils: []Coil{}, Between: []Between{}, Lines: []LineAmps{},
		Assumed: []string{}, Grade: finding.Open}
	coils, inside := s.CoilsOf(f)
	for i, c := range coils {
		one := Coil{Name: Title(c.Name), Phase: int(c.AxisDeg / 120), Half: c.Share < 1, Start: c.Start,
			Finish: c.Finish, Tone: Idle}
		if c.Finish == leads.BrokenEnd { // drawn where it belongs, with its gap
			one.Open, one.Finish = true, s.Hand.Kind.Layout().Coils[i].Finish
		}
		st.Coils = append(st.Coils, one)
	}
	if st.Joints == nil {
		st.Joints = leads.Joints{}
	}
	if !known {
		st.Verdict = "Not known yet."
		return st, f, false
	}
	st.Text = joints.Print(s.Hand.Naming)
	st.Way = leads.Name(s.Hand.Kind, joints)
	if s.Hand.Kind == leads.Three {
		st.Way = leads.Name(leads.Six, inside)
	}
	st.Named = st.Way.String()
	lined, assumed := joints.WithLines(s.Hand.Kind)
	if len(assumed) > 0 {
		st.Assumed = assumed
	}
	if lines := s.Shorts(touching(lined, f.Bridged)); lines != "" {
		st.Solved, st.Short, st.Grade, st.Verdict = true, true, finding.Stop, short(lines)
		return st, f, false
	}
	if s.Model == nil {
		st.Verdict = plateFirst
		return st, f, false
	}
	f.Joints = lined
	return st, f, true
}

// touching is some joints with two ends inside the motor in one.
func touching(j leads.Joints, ends []string) leads.Joints {
	if len(ends) < 2 {
		return j
	}
	one := append(slices.Clone(j.Of(ends[0])), j.Of(ends[1])...)
	return append(leads.Joints{one}, j...)
}

// CoilsOf are the coils of a way to feed the motor, and the joints inside it.
func (s *Site) CoilsOf(f Fed) (coils []circuit.Coil, inside [][]string) {
	coils, inside = leads.Coils(s.Hand.Kind, s.Inner)
	if f.Coils != nil {
		coils = f.Coils
	}
	if len(f.Bridged) > 0 {
		inside = append(slices.Clone(inside), f.Bridged)
	}
	return coils, inside
}
