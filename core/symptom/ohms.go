package symptom

import (
	"math"
	"slices"

	"graybridge/core/leads"
)

// lineOhms are the ohms between lines that the plate lets expect in a world, infinite where nothing joins them; none
// where the plate lets nothing be expected.
func (b *bench) lineOhms(h *how) map[string]float64 {
	_, whole, _ := b.site.LineOhms(20, b.joints)
	if math.IsNaN(whole) {
		return nil
	}
	coils, inside := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	if h.fed.Coils != nil {
		coils = h.fed.Coils
	}
	live, _ := b.seen(h).WithLines(b.site.Hand.Kind)
	ohm := leads.LineOhms(coils, append(slices.Clone(inside), live...), whole)
	out := make(map[string]float64, 3)
	for i, k := range []string{"ohms L1-L2", "ohms L2-L3", "ohms L1-L3"} {
		out[k] = ohm[i]
		if math.IsNaN(ohm[i]) || ohm[i] > 1e4*whole {
			out[k] = math.Inf(1)
		}
	}
	return out
}

// scaled are a world's ohms, all of them so far from what the plate lets expect.
func scaled(ohms map[string]float64, scale, wide float64) map[string]reading {
	out := make(map[string]reading, len(ohms))
	for k, x := range ohms {
		if math.IsInf(x, 1) {
			out[k] = word("open")
		} else {
			out[k] = figure(x*scale, strayOhms*math.Sqrt(wide)*math.Min(wide, 4), 0.02)
		}
	}
	return out
}
