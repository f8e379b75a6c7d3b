package symptom

import "graybridge/core/cause"

// Checks of what no circuit shows: looked at, felt, heard, or read off a setting.

const (
	lookOnly  = "Look only, hands off."
	standing  = "Look only, it stands."
	boxOpened = "Off, locked, proved dead before the lid comes off, capacitors discharged."
)

var (
	alternating = []string{"capacitor", "rotary", "drive"}
	onePhase    = []string{"capacitor", "rotary"}
	canned      = []string{"capacitor", "rotary"}
	driven      = []string{"drive"}
	brushed     = []string{"dc"}
	converted   = []string{"rotary"}
	electronic  = []string{"drive", "dc"}
)

var sheetWords = []Word{{"sheet", "As the sheet says"}, {"other", "Something else"}}

// trimWords are answers to where a trim stands.
var trimWords = []Word{{"card", "As the card shows"}, {"low", "Further back"}, {"high", "Further up"}}

var looks = []Check{
	{ID: "screws", Name: "Screws and joints", Do: "Lid off: look at every screw and joint, pull at each wire. Is one " +
		"loose, brown or brittle?", Caution: boxOpened, Words: []Word{{"tight", "All tight and clean"},
		{"burnt", "One is loose or burnt"}}, danger: 2, minutes: 8, usual: "tight"},
	{ID: "no-volt release", Name: "What keeps it off after an outage", Do: "Is it started by a button that holds a " +
		"contactor, or by a plain switch that stays on?", Caution: standing,
		Words: []Word{{"there", "Buttons and a contactor"}, {"none", "A plain switch"}}, danger: 1, minutes: 1,
		usual: "there", on: []string{"capacitor", "rotary", "dc"}},
	{ID: "lines through", Name: "Each line from end to end", Do: "Contactor pressed in by hand, relay reset: ohms " +
		"through each line, from the isolator to the motor's lead.", Caution: boxOpened,
		Words: []Word{{"whole", "All go through"}, {"open", "One is open"}}, danger: 2, minutes: 7, usual: "whole",
		on: onePhase},
	{ID: "lead sleeves", Name: "The leads in the box", Do: "Follow each lead to where it leaves the motor: is one " +
		"rubbed bare?", Caution: boxOpened, Words: []Word{{"whole", "All whole"}, {"bare", "One is bare"}}, danger: 2,
		minutes: 5, usual: "whole"},
	{ID: "bearings", Name: "Its bearings", Do: "Turn the shaft slowly, then lift it: does it grind, or have play?",
		Caution: deadLocked, Words: []Word{{"smooth", "Smooth, no play"}, {"rough", "It grinds, or it has play"}},
		danger: 2, minutes: 3, usual: "smooth"},
	{ID: "motor fan", Name: "The motor's fan and fins", Do: "Is the fan whole under its cowl, are the fins clean, is " +
		"there a hand's width of room?", Caution: standing, Words: []Word{{"clear", "All clear"},
		{"blocked", "Broken, dirty or tight"}}, danger: 1, minutes: 3, usual: "clear"},
	{ID: "brake", Name: "A brake at the motor", Do: "Is there a brake at its fan end: a thick cowl, two thin wires " +
		"more?", Caution: standing, Words: []Word{{"none", "No brake, or it clicks when fed"},
		{"there", "There is one, and it does not click"}}, danger: 1, minutes: 2, usual: "none", on: alternating},
	{ID: "amps swing", Name: "Its amps under load", Do: "Clamp round one separated supply wire: do the amps swing " +
		"slowly, to and fro?", Caution: liveCare, Words: []Word{{"steady", "Steady"}, {"swing", "They swing"}},
		Live: true, danger: 6, minutes: 4, usual: "steady", on: alternating},
	{ID: "belt", Name: "The belt", Do: "Press it at mid-span by hand: how far does it give, is it shiny or cracked? " +
		"Does the machine turn easily with it off?", Caution: deadLocked, Words: []Word{{"good", "A finger's width"},
		{"slack", "Much more, or shiny"}, {"tight", "Hardly at all"}, {"drags", "Something drags without it"},
		{"none", "There is no belt"}}, danger: 2, minutes: 3, usual: "good"},
	{ID: "sheaves", Name: "The two sheaves", Do: "Measure both across: are they those that the machine was made for?",
		Caution: deadLocked, Words: []Word{{"own", "As it was made, or as planned"}, {"other", "Another size"}},
		danger: 2, minutes: 5, usual: "own"},
	{ID: "feet", Name: "Feet, shaft and what turns", Do: "Are all feet tight, is what turns clean and straight, are " +
		"the sheaves in line?", Caution: deadLocked, Words: []Word{{"tight", "All tight, clean, in line"},
		{"loose", "Something is loose, caked or bent"}}, danger: 2, minutes: 5, usual: "tight"},
	{ID: "damper", Name: "Its valve or damper", Do: "How far does it stand open?", Caution: lookOnly,
		Words: []Word{{"set", "As it should"}, {"open", "Further open"}}, danger: 1, minutes: 1, usual: "set",
		needs: cause.NeedsFlow},
	{ID: "when warm", Name: "The same after a warm hour", Do: "Does it start well when the machine is warm?",
		Caution: "Think back; no start is needed for it.", Words: []Word{{"same", "The same, or nobody knows"},
			{"well", "Then it starts well"}}, danger: 1, minutes: 1, usual: "same"},
	{ID: "hertz", Name: "Hertz of the supply", Do: "A meter with Hz at the isolator, nothing running.",
		Caution: liveCare, Unit: "Hz", Live: true, danger: 6, minutes: 3, on: onePhase},
	{ID: "breaker", Name: "The breaker's print", Do: "Read the amps on the breaker or fuse that feeds it.",
		Caution: standing, Words: []Word{{"plan", "As the plan says, or more"}, {"small", "Less"}}, danger: 1,
		minutes: 2,
		usual:   "plan"},
	{ID: "breaker curve", Name: "The breaker's curve", Do: "Read the letter or the words beside its amps.",
		Caution: standing, Words: []Word{{"plan", "As the plan says, or unknown"}, {"quick", "A quick one"}},
		danger: 1, minutes: 2, usual: "plan"},
	{ID: "relay poles", Name: "The three poles of the overload relay", Do: "Follow the wires: does every pole carry " +
		"amps of the motor?", Caution: boxOpened, Words: []Word{{"all", "All three"}, {"idle", "One is idle"}},
		danger: 2, minutes: 5, usual: "all", on: onePhase, needs: cause.NeedsRelay},
	{ID: "relay there", Name: "An overload relay", Do: "Is there one, with a dial in amps?", Caution: standing,
		Words: []Word{{"there", "There is one"}, {"none", "There is none"}}, danger: 1, minutes: 2, usual: "there",
		on: onePhase},
	{ID: "capacitor print", Name: "The capacitor's print", Do: "Read its class and volts. Thin plastic round can, no " +
		"class, 125 V: a start capacitor.", Caution: standing, Words: []Word{{"run", "A run capacitor"},
		{"start", "A start capacitor"}}, danger: 1, minutes: 2, usual: "run", on: canned},
	{ID: "bleed resistor", Name: "The bleed resistor", Do: "Is there one across the capacitor's studs?",
		Caution: deadLocked, Words: []Word{{"there", "There is one"}, {"none", "None, or it is broken"}}, danger: 2,
		minutes: 3, usual: "there", on: canned},
	{ID: "start contact", Name: "The start capacitor's contact",
		Do: "Dead: ohms across its contact, rest and pressed " +
			"or pulled in by hand.", Caution: deadLocked, Words: []Word{{"works", "Closes, and opens again"},
			{"never", "It never closes, or the can is open"}, {"stays", "It stays closed"}}, danger: 2, minutes: 6,
		usual: "works", on: []string{"capacitor"}, needs: cause.NeedsStartCan},
	{ID: "order", Name: "The order of switching on",
		Do: "When is this machine switched on: idler at speed before it, " +
			"largest first?", Caution: "Think back; no start is needed for it.",
		Words: []Word{{"kept", "Idler up, largest first"}, {"early", "Before the idler is up"},
			{"last", "It is the largest, and comes last"}}, danger: 1, minutes: 1, usual: "kept", on: converted},
	{ID: "idler size", Name: "The idler beside the machine", Do: "Read the power on both plates.", Caution: standing,
		Words: []Word{{"larger", "The idler is a half larger, or more"}, {"small", "Less than that"}}, danger: 1,
		minutes: 2, usual: "larger", on: converted},
	{ID: "controls", Name: "What its controls are fed from", Do: "Follow the two wires of its contactor's coil.",
		Caution: boxOpened, Words: []Word{{"lines", "L1 and L2"}, {"made", "The made line L3"}}, danger: 2, minutes: 6,
		usual: "lines", on: converted},
	{ID: "boost keyed", Name: "The boost that is keyed", Do: "Read it in its settings, beside the sheet.",
		Caution: standing, Words: []Word{{"sheet", "As the sheet says"}, {"low", "Less"}, {"high", "More"}}, danger: 1,
		minutes: 2, usual: "sheet", on: driven},
	{ID: "base keyed", Name: "Base hertz and motor volts that are keyed", Do: "Read both in its settings, beside the " +
		"sheet.", Caution: standing, Words: sheetWords, danger: 1, minutes: 2, usual: "sheet", on: driven},
	{ID: "poles keyed", Name: "Poles or rpm that are keyed", Do: "Read it in its settings, beside the sheet.",
		Caution: standing, Words: sheetWords, danger: 1, minutes: 2, usual: "sheet", on: driven},
	{ID: "carrier keyed", Name: "The carrier that is keyed", Do: "Read the kHz in its settings, beside the sheet.",
		Caution: standing, Words: []Word{{"sheet", "As the sheet says, or less"}, {"high", "More"}}, danger: 1,
		minutes: 2, usual: "sheet", on: driven},
	{ID: "input watch", Name: "Its watch of the input's phases", Do: "Read it in its settings, beside the sheet.",
		Caution: standing, Words: sheetWords, danger: 1, minutes: 2, usual: "sheet", on: driven,
		needs: cause.NeedsWatch},
	{ID: "run source", Name: "Where run and speed come from", Do: "Read both in its settings, beside the sheet.",
		Caution: standing, Words: sheetWords, danger: 1, minutes: 2, usual: "sheet", on: driven},
	{ID: "restart keyed", Name: "Its restart after an outage", Do: "Read it in its settings, beside the sheet.",
		Caution: standing, Words: sheetWords, danger: 1, minutes: 2, usual: "sheet", on: driven},
	{ID: "safe stop", Name: "Its safe-stop input", Do: "Is every emergency stop released, and its bridge or relay in " +
		"place?", Caution: linkDead, Words: []Word{{"closed", "Released, in place"}, {"open", "Pressed, or missing"}},
		danger: 1, minutes: 3, usual: "closed", on: driven},
	{ID: "link cable", Name: "The cable of its link", Do: "Both plugs tight, end resistor there, address as keyed?",
		Caution: standing, Words: []Word{{"tight", "All as it should be"}, {"loose", "Loose, missing or other"}},
		danger: 1, minutes: 3, usual: "tight", on: driven, needs: cause.NeedsLink},
	{ID: "motor cable", Name: "The cable to the motor", Do: "Pace it off from drive to motor.", Caution: lookOnly,
		Words: []Word{{"short", "Shorter than fifty metres"}, {"long", "Longer"}}, danger: 1, minutes: 2,
		usual: "short", on: driven},
	{ID: "resistor", Name: "The braking resistor", Do: "Hold a hand near, never on it: is it much hotter than usual?",
		Caution: "It may glow: a hand near, never on it.", Words: []Word{{"warm", "Warm"}, {"hot", "Very hot"}},
		danger: 2, minutes: 1, usual: "warm", on: driven, needs: cause.NeedsResistor},
	{ID: "speed dial", Name: "Its speed dial", Do: "Turn it slowly from end to end while it stands: do the ohms jump?",
		Caution: linkDead, Words: []Word{{"smooth", "Smooth"}, {"jumps", "They jump, or a wire is loose"}}, danger: 2,
		minutes: 5, usual: "smooth", on: electronic},
	{ID: "fuses", Name: "Its fuses", Do: "Take each out and measure its ohms.", Caution: deadLocked,
		Words: []Word{{"whole", "All whole"}, {"blown", "One is blown"}}, danger: 2, minutes: 3, usual: "whole",
		on: brushed},
	{ID: "brushes", Name: "Its brushes", Do: "Length, spring, free in their holders; the commutator's face.",
		Caution: deadLocked, Words: []Word{{"good", "Long, free, a brown even face"},
			{"worn", "Short, stuck or burnt"}}, danger: 2, minutes: 8, usual: "good", on: brushed},
	{ID: "ohms armature", Name: "Ohms of the armature",
		Do: "Its leads off the controller; turn the shaft slowly, take " +
			"the least.", Caution: deadLocked, Unit: "Ω", Words: []Word{{"open", "Beyond the meter"}}, danger: 2,
		minutes: 5, on: brushed},
	{ID: "ohms field", Name: "Ohms of the field", Do: "Its leads off the controller.", Caution: deadLocked, Unit: "Ω",
		Words: []Word{{"open", "Beyond the meter"}}, danger: 2, minutes: 5, on: brushed, needs: cause.NeedsField},
	{ID: "volts field", Name: "Volts on the field, DC", Do: "Dial at zero, armature leads off.", Caution: liveCare,
		Unit: "V", Live: true, danger: 8, minutes: 5, on: brushed, needs: cause.NeedsField},
	{ID: "volts armature", Name: "Volts on the armature, DC", Do: "Belt off, dial at its end.", Caution: liveCare,
		Unit: "V", Live: true, danger: 20, minutes: 6, on: brushed},
	{ID: "amps armature", Name: "Amps in the armature, DC", Do: "A DC clamp round one armature lead, at your load.",
		Caution: liveCare, Unit: "A", Live: true, danger: 8, minutes: 5, on: brushed},
	{ID: "trim IR", Name: "The trim for IR compensation", Do: "Where does it stand, beside the card?",
		Caution: standing, Words: trimWords, danger: 1, minutes: 2, usual: "card", on: brushed,
		needs: cause.NeedsIR},
	{ID: "trim limit", Name: "The trim for the current limit", Do: "Where does it stand, beside the card?",
		Caution: standing, Words: trimWords, danger: 1, minutes: 2, usual: "card", on: brushed},
	{ID: "trim least", Name: "The trim for the least speed", Do: "Where does it stand, beside the card?",
		Caution: standing, Words: trimWords, danger: 1, minutes: 2, usual: "card", on: brushed},
	{ID: "trim most", Name: "The trim for the greatest speed", Do: "Where does it stand, beside the card?",
		Caution: standing, Words: trimWords, danger: 1, minutes: 2, usual: "card", on: brushed},
	{ID: "tachometer", Name: "The tachometer", Do: "Its coupling and its two wires.", Caution: deadLocked,
		Words: []Word{{"on", "Tight, both wires there"}, {"off", "Loose, or a wire is off"}}, danger: 2, minutes: 4,
		usual: "on", on: brushed, needs: cause.NeedsTacho},
	{ID: "brake contact", Name: "The contact of the braking resistor", Do: "Ohms across it at rest and pressed.",
		Caution: deadLocked, Words: []Word{{"works", "Opens and closes"}, {"welded", "It does not"}}, danger: 2,
		minutes: 5, usual: "works", on: brushed, needs: cause.NeedsResistor},
	{ID: "armature leads", Name: "The armature's two leads", Do: "Compare them with the card, at the controller's " +
		"screws.", Caution: deadLocked, Words: []Word{{"card", "As the card shows"}, {"other", "Exchanged"}},
		danger: 2, minutes: 3, usual: "card", on: brushed},
}
