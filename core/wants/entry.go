// Package wants reads what the owner of a machine asks of the bridge beside its load: speeds,
// direction, hours and what a kilowatt-hour costs him.
package wants

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Entry is what the owner wants of a bridge beside the load: its speeds, and what its running
// may cost.
type Entry struct {
	Slowest string `json:"slowest,omitempty" example:"30 %" label:"slowest speed" doc:"wanted, of the plate's; or rpm of the motor"`
	Fastest string `json:"fastest,omitempty" example:"110 %" label:"fastest speed" doc:"wanted, of the plate's; or rpm of the motor"`
	Turns   Turns  `json:"turns,omitempty" enum:"one,both" label:"directions" doc:"in daily use"`
	Hours   string `json:"hours_a_day,omitempty" example:"4 h" label:"hours a day"`
	Days    string `json:"days_a_year,omitempty" example:"200" label:"days a year"`
	Price   string `json:"kilowatt_hour,omitempty" example:"0.32 €" label:"price of a kilowatt-hour"`
}

// Turns is in how many directions the machine runs in daily use.
type Turns string

// The directions.
const (
	OneWay Turns = "one"
	Both   Turns = "both"
)

// Wants is what was read.
type Wants struct {
	Slowest, Fastest float64 // of plate speed
	SpeedSaid        bool
	Both             bool
	Hours, Days      float64
	HoursSaid        bool
	DaysSaid         bool
	Price            float64 // of a kilowatt-hour; 0: not said
	Currency         string
}

// Assumed is what was taken because nobody said it, in words.
func (w Wants) Assumed() (out []string) {
	if !w.HoursSaid {
		out = append(out, fmt.Sprintf("%d hours a day", assumedHours))
	}
	if !w.DaysSaid {
		out = append(out, fmt.Sprintf("%d days a year", assumedDays))
	}
	if !w.SpeedSaid {
		out = append(out, "one speed, the plate's")
	}
	return out
}

// What is taken where nothing was said (guide value).
const (
	assumedHours = 4
	assumedDays  = 220
	mostSpeed    = 3
)

// Read reads the entry. rpm is the plate's; 0: not known, and a speed in rpm is not read.
func Read(e Entry, rpm float64) (Wants, []finding.Reading) {
	w := Wants{Slowest: 1, Fastest: 1, Hours: assumedHours, Days: assumedDays, Both: e.Turns == Both}
	r := &finding.Reader{Chapter: "weigh"}
	speed := func(field, typed string, into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := unit.Portion.One(typed)
		if turns, isRPM, bad := unit.RPM.One(typed); (err != nil || !ok || x > mostSpeed) && bad == nil && isRPM &&
			rpm > 0 {
			x, ok, err = turns/rpm, true, nil
		}
		if err != nil || !ok || x <= 0 || x > mostSpeed {
			r.Note(field, typed, "", "30 %, or 420 rpm")
			return
		}
		*into, w.SpeedSaid = x, true
		r.Note(field, typed, unit.Percent(x)+" of plate speed", "")
	}
	speed("slowest", e.Slowest, &w.Slowest)
	speed("fastest", e.Fastest, &w.Fastest)
	w.Slowest, w.Fastest = math.Min(w.Slowest, math.Max(w.Fastest, 1)), math.Max(w.Fastest, w.Slowest)
	plain := func(field, typed string, most float64, wanted string, into *float64) bool {
		if typed == "" {
			return false
		}
		x := unit.Decimal(strings.TrimSpace(strings.TrimRight(strings.TrimSpace(typed), "hdays ")))
		if math.IsNaN(x) || x <= 0 || x > most {
			r.Note(field, typed, "", wanted)
			return false
		}
		*into = x
		r.Note(field, typed, unit.Plain(x), "")
		return true
	}
	w.HoursSaid = plain("hours_a_day", e.Hours, 24, "4 h, up to 24 h", &w.Hours)
	w.DaysSaid = plain("days_a_year", e.Days, 366, "200, up to 366", &w.Days)
	if e.Price != "" {
		if amount, currency, ok := unit.Money(e.Price); ok && amount > 0 {
			w.Price, w.Currency = amount, currency
			r.Note("kilowatt_hour", e.Price, fmt.Sprintf("%s %s", unit.Plain(amount), currency), "")
		} else {
			r.Note("kilowatt_hour", e.Price, "", "0.32 €")
		}
	}
	return w, r.Readings
}

// OneSpeed says that the plate's own speed is all that is wanted: a motor's own slip and the
// line's hertz are within a tenth of it.
func (w Wants) OneSpeed() bool { return w.Slowest > 0.9 && w.Fastest < 1.1 }
