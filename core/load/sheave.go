package load

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// exponent is how the motor's torque goes with the machine's speed when a sheave is
// changed: the machine's own law, and once more because the same torque at a faster
// machine is so much more at the motor.
func (l Load) exponent() float64 {
	switch l.Kind {
	case machine.Fan:
		return 3
	case machine.Linear:
		return 2
	case machine.NoLoad:
		return 0
	}
	return 1
}

// sheaveLaw is the load part of the amps over the motor sheave: part·(d/from)^power, at a
// right angle to the amps with the belt off.
type sheaveLaw struct {
	idle, part, from, power float64
	measured                bool // the power was found from two readings
	contrary                bool // two readings that no such law passes through
}

// powers that are believed of two readings: outside them one of them is wrong.
const leastPower, mostPower = 0.3, 5.0

func (l Load) sheaveLaw(idle float64) (law sheaveLaw, ok bool) {
	b := l.Belt
	parts := make([]AmpsAt, 0, len(b.Readings))
	for _, r := range b.Readings {
		if r.Amps <= idle {
			law.contrary = true
			continue
		}
		parts = append(parts, AmpsAt{r.MM, math.Sqrt(r.Amps*r.Amps - idle*idle)})
	}
	law.idle, law.power = idle, l.exponent()
	if len(parts) == 0 || law.power == 0 {
		return law, false
	}
	last := parts[len(parts)-1]
	law.part, law.from = last.Amps, last.MM
	for _, first := range parts {
		if math.Abs(first.MM/last.MM-1) < 0.02 {
			continue
		}
		power := math.Log(last.Amps/first.Amps) / math.Log(last.MM/first.MM)
		if power < leastPower || power > mostPower {
			law.contrary = true
			continue
		}
		law.power, law.measured, law.contrary = power, true, false
		break
	}
	return law, true
}

// Amps with a motor sheave: √(idle² + part²).
func (w sheaveLaw) Amps(mm float64) float64 {
	part := w.part * math.Pow(mm/w.from, w.power)
	return math.Sqrt(w.idle*w.idle + part*part)
}

// sheave is the motor sheave at which the amps are so many; NaN where the belt off takes more.
func (w sheaveLaw) sheave(amps float64) float64 {
	if !(amps > w.idle) {
		return math.NaN()
	}
	return w.from * math.Pow(math.Sqrt(amps*amps-w.idle*w.idle)/w.part, 1/w.power)
}

// changes are the motor sheaves that bring the speed or the amps that are wanted.
func (l Load) changes(v *BeltView, r Running, rpm float64) (said []finding.Finding) {
	b := l.Belt
	idle := b.IdleAmps
	if idle == 0 {
		idle = r.IdleAmps
	}
	if len(b.Readings) > 0 && idle == 0 {
		said = append(said, b.sayIdle())
	}
	law, known := l.sheaveLaw(idle)
	known = known && idle > 0
	if law.contrary {
		said = append(said, b.sayContrary(idle))
	}
	if known {
		perRPM := 0.0
		if rpm > 0 {
			perRPM = rpm / b.MotorMM
		}
		for i := range 25 {
			mm := law.from * (0.6 + 0.8*float64(i)/24)
			v.Curve = append(v.Curve, SheavePoint{mm, perRPM * mm, law.Amps(mm)})
		}
		for _, at := range b.Readings {
			v.Measured = append(v.Measured, SheavePoint{at.MM, perRPM * at.MM, at.Amps})
		}
		said = append(said, l.sayAmps(law, r)...)
	}
	if b.WantedRPM > 0 && rpm > 0 && math.Abs(b.WantedRPM/rpm-1) > wantedWithin {
		v.Changes = append(v.Changes, l.change(forSpeed(b.WantedRPM), b.MotorMM*b.WantedRPM/rpm, law, known, r, rpm))
		said = append(said, b.sayWanted(rpm))
	}
	target := b.TargetAmps
	if target == 0 {
		target = r.MostAmps
	}
	now := 0.0
	if known {
		now = law.Amps(b.MotorMM)
	}
	if known && target > 0 && (b.TargetAmps > 0 || now > target) {
		if mm := law.sheave(target); !math.IsNaN(mm) && math.Abs(mm/b.MotorMM-1) > 0.005 {
			v.Changes = append(v.Changes, l.change(forAmps(target, b.TargetAmps == 0, r.MostOf), mm, law, known, r,
				rpm))
		}
	}
	return said
}

// wantedWithin a speed is as wanted.
const wantedWithin = 0.02

// change is one change of the motor's sheave and what follows.
func (l Load) change(purpose string, mm float64, law sheaveLaw, known bool, r Running, rpm float64) SheaveChange {
	b := l.Belt
	faster := mm / b.MotorMM
	c := SheaveChange{For: purpose, MM: mm}
	planned := func(id, name string, value float64, text, note string, why ...finding.Why) {
		c.Figures = append(c.Figures, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note,
			Mark: finding.Estimated, Why: why})
	}
	planned("sheave", "Motor sheave", mm, unit.Text(mm, "mm"), unit.Inches(mm)+", pitch diameter; now "+
		unit.Text(b.MotorMM, "mm"))
	planned("other", "or machine sheave", b.ToolMM/faster, unit.Text(b.ToolMM/faster, "mm"),
		"with the motor's left as it is")
	if rpm > 0 {
		planned("machine-speed", "Machine turns", rpm*faster, unit.Whole(rpm*faster, "rpm"),
			fmt.Sprintf("%s times now", unit.Three(faster)))
	}
	if known {
		planned("amps", "Amps", law.Amps(mm), unit.Text(law.Amps(mm), "A"), ampsNote(law), finding.Why{
			Formula: "I = √(I_off² + (part · (d/d₀)^k)²)",
			Numbers: fmt.Sprintf("√(%s² + (%s · %s^%s)²)", unit.Three(law.idle), unit.Three(law.part),
				unit.Three(mm/law.from), unit.Three(law.power)), Section: finding.OnBelt, Source: "readings with " +
				"the sheave",
			Estimated: !law.measured})
	}
	if share := l.Usual * math.Pow(faster, l.power(law, known)); l.Known && l.Usual > 0 {
		f := finding.Figure{ID: "share", Name: "Load asks then", Value: share, Text: unit.Percent(share),
			Note: "of rated torque; now " + unit.Percent(l.Usual), Mark: finding.Estimated}
		if share > 1 {
			f.Grade = finding.Caution
		}
		if r.Gives > 0 {
			f.Note += ", all day there is " + unit.Percent(r.Gives)
			f.Grade = finding.Good
			if share > r.Gives {
				f.Grade = finding.Caution
			}
		}
		c.Figures = append(c.Figures, f)
	}
	if b.Turns > 0 {
		half := (b.ShutMM - b.OpenMM) / b.Turns / 2
		n := math.Round((mm - b.MotorMM) / half)
		to := b.MotorMM + n*half
		text, note := fmt.Sprintf("%.0f, closed", math.Abs(n)), "halves closer: the belt rides up; "
		if n < 0 {
			text, note = fmt.Sprintf("%.0f, opened", math.Abs(n)), "halves apart: the belt sinks; "
		}
		if to < b.OpenMM-1e-9 || to > b.ShutMM+1e-9 {
			text, note = "beyond its range", ""
		}
		planned("half-turns", "Half turns of the sheave", n, text, note+"range "+unit.Text(b.OpenMM, "mm")+" to "+
			unit.Text(b.ShutMM, "mm"))
	}
	if centre, length, _, own := b.belted(mm); math.IsNaN(length) {
		planned("centre", "Motor moves out to", (mm+b.ToolMM)/2, "over "+unit.Whole((mm+b.ToolMM)/2, "mm"),
			"where it is, the sheaves would touch")
	} else if length > 0 {
		if own {
			planned("belt", "Belt length asked", length, unit.Whole(length, "mm"), "with the motor where it is; "+
				unit.Inches(length))
		} else {
			planned("centre", "Motor moves to", centre, unit.Whole(centre, "mm"), "centre distance, with the belt "+
				"you have")
		}
	}
	c.Do = recheck(b, faster)
	return c
}

// power of the law that is known, else the machine's own.
func (l Load) power(law sheaveLaw, known bool) float64 {
	if known && law.measured {
		return law.power
	}
	return l.exponent()
}
