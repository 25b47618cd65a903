package files

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"regexp"
	"slices"
	"strings"
	"time"

	"apodemos/app"
	"apodemos/core/trip"
	"apodemos/formats"
	"apodemos/formats/zone"
)

// A File is a trip, or gear, in an open format.
type File struct {
	Name string
	Kind string // media type
	Data []byte
}

// ErrNothing is returned where there is nothing of the kind to write; its text says why
// and what to do.
type ErrNothing struct{ Why string }

func (e ErrNothing) Error() string { return e.Why }

var unsafeName = regexp.MustCompile(`[^a-z0-9]+`)

// A Format is one that a trip is written in.
type Format struct {
	Name  string // the end of the file's name
	Kind  string // media type
	write func(context.Context, io.Writer, source) error
}

// source is the trip that is written.
type source struct {
	app  app.App
	id   int64
	trip trip.Trip
	now  time.Time
}

// Formats are those that a trip is written in.
var Formats = []Format{
	{"trip.json", "application/json", writeTrip},
	{"stops.gpx", "application/gpx+xml", writeStops},
	{"schedule.ics", "text/calendar; charset=utf-8", writeSchedule},
	{"provisions.csv", "text/csv; charset=utf-8", writeProvisions},
}

// Names are the formats by name.
func Names() []string {
	var names []string
	for _, f := range Formats {
		names = append(names, f.Name)
	}
	return names
}

// Export writes a trip in one of the formats, as of now.
func Export(ctx context.Context, a app.App, id int64, format string, now time.Time) (*File, error) {
	at := slices.Index(Names(), format)
	if at < 0 {
		return nil, ErrNothing{fmt.Sprintf("%q is not a format; allowed: %s", format, strings.Join(Names(), ", "))}
	}
	t, _, err := a.Journey(ctx, id)
	if err != nil {
		return nil, err
	}
	f := Formats[at]
	var out bytes.Buffer
	err = f.write(ctx, &out, source{a, id, t, now})
	if errors.Is(err, zone.ErrNoDate) {
		return nil, ErrNothing{"The trip has no date, so there is no calendar of it. Set the day that it starts first."}
	}
	if err != nil {
		return nil, err
	}
	return &File{Name: plainName(t.Name) + "-" + f.Name, Kind: f.Kind, Data: out.Bytes()}, nil
}

// plainName is a name that every file system takes.
func plainName(s string) string {
	base := strings.Trim(unsafeName.ReplaceAllString(strings.ToLower(s), "-"), "-")
	if base == "" {
		base = "trip"
	}
	return base
}

func writeTrip(_ context.Context, w io.Writer, s source) error {
	f, err := formats.FromTrip(s.trip)
	if err != nil {
		return err
	}
	return f.Write(w)
}

func writeStops(_ context.Context, w io.Writer, s source) error {
	r, err := trip.Compute(s.trip)
	if err != nil {
		return err
	}
	without, err := formats.WriteGPX(w, s.trip, r)
	if err == nil && without == len(s.trip.Stops) {
		err = ErrNothing{"No stop has coordinates, so there is nothing to write. Set latitude and longitude of a stop first."}
	}
	return err
}

func writeSchedule(_ context.Context, w io.Writer, s source) error {
	r, err := trip.Compute(s.trip)
	if err != nil {
		return err
	}
	return formats.WriteCalendar(w, s.trip, r, fmt.Sprint(s.id), s.now)
}

func writeProvisions(ctx context.Context, w io.Writer, s source) error {
	r, err := trip.Compute(s.trip)
	if err != nil {
		return err
	}
	items, err := s.app.KitItems(ctx, s.id, nil)
	if err != nil {
		return err
	}
	r.WithKit(items, s.trip.People)
	return formats.WriteProvisions(w, r)
}
