package api

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"graybridge/core/bringup"
	"graybridge/core/logbook"
	"graybridge/core/plan"
	"graybridge/store"
)

// wrongBy is from where on a sender's clock is said to be wrong.
const wrongBy = time.Minute

// wrongClock says what is wrong with a sender's clock; empty where nothing is, or it did not say.
func wrongClock(sent string, now time.Time) string {
	at, err := time.Parse(time.RFC3339Nano, sent)
	if err != nil {
		return ""
	}
	off, way := now.Sub(at), "behind"
	if off < 0 {
		off, way = -off, "ahead"
	}
	if off < wrongBy {
		return ""
	}
	unit, n := "minutes", int(off.Round(time.Minute)/time.Minute)
	switch {
	case off >= 48*time.Hour:
		unit, n = "days", int(off.Round(24*time.Hour)/(24*time.Hour))
	case off >= 2*time.Hour:
		unit, n = "hours", int(off.Round(time.Hour)/time.Hour)
	case n == 1:
		unit = "minute"
	}
	return fmt.Sprintf("the device's clock was %d %s %s", n, unit, way)
}

// ofMachine says that an entry's path is of the job as a whole or of one machine.
func ofMachine(path, machine string) bool {
	rest, ok := strings.CutPrefix(path, "machines.")
	if !ok {
		return path != "name" && !strings.HasPrefix(path, "workshop.")
	}
	id, _, _ := strings.Cut(rest, ".")
	return id == machine
}

// oneLine is a text of one line, cut where it is long.
func oneLine(text string) string {
	text = strings.Join(strings.Fields(text), " ")
	if text == "" {
		return "nothing"
	}
	if r := []rune(text); len(r) > 120 {
		return string(r[:119]) + "…"
	}
	return text
}

// parsed reads lines of a book; what cannot be read is left out, which checking the book tells.
func parsed(lines []string) (out []logbook.Entry) {
	for _, l := range lines {
		var e logbook.Entry
		if json.Unmarshal([]byte(l), &e) == nil {
			out = append(out, e)
		}
	}
	return out
}

// fileOfPhoto is what a book says of a picture or recording.
func fileOfPhoto(p store.Photo) logbook.File {
	return logbook.File{ID: p.ID, Type: p.MediaType, Bytes: len(p.Picture), SHA256: digest(p.Picture)}
}

// digest is the SHA-256 of what lies beside a book.
func digest(data []byte) string {
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:])
}

// happened is what an entry changed at the machine in a few words; empty where it changed
// nothing.
func happened(e logbook.Entry) string {
	switch {
	case e.Kind == logbook.Part && e.Part != nil && e.Part.Out:
		return e.Part.What + " taken out"
	case e.Kind == logbook.Part && e.Part != nil:
		return e.Part.What + " fitted"
	case e.Kind == logbook.Revision && len(e.Changed) > 0:
		words := e.Changed[0].Name + " " + e.Changed[0].Value
		if more := len(e.Changed) - 1; more > 0 {
			words += fmt.Sprintf(" and %d more", more)
		}
		return words
	}
	return ""
}

// trendOf begins the trend of a reading: what the plan expects of it now, and what the plate
// says where it says something.
func trendOf(r logbook.Read, v *bringup.Progress, p *plan.Plan) Trend {
	t := Trend{Take: r.Take, Name: r.Name, Unit: r.Unit, Points: []TrendPoint{}}
	if take, gate := v.Take(r.Take); take != nil {
		t.Name, t.Expect, t.Low, t.High = take.Name, take.Expect, take.Low, take.High
		if take.When != "" {
			t.Name += ", " + take.When
		}
		if gate.ID == bringup.Loaded && take.Unit == "A" && strings.Contains(take.ID, "lead-") && p.PlateAmps > 0 {
			t.Plate = &p.PlateAmps
		}
	}
	return t
}
