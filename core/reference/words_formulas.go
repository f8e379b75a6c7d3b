package reference

import (
	"errors"
	"fmt"
	"math"

	"graybridge/core/unit"
)

var errNoSuchSize = errors.New("a size of the table, like 2.5 mm² or 12 AWG")

func problemOf(typed, example string) string {
	return fmt.Sprintf("“%s” could not be read: write it like %s.", typed, example)
}

func feederResult(lost, share float64) []string {
	verdict := "Good: the target is 3 % at most."
	if share > 0.03 {
		verdict = "Too much: the target is 3 % at most. Thicker or shorter."
	}
	return []string{unit.Text(lost, "V") + " lost, " + unit.Text(100*share, "%"), verdict}
}

func emptiedResult(joules, peak, most, watts float64) []string {
	return []string{
		fmt.Sprintf("It can keep %s and %s: that hurts or kills.", unit.Whole(peak, "V"), unit.Text(joules, "J")),
		fmt.Sprintf("A resistor of %s at most empties it to 50 V within a minute; it takes %s all the time.",
			unit.Text(most/1000, "kΩ"), unit.Text(watts, "W"))}
}

var formulas = []Formula{
	{ID: "synchronous", Title: "How fast does the field turn?", Says: "rpm = 120 · hertz / poles",
		About: "The shaft turns a few percent slower.",
		Inputs: []Input{{ID: "hertz", Label: "Hertz", Example: "50 Hz", kind: unit.Hertz},
			{ID: "poles", Label: "Poles", Example: "4", kind: pole, least: 2}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			return []string{unit.Whole(synchronous(x["hertz"], x["poles"]), "rpm")}, nil
		}},
	{ID: "slip", Title: "How hard does it work, by its speed?",
		Says:  "load ≈ (field rpm − read rpm) / (field rpm − rated rpm)",
		About: "Read the rpm with a tachometer on a true three-phase supply; within about a tenth.",
		Inputs: []Input{{ID: "hertz", Label: "Hertz", Example: "50 Hz", kind: unit.Hertz},
			{ID: "poles", Label: "Poles", Example: "4", kind: pole, least: 2},
			{ID: "rated", Label: "Rated rpm", Example: "1420", kind: unit.RPM},
			{ID: "read", Label: "Read rpm", Example: "1455", kind: unit.RPM}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			field := synchronous(x["hertz"], x["poles"])
			if x["rated"] >= field || x["read"] > field {
				return nil, fmt.Errorf("less than the field's %s", unit.Whole(field, "rpm"))
			}
			return []string{"about " + unit.Percent((field-x["read"])/(field-x["rated"])) + " of full load",
				"slip " + unit.Text(100*(field-x["read"])/field, "%")}, nil
		}},
	{ID: "amps", Title: "What amps has a three-phase motor?",
		Says:  "amps = watts / (1.732 · volts · power factor · efficiency)",
		About: "For a plate whose amps cannot be read; usual small motors have 0.78 and 0.78.",
		Inputs: []Input{{ID: "power", Label: "Power", Example: "1.1 kW", kind: unit.Power},
			{ID: "volts", Label: "Volts", Example: "230 V", kind: unit.Volts},
			{ID: "pf", Label: "Power factor", Example: "0.78", kind: unit.Share},
			{ID: "efficiency", Label: "Efficiency", Example: "78 %", kind: unit.Share}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			if x["pf"] > 1 || x["efficiency"] > 1 {
				return nil, errors.New("at most 1")
			}
			return []string{unit.Text(x["power"]/(math.Sqrt(3)*x["volts"]*x["pf"]*x["efficiency"]), "A") +
				" in each line, at full load"}, nil
		}},
	{ID: "torque", Title: "How hard does a shaft turn?", Says: "N·m = 9.55 · watts / rpm",
		About: "At the plate's power and speed this is its rated torque.",
		Inputs: []Input{{ID: "power", Label: "Power", Example: "1.1 kW", kind: unit.Power},
			{ID: "rpm", Label: "rpm", Example: "1420", kind: unit.RPM}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			nm := x["power"] / (2 * math.Pi * x["rpm"] / 60)
			return []string{unit.Text(nm, "N·m") + ", " + unit.Text(nm/1.355818, "lb·ft")}, nil
		}},
	{ID: "low-volts", Title: "What do low volts take?", Says: "torque follows volts squared; the amps of a load rise",
		About: "A feeder that sags at the start takes this from the starting torque.",
		Inputs: []Input{{ID: "volts", Label: "Volts at the motor", Example: "208 V", kind: unit.Volts},
			{ID: "rated", Label: "Rated volts", Example: "230 V", kind: unit.Volts}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			r := x["volts"] / x["rated"]
			return []string{unit.Percent(r*r) + " of its torque", "about " + unit.Percent(1/r) +
				" of its amps for the same load"}, nil
		}},
	{ID: "heat", Title: "How much hotter with more amps?", Says: "heat = (amps / rated amps)²",
		About: "Of the copper's heat, once it has settled.",
		Inputs: []Input{{ID: "amps", Label: "Amps read", Example: "5.2 A", kind: unit.Amps},
			{ID: "rated", Label: "Rated amps", Example: "4.7 A", kind: unit.Amps}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			share := x["amps"] / x["rated"]
			return []string{unit.Percent(share) + " of rated amps", unit.Percent(share*share) + " of rated heat"}, nil
		}},
	{ID: "feeder", Title: "What does a cable lose?", Says: "volts lost = amps · 2 · length · ohms of each metre",
		About: "Copper, hot, there and back.",
		Inputs: []Input{{ID: "volts", Label: "Volts", Example: "230 V", kind: unit.Volts},
			{ID: "amps", Label: "Amps", Example: "8 A", kind: unit.Amps},
			{ID: "length", Label: "Length, one way", Example: "25 m", kind: unit.Length},
			{ID: "size", Label: "Copper", Example: "2.5 mm²", kind: size}},
		of: feeder},
	{ID: "discharge", Title: "What does a capacitor keep?", Says: "J = ½ · C · (1.414 · V)²;  R ≤ 60 s / (C · " +
		"ln(1.414 · V / 50))",
		About: "Discharge it through a resistor on insulated leads, then short it, then measure.",
		Inputs: []Input{{ID: "microfarad", Label: "µF", Example: "50", kind: unit.Microfarads},
			{ID: "volts", Label: "AC volts across it", Example: "350 V", kind: unit.Volts}},
		of: emptied},
	{ID: "belt", Title: "How fast does a machine turn behind a belt?",
		Says:  "machine rpm = motor rpm · motor sheave / machine sheave",
		About: "Less about 1 % that a V-belt slips. Rims of cast iron stay below 25 m/s.",
		Inputs: []Input{{ID: "rpm", Label: "Motor rpm", Example: "1420", kind: unit.RPM},
			{ID: "own", Label: "Motor sheave", Example: "80 mm", kind: unit.Diameter},
			{ID: "other", Label: "Machine sheave", Example: "200 mm", kind: unit.Diameter}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			return []string{unit.Whole(x["rpm"]*x["own"]/x["other"], "rpm"),
				"belt speed " + unit.Text(math.Pi*x["own"]/1000*x["rpm"]/60, "m/s")}, nil
		}},
	{ID: "turns", Title: "Small amps through a clamp", Says: "amps = reading / turns through the jaw",
		About: "Three turns make three times the reading; count how often the wire passes inside.",
		Inputs: []Input{{ID: "amps", Label: "Reading", Example: "3.3 A", kind: unit.Amps},
			{ID: "turns", Label: "Turns", Example: "3", kind: number, least: 1}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			return []string{unit.Text(x["amps"]/x["turns"], "A")}, nil
		}},
	{ID: "insulation", Title: "Insulation read warm or cold", Says: "at 40 °C = reading · 2^((°C − 40) / 10)",
		About: "Insulation halves for every 10 °C hotter, so readings are compared at 40 °C.",
		Inputs: []Input{{ID: "megohm", Label: "Reading", Example: "20 MΩ", kind: unit.Megohms},
			{ID: "celsius", Label: "Winding's temperature", Example: "18 °C", kind: unit.Celsius}},
		of: func(x map[string]float64, _ map[string]string) ([]string, error) {
			at := x["megohm"] * math.Exp2((x["celsius"]-40)/10)
			verdict := "Under 1 MΩ: do not run it. Dry it and measure again."
			switch {
			case at >= 5:
				verdict = "Over 5 MΩ: healthy."
			case at >= 1:
				verdict = "Between 1 and 5 MΩ: it may run; dry it and measure again."
			}
			return []string{unit.Text(at, "MΩ") + " at 40 °C", verdict}, nil
		}},
}
