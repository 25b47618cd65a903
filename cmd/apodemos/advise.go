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
		Long: `Reads logged cups (JSON, oldest first) on standard input, and writes the one change that should bring the next cup closer to what this person likes,
with how likely that is, as JSON on standard output. Cups are told apart by the coffee of their
request, or by "coffee" beside it: "counted" are those of the next one's coffee; "others" only say
what this person likes. "by" names who tasted, "for" whom the next is for.

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
