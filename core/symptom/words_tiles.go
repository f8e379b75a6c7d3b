package symptom

import "graybridge/core/complaint"

// What an owner says, in his own words.

var spoken = map[complaint.Said]Tile{
	silent: {string(silent), "Nothing at all", []string{"dead", "no power", "won't start", "drops out", "contactor",
		"chatters", "no sound"}},
	humsStands: {string(humsStands), "It hums and stands", []string{"buzz", "buzzes", "growls", "stuck", "hum",
		"stalls", "locked", "will not turn", "needs a push", "starts when spun"}},
	crawls: {string(crawls), "It comes up slowly, or not to its speed", []string{"slow", "crawls", "creeps", "drags",
		"lights dim"}},
	backward: {string(backward), "It turns the wrong way", []string{"backwards", "wrong way", "reverse", "other way"}},
	relayTrips: {string(relayTrips), "It trips after minutes", []string{"trips", "overload", "OL", "kicks out", "relay",
		"blows the fuse", "fuse", "breaker", "OC"}},
	weak: {string(weak), "It is weak, it stalls under load", []string{"weak", "no power under load", "bogs down",
		"stalls"}},
	motorHot: {string(motorHot), "The motor gets hot", []string{"hot", "too hot to touch", "smells", "smokes",
		"burning", "warm"}},
	leakageTrips: {string(leakageTrips), "The leakage device trips", []string{"earth leakage", "rcd", "gfci", "tingles",
		"shock", "residual"}},
	idlerHums: {string(idlerHums), "The idler hums and stands", []string{"converter hums", "idler stands", "idler"}},
	idlerHot:  {string(idlerHot), "The idler gets hot", []string{"converter hot", "idler hot"}},
	lowLeg: {string(lowLeg), "One line of the converter reads off", []string{"low leg", "third leg", "wild leg",
		"high leg", "low line", "manufactured leg"}},
	tripsUp: {string(tripsUp), "Its drive trips while coming up", []string{"OC", "over current", "overcurrent",
		"trips at start", "fault on start"}},
	tripsStopping: {string(tripsStopping), "Its drive trips while stopping", []string{"OV", "over volts",
		"overvoltage", "trips on stopping"}},
	tripsRunning: {string(tripsRunning), "Its drive trips at work", []string{"trips while running", "OH", "UV",
		"undervoltage", "over heat"}},
	displayDark: {string(displayDark), "Its display is dark", []string{"no display", "dark", "blank"}},
	readyStands: {string(readyStands), "Its display lives, it does not run", []string{"ready", "does not run",
		"won't run", "no run"}},
}

var dangerTiles = []Tile{
	{"smoke", "It smells burnt, or smokes", []string{"smoke", "smell", "burnt", "burning"}},
	{"tingle", "Its body tingles to the touch", []string{"tingle", "shock", "prickle"}},
	{"water", "Water in the box or the motor", []string{"water", "wet", "flood"}},
	{"bulging", "A capacitor is cracked or bulging", []string{"bulged", "bulging", "cracked", "leaking can"}},
	{"bare", "A bare wire, or a burnt screw", []string{"bare wire", "burnt screw", "spark", "sparks"}},
}
