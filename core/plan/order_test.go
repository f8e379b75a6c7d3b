package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/core/supply"
)

func TestChangesAreSaidInWords(t *testing.T) {
	t.Parallel()
	for want, change := range map[string]func(*document.Document){
		"nothing":                    func(*document.Document) {},
		"supply volts 236 → 231":     func(d *document.Document) { d.Supply.Volts = "231" },
		"plate code H":               func(d *document.Document) { d.Machines[0].Plate.Code = "H" },
		"plate frame cleared":        func(d *document.Document) { d.Machines[0].Plate.Frame = "" },
		"name Blunger → Old blunger": func(d *document.Document) { d.Name = "Old blunger" },
		"load kind fan → constant":   func(d *document.Document) { d.Machines[0].Load.Kind = machine.Constant },
		"9 moves unticked":           func(d *document.Document) { d.Machines[0].Leads.Done = nil },
		"1 move ticked": func(d *document.Document) {
			d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, "one more")
		},
		"bridge corner to L1 → L2":     func(d *document.Document) { d.Bridge.Capacitor.CornerTo = "L2" },
		"load turn clockwise → either": func(d *document.Document) { d.Machines[0].Load.Turn = load.Either },
		"leads kind six → three":       func(d *document.Document) { d.Machines[0].Leads.Kind = leads.Three },
		"bridge microfarad 52 → 50; plate rpm 1410 → 1400": func(d *document.Document) {
			d.Bridge.Capacitor.Microfarad,
				d.Machines[0].Plate.RPM = "50", "1400"
		},
	} {
		from, to := scenario.Blunger(), scenario.Blunger()
		change(&to)
		require.Equal(t, want, document.Changed(from, to))
	}
	other := scenario.Blunger()
	other.Workshop.Volts = 240
	require.Equal(t, "nothing", document.Changed(scenario.Blunger(), other),
		"the workshop's settings are not the job's")
}

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
		{"Say what the machine asks", func() { d.Machines[0].Load = full.Machines[0].Load }},
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
