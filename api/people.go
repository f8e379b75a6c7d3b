package api

import (
	"context"
	"encoding/base64"
	"errors"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	qrcode "github.com/skip2/go-qrcode"

	"graybridge/core/people"
	"graybridge/door"
	"graybridge/store"
)

// Code lets somebody in, by hand or by a phone's camera.
type Code struct {
	Code  string    `json:"code"`
	Link  string    `json:"link" doc:"Opened on the phone"`
	QR    string    `json:"qr" doc:"The link as a picture (data address)"`
	Until time.Time `json:"until"`
}

// codeFor keeps a new code of an account.
func (s entrance) codeFor(ctx context.Context, account string, uses int, until time.Time, renews bool) (*codeOutput,
	error) {
	code := door.NewCode()
	if err := s.store.Devices.Invite(ctx, account, door.PlainCode(code), uses, until, renews); err != nil {
		return nil, problem(err)
	}
	link := "/let-in#" + code
	if now := s.sharing.Load(); len(now.Addresses) > 0 {
		link = now.Addresses[0] + link
	}
	picture, err := qr(link)
	return &codeOutput{Code{code, link, picture, until}}, err
}

// pairing is a code that lets an account in once; renews lets a forgotten password be chosen anew by it.
func (s entrance) pairing(ctx context.Context, account string, holds time.Duration, renews bool) (*codeOutput, error) {
	return s.codeFor(ctx, account, 1, time.Now().Add(holds), renews)
}

// qr draws a link for a phone's camera.
func qr(link string) (string, error) {
	picture, err := qrcode.Encode(link, qrcode.Medium, 320)
	if err != nil {
		return "", huma.Error500InternalServerError("The link could not be drawn: " + err.Error() + ".")
	}
	return "data:image/png;base64," + base64.StdEncoding.EncodeToString(picture), nil
}

// Person is somebody who works in a workshop.
type Person struct {
	Account string      `json:"account"`
	Name    string      `json:"name"`
	Role    people.Role `json:"role" enum:"owner,maker,helper,reviewer,guest"`
	Jobs    []string    `json:"jobs" nullable:"false" doc:"The machines that were given, where it is those alone"`
	Part    bool        `json:"part" doc:"Reaches the given machines alone"`
	Until   *time.Time  `json:"until,omitempty"`
	Keeper  bool        `json:"keeper" doc:"Opened this server, and may close it"`
	Known   bool        `json:"known" doc:"Has chosen a password"`
	Seen    *time.Time  `json:"seen,omitempty"`
	// Devices are told to owners.
	Devices []DeviceLine `json:"devices" nullable:"false"`
}

type peopleOutput struct {
	Body struct {
		Workshop string      `json:"workshop"`
		Mine     people.Role `json:"mine" enum:"owner,maker,helper,reviewer,guest" doc:"The caller's own role; owner where nobody logs in"`
		People   []Person    `json:"people" nullable:"false"`
		// Machines are told to owners: what can be given.
		Machines []store.JobName `json:"machines" nullable:"false"`
	}
}

// PersonEntry is what an owner says of somebody.
type PersonEntry struct {
	Role people.Role `json:"role" enum:"owner,maker,helper,reviewer"`
	Jobs []string    `json:"jobs,omitempty" maxItems:"200" doc:"Of a helper: the machines that are given"`
}

type addPersonInput struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		PersonEntry
		Name string `json:"name" minLength:"1" maxLength:"60"`
	}
}

// PersonAt names somebody of a workshop.
type PersonAt struct {
	ID      string `path:"id" maxLength:"64"`
	Account string `path:"account" maxLength:"64"`
}

type changePersonInput struct {
	PersonAt
	Body PersonEntry
}

type guestInput struct {
	ID   string `path:"id" maxLength:"64"`
	Body struct {
		Name string   `json:"name" minLength:"1" maxLength:"60" doc:"For whom the link is"`
		Days int      `json:"days" minimum:"1" maximum:"90"`
		Jobs []string `json:"jobs,omitempty" maxItems:"200" doc:"Only these machines; empty: all"`
	}
}

type personsDeviceInput struct {
	PersonAt
	Device string `path:"device" maxLength:"64"`
}

// peopleOf registers who works in a workshop.
//
// Long: a table of routes, each by itself.
func (s entrance) peopleOf(a huma.API) {
	operation := func(id, method, path, summary string, status int) huma.Operation {
		return huma.Operation{OperationID: id, Method: method, Path: "/api/workshops/{id}/" + path, Summary: summary,
			DefaultStatus: status}
	}
	huma.Register(a, operation("people", http.MethodGet, "people", "Who works in a workshop, and as what", 0), s.people)
	huma.Register(a, operation("add-person", http.MethodPost, "people", "Somebody new, with the code to come in by; "+
		"who is known in another workshop of the caller comes in by the account there", http.StatusCreated),
		func(ctx context.Context, in *addPersonInput) (*codeOutput, error) {
			if err := s.logsIn(); err != nil {
				return nil, err
			}
			name := strings.TrimSpace(in.Body.Name)
			if name == "" {
				return nil, huma.Error422UnprocessableEntity("Give a name; nothing was stored.",
					&huma.ErrorDetail{Location: "body.name", Message: "want 1 to 60 letters"})
			}
			a, err := s.store.People.AddMember(ctx, in.ID, callerOf(ctx).Account, store.Account{Name: name},
				in.Body.member(""))
			if err != nil {
				return nil, problem(err)
			}
			homes, err := s.store.People.HomesOf(ctx, a.ID)
			if err != nil {
				return nil, problem(err)
			}
			if pairable(ctx, a, homes) != nil {
				return &codeOutput{}, nil // known elsewhere: comes in as always
			}
			return s.pairing(ctx, a.ID, door.InviteHolds, true)
		})
	huma.Register(a, operation("change-person", http.MethodPut, "people/{account}", "Another role, other machines",
		http.StatusNoContent),
		func(ctx context.Context, in *changePersonInput) (*struct{}, error) {
			if err := s.notKeeper(ctx, in.Account); err != nil {
				return nil, err
			}
			return nil, problem(s.store.People.SetMember(ctx, in.ID, in.Body.member(in.Account)))
		})
	huma.Register(a, operation("remove-person", http.MethodDelete, "people/{account}",
		"Out of this workshop; what was signed stays signed", http.StatusNoContent),
		func(ctx context.Context, in *PersonAt) (*struct{}, error) {
			if err := s.notKeeper(ctx, in.Account); err != nil {
				return nil, err
			}
			return nil, problem(s.store.People.Leave(ctx, in.ID, in.Account))
		})
	huma.Register(a, operation("pair-person", http.MethodPost, "people/{account}/pairing",
		"A code by which somebody comes in, once", 0), s.pairPerson)
	huma.Register(a, operation("end-persons-device", http.MethodDelete, "people/{account}/devices/{device}",
		"End a device of somebody: a lost phone", http.StatusNoContent),
		func(ctx context.Context, in *personsDeviceInput) (*struct{}, error) {
			if _, err := s.homesOf(ctx, in.ID, in.Account); err != nil {
				return nil, err
			}
			if err := s.notKeeper(ctx, in.Account); err != nil {
				return nil, err
			}
			return nil, problem(s.store.Devices.End(ctx, in.Account, in.Device))
		})
	huma.Register(a, operation("add-guest", http.MethodPost, "guests", "A link by which somebody reads, until its day",
		http.StatusCreated), s.addGuest)
}

// notKeeper refuses what another owner would do to who opened this server.
func (s entrance) notKeeper(ctx context.Context, account string) error {
	a, err := s.store.People.AccountOf(ctx, account)
	if err != nil {
		return problem(err)
	}
	if a.Keeper && account != callerOf(ctx).Account {
		return huma.Error403Forbidden("This person opened this server to the shop: nobody else puts them down, or " +
			"ends their devices. Nothing was changed.")
	}
	return nil
}

// logsIn refuses what makes sense only where everybody logs in.
func (s *server) logsIn() error {
	if s.shared() {
		return nil
	}
	return huma.Error409Conflict("Share this server first: until then nobody logs in. Nothing was changed.")
}

func (e PersonEntry) member(account string) store.Member {
	m := store.Member{AccountID: account, Role: e.Role, Part: e.Role.Given()}
	if m.Part {
		m.Jobs = e.Jobs
	}
	return m
}

func (s entrance) people(ctx context.Context, in *idInput) (*peopleOutput, error) {
	w, err := s.store.Workshops.Workshop(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	list, err := s.store.People.Members(ctx, in.ID)
	if err != nil {
		return nil, problem(err)
	}
	out := &peopleOutput{}
	out.Body.Workshop, out.Body.People, out.Body.Mine = w.Settings.Name, make([]Person, len(list)), roleIn(ctx, in.ID)
	out.Body.Machines = []store.JobName{}
	var devices map[string][]store.Device
	if out.Body.Mine.May(people.Own) {
		accounts := make([]string, len(list))
		for i, m := range list {
			accounts[i] = m.AccountID
		}
		if devices, err = s.store.Devices.All(ctx, accounts...); err == nil {
			out.Body.Machines, err = s.store.People.JobNames(ctx, in.ID)
		}
		if err != nil {
			return nil, problem(err)
		}
	}
	for i, m := range list {
		p := Person{Account: m.AccountID, Name: m.Name, Role: m.Role, Jobs: m.Jobs, Part: m.Part, Until: m.Until,
			Keeper: m.Keeper, Known: m.Known, Devices: deviceLines(ctx, devices[m.AccountID])}
		if out.Body.Mine.May(people.Own) {
			p.Seen = m.Seen
		}
		out.Body.People[i] = p
	}
	return out, nil
}

// homesOf are the roles of somebody in every workshop; who is not at home in this one is
// another's, and refused.
func (s entrance) homesOf(ctx context.Context, workshop, account string) (map[string]people.Role, error) {
	homes, err := s.store.People.HomesOf(ctx, account)
	if err == nil && homes[workshop] == "" {
		err = store.ErrNotFound
	}
	return homes, problem(err)
}

// pairPerson gives somebody a code.
func (s entrance) pairPerson(ctx context.Context, in *PersonAt) (*codeOutput, error) {
	if err := s.logsIn(); err != nil {
		return nil, err
	}
	homes, err := s.homesOf(ctx, in.ID, in.Account)
	if err != nil {
		return nil, err
	}
	account, err := s.store.People.AccountOf(ctx, in.Account)
	if err != nil {
		return nil, problem(err)
	}
	if err := pairable(ctx, account, homes); err != nil {
		return nil, err
	}
	return s.pairing(ctx, in.Account, door.PairingHolds, true)
}

// pairable refuses a code for who is at home in a workshop that is not the caller's own: it is
// as good as a password everywhere.
func pairable(ctx context.Context, account store.Account, homes map[string]people.Role) error {
	if account.Guest {
		return huma.Error409Conflict("A guest comes in by the link alone; make a new one.")
	}
	c := callerOf(ctx)
	for workshop := range homes {
		if !c.may(workshop, people.Own) || account.Keeper && account.ID != c.Account {
			return huma.Error403Forbidden("This person is at home where you are not owner, or opened this server: a " +
				"code of yours would let you in there. They pair another device themselves, or at the server's " +
				"console.")
		}
	}
	return nil
}

const guestsMost = 1000 // times that a link is opened

func (s entrance) addGuest(ctx context.Context, in *guestInput) (*codeOutput, error) {
	if err := s.logsIn(); err != nil {
		return nil, err
	}
	until := time.Now().AddDate(0, 0, in.Body.Days)
	a, err := s.store.People.AddMember(ctx, in.ID, "", store.Account{Name: in.Body.Name, Guest: true},
		store.Member{Role: people.Guest, Part: len(in.Body.Jobs) > 0, Jobs: in.Body.Jobs, Until: &until})
	if err != nil {
		return nil, problem(err)
	}
	return s.codeFor(ctx, a.ID, guestsMost, until, false)
}

// peopleProblem says what is refused of people; nil for what is none of them.
func peopleProblem(err error) error {
	switch {
	case errors.Is(err, store.ErrNameTaken):
		return huma.Error409Conflict("Somebody has this name already: add an initial. Nothing was stored.")
	case errors.Is(err, store.ErrLastOwner):
		return huma.Error409Conflict("A workshop keeps one owner at least: make somebody else owner first. Nothing " +
			"was changed.")
	case errors.Is(err, store.ErrForeignJob):
		return huma.Error422UnprocessableEntity("One of these machines is none of this workshop's. Nothing was "+
			"changed.",
			&huma.ErrorDetail{Location: "body.jobs", Message: "want ids of this workshop's machines"})
	}
	return nil
}
