package leads

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Round is what a meter found on leads that nobody has named, as it was
// written down: with every joint undone, supply leads off.
type Round struct {
	Tags     string `json:"tags,omitempty" example:"9" doc:"names on tape: a count, or names apart by spaces"`
	Zero     string `json:"zero,omitempty" by:"hand" example:"0.2" doc:"ohms with the probes shorted"`
	Touches  string `json:"touches,omitempty" by:"hand" entry:"lines" example:"1 4 1.1" doc:"two names and ohms, open or beep"`
	Method   Method `json:"method,omitempty" enum:"ac,flick" doc:"how starts and finishes are found"`
	LowVolts string `json:"low_volts,omitempty" example:"12" doc:"AC put on one coil"`
	Senses   string `json:"senses,omitempty" by:"hand" entry:"lines" example:"1-2 4-5 2.9" doc:"fed, read (+: in series), volts or kick"`
}

// Frame is the name of the motor's body in a touch.
const Frame = "frame"

// Between is what a meter found between two tags.
type Between struct {
	A, B   string
	Joined bool
	Ohm    float64 // less the meter's own; NaN where only a beep or nothing was noted
}

// Touches is everything that was read from the round, and what could not be.
type Touches struct {
	Tags  []string
	Zero  float64
	All   []Between
	Frame []string // tags that touch the frame
	Clear []string // tags that were found clear of it
}

// mostTags is how many leads a round can have.
const mostTags = 24

var (
	touchSplit = regexp.MustCompile(`[\s\-–;:=|]+|,\s+`)
	openWords  = []string{"open", "no", "ol", "o.l", "0l", "∞", "none", "apart", "n"}
	beepWords  = []string{"beep", "yes", "y", "joined", "b", "x"}
	frameWords = []string{Frame, "earth", "body", "ground", "f"}
)

// ReadRound reads the text of a round. Every line that cannot be read becomes
// a reading with a problem; the others count.
func ReadRound(r Round) (t Touches, readings []finding.Reading) {
	bad := func(path, typed, problem, wanted string) {
		readings = append(readings, finding.Reading{Path: "leads." + path, Typed: typed, Problem: problem,
			Wanted: wanted})
	}
	if words := strings.Fields(strings.ReplaceAll(r.Tags, ",", " ")); len(words) == 1 {
		n, err := strconv.Atoi(words[0])
		if err != nil || n < 2 || n > mostTags {
			bad("tags", r.Tags, oneNumber, fmt.Sprintf("2 to %d, or the names on the tape apart by spaces", mostTags))
		}
		for i := range min(max(n, 0), mostTags) {
			t.Tags = append(t.Tags, strconv.Itoa(i+1))
		}
	} else {
		for _, w := range words {
			if slices.Contains(t.Tags, w) || slices.Contains(frameWords[:4], strings.ToLower(w)) ||
				len(t.Tags) == mostTags {
				bad("tags", r.Tags, notAName(w),
					fmt.Sprintf("at most %d different names, none of them the frame", mostTags))
				break
			}
			t.Tags = append(t.Tags, w)
		}
	}
	if r.Zero != "" {
		z, ok, err := unit.Ohms.One(r.Zero)
		if err != nil || !ok {
			bad("zero", r.Zero, finding.NotRead, "ohms with the probes held together, like 0.3")
		} else {
			t.Zero = z
			readings = append(readings, finding.Reading{Path: "leads.zero", Typed: r.Zero, ReadAs: unit.Text(z, "Ω") +
				" taken off every reading"})
		}
	}
	for line := range strings.SplitSeq(r.Touches, "\n") {
		if strings.TrimSpace(line) == "" {
			continue
		}
		b, problem := t.touch(line)
		switch {
		case problem != "":
			bad("touches", strings.TrimSpace(line), problem, "two names and open, beep or ohms: 1 2 1.9")
		case b.B == Frame && b.Joined:
			t.Frame = append(t.Frame, b.A)
		case b.B == Frame:
			t.Clear = append(t.Clear, b.A)
		default:
			t.All = slices.DeleteFunc(t.All, func(o Between) bool {
				return o.A == b.A &&
					o.B == b.B
			}) // the last word counts
			t.All = append(t.All, b)
		}
	}
	return t, readings
}

func (t *Touches) touch(line string) (b Between, problem string) {
	words := slices.DeleteFunc(touchSplit.Split(strings.TrimSpace(line), -1), func(w string) bool { return w == "" })
	if len(words) < 3 {
		return b, touchIs
	}
	name := func(w string) string {
		if i := slices.IndexFunc(t.Tags, func(have string) bool { return strings.EqualFold(have, w) }); i >= 0 {
			return t.Tags[i]
		}
		if slices.Contains(frameWords, strings.ToLower(w)) {
			return Frame
		}
		return ""
	}
	for i, into := range []*string{&b.A, &b.B} {
		if *into = name(words[i]); *into == "" {
			return b, t.noSuchLead(words, i)
		}
	}
	if b.A == b.B {
		return b, sameLead
	}
	if b.A == Frame || b.B != Frame && slices.Index(t.Tags, b.B) < slices.Index(t.Tags, b.A) {
		b.A, b.B = b.B, b.A
	}
	said := strings.ToLower(strings.Join(words[2:], " "))
	b.Ohm = math.NaN()
	switch {
	case slices.Contains(openWords, said):
	case slices.Contains(beepWords, said):
		b.Joined = true
	default:
		ohm, ok, err := unit.Ohms.Meter(strings.Join(words[2:], " "))
		if err != nil || !ok {
			return b, noMeterReading(said)
		}
		open := openOhm
		if b.B == Frame { // of insulation a meter shows far more before it is none
			open = frameOhm
		}
		if b.Joined = ohm < open; b.Joined {
			b.Ohm = max(0, ohm-t.Zero)
		}
	}
	return b, ""
}

// ohmText prints a reading as a meter shows it, without digits it never had.
func ohmText(ohm float64) string { return unit.Plain(math.Round(ohm*1000) / 1000) }

// openOhm is what a meter shows where nothing joins the probes: more than any
// winding has.
const openOhm = 20000.0

// frameOhm is the least to the motor's body that is no touch: what insulation must have to run.
const frameOhm = leastToRun * 1e6

// sizes of the groups that a healthy motor of each kind shows, by count of
// leads; those without a kind are recognised and explained.
type fingerprint struct {
	sizes []int
	kind  Kind
}

var fingerprints = []fingerprint{
	{[]int{3}, Three}, {[]int{2, 2, 2}, Six}, {[]int{3, 3}, Other}, {[]int{2, 2, 2, 3}, NineStar},
	{[]int{3, 3, 3}, NineDelta},
	{[]int{2, 2, 2, 2, 2, 2}, Twelve}, {[]int{3, 3, 3, 3}, Other},
}

// Verdict is what a continuity round has shown so far.
type Verdict struct {
	Groups  [][]string    `json:"groups" nullable:"false"` // as far as they are known
	Kind    Kind          `json:"kind,omitempty"`          // empty until it is settled
	Settled bool          `json:"settled"`
	Text    string        `json:"text"`
	Reason  string        `json:"reason,omitempty"`
	Grade   finding.Grade `json:"grade"`
	Corners []string      `json:"corners" nullable:"false"` // of nine leads in delta, where the ohms tell
	Lone    []string      `json:"lone" nullable:"false"`    // leads joined to nothing
	Next    []string      `json:"next" nullable:"false"`    // the two to touch next
	NextWhy string        `json:"next_why,omitempty"`
	Left    int           `json:"left"` // groupings of a healthy motor that are still possible
	Grid    []Cell        `json:"grid" nullable:"false"`
	Coils   []CoilOhm     `json:"coils" nullable:"false"`
	Spread  float64       `json:"spread"` // greatest deviation of a coil's ohms from their mean
	Marked  bool          `json:"marked"` // the leads were called by their own names, not by tape
}

// Cell is one pair of the grid.
type Cell struct {
	A       string `json:"a"`
	B       string `json:"b"`
	Text    string `json:"text"`
	Known   string `json:"known" enum:"joined,apart,"`
	Touched bool   `json:"touched"`
}

// CoilOhm is one coil's ohms as measured.
type CoilOhm struct {
	Name string  `json:"name"`
	Ohm  float64 `json:"ohm"`
	Text string  `json:"text"`
}

// pairState says what is known between tags by number.
type pairState int8

const (
	unknown pairState = iota
	together
	apart
)

// Verdict draws every conclusion that the touches allow.
func (t Touches) Verdict() Verdict {
	n := len(t.Tags)
	v := Verdict{Groups: [][]string{}, Corners: []string{}, Lone: []string{}, Next: []string{}, Grid: []Cell{},
		Coils: []CoilOhm{}, Grade: finding.Open}
	if n == 0 {
		v.Text = tapeFirst
		return v
	}
	index := map[string]int{}
	for i, tag := range t.Tags {
		index[tag] = i
	}
	group := make([]int, n)
	for i := range group {
		group[i] = i
	}
	for _, b := range t.All {
		if b.Joined {
			from, to := group[index[b.B]], group[index[b.A]]
			for i := range group {
				if group[i] == from {
					group[i] = to
				}
			}
		}
	}
	clash := ""
	state := make([][]pairState, n)
	for i := range state {
		state[i] = make([]pairState, n)
		for k := range state[i] {
			if i != k && group[i] == group[k] {
				state[i][k] = together
			}
		}
	}
	for _, b := range t.All {
		if b.Joined {
			continue
		}
		if group[index[b.A]] == group[index[b.B]] {
			clash = openYetJoined(b)
			v.Next = []string{b.A, b.B}
		}
		for i := range group {
			for k := range group {
				if group[i] == group[index[b.A]] && group[k] == group[index[b.B]] && group[i] != group[k] {
					state[i][k], state[k][i] = apart, apart
				}
			}
		}
	}
	t.grid(&v, state)
	v.Groups = groupsOf(t.Tags, group)
	switch {
	case len(t.Frame) > 0:
		v.Grade, v.Text = finding.Stop, t.frameStop()
		v.Reason = frameStopDetail
		v.Next = []string{}
		return v
	case clash != "":
		v.Grade, v.Text = finding.Caution, clash
		return v
	}
	t.settle(&v, group, state)
	return v
}

func groupsOf(tags []string, group []int) [][]string {
	out := [][]string{}
	seen := map[int]int{}
	for i, g := range group {
		at, ok := seen[g]
		if !ok {
			at = len(out)
			seen[g] = at
			out = append(out, nil)
		}
		out[at] = append(out[at], tags[i])
	}
	return out
}

func (t Touches) grid(v *Verdict, state [][]pairState) {
	for i, a := range t.Tags {
		for k := i + 1; k < len(t.Tags); k++ {
			c := Cell{A: a, B: t.Tags[k]}
			switch state[i][k] {
			case together:
				c.Known = "joined"
			case apart:
				c.Known = "apart"
			}
			for _, b := range t.All {
				if b.A == c.A && b.B == c.B {
					c.Touched = true
					switch {
					case !b.Joined:
						c.Text = "open"
					case math.IsNaN(b.Ohm):
						c.Text = "beep"
					default:
						c.Text = ohmText(b.Ohm)
					}
				}
			}
			v.Grid = append(v.Grid, c)
		}
	}
}

// settle decides the kind, or which pair to touch next.
func (t Touches) settle(v *Verdict, group []int, state [][]pairState) {
	n := len(t.Tags)
	var healthy [][]int // groupings by tag number that are still possible
	for _, f := range fingerprints {
		if sum(f.sizes) == n {
			healthy = append(healthy, groupings(n, f.sizes, state)...)
		}
	}
	v.Left = len(healthy)
	if len(healthy) > 1 {
		t.split(v, healthy, state)
		v.Text = t.groupingsLeft(healthy)
		return
	}
	if len(healthy) == 1 {
		// What was only concluded is touched all the same: an open coil shows no other way.
		for i := range n {
			for k := i + 1; k < n; k++ {
				if healthy[0][i] == healthy[0][k] && group[i] != group[k] {
					v.Next, v.NextWhy = []string{t.Tags[i], t.Tags[k]}, "they must join if no coil is open: prove it"
					v.Text = oneGroupingLeft
					return
				}
			}
		}
		t.conclude(v)
		return
	}
	// No healthy motor shows this: go on until every pair is known.
	for i := range n {
		for k := i + 1; k < n; k++ {
			if state[i][k] == unknown {
				v.Next, v.NextWhy = []string{t.Tags[i], t.Tags[k]}, "not known yet"
				v.Text = noHealthyMotor
				if len(t.All) == 0 {
					v.Text = leadsOfNoKind(n)
				}
				return
			}
		}
	}
	t.unusual(v)
}

// conclude says what the settled groups mean.
func (t Touches) conclude(v *Verdict) {
	v.Settled, v.Grade = true, finding.Good
	slices.SortStableFunc(v.Groups, func(a, b []string) int { return len(a) - len(b) })
	for _, f := range fingerprints {
		if slices.Equal(f.sizes, sizesOf(v.Groups)) {
			v.Kind = f.kind
		}
	}
	v.Text = thisIsAMotor(v)
	switch v.Kind {
	case Three:
		v.Reason = threeJoined
	case Six:
		v.Reason = threePairs
	case NineStar:
		v.Reason = threePairsAndStar(v)
	case NineDelta:
		v.Reason = threeGroups
	case Twelve:
		v.Reason = sixPairs
	case Other:
		v.Grade, v.Text = finding.Caution, twoWindings
		v.Reason = twoWindingsDetail
		return
	}
	t.ohms(v)
}
