package plan

// What is said under a circuit as it is wired.

const (
	sayDriveContactor = "The line contactor brings and takes the supply; the motor is started and stopped by the " +
		"drive's own inputs, never by its line."
	sayDriveFault = "The drive's fault contact opens on a fault and is closed while the drive has no supply: one " +
		"that opens then would never let it in."
	sayNoFault   = "This drive has no fault contact: its fault stops the motor, the line stays on it."
	sayLineFirst = "The line contactor, or the controller's inhibit, opens first; a brake closes after it."
	sayNotMade   = "No coil, lamp or control transformer hangs on the made line; the converter's own control " +
		"circuit stands with its panel."
	sayInSeries   = "The relay stands in the supply lines: line 1 through one pole, the return through the other two."
	saySupplyGone = "The supply gone, all drops out; nothing starts again without its button."

	lineContactorSpec = "two-pole, for the drive's or controller's rated input, coil on the line; where one is wanted"
)
