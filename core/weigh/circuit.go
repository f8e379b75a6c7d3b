package weigh

import (
	"maps"
	"reflect"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/supply"
	"graybridge/core/table"
)

// chainOf is the wall of a trial's own bridge; nil where it is not weighed yet.
func chainOf(t *trial) *supply.Chain {
	i := slices.IndexFunc(t.Plan().Wall, func(c supply.Chain) bool { return c.Chosen })
	if i < 0 {
		return nil
	}
	return &t.Plan().Wall[i]
}

// mostMends is how often the wall is mended anew: a larger breaker asks a thicker wire, and that an
// earth of its own.
const mostMends = 6

// fed is a trial on the circuit that its own wall asks for: a bridge is judged at its best, and a
// thin wire is named, not mistaken for what the bridge cannot do. A wall that nothing mends stays.
func (w *weigher) fed(t *trial) (*trial, error) {
	for range mostMends {
		chain := chainOf(t)
		if chain == nil || chain.Grade != finding.Stop {
			break
		}
		next := t.doc.Clone()
		for _, l := range chain.Links {
			if l.Grade == finding.Stop && l.Cure != nil {
				mendSupply(&next.Supply, l.Cure.Then)
			}
		}
		if reflect.DeepEqual(next.Supply, t.doc.Supply) { // nothing that can be entered mends it
			break
		}
		var err error
		if t, err = w.try(next); err != nil {
			return nil, err
		}
	}
	return t, nil
}

// mendSupply takes what the work at a link makes of the supply's entries.
func mendSupply(e *supply.Entry, then map[string]string) {
	for _, path := range slices.Sorted(maps.Keys(then)) {
		value := then[path]
		switch path {
		case "supply.others":
			e.Others = value
		case "supply.breaker":
			e.Breaker = value
		case "supply.feeder_size":
			if e.FeederSize = value; e.Cable == table.Cord {
				e.Cable = table.Conduit
			}
		case "supply.earth":
			e.Earth = value
		case "supply.residual":
			e.Residual = supply.Residual(value)
		case "supply.seen":
			e.Seen = []string{value}
		}
	}
}

// circuitOf is what the circuit must become for a supply, in a sentence; empty where it stays.
func (w *weigher) circuitOf(now supply.Entry) string {
	was := w.doc.Supply
	var asks []string
	add := func(name, a, b string) {
		if a != b && b != "" {
			asks = append(asks, name+" "+b)
		}
	}
	add("breaker", was.Breaker, now.Breaker)
	add("wire", was.FeederSize, now.FeederSize)
	add("earth", was.Earth, now.Earth)
	add("leakage device", string(was.Residual), string(now.Residual))
	if was.Others != now.Others {
		asks = append(asks, alone)
	}
	if len(asks) == 0 {
		return ""
	}
	return asksCircuit(strings.Join(asks, ", "))
}
