package load

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What is said of a belt, made of what was found.

func (b Belt) sayTouch() finding.Finding {
	f := finding.Finding{ID: BeltTouch, Bay: finding.Load, Grade: finding.Stop,
		Sentence: "These two sheaves would touch: the entries of the belt contradict each other.",
		Detail: "Measure the sheaves where the belt runs, and from shaft centre to shaft centre; a belt's printed " +
			"length may be its outside or its inside.",
		Entries: []string{"load.belt.centre", "load.belt.length", "load.belt.motor", "load.belt.tool"}}
	if b.CentreMM > 0 {
		f.Figure, f.Limit = unit.Whole(b.CentreMM, "mm"), "over "+unit.Whole((b.MotorMM+b.ToolMM)/2, "mm")
		f.Measure = finding.Against(b.CentreMM, finding.AtLeast, (b.MotorMM+b.ToolMM)/2, "mm")
	}
	return f
}

func (b Belt) sayCreep(want, off float64, r Running) finding.Finding {
	sentence := fmt.Sprintf("The machine turns %s slower than its sheaves say: the belt slips, or an entry is not so.",
		unit.Percent(-off))
	if off > 0 {
		sentence = fmt.Sprintf("The machine turns %s faster than its sheaves say: one of the entries is not so.",
			unit.Percent(off))
	}
	return finding.Finding{ID: "load.belt-creep", Bay: finding.Load, Grade: finding.Caution, Sentence: sentence,
		Detail: "Locked off and hands clear: tension first, then glaze and oil, then both diameters where the belt " +
			"runs, not at the rim.",
		Figure: unit.Whole(b.ToolRPM, "rpm"), Limit: "within " + unit.Percent(creep) + " of " + unit.Whole(want, "rpm"),
		Measure: finding.Against(math.Abs(off)*100, finding.AtMost, creep*100, "%"),
		Why: []finding.Why{{Formula: "machine rpm = motor rpm · motor sheave / machine sheave",
			Numbers: fmt.Sprintf("%s · %s/%s = %s", unit.Whole(r.RPM, "rpm"), unit.Three(b.MotorMM),
				unit.Three(b.ToolMM), unit.Whole(want, "rpm")), Section: finding.OnBelt,
			Source: "motor speed from the plan; sheaves as entered", Estimated: true}},
		Entries: []string{"load.belt.tool_rpm", "load.belt.motor", "load.belt.tool"}}
}

func (b Belt) sayMost(rpm float64) finding.Finding {
	f := finding.Finding{ID: BeltMost, Bay: finding.Load, Grade: finding.Good,
		Sentence: "The machine stays under the greatest speed that was entered for it.",
		Figure:   unit.Whole(rpm, "rpm"), Limit: unit.Whole(b.MostRPM, "rpm"),
		Measure: finding.Against(rpm, finding.AtMost, b.MostRPM, "rpm"),
		Why: []finding.Why{{Formula: "motor rpm · motor sheave / machine sheave", Section: finding.OnBelt,
			Source: "the greatest as you entered it, from the machine's maker"}},
		Entries: []string{"load.belt.most", "load.belt.motor", "load.belt.tool"}}
	if rpm > b.MostRPM {
		f.Grade = finding.Stop
		f.Sentence = fmt.Sprintf("The machine would turn at %s, over the %s that its maker allows.",
			unit.Whole(rpm, "rpm"), unit.Whole(b.MostRPM, "rpm"))
		f.Detail = "What turns too fast can come apart: a smaller motor sheave or a greater one on the machine " +
			"before it is run."
	}
	return f
}

func (b Belt) sayRim(rim float64) finding.Finding {
	f := finding.Finding{ID: BeltRim, Bay: finding.Load, Grade: finding.Good,
		Sentence: "The sheaves stay under the rim speed that was entered.",
		Figure:   unit.Text(rim, "m/s"), Limit: unit.Text(b.RimMost, "m/s"),
		Measure: finding.Against(rim, finding.AtMost, b.RimMost, "m/s"),
		Why: []finding.Why{{Formula: "π · diameter · rpm / 60", Section: finding.OnBelt,
			Source: "geometry; the limit as you entered it"}}, Entries: []string{"load.belt.rim_most"}}
	if rim > b.RimMost {
		f.Grade = finding.Stop
		f.Sentence = fmt.Sprintf("A sheave's rim would run at %s, over the %s that is allowed for it.",
			unit.Text(rim, "m/s"), unit.Text(b.RimMost, "m/s"))
		f.Detail = "Smaller sheaves of the same ratio, or ones made for it: a sheave that bursts is not held by a " +
			"guard of wire mesh."
	}
	return f
}

func (b Belt) sayContrary(idle float64) finding.Finding {
	return finding.Finding{ID: "load.belt-readings", Bay: finding.Load, Grade: finding.Caution,
		Sentence: "Two of the amps by sheave contradict each other or the amps with the belt off: measure again.",
		Detail: fmt.Sprintf("With the belt off %s are taken. A greater motor sheave turns the machine faster and "+
			"takes more; both readings in the same wire, warm, at the same work.", unit.Text(idle, "A")),
		Entries: []string{"load.belt.amps", "load.belt.idle_amps"}}
}

// sayAmps holds what was measured against the plate.
func (l Load) sayAmps(law sheaveLaw, r Running) []finding.Finding {
	now := law.Amps(l.Belt.MotorMM)
	if r.MostAmps == 0 {
		return nil
	}
	f := finding.Finding{ID: "load.belt-amps", Bay: finding.Load, Grade: finding.Good,
		Sentence: fmt.Sprintf("By the readings the amps with this sheave stay inside the %s of %s.",
			unit.Text(r.MostAmps, "A"),
			r.MostOf),
		Figure: unit.Text(now, "A"), Limit: unit.Text(r.MostAmps, "A"),
		Measure: finding.Against(now, finding.AtMost, r.MostAmps, "A"),
		Why: []finding.Why{{Formula: "I = √(I_off² + part²), part as the readings give it", Section: finding.OnBelt,
			Source: "readings by sheave", Estimated: !law.measured}}, Entries: []string{"load.belt.amps"}}
	if now > r.MostAmps {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("The readings say %s with this sheave, over the %s of %s: fit a smaller motor sheave.",
			unit.Text(now, "A"), unit.Text(r.MostAmps, "A"), r.MostOf)
		f.Detail = "The Load bay says which, how fast the machine turns then, and what to check again."
		f.Entries = []string{"load.belt.motor", "load.belt.amps"}
	}
	return []finding.Finding{f}
}

func (b Belt) sayWanted(rpm float64) finding.Finding {
	return finding.Finding{ID: "load.belt-wanted", Bay: finding.Load, Grade: finding.Open,
		Sentence: fmt.Sprintf("The machine turns at %s and %s is wanted: another sheave, or the entry is old.",
			unit.Whole(rpm, "rpm"), unit.Whole(b.WantedRPM, "rpm")),
		Detail:  "The Load bay says which sheave, and what the motor takes with it.",
		Entries: []string{"load.belt.wanted", "load.belt.motor"}}
}

func forSpeed(rpm float64) string { return "For " + unit.Whole(rpm, "rpm") + " at the machine" }

func (b Belt) sayIdle() finding.Finding {
	return finding.Finding{ID: "load.belt-idle", Bay: finding.Load, Grade: finding.Open,
		Sentence: "Measure the amps with the belt off: without them the readings by sheave tell nothing.",
		Detail:   "Locked off to take the belt off, guard back on, then the same wire, the motor running free.",
		Entries:  []string{"load.belt.idle_amps"}}
}

func forAmps(amps float64, most bool, of string) string {
	if most {
		return "For " + unit.Text(amps, "A") + ", " + of
	}
	return "For " + unit.Text(amps, "A")
}

func ampsNote(w sheaveLaw) string {
	if w.measured {
		return fmt.Sprintf("the load part goes with speed to the power of %s, from two readings", unit.Three(w.power))
	}
	return fmt.Sprintf("the load part goes with speed to the power of %s, guide value; a second reading with another "+
		"sheave calibrates it", unit.Three(w.power))
}

// recheck is what a change of sheave asks to be looked at again.
func recheck(b Belt, faster float64) []string {
	out := []string{"Lock off; belt off before the sheave, never levered over its edge."}
	if faster > 1 {
		out = append(out, "Faster: is what the machine may turn at most known, and its guard for it?")
	} else {
		out = append(out, "Slower: does the machine still deliver what it must?")
	}
	out = append(out, "Belt length or the motor's place, by the figure above.",
		"A straightedge across both sheaves touches four rims; the centre lines of the grooves in one line.",
		"The belt rides level with the sheave's edge, not on the groove's floor.",
		"Tension by the belt maker's force and deflection for the free span; again after the first hours.")
	if b.Turns > 0 {
		out = append(out, "Adjustable: both halves' set screws on the flat, and the belt's line checked anew: it "+
			"moves.")
	}
	return append(out, "Then amps again at the same work, and note them with the new sheave.")
}
