package load_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
)

func TestSharesAreReadAndOrdered(t *testing.T) {
	l, readings := load.Read(load.Entry{Kind: machine.Fan, Share: "65 %", Lightest: "0.8", Heaviest: "50"})
	require.True(t, l.Known)
	require.InDelta(t, 0.65, l.Usual, 1e-9)
	require.InDelta(t, 0.65, l.Lightest, 1e-9, "the lightest is no more than usual")
	require.InDelta(t, 0.65, l.Heaviest, 1e-9, "the heaviest is no less")
	require.Len(t, readings, 3)
	_, readings = load.Read(load.Entry{Share: "a lot"})
	require.NotEmpty(t, readings[0].Problem)
	l, readings = load.Read(load.Entry{Share: "250 %"})
	require.Contains(t, readings[0].Problem, "More than 200\u00a0%", "what was read, but is too much, says so")
	require.Contains(t, readings[0].Wanted, "at most 200\u00a0%")
	require.False(t, l.Known)
}

func TestWhatIsNotSaidIsAssumedAndSaysSo(t *testing.T) {
	l, _ := load.Read(load.Entry{})
	require.False(t, l.Known)
	f := l.Judge()
	require.Len(t, f, 1)
	require.Equal(t, finding.Open, f[0].Grade)
	require.True(t, f[0].Why[0].Estimated)
	l, _ = load.Read(load.Entry{Kind: machine.NoLoad})
	require.True(t, l.Known, "nothing on the shaft needs no share")
	require.InDelta(t, 0, l.Usual, 0)
}

func TestHowItStartsDecidesWhatMustBeOvercome(t *testing.T) {
	for _, c := range []struct {
		start load.Start
		kind  machine.LoadKind
		want  float64
	}{{load.Free, machine.Constant, 0.1}, {load.Loaded, machine.Constant, 0.8},
		{load.Stuck, machine.Constant, 1.2}, {load.Free, machine.Fan, 0}, {"", machine.Linear, 0}} {
		l, _ := load.Read(load.Entry{Kind: c.kind, Share: "60 %", Lightest: "10 %", Heaviest: "80 %", Start: c.start})
		require.InDelta(t, c.want, l.StartShare(), 1e-9, "%s %s", c.start, c.kind)
	}
	free, _ := load.Read(load.Entry{Kind: machine.Constant, Share: "60 %"})
	require.Equal(t, free.At(0), free.RunUp(), "a free start runs up without its load")
	loaded, _ := load.Read(load.Entry{Kind: machine.Constant, Share: "60 %", Start: load.Loaded})
	require.Equal(t, loaded.At(0.6), loaded.RunUp())
}
