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
	if e.ArmatureVolts == "" && directVolts(spansOf(e.Volts), 0) { // entered before anybody knew that it is brushed
		p.Volts = one("volts", e.Volts, unit.Volts)
		if e.ArmatureAmps == "" {
			p.Amps = one("amps", e.Amps, unit.Amps)
		}
	}
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
			last.ReadAs, last.Problem, last.Wanted = "", formFactorRange, "1.4"
		}
	}
	if p.FormFactor.Value > 0 {
		return
	}
	p.FormFactor = Value{1, finding.Estimated, "not printed: taken as made for smooth current, which errs on the " +
		"cool side"}
	if p.rectifierVolts() {
		basis := fmt.Sprintf("not printed: %s is what rectifiers give, for which such motors are made (guide value)",
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
		add(sayUniversal())
		return out
	case p.ThreePhase:
		add(sayThreePhase())
		return out
	case p.Winding == Series:
		add(saySeries())
		return out
	}
	if len(p.Missing) > 0 {
		fields := map[string]string{"power": "plate.power", "armature volts": "plate.armature_volts",
			"armature amps": "plate.armature_amps", "rpm": "plate.rpm"}
		entries := []string{}
		for _, m := range p.Missing {
			entries = append(entries, fields[m])
		}
		add(p.sayMissingOpen(entries))
		return out
	}
	p.checkPower(add)
	p.checkField(add)
	if p.TopRPM > 0 && p.Winding == Magnet {
		add(p.sayTopRpm())
	}
	if p.FormFactor.Mark == finding.Estimated {
		add(p.sayFormFactor())
	}
	return out
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
		add(p.sayPowerStop(why, entries, in))
	case p.Efficiency < low || p.Efficiency > high:
		add(p.sayPowerUnusual(why, entries, low, high))
	case known && (p.Amps < 0.6*usual || p.Amps > 1.35*usual):
		add(p.sayAmpsCaution(entries, usual, source))
	default:
		f := p.sayAgreesGood(why)
		if known {
			f.Detail += tablesUsual(usual)
		}
		add(f)
	}
}

// checkField holds the field's entries against the winding.
func (p *Direct) checkField(add func(finding.Finding)) {
	switch {
	case p.Winding == Magnet && p.WindingSaid && (p.FieldVolts > 0 || p.FieldAmps > 0):
		add(sayField())
	case p.Field() && p.FieldVolts == 0:
		add(sayFieldVolts())
	case p.Field() && p.FieldAmps > 0:
		ohm := p.FieldVolts / p.FieldAmps
		if share := p.FieldVolts * p.FieldAmps / p.ShaftWatts; share > 1 || ohm < 10 {
			add(p.sayFieldCaution())
		}
	}
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
