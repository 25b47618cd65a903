package main

import (
	"fmt"
	"io"
	"strings"

	"github.com/spf13/cobra"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

func methodsCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "methods",
		Short: "Print the catalogue of methods and styles as Markdown, for review",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			writeMethods(c.OutOrStdout())
			return nil
		},
	}
}

// writeMethods writes the catalogue as a practitioner would review it.
func writeMethods(w io.Writer) {
	p := func(format string, args ...any) { fmt.Fprintf(w, format, args...) }
	p("# Methods and styles\n\nMade from the catalogue in `core/method` by `apodemos methods`; do not edit. The figures are common practice with no published source, unless it says otherwise.\n")
	for _, m := range method.All {
		p("\n## %s (`%s`)\n\n%s\n\nNeeds: %s. Clarity %d, body %d, forgiveness %d, tidiness %d of 5: %s.\n", m.Name, m.ID, m.Summary, strings.Join(m.Needs, ", "),
			m.Scores.Clarity, m.Scores.Body, m.Scores.Forgiveness, m.Scores.Tidiness, m.Scores.Why)
		if alt, ok := method.ByID(m.Without); ok {
			p("\nWithout its filter: %s.\n", alt.Name)
		}
		for _, s := range m.Schools {
			p("\n### %s (`%s`)\n\n%s\n\n", s.Name, s.ID, s.Why)
			p("- Ratio: %g g to each litre poured; %s\n", s.RatioGPerL, s.RatioSource)
			if s.GrindUm > 0 {
				p("- Grind: %s, about %g µm\n", coffee.BandOf(s.GrindUm), s.GrindUm)
			}
			if s.Temps.High > 0 {
				p("- Water at first contact: %g °C, %g for a dark roast, %g for a light one\n", s.Temps.Mid, s.Temps.Low, s.Temps.High)
			}
			retained := s.RetainedMlPerG
			if retained == 0 {
				retained = coffee.RetainedMlPerG
			}
			p("- Water: grounds keep %g ml/g; left behind %g ml, rinse %g ml, cold splash %g ml, washing up %g ml\n", retained, s.LeftBehindMl, s.RinseMl, s.SplashMl, s.WashupMl)
			p("- Fill: up to %.0f %% with fresh beans, %.0f %% with rested ones\n", 100*s.FillFresh, 100*s.FillRested)
			if s.BasketG > 0 {
				p("- The basket sets it: %g g and %g ml\n", s.BasketG, s.BasketMl)
			}
			if s.DiluteShare > 0 {
				p("- Of the drink, %.0f %% is water added afterwards\n", 100*s.DiluteShare)
			}
			p("- Cooler water is made up for by: %s\n", s.Adjust)
			if len(s.Consumables) > 0 {
				p("- Used up: %s\n", strings.Join(s.Consumables, ", "))
			}
			if len(s.Cautions) > 0 {
				p("- Cautions: %s\n", strings.Join(s.Cautions, ", "))
			}
			p("- Afterwards: %s\n\n", s.Clean)
			for _, st := range s.Steps {
				at := map[method.Phase]string{method.Prepare: "before", method.Hot: "hot water", method.Serve: "then"}[st.Phase]
				if st.Phase == method.Brew {
					at = quantity.Clock(st.AtS)
					if st.FromBoil {
						at = "boil + " + at
					}
				}
				p("%s · %s for %s", at, method.Plain(st.Text), quantity.Clock(st.ForS))
				if st.Sign != "" {
					p(" Until %s.", st.Sign)
				}
				p("  \n")
			}
		}
	}
}
