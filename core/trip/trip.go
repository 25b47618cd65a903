// Package trip plans all the brews of a journey and adds up what to buy,
// prepare, carry, treat and do, and when.
package trip

import (
	"strings"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/conditions"
	"apodemos/core/heat"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// Trip is a journey: stops, people, and the brews they want at each.
type Trip struct {
	Name     string
	People   int
	StartsOn string // ISO date of day 1, local to the first stop; empty when not fixed
	Supplies Supplies
	Stops    []Stop
	Coffees  []CoffeeBag // those that its brews name
}

// CoffeeBag is a coffee in the bag that brews of a trip are made of.
type CoffeeBag struct {
	ID string `json:"id" maxLength:"36" doc:"UUID, as the requests of its brews name it"`
	coffee.InBag
	Deleted bool     `json:"deleted,omitempty" doc:"It is no longer among the coffees, and brews and cups still name it"`
	StartG  *float64 `json:"start_g,omitempty" minimum:"0" maximum:"20000" doc:"In it when the trip begins; what is brewed of it is not counted from the trip's supplies. Left out where nobody said"`
}

// Supplies is what is carried, and how much more than needed. What is left out
// is worked out.
type Supplies struct {
	Canisters   []CarriedCanister  `json:"canisters,omitempty" maxItems:"40" doc:"In the pack at the start; worked out when left out"`
	Canister    *CarriedCanister   `json:"canister,omitempty" doc:"The kind bought; 230 g of 20/80 propane and isobutane when left out"`
	FuelG       *float64           `json:"fuel_g,omitempty" minimum:"0" maximum:"50000" doc:"Liquid or solid fuel at the start"`
	CoffeeG     *float64           `json:"coffee_g,omitempty" minimum:"0" maximum:"50000" doc:"Coffee at the start"`
	Filters     map[string]float64 `json:"filters,omitempty" doc:"Papers at the start, by kind"`
	WaterMl     *float64           `json:"water_ml,omitempty" minimum:"0" maximum:"100000" doc:"What the bottles hold together"`
	BatteryWh   *float64           `json:"battery_wh,omitempty" minimum:"0" maximum:"20000"`
	FuelReserve *float64           `json:"fuel_reserve_pct,omitempty" minimum:"0" maximum:"200" doc:"Fuel over what is needed; 20 when left out"`
	Spare       *float64           `json:"spare_pct,omitempty" minimum:"0" maximum:"200" doc:"Coffee and papers over what is needed; 10 when left out"`
	SugarG      *float64           `json:"sugar_g,omitempty" minimum:"0" maximum:"50" doc:"In each cup of a brew that says nothing of it"`
	MilkMl      *float64           `json:"milk_ml,omitempty" minimum:"0" maximum:"500" doc:"Milk in each cup of a brew that says nothing of it"`
	Milk        string             `json:"milk,omitempty" enum:",fresh,canned" doc:"The kind of milk; fresh when left out"`
	CondensedG  *float64           `json:"condensed_g,omitempty" minimum:"0" maximum:"100" doc:"Condensed milk in each cup of a brew that says nothing of it"`
	Minerals    *bool              `json:"minerals,omitempty" doc:"Mineralise water that has next to nothing in it"`
}

// CarriedCanister is a gas canister; shares are by mass.
type CarriedCanister struct {
	CapacityG    float64  `json:"capacity_g" minimum:"50" maximum:"1000"`
	LeftG        *float64 `json:"left_g,omitempty" minimum:"0" maximum:"1000" doc:"As weighed; full when left out"`
	PropanePct   float64  `json:"propane_pct" minimum:"0" maximum:"100"`
	IsobutanePct float64  `json:"isobutane_pct" minimum:"0" maximum:"100"`
	ButanePct    float64  `json:"butane_pct" minimum:"0" maximum:"100"`
}

// Stop is a place where coffee is made. It has a stay of one or more days.
type Stop struct {
	Key string // its identity, by which its tasks are known; its place along the trip stands in where it has none
	Spot
	Day        int     // first day there, from 1
	Km         float64 // along the route
	Conditions conditions.Conditions
	Brews      []Brew
}

// Facts are about a stop, beyond what a brew's plan asks.
type Facts struct {
	Lat       *float64 `json:"lat,omitempty" minimum:"-90" maximum:"90"`
	Lon       *float64 `json:"lon,omitempty" minimum:"-180" maximum:"180"`
	Nights    *int     `json:"nights,omitempty" minimum:"1" maximum:"60" doc:"1 when left out; brews are made on each day of the stay"`
	OldSource string   `json:"water_source,omitempty" enum:",tap,spring,stream,lake,snow,bottled,urn,none" doc:"Read from before version 0.4 and moved to conditions.water.source"`
	OldTrust  string   `json:"water_trust,omitempty" enum:",trusted,doubtful" doc:"Read from before version 0.4 and moved to conditions.water.treatment"`
	Review    bool     `json:"water_review,omitempty" doc:"Its water was taken over from before version 0.4 and has not been looked at since"`
	Allowed   []string `json:"allowed,omitempty" enum:"fire,stove,mains,urn" doc:"What may be used; not known when left out"`
	FireBan   bool     `json:"fire_ban,omitempty"`
	Resupply  []string `json:"resupply,omitempty" enum:"coffee,fuel,filters,milk,water" doc:"What can be bought"`
	Bin       bool     `json:"bin,omitempty" doc:"Waste can be left here"`
	LegBy     string   `json:"leg_by,omitempty" enum:",foot,road,ferry,train,flight" doc:"How the journey goes on from here"`
	LegHours  *float64 `json:"leg_hours,omitempty" minimum:"0" maximum:"240"`
	MorningC  *float64 `json:"morning_c,omitempty" minimum:"-50" maximum:"55" doc:"Air before 10:00"`
	DayC      *float64 `json:"day_c,omitempty" minimum:"-50" maximum:"55" doc:"Air from 10:00"`
}

// MoveWater moves what older versions kept of a stop's water from its facts to its
// conditions, where brews see it. What was doubtful, or not vouched for, is doubtful:
// then the stop is marked to be looked at.
func MoveWater(c *conditions.Conditions, f *Facts) {
	if f.OldSource == "" && f.OldTrust == "" {
		return
	}
	if c.Water.Source == nil && f.OldSource != "" {
		c.Water.Source = new(f.OldSource)
	}
	t := c.Water.Treatment
	switch {
	case f.OldTrust == "trusted" && t == nil:
		c.Water.Treatment = new(water.Safe)
	case f.OldTrust == "doubtful" && (t == nil || *t == water.Safe):
		c.Water.Treatment, f.Review = new(water.Doubtful), true
	case t == nil && water.TreatmentOf(f.OldSource) == water.Doubtful:
		f.Review = true
	}
	f.OldSource, f.OldTrust = "", ""
}

// Stay is how many days a stop lasts; 1 where it is not said.
func (f Facts) Stay() int {
	if f.Nights == nil {
		return 1
	}
	return *f.Nights
}

// Brew is one brew, made on each day of the stay. Request is whole, with the
// stop's conditions in it.
type Brew struct {
	ID      int64
	Key     string // its identity, by which its tasks are known; its number stands in where it has none
	Name    string
	At      string // coffee in hand, local time of day HH:MM; empty for any time
	Request brew.Request
}

// ConditionsAt returns a stop's conditions at a time of day: its morning and day
// temperatures take the place of the one air temperature where they are known.
func ConditionsAt(c conditions.Conditions, f Facts, at string) conditions.Conditions {
	air := f.DayC
	if at != "" && at < "10:00" {
		air = f.MorningC
	}
	if air != nil {
		c.Place.AirC = air
	}
	return c
}

// Result is everything to buy, prepare, carry, treat and do.
type Result struct {
	Version    string            `json:"version"`
	Days       int               `json:"days"`
	Stops      []StopTotals      `json:"stops"`
	Brews      []BrewTotals      `json:"brews" doc:"In the order in which they are made, one for each day of a stay"`
	Totals     Totals            `json:"totals"`
	Coffees    []CoffeeNeed      `json:"coffees"`
	Bags       []Bag             `json:"bags" doc:"Portions, one a brew"`
	Lines      []SupplyLine      `json:"lines" doc:"What runs down along the route"`
	Packing    []PackLine        `json:"packing" doc:"What goes along at the start, with a kit"`
	Buy        []Buy             `json:"buy" doc:"What to have at the start and to buy on the way"`
	Canisters  []CanisterUse     `json:"canisters"`
	DaysOut    []DayTotals       `json:"day_totals"`
	Tasks      []Task            `json:"tasks"`
	Shortages  []Shortage        `json:"shortages" doc:"What runs out, first first"`
	Tightest   *Shortage         `json:"tightest" doc:"When nothing runs out: what would first, and by how much it does not"`
	Cautions   []brew.Caution    `json:"cautions"`
	Notes      []quantity.Phrase `json:"notes"`
	Impossible []Impossible      `json:"impossible" doc:"Brews that cannot be made as planned, and why"`
	Working    working.Sheet     `json:"working"`
}

// StopTotals is what a stop takes.
type StopTotals struct {
	Name      string                `json:"name"`
	Day       int                   `json:"day"`
	Nights    int                   `json:"nights"`
	BoilC     float64               `json:"boil_c"`
	Unplaced  bool                  `json:"unplaced,omitempty" doc:"Neither its altitude nor its pressure is said: it boils as at the sea, which may be far out"`
	Odds      []conditions.Odd      `json:"odds,omitempty" doc:"What is said of it and cannot be true together"`
	DrawMl    float64               `json:"draw_ml" doc:"Water for coffee over the stay"`
	CarryMl   float64               `json:"carry_ml" doc:"Water to carry on from here to the dry stops that follow"`
	TreatS    float64               `json:"treat_s" doc:"At a rolling boil only to make water safe"`
	TreatEach float64               `json:"treat_each_s" doc:"The longest of these boils: what one pot is kept at a rolling boil"`
	Treats    float64               `json:"treats" doc:"How many boils these are"`
	TreatG    float64               `json:"treat_fuel_g"`
	FilterMl  float64               `json:"filter_ml" doc:"Water to put through a filter"`
	FuelG     float64               `json:"fuel_g"`
	BottledMl float64               `json:"bottled_ml" doc:"Of it, from bottles bought"`
	WasteG    float64               `json:"waste_g" doc:"Wet grounds and papers carried on from here"`
	Water     conditions.WaterState `json:"water" doc:"Where its water is from and whether it is safe, with what to do"`
	// Strip is the boiling point round here, for when one ends up elsewhere.
	Strip [][2]float64 `json:"strip" doc:"[m, °C]"`
}

// BrewTotals is one brew on one day.
type BrewTotals struct {
	ID       int64    `json:"id"`
	Stop     int      `json:"stop" doc:"Index into stops"`
	Day      int      `json:"day"`
	Name     string   `json:"name"`
	At       string   `json:"at"`
	Method   string   `json:"method"`
	School   string   `json:"school"`
	People   float64  `json:"people"`
	DoseG    float64  `json:"dose_g"`
	Coffee   string   `json:"coffee" doc:"Its name, where it is of a bag"`
	Recipe   string   `json:"recipe" doc:"Name of one's own recipe; empty without one"`
	key      string   // of the brew
	bag      string   // UUID of the bag that it is taken from, where that is known
	CoffeeG  float64  `json:"coffee_g" doc:"Coffee taken for it; none where it is served from a concentrate whose brew is planned too"`
	DrinkMl  float64  `json:"drink_ml"`
	PouredMl float64  `json:"poured_ml"`
	Grind    string   `json:"grind" doc:"In words; empty when it was ground before"`
	GrindUm  *float64 `json:"grind_um"`
	Clicks   *float64 `json:"clicks"`
	WaitS    *float64 `json:"wait_s" doc:"Off the boil"`
	// Boiling is the plan's.
	Boiling   quantity.Phrase `json:"boiling" doc:"What becomes of its water, in a line: first the boil that makes it safe"`
	WaterMl   float64         `json:"water_ml" doc:"All of it, washing up included"`
	FuelG     float64         `json:"fuel_g"`
	Fuel      heat.FuelID     `json:"fuel" doc:"Empty when nothing is burned"`
	EnergyWh  float64         `json:"energy_wh"`
	Filter    string          `json:"filter" doc:"Kind of paper; empty for none"`
	Filters   float64         `json:"filters"`
	Caffeine  float64         `json:"caffeine_mg" doc:"Each cup"`
	Weighed   bool            `json:"weighed" doc:"Its pours are weighed: its water is told in g"`
	TotalS    float64         `json:"total_s" doc:"From the first thing to do until all is served"`
	WasteG    float64         `json:"waste_g"`
	GasFromG  *float64        `json:"gas_from_g" doc:"In the canister before"`
	GasToG    *float64        `json:"gas_to_g"`
	LowestBar *float64        `json:"lowest_bar" doc:"Gauge pressure, lowest"`
	Verdict   string          `json:"verdict"`
	Steps     []brew.Step     `json:"steps,omitempty" doc:"Only where asked for"`

	Rounds []brew.Round `json:"rounds,omitempty" doc:"Batches and cups; only where asked for, and where there is more than one"`

	Cautions []brew.Caution `json:"cautions,omitempty" doc:"Only where asked for"`

	plan *brew.Plan
	with withAll
	// water is where this brew's water is from, and conc the concentrate that still
	// has to be made for it, in ml.
	water  string
	conc   float64
	making float64 // water that goes into that on the way, in ml
}

// Plan returns the plan of the brew; nil when it is impossible.
func (b BrewTotals) Plan() *brew.Plan { return b.plan }

// Totals is the sum over the trip. Working has each.
type Totals struct {
	Brews      *float64 `json:"brews"`
	CoffeeG    *float64 `json:"coffee_g"`
	Filters    *float64 `json:"filters"`
	FuelG      *float64 `json:"fuel_g" doc:"Carried fuel"`
	GasG       *float64 `json:"gas_g"`
	EnergyWh   *float64 `json:"energy_wh" doc:"From a battery"`
	WaterMl    *float64 `json:"water_ml"`
	CarryMl    *float64 `json:"carry_ml" doc:"Largest carry between sources"`
	TreatS     *float64 `json:"treat_s"`
	TreatG     *float64 `json:"treat_fuel_g"`
	MilkG      *float64 `json:"milk_g"`
	FreshMl    *float64 `json:"fresh_milk_ml"`
	CannedMl   *float64 `json:"canned_milk_ml"`
	SugarG     *float64 `json:"sugar_g"`
	EpsomG     *float64 `json:"epsom_g"`
	SodaG      *float64 `json:"soda_g"`
	WasteG     *float64 `json:"waste_g" doc:"Most wet waste carried at once"`
	CaffeineMg *float64 `json:"caffeine_mg" doc:"Most for one person in a day"`
	MorningS   *float64 `json:"morning_s" doc:"Longest morning"`
	PackG      *float64 `json:"pack_g" doc:"Most that is carried at once of what is used up, water apart"`
	KitG       *float64 `json:"kit_g" doc:"Gear of the kit chosen; null without one"`
	TogetherG  *float64 `json:"together_g"`
	PackedG    *float64 `json:"packed_g" doc:"What the packing list adds up to; null without one"`
}

// CoffeeNeed is coffee of one kind.
type CoffeeNeed struct {
	Bag    string  `json:"bag,omitempty" doc:"Name of the bag that it is taken from; empty where it is of the trip's supplies"`
	Kind   string  `json:"kind" doc:"In words"`
	Ground string  `json:"ground" doc:"Grind in words where it is ground at home; empty for whole beans"`
	G      float64 `json:"g"`
}

// Bag is a portion for one brew.
type Bag struct {
	Day    int     `json:"day"`
	Label  string  `json:"label"`
	G      float64 `json:"g"`
	Ground string  `json:"ground"`
}

// SupplyLine is one supply along the route.
type SupplyLine struct {
	ID     string        `json:"id"`
	Label  string        `json:"label"`
	Unit   quantity.Unit `json:"unit"`
	Points []LinePoint   `json:"points"`
	Most   float64       `json:"most"`
}

// LinePoint is what is left after something happened.
type LinePoint struct {
	Stop int     `json:"stop"`
	Day  int     `json:"day"`
	Left float64 `json:"left"`
	Why  string  `json:"why" enum:"start,bought,brew,flown" doc:"flown: left behind, for no aircraft takes it"`
	Name string  `json:"name" doc:"Of the brew or the stop"`
}

// Buy is something to have at the start, or to buy at a stop.
type Buy struct {
	ID     string        `json:"id"`
	Label  string        `json:"label"`
	Stop   int           `json:"stop" doc:"Index into stops; −1 before leaving"`
	Need   float64       `json:"need" doc:"Until the next place to buy it"`
	Amount float64       `json:"amount" doc:"With the reserve, in what it is sold in"`
	Unit   quantity.Unit `json:"unit"`
	Packs  float64       `json:"packs" doc:"Canisters, where it comes in canisters; 0 otherwise"`
	MassG  float64       `json:"mass_g" doc:"In the pack, with its steel"`
}

// coffeeOf begins what a coffee of one's own is identified by among supplies.
const coffeeOf = "coffee:"

// name returns the name of a supply; a coffee has its owner's name for it.
func (b Buy) name() quantity.Value { return supplied(b.ID, b.Label) }

func supplied(id, label string) quantity.Value {
	if strings.HasPrefix(id, coffeeOf) {
		return quantity.Text(label)
	}
	return quantity.Noun(label)
}

// CanisterUse is a canister along the trip.
type CanisterUse struct {
	N        int     `json:"n"`
	From     int     `json:"from" doc:"Stop where it is bought; −1 before leaving"`
	Capacity float64 `json:"capacity_g"`
	StartG   float64 `json:"start_g"`
	EndG     float64 `json:"end_g"`
	Brews    int     `json:"brews"`
	Propane  float64 `json:"propane_pct" doc:"Of what is left"`
}

// DayTotals is one day.
type DayTotals struct {
	Day        int     `json:"day"`
	MorningS   float64 `json:"morning_s" doc:"Making coffee before noon"`
	CaffeineMg float64 `json:"caffeine_mg" doc:"For one who drinks a cup of each brew"`
	// CaffeineHighMg is with what the estimate may be out.
	CaffeineHighMg float64 `json:"caffeine_high_mg" doc:"The same at the upper end of what the estimate may be out"`
	Over           bool    `json:"over" doc:"Over the published guidance on caffeine for a day"`
	MayBeOver      bool    `json:"may_be_over" doc:"Not over it, but its upper end is"`
	Brews          int     `json:"brews"`
}

// Shortage is a supply that runs out, or how near it comes.
type Shortage struct {
	ID    string        `json:"id"`
	Label string        `json:"label"`
	Stop  int           `json:"stop"`
	Day   int           `json:"day"`
	Short float64       `json:"short" doc:"What is missing by the next place to buy it; 0 when none is"`
	Left  float64       `json:"left" doc:"What is left at the least"`
	Unit  quantity.Unit `json:"unit"`
	quantity.Phrase
}

// Impossible is a brew that cannot be made as planned.
type Impossible struct {
	Stop    int    `json:"stop"`
	Brew    int64  `json:"brew"`
	Name    string `json:"name"`
	Field   string `json:"field"`
	Message string `json:"message"`
}

// Task is something to do at a time. A task with At counts from that local time
// of its day: it begins OffsetS seconds after it, or before it where negative.
type Task struct {
	ID      string  `json:"id"`
	When    string  `json:"when" enum:"before,morning,evening,brew,after"`
	Day     int     `json:"day" doc:"Of the trip; day 1 is the first, 0 the day before"`
	Stop    int     `json:"stop" doc:"Index into stops; −1 at home"`
	At      string  `json:"at" doc:"Local time HH:MM that OffsetS counts from; empty for any time of the day"`
	OffsetS float64 `json:"offset_s"`
	ForS    float64 `json:"for_s"`
	// Begins and BeginsAt come of the three before.
	Begins   int    `json:"begins" doc:"Day of the trip on which it begins: what takes long begins on the day before"`
	BeginsAt string `json:"begins_at" doc:"Local time HH:MM at which it begins; empty for any time of the day"`
	Brew     int64  `json:"brew,omitempty"`
	quantity.Phrase
	Why     string `json:"why" doc:"The reason for it; empty where there is none to give"`
	Caution string `json:"caution,omitempty" doc:"What to take care of while doing it"`
	Level   string `json:"level,omitempty" enum:"care,danger" doc:"Of the caution"`
	// Access is the person's own words; the first task of a day at a stop has it.
	Access string `json:"access,omitempty" doc:"How one gets to the water there"`
}
