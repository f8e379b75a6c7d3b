package rotary

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
)

// withReadings places the saw's converter with readings typed.
func withReadings(t *testing.T, lines ...string) *Shown {
	t.Helper()
	plain := placed(t)
	e := plain.As
	e.L13, e.L23 = fmt.Sprint(plain.Answer.Balance.L13), fmt.Sprint(plain.Answer.Balance.L23)
	e.Readings = strings.Join(lines, "\n")
	o, err := Place(t.Context(), e, plain.Idler, plain.Machines, plain.One)
	require.NoError(t, err)
	require.Len(t, o.View.Rounds, len(lines))
	return o
}

// Each round of readings has a verdict of its own: just inside its band, just outside, far out, ten
// times off; and what brings it is named only where it brings it.
func TestEachRoundIsHeldAgainstThePlates(t *testing.T) {
	t.Parallel()
	first := withReadings(t, "idle; 230 230 230 V").View.Rounds[0]
	require.Equal(t, "The idler alone, on", strings.Join(strings.Fields(first.Title)[:4], " "))
	made := func(x float64) ReadingsView {
		return withReadings(t, fmt.Sprintf("idle; - %.2f - V", x)).View.Rounds[0]
	}
	f := made(230).Figures[0]
	require.True(t, f.expected)
	width := f.high - f.low
	for x, want := range map[float64]string{f.low - 0.01: "below", f.low + 0.01: "inside", f.high - 0.01: "inside",
		f.high + 0.01: "above", f.high + width - 0.01: "above", f.high + width + 0.02: "far-above",
		f.low - width + 0.01: "below", f.low - width - 0.02: "far-below"} {
		v := made(x)
		require.Equal(t, want, v.Figures[0].Where, "%g of %g to %g", x, f.low, f.high)
		grade := map[bool]finding.Grade{true: finding.Caution, false: finding.Note}[strings.HasPrefix(want, "far")]
		if want == "inside" {
			grade = finding.Good
		}
		require.Equal(t, grade, v.Grade)
	}
	o := withReadings(t, fmt.Sprintf("idle; - %.1f - V", f.at/10))
	require.Contains(t, o.View.Rounds[0].Verdict, "about 10 times off")
	require.Equal(t, finding.Caution, graded(o.Said, IDRound))
}

// A converter read with a bank out is told from one whose figures nothing brings.
func TestARoundNamesWhatBringsIt(t *testing.T) {
	t.Parallel()
	o := placed(t)
	b := o.Answer.Balance
	idler, _ := o.Idler.motor()
	saw, _ := o.At(0).motor()
	s := NewStreet(line(&o.Read), idler, saw)
	s.SetBalance(Balance{0, b.L23})
	st := s.Settle(make([]Duty, 1))
	require.True(t, st.Runs)
	v := withReadings(t, fmt.Sprintf("idle; %.1f %.1f %.1f V; line %.2f A", st.Volts[0], st.Volts[1], st.Volts[2],
		st.Supply)).View.Rounds[0]
	require.Equal(t, finding.Caution, v.Grade, v.Verdict)
	require.Contains(t, v.Verdict, bankNotIn(0))
	require.NotContains(t, v.Verdict, banksExchanged)
	v = withReadings(t, "idle; 230 120 410 V").View.Rounds[0]
	require.Contains(t, v.Verdict, "nothing brings these figures")
	v = withReadings(t, "mill; 230 230 230 V").View.Rounds[0]
	require.Equal(t, roundOfOther, v.Verdict)
}
