package plan_test

import (
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

var oneFigure = regexp.MustCompile(`^(\d+(?:[.,]\d+)?)\s*\S{0,4}$`)

// readingAt is how an entry of a plan was read; nil where it was not.
func readingAt(p plan.Plan, path string) *finding.Reading {
	i := slices.IndexFunc(p.Readings, func(r finding.Reading) bool { return r.Path == path })
	if i < 0 {
		return nil
	}
	return &p.Readings[i]
}

// Law 17: each entry of one figure takes its own example, and refuses the same figure in a unit that it
// does not know, naming what was found and what would do; nothing is computed of it.
func TestAUnitIsReadOrRefused(t *testing.T) {
	t.Parallel()
	base := map[string]document.Document{}
	for _, d := range documents() {
		base[d.Bridge.Kind] = d
	}
	tried := 0
	for _, e := range entry.Of(reflect.TypeFor[document.Document]()) {
		m := oneFigure.FindStringSubmatch(e.Example)
		if e.Kind != entry.Text || m == nil || strings.HasPrefix(e.Path, "workshop.") ||
			// a name; money of any place
			strings.HasSuffix(e.Path, ".frame") || strings.HasSuffix(e.Path, "kilowatt_hour") {
			continue
		}
		d := base[document.KindCapacitor]
		if part := strings.Split(e.Path, "."); part[0] == "bridge" && base[part[1]].Name != "" {
			d = base[part[1]]
		}
		path := strings.ReplaceAll(e.Path, "*", d.Machines[0].ID)
		good := readingAt(plan.Make(jobtest.With(d, path, e.Example)), path)
		if good == nil || good.Problem != "" { // not read on this bridge
			continue
		}
		tried++
		for _, wrong := range []string{m[1] + " lx", m[1] + " parsec", m[1] + " °F·s"} {
			bad := readingAt(plan.Make(jobtest.With(d, path, wrong)), path)
			if assert.NotNil(t, bad, "%s at %s", wrong, path) {
				assert.NotEmpty(t, bad.Problem, "%s is taken for %q at %s", wrong, bad.ReadAs, path)
				assert.NotEmpty(t, bad.Wanted, path)
			}
		}
	}
	require.Greater(t, tried, 40)
}

// Prefixes are never guessed: M is not m, on every entry that takes ohms, megohms or microfarads.
func TestAPrefixIsKept(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	for _, c := range []struct{ path, typed, as string }{
		{"machines.m1.plate.winding_ohms", "0.0076 kΩ", "7.6"},
		{"machines.m1.plate.winding_ohms", "7600 mΩ", "7.6"},
		{"machines.m1.leads.insulation", "20 MΩ", "20"},
		{"machines.m1.leads.insulation", "20000 kΩ", "20"},
		{"bridge.capacitor.microfarad", "52 MFD", "52"},
		{"bridge.capacitor.microfarad", "52 mfd", "52"},
		{"bridge.capacitor.microfarad", "52000 nF", "52"},
		{"bridge.capacitor.microfarad", "0.052 mF", ""},
		{"machines.m1.leads.insulation", "20 mΩ", ""},
	} {
		r := readingAt(plan.Make(jobtest.With(d, c.path, c.typed)), c.path)
		require.NotNil(t, r, c.path)
		if c.as == "" {
			assert.True(t, r.Problem != "" || !strings.HasPrefix(r.ReadAs, "20"), "%s is taken for %s", c.typed,
				r.ReadAs)
			continue
		}
		assert.Empty(t, r.Problem, c.typed)
		assert.True(t, strings.HasPrefix(r.ReadAs, c.as), "%s is taken for %q", c.typed, r.ReadAs)
	}
}
