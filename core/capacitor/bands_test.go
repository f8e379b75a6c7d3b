package capacitor

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/table"
)

// placed puts a capacitor bridge over every plate of the corpus that one fits.
func placed(t *testing.T, each func(id string, o *Shown)) {
	text, err := os.ReadFile("../plan/testdata/plates.json")
	require.NoError(t, err)
	var file struct {
		Plates []struct {
			ID       string `json:"id"`
			Workshop struct {
				Rules table.Rules `json:"rules"`
				Volts float64     `json:"volts"`
				Hertz float64     `json:"hertz"`
			} `json:"workshop"`
			Supply    supply.Entry `json:"supply"`
			LeadsKind leads.Kind   `json:"leads_kind"`
			Plate     plate.Entry  `json:"plate"`
		}
	}
	require.NoError(t, json.Unmarshal(text, &file))
	n := 0
	for _, c := range file.Plates {
		s := site.Read(site.Entries{Rules: c.Workshop.Rules, Volts: c.Workshop.Volts, Hertz: c.Workshop.Hertz,
			Supply: c.Supply, Plate: c.Plate, Leads: leads.Entry{Kind: c.LeadsKind},
			Load: load.Entry{Kind: machine.Fan, Share: "55 %"}},
			func(v float64) site.Feed { return site.Feed{Volts: v} })
		if o := Place(Entry{}, "", s); o.Answer != nil && o.Answer.UsualRuns {
			n++
			each(c.ID, o)
		}
	}
	require.Greater(t, n, 100)
}

// What an independent draw of motors gives lies inside the bands 95 times in 100, figure by
// figure over the whole corpus.
func TestBandsHoldWhatAnotherDrawGives(t *testing.T) {
	out, all := map[string]int{}, map[string]int{}
	placed(t, func(id string, o *Shown) {
		bands := o.Spread(o.question.Usual)
		for _, w := range twinned(&o.Solved, 77) {
			if p := w.points[o.question.Usual]; len(p.Windings) > 0 {
				figuresOf(&o.Read, p, func(name string, x float64) {
					all[name]++
					if b := bands[name]; x < b.Low || x > b.High {
						out[name]++
					}
				})
			}
		}
	})
	for name, n := range all {
		require.LessOrEqual(t, float64(out[name]), 0.05*float64(n), "%s: %d of %d outside", name, out[name], n)
	}
	require.Len(t, all, 11, "with the amps of three windings")
}

// So do the figures of the plan itself.
func TestBandsHoldTheFiguresOfAnotherDraw(t *testing.T) {
	out, all := map[string]int{}, map[string]int{}
	placed(t, func(id string, o *Shown) {
		bands := site.Bands{}
		for _, w := range o.twins {
			valuesOf(&o.Solved, w, bands.Add)
		}
		bands.Stretch()
		for i, w := range twinned(&o.Solved, 78) {
			valuesOf(&o.Solved, w, func(name string, x float64) {
				all[name]++
				if b := bands[name]; b == nil || x < b.Low-1e-9 || x > b.High+1e-9 {
					out[name]++
				}
			})
			if i%6 > 0 {
				continue
			}
			// What is sought near is what is sought everywhere; or the worst winding only just touches plate.
			uf := w.Can * o.Answer.Microfarad
			stepped := w.b.Continuous(uf, o.question.Kind, 1)
			if touches, _ := w.b.worst(uf, o.question.load(w.continuous)); math.Abs(touches-1) > 6e-4 {
				require.InDelta(t, stepped, w.continuous, 0.0125, id)
			}
			require.Less(t, stepped, w.continuous+0.0125, id)
		}
		for _, f := range o.Figures {
			if b := bands[f.ID]; b != nil && f.ID != "full" {
				require.True(t, f.Value >= b.Low-0.011 && f.Value <= b.High+0.011, "%s %s %v in %+v", id, f.ID,
					f.Value, b)
			}
		}
	})
	for name, n := range all {
		require.LessOrEqual(t, float64(out[name]), 0.05*float64(n), "%s: %d of %d outside", name, out[name], n)
	}
	require.Len(t, all, 10)
}

// Every band holds the figure that the plan names; a verdict that is said to be doubtful
// has motors on both sides of its limit, and the reading that would settle it is named.
func TestDoubtfulVerdictsFlip(t *testing.T) {
	said := 0
	placed(t, func(id string, o *Shown) {
		bands := o.Spread(o.question.Usual)
		figuresOf(&o.Read, o.Answer.Usual, func(name string, x float64) {
			b := bands[name]
			require.True(t, x >= b.Low-1e-9 && x <= b.High+1e-9, "%s %s %v in %+v", id, name, x, b)
		})
		for _, d := range o.doubts {
			require.True(t, d.Low <= 1 && d.High > 1, "%s %+v", id, d)
			require.GreaterOrEqual(t, d.flips, 0.06)
			require.NotEmpty(t, d.settling)
		}
		for _, f := range o.Said {
			if f.ID == "capacitor.would-change" {
				said++
				require.NotEmpty(t, o.doubts)
				require.Equal(t, finding.Note, f.Grade)
			}
		}
		require.False(t, math.IsNaN(bands["supply"].Low))
	})
	require.Greater(t, said, 10, "verdicts are seldom beyond all doubt")
}

// A reading taken narrows the band that hangs on it.
func TestAReadingNarrowsItsBand(t *testing.T) {
	wide, narrow := 0.0, 0.0
	placed(t, func(id string, o *Shown) {
		before := o.Spread(o.question.Usual)["supply"]
		o.Site = o.Site.With(*o.Site.Model, finding.Why{}, true)
		o.twins = twinned(&o.Solved, 0)
		after := o.Spread(o.question.Usual)["supply"]
		wide += before.High/before.Low - 1
		narrow += after.High/after.Low - 1
	})
	require.Less(t, narrow, 0.97*wide)
}

// A feeder's drop near its limit may turn out on either side of it, which is said; far from it
// it is not.
func TestADropNearItsLimitIsDoubtful(t *testing.T) {
	near, far := 0, 0
	placed(t, func(id string, o *Shown) {
		lost := 1 - o.Answer.Usual.SupplyVolts/o.Site.Supply.Volts
		said := false
		for _, f := range o.Said {
			said = said || f.ID == "supply.would-change"
		}
		switch off := lost / supply.MostDrop; {
		case said:
			near++
			require.InDelta(t, 1, off, 0.45, id)
		case off < 0.5 || off > 2:
			far++
		}
	})
	require.Greater(t, near, 2)
	require.Greater(t, far, 50)
}
