package dc

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/label"
	"graybridge/core/openfile"
)

// Lifted is a profile with what its leaflet does not say: what such controllers usually have, planning. What
// was put there is said where the controller is chosen; the profile itself stays as it is.
func (p Profile) Lifted() Profile {
	p.lifted = nil
	number := func(at *float64, usual float64, said string) {
		if *at == 0 {
			*at = usual
			p.lifted = append(p.lifted, said)
		}
	}
	number(&p.Factor, p.usualFactor(), liftedFactor(p.usualFactor()))
	if p.turnedByHand() {
		p.PotOhm = 0
	} else {
		number(&p.PotOhm, usualPotOhm, liftedPot)
	}
	if p.Quadrants == 0 {
		p.Quadrants = 1
		p.lifted = append(p.lifted, liftedQuadrants)
	}
	if p.Enclosure == "" {
		p.Enclosure = notSaid
	}
	if len(p.Screws) == 0 {
		p.Screws = p.lettered(nil, nil, nil)
	}
	return p
}

// judgeLifted says what was taken for a controller whose profile does not say it.
func judgeLifted(o *Shown) {
	p := o.Profile
	if p == nil || len(p.lifted) == 0 {
		return
	}
	o.say(finding.Finding{ID: "dc.lifted", Bay: finding.Bridge, Grade: finding.Note, Planning: true,
		Sentence: liftedSaid(p), Detail: label.TakenFor("profile", p.lifted), Entries: []string{"dc.own"},
		Why: []finding.Why{{Formula: "figures of the profile; the rest as such controllers usually have it",
			Section: finding.OnDirect, Source: "the controller's profile; guide value", Estimated: true}}})
}

// Lacks are what a profile does not say, by the verdict that hangs on it. A profile with lacks is of use;
// one with problems is not.
func (p *Profile) Lacks() openfile.Lacks {
	out := openfile.Lacks{}
	out.Where(p.Factor == 0, "form_factor", lackFactor(p.usualFactor()))
	out.Where(p.LineFuse == 0, "line_fuse_amps", lackFuse)
	screws, set := []Screw{ScrewLine, ScrewArmature}, []Turn{}
	if !p.turnedByHand() {
		out.Where(p.PotOhm == 0, "pot_ohm", lackPot)
		screws, set = append(screws, ScrewPotWiper), []Turn{TurnMost, TurnLeast, TurnLimit, TurnIR}
	}
	for _, s := range screws {
		out.Where(len(p.of(s)) == 0, "terminals", lackScrew(s))
	}
	out.Where(p.FieldAmps > 0 && len(p.of(ScrewField)) == 0, "terminals", lackScrew(ScrewField))
	for _, t := range set {
		_, known := p.trim(t)
		out.Where(!known, "trims", lackTrim(t))
	}
	fed := slices.ContainsFunc(p.Inputs, func(in InputRange) bool { return in.FieldVolts > 0 })
	out.Where(p.FieldAmps > 0 && !fed, "inputs", lackFieldVolts)
	return out
}

// FromPlate begins a profile from what is printed on a controller: what the plate says and nothing else.
// problem says what would do where it cannot be read.
func FromPlate(text string) (p Profile, problem string) {
	known, readings := fromPlate(Entry{Plate: text})
	if known == nil {
		if len(readings) == 0 {
			return p, plateExample
		}
		return p, strings.TrimSpace(readings[0].Problem + " " + readings[0].Wanted)
	}
	return Profile{Format: ProfileFormat, Version: 1, Name: known.Name, Way: known.Way, Amps: known.Amps,
		FieldAmps: known.FieldAmps, Inputs: known.Inputs, Trims: []Trim{}, Screws: []Terminal{}}, ""
}

// Outcome is what a controller gives after a deed.
type Outcome struct {
	Shows   string
	Refused string
	Volts   float64 // at the armature, unloaded
}

// Try does deeds at a simulated controller on its first input, one after the other: what it gives after each.
// It is simulated from the profile alone and unloaded; nothing is said of the real one.
func (p *Profile) Try(deeds []bridge.Deed) []Outcome {
	at := map[string]float64{}
	for _, t := range p.Trims {
		at[t.Name] = 0.5
	}
	running, dial := false, 0.0
	gives := func(turn Turn, without float64) float64 {
		if t, ok := p.trim(turn); ok {
			return t.Gives(at[t.Name])
		}
		return without
	}
	out := make([]Outcome, len(deeds))
	for i, d := range deeds {
		share, err := strconv.ParseFloat(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(d.Value), "%")), 64)
		bad := err != nil || !(share >= 0 && share <= 100)
		_, known := at[d.Code]
		switch {
		case d.Do == "run", d.Do == "stop":
			running = d.Do == "run"
		case d.Do == "set" && !known:
			out[i].Refused = noSuchTrim(d.Code)
		case bad:
			out[i].Refused = triedTravel
		case d.Do == "set":
			at[d.Code] = share / 100
		default:
			dial = share / 100
		}
		if running && len(p.Inputs) > 0 {
			least, most := gives(TurnLeast, 0), gives(TurnMost, 1)
			out[i].Volts = p.Inputs[0].Armature * math.Min(1, least+dial*math.Max(0, most-least))
		}
		out[i].Shows = triedGives(running, out[i].Volts)
	}
	return out
}

// Turns are the trims by the words that stand for them in a profile, and in plain words.
func Turns() (out []bridge.Naming) {
	for _, t := range turns {
		out = append(out, bridge.Naming{Word: string(t), Name: trimNamed(t)})
	}
	return out
}

// ScrewNames are the terminals in the same way.
func ScrewNames() (out []bridge.Naming) {
	for _, s := range screws {
		out = append(out, bridge.Naming{Word: string(s),
			Name: finding.Upper(strings.ReplaceAll(string(s), "-", " "))})
	}
	return out
}
