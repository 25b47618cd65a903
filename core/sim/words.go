package sim

import "apodemos/core/quantity"

var words = quantity.Words

// What an exercise asks, and how it went.
var (
	offSecondOn       = words("Off by {0} a second on average.")
	tooMuch           = words("{0} too much.")
	tooLittle         = words("{0} too little.")
	pulseOffOn        = words("A pulse is off by {0} on average.")
	tooFast           = words("{0} too fast.")
	tooSlow           = words("{0} too slow.")
	stillTooHot       = words("Still {0} too hot.")
	tooCoolAlready    = words("{0} too cool already.")
	overEdgeAgo       = words("It boiled over {0} ago.")
	liftedBeforeEdge  = words("Lifted {0} early: it hadn’t boiled.")
	liftedBeforeEdge2 = words("Lifted {0} before it boiled over.")
	tooSoon           = words("{0} too soon.")
	afterBoiled       = words("{0} after it boiled.")
	holdStreamSecond  = words("Hold a stream of {0} a second for {1}.")
	pourStop          = words("Pour, and stop at {0}.")
	pourPulsesWith    = words("Pour {0} pulses of {1}, with a pause between them.")
	pressEvenly       = words("Press, evenly, in {0}.")
	hasJustBoiled     = words("It has just boiled. Say when it is {0}.")
	sayWhenBoils      = words("Say when it boils.")
	potComesBoil      = words("The pot with coffee comes to the boil. Lift it before it boils over.")
)
