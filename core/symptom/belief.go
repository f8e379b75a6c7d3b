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
	known          bool
}

// world is one way in which one cause may be.
type world struct {
	cause  string
	weight float64
	said   odds // how likely an owner says it
	reads  map[string]reading
}

// Value is what was read.
type Value struct {
	Figure float64
	Word   string // open, short, free, held, true, false …; a figure otherwise
	joints leads.Joints
}

// How far readings are trusted.
const (
	slips     = 0.03 // a reading, or a word, that is simply wrong
	badly     = 0.06 // how well none of these explains a reading
	unsaid    = 0.35 // what was not said counts so much less than what was
	wantsBits = 0.02 // a check that tells less is not asked
	stands    = 0.9  // share at which a cause stands out
	noneSpeak = 0.4  // share at which none of these is an answer
)

// fits is how well a reading fits what a world foretells, as a density up to a common factor.
func (r reading) fits(v Value) float64 {
	switch {
	case r.joints != nil:
		if v.joints == nil {
			return badly
		}
		if r.joints.Equal(v.joints) {
			return 1 - slips
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
}

// hears takes in what the owner says.
func (d *desk) hears(said []complaint.Said) {
	for i := range d.worlds {
		w := &d.worlds[i]
		for _, s := range complaint.Sayings {
			p := math.Min(1-slips, math.Max(slips/2, w.said[s]))
			if w.cause == None {
				p = 0.2
			}
			if slices.Contains(said, s) {
				w.weight *= p
			} else {
				w.weight *= math.Pow(1-p, unsaid)
			}
		}
	}
	d.even()
}

// takes takes in a reading.
func (d *desk) takes(check string, v Value) {
	neutral := d.neutral(check, v)
	for i := range d.worlds {
		d.worlds[i].weight *= d.worlds[i].likely(check, v, neutral)
	}
	d.even()
}

// likely is how well a reading fits a world; neutral where the world cannot foretell it.
func (w *world) likely(check string, v Value, neutral float64) float64 {
	r := w.reads[check]
	switch {
	case w.cause == None:
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
		if r := w.reads[check]; w.cause != None && r.known {
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
// what it foretells.
func (d *desk) tells(check string) float64 {
	var outcomes []Value
	var weights []float64
	for i := range d.worlds {
		w := &d.worlds[i]
		r := w.reads[check]
		if w.cause == None || !r.known || w.weight < 1e-4 {
			continue
		}
		v := Value{Figure: r.figure, Word: r.word, joints: r.joints}
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
	before := d.entropy(func(w *world) float64 { return w.weight })
	after := 0.0
	for i, v := range outcomes {
		neutral := d.neutral(check, v)
		after += weights[i] / sure * d.entropy(func(w *world) float64 { return w.weight * w.likely(check, v, neutral) })
	}
	return sure * math.Max(0, before-after)
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

// entropy of the causes under some weights, in bits.
func (d *desk) entropy(weight func(*world) float64) (bits float64) {
	sums := make(map[string]float64, len(d.causes))
	all := 0.0
	for i := range d.worlds {
		w := &d.worlds[i]
		x := weight(w)
		sums[w.cause], all = sums[w.cause]+x, all+x
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
	dead := 0.0
	for _, c := range left {
		bits := d.tells(c.ID)
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
	if all[0].ID == None {
		return all[0].Share > noneSpeak
	}
	sum := 0.0
	for _, s := range all {
		if s.ID != None && CauseOf(s.ID).Cure == CauseOf(all[0].ID).Cure {
			sum += s.Share
		}
	}
	return sum > stands
}
