package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/working"
)

// tableOf is where records of a kind are kept.
var tableOf = map[string]string{
	app.KindTrip: "trips", app.KindStop: "stops", app.KindBrew: "brews", app.KindPlan: "plans", app.KindLog: "log_entries",
	app.KindCoffee: "coffees", app.KindRecipe: "recipes", app.KindGear: "gear", app.KindBlind: "blinds",
}

type rowQuerier interface {
	QueryRowContext(context.Context, string, ...any) *sql.Row
}

// Find is where a record is kept, also one that is deleted.
func (s *Store) Find(ctx context.Context, k journal.Key) (app.Row, error) { return find(ctx, s.db, k) }

func find(ctx context.Context, db rowQuerier, k journal.Key) (row app.Row, err error) {
	table, ok := tableOf[k.Kind]
	if !ok {
		return row, app.ErrNotFound
	}
	deleted := "deleted_at IS NOT NULL"
	if k.Kind == app.KindPlan {
		deleted = "0"
	}
	err = db.QueryRowContext(ctx, "SELECT id, "+deleted+" FROM "+table+" WHERE uuid = ?", k.UUID).Scan(&row.ID, &row.Deleted)
	return row, notFound(err)
}

// Events are those of the journal, in their order.
func (s *Store) Events(ctx context.Context) ([]journal.Edit, error) {
	return collect(ctx, s.db, func(r row) (e journal.Edit, err error) {
		var text string
		if err = r.Scan(&text); err != nil {
			return e, err
		}
		return e, json.Unmarshal([]byte(text), &e)
	}, "SELECT event FROM journal ORDER BY seq")
}

// Put makes records what they are given as, in one transaction with the events that told of
// it.
func (s *Store) Put(ctx context.Context, records []app.Record, events []journal.Edit) error {
	return s.tx(ctx, func(tx *sql.Tx) error {
		p := putting{s, tx}
		for _, e := range events {
			b, err := json.Marshal(e)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "INSERT INTO journal (id, event) VALUES (?, ?) ON CONFLICT (id) DO NOTHING", e.ID, string(b)); err != nil {
				return err
			}
		}
		for _, r := range records {
			if err := p.put(ctx, r); err != nil {
				return fmt.Errorf("%s: %w", r.Key, err)
			}
		}
		// A brew names a plan, and the plan its brew.
		for _, r := range records {
			if r.Brew == nil || r.Brew.Plan == "" {
				continue
			}
			if _, err := tx.ExecContext(ctx, "UPDATE brews SET plan_id = (SELECT p.id FROM plans p WHERE p.uuid = ? AND p.brew_id = brews.id) WHERE uuid = ? AND EXISTS (SELECT 1 FROM plans p WHERE p.uuid = ? AND p.brew_id = brews.id)", r.Brew.Plan, r.UUID, r.Brew.Plan); err != nil {
				return err
			}
		}
		return nil
	})
}

type putting struct {
	*Store
	tx *sql.Tx
}

// id is the row of a record that another names.
func (p putting) id(ctx context.Context, kind, uuid string) (int64, error) {
	row, err := find(ctx, p.tx, journal.Key{Kind: kind, UUID: uuid})
	if errors.Is(err, ErrNotFound) {
		return 0, fmt.Errorf("names %s %q, which is not there: %w", kind, uuid, err)
	}
	return row.ID, err
}

// ids are the rows of those that are there.
func (p putting) ids(ctx context.Context, kind string, of map[string]bool) ([]int64, error) {
	out := []int64{}
	for _, uuid := range slices.Sorted(maps.Keys(of)) {
		row, err := find(ctx, p.tx, journal.Key{Kind: kind, UUID: uuid})
		if errors.Is(err, ErrNotFound) {
			continue
		}
		if err != nil {
			return nil, err
		}
		out = append(out, row.ID)
	}
	slices.Sort(out)
	return out, nil
}

// column is a column with its value.
type column struct {
	name  string
	value any
}

// upsert writes a row by its identity, and returns its number.
func (p putting) upsert(ctx context.Context, r app.Record, columns ...column) (int64, error) {
	table := tableOf[r.Kind]
	var deleted any
	if r.Deleted {
		deleted = p.stamp()
	}
	var names, marks, sets []string
	var args []any
	for _, c := range columns {
		names, marks, sets, args = append(names, c.name), append(marks, "?"), append(sets, c.name+" = ?"), append(args, c.value)
	}
	row, err := find(ctx, p.tx, r.Key)
	if errors.Is(err, ErrNotFound) {
		if len(columns) == 0 {
			return 0, nil // deleted before it was ever here
		}
		res, err := p.tx.ExecContext(ctx, "INSERT INTO "+table+" ("+strings.Join(names, ", ")+", uuid, created_at, deleted_at) VALUES ("+strings.Join(marks, ", ")+", ?, ?, ?)", append(args, r.UUID, p.stamp(), deleted)...)
		if err != nil {
			return 0, err
		}
		return res.LastInsertId()
	}
	if err != nil {
		return 0, err
	}
	if r.Deleted && row.Deleted {
		deleted = nil // stays as it was
		sets = append(sets, "deleted_at = coalesce(deleted_at, ?)")
	} else {
		sets = append(sets, "deleted_at = ?")
	}
	err = one(p.tx.ExecContext(ctx, "UPDATE "+table+" SET "+strings.Join(sets, ", ")+", revision = revision + 1 WHERE id = ? AND (? = 0 OR revision = ?)", append(args, deleted, row.ID, r.Was, r.Was)...))
	if errors.Is(err, ErrNotFound) {
		return 0, ErrConflict
	}
	return row.ID, err
}

func text(v any) (string, error) {
	b, err := json.Marshal(v)
	return string(b), err
}

func (p putting) put(ctx context.Context, r app.Record) error {
	switch {
	case r.Trip != nil:
		return p.trip(ctx, r)
	case r.Stop != nil:
		trip, err := p.id(ctx, app.KindTrip, r.Stop.Trip)
		if err != nil {
			return err
		}
		conditions, facts, err := texts(Stop{Conditions: r.Stop.Conditions, Facts: r.Stop.Facts})
		if err != nil {
			return err
		}
		x := r.Stop
		id, err := p.upsert(ctx, r, column{"trip_id", trip}, column{"position", x.Position}, column{"name", x.Name}, column{"day", x.Day}, column{"km", x.Km},
			column{"time_zone", x.TimeZone}, column{"conditions", conditions}, column{"note", x.Note}, column{"facts", facts})
		if err != nil || x.MadeAt == "" {
			return err
		}
		_, err = p.tx.ExecContext(ctx, "UPDATE stops SET created_at = ? WHERE id = ?", x.MadeAt, id)
		return err
	case r.Brew != nil:
		stop, err := p.id(ctx, app.KindStop, r.Brew.Stop)
		if err != nil {
			return err
		}
		patch, err := r.Brew.Patch()
		if err != nil {
			return err
		}
		_, err = p.upsert(ctx, r, column{"stop_id", stop}, column{"name", r.Brew.Name}, column{"at", r.Brew.At}, column{"patch", patch})
		return err
	case r.Plan != nil:
		return p.plan(ctx, r)
	case r.Log != nil:
		brewID, err := p.id(ctx, app.KindBrew, r.Log.Brew)
		if err != nil {
			return err
		}
		plan, err := p.id(ctx, app.KindPlan, r.Log.Plan)
		if err != nil {
			return err
		}
		coffee, body, err := noted(r.Log.Noted)
		if err != nil {
			return err
		}
		_, err = p.upsert(ctx, r, column{"brew_id", brewID}, column{"plan_id", plan}, column{"brewed_at", r.Log.BrewedAt}, column{"coffee", coffee}, column{"body", body})
		return err
	case r.Coffee != nil:
		return p.kept(ctx, r, "body", r.Coffee)
	case r.Recipe != nil:
		return p.kept(ctx, r, "body", r.Recipe)
	case r.Gear != nil:
		it := *r.Gear
		it.ID, it.UUID, it.Revision = 0, "", 0
		return p.kept(ctx, r, "item", gear.Item(it))
	case r.Blind != nil:
		a, err := p.id(ctx, app.KindBrew, r.Blind.A)
		if err != nil {
			return err
		}
		b, err := p.id(ctx, app.KindBrew, r.Blind.B)
		if err != nil {
			return err
		}
		return p.kept(ctx, r, "body", app.BlindSet{A: a, B: b, Rounds: r.Blind.Rounds})
	}
	_, err := p.upsert(ctx, r)
	return err
}

func (p putting) kept(ctx context.Context, r app.Record, name string, body any) error {
	b, err := text(body)
	if err != nil {
		return err
	}
	_, err = p.upsert(ctx, r, column{name, b})
	return err
}

// trip writes a trip, its kit and what of its lists is done.
func (p putting) trip(ctx context.Context, r app.Record) error {
	x := r.Trip
	supplies, err := text(x.Supplies)
	if err != nil {
		return err
	}
	k := TripKit{Wishes: x.Wishes, Packed: slices.Sorted(maps.Keys(x.Packed)), Lost: []Lost{}}
	if k.Items, err = p.ids(ctx, app.KindGear, x.Items); err != nil {
		return err
	}
	for _, of := range []struct {
		named map[string]bool
		ids   *[]int64
	}{{x.Must, &k.Wishes.Must}, {x.Without, &k.Wishes.Without}} {
		ids, err := p.ids(ctx, app.KindGear, of.named)
		if err != nil {
			return err
		}
		if len(ids) > 0 {
			*of.ids = ids
		}
	}
	for _, name := range slices.Sorted(maps.Keys(x.Lost)) {
		item, stop, _ := strings.Cut(name, "@")
		it, err1 := find(ctx, p.tx, journal.Key{Kind: app.KindGear, UUID: item})
		st, err2 := find(ctx, p.tx, journal.Key{Kind: app.KindStop, UUID: stop})
		if err1 == nil && err2 == nil {
			k.Lost = append(k.Lost, Lost{Item: it.ID, Stop: st.ID})
		}
	}
	kit, err := text(k)
	if err != nil {
		return err
	}
	var archived any
	if x.Archived {
		archived = p.stamp()
	}
	id, err := p.upsert(ctx, r, column{"name", x.Name}, column{"people", x.People}, column{"starts_on", x.StartsOn}, column{"supplies", supplies}, column{"kit", kit}, column{"archived_at", archived})
	if err != nil {
		return err
	}
	if _, err := p.tx.ExecContext(ctx, "UPDATE trips SET kit_revision = kit_revision + 1 WHERE id = ?", id); err != nil {
		return err
	}
	if _, err := p.tx.ExecContext(ctx, "DELETE FROM ticks WHERE trip_id = ?", id); err != nil {
		return err
	}
	for _, name := range slices.Sorted(maps.Keys(x.Ticks)) {
		list, line, _ := strings.Cut(name, ":")
		if _, err := p.tx.ExecContext(ctx, "INSERT INTO ticks (trip_id, list, line) VALUES (?, ?, ?) ON CONFLICT DO NOTHING", id, list, line); err != nil {
			return err
		}
	}
	return nil
}

// plan keeps a plan; one that is there stays as it is.
func (p putting) plan(ctx context.Context, r app.Record) error {
	if _, err := find(ctx, p.tx, r.Key); !errors.Is(err, ErrNotFound) {
		return err
	}
	told, err := r.Plan.Told()
	if err != nil {
		return err
	}
	brewID, err := p.id(ctx, app.KindBrew, r.Plan.Brew)
	if err != nil {
		return err
	}
	c, err := contentOf(r.Plan.Request, bare(told, r.Plan.Version))
	if err != nil {
		return err
	}
	hash, err := c.keep(ctx, p.tx)
	if err != nil {
		return err
	}
	_, err = p.tx.ExecContext(ctx, "INSERT INTO plans (uuid, brew_id, content, created_at) VALUES (?, ?, ?, ?)", r.UUID, brewID, hash, r.Plan.CreatedAt)
	return err
}

// bare is a plan without its workings, of the version of the core that told it.
func bare(p *brew.Plan, version string) *brew.Plan {
	b := *p
	b.Working, b.Version = working.Sheet{}, version
	return &b
}
