package capacitor

import (
	"fmt"

	"graybridge/core/can"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Combo is one way to make up the capacitance out of cans.
type Combo struct {
	Parts      []can.Part `json:"parts" nullable:"false"`
	Microfarad float64    `json:"microfarad"`
	Text       string     `json:"text"`
	Off        string     `json:"off"`             // from the value wanted
	Price      string     `json:"price,omitempty"` // of what is to be bought
	Buy        int        `json:"buy"`
	Worst      string     `json:"worst"` // winding, load and idle, from the low to the high end of the cans' tolerance
	Why        string     `json:"why"`
}

// Combos are the ways worth choosing from to make up a capacitance: the fewest
// to buy, the cheapest where prices are known, and the nearest.
func (q Question) Combos(want float64, prices can.Prices) []Combo {
	out := []Combo{}
	if !(want > 0) {
		return out
	}
	_, tolerance, _ := table.RunCapacitors()
	add := func(parts []can.Part, why string) {
		if parts == nil {
			return
		}
		c := Combo{Parts: parts, Microfarad: can.Sum(parts), Text: can.List(parts), Why: why}
		for i := range out {
			if out[i].Text == c.Text {
				out[i].Why += ", " + why
				return
			}
		}
		c.Off = fmt.Sprintf("%+.1f%s%%", 100*(c.Microfarad/want-1), unit.Space)
		for _, p := range parts {
			if !p.Own {
				c.Buy++
			}
		}
		if cost, ok := prices.Cost(parts); ok && c.Buy > 0 {
			c.Price = prices.Text(cost)
		}
		c.Worst = unit.Percent(q.worstOf((1-can.Tolerance)*c.Microfarad)) + " to " +
			unit.Percent(q.worstOf((1+can.Tolerance)*c.Microfarad))
		out = append(out, c)
	}
	add(can.Combine(want, q.Drawer), "fewest to buy")
	add(prices.Cheapest(want, tolerance*want, q.Drawer), "cheapest")
	add(can.Nearest(want, q.Drawer), "nearest")
	return out
}
