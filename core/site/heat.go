package site

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// Heat is how the motor warms: for planning by its plate's power and class, and as its
// heat run shows where there is one, made at a strain (the usual load's).
func (s *Site) Heat(at machine.Strain) machine.Heat {
	h := machine.HeatOf(s.Model, s.Plate.Class(), s.Load.AirC)
	run := s.Load.HeatRun
	if !run.Known() || at.Losses < leastStrain || at.Winding < leastStrain || math.IsNaN(runAir(s)) {
		return h
	}
	frame, known := run.Settle(h.FrameMin)
	rise := frame.Celsius - runAir(s)
	if known && rise > 1 {
		h.FrameK, h.FrameMin, h.FrameRead = rise*at.Cooling/at.Losses, frame.Minutes*at.Cooling, true
	}
	if c := run.WindingC(); !math.IsNaN(c) {
		after := run.HotAfter
		if math.IsNaN(after) {
			after = 8 * h.FrameMin
		}
		frameThen := h.FrameK * at.Losses / at.Cooling * (1 - math.Exp(-after*at.Cooling/h.FrameMin))
		warmed := at.Winding * (1 - math.Exp(-after/h.WindingMinutes))
		if over := c - runAir(s) - frameThen; over > 0 && warmed > 0 {
			h.OverFrameK, h.WindingRead = over/warmed, true
		}
	}
	return h
}

// A run at less than so much of the plate's heat tells nothing of the plate's.
const leastStrain = 0.05

// runAir is the air of the heat run, else of the place, in °C; NaN: nobody said.
func runAir(s *Site) float64 { return s.Load.HeatRun.AirC }

// JudgeHeatRun says what the heat run shows at the strain it was made at, and what remains.
func (s *Site) JudgeHeatRun(at machine.Strain) (out []finding.Finding) {
	run := s.Load.HeatRun
	if s.Model == nil || !run.Known() {
		return nil
	}
	f := finding.Finding{ID: "load.heat-run", Bay: finding.Load, Entries: []string{"load.heat_run"}}
	if math.IsNaN(runAir(s)) {
		f.Grade, f.Sentence = finding.Open, heatLacksAir
		f.Detail = heatLacksAirDetail
		return []finding.Finding{f}
	}
	planned := machine.HeatOf(s.Model, s.Plate.Class(), s.Load.AirC)
	h := s.Heat(at)
	frame, settles := run.Settle(planned.FrameMin)
	if !settles && !h.WindingRead {
		f.Grade, f.Sentence = finding.Open, heatAnother
		f.Detail = heatAnotherDetail
		return []finding.Finding{f}
	}
	allowed := runAir(s) + h.LimitK
	if !math.IsNaN(s.Load.AirC) {
		allowed = s.Load.AirC + h.LimitK
	}
	winding := runAir(s) + h.Settled(at)*h.LimitK
	left := allowed - winding
	said := []string{}
	if settles {
		said = append(said, fmt.Sprintf("the frame settles at %s (%s to %s)", celsius(frame.Celsius),
			celsius(frame.Low), celsius(frame.High)))
		f.Why = append(f.Why, finding.Why{Formula: "T = T∞ − (T∞ − T0)·e^(−t/τ), least squares",
			Numbers: fmt.Sprintf("%d readings; τ = %s; the guide value is %s over the air", len(run.Frame),
				unit.Whole(frame.Minutes, "min"), unit.Whole(planned.FrameK*at.Losses/at.Cooling, "K")),
			Section: finding.OnHeat, Source: "your heat run; thermometer ±1 K"})
	}
	if c := run.WindingC(); !math.IsNaN(c) {
		said = append(said, fmt.Sprintf("the winding was at %s by its ohms", celsius(c)))
		f.Why = append(f.Why, finding.Why{Formula: "T = R/R0·(234.5 + T0) − 234.5",
			Numbers: fmt.Sprintf("%s / %s, cold at %s", unit.Text(run.HotOhm, "Ω"), unit.Text(run.ColdOhm, "Ω"),
				celsius(run.ColdC)), Section: finding.OnHeat, Source: "your readings; copper"})
	}
	f.Sentence = heatSettles(said, winding)
	f.Figure, f.Limit = celsius(winding), celsius(allowed)
	f.Measure = finding.Against(winding, finding.AtMost, allowed, "°C")
	f.Why = append(f.Why, finding.Why{Formula: "winding = air + frame's rise·losses + winding over frame·worst amps²",
		Numbers: fmt.Sprintf("%s + %s + %s", celsius(runAir(s)), unit.Whole(h.FrameK*at.Losses/at.Cooling, "K"),
			unit.Whole(h.OverFrameK*at.Winding, "K")), Section: finding.OnHeat,
		Source: sourceOfHeat(h), Estimated: !h.WindingRead})
	switch {
	case left < 0:
		f.Grade = finding.Stop
		f.Detail = heatTooHot(h, allowed, left)
	case left < nearLimitK:
		f.Grade = finding.Caution
		f.Detail = heatHotDay(h, allowed, left)
	default:
		f.Grade = finding.Good
		f.Detail = heatRemains(h, allowed, left)
	}
	return []finding.Finding{f}
}

// nearLimitK is what a hot day takes.
const nearLimitK = 10.0

func celsius(c float64) string { return unit.Whole(c, "°C") }

func sourceOfHeat(h machine.Heat) string {
	switch {
	case h.FrameRead && h.WindingRead:
		return "your heat run, frame and ohms"
	case h.FrameRead:
		return "your heat run; the winding's part is a guide value until its hot ohms are read"
	case h.WindingRead:
		return "your hot ohms; the frame's part is a guide value until it is read over time"
	}
	return "a small closed motor, guide value"
}

// HeatWhy is the two bodies with their numbers.
func HeatWhy(h machine.Heat, numbers string) finding.Why {
	return finding.Why{Formula: fmt.Sprintf("winding over frame %s, τ %s; frame over air %s, τ %s; class %s allows %s",
		unit.Whole(h.OverFrameK, "K"), unit.Text(h.WindingMinutes, "min"), unit.Whole(h.FrameK, "K"),
		unit.Whole(h.FrameMin, "min"), h.Class, unit.Whole(h.LimitK, "K")), Numbers: numbers,
		Section: finding.OnHeat, Source: sourceOfHeat(h), Estimated: !(h.FrameRead && h.WindingRead)}
}
