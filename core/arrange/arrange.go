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
	"math"
	"slices"
	"sync"

	"graybridge/core/machine"
)

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
	Idle       float64 // the same idling, +Inf where it does not
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

// The grid of capacitors, in steps of a factor around the µF that would draw rated amps from
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
