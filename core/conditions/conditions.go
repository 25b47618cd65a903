package conditions

// Conditions are what a stop gives a brew. Everything has a default; units are in the
// names.
type Conditions struct {
	Place Place `json:"place,omitzero" required:"false"`
	Water Water `json:"water,omitzero" required:"false"`
	Heat  Heat  `json:"heat,omitzero" required:"false"`
	// Vessel and Calibration are the pot that stands there, and what was measured with it.
	Vessel      Vessel      `json:"vessel,omitzero" required:"false"`
	Calibration Calibration `json:"calibration,omitzero" required:"false"`
}

// Place is where the brew is made.
type Place struct {
	AltitudeM     *float64 `json:"altitude_m,omitempty"`
	AltitudePM    *float64 `json:"altitude_pm_m,omitempty" doc:"By how much the altitude may be out, either way: a device's position is good to about 100 m"`
	SeaLevelHPa   *float64 `json:"sea_level_hpa,omitempty"`
	SeaLevelKind  *string  `json:"sea_level_kind,omitempty" doc:"What the pressure at sea level is: qnh, an airport's or a barometer's, reduced through the standard atmosphere; map, a weather map's or forecast's, reduced through the air as it is; either, where nobody knows"`
	OutsideC      *float64 `json:"outside_c,omitempty" doc:"Air outside, for a pressure reduced to sea level; that of the air where it is said, and else the standard atmosphere's"`
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
	Regulated  *bool    `json:"regulated,omitempty" doc:"The gas stove has a regulator, which holds its flame as the pressure falls"`
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
	RatedBar     *float64 `json:"rated_bar,omitempty" doc:"Gauge pressure at which the burner has its rated flame; that of the mixture at 15 °C at the sea when left out"`
}

// Vessel is the pot or kettle on the heat.
type Vessel struct {
	CapacityMl *float64 `json:"capacity_ml,omitempty"`
	DiameterMm *float64 `json:"diameter_mm,omitempty"`
	MassG      *float64 `json:"mass_g,omitempty"`
	Material   *string  `json:"material,omitempty"`
}

// Calibration is what the user measured of his own gear. It takes the place of
// the estimate, and its figures are marked measured.
type Calibration struct {
	Efficiency  *float64 `json:"efficiency,omitempty" doc:"Of the burner in calm air with a lid, from weighed fuel"`
	PowerW      *float64 `json:"power_w,omitempty" doc:"Heat burned at full, from a timed boil"`
	TDSPct      *float64 `json:"tds_pct,omitempty" doc:"Strength of this brew, from a refractometer"`
	DrainFactor *float64 `json:"drain_factor,omitempty" doc:"Of the dripper with its paper, on the modelled resistance, from a timed drawdown"`
	LossFactor  *float64 `json:"loss_factor,omitempty" doc:"Of the pot or kettle, on the modelled loss, from a thermometer reading"`
}
