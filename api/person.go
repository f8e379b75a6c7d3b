package api

import (
	"context"
	"crypto/hmac"
	"crypto/sha256"
	"encoding/base64"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
)

// people signs and reads the name that a browser has chosen. It says who made a
// change; it is no log-in.
type people struct{ key []byte }

const personCookie = "gray_bridge_person"

func (p people) sign(name string) string {
	mac := hmac.New(sha256.New, p.key)
	mac.Write([]byte(name))
	enc := base64.RawURLEncoding
	return enc.EncodeToString([]byte(name)) + "." + enc.EncodeToString(mac.Sum(nil))
}

// who reads a cookie's name; empty when it is not one of ours.
func (p people) who(cookie string) string {
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

type whoInput struct {
	Person string `cookie:"gray_bridge_person"`
}

type whoOutput struct {
	Body struct {
		Name string `json:"name"`
	}
}

func (s *server) persons(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "choose-person", Method: http.MethodPut, Path: "/api/person",
		Summary: "Who works in this browser"},
		func(_ context.Context, in *personInput) (*personOutput, error) {
			out := &personOutput{SetCookie: http.Cookie{Name: personCookie, Value: s.people.sign(in.Body.Name),
				Path: "/", HttpOnly: true, SameSite: http.SameSiteLaxMode, MaxAge: 400 * 24 * 3600}}
			out.Body.Name = in.Body.Name
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "person", Method: http.MethodGet, Path: "/api/person",
		Summary: "The name chosen in this browser"},
		func(_ context.Context, in *whoInput) (*whoOutput, error) {
			out := &whoOutput{}
			out.Body.Name = s.people.who(in.Person)
			return out, nil
		})
}
