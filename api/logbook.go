package api

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/logbook"
	"graybridge/core/plan"
	"graybridge/store"
)

type logInput struct {
	ID      string `path:"id" maxLength:"64"`
	Machine string `query:"machine" maxLength:"24" doc:"One of the job's; empty: its first"`
	Before  int    `query:"before" minimum:"0" maximum:"2147483647" doc:"Only entries before this one; 0: from the end"`
	Kinds   string `query:"kinds" maxLength:"120" doc:"Only these, joined by commas; empty: all"`
}

// Log is a page of a machine's book; with the first page comes what stands above it.
type Log struct {
	Job     string          `json:"job"`
	Machine string          `json:"machine"`
	Title   string          `json:"title"`
	Entries []logbook.Entry `json:"entries" nullable:"false" doc:"The latest first"`
	More    bool            `json:"more"`
	Book    BookEnd         `json:"book"`
	Others  []Branch        `json:"others" nullable:"false"`
	Earlier string          `json:"earlier,omitempty" doc:"The job that the machine was brought in from: its earlier book is there"`
	// Of the first page alone.
	Since   *logbook.Since `json:"since,omitempty" doc:"What has changed since it last ran well"`
	Sums    *logbook.Sums  `json:"sums,omitempty"`
	Pending []logbook.Fact `json:"pending,omitempty" doc:"Changed in the plan and not yet in the book: it is written with the next entry"`
	Stays   []string       `json:"stays,omitempty" doc:"Skipped and failed gates"`
}

type logOutput struct{ Body Log }

// Trend is one reading over the months: as it was read, and as the plan and the plate have it.
type Trend struct {
	Take   string       `json:"take"`
	Name   string       `json:"name"`
	Unit   string       `json:"unit"`
	Expect string       `json:"expect,omitempty"`
	Low    *float64     `json:"low,omitempty"`
	High   *float64     `json:"high,omitempty"`
	Plate  *float64     `json:"plate,omitempty" doc:"What the plate says of it"`
	Points []TrendPoint `json:"points" nullable:"false"`
}

// TrendPoint is one reading of a trend.
type TrendPoint struct {
	N     int     `json:"n"`
	Taken string  `json:"taken"`
	Value float64 `json:"value"`
	Where string  `json:"where,omitempty"`
	// Between are entries that changed something since the reading before it.
	Between []string `json:"between,omitempty"`
}

type trendOutput struct {
	Body struct {
		Trends []Trend `json:"trends" nullable:"false"`
	}
}

// logPage is how many entries come at once.
const logPage = 60

// logs registers what is read of a machine's book.
func (s books) logs(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "log", Method: http.MethodGet, Path: "/api/jobs/{id}/log",
		Summary: "A machine's book, the latest first, and what has changed since it last ran well"}, s.log)
	huma.Register(a, huma.Operation{OperationID: "trends", Method: http.MethodGet, Path: "/api/jobs/{id}/trends",
		Summary: "Readings of a machine over the months, beside plan and plate, with what changed between them"},
		s.trends)
}

func (s books) log(ctx context.Context, in *logInput) (*logOutput, error) {
	j, machine, err := s.machineOf(ctx, in.ID, in.Machine)
	if err != nil {
		return nil, err
	}
	page := store.LogPage{Before: in.Before, Most: logPage + 1}
	for kind := range strings.SplitSeq(in.Kinds, ",") {
		if kind != "" {
			page.Kinds = append(page.Kinds, kind)
		}
	}
	list, err := s.store.Books.Log(ctx, j.ID, machine, page)
	if err != nil {
		return nil, problem(err)
	}
	out := Log{Job: j.ID, Machine: machine, Title: j.Document.Name, Others: branches(&j.Document)}
	if out.More = len(list) > logPage; out.More {
		list = list[:logPage]
	}
	out.Entries = append([]logbook.Entry{}, list...)
	for _, m := range j.Document.Machines {
		if m.ID == machine {
			out.Title = j.Document.Called(m)
			out.Earlier, _, _ = strings.Cut(m.CameFrom, "@")
		}
	}
	if in.Before > 0 {
		return &logOutput{out}, nil
	}
	return &logOutput{out}, s.above(ctx, j, machine, &out)
}

// above fills in what stands above the first page.
func (s books) above(ctx context.Context, j store.Job, machine string, out *Log) error {
	book, known, err := s.store.Books.BringUp(ctx, j.ID, machine)
	if err != nil {
		return problem(err)
	}
	out.Book = bookEnd(book)
	sums, err := s.store.Books.Sums(ctx, j.ID, machine)
	if err != nil {
		return problem(err)
	}
	out.Sums = &sums
	story, err := s.store.Books.SinceWell(ctx, j.ID, machine)
	if err != nil {
		return problem(err)
	}
	solved, err := s.solved.of(ctx, j.Document.Of(machine))
	if err != nil {
		return problem(err)
	}
	p := solved.Plan()
	since := logbook.SinceWell(story, p.Stood())
	out.Since, out.Stays = &since, p.BringUp(known).Stays
	out.Pending, err = s.changedSince(ctx, j, machine, book.Revision)
	return err
}

// booked puts what stands in the machines' books into a page of the Yard: the earliest look of
// a job's machines, and every gate that was skipped or failed.
func (s *server) booked(ctx context.Context, jobs []store.Job, out []Summary) error {
	ids := make([]string, len(jobs))
	for i, j := range jobs {
		ids[i] = j.ID
	}
	books, err := s.store.Books.Books(ctx, ids)
	if err != nil {
		return err
	}
	for i := range out {
		for _, b := range books[out[i].ID] {
			out[i].Stays = append(out[i].Stays, b.Stays...)
			end := bookEnd(b)
			if end.Look != "" && (out[i].Look == "" || end.Look < out[i].Look) {
				out[i].Look, out[i].LookFor = end.Look, end.LookFor
			}
		}
	}
	return nil
}

// mostTrend readings of the latest are drawn.
const mostTrend = 2000

func (s books) trends(ctx context.Context, in *machineInput) (*trendOutput, error) {
	j, machine, err := s.machineOf(ctx, in.ID, in.Machine)
	if err != nil {
		return nil, err
	}
	list, err := s.store.Books.Log(ctx, j.ID, machine, store.LogPage{Kinds: []string{"reading", "part", "revision",
		"note"},
		Most: mostTrend})
	if err != nil {
		return nil, problem(err)
	}
	solved, err := s.solved.of(ctx, j.Document.Of(machine))
	if err != nil {
		return nil, problem(err)
	}
	p := solved.Plan()
	out := &trendOutput{}
	out.Body.Trends = trendsOf(list, p)
	return out, nil
}

// trendsOf are the readings of a book, the latest first, each over the time.
func trendsOf(list []logbook.Entry, p *plan.Plan) []Trend {
	v := p.BringUp(nil)
	by := logbook.Corrected(list)
	at := map[string]int{}
	out := []Trend{}
	between := map[string][]string{}
	for i := len(list) - 1; i >= 0; i-- {
		e := list[i]
		if by[e.N] > 0 {
			continue
		}
		if e.Kind != logbook.Reading {
			if words := happened(e); words != "" {
				for take := range at {
					between[take] = append(between[take], words)
				}
			}
			continue
		}
		for _, r := range e.Reads {
			if r.Words != "" || r.Unit == "" {
				continue
			}
			k, ok := at[r.Take]
			if !ok {
				k = len(out)
				at[r.Take] = k
				out = append(out, trendOf(r, &v, p))
			}
			out[k].Points = append(out[k].Points, TrendPoint{N: e.N, Taken: e.Taken, Value: r.Value, Where: r.Where,
				Between: between[r.Take]})
			delete(between, r.Take)
		}
	}
	return out
}
