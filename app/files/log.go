package files

import (
	"bufio"
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"

	"github.com/google/uuid"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/trip"
	"apodemos/formats"
)

// LogFileOf is the log of a trip, or of all, as a file, the oldest first.
func LogFileOf(ctx context.Context, a app.App, tripID int64) (formats.LogFile, error) {
	f := formats.LogFile{Format: formats.LogFormat, Version: formats.LogVersion, Entries: []formats.LogLine{}}
	log, err := a.Log(ctx, tripID)
	if err != nil {
		return f, err
	}
	coffees, err := a.Coffees(ctx, true)
	if err != nil {
		return f, err
	}
	used := map[string]bool{}
	for i := len(log) - 1; i >= 0; i-- {
		l := log[i]
		p, err := a.Plan(ctx, l.PlanID)
		if err != nil {
			return f, err
		}
		used[l.Coffee] = true
		f.Entries = append(f.Entries, formats.LogLine{ID: l.UUID, BrewedAt: l.BrewedAt, Place: l.StopName, Brew: l.BrewName, Request: p.Request, Tasting: l.Tasting, Run: l.Had, Notes: l.Notes, Coffee: l.Coffee, Name: l.CoffeeName, By: l.By})
	}
	for _, c := range coffees {
		if used[c.UUID] {
			f.Coffees = append(f.Coffees, trip.CoffeeBag{ID: c.UUID, InBag: c.CoffeeSet, Deleted: c.Deleted})
		}
	}
	return f, nil
}

// ExportLog writes the log of a trip, or of all, as "log.json" or "log.csv".
func ExportLog(ctx context.Context, a app.App, tripID int64, name string) (*File, error) {
	f, err := LogFileOf(ctx, a, tripID)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	kind := "application/json"
	if name == "log.csv" {
		// All that a table holds of a brew: what was planned, where nothing was asked.
		for i := range f.Entries {
			tabled(&f.Entries[i])
		}
		kind, err = "text/csv; charset=utf-8", f.WriteCSV(&out)
	} else {
		err = f.Write(&out)
	}
	return &File{Name: name, Kind: kind, Data: out.Bytes()}, err
}

// tabled fills in what was planned where it was not asked, so that the line alone says it.
func tabled(e *formats.LogLine) {
	p, err := brew.Compute(e.Request)
	if err != nil {
		return
	}
	e.Request.School = p.Request.School
	if p.DoseG != nil && e.Request.DoseG == nil {
		e.Request.DoseG = p.DoseG
	}
	if p.Water.PouredMl != nil && *p.Water.PouredMl > 0 && e.Request.WaterG == nil {
		e.Request.WaterG = p.Water.PouredMl
	}
	e.Request.Ratio, e.Request.Drinkers, e.Request.Grinder.Clicks = p.Ratio, p.Request.Drinkers, p.Grind.Clicks
	e.Request.Place.AltitudeM = p.Request.Place.AltitudeM
}

// Brought is what became of a log that was brought in.
type Brought struct {
	Added   int      `json:"added"`
	There   int      `json:"there" doc:"That were there already, and were left alone"`
	Deleted int      `json:"deleted" doc:"Of those, how many were deleted, or are part of what was: they stay so"`
	Said    []string `json:"said"`
}

// ImportLog brings in a log, from JSON or CSV: its places become places of no trip, its
// brews are planned there, and each entry is written down once, however often it is
// brought. Nothing is kept where one cannot be planned.
func ImportLog(ctx context.Context, a app.App, r io.Reader) (Brought, error) {
	out := Brought{Said: []string{}}
	in := bufio.NewReader(formats.UTF8(r))
	start, _ := in.Peek(64)
	var f formats.LogFile
	var err error
	if strings.HasPrefix(strings.TrimLeft(strings.TrimPrefix(string(start), "\xef\xbb\xbf"), " \t\r\n"), "{") {
		f, err = formats.ReadLogFile(in)
	} else {
		f, err = formats.ReadLogCSV(in)
	}
	if err != nil {
		return out, err
	}
	var bad brew.Problems
	for i, e := range f.Entries {
		bad = append(bad, app.CheckBrewed(e.BrewedAt).At(fmt.Sprintf("entries[%d].", i))...)
		if _, err := brew.Compute(e.Request); err != nil {
			if ps, ok := errors.AsType[brew.Problems](err); ok {
				bad = append(bad, ps.At(fmt.Sprintf("entries[%d].request.", i))...)
				continue
			}
			return out, err
		}
	}
	if len(bad) > 0 {
		return out, bad
	}
	named := app.CoffeesByIdentity(f.Coffees)
	for _, c := range f.Coffees {
		if _, err := a.CoffeeOf(ctx, c.ID); errors.Is(err, app.ErrNotFound) {
			id, err := a.AddCoffee(ctx, c.ID, c.InBag)
			if err == nil && c.Deleted {
				err = a.Delete(ctx, app.KindCoffee, id)
			}
			if err != nil {
				return out, err
			}
		} else if err != nil {
			return out, err
		}
	}
	places, err := a.Places(ctx)
	if err != nil {
		return out, err
	}
	deleted := map[string]int{}
	for i, e := range f.Entries {
		e.ID = cmp.Or(app.IdentityOf(app.KindLog, e.ID, e.BrewedAt, e.Place, e.Brew), identityOf(e, i))
		switch was, err := a.Find(ctx, app.KindLog, e.ID); {
		case err == nil:
			out.There++
			if _, err := a.LogEntry(ctx, was.ID); errors.Is(err, app.ErrNotFound) {
				out.Deleted++
				deleted[cmp.Or(e.Place, "Brought in")]++
			}
			continue
		case !errors.Is(err, app.ErrNotFound):
			return out, err
		}
		if id := named[e.Coffee]; id != "" {
			e.Coffee = id
		}
		if id := e.Request.Coffee.ID; id != nil && named[*id] != "" {
			e.Request.Coffee.ID = new(named[*id])
		}
		if e.Coffee != "" {
			if _, err := a.CoffeeOf(ctx, e.Coffee); errors.Is(err, app.ErrNotFound) {
				out.Said = append(out.Said, fmt.Sprintf("Entry %d: its coffee isn’t in the file, so only its name is saved.", i+1))
				e.Coffee = ""
				e.Request.Coffee.ID = nil
			}
		}
		if err := bring(ctx, a, &places, e); err != nil {
			return out, fmt.Errorf("entry %d: %w", i+1, err)
		}
		out.Added++
	}
	for _, place := range slices.Sorted(maps.Keys(deleted)) {
		out.Said = append(out.Said, fmt.Sprintf("%s: %d are here already, deleted. Restore them under Log, Deleted.", place, deleted[place]))
	}
	return out, nil
}

// identityOf is the identity of an entry that has none: of what it says, so that it is
// the same when it is brought again.
func identityOf(e formats.LogLine, n int) string {
	b, err := json.Marshal(e)
	if err != nil {
		return uuid.NewString()
	}
	return uuid.NewSHA1(uuid.NameSpaceURL, append([]byte(fmt.Sprintf("apodemos-log:%d:", n)), b...)).String()
}

// bring keeps one entry: at the place of its name among those of no trip, as a brew of its
// name with the same wishes, or new ones.
func bring(ctx context.Context, a app.App, places *app.Places, e formats.LogLine) error {
	name := e.Place
	if name == "" {
		name = "Brought in"
	}
	var stop int64
	for _, st := range places.Stops {
		if st.Name == name && sameJSON(st.Conditions, e.Request.Conditions) {
			stop = st.ID
		}
	}
	if stop == 0 {
		st, err := a.AddPlace(ctx, app.Stop{StopIn: app.StopIn{Spot: app.Spot{Name: name, TimeZone: "UTC"}, Conditions: e.Request.Conditions}})
		if err != nil {
			return err
		}
		stop = st.ID
		places.Stops = append(places.Stops, st)
	}
	var id int64
	for _, b := range places.Brews {
		if b.StopID == stop && b.Name == e.Brew && sameJSON(b.Request, e.Request) {
			id = b.ID
		}
	}
	if id == 0 {
		b, err := a.KeepBrew(ctx, stop, app.BrewIn{Name: e.Brew, Request: e.Request})
		if err != nil {
			return err
		}
		id = b.ID
		places.Brews = append(places.Brews, b.Brew)
	}
	_, err := a.WriteLog(ctx, app.LogEntry{UUID: e.ID, BrewID: id, BrewedAt: e.BrewedAt, Noted: app.Noted{Tasting: e.Tasting, Had: e.Run, Notes: e.Notes, Coffee: e.Coffee, By: e.By}})
	return err
}

func sameJSON(a, b any) bool {
	x, err := json.Marshal(a)
	if err != nil {
		return false
	}
	y, err := json.Marshal(b)
	return err == nil && string(x) == string(y)
}

// ExportRecipe writes one of a person's own recipes.
func ExportRecipe(ctx context.Context, a app.App, id int64) (*File, error) {
	own, err := a.OwnRecipe(ctx, id)
	if err != nil {
		return nil, err
	}
	r := own.Recipe
	r.ID = own.UUID
	var out bytes.Buffer
	if err := formats.WriteRecipe(&out, r); err != nil {
		return nil, err
	}
	base := strings.Trim(unsafeName.ReplaceAllString(strings.ToLower(r.Name), "-"), "-")
	if base == "" {
		base = "own"
	}
	return &File{Name: base + ".recipe.json", Kind: "application/json", Data: out.Bytes()}, nil
}

// ImportRecipe keeps the recipe in a file; one that is there already is changed no more
// than its deletion undone.
func ImportRecipe(ctx context.Context, a app.App, r io.Reader) (app.OwnRecipe, error) {
	own, err := formats.ReadRecipe(r)
	if err != nil {
		return app.OwnRecipe{}, err
	}
	return a.KeepRecipe(ctx, own)
}
