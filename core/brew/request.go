package brew

// Request asks for the plan of one brew. Only Method is needed; everything
// else has a default, which the plan states. Units are in the names.
type Request struct {
	Method   string   `json:"method" doc:"Method ID from the catalogue"`
	School   *string  `json:"school,omitempty"`
	Drinkers *float64 `json:"drinkers,omitempty"`
	CupMl    *float64 `json:"cup_ml,omitempty"`
	Ratio    *float64 `json:"ratio_g_per_l,omitempty"`
	DoseG    *float64 `json:"dose_g,omitempty"`
	WaterG   *float64 `json:"water_g,omitempty" doc:"Brew water, poured and added to a brewer that does not hold it all; of dose, ratio, water and drink any two decide"`
	Dilution *float64 `json:"dilution,omitempty" doc:"Parts of water to one of concentrate, where one is made or served"`
	Strength *string  `json:"strength,omitempty"`
	ContactS *float64 `json:"contact_s,omitempty" doc:"Overrides the contact time where the steep is free"`
	Adjust   *string  `json:"adjust,omitempty" doc:"What makes up for cooler water; the school chooses when left out"`
	Pours    []Pour   `json:"pours,omitempty" doc:"Pours that are not the school's"`
	Scale    *bool    `json:"scale,omitempty" doc:"Whether there is a scale; without one the steps go by spoons, marks and shares"`
	Into     *string  `json:"into,omitempty" doc:"What one dripper for several runs into: a server, or each cup in its turn"`

	Place   Place   `json:"place,omitzero" required:"false"`
	Water   Water   `json:"water,omitzero" required:"false"`
	Heat    Heat    `json:"heat,omitzero" required:"false"`
	Vessel  Vessel  `json:"vessel,omitzero" required:"false"`
	Brewer  Brewer  `json:"brewer,omitzero" required:"false"`
	Cup     Cup     `json:"cup,omitzero" required:"false"`
	Coffee  Coffee  `json:"coffee,omitzero" required:"false"`
	Grinder Grinder `json:"grinder,omitzero" required:"false"`
	Measure Measure `json:"measure,omitzero" required:"false"`

	Calibration Calibration `json:"calibration,omitzero" required:"false"`
}

// Pour moves a pour of the school in time, with all that follows it, or changes
// how far it goes.
type Pour struct {
	ID    string   `json:"id" doc:"Of the step"`
	AtS   *float64 `json:"at_s,omitempty" doc:"Begins, from first contact"`
	ToPct *float64 `json:"to_pct,omitempty" doc:"Share of the brew water that is in when it ends"`
}

// Calibration is what the user measured of his own gear. It takes the place of
// the estimate, and its figures are marked measured.
type Calibration struct {
	Efficiency *float64 `json:"efficiency,omitempty" doc:"Of the burner in calm air with a lid, from weighed fuel"`
	PowerW     *float64 `json:"power_w,omitempty" doc:"Heat burned at full, from a timed boil"`
	TDSPct     *float64 `json:"tds_pct,omitempty" doc:"Strength of this brew, from a refractometer"`
	LossFactor *float64 `json:"loss_factor,omitempty" doc:"Of the pot or kettle, on the modelled loss, from a thermometer reading"`
}

// Place is where the brew is made.
type Place struct {
	AltitudeM     *float64 `json:"altitude_m,omitempty"`
	SeaLevelHPa   *float64 `json:"sea_level_hpa,omitempty"`
	PressureHPa   *float64 `json:"pressure_hpa,omitempty"`
	MeasuredBoilC *float64 `json:"measured_boil_c,omitempty"`
	Atmosphere    *string  `json:"atmosphere,omitempty"`
	AirC          *float64 `json:"air_c,omitempty"`
	WindMs        *float64 `json:"wind_ms,omitempty"`
}

// Water is the water that the stop has.
type Water struct {
	Source    *string  `json:"source,omitempty" doc:"Where it comes from; nothing that is not said counts as safe"`
	SourceC   *float64 `json:"source_c,omitempty"`
	State     *string  `json:"state,omitempty"`
	Treatment *string  `json:"treatment,omitempty" doc:"What is done about its safety; doubtful until somebody says more, where the source is not trusted"`
	TDSMgL    *float64 `json:"tds_mg_l,omitempty"`
}

// Heat is how the water gets hot: a burner, or hot water supplied.
type Heat struct {
	Burner     *string  `json:"burner,omitempty"`
	Fuel       *string  `json:"fuel,omitempty"`
	PowerW     *float64 `json:"power_w,omitempty"`
	Efficiency *float64 `json:"efficiency,omitempty"`
	Screen     *bool    `json:"screen,omitempty"`
	Lid        *bool    `json:"lid,omitempty"`
	SuppliedC  *float64 `json:"supplied_c,omitempty"`
	BatteryWh  *float64 `json:"battery_wh,omitempty"`
	Canister   Canister `json:"canister,omitzero" required:"false"`
}

// Canister is the gas canister on the burner; shares are by mass.
type Canister struct {
	PropanePct   *float64 `json:"propane_pct,omitempty"`
	IsobutanePct *float64 `json:"isobutane_pct,omitempty"`
	ButanePct    *float64 `json:"butane_pct,omitempty"`
	CapacityG    *float64 `json:"capacity_g,omitempty"`
	LeftG        *float64 `json:"left_g,omitempty"`
	TempC        *float64 `json:"temp_c,omitempty"`
}

// Vessel is the pot or kettle on the heat.
type Vessel struct {
	CapacityMl *float64 `json:"capacity_ml,omitempty"`
	DiameterMm *float64 `json:"diameter_mm,omitempty"`
	MassG      *float64 `json:"mass_g,omitempty"`
	Material   *string  `json:"material,omitempty"`
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
	Roast       *string  `json:"roast,omitempty"`
	DaysOff     *float64 `json:"days_off_roast,omitempty"`
	Species     *string  `json:"species,omitempty"`
	GroundAhead *bool    `json:"ground_ahead,omitempty"`
}

// Grinder turns micrometres into clicks.
type Grinder struct {
	UmPerClick *float64 `json:"um_per_click,omitempty"`
	ZeroUm     *float64 `json:"zero_um,omitempty"`
	Clicks     *float64 `json:"clicks,omitempty"`
}

// Measure is the user's own calibrated spoon, scoop, cup or handful.
type Measure struct {
	Name  *string  `json:"name,omitempty"`
	Grams *float64 `json:"grams,omitempty"`
	Step  *float64 `json:"step,omitempty"`
}
