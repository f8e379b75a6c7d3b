package dc_test

import (
	"fmt"
	"math"

	"graybridge/core/dc"
)

// A 90 V motor behind a half-controlled bridge on 120 V, at half speed and full torque.
func ExampleMotor_At() {
	m := dc.Motor{Armature: dc.Armature{Ohm: 1.1, Millihenry: 9, BrushVolts: 1.5}, ShaftWatts: 559, ArmatureVolts: 90,
		ArmatureAmps: 7.6, RPM: 1800}
	p := m.At(dc.Line{Volts: 120, Hertz: 60}, 900, 1)
	fmt.Printf("fires at %.0f°: %.1f A mean, form factor %.2f\n", p.DelayRad*180/math.Pi, p.MeanAmps, p.FormFactor())
	// Output: fires at 106°: 7.6 A mean, form factor 1.33
}
