package recipe

import "apodemos/core/quantity"

var words = quantity.Words

// How words were taken, and where they could mean something else: those begin with the words.
var (
	asFirstPourFor  = words("a first pour of {0}, for {1}")
	asRoast         = words("{0} roast")
	asPours         = words("{0} pours, each to a reading at a time")
	isLess          = words("“{0}” is less than is already in: read as that much more.")
	asPourAt        = words("pour to {0} at {1@}")
	asPourBy        = words("pour to {0}, done by {1@}")
	asTimesDoseFor  = words("a first pour of {0} times the dose, for {1}")
	asTimesDose     = words("a first pour of {0} times the dose")
	asFirstPour     = words("a first pour of {0}")
	asBloom         = words("a bloom of {0}")
	asWater         = words("{0} of water")
	isRange         = words("“{0}” is a range: read as its middle.")
	asWaterAt       = words("water at {0}")
	asHotAsItGets   = words("water at {0}, or as hot as it gets")
	asGroundTo      = words("ground to {0}")
	asClicks        = words("{0} on a grinder: yours, unless you say")
	asGround        = words("ground {0}")
	asItIs          = words("{0}")
	asStepAt        = words("{0} at {1@}")
	isMeasure       = words("“{0}” was read as {1} of ground coffee: weigh yours once.")
	asCoffee        = words("{0} of coffee")
	asDrink         = words("{0} in the cup")
	isAnotherAmount = words("“{0}” is a second amount of {1}; it was left out.")
	isOfNothing     = words("It is unclear what “{0}” is; it was left out.")
	isNoRatio       = words("“{0}” isn’t the ratio of the amounts: read as a time.")
	isRatio         = words("“{0}” was read as a ratio.")
	asDoneAt        = words("done at {0@}")
	asSteep         = words("steeps for {0}")
	isNoTime        = words("It is unclear what “{0}” times; it was left out.")
	amountsMakeNot  = words("The amounts make {0}, the ratio says {1}: the amounts count.")
	bloomDoesNot    = words("The bloom doesn’t fit the pours: the pours count.")
	bloomHasNo      = words("The bloom has no amount: read as twice the coffee, {0}.")
	bloomHasNoTime  = words("The bloom has no time: read as {0}.")
	bloomLeftOut    = words("The bloom was left out: it needs coffee and water too.")
)
