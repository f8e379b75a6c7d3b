package protection_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// A breaker holds ten percent more than what runs: just below and just above.
func TestABreakerTripsWhileRunning(t *testing.T) {
	for amps, want := range map[float64]finding.Grade{14.5: finding.Good, 14.6: finding.Caution} {
		a := asks(table.Metric)
		a.MostSupply, a.MostLead, a.StartAmps = amps, amps, amps
		got := judged(protection.Entry{Breaker: "16 A", Conductor: "4 mm²"}, a)
		require.Equal(t, want, got["protection.breaker"].Grade, "16 A for %g A", amps)
	}
}

// A breaker guards the wire up to what it carries; a relay guards it on a motor's own circuit by the
// rules of North America alone, up to what it carries and up to the greatest breaker.
func TestABreakerAndItsWire(t *testing.T) {
	carry := func(rules table.Rules, size string) float64 {
		c, _, err := unit.ParseConductor(size)
		require.NoError(t, err)
		amps, known := table.Wires{Rules: rules}.Ampacity(c)
		require.True(t, known)
		return amps
	}
	amps := func(x float64) string { return unit.Plain(x) + " A" }
	thin, gauge := carry(table.Metric, "1.5 mm²"), carry(table.NorthAmerica, "14 AWG")
	relay := func(set float64) protection.Entry {
		return protection.Entry{Breaker: "30 A", Conductor: "14 AWG", Relay: protection.MotorLeads, RelaySet: amps(set)}
	}
	metric, north := table.Wires{Rules: table.Metric}, table.Wires{Rules: table.NorthAmerica}
	for name, c := range map[string]struct {
		e       protection.Entry
		circuit protection.Circuit
		stops   bool
	}{
		"as much as the wire carries": {protection.Entry{Breaker: amps(thin), Conductor: "1.5"},
			protection.Circuit{Wires: metric}, false},
		"more than the wire carries": {protection.Entry{Breaker: amps(thin + 0.5), Conductor: "1.5"},
			protection.Circuit{Wires: metric}, true},
		"thinner than the table": {protection.Entry{Breaker: "32 A", Conductor: "0.75"},
			protection.Circuit{Wires: metric}, true},
		"a relay at the wire":   {relay(gauge), protection.Circuit{Wires: north, Motor: true, Most: 30}, false},
		"a relay over the wire": {relay(gauge + 0.1), protection.Circuit{Wires: north, Motor: true, Most: 30}, true},
		"over the greatest":     {relay(gauge), protection.Circuit{Wires: north, Motor: true, Most: 29}, true},
		"on no motor's circuit": {relay(gauge), protection.Circuit{Wires: north}, true},
		"not by the metric rules": {protection.Entry{Breaker: "32 A", Conductor: "1.5", Relay: protection.MotorLeads,
			RelaySet: "5 A"}, protection.Circuit{Wires: metric, Motor: true, Most: 40}, true},
	} {
		p, _ := protection.Read(c.e, table.Metric)
		f, stops := p.Unguarded(c.circuit)
		require.Equal(t, c.stops, stops, name)
		if stops {
			require.Equal(t, finding.Stop, f.Grade, name)
		}
	}
}

// While nothing is solved the relay is held against the rules' ceiling over the plate's amps.
func TestARelayAboveTheCeilingIsFound(t *testing.T) {
	for set, stops := range map[string]bool{"5.2 A": false, "5.3 A": true, "9 A": true} {
		p, _ := protection.Read(protection.Entry{Relay: protection.MotorLeads, RelaySet: set}, table.Metric)
		found := p.Found(protection.Circuit{Wires: table.Wires{Rules: table.Metric}, Motor: true, Relay: true,
			PlateAmps: 4.6, ServiceFactor: 1})
		require.Equal(t, stops, len(found) > 0, set)
	}
	none, _ := protection.Read(protection.Entry{Relay: protection.NoRelay}, table.Metric)
	require.Equal(t, finding.Stop, none.Found(protection.Circuit{Relay: true})[0].Grade)
	require.Empty(t, none.Found(protection.Circuit{}), "where none belongs in it")
}
