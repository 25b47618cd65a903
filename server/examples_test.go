package server

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"net/http/httptest"
	"net/url"
	"os"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/method"
)

// documented is what a client reads of an operation.
type documented struct {
	OperationID string
	Parameters  []struct {
		Name, In string
		Required bool
		Example  any
	}
	RequestBody *struct {
		Content map[string]struct{ Example any }
	}
	Responses map[string]struct {
		Content map[string]struct {
			Schema  object
			Example any
		}
	}
}

// asShown asks an operation as its examples say, with a body of the kind, if any.
func (o documented) asShown(t *testing.T, ask func(method, path, body string, headers ...string) *httptest.ResponseRecorder, method, path, kind string) *httptest.ResponseRecorder {
	q, headers := url.Values{}, []string{}
	for _, p := range o.Parameters {
		switch {
		case p.In == "path":
			require.NotNil(t, p.Example, "%s: %s", o.OperationID, p.Name)
			path = strings.ReplaceAll(path, "{"+p.Name+"}", fmt.Sprint(p.Example))
		case p.In == "query" && p.Required:
			require.NotNil(t, p.Example, "%s: %s", o.OperationID, p.Name)
			q.Set(p.Name, strings.Trim(fmt.Sprint(p.Example), "[]"))
		case p.In == "header":
			headers = append(headers, p.Name, fmt.Sprint(p.Example))
		}
	}
	body := ""
	if kind != "" {
		example := o.RequestBody.Content[kind].Example
		require.NotNil(t, example, "%s: %s", o.OperationID, kind)
		if text, ok := example.(string); ok {
			body = text
		} else {
			b, err := json.Marshal(example)
			require.NoError(t, err)
			body = string(b)
		}
		headers = append(headers, "Content-Type", kind)
	}
	if len(q) > 0 {
		path += "?" + q.Encode()
	}
	return ask(strings.ToUpper(method), "/api/v1"+path, body, headers...)
}

// firstThis is done before an operation can be asked, where the demo alone is not enough.
var firstThis = map[string][]string{
	"say-blind":  {"POST /blinds/1/deal"},
	"split-stop": {`PATCH /stops/1 {"facts":{"nights":3}}`},
	"as-made":    {`PATCH /log/1 {"made":{"began_at":"2026-09-05T06:00:00Z","record":{"v":1,"events":[],"tol_g":0.5,"tol_c":0.5,"until_s":0}}}`},
}

// Whoever asks as an example of the document says is answered, by the demo as it is when new,
// and as the document says it is.
func TestEveryExampleIsTrue(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	var doc struct {
		Paths      map[string]map[string]documented
		Components struct{ Schemas map[string]object }
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	given := map[string]any{}
	alone, _ := beyond(t) // for what changes nothing
	for _, path := range slices.Sorted(maps.Keys(doc.Paths)) {
		for method, o := range doc.Paths[path] {
			kinds := []string{""}
			if o.RequestBody != nil {
				kinds = slices.DeleteFunc(slices.Sorted(maps.Keys(o.RequestBody.Content)), func(k string) bool {
					return k == "application/octet-stream" || k == "text/html" || k == "text/csv" && o.OperationID == "import-log" // the same files, or those that only a program writes
				})
			}
			for _, kind := range kinds {
				h := alone
				if method != "get" || firstThis[o.OperationID] != nil {
					h, _ = beyond(t)
				}
				if o.OperationID == "revoke-device" {
					require.Equal(t, 303, pairWith(h, keyOf(t, h), "A phone").Code)
				}
				for _, first := range firstThis[o.OperationID] {
					part := strings.SplitN(first+"  ", " ", 3)
					w := ask(h, part[0], "/api/v1"+part[1], strings.TrimSpace(part[2]), "If-Match", `"1"`)
					require.Less(t, w.Code, 300, "%s: %s", first, w.Body)
				}
				w := o.asShown(t, func(method, path, body string, headers ...string) *httptest.ResponseRecorder {
					return ask(h, method, path, body, headers...)
				}, method, path, kind)
				if !assert.Less(t, w.Code, 300, "%s, %s: %s", o.OperationID, kind, w.Body) {
					continue
				}
				for media, c := range o.Responses["200"].Content {
					switch media {
					case "text/csv":
						if o.OperationID == "export-trip" {
							continue // asked for its first format
						}
						lines := strings.SplitAfterN(w.Body.String(), "\n", 4)
						given[o.OperationID] = strings.Join(lines[:3], "")
					case "application/json":
						var v any
						d := json.NewDecoder(bytes.NewReader(w.Body.Bytes()))
						d.UseNumber()
						require.NoError(t, d.Decode(&v), o.OperationID)
						given[o.OperationID] = oneOfEach(doc.Components.Schemas, c.Schema, v)
					default:
						continue
					}
					assert.NotNil(t, c.Example, "%s has no example of what it answers: run make api", o.OperationID)
				}
			}
		}
	}
	if to := os.Getenv("APODEMOS_EXAMPLES"); to != "" {
		b, err := json.MarshalIndent(given, "", " ")
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(to, append(b, '\n'), 0o644))
	}
}

// oneOfEach leaves one of each list, and one of what is kept by name.
func oneOfEach(schemas map[string]object, s object, v any) any {
	if either, ok := s["anyOf"].([]any); ok { // or null
		s = either[0].(object)
	}
	for s["$ref"] != nil {
		ref := s["$ref"].(string)
		s = schemas[ref[strings.LastIndex(ref, "/")+1:]]
	}
	switch v := v.(type) {
	case []any:
		items, _ := s["items"].(object)
		least, _ := s["minItems"].(float64)
		v = v[:min(len(v), max(1, int(least)))]
		for i := range v {
			v[i] = oneOfEach(schemas, items, v[i])
		}
		return v
	case map[string]any:
		props, _ := s["properties"].(object)
		if props == nil { // by name, or a file
			for i, name := range slices.Sorted(maps.Keys(v)) {
				of, ok := s["additionalProperties"].(object)
				if ok && i > 0 {
					delete(v, name)
				} else {
					v[name] = oneOfEach(schemas, of, v[name])
				}
			}
			return v
		}
		for name := range v {
			of, _ := props[name].(object)
			v[name] = oneOfEach(schemas, of, v[name])
		}
	case string:
		if r := []rune(v); len(r) > 300 {
			return string(r[:300]) + "…"
		}
	}
	return v
}

// Every example is as the schema beside it says: checked by another's validator, Debian
// python3-jsonschema.
func TestEveryExampleIsAsItsSchemaSays(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	cmd := exec.Command("/usr/bin/python3", "testdata/examples.py")
	cmd.Stdin = bytes.NewReader(b)
	out, err := cmd.CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Regexp(t, `^[1-9]\d\d examples are as their schemas say\n$`, string(out))
}

// What is answered is as the document says whatever is asked: every brew and stop of the demo,
// each method at the sea and high up, with water that is not safe, without a scale, cold and
// impossible; by the validator of another.
func TestEveryAnswerIsAsItsSchemaSays(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	var doc struct {
		Paths map[string]map[string]documented
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	h := running(t)
	type given struct {
		Where  string          `json:"where"`
		Schema object          `json:"schema"`
		Answer json.RawMessage `json:"answer"`
	}
	var all []given
	try := func(method, path string, body string, ids ...any) {
		at := path
		for _, id := range ids {
			at = parameter.ReplaceAllStringFunc(at, func(p string) string {
				if id == nil {
					return p
				}
				s := fmt.Sprint(id)
				id = nil
				return s
			})
		}
		w := ask(h, method, "/api/v1"+at, body)
		require.Less(t, w.Code, 500, "%s %s %s: %s", method, at, body, w.Body)
		code, media := fmt.Sprint(w.Code), "application/json"
		if w.Code >= 400 {
			code, media = "default", "application/problem+json"
		}
		plain, _, _ := strings.Cut(path, "?")
		o := doc.Paths[plain][strings.ToLower(method)]
		c, ok := o.Responses[code].Content[media]
		require.True(t, ok, "%s %s: %d is not in the document", method, plain, w.Code)
		all = append(all, given{method + " " + at + " " + body, c.Schema, w.Body.Bytes()})
	}
	for path, ops := range doc.Paths {
		if _, ok := ops["get"]; !ok || ops["get"].Responses["200"].Content["application/json"].Schema["format"] == "binary" || ops["get"].Responses["200"].Content["application/json"].Schema == nil {
			continue
		}
		last := 1
		switch {
		case strings.Contains(path, "{brew}"), strings.Contains(path, "{plan}"):
			last = 17
		case strings.Contains(path, "{stop}"), strings.Contains(path, "{entry}"), strings.Contains(path, "{item}"):
			last = 9
		}
		for id := 1; id <= last; id++ {
			try("GET", path, "", id)
		}
	}
	try("GET", "/trips/{trip}/plan?steps=true", "", 1)
	try("POST", "/trips/{trip}/kit/choose", `{}`, 1)
	try("POST", "/trips/{trip}/kit/choose", `{"mass_g":300}`, 1)
	try("POST", "/trips/{trip}/what-if", `{"colder_c":10,"more_people":3,"lost_methods":["cone"]}`, 1)
	for id := 1; id <= 17; id++ {
		try("POST", "/brews/{brew}/advice", `{}`, id)
	}
	for _, m := range method.All {
		for _, where := range []string{
			`"place":{"altitude_m":0}`, `"place":{"altitude_m":5200,"air_c":-15,"wind_ms":8},"water":{"source":"snow"},"heat":{"burner":"canister"}`,
			`"water":{"source":"stream","treatment":"doubtful"},"scale":false`, `"heat":{"supplied_c":80},"drinkers":7`,
			`"place":{"altitude_m":3900},"heat":{"burner":"tablet"},"drinkers":24`,
		} {
			r := fmt.Sprintf(`{"method":%q,%s}`, m.ID, where)
			try("POST", "/plan", r)
			try("POST", "/ways", `{"request":`+r+`,"have":[]}`)
			try("POST", "/fit", `{"request":`+r+`,"have":[]}`)
			try("POST", "/follow", `{"request":`+r+`}`)
			try("POST", "/simulate", `{"request":`+r+`,"seed":3}`)
		}
	}
	try("POST", "/choices", `{"method":"cone","place":{"altitude_m":2300},"water":{"source":"stream"}}`)
	for _, asks := range []string{"boil", "wait", "fuel", "canister"} {
		try("POST", "/bench/"+asks, `{"request":{"method":"cone","place":{"altitude_m":4800,"air_c":-20},"heat":{"burner":"canister"}}}`)
	}
	require.Greater(t, len(all), 300)
	in, err := json.Marshal(map[string]any{"components": json.RawMessage(componentsOf(t, b)), "answers": all})
	require.NoError(t, err)
	cmd := exec.Command("/usr/bin/python3", "testdata/answers.py")
	cmd.Stdin = bytes.NewReader(in)
	out, err := cmd.CombinedOutput()
	require.NoError(t, err, string(out))
}

func componentsOf(t *testing.T, doc []byte) []byte {
	var d struct{ Components json.RawMessage }
	require.NoError(t, json.Unmarshal(doc, &d))
	return d.Components
}
