package plan_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// dutyLaw holds what is said of the whole duty, and of what is entered, against
// the solver.
func dutyLaw(t *testing.T, d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	number := func(all []finding.Figure, id string) float64 {
		for _, f := range all {
			if f.ID == id {
				amps, _, _ := unit.Amps.One(f.Text)
				return amps
			}
		}
		return 0
	}
	if d.Bridge.Kind == document.KindDrive {
		input, need := number(p.Drive.Figures, "input"), 0.0
		for _, f := range p.Drive.Figures {
			if f.ID == "amps" {
				asked, _, _ := strings.Cut(f.Text, " of ")
				need, _, _ = unit.Amps.One(asked)
			}
		}
		for id, amps := range map[string]float64{"conductor": input, "motor-wire": need} {
			for _, f := range p.Guard {
				c, ok, err := unit.ParseConductor(f.Text)
				if carry, known := table.Ampacity(c.SquareMM, c.AWG); f.ID == id && ok && err == nil && known &&
					carry < 1.24*amps {
					breaks("4: the drive's %s %s carries %g A under %.1f A", id, c, carry, amps)
				}
			}
		}
		return broken
	}
	w, ok := look(t, d, p)
	if !ok {
		return broken
	}
	// 6: permanent is what keeps every winding inside plate over every load that occurs.
	worst := 0.0
	for i := range 13 {
		k := w.at(d, p, p.Link.Lightest+(p.Link.Heaviest-p.Link.Lightest)*float64(i)/12)
		if k < 0 {
			worst = math.Inf(1)
			break
		}
		worst = max(worst, w.worst[k])
	}
	if p.Use != nil && p.Use.Title == "Permanent" && worst > 1.012 {
		breaks("6: Permanent, and a winding at %.3f of plate over the loads that occur", worst)
	}
	// A start is called a start only with what it gives over what stands against it.
	for _, f := range p.Findings {
		if f.ID != "capacitor.start" || f.Measure == nil || d.Bridge.Capacitor.Start != "" {
			continue
		}
		gives := (w.torque[len(w.torque)-1] + w.friction) / w.rated * 100
		if math.Abs(gives-f.Measure.Value) > 0.02*gives+0.2 {
			breaks("1: the start gives %.1f %%, said %.1f", gives, f.Measure.Value)
		}
	}
	// A breaker as entered is good only where it holds start and run, and is not over its most.
	for _, f := range p.Findings {
		if f.ID != "protection.breaker" || f.Grade != finding.Good {
			continue
		}
		b, _, _ := unit.Amps.One(d.Machines[0].Protection.Breaker)
		if start := number(p.Supply, "start-amps"); start > 5.05*b || w.supply[len(w.supply)-1] > 5.05*b &&
			d.Bridge.Capacitor.Start == "" {
			breaks("4: %g A is good under a start of %.1f A", b, start)
		}
		most, ok := d.Workshop.Rules.Breaker(max(2.5*worstSupply(w, d, p), number(p.Supply, "start-amps")/5))
		if d.Workshop.Rules == table.Metric && ok && b > most {
			breaks("4: %g A is good over %.1f A", b, worstSupply(w, d, p))
		}
	}
	return broken
}

func worstSupply(w witness, d document.Document, p plan.Plan) (most float64) {
	for i := range 13 {
		if k := w.at(d, p, p.Link.Lightest+(p.Link.Heaviest-p.Link.Lightest)*float64(i)/12); k >= 0 {
			most = max(most, w.supply[k])
		}
	}
	return most
}

// note is what stands beside a figure.
func note(all []finding.Figure, id string) string {
	for _, f := range all {
		if f.ID == id {
			return f.Note
		}
	}
	return ""
}

// guardLaw holds what is sized against the solver.
//
// Long: a list of rules, each by itself.
func guardLaw(t *testing.T, d document.Document, p plan.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	rules := d.Workshop.Rules
	carries := func(id string) (amps float64, c unit.Conductor, ok bool) {
		for _, f := range p.Guard {
			if f.ID == id {
				c, ok, err := unit.ParseConductor(f.Text)
				if err != nil || !ok {
					return 0, c, false
				}
				amps, ok = table.Ampacity(c.SquareMM, c.AWG)
				return amps, c, ok
			}
		}
		return 0, c, false
	}
	figure := func(id string) float64 {
		for _, f := range p.Guard {
			if f.ID == id {
				amps, _, _ := unit.Amps.One(f.Text)
				return amps
			}
		}
		return 0
	}
	breaker := figure("breaker")
	if d.Bridge.Kind == document.KindDrive {
		if amps, _, ok := carries("conductor"); ok && breaker > amps {
			breaks("4: %g A ahead of a drive on a wire of %g A", breaker, amps)
		}
		return broken
	}
	w, ok := look(t, d, p)
	if !ok {
		return broken
	}
	mostLead, mostSupply, mostCan := 0.0, 0.0, 0.0
	for i := range 13 {
		share := p.Link.Lightest + (p.Link.Heaviest-p.Link.Lightest)*float64(i)/12
		k := w.at(d, p, share)
		if k < 0 {
			continue
		}
		mostLead, mostSupply, mostCan = max(mostLead, w.lead[k]), max(mostSupply, w.supply[k]), max(mostCan, w.can[k])
	}
	for _, way := range []struct {
		relay protection.Relay
		pole  []float64
	}{{protection.MotorLeads, w.lead}, {protection.SupplyLines, w.supply}} {
		if d.Machines[0].Protection.Relay == protection.SupplyLines != (way.relay == protection.SupplyLines) {
			continue
		}
		// At the loads that were entered never above the winding; heavier than those it says how far.
		lightest := p.Link.Usual
		if d.Machines[0].Load.Lightest != "" {
			lightest = p.Link.Lightest
		}
		least, beyond := math.Inf(1), math.Inf(1)
		from, to := w.at(d, p, lightest), w.at(d, p, p.Link.Heaviest)
		for i := max(from, 0); i < len(w.slip); i++ {
			switch {
			case w.worst[i] < 1.004:
			case i <= to:
				least = min(least, way.pole[i])
			default:
				beyond = min(beyond, way.pole[i])
			}
		}
		set := figure("relay")
		if set > 1.006*least {
			breaks("3: the relay at %g A, a winding reaches plate at %.3f A in its poles", set, least)
		}
		if set > 1.02*beyond && !strings.Contains(note(p.Guard, "relay"), "guards every winding to") {
			breaks("3: the relay at %g A passes a winding at %.3f A beyond the loads, and does not say so", set, beyond)
		}
		for _, f := range p.Findings {
			if f.ID == "protection.relay" && f.Grade == finding.Good {
				set, _, _ := unit.Amps.One(d.Machines[0].Protection.RelaySet)
				if set > 1.01*least {
					breaks("3: %g A is called good, a winding reaches plate at %.3f A", set, least)
				}
			}
		}
	}
	if amps, c, ok := carries("conductor"); ok {
		if amps < 1.24*max(mostLead, mostSupply) {
			breaks("4: %s carries %g A, a lead carries %.2f A", c, amps, max(mostLead, mostSupply))
		}
		if amps < figure("relay") {
			breaks("4: the relay at %g A does not guard %s", figure("relay"), c)
		}
		if rules == table.Metric && breaker > amps {
			breaks("4: %g A does not guard %s", breaker, c)
		}
	}
	if amps, c, ok := carries("capacitor-wire"); ok && amps < 1.34*mostCan {
		breaks("4: the capacitor's %s carries %g A, %.2f A flow", c, amps, mostCan)
	}
	// A wire or breaker as entered is called good only where it is.
	entered, okEntered, _ := unit.ParseConductor(d.Machines[0].Protection.Conductor)
	if amps, ok := table.Ampacity(entered.SquareMM, entered.AWG); okEntered && ok {
		for _, f := range p.Findings {
			if f.ID == "protection.conductor" && f.Grade == finding.Good && amps < 1.24*max(mostLead, mostSupply) {
				breaks("4: %s is called good under %.2f A", entered, max(mostLead, mostSupply))
			}
		}
	}
	return broken
}
