package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	jsonpatch "github.com/evanphx/json-patch/v5"
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
		goose.NewGoMigration(9, &goose.GoFunc{RunTx: splitPlans}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
		goose.NewGoMigration(7, &goose.GoFunc{RunTx: keepToConditions}, &goose.GoFunc{RunTx: func(context.Context, *sql.Tx) error { return nil }}),
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
		trip.MoveWater(&c.Conditions, &f)
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

// keepToConditions takes out of a stop's conditions what it does not hold,
// and gives it to each of the stop's brews, which found it there.
func keepToConditions(ctx context.Context, tx *sql.Tx) error {
	type pair struct {
		id   int64
		text string
	}
	two := func(r row) (p pair, err error) { return p, r.Scan(&p.id, &p.text) }
	stops, err := collect(ctx, tx, two, "SELECT id, conditions FROM stops")
	if err != nil {
		return err
	}
	for _, s := range stops {
		var all map[string]json.RawMessage
		if err := json.Unmarshal([]byte(s.text), &all); err != nil {
			return fmt.Errorf("stop %d: %w", s.id, err)
		}
		kept, more := map[string]json.RawMessage{}, map[string]json.RawMessage{}
		for name, v := range all {
			switch name {
			case "place", "water", "heat", "vessel", "calibration":
				kept[name] = v
			case "method", "school":
			default:
				more[name] = v
			}
		}
		conditions, err := json.Marshal(kept)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE stops SET conditions = ? WHERE id = ?", string(conditions), s.id); err != nil {
			return err
		}
		if len(more) == 0 {
			continue
		}
		found, err := json.Marshal(more)
		if err != nil {
			return err
		}
		brews, err := collect(ctx, tx, two, "SELECT id, patch FROM brews WHERE stop_id = ?", s.id)
		if err != nil {
			return err
		}
		for _, b := range brews {
			patch, err := jsonpatch.MergeMergePatches(found, []byte(b.text))
			if err != nil {
				return fmt.Errorf("brew %d: %w", b.id, err)
			}
			if _, err := tx.ExecContext(ctx, "UPDATE brews SET patch = ? WHERE id = ?", string(patch), b.id); err != nil {
				return err
			}
		}
	}
	return nil
}
