package symptom

import (
	"math"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/entry"
	"graybridge/core/logbook"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

// Every cause has a name, a cure, a proof and a reason for its weight; what it shows is an answer that its check takes,
// on the bridges that it befalls; every check says how, with its caution.
func TestTheCatalogueIsWhole(t *testing.T) {
	t.Parallel()
	bridges := []string{"capacitor", "rotary", "drive", "dc"}
	kinds := []drive.TripKind{}
	for _, l := range drive.TripLines(nil) {
		kinds = append(kinds, l.Kind)
	}
	kinds = append(kinds, drive.LinkLost, drive.SafeStopOpen)
	for _, k := range dc.TripKinds() {
		kinds = append(kinds, drive.TripKind(k.Word))
	}
	seen := map[string]bool{}
	for _, c := range cause.All() {
		require.False(t, seen[c.ID], "%s stands twice", c.ID)
		seen[c.ID] = true
		assert.NotEmpty(t, c.Name, c.ID)
		assert.NotEmpty(t, c.Cure, c.ID)
		assert.NotEmpty(t, c.Often, c.ID)
		assert.Positive(t, c.Weight, c.ID)
		if c.ID == cause.None {
			continue
		}
		assert.NotEmpty(t, c.Proof, c.ID)
		assert.NotEmpty(t, c.Group, c.ID)
		assert.NotEmpty(t, c.Gates(), c.ID)
		proves, ok := CheckOf(c.Proves)
		assert.True(t, ok, "%s is proved by %q", c.ID, c.Proves)
		for _, b := range bridges {
			if c.Befalls(b) && len(c.On) > 0 && len(proves.on) > 0 && !slices.Contains(proves.on, b) {
				assert.Fail(t, "no proof", "%s on %s is proved by %s, which cannot be read there", c.ID, b, c.Proves)
			}
		}
		for id, shown := range c.Reads {
			check, ok := CheckOf(id)
			require.True(t, ok, "%s shows %q", c.ID, id)
			if shown.Word != "" {
				assert.True(t, slices.ContainsFunc(check.Words, func(w Word) bool { return w.Value == shown.Word }),
					"%s shows %s %q", c.ID, id, shown.Word)
				continue
			}
			assert.NotEmpty(t, check.Unit, "%s: %s is no figure", c.ID, id)
			assert.Positive(t, shown.Strays, c.ID)
		}
		for _, k := range c.Trips {
			assert.Contains(t, kinds, drive.TripKind(k), c.ID)
		}
	}
	for _, c := range checks {
		assert.NotEmpty(t, c.Do, c.ID)
		assert.NotEmpty(t, c.Caution, c.ID)
		assert.Equal(t, c.Live, c.danger >= 6, "%s: from 6 on it is live", c.ID)
		if c.usual != "" {
			assert.True(t, slices.ContainsFunc(c.Words, func(w Word) bool { return w.Value == c.usual }), c.ID)
		}
	}
	for _, s := range complaint.Sayings {
		assert.NotEmpty(t, spoken[s].Text, s)
	}
	for _, w := range complaint.Whens {
		assert.NotEmpty(t, moments[w], w)
	}
	for _, x := range complaint.Changes {
		assert.NotEmpty(t, changes[x], x)
	}
}

// Every way to complain is explained by some cause on each bridge where it can be said.
func TestEverySayingHasACause(t *testing.T) {
	t.Parallel()
	for _, d := range []document.Document{scenario.Blunger(), scenario.BallMill(), scenario.PressFeed(),
		scenario.ClayRoom()} {
		_, b, err := opened(t.Context(), d)
		require.NoError(t, err)
		for _, s := range complaint.Sayings {
			if on := spoken[s].On; len(on) > 0 && !slices.Contains(on, b.kind) {
				continue
			}
			best := 0.0
			for _, w := range b.worlds {
				best = math.Max(best, w.said[s])
			}
			switch {
			case s == complaint.ResistorHot && !b.has[cause.NeedsResistor]:
			case s == complaint.RelayTrips && b.kind == "dc":
			default:
				assert.Greater(t, best, 0.2, "%s on %s", s, b.kind)
			}
		}
	}
}

// A cure that is a change of the plan is taken and planned again: it brings no stop that was not there.
func TestEveryCureIsPlannedAgain(t *testing.T) {
	t.Parallel()
	slow := scenario.BallMill()
	slow.Bridge.Drive.Accelerate, slow.Bridge.Drive.Decelerate, slow.Bridge.Drive.Restart = "0.1 s", "0.1 s", "yes"
	stiff := scenario.PressFeed()
	stiff.Bridge.DC.IR, stiff.Bridge.DC.Limit = "120 %", "60 %"
	taken := map[string]bool{}
	for _, d := range []document.Document{scenario.Blunger(), scenario.SlipMixer(), scenario.BallMill(), slow, stiff,
		scenario.JiggerWheel(), scenario.ClayRoom()} {
		_, b, err := opened(t.Context(), d)
		require.NoError(t, err)
		before := d.Of(d.Machines[b.at].ID)
		was, err := plan.Solve(t.Context(), before)
		require.NoError(t, err)
		stops := jobtest.Stops(*was.Plan())
		for _, c := range cause.All() {
			r := b.cureOf(c.ID)
			assert.Equal(t, r.Label != "", len(r.Sets) > 0, c.ID)
			if len(r.Sets) == 0 {
				continue
			}
			taken[c.ID] = true
			after := before.Clone()
			for _, s := range r.Sets {
				require.True(t, entry.Put(&after, s.Path, s.Value), "%s: %s", c.ID, s.Path)
				require.Equal(t, s.Value, entry.At(after, s.Path), c.ID)
			}
			now, err := plan.Solve(t.Context(), after)
			require.NoError(t, err)
			for id := range jobtest.Stops(*now.Plan()) {
				assert.True(t, stops[id], "%s in %s: %q brings %s", c.ID, d.Name, r.Label, id)
			}
		}
	}
	for _, id := range []string{cause.LoadHeavy, "ramp-up-short", "ramp-down-short", "restart-by-itself", "ir-high",
		"limit-low"} {
		assert.True(t, taken[id], "%s has no change of the plan", id)
	}
}

// The display's code puts those causes first that end in its kind of trip; one that nobody knows changes nothing.
func TestACodeIsATripByItsKind(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	d.Machines[0].Desk = complaint.Entry{Said: []string{"trips-running"}}
	o, err := Open(t.Context(), Bare(d))
	require.NoError(t, err)
	plain := o.At(d)
	require.NotEmpty(t, plain.Codes)
	kinds := 0
	for _, c := range plain.Codes {
		if c.kind == string(drive.OtherTrip) || c.kind == string(drive.LinkLost) { // it is on no link
			continue
		}
		d.Machines[0].Desk = complaint.Entry{Code: c.Code, Said: []string{map[string]string{
			string(drive.OverCurrentAccelerating): "trips-coming-up", string(drive.OverVolts): "trips-stopping",
			string(drive.SafeStopOpen): "ready-stands"}[c.kind]}}
		if d.Machines[0].Desk.Said[0] == "" {
			d.Machines[0].Desk.Said[0] = "trips-running"
		}
		got := o.At(d)
		assert.Contains(t, got.Causes[0].Trips, c.kind, "%s for %s", got.Causes[0].ID, c.Code)
		kinds++
	}
	require.GreaterOrEqual(t, kinds, 6)
	d.Machines[0].Desk = complaint.Entry{Said: []string{"trips-running"}, Code: "E99"}
	require.Equal(t, plain.Causes[0].ID, o.At(d).Causes[0].ID)
}

// A controller's lamp or code does the same; one whose profile has none asks for none.
func TestAControllersCode(t *testing.T) {
	t.Parallel()
	d := scenario.PressFeed()
	o, err := Open(t.Context(), Bare(d))
	require.NoError(t, err)
	d.Machines[0].Desk = complaint.Entry{Said: []string{"weak"}}
	require.Empty(t, o.At(d).Codes)
	d.Bridge.DC.Controller = "swire-10"
	o, err = Open(t.Context(), Bare(d))
	require.NoError(t, err)
	for code, first := range map[string]string{"FL": "field-open", "LIM": "limit-low"} {
		d.Machines[0].Desk = complaint.Entry{Said: []string{"weak"}, Code: code}
		got := o.At(d)
		require.Equal(t, first, got.Causes[0].ID, code)
		require.GreaterOrEqual(t, len(got.Codes), 6)
		require.NotEmpty(t, got.Codes[0].Look)
	}
}

// When it shows and what changed before weigh, and rule nothing out.
func TestMomentsAndChangesWeigh(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	o, err := Open(t.Context(), Bare(d))
	require.NoError(t, err)
	share := func(e complaint.Entry, id string) float64 {
		d.Machines[0].Desk = e
		got := o.At(d)
		return got.Causes[slices.IndexFunc(got.Causes, func(c Believed) bool { return c.ID == id })].Share
	}
	hums := []string{"hums-stands"}
	plain := share(complaint.Entry{Said: hums}, cause.LeadsExchanged)
	rewired := share(complaint.Entry{Said: hums, Changed: []string{"rewired"}}, cause.LeadsExchanged)
	require.Greater(t, rewired, 1.2*plain)
	fan := share(complaint.Entry{Said: []string{"motor-hot"}}, "fan-lost")
	later := share(complaint.Entry{Said: []string{"motor-hot"}, When: []string{"after-minutes"}}, "fan-lost")
	wrong := share(complaint.Entry{Said: []string{"motor-hot"}, When: []string{"stopping"}}, "fan-lost")
	require.Greater(t, later, fan)
	require.Less(t, wrong, fan)
	require.Positive(t, wrong)
	mended := share(complaint.Entry{Said: hums, Cured: []string{cause.ShaftHeld}}, cause.ShaftHeld)
	require.Less(t, mended, 0.05)
}

// A reading that cannot be is asked back, just below and above; read twice it counts.
func TestReadingsThatCannotBeAreAskedBack(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	o, err := Open(t.Context(), Bare(d))
	require.NoError(t, err)
	b := o.bench
	most := 0.0
	for _, w := range b.worlds {
		if r := w.read("microfarad"); r.known && r.word == "" {
			most = math.Max(most, r.figure+0.02*b.farads)
		}
	}
	at := func(said, told string) Belief {
		d.Machines[0].Desk = complaint.Entry{Said: []string{said}, Told: []string{told}}
		require.Empty(t, d.Validate(), told)
		return o.At(d)
	}
	check, _ := CheckOf("microfarad")
	require.Empty(t, b.impossible(&check, Value{Figure: slip * most * 0.99}, &complaint.Entry{}))
	require.NotEmpty(t, b.impossible(&check, Value{Figure: slip * most * 1.01}, &complaint.Entry{}))
	for _, c := range []struct {
		said, told string
		asked      bool
	}{
		{"hums-stands", "microfarad=52000", true}, {"hums-stands", "microfarad=!52000", false},
		{"hums-stands", "microfarad=52", false}, {"hums-stands", "microfarad=52 µF", false},
		{"hums-stands", "microfarad=52 V", true}, {"hums-stands", "microfarad=three", true},
		{"hums-stands", "microfarad=-3", true}, {"hums-stands", "ohms L1-L2=5.3 kΩ", true},
		{"hums-stands", "ohms L1-L2=OL", false}, {"hums-stands", "ohms L1-L2=5,3", false},
		{"silent", "amps L1=4", true}, {"silent", "amps L1=0", false}, {"motor-hot", "amps L1=4", false},
		{"motor-hot", "volts L1-L2=0", true}, {"silent", "volts L1-L2=0", false},
		{"hums-stands", "insulation=OL", false}, {"hums-stands", "insulation=0", false},
		{"hums-stands", "shaft=stuck", true}, {"hums-stands", "joints=what", true},
		{"hums-stands", "rotor=yes", true},
	} {
		got := at(c.said, c.told)
		assert.Equal(t, c.asked, len(got.Asks) == 1, "%s: %v", c.told, got.Asks)
		assert.Equal(t, !c.asked, len(got.Looked) == 1, c.told)
		for _, a := range got.Asks {
			assert.NotEmpty(t, a.Text, c.told)
		}
	}
}

// The reading that proves a cure, below, at and above what it should be; the whole way stands in one story.
func TestACureIsProved(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	o, err := Open(t.Context(), Bare(d))
	require.NoError(t, err)
	for value, holds := range map[string]bool{"40": false, "47": true, "52": true, "57": true, "64": false,
		"short": false} {
		d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}, When: []string{"switching-on"},
			Changed: []string{"long-rest"}, Told: []string{"shaft=free", "microfarad=0"}, Proof: "microfarad=" + value}
		got := o.At(d)
		require.True(t, got.Done)
		require.Equal(t, cause.CanOpen, got.Causes[0].ID)
		require.NotNil(t, got.Proof)
		assert.Equal(t, holds, got.Proof.Holds, "%s: %s", value, got.Proof.Text)
		assert.Equal(t, "about 52\u00a0µF", got.Proof.Expect)
		for _, part := range []string{"it hums and does not turn", "at switching on", "it stood for long",
			"The shaft by hand", "0\u00a0µF", "The run capacitor is dead", got.Proof.Text} {
			assert.Contains(t, got.Story, part)
		}
		require.NotEmpty(t, got.Causes[0].For)
	}
	d.Machines[0].Desk = complaint.Entry{Said: []string{"hums-stands"}, Told: []string{"shaft=held"}}
	got := o.At(d)
	require.Equal(t, cause.ShaftHeld, got.Causes[0].ID)
	i := slices.IndexFunc(got.Causes, func(c Believed) bool { return c.ID == cause.CanOpen })
	require.Contains(t, got.Causes[i].Against[0], "The shaft by hand was It is stuck")
}

// What a book tells: the latest readings since it last ran well, what was heard, and what has changed.
func TestABookTellsTheDesk(t *testing.T) {
	t.Parallel()
	read := func(take, u string, x float64, words string) logbook.Read {
		return logbook.Read{Take: take, Unit: u, Value: x, Words: words}
	}
	book := []logbook.Entry{
		{Kind: logbook.Reading, Taken: "2026-03-02T09:00:00Z", Reads: []logbook.Read{read("ohms-1", "Ω", 9.5, ""),
			read("direction", "", 0, "it hums and does not turn"), read("light-sound", "", 0, "rumbles"),
			read("spin", "", 0, "stiff"), read("light-supply", "A", 3, "")}},
		{Kind: logbook.Part, Taken: "2026-03-01T09:00:00Z", Part: &logbook.Fitted{What: "Run capacitor",
			Spec: "50 µF"}},
		{Kind: logbook.Revision, Taken: "2026-02-28T09:00:00Z",
			Changed: []logbook.Fact{{Name: "Joints", Value: "star → delta"}}},
		{Kind: logbook.Reading, Taken: "2026-02-27T09:00:00Z", Reads: []logbook.Read{read("ohms-1", "Ω", 5, "")}},
		{Kind: logbook.Note, Taken: "2026-02-20T09:00:00Z", Ran: logbook.Well, Words: "Runs",
			Reads: []logbook.Read{read("insulation", "MΩ", 80, "")}},
		{Kind: logbook.Part, Taken: "2026-01-01T09:00:00Z", Part: &logbook.Fitted{What: "Belt", Out: true}},
	}
	got := FromBook(book, "capacitor")
	require.Equal(t, []string{"ohms L1-L2=9.5", "shaft=held"}, got.Told)
	require.Equal(t, []string{"hums-stands", "loud"}, got.Said)
	require.Equal(t, []Since{{"2026-03-01", "Fitted: Run capacitor 50 µF", "other-capacitor"},
		{"2026-02-28", "Joints: star → delta", "rewired"}}, got.Changed)
	require.Equal(t, OfBook{"ohms L1-L2=9.5", "Ohms L1 to L2", "9.50\u00a0Ω", "2026-03-02"}, got.Read[0])
	direct := FromBook([]logbook.Entry{{Taken: "2026-03-02T09:00:00Z", Reads: []logbook.Read{read("ra", "Ω", 1.1, ""),
		read("volts", "V", 60, ""), read("amps", "A", 3, "")}}}, "dc")
	require.Equal(t, []string{"ohms armature=1.1", "amps armature=3"}, direct.Told)
	for _, told := range slices.Concat(got.Told, direct.Told) {
		e := complaint.Entry{Told: []string{told}}
		require.Empty(t, e.Check())
	}
}

// What owners type is understood: each of these stands in a tile, by the rule of the page, whole words and beginnings.
func TestOwnersWordsAreUnderstood(t *testing.T) {
	t.Parallel()
	plain := func(text string) string {
		return " " + strings.Trim(regexp.MustCompile(`[^a-z0-9]+`).ReplaceAllString(strings.ToLower(text), " "),
			" ") + " "
	}
	all := slices.Concat(Spoken().Tiles, Spoken().Danger)
	for _, said := range []string{"buzzes", "growls", "stuck", "needs a push", "kicks out", "blows the fuse",
		"drops out", "smells", "smokes", "too hot to touch", "bulged can", "wrong way", "no power", "stalls", "squeals",
		"tingles", "OC", "OL", "low leg", "third leg", "wild leg", "high leg", "contactor chatters", "lights dim",
		"hum",
		"buzz", "trips", "fuse", "hot", "smell", "backwards", "slow", "weak", "shakes", "noisy", "won't start", "dead",
		"sparks", "hunts"} {
		found := slices.ContainsFunc(all, func(tile Tile) bool {
			return slices.ContainsFunc(append([]string{tile.Text}, tile.Words...), func(w string) bool {
				if len(w) > 3 {
					return strings.Contains(plain(said), strings.TrimRight(plain(w), " "))
				}
				return strings.Contains(plain(said), plain(w))
			})
		})
		assert.True(t, found, said)
	}
}

// Sentences are short enough to be read standing, and names are headlines.
func TestTheDeskSpeaksShortly(t *testing.T) {
	t.Parallel()
	short := func(text string, most int, of string) {
		for _, sentence := range regexp.MustCompile(`[.?:] `).Split(text, -1) {
			assert.LessOrEqual(t, len(strings.Fields(sentence)), most, "%s: %s", of, sentence)
		}
	}
	for _, c := range cause.All() {
		short(c.Name, 14, c.ID)
		short(c.Cure, 28, c.ID)
		short(c.Proof, 28, c.ID)
		short(c.Danger, 28, c.ID)
	}
	for _, c := range checks {
		short(c.Name, 14, c.ID)
		short(c.Do, 28, c.ID)
		short(c.Caution, 28, c.ID)
	}
}
