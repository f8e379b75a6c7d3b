// Package dc is a brushed motor with a constant field on a rectifying controller.
//
// The half-controlled single-phase bridge has two thyristors and two diodes. From the
// firing angle α to the line's next zero a thyristor carries, the armature at the line's
// volts; past the zero the current goes on round through the diodes, the armature at
// none, until it dies or the next thyristor fires; in the gaps the armature shows its
// back EMF alone. With x the angle of the line,
//
//	L·ω·di/dx + R·i = v − E − Vb      v = √2·V·sin x, or 0
//
// is solved exactly piece by piece,
//
//	i = a·sin(x − φ) + b + c·e^(−k(x − x0))      tan φ = ωL/R, k = R/(ωL)
//
// between the events (firing, extinction, the line's zero), which are found by bracketing;
// means and squares are integrals of that sum, in closed form. Devices are without drop,
// the line without impedance, the shaft turns evenly.
//
// A half-wave controller is the same with one thyristor and a diode across the armature: it
// fires once a turn of the line, not twice, and the diode carries for up to a turn.
package dc

import (
	"math"

	"graybridge/core/search"
)

// Armature is what the rectifier feeds.
type Armature struct {
	Ohm        float64
	Millihenry float64
	BrushVolts float64 // while amps flow
}

// Line is the alternating supply.
type Line struct {
	Volts float64 // RMS
	Hertz float64
}

// Wave is one settled period of the rectifier: half a turn of the line; a whole one of a half-wave controller.
type Wave struct {
	DelayRad   float64
	MeanAmps   float64 // of the armature
	RMSAmps    float64
	MeanVolts  float64 // as a meter on the armature shows
	LineAmps   float64 // RMS
	LineWatts  float64
	Continuous bool // the current never dies
	Pieces     []Piece
}

// FormFactor is RMS over mean of the armature's amps; 1 where none flow.
func (w *Wave) FormFactor() float64 {
	if w.MeanAmps == 0 {
		return 1
	}
	return w.RMSAmps / w.MeanAmps
}

// Piece is a stretch of the period from one angle to another, in which the amps are
// a·sin(x − φ) + b + c·e^(−k(x − from)).
type Piece struct {
	From, To   float64
	Thyristor  bool // the line carries; else the amps go round through the diodes
	a, b, c, k float64
	phi        float64
}

// At is the amps at an angle of the piece.
func (p *Piece) At(x float64) float64 {
	return p.a*math.Sin(x-p.phi) + p.b + p.c*math.Exp(-p.k*(x-p.From))
}

// rectifier is an armature on a line at one back EMF.
type rectifier struct {
	peak, against float64 // V: of the line; back EMF and brushes
	emf           float64
	amplitude     float64 // peak over impedance
	phi, k, ohm   float64
	opens         float64 // from here to π − opens the line has more volts than stand against it; π/2: never
	period        float64 // from one firing to the next
}

func newRectifier(m Armature, l Line, emf, period float64) rectifier {
	x := 2 * math.Pi * l.Hertz * m.Millihenry * 1e-3
	r := rectifier{
		peak:    math.Sqrt2 * l.Volts,
		against: emf + m.BrushVolts,
		emf:     emf,
		ohm:     m.Ohm,
		phi:     math.Atan2(x, m.Ohm),
		k:       m.Ohm / x,
		period:  period,
	}
	r.amplitude = r.peak / math.Hypot(m.Ohm, x)
	r.opens = math.Asin(math.Min(1, r.against/r.peak))
	return r
}

// piece begins a stretch with some amps.
func (r *rectifier) piece(from, amps float64, thyristor bool) Piece {
	p := Piece{From: from, Thyristor: thyristor, b: -r.against / r.ohm, k: r.k, phi: r.phi}
	if thyristor {
		p.a = r.amplitude
	}
	p.c = amps - p.a*math.Sin(from-r.phi) - p.b
	return p
}

// ends closes a piece at the latest at to, or where its amps die. While less volts stand
// than against the amps, these only fall, and once at none cannot rise: the sign at the
// end of such a stretch tells whether they died in it. While more stand, they cannot die.
func (r *rectifier) ends(p *Piece, to float64) (died bool) {
	p.To = to
	if !p.Thyristor {
		if p.At(to) < 0 {
			p.To = p.From + math.Log(-p.c/p.b)/p.k
			return true
		}
		return false
	}
	if p.From < r.opens && p.At(r.opens) < 0 { // fired into amps that still flowed
		p.To = search.Root(p.At, p.From, r.opens)
		return true
	}
	if p.At(to) < 0 {
		p.To = search.Root(p.At, math.Max(p.From, math.Pi-r.opens), to)
		return true
	}
	return false
}

// conduct follows the amps from the firing to the line's zero and gives those left there.
func (r *rectifier) conduct(delay, amps float64, pieces []Piece) (float64, []Piece) {
	x := delay
	for x < math.Pi {
		if amps <= 0 { // the gate holds: it waits for more volts than stand against it
			if x >= math.Pi-r.opens {
				break
			}
			x = math.Max(x, r.opens)
		}
		p := r.piece(x, math.Max(0, amps), true)
		died := r.ends(&p, math.Pi)
		pieces = append(pieces, p)
		x, amps = p.To, math.Max(0, p.At(p.To))
		if died {
			amps = 0
		}
	}
	return amps, pieces
}

// coast follows amps round through the diodes from one angle to another.
func (r *rectifier) coast(from, to, amps float64, pieces []Piece) (float64, []Piece) {
	if amps <= 0 || to <= from {
		return math.Max(0, amps), pieces
	}
	p := r.piece(from, amps, false)
	if r.ends(&p, to) {
		amps = 0
	} else {
		amps = math.Max(0, p.At(p.To))
	}
	if p.To > p.From {
		pieces = append(pieces, p)
	}
	return amps, pieces
}

// follow follows one period from the firing at delay, with some amps then, to the
// next firing. It returns the amps there and writes the pieces.
func (r *rectifier) follow(delay, amps float64, pieces []Piece) (float64, []Piece) {
	amps, pieces = r.conduct(delay, amps, pieces)
	return r.coast(math.Pi, r.period+delay, amps, pieces)
}

// Rectified settles the half-controlled bridge at a firing delay and a back EMF.
func Rectified(m Armature, l Line, emf, delayRad float64) Wave {
	return settled(newRectifier(m, l, emf, math.Pi), delayRad)
}

// settled is a rectifier's wave at a firing delay.
func settled(r rectifier, delayRad float64) Wave {
	w := Wave{DelayRad: delayRad}
	pieces := make([]Piece, 0, 4)
	// Amps at a firing that come back at the next: a period takes amps to amps by a
	// slope below 1, straight while the current is unbroken, so that one step from none
	// tells where it settles.
	step := func(amps float64) (next float64) {
		next, pieces = r.follow(delayRad, amps, pieces[:0])
		return next
	}
	amps := step(0)
	if amps > 0 {
		settled := amps / (1 - math.Exp(-r.k*r.period))
		if next := step(settled); math.Abs(next-settled) > 1e-11*(1+settled) {
			settled = search.Root(func(x float64) float64 { return step(x) - x }, 0, math.Max(settled, r.peak/r.ohm))
			step(settled)
		}
		amps = settled
	}
	w.Pieces = pieces
	w.Continuous = amps > 0 && len(pieces) > 0
	w.sum(&r)
	return w
}

// sum takes the means and squares of the pieces.
func (w *Wave) sum(r *rectifier) {
	var mean, square, lineSquare, watts, volts, carried float64
	for i := range w.Pieces {
		p := &w.Pieces[i]
		m, s := p.integrals()
		mean, square, carried = mean+m, square+s, carried+p.To-p.From
		if p.Thyristor {
			lineSquare += s
			watts += r.peak * p.withSine()
			volts += r.peak * (math.Cos(p.From) - math.Cos(p.To))
		}
	}
	gap := math.Max(0, r.period-carried)
	if gap > 1e-9 {
		w.Continuous = false
	}
	if mean < 1e-7*r.peak/r.ohm { // of so little, squares are only rounding
		w.Pieces, w.MeanVolts = nil, r.emf
		return
	}
	// A hair before the line ends, what is left of the squares may round below nothing.
	w.MeanAmps, w.RMSAmps = mean/r.period, math.Sqrt(max(0, square)/r.period)
	w.LineAmps, w.LineWatts = math.Sqrt(max(0, lineSquare)/r.period), watts/r.period
	w.MeanVolts = (volts + gap*r.emf) / r.period
}

// integrals are ∫i and ∫i² over the piece.
func (p *Piece) integrals() (mean, square float64) {
	u0, u1 := p.From-p.phi, p.To-p.phi
	n := p.To - p.From
	if p.a == 0 && p.k*n < 0.5 { // nearly straight: the closed form is a difference of large numbers
		return p.nearlyStraight(n)
	}
	e1 := math.Exp(-p.k * n)
	s := math.Cos(u0) - math.Cos(u1) // ∫ sin
	e := (1 - e1) / p.k              // ∫ exp
	mean = p.a*s + p.b*n + p.c*e
	ss := (n - (math.Sin(2*u1)-math.Sin(2*u0))/2) / 2
	ee := (1 - e1*e1) / (2 * p.k)
	se := p.sineExp(u0, u1, e1)
	square = p.a*p.a*ss + p.b*p.b*n + p.c*p.c*ee + 2*(p.a*p.b*s+p.a*p.c*se+p.b*p.c*e)
	return mean, square
}

// Gauss's five points and their weights, for lengths of 1.
var gauss = [5][2]float64{{0.5, 0.28444444444444444}, {0.23076534494715845, 0.23931433524968324},
	{0.76923465505284155, 0.23931433524968324}, {0.04691007703066802, 0.11846344252809454},
	{0.95308992296933198, 0.11846344252809454}}

// nearlyStraight is ∫i and ∫i² of a short exponential by Gauss's five points: exact to the
// ninth power of its length over L/R.
func (p *Piece) nearlyStraight(n float64) (mean, square float64) {
	first := p.b + p.c
	for _, g := range gauss {
		e := math.Expm1(-p.k * n * g[0])
		i := first*(1+e) - p.b*e
		mean, square = mean+g[1]*i, square+g[1]*i*i
	}
	return mean * n, square * n
}

// sineExp is ∫ sin(u)·e^(−k(u−u0)) from u0 to u1, e1 the exponential at the end.
func (p *Piece) sineExp(u0, u1, e1 float64) float64 {
	d := 1 + p.k*p.k
	return ((p.k*math.Sin(u0) + math.Cos(u0)) - e1*(p.k*math.Sin(u1)+math.Cos(u1))) / d
}

// withSine is ∫ i·sin x over the piece: the line's watts over its peak volts.
func (p *Piece) withSine() float64 {
	n := p.To - p.From
	e1 := math.Exp(-p.k * n)
	// sin x·sin(x−φ) = ½[cos φ − cos(2x−φ)]
	product := (n*math.Cos(p.phi) - (math.Sin(2*p.To-p.phi)-math.Sin(2*p.From-p.phi))/2) / 2
	return p.a*product + p.b*(math.Cos(p.From)-math.Cos(p.To)) + p.c*p.sineExp(p.From, p.To, e1)
}

// Fire finds the delay at which the armature's mean amps are those asked; ok is false
// where even no delay gives too few. near is a delay to begin from, that of a neighbour
// in a map; below 0 there is none.
func Fire(m Armature, l Line, emf, amps, near float64) (w Wave, ok bool) {
	off := func(x float64) float64 { return Rectified(m, l, emf, x).MeanAmps - amps }
	low, high := 0.0, math.Pi
	if near >= 0 { // from the neighbour outward, until it is between
		step, at := 0.02, near
		if off(at) > 0 {
			for low = at; ; step *= 2 {
				if high = math.Min(math.Pi, low+step); high >= math.Pi || off(high) <= 0 {
					break
				}
				low = high
			}
		} else {
			for high = at; ; step *= 2 {
				if low = math.Max(0, high-step); low <= 0 || off(low) > 0 {
					break
				}
				high = low
			}
		}
	}
	if low == 0 {
		if w = Rectified(m, l, emf, 0); w.MeanAmps < amps {
			return w, false
		}
	}
	// Over the delay's cosine the mean amps run nearly straight while they are unbroken.
	u := search.Root(func(u float64) float64 { return off(math.Acos(u)) }, math.Cos(high), math.Cos(low))
	return Rectified(m, l, emf, math.Acos(u)), true
}
