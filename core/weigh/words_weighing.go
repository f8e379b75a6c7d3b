package weigh

import (
	"fmt"
	"math"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What is told of a bridge beside its figures: from the trade, the same for every motor.
var (
	// whyOf says where the answer to a question comes from, where the plan's own figure does not.
	whyOf = map[Row]finding.Why{
		Starts: {Formula: "torque at standstill over rated torque, against load, belt and grease",
			Source: "engine and plate", Section: finding.OnTorque},
		AllDay: {Formula: "greatest load with every winding inside rated amps", Source: "engine",
			Section: finding.OnOperatingPoint},
		Slow: {Formula: "torque all day at the slowest speed wanted, against the heaviest load there",
			Source: "engine; cooling by the trade's table, guide value"},
		Speeds:   {Formula: "speeds it has, against the fastest wanted", Source: "engine and profile"},
		Windings: {Formula: "greatest winding amps / rated amps, at each load", Source: "engine"},
		FullLoad: {Formula: "two bodies, winding and frame, from cold (guide value)", Source: "engine",
			Section: finding.OnHeat},
		Line: {Formula: "amps at the usual load and at the first instant of the start", Source: "engine",
			Section: finding.OnSupplyDrop},
		Wall: {Formula: "each link of the wall against what this bridge draws",
			Source:  "what is entered of the wall",
			Section: finding.OnWall},
		Cannot: {Formula: "told of the bridge, whatever the motor", Source: "the trade"},
		Guard: {Formula: "sized by the rules chosen (guide value)", Source: "code tables",
			Section: finding.OnProtection},
		Noise:  {Formula: "told of the bridge, not measured here", Source: "the trade", Estimated: true},
		Energy: {Formula: "watts from the line × hours", Source: "engine"},
		Parts: {Formula: "the plan's parts against the stores; hours are guide values",
			Source: "plan and stores"},
		Licensed: {Formula: "the circuit that the plan sizes (guide value)", Source: "code tables",
			Section: finding.OnProtection},
	}
)

const (
	brushedMotor    = "This is a brushed motor: it runs on direct current, not on three lines."
	threePhaseMotor = "This is a three-phase motor: a DC controller would burn it or leave it standing."
	noMotorToDrive  = "No drive can be weighed: the motor cannot be computed."
	noReachOnLine   = "No joint of these leads gives the coils their volts from the line as it is."
	noIdlerServes   = "No idler of the stores or the standard sizes could be worked out for this line."
	workedOut       = "Being worked out: one idler after the other, each with its own best cans."
	yourConverter   = "your converter, as entered"
	noneFits        = "none fits"
	whatIsLeft      = "What is left where none of the bridges will do, or none is wanted."
	weighsTheIdler  = "This motor is the converter's idler and turns nothing else. Weigh one of its machines."
	notWeighed      = "This could not be worked out."

	notSized         = "not sized while a stop stands"
	noneForGood      = "none of it all day"
	noRelayGuards    = "no relay setting guards it: a thermistor in the winding"
	lightestIsNone   = "the lightest load is none"
	nothingListed    = "not listed while a stop stands"
	circuitFrom      = "A circuit of its own from the panel"
	localCodeDecides = "Fixed wiring belongs to a licensed person in most places; the local code decides (guide " +
		"value)."
	noPrices           = "no prices noted for what is to be bought"
	doesNotRun         = "it does not come to its speed at your load"
	idleUsualHeaviest  = "idle, usual, heaviest load, of rated amps"
	bothBySwitch       = "both ways by a switch that moves the capacitor's line end, standing"
	otherByCapacitor   = "the other way by moving the capacitor's line end, standing"
	bothByRotarySwitch = "both ways by a three-pole switch behind the converter, standing"
	otherByTwoLeads    = "the other way by exchanging two leads at the machine, standing"
	bothByCommand      = "both ways by its own command, or a switch made for it"

	startsFree = "it started free"
	oneSpeed   = "the plate's one speed were enough"
	neverIdle  = "it never ran lighter than its usual load"

	plainSchool = "runs without balance cans"
)

func waitsFor(next string) string {
	return "First: " + plan.LowerNext(next) + ". Then the bridges can be weighed."
}

// verdictOf is a column in a sentence: the gravest of what it sums up.
func verdictOf(c *Column) string {
	d := c.Deciding()
	switch {
	case d == nil:
		return "Not judged yet."
	case c.Grade == finding.Good:
		return "Nothing was found against it at your loads and speeds."
	}
	return d.Told()
}

// startText is what a start gives against what is asked of it, both in percent.
func startText(gives, asks float64) string {
	return fmt.Sprintf("%s of rated torque; %s is to be there", unit.Percent(gives/100), unit.Percent(asks/100))
}

func dipsBy(share float64) string {
	return "the line sags " + unit.Percent(math.Max(0, share)) + " at the start"
}

func partsText(all, have int) string {
	if have == 0 {
		return fmt.Sprintf("%d to buy", all)
	}
	return fmt.Sprintf("%d to buy, %d there", all-have, have)
}

func hoursText(kind string) string {
	h := plan.FactsOf(kind).Hours
	return fmt.Sprintf("about %d to %d hours of work (guide value)", h[0], h[1])
}

func pricedText(total string, unpriced int) string {
	if unpriced == 0 {
		return total
	}
	return fmt.Sprintf("%s, and %d parts without a price", total, unpriced)
}

func noSlower(slowest float64) string {
	return "It has one speed: " + unit.Percent(slowest) + " of it is not to be had without sheaves."
}

func noFaster(fastest float64) string {
	return "It has one speed: " + unit.Percent(fastest) + " of it is not to be had without sheaves."
}

func topIsPlanning(top float64) string {
	return "At most " + unit.Percent(top) + " of plate speed until a sweep and the plate say more (guide value)."
}

func fullText(continuous, short float64) string {
	switch {
	case continuous >= 0.999:
		return "all day"
	case short >= 1:
		return "for a minute; " + unit.Percent(continuous) + " all day"
	}
	return "not carried; " + unit.Percent(continuous) + " all day"
}

func notForGood(continuous float64) string {
	return "not all day; " + unit.Percent(continuous) + " all day"
}

func slowText(continuous, hertz, rpm float64) string {
	at := unit.Whole(rpm, "rpm")
	if hertz > 0 {
		at = unit.Text(hertz, "Hz") + ", " + at
	}
	return fmt.Sprintf("%s of rated torque all day at %s", unit.Percent(continuous), at)
}

// asksThere is what the heaviest load asks at a speed, and what that comes to.
func asksThere(asked float64, grade finding.Grade) string {
	words := map[finding.Grade]string{finding.Good: "good for all day",
		finding.Caution: "more than it carries all day",
		finding.Stop:    "more than it gives"}
	return "your heaviest load asks " + unit.Percent(asked) + " there: " + words[grade]
}

func speedsText(least, most float64) string {
	return fmt.Sprintf("%s to %s", unit.Whole(least, "rpm"), unit.Whole(most, "rpm"))
}

func lostText(kwh, hours, days float64) string {
	return fmt.Sprintf("%s of it lost in motor and bridge; %s h a day on %s days", unit.Whole(kwh, "kWh"),
		unit.Plain(hours),
		unit.Plain(days))
}

func ampsSchool(need float64) string { return "output at least the plate's " + unit.Text(need, "A") }
func hasAmps(have float64) string    { return unit.Text(have, "A") + " here" }
func powerSchool(kw float64) string  { return "at least the motor's " + unit.Text(kw, "kW") }
func hasPower(kw float64) string     { return unit.Text(kw, "kW") }

func ratioSchool(wanted float64) string { return unit.Three(wanted) + " times the machine, or more" }

func hasRatio(ratio, continuous float64) string {
	return fmt.Sprintf("%s times; by its windings %s of its rating all day", unit.Three(ratio),
		unit.Percent(continuous))
}

func plainFeels(share float64) string {
	if math.IsInf(share, 1) {
		return "a motor falls out"
	}
	return "worst winding " + unit.Percent(share) + " of rated amps"
}

func serves(machines int) string {
	return fmt.Sprintf("one converter serves %d machines of this job", machines)
}

func ofItsControls(n int) string {
	return fmt.Sprintf("%d more to settle of its controls, in its bay", n)
}

func triedIdler(name string, stops, cautions int) string {
	switch {
	case stops > 0:
		return name + ": does not serve"
	case cautions > 0:
		return name + ": with limits"
	}
	return name + ": serves"
}

func twoCapacitors(p capacitor.Pair) string {
	return fmt.Sprintf("Two capacitors, %s and %s", unit.Text(p.First.Microfarad, "µF"),
		unit.Text(p.Second.Microfarad, "µF"))
}

func pairWouldDo(p capacitor.Pair) string {
	return "Run capacitor: with two of them, " + unit.Text(p.First.Microfarad, "µF") + " and " +
		unit.Text(p.Second.Microfarad, "µF") + ", it would hold where one does not; its bay has the joint."
}

func wouldDo(kind, words string, grade finding.Grade) string {
	limits := ""
	if grade == finding.Caution {
		limits = ", with limits"
	}
	return fmt.Sprintf("%s would do%s, if %s.", plan.TitleOf(kind), limits, words)
}

func loadUpTo(percent float64) string { return fmt.Sprintf("its load stayed within %.0f %%", percent) }

func transformerText(line, plate float64) string {
	return fmt.Sprintf("From %s to %s, ahead of a bridge made for that: the coils then get their volts.",
		unit.Whole(line, "V"),
		unit.Whole(plate, "V"))
}

// behindTransformer is what a run capacitor's plan behind one comes to.
func behindTransformer(step string, grade finding.Grade) string {
	switch grade {
	case finding.Stop:
		return fmt.Sprintf(" Behind %s a run capacitor is still stopped.", step)
	case finding.Caution:
		return fmt.Sprintf(" Behind %s a run capacitor does it, with limits.", step)
	}
	return fmt.Sprintf(" Behind %s a run capacitor does it.", step)
}

func transformerNeeds(va float64) string {
	return unit.Text(va/1000,
		"kVA") + " or more (guide value), fuses on both sides, its inrush on the breaker, a place that is cool"
}

func otherMotorText(power string, rules table.Rules, reached bool) string {
	volts := "230/400 V"
	if rules == table.NorthAmerica {
		volts = "230/460 V"
	}
	if reached {
		return fmt.Sprintf("One of %s for %s: only where this one is worn out.", power, volts)
	}
	return fmt.Sprintf("One of %s for %s: it takes any of the bridges on a line of 230 V or so.", power, volts)
}

func forConverter(converter, machine string) string {
	return "Converter: " + finding.Lower(converter) + ". This machine: " + finding.Lower(machine)
}

func otherMotorNeeds(frame string) string {
	if frame == "" {
		return "its frame: read it off the plate first; the Motor bay then holds both against each other"
	}
	return "frame " + frame + ", or other holes; the Motor bay holds both against each other"
}

const (
	singleText          = "It needs no bridge. One speed, a start capacitor of its own, dearer by size."
	supplyText          = "The motor runs as its plate says, at plate power and rated torque, with no bridge at all."
	atTheMotorNeeds     = "what its Leads bay says of them"
	otherForDirectNeeds = "frame and shaft; the DC bay sets both beside each other"
)

func largerDrive(nearest string, have float64) string {
	return fmt.Sprintf("None of the drives known here has the amps; %s comes nearest with %s.", nearest,
		unit.Text(have, "A"))
}

func largerDriveNeeds(need float64) string {
	return unit.Text(need,
		"A") + " or more at its output on this line's one phase; of one made for three-phase input " +
		"about twice that (guide value), if its maker allows it"
}

func singleNeeds(amps float64) string {
	if amps == 0 {
		return "a circuit for its rated amps; the tables here give none for its power"
	}
	return "a circuit for about " + unit.Text(amps, "A") + " (guide value)"
}

func supplyNeeds(va float64) string {
	return "a connection for " + unit.Text(va/1000,
		"kVA") + " and its start, asked of the network's owner; a licensed person"
}

func otherForDirect(name string) string {
	return "A three-phase motor of " + name + " on a drive."
}

// borderText is a stretch of loads in which one bridge is taken.
func borderText(kind string, from, to, speed float64) string {
	down := fmt.Sprintf("down to %.0f %% of plate speed", speed)
	if speed >= 100 {
		down = "at plate speed"
	}
	at := fmt.Sprintf("At %.0f to %.0f %% load", from, to)
	if from == to {
		at = fmt.Sprintf("At %.0f %% load", from)
	}
	return fmt.Sprintf("%s, %s: %s.", at, down,
		plan.PlainName(kind))
}

// alone is a circuit on which nothing else runs.
const alone = "nothing else on it"

// asksCircuit is said of a bridge that is judged on another circuit than the one that is there.
func asksCircuit(what string) string {
	return "Not on this circuit as it is. It asks this first: " + what + ". That is an electrician's work."
}

const reactorAhead = " with a reactor ahead of it"
