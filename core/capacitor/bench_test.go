package capacitor_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/can"
	"graybridge/core/capacitor"
	"graybridge/core/circuit"
	"graybridge/core/machine"
)

func blunger(b *testing.B) *capacitor.Bridge {
	m, err := machine.Fit(machine.Rating{ShaftWatts: 1100, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410,
		FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 5, LockedTorqueRatio: 2.3, X1Share: 0.45, FrictionShare: 0.015,
			IronShare: 0.2})
	require.NoError(b, err)
	m = m.Bent(circuit.PlanningA, circuit.PlanningN) // as plans solve it
	bridge, err := capacitor.New(&m, capacitor.Wiring{Volts: 230, FrequencyHz: 50, CornerTo: "L1",
		Coils: machine.Coils(), Joints: capacitor.Delta})
	require.NoError(b, err)
	return bridge
}

// 200 capacitances by 200 slips, torque and worst winding at each.
func BenchmarkMap(b *testing.B) {
	bridge := blunger(b)
	b.ReportAllocs()
	sum := 0.0
	for b.Loop() {
		for c := range 200 {
			bridge.Set(1 + 0.5*float64(c))
			for s := range 200 {
				sum += bridge.Torque(float64(s+1) / 200)
			}
		}
	}
	if sum == 0 {
		b.Fatal("no torque anywhere")
	}
}

// Everything that the bay shows for one capacitance.
func BenchmarkCapacitorPage(b *testing.B) {
	q := capacitor.Question{Bridge: blunger(b), Kind: machine.Fan, Usual: 0.65, Heaviest: 0.65, ServiceFactor: 1,
		Entered: 52, SchoolVolts: 230, PowerFactor: 0.79}
	b.ReportAllocs()
	for b.Loop() {
		a := q.Solve()
		if !a.UsualRuns || len(q.Judge(a)) == 0 || q.Verdict(a).Title == "" ||
			len(q.Combos(a.Balance, can.Prices{})) == 0 {
			b.Fatal("it does not run")
		}
	}
}
