package formats

import (
	"bufio"
	"bytes"
	"fmt"
	"io"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"
	"unicode/utf16"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const head = `<?xml version="1.0" encoding="UTF-8"?>` + "\n" + `<gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1">` + "\n"

// flat is a made-up terrain for tests.
type flat float64

func (f flat) Elevation(float64, float64) (float64, string) { return float64(f), "test terrain" }

// walk writes a track eastwards along the equator: n points 100 m apart, one a
// minute, rising 1 m each, with a night after half of them.
func walk(w io.Writer, n int) {
	_, _ = io.WriteString(w, head+"<trk><name>Walk</name><trkseg>\n")
	t := time.Date(2026, 9, 5, 8, 0, 0, 0, time.UTC)
	for i := range n {
		if i == n/2 {
			t = t.Add(14 * time.Hour)
		}
		_, _ = fmt.Fprintf(w, "<trkpt lat=\"0\" lon=\"%.6f\"><ele>%d</ele><time>%s</time></trkpt>\n", math.Mod(float64(i)*0.0009, 170), 100+i%3000, t.Format(time.RFC3339))
		t = t.Add(time.Minute)
	}
	_, _ = io.WriteString(w, "</trkseg></trk></gpx>")
}

func propose(t *testing.T, gpx string) Proposal {
	t.Helper()
	g, err := ReadGPX(strings.NewReader(gpx))
	require.NoError(t, err)
	return g.Propose(Options{Terrain: flat(1234)})
}

func TestStopsFromATrackWithANight(t *testing.T) {
	var b bytes.Buffer
	walk(&b, 400)
	p := propose(t, b.String())
	require.Len(t, p.Trip.Stops, 3)
	assert.Equal(t, []string{"start", "night", "end"}, p.Kinds)
	assert.Equal(t, "2026-09-05", p.Trip.StartsOn)
	assert.Equal(t, []int{1, 1, 2}, []int{p.Trip.Stops[0].Day, p.Trip.Stops[1].Day, p.Trip.Stops[2].Day})
	assert.InDelta(t, 399*0.1, p.Trip.Stops[2].Km, 0.2, "0.0009° on the equator is 100 m")
	place := p.Trip.Stops[1].Conditions["place"].(map[string]any)
	assert.InDelta(t, 300, place["altitude_m"], 5, "halfway up")
	assert.NotEmpty(t, p.Way)
	assert.Equal(t, "Walk", p.Trip.Name)
	_, err := p.Trip.Trip()
	assert.NoError(t, err, "what is proposed can be kept")
}

func TestARecorderThatStaysOnThroughTheNight(t *testing.T) {
	var b strings.Builder
	b.WriteString(head + "<trk><trkseg>")
	at := time.Date(2026, 9, 5, 18, 0, 0, 0, time.UTC)
	for i := range 200 {
		lon := float64(min(i, 60)) * 0.0009
		if i > 160 {
			lon += float64(i-160) * 0.0009
		}
		fmt.Fprintf(&b, `<trkpt lat="45" lon="%f"><ele>900</ele><time>%s</time></trkpt>`, lon, at.Format(time.RFC3339))
		at = at.Add(5 * time.Minute)
	}
	b.WriteString("</trkseg></trk></gpx>")
	p := propose(t, b.String())
	assert.Contains(t, p.Kinds, "night")
}

func TestWaypointsAndRoutes(t *testing.T) {
	p := propose(t, head+`<metadata><name>Ways &amp; means</name></metadata>
<wpt lat="10" lon="20"><ele>55</ele><name>Spring</name><desc>behind the wall</desc></wpt>
<wpt lat="10" lon="21"><name>Hut</name></wpt></gpx>`)
	require.Len(t, p.Trip.Stops, 2)
	assert.Equal(t, "Ways & means", p.Trip.Name)
	assert.Equal(t, "behind the wall", p.Trip.Stops[0].Note)
	assert.InDelta(t, 109.5, p.Trip.Stops[1].Km, 0.3, "a degree of longitude at 10° N")
	assert.Equal(t, map[string]any{"altitude_m": 1235.0}, p.Trip.Stops[1].Conditions["place"], "asked of the terrain, to 5 m")
	assert.Contains(t, strings.Join(p.Said, "\n"), "test terrain")
	assert.Equal(t, "Africa/Ndjamena", p.Trip.Stops[0].TimeZone, "the nearest place that a zone is named for")

	p = propose(t, head+`<rte><name>R</name><rtept lat="0" lon="0"><name>A</name></rtept><rtept lat="0" lon="1"/><rtept lat="1" lon="1"><name>B</name></rtept></rte></gpx>`)
	require.Len(t, p.Trip.Stops, 2)
	assert.InDelta(t, 222.4, p.Trip.Stops[1].Km, 0.5, "along the unnamed point")
}

func TestGPX10AndOtherEncodings(t *testing.T) {
	for name, file := range map[string]string{
		"1.0":      `<gpx version="1.0" xmlns="http://www.topografix.com/GPX/1/0"><name>Old</name><wpt lat="1" lon="2"><name>Über</name></wpt></gpx>`,
		"latin 1":  "<?xml version=\"1.0\" encoding=\"ISO-8859-1\"?><gpx version=\"1.1\"><wpt lat=\"1\" lon=\"2\"><name>\xdcber</name></wpt></gpx>",
		"prefixed": `<g:gpx xmlns:g="http://www.topografix.com/GPX/1/1" version="1.1"><g:wpt lat="1" lon="2"><g:name>Über</g:name></g:wpt></g:gpx>`,
		"utf-16":   utf16le(`<?xml version="1.0" encoding="UTF-16"?><gpx version="1.1"><wpt lat="1" lon="2"><name>Über</name></wpt></gpx>`),
	} {
		g, err := ReadGPX(strings.NewReader(file))
		if assert.NoError(t, err, name) {
			assert.Equal(t, "Über", g.Waypoints[0].Name, name)
		}
	}
}

func utf16le(s string) string {
	out := []byte{0xff, 0xfe}
	for _, u := range utf16.Encode([]rune(s)) {
		out = append(out, byte(u), byte(u>>8))
	}
	return string(out)
}

func TestBadGPX(t *testing.T) {
	for name, c := range map[string]struct{ file, says string }{
		"empty":            {"", "it is empty"},
		"not XML":          {"hello", "GPX file, version 1.0"},
		"not GPX":          {"<kml/>", "it starts with <kml>"},
		"nothing in it":    {head + "</gpx>", "no waypoint, route or track"},
		"cut off":          {head + "<wpt lat=\"1\" lon=\"2\">", "line 3: it ends inside <wpt>"},
		"crossed":          {head + "<trk><trkseg></trk></trkseg></gpx>", "</trk> closes nothing"},
		"no coordinates":   {head + "<wpt lat=\"1\"/></gpx>", "line 3: <wpt> has no lat or lon"},
		"off the earth":    {head + "\n<wpt lat=\"91\" lon=\"2\"/></gpx>", "line 4: lat=\"91\""},
		"not a number":     {head + "<wpt lat=\"NaN\" lon=\"2\"/></gpx>", "lat=\"NaN\""},
		"entity bomb":      {"<!DOCTYPE lolz [<!ENTITY lol \"lol\"><!ENTITY lol2 \"&lol;&lol;\">]>" + head + "<wpt lat=\"1\" lon=\"2\"><name>&lol2;</name></wpt></gpx>", "document type declaration"},
		"unknown entity":   {head + "<wpt lat=\"1\" lon=\"2\"><name>&lol;</name></wpt></gpx>", "line 3: invalid character entity &lol;"},
		"wrong encoding":   {"<?xml version=\"1.0\" encoding=\"UTF-8\"?><gpx><wpt lat=\"1\" lon=\"2\"><name>\xdc</name></wpt></gpx>", "invalid UTF-8"},
		"unknown encoding": {"<?xml version=\"1.0\" encoding=\"klingon\"?><gpx/>", "is not known. Save it as UTF-8"},
		"too deep":         {head + strings.Repeat("<a>", 300), "nested too deep"},
	} {
		_, err := ReadGPX(strings.NewReader(c.file))
		if assert.Error(t, err, name) {
			assert.Contains(t, err.Error(), c.says, name)
			assert.Contains(t, err.Error(), "GPX", name)
		}
	}
}

func TestOddTracksAreReadAndTold(t *testing.T) {
	p := propose(t, head+`<trk><trkseg>
<trkpt lat="0" lon="0"><ele>-9999</ele><time>2026-09-05T08:00:00Z</time></trkpt>
<trkpt lat="0" lon="0.01"><ele>100</ele><time>2026-09-05T07:00:00Z</time></trkpt>
<trkpt lat="0" lon="0.02"><ele>99999</ele><time>yesterday</time></trkpt>
<trkpt lat="0" lon="0.03"><time>2026-09-05T10:00:00Z</time></trkpt>
</trkseg></trk></gpx>`)
	said := strings.Join(p.Said, "\n")
	assert.Contains(t, said, "2 elevations aren’t numbers or are outside")
	assert.Contains(t, said, "3 track points have no elevation")
	assert.Contains(t, said, "2 times can’t be read or go backwards")
	assert.Equal(t, map[string]any{"altitude_m": 100.0}, p.Trip.Stops[0].Conditions["place"])

	none := propose(t, head+`<trk><trkseg><trkpt lat="0" lon="0"/><trkpt lat="0" lon="0.1"/></trkseg></trk></gpx>`)
	assert.Nil(t, none.Way[0].M)
	assert.Contains(t, strings.Join(none.Said, "\n"), "Missing altitudes are from the test terrain")
	assert.Contains(t, strings.Join(none.Said, "\n"), "No times in the file")
}

// Waypoints written by two independent programs read back equal: gpsbabel and
// python3-gpxpy (Debian).
func TestGPXOfOtherPrograms(t *testing.T) {
	want := []GPXPoint{{Name: "Spring", Lat: 10.5, Lon: 20.25}, {Name: "Col", Lat: -33.125, Lon: -70.5}}
	ele := []float64{55, 3100.5}
	check := func(who string, b []byte) {
		g, err := ReadGPX(bytes.NewReader(b))
		require.NoError(t, err, who)
		require.Len(t, g.Waypoints, 2, who)
		for i, w := range g.Waypoints {
			assert.Equal(t, want[i].Name, w.Name, who)
			assert.InDelta(t, want[i].Lat, w.Lat, 1e-6, who)
			assert.InDelta(t, want[i].Lon, w.Lon, 1e-6, who)
			assert.InDelta(t, ele[i], *w.Ele, 0.05, who)
		}
	}
	csv := "No,Latitude,Longitude,Name,Altitude\n1,10.5,20.25,Spring,55\n2,-33.125,-70.5,Col,3100.5\n"
	cmd := exec.Command("gpsbabel", "-i", "unicsv", "-f", "-", "-o", "gpx", "-F", "-")
	cmd.Stdin = strings.NewReader(csv)
	b, err := cmd.Output()
	require.NoError(t, err)
	check("gpsbabel", b)
	b, err = exec.Command("/usr/bin/python3", "-c", `
import gpxpy.gpx as g
x = g.GPX()
x.waypoints += [g.GPXWaypoint(10.5, 20.25, elevation=55, name="Spring"), g.GPXWaypoint(-33.125, -70.5, elevation=3100.5, name="Col")]
print(x.to_xml())`).Output()
	require.NoError(t, err)
	check("gpxpy", b)
}

func FuzzGPX(f *testing.F) {
	var b bytes.Buffer
	walk(&b, 5)
	f.Add(b.String())
	f.Add(head + `<wpt lat="1" lon="2"><name>x</name></wpt></gpx>`)
	f.Add(utf16le("<gpx/>"))
	f.Fuzz(func(t *testing.T, s string) {
		g, err := ReadGPX(strings.NewReader(s))
		if err != nil {
			return
		}
		p := g.Propose(Options{})
		_, err = p.Trip.Trip()
		if err != nil && len(p.Trip.Stops) > 0 {
			t.Fatalf("a proposal that cannot be kept: %v", err)
		}
	})
}

// A million points, streamed from a file of 88 MB.
func BenchmarkGPXMillion(b *testing.B) {
	path := filepath.Join(b.TempDir(), "million.gpx")
	f, err := os.Create(path)
	require.NoError(b, err)
	w := bufio.NewWriter(f)
	walk(w, 1_000_000)
	require.NoError(b, w.Flush())
	require.NoError(b, f.Close())
	b.ReportAllocs()
	for b.Loop() {
		f, err := os.Open(path)
		require.NoError(b, err)
		g, err := ReadGPX(f)
		require.NoError(b, err)
		require.Equal(b, 1_000_000, g.Points)
		_ = f.Close()
	}
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	b.ReportMetric(float64(m.Sys)/(1<<20), "MB-of-the-system")
}
