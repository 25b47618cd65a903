package formats

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// words draws text as people type it, with what files trip over: quotes, commas,
// line ends, signs that begin a formula, markup, and letters of all scripts.
func words(label string, least, most int) *rapid.Generator[string] {
	return rapid.Custom(func(t *rapid.T) string {
		pieces := rapid.SliceOfN(rapid.SampledFrom([]string{"a", "Hütte", "峠", "=", "+", "-", "@", "'", "\"", ",", ";", "\n", "\t", "<b>", "&amp;", "]]>", "{0}", "%d", " ", "0", "é", "🏔", "|", "\\"}), least, most).Draw(t, label)
		return strings.Join(pieces, "")
	})
}

// plain is such text without ends that a reader may trim.
func plain(t *rapid.T, label string) string {
	return "x" + strings.TrimSpace(words(label, 0, 8).Draw(t, label)) + "x"
}

// number draws a value as people type it.
func number(t *rapid.T, label string, lo, hi float64) *float64 {
	if rapid.Bool().Draw(t, label+"?") {
		return nil
	}
	return ptr(math.Round(100*rapid.Float64Range(lo, hi).Draw(t, label)) / 100)
}

// anyRequest draws what can be set of a stop or a brew, over every field there is.
func anyRequest(t *rapid.T, in string, only func(path string) bool) map[string]any {
	out := map[string]any{}
	for _, f := range brew.Fields {
		if !only(f.Path) || rapid.IntRange(0, 3).Draw(t, in+f.Path+"?") != 0 {
			continue
		}
		var v any
		switch f.Kind {
		case "number":
			x := rapid.Float64Range(f.Min, f.Max).Draw(t, in+f.Path)
			if f.Whole {
				x = math.Round(x)
			}
			v = x
		case "word":
			v = rapid.SampledFrom(f.Words).Draw(t, in+f.Path)
		case "yesno":
			v = rapid.Bool().Draw(t, in+f.Path)
		default:
			continue
		}
		at := out
		parts := strings.Split(f.Path, ".")
		for _, p := range parts[:len(parts)-1] {
			if at[p] == nil {
				at[p] = map[string]any{}
			}
			at = at[p].(map[string]any)
		}
		at[parts[len(parts)-1]] = v
	}
	return out
}

func request(t *rapid.T, m map[string]any) (r brew.Request) {
	b, err := json.Marshal(m)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(b, &r))
	return r
}

// anyTrip draws a trip that a trip file can hold.
func anyTrip(t *rapid.T) trip.Trip {
	out := trip.Trip{Name: plain(t, "trip"), People: rapid.IntRange(1, 24).Draw(t, "people"), StartsOn: rapid.SampledFrom([]string{"", "2026-03-29", "2026-12-31"}).Draw(t, "starts on")}
	out.Supplies.SugarG = number(t, "sugar", 0, 50)
	out.Supplies.FuelReserve = number(t, "reserve", 0, 200)
	day := 1
	for i := range rapid.IntRange(0, 4).Draw(t, "stops") {
		s := trip.Stop{Day: day, Km: float64(rapid.IntRange(0, 900).Draw(t, "km")), Spot: trip.Spot{Name: plain(t, "stop"), TimeZone: rapid.SampledFrom([]string{"UTC", "Etc/GMT-2", "Europe/Madrid"}).Draw(t, "zone"), AccessNote: words("access", 0, 8).Draw(t, "access"), Note: words("note", 0, 12).Draw(t, "note")}}
		s.Conditions = request(t, anyRequest(t, "stop ", func(p string) bool {
			return strings.HasPrefix(p, "place.") || strings.HasPrefix(p, "water.") || strings.HasPrefix(p, "heat.burner")
		})).Conditions
		s.Facts = trip.Facts{Lat: number(t, "lat", -90, 90), Lon: number(t, "lon", -180, 180), MorningC: number(t, "morning", -40, 40), DayC: number(t, "day", -40, 40), LegHours: number(t, "leg", 0, 200),
			LegBy: rapid.SampledFrom([]string{"", "foot", "flight"}).Draw(t, "by"), Bin: rapid.Bool().Draw(t, "bin"), FireBan: rapid.Bool().Draw(t, "ban"),
			Allowed: rapid.SliceOfNDistinct(rapid.SampledFrom([]string{"fire", "stove", "mains", "urn"}), 0, 4, rapid.ID[string]).Draw(t, "allowed")}
		if len(s.Facts.Allowed) == 0 {
			s.Facts.Allowed = nil
		}
		for j := range rapid.IntRange(0, 3).Draw(t, "brews") {
			m := anyRequest(t, "brew ", func(p string) bool { return p != "school" && p != "measure.name" })
			m["method"] = rapid.SampledFrom([]string{"pot", "cone", "hand-press", "moka", "serve-concentrate"}).Draw(t, "method")
			at := rapid.SampledFrom([]string{"", "06:30", "15:00"}).Draw(t, "at")
			own := request(t, m)
			r, err := Merge[brew.Request](trip.ConditionsAt(s.Conditions, s.Facts, at), m, "brew")
			require.NoError(t, err)
			assert.Equal(t, own.Method, r.Method)
			s.Brews = append(s.Brews, trip.Brew{ID: int64(1000*i + j + 1), Name: words("brew", 0, 4).Draw(t, "brew"), At: at, Request: r})
		}
		day += rapid.IntRange(0, 3).Draw(t, "days")
		out.Stops = append(out.Stops, s)
	}
	return out
}

// Any trip, written to a file and read again, is the same trip: every stop, every
// brew with every wish of its own, every note.
func TestAnyTripIsReadAgainAsItWas(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := anyTrip(t)
		// A name has one line; what came with more, of an earlier version, comes back with one.
		one := func(name string) string {
			return strings.TrimSpace(strings.Map(func(r rune) rune {
				if r == '\n' || r == '\t' {
					return ' '
				}
				return r
			}, name))
		}
		f, err := FromTrip(in)
		require.NoError(t, err)
		b, err := json.Marshal(f)
		require.NoError(t, err)
		former, err := ReadTrip(bytes.NewReader(b))
		require.NoError(t, err)
		in.Name = one(in.Name)
		for i := range in.Stops {
			in.Stops[i].Name = one(in.Stops[i].Name)
			for j := range in.Stops[i].Brews {
				in.Stops[i].Brews[j].Name = one(in.Stops[i].Brews[j].Name)
			}
		}
		read, err := former.Trip()
		require.NoError(t, err)
		assert.Equal(t, in.Name, read.Name)
		f, err = FromTrip(in)
		require.NoError(t, err)
		var out bytes.Buffer
		require.NoError(t, f.Write(&out))
		assert.True(t, json.Valid(out.Bytes()))
		back, err := ReadTrip(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		again, err := back.Trip()
		require.NoError(t, err, out.String())
		want, err := json.Marshal(in)
		require.NoError(t, err)
		got, err := json.Marshal(again)
		require.NoError(t, err)
		assert.JSONEq(t, string(want), string(got))
		// And written once more it is the same file, byte for byte.
		f, err = FromTrip(again)
		require.NoError(t, err)
		var twice bytes.Buffer
		require.NoError(t, f.Write(&twice))
		assert.Equal(t, out.String(), twice.String())
	})
}

// anyGear draws a piece that the shelf takes.
func anyGear(t *rapid.T) gear.Item {
	it := rapid.SampledFrom(gear.Starter()).Draw(t, "piece")
	it.Name, it.Note = plain(t, "name"), strings.TrimSpace(words("note", 0, 8).Draw(t, "note"))
	it.MassG = float64(rapid.IntRange(1, 2000).Draw(t, "mass"))
	it.Price, it.RimMm = number(t, "price", 0, 900), number(t, "rim", 20, 300)
	it.Typical, it.Lid = rapid.Bool().Draw(t, "typical"), rapid.Bool().Draw(t, "lid")
	it.Condition = rapid.SampledFrom([]string{"", "worn"}).Draw(t, "condition")
	it.Parts = nil
	for range rapid.IntRange(0, 3).Draw(t, "parts") {
		it.Parts = append(it.Parts, plain(t, "part"))
	}
	return it
}

// Any shelf, written as CSV and read again, is the same shelf, and no cell of it is
// live in a spreadsheet.
func TestAnyShelfIsReadAgainAsItWas(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var list []gear.Item
		for range rapid.IntRange(1, 5).Draw(t, "pieces") {
			if it := anyGear(t); len(it.Check()) == 0 {
				list = append(list, it)
			}
		}
		if len(list) == 0 {
			t.Skip("nothing that the shelf takes")
		}
		var out bytes.Buffer
		require.NoError(t, WriteGear(&out, list))
		rows, err := csv.NewReader(bytes.NewReader(out.Bytes())).ReadAll()
		require.NoError(t, err)
		require.Len(t, rows, len(list)+1)
		for _, row := range rows[1:] {
			for i, cell := range row {
				if cell != "" && rows[0][i] != "zero_um" {
					assert.NotContains(t, "=+-@\t\r", cell[:1], "%s: %q", rows[0][i], cell)
				}
			}
		}
		got, err := ReadGear(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		for i := range got {
			got[i].ID = 0
		}
		assert.Equal(t, list, got)
	})
}

// Stops written as GPX and read again lie where they lay, in their order, with
// their names and altitudes.
func TestAnyStopsComeBackFromGPX(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var in trip.Trip
		in.Name, in.People = plain(t, "trip"), 2
		for i := range rapid.IntRange(1, 6).Draw(t, "stops") {
			s := trip.Stop{Day: i + 1, Spot: trip.Spot{Name: strings.Join(strings.Fields(plain(t, "stop")), " ")}}
			s.Facts.Lat = ptr(float64(rapid.IntRange(-8_900, 8_900).Draw(t, "lat")) / 100)
			s.Facts.Lon = ptr(float64(rapid.IntRange(-17_900, 17_900).Draw(t, "lon")) / 100)
			if *s.Facts.Lat == 0 && *s.Facts.Lon == 0 {
				*s.Facts.Lon = 0.01 // what is read at 0, 0 is a receiver without a fix, and left out
			}
			s.Conditions.Place.AltitudeM = ptr(float64(rapid.IntRange(-400, 8800).Draw(t, "altitude")))
			in.Stops = append(in.Stops, s)
		}
		r, err := trip.Compute(in)
		require.NoError(t, err)
		var out bytes.Buffer
		without, err := WriteGPX(&out, in, r)
		require.NoError(t, err)
		assert.Zero(t, without)
		g, err := ReadGPX(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		require.Len(t, g.Waypoints, len(in.Stops))
		for i, w := range g.Waypoints {
			s := in.Stops[i]
			assert.Equal(t, s.Name, strings.Join(strings.Fields(w.Name), " "))
			assert.InDelta(t, *s.Facts.Lat, w.Lat, 1e-9)
			assert.InDelta(t, *s.Facts.Lon, w.Lon, 1e-9)
			assert.InDelta(t, *s.Conditions.Place.AltitudeM, *w.Ele, 1e-9)
		}
	})
}

// A task's moment: the days between are calendar days, and what is counted from a
// time of day is counted in seconds, whatever the clocks do.
func TestMomentsOfTasks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		place := rapid.SampledFrom([]string{"UTC", "Europe/Madrid", "America/Santiago", "Pacific/Auckland", "Asia/Kathmandu"}).Draw(t, "zone")
		in := trip.Trip{StartsOn: rapid.SampledFrom([]string{"2026-03-27", "2026-10-23", "2026-04-03", "2026-09-04", "2026-12-30"}).Draw(t, "starts"), Stops: []trip.Stop{{Spot: trip.Spot{TimeZone: place}}}}
		day := rapid.IntRange(0, 6).Draw(t, "day")
		offset := float64(rapid.IntRange(-40_000, 40_000).Draw(t, "offset"))
		task := trip.Task{Day: day, At: rapid.SampledFrom([]string{"06:30", "12:00", "21:15"}).Draw(t, "at"), OffsetS: offset, ForS: 90}
		from, to, timed, err := zone.When(in, task)
		require.NoError(t, err)
		assert.True(t, timed)
		assert.Equal(t, 90*time.Second, to.Sub(from))
		anchor, _, _, err := zone.When(in, trip.Task{Day: day, At: task.At})
		require.NoError(t, err)
		assert.InDelta(t, offset, from.Sub(anchor).Seconds(), 1e-6)
		first, _ := time.Parse(time.DateOnly, in.StartsOn)
		assert.Equal(t, first.AddDate(0, 0, day-1).Format(time.DateOnly), anchor.Format(time.DateOnly), "the calendar's day there")
		assert.Equal(t, task.At, anchor.Format("15:04"), "that time on the clock there")

		whole, end, timed, err := zone.When(in, trip.Task{Day: day})
		require.NoError(t, err)
		assert.False(t, timed)
		assert.Equal(t, anchor.Format(time.DateOnly), whole.Format(time.DateOnly))
		assert.Less(t, whole.Hour(), 2, "where the clocks change at midnight the day begins at one")
		assert.Equal(t, first.AddDate(0, 0, day).Format(time.DateOnly), end.Format(time.DateOnly), "a whole day")
		assert.InDelta(t, 24, end.Sub(whole).Hours(), 1, "of 23 to 25 hours")
	})
}

func FuzzGear(f *testing.F) {
	f.Add("name;kind;mass_g;parts\nMug;cup;90,5;lid|handle\n")
	f.Add("name,kind,mass_g\n\"=Mug\",cup,10\n")
	f.Fuzz(func(t *testing.T, s string) {
		list, err := ReadGear(strings.NewReader(s))
		if err != nil {
			return
		}
		for _, it := range list {
			if bad := it.Check(); len(bad) > 0 {
				t.Fatalf("read and not sound: %v", bad)
			}
		}
	})
}
