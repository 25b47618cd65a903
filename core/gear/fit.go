package gear

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Level is how well two things go together.
type Level string

// The levels.
const (
	Fits Level = "fits"
	Care Level = "care" // works, with care or a little more trouble
	No   Level = "no"   // does not work
)

// Joint is a place where two pieces of gear, or a piece and a brew, meet.
type Joint struct {
	Rule   string   `json:"rule"`
	A      int64    `json:"a" doc:"Item"`
	B      int64    `json:"b,omitempty" doc:"Item; 0 where the other side is a brew"`
	Level  Level    `json:"level" enum:"fits,care,no"`
	Figure *float64 `json:"figure" doc:"What counts, such as the base's overhang"`
	Limit  *float64 `json:"limit"`
	quantity.Phrase
	Remedy string `json:"remedy" doc:"What would mend it; empty when it fits"`
}

// joint is one of a rule and case (see joints), with its figures.
func joint(rule, how string, a, b Item, level Level, figure, limit float64, v ...quantity.Value) Joint {
	j := Joint{Rule: rule, A: a.ID, B: b.ID, Level: level, Figure: &figure, Limit: &limit}
	j.tell(rule+"/"+how, a, b, v...)
	return j
}

func mm(v float64) quantity.Value { return quantity.Of(v, quantity.Millimetre) }
func ml(v float64) quantity.Value { return quantity.Of(v, quantity.Millilitre) }
func gr(v float64) quantity.Value { return quantity.Of(v, quantity.Gram) }

// restMm is how much of a base must lie on a rim, in all, to stand without
// being held. From memory.
const restMm = 8

// tried is a joint of two typical sizes, which forbid nothing: nobody has measured either.
func tried(j Joint, a, b Item) Joint {
	if j.Level == No && a.Typical && b.Typical {
		j.Level = Care
		j.tell("typical", a, b)
	}
	return j
}

// OnRim is whether a brewer's base sits on a cup's rim: falls in when it is no wider, tips
// when hardly. One that is leaned on has to sit: what only tips does not fit. It is false
// where a dimension is not known, or the brewer stands on its own; one that is leaned on is
// then to be tried at home.
func OnRim(b, cup Item) (Joint, bool) {
	if b.Kind != Brewer || !restsOnCup(b.Type) {
		return Joint{}, false
	}
	leaned := LeanedOn(b.Type)
	if b.BaseMm == nil || cup.RimMm == nil {
		if !leaned || cup.Name == "" {
			return Joint{}, false
		}
		j := Joint{Rule: "rim", A: b.ID, B: cup.ID, Level: Care}
		j.tell("rim/unmeasured", b, cup)
		return j, true
	}
	over := *b.BaseMm - *cup.RimMm
	how, tips := "", Care
	if leaned {
		how, tips = "-lean", No
	}
	switch {
	case over <= 0:
		return tried(joint("rim", "falls"+how, b, cup, No, over, restMm, mm(*b.BaseMm), mm(*cup.RimMm)), b, cup), true
	case over < restMm:
		return tried(joint("rim", "tips"+how, b, cup, tips, over, restMm, mm(*b.BaseMm), mm(*cup.RimMm), mm(over)), b, cup), true
	}
	return joint("rim", "sits", b, cup, Fits, over, restMm, mm(*b.BaseMm), mm(*cup.RimMm)), true
}

// Stands is OnRim where a stick may lie across the rim: it carries what drips, and nothing
// that is leaned on.
func Stands(b, cup Item, stick bool) (Joint, bool) {
	j, known := OnRim(b, cup)
	if !known || j.Level == Fits || !stick || LeanedOn(b.Type) {
		return j, known
	}
	j.Level = Care
	j.tell("rim/stick", b, cup)
	return j, true
}

// Carries reports whether what Stands says is no refusal, without its words: a choice of kits
// asks it often.
func Carries(b, cup Item, stick bool) bool {
	if b.Kind != Brewer || b.BaseMm == nil || cup.RimMm == nil || !restsOnCup(b.Type) || b.Typical && cup.Typical {
		return true
	}
	over := *b.BaseMm - *cup.RimMm
	if LeanedOn(b.Type) {
		return over >= restMm
	}
	return over > 0 || stick
}

// LeanedOn reports whether a brewer of a type is pressed on as it brews, so that what it
// stands on has to carry that.
func LeanedOn(t string) bool { return t == "hand press" || t == "pocket pump brewer" }

func restsOnCup(t string) bool {
	switch t {
	case "cone dripper", "flat-bed dripper", "tank dripper", "metal drip filter", "cloth filter":
		return true
	}
	return LeanedOn(t)
}

// cupFull is the share of a cup that is filled; more spills. From memory.
const cupFull = 0.92

// Holds reports whether a cup or server has room for a drink; false too where its
// capacity is not known.
func (i Item) Holds(drinkMl float64) bool {
	return i.CapacityMl != nil && drinkMl <= *i.CapacityMl*cupFull
}

// DrinkInCup is whether a drink has room in a cup.
func DrinkInCup(cup Item, drinkMl float64) (Joint, bool) {
	if cup.CapacityMl == nil {
		return Joint{}, false
	}
	room := *cup.CapacityMl * cupFull
	level, how := Fits, "room"
	if !cup.Holds(drinkMl) {
		level, how = No, "small"
	}
	return joint("drink", how, cup, Item{}, level, drinkMl, room, ml(drinkMl), ml(*cup.CapacityMl)), true
}

// WaterInVessel is whether the water of a brew has room in a vessel at once.
func WaterInVessel(v Item, heatedMl float64) (Joint, bool) {
	if v.CapacityMl == nil || heatedMl < 1 {
		return Joint{}, false // nothing is heated in it
	}
	room := *v.CapacityMl * 0.95
	level, how := Fits, "at-once"
	if heatedMl > room {
		level, how = Care, "batches"
	}
	return joint("water", how, v, Item{}, level, heatedMl, room, ml(heatedMl), quantity.Of(math.Ceil(heatedMl/room), quantity.None)), true
}

// PotOnBurner is whether a vessel stands on a burner.
func PotOnBurner(v, b Item) (Joint, bool) {
	base := v.BaseMm
	if base == nil {
		base = v.LengthMm
	}
	if base == nil || b.SupportMin == nil || b.SupportMax == nil {
		return Joint{}, false
	}
	switch {
	case *base < *b.SupportMin:
		return tried(joint("support", "falls", v, b, No, *base, *b.SupportMin, mm(*base), mm(*b.SupportMin)), v, b), true
	case *base > *b.SupportMax:
		return joint("support", "over", v, b, Care, *base, *b.SupportMax, mm(*base), mm(*b.SupportMax)), true
	}
	return joint("support", "stands", v, b, Fits, *base, *b.SupportMax, mm(*base)), true
}

// OverFlame is whether a vessel may stand over a flame at all.
func OverFlame(v, b Item) (Joint, bool) {
	burner, ok := heat.BurnerByID(b.Type)
	if !ok || v.Material == "" {
		return Joint{}, false
	}
	switch {
	case v.Insulated:
		return joint("material", "walls", v, b, No, 0, 0), true
	case burner.Flame && (v.Material == "plastic" || v.Material == "silicone" || v.Material == "wood"):
		return joint("material", "burns", v, b, No, 0, 0, quantity.Text(v.Material)), true
	case burner.Flame && (v.Material == "glass" || v.Material == "ceramic"):
		return joint("material", "cracks", v, b, No, 0, 0, quantity.Text(v.Material)), true
	}
	return joint("material", "stands", v, b, Fits, 0, 0), true
}

// BurnerFuel is whether a burner burns a fuel.
func BurnerFuel(b, f Item) (Joint, bool) {
	burner, ok := heat.BurnerByID(b.Type)
	if !ok || f.Type == "" {
		return Joint{}, false
	}
	for _, id := range burner.Fuels {
		if string(id) == f.Type {
			return joint("fuel", "burns", b, f, Fits, 0, 0), true
		}
	}
	return joint("fuel", "other", b, f, No, 0, 0, quantity.Text(strings.Join(field.IDs(burner.Fuels, func(f heat.FuelID) string { return string(f) }), " or "))), true
}

// DoseInBrewer is whether a dose has room in a brewer.
func DoseInBrewer(b Item, doseG float64) (Joint, bool) {
	if b.DoseG == nil {
		return Joint{}, false
	}
	level, how := Fits, "takes"
	if doseG > *b.DoseG*1.02 {
		level, how = Care, "batches"
	}
	return joint("dose", how, b, Item{}, level, doseG, *b.DoseG, gr(doseG), gr(*b.DoseG), quantity.Of(math.Ceil(doseG / *b.DoseG), quantity.None)), true
}

// PaperInBrewer is whether papers are of the brewer's size.
func PaperInBrewer(b, f Item) (Joint, bool) {
	if b.Size == "" || f.Size == "" {
		return Joint{}, false
	}
	if b.Size == f.Size {
		return joint("paper", "fits", f, b, Fits, 0, 0), true
	}
	return joint("paper", "other", f, b, No, 0, 0, quantity.Text(f.Size), quantity.Text(b.Size)), true
}

// PapersEnough is whether there are papers for every brew.
func PapersEnough(f Item, needed float64) Joint {
	level, how := Fits, "enough"
	if needed > f.Pieces() {
		level, how = No, "short"
	}
	return joint("papers", how, f, Item{}, level, needed, f.Pieces(), quantity.Of(needed, quantity.None), quantity.Of(f.Pieces(), quantity.None))
}

// Fills is how often a hopper is filled for a dose: a fiftieth more than it is said to take
// goes in. It is 1 where what it takes is not known.
func (i Item) Fills(doseG float64) float64 {
	if i.DoseG == nil {
		return 1
	}
	return math.Max(math.Ceil(doseG/(*i.DoseG*1.02)-1e-9), 1)
}

// DoseInGrinder is whether a grinder's hopper takes a dose at once.
func DoseInGrinder(g Item, doseG float64) (Joint, bool) {
	if g.DoseG == nil {
		return Joint{}, false
	}
	level, how := Fits, "at-once"
	n := g.Fills(doseG)
	if n > 1 {
		level, how = Care, "fills"
	}
	return joint("hopper", how, g, Item{}, level, doseG, *g.DoseG, gr(doseG), gr(*g.DoseG), quantity.Of(n, quantity.None)), true
}

// ScaleFor is whether a scale carries vessel and water, and is fine enough for
// the smallest pour.
func ScaleFor(s Item, onItG, smallestPourG float64) (Joint, bool) {
	if s.RangeG == nil || s.StepG == nil {
		return Joint{}, false
	}
	switch {
	case onItG > *s.RangeG:
		return joint("scale", "ends", s, Item{}, No, onItG, *s.RangeG, gr(onItG), gr(*s.RangeG)), true
	case smallestPourG < 20**s.StepG:
		return joint("scale", "coarse", s, Item{}, Care, *s.StepG, smallestPourG/20, gr(*s.StepG), gr(smallestPourG)), true
	}
	return joint("scale", "carries", s, Item{}, Fits, onItG, *s.RangeG, gr(onItG)), true
}

// SlowPour is whether a vessel pours in the thin stream that a method wants.
func SlowPour(v Item, wanted bool) (Joint, bool) {
	if !wanted {
		return Joint{}, false
	}
	if v.Spout {
		return joint("spout", "thin", v, Item{}, Fits, 0, 0), true
	}
	return joint("spout", "none", v, Item{}, Care, 0, 0), true
}

// Lacks says what a shelf lacks for a school of a method: its brewer, its papers
// or a grinder. It is empty when nothing is missing, and when the shelf is empty,
// for then nothing is known.
func Lacks(shelf []Item, m method.Method, s method.School, groundAhead bool) string {
	if len(shelf) == 0 {
		return ""
	}
	have := func(is func(Item) bool) bool {
		return slices.ContainsFunc(shelf, func(i Item) bool { return i.Usable() && (i.Price == nil || *i.Price == 0) && is(i) })
	}
	var lacks []string
	if m.Family != "cup" && m.Contact != method.Dilution && !have(func(i Item) bool { return slices.Contains(i.Methods(), m.ID) }) {
		lacks = append(lacks, "a "+m.Needs[0])
	}
	for _, what := range s.Consumables {
		if method.IsPaper(what) && !have(func(i Item) bool {
			return i.Kind == Filter && (i.Type == what || strings.TrimPrefix(what, "thick ") == i.Type)
		}) {
			lacks = append(lacks, what+"s")
		}
	}
	if s.GrindUm > 0 && !groundAhead && !have(func(i Item) bool { return i.Kind == Grinder }) {
		lacks = append(lacks, "a grinder")
	}
	return strings.Join(lacks, ", ")
}

// Inside is whether one thing goes into another for packing: a cup, a pot, a
// server or a container, by its dimensions with 3 mm of play.
func Inside(in, out Item) bool {
	switch out.Kind {
	case Cup, Vessel, Server, Container:
	default:
		return false
	}
	if in.LengthMm == nil || in.HeightMm == nil || out.LengthMm == nil || out.HeightMm == nil || out.CapacityMl == nil || in.ID == out.ID {
		return false
	}
	w := *in.LengthMm
	if in.WidthMm != nil {
		w = math.Hypot(*in.LengthMm, *in.WidthMm) // a box in a round pot goes in by its diagonal
	}
	free := *out.LengthMm - 6
	deep := *out.HeightMm - 6
	if in.WidthMm == nil {
		// Something round may also lie, when it is short enough.
		lying := math.Hypot(*in.LengthMm, *in.HeightMm)
		return w <= free && *in.HeightMm <= deep || lying <= free && *in.LengthMm <= deep
	}
	l := *in.LengthMm
	return w <= free && *in.HeightMm <= deep || math.Hypot(*in.WidthMm, *in.HeightMm) <= free && l <= deep
}

// Nest is where a thing is packed.
type Nest struct {
	Item int64  `json:"item"`
	In   int64  `json:"in" doc:"0 for the pack itself"`
	Text string `json:"text"`
}

// Nests packs the largest first, each into the smallest thing that takes it and
// has room left; a thing that holds others may itself go into a larger one.
// Round things fill about two thirds of the room they are in.
func Nests(items []Item) []Nest {
	order := make([]int, len(items))
	vol := make([]float64, len(items))
	room := make([]float64, len(items))
	for i, it := range items {
		order[i] = i
		if v, ok := it.VolumeMl(); ok {
			vol[i] = v
		}
		if it.CapacityMl != nil {
			room[i] = 0.65 * *it.CapacityMl
		}
	}
	// Insertion sort, largest first; stable.
	for i := 1; i < len(order); i++ {
		for j := i; j > 0 && vol[order[j]] > vol[order[j-1]]; j-- {
			order[j], order[j-1] = order[j-1], order[j]
		}
	}
	in := make([]int, len(items))
	for i := range in {
		in[i] = -1
	}
	for _, i := range order {
		best := -1
		for j := range items {
			if i == j || vol[i] == 0 || !Inside(items[i], items[j]) || room[j] < vol[i] || within(in, j, i) {
				continue
			}
			if best < 0 || room[j] < room[best] {
				best = j
			}
		}
		if best >= 0 {
			in[i] = best
			room[best] -= vol[i]
		}
	}
	out := make([]Nest, len(items))
	for i, it := range items {
		out[i] = Nest{Item: it.ID, Text: "in the pack"}
		if in[i] >= 0 {
			out[i].In, out[i].Text = items[in[i]].ID, "in "+quantity.Within(items[in[i]].Name)
		}
	}
	return out
}

// within reports whether a lies in b, or in something that does.
func within(in []int, a, b int) bool {
	for k := a; k >= 0; k = in[k] {
		if k == b {
			return true
		}
	}
	return false
}

// String names a joint for a log.
func (j Joint) String() string { return fmt.Sprintf("%s %s: %s", j.Rule, j.Level, j.Text) }

// Lightest is the lightest brewer that makes a method: of a shelf, or where it has
// none of the starter shelf, and then it is not one's own. ok is false for a method
// that needs no brewer on the way.
func Lightest(shelf []Item, m method.Method) (it Item, own, ok bool) {
	if m.InPot() || m.Family == "cup" || m.Contact == method.Dilution || m.Contact == method.Cold {
		return it, false, false // or it stays at home
	}
	find := func(list []Item) bool {
		for _, i := range list {
			if i.Kind == Brewer && i.Usable() && slices.Contains(i.Methods(), m.ID) && (!ok || i.MassG < it.MassG) {
				it, ok = i, true
			}
		}
		return ok
	}
	own = find(shelf)
	if !own {
		find(Starter())
	}
	return it, own, ok
}
