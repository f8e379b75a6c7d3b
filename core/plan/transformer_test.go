package plan_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// Where volts are missing a transformer is offered as a cure; taken, the plan goes on behind it, and its parts are
// bought with the rest.
func TestATransformerMakesThePlanGoOn(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	m := &d.Machines[0]
	m.Plate.Volts, m.Plate.Amps = "400/690", "2.7/1.55"
	m.Protection.RelaySet, d.Bridge.Capacitor.Microfarad = "", ""
	stopped := found(plan.Make(d), finding.LeadsUnreachable)
	require.Equal(t, finding.Stop, stopped.Grade)
	i := slices.IndexFunc(stopped.Cures, func(c finding.Cure) bool { return c.Path == "supply.transformer" })
	require.GreaterOrEqual(t, i, 0, "the stop names its cure")
	d.Supply.Transformer = stopped.Cures[i].Value
	p := plan.Make(d)
	for _, f := range p.Findings {
		require.NotEqual(t, finding.Stop, f.Grade, "%s: %s", f.ID, f.Sentence)
	}
	require.Equal(t, finding.Note, found(p, finding.SupplyTransformer).Grade, "it carries it; nobody has seen it yet")
	for _, id := range []string{"transformer", "transformer-breaker", "transformer-wire", "run-12"} {
		require.True(t, slices.ContainsFunc(p.Buys, func(b bridge.Buy) bool { return b.ID == id }), id)
	}
	require.InDelta(t, 236*400.0/230, p.Supply[len(p.Supply)-3].Value, 0.01)
}

// A transformer that the drive does not take is the entry that is wrong, and leaving it out a cure.
func TestATransformerThatIsOneTooMany(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Supply.Transformer = "230/400 V 2.5 kVA"
	f := found(plan.Make(d), finding.DriveLineVolts)
	require.Equal(t, finding.Stop, f.Grade)
	require.Contains(t, f.Sentence, "the transformer gives")
	require.Equal(t, []string{"supply.transformer"}, f.Entries)
	require.Len(t, f.Cures, 1)
	d.Supply.Transformer = f.Cures[0].Value
	require.Nil(t, found(plan.Make(d), finding.DriveLineVolts))
}

// A drive that wants more volts than the wall has is fed through one, and its run list goes through it.
func TestADriveBehindATransformer(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	own := drive.Profile{Format: drive.ProfileFormat, Version: 1, ID: "own-400", Name: "Own 400",
		Input:  drive.Input{Volts: drive.Span{Least: 380, Most: 480}, Phases: 1},
		Output: drive.Output{Amps: 4, Volts: 480}}
	d.Bridge.Drive = drive.Entry{Own: &own, EStop: "yes"}
	f := found(plan.Make(d), finding.DriveLineVolts)
	require.Equal(t, finding.Stop, f.Grade)
	require.Len(t, f.Cures, 1)
	d.Supply.Transformer = f.Cures[0].Value
	p := plan.Make(d)
	require.Nil(t, found(p, finding.DriveLineVolts))
	at := func(id string) int {
		return slices.IndexFunc(p.Drive.Wiring, func(w drive.Wire) bool { return w.ID == id })
	}
	require.GreaterOrEqual(t, at("step-L1"), 0)
	require.Less(t, at("step-L2"), at("in-L1"), "landed in the order in which power flows")
	require.Contains(t, p.Drive.Wiring[at("in-L1")].From, "transformer")
	require.Contains(t, found(p, finding.SupplyTransformer).Sentence, "carries", "the rating offered carries it")
}
