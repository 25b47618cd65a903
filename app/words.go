package app

import (
	"apodemos/core/brew"
	"apodemos/core/quantity"
)

var words = quantity.Words

// What is wrong with what was asked for, and what is allowed.
var (
	tripsOutOf        = words("{0} trips; allowed: 1 to {1}")
	hasControl        = words("has a control character in it; allowed: plain text")
	charactersOutOf   = words("{0} characters; allowed: 1 to {1}")
	noMoment          = words("{0} is not a moment; allowed: RFC 3339, such as 2026-09-05T07:00:00Z, or empty")
	saysNoMethod      = words("says no method; allowed: one of the catalogue’s")
	clicksMeanNothing = words("clicks mean nothing without the grinder; allowed: the grinder that they are of, or the grind in a word")
	notKnownNow       = words("is not known any more; allowed: the record")
	stayTooShort      = words("a stay of one day cannot be split; allowed: one of two days and more")
	nightsOutOf       = words("{0} is not allowed; allowed: 1 to {1} of its {2} days")
	noMergePatch      = words("not a JSON object; allowed: a merge patch")
	kitServesNotAll   = words("with these items not every brew can be made; allowed: a kit that serves them all")
	noMethod          = words("{0} is not a method")
	noObject          = words("is not an object; send a merge patch")
	shareTooLong      = words("{0} characters; allowed: up to {1}, for a camera reads no finer code. Leave words out")
	neitherOrBoth     = words("neither a plan nor a recipe, or both; allowed: one of the two")
	tooLongForCode    = words("too long for a code")
	noCoffee          = words("is no coffee that is kept; allowed: the UUID of one, or nothing")
	noBrewedAt        = words("{0} is no moment to have brewed at; allowed: from the year 2000 until now, such as 2026-09-05T07:00:00Z")
	isSameBrew        = words("is the same brew; allowed: another")
	roundsFull        = words("60 rounds; allowed: up to 60, and another comparison then")
	noRound           = words("no round is dealt; allowed: after one is")
	notOneOf          = words("{0} is not known; allowed: one of {1}")
	noPlanOfBrew      = words("{0} is no plan of this brew; allowed: the one that it is made by, or nothing for its present one")
)

// What is wrong with the shape of something, with what was carried, and what is said when it comes home.
var (
	noIdentity        = words("{0} is no identity; allowed: a UUID")
	stopsGo           = words("{0} {0#stop goes|stops go} with it")
	brewsGo           = words("{0} {0#brew goes|brews go} with it")
	cupsStay          = words("{0} {0#cup stays|cups stay} in the log")
	deletesMany       = words("It deletes {0} records: look at them before you keep it.")
	changesMany       = words("It changes {0} records that are here: look at them before you keep it.")
	isUnknown         = words("is not a known field")
	givenTwice        = words("is given more than once; give it once")
	notPlain          = words("cannot be read; give a plain value")
	notJSON           = words("not JSON: {0}")
	noBool            = words("{0} is neither true nor false; allowed: true or false")
	noList            = words("{0} is not a list; allowed: a list")
	tooManyOf         = words("{0} of them; allowed: up to {1}")
	tooFewOf          = words("{0} of them; allowed: at least {1}")
	noJSONObject      = words("{0} is not an object; allowed: an object")
	isMissing         = words("is missing, and it is needed")
	noText            = words("{0} is not a text; allowed: a text")
	lengthOutOf       = words("{0} characters; allowed: {1}")
	noneOf            = words("{0} is not allowed; allowed: one of {1}")
	outOf             = words("{0} is not allowed; allowed: {1}")
	noTime            = words("{0} is not a time; allowed: RFC 3339, such as 2026-09-05T06:10:00Z")
	noDate            = words("{0} is not a date; allowed: YYYY-MM-DD")
	noNumber          = words("{0} is not a number; allowed: a number{1}")
	notFinite         = words("{0} is not a number; allowed: a finite one")
	notWhole          = words("{0} is not a whole number; allowed: a whole number{1}")
	noPocket          = words("This is no pocket of Apodemos: its format is {0}; allowed: {1}.")
	pocketNewer       = words("This pocket was written by a newer Apodemos (version {0} of the format; this one knows {1}). Bring it back with that one, or bring this one up to date.")
	pocketVersionless = words("This pocket has no version; allowed: {0}.")
	pocketTrial       = words("This pocket was written by a trial version of Apodemos (version {0} of the format), which is no longer read. Open it, and write down here what was done in it.")
	pocketTooLong     = words("This pocket has {0} events; allowed: up to {1}.")
	pocketBase        = words("This pocket says that {0} of its {1} events were there at first, which cannot be.")
	pocketDamaged     = words("This file is damaged: its sum is not that of what is in it. Send it again, or bring a copy that was kept.")
	pocketOdd         = words("This pocket is not as it should be: {0}.")
	pocketEventOdd    = words("This pocket is not as it should be: event {0}: {1}.")
	pocketEventTwice  = words("This pocket is not as it should be: event {0} is in it twice.")
	dayBackwards      = words("day {0} of {1} comes before day {2} of {3}; allowed: days that do not run backwards")
	pocketPlanOdd     = words("This pocket has a plan that cannot be read: {0}. Nothing was changed.")
	pocketRecordOdd   = words("This pocket is not as it should be: {0}: {1}. Nothing was changed.")
	otherCore         = words("It works with version {0} of the core, and this is {1}: its cups keep the plans that they were told.")
	staysAsHere       = words("{0}: what comes does not go together with what is here ({1}). It stays as it is here.")
	clockAhead        = words("Its clock was about {0} ahead of this one: the moments of its cups are as its clock had them. Nothing else depends on it.")
	clockBehind       = words("Its clock was at least {0} behind: it wrote before it was taken along. The moments of its cups are as its clock had them. Nothing else depends on it.")
	fromElsewhere     = words("It was taken from another collection than this one: what it carries is new here.")
)

// wrong is what is wrong with one field.
func wrong(at string, value any, as quantity.Sentence, values ...quantity.Value) brew.Problems {
	return brew.Problems{{Field: at, Value: value, Message: as.Say(values...).Text}}
}
