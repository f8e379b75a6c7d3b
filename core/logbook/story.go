package logbook

import "slices"

// Sums are what a book adds up to.
type Sums struct {
	Hours float64            `json:"hours"`
	Money map[string]float64 `json:"money"` // by currency; "" where none was said
}

// Corrected are the entries of a list that a later one corrects: n of the first, n of the
// later.
func Corrected(list []Entry) map[int]int {
	by := map[int]int{}
	for _, e := range list {
		if e.Corrects > 0 && e.N > by[e.Corrects] {
			by[e.Corrects] = e.N
		}
	}
	return by
}

// Since is what has changed since a machine last ran well.
type Since struct {
	Known  bool    `json:"known"`                   // it was said once that it ran well
	N      int     `json:"n"`                       // of that entry
	Taken  string  `json:"taken"`                   // of that entry
	Events []Entry `json:"events" nullable:"false"` // parts, changes of the plan, gates and words since, the latest first
	Facts  []Fact  `json:"facts" nullable:"false"`  // what stood otherwise then: value is "then → now"
}

// mostEvents of a story are told.
const mostEvents = 30

// SinceWell tells what has changed since the machine last ran well: list is its book, the
// oldest first, and now is how it stands.
func SinceWell(list []Entry, now []Fact) Since {
	s := Since{Events: []Entry{}, Facts: []Fact{}}
	by := Corrected(list)
	at := -1
	for i, e := range list {
		if by[e.N] == 0 && (e.Ran == Well || e.Kind == Gate && e.Gate == LoadedGate && e.Outcome == Passed &&
			e.Void == "") {
			at = i
		}
	}
	if at < 0 {
		return s
	}
	s.Known, s.N, s.Taken = true, list[at].N, list[at].Taken
	for _, e := range list[at+1:] {
		if by[e.N] > 0 || e.Kind == Reading || e.Kind == Photo || e.Kind == Sound {
			continue
		}
		s.Events = append(s.Events, e)
	}
	slices.Reverse(s.Events)
	s.Events = s.Events[:min(len(s.Events), mostEvents)]
	s.Facts = append(s.Facts, Changes(stoodAt(list[:at+1]), now)...)
	return s
}

// LoadedGate is the gate behind which a machine has run under its load.
const LoadedGate = "loaded"

// stoodAt is how things stood at the last entry of a list.
func stoodAt(list []Entry) []Fact {
	for i := len(list) - 1; i >= 0; i-- {
		if len(list[i].Stood) > 0 {
			return list[i].Stood
		}
	}
	return nil
}

// Changes are the facts in which two states differ, "then → now".
func Changes(then, now []Fact) (out []Fact) {
	if then == nil {
		return nil
	}
	const none = "nothing"
	was := map[string]string{}
	for _, f := range then {
		was[f.Name] = f.Value
	}
	for _, f := range now {
		before, ok := was[f.Name]
		delete(was, f.Name)
		if !ok {
			before = none
		}
		if before != f.Value {
			out = append(out, Fact{f.Name, before + " → " + f.Value})
		}
	}
	for _, f := range then {
		if _, gone := was[f.Name]; gone {
			out = append(out, Fact{f.Name, f.Value + " → " + none})
		}
	}
	return out
}
