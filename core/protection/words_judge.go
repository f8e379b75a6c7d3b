package protection

import (
	"fmt"
	"math"
	"strings"

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

const thermistorOpens = "A thermistor in the winding opens the contactor by the winding's own heat."

const thermistorUnchecked = "It sees what no relay in the lines can. Nobody has checked it here: lift one of its " +
	"wires with the motor off, and the contactor must not hold."

const breakerGuardsWire = "A breaker guards the wire only. "

const fitOnceSolved = "Fit an overload relay; its setting appears once the plan is worked out."

func fitOrElse(leads Setting, a Asks) string {
	if leads.Amps == 0 {
		return otherThanRelay(a)
	}
	return fmt.Sprintf("Fit an overload relay with one pole in each motor lead, set to %s. ", unit.Rating(leads.Amps)) +
		howFar(leads, a)
}

// otherThanRelay is what is left where no setting both carries and guards.
func otherThanRelay(a Asks) string {
	text := "No setting both carries your load and guards the windings. "
	if a.OtherUF > 0 {
		text += fmt.Sprintf("With %s a relay does guard them. ", unit.Text(a.OtherUF, "µF"))
	}
	return text + "Other µF, a lighter load or another bridge comes first; a winder can put a thermistor into the " +
		"winding."
}

// howFar says how far a setting holds.
func howFar(s Setting, a Asks) string {
	var out []string
	add := func(format string, args ...any) { out = append(out, fmt.Sprintf(format, args...)) }
	switch {
	case s.Amps == 0:
		return ""
	case !math.IsInf(s.Guards, 1):
		add("It guards every winding to %s load; above that it lets one reach %s of its rated amps.",
			percentDown(s.Guards), unit.Percent(s.Passes))
	default:
		add("It trips before a winding stays above its rated amps.")
	}
	switch {
	case s.Short:
		add("Your load it carries for short runs; left on, it trips within two hours.")
	case !math.IsInf(s.Carries, 1):
		add("It carries up to %s load and trips when more stays on.", percentDown(s.Carries))
	}
	if s.Light {
		add("At your lightest load more flows in a lead: left so, it trips.")
	}
	if s.Idle > 1 {
		add("Do not leave it idling: winding %s would carry %s of its rated amps, and the relay does not see it.",
			s.IdleCoil, unit.Percent(s.Idle))
		if a.OtherUF > 0 {
			add("With %s it would guard idling too.", unit.Text(a.OtherUF, "µF"))
		}
	}
	return strings.Join(out, " ")
}

// settingNote is the same beside the figure.
func settingNote(s Setting, a Asks) string {
	var out []string
	if !math.IsInf(s.Guards, 1) {
		out = append(out, "guards every winding to "+percentDown(s.Guards)+" load")
	}
	switch {
	case s.Short:
		out = append(out, "your load for short runs")
	case !math.IsInf(s.Carries, 1):
		out = append(out, "carries up to "+percentDown(s.Carries)+" load")
	}
	if s.Light {
		out = append(out, "trips when it stays lightly loaded")
	}
	if s.Idle > 1 {
		out = append(out, "do not leave it idling")
	}
	return strings.Join(append(out, "the code's most is "+unit.Text(a.Ceiling(), "A")), "; ")
}

const noneDoesBoth = "none both carries your load and guards the windings"

// joined are two sentences, either of which may be missing.
func joined(one, two string) string { return strings.TrimSpace(one + " " + two) }

func fitARelay(leads float64) string {
	return fmt.Sprintf("Fit an overload relay: one pole in each motor lead, set to %s.", unit.Rating(leads))
}

const fitARelayDetail = "The capacitor joins ahead of the third pole, so that the made third line is watched too. A " +
	"phase-sensitive relay may trip on the unequal amps."

const noRelayAlone = "No setting of an overload relay guards this motor at your loads."

const noSettingOfThis = "No setting of this relay both carries your load and guards the windings."

func relayBlind(coil string) string {
	return fmt.Sprintf("No relay here can see winding %s overheat at your lightest load.", coil)
}

func relayBlindDetail(g Guard) string {
	return fmt.Sprintf("Its busiest pole carries only %s while a winding is at rated amps or more; your load puts "+
		"%s through it.", unit.Text(g.Least, "A"), unit.Text(g.Carries, "A"))
}

func relayInLeadsWould(leads float64) string {
	return fmt.Sprintf("One pole in each motor lead, set to %s, would watch the corner too.", unit.Rating(leads))
}

func setTheRelay(c Choice) string {
	return fmt.Sprintf("Set the overload relay to %s.", unit.Rating(c.RelaySet))
}

const setTheRelayFrom = "From predicted amps on this bridge, not from the plate's three-phase amps."

func (p Protection) setTooHigh() string {
	return fmt.Sprintf("Set to %s the relay lets a winding pass its rated amps.", unit.Rating(p.RelaySet))
}

func (p Protection) setTooLow(g Guard) string {
	return fmt.Sprintf("Set to %s the relay trips at your loads, which take up to %s.", unit.Rating(p.RelaySet),
		unit.Text(g.Carries, "A"))
}

func (p Protection) setRight(s Setting) string {
	if !math.IsInf(s.Guards, 1) {
		return fmt.Sprintf("The relay set to %s guards every winding to %s load.", unit.Rating(p.RelaySet),
			percentDown(s.Guards))
	}
	return fmt.Sprintf("The relay set to %s trips before a winding stays above rated amps.", unit.Rating(p.RelaySet))
}
