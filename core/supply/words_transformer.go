package supply

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of a transformer between wall and bridge.

const atTransformer = "transformer"

func stepOtherVolts(t *Transformer, wall float64) string {
	return fmt.Sprintf("The transformer is made for %s at its input; the wall has %s.", unit.Whole(t.From, "V"),
		unit.Whole(wall, "V"))
}

func stepOtherVoltsDetail(off float64) string {
	if off > 0 {
		return "Its iron saturates: it hums, heats and takes many times its amps. Look for another tap."
	}
	return "It gives so much less at its output. Look for another tap."
}

const stepAuto = "An autotransformer does not part from the mains."

const stepAutoDetail = "Its output stands on the same line as its input: a broken common wire puts the full volts " +
	"on it. Breaker and leakage device ahead stay in force."

func stepSizeAsked(va float64) string {
	return fmt.Sprintf("How many kVA has the transformer? %s go through it.", unit.Text(va/1000, "kVA"))
}

const stepSizeAskedDetail = "It stands on its plate. A quarter more than what goes through it is wanted."

func stepCarries(t *Transformer, va float64) string {
	return fmt.Sprintf("The transformer of %s carries %s.", unit.Text(t.VA/1000, "kVA"), unit.Text(va/1000, "kVA"))
}

func stepTooSmall(t *Transformer, va float64) string {
	return fmt.Sprintf("The transformer of %s is too small: %s go through it.", unit.Text(t.VA/1000, "kVA"),
		unit.Text(va/1000, "kVA"))
}

const stepTooSmallDetail = "It burns within hours. A larger one, or a lighter load."

func stepJustCarries(t *Transformer, va float64) string {
	return fmt.Sprintf("The transformer of %s just carries %s: nothing is left for a hot day.",
		unit.Text(t.VA/1000, "kVA"), unit.Text(va/1000, "kVA"))
}

const stepJustCarriesDetail = "Electronics and starts load it harder than their amps say. A quarter to spare is wanted."

func stepTrips(breaker, inrush float64) string {
	return fmt.Sprintf("Switched on, the transformer takes up to %s: a %s breaker may trip.", unit.Whole(inrush, "A"),
		unit.Rating(breaker))
}

const stepTripsDetail = "For a half wave, by chance of the instant. A slow breaker (for motors and transformers), " +
	"or a switch-on limiter. Never a larger breaker on the same wire."

func stepSwitchesOn(inrush float64) string {
	return fmt.Sprintf("Switched on, the transformer takes up to %s for a half wave.", unit.Whole(inrush, "A"))
}

func stepSwitchesOnDetail(t *Transformer) string {
	return fmt.Sprintf("Its rated amps are %s at the wall. A slow breaker holds it; lights may blink.",
		unit.Text(t.primary(), "A"))
}

func stepUnguarded(breaker float64, t *Transformer) string {
	return fmt.Sprintf("A %s breaker does not guard a transformer of %s.", unit.Rating(breaker),
		unit.Text(t.VA/1000, "kVA"))
}

const stepUnguardedDetail = "A fault inside it burns before that breaker opens. A smaller one ahead, at most two " +
	"and a half times its rated amps, with the bridge's own breaker behind it. A licensed person says what holds " +
	"at your place."
