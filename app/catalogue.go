package app

import (
	"apodemos/core/brew"
	"apodemos/core/caution"
	"apodemos/core/coffee"
	"apodemos/core/field"
	"apodemos/core/gear"
	"apodemos/core/glossary"
	"apodemos/core/heat"
	"apodemos/core/kit"
	"apodemos/core/method"
	"apodemos/core/trip"
	"apodemos/core/water"
	"apodemos/core/ways"
	"strconv"
)

// Catalogue is what there is to choose from.
type Catalogue struct {
	Methods   []MethodInfo    `json:"methods"`
	Burners   []heat.Burner   `json:"burners"`
	Fuels     []heat.Fuel     `json:"fuels"`
	Materials []heat.Material `json:"materials"`
	Fields    []field.Field   `json:"fields"`
	Sources   []water.Source  `json:"sources" doc:"Where water comes from"`
	// What a brew made another way leaves to it.
	FixedBySchool []string `json:"fixed_by_school" doc:"Paths of a request that a school fixes for itself"`
	FixedByMethod []string `json:"fixed_by_method" doc:"Those that another method's brewer fixes besides"`
	Guidance      Guidance `json:"guidance"`
	Grinds        []string `json:"grinds" doc:"Words for the grind, fine to coarse"`
	// What things are called.
	Terms   []glossary.Term   `json:"terms" doc:"Words of the field, with what they mean"`
	Names   map[string]string `json:"names" doc:"What the words of a request are called; a school's is under method/school"`
	Cold    []glossary.Air    `json:"cold" doc:"How cold it is, in words"`
	Wind    []glossary.Air    `json:"wind"`
	Starter []gear.Item       `json:"starter" doc:"Plain generic gear with typical figures; its IDs are below zero, for it is nobody's"`
	Wishes  []ways.Wish       `json:"wishes"`
	Texts   []trip.Text       `json:"texts" doc:"What a person writes of a stop, in words"`
}

// Guidance is published guidance, and limits that pictures show.
type Guidance struct {
	Caffeine            string  `json:"caffeine" doc:"The guidance on caffeine in words"`
	CaffeineDayMg       float64 `json:"caffeine_day_mg" doc:"For most healthy adults: EFSA 2015 and US FDA"`
	CaffeineOnceMg      float64 `json:"caffeine_once_mg"`
	CaffeinePregnancyMg float64 `json:"caffeine_pregnancy_mg" doc:"A day"`
	SteadyBar           float64 `json:"steady_bar" doc:"Gauge pressure down to which burners feed steadily, from memory"`
	ExtractionMinPct    float64 `json:"extraction_min_pct" doc:"The published window of the Specialty Coffee Association's brewing control chart, from memory"`
	ExtractionMaxPct    float64 `json:"extraction_max_pct"`
	TDSMinPct           float64 `json:"tds_min_pct"`
	TDSMaxPct           float64 `json:"tds_max_pct"`
	LeastBar            float64 `json:"least_bar" doc:"Under which they go out, from memory"`
	// Monoxide is the caution against burning anything indoors: the same words on every page.
	Monoxide caution.Caution `json:"monoxide"`
}

// MethodInfo describes a method.
type MethodInfo struct {
	ID      string        `json:"id"`
	Name    string        `json:"name"`
	Summary string        `json:"summary"`
	InPot   bool          `json:"in_pot" doc:"The pot on the heat is the brewer"`
	Family  string        `json:"family"`
	Contact string        `json:"contact"`
	Needs   []string      `json:"needs"`
	Scores  method.Scores `json:"scores"`
	Schools []SchoolInfo  `json:"schools"`
}

// SchoolInfo describes a school.
type SchoolInfo struct {
	ID         string  `json:"id"`
	Name       string  `json:"name"`
	Why        string  `json:"why"`
	RatioGPerL float64 `json:"ratio_g_per_l"`
	GrindUm    float64 `json:"grind_um"`
	Adjust     string  `json:"adjust"`
	Clean      string  `json:"clean"`
	Disinfects bool    `json:"disinfects" doc:"Boils its water on the way, where it has a flame"`
}

// CatalogueNow is what there is to choose from in this version.
func CatalogueNow() Catalogue {
	c := Catalogue{Burners: heat.Burners, Fuels: heat.Fuels, Materials: heat.Materials, Sources: water.Sources, FixedBySchool: brew.FixedBySchool, FixedByMethod: brew.FixedByMethod}
	c.Guidance = Guidance{Caffeine: coffee.CaffeineGuidance, CaffeineDayMg: coffee.CaffeineDayMg, CaffeineOnceMg: coffee.CaffeineOnceMg, CaffeinePregnancyMg: coffee.CaffeinePregnancyMg, SteadyBar: heat.SteadyBar, LeastBar: heat.LeastBar, Monoxide: caution.ByID("co", ""),
		ExtractionMinPct: brew.WindowExtractionMin, ExtractionMaxPct: brew.WindowExtractionMax, TDSMinPct: brew.WindowTDSMin, TDSMaxPct: brew.WindowTDSMax}
	c.Fields = field.Plain(brew.Fields)
	for _, m := range method.All {
		info := MethodInfo{ID: m.ID, Name: m.Name, Summary: m.Summary, InPot: m.InPot(), Family: m.Family, Contact: string(m.Contact), Needs: m.Needs, Scores: m.Scores}
		for _, s := range m.Schools {
			info.Schools = append(info.Schools, SchoolInfo{s.ID, s.Name, s.Why, s.RatioGPerL, s.GrindUm, s.Adjust, s.Clean, m.Disinfects(s)})
		}
		c.Methods = append(c.Methods, info)
	}
	c.Terms, c.Names, c.Cold, c.Wind, c.Wishes, c.Texts = glossary.Terms, glossary.Names(), glossary.Cold, glossary.Wind, ways.Wishes, trip.Texts
	for i, it := range gear.Starter() {
		it.ID = int64(-1 - i)
		c.Starter = append(c.Starter, it)
	}
	for _, b := range coffee.Bands {
		c.Grinds = append(c.Grinds, b.Name)
	}
	return c
}

// Usual are values that are taken where nothing is said, for an interface that shows them: the
// numbers of a request by their path, and what a trip and the choice of a kit begin with.
type Usual struct {
	Request  map[string]float64   `json:"request"`
	Canister trip.CarriedCanister `json:"canister"`
	Weights  kit.Weights          `json:"weights"`
	HardMgL  float64              `json:"hard_mg_l"`
}

// UsualNow are those of this version.
func UsualNow() Usual {
	u := Usual{Request: map[string]float64{}, Canister: trip.UsualCanister, Weights: kit.UsualWeights, HardMgL: water.HardMgL}
	for _, f := range brew.Fields {
		if v, err := strconv.ParseFloat(f.Default, 64); err == nil {
			u.Request[f.Path] = v
		}
	}
	return u
}
