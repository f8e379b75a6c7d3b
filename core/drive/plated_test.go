package drive_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/drive"
)

func TestAPlateOnADriveIsAProfile(t *testing.T) {
	for typed, want := range map[string]drive.Profile{
		"IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW": {
			Input:  drive.Input{Volts: drive.Span{Least: 198, Most: 242}, Amps: 14, Phases: 1},
			Output: drive.Output{KW: 1.5, Amps: 7, Volts: 220, Hertz: 120, Overload: 1.5}},
		"IN 3~ 380-480 V 5.8 A OUT 3~ 0-480 V 4.1 A 0-400 Hz 1.5 kW": {
			Input:  drive.Input{Volts: drive.Span{Least: 380, Most: 480}, Amps: 5.8, Phases: 3, SingleShare: 0.5},
			Output: drive.Output{KW: 1.5, Amps: 4.1, Volts: 480, Hertz: 400, Overload: 1.5}},
		"IN 1~ 100-120 V 16 A OUT 3~ 0-230 V 4.2 A 0.75 kW": {
			Input:  drive.Input{Volts: drive.Span{Least: 100, Most: 120}, Amps: 16, Phases: 1, Doubles: true},
			Output: drive.Output{KW: 0.75, Amps: 4.2, Volts: 230, Hertz: 120, Overload: 1.5}},
		// Its power is not printed: counted from its amps.
		"IN 1~ 200-240 V OUT 3~ 0-230 V 4.5 A 0-500 Hz": {
			Input:  drive.Input{Volts: drive.Span{Least: 200, Most: 240}, Phases: 1},
			Output: drive.Output{KW: 1.17, Amps: 4.5, Volts: 230, Hertz: 500, Overload: 1.5}},
		// 4.5 A at 230 V are no 3 kW, and 2 A of one phase feed no 1.1 kW: neither is used.
		"IN 1~ 200-240 V 9.9 A OUT 3~ 0-230 V 4.5 A 3 kW": {
			Input:  drive.Input{Volts: drive.Span{Least: 200, Most: 240}, Amps: 9.9, Phases: 1},
			Output: drive.Output{KW: 1.17, Amps: 4.5, Volts: 230, Hertz: 120, Overload: 1.5}},
		"IN 1~ 200-240 V 2 A OUT 3~ 0-230 V 4.5 A 1.1 kW": {
			Input:  drive.Input{Volts: drive.Span{Least: 200, Most: 240}, Phases: 1},
			Output: drive.Output{KW: 1.1, Amps: 4.5, Volts: 230, Hertz: 120, Overload: 1.5}},
	} {
		taken := drive.Take(drive.Entry{Profile: drive.ByPlate, Plate: typed})
		require.NotNil(t, taken.Profile, typed)
		require.Equal(t, want.Input, taken.Profile.Input, typed)
		require.Equal(t, want.Output, taken.Profile.Output, typed)
		require.Empty(t, taken.Profile.Validate(), typed)
	}
}

func TestWhatIsNoPlateOfADriveIsSaid(t *testing.T) {
	for _, typed := range []string{"1.5 kW", "IN 1~ 230 V 10 A", "AC 230 V ARM 180 V 8 A FLD 200 V", "nothing"} {
		taken := drive.Take(drive.Entry{Profile: drive.ByPlate, Plate: typed})
		require.Nil(t, taken.Profile, typed)
		require.NotEmpty(t, taken.Readings[len(taken.Readings)-1].Problem, typed)
		require.NotEmpty(t, taken.Readings[len(taken.Readings)-1].Wanted, typed)
	}
}

func TestLettersAndCodesOfADriveAreRead(t *testing.T) {
	e := drive.Entry{Profile: drive.ByPlate, Plate: "IN 1~ 200-240 V 9.9 A OUT 3~ 0-230 V 4.5 A 1.1 kW",
		LineScrews: "L, N", MotorScrews: "T1 T2 T3", Codes: "motor-amps P3.05\nmost-hertz P1.02"}
	taken := drive.Take(e)
	require.Equal(t, "L-N", taken.Profile.Ends(drive.LineIn))
	require.Equal(t, "T1-T2-T3", taken.Profile.Ends(drive.MotorOut))
	for _, r := range taken.Readings {
		require.Empty(t, r.Problem, r.Typed)
	}
	e.MotorScrews, e.LineScrews, e.Codes = "U V", "L L", "motor-amps P1\nmost-hertz P1\nwarp P2\nboost"
	problems := 0
	for _, r := range drive.Take(e).Readings {
		if r.Problem != "" {
			problems++
			require.NotEmpty(t, r.Wanted, r.Typed)
		}
	}
	require.Equal(t, 5, problems)
	require.Equal(t, "motor screw 1-motor screw 2-motor screw 3", drive.Take(e).Profile.Ends(drive.MotorOut))
}

func TestDrivesThatMayBeBoughtAreReadLineByLine(t *testing.T) {
	e := drive.Entry{Candidates: "IN 1~ 200-240 V 9.9 A OUT 3~ 4.5 A 1.1 kW; 120 €\n1.5 kW, used\n" +
		strings.Repeat("IN 1~ 200-240 V OUT 3~ 7 A\n", 5)}
	problems := []int{}
	for i, r := range drive.Take(e).Readings {
		require.Equal(t, "drive.candidates", r.Path)
		if r.Problem != "" {
			problems = append(problems, i)
		}
	}
	require.Equal(t, []int{1, 6}, problems, "no plate, and the seventh")
}
