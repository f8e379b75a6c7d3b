package dc

import (
	"fmt"
	"math"

	"graybridge/core/plate"
	"graybridge/core/unit"
)

// What weighing a controller says.

func (g *weigher) takesTheLine(volts float64) string {
	return fmt.Sprintf("%s takes the line: %s.", g.p.Name, unit.Whole(volts, "V"))
}

func (g *weigher) notForTheLine(volts float64) string {
	return fmt.Sprintf("%s is not made for %s.", g.p.Name, unit.Whole(volts, "V"))
}

const notForTheLineDetail = "Too many volts break it, too few leave its own supply dead. Another controller, or a " +
	"transformer."

func ampsFor(have, need float64) string {
	return fmt.Sprintf("%s for an armature of %s.", unit.Text(have, "A"), unit.Text(need, "A"))
}

func (g *weigher) carriesTheLoad(asks, need float64) string {
	return fmt.Sprintf("%s carries your heaviest load (%s), not the motor's full %s.", g.p.Name, unit.Text(asks, "A"),
		unit.Text(need, "A"))
}

const limitedToItsAmps = "Its limit is set to its own amps; what jams the machine stops it."

func (g *weigher) tooSmall(have, asks float64) string {
	return fmt.Sprintf("%s is too small: %s, and your heaviest load takes %s.", g.p.Name, unit.Text(have, "A"),
		unit.Text(asks, "A"))
}

const wouldSitAtItsLimit = "It would sit at its limit or burn."

func fewVolts(most, plateVolts float64) string {
	return fmt.Sprintf("It gives the armature only %s of its %s: %s of its speed.", unit.Whole(most, "V"),
		unit.Whole(plateVolts, "V"), unit.Percent(most/plateVolts))
}

const fewVoltsDetail = "Torque is whole, speed goes with the volts."

func rangeAbove(least, plateVolts float64) string {
	return fmt.Sprintf("Its range begins at %s, the armature is made for %s.", unit.Whole(least, "V"),
		unit.Whole(plateVolts, "V"))
}

const rangeAboveDetail = "Its end of the dial would overspeed the motor and burn its commutator. Another input of " +
	"it, or another controller."

func rangeHeld(gives, plateVolts float64) string {
	return fmt.Sprintf("Its range is %s, the armature's plate %s: its most-speed trim holds it there.",
		unit.Whole(gives, "V"), unit.Whole(plateVolts, "V"))
}

const rangeHeldFirst = "Set it before the armature is connected, with a lamp in its place."

func rangeIsTheArmatures(gives float64) string {
	return fmt.Sprintf("Its range of %s is the armature's.", unit.Whole(gives, "V"))
}

func (g *weigher) feedsNoField() string {
	return g.p.Name + " feeds no field, and this motor has one."
}

const feedsNoFieldDetail = "Without its field it stands and burns, or runs away. A controller with field terminals, " +
	"or a field supply of its own that trips the controller when it fails."

func (g *weigher) fieldTooMuch(p *plate.Direct) string {
	return fmt.Sprintf("The field takes %s, %s gives %s.", unit.Text(p.FieldAmps, "A"), g.p.Name,
		unit.Text(g.p.FieldAmps, "A"))
}

const fieldRectifierBurns = "Its field rectifier would burn open, and the motor run away."

func fieldBurns(p *plate.Direct, have float64) string {
	return fmt.Sprintf("The field is made for %s and would get %s: it burns.", unit.Whole(p.FieldVolts, "V"),
		unit.Whole(have, "V"))
}

func fieldWatts(have float64, p *plate.Direct) string {
	return fmt.Sprintf("It would take %s of its watts. A resistor in series or another controller; its halves, where "+
		"it has two, in series.", unit.Percent(math.Pow(have/p.FieldVolts, 2)))
}

func fieldWeaker(p *plate.Direct, have float64) string {
	return fmt.Sprintf("The field is made for %s and would get %s: weaker, faster, hotter.", unit.Whole(p.FieldVolts,
		"V"), unit.Whole(have, "V"))
}

const fieldWeakerDetail = "Less torque for each ampere, and more speed for the same volts. Halves of a field go side " +
	"by side, where it has two."

func fieldFits(have float64) string {
	return fmt.Sprintf("Its field terminals give the %s that the field wants.", unit.Whole(have, "V"))
}

func rippleTooMuch(good, asked float64) string {
	return fmt.Sprintf("At full speed it carries %s all day here; your load needs %s.",
		unit.Percent(good), unit.Percent(asked))
}

const rippleCures = "Ripple heats the armature without turning it. A choke in the armature lead, a controller that " +
	"chops, or short runs."

func rippleForGood(good float64) string {
	return fmt.Sprintf("Its current is rougher than the plate allows: %s of full torque all day.",
		unit.Percent(good))
}

const rippleStaysInside = "Your load stays inside that. What it carries at each speed stands under Speed."

const rippleFits = "The armature's current is smooth enough for full torque."

func lineEndsSpeed(volts, end float64, d *Duty) string {
	return fmt.Sprintf("On %s your heaviest load turns at %s at most, not at the plate's %s.", unit.Whole(volts, "V"),
		unit.Whole(end, "rpm"), unit.Whole(d.RPM, "rpm"))
}

func lineEndsSpeedDetail(lost float64) string {
	return fmt.Sprintf("The line gives no more: from about %s on it does. Less load runs faster.", unit.Whole(lost,
		"V"))
}

func baseSpeedHeld(lost float64) string {
	return fmt.Sprintf("Base speed is held down to %s on the line.", unit.Whole(lost, "V"))
}

func fieldOhmsLow(found, want float64) string {
	return fmt.Sprintf("The field has %s; its plate means %s cold.", unit.Text(found, "Ω"), unit.Text(want, "Ω"))
}

const fieldOhmsQuarter = "About a quarter: its halves stand side by side, for half the volts. A little less: turns " +
	"are shorted, and it will draw too many amps."

func fieldOhmsHigh(found, want float64) string {
	return fmt.Sprintf("The field has %s; its plate means %s cold.", unit.Text(found, "Ω"), unit.Text(want, "Ω"))
}

const fieldOhmsFourfold = "About four times: one half alone, or halves in series for twice the volts. Otherwise a " +
	"bad joint: a weak field lets it run fast."

func insulationLow(x float64) string {
	return fmt.Sprintf("Insulation to frame is only %s: not to be fed.", unit.Text(x, "MΩ"))
}

const insulationCure = "Brush dust is the usual reason: suck it out, wipe the brush rings, dry it warm, measure " +
	"again with the brushes lifted."
