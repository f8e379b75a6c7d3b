package plate

import (
	"encoding/json"
	"math"
	"regexp"
	"slices"
	"strconv"
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
	lineSpaces = strings.NewReplacer("\u00a0", " ", "\u202f", " ", "\u2009", " ", "\t", " ", "\r", " ", "·", " ", "•", " ", "|", " ", "_", " ",
		"Υ", "Y", "υ", "Y", "λ", "Y", "△", "Δ", "∆", "Δ", "▲", "Δ", "⁻¹", "-1", "−", "-", "Ø", "ph", "φ", "φ", "ϕ", "φ", "∼", "~", "μ", "µ")
	gluedJoint = regexp.MustCompile(`(` + num + `(?:-` + num + `)?)\s?V?\s?([DΔYS])\s?/\s?(` + num + `(?:-` + num + `)?)\s?V?\s?([DΔYS])(` + end + `)`)
	oneJoint   = regexp.MustCompile(`(` + num + `)\s?V\s?([DΔY])(` + end + `)`)
	twoVolts   = regexp.MustCompile(`(?i)(` + num + `(?:-` + num + `)?)\s?V\s?/\s?(` + num + `(?:-` + num + `)?)\s?V\b`)
	twoAmps    = regexp.MustCompile(`(` + num + `)\s?A\s?/\s?(` + num + `)\s?A\b`)
	segment    = regexp.MustCompile(`\n| / `)
	labelFirst = regexp.MustCompile(`(?i)^\s*(?:v|volts?|kw|hp|ps|hz|a|amps?|u|i|n|p2?|rpm)\s*[:=]?\s+(?:` + num + `)`)
	anyVolts   = regexp.MustCompile(`(?i)\bv(?:olts?|ac)?\b|\d\s?v\b|\bu\b`)
	anyHertz   = regexp.MustCompile(`(?i)hz`)
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

// quantity is one thing that stands on a plate, by the words around its figures.
type quantity struct {
	after  *regexp.Regexp // figures, then the unit
	before *regexp.Regexp // label, then figures
	put    func(p *part, l *Line, figures, unit string)
}

func words(label, units, figures string) (after, before *regexp.Regexp) {
	if units != "" {
		after = regexp.MustCompile(`(?i)` + start + `(` + figures + `)\s?(` + units + `)` + end)
	}
	if label != "" {
		before = regexp.MustCompile(`(?i)` + start + `(` + label + `)\s?[:=]?\s?(` + figures + `)(?:\s?(?:` + label + `))?` + end)
	}
	return after, before
}

func powerOf(text string) float64 {
	cols, err := unit.Power.Columns(strings.ReplaceAll(text, "-", " ") + " kW")
	if err != nil || len(cols) == 0 {
		return 0
	}
	return cols[0].Mid() / 1000
}

// perKilowatt are kilowatts of the shaft by unit.
var perKilowatt = map[string]float64{"kw": 1, "w": 0.001, "hp": 0.7457, "ps": 0.7355, "cv": 0.7355, "ch": 0.7355, "pk": 0.7355}

func putPower(p *part, _ *Line, figures, u string) {
	k := perKilowatt[strings.ToLower(strings.Trim(u, ". "))]
	if k == 0 {
		k = 1
	}
	var g group
	if x := powerOf(figures); x > 0 && !strings.Contains(figures, "/") || isFraction(figures) {
		g = group{{x * k}}
	} else {
		for _, s := range spansOf(figures) {
			g = append(g, Span{s[0] * k})
		}
	}
	// The same power in another unit is said twice, not two powers.
	if len(p.power) > 0 && len(g) == len(p.power[0]) && math.Abs(g.first()/p.power[0].first()-1) < 0.12 {
		return
	}
	p.power = append(p.power, g)
}

var fraction = regexp.MustCompile(`^(?:\d+[ -])?\d{1,2}/(?:2|3|4|8|16)$|[¼½¾⅓⅔⅛⅜⅝⅞]`)

func isFraction(text string) bool {
	if !fraction.MatchString(strings.TrimSpace(text)) {
		return false
	}
	if a, b, ok := strings.Cut(text, "/"); ok && !strings.ContainsAny(a, " -¼½¾⅓⅔⅛⅜⅝⅞") {
		x, _ := strconv.Atoi(strings.TrimSpace(a))
		y, _ := strconv.Atoi(strings.TrimSpace(b))
		return x < y
	}
	return true
}

func number(into func(*Line) *float64, share bool) func(*part, *Line, string, string) {
	return func(_ *part, l *Line, figures, u string) {
		g := spansOf(figures)
		x := g.first()
		if share && (x > 2 || strings.Contains(u, "%")) {
			x /= 100
		}
		if v := into(l); *v == 0 {
			*v = math.Round(x*1e4) / 1e4
		}
	}
}

func add(into func(*part) *[]group) func(*part, *Line, string, string) {
	return func(p *part, _ *Line, figures, _ string) { *into(p) = append(*into(p), spansOf(figures)) }
}

// The quantities, the ones with the plainest words first.
var quantities = func() []quantity {
	var out []quantity
	q := func(label, units, figures string, put func(*part, *Line, string, string)) {
		after, before := words(label, units, figures)
		out = append(out, quantity{after, before, put})
	}
	q(`cos\s?φ|cos\s?phi|cos|p\.?f\.?|power factor`, ``, list+`(?:\s?%)?`, number(func(l *Line) *float64 { return &l.PowerFactor }, true))
	q(`(?:nema\s)?(?:nom(?:inal)?\.?\s)?eff(?:iciency|icy)?\.?|η|eta`, ``, list+`(?:\s?%)?`, number(func(l *Line) *float64 { return &l.Efficiency }, true))
	q(`s\.?f\.?|service factor`, ``, num, number(func(l *Line) *float64 { return &l.ServiceFactor }, false))
	q(`f\.?f\.?|form factor`, ``, num, number(func(l *Line) *float64 { return &l.FormFactor }, false))
	q(``, `1\s?/\s?min|r\s?/\s?min|rev\s?/\s?min|u\s?/\s?min|tr\s?/\s?min|/\s?min|min-1|min\^-1|r\.?p\.?m\.?|omw/min|t/min`, num+`(?:\s?/\s?`+num+`)*`, add(func(p *part) *[]group { return &p.rpm }))
	q(`1\s?/\s?min|r/min|min-1|r\.?p\.?m\.?|n|speed`, ``, num+`(?:\s?/\s?`+num+`)*`, add(func(p *part) *[]group { return &p.rpm }))
	q(``, `hz|hertz|cyc(?:les)?|c/s`, num+`(?:\s?/\s?`+num+`)?`, add(func(p *part) *[]group { return &p.hertz }))
	q(`hz|hertz|f|freq(?:uency)?`, ``, num+`(?:\s?/\s?`+num+`)?`, add(func(p *part) *[]group { return &p.hertz }))
	q(``, `kw|hp|h\.p\.|ps|cv|ch|pk|watts?|w`, `(?:`+fracs+`|`+list+`)`, putPower)
	q(`kw|hp|ps|p2?|power`, ``, `(?:`+fracs+`|`+list+`)`, putPower)
	q(``, `v(?:olts?|ac|~)?`, list, add(func(p *part) *[]group { return &p.volts }))
	q(`v(?:olts?|ac)?|u`, ``, list, add(func(p *part) *[]group { return &p.volts }))
	q(``, `a(?:mps?|mp\.)?|f\.?l\.?a\.?`, list, add(func(p *part) *[]group { return &p.amps }))
	q(`a(?:mps?|mp\.)?|f\.?l\.?a\.?|i`, ``, list, add(func(p *part) *[]group { return &p.amps }))
	return out
}()

var (
	codeWord   = regexp.MustCompile(`(?i)` + start + `(?:kva(?:[ -]?code)?|code(?:\sletter)?|lr\s?kva)\s?[:=]?\s?([A-V])` + end)
	designWord = regexp.MustCompile(`(?i)` + start + `(?:nema\s)?des(?:ign|gn)?\.?\s?[:=]?\s?([ABCDN])` + end)
	insulation = regexp.MustCompile(`(?i)` + start + `(?:ins(?:ul(?:ation)?)?\.?\s?-?(?:cl(?:ass)?\.?)?|iso(?:l)?\.?\s?-?(?:kl|cl)?\.?|th\.?\s?cl\.?|cl(?:ass)?\.?|kl\.?)\s?[:=]?\s?([ABFH])` + end)
	enclosure  = regexp.MustCompile(`(?i)` + start + `(IP\s?\d\d|TEFC|TENV|ODP|DPFV|TEBC|TEAO)` + end)
	frameWord  = regexp.MustCompile(`(?i)` + start + `(?:fr(?:ame)?\.?|baugr\.?|size)\s?[:=]?\s?(\d{2,3}[A-Z]{0,3})` + end)
	dutyWord   = regexp.MustCompile(`(?i)` + start + `(S[1-9](?:\s\d+\s?(?:%|min))?|CONT(?:INUOUS)?\.?(?:\sDUTY)?)` + end)
	threeWord  = regexp.MustCompile(`(?i)` + start + `(?:3\s?~|~\s?3|3\s?-?\s?ph(?:ase[sn]?)?\.?|ph(?:ase)?s?\.?\s?[:=]?\s?3|3\s?phasig|three[ -]phase|drehstrom\w*)` + end)
	oneWord    = regexp.MustCompile(`(?i)` + start + `(?:1\s?~|~\s?1|1\s?-?\s?ph(?:ase)?\.?|ph(?:ase)?s?\.?\s?[:=]?\s?1|single[ -]phase|einphasen\w*|wechselstrom|cap(?:acitor)?[ -]start)` + end)
	acdcWord   = regexp.MustCompile(`(?i)` + start + `(?:AC\s?/\s?DC|DC\s?/\s?AC|universal(?:\smotor)?|allstrom)` + end)
	dcWord     = regexp.MustCompile(`(?i)` + start + `(?:(\d+(?:[.,]\d+)?)\s?V\s?DC|(\d+(?:[.,]\d+)?)\s?VDC|DC|gleichstrom|shunt(?:[ -]wound)?|compound)` + end)
	armWord    = regexp.MustCompile(`(?i)` + start + `(?:arm(?:ature)?\.?|anker)\s?[:=]?` + `(?:$|[\s(,;:=])`)
	fieldWord  = regexp.MustCompile(`(?i)` + start + `(?:fld\.?|field|feld|erreg(?:ung|er)?\.?|exc(?:itation)?\.?)\s?[:=]?\s?(PM|perm(?:anent)?(?:\smagnet)?|` + num + `)?`)
	magnetWord = regexp.MustCompile(`(?i)` + start + `(?:PM|perm(?:anent)?\.?\s?mag(?:net)?|permanentmagnet)` + end)
	gearWord   = regexp.MustCompile(`(?i)` + start + `(?:i\s?=\s?` + num + `|ratio\s?[:=]?\s?` + num + `(?:\s?:\s?1)?|gear(?:ed)?(?:\s?motor|box)?|getriebe\w*)` + end)
	speedsWord = regexp.MustCompile(`(?i)` + start + `(?:dahlander|(?:2|two)[ -]speeds?|polumschaltbar|pole[ -]chang\w*|\d{1,2}\s?/\s?\d{1,2}\s?pol(?:e|es|ig)?|YY\s?/\s?[DΔY]|[DΔY]\s?/\s?YY)` + end)
	capWord    = regexp.MustCompile(`(?i)` + start + num + `\s?(?:µf|uf|mfd)(?:\s?/?\s?\d+\s?V(?:B|DB)?)?` + end)
	inverter   = regexp.MustCompile(`(?i)` + start + `(?:inverter(?:[ -](?:duty|rated))?|vfd(?:\sduty)?|vector(?:\sduty)?)` + end)
	constTorq  = regexp.MustCompile(`(?i)` + start + `C\.?T\.?\s?(` + num + `)\s?:\s?1` + end)
	varTorq    = regexp.MustCompile(`(?i)` + start + `V\.?T\.?\s?(` + num + `)\s?:\s?1` + end)
	rangeWord  = regexp.MustCompile(`(?i)` + start + `(` + num + `)\s?:\s?1` + end)
	jointPair  = regexp.MustCompile(`(?i)` + start + `([DΔYS]|delta|star|wye)\s?/\s?([DΔYS]|delta|star|wye)` + end)
	jointOne   = regexp.MustCompile(start + `(Δ|Y|D|delta|star|wye|Delta|Star|Wye|DELTA|STAR|WYE)` + end)
	bareList   = regexp.MustCompile(start + `(` + list + `)` + end)
	bareClass  = regexp.MustCompile(start + `([BFH])` + end)
	fillWords  = regexp.MustCompile(`(?i)` + start + `(?:motor|mot\.?|ac|made|type|typ|serial|no\.?|ph|nema|IE[1-5])` + end)
)

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
	take(capWord, mark("capacitor"))
	take(oneWord, mark(SinglePhase))
	take(threeWord, mark(ThreePhase))
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
	first := labelFirst.MatchString(text)
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
			case len(p.volts) == 0 && known && x >= 100 && b.g[len(b.g)-1][0] <= 700 && (len(b.g) > 1 || len(b.g[0]) > 1 || x >= 110):
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

func (l *Line) kindOf(read []part, marks map[LineKind]bool) LineKind {
	p := read[0]
	pairRPM := len(p.rpm) == 1 && len(p.rpm[0]) == 2 && len(slices.Concat(p.hertz...)) < 2
	switch {
	case marks[Universal]:
		return Universal
	case marks[DirectC] || l.FormFactor > 0 || l.FieldVolts > 0:
		return DirectC
	case marks[SinglePhase]:
		return SinglePhase
	case marks[TwoSpeed] || pairRPM && len(read) == 1 && len(p.power) == 1 && len(p.power[0]) == 2:
		return TwoSpeed
	case marks[Geared]:
		return Geared
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
				l.OutputRPM = p.rpm[0].first()
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
		out[i] = part{hertz: []group{{h}}, joints: p.joints, power: share(p.power, i), rpm: share(p.rpm, i), volts: p.volts, amps: p.amps}
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
	e := Entry{Code: l.Code, Design: l.Design, Insulation: l.Insulation, Frame: l.Frame, Enclosure: l.Enclosure, Duty: l.Duty}
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
				power, rpm, hz = append(power, plain(c.Kilowatt)), append(rpm, plain(c.RPM)), append(hz, plain(h))
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
		e.FieldVolts, e.FieldAmps, e.FormFactor, e.Winding = plain(l.FieldVolts), plain(l.FieldAmps), plain(l.FormFactor), l.Field
	}
	if e.Power = join(power, "/"); e.Power != "" {
		e.Power += " kW"
	}
	e.RPM, e.Hertz = join(rpm, "/"), strings.Trim(strings.Join(hz, "/"), "/")
	return e
}

// String says in one line what a plate was taken for.
func (k LineKind) String() string {
	return map[LineKind]string{ThreePhase: "a three-phase motor", SinglePhase: "a single-phase motor", DirectC: "a DC motor", Universal: "a universal motor (brushes, AC or DC)", Geared: "a geared three-phase motor", TwoSpeed: "a two-speed motor"}[k]
}
