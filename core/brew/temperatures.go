package brew

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// maxCurve is a guess at how many points a curve takes, to allocate once.
const maxCurve = 80

// temperatures follows the water from the kettle through the brewer into the
// cup, and draws the curves.
func (c *calc) temperatures() Problems {
	kettle := make([][2]float64, 0, maxCurve)
	w := &c.when
	switch {
	case c.heatless():
	case c.way() == method.BoilIn:
		for _, p := range c.before.Curve(c.warmed) {
			if c.warmed.HeatS > 0.5 {
				kettle = append(kettle, [2]float64{w.light + p[0], p[1]})
			}
		}
	case c.plan.Heat != nil:
		for _, p := range c.heating.Curve(c.heated) {
			kettle = append(kettle, [2]float64{w.light + p[0], p[1]})
		}
		if off := w.boiled + w.treat + w.hold; off > w.boiled && off <= 0 {
			kettle = append(kettle, [2]float64{off, c.hotC})
		}
		kettle = c.coolUntilContact(kettle)
	default:
		kettle = append(kettle, [2]float64{-math.Max(w.wait, w.hot), c.hotC})
		kettle = c.coolUntilContact(kettle)
	}
	var served float64 // temperature of the drink as it leaves the brewer, or in the cup
	switch c.contact() {
	case method.Immersion, method.Cold:
		served = c.immerse(&kettle)
	case method.Dilution:
		served = c.dilute()
	default:
		served = c.percolate(&kettle)
	}
	c.plan.Curves.WaterC = kettle
	c.serve(served)
	return nil
}

// dilute brings water onto a concentrate that is as cold as the air.
func (c *calc) dilute() float64 {
	cold := math.Max(c.air.TempC, 0) // frozen, it could not be poured
	t := mix(waterKJ(c.batch.concentrate), cold, waterKJ(c.batch.dilution), c.startC)
	c.plan.Curves.SlurryC = [][2]float64{{0, cold}, {10, cold}, {25, t}}
	return t
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

// steeper is the vessel that the coffee steeps in, how many stand side by side,
// and its temperature before the water comes.
func (c *calc) steeper() (v heat.Vessel, n, emptyC float64) {
	if c.method.InPot() {
		return c.vessel, 1, c.startC // as hot as its water
	}
	v, n = c.brewer, 1
	if c.method.Family == "cup" {
		v, n = c.cup, *c.req.Drinkers/c.batch.n
	}
	v.DiameterMm = CupDiameterMm(math.Max(c.batch.poured/n, 1))
	emptyC = c.air.TempC
	warm := 0.0
	if *c.req.Brewer.Preheated {
		warm += brewerMl
	}
	if *c.req.Cup.Preheated && c.method.Family == "cup" {
		warm += preheatMl // it steeps in the cup
	}
	if warm > 0 {
		emptyC = mix(v.Capacity(), c.air.TempC, waterKJ(warm), c.startC)
	}
	return v, n, emptyC
}

// immerse steeps and returns the slurry's temperature when it is poured off.
func (c *calc) immerse(kettle *[][2]float64) float64 {
	b := c.batch
	v, n, emptyC := c.steeper()
	water := waterKJ(b.poured / n)
	grounds := b.dose / n / 1000 * coffee.SpecificHeat
	t := heat.Mix(heat.Body{KJPerK: water, TempC: c.startC}, heat.Body{KJPerK: v.Capacity(), TempC: emptyC}, heat.Body{KJPerK: grounds, TempC: c.air.TempC})
	c.slurry(t, "heat balance of water, vessel and grounds at the moment of mixing",
		working.Num("Water", c.startC, quantity.Celsius, "start_c"), working.Num("Vessel before", emptyC, quantity.Celsius, "request.brewer.preheated"), c.airIn(),
		working.Num("Coffee", b.dose, quantity.Gram, "dose_g"), working.Num("Water", b.poured, quantity.Millilitre, "water.poured_ml"))
	pts := make([][2]float64, 0, maxCurve)
	pts = append(pts, [2]float64{0, t})
	at := 0.0
	if c.way() == method.BoilIn {
		// On the flame up to the boil, and through it.
		if c.when.light > 0 {
			pts = append(pts, [2]float64{c.when.light, t})
		}
		rise := c.heating
		rise.FromC, rise.Source = t, heat.Liquid
		span := c.when.boiled - pts[len(pts)-1][0]
		from := pts[len(pts)-1][0]
		curve := rise.Curve(heat.Heated{HeatS: span, EfficiencyHere: c.heated.EfficiencyHere})
		for _, p := range curve[1:] {
			pts = append(pts, [2]float64{from + p[0], p[1]})
		}
		t = c.hotC
		at = c.when.boiled
		if c.when.boil > 0 {
			at += c.when.boil
			pts = append(pts, [2]float64{at, t})
		}
	}
	splash := waterKJ(b.splash / n)
	for _, s := range c.line {
		if s.Phase != method.Brew || s.AtS+s.ForS <= at {
			continue
		}
		if s.ID == "splash" {
			t = mix(water+grounds+v.Capacity(), t, splash, c.coldC())
			water += splash
		}
		k := heat.NewCooling(v, b.poured/n, s.Cover, c.air)
		k.KJPerK = water + grounds + v.Capacity()
		step := math.Max(s.ForS/8, 5)
		for end := s.AtS + s.ForS; at < end-1e-9; {
			dt := math.Min(step, end-at)
			t = k.After(t, dt)
			at += dt
			pts = append(pts, [2]float64{at, t})
		}
	}
	c.plan.Curves.SlurryC = pts
	if c.method.InPot() {
		*kettle = append((*kettle)[:len(*kettle):len(*kettle)], pts...)
	}
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
	rinse := b.rinse
	if *c.req.Brewer.Preheated {
		rinse += brewerMl
	}
	if rinse > 0 {
		bodyC = mix(waterKJ(rinse), c.startC, body, c.air.TempC)
	}
	bedC := mix(body, bodyC, grounds, c.air.TempC)
	cupKJ := c.cup.Capacity()
	cupC := c.cupStartC()
	kettleC, kettleMl := c.startC, b.poured
	held := c.when.hold > 0 && c.when.wait == 0

	var bed, cupMl, retained float64
	retained = b.retained
	pours := c.pours()
	bodyLoss := c.brewer
	bodyLoss.DiameterMm = 85 // of the bed
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
			bedLoss = heat.NewLoss(bodyLoss, math.Max(bed+b.dose, 20), heat.Open, c.air)
			cupLoss = heat.NewLoss(c.cup, math.Max(cupMl, 5), heat.Crusted, c.air)
			kettleLoss = heat.NewLoss(c.vessel, kettleMl, heat.Lidded, c.air)
		}
		bedC = secondLater(&bedLoss, bedC, waterKJ(bed)+grounds+body)
		cupC = secondLater(&cupLoss, cupC, waterKJ(cupMl)+cupKJ)
		if !held && poured < b.poured-0.5 {
			kettleC = secondLater(&kettleLoss, kettleC, waterKJ(kettleMl)+c.vessel.Capacity())
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
		working.Num("Kettle", c.startC, quantity.Celsius, "start_c"), working.Num("Dripper at first", bodyC, quantity.Celsius, "request.brewer.preheated"),
		c.airIn(), working.Num("Wind", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"),
		working.Num("Coffee", b.dose, quantity.Gram, "dose_g"))
	return cupC
}

// secondLater is the temperature of what holds kJPerK, a second after c °C. What has
// next to no mass, such as a cup of foil before its drink, loses more in a second than
// it has above the air: there the loss is taken to fall in proportion, with its slope
// at c (the exponential Rosenbrock-Euler step), which ends where Euler's would swing.
func secondLater(l *heat.Loss, c, kJPerK float64) float64 {
	const slow, d = 0.5, 0.1 // K
	rate := l.Watts(c) / (1000 * kJPerK)
	if math.Abs(rate) < slow {
		return c - rate
	}
	if slope := rate/d - l.Watts(c-d)/(1000*kJPerK*d); slope > 1e-9 {
		rate *= -math.Expm1(-slope) / slope
	}
	return c - rate
}

// airIn is the air round the brew, as an input of a figure.
func (c *calc) airIn() working.Input {
	if c.contact() == method.Cold {
		return working.Num("Room", c.air.TempC, quantity.Celsius, "")
	}
	return working.Num("Air", c.air.TempC, quantity.Celsius, "request.place.air_c")
}

type pour struct{ at, forS, ml float64 }

func (c *calc) pours() []pour {
	var out []pour
	at := 0.0
	for _, s := range c.line {
		if s.Phase == method.Brew && s.Lane == method.Scale {
			to := *c.pourTo(s)
			out = append(out, pour{s.AtS, math.Max(s.ForS, 1), to - at})
			at = to
		}
	}
	if len(out) == 0 { // pushed up by steam while it flows
		out = append(out, pour{0, math.Max(c.when.contact*0.8, 1), c.batch.poured})
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
	people := *c.req.Drinkers
	added := waterKJ(c.batch.dilution * c.batch.n / people)
	switch c.contact() {
	case method.Immersion, method.Cold, method.Dilution:
		if c.method.Family == "cup" && c.method.ID == "steep-bag" {
			break // it steeped in the cup
		}
		in = append(in, working.Num("Drink when poured", t, quantity.Celsius, "slurry_c"))
		t = mix(waterKJ(cupMl)-added*either01(c.contact() != method.Dilution), t, c.cup.Capacity(), c.cupStartC())
	}
	if c.contact() != method.Dilution && added > 0 {
		addedC := c.startC
		if c.school.DiluteCold {
			addedC = c.coldC()
		}
		in = append(in, working.Num("Added afterwards", c.batch.dilution*c.batch.n, quantity.Millilitre, "water.dilution_ml"), working.Num("At", addedC, quantity.Celsius, ""))
		warm := math.Max(waterKJ(cupMl)-added, 0) + c.cup.Capacity()
		if c.school.DiluteIce {
			t = c.meltIce(warm, t)
			formula = "heat balance of drink, cup and ice: the ice melts first, as far as there is heat for it"
		} else {
			t = mix(warm, t, added, addedC)
		}
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
		Inputs: []working.Input{working.Num("In the cup", t, quantity.Celsius, "cup_c"), c.airIn(),
			working.Num("Wind", c.air.WindMs, quantity.MetrePerSec, "request.place.wind_ms"), working.Word("Insulated", yes(c.cup.Insulated), "request.cup.insulated")}})
	from := c.when.served
	const n = 12
	pts := make([][2]float64, 0, n+1)
	pts = append(pts, [2]float64{from, t})
	for i := 1; s > 0 && i <= n; i++ {
		t = k.After(t, s/n)
		pts = append(pts, [2]float64{from + s*float64(i)/n, t})
	}
	c.plan.Curves.CupC = pts
}

// meltIce brings a warm drink and its cup onto ice at 0 °C and returns what it
// comes to.
func (c *calc) meltIce(warmKJPerK, t float64) float64 {
	ice := c.batch.dilution * c.batch.n / *c.req.Drinkers
	melts := math.Min(warmKJPerK*math.Max(t, 0)/(water.HeatOfFusion*ice/1000), 1)
	after := 0.0
	if melts == 1 {
		after = (warmKJPerK*t - water.HeatOfFusion*ice/1000) / (warmKJPerK + waterKJ(ice))
	}
	c.note("ice", "Melting takes as much heat as warming the same water by 80 °C; the strength counts all of it as melted.", "Of {0} of ice in each cup {1} melts at once, and the drink comes to {2}.",
		quantity.Of(ice, quantity.Gram), quantity.Of(ice*melts, quantity.Gram), quantity.Of(after, quantity.Celsius))
	return after
}

func either01(b bool) float64 {
	if b {
		return 1
	}
	return 0
}

func yes(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}
