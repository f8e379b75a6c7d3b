package pdf

import (
	"bytes"
	"fmt"
	"maps"
	"slices"
	"strings"

	"codeberg.org/go-pdf/fpdf"

	"graybridge/core/bringup"
	"graybridge/core/logbook"
)

// Book is a machine's book to be printed: its entries the oldest first, and what stands above
// them. Picture gives a picture by its id, as JPEG or PNG; nil: none is printed.
type Book struct {
	Title, Plate string
	Stamp        Stamp
	Entries      []logbook.Entry
	Sums         logbook.Sums
	Hash         string // of the last entry
	Picture      func(id string) []byte
}

// Pictures stand so high at most, in mm.
const pictureHigh = 60.0

// MachineBook prints a machine's book, in as many pages as it takes.
func MachineBook(b Book, paper Paper) ([]byte, error) {
	p := begin(Card{Card: bringup.Card{Title: b.Title, Plate: b.Plate}, At: b.Stamp.At}, paper, 9.5)
	full := p.width - 2*margin
	y := margin
	head := func() {
		p.text(true, 1.6)
		p.Text(margin, y+5, p.clipped(b.Title+": the machine's book", full-70))
		p.text(false, 0.85)
		stamp := fmt.Sprintf("%s, revision %d, %s", b.Stamp.Workshop, b.Stamp.Revision, b.Stamp.At.Format("2006-01-02"))
		p.Text(margin+full-p.GetStringWidth(stamp), y+4, stamp)
		y += 8
		p.rule(margin, y, full)
		y += 1
	}
	head()
	p.text(false, 1)
	y += p.words(margin, y, full, b.Plate)
	y += p.words(margin, y, full, bookSums(b))
	by := logbook.Corrected(b.Entries)
	for _, e := range b.Entries {
		lines := EntryWords(e)
		if n := by[e.N]; n > 0 {
			lines = append(lines, fmt.Sprintf("Corrected by entry %d.", n))
		}
		tall := p.line * 1.3
		p.text(false, 1)
		for _, l := range lines {
			tall += p.line * float64(max(1, len(p.SplitText(l, full-24))))
		}
		picture, high := p.picture(b, e)
		if y+tall+high > p.height-margin-p.line {
			p.AddPage()
			y = margin
			head()
		}
		p.text(true, 1)
		p.words(margin, y, 22, fmt.Sprintf("%d", e.N))
		p.words(margin+22, y, full-22, entryHead(e))
		y += p.line * 1.3
		p.text(false, 1)
		for _, l := range lines {
			y += p.words(margin+22, y, full-24, l)
		}
		if picture != "" {
			p.ImageOptions(picture, margin+22, y+1, 0, high-3, false, fpdf.ImageOptions{}, 0, "")
			y += high
		}
		p.rule(margin, y+0.5, full)
		y += 1.5
	}
	p.text(false, 0.85)
	if y > p.height-margin-3*p.line {
		p.AddPage()
		y = margin
	}
	p.words(margin, y+1, full, "Entries are never edited; a later one corrects. Each carries the hash of the one "+
		"before: the last is "+b.Hash+". What was not entered was not checked.")
	return p.done()
}

func bookSums(b Book) string {
	parts := []string{fmt.Sprintf("%d entries", len(b.Entries))}
	if b.Sums.Hours > 0 {
		parts = append(parts, fmt.Sprintf("%.1f hours of work", b.Sums.Hours))
	}
	for _, currency := range slices.Sorted(maps.Keys(b.Sums.Money)) { // the same book, the same page
		parts = append(parts, strings.TrimSpace(fmt.Sprintf("%.2f %s", b.Sums.Money[currency], currency)))
	}
	return strings.Join(parts, ", ") + "."
}

// picture registers an entry's picture and says how high it stands; none for what is no picture
// or was deleted.
func (p *page) picture(b Book, e logbook.Entry) (name string, high float64) {
	if b.Picture == nil || e.Kind != logbook.Photo || e.File == nil {
		return "", 0
	}
	data := b.Picture(e.File.ID)
	kind := map[string]string{"image/jpeg": "jpg", "image/png": "png"}[e.File.Type]
	if len(data) == 0 || kind == "" {
		return "", 0
	}
	p.RegisterImageOptionsReader(e.File.ID, fpdf.ImageOptions{ImageType: kind}, bytes.NewReader(data))
	if p.Err() { // what cannot be printed is left out; its digest is in the book
		p.ClearError()
		return "", 0
	}
	return e.File.ID, pictureHigh
}

// entryHead is the first line of an entry: when, who, what.
func entryHead(e logbook.Entry) string {
	who := e.Who
	if who == "" {
		who = "no name"
	}
	what := map[logbook.Kind]string{logbook.Note: "note", logbook.Gate: "gate", logbook.Reading: "reading",
		logbook.Part: "part", logbook.Photo: "picture", logbook.Sound: "recording", logbook.Revision: "plan changed",
		logbook.Removed: "file deleted"}[e.Kind]
	return fmt.Sprintf("%s, %s: %s", strings.Replace(e.Taken[:16], "T", " ", 1), who, what)
}

// EntryWords are the lines of an entry below its first.
func EntryWords(e logbook.Entry) (out []string) {
	add := func(format string, args ...any) { out = append(out, fmt.Sprintf(format, args...)) }
	if e.Kind == logbook.Gate {
		add("%s: %s", e.Title, e.Outcome)
		if e.Void != "" {
			add("It does not count: %s", e.Void)
		}
	}
	for _, r := range e.Reads {
		value := r.Words
		if r.Unit != "" {
			value = fmt.Sprintf("%g %s", r.Value, r.Unit)
			if r.Words != "" {
				value += ", " + r.Words
			}
		}
		expected := ""
		if r.Expect != "" {
			expected = "; expected " + r.Expect
			if r.Band != "" {
				expected += " (" + r.Band + ")"
			}
			if r.Where != "" {
				expected += ", " + strings.Replace(r.Where, "-", " ", 1)
			}
		}
		name := r.Name
		if name == "" {
			name = r.Take
		}
		add("%s: %s%s", name, value, expected)
	}
	if e.Part != nil {
		way := "fitted"
		if e.Part.Out {
			way = "taken out"
		}
		add("%s %s", strings.TrimSpace(e.Part.What+" "+e.Part.Spec), way)
	}
	for _, f := range e.Changed {
		add("%s: %s", f.Name, f.Value)
	}
	if e.Words != "" {
		out = append(out, e.Words)
	}
	if e.Ran != "" {
		add("It ran %s.", e.Ran)
	}
	if e.Hours > 0 || e.Cost != 0 {
		add("%s", strings.Trim(fmt.Sprintf("%s %s", nonzero(e.Hours, "h"), strings.TrimSpace(nonzero(e.Cost,
			e.Currency))), " "))
	}
	if e.Look != "" && e.Look != logbook.NoLook {
		add("Next look %s %s", e.Look, e.LookFor)
	}
	if e.File != nil {
		add("%s, %d kB, SHA-256 %s", e.File.Type, (e.File.Bytes+1023)/1024, e.File.SHA256)
	}
	if e.Clock != "" {
		add("Taken by a wrong clock: %s; received %s.", e.Clock, strings.Replace(e.Received[:16], "T", " ", 1))
	}
	return out
}

func nonzero(x float64, u string) string {
	if x == 0 {
		return ""
	}
	return fmt.Sprintf("%g %s", x, u)
}
