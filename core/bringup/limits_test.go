package bringup_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/logbook"
)

// A gate opens on a reading just inside its limit, and not on one just outside; what is felt at the
// bearing is told, and opens nothing.
func TestGatesJustInsideAndJustOutside(t *testing.T) {
	linked := ground()
	linked.Bridge, linked.Link = "drive", true
	for name, c := range map[string]struct {
		ground          bringup.Ground
		gate            bringup.GateID
		take            string
		inside, outside float64
	}{
		"a charge on a can":    {ground(), bringup.Discharge, "discharge", 5, 5.1},
		"a charge on the link": {linked, bringup.Discharge, "discharge", 50, 50.1},
		"insulation":           {ground(), bringup.Insulation, "insulation", 1, 0.99},
		"earth":                {ground(), bringup.Earth, "earth", 1, 1.01},
	} {
		for value, opens := range map[float64]bool{c.inside: true, c.outside: false} {
			s := &shop{t: t, gates: bringup.Gates(c.ground)}
			s.through(c.gate)
			s.read(c.take, value, "")
			void := s.do(c.gate, logbook.Passed, "")
			require.Equal(t, opens, void == "" && s.state(c.gate) == bringup.IsPassed, "%s: %g: %s", name, value, void)
		}
	}
	for _, g := range bringup.Gates(ground()) {
		for _, one := range g.Takes {
			if one.Unit == "mm/s" {
				require.Equal(t, 2.8, *one.High, one.ID)
			}
		}
	}
}
