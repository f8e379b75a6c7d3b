package plan

import (
	"fmt"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
)

// states builds the moves and both states.
func (w *reading) states(none []leads.Move) (moves []leads.Move, now, as bridge.State) {
	moves = none
	wanted := w.site.Wanted
	found := w.site.Found
	if wanted != nil && w.site.FoundKnown {
		moves = leads.Moves(found, wanted, w.site.Hand, w.machine.Leads.Done)
		found = leads.Apply(found, moves)
	}
	done, hands := counted(moves)
	now = w.solved("now", found, w.site.FoundKnown)
	as = w.solved("wanted", wanted, wanted != nil)
	name := func(s bridge.State) string {
		switch {
		case w.site.Hand.Kind == leads.Three:
			return "joined inside, in " + string(w.site.Inner)
		case s.Named == "" && len(s.Joints) == 0:
			return "nothing joined"
		case s.Named == "" && w.site.Hand.Kind.Halved():
			return "joints without a name"
		case s.Named == "":
			return "neither star nor delta"
		}
		return s.Named
	}
	now.Title, as.Title = "Now", "As wanted"
	if as.Known {
		as.Title = "As wanted: " + name(as)
		as.Note = "predicted"
	}
	if !w.site.FoundKnown {
		now.Note = "say what is joined now"
	} else {
		now.Title = "Now: " + name(now)
		switch {
		case wanted == nil:
			now.Note = "what it should be is not known yet"
		case hands == 0:
			now.Note = "joined as wanted"
		default:
			now.Note = fmt.Sprintf("%d of %d moves done", done, hands)
		}
	}
	return moves, now, as
}

// counted says how many moves of the hands there are, and how many are done.
func counted(moves []leads.Move) (done, hands int) {
	for _, m := range moves {
		if m.Kind == leads.LockOff || m.Kind == leads.Check {
			continue
		}
		hands++
		if m.Done {
			done++
		}
	}
	return done, hands
}

// solved settles some joints on the bridge.
func (w *reading) solved(id string, joints leads.Joints, known bool) bridge.State {
	return w.bridge.Settle(id, site.Fed{Joints: joints}, known)
}

// sayNow is the finding about feeding the box as it is.
func (w *reading) sayNow(moves []leads.Move, now *bridge.State) (said []finding.Finding) {
	say := func(f finding.Finding) { said = append(said, f) }
	done, hands := counted(moves)
	if !w.site.FoundKnown {
		if len(w.site.Plate.Columns) > 0 {
			say(w.sayFound())
		}
		return said
	}
	if !now.Solved {
		return said
	}
	if w.site.Wanted == nil { // nothing to compare with: only what it would do
		if now.Grade == finding.Stop {
			say(sayFedNow(now))
		}
		return said
	}
	// Joined as wanted, a stop is the bridge's and said there.
	if hands != done {
		f := finding.Finding{ID: finding.LeadsFedNow, Bay: finding.Leads, Grade: now.Grade, Sentence: now.Verdict,
			Why: append([]finding.Why{{Formula: "the circuit as joined now, solved at your load", Numbers: now.Text,
				Section: finding.OnCircuit, Source: "engine, as found"}}, w.site.LeansOn...)}
		if hands > done {
			f.Detail = movesLeft(hands, done)
			if len(now.Assumed) > 0 {
				f.Detail += w.linesComeTo()
			}
			if f.Grade == finding.Good || f.Grade == finding.Note {
				f.Grade = finding.Caution
			}
		}
		say(f)
		return said
	}
	say(sayJoined(now))
	return said
}

// lookInside says what the eye finds under the lid.
func (w *reading) lookInside() string {
	if w.site.Hand.Box == leads.Studs {
		return openFlatLinks
	}
	return openCaps
}

// foundChoices are the usual answers to what is joined.
func (w *reading) foundChoices() []finding.Cure {
	out := []finding.Cure{}
	tables := w.site.Hand.Kind.Layout().Tables
	for i := range tables {
		t := tables[len(tables)-1-i] // as delivered first
		words := t.Way.String()
		out = append(out, finding.Cure{Label: finding.Upper(words), Path: "leads.found",
			Value: strings.TrimSuffix(strings.ReplaceAll(words, ",", ""), " joints")})
	}
	return append(out, finding.Cure{Label: "Nothing joined", Path: "leads.found", Value: "open"})
}
