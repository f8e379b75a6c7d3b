package api

import (
	"context"
	"net/http"
	"sync"

	"github.com/danielgtaylor/huma/v2"
)

// taking lets one machine's life be taken in at a time: it works for seconds, and the others' plans go
// on beside it on the places that it holds none of.
var taking = make(chan struct{}, 1)

// lives are those that this server takes in now, by the sender's name for the change: how far each is.
type lives struct {
	mu sync.Mutex
	of map[string]LifeStep
}

// LifeStep is how far the taking in of a life is.
type LifeStep struct {
	Step string `json:"step,omitempty" doc:"What is done now; empty: nothing is known of it here"`
	Done int    `json:"done"`
	Of   int    `json:"of"`
}

type livesStep struct {
	lives  *lives
	change string
}

func (l *lives) begin(change string) livesStep {
	s := livesStep{l, change}
	s.say(LifeStep{Step: "reading"})
	return s
}

func (s livesStep) say(at LifeStep) {
	s.lives.mu.Lock()
	defer s.lives.mu.Unlock()
	if s.lives.of == nil {
		s.lives.of = map[string]LifeStep{}
	}
	s.lives.of[s.change] = at
}

// of tells a step of the work.
func (s livesStep) of(step string) func(done, of int) {
	return func(done, of int) { s.say(LifeStep{step, done, of}) }
}

func (s livesStep) end() {
	s.lives.mu.Lock()
	defer s.lives.mu.Unlock()
	delete(s.lives.of, s.change)
}

type lifeStepInput struct {
	Change string `path:"change" minLength:"8" maxLength:"64" doc:"The sender's own name for the taking in"`
}

type lifeStepOutput struct{ Body LifeStep }

// lifeSteps registers how far the taking in of a life is.
func (s jobs) lifeSteps(a huma.API) {
	huma.Register(a, huma.Operation{OperationID: "life-step", Method: http.MethodGet, Path: "/api/life/{change}",
		Summary: "How far the taking in of a machine's life is, by the sender's own name for it"},
		func(_ context.Context, in *lifeStepInput) (*lifeStepOutput, error) {
			s.lives.mu.Lock()
			defer s.lives.mu.Unlock()
			return &lifeStepOutput{s.lives.of[in.Change]}, nil
		})
}
