package leads

// What a brushed motor's leads, brushes and commutator say.

const twoLeadsAndMeter = "Two leads and what the meter showed."

const twoLeadsAsked = "Two leads are asked."

const touchesFrame = "A lead touches the frame: not to be fed."

const touchesFrameDetail = "Blow brush dust out, measure again from each lead to the frame; if it stays, the winding " +
	"has broken through."

const notFound = "Which lead is which has not been found."

const notFoundDetail = "Tag the leads 1, 2, 3 …; touch every two with an ohmmeter, and each to the bare frame."

const armatureUnknown = "Which pair is the armature is not known yet."

const armatureUnknownDetail = "Turn the shaft by hand with the meter on a pair of few ohms: an armature's jump, a " +
	"field's stay. Or spin it and look for volts."

const pairsAlike = "Two pairs look like one part: a field in halves, or two armatures."

const pairsAlikeDetail = "Only the motor's own diagram says whether the halves go in series or side by side."

const noShuntField = "No shunt field is found, and the plate has one."

const noShuntFieldDetail = "Touch the other leads again. A field that is open lets the motor run away: it is not fed " +
	"like this."

const fieldNotOnPlate = "A pair of many ohms is a field, and the plate has none."

const fieldNotOnPlateDetail = "Look at the plate once more: a shunt motor's field must be fed before its armature."

const noSeriesField = "The series field is not found yet."

const noSeriesFieldDetail = "It is a pair far below an ohm that stays steady while the shaft turns."

const seriesFieldTried = "Run it light from low volts with the series field in, then with its two leads exchanged: " +
	"the way in which it sags more under a hand brake on the belt helps."

const seriesOpposes = "The series field opposes the shunt field: under load it speeds up and runs away."

const seriesOpposesDetail = "Exchange S1 and S2, standing and dead."

const everyLeadNamed = "Every lead has its name."

const voltsThenAmps = "Volts above the brushes' drop, then amps."

const voltsAmpsRPM = "Volts, amps and rpm, running free."

// lookParts are the seven things to look at on brushes and commutator.
func lookParts() []LookPart {
	return []LookPart{
		{ID: "length", Title: "Brush length", Good: "Longer than a third of a new one, mark not reached.",
			Bad: "Worn to the mark or the wire: it scores the commutator."},
		{ID: "spring", Title: "Spring and holder", Good: "Presses evenly, the brush slides freely in its holder.",
			Bad: "Weak, blue from heat, or a brush that sticks: it sparks."},
		{ID: "face", Title: "Brush face", Good: "Fits the curve over its whole face, gray and smooth.",
			Bad: "Chipped, burnt at an edge, or copper in it: new brushes, bedded in."},
		{ID: "film", Title: "Commutator film", Good: "An even brown film all round.",
			Bad: "Bare bright copper, black bars or streaks: dust, oil or overload."},
		{ID: "bars", Title: "Bars", Good: "Level, each like the next.",
			Bad: "One or two burnt bars: a coil is open or shorted there. It wants a rewinder."},
		{ID: "mica", Title: "Mica between the bars", Good: "Cut below the copper all round.",
			Bad: "Level with the copper or above: brushes jump and spark."},
		{ID: "dust", Title: "Brush dust", Good: "Little, blown and wiped out.",
			Bad: "A black coat: it leads to the frame. Suck it out, measure insulation."},
	}
}

const seriesFieldAsked = "Does the series field help the shunt field, or oppose it?"
