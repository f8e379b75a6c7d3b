package makeup

import (
	"fmt"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func noBoxTable(c unit.Conductor) string {
	return "no table here has the volume of " + c.String() + "; the workshop's own tables may bring one"
}

const noWireArea = "no table here has this wire's area: give its diameter over the insulation, like 4 × 3.3 mm"

func (m MakeUp) sayBox(need float64, note, source string) finding.Finding {
	f := finding.Finding{ID: "makeup.box", Bay: finding.Leads, Grade: finding.Good,
		Sentence: "The box holds its conductors by the table.", Planning: true,
		Figure: unit.Text(m.BoxCM3, "cm³"), Limit: unit.Text(need, "cm³") + " at least",
		Measure: finding.Against(m.BoxCM3, finding.AtLeast, need, "cm³"),
		Why: []finding.Why{{Formula: "Σ conductors × volume of their size ≤ the box", Numbers: note,
			Section: finding.OnMakeUp,
			Source:  source}}, Entries: []string{"makeup.box"}}
	if m.BoxCM3 < need {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("The box is too small: it has %s, its conductors want %s.", unit.Text(m.BoxCM3, "cm³"),
			unit.Text(need, "cm³"))
		f.Detail = "Pressed joints work loose and chafe. A deeper box, an extension ring, or the joints elsewhere; " +
			"the motor's leads are not cut short for it."
	}
	return f
}

func (m MakeUp) sayNoGland(own *table.Own) finding.Finding {
	return finding.Finding{ID: "makeup.gland", Bay: finding.Leads, Grade: finding.Caution,
		Sentence: fmt.Sprintf("None of the workshop's glands clamps a cable of %s.", unit.Text(m.CableMM, "mm")),
		Detail:   "Found out after the cable is stripped, it is found too late: another gland, or another cable.",
		Why: []finding.Why{{Formula: "least ≤ outer diameter ≤ greatest of a gland", Section: finding.OnMakeUp,
			Source: own.Source}}, Entries: []string{"makeup.cable"}}
}

func (m MakeUp) sayFill(fill, limit float64, why finding.Why) finding.Finding {
	f := finding.Finding{ID: "makeup.conduit", Bay: finding.Leads, Grade: finding.Good, Planning: true,
		Sentence: "The conduit is filled no further than the table allows.",
		Figure:   unit.Percent(fill), Limit: unit.Percent(limit) + " at most",
		Measure: finding.Against(fill*100, finding.AtMost, limit*100, "%"), Why: []finding.Why{why},
		Entries: []string{"makeup.conduit", "makeup.wires"}}
	if fill > limit {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("%d wires fill the conduit to %s, over the %s allowed.", m.WireCount,
			unit.Percent(fill),
			unit.Percent(limit))
		f.Detail = "Pulled in by force their insulation suffers, and together they run hot: a wider conduit or a " +
			"second one. No low-voltage circuit shares it."
	}
	return f
}

const classAsked = "what a dusty, wet or weathered place asks stands in local rules or a maker's sheet; enter it, " +
	"and what the box is marked with"

func notCompared(typed string) string { return typed + ", not compared: only IP classes are" }

func (m MakeUp) sayPlace(holds bool, a Around) finding.Finding {
	f := finding.Finding{ID: "makeup.place", Bay: finding.Leads, Grade: finding.Good, Planning: true,
		Sentence: "The box is marked to keep out what is asked for its place.", Figure: m.Enclosure, Limit: m.Asked +
			" or more",
		Why: []finding.Why{{Formula: "both figures of the class at least those asked", Section: finding.OnMakeUp,
			Source: "both as you entered them"}}, Entries: []string{"makeup.enclosure", "makeup.asked"}}
	if !holds {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("The box is marked %s, and %s is asked for its place.", m.Enclosure, m.Asked)
		f.Detail = "What comes in tracks along the terminals; a cable's gland and its seal belong to the class."
		if a.Electrons {
			f.Detail += " A closed box holds heat in: weigh the watts lost inside against its size."
		}
	}
	return f
}

// steps are the work by hand, in order.
func (m MakeUp) steps(a Around) []Work {
	out := []Work{}
	add := func(group, id, text string) {
		out = append(out, Work{id, group, text, slices.Contains(m.Done, id)})
	}
	add("Before", "photo-before", "Photograph the box as it was found, and the lead diagram inside its lid.")
	add("Before", "loose", "Cover on and cable bent by hand: does anything foul, does the cable reach with slack?")
	add("Cable", "hole", "Drill or punch with the windings covered; no swarf stays inside.")
	if m.CableMM > 0 {
		add("Cable", "gland", "Slide gland nut, seal and gland over the cable before a single core is stripped.")
	} else {
		add("Cable", "gland", "Measure the cable's outer diameter; gland over the cable before a core is stripped.")
	}
	add("Cable", "slack", "Leave 150 mm of slack in the box; the motor's own leads are not shortened.")
	depth := "to the lug's or terminal's depth"
	if m.StripMM > 0 {
		depth = "to " + unit.Text(m.StripMM, "mm")
	}
	add("Ends", "strip", "Strip "+depth+": no nicked strand, no insulation under the screw.")
	add("Ends", "ends", map[Finish]string{Ring: "Ring of the stud's size and the wire's, crimped with its own die; " +
		"tug each.",
		Fork: "Fork of the stud's size and the wire's, crimped with its own die; tug each.", Ferrule: "Ferrule of " +
			"the wire's size, " +
			"crimped square; no strand beside it.", Bare: "Strands twisted tight, none stray, square under the " +
			"clamp."}[m.Ends.orElse()])
	add("Ends", "earth", "Earth first: a ring on bare metal of the body, tightened, then tugged.")
	if m.Nm > 0 {
		add("Ends", "torque", "Each screw to "+unit.Text(m.Nm, "N·m")+" and no further; links tightened on both sides.")
	} else {
		add("Ends", "torque", "Each screw to its maker's torque, which is still to be found; links tightened on "+
			"both sides.")
	}
	add("Ends", "caps", "Caps by conductor count and gauge; each wire tugged by itself; tape or sleeve over, none "+
		"instead.")
	if a.Bridge == "drive" {
		add("Shield", "shield-cut", "At both ends: jacket off only as far as the clamp; the braid laid open all "+
			"round, not cut short.")
		add("Shield", "shield-clamp", "Braid under its clamp or gland all round, on bare metal, at the drive and at "+
			"the motor; no tail.")
		add("Shield", "shield-drain", "The drain or the cable's own earth on the earth terminals of both; control "+
			"wires apart.")
	}
	add("Close", "against", "Every joint against the card once more, by another eye if there is one.")
	add("Close", "photo-after", "Photograph studs or caps before the lid closes.")
	add("Close", "lid", "Seal in its groove, lid on without pinching, gland tightened last.")
	add("Close", "reach", "Box upright, in reach, out of what drips; air left round what gets warm.")
	add("After", "retorque", "After the first hours of running, locked off and proved dead: every terminal once more.")
	return out
}

func (f Finish) orElse() Finish {
	if f == "" {
		return Ring
	}
	return f
}
