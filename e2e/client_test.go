package e2e

import (
	"encoding/json"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Two generators make a client of the API document each; what stands in docs/clients is written
// against their types, and imports a GPX file and plans a brew with both.
func TestClientsFromTheDocument(t *testing.T) {
	t.Parallel()
	app := startOwn(t)
	cmd := exec.Command("node", "../web/clients.mjs", t.TempDir(), app.base, "../formats/testdata/planned.gpx")
	var stderr strings.Builder
	cmd.Stderr = &stderr
	out, err := cmd.Output()
	require.NoError(t, err, stderr.String())
	var found map[string]struct {
		Said    []string
		Stop    string
		BoilC   float64 `json:"boil_c"`
		DoseG   float64 `json:"dose_g"`
		Steps   int
		Refused []string
	}
	require.NoError(t, json.Unmarshal(out, &found), string(out))
	require.Len(t, found, 2)
	assert.Equal(t, found["types"], found["sdk"], "one document, one answer")
	one := found["sdk"]
	assert.Contains(t, strings.Join(one.Said, "\n"), "No times in the file")
	assert.Equal(t, "Hut below the pass", one.Stop)
	assert.InDelta(t, 94, one.BoilC, 1)
	assert.Greater(t, one.DoseG, 20.0)
	assert.Greater(t, one.Steps, 8)
	assert.Equal(t, []string{"body.place.altitude_m"}, one.Refused)

	var trips []struct{ Name string }
	send(t, app.base, "GET", "/trips", nil, &trips)
	var names []string
	for _, trip := range trips {
		names = append(names, trip.Name)
	}
	assert.ElementsMatch(t, []string{"By types", "By functions"}, names)
}
