package main

import (
	"github.com/spf13/cobra"

	"apodemos/app"
	"apodemos/core/brew"
)

func planCommand() *cobra.Command {
	working := true
	var shape shape
	c := &cobra.Command{
		Use:   "plan",
		Short: "Plan one brew: JSON request in, a page or JSON out",
		Long: `Reads a request as JSON on standard input and writes the plan on standard output:
on a terminal a readable page; into a pipe, or with --json, JSON.
Only "method" is needed; everything else has a default, which the plan states
under "request" and "defaulted". Every figure's formula, inputs and source are
under "working".

Exit code 0 and a plan; or 2, with one problem a line on
standard error: the field, the value, what to enter.`,
		Example: `  echo '{"method":"cone","drinkers":2,"place":{"altitude_m":3900}}' | apodemos plan
  apodemos plan < request.json > plan.json`,
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			r, err := brew.Decode(c.InOrStdin())
			if err != nil {
				return err
			}
			p, err := app.Plan(r, working)
			if err != nil {
				return err
			}
			return shape.write(c, p, func(page *leaf) { page.plan(p) })
		},
	}
	shape.add(c)
	c.Flags().BoolVar(&working, "working", true, "with the workings of every figure; --working=false leaves them out")
	return c
}
