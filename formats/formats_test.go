package formats

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/coffee"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

func ptr[T any](v T) *T { return &v }

func sample() trip.Trip {
	air, alt := 12.0, 2400.0
	s := trip.Stop{Day: 1, Km: 12.5, Conditions: brew.Conditions{Place: brew.Place{AltitudeM: &alt, AirC: &air}, Water: brew.Water{Source: ptr("none")}, Heat: brew.Heat{SuppliedC: ptr(90.0)}}, Spot: trip.Spot{Name: "Pass <north> & hut", TimeZone: "Europe/Lisbon", Note: "=cmd()", Facts: trip.Facts{Lat: ptr(40.25), Lon: ptr(-7.5), MorningC: ptr(-3.0)}}}
	r := brew.Request{Conditions: trip.ConditionsAt(s.Conditions, s.Facts, "06:30")}
	r.Method, r.Drinkers, r.Heat = "cone", ptr(2.0), brew.Heat{Burner: ptr("spirit")}
	s.Brews = []trip.Brew{{ID: 1, Name: "=First", At: "06:30", Request: r}}
	return trip.Trip{Name: "A & B", People: 2, StartsOn: "2026-10-24", Supplies: trip.Supplies{SugarG: ptr(5.0)}, Stops: []trip.Stop{s}}
}

// busy has more to do: water to filter in the evening, and a pot that is heated after the grounds are in.
func busy() trip.Trip {
	in := sample()
	r := in.Stops[0].Brews[0].Request
	r.Method, r.School, r.Water.Treatment, r.Heat = "pot", ptr("warm-boil"), ptr("filtered"), brew.Heat{Burner: ptr("fire")}
	in.Stops[0].Brews = append(in.Stops[0].Brews, trip.Brew{ID: 2, Name: "Second", At: "08:30", Request: r})
	return in
}

func result(t *testing.T, in trip.Trip) *trip.Result {
	r, err := trip.Compute(in)
	require.NoError(t, err)
	return r
}

// A trip written and read again is the same trip, brews and all.
func TestTripFileLosesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := sample()
		s := &in.Stops[0]
		s.Facts.Nights = rapid.SampledFrom([]*int{nil, ptr(3)}).Draw(t, "nights")
		s.Facts.Resupply = rapid.SampledFrom([][]string{nil, {"fuel"}, {"coffee", "filters"}}).Draw(t, "resupply")
		s.Facts.FireBan, s.Facts.Bin = rapid.Bool().Draw(t, "ban"), rapid.Bool().Draw(t, "bin")
		s.Note = printable(rapid.StringN(0, 40, 200).Draw(t, "note"))
		b := &s.Brews[0].Request
		if rapid.Bool().Draw(t, "own air") {
			b.Place.AirC = ptr(float64(rapid.IntRange(-20, 30).Draw(t, "air")))
		}
		if rapid.Bool().Draw(t, "pours") {
			b.Pours = []brew.Pour{{ID: "second-pour", AtS: ptr(50.0)}}
		}
		if rapid.Bool().Draw(t, "own recipe") {
			b.Recipe = &recipe.Recipe{ID: "r", Name: "Mine", DoseG: ptr(13.0), Pours: []recipe.PourTo{{ToG: 30, How: "wet {all}"}, {AtS: 45, ToG: 200}}, Steps: []recipe.HandStep{{AtS: 60, Do: "stir"}}}
			b.Coffee = brew.Coffee{ID: ptr("c"), Name: ptr("Moor")}
			in.Coffees = []trip.CoffeeBag{{ID: "c", InBag: coffee.InBag{Name: "Moor", Roast: "light", Printed: "plum", Grams: ptr(250.0)}, StartG: ptr(rapid.Float64Range(0, 300).Draw(t, "left"))}}
		}
		f, err := FromTrip(in)
		require.NoError(t, err)
		var out bytes.Buffer
		require.NoError(t, f.Write(&out))
		back, err := ReadTrip(&out)
		require.NoError(t, err)
		again, err := back.Trip()
		require.NoError(t, err)
		again.Stops[0].Brews[0].ID = 1
		want, _ := json.Marshal(in)
		got, _ := json.Marshal(again)
		assert.JSONEq(t, string(want), string(got))
	})
}

func TestBadTripFiles(t *testing.T) {
	for _, c := range []struct{ file, says string }{
		{`{`, "trip: not JSON at line 1"},
		{`[]`, "not a JSON object"},
		{`{"format":"other","version":1,"name":"x","people":2,"stops":[]}`, `format: "other" is not a trip`},
		{`{"format":"apodemos-trip","version":4,"name":"x","people":2,"stops":[]}`, "version: 4 is not known here. Enter 1 to 3"},
		{`{"format":"apodemos-trip","version":1,"name":"x","people":2,"stops":[{"name":"a","day":1,"height":3}]}`, "stops[0].height: not a known field"},
		{`{"format":"apodemos-trip","version":1,"name":"x","people":"two","stops":[]}`, "people: text is not a whole number. Enter a whole number"},
	} {
		_, err := ReadTrip(strings.NewReader(c.file))
		assert.ErrorContains(t, err, c.says)
	}
	for _, c := range []struct{ stop, says string }{
		{`{"name":"","day":1}`, "stops[0].name"},
		{`{"name":"a","day":1,"time_zone":"Moon/Base"}`, "stops[0].time_zone"},
		{`{"name":"a","day":1,"facts":{"leg_by":"rocket"}}`, "stops[0].facts.leg_by"},
		{`{"name":"a","day":1,"facts":{"lat":123}}`, "stops[0].facts.lat"},
		{`{"name":"a","day":1,"conditions":{"place":{"height":3}}}`, "stops[0].conditions.place.height: not a known field"},
		{`{"name":"a","day":1,"brews":[{"request":{"methods":"cone"}}]}`, "stops[0].brews[0].request.methods: not a known field"},
	} {
		f, err := ReadTrip(strings.NewReader(`{"format":"apodemos-trip","version":1,"name":"x","people":2,"stops":[` + c.stop + `]}`))
		require.NoError(t, err)
		_, err = f.Trip()
		assert.ErrorContains(t, err, c.says)
	}
}

func TestStopsFromCSV(t *testing.T) {
	_, err := ReadStops(strings.NewReader("\xef\xbb\xbfname;day;altitude_m;km;heat;water;air_c;nights\r\nQuay;1;3,5;0;urn;tap;18;\r\n\"Saddle; high\";2;3 900;12,5;stove;none;-4;2\r\n"))
	assert.ErrorContains(t, err, `CSV, line 3: altitude_m: "3 900" is out of range`)
	f, err := ReadStops(strings.NewReader("name;day;altitude_m;km;heat;water;air_c;nights\r\nQuay;1;3,5;0;urn;tap;18;\r\n\"Saddle; high\";2;3900;12,5;stove;none;−4;2\r\nHut;;2000;20;fire;spring;;\r\n"))
	require.NoError(t, err)
	in, err := f.Trip()
	require.NoError(t, err)
	require.Len(t, in.Stops, 3)
	assert.Equal(t, 3.5, *in.Stops[0].Conditions.Place.AltitudeM)
	assert.Equal(t, 92.0, *in.Stops[0].Conditions.Heat.SuppliedC)
	assert.Equal(t, "Saddle; high", in.Stops[1].Name)
	assert.Equal(t, -4.0, *in.Stops[1].Conditions.Place.AirC)
	assert.Equal(t, 12.5, in.Stops[1].Km)
	assert.Equal(t, 4, in.Stops[2].Day, "after two nights at the one before")
	assert.Equal(t, "none", *in.Stops[1].Conditions.Water.Source)

	latin, err := ReadStops(strings.NewReader("name,altitude_m\n\xdcber,12.5\n"))
	require.NoError(t, err)
	assert.Equal(t, "Über", latin.Stops[0].Name)
}

func TestBadCSV(t *testing.T) {
	for _, c := range []struct{ file, says string }{
		{"", "line 1: it has no header"},
		{"stop,height\na,1\n", `line 1: column "stop" is not known. Choose from name, day`},
		{"day\n1\n", "there is no column “name”"},
		{"name,name\na,b\n", `column "name" is there twice`},
		{"name\n", "line 2: there is no stop"},
		{"name,day\na\n", "line 2: 1 cells for 2 columns"},
		{"name,day\na,0\n", `line 2: day: "0" is out of range. Enter 1`},
		{"name,altitude_m\na,\"3,5\"\n", `altitude_m: "3,5" is out of range`},
		{"name,heat\na,magma\n", `heat: "magma" is not known`},
		{"name,water\na,soup\n", `water: "soup" is not known`},
		{"name,time_zone\na,Moon/Base\n", "time_zone"},
		{"name\n\"a\n", "line"},
	} {
		_, err := ReadStops(strings.NewReader(c.file))
		assert.ErrorContains(t, err, c.says, c.file)
	}
}

func FuzzCSV(f *testing.F) {
	f.Add("name;day\na;1\n")
	f.Fuzz(func(t *testing.T, s string) {
		if got, err := ReadStops(strings.NewReader(s)); err == nil && len(got.Stops) == 0 {
			t.Fatal("no stop and no error")
		}
	})
}

func FuzzTripFile(f *testing.F) {
	f.Add(`{"format":"apodemos-trip","version":1,"name":"x","people":2,"stops":[{"name":"a","day":1,"brews":[{"request":{"method":"cone"}}]}]}`)
	f.Fuzz(func(t *testing.T, s string) {
		file, err := ReadTrip(strings.NewReader(s))
		if err != nil {
			return
		}
		if in, err := file.Trip(); err == nil {
			_, _ = trip.Compute(in)
		}
	})
}

// No cell of an export is live in a spreadsheet.
func TestNoFormulasGoOut(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, func() error {
		r := result(t, sample())
		r.WithKit([]gear.Item{{ID: 1, Name: "=Pot", Kind: gear.Vessel, MassG: 150}}, 2)
		return WriteProvisions(&b, r)
	}())
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	assert.Greater(t, len(rows), 3)
	for _, r := range rows {
		for _, cell := range r {
			assert.False(t, cell != "" && strings.ContainsAny(cell[:1], "=+-@"), "%q", cell)
		}
	}
	assert.Equal(t, "'=x", safe("=x"))
}

// Read back by gpsbabel and by xmllint (Debian), and by ourselves.
func TestGPXOutIsReadElsewhere(t *testing.T) {
	in := sample()
	second := in.Stops[0]
	second.Name, second.Day, second.Facts.Lat = "Träume", 2, ptr(40.5)
	in.Stops = append(in.Stops, second, trip.Stop{Day: 3, Spot: trip.Spot{Name: "Nowhere"}})
	var b bytes.Buffer
	without, err := WriteGPX(&b, in, result(t, in))
	require.NoError(t, err)
	assert.Equal(t, 1, without)
	file := filepath.Join(t.TempDir(), "out.gpx")
	require.NoError(t, os.WriteFile(file, b.Bytes(), 0o600))
	require.NoError(t, exec.Command("xmllint", "--noout", file).Run())
	out, err := exec.Command("gpsbabel", "-i", "gpx", "-f", file, "-o", "unicsv", "-F", "-").Output()
	require.NoError(t, err)
	assert.Contains(t, string(out), "Pass <north> & hut")
	assert.Contains(t, string(out), "40.250000")
	assert.Contains(t, string(out), "2400.0")
	g, err := ReadGPX(bytes.NewReader(b.Bytes()))
	require.NoError(t, err)
	assert.Equal(t, "Träume", g.Waypoints[1].Name)
	assert.Equal(t, 2400.0, *g.Waypoints[0].Ele)
	assert.Len(t, g.Route, 2)
}

// The calendar read by python3-icalendar (Debian): every event's moment is that
// of the schedule, across the change from daylight saving time.
func TestCalendarIsReadElsewhere(t *testing.T) {
	in := busy() // 2026-10-24 in Lisbon; the clocks change in the next night
	in.Stops[0].Facts.Nights = ptr(2)
	r := result(t, in)
	at := time.Date(2026, 9, 1, 0, 0, 0, 0, time.UTC)
	events, err := Events(in, r, tripID, Alarms{Brew: "15", Evening: "20:00"})
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WriteCalendar(&b, in.Name, Republish(nil, events, at), at))
	assert.NotRegexp(t, `[^\r]\n`, b.String(), "RFC 5545 3.1: lines end in CR LF")
	for line := range strings.SplitSeq(b.String(), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, "RFC 5545 3.1: no line is longer than 75 octets")
	}
	cmd := exec.Command("/usr/bin/python3", "-c", `
import sys, json, icalendar
c = icalendar.Calendar.from_ical(sys.stdin.buffer.read())
out = {}
for e in c.walk("VEVENT"):
    alarms = [a.decoded("TRIGGER").total_seconds() for a in e.walk("VALARM")]
    out[str(e["UID"])] = [e.decoded("DTSTART").isoformat(), e.decoded("DTEND").isoformat(), str(e["SUMMARY"]), str(e["STATUS"]), str(e["SEQUENCE"]), e.decoded("LAST-MODIFIED").isoformat(), repr(alarms)]
print(json.dumps(out))`)
	cmd.Stdin = &b
	out, err := cmd.Output()
	require.NoError(t, err)
	var got map[string][7]string
	require.NoError(t, json.Unmarshal(out, &got))
	lights, reminded := 0, 0
	for _, task := range r.Tasks {
		if strings.HasPrefix(task.ID, "light:") {
			lights++
			continue
		}
		from, _, timed, err := zone.When(in, task)
		require.NoError(t, err)
		e, ok := got[uuid.NewSHA1(uuid.MustParse(tripID), []byte(task.ID)).String()]
		require.True(t, ok, task.ID)
		assert.Equal(t, task.Text, e[2])
		assert.Equal(t, []string{"CONFIRMED", "0", "2026-09-01T00:00:00+00:00"}, e[3:6])
		switch {
		case task.When == "brew":
			assert.Equal(t, "[-900.0]", e[6])
		case task.When == "evening" && !timed:
			reminded++
			assert.Equal(t, "[72000.0]", e[6], "at eight in the evening of its day")
		case !timed:
			assert.Equal(t, "[]", e[6])
		}
		if timed {
			at, err := time.Parse(time.RFC3339, e[0])
			require.NoError(t, err)
			assert.True(t, at.Equal(from.Truncate(time.Second)), task.ID)
		}
	}
	ready := func(day int) time.Time {
		for _, task := range r.Tasks {
			if task.When == "brew" && task.Day == day {
				_, to, _, err := zone.When(in, task)
				require.NoError(t, err)
				return to.UTC()
			}
		}
		return time.Time{}
	}
	assert.Equal(t, "2026-10-24T05:30:00Z", ready(1).Format(time.RFC3339), "06:30 in summer time")
	assert.Equal(t, "2026-10-25T06:30:00Z", ready(2).Format(time.RFC3339), "06:30 the next day, in winter time: 25 h later")

	assert.Len(t, got, len(r.Tasks)-lights)
	assert.Positive(t, lights, "a flame is lit a while after the brew began")
	assert.Positive(t, reminded)

	in.StartsOn = ""
	_, err = Events(in, r, tripID, Alarms{})
	assert.ErrorIs(t, err, zone.ErrNoDate)
	_, err = Events(busy(), r, tripID, Alarms{Brew: "7"})
	assert.ErrorContains(t, err, "Choose none, 0, 5")
}

const tripID = "c4cb529f-c327-5e8e-830f-bf53e327cca9"

// When heat is lit stands in the event of its brew: they are not two things to do.
func TestLightingIsInItsBrew(t *testing.T) {
	in := busy()
	events, err := Events(in, result(t, in), tripID, Alarms{})
	require.NoError(t, err)
	lit := 0
	for i, e := range events {
		assert.NotContains(t, e.Summary, "to the boil")
		if strings.Contains(e.Description, "to the boil") {
			lit++
			assert.Contains(t, e.Description, "Carbon monoxide", "the caution goes with it")
			assert.Regexp(t, `\n\d\d:\d\d  `, e.Description)
		}
		for _, o := range events[i+1:] {
			assert.NotEqual(t, e.UID, o.UID)
		}
	}
	assert.Positive(t, lit)
}

// A calendar that was taken over is brought up to date by the next: what changed comes after
// what was, what is no longer to be done is called off, and what comes back is on again.
func TestACalendarIsBroughtUpToDate(t *testing.T) {
	in := sample()
	ids := func(events []Event) (out []string) {
		for _, e := range events {
			out = append(out, e.UID)
		}
		return out
	}
	of := func() []Event {
		events, err := Events(in, result(t, in), tripID, Alarms{})
		require.NoError(t, err)
		return events
	}
	for i := range in.Stops {
		in.Stops[i].Key = fmt.Sprint("stop", i)
		for k := range in.Stops[i].Brews {
			in.Stops[i].Brews[k].Key = fmt.Sprint("brew", i, k)
		}
	}
	day := func(n int) time.Time { return time.Date(2026, 9, n, 0, 0, 0, 0, time.UTC) }
	first := Republish(nil, of(), day(1))
	assert.Equal(t, first, Republish(first, of(), day(2)), "nothing changed, so nothing is newer")

	in.StartsOn = "2026-10-25" // a day later
	second := Republish(first, of(), day(3))
	assert.Equal(t, ids(first), ids(second), "moved, and the same")
	for _, e := range second {
		assert.Equal(t, 1, e.Sequence)
		assert.Equal(t, day(3), e.Modified)
	}

	brews := in.Stops[0].Brews
	in.Stops[0].Brews = nil
	third := Republish(second, of(), day(4))
	cancelled := 0
	for _, e := range third {
		if e.Cancelled {
			cancelled++
			assert.Contains(t, ids(second), e.UID)
			assert.Equal(t, 2, e.Sequence)
			assert.Empty(t, e.Alarm)
		}
	}
	assert.Positive(t, cancelled)
	assert.Equal(t, third, Republish(third, of(), day(5)), "called off once")
	var b bytes.Buffer
	require.NoError(t, WriteCalendar(&b, in.Name, third, day(5)))
	assert.Equal(t, cancelled, strings.Count(b.String(), "STATUS:CANCELLED\r\n"))

	in.Stops[0].Brews = brews
	for _, e := range Republish(third, of(), day(6)) {
		assert.False(t, e.Cancelled)
	}

	// Another trip with the same tasks has other events.
	events, err := Events(in, result(t, in), "0b7c6a52-93f1-4e0e-8f5e-1d1c7e2a4b11", Alarms{})
	require.NoError(t, err)
	for _, e := range events {
		assert.NotContains(t, ids(first), e.UID)
	}
}

// Across a border: the same local time is another moment.
func TestZonesAcrossABorder(t *testing.T) {
	in := sample()
	east := in.Stops[0]
	east.Day, east.TimeZone = 2, "Europe/Madrid"
	in.Stops = append(in.Stops, east)
	a, _, _, err := zone.When(in, trip.Task{Day: 1, Stop: 0, At: "06:30"})
	require.NoError(t, err)
	b, _, _, err := zone.When(in, trip.Task{Day: 1, Stop: 1, At: "06:30"})
	require.NoError(t, err)
	assert.Equal(t, time.Hour, a.Sub(b))
}

func TestGearAsCSV(t *testing.T) {
	list := gear.Starter()
	list[0].Note = "=danger; \"quoted\", ünïcode"
	var b bytes.Buffer
	require.NoError(t, WriteGear(&b, list))
	got, err := ReadGear(&b)
	require.NoError(t, err)
	assert.Equal(t, list, got)
	for _, c := range []struct{ file, says string }{
		{"name,kind,mass_g\nMug,cup,0\n", "CSV, line 2: mass_g: 0 g is out of range"},
		{"name,kind,mass_g\nMug,cup,heavy\n", `mass_g: "heavy" is out of range`},
		{"name,kind,mass_g,lid\nMug,cup,10,maybe\n", `lid: "maybe" is not known. Enter yes or no`},
		{"name,colour\nMug,red\n", `column "colour" is not known`},
	} {
		_, err := ReadGear(strings.NewReader(c.file))
		assert.ErrorContains(t, err, c.says)
	}
}
