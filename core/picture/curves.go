// Package picture is what is looked at beside a plan, taken of what was solved for it: curves, ranges,
// maps and films, what a mistake would do, another motor in this one's place, the circuit as a file.
package picture

import (
	"context"
	"errors"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/site"
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
func CurvesOf(ctx context.Context, of *plan.Solved) (Curves, error) {
	return plan.Picture(ctx, of, curvesOf)
}

func curvesOf(w *plan.Solved) (c Curves, err error) {
	if w.Site().Model == nil {
		return Curves{}, plan.ErrNone
	}
	m := w.Site().Model
	rpm, torque, amps, err := m.PlateCurve(curveSteps)
	if err != nil {
		return Curves{}, plan.ErrNone
	}
	c = Curves{Plate: []capacitor.CurvePoint{}, Bridge: []capacitor.CurvePoint{}, Load: []LoadPoint{}}
	load := w.Site().Load.At(w.Site().Load.Usual)
	for i := range rpm {
		c.Plate = append(c.Plate, capacitor.CurvePoint{RPM: rpm[i], Torque: torque[i], Worst: amps[i], Supply: amps[i]})
		c.Load = append(c.Load, LoadPoint{rpm[i], load.ShaftNm(m, rpm[i]/m.RPM) / m.RatedTorqueNm})
	}
	on, ok := w.Bridge().(capacitor.Installed)
	if !ok || on.Answer == nil {
		return c, nil
	}
	a := on.Answer
	if points, err := on.Bridge.Curve(a.Microfarad, curveSteps); err == nil {
		c.Bridge = points
	}
	if a.UsualRuns {
		c.RPM, c.Share = a.Usual.RPM, load.ShaftNm(m, a.Usual.RPM/m.RPM)/m.RatedTorqueNm
	}
	return c, nil
}

// Island is the map of capacitance and load for a document's motor as wanted.
// It is apart from Make because it does not change while the µF are dragged.
func Island(ctx context.Context, of *plan.Solved) (capacitor.Island, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (capacitor.Island, error) {
		on, err := plan.On[capacitor.Installed](w)
		if err != nil || on.Answer == nil {
			return capacitor.Island{}, plan.ErrNone
		}
		kind := w.Site().Load.Kind.Loaded()
		out, err := on.Bridge.Map(ctx, on.RulerTo(), kind)
		if err != nil {
			return out, err
		}
		return out, on.Soften(ctx, &out, kind)
	})
}

// Start follows the run-up of a document's motor as wanted.
func Start(ctx context.Context, of *plan.Solved) (capacitor.StartRun, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (capacitor.StartRun, error) {
		on, err := plan.On[capacitor.Installed](w)
		if err != nil {
			return capacitor.StartRun{}, err
		}
		return on.RunUp(ctx)
	})
}

// HertzFor is the hertz at which a document's drive reaches a speed, spoken as
// "hz", "motor", "tool", "surface" (m/s) or "feet" (ft/min); ok is false where
// it does not, or no drive is chosen.
func HertzFor(d document.Document, way string, value float64) (hertz float64, ok bool) {
	on, ok := plan.Read(context.Background(), d).Bridge().(drive.Installed)
	if !ok || on.Motor == nil {
		return 0, false
	}
	return on.Chosen.HertzFor(*on.Motor, on.Profile, way, value)
}

// Ranges are what every load does to the windings and to the poles of an
// overload relay, for the capacitance chosen and for the reactance school's.
type Ranges struct {
	Microfarad float64                `json:"microfarad"`
	Chosen     []capacitor.RangePoint `json:"chosen" nullable:"false"`
	School     float64                `json:"school_microfarad"`
	BySchool   []capacitor.RangePoint `json:"by_school" nullable:"false"`
	InLines    float64                `json:"set_in_lines"`    // A: the plan's setting with the relay in the supply lines
	InLeads    float64                `json:"set_in_leads"`    // A: with a pole in each motor lead
	Blind      *capacitor.Stretch     `json:"blind,omitempty"` // of a relay in the supply lines
	Race       *capacitor.Race        `json:"race,omitempty"`
}

// RangesOf follows a document's bridge over the whole load range.
func RangesOf(ctx context.Context, of *plan.Solved) (Ranges, error) {
	return plan.Picture(ctx, of, rangesOf)
}

func rangesOf(w *plan.Solved) (r Ranges, err error) {
	on, ok := w.Bridge().(capacitor.Installed)
	if !ok || on.Answer == nil {
		return Ranges{}, plan.ErrNone
	}
	a, kind := on.Answer, w.Site().Load.Kind
	r = Ranges{Microfarad: a.Microfarad, Chosen: on.Bridge.Range(a.Microfarad, kind), School: a.Schools[0].Microfarad}
	r.BySchool = on.Bridge.Range(r.School, kind)
	if g := on.Guarding(bridge.Blocked(w.Said())); g.Choice != nil {
		r.InLines, r.InLeads = g.Asks.Needed(protection.SupplyLines), g.Asks.Needed(protection.MotorLeads)
		r.Blind = capacitor.Blind(r.Chosen, r.InLines)
		if race, ok := on.Race(*g.Choice); ok {
			r.Race = &race
		}
	}
	return r, nil
}

// BalanceMap is a converter ready to be mapped over both of its banks.
type BalanceMap struct {
	Reach  float64
	Motors []string // ids that rows name by number, the idler being -1
	Rows   func(ctx context.Context, n int, each func(row int, worst []float64, who []int) bool) error
}

// BalanceMapOf is the map of a document's converter. The error is ErrNone where it
// cannot be worked out yet.
func BalanceMapOf(ctx context.Context, d document.Document) (BalanceMap, error) {
	return plan.Picture(ctx, plan.Read(ctx, d), func(w *plan.Solved) (BalanceMap, error) {
		on, ok := w.Bridge().(rotary.Installed)
		if !ok || on.Answer == nil {
			return BalanceMap{}, plan.ErrNone
		}
		m := BalanceMap{Reach: on.Street.Reach(), Motors: []string{}, Rows: on.Shown.Map}
		for _, i := range on.Counted {
			m.Motors = append(m.Motors, on.Machines[i].ID)
		}
		return m, nil
	})
}

// FilmOf follows the start of a document's idler, or of its machine beside the idler.
func FilmOf(ctx context.Context, d document.Document) (rotary.Film, error) {
	return plan.Picture(ctx, plan.Read(ctx, d), func(w *plan.Solved) (rotary.Film, error) {
		on, err := plan.On[rotary.Installed](w)
		if err != nil {
			return rotary.Film{}, err
		}
		film, err := on.Film(ctx)
		if errors.Is(err, rotary.ErrNoFilm) {
			err = plan.ErrNone
		}
		return film, err
	})
}

// SizesOf tries standard idlers and the owner's spares for a document's converter.
func SizesOf(ctx context.Context, d document.Document) (rotary.Sizes, error) {
	return plan.Picture(ctx, plan.Read(ctx, d), func(w *plan.Solved) (rotary.Sizes, error) {
		on, err := plan.On[rotary.Installed](w)
		if err != nil {
			return rotary.Sizes{}, err
		}
		sizes, err := on.Sizes(ctx)
		if errors.Is(err, rotary.ErrNoFilm) {
			err = plan.ErrNone
		}
		return sizes, err
	})
}

// TwinsOf are the motors that would print the same plate as a document's first one.
func TwinsOf(ctx context.Context, d document.Document, seed uint64) []site.Twin {
	twins, _ := plan.Picture(ctx, plan.Read(ctx, d), func(w *plan.Solved) ([]site.Twin,
		error) {
		return w.Site().Twins(seed), nil
	})
	return twins
}

// PairOf is the open pair of two capacitors for a document's motor.
func PairOf(ctx context.Context, of *plan.Solved) (capacitor.Pair, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (capacitor.Pair, error) {
		on, err := plan.On[capacitor.Installed](w)
		if err != nil {
			return capacitor.Pair{}, err
		}
		return on.Pair()
	})
}

// PairProofOf follows that pair in time and maps both of its µF.
func PairProofOf(ctx context.Context, of *plan.Solved) (capacitor.PairProof, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (capacitor.PairProof, error) {
		on, err := plan.On[capacitor.Installed](w)
		if err != nil {
			return capacitor.PairProof{}, err
		}
		return on.Prove(ctx)
	})
}
