// Package caution holds what can hurt someone, in the words that stand at the step.
// They are the usual cautions of the trade; local rules come first.
package caution

// Caution is a danger and how to avoid it.
type Caution struct {
	ID    string `json:"id"`
	Level string `json:"level" enum:"note,care,danger"`
	Text  string `json:"text"`
	Why   string `json:"why"`
	Step  string `json:"step" doc:"ID of the step where it stands; empty when it covers the brew"`
	First bool   `json:"first" doc:"Read before the first step: it is about the water that the brew begins with"`
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

var all = map[string]Caution{
	"scald":               {Level: "care", Text: "Set everything down before pouring; keep hands and feet out of the line of a spill.", Why: "Water near the boil scalds at once."},
	"hot-pot":             {Level: "care", Text: "Hold pot and lid with a dry cloth or the handle.", Why: "The metal is as hot as the coffee, and a wet cloth lets the heat through."},
	"pour":                {Level: "care", Text: "Steady the dripper with the other hand.", Why: "A light dripper on a full cup tips."},
	"boil-over":           {Level: "care", Text: "Off the heat first, then the coffee, a little at a time.", Why: "Fresh coffee on water at the boil foams up and over."},
	"co":                  {Level: "danger", Text: "Burn nothing inside a tent, a vehicle or a closed shelter.", Why: "Carbon monoxide kills without a smell; a tent burns in seconds."},
	"fire-ban":            {Level: "care", Text: "Check for a fire ban, and clear the ground round the stove; out fully before you leave.", Why: "Local rules and land managers come first; some bans cover stoves."},
	"canister":            {Level: "danger", Text: "Keep the canister outside the screen and cool enough to hold.", Why: "An overheated canister bursts."},
	"canister-warm":       {Level: "danger", Text: "Warm a canister with hands, jacket or lukewarm water only.", Why: "Flame, stove or hot water bursts it."},
	"climbs":              {Level: "care", Text: "Stay with it, and lift it off when it climbs.", Why: "Coffee at the boil foams up and over."},
	"doubtful":            {Level: "danger", First: true, Text: "Make this water safe first: boil it, put it through a filter made for it, or bring other water. Say which at the stop.", Why: "Nobody vouches for it, and brewing below the boil does not disinfect. Guidance (US CDC): clear water, 1 minute at a rolling boil, 3 minutes above 2,000 m (6,500 ft); neither boiling nor filtering takes out all chemicals. Follow local advice."},
	"water-unsaid":        {Level: "care", First: true, Text: "Is this water safe to drink? Nobody has said where it is from: until then it counts as doubtful.", Why: "Brewing below the boil does not disinfect. Say where the water is from, or boil it: 1 minute, 3 minutes above 2,000 m (6,500 ft; US CDC). Follow local advice."},
	"boiled":              {Level: "danger", Text: "Only what has boiled is safe: nothing unboiled for rinsing cups, topping up or washing up.", Why: "Guidance (US CDC): clear water, 1 minute at a rolling boil, 3 minutes above 2,000 m (6,500 ft). Boiling does not remove chemicals. Follow local advice."},
	"not-boiled":          {Level: "danger", First: true, Text: "Nothing boils here: use water that was boiled before and has cooled, or safe water.", Why: "Brewing below the boil, or in a closed boiler, does not disinfect. Follow local advice."},
	"not-boiled-supplied": {Level: "danger", First: true, Text: "This hot water is not boiled here: ask whether it has boiled, or use safe water.", Why: "Hot water below the boil does not disinfect. Follow local advice."},
	"freezes":             {Level: "care", Text: "Concentrate freezes here: carry it inside the jacket, and leave room in the vial.", Why: "Frozen, it does not pour, and a full vial bursts."},
	"fire-ban-fire":       {Level: "care", Text: "Check for a fire ban, and clear the ground round the fire; drown it, and feel that it is cold, before you leave.", Why: "Local rules and land managers come first."},
	"element":             {Level: "care", Text: "Keep plug, cable and battery dry; never run the element dry.", Why: "A dry element burns out, and a shorted battery burns."},
	"cup-hot":             {Level: "care", Text: "Let the cup stand before drinking.", Why: "Above 65 °C (149 °F) a drink can burn."},
	"cup-freezes":         {Level: "care", Text: "Keep cup, bottle and pot from freezing: lid on, inside the jacket, never full and shut.", Why: "Water grows by a tenth as it freezes and bursts what holds it; frozen metal burns lips and hands."},
	"mains":               {Level: "care", Text: "Keep plug and cable dry, and the kettle within its marks.", Why: "Water and mains electricity kill."},
	"fire":                {Level: "care", Text: "Leather mitts; keep clear of molten resin and sparks; drown the fire and feel that it is cold.", Why: "Resin sticks and burns, and a fire that looks out is not."},
	"press":               {Level: "care", Text: "Press straight down and slowly; stop when it resists.", Why: "A slipping press throws hot coffee and grounds."},
	"flip":                {Level: "danger", Text: "Hold cup and chamber together, arms away from the body, and flip in one movement.", Why: "Half a flip is a lap full of water near the boil."},
	"valve":               {Level: "danger", Text: "See that the safety valve moves and is clear, water below it, basket not tamped.", Why: "A blocked moka pot bursts."},
	"cloth":               {Level: "care", Text: "Dry the cloth fully or keep it under water in a refrigerator.", Why: "A damp cloth grows things."},
	"parts":               {Level: "note", Text: "Count the parts before you leave: cap, plunger, papers.", Why: "One lost part and it is no brewer."},
	"keeps":               {Level: "care", Text: "Keep concentrate in a refrigerator, up to two weeks; out of one drink it within two days.", Why: "It is food, and spoils like food."},
	"strong":              {Level: "note", Text: "Label it and dilute it.", Why: "Concentrate has the caffeine of several cups."},
	"water-cold":          {Level: "danger", Text: "Use water that is safe to drink as it is.", Why: "A cold method does not disinfect."},
	"cold-water":          {Level: "care", Text: "Cold methods need safe water.", Why: "Nothing here is boiled."},
	"caffeine":            {Level: "note", Text: "More than 200 mg of caffeine in one cup.", Why: "Published guidance (EFSA 2015, US FDA): 200 mg in one go, 400 mg a day for most healthy adults, 200 mg a day in pregnancy. Not medical advice."},
	"waste":               {Level: "note", Text: "Carry out paper and grounds; tip grey water well away from streams.", Why: "Grounds rot slowly and draw animals. Local rules come first."},
}
