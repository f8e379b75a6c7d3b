package job

import (
	"context"
	"errors"
	"reflect"

	"graybridge/core/capacitor"
	"graybridge/core/machine"
	"graybridge/core/protection"
)

// Curves are torque and amps over speed, every figure as a share of plate: the
// motor on the three-phase supply it was made for, on the bridge, and what the
// load asks.
type Curves struct {
	Plate  []capacitor.CurvePoint `json:"plate" nullable:"false"`
	Bridge []capacitor.CurvePoint `json:"bridge" nullable:"false"` // empty where there is none
	Load   []LoadPoint            `json:"load" nullable:"false"`
	RPM    float64                `json:"rpm"`   // where it runs at the usual load; 0 where it does not
	Share  float64                `json:"share"` // the load's torque there
}

// LoadPoint is the load's torque over rated at a speed.
type LoadPoint struct {
	RPM    float64 `json:"rpm"`
	Torque float64 `json:"torque"`
}

// curveSteps is how many speeds a curve has.
const curveSteps = 100

// CurvesOf draws the curves of a document's motor.
func CurvesOf(ctx context.Context, d Document) (Curves, error) { return picture(ctx, d, curvesOf) }

func curvesOf(w *worker) (c Curves, err error) {
	if w.site.Model == nil {
		return Curves{}, ErrNone
	}
	m := w.site.Model
	rpm, torque, amps, err := m.PlateCurve(curveSteps)
	if err != nil {
		return Curves{}, ErrNone
	}
	c = Curves{Plate: []capacitor.CurvePoint{}, Bridge: []capacitor.CurvePoint{}, Load: []LoadPoint{}}
	load := w.site.Load.At(w.site.Load.Usual)
	for i := range rpm {
		c.Plate = append(c.Plate, capacitor.CurvePoint{RPM: rpm[i], Torque: torque[i], Worst: amps[i], Supply: amps[i]})
		c.Load = append(c.Load, LoadPoint{rpm[i], load.ShaftNm(m, rpm[i]/m.RPM) / m.RatedTorqueNm})
	}
	a := w.answer
	if a == nil {
		return c, nil
	}
	if b := w.bridge(w.site.Wanted); b != nil {
		if points, err := b.Curve(a.Microfarad, curveSteps); err == nil {
			c.Bridge = points
		}
	}
	if a.UsualRuns {
		c.RPM, c.Share = a.Usual.RPM, load.ShaftNm(m, a.Usual.RPM/m.RPM)/m.RatedTorqueNm
	}
	return c, nil
}

// prepared carries a document as far as the bridge's answer.
func prepared(ctx context.Context, d *Document) *worker {
	w := newWorker(ctx, d)
	for _, stage := range []func(){w.read, w.direction, w.compute} {
		if ctx.Err() != nil {
			return newWorker(ctx, d) // nothing is known to a caller who has gone
		}
		stage()
	}
	return w
}

// ErrNone says that a document's motor cannot be computed, or that its bridge
// gives no such picture.
var ErrNone = errors.New("nothing to compute")

// picture computes one heavy picture of a document. The error is ErrNone where
// there is none, also where the computation fails, or the context's.
func picture[T any](ctx context.Context, d Document, of func(w *worker) (T, error)) (out T, err error) {
	defer func() {
		if v := recover(); v != nil {
			err = ErrNone
		}
		if gone := ctx.Err(); gone != nil {
			err = gone
		}
		if err == nil && !sound(reflect.ValueOf(out)) {
			err = ErrNone
		}
	}()
	return of(prepared(ctx, &d))
}

// Island is the map of capacitance and load for a document's motor as wanted.
// It is apart from Make because it does not change while the µF are dragged.
func Island(ctx context.Context, d Document) (capacitor.Island, error) {
	return picture(ctx, d, island)
}

func island(w *worker) (capacitor.Island, error) {
	if w.answer == nil {
		return capacitor.Island{}, ErrNone
	}
	b := w.bridge(w.site.Wanted)
	if b == nil {
		return capacitor.Island{}, ErrNone
	}
	kind := w.site.Load.Kind
	if kind == machine.NoLoad {
		kind = machine.Constant
	}
	return b.Map(w.ctx, w.link().RulerTo, kind)
}

// Ranges are what every load does to the windings and to the poles of an
// overload relay, for the capacitance chosen and for the reactance school's.
type Ranges struct {
	Microfarad float64                `json:"microfarad"`
	Chosen     []capacitor.RangePoint `json:"chosen" nullable:"false"`
	School     float64                `json:"school_microfarad"`
	BySchool   []capacitor.RangePoint `json:"by_school" nullable:"false"`
	InLines    float64                `json:"set_in_lines"` // A: the plan's setting with the relay in the supply lines
	InLeads    float64                `json:"set_in_leads"` // A: with a pole in each motor lead
}

// RangesOf follows a document's bridge over the whole load range.
func RangesOf(ctx context.Context, d Document) (Ranges, error) { return picture(ctx, d, rangesOf) }

func rangesOf(w *worker) (r Ranges, err error) {
	a := w.answer
	if a == nil {
		return Ranges{}, ErrNone
	}
	b := w.bridge(w.site.Wanted)
	r = Ranges{Microfarad: a.Microfarad, Chosen: b.Range(a.Microfarad, w.site.Load.Kind), School: a.Schools[0].Microfarad}
	r.BySchool = b.Range(r.School, w.site.Load.Kind)
	if w.choice != nil {
		r.InLines, r.InLeads = w.asks.Needed(protection.SupplyLines), w.asks.Needed(protection.MotorLeads)
	}
	return r, nil
}
