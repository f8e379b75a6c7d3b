package reference

import (
	"graybridge/core/table"
	"graybridge/core/unit"
)

var wireTitles = map[table.Rules]string{table.Metric: "Wires and breakers, metric",
	table.NorthAmerica: "Wires and breakers, North America"}

const (
	wiresAbout = "What each size carries, and the largest breaker that still guards it. Heat, bundles and long runs " +
		"lower it; your local rules and a licensed person decide."
	earthsAbout   = "The thinnest earth that may go with a breaker."
	framesMetric  = "Frames, metric, on feet (mm)"
	framesAmerica = "Frames, North America, on feet"
	framesAbout   = "Motors of one frame stand in each other's place. Box side, cover and overall length are " +
		"looked at " +
		"besides."
	facesLarge   = "Faces, metric, large with holes through (B5, mm)"
	facesSmall   = "Faces, metric, small with threads (B14, mm)"
	facesAmerica = "Faces, North America (C)"
)

var (
	frameColumns = []string{"Frame", "Shaft height", "Feet across", "Feet along", "Foot to shoulder", "Shaft",
		"Shaft length", "Key"}
	faceColumns = []string{"Frame", "Spigot", "Bolt circle", "Outer", "Bolt"}
	facesAbout  = map[string]string{
		"faces-large": "A round plate wider than the motor: bolts go through it. B3 is feet alone; with feet and " +
			"this " +
			"face it is B35.",
		"faces-small": "A small face with threads: bolts come from the machine's side. With feet too it is B34.",
		"faces-america": "A face with threads and a raised spigot. The shaft of a TC frame is that of the T frame; " +
			"56C " +
			"has 0.625 in.",
	}
)

func canValuesAbout(tolerance float64) string {
	return "Join several side by side to reach a value. Each may be " + unit.Percent(tolerance) +
		" off: measure before it goes in."
}

// namings are the two worlds of names on a motor's leads.
func namings() Sheet {
	return Sheet{ID: "namings", Title: "Names on the leads",
		About:   "One winding a line. Both namings are found on the same motors; old plates have pairs of letters.",
		Columns: []string{"Winding", "Metric", "North America", "Old pairs"},
		Rows: [][]string{{"First, start and finish", "U1 - U2", "T1 - T4", "U - X or A - X"},
			{"Second", "V1 - V2", "T2 - T5", "V - Y or B - Y"}, {"Third", "W1 - W2", "T3 - T6", "W - Z or C - Z"},
			{"Second halves of each", "U5 - U6, V5 - V6, W5 - W6", "T7 - T10, T8 - T11, T9 - T12", ""},
			{"Armature of a brushed motor", "A1 - A2", "A1 - A2", "A - B"},
			{"Shunt field", "E1 - E2", "F1 - F2", "C - D"}, {"Series field", "D1 - D2", "S1 - S2", "E - F"}},
		Source: "naming standards of both regions; what is proved by a meter goes before any mark"}
}

// colours are the wires' by region, as they are drawn here.
func colours() Sheet {
	const brown, black, grey, blue, red, orange, yellow, white = "#7d4526", "#1d2427", "#7b8387", "#2e66a8", "#b03a2e",
		"#c8701a", "#b8920f", "#ffffff"
	const green = "#4c7f35"
	return Sheet{ID: "colours", Title: "Wire colours",
		About: "Colours are a habit, not a proof: measure. A wire that is used as something else is marked anew at " +
			"both " +
			"ends.",
		Columns: []string{"Region", "Line 1", "Line 2", "Line 3", "Neutral", "Earth"},
		Rows: [][]string{{"Europe, today", "brown", "black", "grey", "blue", "green and yellow"},
			{"Europe, old (many countries differ)", "black", "brown", "black", "blue", "green and yellow"},
			{"North America, 120/240 V", "black", "red", "blue", "white", "green or bare"},
			{"North America, 480 V", "brown", "orange", "yellow", "grey", "green or bare"}},
		Colours: [][]string{{"", brown, black, grey, blue, green}, {"", black, brown, black, blue, green},
			{"", black, red, blue, white, green}, {"", brown, orange, yellow, grey, green}},
		Source: "usual codes of the regions; local rules decide, and old wiring follows none"}
}

var enclosures = Sheet{ID: "enclosures", Title: "What an enclosure keeps out",
	About: "IP and two digits: the first for solids, the second for water. Type numbers of North America stand on " +
		"the " +
		"box's label; its maker's sheet says what they keep out.",
	Columns: []string{"Digit", "First: solids", "Second: water"},
	Rows: [][]string{{"0", "nothing", "nothing"}, {"1", "a hand", "drops from above"},
		{"2", "a finger", "drops, tilted 15°"}, {"3", "a tool over 2.5 mm", "rain"},
		{"4", "a wire over 1 mm", "splashes from all sides"}, {"5", "harmful dust", "jets"},
		{"6", "all dust", "strong jets"}, {"7", "", "a short dip under water"}, {"8", "", "staying under water"}},
	Source: "international classes of protection (IP code)"}

// cans are the kinds of capacitor that are met at motors.
func cans() Sheet {
	return Sheet{ID: "cans", Title: "Kinds of capacitor", About: "Which is which is printed on the can. Never take " +
		"one " +
		"kind for the other.",
		Columns: []string{"Kind", "Looks like", "Stays in", "Volts", "Never"},
		Rows: [][]string{{"Run, film", "metal or plastic can, a few to 100 µF, ±5 %", "all day", "400 to 600 V AC",
			"without its bleed resistor"},
			{"Start, electrolytic", "black round can, 20 to " + unit.Plain(table.MostStart()) + " µF, a wide range " +
				"printed",
				"two seconds", "250 to 330 V AC", "left in: it bursts"},
			{"Mains filter (X, Y)", "small box on a board", "all day", "275 V AC", "as a motor capacitor"},
			{"DC, electrolytic", "polarity marked with a stripe", "in drives only", "DC volts", "on AC: it bursts"},
			{"Power factor correction", "large, three terminals", "all day", "its three-phase volts",
				"unless its inner joints are known"}},
		Source: "handbook of the trade"}
}

var instruments = Sheet{ID: "instruments", Title: "Instruments, and what they cannot show",
	About:   "A reading is only as good as what the instrument can see.",
	Columns: []string{"Instrument", "Shows", "Cannot"},
	Rows: [][]string{
		{"Two-pole voltage tester", "volts between two points, without a battery", "be trusted unproved: try it on " +
			"a live " +
			"point before and after"},
		{"Pen that glows near a wire", "that something may be live", "prove dead"},
		{"Multimeter, volts", "volts between two points", "show a weak contact: it draws nothing"},
		{"Multimeter, ohms", "open coils, shorts, joints", "pass a winding: it fails one, never passes it"},
		{"Insulation tester, 500 V", "whether the winding leaks to the body", "be used with a drive or capacitor " +
			"joined"},
		{"Clamp meter", "amps of one wire", "read round two wires together: it shows nothing"},
		{"Clamp, true RMS with a filter", "a drive's output amps", "measure DC unless it says so"},
		{"Rotation indicator", "the order of three lines", "detect volts: its lamps can be dark on a live line"},
		{"Capacitance meter", "µF of a discharged can", "show what the can does at its volts, or bear a charged one"},
		{"Milliohm meter", "ohms of large windings, within a hundredth", "be replaced by a multimeter below 2 Ω"},
		{"Tachometer", "rpm, and so the slip", "read through a guard without a mark on the shaft"},
		{"Hand and ear", "heat, growl, a belt that slips", "tell 70 °C from 110 °C: use a thermometer"}},
	Source: "handbook of the trade"}
