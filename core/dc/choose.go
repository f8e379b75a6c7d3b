package dc

import (
	"fmt"
	"math"
	"slices"

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

// Code shares of motor amps for the wire between rectifier and armature: full-wave
// rectified, and half-wave.
const armatureWireShare = 1.5

// weigher gathers what is said of one controller.
type weigher struct {
	o    *Over
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
func (o *Over) weigh(p *Profile, d *Duty) (Weighed, []finding.Finding) {
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
	if fits {
		g.say(finding.DCLine, finding.Good, fmt.Sprintf("%s takes the line: %s.", g.p.Name, unit.Whole(volts, "V")),
			"").Limit = limit
		return
	}
	f := g.say(finding.DCLine, finding.Stop, fmt.Sprintf("%s is not made for %s.", g.p.Name, unit.Whole(volts, "V")),
		"Too many volts break it, too few leave its own supply dead. Another controller, or a transformer.")
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
		f = g.say(finding.DCAmps, finding.Good, fmt.Sprintf("%s for an armature of %s.", unit.Text(have, "A"),
			unit.Text(need, "A")), "")
		f.Measure = finding.Against(have, finding.AtLeast, need, "A")
	case have >= asks:
		f = g.say(finding.DCAmps, finding.Caution,
			fmt.Sprintf("%s carries your heaviest load (%s), not the motor's full %s.",
				g.p.Name,
				unit.Text(asks, "A"), unit.Text(need, "A")), "Its limit is set to its own amps; what jams the machine "+
				"stops it.")
		f.Measure = finding.Against(have, finding.AtLeast, need, "A")
	default:
		f = g.say(finding.DCAmps, finding.Stop, fmt.Sprintf("%s is too small: %s, and your heaviest load takes %s.",
			g.p.Name,
			unit.Text(have, "A"), unit.Text(asks, "A")), "It would sit at its limit or burn.")
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
		f = g.say(finding.DCVolts, finding.Caution,
			fmt.Sprintf("It gives the armature %s at most, the plate has %s: %s of "+
				"its speed.",
				unit.Whole(most, "V"), unit.Whole(plateVolts, "V"), unit.Percent(most/plateVolts)),
			"Torque is whole, speed goes with the volts.")
		f.Measure = finding.Against(most, finding.AtLeast, plateVolts/1.08, "V")
	case plateVolts < 0.95*least:
		f = g.say(finding.DCVolts, finding.Stop, fmt.Sprintf("Its range begins at %s, the armature is made for %s.",
			unit.Whole(least, "V"), unit.Whole(plateVolts, "V")),
			"Its end of the dial would overspeed the motor and burn its commutator. Another input of it, or another "+
				"controller.")
		f.Measure = finding.Against(least, finding.AtMost, plateVolts/0.95, "V")
		f.Entries = []string{"dc.controller", "plate.armature_volts"}
	case gives > 1.1*plateVolts:
		f = g.say(finding.DCVolts, finding.Caution,
			fmt.Sprintf("Its range is %s, the armature's plate %s: its most-speed "+
				"trim holds it there.",
				unit.Whole(gives, "V"), unit.Whole(plateVolts, "V")),
			"Set it before the armature is connected, with a "+
				"lamp in its place.")
	default:
		f = g.say(finding.DCVolts, finding.Good, fmt.Sprintf("Its range of %s is the armature's.", unit.Whole(gives,
			"V")), "")
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
		f = g.say(finding.DCField, finding.Stop, g.p.Name+" feeds no field, and this motor has one.",
			"Without its field it stands and burns, or runs away. A controller with field terminals, or a field "+
				"supply of its "+
				"own that trips the controller when it fails.")
		figure = "none"
	case p.FieldAmps > g.p.FieldAmps:
		f = g.say(finding.DCField, finding.Stop, fmt.Sprintf("The field takes %s, %s gives %s.",
			unit.Text(p.FieldAmps, "A"),
			g.p.Name,
			unit.Text(g.p.FieldAmps, "A")), "Its field rectifier would burn open, and the motor run away.")
		figure, limit = unit.Text(p.FieldAmps, "A"), unit.Text(g.p.FieldAmps, "A")
		f.Measure = finding.Against(p.FieldAmps, finding.AtMost, g.p.FieldAmps, "A")
	case have > 1.1*p.FieldVolts:
		f = g.say(finding.DCField, finding.Stop, fmt.Sprintf("The field is made for %s and would get %s: it burns.",
			unit.Whole(p.FieldVolts, "V"), unit.Whole(have, "V")),
			fmt.Sprintf("It would take %s of its watts. A resistor in series or another controller; its halves, "+
				"where it has two, "+
				"in series.", unit.Percent(math.Pow(have/p.FieldVolts, 2))))
		f.Measure = finding.Against(have, finding.AtMost, 1.1*p.FieldVolts, "V")
	case have < 0.9*p.FieldVolts:
		f = g.say(finding.DCField, finding.Caution,
			fmt.Sprintf("The field is made for %s and would get %s: weaker, faster, "+
				"hotter.",
				unit.Whole(p.FieldVolts, "V"), unit.Whole(have, "V")),
			"Less torque for each ampere, and more speed for the same volts. Halves of a field go side by side, "+
				"where it has two.")
		f.Measure = finding.Against(have, finding.AtLeast, 0.9*p.FieldVolts, "V")
	default:
		f = g.say(finding.DCField, finding.Good, fmt.Sprintf("Its field terminals give the %s that the field wants.",
			unit.Whole(have, "V")), "")
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
	why := finding.Why{Formula: "heat ∝ (rms amps)²: plate amps × the form factor that the plate allows",
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
		f = g.say("dc.form", finding.Caution, fmt.Sprintf("At full speed its armature carries %s of plate torque for "+
			"good here; your load asks %s.",
			unit.Percent(good), unit.Percent(asked)),
			"Ripple heats the armature without turning it. A choke in the armature lead, a controller that chops, or "+
				"short runs.")
		f.Measure = finding.Against(100*asked, finding.AtMost, 100*good, "% of plate torque")
	case factor > 1.02*g.d.Factor:
		f = g.say("dc.form", finding.Note,
			fmt.Sprintf("Its current is rougher than the plate allows at full torque: %s "+
				"of it for good.",
				unit.Percent(good)), "Your load stays inside that. What it carries at each speed stands under Speed.")
	default:
		f = g.say("dc.form", finding.Good, "The armature's current is smooth enough for full torque.", "")
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
		f := g.say("dc.reach", finding.Caution, fmt.Sprintf("On %s your heaviest load turns at %s at most, not at the "+
			"plate's %s.",
			unit.Whole(volts, "V"), unit.Whole(end, "rpm"), unit.Whole(d.RPM, "rpm")),
			fmt.Sprintf("The line gives no more: from about %s on it does. Less load runs faster.",
				unit.Whole(lost, "V")))
		f.Figure, f.Limit, f.Why = unit.Whole(volts, "V"), unit.Whole(lost, "V")+" at least", []finding.Why{why}
		f.Measure = finding.Against(volts, finding.AtLeast, lost, "V")
		return
	}
	f := g.say("dc.reach", finding.Good, fmt.Sprintf("Base speed is held down to %s on the line.", unit.Whole(lost,
		"V")),
		"")
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
	if p.RMSAmps*1.25 > g.w.ArmatureNeed {
		g.w.ArmatureNeed = p.RMSAmps * 1.25
	}
}

// offers weighs every known controller.
func (o *Over) offers() []Offer {
	known := slices.Clone(Shipped())
	if o.As.Own != nil {
		known = append(known, *o.As.Own)
	}
	out := []Offer{}
	for i := range known {
		p := &known[i]
		w, said := o.weigh(p, o.duty(p))
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
		out = append(out, one)
	}
	return out
}

// sayLeads says what was found of the leads and of brushes and commutator.
func (o *Over) sayLeads() {
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
func (o *Over) sayFieldOhms() {
	found, p := o.Site.Brushed.FieldOhm, &o.Site.Direct
	want := p.FieldOhms() / hotCopper
	if found == 0 || math.IsNaN(want) {
		return
	}
	f := sayFieldOhms(found, want, p)
	switch ratio := found / want; {
	case ratio < 0.8:
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("The field has %s; its plate means %s cold.",
			unit.Text(found, "Ω"), unit.Text(want, "Ω"))
		f.Detail = "About a quarter: its halves stand side by side, for half the volts. A little less: turns are " +
			"shorted, and it will draw too many amps."
		f.Measure = finding.Against(found, finding.AtLeast, 0.8*want, "Ω")
	case ratio > 1.25:
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("The field has %s; its plate means %s cold.",
			unit.Text(found, "Ω"), unit.Text(want, "Ω"))
		f.Detail = "About four times: one half alone, or halves in series for twice the volts. Otherwise a bad " +
			"joint: a weak field lets it run fast."
		f.Measure = finding.Against(found, finding.AtMost, 1.25*want, "Ω")
	}
	o.say(f)
}

func (o *Over) sayInsulation() {
	typed := o.Site.As.Leads.Brushed.Insulation
	if typed == "" {
		o.say(sayInsulation())
		return
	}
	x, ok, err := unit.Megohms.One(typed)
	r := finding.Reading{Path: "leads.brushed.insulation", Typed: typed}
	if err != nil || !ok {
		r.Problem, r.Wanted = "This could not be read.", "20 MΩ"
		o.Readings = append(o.Readings, r)
		return
	}
	r.ReadAs = unit.Text(x, "MΩ")
	o.Readings = append(o.Readings, r)
	f := sayInsulationGood(x)
	if x < 1 {
		f.Grade, f.Sentence = finding.Stop, fmt.Sprintf("Insulation to frame is only %s: not to be fed.",
			unit.Text(x, "MΩ"))
		f.Detail = "Brush dust is the usual reason: suck it out, wipe the brush rings, dry it warm, measure again " +
			"with the brushes lifted."
	}
	o.say(f)
}
