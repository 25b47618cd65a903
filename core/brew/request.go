package brew

import (
	"apodemos/core/caution"
	"apodemos/core/conditions"
	"apodemos/core/field"
	"apodemos/core/recipe"
)

// What a request and a plan are made of besides, under the names that they have here.
type (
	Conditions  = conditions.Conditions
	Place       = conditions.Place
	Water       = conditions.Water
	Heat        = conditions.Heat
	Canister    = conditions.Canister
	Vessel      = conditions.Vessel
	Calibration = conditions.Calibration
	Boil        = conditions.Boil
	Caution     = caution.Caution
	Problem     = field.Problem
	Problems    = field.Problems
)

// Request asks for the plan of one brew. Only Method is needed; everything
// else has a default, which the plan states. Units are in the names.
type Request struct {
	Method   string         `json:"method" doc:"Method ID from the catalogue"`
	School   *string        `json:"school,omitempty"`
	Recipe   *recipe.Recipe `json:"recipe,omitempty" doc:"A person's own, over the method: what it leaves out is the school's"`
	Drinkers *float64       `json:"drinkers,omitempty"`
	CupMl    *float64       `json:"cup_ml,omitempty"`
	Ratio    *float64       `json:"ratio_g_per_l,omitempty"`
	DoseG    *float64       `json:"dose_g,omitempty"`
	WaterG   *float64       `json:"water_g,omitempty" doc:"Brew water, poured and added to a brewer that does not hold it all; of dose, ratio, water and drink any two decide"`
	Dilution *float64       `json:"dilution,omitempty" doc:"Parts of water to one of concentrate, where one is made or served; left out, as many as make it as strong as wished"`
	Strength *string        `json:"strength,omitempty"`
	ContactS *float64       `json:"contact_s,omitempty" doc:"Overrides the contact time where the steep is free"`
	Adjust   *string        `json:"adjust,omitempty" doc:"What makes up for cooler water; the school chooses when left out"`
	CoolBy   *string        `json:"cool_by,omitempty" doc:"How water too hot is cooled; with the lid off when left out"`
	Pours    []Pour         `json:"pours,omitempty" doc:"Pours that are not the school's"`
	Scale    *bool          `json:"scale,omitempty" doc:"Whether there is a scale; without one the steps go by spoons, marks and shares"`
	Draw     *string        `json:"draw,omitempty" doc:"What hot water that is supplied runs into first"`
	Into     *string        `json:"into,omitempty" doc:"What one dripper for several runs into: a server, or each cup in its turn"`

	// Conditions are those of the stop.
	conditions.Conditions

	Brewer  Brewer  `json:"brewer,omitzero" required:"false"`
	Cup     Cup     `json:"cup,omitzero" required:"false"`
	Coffee  Coffee  `json:"coffee,omitzero" required:"false"`
	Grinder Grinder `json:"grinder,omitzero" required:"false"`
	Measure Measure `json:"measure,omitzero" required:"false"`
	WaterBy WaterBy `json:"water_by,omitzero" required:"false"`
	With    With    `json:"with,omitzero" required:"false"`
}

// With is what goes into each cup besides coffee.
type With struct {
	SugarG     *float64 `json:"sugar_g,omitempty"`
	MilkMl     *float64 `json:"milk_ml,omitempty"`
	Milk       *string  `json:"milk,omitempty" doc:"Fresh, or canned and unsweetened"`
	CondensedG *float64 `json:"condensed_g,omitempty" doc:"Sweetened condensed milk; what the style takes when left out"`
}

// Pour moves a pour of the school in time, with all that follows it, or changes
// how far it goes.
type Pour struct {
	ID    string   `json:"id" doc:"Of the step"`
	AtS   *float64 `json:"at_s,omitempty" doc:"Begins, from first contact: after the pour before it, and up to 600 s later than the school has it"`
	ToPct *float64 `json:"to_pct,omitempty" doc:"Share of the brew water that is in when it ends: between those of the pours around it"`
}

// Brewer is the dripper, press or chamber, where it is not the vessel itself.
type Brewer struct {
	CapacityMl *float64 `json:"capacity_ml,omitempty"`
	DoseG      *float64 `json:"dose_g,omitempty" doc:"Coffee that it takes at once; a usual one when left out"`
	MassG      *float64 `json:"mass_g,omitempty"`
	Material   *string  `json:"material,omitempty"`
	Preheated  *bool    `json:"preheated,omitempty"`
}

// Cup is what each drinker drinks from.
type Cup struct {
	Count     *float64 `json:"count,omitempty" doc:"Cups there are; as many as people when left out"`
	MassG     *float64 `json:"mass_g,omitempty"`
	Material  *string  `json:"material,omitempty"`
	Insulated *bool    `json:"insulated,omitempty"`
	Preheated *bool    `json:"preheated,omitempty"`
}

// Coffee is the beans.
type Coffee struct {
	ID          *string  `json:"id,omitempty" doc:"UUID of a coffee that is kept"`
	Name        *string  `json:"name,omitempty" doc:"As it is called, for reading"`
	Roast       *string  `json:"roast,omitempty"`
	DaysOff     *float64 `json:"days_off_roast,omitempty"`
	Species     *string  `json:"species,omitempty"`
	GroundAhead *bool    `json:"ground_ahead,omitempty"`
	ShopGround  *bool    `json:"shop_ground,omitempty" doc:"Ground where it was bought, nobody knows how fine: a band is taken, and nothing is made up for by the grind"`
}

// Ground reports whether there is nothing to grind.
func (c Coffee) Ground() bool {
	return c.GroundAhead != nil && *c.GroundAhead || c.ShopGround != nil && *c.ShopGround
}

// Grinder turns micrometres into clicks.
type Grinder struct {
	UmPerClick *float64 `json:"um_per_click,omitempty"`
	ZeroUm     *float64 `json:"zero_um,omitempty"`
	Clicks     *float64 `json:"clicks,omitempty"`
}

// WaterBy is what water is poured by where there is no scale: a mug, a measuring cup, a
// decilitre, the marks in a pot.
type WaterBy struct {
	Name    *string  `json:"name,omitempty"`
	Ml      *float64 `json:"ml,omitempty" doc:"It holds, as full as one pours it"`
	MarksMl *float64 `json:"marks_ml,omitempty" doc:"The pot or kettle has marks, so many ml apart"`
}

// Measure is the user's own calibrated spoon, scoop, cup or handful.
type Measure struct {
	Name  *string  `json:"name,omitempty"`
	Grams *float64 `json:"grams,omitempty"`
	Step  *float64 `json:"step,omitempty"`
}
