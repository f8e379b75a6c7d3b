package drive_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit/transient"
	"graybridge/core/machine"
)

// The amps that a ramp foretells, followed in time: at a stop on the way the
// inertia asks the same torque as a load of J·Δω/t, so the motor is run free
// under load and that torque on the drive's hertz and volts until nothing
// changes. Iron loss is left out on both sides; the deep bar too, which the
// time domain holds to a ratio.
func TestTheTimeDomainConfirmsTheAmpsOfARamp(t *testing.T) {
	m, _, _ := ballMill(t)
	own := *m.Model
	own.Eq.RfeOhm, own.Eq.R2StandstillOhm = 0, 0
	m.Model = &own
	m.BoostShare = m.Boost(0.9).Share
	const most = 50.0
	ramp := m.Up(most, 0.6)
	poles := float64(own.Eq.Poles)
	inertia := m.Inertia * 4 * math.Pi * most / poles / ramp.Asked
	for _, i := range []int{6, 12, 19} {
		hz := ramp.Hz[i]
		volts := m.Volts(hz)
		text, err := json.Marshal(map[string]any{
			"format": "gray-bridge/time-domain-reference", "version": 1,
			"machines": map[string]any{"m": map[string]any{"poles": own.Eq.Poles, "frequency_hz": own.Eq.FrequencyHz,
				"r1_ohm": own.Eq.R1Ohm, "x1_ohm": own.Eq.X1Ohm, "r2_ohm": own.Eq.R2Ohm, "x2_ohm": own.Eq.X2Ohm,
				"xm_ohm": own.Eq.XmOhm, "j_kgm2": 0.01, "coils": machine.Coils()}},
			"cases": []any{map[string]any{"name": "ramp", "machine": "m",
				"supply":     map[string]any{"kind": "three-phase", "line_volts_rms": volts, "frequency_hz": hz},
				"joints":     [][]string{{"L1", "U1", "W2"}, {"L2", "V1", "U2"}, {"L3", "W1", "V2"}},
				"capacitors": []any{}, "mode": "free", "initial_speed_share_of_synchronous": 0.97, "end_s": 3,
				"load": map[string]any{"friction_nm": own.FrictionNm, "constant_nm": m.Load.ShaftNm(&own, 1) +
					inertia}}},
		})
		require.NoError(t, err)
		cases, err := transient.DecodeCases(text)
		require.NoError(t, err)
		answer, err := cases.Solve(0)
		require.NoError(t, err)
		free, ok := answer.(transient.FreeAnswer)
		require.True(t, ok, fmt.Sprintf("%T", answer))
		require.False(t, free.Final.WindingAmps == nil)
		for name, amps := range free.Final.WindingAmps {
			require.InEpsilon(t, ramp.Share[i], amps/own.WindingAmps, 0.02, "%s at %.1f Hz", name, hz)
		}
	}
}
