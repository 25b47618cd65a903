package pocket

import (
	"context"
	"encoding/json"
	"slices"

	"apodemos/app"
	"apodemos/app/journal"
)

// CompanionFormat and CompanionVersion are what the changes of one phone say that they are.
const (
	CompanionFormat  = "apodemos-companion"
	CompanionVersion = 1
)

// Companion is what one phone on a walk gives another: what it knows that was written since it was
// taken along, its own and what it took in from others.
type Companion struct {
	Format  string         `json:"format"`
	Version int            `json:"version"`
	Home    string         `json:"home"` // identity of the database that both were taken from
	Trips   []string       `json:"trips"`
	From    string         `json:"from,omitempty"` // who gives it, as they call themselves
	Events  []journal.Edit `json:"events"`
}

// cupKinds are what a cup is told by: itself, and what it was of.
var cupKinds = []string{app.KindBrew, app.KindPlan, app.KindCoffee, app.KindRecipe, app.KindLog}

// maxFrom bounds the name of who gives.
const maxFrom = 40

// Give is what this phone gives another: everything, or cups with what they were of and nothing else.
func (s *Session) Give(ctx context.Context, from string, cups bool) (*Companion, error) {
	events, err := s.Events(ctx)
	if err != nil {
		return nil, err
	}
	c := &Companion{Format: CompanionFormat, Version: CompanionVersion, Home: s.info.Home, Trips: s.info.Trips, From: short(from), Events: []journal.Edit{}}
	for _, e := range events {
		if s.there[e.ID] || cups && !slices.Contains(cupKinds, e.Kind) {
			continue
		}
		c.Events = append(c.Events, e)
	}
	return c, nil
}

// Taken is what came of another phone's changes.
type Taken struct {
	From    string         `json:"from"`
	Cups    int            `json:"cups"`    // of the log that are new here
	Others  int            `json:"others"`  // other records that something new came of
	Clashes int            `json:"clashes"` // changed on both: the later stands, and home asks
	New     []journal.Edit `json:"new"`     // to be kept here, and to go home
	Said    []string       `json:"said"`
}

// TakeFrom takes in what another phone gave. Its error is app.ErrPocket where it is none of this trip, or
// cannot be read; then nothing is changed. What is known already adds nothing.
func (s *Session) TakeFrom(ctx context.Context, text []byte) (*Taken, error) {
	c, err := companionOf(text)
	if err != nil {
		return nil, err
	}
	switch {
	case c.Home != s.info.Home:
		return nil, app.ErrPocket{Why: "This is from another Apodemos. Take trips offline from the same one."}
	case !slices.ContainsFunc(c.Trips, func(t string) bool { return slices.Contains(s.info.Trips, t) }):
		return nil, app.ErrPocket{Why: "This is of another trip. Take the same trip offline on both phones."}
	}
	had := map[journal.Key]bool{}
	for _, k := range s.state.Keys() {
		had[k] = true
	}
	m := journal.Merge(s.state, c.Events, s.clock, func(journal.Clash) journal.Side { return "" })
	said := len(s.Said)
	if err := s.TakeIn(ctx, c.Events); err != nil {
		return nil, err
	}
	out := &Taken{From: short(c.From), New: m.New, Clashes: len(m.Open), Said: slices.Clone(s.Said[said:])}
	if out.New == nil {
		out.New = []journal.Edit{}
	}
	for _, k := range m.Touched {
		switch {
		case k.Kind == app.KindLog && !had[k]:
			out.Cups++
		case k.Kind != app.KindPlan:
			out.Others++
		}
	}
	return out, nil
}

// companionOf reads what a phone gave: changes alone, or a whole copy.
func companionOf(text []byte) (*Companion, error) {
	if len(text) > app.MaxPocketBytes {
		return nil, app.ErrPocket{Why: "This is too large for an offline copy."}
	}
	var c Companion
	if err := json.Unmarshal(text, &c); err != nil || c.Format != CompanionFormat {
		// A whole copy.
		carried, err := app.CarriedOf(text)
		if err != nil {
			return nil, err
		}
		return &Companion{Home: carried.Pocket.Home, Trips: carried.Pocket.Trips, Events: carried.Events}, nil
	}
	if c.Version > CompanionVersion {
		return nil, app.ErrPocket{Why: "This is from a newer Apodemos. Update this copy first."}
	}
	if err := app.CheckEvents(c.Events); err != nil {
		return nil, err
	}
	return &c, nil
}

func short(name string) string {
	if r := []rune(name); len(r) > maxFrom {
		return string(r[:maxFrom])
	}
	return name
}
