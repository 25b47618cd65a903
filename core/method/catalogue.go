package method

import "apodemos/core/heat"

// All lists the methods. Their figures are common practice with no published
// source, unless a field says otherwise.
var All = []Method{pot, cone}

var pot = Method{
	ID: "pot", Name: "Steeped pot", Contact: Immersion, InPot: true,
	Summary: "Nothing to carry but the pot: the coffee steeps in it and is poured off its grounds.",
	Schools: []School{{
		ID: "steeped-skimmed", Name: "Steeped, filter grind, skimmed",
		Why:        "Off the boil, stirred once and skimmed: clear for a pot, and the foam, which tastes bitter, goes. Choose it for a clean cup with no filter.",
		RatioGPerL: 70, RatioSource: "common practice: 70 g to 1 L",
		GrindUm: 700, Temps: Temps{92, 95, 97}, WaitCover: heat.Open,
		LeftBehindMl: 30, FillFresh: 0.75, FillRested: 0.85,
		Steps: []Step{
			{ID: "dose", Label: "weigh, grind", Phase: Prepare, Lane: Hands, ForS: 75, Until: Time,
				Text: "Weigh {dose} of coffee and grind it {band}."},
			{ID: "cups", Label: "set out cups", Phase: Prepare, Lane: Hands, ForS: 15, Until: Time,
				Text: "Set out the cups and two spoons."},
			{ID: "coffee-in", Label: "coffee in", Phase: Brew, Lane: Hands, AtS: 0, ForS: 20, PourTo: 1, Until: Sign,
				Text: "Coffee in. Wet all of it.", Sign: "no dry patch is left on top",
				Cover: heat.Open, Caution: "boil-over"},
			{ID: "steep", Label: "steep", Phase: Brew, Lane: Water, AtS: 20, ForS: 220, Until: Time,
				Text: "Lid on. Let it stand.", Cover: heat.Lidded},
			{ID: "stir", Label: "stir", Phase: Brew, Lane: Hands, AtS: 240, ForS: 10, Until: Time,
				Text: "Stir the crust under.", Cover: heat.Open},
			{ID: "skim", Label: "skim", Phase: Brew, Lane: Hands, AtS: 250, ForS: 30, Until: Sign,
				Text: "Skim the foam with two spoons.", Sign: "the top is dark and bare", Cover: heat.Open},
			{ID: "settle", Label: "settle", Phase: Brew, Lane: Water, AtS: 280, ForS: 90, Until: Time,
				Text: "Let it settle. Do not move the pot.", Cover: heat.Lidded},
			{ID: "decant", Label: "decant", Phase: Serve, Lane: Hands, ForS: 40, Until: Sign,
				Text: "Pour gently. Leave about {left} with the silt.", Sign: "silt reaches the lip",
				Caution: "hot-pot"},
		},
		Cautions: []string{"scald"},
	}},
}

var cone = Method{
	ID: "cone", Name: "Cone dripper", Contact: Percolation,
	Summary: "Light and clear; asks for a steady pour and a paper for each brew.",
	Schools: []School{{
		ID: "four-pulses", Name: "Four pulses, 45 seconds apart",
		Why:        "Each pulse has a scale reading and a time, so that it comes out the same twice. Choose it when you have a scale and want clarity.",
		RatioGPerL: 65, RatioSource: "common practice: 13 g to 200 g",
		GrindUm: 800, Temps: Temps{88, 90.5, 94}, WaitCover: heat.Lidded,
		RinseMl: 60, FillFresh: 0.9, FillRested: 0.95,
		Steps: []Step{
			{ID: "dose", Label: "weigh, grind", Phase: Prepare, Lane: Hands, ForS: 75, Until: Time,
				Text: "Weigh {dose} of coffee and grind it {band}."},
			{ID: "paper", Label: "fold paper", Phase: Prepare, Lane: Hands, ForS: 20, Until: Time,
				Text: "Fold the paper, set the dripper on the cup and the cup on the scale."},
			{ID: "rinse", Label: "rinse", Phase: Hot, Lane: Hands, ForS: 20, Until: Time,
				Text: "Rinse the paper with {rinse}. Tip the rinse out.", Caution: "scald"},
			{ID: "level", Label: "level", Phase: Hot, Lane: Hands, ForS: 15, Until: Time,
				Text: "Coffee in. Shake it level. Zero the scale."},
			{ID: "bloom-pour", Label: "wet all", Phase: Brew, Lane: Scale, AtS: 0, ForS: 10, PourTo: 30.0 / 200, Until: Weight,
				Text: "Pour to {to}, wetting all of it.", Cover: heat.Open, Caution: "pour"},
			{ID: "bloom", Label: "bloom", Phase: Brew, Lane: Hands, AtS: 10, ForS: 35, Until: Time,
				Text: "Bloom: let the gas out.", Cover: heat.Open},
			{ID: "second-pour", Label: "circles", Phase: Brew, Lane: Scale, AtS: 45, ForS: 20, PourTo: 110.0 / 200, Until: Weight,
				Text: "Pour to {to} in slow circles.", Cover: heat.Open},
			{ID: "shake", Label: "shake", Phase: Brew, Lane: Hands, AtS: 65, ForS: 8, Until: Time,
				Text: "Shake the bed once, gently.", Cover: heat.Open},
			{ID: "third-pour", Label: "slow stream", Phase: Brew, Lane: Scale, AtS: 90, ForS: 25, PourTo: 170.0 / 200, Until: Weight,
				Text: "Pour to {to}, slowly, in a broken stream.", Cover: heat.Open},
			{ID: "fourth-pour", Label: "last pour", Phase: Brew, Lane: Scale, AtS: 135, ForS: 15, PourTo: 1, Until: Weight,
				Text: "Pour the last, to {to}.", Cover: heat.Open},
			{ID: "drawdown", Label: "draws down", Phase: Brew, Lane: Hands, AtS: 150, ForS: 50, Until: Sign,
				Text: "Let it draw down.", Sign: "no water rises when you shake it", Cover: heat.Open},
			{ID: "serve", Label: "serve", Phase: Serve, Lane: Hands, ForS: 20, Until: Time,
				Text: "Lift the dripper off. Swirl the cup and serve."},
		},
		Cautions: []string{"scald"},
	}},
}
