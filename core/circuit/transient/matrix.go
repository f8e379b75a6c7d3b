package transient

import "math"

// matrix is dense, row-major and small.
type matrix struct {
	rows, cols int
	v          []float64
}

func newMatrix(rows, cols int) matrix { return matrix{rows, cols, make([]float64, rows*cols)} }

func (m matrix) at(i, j int) float64     { return m.v[i*m.cols+j] }
func (m matrix) add(i, j int, x float64) { m.v[i*m.cols+j] += x }
func (m matrix) row(i int) []float64     { return m.v[i*m.cols : (i+1)*m.cols] }
func (m matrix) clearRow(i int)          { clear(m.row(i)) }

func (m matrix) clone() matrix {
	out := newMatrix(m.rows, m.cols)
	copy(out.v, m.v)
	return out
}

// solve turns b into a⁻¹·b by Gauss elimination with partial pivoting; a is
// destroyed. It reports false where a is singular to working precision.
func solve(a, b matrix) bool {
	n := a.rows
	for col := range n {
		pivot := col
		for r := col + 1; r < n; r++ {
			if math.Abs(a.at(r, col)) > math.Abs(a.at(pivot, col)) {
				pivot = r
			}
		}
		size := 0.0
		for _, x := range a.row(pivot) {
			size = max(size, math.Abs(x))
		}
		if !(math.Abs(a.at(pivot, col)) > 1e-12*size) {
			return false
		}
		if pivot != col {
			swap(a.row(pivot), a.row(col))
			swap(b.row(pivot), b.row(col))
		}
		inv := 1 / a.at(col, col)
		for r := col + 1; r < n; r++ {
			f := a.at(r, col) * inv
			if f == 0 {
				continue
			}
			sub(a.row(r)[col:], a.row(col)[col:], f)
			sub(b.row(r), b.row(col), f)
		}
	}
	for r := n - 1; r >= 0; r-- {
		row := b.row(r)
		for c := r + 1; c < n; c++ {
			if f := a.at(r, c); f != 0 {
				sub(row, b.row(c), f)
			}
		}
		inv := 1 / a.at(r, r)
		for k := range row {
			row[k] *= inv
		}
	}
	return true
}

func swap(x, y []float64) {
	for i := range x {
		x[i], y[i] = y[i], x[i]
	}
}

// sub takes f·y from x.
func sub(x, y []float64, f float64) {
	for i := range x {
		x[i] -= f * y[i]
	}
}

// times multiplies two square matrices into out.
func times(a, b, out matrix) {
	clear(out.v)
	for i := range a.rows {
		for k := range a.cols {
			if f := a.at(i, k); f != 0 {
				sub(out.row(i), b.row(k), -f)
			}
		}
	}
}

// radius estimates the spectral radius of a square matrix: ‖A^64‖^(1/64).
func radius(m matrix) float64 {
	if m.rows == 0 {
		return 0
	}
	a, next := m.clone(), newMatrix(m.rows, m.cols)
	log := 0.0 // of the scale taken out so far
	const squarings = 6
	for range squarings {
		size := 0.0
		for _, x := range a.v {
			size = max(size, math.Abs(x))
		}
		if size == 0 {
			return 0
		}
		for i := range a.v {
			a.v[i] /= size
		}
		log = 2 * (log + math.Log(size))
		times(a, a, next)
		a, next = next, a
	}
	size := 0.0
	for _, x := range a.v {
		size = max(size, math.Abs(x))
	}
	if size == 0 {
		return 0
	}
	return math.Exp((log + math.Log(size)) / (1 << squarings))
}

// inertial says whether every loop has inductance.
func (w *network) inertial() bool {
	if w.nq == 0 {
		return true
	}
	a, b := w.mass.clone(), newMatrix(w.nq, 1)
	return solve(a, b)
}
