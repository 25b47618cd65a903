package explain_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/method"
	"apodemos/core/working"
)

// stops are a kitchen, a stream at 2,300 m, snow in the cold on gas, an urn, a 12 V
// element with its battery and a calm valley at 2,300 m with a reading.
var stops = []string{
	`{}`,
	`{"place":{"altitude_m":2300,"air_c":4},"water":{"source":"stream","source_c":5}}`,
	`{"place":{"altitude_m":3100,"air_c":-8,"wind_ms":4},"water":{"state":"snow","source_c":-6},"heat":{"canister":{"left_g":180,"gas_c":2}}}`,
	`{"heat":{"supplied_c":92}}`,
	`{"heat":{"burner":"element-12v","battery_wh":500}}`,
	`{"place":{"altitude_m":2300},"calibration":{"boil_c":92.1,"tds_pct":1.4},"grinder":{"um_per_click":25,"zero_um":50},"measure":{"name":"scoop","grams":9}}`,
}

// plans are every school at every stop, for two.
func plans(t *testing.T) map[string]*brew.Plan {
	out := map[string]*brew.Plan{}
	for _, m := range method.All {
		for _, s := range m.Schools {
			for i, at := range stops {
				var r brew.Request
				require.NoError(t, json.Unmarshal([]byte(at), &r))
				r.Method, r.School, r.Drinkers = m.ID, &s.ID, new(2.0)
				p, err := brew.Compute(r)
				if err != nil {
					continue // a school that needs a scale, a flame, liquid water
				}
				out[fmt.Sprintf("%s/%s %d", m.ID, s.ID, i)] = p
			}
		}
	}
	require.Greater(t, len(out), 100)
	return out
}

// figures are the numbers of a plan by path, of those that the plan as a whole has.
func figures(t *testing.T, p *brew.Plan) map[string]float64 {
	b, err := json.Marshal(p)
	require.NoError(t, err)
	var tree map[string]any
	require.NoError(t, json.Unmarshal(b, &tree))
	for _, other := range []string{"request", "steps", "rounds", "curves", "cautions", "notes", "alternatives", "working"} {
		delete(tree, other)
	}
	out := map[string]float64{}
	var walk func(path string, v any)
	walk = func(path string, v any) {
		switch v := v.(type) {
		case float64:
			out[path] = v
		case map[string]any:
			for name, of := range v {
				walk(strings.TrimPrefix(path+"."+name, "."), of)
			}
		}
	}
	walk("", tree)
	return out
}

// Every figure that a plan shows can be opened, and the working says what the plan says.
func TestEveryFigureHasItsWorking(t *testing.T) {
	within := map[string]string{ // what is told within the working of another
		"boil_low_c": "boil_c", "boil_high_c": "boil_c", "target_low_c": "target_c", "target_high_c": "target_c",
		"strength.extraction_low_pct": "strength.extraction_pct", "strength.extraction_high_pct": "strength.extraction_pct",
		"dose_measures.count": "dose_measures", "dose_measures.grams": "dose_measures", "dose_measures.error_g": "dose_measures",
	}
	for name, p := range plans(t) {
		sheet := explain.Workings(p)
		for path, v := range figures(t, p) {
			if as, is := within[path]; is {
				assert.Contains(t, sheet, as, "%s: %s", name, path)
				continue
			}
			f, is := sheet[path]
			if !assert.True(t, is, "%s: %s has no working", name, path) {
				continue
			}
			assert.InDelta(t, v, *f.Value, 1e-9, "%s: %s", name, path)
			assert.NotEmpty(t, f.Formula, "%s: %s", name, path)
			assert.NotEmpty(t, f.Source, "%s: %s", name, path)
		}
	}
}

// Words do not depend on being asked for early, late or twice, and take nothing from
// the plan.
func TestWorkingsAreTheSameWheneverAsked(t *testing.T) {
	for name, p := range plans(t) {
		before, err := json.Marshal(p)
		require.NoError(t, err)
		first, notes := explain.Workings(p), explain.Notes(p)
		assert.Equal(t, first, explain.Workings(p), name)
		assert.Equal(t, notes, explain.Notes(p), name)
		after, err := json.Marshal(p)
		require.NoError(t, err)
		require.Equal(t, string(before), string(after), "%s: telling changes nothing", name)
		again, err := explain.Brew(p.Made().Asked)
		require.NoError(t, err)
		assert.Equal(t, slices.Sorted(maps.Keys(first)), slices.Sorted(maps.Keys(again.Working)), name)
	}
}

// A plan that was stored has been told already: nobody rewrites it.
func TestAStoredPlanKeepsWhatItWasTold(t *testing.T) {
	p, err := explain.Brew(brew.Request{Method: "cone"})
	require.NoError(t, err)
	b, err := json.Marshal(p)
	require.NoError(t, err)
	stored, err := brew.DecodePlan(b)
	require.NoError(t, err)
	f := stored.Working["dose_g"]
	f.Formula = "as it was told then"
	stored.Working["dose_g"] = f
	stored.Notes = []brew.Note{{ID: "old"}}
	explain.Fill(&stored)
	assert.Equal(t, "as it was told then", stored.Working["dose_g"].Formula)
	assert.Equal(t, "old", stored.Notes[0].ID)
	bare := stored
	bare.Working = working.Sheet{}
	assert.Empty(t, explain.Workings(&bare), "and what it was not told, it does not say")
}

// Cautions and the treatment of the water stand in the plan itself, told or not.
func TestSafetyIsNotAMatterOfWords(t *testing.T) {
	var r brew.Request
	require.NoError(t, json.Unmarshal([]byte(stops[1]), &r))
	r.Method, r.Water.Treatment = "cone", new("boil")
	p, err := brew.Compute(r)
	require.NoError(t, err)
	require.Empty(t, p.Notes)
	require.Empty(t, p.Working)
	var ids, steps []string
	for _, c := range p.Cautions {
		ids = append(ids, c.ID)
		assert.NotEmpty(t, c.Text)
	}
	for _, s := range p.Steps {
		steps = append(steps, string(s.ID))
	}
	assert.Subset(t, ids, []string{"co", "scald"})
	assert.Contains(t, steps, string(method.Disinfect))
	r.Water.Treatment = nil
	p, err = brew.Compute(r)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(p.Cautions, func(c brew.Caution) bool { return c.ID == "doubtful" }), "nobody said that the stream is safe")
}

// A plan of every method in cold and wind, with all its words.
func BenchmarkExplained(b *testing.B) {
	for _, m := range method.All {
		b.Run(m.ID, func(b *testing.B) {
			var r brew.Request
			if err := json.Unmarshal([]byte(`{"drinkers":2,"place":{"altitude_m":3900,"air_c":-4,"wind_ms":3}}`), &r); err != nil {
				b.Fatal(err)
			}
			r.Method = m.ID
			b.ReportAllocs()
			for b.Loop() {
				if _, err := explain.Brew(r); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
