// Package unit reads quantities as people write them on plates and in
// notebooks, and prints figures the one way the product shows them.
//
// Reading is forgiving: both unit worlds ("1½ HP", "2.2kW", "65 ft", "8 AWG"),
// decimal comma or point ("7,4"), fractions ("1 1/2"), ranges ("208-230") and
// columns ("230/400"). What was read is always shown back; what cannot be read
// says what would do.
package unit

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// WattsPerHorsepower is the mechanical horsepower of plates that say HP.
const WattsPerHorsepower = 745.7

// WattsPerPS is the metric horsepower: 75 kp·m/s.
const WattsPerPS = 735.49875

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
	// Exact are suffixes whose case decides, tried before Units: M is not m.
	Exact map[string]float64
	// Asked are suffixes that are no unit here but look like one, with what to write instead.
	Asked  map[string]string
	fold   bool // three digits after a mark are thousands ("1,410")
	halves bool // a/b may be a fraction ("3/4")
	zero   bool // nothing is a reading too
}

var (
	numberPattern = regexp.MustCompile(`^(\d+(?:[.,]\d+)*|[.,]\d+)?\s*([¼½¾⅓⅔⅛⅜⅝⅞])?`)
	mixedFraction = regexp.MustCompile(`^(?:(\d+)[\s-]+)?(\d{1,2})\s*/\s*(2|3|4|8|16)(?:\D|$)`)
	vulgar        = map[string]float64{"¼": .25, "½": .5, "¾": .75, "⅓": 1. / 3, "⅔": 2. / 3, "⅛": .125, "⅜": .375,
		"⅝": .625, "⅞": .875}
)

// Problem says why an entry could not be read and what would do.
type Problem struct {
	Found, Wanted string
	Asked         bool // a unit was found that could be two things: Wanted says which
}

func (p *Problem) Error() string {
	return fmt.Sprintf("cannot read %s; write it like %s", p.Found, p.Wanted)
}

func (k Kind) problem(text string) error {
	return &Problem{Found: strconv.Quote(text), Wanted: k.Example}
}

// Wanted is what would do in place of an entry that could not be read: what its unit is asked
// for where it could be two things, else the chapter's own words.
func Wanted(err error, otherwise string) string {
	var p *Problem
	if errors.As(err, &p) && p.Asked {
		return p.Wanted
	}
	return otherwise
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
		if wanted, asked := k.Asked[unit]; asked {
			return nil, &Problem{Found: strconv.Quote(text), Wanted: wanted, Asked: true}
		}
		f, ok := k.factor(unit)
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

// beyondScale is what a meter shows, or people write, where nothing joins its probes.
var beyondScale = regexp.MustCompile(`(?i)^(?:o\.?l\.?|0\.?l|open|over|∞|inf|infinite|1\s*\.)$`)

// BeyondScale says that a reading is one off the meter's scale.
func BeyondScale(text string) bool { return beyondScale.MatchString(strings.TrimSpace(text)) }

// Meter is One for what is read on a meter: OL, open and ∞ are readings, +Inf.
func (k Kind) Meter(text string) (x float64, ok bool, err error) {
	if BeyondScale(text) {
		return math.Inf(1), true, nil
	}
	return k.One(text)
}

// MeterText is a reading as it was taken.
func (k Kind) MeterText(x float64) string {
	if math.IsInf(x, 1) {
		return "off the scale"
	}
	if k.Base == "Ω" && x >= 1e6 {
		return Text(x/1e6, "MΩ")
	}
	return Text(x, k.Base)
}

// factor of a suffix to the base unit.
func (k Kind) factor(suffix string) (f float64, ok bool) {
	if f, ok = k.Exact[suffix]; ok {
		return f, true
	}
	f, ok = k.Units[suffix]
	return f, ok
}

// suffix is the longest unit at the front of s, and how many bytes of s it takes. Where two
// are as long, the one whose case decides goes first.
func (k Kind) suffix(s string) (unit string, taken int) {
	fits := func(u, text string) bool {
		if u == "" || !strings.HasPrefix(text, u) {
			return false
		}
		next := text[len(u):]
		return next == "" || !isLetter(next) || !isLetter(u[len(u)-1:])
	}
	for u := range k.Exact {
		if fits(u, s) && len(u) > taken {
			unit, taken = u, len(u)
		}
	}
	for u := range k.Asked {
		if fits(u, s) && len(u) > taken {
			unit, taken = u, len(u)
		}
	}
	lower := strings.ToLower(s)
	if len(lower) != len(s) { // a letter whose small one is longer: none of ours
		return unit, taken
	}
	for u := range k.Units {
		if fits(u, lower) && len(u) > taken {
			unit, taken = u, len(u)
		}
	}
	return unit, taken
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
	unit, taken := k.suffix(s)
	s = strings.TrimLeft(s[taken:], " ")
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

// spaces are what pasted text has instead of a plain one; the sign of ohms has a twin that
// looks the same.
var spaces = strings.NewReplacer("\u00a0", " ", "\u202f", " ", "\u2009", " ", "\u2126", "Ω")

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
