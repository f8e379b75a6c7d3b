package protection

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Seen is what the engine found, for one point of load.
type Seen struct {
	Supply float64    // amps in either supply line
	Leads  [3]float64 // amps in the motor leads L1, L2 and the made third line
	Worst  float64    // worst winding over plate
	Coil   string
}

// Asks is everything the sizing leans on.
type Asks struct {
	Rules         table.Wires
	Usual         Seen // at the owner's load
	Heaviest      Seen
	Idle          Seen // at the lightest load
	Lines, Leads  Guard
	Watch         []Watch // from idling to a stall
	UsualLoad     float64 // share of rated torque
	NeverIdles    bool    // its load stays on the shaft: a fan, a pump
	OtherUF       float64 // µF with which a relay in the motor leads would guard every load; 0: not known
	MostLead      float64 // greatest amps in any motor lead over the loads that occur
	MostSupply    float64 // the same in a supply line
	StartAmps     float64
	Volts         float64 // line, nominal
	ShaftHP       float64
	PlateAmps     float64 // line amps of the plate in these joints
	ServiceFactor float64
	Capacitor     float64 // worst amps through the run capacitor
}

// Of is the guard for a way of wiring.
func (a Asks) Of(r Relay) Guard {
	if r == SupplyLines {
		return a.Lines
	}
	return a.Leads
}

// LineToNeutral says that one of the two supply wires is the neutral.
func (a Asks) LineToNeutral() bool { return a.Rules.LineToNeutral(a.Volts) }

// Poles is the breaker's in words.
func (a Asks) Poles() string { return a.Rules.Poles(a.Volts) }

// Choice is the plan's sizing. What the tables do not reach is 0, and Ended
// says so.
type Choice struct {
	Breaker       float64
	BreakerLeast  float64 // the smallest that holds the run and the start
	BreakerMost   float64 // the greatest that still suits this motor
	DualElement   float64 // fuses instead of the breaker; 0: the rule set has none
	PlainFuse     float64
	Conductor     unit.Conductor
	ConductorAmps float64 // what it must carry at least
	Earth         unit.Conductor
	CapacitorOwn  float64 // amps that the capacitor's own wires must carry
	CapacitorWire unit.Conductor
	Relay         Relay
	RelaySet      float64 // 0: no setting both carries the load and guards the windings
	Setting       Setting // how far that holds
	Ended         []string
	Why           []finding.Why
	Mend          []finding.Cure // of a breaker noted that does not guard its wire
}

// Ceiling is the code's greatest setting of the relay, in amps.
func (a Asks) Ceiling() float64 { return a.Rules.Circuit().Ceiling(a.ServiceFactor) * a.PlateAmps }

// step is how finely a setting can be turned: a fiftieth of it or so.
func step(amps float64) float64 {
	switch {
	case amps < 1:
		return 0.01
	case amps < 2:
		return 0.02
	case amps < 5:
		return 0.05
	case amps < 20:
		return 0.1
	}
	return 0.5
}

// base are the amps that wire and breaker are counted from.
func (a Asks) base() (amps float64, source string) {
	amps, source = a.MostSupply, "predicted, the greatest load that occurs"
	if a.Rules.Rules == table.NorthAmerica {
		if fla, from, ok := table.FullLoadAmps(a.ShaftHP, a.Volts); ok && fla > amps {
			return fla, from
		}
	}
	return amps, source
}

// Choose sizes the circuit for a way to wire the relay.
func (a Asks) Choose(wired Relay) Choice {
	rates := a.Rules.Circuit()
	c := Choice{Relay: MotorLeads, CapacitorOwn: rates.Capacitor * a.Capacitor}
	if wired == SupplyLines {
		c.Relay = SupplyLines
	}
	if wired != Thermistor {
		c.Setting = a.Setting(c.Relay)
		c.RelaySet = c.Setting.Amps
	}
	base, source := a.base()
	_, endWire := a.Rules.Ends()
	ended := func(what string, need, end float64) {
		c.Ended = append(c.Ended, fmt.Sprintf("%s for %s: the table ends at %s", what, unit.Text(need, "A"),
			unit.Whole(end, "A")))
	}
	a.breakers(&c, base, ended)
	var ok bool
	// The motor's wires: the greatest amps of any lead, the table's, the relay's setting, and
	// the breaker: where a relay guards them, at least the smallest that holds, since the relay
	// is not always set first.
	c.ConductorAmps = max(rates.Conductor*math.Max(base, a.MostLead), c.RelaySet, c.BreakerLeast)
	if a.Rules.Rules != table.NorthAmerica || c.RelaySet == 0 {
		c.ConductorAmps = math.Max(c.ConductorAmps, c.Breaker)
	}
	if c.Conductor, ok = a.Rules.Conductor(c.ConductorAmps); !ok {
		ended("the motor's wire", c.ConductorAmps, endWire)
	}
	own := c.CapacitorOwn
	if a.Rules.Rules != table.NorthAmerica {
		own = math.Max(own, c.Breaker)
	}
	if c.CapacitorWire, ok = a.Rules.Conductor(own); !ok {
		ended("the capacitor's wire", own, endWire)
	}
	c.Earth = c.Conductor
	if a.Rules.Rules == table.NorthAmerica {
		c.DualElement, _ = a.Rules.Fuse(rates.DualElement, base)
		c.PlainFuse, _ = a.Rules.Fuse(rates.PlainFuse, base)
		awg, ok := table.EarthAWG(c.Breaker)
		if c.Earth = (unit.Conductor{AWG: awg}); !ok {
			ended("the earth wire", c.Breaker, 200)
		}
		c.Why = append(c.Why,
			finding.Why{Formula: "conductor ≥ 125 % of the greater of table amps and any lead's predicted amps, ≥ " +
				"the relay's setting, and ≥ the smallest breaker that holds",
				Numbers: fmt.Sprintf("1.25 · %s = %s; leads up to %s", unit.Text(base, "A"),
					unit.Text(rates.Conductor*base, "A"), unit.Text(a.MostLead, "A")), Section: finding.OnProtection,
				Source: source},
			finding.Why{Formula: "breaker up to 250 % of those amps, next standard size, because the overload relay " +
				"guards the wire", Numbers: fmt.Sprintf("2.5 · %s → %s", unit.Text(base, "A"), sized(c.Breaker)),
				Section: finding.OnProtection, Source: "inverse-time breaker on a motor circuit, guide value"})
		return c
	}
	c.Why = append(c.Why,
		finding.Why{Formula: "breaker ≥ 1.25 × running amps, and start amps ≤ 5 × breaker (curve C)",
			Numbers: fmt.Sprintf("1.25 · %s = %s; %s/5 = %s → %s", unit.Text(base, "A"),
				unit.Text(rates.Conductor*base, "A"),
				unit.Text(a.StartAmps, "A"), unit.Text(a.StartAmps/rates.BreakerHolds, "A"), sized(c.Breaker)),
			Section: finding.OnProtection, Source: "standard sizes, guide value", Estimated: true},
		finding.Why{Formula: "conductor ≥ the breaker, 125 % of any lead's predicted amps, and the relay's setting",
			Numbers: fmt.Sprintf("%s; 1.25 · %s = %s", sized(c.Breaker), unit.Text(a.MostLead, "A"),
				unit.Text(rates.Conductor*a.MostLead, "A")), Section: finding.OnProtection, Source: a.Rules.Source()})
	return c
}

// breakers are what holds running and start at least, and what the motor's size allows at most.
func (a Asks) breakers(c *Choice, base float64, ended func(what string, need, end float64)) {
	rates := a.Rules.Circuit()
	endBreaker, _ := a.Rules.Ends()
	holds := a.StartAmps / rates.BreakerHolds
	need, most := math.Max(rates.Conductor*base, holds), rates.Breaker*base
	wanted := need
	if a.Rules.Rules == table.NorthAmerica {
		need = math.Max(base, holds)
		wanted = math.Max(most, need)
	}
	var ok bool
	if c.Breaker, ok = a.Rules.Breaker(wanted); !ok {
		ended("a breaker", need, endBreaker)
	}
	if c.BreakerLeast, ok = a.Rules.Breaker(math.Max(holds, table.BreakerRuns*a.MostSupply)); !ok {
		c.BreakerLeast = c.Breaker
	}
	if c.BreakerMost, ok = a.Rules.Breaker(math.Max(most, need)); !ok {
		c.BreakerMost = endBreaker
	}
}

func sized(amps float64) string {
	if amps == 0 {
		return "beyond the table"
	}
	return unit.Rating(amps)
}

// Units are the units of the figures that may have a band.
var Units = map[string]string{"breaker": finding.AsWritten, "conductor": finding.AsWritten,
	"capacitor-wire": finding.AsWritten, "relay": "A"}

// Figures is the plan's sizing, and what each pole of a relay would see beside
// what the worst winding feels.
func (c Choice) Figures(a Asks) []finding.Figure {
	planning := func(id, name string, value float64, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: finding.Estimated,
			Why: c.Why}
	}
	relay, note := "no setting", noneDoesBoth
	if c.RelaySet > 0 {
		relay, note = unit.Rating(c.RelaySet), settingNote(c.Setting, a)
	}
	out := []finding.Figure{
		planning("breaker", "Breaker", c.Breaker, sized(c.Breaker), a.Poles()).AsPlanning(),
		planning("conductor", "Motor wire", c.ConductorAmps, table.Wire(c.Conductor),
			"copper, earth "+table.Wire(c.Earth)).AsPlanning(),
		planning("capacitor-wire", "Capacitor wires", c.CapacitorOwn, table.Wire(c.CapacitorWire),
			"copper, to carry at least "+unit.Text(c.CapacitorOwn, "A")+": 135 % of its amps").AsPlanning(),
		planning("relay", "Relay set to", c.RelaySet, relay, note),
	}
	if c.DualElement > 0 && c.PlainFuse > 0 {
		out = append(out, planning("fuse", "Or fuses", c.DualElement, unit.Rating(c.DualElement), "dual-element, in "+
			"each hot line; plain ones "+unit.Rating(c.PlainFuse)).AsPlanning())
	}
	for _, at := range []struct {
		id, name string
		seen     Seen
	}{{"idle", "Poles, idling", a.Idle}, {"usual", "Poles, your load", a.Usual}} {
		if at.seen.Coil == "" {
			continue
		}
		text := unit.Three(at.seen.Leads[0]) + ", " + unit.Three(at.seen.Leads[1]) + ", " +
			unit.Text(at.seen.Leads[2], "A")
		out = append(out, planning(at.id, at.name, at.seen.Supply, text,
			fmt.Sprintf("L1, L2, made line; supply %s; winding %s feels %s", unit.Text(at.seen.Supply, "A"),
				at.seen.Coil, unit.Percent(at.seen.Worst))))
	}
	return out
}
