package rotary

import (
	"math"

	"graybridge/core/can"
	"graybridge/core/search"
	"graybridge/core/table"
)

// IdlerStart is the idler brought up by a start capacitor from line 1 to the made
// line, or what it does without one.
type IdlerStart struct {
	Alone      float64 // torque at standstill over rated with the balance cans only
	Friction   float64 // what stands against it, over rated
	Wanted     float64
	Microfarad float64 // start capacitor that gives it; 0: none does
	Trade      [2]float64
	Used       float64 // entered, or else the one found
	Torque     float64 // with it
	Supply     float64 // amps at the first instant
	Volts      float64 // at the motor then
	Across     float64 // greatest across the start capacitor on the way up
	Class      float64 // stock class for it; 0: none is made
	PickUp     float64 // L2 to the made line at three quarters of speed: where a relay should open
	Bleed      can.Bleeder
}

// The trade's first guess for a start capacitor, in µF for each horsepower of the
// idler at 240 V and 60 Hz.
var tradeStart = [2]float64{50, 100}

// wantedStart is the torque that a run-up should have to spare at standstill, over
// rated: an idler has only its rotor to move, but not for long.
const wantedStart = 0.25

// standing stands the idler alone at a slip with a pair of banks, without looking for
// its speed.
func (s *Street) standing(b Balance, slip float64) State {
	s.SetBalance(b)
	s.take(nil)
	for i := range s.slips {
		s.slips[i] = slip
	}
	s.residual(s.slips, s.work.f, -1)
	return s.state(nobody)
}

// starting are the banks in circuit while the idler starts on so many µF: its own join it
// later where a contactor brings them in.
func starting(o *Read, in Balance, uf float64) Balance {
	if o.As.Cans == ByContactor || o.As.Cans == "" {
		in = Balance{}
	}
	if o.As.Spun == Backward {
		return Balance{in.L13, in.L23 + uf}
	}
	return Balance{in.L13 + uf, in.L23}
}

// startIdler sizes the start capacitor. The capacitor goes from line 1 to the made
// line for forward, from line 2 for backward: the side that leads.
func startIdler(o *Solved, a *Answer) IdlerStart {
	s := o.Street
	idler := o.Idler.Site.Model
	with := func(uf float64) Balance { return starting(&o.Read, a.Balance, uf) }
	torque := func(uf float64) float64 {
		st := s.standing(with(uf), 1)
		return st.Idler.TorqueNm / idler.RatedTorqueNm
	}
	out := IdlerStart{Alone: torque(0), Friction: idler.FrictionNm / idler.RatedTorqueNm, Wanted: wantedStart}
	out.Trade = [2]float64{s.scaled(tradeStart[0]), s.scaled(tradeStart[1])}
	at, most := search.Greatest(torque, s.scaled(5), s.scaled(300), 12)
	if most > wantedStart {
		out.Microfarad = search.Root(func(uf float64) float64 { return torque(uf) - wantedStart }, 0, at)
	}
	if out.Used = o.StartEntered; out.Used == 0 {
		out.Used = math.Ceil(out.Microfarad/5) * 5
	}
	if out.Used > 0 {
		st := s.standing(with(out.Used), 1)
		out.Torque, out.Supply, out.Volts = st.Idler.TorqueNm/idler.RatedTorqueNm, st.Supply, st.Volts[0]
		side := 2 // volts 3-1
		if o.As.Spun == Backward {
			side = 1
		}
		for _, slip := range []float64{1, 0.75, 0.5, dropOutSlip} {
			st := s.standing(with(out.Used), slip)
			out.Across = math.Max(out.Across, st.Volts[side])
			out.PickUp = st.Volts[3-side]
		}
		out.Class, _ = table.StartClass(out.Across)
		out.Bleed = can.Discharge(out.Used, out.Across)
	}
	s.SetBalance(a.Balance)
	return out
}

// dropOutSlip is the slip at which the start capacitor should go: three quarters of
// synchronous speed.
const dropOutSlip = 0.25
