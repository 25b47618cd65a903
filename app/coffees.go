package app

import (
	"context"
	"errors"
	"math"
	"strings"
	"time"

	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/formats/zone"
)

// CoffeeOut is a coffee with what a brew of it is asked with, and what was tasted of it.
type CoffeeOut struct {
	Coffee
	Beans brew.Coffee `json:"beans" doc:"As a request has it, on the day that was asked"`
	Notes taste.Notes `json:"notes" doc:"Notes tasted beside those printed"`
}

// BeansOn is a coffee as a request has it, on a day as an ISO date; empty is today.
func BeansOn(c Coffee, day string, now time.Time) brew.Coffee {
	b := brew.Coffee{ID: new(c.UUID), Name: new(c.Name)}
	if c.Roast != "" {
		b.Roast = new(c.Roast)
	}
	if c.Species != "" {
		b.Species = new(c.Species)
	}
	if c.Ground {
		b.GroundAhead = new(true)
	}
	if c.ShopGround {
		b.ShopGround = new(true)
	}
	roasted, err := time.Parse(time.DateOnly, c.RoastedOn)
	if err != nil {
		return b
	}
	on, err := time.Parse(time.DateOnly, day)
	if err != nil {
		on = now.UTC().Truncate(24 * time.Hour)
	}
	b.DaysOff = new(math.Min(math.Max(math.Round(on.Sub(roasted).Hours()/24), 0), 730))
	return b
}

// CoffeesOut are the coffees as of a day; with all, those deleted too.
func (a App) CoffeesOut(ctx context.Context, day string, all bool) ([]CoffeeOut, error) {
	if bad := zone.Day("on", day); len(bad) > 0 {
		return nil, brew.Problems(bad)
	}
	list, err := a.Coffees(ctx, all)
	if err != nil {
		return nil, err
	}
	out := []CoffeeOut{}
	for _, c := range list {
		one, err := a.coffeeOut(ctx, c, day)
		if err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, nil
}

// CoffeeOut is one coffee as of today.
func (a App) CoffeeOut(ctx context.Context, id int64) (CoffeeOut, error) {
	c, err := a.Coffee(ctx, id)
	if err != nil {
		return CoffeeOut{}, err
	}
	return a.coffeeOut(ctx, c, "")
}

func (a App) coffeeOut(ctx context.Context, c Coffee, day string) (CoffeeOut, error) {
	log, err := a.LogOf(ctx, c.UUID)
	var tasted []string
	for _, l := range log {
		if l.Notes != "" {
			tasted = append(tasted, l.Notes)
		}
	}
	return CoffeeOut{c, BeansOn(c, day, time.Now()), taste.CompareNotes(c.Printed, tasted...)}, err
}

// CheckCoffee is what is wrong with a coffee beyond what the shape of it says.
func CheckCoffee(c *CoffeeSet) error {
	c.Name = strings.TrimSpace(c.Name)
	var bad brew.Problems
	if n := len([]rune(c.Name)); n < 1 || n > 40 {
		bad = append(bad, wrong("name", c.Name, charactersOutOf, quantity.Said(n), quantity.Said(40))...)
	}
	bad = append(bad, zone.Day("roasted_on", c.RoastedOn)...)
	if c.Since != "" {
		if _, err := time.Parse(time.RFC3339, c.Since); err != nil {
			bad = append(bad, wrong("since", c.Since, noMoment, quantity.Quoted(c.Since))...)
		}
	}
	if len(bad) > 0 {
		return bad
	}
	return nil
}

// CheckRecipe is what is wrong with a recipe of one's own: it has a name and a method, and
// can be brewed in a kitchen.
func CheckRecipe(r *recipe.Recipe) error {
	r.Name = strings.TrimSpace(r.Name)
	var bad brew.Problems
	if n := len([]rune(r.Name)); n < 1 || n > 120 {
		bad = append(bad, wrong("name", r.Name, charactersOutOf, quantity.Said(n), quantity.Said(120))...)
	}
	if r.Method == "" {
		bad = append(bad, wrong("method", "", saysNoMethod)...)
	}
	if len(bad) > 0 {
		return bad
	}
	q := brew.Request{Method: r.Method, Recipe: r}
	if r.Clicks != nil && r.Grinder == nil && r.Grind == "" && r.GrindUm == nil {
		return wrong("grinder", nil, clicksMeanNothing)
	}
	if _, err := brew.Compute(q); err != nil {
		if bad, ok := errors.AsType[brew.Problems](err); ok {
			for i := range bad {
				bad[i].Field = strings.TrimPrefix(bad[i].Field, "recipe.")
			}
			return bad
		}
		return err
	}
	return nil
}

// RecipeOfPlan is what a stored plan came to as a recipe to keep: it is not kept yet.
func (a App) RecipeOfPlan(ctx context.Context, plan int64, name string) (recipe.Recipe, error) {
	p, err := a.Plan(ctx, plan)
	if err != nil {
		return recipe.Recipe{}, err
	}
	return p.Plan.RecipeOf(name), nil
}

// RecipeOfEntry is a cup of the log as a recipe to keep: as it was really had.
func (a App) RecipeOfEntry(ctx context.Context, entry int64, name string) (recipe.Recipe, error) {
	p, err := a.AsHad(ctx, entry)
	if err != nil {
		return recipe.Recipe{}, err
	}
	return p.RecipeOf(name), nil
}

// KeepRecipe keeps a recipe of one's own. One that carries the identity of one that is
// there is that one, had back where it was deleted.
func (a App) KeepRecipe(ctx context.Context, r recipe.Recipe) (OwnRecipe, error) {
	if err := CheckRecipe(&r); err != nil {
		return OwnRecipe{}, err
	}
	id := IdentityOf(KindRecipe, r.ID, r.Name)
	r.ID = ""
	if id != "" {
		was, err := a.RecipeOf(ctx, id)
		switch {
		case err == nil && was.Deleted:
			if err := a.Restore(ctx, KindRecipe, was.ID); err != nil {
				return OwnRecipe{}, err
			}
			return a.OwnRecipe(ctx, was.ID)
		case err == nil:
			return was, nil
		case !errors.Is(err, ErrNotFound):
			return OwnRecipe{}, err
		}
	}
	n, err := a.AddRecipe(ctx, id, r)
	if err != nil {
		return OwnRecipe{}, err
	}
	return a.OwnRecipe(ctx, n)
}
