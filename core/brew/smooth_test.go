package brew_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"apodemos/core/heat"
	"apodemos/core/method"

	. "apodemos/core/brew"
)

// switches are the places where a plan does something else and not a little more of the
// same, with what may jump there and why. Nothing else jumps, and each of them is thrown
// somewhere on the way.
var switches = []struct {
	why string
	of  func(p *Plan) any
}{
	{"a batch or a basket more: coffee, water, fuel and drink by that of one, for it is filled and heated whole", func(p *Plan) any { return *p.Batches }},
	{"half a spoon more: coffee, water and drink by that of one, for a spoon is judged in halves", func(p *Plan) any {
		if *p.Request.Scale || p.DoseMeasures == nil {
			return 0.0
		}
		return *p.DoseG
	}},
	{"a server or the cups: the drink's temperature by what a second vessel takes", func(p *Plan) any { return p.Made().ToServer }},
	{"what does not fit the brewer is added afterwards: extraction and cup, for the coffee steeps in less water", func(p *Plan) any { return p.Made().Batch.DilutionMl > 0 }},
	{"a kettle is held on the heat before the wait, or not: fuel, by the low flame over that time", func(p *Plan) any { return p.Made().HoldS > 0 }},
	{"a cup that is colder than one drinks it needs no waiting", func(p *Plan) any { return *p.DrinkableS == 0 }},
}

// told are the figures that are watched, with the least step of each that counts as a jump:
// its band.
var told = []struct {
	name string
	of   func(p *Plan) float64
	band func(p *Plan) float64
}{
	{"extraction", func(p *Plan) float64 { return *p.Strength.ExtractionPct }, func(p *Plan) float64 { return 0.6 * p.Spreads().Points }},
	{"cup", func(p *Plan) float64 { return *p.CupC }, func(p *Plan) float64 { return math.Max(p.Spreads().CupC, 1) }},
	{"slurry", func(p *Plan) float64 { return val(p.SlurryC) }, func(p *Plan) float64 { return math.Max(p.Spreads().SlurryC, 1) }},
	{"wait", func(p *Plan) float64 { return val(p.WaitS) }, func(p *Plan) float64 { return math.Max(p.Spreads().WaitS, 4) }},
	{"contact", func(p *Plan) float64 { return *p.ContactS }, func(p *Plan) float64 { return math.Max(p.Spreads().ContactS, 0.06**p.ContactS) }},
	{"fuel", func(p *Plan) float64 {
		if p.Heat == nil {
			return 0
		}
		return val(p.Heat.FuelG)
	}, func(p *Plan) float64 {
		if p.Heat == nil {
			return 1
		}
		return math.Max(p.Spreads().FuelShare*val(p.Heat.FuelG), 0.3)
	}},
	{"to the boil", func(p *Plan) float64 {
		if p.Heat == nil {
			return 0
		}
		return *p.Heat.HeatS
	}, func(p *Plan) float64 {
		if p.Heat == nil {
			return 1
		}
		return math.Max(p.Spreads().HeatShare**p.Heat.HeatS, 3)
	}},
	{"coffee", func(p *Plan) float64 { return *p.DoseG }, func(p *Plan) float64 { return 0.05 * *p.DoseG }},
	{"water", func(p *Plan) float64 { return *p.Water.CarriedMl }, func(p *Plan) float64 { return 0.05 * *p.Water.CarriedMl }},
}

// Every numeric input, swept finely from a stop in the hills, over the catalogue: from one
// value to the next no figure moves by more than its band, but where one of the switches
// is thrown.
func TestNoSmallChangeMakesALargeOne(t *testing.T) {
	const points = 20
	base := Request{Drinkers: ptr(2.0), CupMl: ptr(200.0), Conditions: Conditions{
		Place: Place{AltitudeM: ptr(1400.0), AirC: ptr(6.0), WindMs: ptr(2.0)}, Water: Water{SourceC: ptr(8.0)}, Vessel: Vessel{CapacityMl: ptr(1500.0)},
		Heat: Heat{Canister: Canister{PropanePct: ptr(25.0), IsobutanePct: ptr(50.0), ButanePct: ptr(25.0)}}}}
	// Whole numbers, which are steps by themselves.
	skip := map[string]bool{"drinkers": true, "cup.count": true}
	// What goes with a field, so that the rest of the request still stands.
	with := map[string]func(r *Request, v float64){
		"dose_g":                   func(r *Request, _ float64) { r.CupMl = nil; r.WaterG = ptr(400.0) },
		"water_g":                  func(r *Request, _ float64) { r.CupMl = nil; r.DoseG = ptr(26.0) },
		"grinder.clicks":           func(r *Request, _ float64) { r.Grinder.UmPerClick = ptr(25.0) },
		"grinder.um_per_click":     func(r *Request, _ float64) { r.Grinder.Clicks = ptr(25.0) },
		"grinder.zero_um":          func(r *Request, _ float64) { r.Grinder.UmPerClick, r.Grinder.Clicks = ptr(25.0), ptr(28.0) },
		"heat.canister.capacity_g": func(r *Request, _ float64) { r.Heat.Canister.LeftG = ptr(200.0) },
		"heat.canister.propane_pct": func(r *Request, v float64) {
			r.Heat.Canister.IsobutanePct, r.Heat.Canister.ButanePct = ptr(100-v), ptr(0.0)
		},
		"heat.canister.isobutane_pct": func(r *Request, v float64) {
			r.Heat.Canister.PropanePct, r.Heat.Canister.ButanePct = ptr(0.3*(100-v)), ptr(0.7*(100-v))
		},
		"heat.canister.butane_pct": func(r *Request, v float64) {
			r.Heat.Canister.PropanePct, r.Heat.Canister.IsobutanePct = ptr(25.0), ptr(75-v)
		},
		"measure.grams":            func(r *Request, _ float64) { r.Scale = ptr(false) },
		"measure.step":             func(r *Request, _ float64) { r.Scale, r.Measure.Grams = ptr(false), ptr(5.5) },
		"calibration.drain_factor": func(r *Request, _ float64) { r.Adjust = ptr("none") },
	}
	// Narrower than allowed: what a person would have.
	spans := map[string][2]float64{"cup_ml": {100, 350}, "ratio_g_per_l": {40, 90}, "heat.power_w": {900, 4000}, "heat.efficiency": {0.25, 0.8}, "vessel.capacity_ml": {700, 3000}, "vessel.diameter_mm": {80, 220},
		"place.wind_ms": {0, 8}, "place.altitude_m": {-400, 6000}, "place.air_c": {-20, 35}, "heat.canister.temp_c": {-20, 35}, "brewer.mass_g": {20, 700}, "cup.mass_g": {20, 500}, "vessel.mass_g": {60, 1500},
		"brewer.capacity_ml": {150, 1000}, "brewer.dose_g": {12, 60}, "coffee.days_off_roast": {0, 60}, "heat.canister.left_g": {60, 230}, "heat.canister.capacity_g": {230, 450}, "place.pressure_hpa": {480, 1040},
		"place.measured_boil_c": {80, 100.5}, "grinder.clicks": {20, 44}, "calibration.efficiency": {0.25, 0.8}, "calibration.power_w": {900, 4000}, "calibration.loss_factor": {0.3, 3}, "calibration.drain_factor": {0.5, 2.5}, "place.sea_level_hpa": {960, 1040},
		"dose_g": {14, 40}, "water_g": {250, 600}, "contact_s": {60, 900}, "heat.supplied_c": {70, 99}, "grinder.um_per_click": {16, 44}, "grinder.zero_um": {-200, 300}, "heat.canister.butane_pct": {0, 75}, "measure.grams": {3, 12}, "calibration.tds_pct": {0.8, 2}}
	thrown := map[string]int{}
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		var planner Planner // what a recipe gives at home is worked out once
		for _, f := range Fields {
			if f.Kind != "number" || skip[f.Path] || f.Path == "dilution" && m.Contact != method.Dilution {
				continue
			}
			low, high := f.Min, f.Max
			if span, is := spans[f.Path]; is {
				low, high = span[0], span[1]
			}
			var last *Plan
			for i := range points {
				v := low + (high-low)*float64(i)/(points-1)
				r := base
				r.Method, r.School = m.ID, &s.ID
				if more := with[f.Path]; more != nil {
					more(&r, v)
				}
				*f.Num(&r) = &v
				p, err := planner.Compute(r)
				if err != nil || p.Clogged { // what clogs has no figures
					last = nil
					continue
				}
				if last != nil {
					for _, fig := range told {
						// So fine a step may move a figure by its own part of the way.
						from, to := fig.of(last), fig.of(p)
						jump := math.Abs(to - from)
						if jump <= fig.band(p) && jump <= 1.0001*math.Max(fig.band(p), fig.band(last)) {
							continue
						}
						if halved := finer(t, f.Num, with[f.Path], r, v-(high-low)/(points-1), v, fig.of); halved <= 0.7*jump {
							continue // it is steep there, and does not jump
						}
						why := ""
						for _, sw := range switches {
							if sw.of(last) != sw.of(p) {
								why = sw.why
							}
						}
						thrown[why]++
						assert.NotEmpty(t, why, "%s at %g: %s jumps from %.2f to %.2f, and may by %.2f", f.Path, v, fig.name, from, to, fig.band(p))
					}
				}
				last = p
			}
		}
	})
	for _, sw := range switches {
		assert.NotZero(t, thrown[sw.why], "never thrown: %s", sw.why)
	}
}

// Over wind, cup, altitude and air, finely, what decides between ways of working makes no
// cliff either: heat kept through the pours, reheating, a lid that helps.
func TestNoCliffBetweenWaysOfWorking(t *testing.T) {
	const points = 81
	var planner Planner
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		if s.Milk > 0 {
			return // cups are rounded to what milk comes in
		}
		for _, sweep := range []struct {
			name   string
			lo, hi float64
			set    func(r *Request, v float64)
		}{
			{"wind", 0, 10, func(r *Request, v float64) { r.Place.WindMs = &v }},
			{"cup", 80, 400, func(r *Request, v float64) { r.CupMl = &v }},
			{"altitude", 0, 5500, func(r *Request, v float64) { r.Place.AltitudeM = &v }},
			{"air", -20, 30, func(r *Request, v float64) { r.Place.AirC = &v }},
		} {
			for _, cup := range []float64{150, 200, 300} {
				var last *Plan
				for i := range points {
					v := sweep.lo + (sweep.hi-sweep.lo)*float64(i)/(points-1)
					r := Request{Method: m.ID, School: &s.ID, CupMl: &cup, Conditions: Conditions{Place: Place{AltitudeM: ptr(1400.0), AirC: ptr(6.0), WindMs: ptr(2.0)}}}
					sweep.set(&r, v)
					p, err := planner.Compute(r)
					if err != nil || p.Clogged {
						last = nil
						continue
					}
					if last != nil && *p.Batches == *last.Batches {
						at := fmt.Sprintf("%s %.4g, cup of %g ml", sweep.name, v, cup)
						assert.InDelta(t, *last.CupC, *p.CupC, 4, "the cup at %s", at)
						assert.InDelta(t, *last.Strength.ExtractionPct, *p.Strength.ExtractionPct, 1, "extraction at %s", at)
						if p.Heat != nil && p.Heat.FuelG != nil && *last.Heat.FuelG > 3 {
							assert.InEpsilon(t, *last.Heat.FuelG, *p.Heat.FuelG, 0.25, "fuel at %s", at)
						}
					}
					last = p
				}
			}
		}
	})
}

// finer is the largest step of a figure when the way from one value to the next is gone in
// eight: a jump stays as large, a slope does not.
func finer(t *testing.T, at func(*Request) **float64, with func(*Request, float64), r Request, from, to float64, of func(*Plan) float64) float64 {
	t.Helper()
	var last *Plan
	most := 0.0
	for i := range 9 {
		v := from + (to-from)*float64(i)/8
		q := r
		if with != nil {
			with(&q, v)
		}
		*at(&q) = &v
		p, err := Compute(q)
		if err != nil || p.Clogged {
			return 0
		}
		if last != nil {
			most = math.Max(most, math.Abs(of(p)-of(last)))
		}
		last = p
	}
	return most
}

// What other calculations come to lies within the band of each figure: the published
// coefficients from the least to the most that they spread by, another formula for the
// surface, a burner a fifth better or worse, coffee that gives more or less.
func TestIndependentCalculationsLieWithinTheBands(t *testing.T) {
	for _, c := range []Conditions{
		{},
		{Place: Place{AltitudeM: ptr(2300.0), AirC: ptr(4.0)}},
		{Place: Place{AltitudeM: ptr(1200.0), AirC: ptr(12.0), WindMs: ptr(2.0)}},
	} {
		r := Request{Method: "pot", Drinkers: ptr(2.0), Conditions: c, Adjust: ptr("none")}
		p := compute(t, r)
		out := p.Spreads()
		within := func(what string, v, other, band float64) {
			t.Helper()
			assert.LessOrEqual(t, math.Abs(other-v), band, "%s: %.2f elsewhere, %.2f ± %.2f here", what, other, v, band)
		}
		// The wait, with the whole loss at the ends of what the correlations spread by, and
		// with the ends of the pressure.
		for _, factor := range []float64{0.82, 1.2} {
			q := r
			q.Calibration.LossFactor = &factor
			within(fmt.Sprintf("wait with %g of the loss", factor), *p.WaitS, *compute(t, q).WaitS, out.WaitS)
		}
		// By a formula made for pools (Carrier 1918, ASHRAE), which is too low near the boil.
		if pool := poolWait(p); *p.WaitS > 0 && calm(c) {
			assert.Greater(t, pool, 1.15**p.WaitS, "a pool formula has one wait too long")
		}
		for _, boil := range []float64{*p.BoilLowC, *p.BoilHighC} {
			q := r
			q.Place.MeasuredBoilC = &boil
			other := compute(t, q)
			within("wait from the pressure's ends", *p.WaitS, *other.WaitS, out.WaitS)
		}
		for _, eff := range []float64{0.42, 0.6} {
			q := r
			q.Calibration.Efficiency = &eff
			other := compute(t, q)
			within("fuel", *p.Heat.FuelG, *other.Heat.FuelG, out.FuelShare**p.Heat.FuelG*1.05)
			within("to the boil", *p.Heat.HeatS, *other.Heat.HeatS, out.HeatShare**p.Heat.HeatS*1.05)
		}
		// Coffee that gives a little more or less, and ground by another maker's micrometres.
		for _, method := range []string{"pot", "cone", "press-pot", "flat-bed"} {
			q := r
			q.Method, q.Scale = method, nil
			plain := compute(t, q)
			band := plain.Spreads()
			um := *plain.Grind.Um
			for _, by := range []float64{-75, 75} {
				other := compute(t, ground(q, um+by))
				within(method+" ground otherwise: extraction", *plain.Strength.ExtractionPct, *other.Strength.ExtractionPct, band.Points)
			}
			for _, roast := range []string{"light", "dark"} {
				same := q
				same.Coffee.Roast = &roast
				within(method+" of another roast", *plain.Strength.ExtractionPct, *compute(t, same).Strength.ExtractionPct, 1.3*band.Points)
			}
			if plain.Made().Bed.Shape != "" {
				for _, f := range []float64{0.8, 1.25} {
					slow := q
					slow.Calibration.DrainFactor = &f
					within(method+" through another paper", *plain.ContactS, *compute(t, slow).ContactS, band.ContactS*1.1)
				}
			}
		}
	}
}

// calm reports whether it is calm.
func calm(c Conditions) bool { return c.Place.WindMs == nil }

// poolWait is the plan's wait by Carrier's formula for pools, with walls as here.
func poolWait(p *Plan) float64 {
	b := p.Made()
	l := heat.NewLoss(b.Vessel, b.KettleMl, heat.Closed, b.Air)
	area := math.Pi / 4 * b.Vessel.DiameterMm * b.Vessel.DiameterMm * 1e-6
	kPa := func(c float64) float64 { return 0.61121 * math.Exp(17.502*c/(240.97+c)) } // Buck
	c, s := b.HotC, 0.0
	for c > b.WishC {
		surface := area * (1000*(kPa(c)-0.5*kPa(b.Air.TempC))*(0.089+0.0782*b.Air.WindMs) + 8*(c-b.Air.TempC))
		c -= (surface + l.Watts(c)) / (1000 * (b.KettleMl/1000*4.19 + b.Vessel.Capacity()))
		s++
	}
	return s
}
