package files

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"regexp"
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

// The formats that a trip is written in.
const (
	TripJSON      = "trip.json"
	StopsGPX      = "stops.gpx"
	ScheduleICS   = "schedule.ics"
	ProvisionsCSV = "provisions.csv"
)

// Export writes a trip in one of the formats, as of now.
func Export(ctx context.Context, a app.App, id int64, format string, now time.Time) (*File, error) {
	t, _, err := a.Journey(ctx, id)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	kind := ""
	switch format {
	case TripJSON:
		kind = "application/json"
		var f formats.TripFile
		if f, err = formats.FromTrip(t); err == nil {
			err = f.Write(&out)
		}
	case StopsGPX, ScheduleICS, ProvisionsCSV:
		kind, err = exportPlan(ctx, a, &out, id, t, format, now)
	default:
		return nil, ErrNothing{fmt.Sprintf("%q is not a format; allowed: %s", format, strings.Join([]string{TripJSON, StopsGPX, ScheduleICS, ProvisionsCSV}, ", "))}
	}
	if errors.Is(err, zone.ErrNoDate) {
		return nil, ErrNothing{"The trip has no date, so there is no calendar of it. Set the day that it starts first."}
	}
	if err != nil {
		return nil, err
	}
	base := strings.Trim(unsafeName.ReplaceAllString(strings.ToLower(t.Name), "-"), "-")
	if base == "" {
		base = "trip"
	}
	return &File{Name: base + "-" + format, Kind: kind, Data: out.Bytes()}, nil
}

// exportPlan writes what is planned of a trip.
func exportPlan(ctx context.Context, a app.App, out *bytes.Buffer, id int64, t trip.Trip, format string, now time.Time) (kind string, err error) {
	r, err := trip.Compute(t)
	if err != nil {
		return "", err
	}
	switch format {
	case StopsGPX:
		without, err := formats.WriteGPX(out, t, r)
		if err == nil && without == len(t.Stops) {
			err = ErrNothing{"No stop has coordinates, so there is nothing to write. Set latitude and longitude of a stop first."}
		}
		return "application/gpx+xml", err
	case ScheduleICS:
		return "text/calendar; charset=utf-8", formats.WriteCalendar(out, t, r, fmt.Sprint(id), now)
	}
	items, err := a.KitItems(ctx, id, nil)
	if err != nil {
		return "", err
	}
	r.WithKit(items, t.People)
	return "text/csv; charset=utf-8", formats.WriteProvisions(out, r)
}
