// Package capacitor is the bridge that makes the third line with a run
// capacitor from the free corner to one of the two supply lines.
//
// It asks the solver what every winding feels for a capacitance and a load,
// which capacitance keeps the worst winding least, up to which load every
// winding stays inside its rated amps, and what the rules of thumb would do to
// the same motor.
package capacitor

import (
	"math"
	"math/cmplx"

	"graybridge/core/circuit"
	"graybridge/core/machine"
	"graybridge/core/search"
)

// Wiring is a motor joined to a single-phase line with a capacitor at the free
// corner. Joints name nodes L1, L2 and L3, where L3 is the made third line.
type Wiring struct {
	Volts       float64 // between L1 and L2 with nothing drawn
	FrequencyHz float64
	FeederOhm   float64 // both wires together
	CornerTo    string  // "L1": forward, "L2": backward
	Coils       []circuit.Coil
	Joints      [][]string
}

// Delta and Star are the joints of six whole-winding leads.
var (
	Delta = [][]string{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}}
	Star  = [][]string{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}, {"U2", "V2", "W2"}}
)

// Bridge is a motor on its wiring, ready to be asked. It is not for use by two
// goroutines at once.
type Bridge struct {
	Model   *machine.Model
	Wiring  Wiring
	solver  *circuit.Solver
	whole   *whole                     // nil: the windings are whole as they are
	torque  func(slip float64) float64 // in the direction of running
	sign    float64
	guess   float64
	samples []sample
	lastErr error
}

// New compiles the circuit. A microfarad of 0 at first means no capacitor.
func New(m *machine.Model, w Wiring) (*Bridge, error) {
	c := bridgeCircuit(m.Eq, w, w.Coils)
	s, err := circuit.Compile(c)
	if err != nil {
		return nil, err
	}
	return ready(&Bridge{Model: m, Wiring: w, solver: s, whole: wholeOf(m, w)}), nil
}

// like is the same bridge with another motor and other volts of the line; the motor's equivalent
// is one that was fitted.
func (b *Bridge) like(m *machine.Model, volts float64) *Bridge {
	out := &Bridge{Model: m, Wiring: b.Wiring, solver: b.solver.With(0, m.Eq, 0, volts)}
	out.Wiring.Volts = volts
	if b.whole != nil {
		whole := *b.whole
		whole.solver = b.whole.solver.With(0, whole.equivalent(m), 0, volts)
		out.whole = &whole
	}
	return ready(out)
}

// ready is a bridge without a capacitor as yet.
func ready(b *Bridge) *Bridge {
	b.sign = 1
	if b.Wiring.CornerTo == "L2" {
		b.sign = -1
	}
	// A motor made to run backward is the same motor seen from behind: its slip
	// against its own field is 2 minus the slip of the forward field.
	b.torque = func(slip float64) float64 {
		if b.look(slip) != nil {
			return math.NaN()
		}
		return b.shaftNm()
	}
	b.Set(0)
	return b
}

// bridgeCircuit is the bridge coil by coil, with no more than a trace of a capacitor yet.
func bridgeCircuit(eq circuit.Equivalent, w Wiring, coils []circuit.Coil) *circuit.Circuit {
	c := &circuit.Circuit{
		FrequencyHz: w.FrequencyHz, Reference: "line 2",
		Sources: []circuit.Source{{Name: "line", From: "line 1", To: "line 2", VoltsRMS: w.Volts}},
		Elements: []circuit.Element{
			{Name: "run", Kind: circuit.Capacitor, From: "L3", To: w.CornerTo, Microfarad: 1},
		},
		Machines: []circuit.Machine{{Name: "motor", Equivalent: eq, Slip: 1, Coils: coils}},
		Joints:   append([][]string{{"L2", "line 2"}}, w.Joints...),
	}
	if w.FeederOhm > 0 {
		c.Elements = append(c.Elements, circuit.Element{Name: "feeder", Kind: circuit.Resistor, From: "line 1",
			To: "L1", Ohm: w.FeederOhm})
	} else {
		c.Joints = append(c.Joints, []string{"L1", "line 1"})
	}
	return c
}

func (b *Bridge) solve(slip float64) error {
	if b.sign < 0 {
		slip = 2 - slip
	}
	b.solver.SetSlip(0, slip)
	err := b.solver.Solve()
	if err != nil {
		b.lastErr = err
	}
	return err
}

// Set puts a run capacitor in; 0 takes it out.
func (b *Bridge) Set(microfarad float64) {
	b.solver.SetMicrofarad(0, microfarad)
	if b.whole != nil {
		b.whole.solver.SetMicrofarad(0, microfarad)
	}
}

// Torque is the air-gap torque in the running direction for the capacitor set.
func (b *Bridge) Torque(slip float64) float64 { return b.torque(slip) }

// Winding is what one coil feels. Share is its amps over plate winding amps.
type Winding struct {
	Coil  string
	Volts complex128
	Amps  complex128
	Share float64
}

// Point is everything at one capacitance and slip. Slip and torque count in
// the direction the capacitor turns the motor.
type Point struct {
	Microfarad                float64
	Slip, RPM                 float64
	LoadShare                 float64 // shaft torque over rated
	TorqueNm                  float64 // air gap
	ShaftWatts                float64
	Windings                  []Winding
	Worst                     int // index of the winding with the greatest share
	SupplyAmps                complex128
	SupplyVolts               float64 // between L1 and L2 at the motor
	CornerToL1, CornerToL2    float64
	CapacitorVolts, Capacitor float64 // volts across it, amps through it
	PowerFactor               float64
	Unbalance                 float64 // |V2|/|V1| of the winding volts; NaN unless three phases, their coils in order
	// greatest deviation from the mean of the three line volts, as the trade counts it
	UnbalancePercent float64
	CopperShare      float64 // stator and rotor copper loss over its value at plate
	LossShare        float64 // copper and iron loss over their value at plate
	Flux             float64 // greatest main flux over its value at plate
	capacitorAmps    complex128
}

// At solves one slip.
func (b *Bridge) At(microfarad, slip float64) (Point, error) {
	b.Set(microfarad)
	if err := b.solve(slip); err != nil {
		return Point{}, err
	}
	s, m := b.solver, b.Model
	p := Point{Microfarad: microfarad, Slip: slip, SupplyAmps: s.SourceAmps(0)}
	p.RPM = (1 - slip) * 120 * b.Wiring.FrequencyHz / float64(m.Eq.Poles)
	shaft := s.Shaft(0)
	p.TorqueNm = b.sign * shaft.TorqueNm
	p.LoadShare = (p.TorqueNm - m.FrictionNm) / m.RatedTorqueNm
	p.ShaftWatts = (p.TorqueNm - m.FrictionNm) * p.RPM * math.Pi / 30
	copper := shaft.RotorWatts
	p.Windings = make([]Winding, 0, len(b.Wiring.Coils))
	for k, c := range b.Wiring.Coils {
		w := Winding{Coil: c.Name, Volts: s.CoilVolts(0, k), Amps: s.CoilAmps(0, k)}
		a := cmplx.Abs(w.Amps)
		w.Share = a / m.WindingAmps
		copper += a * a * m.Eq.R1Ohm * c.Share
		p.Windings = append(p.Windings, w)
		if w.Share > p.Windings[p.Worst].Share {
			p.Worst = k
		}
	}
	p.CopperShare = copper / m.CopperWatts
	p.LossShare, p.Flux = (copper+shaft.IronWatts)/(m.CopperWatts+m.IronWatts), s.Flux(0)
	p.SupplyVolts = cmplx.Abs(s.Volts("L1", "L2"))
	p.CornerToL1, p.CornerToL2 = cmplx.Abs(s.Volts("L3", "L1")), cmplx.Abs(s.Volts("L3", "L2"))
	p.UnbalancePercent = machine.UnbalancePercent([3]float64{p.SupplyVolts, p.CornerToL1, p.CornerToL2})
	p.CapacitorVolts, p.Capacitor = cmplx.Abs(s.ElementVolts(0)), cmplx.Abs(s.ElementAmps(0))
	p.capacitorAmps = s.ElementAmps(0)
	p.PowerFactor = math.Cos(cmplx.Phase(p.SupplyAmps))
	p.Unbalance = math.NaN()
	if n := len(p.Windings) / 3; n > 0 && len(p.Windings) == 3*n {
		var phase [3]complex128 // of halves, both together
		for i, w := range p.Windings {
			phase[i/n] += w.Volts
		}
		f, k := machine.SequenceVolts(phase)
		if b.sign < 0 {
			f, k = k, f
		}
		p.Unbalance = cmplx.Abs(k) / cmplx.Abs(f)
	}
	return p, nil
}

// LeadAmps are the amps in the motor leads behind L1, L2 and the corner: the
// line on which the capacitor hangs feeds the capacitor too.
func (p Point) LeadAmps(cornerTo string) [3]float64 {
	line, through := p.SupplyAmps, p.capacitorAmps
	if cornerTo == "L2" { // the capacitor's amps return on L2, past the motor
		return [3]float64{cmplx.Abs(line), cmplx.Abs(line - through), cmplx.Abs(through)}
	}
	return [3]float64{cmplx.Abs(line + through), cmplx.Abs(line), cmplx.Abs(through)}
}

// Surplus is torque minus load and friction over slip for the capacitor set.
func (b *Bridge) Surplus(load machine.Load) func(slip float64) float64 {
	return b.Model.Surplus(b.torque, load, b.Wiring.FrequencyHz)
}

// Settle says whether the motor starts and where it ends up.
func (b *Bridge) Settle(microfarad float64, load machine.Load) machine.Settling {
	b.Set(microfarad)
	return machine.Settle(b.Surplus(load))
}

// Run is the point where the motor carries the load, reached from standstill
// or not: the stable crossing nearest synchronous speed. ok is false when the
// load is more than the motor can carry.
func (b *Bridge) Run(microfarad float64, load machine.Load) (p Point, ok bool) {
	b.Set(microfarad)
	slip := machine.RunSlip(b.Surplus(load), b.guess)
	if math.IsNaN(slip) {
		return Point{}, false
	}
	b.guess = slip
	p, err := b.At(microfarad, slip)
	return p, err == nil
}

// worstWithin is the last step in slip of a point that a search asks for: what it leaves is a
// hundredth of it, far below the part to which the search goes.
const worstWithin = 1e-6

// worst is the greatest winding share at the load, +Inf when it cannot carry
// it, and which winding. It allocates nothing.
func (b *Bridge) worst(microfarad float64, load machine.Load) (share float64, winding int) {
	b.Set(microfarad)
	slip := machine.RunSlipWithin(b.Surplus(load), b.guess, worstWithin)
	if math.IsNaN(slip) || b.look(slip) != nil {
		return math.Inf(1), -1
	}
	b.guess = slip
	return b.lookedWorst()
}

// unit is the capacitance whose reactance equals the winding's rated impedance
// seen from the line, the natural scale of a search (µF).
func (b *Bridge) unit() float64 {
	return b.Model.WindingAmps / b.Model.WindingVolts / (2 * math.Pi * b.Wiring.FrequencyHz) * 1e6
}

// Balance is the capacitance with the least worst-winding amps at the load,
// and that share. ok is false when no capacitance carries the load.
func (b *Bridge) Balance(load machine.Load) (microfarad, share float64, ok bool) {
	u := b.unit()
	microfarad, share = search.Least(func(c float64) float64 {
		w, _ := b.worst(c, load)
		return w
	}, u/20, u*8, 16)
	return microfarad, share, !math.IsInf(share, 1)
}

// ContinuousStep is the step in which the continuous share is searched.
const ContinuousStep = 0.01

// Continuous is the largest share of rated torque, up to 1.3 in steps of 0.01,
// of a load of this kind that every winding carries within `limit` of its
// rated amps; 0 when there is none. A sampled curve says where to begin, so
// that no time is spent on loads that it cannot carry.
func (b *Bridge) Continuous(microfarad float64, kind machine.LoadKind, limit float64) float64 {
	kind = kind.Loaded()
	b.samples = b.curve(microfarad, kind, b.samples)
	within, ok := b.span(b.samples, limit*sampleMargin)
	if !ok {
		return 0
	}
	for _, s := range b.samples { // a span ends at its first crossing; a later one may be inside again
		if s.worst <= limit*sampleMargin {
			within.High = max(within.High, s.share)
		}
	}
	for i := min(mostSteps, int(within.High/ContinuousStep)+2); i >= 0; i-- {
		share := float64(i) * ContinuousStep
		if w, _ := b.worst(microfarad, machine.Load{Kind: kind, Share: share}); w <= limit {
			return share
		}
	}
	return 0
}

const (
	mostSteps    = 130  // of ContinuousStep
	sampleMargin = 1.02 // by which a sampled curve may lie beside the exact one
)

// StartTorque is the standstill torque over rated torque.
func (b *Bridge) StartTorque(microfarad float64) float64 {
	b.Set(microfarad)
	return b.torque(1) / b.Model.RatedTorqueNm
}

// Schools of sizing the run capacitor, as the trade speaks them.

// ReactanceSchool is C = P/(2πf·V²·cosφ) in µF: X = V²·cosφ/P with P the rated
// shaft watts.
func ReactanceSchool(shaftWatts, volts, frequencyHz, powerFactor float64) float64 {
	return shaftWatts / (2 * math.Pi * frequencyHz * volts * volts * powerFactor) * 1e6
}

// PerKilowattSpoken is 70 µF per kW as it is said, for 230 V and 50 Hz.
func PerKilowattSpoken(shaftWatts float64) float64 { return 70 * shaftWatts / 1000 }

// PerHorsepowerSpoken is 50 µF per horsepower as it is said, for 220-230 V and
// 50 Hz.
func PerHorsepowerSpoken(shaftWatts float64) float64 { return 50 * shaftWatts / 745.7 }

// Scale carries a spoken rule to another line: a capacitor's current goes with
// volts and hertz and its reactive power with their square, so (230/V)²·(50/f).
func Scale(volts, frequencyHz float64) float64 {
	return (230 / volts) * (230 / volts) * 50 / frequencyHz
}

// CurvePoint is one speed of a run-up, every figure as a share of plate.
type CurvePoint struct {
	RPM    float64 `json:"rpm"`
	Torque float64 `json:"torque"` // at the shaft, over rated
	Worst  float64 `json:"worst"`  // worst winding's amps over plate
	Supply float64 `json:"supply"` // supply line's amps over plate line amps
}

// Curve follows the bridge from standstill to synchronous speed in n steps.
func (b *Bridge) Curve(microfarad float64, n int) ([]CurvePoint, error) {
	b.Set(microfarad)
	out := make([]CurvePoint, 0, n+1)
	for i := range n + 1 {
		p, err := b.At(microfarad, 1-float64(i)/float64(n))
		if err != nil {
			return nil, err
		}
		out = append(out, CurvePoint{RPM: p.RPM, Torque: p.LoadShare, Worst: p.worst().Share,
			Supply: abs(p.SupplyAmps) / b.Model.LineAmps})
	}
	return out, nil
}

// RangePoint is what one load does, every amp as a share of plate winding or
// line amps.
type RangePoint struct {
	Load           float64   `json:"load"` // share of rated torque, as this kind of load counts it
	Windings       []float64 `json:"windings" nullable:"false"`
	Worst          float64   `json:"worst"`
	SupplyAmps     float64   `json:"supply_amps"`
	Leads          []float64 `json:"leads" nullable:"false"` // amps in the motor leads L1, L2, corner
	CornerToL1     float64   `json:"corner_to_l1"`
	CornerToL2     float64   `json:"corner_to_l2"`
	CapacitorVolts float64   `json:"capacitor_volts"`
	CapacitorAmps  float64   `json:"capacitor_amps"`
	PowerFactor    float64   `json:"power_factor"`
	RPM            float64   `json:"rpm"`
	Unbalance      float64   `json:"unbalance"` // percent, as the trade counts it
	Copper         float64   `json:"copper"`    // copper loss over its value at plate
}

// Range follows one capacitance from no load to 120 % or to pull-out.
func (b *Bridge) Range(microfarad float64, kind machine.LoadKind) []RangePoint {
	kind = kind.Loaded()
	out := []RangePoint{}
	for i := range rangeSteps + 1 {
		share := mostRange * float64(i) / rangeSteps
		p, ok := b.Run(microfarad, machine.Load{Kind: kind, Share: share})
		if !ok {
			break
		}
		leads := p.LeadAmps(b.Wiring.CornerTo)
		r := RangePoint{Load: share, Worst: p.worst().Share, SupplyAmps: abs(p.SupplyAmps), Leads: leads[:],
			CornerToL1: p.CornerToL1, CornerToL2: p.CornerToL2,
			CapacitorVolts: p.CapacitorVolts, CapacitorAmps: p.Capacitor, PowerFactor: p.PowerFactor, RPM: p.RPM,
			Unbalance: p.UnbalancePercent, Copper: p.CopperShare}
		for _, w := range p.Windings {
			r.Windings = append(r.Windings, w.Share)
		}
		out = append(out, r)
	}
	return out
}

const (
	mostRange  = 1.2
	rangeSteps = 48
)
