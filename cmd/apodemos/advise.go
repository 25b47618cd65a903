package main

import (
	"github.com/spf13/cobra"

	"apodemos/core/brew"
	"apodemos/core/taste"
)

func adviseCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "advise",
		Short: "Say what to change next: JSON history in, JSON advice out",
		Long: `Reads the logged cups of one coffee (JSON, oldest first) on standard input,
and writes the one change that should bring the next cup closer to what this person likes,
with how likely that is, as JSON on standard output.

Exit code 0 and an advice; or 2, with one problem a line on
standard error: the field, the value, what to enter.`,
		Example: `  echo '{"brews": [{"request": {"method": "cone"}, "tasting": {"sour_bitter": -2, "weak_strong": 0}}]}' | apodemos advise`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			h, err := brew.DecodeJSON[taste.History](c.InOrStdin(), taste.MaxHistoryBytes, "history", `{"brews": [{"request": {"method": "cone"}, "tasting": {"sour_bitter": -2}}]}`)
			if err != nil {
				return err
			}
			a, err := taste.Advise(h, &brew.Planner{})
			if err != nil {
				return err
			}
			return printJSON(c.OutOrStdout(), a)
		},
	}
}
