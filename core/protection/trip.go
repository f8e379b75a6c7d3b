package protection

import "math"

// Class is the trip class of an overload relay.
type Class string

// The classes.
const (
	Class10 Class = "10"
	Class20 Class = "20"
)

// PlanningClass is taken where nobody read the relay's class.
const PlanningClass = Class10

// latest are the times within which a relay of a class lets go on a motor that is warm: at
// 1.2, 1.5 and 7.2 times its setting, in minutes (handbook of the trade, planning).
var latest = map[Class][3]float64{Class10: {120, 2, 10. / 60}, Class20: {120, 4, 20. / 60}}

var latestAt = [3]float64{1.2, 1.5, 7.2}

// Trips is the latest time in minutes after which the relay lets go at so many times its
// setting, by straight lines between its class's points on logarithmic scales; +Inf below
// 1.2 times, where it may hold for hours.
func (c Class) Trips(times float64) float64 {
	points, ok := latest[c]
	if !ok {
		points = latest[PlanningClass]
	}
	if times < latestAt[0] {
		return math.Inf(1)
	}
	for i := 1; i < len(latestAt); i++ {
		if times <= latestAt[i] {
			part := math.Log(times/latestAt[i-1]) / math.Log(latestAt[i]/latestAt[i-1])
			return points[i-1] * math.Pow(points[i]/points[i-1], part)
		}
	}
	return points[2]
}
