package machine

import "math"

// Time constants of a small closed motor, for planning: warming with its fan,
// cooling while it stands.
const (
	warmMinutes = 25.0
	coolMinutes = 2 * warmMinutes
)

// TimeToPlateHeat is how long a cold winding may carry a share of plate amps
// above 1 until it is as hot as the plate allows, in minutes:
// t = −τ·ln(1 − 1/share²).
func TimeToPlateHeat(share float64) float64 {
	return -warmMinutes * math.Log(1-1/(share*share))
}

// DutyHeat is the greatest heat of a winding, over what the plate allows, when
// it carries a share of plate amps for so many minutes and stands for others,
// again and again.
func DutyHeat(share, on, off float64) float64 {
	return share * share * (1 - math.Exp(-on/warmMinutes)) / (1 - math.Exp(-on/warmMinutes-off/coolMinutes))
}

// RotorInertia is a typical small four-pole motor's, for planning, in kg·m²:
// 0.0024·kW^1.25, and more with more poles.
func RotorInertia(m *Model) float64 {
	return 0.0024 * math.Pow(m.ShaftWatts/1000, 1.25) * math.Pow(float64(m.Eq.Poles)/4, 1.8)
}

// FanCool is the share of plate torque that a plain motor with its own fan carries for
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
