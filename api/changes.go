package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/openfile"
)

// Paths whose bodies hold several documents.
const (
	changesPath = "/api/changes"
	mergePath   = "/api/merge"
	presentPath = "/api/present"
)

type changesInput struct {
	Body struct {
		From json.RawMessage `json:"from" doc:"A document of any version"`
		To   json.RawMessage `json:"to"`
	}
}

// Changes is every entry in which two documents differ.
type Changes struct {
	Changes []entry.Change `json:"changes" nullable:"false"`
}

type mergeInput struct {
	Body struct {
		Base   json.RawMessage `json:"base" doc:"What both began from"`
		Theirs json.RawMessage `json:"theirs" doc:"What is stored now"`
		Mine   json.RawMessage `json:"mine"`
	}
}

// Merged is what two persons did since the same document, put together.
type Merged struct {
	Document document.Document `json:"document"`
	Both     []entry.Change    `json:"both" nullable:"false" doc:"Entries that both changed, theirs as from and mine as to: choose"`
	Theirs   []entry.Change    `json:"theirs" nullable:"false" doc:"What they changed"`
}

type presentInput struct {
	Body struct {
		Documents []json.RawMessage `json:"documents" maxItems:"200" nullable:"false"`
	}
}

// Present is documents in the present version.
type Present struct {
	Documents []document.Document `json:"documents" nullable:"false"`
}

// decoded reads documents of any version; a bad place is named after its document.
func decoded(names []string, texts ...json.RawMessage) ([]document.Document, error) {
	out := make([]document.Document, len(texts))
	for i, text := range texts {
		d, err := document.Decode(text)
		if bad, ok := err.(openfile.Problems); ok {
			for k := range bad {
				bad[k].Path = names[i] + "." + bad[k].Path
			}
			return nil, problem(bad)
		}
		if err != nil {
			return nil, problem(err)
		}
		out[i] = d
	}
	return out, nil
}

func (s entrance) changes(a huma.API) {
	operation := func(id, path, summary string) huma.Operation {
		return huma.Operation{OperationID: id, Method: http.MethodPost, Path: path, Summary: summary,
			MaxBodyBytes: maxSeveral}
	}
	huma.Register(a, operation("changes", changesPath, "Every entry in which two documents differ; nothing is stored"),
		func(_ context.Context, in *changesInput) (*said[Changes], error) {
			all, err := decoded([]string{"from", "to"}, in.Body.From, in.Body.To)
			if err != nil {
				return nil, err
			}
			return &said[Changes]{Changes{entry.Changes(all[0], all[1])}}, nil
		})
	huma.Register(a, operation("merge", mergePath, "Two persons' edits of one document put together; nothing is "+
		"stored"),
		func(_ context.Context, in *mergeInput) (*said[Merged], error) {
			all, err := decoded([]string{"base", "theirs", "mine"}, in.Body.Base, in.Body.Theirs, in.Body.Mine)
			if err != nil {
				return nil, err
			}
			m := Merged{Both: []entry.Change{}, Theirs: entry.Changes(all[0], all[1])}
			var both []entry.Change
			m.Document, both = entry.Merge(all[0], all[1], all[2])
			m.Both = append(m.Both, both...)
			return &said[Merged]{m}, nil
		})
	huma.Register(a, operation("present", presentPath, "Documents of any version in the present one; nothing is "+
		"stored"),
		func(_ context.Context, in *presentInput) (*said[Present], error) {
			names := make([]string, len(in.Body.Documents))
			for i := range names {
				names[i] = fmt.Sprintf("documents[%d]", i)
			}
			all, err := decoded(names, in.Body.Documents...)
			if err != nil {
				return nil, err
			}
			return &said[Present]{Present{all}}, nil
		})
}
