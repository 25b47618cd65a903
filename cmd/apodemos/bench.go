package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"github.com/spf13/cobra"

	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/caution"
	"apodemos/core/quantity"
)

func benchCommand() *cobra.Command {
	c := &cobra.Command{
		Use:   "bench QUESTION",
		Short: "One question at a time: boiling point, wait, fuel, canister, grinder, water",
		Long: `Reads a question as JSON on standard input, such as {"place":{"altitude_m":2300}}
for boil, and answers it. "apodemos openapi" lists what to ask.`,
	}
	c.AddCommand(
		ask("boil", "The boiling point at a place", `{"place":{"altitude_m":2300}}`, func(r io.Reader) (brew.Request, error) { return brew.Decode(withMethod(r)) }, bench.BoilingPoint, func(p *leaf, a *bench.BoilAnswer) {
			p.title("Water boils at " + p.figure(quantity.Fine(a.BoilC, quantity.Celsius)))
			p.facts([2]string{"Between", p.figure(quantity.Fine(a.BoilLowC, quantity.Celsius)) + " and " + p.figure(quantity.Fine(a.BoilHighC, quantity.Celsius))}, [2]string{"Pressure", p.figure(quantity.Of(a.PressureHPa, quantity.HPa))})
			if a.Unplaced {
				p.line("  ! ", "Altitude unknown: this assumes sea level.")
			}
		}),
		ask("wait", "How long to wait until water reaches a temperature", `{"request":{"method":"cone","place":{"altitude_m":2300}},"fill_ml":500,"target_c":88}`, decoded[bench.WaitIn], bench.HowLong, func(p *leaf, a *bench.WaitAnswer) {
			from := p.figure(quantity.Fine(a.FromC, quantity.Celsius))
			p.title("To " + p.figure(quantity.Of(a.TargetC, quantity.Celsius)) + " from " + from)
			if a.FromC <= a.TargetC {
				p.line("  ", "It is at most "+from+" here. Use it straight away, and keep it hot.")
			} else {
				for _, f := range []struct {
					how string
					s   *float64
				}{{"Lid ajar", a.LidS}, {"Lid off", a.OpenS}, {"Off, in more wind", a.WindyS}} {
					wait := "not within a day"
					if f.s != nil {
						wait = p.of(f.s, quantity.Second)
					}
					p.facts([2]string{f.how, wait})
				}
			}
			p.line("  ! ", "Hot water scalds.")
		}),
		ask("fuel", "How much fuel a boil takes", `{"request":{"method":"cone","heat":{"burner":"canister"}},"water_ml":600}`, decoded[bench.FuelIn], bench.HowMuchFuel, func(p *leaf, a *bench.FuelAnswer) {
			p.title("To boil " + p.figure(quantity.Of(a.WaterMl, quantity.Millilitre)))
			p.facts([2]string{"Takes", quantity.Of(a.HeatS, quantity.Second).String()}, [2]string{"Fuel", p.of(a.FuelG, quantity.Gram)}, [2]string{"Energy", p.of(a.EnergyWh, quantity.WattHour)})
			p.line("  ! ", caution.MonoxideText+" "+caution.MonoxideWhy)
		}),
		ask("canister", "Whether a gas canister feeds the stove", `{"request":{"method":"cone","place":{"air_c":-5},"heat":{"burner":"canister"}},"water_ml":600}`, decoded[bench.CanisterIn], bench.WillItFeed, func(p *leaf, a *bench.CanisterAnswer) {
			p.title(map[string]string{"fine": "It feeds well", "weak": "It feeds a weak flame", "will-not-feed": "It won’t feed"}[a.Verdict] + " at " + p.figure(quantity.Of(a.TempC, quantity.Celsius)))
			p.facts([2]string{"Over the air here", p.figure(quantity.Of(a.StartBar, quantity.Bar)) + ", " + p.figure(quantity.Of(a.LowestBar, quantity.Bar)) + " at the lowest of one boil"}, [2]string{"Time to boil", p.of(a.HeatS, quantity.Second)})
			if a.HeatS != nil && a.FlamePct != nil {
				p.facts([2]string{"Flame", fmt.Sprintf("%.0f %% of the full one", *a.FlamePct)}, [2]string{"Gas", p.figure(quantity.Of(a.FuelG, quantity.Gram))})
			}
			if a.Verdict != "fine" && a.WarmC != nil {
				p.facts([2]string{"Warm it first to", p.of(a.WarmC, quantity.Celsius)})
			}
			for _, id := range []string{"canister-warm", "canister"} {
				p.line("  ! ", caution.ByID(id, "").Text)
			}
		}),
		ask("grind", "A grinder’s setting on another grinder", `{"clicks":20,"from":{"um_per_click":37},"to":{"um_per_click":25}}`, decoded[bench.GrindIn], bench.WhatSetting, func(p *leaf, a *bench.GrindAnswer) {
			p.title(p.figure(quantity.Of(a.Clicks, quantity.Clicks)) + " on the other")
			p.facts([2]string{"Grind", p.figure(quantity.Of(a.Um, quantity.Micrometre)) + ", " + a.Band})
			p.line("  - ", a.Working["clicks"].Limits)
		}),
		ask("water", "Minerals that make water good for coffee", `{"hardness_mg_l":20,"alkalinity_mg_l":15}`, decoded[bench.MineralsIn], bench.WhatIsInIt, func(p *leaf, a *bench.MineralsAnswer) {
			bottle, dose := p.figure(quantity.Of(a.BottleMl, quantity.Millilitre)), p.small(a.DoseMl, quantity.Millilitre, 0.1, 1)
			p.title("Per litre of this water")
			if a.InZone {
				p.line("  ", "Already inside the published window.")
			}
			if a.SourcePct < 99.5 {
				p.facts([2]string{"Of it", p.figure(quantity.Of(a.SourcePct, quantity.Percent)) + ", and the rest of the second water"})
			}
			p.facts([2]string{"Epsom salt", p.figure(quantity.Of(a.EpsomMgPerL, quantity.MgPerL))}, [2]string{"Baking soda", p.figure(quantity.Of(a.SodaMgPerL, quantity.MgPerL))})
			if a.Dissolve != "" {
				p.line("  ! ", "The bottles are "+a.Dissolve+".")
			} else {
				p.facts([2]string{"Two bottles", fmt.Sprintf("of %s: %s of Epsom salt and %s of baking soda, %s of each per litre", bottle, p.small(a.EpsomG, quantity.Gram, 0.05, 2), p.small(a.SodaG, quantity.Gram, 0.05, 2), dose)})
			}
		}),
	)
	named := []string{}
	for _, q := range c.Commands() {
		named = append(named, q.Name())
	}
	c.Args = func(_ *cobra.Command, args []string) error {
		if len(args) > 0 {
			return fmt.Errorf("%q is not a question. Choose %s", args[0], strings.Join(named, ", "))
		}
		return nil
	}
	c.RunE = func(c *cobra.Command, _ []string) error { return c.Help() }
	return c
}

// withMethod gives a question of the bench the method that a request must have; what it brews
// does not matter.
func withMethod(r io.Reader) io.Reader {
	b, err := io.ReadAll(io.LimitReader(r, 1<<20))
	var m map[string]any
	if err != nil || json.Unmarshal(b, &m) != nil {
		return strings.NewReader(string(b))
	}
	if m["method"] == nil {
		m["method"] = "cone"
	}
	b, _ = json.Marshal(m)
	return strings.NewReader(string(b))
}

func decoded[T any](r io.Reader) (T, error) {
	return brew.DecodeJSON[T](r, 1<<20, "question", `{"request": {…}}`)
}

// ask is a command that answers one question.
func ask[I any, A any](use, short, example string, read func(io.Reader) (I, error), answer func(I) (*A, error), draw func(*leaf, *A)) *cobra.Command {
	var s shape
	c := &cobra.Command{
		Use: use, Short: short, Args: cobra.NoArgs, Example: "  echo '" + example + "' | apodemos bench " + use,
		RunE: func(c *cobra.Command, _ []string) error {
			in, err := read(c.InOrStdin())
			if err != nil {
				return err
			}
			a, err := answer(in)
			if err != nil {
				return err
			}
			return s.write(c, a, func(p *leaf) { draw(p, a) })
		},
	}
	s.add(c)
	return c
}
