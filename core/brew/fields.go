package brew

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"apodemos/core/air"
	"apodemos/core/coffee"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
)

// Field describes one field of a Request: what it is, what it may be and what
// it is when left out. It is the only place where a range is stated.
type Field struct {
	Path    string        `json:"path"`
	Label   string        `json:"label"`
	Unit    quantity.Unit `json:"unit"`
	Kind    string        `json:"kind" enum:"number,word,yesno,text"`
	Min     float64       `json:"min"`
	Max     float64       `json:"max"`
	Whole   bool          `json:"whole,omitempty"`
	Words   []string      `json:"words,omitempty"`
	Default string        `json:"default,omitempty" doc:"The value when left out; empty when there is none"`
	Allowed string        `json:"allowed" doc:"What is allowed, in words"`

	number func(*Request) **float64
	word   func(*Request) **string
	yesno  func(*Request) **bool
}

func number(path, label string, unit quantity.Unit, min, max float64, def string, at func(*Request) **float64) Field {
	allowed := fmt.Sprintf("%s to %s", trim(min), trim(max))
	if unit != "" {
		allowed += " " + string(unit)
	}
	return Field{Path: path, Label: label, Unit: unit, Kind: "number", Min: min, Max: max, Default: def, Allowed: allowed, number: at}
}

func (f Field) whole() Field {
	f.Whole = true
	f.Allowed = "a whole number, " + f.Allowed
	return f
}

func word(path, label string, words []string, def string, at func(*Request) **string) Field {
	return Field{Path: path, Label: label, Kind: "word", Words: words, Default: def,
		Allowed: "one of " + strings.Join(words, ", "), word: at}
}

func yesno(path, label, def string, at func(*Request) **bool) Field {
	return Field{Path: path, Label: label, Kind: "yesno", Default: def, Allowed: "true or false", yesno: at}
}

func trim(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

func ids[T any](list []T, id func(T) string) []string {
	out := make([]string, len(list))
	for i, x := range list {
		out[i] = id(x)
	}
	return out
}

var (
	burnerIDs   = ids(heat.Burners, func(b heat.Burner) string { return b.ID })
	fuelIDs     = ids(heat.Fuels, func(f heat.Fuel) string { return f.ID })
	materialIDs = ids(heat.Materials, func(m heat.Material) string { return m.ID })
	methodIDs   = ids(method.All, func(m method.Method) string { return m.ID })
)

// Fields lists every field of a Request but method and school, whose words the
// catalogue gives. The ranges are wide enough for anything that a person would
// carry, and narrow enough that the models hold.
var Fields = []Field{
	number("drinkers", "People", "", 1, 24, "1", func(r *Request) **float64 { return &r.Drinkers }).whole(),
	number("cup_ml", "Drink in each cup", quantity.Millilitre, 20, 1000, "225", func(r *Request) **float64 { return &r.CupMl }),
	number("ratio_g_per_l", "Ratio", quantity.GramPerL, 10, 250, "", func(r *Request) **float64 { return &r.Ratio }),
	number("dose_g", "Dose", quantity.Gram, 1, 1000, "", func(r *Request) **float64 { return &r.DoseG }),
	number("water_g", "Brew water", quantity.Millilitre, 5, 20000, "", func(r *Request) **float64 { return &r.WaterG }),
	number("dilution", "Water to one part of concentrate", "", 0, 10, "3", func(r *Request) **float64 { return &r.Dilution }),
	word("strength", "Strength", []string{"mild", "standard", "strong"}, "standard", func(r *Request) **string { return &r.Strength }),

	number("contact_s", "Contact time", quantity.Second, 10, 172800, "", func(r *Request) **float64 { return &r.ContactS }),
	word("adjust", "Make up for cooler water by", []string{"time", "grind", "none"}, "as the school does", func(r *Request) **string { return &r.Adjust }),
	yesno("scale", "A scale", "where the school weighs", func(r *Request) **bool { return &r.Scale }),
	word("into", "Runs into", []string{intoServer, intoCups}, "a server for several", func(r *Request) **string { return &r.Into }),
	number("place.altitude_m", "Altitude", quantity.Metre, air.MinAltitudeM, air.MaxAltitudeM, "not known", func(r *Request) **float64 { return &r.Place.AltitudeM }),
	number("place.sea_level_hpa", "Pressure reduced to sea level", quantity.HPa, 870, 1085, "", func(r *Request) **float64 { return &r.Place.SeaLevelHPa }),
	number("place.pressure_hpa", "Station pressure", quantity.HPa, 300, 1100, "", func(r *Request) **float64 { return &r.Place.PressureHPa }),
	number("place.measured_boil_c", "Measured boiling point", quantity.Celsius, 68, 103, "", func(r *Request) **float64 { return &r.Place.MeasuredBoilC }),
	word("place.atmosphere", "Atmosphere", []string{string(air.ISA), string(air.West)}, string(air.ISA), func(r *Request) **string { return &r.Place.Atmosphere }),
	number("place.air_c", "Air temperature", quantity.Celsius, -50, 55, "20", func(r *Request) **float64 { return &r.Place.AirC }),
	number("place.wind_ms", "Wind at the stove", quantity.MetrePerSec, 0, 30, "0", func(r *Request) **float64 { return &r.Place.WindMs }),

	word("water.source", "Water from", ids(water.Sources, func(s water.Source) string { return s.ID }), "not said", func(r *Request) **string { return &r.Water.Source }),
	number("water.source_c", "Water at the source", quantity.Celsius, -40, 60, "15", func(r *Request) **float64 { return &r.Water.SourceC }),
	word("water.state", "State of the water", []string{string(heat.Liquid), string(heat.Snow), string(heat.Ice)}, string(heat.Liquid), func(r *Request) **string { return &r.Water.State }),
	word("water.treatment", "Treatment", []string{water.Safe, water.Filtered, water.Boil, water.Doubtful}, "as its source is", func(r *Request) **string { return &r.Water.Treatment }),
	number("water.tds_mg_l", "Dissolved solids in the water", quantity.MgPerL, 0, 3000, "", func(r *Request) **float64 { return &r.Water.TDSMgL }),

	word("heat.burner", "Burner", burnerIDs, "canister", func(r *Request) **string { return &r.Heat.Burner }),
	word("heat.fuel", "Fuel", fuelIDs, "the burner's own", func(r *Request) **string { return &r.Heat.Fuel }),
	number("heat.power_w", "Heat burned at full", quantity.Watt, 50, 20000, "the burner's own", func(r *Request) **float64 { return &r.Heat.PowerW }),
	number("heat.efficiency", "Efficiency in calm air", "", 0.02, 0.98, "the burner's own", func(r *Request) **float64 { return &r.Heat.Efficiency }),
	yesno("heat.screen", "Wind screen", "false", func(r *Request) **bool { return &r.Heat.Screen }),
	yesno("heat.lid", "Lid on while heating", "true", func(r *Request) **bool { return &r.Heat.Lid }),
	number("heat.supplied_c", "Hot water supplied at", quantity.Celsius, 40, 100, "", func(r *Request) **float64 { return &r.Heat.SuppliedC }),
	number("heat.battery_wh", "Battery holds", quantity.WattHour, 10, 20000, "", func(r *Request) **float64 { return &r.Heat.BatteryWh }),
	number("heat.canister.propane_pct", "Propane", quantity.Percent, 0, 100, "", func(r *Request) **float64 { return &r.Heat.Canister.PropanePct }),
	number("heat.canister.isobutane_pct", "Isobutane", quantity.Percent, 0, 100, "", func(r *Request) **float64 { return &r.Heat.Canister.IsobutanePct }),
	number("heat.canister.butane_pct", "n-Butane", quantity.Percent, 0, 100, "", func(r *Request) **float64 { return &r.Heat.Canister.ButanePct }),
	number("heat.canister.capacity_g", "Canister holds", quantity.Gram, 50, 1000, "230", func(r *Request) **float64 { return &r.Heat.Canister.CapacityG }),
	number("heat.canister.left_g", "Gas left", quantity.Gram, 0, 1000, "all of it", func(r *Request) **float64 { return &r.Heat.Canister.LeftG }),
	number("heat.canister.temp_c", "Canister temperature", quantity.Celsius, -40, 45, "that of the air", func(r *Request) **float64 { return &r.Heat.Canister.TempC }),

	number("vessel.capacity_ml", "Pot or kettle holds", quantity.Millilitre, 100, 20000, "1000", func(r *Request) **float64 { return &r.Vessel.CapacityMl }),
	number("vessel.diameter_mm", "Pot or kettle diameter", quantity.Millimetre, 50, 500, "130", func(r *Request) **float64 { return &r.Vessel.DiameterMm }),
	number("vessel.mass_g", "Pot or kettle mass", quantity.Gram, 20, 10000, "150", func(r *Request) **float64 { return &r.Vessel.MassG }),
	word("vessel.material", "Pot or kettle material", materialIDs, "titanium", func(r *Request) **string { return &r.Vessel.Material }),

	number("brewer.capacity_ml", "Brewer holds", quantity.Millilitre, 20, 20000, "", func(r *Request) **float64 { return &r.Brewer.CapacityMl }),
	number("brewer.dose_g", "Brewer takes, of coffee", quantity.Gram, 1, 2000, "a usual one's", func(r *Request) **float64 { return &r.Brewer.DoseG }),
	number("brewer.mass_g", "Brewer mass", quantity.Gram, 1, 5000, "60", func(r *Request) **float64 { return &r.Brewer.MassG }),
	word("brewer.material", "Brewer material", materialIDs, "plastic", func(r *Request) **string { return &r.Brewer.Material }),
	yesno("brewer.preheated", "Brewer preheated", "false", func(r *Request) **bool { return &r.Brewer.Preheated }),

	number("cup.count", "Cups there are", "", 1, 24, "", func(r *Request) **float64 { return &r.Cup.Count }).whole(),
	number("cup.mass_g", "Cup mass", quantity.Gram, 1, 2000, "120", func(r *Request) **float64 { return &r.Cup.MassG }),
	word("cup.material", "Cup material", materialIDs, "steel", func(r *Request) **string { return &r.Cup.Material }),
	yesno("cup.insulated", "Insulated cup", "false", func(r *Request) **bool { return &r.Cup.Insulated }),
	yesno("cup.preheated", "Cup preheated", "false", func(r *Request) **bool { return &r.Cup.Preheated }),

	word("coffee.roast", "Roast", []string{"light", "medium", "dark"}, "medium", func(r *Request) **string { return &r.Coffee.Roast }),
	number("coffee.days_off_roast", "Days since roasting", "", 0, 730, "14", func(r *Request) **float64 { return &r.Coffee.DaysOff }),
	word("coffee.species", "Species", []string{"arabica", "robusta"}, "arabica", func(r *Request) **string { return &r.Coffee.Species }),
	yesno("coffee.ground_ahead", "Ground at home", "false", func(r *Request) **bool { return &r.Coffee.GroundAhead }),

	number("grinder.um_per_click", "Grinder, one click", quantity.MicroPerClk, 1, 200, "", func(r *Request) **float64 { return &r.Grinder.UmPerClick }),
	number("grinder.zero_um", "Grinder at zero clicks", quantity.Micrometre, -500, 500, "0", func(r *Request) **float64 { return &r.Grinder.ZeroUm }),
	number("grinder.clicks", "Clicks", quantity.Clicks, 0, 400, "", func(r *Request) **float64 { return &r.Grinder.Clicks }),

	{Path: "measure.name", Label: "Measure", Kind: "text", Allowed: "1 to 40 characters", word: func(r *Request) **string { return &r.Measure.Name }},
	number("measure.grams", "A measure holds", quantity.Gram, 0.5, 500, "", func(r *Request) **float64 { return &r.Measure.Grams }),
	number("calibration.efficiency", "Measured efficiency", "", 0.02, 0.98, "", func(r *Request) **float64 { return &r.Calibration.Efficiency }),
	number("calibration.power_w", "Measured power", quantity.Watt, 50, 20000, "", func(r *Request) **float64 { return &r.Calibration.PowerW }),
	number("calibration.tds_pct", "Measured strength", quantity.Percent, 0.1, 20, "", func(r *Request) **float64 { return &r.Calibration.TDSPct }),
	number("calibration.loss_factor", "Measured loss factor of the pot", "", heat.MinLossFactor, heat.MaxLossFactor, "", func(r *Request) **float64 { return &r.Calibration.LossFactor }),
	number("measure.step", "Measured to the nearest", "", 0.1, 1, "0.5", func(r *Request) **float64 { return &r.Measure.Step }),
}

// maxPours is more than any school has.
const maxPours = 12

// Range of the grinds that are planned with, in µm.
const (
	MinGrindUm = 100
	MaxGrindUm = 2500
)

// A Problem is one thing wrong with a request.
type Problem struct {
	Field   string `json:"field"`
	Value   any    `json:"value,omitempty"`
	Message string `json:"message" doc:"What is wrong and what is allowed"`
}

// Problems is all that is wrong with a request.
type Problems []Problem

// Error lists the problems, one a line.
func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, x := range p {
		lines[i] = x.Field + ": " + x.Message
	}
	return strings.Join(lines, "\n")
}

func (f Field) checkNumber(v float64) (Problem, bool) {
	if math.IsNaN(v) || v < f.Min || v > f.Max || (f.Whole && v != math.Trunc(v)) {
		return Problem{f.Path, v, fmt.Sprintf("%s is not allowed; allowed: %s", trim(v), f.Allowed)}, true
	}
	return Problem{}, false
}

// resolve checks every field and fills in the defaults. It returns the filled
// request and the paths that were filled.
func resolve(r Request) (Request, []string, Problems) {
	var bad Problems
	defaulted := []string{}
	m, ok := method.ByID(r.Method)
	if !ok {
		bad = append(bad, Problem{"method", r.Method, fmt.Sprintf("%q is not known; allowed: one of %s", r.Method, strings.Join(methodIDs, ", "))})
	} else if r.School == nil {
		r.School = new(m.Schools[0].ID) // a copy: the catalogue is everybody's
		defaulted = append(defaulted, "school")
	} else if _, ok := m.School(*r.School); !ok || *r.School == "" {
		bad = append(bad, Problem{"school", *r.School, fmt.Sprintf("%q is not a school of %s; allowed: one of %s", *r.School, r.Method,
			strings.Join(ids(m.Schools, func(s method.School) string { return s.ID }), ", "))})
	}
	for _, f := range Fields {
		switch {
		case f.number != nil:
			p := f.number(&r)
			if *p != nil {
				if prob, is := f.checkNumber(**p); is {
					bad = append(bad, prob)
				}
			} else if v, err := strconv.ParseFloat(f.Default, 64); err == nil {
				*p = &v
				defaulted = append(defaulted, f.Path)
			}
		case f.word != nil:
			p := f.word(&r)
			switch {
			case *p == nil:
				if slices.Contains(f.Words, f.Default) {
					v := f.Default
					*p = &v
					defaulted = append(defaulted, f.Path)
				}
			case f.Kind == "text":
				if n := len([]rune(**p)); n < 1 || n > 40 {
					bad = append(bad, Problem{f.Path, **p, fmt.Sprintf("%d characters; allowed: %s", n, f.Allowed)})
				}
			case !slices.Contains(f.Words, **p):
				bad = append(bad, Problem{f.Path, **p, fmt.Sprintf("%q is not known; allowed: %s", **p, f.Allowed)})
			}
		default:
			p := f.yesno(&r)
			if *p == nil && (f.Default == "true" || f.Default == "false") {
				v := f.Default == "true"
				*p = &v
				defaulted = append(defaulted, f.Path)
			}
		}
	}
	if len(r.Pours) > maxPours {
		bad = append(bad, Problem{"pours", len(r.Pours), fmt.Sprintf("%d pours; allowed: up to %d", len(r.Pours), maxPours)})
	}
	if len(bad) > 0 {
		return r, defaulted, bad
	}
	defaulted = fillFromGear(&r, defaulted)
	defaulted = fillWaterAndTools(&r, m, defaulted)
	return r, defaulted, checkTogether(r)
}

// What one brewer for several runs into.
const (
	intoServer = "server"
	intoCups   = "cups"
)

// fillWaterAndTools sets the defaults of the water's safety, of the scale and of
// the measure that takes its place.
func fillWaterAndTools(r *Request, m method.Method, defaulted []string) []string {
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
	s, _ := m.School(*r.School)
	if r.Scale == nil {
		r.Scale = new(!s.NoScale && r.Measure.Name == nil && r.Measure.Grams == nil)
		defaulted = append(defaulted, "scale")
	}
	if !*r.Scale && r.Measure.Name == nil && r.Measure.Grams == nil && s.BasketG == 0 {
		r.Measure.Name = new(coffee.UsualMeasure)
		defaulted = append(defaulted, "measure.name")
	}
	if r.Measure.Name != nil && r.Measure.Grams == nil {
		r.Measure.Grams = new(coffee.TypicalG(*r.Measure.Name))
		defaulted = append(defaulted, "measure.grams")
	}
	if r.Into == nil {
		r.Into = new(intoServer)
		if m.Family == "metal drip" {
			r.Into = new(intoCups)
		}
		defaulted = append(defaulted, "into")
	}
	return defaulted
}

// fillFromGear sets the defaults that depend on another field.
func fillFromGear(r *Request, defaulted []string) []string {
	b, _ := heat.BurnerByID(*r.Heat.Burner)
	if r.Heat.Fuel == nil {
		r.Heat.Fuel = new(b.Fuels[0])
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
	k := &r.Heat.Canister
	if k.PropanePct == nil && k.IsobutanePct == nil && k.ButanePct == nil {
		// A usual mixture for the cold; says so as a default.
		p, i, n := 20.0, 80.0, 0.0
		k.PropanePct, k.IsobutanePct, k.ButanePct = &p, &i, &n
		defaulted = append(defaulted, "heat.canister.propane_pct", "heat.canister.isobutane_pct", "heat.canister.butane_pct")
	}
	for _, p := range []**float64{&k.PropanePct, &k.IsobutanePct, &k.ButanePct} {
		if *p == nil {
			zero := 0.0
			*p = &zero
		}
	}
	if k.LeftG == nil {
		k.LeftG = k.CapacityG
		defaulted = append(defaulted, "heat.canister.left_g")
	}
	if k.TempC == nil {
		c := min(*r.Place.AirC, 45.0)
		c = max(c, -40)
		k.TempC = &c
		defaulted = append(defaulted, "heat.canister.temp_c")
	}
	if *r.Water.State != string(heat.Liquid) && slices.Contains(defaulted, "water.source_c") {
		v := -5.0
		r.Water.SourceC = &v
	}
	return defaulted
}

// checkTogether finds what is wrong between fields that are each allowed.
func checkTogether(r Request) Problems {
	var bad Problems
	b, _ := heat.BurnerByID(*r.Heat.Burner)
	if !slices.Contains(b.Fuels, *r.Heat.Fuel) {
		bad = append(bad, Problem{"heat.fuel", *r.Heat.Fuel, fmt.Sprintf("%s does not burn in burner %s; allowed: one of %s",
			*r.Heat.Fuel, b.ID, strings.Join(b.Fuels, ", "))})
	}
	frozen := *r.Water.State != string(heat.Liquid)
	if frozen && *r.Water.SourceC > 0 {
		bad = append(bad, Problem{"water.source_c", *r.Water.SourceC, fmt.Sprintf("%s °C is not allowed for %s; allowed: -40 to 0 °C", trim(*r.Water.SourceC), *r.Water.State)})
	}
	if !frozen && *r.Water.SourceC < 0 {
		bad = append(bad, Problem{"water.source_c", *r.Water.SourceC, fmt.Sprintf("%s °C is not allowed for liquid water; allowed: 0 to 60 °C, or set water.state to snow or ice", trim(*r.Water.SourceC))})
	}
	k := r.Heat.Canister
	if sum := *k.PropanePct + *k.IsobutanePct + *k.ButanePct; math.Abs(sum-100) > 0.5 {
		bad = append(bad, Problem{"heat.canister.propane_pct", *k.PropanePct, fmt.Sprintf("propane, isobutane and n-butane are %s %% together; allowed: 100 %%", trim(sum))})
	}
	if *k.LeftG > *k.CapacityG {
		bad = append(bad, Problem{"heat.canister.left_g", *k.LeftG, fmt.Sprintf("%s g left is more than it holds; allowed: 0 to %s g", trim(*k.LeftG), trim(*k.CapacityG))})
	}
	if r.Grinder.Clicks != nil && r.Grinder.UmPerClick == nil {
		bad = append(bad, Problem{"grinder.clicks", *r.Grinder.Clicks, "clicks mean nothing without the grinder; give grinder.um_per_click too"})
	}
	if r.Grinder.Clicks != nil && r.Grinder.UmPerClick != nil {
		if um := *r.Grinder.ZeroUm + *r.Grinder.Clicks**r.Grinder.UmPerClick; um < MinGrindUm || um > MaxGrindUm {
			bad = append(bad, Problem{"grinder.clicks", *r.Grinder.Clicks, fmt.Sprintf("this setting is %.0f µm; allowed: one that gives %d to %d µm", um, MinGrindUm, MaxGrindUm)})
		}
	}
	return bad
}

// FieldByPath finds a field.
func FieldByPath(path string) (Field, bool) {
	for _, f := range Fields {
		if f.Path == path {
			return f, true
		}
	}
	return Field{}, false
}

// CheckRange is the check of a number against a range, in the words that every
// field uses; it reports whether there is a problem.
func CheckRange(field string, v, min, max float64, unit string) (Problem, bool) {
	return number(field, "", quantity.Unit(unit), min, max, "", nil).checkNumber(v)
}
