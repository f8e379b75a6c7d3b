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
	Zero     string `json:"zero,omitempty" example:"0.2" doc:"ohms with the probes shorted"`
	Touches  string `json:"touches,omitempty" entry:"lines" example:"1 4 1.1" doc:"two names and ohms, open or beep"`
	Method   Method `json:"method,omitempty" enum:"ac,flick" doc:"how starts and finishes are found"`
	LowVolts string `json:"low_volts,omitempty" example:"12" doc:"AC put on one coil"`
	Senses   string `json:"senses,omitempty" entry:"lines" example:"1-2 4-5 2.9" doc:"fed, read (+: in series), volts or kick"`
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
	notNumber  = regexp.MustCompile(`(?i)\s*(Ω|ohms?|r)$`)
)

// ReadRound reads the text of a round. Every line that cannot be read becomes
// a reading with a problem; the others count.
func ReadRound(r Round) (t Touches, readings []finding.Reading) {
	bad := func(path, typed, problem, wanted string) {
		readings = append(readings, finding.Reading{Path: "leads." + path, Typed: typed, Problem: problem, Wanted: wanted})
	}
	if words := strings.Fields(strings.ReplaceAll(r.Tags, ",", " ")); len(words) == 1 {
		n, err := strconv.Atoi(words[0])
		if err != nil || n < 2 || n > mostTags {
			bad("tags", r.Tags, "One number says how many leads there are.", fmt.Sprintf("2 to %d, or the names on the tape apart by spaces", mostTags))
		}
		for i := range min(max(n, 0), mostTags) {
			t.Tags = append(t.Tags, strconv.Itoa(i+1))
		}
	} else {
		for _, w := range words {
			if slices.Contains(t.Tags, w) || slices.Contains(frameWords[:4], strings.ToLower(w)) || len(t.Tags) == mostTags {
				bad("tags", r.Tags, fmt.Sprintf("%q cannot be one of these names.", w), fmt.Sprintf("at most %d different names, none of them the frame", mostTags))
				break
			}
			t.Tags = append(t.Tags, w)
		}
	}
	if r.Zero != "" {
		z, ok, err := unit.Ohms.One(r.Zero)
		if err != nil || !ok {
			bad("zero", r.Zero, "This could not be read.", "ohms with the probes held together, like 0.3")
		} else {
			t.Zero = z
			readings = append(readings, finding.Reading{Path: "leads.zero", Typed: r.Zero, ReadAs: unit.Text(z, "Ω") + " taken off every reading"})
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
			t.All = slices.DeleteFunc(t.All, func(o Between) bool { return o.A == b.A && o.B == b.B }) // the last word counts
			t.All = append(t.All, b)
		}
	}
	return t, readings
}

func (t *Touches) touch(line string) (b Between, problem string) {
	words := slices.DeleteFunc(touchSplit.Split(strings.TrimSpace(line), -1), func(w string) bool { return w == "" })
	if len(words) < 3 {
		return b, "A touch is two names and what the meter said."
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
			return b, fmt.Sprintf("%q is no name on these leads: %s.", words[i], strings.Join(t.Tags, " "))
		}
	}
	if b.A == b.B {
		return b, "Both probes on the same lead."
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
		ohm, ok, err := unit.Ohms.One(notNumber.ReplaceAllString(said, ""))
		if err != nil || !ok {
			return b, fmt.Sprintf("%q is no reading of a meter.", said)
		}
		if b.Joined = ohm < openOhm; b.Joined {
			b.Ohm = max(0, ohm-t.Zero)
		}
	}
	return b, ""
}

// ohmText prints a reading as a meter shows it, without digits it never had.
func ohmText(ohm float64) string { return unit.Plain(math.Round(ohm*1000) / 1000) }

// openOhm is what a meter shows where nothing joins the probes: more than any
// winding has.
const openOhm = 20000

// sizes of the groups that a healthy motor of each kind shows, by count of
// leads; those without a kind are recognised and explained.
type fingerprint struct {
	sizes []int
	kind  Kind
}

var fingerprints = []fingerprint{
	{[]int{3}, Three}, {[]int{2, 2, 2}, Six}, {[]int{3, 3}, Other}, {[]int{2, 2, 2, 3}, NineStar}, {[]int{3, 3, 3}, NineDelta},
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
	v := Verdict{Groups: [][]string{}, Corners: []string{}, Lone: []string{}, Next: []string{}, Grid: []Cell{}, Coils: []CoilOhm{}, Grade: finding.Open}
	if n == 0 {
		v.Text = "Put a piece of tape with a name on every lead, and say how many there are."
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
			clash = fmt.Sprintf("%s and %s were open, yet others join them: touch them again.", b.A, b.B)
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
		v.Grade, v.Text = finding.Stop, fmt.Sprintf("%s touches the frame: stop. This motor is not fed.", strings.Join(t.Frame, ", "))
		v.Reason = "A lead with a path to the body puts the line on the body. Dry it, look for a pinched lead under the lid, measure again with a 500 V tester; else a rewinder."
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
		v.Text = fmt.Sprintf("%s, %d groupings of a healthy motor are still possible.", counted(len(t.All), "touch", "touches"), len(healthy))
		return
	}
	if len(healthy) == 1 {
		// What was only concluded is touched all the same: an open coil shows no other way.
		for i := range n {
			for k := i + 1; k < n; k++ {
				if healthy[0][i] == healthy[0][k] && group[i] != group[k] {
					v.Next, v.NextWhy = []string{t.Tags[i], t.Tags[k]}, "they must join if no coil is open: prove it"
					v.Text = "One grouping is left; what was not touched yet is proved now."
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
				v.Text = "No healthy motor of this many leads shows these groups: go on until every pair is known."
				if len(t.All) == 0 {
					v.Text = fmt.Sprintf("%d leads belong to none of the usual kinds: touch every pair, and look whether some are a thermal protector, a brake or a heater.", n)
				}
				return
			}
		}
	}
	t.unusual(v)
}

func counted(n int, one, more string) string {
	if n == 1 {
		return "After 1 " + one
	}
	return fmt.Sprintf("After %d %s", n, more)
}

// split names the pair whose answer leaves least open.
func (t Touches) split(v *Verdict, healthy [][]int, state [][]pairState) {
	best := math.Inf(1)
	for i := range state {
		for k := i + 1; k < len(state); k++ {
			if state[i][k] != unknown {
				continue
			}
			yes := 0
			for _, h := range healthy {
				if h[i] == h[k] {
					yes++
				}
			}
			no := len(healthy) - yes
			if left := float64(yes*yes+no*no) / float64(len(healthy)); left < best {
				best = left
				v.Next = []string{t.Tags[i], t.Tags[k]}
				v.NextWhy = fmt.Sprintf("leaves about %.0f of %d", math.Ceil(left), len(healthy))
			}
		}
	}
}

// groupings lists every way to put n things into groups of the given sizes
// that agrees with what is known. Each is the number of the group of every
// thing.
func groupings(n int, sizes []int, state [][]pairState) [][]int {
	var out [][]int
	group := make([]int, n)
	for i := range group {
		group[i] = -1
	}
	left := map[int]int{}
	for _, s := range sizes {
		left[s]++
	}
	kinds := slices.Compact(slices.Sorted(slices.Values(sizes)))
	var place func(number int)
	var fill func(number, from, more, size int)
	fits := func(x, number int) bool {
		for y := range n {
			if y == x || group[y] < 0 {
				continue
			}
			if state[x][y] == together && group[y] != number || state[x][y] == apart && group[y] == number {
				return false
			}
		}
		return true
	}
	fill = func(number, from, more, size int) {
		if more == 0 {
			place(number + 1)
			return
		}
		for x := from; x < n; x++ {
			if group[x] < 0 && fits(x, number) {
				group[x] = number
				fill(number, x+1, more-1, size)
				group[x] = -1
			}
		}
	}
	place = func(number int) {
		first := slices.Index(group, -1)
		if first < 0 {
			out = append(out, slices.Clone(group))
			return
		}
		if !fits(first, number) {
			return
		}
		for _, size := range kinds {
			if left[size] == 0 {
				continue
			}
			left[size]--
			group[first] = number
			fill(number, first+1, size-1, size)
			group[first] = -1
			left[size]++
		}
	}
	place(0)
	return out
}

func sum(all []int) (s int) {
	for _, x := range all {
		s += x
	}
	return s
}

func sizesOf(groups [][]string) []int {
	out := make([]int, len(groups))
	for i, g := range groups {
		out[i] = len(g)
	}
	slices.Sort(out)
	return out
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
	v.Text = "This is a motor with " + v.Kind.Title() + "."
	switch v.Kind {
	case Three:
		v.Reason = "All three are joined inside: one voltage, nothing to rejoin. Whether in star or in delta no meter can tell from outside; the plate says."
	case Six:
		v.Reason = "Three pairs: three whole coils, both ends out. Star and delta are both open to it."
	case NineStar:
		v.Reason = fmt.Sprintf("Three pairs and one group of three: the second halves end in a star inside, so %s are T7, T8 and T9.", strings.Join(v.Groups[3], ", "))
	case NineDelta:
		v.Reason = "Three groups of three: each is a corner of the delta with a coil to either side."
	case Twelve:
		v.Reason = "Six pairs: six half coils, both ends of each out. Star and delta, high and low, are all open to it."
	case Other:
		v.Grade, v.Text = finding.Caution, "Groups of three without an inner star: part-winding or two speeds."
		v.Reason = "Two or four groups of three belong to a motor with two windings or two speeds. Only its own diagram tells which leads go together: nothing is guessed here."
		return
	}
	t.ohms(v)
}

// unusual explains groups that no healthy motor shows.
func (t Touches) unusual(v *Verdict) {
	v.Settled, v.Kind, v.Grade = true, Other, finding.Caution
	for _, g := range v.Groups {
		if len(g) == 1 {
			v.Lone = append(v.Lone, g[0])
		}
	}
	if len(v.Lone) > 0 {
		v.Grade, v.Text = finding.Stop, fmt.Sprintf("%s joins nothing: an open coil, or a touch that missed the metal.", strings.Join(v.Lone, ", "))
		v.Reason = "Scrape the lead's end bright and touch it again with every other. If it stays open, a coil or its lead is broken inside: not to be fed; a rewinder."
		return
	}
	n := len(t.Tags)
	v.Text = fmt.Sprintf("Groups of %s: none of the kinds that can be planned.", joinInts(sizesOf(v.Groups)))
	switch {
	case n == 8 || n == 11 || n == 14:
		v.Reason = "Two leads more than usual are often a thermal protector: two thin leads that beep, joined to no winding. Take them out of the count and enter them as extras."
	case n == 10 || n == 18:
		v.Reason = "Ten and eighteen leads belong to special windings; only the diagram on the plate or under the lid tells."
	default:
		v.Reason = "Look for a second winding, two speeds, a protector, a brake coil or a heater. Only its own diagram tells; nothing is guessed here."
	}
}

func joinInts(all []int) string {
	words := make([]string, len(all))
	for i, x := range all {
		words[i] = strconv.Itoa(x)
	}
	return strings.Join(words, ", ")
}

func (t Touches) ohm(a, b string) float64 {
	for _, x := range t.All {
		if x.Joined && (x.A == a && x.B == b || x.A == b && x.B == a) {
			return x.Ohm
		}
	}
	return math.NaN()
}

// sumWithin is how far two coils in series may lie from the sum of both when a
// corner is looked for.
const sumWithin = 0.15

// ohms finds the corners of a nine-lead delta and each coil's own ohms, and
// asks for what is missing.
func (t Touches) ohms(v *Verdict) {
	ask := func(a, b, why string) {
		if len(v.Next) == 0 {
			v.Next, v.NextWhy = []string{a, b}, why
		}
	}
	for _, g := range v.Groups {
		if len(g) == 2 {
			if r := t.ohm(g[0], g[1]); math.IsNaN(r) {
				ask(g[0], g[1], "in ohms: the coils should agree")
			} else {
				v.Coils = append(v.Coils, CoilOhm{g[0] + "-" + g[1], r, ohmText(r) + unit.Space + "Ω"})
			}
			continue
		}
		r := [3]float64{t.ohm(g[1], g[2]), t.ohm(g[0], g[2]), t.ohm(g[0], g[1])} // opposite each lead
		for i := range r {
			if math.IsNaN(r[i]) {
				ask(g[(i+1)%3], g[(i+2)%3], map[bool]string{true: "in ohms: it tells the corner lead", false: "in ohms: the three should agree"}[v.Kind == NineDelta])
			}
		}
		if math.IsNaN(r[0] + r[1] + r[2]) {
			continue
		}
		if v.Kind == NineDelta {
			t.cornerOf(v, g, r)
			continue
		}
		if v.Kind != NineStar {
			continue
		}
		for i := range r { // star: a coil is half of (its two pairs less the third)
			one := (r[(i+1)%3] + r[(i+2)%3] - r[i]) / 2
			v.Coils = append(v.Coils, CoilOhm{g[i] + " to the inner star", one, ohmText(one) + unit.Space + "Ω"})
		}
	}
	if len(v.Coils) > 1 {
		mean := 0.0
		for _, c := range v.Coils {
			mean += c.Ohm / float64(len(v.Coils))
		}
		for _, c := range v.Coils {
			if mean > 0 {
				v.Spread = max(v.Spread, math.Abs(c.Ohm/mean-1))
			}
		}
	}
}

// cornerOf finds the corner lead of a group of three: the two others read both
// coils in series.
func (t Touches) cornerOf(v *Verdict, g []string, r [3]float64) {
	most := 0
	for i := range r {
		if r[i] > r[most] {
			most = i
		}
	}
	a, b := r[(most+1)%3], r[(most+2)%3]
	if math.Abs(r[most]-(a+b)) > sumWithin*(a+b) {
		v.Grade = finding.Caution
		v.Reason += fmt.Sprintf(" In %s no pair reads the two others together: read its ohms again.", strings.Join(g, "-"))
		return
	}
	v.Corners = append(v.Corners, g[most])
	for _, side := range []int{(most + 1) % 3, (most + 2) % 3} {
		// The coil between the corner and a side is measured opposite the other side.
		other := 3 - most - side
		v.Coils = append(v.Coils, CoilOhm{g[most] + "-" + g[side], r[other], ohmText(r[other]) + unit.Space + "Ω"})
	}
}
