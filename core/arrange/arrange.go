// Package arrange searches every way to join three whole windings on a single-phase line
// with one or two capacitors, up to two inner nodes A and B besides the lines.
//
// A joint is a circuit like any other: each winding stands between two of the nodes
// L1, L2, A and B, each capacitor between two that are not both lines. Names of lines, of
// inner nodes and of windings change nothing, nor do all windings turned round or the
// machine seen from its other end, so of each such family one is looked at, in both
// directions. Its capacitors are those that keep the worst winding least over a band of
// loads: a coarse grid on logarithmic scales, then a pattern around its best that halves.
// The grid and the first pattern take the main flux for a straight line, the best of them
// all are settled on the curve.
package arrange

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"

	"graybridge/core/circuit"
	"graybridge/core/machine"
)

// Node is where a winding's end or a capacitor's is joined.
type Node int8

// The nodes.
const (
	L1 Node = iota
	L2
	A
	B
	nodes
)

var nodeNames = [nodes]string{"L1", "L2", "A", "B"}

func (n Node) String() string { return nodeNames[n] }

// Joint is one way to join the windings U, V, W (start, finish) and one or two capacitors;
// a capacitor that is not there stands between a node and itself.
type Joint struct {
	Windings [3][2]Node
	Caps     [2][2]Node
}

// Two says that it has two capacitors.
func (j Joint) Two() bool { return j.Caps[1][0] != j.Caps[1][1] }

// Joints lists what meets at each node, in the usual names of six leads.
func (j Joint) Joints() [][]string {
	out := make([][]string, nodes)
	for n := range nodes {
		out[n] = []string{n.String()}
	}
	for w, ends := range j.Windings {
		for e, n := range ends {
			out[n] = append(out[n], fmt.Sprintf("%c%d", 'U'+w, e+1))
		}
	}
	return slices.DeleteFunc(out, func(g []string) bool { return len(g) < 2 })
}

func (j Joint) String() string {
	var parts []string
	for _, g := range j.Joints() {
		parts = append(parts, strings.Join(g, "-"))
	}
	for i, c := range j.Caps {
		if c[0] != c[1] {
			parts = append(parts, fmt.Sprintf("C%d %s-%s", i+1, c[0], c[1]))
		}
	}
	return strings.Join(parts, "  ")
}

// sorted puts the ends of each capacitor, and the two of them, in order.
func (j Joint) sorted() Joint {
	for i := range j.Caps {
		if j.Caps[i][0] > j.Caps[i][1] {
			j.Caps[i][0], j.Caps[i][1] = j.Caps[i][1], j.Caps[i][0]
		}
	}
	if j.Two() && slices.Compare(j.Caps[1][:], j.Caps[0][:]) < 0 {
		j.Caps[0], j.Caps[1] = j.Caps[1], j.Caps[0]
	}
	return j
}

func (j Joint) renamed(as [nodes]Node) Joint {
	for i := range j.Windings {
		j.Windings[i] = [2]Node{as[j.Windings[i][0]], as[j.Windings[i][1]]}
	}
	for i := range j.Caps {
		j.Caps[i] = [2]Node{as[j.Caps[i][0]], as[j.Caps[i][1]]}
	}
	return j
}

func (j Joint) compare(k Joint) int {
	for i := range j.Windings {
		if c := slices.Compare(j.Windings[i][:], k.Windings[i][:]); c != 0 {
			return c
		}
	}
	for i := range j.Caps {
		if c := slices.Compare(j.Caps[i][:], k.Caps[i][:]); c != 0 {
			return c
		}
	}
	return 0
}

// family is the least of all joints that are this one under other names.
func (j Joint) family() Joint {
	best := j.sorted()
	for _, lines := range [2][2]Node{{L1, L2}, {L2, L1}} {
		for _, inner := range [2][2]Node{{A, B}, {B, A}} {
			one := j.renamed([nodes]Node{lines[0], lines[1], inner[0], inner[1]})
			for range 2 { // all windings turned round
				for i := range one.Windings {
					one.Windings[i][0], one.Windings[i][1] = one.Windings[i][1], one.Windings[i][0]
				}
				for range 2 { // seen from the other end
					one.Windings[1], one.Windings[2] = one.Windings[2], one.Windings[1]
					for range 3 { // the names of the phases
						one.Windings = [3][2]Node{one.Windings[1], one.Windings[2], one.Windings[0]}
						if s := one.sorted(); s.compare(best) < 0 {
							best = s
						}
					}
				}
			}
		}
	}
	return best
}

// makesSense says that nothing hangs loose: an inner node that anything is joined to has a
// winding and something else, and some winding is fed.
func (j Joint) makesSense() bool {
	var windings, caps [nodes]int
	for _, w := range j.Windings {
		windings[w[0]]++
		windings[w[1]]++
	}
	for _, c := range j.Caps {
		if c[0] != c[1] {
			caps[c[0]]++
			caps[c[1]]++
		}
	}
	for _, n := range []Node{A, B} {
		switch all := windings[n] + caps[n]; {
		case all == 0:
		case all == 1, windings[n] == 0:
			return false
		}
	}
	if windings[B]+caps[B] > 0 && windings[A]+caps[A] == 0 {
		return false
	}
	return windings[L1]+caps[L1] > 0 && windings[L2]+caps[L2] > 0
}

// All are the joints that differ in more than names.
func All() []Joint {
	var pairs, places [][2]Node
	for a := range nodes {
		for b := range nodes {
			if a == b {
				continue
			}
			pairs = append(pairs, [2]Node{a, b})
			if a < b && b > L2 {
				places = append(places, [2]Node{a, b})
			}
		}
	}
	seen := map[Joint]bool{}
	var out []Joint
	add := func(j Joint) {
		if !j.makesSense() {
			return
		}
		if f := j.family(); !seen[f] {
			seen[f] = true
			out = append(out, f)
		}
	}
	for _, u := range pairs {
		for _, v := range pairs {
			for _, w := range pairs {
				for i, c := range places {
					add(Joint{Windings: [3][2]Node{u, v, w}, Caps: [2][2]Node{c, {}}})
					for _, d := range places[i+1:] {
						add(Joint{Windings: [3][2]Node{u, v, w}, Caps: [2][2]Node{c, d}})
					}
				}
			}
		}
	}
	slices.SortFunc(out, Joint.compare)
	return out
}

// Wants is the motor, the line and the loads that a joint has to serve.
type Wants struct {
	Model        *machine.Model
	Volts, Hertz float64
	FeederOhm    float64
	Kind         machine.LoadKind
	From, To     float64 // shares of rated shaft torque
}

// Result is a joint with its best capacitors.
type Result struct {
	Joint
	Microfarad [2]float64
	Backward   bool    // it turns against the order U, V, W
	Worst      float64 // winding amps over plate, over the band
	Idle       float64 // the same running light, +Inf where it does not
	Start      float64 // standstill torque over rated
	Volts      [2]float64
	Most       float64 // up to this share of load every winding stays inside plate; 0: nowhere
}

// Search looks through all joints and gives the best, at most most. progress is told how
// many are done of how many; it may be nil. Where the context ends the search ends with its
// error.
func Search(ctx context.Context, w Wants, most, workers int, progress func(done, all int)) ([]Result, error) {
	all := All()
	straight := w
	m := w.Model.Straight()
	straight.Model = &m
	var (
		mu    sync.Mutex
		group sync.WaitGroup
		next  int
		found []Result
	)
	for range max(1, workers) {
		group.Go(func() {
			for {
				mu.Lock()
				i := next
				next++
				mu.Unlock()
				if i >= len(all) || ctx.Err() != nil {
					return
				}
				var here []Result
				for _, backward := range []bool{false, true} {
					if r, ok := straight.best(all[i], backward, nil); ok {
						here = append(here, r)
					}
				}
				mu.Lock()
				found = append(found, here...)
				if progress != nil {
					progress(i+1, len(all))
				}
				mu.Unlock()
			}
		})
	}
	group.Wait()
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	byWorst := func(a, b Result) int {
		switch {
		case a.Worst < b.Worst:
			return -1
		case a.Worst > b.Worst:
			return 1
		}
		return a.compare(b.Joint)
	}
	slices.SortFunc(found, byWorst)
	found = found[:min(len(found), settleFrom*most)]
	for i := range found {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if r, ok := w.best(found[i].Joint, found[i].Backward, &found[i].Microfarad); ok {
			found[i] = r
		} else {
			found[i].Worst = math.Inf(1)
		}
	}
	slices.SortFunc(found, byWorst)
	found = slices.DeleteFunc(found, func(r Result) bool { return math.IsInf(r.Worst, 1) })
	found = slices.CompactFunc(found, alike)
	return found[:min(len(found), most)], nil
}

// alike says that two joints are one circuit: a winding and its capacitor in the other
// order do the same.
func alike(a, b Result) bool {
	near := func(x, y float64) bool { return math.Abs(x-y) <= 1e-3*(math.Abs(x)+math.Abs(y)) || x == y }
	return near(a.Worst, b.Worst) && near(a.Idle, b.Idle) && near(a.Start, b.Start) && near(a.Most, b.Most)
}

// settleFrom is how many times as many as are wanted are settled on the curve.
const settleFrom = 4

// Solved is a joint of a motor on the line, ready to be asked. It is not for use by two
// goroutines at once.
type Solved struct {
	w      Wants
	two    bool
	sign   float64
	solver *circuit.Solver
	guess  [bandLoads + 1]float64 // slips of the band's loads, and of any other
}

// Circuit is a joint of a motor on the line with some capacitors.
func (w Wants) Circuit(j Joint, microfarad [2]float64) circuit.Circuit {
	c := circuit.Circuit{FrequencyHz: w.Hertz, Reference: "L2", Sources: []circuit.Source{{Name: "line", From: "line",
		To: "L2", VoltsRMS: w.Volts, ResistanceOhm: w.FeederOhm}}, Joints: append([][]string{{"line", "L1"}},
		j.Joints()...)}
	for i, p := range j.Caps {
		if p[0] != p[1] {
			c.Elements = append(c.Elements, circuit.Element{Name: fmt.Sprintf("C%d", i+1), Kind: circuit.Capacitor,
				From: p[0].String(), To: p[1].String(), Microfarad: microfarad[i]})
		}
	}
	c.Machines = []circuit.Machine{{Name: "motor", Equivalent: w.Model.Eq, Slip: 1, Coils: machine.Coils()}}
	return c
}

// Best finds the capacitors of one joint, on the curve.
func (w Wants) Best(j Joint, backward bool) (Result, bool) { return w.best(j, backward, nil) }

// Figures is what a joint does with some capacitors; ok is false where it cannot be solved.
func (w Wants) Figures(j Joint, backward bool, microfarad [2]float64) (r Result, ok bool) {
	s, err := w.Solve(j, backward)
	if err != nil {
		return r, false
	}
	r = Result{Joint: j, Backward: backward, Microfarad: microfarad, Worst: s.WorstOver(microfarad, math.Inf(1))}
	s.figures(&r)
	return r, true
}

// Solve readies a joint; backward counts slip and torque against the order U, V, W.
func (w Wants) Solve(j Joint, backward bool) (*Solved, error) {
	return w.SolveCircuit(w.Circuit(j, [2]float64{1, 1}), j.Two(), backward)
}

// SolveCircuit readies a circuit of Circuit's making, with a fault put in it.
func (w Wants) SolveCircuit(c circuit.Circuit, two, backward bool) (*Solved, error) {
	solver, err := circuit.Compile(&c)
	if err != nil {
		return nil, err
	}
	s := &Solved{w: w, two: two, sign: 1, solver: solver}
	if backward {
		s.sign = -1
	}
	return s, nil
}

// Set puts capacitors in.
func (s *Solved) Set(microfarad [2]float64) {
	s.solver.SetMicrofarad(0, microfarad[0])
	if s.two {
		s.solver.SetMicrofarad(1, microfarad[1])
	}
}

// Torque at a slip in the direction of running, N·m; NaN where there is no answer.
func (s *Solved) Torque(slip float64) float64 {
	if s.sign < 0 {
		slip = 2 - slip
	}
	s.solver.SetSlip(0, slip)
	if s.solver.Solve() != nil {
		return math.NaN()
	}
	return s.sign * s.solver.Shaft(0).TorqueNm
}

// A motor that hangs at a slip above so many times its own, or above that at least, does not
// carry its load: it crawls.
const (
	slipsMost = 2.5
	leastSlip = 0.06
)

// Run settles at a load; ok is false where it does not carry it near its own speed.
func (s *Solved) Run(load machine.Load) (slip float64, ok bool) { return s.run(load, bandLoads) }

// run begins at the slip of a place among the guesses.
func (s *Solved) run(load machine.Load, place int) (slip float64, ok bool) {
	surplus := s.w.Model.Surplus(s.Torque, load, s.w.Hertz)
	slip = machine.RunSlip(surplus, s.guess[place])
	if math.IsNaN(slip) {
		return 0, false
	}
	s.guess[place] = slip
	return slip, slip <= max(leastSlip, slipsMost*s.w.Model.RatedSlip) && !math.IsNaN(s.Torque(slip))
}

// Shares are the winding amps over plate at the point last solved.
func (s *Solved) Shares() (out [3]float64) {
	for k := range out {
		a := s.solver.CoilAmps(0, k)
		out[k] = math.Hypot(real(a), imag(a)) / s.w.Model.WindingAmps
	}
	return out
}

// CapVolts are the volts across the capacitors at the point last solved.
func (s *Solved) CapVolts() (out [2]float64) {
	for i := range 1 + map[bool]int{true: 1}[s.two] {
		v := s.solver.ElementVolts(i)
		out[i] = math.Hypot(real(v), imag(v))
	}
	return out
}

// Solver is the circuit underneath, at the point last solved.
func (s *Solved) Solver() *circuit.Solver { return s.solver }

// WorstOver is the worst winding over plate over the band; +Inf where some load of it is
// not carried, and whatever is first found above a limit.
func (s *Solved) WorstOver(microfarad [2]float64, limit float64) float64 {
	s.Set(microfarad)
	worst := 0.0
	for i := range bandLoads { // the heaviest first
		share := s.w.To - (s.w.To-s.w.From)*float64(i)/(bandLoads-1)
		if _, ok := s.run(machine.Load{Kind: s.w.Kind, Share: share}, i); !ok {
			return math.Inf(1)
		}
		x := s.Shares()
		if worst = max(worst, x[0], x[1], x[2]); worst > limit || s.w.To == s.w.From {
			break
		}
	}
	return worst
}

// bandLoads is in how many places a band of loads is looked at.
const bandLoads = 3

// The grid of capacitors, in steps of a factor around the µF that would draw plate amps from
// the line.
const (
	gridSteps  = 6
	gridFactor = 1.8
	finest     = 1.004
	widest     = 20.0 // a capacitor beyond so many times those µF is a wire, below their part nothing
)

// best finds the capacitors of a joint; from is where to begin, nil for the whole grid.
func (w Wants) best(j Joint, backward bool, from *[2]float64) (r Result, ok bool) {
	s, err := w.Solve(j, backward)
	if err != nil {
		return r, false
	}
	r = Result{Joint: j, Backward: backward, Worst: math.Inf(1)}
	unit := w.Model.WindingAmps / (2 * math.Pi * w.Hertz * w.Model.WindingVolts) * 1e6
	try := func(uf [2]float64) bool {
		if !j.Two() {
			uf[1] = 0
		}
		for i, x := range uf {
			if (i == 0 || j.Two()) && !(x > unit/widest && x < unit*widest) {
				return false
			}
		}
		x := s.WorstOver(uf, r.Worst)
		if x < r.Worst {
			r.Microfarad, r.Worst = uf, x
			return true
		}
		return false
	}
	step := gridFactor
	if from != nil {
		try(*from)
		step = 1.15
	} else {
		for a := range gridSteps {
			for b := range gridSteps {
				if b > 0 && !j.Two() {
					break
				}
				at := func(i int) float64 { return unit * math.Pow(gridFactor, float64(i)-gridSteps/2) }
				try([2]float64{at(a), at(b)})
			}
		}
	}
	if math.IsInf(r.Worst, 1) {
		return r, false
	}
	for step = math.Sqrt(step); step > finest; {
		moved := false
		for _, d := range [][2]float64{{1, 0}, {-1, 0}, {0, 1}, {0, -1}, {1, 1}, {-1, -1}, {1, -1}, {-1, 1}} {
			if !j.Two() && d[1] != 0 {
				continue
			}
			at := r.Microfarad
			moved = try([2]float64{at[0] * math.Pow(step, d[0]), at[1] * math.Pow(step, d[1])}) || moved
		}
		if !moved {
			step = math.Sqrt(step)
		}
	}
	s.figures(&r)
	return r, true
}

// figures fills what a joint does besides.
func (s *Solved) figures(r *Result) {
	s.Set(r.Microfarad)
	r.Start = s.Torque(1) / s.w.Model.RatedTorqueNm
	r.Idle = math.Inf(1)
	s.guess[bandLoads] = 0
	if _, ok := s.Run(machine.Load{Kind: machine.NoLoad}); ok {
		x := s.Shares()
		r.Idle = max(x[0], x[1], x[2])
		r.Volts = s.CapVolts()
	}
	if _, ok := s.Run(machine.Load{Kind: s.w.Kind, Share: s.w.To}); ok {
		for i, v := range s.CapVolts() {
			r.Volts[i] = max(r.Volts[i], v)
		}
	}
	r.Most = s.Most()
}

// Most is the greatest share of load at which every winding is inside plate, with the
// capacitors now set; 0 where there is none.
func (s *Solved) Most() float64 {
	const steps = 30
	most := 0.0
	for i := range steps + 1 {
		share := 1.2 * float64(i) / steps
		if _, ok := s.Run(machine.Load{Kind: s.w.Kind, Share: share}); !ok {
			break
		}
		if x := s.Shares(); max(x[0], x[1], x[2]) <= 1 {
			most = share
		} else if most > 0 {
			low, high := most, share
			for range 20 {
				mid := (low + high) / 2
				_, ok := s.Run(machine.Load{Kind: s.w.Kind, Share: mid})
				x := s.Shares()
				if ok && max(x[0], x[1], x[2]) <= 1 {
					low = mid
				} else {
					high = mid
				}
			}
			return low
		}
	}
	return most
}
