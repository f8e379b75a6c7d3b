package bringup

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/logbook"
	"graybridge/core/unit"
)

// Takes that are read again and again.
const (
	SweepTake = "sweep" // hertz, and in words how it ran there
	FrameTake = "frame" // °C of the frame
	AirTake   = "air"   // °C of the air around it
	HertzTake = "display-hz"
	ShownTake = "display-rpm" // what the drive's display says of the speed
	DipTake   = "dip"
)

// sweepWords are how a machine runs at one frequency, by ear and hand; the first is quiet.
func sweepWords() []string { return []string{"quiet", "hums", "buzzes", "shakes", "shakes badly"} }

// rough says that a frequency is to be kept away from.
func rough(words string) bool {
	return words == "shakes" || words == "shakes badly" || words == "buzzes"
}

// SweepPoint is one frequency of a sweep.
type SweepPoint struct {
	Hertz float64 `json:"hertz"`
	Words string  `json:"words"`
	Rough bool    `json:"rough"`
}

// Sweep is what a sweep over the hertz says: the ceiling below which it is run, and the bands
// that are skipped.
type Sweep struct {
	Words  []string     `json:"words" nullable:"false" doc:"What may be said of one frequency; the first is quiet"`
	Points []SweepPoint `json:"points" nullable:"false"`
	From   float64      `json:"from"` // hertz from where it shakes to the end of the sweep; 0: it does not
	Skip   [][2]float64 `json:"skip" nullable:"false"`
	Says   string       `json:"says"`
	Into   *Into        `json:"into,omitempty"`
}

// SweepOf reads the sweep out of a book: of each frequency the last word counts. Rough points
// from one up to the end are the ceiling; rough points with quiet ones on both sides are a band
// to skip, half a step wider on either side.
func SweepOf(book []logbook.Entry) Sweep {
	s := Sweep{Words: sweepWords(), Points: []SweepPoint{}, Skip: [][2]float64{}}
	for _, e := range book {
		for _, r := range e.Reads {
			if r.Take != SweepTake || !(r.Value > 0) {
				continue
			}
			s.Points = slices.DeleteFunc(s.Points, func(p SweepPoint) bool { return p.Hertz == r.Value })
			s.Points = append(s.Points, SweepPoint{r.Value, r.Words, rough(r.Words)})
		}
	}
	slices.SortFunc(s.Points, func(a, b SweepPoint) int {
		if a.Hertz < b.Hertz {
			return -1
		}
		return 1
	})
	n := len(s.Points)
	for i := 0; i < n; i++ {
		if !s.Points[i].Rough {
			continue
		}
		end := i
		for end+1 < n && s.Points[end+1].Rough {
			end++
		}
		low := s.Points[i].Hertz
		if i > 0 {
			low = (low + s.Points[i-1].Hertz) / 2
		}
		if end == n-1 {
			s.From = low
			break
		}
		s.Skip = append(s.Skip, [2]float64{low, (s.Points[end].Hertz + s.Points[end+1].Hertz) / 2})
		i = end
	}
	if n < leastSweep {
		s.Says = sweepMore(leastSweep - n)
		return s
	}
	s.Says = s.words()
	s.Into = s.into()
	return s
}

// leastSweep is how many points a sweep has at least.
const leastSweep = 3

func (s *Sweep) into() *Into {
	in := &Into{Label: takeSweep}
	if s.From > 0 {
		in.Sets = append(in.Sets, finding.Setting{Path: "bridge.drive.shakes", Value: hertz(s.From) + " Hz"})
	}
	if len(s.Skip) > 0 {
		bands := make([]string, len(s.Skip))
		for i, b := range s.Skip {
			bands[i] = hertz(b[0]) + "-" + hertz(b[1])
		}
		in.Sets = append(in.Sets, finding.Setting{Path: "bridge.drive.skip", Value: strings.Join(bands, "; ")})
	}
	if len(in.Sets) == 0 {
		return nil
	}
	return in
}

func hertz(x float64) string { return unit.Plain(float64(int(x*10+0.5)) / 10) }

// Beside are small sums of readings at one machine: each with its figure, and why.
type Beside struct {
	ID   string      `json:"id"`
	Text string      `json:"text"`
	Why  finding.Why `json:"why"`
}

// Sums are what readings of a view say together: the scale of a display by the tachometer, and
// how uneven three volts or amps are; volts, amps and tachometer are the takes of it.
func (v *Progress) Sums(volts, amps [3]string, tachometer string) []Beside {
	out := []Beside{}
	read := v.Values()
	if rpm, shown := read[tachometer], read[ShownTake]; rpm > 0 && shown > 0 {
		out = append(out, scaleOf(rpm, shown))
	}
	if g := v.at(Ohms); g != nil && len(g.Read) >= 3 {
		if off, pair := g.uneven(); pair != "" {
			out = append(out, besideOhms(off, pair))
		}
	}
	if x, ok := read.Three(volts); ok && x[0]+x[1]+x[2] > 0 {
		out = append(out, unevenVolts(x))
	}
	if x, ok := read.Three(amps); ok && x[0]+x[1]+x[2] > 0 {
		out = append(out, unevenAmps(x))
	}
	return out
}

// Derate is what is left of a motor's power at an unbalance of its volts in percent, as the
// trade has it for three-phase supplies: 1.00, 0.95, 0.88, 0.82, 0.75 at 1 to 5 %; nothing
// beyond.
func Derate(percent float64) float64 {
	table := []float64{1, 1, 0.95, 0.88, 0.82, 0.75}
	if percent > float64(len(table)-1) {
		return 0
	}
	i := int(percent)
	if i == len(table)-1 {
		return table[i]
	}
	return table[i] + (percent-float64(i))*(table[i+1]-table[i])
}

func (s *Sweep) words() string {
	var said []string
	if s.From > 0 {
		said = append(said, fmt.Sprintf(sweepCeiling, hertz(s.From)))
	}
	for _, b := range s.Skip {
		said = append(said, fmt.Sprintf(sweepSkip, hertz(b[0]), hertz(b[1])))
	}
	if len(said) == 0 {
		return fmt.Sprintf(sweepQuiet, hertz(s.Points[0].Hertz), hertz(s.Points[len(s.Points)-1].Hertz))
	}
	return strings.Join(said, " ")
}
