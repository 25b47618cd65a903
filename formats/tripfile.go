package formats

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strings"
	_ "time/tzdata" // zones ship with the program

	jsonpatch "github.com/evanphx/json-patch/v5"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/field"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// The trip file's name and version. A file of a later version is refused, for
// what it says more would be lost.
const (
	TripFormat  = "apodemos-trip"
	TripVersion = 3
	// MaxTripBytes bounds a trip file; one of 60 days is about 100 kB.
	MaxTripBytes = 4 << 20
)

// TripFile is a trip as a file.
type TripFile struct {
	Format   string           `json:"format" enum:"apodemos-trip"`
	Version  int              `json:"version" minimum:"1" maximum:"3" doc:"1 has no coffees and no recipes, 2 no ways to the water"`
	Name     string           `json:"name" minLength:"1" maxLength:"120"`
	People   int              `json:"people" minimum:"1" maximum:"24"`
	StartsOn string           `json:"starts_on,omitempty" doc:"ISO date of day 1"`
	Supplies trip.Supplies    `json:"supplies,omitzero" required:"false"`
	Stops    []StopFile       `json:"stops" maxItems:"400"`
	Coffees  []trip.CoffeeBag `json:"coffees,omitempty" maxItems:"200" doc:"Those that the requests of its brews name"`
}

// StopFile is a stop in a trip file.
type StopFile struct {
	trip.Spot
	Day        int            `json:"day" minimum:"1" maximum:"500"`
	Km         float64        `json:"km,omitempty" minimum:"0" maximum:"40000"`
	Conditions map[string]any `json:"conditions,omitempty" doc:"Place, water and heat, as in a plan's request"`
	Brews      []BrewFile     `json:"brews,omitempty" maxItems:"40"`
}

// BrewFile is a brew in a trip file.
type BrewFile struct {
	Name    string         `json:"name,omitempty" maxLength:"120"`
	At      string         `json:"at,omitempty" doc:"Coffee in hand, local time HH:MM"`
	Request map[string]any `json:"request" doc:"A plan's request, as an RFC 7396 merge patch over the stop's conditions"`
}

// ReadTrip reads a trip file. The error is brew.Problems with the path of the
// field, or the line where the text stops being JSON.
func ReadTrip(r io.Reader) (TripFile, error) {
	f, err := brew.DecodeJSON[TripFile](r, MaxTripBytes, "trip", `{"format": "apodemos-trip", "version": 1, …}`)
	if err != nil {
		return f, err
	}
	if f.Format != TripFormat {
		return f, brew.Problems{{Field: "format", Value: f.Format, Message: fmt.Sprintf("%q is not a trip. Choose a file with the format %s", f.Format, TripFormat)}}
	}
	if f.Version < 1 || f.Version > TripVersion {
		return f, brew.Problems{{Field: "version", Value: f.Version, Message: fmt.Sprintf("%d is not known here. Enter 1 to %d. A newer file needs a newer Apodemos", f.Version, TripVersion)}}
	}
	return f, nil
}

// Merge lays a patch over something, and reads what comes of it as a T. An unknown
// field is a problem under the path at.
func Merge[T any](on any, patch map[string]any, at string) (T, error) {
	var none T
	base, err := json.Marshal(on)
	if err != nil {
		return none, err
	}
	if patch != nil {
		over, err := json.Marshal(patch)
		if err != nil {
			return none, err
		}
		if base, err = jsonpatch.MergePatch(base, over); err != nil {
			return none, err
		}
	}
	v, err := brew.DecodeJSON[T](bytes.NewReader(base), brew.MaxRequestBytes, at, `{"place": {"altitude_m": 900}}`)
	return v, under(at, err)
}

func under(at string, err error) error {
	if bad, ok := err.(brew.Problems); ok {
		for i := range bad {
			bad[i].Field = at + "." + bad[i].Field
		}
		return bad
	}
	return err
}

// Trip returns the trip in a file, checked field by field.
func (f TripFile) Trip() (trip.Trip, error) {
	f = printed(f)
	t := trip.Trip{Name: oneLine(f.Name), People: f.People, StartsOn: f.StartsOn, Supplies: f.Supplies, Coffees: f.Coffees}
	var bad brew.Problems
	add := func(path string, value any, format string, args ...any) {
		bad = append(bad, brew.Problem{Field: path, Value: value, Message: fmt.Sprintf(format, args...)})
	}
	if n := len([]rune(t.Name)); n < 1 || n > 120 {
		add("name", f.Name, "%d characters is out of range. Enter 1 to 120", n)
	}
	bad = append(bad, zone.Day("starts_on", f.StartsOn)...)
	for i, c := range f.Coffees {
		if n := len([]rune(c.Name)); n < 1 || n > 40 {
			add(fmt.Sprintf("coffees[%d].name", i), c.Name, "%d characters is out of range. Enter 1 to 40", n)
		}
		if n := len(c.ID); n < 1 || n > 36 {
			add(fmt.Sprintf("coffees[%d].id", i), c.ID, "%d characters is out of range. Enter 1 to 36", n)
		}
	}
	for i, sf := range f.Stops {
		at := fmt.Sprintf("stops[%d]", i)
		s := trip.Stop{Spot: sf.Spot, Day: sf.Day, Km: sf.Km}
		s.Name = oneLine(s.Name)
		if n := len([]rune(s.Name)); n < 1 || n > 120 {
			add(at+".name", sf.Name, "%d characters is out of range. Enter 1 to 120", n)
		}
		if !(s.Km >= 0 && s.Km <= 40000) {
			add(at+".km", s.Km, "%g km is out of range. Enter 0 to 40000 km", s.Km)
		}
		if s.TimeZone == "" {
			s.TimeZone = "UTC"
		}
		if err := zone.Check(s.TimeZone); err != nil {
			add(at+".time_zone", s.TimeZone, "%v", err)
		}
		bad = append(bad, checkFacts(at+".facts.", s.Facts)...)
		var err error
		if s.Conditions, err = Merge[conditions.Conditions](conditions.Conditions{}, sf.Conditions, at+".conditions"); err != nil {
			bad = append(bad, asProblems(at, err)...)
			continue
		}
		trip.MoveWater(&s.Conditions, &s.Facts)
		for j, bf := range sf.Brews {
			bat := fmt.Sprintf("%s.brews[%d]", at, j)
			b := trip.Brew{ID: int64(1000*i + j + 1), Name: oneLine(bf.Name), At: bf.At}
			if b.Request, err = Merge[brew.Request](trip.ConditionsAt(s.Conditions, s.Facts, b.At), bf.Request, bat+".request"); err != nil {
				bad = append(bad, asProblems(bat, err)...)
				continue
			}
			s.Brews = append(s.Brews, b)
		}
		t.Stops = append(t.Stops, s)
	}
	if len(bad) > 0 {
		return t, bad
	}
	return t, nil
}

func asProblems(at string, err error) brew.Problems {
	if bad, ok := err.(brew.Problems); ok {
		return bad
	}
	return brew.Problems{{Field: at, Message: err.Error()}}
}

// words allowed in facts; the API's schema has them too, but files come past it.
var factWords = map[string][]string{
	"water_source": {"", "tap", "spring", "stream", "lake", "snow", "bottled", "urn", "none"},
	"water_trust":  {"", "trusted", "doubtful"},
	"leg_by":       {"", "foot", "road", "ferry", "train", "flight"},
	"allowed":      {"fire", "stove", "mains", "urn"},
	"resupply":     {"coffee", "fuel", "filters", "milk", "water"},
}

// checkFacts finds what is wrong with the facts of a stop; at is put before each field.
func checkFacts(at string, f trip.Facts) brew.Problems {
	var bad brew.Problems
	word := func(name string, values ...string) {
		for _, v := range values {
			if !slices.Contains(factWords[name], v) {
				bad = append(bad, brew.Problem{Field: at + name, Value: v, Message: fmt.Sprintf("%q is not known. Enter one of %s", v, strings.TrimPrefix(strings.Join(factWords[name], ", "), ", "))})
			}
		}
	}
	word("water_source", f.OldSource)
	word("water_trust", f.OldTrust)
	word("leg_by", f.LegBy)
	word("allowed", f.Allowed...)
	word("resupply", f.Resupply...)
	num := func(name string, v *float64, min, max float64, unit quantity.Unit) {
		if v != nil {
			if p, is := field.Range(at+name, *v, min, max, unit); is {
				bad = append(bad, p)
			}
		}
	}
	num("lat", f.Lat, -90, 90, "°")
	num("lon", f.Lon, -180, 180, "°")
	num("leg_hours", f.LegHours, 0, 240, "h")
	num("morning_c", f.MorningC, field.AirC.Min, field.AirC.Max, "°C")
	num("day_c", f.DayC, field.AirC.Min, field.AirC.Max, "°C")
	return bad
}

// FromTrip returns the file of a trip; Trip gives the same trip back.
func FromTrip(t trip.Trip) (TripFile, error) {
	f := TripFile{Format: TripFormat, Version: TripVersion, Name: t.Name, People: t.People, StartsOn: t.StartsOn, Supplies: t.Supplies, Stops: []StopFile{}, Coffees: t.Coffees}
	for _, s := range t.Stops {
		sf := StopFile{Spot: s.Spot, Day: s.Day, Km: s.Km}
		var err error
		if sf.Conditions, err = Difference(conditions.Conditions{}, s.Conditions); err != nil {
			return f, err
		}
		for _, b := range s.Brews {
			patch, err := Difference(trip.ConditionsAt(s.Conditions, s.Facts, b.At), b.Request)
			if err != nil {
				return f, err
			}
			sf.Brews = append(sf.Brews, BrewFile{Name: b.Name, At: b.At, Request: patch})
		}
		f.Stops = append(f.Stops, sf)
	}
	return f, nil
}

// Difference is the merge patch that makes one request of another.
func Difference(from, to any) (map[string]any, error) {
	a, err := json.Marshal(from)
	if err != nil {
		return nil, err
	}
	b, err := json.Marshal(to)
	if err != nil {
		return nil, err
	}
	patch, err := jsonpatch.CreateMergePatch(a, b)
	if err != nil {
		return nil, err
	}
	out := map[string]any{}
	return out, json.Unmarshal(patch, &out)
}

// Write writes the file as indented JSON.
func (f TripFile) Write(w io.Writer) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(f)
}
