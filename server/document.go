package server

import (
	"encoding/json"
	"maps"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/validation"

	"apodemos/app/files"
	"apodemos/core/brew"
)

// The wording of what is wrong is that of the core, wherever it is found.
func init() {
	for at, says := range map[*string]string{
		&validation.MsgUnexpectedProperty:       "is no field here",
		&validation.MsgExpectedRequiredProperty: "%s is missing; allowed: all that is needed",
		&validation.MsgExpectedNumber:           "is not a number; allowed: a number",
		&validation.MsgExpectedInteger:          "is not a whole number; allowed: a whole number",
		&validation.MsgExpectedString:           "is not a text; allowed: a text",
		&validation.MsgExpectedBoolean:          "is neither true nor false; allowed: true or false",
		&validation.MsgExpectedObject:           "is no object; allowed: an object",
		&validation.MsgExpectedArray:            "is no list; allowed: a list",
		&validation.MsgExpectedMinimumNumber:    "is not allowed; allowed: at least %v",
		&validation.MsgExpectedMaximumNumber:    "is not allowed; allowed: at most %v",
		&validation.MsgExpectedMinLength:        "is too short; allowed: at least %d characters",
		&validation.MsgExpectedMaxLength:        "is too long; allowed: at most %d characters",
		&validation.MsgExpectedMinItems:         "has too few entries; allowed: at least %d",
		&validation.MsgExpectedMaxItems:         "has too many entries; allowed: at most %d",
		&validation.MsgExpectedOneOf:            "is not allowed; allowed: one of \"%s\"",
		&validation.MsgExpectedMatchPattern:     "is not allowed; allowed: what matches %s",
		&validation.MsgExpectedRFC3339DateTime:  "is no time; allowed: RFC 3339, such as 2026-09-05T06:10:00Z",
		&validation.MsgExpectedRFC3339Date:      "is no date; allowed: YYYY-MM-DD",
	} {
		*at = says
	}
}

// worded gives an answer that lists what is wrong its first line as the core has it.
func worded(e *huma.ErrorModel) {
	if e.Detail != "validation failed" || len(e.Errors) == 0 {
		return
	}
	first := e.Errors[0]
	at := strings.TrimPrefix(strings.TrimPrefix(strings.TrimPrefix(first.Location, "body."), "path."), "query.")
	e.Detail = at + ": " + first.Message
}

// tags group the operations by what they are about, by how their paths begin.
var tags = []struct{ prefix, name, says string }{
	{"/plan", "plans", "A brew worked out, and what every way would give."},
	{"/choices", "plans", ""}, {"/ways", "plans", ""}, {"/fit", "plans", ""}, {"/plans", "plans", ""},
	{"/bench", "bench", "One question at a time."},
	{"/trips", "trips", "Trips with their stops, provisions, schedule and kit."},
	{"/stops", "stops", "Where one brews: place, water and heat."},
	{"/places", "stops", ""},
	{"/brews", "brews", "Brews with their plans, and the one that is being made."},
	{"/log", "log", "What was brewed and tasted, and what it says for the next."},
	{"/blind", "log", ""}, {"/advi", "log", ""}, {"/taste", "log", ""},
	{"/coffees", "coffees", "Coffees in the bag."},
	{"/recipes", "recipes", "A person's own recipes."},
	{"/gear", "gear", "The shelf."},
	{"/import", "files", "Files in and out."},
	{"/pocket", "pocket", "Trips taken along and brought back."},
	{"/bring", "pocket", ""}, {"/share", "pocket", ""}, {"/pairing", "pocket", ""}, {"/devices", "pocket", ""},
	{"/simulated", "simulated", "Stand-ins for devices and services: made up, and not to be relied on."},
	{"", "program", "About the program itself."},
}

func tagOf(path string) string {
	for _, t := range tags {
		if strings.HasPrefix(path, t.prefix) {
			return t.name
		}
	}
	return ""
}

// fileOps are operations that give a file, and its media types.
var fileOps = map[string][]string{
	"export-places": {"application/json"}, "export-gear": {"text/csv"}, "export-recipe": {"application/json"},
	"export-log": {"application/json"}, "export-log-csv": {"text/csv"}, "take-along": {"text/html"},
}

// uploads are operations that take a file, and its media types.
var uploads = map[string][]string{
	"preview-import": {"application/gpx+xml", "application/json", "text/csv", "application/octet-stream"},
	"import-gear":    {"text/csv", "application/octet-stream"},
	"import-recipe":  {"application/json", "application/octet-stream"},
	"import-log":     {"application/json", "text/csv", "application/octet-stream"},
	"preview-bring":  {"text/html", "application/json", "application/octet-stream"},
}

type object = map[string]any

// document is the OpenAPI document: what the operations are made from, with what only a reader
// wants to know: what they are about, ranges from the table of fields, files as files, examples.
func document(api huma.API) ([]byte, error) {
	b, err := json.Marshal(api.OpenAPI())
	if err != nil {
		return nil, err
	}
	var doc object
	if err := json.Unmarshal(b, &doc); err != nil {
		return nil, err
	}
	schemas := doc["components"].(object)["schemas"].(object)
	ranges(schemas, schemas["Request"].(object))
	var named []any
	seen := map[string]bool{}
	for _, t := range tags {
		if !seen[t.name] {
			named = append(named, object{"name": t.name, "description": t.says})
		}
		seen[t.name] = true
	}
	doc["tags"] = named
	kinds := []string{}
	for _, f := range files.Formats {
		kinds = append(kinds, f.Kind)
	}
	for path, ops := range doc["paths"].(object) {
		for method, o := range ops.(object) {
			op := o.(object)
			id := op["operationId"].(string)
			op["tags"] = []string{tagOf(path)}
			op["description"] = describe(method, path, op["summary"].(string))
			list := fileOps[id]
			if id == "export-trip" {
				list = kinds
			}
			if list != nil {
				content := object{}
				for _, k := range list {
					k, _, _ = strings.Cut(k, ";")
					content[k] = object{"schema": object{"type": "string", "format": "binary"}}
				}
				op["responses"].(object)["200"].(object)["content"] = content
			}
			if list := uploads[id]; list != nil {
				content := object{}
				for _, k := range list {
					content[k] = object{"schema": object{"type": "string", "format": "binary"}}
				}
				op["requestBody"] = object{"required": true, "content": content}
			}
			examples(schemas, id, op)
		}
	}
	return json.MarshalIndent(doc, "", "  ")
}

// describe says of an operation what its summary does not.
func describe(method, path, summary string) string {
	out := summary + "."
	switch {
	case method == "patch":
		out += " A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one."
	case strings.HasSuffix(path, "/restore"):
		out += " Nothing is deleted for good by it: it can be taken away again."
	case method == "delete":
		out += " Answers 204."
	case method == "get":
		out += " Changes nothing; HEAD answers the same without its body."
	}
	if strings.Contains(path, "{") {
		out += " 404 where it is not there."
	}
	if method == "post" || method == "put" || method == "patch" {
		out += " 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once."
	}
	return out
}

// ranges puts what the table of fields says of the fields of a request into its schema: a range,
// words, a unit, what is taken when it is left out.
func ranges(schemas, request object) {
	for _, f := range brew.Fields {
		at, leaf := request, object(nil)
		for _, name := range strings.Split(f.Path, ".") {
			if at == nil {
				break
			}
			props, _ := at["properties"].(object)
			leaf, _ = props[name].(object)
			at = leaf
			if ref, ok := leaf["$ref"].(string); ok {
				at, _ = schemas[ref[strings.LastIndex(ref, "/")+1:]].(object)
			}
		}
		if leaf == nil || leaf["$ref"] != nil {
			continue
		}
		said := []string{f.Label}
		if was, ok := leaf["description"].(string); ok {
			said = append(said, was)
		}
		switch f.Kind {
		case "number":
			leaf["minimum"], leaf["maximum"] = f.Min, f.Max
			if f.Unit != "" {
				said = append(said, string(f.Unit))
			}
		case "word":
			leaf["enum"] = f.Words
		case "text":
			leaf["minLength"], leaf["maxLength"] = 1, 40
		}
		if f.Default != "" {
			said = append(said, "when left out: "+f.Default)
		}
		leaf["description"] = strings.Join(said, "; ")
	}
}

// shownIn are the examples of bodies that cannot be made of their schema alone.
var shownIn = map[string]any{
	"Request":  object{"method": "cone", "drinkers": 2, "place": object{"altitude_m": 2300}, "water": object{"source": "stream", "treatment": "boil"}},
	"TripFile": object{"format": "apodemos-trip", "version": 2, "name": "Two days", "people": 2, "stops": []any{object{"name": "Under the pass", "day": 1, "brews": []any{object{"at": "06:30", "request": object{"method": "cone"}}}}}},
	"Item":     object{"name": "Cone dripper, plastic", "kind": "brewer", "type": "cone dripper", "size": "cone", "mass_g": 95},
}

// examples gives an operation one: of its parameters, and of its body.
func examples(schemas object, id string, op object) {
	if list, ok := op["parameters"].([]any); ok {
		for _, p := range list {
			p := p.(object)
			if p["in"] == "path" {
				p["example"] = exampleOf(schemas, p["schema"].(object), 0)
			}
			if p["name"] == "If-Match" {
				p["example"] = `"3"`
			}
		}
	}
	body, ok := op["requestBody"].(object)
	if !ok {
		return
	}
	for kind, c := range body["content"].(object) {
		media := c.(object)
		if kind == "application/gpx+xml" {
			media["example"] = `<gpx version="1.1"><wpt lat="46.5" lon="8.05"><ele>1550</ele><name>Spring</name></wpt></gpx>`
		}
		schema, _ := media["schema"].(object)
		switch {
		case kind == "application/merge-patch+json", kind == "application/json" && schema != nil && schema["properties"] == nil && schema["$ref"] == nil && schema["format"] != "binary":
			media["example"] = object{"name": "Another name"}
		case kind == "application/json" && schema != nil && schema["format"] != "binary":
			media["example"] = exampleOf(schemas, schema, 0)
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
