package capacitor

import (
	"context"
	"math"

	"graybridge/core/machine"
	"graybridge/core/site"
)

// Levels of the map: worst winding over rated amps.
var Levels = []float64{1, 1.15, 1.3, 1.5}

// Island is the map of capacitance and load on which every winding stays
// inside a level: the picture that settles which capacitance is right.
type Island struct {
	From     float64   `json:"from"` // µF
	To       float64   `json:"to"`
	Contours []Contour `json:"contours" nullable:"false"`
	Carries  []Edge    `json:"carries" nullable:"false"` // most load that the motor can carry at all
	// Edges are the innermost level as it may be: of a motor that would print the same plate
	// and suffers most, and of one that suffers least.
	Edges []Contour `json:"edges" nullable:"false"`
}

// Contour is one level: for each capacitance the span of load within it.
type Contour struct {
	Level float64 `json:"level"`
	Spans []Span  `json:"spans" nullable:"false"`
}

// Span is the load, as a share of rated torque, from Low to High, and the
// winding that bounds it there (empty where nothing but zero load does).
type Span struct {
	Microfarad  float64 `json:"microfarad"`
	Low         float64 `json:"low"`
	High        float64 `json:"high"`
	LowWinding  string  `json:"low_winding,omitempty"`
	HighWinding string  `json:"high_winding,omitempty"`
}

// Edge is the pull-out of one capacitance.
type Edge struct {
	Microfarad float64 `json:"microfarad"`
	Share      float64 `json:"share"`
}

// Resolution of the map.
const (
	islandColumns = 97
	islandSlips   = 60
	steepestSlip  = 0.4
	tipHalvings   = 5
)

type sample struct {
	share, worst float64
	winding      int
}

// curve samples the load share and the worst winding along slip for one
// capacitance, from no load to pull-out.
func (b *Bridge) curve(microfarad float64, kind machine.LoadKind, into []sample) []sample {
	b.Set(microfarad)
	m := b.Model
	into = into[:0]
	last := math.Inf(-1)
	for i := range islandSlips {
		slip := islandSlip(i)
		if b.look(slip) != nil {
			break
		}
		share := (b.shaftNm() - m.FrictionNm) / m.RatedTorqueNm
		k := m.SpeedShare(slip, b.Wiring.FrequencyHz)
		switch kind {
		case machine.Fan:
			share /= k * k
		case machine.Linear:
			share /= k
		}
		if share < last {
			break
		}
		last = share
		worst, winding := b.lookedWorst()
		into = append(into, sample{share, worst, winding})
	}
	return into
}

// islandSlip is the slip of a sample.
func islandSlip(i int) float64 {
	x := float64(i) / (islandSlips - 1)
	return steepestSlip * x * x
}

// Map draws the island from 0 to the given capacitance for a kind of load.
func (b *Bridge) Map(ctx context.Context, to float64, kind machine.LoadKind) (Island, error) {
	out := Island{To: to, Edges: []Contour{}}
	out.Contours = make([]Contour, len(Levels))
	for i, l := range Levels {
		out.Contours[i] = Contour{Level: l, Spans: []Span{}}
	}
	var samples []sample
	inside := make([]bool, len(Levels))
	for c := range islandColumns {
		if err := ctx.Err(); err != nil {
			return Island{}, err
		}
		uf := to * float64(c) / (islandColumns - 1)
		samples = b.curve(uf, kind, samples)
		if n := len(samples); n > 0 && samples[n-1].share > 0 {
			out.Carries = append(out.Carries, Edge{uf, samples[n-1].share})
		}
		for i, level := range Levels {
			s, ok := b.span(samples, level)
			spans := &out.Contours[i].Spans
			if c > 0 && ok != inside[i] { // the level begins or ends between two columns: find its tip
				before := to * float64(c-1) / (islandColumns - 1)
				if tip, found := b.tip(before, uf, ok, level, kind); found {
					*spans = append(*spans, tip)
				}
			}
			if inside[i] = ok; ok {
				s.Microfarad = uf
				*spans = append(*spans, s)
			}
		}
	}
	return out, nil
}

// edgeColumns is the resolution of the island's soft edge.
const edgeColumns = 33

// Soften adds the island's soft edge.
func (o *Solved) Soften(ctx context.Context, i *Island, kind machine.LoadKind) error {
	kindly, hard, ok := extremes(o)
	if !ok {
		return nil
	}
	var samples []sample
	for _, b := range []*Bridge{hard, kindly} {
		c := Contour{Level: Levels[0], Spans: []Span{}}
		for n := range edgeColumns {
			if err := ctx.Err(); err != nil {
				return err
			}
			uf := i.To * float64(n) / (edgeColumns - 1)
			samples = b.curve(uf, kind, samples)
			if s, ok := b.span(samples, c.Level); ok {
				s.Microfarad = uf
				c.Spans = append(c.Spans, s)
			}
		}
		i.Edges = append(i.Edges, c)
	}
	return nil
}

// tip halves the way between a capacitance outside a level and one inside it
// and gives the last span inside. begins says that the greater one is inside.
func (b *Bridge) tip(low, high float64, begins bool, level float64, kind machine.LoadKind) (best Span, found bool) {
	var samples []sample
	for range tipHalvings {
		mid := (low + high) / 2
		samples = b.curve(mid, kind, samples)
		s, ok := b.span(samples, level)
		if ok {
			s.Microfarad = mid
			best, found = s, true
		}
		if ok == begins {
			high = mid
		} else {
			low = mid
		}
	}
	return best, found
}

// span finds where along the samples the worst winding is within the level;
// crossings are interpolated linearly.
func (b *Bridge) span(samples []sample, level float64) (Span, bool) {
	s, inside := Span{}, false
	if len(samples) == 0 || samples[len(samples)-1].share <= 0 {
		return s, false
	}
	for i, now := range samples {
		if now.share < 0 && i+1 < len(samples) && samples[i+1].share < 0 {
			continue
		}
		if now.worst <= level {
			if !inside {
				inside, s.Low = true, max(0, now.share)
				if i > 0 && samples[i-1].worst > level {
					s.Low = max(0, cross(samples[i-1], now, level))
					if s.Low > 0 {
						s.LowWinding = b.coil(samples[i-1].winding)
					}
				}
			}
			s.High, s.HighWinding = max(0, now.share), ""
		} else if inside {
			s.High, s.HighWinding = max(0, cross(samples[i-1], now, level)), b.coil(now.winding)
			break
		}
	}
	return s, inside && s.High > 0
}

func cross(a, b sample, level float64) float64 {
	return a.share + (b.share-a.share)*(level-a.worst)/(b.worst-a.worst)
}

func (b *Bridge) coil(i int) string { return site.Title(b.Wiring.Coils[i].Name) }
