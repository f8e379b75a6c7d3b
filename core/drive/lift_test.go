package drive_test

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/drive"
	"graybridge/core/leaflet"
	"graybridge/core/openfile"
)

// bare is a profile of which only the plate is known.
const bare = `{"format":"gray-bridge/drive-profile","version":1,"id":"beck-11","name":"Beck 11",
	"input":{"volts":{"least":200,"most":240},"phases":1},"output":{"amps":5,"volts":240}}`

func TestAProfileOfThePlateAloneIsOfUse(t *testing.T) {
	p, err := drive.Decode([]byte(bare))
	require.NoError(t, err)
	back, err := json.Marshal(p)
	require.NoError(t, err)
	require.JSONEq(t, bare, string(back), "what nobody said is not written")

	full := p.Lifted()
	require.Equal(t, drive.Output{KW: 1.35, Amps: 5, Volts: 240, Hertz: 120, Overload: 1.5}, full.Output)
	require.Positive(t, full.LossShare)
	require.Equal(t, 10.0, full.WaitMinutes)
	require.Equal(t, "motor screw 1-motor screw 2-motor screw 3", full.Ends(drive.MotorOut))
	require.Zero(t, p.WaitMinutes, "the profile itself stays as it is")

	var missing []string
	for _, l := range p.Lacks() {
		missing = append(missing, l.Path)
	}
	require.Subset(t, missing, []string{"output.overload", "wait_minutes", "terminals", "parameters"})
	for _, s := range drive.Shipped() {
		for _, l := range s.Lacks() {
			require.NotContains(t, l.Path, "output", "%s: %s", s.ID, l.Text)
		}
		figures := func(p drive.Profile) []any {
			return []any{p.Output, p.WaitMinutes, p.AirMM, p.LossShare, p.CarrierOf}
		}
		require.Equal(t, figures(s), figures(s.Lifted()), "%s says everything", s.ID)
	}
}

// Figures that cannot be are left out and said; those that ship agree with themselves.
func TestAProfileThatDisagreesWithItself(t *testing.T) {
	for _, p := range drive.Shipped() {
		require.Equal(t, [2]float64{p.Output.KW, p.Input.Amps},
			[2]float64{p.Lifted().Output.KW, p.Lifted().Input.Amps}, p.ID)
	}
	p, err := drive.Decode([]byte(strings.Replace(bare, `"amps":5`, `"amps":5,"kw":2.3`, 1)))
	require.NoError(t, err)
	require.Equal(t, 1.35, p.Lifted().Output.KW, "5 A at 240 V cannot give 2.3 kW")
	p.Output.KW = 2
	require.Equal(t, 2.0, p.Lifted().Output.KW)
	for _, c := range []struct {
		amps float64
		kept bool
	}{{7.9, false}, {8, true}, {66, true}, {67, false}} {
		p.Input.Amps = c.amps
		require.Equal(t, c.kept, p.Lifted().Input.Amps > 0, "%g A at 240 V for 2 kW", c.amps)
	}
	require.Equal(t, 67.0, p.Input.Amps, "the profile itself stays as it is")
}

func TestAThreePhaseInputOfWhichNothingIsSaidAsks(t *testing.T) {
	p, err := drive.Decode([]byte(strings.Replace(bare, `"phases":1`, `"phases":3`, 1)))
	require.NoError(t, err)
	require.Equal(t, "input.single_phase_share", p.Lacks()[0].Path)
	require.Equal(t, 0.5, p.Lifted().Input.SingleShare)
}

func TestContradictionsOfAProfileAreNamed(t *testing.T) {
	up := func(rest string) string { return `{"function":"accelerate","code":"C1","name":"Up"` + rest + `}` }
	for text, path := range map[string]string{
		up(`,"least":1,"most":60,"default":"0.2","decimals":1`):         "parameters[0].default",
		up(`,"least":60,"most":1`):                                      "parameters[0].least",
		up("") + `,{"function":"decelerate","code":"C1","name":"Down"}`: "parameters[1].code",
		`{"function":"stop-mode","code":"C1","name":"Stop","default":"4",` +
			`"choices":[{"value":"0","means":"ramp","text":"ramp"}]}`: "parameters[0].default",
	} {
		_, err := drive.Decode([]byte(strings.TrimSuffix(bare, "}") + `,"parameters":[` + text + `]}`))
		var bad openfile.Problems
		require.ErrorAs(t, err, &bad, text)
		require.Equal(t, path, bad[0].Path, text)
	}
	p, err := drive.Decode([]byte(strings.TrimSuffix(bare, "}") + `,"parameters":[
		{"function":"motor-hertz","code":"C1","name":"Rated frequency"}],"jumpers":[{"name":"J1","function":"motor-hertz",
		"default":"50","positions":[{"at":"50","number":50,"text":"50 Hz"},{"at":"60","number":60,"text":"60 Hz"}]}]}`))
	require.NoError(t, err)
	lacks := p.Lacks()
	require.Contains(t, lacks[len(lacks)-1].Text, "C1 and J1", "jumper against code")
}

func TestSettingsOutOfALeafletsLines(t *testing.T) {
	lines, problem := leaflet.Read("Code  Function  Range  Default  Unit\n" +
		"P1.01  Maximum frequency  10.0 ~ 400.0  50.0  Hz\n" +
		"P1.02  Motor rated power  100 ~ 2200  1500  W\n" +
		"P1.03  Motor overload protection current  20 ~ 120  100  %\n" +
		"P1.04  Run command source  0: keypad 1: terminals 2: serial link  0\n" +
		"P1.05  Stop mode  0: ramp to stop 1: free run  0\n")
	require.Empty(t, problem)
	all, doubts := drive.ParametersOf(lines)
	by := map[drive.Function]drive.Parameter{}
	for _, q := range all {
		by[q.Function] = q
	}
	require.Equal(t, drive.Parameter{Function: drive.MostHertz, Code: "P1.01", Name: "Maximum frequency", Unit: "Hz",
		Decimals: 1, Least: 10, Most: 400, Default: "50.0"}, by[drive.MostHertz])
	watts := by[drive.MotorPower]
	text, cut := watts.Show(1.1)
	require.Equal(t, "1100", text, "the display counts watts")
	require.False(t, cut)
	require.Len(t, doubts, 1, "per cent of what?")
	require.Equal(t, "P1.03", doubts[0].Code)
	var means []string
	for _, c := range append(by[drive.RunSource].Choices, by[drive.StopMode].Choices...) {
		means = append(means, c.Means)
	}
	require.Equal(t, []string{"keypad", "terminals", "link", "ramp", "coast"}, means)
}

// The lines of the reference's leaflets make profiles that are good files.
func TestLeafletsOfTheReferenceMakeProfiles(t *testing.T) {
	for _, name := range []string{"drive-01", "drive-02", "drive-03"} {
		text, err := os.ReadFile("../leaflet/testdata/" + name + ".txt")
		require.NoError(t, err)
		lines, problem := leaflet.Read(string(text))
		require.Empty(t, problem, name)
		p, err := drive.Decode([]byte(bare))
		require.NoError(t, err)
		p.Parameters, _ = drive.ParametersOf(lines)
		require.Greater(t, len(p.Parameters), 8, name)
		require.Empty(t, p.Validate(), name)
	}
}

func TestTripsAreNamedByKind(t *testing.T) {
	for text, path := range map[string]string{
		`{"code":"F1","kind":"fire"}`:                                  "trips[0].kind",
		`{"code":"","kind":"earth"}`:                                   "trips[0].code",
		`{"code":"F1","kind":"earth"},{"code":"F1","kind":"overload"}`: "trips[1].code",
	} {
		_, err := drive.Decode([]byte(strings.TrimSuffix(bare, "}") + `,"trips":[` + text + `]}`))
		var bad openfile.Problems
		require.ErrorAs(t, err, &bad, text)
		require.Equal(t, path, bad[0].Path)
	}
	seen := map[string]bool{}
	for _, k := range drive.TripKinds() {
		require.NotEmpty(t, k.Name, k.Word)
		require.False(t, seen[k.Name], k.Name)
		seen[k.Name] = true
	}
	require.Len(t, seen, 12)
}

func TestADriveIsTriedFromItsProfile(t *testing.T) {
	p, ok := drive.ByID("tarn-22")
	require.True(t, ok)
	var most, run drive.Parameter
	for _, q := range p.Parameters {
		switch q.Function {
		case drive.MostHertz:
			most = q
		case drive.RunSource:
			run = q
		}
	}
	far, _ := most.Show(most.Most)
	steps := p.Try([]bridge.Deed{
		{Do: "set", Code: most.Code, Value: far}, {Do: "set", Code: most.Code, Value: far + "9"},
		{Do: "set", Code: run.Code, Value: "none"}, {Do: "read", Code: most.Code}, {Do: "run"},
		{Do: "set", Code: most.Code, Value: far}, {Do: "trip"}, {Do: "run"}, {Do: "reset"},
		{Do: "read", Code: "nowhere"}})
	require.Empty(t, steps[0].Refused)
	require.NotEmpty(t, steps[1].Refused, "beyond its range")
	require.Contains(t, steps[2].Refused, run.Choices[0].Text)
	require.Contains(t, steps[3].Shows, far, "what was refused is not set")
	require.InDelta(t, most.Most, steps[4].Hertz, 1e-6)
	require.NotEmpty(t, steps[5].Refused, "while it runs")
	require.True(t, steps[6].Tripped)
	require.Zero(t, steps[6].Hertz)
	require.NotEmpty(t, steps[7].Refused, "a trip is looked into first")
	require.False(t, steps[8].Tripped)
	require.NotEmpty(t, steps[9].Refused)

	ghyll, _ := drive.ByID("ghyll-7")
	steps = ghyll.Try([]bridge.Deed{{Do: "set", Code: "FAST", Value: "100 %"}, {Do: "set", Code: "J3", Value: "bottom"},
		{Do: "set", Code: "J3", Value: "sideways"}, {Do: "run"}})
	require.Empty(t, steps[0].Refused+steps[1].Refused)
	require.NotEmpty(t, steps[2].Refused)
	require.InDelta(t, 120, steps[3].Hertz, 1e-6)
}
