package server

import (
	"context"
	"errors"
	"math/rand/v2"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/brew"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/formats"
)

// Path parameters.
type (
	InCoffee struct {
		Coffee int64 `path:"coffee" minimum:"1"`
	}
	InRecipe struct {
		Recipe int64 `path:"recipe" minimum:"1"`
	}
	InBlind struct {
		Blind int64 `path:"blind" minimum:"1"`
	}
)

func (s *server) coffeeRoutes(api huma.API) {
	huma.Get(api, "/coffees", func(ctx context.Context, in *struct {
		On  string `query:"on" pattern:"^(\\d{4}-\\d{2}-\\d{2})?$" patternDescription:"a date, YYYY-MM-DD, or empty" doc:"ISO date that the days off roast are of; today when left out"`
		All bool   `query:"all" doc:"Those deleted, too"`
	}) (*body[[]app.CoffeeOut], error) {
		return reply(s.CoffeesOut(ctx, in.On, in.All))
	}, name("list-coffees", "The coffees in the bag, the newest first"))
	huma.Post(api, "/coffees", func(ctx context.Context, in *struct{ Body app.CoffeeSet }) (*body[app.CoffeeOut], error) {
		if err := app.CheckCoffee(&in.Body); err != nil {
			return nil, failAt("body", err)
		}
		id, err := s.AddCoffee(ctx, "", in.Body)
		if err != nil {
			return nil, fail(err)
		}
		return reply(s.CoffeeOut(ctx, id))
	}, name("add-coffee", "Keep a coffee"))
	huma.Get(api, "/coffees/{coffee}", func(ctx context.Context, in *InCoffee) (*body[app.CoffeeOut], error) {
		return reply(s.CoffeeOut(ctx, in.Coffee))
	}, name("get-coffee", "A coffee, also one that is deleted"))
	huma.Patch(api, "/coffees/{coffee}", func(ctx context.Context, in *struct {
		InCoffee
		Change
	}) (*body[app.CoffeeOut], error) {
		was, err := s.Coffee(ctx, in.Coffee)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, was.CoffeeSet)
		if err != nil {
			return nil, err
		}
		if err := app.CheckCoffee(&next); err != nil {
			return nil, failAt("body", err)
		}
		if err := s.SetCoffee(ctx, in.Coffee, revision, next); err != nil {
			return nil, fail(err)
		}
		return reply(s.CoffeeOut(ctx, in.Coffee))
	}, name("set-coffee", "Change a coffee"))
	trash(api, "/coffees/{coffee}", "coffee", func(in *InCoffee) int64 { return in.Coffee }, s.DeleteCoffee, s.RestoreCoffee)
	huma.Get(api, "/coffees/{coffee}/path", func(ctx context.Context, in *InCoffee) (*body[app.Path], error) {
		return reply(s.PathOf(ctx, in.Coffee))
	}, name("coffee-path", "Where the cups of a coffee were, and what is liked of it"))
}

func (s *server) recipeRoutes(api huma.API) {
	huma.Get(api, "/recipes", func(ctx context.Context, in *struct {
		All bool `query:"all" doc:"Those deleted, too"`
	}) (*body[[]app.OwnRecipe], error) {
		return reply(s.Recipes(ctx, in.All))
	}, name("list-recipes", "One's own recipes, the newest first"))
	huma.Post(api, "/recipes", func(ctx context.Context, in *struct{ Body recipe.Recipe }) (*body[app.OwnRecipe], error) {
		return reply(s.KeepRecipe(ctx, in.Body))
	}, name("add-recipe", "Keep a recipe of one's own"))
	huma.Post(api, "/recipes/read", func(_ context.Context, in *struct{ Body app.WordsIn }) (*body[recipe.Reading], error) {
		return reply(recipe.Read(in.Body.Words))
	}, name("read-recipe", "Read a recipe from words, without keeping it"))
	huma.Post(api, "/recipes/import", func(ctx context.Context, in *Upload) (*body[app.OwnRecipe], error) {
		own, err := files.ImportRecipe(ctx, s.App, in.body)
		if err != nil {
			return nil, unread(err)
		}
		return reply(own, nil)
	}, name("import-recipe", "Keep the recipe of a file"))
	huma.Get(api, "/recipes/{recipe}", func(ctx context.Context, in *InRecipe) (*body[app.OwnRecipe], error) {
		return reply(s.OwnRecipe(ctx, in.Recipe))
	}, name("get-recipe", "A recipe of one's own, also one that is deleted"))
	huma.Patch(api, "/recipes/{recipe}", func(ctx context.Context, in *struct {
		InRecipe
		Change
	}) (*body[app.OwnRecipe], error) {
		was, err := s.OwnRecipe(ctx, in.Recipe)
		if err != nil {
			return nil, fail(err)
		}
		next, revision, err := changeOf(api, in.Change, app.RecipeSet{Recipe: was.Recipe})
		if err != nil {
			return nil, err
		}
		if err := app.CheckRecipe(&next.Recipe); err != nil {
			return nil, failAt("body.recipe", err)
		}
		if err := s.SetRecipe(ctx, in.Recipe, revision, next.Recipe); err != nil {
			return nil, fail(err)
		}
		return reply(s.OwnRecipe(ctx, in.Recipe))
	}, name("set-recipe", "Change a recipe of one's own; brews keep what they were planned by"))
	trash(api, "/recipes/{recipe}", "recipe", func(in *InRecipe) int64 { return in.Recipe }, s.DeleteRecipe, s.RestoreRecipe)
	huma.Get(api, "/recipes/{recipe}/export.json", func(ctx context.Context, in *InRecipe) (*file, error) {
		return download(files.ExportRecipe(ctx, s.App, in.Recipe))
	}, name("export-recipe", "A recipe as a file"))
	huma.Get(api, "/plans/{plan}/recipe", func(ctx context.Context, in *struct {
		InPlan
		Name string `query:"name" maxLength:"120"`
	}) (*body[recipe.Recipe], error) {
		return reply(s.RecipeOfPlan(ctx, in.Plan, in.Name))
	}, name("recipe-of-plan", "What a plan came to as a recipe to keep"))
	huma.Get(api, "/log/{entry}/recipe", func(ctx context.Context, in *struct {
		InEntry
		Name string `query:"name" maxLength:"120"`
	}) (*body[recipe.Recipe], error) {
		return reply(s.RecipeOfEntry(ctx, in.Entry, in.Name))
	}, name("recipe-of-entry", "A cup of the log as a recipe to keep, as it was really had"))
}

func (s *server) tasteRoutes(api huma.API) {
	huma.Post(api, "/brews/{brew}/advice", func(ctx context.Context, in *struct {
		InBrew
		Body app.AdviceIn
	}) (*body[app.BrewAdvice], error) {
		return reply(s.Advise(ctx, in.Brew, in.Body))
	}, name("advise", "What to change of a brew next, from what was tasted of its coffee"))
	huma.Post(api, "/taste/understand", func(_ context.Context, in *struct{ Body app.WordsIn }) (*body[taste.Tasting], error) {
		return reply(taste.Understand(in.Body.Words), nil)
	}, name("understand", "What a few words say of a cup"))
	huma.Get(api, "/log/{entry}/had", func(ctx context.Context, in *InEntry) (*body[*brew.Plan], error) {
		return reply(s.AsHad(ctx, in.Entry))
	}, name("plan-as-had", "The plan of an entry as it was really had"))
	huma.Post(api, "/log/compare", func(ctx context.Context, in *struct{ Body app.CompareIn }) (*body[*taste.Compared], error) {
		return reply(s.CompareCups(ctx, in.Body))
	}, name("compare-cups", "Two cups of the log side by side"))
	huma.Get(api, "/log/export.json", func(ctx context.Context, in *inLog) (*file, error) {
		return download(files.ExportLog(ctx, s.App, in.Trip, "log.json"))
	}, name("export-log", "The log as JSON, which can be brought in again"))
	huma.Get(api, "/log/export.csv", func(ctx context.Context, in *inLog) (*file, error) {
		return download(files.ExportLog(ctx, s.App, in.Trip, "log.csv"))
	}, name("export-log-csv", "The log as CSV, with the units in the names of its columns"))
	huma.Post(api, "/log/import", func(ctx context.Context, in *Upload) (*body[files.Brought], error) {
		out, err := files.ImportLog(ctx, s.App, in.body)
		if err != nil {
			return nil, unread(err)
		}
		return reply(out, nil)
	}, name("import-log", "Bring in a log, JSON or CSV; what is there already is left alone"))

	huma.Get(api, "/blinds", func(ctx context.Context, _ *nothing) (*body[[]app.BlindOut], error) {
		return reply(s.BlindsOut(ctx))
	}, name("list-blinds", "Blind comparisons, the newest first"))
	huma.Post(api, "/blinds", func(ctx context.Context, in *struct {
		Body struct {
			A int64 `json:"a" minimum:"1" doc:"ID of a brew"`
			B int64 `json:"b" minimum:"1"`
		}
	}) (*body[app.BlindOut], error) {
		return reply(s.BeginBlind(ctx, in.Body.A, in.Body.B))
	}, name("begin-blind", "Compare two brews blind"))
	huma.Get(api, "/blinds/{blind}", func(ctx context.Context, in *InBlind) (*body[app.BlindOut], error) {
		return reply(s.BlindOut(ctx, in.Blind))
	}, name("get-blind", "A blind comparison, as its taster may see it"))
	huma.Post(api, "/blinds/{blind}/deal", func(ctx context.Context, in *InBlind) (*body[app.Dealt], error) {
		return reply(s.DealBlind(ctx, in.Blind, rand.Uint64()))
	}, name("deal-blind", "Deal a round, or tell the one that is dealt: for whoever pours"))
	huma.Post(api, "/blinds/{blind}/say", func(ctx context.Context, in *struct {
		InBlind
		Body struct {
			Liked string `json:"liked" enum:"first,second,neither"`
		}
	}) (*body[app.BlindOut], error) {
		return reply(s.SayBlind(ctx, in.Blind, in.Body.Liked, time.Now()))
	}, name("say-blind", "Say which cup was liked; which was which is told then"))
	trash(api, "/blinds/{blind}", "blind", func(in *InBlind) int64 { return in.Blind }, s.DeleteBlind, s.RestoreBlind)
}

// unread is a file that could not be read as a problem that names the line, or the field.
func unread(err error) error {
	if large := tooLarge(err); large != nil {
		return large
	}
	if bad, ok := errors.AsType[*formats.FormatError](err); ok {
		return huma.Error422UnprocessableEntity(bad.Error()+". Nothing was kept.", &huma.ErrorDetail{Location: "file", Message: bad.Error()})
	}
	return failAt("file", err)
}

type inLog struct {
	Trip int64 `query:"trip" minimum:"0" doc:"0 for all trips"`
}
