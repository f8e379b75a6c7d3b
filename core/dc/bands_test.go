package dc

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/table"
)

// placed puts a controller over every brushed plate of the corpus that can be planned.
func placed(t *testing.T, each func(id string, efficiency, ohm float64, o *Shown)) {
	placedUnder(t, "", each)
}

// placedUnder is placed with a share of the load said.
func placedUnder(t *testing.T, share string, each func(id string, efficiency, ohm float64, o *Shown)) {
	text, err := os.ReadFile("../plan/testdata/dc-plates.json")
	require.NoError(t, err)
	var file struct {
		Plates []struct {
			ID         string      `json:"id"`
			Efficiency float64     `json:"efficiency"`
			Ohm        float64     `json:"armature_ohm"`
			Volts      float64     `json:"line_volts"`
			Hertz      float64     `json:"hertz"`
			Plate      plate.Entry `json:"plate"`
		}
	}
	require.NoError(t, json.Unmarshal(text, &file))
	n := 0
	for _, c := range file.Plates {
		s := site.Read(site.Entries{Rules: table.Metric, Volts: c.Volts, Hertz: c.Hertz,
			Supply: supply.Entry{FeederLength: "10 m", FeederSize: "2.5 mm²"}, Plate: c.Plate,
			Load: load.Entry{Kind: machine.Constant, Share: share}}, Feed)
		if o := Take(Entry{Controller: "sike-90", At: "800 rpm"}).Place(s); o.fit != nil && o.Duty != nil {
			n++
			each(c.ID, c.Efficiency, c.Ohm, o)
		}
	}
	require.Greater(t, n, 40)
}

// The motor from which each plate was made stands inside the band, 95 times in 100; so does
// what an independent draw gives, figure by figure.
func TestBandsHoldTheMotorAndAnotherDraw(t *testing.T) {
	out, all := map[string]int{}, map[string]int{}
	count := func(name string, inside bool) {
		if all[name]++; !inside {
			out[name]++
		}
	}
	placed(t, func(id string, efficiency, ohm float64, o *Shown) {
		var ra, eta site.Band
		for _, l := range o.likes(0) {
			ra.Add(l.Ohm)
			eta.Add(l.ShaftWatts / (l.ArmatureVolts * l.ArmatureAmps))
		}
		ra.Stretch()
		eta.Stretch()
		count("made from: ohms", ra.Low <= ohm && ohm <= ra.High)
		count("made from: efficiency", eta.Low <= efficiency+0.001 && efficiency-0.001 <= eta.High)
		bands := o.Spread()
		for _, l := range o.likes(5) {
			o.valuesOf(l, func(name string, x float64) {
				b := bands[name]
				count(name, b != nil && x >= b.Low-1e-9 && x <= b.High+1e-9)
			})
		}
		if !o.Dial.Reachable {
			return
		}
		for name, own := range map[string]float64{"amps": o.Dial.MeanAmps, "line": o.Dial.LineAmps,
			"rms": o.Dial.RMSAmps} {
			if b := bands[name]; b != nil {
				require.True(t, own >= b.Low && own <= b.High, "%s %s %v in %+v", id, name, own, *b)
			}
		}
	})
	for name, n := range all {
		require.LessOrEqual(t, float64(out[name]), 0.05*float64(n), "%s: %d of %d outside", name, out[name], n)
	}
	require.Len(t, all, 14)
}

// A measured armature narrows what hangs on its ohms.
func TestMeasuredOhmsNarrowTheBands(t *testing.T) {
	wide, narrow, n := 0.0, 0.0, 0
	placed(t, func(_ string, _, _ float64, o *Shown) {
		before := o.Spread()["sag"]
		o.fit.ohmMark, o.like = "measured", nil
		if after := o.Spread()["sag"]; before != nil && after != nil && before.Low > 0 {
			n++
			wide, narrow = wide+before.High/before.Low, narrow+after.High/after.Low
		}
	})
	require.Greater(t, n, 20)
	require.Less(t, narrow, 0.9*wide)
}

// A verdict that is said to be doubtful has motors on both sides of its limit, and the reading
// that would settle it is named; far from its limit it is not said.
func TestDoubtfulVerdictsOfABrushedMotor(t *testing.T) {
	said := map[string]int{}
	for _, share := range []string{"30 %", "95 %"} {
		placedUnder(t, share, func(id string, _, _ float64, o *Shown) {
			for _, f := range o.Said {
				if f.ID != "dc.would-change" {
					continue
				}
				said[share]++
				require.Equal(t, finding.Note, f.Grade)
				require.Contains(t, f.Detail, "What settles it: ")
				low, high := 0, 0
				for _, l := range o.likes(0) {
					rpm := l.point.RPM
					holds := l.duty.Asked(l.duty.Load.Usual, rpm) <= l.duty.Good(rpm)
					if strings.Contains(f.Sentence, "heaviest") {
						holds = l.duty.Asked(l.duty.Load.Heaviest, rpm) <= l.duty.Minute(rpm)
					}
					if holds {
						low++
					} else {
						high++
					}
				}
				require.Positive(t, low, "%s at %s", id, share)
				require.Positive(t, high, "%s at %s", id, share)
			}
		})
	}
	require.Less(t, 2*said["30 %"], said["95 %"], "far from its limit it is seldom said")
	require.Greater(t, said["95 %"], 5)
}
