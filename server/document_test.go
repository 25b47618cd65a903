package server

import (
	"encoding/json"
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
					assert.NotContains(t, w.Body.String(), "is no field here", "%s: %s", id, in)
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
		assert.True(t, strings.Contains(e.Message, "allowed:") || e.Message == "is no field here", e.Message)
	}
	assert.NotEqual(t, "validation failed", p.Detail)
	w = ask(h, "POST", "/api/v1/plan", `{"method":"cone","drinkers":0,"place":{"altitude_m":99999}}`)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
	assert.Len(t, p.Errors, 2, "all at once: %s", w.Body)
}
