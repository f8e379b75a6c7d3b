package plan_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// Law 18: one volt more or less takes no relay away, and turns no good word into a stop.
func TestOneVoltIsNoCliff(t *testing.T) {
	jobtest.OverUnlike(t, 10, func(d document.Document) (broken []string) {
		if d.Bridge.Kind == document.KindRotary {
			return nil
		}
		volts, ok, err := unit.Volts.One(d.Supply.Volts)
		if !ok || err != nil {
			return nil
		}
		d.Machines[0].Protection = protection.Entry{}
		last := plan.Make(d)
		for step := range 5 {
			at := unit.Plain(volts + float64(step+1))
			next := plan.Make(jobtest.With(d, "supply.volts", at))
			if a, b := relayOf(last), relayOf(next); a != "" && b != "" && (a == noSetting) != (b == noSetting) {
				broken = append(broken, fmt.Sprintf("18: relay %s, one volt more at %s V: %s", a, at, b))
			}
			for _, f := range next.Findings {
				if was := found(last, f.ID); was != nil && f.Grade == finding.Stop && was.Grade == finding.Good &&
					f.ID != finding.SupplyBreaker {
					broken = append(broken, fmt.Sprintf("18: %s is good, and a stop at %s V (%s)", f.ID, at,
						f.Sentence))
				}
			}
			last = next
		}
		return broken
	})
}

const noSetting = "no setting"

// relayOf is the relay's figure; empty where nothing is sized.
func relayOf(p plan.Plan) string {
	for _, f := range p.Guard {
		if f.ID == "relay" {
			return f.Text
		}
	}
	return ""
}

// The audit's own case: at 230 V a setting, at 231 V one too.
func TestARelayDoesNotVanishAtOneVolt(t *testing.T) {
	t.Parallel()
	for volts := 221; volts <= 243; volts++ {
		d := sixLead(oneKW)
		d.Supply.Volts = fmt.Sprint(volts)
		require.NotEqual(t, noSetting, relayOf(plan.Make(d)), "%d V", volts)
	}
}

// An ordinary capacitor motor, its idling not entered, gets a setting with its limit, not a
// thermistor: most of the corpus does.
func TestOrdinaryMotorsGetARelay(t *testing.T) {
	t.Parallel()
	sized, set := 0, 0
	for i, c := range jobtest.Plates(t) {
		if !jobtest.InPart(t, i, 3) {
			continue
		}
		d := c.Document()
		d.Machines[0].Load.Kind, d.Machines[0].Load.Share = "constant", "60 %"
		if d.Machines[0].Leads.Kind.Halved() {
			d.Machines[0].Leads.Agreed = "plate"
		}
		p := plan.Make(d)
		if text := relayOf(p); text != "" {
			if sized++; text != noSetting {
				set++
			}
		}
	}
	require.Greater(t, sized, 26)
	require.GreaterOrEqual(t, float64(set), 0.97*float64(sized), "%d of %d", set, sized)
}

// Law 16: a drive's rated input is the drive's, whatever motor hangs on it, and every place
// prints the same amps for its line.
func TestOneThingHasOneFigure(t *testing.T) {
	t.Parallel()
	inputs := map[string]bool{}
	for _, plate := range []struct{ power, amps, rpm, pf string }{{"0.09 kW", "0.68/0.39", "1350", "0.6"},
		{"0.55 kW", "2.6/1.5", "1400", "0.73"}, {"1.5 kW", "6.1/3.5", "1420", "0.79"}} {
		p := oneKW
		p.Power, p.Amps, p.RPM, p.PowerFactor = plate.power, plate.amps, plate.rpm, plate.pf
		d := sixLead(p)
		d.Bridge.Kind, d.Bridge.Drive = document.KindDrive, drive.Entry{Profile: "tarn-22"}
		made := plan.Make(d)
		input := figure(made.Drive.Figures, "input").Text
		inputs[input] = true
		require.Equal(t, input, figure(made.Supply, "run-amps").Text)
		amps, _, _ := unit.Amps.One(input)
		for _, c := range made.Wall {
			if c.Chosen {
				for _, l := range c.Links {
					if l.ID == "wire" {
						require.Contains(t, l.Asks, unit.Text(1.25*amps, "A")[:3], l.Asks)
					}
				}
			}
		}
		require.InDelta(t, 1.25*amps, figure(made.Guard, "conductor").Value, 0.05)
	}
	require.Len(t, inputs, 1, "%v", inputs)
}

// Law 16 over jobs unlike the corpus: the line's amps of wall, supply and protection agree.
func TestTheLineHasOneFigureEverywhere(t *testing.T) {
	jobtest.OverUnlike(t, 4, func(d document.Document) (broken []string) {
		p := plan.Make(d)
		if p.Drive == nil || len(p.Guard) == 0 {
			return nil
		}
		input, run := figure(p.Drive.Figures, "input").Value, figure(p.Supply, "run-amps").Value
		if math.Abs(input-run) > 1e-9 {
			broken = append(broken, fmt.Sprintf("16: %.2f A at the drive, %.2f A at the wall", input, run))
		}
		if wire := figure(p.Guard, "conductor").Value; math.Abs(wire-1.25*input) > 1e-6 {
			broken = append(broken, fmt.Sprintf("16: the wire is sized for %.2f A, the drive takes %.2f", wire, input))
		}
		return broken
	})
}

// Law 19: what nobody entered earns no stop, and is not told to what cannot idle.
func TestWhatNobodyEnteredIsNoState(t *testing.T) {
	jobtest.OverUnlike(t, 4, func(d document.Document) (broken []string) {
		d.Machines[0].Load.Lightest = ""
		p := plan.Make(d)
		for _, f := range p.Findings {
			if f.ID == finding.CapacitorIdle && f.Grade == finding.Stop {
				broken = append(broken, fmt.Sprintf("19: idling that nobody entered is a stop (%s)", f.Sentence))
			}
			if d.Machines[0].Load.Kind == "fan" && strings.Contains(f.Sentence+f.Detail, "idling") {
				broken = append(broken, fmt.Sprintf("19: a fan is told of idling (%s)", f.Sentence+f.Detail))
			}
		}
		return broken
	})
}

// A fan asks nothing while it stands, however it is said to start.
func TestAFanAsksNothingAtStandstill(t *testing.T) {
	t.Parallel()
	for _, d := range []document.Document{scenario.Blunger(), scenario.SlipMixer()} {
		d.Machines[0].Load.Kind, d.Machines[0].Load.Share, d.Machines[0].Load.Start = "fan", "87 %", "loaded"
		require.Zero(t, figure(plan.Make(d).Load, "start-asks").Value)
	}
}
