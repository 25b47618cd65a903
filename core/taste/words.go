package taste

import "apodemos/core/quantity"

var words = quantity.Words

// grindBy says a grind without clicks: finer or not, clearly or a little, of another word or not.
var grindBy = map[bool]map[bool]map[bool]quantity.Sentence{
	true: {
		false: {true: words("a little finer: {2} and not {3} (about {0} and not {1})"), false: words("a little finer, still {2} (about {0} and not {1})")},
		true:  {true: words("clearly finer: {2} and not {3} (about {0} and not {1})"), false: words("clearly finer, still {2} (about {0} and not {1})")},
	},
	false: {
		false: {true: words("a little coarser: {2} and not {3} (about {0} and not {1})"), false: words("a little coarser, still {2} (about {0} and not {1})")},
		true:  {true: words("clearly coarser: {2} and not {3} (about {0} and not {1})"), false: words("clearly coarser, still {2} (about {0} and not {1})")},
	},
}

// brings says what a change does: more out of the coffee or less, stronger or weaker.
var brings = map[bool]map[bool]quantity.Sentence{
	true:  {true: words("This should bring {0} more out of the coffee, and come out {1} stronger."), false: words("This should bring {0} more out of the coffee, and come out {1} weaker.")},
	false: {true: words("This should bring {0} less out of the coffee, and come out {1} stronger."), false: words("This should bring {0} less out of the coffee, and come out {1} weaker.")},
}

var (
	clicksFiner   = words("{2} {2#click|clicks} finer: {0} and not {1}")
	clicksCoarser = words("{2} {2#click|clicks} coarser: {0} and not {1}")
)

// Why a change is advised, or none; and why another was not.
var (
	nearerWhatYou       = words("Nearer to what you wish.")
	nearerWhatYouLike   = words("Nearer to what you like.")
	changedSinceLast    = words("It was changed since the last cup. Brew it so, and say how it was: one change at a time.")
	youWereContent      = words("You were content. This is it: leave it as it is.")
	endWhatGear         = words("It is at the end of what the gear, or this place, gives.")
	coarserGroundsSink  = words("Coarser grounds sink faster and fewer of them pass.")
	modelWouldNot       = words("{0}. The model would not have thought so: a step by the rule of thumb, and the next cup will tell.")
	nothingTastedYet    = words("Nothing was tasted yet: the recipe as it is.")
	allYourCups         = words("By all your cups this is about as you like it. The last was {1}, probably by chance: cups vary by about {0} points of extraction. Another such cup would change this.")
	thisAnythingFurther = words("This is it: anything further is noise. From brew to brew a cup varies by about {0} points of extraction.")
	nothingMayChanged   = words("Nothing that may be changed brings it nearer by more than cups vary from brew to brew.")
	ruleThumb           = words("By the rule of thumb.")
	comesNearest        = words("It comes nearest.")
	wouldLeadAway       = words("It would lead away from what is wanted.")
	bringsHardlyMore    = words("It brings hardly more than cups vary from brew to brew.")
	youWereContent2     = words("You were content.")
	leavesCupFurther    = words("It leaves the cup further from what you like.")
	youWish             = words("You wish it {0}.")
	fromYourCups        = words("From your cups so far.")
	saidSo              = words("{0}.")
)

// How two cups, or several rounds, compare.
var (
	saidOfBoth          = words("A: {0}. B: {1}.")
	noRoundYet          = words("No round yet.")
	preferredRoundsMore = words("{2} was preferred in {0} of {1} rounds: more than chance.")
	oddCupFound         = words("The odd cup was found in {0} of {1} rounds: more than chance.")
	preferredRoundsMay  = words("{2} was preferred in {0} of {1} rounds: it may still be chance. Six in a row would not be.")
	preferredRoundsNo   = words("{2} was preferred in {0} of {1} rounds: no difference shown, it could be chance.")
	eachPreferredAs     = words("Each was preferred as often: no more than chance.")
)

// A lever, moved, or why it does not move.
var (
	notChanged          = words("Not to be changed.")
	nothingGroundHere   = words("Nothing is ground here.")
	coffeeGroundAlready = words("The coffee is ground already.")
	basketSetsCoffee    = words("The basket sets coffee and water, and nothing is added.")
	lessWaterAdded      = words("{0} less water added: a cup of {1} and not {2}")
	moreWaterAdded      = words("{0} more water added: a cup of {1} and not {2}")
	moreCoffeeNot       = words("{0} more coffee: {1} and not {2}")
	lessCoffeeNot       = words("{0} less coffee: {1} and not {2}")
	poursFlowSet        = words("Its pours and its flow set the time.")
	longerNot           = words("{0} longer: {1} and not {2}")
	shorterNot          = words("{0} shorter: {1} and not {2}")
	waterNotBrought     = words("The water is not brought to a temperature here.")
	hotterWaterNot      = words("hotter water: {0} and not {1}")
	coolerWaterNot      = words("cooler water: {0} and not {1}")
	onlyMokaPot         = words("Only a moka pot is stopped.")
	stopMokaEarlier     = words("stop the moka earlier: off the heat when {0} of its water has come up, and not {1}")
	letMokaRun          = words("let the moka run longer: off the heat when {0} of its water has come up, and not {1}")
	partsWaterOne       = words("{0} parts of water to one of concentrate, and not {1}")
)
