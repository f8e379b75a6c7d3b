package plate

import (
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// fill estimates what the plate leaves out. The product cosφ·η follows from
// power, volts and amps where all three are there: P = √3·V·I·cosφ·η.
func (p *Plate) fill() {
	for _, need := range []struct {
		ok   bool
		name string
	}{
		{p.ShaftWatts > 0, "power"}, {len(p.Columns) > 0, "volts"}, {p.RPM > 0, "rpm"}, {p.Hertz > 0, "hertz"},
	} {
		if !need.ok {
			p.Missing = append(p.Missing, need.name)
		}
	}
	if p.ShaftWatts == 0 || len(p.Columns) == 0 || p.Poles == 0 {
		return
	}
	typical := table.TypicalMotor(p.ShaftWatts/1000, p.Poles)
	known := -1
	for i, c := range p.Columns {
		if c.Amps > 0 && (known < 0 || c.Amps > p.Columns[known].Amps) {
			known = i
		}
	}
	product := 0.0
	if known >= 0 {
		product = p.ShaftWatts / (math.Sqrt(3) * p.Columns[known].At * p.Columns[known].Amps)
	}
	switch {
	case p.PowerFactor.Value > 0 && p.Efficiency.Value > 0:
	case p.PowerFactor.Value > 0 && product > 0:
		p.Efficiency = Value{product / p.PowerFactor.Value, finding.Estimated,
			"from power, volts, amps and power factor"}
	case p.Efficiency.Value > 0 && product > 0:
		p.PowerFactor = Value{product / p.Efficiency.Value, finding.Estimated, "from power, volts, amps and efficiency"}
	case product > 0:
		p.Efficiency = Value{typical.Efficiency, finding.Estimated, typical.Source}
		p.PowerFactor = Value{product / typical.Efficiency, finding.Estimated,
			"from power, volts, amps and a typical efficiency"}
		if p.PowerFactor.Value > 0.95 || p.PowerFactor.Value < 0.35 {
			p.PowerFactor = Value{typical.PowerFactor, finding.Estimated, typical.Source}
			p.Efficiency = Value{product / typical.PowerFactor, finding.Estimated,
				"from power, volts, amps and a typical power factor"}
		}
	default:
		if p.PowerFactor.Value == 0 {
			p.PowerFactor = Value{typical.PowerFactor, finding.Estimated, typical.Source}
		}
		if p.Efficiency.Value == 0 {
			p.Efficiency = Value{typical.Efficiency, finding.Estimated, typical.Source}
		}
	}
	for i := range p.Columns {
		c := &p.Columns[i]
		if c.Amps > 0 {
			continue
		}
		c.Mark = finding.Estimated
		if known >= 0 {
			c.Amps = p.Columns[known].Amps * p.Columns[known].At / c.At
		} else {
			c.Amps = p.ShaftWatts / (math.Sqrt(3) * c.At * p.PowerFactor.Value * p.Efficiency.Value)
		}
	}
}

// Complete says that a motor can be computed from this plate.
func (p *Plate) Complete() bool {
	return len(p.Missing) == 0 && p.Poles > 0 && !p.Synchronous && !p.OutputRPM && p.NotThis() == "" && p.Phases != 1
}

// NotThis is what the plate is of, where that is no motor for these bridges.
func (p *Plate) NotThis() LineKind {
	switch p.Kind {
	case DirectC, Universal, TwoSpeed:
		return p.Kind
	}
	return ""
}

// Rating is the column as the fit wants it.
func (p *Plate) Rating(c Column) machine.Rating {
	return machine.Rating{
		ShaftWatts: p.ShaftWatts, LineVolts: c.At, LineAmps: c.Amps, PowerFactor: p.PowerFactor.Value,
		RPM: p.RPM, FrequencyHz: p.Hertz, Star: c.Join == Star, Parallel: c.Parallel,
	}
}

// Shares of the fit that no plate gives.
const (
	FrictionShare = 0.015
	IronShare     = 0.2
)

// hot carries a copper resistance from 20 °C to 75 °C.
const hot = (234.5 + 75) / (234.5 + 20)

// Targets are the fit's other half, with a line for each on where it comes
// from. Locked-rotor amps: entered, then code letter, then the typical table,
// then the code table.
func (p *Plate) Targets(c Column) (machine.Targets, []finding.Figure) {
	t := machine.Targets{X1Share: 0.45, FrictionShare: FrictionShare, IronShare: IronShare}
	switch p.Design {
	case "A", "D":
		t.X1Share = 0.5
	case "B":
		t.X1Share = 0.4
	case "C":
		t.X1Share = 0.3
	}
	hp := p.ShaftWatts / unit.WattsPerHorsepower
	typical := table.TypicalMotor(p.ShaftWatts/1000, p.Poles)
	lockedAmps, lockedTorque, codeSource := table.LockedRotor(hp, c.At, p.Poles)
	american := p.Hertz > 55 && hp >= 0.45
	amps := finding.Figure{ID: "locked-amps", Name: "Locked-rotor amps", Mark: finding.Estimated}
	switch {
	case p.LockedAmps > 0:
		low := p.Columns[0]
		t.LockedAmpsRatio = p.LockedAmps / low.Amps
		amps.Mark, amps.Note = finding.FromPlate, "as entered"
	case p.Code != "":
		from, to, source, _ := table.CodeLetter(p.Code)
		t.LockedAmpsRatio = (from + to) / 2 * 1000 * hp / (math.Sqrt(3) * c.At) / c.Amps
		amps.Note = p.middleOfLetter(source)
	case american:
		t.LockedAmpsRatio = lockedAmps / c.Amps
		amps.Note = codeSource
	default:
		t.LockedAmpsRatio = typical.LockedAmpsRatio
		amps.Note = typical.Source
	}
	amps.Value, amps.Text = t.LockedAmpsRatio*c.Amps, unit.Text(t.LockedAmpsRatio*c.Amps, "A")
	torque := finding.Figure{ID: "locked-torque", Name: "Locked-rotor torque", Mark: finding.Estimated}
	if american {
		t.LockedTorqueRatio, torque.Note = lockedTorque, codeSource
	} else {
		t.LockedTorqueRatio, torque.Note = typical.LockedTorqueRatio, typical.Source
	}
	torque.Value, torque.Text = t.LockedTorqueRatio, unit.Three(t.LockedTorqueRatio)+" × rated"
	out := []finding.Figure{amps, torque}
	if p.WindingOhm20 > 0 {
		t.WindingOhm = p.WindingOhm20 * hot
	}
	return t, out
}

// Class is the insulation class that the plate gives, as one letter; empty where it gives
// none.
func (p *Plate) Class() string {
	for _, word := range strings.FieldsFunc(strings.ToUpper(p.entry.Insulation), func(r rune) bool {
		return r < 'A' || r > 'Z'
	}) {
		if len(word) == 1 && strings.Contains("AEBFH", word) {
			return word
		}
	}
	return ""
}
