package reference

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Input is one figure that a formula takes.
type Input struct {
	ID      string `json:"id"`
	Label   string `json:"label"`
	Example string `json:"example"`
	kind    unit.Kind
	least   float64 // of the least that makes sense; 0: none
}

// Formula is one to try with one's own figures.
type Formula struct {
	ID     string  `json:"id"`
	Title  string  `json:"title"`
	Says   string  `json:"says"` // the formula itself
	About  string  `json:"about"`
	Inputs []Input `json:"inputs" nullable:"false"`
	of     func(x map[string]float64, typed map[string]string) ([]string, error)
}

// Tried is a formula with figures in it: its results in a line each, or what is wrong with an input.
type Tried struct {
	Results  []string          `json:"results" nullable:"false"`
	Problems map[string]string `json:"problems,omitempty"`
}

// Formulas are all of them.
func Formulas() []Formula { return slices.Clone(formulas) }

// Try puts figures as they were typed into a formula. ok is false where there is none of that id.
func Try(id string, typed map[string]string) (out Tried, ok bool) {
	i := slices.IndexFunc(formulas, func(f Formula) bool { return f.ID == id })
	if i < 0 {
		return out, false
	}
	out.Results, out.Problems = []string{}, map[string]string{}
	x := map[string]float64{}
	for _, in := range formulas[i].Inputs {
		text := strings.TrimSpace(typed[in.ID])
		if text == "" {
			continue
		}
		v, _, err := in.kind.One(text)
		if err == nil && v < in.least {
			err = fmt.Errorf("at least %s", unit.Plain(in.least))
		}
		if err != nil {
			out.Problems[in.ID] = problemOf(text, in.Example)
			continue
		}
		x[in.ID] = v
	}
	if len(out.Problems) > 0 || len(x) < len(formulas[i].Inputs) {
		return out, true
	}
	results, err := formulas[i].of(x, typed)
	if err != nil {
		out.Problems[formulas[i].Inputs[len(formulas[i].Inputs)-1].ID] = err.Error()
		return out, true
	}
	out.Results = results
	return out, true
}

// pole reads a number of poles.
var pole = unit.Kind{Base: "poles", Default: "", Example: "4", Largest: 96, Units: map[string]float64{"": 1, "poles": 1,
	"pole": 1}}

// number reads a number without a unit.
var number = unit.Kind{Base: "times", Default: "", Example: "3", Largest: 1000, Units: map[string]float64{"": 1}}

// size reads a conductor, which the formula reads itself.
var size = unit.Kind{Base: "", Default: "mm²", Example: "2.5 mm²", Largest: 500, Units: map[string]float64{"mm²": 1,
	"mm2": 1, "awg": 1, "AWG": 1}}

// synchronous speed in rpm.
func synchronous(hertz, poles float64) float64 { return 120 * hertz / poles }

// feeder loses volts: both conductors, hot.
func feeder(x map[string]float64, typed map[string]string) ([]string, error) {
	c, _, err := unit.ParseConductor(typed["size"])
	if err != nil {
		return nil, err
	}
	ohm, ok := table.OhmPerMetre(c.SquareMM, c.AWG)
	if !ok {
		return nil, errNoSuchSize
	}
	lost := x["amps"] * 2 * x["length"] * ohm
	return feederResult(lost, lost/x["volts"]), nil
}

// emptied is what is left on a capacitor after a time, and the resistor that would do.
func emptied(x map[string]float64, _ map[string]string) ([]string, error) {
	peak, farad := math.Sqrt2*x["volts"], x["microfarad"]*1e-6
	joules := farad * peak * peak / 2
	most := restSeconds / (farad * math.Log(math.Max(peak, touchVolts+1)/touchVolts))
	watts := x["volts"] * x["volts"] / most
	return emptiedResult(joules, peak, most, watts), nil
}

// A can is emptied to touchVolts within restSeconds (the trade's rule).
const (
	touchVolts  = 50.0
	restSeconds = 60.0
)
