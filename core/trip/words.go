package trip

import (
	"apodemos/core/coffee"
	"apodemos/core/quantity"
)

var words = quantity.Words

// A saying is how a task or a caution is told, and why it is there.
type saying struct{ text, why quantity.Sentence }

// tasks are the sentences of the schedule, by task and case.
var tasks = map[string]saying{
	"beans":            {words("Buy {0} of {1} beans, roasted about {2} {2#day|days} before day {3}."), words("Fresh beans carry gas: they rest before they are brewed. What is bought later on the way is listed with its stop.")},
	"portion":          {words("Weigh out {0} {0#portion|portions} of whole beans, one bag a brew, and mark {0#it|them}."), words("A portion is quicker than a scale in the wind.")},
	"portion/ground":   {words("Grind what is to be ground at home and weigh out {0} {0#portion|portions}, one bag a brew; mark day and grind."), words("Ground coffee fades: grind it last, press the air out, keep it dry.")},
	"have":             {words("Have ready: {0}, {1}."), words("Counted now, they do not run out on the way.")},
	"have/canisters":   {words("Have {0} {0#canister|canisters} with {1} of gas in all; weigh it."), words("A weighed canister tells what is left in it; write the mass on it.")},
	"charge":           {words("Charge the battery: the brews take {0}."), words("A cold battery gives less.")},
	"minerals":         {words("Weigh out {0} of Epsom salt and {1} of baking soda, in two marked bottles of water."), words("Kept apart: together they fall out of a strong solution.")},
	"concentrate":      {words("Begin {0} of cold concentrate: {1} of coarse coffee in {2} of safe water. Stir to wet; strain it before it is drunk."), words("Out of a refrigerator it keeps a day or two, so it is begun on the way and strained before it is drunk. Safe water only: nothing here boils.")},
	"concentrate/home": {words("Begin {0} of cold concentrate: {1} of coarse coffee in {2} of water, one to {3} by mass. Stir to wet."), words("Twelve to twenty-four hours; strained and bottled two hours before leaving, and chilled.")},
	"strain":           {words("Strain the concentrate, fill {0} {0#vial|vials} of {1} with it, and chill {0#it|them}."), words("It keeps up to two weeks in a refrigerator, a day or two outside.")},
	"brew":             {words("{0}: begin {1}; it takes {3} for {2} {2#cup|cups}."), words("Counted back from coffee in hand.")},
	"brew/lit":         {words("{0}: light up and begin {1}; it takes {3} for {2} {2#cup|cups}."), words("Counted back from coffee in hand.")},
	"brew/switched":    {words("{0}: switch on and begin {1}; it takes {3} for {2} {2#cup|cups}."), words("Counted back from coffee in hand.")},
	"light":            {words("{0}: {1} {2} to the boil."), words("In the open or with a wide-open door: burning takes air and gives off carbon monoxide.")},
	"light/switched":   {words("{0}: {1} {2} to the boil."), words("It is ready when the water is wanted.")},
	"filter":           {words("Filter {1} for the morning at {0}."), words("In frost keep the filter in the bag too: ice breaks it.")},
	"canister":         {words("Take the canister into the sleeping bag for the morning at {0}: {1} is expected."), words("Cold gas does not feed. Never warm a canister with a flame or hot water.")},
	"melt":             {words("Keep {1} of water from freezing overnight for the morning at {0}."), words("Snow needs some water under it, or the pot scorches; a warm bottle saves the slowest minutes.")},
	"buy":              {words("Buy {0} of {1} at {2}."), words("The next place that sells it comes later than what is left lasts.")},
	"buy/canisters":    {words("Buy {0} {0#canister|canisters} at {2}."), words("The next place that sells it comes later than what is left lasts.")},
	"buy/pieces":       {words("Buy {0} {1} at {2}."), words("The next place that sells it comes later than what is left lasts.")},
	"find":             {words("Find {0} of {1} at {2}, or make a brew that needs no flame."), words("No fuel flies, and no stop says that it is sold between the flight and here.")},
	"ground-fuel":      {words("Use up or leave all fuel at {0}; clean and air the stove."), words("No aircraft takes fuel, full or part-used. The carrier's rules come first.")},
	"carry":            {words("Fill {1} of water for coffee before leaving {0}."), words("The next stop has no water.")},
	"bin":              {words("Leave wet grounds and papers in the bin at {0}."), words("Wet grounds are heavy and smell.")},
	"clean":            {words("{0}: {1} Dry it fully in the air."), words("What is put away damp smells, and a damp cloth grows things.")},
	"weigh":            {words("Weigh the canister: by this plan {0} of gas is left in it."), words("What was burned in truth sets the stove's efficiency for the next trip.")},
}

// byRecipe and withCoffee follow a brew's task, where it has a recipe or a coffee of one's own.
var (
	byRecipe   = words("By “{0}”.")
	withCoffee = words("With {0}.")
)

// cautions are those of a journey, by caution and case; carriers, land managers and local rules
// have the last word. One that stands at a brew, too, has its own words: see package caution.
var cautions = map[string]saying{
	"keeps":           {words("{0}, day {1}: the concentrate of day {2} ({3}) is {4} days old then; it keeps a day or two out of a refrigerator, two weeks in one."), words("It is food, and spoils like food. Make it nearer to the day.")},
	"keeps/danger":    {words("{0}, day {1}: the concentrate of day {2} ({3}) is {4} days old then; it keeps two weeks, and only in a refrigerator."), words("It is food, and spoils like food. Make it nearer to the day.")},
	"flight":          {words("No fuel of any kind, full or part-used, goes on an aircraft: use it up or leave it, and buy again there. A stove must be clean and dry."), words("Vapour burns in a hold. Batteries have limits too. The carrier's own rules come first: ask before you pack.")},
	"flight-battery":  {words("Batteries go in the cabin, and large ones not at all; coffee powder may be searched."), words("The carrier's own rules come first: ask before you pack.")},
	"ferry":           {words("On a ferry stove and fuel stay packed, and some carriers take none."), words("Nobody sees a flame below deck in time. Ask the carrier.")},
	"train":           {words("On a train nothing burns, and some carriers limit fuel."), words("Ask the carrier.")},
	"odds":            {words("{0}: {1}"), words("The safety boil depends on it. Until it is settled, boil for the longer time.")},
	"unplaced":        {words("How high {0} lies is not known: boiling point, time and fuel there count as at the sea. Say its altitude."), words("Water boils about 1 °C lower for every 300 m, and takes wind and cold with it. A boil that disinfects counts as high up: 3 minutes.")},
	"fire-ban":        {words("There is a fire ban at {0}: {1} needs a flame. Plan one that needs none, or ask whether a stove is excepted."), words("A ban is law there, and dry ground burns from a spark.")},
	"not-there/fire":  {words("{1} at {0} is planned with an open fire, which is not allowed or not there."), words("The stop says what there is: {2}.")},
	"not-there/stove": {words("{1} at {0} is planned with a stove, which is not allowed or not there."), words("The stop says what there is: {2}.")},
	"not-there/mains": {words("{1} at {0} is planned with a socket, which is not allowed or not there."), words("The stop says what there is: {2}.")},
	"not-there/urn":   {words("{1} at {0} is planned with an urn, which is not allowed or not there."), words("The stop says what there is: {2}.")},
	"canister":        {words("The canister is too cold at {0} to feed well: warm it in a jacket first."), words("Cold gas does not press. Never heat a canister with a flame or hot water.")},
	"fuel-flown":      {words("{0} at {1} has to be bought behind the flight: none flies, and no stop before says that it is sold."), words("Fuel in a hold burns. Plan a brew that needs no flame there, or find out who sells it. The carrier's rules come first.")},
	"same-time":       {words("Day {0}: {1} at {2} and {3} at {4} are both at {5}. Change the time of one."), words("Nobody is in two places at once.")},
	"caffeine":        {words("A cup of each brew on day {0} is about {1} of caffeine, and may be {2}."), words(coffee.CaffeineGuidance + ". An estimate, not medical advice.")},
	"as-brewed":       {words("{0}: {1}"), words("{2}")},
	"as-brewed/by":    {words("{0}, {3}: {1}"), words("{2}")},
}

// Sentences of the supplies and of what is packed. A supply's name comes first, then its place.
var (
	leftOver  = words("{0}: {1} of concentrate is left over. Serve it, or make less.")
	beginsDry = words("The trip begins dry: bring {0} of water from home.")
	runsShort = words("{0} will run out at {1}, day {2}: {3} short before more can be had.")
	nearest   = words("Nothing runs out. Nearest to it: {0}, with {2} left at {1}, {3} of what that leg needs.")

	packed      = words("{0}")
	packedSpare = words("{0}: none are needed")
	packedShort = words("{0}: {1}, and there are {2}: get {3} more")
	packedSome  = words("{0}: {1} of {2}")
	packedCups  = words("{1} × {0}")
	packedFew   = words("{1} × {0}, for {2} {2#person|people}: {3} more, or drink in turn")
	packedIn    = words("{0}, {1} × {2}")
	packedCount = words("{0}: {1}")
	packedMass  = words("{0}, {1}")
	packedBags  = words("The coffee of it in {0} {0#portion|portions}, bagged and marked")
)
