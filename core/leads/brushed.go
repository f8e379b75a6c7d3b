package leads

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Brushed is what was found of a DC motor's leads, as typed.
type Brushed struct {
	Names      BrushedNaming `json:"names,omitempty" enum:"letters,iec,old" doc:"A1 A2 F1 F2 S1 S2; A E D; A-B C-D E-F"`
	Count      string        `json:"count,omitempty" example:"4" doc:"leads that come out, without earth and sensors"`
	Ohms       string        `json:"ohms,omitempty" by:"hand" entry:"lines" example:"1 2 1.4" doc:"two leads and ohms, or open; frame is one too"`
	Turned     string        `json:"turned,omitempty" by:"hand" example:"1 2" doc:"the pair whose ohms jump while the shaft is turned"`
	Makes      string        `json:"makes,omitempty" by:"hand" example:"1 2 8.5 V" doc:"the pair that makes volts while the shaft is spun"`
	Sense      SeriesSense   `json:"sense,omitempty" enum:"helps,opposes" doc:"the series field of a compound motor"`
	Locked     string        `json:"locked,omitempty" by:"hand" entry:"lines" example:"6.2 V 3.1 A" doc:"armature held fast, at several shaft positions"`
	Brush      string        `json:"brush,omitempty" example:"1.5 V" doc:"drop of both brushes; empty: 1.5 V"`
	Spun       string        `json:"spun,omitempty" by:"hand" entry:"lines" example:"1200 rpm 58 V" doc:"volts it makes when spun"`
	Idle       string        `json:"idle,omitempty" by:"hand" entry:"lines" example:"45 V 0.7 A 890 rpm" doc:"running free: volts, amps, rpm; two points"`
	Insulation string        `json:"insulation,omitempty" by:"hand" example:"20 MΩ" doc:"to frame"`
	Look       []string      `json:"look,omitempty" by:"hand" nullable:"false" doc:"good:ID or bad:ID of the look-list"`
}

// BrushedNaming is a naming world of a DC motor's leads.
type BrushedNaming string

// The worlds.
const (
	Letters BrushedNaming = "letters"
	DirectE BrushedNaming = "iec"
	Pairs   BrushedNaming = "old"
)

// SeriesSense is what a compound motor's series field does to its shunt field.
type SeriesSense string

// The senses.
const (
	Helps   SeriesSense = "helps"
	Opposes SeriesSense = "opposes"
)

// Part is what a pair of leads belongs to.
type Part string

// The parts.
const (
	ArmaturePart Part = "armature"
	ShuntPart    Part = "shunt field"
	SeriesPart   Part = "series field"
)

var brushedNames = map[BrushedNaming]map[Part][2]string{
	Letters: {ArmaturePart: {"A1", "A2"}, ShuntPart: {"F1", "F2"}, SeriesPart: {"S1", "S2"}},
	DirectE: {ArmaturePart: {"A1", "A2"}, ShuntPart: {"E1", "E2"}, SeriesPart: {"D1", "D2"}},
	Pairs:   {ArmaturePart: {"A", "B"}, ShuntPart: {"C", "D"}, SeriesPart: {"E", "F"}},
}

// Of are the names of a part's two leads.
func (n BrushedNaming) Of(p Part) [2]string {
	if _, ok := brushedNames[n]; !ok {
		n = Letters
	}
	return brushedNames[n][p]
}

// BrushedPair is two leads that a meter finds joined.
type BrushedPair struct {
	Tags  [2]string `json:"tags" nullable:"false"`
	Ohm   float64   `json:"ohm"`
	Part  Part      `json:"part,omitempty"`
	Names [2]string `json:"names" nullable:"false"`
	Why   string    `json:"why"`
}

// BrushedFound is what the readings make of the leads.
type BrushedFound struct {
	Pairs    []BrushedPair  `json:"pairs" nullable:"false"`
	Settled  bool           `json:"settled"` // every part that must be there is named
	Grade    finding.Grade  `json:"grade"`
	Text     string         `json:"text"`
	Next     string         `json:"next,omitempty"`  // what to touch or turn now
	Entry    string         `json:"entry,omitempty"` // where it is written down
	Names    []BrushedNames `json:"names" nullable:"false"`
	RaOhm    float64        `json:"-"` // measured with the armature locked; 0: not
	RaSpread float64        `json:"-"` // of the positions, as a share
	Ke       float64        `json:"-"` // V per rpm, measured; 0: not
	KeBy     string         `json:"-"`
	BrushV   float64        `json:"-"`
	Ready    bool           `json:"-"` // at least one reading of the leads is there
	FieldOhm float64        `json:"-"` // of the shunt field found; 0: not
	Frame    bool           `json:"-"` // something touches the frame
}

// BrushedNames is one part in all three worlds.
type BrushedNames struct {
	Part    Part   `json:"part"`
	Letters string `json:"letters"`
	IEC     string `json:"iec"`
	Old     string `json:"old"`
}

var (
	ohmsLine   = regexp.MustCompile(`(?i)^\s*(\S+)\s*(?:-|–|,|\s)\s*(\S+)\s*[:=]?\s+(.+?)\s*$`)
	lockedLine = regexp.MustCompile(`(?i)^\s*([\d.,]+)\s*V?\s*[,;/ ]\s*([\d.,]+)\s*A?\s*$`)
	spunLine   = regexp.MustCompile(`(?i)^\s*([\d.,]+)\s*(?:rpm|1/min)?\s*[,;/ ]\s*([\d.,]+)\s*V?\s*$`)
	idleLine   = regexp.MustCompile(`(?i)^\s*([\d.,]+)\s*V?\s*[,;/ ]\s*([\d.,]+)\s*A?\s*[,;/ ]\s*([\d.,]+)\s*(?:rpm|1/min)?\s*$`)
)

// Steady series fields lie far below an ohm, shunt fields at tens and more.
const (
	seriesMost = 1.0
	shuntLeast = 20.0
)

// brushedReader keeps how each entry was read.
type brushedReader struct{ readings []finding.Reading }

func (r *brushedReader) bad(field, typed, problem, wanted string) {
	r.readings = append(r.readings, finding.Reading{Path: "leads.brushed." + field, Typed: typed, Problem: problem,
		Wanted: wanted})
}

func (r *brushedReader) good(field, typed, as string) {
	r.readings = append(r.readings, finding.Reading{Path: "leads.brushed." + field, Typed: typed, ReadAs: as})
}

// Find reads what was typed and names the leads. field says that the plate has a field
// that is fed apart, both that it has a series field with it.
func (b Brushed) Find(field, both bool) (BrushedFound, []finding.Reading) {
	r := &brushedReader{}
	f := BrushedFound{Pairs: []BrushedPair{}, Grade: finding.Open, BrushV: 1.5}
	for _, p := range []Part{ArmaturePart, ShuntPart, SeriesPart} {
		if p == ShuntPart && !field || p == SeriesPart && !both {
			continue
		}
		text := func(n BrushedNaming) string {
			return strings.Join(func() []string { x := n.Of(p); return x[:] }(), " ")
		}
		f.Names = append(f.Names, BrushedNames{p, text(Letters), text(DirectE), text(Pairs)})
	}
	b.touch(r, &f)
	turned, makes := b.pair(r, "turned", b.Turned), b.pair(r, "makes", b.Makes)
	f.name(b.Names, turned, makes)
	f.judge(b, field, both)
	b.measure(r, &f)
	return f, r.readings
}

// touch reads the pairs that a meter found joined.
func (b Brushed) touch(r *brushedReader, f *BrushedFound) {
	opens := 0
	for line := range unit.Lines(b.Ohms) {
		m := ohmsLine.FindStringSubmatch(line)
		if m == nil || m[1] == m[2] {
			r.bad("ohms", line, twoLeadsAndMeter, "1 2 1.4")
			continue
		}
		one, two := strings.ToUpper(m[1]), strings.ToUpper(m[2])
		ohm, ok, err := unit.Ohms.Meter(m[3])
		if err != nil || !ok {
			r.bad("ohms", line, twoLeadsAndMeter, unit.Wanted(err, "1 2 1.4"))
			continue
		}
		least := openOhm
		if one == "FRAME" || two == "FRAME" {
			least = frameOhm
		}
		open := ohm >= least
		f.Ready = true
		switch {
		case open:
			opens++
		case one == "FRAME" || two == "FRAME":
			f.Frame = true
		default:
			f.Pairs = append(f.Pairs, BrushedPair{Tags: [2]string{one, two}, Ohm: ohm})
		}
	}
	if f.Ready {
		r.good("ohms", b.Ohms, fmt.Sprintf("%d joined, %d open", len(f.Pairs), opens))
	}
}

// pair reads two leads, whatever stands after them.
func (b Brushed) pair(r *brushedReader, field, typed string) (out []string) {
	if strings.TrimSpace(typed) == "" {
		return nil
	}
	words := strings.FieldsFunc(strings.ToUpper(typed), func(c rune) bool { return c == ' ' || c == ',' || c == '-' })
	if len(words) < 2 {
		r.bad(field, typed, twoLeadsAsked, "1 2")
		return nil
	}
	r.good(field, typed, words[0]+" and "+words[1])
	return words[:2]
}

// name gives each pair the part that its readings show.
func (f *BrushedFound) name(names BrushedNaming, turned, makes []string) {
	same := func(p BrushedPair, two []string) bool {
		return len(two) == 2 && slices.Contains(two, p.Tags[0]) && slices.Contains(two, p.Tags[1])
	}
	known := len(turned) == 2 || len(makes) == 2
	for i := range f.Pairs {
		p := &f.Pairs[i]
		switch {
		case same(*p, makes):
			p.Part, p.Why = ArmaturePart, "it makes volts when the shaft is spun"
		case same(*p, turned):
			p.Part, p.Why = ArmaturePart, "its ohms jump while the shaft is turned"
		case p.Ohm >= shuntLeast:
			p.Part, p.Why = ShuntPart, "many ohms, steady"
			f.FieldOhm = p.Ohm
		case p.Ohm < seriesMost && known:
			p.Part, p.Why = SeriesPart, "far below an ohm, steady"
		case len(f.Pairs) == 1:
			p.Part, p.Why = ArmaturePart, "the only pair: a permanent magnet's armature"
		default:
			p.Why = "a few ohms: armature or series field"
		}
		if p.Part != "" {
			p.Names = names.Of(p.Part)
		}
	}
}

func (f *BrushedFound) has(p Part) (n int) {
	for _, x := range f.Pairs {
		if x.Part == p {
			n++
		}
	}
	return n
}

// judge says what the readings show and what to do next.
func (f *BrushedFound) judge(b Brushed, field, both bool) {
	ask := func(text, next, entry string) { f.Text, f.Next, f.Entry = text, next, entry }
	switch {
	case f.Frame:
		f.Grade = finding.Stop
		ask(touchesFrame, touchesFrameDetail, "leads.brushed.ohms")
	case len(f.Pairs) == 0:
		ask(notFound, notFoundDetail, "leads.brushed.ohms")
	case f.has(ArmaturePart) == 0:
		ask(armatureUnknown, armatureUnknownDetail, "leads.brushed.turned")
	case f.has(ArmaturePart) > 1 || f.has(ShuntPart) > 1 && !both:
		f.Grade = finding.Caution
		ask(pairsAlike, pairsAlikeDetail, "leads.brushed.ohms")
	case field && f.has(ShuntPart) == 0:
		f.Grade = finding.Stop
		ask(noShuntField, noShuntFieldDetail, "leads.brushed.ohms")
	case !field && f.has(ShuntPart) > 0:
		f.Grade = finding.Caution
		ask(fieldNotOnPlate, fieldNotOnPlateDetail, "plate.winding")
	case both && f.has(SeriesPart) == 0:
		ask(noSeriesField, noSeriesFieldDetail, "leads.brushed.ohms")
	case both && b.Sense == "":
		f.Grade = finding.Open
		ask(seriesFieldAsked, seriesFieldTried, "leads.brushed.sense")
	case both && b.Sense == Opposes:
		f.Grade = finding.Stop
		ask(seriesOpposes, seriesOpposesDetail, "leads.brushed.sense")
	default:
		f.Settled, f.Grade, f.Text = true, finding.Good, everyLeadNamed
	}
}

// measure reads locked, spun and idle readings.
func (b Brushed) measure(r *brushedReader, f *BrushedFound) {
	if b.Brush != "" {
		if x, ok, err := unit.Volts.One(b.Brush); err == nil && ok && x <= 4 {
			f.BrushV = x
			r.good("brush", b.Brush, unit.Text(x, "V"))
		} else {
			r.bad("brush", b.Brush, finding.NotRead, "1.5 V")
		}
	}
	var ohms []float64
	for line := range unit.Lines(b.Locked) {
		m := lockedLine.FindStringSubmatch(line)
		if m == nil || !(unit.Decimal(m[2]) > 0) || !(unit.Decimal(m[1]) > f.BrushV) {
			r.bad("locked", line, voltsThenAmps, "6.2 V 3.1 A")
			continue
		}
		ohm := (unit.Decimal(m[1]) - f.BrushV) / unit.Decimal(m[2])
		ohms = append(ohms, ohm)
	}
	if len(ohms) > 0 {
		sum := 0.0
		for _, x := range ohms {
			sum += x
		}
		f.RaOhm = sum / float64(len(ohms))
		f.RaSpread = (slices.Max(ohms) - slices.Min(ohms)) / f.RaOhm
		r.good("locked", b.Locked, fmt.Sprintf("%s without the brushes, of %d positions", unit.Text(f.RaOhm, "Ω"),
			len(ohms)))
	}
	b.spun(r, f)
}

func (b Brushed) spun(r *brushedReader, f *BrushedFound) {
	var sum float64
	n := 0
	for line := range unit.Lines(b.Spun) {
		m := spunLine.FindStringSubmatch(line)
		if m == nil || !(unit.Decimal(m[1]) > 0) || !(unit.Decimal(m[2]) > 0) {
			r.bad("spun", line, "Rpm, then volts.", "1200 rpm 58 V")
			continue
		}
		sum, n = sum+unit.Decimal(m[2])/unit.Decimal(m[1]), n+1
	}
	if n > 0 {
		f.Ke, f.KeBy = sum/float64(n), "spun, and its volts measured"
		r.good("spun", b.Spun, unit.Text(1000*f.Ke, "V")+" at 1000 rpm")
	}
	var points [][3]float64
	for line := range unit.Lines(b.Idle) {
		m := idleLine.FindStringSubmatch(line)
		if m == nil || !(unit.Decimal(m[3]) > 0) || !(unit.Decimal(m[2]) > 0) {
			r.bad("idle", line, voltsAmpsRPM, "45 V 0.7 A 890 rpm")
			continue
		}
		points = append(points, [3]float64{unit.Decimal(m[1]), unit.Decimal(m[2]), unit.Decimal(m[3])})
	}
	if len(points) > 0 {
		r.good("idle", b.Idle, fmt.Sprintf("%d points", len(points)))
	}
	if len(points) < 2 {
		return
	}
	low, high := points[0], points[0]
	for _, p := range points {
		if p[2] < low[2] {
			low = p
		}
		if p[2] > high[2] {
			high = p
		}
	}
	// Two points free the constant from the brushes' drop: Ke = ΔV/Δn, the little amps' drop
	// taken off where the ohms are known.
	if f.Ke == 0 && high[2]-low[2] > 0.2*high[2] {
		f.Ke = (high[0] - low[0] - (high[1]-low[1])*f.RaOhm) / (high[2] - low[2])
		f.KeBy = "two points running free"
	}
}

// LookPart is one thing to look at on brushes and commutator.
type LookPart struct {
	ID    string        `json:"id"`
	Title string        `json:"title"`
	Good  string        `json:"good"`
	Bad   string        `json:"bad"`
	Found string        `json:"found,omitempty"` // good or bad
	Grade finding.Grade `json:"grade"`
}

// LookList is what a look at brushes and commutator goes through.
func (b Brushed) LookList() []LookPart {
	out := lookParts()
	for i := range out {
		p := &out[i]
		p.Grade = finding.Open
		switch {
		case slices.Contains(b.Look, "bad:"+p.ID):
			p.Found, p.Grade = "bad", finding.Caution
			if p.ID == "bars" {
				p.Grade = finding.Stop
			}
		case slices.Contains(b.Look, "good:"+p.ID):
			p.Found, p.Grade = "good", finding.Good
		}
	}
	return out
}
