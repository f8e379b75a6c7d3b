// Package table holds the facts of the trade: what code tables, makers' habits
// and shop shelves say. Each table is a data file with its source, and every
// look-up gives the source back for the finding that leans on it.
package table

import (
	"embed"
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"sync"

	"graybridge/core/unit"
)

//go:embed data/*.json
var files embed.FS

func load[T any](name string) func() T {
	return sync.OnceValue(func() T {
		var t T
		data, err := files.ReadFile("data/" + name + ".json")
		if err == nil {
			err = json.Unmarshal(data, &t)
		}
		if err != nil {
			panic(fmt.Sprintf("table: %s: %v", name, err)) // embedded at build time: a broken build
		}
		return t
	})
}

type pairs [][2]float64

// between interpolates linearly in the logarithm of x; outside the table the
// end values hold.
func (p pairs) between(x float64) float64 {
	if x <= p[0][0] {
		return p[0][1]
	}
	for i := 1; i < len(p); i++ {
		if x <= p[i][0] {
			t := math.Log(x/p[i-1][0]) / math.Log(p[i][0]/p[i-1][0])
			return p[i-1][1] + t*(p[i][1]-p[i-1][1])
		}
	}
	return p[len(p)-1][1]
}

var typical = load[struct {
	Source string                        `json:"source"`
	Rows   [][5]float64                  `json:"rows"`
	Poles  map[string]map[string]float64 `json:"poles"`
}]("typical-motors")

// Typical is what an ordinary motor of some power and poles would have.
type Typical struct {
	Efficiency, PowerFactor            float64
	LockedAmpsRatio, LockedTorqueRatio float64
	Source                             string
}

// TypicalMotor interpolates the table of ordinary motors in log kW.
func TypicalMotor(kilowatts float64, poles int) Typical {
	t := typical()
	column := func(i int) float64 {
		p := make(pairs, len(t.Rows))
		for r, row := range t.Rows {
			p[r] = [2]float64{row[0], row[i]}
		}
		return p.between(kilowatts)
	}
	shift := t.Poles[fmt.Sprint(poles)]
	return Typical{
		Efficiency: column(1) + shift["efficiency"], PowerFactor: column(2) + shift["power_factor"],
		LockedAmpsRatio: column(3), LockedTorqueRatio: column(4), Source: t.Source,
	}
}

var fullLoad = load[struct {
	Source  string `json:"source"`
	Rows    pairs  `json:"rows"`
	Classes []struct {
		Name   string  `json:"name"`
		From   float64 `json:"from"`
		To     float64 `json:"to"`
		Times  float64 `json:"times"`
		MostHP float64 `json:"most_hp"`
		Rows   pairs   `json:"rows"`
	} `json:"classes"`
}]("full-load-amps")

// FullLoadAmps is the code table's three-phase full-load current for a motor on
// a supply of some nominal volts. The table has columns for classes of volts:
// inside a class (220 to 240 V) nothing is scaled. ok is false outside the table.
func FullLoadAmps(horsepower, volts float64) (amps float64, source string, ok bool) {
	t := fullLoad()
	for _, c := range t.Classes {
		if volts < c.From || volts > c.To {
			continue
		}
		rows := t.Rows
		if len(c.Rows) > 0 {
			rows = c.Rows
		}
		most := rows[len(rows)-1][0]
		if c.MostHP > 0 {
			most = c.MostHP
		}
		if horsepower < rows[0][0]*0.99 || horsepower > most*1.01 {
			return 0, t.Source, false
		}
		return rows.between(horsepower) * c.Times, t.Source + "; " + c.Name, true
	}
	return 0, t.Source, false
}

var locked = load[struct {
	Source  string           `json:"source"`
	Amps230 pairs            `json:"amps_230"`
	Torque  map[string]pairs `json:"torque_percent"`
}]("locked-rotor")

// LockedRotor is the code table's locked-rotor amps at the volts, and the
// locked-rotor torque over rated for the poles.
func LockedRotor(horsepower, volts float64, poles int) (amps, torque float64, source string) {
	t := locked()
	rows, ok := t.Torque[fmt.Sprint(poles)]
	if !ok {
		rows = t.Torque["6"]
	}
	return t.Amps230.between(horsepower) * 230 / volts, rows.between(horsepower) / 100, t.Source
}

var letters = load[struct {
	Source string   `json:"source"`
	UpTo   [][2]any `json:"up_to"`
}]("code-letters")

// CodeLetter gives the band of locked-rotor kVA per horsepower of a letter.
func CodeLetter(letter string) (low, high float64, source string, ok bool) {
	t := letters()
	last := 0.0
	for _, row := range t.UpTo {
		up := row[1].(float64)
		if strings.EqualFold(row[0].(string), strings.TrimSpace(letter)) {
			return max(last, 0.8*up), up, t.Source, true
		}
		last = up
	}
	return 0, 0, t.Source, false
}

type ruleSet struct {
	Source  string    `json:"source"`
	Rows    pairs     `json:"rows"`
	Milli   float64   `json:"milliohm_metre_mm2"`
	PerKft  pairs     `json:"ohm_per_1000_ft"`
	Breaker []float64 `json:"breakers"`
	Earth   pairs     `json:"earth"`

	Rows75      pairs `json:"rows_75"`
	Ambient     pairs `json:"ambient"` // °C up to which a factor holds
	Ambient75   pairs `json:"ambient_75"`
	Together    pairs `json:"together"` // how many lie together, up to which a factor holds
	BreakerMost pairs `json:"breaker_most"`
}

var conductors = load[struct {
	Metric ruleSet `json:"metric"`
	AWG    ruleSet `json:"awg"`
}]("conductors")

// Rules is a country's rule set.
type Rules string

// The rule sets.
const (
	Metric       Rules = "metric"
	NorthAmerica Rules = "north-america"
)

func (r Rules) set() ruleSet {
	if r == NorthAmerica {
		return conductors().AWG
	}
	return conductors().Metric
}

// Source names the conductor table of the rule set.
func (r Rules) Source() string { return r.set().Source }

// Size is one conductor size of a rule set and what it carries.
type Size struct {
	unit.Conductor
	Amps float64
}

// Sizes lists the conductors of the rule set, thinnest first.
func (r Rules) Sizes() []Size {
	rows := r.set().Rows
	out := make([]Size, len(rows))
	for i, row := range rows {
		out[i] = Size{Amps: row[1]}
		if r == NorthAmerica {
			out[i].AWG = int(row[0])
		} else {
			out[i].SquareMM = row[0]
		}
	}
	return out
}

// Breakers lists the standard ratings in amps, smallest first.
func (r Rules) Breakers() []float64 { return r.set().Breaker }

// Breaker is the smallest standard rating at or above amps; ok is false where
// the table ends below.
func (r Rules) Breaker(amps float64) (rating float64, ok bool) {
	for _, s := range r.Breakers() {
		if s >= amps {
			return s, true
		}
	}
	return 0, false
}

// Conductor is the thinnest conductor that carries amps; ok is false where the
// table ends below.
func (r Rules) Conductor(amps float64) (c unit.Conductor, ok bool) {
	return Wires{Rules: r}.Conductor(amps)
}

// Ends is what the rule set's tables end at, in amps: breakers and conductors.
func (r Rules) Ends() (breaker, conductor float64) {
	b, c := r.Breakers(), r.Sizes()
	return b[len(b)-1], c[len(c)-1].Amps
}

// EarthAWG is the earth conductor for a breaker in North America; ok is false
// beyond the table.
func EarthAWG(breaker float64) (awg int, ok bool) {
	for _, row := range conductors().AWG.Earth {
		if breaker <= row[0] {
			return int(row[1]), true
		}
	}
	return 0, false
}

// OhmPerMetre is the hot resistance of one copper conductor. ok is false for a
// size that the table does not have.
func OhmPerMetre(squareMM float64, awg int) (ohm float64, ok bool) {
	c := conductors()
	if awg == 0 {
		return c.Metric.Milli / squareMM / 1000, squareMM > 0
	}
	for _, row := range c.AWG.PerKft {
		if int(row[0]) == awg {
			return row[1] / 1000 / unit.Foot, true
		}
	}
	return 0, false
}

// Ampacity of a conductor; ok is false for a size outside the tables.
func Ampacity(squareMM float64, awg int) (amps float64, ok bool) {
	rows := conductors().Metric.Rows
	if awg > 0 {
		rows = conductors().AWG.Rows
	}
	return rows.size(unit.Conductor{SquareMM: squareMM, AWG: awg})
}

var capacitors = load[struct {
	Source    string    `json:"source"`
	Run       []float64 `json:"run_uf"`
	Tolerance float64   `json:"tolerance"`
	Classes   []float64 `json:"voltage_classes"`
	Start     []float64 `json:"start_classes"`
	MostStart float64   `json:"start_most_uf"`
}]("capacitors")

// RunCapacitors are the stock values in µF, with their tolerance and source.
func RunCapacitors() (microfarad []float64, tolerance float64, source string) {
	t := capacitors()
	return t.Run, t.Tolerance, t.Source
}

// MostStart is the largest start capacitor that is sold as one, µF (guide value).
func MostStart() float64 { return capacitors().MostStart }

// StartClass is the lowest stock class of an electrolytic start capacitor at or
// above volts; ok is false when none is.
func StartClass(volts float64) (class float64, ok bool) {
	for _, c := range capacitors().Start {
		if c >= volts {
			return c, true
		}
	}
	return 0, false
}

// VoltageClass is the lowest stock class of a run capacitor at or above volts;
// ok is false when none is.
func VoltageClass(volts float64) (class float64, ok bool) {
	for _, c := range capacitors().Classes {
		if c >= volts {
			return c, true
		}
	}
	return 0, false
}

// LineToNeutral says that one of the two wires of a circuit is the neutral: a North
// American 120 V circuit. Only the hot one is broken by a breaker of its own.
func (r Rules) LineToNeutral(volts float64) bool { return r == NorthAmerica && volts < 150 }

// Poles of a breaker on a circuit of so many volts, in words.
func (r Rules) Poles(volts float64) string {
	if r.LineToNeutral(volts) {
		return "one-pole"
	}
	return "two-pole"
}

// Wire is a conductor in words; where the table has none it says so.
func Wire(c unit.Conductor) string {
	if c == (unit.Conductor{}) {
		return "beyond the table"
	}
	return c.String()
}

var directFullLoad = load[struct {
	Source  string `json:"source"`
	Columns []struct {
		Volts float64 `json:"volts"`
		Rows  pairs   `json:"rows"`
	} `json:"columns"`
}]("dc-full-load-amps")

// DirectFullLoadAmps is the code table's armature current of a DC motor at base speed.
// ok is false outside the table: its volts are met within a tenth, its powers within one
// in a hundred.
func DirectFullLoadAmps(horsepower, volts float64) (amps float64, source string, ok bool) {
	t := directFullLoad()
	for _, c := range t.Columns {
		last := c.Rows[len(c.Rows)-1][0]
		if math.Abs(volts/c.Volts-1) > 0.1 || horsepower < 0.99*c.Rows[0][0] || horsepower > 1.01*last {
			continue
		}
		return c.Rows.between(horsepower), t.Source, true
	}
	return 0, t.Source, false
}
