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
	"no-preheat":               {words("The cup stays cold: there is no hot water to warm it."), "Only the coffee is hot here; cold water would cool the cup."},
	"no-preheat-brewer":        {words("There is no brewer to warm."), "It has no hot water before it, or sits on the heat itself."},
	"basket-ratio":             {words("The basket sets the ratio: yours is not used."), "Fill the basket to the brim and the water to its mark."},
	"basket-fill":              {words("A basket is full or half full: {0} (asked: {1})."), "With less, water runs past the coffee; with more, it won’t close."},
	"baskets":                  {words("Fill it {0} times, {1} of coffee each."), "One basket holds no more; extra water only washes it out."},
	"more-drink":               {words("One basket gives {0} (asked: {1})."), "The basket must be full: water runs straight through less coffee."},
	"batches":                  {words("Brew it in {0} equal batches, each with {1} of coffee and {2} of water."), "Your gear can’t hold it all with room for foam."},
	"batches/in-turn":          {words("Brew it in {0} equal batches, each with {1} of coffee and {2} of water."), "Without a server, the brewer fills one cup at a time."},
	"batches/cups":             {words("Heat water {0} times, for up to {1} cups each."), "The kettle can’t hold the water for all cups."},
	"server":                   {words("Brew into a server that holds {0}, then share it out."), "One cup would overflow, and cups in turn would differ. A pot, jug or big mug works."},
	"bypass":                   {words("The chamber holds {0} of {1}: add {2} afterwards."), "A stronger brew, diluted, tastes like the full recipe."},
	"bypass/pot":               {words("Boil only {0} with the coffee ({2} of the pot): foam climbs. Add {1} of boiled water in the cups."), "Strong can be made weaker, never the reverse. It tastes like the full recipe, a little less even."},
	"poured-by":                {words("One {1} is {0} of water, as full as you pour it."), "A cupful is what you pour by, never the drink in it."},
	"measure-typical":          {words("One {1} holds about {0} (typical)."), "Spoons, roasts and grinds differ: weigh one and enter it."},
	"by-volume":                {words("By volume: one part of ground coffee, {0} of water. Ground coffee is about {1}."), "Any cup does, as long as coffee and water go by the same one."},
	"moka-suits":               {words("Grind between filter and espresso; medium and dark roasts suit a moka pot."), "Finer lets no water through. It brews hot and short, which makes light roasts sharp. Common practice."},
	"moka-suits/light":         {words("A light roast tastes sharp from a moka pot; medium and dark suit it."), "It brews hot and short. Grind between filter and espresso: finer lets no water through. Common practice."},
	"moka-splutters":           {words("If it splutters from the start, lower the flame and screw it tighter next time."), "Too much heat, or a leak, drives steam through the coffee: bitter, and hot drops fly."},
	"bag-left":                 {words("Left in the cup, the bag keeps giving: {0} now, {1} after {2}."), "Coffee goes on dissolving slowly. An estimate."},
	"second-cup":               {words("A second cup after {0} is down to {1} in the pot. Warm it for {2}, to {3}."), "Stir it, and take it off before it simmers: boiling scorches brewed coffee. Leave the silt behind."},
	"kettle-back":              {words("The kettle cools by {0} while the coffee blooms. Put it back on for {1}."), "Cooler pours extract less. A heavier kettle, or a lid, cools slower."},
	"over-pour/cup":            {words("For {0} in the cup, pour {1}: the grounds keep {2}."), "Pour only what you want to drink, and the cup comes up short."},
	"over-pour/server":         {words("For {0} in the server, pour {1}: the grounds keep {2}."), "Pour only what you want to drink, and the cups come up short."},
	"cool-ways":                {words("Other ways to {0}: lid ajar {1}, lid on {2}; a second, cold pot {3}."), coolWays},
	"cool-ways/past":           {words("Other ways to {0}: lid ajar {1}, lid on {2}; a second, cold pot makes it only {3}."), coolWays},
	"cool-ways/open":           {words("Another way to {0}: a second, cold pot, {1}."), coolWays},
	"cool-ways/open-past":      {words("A second, cold pot makes it only {1} (recipe: {0})."), coolWays},
	"cool-asked":               {words("With the lid off: {0} after {1}."), coolWays},
	"measured-loss":            {words("This pot loses heat at {0} of the usual rate: wait {1} (was {2})."), "Your thermometer reading replaces the estimate."},
	"supplied-cool":            {words("The supplied water is about {0} in the pot (recipe: {1}). Don’t wait."), "The jug and the walk from the urn cool it too; preheat what you can."},
	"supplied-straight":        {words("The hot water comes at {0} (recipe: {1}). Let it run straight into the cup."), "A jug on the way would cool it. Warm the cup with a little of it first if you can."},
	"do-not-wait":              {words("Boils at {0} (recipe: {1}). Keep it on the heat until the last pour."), doNotWait},
	"do-not-wait/part":         {words("Boils at {0} (recipe: {1}). Keep it on the heat for the first {2} of pouring."), doNotWait + " Kept hot so long, the pours together are as warm as in the recipe."},
	"do-not-wait/off":          {words("Boils at {0}, the recipe’s temperature. Take it off and pour."), doNotWait},
	"do-not-wait/pot":          {words("Boils at {0} (recipe: {1}). Take it off and add the coffee."), doNotWait},
	"do-not-wait/safe":         {words("Rolling boil for {2} to make it safe, then use it straight away: boils at {0} (recipe: {1})."), doNotWait},
	"do-not-wait/safe-pot":     {words("After the safety boil of {2}, take it off and add the coffee: boils at {0} (recipe: {1})."), doNotWait},
	"do-not-wait/switches-off": {words("Boils at {0} (recipe: {1}). Pour as soon as it boils."), doNotWait},
	"boiled-longer":            {words("The coffee boils {0} longer than the recipe, to make its water safe."), "Long boiling makes coffee bitter. Filtered water, or water boiled before and cooled, keeps the recipe’s time."},
	"measured-efficiency":      {words("Efficiency {0}, as measured (usually {1}): {2} (was {3})."), "Your weighed fuel replaces the estimate."},
	"measured-power":           {words("Power {0}, as measured: {1} to the boil (was {2})."), "Your timed boil replaces the estimate."},
	"battery-short":            {words("The battery is {0} short."), "The brew needs more than the battery holds."},
	"gas-short":                {words("The canister is {0} short."), "The canister runs out before the water is hot."},
	"canister-cold":            {words("The canister is too cold to feed well: warm it to {0} first."), canisterCold},
	"canister-cold/first":      {words("The canister is too cold to feed. Warm it to {0}, better {1}; times here are for {0}."), canisterCold},
	"gas-weak":                 {words("The gas gives {0} of full flame: {1} to the boil (full: {2})."), "Cold or nearly empty gas burns weaker."},
	"boil-held":                {words("At the boil the pot loses {0}, a low flame gives {1}: use {2} of full flame."), boilHeld},
	"boil-held/hardly":         {words("At the boil the pot loses {0}; even full flame hardly holds it. Use a lid and a wind screen."), boilHeld},
	"canister-cold/spent":      {words("The gas left in this canister can’t feed here."), canisterCold},
	"ice":                      {words("Of {0} of ice in each cup, {1} melts at once; the drink is {2}."), "Melting takes as much heat as warming the same water by 80 °C. The strength counts all ice as melted."},
	"pours-set":                {words("Your pours take {0} (recipe {1}) and at home extract {2} (recipe {3})."), "You moved the pours; you can go back to the recipe’s."},
	"clicks-anchor":            {words("Your {0} are read as this grind, {1}: about {2}."), "Nothing else is known of the grinder; zero is where the burrs touch."},
	"recipe-clicks":            {words("The recipe’s {0} are for another grinder. Its word counts: {1}."), "Clicks only fit the grinder they were counted on."},
	"shop-ground/steeped":      {words("Shop-ground: probably {0} to {1} (recipe: {2})."), "Taste it at the planned time. Thin or sour: leave it longer. Bitter: pour it off sooner. " + shopBand},
	"shop-ground/drips":        {words("Shop-ground: probably {0} to {1} (recipe: {2})."), "Drains slowly: stop pouring and lift it off in time. Drains fast: pour slower, in more parts. " + shopBand},
	"shop-ground/pushed":       {words("Shop-ground: probably {0} to {1} (recipe: {2})."), "If it won’t press or flow, stop and let it cool: too fine a grind blocks it. " + shopBand},
	"stages":                   {words("The brewer holds {0}: pour in {1} parts, letting it sink between."), "More would overflow, hot. Stop each part a finger under the rim."},
	"stages/slowly":            {words("The brewer holds {0}: pour slowly, so it sinks as you pour."), "Poured faster, it would overflow, hot."},
	"clogs":                    {words("At {0} this bed would clog. Grind to {1} or coarser."), "Too fine a bed holds the water until it is cold and bitter."},
	"contact-fixed":            {words("This recipe fixes its time at {0}."), "Its pours and flow set it; change the grind instead."},
	"contact-set":              {words("Contact {0} (recipe {1}): extraction {2} (recipe {3})."), "You set the steep time; you can go back to the recipe’s."},
	"measured-strength":        {words("Extraction {0}, as measured (estimated {1})."), "Your reading replaces the estimate."},
	"dilution":                 {words("One part of concentrate to {0} of water makes it {1}."), "The cup’s strength sets the water. Set the parts yourself if you know better."},
	"stretches":                {words("{0} of concentrate at {1}; diluted {2} to 1 it makes {3}: {4} {4#cup|cups} of {5}."), "As strong as a usual cup. Concentrate made 1 to 3 takes more water than 1 to 4."},
	"weak-concentrate":         {words("1 to {0} is weak, {1}. With {2} parts ({3} per vial of {4}): {5}; use {6} per cup."), "A concentrate made 1 to 4 is weak when served 1 to 3."},
	"cups-compared":            {words("Ten minutes on: {0} in a bare cup, {1} wrapped in wool, {2} insulated with its lid."), "Preheat it, too. The wool’s worth is from memory."},
	"cup-freezes":              {words("Left standing, the cup starts to freeze after {0} and is solid after {1}."), "A lid and an insulated cup delay it."},
	"caffeine-near":            {words("About {0} of caffeine in each cup ({1} to {2})."), coffee.CaffeineGuidance + ". Not medical advice."},
	"milk":                     {words("{0} of condensed milk in each cup: about {1}."), "Unopened condensed milk keeps without a refrigerator."},
	"milk/fresh":               {words("{0} of milk in each cup: about {1}. It is as cold as the air."), "Fresh milk keeps a few hours uncooled. It cools the cup, and does not count as strength."},
	"milk/canned":              {words("{0} of canned milk in each cup: about {1}. It is as cold as the air."), "Unopened canned milk needs no refrigerator; opened, use it the same day. It does not count as strength."},
	"sugar":                    {words("{0} of sugar in each cup: about {1}."), "Sugar does not count as strength. What spoons hold is from memory."},
	"next-cup":                 {words("Pour the next cup {0} after the one before; the last is ready at {1@}."), "The steps are for one cup; the guide goes through all. This leaves both hands free for each."},
	"next-batch":               {words("Start the next batch {0} after the one before; the last is ready at {1@}."), nextBatch},
	"next-batch/heat":          {words("Put the water on again at {0@}; a batch is ready every {1}, the last at {2@}."), nextBatch},
	"too-few-cups":             {words("{0} cups for {1} people: drink in {2} rounds, or brew {2} smaller batches."), "The pot, its lid or the server can serve as cups; rinse a shared cup between."},
}

const (
	shopBand     = "The band is from memory."
	coolWays     = "Most heat leaves as vapour from the surface. Times are for this pot, fill, wind and altitude."
	doNotWait    = "Water boils here at or below the recipe’s temperature: every second off the heat counts."
	boilHeld     = "Wind, cold and an open lid take more heat than a low flame gives; it would stop boiling."
	canisterCold = "Warm it with hands, jacket or lukewarm water only: flame or hot water bursts it. Turn it over only if the stove is made for liquid feed."
	nextBatch    = "The steps are for one batch; the guide goes through all. One kettle, one brewer and two hands set the pace."
)

// Sentences of what makes a boil long, and of what makes up for a place.
var (
	toTheBoil  = words("{0} to the boil.")
	ofWind     = words("The wind takes {0} of that.")
	ofCold     = words("The cold takes {0} of that.")
	ofSnow     = words("The snow and the cold take {0} of that.")
	ofLid      = words("The missing lid takes {0} of that.")
	smallFlame = words("The flame is small for this much water.")
	screen     = words("A wind screen would save {0}.")
	screenFuel = words("A wind screen would save {0} and {1} of fuel.")

	extractsLess = words("This stop extracts {0} {0#point|points} less than home.")
	extractsMore = words("This stop extracts {0} {0#point|points} more than home.")
	steepLonger  = words("Steep {0}, {1} longer than at home.")
	steepShorter = words("Steep {0}, {1} shorter than at home.")
	orLonger     = words("Or keep the grind and steep {0}, {1} longer.")
	orShorter    = words("Or keep the grind and steep {0}, {1} shorter.")

	// By the clicks of a grinder, or in micrometres; finer, or coarser.
	grindTo = map[bool]map[bool]quantity.Sentence{
		true:  {true: words("Grind at {0}, {1} finer than at home."), false: words("Grind at {0}, {1} coarser than at home.")},
		false: {true: words("Grind to {0}, {1} finer than at home."), false: words("Grind to {0}, {1} coarser than at home.")},
	}
	orGrindTo = map[bool]map[bool]quantity.Sentence{
		true:  {true: words("Or keep the steep at {2} and grind at {0}, {1} finer."), false: words("Or keep the steep at {2} and grind at {0}, {1} coarser.")},
		false: {true: words("Or keep the steep at {2} and grind to {0}, {1} finer."), false: words("Or keep the steep at {2} and grind to {0}, {1} coarser.")},
	}
)

// What is not known of the place.
var (
	whereThisBrewed = words("Altitude unknown: these figures assume sea level.")
)
