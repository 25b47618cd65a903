package pocket_test

import (
	"encoding/json"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/pocket"
)

// atHomeOnly are the operations that are done at home: files in, other formats out, taking
// along, bringing back, and pairing; and what is asked while another question is answered.
var atHomeOnly = []string{
	"POST /import/preview", "POST /trips/import", "POST /gear/import", "POST /recipes/import", "POST /log/import",
	"GET /trips/{trip}/export/{format}", "GET /places/export.json", "GET /gear/export.csv", "GET /recipes/{recipe}/export.json", "GET /log/export.json", "GET /log/export.csv",
	"GET /pocket.html", "GET /pocket", "POST /bring", "POST /bring/preview", "GET /pairing", "POST /pairing", "DELETE /devices/{device}", "GET /health",
	"GET /trips/{trip}/kit/progress",
}

// A pocket answers what the server does, but for what is done at home, which is named.
func TestAPocketAnswersWhatTheServerDoes(t *testing.T) {
	b, err := os.ReadFile("../docs/openapi.json")
	require.NoError(t, err)
	var doc struct {
		Paths map[string]map[string]any `json:"paths"`
	}
	require.NoError(t, json.Unmarshal(b, &doc))
	var server []string
	for path, methods := range doc.Paths {
		for m := range methods {
			if op := strings.ToUpper(m) + " " + path; !slices.Contains(atHomeOnly, op) {
				server = append(server, op)
			}
		}
	}
	assert.ElementsMatch(t, server, pocket.Operations())
}
