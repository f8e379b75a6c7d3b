package bringup_test

import (
	"encoding/json"
	"fmt"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/logbook"
)

type ends struct{ low, high float64 }

func (e ends) Ends(string) (low, high float64, ok bool) { return e.low, e.high, true }
func (e ends) Text(u string) string                     { return fmt.Sprintf("%g to %g %s", e.low, e.high, u) }

// ground is a motor on a capacitor, as the plan makes it.
func ground() bringup.Ground {
	c := &bringup.Card{Plate: "1.1 kW", Joints: []bringup.Line{{Name: "L1", Value: "U1-W2"}},
		Parts:    []bringup.Line{{Name: "Run capacitor", Value: "52 µF"}},
		Settings: []bringup.Line{{Name: "Overload relay", Value: "4.9 A"}}}
	c.Readings = []bringup.Reading{
		bringup.Alike("dead", "Ohms", [3]string{"a", "b", "c"}, [3]float64{5, 5, 5}, finding.Estimated),
		bringup.Expected(bringup.Loaded, "load-supply", "loaded", "Amps", "A", 4.8, ends{4.3, 5.4}, finding.Estimated)}
	return bringup.Ground{Bridge: "capacitor", Plate: "1.1 kW", Card: c, Turns: "clockwise",
		Load: []logbook.Fact{{Name: "Load", Value: "65 %"}}}
}

// shop is a book being written at a machine.
type shop struct {
	t     *testing.T
	gates []bringup.Gate
	book  []logbook.Entry
}

func (s *shop) see() bringup.Progress { return bringup.See(s.gates, s.book) }

func (s *shop) write(e logbook.Entry) {
	e.N = len(s.book) + 1
	e.Taken, e.Who = "2026-03-02T18:00:00Z", "Odile W."
	s.book = append(s.book, e)
}

func (s *shop) read(take string, x float64, words string) {
	s.write(logbook.Entry{Kind: logbook.Reading, Reads: []logbook.Read{{Take: take, Value: x, Words: words}}})
}

// do enters an outcome of a gate as the book's keeper does: what does not count is void.
func (s *shop) do(id bringup.GateID, o logbook.Outcome, words string) string {
	e := logbook.Entry{Kind: logbook.Gate, Gate: string(id), Outcome: o, Words: words}
	v := s.see()
	void, refused := v.Void(&e)
	if g := v.GateOf(string(id)); g != nil {
		e.Title, e.Basis = g.Title, g.Basis
	}
	if e.Void = void; !refused {
		s.write(e)
	}
	return void
}

func (s *shop) state(id bringup.GateID) bringup.State {
	v := s.see()
	return v.GateOf(string(id)).State
}

// through passes every gate with readings inside their bands, up to the one before.
func (s *shop) through(until bringup.GateID) {
	s.t.Helper()
	for _, g := range s.gates {
		if g.ID == until {
			return
		}
		for _, t := range g.Takes {
			switch {
			case t.Unit == "":
				s.read(t.ID, 0, t.Choices[0])
			case t.Low != nil && t.High != nil:
				s.read(t.ID, (*t.Low+*t.High)/2, "")
			case t.High != nil:
				s.read(t.ID, *t.High/2, "")
			case t.Low != nil:
				s.read(t.ID, *t.Low*2, "")
			}
		}
		require.Empty(s.t, s.do(g.ID, logbook.Passed, ""), "%s", g.ID)
	}
}

func TestGatesAreDoneInOrder(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	require.Equal(t, bringup.LockOff, s.see().Next)
	require.Contains(t, s.do(bringup.ProveDead, logbook.Passed, ""), "Lock off", "what waits says for what")
	require.Equal(t, bringup.IsWaiting, s.state(bringup.ProveDead), "a tick before its time does not count")
	s.through("")
	v := s.see()
	require.Empty(t, v.Next)
	require.Equal(t, len(s.gates), v.Passed)
	require.Contains(t, v.Says, "All gates are behind it")
	require.NotContains(t, v.Says, "safe")
}

func TestTheDischargeOpensOnTheReadingAlone(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.read("discharge", 0, "") // before the lock: says nothing
	s.do(bringup.LockOff, logbook.Passed, "")
	s.do(bringup.ProveDead, logbook.Passed, "")
	require.Contains(t, s.do(bringup.Discharge, logbook.Passed, ""), "no reading", "waited for long enough is no "+
		"reading")
	s.read("discharge", 212, "")
	require.Contains(t, s.do(bringup.Discharge, logbook.Passed, "it has stood all night"), "above")
	require.Equal(t, bringup.IsOpen, s.state(bringup.Discharge))
	s.read("discharge", 0.4, "")
	require.Empty(t, s.do(bringup.Discharge, logbook.Passed, ""))
	require.Equal(t, bringup.IsPassed, s.state(bringup.Discharge))
}

func TestSomeGatesCannotBeSkippedAndTheOthersStayVisible(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	for _, id := range []bringup.GateID{bringup.LockOff, bringup.ProveDead, bringup.Discharge, bringup.Earth,
		bringup.Guards} {
		e := logbook.Entry{Kind: logbook.Gate, Gate: string(id), Outcome: logbook.Skipped, Words: "no time"}
		v := s.see()
		why, refused := v.Void(&e)
		require.True(t, refused, "%s", id)
		require.Contains(t, why, "cannot be skipped")
	}
	s.through(bringup.Insulation)
	require.Empty(t, s.do(bringup.Insulation, logbook.Skipped, "no tester in the house"))
	v := s.see()
	require.Equal(t, 1, v.Skipped)
	require.Equal(t, []string{"Insulation skipped by Odile W.: no tester in the house"}, v.Stays)
	require.Equal(t, bringup.Earth, v.Next, "what hangs on it goes on")
	none := bringup.See(nil, s.book)
	require.Equal(t, v.Stays, none.Stays, "also where the plan is not to be fed any more and has no gates")
}

func TestAFailedGateBlocksWhatHangsOnIt(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through(bringup.Earth)
	s.do(bringup.Earth, logbook.Failed, "12 Ω")
	v := s.see()
	guards := v.GateOf(string(bringup.Guards))
	require.False(t, guards.Ready)
	require.Equal(t, bringup.Earth, guards.Blocked, "through the gates between")
	require.Contains(t, guards.Says, "Blocked: “Earth” failed (12 Ω)")
	require.Contains(t, guards.Says, "What next: Do not feed it")
	require.Equal(t, bringup.Earth, v.Next, "the failed one is what is next")
	s.read("earth", 0.3, "")
	require.Empty(t, s.do(bringup.Earth, logbook.Passed, ""), "mended, it passes")
	require.Zero(t, s.see().Failed)
}

// A run that fails means that the box is opened again: the lock comes first again.
func TestAfterAFailedRunItIsLockedOffAgain(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through(bringup.Bump)
	s.do(bringup.Bump, logbook.Failed, "hums and stands")
	v := s.see()
	require.Equal(t, bringup.LockOff, v.Next)
	require.Equal(t, bringup.IsAgain, s.state(bringup.Discharge))
	require.Equal(t, bringup.IsPassed, s.state(bringup.Ohms))
	require.Contains(t, s.do(bringup.Bump, logbook.Passed, ""), "First do")
}

// Each change of the plan opens the gates that stand on it, and says what changed; the others
// stay.
func TestAChangeOpensTheGatesItTouches(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*bringup.Ground)
		opens  []bringup.GateID
		stays  []bringup.GateID
		says   string
	}{
		"a joint": {func(g *bringup.Ground) { g.Card.Joints[0].Value = "U1-V2" },
			[]bringup.GateID{bringup.LockOff, bringup.Match, bringup.Ohms, bringup.Bump, bringup.Loaded,
				bringup.Retorque},
			[]bringup.GateID{bringup.Insulation, bringup.Earth, bringup.Guards, bringup.Settings}, "U1-W2 → U1-V2"},
		"a setting": {func(g *bringup.Ground) { g.Card.Settings[0].Value = "6 A" },
			[]bringup.GateID{bringup.Settings, bringup.Free, bringup.Loaded},
			[]bringup.GateID{bringup.LockOff, bringup.Match, bringup.Ohms, bringup.Bump}, "4.9 A → 6 A"},
		"the capacitor": {func(g *bringup.Ground) { g.Card.Parts[0].Value = "60 µF" },
			[]bringup.GateID{bringup.LockOff, bringup.Discharge, bringup.Bump, bringup.Loaded},
			[]bringup.GateID{bringup.Match, bringup.Ohms, bringup.Earth, bringup.Settings}, "52 µF → 60 µF"},
		"the load": {func(g *bringup.Ground) { g.Load[0].Value = "90 %" },
			[]bringup.GateID{bringup.Guards, bringup.Loaded, bringup.FirstHour},
			[]bringup.GateID{bringup.Bump, bringup.Match}, "65 % → 90 %"},
		"nothing": {func(*bringup.Ground) {}, nil, []bringup.GateID{bringup.LockOff, bringup.Retorque}, ""},
	} {
		s := &shop{t: t, gates: bringup.Gates(ground())}
		s.through("")
		g := ground()
		c.change(&g)
		s.gates = bringup.Gates(g)
		for _, id := range c.opens {
			require.Equal(t, bringup.IsAgain, s.state(id), "%s: %s", name, id)
			v := s.see()
			require.Contains(t, v.GateOf(string(id)).Says, c.says, name)
			require.Contains(t, v.Stays[len(v.Stays)-1], "open again", "%s: on the card", name)
		}
		for _, id := range c.stays {
			require.Equal(t, bringup.IsPassed, s.state(id), "%s: %s", name, id)
		}
	}
}

// The browser part says the same without a network: it reads the same cases.
func TestWhereAReadingStands(t *testing.T) {
	text, err := os.ReadFile("testdata/stands.json")
	require.NoError(t, err)
	var cases []struct {
		Low, High *float64
		Reads     [][2]any
	}
	require.NoError(t, json.Unmarshal(text, &cases))
	require.Greater(t, len(cases), 3)
	for _, c := range cases {
		take := bringup.Take{Unit: "A", Low: c.Low, High: c.High, Band: "a band"}
		for _, r := range c.Reads {
			x, want := r[0].(float64), bringup.Standing(r[1].(string))
			got := take.Stands(x)
			require.Equal(t, want, got, "%v", x)
			sentence := take.Compare(x, "").Sentence
			switch { // words follow figures
			case got == bringup.Above || got == bringup.FarAbove:
				require.Contains(t, sentence, "above")
			case got == bringup.Below || got == bringup.FarBelow:
				require.Contains(t, sentence, "below")
			case got == bringup.Inside:
				require.Contains(t, sentence, "inside")
			}
			require.Equal(t, got.Far(), got == bringup.FarAbove || got == bringup.FarBelow)
		}
	}
}

func TestAFarReadingPassesOnlyWithAWord(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through(bringup.Loaded)
	s.read("load-supply", 11, "")
	require.Contains(t, s.do(bringup.Loaded, logbook.Passed, ""), "wants a word why")
	require.Empty(t, s.do(bringup.Loaded, logbook.Passed, "a stone was in the mill; out now"))
}

func TestThreeOhmsAreAlikeOrAWordIsAsked(t *testing.T) {
	s := &shop{t: t, gates: bringup.Gates(ground())}
	s.through(bringup.Ohms)
	s.read("ohms-1", 5, "")
	s.read("ohms-2", 5.1, "")
	require.Contains(t, s.do(bringup.Ohms, logbook.Passed, ""), "no reading yet of: Ohms c", "two of three are "+
		"not three")
	s.read("ohms-3", 6.2, "")
	require.Contains(t, s.do(bringup.Ohms, logbook.Passed, ""), "differs from the mean of the three")
	s.read("ohms-3", 4.95, "")
	require.Empty(t, s.do(bringup.Ohms, logbook.Passed, ""))
	v := s.see()
	require.Contains(t, v.Sums([3]string{}, [3]string{}, "")[0].Text, "agree within 2")
}

func TestASweepGivesCeilingAndBands(t *testing.T) {
	swept := func(points ...any) bringup.Sweep {
		e := logbook.Entry{Kind: logbook.Reading}
		for i := 0; i < len(points); i += 2 {
			e.Reads = append(e.Reads, logbook.Read{Take: bringup.SweepTake, Value: points[i].(float64),
				Words: points[i+1].(string)})
		}
		return bringup.SweepOf([]logbook.Entry{e})
	}
	require.Contains(t, swept(20.0, "quiet").Says, "2 more frequencies")
	for i, w := range swept().Words {
		require.Equal(t, i > 1, swept(20.0, w).Points[0].Rough, "%s: the first two are run at", w)
	}
	s := swept(20.0, "quiet", 60.0, "shakes badly", 30.0, "quiet", 34.0, "shakes", 38.0, "hums", 56.0, "shakes", 50.0,
		"quiet")
	require.InDelta(t, 53, s.From, 1e-9, "half way between the last quiet one and the first that shakes")
	require.Equal(t, [][2]float64{{32, 36}}, s.Skip)
	require.Equal(t, []finding.Setting{{Path: "bridge.drive.shakes", Value: "53 Hz"}, {Path: "bridge.drive.skip",
		Value: "32-36"}}, s.Into.Sets)
	quiet := swept(20.0, "quiet", 40.0, "quiet", 60.0, "hums")
	require.Nil(t, quiet.Into)
	require.Contains(t, quiet.Says, "Between and beyond nobody has listened")
}

func TestDeratingAsTheTradeHasIt(t *testing.T) {
	for percent, left := range map[float64]float64{0: 1, 1: 1, 2: 0.95, 2.5: 0.915, 3: 0.88, 4: 0.82, 5: 0.75, 5.1: 0} {
		require.InDelta(t, left, bringup.Derate(percent), 1e-9, "%v", percent)
	}
}
