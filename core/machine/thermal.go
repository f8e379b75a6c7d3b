package machine

import (
	"math"

	"graybridge/core/search"
)

// Heat is a motor as two bodies that warm: the windings over the frame, the frame over
// the air. At its plate's load the first settles OverFrame kelvin above the second and
// that FrameK above the air; each comes there with a time constant of its own. What the
// insulation allows is LimitK of the winding over the air that there is.
//
//	winding − air = OverFrameK·w·(1 − e^(−t/τw)) + FrameK·l·(1 − e^(−t/τf))
//
// with w the worst winding's amps over plate, squared, and l all losses over the plate's.
type Heat struct {
	OverFrameK, FrameK       float64
	WindingMinutes, FrameMin float64
	LimitK                   float64
	Class                    string  // of the insulation
	AirC                     float64 // around the motor
	FrameRead, WindingRead   bool    // a heat run gave them; else planning
}

// Planning figures of a closed motor with its own fan (advice page): the winding's part of
// the rise at plate, and both time constants at a kilowatt in minutes.
const (
	windingPart    = 0.45
	windingMinutes = 3.5  // · (kW)^¼
	frameMinutes   = 28.0 // · (kW)^0.3
	standsSlower   = 2.0  // standing, its fan still, the frame cools so many times slower
	usualAirC      = 40.0
)

// classRise is the rise of a winding's mean that a class of insulation is built for in air
// of 40 °C, in kelvin.
var classRise = map[string]float64{"A": 60, "E": 75, "B": 80, "F": 105, "H": 125}

// PlanningClass is the insulation class taken where the plate gives none.
const PlanningClass = "B"

// HeatOf is a motor's heat for planning. class is the plate's insulation class, empty where
// it has none; airC the air around it in °C, NaN where nobody said: the 40 °C of its class.
func HeatOf(m *Model, class string, airC float64) Heat {
	rise, ok := classRise[class]
	if !ok {
		class = PlanningClass
		rise = classRise[class]
	}
	if math.IsNaN(airC) {
		airC = usualAirC
	}
	kw := m.ShaftWatts / 1000
	return Heat{OverFrameK: windingPart * rise, FrameK: (1 - windingPart) * rise,
		WindingMinutes: windingMinutes * math.Pow(kw, 0.25), FrameMin: FrameMinutes(m.ShaftWatts),
		LimitK: rise + usualAirC - airC, Class: class, AirC: airC}
}

// FrameMinutes is the time constant of a motor's frame by its shaft power in watts, planning.
func FrameMinutes(watts float64) float64 { return frameMinutes * math.Pow(watts/1000, 0.3) }

// Strain is what heats a motor in one state: its worst winding's amps over plate, squared;
// all its losses over the plate's; and how much of the plate's cooling its frame has at
// that speed. The zero Strain is a motor that stands unfed.
type Strain struct{ Winding, Losses, Cooling float64 }

// PlateStrain is a motor at a share of rated amps in every winding.
func PlateStrain(share float64) Strain {
	return Strain{Winding: share * share, Losses: share * share, Cooling: 1}
}

// settles are the rises of both bodies that a state would come to, and the frame's time
// constant in it.
func (h Heat) settles(s Strain) (winding, frame, frameMin float64) {
	cooling := s.Cooling
	if s == (Strain{}) {
		cooling = 1 / standsSlower
	}
	if cooling <= 0 {
		cooling = 1
	}
	return h.OverFrameK * s.Winding, h.FrameK * s.Losses / cooling, h.FrameMin / cooling
}

// Settled is the winding's rise that a state comes to for good, over what is allowed.
func (h Heat) Settled(s Strain) float64 {
	w, f, _ := h.settles(s)
	return (w + f) / h.LimitK
}

// Phase is a state that lasts.
type Phase struct {
	Strain
	Minutes float64
}

// after is where both bodies are a time into a state.
func (h Heat) after(w, f float64, s Strain, minutes float64) (winding, frame float64) {
	ws, fs, frameMin := h.settles(s)
	return ws + (w-ws)*math.Exp(-minutes/h.WindingMinutes), fs + (f-fs)*math.Exp(-minutes/frameMin)
}

// Rise is the winding's rise over what is allowed after some phases from cold.
func (h Heat) Rise(phases ...Phase) float64 {
	w, f := 0.0, 0.0
	for _, p := range phases {
		w, f = h.after(w, f, p.Strain, p.Minutes)
	}
	return (w + f) / h.LimitK
}

// Minutes is how long a motor may be in a state until its winding is as hot as its class
// allows, from where it has settled before (the zero Strain: cold); +Inf where it never is.
func (h Heat) Minutes(before, s Strain) float64 {
	w, f, _ := h.settles(before)
	if before == (Strain{}) {
		w, f = 0, 0
	}
	at := func(minutes float64) float64 {
		w, f := h.after(w, f, s, minutes)
		return (w+f)/h.LimitK - 1
	}
	if at(0) >= 0 {
		return 0
	}
	// A winding that jumps while a frame still cools is hottest on the way.
	most := h.hottest(w, f, s, math.Inf(1))
	if at(most) <= 0 {
		return math.Inf(1)
	}
	if math.IsInf(most, 1) {
		most = h.FrameMin
		for at(most) <= 0 {
			if most *= 2; most > 1e6 {
				return math.Inf(1)
			}
		}
	}
	return search.Root(at, 0, most)
}

// hottest is the moment of a state at which the winding is hottest, up to minutes.
func (h Heat) hottest(w, f float64, s Strain, minutes float64) float64 {
	ws, fs, frameMin := h.settles(s)
	// d/dt = 0 of two exponentials
	ratio := -(w - ws) / h.WindingMinutes * frameMin / (f - fs)
	if at := math.Log(ratio) / (1/h.WindingMinutes - 1/frameMin); at > 0 && at < minutes && w < ws && f > fs {
		return at
	}
	if ws+fs > w+f {
		return minutes
	}
	return 0
}

// Cycle is the greatest rise of the winding, over what is allowed, in phases that come
// again and again for ever: the worst moment of them.
func (h Heat) Cycle(phases ...Phase) float64 {
	// Each body comes round to where it began: y = a·y + b.
	round := func(y float64, winding bool) float64 {
		for _, p := range phases {
			w, f := h.after(y, y, p.Strain, p.Minutes)
			if y = f; winding {
				y = w
			}
		}
		return y
	}
	begin := func(winding bool) float64 {
		b := round(0, winding)
		a := round(1, winding) - b
		if a >= 1 {
			return b
		}
		return b / (1 - a)
	}
	w, f := begin(true), begin(false)
	worst := w + f
	for _, p := range phases {
		if at := h.hottest(w, f, p.Strain, p.Minutes); at > 0 && at < p.Minutes {
			x, y := h.after(w, f, p.Strain, at)
			worst = math.Max(worst, x+y)
		}
		w, f = h.after(w, f, p.Strain, p.Minutes)
		worst = math.Max(worst, w+f)
	}
	return worst / h.LimitK
}

// Starts is how many starts in a row, each of so many minutes, a motor that ran before
// bears until its winding is as hot as allowed; at most most.
func (h Heat) Starts(before, start Strain, minutes float64, most int) int {
	w, f, _ := h.settles(before)
	if before == (Strain{}) {
		w, f = 0, 0
	}
	for n := range most {
		if w, f = h.after(w, f, start, minutes); w+f > h.LimitK {
			return n
		}
	}
	return most
}

// RotorInertia is a typical small four-pole motor's, for planning, in kg·m²:
// 0.0024·kW^1.25, and more with more poles.
func RotorInertia(m *Model) float64 {
	return 0.0024 * math.Pow(m.ShaftWatts/1000, 1.25) * math.Pow(float64(m.Eq.Poles)/4, 1.8)
}

// FanCool is the share of rated torque that a plain motor with its own fan carries for
// good at a share of its plate speed: the trade's table.
func FanCool(x float64) float64 {
	last := [2]float64{0, 0.4}
	for _, p := range [][2]float64{{0.1, 0.5}, {0.25, 0.75}, {0.5, 0.9}, {0.8, 1}} {
		if x <= p[0] {
			return last[1] + (p[1]-last[1])*(x-last[0])/(p[0]-last[0])
		}
		last = p
	}
	return 1
}
