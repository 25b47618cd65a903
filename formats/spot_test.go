package formats_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/trip"
	"apodemos/formats"
)

// What a person writes of a stop is kept by every format that has stops, each text under its own
// name, and the calendar says how one gets to the water.
func TestEveryFormatKeepsWhatIsWrittenOfAStop(t *testing.T) {
	s := trip.Stop{Day: 1, Spot: trip.Spot{Name: "Spring under the wall", TimeZone: "UTC", Facts: trip.Facts{Lat: new(46.5), Lon: new(8.05)}},
		Brews: []trip.Brew{{ID: 1, Key: "b", Name: "Early", At: "06:30", Request: brew.Request{Method: "cone"}}, {ID: 2, Key: "c", Name: "Late", At: "16:30", Request: brew.Request{Method: "pot"}}}}
	s.Conditions.Place.AltitudeM = new(1550.0)
	for i := range s.Brews {
		s.Brews[i].Request.Conditions = s.Conditions
	}
	for _, x := range trip.Texts {
		*x.In(&s.Spot) = "What is said under " + x.Path
	}
	tr := trip.Trip{Name: "Two days", People: 2, StartsOn: "2026-09-05", Stops: []trip.Stop{s}}
	r, err := trip.Compute(tr)
	require.NoError(t, err)
	same := func(of trip.Spot, format string) {
		t.Helper()
		for _, x := range trip.Texts {
			assert.Contains(t, *x.In(&of), *x.In(&s.Spot), "%s: %s", format, x.Path)
			for _, other := range trip.Texts {
				if other.Path != x.Path {
					assert.NotContains(t, *x.In(&of), *other.In(&s.Spot), "%s: %s has %s", format, x.Path, other.Path)
				}
			}
		}
	}

	f, err := formats.FromTrip(tr)
	require.NoError(t, err)
	var file bytes.Buffer
	require.NoError(t, f.Write(&file))
	read, err := formats.ReadTrip(&file)
	require.NoError(t, err)
	same(read.Stops[0].Spot, "trip file")

	var gpx bytes.Buffer
	_, err = formats.WriteGPX(&gpx, tr, r)
	require.NoError(t, err)
	g, err := formats.ReadGPX(&gpx)
	require.NoError(t, err)
	same(g.Propose(formats.Options{}).Trip.Stops[0].Spot, "GPX")

	var table bytes.Buffer
	w := csv.NewWriter(&table)
	head, line := []string{"name"}, []string{s.Name}
	for _, x := range trip.Texts {
		head, line = append(head, x.Path), append(line, *x.In(&s.Spot))
	}
	require.NoError(t, w.WriteAll([][]string{head, line}))
	stops, err := formats.ReadStops(&table)
	require.NoError(t, err)
	same(stops.Stops[0].Spot, "CSV")

	b, err := json.Marshal(s.Spot)
	require.NoError(t, err)
	var back trip.Spot
	require.NoError(t, json.Unmarshal(b, &back))
	same(back, "a record")

	events, err := formats.Events(tr, r, "00000000-0000-4000-8000-000000000001", formats.Alarms{})
	require.NoError(t, err)
	said := 0
	for _, e := range events {
		said += strings.Count(e.Description, "Way to the water: "+s.AccessNote)
	}
	assert.Equal(t, 1, said, "once a day at the stop")
}

// One's own stops as GPX are read back as those stops, with their days.
func TestOwnGPXIsReadBack(t *testing.T) {
	var in trip.Trip
	for i, day := range []int{1, 2, 4, 4, 5, 7, 7, 8, 9} {
		s := trip.Stop{Spot: trip.Spot{Name: fmt.Sprintf("Stop %d", i+1), TimeZone: "UTC", Note: "By the wall."}, Day: day}
		s.Facts.Lat, s.Facts.Lon = new(47+float64(i)/20), new(11+float64(i%3)/1000)
		s.Conditions.Place.AltitudeM = new(500.0 + 100*float64(i))
		if i == 3 { // a step from the one before
			s.Facts.Lat, s.Facts.Lon = new(*in.Stops[2].Facts.Lat+0.001), in.Stops[2].Facts.Lon
		}
		in.Stops = append(in.Stops, s)
	}
	in.Name, in.People = "Nine", 2
	r, err := trip.Compute(in)
	require.NoError(t, err)
	var out bytes.Buffer
	_, err = formats.WriteGPX(&out, in, r)
	require.NoError(t, err)
	g, err := formats.ReadGPX(&out)
	require.NoError(t, err)
	p := g.Propose(formats.Options{})
	require.Len(t, p.Trip.Stops, len(in.Stops))
	for i, s := range p.Trip.Stops {
		assert.Equal(t, in.Stops[i].Name, s.Name)
		assert.Equal(t, in.Stops[i].Day, s.Day, s.Name)
		assert.Equal(t, "By the wall.", s.Note)
	}
}
