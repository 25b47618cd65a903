package run

import "apodemos/core/quantity"

var words = quantity.Words

// What rings.
var (
	safetyBoilOver   = words("The safety boil is over.")
	waterShouldAbout = words("The water should be about {0} now.")
	shouldBoilAbout  = words("It should boil about now: check it.")
)

// What a reading is told that cannot be one.
var (
	notTakenAllowed = words("{0} is out of range. Enter {1} to {2}.")
)

// What a brew taught of the gear.
var (
	tookBoilBurner     = words("It took {0} to the boil: the burner gives {1} (was {2}); the next boil takes {3} (was {4}).")
	burnedPlannedHeat  = words("It burned {0} (planned {1}): {2} of the heat reaches the pot (was {3}). Next brew: {4}.")
	dripperDrainsUsual = words("The dripper drains in {0} of its usual time: next brew done at {1@} (was {2@}).")
	potLosesWhat       = words("The pot loses heat at {0} of the planned rate: next wait {1} (was {2}).")
)

// What stands in view while a brew is made.
var (
	pausedCoffeeDoes     = words("Paused. The coffee doesn’t stop: continue when you can.")
	youWentBack          = words("You went back: tap Next when this is done.")
	morePouredThan       = words("Over-poured. Lift it off when {0} are in the cup.")
	drainsSlowlyLet      = words("It drains slowly: let it run, then tap Drained. Next time grind a little coarser or pour more gently.")
	scaleShowsZero       = words("The scale shows {0}: zero it, or pour on to {1}.")
	scaleZeroedWith      = words("The scale was zeroed with {0} in: pour until it shows {1}.")
	scaleZeroedWithWater = words("The scale was zeroed with {0} in: that water counts.")
	lessThanPlanned      = words("{0} less than planned. The next reading is {1}.")
	lessThanPlannedPour  = words("{0} less than planned: pour it now, or leave it for a smaller, stronger cup.")
	moreThanPlanned      = words("{0} more than planned. The next reading is {1}.")
	waterColderThan      = words("The water is {0} colder than planned.")
	waterHotterThan      = words("The water is {0} hotter than planned.")
	startWhenPot         = words("Pot ready? Start.")
	doneTasteThen        = words("Done. Taste it, then log the cup.")
	goStraightOn         = words("Continue straight away.")
	letSteepLonger       = words("Let it steep {0} longer.")
	letSteepLess         = words("Let it steep {0} less.")
	pourRestLater        = words("Pour the rest {0} later overall.")
	pourRestSooner       = words("Pour the rest {0} sooner overall.")
	moreThanPlanned2     = words("{0} more than planned.")
	offPlanSo            = words("Off plan so far.")
)

// What cost what, and what to do next time.
var (
	waterCoolerThan        = words("The water was cooler than planned: {0} less extracted.")
	waterHotterThanPlanned = words("The water was hotter than planned: {0} more extracted.")
	thingsCameSooner       = words("Steps came sooner than planned: {0} less extracted.")
	thingsCameLater        = words("Steps came later than planned: {0} more extracted.")
	lessPouredThan         = words("{0} less poured than planned.")
	morePouredThanPlanned  = words("{0} more poured than planned.")
	nextTimePour           = words("Next time: pour more slowly, from lower down.")
	nextTimePourFaster     = words("Next time: pour faster, from higher up.")
	pouredSecondPlanned    = words("Poured at {0} a second (planned {1}).")
	streamUneven           = words("The stream varied by {0}.")
	nextTimePourSooner     = words("Next time: pour sooner, or keep the lid on until then.")
	nextTimeHave           = words("Next time: have everything in reach, and start each pour by the clock.")
	nextTimeSlow           = words("Next time: slow down for the last {0}, and stop just before the reading.")
	nextTimeHold           = words("Next time: hold one height, and pour without a break.")
	nothingThisCost        = words("Nothing here spoiled the cup: do the same again.")
)

// The boil that makes the water safe.
var (
	waterNotSafe       = words("Water not safe: you skipped the safety boil after {0} of {1}.")
	pausedTimeDoesnt   = words("Paused time doesn’t count towards the safety boil: {0@} left.")
	notBoilingProbe    = words("Not boiling: the probe reads {0}, and water boils at {1} here. {2@} of the safety boil left: bring it back to a rolling boil.")
	notBoilingProbeHas = words("Not boiling: the probe has fallen to {0}. {1@} of the safety boil left: bring it back to a rolling boil.")
	waitRollingBoil    = words("Wait for a rolling boil. The {0} that make the water safe count from there.")
	keepBoilingLeft    = words("Keep boiling: {0@} left. Stopping now is unsafe.")
)
