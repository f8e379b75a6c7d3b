package leads

import (
	"fmt"
	"slices"

	"graybridge/core/cause"
	"graybridge/core/circuit"
)

// Mistake is one classic mistake made on a motor: its joints, coils or
// capacitor changed from what is wanted.
type Mistake struct {
	ID    string
	Cause string // of the catalogue
	Title string
	About string // what people see and why it happens
	// Joints and Coils as the mistake leaves them.
	Joints Joints
	Coils  []circuit.Coil
	// What the mistake does at the bridge.
	NoCapacitor bool
	OtherLine   bool // the capacitor's line end on the other supply line
	StartLeftIn bool
	Bridged     []string // two ends that touch inside the motor
	Can         float64  // share of its µF that the capacitor still has; 0: all of it
}

// Mistakes lists the classic ones that can be made with these leads, each made
// on the wanted joints.
//
// Long: a list of mistakes, each by itself.
func Mistakes(h Hand, wanted Joints) []Mistake {
	w := h.Kind.Layout()
	print := h.Naming.Print
	coils := func() []circuit.Coil { return slices.Clone(w.Coils) }
	var out []Mistake
	add := func(id, title, about string, j Joints) *Mistake {
		out = append(out, Mistake{ID: id, Cause: causes[id], Title: title, About: about, Joints: j, Coils: coils()})
		return &out[len(out)-1]
	}
	now := Name(h.Kind, wanted)
	for _, t := range w.Tables {
		if t.Way == now || now == (Way{}) {
			continue
		}
		switch {
		case t.Arrangement == now.Arrangement && t.Halves == Series:
			add("left-high", "Left on the high-voltage joints", fedLowOnHigh, t.Joints)
		case t.Arrangement == now.Arrangement && t.Halves == Parallel:
			add("put-low", "Put on the low-voltage joints", fedHighOnLow, t.Joints)
		case t.Halves == now.Halves:
			add("other-family", "Joined in "+string(t.Arrangement)+" instead of "+string(now.Arrangement),
				ruleIsVolts, t.Joints)
		}
	}
	switch {
	case h.Kind == NineDelta && now.Halves == Parallel:
		add("star-table", "The nine-lead star's low table", nineLeadsAlike, nineStarLow)
	case h.Kind == NineStar && now.Halves == Parallel:
		add("delta-table", "The nine-lead delta's low table", nineLeadsAlike, nineDeltaLow)
	}
	swap := func(a, b string) Joints { return wanted.renamed(map[string]string{a: b, b: a}) }
	// apart is the first of some leads that does not stand in one joint with a:
	// exchanging two of one joint changes nothing.
	apart := func(a string, others ...string) string {
		for _, b := range others {
			if !wanted.Equal(swap(a, b)) {
				return b
			}
		}
		return others[0]
	}
	drop := func(a string) Joints {
		var all [][]string
		for _, g := range wanted {
			all = append(all, without(g, a))
		}
		return normal(all)
	}
	switch {
	case h.Kind.Halved():
		other := apart("T7", "T8", "T9", "T5")
		add("wrong-cap", fmt.Sprintf("One lead in the wrong cap: %s and %s exchanged", print("T7"), print(other)),
			twoChangePlaces, swap("T7", other))
		add("half-reversed", fmt.Sprintf("A half coil turned round: %s and %s exchanged", print("T1"), print("T4")),
			halfTurned, swap("T1", "T4"))
		if g := wanted.Of("T4"); len(g) > 2 {
			add("missed-wire", fmt.Sprintf("%s missed its cap", print("T4")), capHoldsTwo, drop("T4"))
		} else {
			add("missed-wire", fmt.Sprintf("%s missed its cap", print("T7")), capHoldsTwo, drop("T7"))
		}
	case h.Kind == Six:
		add("coil-reversed", fmt.Sprintf("A coil turned round: %s and %s exchanged", print("U1"), print("U2")),
			coilTurned, swap("U1", "U2"))
		other := apart("U2", "V2", "V1")
		add("wrong-cap", fmt.Sprintf("Two leads exchanged: %s and %s", print("U2"), print(other)),
			twoChangePlaces, swap("U2", other))
		add("missed-wire", fmt.Sprintf("%s not in its joint", print("V2")), linkLoose, drop("V2"))
	}
	lost := add("open-coil", "One coil open inside", brokenCoil, wanted)
	if len(lost.Coils) > 0 {
		lost.Coils[0].Finish = BrokenEnd
	}
	if len(w.Coils) > 0 {
		c := w.Coils[0]
		add("coil-shorted", fmt.Sprintf("A coil shorted inside, from %s to %s", print(c.Start), print(c.Finish)),
			bridgedCoil,
			wanted).Bridged = []string{c.Start, c.Finish}
	}
	add("lost-line", "Motor lead on L2 off", lostLine, drop(lineL2)).Joints = withLoose(drop(lineL2), lineL2)
	add("no-capacitor", "Capacitor dead or not connected", twoLinesOnly, wanted).NoCapacitor = true
	add("weak-can", "Capacitor down to half its µF", driedCan, wanted).Can = 0.5
	add("start-left-in", "Start capacitor left in", startCanIn, wanted).StartLeftIn = true
	add("other-line", "Capacitor on the other supply line", otherWay, wanted).OtherLine = true
	return out
}

// causes are what each mistake is in the catalogue.
var causes = map[string]string{
	"left-high": cause.OtherVolts, "put-low": cause.OtherVolts, "other-family": cause.OtherVolts,
	"star-table": cause.OtherFamily, "delta-table": cause.OtherFamily,
	"wrong-cap": cause.LeadsExchanged, "half-reversed": cause.CoilReversed, "coil-reversed": cause.CoilReversed,
	"missed-wire": cause.LeadOff, "open-coil": cause.WindingOpen, "coil-shorted": cause.TurnsShorted,
	"lost-line": cause.LineLost, "no-capacitor": cause.CanOpen, "weak-can": cause.CanWeak,
	"start-left-in": cause.StartLeftIn, "other-line": cause.CanOther,
}

// BrokenEnd is where an open coil ends: on nothing.
const BrokenEnd = "broken end"

// LooseEnd begins the name of a line's end that hangs free.
const LooseEnd = "loose end of "

// withLoose keeps a line that hangs free from being taken for one that comes
// to its usual terminal.
func withLoose(j Joints, line string) Joints {
	return append(slices.Clone(j), []string{line, LooseEnd + line})
}

// Fighting names two coils of one phase that are joined side by side with
// their senses opposed: each drives a short-circuit through the other.
func Fighting(coils []circuit.Coil, joints [][]string) (a, b string, ok bool) {
	all := slices.Clone(joints)
	for _, c := range coils {
		all = append(all, []string{c.Start}, []string{c.Finish})
	}
	node := map[string]int{}
	for i, g := range merged(all) {
		for _, n := range g {
			node[n] = i
		}
	}
	for i, x := range coils {
		for _, y := range coils[i+1:] {
			if x.AxisDeg == y.AxisDeg && node[x.Start] == node[y.Finish] && node[x.Finish] == node[y.Start] &&
				node[x.Start] != node[x.Finish] {
				return x.Name, y.Name, true
			}
		}
	}
	return "", "", false
}
