package api

import (
	"context"
	"errors"
	"strings"
	"time"

	"golang.org/x/sync/errgroup"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/drawing"
	"graybridge/store"
)

// Summary is a job as the Yard shows it.
type Summary struct {
	ID       string          `json:"id"`
	Revision int             `json:"revision"`
	Name     string          `json:"name"`
	Does     string          `json:"does,omitempty"`
	Plate    string          `json:"plate"` // as printed, to be found by
	SavedAt  time.Time       `json:"saved_at"`
	Grade    finding.Grade   `json:"grade"`
	Sentence string          `json:"sentence"` // the gravest finding, or the state
	Next     plan.Next       `json:"next"`
	Bays     []plan.BayState `json:"bays" nullable:"false"`
	Span     drawing.Drawing `json:"span"`
	// Of its books: what was skipped or failed at the machine, and the next look.
	Stays   []string `json:"stays,omitempty"`
	Look    string   `json:"look,omitempty" doc:"The day of the next look"`
	LookFor string   `json:"look_for,omitempty"`
	Waits   bool     `json:"waits,omitempty" doc:"Its plan is still being worked out: ask again in a moment"`
}

func (s jobs) summary(ctx context.Context, j store.Job) (Summary, error) {
	given, err := s.answers.of(ctx, j.Document)
	if err != nil {
		return Summary{}, err
	}
	p := given.Plan
	out := Summary{ID: j.ID, Revision: j.Revision, SavedAt: j.UpdatedAt, Name: j.Document.Name,
		Does: j.Document.Machines[0].Load.Does, Plate: p.Card.Plate,
		Grade: finding.Good, Sentence: p.Wanted.Verdict, Next: p.Next, Bays: p.Bays,
		Span: drawing.Span(drawing.SceneOf(&p), &p.Now)}
	if len(p.Findings) > 0 && p.Findings[0].Grade.Rank() < finding.Note.Rank() {
		out.Grade, out.Sentence = p.Findings[0].Grade, p.Findings[0].Sentence
	}
	return out, s.street(ctx, j.Document, &out)
}

// street lets the machines of a job beside its first speak: the gravest of all is what
// stands in a list.
func (s jobs) street(ctx context.Context, d document.Document, out *Summary) error {
	if len(d.Machines) == 1 {
		return nil
	}
	names := make([]string, len(d.Machines))
	for i, m := range d.Machines {
		names[i] = d.Called(m)
	}
	out.Does = strings.Join(names, ", ")
	others, err := s.streets.of(ctx, d)
	for _, o := range others {
		if o.Grade.Rank() < out.Grade.Rank() {
			out.Grade, out.Sentence = o.Grade, o.Sentence
		}
	}
	return err
}

// gravest is the gravest that is said of a machine beside a job's first.
type gravest struct {
	Grade    finding.Grade
	Sentence string
}

// besides are the gravest findings of a job's other machines, on the converter that was worked out for
// the first.
func (s jobs) besides(ctx context.Context, d document.Document) ([]gravest, error) {
	first, err := s.solved.of(ctx, d)
	if err != nil {
		return nil, err
	}
	out := []gravest{}
	for _, m := range d.Machines[1:] {
		one, err := plan.Beside(ctx, first, d, m.ID)
		if err != nil {
			return nil, err
		}
		p := one.Plan()
		if f := p.Findings; len(f) > 0 {
			out = append(out, gravest{f[0].Grade, d.Called(m) + ": " + f[0].Sentence})
		}
	}
	return out, nil
}

// YardWorkshop is a workshop with the jobs of the page that was asked for.
type YardWorkshop struct {
	WorkshopAnswer
	Count int       `json:"count" doc:"Machines on this shelf, all pages"`
	Jobs  []Summary `json:"jobs" nullable:"false"`
}

type yardInput struct {
	Shelf    store.Shelf `query:"shelf" enum:"yard,archive,bin" default:"yard"`
	Workshop string      `query:"workshop" maxLength:"64" doc:"Only this workshop's machines"`
	Find     string      `query:"find" maxLength:"200" doc:"Words that all stand in a machine's name, work or plate"`
	// Attention asks only for machines against which something is said.
	Attention bool   `query:"attention"`
	After     string `query:"after" maxLength:"64" doc:"The last machine of the page before"`
	Most      int    `query:"most" minimum:"1" maximum:"60" default:"24"`
}

type yardOutput struct {
	Body struct {
		Workshops []YardWorkshop   `json:"workshops" nullable:"false"`
		Binned    []BinnedWorkshop `json:"binned" nullable:"false" doc:"Workshops in the bin, on the bin's shelf"`
		More      string           `json:"more,omitempty" doc:"What to ask for after: there are more machines"`
	}
}

// BinnedWorkshop is a workshop that lies in the bin with all its machines.
type BinnedWorkshop struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Jobs int    `json:"jobs"`
}

func (s jobs) yard(ctx context.Context, in *yardInput) (*yardOutput, error) {
	workshops, err := s.store.Workshops.All(ctx, in.Shelf)
	if err != nil {
		return nil, problem(err)
	}
	out := &yardOutput{}
	out.Body.Workshops, out.Body.Binned = []YardWorkshop{}, []BinnedWorkshop{}
	if in.Shelf == store.Bin && in.After == "" {
		binned, err := s.store.Workshops.Binned(ctx)
		if err != nil {
			return nil, problem(err)
		}
		for _, w := range binned {
			out.Body.Binned = append(out.Body.Binned, BinnedWorkshop{w.ID, w.Settings.Name, w.Jobs})
		}
	}
	page := store.Page{Shelf: in.Shelf, Workshop: in.Workshop, Find: in.Find, After: in.After, Most: in.Most + 1}
	of := map[string][]Summary{}
	for looked, found := 0, 0; ; {
		jobs, err := s.store.Jobs.All(ctx, page)
		if err != nil {
			return nil, problem(err)
		}
		last := len(jobs) < page.Most
		if !last {
			jobs = jobs[:len(jobs)-1]
		}
		summaries, err := s.summaries(ctx, jobs)
		if err == nil {
			err = s.booked(ctx, jobs, summaries)
		}
		if err != nil {
			return nil, problem(err)
		}
		for i, j := range jobs {
			if in.Attention && !summaries[i].Waits && summaries[i].Grade.Rank() >= finding.Note.Rank() {
				continue
			}
			of[j.WorkshopID] = append(of[j.WorkshopID], summaries[i])
			found++
		}
		if last {
			break
		}
		page.After = jobs[len(jobs)-1].ID
		// One answer looks at a few pages at most; the next goes on from there.
		if looked += len(jobs); found >= in.Most || looked >= mostLooked {
			out.Body.More = page.After
			break
		}
	}
	for _, w := range workshops {
		y := YardWorkshop{workshopAnswer(ctx, w).Body, w.Jobs, []Summary{}}
		y.Jobs = append(y.Jobs, of[w.ID]...)
		out.Body.Workshops = append(out.Body.Workshops, y)
	}
	return out, nil
}

// mostLooked is how many machines one answer of the Yard looks at, where only
// some of them are wanted.
const mostLooked = 96

// yardWaits is how long an answer of the Yard waits for plans that nobody asked for before: what is
// ready then is answered, the rest is worked out and follows.
const yardWaits = 600 * time.Millisecond

// mostWarming are the plans that go on being worked out for a Yard that was answered.
const mostWarming = 256

var warming = make(chan struct{}, mostWarming)

func (s jobs) summaries(ctx context.Context, jobs []store.Job) ([]Summary, error) {
	out := make([]Summary, len(jobs))
	group, ctx := errgroup.WithContext(ctx)
	soon, cancel := context.WithTimeout(ctx, yardWaits)
	defer cancel()
	for i, j := range jobs {
		done := s.warms(ctx, j)
		group.Go(func() (err error) {
			defer close(done)
			out[i], err = s.summary(soon, j)
			if errors.Is(err, context.DeadlineExceeded) && ctx.Err() == nil {
				out[i], err = waitingSummary(j), nil
			}
			return err
		})
	}
	return out, group.Wait()
}

// warms goes on with a job's plan when the Yard has been answered without it. What is returned is closed
// when the Yard waits no more.
func (s jobs) warms(ctx context.Context, j store.Job) chan struct{} {
	done := make(chan struct{})
	select {
	case warming <- struct{}{}:
	default:
		return done // enough is under way; it is begun when it is asked for again
	}
	go func() {
		defer func() { <-warming }()
		work, cancel := context.WithTimeout(context.WithoutCancel(ctx), longestWork)
		defer cancel()
		_, _ = s.summary(work, j) // what comes of it is remembered, or found anew
		<-done
	}()
	return done
}

// waitingSummary is a job whose plan is not there yet.
func waitingSummary(j store.Job) Summary {
	return Summary{ID: j.ID, Revision: j.Revision, SavedAt: j.UpdatedAt, Name: j.Document.Name,
		Does: j.Document.Machines[0].Load.Does, Grade: finding.Open, Sentence: "Its plan is being worked out.",
		Bays: []plan.BayState{}, Span: drawing.Drawing{Items: []drawing.Item{}}, Waits: true}
}
