package pocket

import (
	"context"
	"fmt"
	"slices"
	"time"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/core/brew"
)

// Session is a pocket that is open.
type Session struct {
	app.App
	store   *Store
	state   *journal.State
	clock   *journal.Clock
	info    app.PocketInfo
	base    int
	there   map[string]bool // events that were there when it was taken along
	options Options
	// Said is what there is to know of how it opened, a sentence each.
	Said []string

	numbers map[string]int64
}

// Options are what a session has from where it runs.
type Options struct {
	// ID is the session's own: no other has it.
	ID    string
	NewID func() string
	Now   func() time.Time
	// ClockRate runs the guide's clock faster than time, to try a brew out.
	ClockRate float64
}

// Open opens a pocket, with events that were kept elsewhere than in it. Its error is
// app.ErrPocket where it cannot be read.
func Open(ctx context.Context, c *app.Carried, kept []journal.Edit, o Options) (*Session, error) {
	if err := c.Check(); err != nil {
		return nil, err
	}
	st := New(c.Pocket.ID, o.NewID, o.Now)
	s := &Session{App: app.New(st).Remembering(), store: st, info: c.Pocket, base: c.Base, there: map[string]bool{}, options: o, Said: []string{}}
	s.clock = &journal.Clock{Session: o.ID, Now: func() string { return o.Now().UTC().Format(time.RFC3339) }}
	for _, e := range c.Events[:c.Base] {
		s.there[e.ID] = true
	}
	st.in.numbers, s.numbers = c.Numbers, c.Numbers
	for _, uuid := range c.Pocket.Aside {
		st.in.aside[uuid] = true
	}
	events := slices.Clone(c.Events)
	seen := map[string]bool{}
	for _, e := range events {
		seen[e.ID] = true
	}
	for _, e := range kept {
		if !seen[e.ID] {
			seen[e.ID] = true
			events = append(events, e)
		}
	}
	s.state = journal.Of(events)
	records, said := recordsOf(s.state, s.state.Keys())
	s.Said = append(s.Said, said...)
	if err := s.KeepRecords(ctx, records, events); err != nil {
		return nil, app.ErrPocket{Why: fmt.Sprintf("This offline copy is damaged: %v.", err)}
	}
	for _, x := range c.Running {
		b, err1 := st.Find(ctx, app.KindBrew, x.Brew)
		p, err2 := st.Find(ctx, app.KindPlan, x.Plan)
		if err1 == nil && err2 == nil {
			x.Run.PlanID = p.ID
			x.Run.Revision, x.Run.ID = 0, ""
			if _, err := s.SetRun(ctx, b.ID, x.Run); err != nil {
				return nil, err
			}
		}
	}
	if made, err := time.Parse(time.RFC3339, c.Pocket.MadeAt); err == nil && o.Now().Add(10*time.Minute).Before(made) {
		s.Said = append(s.Said, "This device’s clock is behind: set it. Logged times follow it.")
	}
	st.TakeTouched()
	return s, nil
}

// recordsOf are the records of a state, in the order in which they were first heard of; those
// that cannot be read are left out, and said.
func recordsOf(state *journal.State, keys []journal.Key) (records []app.Record, said []string) {
	for _, kind := range app.KindsInOrder {
		for _, k := range keys {
			f := state.Fields(k)
			if k.Kind != kind || len(f) == 0 || len(f) == 1 && f.IsDeleted() {
				continue
			}
			r, err := app.RecordOf(k, f)
			if p := r.PlanOf(); err == nil && p != nil {
				if p.Content != "" {
					_, err = p.Told()
				} else if p.Version != brew.Version {
					// Another version of the core told it, and what it said was not carried.
					p.Version = brew.Version
				}
			}
			if err != nil {
				said = append(said, fmt.Sprintf("A record couldn’t be read and is left out: %v.", err))
				continue
			}
			records = append(records, r)
		}
	}
	return records, said
}

// keep writes into the journal what has changed, and gives the events.
func (s *Session) keep(ctx context.Context) ([]journal.Edit, error) {
	keys := s.store.TakeTouched()
	if len(keys) == 0 {
		return nil, nil
	}
	of := map[string]bool{}
	kept, err := s.Events(ctx)
	if err != nil {
		return nil, err
	}
	for _, e := range kept {
		if e.Kind == app.KindPlan && s.there[e.ID] {
			of[e.UUID] = true
		}
	}
	events, err := s.Changes(ctx, s.state, s.clock, keys, func(uuid string) bool { return !of[uuid] })
	if err != nil {
		return nil, err
	}
	return events, s.KeepRecords(ctx, nil, events)
}

// TakeIn takes in events that another copy of the same pocket, or its home, wrote; where both
// changed the same, the later stands here, and home asks.
func (s *Session) TakeIn(ctx context.Context, events []journal.Edit) error {
	m := journal.Merge(s.state, events, s.clock, func(cl journal.Clash) journal.Side { return "" })
	records, said := recordsOf(m.State, m.Touched)
	if err := s.KeepRecords(ctx, records, m.New); err != nil {
		return err
	}
	s.Said = append(s.Said, said...)
	s.state = m.State
	return nil
}

// Carried is the pocket with everything that is in it now.
func (s *Session) Carried() *app.Carried {
	c := &app.Carried{Format: app.PocketFormat, Version: app.PocketVersion, Pocket: s.info, Base: s.base, Running: s.running(), Numbers: s.numbers}
	c.Events, _ = s.Events(context.Background())
	c.Sum = app.SumOf(c.Events)
	return c
}

// running are the brews that are being made, by their identities.
func (s *Session) running() []app.RunningRecord {
	out, err := s.RunningRecords(context.Background(), func(app.Brew, app.Run) bool { return true })
	if err != nil {
		return nil
	}
	return out
}

// Answered is what was answered, and what was written by it.
type Answered struct {
	Status int                 `json:"status"`
	ETag   string              `json:"etag,omitempty"`
	Body   any                 `json:"body,omitempty"`
	Events []journal.Edit      `json:"events,omitempty"`
	Runs   []app.RunningRecord `json:"runs"`
}

// First is what the first picture is made of, by the path that it is asked under: worked out
// before, it can be drawn before the core is awake.
func (s *Session) First(ctx context.Context) map[string]any {
	out := map[string]any{}
	paths := []string{"/info", "/catalogue", "/trips", "/gear", "/now"}
	if trips, err := s.Trips(ctx); err == nil && len(trips) > 0 {
		paths = append(paths, fmt.Sprintf("/trips/%d", trips[0].ID))
	}
	for _, path := range paths {
		if a := s.Answer(ctx, Asked{Method: "GET", Path: path}); a.Status == 200 {
			out[path] = a.Body
		}
	}
	return out
}
