package search

import "math"

// LeastSquares moves x to where the sum of the squares of what miss gives is least, by
// Levenberg's and Marquardt's steps from numeric slopes, until no step helps. miss is false
// where there is no answer; it must be true at the beginning.
func LeastSquares(x []float64, miss func([]float64) ([]float64, bool)) {
	n := len(x)
	r, ok := miss(x)
	if !ok {
		return
	}
	sum := func(r []float64) (s float64) {
		for _, v := range r {
			s += v * v
		}
		return s
	}
	size, damp := sum(r), 1e-3
	trial := make([]float64, n)
	for range 30 {
		slope := make([][]float64, n) // by unknown
		for k := range n {
			copy(trial, x)
			const step = 1e-5
			trial[k] += step
			moved, ok := miss(trial)
			if !ok {
				trial[k] -= 2 * step
				if moved, ok = miss(trial); !ok {
					return
				}
			}
			slope[k] = make([]float64, len(r))
			for i := range r {
				slope[k][i] = (moved[i] - r[i]) / (trial[k] - x[k])
			}
		}
		better := false
		for ; damp < 1e8; damp *= 10 {
			a := make([][]float64, n)
			for k := range n {
				a[k] = make([]float64, n+1)
				for j := range n {
					for i := range r {
						a[k][j] += slope[k][i] * slope[j][i]
					}
				}
				a[k][k] *= 1 + damp
				for i := range r {
					a[k][n] -= slope[k][i] * r[i]
				}
			}
			if !Gauss(a, n) {
				continue
			}
			for k := range n {
				trial[k] = x[k] + math.Max(-0.5, math.Min(0.5, a[k][n]))
			}
			next, ok := miss(trial)
			if !ok {
				continue
			}
			if s := sum(next); s < size {
				better = size-s > 1e-9*(1+size)
				copy(x, trial)
				r, size = next, s
				damp = math.Max(1e-9, damp/10)
				break
			}
		}
		if !better {
			return
		}
	}
}

// Gauss solves n equations in n unknowns whose right side is column n, which
// becomes the answer; it is false where they have no single one.
func Gauss(a [][]float64, n int) bool {
	for col := range n {
		pivot := col
		for r := col + 1; r < n; r++ {
			if math.Abs(a[r][col]) > math.Abs(a[pivot][col]) {
				pivot = r
			}
		}
		if a[pivot][col] == 0 {
			return false
		}
		a[col], a[pivot] = a[pivot], a[col]
		for r := range n {
			if r == col || a[r][col] == 0 {
				continue
			}
			k := a[r][col] / a[col][col]
			for c := col; c <= n; c++ {
				a[r][c] -= k * a[col][c]
			}
		}
	}
	for i := range n {
		a[i][n] /= a[i][i]
	}
	return true
}
