package plan

import (
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/rotary"
)

// step is one thing of the order of work: where it is done, what it is called, and when it
// is the next.
type step struct {
	bay  finding.Bay
	text string
	when condition
}

// condition says whether a step is open in a plan, at which entry, and how somebody finds
// out who does not know.
type condition func(*Plan) (at Next, ok bool)

// order of work, the first open step is the next: entries that nobody can read, what is
// asked (bridges before their protection), the moves, what is asked once they are made, and
// the card, which is always open.
var order = []step{
	{"", "Mend the entry that could not be read", unread},
	{finding.Motor, "Take the last change back", asks(FailedID)},
	{finding.Motor, "Is it a DC motor?", direct(2)},
	{finding.Motor, "Choose the DC controller", direct(1)},
	{finding.Motor, "Not a three-phase motor", asks(finding.PlateSinglePhase, finding.PlateNotThis)},
	{finding.Leads, "Stop: the winding has a fault", asks(finding.LeadsFrame, finding.LeadsLone)},
	{finding.Motor, "Read the plate", asks(finding.PlateMissing)},
	{finding.Motor, "Check the plate", asks(finding.PlatePower, finding.PlateRPM, finding.PlateSlip,
		finding.PlateImpossible)},
	{finding.Leads, "Take the short out of the joints", asks(finding.LeadsShort)},
	{finding.Leads, "How many leads come out?", asks(finding.LeadsHowMany)},
	{finding.Motor, "Star or delta?", asks(finding.LeadsWhichJoin)},
	{finding.Leads, "Find the motor's own diagram", asks(finding.LeadsOther)},
	{finding.Leads, "Find which lead is which", asks(finding.LeadsMarks, finding.LeadsNames)},
	{finding.Leads, "Find out what the leads are", asks(finding.LeadsFamily, finding.LeadsKind)},
	{finding.Leads, "No joint fits this supply", asks(finding.LeadsUnreachable)},
	{finding.Leads, "Want joints that fit", asks(finding.LeadsWanted)},
	{finding.Motor, "Confirm three phases", asks(finding.PlatePhases)},
	{finding.Load, "How hard does it work?", asks(finding.LoadUnknown)},
	{finding.Leads, "Say what is joined now", asks(finding.LeadsFound)},
	{finding.Supply, "Measure the supply", asks(finding.SupplyMeasure)},
	{finding.Leads, "Find which lead is which", asks(finding.LeadsDC)},
	{finding.Motor, "Read the field's volts", asks(finding.PlateFieldVolts)},
	{finding.Bridge, "Choose the controller", asks(finding.DCNone)},
	{finding.Bridge, "Settle the controller", asks(finding.DCLine, finding.DCAmps, finding.DCVolts, finding.DCField,
		finding.DCSpeed, finding.DCStalls, finding.DCHeat, finding.DCStart, finding.DCSurge, finding.DCTacho,
		finding.DCBrake, finding.DCTableEnd)},
	{finding.Bridge, "Inspect the controller", asks(finding.DCInspection)},
	{finding.Leads, "Stop: the armature has a fault", asks(finding.LeadsBars)},
	{finding.Leads, "Look at brushes and commutator", asks(finding.LeadsLook)},
	{finding.Bridge, "Choose the drive", asks(finding.DriveNone)},
	{finding.Bridge, "Settle the drive", asks(finding.DriveSinglePhase, finding.DriveAmps, finding.DriveLineVolts,
		finding.DriveMotorVolts, finding.DriveContactor, finding.DriveStart, finding.DriveSpeed, finding.DriveRampUp,
		finding.DriveHeaviest, finding.DriveLidRun, finding.DriveFight, finding.DriveRunSource,
		finding.DriveSpeedSource, finding.DriveNever, finding.DriveSink)},
	{finding.Bridge, "Inspect the drive", asks(finding.DriveInspection)},
	{finding.Bridge, "Settle the capacitor", asks(finding.CapacitorCeiling, finding.CapacitorCarries,
		finding.CapacitorStart, finding.CapacitorHeat, finding.CapacitorIdle, finding.CapacitorVolts)},
	{finding.Bridge, "Say which motor is the idler", asks(rotary.IDIdler)},
	{finding.Bridge, "Enter the idler", asks(rotary.IDIdlerPlate)},
	{finding.Bridge, "Enter the other machines", asks(rotary.IDNotCounted)},
	{finding.Bridge, "Say which way it is spun", asks(rotary.IDSpun)},
	{finding.Bridge, "Settle the balance cans", asks(rotary.IDNone, rotary.IDFalls, rotary.IDWorst, rotary.IDClass,
		rotary.IDBanks, rotary.IDStart)},
	{finding.Bridge, "Say how the idler starts", asks(rotary.IDStartBy, rotary.IDStartCan)},
	{finding.Bridge, "Keep the made line clear", asks(finding.RotaryControls, finding.RotaryNeutral, rotary.IDDropOut)},
	{finding.Supply, "Enter the feeder", asks(finding.SupplyFeeder)},
	{finding.Supply, "Mend the feeder", asks(finding.SupplyWire, finding.SupplyEarth, finding.SupplyBreaker,
		finding.SupplyPanel)},
	{finding.Protection, "Choose the protection", asks(finding.ProtectionBreaker, finding.ProtectionConductor,
		finding.ProtectionRelay, finding.ProtectionWire)},
	{finding.Leads, "Lock off, then compare the joints", asWanted},
	{finding.Leads, "Lock off, then move the links", moves(leads.LockOff)},
	{finding.Leads, "Check the box and close it", moves(leads.Check)},
	{finding.Leads, "Move the links", moves("")},
	{finding.Leads, "Turn the direction round", asks(finding.LeadsBumpWrong)},
	{finding.Leads, "Make the joints final", asks(finding.LeadsClips)},
	{finding.Bridge, "Take the card to the machine", always},
}

// steps are those in the order of work that are open; the first is the next.
func (p *Plan) steps() []Next {
	out := []Next{}
	for _, s := range order {
		if n, ok := s.when(p); ok {
			n.Text = s.text
			if n.Bay == "" {
				n.Bay = s.bay
			}
			out = append(out, n)
		}
	}
	return out
}

// asks is open where one of these findings asks or stops, the first of them that does.
func asks(ids ...string) condition {
	return func(p *Plan) (Next, bool) {
		for _, id := range ids {
			for _, f := range p.Findings {
				if f.ID == id && (f.Grade == finding.Open || f.Grade == finding.Stop) {
					return Next{Entry: firstEntry(f), Unknown: unknown[id]}, true
				}
			}
		}
		return Next{}, false
	}
}

// unread is open where an entry could not be read.
func unread(p *Plan) (Next, bool) {
	for _, f := range p.Findings {
		if f.Unread {
			return Next{Bay: f.Bay, Entry: f.Entries[0], Unknown: unknownEntry}, true
		}
	}
	return Next{}, false
}

// moves is open where the first move that is not made is of a kind; an empty one stands for
// every other.
func moves(kind leads.MoveKind) condition {
	return func(p *Plan) (Next, bool) {
		for _, m := range p.Moves {
			if !m.Done {
				named := m.Kind == leads.LockOff || m.Kind == leads.Check
				return Next{Unknown: unknownMove}, m.Kind == kind || kind == "" && !named
			}
		}
		return Next{}, false
	}
}

// direct is open for a DC motor on a bridge for three phases: known for one it has one cure, asked
// about it has two.
func direct(cures int) condition {
	return func(p *Plan) (Next, bool) {
		for _, f := range p.Findings {
			if f.ID == finding.PlateNotThis && len(f.Cures) == cures && f.Cures[0].Value == document.KindDC {
				return Next{Entry: f.Cures[0].Path, Unknown: unknown[finding.PlateNotThis]}, true
			}
		}
		return Next{}, false
	}
}

// asWanted is open where the joints are as wanted and nobody has locked off and compared them.
func asWanted(p *Plan) (Next, bool) {
	_, hands := counted(p.Moves)
	next, ok := moves(leads.LockOff)(p)
	return next, ok && hands == 0
}

// always is open: nothing is left but to take the card to the machine.
func always(*Plan) (Next, bool) { return Next{Card: true}, true }
