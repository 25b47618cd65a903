package kit

import "apodemos/core/quantity"

var words = quantity.Words

// Reasons: the kit's name comes first.
var (
	servesOne = words("{0} serves the one brew: {2} to carry, {3} to make.")
	servesAll = words("{0} serves all {1} brews: {2} to carry, {3} a brew.")
	fewCups   = words("There are {0} of one kind of cup for {1} people: drink in turn, or add cups to your gear.")

	lightestCosts = words("{1} lighter: {0}; its cups are {2} {2#point|points} worse.")
	lightestGains = words("{1} lighter: {0}; its cups are {2} {2#point|points} better.")
	noneLighter   = words("No lighter kit serves them all.")
	bestCupsMore  = words("Best cups, {1} of 100: {0}, {2} heavier.")
	bestCupsLess  = words("Best cups, {1} of 100: {0}, {2} lighter.")
	noneBetter    = words("No kit makes noticeably better cups.")
	noneWithout   = words("Without it no kit serves them all.")
	nextBest      = words("Next best: {0}, {1} to carry, cups {2} of 100.")

	ifMass = words("It would win if mass counted more than {0} times as much.")
	ifCup  = words("It would win if the cup counted more than {0} times as much.")
	ifTime = words("It would win if time counted more than {0} times as much.")
	ifFuss = words("It would win if fuss counted more than {0} times as much.")

	ifHigh  = words("Take {0} instead if you expect {1} more {1#brew|brews} like those above 3,000 m.")
	ifFrost = words("Take {0} instead if you expect {1} more {1#brew|brews} like those in frost.")
	ifUrn   = words("Take {0} instead if you expect {1} more {1#brew|brews} like those with an urn and no flame.")
	ifThree = words("Take {0} instead if you expect {1} more {1#brew|brews} like those for three and more.")
)

// Names of a kit without a brewer, and of one beside another.
var (
	alone       = words("{0} alone")
	cupsAlone   = words("cups alone")
	sameWithout = words("the same without {1}")
	sameAnd     = words("the same and {0}")
	sameBut     = words("the same with {0} in place of {1}")
)

// stays says why a thing, the first value, stays at home.
var (
	isBroken       = words("{0} is {1}.")
	asYouSet       = words("{0} stays at home, as you set.")
	toBuy          = words("{0} is not on the shelf yet: let things to buy be considered.")
	nothingTakes   = words("{0}: nothing in this kit takes them.")
	noPart         = words("{0} is not part of the choice; it weighs {1} if you take it all the same.")
	notLookedAt    = words("{0} was not looked at: there are too many of its kind to try them all.")
	outdone        = words("{0} is outdone by {1}: no lighter, and no better in anything.")
	asGood         = words("{0}: a kit with it is as good; the first on the shelf is taken.")
	leansNowhere   = words("{0}: no cup on the shelf carries it when you lean on it.")
	fallsIn        = words("{0} falls into every cup on the shelf.")
	servesNone     = words("{0} serves no brew of this trip.")
	servesNoneFor  = words("{0} serves no brew here: {1}.")
	tooFew         = words("{0}: too few, {1} for {2} people.")
	inNone         = words("{0} is in no kit that serves the trip within the limits.")
	bestWith       = words("{0} stays: the best kit with it comes second.")
	withItHeavier  = words("It is {0} heavier.")
	withItLighter  = words("It is {0} lighter.")
	withItBetter   = words("Its cups are {0} {0#point|points} better.")
	withItWorse    = words("Its cups are {0} {0#point|points} worse.")
	withItSlower   = words("It is {0} slower.")
	withItQuicker  = words("It is {0} quicker.")
	withItMoreFuss = words("It is {0} {0#point|points} more fuss.")
	withItLessFuss = words("It is {0} {0#point|points} less fuss.")
)

// What stands in the way of any kit, and what would help.
var (
	lightestOver = words("The lightest kit that serves every brew weighs {0}, over the {1} allowed.")
	smallestOver = words("The smallest kit that serves every brew takes {0}, over the {1} allowed.")
	cheapestOver = words("The cheapest kit that serves every brew costs {0}, over the {1} allowed.")
	quickestOver = words("The quickest kit that serves every brew takes {0} min on the longest morning, over the {1} allowed.")
	allAtOnce    = words("Each limit can be kept, but no kit keeps all of them at once: give one of them more room.")
	noneFound    = words("No kit was found among those that were looked at, which are not all: put things away that do not come into question.")
	noFallback   = words("No kit has a second way, without papers, for every brew: take a pot or cups to steep in, or let the fallback go.")
	notWithOne   = words("Every brew can be made, but not all with one pot, one burner and one kind of cup, with papers enough: add papers, or a pot or cup that serves more of them.")

	noWay      = words("No way of brewing is possible: {0}.")
	noFuel     = words("Fuel cannot fly, and none is sold between the flight and here.")
	noGrinder  = words("The beans are whole and there is no grinder.")
	noBurner   = words("It needs hot water and there is no burner.")
	noPot      = words("It needs hot water and there is no pot or kettle.")
	noTogether = words("No pot, burner and cup on the shelf go together for it.")
	noCup      = words("There is no cup on the shelf.")
	messier    = words("{0} is messier than you want")
	byMethod   = words("{0}: {1}")

	addCup    = words("Add a cup to the shelf, and how many there are.")
	addOne    = words("Add: {0}, about {1}.")
	addTwo    = words("Add: {0} and {1}, about {2}.")
	makeAhead = words("Make this brew ahead, or leave it out.")
)

// How far the search went.
var (
	unseenThings = words("{0} {0#thing was|things were} not looked at: of very many of a kind those are tried that are lightest or stand out. With one of the others a kit may be better.")
	lookedAt     = words("{0} kits were looked at and {1} were not.")
	considered   = words("{0} kits were considered.")
	notProven    = words("Not proven: {0} kits were looked at and {1} were not. None of those can have a weighted sum under {2}; the best found has {3}. Put things away that do not come into question, and choose again.")
	ofLookedAt   = words("Of what was looked at, nothing makes a better kit; {0} kits were considered.")
	provenUnseen = words("The best is proven. Of what it is compared with, {1} kits were left unseen that cannot be better.")
	proven       = words("{0} kits were considered; the best is proven.")
	frontCut     = words("The front was cut at {0} kits.")
	frontShown   = words("The front has {0} kits; the lightest {1} are shown.")
)
