package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/run"
	"apodemos/core/trip"
)

// writing is a transaction: what is read in it sees what was written in it.
type writing struct {
	Records
	w Writer
}

// writing runs f in one transaction.
func (a App) writing(ctx context.Context, f func(writing) error) error {
	return a.Write(ctx, func(w Writer) error { return f(writing{Records{w, a.recall}, w}) })
}

// add keeps a body in a row: of a new record, part of what the row says, or in place of that of a
// row as it was read. Whatever way it came in, it is checked here.
func (w writing) add(ctx context.Context, row Row, body any) (Row, error) {
	k := kindOf(row.Kind)
	if row.UUID != "" && k.Value != nil && !isUUID(row.UUID) {
		return row, wrong("uuid", row.UUID, noIdentity, quantity.Quoted(short(row.UUID)))
	}
	if k.Check != nil {
		if err := k.Check(body); err != nil {
			return row, err
		}
	}
	b, err := json.Marshal(body)
	if err != nil {
		return row, err
	}
	row.Body = b
	if k.Rank != nil {
		row.Rank = k.Rank(body)
	}
	return w.w.Put(ctx, row)
}

// set is add where the row is not wanted again.
func (w writing) set(ctx context.Context, row Row, body any) error {
	_, err := w.add(ctx, row, body)
	return err
}

// edit changes what is kept of a record, from the revision that the change began from.
func edit[T any](ctx context.Context, a App, kind string, id, revision int64, change func(*T)) error {
	return a.writing(ctx, func(w writing) error {
		row, err := w.from(ctx, kind, id, revision)
		if err != nil {
			return err
		}
		v, err := read[T](row)
		if err != nil {
			return err
		}
		change(&v)
		return w.set(ctx, row, v)
	})
}

// from is a record to be changed, from the revision that the change began from, if any:
// ErrConflict where it has changed since.
func (w writing) from(ctx context.Context, kind string, id, revision int64) (Row, error) {
	row, err := w.Get(ctx, kind, id)
	if err == nil && row.Deleted {
		err = ErrNotFound
	}
	if err == nil && revision != 0 && row.Revision != revision {
		err = ErrConflict
	}
	return row, err
}

// addOne keeps a new record that is part of none, and gives its number.
func (a App) addOne(ctx context.Context, kind, uuid string, body any) (id int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		row, err := w.add(ctx, Row{Kind: kind, UUID: uuid}, body)
		id = row.ID
		return err
	})
	return id, err
}

// AddTrip makes a trip and returns its number.
func (a App) AddTrip(ctx context.Context, t Trip) (int64, error) {
	return a.addOne(ctx, KindTrip, t.UUID, TripBody{TripIn: t.TripIn})
}

// SetTrip changes what a person sets of a trip, from the revision that it names.
func (a App) SetTrip(ctx context.Context, t Trip) error {
	return edit(ctx, a, KindTrip, t.ID, t.Revision, func(was *TripBody) { was.TripIn = t.TripIn })
}

// ArchiveTrip puts a trip out of the way, or brings it back.
func (a App) ArchiveTrip(ctx context.Context, id int64, archived bool) error {
	return edit(ctx, a, KindTrip, id, 0, func(t *TripBody) { t.Archived = archived })
}

// AddJourney keeps a whole trip with the coffees that it brings, or nothing of it: plans holds
// the plan of each brew, in order.
func (a App) AddJourney(ctx context.Context, t trip.Trip, plans []*brew.Plan) (id int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		// Coffees that a file brings and that are not there yet.
		for _, bag := range t.Coffees {
			c := bag.InBag
			if _, err := w.Find(ctx, KindCoffee, bag.ID); bag.ID != "" && !errors.Is(err, ErrNotFound) {
				if err != nil {
					return err
				}
				continue
			}
			row, err := w.add(ctx, Row{Kind: KindCoffee, UUID: bag.ID}, c)
			if err != nil {
				return err
			}
			if bag.StartG != nil { // count from what was left then: earlier cups are not in the file
				c.Grams, c.Since = bag.StartG, cmp.Or(c.Since, row.MadeAt)
			}
			row.Deleted = bag.Deleted
			if err := w.set(ctx, row, c); err != nil {
				return err
			}
		}
		row, err := w.add(ctx, Row{Kind: KindTrip}, TripBody{TripIn: TripIn{Name: t.Name, People: t.People, StartsOn: t.StartsOn, Supplies: t.Supplies}})
		if err != nil {
			return err
		}
		id = row.ID
		n := 0
		for i, js := range t.Stops {
			in := StopIn{Spot: js.Spot, Position: i + 1, Day: js.Day, Km: js.Km, Conditions: js.Conditions}
			stop, err := w.add(ctx, Row{Kind: KindStop, Parent: id}, in)
			if err != nil {
				return err
			}
			for _, b := range js.Brews {
				if _, err := w.addBrew(ctx, Brew{StopID: stop.ID, Name: b.Name, At: b.At, Request: b.Request}, plans[n]); err != nil {
					return err
				}
				n++
			}
		}
		return nil
	})
	return id, err
}

// restop changes a stop, whatever revision it is at.
func (w writing) restop(ctx context.Context, st Stop) error {
	row, err := w.Get(ctx, KindStop, st.ID)
	if err != nil {
		return err
	}
	row.Parent = st.TripID
	return w.set(ctx, row, st.StopIn)
}

// makeRoom moves the stops of a trip on by one, from a position on.
func (w writing) makeRoom(ctx context.Context, trip int64, from int, also func(*Stop)) error {
	stops, err := w.Stops(ctx, trip)
	if err != nil {
		return err
	}
	for _, st := range stops {
		if st.Position < from {
			continue
		}
		st.Position++
		if also != nil {
			also(&st)
		}
		if err := w.restop(ctx, st); err != nil {
			return err
		}
	}
	return nil
}

// AddStop makes a stop and returns its number.
func (a App) AddStop(ctx context.Context, st Stop) (id int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		row, err := w.add(ctx, Row{Kind: KindStop, UUID: st.UUID, Parent: st.TripID}, st.StopIn)
		id = row.ID
		return err
	})
	return id, err
}

// InsertStop makes a stop at its place along the trip: those at its position and after it move
// on by one, and to its day where they would be before it.
func (a App) InsertStop(ctx context.Context, st Stop) (id int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		if _, err := w.there(ctx, KindTrip, st.TripID); err != nil {
			return err
		}
		if err := w.makeRoom(ctx, st.TripID, st.Position, func(o *Stop) { o.Day = max(o.Day, st.Day) }); err != nil {
			return err
		}
		row, err := w.add(ctx, Row{Kind: KindStop, UUID: st.UUID, Parent: st.TripID}, st.StopIn)
		id = row.ID
		return err
	})
	return id, err
}

// SetStop changes a stop from the revision that it names. Brews there keep what they have of
// their own over it; their plans stay as they are until they are saved again.
func (a App) SetStop(ctx context.Context, st Stop) error {
	return edit(ctx, a, KindStop, st.ID, st.Revision, func(was *StopIn) { *was = st.StopIn })
}

// Arrange sets the order, days and distances of stops of a trip, each from the revision that it
// names: all of them or none.
func (a App) Arrange(ctx context.Context, trip int64, stops []Stop) error {
	return a.writing(ctx, func(w writing) error {
		for _, st := range stops {
			row, err := w.from(ctx, KindStop, st.ID, st.Revision)
			if err == nil && row.Parent != trip {
				err = ErrNotFound
			}
			if err != nil {
				return err
			}
			in, err := read[StopIn](row)
			if err != nil {
				return err
			}
			if in.Position == st.Position && in.Day == st.Day && in.Km == st.Km {
				continue
			}
			in.Position, in.Day, in.Km = st.Position, st.Day, st.Km
			if err := w.set(ctx, row, in); err != nil {
				return err
			}
		}
		return nil
	})
}

// MoveStop moves a stop with its brews and their log into a trip, or to none: after the last
// stop that is no later than the day.
func (a App) MoveStop(ctx context.Context, id, to int64, day int) error {
	return a.writing(ctx, func(w writing) error {
		if _, err := w.Stop(ctx, id); err != nil {
			return err
		}
		if _, err := w.Trip(ctx, to); err != nil {
			return err
		}
		there, err := w.Stops(ctx, to)
		if err != nil {
			return err
		}
		at := 1
		for _, o := range there {
			if o.Day <= day {
				at = max(at, o.Position+1)
			}
		}
		if err := w.makeRoom(ctx, to, at, nil); err != nil {
			return err
		}
		st, err := w.Stop(ctx, id)
		if err != nil {
			return err
		}
		st.TripID, st.Day, st.Position = to, day, at
		return w.restop(ctx, st)
	})
}

// SplitStop makes two stops of a stay: the first keeps the given nights, and the second has the
// others and the same brews, so that as much is brewed as before. It returns the second. Its
// error is brew.Problems where the stay has no such nights.
func (a App) SplitStop(ctx context.Context, id int64, nights int) (second Stop, err error) {
	err = a.writing(ctx, func(w writing) error {
		first, err := w.Stop(ctx, id)
		if err != nil {
			return err
		}
		if first, second, err = Halves(first, nights); err != nil {
			return err
		}
		if err := w.restop(ctx, first); err != nil {
			return err
		}
		if err := w.makeRoom(ctx, first.TripID, first.Position+1, nil); err != nil {
			return err
		}
		row, err := w.add(ctx, Row{Kind: KindStop, Parent: first.TripID}, second.StopIn)
		if err != nil {
			return err
		}
		second.ID = row.ID
		brews, err := w.List(ctx, Query{Kind: KindBrew, Of: Of{KindStop, id}})
		if err != nil {
			return err
		}
		for _, b := range brews {
			body, err := read[BrewBody](b)
			if err != nil {
				return err
			}
			p, err := w.Find(ctx, KindPlan, body.Plan)
			if err != nil {
				return err
			}
			body.Plan = w.w.NewID()
			made, err := w.add(ctx, Row{Kind: KindBrew, Parent: second.ID}, body)
			if err != nil {
				return err
			}
			if _, err := w.w.Put(ctx, Row{Kind: KindPlan, UUID: body.Plan, Parent: made.ID, Body: p.Body}); err != nil {
				return err
			}
		}
		return nil
	})
	return second, err
}

// JoinStops undoes SplitStop: the first stop takes the nights of the second and its way on, and
// the second is deleted.
func (a App) JoinStops(ctx context.Context, id, with int64) error {
	return a.writing(ctx, func(w writing) error {
		first, err := w.Stop(ctx, id)
		if err != nil {
			return err
		}
		second, err := w.Stop(ctx, with)
		if err != nil {
			return err
		}
		if first.TripID != second.TripID || id == with {
			return ErrNotFound
		}
		if err := w.restop(ctx, Joined(first, second)); err != nil {
			return err
		}
		row, err := w.Get(ctx, KindStop, with)
		if err != nil {
			return err
		}
		row.Deleted = true
		_, err = w.w.Put(ctx, row)
		return err
	})
}

// bodyOf is what is kept of a brew at its stop.
func (w writing) bodyOf(ctx context.Context, b Brew) (BrewBody, error) {
	st, err := w.Stop(ctx, b.StopID)
	if err != nil {
		return BrewBody{}, err
	}
	of, err := w.supplies(ctx, st.TripID)
	if err != nil {
		return BrewBody{}, err
	}
	out := BrewBody{Name: b.Name, At: b.At}
	out.Own, out.Way, err = parted(trip.ConditionsAt(st.Conditions, st.Facts, b.At), of.Without(b.Request))
	return out, err
}

// addBrew keeps a brew with its plan, and gives its number.
func (w writing) addBrew(ctx context.Context, b Brew, p *brew.Plan) (int64, error) {
	body, err := w.bodyOf(ctx, b)
	if err != nil {
		return 0, err
	}
	body.Plan = w.w.NewID()
	row, err := w.add(ctx, Row{Kind: KindBrew, UUID: b.UUID, Parent: b.StopID}, body)
	if err != nil {
		return 0, err
	}
	_, err = w.addPlan(ctx, row.ID, body.Plan, b.Request, p)
	return row.ID, err
}

// setBrew changes a brew from the revision that it names, and plans it anew.
func (w writing) setBrew(ctx context.Context, b Brew, p *brew.Plan) error {
	row, err := w.from(ctx, KindBrew, b.ID, b.Revision)
	if err != nil {
		return err
	}
	if b.StopID == 0 {
		b.StopID = row.Parent
	}
	row.Parent = b.StopID
	body, err := w.bodyOf(ctx, b)
	if err != nil {
		return err
	}
	plan, err := w.addPlan(ctx, b.ID, "", b.Request, p)
	if err != nil {
		return err
	}
	body.Plan = plan.UUID
	return w.set(ctx, row, body)
}

// AddBrew keeps a brew with its plan, and returns it.
func (a App) AddBrew(ctx context.Context, b Brew, p *brew.Plan) (Brew, error) {
	out, err := a.AddBrews(ctx, []Brew{b}, []*brew.Plan{p})
	if err != nil {
		return b, err
	}
	return out[0], nil
}

// AddBrews keeps brews with their plans, all of them or none, and returns them.
func (a App) AddBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) ([]Brew, error) {
	out := []Brew{}
	err := a.writing(ctx, func(w writing) error {
		for i, b := range brews {
			id, err := w.addBrew(ctx, b, plans[i])
			if err != nil {
				return err
			}
			kept, err := w.Brew(ctx, id)
			if err != nil {
				return err
			}
			out = append(out, kept)
		}
		return nil
	})
	return out, err
}

// SetBrew changes a brew from the revision that it names, keeps its new plan, and returns it. It
// goes to another stop where it names one.
func (a App) SetBrew(ctx context.Context, b Brew, p *brew.Plan) (out Brew, err error) {
	err = a.writing(ctx, func(w writing) error {
		if err := w.setBrew(ctx, b, p); err != nil {
			return err
		}
		out, err = w.Brew(ctx, b.ID)
		return err
	})
	return out, err
}

// SetBrews changes brews from the revisions that they name, with their new plans: all of them or
// none.
func (a App) SetBrews(ctx context.Context, brews []Brew, plans []*brew.Plan) error {
	return a.writing(ctx, func(w writing) error {
		for i, b := range brews {
			err := w.setBrew(ctx, b, plans[i])
			if errors.Is(err, ErrNotFound) {
				err = ErrConflict
			}
			if err != nil {
				return err
			}
		}
		return nil
	})
}

// SetRun keeps the run of a brew, joined with what was done elsewhere since the revision that it
// was read at, and returns it as it is kept. Its error is brew.Problems where the plan is not one of
// that brew's, and ErrConflict where the run that it goes on with is over: it was written down, or
// begun anew.
func (a App) SetRun(ctx context.Context, brewID int64, r Run) (Run, error) {
	err := a.writing(ctx, func(w writing) error {
		p, err := w.Get(ctx, KindPlan, r.PlanID)
		if errors.Is(err, ErrNotFound) || err == nil && p.Parent != brewID {
			return wrong("plan_id", r.PlanID, noPlanOfBrew, quantity.Said(r.PlanID))
		}
		if err != nil {
			return err
		}
		row, err := w.lone(ctx, KindRun, brewID)
		switch {
		case errors.Is(err, ErrNotFound) && r.Revision > 0:
			return ErrConflict
		case errors.Is(err, ErrNotFound):
			row = Row{Kind: KindRun, Parent: brewID}
		case err != nil:
			return err
		default:
			was, err := read[runBody](row)
			if err != nil {
				return err
			}
			if r.ID != "" && r.ID != row.UUID {
				return ErrConflict // it was restarted
			}
			if row.Revision != r.Revision && was.Plan == p.UUID && was.Record != nil && r.Record != nil {
				r = onBoth(was.Run, r)
			}
		}
		last, err := w.List(ctx, Query{Kind: KindRun, Loose: true, Desc: true, Limit: 1})
		if err != nil {
			return err
		}
		if len(last) > 0 { // the one touched last
			row.Rank = last[0].Rank + 1
		}
		body := r
		body.PlanID, body.Revision, body.ID = 0, 0, ""
		row, err = w.add(ctx, row, runBody{p.UUID, body})
		r.ID, r.Revision = row.UUID, row.Revision
		return err
	})
	return r, err
}

// onBoth is one run of two that were begun, or went on, on two devices: by the clock of whichever
// began first.
func onBoth(was, now Run) Run {
	rate := cmp.Or(now.Rate, 1)
	later := float64(now.ZeroMs-was.ZeroMs) / 1000 * rate
	out := now
	if later >= 0 {
		out.ZeroMs = was.ZeroMs
		out.Record = new(run.Join(*was.Record, *now.Record, later))
	} else {
		out.Record = new(run.Join(*now.Record, *was.Record, -later))
	}
	out.Finished = was.Finished || now.Finished
	out.Step = max(was.Step, now.Step)
	if len(was.Done) > len(now.Done) {
		out.Done = was.Done
	}
	return out
}

// EndRun forgets the run of a brew.
func (a App) EndRun(ctx context.Context, brewID int64) error {
	return a.writing(ctx, func(w writing) error { return w.endRun(ctx, brewID) })
}

func (w writing) endRun(ctx context.Context, brewID int64) error {
	row, err := w.lone(ctx, KindRun, brewID)
	if errors.Is(err, ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	return w.w.Drop(ctx, KindRun, row.ID)
}

// AddLog keeps an entry for a brew and the plan that it was made by, ends the brew's run, and
// returns the entry.
func (a App) AddLog(ctx context.Context, l LogEntry) (out LogEntry, err error) {
	err = a.writing(ctx, func(w writing) error {
		row, err := w.there(ctx, KindBrew, l.BrewID)
		if err != nil {
			return err
		}
		b, err := read[BrewBody](row)
		if err != nil {
			return err
		}
		body := LogBody{Plan: b.Plan, BrewedAt: l.BrewedAt, Noted: l.Noted}
		// What was brewed is the plan of the run, if there is one.
		if run, err := w.lone(ctx, KindRun, l.BrewID); err == nil {
			r, err := read[runBody](run)
			if err != nil {
				return err
			}
			body.Plan = r.Plan
		} else if !errors.Is(err, ErrNotFound) {
			return err
		}
		p, err := w.Find(ctx, KindPlan, body.Plan)
		if err != nil {
			return err
		}
		if body.Coffee == "" {
			plan, err := read[PlanBody](p)
			if err != nil {
				return err
			}
			body.Coffee = or(plan.Request.Coffee.ID)
		}
		row, err = w.add(ctx, Row{Kind: KindLog, UUID: l.UUID, Parent: l.BrewID}, body)
		if err != nil {
			return err
		}
		if err := w.endRun(ctx, l.BrewID); err != nil {
			return err
		}
		out, err = w.LogEntry(ctx, row.ID)
		return err
	})
	return out, err
}

// SetLog changes what an entry says, from a revision.
func (a App) SetLog(ctx context.Context, id, revision int64, n Noted) error {
	return edit(ctx, a, KindLog, id, revision, func(l *LogBody) { l.Noted = n })
}

// AddCoffee keeps a coffee; an identity is given to one that has none.
func (a App) AddCoffee(ctx context.Context, uuid string, c CoffeeSet) (int64, error) {
	return a.addOne(ctx, KindCoffee, uuid, c)
}

// SetCoffee changes a coffee from a revision.
func (a App) SetCoffee(ctx context.Context, id, revision int64, c CoffeeSet) error {
	return edit(ctx, a, KindCoffee, id, revision, func(was *CoffeeSet) { *was = c })
}

// AddRecipe keeps a recipe; an identity is given to one that has none.
func (a App) AddRecipe(ctx context.Context, uuid string, r recipe.Recipe) (int64, error) {
	return a.addOne(ctx, KindRecipe, uuid, r)
}

// SetRecipe changes a recipe from a revision. Brews keep what they were planned by.
func (a App) SetRecipe(ctx context.Context, id, revision int64, r recipe.Recipe) error {
	return edit(ctx, a, KindRecipe, id, revision, func(was *recipe.Recipe) { *was = r })
}

// blindBody names the brews of a comparison by their identities.
func (w writing) blindBody(ctx context.Context, b BlindSet) (BlindRecord, error) {
	x, err := w.Get(ctx, KindBrew, b.A)
	if err != nil {
		return BlindRecord{}, err
	}
	y, err := w.Get(ctx, KindBrew, b.B)
	return BlindRecord{x.UUID, y.UUID, b.Rounds}, err
}

// AddBlind keeps a blind comparison.
func (a App) AddBlind(ctx context.Context, b BlindSet) (id int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		body, err := w.blindBody(ctx, b)
		if err != nil {
			return err
		}
		row, err := w.add(ctx, Row{Kind: KindBlind}, body)
		id = row.ID
		return err
	})
	return id, err
}

// SetBlind changes one from a revision.
func (a App) SetBlind(ctx context.Context, id, revision int64, b BlindSet) error {
	return a.writing(ctx, func(w writing) error {
		row, err := w.from(ctx, KindBlind, id, revision)
		if err != nil {
			return err
		}
		body, err := w.blindBody(ctx, b)
		if err != nil {
			return err
		}
		return w.set(ctx, row, body)
	})
}

// AddGear puts items on the shelf, all or none, and returns their numbers.
func (a App) AddGear(ctx context.Context, items []gear.Item) (ids []int64, err error) {
	err = a.writing(ctx, func(w writing) error {
		for _, it := range items {
			uuid := it.UUID
			it.ID, it.UUID, it.Revision = 0, "", 0
			row, err := w.add(ctx, Row{Kind: KindGear, UUID: uuid}, it.BySetting())
			if err != nil {
				return err
			}
			ids = append(ids, row.ID)
		}
		return nil
	})
	return ids, err
}

// SetGear changes an item from the revision that it names.
func (a App) SetGear(ctx context.Context, it gear.Item) error {
	id, revision := it.ID, it.Revision
	it.ID, it.UUID, it.Revision = 0, "", 0
	return edit(ctx, a, KindGear, id, revision, func(was *gear.Item) { *was = it.BySetting() })
}

// SetTripKit keeps the kit of a trip, from the revision that it names. Gear and stops that there
// never were are left out of it.
func (a App) SetTripKit(ctx context.Context, trip int64, k TripKit) error {
	return a.writing(ctx, func(w writing) error {
		if _, err := w.there(ctx, KindTrip, trip); err != nil {
			return err
		}
		row, _, err := w.kitOf(ctx, trip)
		if err != nil {
			return err
		}
		if row.Revision != k.Revision {
			return ErrConflict
		}
		body := kitBody{Wishes: k.Wishes, Packed: k.Packed}
		body.Wishes.Must, body.Wishes.Without = nil, nil
		for _, of := range []struct {
			ids   []int64
			named *[]string
		}{{k.Items, &body.Items}, {k.Wishes.Must, &body.Must}, {k.Wishes.Without, &body.Without}} {
			for _, id := range of.ids {
				if it, err := w.Get(ctx, KindGear, id); err == nil {
					*of.named = append(*of.named, it.UUID)
				} else if !errors.Is(err, ErrNotFound) {
					return err
				}
			}
		}
		for _, l := range k.Lost {
			it, err1 := w.Get(ctx, KindGear, l.Item)
			st, err2 := w.Get(ctx, KindStop, l.Stop)
			if err1 == nil && err2 == nil {
				body.Lost = append(body.Lost, lostBody{it.UUID, st.UUID})
			}
		}
		return w.set(ctx, row, body)
	})
}

// SetTicks says whether lines of a trip's list are done: those alone, so that two who tick the
// same list do not undo each other. Its error is brew.Problems where a line is no ID.
func (a App) SetTicks(ctx context.Context, trip int64, list string, lines []string, done bool) error {
	if err := CheckLines(lines); err != nil {
		return err
	}
	return a.writing(ctx, func(w writing) error {
		if _, err := w.there(ctx, KindTrip, trip); err != nil {
			return err
		}
		for _, line := range lines {
			if err := w.w.Tick(ctx, trip, list, line, done); err != nil {
				return err
			}
		}
		return nil
	})
}

// SetCalendar keeps what was written of a trip's calendar where was is still what is kept, and is
// ErrConflict where it is not.
func (a App) SetCalendar(ctx context.Context, trip int64, was, now string) error {
	return a.writing(ctx, func(w writing) error {
		is, err := w.Calendar(ctx, trip)
		if err != nil {
			return err
		}
		if is != was {
			return ErrConflict
		}
		row, err := w.lone(ctx, KindCalendar, trip)
		if errors.Is(err, ErrNotFound) {
			row, err = Row{Kind: KindCalendar, Parent: trip}, nil
		}
		if err != nil {
			return err
		}
		return w.set(ctx, row, json.RawMessage(now))
	})
}

// sorted are the keys of a set, in order.
func sorted(of map[string]bool) []string {
	out := []string{}
	for k := range of {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}
