package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/store"
)

func tripCommand() *cobra.Command {
	var shape shape
	c := &cobra.Command{
		Use:   "trip",
		Short: "Plan a whole trip: trip file in, a page or JSON out",
		Long: `Reads a trip file (JSON, see "apodemos schema") on standard input and writes
what to buy, prepare, carry, treat and do on standard output: on a terminal a readable
page, into a pipe, or with --json, JSON.

Exit code 0 and a plan; or 2, with one problem a line on
standard error: the field, the value, what to enter.`,
		Example: `  apodemos trip < trip.json > plan.json`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			f, err := formats.ReadTrip(c.InOrStdin())
			if err != nil {
				return err
			}
			t, err := f.Trip()
			if err != nil {
				return err
			}
			r, err := trip.ComputeContext(c.Context(), t)
			if err != nil {
				return err
			}
			return shape.write(c, r, func(p *leaf) { p.trip(t, r) })
		},
	}
	shape.add(c)
	c.AddCommand(tripListCommand())
	return c
}

func printJSON(w io.Writer, v any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}

func importCommand() *cobra.Command {
	var data string
	var how files.Reading
	var dry bool
	c := &cobra.Command{
		Use:     "import FILE",
		Example: "  apodemos import --dry-run route.gpx\n  apodemos import - < route.gpx",
		Short:   "Import the trip, log or recipe of a file",
		Long: `Reads a GPX file, a trip file (JSON) or a CSV file of stops, says what was assumed,
and saves the whole trip, or nothing if something is wrong. A log (log.json, or a
CSV with brewed_at and method) is imported, each entry once; so is a recipe file.`,
		Args: one("FILE", "a trip, GPX, CSV, log or recipe file, or - for standard input"),
		RunE: func(c *cobra.Command, args []string) error {
			f := io.NopCloser(c.InOrStdin())
			if args[0] != "-" {
				var err error
				if f, err = os.Open(args[0]); err != nil {
					return err
				}
			}
			defer f.Close()
			if dry {
				return dryRun(c, io.NopCloser(until{c.Context(), f}), how)
			}
			s, err := store.Open(c.Context(), data)
			if err != nil {
				return err
			}
			defer s.Close()
			a, in := app.New(s), bufio.NewReaderSize(formats.UTF8(until{c.Context(), f}), 64<<10)
			switch start, _ := in.Peek(4 << 10); {
			case bytes.Contains(start, []byte(formats.LogFormat)), formats.IsLogCSV(start):
				b, err := files.ImportLog(c.Context(), a, in)
				if err != nil {
					return err
				}
				for _, line := range b.Said {
					fmt.Fprintln(os.Stderr, line)
				}
				fmt.Fprintf(c.OutOrStdout(), "%d entries imported; %d were here already.\n", b.Added, b.There)
				return nil
			case bytes.Contains(start, []byte(formats.RecipeFormat)):
				own, err := files.ImportRecipe(c.Context(), a, in)
				if err != nil {
					return err
				}
				fmt.Fprintf(c.OutOrStdout(), "Saved as recipe %d.\n", own.ID)
				return nil
			}
			t, said, err := files.Import(c.Context(), a, in, how)
			if err != nil {
				return err
			}
			for _, line := range said {
				fmt.Fprintln(os.Stderr, line)
			}
			fmt.Fprintf(c.OutOrStdout(), "Saved as trip %d.\n", t.ID)
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().BoolVar(&dry, "dry-run", false, "say what would be saved, and save nothing")
	c.Flags().StringVar(&how.Terrain, "terrain", "", "source of altitudes missing in a GPX file: "+files.Simulated+" (made up); unknown when left out")
	c.Flags().Float64Var(&how.HoursADay, "hours", formats.DefaultHours, "hours of walking a day, if a GPX file has no times")
	return c
}

// exports are all that export writes.
func exports() []string { return append(files.Names(), "log.json", "log.csv") }

func exportCommand() *cobra.Command {
	var data string
	var alarms formats.Alarms
	var id int64
	c := &cobra.Command{
		Use:   "export FORMAT",
		Short: "Write a trip as one of " + strings.Join(files.Names(), ", ") + "; or its log, or all with --trip 0, as log.json or log.csv",
		Args:  one("FORMAT", strings.Join(exports(), ", ")),
		RunE: func(c *cobra.Command, args []string) error {
			if !slices.Contains(exports(), args[0]) {
				return fmt.Errorf("%q is not a format. Choose %s", args[0], strings.Join(exports(), ", "))
			}
			s, err := opened(c, data)
			if err != nil {
				return err
			}
			defer s.Close()
			if args[0] == "log.json" || args[0] == "log.csv" {
				f, err := files.ExportLog(c.Context(), app.New(s), id, args[0])
				if err != nil {
					return err
				}
				_, err = c.OutOrStdout().Write(f.Data)
				return err
			}
			if err := checkTrip(c.Context(), s, id); err != nil {
				return err
			}
			f, err := files.Export(c.Context(), app.New(s), id, args[0], alarms, time.Now())
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(f.Data)
			return err
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().Int64Var(&id, "trip", 1, "number of the trip")
	c.Flags().StringVar(&alarms.Brew, "alarm", "0", "calendar: minutes before a brew starts, one of "+strings.Join(formats.BeforeBrews, ", "))
	c.Flags().StringVar(&alarms.Evening, "evening", "none", "calendar: when to remind on evenings with something to prepare, one of "+strings.Join(formats.InEvenings, ", "))
	return c
}

// dryRun says what a file would bring, and keeps nothing.
func dryRun(c *cobra.Command, f io.Reader, how files.Reading) error {
	in := bufio.NewReaderSize(f, 64<<10)
	start, _ := in.Peek(4 << 10)
	if bytes.Contains(start, []byte(formats.LogFormat)) || formats.IsLogCSV(start) || bytes.Contains(start, []byte(formats.RecipeFormat)) {
		return errors.New("--dry-run: works for trips only. Choose a GPX file, a trip file or a CSV file of stops")
	}
	p, err := files.Preview(in, how)
	if err != nil {
		return err
	}
	for _, line := range p.Said {
		fmt.Fprintln(c.ErrOrStderr(), plainText(line))
	}
	kept := p.Kept()
	if _, err := kept.Trip(); err != nil {
		return err
	}
	out := &leaf{}
	out.title(kept.Name)
	var rows [][]string
	for _, s := range kept.Stops {
		rows = append(rows, []string{fmt.Sprint(s.Day), s.Name, fmt.Sprintf("%.0f km", s.Km), s.TimeZone, fmt.Sprint(len(s.Brews))})
	}
	out.table("No stop.", []string{"day", "stop", "along", "time zone", "brews"}, rows)
	out.line("", "Nothing was saved.")
	_, err = io.WriteString(c.OutOrStdout(), out.String())
	return err
}

// checkTrip names the trips that there are where one is asked for that is not.
func checkTrip(ctx context.Context, s *store.Store, id int64) error {
	trips, err := app.New(s).Trips(ctx)
	if err != nil {
		return err
	}
	var known []string
	for _, t := range trips {
		if t.ID == id {
			return nil
		}
		known = append(known, fmt.Sprintf("%d (%s)", t.ID, t.Name))
	}
	if len(known) == 0 {
		return fmt.Errorf("--trip: there is no trip %d, and no trip yet. Import one", id)
	}
	return fmt.Errorf("--trip: there is no trip %d. Enter %s", id, strings.Join(known, ", "))
}

// until is a reader that ends with its context.
type until struct {
	ctx context.Context
	in  io.Reader
}

func (u until) Read(p []byte) (int, error) {
	if err := u.ctx.Err(); err != nil {
		return 0, err
	}
	return u.in.Read(p)
}
