package document_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/scenario"
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

// A chapter says its own paths; each has one place in the document, and a path of the document is
// there already.
func TestAChaptersPathHasOnePlace(t *testing.T) {
	for own, there := range map[string]string{
		"plate.volts":          "machines.m2.plate.volts",
		"leads.found":          "machines.m2.leads.found",
		"protection.breaker":   "machines.m2.protection.breaker",
		"makeup.glands":        "machines.m2.makeup.glands",
		"bridge.microfarad":    "bridge.capacitor.microfarad",
		"bridge.kind":          "bridge.kind",
		"bridge.rotary":        "bridge.rotary",
		"rotary.spun":          "bridge.rotary.spun",
		"drive.profile":        "bridge.drive.profile",
		"dc.controller":        "bridge.dc.controller",
		"supply.volts":         "supply.volts",
		"bridge.drive.profile": "bridge.drive.profile",
	} {
		require.Equal(t, there, document.Placed("m2", own), own)
		require.Equal(t, there, document.Placed("m1", there), "%s stays", there)
	}
}

// A plan is made of the first machine: Of puts one before the others and loses none.
func TestOneMachineIsPutBeforeTheOthers(t *testing.T) {
	d := scenario.ClayRoom()
	require.Greater(t, len(d.Machines), 2)
	second := d.Machines[1].ID
	of := d.Of(second)
	require.Equal(t, second, of.Machines[0].ID)
	require.ElementsMatch(t, ids(d), ids(of))
	require.Equal(t, ids(d), ids(d.Of("no such machine")))
	require.NotEqual(t, ids(d), ids(of))
}

func ids(d document.Document) (all []string) {
	for _, m := range d.Machines {
		all = append(all, m.ID)
	}
	return all
}
