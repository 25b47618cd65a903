package brew

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// maxCurve is a guess at how many points a curve takes, to allocate once.
const maxCurve = 80

// temperatures follows the water from the kettle through the brewer into the
// cup, and draws the curves.
func (c *calc) temperatures() Problems {
	kettle := make([][2]float64, 0, maxCurve)
	w := &c.when
	if c.plan.Heat != nil {
		for _, p := range c.heating.Curve(c.heated) {
			kettle = append(kettle, [2]float64{w.light + p[0], p[1]})
		}
		if off := w.boiled + w.treat + w.hold; off > w.boiled && off <= 0 {
			kettle = append(kettle, [2]float64{off, c.hotC})
		}
	} else {
		kettle = append(kettle, [2]float64{-math.Max(w.wait, w.hot), c.hotC})
	}
	kettle = c.coolUntilContact(kettle)

	var served float64 // temperature of the drink as it leaves the brewer, or in the cup
	if c.method.Contact == method.Immersion {
		served = c.immerse(&kettle)
	} else {
		served = c.percolate(&kettle)
	}
	c.plan.Curves.WaterC = kettle
	c.serve(served)
	return nil
}

// coolUntilContact draws the wait.
func (c *calc) coolUntilContact(kettle [][2]float64) [][2]float64 {
	last := kettle[len(kettle)-1]
	if span := -last[0]; span > 1 {
		const n = 6
		for i := 1; i < n; i++ {
			f := float64(i) / n
			// Between two known ends the curve is near an exponential.
			k := kettleRate(last[1], c.startC, c.air.TempC)
			t := last[1]
			if k > 0 {
				t = c.air.TempC + (last[1]-c.air.TempC)*math.Exp(-k*f)
			}
			kettle = append(kettle, [2]float64{last[0] + span*f, t})
		}
	}
	return append(kettle, [2]float64{0, c.startC})
}

func kettleRate(from, to, air float64) float64 {
	if from <= to || to <= air {
		return 0
	}
	return math.Log((from - air) / (to - air))
}

// immerse steeps in one vessel and returns the slurry's temperature when it is
// poured off.
func (c *calc) immerse(kettle *[][2]float64) float64 {
	b := c.batch
	capacity := waterKJ(b.poured)
	grounds := b.dose / 1000 * coffee.SpecificHeat
	vessel := c.vessel
	// The pot is as hot as its water.
	t := mix(capacity+vessel.Capacity(), c.startC, grounds, c.air.TempC)
	c.slurry(t, "heat balance of water, pot and grounds at the moment of mixing",
		working.Num("Water and pot", c.startC, quantity.Celsius, "start_c"), working.Num("Grounds and air", c.air.TempC, quantity.Celsius, "request.place.air_c"),
		working.Num("Coffee", b.dose, quantity.Gram, "dose_g"), working.Num("Water", b.poured, quantity.Millilitre, "water.poured_ml"))
	pts := make([][2]float64, 0, maxCurve)
	pts = append(pts, [2]float64{0, t})
	for _, s := range c.school.Steps {
		if s.Phase != method.Brew {
			continue
		}
		k := heat.NewCooling(vessel, b.poured, s.Cover, c.air)
		k.KJPerK += grounds
		step := math.Max(s.ForS/8, 5)
		for at := 0.0; at < s.ForS; {
			dt := math.Min(step, s.ForS-at)
			t = k.After(t, dt)
			at += dt
			pts = append(pts, [2]float64{s.AtS + at, t})
		}
	}
	c.plan.Curves.SlurryC = pts
	if !c.method.InPot {
		return t
	}
	*kettle = append((*kettle)[:len(*kettle):len(*kettle)], pts...)
	return t
}

// percolate pours through a bed into the cups and returns the temperature in
// the cups when the bed has drained. It steps by the second: heat comes with
// each pour and leaves with what drains, from the bed's surface and through
// the dripper; the cups fill and cool.
func (c *calc) percolate(kettle *[][2]float64) float64 {
	b := c.batch
	people := *c.req.Drinkers
	grounds := b.dose / 1000 * coffee.SpecificHeat
	body := c.brewer.Capacity()
	bodyC := c.air.TempC
	if b.rinse > 0 {
		bodyC = mix(waterKJ(b.rinse), c.startC, body, c.air.TempC)
	}
	bedC := mix(body, bodyC, grounds, c.air.TempC)
	cupKJ := c.cup.Capacity()
	cupC := c.cupStartC()
	kettleC, kettleMl := c.startC, b.poured
	held := c.when.hold > 0 && c.when.wait == 0

	var bed, cupMl, retained float64
	retained = b.retained
	pours := c.pours()
	pts := make([][2]float64, 0, maxCurve)
	pts = append(pts, [2]float64{0, bedC})
	var sum, count, drain float64
	k := 0
	poured := 0.0
	var bedLoss, cupLoss, kettleLoss heat.Loss
	end := int(c.when.contact)
	for s := range end {
		at := float64(s)
		if k < len(pours) && at >= pours[k].at {
			next := c.when.contact
			if k+1 < len(pours) {
				next = pours[k+1].at
			}
			drain = math.Max(bed+pours[k].ml-retained, 0) / (next - pours[k].at)
			k++
		}
		in := 0.0
		if k > 0 && at < pours[k-1].at+pours[k-1].forS {
			in = pours[k-1].ml / pours[k-1].forS
		}
		if in > 0 {
			bedC = mix(waterKJ(bed)+grounds+body, bedC, waterKJ(in), kettleC)
			bed += in
			poured += in
			kettleMl = math.Max(kettleMl-in, 1)
		}
		out := math.Min(drain, math.Max(bed-retained, 0))
		if out > 0 {
			share := out / people
			cupC = mix(waterKJ(cupMl)+cupKJ, cupC, waterKJ(share), bedC)
			cupMl += share
			bed -= out
		}
		if s%5 == 0 { // what is in them changes slowly
			bedLoss = heat.NewLoss(c.brewer, math.Max(bed+b.dose, 20), heat.Open, c.air)
			cupLoss = heat.NewLoss(c.cup, math.Max(cupMl, 5), heat.Crusted, c.air)
			kettleLoss = heat.NewLoss(c.vessel, kettleMl, heat.Lidded, c.air)
		}
		bedC -= bedLoss.Watts(bedC) / (1000 * (waterKJ(bed) + grounds + body))
		cupC -= cupLoss.Watts(cupC) / (1000 * (waterKJ(cupMl) + cupKJ))
		if !held && poured < b.poured-0.5 {
			kettleC -= kettleLoss.Watts(kettleC) / (1000 * (waterKJ(kettleMl) + c.vessel.Capacity()))
		}
		if s < 60 && bed > 0 {
			sum, count = sum+bedC, count+1
		}
		if s%5 == 4 || s == end-1 {
			pts = append(pts, [2]float64{at + 1, bedC})
			if at < c.when.lastPour {
				*kettle = append(*kettle, [2]float64{at + 1, kettleC})
			}
		}
	}
	c.plan.Curves.SlurryC = pts
	c.slurry(sum/math.Max(count, 1), "heat balance of water, grounds and dripper through the pours, the mean of the first minute",
		working.Num("Kettle", c.startC, quantity.Celsius, "start_c"), working.Num("Dripper at first", bodyC, quantity.Celsius, "request.brewer.material"),
		working.Num("Air", c.air.TempC, quantity.Celsius, "request.place.air_c"), working.Num("Wind", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"),
		working.Num("Coffee", b.dose, quantity.Gram, "dose_g"))
	return cupC
}

type pour struct{ at, forS, ml float64 }

func (c *calc) pours() []pour {
	var out []pour
	at := 0.0
	for _, s := range c.school.Steps {
		if s.Phase == method.Brew && s.Lane == method.Scale {
			to := *c.pourTo(s)
			out = append(out, pour{s.AtS, math.Max(s.ForS, 1), to - at})
			at = to
		}
	}
	return out
}

func (c *calc) slurry(t float64, formula string, in ...working.Input) {
	c.set(&c.plan.SlurryC, "slurry_c", t, working.Figure{Label: "Slurry, at first", Unit: quantity.Celsius, Kind: working.Published, PlusMinus: working.PlusMinus(1.5),
		Source: "energy balance; losses as for cooling", Limits: "One temperature for the whole bed or pot.", Formula: formula, Inputs: in})
}

// cupStartC is the temperature of an empty cup.
func (c *calc) cupStartC() float64 {
	if !*c.req.Cup.Preheated {
		return c.air.TempC
	}
	return mix(c.cup.Capacity(), c.air.TempC, waterKJ(preheatMl), c.startC)
}

// serve brings the drink into the cups and finds when it can be drunk.
func (c *calc) serve(t float64) {
	cupMl := *c.req.CupMl
	formula := "heat balance of drink and cup while the cup fills"
	in := []working.Input{working.Num("Cup at first", c.cupStartC(), quantity.Celsius, "request.cup.preheated"),
		working.Num("Cup mass", c.cup.MassG, quantity.Gram, "request.cup.mass_g"), working.Num("Drink in it", cupMl, quantity.Millilitre, "request.cup_ml")}
	if c.method.Contact == method.Immersion {
		in = append(in, working.Num("Slurry when poured", t, quantity.Celsius, "slurry_c"))
		t = mix(waterKJ(cupMl), t, c.cup.Capacity(), c.cupStartC())
	}
	c.set(&c.plan.CupC, "cup_c", t, working.Figure{Label: "In the cup", Unit: quantity.Celsius, Kind: working.Published, PlusMinus: working.PlusMinus(2),
		Source: "energy balance; losses as for cooling", Limits: coolingLimits, Formula: formula, Inputs: in})
	cover := heat.Open
	if c.cup.Insulated {
		cover = heat.Lidded
	}
	k := heat.NewCooling(c.cup, cupMl, cover, c.air)
	s, ok := k.TimeTo(t, DrinkingC)
	if !ok {
		s = heat.MaxWaitS
	}
	c.set(&c.plan.DrinkableS, "drinkable_s", s, working.Figure{Label: "Drinkable after", Unit: quantity.Second, Kind: working.Published, Source: coolingSource + "; 55–65 °C, common practice",
		Limits: coolingLimits, PlusMinus: working.PlusMinus(math.Max(0.25*s, 15)), Formula: "time for the cup to cool to 60 °C",
		Inputs: []working.Input{working.Num("In the cup", t, quantity.Celsius, "cup_c"), working.Num("Air", c.air.TempC, quantity.Celsius, "request.place.air_c"),
			working.Num("Wind", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"), working.Word("Insulated", yes(c.cup.Insulated), "request.cup.insulated")}})
	steps := c.plan.Steps
	last := steps[len(steps)-1]
	from := last.AtS + last.ForS
	const n = 12
	pts := make([][2]float64, 0, n+1)
	pts = append(pts, [2]float64{from, t})
	for i := 1; s > 0 && i <= n; i++ {
		t = k.After(t, s/n)
		pts = append(pts, [2]float64{from + s*float64(i)/n, t})
	}
	c.plan.Curves.CupC = pts
	if *c.plan.CupC > 65 {
		c.caution("cup-hot", last.ID)
	}
}

func yes(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}
