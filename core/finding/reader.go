package finding

import "graybridge/core/unit"

// Reader notes how the entries of a chapter are read, one after the other.
type Reader struct {
	Chapter  string // before each path: "load", "load.belt"
	Readings []Reading
}

// Note writes one reading down: what it was taken for, or, where that is empty, what would do.
func (r *Reader) Note(field, typed, readAs, wanted string) {
	n := Reading{Path: r.Chapter + "." + field, Typed: typed, ReadAs: readAs}
	if readAs == "" {
		n.Problem, n.Wanted = NotRead, wanted
	}
	r.Readings = append(r.Readings, n)
}

// One reads an entry of one number; into is left as it is where it is empty or cannot be read.
func (r *Reader) One(field, typed string, k unit.Kind, into *float64) {
	if typed == "" {
		return
	}
	x, ok, err := k.One(typed)
	if err != nil || !ok {
		r.Note(field, typed, "", k.Example)
		return
	}
	*into = x
	r.Note(field, typed, unit.Text(x, k.Base), "")
}
