// Package protection sizes what stands between the post and the motor: breaker,
// conductor and overload relay, by the workshop's rule set. Every figure is for
// planning; local rules and a licensed person decide.
package protection

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Relay is how the overload relay is wired.
type Relay string

// The ways to wire an overload relay on a capacitor bridge.
const (
	NoRelay     Relay = "none"
	SupplyLines Relay = "supply-lines" // line 1 through one pole, the return through the other two
	MotorLeads  Relay = "motor-leads"  // one pole in each motor lead, capacitor ahead of the third
)

// Entry is the protection as it is or will be.
type Entry struct {
	Breaker   string `json:"breaker,omitempty"`
	Conductor string `json:"conductor,omitempty"`
	Relay     Relay  `json:"relay,omitempty" enum:"none,supply-lines,motor-leads"`
	RelaySet  string `json:"relay_set,omitempty"`
}

// Protection is what was read. 0 and a zero Conductor mean not entered.
type Protection struct {
	Breaker   float64
	Conductor unit.Conductor
	Relay     Relay
	RelaySet  float64
}

// Read reads the entry.
func Read(e Entry) (Protection, []finding.Reading) {
	p := Protection{Relay: e.Relay}
	var readings []finding.Reading
	amps := func(field, typed string, into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := unit.Amps.One(typed)
		r := finding.Reading{Path: "protection." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = "This could not be read.", "one number, like 10 A"
		} else {
			*into, r.ReadAs = x, unit.Plain(x)+unit.Space+"A"
		}
		readings = append(readings, r)
	}
	amps("breaker", e.Breaker, &p.Breaker)
	amps("relay_set", e.RelaySet, &p.RelaySet)
	if e.Conductor != "" {
		c, ok, err := unit.ParseConductor(e.Conductor)
		r := finding.Reading{Path: "protection.conductor", Typed: e.Conductor}
		if err != nil || !ok {
			r.Problem, r.Wanted = "This could not be read.", unit.Area.Example
		} else {
			p.Conductor, r.ReadAs = c, c.String()
		}
		readings = append(readings, r)
	}
	return p, readings
}

// Seen is what the engine found, for one point of load.
type Seen struct {
	Supply float64    // amps in either supply line
	Leads  [3]float64 // amps in the motor leads L1, L2 and the made corner
	Worst  float64    // worst winding over plate
	Coil   string
}

// Asks is everything the sizing leans on.
type Asks struct {
	Rules     table.Rules
	Usual     Seen // at the owner's load
	Heaviest  Seen
	Idle      Seen // at the lightest load
	AtLimit   Seen // where the worst winding reaches its plate amps
	Limit     bool // there is such a point
	StartAmps float64
	Volts     float64 // line
	ShaftHP   float64
	Capacitor float64 // worst amps through the run capacitor
}

// Choice is the plan's sizing.
type Choice struct {
	Breaker      float64
	Conductor    unit.Conductor
	Earth        unit.Conductor
	CapacitorOwn float64 // amps that the capacitor's own wires must carry
	Relay        Relay
	RelaySet     float64
	Why          []finding.Why
}

// Choose sizes the circuit. The relay set point is what its busiest pole sees
// where the worst winding reaches plate amps.
func (a Asks) Choose(wired Relay) Choice {
	c := Choice{Relay: MotorLeads, CapacitorOwn: 1.35 * a.Capacitor}
	if wired == SupplyLines {
		c.Relay = SupplyLines
	}
	need := a.Heaviest.Supply
	if a.Rules == table.NorthAmerica {
		fla, source, ok := table.FullLoadAmps(a.ShaftHP, a.Volts)
		base := need
		if ok && fla > base {
			base = fla
		}
		c.Breaker = a.Rules.Breaker(2.5 * base)
		c.Why = append(c.Why,
			finding.Why{Formula: "conductor ≥ 125 % of the greater of table and predicted amps", Numbers: fmt.Sprintf("1.25 · %s = %s", unit.Text(base, "A"), unit.Text(1.25*base, "A")), Section: finding.OnProtection, Source: source},
			finding.Why{Formula: "breaker up to 250 % of those amps, next standard size", Numbers: fmt.Sprintf("2.5 · %s → %s", unit.Text(base, "A"), unit.Whole(c.Breaker, "A")), Section: finding.OnProtection, Source: "inverse-time breaker on a motor circuit, planning"})
		c.Conductor = a.Rules.Conductor(1.25 * base)
		c.Earth = unit.Conductor{AWG: table.EarthAWG(c.Breaker)}
	} else {
		c.Breaker = a.Rules.Breaker(max(1.25*need, a.StartAmps/5))
		c.Why = append(c.Why,
			finding.Why{Formula: "breaker ≥ 1.25 × running amps, and start amps ≤ 5 × breaker (curve C)", Numbers: fmt.Sprintf("1.25 · %s = %s; %s/5 = %s → %s", unit.Text(need, "A"), unit.Text(1.25*need, "A"), unit.Text(a.StartAmps, "A"), unit.Text(a.StartAmps/5, "A"), unit.Whole(c.Breaker, "A")), Section: finding.OnProtection, Source: "standard sizes, planning", Estimated: true},
			finding.Why{Formula: "conductor carries at least the breaker's amps", Numbers: fmt.Sprintf("≥ %s", unit.Whole(c.Breaker, "A")), Section: finding.OnProtection, Source: a.Rules.Source()})
		c.Conductor = a.Rules.Conductor(c.Breaker)
		c.Earth = c.Conductor
	}
	limit := a.Heaviest
	if a.Limit {
		limit = a.AtLimit
	}
	c.RelaySet = math.Round(c.Relay.sees(limit)*10) / 10
	return c
}

// sees is what the busiest pole of a relay wired like this carries.
func (r Relay) sees(s Seen) float64 {
	if r == SupplyLines {
		return s.Supply
	}
	return max(s.Leads[0], s.Leads[1], s.Leads[2])
}

// Judge compares what is entered with what the plan asks.
func (p Protection) Judge(a Asks) (Choice, []finding.Finding) {
	c := a.Choose(p.Relay)
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay, f.Planning = finding.Protection, true
		out = append(out, f)
	}
	amps := ampere
	switch {
	case p.Breaker == 0:
		add(finding.Finding{ID: "protection.breaker", Grade: finding.Open, Sentence: fmt.Sprintf("Fit a two-pole breaker of %s for this motor.", amps(c.Breaker)),
			Detail: "It breaks both lines. It guards the wire, not the winding. Fixed wiring is for a licensed person in most places.", Figure: amps(c.Breaker), Why: c.Why,
			Cures: []finding.Cure{{Label: "Note " + amps(c.Breaker), Path: "protection.breaker", Value: unit.Plain(c.Breaker) + " A"}}, Entries: []string{"protection.breaker"}})
	case p.Breaker < 1.1*a.Usual.Supply || a.Rules == table.Metric && a.StartAmps > 10*p.Breaker:
		add(finding.Finding{ID: "protection.breaker", Grade: finding.Caution, Sentence: fmt.Sprintf("A breaker of %s will trip: the motor runs at %s and starts at %s.", amps(p.Breaker), unit.Text(a.Usual.Supply, "A"), unit.Text(a.StartAmps, "A")),
			Figure: amps(p.Breaker), Limit: amps(c.Breaker), Why: c.Why, Cures: []finding.Cure{{Label: "Note " + amps(c.Breaker), Path: "protection.breaker", Value: unit.Plain(c.Breaker) + " A"}}, Entries: []string{"protection.breaker"}})
	default:
		if carry, ok := table.Ampacity(p.Conductor.SquareMM, p.Conductor.AWG); ok && a.Rules == table.Metric && p.Breaker > carry {
			add(finding.Finding{ID: "protection.wire", Grade: finding.Stop, Sentence: fmt.Sprintf("A %s breaker does not guard %s, which carries %s.", amps(p.Breaker), p.Conductor, amps(carry)),
				Detail: "Thicker wire or a smaller breaker.", Figure: amps(p.Breaker), Limit: amps(carry), Why: []finding.Why{{Formula: "breaker ≤ what the conductor carries", Section: finding.OnProtection, Source: a.Rules.Source()}},
				Cures: []finding.Cure{{Label: "Use " + c.Conductor.String(), Path: "protection.conductor", Value: c.Conductor.String()}}, Entries: []string{"protection.breaker", "protection.conductor"}})
		} else {
			add(finding.Finding{ID: "protection.breaker", Grade: finding.Good, Sentence: fmt.Sprintf("The %s breaker carries the run and holds the start.", amps(p.Breaker)), Figure: amps(p.Breaker), Limit: "from " + amps(c.Breaker), Why: c.Why})
		}
	}
	if p.Conductor == (unit.Conductor{}) {
		add(finding.Finding{ID: "protection.conductor", Grade: finding.Open, Sentence: fmt.Sprintf("Wire the motor circuit in %s copper, earth %s.", c.Conductor, c.Earth),
			Detail: fmt.Sprintf("The capacitor's own two wires carry up to %s: the same size does.", unit.Text(c.CapacitorOwn, "A")), Figure: c.Conductor.String(), Why: c.Why,
			Cures: []finding.Cure{{Label: "Note " + c.Conductor.String(), Path: "protection.conductor", Value: c.Conductor.String()}}, Entries: []string{"protection.conductor"}})
	} else if carry, ok := table.Ampacity(p.Conductor.SquareMM, p.Conductor.AWG); !ok || carry < 1.25*a.Heaviest.Supply {
		add(finding.Finding{ID: "protection.conductor", Grade: finding.Caution, Sentence: fmt.Sprintf("%s is too thin or not in the table; %s is asked.", p.Conductor, c.Conductor),
			Figure: p.Conductor.String(), Limit: c.Conductor.String(), Why: c.Why, Cures: []finding.Cure{{Label: "Use " + c.Conductor.String(), Path: "protection.conductor", Value: c.Conductor.String()}}, Entries: []string{"protection.conductor"}})
	}
	out = append(out, p.judgeRelay(a, c)...)
	return c, out
}

func (p Protection) judgeRelay(a Asks, c Choice) []finding.Finding {
	f := finding.Finding{ID: "protection.relay", Bay: finding.Protection, Planning: true, Entries: []string{"protection.relay", "protection.relay_set"}}
	setting := unit.Plain(c.RelaySet) + unit.Space + "A"
	why := func(r Relay) []finding.Why {
		limit := a.Heaviest
		basis := "at the heaviest load"
		if a.Limit {
			limit, basis = a.AtLimit, "where the worst winding reaches plate amps"
		}
		return []finding.Why{{Formula: "set = what the busiest pole carries " + basis, Numbers: fmt.Sprintf("supply line %s; motor leads %s, %s, %s", unit.Text(limit.Supply, "A"), unit.Text(limit.Leads[0], "A"), unit.Text(limit.Leads[1], "A"), unit.Text(limit.Leads[2], "A")), Section: finding.OnProtection, Source: "engine, coil by coil", Estimated: true}}
	}
	set := []finding.Cure{{Label: "Set " + setting, Path: "protection.relay_set", Value: unit.Plain(c.RelaySet) + " A"}}
	switch {
	case p.Relay == NoRelay:
		f.Grade, f.Sentence = finding.Stop, "Nothing would switch the motor off when a winding overheats."
		f.Detail = "A breaker guards the wire only. Fit an overload relay with one pole in each motor lead, set to " + setting + ", or a thermistor in the winding."
		f.Cures = []finding.Cure{{Label: "Relay in the motor leads", Path: "protection.relay", Value: string(MotorLeads)}}
		f.Figure, f.Limit, f.Why = "no relay", setting, why(MotorLeads)
		return []finding.Finding{f}
	case p.Relay == "":
		f.Grade, f.Sentence = finding.Open, fmt.Sprintf("Fit an overload relay: one pole in each motor lead, set to %s.", setting)
		f.Detail = "The capacitor joins ahead of the third pole, so that the made corner is watched too. A phase-sensitive relay may trip on the unequal amps."
		f.Cures = append([]finding.Cure{{Label: "Relay in the motor leads", Path: "protection.relay", Value: string(MotorLeads)}}, set...)
		f.Figure, f.Why = setting, why(MotorLeads)
		return []finding.Finding{f}
	}
	var out []finding.Finding
	if sees := p.Relay.sees(a.Idle); a.Idle.Worst > 1 && sees < max(c.RelaySet, p.RelaySet) {
		blind := f
		blind.ID, blind.Grade = "protection.blind", finding.Caution
		blind.Sentence = fmt.Sprintf("The relay cannot see winding %s overheat while idling.", a.Idle.Coil)
		blind.Detail = fmt.Sprintf("Idling, its busiest pole carries %s, below its setting, while winding %s carries %s of plate.", unit.Text(sees, "A"), a.Idle.Coil, unit.Percent(a.Idle.Worst))
		if p.Relay == SupplyLines {
			blind.Detail += " One pole in each motor lead would watch the corner too."
			blind.Cures = []finding.Cure{{Label: "Rewire the relay", Path: "protection.relay", Value: string(MotorLeads)}}
		} else {
			blind.Detail += " Do not let it idle, or take fewer µF, or fit a thermistor."
		}
		blind.Figure, blind.Limit = unit.Percent(a.Idle.Worst)+" in the winding", "100"+unit.Space+"%"
		blind.Why = why(p.Relay)
		out = append(out, blind)
	}
	f.Why, f.Figure, f.Limit = why(p.Relay), "not set", setting
	switch off := p.RelaySet/c.RelaySet - 1; {
	case p.RelaySet == 0:
		f.Grade, f.Sentence, f.Cures = finding.Open, fmt.Sprintf("Set the overload relay to %s.", setting), set
		f.Detail = "From predicted amps on this bridge, not from the plate's three-phase amps."
	case off > 0.08:
		f.Grade, f.Sentence, f.Cures = finding.Caution, fmt.Sprintf("Set to %s the relay lets a winding pass its plate amps.", ampere(p.RelaySet)), set
		f.Figure = ampere(p.RelaySet)
	case p.RelaySet < p.Relay.sees(a.Heaviest):
		f.Grade, f.Sentence, f.Cures = finding.Caution, fmt.Sprintf("Set to %s the relay trips at your heaviest load, which takes %s.", ampere(p.RelaySet), unit.Text(p.Relay.sees(a.Heaviest), "A")), set
		f.Figure = ampere(p.RelaySet)
	default:
		f.Grade, f.Sentence = finding.Good, fmt.Sprintf("The relay set to %s trips before a winding stays above plate amps.", ampere(p.RelaySet))
		f.Figure = ampere(p.RelaySet)
		if p.Relay == SupplyLines {
			f.Sentence = fmt.Sprintf("Set to %s the relay guards the loaded motor.", ampere(p.RelaySet))
		}
	}
	return append(out, f)
}

func ampere(x float64) string { return unit.Plain(x) + unit.Space + "A" }

// Figures is the plan's sizing, and what each pole of a relay would see beside
// what the worst winding feels.
func (c Choice) Figures(a Asks) []finding.Figure {
	planning := func(id, name string, value float64, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: finding.Estimated, Why: c.Why}
	}
	out := []finding.Figure{
		planning("breaker", "Breaker", c.Breaker, ampere(c.Breaker), "two-pole; planning"),
		planning("conductor", "Motor wire", 0, c.Conductor.String(), "copper, earth "+c.Earth.String()+"; planning"),
		planning("capacitor-wire", "Capacitor wires", c.CapacitorOwn, unit.Text(c.CapacitorOwn, "A"), "to carry at least: 135 % of its amps"),
		planning("relay", "Relay set to", c.RelaySet, ampere(c.RelaySet), "from predicted amps, not the plate's three-phase amps"),
	}
	for _, at := range []struct {
		id, name string
		seen     Seen
	}{{"idle", "Poles, idling", a.Idle}, {"usual", "Poles, your load", a.Usual}} {
		if at.seen.Coil == "" {
			continue
		}
		text := unit.Three(at.seen.Leads[0]) + ", " + unit.Three(at.seen.Leads[1]) + ", " + unit.Text(at.seen.Leads[2], "A")
		out = append(out, planning(at.id, at.name, at.seen.Supply, text,
			fmt.Sprintf("L1, L2, corner leads; supply %s; winding %s feels %s", unit.Text(at.seen.Supply, "A"), at.seen.Coil, unit.Percent(at.seen.Worst))))
	}
	return out
}
