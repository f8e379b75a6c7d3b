// Package search finds zeros and least values of functions of one number, the
// way every chapter that asks the engine needs them.
package search

import "math"

// Root finds a zero of f between a and b, where f changes sign, by the
// Illinois method (bracketed false position); about seven evaluations give
// nine digits.
func Root(f func(float64) float64, a, b float64) float64 { return Between(f, a, f(a), b, f(b)) }

// Between is Root where the values at both ends are known.
func Between(f func(float64) float64, a, fa, b, fb float64) float64 {
	return BetweenTo(f, a, fa, b, fb, 1e-10)
}

// BetweenTo is Between that ends with a step within so much: what is left then is less by orders,
// since the steps shrink faster than in proportion.
func BetweenTo(f func(float64) float64, a, fa, b, fb, within float64) float64 {
	if fa == 0 {
		return a
	}
	side := 0
	for range 60 {
		x := b - fb*(b-a)/(fb-fa)
		fx := f(x)
		if fx == 0 || math.Abs(b-a) < 1e-12 {
			return x
		}
		if fx*fb > 0 {
			if math.Abs(x-b) < within {
				return x
			}
			b, fb = x, fx
			if side == 1 {
				fa /= 2
			}
			side = 1
		} else {
			if math.Abs(x-a) < within {
				return x
			}
			a, fa = x, fx
			if side == -1 {
				fb /= 2
			}
			side = -1
		}
	}
	return (a + b) / 2
}

// Secant finds where f rises through nothing, to within a value of it, by secants from a
// place and one a part beside it. ok is false where f does not rise there or the steps lead
// far away: something else must look then.
func Secant(f func(float64) float64, from, part, within float64) (x float64, ok bool) {
	last, at := from, f(from)
	next := (1 + part) * from
	for range secants {
		y := f(next)
		slope := (y - at) / (next - last)
		if !(slope > 0) {
			return 0, false
		}
		if math.Abs(y) < within {
			return next, true
		}
		last, at = next, y
		if next = last - y/slope; !(next > last/2 && next < 2*last) {
			return 0, false
		}
	}
	return 0, false
}

// secants are tried before another way is taken; two or three are usual.
const secants = 6

// golden is the golden section's ratio.
const golden = 0.6180339887498949

// Least minimises f on [a, b] by golden section on a scale of log x, after a
// scan of n points that finds the right valley; where all of them are infinite it ends
// there. a must be above 0. It returns the place and the value.
func Least(f func(float64) float64, a, b float64, n int) (x, y float64) {
	return LeastTo(f, a, b, n, 1e-4)
}

// LeastTo is Least to within a part of x.
func LeastTo(f func(float64) float64, a, b float64, n int, part float64) (x, y float64) {
	la, lb := math.Log(a), math.Log(b)
	g := func(l float64) float64 { return f(math.Exp(l)) }
	best, at := math.Inf(1), 0
	for i := range n + 1 {
		if v := g(la + (lb-la)*float64(i)/float64(n)); v < best {
			best, at = v, i
		}
	}
	if math.IsInf(best, 1) { // there is no valley
		return a, best
	}
	lo := la + (lb-la)*float64(max(at-1, 0))/float64(n)
	hi := la + (lb-la)*float64(min(at+1, n))/float64(n)
	c, d := hi-golden*(hi-lo), lo+golden*(hi-lo)
	fc, fd := g(c), g(d)
	for hi-lo > part {
		if fc < fd {
			hi, d, fd = d, c, fc
			c = hi - golden*(hi-lo)
			fc = g(c)
		} else {
			lo, c, fc = c, d, fd
			d = lo + golden*(hi-lo)
			fd = g(d)
		}
	}
	l := (lo + hi) / 2
	return math.Exp(l), g(l)
}

// Greatest is Least upside down.
func Greatest(f func(float64) float64, a, b float64, n int) (x, y float64) {
	x, y = Least(func(v float64) float64 { return -f(v) }, a, b, n)
	return x, -y
}
