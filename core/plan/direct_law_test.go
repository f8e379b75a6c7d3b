package plan_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/supply"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// directPlate is one plate of the corpus of brushed motors, with what it was made from.
type directPlate struct {
	ID    string      `json:"id"`
	KW    float64     `json:"kw"`
	Ohm   float64     `json:"armature_ohm"`
	Volts float64     `json:"line_volts"`
	Hertz float64     `json:"hertz"`
	Plate plate.Entry `json:"plate"`
}

func directCorpus(t *testing.T) []directPlate {
	data, err := os.ReadFile("testdata/dc-plates.json")
	require.NoError(t, err)
	var f struct{ Plates []directPlate }
	require.NoError(t, json.Unmarshal(data, &f))
	require.NotEmpty(t, f.Plates)
	return f.Plates
}

// document is the plate on the line it is tried on, its leads found.
func (c directPlate) Document() document.Document {
	w := scenario.TansyLane()
	if c.Hertz > 55 || c.Volts < 150 {
		w = scenario.ColdFord()
		w.Hertz = c.Hertz
	}
	d := document.New(c.ID, w)
	d.Supply = supply.Entry{Volts: unit.Plain(c.Volts) + " V"}
	d.Machines[0].Plate = c.Plate
	d.Machines[0].Leads.Brushed.Ohms = "1 2 1.2\n1 frame open"
	d.Machines[0].Leads.Brushed.Makes = "1 2 8 V"
	if c.Plate.FieldVolts != "" {
		d.Machines[0].Leads.Brushed.Ohms += "\n3 4 300"
	}
	if c.Plate.Winding == "compound" {
		d.Machines[0].Leads.Brushed.Ohms += "\n5 6 0.1"
		d.Machines[0].Leads.Brushed.Sense = leads.Helps
	}
	d.Bridge.Kind = document.KindDC
	d.Bridge.DC = dc.Entry{Controller: "sike-90"}
	return d
}

// own is a controller of an owner's, of the ways that do not ship.
func own(way dc.Way, r *rand.Rand) *dc.Profile {
	p := dc.Profile{Format: dc.ProfileFormat, Version: 1, ID: "own-" + string(way), Name: "Own " + string(way),
		Way: way, Amps: []float64{5, 10, 20}[r.IntN(3)],
		Factor: 1.1, Quadrants: 1, PotOhm: 10000, Enclosure: "IP20", Isolated: r.IntN(2) == 0, Tacho: r.IntN(2) == 0,
		Inputs: []dc.InputRange{{Least: 100, Most: 135, Armature: 90, FieldVolts: 100},
			{Least: 200, Most: 260, Armature: 180, FieldVolts: 200}},
		Trims: []dc.Trim{{Name: "A", Turn: dc.TurnMost, From: 0.4, To: 1.1},
			{Name: "B", Turn: dc.TurnUp, From: 0.2, To: 20}},
		Screws: []dc.Terminal{{Name: "1", Screw: dc.ScrewLine}, {Name: "2", Screw: dc.ScrewLine},
			{Name: "+", Screw: dc.ScrewArmature}, {Name: "−", Screw: dc.ScrewArmature}}}
	if way == dc.PWM {
		p.KHz = 16
	}
	if r.IntN(2) == 0 {
		p.FieldAmps = 1
		p.Screws = append(p.Screws, dc.Terminal{Name: "F+", Screw: dc.ScrewField},
			dc.Terminal{Name: "F−", Screw: dc.ScrewField})
	}
	return &p
}

// directCase draws what owners enter of a brushed motor.
func directCase(c directPlate, r *rand.Rand) document.Document {
	d := c.Document()
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	m := &d.Machines[0]
	if r.IntN(3) == 0 {
		d.Supply.FeederLength, d.Supply.FeederSize, d.Supply.Breaker = pick("10 m", "60 m"),
			pick("1.5 mm²", "14 AWG", "6 mm²"), pick("", "16 A", "40 A")
	}
	if r.IntN(4) == 0 {
		d.Supply.Volts = pick("104 V", "120 V", "188 V", "208 V", "230 V", "252 V")
	}
	if r.IntN(6) == 0 {
		m.Leads.Brushed.Ohms, m.Leads.Brushed.Makes = pick("", "1 2 1.2", "1 frame 300"), ""
	}
	if r.IntN(3) == 0 { // measured, as the corpus made it, or wrongly
		ohm := c.Ohm * (234.5 + 20) / (234.5 + 75) * []float64{1, 1, 1.02, 3}[r.IntN(4)]
		m.Leads.Brushed.Locked = fmt.Sprintf("%.3f V 2 A\n%.3f V 3 A", 1.5+2*ohm, 1.5+3*ohm)
	}
	m.Load.Kind = []machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Linear, machine.Fan}[r.IntN(5)]
	m.Load.Share = pick("", "10 %", "45 %", "65 %", "80 %", "100 %", "130 %")
	m.Load.Start = []load.Start{"", load.Free, load.Loaded, load.Stuck}[r.IntN(4)]
	if r.IntN(3) == 0 {
		m.Load.Lightest, m.Load.Heaviest = pick("", "0 %", "20 %"), pick("", "90 %", "125 %")
	}
	if r.IntN(2) == 0 {
		m.Load.Inertia = pick("0.001", "0.02", "0.3")
	}
	if r.IntN(2) == 0 {
		m.Protection = protection.Entry{Breaker: pick("6 A", "16 A", "25 A", "63 A"),
			Conductor: pick("", "1.5 mm²", "6 mm²", "14 AWG", "10 AWG")}
	}
	base, _, _ := unit.RPM.One(c.Plate.RPM)
	rpm := func(share float64) string { return fmt.Sprintf("%.0f rpm", base*share) }
	e := dc.Entry{Controller: "sike-90", SecondHand: pick("", "yes"),
		Cooling: []dc.Cooling{"", dc.OwnFan, dc.Blower, dc.NonVentilated}[r.IntN(4)],
		Air:     pick("", "dust", "wet"), At: pick("", rpm(0.1), rpm(0.5), rpm(1), rpm(1.4)),
		Least: pick("", "", rpm(0.05), rpm(0.3)), Most: pick("", "", rpm(0.8), rpm(1.5)),
		Limit: pick("", "", "100 %", "150 %", "220 %"), IR: pick("", "", "0 %", "60 %", "110 %", "160 %"),
		Held:       []dc.Held{"", "", dc.ByVolts, dc.ByIR, dc.ByTacho}[r.IntN(5)],
		Accelerate: pick("", "0.2 s", "30 s"), Reverse: pick("", "switch"), Brake: pick("", "yes"),
		BrakeOhm: pick("", "", "0.5 Ω", "40 Ω"), StopsHour: pick("", "60"),
		StartBy: pick("", "buttons"), EStop: pick("", "yes")}
	switch r.IntN(4) {
	case 0:
		e.Own = own([]dc.Way{dc.PhaseControlled, dc.FullWave, dc.PWM}[r.IntN(3)], r)
		e.Controller = e.Own.ID
	case 1:
		e.Controller = pick("", "sike-90")
	}
	d.Bridge.DC = e
	return d
}

// directLaw holds the plan's words against the solver, with the armature that the plate
// was made from as a witness beside the one that the plan estimates.
func directLaw(d document.Document, p plan.Plan, c directPlate) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	by := map[string]finding.Finding{}
	for _, f := range p.Findings {
		by[f.ID] = f
	}
	// A plate of the corpus agrees with itself.
	for _, id := range []string{"plate.power", "plate.amps", "plate.field", "plate.not-this", "plate.impossible",
		"plate.missing"} {
		if f, ok := by[id]; ok {
			breaks("d1: %s of an ordinary plate: %s", id, f.Sentence)
		}
	}
	v := p.DC
	if v == nil {
		return append(broken, "d1: no view of an ordinary plate")
	}
	if v.Name == "" {
		if by["dc.none"].Grade != finding.Open {
			breaks("d2: no controller and nobody asks")
		}
		return broken
	}
	m, l := directWitness(d, c)
	// The figure shown is the solver's, with the plan's own motor read back from its figures.
	on := plan.Make(d)
	if on.DC.Point != v.Point {
		breaks("d3: the same document plans twice to two points")
	}
	// Never more volts on the armature than its plate, at the dial and at its end.
	plateVolts, _, _ := unit.Volts.One(d.Machines[0].Plate.ArmatureVolts)
	if v.Dial.Volts > 1.005*plateVolts {
		breaks("d4: %.1f V on an armature of %.0f V", v.Dial.Volts, plateVolts)
	}
	rated, _, _ := unit.RPM.One(d.Machines[0].Plate.RPM)
	if v.Greatest > 1.35*rated {
		breaks("d4: %.0f rpm of %.0f", v.Greatest, rated)
	}
	// Out of reach by the witness, by a clear margin, is not called good; and within it not called out.
	s := dc.Source{Way: dc.PhaseControlled, Line: l}
	if d.Bridge.DC.Own != nil {
		s.Way, s.KHz = d.Bridge.DC.Own.Way, d.Bridge.DC.Own.KHz
	}
	k := m.Constants()
	asked := v.Point.Asked
	amps := (asked*k.RatedNm + math.Max(0, k.FrictionNm)) / k.NmPerAmp
	w, _, ok := s.Drive(m.Armature, k.VoltsPerRPM*v.Dial.MotorRPM, amps)
	if d.Supply.FeederLength == "" {
		if !ok && v.Point.Reached && s.EMFAt(m.Armature, s.Most(), amps) < 0.93*k.VoltsPerRPM*v.Dial.MotorRPM {
			breaks("d5: called within reach, %.0f rpm at %.0f %%, and is not", v.Dial.MotorRPM, 100*asked)
		}
		if ok && v.Point.Reached {
			rms, _, _ := unit.Amps.One(v.Point.RMS)
			// idle amps hang on a friction nobody measured
			if math.Abs(rms-w.RMSAmps) > 0.15*w.RMSAmps+0.02*m.ArmatureAmps {
				breaks("d5: %s RMS, the witness %.2f A", v.Point.RMS, w.RMSAmps)
			}
		}
	}
	broken = append(broken, directWords(d, p, by, plateVolts)...)
	return broken
}

// directWitness is the motor with the armature that the corpus made it of.
func directWitness(d document.Document, c directPlate) (dc.Motor, dc.Line) {
	e := d.Machines[0].Plate
	one := func(k unit.Kind, text string) float64 { x, _, _ := k.One(text); return x }
	m := dc.Motor{ShaftWatts: one(unit.Power, e.Power), ArmatureVolts: one(unit.Volts, e.ArmatureVolts),
		ArmatureAmps: one(unit.Amps, e.ArmatureAmps), RPM: one(unit.RPM, e.RPM)}
	m.Armature = dc.Armature{Ohm: c.Ohm, BrushVolts: 1,
		Millihenry: 1000 * 19.1 * 0.3 * m.ArmatureVolts / (4 * m.RPM * m.ArmatureAmps)}
	return m, dc.Line{Volts: one(unit.Volts, d.Supply.Volts), Hertz: d.Workshop.Hertz}
}

// directWords are the rules that hold of every plan on a DC controller.
//
// Long: a list of rules, each by itself.
func directWords(d document.Document, p plan.Plan, by map[string]finding.Finding,
	plateVolts float64) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	v, e := p.DC, d.Bridge.DC
	stops := func() bool {
		return slices.ContainsFunc(p.Findings, func(f finding.Finding) bool {
			return f.Grade == finding.Stop &&
				f.Bay != finding.Protection
		})
	}()
	// Words follow the figures of the point.
	pt := v.Point
	heavy := by["dc.stalls"].ID != ""
	switch {
	case pt.Grade == finding.Good && (pt.Asked > pt.Good+1e-6 || !pt.Reached || heavy):
		breaks("d6: good at %v asked of %v", pt.Asked, pt.Good)
	case pt.Grade != finding.Good && pt.Reached && pt.Asked <= pt.Good && !heavy:
		breaks("d6: %q with %v asked of %v", pt.Says, pt.Asked, pt.Good)
	}
	if pt.Grade.Rank() < by["dc.heat"].Grade.Rank() && by["dc.heat"].Grade == finding.Good {
		breaks("d6: the point says %s and the finding good", pt.Grade)
	}
	// A field that is not fed, or burns, is a stop; and a wound motor is always told of it.
	wound := d.Machines[0].Plate.FieldVolts != ""
	if e.Own != nil && e.Own.FieldAmps == 0 && wound && by["dc.field"].Grade != finding.Stop {
		breaks("d7: no field is fed and nothing stops")
	}
	if wound && by["dc.field-lost"].ID == "" {
		breaks("d7: a wound field without a word of losing it")
	}
	for _, w := range v.Wiring {
		if w.Run == "field" && wound && !strings.Contains(w.Note, "no switch") {
			breaks("d7: the field's wire %s may be switched", w.ID)
		}
		if w.ID == "brake" && !strings.Contains(w.Note, "closes last") {
			breaks("d7: the braking resistor may close first")
		}
	}
	// A braking stop above three times rated amps is a stop; the plan's own never is.
	if e.Brake == "yes" && e.BrakeOhm == "" && by["dc.brake"].Grade == finding.Stop {
		breaks("d8: the plan's own resistor is a stop: %s", by["dc.brake"].Sentence)
	}
	// IR beyond the armature's ohms is never called good or left out.
	if e.IR == "160 %" && (e.Held == "" || e.Held == dc.ByIR) && e.Own == nil && by["dc.surge"].ID == "" {
		breaks("d8: IR of 160 %% and no word of it")
	}
	if e.IR == "60 %" && by["dc.surge"].ID != "" {
		breaks("d8: IR of 60 %% is said to hunt")
	}
	// A trim stands where it gives what is wanted.
	profile, _ := dc.ByID("sike-90")
	if e.Own != nil {
		profile = *e.Own
	}
	for _, r := range v.Trims {
		if r.Kind != dc.TrimRow {
			continue
		}
		i := slices.IndexFunc(profile.Trims, func(t dc.Trim) bool { return t.Name == r.Name })
		t := profile.Trims[i]
		if r.Share < 0 || r.Share > 1 {
			breaks("d9: %s at %v of its turn", r.Name, r.Share)
		}
		in, _ := profile.Input(lineOf(d))
		gives := t.Gives(r.Share)
		switch r.Turn {
		case dc.TurnMost:
			if set := gives * in.Armature; set > 1.06*plateVolts && !r.Cut {
				breaks("d9: MAX gives %.1f V to an armature of %.0f V", set, plateVolts)
			}
		case dc.TurnUp:
			if want, err := fmt.Sscanf(r.Want, "%f", new(float64)); want != 1 || err != nil {
				breaks("d9: %q is no time", r.Want)
			}
		}
	}
	// Plain switch: it starts by itself, and that is said.
	if e.StartBy == "" && by["dc.restart"].Grade != finding.Caution {
		breaks("d10: a plain switch and no word of the supply's return")
	}
	if !profile.Isolated && by["dc.mains"].ID == "" {
		breaks("d10: not isolated and not said")
	}
	// Leads that nobody has named carry no card.
	if p.Card.Ready && by["leads.dc"].Grade != finding.Good {
		breaks("d11: a card while %q", by["leads.dc"].Sentence)
	}
	if stops && p.Card.Ready {
		breaks("d11: a card under a stop")
	}
	for _, f := range p.Findings {
		if strings.Contains(strings.ToLower(f.Sentence+" "+f.Detail), " safe") {
			breaks("d12: %s says safe: %s", f.ID, f.Sentence)
		}
	}
	return broken
}

func lineOf(d document.Document) float64 {
	x, _, _ := unit.Volts.One(d.Supply.Volts)
	return x
}

// The law of advice over the corpus of brushed motors.
func TestTheLawHoldsOnBrushedMotors(t *testing.T) {
	t.Parallel()
	rounds := 3
	if *jobtest.All {
		rounds = 30
	}
	type fault struct {
		text string
		d    document.Document
	}
	faults := map[string][]fault{}
	planned, good, stopped := 0, 0, 0
	for i, c := range directCorpus(t) {
		if !jobtest.InPart(t, i, 3) {
			continue
		}
		for n := range rounds {
			d := directCase(c, rand.New(rand.NewPCG(uint64(i), uint64(5000+n))))
			if n == 0 {
				d = c.Document()
			}
			require.Empty(t, d.Validate())
			p := plan.Make(d)
			broken := append(law(t, d, p), directLaw(d, p, c)...)
			broken = append(broken, curesGo(d, p)...)
			planned++
			if p.DC != nil && p.DC.Point.Grade == finding.Good {
				good++
			} else {
				stopped++
			}
			for _, b := range broken {
				key := b[:min(len(b), 26)]
				faults[key] = append(faults[key], fault{b, d})
			}
		}
	}
	for key, list := range faults {
		t.Errorf("%d × %s: %s", len(list), list[0].d.Name, list[0].text)
		if *lawTo != "" {
			text, _ := json.MarshalIndent(list[0].d, "", " ")
			name := strings.Map(func(c rune) rune {
				if c >= 'a' && c <= 'z' || c >= '0' && c <= '9' {
					return c
				}
				return '-'
			}, strings.ToLower(key))
			require.NoError(t, os.WriteFile(filepath.Join(*lawTo, "direct-"+name+".json"), text, 0o644))
		}
	}
	require.Greater(t, good, planned/4, "half of the draws are ordinary use")
	require.Greater(t, stopped, planned/10)
}

// What the plan estimates of a corpus motor is near what it was made of.
func TestArmaturesAreEstimatedNearWhatTheyAre(t *testing.T) {
	t.Parallel()
	off := []float64{}
	for _, c := range directCorpus(t) {
		p := plan.Make(c.Document())
		i := slices.IndexFunc(p.Motor, func(f finding.Figure) bool { return f.ID == "ra" })
		require.GreaterOrEqual(t, i, 0, c.ID)
		require.Equal(t, finding.Estimated, p.Motor[i].Mark)
		ohm, _, err := unit.Ohms.One(p.Motor[i].Text)
		require.NoError(t, err)
		off = append(off, math.Abs(math.Log(ohm/c.Ohm)))
	}
	slices.Sort(off)
	require.Less(t, off[len(off)/2], math.Log(1.25), "half of them within a quarter")
	require.Less(t, off[len(off)-1], math.Log(2.2))
}
