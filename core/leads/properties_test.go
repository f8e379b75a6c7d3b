package leads_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

var planned = []leads.Kind{leads.Six, leads.NineStar, leads.NineDelta, leads.Twelve}

// someJoints draws any joints of a kind's leads and lines.
func someJoints(t *rapid.T, k leads.Kind) leads.Joints {
	names := append(slices.Clone(leads.Lines), k.Terminals()...)
	order := rapid.Permutation(names).Draw(t, "order")
	var groups []string
	for len(order) > 0 {
		n := min(len(order), rapid.IntRange(1, 5).Draw(t, "in one joint"))
		if n > 1 {
			groups = append(groups, strings.Join(order[:n], "-"))
		}
		order = order[n:]
	}
	text := "open"
	if len(groups) > 0 {
		text = strings.Join(groups, "; ")
	}
	j, err := leads.Parse(text, leads.Naming("").For(k), k)
	require.NoError(t, err, text)
	return j
}

// Whatever is joined is printed in every naming that the kind has and read back
// as the same joints.
func TestAnyJointsPrintAndReadBackInEveryNaming(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(planned).Draw(t, "kind")
		j := someJoints(t, k)
		for _, n := range leads.Namings {
			if n.For(k) != n {
				continue
			}
			again, err := leads.Parse(j.Print(n), n, k)
			require.NoError(t, err, j.Print(n))
			require.True(t, j.Equal(again), "%s: %s", n, j.Print(n))
		}
	})
}

// Two coils side by side with opposed senses are found by the direct-current
// circuit too: their loop reads hardly any ohms between the coil's own ends,
// and only then are they said to fight.
func TestFightingCoilsAreTwoOfOnePhaseInALoop(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(planned[1:]).Draw(t, "kind")
		j := someJoints(t, k)
		coils, inside := leads.Coils(k, "")
		all := append(slices.Clone(inside), j...)
		a, b, fight := leads.Fighting(coils, all)
		if !fight {
			return
		}
		node := func(name string) string {
			for changed := true; changed; {
				changed = false
				for _, g := range all {
					if slices.Contains(g, name) && slices.Min(g) < name {
						name, changed = slices.Min(g), true
					}
				}
			}
			return name
		}
		var x, y int
		for i, c := range coils {
			if c.Name == a {
				x = i
			}
			if c.Name == b {
				y = i
			}
		}
		require.Equal(t, coils[x].AxisDeg, coils[y].AxisDeg)
		require.Equal(t, node(coils[x].Start), node(coils[y].Finish))
		require.Equal(t, node(coils[x].Finish), node(coils[y].Start))
	})
}

// Each mistake differs from what is wanted in joints, coils or bridge, and
// names leads in the motor's own words.
func TestEveryMistakeIsAMistake(t *testing.T) {
	for _, k := range planned {
		for _, naming := range leads.Namings {
			if naming.For(k) != naming {
				continue
			}
			h := leads.Hand{Kind: k, Naming: naming}
			for _, table := range k.Layout().Tables {
				wanted := k.JointsFor(table.Way)
				seen := map[string]bool{}
				for _, m := range leads.Mistakes(h, wanted) {
					require.False(t, seen[m.ID], m.ID)
					seen[m.ID] = true
					changed := !m.Joints.Equal(wanted) || m.NoCapacitor || m.OtherLine || m.StartLeftIn || m.Can > 0 ||
						len(m.Bridged) > 0
					for _, c := range m.Coils {
						changed = changed || c.Finish == leads.BrokenEnd
					}
					require.True(t, changed, "%s %s: %s", k, table.Way, m.ID)
					require.NotEmpty(t, m.About)
				}
				require.True(t, seen["open-coil"] && seen["no-capacitor"] && seen["missed-wire"], "%s %s", k, table.Way)
			}
		}
	}
}

// The ohms between the lines of any joints are those of a reciprocal circuit:
// never negative, and none is more than the other two together.
func TestLineOhmsObeyTheTriangle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(planned).Draw(t, "kind")
		coils, inside := leads.Coils(k, "")
		whole := rapid.Float64Range(0.3, 40).Draw(t, "Ω")
		ohm := leads.LineOhms(coils, append(slices.Clone(inside), someJoints(t, k)...), whole)
		for i, r := range ohm {
			if math.IsNaN(r) || math.IsNaN(ohm[(i+1)%3]) || math.IsNaN(ohm[(i+2)%3]) {
				continue
			}
			require.GreaterOrEqual(t, r, -1e-3*whole)
			require.LessOrEqual(t, r, (ohm[(i+1)%3]+ohm[(i+2)%3])*1.001+1e-3*whole)
		}
	})
}

// A cap is big enough for its wires, and none smaller would be.
func TestTheSmallestCapThatHoldsItIsTaken(t *testing.T) {
	table, err := leads.ParseCaps("small: 2 × 18 AWG to 3 × 14 AWG\nmiddle: 2 × 14 AWG to 4 × 12 AWG\nlarge: 3 × 12 " +
		"AWG to 5 × 10 AWG")
	require.NoError(t, err)
	for _, k := range planned[1:] {
		for _, way := range k.Layout().Tables {
			for _, awg := range []int{18, 14, 12} {
				for _, c := range leads.CapsFor(k.JointsFor(way.Way), leads.T, unit.Conductor{AWG: awg},
					unit.Conductor{AWG: 12}, table) {
					at := slices.IndexFunc(table, func(s leads.CapSize) bool { return s.Name == c.Size })
					if at < 0 {
						require.NotEmpty(t, c.Note, "why there is none")
						continue
					}
					require.True(t, table[at].Least <= c.Area && c.Area <= table[at].Most, "%s in %s", c.Joint, c.Size)
					for _, smaller := range table[:at] {
						require.False(t, smaller.Least <= c.Area && c.Area <= smaller.Most, "%s would go into %s",
							c.Joint, smaller.Name)
					}
				}
			}
		}
	}
}

// Whatever is typed as a round, a table of caps or joints, reading it never
// breaks, and what it takes it takes the same again.
func FuzzWhatIsTypedAboutLeads(f *testing.F) {
	for _, seed := range []string{"1 4 1.1\n2 frame open", "T1-T7; L2-T2", "small: 2 × 18 AWG to 3 × 14 AWG",
		"1-2 4-5 2.9\n1-2+4-5 up", "P1 P2 thermal", "∞ ∞ ∞", "1 1 1"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		touches, _ := leads.ReadRound(leads.Round{Tags: "9", Zero: "0.2", Touches: text, Senses: text, LowVolts: "12"})
		v := touches.Verdict()
		again, _ := leads.ReadRound(leads.Round{Tags: "9", Zero: "0.2", Touches: text, Senses: text, LowVolts: "12"})
		require.Equal(t, v, again.Verdict())
		if v.Settled {
			require.NotEqual(t, finding.Stop, v.Grade)
		}
		_, _ = leads.ParseCaps(text)
		leads.Extras(text)
		for _, k := range planned {
			if j, err := leads.Parse(text, leads.Naming("").For(k), k); err == nil && len(j) > 0 {
				back, err := leads.Parse(j.Print(leads.Naming("").For(k)), leads.Naming("").For(k), k)
				require.NoError(t, err)
				require.True(t, j.Equal(back))
			}
		}
	})
}
