package brew

import (
	"context"
	"math"

	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"
	"apodemos/core/working"
)

// Choice is what one school would give at a stop.
type Choice struct {
	Method   string   `json:"method"`
	School   string   `json:"school"`
	Possible bool     `json:"possible"`
	WhyNot   string   `json:"why_not" doc:"Why it is not possible here; empty when it is"`
	Water    string   `json:"water" doc:"Why this water has to be made safe before, for a school that does not disinfect it; empty where it is safe or boils"`
	Lacks    string   `json:"lacks" doc:"What the shelf lacks for it; empty when nothing, or when the shelf is empty"`
	TotalS   *float64 `json:"total_s" doc:"From the first thing to do until it is served"`
	HandsS   *float64 `json:"hands_s" doc:"The part of it that takes hands"`
	DrinkMl  *float64 `json:"drink_ml"`
	CarryMl  *float64 `json:"carry_ml" doc:"Water to bring"`
	DoseG    *float64 `json:"dose_g"`
	FuelG    *float64 `json:"fuel_g"`
	EnergyWh *float64 `json:"energy_wh"`
	CupC     *float64 `json:"cup_c"`
	// Weight is a figure of its own: no plan has it.
	Weight *working.Figure `json:"weight" doc:"What it has one carry: coffee, fuel, papers and the brewer; null where it is not possible"`

	ExtractionPct *float64 `json:"extraction_pct"`
	TDSPct        *float64 `json:"tds_pct"`
	InWindow      bool     `json:"in_window" doc:"Inside the published window of extraction and strength"`
}

// The published window of the Specialty Coffee Association's brewing control
// chart. From memory.
const (
	WindowExtractionMin, WindowExtractionMax = 18.0, 22.0
	WindowTDSMin, WindowTDSMax               = 1.15, 1.35
)

// Choices plans every school of the catalogue at the same stop, for the same
// drinkers. What a school fixes for itself (ratio, dose, cup) is left to it. It ends with the
// context's error when its asker is gone.
func Choices(ctx context.Context, r Request) ([]Choice, error) {
	var out []Choice
	for _, m := range method.All {
		for _, s := range m.Schools {
			if ctx.Err() != nil {
				return nil, ctx.Err()
			}
			c, _ := ChoiceOf(r.By(m.ID, s.ID), m, s)
			out = append(out, c)
		}
	}
	return out, nil
}

// ChoiceOf is what one school gives, for a request made by it; the plan is nil where it
// is not possible.
func ChoiceOf(r Request, m method.Method, s method.School) (Choice, *Plan) {
	c := Choice{Method: m.ID, School: s.ID}
	p, err := Compute(r)
	if err != nil {
		if bad, ok := err.(Problems); ok {
			c.WhyNot = bad[0].Says()
		}
		return c, nil
	}
	c.Possible = true
	c.TotalS, c.HandsS = p.TotalS, p.HandsS
	c.DrinkMl, c.CarryMl, c.DoseG, c.CupC = p.DrinkMl, p.Water.CarriedMl, p.DoseG, p.CupC
	if p.Heat != nil {
		c.FuelG, c.EnergyWh = p.Heat.FuelG, p.Heat.EnergyWh
	}
	c.weigh(p, m)
	c.Water = p.needsSafeWater(m, s)
	c.ExtractionPct, c.TDSPct = p.Strength.ExtractionPct, p.Strength.TDSPct
	c.InWindow = p.Strength.Lies.In()
	return c, p
}

// needsSafeWater says of a school that does not disinfect that its water has to be
// safe, where nobody says that it is.
func (p *Plan) needsSafeWater(m method.Method, s method.School) string {
	switch treatment := *p.Request.Water.Treatment; {
	case treatment == water.Safe || treatment == water.Filtered:
		return ""
	case treatment == water.Boil && p.Request.Heat.SuppliedC == nil && m.Disinfects(s):
		return ""
	case p.Request.Heat.SuppliedC != nil || !m.Disinfects(s):
		return "needs safe water: it doesn’t disinfect"
	}
	return "needs safe water: boil it, or use a filter made for it"
}

// PaperG is the mass of a dry filter paper, in g. From memory.
const PaperG = 1.5

// Papers are the papers that a brew uses up: one a batch, or one a cup where each
// cup is brewed on its own.
func (p *Plan) Papers() (kind string, n float64) {
	m, _ := method.ByID(p.Request.Method)
	s, _ := m.School(*p.Request.School)
	for _, what := range s.Consumables {
		if method.IsPaper(what) {
			kind, n = what, *p.Batches
			if m.Family == "cup" {
				n = *p.Request.Drinkers
			}
		}
	}
	return kind, n
}

// weigh adds up what a brew uses up, as one carries it.
func (c *Choice) weigh(p *Plan, m method.Method) {
	c.Weight = &working.Figure{Label: "Weight", Value: new(float64), Unit: quantity.Gram, Kind: working.Practice, Source: "doses and fuel as planned; paper and usual brewers from memory",
		Formula: "what this brew uses up, plus your lightest brewer that makes it, or a usual one", Limits: "Pot, burner, cups and grinder are extra: every brew uses them."}
	switch m.Contact {
	case method.Cold: // made at home, carried in a bottle
		c.Carry("concentrate", *p.DrinkMl)
		return
	case method.Dilution:
		c.Carry("concentrate", *p.Water.ConcentrateMl)
	default:
		c.Carry("coffee", *p.DoseG)
	}
	if p.Heat != nil && p.Heat.FuelG != nil && *p.Request.Heat.Fuel != "wood" {
		c.Carry("fuel", *p.Heat.FuelG)
	}
	if kind, n := p.Papers(); n > 0 {
		c.Carry(kind, n*PaperG)
	}
}

// Carry adds something of g grams to the weight of a choice that is possible.
func (c *Choice) Carry(what string, g float64) {
	c.Weight.Inputs = append(c.Weight.Inputs, working.Num(what, g, quantity.Gram, ""))
	*c.Weight.Value += g
}

// alternatives lists other ways to the same cup that apply here, with their cost.
func (c *script) alternatives() {
	add := func(id, text, cost string) {
		c.plan.Alternatives = append(c.plan.Alternatives, Alternative{ID: id, Text: text, Cost: cost})
	}
	if c.Batch.N > 1 {
		if c.School.ChamberMl > 0 && !c.Method.InPot() {
			add("bypass", "Brew it stronger in one go; add the rest of the water to the cups.", "Extraction is less even.")
		}
		add("bigger", "A bigger pot or brewer makes it in one go.", "More to carry.")
	}
	if (c.School.Bypass || c.School.TopUp) && c.Batch.DilutionMl > 0.5 {
		add("batches", "Make two small brews instead.", "Twice the papers and the time; the first cup cools.")
	}
	if n := c.Request.Cup.Count; n != nil && *n < *c.Request.Drinkers {
		decide(&c.plan.decided, "too-few-cups", "", quantity.Of(*n, quantity.None), quantity.Of(*c.Request.Drinkers, quantity.None), quantity.Of(math.Ceil(*c.Request.Drinkers / *n), quantity.None))
		add("rounds", "Brew for the cups you have, then again.", "More time and a little more fuel, but every cup is hot.")
	}
	if c.Method.InPot() {
		add("dilute", "A lower fill, brewed strong and diluted in the cup, leaves room for foam.", "You can only make it weaker: measure the water.")
	}
	// Where the flame may fail.
	if h := c.plan.Heat; h != nil && h.Canister != nil && h.Canister.Verdict != "fine" {
		add("cold", "Without flame or hot water: cold concentrate made before, or a rapid cold press.", "A day’s planning, or a minute of stirring; the cup is cold.")
	}
}
