package api

import (
	"archive/zip"
	"context"
	"fmt"
	"io"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"graybridge/core/document"
	"graybridge/store"
)

// workshopFiles are everything of a workshop as open files.
func (s jobs) workshopFiles(r chi.Router, a huma.API) {
	s.link(r, a, "workshop-file", http.MethodGet, exportPath, "Everything of a workshop as open files in a zip",
		s.workshopFile)
}

const (
	exportEnd  = "/everything.zip"
	exportPath = "/api/workshops/{id}" + exportEnd
)

const exportWords = `A workshop of Gray Bridge as open files.

workshop.json         its settings
stores.json           what lies in its stores, and what machines have taken
profiles/             its own drives and controllers, each at its last version
people.json           who works there, and as what
machines/NAME.json    each machine as its open document with its photographs: it can be imported again
machines/NAME.history.json   every revision that was kept of it, with who changed what and when, and its document
machines/NAME.remarks.json   what was said of it
machines/NAME.approved-ID.pdf   what was approved, as it was printed then; ID is the approval's in its remarks

docs/formats.md of the program describes the documents. Times are in UTC.
`

// workshopFile writes the files one by one: no more than one machine is held at a time.
func (s jobs) workshopFile(w http.ResponseWriter, r *http.Request) {
	ctx, id := r.Context(), chi.URLParam(r, "id")
	shop, err := s.store.Workshops.Workshop(ctx, id)
	if err != nil {
		refuseError(w, r, err)
		return
	}
	_ = http.NewResponseController(w).SetWriteDeadline(time.Now().Add(longestFile))
	w.Header().Set("Content-Type", "application/zip")
	w.Header().Set("Content-Disposition", attachment(shop.Settings.Name, "zip"))
	file := zip.NewWriter(w)
	if err := s.writeWorkshop(ctx, file, shop); err != nil {
		panic(http.ErrAbortHandler) // a file that breaks off is seen to be broken
	}
	if file.Close() != nil {
		panic(http.ErrAbortHandler)
	}
}

// longestFile is how long a whole workshop may take to go out.
const longestFile = 30 * time.Minute

func (s jobs) writeWorkshop(ctx context.Context, file *zip.Writer, shop store.Workshop) error {
	put := func(name string, v any) error {
		out, err := file.Create(name)
		if err != nil {
			return err
		}
		if raw, ok := v.([]byte); ok {
			_, err = out.Write(raw)
			return err
		}
		return writeOpen(out, v)
	}
	words, err := file.Create("README.txt")
	if err == nil {
		_, err = io.WriteString(words, exportWords)
	}
	if err != nil {
		return err
	}
	if err := put("workshop.json", shop.Settings); err != nil {
		return err
	}
	list, taken, err := s.store.Stock.All(ctx, shop.ID)
	if err == nil {
		err = put("stores.json", map[string]any{"lines": list, "taken": taken})
	}
	if err != nil {
		return err
	}
	known, err := s.store.Profiles.All(ctx, shop.ID)
	if err != nil {
		return err
	}
	for _, p := range known {
		if err := put("profiles/"+p.Own+".json", []byte(p.Document)); err != nil {
			return err
		}
	}
	members, err := s.store.People.Members(ctx, shop.ID)
	if err == nil {
		err = put("people.json", map[string]any{"people": members, "names": shop.People})
	}
	if err != nil {
		return err
	}
	named := map[string]int{}
	for _, shelf := range []store.Shelf{store.Yard, store.Archive} {
		page := store.Page{Shelf: shelf, Workshop: shop.ID, Most: 60}
		for {
			jobs, err := s.store.Jobs.All(ctx, page)
			if err != nil {
				return err
			}
			for _, j := range jobs {
				name := strings.Trim(fileName(j.Document.Name), " .")
				if named[name]++; named[name] > 1 {
					name = fmt.Sprintf("%s (%d)", name, named[name])
				}
				if err := s.writeJob(ctx, put, "machines/"+name, j); err != nil {
					return err
				}
			}
			if len(jobs) < page.Most {
				break
			}
			page.After = jobs[len(jobs)-1].ID
		}
	}
	return nil
}

// historyLine is a revision as it is written out.
type historyLine struct {
	RevisionLine
	Document document.Document `json:"document"`
}

func (s jobs) writeJob(ctx context.Context, put func(string, any) error, name string, j store.Job) error {
	f, err := s.fileOf(ctx, j)
	if err != nil {
		return err
	}
	f.Document.Workshop.Stores = nil
	if err := put(name+".json", f); err != nil {
		return err
	}
	var lines []historyLine
	for before := 0; ; {
		page, err := s.store.Jobs.History(ctx, j.ID, before, historyPage)
		if err != nil {
			return err
		}
		for _, r := range page {
			r.Document.Workshop = f.Document.Workshop
			lines = append(lines, historyLine{revisionLine(r.Revision), r.Document})
			before = r.Revision.Revision
		}
		if len(page) < historyPage {
			break
		}
	}
	if err := put(name+".history.json", lines); err != nil {
		return err
	}
	said, err := s.remarksOf(ctx, j.ID)
	if err != nil || len(said.Body.Remarks) == 0 {
		return err
	}
	for _, m := range said.Body.Remarks {
		if !m.Printed {
			continue
		}
		sheet, err := s.store.Remarks.SheetOf(ctx, j.ID, m.ID)
		if err == nil {
			err = put(fmt.Sprintf("%s.approved-%s.pdf", name, m.ID), sheet)
		}
		if err != nil {
			return err
		}
	}
	return put(name+".remarks.json", said.Body.Remarks)
}
