package plan_test

import (
	"context"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/picture"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/core/site"
	"graybridge/jobtest"
)

// The motor from which each plate of the corpus was made stands, with its efficiency, power
// factor and slip, inside the band of the motors that would print the same plate, 95 times
// in 100.
func TestTwinsHoldTheMotorThatThePlateWasMadeFrom(t *testing.T) {
	t.Parallel()
	var outside [3]int
	count, solved := 0, 0
	dice := rand.New(rand.NewPCG(1, 2))
	for _, c := range jobtest.Plates(t) {
		var bands [3]site.Band
		twins := picture.TwinsOf(context.Background(), c.Document(), 0)
		for _, w := range twins {
			for i, x := range []float64{w.Efficiency, w.Model.PowerFactor, w.Model.RatedSlip} {
				bands[i].Add(x)
			}
		}
		if len(twins) == 0 { // no joint of its leads is reached there: the plate alone
			p, _ := plate.Read(c.Plate, c.Workshop.Hertz)
			if p.Poles == 0 || len(p.Columns) == 0 {
				continue
			}
			u := func() float64 { return 2*dice.Float64() - 1 }
			for range 48 {
				r, _, efficiency := p.Drawn(p.Columns[0], plate.Draw{Amps: u(), RPM: u(), PowerFactor: u(),
					Efficiency: u()})
				sync := 120 * r.FrequencyHz / float64(p.Poles)
				for i, x := range []float64{efficiency, r.PowerFactor, 1 - r.RPM/sync} {
					bands[i].Add(x)
				}
			}
		} else {
			solved++
		}
		count++
		for i, want := range []float64{c.Eta, c.PowerFactor, c.Slip} {
			if want < bands[i].Low*(1-1e-3) || want > bands[i].High*(1+1e-3) {
				outside[i]++
				t.Logf("%s %s: %.4f not in %.4f to %.4f", c.ID, [3]string{"efficiency", "power factor", "slip"}[i],
					want, bands[i].Low, bands[i].High)
			}
		}
	}
	require.Greater(t, count, 230)
	require.Greater(t, solved, 120)
	for i, n := range outside {
		require.LessOrEqual(t, n, count/20, "%s outside its band", [3]string{"efficiency", "power factor", "slip"}[i])
	}
}

// What the motors of a band are drawn from.
func BenchmarkTwins(b *testing.B) {
	d := scenario.Blunger()
	for b.Loop() {
		if len(picture.TwinsOf(context.Background(), d, 0)) == 0 {
			b.Fatal("none")
		}
	}
}
