// Package symptom finds what is wrong with a machine by the fewest and least dangerous checks.
//
// Each cause is put into the machine and solved, in several worlds: how weak the can is, which winding is open, how
// far this motor is from its plate. A world says what the owner would complain of and what every check would read.
// Belief in a cause is the share of its worlds,
//
//	share ∝ weight · Π p(said | world) · Π p(reading | world)
//
// with heavy tails: a meter slips, an owner mishears, and no cause ever dies of one reading. One more cause, none of
// these, explains everything badly. The next check is the one that tells most for what it costs; a live check is not
// offered while a dead one would tell at least half as much.
package symptom

import (
	"cmp"
	"math"
	"slices"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/leads"
)

// reading is what a check reads in a world: a figure with how far a motor like it strays, a word, joints, or nothing
// that could be foretold.
type reading struct {
	figure, strays float64 // strays: of ln(figure)
	floor          float64 // below it a figure is none
	word           string
	joints         leads.Joints
	other          bool // joints other than the card's
	known          bool
}

// world is one way in which one cause may be.
type world struct {
	cause  string
	weight float64
	said   odds // how likely an owner says it
	// What the checks read; ohms are the world's own, the rest it shares with those of its cause that differ in nothing
	// but the scale of the motor's ohms.
	reads, ohms map[string]reading
}

// read is what a check reads in a world.
func (w *world) read(check string) reading {
	if r, ok := w.ohms[check]; ok {
		return r
	}
	return w.reads[check]
}

// Value is what was read.
type Value struct {
	Figure float64
	Word   string // open, short, free, held, true, false …; a figure otherwise
	joints leads.Joints
	other  bool // joints other than the card's
}

// How far readings are trusted.
const (
	slips      = 0.03 // a reading, or a word, that is simply wrong
	badly      = 0.06 // how well none of these explains a reading
	unsaid     = 0.35 // what was not said counts so much less than what was
	wantsBits  = 0.02 // a check that tells less is not asked
	stands     = 0.9  // share at which a cause stands out
	noneSpeak  = 0.4  // share at which none of these is an answer
	oddly      = 0.2  // how well none of these explains anything that is said
	leastLooks = 3    // readings before none of these is an answer
	nothing    = 0.31 // and all that is not said, together
)

// fits is how well a reading fits what a world foretells, as a density up to a common factor.
func (r reading) fits(v Value) float64 {
	switch {
	case r.joints != nil:
		if v.joints == nil {
			return badly
		}
		switch {
		case r.joints.Equal(v.joints):
			return 1 - slips
		case r.other && v.other: // another wrong way than this world's
			return 2 * slips
		}
		return slips / 3
	case r.word != "" || v.Word != "":
		if r.word == v.Word {
			return 1 - slips
		}
		return slips / 3
	}
	z := math.Log((math.Abs(v.Figure)+r.floor)/(math.Abs(r.figure)+r.floor)) / r.strays
	return (1-slips)*0.1/r.strays*math.Exp(-z*z/2) + slips/5
}

// desk is the belief at one machine.
type desk struct {
	worlds []world
	causes []string
	// deadOnly: there is danger in it, and nothing is fed to find out.
	deadOnly bool
	looked   int // readings that were taken in
}

// hears takes in what the owner says.
func (d *desk) hears(said []complaint.Said) {
	for i := range d.worlds {
		w := &d.worlds[i]
		if w.cause == cause.None {
			w.weight *= nothing * math.Pow(oddly, float64(len(said)))
			continue
		}
		for _, s := range complaint.Sayings {
			p := math.Min(1-slips, math.Max(slips/2, w.said[s]))
			if slices.Contains(said, s) {
				w.weight *= p
			} else {
				w.weight *= math.Pow(1-p, unsaid)
			}
		}
	}
	d.even()
}

// How much less a cause is believed that does not end in the trip which the display shows, and one that was mended
// already; guide value.
const (
	otherTrip = 0.08
	mended    = 0.01
)

// places takes in when it goes wrong, what changed before, the kind of the trip that the display shows, and what was
// mended already.
func (d *desk) places(e *complaint.Entry, trip string) {
	for i := range d.worlds {
		w := &d.worlds[i]
		c := cause.Of(w.cause)
		for _, x := range e.When {
			w.weight *= c.Timely(complaint.When(x))
		}
		for _, x := range e.Changed {
			w.weight *= c.BroughtOn(complaint.Changed(x))
		}
		switch {
		case trip == "" || slices.Contains(c.Trips, trip):
		case w.cause == cause.None:
			w.weight *= oddly
		default:
			w.weight *= otherTrip
		}
		if slices.Contains(e.Cured, w.cause) {
			w.weight *= mended
		}
	}
	d.even()
}

// takes takes in a reading.
func (d *desk) takes(check string, v Value) {
	d.looked++
	neutral := d.neutral(check, v)
	for i := range d.worlds {
		d.worlds[i].weight *= d.worlds[i].likely(check, v, neutral)
	}
	d.even()
}

// likely is how well a reading fits a world; neutral where the world cannot foretell it.
func (w *world) likely(check string, v Value, neutral float64) float64 {
	r := w.read(check)
	switch {
	case w.cause == cause.None:
		return badly
	case !r.known:
		return neutral
	}
	return r.fits(v)
}

// neutral is how well a reading fits on average where it is foretold: it tells nothing of the other worlds.
func (d *desk) neutral(check string, v Value) float64 {
	fits, all := 0.0, 0.0
	for i := range d.worlds {
		w := &d.worlds[i]
		if r := w.read(check); w.cause != cause.None && r.known {
			fits, all = fits+w.weight*r.fits(v), all+w.weight
		}
	}
	if all == 0 {
		return badly
	}
	return fits / all
}

// even brings the weights back to a sum of 1.
func (d *desk) even() {
	sum := 0.0
	for _, w := range d.worlds {
		sum += w.weight
	}
	for i := range d.worlds {
		d.worlds[i].weight /= sum
	}
}

// Share is how much a cause is believed.
type Share struct {
	ID    string  `json:"id"`
	Share float64 `json:"share"`
}

// shares are the causes, likeliest first.
func (d *desk) shares() []Share {
	sums := map[string]float64{}
	for _, w := range d.worlds {
		sums[w.cause] += w.weight
	}
	out := make([]Share, 0, len(d.causes))
	for _, id := range d.causes {
		out = append(out, Share{id, sums[id]})
	}
	slices.SortStableFunc(out, func(a, b Share) int { return cmp.Compare(b.Share, a.Share) })
	return out
}

// tells is how many bits of the causes a check takes away on average: each world in turn is taken to be true, and reads
// what it foretells. Worlds that are hardly believed count for nothing in it.
func (d *desk) tells(alive []*lively, check string) float64 {
	var outcomes []Value
	var weights []float64
	for _, w := range alive {
		r := w.read(check)
		if w.cause == cause.None || !r.known {
			continue
		}
		v := Value{Figure: r.figure, Word: r.word, joints: r.joints, other: r.other}
		at := slices.IndexFunc(outcomes, func(o Value) bool { return alike(o, v) })
		if at < 0 {
			outcomes, weights = append(outcomes, v), append(weights, 0)
			at = len(weights) - 1
		}
		weights[at] += w.weight
	}
	sure := 0.0
	for _, p := range weights {
		sure += p
	}
	if sure == 0 {
		return 0
	}
	sums := make([]float64, len(d.causes))
	before := entropy(sums, alive, func(w *lively) float64 { return w.weight })
	after := 0.0
	for i, v := range outcomes {
		fits, all := 0.0, 0.0
		for _, w := range alive {
			if r := w.read(check); w.cause != cause.None && r.known {
				w.fit = r.fits(v)
				fits, all = fits+w.weight*w.fit, all+w.weight
			}
		}
		neutral := fits / all
		after += weights[i] / sure * entropy(sums, alive, func(w *lively) float64 {
			switch {
			case w.cause == cause.None:
				return w.weight * badly
			case !w.read(check).known:
				return w.weight * neutral
			}
			return w.weight * w.fit
		})
	}
	return sure * math.Max(0, before-after)
}

// lively is a world that is still believed, with the number of its cause and its weight in what a check would tell.
type lively struct {
	*world
	number int
	weight float64
	fit    float64
}

// hardly is the weight under which a world counts for nothing in what a check would tell.
const hardly = 1e-4

// alive are the worlds that count. Until enough was looked at, none of these counts no more than as an answer: what
// was said may be misheard, and somebody has to look.
func (d *desk) alive() (out []*lively) {
	none := 0.0
	for i := range d.worlds {
		if w := &d.worlds[i]; w.cause == cause.None {
			none += w.weight
		}
	}
	scale, ofNone := 1.0, 1.0
	if d.looked < leastLooks && none > noneSpeak {
		scale, ofNone = (1-noneSpeak)/math.Max(1-none, 1e-300), noneSpeak/none
	}
	number := make(map[string]int, len(d.causes))
	for i, id := range d.causes {
		number[id] = i
	}
	for i := range d.worlds {
		w, by := &d.worlds[i], scale
		if w.cause == cause.None {
			by = ofNone
		}
		if w.weight*by >= hardly {
			out = append(out, &lively{w, number[w.cause], w.weight * by, 0})
		}
	}
	return out
}

// alike says that two outcomes cannot be told apart.
func alike(a, b Value) bool {
	switch {
	case a.joints != nil || b.joints != nil:
		return a.joints != nil && b.joints != nil && a.joints.Equal(b.joints)
	case a.Word != "" || b.Word != "":
		return a.Word == b.Word
	}
	return math.Abs(a.Figure-b.Figure) <= 0.05*math.Max(math.Abs(a.Figure), math.Abs(b.Figure))
}

// entropy of the causes under some weights, in bits; sums is where they are summed.
func entropy(sums []float64, alive []*lively, weight func(*lively) float64) (bits float64) {
	clear(sums)
	all := 0.0
	for _, w := range alive {
		x := weight(w)
		sums[w.number], all = sums[w.number]+x, all+x
	}
	for _, x := range sums {
		if p := x / all; p > 0 {
			bits -= p * math.Log2(p)
		}
	}
	return bits
}

// next is the check that tells most for what it costs, of those that are still to be had; ok is false where none would
// tell anything.
func (d *desk) next(left []Check) (best Check, ok bool) {
	type told struct {
		Check
		bits float64
	}
	var all []told
	dead, alive := 0.0, d.alive()
	for _, c := range left {
		bits := d.tells(alive, c.ID)
		if bits < wantsBits {
			continue
		}
		all = append(all, told{c, bits})
		if !c.Live {
			dead = math.Max(dead, bits)
		}
	}
	score := -1.0
	for _, t := range all {
		if t.Live && dead >= 0.5*t.bits {
			continue
		}
		if s := t.bits / math.Pow(t.Cost(), 0.7); s > score {
			best, score, ok = t.Check, s, true
		}
	}
	return best, ok
}

// done says that one cause stands out, that those left have the same cure, or that none of these is the answer.
func (d *desk) done() bool {
	all := d.shares()
	if all[0].ID == cause.None {
		return all[0].Share > noneSpeak && d.looked >= leastLooks
	}
	sum := 0.0
	for _, s := range all {
		if s.ID != cause.None && cause.Of(s.ID).Cure == cause.Of(all[0].ID).Cure {
			sum += s.Share
		}
	}
	return sum > stands
}
