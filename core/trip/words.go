package trip

import (
	"apodemos/core/caution"
	"apodemos/core/coffee"
	"apodemos/core/quantity"
)

var words = quantity.Words

// A saying is how a caution is told, and why it is there.
type saying struct{ text, why quantity.Sentence }

// A chore holds the sentences of a task: what to do, its caution, and why.
type chore struct{ text, care, danger, why quantity.Sentence }

// Sentences that several tasks share.
var (
	countedBack = words("Counted back from coffee in hand.")
	soldLater   = words("It won’t last until the next shop.")
	burning     = words(caution.MonoxideText + " " + caution.MonoxideWhy)
)

// tasks are the sentences of the schedule, by task and case.
var tasks = map[string]chore{
	"beans":            {text: words("Buy {0} of {1} beans, roasted about {2} {2#day|days} before day {3}."), why: words("Fresh beans need to rest. Coffee to buy on the way is listed at its stop.")},
	"portion":          {text: words("Weigh out {0} {0#portion|portions} of whole beans, one bag per brew; label {0#it|them}."), why: words("A portion is quicker than a scale in the wind.")},
	"portion/ground":   {text: words("Grind and weigh out {0} {0#portion|portions}, one bag per brew; label day and grind."), why: words("Ground coffee fades: grind last, press the air out, keep it dry.")},
	"have":             {text: words("Get ready: {0}, {1}."), why: words("Count it now so it lasts the trip.")},
	"have/canisters":   {text: words("Get {0} {0#canister|canisters} with {1} of gas in total; weigh {0#it|them}."), why: words("The mass tells how much is left: write it on the canister.")},
	"charge":           {text: words("Charge the battery: the brews take {0}."), why: words("A cold battery gives less.")},
	"minerals":         {text: words("Weigh out {0} of Epsom salt and {1} of baking soda, in two labelled bottles of water."), why: words("Mixed strong, they won’t stay dissolved: keep them apart.")},
	"concentrate":      {text: words("Start {0} of cold concentrate: {1} of coarse coffee in {2} of safe water. Stir to wet; strain before drinking."), care: words("Nothing boils in this method: use safe water. Unrefrigerated and cool, drink it within two days; in heat, don't keep it."), why: words("It steeps overnight.")},
	"concentrate/home": {text: words("Start {0} of cold concentrate: {1} of coarse coffee in {2} of safe water, one to {3} by mass. Stir to wet."), why: words("It steeps 12 to 24 hours; strain and bottle it 2 hours before leaving.")},
	"strain":           {text: words("Strain the concentrate into {0} {0#vial|vials} of {1} and chill {0#it|them}."), care: words("It keeps up to two weeks in a refrigerator, a day or two outside.")},
	"brew":             {text: words("{0}: start the {1} for {2} {2#cup|cups} ({3})."), why: countedBack},
	"brew/lit":         {text: words("{0}: light the stove; start the {1} for {2} {2#cup|cups} ({3})."), danger: burning, why: countedBack},
	"brew/fire":        {text: words("{0}: light the fire; start the {1} for {2} {2#cup|cups} ({3})."), danger: burning, why: countedBack},
	"brew/switched":    {text: words("{0}: switch on; start the {1} for {2} {2#cup|cups} ({3})."), why: countedBack},
	"brew/served":      {text: words("{0}: make {2} {2#cup|cups} from concentrate ({3})."), why: countedBack},
	"brew/served-lit":  {text: words("{0}: light the stove; make {2} {2#cup|cups} from concentrate ({3})."), danger: burning, why: countedBack},
	"brew/served-on":   {text: words("{0}: switch on; make {2} {2#cup|cups} from concentrate ({3})."), why: countedBack},
	"light":            {text: words("{0}: {1} {2} to the boil."), danger: burning},
	"light/switched":   {text: words("{0}: {1} {2} to the boil."), why: words("Then the water is ready in time.")},
	"filter":           {text: words("Filter {1} for the morning at {0}."), care: words("In frost, sleep with the filter in your bag too: ice breaks it, and a broken filter lets germs through.")},
	"canister":         {text: words("Unscrew the stove; sleep with the canister in your bag: {1} in the morning at {0}."), danger: words("Never warm a canister with a flame or hot water: it can burst."), why: words("Cold gas burns weaker.")},
	"melt":             {text: words("Keep {1} of water from freezing overnight for the morning at {0}."), why: words("Snow needs a little water under it, or the pot scorches.")},
	"buy":              {text: words("Buy {0} of {1} at {2}."), why: soldLater},
	"buy/canisters":    {text: words("Buy {0} {0#canister|canisters} at {2}."), why: soldLater},
	"buy/pieces":       {text: words("Buy {0} {1} at {2}."), why: soldLater},
	"find":             {text: words("Find {0} of {1} at {2}, or make a brew that needs no flame."), why: words("Fuel can’t fly, and no stop since the flight sells it.")},
	"ground-fuel":      {text: words("Use up or leave all fuel at {0}; clean and air the stove."), danger: words("Aircraft take no fuel, full or part-used. The carrier’s rules come first.")},
	"carry":            {text: words("Fill bottles with {1} of water for coffee before leaving {0}."), why: words("The next stop has no water.")},
	"bin":              {text: words("Leave wet grounds and papers in the bin at {0}."), why: words("Wet grounds are heavy and smell.")},
	"clean":            {text: words("{0}: {1} Dry it fully in the air."), why: words("Gear packed damp smells; a damp cloth grows mould.")},
	"weigh":            {text: words("Weigh the canister: this plan leaves {0} of gas in it."), why: words("It sets the stove’s efficiency for the next trip.")},
}

// byRecipe and withCoffee follow a brew's task, where it has a recipe or a coffee of one's own.
var (
	byRecipe   = words("By “{0}”.")
	withCoffee = words("With {0}.")
)

// cautions are those of a journey, by caution and case; carriers, land managers and local rules
// have the last word. One that stands at a brew, too, has its own words: see package caution.
var cautions = map[string]saying{
	"keeps":           {words("{0}, day {1}: the concentrate from day {2} ({3}) is {4} days old. Keep it refrigerated, or make it later."), words("It spoils like food: two weeks refrigerated, two days cool, hours in heat.")},
	"keeps/danger":    {words("{0}, day {1}: the concentrate from day {2} ({3}) is {4} days old. Don’t drink it; make it later."), words("It spoils like food: two weeks refrigerated, two days cool, hours in heat.")},
	"flight":          {words("Take no fuel on an aircraft, full or part-used: use it up or leave it. The stove must be clean and dry."), words("Fuel vapour burns in a hold. The carrier’s rules come first: ask before you pack.")},
	"flight-battery":  {words("Carry batteries in the cabin; leave large ones at home. Coffee powder may be searched."), words("The carrier’s rules come first: ask before you pack.")},
	"ferry":           {words("On a ferry, keep stove and fuel packed. Some carriers take neither."), words("A fire below deck is seen too late. Ask the carrier.")},
	"train":           {words("On a train, light nothing. Some carriers limit fuel."), words("A flame in a closed carriage kills. Ask the carrier.")},
	"odds":            {words("{0}: {1}"), words("The safety boil depends on it. Until you correct it, boil for the longer time.")},
	"unplaced":        {words("Set the altitude of {0}: until then boiling point, time and fuel assume sea level."), words("Water boils about 1 °C cooler every 300 m up. Until you set it, the safety boil is 3 minutes.")},
	"fire-ban":        {words("Fire ban at {0}: {1} needs a flame. Plan one without, or ask whether stoves are allowed."), words("A ban is law, and dry ground burns from a spark.")},
	"not-there/fire":  {words("{1} at {0} needs an open fire: not allowed or not available there."), words("The stop lists: {2}.")},
	"not-there/stove": {words("{1} at {0} needs a stove: not allowed or not available there."), words("The stop lists: {2}.")},
	"not-there/mains": {words("{1} at {0} needs a socket: not available there."), words("The stop lists: {2}.")},
	"not-there/urn":   {words("{1} at {0} needs an urn: not available there."), words("The stop lists: {2}.")},
	"canister":        {words("The canister is too cold at {0}: warm it in a jacket first."), words("Cold gas has little pressure. Never heat a canister with flame or hot water: it can burst.")},
	"fuel-flown":      {words("Buy {0} for {1} after the flight: no stop before it sells any."), words("Fuel can’t fly. Plan a brew without a flame there, or find a shop. The carrier’s rules come first.")},
	"same-time":       {words("Day {0}: {1} at {2} and {3} at {4} are both at {5}. Change one."), words("You can’t be in two places.")},
	"caffeine":        {words("One cup of each brew on day {0} is about {1} of caffeine (up to {2})."), words(coffee.CaffeineGuidance + ". An estimate, not medical advice.")},
	"as-brewed":       {words("{0}: {1}"), words("{2}")},
	"as-brewed/by":    {words("{0}, {3}: {1}"), words("{2}")},
}

// Sentences of the supplies and of what is packed. A supply's name comes first, then its place.
var (
	leftOver  = words("{0}: {1} of concentrate is left over. Serve it, or make less.")
	beginsDry = words("The first stop has no water: bring {0} from home.")
	runsShort = words("{0} will run out at {1}, day {2}: {3} short.")
	nearest   = words("Nothing runs out. Closest: {0}, with {2} left at {1} ({3} of that leg’s need).")

	packed      = words("{0}")
	packedSpare = words("{0}: none needed")
	packedShort = words("{0}: {1} needed, you have {2}: get {3} more")
	packedSome  = words("{0}: {1} of {2}")
	packedCups  = words("{1} × {0}")
	packedFew   = words("{1} × {0}, for {2} {2#person|people}: {3} more, or drink in turn")
	packedIn    = words("{0}, {1} × {2}")
	packedCount = words("{0}: {1}")
	packedMass  = words("{0}, {1}")
	packedBags  = words("Its coffee in {0} {0#portion|portions}, bagged and labelled")
)
