package formats

import (
	"errors"
	"fmt"
	"io"
	"time"

	ics "github.com/arran4/golang-ical"

	"apodemos/core/brew"
	"apodemos/core/trip"
)

// ErrNoDate is returned for the calendar of a trip without a date.
var ErrNoDate = errors.New("starts_on: the trip has no date; allowed: set the day that it starts, YYYY-MM-DD")

// When finds the moment that a task begins and ends, in the time zone of its
// stop: its day of the trip and local time, and from there by the clock's own
// seconds, so that a change to or from daylight saving time in between counts.
// A task without a time is a whole day, which timed tells.
func When(t trip.Trip, task trip.Task) (from, to time.Time, timed bool, err error) {
	first, err := time.Parse(time.DateOnly, t.StartsOn)
	if err != nil {
		return from, to, false, ErrNoDate
	}
	zone := time.UTC
	stop := max(task.Stop, 0)
	if stop < len(t.Stops) && t.Stops[stop].TimeZone != "" {
		if zone, err = time.LoadLocation(t.Stops[stop].TimeZone); err != nil {
			return from, to, false, brew.Problems{{Field: fmt.Sprintf("stops[%d].time_zone", stop), Value: t.Stops[stop].TimeZone, Message: CheckZone(t.Stops[stop].TimeZone).Error()}}
		}
	}
	day := first.AddDate(0, 0, task.Day-1)
	if task.At == "" {
		return dayIn(zone, day), dayIn(zone, day.AddDate(0, 0, 1)), false, nil
	}
	at, err := time.Parse("15:04", task.At)
	if err != nil {
		return from, to, false, err
	}
	anchor := time.Date(day.Year(), day.Month(), day.Day(), at.Hour(), at.Minute(), 0, 0, zone)
	from = anchor.Add(time.Duration(task.OffsetS * float64(time.Second))).Round(time.Second)
	return from, from.Add(time.Duration(task.ForS * float64(time.Second))).Round(time.Second), true, nil
}

// dayIn is the first moment of a day in a zone. It is not always midnight: where
// the clocks change then, that moment is not there, and time.Date may give one of
// the day before.
func dayIn(zone *time.Location, day time.Time) time.Time {
	t := time.Date(day.Year(), day.Month(), day.Day(), 0, 0, 0, 0, zone)
	for t.Day() != day.Day() {
		t = t.Add(15 * time.Minute)
	}
	return t
}

// WriteCalendar writes a trip's schedule as iCalendar (RFC 5545). Moments are in
// UTC, so that a calendar shows them right in whatever zone it is carried to.
func WriteCalendar(w io.Writer, t trip.Trip, r *trip.Result, uid string, now time.Time) error {
	c := ics.NewCalendarFor("Apodemos")
	c.SetMethod(ics.MethodPublish)
	c.SetName(t.Name)
	for _, task := range r.Tasks {
		from, to, timed, err := When(t, task)
		if err != nil {
			return err
		}
		e := c.AddEvent(task.ID + "." + uid + "@apodemos")
		e.SetDtStampTime(now)
		e.SetSummary(task.Text)
		e.SetDescription(task.Why)
		if task.Stop >= 0 {
			e.SetLocation(t.Stops[task.Stop].Name)
		}
		if !timed {
			e.SetAllDayStartAt(from)
			e.SetAllDayEndAt(to)
			continue
		}
		e.SetStartAt(from.UTC())
		e.SetEndAt(to.UTC())
		if task.When == "brew" || task.ForS > 3600 {
			a := e.AddAlarm()
			a.SetAction(ics.ActionDisplay)
			a.SetTrigger("-PT0S")
			a.SetProperty(ics.ComponentPropertyDescription, task.Text)
		}
	}
	return c.SerializeTo(w)
}
