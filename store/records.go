package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"

	"apodemos/app"
	"apodemos/app/journal"
)

// tables are where records of each kind are kept. All have the same columns; what else they
// have is made of these (00017_records.sql).
var tables = map[string]string{
	app.KindTrip: "trips", app.KindStop: "stops", app.KindBrew: "brews", app.KindPlan: "plans", app.KindLog: "log_entries",
	app.KindCoffee: "coffees", app.KindRecipe: "recipes", app.KindGear: "gear", app.KindBlind: "blinds",
	app.KindKit: "kits", app.KindCalendar: "calendars", app.KindRun: "runs", app.KindContent: "plan_contents",
}

// kinds are what there is to know of them.
var kinds = func() map[string]*app.Kind {
	out := map[string]*app.Kind{}
	for _, k := range app.Kinds() {
		out[k.Name] = k
	}
	return out
}()

const columns = "r.id, r.uuid, r.revision, coalesce(r.parent, 0), r.rank, coalesce(r.deleted_at, ''), r.created_at, r.body"

// querier is the database, or a transaction.
type querier interface {
	QueryContext(context.Context, string, ...any) (*sql.Rows, error)
	QueryRowContext(context.Context, string, ...any) *sql.Row
}

// reading reads records, from the database or within a transaction.
type reading struct{ db querier }

type row interface{ Scan(...any) error }

func scan(kind string, r row) (app.Row, error) {
	out := app.Row{Kind: kind}
	var body []byte
	err := r.Scan(&out.ID, &out.UUID, &out.Revision, &out.Parent, &out.Rank, &out.DeletedAt, &out.MadeAt, &body)
	out.Body, out.Deleted = body, out.DeletedAt != ""
	if errors.Is(err, sql.ErrNoRows) {
		err = app.ErrNotFound
	}
	return out, err
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

// ID is the database's own identity: what is kept for it elsewhere is known by it.
func (r reading) ID(ctx context.Context) (string, error) { return r.meta(ctx, "database") }

// meta is what the database says of itself; empty where it says nothing.
func (r reading) meta(ctx context.Context, key string) (string, error) {
	var v string
	err := r.db.QueryRowContext(ctx, "SELECT value FROM meta WHERE key = ?", key).Scan(&v)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return v, err
}

// Get is a record by its number.
func (r reading) Get(ctx context.Context, kind string, id int64) (app.Row, error) {
	return scan(kind, r.db.QueryRowContext(ctx, "SELECT "+columns+" FROM "+tables[kind]+" r WHERE r.id = ?", id))
}

// Find is a record by its identity.
func (r reading) Find(ctx context.Context, kind, uuid string) (app.Row, error) {
	return scan(kind, r.db.QueryRowContext(ctx, "SELECT "+columns+" FROM "+tables[kind]+" r WHERE r.uuid = ?", uuid))
}

// Short returns the number of the record whose UUID has this prefix. Its error is app.ErrNotFound if none,
// or more than one, does.
func (r reading) Short(ctx context.Context, kind, prefix string) (int64, error) {
	ids, err := collect(ctx, r.db, func(x row) (id int64, err error) { return id, x.Scan(&id) }, "SELECT id FROM "+tables[kind]+" WHERE uuid >= ? AND uuid < ? LIMIT 2", prefix, prefix+"~")
	if err == nil && len(ids) != 1 {
		err = app.ErrNotFound
	}
	if err != nil {
		return 0, err
	}
	return ids[0], nil
}

// List lists records in the order of their ranks.
func (r reading) List(ctx context.Context, q app.Query) ([]app.Row, error) {
	from, where, args := chain(q)
	way := ""
	if q.Desc {
		way = " DESC"
	}
	limit := -1
	if q.Limit > 0 {
		limit = q.Limit
	}
	return collect(ctx, r.db, func(x row) (app.Row, error) { return scan(q.Kind, x) },
		"SELECT "+columns+from+where+" ORDER BY r.rank"+way+", r.id"+way+" LIMIT ?", append(args, limit)...)
}

// Count counts those of a kind that are there, by what they are part of.
func (r reading) Count(ctx context.Context, kind string, of app.Of) (map[int64]int, error) {
	from, where, args := chain(app.Query{Kind: kind, Of: of})
	out := map[int64]int{}
	_, err := collect(ctx, r.db, func(x row) (none struct{}, err error) {
		var id int64
		var n int
		err = x.Scan(&id, &n)
		out[id] = n
		return none, err
	}, "SELECT r.parent, count(*)"+from+where+" GROUP BY r.parent", args...)
	return out, err
}

// chain is where the records of a query are, with what they are part of. With a limit they are
// read in their order until there are enough, and what they are part of is looked up for each.
func chain(q app.Query) (from, where string, args []any) {
	join := " JOIN "
	if q.Limit > 0 {
		join = " CROSS JOIN "
	}
	var says []string
	from = " FROM " + tables[q.Kind] + " r"
	at := "r"
	if q.Gone {
		says = append(says, "r.deleted_at IS NOT NULL")
	} else if !q.All {
		says = append(says, "r.deleted_at IS NULL")
	}
	if q.Word != "" {
		says, args = append(says, "r."+kinds[q.Kind].Word+" = ?"), append(args, q.Word)
	}
	for n, k := 1, kinds[q.Kind]; k.Parent != ""; n, k = n+1, kinds[k.Parent] {
		if q.Loose && q.Of.Kind == "" {
			break
		}
		if q.Of.Kind == k.Parent {
			says, args = append(says, at+".parent = ?"), append(args, q.Of.ID)
			if q.Loose || q.All {
				break
			}
		}
		up := fmt.Sprint("p", n)
		from += join + tables[k.Parent] + " " + up + " ON " + up + ".id = " + at + ".parent"
		at = up
		if !q.Loose && !q.All {
			says = append(says, up+".deleted_at IS NULL")
		}
	}
	if len(says) > 0 {
		where = " WHERE " + strings.Join(says, " AND ")
	}
	return from, where, args
}

// Ticks are the lines of a trip's list that are done.
func (r reading) Ticks(ctx context.Context, trip int64, list string) ([]string, error) {
	return collect(ctx, r.db, func(x row) (line string, err error) { return line, x.Scan(&line) }, "SELECT line FROM ticks WHERE trip_id = ? AND list = ? ORDER BY line", trip, list)
}

// Events are those of the journal, in their order.
func (r reading) Events(ctx context.Context) ([]journal.Edit, error) {
	return collect(ctx, r.db, func(x row) (e journal.Edit, err error) {
		var text string
		if err = x.Scan(&text); err != nil {
			return e, err
		}
		return journal.OfKept([]byte(text))
	}, "SELECT event FROM journal ORDER BY seq")
}

// writing writes records within a transaction.
type writing struct {
	reading
	tx *sql.Tx
	s  *Store
}

// Write runs f in one transaction.
func (s *Store) Write(ctx context.Context, f func(app.Writer) error) error {
	return s.tx(ctx, func(tx *sql.Tx) error { return f(writing{reading{tx}, tx, s}) })
}

// NewID is an identity that no other record has.
func (w writing) NewID() string { return w.s.newID() }

// Put keeps a record: a new one, or in place of what is there.
func (w writing) Put(ctx context.Context, r app.Row) (app.Row, error) {
	table := tables[r.Kind]
	was := r.Revision
	r.Revision++
	var deleted, parent any
	if r.Deleted {
		deleted = w.s.stamp()
	}
	if kinds[r.Kind].Parent != "" {
		parent = r.Parent
	}
	if r.MadeAt == "" {
		r.MadeAt = w.s.stamp()
	}
	if !r.Kept() {
		if r.UUID == "" {
			r.UUID = w.s.newID()
		}
		res, err := w.tx.ExecContext(ctx, "INSERT INTO "+table+" (uuid, revision, parent, rank, body, created_at, deleted_at) VALUES (?, ?, ?, ?, ?, ?, ?)", r.UUID, r.Revision, parent, r.Rank, string(r.Body), r.MadeAt, deleted)
		if err != nil {
			return r, err
		}
		r.ID, err = res.LastInsertId()
		return r, err
	}
	// When it was taken away stays.
	set := "deleted_at = NULL"
	args := []any{r.Revision, parent, r.Rank, string(r.Body), r.MadeAt}
	if r.Deleted {
		set, args = "deleted_at = coalesce(deleted_at, ?)", append(args, deleted)
	}
	res, err := w.tx.ExecContext(ctx, "UPDATE "+table+" SET revision = ?, parent = ?, rank = ?, body = ?, created_at = ?, "+set+" WHERE id = ? AND revision = ?", append(args, r.ID, was)...)
	if err != nil {
		return r, err
	}
	if n, err := res.RowsAffected(); n != 1 || err != nil {
		return r, errors.Join(err, app.ErrConflict)
	}
	return r, nil
}

// Drop takes a record away for good.
func (w writing) Drop(ctx context.Context, kind string, id int64) error {
	_, err := w.tx.ExecContext(ctx, "DELETE FROM "+tables[kind]+" WHERE id = ?", id)
	return err
}

// Tick says whether a line of a trip's list is done.
func (w writing) Tick(ctx context.Context, trip int64, list, line string, done bool) error {
	query := "DELETE FROM ticks WHERE trip_id = ? AND list = ? AND line = ?"
	if done {
		query = "INSERT INTO ticks (trip_id, list, line) VALUES (?, ?, ?) ON CONFLICT DO NOTHING"
	}
	_, err := w.tx.ExecContext(ctx, query, trip, list, line)
	return err
}

// Note adds events to the journal.
func (w writing) Note(ctx context.Context, events []journal.Edit) error {
	for _, e := range events {
		b, err := journal.Kept(e)
		if err != nil {
			return err
		}
		if _, err := w.tx.ExecContext(ctx, "INSERT INTO journal (id, event) VALUES (?, ?) ON CONFLICT (id) DO NOTHING", e.ID, string(b)); err != nil {
			return err
		}
	}
	return nil
}

// Renote puts events in the place of the journal.
func (w writing) Renote(ctx context.Context, events []journal.Edit) error {
	if _, err := w.tx.ExecContext(ctx, "DELETE FROM journal"); err != nil {
		return err
	}
	return w.Note(ctx, events)
}
