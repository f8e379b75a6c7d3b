package dc

import "math"

// Held is how a controller holds the speed.
type Held string

// The ways of holding.
const (
	ByVolts Held = "volts" // the armature's mean volts are held
	ByIR    Held = "ir"    // and raised by the amps
	ByTacho Held = "tacho" // the speed itself is held
)

// TachoShare is how near a tachometer's loop holds the speed: planning.
const TachoShare = 0.01

// Speed is where a motor runs with its armature volts set, raised by so many volts for
// each ampere: n = (Va − (Ra − c)·I − brushes)/Ke. The brushes' drop counts whole.
func (m *Motor) Speed(volts, perAmp, amps float64) float64 {
	return math.Max(0, (volts-(m.Ohm-perAmp)*amps-m.BrushVolts)/m.Constants().VoltsPerRPM)
}

// VoltsFor is what the armature must have for a speed under some amps.
func (m *Motor) VoltsFor(rpm, amps float64) float64 {
	return m.Constants().VoltsPerRPM*rpm + amps*m.Ohm + m.BrushVolts
}

// Sag is how much the speed falls from idling to a torque, as a share of the speed under
// that torque, with the armature volts held and raised by so many volts an ampere.
func (m *Motor) Sag(rpm, share, perAmp float64) float64 {
	if rpm <= 0 {
		return 0
	}
	c := m.Constants()
	return share * c.RatedNm / c.NmPerAmp * (m.Ohm - perAmp) / (c.VoltsPerRPM * rpm)
}

// Surge is the volts per ampere from which the speed hunts by itself. With a lag τ in the
// amps' measuring, the loop
//
//	τ·τa·τm·s³ + τm(τa + τ)·s² + (τm(1 − c/R) + τ)·s + 1 = 0
//
// is at its edge (Routh) where c/R = 1 + τ²/(τm(τa + τ)); τa = L/R, τm = J·R/k².
func (m *Motor) Surge(inertia, lag float64) float64 {
	ta, tm := m.Times(inertia)
	return m.Ohm * (1 + lag*lag/(tm*(ta+lag)))
}

// Times are the armature's and the mechanical time constants, s.
func (m *Motor) Times(inertia float64) (armature, mechanical float64) {
	k := m.Constants().NmPerAmp
	return m.Millihenry * 1e-3 / m.Ohm, inertia * m.Ohm / (k * k)
}

// StartAmps is the armature at standstill on its volts without a limit; turning the
// other way its back EMF helps the line.
func (m *Motor) StartAmps(volts, rpm float64) float64 {
	return (volts - m.BrushVolts + m.Constants().VoltsPerRPM*rpm) / m.Ohm
}

// UpAmps are the armature's amps while it comes up to a speed in so many seconds, at most
// shaft torque of the load.
func (m *Motor) UpAmps(rpm, seconds, loadNm, inertia float64) float64 {
	c := m.Constants()
	return (loadNm + c.FrictionNm + inertia*rpm*math.Pi/30/seconds) / c.NmPerAmp
}

// UpSeconds are the fewest in which a limit of amps brings it to a speed; infinite where
// the limit does not carry the load.
func (m *Motor) UpSeconds(rpm, limitAmps, loadNm, inertia float64) float64 {
	c := m.Constants()
	over := limitAmps*c.NmPerAmp - loadNm - c.FrictionNm
	if over <= 0 {
		return math.Inf(1)
	}
	return inertia * rpm * math.Pi / 30 / over
}

// DownSeconds are those in which load and friction alone bring it to rest: a one-quadrant
// controller cannot pull it down.
func (m *Motor) DownSeconds(rpm, loadNm, inertia float64) float64 {
	against := loadNm + m.Constants().FrictionNm
	if against <= 0 {
		return math.Inf(1)
	}
	return inertia * rpm * math.Pi / 30 / against
}

// Weakened is the motor with a share of its field's flux: the flux is taken as straight
// with the field's amps, which a saturated one is not.
func (m *Motor) Weakened(flux float64) Motor {
	c := m.Constants()
	w := *m
	// The same volts and amps at the speed that the weaker flux gives, the shaft's torque
	// less the same friction.
	w.RPM = m.RPM / flux
	w.ShaftWatts = (flux*c.NmPerAmp*m.ArmatureAmps - c.FrictionNm) * w.RPM * math.Pi / 30
	return w
}

// Residual is the share of its flux that a field's iron keeps with no amps: planning.
const Residual = 0.04

// FieldSeconds is the time in which an open field's flux falls: planning.
const FieldSeconds = 0.3

// Runaway is what a wound motor does when its field opens while it turns.
type Runaway struct {
	Peak    float64 // rpm
	Seconds float64 // until then
	Stalls  bool    // what hangs on the shaft brings it to a stand
}

// RunsAway follows a lost field: the flux falls to what the iron keeps, the volts stay on
// the armature, its amps at most the limit (infinite: none), load and friction against
// it. The flux's fall is taken as one exponential.
func (m *Motor) RunsAway(volts, rpm, limitAmps, loadNm, inertia float64) (r Runaway) {
	c := m.Constants()
	const h = 1e-3
	r.Peak = rpm
	for t := 0.0; t < 20; t += h {
		flux := Residual + (1-Residual)*math.Exp(-t/FieldSeconds)
		amps := math.Max(0, math.Min(limitAmps, (volts-m.BrushVolts-flux*c.VoltsPerRPM*rpm)/m.Ohm))
		rpm += (flux*c.NmPerAmp*amps - loadNm - c.FrictionNm) / inertia * h * 30 / math.Pi
		if rpm > r.Peak {
			r.Peak, r.Seconds = rpm, t+h
		}
		if rpm <= 0 {
			r.Stalls = true
			return r
		}
	}
	return r
}

// OhmsFor is the braking resistor whose first amps are so many times plate's.
func (m *Motor) OhmsFor(rpm, times float64) float64 {
	return math.Max(0, (m.Constants().VoltsPerRPM*rpm-m.BrushVolts)/(times*m.ArmatureAmps)-m.Ohm)
}

// RotorInertia is the usual one of a brushed motor's armature, kg·m²: about that of a
// solid iron cylinder that gives 4 kN of shear to its rim for each square metre. Planning.
func (m *Motor) RotorInertia() float64 {
	// J ∝ T^(5/3): a 1 N·m armature has about 8e-4.
	return 8e-4 * math.Pow(math.Max(0.05, m.Constants().RatedNm), 5.0/3)
}
