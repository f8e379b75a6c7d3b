package job

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// race is the relay that is there, or the plan's, beside the windings; ok is false where
// there is none.
func (w onCapacitor) race(c protection.Choice) (capacitor.Race, bool) {
	set, class := w.guard.RelaySet, w.guard.Class
	if set == 0 {
		set = c.RelaySet
	}
	if class == "" {
		class = protection.PlanningClass
	}
	if c.Relay == protection.Thermistor || c.Relay == protection.NoRelay || set == 0 {
		return capacitor.Race{}, false
	}
	return w.RaceWith(capacitor.Racer{Name: fmt.Sprintf("class %s, set to %s", class, unit.Text(set, "A")), Set: set,
		InLines: c.Relay == protection.SupplyLines, Trips: class.Trips})
}

// guarding sizes supply and protection by what the bridge draws.
func (w onCapacitor) guarding(stop *finding.Finding) (g guarded) {
	a := w.Answer
	if a == nil {
		return g
	}
	g.load, g.room = w.LoadFigures(), w.Room()
	if a.UsualRuns {
		draw := &supply.Draw{Mark: w.site.Mark(), RunAmps: abs(a.Usual.SupplyAmps), RunVolts: a.Usual.SupplyVolts,
			StartAmps: a.StartSupplyAmps, StartVolts: a.StartSupplyVolts,
			IdleAmps: abs(a.Idle.SupplyAmps), IdleVolts: a.Idle.SupplyVolts}
		if g.supply = w.SupplyFigures(draw); stop == nil {
			draw.MostAmps = draw.RunAmps
			if a.HeavyRuns {
				draw.MostAmps = max(draw.MostAmps, abs(a.Heavy.SupplyAmps))
			}
			g.draw = draw
			g.said, g.judged = append(g.said, w.site.Supply.Judge(draw, w.site.Rules)...), true
			stop = blocked(g.said)
		}
	}
	if stop != nil {
		g.said = append(g.said, sayWait(stop, mendFirst("Breaker, wire and relay", "bridge")))
		return g
	}
	demand, carried := w.Demand()
	if !carried {
		return g
	}
	g.asks = w.asked(demand)
	choice, found := w.guard.Judge(g.asks)
	g.choice, g.said = &choice, append(g.said, found...)
	g.guard = w.guardBands(choice, g.asks, demand)
	if race, ok := w.race(choice); ok {
		g.said = append(g.said, w.JudgeRace(race)...)
	}
	return g
}

// asked is what a demand asks of breaker, wire and relay.
func (w onCapacitor) asked(d capacitor.Demand) protection.Asks {
	return protection.Asks{
		Rules: w.site.Wires(), Usual: protection.Seen(d.Usual), Heaviest: protection.Seen(d.Heaviest),
		Idle:     protection.Seen(d.Idle),
		Lines:    protection.Guard{Least: d.Watched.Lines, AtIdle: d.Watched.LinesIdle, Carries: d.MostSupply},
		Leads:    protection.Guard{Least: d.Watched.Leads, AtIdle: d.Watched.LeadsIdle, Carries: d.MostLead},
		MostLead: d.MostLead, MostSupply: d.MostSupply, Capacitor: d.Capacitor, StartAmps: d.StartAmps,
		Volts: w.site.Supply.Nominal, PlateAmps: w.site.Model.LineAmps, ServiceFactor: w.site.Plate.ServiceFactor,
		ShaftHP: w.site.Plate.ShaftWatts / unit.WattsPerHorsepower,
	}
}

// guardBands are the figures of a choice with what it would be for motors that would print
// the same plate.
func (w onCapacitor) guardBands(c protection.Choice, own protection.Asks, d capacitor.Demand) []finding.Figure {
	var poles [2][3]site.Band
	out := site.Banded(c.Figures(own), protection.Units, func(yield func([]finding.Figure) bool) {
		for twin := range w.Demands(d) {
			asks := w.asked(twin)
			list := asks.Choose(c.Relay).Figures(asks)
			for i := range list {
				if list[i].ID == "relay" { // what guards its windings, whether or not it carries the load
					list[i].Value = math.Min(asks.Of(c.Relay).Least, asks.Ceiling())
				}
			}
			for i, seen := range []protection.Seen{asks.Idle, asks.Usual} {
				for k, amps := range seen.Leads {
					poles[i][k].Add(amps)
				}
			}
			if !yield(list) {
				return
			}
		}
	})
	for i := range out {
		at := slices.Index([]string{"idle", "usual"}, out[i].ID)
		if at < 0 || poles[at][0].High == 0 {
			continue
		}
		var text [3]string
		for k := range text {
			text[k] = strings.TrimSuffix(poles[at][k].Stretch().Plain("A"), unit.Space+"A")
		}
		out[i].Band = strings.Join(text[:], ", ") + unit.Space + "A"
	}
	return out
}
