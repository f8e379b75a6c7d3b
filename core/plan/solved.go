package plan

import (
	"context"
	"reflect"
	"sync"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
	"graybridge/core/wants"
)

// Solved is a document read, its bridge worked out and its plan made, once: what is drawn of
// the document besides is taken of it. Several may ask; they take turns, since a solver holds
// the point it last looked at.
type Solved struct {
	turn sync.Mutex
	r    *reading // nil where the document could not be read
	plan Plan
	// Broke is where the plan broke, which then is that of Failed; nil: it did not.
	Broke *Broken
	// unread says that it broke before there was anything to take a picture of.
	unread bool
}

// Plan of the document. It is not to be changed.
func (s *Solved) Plan() *Plan { return &s.plan }

// Known says that the document could be read; without it there is no site and no bridge.
func (s *Solved) Known() bool { return s.r != nil }

// Site of the machine planned, as readings on its bridge show it.
func (s *Solved) Site() *site.Site { return s.r.site }

// Bridge over it.
func (s *Solved) Bridge() bridge.Bridge { return s.r.bridge }

// Document that was read, with its drawers the workshop's stores where its own names none.
func (s *Solved) Document() *document.Document { return s.r.doc }

// Machine planned, as entered.
func (s *Solved) Machine() *document.Machine { return s.r.machine }

// Devices that the document names, with who has seen them.
func (s *Solved) Devices() []device.Noted { return s.r.devices }

// Watts at the shaft by the plate, of whichever kind of motor; 0: not read.
func (s *Solved) Watts() float64 { return s.r.side().watts() }

// Said of the document before supply and protection are judged.
func (s *Solved) Said() []finding.Finding { return s.r.said() }

// Mistakes are the faults that these leads and this bridge can have.
func (s *Solved) Mistakes() []leads.Mistake { return s.r.mistakes() }

// Wants are what the choice of the bridge is asked by.
func (s *Solved) Wants() wants.Wants { return s.r.wants }

// Read is a document read and its bridge worked out, without its plan: for one picture of it alone.
func Read(ctx context.Context, d document.Document) (s *Solved) {
	defer func() {
		if v := recover(); v != nil {
			s = &Solved{Broke: brokenAt("reading"), unread: true}
		}
	}()
	return &Solved{r: read(ctx, &d)}
}

// Solve reads a document, works its bridge out and makes its plan. The error is the
// context's. A document whose plan fails for any other reason still gets one, which says so
// and shows what was typed.
//
// A plan is made in stages, each from what the last gave: the document is read and
// its bridge worked out; what that draws is guarded; both states are settled; the
// leads are judged; the findings are put in order; and the order of work, the bays
// and the card are made of them last.
func Solve(ctx context.Context, d document.Document) (s *Solved, err error) {
	defer rescued(ctx, d, &s, &err)
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	var r *reading
	var line bridge.Offer
	each.Of(2, func(i int) { // neither leans on the other
		switch {
		case i == 0:
			r = read(ctx, &d)
		case d.Bridge.Kind == document.KindDrive:
			line = fromTheLine(ctx, d)
		}
	})
	r.fromLine = &line
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	return planned(ctx, r, d)
}

// rescued is deferred: a plan that breaks says so, and what was typed is shown.
func rescued(ctx context.Context, d document.Document, s **Solved, err *error) {
	if v := recover(); v != nil {
		broke := brokenAt("plan")
		if *s, *err = nil, ctx.Err(); *err == nil {
			*s = &Solved{plan: Failed(d, broke.Where), Broke: broke}
		}
	}
}

// planned is a document that was read, with its plan, which says so where it has a figure that is none.
func planned(ctx context.Context, r *reading, d document.Document) (*Solved, error) {
	made := *r.plan(ctx)
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	made.place(r.machine.ID)
	if !sound(reflect.ValueOf(made)) {
		return &Solved{r: r, plan: Failed(d, noSense), Broke: &Broken{"plan", noSense}}, nil
	}
	return &Solved{r: r, plan: made}, nil
}

// Picture computes one picture of what is solved. The error is ErrNone where there is none, a
// *Broken where the computation broke, or the context's.
func Picture[T any](ctx context.Context, s *Solved, take func(s *Solved) (T, error)) (out T, err error) {
	defer func() {
		if v := recover(); v != nil {
			err = brokenAt(nameOf[T]())
		}
		if gone := ctx.Err(); gone != nil {
			err = gone
		}
		if err == nil && !sound(reflect.ValueOf(out)) {
			err = &Broken{nameOf[T](), noSense}
		}
	}()
	if s.unread {
		return out, s.Broke
	}
	if s.r == nil {
		return out, ErrNone
	}
	s.turn.Lock()
	defer s.turn.Unlock()
	return take(s)
}

// On is the bridge of what was solved where it is of a kind, else ErrNone.
func On[B bridge.Bridge](s *Solved) (b B, err error) {
	b, ok := s.r.bridge.(B)
	if !ok {
		return b, ErrNone
	}
	return b, nil
}

// ErrNone says that a document's motor cannot be computed, or that its bridge
// gives no such picture.
var ErrNone = capacitor.ErrNone
