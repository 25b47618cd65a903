package conditions

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/air"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
	"apodemos/core/water"
)

var (
	burnerIDs   = field.IDs(heat.Burners, func(b heat.Burner) string { return string(b.ID) })
	materialIDs = field.IDs(heat.Materials, func(m heat.Material) string { return string(m.ID) })
	fuelIDs     = field.IDs(heat.Fuels, func(f heat.Fuel) string { return string(f.ID) })
)

type c = Conditions

// Fields lists every field of conditions. The ranges are wide enough for anything that
// a person would meet, and narrow enough that the models hold.
var Fields = []field.Of[Conditions]{
	field.Number("place.altitude_m", "Altitude", quantity.Metre, air.MinAltitudeM, air.MaxAltitudeM, "not known", func(r *c) **float64 { return &r.Place.AltitudeM }),
	field.Number("place.altitude_pm_m", "Altitude may be out by", quantity.Metre, 0, 1000, "", func(r *c) **float64 { return &r.Place.AltitudePM }),
	field.Number("place.sea_level_hpa", "Pressure reduced to sea level", quantity.HPa, 870, 1085, "", func(r *c) **float64 { return &r.Place.SeaLevelHPa }),
	field.Choice("place.sea_level_kind", "Sea-level pressure from", []string{SeaQNH, SeaMap, SeaEither}, SeaEither, func(r *c) **string { return &r.Place.SeaLevelKind }),
	field.In("place.outside_c", "Air outside", field.AirC, "that of the air", func(r *c) **float64 { return &r.Place.OutsideC }),
	field.Number("place.pressure_hpa", "Pressure here (a barometer at the place)", quantity.HPa, 300, 1100, "", func(r *c) **float64 { return &r.Place.PressureHPa }),
	field.Number("place.measured_boil_c", "Measured boiling point", quantity.Celsius, 68, 103, "", func(r *c) **float64 { return &r.Place.MeasuredBoilC }),
	field.Choice("place.atmosphere", "Atmosphere", []string{string(air.ISA), string(air.West)}, string(air.ISA), func(r *c) **string { return &r.Place.Atmosphere }),
	field.In("place.air_c", "Air temperature", field.AirC, "20", func(r *c) **float64 { return &r.Place.AirC }),
	field.Number("place.wind_ms", "Wind at the stove", quantity.MetrePerSec, 0, 30, "0", func(r *c) **float64 { return &r.Place.WindMs }),

	field.Choice("water.source", "Water from", field.IDs(water.Sources, func(s water.Source) string { return s.ID }), "not said", func(r *c) **string { return &r.Water.Source }),
	field.Number("water.source_c", "Water at the source", quantity.Celsius, -40, 60, "15", func(r *c) **float64 { return &r.Water.SourceC }),
	field.Choice("water.state", "State of the water", []string{string(heat.Liquid), string(heat.Snow), string(heat.Ice)}, string(heat.Liquid), func(r *c) **string { return &r.Water.State }),
	field.Choice("water.treatment", "Treatment", []string{water.Safe, water.Filtered, water.Boil, water.Doubtful}, "as its source is", func(r *c) **string { return &r.Water.Treatment }),
	field.In("water.tds_mg_l", "Dissolved solids in the water", field.TDSMgL, "", func(r *c) **float64 { return &r.Water.TDSMgL }),

	field.Choice("heat.burner", "Burner", burnerIDs, string(heat.CanisterBurner), func(r *c) **string { return &r.Heat.Burner }),
	field.Choice("heat.fuel", "Fuel", fuelIDs, "the burner's own", func(r *c) **string { return &r.Heat.Fuel }),
	field.Number("heat.power_w", "Heat burned at full", quantity.Watt, heat.MinPowerW, heat.MaxPowerW, "the burner's own", func(r *c) **float64 { return &r.Heat.PowerW }),
	field.Number("heat.efficiency", "Efficiency in calm air", "", heat.MinEfficiency, heat.MaxEfficiency, "the burner's own", func(r *c) **float64 { return &r.Heat.Efficiency }),
	field.YesNo("heat.screen", "Wind screen", "false", func(r *c) **bool { return &r.Heat.Screen }),
	field.YesNo("heat.lid", "Lid on while heating", "true", func(r *c) **bool { return &r.Heat.Lid }),
	field.YesNo("heat.regulated", "Gas stove with a regulator", "false", func(r *c) **bool { return &r.Heat.Regulated }),
	field.Number("heat.supplied_c", "Hot water supplied at", quantity.Celsius, 40, 100, "", func(r *c) **float64 { return &r.Heat.SuppliedC }),
	field.Number("heat.battery_wh", "Battery holds", quantity.WattHour, 10, 20000, "", func(r *c) **float64 { return &r.Heat.BatteryWh }),
	field.Number("heat.canister.propane_pct", "Propane", quantity.Percent, 0, 100, "", func(r *c) **float64 { return &r.Heat.Canister.PropanePct }),
	field.Number("heat.canister.isobutane_pct", "Isobutane", quantity.Percent, 0, 100, "", func(r *c) **float64 { return &r.Heat.Canister.IsobutanePct }),
	field.Number("heat.canister.butane_pct", "n-Butane", quantity.Percent, 0, 100, "", func(r *c) **float64 { return &r.Heat.Canister.ButanePct }),
	field.Number("heat.canister.capacity_g", "Canister holds", quantity.Gram, 50, 1000, "230", func(r *c) **float64 { return &r.Heat.Canister.CapacityG }),
	field.Number("heat.canister.left_g", "Gas left", quantity.Gram, 0, 1000, "all of it", func(r *c) **float64 { return &r.Heat.Canister.LeftG }),
	field.Number("heat.canister.temp_c", "Canister temperature", quantity.Celsius, -40, 45, "that of the air", func(r *c) **float64 { return &r.Heat.Canister.TempC }),
	field.Number("heat.canister.rated_bar", "Rated flame at", quantity.Bar, 0.1, 10, "", func(r *c) **float64 { return &r.Heat.Canister.RatedBar }),
	field.Number("vessel.capacity_ml", "Pot or kettle holds", quantity.Millilitre, 100, 20000, "1000", func(r *c) **float64 { return &r.Vessel.CapacityMl }),
	field.Number("vessel.diameter_mm", "Pot or kettle diameter", quantity.Millimetre, 50, 500, "130", func(r *c) **float64 { return &r.Vessel.DiameterMm }),
	field.Number("vessel.mass_g", "Pot or kettle mass", quantity.Gram, 20, 10000, "150", func(r *c) **float64 { return &r.Vessel.MassG }),
	field.Choice("vessel.material", "Pot or kettle material", materialIDs, "titanium", func(r *c) **string { return &r.Vessel.Material }),
	field.Number("calibration.efficiency", "Measured efficiency", "", 0.02, 0.98, "", func(r *c) **float64 { return &r.Calibration.Efficiency }),
	field.Number("calibration.power_w", "Measured power", quantity.Watt, 50, 20000, "", func(r *c) **float64 { return &r.Calibration.PowerW }),
	field.In("calibration.tds_pct", "Measured strength", field.TDSPct, "", func(r *c) **float64 { return &r.Calibration.TDSPct }),
	field.Number("calibration.drain_factor", "Measured resistance of the dripper", "", 0.2, 5, "", func(r *c) **float64 { return &r.Calibration.DrainFactor }),
	field.Number("calibration.loss_factor", "Measured loss factor of the pot", "", thermal.MinLossFactor, thermal.MaxLossFactor, "", func(r *c) **float64 { return &r.Calibration.LossFactor }),
}

// fill sets the defaults that depend on another field; the rest are filled already.
func (r *Conditions) fill(defaulted []string) []string {
	b, _ := heat.BurnerByID(*r.Heat.Burner)
	if r.Heat.Fuel == nil {
		r.Heat.Fuel = new(string(b.Fuels[0]))
		defaulted = append(defaulted, "heat.fuel")
	}
	if r.Heat.PowerW == nil {
		r.Heat.PowerW = new(b.PowerW)
		defaulted = append(defaulted, "heat.power_w")
	}
	if r.Heat.Efficiency == nil {
		r.Heat.Efficiency = new(b.Efficiency)
		defaulted = append(defaulted, "heat.efficiency")
	}
	if r.Place.SeaLevelHPa != nil && r.Place.AltitudeM != nil && r.Place.OutsideC == nil {
		// The column is taken as the standard one where nobody says how warm it is.
		r.Place.OutsideC = r.Place.AirC
		if slices.Contains(defaulted, "place.air_c") {
			r.Place.OutsideC = new(min(max(air.StandardC(*r.Place.AltitudeM), -50), 50))
		}
		defaulted = append(defaulted, "place.outside_c")
	}
	k := &r.Heat.Canister
	if k.PropanePct == nil && k.IsobutanePct == nil && k.ButanePct == nil {
		// A usual mixture for the cold; says so as a default.
		k.PropanePct, k.IsobutanePct, k.ButanePct = new(20.0), new(80.0), new(0.0)
		defaulted = append(defaulted, "heat.canister.propane_pct", "heat.canister.isobutane_pct", "heat.canister.butane_pct")
	}
	for _, p := range []**float64{&k.PropanePct, &k.IsobutanePct, &k.ButanePct} {
		if *p == nil {
			*p = new(0.0)
		}
	}
	if k.LeftG == nil {
		k.LeftG = k.CapacityG
		defaulted = append(defaulted, "heat.canister.left_g")
	}
	if k.TempC == nil {
		k.TempC = new(max(min(*r.Place.AirC, 45.0), -40))
		defaulted = append(defaulted, "heat.canister.temp_c")
	}
	if *r.Water.State != string(heat.Liquid) && slices.Contains(defaulted, "water.source_c") {
		r.Water.SourceC = new(-5.0)
	}
	w := &r.Water
	if w.Source == nil {
		switch {
		case *w.State != string(heat.Liquid):
			w.Source = new("snow")
		case r.Heat.SuppliedC != nil:
			w.Source = new("urn")
		}
		if w.Source != nil {
			defaulted = append(defaulted, "water.source")
		}
	}
	if w.Treatment == nil {
		source := ""
		if w.Source != nil {
			source = *w.Source
		}
		w.Treatment = new(water.TreatmentOf(source))
		defaulted = append(defaulted, "water.treatment")
	}
	return defaulted
}

// together finds what is wrong between fields that are each allowed.
func (r *Conditions) together() field.Problems {
	var bad field.Problems
	b, _ := heat.BurnerByID(*r.Heat.Burner)
	if !slices.Contains(b.Fuels, heat.FuelID(*r.Heat.Fuel)) {
		bad = append(bad, field.Problem{Field: "heat.fuel", Value: *r.Heat.Fuel, Message: fmt.Sprintf("%s doesn’t burn in %s. Choose %s",
			*r.Heat.Fuel, b.ID, strings.Join(field.IDs(b.Fuels, func(f heat.FuelID) string { return string(f) }), ", "))})
	}
	frozen := *r.Water.State != string(heat.Liquid)
	if frozen && *r.Water.SourceC > 0 {
		bad = append(bad, field.Problem{Field: "water.source_c", Value: *r.Water.SourceC, Message: fmt.Sprintf("%s °C is too warm for %s. Enter -40 to 0 °C", field.Trim(*r.Water.SourceC), *r.Water.State)})
	}
	if !frozen && *r.Water.SourceC < 0 {
		bad = append(bad, field.Problem{Field: "water.source_c", Value: *r.Water.SourceC, Message: fmt.Sprintf("%s °C is too cold for liquid water. Enter 0 to 60 °C, or choose snow or ice", field.Trim(*r.Water.SourceC))})
	}
	k := r.Heat.Canister
	if sum := *k.PropanePct + *k.IsobutanePct + *k.ButanePct; math.Abs(sum-100) > 0.5 {
		bad = append(bad, field.Problem{Field: "heat.canister.propane_pct", Value: *k.PropanePct, Message: fmt.Sprintf("the three gases add up to %s %%. Enter shares that add up to 100 %%", field.Trim(sum))})
	}
	if *k.LeftG > *k.CapacityG {
		bad = append(bad, field.Problem{Field: "heat.canister.left_g", Value: *k.LeftG, Message: fmt.Sprintf("%s g is more than it holds. Enter 0 to %s g", field.Trim(*k.LeftG), field.Trim(*k.CapacityG))})
	}
	return bad
}

// Complete fills in what depends on another field, once Fields are resolved, and checks
// what has to go together. It returns the paths that were filled, after those given.
func (r *Conditions) Complete(defaulted []string) ([]string, field.Problems) {
	defaulted = r.fill(defaulted)
	return defaulted, r.together()
}
