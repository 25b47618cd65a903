package explain

import (
	"apodemos/core/coffee"
	"apodemos/core/quantity"
)

var words = quantity.Words

// A saying is how a decision is told, and why it was made. {0} is its first value;
// the word of a decision comes after its numbers.
type saying struct {
	text quantity.Sentence
	why  string
}

// sayings are the sentences of the decisions, by ID, and by case where there are
// several.
var sayings = map[string]saying{
	"no-preheat":               {words("The cup stays cold: there is no hot water to warm it with."), "Nothing but coffee is hot here, and cold water would cool it."},
	"no-preheat-brewer":        {words("There is no brewer to warm."), "Nothing is hot before it, or it stands on the heat itself."},
	"basket-ratio":             {words("The basket sets the ratio: the one that you set does not count."), "A basket is filled to the brim and its water goes to the mark."},
	"basket-fill":              {words("A basket is full or half full: {0}, and not the {1} asked for."), "With less in it water runs past the coffee; with more it does not close."},
	"baskets":                  {words("Fill it {0} times, {1} of coffee each."), "One basket holds no more, and more water through it only washes it out."},
	"more-drink":               {words("One basket gives {0}, more than the {1} asked for."), "The basket must be full: less coffee in it channels and runs through."},
	"batches":                  {words("Brew it in {0} equal batches, each with {1} of coffee and {2} of water."), "The gear does not hold it all at once with room for foam."},
	"batches/in-turn":          {words("Brew it in {0} equal batches, each with {1} of coffee and {2} of water."), "Without a server one brewer fills one cup after the other."},
	"batches/cups":             {words("Heat water {0} times, for {1} cups at the most."), "The kettle does not hold the water for all of them at once."},
	"server":                   {words("It runs into a server that holds {0}, and is shared out from there."), "One cup would run over, and cups in turn would be of different strength. A pot, jug or big mug does."},
	"bypass":                   {words("The chamber holds {0} of the {1} that the ratio asks for: {2} goes in afterwards."), "A stronger brew, made right by the water added afterwards, tastes as the full recipe does."},
	"measure-typical":          {words("One {1} is taken to hold {0}, typical."), "Spoons, roasts and grinds differ: weigh one once, and enter it."},
	"cool-ways":                {words("Other ways to {0}: lid ajar {1}, lid on {2}; poured into a second, cold pot {3}."), coolWays},
	"cool-ways/past":           {words("Other ways to {0}: lid ajar {1}, lid on {2}; poured into a second, cold pot it would be only {3}."), coolWays},
	"cool-ways/open":           {words("Another way to {0}: poured into a second, cold pot {1}."), coolWays},
	"cool-ways/open-past":      {words("Poured into a second, cold pot it would be only {1}, and the recipe wants {0}."), coolWays},
	"cool-asked":               {words("With the lid off it would be {0} after {1}."), coolWays},
	"measured-loss":            {words("This pot loses {0} of what is usual: the wait is {1} and not {2}."), "Your thermometer reading takes the place of the estimate."},
	"supplied-cool":            {words("The water supplied is about {0} in the pot, and the recipe wants {1}. Do not wait."), "The jug and the way from the urn cost some heat too; preheat what you can."},
	"do-not-wait":              {words("Boils at {0} here, and the recipe wants {1}. Don't wait: keep it on the heat until the last pour."), doNotWait},
	"do-not-wait/part":         {words("Boils at {0} here, and the recipe wants {1}. Don't wait: keep it on the heat for the first {2} of the pouring."), doNotWait + " Kept hot so long, all of the pours together are as warm as the recipe has them."},
	"do-not-wait/off":          {words("Boils at {0} here, as hot as the recipe wants it. Don't wait: take it off and pour."), doNotWait},
	"do-not-wait/pot":          {words("Boils at {0} here, and the recipe wants {1}. Don't wait: take it off and add the coffee."), doNotWait},
	"do-not-wait/safe":         {words("Rolling boil for {2} first, to make it safe. It boils at {0} here and the recipe wants {1}: then use it straight away."), doNotWait},
	"do-not-wait/safe-pot":     {words("Rolling boil for {2} first, to make it safe. It boils at {0} here and the recipe wants {1}: then take it off and add the coffee."), doNotWait},
	"do-not-wait/switches-off": {words("Boils at {0} here, and the recipe wants {1}. Don't wait: pour as soon as it boils."), doNotWait},
	"boiled-longer":            {words("The coffee boils {0} longer than the recipe wants, to make its water safe."), "Long boiling makes coffee bitter. Filtered water, or water boiled before and left to cool, would leave the recipe its own time."},
	"measured-efficiency":      {words("Efficiency {0} as measured, not the usual {1}: {2} and not {3}."), "Your weighed fuel takes the place of the estimate."},
	"measured-power":           {words("Power {0} as measured: {1} to the boil and not {2}."), "Your timed boil takes the place of the estimate."},
	"battery-short":            {words("The battery is {0} short."), "The brew takes more than the battery holds."},
	"gas-short":                {words("The canister is {0} short."), "The canister is empty before the water is hot."},
	"canister-cold":            {words("The canister is too cold to feed well: bring it to {0} first."), canisterCold},
	"canister-cold/first":      {words("The canister is too cold to feed. Bring it to {0} first, better to {1}: the times here are those of {0}."), canisterCold},
	"gas-weak":                 {words("The gas gives {0} of the full flame: {1} to the boil, and {2} with all of it."), "Cold or nearly empty gas burns weaker."},
	"boil-held":                {words("Here the pot loses {0} at the boil, and the low flame gives {1}: keep the flame at {2}."), boilHeld},
	"boil-held/hardly":         {words("Here the pot loses {0} at the boil, and the low flame gives {1}: even the full flame hardly holds it. Use a lid and a screen."), boilHeld},
	"canister-cold/spent":      {words("What is left in this canister does not feed here."), canisterCold},
	"ice":                      {words("Of {0} of ice in each cup {1} melts at once, and the drink comes to {2}."), "Melting takes as much heat as warming the same water by 80 °C; the strength counts all of it as melted."},
	"pours-set":                {words("Your pours take {0} and not {1}, and at home extract {2} and not {3}."), "You moved pours; the recipe's own are a click away."},
	"recipe-clicks":            {words("{0} of the recipe are another grinder's: on yours they are not the grind that it names. Its word counts, {1}."), "Clicks mean nothing without the grinder that they are of."},
	"stages":                   {words("The brewer holds {0}: pour in {1} parts, and let it sink between them."), "More would run over hot. Each part stops a finger under the rim."},
	"stages/slowly":            {words("The brewer holds {0}: pour slowly, so that it sinks as you pour."), "Poured faster it would run over hot."},
	"clogs":                    {words("At {0} this bed would clog: there is nothing to brew so. Grind to {1} or coarser."), "What is finer than the dripper passes stands on it until it is cold and bitter."},
	"contact-fixed":            {words("This recipe fixes its time at {0}."), "Its pours and its flow set it; change the grind instead."},
	"contact-set":              {words("Contact {0} and not {1}: extraction {2} and not {3}."), "You set the time of the steep; the recipe's own is a click away."},
	"measured-strength":        {words("Extraction {0} as measured, not the estimated {1}."), "Your reading takes the place of the estimate."},
	"dilution":                 {words("One part of concentrate to {0} of water makes it {1}."), "The strength of the cup is the aim: the water follows from what was made at home. Set the parts yourself where you know better."},
	"stretches":                {words("It comes to {0} of concentrate, {1} strong: with {2} of water to one part that is {3} to drink, {4} cups of {5}."), "As strong as a usual cup. Made one to three by volume it takes more water than made one to four."},
	"weak-concentrate":         {words("One part to {0} of water is {1}, weak. With {2} parts of water, {3} to each vial of {4}, it is {5}; a cup then takes {6} of concentrate."), "Served one to three, a concentrate made one to four by volume is weak: practice's two rules do not go together."},
	"cup-freezes":              {words("Left standing, the cup begins to freeze after {0}, and is frozen through after {1}."), "It stays at the freezing point while it gives off its heat of fusion. A lid and an insulated cup hold it off."},
	"caffeine-near":            {words("About {0} of caffeine in each cup: between {1} and {2}."), coffee.CaffeineGuidance + ". Not medical advice."},
	"milk":                     {words("{0} of condensed milk in each cup."), "Sweet milk keeps without cold until it is opened."},
	"next-cup":                 {words("Pour the next cup {0} after the one before; the last is ready at {1}."), "The steps are those of one cup, and the guide goes through all of them; this leaves both hands free for each in its turn."},
	"next-batch":               {words("Begin the next batch {0} after the one before; the last is ready at {1}."), nextBatch},
	"next-batch/heat":          {words("Put the water on again at {0} for the next batch; one is ready every {1}, the last at {2}."), nextBatch},
	"too-few-cups":             {words("{0} cups for {1} people: drink in {2} rounds, or brew that many smaller batches so that none goes cold."), "The pot, its lid or the server can stand in; a shared cup is rinsed between."},
}

const (
	coolWays     = "Most heat leaves as vapour, from the open surface. The times are those of this pot, fill, wind and altitude."
	doNotWait    = "The boiling point here is at or below what the recipe wants: every second off the heat costs."
	boilHeld     = "Wind, cold and an open lid take more than a low flame gives; it would go off the boil."
	canisterCold = "Warm it in a jacket or stand it in lukewarm water; turn it over only where the stove is made for liquid feed. Never heat it with flame or hot water."
	nextBatch    = "The steps are those of one batch, and the guide goes through all of them. One kettle, one brewer and one pair of hands set the pace."
)

// Sentences of what makes a boil long, and of what makes up for a place.
var (
	toTheBoil  = words("{0} to the boil.")
	ofWind     = words("The wind takes {0} of that.")
	ofCold     = words("The cold takes {0} of that.")
	ofSnow     = words("The snow and the cold take {0} of that.")
	ofLid      = words("The missing lid takes {0} of that.")
	smallFlame = words("It is a small flame for so much water.")
	screen     = words("A screen would save {0}.")
	screenFuel = words("A screen would save {0} and {1} of fuel.")

	extractsLess = words("This stop extracts {0} {0#point|points} less than home.")
	extractsMore = words("This stop extracts {0} {0#point|points} more than home.")
	steepLonger  = words("Steep {0}, {1} longer than at home.")
	steepShorter = words("Steep {0}, {1} shorter than at home.")
	orLonger     = words("Or leave the grind, and steep {0}, {1} longer.")
	orShorter    = words("Or leave the grind, and steep {0}, {1} shorter.")

	// By the clicks of a grinder, or in micrometres; finer, or coarser.
	grindTo = map[bool]map[bool]quantity.Sentence{
		true:  {true: words("Grind at {0}, {1} finer than at home."), false: words("Grind at {0}, {1} coarser than at home.")},
		false: {true: words("Grind to {0}, {1} finer than at home."), false: words("Grind to {0}, {1} coarser than at home.")},
	}
	orGrindTo = map[bool]map[bool]quantity.Sentence{
		true:  {true: words("Or leave the steep at {2}, and grind at {0}, {1} finer."), false: words("Or leave the steep at {2}, and grind at {0}, {1} coarser.")},
		false: {true: words("Or leave the steep at {2}, and grind to {0}, {1} finer."), false: words("Or leave the steep at {2}, and grind to {0}, {1} coarser.")},
	}
)

// What is not known of the place.
var (
	whereThisBrewed = words("Where this is brewed is not said: the figures are those of the sea's shore.")
)
