package job

import (
	"graybridge/core/bringup"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
	"math"
)

// bridge is one way from two lines to three over a site. Its chapter holds its rules;
// what answers here puts them where a plan has them.
type bridge interface {
	refitted() *site.Site // as the bridge's own readings show it
	read() []finding.Reading
	says() []finding.Finding
	settled() bool // it has been worked out

	settle(id string, f site.Fed, known bool) State
	able(leads.Mistake) bool // the mistake can be made on it
	way(*WayView, leads.Reach)
	turning() (Direction, []finding.Finding)
	bench(leads.Joints) (c circuit.BenchCase, ok bool)

	guarding(stop *finding.Finding) guarded
	ownCircuit() (motor, relay bool) // it is a motor's own circuit; an overload relay belongs in it
	boxWire(guarded) unit.Conductor  // the wire that feeds the motor's box
	buys(guarded) []Buy
	carded() bool // enough is known for a card
	card(*bringup.Card, Planned, guarded)
	charged(*bringup.Ground) // what of it holds a charge, and how long

	third() string // the third line's name in a joint
	pairs() [3]string
	link(*Link)
	key() string
	guardKey(guarded) string
	motorKey(wanted *State) string
	ready() (text string, ok bool)
	buyFirst() string // said before a caution; empty where that does not help
	offer(all []finding.Finding) (Offer, bool)
}

// Ground is what a bridge stands on: its machine's site as it was read, before readings on the
// bridge show the motor anew, and what protection is noted there.
type Ground struct {
	AsRead     *site.Site
	Protection protection.Protection
}

// Planned is what a plan has come to when its card is filled.
type Planned struct {
	Wanted   *State
	Findings []finding.Finding
}

// guarded is what supply, protection and load make of a bridge.
type guarded struct {
	supply, guard, load []finding.Figure
	room                *load.Room // what motor and bridge give the load; nil: not known
	said                []finding.Finding
	judged              bool // the supply has been judged with what is drawn
	draw                *supply.Draw
	choice              *protection.Choice
	asks                protection.Asks

	sized bool           // breaker, wire and relay have been sized and judged
	mend  []finding.Cure // of a breaker that does not guard its wire
	most  float64        // the greatest breaker of a motor's own circuit; 0: not known
	noted protection.Protection
}

// steady judges the supply for electronics that ramp a motor up: they draw the same amps
// at the start as in the run; figures shows them. Breaker and wire are to be sized unless a
// stop stands.
func steady(s *site.Site, amps float64, name string, figures func(*supply.Draw) []finding.Figure,
	stop *finding.Finding) (out guarded, sizes bool) {
	draw := s.Supply.Ramped(amps, finding.Estimated)
	out.supply, out.judged = figures(draw), true
	if stop != nil {
		out.said = append(out.said, sayWait(stop, mendFirst("Breaker and wire", name)))
		draw = nil
	}
	out.said, out.draw = append(out.said, s.Supply.Judge(draw, s.Rules)...), draw
	return out, stop == nil
}

// atTheBox are stops about what is found or fitted, not about a value that sizes
// follow from: they keep the card back, and what is asked stays in sight.
var atTheBox = map[string]bool{
	finding.LeadsFedNow: true, finding.SupplyWire: true, finding.DriveSink: true, finding.DriveContactor: true,
	finding.DriveLidRun: true, finding.SupplyBreaker: true, finding.SupplyPanel: true,
	finding.DriveFight: true, finding.DriveRunSource: true, finding.DriveSpeedSource: true, finding.DriveNever: true,
	rotary.IDControls: true, rotary.IDNeutral: true,
	load.BeltMost: true, load.BeltRim: true, load.BeltTouch: true,
}

// blocked is the stop that a value stands under: nothing is sized for a state
// that must not be.
func blocked(all []finding.Finding) *finding.Finding {
	for i, f := range all {
		if f.Grade == finding.Stop && f.Bay != finding.Protection && !atTheBox[f.ID] {
			return &all[i]
		}
	}
	return nil
}

func abs(z complex128) float64 { return math.Hypot(real(z), imag(z)) }
