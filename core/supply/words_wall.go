package supply

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What the links of the wall say, and what would cure them.

// beyondTables is the cure that the tables here do not reach.
const beyondTables = "Beyond the tables here: a licensed person sizes it."

func notLookedAt(open []string) string {
	return "Not looked at: " + low(strings.Join(open, ", ")) + "."
}

// far is the length of the feeder as it is measured here.
func (w waller) far() string {
	if w.rules == table.NorthAmerica {
		return unit.Feet(w.FeederM)
	}
	return unit.Plain(math.Round(w.FeederM*10)/10) + unit.Space + "m"
}

func sayChain(weakest ChainLink) string {
	switch weakest.Grade {
	case finding.Stop:
		return fmt.Sprintf("The wall does not carry it. Tightest: %s. %s", low(weakest.Name), weakest.Text)
	case finding.Caution:
		return fmt.Sprintf("The wall carries it, with care. Tightest: %s. %s", low(weakest.Name), weakest.Text)
	case finding.Open:
		return "Nothing of the wall is entered yet."
	}
	text := "Nothing that is entered fails"
	if weakest.Used > 0 {
		text += fmt.Sprintf("; the tightest is the %s, %s used", low(weakest.Name), unit.Percent(weakest.Used))
	}
	return text + "."
}

func low(s string) string { return strings.ToLower(s) }

// The places of a staircase.
const (
	nothingDrawn = "nothing drawn"
	atPanel      = "panel"
	atMotor      = "motor"
)

func (s Supply) sayDip(dip float64, d *Draw) finding.Finding {
	percent, word, grade := unit.Text(100*dip, "%"), "hardly seen", finding.Note
	if dip > SeenDip {
		word, grade = "that is seen", finding.Caution
	}
	return finding.Finding{ID: "supply.dip", Grade: grade, Figure: percent, Planning: true,
		Sentence: fmt.Sprintf("Lights on the same panel dip by %s as it starts: %s.", percent, word),
		Detail:   "From about 3 % on most people see it (guide value). What shares the transformer dips with them.",
		Why: []finding.Why{{Formula: "start amps · ohms ahead of the panel",
			Numbers: fmt.Sprintf("(%s − %s)/%s = %s; %s at the start", unit.Text(s.Volts, "V"),
				unit.Text(s.Reading.Volts, "V"), unit.Text(s.Reading.Amps, "A"), unit.Text(s.SourceOhm, "Ω"),
				unit.Text(d.StartAmps, "A")),
			Section: finding.OnSupplyDrop, Source: "your reading under load; amps from the engine", Estimated: true}},
		Entries: []string{"supply.loaded"}}
}

const voltsUnmeasured = "Not measured: only the name of the supply is known."

const voltsNear = "Near the nominal volts."

func voltsFar(off float64) string {
	return fmt.Sprintf("They stand %s off the nominal volts.", unit.Percent(off))
}

const breakerUnknown = "Read its rating off the breaker that feeds this place."

const breakerHolds = "It carries the run for long and holds the start."

func breakerAsks(room float64, w waller) string {
	text := "at least " + unit.Text(room, "A")
	if w.Beside > 0 {
		text += ", with " + unit.Text(w.Beside, "A") + " of others"
	}
	return text
}

func breakerTrips(run float64) string {
	return fmt.Sprintf("It trips: %s run on it together.", unit.Text(run, "A"))
}

func breakerNear(run float64) string {
	return fmt.Sprintf("%s run on it together, more than 80 %% of it for long.", unit.Text(run, "A"))
}

func breakerStart(amps float64) string {
	return fmt.Sprintf("The start takes %s: a usual motor curve holds five times its rating for certain.",
		unit.Text(amps, "A"))
}

func moveOthers(all []Other) string {
	var names []string
	for _, o := range all {
		names = append(names, o.Name)
	}
	return "Cheapest: put what else runs on it (" + strings.Join(names, ", ") + ") on another circuit."
}

func changeBreaker(size float64) string {
	return fmt.Sprintf("Cheapest: a breaker of %s on the same wire, by a licensed person.", unit.Rating(size))
}

func newFeeder(c unit.Conductor, size float64) string {
	return fmt.Sprintf("Cheapest: a feeder of %s with a breaker of %s, by a licensed person.", c, unit.Rating(size))
}

const wireUnknown = "Read the size off the cable; of cable sold as 12-2 say also what kind it is."

func wireAsks(wants, breaker float64) string {
	text := "at least " + unit.Text(wants, "A") + ", 125 % of the motor"
	if breaker > 0 {
		text += "; guarded by " + unit.Rating(breaker)
	}
	return text
}

func wireBeyond(what string) string {
	return "Not computed: " + what + ". Its maker's sheet or local rules say what it carries."
}

// as says what a conductor carries and how that comes about where it is not plain.
func as(c table.Carried) string {
	if c.Lessened {
		return fmt.Sprintf("%s, %s", unit.Text(c.Amps, "A"), c.Numbers)
	}
	return unit.Rating(c.Amps)
}

func wireUnguarded(s Supply) string {
	return fmt.Sprintf("The breaker of %s does not guard it: %s at most.", unit.Rating(s.Breaker),
		unit.Rating(math.Floor(10*s.Carried.Breaker)/10))
}

func wireTooThin(s Supply) string {
	return fmt.Sprintf("The breaker of %s does not guard it: it carries less than %s.", unit.Rating(s.Breaker),
		unit.Rating(s.Carried.Under))
}

func wireOver(c table.Carried, most float64) string {
	return fmt.Sprintf("It carries %s; the motor alone takes %s.", as(c), unit.Text(most, "A"))
}

func wireThin(c table.Carried) string {
	return fmt.Sprintf("It carries %s: less than is asked.", as(c))
}

func wireCarries(c table.Carried) string { return fmt.Sprintf("It carries %s.", as(c)) }

const lengthUnknown = "From the panel to the machine, one way, and the size of the wire."

func lengthLoses(run, start float64) string {
	return fmt.Sprintf("%s of the volts are lost running, %s at the start.", unit.Text(100*run, "%"),
		unit.Text(100*start, "%"))
}

func lessDrop(c unit.Conductor) string {
	return fmt.Sprintf("Cheapest: a feeder of %s on the same way, by a licensed person.", c)
}

const earthUnknown = "Follow it from the panel to the machine, and read its size."

const earthNone = "Nothing opens the breaker when a winding touches the frame: not to be fed like this."

const earthSmall = "It is thinner than the rules ask for this feeder and breaker."

const earthByBreaker = "How thick it must be goes by the breaker, which is not entered."

const earthThere = "It is as thick as the rules ask. Whether it is whole only a meter tells."

func pullEarth(c unit.Conductor) string {
	if c == (unit.Conductor{}) {
		return "An earth conductor from the panel, by a licensed person."
	}
	return fmt.Sprintf("An earth conductor of %s from the panel, by a licensed person.", c)
}

const residualUnknown = "Is there one ahead, and what type stands on it?"

func residualAsks(smooth bool) string {
	if smooth {
		return "type B, or as the maker says"
	}
	return "type A or better"
}

func residualType(r Residual) string { return "type " + strings.ToUpper(string(r)) }

const residualNone = "There is none; it watches what an earth alone does not. None replaces the earth."

const residualNoneLocal = "There is none; local rules say where one is asked. None replaces the earth."

const residualBlind = "It may be blind to what flows here: pulses of direct current."

const residualSmooth = "Smooth direct current can blind it: it then opens for nobody."

const residualSees = "It sees what may flow here. It does not replace the earth."

func changeResidual(r Residual) string {
	return fmt.Sprintf("A residual-current device of type %s, by a licensed person; 300 mA where 30 mA trips by "+
		"leakage is theirs to judge.", strings.ToUpper(string(r)))
}

const wiringUnknown = "Look into panel and boxes, dead: colours, what shares the conduit."

const wiringPlain = "No colour on a wrong conductor and no control wires beside it were seen."

// seenNames are the short words of what was seen.
var seenNames = map[string]string{WhiteLine: "a white line", OtherColours: "other colours", Shared: "a shared conduit"}

func seenText(odd []string) string {
	var names []string
	for _, id := range odd {
		names = append(names, seenNames[id])
	}
	return strings.Join(names, ", ")
}

var oddTexts = map[string]string{
	WhiteLine:    "A white conductor is used as a line: who opens it next takes it for a neutral.",
	OtherColours: "Its colours are those of another region: who opens it next reads them wrongly.",
	Shared:       "Control wires lie in the motor's conduit: no low-voltage circuit shares it.",
}

var oddCures = map[string]string{
	WhiteLine:    "Mark it as a line at both ends, dead and proved dead.",
	OtherColours: "Mark both ends in the colours of this place, dead and proved dead.",
	Shared:       "Give the control wires a way of their own.",
}

func oddText(odd []string) string { return joined(odd, oddTexts) }

func oddCure(odd []string) string { return joined(odd, oddCures) }

func joined(odd []string, of map[string]string) string {
	var out []string
	for _, id := range odd {
		out = append(out, of[id])
	}
	return strings.Join(out, " ")
}

func (s Supply) sayBeyond() finding.Finding {
	return finding.Finding{ID: "supply.beyond", Grade: finding.Open,
		Sentence: fmt.Sprintf("What the feeder's %s carries is not in the tables here: %s.", s.Feeder,
			s.Carried.Beyond),
		Detail:  "Nothing is computed beyond a table. Its maker's sheet, local rules or a licensed person say it.",
		Entries: []string{"supply.feeder_size", "supply.cable"}}
}

func (s Supply) sayEarth(asked unit.Conductor) finding.Finding {
	f := finding.Finding{ID: finding.SupplyEarth, Grade: finding.Caution, Entries: []string{"supply.earth"},
		Sentence: fmt.Sprintf("The feeder's earth of %s is thinner than the %s that is asked.", s.Earth, asked),
		Detail:   earthGrows, Figure: s.Earth.String(), Limit: asked.String() + " at least", Planning: true,
		Why: []finding.Why{{Formula: "earth by the table for the breaker, grown in proportion with a thicker feeder; " +
			"metric: as thick as the line", Section: finding.OnProtection, Source: "guide value; local rules decide"}}}
	if s.Earth.None {
		f.Grade, f.Sentence = finding.Stop, "The feeder has no earth conductor."
		f.Detail, f.Figure, f.Limit = earthNone+" "+pullEarth(asked), "none", ""
		if s.Laid.Cable == table.Cord && s.Cores == 2 {
			f.Detail = cordWords + " " + f.Detail
		}
	}
	return f
}

const earthGrows = "A feeder that was made thicker wants its earth thicker in proportion."

const cordWords = "In flexible cord every conductor counts: two are two lines and no earth. In building cable the " +
	"earth is extra."

func sayOdd(odd []string) finding.Finding {
	return finding.Finding{ID: "supply.seen", Grade: finding.Caution, Sentence: oddText(odd), Detail: oddCure(odd),
		Entries: []string{"supply.seen"}}
}

const panelUnknown = "Read the panel's main breaker, and think what else runs at the same time."

const panelCure = "What else runs takes turns with it, or a larger supply, by whoever supplies it."

func panelOver(run float64) string {
	return fmt.Sprintf("With all that runs behind it %s flow: the main breaker opens.", unit.Text(run, "A"))
}

func panelBehind(breaker float64) string {
	return fmt.Sprintf("The circuit's breaker of %s is larger than it: the main one opens first, and all is dark.",
		unit.Rating(breaker))
}

func panelHolds(rest float64) string {
	if rest == 0 {
		return "It holds this machine; what else runs behind it was not entered."
	}
	return "It holds this machine and what else runs behind it."
}

func (s Supply) sayOverTime(low, high VoltsAt) finding.Finding {
	worst, off := low, low.Volts/s.Nominal-1
	if other := high.Volts/s.Nominal - 1; math.Abs(other) > math.Abs(off) {
		worst, off = high, other
	}
	f := finding.Finding{ID: "supply.over-time", Bay: finding.Supply, Grade: finding.Good,
		Sentence: fmt.Sprintf("At other times the outlet had %s, within 10%s%% of %s.", between(low.Volts, high.Volts),
			unit.Space, unit.Whole(s.Nominal, "V")),
		Figure: unit.Text(100*math.Abs(off), "%"), Limit: "10" + unit.Space + "%",
		Measure: finding.Against(100*math.Abs(off), finding.AtMost, 10, "%"),
		Why: []finding.Why{{Formula: "the furthest of all readings from nominal", Numbers: worst.When + ": " +
			unit.Whole(worst.Volts, "V"), Section: finding.OnSupplyDrop, Source: "as you read them"}},
		Entries: []string{"supply.over_time"}}
	if math.Abs(off) > 0.1 {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("On %s the outlet had %s, %s from nominal: the plan's figures are for %s.", worst.When,
			unit.Whole(worst.Volts, "V"), unit.Percent(math.Abs(off)), unit.Whole(s.Volts, "V"))
		f.Detail = "Enter those volts as measured and look at the plan again: a motor must stand what it really gets."
	}
	return f
}

// sayLink is a link that has no finding of its own elsewhere, said as one.
func sayLink(l ChainLink) finding.Finding {
	f := finding.Finding{ID: finding.SupplyPanel, Grade: l.Grade, Sentence: l.Name + ", " + l.Found + ": " +
		finding.Lower(l.Text),
		Planning: true, Figure: l.Found, Limit: l.Asks, Entries: []string{l.Entry},
		Why: []finding.Why{{Formula: l.Name + " as found against what the bridge asks", Section: finding.OnWall,
			Source: "guide value; local rules decide"}}}
	if l.ID != "panel" {
		f.ID = "supply." + l.ID
	}
	if l.Cure != nil {
		f.Detail = l.Cure.Text
	}
	return f
}

// between is a range of volts, one figure where both are the same.
func between(low, high float64) string {
	if unit.Whole(low, "V") == unit.Whole(high, "V") {
		return unit.Whole(low, "V")
	}
	return unit.Whole(low, "V") + " to " + unit.Whole(high, "V")
}
