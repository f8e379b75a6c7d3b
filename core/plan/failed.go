package plan

import (
	"math"
	"reflect"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
)

// Failed is the plan of a document that could not be worked out: what was typed
// is there, nothing is computed from it, and it says how to get out. where is the place at which it
// broke, for who reports it.
func Failed(d document.Document, where string) Plan {
	p := *emptyPlan()
	p.Findings = append(p.Findings, sayFailed(where))
	state := func(id, title string) bridge.State {
		return bridge.State{ID: id, Title: title, Joints: leads.Joints{}, Coils: []bridge.Coil{},
			Between: []bridge.Between{},
			Lines:   []bridge.LineAmps{}, Assumed: []string{}, Grade: finding.Open, Verdict: "Not known."}
	}
	p.Now, p.Wanted = state("now", "Now"), state("wanted", "As wanted")
	p.Leads = emptyLeads()
	m := &d.Machines[0]
	p.Machine, p.Link = m.ID, unsized(&d, m, m.Leads.Hand())
	for _, b := range []struct {
		bay   finding.Bay
		title string
	}{{finding.Supply, "Supply"}, {finding.Protection, "Protection"}, {finding.Bridge, "Bridge"},
		{finding.Leads, "Leads"}, {finding.Motor, "Motor"}, {finding.Load, "Load"}} {
		p.Bays = append(p.Bays, BayState{b.bay, b.title, "not worked out", finding.Open,
			Do{Text: failed, Grade: finding.Stop}})
	}
	p.Bays[4].Mark = finding.Stop
	p.Next = Next{Bay: finding.Motor, Text: "Take the last change back", Unknown: unknown[FailedID]}
	p.Card = bringup.Card{Title: d.Name, Joints: []bringup.Line{}, Parts: []bringup.Line{}, Settings: []bringup.Line{},
		Readings: []bringup.Reading{}, Open: []string{failed},
		Checks: []string{}, Cautions: bringup.Cautions(), NotReady: "No connection card: " +
			finding.Lower(failed)}
	return p
}

// FailedID is the finding of a document that could not be worked out.
const FailedID = "plan.failed"

// sound says that every number of a value is one that can be said: neither NaN
// nor infinite.
func sound(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Float64:
		x := v.Float()
		return !math.IsNaN(x) && !math.IsInf(x, 0)
	case reflect.Pointer:
		return v.IsNil() || sound(v.Elem())
	case reflect.Struct:
		for i := range v.NumField() {
			if !sound(v.Field(i)) {
				return false
			}
		}
	case reflect.Slice, reflect.Array:
		switch v.Type().Elem().Kind() {
		case reflect.String, reflect.Uint8, reflect.Int, reflect.Bool:
			return true
		}
		for i := range v.Len() {
			if !sound(v.Index(i)) {
				return false
			}
		}
	case reflect.Map:
		for it := v.MapRange(); it.Next(); {
			if !sound(it.Value()) {
				return false
			}
		}
	}
	return true
}
