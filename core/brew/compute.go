package brew

import (
	"fmt"
	"math"

	"apodemos/core/air"
	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// DrinkingC is the temperature at which a cup is called drinkable, in the
// middle of the 55–65 °C of common practice.
const DrinkingC = 60

const practice = "common practice, no published source"

// calc carries one computation from stage to stage. Each stage fills its part
// of the plan and the workings of its figures.
type calc struct {
	req    Request // resolved
	method method.Method
	school method.School
	plan   *Plan
	// altitudeM is the altitude asked, or the one that a measured pressure means.
	altitudeM float64
	hotC      float64 // the hottest the water gets before the coffee
	startC    float64 // at first contact
	air       heat.Air
	vessel    heat.Vessel
	brewer    heat.Vessel
	cup       heat.Vessel
	heating   heat.Heating
	heated    heat.Heated
	batch     batch
	when      times
}

// batch is the water and coffee of one batch.
type batch struct {
	n                                float64
	dose, poured, retained, left     float64
	rinse, preheat, boiledOff, drink float64
}

// times are moments and lengths around first contact, in s.
type times struct {
	wait     float64 // off the heat, before contact
	hot      float64 // steps that need hot water, before contact
	hold     float64 // kept at the boil for want of something hotter
	treat    float64 // disinfecting boil
	boiled   float64 // moment that it comes to the boil (negative)
	light    float64 // moment of lighting
	contact  float64 // until the drink leaves the grounds
	lastPour float64
}

// Compute plans a brew. Its error is Problems, one for each field that is
// wrong.
func Compute(r Request) (*Plan, error) {
	full, defaulted, bad := resolve(r)
	if len(bad) > 0 {
		return nil, bad
	}
	c := &calc{req: full, plan: &Plan{
		Version: Version, Request: full, Defaulted: defaulted,
		Steps: []Step{}, Cautions: []Caution{}, Notes: []Note{}, Alternatives: []Alternative{},
		Curves:  Curves{WaterC: [][2]float64{}, SlurryC: [][2]float64{}, CupC: [][2]float64{}, ScaleG: [][2]float64{}},
		Working: make(working.Sheet, 48),
	}}
	c.method, _ = method.ByID(full.Method)
	c.school, _ = c.method.School(*full.School)
	c.gear()
	for _, stage := range []func() Problems{c.pressure, c.bookkeeping, c.grind, c.warm, c.steps, c.temperatures} {
		if bad := stage(); len(bad) > 0 {
			return nil, bad
		}
	}
	return c.plan, nil
}

// set puts a figure and its working into the plan.
func (c *calc) set(at **float64, path string, v float64, f working.Figure) {
	*at = &v
	c.plan.Working.Put(path, v, f)
}

// asked tells whether the user gave a request path.
func (c *calc) asked(path string) bool {
	for _, d := range c.plan.Defaulted {
		if d == path {
			return false
		}
	}
	return true
}

func (c *calc) material(id *string) heat.Material {
	m, _ := heat.MaterialByID(*id)
	return m
}

func (c *calc) gear() {
	r := &c.req
	c.air = heat.Air{TempC: *r.Place.AirC, WindMs: *r.Place.WindMs}
	if *r.Heat.Screen {
		c.air.WindMs *= heat.ScreenShelter
	}
	c.vessel = heat.Vessel{CapacityMl: *r.Vessel.CapacityMl, DiameterMm: *r.Vessel.DiameterMm, MassG: *r.Vessel.MassG,
		Material: c.material(r.Vessel.Material), LossFactor: 1}
	if r.Calibration.LossFactor != nil {
		c.vessel.LossFactor = *r.Calibration.LossFactor
	}
	c.brewer = heat.Vessel{DiameterMm: 100, MassG: *r.Brewer.MassG, Material: c.material(r.Brewer.Material), LossFactor: 1}
	c.cup = heat.Vessel{DiameterMm: cupDiameter(*r.CupMl), MassG: *r.Cup.MassG, Material: c.material(r.Cup.Material),
		Insulated: *r.Cup.Insulated, LossFactor: 1}
}

// cupDiameter is that of a cup as wide as it is full, in mm.
func cupDiameter(ml float64) float64 { return 10 * math.Cbrt(4*ml/math.Pi) }

func (c *calc) pressure() Problems {
	p := &c.req.Place
	atm := air.Atmosphere(*p.Atmosphere)
	name := "standard atmosphere"
	source := "ISO 2533:1975 / ICAO Doc 7488, standard atmosphere"
	if atm == air.West {
		name, source = "West's atmosphere", "West 1996, J Appl Physiol 81:1850"
	}
	fig := working.Figure{Label: "Air pressure at the stop", Unit: quantity.HPa, Kind: working.Published}
	var hpa, pm float64
	switch {
	case p.MeasuredBoilC != nil:
		pa, err := water.SaturationPressure(*p.MeasuredBoilC)
		if err != nil {
			return Problems{{"place.measured_boil_c", *p.MeasuredBoilC, err.Error()}}
		}
		up, _ := water.SaturationPressure(*p.MeasuredBoilC + 0.5)
		hpa, pm = pa/100, (up-pa)/100
		fig.Kind, fig.Source = working.Measured, "IAPWS R7-97(2012), eq. 30"
		fig.Formula = "the pressure at which water boils at the measured boiling point; a field thermometer is good to 0.5 °C"
		fig.Inputs = []working.Input{working.Num("Measured boiling point", *p.MeasuredBoilC, quantity.Celsius, "request.place.measured_boil_c")}
	case p.PressureHPa != nil:
		hpa, pm = *p.PressureHPa, 2
		fig.Kind, fig.Source = working.Measured, "a barometer at the stop"
		fig.Formula = "the station pressure as read, not reduced to sea level; a watch or telephone is good to about 2 hPa"
		fig.Inputs = []working.Input{working.Num("Station pressure", *p.PressureHPa, quantity.HPa, "request.place.pressure_hpa")}
	default:
		sea := air.SeaLevelHPa
		pm = 10
		fig.Formula = "pressure of the " + name + " at this altitude; weather moves it by about 10 hPa either way"
		fig.Inputs = []working.Input{
			working.Num("Altitude", *p.AltitudeM, quantity.Metre, "request.place.altitude_m"),
			working.Word("Atmosphere", name, "request.place.atmosphere"),
		}
		if p.SeaLevelHPa != nil {
			sea, pm = *p.SeaLevelHPa, 3
			fig.Formula = "pressure at this altitude under the forecast sea-level pressure (altimeter form of the " + name + "); forecast and altitude are good to about 3 hPa"
			fig.Inputs = append(fig.Inputs, working.Num("Pressure reduced to sea level", sea, quantity.HPa, "request.place.sea_level_hpa"))
		}
		var err error
		if hpa, err = atm.Pressure(*p.AltitudeM, sea); err != nil {
			return Problems{{"place.altitude_m", *p.AltitudeM, err.Error()}}
		}
		fig.Source = source
	}
	c.altitudeM = *p.AltitudeM
	if !c.asked("place.altitude_m") && fig.Kind == working.Measured {
		c.altitudeM = atm.Altitude(hpa, air.SeaLevelHPa)
	}
	fig.PlusMinus = &pm
	c.set(&c.plan.PressureHPa, "pressure_hpa", hpa, fig)

	at := func(hpa float64) float64 {
		t, _ := water.SaturationTemperature(hpa * 100)
		return t
	}
	boil, low, high := at(hpa), at(hpa-pm), at(hpa+pm)
	if p.MeasuredBoilC != nil {
		boil = *p.MeasuredBoilC
	}
	half := (high - low) / 2
	bf := working.Figure{Label: "Water boils at", Unit: quantity.Celsius, Kind: fig.Kind, PlusMinus: &half,
		Formula: "the temperature at which water's vapour pressure equals the air's", Source: "IAPWS R7-97(2012), eq. 31",
		Inputs: []working.Input{working.Num("Air pressure", hpa, quantity.HPa, "pressure_hpa")}}
	if p.MeasuredBoilC != nil {
		bf.Formula, bf.Source = "as measured in boiling water", "a thermometer at the stop"
		bf.Inputs = []working.Input{working.Num("Measured boiling point", boil, quantity.Celsius, "request.place.measured_boil_c")}
	}
	c.set(&c.plan.BoilC, "boil_c", boil, bf)
	band := func(label string, hpa float64) working.Figure {
		return working.Figure{Label: label, Unit: quantity.Celsius, Kind: fig.Kind, Source: "IAPWS R7-97(2012), eq. 31",
			Formula: "the boiling point at the end of the pressure's uncertainty",
			Inputs:  []working.Input{working.Num("Air pressure", hpa, quantity.HPa, "pressure_hpa")}}
	}
	c.set(&c.plan.BoilLowC, "boil_low_c", low, band("Boiling point, low end", hpa-pm))
	c.set(&c.plan.BoilHighC, "boil_high_c", high, band("Boiling point, high end", hpa+pm))
	return nil
}

var strengthFactor = map[string]float64{"mild": 0.85, "standard": 1, "strong": 1.15}

// preheatMl warms one cup. Common practice.
const preheatMl = 60

const maxBatches = 40

func (c *calc) bookkeeping() Problems {
	r := &c.req
	people := *r.Drinkers
	drink := people * *r.CupMl
	ratio := c.school.RatioGPerL * strengthFactor[*r.Strength]
	if r.Ratio != nil {
		ratio = *r.Ratio
	}
	c.when.treat = treatmentBoilS(*r.Water.Treatment, c.altitudeM)
	c.when.contact, c.when.lastPour, c.when.hot = schoolTimes(c.school)

	var preheat float64
	if *r.Cup.Preheated {
		preheat = preheatMl * people
	}
	if *r.Brewer.Preheated && c.school.RinseMl == 0 && !c.method.InPot {
		preheat += 100
	}
	fill := c.school.FillRested
	if *r.Coffee.DaysOff < 7 {
		fill = c.school.FillFresh
	}
	capacity := c.vessel.CapacityMl * fill
	var b batch
	for n := 1.0; ; n++ {
		left := c.school.LeftBehindMl * n
		b = batch{n: n, left: left / n, rinse: c.school.RinseMl, preheat: preheat / n, drink: drink / n}
		if r.DoseG != nil {
			b.dose = *r.DoseG / n
			b.poured = coffee.PourForDose(b.drink, b.dose, b.left, 0)
		} else {
			b.poured, b.dose = coffee.PourFor(b.drink, ratio, b.left, 0)
		}
		b.retained = coffee.RetainedMlPerG * b.dose
		need := b.poured + b.rinse + b.preheat
		if c.method.InPot {
			need += b.dose // grounds take about their mass in room, wet
		}
		if need <= capacity {
			break
		}
		if n == maxBatches {
			return Problems{{"vessel.capacity_ml", c.vessel.CapacityMl, fmt.Sprintf(
				"%s ml is too small: more than %d batches; allowed here: from about %.0f ml", trim(c.vessel.CapacityMl), maxBatches, need/fill)}}
		}
	}
	c.batch = b
	n := b.n
	if r.DoseG != nil {
		ratio = *r.DoseG / (b.poured * n) * 1000
	}
	kind := working.Practice
	if c.asked("ratio_g_per_l") && r.Ratio != nil {
		kind = working.Chosen
	}
	p := c.plan
	c.set(&p.Batches, "batches", n, working.Figure{Label: "Batches", Unit: quantity.Count, Kind: working.Practice, Source: practice,
		Formula: "the fewest equal batches whose water fits the vessel's share that foam and handling leave free",
		Inputs: []working.Input{working.Num("Vessel holds", c.vessel.CapacityMl, quantity.Millilitre, "request.vessel.capacity_ml"),
			working.Num("Usable share", 100*fill, quantity.Percent, "request.coffee.days_off_roast")}})
	c.set(&p.DrinkMl, "drink_ml", drink, working.Figure{Label: "Drink", Unit: quantity.Millilitre, Kind: working.Chosen, Source: "your choice",
		Formula: "people times drink in each cup",
		Inputs: []working.Input{working.Num("People", people, quantity.None, "request.drinkers"),
			working.Num("Drink in each cup", *r.CupMl, quantity.Millilitre, "request.cup_ml")}})
	rf := working.Figure{Label: "Ratio", Unit: quantity.GramPerL, Kind: kind, Source: c.school.RatioSource,
		Formula: "grams of coffee to each litre poured: the school's, times 0.85 for mild or 1.15 for strong",
		Inputs: []working.Input{working.Num("The school's ratio", c.school.RatioGPerL, quantity.GramPerL, "request.school"),
			working.Word("Strength", *r.Strength, "request.strength")}}
	df := working.Figure{Label: "Coffee", Unit: quantity.Gram, Kind: kind, Source: c.school.RatioSource,
		Formula: "water poured times the ratio",
		Inputs: []working.Input{working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml"),
			working.Num("Ratio", ratio, quantity.GramPerL, "ratio_g_per_l")}}
	switch {
	case r.DoseG != nil:
		rf.Kind, rf.Source, rf.Formula = working.Chosen, "your dose", "the dose over the water poured"
		rf.Inputs = []working.Input{working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g"), working.Num("Poured", b.poured*n, quantity.Millilitre, "water.poured_ml")}
		df.Kind, df.Source, df.Formula = working.Chosen, "your choice", "the dose that you set"
		df.Inputs = []working.Input{working.Num("Coffee", *r.DoseG, quantity.Gram, "request.dose_g")}
	case r.Ratio != nil:
		rf.Source, rf.Formula = "your choice", "the ratio that you set"
		rf.Inputs = []working.Input{working.Num("Ratio", *r.Ratio, quantity.GramPerL, "request.ratio_g_per_l")}
	}
	c.set(&p.Ratio, "ratio_g_per_l", ratio, rf)
	c.set(&p.DoseG, "dose_g", b.dose*n, df)
	if r.Measure.Grams != nil {
		name := "measures"
		if r.Measure.Name != nil {
			name = *r.Measure.Name
		}
		m := coffee.Measure(b.dose*n, name, *r.Measure.Grams, *r.Measure.Step)
		p.DoseMeasures = &m
		p.Working.Put("dose_measures", m.Count, working.Figure{Label: name, Unit: quantity.Count, Kind: working.Measured, Source: "your calibrated measure",
			Formula: "dose over what the measure holds, rounded to what it can show; the rounding changes the dose by the error given",
			Inputs: []working.Input{working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("A measure holds", *r.Measure.Grams, quantity.Gram, "request.measure.grams"),
				working.Num("To the nearest", *r.Measure.Step, quantity.None, "request.measure.step"), working.Num("Error", m.Error, quantity.Gram, "")}})
	}

	ml := func(at **float64, path, label string, v float64, formula string, in ...working.Input) {
		c.set(at, path, v, working.Figure{Label: label, Unit: quantity.Millilitre, Kind: working.Practice, Source: practice, Formula: formula, Inputs: in})
	}
	w := &p.Water
	ml(&w.RetainedMl, "water.retained_ml", "Kept by the grounds", b.retained*n, "dose times 2 ml for each gram",
		working.Num("Coffee", b.dose*n, quantity.Gram, "dose_g"), working.Num("Kept", coffee.RetainedMlPerG, quantity.MlPerG, ""))
	ml(&w.LeftBehindMl, "water.left_behind_ml", "Left with the silt", b.left*n, "what the school leaves in the vessel, each batch",
		working.Num("Batches", n, quantity.Count, "batches"), working.Num("Each", b.left, quantity.Millilitre, "request.school"))
	ml(&w.DilutionMl, "water.dilution_ml", "Added to the cup afterwards", 0, "none: the brewer holds all of the water")
	ml(&w.SplashMl, "water.splash_ml", "Cold splash", 0, "none in this school")
	ml(&w.RinseMl, "water.rinse_ml", "Rinse", b.rinse*n, "for the paper, once a batch",
		working.Num("Batches", n, quantity.Count, "batches"), working.Num("Each", b.rinse, quantity.Millilitre, "request.school"))
	ml(&w.PreheatMl, "water.preheat_ml", "Preheating", b.preheat*n, "60 ml for each cup that is preheated, 100 ml for a preheated brewer that is not rinsed",
		working.Num("People", people, quantity.None, "request.drinkers"))
	poured := working.Figure{Label: "Pour", Unit: quantity.Millilitre, Kind: working.Practice, Source: "mass balance",
		Formula: "drink, plus what the grounds keep, plus what is left behind; 1 ml of water counts as 1 g",
		Inputs: []working.Input{working.Num("Drink", drink, quantity.Millilitre, "drink_ml"), working.Num("Kept by the grounds", b.retained*n, quantity.Millilitre, "water.retained_ml"),
			working.Num("Left with the silt", b.left*n, quantity.Millilitre, "water.left_behind_ml")}}
	c.set(&w.PouredMl, "water.poured_ml", b.poured*n, poured)
	if n > 1 {
		c.plan.Notes = append(c.plan.Notes, Note{ID: "batches", Why: "The vessel does not hold it all at once with room for foam.",
			Phrase: quantity.Say("Brew it in {0} batches, each with {1} of coffee and {2} of water.", quantity.Of(n, quantity.None),
				quantity.Of(b.dose, quantity.Gram), quantity.Of(b.poured, quantity.Millilitre))})
	}
	return nil
}

// washupMl is for rinsing out a pot or a dripper. Common practice.
func (c *calc) washupMl() float64 {
	if c.method.InPot {
		return 150
	}
	return 30
}

func (c *calc) grind() Problems {
	um := c.school.GrindUm
	g := &c.plan.Grind
	gr := c.req.Grinder
	fig := working.Figure{Label: "Grind", Unit: quantity.Micrometre, Kind: working.Practice, Source: "the school's grind in words, common practice; the micrometres are from memory and makers disagree",
		Formula: "the school's grind", PlusMinus: working.PlusMinus(75)}
	if gr.Clicks != nil {
		um = *gr.ZeroUm + *gr.Clicks**gr.UmPerClick
		fig.Kind, fig.Source, fig.Formula = working.Chosen, "your setting", "zero setting plus clicks times one click"
		fig.Inputs = []working.Input{working.Num("Clicks", *gr.Clicks, quantity.Clicks, "request.grinder.clicks"), working.Num("One click", *gr.UmPerClick, quantity.MicroPerClk, "request.grinder.um_per_click")}
	}
	c.set(&g.Um, "grind.um", um, fig)
	g.Band = coffee.BandOf(um)
	if gr.UmPerClick != nil {
		c.set(&g.Clicks, "grind.clicks", coffee.Clicks(um, *gr.UmPerClick, *gr.ZeroUm), working.Figure{Label: "Clicks", Unit: quantity.Clicks, Kind: working.Measured, Source: "your grinder's figures",
			Formula: "grind less the zero setting, over one click",
			Inputs: []working.Input{working.Num("Grind", um, quantity.Micrometre, "grind.um"), working.Num("Zero setting", *gr.ZeroUm, quantity.Micrometre, "request.grinder.zero_um"),
				working.Num("One click", *gr.UmPerClick, quantity.MicroPerClk, "request.grinder.um_per_click")}})
	}
	return nil
}

// schoolTimes reads the contact time, the end of the last pour and the time of
// the hot preparations from a school's steps.
func schoolTimes(s method.School) (contact, lastPour, hot float64) {
	for _, st := range s.Steps {
		switch st.Phase {
		case method.Brew:
			contact = math.Max(contact, st.AtS+st.ForS)
			if st.Lane == method.Scale {
				lastPour = st.AtS + st.ForS
			}
		case method.Hot:
			hot += st.ForS
		}
	}
	return contact, lastPour, hot
}

// treatmentBoilS is how long to keep the water at a rolling boil, in s.
func treatmentBoilS(treatment string, altitudeM float64) float64 {
	if treatment != "boil" {
		return 0
	}
	return water.TreatmentBoilS(altitudeM)
}
