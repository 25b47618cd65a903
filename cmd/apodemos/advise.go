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
		Long: `Reads what was brewed and tasted of one coffee (JSON, oldest first) on standard input,
and writes the one change that brings the next cup nearer to what this person likes,
with how sure that is, as JSON on standard output.

Exit code 0 and an advice; or 2, and on standard error one line a problem:
field: what is wrong, what is allowed.`,
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
