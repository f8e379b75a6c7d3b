package api

import (
	"crypto/sha256"
	"encoding/json"
	"sync"

	"graybridge/core/job"
	"graybridge/drawing"
)

// Answer is what follows from a document: its plan and the drawings of it.
type Answer struct {
	Plan     job.Plan    `json:"plan"`
	Drawings drawing.Set `json:"drawings"`
}

// answers remembers what was computed, so that no figure is computed twice for
// an unchanged document. It only saves time: any server can make it again.
type answers struct {
	mu   sync.Mutex
	made map[[32]byte]Answer
	next [][32]byte // in the order of making; the oldest goes first
}

// mostAnswers is about 60 MB at the most.
const mostAnswers = 600

func (c *answers) of(d job.Document) Answer {
	text, err := json.Marshal(d)
	if err != nil { // a document is plain text and numbers
		panic(err)
	}
	key := sha256.Sum256(text)
	c.mu.Lock()
	a, ok := c.made[key]
	c.mu.Unlock()
	if ok {
		return a
	}
	p := job.Make(d)
	a = Answer{p, drawing.All(&p)}
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.made == nil {
		c.made = map[[32]byte]Answer{}
	}
	if _, twice := c.made[key]; !twice {
		if len(c.next) >= mostAnswers {
			delete(c.made, c.next[0])
			c.next = c.next[1:]
		}
		c.made[key] = a
		c.next = append(c.next, key)
	}
	return a
}
