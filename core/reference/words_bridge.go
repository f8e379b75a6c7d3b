package reference

import "graybridge/core/finding"

// What makes three lines, or a turning shaft, out of one phase.
var bridgeTerms = []Term{
	{Name: "bridge", Also: []string{"phase converter"}, At: "bridge",
		Means: "What turns one phase into three for your motor: a capacitor, a rotary converter or a drive. For a " +
			"brushed " +
			"motor it is a DC controller."},
	{Name: "capacitor", Also: []string{"condenser", "cap"}, At: "bridge", Section: finding.OnCapacitor, Drawn: "can",
		Means: "Two foils in a can that shift the current in time. It keeps several hundred volts after switching " +
			"off."},
	{Name: "run capacitor", Also: []string{"running capacitor", "film capacitor"}, At: "bridge",
		Section: finding.OnCapacitor, Drawn: "can",
		Means: "The capacitor that stays in while the motor runs and makes its third line. It is a film type, for " +
			"400 V AC " +
			"or more."},
	{Name: "start capacitor", Also: []string{"starting capacitor", "electrolytic"}, At: "bridge",
		Section: finding.OnCapacitor, Drawn: "can",
		Means: "A larger one that helps for two seconds at the start and must drop out. Left in, it bursts."},
	{Name: "microfarad", Also: []string{"µF", "uF", "mfd", "capacitance"}, At: "bridge", Section: finding.OnCapacitor,
		Means: "The size of a capacitor. The right one for a motor follows from its plate, its joints and its load."},
	{Name: "bleed resistor", At: "bridge", Section: finding.OnCapacitorPart,
		Drawn: "can", Means: "A resistor across a capacitor that empties it within a minute. It stays on always; " +
			"still " +
			"measure before touching."},
	{Name: "discharge", Also: []string{"bleed off"}, At: "bridge",
		Means: "To empty a capacitor: through a resistor on insulated leads, then short it, then measure. Never " +
			"with a " +
			"screwdriver."},
	{Name: "volts class", Also: []string{"voltage rating", "AC rating"}, At: "bridge", Section: finding.OnCapacitorPart,
		Means: "The AC volts a capacitor is made for. On a bridge it sees more than the line's, so 400 V is the " +
			"least."},
	{Name: "start relay", Also: []string{"potential relay"}, At: "bridge",
		Means: "A relay that takes the start capacitor out once the made line's volts have risen. Its contact is " +
			"closed " +
			"at rest."},
	{Name: "centrifugal switch", At: "bridge",
		Means: "A switch that opens by speed inside single-phase motors. A three-phase motor has none."},
	{Name: "trim", Also: []string{"fine tuning"}, At: "bridge", Section: finding.OnTrim,
		Means: "To measure the amps at your load and correct the µF by them. One round of readings is usually enough."},
	{Name: "two capacitors", Also: []string{"pair", "balanced pair"}, At: "bridge", Section: finding.OnPair,
		Means: "One capacitor on each side of the motor, for more power with less heat. It must never idle."},
	{Name: "derating", At: "bridge",
		Means: "Using a machine for less than its plate. On one capacitor most motors carry two thirds all day."},
	{Name: "rotary converter", Also: []string{"rotary phase converter", "RPC"}, At: "bridge",
		Section: finding.OnRotary, Drawn: "idler",
		Means: "A three-phase motor without load, the idler, that makes the third line for others. It must be up " +
			"to speed " +
			"before anything else starts."},
	{Name: "idler", Also: []string{"idler motor", "pilot motor"}, At: "bridge", Section: finding.OnRotary,
		Drawn: "idler",
		Means: "The motor of a rotary converter that spins with nothing on its shaft. It is half as large again as " +
			"the " +
			"largest machine."},
	{Name: "balance capacitor", Also: []string{"balancing capacitor"}, At: "bridge", Section: finding.OnRotary,
		Means: "Run capacitors between the made line and the two supply lines of a converter. They bring its volts " +
			"and " +
			"amps level."},
	{Name: "pony motor", Also: []string{"pilot start", "rope start"}, At: "bridge",
		Means: "A small motor that spins an idler up before it is switched on. A pulled rope does the same."},
	{Name: "timetable", At: "bridge", Section: finding.OnRotary,
		Means: "Which machines run together on a converter. The plan looks at every mix that it names."},
	{Name: "drop-out", Also: []string{"interlock"}, At: "bridge",
		Means: "Every machine falls off its contactor when the idler stops. Else they stand on two lines and burn."},
	{Name: "drive", Also: []string{"VFD", "frequency converter", "inverter", "VSD"}, At: "bridge",
		Section: finding.OnDrive, Drawn: "drive",
		Means: "A box that makes three phases of any hertz out of one. It sets the speed, and is chosen by amps, " +
			"not by " +
			"power."},
	{Name: "DC link", Also: []string{"bus", "intermediate circuit"}, At: "bridge", Section: finding.OnDrive,
		Drawn: "drive", Means: "The capacitors inside a drive. They hold several hundred volts for minutes after " +
			"the feed " +
			"is off."},
	{Name: "base hertz", Also: []string{"base frequency", "knee"}, At: "bridge", Section: finding.OnDriveSpeed,
		Means: "Where a drive gives the motor its full volts. Above it the torque falls."},
	{Name: "ramp", Also: []string{"acceleration time", "deceleration time"}, At: "bridge",
		Section: finding.OnDriveSpeed,
		Means:   "How many seconds a drive takes to come up or down. Too short and it trips."},
	{Name: "boost", Also: []string{"torque boost", "voltage boost"}, At: "bridge", Section: finding.OnDriveSpeed,
		Means: "Extra volts at low hertz, to start a stiff load. Too much heats the motor and trips the drive."},
	{Name: "carrier", Also: []string{"switching frequency", "PWM frequency"}, At: "bridge", Section: finding.OnDrive,
		Means: "How fast a drive chops its output. High is quiet, but leaks more and heats the drive."},
	{Name: "braking resistor", Also: []string{"brake resistor", "dump resistor"}, At: "bridge",
		Section: finding.OnDrive,
		Means:   "It burns the energy of a load that a drive stops quickly. Without it the stop takes longer."},
	{Name: "trip", Also: []string{"fault", "error code"}, At: "bridge",
		Means: "A drive or relay switches off by itself and shows why. Find the reason before you reset it."},
	{Name: "parameter", Also: []string{"setting", "menu item"}, At: "bridge", Section: finding.OnDriveSheet,
		Means: "A number keyed into a drive, under a code. The settings sheet lists each with what to key."},
	{Name: "vector control", Also: []string{"sensorless", "field-oriented"}, At: "bridge", Section: finding.OnDrive,
		Means: "A drive that measures its motor and gives more torque at low speed. It works for one motor at a time."},
	{Name: "line reactor", Also: []string{"choke", "input choke"}, At: "bridge", Section: finding.OnDrive,
		Means: "A coil ahead of a drive that smooths what it takes. It lowers the amps and spares the line."},
	{Name: "shielded cable", Also: []string{"screened cable", "braid"}, At: "bridge",
		Means: "A cable with a braid round its cores, earthed at both ends. It keeps a drive's noise out of other " +
			"wires."},
	{Name: "safe torque off", Also: []string{"STO"}, At: "bridge",
		Means: "An input that takes the torque away from a drive's motor. It does not take the volts away: lock " +
			"off to work."},
	{Name: "jog", At: "bridge", Means: "To turn slowly as long as a button is held. It is for setting up, with the " +
		"guard on."},
	{Name: "output contactor", At: "bridge",
		Means: "A contactor between a drive and its motor. Opened while it runs it breaks the drive."},
	{Name: "brushed motor", Also: []string{"DC motor", "commutator motor"}, At: "motor", Section: finding.OnDirect,
		Drawn: "brushed", Means: "A motor with carbon brushes on a copper drum. Its speed follows the volts, and a " +
			"DC " +
			"controller gives them."},
	{Name: "DC controller", Also: []string{"SCR drive", "DC drive", "speed controller"}, At: "bridge",
		Section: finding.OnDirect, Means: "A box that makes adjustable DC for a brushed motor out of one phase. A " +
			"dial sets " +
			"the speed."},
	{Name: "armature", At: "motor", Section: finding.OnDirect, Drawn: "brushed",
		Means: "The turning part of a brushed motor, fed through the brushes. Its amps make the torque."},
	{Name: "field", Also: []string{"field winding", "excitation"}, At: "motor", Section: finding.OnDirect,
		Drawn: "brushed", Means: "The still winding of a brushed motor that makes its magnet. Opened while it " +
			"turns, the " +
			"motor runs away."},
	{Name: "permanent magnet", Also: []string{"PM motor"}, At: "motor", Section: finding.OnDirect,
		Means: "A magnet in place of a field winding: two leads only. Strong amps can weaken it for good."},
	{Name: "brush", Also: []string{"carbon", "carbons"}, At: "motor", Drawn: "brushed",
		Means: "A piece of carbon that slides on the commutator. Worn below its mark it sparks and burns the copper."},
	{Name: "commutator", At: "motor", Drawn: "brushed",
		Means: "The copper drum of bars under the brushes. It is smooth and brown when healthy; burnt bars mean a " +
			"coil is " +
			"open."},
	{Name: "form factor", At: "bridge", Section: finding.OnDirect,
		Means: "How rough a controller's current is: 1.0 is smooth, 1.4 is usual. Rough current heats more than it " +
			"turns."},
	{Name: "IR compensation", Also: []string{"IR comp", "load compensation"}, At: "bridge", Section: finding.OnDirect,
		Means: "A trim that holds the speed when the load grows. Too much of it and the motor hunts."},
	{Name: "current limit", Also: []string{"torque limit"}, At: "bridge", Section: finding.OnDirect,
		Means: "The most amps that a controller or drive lets through. It guards against jams, not against slow heat."},
	{Name: "dynamic brake", Also: []string{"armature brake"}, At: "bridge", Section: finding.OnDirect,
		Means: "A resistor across the armature that stops it once the feed is off. It does not hold a load."},
	{Name: "tachometer", Also: []string{"tacho", "rev counter"}, At: "motor",
		Means: "It shows rpm. Read at your load, it tells the slip, and so how hard the motor works."},
	{Name: "clamp meter", Also: []string{"amp clamp", "tong tester"},
		Means: "It reads amps round one wire, without opening it. Round two wires it reads nothing."},
	{Name: "true RMS", Also: []string{"RMS"}, Means: "A meter that reads the heating value of any shape of " +
		"current. Behind " +
		"a drive others read wrong."},
	{Name: "rotation indicator", Also: []string{"phase rotation meter", "phase sequence tester"},
		Means: "It shows in which order three lines follow. It does not detect volts: prove dead with another."},
	{Name: "connection card",
		Means: "One page for the machine: its joints, parts, settings and the readings to expect. It says what was " +
			"checked " +
			"and what was not."},
	{Name: "bring-up", Also: []string{"commissioning"},
		Means: "The first start, gate by gate, from locked off to loaded. A gate opens on a reading, not on hope."},
	{Name: "gate", Means: "One step of the bring-up with what must be seen or measured. It opens by its reading or " +
		"by a " +
		"named reason."},
	{Name: "log", Also: []string{"machine's book", "record"},
		Means: "What was measured, changed and seen on a machine, by whom and when. Nothing in it is rewritten."},
	{Name: "weigh", Also: []string{"compare bridges"},
		Means: "To set every bridge beside the others for your machine. It says which one, why, and what it costs."},
	{Name: "review", Means: "A page for a licensed person with every size and where it comes from. They say what " +
		"is agreed, " +
		"and what is not yet."},
	{Name: "profile", Also: []string{"device file"},
		Means: "What is known of a drive or controller: its ratings, its codes, its terminals. You can write one " +
			"from a " +
			"leaflet."},
	{Name: "desk", Also: []string{"symptom desk", "troubleshooting"},
		Means: "It finds what is wrong with a machine, one check at a time. The least dangerous check comes first."},
}
