package cause

import "graybridge/core/complaint"

// Three cures that several causes share.
const (
	joinAsCard = "Join the leads as the card shows."
	newCan     = "A new run capacitor of the plan's µF."
	everyJoint = "The joints, each by each; then it starts by itself."
)

var (
	alternating = []string{"capacitor", "rotary", "drive"}
	onOnePhase  = []string{"capacitor"}
	wired       = []complaint.Changed{complaint.Rewired, complaint.Moved, complaint.NewMachine}
	rested      = []complaint.Changed{complaint.LongRest, complaint.Wet}
	coming      = at(complaint.SwitchingOn, complaint.ComingUp)
	working     = at(complaint.AtWork, complaint.AfterMinutes)
	running     = at(complaint.Idling, complaint.AtWork, complaint.AfterMinutes)
)

var ofLeads = []Cause{
	{ID: CoilReversed, Name: "A coil is turned round", Weight: 1, Often: "one slip in six leads", Cure: joinAsCard,
		Proof: everyJoint, Proves: "joints", Group: Leads, On: alternating, When: coming, Changed: wired,
		Trips: []string{"over-current-accelerating", "overload"}},
	{ID: LeadsExchanged, Name: "Two leads are exchanged", Weight: 1, Often: "one slip in six leads", Cure: joinAsCard,
		Proof: everyJoint, Proves: "joints", Group: Leads, On: alternating, When: coming, Changed: wired,
		Trips: []string{"over-current-accelerating", "overload"}},
	{ID: CapMissing, Name: "A cap of the joints is missing", Weight: 0.7, Often: "forgotten while the lid was off",
		Cure: joinAsCard, Proof: "The joints, each by each; then three amps near each other.", Proves: "joints",
		Group: Leads, On: alternating, Changed: wired, Trips: []string{"output-phase"}},
	{ID: OtherVolts, Name: "It is joined for the other volts", Weight: 1.2, Often: "two tables stand on one plate",
		Cure: joinAsCard, Proof: "The joints, each by each; then its speed under load.", Proves: "joints",
		Group: Leads, On: alternating, Changed: wired, Trips: []string{"overload", "over-current-accelerating"}},
	{ID: OtherFamily, Name: "It is joined by another motor's table", Weight: 0.4,
		Often: "only where nine leads look alike", Cure: joinAsCard,
		Proof:  "The joints, each by each; then its speed under load.",
		Proves: "joints", Group: Leads, On: alternating, Changed: wired, Trips: []string{"overload", "output-phase"}},
	{ID: "lead-to-frame", Name: "A lead touches the box", Weight: 0.05, Often: "rare beside the winding itself",
		Licensed: true, Cure: "Sleeve or renew the lead, then test the insulation again.",
		Proof: "Over 1 MΩ to the frame at 500 V.", Proves: "insulation", Group: Leads, On: alternating, Changed: wired,
		Trips: []string{"earth"}, Says: says{complaint.LeakageTrips: 0.85, complaint.BreakerTrips: 0.4},
		Reads: shows{"insulation": times(0.0001, 1), "lead sleeves": is("bare")}},
}

var ofMotor = []Cause{
	{ID: WindingOpen, Name: "A winding is broken inside", Weight: 1, Often: "old motors, and burnt ones",
		Licensed: true, Cure: "A winder mends it, or another motor.", Proof: "Three equal ohms.", Proves: "ohms L1-L2",
		Group: Motor, On: alternating, When: coming, Changed: []complaint.Changed{complaint.LongRest},
		Trips: []string{"output-phase", "over-current-accelerating"}},
	{ID: TurnsShorted, Name: "Turns of a winding touch each other", Weight: 0.5, Often: "after it ran hot",
		Licensed: true, Cure: "Do not feed it again. A winder mends it, or another motor.",
		Proof: "Three equal ohms.", Proves: "ohms L1-L2", Group: Motor, On: alternating, When: running,
		Changed: []complaint.Changed{complaint.OtherLoad, complaint.Wet},
		Trips:   []string{"over-current-running", "overload"},
		Says: says{complaint.MotorHot: 0.8, complaint.Loud: 0.4, complaint.RelayTrips: 0.5,
			complaint.BreakerTrips: 0.3, complaint.Weak: 0.3, complaint.TripsRunning: 0.5}},
	{ID: FrameTouch, Name: "A winding touches the frame", Weight: 1, Often: "damp, age, or a rubbed lead",
		Licensed: true, Danger: "Its body may stand at mains voltage.",
		Cure:  "Never feed it so. Look for a bare lead in the box; else a winder, or another motor.",
		Proof: "Over 1 MΩ to the frame at 500 V.", Proves: "insulation", Group: Motor,
		Changed: []complaint.Changed{complaint.Wet, complaint.LongRest}, Trips: []string{"earth",
			"over-current-running"}},
	{ID: "motor-damp", Name: "The motor is damp inside", Weight: 0.3, Often: "after a cold shed or a wash",
		Cure:  "Dry it warm for a day, then test the insulation again before it is fed.",
		Proof: "Over 1 MΩ to the frame at 500 V.", Proves: "insulation", Group: Motor, Changed: rested,
		Trips: []string{"earth"}, Says: says{complaint.LeakageTrips: 0.8},
		Reads: shows{"insulation": times(0.006, 0.8)}},
	{ID: "bearing-worn", Name: "A bearing is worn or dry", Weight: 0.35, Often: "the part that wears first",
		Cure: "New bearings of the size that is printed on them.", Proof: "It turns by hand without noise or play.",
		Proves: "bearings", Group: Motor, When: running, Changed: []complaint.Changed{complaint.LongRest},
		Trips: []string{"overload"},
		Says:  says{complaint.Loud: 0.9, complaint.Shakes: 0.35, complaint.MotorHot: 0.25},
		Reads: shows{"bearings": is("rough")}},
	{ID: "rotor-bar-broken", Name: "A bar of the rotor is broken", Weight: 0.08, Often: "rare in small motors",
		Licensed: true, Cure: "Another motor, or another rotor.", Proof: "Steady amps under load.",
		Proves: "amps swing", Group: Motor, On: alternating, When: working,
		Says: says{complaint.Wanders: 0.6, complaint.Loud: 0.5, complaint.Weak: 0.6, complaint.Shakes: 0.3,
			complaint.Crawls: 0.3},
		Reads: shows{"amps swing": is("swing")}},
	{ID: "brake-not-lifting", Name: "Its brake does not lift", Weight: 0.1, Often: "few motors have one",
		Cure:  "Feed the brake's coil its own volts from the supply lines, never from a made line or a drive's output.",
		Proof: "It clicks when fed, and the shaft turns.", Proves: "brake", Group: Motor, When: coming,
		Changed: []complaint.Changed{complaint.Rewired, complaint.NewMachine, complaint.OtherSupply},
		Trips:   []string{"over-current-accelerating", "overload"},
		Says: says{complaint.HumsStands: 0.9, complaint.TripsUp: 0.6, complaint.RelayTrips: 0.3,
			complaint.MotorHot: 0.3},
		Reads: shows{"shaft": is("held"), "brake": is("there")}},
	{ID: ShaftHeld, Name: "The shaft is held", Weight: 1.3, Often: "a jam, a rusted or swollen machine",
		Cure:  "Free the machine, its brake or its bearings.",
		Proof: "It turns by hand, then starts by itself.", Proves: "shaft", Group: Motor, When: coming,
		Changed: []complaint.Changed{complaint.LongRest, complaint.OtherLoad, complaint.Moved},
		Trips:   []string{"over-current-accelerating", "overload"}},
	{ID: "fan-lost", Name: "Its fan is lost, or its air is blocked", Weight: 0.35, Often: "dust, and fans that crack",
		Cure:  "Clean fins and cowl, fit the fan, leave a hand's width of room.",
		Proof: "Its frame settles below the limit of its class.", Proves: "motor fan", Group: Motor,
		When:    at(complaint.AfterMinutes, complaint.AtWork),
		Changed: []complaint.Changed{complaint.Moved},
		Says:    says{complaint.MotorHot: 0.9}, Reads: shows{"motor fan": is("blocked")}},
}

var ofLoad = []Cause{
	{ID: LoadHeavy, Name: "The machine asks too much of it", Weight: 1.5, Often: "the usual reason of a hot motor",
		Cure:  "Make the work lighter, free what rubs, or fit a larger motor.",
		Proof: "Amps at the load within the plate.", Proves: "load uncoupled", Group: Load, When: working,
		Changed: []complaint.Changed{complaint.OtherLoad, complaint.NewMachine},
		Trips:   []string{"overload", "over-current-running", "over-heat"}},
	{ID: LoadLight, Name: "The machine asks less than was said", Weight: 0.05, Often: "nobody complains of it",
		Cure: "Enter the load as it is.", Proof: "Amps at the load as the plan expects.", Proves: "amps supply",
		Group: Load},
	{ID: Drags, Name: "Something drags while it idles", Weight: 0.15, Often: "a tight belt or a dry bearing",
		Cure:  "Slacken the belt, oil what is dry, line up the shafts.",
		Proof: "Its idle amps as the plan expects.", Proves: "amps supply", Group: Load, When: running,
		Says:  says{complaint.MotorHot: 0.4, complaint.Loud: 0.4, complaint.Weak: 0.2, complaint.RelayTrips: 0.2},
		Reads: shows{"load uncoupled": is("well"), "belt": is("drags")}},
	{ID: "belt-slack", Name: "The belt slips", Weight: 0.3, Often: "belts stretch",
		Cure: "Tighten it until it gives a finger's width at mid-span, or a new one.", Proof: "No squeal under load.",
		Proves: "belt", Group: Load, When: at(complaint.ComingUp, complaint.AtWork),
		Says:  says{complaint.Loud: 0.75, complaint.Weak: 0.6, complaint.TooSlow: 0.2},
		Reads: shows{"belt": is("slack"), "load uncoupled": is("well")}},
	{ID: "belt-tight", Name: "The belt is too tight", Weight: 0.2, Often: "after a new belt",
		Cure:  "Slacken it until it gives a finger's width at mid-span.",
		Proof: "Its idle amps, and a bearing that is warm, not hot.", Proves: "belt", Group: Load, When: running,
		Changed: []complaint.Changed{complaint.OtherLoad, complaint.Moved},
		Says:    says{complaint.MotorHot: 0.5, complaint.Loud: 0.5, complaint.RelayTrips: 0.2},
		Reads:   shows{"belt": is("tight"), "load uncoupled": is("well")}},
	{ID: "sheave-wrong", Name: "A sheave has the wrong size", Weight: 0.12, Often: "after a motor was exchanged",
		Cure:  "The sheave that gives the machine its own speed; Fit works it out.",
		Proof: "Speed of the machine's shaft.", Proves: "sheaves", Group: Load, When: running,
		Changed: []complaint.Changed{complaint.OtherLoad, complaint.NewMachine, complaint.Moved},
		Trips:   []string{"overload"},
		Says: says{complaint.RelayTrips: 0.4, complaint.MotorHot: 0.4, complaint.Weak: 0.4, complaint.TooSlow: 0.4,
			complaint.Crawls: 0.3},
		Reads: shows{"sheaves": is("other"), "load uncoupled": is("well")}},
	{ID: "damper-open", Name: "A valve or a damper stands too far open", Weight: 0.15, Often: "fans and pumps alone",
		Cure:  "Close it until the amps stay within the plate.",
		Proof: "Amps at the load within the plate.", Proves: "damper", Needs: NeedsFlow, Group: Load, When: working,
		Changed: []complaint.Changed{complaint.OtherLoad, complaint.NewMachine}, Trips: []string{"overload"},
		Says:  says{complaint.RelayTrips: 0.7, complaint.MotorHot: 0.7},
		Reads: shows{"damper": is("open"), "load uncoupled": is("well")}},
	{ID: "heavy-when-cold", Name: "It is stiff while it is cold", Weight: 0.25, Often: "oil, grease and clay in winter",
		Cure: "Warm it, thinner oil for the season, start it empty.", Proof: "It starts after a warm hour.",
		Proves: "when warm", Group: Load, When: coming, Changed: []complaint.Changed{complaint.LongRest},
		Trips: []string{"over-current-accelerating"},
		Says: says{complaint.Crawls: 0.6, complaint.HumsStands: 0.4, complaint.BreakerTrips: 0.2,
			complaint.TripsUp: 0.4},
		Reads: shows{"when warm": is("well"), "load uncoupled": is("well")}},
	{ID: "out-of-balance", Name: "Something turns out of balance or out of line", Weight: 0.25,
		Often: "a caked wheel, a bent shaft, a loose foot",
		Cure:  "Tighten the feet, clean what turns, line up the sheaves.",
		Proof: "It runs without shaking at every speed.", Proves: "feet", Group: Load, When: running,
		Changed: []complaint.Changed{complaint.Moved, complaint.OtherLoad, complaint.NewMachine},
		Says:    says{complaint.Shakes: 0.95, complaint.Loud: 0.5}, Reads: shows{"feet": is("loose")}},
}

var ofNothing = []Cause{{ID: None, Name: "None of these", Weight: 0.5, Often: "what nobody has thought of",
	Cure: "Somebody who stands at it: an electrician, or a winder."}}
