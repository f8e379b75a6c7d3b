package job

import (
	"graybridge/core/can"
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
	Planning bool `json:"planning,omitempty"`
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
