// Package bridge is what a plan asks of a way from two lines to three, and what each of the four
// gives for an answer: small types that everything after them is made of (states, what is sized
// for it, parts, offers) and a few small interfaces. A bridge's own rules, sentences, parts and
// card are its chapter's; nothing here knows which bridges there are.
package bridge

import (
	"graybridge/core/bringup"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// Bridge is one way from two lines to three over a site.
type Bridge interface {
	Solved
	Circuit
	Guarding
	Papers
	AtMachine
}

// Solved is what a bridge makes of its site.
type Solved interface {
	Refitted() *site.Site    // as the bridge's own readings show it
	Read() []finding.Reading // how its entries were read
	Says() []finding.Finding
	Settled() bool // it has been worked out
}

// Circuit is the bridge as a circuit, with the motor joined to it in some way.
type Circuit interface {
	// Settle solves a state; known is false where nobody has said what is joined.
	Settle(id string, f site.Fed, known bool) State
	Able(leads.Mistake) bool // the mistake can be made on it
	Way(*WayView, leads.Reach)
	Turning() (Direction, []finding.Finding)
	Bench(leads.Joints) (c circuit.BenchCase, ok bool)
	Third() string    // the third line's name in a joint
	Pairs() [3]string // of lines, between which volts and ohms are read
}

// Guarding is what feeds and guards the bridge.
type Guarding interface {
	// Guarding sizes supply, protection and load by what the bridge draws; nothing is sized under a stop.
	Guarding(stop *finding.Finding) Guarded
	OwnCircuit() (motor, relay bool) // it is a motor's own circuit; an overload relay belongs in it
	BoxWire(Guarded) unit.Conductor  // the wire that feeds the motor's box
	Charged(*bringup.Ground)         // what of it holds a charge, and how long
}

// Papers are what a bridge says in few words, and what is bought and carried to the machine.
type Papers interface {
	Buys(Guarded) []Buy
	Carded() bool // enough is known for a card
	Card(*bringup.Card, Planned, Guarded)
	Link(*Link)
	Key() string
	GuardKey(Guarded) string
	MotorKey(wanted *State) string
	Ready() (text string, ok bool)
	BuyFirst() string // said before a caution; empty where that does not help
	Offer(all []finding.Finding) (Offer, bool)
}

// AtMachine is what readings at the running machine have to do with the bridge.
type AtMachine interface {
	Built() []finding.Setting // what was built by the sizes that its plan chose, as entries
	Otherwise() []Otherwise
	// Round is a round of readings as the bridge's own fit reads it, a line more of its entry.
	Round(machine string, read bringup.Values) (line finding.Setting, ok bool)
	LoadTakes() (leads [3]string, rpm string) // what is read at the load
	BumpLine() string                         // that a bump is told by
}

// Otherwise is something of a bridge that may be otherwise than it was entered.
type Otherwise struct {
	Cause string // of the catalogue
	Text  string // what it is, in a sentence's place after “usually:”
	Short string // the same after “if”
	Sets  []finding.Setting
}

// How much of a can or a bank is taken to be lost, or too much: enough to be seen beside a band.
const (
	CanLoses   = 0.8
	CanExceeds = 1.2
)

// MadeVolts are the takes of a converter's three volts.
var MadeVolts = [3]string{"made-12", "made-23", "made-31"}

// Ground is what a bridge stands on: its machine's site as it was read, before readings on the
// bridge show the motor anew, and what protection is noted there. It answers what is alike on most
// bridges; one that differs answers itself.
type Ground struct {
	AsRead     *site.Site
	Protection protection.Protection
}

// Pairs are those of three made lines.
func (Ground) Pairs() [3]string { return [3]string{"L1-L2", "L2-L3", "L3-L1"} }

// Able leaves out the mistakes of a run capacitor.
func (Ground) Able(m leads.Mistake) bool {
	return !m.NoCapacitor && !m.OtherLine && !m.StartLeftIn && m.Can == 0
}

// OwnCircuit is none: electronics guard the motor, and their line is the circuit.
func (Ground) OwnCircuit() (motor, relay bool) { return false, false }

// BuyFirst is nothing.
func (Ground) BuyFirst() string { return "" }

// Offer is none: it is not offered in a line of its own.
func (Ground) Offer([]finding.Finding) (Offer, bool) { return Offer{}, false }

// Built is nothing.
func (Ground) Built() []finding.Setting { return nil }

// Otherwise is nothing.
func (Ground) Otherwise() []Otherwise { return nil }

// Round is none.
func (Ground) Round(string, bringup.Values) (finding.Setting, bool) { return finding.Setting{}, false }

// LoadTakes are the amps of the three motor leads and the speed.
func (Ground) LoadTakes() (leads [3]string, rpm string) {
	return [3]string{"lead-L1", "lead-L2", "lead-L3"}, "rpm"
}

// BumpLine is the first.
func (Ground) BumpLine() string { return "L1" }

// Planned is what a plan has come to when its card is filled.
type Planned struct {
	Wanted   *State
	Findings []finding.Finding
}

// Guarded is what supply, protection and load make of a bridge.
type Guarded struct {
	Supply, Guard, Load []finding.Figure
	Room                *load.Room // what motor and bridge give the load; nil: not known
	Said                []finding.Finding
	Judged              bool // the supply has been judged with what is drawn
	Draw                *supply.Draw
	Choice              *protection.Choice
	Asks                protection.Asks

	Sized bool           // breaker, wire and relay have been sized and judged
	Mend  []finding.Cure // of a breaker that does not guard its wire
	Most  float64        // the greatest breaker of a motor's own circuit; 0: not known
	Noted protection.Protection
}

// Steady judges the supply for electronics that ramp a motor up: they draw the same amps
// at the start as in the run; figures shows them. Breaker and wire are to be sized unless a
// stop stands.
func Steady(s *site.Site, amps float64, name string, figures func(*supply.Draw) []finding.Figure,
	stop *finding.Finding) (out Guarded, sizes bool) {
	draw := s.Supply.Ramped(amps, finding.Estimated)
	out.Supply, out.Judged = figures(draw), true
	if stop != nil {
		out.Said = append(out.Said, SayWait(stop, MendFirst("Breaker and wire", name)))
		draw = nil
	}
	out.Said, out.Draw = append(out.Said, s.Supply.Judge(draw, s.Rules)...), draw
	return out, stop == nil
}

// atTheBox are stops about what is found or fitted, not about a value that sizes
// follow from: they keep the card back, and what is asked stays in sight.
var atTheBox = map[string]bool{
	finding.LeadsFedNow: true, finding.SupplyWire: true, finding.DriveSink: true, finding.DriveContactor: true,
	finding.DriveLidRun: true, finding.SupplyBreaker: true, finding.SupplyPanel: true,
	finding.DriveFight: true, finding.DriveRunSource: true, finding.DriveSpeedSource: true, finding.DriveNever: true,
	finding.DriveWhoStops:  true,
	finding.RotaryControls: true, finding.RotaryNeutral: true,
	load.BeltMost: true, load.BeltRim: true, load.BeltTouch: true,
}

// Blocked is the stop that a value stands under: nothing is sized for a state
// that must not be.
func Blocked(all []finding.Finding) *finding.Finding {
	for i, f := range all {
		if f.Grade == finding.Stop && f.Bay != finding.Protection && !atTheBox[f.ID] {
			return &all[i]
		}
	}
	return nil
}

// Facts are what is told of a bridge whatever the motor, from the trade.
type Facts struct {
	Title     string
	Noise     string
	Cannot    string
	Harmonics string
	Residual  string // the residual-current device that it asks
	Hours     [2]int // of building it in, for a handy person: planning figures of ours
}
