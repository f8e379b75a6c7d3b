package capacitor

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// What two capacitors on an open star say.

const pairWantsSix = "Two capacitors want all six ends of three windings."

func pairWantsSixDetail(s *site.Site) string {
	return fmt.Sprintf("This motor brings out %s. With the star point or the corners closed inside, no winding can "+
		"stand in series with a capacitor of its own.", s.Hand.Kind.Title())
}

const pairWantsLine = "Two capacitors want windings made for the line's own volts."

const pairWantsLineDetail = "One of them stands straight across the line; these are made for the star's share of it."

const pairNoValues = "Not with two capacitors: no values carry your load."

func pairNoValuesDetail(l load.Load) string {
	return fmt.Sprintf("Your heaviest load, %s of rated torque, is not carried. A drive or a rotary converter "+
		"carries it, or another motor.", unit.Percent(l.Heaviest))
}

func pairWouldChange(o *Solved, one struct {
	id    string
	name  string
	share float64
}, own float64, band site.Band, part float64, verdicts map[string][]float64) string {
	return fmt.Sprintf("Would change: %s%s the worst winding carries %s, anything from %s to %s of rated amps; the "+
		"verdict flips for %s of the motors that would print this plate. What would settle it: %s.",
		finding.Lower(one.name[:1]), one.name[1:], unit.Percent(own), unit.Percent(band.Low), unit.Percent(band.High),
		unit.Percent(part), site.Leading(siteTwins(o), verdicts[one.id]).Settles())
}
