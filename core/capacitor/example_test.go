package capacitor_test

import (
	"fmt"

	"graybridge/core/capacitor"
	"graybridge/core/leads"
	"graybridge/core/machine"
)

// What 52 µF do to a 1.1 kW motor in delta that carries 65 % of a fan's load.
func ExampleBridge_Run() {
	m, err := machine.Fit(
		machine.Rating{ShaftWatts: 1100, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410, FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 5.5, LockedTorqueRatio: 2.2, X1Share: 0.45, FrictionShare: 0.015,
			IronShare: 0.2})
	if err != nil {
		fmt.Println(err)
		return
	}
	b, err := capacitor.New(&m, capacitor.Wiring{Volts: 236, FrequencyHz: 50, CornerTo: "L1",
		Coils: leads.Six.Layout().Coils, Joints: capacitor.Delta})
	if err != nil {
		fmt.Println(err)
		return
	}
	p, runs := b.Run(52, machine.Load{Kind: machine.Fan, Share: 0.65})
	coil, share := p.WorstCoil()
	fmt.Printf("runs: %v, at about %.0f rpm, winding %s the worst, within its rated amps: %v\n", runs,
		10*float64(int(p.RPM/10)), coil, share <= 1)
	// Output: runs: true, at about 1440 rpm, winding V the worst, within its rated amps: true
}
