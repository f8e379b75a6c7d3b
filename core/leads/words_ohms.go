package leads

import (
	"fmt"

	"graybridge/core/unit"
)

// What ohms and insulation say.

const threeReadings = "Three readings are wanted."

const insulationWith = "Say what the insulation was measured with."

const insulationWithDetail = "A 500 V tester can pass a winding; a multimeter only fails it."

const multimeterOnly = "A multimeter found no fault to frame; it cannot pass a winding, only fail it."

const multimeterOnlyDetail = "Its few volts do not stress the insulation. Borrow a 500 V insulation tester, drive, " +
	"capacitors and thermistor leads taken off first."

func (m Measured) insulationStop() string {
	return fmt.Sprintf("Insulation to frame is %s at 40 °C: this motor is not fed.", unit.Text(m.At40, "MΩ"))
}

const insulationDry = "Dry it (a warm dry place for days, a lamp or a heater in it), clean the box, measure again. " +
	"If it stays low: a rewinder."

func (m Measured) insulationDamp() string {
	return fmt.Sprintf("Insulation to frame is %s at 40 °C: it may run, but is damp or old.", unit.Text(m.At40, "MΩ"))
}

const insulationDampDetail = "Dry it and measure again; a new or dried winding reads over 100 MΩ."

func (m Measured) insulationPassed() string {
	return fmt.Sprintf("Insulation to frame passed at 500 V: %s at 40 °C.", unit.Text(m.At40, "MΩ"))
}

const insulationHealthy = "Healthy. New or freshly dried it would read over 100 MΩ."

func (v Verdict) coilsDiffer() string {
	return fmt.Sprintf("The coils differ by %s: more than a healthy motor shows.", unit.Text(100*v.Spread, "%"))
}

const coilsDifferDetail = "Take the meter's own ohms off, scrape the lead ends bright, read the odd one again. If it " +
	"stays: turns shorted or strands broken; do not feed it for long."

func pairsDiffer(spread float64) string {
	return fmt.Sprintf("The three line pairs differ by %s: a joint is missed or a coil is in the wrong one.",
		unit.Text(100*spread, "%"))
}

const pairsDifferDetail = "Open the box again, locked off. One high pair: a cap missed its wire. One low pair: two " +
	"leads are in each other's place."

const pairsAgree = "The line pairs agree with each other; how high they should be is only estimated."

const pairsAgreeDetail = "Measure one coil alone, before joining, and enter it on the plate: then this reading " +
	"proves the joints."

const pairsNotJoints = "The line pairs agree with each other but not with these joints."

const pairsNotJointsDetail = "A factor of three or four means the other joints: star for delta, high for low. " +
	"Compare cap by cap."
