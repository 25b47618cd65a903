package formats

import (
	"os"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/trip"
)

// wild reads a file of the corpus: made up, each with one of the faults and habits
// that GPX files are met with.
func wild(t *testing.T, name string, opt Options) (Proposal, string) {
	t.Helper()
	f, err := os.Open("testdata/" + name + ".gpx")
	require.NoError(t, err)
	defer f.Close()
	g, err := ReadGPX(f)
	require.NoError(t, err)
	p := g.Propose(opt)
	kept := p.Kept()
	_, err = kept.Trip()
	require.NoError(t, err, "what is proposed can be kept")
	said := strings.Join(p.Said, "\n")
	assert.NotContains(t, said, "%!")
	return p, said
}

func names(p Proposal) (out []string) {
	for _, s := range p.Kept().Stops {
		out = append(out, s.Name)
	}
	return out
}

func dayNumbers(p Proposal) (out []int) {
	for _, s := range p.Kept().Stops {
		out = append(out, s.Day)
	}
	return out
}

// No altitude is invented: it is not known until the terrain is asked for by name, and then
// the stop says where it is from.
func TestWildNoElevation(t *testing.T) {
	p, said := wild(t, "no-elevation", Options{})
	for _, s := range p.Trip.Stops {
		assert.Nil(t, s.Conditions)
	}
	assert.Contains(t, said, "2 stops have no elevation in the file. Enter their altitude")
	for _, w := range p.Way {
		assert.Nil(t, w.M)
	}
	p, said = wild(t, "no-elevation", Options{Terrain: flat(612)})
	for _, s := range p.Trip.Stops {
		assert.Equal(t, map[string]any{"altitude_m": 610.0}, s.Conditions["place"])
		assert.Contains(t, s.Note, "Altitude from the test terrain.")
	}
	assert.Contains(t, said, "don’t rely on them")
}

func TestWildTimes(t *testing.T) {
	p, said := wild(t, "times-without-zone", Options{})
	assert.True(t, p.LocalTimes)
	assert.Contains(t, said, "8 times have no zone")
	assert.Equal(t, "2026-07-04", p.Trip.StartsOn, "21:00 there is still the fourth")
	assert.Equal(t, []int{1, 1, 2}, dayNumbers(p), "a night from 23:30 to 07:00")

	p, said = wild(t, "times-with-space", Options{})
	assert.False(t, p.LocalTimes)
	assert.NotContains(t, said, "unreadable")
	assert.Equal(t, "2026-07-04", p.Trip.StartsOn)
}

func TestWildNowhere(t *testing.T) {
	p, said := wild(t, "nowhere", Options{})
	assert.Contains(t, said, "3 points at 0° 0° were left out")
	assert.Equal(t, []string{"Start", "Spring", "End"}, names(p))
	assert.InDelta(t, 7.65, p.Trip.Stops[2].Km, 0.1, "and no way to the equator and back")

	// Where the others are near, it is a place like any other.
	g, err := ReadGPX(strings.NewReader(head + `<wpt lat="0" lon="0"><name>Buoy</name></wpt><wpt lat="0.1" lon="0.2"><name>Quay</name></wpt><trk><trkseg><trkpt lat="0" lon="0"/><trkpt lat="0.1" lon="0.2"/></trkseg></trk></gpx>`))
	require.NoError(t, err)
	assert.Zero(t, g.Nowhere)
	assert.Equal(t, 2, g.Points)
}

// Three hundred waypoints are not three hundred days.
func TestWildManyNames(t *testing.T) {
	p, said := wild(t, "three-hundred-names", Options{})
	assert.Len(t, p.Trip.Stops, 300, "all are there to choose from")
	kept := p.Kept()
	assert.Less(t, len(kept.Stops), 30)
	assert.Contains(t, said, "300 named points are too many")
	last := kept.Stops[len(kept.Stops)-1]
	// 103 km at 5 km/h and 6 h a day.
	assert.Equal(t, 4, last.Day)
	assert.Equal(t, "Mark 300", last.Name)
	assert.Equal(t, "Mark 1", kept.Stops[0].Name)
}

// A planned track has days by hours of walking: by hand, 47.2 km at 5 km/h and 1,200 m at
// 600 m/h are 11.4 h: two days of up to six.
func TestWildPlanned(t *testing.T) {
	p, said := wild(t, "planned", Options{})
	assert.Contains(t, said, "11 h of walking")
	assert.Contains(t, said, "Naismith")
	assert.Equal(t, 6.0, p.HoursADay)
	assert.Equal(t, []string{"Start", "Hut below the pass", "End"}, names(p), "a night is at what has a name, where that is near")
	assert.Equal(t, []int{1, 1, 2}, dayNumbers(p))

	p, _ = wild(t, "planned", Options{HoursADay: 3})
	assert.Equal(t, 4, p.Trip.Stops[len(p.Trip.Stops)-1].Day)
	assert.Contains(t, p.Kinds, "night, by hours of walking")
	for i, s := range p.Trip.Stops {
		if p.Kinds[i] == "night, by hours of walking" {
			assert.NotNil(t, s.Conditions["place"], "the track's own elevation")
		}
	}
}

func TestWildDaysInOtherOrders(t *testing.T) {
	p, said := wild(t, "days-reversed", Options{})
	assert.Contains(t, said, "were out of order")
	assert.Contains(t, said, "each track counts as a day")
	assert.Equal(t, []string{"Start", "Day 1", "Day 2", "End"}, names(p))
	assert.Equal(t, []int{1, 1, 2, 3}, dayNumbers(p))
	assert.InDelta(t, 23.6, p.Trip.Stops[3].Km, 0.2)

	p, _ = wild(t, "days-reversed-timed", Options{})
	assert.Equal(t, "2026-07-04", p.Trip.StartsOn)
	assert.Equal(t, []int{1, 1, 2, 3}, dayNumbers(p))
	assert.InDelta(t, 23.6, p.Trip.Stops[3].Km, 0.2)
}

func TestWildTwoRecorders(t *testing.T) {
	p, said := wild(t, "two-recorders", Options{})
	assert.Contains(t, said, "1 of 2 tracks repeat another one at the same time")
	assert.InDelta(t, 7.9, p.Trip.Stops[len(p.Trip.Stops)-1].Km, 0.2, "once, not twice")
	assert.Equal(t, []int{1, 1}, dayNumbers(p))
}

func TestWildHTML(t *testing.T) {
	p, _ := wild(t, "html", Options{})
	assert.Equal(t, "Water at the door ; key under the mat. Open < October", strings.ReplaceAll(p.Trip.Stops[0].Note, "\u00a0", " "))
	assert.Equal(t, "height < 3 m, water > 2 l/min & cold", p.Trip.Stops[1].Note, "signs that are none stay")
}

func TestWildAcrossTheLine(t *testing.T) {
	p, _ := wild(t, "antimeridian", Options{})
	n := len(p.Trip.Stops)
	assert.Equal(t, 1, p.Trip.Stops[n-1].Day, "no day is jumped")
	assert.Equal(t, p.Trip.Stops[0].TimeZone, p.Trip.Stops[n-1].TimeZone)
	assert.InDelta(t, 21.5, p.Trip.Stops[n-1].Km, 0.3)

	p, _ = wild(t, "longitude-360", Options{})
	assert.InDelta(t, -7.5, *p.Trip.Stops[0].Facts.Lon, 1e-9)
	assert.InDelta(t, 7.65, p.Trip.Stops[1].Km, 0.1)
}

func TestWildEncodings(t *testing.T) {
	for _, name := range []string{"utf16-le-no-mark", "utf16-be-no-mark"} {
		p, _ := wild(t, name, Options{})
		assert.Equal(t, []string{"Über"}, names(p), name)
	}
	p, _ := wild(t, "doctype", Options{})
	assert.Equal(t, []string{"Old"}, names(p))
}

func TestWildElevations(t *testing.T) {
	_, said := wild(t, "bad-elevations", Options{})
	assert.Contains(t, said, "2 elevations aren’t numbers or are outside -430 to 8850 m")
}

// A zone is that of the nearest place that one is named for, with its summer time.
func TestNearZone(t *testing.T) {
	at := time.Date(2026, 7, 4, 12, 0, 0, 0, time.UTC)
	for _, c := range []struct {
		where    string
		lat, lon float64
		east     int // hours in July
	}{
		{"the Alps", 46.5, 8.0, 2}, {"Scotland", 57.1, -4.6, 1}, {"the Andes", -33.1, -70.3, -4}, {"Nepal", 27.9, 86.8, 0}, {"New Zealand", -44.6, 167.9, 12},
		{"Fiji, west of the line", -16.8, 179.9, 12}, {"Fiji, east of it", -16.8, -179.9, 12}, {"mid-Atlantic", 30, -40, -3}, {"Iceland", 64.9, -19, 0}, {"Utah", 38.5, -110, -6},
	} {
		in, err := time.LoadLocation(nearZone(c.lat, c.lon, at))
		require.NoError(t, err)
		_, east := at.In(in).Zone()
		if c.where == "Nepal" {
			assert.Equal(t, 5*3600+45*60, east)
			continue
		}
		assert.Equal(t, c.east*3600, east, "%s: %s", c.where, in)
	}
}

// What is too long for XML of this kind costs neither memory nor an echo.
func TestLongTokens(t *testing.T) {
	for name, file := range map[string]string{
		"text":      head + "<wpt lat=\"1\" lon=\"2\"><name>" + strings.Repeat("x", 8<<20) + "</name></wpt></gpx>",
		"attribute": head + "<wpt lat=\"" + strings.Repeat("1", 8<<20) + "\" lon=\"2\"></wpt></gpx>",
		"signs":     head + "<wpt lat=\"1\" lon=\"" + strings.Repeat(">", 8<<20) + "\"></wpt></gpx>",
		"comment":   head + "<!--" + strings.Repeat("<>", 4<<20) + "--></gpx>",
		"cdata":     head + "<wpt lat=\"1\" lon=\"2\"><desc><![CDATA[" + strings.Repeat("<", 8<<20) + "]]></desc></wpt></gpx>",
		"tag":       "<" + strings.Repeat("g", 8<<20) + "/>",
		"latin 1":   `<?xml version="1.0" encoding="ISO-8859-1"?><gpx version="1.1"><wpt lat="1" lon="2"><name>` + strings.Repeat("x", 8<<20) + "</name></wpt></gpx>",
	} {
		_, err := ReadGPX(strings.NewReader(file))
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), "more than 1 MB", name)
		assert.Less(t, len(err.Error()), 200, name)
	}
	_, err := ReadGPX(strings.NewReader(head + "<wpt lat=\"" + strings.Repeat("1", 50_000) + "x\" lon=\"2\"/></gpx>"))
	require.Error(t, err)
	assert.Less(t, len(err.Error()), 200, "a value is not given back whole")
}

// Whatever begins as a formula in a spreadsheet is a text there, also after what is not seen.
func TestCellsAreNoFormulas(t *testing.T) {
	for _, s := range []string{"=1+1", " =1", "\u00a0=1", "\u200b=1", "\ufeff=1", "＝1", " ＋1", "@a", "\t=1", "'=1", "-2", "−2"} {
		assert.Equal(t, "'"+s, safe(s), "%q", s)
		assert.Equal(t, s, unsafe(safe(s)), "%q", s)
	}
	for _, s := range []string{"a=1", "Hut - cup", "", " a", "'a"} {
		assert.Equal(t, s, safe(s), "%q", s)
	}
}

// Whatever trip can be kept is written in every format, and read again where it can be.
func FuzzExports(f *testing.F) {
	f.Add(`{"format":"apodemos-trip","version":2,"name":"x","people":1,"starts_on":"2026-10-24","stops":[{"name":"a","day":1,"facts":{"lat":45,"lon":7},"brews":[{"at":"06:30","request":{"method":"cone"}}]}]}`)
	f.Add(`{"format":"apodemos-trip","version":2,"name":"=1","people":3,"stops":[{"name":"<b>","day":2}]}`)
	f.Fuzz(func(t *testing.T, s string) {
		file, err := ReadTrip(strings.NewReader(s))
		if err != nil {
			return
		}
		in, err := file.Trip()
		if err != nil {
			return
		}
		r, err := trip.Compute(in)
		if err != nil {
			return
		}
		var gpx, csv, ics strings.Builder
		if without, err := WriteGPX(&gpx, in, r); err != nil {
			t.Fatal(err)
		} else if without < len(in.Stops) {
			if _, err := ReadGPX(strings.NewReader(gpx.String())); err != nil {
				t.Fatalf("%v\n%s", err, gpx.String())
			}
		}
		if err := WriteProvisions(&csv, r); err != nil {
			t.Fatal(err)
		}
		if events, err := Events(in, r, tripID, Alarms{}); err == nil {
			if err := WriteCalendar(&ics, in.Name, events, time.Unix(0, 0)); err != nil {
				t.Fatal(err)
			}
		}
		again, err := FromTrip(in)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := again.Trip(); err != nil {
			t.Fatalf("what was written is not read: %v", err)
		}
	})
}
