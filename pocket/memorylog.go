package pocket

import (
	"cmp"
	"context"
	"slices"
	"time"

	"apodemos/app"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/taste"
)

// Log

func (s *Store) entry(r *row[logRow]) (app.LogEntry, bool, error) {
	b := s.brews.rows[r.v.brew]
	st, ok := s.at(b)
	if r.deleted || !ok {
		return app.LogEntry{}, false, nil
	}
	l := app.LogEntry{ID: r.id, UUID: r.uuid, Revision: r.revision, BrewID: r.v.brew, PlanID: r.v.plan, BrewedAt: r.v.brewedAt, Noted: copied(r.v.noted), TripID: st.v.TripID, StopID: st.id, StopName: st.v.Name, BrewName: b.v.name}
	l.Says = taste.Say(l.Tasting)
	p, err := s.told(s.plans.rows[r.v.plan])
	if err != nil {
		return l, false, err
	}
	q := p.Request
	l.AltitudeM, l.Method = q.Place.AltitudeM, q.Method
	if q.School != nil {
		l.School = *q.School
	}
	if q.Recipe != nil {
		l.RecipeName = q.Recipe.Name
	}
	if q.Coffee.Name != nil {
		l.CoffeeName = *q.Coffee.Name
	}
	if c := s.coffees.rows[s.coffees.byUUID[l.Coffee]]; c != nil {
		l.CoffeeName = c.v.Name
	}
	l.DoseG, l.PouredMl, l.BoilC, l.StartC, l.ContactS = or0(p.DoseG), or0(p.Water.PouredMl), or0(p.BoilC), or0(p.StartC), or0(p.ContactS)
	l.Clicks, l.GrindUm, l.ExtractionPct, l.PlannedTDS = p.Grind.Clicks, p.Grind.Um, p.Strength.ExtractionPct, p.Strength.TDSPct
	var bars []app.SmallBar
	for _, step := range p.Steps {
		bars = append(bars, app.SmallBar{Lane: string(step.Lane), AtS: step.AtS, ForS: step.ForS, ToG: or0(step.ToG)})
	}
	l.Small = app.SmallOf(bars, p.Curves.WaterC)
	return l, true, nil
}

func or0(v *float64) float64 {
	if v == nil {
		return 0
	}
	return *v
}

// moment is a time to sort by; a text that is none comes first.
func moment(s string) time.Time {
	t, _ := time.Parse(time.RFC3339, s)
	return t
}

// Log lists the log entries of a trip, latest first; trip 0 means all trips.
func (s *Store) Log(ctx context.Context, trip int64) ([]app.LogEntry, error) {
	return s.LatestLog(ctx, trip, -1)
}

// LatestLog lists so many entries of a trip, the latest first, or all where n is negative.
func (s *Store) LatestLog(_ context.Context, trip int64, n int) ([]app.LogEntry, error) {
	out, err := s.entries(func(l app.LogEntry) bool { return trip == 0 || l.TripID == trip })
	if n >= 0 && len(out) > n {
		out = out[:n]
	}
	return out, err
}

// LogOf lists the entries of a coffee, by its identity, the latest first; none for "".
func (s *Store) LogOf(_ context.Context, coffee string) ([]app.LogEntry, error) {
	return s.entries(func(l app.LogEntry) bool { return coffee != "" && l.Coffee == coffee })
}

// entries are those that are wanted, the latest first.
func (s *Store) entries(wanted func(app.LogEntry) bool) ([]app.LogEntry, error) {
	defer s.lock()()
	out := []app.LogEntry{}
	for _, r := range s.log.all() {
		l, ok, err := s.entry(r)
		if err != nil {
			return nil, err
		}
		if ok && wanted(l) {
			out = append(out, l)
		}
	}
	slices.SortStableFunc(out, func(a, b app.LogEntry) int {
		return cmp.Or(moment(b.BrewedAt).Compare(moment(a.BrewedAt)), int(b.ID-a.ID))
	})
	return out, nil
}

// LogEntry returns one entry.
func (s *Store) LogEntry(_ context.Context, id int64) (app.LogEntry, error) {
	defer s.lock()()
	return s.entryOf(id)
}

func (s *Store) entryOf(id int64) (app.LogEntry, error) {
	r := s.log.rows[id]
	if r == nil {
		return app.LogEntry{}, app.ErrNotFound
	}
	l, ok, err := s.entry(r)
	if err == nil && !ok {
		err = app.ErrNotFound
	}
	return l, err
}

// AddLog stores an entry for a brew and its present plan, and ends the brew's run.
func (s *Store) AddLog(_ context.Context, l app.LogEntry) (app.LogEntry, error) {
	defer s.lock()()
	b, err := live(&s.brews, l.BrewID)
	if err != nil {
		return l, err
	}
	l.PlanID = b.v.plan
	if r, ok := s.runs[l.BrewID]; ok {
		l.PlanID = r.run.PlanID
	}
	p := s.plans.rows[l.PlanID]
	if p == nil {
		return l, app.ErrNotFound
	}
	if l.Coffee == "" {
		if told, err := s.told(p); err == nil && told.Request.Coffee.ID != nil {
			l.Coffee = *told.Request.Coffee.ID
		}
	}
	r := insert(s, &s.log, app.KindLog, l.UUID, logRow{l.BrewID, l.PlanID, l.BrewedAt, copied(l.Noted)})
	s.touch(app.KindPlan, p.uuid)
	delete(s.runs, l.BrewID)
	return s.entryOf(r.id)
}

// SetLog changes what an entry says, from a revision.
func (s *Store) SetLog(_ context.Context, id, revision int64, n app.Noted) error {
	defer s.lock()()
	r, err := from(&s.log, id, revision)
	if err != nil {
		return err
	}
	r.v.noted = copied(n)
	r.revision++
	s.touch(app.KindLog, r.uuid)
	return nil
}

// DeleteLog takes an entry away.
func (s *Store) DeleteLog(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.log, app.KindLog, id, true)
}

// RestoreLog undoes DeleteLog.
func (s *Store) RestoreLog(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.log, app.KindLog, id, false)
}

// Coffees

// used is what was brewed of a coffee since it was weighed, in g, at stops that count.
func (s *Store) used(uuid, since string, counts func(app.Stop) bool) (float64, error) {
	sum := 0.0
	for _, r := range s.log.all() {
		if r.deleted || r.v.noted.Coffee != uuid {
			continue
		}
		if since != "" && moment(r.v.brewedAt).Before(moment(since)) {
			continue
		}
		b := s.brews.rows[r.v.brew]
		if b == nil || s.stops.rows[b.v.stop] == nil || !counts(s.stops.rows[b.v.stop].v) {
			continue
		}
		p := s.plans.rows[r.v.plan].v.rec
		// A concentrate's coffee was taken when it was made.
		if p.Request.Method == "serve-concentrate" {
			continue
		}
		if d := r.v.noted.Had.DoseG; d != nil {
			sum += *d
		} else {
			sum += p.DoseG
		}
	}
	return sum, nil
}

func (s *Store) coffee(r *row[app.CoffeeSet]) (app.Coffee, error) {
	c := app.Coffee{ID: r.id, UUID: r.uuid, Revision: r.revision, CoffeeSet: copied(r.v), Deleted: r.deleted}
	for _, l := range s.log.rows {
		if !l.deleted && l.v.noted.Coffee == r.uuid {
			c.Cups++
		}
	}
	var err error
	if c.UsedG, err = s.used(r.uuid, c.Since, func(app.Stop) bool { return true }); err != nil {
		return c, err
	}
	if c.Grams != nil {
		c.LeftG = new(max(*c.Grams-c.UsedG, 0))
	}
	return c, nil
}

// Coffees lists the coffees, the newest first; with all, the deleted ones too.
func (s *Store) Coffees(_ context.Context, all bool) ([]app.Coffee, error) {
	defer s.lock()()
	out := []app.Coffee{}
	for _, r := range slices.Backward(s.coffees.all()) {
		if r.deleted && !all {
			continue
		}
		c, err := s.coffee(r)
		if err != nil {
			return nil, err
		}
		out = append(out, c)
	}
	return out, nil
}

// Coffee returns one coffee, also a deleted one.
func (s *Store) Coffee(_ context.Context, id int64) (app.Coffee, error) {
	defer s.lock()()
	r := s.coffees.rows[id]
	if r == nil {
		return app.Coffee{}, app.ErrNotFound
	}
	return s.coffee(r)
}

// CoffeeOf is Coffee by its identity.
func (s *Store) CoffeeOf(ctx context.Context, uuid string) (app.Coffee, error) {
	return s.Coffee(ctx, idOf(s, &s.coffees, uuid))
}

func idOf[T any](s *Store, t *table[T], uuid string) int64 {
	defer s.lock()()
	return t.byUUID[uuid]
}

// AddCoffee keeps a coffee; an identity is given to one that has none.
func (s *Store) AddCoffee(_ context.Context, uuid string, c app.CoffeeSet) (int64, error) {
	defer s.lock()()
	return insert(s, &s.coffees, app.KindCoffee, uuid, copied(c)).id, nil
}

func set[T any](s *Store, t *table[T], kind string, id, revision int64, v T) error {
	defer s.lock()()
	r, err := from(t, id, revision)
	if err != nil {
		return err
	}
	r.v = copied(v)
	r.revision++
	s.touch(kind, r.uuid)
	return nil
}

// SetCoffee changes a coffee from a revision.
func (s *Store) SetCoffee(_ context.Context, id, revision int64, c app.CoffeeSet) error {
	return set(s, &s.coffees, app.KindCoffee, id, revision, c)
}

// DeleteCoffee takes a coffee off the shelf.
func (s *Store) DeleteCoffee(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.coffees, app.KindCoffee, id, true)
}

// RestoreCoffee undoes DeleteCoffee.
func (s *Store) RestoreCoffee(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.coffees, app.KindCoffee, id, false)
}

// Recipes

func ownRecipe(r *row[recipe.Recipe]) app.OwnRecipe {
	return app.OwnRecipe{ID: r.id, UUID: r.uuid, Revision: r.revision, Recipe: copied(r.v), Deleted: r.deleted}
}

// Recipes lists a person's own recipes, the newest first; with all, the deleted ones too.
func (s *Store) Recipes(_ context.Context, all bool) ([]app.OwnRecipe, error) {
	defer s.lock()()
	out := []app.OwnRecipe{}
	for _, r := range slices.Backward(s.recipes.all()) {
		if all || !r.deleted {
			out = append(out, ownRecipe(r))
		}
	}
	return out, nil
}

// OwnRecipe returns one recipe, also a deleted one.
func (s *Store) OwnRecipe(_ context.Context, id int64) (app.OwnRecipe, error) {
	defer s.lock()()
	r := s.recipes.rows[id]
	if r == nil {
		return app.OwnRecipe{}, app.ErrNotFound
	}
	return ownRecipe(r), nil
}

// RecipeOf is OwnRecipe by its identity.
func (s *Store) RecipeOf(ctx context.Context, uuid string) (app.OwnRecipe, error) {
	return s.OwnRecipe(ctx, idOf(s, &s.recipes, uuid))
}

// AddRecipe keeps a recipe; an identity is given to one that has none.
func (s *Store) AddRecipe(_ context.Context, uuid string, r recipe.Recipe) (int64, error) {
	defer s.lock()()
	return insert(s, &s.recipes, app.KindRecipe, uuid, copied(r)).id, nil
}

// SetRecipe changes a recipe from a revision.
func (s *Store) SetRecipe(_ context.Context, id, revision int64, r recipe.Recipe) error {
	return set(s, &s.recipes, app.KindRecipe, id, revision, r)
}

// DeleteRecipe takes a recipe away; brews keep it.
func (s *Store) DeleteRecipe(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.recipes, app.KindRecipe, id, true)
}

// RestoreRecipe undoes DeleteRecipe.
func (s *Store) RestoreRecipe(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.recipes, app.KindRecipe, id, false)
}

// Blind comparisons

func blind(r *row[app.BlindSet]) app.Blind {
	return app.Blind{ID: r.id, UUID: r.uuid, Revision: r.revision, BlindSet: copied(r.v)}
}

// Blinds lists the blind comparisons, the newest first.
func (s *Store) Blinds(context.Context) ([]app.Blind, error) {
	defer s.lock()()
	out := []app.Blind{}
	for _, r := range slices.Backward(s.blinds.all()) {
		if !r.deleted {
			out = append(out, blind(r))
		}
	}
	return out, nil
}

// Blind returns one.
func (s *Store) Blind(_ context.Context, id int64) (app.Blind, error) {
	defer s.lock()()
	r, err := live(&s.blinds, id)
	if err != nil {
		return app.Blind{}, err
	}
	return blind(r), nil
}

// AddBlind keeps a blind comparison.
func (s *Store) AddBlind(_ context.Context, b app.BlindSet) (int64, error) {
	defer s.lock()()
	return insert(s, &s.blinds, app.KindBlind, "", copied(b)).id, nil
}

// SetBlind changes one from a revision.
func (s *Store) SetBlind(_ context.Context, id, revision int64, b app.BlindSet) error {
	return set(s, &s.blinds, app.KindBlind, id, revision, b)
}

// DeleteBlind takes one away.
func (s *Store) DeleteBlind(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.blinds, app.KindBlind, id, true)
}

// RestoreBlind undoes DeleteBlind.
func (s *Store) RestoreBlind(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.blinds, app.KindBlind, id, false)
}

// Gear

func item(r *row[gear.Item]) gear.Item {
	it := copied(r.v)
	it.ID, it.UUID, it.Revision = r.id, r.uuid, r.revision
	return it
}

// Gear lists the shelf.
func (s *Store) Gear(context.Context) ([]gear.Item, error) {
	defer s.lock()()
	out := []gear.Item{}
	for _, r := range s.gear.all() {
		if !r.deleted {
			out = append(out, item(r))
		}
	}
	return out, nil
}

// GearItem returns one item.
func (s *Store) GearItem(_ context.Context, id int64) (gear.Item, error) {
	defer s.lock()()
	r, err := live(&s.gear, id)
	if err != nil {
		return gear.Item{}, err
	}
	return item(r), nil
}

// AddGear puts items on the shelf, and returns their IDs.
func (s *Store) AddGear(_ context.Context, items []gear.Item) ([]int64, error) {
	defer s.lock()()
	var ids []int64
	for _, it := range items {
		identity := it.UUID
		it.ID, it.UUID, it.Revision = 0, "", 0
		ids = append(ids, insert(s, &s.gear, app.KindGear, identity, copied(it)).id)
	}
	return ids, nil
}

// SetGear changes an item from the revision that it names.
func (s *Store) SetGear(_ context.Context, it gear.Item) error {
	id, revision := it.ID, it.Revision
	it.ID, it.UUID, it.Revision = 0, "", 0
	return set(s, &s.gear, app.KindGear, id, revision, it)
}

// DeleteGear takes an item off the shelf.
func (s *Store) DeleteGear(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.gear, app.KindGear, id, true)
}

// RestoreGear undoes DeleteGear.
func (s *Store) RestoreGear(_ context.Context, id int64) error {
	defer s.lock()()
	return mark(s, &s.gear, app.KindGear, id, false)
}

// TripKit returns the kit of a trip.
func (s *Store) TripKit(_ context.Context, trip int64) (app.TripKit, error) {
	defer s.lock()()
	r, err := live(&s.trips, trip)
	k := app.TripKit{Items: []int64{}, Packed: []string{}, Lost: []app.Lost{}}
	if err != nil {
		return k, err
	}
	was := copied(r.v.kit)
	k.Wishes = was.Wishes
	k.Items, k.Packed, k.Lost = append(k.Items, was.Items...), append(k.Packed, was.Packed...), append(k.Lost, was.Lost...)
	k.Revision = r.v.kitRevision
	return k, nil
}

// SetTripKit keeps the kit of a trip, from the revision that it names.
func (s *Store) SetTripKit(_ context.Context, trip int64, k app.TripKit) error {
	defer s.lock()()
	r, err := live(&s.trips, trip)
	if err != nil {
		return err
	}
	if k.Revision != r.v.kitRevision {
		return app.ErrConflict
	}
	k.Revision = 0
	r.v.kit = copied(k)
	r.v.kitRevision++
	s.touch(app.KindTrip, r.uuid)
	return nil
}
