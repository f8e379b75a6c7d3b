package jobtest

import (
	"encoding/json"
	"fmt"
	"strings"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
)

// With is a document with another text at a path.
func With(d document.Document, path, value string) document.Document {
	text, _ := json.Marshal(d)
	var all map[string]any
	_ = json.Unmarshal(text, &all)
	parts := strings.Split(path, ".")
	into := all
	for _, part := range parts[:len(parts)-1] {
		switch next := into[part].(type) {
		case map[string]any:
			into = next
		case []any: // machines by their ids
			into = map[string]any{}
			for i, m := range d.Machines {
				into[m.ID] = next[i]
			}
		default:
			made := map[string]any{}
			into[part], into = made, made
		}
	}
	if field := parts[len(parts)-1]; value == "" {
		delete(into, field)
	} else {
		into[field] = value
	}
	text, _ = json.Marshal(all)
	var out document.Document
	_ = json.Unmarshal(text, &out)
	return out
}

// BandHolds says that a band "a to b" holds the figure it stands beside; a band in
// other words holds.
func BandHolds(expect, band string) bool {
	low, high, ok := strings.Cut(band, " to ")
	if !ok {
		return true
	}
	var from, to, at float64
	for text, into := range map[string]*float64{low: &from, high: &to, expect: &at} {
		if _, err := fmt.Sscanf(text, "%f", into); err != nil {
			return true
		}
	}
	return from <= at && at <= to
}

// Stops are the ids of a plan's stops.
func Stops(p plan.Plan) map[string]bool {
	out := map[string]bool{}
	for _, f := range p.Findings {
		if f.Grade == finding.Stop {
			out[f.ID] = true
		}
	}
	return out
}
