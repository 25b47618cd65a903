package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/google/uuid"
	"github.com/pressly/goose/v3"

	"apodemos/core/brew"
	"apodemos/core/trip"
)

// goMigrations are the migrations that need the core's rules; the others are SQL. A
// number is used once, here or there.
func goMigrations() []*goose.Migration {
	return []*goose.Migration{
		goose.NewGoMigration(4, &goose.GoFunc{RunTx: moveWater}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(6, &goose.GoFunc{RunTx: giveIdentities}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
	}
}

// tables with an identity of their own.
var identified = []string{"trips", "stops", "brews", "plans", "log_entries", "gear"}

// giveIdentities gives one to every row that has none, and to the database, and holds
// that no two are alike.
func giveIdentities(ctx context.Context, tx *sql.Tx) error {
	for _, table := range identified {
		ids, err := collect(ctx, tx, func(r row) (id int64, err error) { return id, r.Scan(&id) }, "SELECT id FROM "+table+" WHERE uuid = ''")
		if err != nil {
			return err
		}
		for _, id := range ids {
			if _, err := tx.ExecContext(ctx, "UPDATE "+table+" SET uuid = ? WHERE id = ?", uuid.NewString(), id); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "CREATE UNIQUE INDEX "+table+"_uuid ON "+table+" (uuid)"); err != nil {
			return err
		}
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO meta (key, value) VALUES ('database', ?)", uuid.NewString())
	return err
}

// moveWater moves where a stop's water is from, and whether it is trusted, from its
// facts to its conditions, where its brews see it.
func moveWater(ctx context.Context, tx *sql.Tx) error {
	type stop struct {
		id                int64
		conditions, facts string
	}
	stops, err := collect(ctx, tx, func(r row) (s stop, err error) { return s, r.Scan(&s.id, &s.conditions, &s.facts) }, "SELECT id, conditions, facts FROM stops")
	if err != nil {
		return err
	}
	for _, s := range stops {
		var c brew.Request
		var f trip.Facts
		if err := errors.Join(json.Unmarshal([]byte(s.conditions), &c), json.Unmarshal([]byte(s.facts), &f)); err != nil {
			return fmt.Errorf("stop %d: %w", s.id, err)
		}
		trip.MoveWater(&c, &f)
		conditions, err := json.Marshal(c)
		if err != nil {
			return err
		}
		facts, err := json.Marshal(f)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET conditions = ?, facts = ? WHERE id = ?", string(conditions), string(facts), s.id); err != nil {
			return err
		}
	}
	return nil
}
