package supply

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Transformer stands between the wall and the bridge.
type Transformer struct {
	From, To float64 // volts
	VA       float64 // 0: not said
	Auto     bool    // one winding: it does not part from the mains
}

// AtTransformer is the entry of a transformer.
const AtTransformer = "supply.transformer"

// Ratio is volts out over volts in.
func (t *Transformer) Ratio() float64 { return t.To / t.From }

// What small transformers usually are where nobody says; guide value.
const (
	stepSpare     = 1.25 // rating over what flows for good
	stepInrush    = 12.0 // of its rated amps, at the worst instant of switching on
	breakerStands = 10.0 // of its rating, for the first half wave: curve C
	stepIdle      = 0.05 // of its rated amps, with nothing behind it
	stepGuard     = 2.5  // greatest breaker ahead, of its rated amps, with a breaker of its own behind it
	stepFrom      = 0.1  // how far the wall may be from the volts it is made for
)

// stepLoss is the share of its volts that a transformer loses at its rated amps; the smaller, the more; guide value.
func stepLoss(va float64) float64 {
	switch {
	case va <= 1000:
		return 0.06
	case va <= 3000:
		return 0.04
	case va <= 10000:
		return 0.03
	}
	return 0.025
}

// stepSizes are the ratings that are made, in VA.
var stepSizes = []float64{250, 400, 630, 1000, 1600, 2000, 2500, 3000, 4000, 5000, 6300, 8000, 10000, 12500, 16000,
	20000, 25000}

// StepSize is the rating for so many VA for good, with what a rating must have to spare; 0: larger than any here.
func StepSize(va float64) float64 {
	for _, size := range stepSizes {
		if size >= stepSpare*va {
			return size
		}
	}
	return 0
}

// StepCure is a transformer up to so many volts as a cure; ok is false where one stands there, where the wall has not
// the volts that it is called by, where hardly any are missing, or none is large enough.
func (s Supply) StepCure(to, va float64) (c finding.Cure, ok bool) {
	size := StepSize(va)
	near := math.Abs(s.Volts/s.Nominal-1) <= stepFrom+1e-9 // it is bought for what the wall is called
	if s.Step != nil || size == 0 || !near || to < 1.1*s.Nominal {
		return c, false
	}
	value := (&Transformer{From: s.Nominal, To: to}).sized(size)
	return finding.Cure{Label: "A transformer " + value + " ahead", Path: AtTransformer, Value: value}, true
}

var stepForm = regexp.MustCompile(`(?i)^(auto(?:transformer)?\s+)?([\d.,]+)\s*v?\s*(?:/|→|->|to|:)\s*([\d.,]+)\s*v?` +
	`(?:[\s,]+([\d.,]+)\s*(k?)va)?(\s+auto(?:transformer)?)?$`)

// readStep reads a transformer.
func readStep(typed string) (t *Transformer, r finding.Reading) {
	r = finding.Reading{Path: AtTransformer, Typed: typed}
	m := stepForm.FindStringSubmatch(strings.TrimSpace(unit.PlainSpaces(typed)))
	if m != nil {
		t = &Transformer{From: unit.Decimal(m[2]), To: unit.Decimal(m[3]), Auto: m[1]+m[6] != ""}
		if t.VA = unit.Decimal(m[4]); math.IsNaN(t.VA) {
			t.VA = 0
		}
		if m[5] != "" {
			t.VA *= 1000
		}
	}
	if t == nil || !(t.From >= 50 && t.From <= 700 && t.To >= 50 && t.To <= 700) || t.VA < 0 || t.VA > 100e3 ||
		t.VA > 0 && t.VA < 50 {
		r.Problem, r.Wanted = finding.NotRead, "volts in, volts out and its rating, like 230/400 V 3 kVA"
		return nil, r
	}
	r.ReadAs = t.String()
	return t, r
}

// String is what stands on its plate.
func (t *Transformer) String() string {
	text := fmt.Sprintf("%s in, %s out", unit.Whole(t.From, "V"), unit.Whole(t.To, "V"))
	if t.VA > 0 {
		text += ", " + unit.Text(t.VA/1000, "kVA")
	}
	if t.Auto {
		text += ", auto"
	}
	return text
}

// sized is the entry of such a transformer of some rating.
func (t *Transformer) sized(va float64) string {
	text := fmt.Sprintf("%s/%s V %s kVA", unit.Plain(t.From), unit.Plain(t.To), unit.Plain(va/1000))
	if t.Auto {
		text += " auto"
	}
	return text
}

// ohm is what its windings lose, seen from behind it.
func (t *Transformer) ohm() float64 {
	if t.VA == 0 {
		return 0
	}
	return stepLoss(t.VA) * t.To * t.To / t.VA
}

// Behind is the supply as the bridge sees it: volts and ohms of the wall carried through the transformer that stands
// there, if one does. What judges the wall goes on judging the wall.
func (s Supply) Behind() Supply {
	if s.Step == nil {
		return s
	}
	wall := s
	wall.Step, wall.end = nil, atTransformer
	out := s
	out.wall = &wall
	n := s.Step.Ratio()
	out.Volts, out.Nominal = s.Volts*n, s.Nominal*n
	if math.Abs(s.Nominal/s.Step.From-1) < stepFrom {
		out.Nominal = s.Step.To
	}
	return out
}

// AtWall is the volts at the wall for so many behind the transformer.
func (s Supply) AtWall(volts float64) float64 {
	if s.Step == nil {
		return volts
	}
	return volts / s.Step.Ratio()
}

// ahead is what the wall sees of a draw behind the transformer.
func (s Supply) ahead(d *Draw) *Draw {
	if d == nil {
		return nil
	}
	n, idle := s.Step.Ratio(), stepIdle*s.Step.VA/s.Step.From
	at := func(amps float64) (a, v float64) {
		if amps == 0 {
			return 0, 0
		}
		a = amps*n + idle
		return a, math.Max(0, s.wall.Volts-a*s.wall.LineOhm())
	}
	out := *d
	out.IdleAmps, out.IdleVolts = at(d.IdleAmps)
	out.RunAmps, out.RunVolts = at(d.RunAmps)
	out.StartAmps, out.StartVolts = at(d.StartAmps)
	out.MostAmps, _ = at(d.MostAmps)
	if !s.Step.Auto { // direct current does not pass it
		out.Smooth = false
	}
	return &out
}

// primary are its rated amps on the wall's side.
func (t *Transformer) primary() float64 { return t.VA / t.From }

// judgeStep holds the transformer against what flows through it.
func (s Supply) judgeStep(draw *Draw, add func(finding.Finding)) {
	t := s.Step
	why := finding.Why{Formula: "rating ≥ 1.25 × volts × amps behind it", Section: finding.OnWall,
		Source: "engine; guide values of small transformers", Estimated: true}
	say := func(id string, grade finding.Grade, sentence, detail string) finding.Finding {
		return finding.Finding{ID: id, Grade: grade, Sentence: sentence, Detail: detail,
			Entries: []string{AtTransformer}, Planning: true, Why: []finding.Why{why}}
	}
	if off := s.wall.Volts/t.From - 1; math.Abs(off) > stepFrom {
		f := say("supply.transformer-volts", finding.Caution, stepOtherVolts(t, s.wall.Volts),
			stepOtherVoltsDetail(off))
		f.Figure, f.Limit = unit.Whole(s.wall.Volts, "V"), unit.Whole(t.From, "V")
		if off > stepFrom {
			f.Grade = finding.Stop
		}
		add(f)
	}
	if t.Auto {
		add(say("supply.transformer-auto", finding.Note, stepAuto, stepAutoDetail))
	}
	if draw == nil {
		return
	}
	need := math.Max(draw.RunAmps, draw.MostAmps) * s.Volts
	if t.VA == 0 {
		f := say(finding.SupplyTransformer, finding.Open, stepSizeAsked(need), stepSizeAskedDetail)
		if size := StepSize(need); size > 0 {
			f.Cures = []finding.Cure{{Label: "It has " + unit.Text(size/1000, "kVA"), Path: AtTransformer,
				Value: t.sized(size)}}
		}
		add(f)
		return
	}
	f := say(finding.SupplyTransformer, finding.Good, stepCarries(t, need), "")
	if need > t.VA {
		f = say(finding.SupplyTransformer, finding.Stop, stepTooSmall(t, need), stepTooSmallDetail)
	} else if stepSpare*need > t.VA*1.001 {
		f = say(finding.SupplyTransformer, finding.Caution, stepJustCarries(t, need), stepJustCarriesDetail)
	}
	f.Figure, f.Limit = unit.Whole(need, "VA"), unit.Whole(t.VA, "VA")
	f.Measure = finding.Against(need, finding.AtMost, t.VA/stepSpare, "VA")
	if size := StepSize(need); size > t.VA && f.Grade != finding.Good {
		f.Cures = []finding.Cure{{Label: "A larger one: " + t.sized(size), Path: AtTransformer, Value: t.sized(size)}}
	}
	add(f)
	inrush := stepInrush * t.primary()
	switch b := s.wall.Breaker; {
	case b > 0 && inrush > breakerStands*b:
		add(say("supply.transformer-inrush", finding.Caution, stepTrips(b, inrush), stepTripsDetail))
	default:
		add(say("supply.transformer-inrush", finding.Note, stepSwitchesOn(inrush), stepSwitchesOnDetail(t)))
	}
	if b := s.wall.Breaker; b > stepGuard*t.primary() {
		f := say("supply.transformer-guard", finding.Caution, stepUnguarded(b, t), stepUnguardedDetail)
		f.Figure, f.Limit = unit.Rating(b), unit.Text(stepGuard*t.primary(), "A")+" at most"
		f.Measure = finding.Against(b, finding.AtMost, stepGuard*t.primary(), "A")
		add(f)
	}
}

// stepFigures are what flows through the transformer.
func (s Supply) stepFigures(draw *Draw) []finding.Figure {
	t := s.Step
	need := math.Max(draw.RunAmps, draw.MostAmps) * s.Volts
	out := []finding.Figure{
		{ID: "behind", Name: "Behind the transformer", Value: s.Volts, Text: unit.Whole(s.Volts, "V"), Note: t.String(),
			Mark: s.VoltsMark},
		{ID: "through", Name: "Goes through it", Value: need, Text: unit.Text(need/1000, "kVA"),
			Note: "at the heaviest load", Mark: finding.Estimated}}
	if t.VA > 0 {
		out = append(out, finding.Figure{ID: "inrush", Name: "Switched on, it takes", Value: stepInrush * t.primary(),
			Text: unit.Whole(stepInrush*t.primary(), "A"), Note: "at most, for a half wave (guide value)",
			Mark: finding.Estimated})
	}
	return out
}

// StepWire is the wire to the transformer and the breaker ahead of it, by the rules; ok is false where none stands
// there or the tables end.
func (s Supply) StepWire(rules table.Wires) (breaker float64, wire unit.Conductor, ok bool) {
	if s.Step == nil || s.Step.VA == 0 {
		return 0, wire, false
	}
	breaker, okB := rules.Breaker(stepSpare * s.Step.primary())
	wire, okW := rules.Conductor(math.Max(stepSpare*s.Step.primary(), breaker))
	return breaker, wire, okB && okW
}
