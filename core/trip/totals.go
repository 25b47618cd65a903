package trip

import (
	"fmt"
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// softMgL is a water that has next to nothing in it: the lower end of the
// published range of dissolved solids.
const softMgL = water.TargetTDSMin

// disinfects is the source of the minutes of the safety boil.
const disinfects = water.SafeBoil

// Morning reports whether a local time of day, HH:MM, is before noon; no time is no
// morning's.
func Morning(at string) bool { return at != "" && at < "12:00" }

// sum puts a total and its working into the result; the inputs are its largest
// parts, and the rest together.
func (c *calc) sum(at **float64, path, label string, unit quantity.Unit, formula string, kind working.Kind, source string, part func(o *BrewTotals) float64) float64 {
	total := 0.0
	var in []working.Input
	rest, count := 0.0, 0
	for i := range c.occ {
		v := part(&c.occ[i])
		total += v
		if v == 0 {
			continue
		}
		if len(in) < 12 {
			o := &c.occ[i]
			in = append(in, fromBrew(o, v, unit, figureOf[path]))
		} else {
			rest, count = rest+v, count+1
		}
	}
	if count > 0 {
		in = append(in, working.Num(fmt.Sprintf("%d more brews", count), rest, unit, ""))
	}
	c.put(at, path, total, working.Figure{Label: label, Unit: unit, Kind: kind, Source: source, Formula: formula, Inputs: in})
	return total
}

// figureOf is the figure of a brew's plan that a total adds up.
var figureOf = map[string]string{"totals.coffee_g": "dose_g", "totals.fuel_g": "heat.fuel_g", "totals.gas_g": "heat.fuel_g", "totals.energy_wh": "heat.energy_wh",
	"totals.water_ml": "water.carried_ml", "totals.treat_s": "heat.dwell_s", "totals.epsom_g": "water.poured_ml", "totals.soda_g": "water.poured_ml"}

// fromBrew is an input that is one brew's: it leads to that brew's plan, and to
// the figure there.
func fromBrew(o *BrewTotals, v float64, unit quantity.Unit, figure string) working.Input {
	path := fmt.Sprintf("brews.%d", o.ID)
	if figure == "dose_g" && o.CoffeeG != o.DoseG || figure == "water.carried_ml" && o.making > 0 {
		figure = "" // a concentrate's coffee or water counts elsewhere, or here besides
	}
	if figure != "" {
		path += "." + figure
	}
	return working.Num(fmt.Sprintf("Day %d, %s", o.Day, nameOf(o)), v, unit, path)
}

func nameOf(o *BrewTotals) string {
	if o.Name != "" {
		return o.Name
	}
	return o.Method
}

func (c *calc) put(at **float64, path string, v float64, f working.Figure) {
	*at = &v
	c.out.Working.Put(path, v, f)
}

// totals adds everything up.
func (c *calc) totals() {
	t := &c.out.Totals
	c.coffees()
	c.perStop()
	c.perDay()
	brews := float64(len(c.occ))
	c.put(&t.Brews, "totals.brews", brews, working.Figure{Label: "Brews", Unit: quantity.Count, Kind: working.Chosen, Source: "the trip",
		Formula: "the brews of each stop, on each day of the stay"})
	c.sum(&t.CoffeeG, "totals.coffee_g", "Coffee", quantity.Gram, "the doses of all brews; what is served from a concentrate counts where that is made", working.Practice, practice, func(o *BrewTotals) float64 { return o.CoffeeG })
	c.sum(&t.Filters, "totals.filters", "Papers", quantity.Count, "one a batch, or one a cup where each cup is brewed on its own", working.Practice, practice, func(o *BrewTotals) float64 { return o.Filters })
	c.sum(&t.FuelG, "totals.fuel_g", "Fuel", quantity.Gram, "the fuel of all brews; wood that is found there is not counted", working.Practice, "as each brew's fuel", func(o *BrewTotals) float64 {
		return o.FuelG * b2f(!gathered(o.Fuel))
	})
	c.sum(&t.GasG, "totals.gas_g", "Canister gas", quantity.Gram, "drawn from the canisters, brew after brew, with what each has left in it then", working.Practice, "as each brew's fuel", func(o *BrewTotals) float64 {
		return o.FuelG * b2f(o.Fuel == heat.CanisterGas)
	})
	c.sum(&t.EnergyWh, "totals.energy_wh", "From a battery", quantity.WattHour, "the electricity of brews with a 12 V element", working.Practice, practice, func(o *BrewTotals) float64 {
		return o.EnergyWh * b2f(o.plan.Request.Heat.Burner != nil && *o.plan.Request.Heat.Burner == "element-12v")
	})
	c.sum(&t.WaterMl, "totals.water_ml", "Water", quantity.Millilitre, "heated and cold, with splash, rinse, preheating and washing up, for all brews", working.Practice, "mass balance", func(o *BrewTotals) float64 { return o.WaterMl })
	c.sum(&t.MilkG, "totals.milk_g", "Condensed milk", quantity.Gram, "each cup's, as set or as the recipe wants it", working.Practice, practice, func(o *BrewTotals) float64 { return o.with.condensedG })
	c.sum(&t.FreshMl, "totals.fresh_milk_ml", "Milk", quantity.Millilitre, "each cup's, as set", working.Chosen, "your setting", func(o *BrewTotals) float64 { return o.with.freshMl })
	c.sum(&t.CannedMl, "totals.canned_milk_ml", "Canned milk", quantity.Millilitre, "each cup's, as set", working.Chosen, "your setting", func(o *BrewTotals) float64 { return o.with.cannedMl })
	c.sum(&t.SugarG, "totals.sugar_g", "Sugar", quantity.Gram, "each cup's, as set", working.Chosen, "your setting", func(o *BrewTotals) float64 { return o.with.sugarG })
	c.treated()
	c.minerals()
	most := func(at **float64, path, label string, unit quantity.Unit, formula string, kind working.Kind, source string, each func(i int) (string, float64), n int) {
		best, name := 0.0, "–"
		for i := range n {
			if who, v := each(i); v > best {
				best, name = v, who
			}
		}
		c.put(at, path, best, working.Figure{Label: label, Unit: unit, Kind: kind, Source: source, Formula: formula, Inputs: []working.Input{working.Word("Where", name, "")}})
	}
	stops, days := c.out.Stops, c.out.DaysOut
	most(&t.CarryMl, "totals.carry_ml", "Largest carry", quantity.Millilitre, "the water of the dry stops that follow one another, carried from the last source", working.Practice, "mass balance",
		func(i int) (string, float64) { return stops[i].Name, stops[i].CarryMl }, len(stops))
	most(&t.WasteG, "totals.waste_g", "Most wet waste", quantity.Gram, "wet grounds and papers since the last bin: dose, the 2 ml a gram that it keeps, and 5 g a wet paper (from memory)", working.Practice, practice,
		func(i int) (string, float64) { return stops[i].Name, stops[i].WasteG }, len(stops))
	most(&t.CaffeineMg, "totals.caffeine_mg", "Most caffeine in a day", quantity.Milligram, "a cup of each brew of the day", working.Memory, "as each brew's; "+coffee.CaffeineGuidance,
		func(i int) (string, float64) { return fmt.Sprintf("Day %d", days[i].Day), days[i].CaffeineMg }, len(days))
	most(&t.MorningS, "totals.morning_s", "Longest morning", quantity.Second, "making coffee before noon, from the first thing to do until it is served", working.Practice, practice,
		func(i int) (string, float64) { return fmt.Sprintf("Day %d", days[i].Day), days[i].MorningS }, len(days))
	c.pack()
}

// perStop sums water, treatment, fuel and waste by stop.
func (c *calc) perStop() {
	carried := make([]float64, len(c.trip.Stops))
	for i := range c.occ {
		o := &c.occ[i]
		st := &c.out.Stops[o.Stop]
		st.DrawMl += o.WaterMl
		s, kJ := o.plan.Treatment()
		st.TreatS += s
		if each := o.plan.SafeBoilS; each != nil && *each > 0 && s > 0 {
			st.TreatEach = math.Max(st.TreatEach, *each)
			st.Treats += math.Max(math.Round(s / *each), 1)
		}
		if lhv := fuelLHV(o.Fuel); lhv > 0 {
			st.TreatG += kJ / lhv
		}
		if *o.plan.Request.Water.Treatment == water.Filtered {
			st.FilterMl += o.WaterMl
		}
		switch o.water {
		case water.Carried:
			carried[o.Stop] += o.WaterMl
		case "bottled":
			st.BottledMl += o.WaterMl
		}
		if !gathered(o.Fuel) {
			st.FuelG += o.FuelG
		}
	}
	// Backwards: what the dry stops ahead need is drawn at the last source.
	ahead := 0.0
	for i := len(c.trip.Stops) - 1; i >= 0; i-- {
		if c.trip.Stops[i].dry() {
			ahead += carried[i]
			continue
		}
		c.out.Stops[i].CarryMl, ahead = ahead, carried[i]
	}
	if ahead > 0 {
		c.out.Notes = append(c.out.Notes, beginsDry.Say(quantity.Of(ahead, quantity.Millilitre)))
	}
	waste, k := 0.0, 0
	for i, s := range c.trip.Stops {
		for ; k < len(c.occ) && c.occ[k].Stop == i; k++ {
			waste += c.occ[k].WasteG
		}
		if s.Facts.Bin {
			waste = 0
		}
		c.out.Stops[i].WasteG = waste
	}
	c.stopWorkings()
}

// stopWorkings files the figures of each stop.
func (c *calc) stopWorkings() {
	for i, st := range c.out.Stops {
		var water, waste []working.Input
		for k := range c.occ {
			if o := &c.occ[k]; o.Stop == i {
				water = append(water, fromBrew(o, o.WaterMl, quantity.Millilitre, "water.carried_ml"))
				waste = append(waste, fromBrew(o, o.WasteG, quantity.Gram, "water.retained_ml"))
			}
		}
		put := func(name, label string, v float64, u quantity.Unit, source, formula string, in []working.Input) {
			c.out.Working.Put(fmt.Sprintf("stops.%d.%s", i, name), v, working.Figure{Label: label + ", " + st.Name, Unit: u, Kind: working.Practice, Source: source, Formula: formula, Inputs: in})
		}
		put("draw_ml", "Water for coffee", st.DrawMl, quantity.Millilitre, "mass balance", "all the water of the brews here, washing up included", water)
		put("bottled_ml", "Of it bottled", st.BottledMl, quantity.Millilitre, "mass balance", "the water of the brews here that take bottled water", nil)
		put("carry_ml", "Water to carry on", st.CarryMl, quantity.Millilitre, "mass balance", "the water of the dry stops that follow", nil)
		put("treat_s", "Boiling to disinfect", st.TreatS, quantity.Second, disinfects, "for each batch with doubtful water", nil)
		put("filter_ml", "Water to filter", st.FilterMl, quantity.Millilitre, "mass balance", "all the water of brews whose water is filtered", nil)
		if i > 0 && !c.trip.Stops[i].Facts.Bin {
			waste = append(waste, working.Num("Brought along", c.out.Stops[i-1].WasteG, quantity.Gram, ""))
		}
		put("waste_g", "Wet waste", st.WasteG, quantity.Gram, practice, "wet grounds and papers since the last bin: dose, what it keeps, and 5 g a wet paper (from memory)", waste)
	}
}

func fuelLHV(id heat.FuelID) float64 {
	f, ok := heat.FuelByID(id)
	if !ok || f.Electric() || gathered(id) {
		return 0
	}
	if id == heat.CanisterGas {
		return UsualCanister.fill().LHV()
	}
	return f.LHV
}

func (c *calc) perDay() {
	byDay := map[int]int{}
	for i := range c.occ {
		o := &c.occ[i]
		at, ok := byDay[o.Day]
		if !ok {
			at = len(c.out.DaysOut)
			byDay[o.Day] = at
			c.out.DaysOut = append(c.out.DaysOut, DayTotals{Day: o.Day})
		}
		d := &c.out.DaysOut[at]
		d.Brews++
		d.CaffeineMg += o.Caffeine
		d.CaffeineHighMg += o.Caffeine * (1 + o.plan.Spreads().CaffeineShare)
		d.Over = d.CaffeineMg > coffee.CaffeineDayMg
		d.MayBeOver = !d.Over && d.CaffeineHighMg > coffee.CaffeineDayMg
		if Morning(o.At) {
			d.MorningS += o.morningS()
		}
	}
}

// morningS is what a brew takes of a morning: what stands for hours takes only hands.
func (b *BrewTotals) morningS() float64 {
	if m, _ := method.ByID(b.Method); m.Contact == method.Cold {
		return *b.plan.HandsS
	}
	return b.TotalS
}

func (c *calc) treated() {
	t := &c.out.Totals
	src := disinfects
	c.sum(&t.TreatS, "totals.treat_s", "Boiling to disinfect, in all", quantity.Second, "the disinfecting boil of every brew with doubtful water", working.Published, src, func(o *BrewTotals) float64 { s, _ := o.plan.Treatment(); return s })
	c.sum(&t.TreatG, "totals.treat_fuel_g", "Fuel for that", quantity.Gram, "the low flame over that time, over the fuel's heating value", working.Practice, practice, func(o *BrewTotals) float64 {
		_, kJ := o.plan.Treatment()
		if lhv := fuelLHV(o.Fuel); lhv > 0 {
			return kJ / lhv
		}
		return 0
	})
}

// minerals is what soft water gets, where it is wished.
func (c *calc) minerals() {
	t := &c.out.Totals
	on := c.trip.Supplies.Minerals != nil && *c.trip.Supplies.Minerals
	recipe, _ := water.Mineralise(water.Minerals{}, water.Minerals{}, water.Minerals{Hardness: water.TargetHardness, Alkali: water.TargetAlkali})
	grams := func(mgPerL float64) func(o *BrewTotals) float64 {
		return func(o *BrewTotals) float64 {
			tds := o.plan.Request.Water.TDSMgL
			if !on || tds == nil || *tds >= softMgL {
				return 0
			}
			return mgPerL / 1000 * *o.plan.Water.PouredMl / 1000
		}
	}
	src := "targets of the Specialty Coffee Association, from memory: hardness 68 and alkalinity 40 mg/L as CaCO₃"
	c.sum(&t.EpsomG, "totals.epsom_g", "Epsom salt", quantity.Gram, "2.463 mg a litre for each mg/L of hardness, in the water poured where it has under 75 mg/L in it", working.Memory, src, grams(recipe.EpsomMgPerL))
	c.sum(&t.SodaG, "totals.soda_g", "Baking soda", quantity.Gram, "1.679 mg a litre for each mg/L of alkalinity, in the same water", working.Memory, src, grams(recipe.SodaMgPerL))
}

// pack is the most that is carried at once of what is used up.
func (c *calc) pack() {
	best, at := 0.0, "–"
	var in []working.Input
	steel := make([]float64, len(c.occ))
	for _, k := range c.out.Canisters {
		for i := range c.occ {
			if c.occ[i].Stop >= k.From {
				steel[i] += heat.CanisterSteel(k.Capacity)
			}
		}
	}
	for i := range c.occ {
		mass := steel[i]
		for _, l := range c.lines {
			mass += l.before[i] * l.massG
		}
		if mass <= best {
			continue
		}
		best, at = mass, fmt.Sprintf("before day %d, %s", c.occ[i].Day, nameOf(&c.occ[i]))
		in = []working.Input{working.Word("When", at, "")}
		for _, l := range c.lines {
			if m := l.before[i] * l.massG; m > 0 {
				in = append(in, working.Num(l.SupplyLine.Label, m, quantity.Gram, ""))
			}
		}
		if steel[i] > 0 {
			in = append(in, working.Num("Steel of the canisters", steel[i], quantity.Gram, ""))
		}
	}
	c.put(&c.out.Totals.PackG, "totals.pack_g", best, working.Figure{Label: "Most in the pack", Unit: quantity.Gram, Kind: working.Practice, Source: "steel 0.6 g to each g of gas and 1.5 g a paper, from memory",
		Formula: "coffee, fuel with its canisters, papers, milk and sugar, when they weigh most together; empty canisters are carried on", Inputs: in})
}
