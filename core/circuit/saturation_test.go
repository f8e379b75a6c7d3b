package circuit_test

import (
	"encoding/json"
	"math"
	"math/cmplx"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/circuit"
)

func bent(t *rapid.T) circuit.Equivalent {
	q := motor
	if rapid.Bool().Draw(t, "no iron loss") {
		q.RfeOhm = 0
	}
	q.R2StandstillOhm = rapid.Float64Range(2, 12).Draw(t, "standstill")
	q.Saturation = &circuit.Saturation{A: rapid.Float64Range(0.3, 0.98).Draw(t, "a"),
		N: rapid.SampledFrom([]float64{2, 3, 4.5, 5, 6, 7, 7.7, 9, 13}).Draw(t, "n"), RatedGapVoltsRMS: 205}
	return q
}

func bentBridge(t *rapid.T, q circuit.Equivalent) circuit.Circuit {
	c := single(delta, rapid.Float64Range(5, 150).Draw(t, "µF"), "L1", rapid.Float64Range(-0.2, 2.2).Draw(t, "slip"))
	c.Machines[0].Equivalent = q
	c.Sources[0].VoltsRMS = rapid.Float64Range(100, 300).Draw(t, "V")
	c.Sources[0].ResistanceOhm = rapid.Float64Range(0, 2).Draw(t, "feeder")
	c.FrequencyHz = rapid.Float64Range(40, 70).Draw(t, "Hz")
	return c
}

// A balanced supply makes one field: the coil settles where its own ohms, the rotor and
// the curve at that flux agree, which is put together here by hand.
func TestSaturatedBalancedCoilsAgreeWithTheirCurve(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := bent(t)
		hertz, volts := rapid.Float64Range(25, 70).Draw(t, "Hz"), rapid.Float64Range(20, 330).Draw(t, "V")
		slip := rapid.Float64Range(0, 1).Draw(t, "slip")
		c := on(whole(), star, volts, slip)
		c.Machines[0].Equivalent, c.FrequencyHz = q, hertz
		s := solved(t, c)
		k := hertz / q.FrequencyHz
		amps := s.CoilAmps(0, 0)
		e := complex(volts, 0) - amps*complex(q.R1Ohm, q.X1Ohm*k)
		x := cmplx.Abs(e) / (205 * k)
		magnetising := e / complex(0, q.XmOhm*k) * complex(q.Saturation.Factor(x), 0)
		rest := e * complex(slip, 0) / complex(q.RotorOhm(slip), slip*q.X2Ohm*k)
		if q.RfeOhm > 0 {
			rest += e / complex(q.RfeOhm, 0)
		}
		require.InDelta(t, 0, cmplx.Abs(amps-magnetising-rest), 1e-6*cmplx.Abs(amps))
		require.InDelta(t, x, s.Flux(0), 1e-6)
		own, torque := q.Balanced(volts, hertz, slip)
		require.InDelta(t, 0, cmplx.Abs(amps-own), 1e-6*cmplx.Abs(amps))
		require.InDelta(t, s.Shaft(0).TorqueNm, torque, 1e-6*(1+math.Abs(torque)))
	})
}

// The fundamental of the magnetising amps over one turn of an elliptic flux, added up
// step by step, is what the two fields ask of the curve.
func TestTwoFieldsMeetTheCurveAddedUpOverATurn(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := bent(t)
		c := bentBridge(t, q)
		s := solved(t, c)
		k := c.FrequencyHz / q.FrequencyHz
		var af, ab, vf, vb complex128 // gap amps a phase, coil volts behind R1 and X1
		for i, coil := range c.Machines[0].Coils {
			turn := cmplx.Rect(1, coil.AxisDeg*math.Pi/180)
			amps := s.CoilAmps(0, i)
			behind := s.CoilVolts(0, i) - amps*complex(q.R1Ohm, q.X1Ohm*k)
			af, ab = af+amps*turn/3, ab+amps*cmplx.Conj(turn)/3
			vf, vb = vf+behind*turn/3, vb+behind*cmplx.Conj(turn)/3
		}
		slip := c.Machines[0].Slip
		linear := func(e complex128, slip float64) complex128 {
			out := e * complex(slip, 0) / complex(q.RotorOhm(slip), slip*q.X2Ohm*k)
			if q.RfeOhm > 0 {
				out += e / complex(q.RfeOhm, 0)
			}
			return out
		}
		wantF, wantB := af-linear(vf, slip), ab-linear(vb, 2-slip)
		var mf, mb complex128
		const steps = 4000
		for i := range steps {
			at := 2 * math.Pi * float64(i) / steps
			flux := vf/1i*cmplx.Rect(1, at) + cmplx.Conj(vb/1i)*cmplx.Rect(1, -at)
			amps := flux * complex(q.Saturation.Factor(cmplx.Abs(flux)/(205*k))/(q.XmOhm*k), 0)
			mf += amps * cmplx.Rect(1./steps, -at)
			mb += cmplx.Conj(amps * cmplx.Rect(1./steps, at))
		}
		within := 1e-5 * (cmplx.Abs(wantF) + cmplx.Abs(wantB) + 1e-3)
		require.InDelta(t, 0, cmplx.Abs(mf-wantF), within)
		require.InDelta(t, 0, cmplx.Abs(mb-wantB), within)
	})
}

// Bent iron stores and gives back: what goes in is still what becomes heat and torque.
func TestEnergyBalancesWithSaturation(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := bentBridge(t, bent(t))
		q := c.Machines[0].Equivalent
		s := solved(t, c)
		line, e := s.SourceAmps(0), c.Sources[0]
		in := e.VoltsRMS*real(line) - e.ResistanceOhm*square(line)
		heat := 0.0
		for k := range c.Machines[0].Coils {
			heat += square(s.CoilAmps(0, k)) * q.R1Ohm
		}
		shaft := s.Shaft(0)
		gap := shaft.ForwardNm + shaft.BackwardNm
		want := heat + gap*q.SyncRadPerSecond(c.FrequencyHz) + shaft.IronWatts
		leaks := 0.0 // what ties every node down takes a nanosiemens of it
		for _, v := range s.Nodes() {
			leaks += 1e-9 * square(v)
		}
		require.InDelta(t, want, in, 1e-6*(math.Abs(in)+math.Abs(want))+2*leaks)
	})
}

func square(z complex128) float64 { return real(z)*real(z) + imag(z)*imag(z) }

func TestSaturationAsAStraightLineIsLinear(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := bent(t)
		c := bentBridge(t, q)
		got := solved(t, straight(c, 1-1e-14))
		c.Machines[0].Equivalent.Saturation = nil
		want := solved(t, c)
		for k := range c.Machines[0].Coils {
			a := want.CoilAmps(0, k)
			require.InDelta(t, 0, cmplx.Abs(a-got.CoilAmps(0, k)), 1e-5*(1+cmplx.Abs(a)))
		}
	})
}

func straight(c circuit.Circuit, a float64) circuit.Circuit {
	c.Machines = append([]circuit.Machine(nil), c.Machines...)
	own := *c.Machines[0].Equivalent.Saturation
	own.A, own.N = a, math.Min(own.N, 5) // steeper, and a hair of it counts at a resonance of the straight line
	c.Machines[0].Equivalent.Saturation = &own
	return c
}

func TestBenchCaseCarriesACurve(t *testing.T) {
	c := single(delta, 60, "L1", 0.01)
	c.Machines[0].Equivalent.Saturation = &circuit.Saturation{A: 0.8, N: 7, RatedGapVoltsRMS: 205}
	text, err := json.Marshal(circuit.BenchCase{Format: circuit.BenchCaseFormat, Version: 1, Name: "bent", Circuit: c})
	require.NoError(t, err)
	got, err := circuit.DecodeBenchCase(text)
	require.NoError(t, err)
	require.Equal(t, c.Machines[0].Equivalent, got.Machines[0].Equivalent)
	for _, bad := range []circuit.Saturation{{A: 0, N: 7, RatedGapVoltsRMS: 205}, {A: 1.1, N: 7, RatedGapVoltsRMS: 205},
		{A: 0.8, N: 1, RatedGapVoltsRMS: 205}, {A: 0.8, N: 26, RatedGapVoltsRMS: 205}, {A: 0.8, N: 7}} {
		c.Machines[0].Equivalent.Saturation = &bad
		require.NotEmpty(t, c.Validate(), "%+v", bad)
	}
}

func TestSaturatedSolveDoesNotAllocate(t *testing.T) {
	s := solved(t, bentCase())
	slip := 0.0
	require.Zero(t, testing.AllocsPerRun(200, func() {
		slip += 0.004
		s.SetSlip(0, slip)
		require.NoError(t, s.Solve())
	}))
}

func bentCase() circuit.Circuit {
	c := single(delta, 60, "L1", 0.01)
	c.Machines[0].Equivalent.Saturation = &circuit.Saturation{A: 0.8, N: 7, RatedGapVoltsRMS: 205}
	return c
}

// Beside BenchmarkSteadySolve: the same circuit with a curve.
func BenchmarkSaturatedSolve(b *testing.B) {
	for name, slip := range map[string]float64{"idle": 0, "all-slips": 0.001} {
		b.Run(name, func(b *testing.B) {
			c := bentCase()
			s, err := circuit.Compile(&c)
			require.NoError(b, err)
			b.ReportAllocs()
			at := 0.0
			for b.Loop() {
				at = math.Mod(at+slip, 1)
				s.SetSlip(0, at)
				if err := s.Solve(); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
