package api

import (
	"context"
	"encoding/json"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/bridge"
	"graybridge/core/drive"
	"graybridge/core/leaflet"
	"graybridge/core/profiles"
	"graybridge/store"
)

// ProfileLine is a profile in a workshop's list.
type ProfileLine struct {
	ID       string        `json:"id"`
	Kind     profiles.Kind `json:"kind" enum:"drive,dc"`
	Own      string        `json:"own" doc:"its id in the file, and in a machine's document"`
	Name     string        `json:"name"`
	About    string        `json:"about"`
	Revision int           `json:"revision"`
	Who      string        `json:"who"`
	At       time.Time     `json:"at"`
	Usable   bool          `json:"usable" doc:"a machine may be planned on it"`
	Open     int           `json:"open" doc:"how much it does not say, or says badly"`
}

// ProfileVersion is one of a profile's versions.
type ProfileVersion struct {
	Revision int       `json:"revision"`
	Who      string    `json:"who"`
	At       time.Time `json:"at"`
}

// ProfileAnswer is a profile as it was typed, looked over.
type ProfileAnswer struct {
	ProfileLine
	Workshop string           `json:"workshop"`
	Profile  map[string]any   `json:"profile"`
	Checked  profiles.Checked `json:"checked"`
	Versions []ProfileVersion `json:"versions" nullable:"false"`
}

type profilesOutput struct {
	Body struct {
		Workshop string        `json:"workshop"`
		Profiles []ProfileLine `json:"profiles" nullable:"false"`
	}
}

type profileAnswer struct{ Body ProfileAnswer }

// profileBody is a profile of a kind, finished or not.
type profileBody struct {
	Kind    profiles.Kind  `json:"kind" enum:"drive,dc"`
	Profile map[string]any `json:"profile"`
}

type addProfile struct {
	ID       string `path:"id" maxLength:"64"`
	ChangeID string `header:"Change-Id" minLength:"8" maxLength:"64" required:"true"`
	Body     profileBody
}

type oneProfile struct {
	ID       string `path:"id" maxLength:"64"`
	Profile  string `path:"profile" maxLength:"64"`
	Revision int    `query:"revision" minimum:"0" maximum:"1000000" doc:"0 is the last"`
}

type saveProfile struct {
	ID      string `path:"id" maxLength:"64"`
	Profile string `path:"profile" maxLength:"64"`
	Body    struct {
		Revision int            `json:"revision" minimum:"1" maximum:"1000000" doc:"that was seen"`
		Profile  map[string]any `json:"profile"`
	}
}

type beginProfile struct {
	Body struct {
		Kind profiles.Kind      `json:"kind" enum:"drive,dc"`
		Of   profiles.Beginning `json:"of"`
	}
}

type begunOutput struct {
	Body struct {
		Profile map[string]any   `json:"profile"`
		Checked profiles.Checked `json:"checked"`
	}
}

type checkProfile struct{ Body profileBody }

type checkedOutput struct{ Body profiles.Checked }

type tryProfile struct {
	Body struct {
		Kind    profiles.Kind  `json:"kind" enum:"drive,dc"`
		Profile map[string]any `json:"profile"`
		Deeds   []bridge.Deed  `json:"deeds" maxItems:"200" nullable:"false"`
	}
}

type triedOutput struct {
	Body struct {
		Outcomes []profiles.Outcome `json:"outcomes" nullable:"false"`
	}
}

type settingsInput struct {
	Body struct {
		Lines []leaflet.Line `json:"lines" maxItems:"2000" nullable:"false"`
	}
}

type settingsOutput struct {
	Body struct {
		Parameters []drive.Parameter `json:"parameters" nullable:"false"`
		Doubts     []drive.Doubt     `json:"doubts" nullable:"false"`
	}
}

type wordsInput struct {
	Kind profiles.Kind `query:"kind" enum:"drive,dc" required:"true"`
}

type wordsOutput struct{ Body profiles.Vocabulary }

// lineOf is a stored profile in a list, looked over.
func lineOf(p store.Profile) (ProfileLine, profiles.Checked) {
	c, err := profiles.Check(p.Kind, []byte(p.Document))
	if err != nil { // it was looked at before it was stored
		c = profiles.Checked{}
	}
	var head profiles.Head
	_ = json.Unmarshal([]byte(p.Document), &head)
	return ProfileLine{ID: p.ID, Kind: p.Kind, Own: p.Own, Name: p.Name, About: head.About, Revision: p.Revision,
		Who: p.Who, At: p.At.UTC(), Usable: c.Usable, Open: len(c.Problems) + len(c.Lacks)}, c
}

// profiles are the drives and controllers that a workshop describes by itself.
func (s jobs) profiles(a huma.API) {
	answer := func(ctx context.Context, workshop string, p store.Profile, versions []store.ProfileVersion,
		err error) (*profileAnswer, error) {
		if err != nil {
			return nil, problem(err)
		}
		w, err := s.store.Workshops.Workshop(ctx, workshop)
		if err != nil {
			return nil, problem(err)
		}
		line, checked := lineOf(p)
		out := &profileAnswer{ProfileAnswer{ProfileLine: line, Workshop: w.Settings.Name, Checked: checked,
			Versions: []ProfileVersion{}}}
		for _, v := range versions {
			out.Body.Versions = append(out.Body.Versions, ProfileVersion{v.Revision, v.Who, v.At.UTC()})
		}
		return out, json.Unmarshal([]byte(p.Document), &out.Body.Profile)
	}
	huma.Register(a, huma.Operation{OperationID: "profiles", Method: http.MethodGet,
		Path:    "/api/workshops/{id}/profiles",
		Summary: "What a workshop knows of drives and controllers that do not ship"},
		func(ctx context.Context, in *idInput) (*profilesOutput, error) {
			w, err := s.store.Workshops.Workshop(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			list, err := s.store.Profiles.All(ctx, in.ID)
			if err != nil {
				return nil, problem(err)
			}
			out := &profilesOutput{}
			out.Body.Workshop, out.Body.Profiles = w.Settings.Name, make([]ProfileLine, len(list))
			for i, p := range list {
				out.Body.Profiles[i], _ = lineOf(p)
			}
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "add-profile", Method: http.MethodPost,
		Path: "/api/workshops/{id}/profiles", DefaultStatus: http.StatusCreated, MaxBodyBytes: 2 * profiles.MostBytes,
		Summary: "A new profile, finished or not; a repeated change gives the same"},
		func(ctx context.Context, in *addProfile) (*profileAnswer, error) {
			text, err := json.Marshal(in.Body.Profile)
			if err != nil {
				return nil, problem(err)
			}
			p, err := s.store.Profiles.Add(ctx, in.ID, in.ChangeID, in.Body.Kind, text, by(ctx))
			return answer(ctx, in.ID, p, nil, err)
		})
	const one = "/api/workshops/{id}/profiles/{profile}"
	huma.Register(a, huma.Operation{OperationID: "profile", Method: http.MethodGet, Path: one,
		Summary: "A profile as it was typed, looked over, with its versions"},
		func(ctx context.Context, in *oneProfile) (*profileAnswer, error) {
			p, versions, err := s.store.Profiles.One(ctx, in.ID, in.Profile, in.Revision)
			return answer(ctx, in.ID, p, versions, err)
		})
	huma.Register(a, huma.Operation{OperationID: "save-profile", Method: http.MethodPut, Path: one,
		MaxBodyBytes: 2 * profiles.MostBytes, Summary: "A new version of a profile, finished or not"},
		func(ctx context.Context, in *saveProfile) (*profileAnswer, error) {
			text, err := json.Marshal(in.Body.Profile)
			if err != nil {
				return nil, problem(err)
			}
			p, err := s.store.Profiles.Save(ctx, in.ID, in.Profile, in.Body.Revision, text, by(ctx))
			if err != nil {
				return nil, problem(err)
			}
			p, versions, err := s.store.Profiles.One(ctx, in.ID, p.ID, 0)
			return answer(ctx, in.ID, p, versions, err)
		})
	huma.Register(a, huma.Operation{OperationID: "drop-profile", Method: http.MethodDelete, Path: one,
		Summary:       "A profile off the list; machines that were planned on it carry it on",
		DefaultStatus: http.StatusNoContent},
		func(ctx context.Context, in *oneProfile) (*struct{}, error) {
			return nil, problem(s.store.Profiles.Drop(ctx, in.ID, in.Profile))
		})
	s.profileQuestions(a)
}

// profileQuestions are asked while a profile is typed; nothing is stored.
func (s jobs) profileQuestions(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "begin-profile", Method: http.MethodPost,
		Path: "/api/profiles/begin", Summary: "A profile to go on with: of a plate, of one that ships, or empty"},
		func(_ context.Context, in *beginProfile) (*begunOutput, error) {
			text, wrong := profiles.Begin(in.Body.Kind, in.Body.Of)
			if wrong != "" {
				return nil, huma.Error422UnprocessableEntity(wrong)
			}
			out := &begunOutput{}
			var err error
			if out.Body.Checked, err = profiles.Check(in.Body.Kind, text); err != nil {
				return nil, problem(err)
			}
			return out, json.Unmarshal(text, &out.Body.Profile)
		})
	huma.Register(a, huma.Operation{OperationID: "check-profile", Method: http.MethodPost,
		Path: "/api/profiles/check", MaxBodyBytes: 2 * profiles.MostBytes,
		Summary: "What contradicts in a profile and what it does not say"},
		func(_ context.Context, in *checkProfile) (*checkedOutput, error) {
			text, err := json.Marshal(in.Body.Profile)
			if err != nil {
				return nil, problem(err)
			}
			c, err := profiles.Check(in.Body.Kind, text)
			return &checkedOutput{c}, problem(err)
		})
	huma.Register(a, huma.Operation{OperationID: "try-profile", Method: http.MethodPost, Path: "/api/profiles/try",
		MaxBodyBytes: 2 * profiles.MostBytes,
		Summary:      "A device simulated from its profile: what it shows after each deed"},
		func(_ context.Context, in *tryProfile) (*triedOutput, error) {
			text, err := json.Marshal(in.Body.Profile)
			if err != nil {
				return nil, problem(err)
			}
			out := &triedOutput{}
			out.Body.Outcomes, err = profiles.Try(in.Body.Kind, text, in.Body.Deeds)
			return out, problem(err)
		})
	huma.Register(a, huma.Operation{OperationID: "leaflet-settings", Method: http.MethodPost,
		Path: "/api/profiles/settings", Summary: "Settings of the lines of a leaflet, each one of a drive's functions"},
		func(_ context.Context, in *settingsInput) (*settingsOutput, error) {
			out := &settingsOutput{}
			out.Body.Parameters, out.Body.Doubts = drive.ParametersOf(in.Body.Lines)
			return out, nil
		})
	huma.Register(a, huma.Operation{OperationID: "profile-words", Method: http.MethodGet, Path: "/api/profiles/words",
		Summary: "The words of a profile of a kind, and what ships to begin from"},
		func(_ context.Context, in *wordsInput) (*wordsOutput, error) {
			return &wordsOutput{profiles.Words(in.Kind)}, nil
		})
}

func (s jobs) profileFiles(r chi.Router, a huma.API) {
	s.link(r, a, "profile-file", http.MethodGet, "/api/workshops/{id}/profiles/{profile}/profile.json",
		"A workshop's profile as its open file", s.profileFile)
}

func (s jobs) profileFile(w http.ResponseWriter, r *http.Request) {
	p, _, err := s.store.Profiles.One(r.Context(), chi.URLParam(r, "id"), chi.URLParam(r, "profile"), 0)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	giveFile(w, p.Name+" profile", json.RawMessage(p.Document))
}
