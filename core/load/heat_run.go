package load

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/search"
	"graybridge/core/unit"
)

// HeatRun is a motor warmed at its usual load, as read: the air, its frame over time, and
// the ohms of a winding cold and hot. What was not read is NaN.
type HeatRun struct {
	AirC     float64
	Frame    []Warmth
	ColdOhm  float64
	ColdC    float64 // of the winding when its cold ohms were read
	HotOhm   float64
	HotAfter float64 // minutes of running before them
}

// Warmth is the frame's temperature a time after the start.
type Warmth struct{ Minutes, Celsius float64 }

// Copper's ohms are nought at so many degrees below 0 °C, by the straight line that is
// used for windings.
const copperNought = 234.5

// Known says that anything of a run was read.
func (r HeatRun) Known() bool { return len(r.Frame) > 0 || r.HotOhm > 0 }

// WindingC is the mean temperature of the winding from its ohms, (R/R0)·(234.5 + T0) − 234.5;
// NaN where they were not read.
func (r HeatRun) WindingC() float64 {
	if !(r.HotOhm > 0 && r.ColdOhm > 0) {
		return math.NaN()
	}
	return r.HotOhm/r.ColdOhm*(copperNought+r.ColdC) - copperNought
}

// Settling is where a frame that warms exponentially would settle.
type Settling struct {
	Celsius, Low, High float64 // with what a thermometer and the fit leave open
	Minutes            float64 // time constant
}

// A thermometer on a frame is a kelvin off, and a time constant is known to a factor before
// anything is read (guide value).
const (
	frameErrorK = 1.0
	tauDoubt    = 0.5 // of the logarithm
)

// Settle fits T = T∞ − (T∞ − T0)·e^(−t/τ) to the frame's readings by least squares in a
// thermometer's error, τ held near expected. ok is false with fewer than two readings.
func (r HeatRun) Settle(expected float64) (s Settling, ok bool) {
	from := r.AirC
	if len(r.Frame) > 0 && r.Frame[0].Minutes == 0 {
		from = r.Frame[0].Celsius
	}
	n := 0
	for _, w := range r.Frame {
		if w.Minutes > 0 {
			n++
		}
	}
	if n == 0 || math.IsNaN(from) || n == 1 && len(r.Frame) < 2 {
		return s, false
	}
	// T − T0 = rise·(1 − e^(−t/τ)): straight in the rise.
	at := func(tau float64) (rise, miss, spread float64) {
		xx, xy := 0.0, 0.0
		for _, w := range r.Frame {
			x := 1 - math.Exp(-w.Minutes/tau)
			xx, xy = xx+x*x, xy+x*(w.Celsius-from)
		}
		rise = xy / xx
		for _, w := range r.Frame {
			d := (w.Celsius - from - rise*(1-math.Exp(-w.Minutes/tau))) / frameErrorK
			miss += d * d
		}
		d := math.Log(tau/expected) / tauDoubt
		return rise, miss + d*d, frameErrorK / math.Sqrt(xx)
	}
	tau, least := search.Least(func(tau float64) float64 { _, m, _ := at(tau); return m }, expected/6, expected*6, 24)
	rise, _, _ := at(tau)
	s = Settling{Celsius: from + rise, Low: math.Inf(1), High: math.Inf(-1), Minutes: tau}
	for i := range 81 { // every time constant that misses by hardly more
		other := expected * math.Pow(6, float64(i-40)/40)
		if rise, m, spread := at(other); m <= least+4 {
			s.Low, s.High = math.Min(s.Low, from+rise-spread), math.Max(s.High, from+rise+spread)
		}
	}
	s.Low, s.High = math.Min(s.Low, s.Celsius), math.Max(s.High, s.Celsius)
	return s, true
}

const heatRunWanted = "lines like “air 21 °C”, “10 min 34 °C”, “cold 4.2 Ω at 20 °C”, “60 min hot 5.1 Ω”"

var (
	airLine  = regexp.MustCompile(`(?i)^(?:air|ambient|room)\s+(\S.*)$`)
	coldLine = regexp.MustCompile(`(?i)^cold\s+(\S.*?)\s+at\s+(\S.*)$`)
	hotLine  = regexp.MustCompile(`(?i)^(?:(\d[\d.,]*)\s*(?:min|m|minutes)?\s*[:,;]?\s+)?hot\s+(\S.*)$`)
	warmLine = regexp.MustCompile(`(?i)^(\d[\d.,]*)\s*(?:min|m|minutes)?\s*[:,;]?\s+(?:frame\s+)?(\d\S*.*)$`)
)

// readHeatRun reads a heat run, a reading a line; a line that cannot be read is a reading
// with a problem, and the others count.
func readHeatRun(text string, air float64) (r HeatRun, readings []finding.Reading) {
	r = HeatRun{AirC: air, ColdC: math.NaN(), HotAfter: math.NaN()}
	for line := range unit.Lines(text) {
		if problem := r.line(line); problem != "" {
			readings = append(readings, finding.Reading{Path: "load.heat_run", Typed: line, Problem: problem,
				Wanted: heatRunWanted})
		}
	}
	if text = strings.TrimSpace(text); text != "" && len(readings) == 0 {
		readings = append(readings, finding.Reading{Path: "load.heat_run", Typed: text,
			ReadAs: fmt.Sprintf("%d readings of the frame", len(r.Frame))})
	}
	return r, readings
}

func (r *HeatRun) line(line string) (problem string) {
	read := func(text string, k unit.Kind, into *float64) bool {
		x, ok, err := k.One(text)
		if ok && err == nil {
			*into = x
		}
		return ok && err == nil
	}
	const none = finding.NotRead
	switch {
	case airLine.MatchString(line):
		if !read(airLine.FindStringSubmatch(line)[1], unit.Celsius, &r.AirC) {
			return none
		}
	case coldLine.MatchString(line):
		m := coldLine.FindStringSubmatch(line)
		if !read(m[1], unit.Ohms, &r.ColdOhm) || !read(m[2], unit.Celsius, &r.ColdC) {
			return none
		}
	case hotLine.MatchString(line):
		m := hotLine.FindStringSubmatch(line)
		if m[1] != "" && !read(m[1], unit.Minutes, &r.HotAfter) || !read(m[2], unit.Ohms, &r.HotOhm) {
			return none
		}
	case warmLine.MatchString(line):
		m := warmLine.FindStringSubmatch(line)
		w := Warmth{Minutes: unit.Decimal(m[1])}
		if !read(m[2], unit.Celsius, &w.Celsius) {
			return none
		}
		if n := len(r.Frame); n > 0 && w.Minutes <= r.Frame[n-1].Minutes {
			return minutesOrder
		}
		r.Frame = append(r.Frame, w)
	default:
		return none
	}
	return ""
}
