package reference

import "graybridge/core/finding"

var helps = []Help{
	{Bay: string(finding.Supply),
		For:   "This bay says whether your wall can feed the motor: volts, breaker, wire, and how far it dips.",
		Needs: "Measure the real voltage at the outlet, and read the breaker and the cable's print.",
		Wrong: "Most people enter the name of the supply (230 V) instead of what a meter shows, and forget the " +
			"long cable."},
	{Bay: string(finding.Protection),
		For: "This bay sizes breaker, wire and overload relay, and judges those that you have.",
		Needs: "It needs the plan's amps, so plate, bridge and load come first; then say what is fitted, by what is " +
			"printed on it.",
		Wrong: "Many think that the breaker guards the motor: it guards the wire, and only a relay or thermistor " +
			"guards " +
			"the winding."},
	{Bay: string(finding.Bridge), Kind: "capacitor",
		For: "This bay finds the capacitor that makes the third line, and says how much the motor then carries " +
			"all day.",
		Needs: "It needs plate, joints and load; later one round of amps with a clamp makes it exact.",
		Wrong: "More µF is not better: too many burn a winding while it idles, and a start capacitor never stays in."},
	{Bay: string(finding.Bridge), Kind: "rotary",
		For:   "This bay sizes the idler and its balance capacitors, and looks at every mix of machines on it.",
		Needs: "It needs the idler's plate and joints, and every machine that runs on it with its load.",
		Wrong: "Many start machines before the idler is up, or take controls from the made line: both burn things."},
	{Bay: string(finding.Bridge), Kind: "drive",
		For:   "This bay says whether a drive fits, how to wire it, and what to key into it, code by code.",
		Needs: "It needs the motor's amps in its joints and the drive's plate, or its name where it is known here.",
		Wrong: "A drive is chosen by amps, not by kilowatts; the supply never goes on its motor terminals."},
	{Bay: string(finding.Bridge), Kind: "dc",
		For:   "This bay says whether a controller fits a brushed motor, and how to set its trims.",
		Needs: "It needs the motor's armature and field plate, and what stands on the controller.",
		Wrong: "Never open the field while it turns; and a mean-reading meter shows too few amps behind a controller."},
	{Bay: string(finding.Leads),
		For: "This bay finds out which lead is which, and says lead by lead how to join them for your volts.",
		Needs: "Locked off and proved dead, you need the lid open, tape for names, and a meter for continuity and " +
			"ohms.",
		Wrong: "The count of leads alone does not tell star from delta inside: nine leads of either kind look alike."},
	{Bay: string(finding.Motor),
		For:   "This bay reads the plate and works out from it what every winding bears.",
		Needs: "Type the plate as it stands, with slashes and commas; what is missing is estimated and marked.",
		Wrong: "Two columns of volts belong to two columns of amps: the higher volts go with the lower amps."},
	{Bay: string(finding.Load),
		For: "This bay says how hard the machine works, how it starts and which way it must turn.",
		Needs: "Say the kind of load and its percent of full load; amps on a true three-phase supply or the table of " +
			"usual machines tell it.",
		Wrong: "Most people forget the lightest moment: on a capacitor a motor can overheat while it idles."},
}
