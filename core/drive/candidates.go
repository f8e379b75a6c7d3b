package drive

import (
	"math"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
)

// readCandidates reads the plates of drives that may be bought, one a line, a price behind a semicolon.
func readCandidates(text string) []bridge.Offered[Profile] {
	asked := bridge.Asked{Path: "drive.candidates", TooMany: sixAtMost, Plate: plateExample,
		Line: plateExample + "; 120 €"}
	return bridge.ReadOffered(text, asked, func(plate string) (*Profile, finding.Reading) {
		p, own := fromPlate(Entry{Plate: plate})
		return p, own[0]
	})
}

// candidates weighs the drives that may be bought.
func candidates(o *Placed) []bridge.Candidate {
	return bridge.Candidates(o.bought, func(p *Profile) bridge.Candidate {
		one, w := offer(o, p)
		return bridge.Candidate{Name: candidateNamed(p), Grade: one.Grade, Words: one.Words,
			Text: strings.ReplaceAll(one.Text, p.Name, "It"), Also: alsoAsks(w)}
	})
}

// shopping is what a drive for this job must have, to be taken into a shop.
func shopping(o *Placed) []string {
	line := o.Site.Supply.Volts
	share, _ := o.Chosen.Derate(&Profile{Input: Input{Phases: 1}, CarrierFree: usualCarrierKHz,
		CarrierOf: usualCarrierKHz, AmbientC: usualAmbientC, AltitudeM: usualAltitudeM})
	amps := o.PlateAmps() * float64(o.Chosen.Count) / share
	out := []string{shopAmps(math.Ceil(amps/0.9*10)/10, o.Site.Plate.ShaftWatts), shopInput(line)}
	if volts := plateVolts(o); volts > 1.05*line {
		out = append(out, shopDoubles(line, volts))
	} else {
		out = append(out, shopOutput(math.Round(volts)))
	}
	if o.Site.Plate.Hertz > 0 {
		out = append(out, shopHertz(math.Max(o.Site.Plate.Hertz, o.Chosen.MostHz)))
	}
	if o.Chosen.Resistor == "yes" || o.Chosen.Resistor == "wanted" {
		out = append(out, shopBrake)
	}
	return append(out, shopUsed...)
}
