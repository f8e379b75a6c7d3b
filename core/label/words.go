package label

import "strings"

// What is said of a plate that cannot be read.
const (
	notAPlate = "Neither an input nor an output stands there: like “IN 1~ 200-240 V 9.9 A OUT 3~ 0-230 V 4.5 A 1.1 kW”."
	noOutput  = "The output's amps are missing: what it gives a motor, like “OUT 3~ 4.5 A”."
	noInput   = "The input's volts are missing, like “IN 1~ 200-240 V”."

	noArmature = "The armature's volts are missing, like “ARM 90 V DC 7.5 A”."
)

// Taken says what is taken for a device since its plate does not say it.
func Taken(what []string) string { return TakenFor("plate", what) }

// TakenFor says what is taken for a device since its plate or its profile does not say it.
func TakenFor(source string, what []string) string {
	return "Taken, since its " + source + " does not say it: " + strings.Join(what, "; ") + "."
}
