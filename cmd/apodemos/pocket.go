package main

import (
	"errors"
	"fmt"
	"os"
	"strings"

	"github.com/spf13/cobra"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/app/journal"
	"apodemos/pocket/page"
	"apodemos/store"
	"apodemos/web"
)

// opened is the collection in a directory, which must be there.
func opened(c *cobra.Command, data string) (*store.Store, error) {
	if !store.Exists(data) {
		return nil, fmt.Errorf("--data: there is no database in %s. Enter the directory with %s", data, store.FileName)
	}
	return store.Open(c.Context(), data)
}

func pocketCommand() *cobra.Command {
	var data string
	var ids []int64
	c := &cobra.Command{
		Use:   "pocket",
		Short: "Write one or more trips as one HTML file that works on a phone without a network",
		Long: `Writes one HTML file on standard output: the interface, the core and the trip with
its stops, brews, plans, recipes, coffees, gear and log. Opened from the phone's own
storage it works without a network, and saves what you do in it.
"apodemos bring" brings the changes home.`,
		Example: `  apodemos pocket --trip 1 > trip.html`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			s, err := opened(c, data)
			if err != nil {
				return err
			}
			defer s.Close()
			for _, id := range ids {
				if err := checkTrip(c.Context(), s, id); err != nil {
					return err
				}
			}
			f, err := page.File(c.Context(), app.New(s), ids, web.Pocket())
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(f.Data)
			return err
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().Int64SliceVar(&ids, "trip", []int64{1}, "number of the trip; may be given again")
	return c
}

func bringCommand() *cobra.Command {
	var data, all string
	var chosen []string
	var look bool
	c := &cobra.Command{
		Use:   "bring FILE",
		Short: "Bring home the changes of an offline copy",
		Long: `Reads an offline copy, says what is new, and saves all of it or nothing. Doing it
twice adds nothing twice. What was changed on both sides, or deleted on one, is
shown side by side; choose with --choose ID=here or
ID=there, or for all of them with --all here or --all there.

Exit code 0 if it is saved (or, with --look, could be); 3 if you must choose first,
and nothing was changed.`,
		Args: one("FILE", "the offline copy"),
		RunE: func(c *cobra.Command, args []string) error {
			choices := map[string]journal.Side{}
			for _, x := range chosen {
				id, side, _ := strings.Cut(x, "=")
				if side != string(journal.Here) && side != string(journal.There) {
					return fmt.Errorf("--choose: %q is not known. Enter ID=here or ID=there", x)
				}
				choices[id] = journal.Side(side)
			}
			if all != "" && all != string(journal.Here) && all != string(journal.There) {
				return fmt.Errorf("--all: %q is not known. Enter here or there", all)
			}
			f, err := os.Open(args[0])
			if err != nil {
				return err
			}
			defer f.Close()
			carried, err := files.ReadPocket(f)
			if err != nil {
				return err
			}
			s, err := opened(c, data)
			if err != nil {
				return err
			}
			defer s.Close()
			a := app.New(s)
			out, err := a.Bring(c.Context(), carried, choices, false, files.Session())
			if err != nil {
				return err
			}
			if all != "" {
				for _, cl := range out.Clashes {
					if choices[cl.ID] == "" {
						choices[cl.ID] = journal.Side(all)
					}
				}
			}
			if !look {
				kept, err := a.Bring(c.Context(), carried, choices, true, files.Session())
				if err != nil && !errors.Is(err, app.ErrOpen) {
					return err
				}
				if err == nil {
					out = kept
				}
			}
			told(c, out)
			if out.Open > 0 && !out.Kept && !look {
				return exitCode{3, "choose first, with --choose or --all; nothing was changed"}
			}
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().StringArrayVar(&chosen, "choose", nil, "ID=here or ID=there, of something changed on both sides")
	c.Flags().StringVar(&all, "all", "", "here or there, for everything changed on both sides")
	c.Flags().BoolVar(&look, "look", false, "say what is new, and change nothing")
	return c
}

// told says what a pocket brings.
func told(c *cobra.Command, out app.Bringing) {
	w := c.OutOrStdout()
	for _, s := range out.Said {
		fmt.Fprintln(w, s)
	}
	for _, a := range out.Arrives {
		line := a.What + ": " + a.Kind + " " + a.Name
		if len(a.Fields) > 0 {
			line += " (" + strings.Join(a.Fields, ", ") + ")"
		}
		fmt.Fprintln(w, line)
	}
	for _, cl := range out.Clashes {
		fmt.Fprintf(w, "on both sides: %s, %s  [%s]\n", cl.Name, cl.Field, cl.ID)
		for _, l := range cl.Lines {
			fmt.Fprintf(w, "  %s: here %v, there %v %s\n", l.Label, none(l.Here), none(l.There), l.Unit)
		}
		if cl.Chosen != "" {
			fmt.Fprintf(w, "  chosen: %s\n", cl.Chosen)
		}
	}
	switch {
	case out.Kept && len(out.Arrives) == 0:
		fmt.Fprintln(w, "Nothing new.")
	case out.Kept:
		fmt.Fprintln(w, "Kept.")
	}
}

func none(v any) any {
	if v == nil {
		return "nothing"
	}
	return v
}
