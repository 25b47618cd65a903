package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"

	"apodemos/core/brew"
)

// Trip is a journey.
type Trip struct {
	ID       int64  `json:"id"`
	Name     string `json:"name"`
	People   int    `json:"people"`
	StartsOn string `json:"starts_on" doc:"ISO date; empty when not fixed"`
}

// Stop is a place on a trip where coffee may be made. Conditions holds the
// place, water and heat of a plan request.
type Stop struct {
	ID         int64        `json:"id"`
	TripID     int64        `json:"trip_id"`
	Position   int          `json:"position"`
	Name       string       `json:"name"`
	Day        int          `json:"day"`
	Km         float64      `json:"km"`
	TimeZone   string       `json:"time_zone"`
	Conditions brew.Request `json:"conditions"`
	Note       string       `json:"note"`
}

// Trips lists the trips, newest first.
func (s *Store) Trips(ctx context.Context) ([]Trip, error) {
	return collect(ctx, s.db, scanTrip, "SELECT "+tripColumns+" FROM trips WHERE deleted_at IS NULL ORDER BY id DESC")
}

// Trip returns one trip.
func (s *Store) Trip(ctx context.Context, id int64) (Trip, error) {
	t, err := scanTrip(s.db.QueryRowContext(ctx, "SELECT "+tripColumns+" FROM trips WHERE id = ? AND deleted_at IS NULL", id))
	return t, notFound(err)
}

const tripColumns = "id, name, people, starts_on"

type row interface{ Scan(...any) error }

type querier interface {
	QueryContext(context.Context, string, ...any) (*sql.Rows, error)
}

func scanTrip(r row) (t Trip, err error) {
	err = r.Scan(&t.ID, &t.Name, &t.People, &t.StartsOn)
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

// AddTrip makes a trip and returns its ID.
func (s *Store) AddTrip(ctx context.Context, t Trip) (int64, error) {
	r, err := s.db.ExecContext(ctx, "INSERT INTO trips (name, people, starts_on, created_at) VALUES (?, ?, ?, ?)", t.Name, t.People, t.StartsOn, s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

// SetTrip changes a trip.
func (s *Store) SetTrip(ctx context.Context, t Trip) error {
	return one(s.db.ExecContext(ctx, "UPDATE trips SET name = ?, people = ?, starts_on = ? WHERE id = ? AND deleted_at IS NULL", t.Name, t.People, t.StartsOn, t.ID))
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

const stopColumns = "id, trip_id, position, name, day, km, time_zone, conditions, note"

func scanStop(r row) (st Stop, err error) {
	var conditions string
	if err = r.Scan(&st.ID, &st.TripID, &st.Position, &st.Name, &st.Day, &st.Km, &st.TimeZone, &conditions, &st.Note); err != nil {
		return st, err
	}
	if err = json.Unmarshal([]byte(conditions), &st.Conditions); err != nil {
		err = fmt.Errorf("conditions of stop %d: %w", st.ID, err)
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
	conditions, err := json.Marshal(st.Conditions)
	if err != nil {
		return 0, err
	}
	r, err := s.db.ExecContext(ctx, "INSERT INTO stops (trip_id, position, name, day, km, time_zone, conditions, note, created_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
		st.TripID, st.Position, st.Name, st.Day, st.Km, st.TimeZone, string(conditions), st.Note, s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

// SetStop changes a stop. Brews there keep their own patch over it; their
// stored plans stay as they are until they are saved again.
func (s *Store) SetStop(ctx context.Context, st Stop) error {
	conditions, err := json.Marshal(st.Conditions)
	if err != nil {
		return err
	}
	return one(s.db.ExecContext(ctx, "UPDATE stops SET position = ?, name = ?, day = ?, km = ?, time_zone = ?, conditions = ?, note = ? WHERE id = ? AND deleted_at IS NULL",
		st.Position, st.Name, st.Day, st.Km, st.TimeZone, string(conditions), st.Note, st.ID))
}

// DeleteStop takes a stop away, with its brews.
func (s *Store) DeleteStop(ctx context.Context, id int64) error {
	return s.mark(ctx, "stops", id, true)
}

// RestoreStop undoes DeleteStop.
func (s *Store) RestoreStop(ctx context.Context, id int64) error {
	return s.mark(ctx, "stops", id, false)
}
