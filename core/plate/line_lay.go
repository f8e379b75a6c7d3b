package plate

import (
	"math"
	"slices"
	"strings"

	"graybridge/core/unit"
)

// lay puts what was read into columns, one a rating.
func (l *Line) lay(read []part) {
	round := func(x float64) float64 { // to four digits
		if x <= 0 {
			return 0
		}
		k := math.Pow(10, 3-math.Floor(math.Log10(x)))
		return math.Round(x*k) / k
	}
	if l.Kind == SinglePhase || l.Kind == Universal || l.Kind == TwoSpeed {
		return
	}
	// Two hertz in one list, with as many powers or speeds, are two parts in one.
	if len(read) == 1 {
		if p := read[0]; len(p.hertz) == 1 && len(p.hertz[0]) == 2 || len(p.hertz) == 2 {
			read = byHertz(p)
		}
	}
	for _, p := range read {
		base := LineColumn{}
		if len(p.hertz) > 0 {
			base.Hertz = p.hertz[0].first()
		}
		if len(p.power) > 0 {
			base.Kilowatt = round(p.power[0].first())
		}
		if len(p.rpm) > 0 {
			if l.Kind == Geared {
				base.RPM, l.OutputRPM = ofGear(p.rpm)
			} else {
				base.RPM = p.rpm[0].first()
			}
		}
		var volts, amps group
		for _, g := range p.volts {
			volts = append(volts, g...)
		}
		for _, g := range p.amps {
			amps = append(amps, g...)
		}
		if len(volts) == 0 {
			if base.Hertz+base.Kilowatt+base.RPM > 0 || len(amps) > 0 {
				if len(amps) > 0 {
					base.Amps = amps[0]
				}
				l.Columns = append(l.Columns, base)
			}
			continue
		}
		for i, v := range volts {
			c := base
			c.Volts = v
			if i < len(amps) && len(amps) <= len(volts) {
				c.Amps = amps[i]
			}
			switch {
			case len(p.joints) == len(volts):
				c.Joint = p.joints[i]
			case len(p.joints) == 1 && len(volts) == 1:
				c.Joint = p.joints[0]
			}
			l.Columns = append(l.Columns, c)
		}
	}
	if l.Kind == UnknownKind && len(l.Columns) == 1 && l.Columns[0].Kilowatt == 0 && len(l.Columns[0].Volts) == 0 {
		l.Columns = []LineColumn{}
	}
}

// ofGear parts the speeds of a geared motor's plate into its own and its output's; 0 where one is
// not printed. One speed alone is the output's.
func ofGear(rpm []group) (own, output float64) {
	for _, x := range slices.Concat(rpm...) {
		own = math.Max(own, x[0])
		if output == 0 || x[0] < output {
			output = x[0]
		}
	}
	if own == output || own < slowestOwn {
		own = 0
	}
	return own, output
}

// byHertz parts a text with two hertz into one part each.
func byHertz(p part) []part {
	hertz := slices.Concat(p.hertz...)
	out := make([]part, len(hertz))
	share := func(all []group, i int) []group {
		switch {
		case len(all) == len(hertz):
			return []group{all[i]}
		case len(all) == 1 && len(all[0]) == len(hertz):
			return []group{{all[0][i]}}
		}
		return all
	}
	for i, h := range hertz {
		out[i] = part{hertz: []group{{h}}, joints: p.joints, power: share(p.power, i), rpm: share(p.rpm, i),
			volts: p.volts, amps: p.amps}
		if len(p.volts) == len(hertz) {
			out[i].volts = []group{p.volts[i]}
		}
		if len(p.amps) == len(hertz) {
			out[i].amps = []group{p.amps[i]}
		}
	}
	return out
}

func (s Span) text() string {
	parts := make([]string, len(s))
	for i, x := range s {
		parts[i] = unit.Plain(x)
	}
	return strings.Join(parts, "-")
}

// Entry lays the line out on the plate: each piece where plates have it.
func (l Line) Entry() Entry {
	e := Entry{Code: l.Code, Design: l.Design, Insulation: l.Insulation, Frame: l.Frame, Enclosure: l.Enclosure,
		Duty: l.Duty}
	plain := func(x float64) string {
		if x == 0 {
			return ""
		}
		return unit.Plain(x)
	}
	e.PowerFactor, e.Efficiency, e.ServiceFactor = plain(l.PowerFactor), plain(l.Efficiency), plain(l.ServiceFactor)
	if l.InverterDuty > 0 {
		e.InverterDuty = unit.Plain(l.InverterDuty) + ":1"
	}
	switch l.Kind {
	case ThreePhase:
		e.Phases = "3"
	case SinglePhase:
		e.Phases = "1"
	}
	var hertz []float64
	for _, c := range l.Columns {
		if !slices.Contains(hertz, c.Hertz) {
			hertz = append(hertz, c.Hertz)
		}
	}
	join := func(all []string, between string) string {
		same := true
		for _, s := range all {
			same = same && s == all[0]
		}
		if same && len(all) > 0 && between == "/" {
			return all[0]
		}
		return strings.Trim(strings.Join(all, between), between)
	}
	var volts, amps, power, rpm, hz []string
	for _, h := range hertz {
		var v, a, j []string
		first := true
		for _, c := range l.Columns {
			if c.Hertz != h {
				continue
			}
			if len(c.Volts) > 0 {
				v = append(v, c.Volts.text())
			}
			if len(c.Amps) > 0 {
				a = append(a, c.Amps.text())
			}
			if c.Joint != "" {
				j = append(j, map[Join]string{Delta: "Δ", Star: "Y"}[c.Joint])
			}
			if first {
				power, rpm, hz = append(power, plain(l.power(c.Kilowatt))), append(rpm, plain(c.RPM)), append(hz,
					plain(h))
				first = false
			}
		}
		volts, amps = append(volts, strings.Join(v, "/")), append(amps, strings.Join(a, "/"))
		if e.Connection == "" {
			e.Connection = strings.Join(j, "/")
		}
	}
	e.Volts, e.Amps = strings.TrimSpace(join(volts, " ")), strings.TrimSpace(join(amps, " "))
	if l.Kind == DirectC { // a brushed motor's volts and amps are its armature's
		e.ArmatureVolts, e.ArmatureAmps, e.Volts, e.Amps = e.Volts, e.Amps, "", ""
		e.FieldVolts, e.FieldAmps, e.FormFactor, e.Winding = plain(l.FieldVolts), plain(l.FieldAmps),
			plain(l.FormFactor), l.Field
	}
	if e.Power = join(power, "/"); e.Power != "" {
		e.Power += map[bool]string{false: " kW", true: " HP"}[l.horsepower]
	}
	if e.RPM = join(rpm, "/"); e.RPM == "" && l.OutputRPM > 0 {
		e.RPM = plain(l.OutputRPM)
	}
	e.Hertz = strings.Trim(strings.Join(hz, "/"), "/")
	return e
}

// power is a column's in the unit that is printed.
func (l Line) power(kilowatt float64) float64 {
	if l.horsepower {
		return math.Round(1000*kilowatt/perKilowatt["hp"]) / 1000
	}
	return kilowatt
}

// String says in one line what a plate was taken for.
func (k LineKind) String() string {
	return map[LineKind]string{ThreePhase: "a three-phase motor", SinglePhase: "a single-phase motor",
		DirectC: "a DC motor", Universal: "a universal motor (brushes, AC or DC)",
		Geared: "a geared three-phase motor", TwoSpeed: "a two-speed motor"}[k]
}
