package protection_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

func asks(rules table.Rules) protection.Asks {
	at := func(supply float64, worst float64) protection.Seen {
		return protection.Seen{Supply: supply, Leads: [3]float64{0.75 * supply, supply, 0.8 * supply}, Worst: worst,
			Coil: "W"}
	}
	return protection.Asks{Rules: table.Wires{Rules: rules}, Usual: at(4.7, 0.95), Heaviest: at(4.7, 0.95),
		Idle:     at(1.9, 0.93),
		Lines:    protection.Guard{Carries: 4.7, Usual: 4.7, Least: 5.1, Inside: true},
		Leads:    protection.Guard{Carries: 4.7, Usual: 4.7, Least: 5.14, Inside: true},
		MostLead: 4.7, MostSupply: 4.7, StartAmps: 20, Volts: 230, ShaftHP: 1.475, PlateAmps: 4.7, ServiceFactor: 1,
		Capacitor: 3.9}
}

func judged(e protection.Entry, a protection.Asks) map[string]finding.Finding {
	p, _ := protection.Read(e, table.Metric)
	_, list := p.Judge(a)
	out := map[string]finding.Finding{}
	for _, f := range list {
		out[f.ID] = f
	}
	return out
}

func TestMetricSizing(t *testing.T) {
	c := asks(table.Metric).Choose(protection.MotorLeads)
	require.InDelta(t, 6, c.Breaker, 0)
	require.Equal(t, unit.Conductor{SquareMM: 1.5}, c.Conductor)
	require.InDelta(t, 5.1, c.RelaySet, 1e-9, "where the worst winding reaches rated amps, rounded down")
	require.InDelta(t, 1.35*3.9, c.CapacitorOwn, 1e-9)
	require.NotEmpty(t, c.Why)
}

func TestNorthAmericanSizingTakesTableAmps(t *testing.T) {
	c := asks(table.NorthAmerica).Choose(protection.MotorLeads)
	// 1½ hp at 230 V: 6.0 A in the code table; 125 % for the wire, up to 250 % for the breaker.
	require.Equal(t, unit.Conductor{AWG: 14}, c.Conductor)
	require.InDelta(t, 15, c.Breaker, 0)
}

func TestARelayIsJudgedByWhatItsPolesSee(t *testing.T) {
	a := asks(table.Metric)
	require.Equal(t, finding.Open, judged(protection.Entry{}, a)["protection.relay"].Grade)
	require.Equal(t, finding.Stop, judged(protection.Entry{Relay: protection.NoRelay}, a)["protection.relay"].Grade)
	lines := judged(protection.Entry{Relay: protection.SupplyLines, RelaySet: "5.0 A"}, a)
	require.Equal(t, finding.Good, lines["protection.relay"].Grade)
	require.NotContains(t, lines, "protection.blind")
	// A winding at plate at a light load that was entered, where the lines carry 1.9 A: no setting
	// of a relay in the lines does both.
	a.Lines = protection.Guard{Carries: 4.7, Usual: 4.7, Least: 1.9}
	a.Watch = []protection.Watch{{Load: 0.1, Part: protection.Entered, Lines: 1.9, Leads: 4.6, Worst: 1.03, Coil: "W"},
		{Load: 0.7, Part: protection.Entered, Lines: 4.7, Leads: 4.7, Worst: 0.95, Coil: "W"}}
	lines = judged(protection.Entry{Relay: protection.SupplyLines, RelaySet: "5.0 A"}, a)
	require.Equal(t, finding.Caution, lines["protection.blind"].Grade, "it sees 1.9 A while W passes its plate")
	require.Equal(t, finding.Caution, lines["protection.relay"].Grade, "what is set lets that winding burn")
	require.Empty(t, lines["protection.relay"].Cures, "no setting does both")
	a.Leads = protection.Guard{Carries: 4.7, Usual: 4.7, Least: 3.9}
	none := judged(protection.Entry{}, a)["protection.relay"]
	require.Contains(t, none.Sentence, "No setting")
	require.Equal(t, string(protection.Thermistor), none.Cures[0].Value)
	fitted := judged(protection.Entry{Relay: protection.Thermistor, RelaySet: "9 A"}, a)
	require.Equal(t, finding.Good, fitted["protection.relay"].Grade, "it feels heat: no setting in amps is judged")
	require.Contains(t, fitted["protection.relay"].Detail, "Nobody has checked it here")
	require.NotContains(t, fitted, "protection.blind")
	a = asks(table.Metric)
	require.Equal(t, finding.Caution, judged(protection.Entry{Relay: protection.MotorLeads, RelaySet: "6 A"},
		a)["protection.relay"].Grade, "too high")
	require.Equal(t, finding.Caution, judged(protection.Entry{Relay: protection.MotorLeads, RelaySet: "4 A"},
		a)["protection.relay"].Grade, "too low: it trips at the usual load")
	require.Equal(t, finding.Open, judged(protection.Entry{Relay: protection.MotorLeads}, a)["protection.relay"].Grade,
		"not set")
}

func TestABreakerGuardsItsWireAndHoldsTheStart(t *testing.T) {
	a := asks(table.Metric)
	require.Equal(t, finding.Good, judged(protection.Entry{Breaker: "10 A", Conductor: "1.5"},
		a)["protection.breaker"].Grade)
	require.Equal(t, finding.Caution, judged(protection.Entry{Breaker: "4 A", Conductor: "1.5"},
		a)["protection.breaker"].Grade)
	require.Equal(t, finding.Caution, judged(protection.Entry{Breaker: "63 A"}, a)["protection.breaker"].Grade,
		"too large, whether or not a wire is there")
	a.StartAmps = 39.5
	require.Contains(t, judged(protection.Entry{Breaker: "6 A", Conductor: "1.5"}, a)["protection.breaker"].Sentence,
		"may trip at the start")
	a.StartAmps = 20
	require.Equal(t, finding.Caution, judged(protection.Entry{Breaker: "10 A", Conductor: "0.5"},
		a)["protection.conductor"].Grade)
	for _, f := range judged(protection.Entry{}, a) {
		require.True(t, f.Planning, "%s carries the word guide value", f.ID)
	}
}

// Nothing fits beyond the tables, and a thin wire of the capacitor's own is not
// taken for granted.
func TestWhatTheTablesDoNotReachIsNotSized(t *testing.T) {
	a := asks(table.Metric)
	a.MostLead, a.MostSupply, a.StartAmps = 95, 90, 400
	c := a.Choose(protection.MotorLeads)
	require.Zero(t, c.Breaker)
	require.Equal(t, unit.Conductor{}, c.Conductor)
	got := judged(protection.Entry{}, a)
	require.Contains(t, got, "protection.table-end")
	require.NotContains(t, got, "protection.conductor")
	a = asks(table.Metric)
	a.Capacitor = 25.6
	require.Equal(t, unit.Conductor{SquareMM: 6}, a.Choose(protection.MotorLeads).CapacitorWire, "34.6 A")
	na := asks(table.NorthAmerica)
	na.Volts = 120
	require.Equal(t, "one-pole", na.Poles())
	require.Contains(t, judged(protection.Entry{}, na)["protection.breaker"].Sentence, "one-pole")
}

func TestEntriesThatCannotBeReadSayWhatWouldDo(t *testing.T) {
	_, readings := protection.Read(protection.Entry{Breaker: "big", Conductor: "thick", RelaySet: "4/5"}, table.Metric)
	require.Len(t, readings, 3)
	for _, r := range readings {
		require.NotEmpty(t, r.Problem, r.Path)
		require.NotEmpty(t, r.Wanted, r.Path)
	}
}
