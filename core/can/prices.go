package can

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"

	"graybridge/core/unit"
)

// Prices is what run capacitors cost where the owner buys them.
type Prices struct {
	Currency string
	Of       map[float64]float64 // by µF
}

var priceLine = regexp.MustCompile(
	`(?i)^(\d+(?:[.,]\d+)?)\s*(?:µf|uf|μf|mfd)?\s*[:=;,]?\s+` +
		`([€$£]|[a-z]{2,4})?\s*(\d+(?:[.,]\d+)?)\s*([€$£]|[a-z]{2,4})?$`,
)

// ParsePrices reads a list of prices, one can a line: "40 µF 11.50 €". The
// error names the line.
func ParsePrices(text string) (p Prices, err error) {
	p.Of = map[float64]float64{}
	for line := range unit.Lines(text) {
		m := priceLine.FindStringSubmatch(line)
		if m == nil {
			return Prices{}, fmt.Errorf("%q is no price; write it like “40 µF 11.50 €”", line)
		}
		uf, price := unit.Decimal(m[1]), unit.Decimal(m[3])
		if uf <= 0 || uf > 500 || price <= 0 {
			return Prices{}, fmt.Errorf("%q has no µF between 0 and 500 or no price above 0", line)
		}
		currency := first(m[2], m[4])
		if p.Currency != "" && currency != "" && currency != p.Currency {
			return Prices{}, fmt.Errorf("%q is in %s, a line before it in %s", line, currency, p.Currency)
		}
		p.Currency = first(p.Currency, currency)
		p.Of[uf] = price
	}
	return p, nil
}

// Text writes a price.
func (p Prices) Text(x float64) string {
	text := fmt.Sprintf("%.2f", x)
	if p.Currency != "" {
		text += unit.Space + p.Currency
	}
	return text
}

// Cost is what the parts that are not owned cost; ok is false where one has no
// price.
func (p Prices) Cost(parts []Part) (cost float64, ok bool) {
	for _, c := range parts {
		if c.Own {
			continue
		}
		price, known := p.Of[c.Microfarad]
		if !known {
			return 0, false
		}
		cost += price
	}
	return cost, true
}

// mostPriced is how many priced cans are looked through for the cheapest way.
const mostPriced = 24

// Cheapest finds the parts that cost least within the tolerance; nil where the
// prices do not reach.
func (p Prices) Cheapest(want, limit float64, drawer []float64) []Part {
	var sold []float64
	for uf := range p.Of {
		sold = append(sold, uf)
	}
	slices.Sort(sold)
	if len(sold) > mostPriced {
		sold = sold[:mostPriced]
	}
	own := slices.Clone(drawer)
	slices.Sort(own)
	var best []Part
	least, near := math.Inf(1), 0.0
	shop := sets(sold, mostParts, true, want+limit)
	for _, o := range sets(own, mostParts, false, want+limit) {
		first := sort.Search(len(shop), func(i int) bool { return o.sum+shop[i].sum >= want-limit })
		for i := first; i < len(shop) && o.sum+shop[i].sum <= want+limit; i++ {
			n := len(o.cans) + len(shop[i].cans)
			if n == 0 || n > mostParts || len(o.cans) > 0 && len(shop[i].cans) > mostBought {
				continue
			}
			cost := 0.0
			for _, c := range shop[i].cans {
				cost += p.Of[c]
			}
			if off := math.Abs(o.sum + shop[i].sum - want); cost < least-1e-9 || cost < least+1e-9 && off < near {
				best, least, near = join(o, shop[i]), cost, off
			}
		}
	}
	return best
}

// Nearest finds the parts that come nearest to the value, the fewest of them
// first.
func Nearest(want float64, drawer []float64) []Part {
	own := slices.Clone(drawer)
	slices.Sort(own)
	var best []Part
	score := math.Inf(1)
	for _, o := range sets(own, mostParts, false, math.Inf(1)) {
		for bought := 0; bought+len(o.cans) <= mostParts && (bought <= mostBought || len(o.cans) == 0); bought++ {
			shop := shops[bought]()
			at := sort.Search(len(shop), func(i int) bool { return o.sum+shop[i].sum >= want })
			for _, i := range []int{at - 1, at} {
				if i < 0 || i >= len(shop) || bought+len(o.cans) == 0 {
					continue
				}
				// A part more is worth a hundredth of the value.
				if s := math.Abs(o.sum+shop[i].sum-want)/want + 0.01*float64(bought+len(o.cans)); s < score {
					best, score = join(o, shop[i]), s
				}
			}
		}
	}
	return best
}

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}
