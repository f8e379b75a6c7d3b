package api

import (
	"net/http"
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
	open bool // anybody, also who has not logged in
	deed people.Deed
	at   place
}

var (
	anybody = rule{open: true}
	member  = rule{}
	keeper  = rule{at: ofServer}
)

// rules stand for every operation; one without is refused. The description of the interface
// says them too (x-who, x-where), and a test calls each as every role.
var rules = map[string]rule{
	"health": anybody, "ready": anybody, "person": anybody, "choose-person": anybody, "log-in": anybody,
	"let-in": anybody,
	"share":  anybody, "root-certificate": anybody, // share answers only while nobody logs in

	"plan": member, "island": member, "curves": member, "start": member, "ranges": member, "pair": member,
	"pair-proof": member, "changes": member, "merge": member, "present": member, "read-plate": member,
	"mistake": member,
	"steps":   member, "from-bench-case": member, "wiring": member, "dial": member, "read-drive-profile": member,
	"dc-wiring": member, "dc-dial": member, "dc-film": member, "dc-swap": member, "read-dc-profile": member,
	"mechanics": member, "circuit": member, "rotary-drawings": member, "balance-map": member, "rotary-sizes": member,
	"rotary-start": member, "shipped-drive": member, "shipped-controller": member,
	"log-out": member, "change-password": member, "devices": member, "end-device": member, "pair-mine": member,

	"yard": {deed: people.Look, at: mine}, "live": {deed: people.Look, at: mine},

	"job": {deed: people.Look, at: inJob}, "history": {deed: people.Look, at: inJob},
	"revision": {deed: people.Look, at: inJob}, "document-file": {deed: people.Look, at: inJob},
	"card-pdf": {deed: people.Look, at: inJob}, "parts-file": {deed: people.Look, at: inJob},
	"drawing-svg": {deed: people.Look, at: inJob}, "circuit-svg": {deed: people.Look, at: inJob},
	"bench-case": {deed: people.Look, at: inJob}, "connections-pdf": {deed: people.Look, at: inJob},
	"sleeves-pdf": {deed: people.Look, at: inJob}, "photo": {deed: people.Look, at: inJob},
	"drive-profile": {deed: people.Look, at: inJob}, "settings-file": {deed: people.Look, at: inJob},
	"wires-csv": {deed: people.Look, at: inJob}, "controller-profile": {deed: people.Look, at: inJob},
	"remarks": {deed: people.Look, at: inJob},

	"save-job":  {deed: people.Note, at: inJob}, // of a helper, readings and ticks alone
	"add-photo": {deed: people.Note, at: inJob},

	"create-job": {deed: people.Plan, at: inNamed}, "import-job": {deed: people.Plan, at: inNamed},
	"undo": {deed: people.Plan, at: inJob}, "redo": {deed: people.Plan, at: inJob},
	"restore-revision": {deed: people.Plan, at: inJob}, "copy-job": {deed: people.Plan, at: inJob},
	"shelve-job": {deed: people.Plan, at: inJob}, "take-stock": {deed: people.Plan, at: inJob},
	"name-revision": {deed: people.Plan, at: inJob}, "settle-remark": {deed: people.Plan, at: inJob},
	"add-stock": {deed: people.Plan, at: inShop}, "change-stock": {deed: people.Plan, at: inStock},
	"drop-stock": {deed: people.Plan, at: inStock},

	"add-remark": {deed: people.Remark, at: inJob}, "approve": {deed: people.Approve, at: inJob},

	"workshop": {deed: people.Look, at: inShop}, "stores": {deed: people.Look, at: inShop},
	"people":        {deed: people.Remark, at: inShop},
	"save-workshop": {deed: people.Own, at: inShop}, "shelve-workshop": {deed: people.Own, at: inShop},
	"purge-workshop": {deed: people.Own, at: inShop}, "purge-job": {deed: people.Own, at: inJob},
	"add-person": {deed: people.Own, at: inShop}, "change-person": {deed: people.Own, at: inShop},
	"remove-person": {deed: people.Own, at: inShop}, "pair-person": {deed: people.Own, at: inShop},
	"add-guest": {deed: people.Own, at: inShop}, "end-persons-device": {deed: people.Own, at: inShop},
	"workshop-file": {deed: people.Own, at: inShop},

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

// link registers what a browser follows by a link or sends as bytes: it is described like every
// operation, and answers with a file.
func (s *server) link(r chi.Router, a huma.API, id, method, path, summary string, give http.HandlerFunc) {
	shown, names := path, []*huma.Param{}
	for begin := strings.IndexByte(shown, '{'); begin >= 0; {
		end := begin + strings.IndexByte(shown[begin:], '}')
		name, choices, _ := strings.Cut(shown[begin+1:end], ":")
		schema := &huma.Schema{Type: huma.TypeString}
		for choice := range strings.SplitSeq(choices, "|") {
			if choice != "" {
				schema.Enum = append(schema.Enum, choice)
			}
		}
		names = append(names, &huma.Param{Name: name, In: "path", Required: true, Schema: schema})
		shown = shown[:begin+1] + name + shown[end:]
		next := strings.IndexByte(shown[begin+1:], '{')
		if next < 0 {
			break
		}
		begin += 1 + next
	}
	a.OpenAPI().AddOperation(&huma.Operation{OperationID: id, Method: method, Path: shown, Summary: summary,
		Parameters: names, Responses: map[string]*huma.Response{"200": {Description: "A file"}}})
	r.Method(method, path, s.admitted(id, give))
}
