package transient_test

import (
	"math"
	"math/cmplx"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/search"
)

// The textbooks' machine of 25 hp, 460 V, 60 Hz, four poles in star: its printed answers at
// a slip of 2.2 % to half a percent; pull-out and start were printed from a simplification.
func TestTheTextbooksTwentyFiveHorsepower(t *testing.T) {
	q := circuit.Equivalent{R1Ohm: 0.641, R2Ohm: 0.332, X1Ohm: 1.106, X2Ohm: 0.464, XmOhm: 26.3, FrequencyHz: 60,
		Poles: 4}
	amps, torque := q.Balanced(460/math.Sqrt(3), 60, 0.022)
	require.InEpsilon(t, 18.88, cmplx.Abs(amps), 0.005)
	require.InDelta(t, -33.6, cmplx.Phase(amps)*180/math.Pi, 0.2)
	require.InEpsilon(t, 62.8, torque, 0.005)
	at := func(slip float64) float64 { _, t := q.Balanced(460/math.Sqrt(3), 60, slip); return t }
	slip, pull := search.Greatest(at, 0.01, 1, 40)
	require.InEpsilon(t, 229, pull, 0.03)
	require.InEpsilon(t, 0.198, slip, 0.03)
	require.InEpsilon(t, 104, at(1), 0.03)
}

// The textbooks' machine of 3 hp, 220 V, 60 Hz, four poles: alone on the line it comes near
// synchronous speed from rest in about half a second; its breakdown torque is printed.
func TestTheTextbooksThreeHorsepower(t *testing.T) {
	q := circuit.Equivalent{R1Ohm: 0.435, X1Ohm: 0.754, XmOhm: 26.13, X2Ohm: 0.754, R2Ohm: 0.816, FrequencyHz: 60,
		Poles: 4}
	slip, pull := search.Greatest(func(slip float64) float64 {
		_, t := q.Balanced(220/math.Sqrt(3), 60, slip)
		return t
	}, 0.01, 1, 40)
	require.InEpsilon(t, 61.9, pull, 0.03)
	require.InEpsilon(t, 0.53, slip, 0.03)
	c := bridge(q, 1)
	c.FrequencyHz, c.Elements = 60, nil
	c.Sources = []circuit.Source{{Name: "L1-L2", From: "L1", To: "L2", VoltsRMS: 220},
		{Name: "L2-L3", From: "L2", To: "L3", VoltsRMS: 220, PhaseDeg: -120}}
	s := transient.Setup{Circuit: c, EndS: 1.2, Rotors: []transient.Rotor{{InertiaKgM2: 0.089}}}
	for i := range s.Circuit.Machines[0].Coils { // printed for windings in star
		s.Circuit.Machines[0].Coils[i].Finish = "star point"
	}
	s.Circuit.Joints = [][]string{{"L1", "U1"}, {"L2", "V1"}, {"L3", "W1"}}
	up := 0.0 // from when it stays near
	sync := q.SyncRadPerSecond(60)
	_, err := s.Run(func(x *transient.Sample) bool {
		if math.Abs(x.SpeedRadS[0]/sync-1) > 0.01 {
			up = x.TimeS
		}
		return true
	})
	require.NoError(t, err)
	require.InDelta(t, 0.5, up, 0.12, "seconds to near synchronous")
}
