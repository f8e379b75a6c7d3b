package plate

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Usual is the plate of an ordinary motor of some power, by the typical tables.
func Usual(watts float64, poles int, rules table.Rules, hertz float64) (e Entry, name string) {
	t := table.TypicalMotor(watts/1000, poles)
	kw := watts / 1000
	amps := watts / (math.Sqrt(3) * 230 * t.PowerFactor * t.Efficiency)
	rpm := math.Round(120*hertz/float64(poles)*(0.93+0.02*math.Min(1, kw))/5) * 5
	e = Entry{Power: unit.Three(kw) + " kW", Volts: "230/400", Connection: "Δ/Y",
		Amps: fmt.Sprintf("%.2f/%.2f", amps, amps/math.Sqrt(3)), RPM: unit.Plain(rpm), Hertz: unit.Plain(hertz),
		Phases: "3", PowerFactor: fmt.Sprintf("%.2f", t.PowerFactor)}
	name = unit.Text(kw, "kW")
	if rules == table.NorthAmerica {
		hp := watts / unit.WattsPerHorsepower
		e.Power, e.Volts, e.Connection = unit.Plain(hp)+" HP", "230/460", ""
		e.Amps = fmt.Sprintf("%.1f/%.1f", amps, amps/2)
		name = strings.Replace(unit.Plain(math.Round(10*hp)/10), ".5", "½", 1) + unit.Space + "HP"
	}
	return e, name
}
