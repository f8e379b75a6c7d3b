package api

import (
	"container/list"
	"context"
	"crypto/sha256"
	"errors"
	"log/slog"
	"reflect"
	"runtime"
	"sync"

	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/meaning"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/drawing"
)

// Answer is what follows from a document: its plan and the drawings of it.
type Answer struct {
	Plan     plan.Plan   `json:"plan"`
	Drawings drawing.Set `json:"drawings"`
}

// memo remembers what was computed from a document, so that no figure is
// computed twice for an unchanged one. It only saves time: any server can make
// it again. It holds a stated number of bytes and lets the longest unused go.
// A computation ends when everybody who waits for it has gone.
type memo[T any] struct {
	make func(context.Context, document.Document) (T, error)
	most int  // bytes
	each int  // bytes that one is taken for; 0: as many as it holds
	part bool // of another computation, which has its place among those at work

	mu   sync.Mutex
	made map[[32]byte]*made[T]
	used list.List // of *made, the last used first
	held int
}

// keep says how it is made, and how many bytes are kept.
func (c *memo[T]) keep(most int, make func(context.Context, document.Document) (T, error)) {
	c.most, c.make = most, make
}

type made[T any] struct {
	key     [32]byte
	done    chan struct{}
	value   T
	err     error
	size    int
	waiting int
	cancel  context.CancelFunc
	element *list.Element // nil while it is being made
}

// atWork bounds the computations of this server that run at one time: more
// would only make all of them slower, and hold more memory.
var atWork = make(chan struct{}, 2*runtime.GOMAXPROCS(0))

// of gives what follows from the document. The error is the context's, or that
// of a computation that took too long.
func (c *memo[T]) of(ctx context.Context, d document.Document) (T, error) {
	key := sha256.Sum256([]byte(textOf(d)))
	c.mu.Lock()
	m, ok := c.made[key]
	if !ok {
		if c.made == nil {
			c.made = map[[32]byte]*made[T]{}
		}
		work, cancel := context.WithTimeout(context.Background(), longestWork)
		m = &made[T]{key: key, done: make(chan struct{}), cancel: cancel}
		c.made[key] = m
		go c.work(work, m, d)
	}
	m.waiting++
	if m.element != nil {
		c.used.MoveToFront(m.element)
	}
	c.mu.Unlock()
	select {
	case <-m.done:
	case <-ctx.Done():
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	m.waiting--
	select {
	case <-m.done:
		return m.value, m.err
	default:
	}
	if m.waiting == 0 {
		m.cancel()
		if c.made[key] == m {
			delete(c.made, key)
		}
	}
	var none T
	return none, ctx.Err()
}

func (c *memo[T]) work(ctx context.Context, m *made[T], d document.Document) {
	defer m.cancel()
	switch {
	case c.part:
		m.value, m.err = c.guarded(ctx, d)
	default:
		select {
		case atWork <- struct{}{}:
			m.value, m.err = c.guarded(ctx, d)
			<-atWork
		case <-ctx.Done():
			m.err = ctx.Err()
		}
	}
	c.mu.Lock()
	close(m.done) // who waits has it before it is weighed
	c.mu.Unlock()
	size := c.each
	if m.err == nil && size == 0 {
		size = 2*bytesOf(reflect.ValueOf(m.value)) + 1024 // slices and maps hold more than they show
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	if m.err != nil || size > c.most {
		if c.made[m.key] == m {
			delete(c.made, m.key)
		}
		return
	}
	if c.made[m.key] != m { // everybody had gone, and another asked anew
		return
	}
	m.size, m.element = size, c.used.PushFront(m)
	for c.held += size; c.held > c.most; {
		last := c.used.Remove(c.used.Back()).(*made[T])
		delete(c.made, last.key)
		c.held -= last.size
	}
}

// tellBroken logs and counts a computation that broke: its fault is the program's, and somebody has to
// see it.
func tellBroken(b *plan.Broken) {
	computationsBroken.WithLabelValues(b.Of).Inc()
	slog.Error("a computation broke", "of", b.Of, "where", b.Where)
}

func (c *memo[T]) guarded(ctx context.Context, d document.Document) (v T, err error) {
	defer func() {
		if r := recover(); r != nil {
			if err = ctx.Err(); err != nil { // nobody waits for it any more
				return
			}
			err = &plan.Broken{Of: reflect.TypeFor[T]().String(), Where: plan.PanicAt()}
		}
		var broke *plan.Broken
		if !errors.As(err, &broke) {
			if solved, ok := any(v).(*plan.Solved); ok && solved != nil {
				broke = solved.Broke
			}
		}
		if broke != nil {
			tellBroken(broke)
		}
	}()
	return c.make(ctx, d)
}

// bytesOf is about how many bytes a value holds.
func bytesOf(v reflect.Value) int {
	n := 0
	switch v.Kind() {
	case reflect.String:
		return int(v.Type().Size()) + v.Len()
	case reflect.Pointer, reflect.Interface:
		if n = int(v.Type().Size()); !v.IsNil() {
			n += bytesOf(v.Elem())
		}
		return n
	case reflect.Struct:
		for i := range v.NumField() {
			n += bytesOf(v.Field(i))
		}
		return n
	case reflect.Slice, reflect.Array:
		n = int(v.Type().Size())
		switch v.Type().Elem().Kind() {
		case reflect.String, reflect.Struct, reflect.Slice, reflect.Array, reflect.Pointer, reflect.Interface,
			reflect.Map:
			for i := range v.Len() {
				n += bytesOf(v.Index(i))
			}
			return n
		}
		return n + v.Len()*int(v.Type().Elem().Size())
	case reflect.Map:
		for it := v.MapRange(); it.Next(); {
			n += bytesOf(it.Key()) + bytesOf(it.Value()) + 16
		}
		return n
	}
	return int(v.Type().Size())
}

// answer plans a document and draws it. A plan that cannot be drawn is shown
// without drawings of its own.
func (s jobs) answer(ctx context.Context, d document.Document) (a Answer, err error) {
	given, err := s.solved.of(ctx, d)
	if err != nil {
		return Answer{}, err
	}
	p := *given.Plan()
	defer func() {
		if r := recover(); r != nil {
			broke := &plan.Broken{Of: "drawing", Where: plan.PanicAt()}
			tellBroken(broke)
			p = plan.Failed(d, broke.Where)
			a, err = Answer{p, drawing.All(drawing.SceneOf(&p))}, nil
		}
	}()
	return Answer{p, drawing.All(drawing.SceneOf(&p))}, nil
}

// orEmpty makes a picture that a document does not give an empty one.
func orEmpty[T any](of func(context.Context, document.Document) (T, error), empty T) func(context.Context,
	document.Document) (T, error) {
	return func(ctx context.Context, d document.Document) (T, error) {
		v, err := of(ctx, d)
		if errors.Is(err, plan.ErrNone) {
			return empty, nil
		}
		return v, err
	}
}

// Bytes kept of each kind of answer. All together stay far below what a server
// may hold.
const (
	mostAnswers  = 48 << 20
	mostPictures = 8 << 20
	mostSolved   = 24 << 20
	eachSolved   = 2 << 20 // with its 48 likenesses, ready to be asked again
)

// pictureOf takes a picture of a document that is solved once for all of them.
func pictureOf[T any](s *server, take func(context.Context, *plan.Solved) (T, error)) func(context.Context,
	document.Document) (T, error) {
	return func(ctx context.Context, d document.Document) (T, error) {
		given, err := s.solved.of(ctx, d)
		if err != nil {
			var none T
			return none, err
		}
		return take(ctx, given)
	}
}

// drawn draws a document's plan, which is answered once for all its drawings.
func drawn[T any](s *server, draw func(*drawing.Scene) T) func(context.Context, document.Document) (T, error) {
	return func(ctx context.Context, d document.Document) (T, error) {
		given, err := s.answers.of(ctx, d)
		if err != nil {
			var none T
			return none, err
		}
		return draw(drawing.SceneOf(&given.Plan)), nil
	}
}

// gatesOfDocument are the gates of a document's machine with what readings mean; none where
// nothing could be read.
func (s jobs) gatesOfDocument(ctx context.Context, d document.Document) ([]bringup.Gate, error) {
	solved, err := s.solved.of(ctx, d)
	if err != nil {
		return nil, err
	}
	gates, err := meaning.GatesOf(ctx, solved)
	if errors.Is(err, plan.ErrNone) {
		return []bringup.Gate{}, nil
	}
	return gates, err
}

// remember says what is kept of each question about a document, and how it is made.
func (s jobs) remember() {
	s.solved.keep(mostSolved, plan.Solve)
	s.solved.each, s.solved.part = eachSolved, true
	s.answers.keep(mostAnswers, s.answer)
	s.streets.keep(mostPictures, s.besides)
	s.gates.keep(mostPictures, s.gatesOfDocument)
	s.islands.keep(mostPictures, orEmpty(pictureOf(s.server, picture.Island), noIsland))
	s.curves.keep(mostPictures, orEmpty(pictureOf(s.server, picture.CurvesOf), noCurves))
	s.starts.keep(mostPictures, orEmpty(pictureOf(s.server, picture.Start), noStart))
	s.ranges.keep(mostPictures, orEmpty(pictureOf(s.server, picture.RangesOf), noRanges))
	s.pairs.keep(mostPictures, orEmpty(pictureOf(s.server, picture.PairOf), capacitor.NoPair()))
	s.proofs.keep(mostPictures, orEmpty(pictureOf(s.server, picture.PairProofOf), capacitor.NoPairProof()))
	s.films.keep(mostPictures, orEmpty(picture.FilmOf, noFilm))
	s.sizes.keep(mostPictures, orEmpty(picture.SizesOf, noSizes))
	s.rememberWeighing()
	s.desks.keep(mostDesks, opened)
	s.desks.each = oneDesk
}

// What is answered where there is no picture: lists that are there and empty.
var (
	noIsland = capacitor.Island{Contours: []capacitor.Contour{}, Carries: []capacitor.Edge{},
		Edges: []capacitor.Contour{}}
	noCurves = picture.Curves{Plate: []capacitor.CurvePoint{}, Bridge: []capacitor.CurvePoint{},
		Load: []picture.LoadPoint{}}
	noStart  = capacitor.StartRun{TimeS: []float64{}, RPM: []float64{}, Amps: []float64{}, Figures: []finding.Figure{}}
	noRanges = picture.Ranges{Chosen: []capacitor.RangePoint{}, BySchool: []capacitor.RangePoint{}}
	noFilm   = rotary.Film{TimeS: []float64{}, Speeds: []rotary.FilmSpeed{}, Amps: []float64{},
		Marks: []rotary.FilmMark{}, Figures: []finding.Figure{}}
	noSizes = rotary.Sizes{Rows: []rotary.IdlerSize{}, Unread: []string{}, Shopping: []string{}}
)
