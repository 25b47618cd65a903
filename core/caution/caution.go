// Package caution holds what can hurt someone, in the words that stand at the step.
// They are the usual cautions of the trade; local rules come first.
package caution

import (
	"maps"
	"slices"

	"apodemos/core/coffee"
	"apodemos/core/water"
)

// The levels of a caution.
const (
	Danger = "danger" // it can kill, maim or make ill
	Care   = "care"
)

// Caution is a danger and how to avoid it.
type Caution struct {
	ID    string `json:"id"`
	Level string `json:"level" enum:"note,care,danger"`
	Text  string `json:"text"`
	Why   string `json:"why"`
	// Source is published: it opens on touch on a screen, and is printed on paper.
	Source string `json:"source,omitempty" doc:"The published source of it, if there is one"`
	Step   string `json:"step" doc:"ID of the step where it stands; empty when it covers the brew"`
	First  bool   `json:"first" doc:"Read before the first step: it is about the water that the brew begins with"`
}

// ByID is a caution that stands at a step, or with none over the whole brew. An ID
// that is not known (see Known) gives one without words.
func ByID(id, step string) Caution {
	k := all[id]
	k.ID, k.Step, k.First = id, step, k.First && step == ""
	return k
}

// Known reports whether there is such a caution.
func Known(id string) bool { _, ok := all[id]; return ok }

// The caution against carbon monoxide, in the same words wherever a flame is lit.
const (
	MonoxideText = "Burn nothing inside a tent, a vehicle or a closed shelter."
	MonoxideWhy  = "Carbon monoxide kills without a smell; a tent burns in seconds."
)

var all = map[string]Caution{
	"scald":               {Level: "care", Text: "Set everything down before you pour. Keep hands and feet out of the way of a spill.", Why: "Near-boiling water scalds instantly."},
	"hot-pot":             {Level: "care", Text: "Hold pot and lid with a dry cloth or the handle.", Why: "The metal is as hot as the coffee; a wet cloth burns."},
	"hot-cup":             {Level: "care", Text: "Hold a hot cup by its handle or sleeve, or in a cloth.", Why: "Thin walls burn, and soft paper gives way under a grip."},
	"pour":                {Level: "care", Text: "Steady the dripper with your other hand. Stop a finger below the rim.", Why: "A light dripper tips; a full one overflows."},
	"boil-over":           {Level: "care", Text: "Take it off the heat first. Then add the coffee a little at a time.", Why: "Fresh coffee foams up and boils over."},
	"co":                  {Level: "danger", Text: MonoxideText, Why: MonoxideWhy},
	"fire-ban":            {Level: "care", Text: "Check for a fire ban. Clear the ground round the stove; put it right out afterwards.", Why: "Some bans cover stoves; local rules come first."},
	"canister":            {Level: "danger", Text: "Keep the canister outside the screen and cool enough to hold.", Why: "An overheated canister bursts."},
	"spirit":              {Level: "danger", Text: "Never refill a spirit burner that is lit or hot: put it out and let it cool first. Check for the flame with your hand above it.", Why: "The flame can hardly be seen, and spirit poured near it flashes back."},
	"methanol":            {Level: "danger", Text: "Keep methanol off skin and out of mouth, food and lungs.", Why: "Methanol is poisonous: a mouthful can blind or kill."},
	"petrol":              {Level: "danger", Text: "Fill it cold and away from flames, wipe up spills, and keep your face back while it primes.", Why: "Spilt fuel catches, and priming flares up high."},
	"tablets":             {Level: "care", Text: "Burn tablets in the open and upwind of you; wash your hands after touching them.", Why: "Their fumes and their residue are poisonous."},
	"canister-warm":       {Level: "danger", Text: "Warm a canister with hands, jacket or lukewarm water only.", Why: "Flame, stove or hot water bursts it."},
	"climbs":              {Level: "care", Text: "Stay with it. Lift it off when it rises.", Why: "Boiling coffee foams up and over."},
	"doubtful":            {Level: "danger", First: true, Text: "Make this water safe first: boil it, put it through a filter made for it, or bring other water. Say which at the stop.", Why: "It may carry germs, and brewing below the boil does not disinfect. " + water.SafeBoilRule + " Neither boiling nor filtering takes out all chemicals. Follow local advice.", Source: water.SafeBoilSource},
	"water-unsaid":        {Level: "care", First: true, Text: "Treat this water as unsafe: boil it, or say that it is safe.", Why: "Its source is not named, and brewing below the boil does not disinfect. " + water.SafeBoilRule + " Follow local advice.", Source: water.SafeBoilSource},
	"place-odds":          {Level: "danger", First: true, Text: "The values for this place don’t agree: check altitude, pressure and boiling point.", Why: "The safety boil depends on it. Until you correct it, boil for the longer time."},
	"boiled":              {Level: "danger", Text: "Use only boiled water: for rinsing, topping up and washing up too.", Why: water.SafeBoilRule + " Boiling does not remove chemicals. Follow local advice.", Source: water.SafeBoilSource},
	"not-boiled":          {Level: "danger", First: true, Text: "Nothing boils in this method: use safe water, or water boiled before and cooled.", Why: "Brewing below the boil, or in a closed boiler, does not disinfect. Follow local advice."},
	"not-boiled-supplied": {Level: "danger", First: true, Text: "This hot water is not boiled here: ask whether it has boiled, or use safe water.", Why: "Hot water below the boil does not disinfect. Follow local advice."},
	"freezes":             {Level: "care", Text: "Concentrate freezes here: carry it inside the jacket, and leave room in the vial.", Why: "Frozen, it does not pour, and a full vial bursts."},
	"fire-ban-fire":       {Level: "care", Text: "Check for a fire ban and clear the ground round the fire. Before you leave, drown it, stir it, and feel with the back of your hand that no heat is left.", Why: "Local rules and land managers come first."},
	"element":             {Level: "care", Text: "Keep plug, cable and battery dry; never run the element dry.", Why: "A dry element burns out, and a shorted battery burns."},
	"cup-hot":             {Level: "care", Text: "Let the cup stand before drinking.", Why: "Above 65 °C (149 °F) a drink can burn."},
	"cup-freezes":         {Level: "care", Text: "Keep cup, bottle and pot from freezing: lid on, in your jacket, never full.", Why: "Freezing water bursts containers; frozen metal burns lips and hands."},
	"mains":               {Level: "care", Text: "Keep plug and cable dry, and the kettle within its marks.", Why: "Water and mains electricity kill."},
	"fire":                {Level: "care", Text: "Wear leather mitts; keep clear of molten resin and sparks. Drown the fire, stir it, and feel with the back of your hand that no heat is left.", Why: "Resin sticks and burns; a fire that looks out may not be."},
	"press":               {Level: "care", Text: "Press straight down, slowly. Stop when it resists.", Why: "A slipping press throws hot coffee and grounds."},
	"flip":                {Level: "danger", Text: "Hold cup and chamber together, arms away from the body, and flip in one movement.", Why: "A slip spills near-boiling water on you."},
	"valve":               {Level: "danger", Text: "Check that the valve is clear and moves, and keep the water below it.", Why: "A blocked moka pot can burst."},
	"moka-fine":           {Level: "danger", Text: "Grind coarser than espresso, and never tamp.", Why: "A bed too fine blocks the water: the pressure rises, and the pot can burst."},
	"moka-shop":           {Level: "danger", Text: "Take coffee ground for moka or filter, never for espresso; don’t tamp.", Why: "A bed too fine blocks the water: the pressure rises, and the pot can burst."},
	"press-cold":          {Level: "note", Text: "Press straight down, slowly. Stop when it resists.", Why: "A slipping press throws grounds."},
	"cloth":               {Level: "care", Text: "Dry the cloth fully, on the pack as you walk; boil it every second day. Or refrigerate it wet.", Why: "A damp cloth grows mould."},
	"parts":               {Level: "note", Text: "Count the parts before you leave: cap, plunger, papers.", Why: "It won't brew with a part missing."},
	"keeps":               {Level: "care", Text: "Keep concentrate refrigerated, up to two weeks. Unrefrigerated and cool, drink it within two days; in heat, don't keep it.", Why: "It spoils like food."},
	"keeps-hot":           {Level: "danger", Text: "It is too warm here to keep concentrate: drink only what has stayed cold.", Why: "Above about 25 °C (77 °F) it spoils within hours; two days is for a cool room."},
	"strong":              {Level: "note", Text: "Label it and dilute it.", Why: "Concentrate has the caffeine of several cups."},
	"water-cold":          {Level: "danger", Text: "Use water that is safe to drink as it is.", Why: "A cold method does not disinfect."},
	"caffeine":            {Level: "note", Text: "More than 200 mg of caffeine in one cup.", Why: coffee.CaffeineRule + " Not medical advice.", Source: coffee.CaffeineSource},
	"waste":               {Level: "note", Text: "Carry out paper and grounds; tip grey water well away from streams.", Why: "Grounds rot slowly and draw animals. Local rules come first."},
}

// IDs are those of all cautions, in order.
func IDs() []string { return slices.Sorted(maps.Keys(all)) }
