package weigh

import (
	"fmt"
	"math"
	"math/cmplx"
	"strings"

	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// oneSpeed puts the speeds of a bridge that passes the line's hertz on.
func (w *weigher) oneSpeed(c *Column, rpm float64, both, turned string) {
	plate := w.base.Site().Plate.RPM
	text := unit.Whole(rpm, "rpm") + ", one speed"
	slow := Cell{Row: Slow, Text: text, Mark: finding.Computed}
	speeds := Cell{Row: Speeds, Text: text, Notes: []string{turned}, Mark: finding.Computed}
	if w.wants.Both {
		speeds.Notes = []string{both}
	}
	c.Put(slow)
	c.Put(speeds)
	if !w.wants.SpeedSaid || plate == 0 {
		return
	}
	share := rpm / plate
	c.Cell(Slow).Grade = finding.Good
	stop := func(row Row, sentence string, m *finding.Measure) {
		c.Against(row, &finding.Finding{Grade: finding.Stop, Sentence: sentence, Measure: m})
	}
	if w.wants.Slowest <= 0.9 {
		stop(Slow, noSlower(w.wants.Slowest), finding.Against(tenths(share), finding.AtMost,
			tenths(w.wants.Slowest), "% of plate speed"))
	}
	if w.wants.Fastest >= 1.1 {
		stop(Speeds, noFaster(w.wants.Fastest), finding.Against(tenths(share), finding.AtLeast,
			tenths(w.wants.Fastest), "% of plate speed"))
	}
}

// windingsCell is the worst winding at the lightest, the usual and the heaviest load.
func windingsCell(idle, usual, heavy float64, runs bool, mark finding.Mark) Cell {
	if !runs {
		return Cell{Row: Windings, Text: doesNotRun, Mark: mark}
	}
	worst := math.Max(idle, math.Max(usual, heavy))
	cell := Cell{Row: Windings, Text: fmt.Sprintf("%s, %s, %s", unit.Percent(idle), unit.Percent(usual),
		unit.Percent(heavy)), Notes: []string{idleUsualHeaviest}, Mark: mark, Grade: finding.Good,
		Measure: finding.Against(tenths(worst), finding.AtMost, 100, "% of rated amps")}
	if !cell.Measure.Holds() {
		cell.Grade = finding.Caution
	}
	return cell
}

// onCan are the cells of the run capacitor.
func (w *weigher) onCan(c *Column, t *trial, on capacitor.Installed) {
	a := on.Answer
	c.Best = noneFits
	if a == nil {
		return
	}
	mark := on.Site.Mark()
	c.Best = unit.Text(a.Microfarad, "µF") + " run"
	if on.StartEntered > 0 {
		c.Best += " and " + unit.Text(on.StartEntered, "µF") + " to start"
	}
	if full, ok := figureIn(t.Plan().Bridge, "full"); ok {
		c.Put(Cell{Row: FullLoad, Text: full.Text, Notes: []string{full.Note}, Mark: full.Mark,
			Why: full.Why})
	}
	_, idle := worstOf(a.Idle, true)
	_, usual := worstOf(a.Usual, a.UsualRuns)
	_, heavy := worstOf(a.Heavy, a.HeavyRuns)
	c.Put(windingsCell(idle, usual, heavy, a.UsualRuns, mark))
	rpm := w.base.Site().Plate.RPM
	if a.UsualRuns {
		rpm = a.Usual.RPM
		watts := math.Abs(a.Usual.PowerFactor) * cmplx.Abs(a.Usual.SupplyAmps) * a.Usual.SupplyVolts
		w.energy(c, watts, a.Usual.ShaftWatts, mark)
	}
	w.oneSpeed(c, rpm, bothBySwitch, otherByCapacitor)
	for _, s := range t.Plan().Schools {
		if s.ID == "balance" {
			continue
		}
		c.Schools = append(c.Schools, School{Name: s.Name, Says: unit.Text(s.Microfarad, "µF"), Ours: s.Text,
			Grade: s.Grade})
	}
}

// worstOf is the worst winding at a point; nothing where it does not run.
func worstOf(p capacitor.Point, runs bool) (string, float64) {
	if !runs || len(p.Windings) == 0 {
		return "", 0
	}
	return p.WorstCoil()
}

// onDrive are the cells of a drive.
func (w *weigher) onDrive(c *Column, t *trial, on drive.Installed) {
	c.Best = noneFits
	if on.Motor == nil || on.Profile == nil || on.View == nil {
		return
	}
	s, v, mark := on.Site, on.View, on.Site.Mark()
	if c.Best = on.Profile.Name; t.doc.Bridge.Drive.Reactor != "" {
		c.Best += reactorAhead
	}
	at := func(share float64, hertz float64) drive.Point {
		m := *on.Motor
		m.Load = s.Load.At(share)
		p, err := m.At(hertz)
		if err != nil {
			return drive.Point{}
		}
		return p
	}
	base := math.Min(on.Hertz, s.Model.FrequencyHz)
	idle, usual, heavy := at(s.Load.Lightest, base), at(s.Load.Usual, base), at(s.Load.Heaviest, base)
	c.Put(windingsCell(idle.Share, usual.Share, heavy.Share, idle.Carries && usual.Carries && heavy.Carries, mark))
	c.Put(Cell{Row: FullLoad, Text: fullText(usual.Continuous, usual.Short), Mark: mark})
	// The heaviest load at the slowest speed wanted, which its own fan cools least.
	slow := at(s.Load.Heaviest, math.Max(1, w.wants.Slowest*s.Model.FrequencyHz))
	grade, _ := slow.Words()
	measure := finding.Against(tenths(slow.Asked), finding.AtMost, tenths(slow.Continuous), "% of rated torque")
	if measure.Holds() != (grade == finding.Good) { // it stalls with torque to spare by its fan: what ends it is told
		measure = nil
	}
	c.Put(Cell{Row: Slow, Text: slowText(slow.Continuous, slow.Hz, slow.RPM), Grade: grade,
		Measure: measure,
		Mark:    mark, Notes: []string{asksThere(slow.Asked, grade)}})
	least := math.Max(1, v.LeastHz)
	c.Put(w.speedsCell(speedsText(least/s.Model.FrequencyHz*s.Plate.RPM, v.TopHz/s.Model.FrequencyHz*s.Plate.RPM),
		v.TopHz/s.Model.FrequencyHz, mark))
	if usual.Carries && on.Weighed != nil {
		w.energy(c, t.Plan().Wanted.Supply*s.Supply.Volts*on.Weighed.InputFactor,
			usual.Asked*s.Model.RatedTorqueNm*usual.RPM*math.Pi/30, finding.Estimated)
	}
	ch := on.Weighed
	if ch == nil {
		return
	}
	c.Schools = append(c.Schools, School{Name: "By amps", Says: ampsSchool(ch.Need), Ours: hasAmps(ch.Have),
		Grade: gradeAtLeast(ch.Have, ch.Need)},
		School{Name: "By power", Says: powerSchool(s.Plate.ShaftWatts / 1000),
			Ours:  hasPower(on.Profile.Output.KW),
			Grade: gradeAtLeast(1000*on.Profile.Output.KW, s.Plate.ShaftWatts)})
}

// gradeAtLeast is good where a figure reaches another.
func gradeAtLeast(x, limit float64) finding.Grade {
	if x >= limit {
		return finding.Good
	}
	return finding.Caution
}

// speedsCell is a range of speeds against what is wanted at its upper end.
func (w *weigher) speedsCell(text string, top float64, mark finding.Mark) Cell {
	cell := Cell{Row: Speeds, Text: text, Notes: []string{bothByCommand}, Mark: mark, Grade: finding.Good}
	if w.wants.Fastest > 1.02 {
		cell.Measure = finding.Against(tenths(top), finding.AtLeast, tenths(w.wants.Fastest), "% of plate speed")
		if !cell.Measure.Holds() {
			cell.Grade = finding.Caution
			cell.Notes = append(cell.Notes, topIsPlanning(top))
		}
	}
	return cell
}

// onDC are the cells of a DC controller.
func (w *weigher) onDC(c *Column, on dc.Installed) {
	c.Best = noneFits
	if on.Duty == nil || on.Profile == nil {
		return
	}
	d, v := on.Duty, on.View
	mark := finding.Estimated
	c.Best = on.Profile.Name
	felt := func(share, rpm float64) float64 {
		return d.At(rpm, d.Asked(share, rpm)).RMSAmps / (d.ArmatureAmps * d.Factor)
	}
	c.Put(windingsCell(felt(d.Load.Lightest, on.Dial.RPM), felt(d.Load.Usual, on.Dial.RPM),
		felt(d.Load.Heaviest, on.Dial.RPM), on.Dial.Reachable, mark))
	c.Put(Cell{Row: FullLoad, Text: fullText(d.Good(d.RPM), d.Minute(d.RPM)), Mark: mark})
	rpm := w.wants.Slowest * d.RPM
	asked, good := d.Asked(d.Load.Heaviest, rpm), d.Good(rpm)
	cell := Cell{Row: Slow, Text: slowText(good, 0, rpm), Mark: mark,
		Measure: finding.Against(tenths(asked), finding.AtMost, tenths(good), "% of rated torque"), Grade: finding.Good}
	if !cell.Measure.Holds() {
		if cell.Grade = finding.Caution; asked > d.Minute(rpm) {
			cell.Grade = finding.Stop
		}
	}
	cell.Notes = []string{asksThere(asked, cell.Grade)}
	c.Put(cell)
	c.Put(w.speedsCell(finding.Upper(strings.TrimSuffix(v.GreatestText, ".")), v.Greatest/d.RPM, mark))
	if on.Dial.Reachable {
		watts := on.Dial.LineAmps * on.Dial.PowerFactor(d.Line) * d.Line.Volts
		if p := &on.Site.Direct; p.Field() {
			watts += p.FieldVolts * p.FieldAmps
		}
		shaft := math.Max(0, on.Dial.Nm-d.Constants().FrictionNm) * on.Dial.RPM * math.Pi / 30
		w.energy(c, watts, shaft, mark)
	}
	c.Schools = append(c.Schools, School{Name: "By armature amps", Says: ampsSchool(d.ArmatureAmps),
		Ours: hasAmps(on.Profile.Amps), Grade: gradeAtLeast(on.Profile.Amps, d.ArmatureAmps)})
}

// tenths is a share as percent, to a tenth: what is printed, and what is compared.
func tenths(share float64) float64 { return math.Round(1000*share) / 10 }

// energy is what a year of it takes from the line and loses.
func (w *weigher) energy(c *Column, watts, shaft float64, mark finding.Mark) {
	hours := w.wants.Hours * w.wants.Days
	if math.IsNaN(watts) || watts <= 0 {
		return
	}
	kwh, lost := watts*hours/1000, math.Max(0, watts-shaft)*hours/1000
	cell := Cell{Row: Energy, Text: unit.Whole(kwh, "kWh"), Mark: mark,
		Notes: []string{lostText(lost, w.wants.Hours, w.wants.Days)},
		Why: []finding.Why{{Formula: "watts from the line × hours a day × days a year",
			Source: "engine, at the usual load",
			Numbers: fmt.Sprintf("%s × %s × %s", unit.Whole(watts, "W"), unit.Plain(w.wants.Hours)+" h",
				unit.Plain(w.wants.Days)),
			Estimated: mark == finding.Estimated}}}
	if w.wants.Price > 0 {
		cell.Text += fmt.Sprintf(", %.0f%s%s", kwh*w.wants.Price, unit.Space, w.wants.Currency)
		cell.Notes = append(cell.Notes, fmt.Sprintf("%.0f%s%s of it lost", lost*w.wants.Price, unit.Space,
			w.wants.Currency))
	}
	c.Put(cell)
}
