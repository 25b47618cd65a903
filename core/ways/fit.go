package ways

import (
	"cmp"
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/gear"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Fit is the gear of a brew, and how its pieces go together. What there is none of, or
// what the way does not need, is null.
type Fit struct {
	Brewer  *gear.Item   `json:"brewer"`
	Into    *gear.Item   `json:"into" doc:"What the brewer sits on and runs into: a cup, or what takes the drink of several"`
	Cup     *gear.Item   `json:"cup" doc:"What each drinks from"`
	Vessel  *gear.Item   `json:"vessel" doc:"The pot or kettle on the heat"`
	Burner  *gear.Item   `json:"burner"`
	Grinder *gear.Item   `json:"grinder"`
	Paper   *gear.Item   `json:"paper"`
	Joints  []gear.Joint `json:"joints"`
	stick   bool
	inTurn  bool // nothing takes the drink of several: each cup is made on its own
	measure *gear.Item
	noScale bool
}

// For is the fit of a planned brew with what there is: the pieces that suit it best, of
// what goes along where there is one of its kind.
func For(p *brew.Plan, have []gear.Item, along []int64) Fit {
	m, _ := method.ByID(p.Request.Method)
	return pick(have, along, m, p.Request, batchesOf(p)).joined(p, m)
}

// thinStream reports whether a method wants to be poured slowly.
func thinStream(m method.Method) bool { return slices.Contains(m.Needs, "kettle with a spout") }

// badness orders how two things go together, the best first.
func badness(j gear.Joint, known bool) int {
	if !known {
		return 1 // nobody knows
	}
	return map[gear.Level]int{gear.Fits: 0, gear.Care: 2, gear.No: 3}[j.Level]
}

// pick takes the pieces for a method: those that go along before those that stay, then
// those that go together, and of those the lightest.
// batches are those of the brew, or 0 where it is not planned yet: then they are guessed by
// the dose.
func pick(have []gear.Item, along []int64, m method.Method, r brew.Request, batches float64) Fit {
	f := Fit{Joints: []gear.Joint{}}
	usable := func(k gear.Kind) (out []gear.Item) {
		for _, i := range have {
			if i.Kind == k && i.Usable() && (i.Price == nil || *i.Price == 0) {
				out = append(out, i)
			}
		}
		slices.SortStableFunc(out, func(a, b gear.Item) int { return cmp.Compare(a.MassG, b.MassG) })
		return out
	}
	least := func(list []gear.Item, bad func(gear.Item) int) *gear.Item {
		if len(list) == 0 {
			return nil
		}
		if slices.ContainsFunc(list, func(i gear.Item) bool { return slices.Contains(along, i.ID) }) {
			list = slices.DeleteFunc(slices.Clone(list), func(i gear.Item) bool { return !slices.Contains(along, i.ID) })
		}
		return new(slices.MinFunc(list, func(a, b gear.Item) int { return cmp.Compare(bad(a), bad(b)) }))
	}
	f.stick = slices.ContainsFunc(have, func(i gear.Item) bool { return i.Type == "rim support" && i.Usable() })
	drink := 225.0
	if r.CupMl != nil {
		drink = *r.CupMl
	}
	cups := slices.Concat(usable(gear.Cup), usable(gear.Server))
	// About: the grounds keep some of the water.
	ratio := m.Schools[0].RatioGPerL / 1000
	dose := drink * people(r) * ratio / (1 - coffee.RetainedMlPerG*ratio)
	serves := slices.DeleteFunc(usable(gear.Brewer), func(i gear.Item) bool { return !slices.Contains(i.Methods(), m.ID) })
	f.Brewer = least(serves, func(b gear.Item) int {
		bad := 3
		for _, c := range cups {
			bad = min(bad, badness(gear.Stands(b, c, f.stick)))
		}
		return 4*bad + badness(gear.DoseInBrewer(b, dose))
	})
	f.Cup = least(usable(gear.Cup), func(c gear.Item) int { return badness(gear.DrinkInCup(c, drink)) })
	if f.Brewer != nil && m.OnCup() {
		ml := drink
		if r.Into == nil && m.Family == "metal drip" || r.Into != nil && *r.Into == "cups" {
			f.inTurn = true
		} else {
			if batches == 0 && f.Brewer.DoseG != nil {
				batches = math.Ceil(dose / *f.Brewer.DoseG)
			}
			ml *= people(r) / math.Max(batches, 1)
			// What would run over is not offered: then each cup is made in its turn.
			if r.Into == nil && people(r) > 1 && len(cups) > 0 && !slices.ContainsFunc(cups, func(c gear.Item) bool { return c.Holds(ml) }) {
				f.inTurn, ml = true, drink
			}
		}
		f.Into = least(cups, func(c gear.Item) int {
			return 16*badness(gear.DrinkInCup(c, ml)) + badness(gear.Stands(*f.Brewer, c, f.stick))
		})
		if f.inTurn {
			f.Cup = f.Into
		}
	}
	burner := ""
	if r.Heat.Burner != nil {
		burner = *r.Heat.Burner
	}
	switch {
	case r.Heat.SuppliedC != nil:
	case burner == "":
		f.Burner = least(usable(gear.Burner), func(gear.Item) int { return 0 })
	default:
		for _, b := range usable(gear.Burner) {
			if b.Type == burner {
				f.Burner = &b
				break
			}
		}
	}
	if m.Heated() && m.Way != method.OnFlame && (r.Heat.SuppliedC == nil || m.InPot()) {
		f.Vessel = least(usable(gear.Vessel), func(v gear.Item) int {
			bad := 0
			if f.Burner != nil {
				bad += 16*badness(gear.OverFlame(v, *f.Burner)) + 4*badness(gear.PotOnBurner(v, *f.Burner))
			}
			if m.InPot() && v.Spout {
				bad += 64 // a kettle's spout lets no grounds out
			}
			if thinStream(m) && !v.Spout {
				bad++
			}
			if v.CapacityMl != nil { // the pot that does it in one, or in fewer batches
				share := quantity.Either(m.InPot(), 0.75, 0.95)
				more := int(math.Ceil(1.15*drink*people(r)/(*v.CapacityMl*share))) - 1
				if more >= 2 { // a bigger pot, even one that wants care on its burner, before three batches
					more += 3
				}
				bad += min(2*more, 11)
			}
			return bad
		})
	}
	f.Grinder = least(usable(gear.Grinder), func(g gear.Item) int { return int(g.Fills(dose)) })
	if f.Brewer != nil {
		f.Paper = least(usable(gear.Filter), func(p gear.Item) int { return badness(gear.PaperInBrewer(*f.Brewer, p)) })
	}
	// Without a scale it goes by one's own measure, and by marks and shares.
	f.noScale = len(have) > 0 && len(usable(gear.Scale)) == 0
	for _, i := range usable(gear.Extra) {
		if i.Type == "measure" && i.DoseG != nil {
			f.measure = &i
			break
		}
	}
	return f
}

func people(r brew.Request) float64 {
	if r.Drinkers == nil {
		return 1
	}
	return *r.Drinkers
}

// into puts the pieces' figures into a request.
func (f Fit) into(r brew.Request) brew.Request {
	for _, i := range []*gear.Item{f.Burner, f.Vessel, f.Brewer, f.Cup, f.Grinder} {
		// A typical grinder's clicks are not those of the one in the hand.
		if i != nil && !(i.Kind == gear.Grinder && i.Typical) {
			i.Into(&r)
		}
	}
	if f.inTurn && r.Into == nil {
		r.Into = new("cups")
	}
	if f.noScale && r.Scale == nil {
		r.Scale = new(false)
	}
	if f.noScale && f.measure != nil && r.Measure.Grams == nil {
		r.Measure.Name, r.Measure.Grams = new(quantity.Within(f.measure.Name)), f.measure.DoseG
	}
	return r
}

// joined finds how the pieces of a planned brew go together.
func (f Fit) joined(p *brew.Plan, m method.Method) Fit {
	f.Joints = []gear.Joint{}
	add := func(j gear.Joint, known bool) {
		if known {
			f.Joints = append(f.Joints, j)
		}
	}
	n := batchesOf(p)
	if f.Brewer != nil {
		if f.Into != nil {
			add(gear.Stands(*f.Brewer, *f.Into, f.stick))
		}
		if f.Paper != nil {
			add(gear.PaperInBrewer(*f.Brewer, *f.Paper))
		}
		if p.DoseG != nil {
			add(gear.DoseInBrewer(*f.Brewer, *p.DoseG/n))
		}
	}
	if f.Into != nil && *p.Request.Into == "server" && p.DrinkMl != nil {
		add(gear.DrinkInCup(*f.Into, *p.DrinkMl/n))
	}
	if f.Cup != nil && p.Request.CupMl != nil && (f.Into == nil || f.Into.ID != f.Cup.ID || *p.Request.Into != "server") {
		add(gear.DrinkInCup(*f.Cup, p.Request.FullCupMl()))
	}
	if f.Grinder != nil && p.DoseG != nil {
		add(gear.DoseInGrinder(*f.Grinder, *p.DoseG))
	}
	if f.Vessel != nil {
		if p.Water.HeatedMl != nil {
			add(gear.WaterInVessel(*f.Vessel, *p.Water.HeatedMl/n))
		}
		if f.Burner != nil {
			add(gear.PotOnBurner(*f.Vessel, *f.Burner))
			add(gear.OverFlame(*f.Vessel, *f.Burner))
		} else if b, ok := heat.BurnerByID(*p.Request.Heat.Burner); ok && p.Request.Heat.SuppliedC == nil && b.Flame {
			add(gear.OverFlame(*f.Vessel, gear.Item{Name: b.Name, Kind: gear.Burner, Type: string(b.ID)}))
		}
		add(gear.SlowPour(*f.Vessel, thinStream(m)))
	}
	return f
}

// forbids is why the pieces cannot be used together; empty when they can. A drink that is
// too large for its cup is the drinker's to make less.
func (f Fit) forbids() string {
	for _, j := range f.Joints {
		if j.Level == gear.No && j.Rule != "drink" {
			return j.Text
		}
	}
	return ""
}

// With is a request with the figures of the gear that suits it best, of what there is and
// before that of what goes along.
func With(r brew.Request, have []gear.Item, along []int64) brew.Request {
	m, ok := method.ByID(r.Method)
	if !ok || len(have) == 0 {
		return r
	}
	id := ""
	if r.School != nil {
		id = *r.School
	}
	s, _ := m.School(id)
	return equip(r, have, along, m, s).r
}

// made is a request with gear in it, and what it gives; the plan is nil where it is not
// possible.
type made struct {
	r      brew.Request
	choice brew.Choice
	plan   *brew.Plan
	fit    Fit
}

// equip puts gear into a request, by the batches that it then has: what it runs into has to
// take one.
func equip(r brew.Request, have []gear.Item, along []int64, m method.Method, s method.School) made {
	by := func(batches float64) (x made) {
		x.fit = pick(have, along, m, r, batches)
		x.r = x.fit.into(r)
		x.choice, x.plan = brew.ChoiceOf(x.r, m, s)
		return x
	}
	x := by(0)
	if x.plan == nil || x.fit.Into == nil || x.fit.inTurn || x.fit.Into.Holds(*x.plan.DrinkMl/batchesOf(x.plan)) {
		return x
	}
	return by(batchesOf(x.plan))
}

func batchesOf(p *brew.Plan) float64 {
	if p.Batches == nil {
		return 1
	}
	return *p.Batches
}
