package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/trip"
)

// Trips lists the trips, newest first, archived ones too.
func (s *Store) Trips(ctx context.Context) ([]Trip, error) {
	return collect(ctx, s.db, scanTrip, "SELECT "+tripColumns+" FROM trips WHERE deleted_at IS NULL AND id <> 0 ORDER BY id DESC")
}

// Trip returns one trip.
func (s *Store) Trip(ctx context.Context, id int64) (Trip, error) {
	t, err := scanTrip(s.db.QueryRowContext(ctx, "SELECT "+tripColumns+" FROM trips WHERE id = ? AND deleted_at IS NULL", id))
	return t, notFound(err)
}

const tripColumns = "id, uuid, revision, name, people, starts_on, archived_at IS NOT NULL, supplies"

type row interface{ Scan(...any) error }

type querier interface {
	QueryContext(context.Context, string, ...any) (*sql.Rows, error)
}

func scanTrip(r row) (t Trip, err error) {
	var supplies string
	if err = r.Scan(&t.ID, &t.UUID, &t.Revision, &t.Name, &t.People, &t.StartsOn, &t.Archived, &supplies); err != nil {
		return t, err
	}
	if err = json.Unmarshal([]byte(supplies), &t.Supplies); err != nil {
		err = fmt.Errorf("supplies of trip %d: %w", t.ID, err)
	}
	return t, err
}

// collect reads every row of a query.
func collect[T any](ctx context.Context, db querier, scan func(row) (T, error), query string, args ...any) ([]T, error) {
	rows, err := db.QueryContext(ctx, query, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []T{}
	for rows.Next() {
		v, err := scan(rows)
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, rows.Err()
}

type execer interface {
	ExecContext(context.Context, string, ...any) (sql.Result, error)
}

// alone writes statements each by itself, in their turn.
type alone struct{ *Store }

func (a alone) ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error) {
	return a.exec(ctx, query, args...)
}

func (a alone) QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error) {
	return a.db.QueryContext(ctx, query, args...)
}

// AddTrip makes a trip and returns its ID.
func (s *Store) AddTrip(ctx context.Context, t Trip) (int64, error) {
	return s.addTrip(ctx, alone{s}, t)
}

func (s *Store) addTrip(ctx context.Context, db execer, t Trip) (int64, error) {
	supplies, err := json.Marshal(t.Supplies)
	if err != nil {
		return 0, err
	}
	r, err := db.ExecContext(ctx, "INSERT INTO trips (uuid, name, people, starts_on, supplies, created_at) VALUES (?, ?, ?, ?, ?, ?)", s.identity(t.UUID), t.Name, t.People, t.StartsOn, string(supplies), s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

// SetTrip changes a trip from the revision that it names. It returns ErrConflict when
// the trip has changed since.
func (s *Store) SetTrip(ctx context.Context, t Trip) error {
	supplies, err := json.Marshal(t.Supplies)
	if err != nil {
		return err
	}
	return s.changed(ctx, "trips", t.ID, t.Revision, "name = ?, people = ?, starts_on = ?, supplies = ?", t.Name, t.People, t.StartsOn, string(supplies))
}

// changed updates a row from a revision to the next. It returns ErrConflict where the
// row is at another revision, and ErrNotFound where it is gone.
func (s *Store) changed(ctx context.Context, table string, id, revision int64, set string, args ...any) error {
	return changedIn(ctx, alone{s}, table, id, revision, set, args...)
}

func changedIn(ctx context.Context, db interface {
	execer
	querier
}, table string, id, revision int64, set string, args ...any) error {
	err := one(db.ExecContext(ctx, "UPDATE "+table+" SET "+set+", revision = revision + 1 WHERE id = ? AND revision = ? AND deleted_at IS NULL", append(args, id, revision)...))
	if !errors.Is(err, ErrNotFound) {
		return err
	}
	there, err := collect(ctx, db, func(r row) (n int, err error) { return n, r.Scan(&n) }, "SELECT 1 FROM "+table+" WHERE id = ? AND deleted_at IS NULL", id)
	switch {
	case err != nil:
		return err
	case len(there) > 0:
		return ErrConflict
	}
	return ErrNotFound
}

// ArchiveTrip puts a trip out of the way, or brings it back.
func (s *Store) ArchiveTrip(ctx context.Context, id int64, archived bool) error {
	var at any
	if archived {
		at = s.stamp()
	}
	return one(s.exec(ctx, "UPDATE trips SET archived_at = ?, revision = revision + 1 WHERE id = ? AND deleted_at IS NULL", at, id))
}

// DeleteTrip and RestoreTrip take a trip away and bring it back with all that
// is in it.
func (s *Store) DeleteTrip(ctx context.Context, id int64) error {
	return s.mark(ctx, "trips", id, true)
}

// RestoreTrip undoes DeleteTrip.
func (s *Store) RestoreTrip(ctx context.Context, id int64) error {
	return s.mark(ctx, "trips", id, false)
}

const stopColumns = "id, uuid, revision, trip_id, position, name, day, km, time_zone, conditions, note, facts, created_at"

func scanStop(r row) (st Stop, err error) {
	var conditions, facts string
	if err = r.Scan(&st.ID, &st.UUID, &st.Revision, &st.TripID, &st.Position, &st.Name, &st.Day, &st.Km, &st.TimeZone, &conditions, &st.Note, &facts, &st.MadeAt); err != nil {
		return st, err
	}
	if err = errors.Join(json.Unmarshal([]byte(conditions), &st.Conditions), json.Unmarshal([]byte(facts), &st.Facts)); err != nil {
		err = fmt.Errorf("stop %d: %w", st.ID, err)
	}
	return st, err
}

// Stops lists a trip's stops in order.
func (s *Store) Stops(ctx context.Context, trip int64) ([]Stop, error) {
	return collect(ctx, s.db, scanStop, "SELECT "+stopColumns+" FROM stops WHERE trip_id = ? AND deleted_at IS NULL ORDER BY position, id", trip)
}

// Stop returns one stop.
func (s *Store) Stop(ctx context.Context, id int64) (Stop, error) {
	st, err := scanStop(s.db.QueryRowContext(ctx, "SELECT "+stopColumns+" FROM stops WHERE id = ? AND deleted_at IS NULL", id))
	return st, notFound(err)
}

// AddStop makes a stop and returns its ID.
func (s *Store) AddStop(ctx context.Context, st Stop) (int64, error) {
	return s.addStop(ctx, alone{s}, st)
}

func (s *Store) addStop(ctx context.Context, db execer, st Stop) (int64, error) {
	conditions, facts, err := texts(st)
	if err != nil {
		return 0, err
	}
	r, err := db.ExecContext(ctx, "INSERT INTO stops (uuid, trip_id, position, name, day, km, time_zone, conditions, note, facts, created_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
		s.identity(st.UUID), st.TripID, st.Position, st.Name, st.Day, st.Km, st.TimeZone, conditions, st.Note, facts, s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

func texts(st Stop) (conditions, facts string, err error) {
	c, err := json.Marshal(st.Conditions)
	if err != nil {
		return "", "", err
	}
	f, err := json.Marshal(st.Facts)
	return string(c), string(f), err
}

// SetStop changes a stop from the revision that it names; ErrConflict as SetTrip. Brews there keep their own patch over it; their
// stored plans stay as they are until they are saved again.
func (s *Store) SetStop(ctx context.Context, st Stop) error {
	conditions, facts, err := texts(st)
	if err != nil {
		return err
	}
	return s.changed(ctx, "stops", st.ID, st.Revision, "position = ?, name = ?, day = ?, km = ?, time_zone = ?, conditions = ?, note = ?, facts = ?",
		st.Position, st.Name, st.Day, st.Km, st.TimeZone, conditions, st.Note, facts)
}

// Arrange sets the order, days and distances of stops of a trip at once, each from the
// revision that it names: all of them or none. ErrConflict as SetTrip.
func (s *Store) Arrange(ctx context.Context, tripID int64, stops []Stop) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		for _, st := range stops {
			was, err := stopIn(ctx, tx, st.ID)
			if err != nil || was.TripID != tripID {
				return errors.Join(err, notOf(was.TripID, tripID))
			}
			if was.Revision != st.Revision {
				return ErrConflict
			}
			if was.Position == st.Position && was.Day == st.Day && was.Km == st.Km {
				continue
			}
			if err := changedIn(ctx, tx, "stops", st.ID, st.Revision, "position = ?, day = ?, km = ?", st.Position, st.Day, st.Km); err != nil {
				return err
			}
		}
		return nil
	})
}

func notOf(is, wanted int64) error {
	if is != wanted {
		return ErrNotFound
	}
	return nil
}

// InsertStop makes a stop at its place along the trip: those at its position and after
// it move on by one, and to its day where they would be before it. It returns its ID.
func (s *Store) InsertStop(ctx context.Context, st Stop) (id int64, err error) {
	err = s.tx(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET position = position + 1, day = max(day, ?), revision = revision + 1 WHERE trip_id = ? AND position >= ? AND deleted_at IS NULL", st.Day, st.TripID, st.Position); err != nil {
			return err
		}
		id, err = s.addStop(ctx, tx, st)
		return err
	})
	return id, err
}

// MoveStop moves a stop with its brews and their log into a trip, or to none where that is
// 0: after the last stop that is no later than the day.
func (s *Store) MoveStop(ctx context.Context, id, to int64, day int) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		if _, err := stopIn(ctx, tx, id); err != nil {
			return err
		}
		there, err := collect(ctx, tx, func(r row) (n int, err error) { return n, r.Scan(&n) }, "SELECT 1 FROM trips WHERE id = ? AND deleted_at IS NULL", to)
		if err != nil {
			return err
		}
		if len(there) == 0 {
			return ErrNotFound
		}
		var at int
		if err := tx.QueryRowContext(ctx, "SELECT coalesce(max(position), 0) + 1 FROM stops WHERE trip_id = ? AND day <= ? AND deleted_at IS NULL", to, day).Scan(&at); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET position = position + 1, revision = revision + 1 WHERE trip_id = ? AND position >= ? AND deleted_at IS NULL", to, at); err != nil {
			return err
		}
		return one(tx.ExecContext(ctx, "UPDATE stops SET trip_id = ?, day = ?, position = ?, revision = revision + 1 WHERE id = ?", to, day, at, id))
	})
}

// DeleteStop takes a stop away, with its brews.
func (s *Store) DeleteStop(ctx context.Context, id int64) error {
	return s.mark(ctx, "stops", id, true)
}

// RestoreStop undoes DeleteStop.
func (s *Store) RestoreStop(ctx context.Context, id int64) error {
	return s.mark(ctx, "stops", id, false)
}

// Journey returns a trip with its stops and brews, as the core takes it.
func (s *Store) Journey(ctx context.Context, id int64) (trip.Trip, []Stop, error) {
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
	coffees, err := s.bags(ctx, id, brews)
	return app.JourneyOf(t, stops, brews, coffees), stops, err
}

// bags are the coffees that brews of a trip name, with what was in them when it began: what
// is left, and what was brewed of them on it.
func (s *Store) bags(ctx context.Context, id int64, brews []Brew) ([]trip.CoffeeBag, error) {
	var out []trip.CoffeeBag
	seen := map[string]bool{}
	for _, b := range brews {
		if b.Request.Coffee.ID == nil || seen[*b.Request.Coffee.ID] {
			continue
		}
		of := *b.Request.Coffee.ID
		seen[of] = true
		c, err := s.CoffeeOf(ctx, of)
		if errors.Is(err, ErrNotFound) {
			continue
		}
		if err != nil {
			return nil, err
		}
		bag := trip.CoffeeBag{ID: of, InBag: c.CoffeeSet}
		if c.LeftG != nil {
			var here float64
			if err := s.db.QueryRowContext(ctx, usedOn, of, id, c.Since, c.Since).Scan(&here); err != nil {
				return nil, err
			}
			bag.StartG = new(*c.LeftG + here)
		}
		out = append(out, bag)
	}
	return out, nil
}

// usedOn is what was brewed of a coffee on a trip since it was weighed, in g.
const usedOn = `SELECT coalesce(sum(coalesce(l.body ->> '$.run.dose_g', c.plan ->> '$.dose_g', 0)), 0) FROM log_entries l JOIN plans p ON p.id = l.plan_id JOIN plan_contents c ON c.hash = p.content
	JOIN brews b ON b.id = l.brew_id JOIN stops s ON s.id = b.stop_id
	WHERE l.coffee = ? AND l.deleted_at IS NULL AND s.trip_id = ? AND c.plan ->> '$.request.method' <> 'serve-concentrate' AND (? = '' OR julianday(l.brewed_at) >= julianday(?))`

// AddJourney keeps a whole trip, or nothing of it: plans holds the plan of each
// brew, in order. It returns the trip's ID.
func (s *Store) AddJourney(ctx context.Context, t trip.Trip, plans []*brew.Plan) (id int64, err error) {
	err = s.tx(ctx, func(tx *sql.Tx) error {
		// Coffees that a file brings and that are not there yet.
		for _, bag := range t.Coffees {
			c := bag.InBag
			if bag.StartG != nil {
				c.Grams, c.Since = bag.StartG, s.stamp()
			}
			b, err := json.Marshal(c)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "INSERT INTO coffees (uuid, body, created_at) VALUES (?, ?, ?) ON CONFLICT (uuid) DO NOTHING", s.identity(bag.ID), string(b), s.stamp()); err != nil {
				return err
			}
		}
		if id, err = s.addTrip(ctx, tx, Trip{Name: t.Name, People: t.People, StartsOn: t.StartsOn, Supplies: t.Supplies}); err != nil {
			return err
		}
		n := 0
		for i, js := range t.Stops {
			st := Stop{TripID: id, Position: i + 1, Name: js.Name, Day: js.Day, Km: js.Km, TimeZone: js.TimeZone, Note: js.Note, Conditions: js.Conditions, Facts: js.Facts}
			stop, err := s.addStop(ctx, tx, st)
			if err != nil {
				return err
			}
			for _, b := range js.Brews {
				if err := s.insertBrew(ctx, tx, &Brew{StopID: stop, Name: b.Name, At: b.At, Request: b.Request}, plans[n]); err != nil {
					return err
				}
				n++
			}
		}
		return nil
	})
	return id, err
}

// SplitStop makes two stops of a stay, in one transaction: the first keeps the
// given nights, and the second has the others and the same brews, so that as much
// is brewed as before. It returns the second. Its error is brew.Problems where the
// stay has no such nights.
func (s *Store) SplitStop(ctx context.Context, id int64, nights int) (Stop, error) {
	var second Stop
	err := s.tx(ctx, func(tx *sql.Tx) error {
		first, err := stopIn(ctx, tx, id)
		if err != nil {
			return err
		}
		if first, second, err = app.Halves(first, nights); err != nil {
			return err
		}
		if err := setFacts(ctx, tx, first); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET position = position + 1, revision = revision + 1 WHERE trip_id = ? AND position > ?", first.TripID, first.Position); err != nil {
			return err
		}
		if second.ID, err = s.addStop(ctx, tx, second); err != nil {
			return err
		}
		return s.copyBrews(ctx, tx, id, second.ID)
	})
	return second, err
}

// JoinStops undoes SplitStop: the first stop takes the nights of the second and its
// way on, and the second is deleted.
func (s *Store) JoinStops(ctx context.Context, id, with int64) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		first, err := stopIn(ctx, tx, id)
		if err != nil {
			return err
		}
		second, err := stopIn(ctx, tx, with)
		if err != nil {
			return err
		}
		if first.TripID != second.TripID || id == with {
			return ErrNotFound
		}
		if err := setFacts(ctx, tx, app.Joined(first, second)); err != nil {
			return err
		}
		return one(tx.ExecContext(ctx, "UPDATE stops SET deleted_at = ? WHERE id = ? AND deleted_at IS NULL", s.stamp(), with))
	})
}

func stopIn(ctx context.Context, tx *sql.Tx, id int64) (Stop, error) {
	st, err := scanStop(tx.QueryRowContext(ctx, "SELECT "+stopColumns+" FROM stops WHERE id = ? AND deleted_at IS NULL", id))
	return st, notFound(err)
}

func setFacts(ctx context.Context, tx *sql.Tx, st Stop) error {
	_, facts, err := texts(st)
	if err != nil {
		return err
	}
	return one(tx.ExecContext(ctx, "UPDATE stops SET facts = ?, revision = revision + 1 WHERE id = ?", facts, st.ID))
}

// copyBrews plans the brews of a stop at another with the same conditions.
func (s *Store) copyBrews(ctx context.Context, tx *sql.Tx, from, to int64) error {
	ids, err := collect(ctx, tx, func(r row) (id int64, err error) { return id, r.Scan(&id) },
		"SELECT id FROM brews WHERE stop_id = ? AND deleted_at IS NULL ORDER BY id", from)
	if err != nil {
		return err
	}
	for _, id := range ids {
		r, err := tx.ExecContext(ctx, "INSERT INTO brews (uuid, stop_id, name, at, patch, created_at) SELECT ?, ?, name, at, patch, ? FROM brews WHERE id = ?", s.identity(""), to, s.stamp(), id)
		if err != nil {
			return err
		}
		made, err := r.LastInsertId()
		if err != nil {
			return err
		}
		var content string
		if err := tx.QueryRowContext(ctx, "SELECT p.content FROM plans p JOIN brews b ON b.plan_id = p.id WHERE b.id = ?", id).Scan(&content); err != nil {
			return err
		}
		plan, err := s.insertPlan(ctx, tx, made, content)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE brews SET plan_id = ? WHERE id = ?", plan, made); err != nil {
			return err
		}
	}
	return nil
}
