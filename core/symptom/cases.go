package symptom

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"

	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/openfile"
)

// CasesFormat is the open file of machines with one thing wrong.
const CasesFormat = "gray-bridge/symptom-cases"

// Case is a machine as its owner believes it to be, what he says of it, and what each check would read. What is wrong
// stands there for whoever compares; it is not read.
type Case struct {
	Name  string
	Job   document.Document
	Said  []complaint.Said
	More  complaint.Entry // when it goes wrong, what changed before, and the code on the display, where they are told
	Meter map[string]string
}

// DecodeCases reads a file of cases. The error is openfile.Problems and names every bad place.
func DecodeCases(data []byte) ([]Case, error) {
	var file struct {
		Format  string            `json:"format"`
		Version int               `json:"version"`
		About   json.RawMessage   `json:"about,omitempty"`
		Cases   []json.RawMessage `json:"cases"`
	}
	if err := openfile.Decode(data, &file, true); err != nil {
		return nil, err
	}
	var bad openfile.Problems
	if file.Format != CasesFormat {
		bad = append(bad, openfile.Problem{Path: "format", Found: fmt.Sprintf("%q", file.Format),
			Wanted: fmt.Sprintf("%q", CasesFormat)})
	}
	if file.Version != 1 {
		bad = append(bad, openfile.Problem{Path: "version", Found: fmt.Sprint(file.Version), Wanted: "1"})
	}
	out := make([]Case, 0, len(file.Cases))
	for i, one := range file.Cases {
		c, problems := decodeCase(one)
		for _, p := range problems {
			p.Path = fmt.Sprintf("cases[%d].%s", i, p.Path)
			bad = append(bad, p)
		}
		out = append(out, c)
	}
	if len(bad) > 0 {
		return nil, bad
	}
	return out, nil
}

func decodeCase(data []byte) (c Case, bad openfile.Problems) {
	var one struct {
		Name  string                     `json:"name"`
		Job   json.RawMessage            `json:"job"`
		Said  []complaint.Said           `json:"said"`
		When  []string                   `json:"when"`
		Since []string                   `json:"changed"`
		Code  string                     `json:"code"`
		Meter map[string]json.RawMessage `json:"meter"`
	}
	if err := json.Unmarshal(data, &one); err != nil {
		return c, openfile.Problems{{Path: "", Found: err.Error(), Wanted: "a case with name, job, said and meter"}}
	}
	c = Case{Name: one.Name, Said: one.Said, Meter: map[string]string{},
		More: complaint.Entry{When: one.When, Changed: one.Since, Code: one.Code}}
	bad = c.More.Check()
	f, err := document.DecodeFile(one.Job)
	if problems, ok := err.(openfile.Problems); ok {
		for _, p := range problems {
			p.Path = "job." + p.Path
			bad = append(bad, p)
		}
	} else if err != nil {
		bad = append(bad, openfile.Problem{Path: "job", Found: err.Error(), Wanted: "a job document"})
	}
	c.Job = f.Document
	for i, s := range one.Said {
		if !slices.Contains(complaint.Sayings, s) {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("said[%d]", i), Found: fmt.Sprintf("%q", string(s)),
				Wanted: "what may be said, like hums-stands"})
		}
	}
	for _, k := range slices.Sorted(maps.Keys(one.Meter)) {
		text := strings.Trim(string(bytes.TrimSpace(one.Meter[k])), `"`)
		if text == "" || text == "null" || strings.ContainsAny(text[:1], "{[") {
			bad = append(bad, openfile.Problem{Path: "meter." + k, Found: text, Wanted: "a figure or a word"})
			continue
		}
		c.Meter[k] = text
	}
	return c, bad
}

// Played is what a desk asked at a case, and what it then believed.
type Played struct {
	Name   string   `json:"name"`
	Asked  []string `json:"asked"`
	Causes []Share  `json:"causes"`
}

// Playing is what was played of a file.
type Playing struct {
	Cases []Played `json:"cases"`
}

// Play plays the desk over cases: it starts from the job and what is said, asks one check after the other of those
// that the meter has, and stops when one cause stands out or nothing more would tell. The error is the context's, or
// names the first case of which too little is known.
func Play(ctx context.Context, cases []Case) (Playing, error) {
	out := Playing{Cases: []Played{}}
	var opened *Opened
	last := ""
	for i, c := range cases {
		job, err := json.Marshal(c.Job)
		if err != nil {
			return out, err
		}
		if opened == nil || string(job) != last { // one machine often stands for several cases
			opened, err = Open(ctx, c.Job)
			last = string(job)
		}
		if ctx.Err() != nil {
			return out, ctx.Err()
		}
		if err != nil {
			return out, openfile.Problems{{Path: fmt.Sprintf("cases[%d].job", i),
				Found:  "too little to foretell anything",
				Wanted: err.Error()}}
		}
		out.Cases = append(out.Cases, opened.play(c))
	}
	return out, nil
}

// play plays the desk at a case of this machine.
func (o *Opened) play(c Case) Played {
	out := Played{Name: c.Name, Asked: []string{}, Causes: []Share{}}
	b, d := o.bench, &desk{worlds: slices.Clone(o.desk.worlds), causes: o.desk.causes}
	d.hears(c.Said)
	d.places(&c.More, kindOf(b.codes(), c.More.Code))
	left := slices.DeleteFunc(slices.Clone(checks), func(x Check) bool { _, has := c.Meter[x.ID]; return !has })
	for !d.done() {
		next, ok := d.next(left)
		if !ok {
			break
		}
		out.Asked = append(out.Asked, next.ID)
		left = slices.DeleteFunc(left, func(x Check) bool { return x.ID == next.ID })
		if v, why := b.value(next.ID, c.Meter[next.ID]); why == "" {
			d.takes(next.ID, v)
		}
	}
	for _, s := range d.shares() {
		if s.Share >= 0.0005 {
			out.Causes = append(out.Causes, Share{s.ID, float64(int(s.Share*1e4+0.5)) / 1e4})
		}
	}
	return out
}
