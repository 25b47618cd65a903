// Package zone tells when a task of a trip is, in the time zone of its stop.
package zone

import (
	"encoding/binary"
	"errors"
	"fmt"
	"slices"
	"sync"
	"time"

	"apodemos/core/brew"
	"apodemos/core/trip"
)

// ErrNoDate is returned for the calendar of a trip without a date.
var ErrNoDate = errors.New("the trip has no start date. Enter one")

// zones finds a time zone by its IANA name.
var zones = time.LoadLocation

// From sets where time zones come from, where the system has none of its own; each is
// asked for once.
func From(find func(name string) (*time.Location, error)) {
	var known sync.Map
	zones = func(name string) (*time.Location, error) {
		if l, ok := known.Load(name); ok {
			return l.(*time.Location), nil
		}
		l, err := find(name)
		if err == nil {
			known.Store(name, l)
		}
		return l, err
	}
}

// OffsetChange is a moment from which a zone is so far from UTC.
type OffsetChange struct {
	At    int64 // s since 1970
	EastS int   // s east of UTC
}

// Of makes a time zone of the changes of its offset, in order, by writing them as
// a TZif file (RFC 8536, version 1, which is good to the year 2038).
func Of(name string, changes []OffsetChange) (*time.Location, error) {
	var kinds []int
	kind := func(east int) byte {
		for i, k := range kinds {
			if k == east {
				return byte(i)
			}
		}
		kinds = append(kinds, east)
		return byte(len(kinds) - 1)
	}
	var at, index []byte
	for _, c := range changes {
		at = binary.BigEndian.AppendUint32(at, uint32(int32(max(min(c.At, 1<<31-1), -1<<31))))
		index = append(index, kind(c.EastS))
	}
	if len(kinds) == 0 {
		kind(0)
	}
	b := append([]byte("TZif"), make([]byte, 16)...) // version 1
	const names = "x\x00"
	for _, n := range []int{0, 0, 0, len(changes), len(kinds), len(names)} {
		b = binary.BigEndian.AppendUint32(b, uint32(n))
	}
	b = slices.Concat(b, at, index)
	for _, east := range kinds {
		b = binary.BigEndian.AppendUint32(b, uint32(int32(east)))
		b = append(b, 0, 0) // not told apart as daylight saving; its name
	}
	return time.LoadLocationFromTZData(name, append(b, names...))
}

// When finds the moment that a task begins and ends, in the time zone of its
// stop: its day of the trip and local time, and from there by the clock's own
// seconds, so that a change to or from daylight saving time in between counts.
// A task without a time is a whole day, which timed tells.
func When(t trip.Trip, task trip.Task) (from, to time.Time, timed bool, err error) {
	first, err := time.Parse(time.DateOnly, t.StartsOn)
	if err != nil {
		return from, to, false, ErrNoDate
	}
	in := time.UTC
	stop := max(task.Stop, 0)
	if stop < len(t.Stops) && t.Stops[stop].TimeZone != "" {
		if in, err = zones(t.Stops[stop].TimeZone); err != nil {
			return from, to, false, brew.Problems{{Field: fmt.Sprintf("stops[%d].time_zone", stop), Value: t.Stops[stop].TimeZone, Message: Check(t.Stops[stop].TimeZone).Error()}}
		}
	}
	day := first.AddDate(0, 0, task.Day-1)
	if task.At == "" {
		return dayIn(in, day), dayIn(in, day.AddDate(0, 0, 1)), false, nil
	}
	at, err := time.Parse("15:04", task.At)
	if err != nil {
		return from, to, false, err
	}
	anchor := clockIn(in, day, at.Hour(), at.Minute())
	from = anchor.Add(time.Duration(task.OffsetS * float64(time.Second))).Round(time.Second)
	return from, from.Add(time.Duration(task.ForS * float64(time.Second))).Round(time.Second), true, nil
}

// clockIn is when a clock in a zone shows a time on a day. A time that is left out as the clocks are
// put forward is as long after the change as it would have been without it: later by what they are
// put forward. Of one that comes twice it is the first.
func clockIn(in *time.Location, day time.Time, hour, minute int) time.Time {
	utc := time.Date(day.Year(), day.Month(), day.Day(), hour, minute, 0, 0, time.UTC)
	east := func(t time.Time) time.Duration {
		_, s := t.In(in).Zone()
		return time.Duration(s) * time.Second
	}
	// Use the offset half a day earlier, before the change.
	t := utc.Add(-east(utc.Add(-east(utc) - 12*time.Hour)))
	if shown := t.In(in); shown.Hour() == hour && shown.Minute() == minute && shown.Day() == day.Day() {
		return shown
	}
	if u := time.Date(day.Year(), day.Month(), day.Day(), hour, minute, 0, 0, in); u.Hour() == hour && u.Minute() == minute {
		return u
	}
	return t.In(in)
}

// dayIn is the first moment of a day in a zone. It is not always midnight: where
// the clocks change then, that moment is not there, and time.Date may give one of
// the day before.
func dayIn(in *time.Location, day time.Time) time.Time {
	t := time.Date(day.Year(), day.Month(), day.Day(), 0, 0, 0, 0, in)
	for t.Day() != day.Day() {
		t = t.Add(15 * time.Minute)
	}
	return t
}

// Check reports whether a time zone is known.
func Check(name string) error {
	if _, err := zones(name); err != nil || name == "Local" {
		return fmt.Errorf("%q is not a known time zone. Enter one such as Europe/Lisbon or Etc/GMT-2", name)
	}
	return nil
}
