package trip

import (
	"encoding/json"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/explain"
)

// Every input of every total leads to a figure of the trip, or to the figure of a
// brew's plan that it was taken from, with the value that it has there.
func TestEveryInputLeadsToAFigure(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := result(t, anyTrip(t))
		for path, f := range r.Working {
			for _, in := range f.Inputs {
				if in.Path == "" {
					continue
				}
				rest, isBrew := strings.CutPrefix(in.Path, "brews.")
				if !isBrew {
					_, is := r.Working[in.Path]
					assert.True(t, is, "%s: %q leads nowhere: %s", path, in.Label, in.Path)
					continue
				}
				id, figure, _ := strings.Cut(rest, ".")
				n, err := strconv.ParseInt(id, 10, 64)
				require.NoError(t, err)
				b := brewOf(r, n)
				require.NotNil(t, b, in.Path)
				if figure == "" {
					continue
				}
				w, is := explain.Workings(b.plan)[figure]
				require.True(t, is, "%s: %q leads to no figure of its plan: %s", path, in.Label, figure)
				switch path {
				case "totals.coffee_g", "totals.water_ml", "totals.energy_wh":
					assert.InDelta(t, *w.Value, *in.Value, 1e-6, in.Path)
				case "totals.fuel_g", "totals.gas_g":
					// A canister that empties holds less propane, and a gram of it gives less.
					assert.InEpsilon(t, *w.Value, *in.Value, 5e-3, in.Path)
				}
			}
		}
	})
}

// The figure that is shown is the one that its working tells.
func TestWorkingsTellTheFigures(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := result(t, anyTrip(t))
		text, err := json.Marshal(r)
		require.NoError(t, err)
		var all any
		require.NoError(t, json.Unmarshal(text, &all))
		for path, f := range r.Working {
			at := all
			for name := range strings.SplitSeq(path, ".") {
				switch v := at.(type) {
				case map[string]any:
					at = v[name]
				case []any:
					i, err := strconv.Atoi(name)
					require.NoError(t, err, path)
					at = v[i]
				}
			}
			if shown, is := at.(float64); is {
				require.InDelta(t, shown, *f.Value, 1e-9, path)
			}
		}
	})
}

func brewOf(r *Result, id int64) *BrewTotals {
	for i := range r.Brews {
		if r.Brews[i].ID == id {
			return &r.Brews[i]
		}
	}
	return nil
}
