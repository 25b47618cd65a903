package formats

import (
	"io"
	"time"

	ics "github.com/arran4/golang-ical"

	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// WriteCalendar writes a trip's schedule as iCalendar (RFC 5545). Moments are in
// UTC, so that a calendar shows them right in whatever zone it is carried to.
func WriteCalendar(w io.Writer, t trip.Trip, r *trip.Result, uid string, now time.Time) error {
	c := ics.NewCalendarFor("Apodemos")
	c.SetMethod(ics.MethodPublish)
	c.SetName(t.Name)
	for _, task := range r.Tasks {
		from, to, timed, err := zone.When(t, task)
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
