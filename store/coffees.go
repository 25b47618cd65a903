package store

import (
	"context"
	"encoding/json"
	"fmt"

	"apodemos/app"
	"apodemos/core/recipe"
)

// kept adds a record that is kept as JSON; table is one of this package's own.
func (s *Store) kept(ctx context.Context, table, uuid string, body any) (int64, error) {
	b, err := json.Marshal(body)
	if err != nil {
		return 0, err
	}
	r, err := s.exec(ctx, "INSERT INTO "+table+" (uuid, body, created_at) VALUES (?, ?, ?)", s.identity(uuid), string(b), s.stamp())
	if err != nil {
		return 0, err
	}
	return r.LastInsertId()
}

// rekept changes one from a revision; ErrConflict as SetTrip.
func (s *Store) rekept(ctx context.Context, table string, id, revision int64, body any) error {
	b, err := json.Marshal(body)
	if err != nil {
		return err
	}
	return s.changed(ctx, table, id, revision, "body = ?", string(b))
}

// A concentrate's coffee was taken when it was made, and is not taken again where it is
// served.
const coffeeColumns = `k.id, k.uuid, k.revision, k.body, k.deleted_at IS NOT NULL,
	(SELECT count(*) FROM log_entries l WHERE l.coffee = k.uuid AND l.deleted_at IS NULL),
	(SELECT coalesce(sum(coalesce(l.body ->> '$.run.dose_g', c.plan ->> '$.dose_g', 0)), 0) FROM log_entries l JOIN plans p ON p.id = l.plan_id JOIN plan_contents c ON c.hash = p.content
		WHERE l.coffee = k.uuid AND l.deleted_at IS NULL AND c.plan ->> '$.request.method' <> 'serve-concentrate'
		AND (coalesce(k.body ->> '$.since', '') = '' OR julianday(l.brewed_at) >= julianday(k.body ->> '$.since')))
	FROM coffees k `

func scanCoffee(r row) (c Coffee, err error) {
	var body string
	if err = r.Scan(&c.ID, &c.UUID, &c.Revision, &body, &c.Deleted, &c.Cups, &c.UsedG); err != nil {
		return c, err
	}
	if err = json.Unmarshal([]byte(body), &c.CoffeeSet); err != nil {
		return c, fmt.Errorf("coffee %d: %w", c.ID, err)
	}
	if c.Grams != nil {
		c.LeftG = new(max(*c.Grams-c.UsedG, 0))
	}
	return c, nil
}

// Coffees lists the coffees, the newest first; with all, the deleted ones too.
func (s *Store) Coffees(ctx context.Context, all bool) ([]Coffee, error) {
	return collect(ctx, s.db, scanCoffee, "SELECT "+coffeeColumns+"WHERE ? OR k.deleted_at IS NULL ORDER BY k.id DESC", all)
}

// Coffee returns one coffee, also a deleted one: it is read where it was used.
func (s *Store) Coffee(ctx context.Context, id int64) (Coffee, error) {
	c, err := scanCoffee(s.db.QueryRowContext(ctx, "SELECT "+coffeeColumns+"WHERE k.id = ?", id))
	return c, notFound(err)
}

// CoffeeOf is Coffee by its identity.
func (s *Store) CoffeeOf(ctx context.Context, uuid string) (Coffee, error) {
	c, err := scanCoffee(s.db.QueryRowContext(ctx, "SELECT "+coffeeColumns+"WHERE k.uuid = ?", uuid))
	return c, notFound(err)
}

// AddCoffee keeps a coffee; an identity is given to one that has none.
func (s *Store) AddCoffee(ctx context.Context, uuid string, c app.CoffeeSet) (int64, error) {
	return s.kept(ctx, "coffees", uuid, c)
}

// SetCoffee changes a coffee from a revision.
func (s *Store) SetCoffee(ctx context.Context, id, revision int64, c app.CoffeeSet) error {
	return s.rekept(ctx, "coffees", id, revision, c)
}

// DeleteCoffee takes a coffee off the shelf; what was brewed of it keeps its name.
func (s *Store) DeleteCoffee(ctx context.Context, id int64) error {
	return s.mark(ctx, "coffees", id, true)
}

// RestoreCoffee undoes DeleteCoffee.
func (s *Store) RestoreCoffee(ctx context.Context, id int64) error {
	return s.mark(ctx, "coffees", id, false)
}

const recipeColumns = "id, uuid, revision, body, deleted_at IS NOT NULL FROM recipes "

func scanRecipe(r row) (o OwnRecipe, err error) {
	var body string
	if err = r.Scan(&o.ID, &o.UUID, &o.Revision, &body, &o.Deleted); err != nil {
		return o, err
	}
	if err = json.Unmarshal([]byte(body), &o.Recipe); err != nil {
		err = fmt.Errorf("recipe %d: %w", o.ID, err)
	}
	return o, err
}

// Recipes lists a person's own recipes, the newest first; with all, the deleted ones too.
func (s *Store) Recipes(ctx context.Context, all bool) ([]OwnRecipe, error) {
	return collect(ctx, s.db, scanRecipe, "SELECT "+recipeColumns+"WHERE ? OR deleted_at IS NULL ORDER BY id DESC", all)
}

// OwnRecipe returns one recipe, also a deleted one.
func (s *Store) OwnRecipe(ctx context.Context, id int64) (OwnRecipe, error) {
	o, err := scanRecipe(s.db.QueryRowContext(ctx, "SELECT "+recipeColumns+"WHERE id = ?", id))
	return o, notFound(err)
}

// RecipeOf is OwnRecipe by its identity.
func (s *Store) RecipeOf(ctx context.Context, uuid string) (OwnRecipe, error) {
	o, err := scanRecipe(s.db.QueryRowContext(ctx, "SELECT "+recipeColumns+"WHERE uuid = ?", uuid))
	return o, notFound(err)
}

// AddRecipe keeps a recipe; an identity is given to one that has none.
func (s *Store) AddRecipe(ctx context.Context, uuid string, r recipe.Recipe) (int64, error) {
	return s.kept(ctx, "recipes", uuid, r)
}

// SetRecipe changes a recipe from a revision. Brews keep what they were planned by.
func (s *Store) SetRecipe(ctx context.Context, id, revision int64, r recipe.Recipe) error {
	return s.rekept(ctx, "recipes", id, revision, r)
}

// DeleteRecipe takes a recipe away; brews keep it.
func (s *Store) DeleteRecipe(ctx context.Context, id int64) error {
	return s.mark(ctx, "recipes", id, true)
}

// RestoreRecipe undoes DeleteRecipe.
func (s *Store) RestoreRecipe(ctx context.Context, id int64) error {
	return s.mark(ctx, "recipes", id, false)
}

const blindColumns = "id, uuid, revision, body FROM blinds WHERE deleted_at IS NULL "

func scanBlind(r row) (b Blind, err error) {
	var body string
	if err = r.Scan(&b.ID, &b.UUID, &b.Revision, &body); err != nil {
		return b, err
	}
	if err = json.Unmarshal([]byte(body), &b.BlindSet); err != nil {
		err = fmt.Errorf("blind comparison %d: %w", b.ID, err)
	}
	return b, err
}

// Blinds lists the blind comparisons, the newest first.
func (s *Store) Blinds(ctx context.Context) ([]Blind, error) {
	return collect(ctx, s.db, scanBlind, "SELECT "+blindColumns+"ORDER BY id DESC")
}

// Blind returns one.
func (s *Store) Blind(ctx context.Context, id int64) (Blind, error) {
	b, err := scanBlind(s.db.QueryRowContext(ctx, "SELECT "+blindColumns+"AND id = ?", id))
	return b, notFound(err)
}

// AddBlind keeps a blind comparison.
func (s *Store) AddBlind(ctx context.Context, b app.BlindSet) (int64, error) {
	return s.kept(ctx, "blinds", "", b)
}

// SetBlind changes one from a revision.
func (s *Store) SetBlind(ctx context.Context, id, revision int64, b app.BlindSet) error {
	return s.rekept(ctx, "blinds", id, revision, b)
}

// DeleteBlind takes one away.
func (s *Store) DeleteBlind(ctx context.Context, id int64) error {
	return s.mark(ctx, "blinds", id, true)
}

// RestoreBlind undoes DeleteBlind.
func (s *Store) RestoreBlind(ctx context.Context, id int64) error {
	return s.mark(ctx, "blinds", id, false)
}
