package dc

import (
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/label"
	"graybridge/core/unit"
)

// ByPlate is the id of a controller of which nothing is known but what stands on it.
const ByPlate = "by-plate"

// plated is what a controller by its plate is judged by besides the figures on it.
type plated struct {
	taken   []string // what is taken for it since the plate does not say it
	clashes []string // where the plate disagrees with itself
	three   bool     // its input is three-phase
	screws  bool     // its own letters are known
}

// What such controllers usually have where their plates say nothing; guide value.
const (
	usualFactor    = 1.4 // form factor of a rectifier that is fired late
	usualFieldAmps = 1.0
	usualPotOhm    = 5000
)

// usualFactor is the form factor at which a controller of its kind is usually rated; guide value.
func (p *Profile) usualFactor() float64 {
	return map[Way]float64{FullWave: 1.11, HalfWave: 1.9, PWM: 1.05, PhaseControlled: usualFactor}[p.Way]
}

// turnedByHand says that the volts are turned at a transformer ahead of diodes: no trims, no pot, no limit of amps.
func (p *Profile) turnedByHand() bool { return p.Way == FullWave }

// byMeter says that its board is not known, so that its trims are set by what they do.
func (p *Profile) byMeter() bool { return p.plate != nil || len(p.Trims) == 0 && !p.turnedByHand() }

// fromPlate makes a controller of what is printed on it. A nil profile is one that was not read.
func fromPlate(e Entry) (p *Profile, readings []finding.Reading) {
	if e.Plate == "" {
		return nil, nil
	}
	r := finding.Reading{Path: "dc.plate", Typed: e.Plate}
	d, problem := label.Read(e.Plate)
	switch {
	case problem == "" && d.Kind != label.Controller:
		problem = plateOfDrive
	case problem == "" && d.ArmatureAmps == 0:
		problem = noArmatureAmps
	}
	if problem != "" {
		r.Problem, r.Wanted = problem, plateExample
		return nil, append(readings, r)
	}
	p = ofLabel(d)
	r.ReadAs = plateReadAs(d)
	return p, append(append(readings, r), p.takeScrews(e)...)
}

// ofLabel is the profile of a plate.
func ofLabel(d label.Device) *Profile {
	own := &plated{three: len(d.InputPhases) > 0 && !slices.Contains(d.InputPhases, 1)}
	take := func(what string) { own.taken = append(own.taken, what) }
	p := &Profile{Format: ProfileFormat, Version: 1, ID: ByPlate, About: byItsPlate, plate: own,
		Way: PhaseControlled, Amps: d.ArmatureAmps, Factor: usualFactor, Quadrants: 1, PotOhm: usualPotOhm,
		Enclosure: notSaid, Trims: []Trim{}, Name: yourController(d.ArmatureVolts, d.ArmatureAmps)}
	volts, guessed := d.InputVolts.Widened()
	in := InputRange{Least: volts.Least, Most: volts.Most, Armature: d.ArmatureVolts, FieldVolts: d.FieldVolts}
	if guessed {
		take(takenRange(in))
	}
	if most := (Source{Way: p.Way, Line: Line{Volts: in.Most}}).Most(); in.Armature > most {
		own.clashes = append(own.clashes, armatureClash(in))
		in.Armature = math.Floor(most)
	}
	watts := in.Armature * d.ArmatureAmps
	if amps := d.InputAmps; amps > 0 && in.Most*amps < 0.9*watts {
		own.clashes = append(own.clashes, inputClash(amps, in, d.ArmatureAmps))
	}
	if in.FieldVolts > 0 {
		p.FieldAmps = usualFieldAmps
		take(takenField)
	}
	take(takenRest)
	p.Inputs = []InputRange{in}
	p.Screws = p.lettered(nil, nil, nil)
	return p
}

// lettered are a controller's power terminals, by their letters or by what they are for.
func (p *Profile) lettered(line, armature, field []string) (out []Terminal) {
	put := func(s Screw, names, plain []string) {
		if names == nil {
			names = plain
		}
		for _, n := range names {
			out = append(out, Terminal{Name: n, Screw: s})
		}
	}
	put(ScrewEarth, nil, []string{earthScrew})
	put(ScrewLine, line, lineScrews)
	put(ScrewArmature, armature, armatureScrews)
	if p.FieldAmps > 0 {
		put(ScrewField, field, fieldScrews)
	}
	return out
}

// takeScrews puts the letters beside the screws in the place of what they are for.
func (p *Profile) takeScrews(e Entry) (readings []finding.Reading) {
	var line, armature, field []string
	for _, one := range []struct {
		path, typed string
		into        *[]string
		example     string
	}{{"line_screws", e.LineScrews, &line, "L N"}, {"armature_screws", e.ArmatureScrews, &armature, "A+ A-"},
		{"field_screws", e.FieldScrews, &field, "F+ F-"}} {
		if one.typed == "" {
			continue
		}
		r := finding.Reading{Path: "dc." + one.path, Typed: one.typed}
		if names, ok := label.Letters(one.typed, 2, ""); !ok {
			r.Problem, r.Wanted = wantScrews, one.example
		} else {
			*one.into, r.ReadAs = names, strings.Join(names, ", ")
			p.plate.screws = p.plate.screws || one.path == "armature_screws"
		}
		readings = append(readings, r)
	}
	p.Screws = p.lettered(line, armature, field)
	return readings
}

// byFunction are the trims that such a controller usually has, each by what it does and what
// shows that it is right: where its pots stand is not known.
func byFunction(o *Solved) (out []Row) {
	for _, turn := range []Turn{TurnLeast, TurnMost, TurnUp, TurnDown, TurnLimit} {
		r := trimRow(o, Trim{Name: trimNamed(turn), Turn: turn, To: 1})
		r.ID, r.Value, r.Share, r.Cut, r.Note = string(turn), byTheMeter, 0, false, ""
		out = append(out, r)
	}
	return out
}

// judgePlate says what a controller by its plate hangs on.
func judgePlate(o *Shown) {
	p := o.Profile
	if p == nil || p.plate == nil {
		judgeLifted(o)
		return
	}
	say := func(f finding.Finding) {
		f.Bay = finding.Bridge
		if f.Entries == nil {
			f.Entries = []string{"dc.plate"}
		}
		o.say(f)
	}
	for _, clash := range p.plate.clashes {
		say(finding.Finding{ID: finding.DCPlateClash, Grade: finding.Caution, Sentence: clash,
			Detail: plateClashDetail, Why: []finding.Why{{Formula: "armature volts ≤ 0.9 × line volts; watts in ≥ " +
				"watts out", Section: finding.OnDirect, Source: "the controller's plate"}}})
	}
	say(finding.Finding{ID: "dc.by-plate", Grade: finding.Note, Sentence: judgedByPlate, Planning: true,
		Detail: label.Taken(p.plate.taken), Why: []finding.Why{{
			Formula: "figures of the plate; the rest as such controllers usually have it",
			Section: finding.OnDirect, Source: "the controller's plate; guide value", Estimated: true}}})
	if !p.plate.screws {
		say(finding.Finding{ID: "dc.screws", Grade: finding.Open, Sentence: whichScrews,
			Detail: whichScrewsDetail, Entries: []string{"dc.armature_screws"}})
	}
}

// plateReadAs is a plate as it was read, in one way of writing.
func plateReadAs(d label.Device) string {
	in := unit.Whole(d.InputVolts.Most, "V")
	if d.InputVolts.Least != d.InputVolts.Most {
		in = unit.Plain(d.InputVolts.Least) + "-" + in
	}
	if d.InputAmps > 0 {
		in += " " + unit.Text(d.InputAmps, "A")
	}
	out := "in: " + in + "; armature: " + unit.Whole(d.ArmatureVolts, "V") + ", " + unit.Text(d.ArmatureAmps, "A")
	if d.FieldVolts > 0 {
		out += "; field: " + unit.Whole(d.FieldVolts, "V")
	}
	return out
}
