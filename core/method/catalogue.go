package method

import (
	"math"

	"apodemos/core/coffee"
	"apodemos/core/heat"
)

// All lists the methods. Their figures are common practice with no published
// source, unless a field says otherwise.
var All = []Method{pot, pressPot, cupSteep, steepBag, cone, flatBed, tankDripper, cloth, slowDrip, handPress, pocketPump, moka, coldConcentrate, serveConcentrate}

const (
	packOut    = "Carry the grounds out, or bury them only where that is allowed; tip grey water well away from streams."
	firstAway  = "Throw the first splash away. Pour gently; leave about {left}."
	packPapers = "Fold the grounds into the paper and carry both out."
)

var pot = Method{
	ID: "pot", Name: "Steeped or boiled pot", Contact: Immersion, Way: InPot, Family: "pot",
	Summary: "Nothing to carry but the pot: the coffee steeps in it and is poured off its grounds.",
	Needs:   []string{"pot", "grinder"},
	Scores:  Scores{2, 4, 4, 2, "no filter, so some silt and much body; forgiving; a pot of wet grounds to empty"},
	Schools: []School{
		{
			ID: "steeped-skimmed", Name: "Steeped, filter grind, skimmed",
			Why:        "Off the boil, stirred once and skimmed: clear for a pot, without the bitter foam. Choose it for a clean cup with no filter.",
			RatioGPerL: 70, RatioSource: "common practice: 70 g to 1 L", GrindUm: 700, Temps: Temps{92, 95, 97},
			LeftBehindMl: 30, FillFresh: 0.75, FillRested: 0.85, Access: 1, Adjust: "time", WashupMl: 150, Clean: packOut,
			Steps: []Step{
				weigh(),
				prep("cups", "set out cups", "Set out the cups and two spoons.", 15),
				do("coffee-in", "coffee in", "[onheat?Take it off. ][kettle?Pour the water into the pot. ]Add the coffee; wet all of it.", 0, 20).sign("no dry patch is left on top").care("boil-over"),
				stand("steep", "steep", "Put the lid on. Let it stand.", 20, 220).stretch(),
				do("stir", "stir", "Stir the crust in.", 240, 10),
				do("skim", "skim", "Skim the foam with two spoons.", 250, 30).sign("the top is dark and bare"),
				stand("settle", "settle", "Let it settle. Don’t move the pot.", 280, 90),
				serve("decant", "decant", "Pour gently. Leave about {left} with the silt.", 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
		{
			ID: "cold-first-boil", Name: "Cold start, off at the first boil",
			Why:        "Coffee and water heat together and come off as they boil: round, less acid. Choose it for very coarse coffee and a pot you can watch.",
			RatioGPerL: 62.5, RatioSource: "common practice: general starting point 1:16", GrindUm: 1150, Temps: Temps{0, 0, 0},
			LeftBehindMl: 40, SplashMl: 40, FillFresh: 0.65, FillRested: 0.75, Access: 1.4, Adjust: "none", Band: 3, WashupMl: 150, Clean: packOut,
			Steps: []Step{
				weigh(),
				do("coffee-in", "coffee in", "Put the coffee into the cold water. Lid on.", 0, 20),
				do("off", "off", "Take it off the moment it boils and climbs.", 0, 10).fromBoil().care("climbs"),
				stand("stand", "stand", "Let it stand.", 10, 120).fromBoil(),
				do("splash", "cold splash", "[splash?Pour in {splash} of cold, safe water to drop the grounds.|Tap the pot. Add no cold water: it is unsafe.]", 130, 10).fromBoil(),
				stand("settle", "settle", "Let it settle.", 140, 60).fromBoil(),
				serve("decant", "decant", firstAway, 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
		{
			ID: "warm-boil", Name: "Warm water, then a boil",
			Why:        "Coffee into warm water, stirred once, and two minutes at a rolling boil: strong, rounded, hot. Choose it in the cold, for a crowd, over a fire.",
			RatioGPerL: 62.5, RatioSource: "common practice: general starting point 1:16", GrindUm: 1050, Temps: Temps{0, 0, 0}, CoffeeAtC: 50, BoilS: 120, BoilStirs: 2.5,
			LeftBehindMl: 40, FillFresh: 0.6, FillRested: 0.7, Access: 1, Adjust: "none", Band: 3, WashupMl: 150, Clean: packOut,
			Steps: []Step{
				weigh(),
				do("coffee-in", "coffee in", "Stir the coffee into the warm water once.", 0, 20),
				do("boil", "boil", "Keep it at a rolling boil.", 0, 120).fromBoil().care("climbs"),
				do("swirl", "off, swirl", "Take it off the heat. Swirl.", 120, 10).fromBoil(),
				stand("settle", "settle", "Let it settle.", 130, 60).fromBoil(),
				serve("decant", "decant", firstAway, 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
		{
			ID: "cold-unstirred", Name: "Cold start, never stirred, short boil",
			Why:        "The coffee lies on cold water, never stirred, then boils gently for a minute (past a minute and a half it turns bitter). Choose it over a fire, with patience, for a soft cup.",
			RatioGPerL: 70, RatioSource: "common practice: made strong in a low pot, diluted afterwards", GrindUm: 1050, Temps: Temps{0, 0, 0}, TopUp: true, BoilS: 60, BoilStirs: 2.5,
			LeftBehindMl: 40, SplashMl: 30, FillFresh: 0.5, FillRested: 0.66, Access: 1, Adjust: "none", Band: 3, WashupMl: 150, Clean: packOut,
			Steps: []Step{
				weigh(),
				do("coffee-on", "coffee on top", "Pour the coffee on top of the cold water. Don’t stir.", 0, 20),
				do("boil", "gentle boil", "Time a gentle boil. Raise the pot if it climbs.", 0, 60).fromBoil().sign("the foam is pale and bare of grounds").care("climbs"),
				do("splash", "cold splash", "Take it off. [splash?Pour in {splash} of cold, safe water from high.|Tap it. Add no cold water: it is unsafe.]", 60, 10).fromBoil(),
				stand("settle", "settle", "Let it settle.", 70, 240).fromBoil(),
				serve("decant", "decant", firstAway, 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
		{
			ID: "off-boil-fine", Name: "Off the boil, fine, timed",
			Why:        "Finer than drip and six minutes by the clock: strong and full from little coffee. Choose it for one or two cups when the grinder is good.",
			RatioGPerL: 70, RatioSource: "common practice: 17 g a cup", GrindUm: 550, Temps: Temps{95, 97, 98.5},
			LeftBehindMl: 30, FillFresh: 0.75, FillRested: 0.85, Access: 1, Adjust: "time", WashupMl: 150, Clean: packOut,
			Steps: []Step{
				weigh(),
				do("coffee-in", "coffee in", "[onheat?Take it off. ][kettle?Pour the water into the pot. ]Add the coffee, stir, cover.", 0, 20).care("boil-over"),
				stand("first", "steep", "Let it stand, covered.", 20, 100),
				do("stir", "stir", "Stir again.", 120, 10),
				stand("steep", "steep", "Let it stand, covered.", 130, 210).stretch(),
				do("skim", "skim", "Skim.", 340, 20).sign("the top is dark and bare"),
				serve("decant", "decant", "Decant into another cup. Leave about {left} with the silt.", 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
		{
			ID: "off-boil-crust", Name: "Off the boil, fresh beans, two crusts",
			Why:        "Very fresh, coarse coffee on water just off the boil forms two crusts: lively and fragrant. Choose it with beans a few days old.",
			RatioGPerL: 66, RatioSource: "common practice: 66 g to 1 L for a group", GrindUm: 950, Temps: Temps{93, 95, 97},
			LeftBehindMl: 40, SplashMl: 20, FillFresh: 0.7, FillRested: 0.8, Access: 0.9, Adjust: "time", WashupMl: 150, Clean: packOut, Consumables: []string{"small sieve"},
			Steps: []Step{
				weigh(),
				do("coffee-on", "coffee on", "[onheat?Take it off. ][kettle?Pour the water into the pot. ]Add the coffee when it stops boiling.", 0, 15).care("boil-over"),
				stand("first-crust", "first crust", "Let the crust stand.", 15, 60).with(heat.Crusted),
				do("break", "break", "Break the crust gently.", 75, 10),
				stand("steep", "second crust", "Let the second crust form.", 85, 120).with(heat.Crusted).stretch(),
				do("break-again", "break", "Break it.", 205, 10),
				stand("settle", "settle", "Let it settle.", 215, 60).with(heat.Crusted),
				do("splash", "cold splash", "[splash?Pour in {splash} of cold, safe water.|Tap the pot. Add no cold water: it is unsafe.]", 275, 10),
				serve("decant", "decant", "Pour through a small sieve for the first cup.", 40).sign("silt reaches the lip").care("hot-pot"),
			},
			Cautions: []string{"scald"},
		},
	},
}

var pressPot = Method{
	ID: "press-pot", Name: "Press pot", Contact: Immersion, Way: Kettle, Family: "press",
	Summary: "Steeped in a pot with a plunger: full, easy, messy to empty.",
	Needs:   []string{"press pot", "grinder", "kettle"},
	Scores:  Scores{2, 5, 5, 2, "a metal sieve lets oils and some silt through; time does the work; grounds stick to the bottom"},
	Schools: []School{{
		ID: "steeped-skimmed", Name: "Steeped, skimmed, pressed gently",
		Why:        "Coffee first, then water just off the boil. Broken and skimmed at four minutes, the grounds sink and the press goes down easily. Choose it for body without fuss.",
		RatioGPerL: 66, RatioSource: "common practice: 66 g to 1 L for a group", GrindUm: 700, Temps: Temps{92, 95, 97},
		LeftBehindMl: 30, FillFresh: 0.85, FillRested: 0.9, ChamberMl: 1000, Access: 1, Adjust: "time", WashupMl: 250, Clean: "Knock and rinse the grounds out over a bag; " + packOut,
		Steps: []Step{
			weigh(),
			withHotWater("coffee-first", "coffee in", "Put the coffee in the press.[scale? Stand it on the scale.]", 15),
			pour("fill", "fill", "{pour}, wetting all of it.", 0, 25, 1).care("scald"),
			stand("steep", "steep", "Put the lid on, plunger up. Let it stand.", 25, 215).stretch(),
			do("break", "break", "Break the crust.", 240, 10),
			do("skim", "skim", "Skim the foam.", 250, 25).sign("the top is dark and bare"),
			stand("settle", "settle", "Let it settle.", 275, 60),
			serve("press", "press", "Press slowly, just under the surface.", 20).care("press"),
			serve("decant", "pour", "Pour gently. Leave about {left} with the silt.", 30),
		},
		Cautions: []string{"scald"},
	}},
}

var cupSteep = Method{
	ID: "cup-steep", Name: "Cup steep", Contact: Immersion, Way: Kettle, Family: "cup",
	Summary: "Two cups, a spoon and any hot water.",
	Needs:   []string{"two cups", "spoon"},
	Scores:  Scores{2, 3, 4, 3, "decanted off its silt by hand; nothing to break; a cup of grounds to empty"},
	Schools: []School{{
		ID: "standard", Name: "Broken, skimmed, decanted",
		Why:        "Works with an urn and nothing else. Choose it on a ferry, in a hall, when everything is packed.",
		RatioGPerL: 62, RatioSource: "common practice: 12–15 g for a cup of 200–225 ml", GrindUm: 850, Temps: Temps{90, 94, 97},
		LeftBehindMl: 25, FillFresh: 0.85, FillRested: 0.9, Access: 1, Adjust: "time", WashupMl: 60, Clean: packOut,
		Steps: []Step{
			weigh(),
			withHotWater("coffee-first", "coffee in", "Put the coffee in [many?each pair’s first cup|the first cup].[scale? Zero the scale.]", 10),
			pour("fill", "fill", "{pour}. Wet it all with the spoon.", 0, 15, 1).care("scald"),
			stand("steep", "steep", "Let it stand.", 15, 225).with(heat.Crusted).stretch(),
			do("break", "break", "Break the surface and scrape off the foam.", 240, 20).sign("the top is dark and bare"),
			stand("settle", "settle", "Let it settle.", 260, 45).with(heat.Open),
			serve("decant", "decant", "[paper?Pinch the paper rim into a spout; decant. Leave about {left}.|Decant slowly. Leave about {left} with the silt.]", 25).sign("silt reaches the lip").care("hot-cup"),
		},
		Cautions: []string{"scald"},
	}},
}

var steepBag = Method{
	ID: "steep-bag", Name: "Paper steep bag", Contact: Immersion, Way: Kettle, Family: "cup",
	Summary: "Coffee in a paper bag in a cup: for trains and planes, with any hot water.",
	Needs:   []string{"paper tea bag"},
	Scores:  Scores{4, 2, 4, 5, "paper keeps the silt in; it can stay in the cup; one bag to carry out"},
	Schools: []School{{
		ID: "standard", Name: "Four minutes in a paper bag",
		Why:        "Packed at home, nothing to clean. Choose it on the move. Use paper (synthetic bags let fines through) and a fine grind, or it is pale as tea.",
		RatioGPerL: 66.7, RatioSource: "common practice: 15 g to 225 ml", GrindUm: 630, Temps: Temps{92, 95, 97},
		FillFresh: 0.9, FillRested: 0.95, Access: 0.62, Adjust: "grind", Band: 3, WashupMl: 20, Consumables: []string{"paper tea bag"}, Clean: "Let the bag drip, then carry it out.",
		Steps: []Step{
			prep("dose", "weigh, grind", "{coffee}; fill [many?the bags|the bag].", 75),
			withHotWater("bag", "bag in cup", "Hang a bag in [many?each|the] cup.", 10),
			pour("fill", "fill", "{pour} over the bag.", 0, 15, 1).care("scald"),
			stand("steep", "steep", "Let it stand; dip the bag twice.", 15, 225).with(heat.Open).stretch(),
			serve("lift", "lift", "Lift the bag out, or leave it in.", 10),
		},
		Cautions: []string{"scald"},
	}},
}

func coneSteps(last string) []Step {
	return []Step{
		weigh(),
		prep("paper", "fold paper", "Fold in the paper. Set on {server}[scale?, on the scale].", 20),
		withHotWater("rinse", "rinse", "Rinse the paper with {rinse} of hot water. Tip it out.", 20),
		withHotWater("level", "level", "Add the coffee. Shake it level.[scale? Zero the scale.]", 15).care(""),
		pour("bloom-pour", "wet all", "{pour}, wetting all of it.", 0, 10, 30.0/200).care("pour"),
		do("bloom", "bloom", "Let it bloom: gas escapes.", 10, 35),
		pour("second-pour", "circles", "{pour}, in slow circles.", 45, 20, 110.0/200),
		do("shake", "shake", "Shake the bed once, gently.", 65, 8),
		pour("third-pour", "slow stream", "{pour}, slowly, in a broken stream.", 90, 25, 170.0/200),
		pour("fourth-pour", "last pour", "[scale?Pour the last, to {to}.|Pour the rest.]", 135, 15, 1),
		do("drawdown", "draws down", "Let it draw down.", 150, 50).drains().sign("no water rises when you shake it"),
		serve("serve", "serve", last, 20),
	}
}

var cone = Method{
	ID: "cone", Name: "Cone dripper", Contact: Percolation, Way: Kettle, Family: "dripper",
	Summary: "Light and clear. It needs a steady pour and a paper per brew.",
	Needs:   []string{"cone dripper", "cone papers", "grinder", "kettle with a spout"}, Without: "pot",
	Scores: Scores{5, 2, 2, 4, "paper keeps oils and silt back; least forgiving of pouring and temperature; the paper holds its grounds"},
	Schools: []School{
		{
			ID: "four-pulses", Name: "Four pulses, 45 seconds apart",
			Why:        "Each pulse has a reading and a time, so you can repeat it. Choose it for clarity, with a scale.",
			RatioGPerL: 65, RatioSource: "common practice: 13 g to 200 g", Filter: coneFilter, GrindUm: 800, Temps: Temps{88, 90.5, 94},
			RinseMl: 60, FillFresh: 0.9, FillRested: 0.95, MostG: 36, ChamberMl: 400, Access: 1, Adjust: "grind", WashupMl: 30, Consumables: []string{"cone paper"}, Clean: packPapers,
			Steps: coneSteps("Lift the dripper off. {swirl}."), Cautions: []string{"scald"},
		},
		{
			ID: "three-pours", Name: "Three pours, no scale",
			Why:        "Circles in alternating directions, each pour just before the last has drained. Choose it without a scale.",
			RatioGPerL: 62.5, RatioSource: "common practice: 20–25 g, general starting point 1:16", Filter: coneFilter, GrindUm: 800, Temps: Temps{90, 93, 96},
			RinseMl: 60, FillFresh: 0.9, FillRested: 0.95, MostG: 36, ChamberMl: 400, NoScale: true, Access: 1, Adjust: "grind", WashupMl: 30, Consumables: []string{"cone paper"}, Clean: packPapers,
			Steps: []Step{
				weigh(),
				prep("paper", "fold paper", "Fold the paper into the dripper. Set it on {server}.", 20),
				withHotWater("rinse", "rinse", "Rinse the paper with {rinse} of hot water. Tip it out.", 20),
				withHotWater("level", "level", "Add the coffee. Shake it level.", 10).care(""),
				pour("bloom-pour", "wet all", "[scale?Wet all of it, to about {to}.|Wet all of it with {share} of the water.]", 0, 10, 0.15).care("pour"),
				do("bloom", "bloom", "Let it bloom.", 10, 30),
				pour("first-pour", "circle", "[scale?Circle out, to about {to}.|Circle out until {share} is in.]", 40, 25, 0.45),
				pour("second-pour", "circle back", "Circle back just before it drains, [scale?to about {to}|until {share} is in].", 80, 25, 0.75),
				pour("third-pour", "circle", "[scale?Pour the last, to about {to}.|Pour the rest.]", 120, 20, 1),
				do("drawdown", "draws down", "Let it draw down.", 140, 50).drains().sign("the bed looks dull"),
				serve("serve", "serve", "Lift the dripper off. {swirl}.", 20),
			}, Cautions: []string{"scald"},
		},
		{
			ID: "folding", Name: "Folding dripper, packs flat",
			Why:        "Ribs hold only the paper, so nothing needs warming and it drains from its sides too. Grind a little finer; four smaller pours. Choose it when gear must pack flat.",
			RatioGPerL: 62.5, RatioSource: "common practice: general starting point 1:16", Filter: bareCone, GrindUm: 750, Temps: Temps{90, 93, 96},
			RinseMl: 60, FillFresh: 0.85, FillRested: 0.9, MostG: 30, ChamberMl: 350, Access: 1, Adjust: "grind", WashupMl: 20, Consumables: []string{"cone paper"}, Clean: packPapers,
			Steps: []Step{
				weigh(),
				prep("unfold", "unfold", "Unfold it, lock its ribs; stand all feet on the rim.", 20),
				prep("paper", "fold paper", "Press the paper in. Set on {server}[scale?, on the scale].", 20),
				withHotWater("rinse", "rinse", "Rinse the paper with {rinse} of hot water. Tip it out.", 20),
				withHotWater("level", "level", "Add the coffee. Shake it level, holding the dripper.[scale? Zero the scale.]", 15).care(""),
				pour("bloom-pour", "wet all", "{pour}, gently: it tips.", 0, 10, 0.16).care("pour"),
				do("bloom", "bloom", "Let it bloom.", 10, 30),
				pour("second-pour", "small circles", "{pour}, in small circles, off the bare paper.", 40, 20, 0.45),
				pour("third-pour", "small circles", "{pour}.", 80, 20, 0.75),
				pour("fourth-pour", "last pour", "[scale?Pour the last, to {to}.|Pour the rest.]", 120, 15, 1),
				do("drawdown", "draws down", "Let it draw down.", 135, 45).drains().sign("the bed looks dull"),
				serve("serve", "serve", "Lift it by its ring. {swirl}.", 20),
			}, Cautions: []string{"scald"},
		},
		{
			ID: "slow-paper", Name: "Slow paper, coarse grind",
			Why:        "A thick paper drains slowly, so the grind is coarse and the cup very clean. Choose it for cotton-like papers.",
			RatioGPerL: 65, RatioSource: "common practice: single-cup cone 1:15.4", Filter: thickCone, GrindUm: 950, Temps: Temps{90, 93, 96},
			RinseMl: 80, FillFresh: 0.9, FillRested: 0.95, MostG: 36, ChamberMl: 400, Access: 1, Adjust: "grind", WashupMl: 30, Consumables: []string{"thick cone paper"}, Clean: packPapers,
			Steps: []Step{
				weigh(),
				prep("paper", "fold paper", "Fold in the paper. Set on {server}[scale?, on the scale].", 20),
				withHotWater("rinse", "rinse", "Rinse the paper with {rinse} of hot water. Tip it out.", 25),
				withHotWater("level", "level", "Add the coffee. Shake it level.[scale? Zero the scale.]", 15).care(""),
				pour("bloom-pour", "wet all", "{pour}, wetting all of it.", 0, 12, 0.17).care("pour"),
				do("bloom", "bloom", "Let it bloom.", 12, 33),
				pour("second-pour", "circles", "{pour}, in slow circles.", 45, 30, 0.6),
				pour("third-pour", "last pour", "[scale?Pour the last, to {to}.|Pour the rest.]", 120, 30, 1),
				do("drawdown", "draws down", "Let it draw down.", 150, 90).drains().sign("no water rises when you shake it"),
				serve("serve", "serve", "Lift the dripper off. {swirl}.", 20),
			}, Cautions: []string{"scald"},
		},
	},
}

var flatBed = Method{
	ID: "flat-bed", Name: "Flat-bed dripper", Contact: Percolation, Way: Kettle, Family: "dripper",
	Summary: "Even and forgiving; works with a camp kettle, and cleans up quickest.",
	Needs:   []string{"flat-bed dripper", "flat papers", "grinder", "kettle"}, Without: "pot",
	Scores: Scores{5, 2, 4, 5, "paper keeps oils and silt back; the holes of the flat bed set its flow; the paper lifts out whole"},
	Schools: []School{{
		ID: "standard", Name: "Bloom of three times the dose, slow circles",
		Why:        "Three times the dose to bloom, then slow circles. Choose it for two, without a spouted kettle. Don’t rinse: a wet paper seals the holes.",
		RatioGPerL: 66.7, RatioSource: "common practice: 40 g to 600 g, 1:15", BackOn: true, Filter: flatFilter, GrindUm: 800, Temps: Temps{90, 93, 96},
		FillFresh: 0.9, FillRested: 0.95, MostG: 45, ChamberMl: 450, Access: 1, Adjust: "grind", WashupMl: 30, Consumables: []string{"flat paper"}, Clean: packPapers,
		Steps: []Step{
			weigh(),
			prep("paper", "paper in", "Put in dry paper. Set on {server}[scale?, on the scale].", 15),
			withHotWater("level", "level", "Add the coffee. Shake it level.[scale? Zero the scale.]", 10).care(""),
			pour("bloom-pour", "wet all", "[scale?Pour to {to}: three times the dose.|Wet all of it with {share} of the water.]", 0, 12, 0.2).perDose(3).care("pour"),
			do("bloom", "bloom, swirl", "Swirl, and let it bloom.", 12, 18),
			pour("second-pour", "circles", "Pour in slow circles, [scale?to {to}|until {share} is in].", 30, 40, 0.6),
			pour("third-pour", "circles", "Pour in slow circles, [scale?to {to}|until {share} is in].", 90, 40, 1),
			do("flatten", "swirl flat", "Swirl to flatten the bed.", 130, 8),
			do("drawdown", "draws down", "Let it draw down.", 138, 62).drains().sign("the bed lies bare and flat"),
			serve("serve", "serve", "Lift the dripper off. {swirl}.", 20),
		}, Cautions: []string{"scald"},
	}},
}

var tankDripper = Method{
	ID: "tank-dripper", Name: "Dripper with a measured tank", Contact: Percolation, Way: Kettle, Family: "dripper",
	Summary: "Fill the tank to its mark and let it drip: no scale, no skill.",
	Needs:   []string{"tank dripper", "cone papers", "grinder", "kettle"}, Without: "pot",
	Scores: Scores{4, 2, 5, 4, "the tank meters the water; one part more to carry"},
	Schools: []School{{
		ID: "standard", Name: "Bloom, fill to the mark",
		Why:        "The tank does the pouring. Choose it for cold hands. Rinsing the paper warms the dripper.",
		RatioGPerL: 62.5, RatioSource: "common practice: general starting point 1:16", Filter: tankCone, GrindUm: 750, Temps: Temps{91, 94, 96},
		RinseMl: 60, FillFresh: 0.9, FillRested: 0.95, MostG: 30, NoScale: true, Access: 1, Adjust: "grind", WashupMl: 60, ChamberMl: 300, Consumables: []string{"cone paper"}, Clean: packPapers,
		Steps: []Step{
			weigh(),
			prep("paper", "paper in", "Put the paper in; set it on {server}.", 15),
			withHotWater("rinse", "rinse, warm", "Rinse paper and tank with {rinse} of hot water. Tip it out.", 20),
			withHotWater("ready", "coffee in", "Add the coffee. Put the tank on.", 10).care(""),
			pour("bloom-pour", "bloom", "Wet the coffee with {share} of the water.", 0, 8, 0.12).care("pour"),
			do("bloom", "bloom", "Let it bloom.", 8, 27),
			pour("fill", "fill", "Fill the tank [scale?to {to}|to its {water} mark].", 35, 20, 1),
			do("drip", "drips", "Let it drip, or lift it to stop.", 55, 135).drains().sign("the tank is empty and the drip is slow"),
			serve("serve", "serve", "Lift it off. {swirl}.", 15),
		}, Cautions: []string{"scald"},
	}},
}

var cloth = Method{
	ID: "cloth", Name: "Cloth filter", Contact: Percolation, Way: Kettle, Family: "dripper",
	Summary: "No waste and a fuller cup than paper, but a cloth to keep clean.",
	Needs:   []string{"cloth filter", "grinder", "kettle"},
	Scores:  Scores{4, 4, 3, 2, "cloth passes oils and holds silt; it must be rinsed and dried"},
	Schools: []School{{
		ID: "standard", Name: "Bloom and an even pour",
		Why:        "It flows fast, so grind as for a cone. Choose it on long trips, if a cloth can dry.",
		RatioGPerL: 60, RatioSource: "common practice: 6 g to 100 ml", Filter: clothCone, GrindUm: 700, Temps: Temps{88, 91, 95},
		RinseMl: 60, FillFresh: 0.9, FillRested: 0.95, MostG: 40, ChamberMl: 500, Access: 1, Adjust: "grind", WashupMl: 300,
		Clean: "Empty it, rinse it in warm water, wring it; dry it fully in the air, on the pack as you walk, and boil it every second day, or keep it under water in a refrigerator.",
		Steps: []Step{
			weigh(),
			withHotWater("rinse", "rinse", "Rinse the cloth with {rinse} and wring it.", 25),
			withHotWater("level", "level", "Add the coffee, level it, and set it over {server}.", 10).care(""),
			pour("bloom-pour", "wet all", "{pour}.", 0, 12, 0.15).care("pour"),
			do("bloom", "bloom", "Let it bloom.", 12, 28),
			pour("pour", "even pour", "Pour evenly, [scale?to {to}|until all the water is in].", 40, 65, 1),
			do("drawdown", "draws down", "Let it draw down.", 105, 55).drains().sign("the stream breaks into drops"),
			serve("serve", "serve", "Lift it off. {swirl}.", 15).care("cloth"),
		}, Cautions: []string{"scald", "cloth"},
	}},
}

var slowDrip = Method{
	ID: "slow-drip", Name: "Slow metal drip", Contact: Percolation, Way: Kettle, Family: "metal drip",
	Summary: "A small metal filter on a cup: strong, slow, no paper; cold fast in winter.",
	Needs:   []string{"metal drip filter", "grinder"},
	Scores:  Scores{2, 5, 3, 4, "holes pass some silt; the press meters the flow; wipes clean"},
	Schools: []School{
		slowDripSchool("black", "Black, topped up", "Topped up with hot water to a long cup. Choose it with hot water and no paper.", func(s *School) { s.DiluteShare, s.CupMl = 0.5, 150 }, ""),
		slowDripSchool("condensed-milk", "Over condensed milk", "Dripped onto sweet milk and stirred. Choose it when cold, tired and hungry.", func(s *School) { s.Milk, s.CupMl = 25, 80; s.Consumables = []string{"condensed milk"} }, "[milk?Put {condensed} in the cup; filter on top.|Set the filter on the cup, its base on the rim.]"),
		slowDripSchool("iced", "Over ice", "Dripped strong, then over ice. Choose it in the heat, if you can get ice.", func(s *School) {
			s.Milk, s.CupMl = 25, 150
			s.DiluteShare, s.DiluteCold, s.DiluteIce = 0.4, true, true
			s.Consumables = []string{"condensed milk", "ice"}
		}, "[milk?Put {condensed} in the cup; filter on top.|Set the filter on the cup, its base on the rim.]"),
	},
}

func slowDripSchool(id, name, why string, change func(*School), first string) School {
	s := School{ID: id, Name: name, Why: why, RatioGPerL: 150, RatioSource: "common practice: 3 tablespoons in a small filter", Filter: metalFilter, GrindUm: 600, Temps: Temps{90, 94, 97}, ChamberMl: 150, MostG: 25,
		FillFresh: 0.9, FillRested: 0.95, Access: 0.8, Adjust: "grind", Band: 3, WashupMl: 60, Clean: "Knock the grounds out and wipe it; carry the grounds out.", Cautions: []string{"scald"}}
	change(&s)
	if first == "" {
		first = "Set the filter on {server}, its base on the rim."
	}
	last := serve("serve", "serve", "Lift the filter off and serve.", 15)
	switch {
	case s.DiluteCold:
		last = serve("serve", "over ice", "Stir, and pour over {topup} in a glass.", 25)
	case s.DiluteShare > 0:
		last = serve("serve", "top up", "Lift the filter off. Top up with {topup}.", 20).care("scald")
	case s.Milk > 0:
		last = serve("serve", "stir", "Lift the filter off. [milk?Stir the milk up and serve.|Serve.]", 20)
	}
	s.Steps = []Step{
		weigh(),
		prep("set", "set up", first, 15),
		withHotWater("level", "level", "Add coffee; shake level, never press. Put the gravity press on top.", 15).care(""),
		pour("first-water", "first water", "Pour a little water, [scale?to {to}|{share} of it].", 0, 8, 0.2).care("pour"),
		do("bloom", "bloom", "Let it swell.", 8, 12),
		pour("fill", "fill slowly", "Pour slowly onto the press’s handle, [scale?to {to}|the rest]: it mustn’t tip.", 20, 25, 1),
		do("drip", "drips", "Let it drip.", 45, 315).drains().sign("it drips slower than a drop a second"),
		last,
	}
	return s
}

func pressSteps(fill, after string, inverted bool) []Step {
	steps := []Step{
		weigh(),
		prep("paper", "paper in", "Wet the paper in its cap. Assemble the chamber[scale? on the scale].", 20),
		withHotWater("coffee-first", "coffee in", "Add the coffee.[scale? Zero the scale.]", 10).care(""),
		pour("fill", "fill", fill, 0, 15, 1).stirs(1.5).care("scald"),
		do("stir", "stir", "Stir.", 15, 10).stirs(2.5),
		stand("steep", "steep", "Let it stand.", 25, 40).stirs(2.5).stretch(),
	}
	if inverted {
		steps = append(steps, do("flip", "flip", "Put the cap on. Hold both and flip onto {server}.", 65, 10).care("flip"))
	} else {
		steps = append(steps, do("set", "on the cup", "Steady it on {server}.", 65, 5))
	}
	return append(steps, do("press", "press", "Press slowly.", 75, 30).sign("just before it hisses").stirs(2.5).care("press"), serve("serve", "serve", after, 20))
}

var handPress = Method{
	ID: "hand-press", Name: "Hand press", Contact: Immersion, Way: Kettle, Family: "press",
	Summary: "A plunger chamber and a small paper: quick, clean, light, with loose parts.",
	Needs:   []string{"hand press", "small papers", "grinder"}, Without: "cup-steep",
	Scores: Scores{4, 3, 4, 5, "paper and pressure; short steeps forgive; the cake pops out dry; plunger, cap and papers get lost"},
	Schools: []School{
		{ID: "upright", Name: "Upright", Why: "Fill, stir, press after a minute and a quarter. Choose it on uneven ground.",
			RatioGPerL: 80, RatioSource: "common practice: 17 g to 200–220 g", GrindUm: 600, Temps: Temps{85, 90, 95}, FillFresh: 0.9, FillRested: 0.95, ChamberMl: 230, Bypass: true,
			RetainedMlPerG: 1.5, MostG: 30, Access: 1, Adjust: "time", Band: 3, WashupMl: 40, Consumables: []string{"small paper"}, Clean: "Push the cake into a bag; wipe the seal. Papers and stirrer go into the plunger, the plunger into the chamber, the cap on.",
			Steps: pressSteps("{pour}.", "[dilution?Add {topup}. ]{swirl}.", false), Cautions: []string{"scald", "parts"}},
		{ID: "inverted", Name: "Inverted", Why: "Nothing drips through while it steeps, so you set the time. Choose it for a stronger cup on a level table.",
			RatioGPerL: 80, RatioSource: "common practice: 17 g to 200–220 g", GrindUm: 650, Temps: Temps{85, 90, 95}, FillFresh: 0.85, FillRested: 0.9, ChamberMl: 230, Bypass: true,
			RetainedMlPerG: 1.5, MostG: 30, Access: 1, Adjust: "time", Band: 3, WashupMl: 40, Consumables: []string{"small paper"}, Clean: "Push the cake into a bag; wipe the seal. Papers and stirrer go into the plunger, the plunger into the chamber, the cap on.",
			Steps: pressSteps("Stand it on its plunger. {pour}.", "Lift off. [dilution?Add {topup}. ]{swirl}.", true), Cautions: []string{"scald", "parts"}},
		{ID: "bypass", Name: "With bypass", Why: "Brewed strong in the small chamber; the rest of the water goes into the cup. Choose it for a full mug from a small press.",
			RatioGPerL: 62.5, RatioSource: "common practice: 20 g at 1:16", GrindUm: 550, Temps: Temps{88, 92, 96}, FillFresh: 1, FillRested: 1, ChamberMl: 230, Bypass: true,
			RetainedMlPerG: 1.5, MostG: 30, Access: 1, Adjust: "time", Band: 3, WashupMl: 40, Consumables: []string{"small paper"}, Clean: "Push the cake into a bag; wipe the seal. Papers and stirrer go into the plunger, the plunger into the chamber, the cap on.",
			Steps: pressSteps("{pour}[dilution?: the chamber is full].", "[dilution?Add {topup}. ]{swirl}.", false), Cautions: []string{"scald", "parts"}},
		{ID: "rapid-cold", Name: "Rapid cold", Why: "Cool water, a full minute of stirring, pressed hard and diluted. Choose it in the heat, or without good hot water.",
			RatioGPerL: 220, RatioSource: "common practice: water to the mark equal to the number of scoops", GrindUm: 450, Temps: Temps{0, 0, 0}, FillFresh: 0.95, FillRested: 0.95, ChamberMl: 230,
			RetainedMlPerG: 1.5, DiluteShare: 0.5, DiluteCold: true, ScoopMarks: true, MostG: 45, Access: 1, Adjust: "none", Band: 3, WashupMl: 40, Consumables: []string{"small paper"}, Clean: "Push the cake into a bag; wipe the seal. Papers and stirrer go into the plunger, the plunger into the chamber, the cap on.",
			Steps: []Step{
				weigh(),
				prep("paper", "paper in", "Wet the paper in its cap. Assemble the chamber; add the coffee.", 25),
				pour("fill", "fill", "{pour}: safe water, as it comes.", 0, 10, 1),
				do("stir", "stir", "Stir for one full minute.", 10, 60),
				do("press", "press hard", "Press hard.", 70, 30).sign("just before it hisses").care("press-cold"),
				serve("double", "double", "Add {topup}.", 15),
			}, Cautions: []string{"parts"}},
	},
}

var pocketPump = Method{
	ID: "pocket-pump", Name: "Pocket pump brewer", Contact: Pressure, Way: Kettle, Family: "pump",
	Summary: "Thumb-pumped: short and strong, diluted to taste.",
	Needs:   []string{"pocket pump brewer", "fine grinder"},
	Scores:  Scores{2, 5, 2, 4, "pressure and a metal sieve; the grind decides; the puck knocks out"},
	Schools: []School{{
		ID: "standard", Name: "A full basket, about thirteen presses",
		Why:        "The basket sets the dose: full, level, not tamped. More than thirteen presses: grind coarser; fewer: finer. Choose it for a short, strong cup, or dilute it.",
		RatioGPerL: 180, RatioSource: "common practice: 18 g to 100 ml", GrindUm: 350, Temps: Temps{93, 95, 97}, FillFresh: 0.95, FillRested: 0.95,
		BasketG: 18, BasketMl: 100, CupMl: 120, RinseMl: 40, RetainedMlPerG: 1.3, Access: 0.7, Adjust: "none", Band: 4, WashupMl: 60, Clean: "Knock the puck out, rinse, and pump clear water once.",
		Steps: []Step{
			prep("dose", "fill basket", "{coffee}. Fill the basket; level, don’t tamp.", 90),
			withHotWater("swill", "swill", "Swill the tank with {rinse} of hot water; tip it out.", 15),
			pour("fill", "fill tank", "Pour {water} into the tank, to its mark. Screw shut.", 0, 15, 1).care("scald"),
			do("pump", "13 presses", "Pump slowly, about thirteen presses.", 15, 35).sign("it runs pale and bubbles").care("press"),
			serve("dilute", "dilute", "[dilution?Add {topup}, to taste.|Serve.]", 15),
		}, Cautions: []string{"scald", "parts"},
	}},
}

var moka = Method{
	ID: "moka", Name: "Moka pot", Contact: Pressure, Way: OnFlame, Family: "moka",
	Summary: "Steam pushes water through a basket: strong, small, no paper, no scale.",
	Needs:   []string{"moka pot", "flame or stove", "fine grinder"},
	Scores:  Scores{2, 5, 3, 3, "pressure and a metal sieve; the basket sets the dose; three parts to rinse, hot"},
	Schools: []School{
		{ID: "hot-fill", Name: "Hot water in the boiler", Why: "Starting with hot water keeps the coffee off hot metal: less bitter. Choose it if you have a kettle too.",
			RatioGPerL: 100, RatioSource: "common practice: a full basket, water to just below the valve", GrindUm: 420, Temps: Temps{90, 95, 98}, FillFresh: 1, FillRested: 1,
			BasketG: 15, BasketMl: 150, CupMl: 120, LeftBehindMl: 10, RetainedMlPerG: 1.3, FlameS: 120, NoScale: true, Access: 0.62, Adjust: "none", Band: 4, WashupMl: 150, Clean: "Let it cool, then unscrew; knock the puck out, rinse without soap, dry apart.",
			Steps: mokaSteps(
				withHotWater("boiler", "boiler", "Pour the hot water into the boiler, to just under the valve.", 15),
				withHotWater("screw", "screw", "Put the basket in. Screw it tight, holding hot metal with cloth.", 20).care("hot-pot"),
				withHotWater("on", "on flame", "Set it on a medium flame, lid open.", 75).care("valve"),
			), Cautions: []string{"scald", "valve"}},
		{ID: "cold-fill", Name: "Cold water in the boiler", Why: "It needs only the moka pot. Choose it without a kettle; it takes longer and tastes darker.",
			RatioGPerL: 100, RatioSource: "common practice: a full basket, water to just below the valve", GrindUm: 420, Temps: Temps{90, 95, 98}, FillFresh: 1, FillRested: 1,
			BasketG: 15, BasketMl: 150, CupMl: 120, LeftBehindMl: 10, RetainedMlPerG: 1.3, FlameS: 40, ColdFill: true, DiluteCold: true, NoScale: true, Access: 0.7, Adjust: "none", Band: 4, WashupMl: 150, Clean: "Let it cool, then unscrew; knock the puck out, rinse without soap, dry apart.",
			Steps: mokaSteps(
				prep("screw", "screw", "Put the basket in. Screw it tight by the body. Lid open.", 20).care("valve"),
			), Cautions: []string{"scald", "valve"}},
	},
}

// mokaSteps are those of a moka pot around what brings it to the flame.
func mokaSteps(on ...Step) []Step {
	out := []Step{prep("dose", "fill basket", "{coffee}. Fill the basket; level, never tamp.", 90)}
	out = append(out, on...)
	return append(out,
		do("flow", "flows", "Keep the heat low as it flows.", 0, 40).sign("the stream pales or splutters").care("hot-pot"),
		do("off", "off", "Take it off now, by the handle. Cool the base in water.", 40, 10),
		serve("serve", "serve", "Stir and pour.[dilution? Add {topup}.]", 20).care("hot-pot"),
	)
}

var coldConcentrate = Method{
	ID: "cold-concentrate", Name: "Cold concentrate at home", Contact: Cold, Way: Unheated, Family: "concentrate",
	Summary: "Made the day before, carried in a bottle: coffee without a stove.",
	Needs:   []string{"jar", "sieve or cloth", "grinder"},
	Scores:  Scores{3, 4, 5, 4, "strained; smooth and low in acid; forgiving; done at home"},
	Schools: []School{concentrate("one-to-three", "One to three by volume", "Stronger: less to carry. Choose it when the bottle is small.", 3), concentrate("one-to-four", "One to four by volume", "Easier to strain and pour. Choose it if you have room.", 4)},
}

func concentrate(id, name, why string, parts float64) School {
	return School{ID: id, Name: name, Why: why, VolumeParts: parts, RatioGPerL: math.Round(coffee.GroundGPerL / parts), RatioSource: "common practice, by volume; ground coffee about 380 g to the litre, from memory", GrindUm: 1000, Temps: Temps{0, 0, 0},
		FillFresh: 0.9, FillRested: 0.9, Access: 1, Adjust: "none", Band: 3, WashupMl: 300, Clean: "Press or squeeze the grounds dry; compost them at home.", Consumables: []string{"straining cloth or paper"},
		Steps: []Step{
			weigh(),
			pour("fill", "water on", "[scale?{pour}|Pour in {poured}]: safe cold water.", 0, 60, 1),
			do("wet", "stir", "Stir until all of it is wet.", 60, 60),
			stand("steep", "steep", "Cover it: twelve hours at room temperature, a day if refrigerated.", 120, 12*3600).with(heat.Closed),
			serve("strain", "strain", "Strain and press into a clean bottle, or {vials}.", 600),
			serve("chill", "chill", "Keep it cold; up to two weeks in a refrigerator.", 60).care("keeps"),
		}, Cautions: []string{"keeps", "strong"}}
}

var serveConcentrate = Method{
	ID: "serve-concentrate", Name: "Serve concentrate", Contact: Dilution, Way: Kettle, Family: "concentrate",
	Summary: "Concentrate and water: a cup in ten seconds.",
	Needs:   []string{"concentrate"},
	Scores:  Scores{3, 3, 5, 5, "already made; nothing to clean but the vial"},
	Schools: []School{
		{ID: "hot", Name: "With hot water", Why: "Concentrate from home, diluted with hot water to a usual cup. Choose it with an urn, a socket or no time.",
			RatioGPerL: 95, RatioSource: "common practice: 2 oz of concentrate and 6 oz of water", Temps: Temps{80, 85, 90}, FillFresh: 0.95, FillRested: 0.95, DiluteShare: 0.75, Access: 1, Adjust: "none", Band: 3, WashupMl: 20, Clean: "Rinse the vial.",
			Steps: []Step{
				prep("cups", "set out cups", "Set out the cups.", 15),
				do("concentrate", "concentrate", "Pour {concentrate} of concentrate [many?per cup ({vials} in all)|into the cup ({vials})].", 0, 10),
				pour("fill", "hot water", "Add {topup}.", 10, 15, 1).care("scald"),
				serve("serve", "serve", "Stir and serve.", 10),
			}, Cautions: []string{"keeps", "strong"}},
		{ID: "cold", Name: "With cold water", Why: "Concentrate from home, diluted with cold, safe water to a usual cup. Choose it in the heat, or if flames are banned.",
			RatioGPerL: 95, RatioSource: "common practice: 2 oz of concentrate and 6 oz of water", Temps: Temps{0, 0, 0}, FillFresh: 0.95, FillRested: 0.95, DiluteShare: 0.75, DiluteCold: true, Access: 1, Adjust: "none", Band: 3, WashupMl: 20, Clean: "Rinse the vial.",
			Steps: []Step{
				prep("cups", "set out cups", "Set out the cups.", 15),
				do("concentrate", "concentrate", "Pour {concentrate} of concentrate [many?per cup ({vials} in all)|into the cup ({vials})].", 0, 10),
				pour("fill", "cold water", "Add {topup}.", 10, 15, 1),
				serve("serve", "serve", "Stir and serve.", 10),
			}, Cautions: []string{"keeps", "strong"}},
	},
}
