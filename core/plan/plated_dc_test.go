package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// onControllerPlate is a brushed motor on a controller that is known by its plate alone.
func onControllerPlate(d document.Document, plate string) document.Document {
	d = d.Clone()
	d.Bridge.Kind = document.KindDC
	d.Bridge.DC = dc.Entry{Controller: dc.ByPlate, Plate: plate}
	return d
}

// A controller with nothing known but its plate gets a whole plan: verdict, breaker, wire,
// wiring, trims by what they do, a card.
func TestAStrangeControllerIsPlannedByItsPlate(t *testing.T) {
	t.Parallel()
	motor := scenario.JiggerWheel()
	known := plan.Make(motor)
	require.NotNil(t, known.DC)
	d := onControllerPlate(motor, "IN 120 V AC 12 A ARM 0-90 V DC 10 A")
	d.Supply.Volts = "120 V"
	p := plan.Make(d)
	require.NotNil(t, p.DC)
	require.True(t, p.DC.ByPlate)
	require.NotNil(t, found(p, "dc.by-plate"))
	require.NotNil(t, found(p, "dc.screws"))
	require.NotEqual(t, finding.Stop, found(p, "dc.amps").Grade)
	require.NotEmpty(t, p.DC.Wiring)
	require.NotEmpty(t, p.Card.Parts)
	require.Len(t, p.DC.Trims, 5)
	for _, r := range p.DC.Trims {
		require.Equal(t, "by the meter", r.Value)
		require.NotEmpty(t, r.Want)
	}
	d.Bridge.DC.ArmatureScrews, d.Bridge.DC.LineScrews = "M1 M2", "L N"
	p = plan.Make(d)
	require.Nil(t, found(p, "dc.screws"))
	require.Contains(t, fmt.Sprint(p.DC.Wiring), "M1")

	for plate, want := range map[string]string{
		"":                               finding.DCNone,
		"IN 3~ 400 V ARM 90 V 10 A":      finding.DCLine,
		"IN 120 V ARM 0-90 V 1 A":        "dc.amps",
		"IN 120 V 2 A ARM 0-90 V 10 A":   finding.DCPlateClash,
		"IN 120 V 12 A ARM 0-180 V 10 A": finding.DCPlateClash,
	} {
		d.Bridge.DC.Plate = plate
		p := plan.Make(d)
		require.NotNil(t, found(p, want), plate)
	}
	for _, plate := range []string{"IN 1~ 230 V 5 A OUT 3~ 230 V 4 A", "ARM 90 V", "IN 120 V ARM 90 V"} {
		d.Bridge.DC.Plate = plate
		p := plan.Make(d)
		require.NotEmpty(t, p.Unreadable(), plate)
	}
}

// Controllers that may be bought are weighed for the motor as one that hangs there would be.
func TestControllersThatMayBeBoughtAreWeighed(t *testing.T) {
	t.Parallel()
	d := scenario.PressFeed()
	d.Bridge.DC = dc.Entry{Candidates: "IN 230 V AC ARM 180 V DC 6 A FLD 200 V DC; 140 €\n" +
		"IN 230 V AC ARM 180 V DC 2 A\nIN 120 V AC ARM 90 V DC 10 A; 40 €"}
	p := plan.Make(d)
	c := p.DC.Candidates
	require.Len(t, c, 3)
	require.Equal(t, []string{"140 €", "", "40 €"}, []string{c[0].Price, c[1].Price, c[2].Price})
	require.NotEqual(t, finding.Stop, c[0].Grade, c[0].Text)
	require.Contains(t, c[0].Also, "fuse")
	require.Equal(t, finding.Stop, c[1].Grade)
	require.Empty(t, c[1].Also, "what does not fit asks nothing besides")
	require.Equal(t, finding.Stop, c[2].Grade, "the wrong line")
	require.Contains(t, strings.Join(p.DC.Shopping, " "), "runs away", "its field is wound")
	d.Bridge.DC.Plate, d.Bridge.DC.Controller = c[0].Plate, dc.ByPlate
	require.Equal(t, c[0].Grade, plan.Make(d).DC.Verdict, "taken, it is judged alike")
}
