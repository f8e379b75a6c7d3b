package can_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/can"
)

// A bleed resistor brings the peak to 50 V within a minute, also when resistor and can are five
// percent more than they say it falls as is said, and it stands twice the heat it makes.
func TestABleedResistorsLimits(t *testing.T) {
	for _, c := range []struct{ microfarad, volts float64 }{{20, 230}, {52, 350}, {140, 440}} {
		b := can.Discharge(c.microfarad, c.volts)
		seconds := func(ohm float64) float64 {
			return ohm * c.microfarad * 1e-6 * math.Log(math.Sqrt2*c.volts/50)
		}
		require.InEpsilon(t, 60, seconds(b.Most), 1e-9)
		require.LessOrEqual(t, b.Ohm, b.Most*1.000001)
		require.Greater(t, b.Ohm, b.Most/1.5, "the largest value of its row that will do")
		require.GreaterOrEqual(t, b.Watts, 2*c.volts*c.volts/b.Ohm)
		require.InEpsilon(t, 1.05*1.05*seconds(b.Ohm), b.Falls(c.microfarad, 50), 1e-9)
	}
	require.Zero(t, can.Discharge(52, 35).Ohm, "49.5 V at the peak: none is needed")
	require.NotZero(t, can.Discharge(52, 35.5).Ohm)
	// At 230 V on 20 µF the part stands 0.3 W or more: twice 230²/Ω.
	require.Equal(t, 0.5, can.Discharge(3, 230).Watts)
}
