package plate_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/plate"
)

func ids(said []finding.Finding) map[string]finding.Grade {
	out := map[string]finding.Grade{}
	for _, f := range said {
		out[f.ID] = f.Grade
	}
	return out
}

func TestABrushedMotorsPlateIsReadAsPrinted(t *testing.T) {
	p, readings := plate.ReadDirect(plate.Entry{Power: "¾ HP", ArmatureVolts: "90 V DC", ArmatureAmps: "7,6",
		RPM:        "1750/2300",
		FieldVolts: "100 VDC", FieldAmps: "0.6 A", Winding: "SHUNT", FormFactor: "1.4"})
	for _, r := range readings {
		require.Empty(t, r.Problem, r.Path)
	}
	require.InDelta(t, 559.3, p.ShaftWatts, 0.5)
	require.InDelta(t, 90, p.Volts, 0)
	require.InDelta(t, 7.6, p.Amps, 0)
	require.InDelta(t, 1750, p.RPM, 0)
	require.InDelta(t, 2300, p.TopRPM, 0)
	require.Equal(t, plate.Shunt, p.Winding)
	require.True(t, p.Complete())
	require.InDelta(t, 100/0.6, p.FieldOhms(), 1e-9)
	require.Equal(t, finding.Good, ids(p.Checks())["plate.agrees"])
}

func TestWhatADirectPlateCannotBe(t *testing.T) {
	good := plate.Entry{Power: "0.55 kW", ArmatureVolts: "180 V", ArmatureAmps: "3.9", RPM: "2000",
		Winding: "permanent magnet"}
	with := func(change func(*plate.Entry)) map[string]finding.Grade {
		e := good
		change(&e)
		p, _ := plate.ReadDirect(e)
		return ids(p.Checks())
	}
	require.Equal(t, finding.Stop, with(func(e *plate.Entry) { e.ArmatureAmps = "0.39" })["plate.power"],
		"more out than in")
	require.Equal(t, finding.Caution, with(func(e *plate.Entry) { e.ArmatureAmps = "9" })["plate.power"])
	require.Equal(t, finding.Caution, with(func(e *plate.Entry) { e.FieldVolts = "200 V" })["plate.field"],
		"a magnet has no field")
	require.Equal(t, finding.Open, with(func(e *plate.Entry) { e.Winding = "shunt" })["plate.field-volts"])
	require.Equal(t, finding.Caution, with(func(e *plate.Entry) { e.TopRPM = "3000" })["plate.top-rpm"])
	require.Equal(t, finding.Stop, with(func(e *plate.Entry) { e.Winding = "series" })["plate.not-this"])
	require.Equal(t, finding.Open, with(func(e *plate.Entry) { e.RPM = "" })["plate.missing"])
	for _, e := range []plate.Entry{
		{Power: "1.1 kW", Volts: "230/400 V", Connection: "Δ/Y", Amps: "4.7/2.7", RPM: "1410", Hertz: "50"},
		{Power: "1/4 HP", Volts: "115V AC/DC", RPM: "10000"},
	} {
		p, _ := plate.ReadDirect(e)
		require.Equal(t, finding.Stop, ids(p.Checks())["plate.not-this"], e.Volts)
		require.False(t, p.Complete())
	}
}

// A form factor that is not printed is never taken for what is printed.
func TestFormFactorsNotPrinted(t *testing.T) {
	p, _ := plate.ReadDirect(plate.Entry{Power: "1 HP", ArmatureVolts: "180 V", ArmatureAmps: "5", RPM: "1750"})
	require.Equal(t, finding.Estimated, p.FormFactor.Mark)
	require.InDelta(t, plate.PlanningFormFactor, p.FormFactor.Value, 0)
	p, _ = plate.ReadDirect(plate.Entry{Power: "1 HP", ArmatureVolts: "240 V", ArmatureAmps: "4", RPM: "1750"})
	require.InDelta(t, 1, p.FormFactor.Value, 0, "volts that no single-phase rectifier is made for")
	require.Equal(t, finding.Note, ids(p.Checks())["plate.form-factor"])
	_, readings := plate.ReadDirect(plate.Entry{FormFactor: "0.8"})
	require.NotEmpty(t, readings[0].Problem)
}

// A pasted line of a DC plate is laid out where a DC plate has it.
func TestADirectLineLaysItselfOut(t *testing.T) {
	e := plate.ReadLine("0,55 kW DC 180 V 3,9 A Feld 200 V 0,32 A 2000/min").Entry()
	require.Equal(t, "180", e.ArmatureVolts)
	require.Equal(t, "3.9", e.ArmatureAmps)
	require.Equal(t, "200", e.FieldVolts)
	require.Equal(t, "0.32", e.FieldAmps)
	require.Empty(t, e.Volts)
	p, _ := plate.ReadDirect(e)
	require.True(t, p.Complete())
	// And in a three-phase job it is recognised.
	q, _ := plate.Read(e, 50)
	require.Equal(t, plate.DirectC, q.NotThis())
}
