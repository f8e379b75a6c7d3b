package machine_test

import (
	"fmt"

	"graybridge/core/machine"
)

// The motor of a plate: 1.1 kW, 230 V in delta, 4.7 A, 0.79, 1410 rpm at 50 Hz.
func ExampleFit() {
	m, err := machine.Fit(
		machine.Rating{ShaftWatts: 1100, LineVolts: 230, LineAmps: 4.7, PowerFactor: 0.79, RPM: 1410, FrequencyHz: 50},
		machine.Targets{LockedAmpsRatio: 5.5, LockedTorqueRatio: 2.2, X1Share: 0.45, FrictionShare: 0.015,
			IronShare: 0.2})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%d poles, %.1f N·m, %.2f A in a winding\n", m.Eq.Poles, m.RatedTorqueNm, m.WindingAmps)
	// Output: 4 poles, 7.4 N·m, 2.71 A in a winding
}
