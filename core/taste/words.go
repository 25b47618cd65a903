package taste

import "apodemos/core/quantity"

var words = quantity.Words

// grindBy says a grind without clicks: finer or not, clearly or a little, of another word or not.
var grindBy = map[bool]map[bool]map[bool]quantity.Sentence{
	true: {
		false: {true: words("a little finer: {2}, was {3} (about {0}, was {1})"), false: words("a little finer, still {2} (about {0}, was {1})")},
		true:  {true: words("clearly finer: {2}, was {3} (about {0}, was {1})"), false: words("clearly finer, still {2} (about {0}, was {1})")},
	},
	false: {
		false: {true: words("a little coarser: {2}, was {3} (about {0}, was {1})"), false: words("a little coarser, still {2} (about {0}, was {1})")},
		true:  {true: words("clearly coarser: {2}, was {3} (about {0}, was {1})"), false: words("clearly coarser, still {2} (about {0}, was {1})")},
	},
}

// brings says what a change does: more out of the coffee or less, stronger or weaker.
var brings = map[bool]map[bool]quantity.Sentence{
	true:  {true: words("This should extract {0} more and taste {1} stronger."), false: words("This should extract {0} more and taste {1} weaker.")},
	false: {true: words("This should extract {0} less and taste {1} stronger."), false: words("This should extract {0} less and taste {1} weaker.")},
}

var (
	bringsMore     = words("This should extract {0} more.")
	bringsLess     = words("This should extract {0} less.")
	bringsStronger = words("This should taste {0} stronger.")
	bringsWeaker   = words("This should taste {0} weaker.")

	clicksFiner   = words("{2} {2#click|clicks} finer: {0} (was {1})")
	clicksCoarser = words("{2} {2#click|clicks} coarser: {0} (was {1})")
)

// Why a change is advised, or none; and why another was not.
var (
	nearerWhatYou       = words("Closer to your wish.")
	nearerWhatYouLike   = words("Closer to what you like.")
	changedSinceLast    = words("You changed it since the last cup. Brew it and say how it was: one change at a time.")
	youWereContent      = words("You liked it. Leave it as it is.")
	oneCupOtherwise     = words("This brew was right before. This cup was {0}, probably by chance; a second one would change it.")
	lessExtracted       = words("{0} {0#cup|cups} more sour than expected with these settings. Did something change?")
	moreExtracted       = words("{0} {0#cup|cups} more bitter than expected with these settings. Did something change?")
	endWhatGear         = words("Your gear or this place allows no more.")
	coarserGroundsSink  = words("Coarser grounds sink faster, and fewer pass.")
	modelWouldNot       = words("{0}. The model expected otherwise. This is a step by rule of thumb; the next cup will tell.")
	pressesTooFine      = words("It took {0} presses ({1} are usual): the grind is too fine.")
	pressesTooCoarse    = words("It took only {0} presses ({1} are usual): the grind is too coarse.")
	drainedTooSlow      = words("It was drained at {0} (planned {1}): too slow, so the grind is too fine.")
	drainedTooFast      = words("It was drained at {0} (planned {1}): too fast, so the grind is too coarse.")
	nothingTastedYet    = words("No cup yet: follow the recipe.")
	allYourCups         = words("Your cups say this is about right. The last was {1}, probably by chance (cups vary by {0} points of extraction). Another {1} cup would change it.")
	thisAnythingFurther = words("This is as close as it gets: cups vary by about {0} points of extraction anyway.")
	nothingMayChanged   = words("No allowed change would help by more than cups vary anyway.")
	ruleThumb           = words("By the rule of thumb.")
	comesNearest        = words("It comes closest.")
	wouldLeadAway       = words("It would make it worse.")
	bringsHardlyMore    = words("It helps hardly more than cups vary anyway.")
	youWereContent2     = words("You liked it.")
	leavesCupFurther    = words("It ends further from what you like.")
	youWish             = words("You asked for {0}.")
	fromOtherCoffees    = words("From the other coffees you liked.")
	fromYourCups        = words("From your cups so far.")
	saidSo              = words("{0}.")
)

// How two cups, or several rounds, compare.
var (
	saidOfBoth          = words("A: {0}. B: {1}.")
	noRoundYet          = words("No round yet.")
	preferredRoundsMore = words("{2} was preferred in {0} of {1} rounds: probably not chance.")
	oddCupFound         = words("The odd cup was found in {0} of {1} rounds: probably not chance.")
	preferredRoundsMay  = words("{2} was preferred in {0} of {1} rounds: it could be chance (six in a row would not).")
	preferredRoundsNo   = words("{2} was preferred in {0} of {1} rounds: no difference shown, it could be chance.")
	eachPreferredAs     = words("Each was preferred as often: no difference shown.")
)

// A lever, moved, or why it does not move.
var (
	notChanged          = words("You don’t allow it.")
	nothingGroundHere   = words("No grinding in this method.")
	coffeeGroundAlready = words("The coffee is ground already.")
	basketSetsCoffee    = words("The basket sets coffee and water.")
	lessWaterAdded      = words("{0} less water added: a cup of {1} (was {2})")
	moreWaterAdded      = words("{0} more water added: a cup of {1} (was {2})")
	moreCoffeeNot       = words("{0} more coffee: {1} (was {2})")
	lessCoffeeNot       = words("{0} less coffee: {1} (was {2})")
	poursFlowSet        = words("Pours and flow set the time.")
	longerNot           = words("{0} longer: {1} (was {2})")
	shorterNot          = words("{0} shorter: {1} (was {2})")
	waterNotBrought     = words("This method has no water temperature to set.")
	hotterWaterNot      = words("hotter water: {0} (was {1})")
	coolerWaterNot      = words("cooler water: {0} (was {1})")
	settleLonger        = words("{0} longer to settle: {1} (was {2})")
	settleShorter       = words("{0} shorter to settle: {1} (was {2})")
	boilLonger          = words("a longer boil: {0} (was {1})")
	boilShorter         = words("a shorter boil: {0} (was {1})")
	fewerPresses        = words("fewer presses: {0} (was {1})")
	morePresses         = words("more presses: {0} (was {1})")
	lessBypass          = words("less water added afterwards: {0} (was {1})")
	moreBypass          = words("more water added afterwards: {0} (was {1})")
	stopMokaEarlier     = words("stop the moka earlier: off when {0} of its water is up (was {1})")
	letMokaRun          = words("let the moka run longer: off when {0} of its water is up (was {1})")
	partsWaterOne       = words("{0} parts of water to one of concentrate (was {1})")
)

// bodies says what another filter does to the body, from what a cup ran through to what the next does.
var bodies = map[string]map[string]quantity.Sentence{
	byPaper: {byNone: words("More body and silt: no paper there."), byCloth: words("A little more body: cloth instead of paper.")},
	byCloth: {byNone: words("More body and silt: no cloth there."), byPaper: words("Less body: paper instead of cloth.")},
	byNone:  {byPaper: words("Less body, no silt: paper there."), byCloth: words("Less silt: cloth there.")},
}

// What cannot be the same.
var (
	waterCooler   = words("Water is {0} there (was {1}).")
	againMore     = words("It extracts {0} points more than that cup: your gear gets no closer.")
	againLess     = words("It extracts {0} points less than that cup: your gear gets no closer.")
	againStronger = words("It is {0} stronger than that cup: your gear gets no closer.")
	againWeaker   = words("It is {0} weaker than that cup: your gear gets no closer.")
)
