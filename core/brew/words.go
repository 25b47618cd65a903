package brew

import "apodemos/core/quantity"

var words = quantity.Words

// What becomes of the water before it meets coffee.
var (
	makeWaterSafe       = words("Make the water safe first.")
	nothingHeated       = words("Nothing is heated.")
	hotWaterFrom        = words("Hot water from the urn: ask whether it has boiled, then use it straight away.")
	hotWaterFromUrn     = words("Hot water from the urn: use it straight away.")
	rollingBoilWith     = words("Rolling boil for {0} with the coffee in it, to make the water safe.")
	boilWithCoffee      = words("Boil it for {0} with the coffee in it.")
	takeOffFirst        = words("Take it off at the first boil.")
	potHeatsOwn         = words("The pot heats its own water.")
	rollingBoilMake     = words("Rolling boil for {0} to make it safe, then wait {1}.")
	rollingBoilMakeSafe = words("Rolling boil for {0} to make it safe, then use it straight away.")
	boilThenWait        = words("Boil it, then wait {0}.")
	boilsTakeOff        = words("Boils at {0}: take it off and add the coffee.")
	rollingBoilKeep     = words("Rolling boil for {0} to make it safe, then keep it on the heat as you start to pour.")
	boilsKeepOn         = words("Boils at {0}: keep it on the heat as you start to pour.")
	boilsUseStraight    = words("Boils at {0}: use it straight away.")
)

// Why a line of a recipe is not as it was written.
var (
	askedOtherwiseThis = words("Changed for this brew.")
	waterBoilsHere     = words("Water boils at {0} here.")
	hotWaterComes      = words("The supplied water is no hotter.")
	setHandThis        = words("Set by you for this brew.")
	soExtractsHere     = words("To extract here as at home.")
	asUsualBed         = words("As a usual bed of this grind drains. Note when yours drained to fit your dripper.")
	movedHandThis      = words("Moved by you for this brew.")
	sameSharesSame     = words("The same shares of {0}, at the same times.")
	afterPourStill     = words("After that pour, or with the longer steep here.")
	recipeTimesOnce    = words("The recipe, {0} times: once for each of you.")
	drinkOrAmounts     = words("For the amounts of this brew.")
)
