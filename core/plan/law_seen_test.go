package plan_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/jobtest"
)

// unseenAt is what a plan says of a device that nobody has seen, at an entry.
func unseenAt(p plan.Plan, path string) *finding.Finding {
	i := slices.IndexFunc(p.Findings, func(f finding.Finding) bool {
		return f.ID == finding.DeviceUnseen && slices.Contains(f.Entries, path)
	})
	if i < 0 {
		return nil
	}
	return &p.Findings[i]
}

// asSeen is a plan without what is said of states: what of it must not change with them.
func asSeen(p plan.Plan) (out []string) {
	for _, f := range p.Findings {
		if f.ID == finding.DeviceUnseen {
			continue
		}
		grade := f.Grade
		if grade == finding.Note {
			grade = finding.Good
		}
		out = append(out, fmt.Sprintf("%s %s %s", f.ID, grade, f.Sentence))
	}
	slices.Sort(out)
	return out
}

// seenLaw is law 20: what a plan's button notes of a device is wanted, open and not green; bought
// it is still not there; seen it is judged as what anybody found. The judgement is the same.
func seenLaw(d document.Document) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	p := plan.Make(d)
	for _, f := range p.Findings {
		if f.ID == finding.DeviceUnseen {
			breaks("20: a file without states has %q", f.Sentence)
		}
		for _, c := range f.Cures {
			value, n := device.Split(c.Value)
			if n.State != device.Wanted {
				continue
			}
			noted := plan.Make(taken(d, c))
			open := unseenAt(noted, c.Path)
			if open == nil || open.Grade != finding.Open {
				breaks("20: %q of %s is noted and nobody is asked whether it is there", c.Label, f.ID)
				continue
			}
			for _, g := range noted.Findings {
				if g.Grade == finding.Good && slices.Contains(g.Entries, c.Path) {
					breaks("20: %s is green over what nobody has seen (%s)", g.ID, g.Sentence)
				}
			}
			for _, b := range noted.Buys {
				if b.Own && strings.HasSuffix(c.Path, "."+b.ID) {
					breaks("20: the part %s is there before it is bought", b.ID)
				}
			}
			bought := plan.Make(taken(taken(d, c), open.Cures[1]))
			if g := unseenAt(bought, c.Path); g == nil || g.Grade != finding.Note {
				breaks("20: %q bought is not told from wanted or from seen", c.Label)
			}
			there := plan.Make(taken(taken(d, c), open.Cures[0]))
			if unseenAt(there, c.Path) != nil {
				breaks("20: %q seen is still asked for", c.Label)
			}
			plain := taken(d, c)
			if value == "" {
				value = "yes"
			}
			plain = jobtest.With(plain, c.Path, value)
			if c.And.Path != "" {
				and, _ := device.Split(c.And.Value)
				plain = jobtest.With(plain, c.And.Path, and)
			}
			if was, is := asSeen(plan.Make(plain)), asSeen(noted); !slices.Equal(was, is) {
				breaks("20: a state changes the judgement of %s (%v / %v)", c.Label, was, is)
			}
		}
	}
	return broken
}

func TestADeviceExistsWhenSomebodyHasSeenIt(t *testing.T) {
	jobtest.OverUnlike(t, 4, seenLaw)
}

func TestWhatNobodyHasSeenIsNotGreenOverTheCorpus(t *testing.T) {
	t.Parallel()
	step := 16
	if *jobtest.All {
		step = 1
	}
	noted := 0
	for i, c := range jobtest.Plates(t) {
		if i%step != 0 {
			continue
		}
		d := jobtest.Case(c, rand.New(rand.NewPCG(uint64(i), 20)))
		assert.Empty(t, seenLaw(d), c.ID)
		for _, f := range plan.Make(d).Findings {
			for _, cure := range f.Cures {
				if _, n := device.Split(cure.Value); n.State == device.Wanted {
					noted++
				}
			}
		}
	}
	require.Greater(t, noted, 10)
}

// A record keeps who and when, in the reading and in the parts; a choice is wanted by itself.
func TestARecordSaysWhoAndWhen(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d = jobtest.With(d, "machines.m1.protection.breaker", "10 A, bought 2026-11-30 Ada")
	p := plan.Make(d)
	f := unseenAt(p, "machines.m1.protection.breaker")
	require.NotNil(t, f)
	require.Equal(t, "Bought on 2026-11-30 by Ada, not seen here yet: breaker, 10 A.", f.Sentence)
	i := slices.IndexFunc(p.Buys, func(b bridge.Buy) bool { return b.ID == "breaker" })
	require.GreaterOrEqual(t, i, 0)
	require.False(t, p.Buys[i].Own)
	require.Contains(t, p.Buys[i].Note, "bought on 2026-11-30 by Ada, not seen here yet")
	d = jobtest.With(d, "machines.m1.protection.breaker", "10 A, seen 2026-11-30 Ada")
	p = plan.Make(d)
	require.Nil(t, unseenAt(p, "machines.m1.protection.breaker"))
	require.True(t, p.Buys[i].Own)
	for _, r := range p.Readings {
		require.Empty(t, r.Problem, r.Path)
	}
}
