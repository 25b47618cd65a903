package main

import (
	"errors"
	"fmt"
	"strings"

	"github.com/spf13/cobra"

	"apodemos/core/recipe"
)

func recipeCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "recipe WORDS",
		Short: "Read a recipe from words: words in, JSON recipe out",
		Long: `Reads a recipe from words such as those on a bag, and writes it as JSON, as it goes
into "recipe" of a plan request. What was doubtful or not understood is
written to standard error, one a line.

Exit code 0 and a recipe; or 2, with one problem a line on standard error.`,
		Example: `  apodemos recipe "13 g, 200 g at 90 °C, medium-coarse, 30/110/170/200 at 0:00/0:45/1:30/2:15"`,
		Args: func(_ *cobra.Command, args []string) error {
			if len(args) == 0 {
				return errors.New("WORDS is missing. Enter a recipe in words, in quotes")
			}
			return nil
		},
		RunE: func(c *cobra.Command, args []string) error {
			r, err := recipe.Read(strings.Join(args, " "))
			if err != nil {
				return err
			}
			for _, d := range r.Doubts {
				fmt.Fprintln(c.ErrOrStderr(), d.Text)
			}
			for _, w := range r.Unread {
				fmt.Fprintf(c.ErrOrStderr(), "not understood: %s\n", w)
			}
			return printJSON(c.OutOrStdout(), r.Recipe)
		},
	}
}
