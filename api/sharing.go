package api

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/store"
)

// Sharer opens the server to the shop and closes it: listening and certificates are its work.
type Sharer interface {
	// Offers are the addresses of this machine at which it could be opened.
	Offers() []string
	// Plan reads an address as somebody chose it and says under which links it is found; the
	// error says what is wrong with it, and nothing is opened.
	Plan(address string) (links []string, err error)
	// Follow opens, closes or leaves it as it is.
	Follow(ctx context.Context, now store.Sharing) error
	// Root is the certificate (DER) that a phone installs, with its fingerprint and the link at
	// which it is given without TLS; nil where a certificate was given that phones know.
	Root() (certificate []byte, fingerprint, link string)
	// Trouble says why it cannot be reached though it is open; empty: it can.
	Trouble() string
}

// Keeping takes backups.
type Keeping interface {
	// Take makes a backup now.
	Take(ctx context.Context) error
	// Where they are kept, in words, and how many; empty: nowhere.
	Where() string
}

// SharingAnswer is how the server stands open.
type SharingAnswer struct {
	Open    bool     `json:"open"`
	Links   []string `json:"links" nullable:"false" doc:"Where the shop finds it"`
	QR      string   `json:"qr,omitempty"`
	Trouble string   `json:"trouble,omitempty"`
	Offers  []string `json:"offers" nullable:"false" doc:"Addresses of this machine at which it could be opened"`
	Keeper  bool     `json:"keeper" doc:"The caller may close it; where nobody logs in, open it"`
	Known   bool     `json:"known" doc:"Somebody opened it before: that one logs in to open it again"`
	// The workshop's own root, where no certificate was given.
	RootLink    string `json:"root_link,omitempty"`
	RootQR      string `json:"root_qr,omitempty"`
	Fingerprint string `json:"fingerprint,omitempty"`
}

type sharingOutput struct{ Body SharingAnswer }

type shareInput struct {
	Body struct {
		Name     string `json:"name" minLength:"1" maxLength:"60"`
		Password string `json:"password" maxLength:"800"`
		Address  string `json:"address" minLength:"1" maxLength:"200" doc:"One of the offers, or a name and port"`
		Device   string `json:"device,omitempty" maxLength:"60"`
	}
}

type shareOutput struct {
	SetCookie http.Cookie `header:"Set-Cookie"`
	Body      SharingAnswer
}

// BackupLine is one turn of the nightly backup.
type BackupLine struct {
	At      time.Time `json:"at"`
	File    string    `json:"file,omitempty"`
	Rows    int       `json:"rows,omitempty"`
	Trouble string    `json:"trouble,omitempty"`
}

type backupsOutput struct {
	Body struct {
		Where   string       `json:"where,omitempty" doc:"Empty: none are taken by themselves"`
		Backups []BackupLine `json:"backups" nullable:"false" doc:"The latest first"`
	}
}

// shared says whether everybody logs in.
func (s *server) shared() bool { return s.sharing.Load().Open }

// lookAtSharing reads how the server stands, and follows it.
func (s *server) lookAtSharing(ctx context.Context) error {
	now, err := s.store.Server.SharingNow(ctx)
	if err != nil {
		return err
	}
	was := s.sharing.Swap(&now)
	if s.sharer != nil {
		err = s.sharer.Follow(ctx, now)
	}
	if was.Open != now.Open {
		s.hub.endAll()
	}
	return err
}

// opening registers how the server is opened to the shop, and what its keeper looks after.
func (s entrance) opening(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "sharing", Method: http.MethodGet, Path: "/api/sharing",
		Summary: "How the server stands open, and how a phone gets in"},
		func(ctx context.Context, _ *struct{}) (*sharingOutput, error) {
			out, err := s.sharingAnswer(ctx)
			return &sharingOutput{out}, err
		})
	huma.Register(a, huma.Operation{OperationID: "share", Method: http.MethodPost, Path: "/api/sharing",
		Summary: "Open the server to the shop: from then on everybody logs in"}, s.open)
	huma.Register(a, huma.Operation{OperationID: "unshare", Method: http.MethodDelete, Path: "/api/sharing",
		Summary: "Close it again: every device but this computer's browser is ended"},
		func(ctx context.Context, _ *struct{}) (*sharingOutput, error) {
			if err := s.logsIn(); err != nil {
				return nil, err
			}
			if err := s.store.Server.Share(ctx, store.Sharing{}); err != nil {
				return nil, problem(err)
			}
			if err := s.lookAtSharing(ctx); err != nil {
				return nil, problem(err)
			}
			out, err := s.sharingAnswer(ctx)
			return &sharingOutput{out}, err
		})
	huma.Register(a, huma.Operation{OperationID: "backups", Method: http.MethodGet, Path: "/api/backups",
		Summary: "The backups that were taken, and how old the last is"}, s.backups)
	huma.Register(a, huma.Operation{OperationID: "take-backup", Method: http.MethodPost, Path: "/api/backups",
		Summary: "Take a backup now"},
		func(ctx context.Context, in *struct{}) (*backupsOutput, error) {
			if s.keeping == nil || s.keeping.Where() == "" {
				return nil, huma.Error409Conflict("This server was not told where to keep backups (--backups).")
			}
			if err := s.keeping.Take(ctx); err != nil {
				return nil, huma.NewError(http.StatusInsufficientStorage, "The backup was not taken: "+err.Error()+
					". Those taken before are kept.")
			}
			return s.backups(ctx, in)
		})
}

func (s entrance) sharingAnswer(ctx context.Context) (SharingAnswer, error) {
	now := s.sharing.Load()
	c := callerOf(ctx)
	out := SharingAnswer{Open: now.Open, Links: append([]string{}, now.Addresses...), Offers: []string{},
		Keeper: !now.Open || c.Keeper}
	var err error
	if s.sharer != nil {
		out.Trouble = s.sharer.Trouble()
		if out.Keeper {
			out.Offers = append(out.Offers, s.sharer.Offers()...)
		}
		if now.Open {
			_, out.Fingerprint, out.RootLink = s.sharer.Root()
		}
	}
	if !now.Open {
		if out.Known, err = s.store.Server.HasKeeper(ctx); err != nil {
			return out, problem(err)
		}
		return out, nil
	}
	if len(out.Links) > 0 {
		if out.QR, err = qr(out.Links[0]); err != nil {
			return out, err
		}
	}
	if out.RootLink != "" {
		out.RootQR, err = qr(out.RootLink)
	}
	return out, err
}

// open opens the server: who does it is its keeper, and comes in at once. Where somebody was
// keeper before, it is only that one who opens it again.
func (s entrance) open(ctx context.Context, in *shareInput) (*shareOutput, error) {
	if s.shared() {
		return nil, huma.Error409Conflict("This server is open already.")
	}
	if s.sharer == nil {
		return nil, huma.Error409Conflict("This server cannot be opened from here.")
	}
	links, err := s.sharer.Plan(in.Body.Address)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity("It was not opened.", &huma.ErrorDetail{Location: "body.address",
			Message: err.Error(), Value: in.Body.Address})
	}
	known, err := s.store.Server.HasKeeper(ctx)
	if err != nil {
		return nil, problem(err)
	}
	var account store.Account
	if known {
		if account, err = s.proved(ctx, in.Body.Name, in.Body.Password, ""); err != nil {
			return nil, err
		}
		if !account.Keeper {
			return nil, huma.Error403Forbidden("Only who opened this server before opens it again.")
		}
	} else {
		kept, err := sealed(ctx, "body.password", in.Body.Password)
		if err != nil {
			return nil, err
		}
		if account, err = s.store.People.FoundAccount(ctx, in.Body.Name, kept); err != nil {
			return nil, problem(err)
		}
	}
	if err := s.store.Server.Share(ctx, store.Sharing{Open: true, Addresses: links}); err != nil {
		return nil, problem(err)
	}
	if err := s.lookAtSharing(ctx); err != nil {
		return nil, problem(err)
	}
	if in.Body.Device == "" {
		in.Body.Device = "this computer"
	}
	inside, err := s.entered(ctx, store.Redeemed{Account: account}, in.Body.Device)
	if err != nil {
		return nil, err
	}
	out := &shareOutput{SetCookie: inside.SetCookie[0]}
	out.Body, err = s.sharingAnswer(context.WithValue(ctx, callerKey{}, caller{shared: true,
		Caller: store.Caller{Keeper: true}}))
	return out, err
}

func (s entrance) backups(ctx context.Context, _ *struct{}) (*backupsOutput, error) {
	list, err := s.store.Server.Backups(ctx)
	if err != nil {
		return nil, problem(err)
	}
	out := &backupsOutput{}
	out.Body.Backups = make([]BackupLine, len(list))
	for i, b := range list {
		out.Body.Backups[i] = BackupLine{b.At, b.File, b.Rows, b.Trouble}
	}
	if s.keeping != nil {
		out.Body.Where = s.keeping.Where()
	}
	return out, nil
}
