package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What the start says, and the rests that keep a winding.

func turnedOverStands(share float64) string {
	return fmt.Sprintf(" Turned over while it runs, it brakes hard with a winding at %s of rated amps, stands, and "+
		"starts the other way.", unit.Percent(share))
}

func turnedOverRunsOn(share float64) string {
	return fmt.Sprintf(" Turned over while it runs, it does not turn round: it runs on, on the wrong capacitor, a "+
		"winding at %s of rated amps.", unit.Percent(share))
}

func noStartCan(s StartAnswer) string {
	return fmt.Sprintf("No start capacitor gives it: the most is %s of rated, with %s. Start it unloaded (clutch, "+
		"loose belt, empty drum), or take another bridge.", unit.Percent(s.Most), microfarads(s.MostAt))
}

func noSuchStartCan(s StartAnswer) string {
	return fmt.Sprintf("It would take a start capacitor of %s for %s: none like that is sold. Start it unloaded "+
		"(clutch, loose belt, empty drum), or take another bridge.", microfarads(s.Microfarad),
		unit.Whole(s.Volts, "V"))
}

func startCanGives(s StartAnswer) string {
	return fmt.Sprintf("A start capacitor of about %s gives %s (the trade takes twice the run value, %s). Or start "+
		"it unloaded.", microfarads(s.Microfarad), unit.Percent(s.Wanted), microfarads(s.School))
}

func dropTakesPart(a Answer) string {
	return fmt.Sprintf(" The feeder's drop takes part of it: on a stiff line it would give %s.",
		unit.Percent(a.StiffTorque))
}

func humsPlain(gives float64, what string) string {
	return fmt.Sprintf("It would hum and not start: it gives %s, %s.", unit.Percent(gives), what)
}

func (q Question) humsWithCan(gives float64, what string) string {
	return fmt.Sprintf("With %s to start it would only hum: it gives %s, %s.",
		microfarads(q.StartEntered), unit.Percent(gives), what)
}

func switchOffAtOnce(help func() string, dip string) string {
	return help() + dip + " Switch off at once if it hums."
}

func startsBarely(gives float64, what string) string {
	return fmt.Sprintf("It only just starts: it gives %s, %s.", unit.Percent(gives), what)
}

func startsBarelyDetail(help func() string, dip string) string {
	return "Low volts or a stiff morning stop it. " + help() + dip + " Switch off at once if it hums."
}

func (q Question) startsWithCan(gives float64, what string) string {
	return fmt.Sprintf("It starts with the start capacitor of %s: it gives %s, %s.",
		microfarads(q.StartEntered), unit.Percent(gives), what)
}

func (q Question) sayHeavyStart(times, gives float64) finding.Finding {
	return finding.Finding{ID: finding.CapacitorHeavyStart, Bay: finding.Bridge, Grade: finding.Caution, Planning: true,
		Sentence: fmt.Sprintf("A heavy start for a capacitor: %s, %s times the run capacitor.",
			microfarads(q.StartEntered), unit.Plain(math.Round(times))),
		Detail: fmt.Sprintf("It gives %s of rated torque. A capacitor suits light starts. Start it unloaded, or weigh "+
			"a drive or a converter.", unit.Percent(gives)),
		Figure: unit.Three(times) + " × the run capacitor", Limit: unit.Plain(heavyStart) + " × at most",
		Measure: finding.Against(times, finding.AtMost, heavyStart, "× the run capacitor"),
		Why: []finding.Why{{Formula: "start µF / run µF", Numbers: unit.Plain(q.StartEntered) + " µF to the run value",
			Section: finding.OnCapacitorPart, Source: "the trade takes about twice the run value; guide value"}},
		Entries: []string{"load.start", "bridge.start_microfarad"}}
}

func startCanRating(s StartAnswer) string {
	return fmt.Sprintf("Electrolytic, for starting, %s. It comes out again within two seconds and has a bleed "+
		"resistor. "+
		"The line sees %s. Left in, winding %s would carry %s of rated amps: it must drop out.", s.ClassText(),
		unit.Text(s.LineAmps, "A"), s.LeftCoil, unit.Percent(s.LeftIn))
}

func startsPlain(gives float64, what string) string {
	return fmt.Sprintf("It starts on the run capacitor alone: it gives %s, %s.", unit.Percent(gives), what)
}

func startsPlainDetail(gives, standing float64, dip string) string {
	return fmt.Sprintf("%sBoth are shares of its rated torque.%s If it hums and does not turn, switch off at once.",
		more(gives/standing), dip)
}

// more says by how much a start gives more than it needs.
func more(times float64) string {
	if times >= 2 {
		return fmt.Sprintf("That is %s times what it needs to start. ", unit.Three(math.Round(times*10)/10))
	}
	return fmt.Sprintf("That is %s more than it needs to start. ", unit.Percent(times-1))
}

func settlesCooler(settled string) string {
	return fmt.Sprintf(" The other windings being cooler, it would settle at %s of the heat that its class allows.",
		settled)
}

func fromColdItHas(alone float64) string {
	return fmt.Sprintf(" From cold it has about %s until it is as hot as its class allows.", minutesText(alone))
}

func shortRunsKeep(words string, worst float64) string {
	return fmt.Sprintf("For short runs only: %s keeps the hottest winding at %s of the heat its class allows.", words,
		unit.Percent(worst))
}

const othersNever = " Others say: never a winding over its rated amps. Fit a thermistor if it runs unattended."

func runsTooMuch(words string, worst float64) string {
	return fmt.Sprintf(" Your %s bring it to %s of that heat: too much.", words, unit.Percent(worst))
}
