// Package machine turns a motor's plate into the equivalent circuit that the
// solver needs, and finds where a machine settles against its load.
//
// The fit (Fit) reproduces the plate exactly at rated load and meets the
// locked-rotor amps and torque as nearly as the circuit allows; docs/engine.md
// derives it. All powers are watts at the shaft, volts and amps are line values
// of the plate's column unless a name says winding.
package machine

import (
	"errors"
	"fmt"
	"math"

	"graybridge/core/circuit"
	"graybridge/core/search"
)

// Rating is one column of a plate with whole windings in star or delta.
type Rating struct {
	ShaftWatts  float64
	LineVolts   float64
	LineAmps    float64
	PowerFactor float64
	RPM         float64
	FrequencyHz float64
	Star        bool // the windings are in star on this column, else in delta
	Parallel    bool // the column has the two halves of each winding side by side
}

// Targets are what the plate does not say about the rotor and the losses.
type Targets struct {
	LockedAmpsRatio   float64 // locked-rotor line amps over LineAmps
	LockedTorqueRatio float64 // standstill torque over rated shaft torque
	X1Share           float64 // X1/(X1+X2): 0.45; design A and D 0.5, B 0.4, C 0.3
	FrictionShare     float64 // friction and windage over output: 0.015
	IronShare         float64 // iron loss over all losses: 0.2
	WindingOhm        float64 // measured, corrected to 75 °C; 0 when not measured
}

// Model is a motor that the solver can run: its equivalent circuit and the
// plate figures everything is compared with.
type Model struct {
	Rating
	Eq                        circuit.Equivalent // of a whole winding
	WindingVolts, WindingAmps float64            // one winding on the plate's column
	RatedSlip                 float64
	RatedTorqueNm             float64 // shaft, at plate rpm
	FrictionNm                float64 // at plate rpm, held constant over speed
	CopperWatts               float64 // stator and rotor copper at the plate
	IronWatts                 float64
	LossWatts                 float64
	LockedAmpsRatio           float64 // reached by the circuit, the target's twin
	LockedTorqueRatio         float64
	BreakdownTorqueRatio      float64
	AmpsReached               bool // the locked-rotor amps target was met
	TorqueReached             bool
	R1AtFloor                 bool // the plate left no room for R1; 5 % of the loss was taken
}

// Rotation constants of the plate.
const (
	minR1ShareOfLoss = 0.05
	standstillLow    = 0.5 // R2 at standstill between these times R2
	standstillHigh   = 6.0
)

// ErrImpossible says that the plate contradicts itself so far that no motor
// could be built like it; the text names the entries.
var ErrImpossible = errors.New("impossible plate")

func impossible(format string, args ...any) error {
	return fmt.Errorf("%w: %s", ErrImpossible, fmt.Sprintf(format, args...))
}

// Poles of a motor with this rpm at this frequency: the next synchronous speed
// above, 120·f/p. It returns 0 where rpm is not positive or at or above the
// two-pole speed.
func Poles(rpm, frequencyHz float64) int {
	if !(rpm > 0) || rpm >= 60*frequencyHz {
		return 0
	}
	for p := 2; p <= 48; p += 2 {
		if next := 120 * frequencyHz / float64(p+2); rpm >= next {
			return p
		}
	}
	return 0
}

// Fit finds the equivalent circuit. It refuses an impossible plate with
// ErrImpossible and the entries' names.
func Fit(r Rating, t Targets) (Model, error) {
	for _, x := range []struct {
		name  string
		value float64
	}{{"power", r.ShaftWatts}, {"volts", r.LineVolts}, {"amps", r.LineAmps}, {"power factor", r.PowerFactor},
		{"rpm", r.RPM}, {"hertz", r.FrequencyHz}} {
		if !(x.value > 0) || math.IsInf(x.value, 0) {
			return Model{}, impossible("%s is %g; it must be above 0", x.name, x.value)
		}
	}
	for _, x := range []struct {
		name              string
		value, from, upTo float64
	}{{"X1 share of leakage", t.X1Share, 0, 1}, {"friction share", t.FrictionShare, 0, 1},
		{"iron share", t.IronShare, 0, 1}, {"locked-rotor amps ratio", t.LockedAmpsRatio, 0, 1000},
		{"locked-rotor torque ratio", t.LockedTorqueRatio, 0, 1000}} {
		if !(x.value >= x.from && x.value < x.upTo) {
			return Model{}, impossible("%s is %g; it lies from %g to %g", x.name, x.value, x.from, x.upTo)
		}
	}
	if r.PowerFactor >= 1 {
		return Model{}, impossible("power factor is %g; an induction motor's is below 1", r.PowerFactor)
	}
	poles := Poles(r.RPM, r.FrequencyHz)
	if poles == 0 {
		return Model{}, impossible("%g rpm is no speed of an induction motor at %g Hz", r.RPM, r.FrequencyHz)
	}
	m := Model{Rating: r}
	m.Eq.Poles, m.Eq.FrequencyHz = poles, r.FrequencyHz

	m.WindingVolts, m.WindingAmps = r.LineVolts, r.LineAmps/math.Sqrt(3)
	if r.Star {
		m.WindingVolts, m.WindingAmps = r.LineVolts/math.Sqrt(3), r.LineAmps
	}
	if r.Parallel { // the whole winding has its halves end to end
		m.WindingVolts, m.WindingAmps = 2*m.WindingVolts, m.WindingAmps/2
	}
	sync := 120 * r.FrequencyHz / float64(poles)
	m.RatedSlip = (sync - r.RPM) / sync
	w := r.RPM * math.Pi / 30
	m.RatedTorqueNm = r.ShaftWatts / w
	friction := t.FrictionShare * r.ShaftWatts
	m.FrictionNm = friction / w
	in := 3 * m.WindingVolts * m.WindingAmps * r.PowerFactor
	m.LossWatts = in - r.ShaftWatts
	if m.LossWatts <= 0 {
		return Model{}, impossible("volts, amps and power factor take in %.0f W but the plate gives %.0f W at the "+
			"shaft: more than it takes", in, r.ShaftWatts)
	}
	rotor := m.RatedSlip / (1 - m.RatedSlip) * (r.ShaftWatts + friction)
	m.IronWatts = t.IronShare * m.LossWatts
	i2 := 3 * m.WindingAmps * m.WindingAmps
	m.Eq.R1Ohm = (m.LossWatts - friction - rotor - m.IronWatts) / i2
	if floor := minR1ShareOfLoss * m.LossWatts / i2; m.Eq.R1Ohm < floor {
		m.Eq.R1Ohm, m.R1AtFloor = floor, true
	}
	if t.WindingOhm > 0 {
		m.Eq.R1Ohm, m.R1AtFloor = t.WindingOhm, false
	}
	m.CopperWatts = m.Eq.R1Ohm*i2 + rotor
	if err := m.fitLeakage(t); err != nil {
		return Model{}, err
	}
	m.findBreakdown()
	return m, nil
}

// leastLeakage is the least total leakage that a winding is taken to have, over its rated
// volts by its rated amps: below it no motor is built.
const leastLeakage = 0.05

// fitLeakage finds the total leakage whose locked-rotor amps match, between the least that is
// built and the largest for which the plate point still exists. Where the amps are out of reach
// the nearest leakage is kept, and AmpsReached says so.
func (m *Model) fitLeakage(t Targets) error {
	unit := m.WindingVolts / m.WindingAmps
	over := func(x float64) (amps float64, built bool) {
		built = m.leakage(x, t)
		return m.LockedAmpsRatio - t.LockedAmpsRatio, built
	}
	low := leastLeakage * unit
	most, built := over(low)
	if !built {
		return impossible("power, amps and power factor leave no room for any winding")
	}
	if m.AmpsReached = most >= 0; !m.AmpsReached {
		return nil
	}
	high, step := low, unit
	for range 60 { // up to where the amps are few enough, or the root is not real
		amps, built := over(high + step)
		switch {
		case !built:
			step /= 2
			continue
		case amps <= 0:
			x := search.BetweenTo(func(x float64) float64 { amps, _ := over(x); return amps },
				high, most, high+step, amps, 1e-9*unit)
			m.leakage(x, t)
			return nil
		}
		high, most = high+step, amps
		if high > 20*unit {
			break
		}
	}
	m.AmpsReached = false
	m.leakage(high, t)
	return nil
}

// leakage fills the circuit for a trial total leakage X and reports whether
// the plate point exists with it:
// E = V − I(R1+jX1), g = Re(I/E) − 1/Rfe, r = (1+√(1−4g²X2²))/(2g), R2 = r·s,
// 1/Xm = −Im(I/E) − X2/(r²+X2²).
func (m *Model) leakage(x float64, t Targets) bool {
	x1, x2 := t.X1Share*x, (1-t.X1Share)*x
	sin := math.Sqrt(1 - m.PowerFactor*m.PowerFactor)
	i := complex(m.WindingAmps*m.PowerFactor, -m.WindingAmps*sin)
	e := complex(m.WindingVolts, 0) - i*complex(m.Eq.R1Ohm, x1)
	e2 := real(e)*real(e) + imag(e)*imag(e)
	y := i / e
	rfe := 0.0
	g := real(y)
	if m.IronWatts > 0 {
		rfe = e2 / (m.IronWatts / 3)
		g -= 1 / rfe
	}
	under := 1 - 4*g*g*x2*x2
	if g <= 0 || under < 0 {
		return false
	}
	r := (1 + math.Sqrt(under)) / (2 * g)
	bm := -imag(y) - x2/(r*r+x2*x2)
	if bm <= 0 {
		return false
	}
	m.Eq.X1Ohm, m.Eq.X2Ohm, m.Eq.RfeOhm = x1, x2, rfe
	m.Eq.R2Ohm, m.Eq.XmOhm = r*m.RatedSlip, 1/bm
	m.standstill(t.LockedTorqueRatio)
	return true
}

// standstill chooses R2 at standstill for the locked-rotor torque, on the
// rising side of the torque over R2, and notes both locked figures. With the
// stator and gap as a Thévenin source (Vt behind Rt + jXt) the torque is
// 3Vt²R/[ωs((Rt+R)²+(Xt+X2)²)], so the wanted R is a root of a quadratic.
func (m *Model) standstill(torqueRatio float64) {
	zm := complex(0, m.Eq.XmOhm)
	if m.Eq.RfeOhm > 0 {
		zm = 1 / (1/zm + complex(1/m.Eq.RfeOhm, 0))
	}
	z1 := complex(m.Eq.R1Ohm, m.Eq.X1Ohm)
	vt := complex(m.WindingVolts, 0) * zm / (z1 + zm)
	zt := z1 * zm / (z1 + zm)
	v2 := real(vt)*real(vt) + imag(vt)*imag(vt)
	rt, xs := real(zt), imag(zt)+m.Eq.X2Ohm
	ws := m.Eq.SyncRadPerSecond(m.FrequencyHz)
	torque := func(r float64) float64 { return 3 * v2 * r / (ws * ((rt+r)*(rt+r) + xs*xs)) }
	low, high := standstillLow*m.Eq.R2Ohm, standstillHigh*m.Eq.R2Ohm
	peak := min(math.Hypot(rt, xs), high)
	want := torqueRatio * m.RatedTorqueNm
	r := max(peak, low)
	m.TorqueReached = false
	if peak > low && torque(peak) >= want {
		k := 2*rt - 3*v2/(ws*want)
		if root := (-k - math.Sqrt(max(0, k*k-4*(rt*rt+xs*xs)))) / 2; root >= low {
			r, m.TorqueReached = root, true
		} else {
			r = low
		}
	}
	m.Eq.R2StandstillOhm = r
	m.LockedTorqueRatio = torque(r) / m.RatedTorqueNm
	zr := 1 / (1/zm + 1/complex(r, m.Eq.X2Ohm))
	z := z1 + zr
	m.LockedAmpsRatio = m.WindingVolts / math.Hypot(real(z), imag(z)) / m.WindingAmps
}

// Coils are the three whole windings with the standard axes, whose ends are
// U1 U2, V1 V2, W1 W2.
func Coils() []circuit.Coil {
	return []circuit.Coil{
		{Name: "u", Start: "U1", Finish: "U2", AxisDeg: 0, Share: 1},
		{Name: "v", Start: "V1", Finish: "V2", AxisDeg: 120, Share: 1},
		{Name: "w", Start: "W1", Finish: "W2", AxisDeg: 240, Share: 1},
	}
}

// ThreePhase is the machine on a true three-phase supply of the given winding
// volts: what the plate was written for.
func (m *Model) ThreePhase(windingVolts, frequencyHz float64) (*circuit.Solver, error) {
	c := &circuit.Circuit{FrequencyHz: frequencyHz, Reference: "N", Joints: [][]string{{"U2", "V2", "W2", "N"}},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: m.Eq, Slip: 1, Coils: Coils()}}}
	for i, end := range []string{"U1", "V1", "W1"} {
		c.Sources = append(c.Sources, circuit.Source{Name: "line " + end, From: end, To: "N", VoltsRMS: windingVolts,
			PhaseDeg: -120 * float64(i)})
	}
	return circuit.Compile(c)
}

// PlateCurve is the torque over rated and the line amps over plate of the motor
// on its own three-phase supply, from standstill to synchronous speed in n
// steps; rpm is at the plate's frequency.
func (m *Model) PlateCurve(n int) (rpm, torque, amps []float64, err error) {
	s, err := m.ThreePhase(m.WindingVolts, m.FrequencyHz)
	if err != nil {
		return nil, nil, nil, err
	}
	for i := range n + 1 {
		slip := 1 - float64(i)/float64(n)
		s.SetSlip(0, slip)
		if err := s.Solve(); err != nil {
			return nil, nil, nil, err
		}
		rpm = append(rpm, (1-slip)*120*m.FrequencyHz/float64(m.Eq.Poles))
		torque = append(torque, (s.Shaft(0).TorqueNm-m.FrictionNm)/m.RatedTorqueNm)
		i := s.CoilAmps(0, 0)
		amps = append(amps, math.Hypot(real(i), imag(i))/m.WindingAmps)
	}
	return rpm, torque, amps, nil
}

func (m *Model) findBreakdown() {
	_, best := search.Greatest(func(slip float64) float64 {
		_, torque := m.Eq.Balanced(m.WindingVolts, m.FrequencyHz, slip)
		return torque
	}, 0.01, 1, 40)
	m.BreakdownTorqueRatio = best / m.RatedTorqueNm
}

// NoLoadAmps are the line amps of the motor turning at no load on rated volts and hertz, by its
// circuit as a straight line: winding volts over R1 + j(X1 + Xm).
func (m *Model) NoLoadAmps() float64 {
	return m.WindingVolts / math.Hypot(m.Eq.R1Ohm, m.Eq.X1Ohm+m.Eq.XmOhm) * m.LineAmps / m.WindingAmps
}
