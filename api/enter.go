package api

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"math"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5/middleware"

	"graybridge/door"
	"graybridge/store"
)

type logInInput struct {
	Known string `cookie:"gray_bridge_known" doc:"That of a device from which this account came in before"`
	Body  struct {
		Name     string `json:"name" minLength:"1" maxLength:"60"`
		Password string `json:"password" maxLength:"800"`
		Device   string `json:"device,omitempty" maxLength:"60" doc:"What this browser or phone is called in the list"`
	}
}

type letInInput struct {
	Body struct {
		Code   string `json:"code" maxLength:"60" doc:"A pairing code, or that of a guest's link"`
		Device string `json:"device,omitempty" maxLength:"60"`
	}
}

type enteredOutput struct {
	SetCookie []http.Cookie `header:"Set-Cookie"`
	Body      Entered
}

// Entered is who came in.
type Entered struct {
	Name string `json:"name"`
	// NeedsPassword says that the account has none yet: choose one to come in without a code.
	NeedsPassword bool `json:"needs_password"`
	// MayRenew says that an owner's code let this device in: a forgotten password may be chosen anew.
	MayRenew bool `json:"may_renew"`
}

type leftOutput struct {
	SetCookie http.Cookie `header:"Set-Cookie"`
}

type passwordInput struct {
	Body struct {
		Old string `json:"old,omitempty" maxLength:"800" doc:"Empty where there was none yet"`
		New string `json:"new" maxLength:"800"`
	}
}

// DeviceLine is a browser or phone that is logged in.
type DeviceLine struct {
	ID   string    `json:"id"`
	Name string    `json:"name"`
	From time.Time `json:"from"`
	Seen time.Time `json:"seen" doc:"Used last, to ten minutes"`
	This bool      `json:"this" doc:"The one that asks"`
}

type devicesOutput struct {
	Body struct {
		Devices []DeviceLine `json:"devices" nullable:"false"`
	}
}

type deviceInput struct {
	Device string `path:"device" maxLength:"64"`
}

type codeOutput struct{ Body Code }

// enter registers how somebody comes in, and goes.
func (s entrance) enter(a huma.API) {
	operation := func(id, method, path, summary string, status int) huma.Operation {
		return huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, DefaultStatus: status}
	}
	huma.Register(a, operation("log-in", http.MethodPost, "/api/session", "Come in by name and password", 0), s.logIn)
	huma.Register(a, operation("let-in", http.MethodPost, "/api/session/code", "Come in by a pairing code or a "+
		"guest's link", 0), s.letIn)
	huma.Register(a, operation("log-out", http.MethodDelete, "/api/session", "End this device", http.StatusNoContent),
		func(ctx context.Context, _ *struct{}) (*leftOutput, error) {
			c := callerOf(ctx)
			if err := s.store.Devices.End(ctx, c.Account, c.device); err != nil && !errors.Is(err, store.ErrNotFound) {
				return nil, problem(err)
			}
			return &leftOutput{s.sessions.over(ctx)}, nil
		})
	huma.Register(a, operation("change-password", http.MethodPut, "/api/account/password",
		"A new password; every other device of this account is ended", http.StatusNoContent), s.changePassword)
	huma.Register(a, operation("devices", http.MethodGet, "/api/account/devices",
		"The browsers and phones of this account", 0),
		func(ctx context.Context, _ *struct{}) (*devicesOutput, error) {
			account := callerOf(ctx).Account
			all, err := s.store.Devices.All(ctx, account)
			if err != nil {
				return nil, problem(err)
			}
			out := &devicesOutput{}
			out.Body.Devices = deviceLines(ctx, all[account])
			return out, nil
		})
	huma.Register(a, operation("end-device", http.MethodDelete, "/api/account/devices/{device}",
		"End a device of this account: a lost phone", http.StatusNoContent),
		func(ctx context.Context, in *deviceInput) (*struct{}, error) {
			return nil, problem(s.store.Devices.End(ctx, callerOf(ctx).Account, in.Device))
		})
	huma.Register(a, operation("pair-mine", http.MethodPost, "/api/account/pairing",
		"A code by which another device of this account comes in, once", 0),
		func(ctx context.Context, _ *struct{}) (*codeOutput, error) {
			c := callerOf(ctx)
			if c.Guest {
				return nil, huma.Error403Forbidden("A guest's link is shared by who gave it.")
			}
			return s.pairing(ctx, c.Account, door.PairingHolds, false)
		})
}

// deviceLines are devices as one of them is told.
func deviceLines(ctx context.Context, list []store.Device) []DeviceLine {
	out := make([]DeviceLine, len(list))
	for i, d := range list {
		out[i] = DeviceLine{d.ID, d.Name, d.From, d.Seen, d.ID == callerOf(ctx).device}
	}
	return out
}

var (
	errWrong = huma.Error401Unauthorized("This name with this password lets nobody in. Look at the letters; an owner " +
		"can give you a pairing code.")
	errCode = huma.Error401Unauthorized("This code lets nobody in: it was used, its time is over, or a letter is " +
		"wrong. Ask for a new one.")
	errAlone = huma.Error409Conflict("Nobody logs in here: this server is not shared.")
)

// slowed refuses a try that comes too early after wrong ones.
func (s entrance) slowed(ctx context.Context, what ...string) error {
	wait, err := s.store.Devices.Try(ctx, what...)
	if err != nil {
		return problem(err)
	}
	if wait <= 0 {
		return nil
	}
	seconds := int(math.Ceil(wait.Seconds()))
	return huma.ErrorWithHeaders(huma.Error429TooManyRequests(fmt.Sprintf("Too many wrong tries: wait %d s before the "+
		"next.", seconds)), http.Header{"Retry-After": {strconv.Itoa(seconds)}})
}

// wrong counts a wrong try of each.
func (s entrance) wrong(ctx context.Context, tries map[string]int, refusal error) error {
	for what, free := range tries {
		if err := s.store.Devices.Wrong(ctx, what, free); err != nil {
			return problem(err)
		}
	}
	return refusal
}

// proved finds an account by name and password; wrong tries are counted and slowed. What strangers tried
// of a name does not keep a device out from which it came in before (known): that is slowed by its own
// tries and its address.
func (s entrance) proved(ctx context.Context, name, password, known string) (store.Account, error) {
	both, ofName, ofAddress := door.Tried(name, middleware.GetClientIP(ctx))
	account, err := s.store.People.AccountNamed(ctx, name)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return account, problem(err)
	}
	slow := []string{both, ofName, ofAddress}
	if account.ID != "" && s.names.who(known) == knownAs(account) {
		slow = []string{both, ofAddress}
	}
	if err := s.slowed(ctx, slow...); err != nil {
		return store.Account{}, err
	}
	ok, err := door.Opens(ctx, account.Password, password)
	if err != nil {
		return account, problem(err)
	}
	if !ok {
		return account, s.wrong(ctx, map[string]int{both: door.FreeOfBoth, ofName: door.FreeOfName,
			ofAddress: door.FreeOfAddress}, errWrong)
	}
	return account, problem(s.store.Devices.Right(ctx, both))
}

// knownCookie marks a device from which an account came in, signed by the server.
const knownCookie = "gray_bridge_known"

// knownAs is what the mark says: it is worth nothing once the password is another.
func knownAs(a store.Account) string {
	sum := sha256.Sum256([]byte(a.ID + " " + a.Password))
	return "known " + hex.EncodeToString(sum[:])
}

func (s entrance) known(ctx context.Context, a store.Account) http.Cookie {
	return http.Cookie{Name: knownCookie, Value: s.names.sign(knownAs(a)), Path: "/api/session", HttpOnly: true,
		Secure: overTLS(ctx), SameSite: http.SameSiteStrictMode, MaxAge: int(sessionHolds.Seconds())}
}

func (s entrance) logIn(ctx context.Context, in *logInInput) (*enteredOutput, error) {
	if !s.shared() {
		return nil, errAlone
	}
	account, err := s.proved(ctx, in.Body.Name, in.Body.Password, in.Known)
	if err != nil {
		return nil, err
	}
	out, err := s.entered(ctx, store.Redeemed{Account: account}, in.Body.Device)
	if err != nil {
		return nil, err
	}
	out.SetCookie = append(out.SetCookie, s.known(ctx, account))
	return out, nil
}

func (s entrance) letIn(ctx context.Context, in *letInInput) (*enteredOutput, error) {
	if !s.shared() {
		return nil, errAlone
	}
	_, _, ofAddress := door.Tried("", middleware.GetClientIP(ctx))
	if err := s.slowed(ctx, ofAddress); err != nil {
		return nil, err
	}
	by, err := s.store.Devices.Redeem(ctx, door.PlainCode(in.Body.Code))
	if errors.Is(err, store.ErrNotFound) {
		return nil, s.wrong(ctx, map[string]int{ofAddress: door.FreeOfAddress}, errCode)
	}
	if err != nil {
		return nil, problem(err)
	}
	if !by.Account.Guest {
		by.Until = time.Time{}
	}
	return s.entered(ctx, by, in.Body.Device)
}

// entered makes a device of an account; the one that this browser was before ends.
func (s entrance) entered(ctx context.Context, by store.Redeemed, device string) (*enteredOutput, error) {
	account, before := by.Account, callerOf(ctx)
	if device == "" {
		device = "a browser"
	}
	id, err := s.store.Devices.EnterBy(ctx, account.ID, device, by.Renews)
	if err != nil {
		return nil, problem(err)
	}
	cookie, err := s.sessions.begin(ctx, id, by.Until)
	if err != nil {
		return nil, problem(err)
	}
	if before.device != "" {
		err := s.store.Devices.End(ctx, before.Account, before.device)
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return nil, problem(err)
		}
	}
	return &enteredOutput{[]http.Cookie{cookie}, Entered{account.Name, account.Password == "" && !account.Guest,
		by.Renews && account.Password != ""}}, nil
}

func (s entrance) changePassword(ctx context.Context, in *passwordInput) (*struct{}, error) {
	c := callerOf(ctx)
	account, err := s.store.People.AccountOf(ctx, c.Account)
	if err != nil {
		return nil, problem(err)
	}
	if account.Guest {
		return nil, huma.Error403Forbidden("A guest has no password.")
	}
	renews, err := s.store.Devices.Renews(ctx, c.Account, c.device)
	if err != nil {
		return nil, problem(err)
	}
	if account.Password != "" && !(renews && in.Body.Old == "") {
		if _, err := s.proved(ctx, account.Name, in.Body.Old, ""); err != nil {
			return nil, err
		}
	}
	sealed, err := sealed(ctx, "body.new", in.Body.New)
	if err != nil {
		return nil, err
	}
	return nil, problem(s.store.People.SetPassword(ctx, c.Account, sealed, c.device))
}

// sealed is a new password as it is kept.
func sealed(ctx context.Context, field, password string) (string, error) {
	out, err := door.Seal(ctx, password)
	if errors.Is(err, door.ErrShort) {
		return "", huma.Error422UnprocessableEntity("This password was not taken; nothing was changed.",
			&huma.ErrorDetail{Location: field, Message: "want " + err.Error()})
	}
	return out, problem(err)
}
