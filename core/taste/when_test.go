package taste

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// A moment is that of the standard library, in every zone and year that a record may have.
func TestMomentIsThatOfTheLibrary(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		zone := time.FixedZone("", 60*rapid.IntRange(-14*60, 14*60).Draw(t, "zone"))
		at := time.Unix(rapid.Int64Range(946684800, 4102444800).Draw(t, "at"), 0).In(zone)
		got, ok := moment(at.Format(time.RFC3339))
		assert.True(t, ok)
		assert.InDelta(t, float64(at.Unix()), got, 1e-6, at)
	})
	for _, not := range []string{"", "yesterday", "2026-13-01T00:00:00Z", "2026-01-01", "2026-01-01T25:00:00Z"} {
		_, ok := moment(not)
		assert.False(t, ok, not)
	}
	half, ok := moment("1970-01-01T00:00:01.5Z")
	assert.True(t, ok)
	assert.InDelta(t, 1.5, half, 1e-9)
}
