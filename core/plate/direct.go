package plate

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Winding is how a brushed motor's field is made.
type Winding string

// The windings.
const (
	Magnet   Winding = "permanent magnet"
	Shunt    Winding = "shunt"
	Compound Winding = "compound"
	Series   Winding = "series"
)

// Direct is a brushed motor's plate as read, and what follows from it.
type Direct struct {
	ShaftWatts   float64
	Volts, Amps  float64 // of the armature
	RPM, TopRPM  float64 // base, and the greatest by a weaker field; 0: not printed
	FieldVolts   float64
	FieldAmps    float64
	Winding      Winding
	WindingSaid  bool
	FormFactor   Value
	Efficiency   float64 // of the armature: power over volts × amps
	Universal    bool    // brushes, an AC plate, thousands of rpm
	ThreePhase   bool    // what is typed is a three-phase plate
	Missing      []string
	Contradicted bool // more comes out than goes in: nothing is computed
	entry        Entry
}

// PlanningFormFactor is taken for a plate of rectifier volts that prints none.
const PlanningFormFactor = 1.35

var directMark = regexp.MustCompile(`(?i)\s*(v?\s*dc|v\s*=|v⎓|⎓|vdc|a\s*dc)\s*$`)

// ReadDirect reads a plate as a brushed motor's.
func ReadDirect(e Entry) (Direct, []finding.Reading) {
	r := &reader{}
	p := Direct{entry: e}
	one := func(field, typed string, k unit.Kind) float64 {
		c := r.shown(field, typed, directMark.ReplaceAllString(strings.TrimSpace(typed), ""), k)
		if len(c) == 0 {
			return 0
		}
		return c[0].Mid()
	}
	if c := r.power(e.Power); len(c) > 0 {
		p.ShaftWatts = c[0].Mid()
	}
	p.Volts, p.Amps = one("armature_volts", e.ArmatureVolts, unit.Volts),
		one("armature_amps", e.ArmatureAmps, unit.Amps)
	p.FieldVolts, p.FieldAmps = one("field_volts", e.FieldVolts, unit.Volts), one("field_amps", e.FieldAmps, unit.Amps)
	if c := r.columns("rpm", e.RPM, unit.RPM); len(c) > 0 {
		if p.RPM = c[0].Mid(); len(c) > 1 && c[1].Mid() > p.RPM {
			p.TopRPM = c[1].Mid() // "1750/2300": base and top
		}
	}
	if c := r.columns("top_rpm", e.TopRPM, unit.RPM); len(c) > 0 {
		p.TopRPM = c[0].Mid()
	}
	p.readWinding(r)
	p.readFormFactor(r)
	p.recognise()
	p.follow()
	return p, r.readings
}

func (p *Direct) readWinding(r *reader) {
	said := strings.ToLower(strings.TrimSpace(p.entry.Winding))
	for _, w := range []struct {
		Winding
		words []string
	}{
		{Magnet, []string{"permanent", "magnet", "pm", "pmdc"}},
		{Compound, []string{"compound", "cpd"}},
		{Shunt, []string{"shunt", "sh"}},
		{Series, []string{"series"}},
	} {
		for _, word := range w.words {
			if said == word || len(word) > 3 && strings.Contains(said, word) {
				p.Winding, p.WindingSaid = w.Winding, true
				r.text("winding", p.entry.Winding, string(w.Winding), "")
				return
			}
		}
	}
	r.text("winding", p.entry.Winding, "", "permanent magnet, shunt, compound or series")
	// A field's volts are printed only where there is a field.
	if p.Winding = Magnet; p.FieldVolts > 0 || p.FieldAmps > 0 {
		p.Winding = Shunt
	}
}

func (p *Direct) readFormFactor(r *reader) {
	if c := r.columns("form_factor", p.entry.FormFactor, unit.Share); len(c) > 0 {
		switch x := c[0].Mid(); {
		case x >= 1 && x <= 2:
			p.FormFactor = Value{x, finding.FromPlate, ""}
		default:
			last := &r.readings[len(r.readings)-1]
			last.ReadAs, last.Problem, last.Wanted = "", "No form factor is below 1 or above 2.", "1.4"
		}
	}
	if p.FormFactor.Value > 0 {
		return
	}
	p.FormFactor = Value{1, finding.Estimated, "not printed: taken as made for smooth current, which errs on the " +
		"cool side"}
	if p.rectifierVolts() {
		basis := fmt.Sprintf("not printed: %s is what rectifiers give, for which such motors are made (planning)",
			unit.Whole(p.Volts, "V"))
		p.FormFactor = Value{PlanningFormFactor, finding.Estimated, basis}
	}
}

// rectifierVolts says that the armature is made for what single-phase rectifiers give.
func (p *Direct) rectifierVolts() bool {
	return p.Volts >= 80 && p.Volts <= 100 || p.Volts >= 160 && p.Volts <= 200
}

// recognise finds plates of other motors typed here.
func (p *Direct) recognise() {
	e := p.entry
	k := ReadLine(strings.Join([]string{e.Power, e.Volts, e.Connection, e.Amps, rpmText(e.RPM), phasesText(e.Phases),
		e.Duty}, " ")).Kind
	p.Universal = k == Universal
	p.ThreePhase = p.Volts == 0 && p.Amps == 0 &&
		(k == ThreePhase || e.Phases != "" && phasesText(e.Phases) == "3 PH" || e.Connection != "" ||
			e.PowerFactor != "")
}

func rpmText(typed string) string {
	if typed == "" {
		return ""
	}
	return typed + " rpm"
}

func (p *Direct) follow() {
	for _, need := range []struct {
		ok   bool
		name string
	}{
		{p.ShaftWatts > 0, "power"}, {p.Volts > 0, "armature volts"}, {p.Amps > 0, "armature amps"}, {p.RPM > 0, "rpm"},
	} {
		if !need.ok {
			p.Missing = append(p.Missing, need.name)
		}
	}
	if p.Volts > 0 && p.Amps > 0 && p.ShaftWatts > 0 {
		p.Efficiency = p.ShaftWatts / (p.Volts * p.Amps)
		p.Contradicted = p.Efficiency >= 0.97
	}
}

// Complete says that a motor can be computed from this plate.
func (p *Direct) Complete() bool {
	return len(p.Missing) == 0 && !p.Contradicted && !p.Universal && !p.ThreePhase && p.Winding != Series
}

// Field says that it has a field that is fed apart.
func (p *Direct) Field() bool { return p.Winding == Shunt || p.Winding == Compound }

// Usual efficiencies of brushed motors by their power; below and above them a digit was
// misread.
func usualEfficiency(watts float64) (low, high float64) {
	switch {
	case watts < 150:
		return 0.35, 0.85
	case watts < 500:
		return 0.5, 0.88
	}
	return 0.58, 0.93
}

// Checks judges the plate against itself and against the table.
func (p *Direct) Checks() (out []finding.Finding) {
	add := func(f finding.Finding) {
		f.Bay = finding.Motor
		out = append(out, f)
	}
	switch {
	case p.Universal:
		add(universalFinding())
		return out
	case p.ThreePhase:
		add(threePhaseFinding())
		return out
	case p.Winding == Series:
		add(seriesFinding())
		return out
	}
	if len(p.Missing) > 0 {
		fields := map[string]string{"power": "plate.power", "armature volts": "plate.armature_volts",
			"armature amps": "plate.armature_amps", "rpm": "plate.rpm"}
		entries := []string{}
		for _, m := range p.Missing {
			entries = append(entries, fields[m])
		}
		add(finding.Finding{ID: finding.PlateMissing, Grade: finding.Open, Entries: entries,
			Sentence: "Still to be read off the plate: " + strings.Join(p.Missing, ", ") + ".",
			Detail: "A brushed motor's plate gives its armature's volts and amps (90, 130, 180 or 240 V DC), its rpm " +
				"and, where it has a field winding, the field's volts and amps."})
		return out
	}
	p.checkPower(add)
	p.checkField(add)
	if p.TopRPM > 0 && p.Winding == Magnet {
		add(finding.Finding{ID: "plate.top-rpm", Grade: finding.Caution,
			Entries:  []string{"plate.top_rpm", "plate.winding"},
			Sentence: "A permanent magnet's field cannot be weakened: its top rpm is that of its volts.",
			Detail: "Two speeds on a plate belong to a motor with a field winding. Look for F1 and F2 among its " +
				"leads.",
			Figure: unit.Whole(p.TopRPM, "rpm"), Limit: unit.Whole(p.RPM, "rpm")})
	}
	if p.FormFactor.Mark == finding.Estimated {
		add(p.sayFormFactor())
	}
	return out
}

func (p *Direct) sayFormFactor() finding.Finding {
	return finding.Finding{ID: "plate.form-factor", Grade: finding.Note, Entries: []string{"plate.form_factor"},
		Sentence: fmt.Sprintf("No form factor on the plate: %s is taken.", unit.Three(p.FormFactor.Value)),
		Detail: strings.ToUpper(p.FormFactor.Basis[:1]) + p.FormFactor.Basis[1:] + ". It decides how much current a " +
			"rectifier may give it: look for FF, or “form factor”, beside the armature's amps.",
		Why: []finding.Why{{Formula: "form factor = rms amps / mean amps", Source: p.FormFactor.Basis,
			Section: finding.OnDirect, Estimated: true}}}
}

// checkPower holds the power against volts × amps, and the amps against the table.
func (p *Direct) checkPower(add func(finding.Finding)) {
	low, high := usualEfficiency(p.ShaftWatts)
	in := p.Volts * p.Amps
	why := []finding.Why{{Formula: "η = P/(Va·Ia)", Section: finding.OnPlate, Source: "plate",
		Numbers: fmt.Sprintf("%s/(%s·%s) = %s", unit.Whole(p.ShaftWatts, "W"), unit.Plain(p.Volts), unit.Plain(p.Amps),
			unit.Percent(p.Efficiency))}}
	entries := []string{"plate.armature_amps", "plate.power", "plate.armature_volts"}
	hp := p.ShaftWatts / unit.WattsPerHorsepower
	usual, source, known := table.DirectFullLoadAmps(hp, p.Volts)
	switch {
	case p.Contradicted:
		add(finding.Finding{ID: finding.PlatePower, Grade: finding.Stop, Why: why, Entries: entries,
			Sentence: "Power, armature volts and amps contradict each other: more would come out than goes in.",
			Detail:   "Compare with the plate, digit by digit; field amps are easily taken for the armature's.",
			Figure:   unit.Whole(p.ShaftWatts, "W out"), Limit: unit.Whole(0.97*in, "W at most"),
			Measure: finding.Against(p.ShaftWatts, finding.AtMost, 0.97*in, "W")})
	case p.Efficiency < low || p.Efficiency > high:
		add(finding.Finding{ID: finding.PlatePower, Grade: finding.Caution, Why: why, Entries: entries,
			Sentence: fmt.Sprintf("Power and amps together mean an efficiency of %s, unusual for this size.",
				unit.Percent(p.Efficiency)),
			Detail: "Check power and armature amps against the plate; figures lean on them.",
			Figure: unit.Percent(p.Efficiency), Limit: unit.Percent(low) + " to " + unit.Percent(high)})
	case known && (p.Amps < 0.6*usual || p.Amps > 1.35*usual):
		add(finding.Finding{ID: "plate.amps", Grade: finding.Caution, Entries: entries,
			Sentence: fmt.Sprintf("%s is far from the usual %s for this power and these volts.",
				unit.Text(p.Amps, "A"), unit.Text(usual, "A")),
			Detail: "Check amps and power against the plate.", Figure: unit.Text(p.Amps, "A"),
			Limit: unit.Text(0.6*usual, "A") + " to " + unit.Text(1.35*usual, "A"),
			Why: []finding.Why{{Formula: "full-load amps by power and volts", Source: source, Section: finding.OnPlate,
				Estimated: true}}})
	default:
		f := finding.Finding{ID: "plate.agrees", Grade: finding.Good, Sentence: "The plate agrees with itself.",
			Why:    why,
			Detail: fmt.Sprintf("Checked: power against armature volts × amps (%s).", unit.Percent(p.Efficiency))}
		if known {
			f.Detail += fmt.Sprintf(" The table's usual amps are %s.", unit.Text(usual, "A"))
		}
		add(f)
	}
}

// checkField holds the field's entries against the winding.
func (p *Direct) checkField(add func(finding.Finding)) {
	switch {
	case p.Winding == Magnet && p.WindingSaid && (p.FieldVolts > 0 || p.FieldAmps > 0):
		add(finding.Finding{ID: "plate.field", Grade: finding.Caution,
			Entries:  []string{"plate.winding", "plate.field_volts"},
			Sentence: "A permanent magnet has no field to feed, yet field volts or amps are entered.",
			Detail: "Two leads are a magnet's; four or more have a field winding. Fed wrongly, it burns or runs " +
				"away.",
			Cures: []finding.Cure{{Label: "It is a shunt motor", Path: "plate.winding", Value: string(Shunt)}}})
	case p.Field() && p.FieldVolts == 0:
		add(finding.Finding{ID: finding.PlateFieldVolts, Grade: finding.Open, Entries: []string{"plate.field_volts"},
			Sentence: "Which volts does its field want?",
			Detail: "The plate gives them: 100 V beside a 90 V armature, 200 V beside 180 V are usual. Nothing is " +
				"assumed: " +
				"too many burn it, too few let it run fast and hot."})
	case p.Field() && p.FieldAmps > 0:
		ohm := p.FieldVolts / p.FieldAmps
		if share := p.FieldVolts * p.FieldAmps / p.ShaftWatts; share > 1 || ohm < 10 {
			add(finding.Finding{ID: "plate.field", Grade: finding.Caution,
				Entries: []string{"plate.field_amps", "plate.field_volts"},
				Sentence: fmt.Sprintf("A field that takes %s is unusual here.",
					unit.Whole(p.FieldVolts*p.FieldAmps, "W")),
				Detail: "Armature and field amps are easily exchanged: the field's are the small ones.",
				Figure: unit.Whole(p.FieldVolts*p.FieldAmps, "W"), Limit: "less than " +
					unit.Whole(p.ShaftWatts, "W")})
		}
	}
}

func universalFinding() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop,
		Entries:  []string{"plate.volts", "plate.power", "plate.rpm"},
		Sentence: "This is a universal motor: brushes, for AC and DC.",
		Detail: "Its field is in series: unloaded it runs to thousands of rpm and can burst. It runs on single-phase " +
			"as " +
			"it is, with its load fixed to it; a speed control of its own kind slows it. A DC controller's speed " +
			"regulation does not fit it, and it is not planned here.",
		Why: []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
}

func threePhaseFinding() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop,
		Entries:  []string{"plate.volts", "plate.connection", "plate.armature_volts"},
		Sentence: "This is a three-phase motor: no DC controller runs it.",
		Detail: "Direct current in its windings would only heat them. A capacitor, a converter or a drive brings " +
			"it to turn.",
		Cures: []finding.Cure{{Label: "Take the capacitor bridge", Path: "bridge.kind", Value: "capacitor"}},
		Why:   []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
}

func seriesFinding() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop, Entries: []string{"plate.winding"},
		Sentence: "A series motor has no speed of its own: without its load it runs away.",
		Detail: "It suits hoists and traction, its load fixed to it by gear, never by a belt that can come off. A " +
			"controller " +
			"for shunt and permanent-magnet motors does not hold its speed; what does is a current control with a " +
			"tachometer and an overspeed trip, chosen by its maker's sheet. It is named here, not planned.",
		Why: []finding.Why{{Formula: "n ∝ V/flux, flux ∝ I", Section: finding.OnDirect, Source: "series motor"}}}
}

// Ohms shares the plate's losses out: half of what armature volts and amps leave over the
// shaft's power goes into the armature's ohms. Hot, ohms. Planning, until somebody
// measures.
func (p *Direct) Ohms() float64 {
	return 0.5 * (p.Volts*p.Amps - p.ShaftWatts) / (p.Amps * p.Amps)
}

// Millihenry is the armature's usual inductance: L = 19.1·0.3·V/(2p·n·I), in henry, four
// poles. Planning.
func (p *Direct) Millihenry() float64 {
	return 1000 * 19.1 * 0.3 * p.Volts / (4 * p.RPM * p.Amps)
}

// FieldOhms at rated volts, hot; NaN where the plate does not give them.
func (p *Direct) FieldOhms() float64 {
	if p.FieldVolts == 0 || p.FieldAmps == 0 {
		return math.NaN()
	}
	return p.FieldVolts / p.FieldAmps
}
