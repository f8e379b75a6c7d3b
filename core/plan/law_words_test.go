package plan_test

import (
	"math/rand/v2"
	"testing"

	"graybridge/core/document"
	"graybridge/core/plan"
	"graybridge/core/review"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

// judge judges one plan: headlines short, nothing said twice, every text of it readable.
func judge(s *jobtest.Speech, d document.Document) {
	p := plan.Make(d)
	said := map[string]bool{}
	answer := func(what, text string) { // of a bay: what to do, and what it rests on, a sentence each
		for _, one := range jobtest.Sentences(text) {
			s.Headline(what, one)
		}
	}
	for _, f := range p.Findings {
		s.Headline("headline of "+f.ID, f.Sentence)
		if said[f.Sentence] {
			s.Breaks("said twice", f.Sentence)
		}
		said[f.Sentence] = true
		s.Text(f.Sentence)
		s.Text(f.Detail)
	}
	answer("next step", p.Next.Text)
	for _, b := range p.Bays {
		answer("answer of "+string(b.Bay), b.Do.Text)
	}
	for _, o := range p.Offers {
		answer("offer", o.Text)
	}
	s.All(p)
	s.All(p.Gates)
	s.All(review.Of(&p, d.Machines[0].Load.Does))
}

// What a plan says is said as to a neighbour: short headlines, sentences with one breath, words that
// everybody knows; so are its card, its gates and the page for review.
func TestEverySentenceIsSaidAsToANeighbour(t *testing.T) {
	t.Parallel()
	var s jobtest.Speech
	plates, direct := jobtest.Plates(t), directCorpus(t)
	for i, c := range plates {
		if !jobtest.InPart(t, i, 8) {
			continue
		}
		r := rand.New(rand.NewPCG(uint64(i), 36))
		for _, d := range []document.Document{c.Document(), jobtest.Case(c, r), jobtest.Unlike(i)} {
			judge(&s, d)
		}
		if i%3 == 0 {
			judge(&s, streetCase(plates, i, r))
		}
	}
	for i, c := range direct {
		if jobtest.InPart(t, i, 8) {
			judge(&s, directCase(c, rand.New(rand.NewPCG(uint64(i), 36))))
		}
	}
	for _, w := range scenario.Workshops() {
		for _, d := range w.Jobs {
			judge(&s, d.Document)
		}
	}
	s.Hold(t, 2000)
}
