package plate

import (
	"math"
	"regexp"
	"strconv"
	"strings"

	"graybridge/core/unit"
)

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
		before = regexp.MustCompile(`(?i)` + start + `(` + label + `)\s?[:=]?\s?(` + figures + `)(?:\s?(?:` + label +
			`))?` + end)
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
var perKilowatt = map[string]float64{"kw": 1, "w": 0.001, "hp": 0.7457, "ps": 0.7355, "cv": 0.7355, "ch": 0.7355,
	"pk": 0.7355}

func putPower(p *part, l *Line, figures, u string) {
	word := strings.ReplaceAll(strings.ToLower(strings.Trim(u, ". ")), ".", "")
	k := perKilowatt[word]
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
	if len(p.power) == 0 {
		l.horsepower = word == "hp"
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
	q(`cos\s?φ|cos\s?phi|cos|p\.?f\.?|power factor`, ``, list+`(?:\s?%)?`,
		number(func(l *Line) *float64 { return &l.PowerFactor }, true))
	q(`(?:nema\s)?(?:nom(?:inal)?\.?\s)?eff(?:iciency|icy)?\.?|η|eta`, ``, list+`(?:\s?%)?`,
		number(func(l *Line) *float64 { return &l.Efficiency }, true))
	q(`s\.?f\.?|service factor`, ``, num, number(func(l *Line) *float64 { return &l.ServiceFactor }, false))
	q(`f\.?f\.?|form factor`, ``, num, number(func(l *Line) *float64 { return &l.FormFactor }, false))
	q(``,
		`1\s?/\s?min|r\s?/\s?min|rev\s?/\s?min|u\s?/\s?min|tr\s?/\s?min|/\s?min|min-1|min\^-1|r\.?p\.?m\.?|omw/min|t/min`, num+`(?:\s?/\s?`+num+`)*`, add(func(p *part) *[]group { return &p.rpm }))
	q(`1\s?/\s?min|r/min|min-1|r\.?p\.?m\.?|n|speed`, ``, num+`(?:\s?/\s?`+num+`)*`,
		add(func(p *part) *[]group { return &p.rpm }))
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
	codeWord = regexp.MustCompile(`(?i)` + start +
		`(?:kva(?:[ -]?code)?|code(?:\sletter)?|lr\s?kva)\s?[:=]?\s?([A-V])` + end)
	designWord = regexp.MustCompile(`(?i)` + start + `(?:nema\s)?des(?:ign|gn)?\.?\s?[:=]?\s?([ABCDN])` + end)
	insulation = regexp.MustCompile(`(?i)` + start +
		`(?:ins(?:ul(?:ation)?)?\.?\s?-?(?:cl(?:ass)?\.?)?|iso(?:l)?\.?\s?-?(?:kl|cl)?\.?|th\.?\s?cl\.?|cl(?:ass)?\.?|kl\.?)\s?[:=]?\s?([ABFH])` + end)
	enclosure = regexp.MustCompile(`(?i)` + start + `(IP\s?\d\d|TEFC|TENV|ODP|DPFV|TEBC|TEAO)` + end)
	frameWord = regexp.MustCompile(`(?i)` + start + `(?:fr(?:ame)?\.?|baugr\.?|size)\s?[:=]?\s?(\d{2,3}[A-Z]{0,3})` +
		end)
	dutyWord = regexp.MustCompile(`(?i)` + start + `(S[1-9](?:\s\d+\s?(?:%|min))?|CONT(?:INUOUS)?\.?(?:\sDUTY)?)` +
		end)
	threeWord = regexp.MustCompile(`(?i)` + start +
		`(?:3\s?~|~\s?3|3\s?phasig|three[ -]phase|drehstrom\w*)` + end)
	// The count of phases before its word and behind it: "3 PH 1 HP" has both beside each other.
	phasesAfter = regexp.MustCompile(`(?i)` + start + `([13])\s?-?\s?ph(?:ase[sn]?)?\.?` + end)
	phasesFirst = regexp.MustCompile(`(?i)` + start + `ph(?:ase)?s?\.?\s?[:=]?\s?([13])` + end)
	oneWord     = regexp.MustCompile(`(?i)` + start +
		`(?:1\s?~|~\s?1|single[ -]phase|einphasen\w*|wechselstrom|cap(?:acitor)?[ -]start)` + end)
	acdcWord = regexp.MustCompile(`(?i)` + start + `(?:AC\s?/\s?DC|DC\s?/\s?AC|universal(?:\smotor)?|allstrom)` + end)
	dcWord   = regexp.MustCompile(`(?i)` + start +
		`(?:(\d+(?:[.,]\d+)?)\s?V\s?DC|(\d+(?:[.,]\d+)?)\s?VDC|DC|gleichstrom|shunt(?:[ -]wound)?|compound)` + end)
	armWord   = regexp.MustCompile(`(?i)` + start + `(?:arm(?:ature)?\.?|anker)\s?[:=]?` + `(?:$|[\s(,;:=])`)
	fieldWord = regexp.MustCompile(`(?i)` + start +
		`(?:fld\.?|field|feld|erreg(?:ung|er)?\.?|exc(?:itation)?\.?)\s?[:=]?\s?(PM|perm(?:anent)?(?:\smagnet)?|` +
		num + `)?`)
	magnetWord = regexp.MustCompile(`(?i)` + start + `(?:PM|perm(?:anent)?\.?\s?mag(?:net)?|permanentmagnet)` + end)
	gearWord   = regexp.MustCompile(`(?i)` + start + `(?:i\s?[=:]\s?(?:1\s?:\s?)?` + num + `(?:\s?:\s?1)?|i\s1\s?:\s?` +
		num + `|ratio\s?[:=]?\s?` + num +
		`(?:\s?:\s?1)?|gear(?:ed)?(?:\s?motor|box)?|getriebe\w*)` + end)
	ratioWord  = regexp.MustCompile(start + `i\s(\d{1,4}|\d+[.,]\d+\s?:\s?1)` + end) // no capital: that is amps
	speedsWord = regexp.MustCompile(`(?i)` + start +
		`(?:dahlander|(?:2|two)[ -]speeds?|polumschaltbar|pole[ -]chang\w*|\d{1,2}\s?/\s?\d{1,2}\s?pol(?:e|es|ig)?|YY\s?/\s?[DΔY]|[DΔY]\s?/\s?YY)` + end)
	capWord  = regexp.MustCompile(`(?i)` + start + num + `\s?(?:µf|uf|mfd)(?:\s?/?\s?\d+\s?V(?:B|DB)?)?` + end)
	inverter = regexp.MustCompile(`(?i)` + start +
		`(?:inverter(?:[ -](?:duty|rated))?|vfd(?:\sduty)?|vector(?:\sduty)?)` + end)
	constTorq = regexp.MustCompile(`(?i)` + start + `C\.?T\.?\s?(` + num + `)\s?:\s?1` + end)
	varTorq   = regexp.MustCompile(`(?i)` + start + `V\.?T\.?\s?(` + num + `)\s?:\s?1` + end)
	rangeWord = regexp.MustCompile(`(?i)` + start + `(` + num + `)\s?:\s?1` + end)
	jointPair = regexp.MustCompile(`(?i)` + start + `([DΔYS]|delta|star|wye)\s?/\s?([DΔYS]|delta|star|wye)` + end)
	jointOne  = regexp.MustCompile(start + `(Δ|Y|D|delta|star|wye|Delta|Star|Wye|DELTA|STAR|WYE)` + end)
	bareList  = regexp.MustCompile(start + `(` + list + `)` + end)
	bareClass = regexp.MustCompile(start + `([BFH])` + end)
	fillWords = regexp.MustCompile(`(?i)` + start + `(?:motor|mot\.?|ac|made|type|typ|serial|no\.?|ph|nema|cy|n[12]?|IE[1-5])` +
		end)
)
