package weigh

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/plate"
	"graybridge/core/unit"
)

// What is said of motors that may be bought.

const doesNotSuit = "does not suit"

func motorNamed(e plate.Entry, p *plate.Plate) string {
	volts := e.Volts
	if e.ArmatureVolts != "" {
		volts = e.ArmatureVolts
	}
	if !strings.Contains(volts, "V") {
		volts = strings.TrimSpace(volts) + unit.Space + "V"
	}
	if e.ArmatureVolts != "" {
		volts += " DC"
	}
	out := volts + ", " + unit.Whole(p.RPM, "rpm")
	if p.ShaftWatts > 0 {
		out = unit.Text(p.ShaftWatts/1000, "kW") + ", " + out
	}
	return out
}

// rowSays is a question that has a limit and says nothing more.
func rowSays(x *Cell) string {
	for _, r := range Rows() {
		if r.ID == x.Row {
			return r.Title + " " + x.Text + "."
		}
	}
	return x.Text
}

func otherBridge(brushed bool) string {
	if brushed {
		return "A brushed motor runs on a DC controller, not on this bridge."
	}
	return "A three-phase motor does not run on a DC controller."
}

func turnsOther(rpm, old float64) string {
	if rpm > old {
		return fmt.Sprintf("It turns %s × as fast: another pulley, or slower by a drive.", unit.Three(rpm/old))
	}
	return fmt.Sprintf("It turns %s × as fast: another pulley, or faster by a drive.", unit.Three(rpm/old))
}

func weaker(watts, old float64) string {
	return fmt.Sprintf("It gives %s, the present one %s.", unit.Text(watts/1000, "kW"), unit.Text(old/1000, "kW"))
}

func shopMotorVolts(volts float64, american bool) string {
	if volts > 300 { // behind a transformer
		return fmt.Sprintf("Three-phase, %s among its volts.", unit.Whole(volts, "V"))
	}
	if american {
		return fmt.Sprintf("Three-phase, %s among its volts: 208-230/460 with nine leads, or 230 alone. 460 alone or "+
			"575 is the wrong one.", unit.Whole(volts, "V"))
	}
	return fmt.Sprintf("Three-phase, %s among its volts: “230/400” with six ends in the box. “400/690” or three ends "+
		"only is the wrong one.", unit.Whole(volts, "V"))
}

func shopPower(watts, heaviest float64) string {
	if heaviest > 0 && heaviest < 0.9 {
		return fmt.Sprintf("Power: %s as now; your heaviest load asks %s of it.", unit.Text(watts/1000, "kW"),
			unit.Percent(heaviest))
	}
	return fmt.Sprintf("Power: %s or the next size above, not several.", unit.Text(watts/1000, "kW"))
}

func shopSpeed(rpm float64, poles int, hertz float64) string {
	return fmt.Sprintf("Speed: about %s at %s (%d poles). Another speed wants another pulley.", unit.Whole(rpm, "rpm"),
		unit.Text(math.Round(hertz), "Hz"), poles)
}

func shopFrame(frame string) string {
	return fmt.Sprintf("Frame %s, or measure: shaft height, feet, shaft diameter and key.", frame)
}

func shopBrushed(volts, watts, rpm float64) string {
	return fmt.Sprintf("Brushed, %s at the armature, %s, about %s; permanent magnet, or a field of its own with its "+
		"volts on the plate.", unit.Whole(volts, "V"), unit.Text(watts/1000, "kW"), unit.Whole(rpm, "rpm"))
}

// usedMotor is what to ask and to look at where a motor is a used one.
var usedMotor = []string{
	"Used: ask why it was taken out, when it ran last, and on what. Photograph plate and open box.",
	"Used: turn the shaft by hand: even, without a grating noise or play. Smell the box: burnt varnish is the end " +
		"of it.",
	"Used: three equal ohms between its leads (5\u00a0% apart at most); at home " +
		"no less than 1\u00a0MΩ to the frame at 500\u00a0V.",
}

var usedBrushed = []string{
	"Used: ask how long the brushes are, and whether new ones are to be had. Look at the commutator: brown and " +
		"even is good; black bars, grooves or loose bars are not.",
	"Used: turn the shaft by hand: even, without a grating noise. Smell it: burnt varnish is the end of it.",
	"Used: at home no less than 1\u00a0MΩ from each lead to the frame at 500\u00a0V.",
}
