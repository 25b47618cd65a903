package zone

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// changes are those of a zone between two years, as Go's own tables have them.
func changes(in *time.Location, from, to int) []OffsetChange {
	offset := func(at int64) int { _, e := time.Unix(at, 0).In(in).Zone(); return e }
	at, end := time.Date(from, 1, 1, 0, 0, 0, 0, time.UTC).Unix(), time.Date(to, 1, 1, 0, 0, 0, 0, time.UTC).Unix()
	out := []OffsetChange{{at, offset(at)}}
	for ; at < end; at++ {
		if next := offset(at + 3600); next == offset(at) {
			at += 3599
			continue
		}
		for offset(at) == out[len(out)-1].EastS {
			at++
		}
		out = append(out, OffsetChange{at, offset(at)})
	}
	return out
}

// A zone made of its changes tells the time that the zone itself tells: with summer
// time in the north and the south, by half an hour, at midnight, in Ramadan, and never.
func TestAZoneMadeOfItsChanges(t *testing.T) {
	for _, name := range []string{"Europe/Berlin", "Atlantic/Azores", "America/St_Johns", "Australia/Lord_Howe", "America/Santiago", "Africa/Casablanca", "Asia/Kathmandu", "Etc/GMT-2"} {
		own, err := time.LoadLocation(name)
		require.NoError(t, err)
		made, err := Of(name, changes(own, 2025, 2028))
		require.NoError(t, err)
		for at := time.Date(2025, 1, 1, 0, 30, 0, 0, time.UTC); at.Year() < 2028; at = at.Add(time.Hour) {
			require.Equal(t, at.In(own).Format("2006-01-02 15:04 -0700"), at.In(made).Format("2006-01-02 15:04 -0700"), name)
		}
		// And the other way: local times, those that are not there and those there twice
		// too, become the same moment.
		for day := range 365 * 3 {
			for _, hour := range []int{0, 1, 2, 3, 12} {
				require.Equal(t, time.Date(2025, 1, 1+day, hour, 30, 0, 0, own).Unix(), time.Date(2025, 1, 1+day, hour, 30, 0, 0, made).Unix(), "%s day %d, %d:30", name, day, hour)
			}
		}
	}
	utc, err := Of("Etc/UTC", nil)
	require.NoError(t, err)
	assert.Equal(t, "12:00 +0000", time.Date(2026, 9, 5, 12, 0, 0, 0, utc).Format("15:04 -0700"))
}
