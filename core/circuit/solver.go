package circuit

import (
	"fmt"
	"math"
	"math/cmplx"
	"slices"
)

// Solver holds a circuit that has been numbered once. Slips, capacitances and
// volts can then be changed and the circuit solved again without allocation:
// a sweep costs a few microseconds a point. A Solver is not for use by two
// goroutines at once.
type Solver struct {
	frequencyHz float64
	nodes       map[string]int // name → row; the reference is row -1
	n           int            // unknowns: nodes, then sources, then coils
	nodeCount   int

	sources  []Source
	elements []element
	machines []machine

	base  []complex128 // n×n, everything but the elements
	work  []complex128 // n×n, overwritten by the factorisation
	pivot []int
	x     []complex128 // right side, then solution
	gaps  *gaps
	ports *ports // nil: no machine saturates
	// dirty: something has changed since the last solution; rewired: something other than slips.
	dirty, rewired bool
}

type element struct {
	Element
	from, to int
	y        complex128
}

type machine struct {
	Machine
	first  int // row of the first coil
	rows   []coilRow
	turn   []complex128 // e^(+j(θk−θj)) · NkNj/3, row-major
	zf, zb complex128
	locked complex128 // ohms of either field in the matrix, whatever the slip
	pf, pb float64    // rotor siemens of the forward and backward field
	gap    gap
	jf, jb complex128 // magnetising amps of the two fields beyond the straight line
}

type coilRow struct {
	start, finish int
	share         float64
	axis          complex128 // e^(+jθ)
}

// MostUnknowns is the largest circuit that is solved: its matrix is dense.
const MostUnknowns = 1500

// Compile numbers a circuit for solving. It returns the first refused value as
// a ValueError.
func Compile(c *Circuit) (*Solver, error) {
	if errs := c.Validate(); len(errs) > 0 {
		return nil, errs[0]
	}
	s := &Solver{frequencyHz: c.FrequencyHz, nodes: Number(c)}
	for _, row := range s.nodes {
		s.nodeCount = max(s.nodeCount, row+1)
	}
	s.sources = append([]Source(nil), c.Sources...)
	s.n = s.nodeCount + len(s.sources)
	for _, m := range c.Machines {
		s.addMachine(m)
	}
	if s.n > MostUnknowns {
		return nil, ValueError{"circuit", fmt.Sprintf("%d unknowns", s.n),
			fmt.Sprintf("at most %d nodes, sources and coils together", MostUnknowns)}
	}
	for _, e := range c.Elements {
		s.elements = append(s.elements, element{Element: e, from: s.nodes[e.From], to: s.nodes[e.To]})
		s.admit(len(s.elements) - 1)
	}
	s.room()
	return s, nil
}

// With is a solver of the same circuit with another equivalent in machine i and other volts at
// source k: nothing of how it is joined is worked out again. It shares nothing that changes.
// The equivalent must be one that Compile takes, and volts finite.
func (s *Solver) With(i int, eq Equivalent, k int, voltsRMS float64) *Solver {
	out := *s
	out.sources = slices.Clone(s.sources)
	out.sources[k].VoltsRMS = voltsRMS
	out.elements, out.machines = slices.Clone(s.elements), slices.Clone(s.machines)
	m := &out.machines[i]
	m.Equivalent, m.gap, m.jf, m.jb = eq, gap{}, 0, 0
	m.fields(s.frequencyHz)
	m.locked, _ = eq.Gap(1, s.frequencyHz)
	out.room()
	return &out
}

// room makes the solver's working room and stamps what does not change.
func (s *Solver) room() {
	n := s.n
	slab := make([]complex128, 2*n*n+n)
	s.base, s.work, s.x = slab[:n*n:n*n], slab[n*n:2*n*n:2*n*n], slab[2*n*n:]
	s.pivot = make([]int, n)
	s.gaps, s.ports = newGaps(len(s.machines), n), nil
	if of := s.bent(); len(of) > 0 {
		s.ports = newPorts(of, len(s.machines))
	}
	s.stampBase()
}

// Number merges joined nodes (union-find) and numbers the merged ones from 0 in
// the order in which the circuit names them; the reference is -1.
func Number(c *Circuit) map[string]int {
	parent := map[string]string{}
	var find func(string) string
	find = func(a string) string {
		if p, ok := parent[a]; ok && p != a {
			r := find(p)
			parent[a] = r
			return r
		}
		parent[a] = a
		return a
	}
	var order []string
	see := func(names ...string) {
		for _, n := range names {
			if _, ok := parent[n]; !ok {
				order = append(order, n)
			}
			find(n)
		}
	}
	for _, s := range c.Sources {
		see(s.From, s.To)
	}
	for _, e := range c.Elements {
		see(e.From, e.To)
	}
	for _, m := range c.Machines {
		for _, k := range m.Coils {
			see(k.Start, k.Finish)
		}
	}
	for _, j := range c.Joints {
		see(j...)
		for _, n := range j[min(1, len(j)):] {
			parent[find(n)] = find(j[0])
		}
	}
	rows := map[string]int{find(c.Reference): -1}
	nodes := make(map[string]int, len(order))
	next := 0
	for _, n := range order {
		root := find(n)
		row, ok := rows[root]
		if !ok {
			row, rows[root] = next, next
			next++
		}
		nodes[n] = row
	}
	return nodes
}

func (s *Solver) addMachine(m Machine) {
	k := len(m.Coils)
	mm := machine{Machine: m, first: s.n, rows: make([]coilRow, k), turn: make([]complex128, k*k)}
	for i, c := range m.Coils {
		mm.rows[i] = coilRow{
			start: s.nodes[c.Start], finish: s.nodes[c.Finish], share: c.Share,
			axis: cmplx.Rect(1, c.AxisDeg*math.Pi/180),
		}
	}
	for i, a := range mm.rows {
		for j, b := range mm.rows {
			mm.turn[i*k+j] = a.axis * cmplx.Conj(b.axis) * complex(a.share*b.share/3, 0)
		}
	}
	mm.fields(s.frequencyHz)
	mm.locked, _ = mm.Equivalent.Gap(1, s.frequencyHz)
	s.n += k
	s.machines = append(s.machines, mm)
}

// bent gives the machines whose main flux follows a curve, and readies them.
func (s *Solver) bent() (of []int) {
	for i := range s.machines {
		m := &s.machines[i]
		c := m.Equivalent.Saturation
		if c == nil || c.A == 1 {
			continue
		}
		k := s.frequencyHz / m.Equivalent.FrequencyHz
		m.gap = gap{Ellipse: c.Ellipse(), b: 1 / (m.Equivalent.XmOhm * k),
			rated2: c.RatedGapVoltsRMS * c.RatedGapVoltsRMS * k * k}
		of = append(of, i)
	}
	return of
}

func (m *machine) fields(frequencyHz float64) {
	m.zf, m.pf = m.Equivalent.Gap(m.Slip, frequencyHz)
	m.zb, m.pb = m.Equivalent.Gap(2-m.Slip, frequencyHz)
}

func (s *Solver) admit(i int) {
	e := &s.elements[i]
	w := 2 * math.Pi * s.frequencyHz
	switch e.Kind {
	case Capacitor:
		e.y = complex(0, w*e.Microfarad*1e-6)
	case Resistor:
		e.y = complex(1/e.Ohm, 0)
	case Inductor:
		e.y = reciprocal(complex(e.Ohm, w*e.Millihenry*1e-3))
	}
}

// stampBase writes what no sweep changes: leaks, sources, coil incidences, each coil's own
// resistance and leakage, and its coupling to the others over a gap at standstill.
func (s *Solver) stampBase() {
	n := s.n
	clear(s.base)
	at := func(i, j int, v complex128) {
		if i >= 0 && j >= 0 {
			s.base[i*n+j] += v
		}
	}
	for i := range s.nodeCount {
		at(i, i, leakSiemens)
	}
	for i, src := range s.sources {
		row := s.nodeCount + i
		from, to := s.nodes[src.From], s.nodes[src.To]
		at(from, row, -1)
		at(to, row, 1)
		at(row, from, 1)
		at(row, to, -1)
		at(row, row, complex(src.ResistanceOhm, src.ReactanceOhm))
	}
	for _, m := range s.machines {
		scale := s.frequencyHz / m.Equivalent.FrequencyHz
		for i, c := range m.rows {
			row := m.first + i
			at(c.start, row, 1)
			at(c.finish, row, -1)
			at(row, c.start, 1)
			at(row, c.finish, -1)
			at(row, row, complex(-c.share*m.Equivalent.R1Ohm, -c.share*m.Equivalent.X1Ohm*scale))
			for j := range m.rows {
				t := m.turn[i*len(m.rows)+j]
				at(row, m.first+j, -m.locked*(t+complex(real(t), -imag(t))))
			}
		}
	}
	s.dirty, s.rewired = true, true
}

// SetSlip changes the slip of machine i (in the order of the circuit).
func (s *Solver) SetSlip(i int, slip float64) {
	m := &s.machines[i]
	if slip == m.Slip { // what is solved stays solved
		return
	}
	m.Slip = slip
	m.fields(s.frequencyHz)
	s.dirty = true
}

// SetMicrofarad changes capacitor i (in the order of the elements). A value of
// 0 is a capacitor taken out.
func (s *Solver) SetMicrofarad(i int, microfarad float64) {
	if microfarad == s.elements[i].Microfarad {
		return
	}
	s.elements[i].Microfarad = microfarad
	s.admit(i)
	s.dirty, s.rewired = true, true
}

// SetVolts changes the volts of source i.
func (s *Solver) SetVolts(i int, voltsRMS float64) {
	s.sources[i].VoltsRMS = voltsRMS
	s.dirty, s.rewired = true, true
}

// Solve finds every volt and amp for the values now set. It allocates nothing.
func (s *Solver) Solve() error {
	if !s.dirty {
		return nil
	}
	if s.rewired {
		if !s.stand() {
			return ErrUnsolvable
		}
		s.rewired = false
	}
	if !s.turn() {
		return ErrUnsolvable
	}
	if s.ports != nil && !s.saturate() {
		return ErrNoFlux
	}
	s.close()
	for _, v := range s.x {
		if m := abs1(v); !(m < 1e12) {
			return ErrUnsolvable
		}
	}
	s.dirty = false
	return nil
}

func abs1(z complex128) float64 { return math.Abs(real(z)) + math.Abs(imag(z)) }

// Volts is the RMS phasor between two nodes, a against b. It panics on a node
// that the circuit does not name, which is a mistake of the caller.
func (s *Solver) Volts(a, b string) complex128 { return s.at(s.row(a)) - s.at(s.row(b)) }

func (s *Solver) row(name string) int {
	row, ok := s.nodes[name]
	if !ok {
		panic(fmt.Sprintf("circuit: no node %q", name))
	}
	return row
}

func (s *Solver) at(row int) complex128 {
	if row < 0 {
		return 0
	}
	return s.x[row]
}

// SourceAmps is the current of source i, out of its From into the circuit.
func (s *Solver) SourceAmps(i int) complex128 { return s.x[s.nodeCount+i] }

// ElementAmps is the current of element i, from From to To inside it.
func (s *Solver) ElementAmps(i int) complex128 {
	e := &s.elements[i]
	return (s.at(e.from) - s.at(e.to)) * e.y
}

// ElementVolts is the voltage across element i, From against To.
func (s *Solver) ElementVolts(i int) complex128 {
	e := &s.elements[i]
	return s.at(e.from) - s.at(e.to)
}

// CoilAmps is the current of coil k of machine i, from start to finish.
func (s *Solver) CoilAmps(i, k int) complex128 { return s.x[s.machines[i].first+k] }

// CoilVolts is the voltage across coil k of machine i, start against finish.
func (s *Solver) CoilVolts(i, k int) complex128 {
	c := s.machines[i].rows[k]
	return s.at(c.start) - s.at(c.finish)
}

// Shaft is what the two gap fields of a machine do, in N·m and watts.
type Shaft struct {
	TorqueNm, ForwardNm, BackwardNm float64
	RotorWatts                      float64 // copper loss of the rotor in both fields
	IronWatts                       float64 // loss in RfeOhm, both fields
}

// Shaft gives the torque of machine i at the solution:
// P = 3·|A·Z|²·Re(1/(R2/s + jX2)) for each field, T = (Pf − Pb)/ωsync.
func (s *Solver) Shaft(i int) Shaft {
	m := &s.machines[i]
	f, b := m.amps(s.x)
	vf, vb := square((f-m.jf)*m.zf), square((b-m.jb)*m.zb)
	w := m.Equivalent.SyncRadPerSecond(s.frequencyHz)
	pf, pb := 3*vf*m.pf, 3*vb*m.pb
	out := Shaft{
		TorqueNm: (pf - pb) / w, ForwardNm: pf / w, BackwardNm: pb / w,
		RotorWatts: m.Slip*pf + (2-m.Slip)*pb,
	}
	if m.Equivalent.RfeOhm > 0 {
		out.IronWatts = 3 * (vf + vb) / m.Equivalent.RfeOhm
	}
	return out
}

// amps are the forward and the backward gap amps of a solution, a phase:
// A = ⅓·Σ Nk·Ik·e^(±jθk).
func (m *machine) amps(x []complex128) (f, b complex128) {
	for k := range m.rows {
		c := &m.rows[k]
		amps := x[m.first+k] * complex(c.share/3, 0)
		f += amps * c.axis
		b += amps * complex(real(c.axis), -imag(c.axis))
	}
	return f, b
}

// Flux is the greatest main flux of machine i over a turn of its field, over the flux
// that a curve calls rated; 0 where the machine has no curve.
func (s *Solver) Flux(i int) float64 {
	m := &s.machines[i]
	if m.gap.rated2 == 0 {
		return 0
	}
	f, b := m.amps(s.x)
	return (math.Sqrt(square((f-m.jf)*m.zf)) + math.Sqrt(square((b-m.jb)*m.zb))) / math.Sqrt(m.gap.rated2)
}

func square(z complex128) float64 { return real(z)*real(z) + imag(z)*imag(z) }

// Nodes lists every node name of the circuit with its volts against the
// reference, merged ones alike.
func (s *Solver) Nodes() map[string]complex128 {
	out := make(map[string]complex128, len(s.nodes))
	for name, row := range s.nodes {
		out[name] = s.at(row)
	}
	return out
}
