package symptom

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
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

// An independent solver's machines: the right cause comes first, by few checks.
func TestTheDeskFindsWhatIsWrong(t *testing.T) {
	t.Parallel()
	for name, least := range map[string]float64{"symptom-cases.json": 0.92, "symptom-cases-rotary.json": 0.92} {
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
		assert.GreaterOrEqual(t, float64(first)/n, least, "%s: first", name)
		assert.GreaterOrEqual(t, float64(three)/n, 0.98, "%s: among three", name)
		assert.LessOrEqual(t, float64(asked)/n, 3.2, "%s: checks", name)
	}
}

// answer is what a check reads in a world, as a meter with its own error shows it.
func answer(r reading, naming leads.Naming, rng *rand.Rand) string {
	switch {
	case r.joints != nil:
		return r.joints.Print(naming)
	case r.word != "":
		return r.word
	}
	x := r.figure * math.Exp(0.5*r.strays*rng.NormFloat64())
	return fmt.Sprintf("%.4g", x)
}

// played is what a law came to: how often the right cause was first, among three, of how many, by how many checks.
type lawful struct{ first, three, n, checks int }

// law plays the desk over the corpus: a twin of the motor has one thing wrong, its owner now and then says one wrong
// thing, every meter has its error.
func law(t *testing.T, step int, prepare func(*document.Document)) (out lawful) {
	if *jobtest.All {
		step = max(1, step/6)
	}
	for i, plate := range jobtest.Plates(t) {
		if i%step != 0 {
			continue
		}
		rng := rand.New(rand.NewPCG(uint64(i), 37))
		d := jobtest.Case(plate, rng)
		d.Machines = d.Machines[:1]
		prepare(&d)
		_, b, err := opened(t.Context(), d)
		if err != nil {
			continue
		}
		twin := d.Clone()
		p := &twin.Machines[0].Plate
		if x, ok, err := unit.Amps.One(p.Amps); err == nil && ok {
			p.Amps = unit.Plain(math.Round(100*x*math.Exp(0.08*rng.NormFloat64()))/100) + " A"
		}
		_, real, err := opened(t.Context(), twin)
		if err != nil {
			real = b
		}
		for _, cause := range b.causes() {
			out.one(t, d, b, real, cause, rng)
		}
	}
	require.Greater(t, out.n, 40)
	t.Logf("%d machines: first %.3f, among three %.3f, %.2f checks", out.n, float64(out.first)/float64(out.n),
		float64(out.three)/float64(out.n), float64(out.checks)/float64(out.n))
	require.GreaterOrEqual(t, float64(out.first)/float64(out.n), 0.85)
	require.GreaterOrEqual(t, float64(out.three)/float64(out.n), 0.95)
	return out
}

// one plays the desk at a machine with one thing wrong.
func (l *lawful) one(t *testing.T, d document.Document, b, real *bench, cause string, rng *rand.Rand) {
	worlds := slices.DeleteFunc(slices.Clone(real.worlds), func(w world) bool { return w.cause != cause })
	if len(worlds) == 0 {
		return
	}
	truth := worlds[rng.IntN(len(worlds))]
	c := Case{Name: cause, Job: d, Meter: map[string]string{}}
	for _, s := range complaint.Sayings {
		if rng.Float64() < truth.said[s] {
			c.Said = append(c.Said, s)
		}
	}
	if rng.Float64() < 0.1 {
		c.Said = append(c.Said, complaint.Sayings[rng.IntN(8)])
	}
	if len(c.Said) == 0 { // nobody comes to the desk with nothing
		return
	}
	for k, r := range truth.reads {
		if r.known {
			c.Meter[k] = answer(r, b.site.Hand.Naming, rng)
		}
	}
	played, err := playOne(t.Context(), c)
	require.NoError(t, err)
	l.n++
	l.checks += len(played.Asked)
	right := func(s Share) bool { return CauseOf(s.ID).Cure == CauseOf(cause).Cure }
	if right(played.Causes[0]) {
		l.first++
	}
	if slices.ContainsFunc(played.Causes[:min(3, len(played.Causes))], right) {
		l.three++
	}
}

func TestTheDeskOverTheCorpus(t *testing.T) {
	t.Parallel()
	law(t, 40, func(d *document.Document) { d.Bridge.Kind = document.KindCapacitor })
}

func TestTheDeskOnDrivesOverTheCorpus(t *testing.T) {
	t.Parallel()
	law(t, 80, func(d *document.Document) {
		d.Bridge.Kind = document.KindDrive
		d.Bridge.Drive = drive.Entry{Profile: "tarn-22", EStop: "yes"}
	})
}

// causes that are on a bench.
func (b *bench) causes() (out []string) {
	for _, w := range b.worlds {
		if !slices.Contains(out, w.cause) {
			out = append(out, w.cause)
		}
	}
	return out
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
	require.GreaterOrEqual(t, d.tells("dead"), 0.5*d.tells("live"))
	next, ok := d.next([]Check{dead, live})
	require.True(t, ok)
	require.Equal(t, "dead", next.ID, "the live one would tell more, and cost less")
	d.worlds[0].weight, d.worlds[1].weight, d.worlds[2].weight = 0.04, 0.48, 0.48
	require.Less(t, d.tells("dead"), 0.5*d.tells("live"))
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
	v, ok := b.value("microfarad", unit.Plain(b.farads)+" µF")
	require.True(t, ok)
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
		v, ok := b.value(one[0], one[1])
		require.True(t, ok, one)
		odd.takes(one[0], v)
	}
	require.Equal(t, None, odd.shares()[0].ID, "%v", odd.shares()[:3])
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
	d.Machines[0].Desk.Told = []string{"microfarad=three", "shaft=held"}
	third, err := At(t.Context(), d)
	require.NoError(t, err)
	require.Equal(t, []string{"microfarad"}, third.Unread)
	require.Equal(t, "shaft-held", third.Causes[0].ID)
	require.True(t, third.Done)
	require.Nil(t, third.Next)

	d.Machines[0].Desk = complaint.Entry{Said: []string{"sings"}, Told: []string{"nothing"}}
	require.Len(t, d.Validate(), 2)
	_, err = At(t.Context(), document.New("Bare", scenario.TansyLane()))
	require.ErrorIs(t, err, ErrNothing)
	none := scenario.BallMill()
	none.Bridge.Drive = drive.Entry{}
	_, err = At(t.Context(), none)
	require.ErrorIs(t, err, ErrNoDrive)
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

// Every cause has a name, a cure and a proof; every check says how, with its caution.
func TestTheCatalogueIsWhole(t *testing.T) {
	t.Parallel()
	for _, c := range Causes() {
		assert.NotEmpty(t, c.Name, c.ID)
		assert.NotEmpty(t, c.Cure, c.ID)
		assert.Positive(t, c.Weight, c.ID)
		if c.ID != None {
			assert.NotEmpty(t, c.Proof, c.ID)
		}
	}
	for _, c := range checks {
		assert.NotEmpty(t, c.Do, c.ID)
		assert.NotEmpty(t, c.Caution, c.ID)
		assert.Equal(t, c.Live, c.danger >= 6, "%s: from 6 on it is live", c.ID)
	}
}

func BenchmarkOpening(b *testing.B) {
	d := scenario.Blunger()
	d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}}
	for b.Loop() {
		if _, err := At(b.Context(), d); err != nil {
			b.Fatal(err)
		}
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
