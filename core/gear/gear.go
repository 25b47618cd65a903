// Package gear holds gear and the rules of what fits what, each with a reason
// in words and a figure.
package gear

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

// Kind is what a piece of gear is for.
type Kind string

// The kinds.
const (
	Brewer      Kind = "brewer"
	Filter      Kind = "filter"
	Vessel      Kind = "vessel" // kettle or pot
	Burner      Kind = "burner"
	Fuel        Kind = "fuel"
	Grinder     Kind = "grinder"
	Scale       Kind = "scale"
	Thermometer Kind = "thermometer"
	Cup         Kind = "cup"
	Server      Kind = "server"
	Container   Kind = "container"
	Extra       Kind = "extra"
)

// Concentrate is the type of a container with coffee concentrate in it, made before.
const Concentrate = "concentrate"

// Kinds lists the kinds in the order in which a kit is laid out.
var Kinds = []Kind{Brewer, Filter, Vessel, Burner, Fuel, Grinder, Scale, Thermometer, Cup, Server, Container, Extra}

// BrewerTypes are the brewers by their generic names, with the methods they
// serve.
var BrewerTypes = map[string][]string{
	"cone dripper": {"cone"}, "flat-bed dripper": {"flat-bed"}, "tank dripper": {"tank-dripper"}, "cloth filter": {"cloth"},
	"metal drip filter": {"slow-drip"}, "hand press": {"hand-press"}, "pocket pump brewer": {"pocket-pump"}, "moka pot": {"moka"},
	"press pot": {"press-pot"}, "jar": {"cold-concentrate"},
}

// Item is a piece of gear. Dimensions are outer; what is not known is left out
// and the rules that need it are not applied.
type Item struct {
	ID         int64    `json:"id,omitempty"`
	UUID       string   `json:"uuid,omitempty" maxLength:"36" doc:"Given by the store"`
	Revision   int64    `json:"revision,omitempty" doc:"Grows with each change; given by the store"`
	Name       string   `json:"name" minLength:"1" maxLength:"80" pattern:"^$|^[^\\n\\t]*\\S[^\\n\\t]*$" patternDescription:"one line that is not empty"`
	Kind       Kind     `json:"kind" enum:"brewer,filter,vessel,burner,fuel,grinder,scale,thermometer,cup,server,container,extra"`
	Type       string   `json:"type,omitempty" maxLength:"40" doc:"Generic type: of a brewer or filter its name, of a burner or fuel its ID"`
	MassG      float64  `json:"mass_g" doc:"Of one"`
	Count      *float64 `json:"count,omitempty" doc:"Pieces there are; 1 when left out"`
	LengthMm   *float64 `json:"length_mm,omitempty" doc:"Or the diameter of something round"`
	WidthMm    *float64 `json:"width_mm,omitempty" doc:"Left out for something round"`
	HeightMm   *float64 `json:"height_mm,omitempty"`
	CapacityMl *float64 `json:"capacity_ml,omitempty"`
	DoseG      *float64 `json:"dose_g,omitempty" doc:"Coffee that a brewer or a grinder's hopper takes; grams of a scoop"`
	RimMm      *float64 `json:"rim_mm,omitempty" doc:"Of a cup or server: inner diameter at the rim"`
	BaseMm     *float64 `json:"base_mm,omitempty" doc:"Of a brewer: the base that rests on a rim. Of a vessel: its bottom"`
	Material   string   `json:"material,omitempty"`
	Spout      bool     `json:"spout,omitempty" doc:"Pours in a thin stream"`
	Lid        bool     `json:"lid,omitempty"`
	Insulated  bool     `json:"insulated,omitempty"`
	Size       string   `json:"size,omitempty" maxLength:"20" doc:"Of papers, and of the brewer that takes them"`
	SupportMin *float64 `json:"support_min_mm,omitempty" doc:"Of a burner: the smallest pot that stands on it"`
	SupportMax *float64 `json:"support_max_mm,omitempty"`
	RangeG     *float64 `json:"range_g,omitempty" doc:"Of a scale"`
	StepG      *float64 `json:"step_g,omitempty"`
	UmPerClick *float64 `json:"um_per_click,omitempty"`
	ZeroUm     *float64 `json:"zero_um,omitempty"`
	// One setting is enough: the clicks that give a grind one knows by eye.
	KnownClicks *float64 `json:"known_clicks,omitempty" doc:"Of a grinder: a setting that one knows"`
	KnownGrind  string   `json:"known_grind,omitempty" maxLength:"20" doc:"The grind at that setting, as a word"`
	Blade       bool     `json:"blade,omitempty" doc:"A grinder that chops"`
	Parts       []string `json:"parts,omitempty" maxItems:"20" doc:"Parts that come apart and get lost"`
	Condition   string   `json:"condition,omitempty" enum:",good,worn,broken,lost"`
	Price       *float64 `json:"price,omitempty" doc:"To buy it, in any one currency; left out for what one has"`
	Typical     bool     `json:"typical,omitempty" doc:"The figures are typical ones, not measured"`
	Note        string   `json:"note,omitempty" maxLength:"500"`
	// Calibrations, with when and how they were got.
	Efficiency  *float64 `json:"efficiency,omitempty"`
	PowerW      *float64 `json:"power_w,omitempty"`
	LossFactor  *float64 `json:"loss_factor,omitempty"`
	DrainFactor *float64 `json:"drain_factor,omitempty" doc:"Of a dripper with its paper, from a timed drawdown"`
	Regulated   bool     `json:"regulated,omitempty" doc:"A gas stove with a regulator"`
	Calibrated  string   `json:"calibrated,omitempty" maxLength:"80" doc:"When and how"`
}

// BySetting is the item with the figures of its clicks from the setting that is known of
// it, where one is: as a grinder whose burrs touch at zero.
func (i Item) BySetting() Item {
	um, ok := coffee.MiddleUm(i.KnownGrind)
	if i.Kind == Grinder && ok && i.KnownClicks != nil && *i.KnownClicks > 0 {
		i.UmPerClick, i.ZeroUm = new(math.Round(10*coffee.UmPerClickAt(*i.KnownClicks, um))/10), new(0.0)
	}
	return i
}

// ToFingerMl is what a cup holds to a finger under its rim, as one fills it, in ml; 0 where
// it is not known. A finger is 15 mm, and a cup is taken for as wide at the top as its rim,
// or as its outside less 4 mm. Common practice.
func (i Item) ToFingerMl() float64 {
	if i.CapacityMl == nil {
		return 0
	}
	wide := 80.0
	switch {
	case i.RimMm != nil:
		wide = *i.RimMm
	case i.LengthMm != nil:
		wide = *i.LengthMm - 4
	}
	ml := *i.CapacityMl - math.Pi/4*wide*wide*15/1000
	return math.Min(math.Max(10*math.Round(math.Max(ml, *i.CapacityMl/2)/10), 20), 2000)
}

// Pieces returns how many there are.
func (i Item) Pieces() float64 {
	if i.Count == nil {
		return 1
	}
	return *i.Count
}

// CarriedG is the mass of it in the packs of some people: a cup for each of them,
// and one of anything else. Papers count with what is used up.
func (i Item) CarriedG(people float64) float64 {
	switch i.Kind {
	case Filter:
		return 0
	case Cup:
		return i.MassG * math.Min(i.Pieces(), people)
	}
	return i.MassG
}

// Usable reports whether it can go along.
func (i Item) Usable() bool { return i.Condition != "broken" && i.Condition != "lost" }

// Methods returns the methods that a brewer, or a pot, serves.
func (i Item) Methods() []string {
	switch i.Kind {
	case Brewer:
		return BrewerTypes[i.Type]
	case Vessel:
		if !i.Spout {
			return []string{"pot"} // a kettle's spout lets no grounds out
		}
	}
	return nil
}

// number is one of an item's numbers, nil where it is not known, with what it may be.
type number struct {
	name     string
	v        *float64
	min, max float64
	unit     quantity.Unit
}

func (n number) field() field.Field {
	f := field.Numeric(n.name, n.unit, n.min, n.max)
	if n.name == "count" {
		return f.Counted()
	}
	return f
}

func (i *Item) numbers() []number {
	return []number{{"mass_g", &i.MassG, 0.1, 20000, "g"}, {"count", i.Count, 1, 1000, ""}, {"length_mm", i.LengthMm, 1, 2000, "mm"}, {"width_mm", i.WidthMm, 1, 2000, "mm"}, {"height_mm", i.HeightMm, 1, 2000, "mm"},
		{"capacity_ml", i.CapacityMl, 5, 50000, "ml"}, {"dose_g", i.DoseG, 0.5, 2000, "g"}, {"rim_mm", i.RimMm, 10, 500, "mm"}, {"base_mm", i.BaseMm, 10, 500, "mm"},
		{"support_min_mm", i.SupportMin, 10, 500, "mm"}, {"support_max_mm", i.SupportMax, 10, 500, "mm"}, {"range_g", i.RangeG, 10, 50000, "g"}, {"step_g", i.StepG, 0.001, 100, "g"},
		{"um_per_click", i.UmPerClick, 1, 200, "µm/click"}, {"zero_um", i.ZeroUm, -500, 500, "µm"}, {"known_clicks", i.KnownClicks, 0, 400, "clicks"}, {"price", i.Price, 0, 100000, ""},
		{"efficiency", i.Efficiency, 0.02, 0.98, ""}, {"power_w", i.PowerW, 50, 20000, "W"}, {"loss_factor", i.LossFactor, thermal.MinLossFactor, thermal.MaxLossFactor, ""}, {"drain_factor", i.DrainFactor, 0.2, 5, ""}}
}

// Fields are the numbers of an item with what they may be; those that go into a brew's plan
// may be bound more tightly by it.
func Fields() []field.Field {
	var out []field.Field
	for _, n := range new(Item).numbers() {
		out = append(out, n.field())
	}
	return out
}

// Check finds what is wrong with an item.
func (i Item) Check() brew.Problems {
	var bad brew.Problems
	add := func(field string, value any, format string, args ...any) {
		bad = append(bad, brew.Problem{Field: field, Value: value, Message: fmt.Sprintf(format, args...)})
	}
	if n := len([]rune(strings.TrimSpace(i.Name))); n < 1 || n > 80 {
		add("name", i.Name, "%d characters is out of range. Enter 1 to 80 characters", n)
	}
	if !slices.Contains(Kinds, i.Kind) {
		add("kind", i.Kind, "%q is not known. Enter one of %s", i.Kind, ids(Kinds, func(k Kind) string { return string(k) }))
	}
	switch i.Kind {
	case Brewer:
		if _, ok := BrewerTypes[i.Type]; !ok {
			add("type", i.Type, "%q is not known. Choose %s", i.Type, strings.Join(sortedKeys(BrewerTypes), ", "))
		}
	case Burner:
		if _, ok := heat.BurnerByID(i.Type); !ok {
			add("type", i.Type, "%q is not a burner. Choose %s", i.Type, ids(heat.Burners, func(b heat.Burner) string { return string(b.ID) }))
		}
	case Fuel:
		if _, ok := heat.FuelByID(i.Type); !ok {
			add("type", i.Type, "%q is not a fuel. Choose %s", i.Type, ids(heat.Fuels, func(f heat.Fuel) string { return string(f.ID) }))
		}
	}
	if i.Material != "" {
		if _, ok := heat.MaterialByID(i.Material); !ok {
			add("material", i.Material, "%q is not known. Enter %s", i.Material, ids(heat.Materials, func(m heat.Material) string { return string(m.ID) }))
		}
	}
	if i.KnownGrind != "" {
		if _, ok := coffee.MiddleUm(i.KnownGrind); !ok {
			add("known_grind", i.KnownGrind, "%q is not known. Enter %s", i.KnownGrind, ids(coffee.Bands, func(b coffee.Band) string { return b.Name }))
		}
	}
	for _, f := range i.numbers() {
		if f.v != nil {
			// What goes into a brew's plan has to be allowed there.
			if b, ok := brew.FieldByPath(goesTo[i.Kind][f.name]); ok && (f.name != "capacity_ml" || i.Kind != Brewer || i.brewCapacity() != nil) {
				f.min, f.max = max(f.min, b.Min), min(f.max, b.Max)
			}
			if p, is := f.field().CheckAt(f.name, *f.v); is {
				bad = append(bad, p)
			}
		}
	}
	// More inside than outside: a vessel cannot hold more than its own bulk.
	if v, ok := i.VolumeMl(); ok && i.CapacityMl != nil && *i.CapacityMl > 1.05*v {
		add("capacity_ml", *i.CapacityMl, "%.0f ml is more than its outside, %.0f ml. Enter up to %.0[2]f ml", *i.CapacityMl, v)
	}
	if i.RimMm != nil && i.LengthMm != nil && *i.RimMm > *i.LengthMm {
		add("rim_mm", *i.RimMm, "%.0f mm is wider than the whole, %.0f mm. Enter up to %.0[2]f mm", *i.RimMm, *i.LengthMm)
	}
	return bad
}

func sortedKeys(m map[string][]string) []string {
	var out []string
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}

func ids[T any](list []T, id func(T) string) string {
	var out []string
	for _, x := range list {
		out = append(out, id(x))
	}
	return strings.Join(out, ", ")
}

// VolumeMl returns the bulk of one, as packed: a cylinder when it is round, a
// box otherwise; false when the dimensions are not known.
func (i Item) VolumeMl() (float64, bool) {
	if i.LengthMm == nil || i.HeightMm == nil {
		return 0, false
	}
	if i.WidthMm == nil {
		return math.Pi / 4 * *i.LengthMm * *i.LengthMm * *i.HeightMm / 1000, true
	}
	return *i.LengthMm * *i.WidthMm * *i.HeightMm / 1000, true
}

func p(v float64) *float64 { return &v }

// Assumed is what is taken to be there of somebody who has no shelf and says nothing: a
// pot, a grinder and cups, and something to light under the pot.
func Assumed() []Item {
	var out []Item
	for _, kind := range []Kind{Vessel, Grinder, Cup, Burner} {
		for _, i := range Starter() {
			if i.Kind == kind {
				out = append(out, i)
				break
			}
		}
	}
	return out
}

// Starter is a shelf of plain generic gear. Its figures are typical, from
// memory, and each says so.
func Starter() []Item {
	list := []Item{
		{Name: "Cone dripper, plastic", Kind: Brewer, Type: "cone dripper", MassG: 95, LengthMm: p(115), HeightMm: p(95), BaseMm: p(105), DoseG: p(36), CapacityMl: p(500), Size: "cone", Material: "plastic"},
		{Name: "Folding cone dripper", Kind: Brewer, Type: "cone dripper", MassG: 30, LengthMm: p(130), WidthMm: p(130), HeightMm: p(12), BaseMm: p(100), DoseG: p(30), Size: "cone", Material: "silicone"},
		{Name: "Flat-bed dripper, steel", Kind: Brewer, Type: "flat-bed dripper", MassG: 140, LengthMm: p(105), HeightMm: p(75), BaseMm: p(95), DoseG: p(45), CapacityMl: p(400), Size: "flat", Material: "steel"},
		{Name: "Hand press", Kind: Brewer, Type: "hand press", MassG: 290, LengthMm: p(110), HeightMm: p(150), BaseMm: p(85), DoseG: p(30), CapacityMl: p(250), Size: "small", Material: "plastic", Parts: []string{"cap", "plunger", "seal", "stirrer"}},
		{Name: "Slow metal drip", Kind: Brewer, Type: "metal drip filter", MassG: 75, LengthMm: p(90), HeightMm: p(70), BaseMm: p(88), DoseG: p(25), CapacityMl: p(170), Material: "steel", Parts: []string{"press", "lid"}},
		{Name: "Pocket pump brewer", Kind: Brewer, Type: "pocket pump brewer", MassG: 340, LengthMm: p(65), HeightMm: p(175), DoseG: p(18), CapacityMl: p(100), Material: "plastic", Parts: []string{"basket", "tank", "spout cap"}},
		{Name: "Moka pot, small", Kind: Brewer, Type: "moka pot", MassG: 380, LengthMm: p(95), HeightMm: p(160), BaseMm: p(85), DoseG: p(16), CapacityMl: p(160), Material: "aluminium", Parts: []string{"basket", "gasket"}},
		{Name: "Press pot, steel", Kind: Brewer, Type: "press pot", MassG: 420, LengthMm: p(100), HeightMm: p(170), CapacityMl: p(600), Material: "steel", Parts: []string{"sieve", "spring"}},
		{Name: "Cloth filter on a ring", Kind: Brewer, Type: "cloth filter", MassG: 40, LengthMm: p(110), WidthMm: p(110), HeightMm: p(20), BaseMm: p(100), DoseG: p(40), Material: "wood"},
		{Name: "Jar with a lid", Kind: Brewer, Type: "jar", MassG: 160, LengthMm: p(90), HeightMm: p(130), CapacityMl: p(700), Material: "plastic"},
		{Name: "Cone papers", Kind: Filter, Type: "cone paper", MassG: 1.5, Count: p(40), Size: "cone"},
		{Name: "Flat papers", Kind: Filter, Type: "flat paper", MassG: 1.5, Count: p(30), Size: "flat"},
		{Name: "Small round papers", Kind: Filter, Type: "small paper", MassG: 0.5, Count: p(60), Size: "small"},
		{Name: "Paper tea bags", Kind: Filter, Type: "paper tea bag", MassG: 1, Count: p(30), Size: "bag"},
		{Name: "Titanium pot, 1 L", Kind: Vessel, MassG: 150, LengthMm: p(130), HeightMm: p(90), BaseMm: p(120), CapacityMl: p(1000), Material: "titanium", Lid: true},
		{Name: "Aluminium pot, 1.4 L", Kind: Vessel, MassG: 210, LengthMm: p(155), HeightMm: p(95), BaseMm: p(145), CapacityMl: p(1400), Material: "aluminium", Lid: true},
		{Name: "Kettle with a spout", Kind: Vessel, MassG: 260, LengthMm: p(140), HeightMm: p(120), BaseMm: p(120), CapacityMl: p(900), Material: "steel", Spout: true, Lid: true},
		{Name: "Titanium mug pot, 450 ml", Kind: Vessel, MassG: 70, LengthMm: p(85), HeightMm: p(95), BaseMm: p(80), CapacityMl: p(450), Material: "titanium"},
		{Name: "Canister burner", Kind: Burner, Type: "canister", MassG: 85, LengthMm: p(60), WidthMm: p(50), HeightMm: p(80), SupportMin: p(85), SupportMax: p(200)},
		{Name: "Burner with heat exchanger", Kind: Burner, Type: "canister-exchanger", MassG: 390, LengthMm: p(110), HeightMm: p(150), SupportMin: p(100), SupportMax: p(135)},
		{Name: "Spirit burner with screen", Kind: Burner, Type: "spirit", MassG: 130, LengthMm: p(80), HeightMm: p(90), SupportMin: p(80), SupportMax: p(170)},
		{Name: "Tablet stove", Kind: Burner, Type: "tablets", MassG: 90, LengthMm: p(95), WidthMm: p(75), HeightMm: p(22), SupportMin: p(70), SupportMax: p(140)},
		{Name: "Hand grinder", Kind: Grinder, MassG: 450, LengthMm: p(55), HeightMm: p(150), DoseG: p(25), UmPerClick: p(37), ZeroUm: p(0), Parts: []string{"crank"}},
		{Name: "Small hand grinder", Kind: Grinder, MassG: 270, LengthMm: p(47), HeightMm: p(135), DoseG: p(18), UmPerClick: p(25), ZeroUm: p(0), Parts: []string{"crank"}},
		{Name: "Pocket scale", Kind: Scale, MassG: 110, LengthMm: p(130), WidthMm: p(75), HeightMm: p(20), RangeG: p(2000), StepG: p(0.1)},
		{Name: "Steel mug, wide", Kind: Cup, MassG: 110, LengthMm: p(105), HeightMm: p(85), RimMm: p(102), CapacityMl: p(450), Material: "steel", Count: p(2)},
		{Name: "Enamel cup", Kind: Cup, MassG: 125, LengthMm: p(82), HeightMm: p(80), RimMm: p(78), CapacityMl: p(300), Material: "enamel", Count: p(2)},
		{Name: "Insulated mug", Kind: Cup, MassG: 210, LengthMm: p(88), HeightMm: p(110), RimMm: p(74), CapacityMl: p(350), Material: "steel", Insulated: true, Count: p(2)},
		{Name: "Light jug, 600 ml", Kind: Server, MassG: 75, LengthMm: p(95), HeightMm: p(115), RimMm: p(88), CapacityMl: p(600), Material: "plastic"},
		{Name: "Stick across the rim", Kind: Extra, Type: "rim support", MassG: 10, LengthMm: p(160), WidthMm: p(8), HeightMm: p(8)},
		{Name: "Tablespoon, level", Kind: Extra, Type: "measure", MassG: 15, DoseG: p(5.5)},
		// Last: a device keeps which of them one has by their places.
		{Name: "Tank dripper", Kind: Brewer, Type: "tank dripper", MassG: 150, LengthMm: p(115), HeightMm: p(150), BaseMm: p(105), DoseG: p(30), CapacityMl: p(300), Size: "cone", Material: "plastic", Parts: []string{"tank"}},
	}
	for i := range list {
		list[i].Typical = true
	}
	return list
}

// Into puts an item's figures into the request of a brew that uses it: a vessel,
// a grinder, a cup, a burner or a brewer. What is not known stays as it was.
func (i Item) Into(r *brew.Request) {
	set := func(at **float64, v *float64) {
		if v != nil {
			*at = v
		}
	}
	word := func(at **string, v string) {
		if v != "" {
			*at = &v
		}
	}
	mass := i.MassG
	switch i.Kind {
	case Vessel:
		set(&r.Vessel.CapacityMl, i.CapacityMl)
		set(&r.Vessel.DiameterMm, i.LengthMm)
		r.Vessel.MassG = &mass
		word(&r.Vessel.Material, i.Material)
		set(&r.Calibration.LossFactor, i.LossFactor)
		if !i.Lid && r.Heat.Lid == nil {
			r.Heat.Lid = new(false)
		}
	case Brewer:
		set(&r.Brewer.CapacityMl, i.brewCapacity())
		set(&r.Brewer.DoseG, i.DoseG)
		set(&r.Calibration.DrainFactor, i.DrainFactor)
		r.Brewer.MassG = &mass
		word(&r.Brewer.Material, i.Material)
	case Cup:
		// Without a scale, water is poured by it.
		if ml := i.ToFingerMl(); ml > 0 && r.WaterBy.Ml == nil && r.WaterBy.Name == nil {
			name, _, _ := strings.Cut(quantity.Within(i.Name), ",")
			r.WaterBy.Name, r.WaterBy.Ml = &name, &ml
		}
		r.Cup.MassG = &mass
		word(&r.Cup.Material, i.Material)
		insulated := i.Insulated
		r.Cup.Insulated = &insulated
	case Grinder:
		was := r.Grinder
		set(&r.Grinder.UmPerClick, i.UmPerClick)
		set(&r.Grinder.ZeroUm, i.ZeroUm)
		r.Grinder.Clicks = convert(was, r.Grinder)
	case Burner:
		if r.Heat.SuppliedC != nil || r.Heat.Burner != nil && (*r.Heat.Burner == "mains" || *r.Heat.Burner == "fire") {
			return // there is other heat at the stop
		}
		word(&r.Heat.Burner, i.Type)
		r.Heat.Fuel, r.Heat.PowerW, r.Heat.Efficiency = nil, nil, nil
		set(&r.Calibration.Efficiency, i.Efficiency)
		set(&r.Calibration.PowerW, i.PowerW)
		if i.Regulated {
			r.Heat.Regulated = new(true)
		}
	}
}

// goesTo is the field of a brew's request that Into puts a figure in, by kind.
var goesTo = map[Kind]map[string]string{
	Vessel:  {"mass_g": "vessel.mass_g", "capacity_ml": "vessel.capacity_ml", "length_mm": "vessel.diameter_mm", "loss_factor": "calibration.loss_factor"},
	Brewer:  {"mass_g": "brewer.mass_g", "capacity_ml": "brewer.capacity_ml", "dose_g": "brewer.dose_g", "drain_factor": "calibration.drain_factor"},
	Cup:     {"mass_g": "cup.mass_g"},
	Grinder: {"um_per_click": "grinder.um_per_click", "zero_um": "grinder.zero_um"},
	Burner:  {"efficiency": "calibration.efficiency", "power_w": "calibration.power_w"},
}

// brewCapacity is how much water a brewer holds at once; nothing for one that
// drains as it is filled.
func (i Item) brewCapacity() *float64 {
	switch i.Type {
	case "cone dripper", "flat-bed dripper", "cloth filter":
		return nil
	}
	return i.CapacityMl
}

// convert are the clicks of a grinder that grind as those of another did: a number of
// clicks means nothing on the next one.
func convert(was, now brew.Grinder) *float64 {
	if was.Clicks == nil || was.UmPerClick == nil || now.UmPerClick == nil {
		return was.Clicks
	}
	zero := func(g brew.Grinder) float64 {
		if g.ZeroUm == nil {
			return 0
		}
		return *g.ZeroUm
	}
	if *was.UmPerClick == *now.UmPerClick && zero(was) == zero(now) {
		return was.Clicks
	}
	return new(math.Round(coffee.Clicks(zero(was)+*was.Clicks**was.UmPerClick, *now.UmPerClick, zero(now))))
}
