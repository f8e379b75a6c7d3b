package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/arrange"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// pairJoin fills the joints, and the moves that make them.
func pairJoin(o *Read, p *Pair, j arrange.Joint) {
	p.Joints = j.Joints()
	p.Turns = map[string]string{"L1": "clockwise", "L2": "anticlockwise"}[o.CornerTo]
	x, y := p.First.Winding, p.Second.Winding
	p.Mirror = fmt.Sprintf("Exchange windings %s and %s: each takes the other's place, both ends, and with it "+
		"the other "+
		"capacitor. The µF stay where they are.", x, y)
	p.Relay = fmt.Sprintf("One pole of the relay in each winding, at its beginning (U1, %s1, %s1): it then sees "+
		"what the "+
		"winding feels. Set it to %s, rated amps of one winding. A relay in the line does not see an idling "+
		"winding burn.",
		x, y, unit.Text(math.Floor(10*o.Site.Model.WindingAmps)/10, "A"))
	p.Moves = []string{
		"Lock off, prove dead: known live, here, known live again. Discharge every capacitor through a resistor, " +
			"then " +
			"short it.",
		"Take every link and cap off the six ends; prove with a meter that the three windings stand alone.",
		fmt.Sprintf("Join L1 (behind its relay poles) to U1 and %s1.", x),
		fmt.Sprintf("Join L2 to U2, and behind its relay pole to %s1.", y),
		fmt.Sprintf("C1, %s: one wire to %s2, the other to L2.", p.First.Cans, x),
		fmt.Sprintf("C2, %s: one wire to %s2, the other to L1.", p.Second.Cans, y),
		"A bleed resistor across each capacitor, for good; a cover over both: they carry more than the line's volts.",
		"Ohms, insulation to frame, earth unbroken. Bump it: the direction as wanted. Then load it at once.",
	}
}

// pairSlack is how much less load than at their best chosen µF may carry without a word.
const pairSlack = 0.03

// pairVerdict offers the pair or says why not.
func pairVerdict(o *Solved, p *Pair, r, best arrange.Result, light, heavy float64) {
	a := o.Answer
	p.Why = append(p.Why, finding.Why{Formula: "greatest share of load with no winding over its rated amps",
		Numbers: fmt.Sprintf("pair %s, triangle %s; your heaviest "+
			"%s", unit.Percent(r.Most), unit.Percent(a.Continuous),
			unit.Percent(heavy)), Section: finding.OnPair, Source: "engine, saturated",
		Estimated: o.question.estimated()})
	grade := func(id string) finding.Grade {
		for _, f := range p.Figures {
			if f.ID == id {
				return f.Grade
			}
		}
		return ""
	}
	heaviest, lightest := grade("heavy"), grade("light")
	if heaviest == "" {
		heaviest = grade("usual")
	}
	if light == 0 {
		lightest = grade("idle")
	}
	switch {
	case a.Continuous >= heavy:
		p.Sentence = "Not needed: one capacitor carries your load all day."
		p.Detail = fmt.Sprintf("One capacitor holds every winding inside its rated amps to %s of rated torque, your "+
			"heaviest is %s. "+
			"Two capacitors would only bring more volts and a motor that must not idle.", unit.Percent(a.Continuous),
			unit.Percent(heavy))
	case (p.First.Chosen || p.Second.Chosen) && r.Most < best.Most-pairSlack:
		p.Grade = finding.Caution
		p.Sentence = fmt.Sprintf("Not with these µF: take about %s and %s.", microfarads(p.First.Best),
			microfarads(p.Second.Best))
		p.Detail = fmt.Sprintf("Those carry up to %s of rated torque, these to %s. Move both together on their map: "+
			"a winding short of its own capacitor burns the other two.", unit.Percent(best.Most), unit.Percent(r.Most))
	case r.Most < a.Continuous+pairLeast:
		p.Sentence = "Not worth it: this motor gains nothing by a second capacitor."
		p.Detail = fmt.Sprintf("Its windings stay inside their rated amps to %s of rated torque with two, to %s "+
			"with one.",
			unit.Percent(r.Most), unit.Percent(a.Continuous))
	case lightest != finding.Good && lightest != "":
		p.Sentence = "Not for this machine: it runs too light at times."
		p.Detail = fmt.Sprintf("Your lightest load is %s, and idling burns a winding of this arrangement. It suits "+
			"a fan, a mill, a pump that never waits. If "+
			"yours never "+
			"runs below a load that it bears, say so under Load.", unit.Percent(light))
	case heaviest != finding.Good:
		p.Sentence = "Not enough: at your heaviest load a winding still passes its rated amps."
		p.Detail = fmt.Sprintf("Two capacitors carry to %s of rated torque all day, your heaviest is %s.",
			unit.Percent(r.Most), unit.Percent(heavy))
	case grade("start") == finding.Stop:
		p.Sentence = "Not alone: it does not start this load."
		p.Detail = "A start capacitor across C2 for two seconds would; the time domain has not proved it here."
	default:
		p.Offered, p.Grade = true, finding.Caution
		p.Sentence = "Two capacitors carry what one cannot, up to your heaviest load."
		p.Detail = fmt.Sprintf("No winding overheats from your lightest load to your heaviest, %s. Never leave it "+
			"idling, and guard each winding. Each capacitor sees far more than the line's volts.", unit.Percent(heavy))
	}
}
