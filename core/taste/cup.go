package taste

import (
	"fmt"
	"math"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
)

// Had is what was really had, where it differs from the plan; what is left out went as
// planned.
type Had struct {
	DoseG    *float64 `json:"dose_g,omitempty"`
	WaterG   *float64 `json:"water_g,omitempty" doc:"Poured onto the coffee, without what was added to the cup afterwards"`
	ContactS *float64 `json:"contact_s,omitempty"`
	StartC   *float64 `json:"start_c,omitempty" doc:"Water at first contact"`
	Clicks   *float64 `json:"clicks,omitempty"`
	Presses  *float64 `json:"presses,omitempty" doc:"Of a pocket pump, where thirteen are usual"`
	AddedMl  *float64 `json:"added_ml,omitempty" doc:"Water added to the drink afterwards, all in all"`
	// Unboiled goes with every cup of the run, whatever else a person says of it.
	Unboiled *bool `json:"water_unboiled,omitempty" doc:"The boil that makes the water safe was skipped: the water was not safe"`
}

// Empty reports whether dose, water, time, temperature, grind, presses and what was added went as planned.
func (r Had) Empty() bool {
	return r.DoseG == nil && r.WaterG == nil && r.ContactS == nil && r.StartC == nil && r.Clicks == nil && r.Presses == nil && r.AddedMl == nil
}

// HadFields describes the numbers of Had.
var HadFields = []field.Of[Had]{
	field.In("dose_g", "Coffee", field.DoseG, "", func(h *Had) **float64 { return &h.DoseG }),
	field.In("water_g", "Poured", field.WaterG, "", func(h *Had) **float64 { return &h.WaterG }),
	field.In("contact_s", "Total time", field.TookS, "", func(h *Had) **float64 { return &h.ContactS }),
	field.Number("start_c", "Water, measured", quantity.Celsius, 0, 100, "", func(h *Had) **float64 { return &h.StartC }),
	field.In("clicks", "Clicks", field.Clicks, "", func(h *Had) **float64 { return &h.Clicks }),
	field.Number("added_ml", "Added afterwards", quantity.Millilitre, 0, 20000, "", func(h *Had) **float64 { return &h.AddedMl }),
	field.Number("presses", "Presses", quantity.None, 1, 200, "", func(h *Had) **float64 { return &h.Presses }),
}

// Check is what is wrong with a run.
func (r Had) Check() field.Problems {
	_, bad := field.Resolve(HadFields, &r, nil)
	return bad
}

// A Planner plans a brew; brew.Planner is one.
type Planner interface {
	Compute(brew.Request) (*brew.Plan, error)
}

// usualPresses of a pocket pump.
const usualPresses = recipe.UsualPresses

// A cup is what the model says of a brew as it was had.
type cup struct {
	e, tds  float64      // percent
	request brew.Request // that gives it, to begin the next from
	plan    *brew.Plan
	contact float64
	by      string // who tasted it, or is to
	coffee  string
	epoch   epochs // of its coffee, its grinder and its water
	// measured is its strength as a refractometer read it, in %.
	measured *float64
}

// as returns another cup with the person, coffee and epochs of this one.
func (c cup) as(other cup) cup {
	other.by, other.coffee, other.epoch = c.by, c.coffee, c.epoch
	return other
}

// asHad is the cup of a request as it was really had.
func asHad(p Planner, r brew.Request, had Had) (cup, error) {
	told, err := p.Compute(r)
	if err != nil {
		return cup{}, err
	}
	if had.Empty() {
		return cupOf(r, told), nil
	}
	m, _ := method.ByID(told.Request.Method)
	next := r
	if had.Clicks != nil {
		if r.Grinder.UmPerClick == nil {
			return cup{}, field.Problems{{Field: "run.clicks", Value: *had.Clicks, Message: "needs a grinder. Choose the grinder"}}
		}
		next.Grinder.Clicks = had.Clicks
	}
	pin(&next, told, had.Clicks == nil)
	weighed := had.DoseG != nil || had.WaterG != nil || had.AddedMl != nil && bypassed(told)
	if weighed {
		amounts(&next, told, had)
	}
	if had.StartC != nil && told.TargetC != nil {
		own := recipe.Recipe{}
		if next.Recipe != nil {
			own = *next.Recipe
		}
		own.WaterC = new(math.Min(math.Max(*had.StartC, 40), 100))
		next.Recipe = &own
	}
	free := steeps(told)
	if had.ContactS != nil && free {
		next.ContactS = new(math.Max(*had.ContactS, 10))
	} else if free && told.ContactS != nil && byTime(told) {
		next.ContactS = told.ContactS
	}
	drained := false
	if had.ContactS != nil && told.Made() != nil && told.Made().Bed.Shape != "" {
		// The bed drained then: the dripper is taken to hold the water as that makes it.
		if slow, err := next.Changed(brew.Change{DrainedS: had.ContactS}); err == nil {
			next, drained = slow, true
		}
	}
	was, err := p.Compute(next)
	if err != nil {
		return cup{}, err
	}
	// What was had is told by its figures; the next cup is a plan like any other again.
	out := cupOf(r, was)
	out.request = r
	if had.Clicks != nil {
		out.request.Grinder.Clicks = had.Clicks
	}
	if weighed {
		if was, asked := *was.Ratio, *told.Ratio; math.Abs(was-asked) > 0.03*asked {
			amounts(&out.request, told, had)
		}
	}
	longer := 1.0
	if had.ContactS != nil && !free && !drained && *was.ContactS > 0 {
		longer = *had.ContactS / *was.ContactS
	}
	if had.Presses != nil && m.ID == "pocket-pump" {
		longer *= *had.Presses / usualPresses
	}
	if b := was.Made(); longer != 1 && b != nil && b.Um > 0 {
		k := b.Contact
		k.Fast, k.Slow = k.Fast*longer, k.Slow*longer
		e := 100 * b.Model.Extraction(k, b.Um, b.Limit())
		out.tds *= e / out.e
		out.e = e
	}
	if had.AddedMl != nil && !bypassed(told) && *was.DrinkMl > 0 {
		// The same in more of a drink, or in less.
		drink := *was.DrinkMl - *was.Water.DilutionMl + *had.AddedMl
		out.tds *= *was.DrinkMl / math.Max(drink, 1)
	}
	if had.ContactS != nil {
		out.contact = *had.ContactS
	}
	return out, nil
}

// PlanOfHad is the plan of a brew as it was really had; that of the request where it went
// as planned. Its error is field.Problems.
func PlanOfHad(p Planner, r brew.Request, had Had) (*brew.Plan, error) {
	c, err := asHad(p, r, had)
	if err != nil || had.Empty() {
		return c.plan, err
	}
	told := *c.plan
	told.Strength.ExtractionPct, told.Strength.TDSPct = &c.e, &c.tds
	return &told, nil
}

// amounts puts what was really weighed into a request.
func amounts(r *brew.Request, told *brew.Plan, had Had) {
	m, _ := method.ByID(told.Request.Method)
	s, _ := m.School(*told.Request.School)
	if s.BasketG > 0 || m.Contact == method.Dilution {
		return // the gear sets them
	}
	dose, water, added := *told.DoseG, *told.Water.PouredMl, 0.0
	if bypassed(told) {
		added = *told.Water.DilutionMl
		if had.AddedMl != nil {
			added = *had.AddedMl
		}
	}
	if had.DoseG != nil {
		dose = *had.DoseG
	}
	if had.WaterG != nil {
		water = *had.WaterG
	}
	water += added
	r.DoseG, r.WaterG, r.Ratio, r.CupMl, r.Strength = &dose, &water, nil, nil, nil
}

// poured is the brew water, and what is added to a brewer that does not hold it all.
func poured(p *brew.Plan) float64 {
	ml := *p.Water.PouredMl
	if bypassed(p) {
		ml += *p.Water.DilutionMl
	}
	return ml
}

// bypassed reports whether what the brewer does not hold is added to the cup afterwards.
func bypassed(p *brew.Plan) bool {
	b := p.Made()
	return b != nil && b.School.Bypass
}

// pin lets a plan's grind stand as it was told, where the stop moved it, and turns off
// what makes up for the stop: it has been made up for.
func pin(r *brew.Request, told *brew.Plan, grind bool) {
	if grind && r.Grinder.Clicks == nil && told.Grind.Um != nil && byGrind(told) {
		if g := told.Grind.Clicks; g != nil {
			r.Grinder.Clicks = g
		} else {
			own := recipe.Recipe{}
			if r.Recipe != nil {
				own = *r.Recipe
			}
			own.GrindUm, own.Clicks, own.Grind = told.Grind.Um, nil, ""
			r.Recipe = &own
		}
	}
	r.Adjust = new("none")
}

func byGrind(p *brew.Plan) bool {
	b := p.Made()
	return b != nil && b.Correction != nil && b.Correction.ByGrind
}

func byTime(p *brew.Plan) bool {
	b := p.Made()
	return b != nil && b.Correction != nil && b.Correction.ByTime
}

// steeps reports whether the time is free.
func steeps(p *brew.Plan) bool {
	b := p.Made()
	return b != nil && b.SteepS() > 0
}

func cupOf(r brew.Request, p *brew.Plan) cup {
	c := cup{request: r, plan: p}
	if p.Strength.ExtractionPct != nil {
		c.e = *p.Strength.ExtractionPct
	}
	if p.Strength.TDSPct != nil {
		c.tds = *p.Strength.TDSPct
	}
	if p.ContactS != nil {
		c.contact = *p.ContactS
	}
	return c
}

// grinderOf names the grinder of a request, as far as it is another.
func grinderOf(r brew.Request) string {
	if r.Grinder.UmPerClick == nil {
		return ""
	}
	zero := 0.0
	if r.Grinder.ZeroUm != nil {
		zero = *r.Grinder.ZeroUm
	}
	return fmt.Sprintf("%g/%g", *r.Grinder.UmPerClick, zero)
}
