package brew_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/heat"
	"apodemos/core/method"

	. "apodemos/core/brew"
	"apodemos/core/explain"
)

// What a plan says it was asked is a request for that plan: nothing in it depends on
// which of its values were given and which were filled in.
func TestAPlanFedBackIsTheSame(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		_, p := anyPlan(t)
		again, err := explain.Brew(p.Request)
		require.NoError(t, err)
		same(t, p, again)
	})
	for _, r := range []Request{
		{Method: "moka", WaterG: ptr(300.0)},
		{Method: "cone", Conditions: Conditions{Place: Place{MeasuredBoilC: ptr(80.0)}, Water: Water{Treatment: ptr("boil")}}},
		{Method: "pot", Scale: new(false), Conditions: Conditions{Water: Water{Source: ptr("stream")}}},
		{Method: "cone", DoseG: ptr(20.0), WaterG: ptr(300.0)},
		{Method: "press-pot", WaterG: ptr(700.0)},
		{Method: "serve-concentrate", Dilution: ptr(2.0)},
		{Method: "cold-concentrate", Dilution: ptr(2.0), Drinkers: ptr(4.0)},
	} {
		p, err := explain.Brew(r)
		require.NoError(t, err, r.Method)
		again, err := explain.Brew(p.Request)
		require.NoError(t, err, r.Method)
		same(t, p, again)
	}
}

var numbers = regexp.MustCompile(`-?\d+\.\d+(e[-+]\d+)?`)

// same compares all that is done and shown; working and defaults tell where a value is
// from, and what was filled in is given now.
func same(t require.TestingT, a, b *Plan) {
	of := func(p *Plan) string {
		c := *p
		c.Working, c.Defaulted = nil, nil
		out, err := json.MarshalIndent(c, "", " ")
		require.NoError(t, err)
		return numbers.ReplaceAllStringFunc(string(out), func(s string) string {
			v, _ := strconv.ParseFloat(s, 64)
			return strconv.FormatFloat(v, 'g', 8, 64) // the same sums in another order
		})
	}
	was, is := strings.Split(of(a), "\n"), strings.Split(of(b), "\n")
	for i := range min(len(was), len(is)) {
		require.Equal(t, was[i], is[i], "line %d, after %q", i, was[max(0, i-6):i])
	}
	require.Len(t, is, len(was))
}

// A vessel of next to no mass does not swing out of all bounds.
func TestAFoilCupIsNoInfinity(t *testing.T) {
	for _, m := range method.All {
		r := Request{Method: m.ID}
		for path, v := range map[string]float64{"heat.supplied_c": 100, "place.wind_ms": 30, "cup.mass_g": 1, "cup_ml": 1000, "brewer.mass_g": 1} {
			f, ok := FieldByPath(path)
			require.True(t, ok, path)
			*f.Num(&r) = new(v)
		}
		p, err := explain.Brew(r)
		if err != nil {
			continue
		}
		_, err = json.Marshal(p)
		require.NoError(t, err, m.ID)
		for _, pt := range p.Curves.SlurryC {
			assert.True(t, pt[1] > 0 && pt[1] < 105, "%s: %v", m.ID, pt)
		}
	}
}

// A plan hands out no way into the catalogue.
func TestTheCatalogueIsOutOfReach(t *testing.T) {
	before, err := json.Marshal([]any{method.All, heat.Burners})
	require.NoError(t, err)
	for _, m := range method.All {
		p, err := explain.Brew(Request{Method: m.ID})
		require.NoError(t, err)
		r := p.Request
		*r.School, *r.Heat.Fuel, *r.Heat.PowerW, *r.Heat.Efficiency, *r.Drinkers = "x", "x", -1, -1, -1
	}
	after, err := json.Marshal([]any{method.All, heat.Burners})
	require.NoError(t, err)
	assert.Equal(t, string(before), string(after))
}

// Plans that earlier versions stored are read with the shape of today: what they did
// not have is empty, and no list is missing.
func TestPlansOfEarlierVersions(t *testing.T) {
	files, err := filepath.Glob("testdata/plans/*.json")
	require.NoError(t, err)
	require.Len(t, files, 5)
	for _, f := range files {
		b, err := os.ReadFile(f)
		require.NoError(t, err)
		p, err := DecodePlan(b)
		require.NoError(t, err, f)
		assert.NotEmpty(t, p.Steps, f)
		assert.NotEmpty(t, p.Working, f)
		assert.NotNil(t, p.DoseEachG, "%s: told since 0.4.0, and the same as the dose of one batch", f)
		out, err := json.Marshal(p)
		require.NoError(t, err)
		var tree, today any
		require.NoError(t, json.Unmarshal(out, &tree))
		now, err := explain.Brew(Request{Method: "cone"})
		require.NoError(t, err)
		out, err = json.Marshal(now)
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal(out, &today))
		for k, v := range today.(map[string]any) {
			if _, isList := v.([]any); isList {
				assert.IsType(t, []any{}, tree.(map[string]any)[k], "%s: %s", f, k)
			}
		}
		// Read and written it is the same for the next reader.
		read, err := DecodePlan(out)
		require.NoError(t, err)
		same(t, now, &read)
	}
	bare, err := DecodePlan([]byte(`{"steps":[{"id":"a"}],"dose_g":40,"batches":2}`))
	require.NoError(t, err)
	out, err := json.Marshal(bare)
	require.NoError(t, err)
	for _, list := range []string{"defaulted", "rounds", "cautions", "notes", "alternatives", "water_c", "slurry_c", "cup_c", "scale_g"} {
		assert.Contains(t, string(out), `"`+list+`":[]`)
	}
	assert.EqualValues(t, "time", bare.Steps[0].Until)
	assert.Equal(t, 20.0, *bare.DoseEachG)
	_, err = DecodePlan([]byte(`{"steps":`))
	assert.Error(t, err)
}
