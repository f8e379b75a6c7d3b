// Package logbook is the dated book of a machine: what was found, changed, measured and
// decided, by whom and when. An entry is never edited; a later one corrects it and stands
// beside it. Each carries the hash of the one before,
//
//	hash(n) = SHA-256(hash(n−1) · "\n" · the entry's JSON without its hash)
//
// so that nothing can be taken out, put in or changed without its showing.
package logbook

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/openfile"
)

// Version of an entry as it is written.
const Version = 1

// Kind says what an entry is about.
type Kind string

// The kinds.
const (
	Note     Kind = "note"     // words by hand: found, done, to be watched
	Gate     Kind = "gate"     // a gate of the bring-up passed, failed or skipped
	Reading  Kind = "reading"  // what a meter, an eye or an ear read
	Part     Kind = "part"     // a part fitted or taken out
	Photo    Kind = "photo"    // a picture
	Sound    Kind = "sound"    // a short recording
	Revision Kind = "revision" // what was changed of the plan, where it is of weight
	Removed  Kind = "removed"  // a picture or recording was deleted; its digest stays
)

// Kinds are all of them.
func Kinds() []Kind { return []Kind{Note, Gate, Reading, Part, Photo, Sound, Revision, Removed} }

// Outcome of a gate.
type Outcome string

// The outcomes.
const (
	Passed  Outcome = "passed"
	Failed  Outcome = "failed"
	Skipped Outcome = "skipped"
)

// Ran says how the machine ran when an entry was made.
type Ran string

// The words for it.
const (
	Well  Ran = "well"
	Badly Ran = "badly"
)

// Fact is a line of what stood, by its name.
type Fact struct {
	Name  string `json:"name" maxLength:"120"`
	Value string `json:"value" maxLength:"2000"`
}

// Read is one value as it was read, with what was expected at that time.
type Read struct {
	Take  string  `json:"take" maxLength:"60"`
	Name  string  `json:"name,omitempty" maxLength:"120"`
	Unit  string  `json:"unit,omitempty" maxLength:"12"`
	Value float64 `json:"value"`
	Words string  `json:"words,omitempty" maxLength:"400"` // of a reading that is no number
	// Expect and Band as they were shown; empty where nothing was expected.
	Expect string `json:"expect,omitempty" maxLength:"80"`
	Band   string `json:"band,omitempty" maxLength:"80"`
	Where  string `json:"where,omitempty" maxLength:"20"` // inside, above, below, far-above, far-below
}

// Fitted is a part that went in or came out.
type Fitted struct {
	What string `json:"what" maxLength:"120"`
	Spec string `json:"spec,omitempty" maxLength:"200"`
	Out  bool   `json:"out,omitempty"` // taken out
}

// File is a picture or a recording that lies beside the book.
type File struct {
	ID     string `json:"id"`
	Type   string `json:"type"`
	Bytes  int    `json:"bytes"`
	SHA256 string `json:"sha256"`
}

// Entry is one line of a machine's book. Times are RFC 3339 in UTC; Taken is by the clock of
// the device that it was made on, Received by the server's.
type Entry struct {
	V        int    `json:"v"`
	N        int    `json:"n"` // in the machine's book, from 1
	ID       string `json:"id"`
	Machine  string `json:"machine"`
	Kind     Kind   `json:"kind"`
	Taken    string `json:"taken"`
	Received string `json:"received"`
	Clock    string `json:"clock,omitempty"` // what is said of the device's clock where it was wrong
	Who      string `json:"who"`
	Signed   bool   `json:"signed,omitempty"` // by an account, not by a typed name
	Revision int    `json:"revision"`         // of the job that was looked at
	Corrects int    `json:"corrects,omitempty"`

	Gate    string  `json:"gate,omitempty"`
	Title   string  `json:"title,omitempty"` // of the gate
	Outcome Outcome `json:"outcome,omitempty"`
	Basis   []Fact  `json:"basis,omitempty"` // what of the plan the gate stood on
	// Void says why a gate's outcome does not count, where it does not.
	Void  string `json:"void,omitempty"`
	Reads []Read `json:"reads,omitempty"`

	Words    string  `json:"words,omitempty"`
	Part     *Fitted `json:"part,omitempty"`
	Hours    float64 `json:"hours,omitempty"`
	Cost     float64 `json:"cost,omitempty"`
	Currency string  `json:"currency,omitempty"`
	Look     string  `json:"look,omitempty"` // the day of the next look, 2027-03-01
	LookFor  string  `json:"look_for,omitempty"`
	Ran      Ran     `json:"ran,omitempty"`
	File     *File   `json:"file,omitempty"`
	Changed  []Fact  `json:"changed,omitempty"`  // name: from → to
	Stood    []Fact  `json:"stood,omitempty"`    // connections, settings, figures, where they differ from the last
	StoodAt  int     `json:"stood_at,omitempty"` // else the entry that says how it stood
	Before   string  `json:"before"`
	Hash     string  `json:"hash"`
}

// NoLook in the place of a day says that no look is due any more.
const NoLook = "none"

// What one entry may hold.
const (
	MostWords = 4000
	mostReads = 24
	mostFacts = 80
	mostMoney = 1e9
	mostHours = 1e5
)

// Check says what of an entry that somebody sends cannot be kept; path stands before each
// field's name. What the book itself writes (n, received, hashes) is not looked at.
func (e *Entry) Check(path string) (bad openfile.Problems) {
	add := func(field, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path + field, Found: found, Wanted: wanted})
	}
	if !slices.Contains(Kinds(), e.Kind) {
		add("kind", fmt.Sprintf("%q", e.Kind), "one of note, gate, reading, part, photo, sound")
	}
	if n := len(e.ID); n < 8 || n > 64 {
		add("id", fmt.Sprintf("%d letters", n), "8 to 64, the sender's own name for this entry")
	}
	if n := len([]rune(e.Words)); n > MostWords {
		add("words", fmt.Sprintf("%d letters", n), fmt.Sprintf("at most %d", MostWords))
	}
	if !isTime(e.Taken) {
		add("taken", fmt.Sprintf("%q", e.Taken), "a moment in UTC like 2026-03-02T18:00:00Z")
	}
	if e.Look != "" && e.Look != NoLook && !isDay(e.Look) {
		add("look", fmt.Sprintf("%q", e.Look), "a day like 2027-03-01, or none")
	}
	if e.Hours < 0 || e.Hours > mostHours {
		add("hours", fmt.Sprint(e.Hours), "nought or more hours of work")
	}
	if e.Cost < -mostMoney || e.Cost > mostMoney {
		add("cost", fmt.Sprint(e.Cost), "an amount of money")
	}
	if len(e.Reads) > mostReads {
		add("reads", fmt.Sprintf("%d readings", len(e.Reads)), fmt.Sprintf("at most %d in one entry", mostReads))
	}
	if len(e.Basis)+len(e.Changed) > mostFacts {
		add("basis", "too many lines", fmt.Sprintf("at most %d", mostFacts))
	}
	if e.Ran != "" && e.Ran != Well && e.Ran != Badly {
		add("ran", fmt.Sprintf("%q", e.Ran), "well or badly")
	}
	if e.Corrects < 0 {
		add("corrects", fmt.Sprint(e.Corrects), "the number of an earlier entry")
	}
	bad = append(bad, e.checkKind(path)...)
	return bad
}

// checkKind looks whether an entry has what its kind asks.
func (e *Entry) checkKind(path string) (bad openfile.Problems) {
	add := func(field, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path + field, Found: found, Wanted: wanted})
	}
	switch e.Kind {
	case Note:
		if strings.TrimSpace(e.Words) == "" && e.Hours == 0 && e.Cost == 0 && e.Look == "" && e.Ran == "" {
			add("words", "nothing", "words, hours, money, a next look, or how it ran")
		}
	case Gate:
		if e.Gate == "" {
			add("gate", "nothing", "the gate's id")
		}
		if !slices.Contains([]Outcome{Passed, Failed, Skipped}, e.Outcome) {
			add("outcome", fmt.Sprintf("%q", e.Outcome), "passed, failed or skipped")
		}
		if e.Outcome != Passed && strings.TrimSpace(e.Words) == "" {
			add("words", "nothing", "the reason why it was "+string(e.Outcome))
		}
	case Reading:
		if len(e.Reads) == 0 {
			add("reads", "nothing", "at least one reading")
		}
		for i, r := range e.Reads {
			if r.Take == "" {
				add(fmt.Sprintf("reads[%d].take", i), "nothing", "what was read")
			}
		}
	case Part:
		if e.Part == nil || strings.TrimSpace(e.Part.What) == "" {
			add("part.what", "nothing", "the part")
		}
	case Photo, Sound:
		if e.File == nil || e.File.ID == "" {
			add("file.id", "nothing", "the picture or recording that was sent before")
		}
	}
	return bad
}

// isTime says whether a text is a moment in UTC as the book writes it.
func isTime(s string) bool {
	if len(s) < len("2006-01-02T15:04:05Z") || !isDay(s[:10]) || s[10] != 'T' || s[len(s)-1] != 'Z' {
		return false
	}
	clock, part, _ := strings.Cut(s[11:len(s)-1], ".")
	var h, m, sec int
	if n, err := fmt.Sscanf(clock, "%02d:%02d:%02d", &h, &m, &sec); n != 3 || err != nil || len(clock) != 8 {
		return false
	}
	return h < 24 && m < 60 && sec < 61 && strings.Trim(part, "0123456789") == "" && len(part) <= 9
}

func isDay(s string) bool {
	var y, m, d int
	if n, err := fmt.Sscanf(s, "%04d-%02d-%02d", &y, &m, &d); n != 3 || err != nil || len(s) != 10 {
		return false
	}
	return y >= 1900 && m >= 1 && m <= 12 && d >= 1 && d <= daysOf(y, m)
}

func daysOf(y, m int) int {
	switch m {
	case 2:
		if y%4 == 0 && (y%100 != 0 || y%400 == 0) {
			return 29
		}
		return 28
	case 4, 6, 9, 11:
		return 30
	}
	return 31
}
