package drive

import (
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Limits of motor cable and carrier (guide value; the maker's sheet decides). What a long cable does
// first on 230 V is leakage: it grows with the length and with how often the volts jump.
const (
	reachMetreKHz = 200.0 // metres × kHz: 50 m at 4 kHz
	chokeReaches  = 3.0   // times as far with a choke at the output
	leastCarrier  = 2.0   // kHz; below it the motor howls and runs hot
	oldWindingKHz = 8.0   // from there on a winding that was not made for it is warmer and leaks more
	quietKHz      = 4.0
	bearingWatts  = 15000.0
)

// carrier is what the drive will be keyed to, in kHz.
func (c Chosen) carrier(p *Profile) float64 {
	if c.CarrierKHz > 0 {
		return c.CarrierKHz
	}
	return math.Min(p.CarrierOf, p.CarrierFree)
}

// reach is how long a motor cable may be at a carrier, in m.
func (c Chosen) reach(khz float64) float64 {
	if c.Choke == "yes" {
		return chokeReaches * reachMetreKHz / khz
	}
	return reachMetreKHz / khz
}

// judgeCable says what a long cable and a high carrier do to motor and line.
func judgeCable(o *Shown) {
	c, p := o.Chosen, o.Profile
	khz := c.carrier(p)
	reach, cures := c.reach(khz), c.shorterReach
	if m := p.Maker; m != nil && m.CableM > 0 && c.Choke != "yes" { // the maker's goes before planning
		reach, cures = m.CableM, c.chokeReaches
	}
	if c.CableM > reach {
		f := sayCable(c.CableM, reach, khz)
		f.Cures = cures(khz)
		o.say(f)
	} else if c.CableM > 0 && o.Site.Model.ShaftWatts > bearingWatts {
		o.say(sayBearings(o.Site.Model.ShaftWatts))
	}
	class := strings.ToUpper(strings.TrimSpace(o.Site.As.Plate.Insulation))
	classA := class == "A"
	if khz > oldWindingKHz && o.Site.Plate.InverterDuty == 0 && c.Cooling != InverterDuty {
		o.say(sayOldWinding(khz, classA))
	}
}

// chokeReaches is the cure of a cable longer than the maker allows without a choke; nil where a choke would not do.
func (c Chosen) chokeReaches(khz float64) []finding.Cure {
	if c.CableM > chokeReaches*reachMetreKHz/khz {
		return nil
	}
	return []finding.Cure{{Label: "Fit a choke at its output", Path: "drive.output_choke", Value: "yes"}}
}

// shorterReach are the cures of a cable that is too long, the cheapest first: a lower carrier, a
// choke, both.
func (c Chosen) shorterReach(khz float64) []finding.Cure {
	to := math.Floor(reachMetreKHz / c.CableM)
	carrier := func(khz float64) string { return unit.Plain(khz) + " kHz" }
	switch {
	case c.Choke == "yes" || to >= leastCarrier:
		if c.Choke == "yes" {
			to = math.Floor(chokeReaches * reachMetreKHz / c.CableM)
		}
		if to < leastCarrier || to >= khz {
			return nil
		}
		return []finding.Cure{{Label: "Carrier " + carrier(to), Path: "drive.carrier", Value: carrier(to)}}
	case c.CableM <= chokeReaches*reachMetreKHz/khz:
		return []finding.Cure{{Label: "Fit a choke at its output", Path: "drive.output_choke", Value: "yes"}}
	case c.CableM <= chokeReaches*reachMetreKHz/leastCarrier:
		to = math.Floor(chokeReaches * reachMetreKHz / c.CableM)
		return []finding.Cure{{Label: "Fit a choke at its output, carrier " + carrier(to), Path: "drive.output_choke",
			Value: "yes", And: finding.Setting{Path: "drive.carrier", Value: carrier(to)}}}
	}
	return nil
}
