package main

import (
	"github.com/spf13/cobra"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/run"
)

// maxRunBytes is how large a run may be that is read: an hour at ten readings a second.
const maxRunBytes = 4 << 20

// followed is what follow reads: also what simulate writes.
type followed struct {
	run.FollowIn
	Differences any `json:"differences"`
	Cup         any `json:"cup"`
	Planned     any `json:"planned"`
}

func followCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "follow",
		Short: "Follow a brew: what happened in, what to do now out",
		Long: `Reads a plan request and what happened since the brew began (JSON: "request", and
"events" or the "record" of a run) on standard input, and writes where it is as JSON
on standard output: the step, the next reading, what differs from the plan, the rest
re-planned, and the cup that this gives.

Exit code 0 and the state; or 2, with one problem a line on
standard error: the field, the value, what to enter.`,
		Example: `  echo '{"request": {"method": "press-pot"}, "events": [{"t_s": 0, "kind": "start"}]}' | apodemos follow`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			in, err := brew.DecodeJSON[followed](c.InOrStdin(), maxRunBytes, "run", `{"request": {"method": "cone"}, "events": [{"t_s": 0, "kind": "start"}]}`)
			if err != nil {
				return err
			}
			out, err := run.Follow(in.FollowIn)
			if err != nil {
				return err
			}
			return printJSON(c.OutOrStdout(), out)
		},
	}
}

func simulateCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "simulate",
		Short: "Simulate a brew: readings out, as follow takes them",
		Long: `Reads a plan request, a seed and differences from the plan (JSON) on standard input, and
writes what was done and read as JSON on standard output: "request" and "events", as
"apodemos follow" takes them, and the cup that it gave. The same seed gives the same.

Exit code 0; or 2, with one problem a line on standard error.`,
		Example: `  echo '{"request": {"method": "cone", "drinkers": 1, "scale": true}, "seed": 7, "differences": {"over_g": 20, "kettle_c": -4}}' | apodemos simulate | apodemos follow`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			in, err := brew.DecodeJSON[app.SimulateIn](c.InOrStdin(), maxRunBytes, "simulation", `{"request": {"method": "cone"}, "seed": 1}`)
			if err != nil {
				return err
			}
			out, err := app.Simulate(in)
			if err != nil {
				return err
			}
			return printJSON(c.OutOrStdout(), out)
		},
	}
}
