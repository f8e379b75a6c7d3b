package api

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/drawing/pdf"
	"graybridge/store"
)

// RemarkLine is what somebody said of a machine.
type RemarkLine struct {
	ID       string           `json:"id"`
	Kind     store.RemarkKind `json:"kind" enum:"remark,approval,return"`
	Bay      string           `json:"bay,omitempty"`
	Words    string           `json:"words"`
	Who      string           `json:"who"`
	Signed   bool             `json:"signed" doc:"By an account, not by a typed name"`
	At       time.Time        `json:"at"`
	Revision int              `json:"revision"`
	// Stale is an approval, or a return, of what has changed since.
	Stale   bool       `json:"stale"`
	Settled *time.Time `json:"settled,omitempty"`
	By      string     `json:"settled_by,omitempty"`
	// Printed is an approval that is kept as it was printed: sheet.pdf beside it.
	Printed bool `json:"printed,omitempty"`
}

type remarksOutput struct {
	Body struct {
		Remarks []RemarkLine `json:"remarks" nullable:"false"`
	}
}

type remarkInput struct {
	ChangeInput
	Body struct {
		Bay   string `json:"bay,omitempty" enum:"supply,protection,bridge,leads,motor,load"`
		Words string `json:"words" minLength:"1" maxLength:"2000"`
	}
}

type approveInput struct {
	ChangeInput
	Body struct {
		Words string `json:"words,omitempty" maxLength:"2000"`
	}
}

type returnInput struct {
	ChangeInput
	Body struct {
		Words string `json:"words" minLength:"1" maxLength:"2000" doc:"What must change first"`
	}
}

type settleInput struct {
	ID     string `path:"id" maxLength:"64"`
	Remark string `path:"remark" maxLength:"64"`
}

// remarks registers what people say beside a machine.
func (s books) remarks(a huma.API) {
	operation := func(id, method, path, summary string, status int) huma.Operation {
		return huma.Operation{OperationID: id, Method: method, Path: "/api/jobs/{id}/" + path, Summary: summary,
			DefaultStatus: status}
	}
	huma.Register(a, operation("remarks", http.MethodGet, "remarks", "What was said of a machine, and who approved it "+
		"as it stood", 0),
		func(ctx context.Context, in *idInput) (*remarksOutput, error) { return s.remarksOf(ctx, in.ID) })
	add := func(ctx context.Context, in *ChangeInput, m store.Remark) (*remarksOutput, error) {
		c, err := s.change(ctx, in)
		if err != nil {
			return nil, err
		}
		if err := s.store.Remarks.Add(ctx, in.ID, c, m); err != nil {
			return nil, problem(err)
		}
		return s.remarksOf(ctx, in.ID)
	}
	huma.Register(a, operation("add-remark", http.MethodPost, "remarks", "Words beside a machine, signed and dated", 0),
		func(ctx context.Context, in *remarkInput) (*remarksOutput, error) {
			return add(ctx, &in.ChangeInput, store.Remark{Kind: store.Words, Bay: in.Body.Bay, Words: in.Body.Words})
		})
	huma.Register(a, operation("approve", http.MethodPost, "approvals", "Approve a machine as it stands; what changes "+
		"afterwards makes it stale", 0),
		func(ctx context.Context, in *approveInput) (*remarksOutput, error) {
			if err := s.logsIn(); err != nil {
				return nil, err
			}
			j, _, err := s.reviewed(ctx, in.ID, 0)
			if err != nil {
				return nil, problem(err)
			}
			// What is approved is kept as it is printed now, whatever is printed of it later.
			sheet, err := s.reviewSheet(ctx, j, pdf.PaperFor(string(j.Document.Workshop.Rules)))
			if err != nil {
				return nil, problem(err)
			}
			return add(ctx, &in.ChangeInput, store.Remark{Kind: store.Approval, Words: in.Body.Words, Sheet: sheet})
		})
	huma.Register(a, operation("send-back", http.MethodPost, "returns", "Send a machine back as it stands: not yet, "+
		"because", 0),
		func(ctx context.Context, in *returnInput) (*remarksOutput, error) {
			if err := s.logsIn(); err != nil {
				return nil, err
			}
			return add(ctx, &in.ChangeInput, store.Remark{Kind: store.Return, Words: in.Body.Words})
		})
	huma.Register(a, operation("settle-remark", http.MethodPost, "remarks/{remark}/settled",
		"Words are answered; they "+
			"stay", 0),
		func(ctx context.Context, in *settleInput) (*remarksOutput, error) {
			if err := s.store.Remarks.Settle(ctx, in.ID, in.Remark, by(ctx)); err != nil {
				return nil, problem(err)
			}
			return s.remarksOf(ctx, in.ID)
		})
}

func (s *server) remarksOf(ctx context.Context, id string) (*remarksOutput, error) {
	list, content, err := s.store.Remarks.All(ctx, id)
	if err != nil {
		return nil, problem(err)
	}
	out := &remarksOutput{}
	out.Body.Remarks = make([]RemarkLine, len(list))
	for i, m := range list {
		out.Body.Remarks[i] = RemarkLine{ID: m.ID, Kind: m.Kind, Bay: m.Bay, Words: m.Words, Who: m.Who,
			Signed: m.Signed,
			At:     m.At, Revision: m.Revision, Stale: m.Kind != store.Words && m.Content != content,
			Settled: m.Settled, By: m.By, Printed: m.Printed}
	}
	return out, nil
}
