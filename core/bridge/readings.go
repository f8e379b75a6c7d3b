package bridge

import (
	"math"

	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// lineDoubt is how far a line may lie from its volts of another hour.
const lineDoubt = 0.03

// DeadAndFed are the readings of every bridge before a motor turns: its ohms, with what is
// taken off for them, and the volts that feed it.
func (w Ground) DeadAndFed(off, volts string, pairs [3]string) (out []bringup.Reading) {
	if ohm, _, mark := w.AsRead.LineOhms(20, w.AsRead.Wanted); !math.IsNaN(ohm[0] + ohm[1] + ohm[2]) {
		where := "Ohms " + pairs[0] + ", " + pairs[1] + ", " + pairs[2]
		out = append(out, bringup.Alike("dead, "+off+" off", where, pairs, ohm, mark))
	}
	fed := w.AsRead.Supply.Volts
	r := bringup.Expected(bringup.Bump, "volts", "before the start", volts, "V", fed, site.Around(fed, lineDoubt),
		w.AsRead.Supply.VoltsMark)
	r.Band = "" // the card has it from the wall's own reading
	return append(out, r)
}

// Waits is how long a can takes to fall below what counts as dead, from the worst peak that it
// can keep; nil where it keeps none.
func Waits(b can.Bleeder, microfarad float64) *bringup.Wait {
	seconds := b.Falls(microfarad, bringup.CanDead)
	if !(seconds > 0) {
		return nil
	}
	seconds = math.Ceil(seconds/10) * 10
	return &bringup.Wait{Seconds: seconds, Text: site.MinutesText(seconds / 60), Why: finding.Why{
		Formula: "t = R·C·ln(peak volts / volts left)",
		Numbers: unit.Text(b.Ohm/1000, "kΩ") + " · " + unit.Text(microfarad, "µF") + ", from " +
			unit.Whole(math.Sqrt2*b.Volts, "V") + " to " + unit.Whole(bringup.CanDead, "V") + ", both parts 5 % more",
		Source: "discharge through a whole resistor", Estimated: true, Section: finding.OnCapacitorPart}}
}

// Later is the longer of two waits.
func Later(a, b *bringup.Wait) *bringup.Wait {
	if a == nil || b != nil && b.Seconds > a.Seconds {
		return b
	}
	return a
}
