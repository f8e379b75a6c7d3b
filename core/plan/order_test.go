package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/core/supply"
)

// The next thing to do follows the order of work, from the empty plate to the
// card.
func TestNextFollowsTheOrderOfWork(t *testing.T) {
	t.Parallel()
	d := document.New("Stirrer", scenario.TansyLane())
	full := scenario.Blunger()
	for _, step := range []struct {
		want string
		do   func()
	}{
		{"Read the plate", func() {
			d.Machines[0].Plate = full.Machines[0].Plate
			d.Machines[0].Plate.Connection, d.Machines[0].Plate.Volts = "", "230"
		}},
		{"Star or delta?", func() { d.Machines[0].Plate = full.Machines[0].Plate; d.Machines[0].Plate.RPM = "3600" }},
		{"Check the plate", func() { d.Machines[0].Plate = full.Machines[0].Plate; d.Machines[0].Plate.Power = "eh" }},
		{"Mend the entry that could not be read", func() { d.Machines[0].Plate = full.Machines[0].Plate }},
		{"How hard does it work?", func() { d.Machines[0].Load = full.Machines[0].Load }},
		{"Say what is joined now", func() { d.Machines[0].Leads.Found = "star" }},
		{"Measure the supply", func() { d.Supply = supply.Entry{Volts: "236"} }},
		{"Enter the feeder", func() { d.Supply = full.Supply }},
		{"Choose the protection", func() { d.Machines[0].Protection = full.Machines[0].Protection }},
		{"Lock off, then move the links", func() { d.Machines[0].Leads.Done = []string{"lock-off"} }},
		{"Move the links", func() {
			for _, m := range plan.Make(d).Moves {
				if m.Kind != leads.Check {
					d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, m.ID)
				}
			}
		}},
		{"Check the box and close it", func() {
			d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done,
				string(leads.Check))
		}},
		{"Take the card to the machine", func() { d.Machines[0].Leads.Clips = "yes" }},
		{"Make the joints final", func() { d.Machines[0].Leads.Clips = ""; d.Machines[0].Leads.Bumped = "wrong-L1" }},
		{"Turn the direction round", func() {}},
	} {
		p := plan.Make(d)
		require.Equal(t, step.want, p.Next.Text)
		step.do()
	}
	d.Machines[0].Plate = plate.Entry{Phases: "1"}
	require.Equal(t, "Not a three-phase motor", plan.Make(d).Next.Text)
}
