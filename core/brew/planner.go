package brew

import (
	"encoding/json"
	"sync"

	"apodemos/core/coffee"
)

// A Planner plans many brews, such as those of a journey: what a recipe gives at
// home is worked out once, and not again for every stop that it is made at. Its
// answers are those of Compute. The zero Planner is ready; it may be used by many
// at once.
type Planner struct {
	// Model is the extraction model; coffee.Usual when nil.
	Model *coffee.Model

	mu    sync.Mutex
	homes map[string]atHome
}

// atHome is what a recipe gives in a kitchen at sea level.
type atHome struct {
	extraction, contact float64
	ok                  bool
}

func (p *Planner) model() coffee.Model {
	if p == nil || p.Model == nil {
		return coffee.Usual
	}
	return *p.Model
}

// Compute plans a brew. Its error is Problems, as Compute's.
func (p *Planner) Compute(r Request) (*Plan, error) { return plan(r, p) }

// home looks a recipe up by what is asked, or works it out.
func (p *Planner) home(asked Request, work func() atHome) atHome {
	if p == nil {
		return work()
	}
	b, err := json.Marshal(asked)
	if err != nil {
		return work()
	}
	key := string(b)
	p.mu.Lock()
	h, known := p.homes[key]
	p.mu.Unlock()
	if known {
		return h
	}
	h = work()
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.homes == nil {
		p.homes = map[string]atHome{}
	}
	p.homes[key] = h
	return h
}
