package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/stores"
	"graybridge/store"
)

// StoreLine is a line of a workshop's stores with who has taken of it.
type StoreLine struct {
	stores.StockItem
	Held []StoreHeld `json:"held" nullable:"false"`
}

// StoreHeld is what one machine has taken.
type StoreHeld struct {
	JobID  string `json:"job_id"`
	Job    string `json:"job"`
	Part   string `json:"part"`
	Count  int    `json:"count"`
	Fitted bool   `json:"fitted"`
}

type storesOutput struct {
	Body struct {
		Workshop string      `json:"workshop"`
		Lines    []StoreLine `json:"lines" nullable:"false"`
	}
}

type stockEntry struct {
	Kind  stores.Kind `json:"kind" enum:"capacitor,drive,contactor,breaker,fuse,relay,cable,cap,gland,motor,other"`
	What  string      `json:"what" minLength:"1" maxLength:"120"`
	Count int         `json:"count" minimum:"0" maximum:"100000"`
	Price string      `json:"price,omitempty" maxLength:"40"`
	Shop  string      `json:"shop,omitempty" maxLength:"80"`
	Place string      `json:"place,omitempty" maxLength:"80"`
}

func (e stockEntry) item(id string) stores.StockItem {
	return stores.StockItem{ID: id, Kind: e.Kind, What: e.What, Count: e.Count, Price: e.Price, Shop: e.Shop,
		Place: e.Place}
}

type stockOutput struct{ Body stores.StockItem }

type addStock struct {
	ID       string `path:"id" maxLength:"64"`
	ChangeID string `header:"Change-Id" minLength:"8" maxLength:"64" required:"true"`
	Body     stockEntry
}

type changeStock struct {
	ID   string `path:"id" maxLength:"64"`
	Body stockEntry
}

type takeStock struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Stock   string     `json:"stock" maxLength:"64"`
		Machine string     `json:"machine" minLength:"1" maxLength:"24"`
		Part    string     `json:"part" minLength:"1" maxLength:"60"`
		Count   int        `json:"count" minimum:"1" maximum:"100000"`
		Do      store.Take `json:"do" enum:"reserve,release,fit,unfit"`
	}
}

// stores is the workshop's drawers: what lies there, and what machines take of it.
func (s jobs) stores(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "stores", Method: http.MethodGet, Path: "/api/workshops/{id}/stores",
		Summary: "What lies in a workshop's stores, and which machine has taken of it"},
		func(ctx context.Context, in *idInput) (*storesOutput, error) {
			w, err := s.store.Workshops.Workshop(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			list, taken, err := s.store.Stock.All(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			out := &storesOutput{}
			out.Body.Workshop, out.Body.Lines = w.Settings.Name, make([]StoreLine, len(list))
			at := map[string]int{}
			for i, item := range list {
				out.Body.Lines[i], at[item.ID] = StoreLine{item, []StoreHeld{}}, i
			}
			for _, t := range taken {
				l := &out.Body.Lines[at[t.StockID]]
				l.Held = append(l.Held, StoreHeld{t.JobID, t.Job, t.Part, t.Count, t.Fitted})
			}
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "add-stock", Method: http.MethodPost,
		Path:    "/api/workshops/{id}/stores",
		Summary: "A new line of the stores; a repeated change gives the same", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *addStock) (*stockOutput, error) {
			item := in.Body.item("")
			if bad := item.Check(""); len(bad) > 0 {
				return nil, problem(bad)
			}
			item, err := s.store.Stock.Add(ctx, in.ID, in.ChangeID, item)
			return &stockOutput{item}, problem(err)
		})
	huma.Register(a, huma.Operation{OperationID: "change-stock", Method: http.MethodPut, Path: "/api/stores/{id}",
		Summary: "A line of the stores changed; never to fewer than are reserved"},
		func(ctx context.Context, in *changeStock) (*stockOutput, error) {
			item := in.Body.item(in.ID)
			if bad := item.Check(""); len(bad) > 0 {
				return nil, problem(bad)
			}
			item, err := s.store.Stock.Save(ctx, item)
			return &stockOutput{item}, problem(err)
		})
	huma.Register(a, huma.Operation{OperationID: "drop-stock", Method: http.MethodDelete, Path: "/api/stores/{id}",
		Summary: "A line out of the stores, if nothing of it is reserved", DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *idInput) (*struct{}, error) {
			return nil, problem(s.store.Stock.Drop(ctx, in.ID))
		})
	huma.Register(a, huma.Operation{OperationID: "take-stock", Method: http.MethodPost, Path: "/api/jobs/{id}/stores",
		Summary: "Reserve of the stores for a part of this job, release it, fit it (counted down) or take it out " +
			"again"},
		func(ctx context.Context, in *takeStock) (*jobOutput, error) {
			b := in.Body
			moved, err := s.store.Stock.Take(ctx, in.ID, b.Stock, b.Machine, b.Part, b.Count, b.Do, by(ctx))
			if err != nil {
				return nil, problem(err)
			}
			if err := s.fitted(ctx, in.ID, b.Machine, moved, b.Do == store.Unfit); err != nil {
				return nil, err
			}
			return s.answered(ctx)(s.store.Jobs.Job(ctx, in.ID))
		})
}
