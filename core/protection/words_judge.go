package protection

import (
	"fmt"

	"graybridge/core/unit"
)

// What breaker and relay say.

const breaksBoth = "It breaks both lines."

const breaksHot = "It breaks the hot wire; the neutral is never broken alone."

func (p Protection) breakerTripsRunning(a Asks) string {
	return fmt.Sprintf("A breaker of %s will trip: the motor takes up to %s running.", unit.Rating(p.Breaker),
		unit.Text(a.MostSupply, "A"))
}

func (p Protection) breakerAtTheStart(word string, a Asks) string {
	return fmt.Sprintf("A breaker of %s %s at the start, which takes %s.", unit.Rating(p.Breaker), word,
		unit.Text(a.StartAmps, "A"))
}

const breakerCurve = "A usual motor curve holds five times its rating for certain and lets go at ten."

func (p Protection) breakerTooLarge(c Choice) string {
	return fmt.Sprintf("A breaker of %s is too large for this motor: %s is the most.", unit.Rating(p.Breaker),
		unit.Rating(c.BreakerMost))
}

const breakerTooLargeDetail = "A short circuit at the motor would be broken late, and nothing guards a wire of the " +
	"motor's size."

func (p Protection) breakerFits() string {
	return fmt.Sprintf("The %s breaker carries the run and holds the start.", unit.Rating(p.Breaker))
}

const largerBreaker = " On a motor's own circuit a larger breaker is allowed once an overload relay is there and " +
	"set, because that guards the wire."

func relayInEachLead(leads float64) string {
	return fmt.Sprintf("Fit an overload relay with one pole in each motor lead, set to %s, or a thermistor in the "+
		"winding.", unit.Rating(leads))
}

const noRelaySetting = "No relay setting both carries your load and guards the windings here: a thermistor in the " +
	"winding, other µF, or another bridge."

const thermistorOpens = "A thermistor in the winding opens the contactor by the winding's own heat."

const thermistorUnchecked = "It sees what no relay in the lines can. Nobody has checked it here: lift one of its " +
	"wires with the motor off, and the contactor must not hold."

const nothingWatches = "Nothing would switch the motor off when a winding overheats."

func nothingWatchesDetail(advice string) string {
	return "A breaker guards the wire only. " + advice
}

func fitARelay(leads float64) string {
	return fmt.Sprintf("Fit an overload relay: one pole in each motor lead, set to %s.", unit.Rating(leads))
}

const fitARelayDetail = "The capacitor joins ahead of the third pole, so that the made corner is watched too. A " +
	"phase-sensitive relay may trip on the unequal amps."

const thermistorOnly = "No overload relay guards this motor alone: it wants a thermistor in the winding."

const noSettingOfThis = "No setting of this relay both carries your load and guards the windings."

func relayBlind(a Asks) string {
	return fmt.Sprintf("The relay cannot see winding %s overheat while idling.", a.Idle.Coil)
}

func relayBlindDetail(g Guard) string {
	return fmt.Sprintf("Running light its busiest pole carries %s while a winding is at plate amps or more; your "+
		"load puts %s through it.", unit.Text(g.Least, "A"), unit.Text(g.Carries, "A"))
}

func relayInLeadsWould(leads float64) string {
	return fmt.Sprintf(" One pole in each motor lead, set to %s, would watch the corner too.", unit.Rating(leads))
}

const relayElse = " A thermistor in the winding sees what no relay here can; or other µF, which the Bridge bay shows."

func setTheRelay(c Choice) string {
	return fmt.Sprintf("Set the overload relay to %s.", unit.Rating(c.RelaySet))
}

const setTheRelayFrom = "From predicted amps on this bridge, not from the plate's three-phase amps."

func (p Protection) setTooHigh() string {
	return fmt.Sprintf("Set to %s the relay lets a winding pass its plate amps.", unit.Rating(p.RelaySet))
}

func (p Protection) setTooLow(g Guard) string {
	return fmt.Sprintf("Set to %s the relay trips at your loads, which take up to %s.", unit.Rating(p.RelaySet),
		unit.Text(g.Carries, "A"))
}

func (p Protection) setRight() string {
	return fmt.Sprintf("The relay set to %s trips before a winding stays above plate amps.", unit.Rating(p.RelaySet))
}
