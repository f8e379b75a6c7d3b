package plan_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// A film ends where the phasors stand: the last of its supply amps are those of the
// machine idling beside the idler, within a few percent of the iron loss that
// the time domain leaves out.
func TestAFilmEndsWhereThePhasorsStand(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom().Of("m2")
	d.Machines[0].Load.Share, d.Machines[0].Load.Lightest, d.Machines[0].Load.Heaviest = "60 %", "60 %", ""
	p := plan.Make(d)
	film, ok := filmed(d)
	require.True(t, ok)
	require.True(t, film.Up)
	require.Equal(t, "m2", film.Speeds[0].ID)
	require.Len(t, film.Speeds, 2, "the crusher is kept apart: it stands")
	var want float64
	for _, s := range p.Rotary.States {
		if s.ID == "m2" {
			want = amps(t, s.Supply)
		}
	}
	require.InEpsilon(t, want, film.Amps[len(film.Amps)-1]/math.Sqrt2, 0.06)
	last := film.Speeds[0].RPM[len(film.Speeds[0].RPM)-1]
	require.InDelta(t, amps(t, p.Wanted.RPM), last, 15)
}

// A machine of the street stands there as the plan judges it: what its heaviest asks over
// plate on any supply is no stop of the converter, on the street as in what the plan says.
func TestTheStreetGradesAsThePlanDoes(t *testing.T) {
	t.Parallel()
	seen := map[finding.Grade]int{}
	for heaviest := 70; heaviest <= 160; heaviest += 10 {
		for _, cans := range []string{"", "60", "140", "260"} {
			d := scenario.ClayRoom()
			d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = cans, ""
			d.Machines[0].Load.Heaviest = strconv.Itoa(heaviest) + " %"
			p := plan.Make(d)
			stops := false
			for _, f := range p.Findings {
				stops = stops || f.Bay == finding.Bridge && f.Grade == finding.Stop
			}
			worst := finding.Good
			for _, m := range p.Rotary.Machines {
				if m.Grade.Rank() < worst.Rank() {
					worst = m.Grade
				}
			}
			seen[worst]++
			require.Equal(t, stops, worst == finding.Stop, "heaviest %d %%, cans %q", heaviest, cans)
		}
	}
	require.Greater(t, seen[finding.Stop], 3)
	require.Greater(t, seen[finding.Caution], 3)
}

// Every way to start the idler brings it up, and a start capacitor leaves at its drop-out.
func TestTheIdlersFilm(t *testing.T) {
	t.Parallel()
	for _, by := range []rotary.StartBy{rotary.ByRope, rotary.ByPony, rotary.ByButton, rotary.ByRelay} {
		for _, way := range []rotary.Way{rotary.Forward, rotary.Backward} {
			d := scenario.ClayRoom()
			d.Bridge.Rotary.StartBy, d.Bridge.Rotary.Spun = by, way
			film, ok := filmed(d)
			require.True(t, ok)
			require.True(t, film.Up, "%s %s", by, way)
			out := 0
			for _, m := range film.Marks {
				if m.Text == "start capacitor out" {
					out++
				}
			}
			require.Equal(t, by.ByCapacitor(), out == 1)
			require.Less(t, film.Speeds[0].RPM[0], film.Sync*1.02)
		}
	}
	_, ok := filmed(scenario.Blunger())
	require.False(t, ok, "a run capacitor has a film of its own")
}

// Spun the wrong way on cans for the other is said before anything burns, and exchanging
// the banks mends it.
func TestSpunTheWrongWay(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom().Of("m2")
	d.Machines[0].Load.Heaviest = ""
	d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "160", "15"
	right := plan.Make(d)
	require.NotEqual(t, finding.Stop, found(right, rotary.IDWorst).Grade)
	require.NotNil(t, found(right, rotary.IDTrap), "the trap is named")
	d.Bridge.Rotary.Spun = rotary.Backward
	wrong := plan.Make(d)
	require.Equal(t, finding.Stop, found(wrong, rotary.IDWorst).Grade)
	require.False(t, wrong.Card.Ready)
	d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "15", "160"
	mended := plan.Make(d)
	require.InDelta(t, found(right, rotary.IDWorst).Measure.Value, found(mended, rotary.IDWorst).Measure.Value, 0.01)
}

// What each motor of a converter needs first is asked of the one that lacks it.
func TestAConverterAsksForWhatIsMissing(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom()
	d.Machines[0].Role = ""
	require.NotNil(t, found(plan.Make(d), rotary.IDIdler))
	d = scenario.ClayRoom()
	d.Machines[0].Plate.Power = ""
	f := found(plan.Make(d.Of("m2")), rotary.IDIdlerPlate)
	require.NotNil(t, f)
	require.Equal(t, []string{"machines.m1.plate.power"}, f.Entries)
	d = scenario.ClayRoom()
	d.Machines[2].Plate.RPM = ""
	p := plan.Make(d)
	require.Contains(t, found(p, rotary.IDNotCounted).Sentence, "Clay crusher")
	require.True(t, p.Rotary.Solved, "the others are solved without it")
}

// Controls or a neutral on the made line hold the card back, and nothing is unsized for it.
func TestTheMadeLineIsKeptClear(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom()
	d.Machines[1].Load.Heaviest = ""
	require.True(t, plan.Make(d).Card.Ready)
	d.Bridge.Rotary.Controls = rotary.OnMadeLeg
	p := plan.Make(d)
	require.Equal(t, finding.Stop, found(p, finding.RotaryControls).Grade)
	require.False(t, p.Card.Ready)
	require.NotEmpty(t, p.Guard)
	d.Bridge.Rotary.Controls, d.Bridge.Rotary.Neutral = rotary.OnLines, "yes"
	require.Equal(t, finding.Stop, found(plan.Make(d), finding.RotaryNeutral).Grade)
}

// amps is the number at the head of a text.
func amps(t *testing.T, text string) float64 {
	t.Helper()
	head, _, _ := strings.Cut(text, unit.Space)
	x, err := strconv.ParseFloat(head, 64)
	require.NoError(t, err, text)
	return x
}

// readOff takes a converter's readings as meters show them: with the motors and loads of
// one document, as another's owner would type them.
func readOff(t require.TestingT, hidden document.Document, states ...string) string {
	p := plan.Make(hidden)
	var lines []string
	for _, id := range states {
		for _, s := range p.Rotary.States {
			if s.ID != id || !s.Runs {
				continue
			}
			name := id
			if name == "" {
				name = "idle"
			}
			line := fmt.Sprintf(
				"%s; %.0f %.0f %.0f V; line %s",
				name,
				s.Volts[0],
				s.Volts[1],
				s.Volts[2],
				strings.ReplaceAll(s.Supply, unit.Space, " "),
			)
			for _, m := range s.Motors {
				line += "; " + m.ID
				for _, a := range m.Leads {
					head, _, _ := strings.Cut(a, unit.Space)
					line += " " + head
				}
				line += " A"
			}
			lines = append(lines, line)
		}
	}
	require.Len(t, lines, len(states))
	return strings.Join(lines, "\n")
}

// From readings of a hidden converter, whose motors magnetise and are loaded otherwise
// than said, the loads and the banks that suit it are found again.
func TestReadingsFindAHiddenConverter(t *testing.T) {
	t.Parallel()
	cases := 16
	if *jobtest.All {
		cases = 200
	}
	for n := range cases {
		r := rand.New(rand.NewPCG(uint64(n), 23))
		hidden := scenario.ClayRoom()
		hidden.Bridge.Rotary.L13, hidden.Bridge.Rotary.L23 = "170", "20"
		share := 0.3 + 0.6*r.Float64()
		hidden.Machines[1].Load.Share, hidden.Machines[1].Load.Heaviest = fmt.Sprintf("%.1f %%", share*100), ""
		// Another power factor on the plate is another magnetising reactance.
		hidden.Machines[0].Plate.PowerFactor = fmt.Sprintf("%.1f %%", 78+8*r.Float64())
		d := hidden.Clone()
		d.Machines[0].Plate.PowerFactor = "82 %"
		d.Machines[1].Load.Share = "60 %"
		d.Bridge.Rotary.Readings = readOff(t, hidden, "", "m2")
		p := plan.Make(d)
		require.Empty(t, p.Unreadable())
		f := found(p, rotary.IDReadings)
		require.NotNil(t, f)
		require.Equal(t, finding.Good, f.Grade, f.Sentence)
		if l := found(p, rotary.IDLoad); math.Abs(share-0.6) > 0.2 {
			require.NotNil(t, l)
			got, err := strconv.ParseFloat(strings.TrimSuffix(l.Cures[0].Value, " %"), 64)
			require.NoError(t, err)
			require.InDelta(t, share*100, got, 11)
			d.Machines[1].Load.Share = l.Cures[0].Value
		} else {
			d.Machines[1].Load.Share = hidden.Machines[1].Load.Share
		}
		best := func(p plan.Plan) rotary.OptionView {
			for _, o := range p.Rotary.Options {
				if o.ID == "best" {
					return o
				}
			}
			return rotary.OptionView{}
		}
		want, got := best(plan.Make(hidden)), best(plan.Make(d))
		require.InDelta(t, want.Share, got.Share, 0.05)
	}
}

// Readings that no such converter shows are said to be off, and change nothing.
func TestReadingsThatDoNotFit(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom()
	d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "170", "20"
	plain := plan.Make(d)
	d.Bridge.Rotary.Readings = "idle; 240 160 330 V; line 40 A"
	p := plan.Make(d)
	require.Equal(t, finding.Caution, found(p, rotary.IDReadings).Grade)
	require.Equal(t, plain.Rotary.States, p.Rotary.States)
	d.Bridge.Rotary.Readings = "idle; plenty"
	require.Len(t, func() []string {
		var out []string
		q := plan.Make(d)
		for _, bad := range q.Unreadable() {
			out = append(out, bad.Path)
		}
		return out
	}(), 1)
}

// The state on the bench goes out as an open file and comes back: joints of the motor
// planned, cans, volts.
func TestABenchCaseOfAConverterComesBack(t *testing.T) {
	t.Parallel()
	for _, id := range []string{"m1", "m2"} {
		d := scenario.ClayRoom().Of(id)
		d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "170", "20"
		b, ok := picture.BenchCase(d, "wanted")
		require.True(t, ok)
		require.Len(t, b.Machines, map[string]int{"m1": 1, "m2": 2}[id])
		other := d.Clone()
		other.Bridge.Rotary.L13, other.Bridge.Rotary.L23, other.Machines[0].Leads.Found,
			other.Machines[0].Leads.Done = "", "5", "open", nil
		back, err := picture.FromBenchCase(other, b)
		require.NoError(t, err)
		require.Equal(t, "170", back.Bridge.Rotary.L13)
		require.Equal(t, "20", back.Bridge.Rotary.L23)
		require.Equal(t, plan.Make(d).Wanted.Text, plan.Make(back).Now.Text)
		require.Equal(t, d.Bridge.Capacitor, back.Bridge.Capacitor)
	}
	_, err := picture.FromBenchCase(
		scenario.Blunger(),
		func() circuit.BenchCase { b, _ := picture.BenchCase(scenario.ClayRoom().Of("m2"), "wanted"); return b }(),
	)
	require.ErrorContains(t, err, "2 machines")
}

func BenchmarkPlanStreet(b *testing.B) {
	d := scenario.ClayRoom().Of("m2")
	for b.Loop() {
		plan.Make(d)
	}
}

// A verdict near its limit is said to be one that would change, with what would settle it;
// one far from it is not.
func TestAConvertersVerdictNearItsLimitWouldChange(t *testing.T) {
	t.Parallel()
	d := scenario.ClayRoom().Of("m2")
	d.Machines[0].Load.Heaviest = ""
	d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "120", "40"
	p := plan.Make(d)
	require.InDelta(t, 100, found(p, rotary.IDWorst).Measure.Value, 8)
	f := found(p, rotary.IDDoubt)
	require.NotNil(t, f)
	require.Equal(t, finding.Note, f.Grade)
	require.Contains(t, f.Detail, "What settles it")
	d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = "250", "20"
	p = plan.Make(d)
	require.Greater(t, found(p, rotary.IDWorst).Measure.Value, 115.0)
	require.Nil(t, found(p, rotary.IDDoubt))
}

// filmed is a film of a converter's start, with nobody going away.
func filmed(d document.Document) (rotary.Film, bool) {
	film, err := picture.FilmOf(context.Background(), d)
	return film, err == nil
}

// The machines of a street are planned on a converter that is worked out once: each plan is the one that
// it has by itself.
func TestAMachineBesideIsPlannedAsByItself(t *testing.T) {
	t.Parallel()
	tried := 0
	see := func(d document.Document) {
		if d.Bridge.Kind != document.KindRotary {
			return
		}
		first, err := plan.Solve(t.Context(), d)
		require.NoError(t, err)
		for _, m := range d.Machines[1:] {
			beside, err := plan.Beside(t.Context(), first, d, m.ID)
			require.NoError(t, err)
			require.Equal(t, inPrint(plan.Make(d.Of(m.ID))), inPrint(*beside.Plan()), "%s, %s", d.Name, m.ID)
			tried++
		}
		require.Equal(t, inPrint(plan.Make(d)), inPrint(*first.Plan()), "the first is not touched")
	}
	for _, d := range documents() {
		see(d)
	}
	for n := 0; n < jobtest.UnlikeJobs; n += 8 {
		see(jobtest.Unlike(n + 6))
	}
	require.Greater(t, tried, 8)
}

// inPrint is all that a plan prints.
func inPrint(p plan.Plan) (out []string) {
	for _, f := range p.Findings {
		out = append(out, f.ID, string(f.Grade), f.Sentence, f.Detail, f.Figure, f.Limit)
	}
	for _, b := range p.Bays {
		out = append(out, b.Key, string(b.Mark), b.Do.Text)
	}
	for _, figures := range [][]finding.Figure{p.Bridge, p.Supply, p.Guard, p.Load, p.Motor} {
		for _, f := range figures {
			out = append(out, f.Name, f.Text, f.Band)
		}
	}
	for _, r := range p.Card.Readings {
		out = append(out, r.When, r.Where, r.Expect, r.Band)
	}
	return append(out, p.Next.Text, p.Wanted.Verdict, p.Now.Verdict)
}
