package symptom

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

// What the desk says is said as to a neighbour: its tiles, checks, causes, cures and stories, over every
// machine of the workshops and everything that can be said of it.
func TestTheDeskSpeaksAsToANeighbour(t *testing.T) {
	t.Parallel()
	var s jobtest.Speech
	s.All(cause.All())
	s.All(checks)
	s.All(Spoken())
	for _, c := range cause.All() {
		s.Headline("cause "+c.ID, c.Name)
	}
	for _, w := range scenario.Workshops() {
		for _, one := range w.Jobs {
			o, err := Open(t.Context(), one.Document)
			require.NoError(t, err)
			for i, said := range complaint.Sayings {
				d := one.Document.Clone()
				d.Machines[0].Desk = complaint.Entry{Said: []string{string(said)}}
				if i%2 == 1 {
					d.Machines[0].Desk.Told = []string{"shaft=free", "volts supply=231"}
				}
				s.All(o.At(d))
			}
		}
	}
	files, err := filepath.Glob(filepath.Join("testdata", "*.json"))
	require.NoError(t, err)
	for _, f := range files {
		data, err := os.ReadFile(f)
		require.NoError(t, err)
		cases, err := DecodeCases(data)
		require.NoError(t, err)
		for i, c := range cases {
			if i%5 != 0 {
				continue
			}
			played, err := Play(t.Context(), []Case{c})
			require.NoError(t, err)
			s.All(played)
		}
	}
	s.Hold(t, 3000)
}
