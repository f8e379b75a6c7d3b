package bridge

import (
	"cmp"
	"fmt"

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

	// Want is what the workshop's stores are asked for.
	Want stores.Want `json:"-"`
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

// Noted is a size that is there already, in words; empty where none is.
func Noted(amps float64) string {
	if amps == 0 {
		return ""
	}
	return unit.Rating(amps)
}

func CanName(p can.Part) string {
	stock, _, _ := table.RunCapacitors()
	for _, s := range stock {
		if s == p.Microfarad {
			return "Run capacitor " + unit.Plain(p.Microfarad) + unit.Space + "µF"
		}
	}
	return "Run capacitors together " + unit.Plain(p.Microfarad) + unit.Space + "µF"
}

// BreakerOf is what the stores are asked for: the breaker that is noted, else the plan's.
func BreakerOf(noted, asked float64) stores.Want {
	if noted > 0 {
		asked = noted
	}
	return stores.Want{Kind: stores.Breaker, Amps: asked}
}

// CableOf is the cable that is noted, else the plan's.
func CableOf(noted, asked unit.Conductor) stores.Want {
	if noted != (unit.Conductor{}) {
		asked = noted
	}
	return stores.Want{Kind: stores.Cable, Conductor: asked}
}

// SizeText is a size in amps; 0 is none that the tables or the motor allow.
func SizeText(amps float64) string { return cmp.Or(Noted(amps), "none fits") }

func Conductor(c unit.Conductor) string {
	if c == (unit.Conductor{}) {
		return ""
	}
	return c.String()
}

func RelayWords(way string) string {
	if way == "supply-lines" {
		return "line 1 through one pole, the return through the other two"
	}
	return "one pole in each motor lead, capacitor ahead of the third"
}
