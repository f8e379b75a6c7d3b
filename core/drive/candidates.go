package drive

import (
	"math"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// offered is one line of drives that may be bought; profile is nil where it is no plate.
type offered struct {
	plate, price string
	profile      *Profile
	reading      finding.Reading
}

// readCandidates reads the plates of drives that may be bought, one a line, a price behind a
// semicolon.
func readCandidates(text string) (out []offered) {
	for line := range unit.Lines(text) {
		one := offered{}
		one.plate, one.price = bridge.Priced(line)
		p, own := fromPlate(Entry{Plate: one.plate})
		one.profile, one.reading = p, own[0]
		one.reading.Path, one.reading.Typed = "drive.candidates", line
		if len(out) >= bridge.MostCandidates {
			one.profile, one.reading.ReadAs = nil, ""
			one.reading.Problem, one.reading.Wanted = sixAtMost, plateExample
		} else if one.reading.Problem != "" {
			one.reading.Wanted = plateExample + "; 120 €"
		}
		out = append(out, one)
	}
	return out
}

// candidates weighs the drives that may be bought.
func candidates(o *Placed) []bridge.Candidate {
	out := []bridge.Candidate{}
	for _, at := range o.bought {
		if at.profile == nil {
			continue
		}
		one, w := offer(o, at.profile)
		c := bridge.Candidate{Plate: at.plate, Name: candidateNamed(at.profile), Price: at.price, Grade: one.Grade,
			Words: one.Words, Text: strings.ReplaceAll(one.Text, at.profile.Name, "It")}
		if one.Grade != finding.Stop {
			c.Also = alsoAsks(w)
		}
		out = append(out, c)
	}
	return out
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
