package symptom

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/plate"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

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
type lawful struct {
	first, three, n, checks int
	missed                  []string
}

// How often the right cause must come first; of a machine whose plate nobody has read figures tell little.
const (
	lawFirst    = 0.85
	unreadFirst = 0.75
)

// law plays the desk over machines: a twin of the motor has one thing wrong, its owner now and then says one wrong
// thing, every meter has its error. Of all machines one in step is played.
func law(t *testing.T, step, n int, machine func(i int, rng *rand.Rand) document.Document) (out lawful) {
	if *jobtest.All { // sixty plates of them
		step = max(1, n/60)
	}
	for i := 0; i < n; i += step {
		rng := rand.New(rand.NewPCG(uint64(i), 37))
		d := machine(i, rng)
		o, err := Open(t.Context(), d)
		if err != nil {
			continue
		}
		b := o.bench
		twin := d.Clone()
		p := &twin.Machines[b.at].Plate
		if x, ok, err := unit.Amps.One(p.Amps); err == nil && ok {
			p.Amps = unit.Plain(math.Round(100*x*math.Exp(0.08*rng.NormFloat64()))/100) + " A"
		}
		_, real, err := opened(t.Context(), twin)
		if err != nil {
			real = b
		}
		for _, id := range b.causes() {
			out.one(o, real, id, rng)
		}
	}
	return out
}

// holds says that the law holds: how often the right cause came first, and was among three.
func (l *lawful) holds(t *testing.T, first float64) {
	t.Helper()
	n := float64(l.n)
	t.Logf("%d machines: first %.3f, among three %.3f, %.2f checks; missed %v", l.n, float64(l.first)/n,
		float64(l.three)/n, float64(l.checks)/n, l.missed)
	require.Greater(t, l.n, 40)
	require.GreaterOrEqual(t, float64(l.first)/n, first)
	require.GreaterOrEqual(t, float64(l.three)/n, 0.95)
}

// one plays the desk at a machine with one thing wrong.
func (l *lawful) one(o *Opened, real *bench, id string, rng *rand.Rand) {
	worlds := slices.DeleteFunc(slices.Clone(real.worlds), func(w world) bool { return w.cause != id })
	if len(worlds) == 0 {
		return
	}
	truth := worlds[rng.IntN(len(worlds))]
	c := Case{Name: id, Meter: map[string]string{}}
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
	for _, check := range checks {
		k, r := check.ID, truth.read(check.ID)
		if r.known {
			c.Meter[k] = answer(r, o.bench.site.Hand.Naming, rng)
		}
	}
	played := o.play(c)
	l.n++
	l.checks += len(played.Asked)
	right := func(s Share) bool { return cause.Of(s.ID).Cure == cause.Of(id).Cure }
	if right(played.Causes[0]) {
		l.first++
	} else {
		l.missed = append(l.missed, id+" for "+played.Causes[0].ID)
	}
	if slices.ContainsFunc(played.Causes[:min(3, len(played.Causes))], right) {
		l.three++
	}
}

// overPlates plays the desk over the corpus, each plate as an owner enters it and then put on a bridge.
func overPlates(t *testing.T, step int, put func(d *document.Document)) {
	t.Parallel()
	plates := jobtest.Plates(t)
	out := law(t, step, len(plates), func(i int, rng *rand.Rand) document.Document {
		d := jobtest.Case(plates[i], rng)
		d.Machines = d.Machines[:1]
		put(&d)
		return d
	})
	out.holds(t, lawFirst)
}

func TestTheDeskOverTheCorpus(t *testing.T) {
	overPlates(t, 60, func(d *document.Document) { d.Bridge.Kind = document.KindCapacitor })
}

func TestTheDeskOnDrivesOverTheCorpus(t *testing.T) {
	overPlates(t, 80, func(d *document.Document) {
		d.Bridge.Kind = document.KindDrive
		d.Bridge.Drive = drive.Entry{Profile: "tarn-22", EStop: "yes"}
	})
}

func TestTheDeskOnConvertersOverTheCorpus(t *testing.T) {
	overPlates(t, 60, func(d *document.Document) {
		m := d.Machines[0]
		m.ID, m.Name, m.Role = "m2", "Machine", ""
		d.Machines = []document.Machine{scenario.ClayRoom().Machines[0], m}
		d.Bridge = document.Bridge{Kind: document.KindRotary, Rotary: rotary.Entry{L13: "120 µF", L23: "30 µF"}}
	})
}

func TestTheDeskOnControllersOverTheCorpus(t *testing.T) {
	t.Parallel()
	data, err := os.ReadFile("../plan/testdata/dc-plates.json")
	require.NoError(t, err)
	var f struct {
		Plates []struct {
			Volts float64     `json:"line_volts"`
			Plate plate.Entry `json:"plate"`
		}
	}
	require.NoError(t, json.Unmarshal(data, &f))
	out := law(t, 6, len(f.Plates), func(i int, rng *rand.Rand) document.Document {
		d := document.New("Brushed", scenario.TansyLane())
		d.Supply.Volts = unit.Plain(f.Plates[i].Volts) + " V"
		d.Machines[0].Plate = f.Plates[i].Plate
		d.Bridge = document.Bridge{Kind: document.KindDC, DC: dc.Entry{Controller: "sike-90"}}
		if rng.IntN(2) == 0 {
			d.Bridge.DC.Brake = "yes"
		}
		return d
	})
	out.holds(t, lawFirst)
}

// A machine of which nobody knows the plate: words tell, figures hardly, and the desk says which entry would help.
func TestTheDeskOfAMachineThatNobodyPlanned(t *testing.T) {
	t.Parallel()
	var all lawful
	for _, kind := range []string{document.KindCapacitor, document.KindRotary, document.KindDrive, document.KindDC} {
		out := law(t, 1, 1, func(int, *rand.Rand) document.Document {
			d := document.New("Something", scenario.TansyLane())
			d.Bridge.Kind = kind
			return d
		})
		all.n, all.checks = all.n+out.n, all.checks+out.checks
		all.first, all.three = all.first+out.first, all.three+out.three
		all.missed = append(all.missed, out.missed...)
	}
	all.holds(t, unreadFirst)
	require.Less(t, float64(all.checks)/float64(all.n), 8.0)
	d := document.New("Something", scenario.ColdFord())
	d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}}
	d.Machines[0].Plate.Volts = "230/460"
	got, err := At(t.Context(), d)
	require.NoError(t, err)
	require.True(t, got.Presumed)
	require.Equal(t, []string{"amps", "power", "rpm", "hertz"}, got.Missing)
	require.NotNil(t, got.Next)
	require.False(t, got.Next.Live)
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
