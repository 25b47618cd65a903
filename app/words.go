package app

import (
	"apodemos/core/brew"
	"apodemos/core/quantity"
)

var words = quantity.Words

// What is wrong with what was asked for, and what is allowed.
var (
	tripsOutOf        = words("{0} is out of range. Choose 1 to {1} trips")
	hasControl        = words("contains a control character. Enter plain text")
	charactersOutOf   = words("{0} {0#character is|characters are} out of range. Enter 1 to {1} characters")
	noMoment          = words("{0} is not a date and time. Enter one such as 2026-09-05T07:00:00Z, or leave it empty")
	saysNoMethod      = words("is missing. Choose a method")
	clicksMeanNothing = words("needs a grinder. Choose the grinder, or enter the grind as a word")
	notKnownNow       = words("is no longer held. Send the record")
	stayTooShort      = words("one day can’t be split. Choose a stay of two days or more")
	nightsOutOf       = words("{0} is out of range. Enter 1 to {1} of the {2} days")
	noMergePatch      = words("not a JSON object. Send a merge patch")
	kitServesNotAll   = words("this kit can’t make every brew. Add more gear")
	noMethod          = words("{0} is not a method")
	noSpot            = words("is missing. Choose a stop, or say what there is here")
	noObject          = words("is not an object. Send a merge patch")
	shareTooLong      = words("{0} {0#character is|characters are} too long for a code. Shorten the words to {1}")
	neitherOrBoth     = words("needs a plan or a recipe. Send one of them")
	tooLongForCode    = words("too long for a code")
	noCoffee          = words("is not one of your coffees. Choose one, or leave it empty")
	noBrewedAt        = words("{0} is out of range. Enter a time from the year 2000 until now")
	isSameBrew        = words("is the same brew. Choose a different one")
	roundsFull        = words("has 60 rounds already. Start another comparison")
	noRound           = words("no round is dealt yet. Deal a round first")
	notOneOf          = words("{0} is not known. Enter one of {1}")
	noPlanOfBrew      = words("{0} is not a plan of this brew. Choose one of its plans, or leave it empty for the latest")
)

// What is wrong with the shape of something, with what was carried, and what is said when it comes home.
var (
	noIdentity        = words("{0} is not a UUID. Enter a UUID")
	stopsGo           = words("{0} {0#stop goes|stops go} with it")
	brewsGo           = words("{0} {0#brew goes|brews go} with it")
	cupsStay          = words("{0} {0#cup stays|cups stay} in the log")
	deletesMany       = words("It deletes {0} records. Check them before you save.")
	changesMany       = words("It changes {0} records that you have. Check them before you save.")
	isUnknown         = words("is not a known field. Remove it")
	givenTwice        = words("is given more than once. Enter it once")
	notPlain          = words("can’t be read. Enter a plain value")
	notJSON           = words("not JSON: {0}")
	noBool            = words("{0} is neither true nor false. Enter true or false")
	noList            = words("{0} is not a list. Send a list")
	tooManyOf         = words("{0} is too many. Send up to {1}")
	tooFewOf          = words("{0} is too few. Send at least {1}")
	noJSONObject      = words("{0} is not an object. Send an object")
	isMissing         = words("is missing. Enter it")
	noText            = words("{0} is not text. Enter text")
	lengthOutOf       = words("{0} {0#character is|characters are} out of range. Enter {1} characters")
	noneOf            = words("{0} is not known. Enter one of {1}")
	outOf             = words("{0} is out of range. Enter {1}")
	noTime            = words("{0} is not a date and time. Enter one such as 2026-09-05T06:10:00Z")
	noDate            = words("{0} is not a date. Enter one such as 2026-09-05")
	noNumber          = words("{0} is not a number. Enter a number{1}")
	notFinite         = words("{0} is not a number. Enter a finite number")
	notWhole          = words("{0} is not a whole number. Enter a whole number{1}")
	noPocket          = words("This is not an offline copy: its format is {0}. Choose a file with the format {1}.")
	pocketNewer       = words("A newer Apodemos wrote this offline copy (format {0}; this one reads {1}). Update this Apodemos, or use the newer one.")
	pocketVersionless = words("This offline copy has no version. Choose one of version {0}.")
	pocketTrial       = words("A trial version wrote this offline copy (format {0}). Open it, and enter its changes here by hand.")
	pocketTooLong     = words("This offline copy has {0} events. Up to {1} can be brought home at once.")
	pocketBase        = words("This offline copy is damaged: it started with {0} of its {1} events.")
	pocketDamaged     = words("This file is damaged: its checksum doesn’t match. Send it again, or use another copy.")
	pocketOdd         = words("This offline copy is damaged: {0}.")
	pocketEventOdd    = words("This offline copy is damaged. Event {0}: {1}.")
	pocketEventTwice  = words("This offline copy is damaged: it has event {0} twice.")
	dayBackwards      = words("day {0} of {1} comes before day {2} of {3}. Put the days in order")
	pocketPlanOdd     = words("A plan in this offline copy can’t be read: {0}. Nothing was changed.")
	pocketRecordOdd   = words("This offline copy is damaged. {0}: {1}. Nothing was changed.")
	otherCore         = words("It planned with core {0}; this is core {1}. Its cups keep their own plans.")
	staysAsHere       = words("{0}: the change doesn’t fit here ({1}). It stays as it is here.")
	clockAhead        = words("Its clock was about {0} fast. Its cups keep those times; nothing else changes.")
	clockBehind       = words("Its clock was at least {0} slow. Its cups keep those times; nothing else changes.")
	fromElsewhere     = words("It comes from another Apodemos: everything in it is new here.")
)

// wrong is what is wrong with one field.
func wrong(at string, value any, as quantity.Sentence, values ...quantity.Value) brew.Problems {
	return brew.Problems{{Field: at, Value: value, Message: as.Say(values...).Text}}
}
