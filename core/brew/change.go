package brew

import (
	"fmt"
	"math"

	"apodemos/core/conditions"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/solve"
	"apodemos/core/water"
)

// A Change is something that a person does to a brew, of which the request that gives
// it has to be worked out. Of its fields one is set.
type Change struct {
	As       string         `json:"as,omitempty" enum:",home,plain" doc:"home: in a kitchen at sea level; plain: with nothing made up for"`
	Method   string         `json:"method,omitempty" doc:"Made another way: what it fixes for itself is left to it"`
	School   string         `json:"school,omitempty"`
	Same     bool           `json:"same,omitempty" doc:"With the coffee and the water of the plan, if the other way takes them: with method or school"`
	ReadingG *float64       `json:"reading_g,omitempty" doc:"The scale should stop at this at last"`
	DrainedS *float64       `json:"drained_s,omitempty" doc:"The bed was seen drained then, from first contact: this dripper with this paper and grinder is fitted to it"`
	Recipe   *recipe.Recipe `json:"recipe,omitempty" doc:"Made by a recipe of one's own: what that sets is not asked besides"`
	Pour     *Pour          `json:"pour,omitempty" doc:"A pour is moved, and those after it that were moved before go with it"`
}

// Changed is the request that a change gives. Its error is Problems.
func (r Request) Changed(c Change) (Request, error) {
	switch {
	case c.As == "home":
		return r.atHome(), nil
	case c.As == "plain":
		r.Adjust = new("none")
		return r, nil
	case c.Recipe != nil:
		by := c.Recipe.Method
		if by == "" {
			by = r.Method
		}
		r = r.By(by, c.Recipe.School)
		r.Recipe = c.Recipe
		if c.Recipe.SaysHowMuch() {
			r.CupMl = nil
		}
		return r, nil
	case c.Method != "" || c.School != "":
		if c.Method == "" {
			c.Method = r.Method
		}
		next := r.By(c.Method, c.School)
		if c.Same {
			next = r.asMuch(next)
		}
		return next, nil
	}
	p, err := Compute(r)
	if err != nil {
		return r, err
	}
	switch {
	case c.ReadingG != nil:
		r.CupMl = new(p.cupFor(*c.ReadingG))
	case c.DrainedS != nil:
		f, bad := p.drainFactor(*c.DrainedS)
		if len(bad) > 0 {
			return r, bad
		}
		r.Calibration.DrainFactor = &f
	case c.Pour != nil:
		r.Pours = p.moved(r.Pours, *c.Pour)
	}
	return r, nil
}

// asMuch returns next with the coffee and the water of r's plan. If next cannot take both, it gets
// the coffee at its own ratio; if not even that, it stays as it was.
func (r Request) asMuch(next Request) Request {
	p, err := Compute(r)
	if err != nil || *p.Water.PouredMl == 0 {
		return next
	}
	takes := func(to Request) bool {
		q, err := Compute(to)
		return err == nil && !q.Clogged && math.Abs(*q.DoseG-*p.DoseG) < 0.5
	}
	alike := next
	alike.DoseG, alike.WaterG, alike.CupMl, alike.Ratio = p.DoseG, p.Water.PouredMl, nil, nil
	if takes(alike) {
		return alike
	}
	alike = next
	alike.DoseG = p.DoseG
	if takes(alike) {
		return alike
	}
	return next
}

// drainFactor is the factor on the resistance of bed and paper with which this brew, as it
// is ground, is drained at a moment, in s from first contact.
func (p *Plan) drainFactor(at float64) (float64, Problems) {
	b := p.made
	field, _ := FieldByPath("calibration.drain_factor")
	none := func(message string) Problems {
		return Problems{{Field: "drained_s", Value: at, Message: message}}
	}
	if b.Bed.Shape == "" {
		return 0, none("nothing drains in this method. Choose a dripper, a cloth or a slow metal drip")
	}
	drained := func(f float64) float64 {
		set := *b.Setting
		set.Request.Calibration.DrainFactor = &f
		recipe := *b.Recipe
		recipe.Setting = &set
		line := *b.Timeline
		line.Recipe = &recipe
		hot := *b.Hot
		hot.Timeline = &line
		return hot.steep(b.Um, false).DrainedS
	}
	low, high := drained(field.Min), drained(field.Max)
	if at < low || at > high {
		return 0, none(fmt.Sprintf("no paper makes it drain then. Enter %.0f to %.0f s, or another grind", math.Ceil(low), math.Floor(high)))
	}
	lo, hi := solve.Last(field.Min, field.Max, 1e-4, func(f float64) bool { return drained(f) < at })
	return (lo + hi) / 2, nil
}

// atHome is the same in a kitchen: sea level, 20 °C, calm, tap water, with a kettle that
// boils; the one definition of home.
func (r Request) atHome() Request {
	r.Place = conditions.Place{AltitudeM: new(0.0), AirC: new(20.0), WindMs: new(0.0), Atmosphere: new("isa")}
	r.Water.State, r.Water.SourceC, r.Water.Treatment, r.Water.Source = new("liquid"), new(15.0), new(water.Safe), nil
	r.Heat.SuppliedC, r.Adjust, r.ContactS = nil, new("none"), nil
	r.Calibration = Calibration{DrainFactor: r.Calibration.DrainFactor} // the dripper is the same
	r.Heat.Canister.TempC = new(20.0)                                   // or it is the air's of the stop
	return r
}

// cupFor is the drink in each cup, in ml, with which the scale stops at so many grams:
// what more is poured, in every batch or cup, is more drink, less what the coffee that
// goes with it keeps.
func (p *Plan) cupFor(grams float64) float64 {
	f, _ := FieldByPath("cup_ml")
	cup, people := *p.Request.CupMl, *p.Request.Drinkers
	last := 0.0
	for _, s := range p.Steps {
		if s.Lane == method.Scale && s.ToG != nil {
			last = *s.ToG
		}
	}
	poured := *p.Water.PouredMl
	if poured == 0 || last == 0 {
		return cup
	}
	more := (grams - last) * poured / last
	// A dose that is set keeps what it keeps; one that follows the water grows with it.
	share := 1.0
	if p.Request.DoseG == nil {
		share = 1 - *p.Water.RetainedMl/poured
	}
	whole := more * share * *p.DrinkMl / math.Max(*p.DrinkMl-*p.Water.DilutionMl, 1)
	// Shared among many, a step of the scale is less than a millilitre of each cup: then
	// it is one.
	by := math.Round(whole / people)
	if by == 0 && grams != last {
		by = math.Copysign(1, grams-last)
	}
	return math.Min(math.Max(math.Round(cup)+by, f.Min), f.Max)
}

// moved are the pours of a request with one of them moved, as far as it may be.
func (p *Plan) moved(pours []Pour, to Pour) []Pour {
	at := func(id string) int {
		for i, s := range p.Steps {
			if string(s.ID) == id {
				return i
			}
		}
		return -1
	}
	i := at(to.ID)
	by := 0.0
	if i >= 0 && p.Steps[i].Move != nil {
		m := p.Steps[i].Move
		if to.AtS != nil {
			to.AtS = new(math.Min(math.Max(math.Round(*to.AtS), m.AtLowS), m.AtHighS)) // by the clock's own seconds
			by = *to.AtS - math.Round(p.Steps[i].AtS)
		}
		if to.ToPct != nil {
			// In hundredths: a share a hair under a whole one would shut out the whole one, which
			// the pour before it may have.
			to.ToPct = new(quantity.RoundTo(math.Min(math.Max(*to.ToPct, m.ToLowPct), m.ToHigh), 0.01))
		}
	}
	var out []Pour
	for _, o := range pours {
		switch {
		case o.ID == to.ID:
			if to.AtS == nil {
				to.AtS = o.AtS
			}
			if to.ToPct == nil {
				to.ToPct = o.ToPct
			}
			continue
		case o.AtS != nil && at(o.ID) > i:
			o.AtS = new(*o.AtS + by)
		}
		out = append(out, o)
	}
	return append(out, to)
}
