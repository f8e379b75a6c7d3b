package meaning

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/logbook"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// Warm is a frame's temperature at a time of a heat run.
type Warm struct {
	Minutes float64 `json:"minutes"`
	Celsius float64 `json:"celsius"`
}

// Forecast is where the frame would settle, as it looked after some readings.
type Forecast struct {
	After   int     `json:"after"` // readings
	Settles float64 `json:"settles"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
	Tau     float64 `json:"tau"` // minutes
	Text    string  `json:"text"`
}

// HeatRun is a heat run as the book has it: its points, the curve through them, and the
// forecast after each.
type HeatRun struct {
	AirC      *float64         `json:"air,omitempty"` // not read: none
	Points    []Warm           `json:"points" nullable:"false"`
	Curve     []Warm           `json:"curve" nullable:"false"`
	Forecasts []Forecast       `json:"forecasts" nullable:"false"`
	Finding   *finding.Finding `json:"finding,omitempty"` // against class and two-body model
	Says      string           `json:"says"`
	Into      *bringup.Into    `json:"into,omitempty"`
}

// oneRun is how many minutes may lie between two readings of one heat run.
const oneRun = 180.0

// HeatRunOf finds the last heat run in a book and says what it shows of a document's machine:
// the readings are put into the document, and the plan says what it says of every heat run.
// The error is the context's.
func HeatRunOf(ctx context.Context, s *plan.Solved, book []logbook.Entry) (HeatRun, error) {
	out := HeatRun{Points: []Warm{}, Curve: []Warm{}, Forecasts: []Forecast{}}
	if !s.Known() {
		return out, ctx.Err()
	}
	start, air := math.NaN(), math.NaN()
	last := math.NaN()
	for _, e := range book {
		at := logbook.Minutes(e.Taken)
		for _, r := range e.Reads {
			switch r.Take {
			case bringup.AirTake:
				air = r.Value
			case bringup.FrameTake:
				if math.IsNaN(start) || at-last > oneRun || at < last {
					start, out.Points = at, []Warm{}
				}
				last = at
				out.Points = append(out.Points, Warm{math.Round(10*(at-start)) / 10, r.Value})
			}
		}
	}
	out.Points = slices.CompactFunc(out.Points, func(a, b Warm) bool { return a.Minutes == b.Minutes })
	if !math.IsNaN(air) {
		out.AirC = &air
	}
	if len(out.Points) == 0 {
		out.Says = heatNone
		return out, ctx.Err()
	}
	watts := s.Watts()
	if !(watts > 0) {
		watts = unknownWatts
	}
	planned := machine.FrameMinutes(watts)
	run := load.HeatRun{AirC: air, ColdC: math.NaN(), HotAfter: math.NaN()}
	for i, p := range out.Points {
		run.Frame = append(run.Frame, load.Warmth{Minutes: p.Minutes, Celsius: p.Celsius})
		if set, ok := run.Settle(planned); ok && i > 0 {
			out.Forecasts = append(out.Forecasts, Forecast{After: i + 1, Settles: set.Celsius, Low: set.Low,
				High: set.High,
				Tau:  set.Minutes, Text: forecastText(i+1, set.Celsius, set.Low, set.High)})
		}
	}
	if n := len(out.Forecasts); n > 0 {
		f := out.Forecasts[n-1]
		from := out.Points[0].Celsius
		for i := range 41 {
			m := float64(i) / 40 * math.Max(4*f.Tau, out.Points[len(out.Points)-1].Minutes)
			out.Curve = append(out.Curve, Warm{m, f.Settles - (f.Settles-from)*math.Exp(-m/f.Tau)})
		}
		out.Says = f.Text
	} else {
		out.Says = heatAnotherPoint
	}
	return out, judgeHeat(ctx, s, &out)
}

// unknownWatts is the motor that is taken for a time constant where no plate was read.
const unknownWatts = 1000.0

// judgeHeat puts a heat run into the document and takes what its plan says.
func judgeHeat(ctx context.Context, s *plan.Solved, out *HeatRun) error {
	if out.AirC == nil {
		out.Says = strings.TrimSpace(out.Says + " " + heatAirMissing)
		return ctx.Err()
	}
	text := heatText(*out.AirC, out.Points)
	m := s.Machine()
	if text != m.Load.HeatRun {
		out.Into = &bringup.Into{Label: takeIn(takeHeat), Sets: []finding.Setting{{
			Path: "machines." + m.ID + ".load.heat_run", Value: text}}}
	}
	d := s.Document().Of(m.ID).Clone()
	d.Machines[0].Load.HeatRun = text
	solved, err := plan.Solve(ctx, d)
	if err != nil {
		return err
	}
	if i := slices.IndexFunc(solved.Plan().Findings,
		func(f finding.Finding) bool { return f.ID == heatRunID }); i >= 0 {
		out.Finding = &solved.Plan().Findings[i]
	}
	return nil
}

// heatRunID is the finding of a heat run.
const heatRunID = "load.heat-run"

// heatText is a heat run as the document holds it.
func heatText(air float64, points []Warm) string {
	lines := []string{fmt.Sprintf("air %s °C", unit.Plain(air))}
	for _, p := range points {
		lines = append(lines, fmt.Sprintf("%s min %s °C", unit.Plain(p.Minutes), unit.Plain(p.Celsius)))
	}
	return strings.Join(lines, "\n")
}
