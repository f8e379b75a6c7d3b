package api

import (
	"crypto/sha256"
	"encoding/json"
	"sync"

	"graybridge/core/capacitor"
	"graybridge/core/finding"
	"graybridge/core/job"
	"graybridge/drawing"
)

// Answer is what follows from a document: its plan and the drawings of it.
type Answer struct {
	Plan     job.Plan    `json:"plan"`
	Drawings drawing.Set `json:"drawings"`
}

// memo remembers what was computed from a document, so that no figure is
// computed twice for an unchanged one. It only saves time: any server can make
// it again.
type memo[T any] struct {
	make func(job.Document) T

	mu   sync.Mutex
	made map[[32]byte]func() T // each computes once, whoever asks first
	next [][32]byte            // in the order of making; the oldest goes first
}

// mostKept of each kind is some 60 MB at the most.
const mostKept = 600

func (c *memo[T]) of(d job.Document) T {
	text, err := json.Marshal(d)
	if err != nil { // a document is plain text and numbers
		panic(err)
	}
	key := sha256.Sum256(text)
	c.mu.Lock()
	v, ok := c.made[key]
	if !ok {
		if c.made == nil {
			c.made = map[[32]byte]func() T{}
		}
		if len(c.next) >= mostKept {
			delete(c.made, c.next[0])
			c.next = c.next[1:]
		}
		v = sync.OnceValue(func() T { return c.make(d) })
		c.made[key] = v
		c.next = append(c.next, key)
	}
	c.mu.Unlock()
	return v()
}

func answer(d job.Document) Answer {
	p := job.Make(d)
	return Answer{p, drawing.All(&p)}
}

// island, curves, run-up and ranges are empty where the document gives none.
func island(d job.Document) capacitor.Island {
	i, ok := job.Island(d)
	if !ok {
		return capacitor.Island{Contours: []capacitor.Contour{}, Carries: []capacitor.Edge{}}
	}
	return i
}

func curves(d job.Document) job.Curves {
	c, ok := job.CurvesOf(d)
	if !ok {
		return job.Curves{Plate: []capacitor.CurvePoint{}, Bridge: []capacitor.CurvePoint{}, Load: []job.LoadPoint{}}
	}
	return c
}

func startRun(d job.Document) job.StartRun {
	r, ok := job.Start(d)
	if !ok {
		return job.StartRun{TimeS: []float64{}, RPM: []float64{}, Amps: []float64{}, Figures: []finding.Figure{}}
	}
	return r
}

func ranges(d job.Document) job.Ranges {
	r, ok := job.RangesOf(d)
	if !ok {
		return job.Ranges{Chosen: []capacitor.RangePoint{}, BySchool: []capacitor.RangePoint{}}
	}
	return r
}
