package explain

import (
	"math"
	"slices"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/quantity"
)

// Notes are the adjustments that a plan made, and why.
func Notes(p *brew.Plan) []brew.Note {
	b := p.Made()
	if b == nil {
		return p.Notes
	}
	notes := make([]brew.Note, 0, 8)
	if b.Trust == conditions.ByNothing {
		notes = append(notes, brew.Note{ID: "altitude-unknown", Phrase: whereThisBrewed.Say(),
			Why: "Water boils cooler higher up. Until you enter the altitude, the safety boil is 3 minutes."})
	}
	for _, o := range b.Boil.Odds {
		notes = append(notes, brew.Note{ID: "place-odds", Phrase: o.Text, Why: "Until you correct it, the safer value counts: longer safety boil, more fuel."})
	}
	before, after := p.Decisions()
	for _, d := range before {
		notes = append(notes, note(d))
	}
	if b.Long != nil {
		notes = append(notes, longBoil(p))
	}
	if k := b.Correction; k != nil {
		byTime, byGrind := felt(b)
		if byTime || byGrind || !k.ByTime && !k.ByGrind {
			notes = append(notes, madeUp(b))
		}
	}
	for _, d := range after {
		notes = append(notes, note(d))
	}
	return notes
}

func note(d brew.Decision) brew.Note {
	key := d.ID
	if d.Case != "" {
		key += "/" + d.Case
	}
	s, values := sayings[key], d.Values
	if d.Word != "" {
		values = append(slices.Clone(values), quantity.Text(d.Word))
	}
	return brew.Note{ID: d.ID, Phrase: s.text.Say(values...), Why: s.why}
}

func sec(v float64) quantity.Value { return quantity.Of(v, quantity.Second) }

// longBoil says what makes a boil long, and what a screen would save.
func longBoil(p *brew.Plan) brew.Note {
	b := p.Made()
	l := b.Long
	said := []quantity.Phrase{toTheBoil.Say(sec(l.HeatS))}
	for _, k := range []struct {
		s  float64
		of quantity.Sentence
	}{{l.WindS, ofWind}, {l.ColdS, quantity.Either(b.Frozen(), ofSnow, ofCold)}, {l.LidS, ofLid}} {
		if k.s > 0 {
			said = append(said, k.of.Say(sec(k.s)))
		}
	}
	if len(said) == 1 {
		said = append(said, smallFlame.Say())
	}
	if g := l.ScreenShare * b.FuelG(); l.ScreenS > 0 {
		said = append(said, quantity.Either(g >= 0.5, screenFuel, screen).Say(sec(l.ScreenS), quantity.Of(g, quantity.Gram)))
	}
	return brew.Note{ID: "long-boil", Phrase: quantity.Together(said...), Why: "Each is the time saved without that one thing. Together they can save more or less than the sum."}
}

// grind says a grind: in clicks of this grinder where it is known, else in micrometres, and how
// far that is from another.
func grind(says map[bool]map[bool]quantity.Sentence, b *brew.Brewed, um, was float64, also ...quantity.Value) quantity.Phrase {
	finer := was >= um
	by := math.Abs(was - um)
	to, off := quantity.Of(um, quantity.Micrometre), quantity.Of(by, quantity.Micrometre)
	per := b.Request.Grinder.UmPerClick
	if per != nil {
		now := coffee.Clicks(um, *per, *b.Request.Grinder.ZeroUm)
		then := now + quantity.Either(finer, by, -by) / *per
		to, off = quantity.Of(now, quantity.Clicks), quantity.Of(math.Round(now)-math.Round(then), quantity.None).Abs()
	}
	return says[per != nil][finer].Say(append([]quantity.Value{to, off}, also...)...)
}

// felt is how much of what makes up for this stop is said: what is as much as the steps show,
// which are told to five seconds, and the grind to five micrometres or a click.
func felt(b *brew.Brewed) (byTime, byGrind bool) {
	k := b.Correction
	grain := 5.0
	if per := b.Request.Grinder.UmPerClick; per != nil {
		grain = *per / 2
	}
	return k.ByTime && math.Abs(k.AddedS) >= 5, k.ByGrind && math.Abs(k.Um-k.UmWas) >= grain
}

// madeUp says what makes up for this stop, and what else would.
func madeUp(b *brew.Brewed) brew.Note {
	k := b.Correction
	short := quantity.Either(k.Short > 0, extractsLess, extractsMore).Say(quantity.Of(100*math.Abs(k.Short), quantity.None))
	if !k.ByTime && !k.ByGrind {
		why := "Neither time nor grind can make up for it: preheat, insulate, or choose a method that boils."
		switch {
		case k.None:
			why = "The recipe’s own rule counts: its time and grind stay."
		case k.Given:
			why = "The grind stays as it is; the time is the recipe’s, or as long as possible."
		}
		return brew.Note{ID: "make-up-none", Phrase: short, Why: why}
	}
	var said []quantity.Phrase
	added, longer := sec(math.Abs(k.AddedS)), k.AddedS >= 0
	byTime, byGrind := felt(b)
	if byTime {
		said = append(said, quantity.Either(longer, steepLonger, steepShorter).Say(sec(k.SteepS), added))
	}
	if byGrind || !byTime {
		said = append(said, grind(grindTo, b, k.Um, k.UmWas))
	}
	said = append(said, short)
	switch {
	case k.ByTime && !k.ByGrind && !k.Given && k.GrindOK:
		said = append(said, grind(orGrindTo, b, k.Um, k.UmWas, sec(k.SteepS-k.AddedS)))
	case k.ByGrind && !k.ByTime && k.TimeOK && k.AddedS != 0:
		said = append(said, quantity.Either(longer, orLonger, orShorter).Say(sec(k.SteepS+k.AddedS), added))
	}
	id, why := "make-up-grind", "Already in the steps. A finer grind extracts faster, which makes up for cooler water. The time stays."
	if k.ByTime {
		id, why = "make-up-time", "Already in the steps. It gives about the recipe’s extraction at home."
	}
	if math.Abs(k.Reaches-k.Target) > 0.003 {
		why = "Already in the steps. It makes up only in part: preheat, insulate, or choose a method that boils."
	}
	return brew.Note{ID: id, Phrase: quantity.Together(said...), Why: why}
}
