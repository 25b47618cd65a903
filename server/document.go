package server

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/validation"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/bench"
	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
	"apodemos/core/taste"
)

// The wording of what is wrong is that of the core, wherever it is found.
func init() {
	huma.DefaultArrayNullable = false // ours are never null
	for at, says := range map[*string]string{
		&validation.MsgUnexpectedProperty:       "is not a known field. Remove it",
		&validation.MsgExpectedRequiredProperty: "%s is missing. Enter it",
		&validation.MsgExpectedNumber:           "is not a number. Enter a number",
		&validation.MsgExpectedInteger:          "is not a whole number. Enter a whole number",
		&validation.MsgExpectedString:           "is not text. Enter text",
		&validation.MsgExpectedBoolean:          "is neither true nor false. Enter true or false",
		&validation.MsgExpectedObject:           "is not an object. Send an object",
		&validation.MsgExpectedArray:            "is not a list. Send a list",
		&validation.MsgExpectedMinimumNumber:    "is out of range. Enter at least %v",
		&validation.MsgExpectedMaximumNumber:    "is out of range. Enter at most %v",
		&validation.MsgExpectedMinLength:        "is too short. Enter at least %d characters",
		&validation.MsgExpectedMaxLength:        "is too long. Enter at most %d characters",
		&validation.MsgExpectedMinItems:         "has too few entries. Send at least %d",
		&validation.MsgExpectedMaxItems:         "has too many entries. Send at most %d",
		&validation.MsgExpectedOneOf:            "is not known. Enter one of \"%s\"",
		&validation.MsgExpectedBePattern:        "is not allowed. Enter %s",
		&validation.MsgExpectedMatchPattern:     "is not allowed. Enter what matches %s",
		&validation.MsgExpectedRFC3339DateTime:  "is not a date and time. Enter one such as 2026-09-05T06:10:00Z",
		&validation.MsgExpectedRFC3339Date:      "is not a date. Enter one such as 2026-09-05",
	} {
		*at = says
	}
}

// wordsOfHuma are what the core says where the web framework has words of its own.
var wordsOfHuma = map[string]string{
	"required path parameter is missing":                       "is missing. Enter it",
	"required query parameter is missing":                      "is missing. Enter it",
	"required header parameter is missing":                     "is missing. Enter it",
	"invalid integer":                                          "is not a whole number. Enter a whole number",
	"invalid float":                                            "is not a number. Enter a number",
	"invalid floating value":                                   "is not a number. Enter a number",
	"invalid boolean":                                          "is neither true nor false. Enter true or false",
	"expected at most one value, but received multiple values": "is given more than once. Enter it once",
	"request body is required":                                 "Nothing was sent. Send what the operation takes.",
}

// worded gives an answer that lists what is wrong the words of the core, its first line too.
func worded(e *huma.ErrorModel) {
	if says, ok := wordsOfHuma[e.Detail]; ok {
		e.Detail = says
	}
	for _, x := range e.Errors {
		says, ok := wordsOfHuma[x.Message]
		if !ok {
			if e.Detail != "validation failed" {
				continue // the core's own words
			}
			says = x.Message
		}
		if missing, ok := strings.CutSuffix(says, " is missing. Enter it"); ok && missing != "" {
			x.Location, says = strings.TrimPrefix(x.Location+"."+missing, "."), "is missing. Enter it"
		}
		switch v := x.Value.(type) {
		case string, float64, int, int64, bool:
			if strings.HasPrefix(says, "is ") && !strings.HasPrefix(says, "is missing") {
				says = fmt.Sprintf("%v ", v) + says
			}
		}
		x.Message = field.Problem{Field: inside(x.Location), Message: says}.Says()
	}
	if e.Detail == "validation failed" && len(e.Errors) > 0 {
		e.Detail = e.Errors[0].Message
	}
}

// inside is where something is, without the part of the request that it is in.
func inside(location string) string {
	for _, part := range []string{"body", "path", "query", "header", "file"} {
		if rest, ok := strings.CutPrefix(location, part); ok && (rest == "" || rest[0] == '.') {
			return strings.TrimPrefix(rest, ".")
		}
	}
	return location
}

// tags group the operations by what they are about, by how their paths begin.
var tags = []struct{ prefix, name, says string }{
	{"/plan", "plans", "A planned brew, and what every method would give."},
	{"/choices", "plans", ""}, {"/ways", "plans", ""}, {"/fit", "plans", ""}, {"/plans", "plans", ""},
	{"/bench", "bench", "One question at a time."},
	{"/trips", "trips", "Trips with their stops, supplies, schedule and kit."},
	{"/stops", "stops", "Stops: place, water and heat."},
	{"/places", "stops", ""},
	{"/brews", "brews", "Brews with their plans, and the running one."},
	{"/log", "log", "Logged cups, and the advice from them."},
	{"/blind", "log", ""}, {"/advi", "log", ""}, {"/taste", "log", ""},
	{"/coffees", "coffees", "Coffees."},
	{"/recipes", "recipes", "Your recipes."},
	{"/gear", "gear", "The shelf."},
	{"/import", "files", "Files in and out."},
	{"/pocket", "pocket", "Offline copies, taken and brought home."},
	{"/bring", "pocket", ""}, {"/share", "pocket", ""}, {"/pairing", "pocket", ""}, {"/devices", "pocket", ""},
	{"/simulated", "simulated", "Simulated devices and services: don’t rely on them."},
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
	tables(schemas)
	nothings(api.OpenAPI().Components.Schemas, schemas)
	written(api.OpenAPI().Components.Schemas, schemas, sent(doc))
	var named []any
	seen := map[string]bool{}
	for _, t := range tags {
		if !seen[t.name] {
			named = append(named, object{"name": t.name, "description": t.says})
		}
		seen[t.name] = true
	}
	doc["tags"] = named
	// How figures are told, for an interface that tells them.
	doc["x-units"] = quantity.Systems
	doc["x-usual"] = app.UsualNow()
	var given map[string]json.RawMessage
	if err := json.Unmarshal(answers, &given); err != nil {
		return nil, err
	}
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
			examples(schemas, id, op, given)
		}
	}
	return json.MarshalIndent(doc, "", "  ")
}

// describe says of an operation what its summary does not.
func describe(method, path, summary string) string {
	out := summary + "."
	switch {
	case method == "patch":
		out += " A merge patch (RFC 7396): fields left out stay, null removes. If-Match names the revision you started from (the ETag of the answer): 412 if it has changed since, 428 without one."
	case strings.HasSuffix(path, "/restore"):
		out += " It can be restored."
	case method == "delete":
		out += " Answers 204."
	case method == "get":
		out += " Changes nothing; HEAD answers the same without its body."
	}
	if strings.Contains(path, "{") {
		out += " 404 if it isn't there."
	}
	if method == "post" || method == "put" || method == "patch" {
		out += " 422 names every wrong field and what to enter; nothing is changed then. 503 with Retry-After if there are too many requests."
	}
	return out
}

// nothings says of what can be missing and is then null that it can: an object behind a pointer
// that is always written, unless its tag says that it is always there.
func nothings(types huma.Registry, schemas object) {
	for name, s := range schemas {
		props, _ := s.(object)["properties"].(object)
		t := types.TypeFromRef("#/components/schemas/" + name)
		if props == nil || t == nil || t.Kind() != reflect.Struct {
			continue
		}
		for _, f := range reflect.VisibleFields(t) {
			name, how, _ := strings.Cut(f.Tag.Get("json"), ",")
			prop, _ := props[name].(object)
			if f.Type.Kind() != reflect.Pointer || strings.Contains(how, "omit") || f.Tag.Get("nullable") == "false" || prop["$ref"] == nil {
				continue
			}
			prop["anyOf"] = []any{object{"$ref": prop["$ref"]}, object{"type": "null"}}
			delete(prop, "$ref")
		}
	}
}

// sent are the schemas that are part of what is asked, however far in.
func sent(doc object) map[string]bool {
	schemas := doc["components"].(object)["schemas"].(object)
	out := map[string]bool{}
	var walk func(v any)
	walk = func(v any) {
		switch x := v.(type) {
		case []any:
			for _, e := range x {
				walk(e)
			}
		case object:
			if ref, ok := x["$ref"].(string); ok {
				if name := ref[strings.LastIndex(ref, "/")+1:]; !out[name] {
					out[name] = true
					walk(schemas[name])
				}
			}
			for _, e := range x {
				walk(e)
			}
		}
	}
	for _, ops := range doc["paths"].(object) {
		for _, o := range ops.(object) {
			walk(o.(object)["requestBody"])
		}
	}
	return out
}

// written says of what is answered alone that a field which is always written is always there,
// though it may be left out where the same is asked.
func written(types huma.Registry, schemas object, sent map[string]bool) {
	for name, s := range schemas {
		t := types.TypeFromRef("#/components/schemas/" + name)
		if sent[name] || t == nil || t.Kind() != reflect.Struct {
			continue
		}
		needed := []any{}
		props, _ := s.(object)["properties"].(object)
		for _, f := range reflect.VisibleFields(t) {
			field, how, _ := strings.Cut(f.Tag.Get("json"), ",")
			if props[field] != nil && !strings.Contains(how, "omit") {
				needed = append(needed, field)
			}
		}
		if len(needed) > 0 {
			s.(object)["required"] = needed
		}
	}
}

// tables puts what the core's tables say of fields into those schemas that are there.
func tables(schemas object) {
	of := map[string][]field.Field{"Request": field.Plain(brew.Fields), "Item": gear.Fields(), "Recipe": recipe.Fields(), "Had": field.Plain(taste.HadFields)}
	for _, name := range []string{"WaitIn", "FuelIn", "CanisterIn", "GrindIn", "GrinderKnown", "MineralsIn"} {
		of[name] = bench.Fields
	}
	for _, name := range []string{"LogIn", "LogEntry", "Noted", "Tasting"} {
		of[name] = field.Plain(taste.TastingFields)
	}
	for name, fields := range of {
		if s, ok := schemas[name].(object); ok {
			ranges(schemas, s, fields)
		}
	}
}

// ranges puts what the core's tables say of fields into their schema, where it has them: a
// range, words, a unit, what is taken when it is left out.
func ranges(schemas, of object, fields []field.Field) {
	for _, f := range fields {
		at, leaf := of, object(nil)
		for _, name := range strings.Split(f.Path, ".") {
			if at == nil {
				break
			}
			props, _ := at["properties"].(object)
			leaf, _ = props[name].(object)
			at = leaf
			if items, ok := leaf["items"].(object); ok {
				at = items
				leaf = items
			}
			if ref, ok := leaf["$ref"].(string); ok {
				at, _ = schemas[ref[strings.LastIndex(ref, "/")+1:]].(object)
			}
		}
		if leaf == nil || leaf["$ref"] != nil {
			continue
		}
		said := []string{}
		if f.Label != "" {
			said = append(said, f.Label)
		}
		if was, ok := leaf["description"].(string); ok {
			said = append(said, was)
		}
		switch f.Kind {
		case "number":
			leaf["minimum"], leaf["maximum"] = f.Min, f.Max
			if f.Whole {
				leaf["multipleOf"] = 1
			}
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
		if len(said) > 0 {
			leaf["description"] = strings.Join(said, "; ")
		}
	}
}
