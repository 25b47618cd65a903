package pocket

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"apodemos/app"
	"apodemos/app/journal"
)

// Find is where a record is kept, also one that is deleted.
func (s *Store) Find(_ context.Context, k journal.Key) (app.Row, error) {
	defer s.lock()()
	return s.find(k)
}

func (s *Store) find(k journal.Key) (app.Row, error) {
	t, ok := s.kept(k.Kind)
	if !ok {
		return app.Row{}, app.ErrNotFound
	}
	row, _, err := t.where(k.UUID)
	return row, err
}

// kept is the table of a kind of record.
func (s *Store) kept(kind string) (interface {
	where(uuid string) (row app.Row, revision int64, err error)
}, bool) {
	switch kind {
	case app.KindTrip:
		return &s.trips, true
	case app.KindStop:
		return &s.stops, true
	case app.KindBrew:
		return &s.brews, true
	case app.KindPlan:
		return &s.plans, true
	case app.KindLog:
		return &s.log, true
	case app.KindCoffee:
		return &s.coffees, true
	case app.KindRecipe:
		return &s.recipes, true
	case app.KindGear:
		return &s.gear, true
	case app.KindBlind:
		return &s.blinds, true
	}
	return nil, false
}

// where is the row of an identity, with its revision.
func (t *table[T]) where(uuid string) (app.Row, int64, error) {
	id, ok := t.byUUID[uuid]
	if !ok {
		return app.Row{}, 0, app.ErrNotFound
	}
	r := t.rows[id]
	return app.Row{ID: id, Deleted: r.deleted}, r.revision, nil
}

// Events are those of the journal, in their order.
func (s *Store) Events(context.Context) ([]journal.Edit, error) {
	defer s.lock()()
	return slices.Clone(s.events), nil
}

// Put makes records what they are given as, with the events that told of it: all of it or
// nothing.
func (s *Store) Put(_ context.Context, records []app.Record, events []journal.Edit) error {
	defer s.lock()()
	// What one names must be there, or come with it: looked at before anything is changed.
	come := map[journal.Key]bool{}
	for _, r := range records {
		come[r.Key] = true
	}
	names := func(r app.Record, kind, uuid string) error {
		k := journal.Key{Kind: kind, UUID: uuid}
		if _, err := s.find(k); err != nil && !come[k] {
			return fmt.Errorf("%s: names %s %q, which is not there: %w", r.Key, kind, uuid, err)
		}
		return nil
	}
	for _, r := range records {
		if err := s.changedSince(r); err != nil {
			return err
		}
		var err error
		switch {
		case r.Stop != nil:
			err = names(r, app.KindTrip, r.Stop.Trip)
		case r.Brew != nil:
			err = names(r, app.KindStop, r.Brew.Stop)
		case r.Plan != nil:
			// What this version of the core gives again is worked out when it is asked for.
			if err = names(r, app.KindBrew, r.Plan.Brew); err == nil && r.Plan.Content != "" {
				_, err = r.Plan.Told()
			}
		case r.Log != nil:
			err = errors.Join(names(r, app.KindBrew, r.Log.Brew), names(r, app.KindPlan, r.Log.Plan))
		case r.Blind != nil:
			err = errors.Join(names(r, app.KindBrew, r.Blind.A), names(r, app.KindBrew, r.Blind.B))
		}
		if err != nil {
			return err
		}
	}
	seen := map[string]bool{}
	for _, e := range s.events {
		seen[e.ID] = true
	}
	for _, e := range events {
		if !seen[e.ID] {
			seen[e.ID] = true
			s.events = append(s.events, e)
		}
	}
	for _, r := range records {
		s.put(r)
	}
	for _, r := range records {
		if r.Brew == nil {
			continue
		}
		if p, ok := s.plans.byUUID[r.Brew.Plan]; ok && s.plans.rows[p].v.brew == s.brews.byUUID[r.UUID] {
			s.brews.rows[s.brews.byUUID[r.UUID]].v.plan = p
		}
	}
	return nil
}

// changedSince refuses a record that has changed since it was read.
func (s *Store) changedSince(r app.Record) error {
	if r.Was == 0 {
		return nil
	}
	t, ok := s.kept(r.Kind)
	if !ok {
		return app.ErrNotFound
	}
	if _, is, err := t.where(r.UUID); err != nil || is != r.Was {
		return app.ErrConflict
	}
	return nil
}

// upsert is the row of an identity, made where there is none.
func upsert[T any](s *Store, t *table[T], r app.Record, v T) *row[T] {
	id, ok := t.byUUID[r.UUID]
	if !ok {
		t.last++
		id = t.last
		t.rows[id] = &row[T]{id: id, uuid: r.UUID, madeAt: s.stamp()}
		t.byUUID[r.UUID] = id
	}
	out := t.rows[id]
	out.v, out.deleted = v, r.Deleted
	out.revision++
	return out
}

func (s *Store) ids(of map[string]bool) []int64 {
	out := []int64{}
	for _, uuid := range slices.Sorted(maps.Keys(of)) {
		if id, ok := s.gear.byUUID[uuid]; ok {
			out = append(out, id)
		}
	}
	slices.Sort(out)
	return out
}

func (s *Store) put(r app.Record) {
	switch {
	case r.Trip != nil:
		s.putTrip(r)
	case r.Stop != nil:
		x := r.Stop
		st := upsert(s, &s.stops, r, copied(app.Stop{TripID: s.trips.byUUID[x.Trip], Position: x.Position, Name: x.Name, Day: x.Day, Km: x.Km, TimeZone: x.TimeZone, Note: x.Note, Conditions: x.Conditions, Facts: x.Facts}))
		if x.MadeAt != "" {
			st.madeAt = x.MadeAt
		}
	case r.Brew != nil:
		patch, err := r.Brew.Patch()
		if err != nil {
			patch = "{}"
		}
		was := int64(0)
		if b := s.brews.rows[s.brews.byUUID[r.UUID]]; b != nil {
			was = b.v.plan
		}
		upsert(s, &s.brews, r, brewRow{stop: s.stops.byUUID[r.Brew.Stop], name: r.Brew.Name, at: r.Brew.At, patch: patch, plan: was})
	case r.Plan != nil:
		if _, there := s.plans.byUUID[r.UUID]; !there {
			upsert(s, &s.plans, r, planRow{brew: s.brews.byUUID[r.Plan.Brew], rec: *r.Plan})
		}
	case r.Log != nil:
		upsert(s, &s.log, r, logRow{s.brews.byUUID[r.Log.Brew], s.plans.byUUID[r.Log.Plan], r.Log.BrewedAt, copied(r.Log.Noted)})
	case r.Coffee != nil:
		upsert(s, &s.coffees, r, copied(*r.Coffee))
	case r.Recipe != nil:
		upsert(s, &s.recipes, r, copied(*r.Recipe))
	case r.Gear != nil:
		it := copied(*r.Gear)
		it.ID, it.UUID, it.Revision = 0, "", 0
		upsert(s, &s.gear, r, it)
	case r.Blind != nil:
		upsert(s, &s.blinds, r, app.BlindSet{A: s.brews.byUUID[r.Blind.A], B: s.brews.byUUID[r.Blind.B], Rounds: slices.Clone(r.Blind.Rounds)})
	}
}

func (s *Store) putTrip(r app.Record) {
	x := r.Trip
	v := tripRow{t: app.Trip{Name: x.Name, People: x.People, StartsOn: x.StartsOn, Archived: x.Archived, Supplies: copied(x.Supplies)}, ticks: map[string]map[string]bool{}}
	v.kit = app.TripKit{Wishes: copied(x.Wishes), Items: s.ids(x.Items), Packed: slices.Sorted(maps.Keys(x.Packed))}
	if m := s.ids(x.Must); len(m) > 0 {
		v.kit.Wishes.Must = m
	}
	if w := s.ids(x.Without); len(w) > 0 {
		v.kit.Wishes.Without = w
	}
	for _, name := range slices.Sorted(maps.Keys(x.Lost)) {
		it, stop, _ := strings.Cut(name, "@")
		a, ok1 := s.gear.byUUID[it]
		b, ok2 := s.stops.byUUID[stop]
		if ok1 && ok2 {
			v.kit.Lost = append(v.kit.Lost, app.Lost{Item: a, Stop: b})
		}
	}
	for name := range x.Ticks {
		list, line, _ := strings.Cut(name, ":")
		if v.ticks[list] == nil {
			v.ticks[list] = map[string]bool{}
		}
		v.ticks[list][line] = true
	}
	v.kitRevision = 1
	if was := s.trips.rows[s.trips.byUUID[r.UUID]]; was != nil && was.uuid == r.UUID {
		v.kitRevision = was.v.kitRevision + 1
	}
	upsert(s, &s.trips, r, v)
}
