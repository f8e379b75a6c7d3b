package plan

import (
	"fmt"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Parts is what a whole job's parts come to.
type Parts struct {
	Total    string   `json:"total,omitempty"` // of what is still to be bought, as far as it has a price
	Unpriced int      `json:"unpriced"`        // of those, parts without one
	There    int      `json:"there"`           // parts in stores, taken or fitted, or noted as there
	Hours    string   `json:"hours,omitempty"`
	Tools    []string `json:"tools" nullable:"false"`
}

// stepBuys are the transformer between wall and bridge, and what stands ahead of it.
func (r *reading) stepBuys() []bridge.Buy {
	t := r.site.Supply.Step
	if t == nil {
		return nil
	}
	out := []bridge.Buy{{ID: "transformer", Count: 1, What: "Transformer", Spec: t.String(), Planning: true,
		Note: "closed, its case earthed, air around it; it hums and is warm"}}
	if breaker, wire, ok := r.site.Supply.StepWire(r.site.Wires()); ok {
		out = append(out, bridge.Buy{ID: "transformer-breaker", Count: 1, What: "Breaker ahead of the transformer",
			Spec: r.site.Rules.Poles(r.site.As.Volts) + ", " + unit.Rating(breaker) + ", slow", Planning: true},
			bridge.Buy{ID: "transformer-wire", Count: 1, What: "Wire to the transformer",
				Spec: table.Wire(wire) + " copper and earth", Planning: true})
	}
	return out
}

// stocked holds the parts against the stores and the prices noted for the job.
func (r *reading) stocked(p *Plan) {
	p.Parts = Parts{Tools: bringup.Tools(r.doc.Bridge.Kind, r.doc.Workshop.Rules == table.NorthAmerica)}
	if r.hours > 0 {
		p.Parts.Hours = unit.Text(r.hours, "h")
	}
	sums, order := map[string]float64{}, []string{}
	for i := range p.Buys {
		b := &p.Buys[i]
		taken := 0
		for _, item := range stores.Fits(r.doc.Workshop.Stores, b.Want, p.Machine, b.ID) {
			h := bridge.Have{Stock: item.ID, What: item.What, Place: item.Place, Free: item.Free,
				Metres: item.Kind == stores.Cable}
			for _, t := range item.Taken {
				if t.Machine == p.Machine && t.Part == b.ID {
					h.Taken, h.Fitted = t.Count, t.Fitted
				}
			}
			if taken += h.Taken; b.Price == "" {
				b.Price, b.Shop = item.Price, item.Shop
				if h.Metres && b.Price != "" { // how many it takes is not known
					b.Price += unit.Space + "a metre"
				}
			}
			b.Have = append(b.Have, h)
		}
		if noted, ok := r.prices[strings.ToLower(b.What)]; ok {
			b.Price, b.Shop = noted.Price, noted.Shop
		} else if noted, ok := r.prices[b.ID]; ok {
			b.Price, b.Shop = noted.Price, noted.Shop
		}
		if b.Own = b.Own || taken >= b.Count && taken > 0; b.Own {
			p.Parts.There++
			continue
		}
		amount, currency, ok := unit.Money(b.Price)
		if !ok {
			p.Parts.Unpriced++
			continue
		}
		if _, seen := sums[currency]; !seen {
			order = append(order, currency)
		}
		sums[currency] += amount * float64(b.Count-min(taken, b.Count))
	}
	for i, currency := range order {
		if i > 0 {
			p.Parts.Total += " + "
		}
		p.Parts.Total += fmt.Sprintf("%.2f%s%s", sums[currency], unit.Space, currency)
	}
}
