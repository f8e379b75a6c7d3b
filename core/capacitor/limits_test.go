package capacitor

import (
	"math"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/table"
)

// over is a motor of some power for a line, its amps by the usual figures, on a capacitor of some µF;
// none: the plan's own.
func over(kw, line float64, microfarad string, asks load.Entry) *Shown {
	t := table.TypicalMotor(kw, 4)
	amps := kw * 1000 / (math.Sqrt(3) * line * t.PowerFactor * t.Efficiency)
	two := func(x float64) string { return strconv.FormatFloat(x, 'f', 2, 64) }
	s := site.Read(site.Entries{Rules: table.Metric, Volts: line, Hertz: 50, Load: asks,
		Plate: plate.Entry{Power: two(kw) + " kW", Volts: two(line) + "/" + two(math.Sqrt(3)*line), Connection: "Δ/Y",
			RPM: "1430", Hertz: "50", Amps: two(amps) + "/" + two(amps/math.Sqrt(3)),
			PowerFactor: two(t.PowerFactor), Phases: "3"},
		Leads: leads.Entry{Kind: leads.Six}}, func(v float64) site.Feed { return site.Feed{Volts: v} })
	return Place(Entry{Microfarad: microfarad}, "", s)
}

func grades(o *Shown) map[string]finding.Finding {
	out := map[string]finding.Finding{}
	for _, f := range o.Said {
		out[f.ID] = f
	}
	return out
}

// The method's size: from 3 kW on it is a limit, over 4.1 kW a stop.
func TestTheMethodsSizeJustBelowAndJustAbove(t *testing.T) {
	for kw, want := range map[float64]finding.Grade{2.99: "", 3.01: finding.Caution, 4.09: finding.Caution,
		4.11: finding.Stop} {
		o := over(kw, 230, "", load.Entry{Kind: machine.Constant, Share: "50 %"})
		require.Equal(t, want, grades(o)["capacitor.ceiling"].Grade, "%g kW", kw)
	}
}

// A can stands a tenth more than the worst volts there, and 400 V at least.
func TestTheClassHasItsMargin(t *testing.T) {
	seen := 0
	for _, line := range []float64{230, 300, 330, 360, 400} {
		a := over(0.37, line, "20", load.Entry{Kind: machine.Constant, Share: "50 %"}).Answer
		require.NotNil(t, a)
		want, _ := table.VoltageClass(max(400, 1.1*a.WorstVolts))
		require.Equal(t, want, a.Class, "%g V", line)
		if lower, _ := table.VoltageClass(max(400, a.WorstVolts)); lower != want {
			seen++
		}
	}
	require.NotZero(t, seen, "one of them needs the margin")
}

// A start capacitor is half as large again as its run capacitor at least, and noted in fives.
func TestTheSmallestStartCapacitor(t *testing.T) {
	for _, c := range []struct{ needed, run, want float64 }{{10, 40, 60}, {59, 40, 60}, {61, 40, 65}, {0, 30, 45}} {
		require.Equal(t, c.want, startSize(c.needed, c.run), "%+v", c)
	}
}

// A start has a quarter to spare; iron is said to saturate from a tenth over its flux at plate.
func TestAStartAndItsIronJustBelowAndJustAbove(t *testing.T) {
	o := over(1.1, 230, "", load.Entry{Kind: machine.Constant, Share: "60 %"})
	require.NotNil(t, o.Answer)
	with := func(w ...finding.Why) []finding.Why { return w }
	for share, want := range map[float64]finding.Grade{1.26: finding.Note, 1.24: finding.Caution, 1.01: finding.Caution,
		0.99: finding.Stop} {
		a := *o.Answer
		a.StartTorque = share * o.question.Standing()
		got := finding.Grade("")
		for _, f := range o.question.judgeStart(a, with) {
			if f.ID == finding.CapacitorStart {
				got = f.Grade
			}
		}
		require.Equal(t, want, got, "%g", share)
	}
	for flux, said := range map[float64]bool{1.09: false, 1.11: true} {
		a := *o.Answer
		a.Idle.Flux, a.Usual.Flux = flux, 1
		_, got := a.saturates(o.Site.Model, false, with)
		require.Equal(t, said, got, "%g of the flux at plate", flux)
		f, _ := a.saturates(o.Site.Model, true, with)
		require.NotContains(t, f.Sentence, "Idling", "a fan does not")
	}
}
