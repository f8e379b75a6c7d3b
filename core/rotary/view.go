package rotary

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// ConverterView is what the bay of a converter shows.
type ConverterView struct {
	Idler    *MotorView     `json:"idler,omitempty"`
	Machines []MotorView    `json:"machines" nullable:"false"`
	Solved   bool           `json:"solved"`
	Spun     Way            `json:"spun"`
	L13      float64        `json:"l1_l3_microfarad"` // used: entered, or the plan's
	L23      float64        `json:"l2_l3_microfarad"`
	Chosen   bool           `json:"chosen"`
	Reach    float64        `json:"reach_microfarad"`
	L13Cans  string         `json:"l1_l3_cans,omitempty"`
	L23Cans  string         `json:"l2_l3_cans,omitempty"`
	Options  []OptionView   `json:"options" nullable:"false"`
	States   []StateView    `json:"states" nullable:"false"`
	Pairs    []PairView     `json:"pairs" nullable:"false"`
	Order    []string       `json:"order" nullable:"false"`
	Stop     []string       `json:"stop" nullable:"false"`
	StartBy  StartBy        `json:"start_by,omitempty"`
	Start    string         `json:"start_capacitor,omitempty"`
	Cans     Joins          `json:"cans_join"`
	Rounds   []ReadingsView `json:"rounds" nullable:"false"` // of readings, each beside what the plates let expect
}

// MotorView is one motor of the street.
type MotorView struct {
	ID         string `json:"id"`
	Name       string `json:"name"`
	Power      string `json:"power,omitempty"`
	Load       string `json:"load,omitempty"`
	Counted    bool   `json:"counted"`
	Continuous string `json:"continuous,omitempty"` // of rated torque all day, alone
	Start      string `json:"start,omitempty"`      // torque at standstill against what stands against it
	StartTakes string `json:"start_takes,omitempty"`
	Falls      string `json:"falls,omitempty"`
	// Where these four may lie.
	ContinuousBand string `json:"continuous_band,omitempty"`
	StartBand      string `json:"start_band,omitempty"`
	StartTakesBand string `json:"start_takes_band,omitempty"`
	FallsBand      string `json:"falls_band,omitempty"`

	Breaker string        `json:"breaker,omitempty"` // what the plan asks ahead of it
	Relay   string        `json:"relay,omitempty"`
	Turned  string        `json:"reversing,omitempty" enum:"switch,contactors"`
	Grade   finding.Grade `json:"grade"`
}

// OptionView is a pair of banks beside the others.
type OptionView struct {
	ID     string        `json:"id"` // plain, equal, best, yours
	Title  string        `json:"title"`
	L13    float64       `json:"l1_l3_microfarad"`
	L23    float64       `json:"l2_l3_microfarad"`
	Text   string        `json:"text"`
	Worst  string        `json:"worst"`
	Of     string        `json:"of"` // whose winding, and when
	Made   string        `json:"made"`
	Other  string        `json:"other"` // the worst with the idler spun the other way
	Share  float64       `json:"share"` // 0 where a motor falls out
	Grade  finding.Grade `json:"grade"`
	Supply string        `json:"supply"`                 // idling
	Feels  []FeltView    `json:"feels" nullable:"false"` // every winding in the state that is worst
}

// FeltView is what each winding of a motor carries of plate.
type FeltView struct {
	Name   string   `json:"name"`
	Shares []string `json:"shares" nullable:"false"` // U, V, W
}

// view gathers what the bay shows.
func view(o *Solved) *ConverterView {
	v := &ConverterView{
		Machines: []MotorView{},
		Options:  []OptionView{},
		States:   []StateView{},
		Pairs:    []PairView{},
		Order:    []string{},
		Stop:     []string{},
		Rounds:   []ReadingsView{},
		Spun:     o.As.Spun,
	}
	if v.Spun == "" {
		v.Spun = Forward
	}
	if o.Idler != nil {
		idler := motorView(o, *o.Idler, -1)
		v.Idler = &idler
	}
	for i, m := range o.Machines {
		v.Machines = append(v.Machines, motorView(o, m, slices.Index(o.Counted, i)))
	}
	a := o.Answer
	if a == nil {
		return v
	}
	v.StartBy, v.Cans = o.As.StartBy, o.As.Cans
	if v.Cans == "" {
		v.Cans = ByContactor
	}
	if a.IdlerStart.Used > 0 && v.StartBy.ByCapacitor() {
		v.Start = microfarads(a.IdlerStart.Used)
	}
	v.Solved, v.L13, v.L23, v.Chosen, v.Reach = true, a.Balance.L13, a.Balance.L23, o.Chosen, o.Street.Reach()
	if a.Cans[0] != nil {
		v.L13Cans = can.List(a.Cans[0])
	}
	if a.Cans[1] != nil {
		v.L23Cans = can.List(a.Cans[1])
	}
	for _, one := range []struct {
		id, title string
		of        Option
	}{
		{"plain", "Plain: no cans", a.Plain}, {"equal", "Two equal banks", a.Equal},
		{"best", "Unequal, the best found", a.Best}, {"yours", "As planned", a.Yours},
	} {
		v.Options = append(v.Options, optionView(o, one.id, one.title, one.of))
	}
	for _, set := range shown(o) {
		v.States = append(v.States, stateView(o, set))
	}
	v.Rounds = append(v.Rounds, o.roundViews...)
	v.Pairs = pairs(o, v.States)
	v.Order, v.Stop = order(o)
	return v
}

func motorView(o *Solved, m Member, at int) MotorView {
	v := MotorView{ID: m.ID, Name: m.Name, Grade: finding.Open}
	if m.Site.Plate.ShaftWatts > 0 {
		v.Power = strings.TrimSpace(m.Site.As.Plate.Power)
	}
	if o.Answer == nil {
		return v
	}
	if o.Idler != nil && m.ID == o.Idler.ID {
		v.Counted, v.Grade = true, finding.Good
		v.guarded(sizeOf(o, -1))
		return v
	}
	if at < 0 {
		return v
	}
	v.Counted = true
	l, e := m.Site.Load, o.Answer.Each[at]
	v.Load = unit.Percent(l.Usual) + " of rated torque"
	if l.Kind == machine.NoLoad {
		v.Load = "no load"
	}
	if v.Continuous = unit.Percent(e.Continuous) + " of rated torque"; e.Continuous == 0 {
		v.Continuous = noneForGood
	}
	v.ContinuousBand = bandOf(o, at, e.Continuous, "%", func(l left) float64 { return l.continuous })
	v.Start, v.StartTakes = "the idler falls out", ""
	if e.Start.Hold {
		v.Start = fmt.Sprintf("%s against %s", unit.Percent(e.Start.Torque), unit.Percent(e.Standing))
		v.StartTakes = unit.Text(e.Start.Supply, "A")
		v.StartBand = bandOf(o, at, e.Start.Torque, "%", func(l left) float64 { return l.start })
		v.StartTakesBand = bandOf(o, at, e.Start.Supply, "A", func(l left) float64 { return l.supply })
	}
	if e.Falls > 0 {
		v.Falls = unit.Percent(e.Falls)
		v.FallsBand = bandOf(o, at, e.Falls, "%", func(l left) float64 { return l.falls })
	}
	v.Grade, v.Turned = gradeOf(o, at), o.As.turned(m.ID)
	v.guarded(sizeOf(o, at))
	return v
}

// guarded notes what the plan asks ahead of a motor.
func (v *MotorView) guarded(z Sized) {
	if z.Breaker > 0 {
		v.Breaker = unit.Rating(z.Breaker)
	}
	if z.RelaySet > 0 {
		v.Relay = unit.Rating(z.RelaySet)
	}
}

// gradeOf a machine of the street: how its windings and its start stand.
func gradeOf(o *Solved, i int) finding.Grade {
	e := o.Answer.Each[i]
	grade := finding.Good
	if e.Start.Torque < startMargin*e.Standing {
		grade = finding.Caution
	}
	if e.Start.Torque <= e.Standing {
		grade = finding.Stop
	}
	for at, c := range o.Answer.Occasions {
		if !slices.Contains(c.Running, i) {
			continue
		}
		if !c.State.Runs {
			return finding.Stop
		}
		winding, share := c.State.Machines[i].Worst()
		if g := carries(o, WorstOf{i, winding, share, at}); g.Rank() < grade.Rank() {
			grade = g
		}
	}
	return grade
}

func optionView(o *Solved, id, title string, p Option) OptionView {
	v := OptionView{
		ID:    id,
		Title: title,
		L13:   p.L13,
		L23:   p.L23,
		Text:  p.Text(),
		Worst: "falls out",
		Other: "falls out",
		Grade: finding.Stop,
		Of:    o.Who(p.Worst.Of),
		Made:  fmt.Sprintf("%s to %s", unit.Whole(p.Made[0], "V"), unit.Whole(p.Made[1], "V")),
	}
	if !math.IsInf(p.Worst.Share, 1) {
		v.Worst, v.Share = unit.Percent(p.Worst.Share), p.Worst.Share
		v.Of = fmt.Sprintf("%s of %s, %s", p.Worst.Winding, o.Who(p.Worst.Of), occasion(o, p.Worst))
		v.Grade = carries(o, p.Worst)
	}
	if !math.IsInf(p.Other.Share, 1) {
		v.Other = unit.Percent(p.Other.Share)
	}
	o.Street.SetBalance(p.Balance)
	if idle := o.Street.Settle(make([]Duty, len(o.Counted))); idle.Runs {
		v.Supply = unit.Text(idle.Supply, "A")
	}
	v.Feels = feels(o, p.Worst)
	o.Street.SetBalance(o.Answer.Balance)
	return v
}

// feels is every winding of the street, on the banks that are in, in the state in which
// a worst winding was found; empty where a motor falls out.
func feels(o *Solved, w WorstOf) []FeltView {
	out := []FeltView{}
	st := o.Street.Settle(o.states[w.State])
	if !st.Runs {
		return out
	}
	add := func(name string, s *Shaft) {
		f := FeltView{Name: name}
		for _, x := range s.Shares {
			f.Shares = append(f.Shares, unit.Percent(x))
		}
		out = append(out, f)
	}
	add(o.Idler.Name, &st.Idler)
	for i := range st.Machines {
		if st.Machines[i].Mode == Running {
			add(o.At(i).Name, &st.Machines[i])
		}
	}
	return out
}

// order is what is started first, and what is stopped first.
func order(o *Solved) (start, stop []string) {
	at := make([]int, len(o.Counted))
	for i := range at {
		at[i] = i
	}
	slices.SortStableFunc(at, func(a, b int) int {
		return cmp.Compare(o.At(b).Site.Model.ShaftWatts, o.At(a).Site.Model.ShaftWatts)
	})
	start = []string{orderIdler}
	if o.As.Cans != Fixed && o.Answer.Balance != (Balance{}) {
		start = append(start, orderCans)
	}
	for k, i := range at {
		word := finding.Upper(o.At(i).Name)
		if k == 0 && len(at) > 1 {
			word += ", the largest"
		}
		start = append(start, word+".")
	}
	for k := len(at) - 1; k >= 0; k-- {
		stop = append(stop, finding.Upper(o.At(at[k]).Name)+".")
	}
	return start, append(stop, stopIdlerLast)
}

// figures are the converter's own.
func figures(o *Solved) []finding.Figure {
	out := []finding.Figure{}
	a := o.Answer
	if a == nil {
		return out
	}
	add := func(id, name string, value float64, text, note string) {
		out = append(out, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: o.Mark()})
	}
	if w := a.Yours.Worst; !math.IsInf(w.Share, 1) {
		add("worst", "Worst winding", w.Share, unit.Percent(w.Share), w.Winding+" of "+o.Who(w.Of)+", "+occasion(o, w))
	}
	if a.Yours.Made[1] > 0 {
		add(
			"made",
			"Made line",
			a.Yours.Made[0],
			fmt.Sprintf("%s to %s", unit.Plain(math.Round(a.Yours.Made[0])), unit.Whole(a.Yours.Made[1], "V")),
			"over the states that occur",
		)
	}
	idle := a.Occasions[0].State
	add(
		"idle",
		"Idling takes",
		idle.Supply,
		unit.Text(idle.Supply, "A"),
		"power factor "+unit.Three(idle.PowerFactor()),
	)
	if len(a.Most.Running) > 0 {
		add(
			"most",
			"Most from the line",
			a.Most.State.Supply,
			unit.Text(a.Most.State.Supply, "A"),
			o.During(a.Most)+", power factor "+unit.Three(a.Most.State.PowerFactor()),
		)
	}
	if a.First != nil {
		add(
			"first",
			"First falls out at",
			a.First.Factor,
			unit.Three(a.First.Factor)+unit.Space+timesAll,
			o.Who(a.First.Who),
		)
	}
	return banded(o, out)
}
