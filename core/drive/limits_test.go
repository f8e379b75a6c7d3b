package drive

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/table"
)

// over is a 0.75 kW mill on a drive.
func over(e Entry, insulation string) *Shown {
	p := plate.Entry{Power: "0.75 kW", Volts: "230/400", Connection: "Δ/Y", Amps: "3.8/2.2", RPM: "925", Hertz: "50",
		PowerFactor: "0.68", Phases: "3", Insulation: insulation}
	took := Take(e)
	return took.Place(site.Read(site.Entries{Rules: table.Metric, Volts: 230, Hertz: 50, Plate: p,
		Load: load.Entry{Kind: machine.Constant, Share: "60 %"}}, took.Feed))
}

func grades(o *Shown) map[string]finding.Grade {
	out := map[string]finding.Grade{}
	for _, f := range o.Said {
		out[f.ID] = f.Grade
	}
	return out
}

// How long a motor cable may be hangs on the carrier, and on a choke: just below and just above.
func TestACableJustShortEnoughAndJustTooLong(t *testing.T) {
	for _, c := range []struct {
		cable, carrier, choke string
		said                  bool
	}{
		{"50 m", "4 kHz", "", false}, {"51 m", "4 kHz", "", true},
		{"100 m", "2 kHz", "", false}, {"101 m", "2 kHz", "", true},
		{"150 m", "4 kHz", "yes", false}, {"151 m", "4 kHz", "yes", true},
	} {
		o := over(Entry{Profile: "tarn-22", Cable: c.cable, Carrier: c.carrier, Choke: c.choke}, "F")
		_, said := grades(o)["drive.cable"]
		require.Equal(t, c.said, said, "%+v", c)
	}
	for carrier, said := range map[string]bool{"8 kHz": false, "8.5 kHz": true} {
		_, got := grades(over(Entry{Profile: "tarn-22", Carrier: carrier}, "A"))["drive.old-winding"]
		require.Equal(t, said, got, carrier)
	}
}

// What a maker's own table allows goes before planning: the cable without a choke, the breaker ahead.
func TestAMakersLimitsJustKeptAndJustPassed(t *testing.T) {
	for cable, said := range map[string]bool{"25 m": false, "25.1 m": true} {
		_, got := grades(over(Entry{Profile: "whin-15", Cable: cable, Carrier: "4 kHz"}, "F"))["drive.cable"]
		require.Equal(t, said, got, cable)
	}
	_, got := grades(over(Entry{Profile: "whin-15", Cable: "40 m", Carrier: "4 kHz", Choke: "yes"}, "F"))["drive.cable"]
	require.False(t, got, "a choke reaches further")
	o := over(Entry{Profile: "whin-15"}, "F")
	for breaker, grade := range map[float64]finding.Grade{20: finding.Good, 25: finding.Caution} {
		_, said, _ := o.Guard(Noted{Breaker: breaker})
		require.Equal(t, finding.ProtectionBreaker, said[0].ID)
		require.Equal(t, grade, said[0].Grade, "%g A ahead of a drive whose maker allows 20 A", breaker)
	}
}

// An own drive for three phases whose leaflet allows no other is refused for that, not for its size.
func TestAThreePhaseInputIsRefusedForItsPhasesAlone(t *testing.T) {
	own := Profile{Format: ProfileFormat, Version: 1, ID: "own", Name: "Own", Input: Input{Volts: Span{200, 240},
		Phases: 3}, Output: Output{Amps: 5, Volts: 240, KW: 1.1}}
	for answer, want := range map[string][2]finding.Grade{"no": {finding.Stop, finding.Good},
		"yes": {finding.Caution, finding.Stop}, "": {finding.Open, finding.Stop}} {
		got := grades(over(Entry{Own: &own, OnePhase: answer}, "F"))
		require.Equal(t, want, [2]finding.Grade{got[finding.DriveThreeInput], got[finding.DriveAmps]}, "answer %q",
			answer)
	}
}

// A drive fits with a tenth to spare; a braking resistor wants terminals.
func TestADriveJustFits(t *testing.T) {
	judge := func(p Profile, e Entry, amps float64) map[string]finding.Grade {
		c, _ := Read(e)
		_, said := c.Choose(&p, Asks{Rules: table.Wires{Rules: table.Metric}, Line: 236, ShaftWatts: 750,
			LineAmps: amps, Efficiency: 0.73, StartShare: 0.9, Volts: true})
		out := map[string]finding.Grade{}
		for _, f := range said {
			out[f.ID] = f.Grade
		}
		return out
	}
	tarn, _ := ByID("tarn-22")
	have := tarn.Output.Amps
	require.Equal(t, finding.Good, judge(tarn, Entry{}, 0.899*have)["drive.amps"])
	require.Equal(t, finding.Caution, judge(tarn, Entry{}, 0.901*have)["drive.amps"])
	require.Equal(t, finding.Caution, judge(tarn, Entry{}, 0.999*have)["drive.amps"])
	require.Equal(t, finding.Stop, judge(tarn, Entry{}, 1.002*have)["drive.amps"])
	with, without := 0, 0
	for _, p := range Shipped() {
		grade, said := judge(p, Entry{Resistor: "yes"}, 2)["drive.no-brake"]
		if len(p.of(Brake)) > 0 {
			require.False(t, said, p.ID)
			with++
		} else {
			require.Equal(t, finding.Stop, grade, p.ID)
			without++
		}
	}
	require.NotZero(t, with*without, "both kinds ship")
}
