// Package unit reads quantities as people write them on plates and in
// notebooks, and prints figures the one way the product shows them.
//
// Reading is forgiving: both unit worlds ("1½ HP", "2.2kW", "65 ft", "8 AWG"),
// decimal comma or point ("7,4"), fractions ("1 1/2"), ranges ("208-230") and
// columns ("230/400"). What was read is always shown back; what cannot be read
// says what would do.
package unit

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// WattsPerHorsepower is the mechanical horsepower of plates that say HP.
const WattsPerHorsepower = 745.7

// Range is one number or two ("208-230"); Low equals High for one.
type Range struct{ Low, High float64 }

// Mid is the middle of the range.
func (r Range) Mid() float64 { return (r.Low + r.High) / 2 }

// IsRange says that two different ends were given.
func (r Range) IsRange() bool { return r.Low != r.High }

// String prints the ends as plates do.
func (r Range) String() string {
	if r.IsRange() {
		return Plain(r.Low) + "-" + Plain(r.High)
	}
	return Plain(r.Low)
}

// Columns is what stands between slashes, in the order written.
type Columns []Range

// String prints the columns as plates do.
func (c Columns) String() string {
	parts := make([]string, len(c))
	for i, r := range c {
		parts[i] = r.String()
	}
	return strings.Join(parts, "/")
}

// Kind is what sort of quantity an entry should be: the units it may carry,
// with their factor to the base unit, and how to ask for it.
type Kind struct {
	Base    string             // printed unit
	Units   map[string]float64 // lower-case suffix → factor
	Default string             // suffix assumed where none is written
	Example string             // "write like 230/400"
	Largest float64            // of the base unit; beyond is no such quantity
	fold    bool               // three digits after a mark are thousands ("1,410")
	halves  bool               // a/b may be a fraction ("3/4")
	zero    bool               // nothing is a reading too
}

// The kinds of entry. Base units: V, A, W, rpm, Hz, 1, m, mm², µF, °C, Ω, min.
var (
	Volts = Kind{Base: "V", Default: "v", Example: "230/400 or 208-230/460", Largest: 1000,
		Units: map[string]float64{"v": 1, "volt": 1, "volts": 1, "vac": 1, "v~": 1, "kv": 1000}}
	Amps = Kind{Base: "A", Default: "a", Example: "4.7/2.7 or 7,4 A", Largest: 2000,
		Units: map[string]float64{"a": 1, "amp": 1, "amps": 1, "ma": 1e-3}}
	Power = Kind{Base: "W", Example: "1.1 kW or 1½ HP", Largest: 2e6, halves: true,
		Units: map[string]float64{"kw": 1000, "w": 1, "hp": WattsPerHorsepower, "ps": 735.49875, "cv": 735.49875,
			"ch": 735.49875}}
	RPM = Kind{Base: "rpm", Default: "rpm", Example: "1410", Largest: 60000, fold: true,
		Units: map[string]float64{"rpm": 1, "r/min": 1, "min-1": 1, "min⁻¹": 1, "1/min": 1, "u/min": 1, "tr/min": 1}}
	Hertz = Kind{Base: "Hz", Default: "hz", Example: "50 or 50/60", Largest: 500,
		Units: map[string]float64{"hz": 1, "cycles": 1, "c/s": 1, "~": 1}}
	Share = Kind{Base: "", Default: "", Example: "0.79 or 79 %", Largest: 2,
		Units: map[string]float64{"": 1, "%": 0.01, "pct": 0.01}}
	// Portion is a share of which nothing is one too.
	Portion = Kind{Base: "", Default: "", Example: "65 %", Largest: 20, zero: true,
		Units: map[string]float64{"": 1, "%": 0.01, "pct": 0.01}}
	Length = Kind{Base: "m", Default: "m", Example: "18 m or 65 ft", Largest: 5000,
		Units: map[string]float64{"m": 1, "metres": 1, "meters": 1, "ft": Foot, "feet": Foot, "'": Foot,
			"cm": 0.01}}
	Diameter = Kind{Base: "mm", Default: "mm", Example: "80 mm or 3.15 in", Largest: 1e4, halves: true,
		Units: map[string]float64{"mm": 1, "cm": 10, "m": 1000, "in": Inch, "inch": Inch, "inches": Inch, "\"": Inch,
			"″": Inch, "ft": 12 * Inch}}
	Surface = Kind{Base: "m/s", Default: "m/s", Example: "25 m/s or 5000 ft/min", Largest: 500,
		Units: map[string]float64{"m/s": 1, "ft/min": FootPerMinute, "fpm": FootPerMinute, "km/h": 1 / 3.6}}
	Weight = Kind{Base: "kg", Default: "kg", Example: "21 kg or 46 lb", Largest: 2e4,
		Units: map[string]float64{"kg": 1, "lb": Pound, "lbs": Pound, "g": 1e-3}}
	Area = Kind{Base: "mm²", Default: "mm²", Example: "2.5 mm² or 12 AWG", Largest: 500,
		Units: map[string]float64{"mm²": 1, "mm2": 1, "sqmm": 1, "qmm": 1, "mm": 1}}
	Microfarads = Kind{Base: "µF", Default: "µf", Example: "50", Largest: 5000,
		Units: map[string]float64{"µf": 1, "μf": 1, "uf": 1, "mfd": 1, "mf": 1}}
	Minutes = Kind{Base: "min", Default: "min", Example: "20 min", Largest: 1e5, zero: true,
		Units: map[string]float64{"min": 1, "minutes": 1, "m": 1, "h": 60, "hours": 60, "hour": 60, "s": 1. / 60}}
	Inertia = Kind{Base: "kg·m²", Default: "kgm2", Example: "0.02", Largest: 1e4,
		Units: map[string]float64{"kgm2": 1, "kgm²": 1, "kg·m²": 1, "kg m²": 1, "kg m2": 1}}
	Ohms = Kind{Base: "Ω", Default: "ω", Example: "9.8", Largest: 1e6, zero: true,
		Units: map[string]float64{"ω": 1, "ohm": 1, "ohms": 1, "r": 1, "kω": 1000, "k": 1000, "kohm": 1000, "mω": 1e-3,
			"mohm": 1e-3}}
	Megohms = Kind{Base: "MΩ", Default: "mω", Example: "50 MΩ or 800 kΩ", Largest: 1e6, zero: true,
		Units: map[string]float64{"mω": 1, "m": 1, "mohm": 1, "megohm": 1, "megohms": 1, "kω": 1e-3, "k": 1e-3,
			"kohm": 1e-3, "gω": 1000, "g": 1000, "gohm": 1000}}
	Celsius = Kind{Base: "°C", Default: "°c", Example: "18", Largest: 300, zero: true,
		Units: map[string]float64{"°c": 1, "c": 1, "°": 1, "deg": 1, "degrees": 1}}
)

var (
	numberPattern = regexp.MustCompile(`^(\d+(?:[.,]\d+)*|[.,]\d+)?\s*([¼½¾⅓⅔⅛⅜⅝⅞])?`)
	mixedFraction = regexp.MustCompile(`^(?:(\d+)[\s-]+)?(\d{1,2})\s*/\s*(2|3|4|8|16)(?:\D|$)`)
	vulgar        = map[string]float64{"¼": .25, "½": .5, "¾": .75, "⅓": 1. / 3, "⅔": 2. / 3, "⅛": .125, "⅜": .375,
		"⅝": .625, "⅞": .875}
)

// Problem says why an entry could not be read and what would do.
type Problem struct{ Found, Wanted string }

func (p *Problem) Error() string {
	return fmt.Sprintf("cannot read %s; write it like %s", p.Found, p.Wanted)
}

func (k Kind) problem(text string) error {
	return &Problem{strconv.Quote(text), k.Example}
}

// Columns reads every column of an entry. A unit written once, at the end,
// holds for all; an empty entry gives no columns and no error.
func (k Kind) Columns(text string) (Columns, error) {
	rest := strings.TrimSpace(spaces.Replace(text))
	if rest == "" {
		return nil, nil
	}
	var cols Columns
	var units []string
	for {
		r, unit, tail, ok := k.one(rest)
		if !ok {
			return nil, k.problem(text)
		}
		cols, units = append(cols, r), append(units, unit)
		if tail == "" {
			break
		}
		rest = tail
	}
	if len(cols) > 4 {
		return nil, k.problem(text)
	}
	unit := k.Default
	for i := len(cols) - 1; i >= 0; i-- {
		if units[i] != "" {
			unit = units[i]
		}
		f, ok := k.Units[unit]
		if !ok {
			return nil, k.problem(text)
		}
		cols[i].Low *= f
		cols[i].High *= f
		if k.Base == "" && unit == "" && cols[i].Low > 2 { // "79" means 79 %
			cols[i].Low, cols[i].High = cols[i].Low/100, cols[i].High/100
		}
		if !(cols[i].Low > 0 || k.zero && cols[i].Low == 0) || cols[i].High > k.Largest || cols[i].High < cols[i].Low {
			return nil, k.problem(text)
		}
	}
	return cols, nil
}

// One reads an entry that must be a single number; ok is false for an empty one.
func (k Kind) One(text string) (x float64, ok bool, err error) {
	cols, err := k.Columns(text)
	if err != nil || len(cols) == 0 {
		return 0, false, err
	}
	if len(cols) > 1 || cols[0].IsRange() {
		return 0, false, k.problem(text)
	}
	return cols[0].Low, true, nil
}

// one reads a number or range, its unit and a following slash.
func (k Kind) one(s string) (r Range, unit, tail string, ok bool) {
	s = strings.TrimSpace(s)
	r.Low, s, ok = k.number(s)
	if !ok {
		return r, "", "", false
	}
	r.High = r.Low
	if t := strings.TrimLeft(s, " "); strings.HasPrefix(t, "-") || strings.HasPrefix(t, "–") ||
		strings.HasPrefix(t, "…") {
		after := strings.TrimLeft(strings.TrimPrefix(strings.TrimPrefix(strings.TrimPrefix(t, "-"), "–"), "…"), " ")
		if high, left, found := k.number(after); found {
			r.High, s = high, left
			if r.High < r.Low { // "21-19": amps that fall as volts rise
				r.Low, r.High = r.High, r.Low
			}
		}
	}
	s = strings.TrimLeft(s, " \t")
	for u := range k.Units {
		if u == "" || !strings.HasPrefix(strings.ToLower(s), u) || len(u) <= len(unit) {
			continue
		}
		if next := strings.ToLower(s)[len(u):]; next == "" || !isLetter(next) || !isLetter(u[len(u)-1:]) {
			unit = u
		}
	}
	if unit != "" {
		lower := strings.ToLower(s)
		s = strings.TrimLeft(lower[len(unit):], " ")
	}
	if s == "" {
		return r, unit, "", true
	}
	for _, sep := range []string{"/", ";", "|"} {
		if strings.HasPrefix(s, sep) && strings.TrimSpace(s[1:]) != "" {
			return r, unit, s[1:], true
		}
	}
	return r, "", "", false
}

func isLetter(s string) bool {
	for _, r := range s {
		return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r > 127
	}
	return false
}

// number reads one number from the front of s.
func (k Kind) number(s string) (x float64, rest string, ok bool) {
	if k.halves {
		if m := mixedFraction.FindStringSubmatchIndex(s); m != nil {
			whole := 0
			if m[2] >= 0 {
				whole, _ = strconv.Atoi(s[m[2]:m[3]])
			}
			top, _ := strconv.Atoi(s[m[4]:m[5]])
			bottom, _ := strconv.Atoi(s[m[6]:m[7]])
			if top < bottom {
				return float64(whole) + float64(top)/float64(bottom), s[m[7]:], true
			}
		}
	}
	m := numberPattern.FindStringSubmatch(s)
	if m == nil || m[0] == "" || m[1] == "" && m[2] == "" {
		return 0, s, false
	}
	if m[1] != "" {
		x, ok = decimal(m[1], k.fold)
		if !ok {
			return 0, s, false
		}
	}
	return x + vulgar[m[2]], s[len(m[0]):], true
}

// decimal reads digits with commas and points. One mark is a decimal mark,
// unless the kind folds thousands and exactly three digits follow; of two
// different marks the last is the decimal one.
func decimal(s string, fold bool) (float64, bool) {
	marks := strings.Count(s, ",") + strings.Count(s, ".")
	last := strings.LastIndexAny(s, ",.")
	switch {
	case marks == 0:
	case marks == 1 && !(fold && len(s)-last == 4 && s[0] != '0'):
		s = s[:last] + "." + s[last+1:]
	case strings.Count(s, s[last:last+1]) > 1 || marks == 1:
		s = strings.NewReplacer(",", "", ".", "").Replace(s)
	default:
		s = strings.NewReplacer(",", "", ".", "").Replace(s[:last]) + "." + s[last+1:]
	}
	x, err := strconv.ParseFloat(s, 64)
	return x, err == nil && !math.IsInf(x, 0)
}

var (
	times      = regexp.MustCompile(`^(\d{1,2})\s*[x×*]\s*(.+)$`)
	timesSpace = regexp.MustCompile(`\s*([x×*])\s*`)
	numberGap  = regexp.MustCompile(`(\d)\s+(\d)`)
)

// Each reads a list of single values, as a drawer of parts is noted down: "40,
// 12, 2×30 µF". Values stand apart by a comma with a space, a semicolon, a plus
// sign or a space; at most most of them.
func (k Kind) Each(text string, most int) ([]float64, error) {
	var out []float64
	clean := strings.NewReplacer(", ", ";", "+", ";", "\n", ";").Replace(spaces.Replace(strings.TrimSpace(text)))
	clean = timesSpace.ReplaceAllString(clean, "$1")
	clean = numberGap.ReplaceAllString(clean, "$1;$2")
	for _, word := range strings.Split(clean, ";") {
		if word = strings.TrimSpace(word); word == "" {
			continue
		}
		count := 1
		if m := times.FindStringSubmatch(word); m != nil {
			count, _ = strconv.Atoi(m[1])
			word = m[2]
		}
		x, ok, err := k.One(word)
		if err != nil || !ok || len(out)+count > most {
			return nil, k.problem(text)
		}
		for range count {
			out = append(out, x)
		}
	}
	return out, nil
}

var gauge = regexp.MustCompile(`(?i)^(?:#\s*(\d{1,2})|(\d{1,2})\s*(?:awg|ga|gauge))$`)

// Conductor is a wire size in either world; exactly one field is set.
type Conductor struct {
	SquareMM float64
	AWG      int
}

// String prints the size as it is sold.
func (c Conductor) String() string {
	if c.AWG > 0 {
		return fmt.Sprintf("%d"+Space+"AWG", c.AWG)
	}
	return Plain(c.SquareMM) + Space + "mm²"
}

// Area is its copper in mm²; of a gauge by its definition, π/4·(0.127 mm·92^((36−n)/39))².
func (c Conductor) Area() float64 {
	if c.AWG > 0 {
		d := 0.127 * math.Pow(92, float64(36-c.AWG)/39)
		return math.Pi / 4 * d * d
	}
	return c.SquareMM
}

// ParseConductor reads "6 mm²", "2,5" or "8 AWG"; ok is false for an empty entry.
func ParseConductor(text string) (c Conductor, ok bool, err error) {
	if m := gauge.FindStringSubmatch(strings.TrimSpace(spaces.Replace(text))); m != nil {
		n, _ := strconv.Atoi(m[1] + m[2])
		return Conductor{AWG: n}, true, nil
	}
	mm, ok, err := Area.One(text)
	return Conductor{SquareMM: mm}, ok, err
}

// Plain prints a number as short as it is exact to six digits, without an
// exponent.
func Plain(x float64) string {
	s := strconv.FormatFloat(x, 'f', 6, 64)
	s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	if i, err := strconv.ParseFloat(strconv.FormatFloat(x, 'g', 6, 64), 64); err == nil && i != x && math.Abs(x) >= 1 {
		return strconv.FormatFloat(i, 'f', -1, 64)
	}
	return s
}

// Decimal reads one bare number, with a point or a comma; NaN where it is none.
func Decimal(text string) float64 {
	x, err := strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(text), ",", "."), 64)
	if err != nil {
		return math.NaN()
	}
	return x
}

// Three prints three significant digits without an exponent, the product's
// way of showing a computed figure.
func Three(x float64) string {
	if x == 0 || math.IsNaN(x) || math.IsInf(x, 0) {
		if x == 0 {
			return "0"
		}
		return "none"
	}
	digits := 2 - int(math.Floor(math.Log10(math.Abs(x))))
	scale := math.Pow(10, float64(digits))
	rounded := math.Round(x*scale) / scale
	digits = max(0, 2-int(math.Floor(math.Log10(math.Abs(rounded))+1e-12)))
	return strconv.FormatFloat(rounded, 'f', min(digits, 6), 64)
}

// spaces are what pasted text has instead of a plain one.
var spaces = strings.NewReplacer("\u00a0", " ", "\u202f", " ", "\u2009", " ")

// PlainSpaces is a text with its hard and thin spaces made plain.
func PlainSpaces(text string) string { return spaces.Replace(text) }

// Space joins a value to its unit so that they never break apart.
const Space = "\u00a0"

// Text is a figure with its unit, as people say it: volts to 1 V, drops to 0.1; amps to three
// digits, not under 0.01; seconds to 0.1; and no zeros that tell nothing.
func Text(x float64, unit string) string { return figure(x, unit) + Space + unit }

// Rating is a size in amps as it is printed on the part or noted by its owner.
func Rating(amps float64) string { return Plain(amps) + Space + "A" }

// fixed are the most decimals of a unit, and the figure from which it keeps none.
var fixed = map[string]struct {
	decimals int
	whole    float64
}{"V": {1, 10}, "s": {1, 100}, "W": {1, 10}, "min": {1, 10}, "rpm": {0, 0}, "Hz": {1, 1e9}, "%": {1, 10}, "A": {2, 1e9}}

func figure(x float64, unit string) string {
	if math.IsNaN(x) || math.IsInf(x, 0) {
		return "none"
	}
	s := Three(x)
	if f, ok := fixed[unit]; ok {
		decimals := f.decimals
		if math.Abs(x) >= f.whole {
			decimals = 0
		}
		if _, after, _ := strings.Cut(s, "."); len(after) > decimals {
			s = strconv.FormatFloat(x, 'f', decimals, 64)
		}
	} else if strings.Count(s, ".") == 1 && math.Abs(x) < 0.001 {
		s = strconv.FormatFloat(x, 'f', 4, 64)
	}
	if unit != "A" && (!strings.HasSuffix(unit, "Ω") || math.Abs(x) < 1) || strings.HasSuffix(s, ".00") &&
		math.Abs(x) < 0.005 {
		s = trimmed(s)
	}
	if s == "-0" {
		return "0"
	}
	return s
}

func trimmed(s string) string {
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	return s
}

// Percent prints a share as a whole percentage.
func Percent(share float64) string {
	if math.IsInf(share, 0) || math.IsNaN(share) {
		return "none"
	}
	return strconv.FormatFloat(math.Round(share*100), 'f', 0, 64) + Space + "%"
}

// Degrees and whole numbers keep no decimals: rpm, volts on a line.
func Whole(x float64, unit string) string {
	return strconv.FormatFloat(math.Round(x), 'f', 0, 64) + Space + unit
}
