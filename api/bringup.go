package api

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/bringup"
	"graybridge/core/document"
	"graybridge/core/logbook"
	"graybridge/core/meaning"
	"graybridge/core/openfile"
	"graybridge/store"
)

// BookEnd is where a machine's book ends.
type BookEnd struct {
	N       int    `json:"n" doc:"Entries in it"`
	Hash    string `json:"hash" doc:"Of the last entry; empty: none yet"`
	Look    string `json:"look,omitempty" doc:"The day of the next look"`
	LookFor string `json:"look_for,omitempty"`
}

func bookEnd(b store.Book) BookEnd {
	out := BookEnd{N: b.N, Hash: b.Hash, LookFor: b.LookFor}
	if b.Look != nil {
		out.Look = b.Look.Format(time.DateOnly)
	}
	return out
}

// BringUp is the bring-up of one machine: what goes to it, as a phone keeps it.
type BringUp struct {
	Job      string           `json:"job"`
	Machine  string           `json:"machine"`
	Title    string           `json:"title"`
	Workshop string           `json:"workshop"`
	Revision int              `json:"revision"`
	At       time.Time        `json:"at" doc:"The server's clock"`
	Plate    string           `json:"plate"`
	Joints   []bringup.Line   `json:"joints" nullable:"false"`
	NotReady string           `json:"not_ready,omitempty"`
	Cautions []string         `json:"cautions" nullable:"false"`
	Progress bringup.Progress `json:"progress"`
	TakesIn  []bringup.Into   `json:"takes_in" nullable:"false" doc:"Readings that the plan's models can be fitted on"`
	Sums     []bringup.Beside `json:"sums" nullable:"false" doc:"What readings say together"`
	Sweep    *bringup.Sweep   `json:"sweep,omitempty" doc:"Of a drive"`
	Heat     meaning.HeatRun  `json:"heat"`
	Book     BookEnd          `json:"book"`
	Others   []Branch         `json:"others" nullable:"false" doc:"The job's machines"`
}

// Branch is a machine of a job by its name.
type Branch struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// branches are the machines of a job by their names.
func branches(d *document.Document) []Branch {
	out := make([]Branch, 0, len(d.Machines))
	for _, m := range d.Machines {
		out = append(out, Branch{m.ID, d.Called(m)})
	}
	return out
}

type bringUpOutput struct{ Body BringUp }

type machineInput struct {
	ID      string `path:"id" maxLength:"64"`
	Machine string `query:"machine" maxLength:"24" doc:"One of the job's; empty: its first"`
}

// bringUps registers the bring-up and the book of a machine.
func (s books) bringUps(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "bring-up", Method: http.MethodGet, Path: "/api/jobs/{id}/bringup",
		Summary: "A machine's gates, what to expect at each, and how far it has come"},
		func(ctx context.Context, in *machineInput) (*bringUpOutput, error) {
			j, machine, err := s.machineOf(ctx, in.ID, in.Machine)
			if err != nil {
				return nil, err
			}
			return s.bringUp(ctx, j, machine)
		})
	huma.Register(a, huma.Operation{OperationID: "write-log", Method: http.MethodPost, Path: "/api/jobs/{id}/log",
		Summary: "Entries into a machine's book, in their order, all or none; a repeat is found and told, not " +
			"written twice", MaxBodyBytes: maxSeveral}, s.writeLog)
}

// machineOf is a stored job with one of its machines: the first where none is named.
func (s books) machineOf(ctx context.Context, id, machine string) (store.Job, string, error) {
	j, err := s.store.Jobs.Job(ctx, id)
	if err != nil {
		return j, "", problem(err)
	}
	if machine == "" {
		machine = j.Document.Machines[0].ID
	}
	for _, m := range j.Document.Machines {
		if m.ID == machine {
			return j, machine, nil
		}
	}
	return j, "", huma.Error404NotFound(fmt.Sprintf("This job has no machine %q; it may have been taken out.", machine))
}

// bringUp answers how far a machine has come.
func (s books) bringUp(ctx context.Context, j store.Job, machine string) (*bringUpOutput, error) {
	d := j.Document.Of(machine)
	solved, err := s.solved.of(ctx, d)
	if err != nil {
		return nil, problem(err)
	}
	gates, err := s.gates.of(ctx, d)
	if err != nil {
		return nil, problem(err)
	}
	book, known, err := s.store.Books.BringUp(ctx, j.ID, machine)
	if err != nil {
		return nil, problem(err)
	}
	p := solved.Plan()
	p.Gates = gates
	out := BringUp{Job: j.ID, Machine: machine, Title: p.Card.Title, Workshop: d.Workshop.Name, Revision: j.Revision,
		At: time.Now().UTC(), Plate: p.Card.Plate, Joints: p.Card.Joints, NotReady: p.Card.NotReady,
		Cautions: p.Card.Cautions, Progress: p.BringUp(known), Book: bookEnd(book),
		Others: branches(&j.Document)}
	out.TakesIn, out.Sums = meaning.TakesIn(solved, &out.Progress), meaning.Sums(solved, &out.Progress)
	if p.Link.Bridge == document.KindDrive {
		sweep := bringup.SweepOf(known)
		out.Sweep = &sweep
	}
	if out.Heat, err = meaning.HeatRunOf(ctx, solved, known); err != nil {
		return nil, problem(err)
	}
	return &bringUpOutput{out}, nil
}

// LogRead is one reading as somebody sends it.
type LogRead struct {
	Take  string  `json:"take" minLength:"1" maxLength:"60" doc:"What was read: a take of the bring-up, or a name of one's own"`
	Name  string  `json:"name,omitempty" maxLength:"120"`
	Unit  string  `json:"unit,omitempty" maxLength:"12"`
	Value float64 `json:"value" minimum:"-1000000" maximum:"1000000"`
	Words string  `json:"words,omitempty" maxLength:"400"`
}

// LogEntry is an entry as somebody sends it; the rest is the book's own.
type LogEntry struct {
	ID       string          `json:"id" doc:"The sender's own name for it; a repeat is not written twice"`
	Kind     logbook.Kind    `json:"kind" enum:"note,gate,reading,part,photo,sound"`
	Taken    string          `json:"taken" maxLength:"40" doc:"By the sender's clock, in UTC"`
	Who      string          `json:"who,omitempty" maxLength:"60" doc:"Taken only where nobody logs in and no name was chosen"`
	Revision int             `json:"revision,omitempty" minimum:"0" maximum:"2147483647" doc:"Of the job that was looked at; 0: the latest"`
	Corrects int             `json:"corrects,omitempty" minimum:"0" maximum:"2147483647" doc:"n of the entry that this one corrects"`
	Gate     string          `json:"gate,omitempty" maxLength:"24"`
	Outcome  logbook.Outcome `json:"outcome,omitempty" enum:"passed,failed,skipped"`
	Reads    []LogRead       `json:"reads,omitempty" maxItems:"24"`
	Words    string          `json:"words,omitempty" maxLength:"4000"`
	Part     *logbook.Fitted `json:"part,omitempty"`
	Hours    float64         `json:"hours,omitempty"`
	Cost     float64         `json:"cost,omitempty"`
	Currency string          `json:"currency,omitempty" maxLength:"8"`
	Look     string          `json:"look,omitempty" maxLength:"10" doc:"The day of the next look, or none"`
	LookFor  string          `json:"look_for,omitempty" maxLength:"200"`
	Ran      logbook.Ran     `json:"ran,omitempty" enum:"well,badly"`
	File     string          `json:"file,omitempty" maxLength:"64" doc:"Id of the picture or recording that was sent before"`
}

type writeInput struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Machine string     `json:"machine,omitempty" maxLength:"24" doc:"One of the job's; empty: its first"`
		Sent    string     `json:"sent,omitempty" maxLength:"40" doc:"The sender's clock as it sends: by it is seen whether that goes wrong"`
		Entries []LogEntry `json:"entries" minItems:"1" maxItems:"60" nullable:"false"`
	}
}

// Written is an entry as it stands in the book now.
type Written struct {
	ID       string             `json:"id"`
	N        int                `json:"n"`
	Hash     string             `json:"hash"`
	Repeat   bool               `json:"repeat" doc:"It stood there before"`
	Void     string             `json:"void,omitempty" doc:"Why the gate's outcome does not count"`
	Compared []bringup.Compared `json:"compared" nullable:"false"`
}

type writeOutput struct {
	Body struct {
		Written  []Written `json:"written" nullable:"false"`
		Book     BookEnd   `json:"book"`
		Received time.Time `json:"received"`
		Clock    string    `json:"clock,omitempty" doc:"What is wrong with the sender's clock"`
	}
}

// writeLog writes entries into a machine's book.
func (s books) writeLog(ctx context.Context, in *writeInput) (*writeOutput, error) {
	j, machine, err := s.machineOf(ctx, in.ID, in.Body.Machine)
	if err != nil {
		return nil, err
	}
	entries := make([]logbook.Entry, 0, len(in.Body.Entries))
	var bad openfile.Problems
	for i, e := range in.Body.Entries {
		one := e.entry(j.Revision)
		bad = append(bad, one.Check(fmt.Sprintf("entries[%d].", i))...)
		entries = append(entries, one)
	}
	if len(bad) > 0 {
		return nil, problem(bad)
	}
	if err := s.filesOf(ctx, j.ID, entries); err != nil {
		return nil, err
	}
	at, list, err := s.writeIn(ctx, j, machine, wrongClock(in.Body.Sent, time.Now()), entries...)
	if err != nil {
		return nil, err
	}
	out := &writeOutput{}
	out.Body.Book, out.Body.Received, out.Body.Clock = bookEnd(at.book), time.Now().UTC(), at.clock
	out.Body.Written = make([]Written, 0, len(entries))
	for _, e := range list {
		out.Body.Written = append(out.Body.Written, at.written(e))
	}
	return out, nil
}
