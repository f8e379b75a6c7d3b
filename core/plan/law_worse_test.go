package plan_test

import (
	"fmt"
	"math"
	"testing"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// gravestOf is the gravest grade of some findings of a plan; good where none is said.
func gravestOf(p plan.Plan, ids ...string) finding.Grade {
	best := finding.Good
	for _, f := range p.Findings {
		for _, id := range ids {
			if f.ID == id && f.Grade.Rank() < best.Rank() && (f.Grade == finding.Stop || f.Grade == finding.Caution) {
				best = f.Grade
			}
		}
	}
	return best
}

// neverMilder walks an entry for the worse and holds that a verdict's grade never falls.
func neverMilder(d document.Document, what, path string, worse []string, ids ...string) (broken []string) {
	last, at := finding.Good, ""
	for _, value := range worse {
		g := gravestOf(plan.Make(jobtest.With(d, path, value)), ids...)
		if g.Rank() > last.Rank() {
			broken = append(broken, fmt.Sprintf("15: %s: %s at %s, %s at %s (%s)", what, last, at, g, value, path))
		}
		last, at = g, value
	}
	return broken
}

// steps are figures of a unit, from one to another.
func steps(from, to, step float64, u string) (out []string) {
	n := int(math.Round((to-from)/step)) + 1
	for i := range n {
		out = append(out, fmt.Sprintf("%s %s", unit.Plain(math.Round((from+float64(i)*step)*100)/100), u))
	}
	return out
}

const onGuard = "machines.m1.protection."

// Law 15 where breaker and wire are concerned, over jobs unlike the corpus on every bridge.
func TestABreakerOverItsWireIsNeverMilder(t *testing.T) {
	jobtest.OverUnlike(t, 20, func(d document.Document) (broken []string) {
		wires := []string{"10 mm²", "6 mm²", "4 mm²", "2.5 mm²", "1.5 mm²", "1 mm²", "0.75 mm²", "0.5 mm²"}
		sizes := []string{"10 A", "13 A", "16 A", "20 A", "25 A", "32 A", "40 A", "50 A", "63 A"}
		if d.Workshop.Rules == "north-america" {
			wires = []string{"8 AWG", "10 AWG", "12 AWG", "14 AWG", "16 AWG", "18 AWG"}
			sizes = []string{"15 A", "20 A", "25 A", "30 A", "40 A", "50 A", "60 A", "80 A"}
		}
		for _, wire := range []string{wires[0], wires[len(wires)/2], wires[len(wires)-2]} {
			broken = append(broken, neverMilder(jobtest.With(d, onGuard+"conductor", wire), "a larger breaker on "+wire,
				onGuard+"breaker", sizes, finding.ProtectionWire)...)
		}
		for _, size := range []string{sizes[0], sizes[2], sizes[5]} {
			broken = append(broken, neverMilder(jobtest.With(d, onGuard+"breaker", size), "a thinner wire behind "+size,
				onGuard+"conductor", wires, finding.ProtectionWire, finding.ProtectionConductor)...)
		}
		for _, size := range []string{"13 A", "32 A"} {
			feeders := []string{"10 mm²", "4 mm²", "2.5 mm²", "1.5 mm²", "1 mm²", "0.75 mm²"}
			broken = append(broken, neverMilder(jobtest.With(d, "supply.breaker", size),
				"a thinner feeder behind "+size,
				"supply.feeder_size", feeders, finding.SupplyWire)...)
		}
		return broken
	})
}

// Law 15 for what is solved: volts both ways from rated, load, feeder's length.
func TestWorseIsNeverMilder(t *testing.T) {
	jobtest.OverUnlike(t, 10, func(d document.Document) (broken []string) {
		if d.Bridge.Kind == document.KindRotary || d.Bridge.Kind == document.KindDrive {
			return nil
		}
		d.Bridge.Capacitor.Microfarad, d.Supply.FeederLength, d.Supply.FeederSize = "", "", ""
		rated := d.Workshop.Volts
		down, up := steps(rated, 0.7*rated, -rated/50, "V"), steps(rated, 1.35*rated, rated/50, "V")
		for _, list := range [][]string{down, up} {
			broken = append(broken, neverMilder(d, "volts", "supply.volts", list, "leads.target",
				"leads.unreachable")...)
		}
		p := plan.Make(d)
		if p.Link.Microfarad == 0 || !p.Link.Chosen && p.Use == nil {
			return broken
		}
		held := jobtest.With(d, "bridge.capacitor.microfarad", unit.Plain(math.Round(p.Link.Microfarad)))
		held = jobtest.With(jobtest.With(held, "machines.m1.load.heaviest", ""), "machines.m1.load.lightest", "")
		broken = append(broken, neverMilder(held, "load", "machines.m1.load.share",
			steps(100*p.Link.Usual, math.Min(195, 100*p.Link.Usual+110), 10, "%"),
			"capacitor.heat", "capacitor.carries")...)
		fed := jobtest.With(d, "supply.feeder_size", "2.5 mm²")
		return append(broken, neverMilder(fed, "feeder", "supply.feeder_length", steps(5, 120, 11.5, "m"),
			"supply.drop")...)
	})
}

// Law 15 for µF, from the best both ways.
func TestMicrofaradsAwayFromTheBestAreNeverMilder(t *testing.T) {
	jobtest.OverUnlike(t, 10, func(d document.Document) (broken []string) {
		if d.Bridge.Kind == document.KindRotary || d.Bridge.Kind == document.KindDrive {
			return nil
		}
		d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Start = "", ""
		p := plan.Make(d)
		if p.Use == nil || p.Link.Microfarad == 0 {
			return nil
		}
		best := 0.0
		for _, s := range p.Schools {
			if s.ID == "balance" {
				best = s.Microfarad
			}
		}
		up, down := []string{}, []string{}
		for i := range 12 {
			up = append(up, unit.Plain(math.Round(best*(1+0.14*float64(i))*10)/10))
			down = append(down, unit.Plain(math.Round(best*(1-0.08*float64(i))*10)/10))
		}
		for _, list := range [][]string{up, down} {
			broken = append(broken, neverMilder(jobtest.With(d, "machines.m1.load.heaviest", ""), "µF",
				"bridge.capacitor.microfarad", list, "capacitor.heat", "capacitor.carries")...)
		}
		return broken
	})
}
