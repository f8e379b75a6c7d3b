package weigh_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/core/weigh"
)

// Motors that may be bought are planned whole in the place of the one there, on the bridge that the job has.
func TestMotorsAreWeighedInTheOthersPlace(t *testing.T) {
	d := scenario.BallMill()
	d.Machines[0].Plate.Candidates = strings.Join([]string{
		"0.75 kW 230/400 V D/Y 3.8/2.2 A 925 rpm 50 Hz cos 0.68; 60 €",
		"0.75 kW 230/400 V D/Y 3.3/1.9 A 1400 rpm 50 Hz cos 0.75",
		"0.37 kW 230/400 V D/Y 2.2/1.25 A 900 rpm 50 Hz cos 0.66; 20 €",
		"0.75 kW 400/690 V D/Y 1.9/1.1 A 1400 rpm 50 Hz cos 0.75; 10 €",
		"90 V DC 5 A 0.37 kW 1800 rpm",
		"not a plate",
	}, "\n")
	got, err := weigh.Motors(t.Context(), d)
	require.NoError(t, err)
	require.Len(t, got.Rows, 5, "what is no plate is named by the plan")
	by := func(i int) (finding.Grade, string) { return got.Rows[i].Grade, got.Rows[i].Text }

	grade, _ := by(0)
	require.NotEqual(t, finding.Stop, grade, "the very motor that is there: %s", got.Rows[0].Text)
	require.Equal(t, "60 €", got.Rows[0].Price)
	require.NotEmpty(t, got.Rows[0].Also, "what its bridge asks beside it")
	_, text := by(1)
	require.Contains(t, text, "another pulley", "half as fast again")
	grade, text = by(2)
	require.Equal(t, finding.Stop, grade, "half the power for the same work: %s", text)
	grade, text = by(3)
	require.Equal(t, finding.Stop, grade, text)
	grade, text = by(4)
	require.Equal(t, finding.Stop, grade)
	require.Contains(t, text, "DC controller")
	require.GreaterOrEqual(t, len(got.Shopping), 5)
	require.Contains(t, strings.Join(got.Shopping, " "), "230")

	problems := 0
	s, err := plan.Solve(t.Context(), d)
	require.NoError(t, err)
	for _, r := range s.Plan().Readings {
		if strings.HasSuffix(r.Path, "plate.candidates") && r.Problem != "" {
			problems++
			require.Equal(t, "not a plate", r.Typed)
			require.NotEmpty(t, r.Wanted)
		}
	}
	require.Equal(t, 1, problems)
}

// On any bridge the motor that stands there is graded as its own column is.
func TestTheMotorThatStandsThereIsNoWorseThanItself(t *testing.T) {
	for _, d := range []document.Document{scenario.Blunger(), scenario.SlabRoller(), scenario.JiggerWheel()} {
		line := map[string]string{
			document.KindDC: "90 V DC 7.6 A 3/4 HP 1800 rpm",
		}[d.Bridge.Kind]
		if line == "" {
			e := d.Machines[0].Plate
			line = strings.Join([]string{e.Power, e.Volts + " V", e.Amps + " A", e.RPM + " rpm", e.Hertz + " Hz"}, " ")
		}
		d.Machines[0].Plate.Candidates = line
		got, err := weigh.Motors(t.Context(), d)
		require.NoError(t, err)
		require.Len(t, got.Rows, 1, "%s: %s", d.Name, line)
		require.NotEqual(t, finding.Stop, got.Rows[0].Grade, "%s: %s", d.Name, got.Rows[0].Text)
	}
}
