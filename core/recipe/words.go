package recipe

import "apodemos/core/quantity"

var words = quantity.Words

// How words were taken, and where they could mean something else: those begin with the words.
var (
	asFirstPourFor  = words("a first pour of {0}, for {1}")
	asRoast         = words("{0} roast")
	asPours         = words("{0} pours, each to a reading at a time")
	isLess          = words("“{0}” is less than what is in by then: taken as that much more.")
	asPourAt        = words("pour to {0} at {1}")
	asPourBy        = words("pour to {0}, done by {1}")
	asTimesDoseFor  = words("a first pour of {0} times the dose, for {1}")
	asTimesDose     = words("a first pour of {0} times the dose")
	asFirstPour     = words("a first pour of {0}")
	asBloom         = words("a bloom of {0}")
	asWater         = words("{0} of water")
	isRange         = words("“{0}” is a range: its middle was taken.")
	asWaterAt       = words("water at {0}")
	asHotAsItGets   = words("water at {0}, or as hot as it gets")
	asGroundTo      = words("ground to {0}")
	asClicks        = words("{0} on a grinder: yours, unless you say")
	asGround        = words("ground {0}")
	asItIs          = words("{0}")
	asStepAt        = words("{0} at {1}")
	isMeasure       = words("“{0}” was taken as {1} of ground coffee: weigh yours once.")
	asCoffee        = words("{0} of coffee")
	asDrink         = words("{0} in the cup")
	isAnotherAmount = words("“{0}” is another amount of {1} than was read before; it was left out.")
	isOfNothing     = words("“{0}” does not say what it is of; it was left out.")
	isNoRatio       = words("“{0}” is not the ratio of the amounts: taken as a time.")
	isRatio         = words("“{0}” was taken as a ratio, and not as a time.")
	asDoneAt        = words("done at {0}")
	asSteep         = words("steeps for {0}")
	isNoTime        = words("“{0}” does not say of what it is the time; it was left out.")
	amountsMakeNot  = words("The amounts make {0} and not {1}: the amounts count.")
	bloomDoesNot    = words("The bloom does not go with the pours: the pours count.")
	bloomHasNo      = words("The bloom has no amount: twice the coffee was taken, {0}.")
	bloomHasNoTime  = words("The bloom has no time: {0} was taken.")
	bloomLeftOut    = words("The bloom was left out: it wants the coffee and the water, too.")
)
