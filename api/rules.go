package api

import (
	"net/http"
	"regexp"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/people"
)

// place is where an operation works: it says which workshop's role is asked.
type place string

const (
	nowhere  place = ""         // on no workshop's work
	mine     place = "mine"     // on all that is the caller's
	inJob    place = "job"      // {id} is a machine
	inShop   place = "workshop" // {id} is a workshop
	inStock  place = "stock"    // {id} is a line of stores
	inNamed  place = "named"    // the workshop_id that is sent along
	ofServer place = "server"   // on the whole server: its keeper's
)

// rule is who may call an operation once the server is shared.
type rule struct {
	open  bool // anybody, also who has not logged in
	asked bool // who it is is looked up all the same
	deed  people.Deed
	at    place
}

var (
	anybody = rule{open: true}
	visitor = rule{open: true, asked: true}
	member  = rule{}
	keeper  = rule{at: ofServer}
)

func looks(at place) rule    { return rule{deed: people.Look, at: at} }
func notes(at place) rule    { return rule{deed: people.Note, at: at} }
func plans(at place) rule    { return rule{deed: people.Plan, at: at} }
func remarks(at place) rule  { return rule{deed: people.Remark, at: at} }
func approves(at place) rule { return rule{deed: people.Approve, at: at} }
func owns(at place) rule     { return rule{deed: people.Own, at: at} }

// rules stand for every operation; one without is refused. The description of the interface
// says them too (x-who, x-where), and a test calls each as every role.
var rules = map[string]rule{
	"health": anybody, "ready": anybody, "person": visitor, "choose-person": anybody, "log-in": visitor,
	"let-in": visitor,
	"share":  anybody, // it answers only while nobody logs in

	"plan": member, "island": member, "curves": member, "start": member, "ranges": member, "pair": member,
	"pair-proof": member, "changes": member, "merge": member, "present": member, "read-plate": member,
	"first-plate": member,
	"mistake":     member,
	"steps":       member, "from-bench-case": member, "wiring": member, "dial": member, "read-drive-profile": member,
	"read-leaflet": member, "begin-profile": member, "check-profile": member, "try-profile": member,
	"leaflet-settings": member, "profile-words": member,
	"dc-wiring": member, "dc-dial": member, "dc-film": member, "dc-swap": member, "read-dc-profile": member,
	"mechanics": member, "circuit": member, "rotary-drawings": member, "balance-map": member, "rotary-sizes": member,
	"rotary-start": member, "shipped-drive": member, "shipped-controller": member,
	"weigh": member, "weigh-column": member, "weigh-motors": member, "symptom": member, "symptom-words": member,
	"weigh-taken": member, "weigh-converter": member, "reference": member, "reference-leads": member,
	"reference-try": member,
	"log-out":       member, "change-password": member, "devices": member, "end-device": member, "pair-mine": member,

	"yard": looks(mine), "live": looks(mine),

	"job": looks(inJob), "history": looks(inJob), "symptom-known": looks(inJob),
	"revision": looks(inJob), "document-file": looks(inJob),
	"card-pdf": looks(inJob), "parts-file": looks(inJob),
	"drawing-svg": looks(inJob), "circuit-svg": looks(inJob),
	"bench-case": looks(inJob), "connections-pdf": looks(inJob),
	"sleeves-pdf": looks(inJob), "photo": looks(inJob),
	"drive-profile": looks(inJob), "settings-file": looks(inJob),
	"wires-csv": looks(inJob), "controller-profile": looks(inJob),
	"review": looks(inJob), "review-pdf": looks(inJob), "approved-pdf": looks(inJob),
	"remarks": looks(inJob), "bring-up": looks(inJob), "log": looks(inJob),
	"trends": looks(inJob), "readings-file": looks(inJob), "book-pdf": looks(inJob),
	"machine-code": looks(inJob), "spectrum": looks(inJob), "life-file": looks(inJob),

	"save-job":  notes(inJob), // of a helper, readings and ticks alone
	"write-log": notes(inJob),
	"add-photo": notes(inJob),

	"create-job": plans(inNamed), "import-job": plans(inNamed), "bring-life": plans(inNamed), "life-step": member,
	"undo": plans(inJob), "redo": plans(inJob),
	"restore-revision": plans(inJob), "copy-job": plans(inJob),
	"shelve-job": plans(inJob), "take-stock": plans(inJob),
	"name-revision": plans(inJob), "settle-remark": plans(inJob),
	"add-stock": plans(inShop), "change-stock": plans(inStock),
	"drop-stock": plans(inStock), "add-profile": plans(inShop), "save-profile": plans(inShop),
	"drop-profile": plans(inShop),

	"add-remark": remarks(inJob), "approve": approves(inJob), "send-back": approves(inJob),

	"workshop": looks(inShop), "stores": looks(inShop), "profiles": looks(inShop), "profile": looks(inShop),
	"profile-file":  looks(inShop),
	"people":        remarks(inShop),
	"save-workshop": owns(inShop), "shelve-workshop": owns(inShop),
	"purge-workshop": owns(inShop), "purge-job": owns(inJob), "drop-file": owns(inJob),
	"add-person": owns(inShop), "change-person": owns(inShop),
	"remove-person": owns(inShop), "pair-person": owns(inShop),
	"add-guest": owns(inShop), "end-persons-device": owns(inShop),
	"workshop-file": owns(inShop),

	"create-workshop": keeper, "sharing": member, "unshare": keeper, "backups": keeper, "take-backup": keeper,
}

// said writes who may, and where, for the description of the interface.
func (r rule) said() (who []string, where string) {
	switch {
	case r.open:
		return []string{"anybody"}, "server"
	case r.at == ofServer:
		return []string{"keeper"}, "server"
	case r.at == nowhere:
		return []string{"member"}, "server"
	}
	for _, role := range people.Who(r.deed) {
		who = append(who, string(role))
	}
	return who, string(r.at)
}

// tellRules writes the rules into the description.
func tellRules(a huma.API) {
	for _, item := range a.OpenAPI().Paths {
		for _, op := range operationsOf(item) {
			who, where := []string{"nobody"}, "server"
			if r, ok := rules[op.OperationID]; ok {
				who, where = r.said()
			}
			if op.Extensions == nil {
				op.Extensions = map[string]any{}
			}
			op.Extensions["x-who"], op.Extensions["x-where"] = who, where
		}
	}
}

func operationsOf(item *huma.PathItem) []*huma.Operation {
	return slices.DeleteFunc([]*huma.Operation{item.Get, item.Put, item.Post, item.Delete, item.Patch, item.Head,
		item.Options, item.Trace}, func(op *huma.Operation) bool { return op == nil })
}

// routed is a part of a router's path: its name, and the words that it may be.
var routed = regexp.MustCompile(`\{(\w+)(?::([^}]+))?\}`)

// link registers what a browser follows by a link or sends as bytes: it is described like every
// operation, and answers with a file.
func (s *server) link(r chi.Router, a huma.API, id, method, path, summary string, give http.HandlerFunc) {
	var names []*huma.Param
	shown := routed.ReplaceAllStringFunc(path, func(one string) string {
		part := routed.FindStringSubmatch(one)
		schema := &huma.Schema{Type: huma.TypeString}
		if part[2] != "" {
			for choice := range strings.SplitSeq(part[2], "|") {
				schema.Enum = append(schema.Enum, choice)
			}
		}
		names = append(names, &huma.Param{Name: part[1], In: "path", Required: true, Schema: schema})
		return "{" + part[1] + "}"
	})
	a.OpenAPI().AddOperation(&huma.Operation{OperationID: id, Method: method, Path: shown, Summary: summary,
		Parameters: names, Responses: map[string]*huma.Response{"200": {Description: "A file"}}})
	s.operations[method+" "+path] = id
	r.Method(method, path, entrance{s}.admitted(id, give))
}
