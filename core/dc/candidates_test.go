package dc_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/dc"
)

func TestControllersThatMayBeBoughtAreReadLineByLine(t *testing.T) {
	taken := dc.Take(dc.Entry{Candidates: "IN 230 V AC ARM 180 V DC 6 A; 90 €\na label of soap\n" +
		"IN 115 V AC ARM 90 V DC 3 A"})
	require.Len(t, taken.Readings, 3)
	require.Contains(t, taken.Readings[0].ReadAs, "armature: 180")
	require.Contains(t, taken.Readings[1].Wanted, "; 90 €")
	require.NotEmpty(t, taken.Readings[1].Problem)
	require.Empty(t, taken.Readings[2].Problem)
	for _, r := range taken.Readings {
		require.Equal(t, "dc.candidates", r.Path)
	}
	taken = dc.Take(dc.Entry{Candidates: strings.Repeat("IN 230 V AC ARM 180 V DC 6 A\n", 7)})
	require.Contains(t, taken.Readings[6].Problem, "Six controllers")
}
