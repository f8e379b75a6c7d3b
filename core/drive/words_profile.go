package drive

import (
	"fmt"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/leaflet"
	"graybridge/core/unit"
)

// What is said of a profile that does not say everything.

const (
	liftedOverload = "150 % of its amps for a minute"
	liftedWait     = "10 minutes until its link is dead"
	liftedAir      = "100 mm free above and below"
	liftedAmbient  = "full amps up to 40 °C"
	liftedAltitude = "full amps up to 1000 m"
	liftedCarrier  = "full amps up to a carrier of 4 kHz"
	liftedPowerUps = "10 switchings of its feed in an hour"
)

func liftedLoss(share float64) string { return unit.Percent(share) + " of its power lost as heat" }

func liftedSaid(p *Profile) string {
	return fmt.Sprintf("%s's profile does not say everything; the rest is usual of such drives.", p.Name)
}

const (
	lackOnePhase = "Whether it may run on one phase. The machine's plan asks for it; until then half of its rating " +
		"counts."
	lackOverload = "What it gives for a minute. 150 % of its amps is taken for starts and ramps."
	lackHertz    = "Its highest hertz. 120 Hz is taken for the top speed."
	lackInput    = "Its rated input amps. Breaker and wire are counted from its power."
	lackWait     = "How long its link stays charged. 10 minutes are taken before a terminal is touched."
)

func lackTerminal(r Role) string {
	what := map[Role]string{LineIn: "What stands beside its line screws", Earth: "What stands beside its earth screw",
		MotorOut: "What stands beside its motor screws", Run: "Which terminal starts it",
		Common: "Which terminal its control wires share"}[r]
	return what + ". The wiring names it by what it is for."
}

func lackFunction(f Function) string {
	return fmt.Sprintf("A code for “%s”. The sheet leaves its line for the pen.", asLeaflets(f))
}

func saidTwice(f Function, at []string) string {
	return fmt.Sprintf("“%s” stands twice: %s. Which one counts?", asLeaflets(f), strings.Join(at, " and "))
}

// Namings are the functions as most leaflets name them, in the order of Functions.
func Namings() (out []bridge.Naming) {
	for _, f := range functions {
		out = append(out, bridge.Naming{Word: string(f), Name: asLeaflets(f), Means: meansOf(f)})
	}
	return out
}

// Screws are the roles of terminals in plain words.
func Screws() (out []bridge.Naming) {
	for _, r := range roles {
		out = append(out, bridge.Naming{Word: string(r), Name: finding.Upper(strings.ReplaceAll(string(r), "-", " "))})
	}
	return out
}

func otherUnit(l leaflet.Line, own string) string {
	return fmt.Sprintf("%s %s counts in %s; the sheet gives %s. Key it by hand, or change its unit here.", l.Code,
		l.Name, l.Unit, own)
}

func noDefault(l leaflet.Line) string {
	return fmt.Sprintf("%s %s: its default “%s” is no figure. It is left open.", l.Code, l.Name, l.Default)
}

// plainMeans is a word of a profile as it is said.
func plainMeans(f Function, word string) string {
	if name := wordPlain(f, word); name != word {
		return name
	}
	if name, ok := map[string]string{Terminals: "its terminals, of two wires or three", "link": "the serial link",
		"milliamps": "4 to 20 mA", "volts": "0 to 10 V", "ramp": "down the ramp", "coast": "coasting"}[word]; ok {
		return name
	}
	return word
}

// What a simulated drive shows and refuses.

const (
	triedStands  = "ready, it stands"
	triedTrip    = "tripped: it stands and its motor coasts"
	triedTripped = "It is tripped. Find out why, then reset it."
	triedRunning = "Most drives take this only while they stand. Stop it first."
	triedTravel  = "A trim stands at 0 to 100 % of its travel."
)

func triedRuns(hertz float64) string { return "runs, up to " + unit.Text(hertz, "Hz") }

func noSuchCode(code string) string {
	return fmt.Sprintf("Its profile knows no “%s”.", code)
}

func triedChoices(q *Parameter) string {
	all := make([]string, len(q.Choices))
	for i, c := range q.Choices {
		all[i] = c.Value + " " + c.Text
	}
	return fmt.Sprintf("%s takes %s.", q.Code, strings.Join(all, ", "))
}

func triedRange(q *Parameter) string {
	least, _ := q.Show(q.Least)
	most, _ := q.Show(q.Most)
	return fmt.Sprintf("%s goes from %s to %s.", q.Code, least, most)
}

func triedPlaces(j *Jumper) string {
	all := make([]string, len(j.Positions))
	for i, x := range j.Positions {
		all[i] = x.At
	}
	return fmt.Sprintf("%s stands at %s.", j.Name, strings.Join(all, ", "))
}

// TripKinds are the kinds of trip in plain words.
func TripKinds() []bridge.Naming { return bridge.TripNamings(tripKinds, tripSays) }
