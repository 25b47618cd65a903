package kit

import "apodemos/core/quantity"

var words = quantity.Words

// Reasons: the kit's name comes first.
var (
	servesOne = words("{0} makes the one brew: {2} to carry, {3} to make.")
	servesAll = words("{0} makes all {1} brews: {2} to carry, {3} per brew.")
	fewCups   = words("{0} cups of one kind for {1} people: drink in turn, or add cups to my gear.")

	lightestCosts = words("{1} lighter: {0}; its cups are {2} {2#point|points} worse.")
	lightestGains = words("{1} lighter: {0}; its cups are {2} {2#point|points} better.")
	noneLighter   = words("No lighter kit makes them all.")
	bestCupsMore  = words("Best cups, {1} of 100: {0}, {2} heavier.")
	bestCupsLess  = words("Best cups, {1} of 100: {0}, {2} lighter.")
	noneBetter    = words("No kit makes noticeably better cups.")
	noneWithout   = words("Without it, no kit makes them all.")
	nextBest      = words("Next best: {0}, {1} to carry, cups {2} of 100.")

	ifMass = words("It wins if mass counts over {0} times as much.")
	ifCup  = words("It wins if the cup counts over {0} times as much.")
	ifTime = words("It wins if time counts over {0} times as much.")
	ifFuss = words("It wins if fuss counts over {0} times as much.")

	ifHigh  = words("Take {0} instead if you expect {1} more {1#brew|brews} like those above 3,000 m.")
	ifFrost = words("Take {0} instead if you expect {1} more {1#brew|brews} like those in frost.")
	ifUrn   = words("Take {0} instead if you expect {1} more {1#brew|brews} like those with only an urn.")
	ifThree = words("Take {0} instead if you expect {1} more {1#brew|brews} like those for three or more.")
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
	toBuy          = words("{0} isn’t in my gear yet: include gear to buy.")
	nothingTakes   = words("{0}: nothing in this kit uses them.")
	noPart         = words("{0} isn’t part of the choice; it weighs {1} if you take it.")
	notLookedAt    = words("{0} wasn’t tried: there are too many of its kind.")
	outdone        = words("{1} beats {0}: lighter, and at least as good.")
	asGood         = words("{0}: a kit with it is as good; the first in my gear is taken.")
	leansNowhere   = words("{0}: no cup in my gear holds it when you press.")
	fallsIn        = words("{0} falls into every cup in my gear.")
	servesNone     = words("{0} makes no brew of this trip.")
	servesNoneFor  = words("{0} makes no brew here: {1}.")
	tooFew         = words("{0}: too few, {1} for {2} people.")
	inNone         = words("{0} is in no kit that makes the trip’s brews within your limits.")
	bestWith       = words("{0} stays at home: the best kit with it is second.")
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
	lightestOver = words("The lightest kit for every brew weighs {0} (limit {1}).")
	smallestOver = words("The smallest kit for every brew takes {0} (limit {1}).")
	cheapestOver = words("The cheapest kit for every brew costs {0} (limit {1}).")
	quickestOver = words("The quickest kit for every brew takes {0} min on the longest morning (limit {1} min).")
	allAtOnce    = words("No kit keeps all limits together: relax one of them.")
	noneFound    = words("No kit found among those tried. Remove gear you won’t take.")
	noFallback   = words("No kit has a backup without papers for every brew: add a pot or cups to steep in, or drop the backup.")
	notWithOne   = words("No one pot, burner and cup makes every brew with enough papers: add papers, or a pot or cup for more brews.")

	noWay      = words("No method works: {0}.")
	noFuel     = words("Fuel can’t fly, and none is sold since the flight.")
	noGrinder  = words("The beans are whole and there is no grinder.")
	noBurner   = words("It needs hot water and there is no burner.")
	noPot      = words("It needs hot water and there is no pot or kettle.")
	noTogether = words("No pot, burner and cup in my gear fit together for it.")
	noCup      = words("There is no cup in my gear.")
	messier    = words("{0} is messier than you want")
	byMethod   = words("{0}: {1}")

	addCup    = words("Add a cup to my gear, and how many you have.")
	addOne    = words("Add: {0}, about {1}.")
	addTwo    = words("Add: {0} and {1}, about {2}.")
	makeAhead = words("Make this brew ahead, or leave it out.")
)

// How far the search went.
var (
	unseenThings = words("{0} {0#item was|items were} not tried: with very many of a kind, only the lightest and most distinct are. Another might be better.")
	lookedAt     = words("{0} kits tried, {1} not.")
	considered   = words("{0} kits considered.")
	notProven    = words("Not proven: {0} kits tried, {1} not. Their weighted sum is {2} or more; the best found has {3}. Remove gear you won’t take, and choose again.")
	ofLookedAt   = words("The best of the {0} kits considered.")
	provenUnseen = words("The best is proven: the {1} kits not tried can’t be better.")
	proven       = words("{0} kits considered; the best is proven.")
	frontCut     = words("Shown: the first {0} kits.")
	frontShown   = words("{0} kits; the lightest {1} are shown.")
)
