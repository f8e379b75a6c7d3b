package drive

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of a drive that is known by its plate alone.

const (
	plateExample      = "IN 1~ 200-240 V 14 A OUT 3~ 0-240 V 7 A 1.5 kW"
	plateOfController = "This is the plate of a DC controller: choose it under DC controller."

	byItsPlate  = "Judged by what stands on it. What its leaflet says is not known yet."
	notSaid     = "not known"
	earthScrew  = "its earth screw"
	takenHertz  = "at most 120 Hz"
	takenInput  = "its rated input counted from its power"
	takenRest   = "150 % of its amps for a minute, full amps up to 40 °C, 10 minutes until its link is dead"
	noCode      = "A function and its code, like “motor-amps P3.05”."
	whichScrews = "What stands beside the three motor screws of your drive?"

	whichScrewsDetail = "Look under its lid, dead and locked: often three letters beside the outgoing screws. Until " +
		"then the wiring names them by what they are for."
	judgedByPlate     = "Your drive is judged by its plate; the rest is usual of such drives."
	plateClashDetail  = "Read the plate again. Until it agrees, the figure that cannot be is left out."
	codesToFillDetail = "Look each one up in the drive's leaflet and write its code beside it under Settings. " +
		"Without the codes the plan still says what each must be."
)

func yourDrive(kw float64) string { return fmt.Sprintf("Your %s drive", unit.Text(kw, "kW")) }

func lineScrew(n int) string { return fmt.Sprintf("line screw %d", n) }

func motorScrew(n int) string { return fmt.Sprintf("motor screw %d", n) }

func takenRange(v Span) string {
	return fmt.Sprintf("%s to %s at its input", unit.Plain(v.Least), unit.Whole(v.Most, "V"))
}

func takenPhases(n int) string { return phasesText(n) + " at its input" }

func phasesText(n int) string {
	if n == 3 {
		return "three phases"
	}
	return "one phase"
}

func takenVolts(most float64) string {
	return fmt.Sprintf("no more volts out than in, %s at most", unit.Whole(most, "V"))
}

func takenPower(kw float64) string { return fmt.Sprintf("%s by its amps", unit.Text(kw, "kW")) }

func powerClash(kw float64, o Output, kva float64) string {
	if kw > kva {
		return fmt.Sprintf("Its plate disagrees with itself: %s is more than %s at %s can give.",
			unit.Text(kw, "kW"), unit.Text(o.Amps, "A"), unit.Whole(o.Volts, "V"))
	}
	return fmt.Sprintf("Its plate disagrees with itself: %s is little for %s at %s.", unit.Text(kw, "kW"),
		unit.Text(o.Amps, "A"), unit.Whole(o.Volts, "V"))
}

func inputClash(amps, kva, kw float64) string {
	if kva < kw {
		return fmt.Sprintf("Its plate disagrees with itself: %s at its input cannot feed %s.", unit.Text(amps, "A"),
			unit.Text(kw, "kW"))
	}
	return fmt.Sprintf("Its plate disagrees with itself: %s at its input is far too much for %s.",
		unit.Text(amps, "A"), unit.Text(kw, "kW"))
}

func codesToFill(n int) string {
	if n == 1 {
		return "One setting has no code yet."
	}
	return fmt.Sprintf("%d settings have no code yet.", n)
}

func wantScrews(n int) string {
	return fmt.Sprintf("%d different letters or names, one for each screw.", n)
}

func codeTwice(code, at string) string {
	return fmt.Sprintf("“%s” is the code of “%s” already.", code, at)
}

func howKeyed(code, value string) string {
	if code == "" {
		return "Find its code in the leaflet and write it here."
	}
	return fmt.Sprintf("%s to %s", code, value)
}

// asLeaflets are the functions as most leaflets name them.
func asLeaflets(f Function) string {
	if name, ok := map[Function]string{
		MotorVolts: "Motor's rated volts", MotorAmps: "Motor's rated amps", MotorHertz: "Motor's rated hertz",
		MotorRPM: "Motor's rated speed", MotorPower: "Motor's rated power", LeastHertz: "Lowest hertz",
		MostHertz: "Highest hertz", Boost: "Torque boost", Accelerate: "Acceleration time",
		Decelerate: "Deceleration time", StopMode: "How it stops", RunSource: "Where start and stop come from",
		SpeedSource: "Where the speed comes from", ReverseRun: "Reverse running",
		Restart: "Start again after an outage", ResetFault: "Reset after a trip by itself",
		Overload: "Motor overload (thermal relay)", CurrentLimit: "Limit of amps (stall prevention)",
		Carrier: "Carrier (switching) frequency", PhaseLoss: "Watch over its input phases",
		LowHertz: "Least point of the V/f line, hertz", LowVolts: "Least point of the V/f line, volts",
		MiddleHertz: "Middle point of the V/f line, hertz", MiddleVolts: "Middle point of the V/f line, volts",
		ControlMode: "How it makes torque", Catch: "Catch a turning motor (flying start)",
		HoldTime: "DC hold, seconds", HoldAmps: "DC hold, percent of amps",
		SignalLeast: "Hertz at the signal's beginning",
		SignalMost:  "Hertz at the signal's end", SignalLost: "Where the signal is lost",
		LinkTimeOut: "Where the link is lost", Preset1: "Fixed speed 1", Preset2: "Fixed speed 2",
		Preset3: "Fixed speed 3", JogHertz: "Jog speed", SkipFrom: "Skip from", SkipTo: "Skip to",
		SkipFrom2: "Second skip from", SkipTo2: "Second skip to",
	}[f]; ok {
		return name
	}
	return plainName(f)
}

// wordPlain is what a function is set to where it is no figure.
func wordPlain(f Function, word string) string {
	switch f {
	case RunSource:
		return map[string]string{string(Keypad): "its own keys", string(TwoWire): "a switch at its terminals",
			string(ThreeWire): "start and stop buttons at its terminals", string(RunByLink): "the serial link"}[word]
	case SpeedSource:
		return map[string]string{string(Keys): "its own keys", string(Dial): "the dial on it",
			string(Pot): "a potentiometer at its terminals", string(ByVolts): "0 to 10 V",
			string(ByMilliamps): "4 to 20 mA", string(ByPresets): "fixed speeds by contacts",
			string(SpeedByLink): "the serial link"}[word]
	case ControlMode:
		return map[string]string{string(VoltsPerHertz): "volts per hertz", string(Vector): "vector",
			string(Torque): "torque"}[word]
	case ReverseRun:
		return map[string]string{"switch": "by a switch", "allowed": "allowed", "forbidden": "forbidden"}[word]
	}
	return word
}

const oneSource = "Does your drive's leaflet allow one phase at its three-phase input?"

const oneSourceDetail = "Look for “single-phase supply”, “derating” or “input phase loss” in it. If it does not say, " +
	"the answer is no. Here half of its rating is counted with."

const oneRefused = "Your drive is made for three phases and its leaflet allows no other: it has no supply here."

const oneRefusedDetail = "A drive for one-phase input, or a converter that makes three phases ahead of it."

// What is said of drives that may be bought.

const sixAtMost = "Six drives are laid beside each other, no more."

func candidateNamed(p *Profile) string {
	return fmt.Sprintf("%s, %s", unit.Text(p.Output.KW, "kW"), unit.Text(p.Output.Amps, "A"))
}

func alsoAsks(w Weighed) string {
	if w.Ended || w.Breaker == 0 {
		return "Breaker and wire are for a licensed person to size."
	}
	return fmt.Sprintf("Breaker %s, line wire %s.", unit.Rating(w.Breaker), w.Conductor)
}

func shopAmps(amps, watts float64) string {
	return fmt.Sprintf("Output: three phases, at least %s (a drive of %s or more; amps count, not kilowatts).",
		unit.Text(amps, "A"), unit.Text(watts/1000, "kW"))
}

func shopInput(line float64) string {
	return fmt.Sprintf("Input: one phase, %s within its range. “1~”, “1PH” or “single phase” must stand on it.",
		unit.Whole(line, "V"))
}

func shopOutput(volts float64) string {
	return fmt.Sprintf("Output volts: %s or more; a 400 V drive is the wrong one.", unit.Whole(volts, "V"))
}

func shopDoubles(line, volts float64) string {
	return fmt.Sprintf("Output volts: %s from %s: only one that doubles its line, or a transformer ahead.",
		unit.Whole(volts, "V"), unit.Whole(line, "V"))
}

func shopHertz(hz float64) string {
	return fmt.Sprintf("Output hertz: %s or more.", unit.Whole(hz, "Hz"))
}

const shopBrake = "Terminals for a braking resistor."

// shopUsed is what to ask and to look at where it is a used one.
var shopUsed = []string{
	"Used: ask for the leaflet or its file, how long it lay (years without volts want a slow first hour), and why it " +
		"was taken out.",
	"Used: look for burnt screws, a swollen or leaking can, dust baked on, a fan that does not turn by hand, a lid " +
		"that is missing.",
}
