package dc

import "math"

// Motor is a brushed motor with a constant field, as its plate has it.
type Motor struct {
	Armature
	ShaftWatts    float64
	ArmatureVolts float64
	ArmatureAmps  float64
	RPM           float64
	MeasuredKe    float64 // V per rpm; 0: it follows from the plate
}

// Constants follow from the plate.
type Constants struct {
	VoltsPerRPM float64 // back EMF: (volts − amps·ohm − brushes)/rpm
	NmPerAmp    float64 // the same in N·m for each ampere
	RatedNm     float64 // at the shaft
	FrictionNm  float64 // what rated amps make more than that; constant
}

// Constants of the motor.
func (m *Motor) Constants() Constants {
	c := Constants{VoltsPerRPM: (m.ArmatureVolts - m.ArmatureAmps*m.Ohm - m.BrushVolts) / m.RPM}
	if m.MeasuredKe > 0 {
		c.VoltsPerRPM = m.MeasuredKe
	}
	c.NmPerAmp = c.VoltsPerRPM * 30 / math.Pi
	c.RatedNm = m.ShaftWatts / (m.RPM * math.Pi / 30)
	c.FrictionNm = c.NmPerAmp*m.ArmatureAmps - c.RatedNm
	return c
}

// Point is the motor at a speed under a torque, behind the rectifier.
type Point struct {
	Wave
	Constants
	RPM, Nm   float64 // Nm: with friction
	Reachable bool    // the rectifier gives the amps
}

// At works a point out: shaft torque as a share of rated, at rpm.
func (m *Motor) At(l Line, rpm, share float64) Point { return m.near(l, rpm, share, -1) }

func (m *Motor) near(l Line, rpm, share, delay float64) Point {
	c := m.Constants()
	p := Point{Constants: c, RPM: rpm, Nm: share*c.RatedNm + c.FrictionNm}
	p.Wave, p.Reachable = Fire(m.Armature, l, c.VoltsPerRPM*rpm, p.Nm/c.NmPerAmp, delay)
	return p
}

// Map works out n × n points: rows from no torque at the shaft up to most of rated, each
// from standstill up to rpm.
func (m *Motor) Map(l Line, rpm, most float64, n int) [][]Point {
	out := make([][]Point, n)
	for j := range out {
		out[j] = make([]Point, n)
		for i := range n {
			delay := -1.0
			switch {
			case i > 0 && out[j][i-1].Reachable:
				delay = out[j][i-1].DelayRad
			case i == 0 && j > 0 && out[j-1][0].Reachable:
				delay = out[j-1][0].DelayRad
			}
			out[j][i] = m.near(l, rpm*float64(i)/float64(n-1), most*float64(j)/float64(n-1), delay)
		}
	}
	return out
}

// PowerFactor of the line.
func (p *Point) PowerFactor(l Line) float64 {
	if p.LineAmps == 0 {
		return 0
	}
	return p.LineWatts / (l.Volts * p.LineAmps)
}

// Rise is how much faster it turns, as a share of the speed, when the mean armature
// volts stay and the load goes, friction left.
func (m *Motor) Rise(p *Point) float64 {
	return (p.MeanAmps - p.FrictionNm/p.NmPerAmp) * m.Ohm / (p.VoltsPerRPM * p.RPM)
}

// Stop is the armature thrown on a resistor.
type Stop struct {
	FirstAmps                         float64
	Seconds                           float64 // to 5 % of the speed
	Joules                            float64 // into the resistor until then
	InArmature, InBrushes, InFriction float64 // J, until then
}

// Brake follows the stop on a resistor from a speed, with an inertia and friction only;
// the armature's inductance is neglected. While the back EMF is above the brushes' drop,
//
//	J·dω/dt = −k(kω − Vb)/(Ra + Rb) − F
//
// is an exponential; below it only friction is left.
func (m *Motor) Brake(rpm, brakingOhm, inertia float64) Stop {
	c := m.Constants()
	k, friction, r := c.NmPerAmp, c.FrictionNm, m.Ohm+brakingOhm
	w0 := rpm * math.Pi / 30
	end := 0.05 * w0
	s := Stop{FirstAmps: math.Max(0, (k*w0-m.BrushVolts)/r)}
	quiet := math.Min(w0, math.Max(end, m.BrushVolts/k)) // where the amps end, or 5 %
	tau := inertia * r / (k * k)
	rest := m.BrushVolts/k - friction*r/(k*k) // the speed it tends to
	t := tau * math.Log((w0-rest)/(quiet-rest))
	// i = (kω − Vb)/r = i∞ + (i0 − i∞)e^(−t/τ), with i∞ = −F/k
	floor := -friction / k
	over := s.FirstAmps - floor
	decay := func(n float64) float64 { return tau / n * (1 - math.Exp(-n*t/tau)) }
	square := floor*floor*t + 2*floor*over*decay(1) + over*over*decay(2)
	charge := floor*t + over*decay(1)
	s.Seconds, s.Joules = t, square*brakingOhm
	s.InArmature, s.InBrushes = square*m.Ohm, charge*m.BrushVolts
	turned := rest*t + (w0-rest)*decay(1) // rad
	if quiet > end && friction > 0 {
		more := inertia * (quiet - end) / friction
		s.Seconds += more
		turned += (quiet + end) / 2 * more
	}
	s.InFriction = friction * turned
	return s
}
