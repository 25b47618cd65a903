package explain

import (
	"math"
	"strconv"
	"strings"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/quantity"
)

// A saying is how a decision is told, and why it was made. {0} is its first number,
// {word} its word.
type saying struct{ text, why string }

// sayings are the sentences of the decisions, by ID, and by case where there are
// several.
var sayings = map[string]saying{
	"no-preheat":               {"The cup stays cold: there is no hot water to warm it with.", "Nothing but coffee is hot here, and cold water would cool it."},
	"no-preheat-brewer":        {"There is no brewer to warm.", "Nothing is hot before it, or it stands on the heat itself."},
	"basket-ratio":             {"The basket sets the ratio: the one that you set does not count.", "A basket is filled to the brim and its water goes to the mark."},
	"basket-fill":              {"A basket is full or half full: {0}, and not the {1} asked for.", "With less in it water runs past the coffee; with more it does not close."},
	"baskets":                  {"Fill it {0} times, {1} of coffee each.", "One basket holds no more, and more water through it only washes it out."},
	"more-drink":               {"One basket gives {0}, more than the {1} asked for.", "The basket must be full: less coffee in it channels and runs through."},
	"batches":                  {"Brew it in {0} equal batches, each with {1} of coffee and {2} of water.", "The gear does not hold it all at once with room for foam."},
	"batches/in-turn":          {"Brew it in {0} equal batches, each with {1} of coffee and {2} of water.", "Without a server one brewer fills one cup after the other."},
	"batches/cups":             {"Heat water {0} times, for {1} cups at the most.", "The kettle does not hold the water for all of them at once."},
	"server":                   {"It runs into a server that holds {0}, and is shared out from there.", "One cup would run over, and cups in turn would be of different strength. A pot, jug or big mug does."},
	"bypass":                   {"The chamber holds {0} of the {1} that the ratio asks for: {2} goes in afterwards.", "A stronger brew, made right by the water added afterwards, tastes as the full recipe does."},
	"measure-typical":          {"One {word} is taken to hold {0}, typical.", "Spoons, roasts and grinds differ: weigh one once, and enter it."},
	"cool-ways":                {"Other ways to {0}: lid ajar {1}, lid on {2}; poured into a second, cold pot {3}.", coolWays},
	"cool-ways/past":           {"Other ways to {0}: lid ajar {1}, lid on {2}; poured into a second, cold pot it would be only {3}.", coolWays},
	"cool-ways/open":           {"Another way to {0}: poured into a second, cold pot {1}.", coolWays},
	"cool-ways/open-past":      {"Poured into a second, cold pot it would be only {1}, and the recipe wants {0}.", coolWays},
	"cool-asked":               {"With the lid off it would be {0} after {1}.", coolWays},
	"measured-loss":            {"This pot loses {0} of what is usual: the wait is {1} and not {2}.", "Your thermometer reading takes the place of the estimate."},
	"supplied-cool":            {"The water supplied is about {0} in the pot, and the recipe wants {1}. Do not wait.", "The jug and the way from the urn cost some heat too; preheat what you can."},
	"do-not-wait":              {"Boils at {0} here, and the recipe wants {1}. Don't wait: keep it on the heat until the last pour.", doNotWait},
	"do-not-wait/part":         {"Boils at {0} here, and the recipe wants {1}. Don't wait: keep it on the heat for the first {2} of the pouring.", doNotWait + " Kept hot so long, all of the pours together are as warm as the recipe has them."},
	"do-not-wait/off":          {"Boils at {0} here, as hot as the recipe wants it. Don't wait: take it off and pour.", doNotWait},
	"do-not-wait/pot":          {"Boils at {0} here, and the recipe wants {1}. Don't wait: take it off and add the coffee.", doNotWait},
	"do-not-wait/safe":         {"Rolling boil for {2} first, to make it safe. It boils at {0} here and the recipe wants {1}: then use it straight away.", doNotWait},
	"do-not-wait/safe-pot":     {"Rolling boil for {2} first, to make it safe. It boils at {0} here and the recipe wants {1}: then take it off and add the coffee.", doNotWait},
	"do-not-wait/switches-off": {"Boils at {0} here, and the recipe wants {1}. Don't wait: pour as soon as it boils.", doNotWait},
	"boiled-longer":            {"The coffee boils {0} longer than the recipe wants, to make its water safe.", "Long boiling makes coffee bitter. Filtered water, or water boiled before and left to cool, would leave the recipe its own time."},
	"measured-efficiency":      {"Efficiency {0} as measured, not the usual {1}: {2} and not {3}.", "Your weighed fuel takes the place of the estimate."},
	"measured-power":           {"Power {0} as measured: {1} to the boil and not {2}.", "Your timed boil takes the place of the estimate."},
	"battery-short":            {"The battery is {0} short.", "The brew takes more than the battery holds."},
	"gas-short":                {"The canister is {0} short.", "The canister is empty before the water is hot."},
	"canister-cold":            {"The canister is too cold to feed well: bring it to {0} first.", canisterCold},
	"canister-cold/first":      {"The canister is too cold to feed. Bring it to {0} first, better to {1}: the times here are those of {0}.", canisterCold},
	"gas-weak":                 {"The gas gives {0} of the full flame: {1} to the boil, and {2} with all of it.", "The flame goes with the root of the pressure over the air's, and a cold or nearly empty canister has less of it."},
	"boil-held":                {"Here the pot loses {0} at the boil, and the low flame gives {1}: keep the flame at {2}.", boilHeld},
	"boil-held/hardly":         {"Here the pot loses {0} at the boil, and the low flame gives {1}: even the full flame hardly holds it. Use a lid and a screen.", boilHeld},
	"canister-cold/spent":      {"What is left in this canister does not feed here.", canisterCold},
	"ice":                      {"Of {0} of ice in each cup {1} melts at once, and the drink comes to {2}.", "Melting takes as much heat as warming the same water by 80 °C; the strength counts all of it as melted."},
	"pours-set":                {"Your pours take {0} and not {1}, and at home extract {2} and not {3}.", "You moved pours; the recipe's own are a click away."},
	"recipe-clicks":            {"{0} of the recipe are another grinder's: on yours they are not the grind that it names. Its word counts, {1}.", "Clicks mean nothing without the grinder that they are of."},
	"stages":                   {"The brewer holds {0}: pour in {1} parts, and let it sink between them.", "More would run over hot. Each part stops a finger under the rim."},
	"stages/slowly":            {"The brewer holds {0}: pour slowly, so that it sinks as you pour.", "Poured faster it would run over hot."},
	"clogs":                    {"At {0} this bed would clog: there is nothing to brew so. Grind to {1} or coarser.", "What is finer than the dripper passes stands on it until it is cold and bitter."},
	"contact-fixed":            {"The time of this recipe is not free: it stays {0}.", "Its pours and its flow set the time; grind finer or coarser instead."},
	"contact-set":              {"Contact {0} and not {1}: extraction {2} and not {3}.", "You set the time of the steep; the recipe's own is a click away."},
	"measured-strength":        {"Extraction {0} as measured, not the estimated {1}.", "Your reading takes the place of the estimate."},
	"dilution":                 {"One part of concentrate to {0} of water makes it {1}.", "The strength of the cup is the aim: the water follows from what was made at home. Set the parts yourself where you know better."},
	"stretches":                {"It comes to {0} of concentrate, {1} strong: with {2} of water to one part that is {3} to drink, {4} cups of {5}.", "As strong as a usual cup. Made one to three by volume it takes more water than made one to four."},
	"weak-concentrate":         {"One part to {0} of water is {1}, weak. With {2} parts of water, {3} to each vial of {4}, it is {5}; a cup then takes {6} of concentrate.", "Served one to three, a concentrate made one to four by volume is weak: practice's two rules do not go together."},
	"cup-freezes":              {"Left standing, the cup begins to freeze after {0}, and is frozen through after {1}.", "It stays at the freezing point while it gives off its heat of fusion. A lid and an insulated cup hold it off."},
	"caffeine-near":            {"About {0} of caffeine in each cup: between {1} and {2}.", "Published guidance (EFSA 2015, US FDA) is up to 200 mg in one go, 400 mg a day for most healthy adults, 200 mg a day in pregnancy. Not medical advice."},
	"milk":                     {"{0} of condensed milk in each cup.", "Sweet milk keeps without cold until it is opened."},
	"next-cup":                 {"Pour the next cup {0} after the one before; the last is ready at {1}.", "The steps are those of one cup, and the guide goes through all of them; this leaves both hands free for each in its turn."},
	"next-batch":               {"Begin the next batch {0} after the one before; the last is ready at {1}.", nextBatch},
	"next-batch/heat":          {"Put the water on again at {0} for the next batch; one is ready every {1}, the last at {2}.", nextBatch},
	"too-few-cups":             {"{0} cups for {1} people: drink in {2} rounds, or brew that many smaller batches so that none goes cold.", "The pot, its lid or the server can stand in; a shared cup is rinsed between."},
}

const (
	coolWays     = "Most heat leaves as vapour, from the open surface. The times are those of this pot, fill, wind and altitude."
	doNotWait    = "The boiling point here is at or below what the recipe wants: every second off the heat costs."
	boilHeld     = "Wind, cold and an open lid take more than a low flame gives; it would go off the boil."
	canisterCold = "Warm it in a jacket or stand it in lukewarm water; turn it over only where the stove is made for liquid feed. Never heat it with flame or hot water."
	nextBatch    = "The steps are those of one batch, and the guide goes through all of them. One kettle, one brewer and one pair of hands set the pace."
)

// Notes are the adjustments that a plan made, and why.
func Notes(p *brew.Plan) []brew.Note {
	b := p.Made()
	if b == nil {
		return p.Notes
	}
	notes := make([]brew.Note, 0, 8)
	if b.Trust == conditions.ByNothing {
		notes = append(notes, brew.Note{ID: "altitude-unknown", Phrase: quantity.Say("Where this is brewed is not said: the figures are those of the sea's shore."),
			Why: "Pressure falls with height, and with it the boiling point. A boil that disinfects counts as high up: 3 minutes."})
	}
	for _, o := range b.Boil.Odds {
		notes = append(notes, brew.Note{ID: "place-odds", Phrase: o.Text, Why: "Until it is settled the safe one counts for each purpose: the longer safety boil, the higher boiling point for a thermometer, the larger fuel figure."})
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
	s := sayings[key]
	return brew.Note{ID: d.ID, Phrase: quantity.Say(strings.ReplaceAll(s.text, "{word}", d.Word), d.Values...), Why: s.why}
}

// sentence is put together from parts, with its numbers.
type sentence struct {
	text   string
	values []quantity.Value
}

// say adds words; each % in them is the next of the values.
func (s *sentence) say(text string, values ...quantity.Value) {
	for _, r := range text {
		if r == '%' {
			s.text += "{" + strconv.Itoa(len(s.values)) + "}"
			s.values, values = append(s.values, values[0]), values[1:]
			continue
		}
		s.text += string(r)
	}
}

// longBoil says what makes a boil long, and what a screen would save.
func longBoil(p *brew.Plan) brew.Note {
	b := p.Made()
	l := b.Long
	s := &sentence{}
	sec := func(v float64) quantity.Value { return quantity.Of(v, quantity.Second) }
	s.say("% to the boil.", sec(l.HeatS))
	var parts []string
	var values []quantity.Value
	for _, k := range []struct {
		s    float64
		text string
	}{{l.WindS, "the wind takes %"}, {l.ColdS, quantity.Either(b.Frozen(), "the snow and the cold take %", "the cold takes %")}, {l.LidS, "the missing lid %"}} {
		if k.s > 0 {
			parts, values = append(parts, k.text), append(values, sec(k.s))
		}
	}
	switch n := len(parts); {
	case n > 1:
		s.say(" Of that "+strings.Join(parts[:n-1], ", ")+" and "+parts[n-1]+".", values...)
	case n == 1:
		s.say(" Of that "+parts[0]+".", values...)
	default:
		s.say(" It is a small flame for so much water.")
	}
	if l.ScreenS > 0 {
		s.say(" A screen would save %", sec(l.ScreenS))
		if g := l.ScreenShare * b.FuelG(); g >= 0.5 {
			s.say(" and % of fuel", quantity.Of(g, quantity.Gram))
		}
		s.say(".")
	}
	return brew.Note{ID: "long-boil", Phrase: quantity.Say(s.text, s.values...), Why: "Each is what it would take less without that one thing; together they may come to more, or less, than their sum."}
}

func way(v float64, more, less string) string { return quantity.Either(v >= 0, more, less) }

// grindTo says a grind: in clicks of this grinder where it is known, else in
// micrometres, and how far that is from another.
func (s *sentence) grindTo(b *brew.Brewed, um, was float64) {
	finer := way(was-um, "finer", "coarser")
	by := math.Abs(was - um)
	per := b.Request.Grinder.UmPerClick
	if per == nil {
		s.say(" to %, % "+finer, quantity.Of(um, quantity.Micrometre), quantity.Of(by, quantity.Micrometre))
		return
	}
	now := coffee.Clicks(um, *per, *b.Request.Grinder.ZeroUm)
	then := now + by / *per * way1(was-um)
	s.say(" at %, % "+finer, quantity.Of(now, quantity.Clicks), quantity.Of(math.Round(now)-math.Round(then), quantity.None).Abs())
}

func way1(v float64) float64 { return quantity.Either(v >= 0, 1.0, -1.0) }

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
	points := quantity.Of(100*math.Abs(k.Short), quantity.None)
	side := quantity.Either(k.Short > 0, "less", "more")
	many := quantity.Either(math.Round(1000*math.Abs(k.Short)) == 10, " point ", " points ")
	if !k.ByTime && !k.ByGrind {
		why := "Neither the time nor the grind within reach makes up for it: preheat, insulate, or choose a method that boils."
		switch {
		case k.None:
			why = "The recipe's own rule wins: its time and grind stay."
		case k.OwnClick:
			why = "Your own setting of the grinder stays, and the time is the recipe's or as long as it may be."
		}
		return brew.Note{ID: "make-up-none", Phrase: quantity.Say("This stop extracts {0}"+many+side+" than home.", points), Why: why}
	}
	// The points come first among the numbers, though they are said last.
	s := &sentence{values: []quantity.Value{points}}
	added := quantity.Of(math.Abs(k.AddedS), quantity.Second)
	longer := way(k.AddedS, "longer", "shorter")
	byTime, byGrind := felt(b)
	switch {
	case byTime && byGrind:
		s.say("Steep %, % "+longer+", and grind", quantity.Of(k.SteepS, quantity.Second), added)
		s.grindTo(b, k.Um, k.UmWas)
	case byTime:
		s.say("Steep %, % "+longer, quantity.Of(k.SteepS, quantity.Second), added)
	default:
		s.say("Grind")
		s.grindTo(b, k.Um, k.UmWas)
	}
	s.text += " than at home, because this stop extracts {0}" + many + side + "."
	switch {
	case k.ByTime && !k.ByGrind && !k.OwnClick && k.GrindOK:
		s.say(" (Or leave the steep at %, and grind", quantity.Of(k.SteepS-k.AddedS, quantity.Second))
		s.grindTo(b, k.Um, k.UmWas)
		s.say(".)")
	case k.ByGrind && !k.ByTime && k.TimeOK && k.AddedS != 0:
		s.say(" (Or leave the grind, and steep %, % "+longer+".)", quantity.Of(k.SteepS+k.AddedS, quantity.Second), added)
	}
	id, why := "make-up-grind", "Already in the steps. A finer grind gives up its coffee faster, and so makes up for cooler water; the time stays the recipe's."
	if k.ByTime {
		id, why = "make-up-time", "Already in the steps. The temperature in the grounds here, over its time, gives then about the extraction that the recipe gives at home."
	}
	if math.Abs(k.Reaches-k.Target) > 0.003 {
		why = "Already in the steps. It makes up for a part only, as far as time and grind go: preheat, insulate, or choose a method that boils."
	}
	return brew.Note{ID: id, Phrase: quantity.Say(s.text, s.values...), Why: why}
}
