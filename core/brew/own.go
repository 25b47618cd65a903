package brew

import (
	"fmt"
	"math"
	"strings"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
)

// A RecipeLine is one thing that a person's own recipe sets, and what becomes of it at
// this stop: kept exactly, or moved, and why.
type RecipeLine struct {
	Field string          `json:"field" doc:"Of the recipe"`
	Label string          `json:"label"`
	Path  string          `json:"path,omitempty" doc:"Of the plan's figure that it became, where it is one"`
	Wish  *quantity.Value `json:"wish,omitempty"`
	Here  *quantity.Value `json:"here,omitempty"`
	Moved bool            `json:"moved"`
	Why   quantity.Phrase `json:"why" doc:"Empty where it is kept"`
	// Switch is the path of the request that turns the move off, and To what it is set to.
	Switch string `json:"switch,omitempty"`
	To     string `json:"to,omitempty"`
}

// named fills method and school from a recipe that names them; a request that names
// others is a problem.
func (r *Request) named() Problems {
	own := r.Recipe
	if own == nil {
		return nil
	}
	var bad Problems
	switch {
	case own.Method == "":
	case r.Method == "":
		r.Method = own.Method
	case r.Method != own.Method:
		bad = append(bad, Problem{Field: "recipe.method", Value: own.Method, Message: fmt.Sprintf("this recipe is for %s, the brew for %s. Choose the same method, or a recipe without one", own.Method, r.Method)})
	}
	switch {
	case own.School == "":
	case r.School == nil:
		r.School = new(own.School)
	case *r.School != own.School:
		bad = append(bad, Problem{Field: "recipe.school", Value: own.School, Message: fmt.Sprintf("this recipe builds on %s, the brew on %s. Choose the same style", own.School, *r.School)})
	}
	return bad
}

// checkRecipe is what is wrong with a request's recipe.
func checkRecipe(r *Request, m method.Method) Problems {
	if r.Recipe == nil {
		return nil
	}
	base, _ := m.School(*r.School)
	_, bad := r.Recipe.Over(m, base, r.clicksOf())
	return bad.At("recipe.")
}

// clicksOf is the grinder of the request; nil where it has none.
func (r *Request) clicksOf() *recipe.OwnGrinder {
	if r.Grinder.UmPerClick == nil {
		return nil
	}
	g := &recipe.OwnGrinder{UmPerClick: *r.Grinder.UmPerClick}
	if r.Grinder.ZeroUm != nil {
		g.ZeroUm = *r.Grinder.ZeroUm
	}
	return g
}

// own puts the person's recipe in the school's place, and its amounts where the request
// has none: as many times as people drink of it.
func (s *Setting) own() {
	r := &s.Request
	if r.Recipe == nil {
		return
	}
	made, bad := r.Recipe.Over(s.Method, s.School, r.clicksOf())
	if len(bad) > 0 {
		return // checked before
	}
	s.School = made.School
	s.recipeMade = &made
	if r.Recipe.Clicks != nil && r.Grinder.UmPerClick == nil && (r.Recipe.Grinder == nil || r.Recipe.Grinder.UmPerClick == 0) {
		s.anchor(*r.Recipe.Clicks)
	}
	if made.OtherClicks {
		decide(&s.Decisions, "recipe-clicks", "", quantity.Of(*r.Recipe.Clicks, quantity.Clicks), quantity.Of(made.School.GrindUm, quantity.Micrometre))
	}
	if made.DoseG == 0 || made.WaterG == 0 || s.Defaulted == nil || s.Chose("cup_ml") {
		return
	}
	n, factor := *r.Drinkers, strengthFactor[*r.Strength]
	switch {
	case r.WaterG != nil: // goes with the recipe's ratio, or with what is asked besides
	case r.Ratio != nil && r.DoseG == nil:
		r.WaterG = new(made.WaterG * n)
	case r.Ratio != nil:
	case r.DoseG != nil:
		r.WaterG = new(*r.DoseG / (made.Ratio() * factor) * 1000)
	default:
		r.DoseG, r.WaterG = new(made.DoseG*n*factor), new(made.WaterG*n)
	}
	if s.Asked.DoseG == nil && r.DoseG != nil {
		s.Asked.DoseG, s.Defaulted = r.DoseG, append(s.Defaulted, "dose_g")
	}
	if s.Asked.WaterG == nil && r.WaterG != nil {
		s.Asked.WaterG, s.Defaulted = r.WaterG, append(s.Defaulted, "water_g")
	}
}

// anchor takes a number of clicks on a grinder of which nothing is known for the grind that
// is wanted, so that a change of grind can be told as more or fewer.
func (s *Setting) anchor(clicks float64) {
	g := &s.Request.Grinder
	g.UmPerClick = new(coffee.UmPerClickAt(clicks, s.School.GrindUm))
	g.ZeroUm = new(s.School.GrindUm - clicks**g.UmPerClick)
	decide(&s.Decisions, "clicks-anchor", "", quantity.Of(clicks, quantity.Clicks), quantity.Of(s.School.GrindUm, quantity.Micrometre), quantity.Of(*g.UmPerClick, quantity.MicroPerClk))
}

// lines are what became of the person's recipe.
func (c *script) lines() []RecipeLine {
	own, made := c.Request.Recipe, c.recipeMade
	out := []RecipeLine{}
	if own == nil || made == nil {
		return out
	}
	add := func(path, label string, wish, here float64, u quantity.Unit, within float64, why quantity.Phrase, off ...string) {
		l := RecipeLine{Field: path, Label: label, Path: lineFigures[path], Wish: new(quantity.Of(wish, u)), Here: new(quantity.Of(here, u)), Moved: math.Abs(wish-here) > within}
		if l.Moved {
			l.Why = why
			if len(off) == 2 {
				l.Switch, l.To = off[0], off[1]
			}
		}
		out = append(out, l)
	}
	n := *c.Request.Drinkers
	p, b := c.plan, &c.Batch
	if own.DoseG != nil {
		add("dose_g", "Coffee", *own.DoseG, *p.DoseG, quantity.Gram, math.Max(0.25, 0.01**own.DoseG), c.amountWhy(n))
	}
	if own.WaterG != nil {
		add("water_g", "Water", *own.WaterG, *p.Water.PouredMl+quantity.Either(c.School.Bypass, b.DilutionMl*b.N, 0), quantity.Gram, math.Max(2, 0.01**own.WaterG), c.amountWhy(n))
	}
	if own.Ratio != nil {
		add("ratio_g_per_l", "Ratio", *own.Ratio, c.Ratio, quantity.GramPerL, 0.5, askedOtherwiseThis.Say())
	}
	if own.WaterC != nil {
		why := waterBoilsHere.Say(quantity.Fine(c.Boil.BoilC, quantity.Celsius))
		if c.supplied() {
			why = hotWaterComes.Say()
		}
		add("water_c", "Water at first contact", *own.WaterC, c.StartC, quantity.Celsius, 0.6, why)
	}
	if own.Grind != "" || own.GrindUm != nil || own.Clicks != nil {
		wish := c.School.GrindUm
		why, off := setHandThis.Say(), []string{}
		if k := c.Correction; k != nil && k.ByGrind {
			why, off = soExtractsHere.Say(), []string{"adjust", "none"}
		}
		add("grind", "Grind", wish, c.Um, quantity.Micrometre, 5, why, off...)
	}
	if own.SteepS != nil || own.DoneS != nil && c.Bed.Shape == "" {
		path, wish := "steep_s", 0.0
		if own.SteepS == nil {
			path = "done_s"
		}
		wish = quantity.Either(own.SteepS == nil, value(own.DoneS), value(own.SteepS))
		here := wish + c.Stretch
		why, off := askedOtherwiseThis.Say(), []string{}
		if k := c.Correction; k != nil && k.ByTime {
			why, off = soExtractsHere.Say(), []string{"adjust", "none"}
		}
		add(path, "Steep", wish, here, quantity.Second, 2, why, off...)
	}
	if own.DoneS != nil && c.Bed.Shape != "" {
		add("done_s", "Drained", *own.DoneS, c.ContactS, quantity.Second, 15, asUsualBed.Say())
	}
	if len(own.Pours) > 0 {
		l := RecipeLine{Field: "pours", Label: "Pours", Why: quantity.Phrase{}}
		times, readings := c.poursMoved(own)
		l.Moved = times || readings
		switch {
		case times:
			l.Why = movedHandThis.Say()
		case readings:
			l.Why = sameSharesSame.Say(quantity.Of(b.PouredMl, quantity.Millilitre))
		}
		out = append(out, l)
	}
	if late := c.stepsMoved(own); len(own.Steps) > 0 {
		l := RecipeLine{Field: "steps", Label: "Other steps", Moved: late}
		if late {
			l.Why = afterPourStill.Say()
		}
		out = append(out, l)
	}
	return out
}

// lineFigures are the figures of a plan that a recipe's own become.
var lineFigures = map[string]string{"dose_g": "dose_g", "water_g": "water.poured_ml", "ratio_g_per_l": "ratio_g_per_l", "water_c": "start_c", "grind": "grind.um", "steep_s": "contact_s", "done_s": "contact_s"}

// stepsMoved tells whether one of the recipe's other steps is done at another time here.
func (c *script) stepsMoved(own *recipe.Recipe) bool {
	for i, s := range own.Steps {
		for _, st := range c.plan.Steps {
			if st.ID == recipe.StepID(i) && math.Abs(st.AtS-s.AtS) > 1 {
				return true
			}
		}
	}
	return false
}

// poursMoved tells whether the recipe's pours begin at other times here, or stop at other
// readings.
func (c *script) poursMoved(own *recipe.Recipe) (times, readings bool) {
	i := 0
	for _, s := range c.plan.Steps {
		if s.Lane != method.Scale || s.AtS < 0 || i >= len(own.Pours) || s.ToG == nil {
			continue
		}
		times = times || math.Abs(s.AtS-own.Pours[i].AtS) > 0.5
		readings = readings || math.Abs(*s.ToG-own.Pours[i].ToG) > 1
		i++
	}
	return times, readings
}

// amountWhy is why there is more or less than in the recipe.
func (c *script) amountWhy(people float64) quantity.Phrase {
	if people > 1 && near(*c.plan.DoseG, people*c.recipeMade.DoseG) {
		return recipeTimesOnce.Say(quantity.Of(people, quantity.None))
	}
	return drinkOrAmounts.Say()
}

// RecipeOf is the recipe that a plan came to, to be kept as one's own: what it was told
// to do, as numbers, made from its school. The name is the person's.
func (p *Plan) RecipeOf(name string) recipe.Recipe {
	r := recipe.Recipe{Name: name, Method: p.Request.Method}
	if p.Request.School != nil {
		r.School = *p.Request.School
	}
	if was := p.Request.Recipe; was != nil {
		r.Steps, r.Words, r.StopPct, r.BoilS, r.SettleS = was.Steps, was.Words, was.StopPct, was.BoilS, was.SettleS
	}
	m, _ := method.ByID(p.Request.Method)
	if m.Contact == method.Dilution {
		return r
	}
	n := math.Max(value(p.Batches), 1)
	round := func(v *float64, by float64) *float64 {
		if v == nil || *v <= 0 {
			return nil
		}
		return new(quantity.RoundTo(*v, by))
	}
	people := *p.Request.Drinkers
	if dose, water := value(p.DoseG)/people, value(p.Water.PouredMl)/people; dose >= 1 && water >= 5 {
		r.DoseG, r.WaterG = new(quantity.RoundTo(dose, 0.1)), new(quantity.RoundTo(water, 1))
	}
	s, _ := m.School(r.School)
	if s.Temps.High > 0 {
		// What was wished: where it boils cooler, that is the place's and not the recipe's.
		if r.WaterC = round(p.TargetC, 0.5); r.WaterC != nil {
			*r.WaterC = math.Max(*r.WaterC, 40)
		}
	}
	if p.Grind.Band != ShopBand { // else it is not known
		r.Grind, r.GrindUm = p.Grind.Band, round(p.Grind.Um, 5)
	}
	if g := p.Request.clicksOf(); g != nil && p.Grind.Clicks != nil {
		r.Clicks, r.Grinder = round(p.Grind.Clicks, 0.5), &recipe.OwnGrinder{UmPerClick: g.UmPerClick, ZeroUm: g.ZeroUm}
		r.GrindUm = nil
	}
	staged := 0
	for _, st := range p.Steps {
		// What the hands do between the school's pours goes with them.
		if own := p.Request.Recipe; m.Contact == method.Percolation && (own == nil || len(own.Steps) == 0) && st.Lane == method.Hands && st.AtS >= 0 && st.AtS < value(p.ContactS) &&
			!st.Drains && st.ID != method.Bloom && st.ID != recipe.BloomID && len(st.Values) == 0 {
			r.Steps = append(r.Steps, recipe.HandStep{AtS: math.Round(st.AtS), ForS: new(math.Max(math.Round(st.ForS), 1)), Do: strings.TrimSuffix(st.Text, "."), Until: st.Sign})
		}
		if st.Lane == method.Scale && st.AtS >= 0 && st.ToG != nil {
			staged++
		}
		if st.ID == "steep" && st.AtS >= 0 && m.Way != method.BoilIn {
			r.SteepS = new(quantity.RoundTo(st.AtS+st.ForS, 1))
		}
	}
	if staged > 1 && r.WaterG != nil {
		for _, st := range p.Steps {
			if st.Lane == method.Scale && st.AtS >= 0 && st.ToG != nil {
				share := *st.ToG / (value(p.Water.PouredMl) / n)
				r.Pours = append(r.Pours, recipe.PourTo{AtS: math.Round(st.AtS), ToG: math.Round(share * *r.WaterG), ForS: new(math.Max(math.Round(st.ForS), 1))})
			}
		}
		if old := p.Request.Recipe; old != nil && len(old.Pours) == len(r.Pours) {
			for i := range r.Pours {
				r.Pours[i].How = old.Pours[i].How
			}
		}
		r.Pours[len(r.Pours)-1].ToG = *r.WaterG
	}
	if len(r.Pours) == 0 && m.Contact == method.Percolation {
		r.Steps = nil // the school's own, with its own pours
	}
	if m.Contact == method.Percolation {
		r.DoneS = round(p.ContactS, 1)
	}
	return r
}
