package brew

import (
	"slices"

	"apodemos/core/coffee"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Version is the version of the computation. It is stored with a plan, so that
// an old brew still shows what it was told.
const Version = "0.8.0"

// Plan is what to do, when, and what comes of it. Units are in the names;
// times in steps and curves are in seconds from the moment that water meets
// coffee. A pointer is null where the figure does not apply. Figures have full
// precision: rounding is the reader's.
type Plan struct {
	Version   string   `json:"version"`
	Request   Request  `json:"request" doc:"What was asked, with the defaults filled in"`
	Defaulted []string `json:"defaulted" doc:"Paths in request that were not asked but filled in"`

	PressureHPa *float64 `json:"pressure_hpa"`
	BoilC       *float64 `json:"boil_c"`
	BoilLowC    *float64 `json:"boil_low_c"`
	BoilHighC   *float64 `json:"boil_high_c"`
	TargetC     *float64 `json:"target_c" doc:"Wished water temperature at first contact"`
	TargetLowC  *float64 `json:"target_low_c" doc:"The school's band, for a dark roast"`
	TargetHighC *float64 `json:"target_high_c" doc:"The school's band, for a light roast"`
	StartC      *float64 `json:"start_c" doc:"Water temperature that this stop gives at first contact"`
	WaitS       *float64 `json:"wait_s"`
	// Boiling has the boil that makes the water safe before all else.
	Boiling    quantity.Phrase `json:"boiling" doc:"What becomes of the water before it meets coffee, in a line: first the boil that makes it safe"`
	SafeBoilS  *float64        `json:"safe_boil_s" doc:"Kept at a rolling boil to make the water safe, each batch; null where it is not boiled for that"`
	SlurryC    *float64        `json:"slurry_c"`
	CupC       *float64        `json:"cup_c"`
	DrinkableS *float64        `json:"drinkable_s" doc:"From serving until the cup is at drinking temperature"`

	Recipe []RecipeLine `json:"recipe" doc:"What the person's own recipe sets, and what becomes of it here; empty without one"`

	DoseG        *float64         `json:"dose_g"`
	DoseEachG    *float64         `json:"dose_each_g" doc:"Of one batch, or of one cup where each steeps on its own"`
	DoseMeasures *coffee.Measures `json:"dose_measures"`
	Ratio        *float64         `json:"ratio_g_per_l"`
	Grind        Grind            `json:"grind"`

	Water   WaterPlan `json:"water"`
	DrinkMl *float64  `json:"drink_ml"`
	Batches *float64  `json:"batches"`
	Vials   *float64  `json:"vials" doc:"60 ml vials of the concentrate made or served"`

	Heat *HeatPlan `json:"heat" doc:"Null when hot water is supplied"`

	// Clogged says that the grind is finer than the brewer passes: there is nothing to follow,
	// and no telling when it would be drained or how it would taste.
	Clogged           bool         `json:"clogged" doc:"The grind is finer than this brewer passes: contact, strength, cup and the time in all are null, and there is nothing to follow"`
	TotalS            *float64     `json:"total_s" doc:"From the first thing to do until all is served"`
	HandsS            *float64     `json:"hands_s" doc:"The part of it that takes hands, in every batch and cup"`
	ContactS          *float64     `json:"contact_s"`
	ReferenceContactS *float64     `json:"reference_contact_s"`
	Strength          StrengthPlan `json:"strength"`
	CaffeineMg        *float64     `json:"caffeine_mg"`
	CupsADay          *float64     `json:"cups_a_day" doc:"Such cups that stay under the published guidance on caffeine for a day"`

	Steps        []Step        `json:"steps"`
	Rounds       []Round       `json:"rounds" doc:"Batches, or cups that each steep on their own; empty when there is one"`
	Curves       Curves        `json:"curves"`
	Cautions     []Caution     `json:"cautions"`
	Notes        []Note        `json:"notes"`
	Alternatives []Alternative `json:"alternatives"`
	Working      working.Sheet `json:"working"`

	made      *Brewed
	decided   []Decision
	dissolved Dissolved
	lengths   Lengths
	spreads   Spreads
}

// Spreads are by how much the plan's figures may be out.
func (p *Plan) Spreads() Spreads { return p.spreads }

// Made is how the plan was computed, stage by stage; nil for one that was stored.
func (p *Plan) Made() *Brewed { return p.made }

// Dissolved is what is in the drink.
func (p *Plan) Dissolved() Dissolved { return p.dissolved }

// Lengths are the parts of how long it all takes.
func (p *Plan) Lengths() Lengths { return p.lengths }

// OnAScale reports whether its pours are weighed: then the water is told in g, as the
// scale has it, and else in ml, as the eye does.
func (p *Plan) OnAScale() bool {
	for i := range p.Steps {
		s := &p.Steps[i]
		if s.Lane == method.Scale && s.Until == method.Weight && slices.ContainsFunc(s.Values, func(v quantity.Value) bool { return v.Unit == quantity.Gram }) {
			return true // and is not filled to a mark
		}
	}
	return false
}

// Decisions are what the stages decided, in their order: up to what makes up for this
// stop, and after that.
func (p *Plan) Decisions() (before, after []Decision) {
	b := p.made
	if b == nil {
		return nil, nil
	}
	return slices.Concat(b.Setting.Decisions, b.decided, b.Hot.decisions, b.ice(), b.clogged(), b.corrected), p.decided
}

// ShopBand is the grind of coffee that was ground where it was bought.
const ShopBand = "shop-ground"

// Grind is how fine.
type Grind struct {
	Um     *float64 `json:"um"`
	Band   string   `json:"band"`
	Clicks *float64 `json:"clicks"`
}

// WaterPlan is the water bookkeeping over all batches. It balances:
// poured + dilution + splash + concentrate = drink + retained + left_behind,
// heated + cold = poured + rinse + preheat + dilution + boiled_off, and
// carried = heated + cold + splash + washup.
type WaterPlan struct {
	PouredMl      *float64 `json:"poured_ml"`
	RetainedMl    *float64 `json:"retained_ml"`
	LeftBehindMl  *float64 `json:"left_behind_ml"`
	RinseMl       *float64 `json:"rinse_ml"`
	PreheatMl     *float64 `json:"preheat_ml"`
	DilutionMl    *float64 `json:"dilution_ml"`
	SplashMl      *float64 `json:"splash_ml"`
	BoiledOffMl   *float64 `json:"boiled_off_ml"`
	HeatedMl      *float64 `json:"heated_ml"`
	WashupMl      *float64 `json:"washup_ml"`
	CarriedMl     *float64 `json:"carried_ml"`
	ColdMl        *float64 `json:"cold_ml" doc:"Poured or added unheated"`
	ConcentrateMl *float64 `json:"concentrate_ml"`
	MeltG         *float64 `json:"melt_g"`
	IceG          *float64 `json:"ice_g" doc:"Of the added water, what comes as ice"`
	SnowFreshL    *float64 `json:"snow_fresh_l" doc:"The same as a heap of fresh snow"`
	SnowSettledL  *float64 `json:"snow_settled_l"`
	SnowFirnL     *float64 `json:"snow_firn_l"`
}

// HeatPlan is heat and fuel over all batches; times are those of one batch.
type HeatPlan struct {
	EnergyKJ   *float64      `json:"energy_kj" doc:"Heat that must reach the pot"`
	FuelG      *float64      `json:"fuel_g"`
	EnergyWh   *float64      `json:"energy_wh"`
	HeatS      *float64      `json:"heat_s"`
	BatteryPct *float64      `json:"battery_pct" doc:"Of the battery that the brew takes"`
	DwellS     *float64      `json:"dwell_s" doc:"At the boil: disinfecting, and keeping hot until the last pour"`
	Canister   *CanisterPlan `json:"canister"`
}

// CanisterPlan is what the gas canister does during the brew.
type CanisterPlan struct {
	StartBar  *float64 `json:"start_bar" doc:"Gauge pressure, over the air at the stop"`
	EndBar    *float64 `json:"end_bar"`
	EndC      *float64 `json:"end_c"`
	LowestBar *float64 `json:"lowest_bar" doc:"Lowest gauge pressure during the brew"`
	EndG      *float64 `json:"end_g" doc:"Gas left afterwards"`
	FlamePct  *float64 `json:"flame_pct" doc:"The mean flame to the boil, of the burner's full one"`
	Verdict   string   `json:"verdict" enum:"fine,weak,will-not-feed"`
}

// StrengthPlan is the estimate of what is in the cup.
type StrengthPlan struct {
	TDSPct            *float64 `json:"tds_pct"`
	ExtractionPct     *float64 `json:"extraction_pct"`
	ExtractionLowPct  *float64 `json:"extraction_low_pct"`
	ExtractionHighPct *float64 `json:"extraction_high_pct"`
	// Lies is where the brew lies to the published window.
	Lies Lies `json:"lies"`
}

// Lies is where a brew lies to the published window of extraction and strength.
type Lies struct {
	Extraction string `json:"extraction" enum:"under,in,over"`
	Strength   string `json:"strength" enum:"weak,in,strong"`
}

// liesTo is where an extraction and a strength, in percent, lie to the window.
func liesTo(extraction, tds float64) Lies {
	l := Lies{"in", "in"}
	switch {
	case extraction < WindowExtractionMin:
		l.Extraction = "under"
	case extraction > WindowExtractionMax:
		l.Extraction = "over"
	}
	switch {
	case tds < WindowTDSMin:
		l.Strength = "weak"
	case tds > WindowTDSMax:
		l.Strength = "strong"
	}
	return l
}

// In reports whether it lies inside.
func (l Lies) In() bool { return l.Extraction == "in" && l.Strength == "in" }

// Step is one thing to do, of one batch.
type Step struct {
	ID    method.StepID `json:"id"`
	AtS   float64       `json:"at_s"`
	ForS  float64       `json:"for_s"`
	Lane  method.Lane   `json:"lane" enum:"water,flame,scale,hands"`
	Label string        `json:"label" doc:"A word or two, for the score"`
	quantity.Phrase
	ToG     *float64     `json:"to_g" doc:"What is in when it ends: the reading to stop at, where there is a scale"`
	Until   method.Until `json:"until" enum:"time,weight,temperature,sign"`
	Sign    string       `json:"sign"`
	Keep    bool         `json:"keep,omitempty" doc:"It makes the water safe: not to be cut short"`
	Drains  bool         `json:"drains,omitempty" doc:"It lasts until the bed is drained"`
	Caution string       `json:"caution" doc:"ID of the caution that stands here"`
	Move    *Move        `json:"move,omitempty" doc:"How far a pour may be moved"`
}

// Round is one of several batches or cups, made one after the other in the same
// way. Times are from the first contact of the first.
type Round struct {
	Kind   string  `json:"kind" enum:"batch,cup"`
	N      int     `json:"n"`
	StartS float64 `json:"start_s" doc:"Its first step"`
	PourS  float64 `json:"pour_s" doc:"Its first contact"`
	EndS   float64 `json:"end_s" doc:"The drink leaves the grounds"`
	ReadyS float64 `json:"ready_s" doc:"Served"`
}

// Curves are pictures over time, as [seconds, value] pairs.
type Curves struct {
	WaterC  [][2]float64 `json:"water_c" doc:"In the kettle or pot"`
	SlurryC [][2]float64 `json:"slurry_c" doc:"Where water and coffee are"`
	CupC    [][2]float64 `json:"cup_c" doc:"In the cup, from serving"`
	ScaleG  [][2]float64 `json:"scale_g"`
}

// Note is an adjustment that the plan made, and why.
type Note struct {
	ID string `json:"id"`
	quantity.Phrase
	Why string `json:"why"`
}

// Alternative is another way to the same cup, with its cost.
type Alternative struct {
	ID   string `json:"id"`
	Text string `json:"text"`
	Cost string `json:"cost"`
}
