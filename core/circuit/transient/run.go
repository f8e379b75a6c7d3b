package transient

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"graybridge/core/circuit"
)

// runner is a run under way.
type runner struct {
	set     *Setup
	circuit circuit.Circuit // with the joints closed so far
	open    map[string]bool
	result  Result

	net       *network
	sat       *saturated // nil: every main flux is a straight line
	slopes    bool       // the loops' di/dt are asked for
	omega     float64    // of the supply, rad/s
	step      float64
	deep      bool   // some rotor changes its ohms with slip
	a0        matrix // n × (n+2), over (y, sin, cos)
	turn      matrix // n × 2nm: what ωr·(−ψy, ψx) adds
	built     []float64
	builtOnce bool
	work      struct{ left, right matrix }

	t         float64
	y         []float64 // q, v, ψ
	speed     []float64 // rad/s
	stuck     []bool
	heading   []float64 // +1 or −1, the way each rotor moves or last moved
	sin, cos  float64
	dy        []float64 // derivative at (t, y)
	dspeed    []float64
	torque    []float64
	k         [4][]float64
	ks        [4][]float64
	mid       []float64
	midSpeed  []float64
	next      []float64
	nextSpeed []float64
	left      map[string]float64 // volts on opened capacitors
	sample    Sample
}

func newRunner(s *Setup) (*runner, error) {
	c := s.Circuit
	c.Machines = slices.Clone(c.Machines)
	r := &runner{set: s, open: map[string]bool{}, left: map[string]float64{}, omega: 2 * math.Pi * c.FrequencyHz}
	r.result.DeepBarTo = make([]float64, len(c.Machines))
	for i := range c.Machines {
		q := &c.Machines[i].Equivalent
		if q.RfeOhm > 0 {
			r.result.IronLoss = true
		}
		if most := mostDeepBar * q.R2Ohm; q.R2StandstillOhm > most {
			q.R2StandstillOhm, r.result.DeepBarTo[i] = most, mostDeepBar
		}
		r.deep = r.deep || q.R2StandstillOhm != 0 && q.R2StandstillOhm != q.R2Ohm
		sync := q.SyncRadPerSecond(c.FrequencyHz)
		r.speed = append(r.speed, s.Rotors[i].SpeedShare*sync)
		r.heading = append(r.heading, math.Copysign(1, s.Rotors[i].SpeedShare))
		r.stuck = append(r.stuck, s.Rotors[i].SpeedShare == 0 && !s.Rotors[i].Held)
	}
	r.circuit = c
	for _, e := range c.Elements {
		r.slopes = r.slopes || e.Kind == circuit.Inductor
	}
	longest := s.StepS
	if longest == 0 {
		longest = longestStep
	}
	period := 1 / c.FrequencyHz
	r.step = period / math.Ceil(period/longest-1e-9)
	if s.EndS/r.step > mostSteps {
		return nil, circuit.ValueError{Where: "end", Found: fmt.Sprintf("%g s", s.EndS),
			Wanted: fmt.Sprintf("at most %g s at this step", mostSteps*r.step)}
	}
	nm := len(c.Machines)
	r.dspeed, r.torque, r.midSpeed, r.nextSpeed = make([]float64, nm), make([]float64, nm), make([]float64, nm),
		make([]float64, nm)
	for i := range r.ks {
		r.ks[i] = make([]float64, nm)
	}
	r.sample = Sample{r: r, SpeedRadS: r.speed, TorqueNm: r.torque}
	for _, closing := range s.Closings {
		if closing.AtS == 0 {
			r.circuit.Joints = append(slices.Clone(r.circuit.Joints), closing.Joints...)
		}
	}
	return r, r.rewire(nil, nil, make([]float64, 2*nm))
}

func (r *runner) branchAmps(l int) float64 {
	sum := 0.0
	for q, t := range r.net.loops[l] {
		sum += t * r.y[q]
	}
	return sum
}

func (r *runner) tiedVolts(d int) float64 { return r.dot(r.net.tiedV.row(d)) }

// dot applies a row over (y, sin, cos) to the present moment.
func (r *runner) dot(row []float64) float64 {
	n := r.net.n
	sum := row[n]*r.sin + row[n+1]*r.cos
	for i, x := range r.y {
		sum += row[i] * x
	}
	return sum
}

// rotor gives R̄ and a of a machine at an electrical speed.
func (r *runner) rotor(m int, speed float64) (ohm, a float64) {
	q := r.circuit.Machines[m].Equivalent
	if q.R2StandstillOhm == 0 || q.R2StandstillOhm == q.R2Ohm {
		return q.R2Ohm, 0
	}
	slip := 1 - speed*float64(q.Poles)/2/r.omega
	f, b := q.RotorOhm(slip), q.RotorOhm(2-slip)
	return (f + b) / 2, (f - b) / (2 * r.omega)
}

// assemble writes a0 and turn for the rotor ohms at these speeds. With constant
// rotor ohms once is enough.
func (r *runner) assemble(speed []float64) {
	if r.builtOnce && (!r.deep || near(r.built, speed, 1e-5*r.omega)) {
		return
	}
	net := r.net
	n, nq, at := net.n, net.nq, net.nq+net.nc
	left, right := r.work.left, r.work.right
	clear(left.v)
	clear(right.v)
	for q := range nq {
		copy(left.row(q), net.mass.row(q))
		copy(left.row(q)[nq:], net.flux.row(q))
		copy(right.row(q), net.loopV.row(q))
	}
	for m, k := range net.machines {
		ohm, a := r.rotor(m, speed[m])
		alpha := a / k.lr
		x, y := nq+2*m, nq+2*m+1
		left.add(x, x, 1)
		left.add(x, y, alpha)
		left.add(y, y, 1)
		left.add(y, x, -alpha)
		for q := range nq {
			left.add(x, q, -alpha*k.lm*net.space.at(2*m+1, q))
			left.add(y, q, alpha*k.lm*net.space.at(2*m, q))
			right.add(x, q, ohm*k.lm/k.lr*net.space.at(2*m, q))
			right.add(y, q, ohm*k.lm/k.lr*net.space.at(2*m+1, q))
		}
		right.add(x, at+2*m, -ohm/k.lr)
		right.add(y, at+2*m+1, -ohm/k.lr)
		right.add(x, n+2+2*m, 1)
		right.add(y, n+2+2*m+1, 1)
	}
	solve(left, right)
	for i := range n {
		switch {
		case i < nq:
			copy(r.a0.row(i), right.row(i)[:n+2])
			copy(r.turn.row(i), right.row(i)[n+2:])
		case i < at:
			copy(r.a0.row(i), net.vdot.row(i-nq))
		default:
			copy(r.a0.row(i), right.row(i - net.nc)[:n+2])
			copy(r.turn.row(i), right.row(i - net.nc)[n+2:])
		}
	}
	copy(r.built, speed)
	r.builtOnce = true
}

func near(a, b []float64, by float64) bool {
	for i := range a {
		if math.Abs(a[i]-b[i]) > by {
			return false
		}
	}
	return true
}

// derive writes dy/dt and the accelerations at the present moment.
func (r *runner) derive() {
	if r.sat != nil {
		r.settleSaturated()
		return
	}
	r.deriveAt(r.sin, r.cos, r.y, r.speed, r.dy, r.dspeed)
}

func (r *runner) deriveAt(sin, cos float64, y, speed, dy, dspeed []float64) {
	n := r.net.n
	for i := range n {
		row := r.a0.v[i*(n+2) : (i+1)*(n+2)]
		sum := row[n]*sin + row[n+1]*cos
		for j, x := range y {
			sum += row[j] * x
		}
		dy[i] = sum
	}
	at := r.net.nq + r.net.nc
	for m := range r.net.machines {
		w := speed[m] * r.net.machines[m].polePairs
		px, py := -w*y[at+2*m+1], w*y[at+2*m]
		for i := range n {
			dy[i] += px*r.turn.v[i*2*r.net.nm+2*m] + py*r.turn.v[i*2*r.net.nm+2*m+1]
		}
		rotor := &r.set.Rotors[m]
		if rotor.Held || r.stuck[m] {
			dspeed[m] = 0
			continue
		}
		opposing := r.heading[m] * rotor.Load.Nm(max(0, speed[m]*r.heading[m]))
		dspeed[m] = (r.airgap(m, y) - opposing) / rotor.InertiaKgM2
	}
}

// airgap is T = −(3/2)·p·Im{ψm*·i_r} with ψm = Lm(i_s + i_r).
func (r *runner) airgap(m int, y []float64) float64 {
	net := r.net
	if r.sat != nil {
		r.sat.fluxOf(y)
		return r.sat.airgap(m, y)
	}
	k := net.machines[m]
	at := net.nq + net.nc + 2*m
	sx, sy := 0.0, 0.0
	rowX, rowY := net.space.row(2*m), net.space.row(2*m+1)
	for q := range net.nq {
		sx += rowX[q] * y[q]
		sy += rowY[q] * y[q]
	}
	ix, iy := (y[at]-k.lm*sx)/k.lr, (y[at+1]-k.lm*sy)/k.lr
	mx, my := k.lm*(sx+ix), k.lm*(sy+iy)
	return -1.5 * k.polePairs * (mx*iy - my*ix)
}

// advance is one classic Runge-Kutta step of length h from the present state
// into y and speed; dy and dspeed hold the derivative at its beginning.
func (r *runner) advance(h float64, y, speed []float64) {
	if r.sat != nil {
		r.advanceSaturated(h, y, speed)
		return
	}
	if r.deep { // rotor ohms of the middle of the step
		for m := range speed {
			r.midSpeed[m] = r.speed[m] + h/2*r.dspeed[m]
		}
		r.assemble(r.midSpeed)
		r.deriveAt(r.sin, r.cos, r.y, r.speed, r.k[0], r.ks[0])
	} else {
		copy(r.k[0], r.dy)
		copy(r.ks[0], r.dspeed)
	}
	ms, mc := math.Sincos(r.omega * (r.t + h/2))
	stage := func(from int, part float64, sin, cos float64, into int) {
		for i := range r.mid {
			r.mid[i] = r.y[i] + part*r.k[from][i]
		}
		for m := range r.midSpeed {
			r.midSpeed[m] = r.speed[m] + part*r.ks[from][m]
		}
		r.deriveAt(sin, cos, r.mid, r.midSpeed, r.k[into], r.ks[into])
	}
	stage(0, h/2, ms, mc, 1)
	stage(1, h/2, ms, mc, 2)
	es, ec := math.Sincos(r.omega * (r.t + h))
	stage(2, h, es, ec, 3)
	for i := range y {
		y[i] = r.y[i] + h/6*(r.k[0][i]+2*r.k[1][i]+2*r.k[2][i]+r.k[3][i])
	}
	for m := range speed {
		speed[m] = r.speed[m] + h/6*(r.ks[0][m]+2*r.ks[1][m]+2*r.ks[2][m]+r.ks[3][m])
	}
}

// settle takes a state over as the present one.
func (r *runner) settle(t float64, y, speed []float64) {
	r.t = t
	copy(r.y, y)
	copy(r.speed, speed)
	r.sin, r.cos = math.Sincos(r.omega * t)
	r.derive()
	r.result.Steps++
}

// run steps to the end, stopping at every event on the way.
func (r *runner) run(observe func(*Sample) bool) (Result, error) {
	type planned struct {
		at   float64
		open int // index of an opening, or -1
	}
	var events []planned
	for i, o := range r.set.Openings {
		events = append(events, planned{o.AfterS, i})
	}
	for _, c := range r.set.Closings {
		if c.AtS > 0 {
			events = append(events, planned{c.AtS, -1})
		}
	}
	sort.SliceStable(events, func(i, j int) bool { return events[i].at < events[j].at })
	var waiting []string // capacitors that open at their next zero
	look := func() bool {
		for m := range r.torque {
			r.torque[m] = r.airgap(m, r.y)
		}
		r.sample.TimeS = r.t
		return observe == nil || observe(&r.sample)
	}
	r.loosen()
	if !look() {
		r.result.Stopped = true
		return r.result, nil
	}
	for grid := 1; r.t < r.set.EndS*(1-1e-12); grid++ {
		target := math.Min(float64(grid)*r.step, r.set.EndS)
		if target <= r.t {
			continue
		}
		if ctx := r.set.Context; ctx != nil && grid%64 == 0 && ctx.Err() != nil {
			return r.result, ctx.Err()
		}
		for r.t < target*(1-1e-12) {
			stop := target
			if len(events) > 0 && events[0].at < stop {
				stop = math.Max(events[0].at, r.t)
			}
			old := r.step
			if err := r.to(stop, &waiting); err != nil {
				return r.result, err
			}
			for len(events) > 0 && events[0].at <= r.t {
				if e := events[0]; e.open >= 0 {
					waiting = append(waiting, r.set.Openings[e.open].Element)
				} else if err := r.closeAt(e.at); err != nil {
					return r.result, err
				}
				events = events[1:]
			}
			if r.step < old { // a faster circuit: go on in its finer grid
				grid = int(math.Floor(r.t/r.step + 1e-9))
				break
			}
		}
		if r.t >= target*(1-1e-12) && !look() {
			r.result.Stopped = true
			break
		}
	}
	r.result.TimeS = r.t
	return r.result, nil
}

// to steps once toward stop, or to the first event before it.
func (r *runner) to(stop float64, waiting *[]string) error {
	h := stop - r.t
	if h <= 0 {
		return nil
	}
	y, speed := r.next, r.nextSpeed
	r.advance(h, y, speed)
	first, kind, which := h, "", 0
	// A rotor that would turn round stands still first.
	for m := range speed {
		if r.set.Rotors[m].Held || r.stuck[m] || !r.holds(m) || speed[m]*r.heading[m] >= 0 {
			continue
		}
		at := r.locate(h, func(y, speed []float64) float64 { return speed[m] * r.heading[m] })
		if at < first {
			first, kind, which = at, "stands", m
		}
	}
	for i, name := range *waiting {
		before := r.capacitorAmps(name, r.y, r.speed, r.sin, r.cos)
		es, ec := math.Sincos(r.omega * stop)
		after := r.capacitorAmps(name, y, speed, es, ec)
		if before != 0 && before*after > 0 {
			continue
		}
		at := 0.0
		if before != 0 {
			at = r.locate(h, nil, name)
		}
		if at < first || kind == "" && at <= first {
			first, kind, which = at, "opens", i
		}
	}
	if kind != "" {
		r.advance(first, y, speed)
		stop = r.t + first
	}
	if kind == "stands" {
		speed[which], r.stuck[which] = 0, true
	}
	r.settle(stop, y, speed)
	r.loosen()
	if kind == "opens" {
		name := (*waiting)[which]
		*waiting = slices.Delete(*waiting, which, which+1)
		return r.openNow(name)
	}
	return nil
}
