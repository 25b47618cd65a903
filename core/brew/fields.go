package brew

import (
	"fmt"
	"slices"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

var (
	materialIDs = field.IDs(heat.Materials, func(m heat.Material) string { return string(m.ID) })
	methodIDs   = field.IDs(method.All, func(m method.Method) string { return m.ID })
)

// Fields lists every field of a Request but method and school, whose words the
// catalogue gives. The ranges are wide enough for anything that a person would
// carry, and narrow enough that the models hold.
var Fields = slices.Concat([]field.Of[Request]{
	field.In("drinkers", "People", field.People, "1", func(r *Request) **float64 { return &r.Drinkers }).AsWhole(),
	field.Number("cup_ml", "Drink in each cup", quantity.Millilitre, 20, 1000, "225", func(r *Request) **float64 { return &r.CupMl }),
	field.In("ratio_g_per_l", "Ratio", field.Ratio, "", func(r *Request) **float64 { return &r.Ratio }),
	field.In("dose_g", "Dose", field.DoseG, "", func(r *Request) **float64 { return &r.DoseG }),
	field.In("water_g", "Brew water", field.WaterG, "", func(r *Request) **float64 { return &r.WaterG }),
	field.Number("dilution", "Water per part of concentrate", "", 0, 10, "", func(r *Request) **float64 { return &r.Dilution }),
	field.Choice("strength", "Strength", []string{"mild", "standard", "strong"}, "standard", func(r *Request) **string { return &r.Strength }),

	field.In("contact_s", "Contact time", field.ContactS, "", func(r *Request) **float64 { return &r.ContactS }),
	field.Choice("adjust", "Adjust for cooler water by", []string{"time", "grind", "none"}, "as the recipe does", func(r *Request) **string { return &r.Adjust }),
	field.Choice("cool_by", "Cool the water with", []string{LidOff, LidAjar, LidOn, PourThrough}, "the lid off", func(r *Request) **string { return &r.CoolBy }),
	field.YesNo("scale", "A scale", "where the recipe weighs", func(r *Request) **bool { return &r.Scale }),
	field.Choice("draw", "Draw hot water into", []string{drawCup, drawPot}, "a pot, or the cup it steeps in if no pot is named", func(r *Request) **string { return &r.Draw }),
	field.Choice("into", "Runs into", []string{intoServer, intoCups}, "a server for several", func(r *Request) **string { return &r.Into }),
}, ofStop(), []field.Of[Request]{
	field.Number("brewer.capacity_ml", "Brewer holds", quantity.Millilitre, 20, 20000, "", func(r *Request) **float64 { return &r.Brewer.CapacityMl }),
	field.Number("brewer.dose_g", "Coffee the brewer takes", quantity.Gram, 1, 2000, "a usual one's", func(r *Request) **float64 { return &r.Brewer.DoseG }),
	field.Number("brewer.mass_g", "Brewer mass", quantity.Gram, 1, 5000, "60", func(r *Request) **float64 { return &r.Brewer.MassG }),
	field.Choice("brewer.material", "Brewer material", materialIDs, "plastic", func(r *Request) **string { return &r.Brewer.Material }),
	field.YesNo("brewer.preheated", "Brewer preheated", "false", func(r *Request) **bool { return &r.Brewer.Preheated }),

	field.In("cup.count", "Cups available", field.People, "", func(r *Request) **float64 { return &r.Cup.Count }).AsWhole(),
	field.Number("cup.mass_g", "Cup mass", quantity.Gram, 1, 2000, "120", func(r *Request) **float64 { return &r.Cup.MassG }),
	field.Choice("cup.material", "Cup material", materialIDs, "steel", func(r *Request) **string { return &r.Cup.Material }),
	field.YesNo("cup.insulated", "Insulated cup", "false", func(r *Request) **bool { return &r.Cup.Insulated }),
	field.YesNo("cup.preheated", "Cup preheated", "false", func(r *Request) **bool { return &r.Cup.Preheated }),

	field.Text("coffee.id", "Coffee", func(r *Request) **string { return &r.Coffee.ID }),
	field.Text("coffee.name", "Coffee’s name", func(r *Request) **string { return &r.Coffee.Name }),
	field.Choice("coffee.roast", "Roast", []string{"light", "medium", "dark"}, "medium", func(r *Request) **string { return &r.Coffee.Roast }),
	field.Number("coffee.days_off_roast", "Days since roasting", "", 0, 730, "14", func(r *Request) **float64 { return &r.Coffee.DaysOff }),
	field.Choice("coffee.species", "Kind of bean", coffee.Species, "arabica", func(r *Request) **string { return &r.Coffee.Species }),
	field.YesNo("coffee.ground_ahead", "Ground at home", "false", func(r *Request) **bool { return &r.Coffee.GroundAhead }),

	field.YesNo("coffee.shop_ground", "Ground at the shop, fineness unknown", "false", func(r *Request) **bool { return &r.Coffee.ShopGround }),

	field.In("grinder.um_per_click", "Grinder, one click", field.UmPerClick, "", func(r *Request) **float64 { return &r.Grinder.UmPerClick }),
	field.In("grinder.zero_um", "Grinder at zero clicks", field.ZeroUm, "0", func(r *Request) **float64 { return &r.Grinder.ZeroUm }),
	field.In("grinder.clicks", "Clicks", field.Clicks, "", func(r *Request) **float64 { return &r.Grinder.Clicks }),

	field.Text("measure.name", "Measure", func(r *Request) **string { return &r.Measure.Name }),
	field.Number("measure.grams", "A measure holds", quantity.Gram, 0.5, 500, "", func(r *Request) **float64 { return &r.Measure.Grams }),
	field.Text("water_by.name", "Pour water by", func(r *Request) **string { return &r.WaterBy.Name }),
	field.Number("water_by.ml", "It holds, as poured", quantity.Millilitre, 20, 2000, "", func(r *Request) **float64 { return &r.WaterBy.Ml }),
	field.Number("water_by.marks_ml", "Pot has marks every", quantity.Millilitre, 10, 1000, "", func(r *Request) **float64 { return &r.WaterBy.MarksMl }),
	field.Number("with.sugar_g", "Sugar in each cup", quantity.Gram, 0, 50, "", func(r *Request) **float64 { return &r.With.SugarG }),
	field.Number("with.milk_ml", "Milk in each cup", quantity.Millilitre, 0, 500, "", func(r *Request) **float64 { return &r.With.MilkMl }),
	field.Choice("with.milk", "Milk is", []string{FreshMilk, CannedMilk}, FreshMilk, func(r *Request) **string { return &r.With.Milk }),
	field.Number("with.condensed_g", "Condensed milk in each cup", quantity.Gram, 0, 100, "", func(r *Request) **float64 { return &r.With.CondensedG }),
	field.Number("measure.step", "Measure to the nearest", "", 0.1, 1, "0.5", func(r *Request) **float64 { return &r.Measure.Step }),
})

// ofStop are the fields of the stop's conditions.
func ofStop() []field.Of[Request] {
	var out []field.Of[Request]
	for _, f := range conditions.Fields {
		out = append(out, field.Within(f, func(r *Request) *Conditions { return &r.Conditions }))
	}
	return out
}

// maxPours is more than any school has.
const maxPours = 12

// CheckMethod finds what is wrong with the ID of a method and of its school, which may be left
// out.
func CheckMethod(id string, school *string) Problems {
	m, ok := method.ByID(id)
	if !ok {
		return Problems{{Field: "method", Value: id, Message: fmt.Sprintf("%q is not known. Enter one of %s", id, strings.Join(methodIDs, ", "))}}
	}
	if school == nil {
		return nil
	}
	if _, ok := m.School(*school); !ok || *school == "" {
		return Problems{{Field: "school", Value: *school, Message: fmt.Sprintf("%q is not a style of %s. Enter one of %s", *school, id,
			strings.Join(field.IDs(m.Schools, func(s method.School) string { return s.ID }), ", "))}}
	}
	return nil
}

// resolve checks every field and fills in the defaults. It returns the filled
// request and the paths that were filled.
func resolve(r Request) (Request, []string, Problems) {
	var bad Problems
	defaulted := make([]string, 0, 48)
	bad = append(bad, r.named()...)
	bad = append(bad, CheckMethod(r.Method, r.School)...)
	m, ok := method.ByID(r.Method)
	if ok && r.School == nil {
		r.School = new(m.Schools[0].ID) // a copy: the catalogue is everybody's
		defaulted = append(defaulted, "school")
	}
	defaulted, wrong := field.Resolve(Fields, &r, defaulted)
	bad = append(bad, wrong...)
	if len(r.Pours) > maxPours {
		bad = append(bad, Problem{Field: "pours", Value: len(r.Pours), Message: fmt.Sprintf("%d is too many. Enter up to %d pours", len(r.Pours), maxPours)})
	}
	if len(bad) == 0 {
		bad = checkRecipe(&r, m)
	}
	if len(bad) > 0 {
		return r, defaulted, bad
	}
	defaulted, bad = r.Conditions.Complete(defaulted)
	if *r.Coffee.ShopGround && !*r.Coffee.GroundAhead {
		r.Coffee.GroundAhead = new(true)
	}
	defaulted = fillTools(&r, m, defaulted)
	return r, defaulted, append(bad, checkGrinder(r)...)
}

// What one brewer for several runs into.
const (
	intoServer = "server"
	intoCups   = "cups"
)

// What hot water that is supplied runs into.
const (
	drawCup = "cup"
	drawPot = "jug"
)

// brewerMaterial is what brewers of a family are made of, where that is not the usual
// plastic. Common practice.
var brewerMaterial = map[string]string{"metal drip": string(heat.Steel), "moka": string(heat.Aluminium)}

// paperCupG is the mass of a paper cup, in g. From memory.
const paperCupG = 10.0

// volumes are what water is poured by, in ml. Metric and US measuring cups and the
// decilitre by definition; a mug is from memory.
var volumes = map[string]float64{"cup": 250, "us cup": 240, "dl": 100, "decilitre": 100, "mug": 300}

func text(s *string) string {
	if s == nil {
		return ""
	}
	return *s
}

// fillTools sets the defaults of the scale and of the measure that takes its place.
func fillTools(r *Request, m method.Method, defaulted []string) []string {
	s, _ := m.School(*r.School)
	if usual, is := brewerMaterial[m.Family]; is && slices.Contains(defaulted, "brewer.material") {
		r.Brewer.Material = new(usual)
	}
	if *r.Cup.Material == string(heat.Paper) && slices.Contains(defaulted, "cup.mass_g") {
		r.Cup.MassG = new(paperCupG)
	}
	if r.Scale == nil {
		r.Scale = new(!s.NoScale && r.Measure.Name == nil && r.Measure.Grams == nil)
		defaulted = append(defaulted, "scale")
	}
	if !*r.Scale && r.WaterBy.Name == nil && r.WaterBy.Ml != nil {
		r.WaterBy.Name = new("cup")
		defaulted = append(defaulted, "water_by.name")
	}
	if !*r.Scale && r.WaterBy.Ml == nil {
		ml, is := volumes[strings.ToLower(text(r.WaterBy.Name))]
		if !is {
			ml = volumes["cup"]
		}
		if r.WaterBy.Name == nil {
			r.WaterBy.Name = new("cup")
			defaulted = append(defaulted, "water_by.name")
		}
		r.WaterBy.Ml = &ml
		defaulted = append(defaulted, "water_by.ml")
	}
	if !*r.Scale && r.Measure.Name == nil && r.Measure.Grams == nil {
		switch {
		case s.VolumeParts > 0: // coffee by the vessel that the water is poured by
			r.Measure.Name, r.Measure.Grams = r.WaterBy.Name, new(*r.WaterBy.Ml/1000*coffee.GroundGPerL)
			defaulted = append(defaulted, "measure.name", "measure.grams")
		case s.BasketG == 0:
			r.Measure.Name = new(quantity.Either(s.ScoopMarks, "scoop", coffee.UsualMeasure))
			defaulted = append(defaulted, "measure.name")
		}
	}
	if r.Measure.Name != nil && r.Measure.Grams == nil {
		r.Measure.Grams = new(coffee.TypicalG(*r.Measure.Name))
		defaulted = append(defaulted, "measure.grams")
	}
	if r.With.CondensedG == nil && s.Milk > 0 {
		r.With.CondensedG = new(s.Milk)
		defaulted = append(defaulted, "with.condensed_g")
	}
	if r.Draw == nil && r.Heat.SuppliedC != nil {
		named := !slices.Contains(defaulted, "vessel.capacity_ml") || !slices.Contains(defaulted, "vessel.mass_g")
		r.Draw = new(quantity.Either(m.Family == "cup" && !named, drawCup, drawPot))
		defaulted = append(defaulted, "draw")
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

func checkGrinder(r Request) Problems {
	g := r.Grinder
	switch {
	case g.Clicks == nil, g.UmPerClick == nil: // of a grinder of which nothing is known
	default:
		if um := *g.ZeroUm + *g.Clicks**g.UmPerClick; um < field.GrindUm.Min || um > field.GrindUm.Max {
			return Problems{{Field: "grinder.clicks", Value: *g.Clicks, Message: fmt.Sprintf("this setting is %.0f µm. Enter one of %.0f to %.0f µm", um, field.GrindUm.Min, field.GrindUm.Max)}}
		}
	}
	return nil
}

// FieldByPath finds a field.
func FieldByPath(path string) (field.Of[Request], bool) {
	i, ok := byPath[path]
	if !ok {
		return field.Of[Request]{}, false
	}
	return Fields[i], true
}

var byPath = func() map[string]int {
	at := make(map[string]int, len(Fields))
	for i, f := range Fields {
		at[f.Path] = i
	}
	return at
}()
