package server

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The document tells of every operation what it is about and what else is to be known, shows
// how it is asked, has files as files, and the ranges of the table of fields.
func TestTheDocument(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	h := running(t)
	assert.JSONEq(t, string(b), ask(h, "GET", "/api/v1/openapi.json", "").Body.String(), "and it is served")
	var doc struct {
		Tags  []struct{ Name, Description string }
		Paths map[string]map[string]struct {
			OperationID, Summary, Description string
			Tags                              []string
			Parameters                        []struct {
				In      string
				Example any
			}
			RequestBody *struct {
				Content map[string]struct{ Example any }
			}
			Responses map[string]struct {
				Content map[string]struct{ Schema map[string]any }
			}
		}
		Components struct {
			Schemas map[string]struct {
				Properties map[string]map[string]any
			}
		}
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	told := map[string]bool{}
	for _, tag := range doc.Tags {
		assert.NotEmpty(t, tag.Description, tag.Name)
		told[tag.Name] = true
	}
	for path, ops := range doc.Paths {
		for method, o := range ops {
			id := o.OperationID
			require.Len(t, o.Tags, 1, id)
			assert.True(t, told[o.Tags[0]], id)
			assert.Greater(t, len(o.Description), len(o.Summary), id)
			for _, p := range o.Parameters {
				if p.In == "path" {
					assert.NotNil(t, p.Example, id)
				}
			}
			for _, r := range o.Responses {
				for kind, c := range r.Content {
					assert.NotEqual(t, "base64", c.Schema["contentEncoding"], "%s: %s is a file", id, kind)
				}
			}
			if o.RequestBody == nil {
				continue
			}
			for kind, c := range o.RequestBody.Content {
				if kind == "application/json" && method == "post" && c.Example != nil {
					in, err := json.Marshal(c.Example)
					require.NoError(t, err)
					w := ask(h, "POST", "/api/v1"+parameter.ReplaceAllString(path, "1"), string(in))
					assert.Less(t, w.Code, 500, id)
					assert.NotContains(t, w.Body.String(), "is not a known field. Remove it", "%s: %s", id, in)
					assert.NotContains(t, w.Body.String(), "is missing", "%s: %s", id, in)
				}
			}
		}
	}
	altitude := doc.Components.Schemas["Place"].Properties["altitude_m"]
	assert.Equal(t, []any{-430.0, 8850.0}, []any{altitude["minimum"], altitude["maximum"]})
	assert.Contains(t, altitude["description"], "m; when left out: not known")
	assert.Contains(t, doc.Components.Schemas["Water"].Properties["treatment"]["enum"], "doubtful")
	assert.Contains(t, doc.Paths["/trips/{trip}/export/{format}"]["get"].Responses["200"].Content, "text/calendar")
	assert.Contains(t, doc.Paths["/import/preview"]["post"].RequestBody.Content, "application/gpx+xml")
}

// Every number that a person may enter says from what to what it may be. What is not entered
// is left out: identities, what instruments and the guide wrote down, and what another number
// bounds (a pour lies between its neighbours, a reading between air and boil).
func TestEveryNumberThatIsEnteredHasItsRange(t *testing.T) {
	b, err := OpenAPI()
	require.NoError(t, err)
	var doc object
	require.NoError(t, json.Unmarshal(b, &doc))
	schemas := doc["components"].(object)["schemas"].(object)
	written := []string{"Had", "Record", "Event", "Silence", "Run", "StepRun", "Change", "Carried", "Setting", "Following", "Pour"}
	seen := map[string]bool{}
	var walk func(at string, s object)
	walk = func(at string, s object) {
		if ref, ok := s["$ref"].(string); ok {
			name := ref[strings.LastIndex(ref, "/")+1:]
			if !seen[name] && !slices.Contains(written, name) {
				seen[name] = true
				walk(name, schemas[name].(object))
			}
			return
		}
		for _, kind := range []any{"number", "integer"} {
			if s["type"] == kind && s["minimum"] == nil && s["enum"] == nil {
				t.Errorf("%s: from what to what?", at)
			}
		}
		props, _ := s["properties"].(object)
		for name, p := range props {
			if name != "id" && name != "revision" && !strings.HasSuffix(name, "_id") && name != "reading_c" {
				walk(at+"."+name, p.(object))
			}
		}
		if items, ok := s["items"].(object); ok && items["$ref"] != nil {
			walk(at, items)
		}
	}
	for path, ops := range doc["paths"].(object) {
		for _, o := range ops.(object) {
			body, _ := o.(object)["requestBody"].(object)
			if content, ok := body["content"].(object); ok {
				for _, c := range content {
					walk(path, c.(object)["schema"].(object))
				}
			}
		}
	}
	assert.Greater(t, len(seen), 30)
}

// What is wrong is worded alike wherever it is found, and all of it is told at once.
func TestOneWording(t *testing.T) {
	h := running(t)
	w := ask(h, "POST", "/api/v1/trips", `{"name":"","people":99,"cups":3}`)
	var p struct {
		Detail string
		Errors []struct{ Message, Location string }
	}
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
	assert.Len(t, p.Errors, 3)
	for _, e := range p.Errors {
		assert.Regexp(t, `^[A-Z][a-z ]+(: .* is out of range\. Enter .*|:? .*Enter .*| is not a known field\. Remove it)\.$`, e.Message)
	}
	assert.NotEqual(t, "validation failed", p.Detail)
	w = ask(h, "POST", "/api/v1/plan", `{"method":"cone","drinkers":0,"place":{"altitude_m":99999}}`)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
	assert.Len(t, p.Errors, 2, "all at once: %s", w.Body)
}
