package plate

import (
	"fmt"
	"math"
	"strings"

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
		add(finding.Finding{
			ID: finding.PlateSinglePhase, Grade: finding.Stop, Sentence: "This is not a three-phase motor.",
			Detail: "The plate says one phase. No three-phase bridge can drive it: a capacitor, a converter or a " +
				"drive on it would burn it or do nothing. Run it as it is, on single-phase.",
			Why: []finding.Why{{Formula: "phases on the plate = 1", Section: finding.OnPlate,
				Source: "plate, as typed"}},
			Entries: []string{"plate.phases"},
		})
		return out
	}
	if k := p.NotThis(); k != "" {
		words := map[LineKind][2]string{
			DirectC: {"This is a DC motor.", "Brushes, an armature and a field: no three-phase bridge feeds it. It " +
				"wants a DC controller for its armature volts, and for its field where it has one."},
			Universal: {"This is a universal motor: brushes, for AC and DC.",
				"It runs on single-phase as it is, with a controller of its own kind for speed. No three-phase " +
					"bridge feeds it."},
			TwoSpeed: {"This is a two-speed motor.", "Its windings are changed over for the second speed, and no " +
				"count of leads tells how. It needs its own diagram; on a drive one of its speeds may serve."},
		}[k]
		f := finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop, Sentence: words[0], Detail: words[1],
			Entries: []string{"plate.volts", "plate.power", "plate.rpm"},
			Why:     []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
		if k == DirectC {
			f.Cures = []finding.Cure{{Label: "Take the DC bridge", Path: "bridge.kind", Value: "dc"}}
		}
		add(f)
		return out
	}
	if p.OutputRPM {
		add(finding.Finding{ID: finding.PlateRPM, Grade: finding.Stop,
			Sentence: fmt.Sprintf("%s rpm is a gear's output, "+
				"not the motor's own speed.", unit.Plain(p.RPM)),
			Detail: "A geared motor's plate gives the slow shaft. Enter the motor's own rpm: its second plate, or " +
				"output rpm × ratio; without either, a tachometer on the fan end.", Entries: []string{"plate.rpm"},
			Figure: unit.Plain(p.RPM) + " rpm", Limit: unit.Plain(slowestOwn) + " rpm at least",
			Measure: finding.Against(p.RPM, finding.AtLeast, slowestOwn, "rpm"),
			Why: []finding.Why{{Formula: "20 poles on 50 Hz turn at 300 rpm", Section: finding.OnPlate,
				Source: "few motors have more"}}})
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
		add(finding.Finding{ID: finding.PlateMissing, Grade: finding.Open, Sentence: "Still to read off the plate: " +
			list + ".",
			Detail: "With power, volts, rpm and hertz the motor can be computed; amps and power factor make it the " +
				"real one.",
			Entries: entries})
		return out
	}
	if p.Poles == 0 {
		return out
	}
	if p.Phases == 0 {
		add(finding.Finding{ID: finding.PlatePhases, Grade: finding.Open, Sentence: "Does the plate say three phases?",
			Detail: "It is taken as three-phase until you say. A single-phase motor cannot be driven by any of these " +
				"bridges.",
			Cures:   []finding.Cure{{Label: "It says 3", Path: "plate.phases", Value: "3"}},
			Entries: []string{"plate.phases"}})
	}
	if p.Synchronous || p.OutputRPM {
		return out
	}
	if p.Poles > 8 {
		add(finding.Finding{ID: "plate.poles", Grade: finding.Note,
			Sentence: fmt.Sprintf("%d poles: the tables of usual motors here end at eight.", p.Poles),
			Detail: "What is estimated for it (power factor, efficiency, locked-rotor figures) is taken from motors " +
				"with fewer poles: weaker than elsewhere. Enter what the plate gives."})
	}
	if p.checkPower(add); !p.exchanged(add) {
		p.checkColumns(add)
	}
	p.checkOhms(add)
	if math.Abs(p.Hertz-supplyHz) > 1 && !ownHertz {
		f := finding.Finding{ID: "plate.hertz", Grade: finding.Caution, Entries: []string{"plate.hertz"},
			Figure: unit.Three(p.Hertz) + " Hz plate", Limit: unit.Three(supplyHz) + " Hz supply"}
		if supplyHz > p.Hertz {
			f.Sentence = fmt.Sprintf("The plate is for %s Hz, the supply has %s Hz: it will turn about %s faster.",
				unit.Plain(p.Hertz), unit.Plain(supplyHz), unit.Percent(supplyHz/p.Hertz-1))
			f.Detail = "At the same volts its torque falls. Fans and stirrers ask far more at the higher speed: " +
				"check the load."
		} else {
			f.Sentence = fmt.Sprintf("The plate is for %s Hz, the supply has %s Hz: the iron is worked harder.",
				unit.Plain(p.Hertz), unit.Plain(supplyHz))
			f.Detail = "It turns slower and draws more magnetising current than computed here. Volts should fall " +
				"with the hertz: Leads says what the coils then feel."
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
		add(finding.Finding{ID: "plate.estimated", Grade: finding.Note, Sentence: "Estimated, not on the plate: " +
			list + ".",
			Detail: "Every figure that leans on it carries an open ring. Read it off the plate if you can, or " +
				"measure amps at a known load.", Why: why})
	}
	return out
}

func (p *Plate) checkSpeed(add func(finding.Finding)) {
	speeds := []string{"plate.rpm", "plate.hertz"}
	if p.Poles == 0 {
		add(finding.Finding{ID: finding.PlateRPM, Grade: finding.Stop, Entries: speeds,
			Sentence: fmt.Sprintf("%s rpm is no speed of a three-phase induction motor at %s Hz.", unit.Plain(p.RPM),
				unit.Plain(p.Hertz)),
			Detail: "It lies at or above the fastest synchronous speed. If the rpm is as printed, this is probably " +
				"a DC or universal motor: look for brushes, and for the words DC or AC/DC.",
			Figure: unit.Plain(p.RPM) + " rpm", Limit: unit.Plain(60*p.Hertz) + " rpm",
			Why: []finding.Why{{Formula: "synchronous rpm = 120·f/poles",
				Numbers: fmt.Sprintf("120·%s/2 = %s", unit.Plain(p.Hertz), unit.Plain(60*p.Hertz)),
				Section: finding.OnPlate, Source: "two poles, the fewest there can be"}}})
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
		add(finding.Finding{ID: finding.PlateSlip, Grade: finding.Stop, Entries: speeds, Why: why,
			Sentence: fmt.Sprintf("%s rpm is exactly synchronous: an induction motor cannot carry load there.",
				unit.Plain(p.RPM)),
			Detail: "Look for the loaded rpm on the plate, a little below. A synchronous motor is another machine, " +
				"which this plan does not cover.",
			Figure: "slip 0" + unit.Space + "%", Limit: "0.5 to 12" + unit.Space + "%"})
	case slip < 0.005 || slip > limit:
		add(finding.Finding{ID: finding.PlateSlip, Grade: finding.Caution, Entries: speeds, Why: why,
			Sentence: fmt.Sprintf("Slip of %s %% is unusual: check rpm and hertz.", unit.Three(slip*100)),
			Detail: fmt.Sprintf("With %s Hz the next synchronous speed above is %s rpm (%d poles). A misread rpm "+
				"or a motor for another frequency shows like this.", unit.Plain(p.Hertz), unit.Plain(sync), p.Poles),
			Figure: unit.Three(slip*100) + " %", Limit: fmt.Sprintf("0.5 to %s %%", unit.Plain(limit*100))})
	}
}

// checkPower holds P against √3·V·I·cosφ·η and the amps against typical ones.
//
// Long: one comparison with every way in which it can end.
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
		add(finding.Finding{ID: finding.PlatePower, Grade: finding.Stop,
			Sentence: "Power, volts, amps and power factor contradict each other: more would come out than goes in.",
			Detail:   "Likelier wrong: " + words + ". Compare with the plate, digit by digit.",
			Figure:   unit.Whole(p.ShaftWatts, "W out"), Limit: unit.Whole(apparent*min(p.PowerFactor.Value, 1),
				"W in"),
			Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s = %s in", unit.Plain(c.At),
				unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Whole(apparent*p.PowerFactor.Value, "W")),
				Section: finding.OnPlate, Source: "plate"}},
			Entries: []string{"plate.power", "plate.amps", likelier}})
		return
	case p.Efficiency.Mark == finding.FromPlate && p.PowerFactor.Mark == finding.FromPlate:
		out := apparent * p.PowerFactor.Value * p.Efficiency.Value
		if off := out/p.ShaftWatts - 1; math.Abs(off) > 0.08 {
			add(finding.Finding{ID: finding.PlatePower, Grade: finding.Caution,
				Sentence: fmt.Sprintf("Volts, amps, power factor and efficiency give %s, the plate says %s.",
					unit.Whole(out, "W"), unit.Whole(p.ShaftWatts, "W")),
				Detail: "Likelier wrong: " + words + ".", Figure: unit.Percent(math.Abs(off)) + " apart",
				Limit: "8" + unit.Space + "%",
				Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s·%s", unit.Plain(c.At),
					unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Three(p.Efficiency.Value)),
					Section: finding.OnPlate, Source: "plate"}},
				Entries: []string{"plate.power", likelier}})
			return
		}
	case p.PowerFactor.Mark == finding.FromPlate && (p.Efficiency.Value > typical.Efficiency+0.17 ||
		p.Efficiency.Value < typical.Efficiency-0.2):
		add(finding.Finding{ID: finding.PlatePower, Grade: finding.Caution,
			Sentence: fmt.Sprintf("Power and amps together mean an efficiency of %s, hardly possible for this size.",
				unit.Percent(p.Efficiency.Value)),
			Detail: "Likelier wrong: " + words + ".", Figure: unit.Percent(p.Efficiency.Value), Limit: "about " +
				unit.Percent(typical.Efficiency),
			Why: []finding.Why{{Formula: "η = P/(√3·V·I·cosφ)",
				Numbers: fmt.Sprintf("%s/(√3·%s·%s·%s)", unit.Whole(p.ShaftWatts, "W"), unit.Plain(c.At),
					unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value)), Section: finding.OnPlate,
				Source: typical.Source}},
			Entries: []string{"plate.power", likelier}})
		return
	}
	if ratio < 0.7 || ratio > 1.5 {
		add(finding.Finding{ID: "plate.amps", Grade: finding.Caution,
			Sentence: fmt.Sprintf("%s is far from the usual %s for this power and speed.", unit.Text(c.Amps, "A"),
				unit.Text(expected, "A")),
			Detail: "Check amps and power against the plate; a column of another voltage is easily taken.",
			Figure: unit.Percent(ratio) + " of usual", Limit: "70 to 150" + unit.Space + "%",
			Why: []finding.Why{{Formula: "I = P/(√3·V·cosφ·η)",
				Numbers: fmt.Sprintf("%s at %s V", unit.Text(expected, "A"), unit.Plain(c.At)),
				Section: finding.OnPlate, Source: typical.Source, Estimated: true}},
			Entries: []string{"plate.amps", "plate.power"}})
		return
	}
	pairs := p.redundant()
	if len(pairs) == 0 {
		add(finding.Finding{ID: "plate.alone", Grade: finding.Note,
			Sentence: "Nothing on this plate can contradict itself yet.",
			Detail: fmt.Sprintf("The amps are usual for the power and speed (%s), which is all that is checked. A "+
				"second column, or power factor and efficiency, would tell more.", unit.Text(expected, "A")),
			Why: []finding.Why{{Formula: "I = P/(√3·V·cosφ·η)",
				Numbers: fmt.Sprintf("%s usual, %s printed", unit.Text(expected, "A"), unit.Text(c.Amps, "A")),
				Section: finding.OnPlate, Source: typical.Source, Estimated: true}}})
		return
	}
	add(finding.Finding{ID: "plate.agrees", Grade: finding.Good, Sentence: "The plate agrees with itself.",
		Detail: "Checked: " + strings.Join(pairs, "; ") + ".",
		Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s·%s = %s", unit.Plain(c.At),
			unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Three(p.Efficiency.Value),
			unit.Whole(apparent*p.PowerFactor.Value*p.Efficiency.Value, "W")), Section: finding.OnPlate,
			Source: "plate", Estimated: p.PowerFactor.Mark == finding.Estimated}}})
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
	add(finding.Finding{ID: "plate.columns", Grade: finding.Caution,
		Sentence: fmt.Sprintf("The amps look exchanged: %s A at %s V and %s A at %s V.", unit.Plain(a.Amps),
			unit.Plain(a.At), unit.Plain(b.Amps), unit.Plain(b.At)),
		Detail:  "The lower volts take the greater amps at the same power.",
		Cures:   []finding.Cure{{Label: "Exchange them: " + swapped, Path: "plate.amps", Value: swapped}},
		Entries: []string{"plate.amps", "plate.volts"},
		Why: []finding.Why{{Formula: "V1·I1 = V2·I2", Numbers: fmt.Sprintf("%s and %s VA", unit.Three(a.At*a.Amps),
			unit.Three(b.At*b.Amps)), Section: finding.OnPlate, Source: "plate"}}})
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
	f := finding.Finding{ID: "plate.ohms", Grade: finding.Caution, Entries: []string{"plate.winding_ohms"}, Why: why,
		Detail: "Measured between which points? One coil by itself is wanted, links off, the meter's own leads taken " +
			"off."}
	switch {
	case copper > loss:
		f.Sentence = fmt.Sprintf("With these ohms the windings alone would lose %s, more than the whole motor loses "+
			"(%s).", unit.Whole(copper, "W"), unit.Whole(loss, "W"))
		f.Figure, f.Limit, f.Measure = unit.Whole(copper, "W"), unit.Whole(loss, "W"),
			finding.Against(copper, finding.AtMost, loss, "W")
		add(f)
	case explained < 0.5*loss:
		f.Sentence = fmt.Sprintf("With these ohms half of the motor's losses have no place: %s of %s explained.",
			unit.Whole(explained, "W"), unit.Whole(loss, "W"))
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
		add(finding.Finding{ID: "plate.columns", Grade: finding.Caution,
			Sentence: fmt.Sprintf("The two columns disagree: %s V × %s A is not %s V × %s A.", a.Volts,
				unit.Plain(a.Amps), b.Volts, unit.Plain(b.Amps)),
			Detail: "Amps go inversely with volts at the same power. Check which digit was misread.",
			Figure: "ratio " + unit.Three(product), Limit: "1 ± " + unit.Three(tolerance),
			Why: []finding.Why{{Formula: "V1·I1 = V2·I2", Numbers: fmt.Sprintf("%s and %s VA",
				unit.Three(a.At*a.Amps), unit.Three(b.At*b.Amps)), Section: finding.OnPlate, Source: "plate"}},
			Entries: []string{"plate.volts", "plate.amps"}})
	}
}
