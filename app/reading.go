package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"apodemos/app/journal"
	"apodemos/core/gear"
	"apodemos/core/kit"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/core/working"
)

// Records are the records of a store by their Go types: what is there, and what it is part of,
// too. What is deleted is ErrNotFound, but for coffees and recipes, which are read where they
// were used.
type Records struct {
	Reader
	recall *recall
}

// there is a record that is there with all that it is part of.
func (r Records) there(ctx context.Context, kind string, id int64) (Row, error) {
	row, err := r.Get(ctx, kind, id)
	if err == nil && row.Deleted {
		err = ErrNotFound
	}
	for k, at := kindOf(kind), row; err == nil && k.Parent != ""; k = kindOf(k.Parent) {
		if at, err = r.Get(ctx, k.Parent, at.Parent); err == nil && at.Deleted {
			err = ErrNotFound
		}
	}
	return row, err
}

// each reads rows one by one.
func each[T any](rows []Row, err error, of func(Row) (T, error)) ([]T, error) {
	if err != nil {
		return nil, err
	}
	out := make([]T, 0, len(rows))
	for _, row := range rows {
		v, err := of(row)
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, nil
}

// one reads a row.
func one[T any](row Row, err error, of func(Row) (T, error)) (T, error) {
	if err != nil {
		var none T
		return none, err
	}
	return of(row)
}

// lone is the one record of a kind that is part of another; ErrNotFound where there is none.
func (r Records) lone(ctx context.Context, kind string, parent int64) (Row, error) {
	rows, err := r.List(ctx, Query{Kind: kind, Of: Of{kindOf(kind).Parent, parent}, Loose: true})
	if err == nil && len(rows) == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return Row{}, err
	}
	return rows[0], nil
}

// TripBody is what is kept of a trip.
type TripBody struct {
	TripIn
	Archived bool `json:"archived,omitempty"`
}

func tripOf(row Row) (Trip, error) {
	b, err := read[TripBody](row)
	return Trip{row.ID, row.UUID, row.Revision, b.TripIn, b.Archived}, err
}

// Trips lists the trips, the newest first, archived ones too.
func (r Records) Trips(ctx context.Context) ([]Trip, error) {
	rows, err := r.List(ctx, Query{Kind: KindTrip, Desc: true})
	return each(slices.DeleteFunc(rows, func(row Row) bool { return row.ID == NoTrip }), err, tripOf)
}

// Trip is one of them, or NoTrip.
func (r Records) Trip(ctx context.Context, id int64) (Trip, error) {
	row, err := r.there(ctx, KindTrip, id)
	return one(row, err, tripOf)
}

func stopOf(row Row) (Stop, error) {
	in, err := read[StopIn](row)
	return Stop{row.ID, row.UUID, row.Revision, row.Parent, in, row.MadeAt}, err
}

// Stops lists a trip's stops in order.
func (r Records) Stops(ctx context.Context, trip int64) ([]Stop, error) {
	rows, err := r.List(ctx, Query{Kind: KindStop, Of: Of{KindTrip, trip}})
	return each(rows, err, stopOf)
}

// Stop is one of them.
func (r Records) Stop(ctx context.Context, id int64) (Stop, error) {
	row, err := r.there(ctx, KindStop, id)
	return one(row, err, stopOf)
}

// BrewBody is what is kept of a brew. What it has of its own is parted in two: conditions, field
// by field, and the way that it is made, which holds together and is changed as a whole.
type BrewBody struct {
	Name string                     `json:"name,omitempty"`
	At   string                     `json:"at,omitempty"`
	Own  map[string]json.RawMessage `json:"own,omitempty"`
	Way  map[string]json.RawMessage `json:"way,omitempty"`
	Plan string                     `json:"plan"`
}

// brewAt is a brew at its stop, with the supplies of its trip.
func (r Records) brewAt(ctx context.Context, row Row, st Stop, of trip.Supplies) (Brew, error) {
	b := Brew{ID: row.ID, UUID: row.UUID, StopID: row.Parent, TripID: st.TripID, Revision: row.Revision}
	body, err := read[BrewBody](row)
	if err != nil {
		return b, err
	}
	b.Name, b.At = body.Name, body.At
	if b.Request, err = overlaid(trip.ConditionsAt(st.Conditions, st.Facts, b.At), body); err != nil {
		return b, err
	}
	b.Request = of.In(b.Request)
	p, err := r.Find(ctx, KindPlan, body.Plan)
	if errors.Is(err, ErrNotFound) {
		return b, nil
	}
	if err != nil {
		return b, err
	}
	plan, err := read[struct {
		CaffeineMg float64 `json:"caffeine_mg"`
	}](p)
	b.PlanID, b.CaffeineMg = p.ID, plan.CaffeineMg
	return b, err
}

// supplies are those of a trip; none of no trip.
func (r Records) supplies(ctx context.Context, id int64) (trip.Supplies, error) {
	if id == NoTrip {
		return trip.Supplies{}, nil
	}
	t, err := r.Trip(ctx, id)
	return t.Supplies, err
}

// Brews lists the brews of a trip, in the order of its stops.
func (r Records) Brews(ctx context.Context, trip int64) ([]Brew, error) {
	stops, err := r.Stops(ctx, trip)
	if err != nil {
		return nil, err
	}
	return r.brewsAt(ctx, trip, stops)
}

func (r Records) brewsAt(ctx context.Context, trip int64, stops []Stop) ([]Brew, error) {
	rows, err := r.List(ctx, Query{Kind: KindBrew, Of: Of{KindTrip, trip}})
	if err != nil {
		return nil, err
	}
	of, err := r.supplies(ctx, trip)
	if err != nil {
		return nil, err
	}
	cups, err := r.Count(ctx, KindLog, Of{KindTrip, trip})
	if err != nil {
		return nil, err
	}
	out := make([]Brew, 0, len(rows))
	for _, st := range stops {
		from := len(out)
		for _, row := range rows {
			if row.Parent != st.ID {
				continue
			}
			b, err := r.brewAt(ctx, row, st, of)
			if err != nil {
				return nil, err
			}
			b.Tastings = cups[b.ID]
			out = append(out, b)
		}
		slices.SortStableFunc(out[from:], func(a, b Brew) int { return strings.Compare(a.At, b.At) })
	}
	return out, nil
}

// Brew is one of them.
func (r Records) Brew(ctx context.Context, id int64) (Brew, error) {
	row, err := r.there(ctx, KindBrew, id)
	if err != nil {
		return Brew{}, err
	}
	st, err := r.Stop(ctx, row.Parent)
	if err != nil {
		return Brew{}, err
	}
	of, err := r.supplies(ctx, st.TripID)
	if err != nil {
		return Brew{}, err
	}
	b, err := r.brewAt(ctx, row, st, of)
	if err != nil {
		return b, err
	}
	cups, err := r.Count(ctx, KindLog, Of{KindBrew, id})
	b.Tastings = cups[id]
	return b, err
}

// Journey is a trip with its stops and brews, as the core reads it.
func (r Records) Journey(ctx context.Context, id int64) (trip.Trip, []Stop, error) {
	t, stops, brews, err := r.whole(ctx, id)
	if err != nil {
		return trip.Trip{}, nil, err
	}
	bags, err := r.bags(ctx, id, brews)
	return JourneyOf(t, stops, brews, bags), stops, err
}

func (r Records) whole(ctx context.Context, id int64) (t Trip, stops []Stop, brews []Brew, err error) {
	if t, err = r.Trip(ctx, id); err != nil {
		return
	}
	if stops, err = r.Stops(ctx, id); err != nil {
		return
	}
	brews, err = r.brewsAt(ctx, id, stops)
	return
}

// bags are the coffees that brews of a trip name, with what was in them when it began: what is
// left, and what was brewed of them on it.
func (r Records) bags(ctx context.Context, id int64, brews []Brew) ([]trip.CoffeeBag, error) {
	var out []trip.CoffeeBag
	seen := map[string]bool{}
	for _, b := range brews {
		if b.Request.Coffee.ID == nil || seen[*b.Request.Coffee.ID] {
			continue
		}
		of := *b.Request.Coffee.ID
		seen[of] = true
		c, err := r.CoffeeOf(ctx, of)
		if errors.Is(err, ErrNotFound) {
			continue
		}
		if err != nil {
			return nil, err
		}
		bag := trip.CoffeeBag{ID: of, InBag: c.CoffeeSet, Deleted: c.Deleted}
		if c.LeftG != nil {
			_, here, err := r.used(ctx, of, c.Since, Of{KindTrip, id})
			if err != nil {
				return nil, err
			}
			bag.StartG = new(*c.LeftG + here)
		}
		out = append(out, bag)
	}
	return out, nil
}

// Plan is a stored plan, with workings where they were kept.
func (r Records) Plan(ctx context.Context, id int64) (StoredPlan, error) {
	row, err := r.Get(ctx, KindPlan, id)
	if err != nil {
		return StoredPlan{}, err
	}
	body, err := read[PlanBody](row)
	if err != nil {
		return StoredPlan{}, err
	}
	told, err := r.told(ctx, row.UUID, body)
	if err != nil {
		return StoredPlan{}, err
	}
	out := StoredPlan{ID: row.ID, UUID: row.UUID, BrewID: row.Parent, Request: body.Request, Plan: *told, CoreVersion: body.Version, CreatedAt: row.MadeAt}
	if out.Plan.Working == nil {
		out.Plan.Working = working.Sheet{}
	}
	return out, nil
}

// Run is the run of a brew.
func (r Records) Run(ctx context.Context, brew int64) (Run, error) {
	row, err := r.lone(ctx, KindRun, brew)
	if err != nil {
		return Run{}, err
	}
	b, err := read[runBody](row)
	if err != nil {
		return Run{}, err
	}
	p, err := r.Find(ctx, KindPlan, b.Plan)
	b.Run.PlanID, b.Run.ID, b.Run.Revision = p.ID, row.UUID, row.Revision
	return b.Run, err
}

// runBody is what is kept of a run: it names its plan by its identity.
type runBody struct {
	Plan string `json:"plan"`
	Run
}

// Running lists the brews that are being made, the one touched last first.
func (r Records) Running(ctx context.Context) ([]Brew, error) { return r.made(ctx, false) }

// Unwritten lists those that were made and are not written down, the one touched last first.
func (r Records) Unwritten(ctx context.Context) ([]Brew, error) { return r.made(ctx, true) }

func (r Records) made(ctx context.Context, finished bool) ([]Brew, error) {
	rows, err := r.List(ctx, Query{Kind: KindRun, Desc: true})
	if err != nil {
		return nil, err
	}
	out := []Brew{}
	for _, row := range rows {
		b, err := read[runBody](row)
		if err != nil {
			return nil, err
		}
		if b.Finished != finished {
			continue
		}
		w, err := r.Brew(ctx, row.Parent)
		if err != nil {
			return nil, err
		}
		out = append(out, w)
	}
	return out, nil
}

// LogBody is what is kept of an entry of the log.
type LogBody struct {
	Plan     string `json:"plan"`
	BrewedAt string `json:"brewed_at"`
	Noted
}

// entries reads entries of the log; of what many have in common, each is read once.
type entries struct {
	Records
	brews map[int64]entryOf
	plans map[string]planOf
	names map[string]string // of coffees
}

type entryOf struct {
	stop Stop
	name string
	gone bool
}

type planOf struct {
	id int64
	Digest
}

func (r Records) entries() *entries {
	return &entries{r, map[int64]entryOf{}, map[string]planOf{}, map[string]string{}}
}

func (e *entries) of(ctx context.Context, row Row) (LogEntry, error) {
	body, err := read[LogBody](row)
	if err != nil {
		return LogEntry{}, err
	}
	b, ok := e.brews[row.Parent]
	if !ok {
		w, err := e.Get(ctx, KindBrew, row.Parent)
		if err != nil {
			return LogEntry{}, err
		}
		st, err := e.Get(ctx, KindStop, w.Parent)
		if err != nil {
			return LogEntry{}, err
		}
		name, err := read[struct {
			Name string `json:"name"`
		}](w)
		if err == nil {
			b.stop, err = stopOf(st)
		}
		if err != nil {
			return LogEntry{}, err
		}
		tr, err := e.Get(ctx, KindTrip, st.Parent)
		if err != nil {
			return LogEntry{}, err
		}
		b.name, b.gone = name.Name, w.Deleted || st.Deleted || tr.Deleted
		e.brews[row.Parent] = b
	}
	p, err := e.plan(ctx, body.Plan)
	if err != nil {
		return LogEntry{}, err
	}
	name, ok := e.names[body.Coffee]
	if !ok && body.Coffee != "" {
		if c, err := e.Find(ctx, KindCoffee, body.Coffee); err == nil {
			set, err := read[CoffeeSet](c)
			if err != nil {
				return LogEntry{}, err
			}
			name = set.Name
		} else if !errors.Is(err, ErrNotFound) {
			return LogEntry{}, err
		}
		e.names[body.Coffee] = name
	}
	return LogEntry{
		ID: row.ID, UUID: row.UUID, Revision: row.Revision, BrewID: row.Parent, PlanID: p.id, BrewedAt: body.BrewedAt, Noted: body.Noted,
		TripID: b.stop.TripID, StopID: b.stop.ID, StopName: b.stop.Name, BrewName: b.name, Gone: b.gone, Says: taste.Say(body.Tasting),
		AltitudeM: p.AltitudeM, Method: p.Method, School: p.School, RecipeName: p.Recipe, CoffeeName: cmp.Or(name, p.Coffee),
		DoseG: p.DoseG, PouredMl: p.PouredMl, BoilC: p.BoilC, StartC: p.StartC, ContactS: p.ContactS, Clicks: p.Clicks, GrindUm: p.GrindUm,
		ExtractionPct: p.ExtractionPct, PlannedTDS: p.TDSPct, Small: p.Small,
	}, nil
}

// plan is what is shown of a plan.
func (e *entries) plan(ctx context.Context, uuid string) (planOf, error) {
	if p, ok := e.plans[uuid]; ok {
		return p, nil
	}
	row, err := e.Find(ctx, KindPlan, uuid)
	if err != nil {
		return planOf{}, err
	}
	body, err := read[PlanBody](row)
	if err != nil {
		return planOf{}, err
	}
	p := planOf{id: row.ID}
	if body.Digest != nil {
		p.Digest = *body.Digest
	} else {
		told, err := e.told(ctx, uuid, body)
		if err != nil {
			return p, err
		}
		p.Digest = DigestOf(told)
	}
	e.plans[uuid] = p
	return p, nil
}

// log reads cups, the latest first, those of deleted brews too.
func (r Records) log(ctx context.Context, q Query) ([]LogEntry, error) {
	q.Kind, q.Desc, q.Loose = KindLog, true, true
	rows, err := r.List(ctx, q)
	e := r.entries()
	return each(rows, err, func(row Row) (LogEntry, error) { return e.of(ctx, row) })
}

// LatestLog lists so many entries of a trip's log, the latest first; all where n is negative, and
// of all trips where trip is AllTrips.
func (r Records) LatestLog(ctx context.Context, trip int64, n int) ([]LogEntry, error) {
	q := Query{Limit: max(n, 0)}
	if n == 0 {
		return []LogEntry{}, nil
	}
	if trip != AllTrips {
		q.Of = Of{KindTrip, trip}
	}
	return r.log(ctx, q)
}

// Log lists the entries of a trip's log, the latest first.
func (r Records) Log(ctx context.Context, trip int64) ([]LogEntry, error) {
	return r.LatestLog(ctx, trip, -1)
}

// LogOf is what was written down of a coffee, the latest first; nothing of "".
func (r Records) LogOf(ctx context.Context, coffee string) ([]LogEntry, error) {
	if coffee == "" {
		return []LogEntry{}, nil
	}
	return r.log(ctx, Query{Word: coffee})
}

// LogEntry is one entry.
func (r Records) LogEntry(ctx context.Context, id int64) (LogEntry, error) {
	row, err := r.Get(ctx, KindLog, id)
	if err == nil && row.Deleted {
		err = ErrNotFound
	}
	return one(row, err, func(row Row) (LogEntry, error) { return r.entries().of(ctx, row) })
}

// serves is the method that takes no coffee: a concentrate's was taken when it was made.
const serves = "serve-concentrate"

// used is how many cups of a coffee were written down, and how much of it was brewed since it
// was weighed, in g: at home as in the pocket, and of what was deleted since as well, for it was
// drunk.
func (r Records) used(ctx context.Context, coffee, since string, of Of) (cups int, grams float64, err error) {
	rows, err := r.List(ctx, Query{Kind: KindLog, Word: coffee, Of: of, Loose: true})
	if err != nil {
		return 0, 0, err
	}
	e := r.entries()
	for _, row := range rows {
		cups++
		if since != "" && row.Rank < seconds(since) {
			continue
		}
		l, err := read[LogBody](row)
		if err != nil {
			return cups, grams, err
		}
		p, err := e.plan(ctx, l.Plan)
		if err != nil {
			return cups, grams, err
		}
		switch {
		case p.Method == serves:
		case l.Had.DoseG != nil:
			grams += *l.Had.DoseG
		default:
			grams += p.DoseG
		}
	}
	return cups, grams, nil
}

func (r Records) coffee(ctx context.Context, row Row) (Coffee, error) {
	set, err := read[CoffeeSet](row)
	c := Coffee{ID: row.ID, UUID: row.UUID, Revision: row.Revision, CoffeeSet: set, Deleted: row.Deleted}
	if err != nil {
		return c, err
	}
	if c.Cups, c.UsedG, err = r.used(ctx, c.UUID, c.Since, Of{}); c.Grams != nil {
		c.LeftG = new(max(*c.Grams-c.UsedG, 0))
	}
	return c, err
}

// Coffees lists the coffees, the newest first; with all, the deleted ones too.
func (r Records) Coffees(ctx context.Context, all bool) ([]Coffee, error) {
	rows, err := r.List(ctx, Query{Kind: KindCoffee, Desc: true, All: all})
	return each(rows, err, func(row Row) (Coffee, error) { return r.coffee(ctx, row) })
}

// Coffee is one of them, also a deleted one.
func (r Records) Coffee(ctx context.Context, id int64) (Coffee, error) {
	row, err := r.Get(ctx, KindCoffee, id)
	return one(row, err, func(row Row) (Coffee, error) { return r.coffee(ctx, row) })
}

// CoffeeOf is Coffee by its identity.
func (r Records) CoffeeOf(ctx context.Context, uuid string) (Coffee, error) {
	row, err := r.Find(ctx, KindCoffee, uuid)
	return one(row, err, func(row Row) (Coffee, error) { return r.coffee(ctx, row) })
}

func recipeOf(row Row) (OwnRecipe, error) {
	r, err := read[recipe.Recipe](row)
	return OwnRecipe{row.ID, row.UUID, row.Revision, r, row.Deleted}, err
}

// Recipes lists a person's own recipes, the newest first; with all, the deleted ones too.
func (r Records) Recipes(ctx context.Context, all bool) ([]OwnRecipe, error) {
	rows, err := r.List(ctx, Query{Kind: KindRecipe, Desc: true, All: all})
	return each(rows, err, recipeOf)
}

// OwnRecipe is one of them, also a deleted one.
func (r Records) OwnRecipe(ctx context.Context, id int64) (OwnRecipe, error) {
	row, err := r.Get(ctx, KindRecipe, id)
	return one(row, err, recipeOf)
}

// RecipeOf is OwnRecipe by its identity.
func (r Records) RecipeOf(ctx context.Context, uuid string) (OwnRecipe, error) {
	row, err := r.Find(ctx, KindRecipe, uuid)
	return one(row, err, recipeOf)
}

func (r Records) blindOf(ctx context.Context, row Row) (Blind, error) {
	b, err := read[BlindRecord](row)
	out := Blind{ID: row.ID, UUID: row.UUID, Revision: row.Revision, BlindSet: BlindSet{Rounds: b.Rounds}}
	if err != nil {
		return out, err
	}
	// A missing brew has no number; a request for it answers so.
	x, err1 := r.Find(ctx, KindBrew, b.A)
	y, err2 := r.Find(ctx, KindBrew, b.B)
	for _, err := range []error{err1, err2} {
		if err != nil && !errors.Is(err, ErrNotFound) {
			return out, err
		}
	}
	out.A, out.B = x.ID, y.ID
	return out, nil
}

// Blinds lists the blind comparisons, the newest first.
func (r Records) Blinds(ctx context.Context) ([]Blind, error) {
	rows, err := r.List(ctx, Query{Kind: KindBlind, Desc: true})
	return each(rows, err, func(row Row) (Blind, error) { return r.blindOf(ctx, row) })
}

// Blind is one of them.
func (r Records) Blind(ctx context.Context, id int64) (Blind, error) {
	row, err := r.there(ctx, KindBlind, id)
	return one(row, err, func(row Row) (Blind, error) { return r.blindOf(ctx, row) })
}

func itemOf(row Row) (gear.Item, error) {
	it, err := read[gear.Item](row)
	it.ID, it.UUID, it.Revision = row.ID, row.UUID, row.Revision
	return it, err
}

// Gear lists the shelf.
func (r Records) Gear(ctx context.Context) ([]gear.Item, error) {
	rows, err := r.List(ctx, Query{Kind: KindGear})
	return each(rows, err, itemOf)
}

// GearItem is a piece of it.
func (r Records) GearItem(ctx context.Context, id int64) (gear.Item, error) {
	row, err := r.there(ctx, KindGear, id)
	return one(row, err, itemOf)
}

// kitBody is what is kept of a trip's kit: it names gear and stops by their identities.
type kitBody struct {
	Wishes  kit.Wishes `json:"wishes"` // without Must and Without, which name rows
	Must    []string   `json:"must,omitempty"`
	Without []string   `json:"without,omitempty"`
	Items   []string   `json:"items,omitempty"`
	Packed  []string   `json:"packed,omitempty"`
	Lost    []lostBody `json:"lost,omitempty"`
}

type lostBody struct {
	Item string `json:"item"`
	Stop string `json:"stop"`
}

// kitOf is what is kept of a trip's kit, with its revision: 1 where none was ever kept.
func (r Records) kitOf(ctx context.Context, trip int64) (Row, kitBody, error) {
	row, err := r.lone(ctx, KindKit, trip)
	if errors.Is(err, ErrNotFound) {
		return Row{Kind: KindKit, Parent: trip, Revision: 1}, kitBody{}, nil
	}
	if err != nil {
		return row, kitBody{}, err
	}
	k, err := read[kitBody](row)
	return row, k, err
}

// TripKit is the kit of a trip.
func (r Records) TripKit(ctx context.Context, trip int64) (TripKit, error) {
	out := TripKit{Items: []int64{}, Packed: []string{}, Lost: []Lost{}}
	if _, err := r.Trip(ctx, trip); err != nil {
		return out, err
	}
	row, k, err := r.kitOf(ctx, trip)
	if err != nil {
		return out, err
	}
	out.Revision, out.Wishes = row.Revision, k.Wishes
	out.Packed = append(out.Packed, k.Packed...)
	for _, of := range []struct {
		named []string
		ids   *[]int64
	}{{k.Items, &out.Items}, {k.Must, &out.Wishes.Must}, {k.Without, &out.Wishes.Without}} {
		for _, uuid := range of.named {
			if it, err := r.Find(ctx, KindGear, uuid); err == nil {
				*of.ids = append(*of.ids, it.ID)
			} else if !errors.Is(err, ErrNotFound) {
				return out, err
			}
		}
	}
	for _, l := range k.Lost {
		it, err1 := r.Find(ctx, KindGear, l.Item)
		st, err2 := r.Find(ctx, KindStop, l.Stop)
		if err1 == nil && err2 == nil {
			out.Lost = append(out.Lost, Lost{it.ID, st.ID})
		}
	}
	return out, nil
}

// Done are the lines of a trip's list that are done.
func (r Records) Done(ctx context.Context, trip int64, list string) ([]string, error) {
	if _, err := r.Trip(ctx, trip); err != nil {
		return nil, err
	}
	return r.Ticks(ctx, trip, list)
}

// Calendar is what was last written of a trip's calendar, JSON.
func (r Records) Calendar(ctx context.Context, trip int64) (string, error) {
	if _, err := r.Trip(ctx, trip); err != nil {
		return "", err
	}
	row, err := r.lone(ctx, KindCalendar, trip)
	if errors.Is(err, ErrNotFound) {
		return "[]", nil
	}
	return string(row.Body), err
}

// at is a record by its identity, as the journal names it.
func (r Records) at(ctx context.Context, k journal.Key) (Row, error) {
	if kindOf(k.Kind) == nil {
		return Row{}, ErrNotFound
	}
	return r.Find(ctx, k.Kind, k.UUID)
}

// ReadAll reads everything, deleted or not, as it is read when it is asked for.
func (r Records) ReadAll(ctx context.Context) error {
	for _, k := range kinds {
		rows, err := r.List(ctx, Query{Kind: k.Name, All: true})
		if err != nil {
			return err
		}
		for _, row := range rows {
			switch k.Name {
			case KindPlan:
				_, err = r.Plan(ctx, row.ID)
			case KindRun:
				_, err = r.Run(ctx, row.Parent)
			case KindKit:
				_, err = read[kitBody](row)
			case KindTrip:
				if _, err = k.Join(row, ""); err == nil && !row.Deleted {
					_, _, err = r.Journey(ctx, row.ID)
				}
			default:
				if k.Join != nil {
					_, err = k.Join(row, "")
				}
			}
			if err != nil {
				return fmt.Errorf("%s %d: %w", k.Name, row.ID, err)
			}
		}
	}
	_, err := r.Log(ctx, AllTrips)
	return err
}
