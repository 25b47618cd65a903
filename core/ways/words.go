package ways

import "apodemos/core/quantity"

var words = quantity.Words

// How a way differs from the first.
var (
	minLonger    = words("{0} min longer")
	minQuicker   = words("{0} min quicker")
	hoursLonger  = words("hours longer")
	hoursQuicker = words("hours quicker")
	stronger     = words("stronger")
	weaker       = words("weaker")
	moreFuel     = words("{0} more fuel")
	lessFuel     = words("{0} less fuel")
	moreWater    = words("{0} more water")
	lessWater    = words("{0} less water")
	lessClean    = words("less to clean")
	moreClean    = words("more to clean")
)
