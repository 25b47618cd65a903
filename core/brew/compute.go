package brew

import (
	"math"
	"slices"

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

// roomC is a room where concentrate stands.
const roomC = 20

const practice = "common practice, no published source"

// calc carries one computation from stage to stage. Each stage fills its part
// of the plan and the workings of its figures.
type calc struct {
	req    Request // resolved
	method method.Method
	school method.School
	plan   *Plan
	// altitudeM is the altitude asked, or the one that a measured pressure means;
	// altitudeKnown is false where neither is said. treatAltM is the altitude that
	// the disinfecting boil counts with.
	altitudeM, treatAltM float64
	altitudeKnown        bool
	hotC                 float64 // the hottest the water gets before the coffee
	startC               float64 // at first contact
	waitCover            heat.Cover
	air                  heat.Air
	vessel               heat.Vessel
	brewer               heat.Vessel
	cup                  heat.Vessel
	heating              heat.Heating
	heated               heat.Heated
	batch                batch
	cupsFull             float64 // of the fullest batch, over the average one
	toServer             bool    // a batch runs into a server, for several cups
	when                 times
	line                 []method.Step // the school's steps, counted from first contact
	um                   float64       // grind
	homeE                float64       // extraction that the recipe gives at home
	stretch              float64       // added to the step that may make up for cooler water, s
	planner              *Planner      // may be nil
	before               heat.Heating  // up to the coffee going in, where it boils with it
	warmed               heat.Heated
}

// batch is the water and coffee of one batch.
type batch struct {
	n                                        float64
	dose, poured, retained, left, splash     float64
	rinse, preheat, boiledOff                float64
	dilution, concentrate, drink, retainPerG float64
}

// hotMl is what has to be hot at first contact or before it.
func (c *calc) hotMl() float64 {
	b := c.batch
	ml := b.rinse + b.preheat
	if c.contact() != method.Dilution {
		ml += b.poured
	}
	if !c.school.DiluteCold {
		ml += b.dilution
	}
	return ml
}

// contact and way are the method's, but a school that asks for no heat has none.
func (c *calc) contact() method.Contact { return c.method.Contact }

func (c *calc) way() method.Way {
	if c.method.Way == method.InPot && c.school.BoilsIn() {
		return method.BoilIn
	}
	if c.method.Way == method.Kettle && c.school.Temps.High == 0 {
		return method.Unheated
	}
	return c.method.Way
}

func (c *calc) heatless() bool { return c.way() == method.Unheated }

// times are moments and lengths around first contact, in s.
type times struct {
	wait     float64 // off the heat, before contact
	hot      float64 // steps that need hot water, before contact
	hold     float64 // kept at the boil for want of something hotter
	treat    float64 // disinfecting boil
	boil     float64 // at the boil with the coffee in it
	boiled   float64 // moment that it comes to the boil
	light    float64 // moment of lighting
	contact  float64 // until the drink leaves the grounds
	lastPour float64
	served   float64 // end of the last serving step
}

// Compute plans a brew. Its error is Problems, one for each field that is
// wrong.
func Compute(r Request) (*Plan, error) { return plan(r, nil) }

func plan(r Request, planner *Planner) (*Plan, error) {
	full, defaulted, bad := resolve(r)
	if len(bad) > 0 {
		return nil, bad
	}
	c := newCalc(full, defaulted)
	c.planner = planner
	for _, stage := range []func() Problems{c.pressure, c.bookkeeping, c.grind, c.warm, c.lay, c.temperatures, c.makeUp, c.strength, c.steps, c.alternatives} {
		if bad := stage(); len(bad) > 0 {
			return nil, bad
		}
	}
	if c.plan.Request.Ratio = c.decidingRatio(); c.plan.Request.Ratio != full.Ratio {
		c.plan.Defaulted = append(c.plan.Defaulted, "ratio_g_per_l")
	}
	c.plan.Working.Close()
	return c.plan, nil
}

// decidingRatio is the ratio as it was asked, or the school's where only the water was
// asked: there it decides, and not the drink, and the request that goes on says so.
func (c *calc) decidingRatio() *float64 {
	r := &c.req
	if r.WaterG != nil && r.DoseG == nil && r.Ratio == nil && c.school.BasketG == 0 && !c.asked("cup_ml") {
		return new(c.school.RatioGPerL * strengthFactor[*r.Strength])
	}
	return r.Ratio
}

func newCalc(full Request, defaulted []string) *calc {
	c := &calc{req: full, plan: &Plan{
		Version: Version, Request: full, Defaulted: defaulted,
		Steps: []Step{}, Rounds: []Round{}, Cautions: []Caution{}, Notes: []Note{}, Alternatives: []Alternative{},
		Curves:  Curves{WaterC: [][2]float64{}, SlurryC: [][2]float64{}, CupC: [][2]float64{}, ScaleG: [][2]float64{}},
		Working: make(working.Sheet, 64),
	}}
	c.method, _ = method.ByID(full.Method)
	c.school, _ = c.method.School(*full.School)
	if c.school.CupMl > 0 && slices.Contains(defaulted, "cup_ml") {
		ml := c.school.CupMl
		c.req.CupMl, c.plan.Request.CupMl = &ml, &ml
	}
	c.gear()
	return c
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
	if c.school.ColdFill {
		boiler := c.school.BasketMl
		if r.Brewer.CapacityMl != nil {
			boiler = *r.Brewer.CapacityMl
		}
		c.vessel.CapacityMl, c.vessel.DiameterMm, c.vessel.MassG, c.vessel.Material = boiler, CupDiameterMm(boiler), c.brewer.MassG, c.brewer.Material
	}
	if c.method.Contact == method.Cold {
		c.air = heat.Air{TempC: roomC} // made indoors, whatever the stop is like
	}
	c.cup = heat.Vessel{DiameterMm: CupDiameterMm(*r.CupMl), MassG: *r.Cup.MassG, Material: c.material(r.Cup.Material),
		Insulated: *r.Cup.Insulated, LossFactor: 1}
}

// CupDiameterMm is that of a cup as wide as it is full, in mm.
func CupDiameterMm(ml float64) float64 { return 10 * math.Cbrt(4*ml/math.Pi) }

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
		altitude := 0.0
		from := working.Word("Altitude", "not said: as at the sea", "request.place.altitude_m")
		if p.AltitudeM != nil {
			altitude = *p.AltitudeM
			from = working.Num("Altitude", altitude, quantity.Metre, "request.place.altitude_m")
		}
		fig.Formula = "pressure of the " + name + " at this altitude; weather moves it by about 10 hPa either way"
		fig.Inputs = []working.Input{
			from,
			working.Word("Atmosphere", name, "request.place.atmosphere"),
		}
		if p.SeaLevelHPa != nil {
			sea, pm = *p.SeaLevelHPa, 3
			fig.Formula = "pressure at this altitude under the forecast sea-level pressure (altimeter form of the " + name + "); forecast and altitude are good to about 3 hPa"
			fig.Inputs = append(fig.Inputs, working.Num("Pressure reduced to sea level", sea, quantity.HPa, "request.place.sea_level_hpa"))
		}
		var err error
		if hpa, err = atm.Pressure(altitude, sea); err != nil {
			return Problems{{"place.altitude_m", altitude, err.Error()}}
		}
		fig.Source = source
	}
	switch {
	case p.AltitudeM != nil:
		c.altitudeM, c.altitudeKnown = *p.AltitudeM, true
		c.treatAltM = c.altitudeM
	case fig.Kind == working.Measured:
		c.altitudeM, c.altitudeKnown = atm.Altitude(hpa, air.SeaLevelHPa), true
		// High pressure hides height: the boil that disinfects is on the safe side.
		c.treatAltM = atm.Altitude(hpa-highHPa, air.SeaLevelHPa)
	default:
		fig.Limits = "The altitude is not said: it may be far lower up high."
		c.note("altitude-unknown", "Pressure falls with height, and with it the boiling point. A boil that disinfects counts as high up: 3 minutes.", "Where this is brewed is not said: the figures are those of the sea's shore.")
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

func (c *calc) grind() Problems {
	um := c.school.GrindUm
	if um == 0 {
		return nil // a concentrate is ground already
	}
	if c.um > 0 {
		um = c.um
	}
	g := &c.plan.Grind
	gr := c.req.Grinder
	fig := working.Figure{Label: "Grind", Unit: quantity.Micrometre, Kind: working.Practice, Source: "the school's grind in words, common practice; the micrometres are from memory and makers disagree",
		Formula: "the school's grind", PlusMinus: working.PlusMinus(75)}
	if gr.Clicks != nil {
		um = *gr.ZeroUm + *gr.Clicks**gr.UmPerClick
		fig.Kind, fig.Source, fig.Formula = working.Chosen, "your setting", "zero setting plus clicks times one click"
		fig.Inputs = []working.Input{working.Num("Clicks", *gr.Clicks, quantity.Clicks, "request.grinder.clicks"), working.Num("One click", *gr.UmPerClick, quantity.MicroPerClk, "request.grinder.um_per_click")}
	}
	if um != c.school.GrindUm && gr.Clicks == nil {
		fig.Formula = "the school's grind, made finer or coarser so that this stop's temperatures give the extraction of home"
		fig.Inputs = []working.Input{working.Num("The school's grind", c.school.GrindUm, quantity.Micrometre, "request.school"), working.Num("Extraction at home", c.homeE*100, quantity.Percent, "strength.extraction_pct")}
	}
	c.um = um
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

// highHPa is by how much fair weather lifts the pressure at most, as far as it
// matters for telling an altitude by it. From memory.
const highHPa = 25

// treatS is how long the brew's water is kept at a rolling boil to make it safe, in
// s: none where nothing boils in the open.
func (c *calc) treatS() float64 {
	if *c.req.Water.Treatment != water.Boil || !c.disinfects() {
		return 0
	}
	return water.TreatmentBoilS(c.treatAltM, c.altitudeKnown)
}

// disinfects reports whether what is drunk has boiled here.
func (c *calc) disinfects() bool {
	return c.req.Heat.SuppliedC == nil && c.method.Disinfects(c.school)
}
