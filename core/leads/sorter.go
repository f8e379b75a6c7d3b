package leads

import (
	"math"
	"slices"
	"strings"
)

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
func (s *Sorter) enumerate(groups, own [][]string, corners []string, names map[string]string, used []bool,
	stabilizer []map[string]string) {
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
