package capacitor

import (
	"fmt"
	"math"
	"math/cmplx"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// Race is the relay that is there, or the plan's, beside the windings; ok is false where
// there is none.
func (w Installed) Race(c protection.Choice) (Race, bool) {
	set, class := w.Protection.RelaySet, w.Protection.Class
	if set == 0 {
		set = c.RelaySet
	}
	if class == "" {
		class = protection.PlanningClass
	}
	if c.Relay == protection.Thermistor || c.Relay == protection.NoRelay || set == 0 {
		return Race{}, false
	}
	return w.RaceWith(Racer{Name: fmt.Sprintf("class %s, set to %s", class, unit.Text(set, "A")), Set: set,
		InLines: c.Relay == protection.SupplyLines, Trips: class.Trips})
}

// Guarding sizes supply and protection by what the bridge draws.
func (w Installed) Guarding(stop *finding.Finding) (g bridge.Guarded) {
	a := w.Answer
	if a == nil {
		return g
	}
	g.Load, g.Room = w.LoadFigures(), w.Room()
	if a.UsualRuns {
		draw := &supply.Draw{Mark: w.AsRead.Mark(), RunAmps: cmplx.Abs(a.Usual.SupplyAmps),
			RunVolts:  a.Usual.SupplyVolts,
			StartAmps: a.StartSupplyAmps, StartVolts: a.StartSupplyVolts,
			IdleAmps: cmplx.Abs(a.Idle.SupplyAmps), IdleVolts: a.Idle.SupplyVolts}
		if g.Supply = w.SupplyFigures(draw); stop == nil {
			draw.MostAmps = draw.RunAmps
			if a.HeavyRuns {
				draw.MostAmps = max(draw.MostAmps, cmplx.Abs(a.Heavy.SupplyAmps))
			}
			g.Draw = draw
			g.Said, g.Judged = append(g.Said, w.AsRead.Supply.Judge(draw, w.AsRead.Rules)...), true
			stop = bridge.Blocked(g.Said)
		}
	}
	if stop != nil {
		g.Said = append(g.Said, bridge.SayWait(stop, bridge.MendFirst("Breaker, wire and relay", "bridge")))
		return g
	}
	demand, carried := w.Demand()
	if !carried {
		return g
	}
	g.Asks = w.asked(demand)
	g.Asks.OtherUF = w.otherUF(g.Asks)
	choice, found := w.Protection.Judge(g.Asks)
	g.Choice, g.Said, g.Sized, g.Mend, g.Most = &choice, append(g.Said, found...), true, choice.Mend,
		choice.BreakerMost
	g.Guard = w.guardBands(choice, g.Asks, demand)
	if race, ok := w.Race(choice); ok {
		g.Said = append(g.Said, w.JudgeRace(race)...)
	}
	return g
}

// asked is what a demand asks of breaker, wire and relay.
func (w Installed) asked(d Demand) protection.Asks {
	l := w.AsRead.Load
	inside := d.Carried.Worst <= 1+protection.InsideWithin
	a := protection.Asks{
		Rules: w.AsRead.Wires(), Usual: protection.Seen(d.Usual), Heaviest: protection.Seen(d.Heaviest),
		Idle: protection.Seen(d.Idle),
		Lines: protection.Guard{Least: d.Watched.Lines, Carries: d.Carried.Lines, Usual: d.Carried.UsualLines,
			Inside: inside},
		Leads: protection.Guard{Least: d.Watched.Leads, Carries: d.Carried.Leads, Usual: d.Carried.UsualLeads,
			Inside: inside},
		MostLead: d.MostLead, MostSupply: d.MostSupply, Capacitor: d.Capacitor, StartAmps: d.StartAmps,
		Volts: w.AsRead.Supply.Nominal, PlateAmps: w.AsRead.Model.LineAmps, ServiceFactor: w.AsRead.Plate.ServiceFactor,
		ShaftHP: w.AsRead.Plate.ShaftWatts / unit.WattsPerHorsepower, NeverIdles: l.NeverIdles(),
		UsualLoad: l.Usual,
	}
	lightest, heaviest := l.Lightest, l.Heaviest
	if !l.LightestSaid {
		lightest = l.Usual
	}
	heavy := d.HeavySlip
	a.Watch = make([]protection.Watch, 0, len(d.Watched.Curve))
	for _, p := range d.Watched.Curve {
		part := protection.Entered
		switch {
		case p.Slip > heavy*(1+1e-6) || p.Load > heaviest+1e-6:
			part = protection.Heavier
		case p.Load < lightest-1e-6:
			part = protection.Lighter
		}
		a.Watch = append(a.Watch, protection.Watch{Load: p.Load, Part: part, Lines: p.Lines, Leads: p.Leads,
			Worst: p.Worst, Coil: p.Coil})
	}
	return a
}

// otherUF is a value of µF near the plan's with which a relay in the motor leads would guard every
// load, idling too, where it does not with the one in circuit; 0: none was found.
func (w Installed) otherUF(now protection.Asks) float64 {
	guards := func(a protection.Asks) bool {
		s := a.Setting(protection.MotorLeads)
		return s.Amps > 0 && !s.Limited() && s.Idle <= 1
	}
	if guards(now) {
		return 0
	}
	a := w.Answer
	for _, uf := range []float64{a.Both, math.Round(0.9 * a.Balance), math.Round(0.8 * a.Balance)} {
		if uf < 1 || uf == a.Microfarad {
			continue
		}
		if d, ok := w.DemandWith(uf); ok && d.Carried.Worst <= 1 && guards(w.asked(d)) {
			return uf
		}
	}
	return 0
}

// guardBands are the figures of a choice with what it would be for motors that would print
// the same plate.
func (w Installed) guardBands(c protection.Choice, own protection.Asks, d Demand) []finding.Figure {
	var poles [2][3]site.Band
	out := site.Banded(c.Figures(own), protection.Units, func(yield func([]finding.Figure) bool) {
		for twin := range w.Demands(d) {
			asks := w.asked(twin)
			list := asks.Choose(c.Relay).Figures(asks)
			for i := range list {
				if list[i].ID == "relay" { // before it is rounded to a dial
					list[i].Value = asks.Ideal(c.Relay)
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
