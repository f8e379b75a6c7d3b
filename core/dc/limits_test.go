package dc

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// shunt is a brushed motor with a field winding on a controller, its insulation as read.
func shunt(insulation string) *Shown {
	e := site.Entries{Rules: table.Metric, Volts: 230, Hertz: 50,
		Supply: supply.Entry{FeederLength: "10 m", FeederSize: "2.5 mm²"},
		Plate: plate.Entry{Power: "0.55 kW", ArmatureVolts: "180 V", ArmatureAmps: "3.9 A", FieldVolts: "200 V",
			FieldAmps: "0.32 A", RPM: "2000", FormFactor: "1.4"},
		Load: load.Entry{Kind: machine.Constant, Share: "60 %"}}
	e.Leads.Brushed = leads.Brushed{Insulation: insulation}
	return Take(Entry{Controller: "sike-90", At: "800 rpm"}).Place(site.Read(e, Feed))
}

func of(said []finding.Finding, id string) finding.Grade {
	for _, f := range said {
		if f.ID == id {
			return f.Grade
		}
	}
	return ""
}

// A controller against armature and field, each limit just below and just above.
func TestAControllerJustFits(t *testing.T) {
	o := shunt("")
	require.NotNil(t, o.Duty)
	base := *o.Profile
	judge := func(change func(*Profile), id string) finding.Grade {
		p := base
		p.Inputs = append([]InputRange{}, base.Inputs...)
		p.FieldAmps = 0.32
		for i := range p.Inputs {
			p.Inputs[i].FieldVolts = 200
		}
		change(&p)
		_, said := weigh(&o.Placed, &p, o.Duty)
		return of(said, id)
	}
	asks := (&weigher{o: &o.Placed, p: &base, d: o.Duty}).loadAmps()
	require.Less(t, asks, 3.8)
	for _, c := range []struct {
		amps float64
		want finding.Grade
	}{{3.9, finding.Good}, {3.89, finding.Caution}, {1.001 * asks, finding.Caution}, {0.999 * asks, finding.Stop}} {
		require.Equal(t, c.want, judge(func(p *Profile) { p.Amps = c.amps }, finding.DCAmps), "%g A", c.amps)
	}
	for _, c := range []struct {
		volts float64
		want  finding.Grade
	}{{220, finding.Good}, {221, finding.Stop}, {180, finding.Good}, {179, finding.Caution}} {
		require.Equal(t, c.want, judge(func(p *Profile) {
			for i := range p.Inputs {
				p.Inputs[i].FieldVolts = c.volts
			}
		}, finding.DCField), "%g V of field", c.volts)
	}
	for amps, want := range map[float64]finding.Grade{0.32: finding.Good, 0.31: finding.Stop, 0: finding.Stop} {
		require.Equal(t, want, judge(func(p *Profile) { p.FieldAmps = amps }, finding.DCField), "%g A of field", amps)
	}
}

// The windings against the frame, with 500 V: 1 MΩ is enough.
func TestInsulationJustEnough(t *testing.T) {
	for typed, want := range map[string]finding.Grade{"1 MΩ": finding.Good, "0.99 MΩ": finding.Stop,
		"990 kΩ": finding.Stop, "OL": finding.Good, "": finding.Open} {
		require.Equal(t, want, of(shunt(typed).Said, finding.LeadsInsulation), typed)
	}
}

// Breaker and wire of the line ahead.
func TestTheLinesGuardJustHolds(t *testing.T) {
	o := shunt("")
	least := 1.1 * o.Weighed.FullLine
	for _, c := range []struct {
		breaker float64
		want    finding.Grade
	}{{1.001 * least, finding.Good}, {0.999 * least, finding.Caution}} {
		_, said, _ := o.Guard(Noted{Breaker: c.breaker, Conductor: unit.Conductor{SquareMM: 4}})
		require.Equal(t, c.want, of(said, finding.ProtectionBreaker), "%g of %g A", c.breaker, least)
	}
	figures, _, _ := o.Guard(Noted{})
	require.NotEmpty(t, figures)
	require.Contains(t, figures[0].Why[0].Numbers, unit.Text(1.25*o.Weighed.FullLine, "A"), "a quarter more")
}
