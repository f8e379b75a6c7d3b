package table

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/unit"
)

// Cable is how the conductors of a circuit are made up.
type Cable string

// The kinds of cable.
const (
	Conduit  Cable = "conduit"  // single wires in a conduit
	Building Cable = "building" // building cable; its earth is extra
	Cord     Cable = "cord"     // flexible cord; every conductor counts
)

// Laid is a conductor as it lies.
type Laid struct {
	unit.Conductor
	Cable    Cable   // empty: not said
	Marked75 bool    // 75 °C stands on the terminals at both ends
	AirC     float64 // where it runs hottest; NaN: not said
	// Together is how many loaded conductors (AWG) or circuits (mm²) lie together; 0: not said.
	Together int
	Own      *Own // the workshop's own tables; nil: none
}

// Carried is what a conductor carries as it lies.
type Carried struct {
	Amps     float64
	Breaker  float64 // the greatest that guards it
	Numbers  string  // how it comes about
	Source   string
	Beyond   string // what the tables do not reach; Amps is then 0
	Lessened bool   // by air or by neighbours
	// Under is what it carries less than, of a size thinner than the thinnest of the table;
	// 0: the table says, or says nothing.
	Under float64
}

// Carries is what a conductor carries as it lies: the table's column for its terminals,
// lessened by the air and by what lies beside it. What a table does not reach is not
// computed.
func (l Laid) Carries() (c Carried) {
	set, column, ambient := conductors().Metric, conductors().Metric.Rows, conductors().Metric.Ambient
	if l.AWG > 0 {
		set = conductors().AWG
		column, ambient = set.Rows, set.Ambient
		if l.Marked75 && l.Cable != Building {
			column, ambient = set.Rows75, set.Ambient75
		}
	}
	c.Source = set.Source
	base, ok := column.size(l.Conductor)
	switch {
	case l.Cable == Cord:
		if base, ok = l.own(true); !ok {
			c.Beyond = "flexible cord has a table of its own"
			if l.Own != nil && len(l.Own.Cord) > 0 {
				c.Beyond = "the workshop's own table of cord does not reach this size"
			}
			return c
		}
		c.Source = l.Own.Source
	case l.Own != nil && len(l.Own.Conductors) > 0:
		if base, ok = l.own(false); ok {
			c.Source = l.Own.Source
		}
	}
	if !ok {
		c.Beyond = "this size"
		if l.AWG > 0 || l.SquareMM > 0 {
			wires := Wires{Rules: Metric, Own: l.Own}
			if thinnest, thinner := wires.Thinner(l.Conductor); thinner {
				c.Under = thinnest.Amps
			}
		}
		return c
	}
	parts := []string{unit.Rating(base)}
	c.Amps = base
	for _, by := range []struct {
		rows  pairs
		x     float64
		said  bool
		words string
	}{
		{ambient, l.AirC, !math.IsNaN(l.AirC), "air of " + unit.Plain(l.AirC) + unit.Space + "°C"},
		{set.Together, float64(l.Together), l.Together > 0, fmt.Sprintf("%d together", l.Together)},
	} {
		if !by.said {
			continue
		}
		factor, ok := by.rows.upTo(by.x)
		if !ok {
			return Carried{Beyond: by.words, Source: set.Source}
		}
		if factor < 1 {
			c.Amps, c.Lessened = c.Amps*factor, true
			parts = append(parts, fmt.Sprintf("%s (%s)", unit.Plain(factor), by.words))
		}
	}
	c.Numbers = strings.Join(parts, " · ")
	c.Breaker = c.Amps
	for _, row := range set.BreakerMost {
		if int(row[0]) == l.AWG {
			c.Breaker = min(c.Breaker, row[1])
		}
	}
	return c
}

// own is what the workshop's own table has for the conductor.
func (l Laid) own(cord bool) (amps float64, ok bool) {
	if l.Own == nil {
		return 0, false
	}
	rows := l.Own.Conductors
	if cord {
		rows = l.Own.Cord
	}
	return carried(sizes(rows, l.AWG > 0), l.Conductor)
}

// size is the row of a conductor: a gauge as it stands, an area by the next thinner one.
func (p pairs) size(c unit.Conductor) (amps float64, ok bool) {
	for _, row := range p {
		if c.AWG > 0 && int(row[0]) == c.AWG || c.AWG == 0 && row[0] <= c.SquareMM {
			amps, ok = row[1], true
		}
	}
	return amps, ok
}

// upTo is the first row that reaches x; ok is false beyond the end.
func (p pairs) upTo(x float64) (y float64, ok bool) {
	for _, row := range p {
		if x <= row[0] {
			return row[1], true
		}
	}
	return 0, false
}

// Thicker is the thinnest conductor that lies the same and carries amps, and that a breaker
// of guard amps guards; ok is false where the table ends below.
func (l Laid) Thicker(amps, guard float64) (c unit.Conductor, ok bool) {
	rules := Metric
	if l.AWG > 0 {
		rules = NorthAmerica
	}
	for _, s := range rules.Sizes() {
		l.Conductor = s.Conductor
		if got := l.Carries(); got.Amps >= amps && got.Breaker >= guard {
			return l.Conductor, true
		}
	}
	return unit.Conductor{}, false
}
