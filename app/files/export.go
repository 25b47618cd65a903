package files

import (
	"bytes"
	"context"
	"encoding/json"
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
	// alarms are those of a calendar.
	alarms formats.Alarms
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

// Export writes a trip in one of the formats, as of now; a calendar with alarms.
func Export(ctx context.Context, a app.App, id int64, format string, alarms formats.Alarms, now time.Time) (*File, error) {
	at := slices.Index(Names(), format)
	if at < 0 {
		return nil, ErrNothing{fmt.Sprintf("%q is not a format. Choose %s", format, strings.Join(Names(), ", "))}
	}
	t, _, err := a.Journey(ctx, id)
	if err != nil {
		return nil, err
	}
	f := Formats[at]
	var out bytes.Buffer
	err = f.write(ctx, &out, source{a, id, t, now, alarms})
	if errors.Is(err, zone.ErrNoDate) {
		return nil, ErrNothing{"The trip has no start date. Set it to make a calendar."}
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

func writeStops(ctx context.Context, w io.Writer, s source) error {
	r, err := trip.ComputeContext(ctx, s.trip)
	if err != nil {
		return err
	}
	without, err := formats.WriteGPX(w, s.trip, r)
	if err == nil && without == len(s.trip.Stops) {
		err = ErrNothing{"No stop has coordinates. Set a stop’s latitude and longitude first."}
	}
	return err
}

// writeSchedule writes the calendar, and keeps what it wrote, so that the next one calls off
// what is no longer to be done. Where nothing can be kept, it is written all the same.
func writeSchedule(ctx context.Context, w io.Writer, s source) error {
	r, err := trip.ComputeContext(ctx, s.trip)
	if err != nil {
		return err
	}
	t, err := s.app.Trip(ctx, s.id)
	if err != nil {
		return err
	}
	now, err := formats.Events(s.trip, r, t.UUID, s.alarms)
	if err != nil {
		return err
	}
	for range 5 {
		was, err := s.app.Calendar(ctx, s.id)
		if err != nil {
			return err
		}
		var before []formats.Event
		if err := json.Unmarshal([]byte(was), &before); err != nil {
			return fmt.Errorf("the calendar that was written before: %w", err)
		}
		out := formats.Republish(before, now, s.now)
		is, err := json.Marshal(out)
		if err != nil {
			return err
		}
		if string(is) != was {
			if err := s.app.SetCalendar(ctx, s.id, was, string(is)); errors.Is(err, app.ErrConflict) {
				continue // another was written meanwhile
			} else if err != nil && !errors.Is(err, app.ErrReadOnly) {
				return err
			}
		}
		return formats.WriteCalendar(w, s.trip.Name, out, s.now)
	}
	return app.ErrConflict
}

func writeProvisions(ctx context.Context, w io.Writer, s source) error {
	r, err := trip.ComputeContext(ctx, s.trip)
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
