package weigh_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/wants"
	"graybridge/core/weigh"
	"graybridge/jobtest"
)

// weighedWhole holds law 22 for a job: what is recommended, planned whole, has no stop, and every
// column's document is the job on that bridge.
func weighedWhole(t *testing.T, d document.Document) (out []string) {
	t.Helper()
	if p := plan.Make(d); p.Unreadable() != nil {
		return nil
	}
	w, err := weigh.Whole(t.Context(), d)
	require.NoError(t, err)
	for _, c := range w.Columns {
		if c.Waits {
			out = append(out, "a column still waits")
		}
		if c.Document == nil {
			if c.Kind == w.Best && c.Kind != weigh.None {
				out = append(out, "what is recommended has no document")
			}
			continue
		}
		if c.Document.Bridge.Kind != c.Kind {
			out = append(out, fmt.Sprintf("the document of %s is on %q", c.Kind, c.Document.Bridge.Kind))
		}
		if c.Kind != w.Best {
			continue
		}
		p := plan.Make(*c.Document)
		for _, f := range p.Findings {
			if f.Grade == finding.Stop {
				out = append(out, "recommended "+c.Kind+" is stopped: "+f.ID+": "+f.Sentence)
			}
		}
	}
	return out
}

// Law 22: the recommended column stands.
func TestTheRecommendedColumnStands(t *testing.T) {
	jobtest.OverUnlike(t, 20, func(d document.Document) []string { return weighedWhole(t, d) })
}

func TestTheRecommendedColumnStandsInTheCorpus(t *testing.T) {
	t.Parallel()
	step := 80
	if *jobtest.All {
		step = 1
	}
	for i, c := range jobtest.Plates(t) {
		if i%step != 0 {
			continue
		}
		d := jobtest.Case(c, rand.New(rand.NewPCG(uint64(i), 22)))
		for _, breach := range weighedWhole(t, d) {
			t.Errorf("%s: %s", c.ID, breach)
		}
	}
}

// A thin wire is named and mended in what is weighed: it decides no bridge, and asks no larger
// machine. A reactor goes before another circuit.
func TestAThinWireIsNamedAndDecidesNothing(t *testing.T) {
	t.Parallel()
	pump := func(feeder, breaker string) weigh.WholeWeighing {
		d := document.New("Pump", document.Workshop{Name: "Cold Ford Clay Co-op", Rules: table.NorthAmerica, Volts: 240,
			Hertz: 60, Colours: document.NorthAmerica})
		m := &d.Machines[0]
		m.Plate = plate.Entry{Power: "5 HP", Volts: "208-230/460", Amps: "14.0-13.2/6.6", RPM: "1750", Hertz: "60",
			PowerFactor: "80 %", Phases: "3"}
		m.Leads.Kind, m.Leads.Agreed = leads.NineStar, "plate"
		m.Load = load.Entry{Kind: machine.Fan, Share: "90 %"}
		d.Supply = supply.Entry{FeederSize: feeder, FeederLength: "60 ft", Breaker: breaker}
		w, err := weigh.Whole(t.Context(), d)
		require.NoError(t, err)
		return w
	}
	idler := func(w weigh.WholeWeighing) (string, weigh.Column) {
		for _, c := range w.Columns {
			if c.Kind == weigh.Rotary {
				return c.Document.Machines[1].Name, c.Column
			}
		}
		return "", weigh.Column{}
	}
	thick, thin := pump("6 AWG", "40 A"), pump("12 AWG", "20 A")
	require.Equal(t, thick.Best, thin.Best)
	require.Equal(t, weigh.Rotary, thin.Best)
	large, on := idler(thick)
	require.Empty(t, on.Circuit)
	same, on := idler(thin)
	require.Equal(t, large, same)
	require.Contains(t, on.Circuit, "breaker 30")
	require.Contains(t, thin.Sentence, on.Circuit)

	d := document.New("Stirrer", jobtest.Workshop())
	m := &d.Machines[0]
	m.Plate = plate.Entry{Power: "2.2 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "8.5/4.9", RPM: "1430",
		Hertz: "50", PowerFactor: "0.81", Phases: "3"}
	m.Leads.Kind = leads.Six
	m.Load = load.Entry{Kind: machine.Constant, Share: "95 %"}
	for breaker, larger := range map[string]bool{"16 A": false, "13 A": true} {
		d.Supply = supply.Entry{FeederSize: "2.5 mm²", FeederLength: "12 m", Breaker: breaker}
		w, err := weigh.Whole(t.Context(), d)
		require.NoError(t, err)
		require.Equal(t, weigh.Drive, w.Best)
		for _, c := range w.Columns {
			if c.Kind == weigh.Drive {
				require.Equal(t, larger, c.Circuit != "", breaker)
				require.Equal(t, !larger, c.Document.Bridge.Drive.Reactor == "wanted", "the reactor cures %s", breaker)
			}
		}
	}
}

// Both directions wanted: the switch that is taken for them is what starts the drive, too.
func TestBothDirectionsHaveOneSwitch(t *testing.T) {
	t.Parallel()
	d := document.New("Stirrer", jobtest.Workshop())
	m := &d.Machines[0]
	m.Plate = plate.Entry{Power: "1.1 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "4.7/2.7", RPM: "1410",
		Hertz: "50", PowerFactor: "0.79", Phases: "3"}
	m.Leads.Kind, m.Load = leads.Six, load.Entry{Kind: machine.Constant, Share: "70 %"}
	d.Weigh.Turns = wants.Both
	w, err := weigh.Whole(t.Context(), d)
	require.NoError(t, err)
	require.Equal(t, weigh.Drive, w.Best)
	for _, c := range w.Columns {
		if c.Kind == weigh.Drive {
			require.Equal(t, drive.Switch, c.Document.Bridge.Drive.Direction)
			require.Empty(t, jobtest.Stops(plan.Make(*c.Document)))
		}
	}
}
