// Package glossary is what things are called on the screen, and what the field's terms
// mean: the one place for both.
package glossary

import (
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/water"
)

// A Term is a word of the field with what is meant by it.
type Term struct {
	ID   string `json:"id"`
	Word string `json:"word"`
	Says string `json:"says"`
	// Of are the figures of a plan that are it, by their paths.
	Of []string `json:"of,omitempty"`
}

// Terms are the words that a screen explains where it uses them.
var Terms = []Term{
	{"recipe", "recipe", "A style is one way to use a method: its grind, temperature, pours and times.", nil},
	{"ratio", "ratio", "Grams of coffee per litre of water poured. Filter coffee is usually 60 to 65.", []string{"ratio_g_per_l"}},
	{"dose", "dose", "The dry coffee of a brew, weighed or in your own measure.", []string{"dose_g", "dose_each_g"}},
	{"bloom", "bloom", "A first small pour: it lets gas out of fresh coffee, so the rest wets it evenly.", nil},
	{"contact", "contact", "How long water and coffee touch.", []string{"contact_s", "reference_contact_s"}},
	{"drawdown", "drawdown", "The time the last water takes to run through the coffee.", nil},
	{"slurry", "in the grounds", "The mix of water and grounds while brewing. The coffee feels its temperature, cooler than the kettle’s.", []string{"slurry_c"}},
	{"extraction", "extraction", "The share of dry coffee that dissolved into the drink. 18 to 22 % is the published window; lower is sour and thin, higher bitter.", []string{"strength.extraction_pct"}},
	{"strength", "strength", "The share of the drink that is dissolved coffee. Filter coffee is usually about 1.3 %.", []string{"strength.tds_pct"}},
	{"target", "aim", "The water temperature the recipe aims for when it meets the coffee, for this roast.", []string{"target_c", "start_c"}},
	{"station-pressure", "pressure here", "The reading of a barometer at the place. A weather report’s pressure is reduced to sea level and gives a wrong boiling point.", []string{"pressure_hpa"}},
	{"tds", "minerals in the water", "Dissolved solids in milligrams per litre, as on a bottle’s label or a cheap meter.", nil},
	{"retained", "kept by the grounds", "Water that stays in the wet grounds: about twice the coffee’s mass.", []string{"water.retained_ml"}},
	{"click", "clicks", "Steps of a grinder’s setting, counted from where its burrs touch.", []string{"grind.clicks"}},
	{"micrometre", "µm", "Thousandths of a millimetre: the size of ground coffee. Filter coffee is 600 to 900.", []string{"grind.um"}},
	{"gauge", "gauge pressure", "Pressure above the air’s: it pushes the gas through the burner.", []string{"heat.canister.start_bar", "heat.canister.lowest_bar", "start_bar", "lowest_bar"}},
	{"caffeine", "caffeine", "An estimate for one cup, from the dose and the kind of bean. Not medical advice.", []string{"caffeine_mg"}},
	{"hands", "hands", "The time when you can’t do anything else.", []string{"hands_s"}},
	{"fuss", "fuss", "Loose parts, mess and papers.", []string{"kit.fuss"}},
	{"front", "best kits", "Kits that nothing beats on mass, cups, time and fuss at once.", nil},
	{"measured", "measured", "Measured on your gear; no longer a typical figure.", nil},
}

// Names are what the words of a request are called, by their IDs.
func Names() map[string]string {
	out := map[string]string{
		"qnh": "an airport or a barometer (QNH)", "map": "a weather map or forecast", "either": "not known which",
		"isa": "standard atmosphere", "west": "West’s, for summer and tropics",
		water.Safe: "safe to drink", water.Filtered: "filtered", water.Boil: "boiled first", water.Doubtful: "doubtful",
		"server": "a server, shared out", "cups": "each cup in turn", "cup": "the cup it steeps in", "jug": "a pot or jug first",
		"lid-off": "the lid off", "lid-ajar": "the lid ajar, or a spout", "lid-on": "the lid on", "pour-through": "a second, cold pot",
		"liquid": "liquid", "snow": "snow", "ice": "ice",
		"": "balanced", "quick": "quick", "light": "light to carry", "clear": "clear", "full": "full-bodied", "tidy": "tidy", "little-water": "little water",
	}
	for _, s := range water.Sources {
		if _, is := out[s.ID]; !is {
			out[s.ID] = s.Name
		}
	}
	for _, b := range heat.Burners {
		out[string(b.ID)] = b.Name
	}
	for _, f := range heat.Fuels {
		out[string(f.ID)] = f.Name
	}
	for _, m := range heat.Materials {
		out[string(m.ID)] = m.Name
	}
	for _, m := range method.All {
		out[m.ID] = m.Name
		for _, s := range m.Schools {
			out[m.ID+"/"+s.ID] = s.Name
		}
	}
	return out
}

// An Air is how cold it is, or how windy, in a word.
type Air struct {
	ID    string  `json:"id"`
	Word  string  `json:"word"`
	Value float64 `json:"value" doc:"°C, or m/s at the place"`
}

// Cold are words for the air's temperature, in °C. From memory.
var Cold = []Air{{"frost", "frost", -5}, {"cold", "cold", 5}, {"cool", "cool", 12}, {"mild", "mild", 20}, {"hot", "hot", 32}}

// Wind are words for the wind, in m/s: 0, 4 and 9 on the Beaufort scale (WMO) as it is
// printed, from memory: calm, a gentle breeze, a fresh breeze.
var Wind = []Air{{"calm", "calm", 0}, {"breeze", "breeze", 4}, {"wind", "wind", 9}}
