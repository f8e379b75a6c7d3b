package plan

import (
	"graybridge/core/finding"
	"graybridge/core/rotary"
)

const (
	unknownEntry = "Leave it empty: what is not said is asked for, or assumed and marked."
	unknownMove  = "Each move stands under Leads with what the hand touches; tick it when it is made."
)

// unknown says, for each question that the Next chip asks, how to find out, or
// what is assumed until somebody knows.
var unknown = map[string]string{
	finding.PlateMissing: "Clean the plate and look at it from the side with a lamp. Power gone: compare frame " +
		"size and shaft with a frame table. Rpm gone: a tachometer on the shaft, or count poles by turning it. " +
		"Without a plate at all, measure the coils under Leads first: nothing is assumed for it.",
	finding.PlatePhases: "Three phases are assumed until you say. A single-phase motor shows a capacitor on its " +
		"back or a centrifugal switch, and has two to five leads.",
	finding.PlatePower: "Compare each entry with the plate digit by digit; the plate counts, not the seller's " +
		"words.",
	finding.PlateRPM: "Read the rpm once more; a tachometer on a free-running motor shows a little more than " +
		"the plate's.",
	finding.PlateSlip: "Read the rpm once more; loaded rpm stands a little below 3000, 1500, 1000 or 750 at 50 " +
		"Hz.",
	finding.PlateImpossible: "One of the four entries is misread. Cover them in turn and read the plate again.",
	finding.LeadsHowMany: "Locked off and proved dead, open the box and count the leads that come out of the " +
		"winding, without earth and thin sensor wires.",
	finding.LeadsWhichJoin: "Locked off and proved dead: with three leads measure the ohms between each two, cold, " +
		"and compare them with the two figures given. With more, open the lid: a diagram stands inside it or on the " +
		"plate's back. Three links upright are delta, one flat link along a row is star. Nothing is assumed: a wrong " +
		"guess burns it.",
	finding.LeadsOther:  "A rewinder reads such a winding in minutes. No diagram is assumed here.",
	finding.LeadsMarks:  "The round under Find out tells which lead is which, with a meter and low volts.",
	finding.LeadsNames:  "A few readings with low volts under Find out name every lead.",
	finding.LeadsFamily: "Touch every pair with a meter under Find out: the groups tell star from delta inside.",
	finding.LeadsKind:   "Touch every pair with a meter under Find out: the groups tell what the leads are.",
	finding.LeadsShort:  "Let the plan choose the joints.",
	finding.LeadsFound: "Locked off and proved dead, open the lid and look. Most motors are delivered on the " +
		"high joints, but nothing is assumed.",
	finding.LeadsFrame: "Measure once more with everything taken off: capacitors, drive, sensors. If it stays, " +
		"the motor wants a rewinder.",
	finding.LeadsLone:        "Touch that lead once more with a clean probe; if it stays alone its coil is broken.",
	finding.LeadsUnreachable: "Nothing to find out here: the plate's volts and the wall's do not meet.",
	finding.SupplyBreaker: "Look at the panel: the amps stand on the breaker's lever. What runs on this circuit " +
		"besides? Another circuit for that is the cheapest cure.",
	finding.SupplyPanel: "The main breaker's amps stand on its lever. Think what runs in the house at the same time.",
	finding.LoadUnknown: "A constant load of 70 % is taken until then. Amps tell better: at rated amps on " +
		"a true three-phase supply the share is 100 %; a stirrer bought for its motor needs 60 to 80 %.",
	finding.SupplyMeasure: "The workshop's nominal volts are assumed and stay marked. Someone who may open a live " +
		"box can read it in a minute.",
	finding.SupplyFeeder: "No drop is counted until it is entered. Pace the length; the size is printed on the " +
		"cable's jacket.",
	finding.DriveNone:       "Look under Choose: each known drive is weighed by its amps.",
	finding.DriveInspection: "Each step says what to look at; without them nobody knows what stands in it.",
	finding.CapacitorStart: "Turn the machine by hand: what moves with two fingers starts free. A free start is " +
		"assumed until you say.",
	finding.ProtectionBreaker: "Look at the panel: the amps stand on the breaker's lever. The plan's figure serves " +
		"until then.",
	finding.ProtectionConductor: "The size is printed on the jacket, or measure the bare copper across. The plan's " +
		"figure serves until then.",
	finding.ProtectionRelay: "Three thin strips that warm, with a dial in amps, are an overload relay. Without one, " +
		"nothing guards the windings.",
	finding.LeadsBumpWrong:   "Bump it again, hands away, and watch the shaft end.",
	finding.LeadsClips:       "Open the box, dead, and look whether clips or final joints are on.",
	finding.ProtectionWire:   "Read the breaker's amps and the wire's size once more.",
	finding.CapacitorCarries: "Say under Load what the machine asks; amps on a true supply tell it.",
	finding.CapacitorHeat:    "Say under Load what the machine asks; amps on a true supply tell it.",
	finding.CapacitorIdle:    "Say under Load how light it ever runs; the plan takes it as idling until then.",
	finding.CapacitorVolts:   "The can's own print gives its AC volts.",
	finding.CapacitorCeiling: "Nothing to find out: the method ends here.",
	finding.PlateSinglePhase: "Look for the words on the plate once more: 1~, 1 PH, or a capacitor on its back.",
	finding.PlateNotThis:     "Look for brushes behind two caps beside the shaft, and for the words DC or AC/DC.",
	rotary.IDIdler: "The motor with nothing on its shaft; with none to hand, look for one half as large " +
		"again as the largest machine.",
	rotary.IDIdlerPlate: "Clean its plate and read it like any motor's; without it nothing of the made line is " +
		"known.",
	rotary.IDNotCounted: "Choose the machine above the path: its plate, leads and joints are asked there.",
	rotary.IDSpun: "Mark the shaft end and look which way it is pulled; a rotation indicator at the panel " +
		"shows the sequence. Forward is assumed until you say.",
	rotary.IDNone:  "Nothing to find out: more is asked than this idler can hold.",
	rotary.IDFalls: "The cans' own print gives their µF.",
	rotary.IDWorst: "Say under Load what each machine asks; amps tell it.",
	rotary.IDClass: "The can's own print gives its AC volts.",
	rotary.IDBanks: "The plan's own pair is taken until you choose; what lies in the drawer comes first.",
	rotary.IDStart: "Turn the machine by hand: what moves with two fingers starts free.",
	rotary.IDStartBy: "Look beside the idler: a rope and pulley, a small motor, or one can more than the " +
		"others with a button or a relay.",
	rotary.IDStartCan:        "The can's own print gives its µF.",
	finding.RotaryControls:   "Follow the coil's two wires in each starter to the lines they come from.",
	finding.RotaryNeutral:    "Follow what is fed from the made line: nothing single-phase may hang there.",
	rotary.IDDropOut:         "Stop the idler with a machine's contactor in: does it let go?",
	finding.DriveSinglePhase: "Look for the words on the plate once more.",
	finding.DriveAmps:        "The drive's own plate gives its output amps.",
	finding.DriveLineVolts:   "The drive's own plate gives its input volts.",
	finding.DriveMotorVolts: "The motor's plate gives its volts; no drive gives more than its line unless it " +
		"doubles.",
	finding.DriveContactor:     "Follow the three wires from the drive to the motor.",
	finding.DriveSpeed:         "Turn the dial: the speed at which it carries the load stands beside it.",
	finding.DriveStart:         "Turn the machine by hand: what moves with two fingers starts free.",
	finding.DriveRampUp:        "Leave the time to the plan.",
	finding.DriveLidRun:        "Try it with the lid shut: can it be stopped?",
	finding.DriveFight:         "Follow each wire on the control terminals.",
	finding.DriveRunSource:     "The drive's own sheet says what it can be commanded by.",
	finding.DriveSpeedSource:   "The drive's own sheet says what its speed can come from.",
	finding.DriveNever:         "The drive's own sheet lists what contradicts what.",
	finding.DriveSink:          "Ohmmeter from the heat sink's bare metal to the earth terminal, dead.",
	finding.LeadsWanted:        "Let the plan choose the joints.",
	finding.SupplyWire:         "Read the breaker's amps and the wire's size at the panel once more.",
	finding.LeadsInsulation:    "A 500 V insulation tester tells; an electrician has one.",
	finding.LeadsFedNow:        "Do not feed it: make the moves first.",
	finding.CapacitorDirection: "Bump it uncoupled, under a second, and look.",
	finding.DriveStop:          "If no hand can be caught, say so under Load; else fit one.",
	finding.ProtectionTableEnd: "A licensed person sizes what lies beyond the tables.",
	finding.DriveHeaviest:      "Say under Load how heavy it gets; amps tell.",
	finding.DriveTableEnd:      "A licensed person sizes what lies beyond the tables.",
	finding.LeadsDC: "An ohmmeter on every two leads, and one slow turn of the shaft by hand: the armature's " +
		"ohms jump.",
	finding.LeadsLook: "Seven things to look at stand under Brushes, each drawn good and bad.",
	finding.LeadsBars: "A rewinder tests the armature bar to bar.",
	finding.PlateFieldVolts: "Measure its ohms cold: volts² / ohms are its watts; a maker's sheet of the same frame " +
		"gives the volts.",
	finding.DCNone:       "Look under Choose: each known controller is weighed by its amps.",
	finding.DCLine:       "Measure the volts at the outlet; the controller's own plate gives what it takes.",
	finding.DCAmps:       "The controller's own plate gives its DC amps.",
	finding.DCVolts:      "The controller's own plate gives its armature volts.",
	finding.DCField:      "The motor's plate gives the field's volts and amps, the controller's its field supply.",
	finding.DCSpeed:      "Turn the dial down: what the line gives stands beside it.",
	finding.DCStalls:     "Say under Load how heavy it gets; an ammeter in the armature tells.",
	finding.DCHeat:       "Say under Load what the machine asks; armature amps over rated amps are the share.",
	finding.DCStart:      "Turn the machine by hand: what moves with two fingers starts free.",
	finding.DCSurge:      "Turn IR back until the speed is calm.",
	finding.DCTacho:      "Its own sheet says whether it takes a tachometer.",
	finding.DCBrake:      "Leave the resistor to the plan.",
	finding.DCInspection: "Each step says what to look at; without them nobody knows what stands in it.",
	finding.DCTableEnd:   "A licensed person sizes what lies beyond the tables.",
	FailedID:             "Take the last change back; it is kept in the history.",
}
