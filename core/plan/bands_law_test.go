package plan_test

import (
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

var number = regexp.MustCompile(`-?\d+(?:\.\d+)?`)

// withoutBand are the figures of supply, protection and load that nobody needs one for:
// what the owner says, what is the least of a table, and what no twin changes.
var withoutBand = []string{"start-asks", "breaker", "conductor", "capacitor-wire", "motor-wire", "relay", "overload",
	"field-wire", "armature-wire", "fuse", "field",
	"limit"}

// Every figure that leans on an estimate says where it may lie, on every bridge, and the
// figure itself lies there.
func TestEveryFigureLiesInItsBand(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(16, 4))
	plates := jobtest.Plates(t)
	var all []document.Document
	for i, c := range plates {
		d := c.Document()
		switch i % 4 {
		case 1:
			d = jobtest.Case(c, r)
		case 2:
			d = jobtest.Case(c, r)
			d.Bridge.Kind = document.KindDrive
		case 3:
			d = streetCase(plates, i, r)
		}
		all = append(all, d)
	}
	for _, c := range directCorpus(t) {
		all = append(all, directCase(c, r))
	}
	banded := map[string]int{}
	for i, d := range all {
		if !jobtest.InPart(t, i/4, 4) { // whole fours: every bridge is in each
			continue
		}
		p := plan.Make(d)
		lists := map[string][]finding.Figure{"motor": p.Motor, "bridge": p.Bridge, "supply": p.Supply,
			"protection": p.Guard, "load": p.Load}
		if p.Drive != nil {
			lists["drive"] = p.Drive.Figures
		}
		if p.DC != nil {
			lists["dc"], lists["held"] = p.DC.Figures, p.DC.Held
		}
		for bay, list := range lists {
			for _, f := range list {
				at := d.Name + " " + d.Bridge.Kind + " " + bay + " " + f.ID + " “" + f.Text + "” in “" + f.Band + "”"
				if f.Band == "" {
					judged := slices.Contains([]string{"supply", "protection", "load"}, bay) ||
						bay == "bridge" && d.Bridge.Kind == document.KindRotary
					if f.Mark == finding.Estimated && judged && !slices.Contains(withoutBand, f.ID) &&
						number.MatchString(f.Text) {
						// Only what every twin has alike: nothing, all of it, a speed that is held itself.
						alike := strings.HasPrefix(f.Text, "0") || strings.HasPrefix(f.Text, "100"+unit.Space)
						require.True(t, alike || bay == "load" && f.ID == "speed" && p.DC != nil, at)
					}
					continue
				}
				banded[d.Bridge.Kind+" "+bay]++
				require.NotContains(t, f.Band, "NaN", at)
				if strings.Contains(f.Band, "or more") || strings.ContainsAny(f.Band, "²G") || f.ID == "idle" &&
					bay == "protection" ||
					f.ID == "usual" && bay == "protection" || f.ID == "full" || f.ID == "relay" {
					continue
				}
				inside(t, f.Text, f.Band, at)
			}
		}
		if p.Rotary != nil {
			for _, m := range p.Rotary.Machines {
				banded["rotary machine"] += machineInItsBands(t, m, d.Name+" "+m.Name)
			}
		}
	}
	for _, where := range []string{"capacitor bridge", "capacitor supply", "capacitor protection", "capacitor load",
		"drive drive", "drive supply", "drive load", "rotary bridge", "rotary supply", "rotary protection",
		"rotary load", "rotary machine", "dc dc", "dc held", "dc supply", "dc load", "dc motor"} {
		require.NotZero(t, banded[where], where)
	}
}

// inside requires that a figure lies in its band, but for what printing both rounds off.
func inside(t *testing.T, text, band, at string) {
	ends := number.FindAllString(band, -1)
	require.GreaterOrEqual(t, len(ends), 2, at)
	low, _ := strconv.ParseFloat(ends[0], 64)
	high, _ := strconv.ParseFloat(ends[1], 64)
	own, _ := strconv.ParseFloat(number.FindString(text), 64)
	slack := 0.011 * math.Max(1, math.Abs(own))
	require.LessOrEqual(t, low, own+slack, at)
	require.GreaterOrEqual(t, high, own-slack, at)
}

// machineInItsBands requires it of what a converter leaves a machine, and counts the bands.
func machineInItsBands(t *testing.T, m rotary.MotorView, at string) (banded int) {
	for text, band := range map[string]string{m.Start: m.StartBand, m.StartTakes: m.StartTakesBand,
		m.Continuous: m.ContinuousBand, m.Falls: m.FallsBand} {
		at := at + " “" + text + "” in “" + band + "”"
		if band == "" {
			require.True(t, !number.MatchString(text) || strings.HasPrefix(text, "0"), at)
			continue
		}
		inside(t, text, band, at)
		banded++
	}
	return banded
}
