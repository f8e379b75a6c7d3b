package leads_test

import (
	"fmt"
	"math"
	"math/cmplx"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/leads"
)

// bench is a hidden motor: it answers experiments as a meter would, by a
// circuit of its own that the sorter never sees.
type bench struct {
	kind  leads.Kind
	names map[string]string // tag → terminal
	eq    circuit.Equivalent
	rng   *rand.Rand
}

func hidden(k leads.Kind, rng *rand.Rand) (b bench, groups [][]string, corners []string) {
	w := k.Layout()
	b = bench{kind: k, names: map[string]string{}, rng: rng}
	// Every motor has its own leakage, and magnetises as it likes.
	b.eq = leads.TypicalEquivalent(60)
	scale := 0.8 + 0.5*rng.Float64()
	b.eq.R1Ohm, b.eq.X1Ohm, b.eq.X2Ohm, b.eq.XmOhm = b.eq.R1Ohm*scale, b.eq.X1Ohm*scale, b.eq.X2Ohm*scale,
		b.eq.XmOhm*(0.6+rng.Float64())
	tags := make([]string, len(w.Terminals))
	for i := range tags {
		tags[i] = fmt.Sprint(i + 1)
	}
	rng.Shuffle(len(tags), func(i, j int) { tags[i], tags[j] = tags[j], tags[i] })
	tag := map[string]string{}
	for i, t := range w.Terminals {
		b.names[tags[i]], tag[t] = t, tags[i]
	}
	for _, g := range w.Groups() {
		var own []string
		for _, t := range g {
			own = append(own, tag[t])
		}
		slices.Sort(own)
		groups = append(groups, own)
	}
	rng.Shuffle(len(groups), func(i, j int) { groups[i], groups[j] = groups[j], groups[i] })
	slices.SortStableFunc(groups, func(a, b []string) int { return len(a) - len(b) })
	if k == leads.NineDelta {
		corners = []string{tag["T1"], tag["T2"], tag["T3"]}
	}
	return b, groups, corners
}

// read puts a meter on, with 1.5 % of the volts fed as the doubt of its scale.
func (b bench) read(t require.TestingT, e leads.Experiment, m leads.Method) leads.Sense {
	w := b.kind.Layout()
	c := circuit.Circuit{FrequencyHz: 60, Reference: b.names[e.Feed[1]],
		Sources:  []circuit.Source{{Name: "fed", From: b.names[e.Feed[0]], To: b.names[e.Feed[1]], VoltsRMS: 12}},
		Machines: []circuit.Machine{{Name: "m", Equivalent: b.eq, Slip: 1, Coils: w.Coils}}}
	if e.Series {
		c.Joints = [][]string{{b.names[e.Feed[1]], b.names[e.Read[0]]}}
	}
	s, err := circuit.Compile(&c)
	require.NoError(t, err)
	require.NoError(t, s.Solve())
	from := e.Read[0]
	if e.Series {
		from = e.Feed[0]
	}
	v := s.Volts(b.names[from], b.names[e.Read[1]])
	x := leads.Sense{Experiment: e}
	if m == leads.Flick {
		x.Flick = true
		if math.Abs(real(v)) > 0.4 {
			x.Kick = int(math.Copysign(1, real(v)))
		}
		return x
	}
	x.Share = max(0, cmplx.Abs(v)/12+(b.rng.Float64()-0.5)*0.03)
	return x
}

// lie is another reading that somebody could have noted.
func (b bench) lie(x leads.Sense) leads.Sense {
	if x.Flick {
		x.Kick = (x.Kick+2+b.rng.IntN(2))%3 - 1
		return x
	}
	if x.Series {
		x.Share = 2 - x.Share
	} else if x.Share < 0.06 {
		x.Share += 0.2
	} else {
		x.Share /= 2
	}
	return x
}

// equivalent says whether two labellings differ only by what no reading tells.
func equivalent(k leads.Kind, truth, got map[string]string) bool {
	for _, sym := range k.Layout().Symmetries() {
		same := true
		for tag, t := range truth {
			if got[tag] != sym[t] {
				same = false
			}
		}
		if same {
			return true
		}
	}
	return false
}

// find sorts one hidden motor out and says in how many readings, with one of
// them false where lieAt is not negative.
func find(t require.TestingT, k leads.Kind, m leads.Method, rng *rand.Rand, lieAt int) (readings, classes int) {
	b, groups, corners := hidden(k, rng)
	return b.sort(t, m, groups, corners, lieAt)
}

// sort lets the sorter ask until it has settled, and holds it to the truth.
func (b bench) sort(t require.TestingT, m leads.Method, groups [][]string, corners []string, lieAt int) (readings,
	classes int) {
	k := b.kind
	c, err := leads.Couple(k, leads.TypicalEquivalent(60), 60)
	require.NoError(t, err)
	s := leads.NewSorter(k, groups, corners, c, m)
	require.NotNil(t, s)
	for range 40 {
		names, ok := s.Settled()
		if ok {
			require.True(t, equivalent(k, b.names, names), "%s by %s: hidden %v, found %v", k, m, b.names, names)
			return readings, s.Classes()
		}
		e, _, ok := s.Next(groups)
		require.True(t, ok, "%s by %s: nothing left to ask after %d readings", k, m, readings)
		x := b.read(t, e, m)
		if readings == lieAt {
			x = b.lie(x)
		}
		s.Take(x)
		readings++
	}
	require.Fail(t, "no end", "%s by %s after %d readings", k, m, readings)
	return 0, 0
}

// budgets of readings: log2 of the labellings that readings can tell apart and
// two more, three further with one false reading. Twelve leads by flick only
// are allowed one more: a flick says no more than a sign.
func budget(classes int, lied bool, k leads.Kind, m leads.Method) int {
	n := int(math.Ceil(math.Log2(float64(classes)))) + 2
	if lied {
		n += 3
	}
	if k == leads.Twelve && m == leads.Flick {
		n++
	}
	return n
}

// The sorter finds random hidden labellings up to what no reading tells apart,
// by either method, also with one false reading, within the budget. With -v it
// prints the table that docs/engine.md keeps.
func TestLabellingFindsTheTruth(t *testing.T) {
	want := map[leads.Kind]int{leads.Six: 4, leads.NineStar: 48, leads.NineDelta: 8, leads.Twelve: 480}
	for _, m := range []leads.Method{leads.AC, leads.Flick} {
		for _, k := range []leads.Kind{leads.Six, leads.NineStar, leads.NineDelta, leads.Twelve} {
			t.Run(string(m)+" "+string(k), func(t *testing.T) {
				t.Parallel()
				rng := rand.New(rand.NewPCG(7, uint64(len(k))))
				n := 40
				if k == leads.Twelve {
					n = 6
				}
				for _, lie := range []bool{false, true} {
					most, total, classes := 0, 0, 0
					for range n {
						at := -1
						if lie {
							at = rng.IntN(4)
						}
						r, c := find(t, k, m, rng, at)
						most, total, classes = max(most, r), total+r, c
						require.LessOrEqual(t, r, budget(c, lie, k, m))
					}
					require.Equal(t, want[k], classes)
					t.Logf("| %s | %s | %t | %d | %.1f | %.2f | %d |", k, m, lie, classes, math.Log2(float64(classes)),
						float64(total)/float64(n), most)
				}
			})
		}
	}
}

// Coils that feel each other far less than was assumed are sorted out all the
// same, never wrongly, in a few readings more: the readings themselves tell how
// much they do.
func TestASmallMotorsLeakageIsNotTakenForABadMeter(t *testing.T) {
	for _, k := range []leads.Kind{leads.Six, leads.NineStar, leads.NineDelta, leads.Twelve} {
		t.Run(string(k), func(t *testing.T) {
			t.Parallel()
			rng := rand.New(rand.NewPCG(3, 5))
			n := 40
			if k == leads.Twelve {
				n = 8
			}
			for _, leak := range []float64{1.7, 2.5, 4, 6} {
				for range n {
					b, groups, corners := hidden(k, rng)
					b.eq.R1Ohm, b.eq.X1Ohm, b.eq.X2Ohm = b.eq.R1Ohm*leak, b.eq.X1Ohm*leak, b.eq.X2Ohm*leak
					readings, _ := b.sort(t, leads.AC, groups, corners, -1)
					require.LessOrEqual(t, readings, 12, "leakage %g times the usual", leak)
				}
			}
		})
	}
}

// A person's own round and readings, from tape names to sleeves: nine leads in
// delta, entered as text, with one reading noted wrong.
func TestARoundAndReadingsAsText(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 9))
	for lieAt := -1; lieAt < 3; lieAt++ {
		b, _, _ := hidden(leads.NineDelta, rng)
		r := leads.Round{Tags: "9", Zero: "0.3", LowVolts: "12"}
		coil := map[string][2]string{}
		for _, c := range leads.NineDelta.Layout().Coils {
			coil[c.Name] = [2]string{c.Start, c.Finish}
		}
		ohms := func(x, y string) string {
			p, q := b.names[x], b.names[y]
			one := map[string]bool{}
			for _, c := range coil {
				if c[0] == p || c[1] == p {
					one[c[0]], one[c[1]] = true, true
				}
				if c[0] == p && c[1] == q || c[0] == q && c[1] == p {
					return "1.5"
				}
			}
			for _, c := range coil {
				if one[c[0]] && c[1] == q || one[c[1]] && c[0] == q {
					return "2.7"
				}
			}
			return "open"
		}
		touched := 0
		for {
			ts, readings := leads.ReadRound(r)
			require.Empty(t, problems(readings))
			v := ts.Verdict()
			if len(v.Next) == 0 {
				require.True(t, v.Settled)
				require.Equal(t, leads.NineDelta, v.Kind)
				require.Len(t, v.Corners, 3)
				for _, c := range v.Corners {
					require.Contains(t, []string{"T1", "T2", "T3"}, b.names[c])
				}
				require.Less(t, v.Spread, 1e-9)
				break
			}
			r.Touches += v.Next[0] + " " + v.Next[1] + " " + ohms(v.Next[0], v.Next[1]) + "\n"
			touched++
			require.Less(t, touched, 30)
		}
		hand := leads.Hand{Naming: leads.T, Kind: leads.NineDelta, Box: leads.Ends}
		for n := 0; ; n++ {
			ts, _ := leads.ReadRound(r)
			got, readings := leads.Label(r, hand, ts.Verdict(), leads.TypicalEquivalent(60), 60)
			require.Empty(t, problems(readings))
			if got.Settled {
				names := map[string]string{}
				for _, l := range got.Names {
					names[l.Tag] = l.Terminal
				}
				require.True(t, equivalent(leads.NineDelta, b.names, names))
				require.Equal(t, lieAt >= 0, got.False != "", "a false reading is named: %q", got.False)
				require.NotEmpty(t, got.Same)
				break
			}
			require.NotNil(t, got.Ask)
			e := leads.Experiment{Feed: [2]string(got.Ask.Feed), Read: [2]string(got.Ask.Read)}
			if len(got.Ask.Joined) > 0 {
				e.Series, e.Read[0] = true, got.Ask.Joined[1]
			}
			require.Equal(t, e.String(), got.Ask.Key)
			x := b.read(t, e, leads.AC)
			if n == lieAt {
				x = b.lie(x)
			}
			r.Senses += fmt.Sprintf("%s %.2f\n", got.Ask.Key, 12*x.Share)
			require.Less(t, n, 12)
		}
	}
}

func BenchmarkLabelTwelve(b *testing.B) {
	rng := rand.New(rand.NewPCG(1, 1))
	_, groups, _ := hidden(leads.Twelve, rng)
	for b.Loop() {
		c, err := leads.Couple(leads.Twelve, leads.TypicalEquivalent(60), 60)
		if err != nil {
			b.Fatal(err)
		}
		s := leads.NewSorter(leads.Twelve, groups, nil, c, leads.AC)
		if _, _, ok := s.Next(groups); !ok {
			b.Fatal("nothing to ask")
		}
	}
}
