package dc

import (
	"math"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
)

// readCandidates reads the plates of controllers that may be bought, one a line, a price behind a semicolon.
func readCandidates(text string) []bridge.Offered[Profile] {
	asked := bridge.Asked{Path: "dc.candidates", TooMany: sixAtMost, Plate: plateExample,
		Line: plateExample + "; 90 €"}
	return bridge.ReadOffered(text, asked, func(plate string) (*Profile, finding.Reading) {
		p, own := fromPlate(Entry{Plate: plate})
		return p, own[0]
	})
}

// candidates weighs the controllers that may be bought.
func candidates(o *Placed) []bridge.Candidate {
	return bridge.Candidates(o.bought, func(p *Profile) bridge.Candidate {
		one := offer(o, p)
		return bridge.Candidate{Name: candidateNamed(p), Grade: one.Grade, Words: one.Words,
			Text: strings.ReplaceAll(one.Text, p.Name, "It"), Also: alsoAsks(p, o.Site.Direct.Field())}
	})
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
