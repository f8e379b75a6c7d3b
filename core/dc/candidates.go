package dc

import (
	"math"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// offered is one line of controllers that may be bought; profile is nil where it is no plate.
type offered struct {
	plate, price string
	profile      *Profile
	reading      finding.Reading
}

// readCandidates reads the plates of controllers that may be bought, one a line, a price behind a
// semicolon.
func readCandidates(text string) (out []offered) {
	for line := range unit.Lines(text) {
		one := offered{}
		one.plate, one.price = bridge.Priced(line)
		p, own := fromPlate(Entry{Plate: one.plate})
		one.profile, one.reading = p, own[0]
		one.reading.Path, one.reading.Typed = "dc.candidates", line
		if len(out) >= bridge.MostCandidates {
			one.profile, one.reading.ReadAs = nil, ""
			one.reading.Problem, one.reading.Wanted = sixAtMost, plateExample
		} else if one.reading.Problem != "" {
			one.reading.Wanted = plateExample + "; 90 €"
		}
		out = append(out, one)
	}
	return out
}

// candidates weighs the controllers that may be bought.
func candidates(o *Placed) []bridge.Candidate {
	out := []bridge.Candidate{}
	for _, at := range o.bought {
		if at.profile == nil {
			continue
		}
		one := offer(o, at.profile)
		c := bridge.Candidate{Plate: at.plate, Name: candidateNamed(at.profile), Price: at.price, Grade: one.Grade,
			Words: one.Words, Text: strings.ReplaceAll(one.Text, at.profile.Name, "It")}
		if one.Grade != finding.Stop {
			c.Also = alsoAsks(at.profile, o.Site.Direct.Field())
		}
		out = append(out, c)
	}
	return out
}

// shopping is what a controller for this motor must have, to be taken into a shop.
func shopping(o *Placed) []string {
	d := &o.Site.Direct
	out := []string{shopAmps(math.Ceil(d.Amps*10) / 10), shopVolts(d.Volts), shopInput(o.Site.Supply.Volts)}
	if d.Field() {
		out = append(out, shopField(d.FieldVolts, d.FieldAmps))
	}
	if f := d.FormFactor.Value; f > 0 && f < 1.3 {
		out = append(out, shopSmooth(f))
	}
	return append(out, shopUsed...)
}
