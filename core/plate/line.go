package plate

import (
	"encoding/json"
	"math"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/unit"
)

// LineKind is what a pasted plate turns out to be.
type LineKind string

// The kinds of plate. Only three-phase ones can be planned on.
const (
	ThreePhase  LineKind = "three-phase"
	SinglePhase LineKind = "single-phase"
	DirectC     LineKind = "dc"
	Universal   LineKind = "universal"
	Geared      LineKind = "geared"
	TwoSpeed    LineKind = "two-speed"
	UnknownKind LineKind = "unknown"
)

// Span is one printed figure or a printed range, in the order printed.
type Span []float64

// MarshalJSON writes one figure as a number and a range as two.
func (s Span) MarshalJSON() ([]byte, error) {
	if len(s) == 1 {
		return json.Marshal(s[0])
	}
	return json.Marshal([]float64(s))
}

// LineColumn is one rating of a pasted plate; what is not printed is empty.
type LineColumn struct {
	Volts    Span    `json:"volts,omitempty"`
	Amps     Span    `json:"amps,omitempty"`
	Joint    Join    `json:"joint,omitempty"`
	Hertz    float64 `json:"hertz,omitempty"`
	Kilowatt float64 `json:"kilowatt,omitempty"` // of the shaft
	RPM      float64 `json:"rpm,omitempty"`
}

// Line is what was read of a plate pasted or typed into one field.
type Line struct {
	Typed         string       `json:"typed"`
	Kind          LineKind     `json:"kind"`
	Columns       []LineColumn `json:"columns"`
	PowerFactor   float64      `json:"power_factor,omitempty"`
	Efficiency    float64      `json:"efficiency,omitempty"`
	ServiceFactor float64      `json:"service_factor,omitempty"`
	Code          string       `json:"code,omitempty"`
	Design        string       `json:"design,omitempty"`
	Insulation    string       `json:"insulation,omitempty"`
	Frame         string       `json:"frame,omitempty"`
	Enclosure     string       `json:"enclosure,omitempty"`
	Duty          string       `json:"duty,omitempty"`
	FormFactor    float64      `json:"form_factor,omitempty"`
	Field         string       `json:"field,omitempty"`
	FieldVolts    float64      `json:"field_volts,omitempty"`
	FieldAmps     float64      `json:"field_amps,omitempty"`
	OutputRPM     float64      `json:"output_rpm,omitempty"`
	InverterDuty  float64      `json:"inverter_duty,omitempty"`
	Phases        int          `json:"phases,omitempty"`
	Left          string       `json:"left"` // what was not understood
	horsepower    bool         // its power is printed so
}

// MostLine is the longest plate text that is read, in bytes.
const MostLine = 2000

// group is one printed list of figures: "208-230/460".
type group []Span

func (g group) first() float64 {
	if len(g) == 0 {
		return 0
	}
	return g[0][0]
}

// part is the text of one frequency's ratings, with what was read of it.
type part struct {
	volts, amps, power, hertz, rpm []group
	joints                         []Join
	bare                           []bareGroup
}

type bareGroup struct {
	g    group
	text string
}

const (
	num   = `(?:\d+[.,]\d+|[.,]\d+|\d+)`
	frac  = `(?:\d+[ -]\d{1,2}/(?:2|3|4|8|16)|\d{1,2}/(?:2|3|4|8|16)|\d*\s?[¼½¾⅓⅔⅛⅜⅝⅞]|` + num + `)`
	list  = num + `(?:\s?[-–]\s?` + num + `)?(?:\s?/\s?` + num + `(?:\s?[-–]\s?` + num + `)?)*`
	fracs = frac + `(?:\s?/\s?` + num + `)?`
	start = `(?:^|[\s(,;:=])`
	end   = `(?:$|[\s),;])`
)

var (
	lineSpaces = strings.NewReplacer("\u00a0", " ", "\u202f", " ", "\u2009", " ", "\t", " ", "\r", " ", "·", " ", "•",
		" ", "|", " ", "_", " ",
		"Υ", "Y", "υ", "Y", "λ", "Y", "△", "Δ", "∆", "Δ", "▲", "Δ", "⁻¹", "-1", "−", "-", "Ø", "ph", "φ", "φ", "ϕ",
		"φ", "∼", "~", "μ", "µ")
	gluedJoint = regexp.MustCompile(`(` + num + `(?:-` + num + `)?)\s?V?\s?([DΔYS])\s?/\s?(` + num + `(?:-` + num +
		`)?)\s?V?\s?([DΔYS])(` + end + `)`)
	oneJoint = regexp.MustCompile(`(` + num + `)\s?V\s?([DΔY])(` + end + `)`)
	twoVolts = regexp.MustCompile(`(?i)(` + num + `(?:-` + num + `)?)\s?V\s?/\s?(` + num + `(?:-` + num + `)?)\s?V\b`)
	// n1 and n2 are the speeds before and behind a gear: the figure behind the letter is none.
	ownOrOutput = regexp.MustCompile(`(?i)(` + start + `)n[12](?:\s?[=:]\s?|\s+)(` + num + `)`)
	twoAmps     = regexp.MustCompile(`(` + num + `)\s?A\s?/\s?(` + num + `)\s?A\b`)
	segment     = regexp.MustCompile(`\n| / `)
	labelFirst  = regexp.MustCompile(`(?i)^\s*(?:ph|v|volts?|kw|hp|ps|hz|a|amps?|u|i|n|p2?|rpm)\s*[:=]?\s+(?:` +
		num + `)`)
	anyVolts = regexp.MustCompile(`(?i)\bv(?:olts?|ac)?\b|\d\s?v\b|\bu\b`)
	anyHertz = regexp.MustCompile(`(?i)hz`)
)

func spansOf(text string) group {
	var g group
	for _, one := range strings.Split(text, "/") {
		var s Span
		for _, n := range regexp.MustCompile(num).FindAllString(one, 2) {
			s = append(s, unit.Decimal(n))
		}
		if len(s) > 0 {
			g = append(g, s)
		}
	}
	return g
}

// ReadLine reads a plate as owners type or paste it, in any order, both with the
// unit behind and with the label before. What is not understood is left in Left.
func ReadLine(typed string) Line {
	l := Line{Typed: typed, Columns: []LineColumn{}}
	text := typed
	if len(text) > MostLine {
		text = text[:MostLine]
	}
	text = lineSpaces.Replace(text)
	text = gluedJoint.ReplaceAllString(text, "$1/$3 V $2/$4$5")
	text = oneJoint.ReplaceAllString(text, "$1 V $2$3")
	text = twoVolts.ReplaceAllString(text, "$1/$2 V")
	text = twoAmps.ReplaceAllString(text, "$1/$2 A")
	text = ownOrOutput.ReplaceAllString(text, "${1}n $2")
	segments := parts(text)
	var read []part
	var left []string
	marks := map[LineKind]bool{}
	for _, s := range segments {
		p, rest := l.segment(s, marks)
		read = append(read, p)
		if rest = strings.Join(strings.Fields(rest), " "); rest != "" {
			left = append(left, rest)
		}
	}
	l.bare(read, &left)
	l.Kind = l.kindOf(read, marks)
	l.lay(read)
	l.Left = strings.Trim(strings.Join(left, " "), " ,;/()-:.")
	return l
}

// parts cuts a text where each piece carries volts and hertz of its own.
func parts(text string) []string {
	pieces := segment.Split(text, -1)
	if len(pieces) > 1 {
		whole := 0
		for _, s := range pieces {
			if anyVolts.MatchString(s) && anyHertz.MatchString(s) {
				whole++
			}
		}
		if whole == len(pieces) {
			return pieces
		}
	}
	return []string{strings.ReplaceAll(text, "\n", " ")}
}

// segment takes out of a text everything that it knows.
//
// Long: a list of patterns in the order in which they are taken out.
func (l *Line) segment(text string, marks map[LineKind]bool) (p part, rest string) {
	text = " " + text + " "
	take := func(re *regexp.Regexp, do func(m []string)) bool {
		found := false
		for range 8 {
			m := re.FindStringSubmatchIndex(text)
			if m == nil {
				break
			}
			sub := make([]string, len(m)/2)
			for i := range sub {
				if m[2*i] >= 0 {
					sub[i] = text[m[2*i]:m[2*i+1]]
				}
			}
			do(sub)
			text = text[:m[0]] + "  " + text[m[1]:]
			found = true
		}
		return found
	}
	mark := func(k LineKind) func([]string) { return func([]string) { marks[k] = true } }
	take(acdcWord, mark(Universal))
	take(speedsWord, mark(TwoSpeed))
	take(gearWord, mark(Geared))
	take(ratioWord, mark(Geared))
	take(capWord, mark("capacitor"))
	take(oneWord, mark(SinglePhase))
	take(threeWord, mark(ThreePhase))
	first := labelFirst.MatchString(text)
	phases := []*regexp.Regexp{phasesAfter, phasesFirst}
	if first {
		slices.Reverse(phases)
	}
	for _, re := range phases {
		take(re, func(m []string) { marks[map[string]LineKind{"1": SinglePhase, "3": ThreePhase}[m[1]]] = true })
	}
	isInverter := take(inverter, func([]string) {})
	take(constTorq, func(m []string) { l.InverterDuty = unit.Decimal(m[1]) })
	take(varTorq, func([]string) {})
	if isInverter {
		take(rangeWord, func(m []string) {
			if l.InverterDuty == 0 {
				l.InverterDuty = unit.Decimal(m[1])
			}
		})
	}
	l.field(&text, marks, take)
	for dcWord.MatchString(text) {
		text = dcWord.ReplaceAllStringFunc(text, func(m string) string {
			marks[DirectC] = true
			sub := dcWord.FindStringSubmatch(m)
			if v := sub[1] + sub[2]; v != "" {
				return " " + v + " V "
			}
			return "  "
		})
	}
	take(armWord, mark(DirectC))
	take(magnetWord, func([]string) { marks[DirectC], l.Field = true, "permanent magnet" })
	set := func(into *string) func(m []string) {
		return func(m []string) {
			if *into == "" {
				*into = strings.ToUpper(strings.ReplaceAll(m[1], " ", ""))
			}
		}
	}
	take(codeWord, set(&l.Code))
	take(designWord, set(&l.Design))
	take(insulation, set(&l.Insulation))
	take(enclosure, set(&l.Enclosure))
	take(frameWord, set(&l.Frame))
	take(dutyWord, set(&l.Duty))
	joint := func(s string) Join {
		switch strings.ToLower(s) {
		case "y", "s", "star", "wye":
			return Star
		}
		return Delta
	}
	take(jointPair, func(m []string) { p.joints = append(p.joints, joint(m[1]), joint(m[2])) })
	for pass := range 2 {
		for _, q := range quantities {
			re, figures, u := q.after, 1, 2
			if (pass == 0) == first {
				re, figures, u = q.before, 2, 1
			}
			if re != nil {
				take(re, func(m []string) { q.put(&p, l, m[figures], m[u]) })
			}
		}
	}
	if len(p.joints) == 0 {
		take(jointOne, func(m []string) { p.joints = append(p.joints, joint(m[1])) })
	}
	take(bareList, func(m []string) { p.bare = append(p.bare, bareGroup{spansOf(m[1]), m[1]}) })
	take(bareClass, set(&l.Insulation))
	take(fillWords, func([]string) {})
	return p, text
}

// field reads the field of a DC motor, whose volts and amps stand behind its
// word.
func (l *Line) field(text *string, marks map[LineKind]bool, _ any) {
	m := fieldWord.FindStringIndex(*text)
	if m == nil {
		return
	}
	marks[DirectC] = true
	tail := (*text)[m[0]:]
	if mm := regexp.MustCompile(`(?i)^.?\s*(?:fld\.?|field|feld|erreg(?:ung|er)?\.?|exc(?:itation)?\.?)\s?[:=]?\s?(?:PM|perm(?:anent)?(?:\smagnet)?)`).FindString(tail); mm != "" {
		l.Field = "permanent magnet"
		*text = (*text)[:m[0]] + "  " + tail[len(mm):]
		return
	}
	word := regexp.MustCompile(`(?i)^.?\s*(?:fld\.?|field|feld|erreg(?:ung|er)?\.?|exc(?:itation)?\.?)\s?[:=]?`).FindString(tail)
	rest := tail[len(word):]
	if v := regexp.MustCompile(`(?i)^\s*(` + num + `)\s?V(?:DC)?\b`).FindStringSubmatchIndex(rest); v != nil {
		l.FieldVolts = unit.Decimal(rest[v[2]:v[3]])
		rest = rest[v[1]:]
	}
	if a := regexp.MustCompile(`(?i)^[\s,/]*(` + num + `)\s?A\b`).FindStringSubmatchIndex(rest); a != nil {
		l.FieldAmps = unit.Decimal(rest[a[2]:a[3]])
		rest = rest[a[1]:]
	}
	*text = (*text)[:m[0]] + "  " + rest
}

// bare gives figures without a word the meaning that they can only have.
func (l *Line) bare(read []part, left *[]string) {
	for i := range read {
		p := &read[i]
		for _, b := range p.bare {
			x := b.g.first()
			plain := len(b.g) == 1 && len(b.g[0]) == 1
			known := len(p.volts)+len(p.power)+len(p.amps)+len(p.rpm)+len(p.hertz) > 0
			switch {
			case plain && (x == 50 || x == 60) && len(p.hertz) == 0 && known:
				p.hertz = append(p.hertz, b.g)
			case plain && x >= 300 && x < 3600 && len(p.rpm) == 0 && known && nearSynchronous(x):
				p.rpm = append(p.rpm, b.g)
			case len(p.volts) == 0 && known && x >= 100 && b.g[len(b.g)-1][0] <= 700 &&
				(len(b.g) > 1 || len(b.g[0]) > 1 || x >= 110):
				p.volts = append(p.volts, b.g)
			case len(p.amps) == 0 && len(p.volts) > 0 && !plain && len(b.g) == len(p.volts[0]) && x < 400:
				p.amps = append(p.amps, b.g)
			default:
				*left = append(*left, b.text)
			}
		}
	}
}

// nearSynchronous says that a speed lies a usual slip below a synchronous one.
func nearSynchronous(rpm float64) bool {
	for _, hz := range []float64{50, 60} {
		for poles := 2.0; poles <= 16; poles += 2 {
			if sync := 120 * hz / poles; rpm < sync && rpm > 0.85*sync {
				return true
			}
		}
	}
	return false
}

// outputBeside says that the speed of a gear's output stands beside the motor's own.
func outputBeside(rpm []group) bool {
	var all []float64
	for _, g := range rpm {
		for _, s := range g {
			all = append(all, s[0])
		}
	}
	return len(all) > 1 && slices.Min(all) < slowestOwn && slices.Max(all) >= slowestOwn
}

// directVolts says that the only volts are those that rectified single-phase supplies give, 90 and
// 180 V, with no hertz beside them: a brushed motor's, most likely.
func directVolts(volts group, hertz int) bool {
	if hertz > 0 || len(volts) != 1 || len(volts[0]) != 1 {
		return false
	}
	x := volts[0][0]
	return math.Abs(x/90-1) < 0.06 || math.Abs(x/180-1) < 0.06
}

func (l *Line) kindOf(read []part, marks map[LineKind]bool) LineKind {
	p := read[0]
	pairRPM := len(p.rpm) == 1 && len(p.rpm[0]) == 2 && len(slices.Concat(p.hertz...)) < 2
	switch {
	case marks[Universal]:
		return Universal
	case marks[DirectC] || l.FormFactor > 0 || l.FieldVolts > 0:
		return DirectC
	case marks[SinglePhase] && !marks[ThreePhase]:
		return SinglePhase
	case marks[Geared] || outputBeside(p.rpm):
		return Geared
	case marks[TwoSpeed] || pairRPM && len(read) == 1 && len(p.power) == 1 && len(p.power[0]) == 2:
		return TwoSpeed
	case marks[ThreePhase]:
		return ThreePhase
	case marks["capacitor"]:
		return SinglePhase
	}
	have := 0
	for _, g := range [][]group{p.volts, p.power, p.amps, p.rpm, p.hertz} {
		if len(g) > 0 {
			have++
		}
	}
	if len(p.volts) == 0 || have < 2 {
		return UnknownKind
	}
	v := p.volts[0]
	low, high := v[0][len(v[0])-1], v[len(v)-1][len(v[len(v)-1])-1]
	if len(p.joints) > 0 || low >= 380 || len(v) > 1 && math.Abs(high/low/math.Sqrt(3)-1) < 0.06 {
		return ThreePhase
	}
	if directVolts(v, len(p.hertz)) {
		return UnknownKind // it is asked
	}
	if len(p.power) > 0 && len(p.amps) > 0 {
		share := p.power[0].first() * 1000 / (low * p.amps[0][0][len(p.amps[0][0])-1])
		switch {
		case share/math.Sqrt(3) > 0.36 && share/math.Sqrt(3) < 1:
			return ThreePhase
		case share > 0.25 && share < 0.65:
			return SinglePhase
		}
	}
	if len(v) > 1 && low >= 200 {
		return ThreePhase
	}
	return UnknownKind
}
