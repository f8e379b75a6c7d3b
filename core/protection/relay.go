package protection

import (
	"math"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Part is where a load stands beside those that the owner entered.
type Part int

// The parts of the way from idling to a stall.
const (
	Lighter Part = iota // than any load that was entered
	Entered
	Heavier
)

// Watch is one load as a relay's poles and the windings feel it.
type Watch struct {
	Load  float64 // share of rated torque
	Part  Part
	Lines float64 // A in a supply line
	Leads float64 // A in the busiest motor lead
	Worst float64 // the worst winding over plate
	Coil  string
}

// pole is what the busiest pole of a relay carries there.
func (w Watch) pole(r Relay) float64 {
	if r == SupplyLines {
		return w.Lines
	}
	return w.Leads
}

// Guard is, for one way to wire a relay, what its busiest pole carries.
type Guard struct {
	Carries float64 // A, the greatest over the loads that were entered
	Usual   float64 // A, at the usual load
	// Least amps at which some winding is at plate, from the lightest load entered to a stall;
	// +Inf where none is.
	Least float64
	// Inside says that every winding stays within plate at the loads that were entered.
	Inside bool
}

// InsideWithin is how far over plate a winding at a load that was entered still counts as at
// its limit: what a dial's step and the engine leave open.
const InsideWithin = 0.004

// relayWaits is how many times its setting a relay carries for the minutes of a short run: it
// lets go within two hours (handbook: 1.2 ×).
const relayWaits = 1.2

// Setting is where a relay is set, and how far that holds.
type Setting struct {
	// Amps; 0: no setting both carries the usual load, at least for short runs, and guards what
	// was entered.
	Amps float64
	// Guards is the share of load up to which no winding passes rated amps unseen; +Inf: at
	// every load from the lightest entered to a stall.
	Guards float64
	// Carries is the greatest share of the loads entered that it carries all day; +Inf: all.
	Carries float64
	// Light says that it lets go when a load lighter than the usual one, that was entered, stays on.
	Light  bool
	Short  bool    // the usual load for short runs alone: it then lets go within two hours
	Passes float64 // the greatest winding over plate that it lets pass above Guards
	// Idle is a winding over plate idling, where nobody entered that it idles, that the relay
	// does not see; 0: there is none.
	Idle     float64
	IdleCoil string
}

// Limited says that the setting does not do both at every load.
func (s Setting) Limited() bool {
	return !math.IsInf(s.Guards, 1) || !math.IsInf(s.Carries, 1) || s.Light
}

// floorTo is the greatest position of a dial at or below amps, ceilTo the least at or above.
func floorTo(amps float64) float64 {
	s := step(amps)
	return math.Round(math.Floor(amps/s+1e-9)*s*100) / 100
}

func ceilTo(amps float64) float64 {
	s := step(amps)
	return math.Round(math.Ceil(amps/s-1e-9)*s*100) / 100
}

// Ideal is the setting before it is rounded to a dial: what guards, or, where every load that
// was entered keeps the windings within plate, at least what carries those.
func (a Asks) Ideal(r Relay) float64 {
	g := a.Of(r)
	most := math.Min(g.Least, a.Ceiling())
	if g.Inside && table.RelayHolds*most < g.Carries {
		return math.Min(g.Carries, a.Ceiling())
	}
	return most
}

// Setting of a relay wired in some way.
//
// It is never above the rules' ceiling, nor above the least amps of its busiest pole at which a
// winding reaches plate at a load that was entered. What nobody entered sets nothing: there the
// setting says how far it guards.
func (a Asks) Setting(r Relay) Setting {
	g := a.Of(r)
	set := floorTo(a.Ideal(r))
	if g.Inside && table.RelayHolds*set < g.Carries {
		set = ceilTo(g.Carries / table.RelayHolds)
		if set > a.Ceiling() {
			return Setting{}
		}
	}
	if !(set > 0) || relayWaits*set < g.Usual {
		return Setting{}
	}
	return a.How(r, set)
}

// How far a setting holds.
func (a Asks) How(r Relay, set float64) Setting {
	s := Setting{Amps: set, Guards: math.Inf(1), Carries: math.Inf(1), Short: table.RelayHolds*set < a.Of(r).Usual}
	for _, w := range a.Watch {
		pole := w.pole(r)
		blind := w.Worst > 1+InsideWithin && pole < 0.999*set
		switch {
		case w.Part == Lighter:
			if blind && w.Worst > s.Idle && !a.NeverIdles {
				s.Idle, s.IdleCoil = w.Worst, w.Coil
			}
			continue
		case blind:
			s.Guards, s.Passes = math.Min(s.Guards, w.Load), math.Max(s.Passes, w.Worst)
		}
		switch trips := w.Part == Entered && pole > table.RelayHolds*set; {
		case trips && w.Load < a.UsualLoad-1e-6:
			s.Light = true
		case trips:
			s.Carries = math.Min(s.Carries, w.Load)
		}
	}
	if !math.IsInf(s.Guards, 1) { // the last load below it is the last that is guarded
		s.Guards = a.below(s.Guards)
	}
	if !math.IsInf(s.Carries, 1) {
		s.Carries = a.below(s.Carries)
	}
	return s
}

// below is the next lighter load that was looked at.
func (a Asks) below(load float64) (out float64) {
	for _, w := range a.Watch {
		if w.Load < load-1e-9 && w.Part != Lighter {
			out = math.Max(out, w.Load)
		}
	}
	return out
}

// Needed is the setting for a way of wiring where there is one, else the least that carries
// the load: what a relay that runs at all stands at.
func (a Asks) Needed(r Relay) float64 {
	if s := a.Setting(r); s.Amps > 0 {
		return s.Amps
	}
	return a.Of(r).Carries
}

// percentDown is a share of load as people say how far something holds: never more than it does.
func percentDown(share float64) string { return unit.Percent(math.Floor(100*share+1e-9) / 100) }
