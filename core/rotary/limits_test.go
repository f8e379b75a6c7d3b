package rotary

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// placed is a 1.5 kW machine behind a 4 kW idler.
func placed(t *testing.T) *Shown {
	t.Helper()
	member := func(id, power, amps, rpm string, asks load.Entry) Member {
		return Member{ID: id, Name: id, Site: site.Read(site.Entries{Rules: table.Metric, Volts: 230, Hertz: 50,
			Plate: plate.Entry{Power: power, Volts: "230/400", Connection: "Δ/Y", Amps: amps, RPM: rpm, Hertz: "50",
				PowerFactor: "0.8", Phases: "3"},
			Leads: leads.Entry{Kind: leads.Six}, Load: asks}, Feed)}
	}
	idler := member("idler", "4 kW", "14.6/8.4", "1440", load.Entry{})
	o, err := Place(t.Context(), Entry{Spun: Forward, StartBy: ByRope}, &idler, []Member{member("saw", "1.5 kW",
		"5.9/3.4", "1420", load.Entry{Kind: machine.Constant, Share: "70 %"})}, "saw")
	require.NoError(t, err)
	require.NotNil(t, o.Answer)
	return o
}

func graded(said []finding.Finding, id string) finding.Grade {
	for _, f := range said {
		if f.ID == id {
			return f.Grade
		}
	}
	return ""
}

// Breaker, wire and relay of a machine behind the converter: each limit just below and just above.
func TestTheGuardOfAMachineJustHolds(t *testing.T) {
	o := placed(t)
	z, _, _, _ := o.Guard(Noted{})
	wire := unit.Conductor{SquareMM: 4}
	judge := func(n Noted, id string) finding.Grade {
		_, _, said, _ := o.Guard(n)
		return graded(said, id)
	}
	least := max(1.1*z.Amps, z.StartAmps/table.Metric.Circuit().BreakerHolds)
	for share, want := range map[float64]finding.Grade{1.001: finding.Good, 0.999: finding.Caution} {
		require.Equal(t, want, judge(Noted{Breaker: share * least, Conductor: wire}, finding.ProtectionBreaker),
			"%g", share)
	}
	// The run alone: what starts is taken away.
	w := guardWords{o: &o.Solved, z: z, n: Noted{Conductor: wire}}
	w.z.StartAmps = 0
	for share, want := range map[float64]finding.Grade{1.101: finding.Good, 1.099: finding.Caution} {
		w.n.Breaker = share * z.Amps
		w.line = guardOf(&o.Read, w.z, w.n)
		var said []finding.Finding
		w.judgeBreaker(func(f finding.Finding) { said = append(said, f) })
		require.Equal(t, want, graded(said, finding.ProtectionBreaker), "%g of what runs", share)
	}
	carry, known := o.Member().Site.Wires().Ampacity(wire)
	require.True(t, known)
	for share, want := range map[float64]finding.Grade{0.999: finding.Good, 1.001: finding.Caution} {
		w.n = Noted{Conductor: wire}
		w.line = guardOf(&o.Read, w.z, w.n)
		w.line.Amps, w.line.Relay = 1, share*carry // the relay's setting is what it must carry
		var said []finding.Finding
		w.judgeWire(func(f finding.Finding) { said = append(said, f) })
		require.Equal(t, want, graded(said, finding.ProtectionConductor), "%g of what it carries", share)
	}
	for share, fits := range map[float64]bool{1.001: true, 0.999: false} {
		set := share * z.Carries / 1.05
		got := judge(Noted{Breaker: 10, Conductor: wire, Relay: true, RelaySet: set}, finding.ProtectionRelay)
		require.Equal(t, fits, got != finding.Caution, "set to %g A for %g A: %s", set, z.Carries, got)
	}
}

// A start has a quarter to spare over what stands against it.
func TestAStartJustHasItsQuarter(t *testing.T) {
	for share, want := range map[float64]finding.Grade{1.26: finding.Good, 1.24: finding.Caution, 1.01: finding.Caution,
		0.99: finding.Stop} {
		o := placed(t)
		o.Said = nil
		e := &o.Answer.Each[0]
		e.Start.Torque = share * e.Standing
		judgeStarts(&o.Judged)
		require.Equal(t, want, graded(o.Said, IDStart), "%g", share)
	}
}

// A bank under one and a half microfarads is not worth fitting.
func TestTheSmallestBankWorthFitting(t *testing.T) {
	for microfarad, fitted := range map[float64]bool{1.49: false, 1.51: true} {
		o := placed(t)
		a := *o.Answer
		a.Best.Balance, a.Cans = Balance{L13: 40, L23: microfarad}, [2][]can.Part{}
		choose(&o.Read, &a)
		require.Equal(t, fitted, a.Balance.L23 > 0, "%g µF", microfarad)
		require.InDelta(t, 40, a.Balance.L13, 2)
	}
}
