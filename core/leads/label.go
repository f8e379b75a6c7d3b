package leads

import (
	"fmt"
	"math"
	"math/cmplx"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Method is how starts and finishes are found.
type Method string

// The methods.
const (
	AC    Method = "ac"    // low volts on one coil, a meter on another
	Flick Method = "flick" // a battery touched to one coil, the kick of a meter on another
)

// Experiment is one reading on the tape names: the pair that is fed, the pair
// the meter is on, and whether the second of the first is joined to the first
// of the second, so that the meter reads both in series.
type Experiment struct {
	Feed   [2]string
	Read   [2]string
	Series bool
}

// String writes an experiment as it is kept: "1-2 4-5", in series "1-2+4-5".
func (e Experiment) String() string {
	sign := " "
	if e.Series {
		sign = "+"
	}
	return e.Feed[0] + "-" + e.Feed[1] + sign + e.Read[0] + "-" + e.Read[1]
}

// Sense is one reading that was taken: volts over the volts fed, or the
// direction of a kick.
type Sense struct {
	Experiment
	Share float64
	Kick  int // 1 up, -1 down, 0 still
	Flick bool
	Said  string
	Line  int // of the text that it was read from, from 0
}

var senseForm = regexp.MustCompile(`^(\S+?)-([^\s+]+?)\s*(\+|\s)\s*(\S+?)-(\S+?)\s+(.+)$`)

// readSenses reads the lines of labelling readings.
func readSenses(text string, tags []string, fed float64) (out []Sense, readings []finding.Reading) {
	for at, line := range strings.Split(text, "\n") {
		line = strings.TrimSpace(line)
		if line == "" {
			continue
		}
		bad := func(problem string) {
			readings = append(readings, finding.Reading{Path: "leads.senses", Typed: line, Problem: problem, Wanted: "the pair fed, the pair read and the reading: 1-2 4-5 2.9, joined in series 1-2+4-5 9.1, or 1-2 4-5 up"})
		}
		m := senseForm.FindStringSubmatch(line)
		if m == nil {
			bad("This is no reading.")
			continue
		}
		s := Sense{Experiment: Experiment{Feed: [2]string{m[1], m[2]}, Read: [2]string{m[4], m[5]}, Series: m[3] == "+"}, Said: m[6], Line: at}
		unknownTag := ""
		for _, n := range []string{m[1], m[2], m[4], m[5]} {
			if !slices.Contains(tags, n) {
				unknownTag = n
			}
		}
		if unknownTag != "" {
			bad(fmt.Sprintf("%q is no name on these leads.", unknownTag))
			continue
		}
		switch strings.ToLower(m[6]) {
		case "up", "plus", "positive":
			s.Flick, s.Kick = true, 1
		case "down", "minus", "negative":
			s.Flick, s.Kick = true, -1
		case "still", "nothing":
			s.Flick = true
		default:
			volts, ok, err := unit.Volts.One(m[6])
			if err != nil || !ok || !(fed > 0) {
				bad("The reading is volts, or up, down or still.")
				continue
			}
			s.Share = volts / fed
		}
		if s.Flick && s.Series {
			bad("A flick is read on one pair alone, not in series.")
			continue
		}
		out = append(out, s)
	}
	return out, readings
}

// Coupling is how strongly the coils of a standing motor feel each other, as
// the engine has it: the volts of every terminal for one volt on a pair.
// Leakage is never known exactly, and small motors have far more of it than was
// fitted: it is solved as fitted and for several times as much, each of these a
// third less, as it is, and half as much again, so that they reach each other.
type Coupling struct {
	kind Kind
	by   [len(leakages)]map[[2]string][3]map[string]complex128
}

var (
	leakages      = [...]float64{1, 2.25, 5}
	leakageSpread = [3]float64{1, 0.67, 1.5}
)

// TypicalEquivalent is a middling small motor on its own base, for coils whose
// plate has not been read: only ratios of volts are taken from it.
func TypicalEquivalent(frequencyHz float64) circuit.Equivalent {
	return circuit.Equivalent{R1Ohm: 4, X1Ohm: 6, R2Ohm: 3.5, R2StandstillOhm: 4, X2Ohm: 6, XmOhm: 120, FrequencyHz: frequencyHz, Poles: 4}
}

// Couple solves every pair of a layout that can be fed, the rotor standing.
func Couple(k Kind, eq circuit.Equivalent, frequencyHz float64) (Coupling, error) {
	c := Coupling{kind: k}
	for i, times := range leakages {
		var err error
		if c.by[i], err = couple(k.Layout(), eq, times, frequencyHz); err != nil {
			return Coupling{}, err
		}
	}
	return c, nil
}

// couple solves every pair of a layout for so many times the leakage.
func couple(w Winding, eq circuit.Equivalent, times, frequencyHz float64) (map[[2]string][3]map[string]complex128, error) {
	out := map[[2]string][3]map[string]complex128{}
	for _, g := range w.Groups() {
		for i, a := range g {
			for _, b := range g[i+1:] {
				var all [3]map[string]complex128
				for n, leak := range leakageSpread {
					e := eq
					leak *= times
					e.R1Ohm, e.X1Ohm, e.X2Ohm = e.R1Ohm*leak, e.X1Ohm*leak, e.X2Ohm*leak
					// A joint of one name makes sure that every terminal is a node.
					joints := [][]string{}
					for _, t := range w.Terminals {
						joints = append(joints, []string{t})
					}
					s, err := circuit.Compile(&circuit.Circuit{
						FrequencyHz: frequencyHz, Reference: b,
						Sources:  []circuit.Source{{Name: "fed", From: a, To: b, VoltsRMS: 1}},
						Machines: []circuit.Machine{{Name: "motor", Equivalent: e, Slip: 1, Coils: w.Coils}},
						Joints:   joints,
					})
					if err == nil {
						err = s.Solve()
					}
					if err != nil {
						return nil, err
					}
					all[n] = map[string]complex128{}
					for _, other := range w.Groups() {
						for _, t := range other {
							all[n][t] = s.Volts(t, other[0]) // within its own group: groups float against each other
						}
					}
				}
				out[[2]string{a, b}] = all
			}
		}
	}
	return out, nil
}

// level is what a labelling predicts for an experiment.
type level struct{ low, mid, high float64 }

// predict gives a labelling's reading at one of the leakages. Names maps tape
// names to terminals.
func (c Coupling) predict(e Experiment, names map[string]string, flick bool, leakage int) level {
	a, b := names[e.Feed[0]], names[e.Feed[1]]
	sign := complex(1, 0)
	all, ok := c.by[leakage][[2]string{a, b}]
	if !ok {
		all, sign = c.by[leakage][[2]string{b, a}], -1
	}
	p, q := names[e.Read[0]], names[e.Read[1]]
	var got [3]float64
	for i := range got {
		v := sign * (all[i][p] - all[i][q])
		switch {
		case flick:
			got[i] = 0
			if math.Abs(real(v)) > stillUnder {
				got[i] = math.Copysign(1, real(v))
			}
		case e.Series:
			got[i] = cmplx.Abs(1 + v)
		default:
			got[i] = cmplx.Abs(v)
		}
	}
	return level{slices.Min(got[:]), got[0], slices.Max(got[:])}
}

const (
	stillUnder = 0.03  // of the volts fed: under this a kick counts as still
	meterDoubt = 0.02  // of the volts fed, to either side of what is predicted
	levelGap   = 0.015 // of the volts fed: levels nearer to each other are one
)

// levels clusters predictions that no meter tells apart. which says for each
// prediction the level it belongs to.
func levels(all []level) (out []level, which []int) {
	by := make([]int, len(all))
	for i := range by {
		by[i] = i
	}
	slices.SortFunc(by, func(a, b int) int {
		switch {
		case all[a].low < all[b].low:
			return -1
		case all[a].low > all[b].low:
			return 1
		}
		return 0
	})
	which = make([]int, len(all))
	for _, i := range by {
		if last := len(out) - 1; last >= 0 && all[i].low <= out[last].high+levelGap {
			out[last].high = max(out[last].high, all[i].high)
		} else {
			out = append(out, all[i])
		}
		which[i] = len(out) - 1
	}
	return out, which
}

// near gives the level that a reading belongs to; -1 when it lies outside all
// of them by more than the meter's doubt and nearly as far from the next.
func near(all []level, share float64) int {
	best, away := -1, math.Inf(1)
	for i, l := range all {
		d := max(0, l.low-share, share-l.high)
		if d < away {
			best, away = i, d
		}
	}
	if away > 2*meterDoubt {
		return -1
	}
	return best
}

// bySide gives the level of a reading on two coils in series by nothing but
// above or below the volts fed, where only one level lies there: leakage unlike
// any that was assumed changes how far, never which way. -1 where that does not
// tell.
func bySide(all []level, share float64) int {
	at := -1
	for i, l := range all {
		if side(l, share) {
			if at >= 0 {
				return -1
			}
			at = i
		}
	}
	return at
}

// side says whether a level and a reading lie on one side of the volts fed.
func side(l level, share float64) bool {
	return l.low > 1+meterDoubt && share > 1+meterDoubt || l.high < 1-meterDoubt && share < 1-meterDoubt
}

// Labelling is what the readings so far say about which lead is which.
type Labelling struct {
	Classes int           `json:"classes"` // labellings that readings can tell apart, at the start
	Left    int           `json:"left"`    // that agree with every reading
	Doubted int           `json:"doubted"` // that agree with all but one
	Settled bool          `json:"settled"`
	Names   []LeadName    `json:"names" nullable:"false"` // once settled
	Ask     *Ask          `json:"ask,omitempty"`
	Text    string        `json:"text"`
	Grade   finding.Grade `json:"grade"`
	Same    []string      `json:"same" nullable:"false"` // what no reading can tell apart
	False   string        `json:"false,omitempty"`       // a reading that the settled names contradict
	Taken   []Taken       `json:"taken" nullable:"false"`
}

// LeadName is a tape name with the terminal it turned out to be.
type LeadName struct {
	Tag      string `json:"tag"`
	Terminal string `json:"terminal"` // canonical
	Name     string `json:"name"`     // as this motor prints it
}

// TapeOf is the tape name of a terminal, by its canonical name; empty until the
// leads are named.
func (l *Labelling) TapeOf(terminal string) string {
	for _, n := range l.Names {
		if l.Settled && n.Terminal == terminal {
			return n.Tag
		}
	}
	return ""
}

// Taken is a reading that was taken.
type Taken struct {
	Text string `json:"text"`
	Said string `json:"said"`
	Odd  bool   `json:"odd"`  // contradicted by the others
	Line int    `json:"line"` // of the entry's text, from 0
}

// Ask is the reading to take next.
type Ask struct {
	Key    string   `json:"key"` // as it is kept, without the reading
	Feed   []string `json:"feed" nullable:"false"`
	Read   []string `json:"read" nullable:"false"`
	Joined []string `json:"joined" nullable:"false"` // to be joined for this reading; empty for none
	Text   string   `json:"text"`
	Expect []string `json:"expect" nullable:"false"` // what may be read, before it is
	Repeat bool     `json:"repeat"`                  // an earlier reading, doubted
	Flick  bool     `json:"flick"`
}

// Sorter finds which lead is which: it keeps every labelling that readings can
// tell apart and how many readings speak against each.
type Sorter struct {
	kind     Kind
	coupling Coupling
	tags     []string
	classes  []map[string]string
	against  [len(leakages)][]int
	asked    []Experiment
	method   Method
}

// NewSorter starts with the groups that continuity found. corners may be nil;
// of nine leads in delta they leave far fewer labellings. It returns nil where
// the groups are not those of the kind.
func NewSorter(k Kind, groups [][]string, corners []string, c Coupling, method Method) *Sorter {
	w := k.Layout()
	own := w.Groups()
	if !slices.Equal(sizesOf(own), sizesOf(groups)) || len(own) == 0 {
		return nil
	}
	if method == "" {
		method = AC
	}
	s := &Sorter{kind: k, coupling: c, method: method}
	for _, g := range groups {
		s.tags = append(s.tags, g...)
	}
	s.enumerate(groups, own, corners, map[string]string{}, make([]bool, len(own)), symmetries[k])
	for i := range s.against {
		s.against[i] = make([]int, len(s.classes))
	}
	return s
}

// cornerLeads of a nine-lead delta: the terminals with a coil to either side.
func (w Winding) cornerLeads() []string {
	ends := map[string]int{}
	for _, c := range w.Coils {
		ends[c.Start]++
		ends[c.Finish]++
	}
	var out []string
	for _, t := range w.Terminals {
		if ends[t] > 1 {
			out = append(out, t)
		}
	}
	return out
}

// enumerate lays the groups of tags on those of the layout, one after the
// other, and keeps one of every set that the symmetries left exchange.
func (s *Sorter) enumerate(groups, own [][]string, corners []string, names map[string]string, used []bool, stabilizer []map[string]string) {
	if len(groups) == 0 {
		class := map[string]string{}
		for k, v := range names {
			class[k] = v
		}
		s.classes = append(s.classes, class)
		return
	}
	g := groups[0]
	cornerOwn := s.kind.Layout().cornerLeads()
	tried := map[string]bool{}
	for at, o := range own {
		if used[at] || len(o) != len(g) {
			continue
		}
		for _, image := range permutations(o) {
			fits := true
			for i, tag := range g {
				if len(corners) > 0 && slices.Contains(corners, tag) != slices.Contains(cornerOwn, image[i]) {
					fits = false
				}
			}
			if !fits || tried[strings.Join(image, " ")] {
				continue
			}
			var still []map[string]string
			for _, sym := range stabilizer {
				moved := make([]string, len(image))
				for i, t := range image {
					moved[i] = sym[t]
				}
				tried[strings.Join(moved, " ")] = true
				if slices.Equal(moved, image) {
					still = append(still, sym)
				}
			}
			for i, tag := range g {
				names[tag] = image[i]
			}
			used[at] = true
			s.enumerate(groups[1:], own, corners, names, used, still)
			used[at] = false
		}
	}
}

func permutations(all []string) [][]string {
	if len(all) <= 1 {
		return [][]string{slices.Clone(all)}
	}
	var out [][]string
	for i := range all {
		rest := slices.Delete(slices.Clone(all), i, i+1)
		for _, p := range permutations(rest) {
			out = append(out, append([]string{all[i]}, p...))
		}
	}
	return out
}

// Classes is how many labellings readings can tell apart.
func (s *Sorter) Classes() int { return len(s.classes) }

// predictions are those of every labelling, each at the leakage that the
// readings so far speak for if it is the true one.
func (s *Sorter) predictions(e Experiment, flick bool) []level {
	out := make([]level, len(s.classes))
	for i, c := range s.classes {
		_, leakage := s.cost(i)
		out[i] = s.coupling.predict(e, c, flick, leakage)
	}
	return out
}

// cost is how much speaks against a labelling: the readings that contradict it
// and, for another leakage than the fitted one, as much as one reading more.
func (s *Sorter) cost(class int) (n, leakage int) {
	n = s.against[0][class]
	for i := 1; i < len(leakages); i++ {
		if one := s.against[i][class] + 1; one < n {
			n, leakage = one, i
		}
	}
	return n, leakage
}

// Take counts a reading. false means that it fits no labelling at all.
func (s *Sorter) Take(x Sense) bool {
	s.asked = append(s.asked, x.Experiment)
	var at [len(leakages)]int
	var which [len(leakages)][]int
	fits := false
	for i := range leakages {
		at[i], which[i] = s.levelOf(x, i)
		fits = fits || at[i] >= 0
	}
	if !fits {
		return false
	}
	for i := range leakages {
		for k := range s.classes {
			if which[i][k] != at[i] {
				s.against[i][k]++
			}
		}
	}
	return true
}

// levelOf is the level that a reading belongs to at one of the leakages, -1
// where it fits none, and the level of every labelling there.
func (s *Sorter) levelOf(x Sense, leakage int) (at int, which []int) {
	all := make([]level, len(s.classes))
	for i, c := range s.classes {
		all[i] = s.coupling.predict(x.Experiment, c, x.Flick, leakage)
	}
	lv, which := levels(all)
	share := x.Share
	if x.Flick {
		share = float64(x.Kick)
	}
	if at = near(lv, share); x.Series && at < 0 {
		at = bySide(lv, share)
	}
	return at, which
}

// counts of labellings with no reading, and with one reading against them.
func (s *Sorter) counts() (clean, doubted, last int) {
	last = -1
	for i := range s.classes {
		switch n, _ := s.cost(i); n {
		case 0:
			clean++
			last = i
		case 1:
			doubted++
			if clean == 0 {
				last = i
			}
		}
	}
	return clean, doubted, last
}

// Settled gives the labelling once it is the only one left that at most one
// reading speaks against.
func (s *Sorter) Settled() (names map[string]string, ok bool) {
	clean, doubted, last := s.counts()
	if clean+doubted != 1 {
		return nil, false
	}
	return s.classes[last], true
}

// experiments lists what can be read: pairs of different groups, and within
// the corners of a delta pairs of the same.
func (s *Sorter) experiments(groups [][]string) []Experiment {
	var pairs [][2]string
	of := map[[2]string]int{}
	for n, g := range groups {
		for i, a := range g {
			for _, b := range g[i+1:] {
				p := [2]string{a, b}
				of[p] = n
				pairs = append(pairs, p)
			}
		}
	}
	var out []Experiment
	for _, f := range pairs {
		for _, r := range pairs {
			if of[f] == of[r] {
				continue
			}
			out = append(out, Experiment{Feed: f, Read: r})
			if s.method == AC {
				out = append(out, Experiment{Feed: f, Read: r, Series: true})
			}
		}
	}
	return out
}

// weights of labellings in the choice: one that no reading speaks against is
// worth that many which one does, since a reading may be false.
const cleanWeight = 3.0

// Next is the reading that is expected to leave least, false readings counted
// in. Once every labelling has a reading against it, it asks for a repeat of
// one that those left contradict. ok is false when nothing tells the rest
// apart.
func (s *Sorter) Next(groups [][]string) (e Experiment, repeat, ok bool) {
	clean, doubted, _ := s.counts()
	if clean == 0 && doubted > 1 {
		if e, ok = s.best(s.asked); ok {
			return e, true, true
		}
	}
	e, ok = s.best(s.experiments(groups))
	return e, false, ok
}

// best chooses among candidates by the weight of labellings that is expected
// to be left after the answer.
func (s *Sorter) best(candidates []Experiment) (e Experiment, ok bool) {
	clean, doubted, _ := s.counts()
	best := math.Inf(1)
	total := cleanWeight*float64(clean) + float64(doubted)
	for _, c := range candidates {
		all := s.predictions(c, s.method == Flick)
		lv, which := levels(all)
		if len(lv) < 2 {
			continue
		}
		in, cleanIn := make([]float64, len(lv)), make([]float64, len(lv))
		for i := range s.classes {
			switch n, _ := s.cost(i); n {
			case 0:
				in[which[i]] += cleanWeight
				cleanIn[which[i]]++
			case 1:
				in[which[i]]++
			}
		}
		left := 0.0
		for l := range lv { // stays in, or goes from clean to doubted
			left += in[l] / total * (in[l] + (float64(clean) - cleanIn[l]))
		}
		if left >= total-1e-9 {
			continue
		}
		if c.Series { // with as good, the reading that is less work for the hand
			left += 1e-6
		}
		if len(s.asked) > 0 && s.asked[len(s.asked)-1].Feed != c.Feed {
			left += 1e-7
		}
		if left < best {
			best, e, ok = left, c, true
		}
	}
	return e, ok
}

// AreMarks says that names given to leads are those printed on them: the
// motor's own, not tape.
func (h Hand) AreMarks(tags []string) bool {
	if len(tags) == 0 || len(tags) != len(h.Kind.Terminals()) {
		return false
	}
	for _, tag := range tags {
		if _, err := strconv.Atoi(tag); err == nil { // a bare number is tape
			return false
		}
		if _, ok := h.Naming.canonical(tag, h.Kind); !ok {
			return false
		}
	}
	return true
}

// MarksAgree says that groups found on marked leads are those of the layout.
func (h Hand) MarksAgree(groups [][]string) bool {
	var found [][]string
	for _, g := range groups {
		var own []string
		for _, tag := range g {
			name, _ := h.Naming.canonical(tag, h.Kind)
			own = append(own, name)
		}
		found = append(found, own)
	}
	return Joints(found).Equal(h.Kind.Layout().Groups())
}

// Unlabelled is a labelling before any reading.
func Unlabelled() Labelling {
	return Labelling{Names: []LeadName{}, Same: []string{}, Taken: []Taken{}, Grade: finding.Open}
}

// Label draws every conclusion of the labelling readings. eq and its mark come
// from the plate where there is one; fed is the low AC in volts.
func Label(r Round, h Hand, v Verdict, eq circuit.Equivalent, frequencyHz float64) (out Labelling, readings []finding.Reading) {
	out = Unlabelled()
	fed := 12.0
	if r.LowVolts != "" {
		x, ok, err := unit.Volts.One(r.LowVolts)
		if err != nil || !ok || x < 2 || x > mostLowVolts {
			readings = append(readings, finding.Reading{Path: "leads.low_volts", Typed: r.LowVolts, Problem: "This is no low voltage for finding starts and finishes.", Wanted: "2 to 50 V AC from an isolating transformer, like 12"})
		} else {
			fed = x
		}
	}
	if !v.Settled || v.Marked || len(v.Kind.Layout().Tables) == 0 {
		return out, readings
	}
	if v.Kind == NineDelta && len(v.Corners) != 3 {
		out.Text = "The ohms of each group of three come first: they tell its corner lead."
		return out, readings
	}
	c, err := Couple(v.Kind, eq, frequencyHz)
	if err != nil {
		return out, readings
	}
	s := NewSorter(v.Kind, v.Groups, v.Corners, c, r.Method)
	if s == nil {
		return out, readings
	}
	var tags []string
	for _, g := range v.Groups {
		tags = append(tags, g...)
	}
	senses, more := readSenses(r.Senses, tags, fed)
	readings = append(readings, more...)
	out.Classes = s.Classes()
	odd := map[int]bool{}
	for i, x := range senses {
		if !s.Take(x) {
			odd[i] = true
		}
	}
	clean, doubted, _ := s.counts()
	out.Left, out.Doubted = clean, doubted
	names, settled := s.Settled()
	if settled {
		out.settle(names, senses, s, h, odd)
	}
	for i, x := range senses {
		out.Taken = append(out.Taken, Taken{x.words(fed), x.Said, odd[i], x.Line})
	}
	if settled {
		return out, readings
	}
	e, repeat, ok := s.Next(v.Groups)
	switch {
	case ok:
		a := s.ask(e, repeat, fed)
		out.Ask = &a
		out.Text = fmt.Sprintf("%d of %d labellings agree with every reading.", clean, out.Classes)
		if repeat {
			out.Grade = finding.Caution
			out.Text = fmt.Sprintf("The readings contradict each other: one of them is false. Repeat %s.", e)
		} else if clean == 1 {
			out.Text = "One labelling agrees with every reading; one more proves it against a slip of the hand."
		}
	case clean+doubted == 0:
		out.Grade, out.Text = finding.Stop, "Two readings or more contradict the rest: take the readings away and begin again, probes first held together."
	default:
		out.Text = "No further reading tells the rest apart by this method; the other method may."
	}
	return out, readings
}

const mostLowVolts = 50

func (out *Labelling) settle(names map[string]string, senses []Sense, s *Sorter, h Hand, odd map[int]bool) {
	out.Settled, out.Grade, out.Text = true, finding.Good, "Every lead has its name: write the sleeves."
	for _, t := range s.kind.Terminals() {
		for tag, terminal := range names {
			if terminal == t {
				out.Names = append(out.Names, LeadName{tag, t, Naming(h.Naming).For(s.kind).Print(t)})
			}
		}
	}
	for i, x := range senses {
		for k := range s.classes {
			if !sameNames(s.classes[k], names) {
				continue
			}
			_, leakage := s.cost(k)
			if at, which := s.levelOf(x, leakage); which[k] != at {
				odd[i] = true
				out.False = x.Experiment.String() + " " + x.Said
				out.Grade, out.Text = finding.Caution, fmt.Sprintf("Every lead has its name. The reading “%s” was false: all others agree without it.", out.False)
			}
		}
	}
	out.Same = []string{"which phase is called first: turn the names round and nothing changes", "the sense of turning: the mirror image reads the same; the bump test decides it"}
	if s.kind != NineStar {
		out.Same = append(out.Same, "all starts for all finishes: every coil reversed reads the same, and runs the same")
	}
	if s.kind == Twelve {
		out.Same = append(out.Same, "the two equal halves of a phase: either may be the first")
	}
}

func sameNames(a, b map[string]string) bool {
	for k, v := range a {
		if b[k] != v {
			return false
		}
	}
	return true
}

func (x Sense) words(fed float64) string {
	if x.Flick {
		return fmt.Sprintf("battery + on %s, − on %s; meter red on %s, black on %s", x.Feed[0], x.Feed[1], x.Read[0], x.Read[1])
	}
	if x.Series {
		return fmt.Sprintf("%s on %s and %s; %s joined to %s; meter on %s and %s", unit.Text(fed, "V"), x.Feed[0], x.Feed[1], x.Feed[1], x.Read[0], x.Feed[0], x.Read[1])
	}
	return fmt.Sprintf("%s on %s and %s; meter on %s and %s", unit.Text(fed, "V"), x.Feed[0], x.Feed[1], x.Read[0], x.Read[1])
}

// ask words the reading to take and what may be read.
func (s *Sorter) ask(e Experiment, repeat bool, fed float64) Ask {
	flick := s.method == Flick
	a := Ask{Key: e.String(), Feed: e.Feed[:], Read: e.Read[:], Joined: []string{}, Expect: []string{}, Repeat: repeat, Flick: flick, Text: Sense{Experiment: e, Flick: flick}.words(fed)}
	if e.Series {
		a.Joined = []string{e.Feed[1], e.Read[0]}
		a.Read = []string{e.Feed[0], e.Read[1]}
	}
	all := s.predictions(e, flick)
	lv, which := levels(all)
	for l, one := range lv {
		labellings := 0
		for i := range all {
			if n, _ := s.cost(i); which[i] == l && n <= 1 {
				labellings++
			}
		}
		if labellings == 0 {
			continue
		}
		if flick {
			a.Expect = append(a.Expect, map[float64]string{-1: "down", 0: "still", 1: "up"}[one.mid])
			continue
		}
		low, high := (one.low-meterDoubt)*fed, (one.high+meterDoubt)*fed
		if e.Series && bySide(lv, one.mid) == l { // the side decides, however strongly the coils feel each other
			word := "under "
			if one.mid > 1 {
				word = "over "
			}
			a.Expect = append(a.Expect, word+unit.Text(fed, "V")+", about "+unit.Text(one.mid*fed, "V"))
			continue
		}
		if low <= 0 {
			a.Expect = append(a.Expect, "under "+unit.Text(high, "V"))
		} else {
			a.Expect = append(a.Expect, unit.Three(low)+" to "+unit.Text(high, "V"))
		}
	}
	return a
}
