package server

import (
	_ "embed"
	"encoding/json"
	"maps"
	"slices"
	"strings"
)

// answers are what the demo answered, by the operation: one of each list, for a reader. They
// are written anew by "make api".
//
//go:embed examples.json
var answers []byte

// asking is how an operation is asked in its example.
type asking struct {
	path, query object
	body        any            // of what is asked in JSON
	files       map[string]any // of what takes files, by the media type
}

// asked are the examples that cannot be made of the schema alone, or would say little. The
// numbers are those of the demo.
var asked = map[string]asking{
	"add-brew":            {body: object{"at": "06:30", "request": object{"method": "cone", "drinkers": 2}}},
	"add-coffee":          {body: object{"name": "Cloud terrace", "roast": "light", "roasted_on": "2026-08-20", "grams": 250}},
	"add-log":             {body: object{"brewed_at": "2026-09-05T06:10:00Z", "sour_bitter": -1, "weak_strong": 0, "mark": 6, "words": "bright, a little thin"}},
	"add-recipe":          {body: object{"name": "Slow mornings", "method": "cone", "dose_g": 15, "water_g": 240, "water_c": 93}},
	"add-stop":            {path: object{"trip": 1}, body: object{"name": "Spring", "position": 2, "day": 2, "km": 40, "conditions": object{"place": object{"altitude_m": 1550}}}},
	"add-trip":            {body: object{"name": "Two days", "people": 2, "starts_on": "2026-09-05"}},
	"advise":              {body: object{"by": "Ida"}},
	"apply-kit":           {body: object{"items": []int{3, 15, 19, 24, 25, 26, 30, 29, 12}}},
	"arrange-stops":       {body: []object{{"id": 2, "revision": 1, "position": 2, "day": 2, "km": 30}}},
	"begin-blind":         {body: object{"a": 1, "b": 2}},
	"bring":               {body: object{"carried": pocketShown}},
	"carry":               {query: object{"trips": []int{1}}},
	"compare-cups":        {body: object{"a": 1, "b": 2}},
	"import-gear":         {files: map[string]any{"text/csv": "name,kind,type,mass_g\nCone dripper,brewer,cone dripper,95\n"}},
	"import-log":          {files: map[string]any{"application/json": object{"format": "apodemos-log", "version": 1, "entries": []any{}}}},
	"import-recipe":       {files: map[string]any{"application/json": object{"format": "apodemos-recipe", "version": 1, "recipe": object{"name": "Slow mornings", "method": "cone", "dose_g": 15, "water_g": 240}}}},
	"import-trip":         {body: tripShown},
	"make-again":          {body: object{"stop": 3}},
	"join-stops":          {path: object{"stop": 2}, body: object{"with": 3}},
	"lay-kit":             {body: object{"items": []int{3, 15, 19}}},
	"preview-bring":       {files: map[string]any{"application/json": pocketShown}},
	"preview-import":      {files: map[string]any{"application/gpx+xml": `<gpx version="1.1"><wpt lat="46.5" lon="8.05"><ele>1550</ele><name>Spring</name></wpt></gpx>`, "text/csv": "name,day,altitude_m\nSpring,1,1550\n", "application/json": tripShown}},
	"read-recipe":         {body: object{"words": "13 g, 200 g of water at 90 °C, medium-coarse, 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15"}},
	"read-share":          {body: object{"words": "apodemos1.qlbKS8xNVbJScssvUvBMSVTSUSpKTc4sSFWygkv5ZualKuko5aaWZOSnKFkpJeeD-Sn5xanx6UpWhqY6SuWJJalFII6RiUFtLSAAAP__"}},
	"set-brew":            {body: object{"at": "06:45"}},
	"set-coffee":          {body: object{"grams": 200}},
	"set-gear":            {body: object{"mass_g": 110}},
	"set-kit":             {body: object{"wishes": object{"mass_g": 900}}},
	"set-log":             {body: object{"mark": 7}},
	"set-recipe":          {body: object{"recipe": object{"name": "Slower mornings"}}},
	"set-stop":            {body: object{"note": "The spring is behind the hut."}},
	"set-trip":            {body: object{"people": 3}},
	"share":               {body: object{"name": "For Ida", "recipe": object{"name": "Mine", "method": "cone", "dose_g": 15, "water_g": 240}}},
	"simulated-elevation": {query: object{"lat": 46.5, "lon": 8.05}},
	"simulated-forecast":  {query: object{"lat": 46.5, "lon": 8.05, "day": "2026-09-05"}},
	"take-along":          {query: object{"trips": []int{1}}},
	"understand":          {body: object{"words": "sour and thin, a bit hollow"}},
	"what-if":             {body: object{"colder_c": 8, "more_people": 1}},
}

// shownIn are the examples of schemas wherever they stand.
var shownIn = map[string]any{
	"Request": object{"method": "cone", "drinkers": 2, "place": object{"altitude_m": 2300}, "water": object{"source": "stream", "treatment": "boil"}},
	"Item":    object{"name": "Cone dripper, plastic", "kind": "brewer", "type": "cone dripper", "size": "cone", "mass_g": 95},
}

var tripShown = object{"format": "apodemos-trip", "version": 3, "name": "Two days", "people": 2, "stops": []any{object{"name": "Under the pass", "day": 1, "brews": []any{object{"at": "06:30", "request": object{"method": "cone"}}}}}}

// pocketShown is a pocket in which nothing was done.
var pocketShown = object{
	"format": "apodemos-pocket", "version": 2, "base": 0, "events": []any{},
	"pocket": object{"id": "2f7a01bf-3c23-44bf-9790-c2e510770eab", "name": "Two days", "trips": []string{}, "home": "d1348b82-dc86-40de-89a8-35eede875a52", "made_at": "2026-09-04T18:00:00Z", "core": "0.6.0"},
	"sum":    "4f53cda18c2baa0c0354bb5f9a3ecbe5ed12ab4d8e11ba873c2f11161202b945",
}

// examples gives an operation one: of its parameters, of its body, and of what it answers.
func examples(schemas object, id string, op object, given map[string]json.RawMessage) {
	how := asked[id]
	if list, ok := op["parameters"].([]any); ok {
		for _, p := range list {
			p := p.(object)
			name, _ := p["name"].(string)
			switch {
			case how.path[name] != nil:
				p["example"] = how.path[name]
			case how.query[name] != nil:
				p["example"] = how.query[name]
			case p["in"] == "path":
				p["example"] = exampleOf(schemas, p["schema"].(object), 0)
			case name == "If-Match":
				p["example"] = `"1"`
			}
		}
	}
	if body, ok := op["requestBody"].(object); ok {
		for kind, c := range body["content"].(object) {
			media := c.(object)
			schema, _ := media["schema"].(object)
			switch {
			case how.files[kind] != nil:
				media["example"] = how.files[kind]
			case how.body != nil:
				media["example"] = how.body
			case schema != nil && schema["format"] != "binary":
				media["example"] = exampleOf(schemas, schema, 0)
			}
		}
	}
	if given[id] == nil {
		return
	}
	for kind, c := range op["responses"].(object)["200"].(object)["content"].(object) {
		if kind == "application/json" || kind == "text/csv" {
			c.(object)["example"] = given[id]
		}
	}
}

// exampleOf is something that a schema allows: what is required of it.
func exampleOf(schemas, s object, depth int) any {
	if ref, ok := s["$ref"].(string); ok {
		name := ref[strings.LastIndex(ref, "/")+1:]
		if shown := shownIn[name]; shown != nil {
			return shown
		}
		in, _ := schemas[name].(object)
		return exampleOf(schemas, in, depth+1)
	}
	if either, ok := s["anyOf"].([]any); ok {
		return exampleOf(schemas, either[0].(object), depth)
	}
	if v, ok := s["default"]; ok {
		return v
	}
	if list, ok := s["enum"].([]any); ok && len(list) > 0 {
		return list[0]
	}
	if words, ok := s["enum"].([]string); ok && len(words) > 0 {
		return words[0]
	}
	kind := s["type"]
	if several, ok := kind.([]any); ok {
		kind = several[0]
	}
	switch kind {
	case "object":
		out := object{}
		props, _ := s["properties"].(object)
		required, _ := s["required"].([]any)
		for _, name := range slices.Sorted(maps.Keys(props)) {
			if slices.Contains(required, any(name)) && depth < 6 {
				out[name] = exampleOf(schemas, props[name].(object), depth+1)
			}
		}
		return out
	case "array":
		items, _ := s["items"].(object)
		if min, _ := s["minItems"].(float64); min > 0 && items != nil {
			return []any{exampleOf(schemas, items, depth+1)}
		}
		return []any{}
	case "integer", "number":
		if v, ok := s["minimum"]; ok {
			return v
		}
		return 1
	case "boolean":
		return true
	}
	switch s["format"] {
	case "date-time":
		return "2026-09-05T06:10:00Z"
	case "date":
		return "2026-09-05"
	}
	if p, _ := s["pattern"].(string); strings.Contains(p, "[0-5]") {
		return "06:30"
	}
	return "x"
}
