package transient

// deepBar takes j·a·di_r/dt into the rotors' derivatives:
//
//	dψ − (j·a/L2)·(dψ − dψm) = what stands there,   J·dψm = S·M⁻¹·dΛ + dψ/L2
//
// two equations of which the second is put into the first.
func (r *runner) deepBar(speed, dstate []float64) {
	s, net := r.sat, r.net
	nq, at := net.nq, net.nq+net.nc
	n := len(s.psi)
	// columns: H = J⁻¹ and H·S·M⁻¹·dΛ
	h, drive := s.h, s.drive
	clear(h.v)
	for i := range n {
		sum := 0.0
		for q := range nq {
			sum += s.sense.v[i*nq+q] * dstate[q]
		}
		drive.v[i] = sum
		h.add(i, i, 1)
	}
	if n == 2 {
		a, b, c, d := s.jac.v[0], s.jac.v[1], s.jac.v[2], s.jac.v[3]
		det := 1 / (a*d - b*c)
		h.v[0], h.v[1], h.v[2], h.v[3] = d*det, -b*det, -c*det, a*det
	} else {
		copy(s.room.v, s.jac.v)
		solve(s.room, h)
	}
	left, right := s.room, s.column
	for i := range n {
		k := net.machines[i/2]
		_, a := r.rotor(i/2, speed[i/2])
		c := a / k.l2
		other, sign := i^1, 1.0 // j turns y into −x and x into y
		if i%2 == 0 {
			sign = -1
		}
		sum := 0.0
		for j := range n {
			sum += h.at(other, j) * drive.v[j]
		}
		right.v[i] = dstate[at+i] - sign*c*sum
		for j := range n {
			v := sign * c * h.at(other, j) / net.machines[j/2].l2
			if j == i {
				v++
			}
			if j == other {
				v -= sign * c
			}
			left.v[i*n+j] = v
		}
	}
	if n == 2 {
		a, b, c, d := left.v[0], left.v[1], left.v[2], left.v[3]
		det := 1 / (a*d - b*c)
		x, y := right.v[0], right.v[1]
		dstate[at], dstate[at+1] = (d*x-b*y)*det, (a*y-c*x)*det
		return
	}
	solve(left, right)
	copy(dstate[at:], right.v)
}
