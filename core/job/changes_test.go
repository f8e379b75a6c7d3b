package job_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/core/supply"
)

func TestChangesAreSaidInWords(t *testing.T) {
	for want, change := range map[string]func(*job.Document){
		"nothing":                      func(*job.Document) {},
		"supply volts 236 → 231":       func(d *job.Document) { d.Supply.Volts = "231" },
		"plate code H":                 func(d *job.Document) { d.Plate.Code = "H" },
		"plate frame cleared":          func(d *job.Document) { d.Plate.Frame = "" },
		"name Blunger → Old blunger":   func(d *job.Document) { d.Name = "Old blunger" },
		"load kind fan → constant":     func(d *job.Document) { d.Load.Kind = machine.Constant },
		"9 moves unticked":             func(d *job.Document) { d.Leads.Done = nil },
		"1 move ticked":                func(d *job.Document) { d.Leads.Done = append(d.Leads.Done, "one more") },
		"bridge corner to L1 → L2":     func(d *job.Document) { d.Bridge.CornerTo = "L2" },
		"load turn clockwise → either": func(d *job.Document) { d.Load.Turn = load.Either },
		"leads kind six → three":       func(d *job.Document) { d.Leads.Kind = leads.Three },
		"bridge microfarad 52 → 50; plate rpm 1410 → 1400": func(d *job.Document) { d.Bridge.Microfarad, d.Plate.RPM = "50", "1400" },
	} {
		from, to := scenario.Blunger(), scenario.Blunger()
		change(&to)
		require.Equal(t, want, job.Changed(from, to))
	}
	other := scenario.Blunger()
	other.Workshop.Volts = 240
	require.Equal(t, "nothing", job.Changed(scenario.Blunger(), other), "the workshop's settings are not the job's")
}

// The next thing to do follows the order of work, from the empty plate to the
// card.
func TestNextFollowsTheOrderOfWork(t *testing.T) {
	d := job.New("Stirrer", scenario.TansyLane())
	full := scenario.Blunger()
	for _, step := range []struct {
		want string
		do   func()
	}{
		{"Read the plate", func() { d.Plate = full.Plate; d.Plate.Connection, d.Plate.Volts = "", "230" }},
		{"Star or delta?", func() { d.Plate = full.Plate; d.Plate.RPM = "3600" }},
		{"Check the plate", func() { d.Plate = full.Plate; d.Plate.Power = "eh" }},
		{"Mend the entry that could not be read", func() { d.Plate = full.Plate }},
		{"Say what the machine asks", func() { d.Load = full.Load }},
		{"Say what is joined now", func() { d.Leads.Found = "star" }},
		{"Measure the supply", func() { d.Supply = supply.Entry{Volts: "236"} }},
		{"Enter the feeder", func() { d.Supply = full.Supply }},
		{"Choose the protection", func() { d.Protection = full.Protection }},
		{"Lock off, then move the links", func() { d.Leads.Done = []string{"lock-off"} }},
		{"Move the links", func() {
			for _, m := range job.Make(d).Moves {
				if m.Kind != leads.Check {
					d.Leads.Done = append(d.Leads.Done, m.ID)
				}
			}
		}},
		{"Check the box and close it", func() { d.Leads.Done = append(d.Leads.Done, string(leads.Check)) }},
		{"Take the card to the machine", func() { d.Leads.Clips = "yes" }},
		{"Make the joints final", func() { d.Leads.Clips = ""; d.Leads.Bumped = "wrong-L1" }},
		{"Turn the direction round", func() {}},
	} {
		p := job.Make(d)
		require.Equal(t, step.want, p.Next.Text)
		step.do()
	}
	d.Plate = plate.Entry{Phases: "1"}
	require.Equal(t, "Not a three-phase motor", job.Make(d).Next.Text)
}
