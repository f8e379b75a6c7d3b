package rotary

import (
	"context"
	"math"

	"graybridge/core/unit"
)

// Occurring are the states that happen in a shop: what every machine does in each.
type Occurring [][]Duty

// Worst is the worst winding over all states that occur, with the banks given: over
// plate, of which motor (-1 the idler) and in which state. A state that does not run is
// worse than any winding: share is +Inf and of the one that falls out.
func (s *Street) Worst(b Balance, states Occurring) WorstOf {
	return s.worstUnder(b, states, math.Inf(1), 0)
}

// worstUnder is Worst where only what lies under a limit is of use: it looks at one
// state first, the likeliest to be worst, and ends with the first that reaches the limit.
func (s *Street) worstUnder(b Balance, states Occurring, limit float64, first int) (w WorstOf) {
	s.SetBalance(b)
	w.Of, w.Share = -1, 0
	for n := range states {
		i := n
		if n == 0 {
			i = first
		} else if n <= first {
			i = n - 1
		}
		found := s.glance(states[i], limit)
		if found.State = i; found.Share > w.Share {
			w = found
		}
		if w.Share >= limit || math.IsInf(w.Share, 1) {
			return w
		}
	}
	return w
}

// WorstOf is the worst winding of some states.
type WorstOf struct {
	Of      int // -1: the idler
	Winding string
	Share   float64 // over plate; +Inf where a motor falls out
	State   int
}

// perHorsepower is the greatest capacitance of one bank that is looked at, in µF for
// each horsepower of the idler at 240 V and 60 Hz: nearly three times the trade's 12
// to 16.
const perHorsepower = 40.0

// scaled carries µF for each horsepower at 240 V and 60 Hz to this idler and line.
func (s *Street) scaled(each float64) float64 {
	volts := 240 / s.line.Volts
	return each * s.motors[0].Model.ShaftWatts / unit.WattsPerHorsepower * volts * volts * 60 / s.line.Hertz
}

// Reach is the right and upper end of a map of both banks, in µF.
func (s *Street) Reach() float64 { return math.Ceil(s.scaled(perHorsepower)/10) * 10 }

// Search finds the two banks that keep the worst winding least over the states that
// occur. The ground is a bowl with creases where one winding takes over from another,
// so no gradient and no golden section is trusted: a coarse grid, then a pattern around
// its best point, and another around the best pair of equal banks, that step where they
// find better and halve where they do not, and last ways that turn. The grids take every
// main flux for a straight line, which is right where machines work and costs a sixth;
// everything after them stands on the curves. equal is the best with both banks alike, on
// the way to it. It ends with the context's error where its caller has gone.
func (s *Street) Search(ctx context.Context, states Occurring) (best, equal Found, err error) {
	s.rough = true
	defer func() { s.rough = false }()
	d := descent{s: s, ctx: ctx, states: states, reach: s.Reach(), worst: WorstOf{Share: math.Inf(1)}}
	s.forget()
	d.grid(func(try func(Balance)) {
		for i := range coarse + 1 {
			x := d.reach * float64(i) / coarse
			try(Balance{x, x})
		}
	})
	d.around(alike, d.reach/coarse/2)
	equal = d.end()
	diagonal := d
	d.worst = WorstOf{Share: math.Inf(1)}
	d.grid(func(try func(Balance)) {
		for i := range coarse + 1 {
			for j := range coarse + 1 {
				try(Balance{d.reach * float64(i) / coarse, d.reach * float64(j) / coarse})
			}
		}
	})
	d.around(everyWay, d.reach/coarse/2)
	diagonal.known = &d.best
	diagonal.around(everyWay, d.reach/coarse/4)
	if diagonal.worst.Share < d.worst.Share {
		d = diagonal
	}
	d.spin(d.reach / coarse)
	return d.end(), equal, d.err
}

// Found are the best banks of a search and the worst winding with them. OK is false where no
// banks let every state run.
type Found struct {
	Balance
	Worst WorstOf
	OK    bool
}

// coarse is how many steps the first grid has each way.
const coarse = 8

// The ways that a pattern steps: banks alike, or each on its own.
var (
	alike    = [][2]float64{{1, 1}, {-1, -1}}
	everyWay = [][2]float64{{1, 0}, {-1, 0}, {0, 1}, {0, -1}, {1, 1}, {-1, -1}, {1, -1}, {-1, 1},
		{2, 1}, {1, 2}, {-2, 1}, {-1, 2}, {2, -1}, {1, -2}, {-2, -1}, {-1, -2},
		{3, 1}, {1, 3}, {-3, 1}, {-1, 3}, {3, -1}, {1, -3}, {-3, -1}, {-1, -3}}
)

// descent is a search under way.
type descent struct {
	s      *Street
	ctx    context.Context
	states Occurring
	reach  float64
	best   Balance
	worst  WorstOf
	likely int // the state that was worst last: the likeliest to be it again
	turn   float64
	known  *Balance // where another descent ended: beside it there is nothing to find
	err    error
}

// try looks at a pair of banks and keeps it where it is better.
func (d *descent) try(b Balance) bool {
	if b.L13 < 0 || b.L23 < 0 || b.L13 > d.reach || b.L23 > d.reach || d.err != nil {
		return false
	}
	if d.err = d.ctx.Err(); d.err != nil {
		return false
	}
	w := d.s.worstUnder(b, d.states, d.worst.Share, d.likely)
	d.likely = w.State
	if w.Share >= d.worst.Share {
		return false
	}
	d.best, d.worst = b, w
	return true
}

// grid finds the best of some pairs with straight lines and looks at it again with the
// curves.
func (d *descent) grid(pairs func(try func(Balance))) {
	d.s.straight = true
	pairs(func(b Balance) { d.try(b) })
	d.s.straight = false
	if found := d.best; !math.IsInf(d.worst.Share, 1) {
		d.worst = WorstOf{Share: math.Inf(1)}
		d.try(found)
	}
}

// around steps from the best pair so far.
func (d *descent) around(ways [][2]float64, step float64) {
	if math.IsInf(d.worst.Share, 1) {
		return
	}
	for d.err == nil && step > 0.25 {
		if k := d.known; k != nil && math.Hypot(d.best.L13-k.L13, d.best.L23-k.L23) < step {
			return
		}
		moved := false
		for _, w := range ways {
			moved = d.try(Balance{d.best.L13 + step*w[0], d.best.L23 + step*w[1]}) || moved
		}
		if !moved {
			step /= 2
		}
	}
}

// spin steps on from the best pair along ways that turn by the golden angle from one to
// the next: a crease leads down in a narrow direction that no fixed pattern has.
func (d *descent) spin(step float64) {
	if math.IsInf(d.worst.Share, 1) {
		return
	}
	const golden, ways = 2.399963229728653, 20
	for d.err == nil && step > 0.25 {
		moved := false
		for range ways {
			d.turn += golden
			sin, cos := math.Sincos(d.turn)
			moved = d.try(Balance{d.best.L13 + step*cos, d.best.L23 + step*sin}) || moved
		}
		if !moved {
			step /= 2
		}
	}
}

func (d *descent) end() Found {
	if d.err != nil || math.IsInf(d.worst.Share, 1) {
		return Found{Worst: d.worst}
	}
	return Found{d.best, d.worst, true}
}

// Map is the worst winding over both banks: rows from nothing at L2-L3 upward, each from
// nothing at L1-L3 to the right.
type Map struct {
	Reach float64     `json:"reach_microfarad"`
	Worst [][]float64 `json:"worst" nullable:"false"` // over plate; 0 where a motor falls out
	Who   [][]int     `json:"who" nullable:"false"`   // -1 the idler, else the machine
}

// Map works the map out in n × n points; each is called with every row as it is done,
// from below, and where it says no or the context ends the map ends too.
func (s *Street) Map(
	ctx context.Context,
	states Occurring,
	n int,
	each func(row int, worst []float64, who []int) bool,
) error {
	reach := s.Reach()
	s.forget()
	for j := range n {
		worst, who := make([]float64, n), make([]int, n)
		for i := range n {
			if err := ctx.Err(); err != nil {
				return err
			}
			at := i
			if j%2 == 1 { // there and back again: each point beside the one before
				at = n - 1 - i
			}
			w := s.Worst(Balance{reach * float64(at) / float64(n-1), reach * float64(j) / float64(n-1)}, states)
			if worst[at], who[at] = w.Share, w.Of; math.IsInf(w.Share, 1) {
				worst[at] = 0
			}
		}
		if !each(j, worst, who) {
			return ctx.Err()
		}
	}
	return nil
}

// FallsOut raises the load of every running machine of a state together until one falls
// out: the factor on their loads at which it happens, up to most, and which one (-1 the
// idler). ok is false where none does.
func (s *Street) FallsOut(duties []Duty, most float64) (factor float64, who int, ok bool) {
	at, who, ok := s.fallsOut(duties, most)
	return at.factor, who, ok
}

// fallsOut is FallsOut with the slips of the last state that ran.
func (s *Street) fallsOut(duties []Duty, most float64) (at fold, who int, ok bool) {
	more := make([]Duty, len(duties))
	settled := func(f float64) State {
		for i, d := range duties {
			more[i] = d
			more[i].Load.Share *= f
		}
		return s.Settle(more)
	}
	low, high := 0.0, most
	last := settled(most)
	if last.Runs {
		return fold{}, 0, false
	}
	for high-low > 0.005 {
		mid := (low + high) / 2
		if st := settled(mid); st.Runs {
			low = mid
			at.slips = append(at.slips[:0], s.slips...)
		} else {
			high, last = mid, st
		}
	}
	at.factor = high
	return at, last.Falls, true
}
