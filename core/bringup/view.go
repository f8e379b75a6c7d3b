package bringup

import (
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/logbook"
)

// State is how far a gate is.
type State string

// The states.
const (
	IsOpen    State = "open"    // it may be done now
	IsWaiting State = "waiting" // something before it is not done
	IsPassed  State = "passed"
	IsSkipped State = "skipped" // by name and reason; it stays visible
	IsFailed  State = "failed"  // what hangs on it is blocked
	IsAgain   State = "again"   // it was done; the plan has changed under it
)

// GateView is a gate with how far it is.
type GateView struct {
	Gate
	State State  `json:"state"`
	Ready bool   `json:"ready"` // everything that it hangs on is done
	Says  string `json:"says,omitempty"`
	// Blocked is the gate that failed before it; empty: none did.
	Blocked GateID     `json:"blocked_by,omitempty"`
	Waiting []string   `json:"waiting" nullable:"false"` // titles of what is not done before it
	Who     string     `json:"who,omitempty"`
	Taken   string     `json:"taken,omitempty"`
	Reason  string     `json:"reason,omitempty"` // of a failure or of a skip
	N       int        `json:"n,omitempty"`      // its entry in the book
	Read    []Compared `json:"read" nullable:"false"`
	last    *logbook.Entry
	all     []Compared // every reading of its takes, in the order of the book
}

// Progress is how far the bring-up of a machine has come.
type Progress struct {
	Gates []GateView `json:"gates" nullable:"false"`
	Next  GateID     `json:"next,omitempty"` // empty: nothing is left
	Says  string     `json:"says"`
	// Counts of the gates.
	Passed  int `json:"passed"`
	Skipped int `json:"skipped"`
	Failed  int `json:"failed"`
	Again   int `json:"again"`
	// Stays are the skipped and failed gates in words, and how many are open again: they stay on
	// card, Yard and log.
	Stays []string `json:"stays" nullable:"false"`
}

// Into is what was read, as a change of the document that the plan's models are fitted on.
type Into struct {
	Label string            `json:"label"`
	Sets  []finding.Setting `json:"sets" nullable:"false"`
	// Flows says that it goes into the plan by itself where nobody typed anything else.
	Flows bool `json:"-"`
}

// See says how far the bring-up is: gates as the plan makes them now, book the entries of the
// machine, the oldest first. Entries that do not count (Void) are passed over.
func See(gates []Gate, book []logbook.Entry) Progress {
	v := Progress{Gates: make([]GateView, len(gates)), Stays: []string{}}
	for i, g := range gates {
		v.Gates[i] = GateView{Gate: g, State: IsWaiting, Waiting: []string{}, Read: []Compared{}}
	}
	fedFailed := 0
	for i := range book {
		e := &book[i]
		switch e.Kind {
		case logbook.Gate:
			if at := v.at(GateID(e.Gate)); at != nil && e.Void == "" {
				at.last = e
				if at.Fed && e.Outcome == logbook.Failed {
					fedFailed = e.N
				}
			}
		case logbook.Reading:
			v.read(e)
		}
	}
	for i := range v.Gates {
		v.Gates[i].settle(fedFailed)
	}
	done := map[GateID]bool{}
	for i := range v.Gates {
		g := &v.Gates[i]
		g.Ready = v.waits(g, done) && g.Waits == ""
		done[g.ID] = (g.State == IsPassed || g.State == IsSkipped) && len(g.Waiting) == 0
		if g.State == IsWaiting && g.Ready {
			g.State = IsOpen
		}
		if g.State == IsWaiting || g.State == IsAgain && !g.Ready {
			g.Says = strings.TrimSpace(g.Says + " " + v.held(g))
		}
	}
	v.count()
	if len(gates) == 0 {
		v.Stays = append(v.Stays, entered(book)...)
	}
	return v
}

// entered are the gates that a book's last words say were skipped or failed: what is left to say
// where the plan is not that far and has no gates.
func entered(book []logbook.Entry) (stays []string) {
	last := map[string]int{}
	for i, e := range book {
		if e.Kind == logbook.Gate && e.Void == "" {
			last[e.Gate] = i
		}
	}
	for i, e := range book {
		if at, ok := last[e.Gate]; !ok || at != i {
			continue
		}
		switch e.Outcome {
		case logbook.Skipped:
			stays = append(stays, e.Title+" "+skippedShort(e.Who, e.Words))
		case logbook.Failed:
			stays = append(stays, e.Title+" "+failedShort(e.Words))
		}
	}
	return stays
}

func (v *Progress) at(id GateID) *GateView {
	i := slices.IndexFunc(v.Gates, func(g GateView) bool { return g.ID == id })
	if i < 0 {
		return nil
	}
	return &v.Gates[i]
}

// read sets the readings of an entry beside the takes that they are of; a later one takes an
// earlier one's place.
func (v *Progress) read(e *logbook.Entry) {
	for i := range v.Gates {
		g := &v.Gates[i]
		for k := range g.Takes {
			t := &g.Takes[k]
			for _, r := range e.Reads {
				if r.Take != t.ID {
					continue
				}
				c := t.Compare(r.Value, r.Words)
				c.N, c.Taken, c.Who = e.N, e.Taken, e.Who
				g.all = append(g.all, c)
				g.Read = slices.DeleteFunc(g.Read, func(o Compared) bool { return o.Take == t.ID })
				g.Read = append(g.Read, c)
			}
		}
	}
}

// once are the gates that hold for one time at the machine: a fed gate that fails after them
// means that the box is opened again.
var once = []GateID{LockOff, ProveDead, Discharge, Guards}

// settle says a gate's own state from its last entry.
func (g *GateView) settle(fedFailed int) {
	if g.last == nil {
		return
	}
	e := g.last
	g.Who, g.Taken, g.Reason, g.N = e.Who, e.Taken, e.Words, e.N
	g.State = map[logbook.Outcome]State{logbook.Passed: IsPassed, logbook.Failed: IsFailed,
		logbook.Skipped: IsSkipped}[e.Outcome]
	changed := logbook.Changes(e.Basis, g.Basis)
	switch {
	case g.State == IsFailed:
		g.Says = failedSays(g.Reason, g.IfNot)
	case len(changed) > 0:
		g.State, g.Says = IsAgain, againSays(changed)
	case slices.Contains(once, g.ID) && fedFailed > e.N:
		g.State, g.Says = IsAgain, againDead
	case g.State == IsPassed && g.reopened() != nil:
		g.State, g.Says = IsAgain, againRead(*g.reopened())
	case g.State == IsSkipped:
		g.Says = skippedSays(g.Who, g.Reason)
	}
}

// reopened is the reading that a gate's pass does not stand over: one outside that was taken
// after it, on whichever device; nil where there is none. A reading that arrived after the pass
// but was taken before it stands beside the pass, but for proof of dead and discharge, which
// are asked anew.
func (g *GateView) reopened() *Compared {
	passed := logbook.Minutes(g.last.Taken)
	for i := range g.all {
		c := &g.all[i]
		if c.N < g.last.N || !g.outside(c) {
			continue
		}
		if !(logbook.Minutes(c.Taken) < passed) || g.ID == Discharge || g.ID == ProveDead {
			return c
		}
	}
	return nil
}

// outside says that a reading cannot stand under a passed gate: any that is not inside where the
// gate passes on its reading alone, a far one or what was seen and cannot be right elsewhere.
func (g *GateView) outside(c *Compared) bool {
	switch {
	case strict(g.ID), c.Take == "direction", c.Take == "spin":
		return c.Stands != Inside && c.Stands != Taken
	}
	return c.Stands.Far()
}

// waits notes what a gate waits for, and says whether that is nothing. What one of them stands
// on counts too.
func (v *Progress) waits(g *GateView, done map[GateID]bool) bool {
	for _, id := range g.After {
		if done[id] {
			continue
		}
		before := v.at(id)
		switch {
		case before.State == IsFailed:
			g.Blocked = id
			g.Waiting = append(g.Waiting, before.Title)
		case before.State == IsPassed || before.State == IsSkipped: // itself stands on what is not done
			if g.Blocked == "" {
				g.Blocked = before.Blocked
			}
			g.Waiting = append(g.Waiting, before.Waiting...)
		default:
			if g.Blocked == "" {
				g.Blocked = before.Blocked
			}
			g.Waiting = append(g.Waiting, before.Title)
		}
	}
	g.Waiting = unique(g.Waiting)
	return len(g.Waiting) == 0
}

func unique(list []string) []string {
	out := []string{}
	for _, s := range list {
		if !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	return out
}

// held says why a gate cannot be done yet.
func (v *Progress) held(g *GateView) string {
	if b := v.at(g.Blocked); b != nil && b.State == IsFailed {
		return blockedSays(b.Title, b.Reason, b.IfNot)
	}
	if len(g.Waiting) > 0 {
		return waitsSays(g.Waiting)
	}
	if g.Waits != "" {
		return g.Waits
	}
	return ""
}

func (v *Progress) count() {
	for i := range v.Gates {
		g := &v.Gates[i]
		switch g.State {
		case IsPassed:
			v.Passed++
		case IsSkipped:
			v.Skipped++
			v.Stays = append(v.Stays, g.Title+" "+skippedShort(g.Who, g.Reason))
		case IsFailed:
			v.Failed++
			v.Stays = append(v.Stays, g.Title+" "+failedShort(g.Reason))
		case IsAgain:
			v.Again++
		}
		if v.Next == "" && g.Ready && g.State != IsPassed && g.State != IsSkipped {
			v.Next = g.ID
		}
	}
	if v.Again > 0 {
		v.Stays = append(v.Stays, againShort(v.Again))
	}
	v.Says = v.sums()
}

func (v *Progress) sums() string {
	if next := v.at(v.Next); next != nil {
		return nextSays(next.Title, v.Passed, len(v.Gates), v.Again)
	}
	if len(v.Gates) == 0 {
		return noGates
	}
	for i := range v.Gates {
		if g := &v.Gates[i]; !g.Ready && g.Waits != "" && len(g.Waiting) == 0 {
			return g.Waits
		}
	}
	return allDone(v.Passed, v.Skipped)
}

// Void says why an outcome of a gate would not count; empty: it counts. refused is a sender's
// mistake that is not even kept: skipping what cannot be skipped.
func (v *Progress) Void(e *logbook.Entry) (void string, refused bool) {
	g := v.at(GateID(e.Gate))
	switch {
	case g == nil:
		return noSuchGate, false
	case e.Outcome == logbook.Skipped && g.Must:
		return neverSkipped(g.Title), true
	case e.Outcome != logbook.Passed:
		return "", false
	case len(g.Waiting) > 0:
		return waitsSays(g.Waiting), false
	case g.Waits != "":
		return g.Waits, false
	}
	since := 0
	if g.last != nil {
		since = g.last.N
	}
	if g.ID == Discharge { // what was read before the lock was on says nothing
		if lock := v.at(LockOff); lock != nil {
			since = max(since, lock.N)
		}
	}
	if g.ID == Direction { // what was seen and cannot be right opens nothing
		for _, c := range g.Read {
			if c.Take == "direction" && c.N > since && c.Stands != Inside {
				return notTurning(c.Words), false
			}
		}
	}
	for _, id := range g.Asks {
		t := g.take(id)
		i := slices.IndexFunc(g.Read, func(c Compared) bool { return c.Take == id && c.N > since })
		switch {
		case i < 0:
			return notRead(t.Name), false
		case g.Read[i].Stands != Inside && strict(g.ID):
			return g.Read[i].Sentence, false
		}
	}
	if off, pair := g.uneven(); off > AlikePart && strings.TrimSpace(e.Words) == "" {
		return farWants(unevenOhms(pair, off)), false
	}
	for _, c := range g.Read {
		odd := c.Stands.Far() || g.ID == FirstSpin && c.Stands != Inside
		if c.N > since && odd && strings.TrimSpace(e.Words) == "" {
			return farWants(c.Sentence), false
		}
	}
	return "", false
}

// uneven is by how much of their mean the worst of three ohms differs that should be alike; 0
// where not all were read.
func (g *GateView) uneven() (off float64, pair string) {
	if g.ID != Ohms || len(g.Read) < 3 || len(g.Takes) < 3 || g.Takes[0].ID != "ohms-1" {
		return 0, ""
	}
	mean := 0.0
	for _, c := range g.Read {
		mean += c.Value / float64(len(g.Read))
	}
	for _, c := range g.Read {
		if d := math.Abs(c.Value-mean) / mean; mean > 0 && d > off {
			off, pair = d, g.take(c.Take).Name
		}
	}
	return off, pair
}

// strict are the gates that pass on a reading inside its limit alone.
func strict(id GateID) bool {
	return id == Discharge || id == Insulation || id == Earth || id == FieldFirst
}

func (g *Gate) take(id string) *Take {
	i := slices.IndexFunc(g.Takes, func(t Take) bool { return t.ID == id })
	return &g.Takes[i]
}

// Take finds a take of any gate by its id.
func (v *Progress) Take(id string) (t *Take, gate *GateView) {
	for i := range v.Gates {
		for k := range v.Gates[i].Takes {
			if v.Gates[i].Takes[k].ID == id {
				return &v.Gates[i].Takes[k], &v.Gates[i]
			}
		}
	}
	return nil, nil
}

// Values are the readings of a view that are numbers, by their takes.
type Values map[string]float64

// Values of every gate.
func (v *Progress) Values() Values {
	out := Values{}
	for _, g := range v.Gates {
		for _, c := range g.Read {
			if c.Words == "" {
				out[c.Take] = c.Value
			}
		}
	}
	return out
}

// Read is the latest reading of a take; nil: there is none.
func (v *Progress) Read(take string) *Compared {
	for i := range v.Gates {
		g := &v.Gates[i]
		if k := slices.IndexFunc(g.Read, func(c Compared) bool { return c.Take == take }); k >= 0 {
			return &g.Read[k]
		}
	}
	return nil
}

// Three readings that belong together; ok is false where one of them is missing.
func (r Values) Three(takes [3]string) (x [3]float64, ok bool) {
	for i, id := range takes {
		if x[i], ok = r[id]; !ok {
			return x, false
		}
	}
	return x, true
}

// GateOf is a gate by its id; nil where the plan has none.
func (v *Progress) GateOf(id string) *GateView { return v.at(GateID(id)) }
