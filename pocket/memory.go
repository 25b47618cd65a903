package pocket

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/core/working"
)

// row is a record in a table.
type row[T any] struct {
	id       int64
	uuid     string
	revision int64
	deleted  bool
	madeAt   string
	v        T
}

// table are records of a kind, by number and by identity.
type table[T any] struct {
	rows   map[int64]*row[T]
	byUUID map[string]int64
	last   int64
}

func newTable[T any]() table[T] {
	return table[T]{rows: map[int64]*row[T]{}, byUUID: map[string]int64{}}
}

// all are the rows in the order of their numbers.
func (t *table[T]) all() []*row[T] {
	out := make([]*row[T], 0, len(t.rows))
	for _, id := range slices.Sorted(maps.Keys(t.rows)) {
		out = append(out, t.rows[id])
	}
	return out
}

type tripRow struct {
	t           app.Trip
	kit         app.TripKit
	kitRevision int64
	ticks       map[string]map[string]bool
	calendar    string
}

type brewRow struct {
	stop     int64
	name, at string
	patch    string
	plan     int64
}

type planRow struct {
	brew    int64
	rec     app.PlanRecord
	working working.Sheet
}

type logRow struct {
	brew, plan int64
	brewedAt   string
	noted      app.Noted
}

type runRow struct {
	run     app.Run
	touched int64
}

// Store keeps records in memory. It is safe for use by several goroutines.
type Store struct {
	mu        sync.Mutex
	id        string
	now       func() time.Time
	newID     func() string
	trips     table[tripRow]
	stops     table[app.Stop]
	brews     table[brewRow]
	plans     table[planRow]
	log       table[logRow]
	coffees   table[app.CoffeeSet]
	recipes   table[recipe.Recipe]
	gear      table[gear.Item]
	blinds    table[app.BlindSet]
	runs      map[int64]runRow
	events    []journal.Edit
	aside     map[string]bool // trips that are not listed
	turn      int64
	touched   []journal.Key
	isTouched map[journal.Key]bool
}

var _ app.Store = (*Store)(nil)

// New is an empty store with an identity; newID makes those of its records.
func New(id string, newID func() string, now func() time.Time) *Store {
	s := &Store{id: id, now: now, newID: newID, trips: newTable[tripRow](), stops: newTable[app.Stop](), brews: newTable[brewRow](), plans: newTable[planRow](), log: newTable[logRow](),
		coffees: newTable[app.CoffeeSet](), recipes: newTable[recipe.Recipe](), gear: newTable[gear.Item](), blinds: newTable[app.BlindSet](), runs: map[int64]runRow{},
		aside: map[string]bool{}, isTouched: map[journal.Key]bool{}}
	// Trip 0 is no trip, as in every store.
	s.trips.rows[app.NoTrip] = &row[tripRow]{id: app.NoTrip, uuid: app.NoTripUUID, revision: 1, v: tripRow{t: app.Trip{Name: "Places of no trip", People: 1}, kitRevision: 1, ticks: map[string]map[string]bool{}}}
	s.trips.byUUID[app.NoTripUUID] = app.NoTrip
	return s
}

func (s *Store) stamp() string { return s.now().UTC().Format(time.RFC3339) }

func (s *Store) identity(given string) string {
	if given != "" {
		return given
	}
	return s.newID()
}

// touch notes that a record has changed, for the journal.
func (s *Store) touch(kind, uuid string) {
	k := journal.Key{Kind: kind, UUID: uuid}
	if !s.isTouched[k] {
		s.isTouched[k] = true
		s.touched = append(s.touched, k)
	}
}

// TakeTouched are the records that have changed since it was last asked.
func (s *Store) TakeTouched() []journal.Key {
	s.mu.Lock()
	defer s.mu.Unlock()
	out := s.touched
	s.touched, s.isTouched = nil, map[journal.Key]bool{}
	return out
}

func insert[T any](s *Store, t *table[T], kind, uuid string, v T) *row[T] {
	t.last++
	r := &row[T]{id: t.last, uuid: s.identity(uuid), revision: 1, madeAt: s.stamp(), v: v}
	t.rows[r.id] = r
	t.byUUID[r.uuid] = r.id
	s.touch(kind, r.uuid)
	return r
}

func live[T any](t *table[T], id int64) (*row[T], error) {
	r := t.rows[id]
	if r == nil || r.deleted {
		return nil, app.ErrNotFound
	}
	return r, nil
}

// from is a record to be changed, from the revision that the change began from.
func from[T any](t *table[T], id, revision int64) (*row[T], error) {
	r, err := live(t, id)
	if err == nil && r.revision != revision {
		err = app.ErrConflict
	}
	return r, err
}

func mark[T any](s *Store, t *table[T], kind string, id int64, deleted bool) error {
	r := t.rows[id]
	if r == nil || deleted && r.deleted {
		return app.ErrNotFound
	}
	r.deleted = deleted
	r.revision++
	s.touch(kind, r.uuid)
	return nil
}

// copied is a value that shares nothing with what is kept.
func copied[T any](v T) T {
	var out T
	b, err := json.Marshal(v)
	if err == nil {
		err = json.Unmarshal(b, &out)
	}
	if err != nil {
		return v
	}
	return out
}

// lock is taken by each operation, and given back.
func (s *Store) lock() func() {
	s.mu.Lock()
	return s.mu.Unlock
}

// ID is the store's own identity.
func (s *Store) ID(context.Context) (string, error) { return s.id, nil }

// Trips

func tripOf(r *row[tripRow]) app.Trip {
	t := r.v.t
	t.ID, t.UUID, t.Revision = r.id, r.uuid, r.revision
	t.Supplies = copied(t.Supplies)
	return t
}

// Trips lists the trips, newest first; not those that are known by their log alone.
func (s *Store) Trips(context.Context) ([]app.Trip, error) {
	defer s.lock()()
	out := []app.Trip{}
	for _, r := range slices.Backward(s.trips.all()) {
		if !r.deleted && r.id != app.NoTrip && !s.aside[r.uuid] {
			out = append(out, tripOf(r))
		}
	}
	return out, nil
}

// Trip returns one trip.
func (s *Store) Trip(_ context.Context, id int64) (app.Trip, error) {
	defer s.lock()()
	r, err := live(&s.trips, id)
	if err != nil {
		return app.Trip{}, err
	}
	return tripOf(r), nil
}

// AddTrip makes a trip and returns its ID.
func (s *Store) AddTrip(_ context.Context, t app.Trip) (int64, error) {
	defer s.lock()()
	return s.addTrip(t), nil
}

func (s *Store) addTrip(t app.Trip) int64 {
	t.Archived = false
	return insert(s, &s.trips, app.KindTrip, t.UUID, tripRow{t: copied(t), kitRevision: 1, ticks: map[string]map[string]bool{}}).id
}

// SetTrip changes a trip from the revision that it names.
func (s *Store) SetTrip(_ context.Context, t app.Trip) error {
	defer s.lock()()
	r, err := from(&s.trips, t.ID, t.Revision)
	if err != nil {
		return err
	}
	r.v.t.Name, r.v.t.People, r.v.t.StartsOn, r.v.t.Supplies = t.Name, t.People, t.StartsOn, copied(t.Supplies)
	r.revision++
	s.touch(app.KindTrip, r.uuid)
	return nil
}

// ArchiveTrip puts a trip out of the way, or brings it back.
func (s *Store) ArchiveTrip(_ context.Context, id int64, archived bool) error {
	defer s.lock()()
	r, err := live(&s.trips, id)
	if err != nil {
		return err
	}
	r.v.t.Archived = archived
	r.revision++
	s.touch(app.KindTrip, r.uuid)
	return nil
}

// DeleteTrip takes a trip away.
func (s *Store) DeleteTrip(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.trips, app.KindTrip, id, true)
}

// RestoreTrip undoes DeleteTrip.
func (s *Store) RestoreTrip(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.trips, app.KindTrip, id, false)
}

// Journey returns a trip with its stops and brews, as the core takes it.
func (s *Store) Journey(ctx context.Context, id int64) (trip.Trip, []app.Stop, error) {
	t, err := s.Trip(ctx, id)
	if err != nil {
		return trip.Trip{}, nil, err
	}
	stops, err := s.Stops(ctx, id)
	if err != nil {
		return trip.Trip{}, nil, err
	}
	brews, err := s.Brews(ctx, id)
	if err != nil {
		return trip.Trip{}, nil, err
	}
	defer s.lock()()
	var bags []trip.CoffeeBag
	seen := map[string]bool{}
	for _, b := range brews {
		if b.Request.Coffee.ID == nil || seen[*b.Request.Coffee.ID] {
			continue
		}
		of := *b.Request.Coffee.ID
		seen[of] = true
		r := s.coffees.rows[s.coffees.byUUID[of]]
		if r == nil {
			continue
		}
		c, err := s.coffee(r)
		if err != nil {
			return trip.Trip{}, nil, err
		}
		bag := trip.CoffeeBag{ID: of, InBag: c.CoffeeSet}
		if c.LeftG != nil {
			here, err := s.used(of, c.Since, func(st app.Stop) bool { return st.TripID == id })
			if err != nil {
				return trip.Trip{}, nil, err
			}
			bag.StartG = new(*c.LeftG + here)
		}
		bags = append(bags, bag)
	}
	return app.JourneyOf(t, stops, brews, bags), stops, nil
}

// AddJourney keeps a whole trip with the coffees that it brings.
func (s *Store) AddJourney(_ context.Context, t trip.Trip, plans []*brew.Plan) (int64, error) {
	defer s.lock()()
	for _, bag := range t.Coffees {
		if _, there := s.coffees.byUUID[bag.ID]; there && bag.ID != "" {
			continue
		}
		c := bag.InBag
		if bag.StartG != nil {
			c.Grams, c.Since = bag.StartG, s.stamp()
		}
		insert(s, &s.coffees, app.KindCoffee, bag.ID, copied(c))
	}
	id := s.addTrip(app.Trip{Name: t.Name, People: t.People, StartsOn: t.StartsOn, Supplies: t.Supplies})
	n := 0
	for i, js := range t.Stops {
		stop := s.addStop(app.Stop{TripID: id, Position: i + 1, Name: js.Name, Day: js.Day, Km: js.Km, TimeZone: js.TimeZone, Note: js.Note, Conditions: js.Conditions, Facts: js.Facts})
		for _, b := range js.Brews {
			if _, err := s.insertBrew(app.Brew{StopID: stop, Name: b.Name, At: b.At, Request: b.Request}, plans[n]); err != nil {
				return 0, err
			}
			n++
		}
	}
	return id, nil
}

// Stops

func (s *Store) stop(r *row[app.Stop]) app.Stop {
	st := copied(r.v)
	st.ID, st.UUID, st.Revision, st.MadeAt = r.id, r.uuid, r.revision, r.madeAt
	return st
}

// stopsOf are a trip's stops that are there, in order.
func (s *Store) stopsOf(trip int64) []*row[app.Stop] {
	var out []*row[app.Stop]
	for _, r := range s.stops.all() {
		if !r.deleted && r.v.TripID == trip {
			out = append(out, r)
		}
	}
	slices.SortStableFunc(out, func(a, b *row[app.Stop]) int { return a.v.Position - b.v.Position })
	return out
}

// Stops lists a trip's stops in order.
func (s *Store) Stops(_ context.Context, trip int64) ([]app.Stop, error) {
	defer s.lock()()
	out := []app.Stop{}
	for _, r := range s.stopsOf(trip) {
		out = append(out, s.stop(r))
	}
	return out, nil
}

// Stop returns one stop.
func (s *Store) Stop(_ context.Context, id int64) (app.Stop, error) {
	defer s.lock()()
	r, err := live(&s.stops, id)
	if err != nil {
		return app.Stop{}, err
	}
	return s.stop(r), nil
}

func (s *Store) addStop(st app.Stop) int64 {
	return insert(s, &s.stops, app.KindStop, st.UUID, copied(st)).id
}

// InsertStop makes a stop at its place along the trip: those at its position and after it
// move on.
func (s *Store) InsertStop(_ context.Context, st app.Stop) (int64, error) {
	defer s.lock()()
	if _, err := live(&s.trips, st.TripID); err != nil {
		return 0, err
	}
	for _, r := range s.stopsOf(st.TripID) {
		if r.v.Position >= st.Position {
			r.v.Position, r.v.Day = r.v.Position+1, max(r.v.Day, st.Day)
			r.revision++
			s.touch(app.KindStop, r.uuid)
		}
	}
	return s.addStop(st), nil
}

// SetStop changes a stop from the revision that it names.
func (s *Store) SetStop(_ context.Context, st app.Stop) error {
	defer s.lock()()
	r, err := from(&s.stops, st.ID, st.Revision)
	if err != nil {
		return err
	}
	st.TripID = r.v.TripID
	r.v = copied(st)
	r.revision++
	s.touch(app.KindStop, r.uuid)
	return nil
}

// Arrange sets the order, days and distances of stops of a trip: all of them or none.
func (s *Store) Arrange(_ context.Context, trip int64, stops []app.Stop) error {
	defer s.lock()()
	for _, st := range stops {
		r, err := live(&s.stops, st.ID)
		if err != nil {
			return err
		}
		if r.v.TripID != trip {
			return app.ErrNotFound
		}
		if r.revision != st.Revision {
			return app.ErrConflict
		}
	}
	for _, st := range stops {
		r := s.stops.rows[st.ID]
		if r.v.Position == st.Position && r.v.Day == st.Day && r.v.Km == st.Km {
			continue
		}
		r.v.Position, r.v.Day, r.v.Km = st.Position, st.Day, st.Km
		r.revision++
		s.touch(app.KindStop, r.uuid)
	}
	return nil
}

// MoveStop moves a stop with its brews and their log into a trip, or to none.
func (s *Store) MoveStop(_ context.Context, id, to int64, day int) error {
	defer s.lock()()
	r, err := live(&s.stops, id)
	if err != nil {
		return err
	}
	if _, err := live(&s.trips, to); err != nil {
		return err
	}
	at := 1
	for _, o := range s.stopsOf(to) {
		if o.v.Day <= day {
			at = max(at, o.v.Position+1)
		}
	}
	for _, o := range s.stopsOf(to) {
		if o.v.Position >= at {
			o.v.Position++
			o.revision++
			s.touch(app.KindStop, o.uuid)
		}
	}
	r.v.TripID, r.v.Day, r.v.Position = to, day, at
	r.revision++
	s.touch(app.KindStop, r.uuid)
	return nil
}

// SplitStop makes two stops of a stay.
func (s *Store) SplitStop(_ context.Context, id int64, nights int) (app.Stop, error) {
	defer s.lock()()
	r, err := live(&s.stops, id)
	if err != nil {
		return app.Stop{}, err
	}
	first, second, err := app.Halves(s.stop(r), nights)
	if err != nil {
		return app.Stop{}, err
	}
	r.v = first
	r.revision++
	s.touch(app.KindStop, r.uuid)
	for _, o := range s.stops.all() {
		if o.v.TripID == r.v.TripID && o.v.Position > r.v.Position {
			o.v.Position++
			o.revision++
			s.touch(app.KindStop, o.uuid)
		}
	}
	second.ID = s.addStop(second)
	for _, b := range s.brewsAt(id) {
		c := b.v
		c.stop = second.ID
		made := insert(s, &s.brews, app.KindBrew, "", c)
		of := s.plans.rows[c.plan]
		p := insert(s, &s.plans, app.KindPlan, "", planRow{brew: made.id, rec: of.v.rec, working: of.v.working})
		p.v.rec.CreatedAt = p.madeAt
		made.v.plan = p.id
	}
	return second, nil
}

// JoinStops undoes SplitStop.
func (s *Store) JoinStops(_ context.Context, id, with int64) error {
	defer s.lock()()
	a, err := live(&s.stops, id)
	if err != nil {
		return err
	}
	b, err := live(&s.stops, with)
	if err != nil {
		return err
	}
	if a.v.TripID != b.v.TripID || id == with {
		return app.ErrNotFound
	}
	a.v = app.Joined(a.v, b.v)
	a.revision++
	b.deleted = true
	s.touch(app.KindStop, a.uuid)
	s.touch(app.KindStop, b.uuid)
	return nil
}

// DeleteStop takes a stop away, with its brews.
func (s *Store) DeleteStop(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.stops, app.KindStop, id, true)
}

// RestoreStop undoes DeleteStop.
func (s *Store) RestoreStop(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.stops, app.KindStop, id, false)
}

// Brews

// at is the stop of a brew, where brew, stop and trip are there.
func (s *Store) at(r *row[brewRow]) (*row[app.Stop], bool) {
	if r == nil || r.deleted {
		return nil, false
	}
	st := s.stops.rows[r.v.stop]
	if st == nil || st.deleted {
		return nil, false
	}
	t := s.trips.rows[st.v.TripID]
	return st, t != nil && !t.deleted
}

func (s *Store) brewsAt(stop int64) []*row[brewRow] {
	var out []*row[brewRow]
	for _, r := range s.brews.all() {
		if !r.deleted && r.v.stop == stop {
			out = append(out, r)
		}
	}
	return out
}

func (s *Store) brew(r *row[brewRow], st *row[app.Stop]) (app.Brew, error) {
	b := app.Brew{ID: r.id, UUID: r.uuid, StopID: r.v.stop, TripID: st.v.TripID, Name: r.v.name, At: r.v.at, Revision: r.revision, PlanID: r.v.plan, Own: r.v.patch}
	if p := s.plans.rows[r.v.plan]; p != nil {
		b.CaffeineMg = p.v.rec.CaffeineMg
	}
	for _, l := range s.log.rows {
		if !l.deleted && l.v.brew == r.id {
			b.Tastings++
		}
	}
	var err error
	b.Request, err = app.Overlay(trip.ConditionsAt(copied(st.v.Conditions), st.v.Facts, r.v.at), r.v.patch)
	return b, err
}

// Brews lists the brews of a trip, in the order of its stops.
func (s *Store) Brews(_ context.Context, trip int64) ([]app.Brew, error) {
	defer s.lock()()
	out := []app.Brew{}
	if _, err := live(&s.trips, trip); err != nil {
		return out, nil
	}
	for _, st := range s.stopsOf(trip) {
		here := s.brewsAt(st.id)
		slices.SortStableFunc(here, func(a, b *row[brewRow]) int { return strings.Compare(a.v.at, b.v.at) })
		for _, r := range here {
			b, err := s.brew(r, st)
			if err != nil {
				return nil, err
			}
			out = append(out, b)
		}
	}
	return out, nil
}

// Brew returns one brew.
func (s *Store) Brew(_ context.Context, id int64) (app.Brew, error) {
	defer s.lock()()
	return s.brewOf(id)
}

func (s *Store) brewOf(id int64) (app.Brew, error) {
	r := s.brews.rows[id]
	st, ok := s.at(r)
	if !ok {
		return app.Brew{}, app.ErrNotFound
	}
	return s.brew(r, st)
}

func (s *Store) patchFor(b app.Brew) (string, error) {
	st, err := live(&s.stops, b.StopID)
	if err != nil {
		return "", err
	}
	return app.Difference(trip.ConditionsAt(copied(st.v.Conditions), st.v.Facts, b.At), b.Request)
}

func (s *Store) insertBrew(b app.Brew, p *brew.Plan) (int64, error) {
	patch, err := s.patchFor(b)
	if err != nil {
		return 0, err
	}
	r := insert(s, &s.brews, app.KindBrew, b.UUID, brewRow{stop: b.StopID, name: b.Name, at: b.At, patch: patch})
	s.addPlan(r, b.Request, p)
	return r.id, nil
}

// addPlan gives a brew its plan. One that says the same is that one.
func (s *Store) addPlan(r *row[brewRow], request brew.Request, p *brew.Plan) {
	rec := app.PlanRecordOf(request, p, s.stamp())
	for _, o := range s.plans.all() {
		if o.v.brew == r.id && o.v.rec.Version == rec.Version && same(o.v.rec.Request, request) {
			r.v.plan = o.id
			return
		}
	}
	r.v.plan = insert(s, &s.plans, app.KindPlan, "", planRow{brew: r.id, rec: rec}).id
}

func same(a, b any) bool {
	x, err1 := json.Marshal(a)
	y, err2 := json.Marshal(b)
	return err1 == nil && err2 == nil && string(x) == string(y)
}

// AddBrew stores a brew with its plan, and returns it.
func (s *Store) AddBrew(_ context.Context, b app.Brew, p *brew.Plan) (app.Brew, error) {
	defer s.lock()()
	id, err := s.insertBrew(b, p)
	if err != nil {
		return b, err
	}
	return s.brewOf(id)
}

// AddBrews stores brews with their plans, all of them or none.
func (s *Store) AddBrews(_ context.Context, brews []app.Brew, plans []*brew.Plan) ([]app.Brew, error) {
	defer s.lock()()
	for _, b := range brews {
		if _, err := s.patchFor(b); err != nil {
			return nil, err
		}
	}
	out := []app.Brew{}
	for i, b := range brews {
		id, err := s.insertBrew(b, plans[i])
		if err != nil {
			return nil, err
		}
		kept, err := s.brewOf(id)
		if err != nil {
			return nil, err
		}
		out = append(out, kept)
	}
	return out, nil
}

// SetBrew changes a brew and stores its new plan.
func (s *Store) SetBrew(_ context.Context, b app.Brew, p *brew.Plan) (app.Brew, error) {
	defer s.lock()()
	r, err := from(&s.brews, b.ID, b.Revision)
	if err != nil {
		return b, err
	}
	b.StopID = r.v.stop
	if err := s.rebrew(r, b, p); err != nil {
		return b, err
	}
	r.v.name, r.v.at = b.Name, b.At
	return s.brewOf(b.ID)
}

func (s *Store) rebrew(r *row[brewRow], b app.Brew, p *brew.Plan) error {
	patch, err := s.patchFor(b)
	if err != nil {
		return err
	}
	r.v.patch = patch
	r.revision++
	s.touch(app.KindBrew, r.uuid)
	s.addPlan(r, b.Request, p)
	return nil
}

// SetBrews changes the requests of brews and stores their new plans: all of them or none.
func (s *Store) SetBrews(_ context.Context, brews []app.Brew, plans []*brew.Plan) error {
	defer s.lock()()
	for _, b := range brews {
		if _, err := from(&s.brews, b.ID, b.Revision); err != nil {
			return app.ErrConflict
		}
		if _, err := s.patchFor(b); err != nil {
			return err
		}
	}
	for i, b := range brews {
		if err := s.rebrew(s.brews.rows[b.ID], b, plans[i]); err != nil {
			return err
		}
	}
	return nil
}

// MoveBrew moves a brew with its log to another stop, and plans it there.
func (s *Store) MoveBrew(_ context.Context, b app.Brew, stop int64, p *brew.Plan) (app.Brew, error) {
	defer s.lock()()
	r, err := from(&s.brews, b.ID, b.Revision)
	if err != nil {
		return b, err
	}
	b.StopID = stop
	if err := s.rebrew(r, b, p); err != nil {
		return b, err
	}
	r.v.stop, r.v.at = stop, b.At
	return s.brewOf(b.ID)
}

// DeleteBrew takes a brew away, with its log entries.
func (s *Store) DeleteBrew(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.brews, app.KindBrew, id, true)
}

// RestoreBrew undoes DeleteBrew.
func (s *Store) RestoreBrew(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.brews, app.KindBrew, id, false)
}

// Plan returns a stored plan.
func (s *Store) Plan(_ context.Context, id int64) (app.StoredPlan, error) {
	defer s.lock()()
	r := s.plans.rows[id]
	if r == nil {
		return app.StoredPlan{}, app.ErrNotFound
	}
	told, err := s.told(r)
	if err != nil {
		return app.StoredPlan{}, fmt.Errorf("plan %d: %w", id, err)
	}
	p := app.StoredPlan{ID: r.id, UUID: r.uuid, BrewID: r.v.brew, Request: copied(r.v.rec.Request), Plan: *told, CoreVersion: r.v.rec.Version, CreatedAt: r.v.rec.CreatedAt}
	if p.Plan.Working = r.v.working; p.Plan.Working == nil {
		p.Plan.Working = working.Sheet{}
	}
	return p, nil
}

func (s *Store) told(r *row[planRow]) (*brew.Plan, error) { return r.v.rec.Told() }

// KeepWorking keeps the workings of a plan, where it has none.
func (s *Store) KeepWorking(_ context.Context, plan int64, w working.Sheet) error {
	defer s.lock()()
	if r := s.plans.rows[plan]; r != nil && r.v.working == nil {
		r.v.working = w
	}
	return nil
}

// Runs

// Run returns the run of a brew.
func (s *Store) Run(_ context.Context, brew int64) (app.Run, error) {
	defer s.lock()()
	r, ok := s.runs[brew]
	if !ok {
		return app.Run{}, app.ErrNotFound
	}
	return copied(r.run), nil
}

// SetRun stores the run of a brew, in place of an earlier one.
func (s *Store) SetRun(_ context.Context, id int64, r app.Run) error {
	defer s.lock()()
	if p := s.plans.rows[r.PlanID]; p == nil || p.v.brew != id {
		return brew.Problems{{Field: "plan_id", Value: r.PlanID, Message: fmt.Sprintf("%d is no plan of this brew; allowed: the one that it is made by, or nothing for its present one", r.PlanID)}}
	}
	s.turn++
	s.runs[id] = runRow{copied(r), s.turn}
	return nil
}

// EndRun forgets the run of a brew.
func (s *Store) EndRun(_ context.Context, brew int64) error {
	defer s.lock()()
	delete(s.runs, brew)
	return nil
}

// Running lists the brews that are being made, the one touched last first.
func (s *Store) Running(context.Context) ([]app.Brew, error) { return s.made(false) }

// Unwritten lists the brews that were made and are not written down, the one touched last
// first.
func (s *Store) Unwritten(context.Context) ([]app.Brew, error) { return s.made(true) }

func (s *Store) made(finished bool) ([]app.Brew, error) {
	defer s.lock()()
	out := []app.Brew{}
	ids := slices.SortedFunc(maps.Keys(s.runs), func(a, b int64) int { return int(s.runs[b].touched - s.runs[a].touched) })
	for _, id := range ids {
		if s.runs[id].run.Finished != finished {
			continue
		}
		if b, err := s.brewOf(id); err == nil {
			out = append(out, b)
		}
	}
	return out, nil
}

// Ticks

// Ticks are the lines of a trip's list that are done.
func (s *Store) Ticks(_ context.Context, trip int64, list string) ([]string, error) {
	defer s.lock()()
	r, err := live(&s.trips, trip)
	if err != nil {
		return nil, err
	}
	out := slices.Sorted(maps.Keys(r.v.ticks[list]))
	if out == nil {
		out = []string{}
	}
	return out, nil
}

// SetTicks says whether lines of a trip's list are done.
func (s *Store) SetTicks(_ context.Context, trip int64, list string, lines []string, done bool) error {
	if err := app.CheckLines(lines); err != nil {
		return err
	}
	defer s.lock()()
	r, err := live(&s.trips, trip)
	if err != nil {
		return err
	}
	if r.v.ticks[list] == nil {
		r.v.ticks[list] = map[string]bool{}
	}
	for _, line := range lines {
		if done {
			r.v.ticks[list][line] = true
		} else {
			delete(r.v.ticks[list], line)
		}
	}
	s.touch(app.KindTrip, r.uuid)
	return nil
}

// Calendar is what was last written of a trip's calendar.
func (s *Store) Calendar(_ context.Context, trip int64) (string, error) {
	defer s.lock()()
	r, err := live(&s.trips, trip)
	if err != nil {
		return "", err
	}
	return cmp.Or(r.v.calendar, "[]"), nil
}

// SetCalendar keeps what was written of a trip's calendar, where was is still what is kept. It
// is no part of what is brought home: calendars are written there.
func (s *Store) SetCalendar(_ context.Context, trip int64, was, now string) error {
	defer s.lock()()
	r, err := live(&s.trips, trip)
	if err != nil {
		return err
	}
	if cmp.Or(r.v.calendar, "[]") != was {
		return app.ErrConflict
	}
	r.v.calendar = now
	return nil
}
