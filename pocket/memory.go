package pocket

import (
	"bytes"
	"cmp"
	"context"
	"errors"
	"maps"
	"slices"
	"sync"
	"time"

	"apodemos/app"
	"apodemos/app/journal"
)

// table are records of a kind, by number and by identity.
type table struct {
	*app.Kind
	rows   map[int64]app.Row
	byUUID map[string]int64
	last   int64
}

// Store keeps records in memory. It is safe for use by several goroutines.
type Store struct {
	mu  sync.Mutex
	now func() time.Time
	in  inside
	// touched are the records that have changed since it was last asked, for the journal.
	touched   []journal.Key
	isTouched map[journal.Key]bool
}

var _ app.Store = (*Store)(nil)

// inside is what is kept; whoever reads it holds the lock. Within a transaction it is written,
// and each change knows how to be undone.
type inside struct {
	*Store
	id     string
	newID  func() string
	tables map[string]*table
	ticks  map[app.Of]map[string]bool // by trip and list
	events []journal.Edit
	known  map[string]bool // of the events
	// numbers are those that records have at home, by kind/uuid; nil where records are numbered as
	// they come.
	numbers map[string]int64
	aside   map[string]bool // trips that are not listed
	undo    *[]func()
}

// New is an empty store with an identity; newID makes those of its records.
func New(id string, newID func() string, now func() time.Time) *Store {
	s := &Store{now: now, isTouched: map[journal.Key]bool{}}
	s.in = inside{Store: s, id: id, newID: newID, tables: map[string]*table{}, ticks: map[app.Of]map[string]bool{}, known: map[string]bool{}, aside: map[string]bool{}}
	for _, k := range app.Kinds() {
		s.in.tables[k.Name] = &table{Kind: k, rows: map[int64]app.Row{}, byUUID: map[string]int64{}}
	}
	// Trip 0 is no trip, as in every store.
	trips := s.in.tables[app.KindTrip]
	trips.rows[app.NoTrip] = app.Row{Kind: app.KindTrip, UUID: app.NoTripUUID, Revision: 1, MadeAt: now().UTC().Format(time.RFC3339), Body: []byte(`{"name":"Places of no trip","people":1,"starts_on":"","supplies":{}}`)}
	trips.byUUID[app.NoTripUUID] = app.NoTrip
	return s
}

// locked is what is kept, for one who reads it.
func (s *Store) locked() (inside, func()) {
	s.mu.Lock()
	return s.in, s.mu.Unlock
}

// Write runs f in one transaction: what it has written is undone where it fails.
func (s *Store) Write(_ context.Context, f func(app.Writer) error) error {
	in, unlock := s.locked()
	defer unlock()
	in.undo = &[]func(){}
	touched, is := slices.Clone(s.touched), maps.Clone(s.isTouched)
	last := map[string]int64{}
	for name, t := range in.tables {
		last[name] = t.last
	}
	// What is written into the copy below goes back with it.
	events := len(in.events)
	w := &in
	err := f(w)
	s.in.events = w.events
	if err != nil {
		for _, back := range slices.Backward(*in.undo) {
			back()
		}
		s.touched, s.isTouched = touched, is
		for name, t := range in.tables {
			t.last = last[name]
		}
		for _, e := range s.in.events[events:] {
			delete(s.in.known, e.ID)
		}
		s.in.events = s.in.events[:events]
	}
	return err
}

// TakeTouched are the records that have changed since it was last asked.
func (s *Store) TakeTouched() []journal.Key {
	s.mu.Lock()
	defer s.mu.Unlock()
	out := s.touched
	s.touched, s.isTouched = nil, map[journal.Key]bool{}
	return out
}

// touch notes that a record has changed; what goes along in another, as that.
func (in inside) touch(r app.Row) {
	k := in.tables[r.Kind]
	switch {
	case k.Value != nil:
	case r.Kind == app.KindKit:
		r = in.tables[app.KindTrip].rows[r.Parent]
	default:
		return
	}
	key := journal.Key{Kind: r.Kind, UUID: r.UUID}
	if !in.isTouched[key] {
		in.isTouched[key] = true
		in.touched = append(in.touched, key)
	}
}

// ID is the store's own identity.
func (s *Store) ID(context.Context) (string, error) { return s.in.id, nil }

// Get is a record by its number.
func (s *Store) Get(ctx context.Context, kind string, id int64) (app.Row, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.Get(ctx, kind, id)
}

// Find is a record by its identity.
func (s *Store) Find(ctx context.Context, kind, uuid string) (app.Row, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.Find(ctx, kind, uuid)
}

// List lists records in the order of their ranks.
func (s *Store) List(ctx context.Context, q app.Query) ([]app.Row, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.List(ctx, q)
}

// Count counts those of a kind that are there, by what they are part of.
func (s *Store) Count(ctx context.Context, kind string, of app.Of) (map[int64]int, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.Count(ctx, kind, of)
}

// Ticks are the lines of a trip's list that are done.
func (s *Store) Ticks(ctx context.Context, trip int64, list string) ([]string, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.Ticks(ctx, trip, list)
}

// Events are those of the journal, in their order.
func (s *Store) Events(ctx context.Context) ([]journal.Edit, error) {
	in, unlock := s.locked()
	defer unlock()
	return in.Events(ctx)
}

func (in inside) ID(context.Context) (string, error) { return in.id, nil }

func (in inside) Get(_ context.Context, kind string, id int64) (app.Row, error) {
	r, ok := in.tables[kind].rows[id]
	if !ok {
		return r, app.ErrNotFound
	}
	return r, nil
}

func (in inside) Find(ctx context.Context, kind, uuid string) (app.Row, error) {
	id, ok := in.tables[kind].byUUID[uuid]
	if !ok {
		return app.Row{}, app.ErrNotFound
	}
	return in.Get(ctx, kind, id)
}

func (in inside) List(_ context.Context, q app.Query) ([]app.Row, error) {
	t := in.tables[q.Kind]
	out := []app.Row{}
	var word []byte
	if q.Word != "" { // as it stands in a body
		word = []byte(`"` + t.Word + `":"` + q.Word + `"`)
	}
	for _, r := range t.rows {
		if (r.Deleted && !q.All && !q.Gone) || q.Gone && !r.Deleted || q.Kind == app.KindTrip && in.aside[r.UUID] || word != nil && !bytes.Contains(r.Body, word) || !in.within(t, r, q) {
			continue
		}
		out = append(out, r)
	}
	slices.SortFunc(out, func(a, b app.Row) int {
		if q.Desc {
			a, b = b, a
		}
		return cmp.Or(cmp.Compare(a.Rank, b.Rank), cmp.Compare(a.ID, b.ID))
	})
	if q.Limit > 0 && len(out) > q.Limit {
		out = out[:q.Limit]
	}
	return out, nil
}

// within reports whether a record is part of what is asked, and all that it is part of is there.
func (in inside) within(t *table, r app.Row, q app.Query) bool {
	found := q.Of.Kind == ""
	for t.Parent != "" {
		found = found || q.Of == app.Of{Kind: t.Parent, ID: r.Parent}
		t = in.tables[t.Parent]
		r = t.rows[r.Parent]
		if r.Deleted && !q.Loose && !q.All {
			return false
		}
	}
	return found
}

func (in inside) Count(ctx context.Context, kind string, of app.Of) (map[int64]int, error) {
	rows, err := in.List(ctx, app.Query{Kind: kind, Of: of})
	out := map[int64]int{}
	for _, r := range rows {
		out[r.Parent]++
	}
	return out, err
}

func (in inside) Ticks(_ context.Context, trip int64, list string) ([]string, error) {
	return append([]string{}, slices.Sorted(maps.Keys(in.ticks[app.Of{Kind: list, ID: trip}]))...), nil
}

func (in inside) Events(context.Context) ([]journal.Edit, error) { return slices.Clone(in.events), nil }

func (in inside) NewID() string { return in.newID() }

func (in inside) Put(_ context.Context, r app.Row) (app.Row, error) {
	t := in.tables[r.Kind]
	was, there := t.rows[r.ID]
	switch {
	case !r.Kept():
		there = false
		if r.UUID == "" {
			r.UUID = in.newID()
		}
		r.ID = in.number(t, r)
		r.MadeAt = cmp.Or(r.MadeAt, in.now().UTC().Format(time.RFC3339))
	case was.Revision != r.Revision:
		return r, app.ErrConflict
	}
	r.Revision++
	switch {
	case !r.Deleted:
		r.DeletedAt = ""
	case !was.Deleted || !there:
		r.DeletedAt = in.now().UTC().Format(time.RFC3339)
	default:
		r.DeletedAt = was.DeletedAt
	}
	t.rows[r.ID], t.byUUID[r.UUID] = r, r.ID
	*in.undo = append(*in.undo, func() {
		if there {
			t.rows[r.ID] = was
		} else {
			delete(t.rows, r.ID)
			delete(t.byUUID, r.UUID)
		}
	})
	in.touch(r)
	return r, nil
}

// number is that of a new record: the one that it has at home, or one made of its identity, so that
// no address ever means another; the next one where records are numbered as they come.
func (in inside) number(t *table, r app.Row) int64 {
	if in.numbers != nil {
		n := in.numbers[r.Kind+"/"+r.UUID]
		if n <= 0 {
			n = app.NumberOf(r.UUID)
		}
		if _, taken := t.rows[n]; n > 0 && !taken {
			return n
		}
	}
	for {
		t.last++
		if _, taken := t.rows[t.last]; !taken {
			return t.last
		}
	}
}

func (in inside) Drop(_ context.Context, kind string, id int64) error {
	t := in.tables[kind]
	was, there := t.rows[id]
	if there {
		delete(t.rows, id)
		delete(t.byUUID, was.UUID)
		*in.undo = append(*in.undo, func() { t.rows[id], t.byUUID[was.UUID] = was, id })
	}
	return nil
}

func (in inside) Tick(_ context.Context, trip int64, list, line string, done bool) error {
	of := app.Of{Kind: list, ID: trip}
	if in.ticks[of] == nil {
		in.ticks[of] = map[string]bool{}
	}
	was := in.ticks[of][line]
	set := func(done bool) {
		if done {
			in.ticks[of][line] = true
		} else {
			delete(in.ticks[of], line)
		}
	}
	set(done)
	*in.undo = append(*in.undo, func() { set(was) })
	in.touch(in.tables[app.KindTrip].rows[trip])
	return nil
}

func (in *inside) Note(_ context.Context, events []journal.Edit) error {
	for _, e := range events {
		if !in.known[e.ID] {
			in.known[e.ID] = true
			in.events = append(in.events, e)
		}
	}
	return nil
}

// Renote is for a journal that is kept at home: a pocket's is short.
func (in *inside) Renote(context.Context, []journal.Edit) error { return errors.ErrUnsupported }
