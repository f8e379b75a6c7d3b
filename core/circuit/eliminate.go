package circuit

import "math"

// factor takes a, n×n and row-major, apart by Gauss elimination with partial
// pivoting: above the diagonal what is left, below it the factors taken, on it the
// reciprocals. It reports false where a is singular to working precision.
func factor(a []complex128, pivots []int, n int) bool {
	for col := range n {
		pivot, size := col, abs1(a[col*n+col])
		for r := col + 1; r < n; r++ {
			if v := abs1(a[r*n+col]); v > size {
				pivot, size = r, v
			}
		}
		if !(size > 1e-13) {
			return false
		}
		pivots[col] = pivot
		top := a[col*n : col*n+n]
		if pivot != col {
			other := a[pivot*n : pivot*n+n]
			for c := range top {
				top[c], other[c] = other[c], top[c]
			}
		}
		inv := reciprocal(top[col])
		for r := col + 1; r < n; r++ {
			row := a[r*n : r*n+n]
			if row[col] == 0 {
				continue
			}
			f := row[col] * inv
			row[col] = f
			for c := col + 1; c < n; c++ {
				if t := top[c]; t != 0 {
					row[c] -= f * t
				}
			}
		}
		top[col] = inv
	}
	return true
}

// substitute turns a right side into the solution with the factors in a.
func substitute(a []complex128, pivots []int, b []complex128) {
	n := len(b)
	for col, pivot := range pivots {
		if pivot != col {
			b[col], b[pivot] = b[pivot], b[col]
		}
	}
	first := 0
	for first < n && b[first] == 0 {
		first++
	}
	for r := first + 1; r < n; r++ {
		v := b[r]
		for c := first; c < r; c++ {
			if f := a[r*n+c]; f != 0 {
				v -= f * b[c]
			}
		}
		b[r] = v
	}
	for r := n - 1; r >= 0; r-- {
		v := b[r]
		for c := r + 1; c < n; c++ {
			v -= a[r*n+c] * b[c]
		}
		b[r] = v * a[r*n+r]
	}
}

// gauss solves a·x = b in place, a row-major n×n; b becomes x.
func gauss(a, b []float64) bool {
	n := len(b)
	for col := range n {
		pivot, size := col, math.Abs(a[col*n+col])
		for r := col + 1; r < n; r++ {
			if v := math.Abs(a[r*n+col]); v > size {
				pivot, size = r, v
			}
		}
		if !(size > 1e-300) {
			return false
		}
		top := a[col*n:][:n]
		if pivot != col {
			other := a[pivot*n:][:n]
			for c := col; c < n; c++ {
				top[c], other[c] = other[c], top[c]
			}
			b[col], b[pivot] = b[pivot], b[col]
		}
		inv := 1 / top[col]
		for r := col + 1; r < n; r++ {
			row := a[r*n:][:n]
			f := row[col] * inv
			if f == 0 {
				continue
			}
			for c := col + 1; c < n; c++ {
				row[c] -= f * top[c]
			}
			b[r] -= f * b[col]
		}
	}
	for r := n - 1; r >= 0; r-- {
		row, v := a[r*n:][:n], b[r]
		for c := r + 1; c < n; c++ {
			v -= row[c] * b[c]
		}
		b[r] = v / row[r]
	}
	return true
}
