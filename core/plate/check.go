package plate

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Checks judges the plate by the rules of the trade. It never blocks: a failed
// check names the entries that disagree and which is likelier wrong.
// ownHertz says that the bridge makes the motor's own hertz, as a drive does.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (p *Plate) Checks(supplyHz float64, ownHertz bool) []finding.Finding {
	var out []finding.Finding
	add := func(f finding.Finding) {
		f.Bay = finding.Motor
		out = append(out, f)
	}
	if p.Phases == 1 {
		add(saySinglePhase())
		return out
	}
	if k := p.NotThis(); k != "" {
		words := map[LineKind][2]string{
			DirectC:   {directCurrent, directCurrentDetail},
			Universal: {universal, universalDetail},
			TwoSpeed:  {twoSpeed, twoSpeedDetail},
		}[k]
		f := finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop, Sentence: words[0], Detail: words[1],
			Entries: []string{"plate.volts", "plate.power", "plate.rpm"},
			Why:     []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
		switch {
		case p.AsksDirect:
			f.Sentence, f.Detail, f.Entries = p.asksDirect(), asksDirectDetail, []string{"plate.volts", "plate.phases"}
			f.Cures = []finding.Cure{{Label: "DC: take the DC bridge", Path: "bridge.kind", Value: "dc"},
				{Label: "Three-phase", Path: "plate.phases", Value: "3"}}
		case k == DirectC:
			f.Cures = []finding.Cure{{Label: "Take the DC bridge", Path: "bridge.kind", Value: "dc"}}
		}
		add(f)
		return out
	}
	if p.OutputRPM {
		add(p.sayRPM())
	} else if p.RPM > 0 && p.Hertz > 0 {
		p.checkSpeed(add)
	}
	if len(p.Missing) > 0 {
		words := map[string]string{"power": "power", "volts": "volts", "rpm": "rpm", "hertz": "hertz"}
		list, entries := "", []string{}
		for i, m := range p.Missing {
			if i > 0 {
				list += ", "
			}
			list += words[m]
			entries = append(entries, "plate."+m)
		}
		add(sayMissing(list, entries))
		return out
	}
	if len(p.bothHertz) > 1 {
		add(p.sayTwoHertz())
	}
	if p.Poles == 0 {
		return out
	}
	if p.Phases == 0 {
		add(sayPhases())
	}
	if p.Synchronous || p.OutputRPM {
		return out
	}
	if p.Poles > 8 {
		add(p.sayPoles())
	}
	if p.checkPower(add); !p.exchanged(add) {
		p.checkColumns(add)
	}
	if p.WindingOpen {
		add(sayWindingOpen())
	}
	p.checkOhms(add)
	if math.Abs(p.Hertz-supplyHz) > 1 && !ownHertz {
		f := finding.Finding{ID: "plate.hertz", Grade: finding.Caution, Entries: []string{"plate.hertz"},
			Figure: unit.Three(p.Hertz) + " Hz plate", Limit: unit.Three(supplyHz) + " Hz supply"}
		if supplyHz > p.Hertz {
			f.Sentence = p.turnsFaster(supplyHz)
			f.Detail = turnsFasterDetail
		} else {
			f.Sentence = p.ironHarder(supplyHz)
			f.Detail = ironHarderDetail
		}
		f.Why = []finding.Why{{Formula: "speed ∝ Hz; flux ∝ V/Hz",
			Numbers: fmt.Sprintf("V/Hz × %s", unit.Three(p.Hertz/supplyHz)), Section: finding.OnPlate,
			Source: "plate and supply"}}
		add(f)
	}
	var guessed []string
	var why []finding.Why
	for _, v := range []struct {
		name, path string
		v          Value
	}{{"power factor", "plate.power_factor", p.PowerFactor}, {"efficiency", "plate.efficiency", p.Efficiency}} {
		if v.v.Mark == finding.Estimated && v.path != "plate.efficiency" {
			guessed = append(guessed, v.name)
			why = append(why, finding.Why{Formula: fmt.Sprintf("%s ≈ %s", v.name, unit.Three(v.v.Value)),
				Section: finding.OnPlate, Source: v.v.Basis, Estimated: true})
		}
	}
	if p.Columns[0].Mark == finding.Estimated {
		guessed = append(guessed, "amps")
		why = append(why, finding.Why{Formula: "I = P/(√3·V·cosφ·η)",
			Numbers: fmt.Sprintf("%s ≈ %s", unit.Text(p.ShaftWatts, "W"), unit.Text(p.Columns[0].Amps, "A")),
			Section: finding.OnPlate, Source: "typical motors", Estimated: true})
	}
	if len(guessed) > 0 {
		list := guessed[0]
		if len(guessed) > 1 {
			list += " and " + guessed[1]
		}
		add(sayEstimated(list, why))
	}
	return out
}

func (p *Plate) checkSpeed(add func(finding.Finding)) {
	speeds := []string{"plate.rpm", "plate.hertz"}
	if p.Between {
		add(p.sayBetween(speeds))
		return
	}
	if p.Poles == 0 {
		add(p.sayRPMStop(speeds))
		return
	}
	sync := 120 * p.Hertz / float64(p.Poles)
	slip := (sync - p.RPM) / sync
	limit := 0.12
	if p.ShaftWatts > 0 && p.ShaftWatts < 150 {
		limit = 0.15
	}
	why := []finding.Why{{Formula: "slip = (sync − rpm)/sync, sync = 120·f/poles",
		Numbers: fmt.Sprintf("(%s − %s)/%s = %s", unit.Plain(sync), unit.Plain(p.RPM), unit.Plain(sync),
			unit.Three(slip*100)+" %"), Section: finding.OnPlate, Source: "plate"}}
	switch {
	case p.Synchronous:
		add(p.saySlip(speeds, why))
	case slip < 0.005 || slip > limit:
		add(p.saySlipCaution(speeds, why, slip, sync, limit))
	}
}

// checkPower holds P against √3·V·I·cosφ·η and the amps against typical ones.
func (p *Plate) checkPower(add func(finding.Finding)) {
	c := p.Columns[0]
	if c.Amps == 0 || c.Mark == finding.Estimated {
		return
	}
	typical := table.TypicalMotor(p.ShaftWatts/1000, p.Poles)
	expected := p.ShaftWatts / (math.Sqrt(3) * c.At * typical.PowerFactor * typical.Efficiency)
	ratio := c.Amps / expected
	apparent := math.Sqrt(3) * c.At * c.Amps
	likelier := "plate.power_factor"
	words := "the power factor or efficiency"
	if ratio < 0.75 || ratio > 1.35 {
		likelier, words = "plate.amps", "the amps or the power"
	}
	formula := "P = √3·V·I·cosφ·η"
	switch {
	case p.Efficiency.Value >= 1 || p.PowerFactor.Value >= 1:
		add(p.sayPower(words, apparent, formula, c, likelier))
		return
	case p.Efficiency.Mark == finding.FromPlate && p.PowerFactor.Mark == finding.FromPlate:
		out := apparent * p.PowerFactor.Value * p.Efficiency.Value
		if off := out/p.ShaftWatts - 1; math.Abs(off) > 0.08 {
			add(p.sayPowerCaution(out, words, off, formula, c, likelier))
			return
		}
	case p.PowerFactor.Mark == finding.FromPlate && (p.Efficiency.Value > typical.Efficiency+0.17 ||
		p.Efficiency.Value < typical.Efficiency-0.2):
		add(p.sayPowerUnlikely(words, typical, c, likelier))
		return
	}
	if ratio < 0.7 || ratio > 1.5 {
		add(sayAmps(c, expected, ratio, typical))
		return
	}
	pairs := p.redundant()
	if len(pairs) == 0 {
		add(sayAlone(expected, c, typical))
		return
	}
	add(p.sayAgrees(pairs, formula, c, apparent))
}

// exchanged says that the amps stand under the wrong volts.
func (p *Plate) exchanged(add func(finding.Finding)) bool {
	if len(p.Columns) != 2 || p.Columns[0].Mark == finding.Estimated || p.Columns[1].Mark == finding.Estimated {
		return false
	}
	a, b := p.Columns[0], p.Columns[1]
	if math.Abs(a.Amps*b.At/(b.Amps*a.At)-1) > 0.08 || math.Abs(a.At/b.At-1) < 0.1 {
		return false
	}
	swapped := unit.Plain(b.Amps) + "/" + unit.Plain(a.Amps)
	add(sayColumns(a, b, swapped))
	return true
}

// checkOhms holds a measured winding against the losses that the plate leaves.
func (p *Plate) checkOhms(add func(finding.Finding)) {
	c := p.Columns[0]
	if p.WindingOhm20 == 0 || c.Amps == 0 || c.Join == "" || !(p.PowerFactor.Value > 0) || c.Mark == finding.Estimated {
		return
	}
	amps := c.Amps
	if c.Join == Delta {
		amps /= math.Sqrt(3)
	}
	loss := math.Sqrt(3)*c.At*c.Amps*p.PowerFactor.Value - p.ShaftWatts
	if loss <= 0 {
		return
	}
	copper := 3 * amps * amps * p.WindingOhm20 * hot
	slip := 1 - p.RPM*float64(p.Poles)/(120*p.Hertz)
	explained := copper + slip/(1-slip)*p.ShaftWatts + FrictionShare*p.ShaftWatts + IronShare*loss
	why := []finding.Why{{Formula: "3·I²·R hot against √3·V·I·cosφ − P",
		Numbers: fmt.Sprintf("%s of %s lost in all", unit.Whole(copper, "W"), unit.Whole(loss, "W")),
		Section: finding.OnPlate, Source: "measured winding and plate", Estimated: true}}
	f := sayOhms(why)
	switch {
	case copper > loss:
		f.Sentence = ohmsTooMany(copper, loss)
		f.Figure, f.Limit, f.Measure = unit.Whole(copper, "W"), unit.Whole(loss, "W"),
			finding.Against(copper, finding.AtMost, loss, "W")
		add(f)
	case explained < 0.5*loss:
		f.Sentence = ohmsTooFew(explained, loss)
		f.Figure, f.Limit, f.Measure = unit.Whole(explained, "W"), unit.Whole(0.5*loss, "W"),
			finding.Against(explained, finding.AtLeast, 0.5*loss, "W")
		add(f)
	}
}

// redundant names what on the plate could contradict something else on it, and
// does not: without such a pair nothing was checked.
func (p *Plate) redundant() []string {
	var out []string
	printed := func(v Value) bool { return v.Mark == finding.FromPlate && v.Value > 0 }
	amps := 0
	for _, c := range p.Columns {
		if c.Mark == finding.FromPlate && c.Amps > 0 {
			amps++
		}
	}
	if amps >= 2 {
		out = append(out, "volts × amps of the columns")
	}
	if amps >= 1 && printed(p.PowerFactor) && printed(p.Efficiency) {
		out = append(out, "power against volts, amps, power factor and efficiency")
	} else if amps >= 1 && (printed(p.PowerFactor) || printed(p.Efficiency)) {
		out = append(out, "power against volts, amps and what they leave for the "+map[bool]string{true: "efficiency",
			false: "power factor"}[printed(p.PowerFactor)]+", which is possible")
	}
	return out
}

// checkColumns holds amps against volts: at the same power they go inversely.
func (p *Plate) checkColumns(add func(finding.Finding)) {
	if len(p.Columns) < 2 {
		return
	}
	a, b := p.Columns[0], p.Columns[1]
	if a.Mark == finding.Estimated || b.Mark == finding.Estimated {
		return
	}
	product := a.Amps * a.At / (b.Amps * b.At)
	if low, high := a.Amps*a.Volts.Low/(b.Amps*b.At), a.Amps*a.Volts.High/(b.Amps*b.At); a.Volts.IsRange() &&
		low <= 1.06 && high >= 0.94 {
		return
	}
	// Half a unit in the last printed digit of small amps is worth several percent.
	tolerance := 0.05 + 0.05/b.Amps
	if math.Abs(product-1) > tolerance {
		add(sayColumnsCaution(a, b, product, tolerance))
	}
}
