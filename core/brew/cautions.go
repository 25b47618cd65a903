package brew

// cautions lists what can hurt someone, by ID, in the words that stand at the
// step. They are the usual cautions of the trade; local rules come first.
var cautions = map[string]Caution{
	"scald":         {Level: "care", Text: "Set everything down before pouring; keep hands and feet out of the line of a spill.", Why: "Water near the boil scalds at once."},
	"hot-pot":       {Level: "care", Text: "Hold pot and lid with a dry cloth or the handle.", Why: "The metal is as hot as the coffee, and a wet cloth lets the heat through."},
	"pour":          {Level: "care", Text: "Steady the dripper with the other hand.", Why: "A light dripper on a full cup tips."},
	"boil-over":     {Level: "care", Text: "Off the flame first, then the coffee, a little at a time.", Why: "Fresh coffee on water at the boil foams up and over."},
	"co":            {Level: "danger", Text: "Burn nothing inside a tent, a vehicle or a closed shelter.", Why: "Carbon monoxide kills without a smell; a tent burns in seconds."},
	"fire-ban":      {Level: "care", Text: "Check for a fire ban, and clear the ground round the stove; out fully before you leave.", Why: "Local rules and land managers come first; some bans cover stoves."},
	"canister":      {Level: "danger", Text: "Keep the canister outside the screen and cool enough to hold.", Why: "An overheated canister bursts."},
	"canister-warm": {Level: "danger", Text: "Warm a canister with hands, jacket or lukewarm water only.", Why: "Flame, stove or hot water bursts it."},
	"water":         {Level: "danger", Text: "Boil all of this water, or use safe water, for the cups and the splash too.", Why: "Water below the boil does not disinfect; boiling does not remove chemicals. Follow local advice."},
	"cup-hot":       {Level: "care", Text: "Let the cup stand before drinking.", Why: "Above 65 °C (149 °F) a drink can burn."},
	"mains":         {Level: "care", Text: "Keep plug and cable dry, and the kettle within its marks.", Why: "Water and mains electricity kill."},
	"waste":         {Level: "note", Text: "Carry out paper and grounds; tip grey water well away from streams.", Why: "Grounds rot slowly and draw animals. Local rules come first."},
}

func (c *calc) caution(id, step string) {
	for _, have := range c.plan.Cautions {
		if have.ID == id && have.Step == step {
			return
		}
	}
	k := cautions[id]
	k.ID, k.Step = id, step
	c.plan.Cautions = append(c.plan.Cautions, k)
}
