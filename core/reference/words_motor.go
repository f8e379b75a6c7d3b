package reference

import "graybridge/core/finding"

// What is met on, in and behind a three-phase motor.
var motorTerms = []Term{
	{Name: "plate", Also: []string{"nameplate", "rating plate", "data plate"}, At: "motor", Section: finding.OnPlate,
		Means: "The metal sign on the motor with its volts, amps, power and speed. Everything that is computed " +
			"begins " +
			"with it."},
	{Name: "rated", Also: []string{"nominal", "full-load"}, At: "motor",
		Means: "What the plate says the motor bears all day. Rated amps are the most a winding may carry for long."},
	{Name: "three-phase motor", Also: []string{"induction motor", "asynchronous motor", "squirrel cage"}, At: "motor",
		Drawn: "three-phase",
		Means: "A motor with three windings a third of a turn apart and a rotor without wires out. It has no " +
			"brushes and " +
			"hardly wears."},
	{Name: "winding", Also: []string{"phase winding"}, At: "leads", Drawn: "winding",
		Means: "One of the three sets of coils in the motor. It burns when it carries more than its rated amps for " +
			"long."},
	{Name: "coil", Also: []string{"half coil"}, At: "leads", Drawn: "winding",
		Means: "Copper wound round iron. It is made for certain volts: half of them and it is weak, more and it " +
			"burns."},
	{Name: "turns", Also: []string{"windings count"}, At: "leads",
		Means: "How often the copper goes round. Turns that touch each other take heat until the coil burns."},
	{Name: "stator", At: "motor", Means: "The still part with the windings. The rotor turns inside it."},
	{Name: "rotor", Also: []string{"cage"}, At: "motor",
		Means: "The part that turns, with the shaft in it. In a usual motor it has bars instead of wires."},
	{Name: "iron", Also: []string{"laminations"}, At: "motor", Section: finding.OnSaturation,
		Means: "The steel sheets that carry the magnetic flux. Driven past what they hold, they take far more amps."},
	{Name: "flux", Also: []string{"magnetic field", "volts per hertz"}, At: "motor", Section: finding.OnSaturation,
		Means: "How strongly the iron is magnetised: it follows volts divided by hertz. Too little is weak, too " +
			"much runs " +
			"hot."},
	{Name: "saturation", Also: []string{"saturated iron"}, At: "motor", Section: finding.OnSaturation,
		Means: "The iron holds no more flux. Each percent of volts more then costs several percent of amps."},
	{Name: "magnetising amps", Also: []string{"no-load current"}, At: "motor", Section: finding.OnSaturation,
		Means: "The amps that only make the field. They flow idle as well as loaded, and do no work."},
	{Name: "star", Also: []string{"wye", "Y"}, At: "leads", Section: finding.OnCoilVolts, Drawn: "star",
		Means: "One end of each winding is joined to the others in the middle. Each then sees the line's volts " +
			"divided " +
			"by 1.73."},
	{Name: "delta", Also: []string{"triangle", "mesh", "Δ"}, At: "leads", Section: finding.OnCoilVolts, Drawn: "delta",
		Means: "The windings are joined end to end in a ring, a line on each corner. Each sees the full volts of " +
			"the line."},
	{Name: "star point", Also: []string{"common point", "neutral point"}, At: "leads", Drawn: "star",
		Means: "Where the three windings of a star meet. It is no neutral of the supply and is not earthed."},
	{Name: "buried star point", Also: []string{"internal star", "three leads out"}, At: "leads", Drawn: "star",
		Means: "A star joined inside the motor, with only three leads out. A rewinder can bring it out so that it " +
			"can be " +
			"joined in delta."},
	{Name: "lead", Also: []string{"motor wire", "tail"}, At: "leads",
		Means: "A wire that comes out of the winding into the box. Its mark says which end of which coil it is."},
	{Name: "motor terminal", Also: []string{"stud", "connection point"}, At: "leads", Drawn: "box",
		Means: "A screw in the motor's box where leads and lines meet. Metric boxes have six in two rows."},
	{Name: "box", Also: []string{"terminal box", "junction box"}, At: "leads", Drawn: "box",
		Means: "The housing on the motor where its leads are joined. It is opened only locked off and proved dead."},
	{Name: "joint", Also: []string{"connection", "tie"}, At: "leads", Section: finding.OnCircuit,
		Means: "Leads that are held together, by a link, a cap or a bolt. A loose one heats and can lose a line."},
	{Name: "link", Also: []string{"bridge bar", "strap", "jumper"}, At: "leads", Drawn: "box",
		Means: "A flat bar that joins two studs. Three upright make delta, two in a row make star."},
	{Name: "low joints", Also: []string{"low voltage connection"}, At: "leads", Section: finding.OnCoilVolts,
		Drawn: "halves", Means: "The half coils lie side by side, for the lower volts on the plate. They take " +
			"twice the " +
			"amps of the high joints."},
	{Name: "high joints", Also: []string{"high voltage connection"}, At: "leads", Section: finding.OnCoilVolts,
		Drawn: "halves", Means: "The half coils lie end to end, for the higher volts on the plate. Most motors are " +
			"delivered so."},
	{Name: "nine leads", Also: []string{"dual voltage motor", "T1 to T9"}, At: "leads", Drawn: "halves",
		Means: "A motor whose three windings are in halves, with one end joined inside. Star and delta inside have " +
			"different low joints."},
	{Name: "six leads", Also: []string{"U1 V1 W1"}, At: "leads", Drawn: "box",
		Means: "Both ends of each winding come out. It can be joined in star or in delta, for two supplies."},
	{Name: "twelve leads", Also: []string{"T1 to T12"}, At: "leads", Drawn: "halves",
		Means: "Both ends of all six half coils come out. Every joint of star and delta, low and high, is possible."},
	{Name: "start and finish", Also: []string{"polarity", "coil sense"}, At: "leads", Section: finding.OnLabelling,
		Means: "The two ends of a coil, in the sense in which it is wound. Exchanged, the coil fights the others."},
	{Name: "continuity", Also: []string{"beep test", "through-test"}, At: "leads", Section: finding.OnContinuity,
		Means: "Whether a meter finds a way between two leads. It tells which leads belong to one coil."},
	{Name: "ohms", Also: []string{"resistance"}, At: "leads", Section: finding.OnOhms,
		Means: "How much a wire resists. The three windings of a healthy motor agree within a few percent."},
	{Name: "insulation test", Also: []string{"megohms"}, At: "leads",
		Means: "A test with 500 V or so from the winding to the body. Over 1 MΩ is the least, over 5 MΩ healthy."},
	{Name: "winding to frame", Also: []string{"earth fault", "ground fault", "shorted to frame"}, At: "leads",
		Means: "A winding that touches the motor's body. The body becomes live where the earth is missing."},
	{Name: "poles", Also: []string{"pole pairs"}, At: "motor",
		Means: "How many magnets the winding makes round the turn: two, four, six or more. More poles turn slower."},
	{Name: "synchronous speed", Also: []string{"field speed"}, At: "motor",
		Means: "How fast the field turns: 120 times hertz divided by poles. The shaft always turns a little slower."},
	{Name: "slip", Also: []string{"lag"}, At: "motor", Section: finding.OnOperatingPoint,
		Means: "How far the shaft lags behind the field, a few percent. More load, more slip, more heat."},
	{Name: "torque", Also: []string{"turning force", "twist"}, At: "motor", Section: finding.OnTorque,
		Means: "How hard a shaft turns. It falls with the square of the volts: a tenth fewer volts, a fifth less."},
	{Name: "breakdown torque", Also: []string{"pull-out torque", "peak torque"}, At: "motor", Section: finding.OnTorque,
		Means: "The most that a running motor gives. Asked for more, it stalls."},
	{Name: "starting torque", Also: []string{"locked-rotor torque"}, At: "motor", Section: finding.OnTorque,
		Means: "What the motor gives while it still stands. On one phase without help it is nothing."},
	{Name: "locked-rotor amps", Also: []string{"starting current", "LRA"}, At: "motor",
		Means: "What it draws while it stands switched on, five to eight times rated. It burns within seconds like " +
			"that."},
	{Name: "code letter", Also: []string{"kVA code"}, At: "motor",
		Means: "A letter on North American plates for the amps at standstill. From it the plan knows how hard it " +
			"starts."},
	{Name: "service factor", Also: []string{"SF"}, At: "motor",
		Means: "How much over its power a North American motor bears. On one phase it is already used up."},
	{Name: "efficiency", At: "motor",
		Means: "The share of what it takes that leaves the shaft. The rest is heat."},
	{Name: "insulation class", Also: []string{"class F", "class B"}, At: "motor", Section: finding.OnHeat,
		Means: "How hot the winding's insulation may get: B 130 °C, F 155 °C, H 180 °C. Ten degrees more halve its " +
			"life."},
	{Name: "duty", Also: []string{"S1", "duty cycle"}, At: "load", Section: finding.OnDuty,
		Means: "How long it runs and rests. A motor that rests half the time bears more while it runs."},
	{Name: "enclosure class", Also: []string{"IP code", "ingress protection"}, At: "motor",
		Means: "Two digits for what the housing keeps out: the first solids, the second water. IP54 keeps out dust " +
			"and " +
			"splashes."},
	{Name: "frame size", Also: []string{"frame"}, At: "motor", Section: finding.OnFitting,
		Means: "A number for shaft height, feet and shaft. Motors of one frame fit in each other's place."},
	{Name: "shaft end", Also: []string{"drive end"}, At: "leads",
		Means: "The end with the pulley. Direction is always told facing it."},
	{Name: "direction", Also: []string{"rotation", "sense of rotation"}, At: "leads", Section: finding.OnDirection,
		Means: "Clockwise or anticlockwise, facing the shaft end. Some machines break when they run backward."},
	{Name: "bump", Also: []string{"jog test"}, At: "leads",
		Means: "Switched on and off again in under a second, belt off, to see the direction. Hands and sleeves " +
			"stay away."},
	{Name: "bearing", At: "motor",
		Means: "What the shaft runs in. Dry or worn it growls, warms and holds the shaft back."},
	{Name: "thermistor", Also: []string{"PTC", "motor thermostat"}, At: "protection",
		Means: "A small sensor in the winding with two thin leads. It opens the contactor by the winding's own heat, " +
			"which is the best guard there is."},
	{Name: "heat run", At: "load", Section: finding.OnHeat,
		Means: "The motor runs loaded while its frame is read every ten minutes. The plan then says where it settles."},
	{Name: "idling", Also: []string{"no load", "running light"}, At: "load",
		Means: "Turning with nothing driven. On a capacitor a motor can overheat while idling."},
	{Name: "load", Also: []string{"how hard it works"}, At: "load",
		Means: "What the machine takes from the shaft, in percent of full load. It decides nearly everything else."},
	{Name: "inertia", Also: []string{"flywheel effect"}, At: "load",
		Means: "How heavy it is to bring up to speed and to stop. A big drum needs seconds and amps for it."},
	{Name: "belt", Also: []string{"V-belt", "sheave", "pulley"}, At: "load", Section: finding.OnBelt,
		Means: "It carries the turning from sheave to sheave. The ratio of their diameters sets the machine's speed."},
	{Name: "star-delta starter", Also: []string{"wye-delta starter"}, At: "leads",
		Means: "A starter with six wires to the motor that begins in star and goes over to delta. It needs three " +
			"phases " +
			"and is taken off here."},
	{Name: "two-speed motor", Also: []string{"pole-changing motor"}, At: "leads",
		Means: "A motor whose poles are switched for a second speed. Its joints are its own; the count of leads " +
			"does not " +
			"tell them."},
	{Name: "unbalance", Also: []string{"voltage unbalance"}, At: "bridge", Section: finding.OnUnbalance,
		Means: "How far the three lines' volts differ from their mean. A few percent heat one winding far more."},
}
