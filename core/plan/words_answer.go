package plan

import (
	"fmt"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// What a bay answers, the moves that are left, and what waits.

func (w *reading) nothingAtPost() string {
	return fmt.Sprintf("Nothing to do: %s at the outlet, and every link of the wall was looked at.",
		unit.Whole(w.site.Supply.Volts, "V"))
}

// lookedAt names as many as are read in one breath.
func lookedAt(names []string) string {
	if len(names) > 4 {
		return fmt.Sprintf("Nobody has looked at %s and %d more yet.", strings.Join(names[:3], ", "), len(names)-3)
	}
	return "Nobody has looked at these yet: " + strings.Join(names, ", ") + "."
}

// nobodyLooked names what of the wall is still to be looked at.
func nobodyLooked(links []supply.Look) string {
	var names []string
	for _, l := range links {
		names = append(names, strings.ToLower(l.Name))
	}
	return lookedAt(names)
}

// insteadOf says what a motor is that none of this is for, and what to choose.
func insteadOf(f finding.Finding) string {
	if len(f.Cures) > 0 {
		return f.Sentence + " " + chooseInstead[f.Cures[0].Value]
	}
	return f.Sentence
}

var chooseInstead = map[string]string{document.KindDC: "Choose the DC controller.",
	document.KindCapacitor: "Choose the capacitor, or " +
		"another bridge for three phases."}

func (w *reading) nothingComputed() string {
	return fmt.Sprintf("Nothing to do: %s, as computed below.", w.side().runs())
}

func (w *reading) nothingAsked() string {
	return fmt.Sprintf("Nothing to do: it needs %s of rated torque, up to %s.", unit.Percent(w.site.Load.Usual),
		unit.Percent(w.site.Load.Heaviest))
}

func makeMovesJoin(left int, p *Plan) string {
	return fmt.Sprintf("Lock off, then make %d moves: join in %s.", left, p.Wanted.Named)
}

func makeMoves(left int) string {
	return fmt.Sprintf("Lock off, then make %d moves.", left)
}

// compareJoints is what is left where the joints are as wanted already.
func compareJoints(p *Plan) string {
	named := "as wanted"
	if p.Wanted.Named != "" {
		named = "in " + p.Wanted.Named + ", as wanted"
	}
	return "Joined " + named + ". Lock off, compare the joints with the card, close the box."
}

func nothingJoined(p *Plan) string {
	return "Nothing to do: joined in " + p.Wanted.Named + ", as wanted."
}

const waitsForPlate = "Enter the plate first."

func BenchAbout(word string, b circuit.BenchCase) string {
	return "The motor as joined " + word + ", " + b.About + "."
}

const leadsNotNamed = "Find which lead is which: nothing of it is entered yet."

const notLookedOver = "Look at brushes and commutator: nobody has entered it yet."

const nothingNamed = "Nothing to do: every lead has its name, brushes and commutator are looked at."

func movesLeft(hands, done int) string {
	return fmt.Sprintf("%d of %d moves are still to be made. Do not feed it before.", hands-done, hands)
}

func (w *reading) linesComeTo() string {
	return " Lines are taken to come to " + leads.PrintJoint(w.site.Hand.Kind.Terminals()[:3], w.site.Hand.Naming) + "."
}

const openFlatLinks = "Locked off and proved dead, open the lid: one flat link along a row is star, three upright " +
	"links are delta."

const openCaps = "Locked off and proved dead, open the lid: count the caps and the leads in each. Most motors are " +
	"delivered on the high joints."

const noSuchCircuit = "No circuit of this workshop is called that."

// wantedCircuit lists the names there are.
func wantedCircuit(all []supply.Circuit) string {
	if len(all) == 0 {
		return "circuits are entered once under the workshop's settings"
	}
	var names []string
	for _, c := range all {
		names = append(names, c.Name)
	}
	return strings.Join(names, ", ")
}
