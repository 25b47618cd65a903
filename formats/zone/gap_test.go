package zone

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/trip"
)

// A time that is left out when the clocks are put forward is later by that, in every zone; one that
// comes twice is the first.
func TestTimesInAChangeOfTheClocks(t *testing.T) {
	for _, c := range []struct{ zone, day, at, want string }{
		{"Europe/Lisbon", "2026-03-29", "01:30", "2026-03-29T02:30:00+01:00"},
		{"Europe/Berlin", "2026-03-29", "02:30", "2026-03-29T03:30:00+02:00"},
		{"America/New_York", "2026-03-08", "02:15", "2026-03-08T03:15:00-04:00"},
		{"America/Santiago", "2026-09-06", "00:30", "2026-09-06T01:30:00-03:00"},
		{"Australia/Lord_Howe", "2026-10-04", "02:10", "2026-10-04T02:40:00+11:00"},
		{"Pacific/Auckland", "2026-09-27", "02:30", "2026-09-27T03:30:00+13:00"},
		{"Europe/Berlin", "2026-10-25", "02:30", "2026-10-25T02:30:00+02:00"},
		{"Asia/Kathmandu", "2026-03-29", "02:30", "2026-03-29T02:30:00+05:45"},
		{"Pacific/Kiritimati", "2026-03-29", "23:59", "2026-03-29T23:59:00+14:00"},
		{"Etc/GMT+12", "2026-03-29", "00:00", "2026-03-29T00:00:00-12:00"},
	} {
		from, _, timed, err := When(trip.Trip{StartsOn: c.day, Stops: []trip.Stop{{Day: 1, Spot: trip.Spot{TimeZone: c.zone}}}}, trip.Task{Day: 1, At: c.at})
		require.NoError(t, err)
		assert.True(t, timed)
		assert.Equal(t, c.want, from.Format(time.RFC3339), c.zone)
	}
}
