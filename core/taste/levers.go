package taste

import (
	"fmt"
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
)

// The levers: what one may change of a brew.
const (
	Grind       = "grind"
	Ratio       = "ratio"
	Time        = "time"
	Temperature = "temperature"
	Stop        = "stop"
	Boil        = "boil"
	Bypass      = "bypass"
)

// Levers are all of them.
var Levers = []string{Grind, Ratio, Time, Temperature, Stop, Boil, Bypass}

// OneChange is one change, in the units of the gear.
type OneChange struct {
	Lever  string        `json:"lever" enum:"grind,ratio,time,temperature,stop,boil,bypass"`
	From   float64       `json:"from"`
	To     float64       `json:"to"`
	Unit   quantity.Unit `json:"unit"`
	Clicks *float64      `json:"clicks,omitempty" doc:"Of the grinder: under zero is finer"`
	quantity.Phrase
}

// a move is a setting of a lever, n of its steps away.
type move func(n int) (brew.Request, OneChange, bool)

// A knob is a lever of one brew, with how it moves; why says why it does not.
type knob struct {
	lever string
	most  int // steps either way
	to    move
	why   quantity.Sentence
}

// knobs are the levers that a brew's method has, and only they.
func knobs(from cup, allow []string) []knob {
	var out []knob
	for _, name := range Levers {
		var k knob
		switch name {
		case Grind:
			k = grind(from)
		case Ratio:
			k = ratio(from)
		case Time:
			k = timed(from)
		case Temperature:
			k = temperature(from)
		case Stop:
			k = stop(from)
		case Boil:
			k = boil(from)
		case Bypass:
			k = bypass(from)
		}
		if k.to == nil && k.why.IsZero() {
			continue // the method has none
		}
		if !slices.Contains(allow, name) {
			k = knob{why: notChanged}
		}
		k.lever = name
		out = append(out, k)
	}
	return out
}

const (
	umStep, mostUm = 25.0, 300.0 // of a grinder without clicks
	mostClicks     = 15
)

// grind is finer or coarser by clicks, or without a grinder by what one can tell.
func grind(from cup) knob {
	r, p := from.request, from.plan
	switch {
	case p.Grind.Um == nil:
		return knob{why: nothingGroundHere}
	case *p.Request.Coffee.GroundAhead:
		return knob{why: coffeeGroundAlready}
	}
	finest, coarsest := field.GrindUm.Min, field.GrindUm.Max
	if b := p.Made(); b != nil && (b.Bed.Shape != "" || b.OnFlame()) {
		finest = b.PassesUm()
	}
	still := func(r *brew.Request) {
		if byGrind(p) {
			r.Adjust = new("none") // the stop is in the grind already
		}
	}
	if per := r.Grinder.UmPerClick; per != nil {
		zero := 0.0
		if r.Grinder.ZeroUm != nil {
			zero = *r.Grinder.ZeroUm
		}
		now := math.Max(math.Round(coffee.Clicks(*p.Grind.Um, *per, zero)), 0)
		most := int(math.Min(math.Max(math.Ceil(mostUm / *per), 3), mostClicks))
		return knob{most: most, to: func(n int) (brew.Request, OneChange, bool) {
			to := now + float64(n)
			um := zero + to**per
			if to < 0 || to > field.Clicks.Max || um > coarsest || um < finest && n < 0 || um < finest {
				return r, OneChange{}, false
			}
			next := r
			next.Grinder.Clicks = &to
			still(&next)
			by := math.Abs(float64(n))
			return next, OneChange{Grind, now, to, quantity.Clicks, new(float64(n)),
				clickWords(n < 0, by, to, now)}, true
		}}
	}
	now := quantity.RoundTo(*p.Grind.Um, 5)
	return knob{most: int(mostUm / umStep), to: func(n int) (brew.Request, OneChange, bool) {
		to := now + umStep*float64(n)
		if to < finest && n < 0 || to < finest || to > coarsest {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.GrindUm, own.Clicks, own.Grind = &to, nil, "" })
		still(&next)
		word, was := coffee.BandOf(to), coffee.BandOf(now)
		clearly := math.Abs(to-now) > 3*umStep
		says := grindBy[n < 0][clearly][word != was]
		return next, OneChange{Grind, now, to, quantity.Micrometre, nil, says.Say(quantity.Of(to, quantity.Micrometre), quantity.Of(now, quantity.Micrometre), quantity.Text(word), quantity.Text(was))}, true
	}}
}

// clickWords says how many clicks, and from where to where.
func clickWords(finer bool, by, to, now float64) quantity.Phrase {
	return quantity.Either(finer, clicksFiner, clicksCoarser).Say(quantity.Of(to, quantity.None), quantity.Of(now, quantity.None), quantity.Of(by, quantity.None))
}

// withOwn is a request with its recipe changed, which it may have none of.
func withOwn(r brew.Request, change func(*recipe.Recipe)) brew.Request {
	own := recipe.Recipe{}
	if r.Recipe != nil {
		own = *r.Recipe
	}
	change(&own)
	r.Recipe = &own
	return r
}

const mostRatio = 0.4 // of the dose, either way

// ratio is more or less coffee to the water; where a basket sets both, more or less water
// afterwards.
func ratio(from cup) knob {
	r, p := from.request, from.plan
	m, _ := method.ByID(p.Request.Method)
	s, _ := m.School(*p.Request.School)
	people := *p.Request.Drinkers
	switch {
	case m.Contact == method.Dilution:
		now := *p.Request.Dilution
		return knob{most: 8, to: func(n int) (brew.Request, OneChange, bool) {
			to := now - 0.25*float64(n)
			if to < 0.5 || to > 10 {
				return r, OneChange{}, false
			}
			next := r
			next.Dilution = &to
			return next, OneChange{Ratio, now, to, quantity.None, nil, partsWaterOne.Say(quantity.Of(to, quantity.None), quantity.Of(now, quantity.None))}, true
		}}
	case s.BasketG > 0:
		if *p.Water.DilutionMl < 5 {
			return knob{why: basketSetsCoffee}
		}
		now := quantity.RoundTo(*p.DrinkMl/people, 5)
		least := (*p.DrinkMl - *p.Water.DilutionMl) / people
		return knob{most: 12, to: func(n int) (brew.Request, OneChange, bool) {
			to := now - 10*float64(n)
			if to < least || to > 1000 {
				return r, OneChange{}, false
			}
			next := r
			next.CupMl = &to
			return next, OneChange{Ratio, now, to, quantity.Millilitre, nil, quantity.Either(n > 0, lessWaterAdded, moreWaterAdded).Say(quantity.Of(math.Abs(to-now), quantity.Millilitre), quantity.Of(to, quantity.Millilitre), quantity.Of(now, quantity.Millilitre))}, true
		}}
	}
	now, water := *p.DoseG, poured(p)
	step := quantity.Either(now/people < 20, 0.5, 1.0) * people
	if k := p.DoseMeasures; k != nil && !*p.Request.Scale {
		step = *p.Request.Measure.Grams * *p.Request.Measure.Step
	}
	now = quantity.RoundTo(now, 0.1)
	fixed := r.WaterG != nil || r.Recipe != nil && p.Request.WaterG != nil
	return knob{most: int(math.Ceil(mostRatio * now / step)), to: func(n int) (brew.Request, OneChange, bool) {
		to := quantity.RoundTo(now+step*float64(n), 0.1)
		if to < 1 || to < now*(1-mostRatio)-1e-9 || to > now*(1+mostRatio)+1e-9 || to > 1000 {
			return r, OneChange{}, false
		}
		next := r
		next.DoseG, next.Ratio, next.Strength = &to, nil, nil
		if fixed {
			next.WaterG, next.CupMl = &water, nil
		}
		return next, OneChange{Ratio, now, to, quantity.Gram, nil, quantity.Either(n > 0, moreCoffeeNot, lessCoffeeNot).Say(quantity.Of(math.Abs(to-now), quantity.Gram), quantity.Of(to, quantity.Gram), quantity.Of(now, quantity.Gram))}, true
	}}
}

// timed is a longer or shorter steep, where it is free.
func timed(from cup) knob {
	r, p := from.request, from.plan
	if b := p.Made(); b != nil && b.BoilsIn() {
		return settled(r, b)
	}
	if !steeps(p) {
		return knob{why: poursFlowSet}
	}
	now := quantity.RoundTo(from.contact, 1)
	step := math.Max(quantity.RoundTo(now/24, 5), 5)
	if now > 3600 {
		step = math.Max(quantity.RoundTo(now/24, 900), 900)
	}
	field, _ := brew.FieldByPath("contact_s")
	return knob{most: 12, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + step*float64(n)
		if to < math.Max(0.5*now, field.Min) || to > math.Min(1.6*now, field.Max) {
			return r, OneChange{}, false
		}
		next := r
		next.ContactS = &to
		return next, OneChange{Time, now, to, quantity.Second, nil, quantity.Either(n > 0, longerNot, shorterNot).Say(quantity.Of(math.Abs(to-now), quantity.Second), quantity.Of(to, quantity.Second), quantity.Of(now, quantity.Second))}, true
	}}
}

// settled is a longer or shorter rest of a boiled pot before it is poured off: the coffee draws on.
func settled(r brew.Request, b *brew.Brewed) knob {
	i := slices.IndexFunc(b.Line, func(s method.Step) bool { return s.ID == method.Settle })
	if i < 0 {
		return knob{why: poursFlowSet}
	}
	now, most := b.Line[i].ForS, 12
	return knob{most: most, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + 30*float64(n)
		if to < math.Max(recipe.LeastSettleS, now/2) || to > 2.5*now {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.SettleS = &to })
		return next, OneChange{Time, now, to, quantity.Second, nil, quantity.Either(n > 0, settleLonger, settleShorter).Say(quantity.Of(math.Abs(to-now), quantity.Second), quantity.Of(to, quantity.Second), quantity.Of(now, quantity.Second))}, true
	}}
}

// boil is a longer or shorter boil with the coffee in it, but never one too short to make the water safe.
func boil(from cup) knob {
	r, p := from.request, from.plan
	b := p.Made()
	if b == nil || !b.BoilsIn() || b.School.BoilS == 0 {
		return knob{}
	}
	now := b.BoilS
	return knob{most: 8, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + 15*float64(n)
		if to < math.Max(recipe.LeastBoilS, b.NeedsBoilS()) || to > mostBoilS {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.BoilS = &to })
		return next, OneChange{Boil, now, to, quantity.Second, nil, quantity.Either(n > 0, boilLonger, boilShorter).Say(quantity.Of(to, quantity.Second), quantity.Of(now, quantity.Second))}, true
	}}
}

// mostBoilS is the longest boil that is advised, in s. From memory.
const mostBoilS = 240

// bypass is more or less water into the cup of a press whose chamber is full: as strong as one likes,
// and extracted as it was.
func bypass(from cup) knob {
	r, p := from.request, from.plan
	if !bypassed(p) || *p.Water.DilutionMl < 5 {
		return knob{}
	}
	people := *p.Request.Drinkers
	dose, poured := *p.DoseG, poured(p)
	now := quantity.RoundTo(*p.Water.DilutionMl/people, 5)
	return knob{most: 8, to: func(n int) (brew.Request, OneChange, bool) {
		to := now - 10*float64(n)
		if to < 0 {
			return r, OneChange{}, false
		}
		next := r
		next.DoseG, next.WaterG, next.CupMl, next.Ratio, next.Strength = &dose, new(poured-10*float64(n)*people), nil, nil, nil
		return next, OneChange{Bypass, now, to, quantity.Millilitre, nil, quantity.Either(n > 0, lessBypass, moreBypass).Say(quantity.Of(to, quantity.Millilitre), quantity.Of(now, quantity.Millilitre))}, true
	}}
}

const coolest = 78 // °C that hot water is advised at. Common practice: 88 to 96, and some cooler.

// temperature is hotter or cooler water, as far as it gets here.
func temperature(from cup) knob {
	r, p := from.request, from.plan
	if p.TargetC == nil || p.TargetHighC == nil || *p.TargetHighC == 0 {
		return knob{why: waterNotBrought}
	}
	now := quantity.RoundTo(*p.StartC, 1)
	hottest := math.Floor(*p.BoilC)
	if p.Request.Heat.SuppliedC != nil {
		hottest = now
	}
	return knob{most: 8, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + float64(n)
		if to < coolest || to > hottest {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.WaterC = &to })
		return next, OneChange{Temperature, now, to, quantity.Celsius, nil, quantity.Either(n > 0, hotterWaterNot, coolerWaterNot).Say(quantity.Of(to, quantity.Celsius), quantity.Of(now, quantity.Celsius))}, true
	}}
}

// stop takes a moka pot off earlier, or later again; a pump gets fewer presses.
func stop(from cup) knob {
	r, p := from.request, from.plan
	m, _ := method.ByID(p.Request.Method)
	if m.Family == "pump" {
		return presses(r)
	}
	if m.Way != method.OnFlame {
		return knob{}
	}
	now := 100.0
	if r.Recipe != nil && r.Recipe.StopPct != nil {
		now = *r.Recipe.StopPct
	}
	return knob{most: 5, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + 10*float64(n)
		if to < 50 || to > 100 {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.StopPct = &to })
		return next, OneChange{Stop, now, to, quantity.Percent, nil, quantity.Either(n < 0, stopMokaEarlier, letMokaRun).Say(quantity.Of(to, quantity.Percent), quantity.Of(now, quantity.Percent))}, true
	}}
}

// presses are those of a pump brewer: fewer leave water in its tank.
func presses(r brew.Request) knob {
	now := float64(usualPresses)
	if r.Recipe != nil && r.Recipe.StopPct != nil {
		now = math.Round(usualPresses * *r.Recipe.StopPct / 100)
	}
	return knob{most: 6, to: func(n int) (brew.Request, OneChange, bool) {
		to := now + float64(n)
		if to < 7 || to > usualPresses {
			return r, OneChange{}, false
		}
		next := withOwn(r, func(own *recipe.Recipe) { own.StopPct = new(100 * to / usualPresses) })
		return next, OneChange{Stop, now, to, quantity.None, nil, quantity.Either(n < 0, fewerPresses, morePresses).Say(quantity.Of(to, quantity.None), quantity.Of(now, quantity.None))}, true
	}}
}

// checkAllow is what is wrong with a list of levers.
func checkAllow(allow []string) field.Problems {
	var bad field.Problems
	for i, a := range allow {
		if !slices.Contains(Levers, a) {
			bad = append(bad, field.Problem{Field: fmt.Sprintf("allow[%d]", i), Value: a, Message: fmt.Sprintf("%q is not known. Choose from grind, ratio, time, temperature, stop, boil and bypass", a)})
		}
	}
	return bad
}
