package can_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/can"
)

func TestPricesAreReadAsTheyAreWritten(t *testing.T) {
	p, err := can.ParsePrices("40 µF 11.50 €\n12: 5,60\n\n30 uF = 9 €")
	require.NoError(t, err)
	require.Equal(t, map[float64]float64{40: 11.5, 12: 5.6, 30: 9}, p.Of)
	require.Equal(t, "17.10\u00a0€", p.Text(17.1))
	cost, ok := p.Cost([]can.Part{{Microfarad: 40, Own: true}, {Microfarad: 12}})
	require.True(t, ok)
	require.InDelta(t, 5.6, cost, 1e-9, "what is owned costs nothing")
	_, ok = p.Cost([]can.Part{{Microfarad: 50}})
	require.False(t, ok)
	for text, problem := range map[string]string{
		"forty 11": "is no price", "40 µF 0": "no price above 0", "600 µF 3": "between 0 and 500",
		"40 3 €\n30 2 $": "a line before it in €",
	} {
		_, err := can.ParsePrices(text)
		require.ErrorContains(t, err, problem, text)
	}
}
