package conditions

import "apodemos/core/quantity"

var words = quantity.Words

// What of a place cannot all be right.
var (
	boilingPointPressure     = words("A boiling point of {0} and a pressure here of {1} can't both be right: at {1} water boils at {2}.")
	boilingPointAltitude     = words("A boiling point of {0} and an altitude of {1} can't both be right: at {1} water boils at about {2}.")
	pressureHereAltitude     = words("A pressure here of {0} and an altitude of {1} can't both be right: at {1} it is about {2}. {0} looks like a pressure reduced to sea level: enter it there.")
	pressureHereAltitudeCant = words("A pressure here of {0} and an altitude of {1} can't both be right: at {1} it is about {2}.")
)
