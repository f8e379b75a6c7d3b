package api

import (
	"context"
	"crypto/hmac"
	"crypto/sha256"
	"encoding/base64"
	"maps"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/people"
)

// names signs and reads the name that a browser has chosen. It says who made a
// change; it is no log-in.
type names struct{ key []byte }

const personCookie = "gray_bridge_person"

func (p names) sign(name string) string {
	mac := hmac.New(sha256.New, p.key)
	mac.Write([]byte(name))
	enc := base64.RawURLEncoding
	return enc.EncodeToString([]byte(name)) + "." + enc.EncodeToString(mac.Sum(nil))
}

// who reads a cookie's name; empty when it is not one of ours.
func (p names) who(cookie string) string {
	text, _, _ := strings.Cut(cookie, ".")
	name, err := base64.RawURLEncoding.DecodeString(text)
	if err != nil || len(p.key) == 0 || !hmac.Equal([]byte(p.sign(string(name))), []byte(cookie)) {
		return ""
	}
	return string(name)
}

type personInput struct {
	Body struct {
		Name string `json:"name" maxLength:"60"`
	}
}

type personOutput struct {
	SetCookie http.Cookie `header:"Set-Cookie"`
	Body      struct {
		Name string `json:"name"`
	}
}

// Whoever is who works in this browser, and how.
type Whoever struct {
	Name   string `json:"name"`
	Shared bool   `json:"shared" doc:"Everybody logs in here"`
	In     bool   `json:"in" doc:"Logged in, or nobody needs to"`
	Keeper bool   `json:"keeper" doc:"May open and close the server"`
	Guest  bool   `json:"guest"`
	// Roles by workshop; empty where nobody logs in: everything may be done.
	Roles []RoleAt `json:"roles" nullable:"false"`
}

// RoleAt is a role in one workshop.
type RoleAt struct {
	Workshop string      `json:"workshop"`
	Role     people.Role `json:"role"`
}

type whoOutput struct{ Body Whoever }

func (s entrance) persons(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "choose-person", Method: http.MethodPut, Path: "/api/person",
		Summary: "Who works in this browser, where nobody logs in"},
		func(_ context.Context, in *personInput) (*personOutput, error) {
			if s.shared() {
				return nil, huma.Error409Conflict("Names are accounts here: log in. Nothing was changed.")
			}
			out := &personOutput{SetCookie: http.Cookie{Name: personCookie, Value: s.names.sign(in.Body.Name),
				Path: "/", HttpOnly: true, SameSite: http.SameSiteLaxMode, MaxAge: 400 * 24 * 3600}}
			out.Body.Name = in.Body.Name
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "person", Method: http.MethodGet, Path: "/api/person",
		Summary: "Who works in this browser, and what may be done"}, s.whoever)
}

func (s entrance) whoever(ctx context.Context, _ *struct{}) (*whoOutput, error) {
	c := callerOf(ctx)
	if !c.shared {
		return &whoOutput{Whoever{Name: c.typed, In: true, Keeper: true, Roles: []RoleAt{}}}, nil
	}
	out := &whoOutput{Whoever{Name: c.Name, Shared: true, In: c.Account != "", Keeper: c.Keeper, Guest: c.Guest,
		Roles: []RoleAt{}}}
	for _, w := range slices.Sorted(maps.Keys(c.Roles)) {
		out.Body.Roles = append(out.Body.Roles, RoleAt{w, c.Roles[w]})
	}
	return out, nil
}
