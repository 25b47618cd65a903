package main

import (
	"cmp"
	"context"
	"fmt"
	"os"
	"path/filepath"
	"runtime"
	"runtime/debug"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/glossary"
	"apodemos/core/quantity"
	"apodemos/store"
)

// listing is a command that lists what is kept.
func listing[T any](use, short string, read func(context.Context, app.App, int64) ([]T, error), draw func(*leaf, []T), ofTrip bool) *cobra.Command {
	var s shape
	var data string
	var trip int64
	c := &cobra.Command{
		Use: use, Short: short, Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			st, err := opened(c, data)
			if err != nil {
				return err
			}
			defer st.Close()
			list, err := read(c.Context(), app.New(st), trip)
			if err != nil {
				return err
			}
			return s.write(c, list, func(p *leaf) { draw(p, list) })
		},
	}
	s.add(c)
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	if ofTrip {
		c.Flags().Int64Var(&trip, "trip", 0, "number of the trip; 0 for all")
	}
	return c
}

func tripListCommand() *cobra.Command {
	return listing("list", "List the trips and their dates", func(ctx context.Context, s app.App, _ int64) ([]app.Trip, error) { return s.Trips(ctx) }, func(p *leaf, list []app.Trip) {
		var rows [][]string
		for _, t := range list {
			rows = append(rows, []string{fmt.Sprint(t.ID), t.Name, t.StartsOn, fmt.Sprint(t.People)})
		}
		p.table("There is no trip yet. Import one.", []string{"trip", "name", "starts on", "people"}, rows)
	}, false)
}

func gearCommand() *cobra.Command {
	return listing("gear", "List the gear that you have", func(ctx context.Context, s app.App, _ int64) ([]gear.Item, error) { return s.Gear(ctx) }, func(p *leaf, list []gear.Item) {
		var rows [][]string
		for _, it := range list {
			rows = append(rows, []string{fmt.Sprint(it.ID), nameOf(string(it.Kind)), it.Name, p.figure(quantity.Of(it.MassG, quantity.Gram)), it.Condition})
		}
		p.table("There is no gear yet.", []string{"item", "kind", "name", "mass", "condition"}, rows)
	}, false)
}

func logCommand() *cobra.Command {
	return listing("log", "List the logged cups, latest first", func(ctx context.Context, s app.App, trip int64) ([]app.LogEntry, error) {
		return s.Log(ctx, trip)
	}, func(p *leaf, list []app.LogEntry) {
		var rows [][]string
		for _, l := range list {
			mark := ""
			if l.Mark != nil {
				mark = fmt.Sprintf("%g", *l.Mark)
			}
			rows = append(rows, []string{moment(l.BrewedAt), l.StopName, nameOf(l.Method), p.figure(quantity.Of(l.DoseG, quantity.Gram)), p.figure(quantity.Of(l.PouredMl, quantity.Gram)), mark, l.Says, l.Words})
		}
		p.table("There is no cup yet.", []string{"brewed at", "place", "method", "coffee", "water", "mark", "says", "words"}, rows)
	}, true)
}

// one is the check of a command's one argument: what it is called, and what it may be.
func one(what, allowed string) cobra.PositionalArgs {
	return func(_ *cobra.Command, args []string) error {
		switch len(args) {
		case 0:
			return fmt.Errorf("%s is missing. Enter %s", what, allowed)
		case 1:
			return nil
		}
		return fmt.Errorf("%s is given %d times. Enter it once: %s", what, len(args), allowed)
	}
}

// moment is when something was, by the clock of this machine, and which clock that is.
func moment(at string) string {
	t, err := time.Parse(time.RFC3339, at)
	if err != nil {
		return at
	}
	return t.Local().Format("2006-01-02 15:04 MST")
}

// nameOf is what a word of a record is called.
func nameOf(id string) string { return cmp.Or(glossary.Names()[id], id) }

// dataDir is where a person's data is, by what the system has it.
func dataDir(name string) string {
	var dir string
	switch runtime.GOOS {
	case "windows":
		dir = os.Getenv("LocalAppData")
	case "darwin":
		if home, err := os.UserHomeDir(); err == nil {
			dir = filepath.Join(home, "Library", "Application Support")
		}
	default: // XDG Base Directory Specification
		dir = os.Getenv("XDG_DATA_HOME")
		if home, err := os.UserHomeDir(); !filepath.IsAbs(dir) && err == nil {
			dir = filepath.Join(home, ".local", "share")
		}
	}
	// Without a home, it is the directory that one is in: its whole path is said when the program starts.
	if dir == "" {
		if here, err := os.Getwd(); err == nil {
			dir = here
		}
	}
	return filepath.Join(dir, name)
}

// moveData takes data that lies where settings go, as it did at first, to where data goes:
// once, and says so. Where it cannot, it says how.
func moveData(c *cobra.Command, _ []string) error {
	f := c.Flags().Lookup("data")
	if f == nil || f.Changed {
		return nil
	}
	old, err := os.UserConfigDir()
	if err != nil {
		return nil
	}
	old = filepath.Join(old, filepath.Base(f.DefValue))
	if old == f.DefValue || !store.Exists(old) || store.Exists(f.DefValue) {
		return nil
	}
	if err := os.MkdirAll(filepath.Dir(f.DefValue), 0o700); err != nil {
		return fmt.Errorf("your data is in %s, and cannot be moved to %s: %w; give --data", old, f.DefValue, err)
	}
	if err := os.Rename(old, f.DefValue); err != nil {
		return fmt.Errorf("your data is in %s, and cannot be moved to %s: %w; stop the program, move it, or give --data", old, f.DefValue, err)
	}
	fmt.Fprintf(c.ErrOrStderr(), "Your data was moved from %s to %s, where data goes on this system.\n", old, f.DefValue)
	return nil
}

// version is what this program is, and of what it was built.
func version() string {
	commit, date, changed := "", "", ""
	if info, ok := debug.ReadBuildInfo(); ok {
		for _, s := range info.Settings {
			switch s.Key {
			case "vcs.revision":
				commit = s.Value[:min(12, len(s.Value))]
			case "vcs.time":
				date, _, _ = strings.Cut(s.Value, "T")
			case "vcs.modified":
				if s.Value == "true" {
					changed = ", changed since"
				}
			}
		}
	}
	if commit == "" {
		return brew.Version + " (commit not known)"
	}
	return fmt.Sprintf("%s (commit %s of %s%s)", brew.Version, commit, date, changed)
}
