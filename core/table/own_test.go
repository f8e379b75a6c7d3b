package table_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/table"
	"graybridge/core/unit"
)

func house() *table.Own {
	return &table.Own{Format: table.OwnFormat, Version: 1, Name: "House tables", Source: "cord maker's sheet",
		Cord:       []table.Carries{{Size: "1 mm²", Amps: 10}, {Size: "1.5 mm²", Amps: 16}},
		Conductors: []table.Carries{{Size: "1.5 mm²", Amps: 14}, {Size: "2.5 mm²", Amps: 18.5}}}
}

// The workshop's own table goes before the product's, brings what it has none of, keeps its
// source, and ends where it ends.
func TestAWorkshopsOwnTables(t *testing.T) {
	lies := func(cable table.Cable, mm2 float64, own *table.Own) table.Carried {
		return table.Laid{Conductor: unit.Conductor{SquareMM: mm2}, Cable: cable, AirC: math.NaN(), Own: own}.Carries()
	}
	require.NotEmpty(t, lies(table.Cord, 1.5, nil).Beyond, "cord has no table of the product's")
	cord := lies(table.Cord, 1.5, house())
	require.InDelta(t, 16, cord.Amps, 1e-9)
	require.Equal(t, "cord maker's sheet", cord.Source)
	require.NotEmpty(t, lies(table.Cord, 2.5, house()).Beyond, "beyond its end nothing is computed")
	require.NotEmpty(t, lies(table.Cord, 0.75, house()).Beyond, "nor before its beginning")
	require.InDelta(t, 18.5, lies(table.Conduit, 2.5, house()).Amps, 1e-9)
	require.InDelta(t, 23, lies(table.Conduit, 2.5, nil).Amps, 1e-9)
}

func TestOwnTablesThatCannotBeUsed(t *testing.T) {
	require.Empty(t, house().Check())
	bad := *house()
	bad.Source, bad.Version = " ", 2
	bad.Cord = []table.Carries{{Size: "2.5 mm²", Amps: 20}, {Size: "1.5 mm²", Amps: 25}, {Size: "thick", Amps: 4}}
	bad.Glands = []table.Gland{{Name: "M20", From: 12, To: 6}}
	bad.Torques = []table.Torque{{Terminal: "M4", Nm: 0}}
	paths := map[string]bool{}
	for _, p := range bad.Check() {
		paths[p.Path] = true
		require.NotEmpty(t, p.Wanted)
	}
	for _, want := range []string{"version", "source", "cord[1].size", "cord[2].size", "cord[2].amps",
		"glands[0].to_mm", "torques[0].nm"} {
		require.True(t, paths[want], want)
	}
}
