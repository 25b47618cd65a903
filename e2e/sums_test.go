package e2e

import (
	"encoding/json"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/explain"
	"apodemos/core/method"
	"apodemos/core/quantity"
)

// Of a thousand plans, drawn over the catalogue, places and people, what adds up adds up in
// the texts that the interface shows, in all of its units.
func TestWhatAddsUpAddsUpAsShown(t *testing.T) {
	random := rand.New(rand.NewPCG(27, 8))
	between := func(lo, hi float64) *float64 { return new(lo + (hi-lo)*random.Float64()) }
	type part struct {
		Value *float64      `json:"value"`
		Unit  quantity.Unit `json:"unit"`
	}
	type figure struct {
		part
		Inputs []part `json:"inputs"`
	}
	var sheets []map[string]figure
	for len(sheets) < 1000 {
		m := method.All[random.IntN(len(method.All))]
		r := brew.Request{Method: m.ID, School: new(m.Schools[random.IntN(len(m.Schools))].ID), Drinkers: new(float64(1 + random.IntN(6))), CupMl: between(80, 350)}
		r.Place.AltitudeM, r.Place.AirC, r.Place.WindMs = between(0, 5000), between(-15, 32), between(0, 6)
		r.Water.SourceC = between(1, 24)
		if random.IntN(3) == 0 {
			r.Cup.Preheated, r.Scale = new(true), new(random.IntN(2) == 0)
		}
		if p, err := explain.Brew(r); err == nil {
			sheet := map[string]figure{}
			for path, w := range p.Working {
				f := figure{part: part{w.Value, w.Unit}}
				for _, i := range w.Inputs {
					if i.Unit == w.Unit && i.Value != nil {
						f.Inputs = append(f.Inputs, part{i.Value, i.Unit})
					}
				}
				if len(f.Inputs) > 1 { // what may be a sum
					sheet[path] = f
				}
			}
			sheets = append(sheets, sheet)
		}
	}
	b, err := json.Marshal(sheets)
	require.NoError(t, err)
	name := filepath.Join(t.TempDir(), "sheets.json")
	require.NoError(t, os.WriteFile(name, b, 0o600))
	cmd := exec.Command("npx", "--no-install", "vitest", "run", "src/working/sums.test.ts")
	cmd.Dir, cmd.Env = "../web", append(os.Environ(), "VITE_SHEETS="+name)
	out, err := cmd.CombinedOutput()
	assert.NoError(t, err, "%s", out)
	assert.NotContains(t, string(out), "skipped")
}
