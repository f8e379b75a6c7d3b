package drive

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/unit"
)

// What weighing a drive says, and what of its entries could not be read.

const singlePhase = "A single-phase motor does not run on a drive."

const singlePhaseDetail = "Its start winding burns on it. A drive wants a three-phase motor."

func tooSmall(p *Profile, ch Weighed) string {
	return fmt.Sprintf("%s is too small: the motor needs %s, it gives %s.", p.Name, unit.Text(ch.Need, "A"),
		unit.Text(ch.Have, "A"))
}

func tooSmallLook(detail string, ch Weighed, share float64) string {
	return detail + fmt.Sprintf(". Look for one of at least %s on this line.", unit.Text(ch.Need/share, "A"))
}

func justFits(p *Profile, ch Weighed) string {
	return fmt.Sprintf("%s just fits by amps: %s of %s.", p.Name, unit.Text(ch.Need, "A"), unit.Text(ch.Have, "A"))
}

const justFitsDetail = "No amps are left for a hot day or a stiff start."

func fits(p *Profile, ch Weighed) string {
	return fmt.Sprintf("%s fits by amps: %s of %s.", p.Name, unit.Text(ch.Need, "A"), unit.Text(ch.Have, "A"))
}

func madeForThree(p *Profile) string {
	return p.Name + " is made for three-phase input: ask its maker before one phase."
}

func madeForThreeDetail(p *Profile) string {
	return "On one phase it carries less: its watch for a lost input phase trips, and its link ripples. " +
		"" + firstOf(p.Quirks)
}

const anotherCircuit = "Another drive, or another circuit."

const anotherTransformer = "Another transformer, another of its taps, or none."

const doublesTooMuch = "It doubles 120 V; on this line it bursts. Feed it from a 120 V circuit."

func otherVolts(p *Profile, v Span, a Asks) string {
	return fmt.Sprintf("%s takes %s to %s; %s %s.", p.Name, unit.Plain(v.Least), unit.Whole(v.Most, "V"),
		first(a.Stepped, "the transformer gives", "the wall has"), unit.Whole(a.Line, "V"))
}

func noJointTakes(p *Profile, a Asks) string {
	return fmt.Sprintf("No joint of these leads takes the %s that this drive gives.", unit.Whole(p.OutputVolts(a.Line),
		"V"))
}

const noJointTakesDetail = "A drive gives no more volts than its line, but for one that doubles 120 V. The motor " +
	"would run weak and hot."

func beyondTables(ch Weighed) string {
	return fmt.Sprintf("The tables here do not reach breaker or wire for %s.", unit.Text(1.25*math.Max(ch.LineAmps,
		ch.Need), "A"))
}

const beyondTablesDetail = "They are for a licensed person to size; nothing larger is put in their place."

func inputDraws(ch Weighed) string {
	return fmt.Sprintf("Wire and breaker are sized for the drive's rated input, %s.",
		unit.Text(ch.RatedInput, "A"))
}

func inputWithReactor(ch Weighed) string {
	return fmt.Sprintf("With a reactor ahead its rated input would be %s.",
		unit.Text(ch.RatedInput*ch.InputFactor/0.85, "A"))
}

func (c Chosen) severalMotors() string {
	return fmt.Sprintf("%d motors on one drive: each needs its own overload relay.", c.Count)
}

const severalMotorsDetail = "The drive sees only the sum. No motor is switched on while the others run, and vector " +
	"control is off."

const contactorBetween = "A contactor between drive and motor switches while it runs: it breaks the drive."

const contactorBetweenDetail = "Take it out, or lock it to the drive's stop: opened only at standstill. No " +
	"capacitors and no start relay there either."

func doesNotBringOff(a Asks) string {
	return fmt.Sprintf("It does not start the load: it gives %s, %s is needed.",
		unit.Percent(a.Start.Gives), unit.Percent(a.StartShare))
}

const wantsResistor = "It cannot stop that fast: give it more time, or a braking resistor."

const wantsResistorDetail = "Without it the link's volts rise and it trips while the machine runs on."

func noResistorTerminals(p *Profile) string {
	return p.Name + " has no terminals for a braking resistor."
}

const stopSlower = "Leave it out and stop slower."

func noBand(part string) string {
	return fmt.Sprintf("“%s” is no band, or the third one.", strings.TrimSpace(part))
}

const aCode = "A code and what stood there, nothing else."

func placeWords(p *Profile) string {
	return fmt.Sprintf("It makes about %s of heat at full power; %s free above and below%s, upright; its enclosure is "+
		"%s. A closed metal box wants %s of free surface to stay 10 °C above the room (guide value).",
		unit.Whole(p.LossShare*p.Output.KW*1000, "W"), unit.Whole(p.AirMM, "mm"), p.Maker.AirAround(), p.EnclosureCode,
		unit.Text(p.BoxArea(), "m²"))
}

func neverOnOne(p *Profile) string {
	return fmt.Sprintf("%s wants three-phase input, and its maker allows no other.", p.Name)
}
