package job

import (
	"fmt"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/can"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Buy is one line of what a bridge is built of.
type Buy struct {
	ID    string `json:"id"`
	Count int    `json:"count"`
	What  string `json:"what"`
	Spec  string `json:"spec"`
	Note  string `json:"note,omitempty"`
	Price string `json:"price,omitempty"`
	Own   bool   `json:"own,omitempty"` // in the drawer, or noted as there
	// Planning says that rules of the place decide, not this list.
	Planning bool   `json:"planning,omitempty"`
	Shop     string `json:"shop,omitempty"`
	Have     []Have `json:"have,omitempty"` // of the workshop's stores, what would do or is taken

	want stores.Want
}

// Have is a thing of the workshop's stores for a part.
type Have struct {
	Stock  string `json:"stock"` // its id there
	What   string `json:"what"`
	Place  string `json:"place,omitempty"`
	Free   int    `json:"free"`
	Taken  int    `json:"taken,omitempty"` // by this job, for this part
	Fitted bool   `json:"fitted,omitempty"`
	Metres bool   `json:"metres,omitempty"` // counted by length
}

// Words is what a table says of it.
func (h Have) Words() string {
	text := h.What
	if h.Place != "" {
		text += ", " + h.Place
	}
	switch {
	case h.Fitted:
		return text + fmt.Sprintf(": %d fitted", h.Taken)
	case h.Taken > 0:
		return text + fmt.Sprintf(": %d reserved", h.Taken)
	}
	return text + fmt.Sprintf(": %d free", h.Free)
}

// Parts is what a whole job's parts come to.
type Parts struct {
	Total    string   `json:"total,omitempty"` // of what is still to be bought, as far as it has a price
	Unpriced int      `json:"unpriced"`        // of those, parts without one
	There    int      `json:"there"`           // parts in stores, taken or fitted, or noted as there
	Hours    string   `json:"hours,omitempty"`
	Tools    []string `json:"tools" nullable:"false"`
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
		for _, item := range stores.Fits(r.doc.Workshop.Stores, b.want, p.Machine, b.ID) {
			h := Have{Stock: item.ID, What: item.What, Place: item.Place, Free: item.Free,
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

// noted is a size that is there already, in words; empty where none is.
func noted(amps float64) string {
	if amps == 0 {
		return ""
	}
	return unit.Rating(amps)
}

func canName(p can.Part) string {
	stock, _, _ := table.RunCapacitors()
	for _, s := range stock {
		if s == p.Microfarad {
			return "Run capacitor " + unit.Plain(p.Microfarad) + unit.Space + "µF"
		}
	}
	return "Run capacitors together " + unit.Plain(p.Microfarad) + unit.Space + "µF"
}

// breakerOf is what the stores are asked for: the breaker that is noted, else the plan's.
func breakerOf(noted, asked float64) stores.Want {
	if noted > 0 {
		asked = noted
	}
	return stores.Want{Kind: stores.Breaker, Amps: asked}
}

// cableOf is the cable that is noted, else the plan's.
func cableOf(noted, asked unit.Conductor) stores.Want {
	if noted != (unit.Conductor{}) {
		asked = noted
	}
	return stores.Want{Kind: stores.Cable, Conductor: asked}
}
