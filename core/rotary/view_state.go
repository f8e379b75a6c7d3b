package rotary

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// StateView is some machines running at their usual load.
type StateView struct {
	ID        string        `json:"id"` // their ids in order with + between; empty for the idler alone
	Title     string        `json:"title"`
	Running   []string      `json:"running" nullable:"false"`
	Runs      bool          `json:"runs"`
	Volts     []float64     `json:"volts" nullable:"false"` // between lines 1-2, 2-3, 3-1
	VoltsText []string      `json:"volts_text" nullable:"false"`
	Unbalance string        `json:"unbalance,omitempty"`          // the trade's definition
	Factor    string        `json:"factor,omitempty"`             // backward over forward
	VoltsBand []string      `json:"volts_bands" nullable:"false"` // what a meter may show
	Supply    string        `json:"supply,omitempty"`
	SupplyBnd string        `json:"supply_band,omitempty"`
	Watts     string        `json:"watts,omitempty"`
	Power     string        `json:"power_factor,omitempty"`
	Motors    []StateMotor  `json:"motors" nullable:"false"` // the idler first
	Grade     finding.Grade `json:"grade"`
	Text      string        `json:"text"`
}

// StateMotor is one motor of a state.
type StateMotor struct {
	ID     string    `json:"id"`
	Shares []float64 `json:"shares" nullable:"false"` // windings U, V, W over plate
	Texts  []string  `json:"texts" nullable:"false"`
	Tones  []string  `json:"tones" nullable:"false"`
	RPM    string    `json:"rpm"`
	Leads  []string  `json:"leads" nullable:"false"` // amps in lines 1, 2, 3
	Bands  []string  `json:"bands" nullable:"false"`
}

// PairView says of two machines whether they may run together.
type PairView struct {
	A     string        `json:"a"`
	B     string        `json:"b"`
	Key   string        `json:"key"` // as it stands in apart
	May   bool          `json:"may"`
	Apart bool          `json:"apart"` // kept apart by the shop
	Text  string        `json:"text"`
	Grade finding.Grade `json:"grade"`
}

// mostShown is up to how many machines every set of them is shown.
const mostShown = 4

// shown are the sets of machines that the bay shows: every one while they are few,
// else those that occur.
func shown(o *Solved) [][]int {
	n := len(o.Counted)
	out := [][]int{{}}
	if n > mostShown {
		return append(out, o.sets...)
	}
	for bits := 1; bits < 1<<n; bits++ {
		set := []int{}
		for i := range n {
			if bits&(1<<i) != 0 {
				set = append(set, i)
			}
		}
		out = append(out, set)
	}
	slices.SortStableFunc(out, func(a, b []int) int { return len(a) - len(b) })
	return out
}

func stateView(o *Solved, set []int) StateView {
	duties := make([]Duty, len(o.Counted))
	v := StateView{
		Running:   []string{},
		Volts:     []float64{},
		VoltsText: []string{},
		VoltsBand: []string{},
		Motors:    []StateMotor{},
		Grade:     finding.Stop,
	}
	for _, i := range set {
		l := o.At(i).Site.Load
		duties[i] = Duty{Running, l.At(l.Usual)}
		v.Running = append(v.Running, o.id(i))
	}
	v.ID = strings.Join(v.Running, "+")
	v.Title = finding.Upper(strings.TrimPrefix(o.During(Occasion{Running: set, Part: Usual}), "with "))
	st := o.Street.Settle(duties)
	if !st.Runs {
		v.Text = fallsOutText(&o.Read, st)
		return v
	}
	v.Runs, v.Volts = true, st.Volts[:]
	for _, x := range st.Volts {
		v.VoltsText = append(v.VoltsText, unit.Whole(x, "V"))
	}
	v.Unbalance = unit.Text(machine.UnbalancePercent(st.Volts), "%")
	v.Factor = unit.Text(st.Factor*100, "%")
	v.Supply, v.Watts, v.Power = unit.Text(st.Supply, "A"), unit.Text(st.Watts/1000, "kW"), unit.Three(st.PowerFactor())
	v.Motors = append(v.Motors, stateMotor(o.Idler.ID, &st.Idler))
	for _, i := range set {
		v.Motors = append(v.Motors, stateMotor(o.id(i), &st.Machines[i]))
	}
	bands(o, &v, set, duties)
	of, winding, share := st.Worst()
	v.Text = fmt.Sprintf("worst winding %s of %s, %s of plate", winding, o.Who(of), unit.Percent(share))
	switch {
	case share <= 1:
		v.Grade = finding.Good
	case share <= near:
		v.Grade = finding.Caution
	}
	return v
}

func stateMotor(id string, s *Shaft) StateMotor {
	m := StateMotor{
		ID:     id,
		Shares: s.Shares[:],
		RPM:    unit.Whole(s.RPM, "rpm"),
	}
	for _, a := range s.Leads {
		m.Leads = append(m.Leads, site.AmpsText(a))
	}
	for _, x := range s.Shares {
		m.Texts, m.Tones = append(m.Texts, unit.Percent(x)), append(m.Tones, string(site.ToneOf(x)))
	}
	return m
}

// pairs is who may run with whom: from the engine, and from the shop's own word. states
// are those already worked out; a pair that is not among them is.
func pairs(o *Solved, states []StateView) []PairView {
	out := []PairView{}
	n := len(o.Counted)
	for i := range n {
		for j := i + 1; j < n; j++ {
			both := []string{o.id(i), o.id(j)}
			at := slices.IndexFunc(states, func(s StateView) bool { return slices.Equal(s.Running, both) })
			var s StateView
			if at >= 0 {
				s = states[at]
			} else {
				s = stateView(o, []int{i, j})
			}
			p := PairView{
				A:     o.id(i),
				B:     o.id(j),
				Key:   Pair(o.id(i), o.id(j)),
				May:   s.Runs && s.Grade != finding.Stop,
				Grade: s.Grade,
				Text:  s.Text,
			}
			if p.Apart = o.As.apart(p.A, p.B); p.Apart {
				p.May, p.Text = false, "kept apart by the shop; "+p.Text
			}
			out = append(out, p)
		}
	}
	return out
}
