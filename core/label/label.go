// Package label reads the plate on a drive or a DC controller, as makers print it and as people type
// it: input, output, power. What is not printed is left out; nothing is guessed.
package label

import (
	"encoding/json"
	"regexp"
	"strconv"
	"strings"

	"graybridge/core/unit"
)

// Kind of a device.
type Kind string

// The kinds.
const (
	Drive      Kind = "drive"
	Controller Kind = "dc-controller"
)

// Range is what is printed as one figure, or from one to another.
type Range struct{ Least, Most float64 }

// MarshalJSON is the figure, or the pair.
func (r Range) MarshalJSON() ([]byte, error) {
	if r.Least == r.Most {
		return json.Marshal(r.Most)
	}
	return json.Marshal([2]float64{r.Least, r.Most})
}

// Device is what a plate says, in volts, amps, hertz and kilowatts; what it does not say is zero.
type Device struct {
	Kind        Kind    `json:"kind"`
	InputVolts  *Range  `json:"input_volts,omitempty"`
	InputPhases []int   `json:"input_phases,omitempty"` // all that it takes
	InputAmps   float64 `json:"input_amps,omitempty"`
	// Of a drive. Its output's volts are not in the open file of plates.
	OutputAmps  float64 `json:"output_amps,omitempty"`
	OutputVolts float64 `json:"-"`
	Kilowatt    float64 `json:"kilowatt,omitempty"`
	MostHertz   float64 `json:"most_hertz,omitempty"`
	// Of a controller.
	ArmatureVolts float64 `json:"armature_volts,omitempty"`
	ArmatureAmps  float64 `json:"armature_amps,omitempty"`
	FieldVolts    float64 `json:"field_volts,omitempty"`
}

const figure = `(\d+(?:\.\d+)?)`

var (
	spaces = strings.NewReplacer("\u00a0", " ", "\u202f", " ", "\u2009", " ", "\t", " ", "\r", " ", "\n", " ; ",
		"·", " ; ", "|", " ; ", "…", "-", "–", "-", "—", "-", "−", "-", "‥", "-")
	comma  = regexp.MustCompile(`(\d),(\d)`)
	dots   = regexp.MustCompile(`(\d)\s*\.{2,3}\s*(\d)`)
	spans  = regexp.MustCompile(`(\d)\s*(?:-|~|to|bis)\s*(\d)`)
	marked = regexp.MustCompile(`(^|[^\d.])([13])\s*~(\s*/|\s)`)
	// A section begins where one of these words stands.
	section = regexp.MustCompile(`(?i)\b(armature|arm\b|fld\b|field|input|output|line\b|mains|supply|motor\b|` +
		`[uif]\s+(?:in|out)\b|in\b|out\b|power\b)`)
	phase    = regexp.MustCompile(`(?i)(^|[^\d.,-])([13])\s*(?:/\s*([13])\s*)?(?:~|ph(?:ase)?s?\b|ø|ac\b|\s?ac\s)`)
	phaseTwo = regexp.MustCompile(`(?i)([13])\s*(?:~|ph|ø)\s*/\s*([13])\s*(?:~|ph|ø)`)
	inWords  = regexp.MustCompile(`(?i)\b(single|one|three)[\s-]+phase\b`)
	volts    = regexp.MustCompile(`(?i)` + figure + `(?:-` + figure + `)?\s*v(?:olts?|ac|dc)?\b`)
	amps     = regexp.MustCompile(`(?i)` + figure + `\s*a(?:mps?|dc|ac)?(?:\b|$)`)
	hertz    = regexp.MustCompile(`(?i)` + figure + `(?:-` + figure + `)?\s*hz\b`)
	eachHz   = regexp.MustCompile(`(?i)\b\d+\s*/\s*\d+\s*hz\b`)
	kilowatt = regexp.MustCompile(`(?i)` + figure + `\s*kw\b`)
	watt     = regexp.MustCompile(`(?i)(?:^|[^\d.])` + figure + `\s*w\b`)
	horse    = regexp.MustCompile(`(?i)(?:(\d+)\s+)?` + figure + `(?:/(\d+))?\s*(hp|ps)\b`)
	ofArm    = regexp.MustCompile(`(?i)\b(arm|armature|fld|field)\b`)
)

// plain is a plate with figures and ranges written in one way.
func plain(text string) string {
	text = comma.ReplaceAllString(spaces.Replace(text), "$1.$2")
	text = dots.ReplaceAllString(text, "$1-$2")
	// Phases first: in "1~ 200" the mark belongs to the phase, in "200~240" it is a range.
	for range 2 { // one may begin where another ends
		text = marked.ReplaceAllString(text, "${1}${2}PH$3")
	}
	for range 2 {
		text = spans.ReplaceAllString(text, "$1-$2")
	}
	return strings.Join(strings.Fields(text), " ")
}

// Read reads a plate. problem says what would do where it is none of a drive or controller.
func Read(typed string) (d Device, problem string) {
	text := plain(typed)
	parts := sections(text)
	all := strings.Join([]string{parts.head, parts.in, parts.out, parts.arm, parts.field}, " ; ")
	if ofArm.MatchString(text) {
		return controller(parts)
	}
	d.Kind = Drive
	d.InputPhases = phases(parts.in)
	d.InputVolts = voltsOf(parts.in)
	d.InputAmps = greatest(amps, parts.in)
	d.OutputAmps = greatest(amps, parts.out)
	if v := voltsOf(parts.out); v != nil {
		d.OutputVolts = v.Most
	}
	if m := hertz.FindStringSubmatch(eachHz.ReplaceAllString(parts.out, "")); m != nil {
		d.MostHertz = upper(m[1], m[2])
	}
	d.Kilowatt = power(all)
	switch {
	case d.OutputAmps == 0 && d.InputVolts == nil:
		return Device{}, notAPlate
	case d.OutputAmps == 0:
		return Device{}, noOutput
	case d.InputVolts == nil:
		return Device{}, noInput
	}
	return d, ""
}

// controller reads a plate with an armature on it.
func controller(p parted) (d Device, problem string) {
	d.Kind = Controller
	d.InputVolts = voltsOf(first(p.in, p.head))
	if d.InputPhases = phases(first(p.in, p.head)); len(d.InputPhases) == 0 {
		d.InputPhases = []int{1} // a rectifier for brushed motors stands on one phase unless it says three
	}
	d.InputAmps = greatest(amps, p.in)
	arm := first(p.arm, p.out)
	if v := voltsOf(arm); v != nil {
		d.ArmatureVolts = v.Most
	}
	d.ArmatureAmps = greatest(amps, arm)
	if v := voltsOf(p.field); v != nil {
		d.FieldVolts = v.Most
	}
	switch {
	case d.InputVolts == nil:
		return Device{}, noInput
	case d.ArmatureVolts == 0:
		return Device{}, noArmature
	}
	return d, ""
}

// parted is a plate by its sections.
type parted struct{ head, in, out, arm, field string }

// sections parts a plate at the words that begin one. A drive's plate without such words is parted where
// three phases are named the second time.
func sections(text string) (p parted) {
	at := section.FindAllStringIndex(text, -1)
	into := &p.head
	from := 0
	flush := func(to int) { *into += " " + text[from:to] }
	for _, m := range at {
		word := strings.ToLower(text[m[0]:m[1]])
		var next *string
		switch {
		case strings.HasPrefix(word, "arm"):
			next = &p.arm
		case word == "fld" || word == "field":
			next = &p.field
		case word == "power":
			next = &p.head
		case word == "output" || strings.HasSuffix(word, "out") || word == "motor":
			next = &p.out
		default:
			next = &p.in
		}
		flush(m[0])
		from, into = m[1], next
	}
	flush(len(text))
	if p.in == "" && p.out == "" && p.arm == "" {
		if two := phase.FindAllStringIndex(text, -1); len(two) > 1 {
			cut := two[len(two)-1][0]
			p.head, p.in, p.out = "", text[:cut], text[cut:]
		}
	}
	if p.in == "" && p.head != "" { // "AC 115 V … ARM": what stands first is the input
		p.in = p.head
	}
	return p
}

// phases are those that a section names, the fewest first.
func phases(text string) (out []int) {
	seen := map[int]bool{}
	for _, m := range phaseTwo.FindAllStringSubmatch(text, -1) {
		seen[number(m[1])], seen[number(m[2])] = true, true
	}
	for _, m := range phase.FindAllStringSubmatch(text, -1) {
		seen[number(m[2])] = true
		if m[3] != "" {
			seen[number(m[3])] = true
		}
	}
	for _, m := range inWords.FindAllStringSubmatch(text, -1) {
		seen[map[string]int{"single": 1, "one": 1, "three": 3}[strings.ToLower(m[1])]] = true
	}
	for _, n := range []int{1, 3} {
		if seen[n] {
			out = append(out, n)
		}
	}
	return out
}

func voltsOf(text string) *Range {
	m := volts.FindStringSubmatch(text)
	if m == nil {
		return nil
	}
	r := Range{decimal(m[1]), decimal(m[1])}
	if m[2] != "" {
		r.Most = decimal(m[2])
	}
	return &r
}

// greatest figure of a unit in a section.
func greatest(of *regexp.Regexp, text string) (most float64) {
	for _, m := range of.FindAllStringSubmatch(text, -1) {
		most = max(most, decimal(m[1]))
	}
	return most
}

// power is what a drive is made for: kilowatts where they are printed, else horsepower.
func power(text string) float64 {
	if m := kilowatt.FindStringSubmatch(text); m != nil {
		return decimal(m[1])
	}
	if m := horse.FindStringSubmatch(text); m != nil {
		x := decimal(m[2])
		if m[3] != "" && decimal(m[3]) > 0 {
			x /= decimal(m[3])
		}
		x += decimal(m[1])
		if strings.EqualFold(m[4], "ps") {
			return x * unit.WattsPerPS / 1000
		}
		return x * unit.WattsPerHorsepower / 1000
	}
	if m := watt.FindStringSubmatch(text); m != nil {
		return decimal(m[1]) / 1000
	}
	return 0
}

func upper(a, b string) float64 {
	if b != "" {
		return decimal(b)
	}
	return decimal(a)
}

func decimal(s string) float64 {
	x, _ := strconv.ParseFloat(s, 64)
	return x
}

func number(s string) int {
	n, _ := strconv.Atoi(s)
	return n
}

func first(a, b string) string {
	if strings.TrimSpace(a) != "" {
		return a
	}
	return b
}
