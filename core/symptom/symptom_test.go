package symptom

import (
	"context"
	"encoding/json"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/core/unit"
)

// told are the cases of a file with what is wrong in each.
type told struct {
	Cause string   `json:"cause"`
	Also  []string `json:"also_right"`
}

func casesOf(t testing.TB, name string) ([]Case, []told) {
	data, err := os.ReadFile("testdata/" + name)
	require.NoError(t, err)
	cases, err := DecodeCases(data)
	require.NoError(t, err)
	var file struct{ Cases []told }
	require.NoError(t, json.Unmarshal(data, &file))
	return cases, file.Cases
}

// An independent solver's machines, and twenty and more of our own on each other bridge: the right cause comes first,
// by few checks.
func TestTheDeskFindsWhatIsWrong(t *testing.T) {
	t.Parallel()
	for _, name := range []string{"symptom-cases.json", "symptom-cases-rotary.json", "own-cases-rotary.json",
		"own-cases-drive.json", "own-cases-dc.json"} {
		cases, right := casesOf(t, name)
		played, err := Play(t.Context(), cases)
		require.NoError(t, err)
		first, three, asked := 0, 0, 0
		for i, p := range played.Cases {
			all := append([]string{right[i].Cause}, right[i].Also...)
			if slices.Contains(all, p.Causes[0].ID) {
				first++
			}
			if slices.ContainsFunc(p.Causes[:min(3, len(p.Causes))], func(s Share) bool {
				return slices.Contains(all, s.ID)
			}) {
				three++
			}
			asked += len(p.Asked)
		}
		n := float64(len(cases))
		assert.GreaterOrEqual(t, float64(first)/n, 0.92, "%s: first", name)
		assert.GreaterOrEqual(t, float64(three)/n, 0.98, "%s: among three", name)
		assert.LessOrEqual(t, float64(asked)/n, 3.2, "%s: checks", name)
	}
}

// A live check is never offered while a dead one would tell at least half as much; just below and above.
func TestDeadComesBeforeLive(t *testing.T) {
	t.Parallel()
	dead, live := Check{ID: "dead", danger: 2}, Check{ID: "live", Live: true, danger: 0.001}
	d := &desk{causes: []string{"a", "b", "c"}}
	for i, id := range d.causes {
		reads := map[string]reading{"live": word(id), "dead": word("same")}
		if i == 0 {
			reads["dead"] = word("other")
		}
		d.worlds = append(d.worlds, world{cause: id, weight: 1.0 / 3, reads: reads})
	}
	require.GreaterOrEqual(t, d.tells(d.alive(), "dead"), 0.5*d.tells(d.alive(), "live"))
	next, ok := d.next([]Check{dead, live})
	require.True(t, ok)
	require.Equal(t, "dead", next.ID, "the live one would tell more, and cost less")
	d.worlds[0].weight, d.worlds[1].weight, d.worlds[2].weight = 0.04, 0.48, 0.48
	require.Less(t, d.tells(d.alive(), "dead"), 0.5*d.tells(d.alive(), "live"))
	next, _ = d.next([]Check{dead, live})
	require.Equal(t, "live", next.ID)
	_, ok = d.next(nil)
	require.False(t, ok)
}

// No cause dies of one reading, sizes count, and none of these is an answer.
func TestBelief(t *testing.T) {
	t.Parallel()
	d, b, err := opened(t.Context(), scenario.Blunger())
	require.NoError(t, err)
	d.hears([]complaint.Said{complaint.HumsStands})
	share := func(id string) float64 {
		for _, s := range d.shares() {
			if s.ID == id {
				return s.Share
			}
		}
		return 0
	}
	before := share("run-capacitor-open")
	v, why := b.value("microfarad", unit.Plain(b.farads)+" µF")
	require.Empty(t, why)
	d.takes("microfarad", v)
	require.Less(t, share("run-capacitor-open"), 0.1*before)
	require.Greater(t, share("run-capacitor-open"), 1e-5, "a meter slips")
	held, _ := b.value("shaft", "held")
	d.takes("shaft", held)
	require.Greater(t, share("shaft-held"), 0.9)

	odd, _, err := opened(t.Context(), scenario.Blunger())
	require.NoError(t, err)
	odd.hears([]complaint.Said{complaint.Silent, complaint.Backward, complaint.LeakageTrips})
	for _, one := range [][2]string{{"shaft", "held"}, {"insulation", "60"}, {"microfarad", "200"},
		{"joints", "L1-U1; L2-U2"}, {"ohms L1-L2", "400"}, {"ohms L1-L3", "0.01"}, {"volts post", "20"}} {
		v, why := b.value(one[0], one[1])
		require.Empty(t, why, one)
		odd.takes(one[0], v)
	}
	require.Equal(t, cause.None, odd.shares()[0].ID, "%v", odd.shares()[:3])
}

// What cannot be done is passed over; what is no answer is named; a desk goes on where it was left.
func TestADeskIsKeptWithItsMachine(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}}
	require.Empty(t, d.Validate())
	first, err := At(t.Context(), d)
	require.NoError(t, err)
	require.NotNil(t, first.Next)
	require.False(t, first.Next.Live)
	require.NotEmpty(t, first.Next.Do)
	require.NotEmpty(t, first.Next.Caution)
	require.GreaterOrEqual(t, len(first.Marks), 2, "what to expect under the leading causes")
	d.Machines[0].Desk.Told = []string{first.Next.ID + "="}
	second, err := At(t.Context(), d)
	require.NoError(t, err)
	require.NotEqual(t, first.Next.ID, second.Next.ID, "refused: the next best comes")
	d.Machines[0].Desk.Told = []string{"microfarad=three", "shaft=held", "brake=none"}
	third, err := At(t.Context(), d)
	require.NoError(t, err)
	require.Len(t, third.Asks, 1)
	require.Equal(t, "microfarad", third.Asks[0].Check)
	require.Equal(t, "shaft-held", third.Causes[0].ID)
	require.True(t, third.Done)
	require.Nil(t, third.Next)

	d.Machines[0].Desk = complaint.Entry{Said: []string{"sings"}, Told: []string{"nothing"}}
	require.Len(t, d.Validate(), 2)
	gone, stop := context.WithCancel(t.Context())
	stop()
	_, err = At(gone, scenario.Blunger())
	require.Error(t, err)
}

func TestBadFilesOfCasesAreNamed(t *testing.T) {
	t.Parallel()
	whole, err := os.ReadFile("testdata/symptom-cases.json")
	require.NoError(t, err)
	for name, text := range map[string]string{"nothing": "", "no object": "[]",
		"format":  strings.Replace(string(whole), CasesFormat, "x", 1),
		"version": strings.Replace(string(whole), `"version": 1`, `"version": 3`, 1),
		"said":    strings.Replace(string(whole), "hums-stands", "sings", -1),
		"meter":   strings.Replace(string(whole), `"shaft": "free"`, `"shaft": null`, 1),
		"job":     strings.Replace(string(whole), `"kind": "capacitor"`, `"kind": "steam"`, 1),
	} {
		_, err := DecodeCases([]byte(text))
		require.Error(t, err, name)
	}
}

func BenchmarkOpening(b *testing.B) {
	for name, d := range map[string]document.Document{"capacitor": scenario.Blunger(), "converter": scenario.ClayRoom(),
		"drive": scenario.BallMill(), "controller": scenario.PressFeed(),
		"unplanned": document.New("Something", scenario.TansyLane())} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if _, err := Open(b.Context(), d); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// An answer at a desk whose worlds are solved already.
func BenchmarkAnswer(b *testing.B) {
	d := scenario.Blunger()
	o, err := Open(b.Context(), Bare(d))
	require.NoError(b, err)
	d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}, Told: []string{"microfarad=50", "shaft=free"}}
	for b.Loop() {
		o.At(d)
	}
}
