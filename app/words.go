package app

import (
	"apodemos/core/brew"
	"apodemos/core/quantity"
)

var words = quantity.Words

// What is wrong with what was asked for, and what is allowed.
var (
	tripsOutOf        = words("{0} trips; allowed: 1 to {1}")
	hasControl        = words("has a control character; allowed: plain text")
	charactersOutOf   = words("{0} characters; allowed: 1 to {1}")
	noMoment          = words("{0} is not a date and time; allowed: one such as 2026-09-05T07:00:00Z (RFC 3339), or nothing")
	saysNoMethod      = words("is missing; allowed: a method of the catalogue")
	clicksMeanNothing = words("clicks need a grinder; allowed: clicks and their grinder, or the grind in a word")
	notKnownNow       = words("is no longer held; allowed: send the record")
	stayTooShort      = words("a stay of one day cannot be split; allowed: two days or more")
	nightsOutOf       = words("{0} is not allowed; allowed: 1 to {1} of its {2} days")
	noMergePatch      = words("not a JSON object; allowed: a merge patch")
	kitServesNotAll   = words("these items can’t make every brew; allowed: a kit that makes them all")
	noMethod          = words("{0} is not a method")
	noObject          = words("is not an object; send a merge patch")
	shareTooLong      = words("{0} characters; allowed: up to {1}, the most that a camera can read. Shorten its words")
	neitherOrBoth     = words("needs a plan or a recipe; allowed: one of the two")
	tooLongForCode    = words("too long for a code")
	noCoffee          = words("is not one of your coffees; allowed: the UUID of one, or nothing")
	noBrewedAt        = words("{0} can’t be when it was brewed; allowed: from the year 2000 until now, such as 2026-09-05T07:00:00Z")
	isSameBrew        = words("is the same brew; allowed: a different one")
	roundsFull        = words("has 60 rounds; allowed: up to 60. Start another comparison")
	noRound           = words("no round is dealt yet; allowed: once one is")
	notOneOf          = words("{0} is not known; allowed: one of {1}")
	noPlanOfBrew      = words("{0} is not a plan of this brew; allowed: one of its plans, or nothing for its present one")
)

// What is wrong with the shape of something, with what was carried, and what is said when it comes home.
var (
	noIdentity        = words("{0} is not a UUID; allowed: a UUID")
	stopsGo           = words("{0} {0#stop goes|stops go} with it")
	brewsGo           = words("{0} {0#brew goes|brews go} with it")
	cupsStay          = words("{0} {0#cup stays|cups stay} in the log")
	deletesMany       = words("It deletes {0} records. Check them before you save.")
	changesMany       = words("It changes {0} records that you have. Check them before you save.")
	isUnknown         = words("is not a known field")
	givenTwice        = words("is given more than once; give it once")
	notPlain          = words("cannot be read; give a plain value")
	notJSON           = words("not JSON: {0}")
	noBool            = words("{0} is neither true nor false; allowed: true or false")
	noList            = words("{0} is not a list; allowed: a list")
	tooManyOf         = words("{0} of them; allowed: up to {1}")
	tooFewOf          = words("{0} of them; allowed: at least {1}")
	noJSONObject      = words("{0} is not an object; allowed: an object")
	isMissing         = words("is missing; it is required")
	noText            = words("{0} is not text; allowed: text")
	lengthOutOf       = words("{0} characters; allowed: {1}")
	noneOf            = words("{0} is not allowed; allowed: one of {1}")
	outOf             = words("{0} is not allowed; allowed: {1}")
	noTime            = words("{0} is not a time; allowed: RFC 3339, such as 2026-09-05T06:10:00Z")
	noDate            = words("{0} is not a date; allowed: YYYY-MM-DD")
	noNumber          = words("{0} is not a number; allowed: a number{1}")
	notFinite         = words("{0} is not a number; allowed: a finite one")
	notWhole          = words("{0} is not a whole number; allowed: a whole number{1}")
	noPocket          = words("This is not an Apodemos pocket: its format is {0}; allowed: {1}.")
	pocketNewer       = words("A newer Apodemos wrote this pocket (format {0}; this one reads {1}). Bring it home with that one, or update this one.")
	pocketVersionless = words("This pocket has no version; allowed: {0}.")
	pocketTrial       = words("A trial version of Apodemos wrote this pocket (format {0}), and it can no longer be read. Open it and enter its changes here by hand.")
	pocketTooLong     = words("This pocket has {0} events; allowed: up to {1}.")
	pocketBase        = words("This pocket says that it began with {0} of its {1} events, which can’t be right.")
	pocketDamaged     = words("This file is damaged: its checksum doesn’t match. Send it again, or bring another copy.")
	pocketOdd         = words("This pocket is damaged: {0}.")
	pocketEventOdd    = words("This pocket is damaged: event {0}: {1}.")
	pocketEventTwice  = words("This pocket is damaged: it has event {0} twice.")
	dayBackwards      = words("day {0} of {1} comes before day {2} of {3}; allowed: days in order")
	pocketPlanOdd     = words("This pocket has a plan that cannot be read: {0}. Nothing was changed.")
	pocketRecordOdd   = words("This pocket is damaged: {0}: {1}. Nothing was changed.")
	otherCore         = words("It planned with core {0}, and this is core {1}: its cups keep the plans that they were brewed by.")
	staysAsHere       = words("{0}: what comes in doesn’t fit what is here ({1}). It stays as it is here.")
	clockAhead        = words("Its clock was about {0} fast: its cups keep the times that it showed. Nothing else depends on it.")
	clockBehind       = words("Its clock was at least {0} slow: its cups keep the times that it showed. Nothing else depends on it.")
	fromElsewhere     = words("It comes from another collection: everything in it is new here.")
)

// wrong is what is wrong with one field.
func wrong(at string, value any, as quantity.Sentence, values ...quantity.Value) brew.Problems {
	return brew.Problems{{Field: at, Value: value, Message: as.Say(values...).Text}}
}
