package field

import (
	"regexp"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// named is what the screen calls a field, by its path. Fields with a label add theirs as they are
// declared; the rest stand here.
var named = map[string]string{
	"after_s": "Time off the heat", "alkalinity_mg_l": "Alkalinity", "allow": "May change", "at": "Time", "at_s": "Start", "base_mm": "Base",
	"boils": "Boils so far", "bottle_ml": "Concentrate bottle", "brewed_at": "Brewed at", "brews": "Brews", "capacity_g": "Canister holds", "capacity_ml": "Holds",
	"clicks": "Clicks", "coffee": "Coffee", "colder_c": "Colder by", "count": "Pieces", "day": "Day", "delay_days": "Delay", "do": "What to do", "done_s": "Total time", "boil_s": "Boil for", "settle_s": "Settle for",
	"dose_ml": "Dose of concentrate", "total_mg_l": "Dissolved solids in all", "strength_mg_ml": "Strength of a bought concentrate", "drain_factor": "Measured resistance", "drink_ml": "Drink", "efficiency": "Measured efficiency", "entries": "Entries",
	"fill_ml": "Fill", "for_s": "Duration", "grams": "Fuel weighed", "grind": "Grind", "grind_um": "Grind size", "hardness_mg_l": "Hardness", "height_mm": "Height",
	"hours": "Walking a day", "how": "How", "kind": "Kind", "km": "Distance", "lat": "Latitude", "left_g": "Gas left", "length_mm": "Length, or diameter",
	"lon": "Longitude", "loss_factor": "Measured loss factor", "mass_g": "Mass of one", "material": "Material", "method": "Method", "more_people": "More people",
	"name": "Name", "nights": "Days", "now_s": "Time now", "people": "People", "pours": "Pours", "power_w": "Measured power", "price": "Price, if to buy",
	"propane_pct": "Propane", "range_g": "Carries up to", "reading_c": "Reading", "rim_mm": "Rim, inside", "rounds": "Rounds",
	"school": "Style", "second_alkalinity_mg_l": "Second water’s alkalinity", "second_hardness_mg_l": "Second water’s hardness", "shelf": "My gear",
	"start_g": "Coffee taken", "starts_on": "Start date", "step_g": "Steps of", "steps": "Steps", "stop_pct": "Stop at", "stops": "Stops", "support_max_mm": "Largest pot",
	"support_min_mm": "Smallest pot", "t_s": "Time", "target_alkalinity_mg_l": "Wanted alkalinity", "target_c": "Wanted temperature",
	"target_hardness_mg_l": "Wanted hardness", "text": "Shared text", "time_s": "Time to boil", "time_zone": "Time zone", "to_g": "Pour to", "to_pct": "Pour to",
	"trip": "Trip", "type": "Type", "um_per_click": "One click", "until_s": "Steep until", "v": "Version", "water_c": "Water temperature", "water_ml": "Water",
	"width_mm": "Width, if not round", "wish": "Wish", "words": "Words", "zero_um": "At zero clicks", "known_clicks": "A setting you know", "known_grind": "Grind at that setting",
}

var (
	indexed = regexp.MustCompile(`^(.+)\[(\d+)\]$`)
	// A message that goes on from the name: “is missing”.
	predicate = regexp.MustCompile(`^(is|has|needs|contains|holds|comes|can’t) `)
	inUnit    = regexp.MustCompile(`_(g_per_l|um_per_click|mg_l|pct|hpa|bar|wh|ms|mm|ml|um|g|c|s|m|w)$`)
)

// Name is what the screen calls the field of a path: “Altitude” for place.altitude_m, and
// “Stop 3, brew 1: Time” for stops[2].brews[0].at. It is empty for a path without a field.
func Name(path string) string {
	if i := strings.LastIndex(path, ": "); i >= 0 { // a named thing, and what of it
		return path[:i+2] + Name(path[i+2:])
	}
	switch path {
	case "", "body", "file", "path", "query", "request":
		return ""
	}
	var where []string
	segments := strings.Split(path, ".")
	for i, s := range segments {
		if m := indexed.FindStringSubmatch(s); m != nil {
			n, _ := strconv.Atoi(m[2])
			where = append(where, strings.ReplaceAll(single(m[1]), "_", " ")+" "+strconv.Itoa(n+1))
			if i == len(segments)-1 {
				return upper(strings.Join(where, ", "))
			}
		}
	}
	name := ""
	for i := range segments {
		if s, ok := named[strings.Join(segments[i:], ".")]; ok {
			name = s
			break
		}
	}
	if last := segments[len(segments)-1]; name == "" {
		name = upper(strings.ReplaceAll(inUnit.ReplaceAllString(last, ""), "_", " "))
	}
	if len(where) == 0 {
		return name
	}
	return upper(strings.Join(where, ", ")) + ": " + name
}

// Says is a problem as a sentence: the name of the field, what was typed, what to enter.
func (p Problem) Says() string {
	says := p.Message
	switch name := Name(p.Field); {
	case name == "":
		says = upper(says)
	case predicate.MatchString(says):
		says = name + " " + says
	default:
		says = name + ": " + says
	}
	if strings.HasSuffix(says, ".") {
		return says
	}
	return says + "."
}

// single is one of what a list is called by.
func single(list string) string {
	if s, ok := strings.CutSuffix(list, "ies"); ok {
		return s + "y"
	}
	return strings.TrimSuffix(list, "s")
}

// Says is every problem as a sentence, one a line.
func (p Problems) Says() string {
	lines := make([]string, len(p))
	for i, x := range p {
		lines[i] = x.Says()
	}
	return strings.Join(lines, "\n")
}

func upper(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	return string(unicode.ToUpper(r)) + s[n:]
}
