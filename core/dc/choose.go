package dc

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/plate"
	"graybridge/core/unit"
)

// Weighed is a controller weighed for a job.
type Weighed struct {
	FullLine     float64 // A RMS from the line, full torque at the greatest speed
	ArmatureNeed float64 // what the armature's wire must carry by the code's share
	Breaker      float64
	Conductor    unit.Conductor
	ArmatureWire unit.Conductor
	FieldWire    unit.Conductor
	MostBreaker  float64 // that its maker allows; 0: not said
	sized        bridge.Sized
	Ended        bool
	Verdict      finding.Grade
	Words        string
}

// Offer is one known controller weighed for this job.
type Offer struct {
	ID    string        `json:"id"`
	Name  string        `json:"name"`
	About string        `json:"about"`
	Words string        `json:"words"`
	Grade finding.Grade `json:"grade"`
	Text  string        `json:"text"`
}

// Code shares of motor amps for the wire between rectifier and armature.
const (
	armatureWireShare     = 1.5 // full-wave rectified
	halfWaveArmatureShare = 1.9
)

// weigher gathers what is said of one controller.
type weigher struct {
	o    *Placed
	p    *Profile
	d    *Duty
	in   InputRange
	w    Weighed
	said []finding.Finding
}

func (g *weigher) say(id string, grade finding.Grade, sentence, detail string) *finding.Finding {
	g.said = append(g.said, finding.Finding{ID: id, Bay: finding.Bridge, Grade: grade, Sentence: sentence,
		Detail: detail})
	if grade.Rank() < g.w.Verdict.Rank() && (grade == finding.Stop || grade == finding.Caution) {
		g.w.Verdict = grade
	}
	return &g.said[len(g.said)-1]
}

// weigh holds a controller against motor, load and line.
func weigh(o *Placed, p *Profile, d *Duty) (Weighed, []finding.Finding) {
	g := &weigher{o: o, p: p, d: d, w: Weighed{Verdict: finding.Good}}
	var fits bool
	g.in, fits = p.Input(o.Site.Supply.Volts)
	g.line(fits)
	g.amps()
	g.volts()
	g.field()
	g.heat()
	if fits {
		g.reach()
	}
	g.full()
	g.w.Words = map[finding.Grade]string{finding.Good: "fits", finding.Caution: "fits with limits",
		finding.Stop: "does not fit"}[g.w.Verdict]
	return g.w, g.said
}

func (g *weigher) line(fits bool) {
	volts := g.o.Site.Supply.Volts
	limit := unit.Plain(g.in.Least) + " to " + unit.Whole(g.in.Most, "V")
	if g.p.plate != nil && g.p.plate.three {
		g.say(finding.DCLine, finding.Stop, threeInput, threeInputDetail).Entries = []string{"dc.plate"}
		return
	}
	if fits {
		g.say(finding.DCLine, finding.Good, g.takesTheLine(volts), "").Limit = limit
		return
	}
	f := g.say(finding.DCLine, finding.Stop, g.notForTheLine(volts), notForTheLineDetail)
	f.Figure, f.Limit = unit.Whole(volts, "V"), limit
	f.Measure = finding.Against(volts, finding.AtMost, g.in.Most, "V")
	if volts < g.in.Least {
		f.Measure = finding.Against(volts, finding.AtLeast, g.in.Least, "V")
	}
	f.Entries = []string{"supply.volts", "dc.controller"}
}

// loadAmps are the armature's mean amps at the heaviest load.
func (g *weigher) loadAmps() float64 {
	c := g.d.Constants()
	return (g.d.Asked(g.d.Load.Heaviest, g.d.RPM)*c.RatedNm + c.FrictionNm) / c.NmPerAmp
}

func (g *weigher) amps() {
	need, have, asks := g.d.ArmatureAmps, g.p.Amps, g.loadAmps()
	why := finding.Why{Formula: "controller's amps ≥ the armature's on the plate", Section: finding.OnDirect,
		Numbers: unit.Text(have, "A") + " against " + unit.Text(need, "A"), Source: "profile and plate"}
	figure, limit := unit.Text(have, "A"), unit.Text(need, "A")+" at least"
	var f *finding.Finding
	switch {
	case have >= need:
		f = g.say(finding.DCAmps, finding.Good, ampsFor(have, need), "")
		f.Measure = finding.Against(have, finding.AtLeast, need, "A")
	case have >= asks:
		f = g.say(finding.DCAmps, finding.Caution, g.carriesTheLoad(asks, need), limitedToItsAmps)
		f.Measure = finding.Against(have, finding.AtLeast, need, "A")
	default:
		f = g.say(finding.DCAmps, finding.Stop, g.tooSmall(have, asks), wouldSitAtItsLimit)
		f.Measure = finding.Against(have, finding.AtLeast, asks, "A")
		f.Entries, limit = []string{"dc.controller"}, unit.Text(asks, "A")+" at your heaviest load"
	}
	f.Figure, f.Limit, f.Why = figure, limit, []finding.Why{why}
}

func (g *weigher) volts() {
	plateVolts, gives := g.d.ArmatureVolts, g.in.Armature
	most, least := gives, gives
	if t, ok := g.p.trim(TurnMost); ok {
		most, least = gives*math.Max(t.From, t.To), gives*math.Min(t.From, t.To)
	}
	var f *finding.Finding
	switch {
	case plateVolts > 1.08*most:
		f = g.say(finding.DCVolts, finding.Caution, fewVolts(most, plateVolts), fewVoltsDetail)
		f.Measure = finding.Against(most, finding.AtLeast, plateVolts/1.08, "V")
	case plateVolts < 0.95*least:
		f = g.say(finding.DCVolts, finding.Stop, rangeAbove(least, plateVolts), rangeAboveDetail)
		f.Measure = finding.Against(least, finding.AtMost, plateVolts/0.95, "V")
		f.Entries = []string{"dc.controller", "plate.armature_volts"}
	case gives > 1.1*plateVolts:
		f = g.say(finding.DCVolts, finding.Caution, rangeHeld(gives, plateVolts), rangeHeldFirst)
	default:
		f = g.say(finding.DCVolts, finding.Good, rangeIsTheArmatures(gives), "")
	}
	f.Figure, f.Limit = unit.Whole(gives, "V"), unit.Whole(plateVolts, "V")+" on the plate"
}

func (g *weigher) field() {
	p := &g.o.Site.Direct
	if !p.Field() || p.FieldVolts == 0 {
		return
	}
	have := g.in.FieldVolts
	entries := []string{"plate.field_volts", "dc.controller"}
	figure, limit := unit.Whole(have, "V"), unit.Whole(p.FieldVolts, "V")+" on the plate"
	var f *finding.Finding
	switch {
	case have == 0 || g.p.FieldAmps == 0:
		f = g.say(finding.DCField, finding.Stop, g.feedsNoField(), feedsNoFieldDetail)
		figure = "none"
	case p.FieldAmps > g.p.FieldAmps:
		f = g.say(finding.DCField, finding.Stop, g.fieldTooMuch(p), fieldRectifierBurns)
		figure, limit = unit.Text(p.FieldAmps, "A"), unit.Text(g.p.FieldAmps, "A")
		f.Measure = finding.Against(p.FieldAmps, finding.AtMost, g.p.FieldAmps, "A")
	case have > 1.1*p.FieldVolts:
		f = g.say(finding.DCField, finding.Stop, fieldBurns(p, have), fieldWatts(have, p))
		f.Measure = finding.Against(have, finding.AtMost, 1.1*p.FieldVolts, "V")
	case have < 0.9*p.FieldVolts:
		f = g.say(finding.DCField, finding.Caution, fieldWeaker(p, have), fieldWeakerDetail)
		f.Measure = finding.Against(have, finding.AtLeast, 0.9*p.FieldVolts, "V")
	default:
		f = g.say(finding.DCField, finding.Good, fieldFits(have), "")
	}
	f.Figure, f.Limit = figure, limit
	if f.Grade != finding.Good {
		f.Entries = entries
	}
}

// heat holds the form factor at full torque against the plate's.
func (g *weigher) heat() {
	good := g.d.Good(math.Min(g.d.RPM, 0.999*g.d.RPM))
	share := g.d.At(g.d.RPM*0.9, 1)
	factor := share.FormFactor()
	why := finding.Why{Formula: "heat ∝ (rms amps)²: rated amps × the form factor that the plate allows",
		Section:   finding.OnDirect,
		Numbers:   fmt.Sprintf("%s here, %s allowed", unit.Three(factor), unit.Three(g.d.Factor)),
		Source:    "engine and plate",
		Estimated: true}
	figure, limit := unit.Three(factor), unit.Three(g.d.Factor)+" on the plate"
	if g.o.Site.Direct.FormFactor.Mark == finding.Estimated {
		limit = unit.Three(g.d.Factor) + " taken"
	}
	var f *finding.Finding
	switch asked := g.d.Asked(g.d.Load.Usual, g.d.RPM); {
	case asked > good+1e-6 && g.d.At(g.d.RPM, asked).Reachable:
		f = g.say(finding.DCForm, finding.Caution, rippleTooMuch(good, asked), rippleCures)
		f.Measure = finding.Against(100*asked, finding.AtMost, 100*good, "% of rated torque")
	case factor > 1.02*g.d.Factor:
		f = g.say(finding.DCForm, finding.Note, rippleForGood(good), rippleStaysInside)
	default:
		f = g.say(finding.DCForm, finding.Good, rippleFits, "")
	}
	f.Figure, f.Limit, f.Why = figure, limit, []finding.Why{why}
}

// reach holds base speed against what the line gives at most.
func (g *weigher) reach() {
	d := g.d
	asked := d.Asked(d.Load.Heaviest, d.RPM)
	lost := d.BaseLost(asked)
	volts := g.o.Site.Supply.Volts
	why := finding.Why{Formula: "mean volts with unbroken amps ≤ 0.9 of the line's", Section: finding.OnDirect,
		Numbers: fmt.Sprintf("base speed is lost below %s", unit.Whole(lost, "V")), Source: "engine", Estimated: true}
	if p := g.in.Armature; p < 0.93*d.ArmatureVolts {
		return // its range ends first, which is said
	}
	if volts < lost {
		end, _ := d.Greatest(d.Load.Heaviest, math.Inf(1))
		end = math.Min(end, d.RPM)
		f := g.say(finding.DCReach, finding.Caution, lineEndsSpeed(volts, end, d), lineEndsSpeedDetail(lost))
		f.Figure, f.Limit, f.Why = unit.Whole(volts, "V"), unit.Whole(lost, "V")+" at least", []finding.Why{why}
		f.Measure = finding.Against(volts, finding.AtLeast, lost, "V")
		return
	}
	f := g.say(finding.DCReach, finding.Good, baseSpeedHeld(lost), "")
	f.Why = []finding.Why{why}
}

// full finds what the line and the armature's wire carry at most for good.
func (g *weigher) full() {
	d := g.d
	rpm, _ := d.Greatest(1, g.in.Armature)
	p := d.At(rpm*0.998, 1)
	g.w.FullLine = p.LineAmps
	if t := &g.o.Site.Direct; t.Field() { // a diode bridge in front of ohms and inductance
		g.w.FullLine += t.FieldAmps * 1.11
	}
	g.w.ArmatureNeed = armatureWireShare * d.ArmatureAmps
	if d.Way == HalfWave {
		g.w.ArmatureNeed = halfWaveArmatureShare * d.ArmatureAmps
	}
	g.w.ArmatureNeed = math.Max(g.w.ArmatureNeed, g.o.Site.Rules.Circuit().Conductor*p.RMSAmps)
}

// offers weighs every known controller.
func offers(o *Placed) []Offer {
	known := slices.Clone(Shipped())
	if o.own != nil {
		known = append(known, *o.own)
	}
	if o.onPlate != nil { // the owner's own comes first
		known = slices.Insert(known, 0, *o.onPlate)
	}
	out := []Offer{}
	for i := range known {
		out = append(out, offer(o, &known[i]))
	}
	return out
}

// offer weighs one controller against this motor.
func offer(o *Placed, p *Profile) Offer {
	w, said := weigh(o, p, duty(o, p))
	one := Offer{ID: p.ID, Name: p.Name, About: p.About, Words: w.Words, Grade: w.Verdict}
	for _, f := range said {
		if f.Grade == finding.Good && f.ID == finding.DCAmps && w.Verdict == finding.Good {
			one.Text = f.Sentence
		}
		if f.Grade != finding.Good && f.Grade == w.Verdict && (one.Text == "" || f.Grade == finding.Stop) {
			if one.Text != "" {
				one.Text += " "
			}
			one.Text += f.Sentence
		}
	}
	return one
}

// sayLeads says what was found of the leads and of brushes and commutator.
func sayLeads(o *Shown) {
	p, found := &o.Site.Direct, &o.Site.Brushed
	if p.Universal || p.ThreePhase || p.Winding == plate.Series {
		return
	}
	f := finding.Finding{ID: finding.LeadsDC, Bay: finding.Leads, Grade: found.Grade, Sentence: found.Text,
		Detail: found.Next}
	if found.Entry != "" {
		f.Entries = []string{found.Entry}
	}
	o.say(f)
	o.sayFieldOhms()
	bad := []string{}
	open := 0
	for _, l := range o.Site.As.Leads.Brushed.LookList() {
		switch l.Grade {
		case finding.Open:
			open++
		case finding.Stop:
			o.say(sayBars(l))
		case finding.Caution:
			bad = append(bad, l.Title)
		}
	}
	if len(bad) > 0 {
		o.say(sayBrushes(bad))
	}
	if open > 0 {
		o.say(sayLook())
	}
	o.sayInsulation()
}

func listed(words []string) string {
	out := ""
	for i, w := range words {
		if i > 0 {
			out += ", "
		}
		out += string(w[0]|0x20) + w[1:]
	}
	return out
}

// sayFieldOhms holds the field's measured ohms against its plate.
func (o *Shown) sayFieldOhms() {
	found, p := o.Site.Brushed.FieldOhm, &o.Site.Direct
	want := p.FieldOhms() / hotCopper
	if found == 0 || math.IsNaN(want) {
		return
	}
	f := sayFieldOhms(found, want, p)
	switch ratio := found / want; {
	case ratio < 0.8:
		f.Grade, f.Sentence = finding.Caution, fieldOhmsLow(found, want)
		f.Detail = fieldOhmsQuarter
		f.Measure = finding.Against(found, finding.AtLeast, 0.8*want, "Ω")
	case ratio > 1.25:
		f.Grade, f.Sentence = finding.Caution, fieldOhmsHigh(found, want)
		f.Detail = fieldOhmsFourfold
		f.Measure = finding.Against(found, finding.AtMost, 1.25*want, "Ω")
	}
	o.say(f)
}

func (o *Shown) sayInsulation() {
	typed := o.Site.As.Leads.Brushed.Insulation
	if typed == "" {
		o.say(sayInsulation())
		return
	}
	x, ok, err := unit.Megohms.Meter(typed)
	r := finding.Reading{Path: "leads.brushed.insulation", Typed: typed}
	if err != nil || !ok {
		r.Problem, r.Wanted = finding.NotRead, unit.Wanted(err, "20 MΩ")
		o.Readings = append(o.Readings, r)
		return
	}
	r.ReadAs = unit.Megohms.MeterText(x)
	o.Readings = append(o.Readings, r)
	f := sayInsulationGood(x)
	if x < 1 {
		f.Grade, f.Sentence = finding.Stop, insulationLow(x)
		f.Detail = insulationCure
	}
	o.say(f)
}
