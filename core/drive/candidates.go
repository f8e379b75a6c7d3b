package drive

import (
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Candidate is a drive that may be bought, by its plate, weighed for this job.
type Candidate struct {
	Plate string        `json:"plate"`
	Name  string        `json:"name"`
	Price string        `json:"price,omitempty"`
	Grade finding.Grade `json:"grade"`
	Words string        `json:"words"`
	Text  string        `json:"text"` // what it lacks, or why it fits
	Also  string        `json:"also"` // what it asks beside itself
}

// mostCandidates are laid beside each other.
const mostCandidates = 6

var priced = regexp.MustCompile(`^(.*);\s*((?:[€$£]\s*)?\d+(?:[.,]\d+)?\s*(?:[€$£]|[A-Z]{3})?)\s*$`)

// candidates weighs the plates of drives that may be bought, one a line, a price behind a
// semicolon. One that cannot be read is a reading with what would do.
func (o *Over) candidates() []Candidate {
	out := []Candidate{}
	for line := range unit.Lines(o.As.Candidates) {
		if len(out) == mostCandidates {
			break
		}
		plate, price := line, ""
		if m := priced.FindStringSubmatch(line); m != nil {
			plate, price = strings.TrimSpace(m[1]), strings.TrimSpace(m[2])
		}
		p, _ := fromPlate(Entry{Plate: plate})
		if p == nil {
			continue
		}
		one, w := o.offer(p)
		c := Candidate{Plate: plate, Name: candidateNamed(p), Price: price, Grade: one.Grade, Words: one.Words,
			Text: strings.ReplaceAll(one.Text, p.Name, "It")}
		if one.Grade != finding.Stop {
			c.Also = alsoAsks(w)
		}
		out = append(out, c)
	}
	return out
}

// readCandidates reads the lines of drives that may be bought.
func readCandidates(text string) (readings []finding.Reading) {
	n := 0
	for line := range unit.Lines(text) {
		r := finding.Reading{Path: "drive.candidates", Typed: line}
		plate := line
		if m := priced.FindStringSubmatch(line); m != nil {
			plate = strings.TrimSpace(m[1])
		}
		_, own := fromPlate(Entry{Plate: plate})
		if n++; n > mostCandidates {
			r.Problem, r.Wanted = sixAtMost, plateExample
		} else if own[0].Problem != "" {
			r.Problem, r.Wanted = own[0].Problem, plateExample+"; 120 €"
		} else {
			r.ReadAs = own[0].ReadAs
		}
		readings = append(readings, r)
	}
	return readings
}

// shopping is what a drive for this job must have, to be taken into a shop.
func (o *Over) shopping() []string {
	line := o.Site.Supply.Volts
	share, _ := o.Chosen.Derate(&Profile{Input: Input{Phases: 1}, CarrierFree: usualCarrierKHz,
		CarrierOf: usualCarrierKHz, AmbientC: usualAmbientC, AltitudeM: usualAltitudeM})
	amps := o.PlateAmps() * float64(o.Chosen.Count) / share
	out := []string{shopAmps(math.Ceil(amps/0.9*10)/10, o.Site.Plate.ShaftWatts), shopInput(line)}
	if volts := o.plateVolts(); volts > 1.05*line {
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
