package reference

import "graybridge/core/finding"

// What is met between the panel and the machine.
var supplyTerms = []Term{
	{Name: "single-phase supply", Also: []string{"one phase", "household supply"}, At: "supply",
		Means: "Two wires between which the volts swing to and fro together. Their field in a motor swings too and " +
			"does not turn by itself."},
	{Name: "three-phase supply", Also: []string{"three phase", "force", "power current"}, Drawn: "three-phase",
		Means: "Three wires whose volts swing one after the other, a third of a swing apart. Their field turns, " +
			"and a " +
			"motor follows it."},
	{Name: "supply line", Also: []string{"live", "hot", "phase wire"}, At: "supply",
		Means: "One of the two wires that bring power from the panel. Either can kill."},
	{Name: "made third line", Also: []string{"made corner", "made leg", "phantom leg", "generated leg", "wild leg",
		"manufactured phase"}, At: "bridge", Section: finding.OnCapacitor, Drawn: "made-line",
		Means: "The third line that a capacitor, an idler or a drive makes out of one phase. Never feed lights, " +
			"controls " +
			"or a neutral load from it."},
	{Name: "neutral", Also: []string{"return"}, At: "supply",
		Means: "The supply wire that is tied to earth at the transformer. It carries current like any other and is " +
			"never used as the earth."},
	{Name: "earth", Also: []string{"protective conductor"}, America: "ground", At: "supply", Drawn: "earth",
		Means: "The bare or marked wire that ties every metal body to the supply's earth. If a winding touches the " +
			"body, " +
			"it makes the breaker open instead of you."},
	{Name: "volts", Also: []string{"voltage", "tension"}, At: "supply", Drawn: "volts-amps",
		Means: "How hard the supply pushes. A motor's coils are made for certain volts and burn with too many."},
	{Name: "amps", Also: []string{"current", "amperes"}, At: "motor", Drawn: "volts-amps",
		Means: "How much flows. Heat grows with the square of it: a fifth more amps is nearly half more heat."},
	{Name: "watts", Also: []string{"power", "kilowatts"}, At: "motor",
		Means: "Work done each second: volts times amps times power factor. A motor's plate gives what leaves the " +
			"shaft, " +
			"not what it takes."},
	{Name: "horsepower", Also: []string{"hp", "PS"}, At: "motor",
		Means: "A power of 746 watts at the shaft on North American plates. Metric horsepower is 736 watts."},
	{Name: "hertz", Also: []string{"frequency", "cycles"}, At: "supply",
		Means: "How often the volts swing in a second: 50 or 60 from the wall. A drive makes its own, and the " +
			"motor's " +
			"speed follows."},
	{Name: "power factor", Also: []string{"cos phi", "cosφ"}, At: "motor", Section: finding.OnPlate,
		Means: "The share of the amps that does work. The rest only magnetises the iron and flows to and fro."},
	{Name: "nominal volts", At: "supply",
		Means: "The name of a supply, like 230 V. What is really there is measured, and moves through the day."},
	{Name: "feeder", Also: []string{"supply cable", "branch circuit"}, At: "supply", Section: finding.OnSupplyDrop,
		Means: "The cable from the panel to the machine. Long and thin it loses volts, most of all while a motor " +
			"starts."},
	{Name: "voltage drop", Also: []string{"drop", "loss of volts"}, At: "supply", Section: finding.OnSupplyDrop,
		Means: "The volts that a cable keeps for itself while current flows. Over 3 % of the supply is too much " +
			"for a " +
			"running motor."},
	{Name: "dip", Also: []string{"sag", "lights dim", "flicker"}, At: "supply", Section: finding.OnSupplyDrop,
		Means: "The moment of low volts while a motor starts. Lamps show it first."},
	{Name: "source impedance", Also: []string{"loop impedance", "stiff line"}, At: "supply", Section: finding.OnWall,
		Means: "The ohms of everything ahead of the outlet, up to the transformer. The lower they are, the less a " +
			"start " +
			"dips the lights."},
	{Name: "panel", Also: []string{"distribution board", "fuse box", "consumer unit"}, America: "panel", At: "supply",
		Means: "The box where the circuits of a building begin, each behind its breaker. Work in it is for a " +
			"licensed " +
			"person."},
	{Name: "circuit", At: "supply",
		Means: "One breaker with the cable and outlets behind it. A motor is best alone on its own."},
	{Name: "inrush", Also: []string{"switch-on current"}, At: "supply",
		Means: "A short surge when a transformer, a drive or a capacitor is switched on. It lasts a few swings and " +
			"can " +
			"still open a breaker."},
	{Name: "transformer", Also: []string{"step-up", "step-down"}, At: "supply", Section: finding.OnSupplyDrop,
		Means: "Two windings on one iron that change volts. It makes no third phase, and dips with the load."},
	{Name: "breaker", Also: []string{"circuit breaker", "MCB", "fuse switch"}, At: "protection",
		Section: finding.OnProtection,
		Means: "A switch that opens by itself when too much current flows. It guards the wire, not the motor's " +
			"winding."},
	{Name: "fuse", Also: []string{"cartridge"}, At: "protection", Section: finding.OnProtection,
		Means: "A thin wire that melts when too much current flows. It is changed for the same size, never bridged."},
	{Name: "breaker curve", Also: []string{"type C", "type D", "trip curve"}, At: "protection",
		Means: "How fast a breaker opens at many times its amps. A motor's start needs one that holds five times its " +
			"rating for a moment."},
	{Name: "pole of a switch", Also: []string{"two-pole", "three-pole"}, At: "protection",
		Means: "One contact of a switch, for one wire. A motor's switch opens every supply line at once."},
	{Name: "overload relay", Also: []string{"thermal relay", "heaters", "motor protection"}, At: "protection",
		Section: finding.OnProtection, Drawn: "relay",
		Means: "A device that warms with the motor's amps and switches it off before the winding burns. It is set " +
			"to the " +
			"amps on the plate."},
	{Name: "trip class", Also: []string{"class 10", "class 20"}, At: "protection", Section: finding.OnProtection,
		Means: "How many seconds an overload relay lets a stalled motor be. Class 10 opens within ten seconds at " +
			"7.2 times " +
			"its setting."},
	{Name: "motor starter", Also: []string{"magnetic starter", "manual starter"}, At: "protection",
		Means: "A contactor or switch with an overload relay in one housing. It starts, stops and guards one motor."},
	{Name: "contactor", Also: []string{"magnetic switch"}, At: "protection",
		Means: "A switch that a small coil pulls in. When the supply fails it drops out and stays off."},
	{Name: "no-volt release", Also: []string{"undervoltage release", "hold-in contact"}, At: "protection",
		Means: "It keeps a machine off when the supply returns, until somebody presses start. Without it, hands " +
			"meet a " +
			"machine that starts by itself."},
	{Name: "isolator", Also: []string{"switch-disconnector"}, America: "disconnect", At: "protection",
		Drawn: "lock", Means: "A switch in sight of the machine that takes all supply lines off and can be locked. " +
			"It is " +
			"opened before any lid."},
	{Name: "lock off", Also: []string{"lockout", "tag out"}, At: "leads", Drawn: "lock",
		Means: "Switch off and hang your own lock on it, so that nobody can switch on. You keep the key until you " +
			"are " +
			"done."},
	{Name: "prove dead", Also: []string{"test dead", "voltage test"}, At: "leads", Drawn: "probes",
		Means: "Try the tester on a live point, then measure between every pair and to earth, then try it again. " +
			"Only " +
			"then does its silence mean dead."},
	{Name: "two-pole voltage tester", Also: []string{"voltage detector", "tester"}, Drawn: "probes",
		Means: "A tester with two probes that shows volts without a battery. A pen that glows near a wire is no " +
			"proof."},
	{Name: "residual-current device", Also: []string{"RCD", "leakage breaker", "earth-leakage breaker"},
		America: "ground-fault device (GFCI)", At: "supply",
		Means: "It opens when current leaks past it to earth, through a body for instance. Drives need a type that " +
			"sees " +
			"their leakage too."},
	{Name: "earth leakage", Also: []string{"leakage current"}, America: "ground leakage", At: "supply",
		Means: "Current that flows to earth through insulation, filters and long cables. A little is usual with a " +
			"drive; " +
			"more is a fault."},
	{Name: "emergency stop", Also: []string{"mushroom button", "E-stop"}, At: "protection",
		Means: "A red button that latches and takes the power away from what moves. It stands where a caught hand " +
			"can " +
			"reach it."},
	{Name: "conductor", Also: []string{"core", "strand"}, At: "protection",
		Means: "The copper of one wire. Its thickness sets how many amps it carries without burning its insulation."},
	{Name: "wire size", Also: []string{"cross-section", "gauge", "AWG", "square millimetres"}, At: "protection",
		Section: finding.OnProtection,
		Means: "The copper's thickness: mm² where metric, AWG in North America, where a smaller number is thicker. " +
			"Too " +
			"thin a wire burns before its breaker opens."},
	{Name: "ampacity", Also: []string{"current-carrying capacity"}, At: "protection", Section: finding.OnProtection,
		Means: "The amps that a wire carries all day without harm. It falls in heat, in bundles and in long runs " +
			"of conduit."},
	{Name: "conduit", Also: []string{"EMT", "pipe"}, At: "leads", Section: finding.OnMakeUp,
		Means: "A tube that protects wires. It may be filled only to a part, or the wires overheat and jam."},
	{Name: "gland", Also: []string{"cable entry"}, America: "cord grip", At: "leads", Section: finding.OnMakeUp,
		Means: "A fitting that clamps a cable where it enters a box. It takes the pull and keeps water out."},
	{Name: "splice cap", Also: []string{"wire nut", "twist-on"}, At: "leads", Section: finding.OnMakeUp,
		Means: "A cap that twists wires together and covers them. Each size holds certain counts and gauges only."},
	{Name: "ring terminal", Also: []string{"crimp lug", "eyelet"}, At: "leads", Section: finding.OnMakeUp,
		Means: "A ring crimped to a wire's end for a stud. It needs the right die, and a tug afterwards."},
	{Name: "guide value", Also: []string{"planning figure", "rule of thumb"},
		Means: "A figure of the trade to plan with. Your electrician or the local code decides."},
	{Name: "partly estimated", Also: []string{"estimate", "open ring"}, Section: finding.OnBands,
		Means: "Something behind this figure was not read off a plate or measured. The ring shows it, and a reading " +
			"closes it."},
	{Name: "measured here", Also: []string{"reading"}, Section: finding.OnBands,
		Means: "A figure that somebody read on this machine, with the day and the name. It goes before any estimate."},
	{Name: "limit", Means: "The figure that something must not pass. How near it is stands beside it."},
	{Name: "licensed person", Also: []string{"electrician"},
		Means: "Somebody who may work on fixed wiring where you live. The plan says where that is asked for."},
}
