package plate

import (
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// reader collects how each entry was read.
type reader struct{ readings []finding.Reading }

func (r *reader) columns(field, typed string, k unit.Kind) unit.Columns {
	return r.shown(field, typed, typed, k)
}

func (r *reader) shown(field, typed, text string, k unit.Kind) unit.Columns {
	cols, err := k.Columns(text)
	if typed == "" {
		return nil
	}
	one := finding.Reading{Path: "plate." + field, Typed: typed}
	if err != nil {
		one.Problem = finding.NotRead
		one.Wanted = unit.Wanted(err, k.Example)
	} else if k.Base == unit.Power.Base {
		one.ReadAs = power(cols)
	} else {
		one.ReadAs = strings.TrimSpace(cols.String() + unit.Space + k.Base)
	}
	r.readings = append(r.readings, one)
	return cols
}

func power(cols unit.Columns) string {
	parts := make([]string, len(cols))
	for i, c := range cols {
		parts[i] = unit.Text(c.Low/1000, "kW") + ", " + unit.Text(c.Low/unit.WattsPerHorsepower, "hp")
	}
	return strings.Join(parts, " / ")
}

func (r *reader) text(field, typed, readAs, wanted string) {
	if typed == "" {
		return
	}
	one := finding.Reading{Path: "plate." + field, Typed: typed, ReadAs: readAs}
	if readAs == "" {
		one.Problem, one.Wanted = finding.NotRead, wanted
	}
	r.readings = append(r.readings, one)
}

// power reads the power, also where a plate prints it in two units: "1.5 kW (2 HP)".
func (r *reader) power(typed string) unit.Columns {
	if cols, err := unit.Power.Columns(typed); err == nil || typed == "" {
		if typed == "" {
			return nil
		}
		r.readings = append(r.readings, finding.Reading{Path: "plate.power", Typed: typed, ReadAs: power(cols)})
		return cols
	}
	var cols unit.Columns
	if l := ReadLine(typed); l.Left == "" {
		for _, c := range l.Columns {
			if c.Kilowatt > 0 && len(c.Volts)+len(c.Amps) == 0 {
				cols = append(cols, unit.Range{Low: c.Kilowatt * 1000, High: c.Kilowatt * 1000})
			}
		}
	}
	one := finding.Reading{Path: "plate.power", Typed: typed}
	if len(cols) == 0 {
		one.Problem, one.Wanted = finding.NotRead, unit.Power.Example
		if x := unit.Decimal(typed); x > 0 {
			one.Problem, one.Wanted = "Kilowatts or horsepower?", unit.Plain(x)+" kW or "+unit.Plain(x)+" HP"
		}
	} else {
		one.ReadAs = power(cols)
	}
	r.readings = append(r.readings, one)
	return cols
}
