package plan_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/load"
	"graybridge/core/plan"
	"graybridge/core/table"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// Over the corpus, any bridge: with a belt and a motor in another's place entered, words follow
// figures, a change of sheave that is offered brings what it is offered for, and neither sizes
// nor unsizes the bridge.
func TestMechanicsOverTheCorpus(t *testing.T) {
	t.Parallel()
	metric, inches := table.Frames()
	frames := append(metric, inches...)
	r := rand.New(rand.NewPCG(5, 17))
	offered := 0
	for n, c := range jobtest.Plates(t) {
		if n%3 != 0 || !jobtest.InPart(t, n/3, 3) {
			continue
		}
		d := jobtest.Case(c, r)
		before := plan.Make(d)
		m := &d.Machines[0]
		motor, tool := 60+80*r.Float64(), 60+300*r.Float64()
		idle := 1 + 4*r.Float64()
		m.Load.Belt = load.BeltEntry{Motor: fmt.Sprintf("%.0f mm", motor), Tool: fmt.Sprintf("%.0f mm", tool),
			Centre: fmt.Sprintf("%.0f mm", (motor+tool)*(0.6+r.Float64())), Idle: fmt.Sprintf("%.2f A", idle),
			Amps: fmt.Sprintf("%.0f mm %.2f A", motor, idle*(1.1+2*r.Float64())), Wanted: fmt.Sprintf("%.0f rpm",
				80+900*r.Float64()),
			Most: "2000 rpm", Target: fmt.Sprintf("%.2f A", idle*(1.05+r.Float64()))}
		m.Fit = fit.Entry{Other: fit.BodyEntry{Frame: frames[r.IntN(len(frames))], Overall: "300 mm"},
			This: fit.BodyEntry{Frame: frames[r.IntN(len(frames))], Overall: "310 mm"}, Room: "305 mm",
			Plate: fit.TermsEntry{Power: "0.75 kW", Volts: "230 V", Amps: "5 A", Phases: "1", RPM: "1400"}}
		p := plan.Make(d)
		require.Equal(t, len(before.Buys), len(p.Buys), "%s: a belt is no part of a bridge", c.ID)
		require.Equal(t, before.Guard, p.Guard, c.ID)
		require.True(t, p.Belt.Known && p.Fit.Known)
		for _, f := range p.Findings {
			if f.Measure != nil && (strings.HasPrefix(f.ID, "load.belt") || strings.HasPrefix(f.ID, "fit.")) {
				require.Equal(t, f.Grade == finding.Good, f.Measure.Holds(), "%s %s", c.ID, f.ID)
			}
			require.NotContains(t, f.Sentence+f.Detail, "NaN")
		}
		for _, change := range p.Belt.Changes {
			offered++
			after := d.Clone()
			after.Machines[0].Load.Belt.Motor = fmt.Sprintf("%.3f mm", change.MM)
			q := plan.Make(after)
			if q.Belt.CentreMM == 0 {
				require.Contains(t, figuresText(change.Figures), "would touch", c.ID)
				continue
			}
			for _, left := range q.Belt.Changes {
				require.NotEqual(t, change.For, left.For, "%s: taken, it is gone", c.ID)
			}
			speed := func(p plan.Plan) float64 {
				for _, f := range p.Belt.Figures {
					if f.ID == "machine-speed" {
						return f.Value
					}
				}
				return 0
			}
			require.InDelta(t, change.MM/p.Belt.MotorMM, speed(q)/speed(p), 1e-3)
		}
	}
	require.Greater(t, offered, 15)
}

func figuresText(of []finding.Figure) (out string) {
	for _, f := range of {
		out += f.Name + " " + f.Text + " " + f.Note + "\n"
	}
	return out
}

// A workshop's own table of conductors sizes every wire of a plan, never beyond its end, and is
// named as the source; the same table as the product's changes nothing.
func TestOwnTablesSizeEveryWire(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(3, 9))
	sized := 0
	for n, c := range jobtest.Plates(t) {
		if n%2 != 0 || !jobtest.InPart(t, n/4, 3) {
			continue
		}
		d := jobtest.Case(c, r)
		if n%4 == 0 {
			d.Bridge.Kind = document.KindDrive
		}
		own := table.Own{Format: table.OwnFormat, Version: 1, Name: "House tables", Source: "house sheet"}
		for _, s := range d.Workshop.Rules.Sizes() {
			own.Conductors = append(own.Conductors, table.Carries{Size: s.Conductor.String(), Amps: s.Amps})
		}
		if d.Workshop.Rules == table.NorthAmerica { // thinnest first
			require.Equal(t, 14, d.Workshop.Rules.Sizes()[0].AWG)
		}
		before := plan.Make(d)
		same := d.Clone()
		same.Workshop.Tables = &own
		require.Equal(t, wires(before), wires(plan.Make(same)), "%s: the same table sizes the same", c.ID)
		half := own
		half.Conductors = nil
		for _, row := range own.Conductors {
			half.Conductors = append(half.Conductors, table.Carries{Size: row.Size, Amps: row.Amps / 2})
		}
		d.Workshop.Tables = &half
		p := plan.Make(d)
		for id, text := range wires(p) {
			was, ok := wires(before)[id]
			if !ok || text == "beyond the table" {
				continue
			}
			have, okA, _ := unit.ParseConductor(text)
			had, okB, _ := unit.ParseConductor(was)
			require.True(t, okA && okB, "%s %q %q", c.ID, text, was)
			require.Greater(t, have.Area(), had.Area()-1e-9, "%s: %s, by a table of half the amps", c.ID, id)
			sized++
		}
	}
	require.Greater(t, sized, 3)
}

// wires are the sizes that a plan asks, by the id of their figure.
func wires(p plan.Plan) map[string]string {
	out := map[string]string{}
	for _, f := range p.Guard {
		if f.ID == "conductor" || f.ID == "capacitor-wire" || f.ID == "motor-wire" {
			out[f.ID] = f.Text
		}
	}
	return out
}
