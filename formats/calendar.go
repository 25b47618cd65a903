package formats

import (
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/google/uuid"

	"apodemos/core/brew"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// What may be said of Alarms.
var (
	BeforeBrews = []string{"none", "0", "5", "10", "15", "30", "60"} // minutes
	InEvenings  = []string{"none", "18:00", "19:00", "20:00", "21:00", "22:00"}
)

// Alarms are when a calendar is to remind: before a brew is begun, and on evenings with
// something to get ready.
type Alarms struct {
	Brew    string // one of BeforeBrews; 0 where empty
	Evening string // one of InEvenings; none where empty
}

// check refuses what is no alarm. Its error is brew.Problems.
func (a Alarms) check() error {
	var bad brew.Problems
	for _, f := range []struct {
		name, value string
		allowed     []string
	}{{"alarm", a.Brew, BeforeBrews}, {"evening", a.Evening, InEvenings}} {
		if f.value != "" && !slices.Contains(f.allowed, f.value) {
			bad = append(bad, brew.Problem{Field: f.name, Value: f.value, Message: fmt.Sprintf("%q is not an alarm time. Choose %s", f.value, strings.Join(f.allowed, ", "))})
		}
	}
	if bad != nil {
		return bad
	}
	return nil
}

// An Event is a task as a calendar has it. It is kept once it was written, so that what is no
// longer to be done is called off where it was taken over.
type Event struct {
	UID         string    `json:"uid"` // of the trip's identity and the task's: the same in every export, on every machine
	Summary     string    `json:"summary"`
	Description string    `json:"description,omitempty"`
	Location    string    `json:"location,omitempty"`
	From        time.Time `json:"from"`
	To          time.Time `json:"to"`
	AllDay      bool      `json:"all_day,omitempty"`
	Alarm       string    `json:"alarm,omitempty"` // a duration from its begin, RFC 5545 3.3.6; empty for none
	Sequence    int       `json:"sequence"`
	Modified    time.Time `json:"modified"`
	Cancelled   bool      `json:"cancelled,omitempty"`
}

// same reports whether two events say the same, whenever they were written.
func (e Event) same(o Event) bool {
	e.Sequence, e.Modified = o.Sequence, o.Modified
	return e == o
}

// about is what is said of a task besides what to do: its caution first.
func about(t trip.Task) string {
	return strings.TrimSpace(t.Caution + "\n" + t.Why)
}

// Events are the tasks of a trip, whose identity is id, as events. When heat is lit within a
// brew, that stands in the brew's own event: it is one thing to do. Its error is
// zone.ErrNoDate for a trip without a date, and brew.Problems for an alarm that is none.
func Events(t trip.Trip, r *trip.Result, id string, alarms Alarms) ([]Event, error) {
	if err := alarms.check(); err != nil {
		return nil, err
	}
	space, err := uuid.Parse(id)
	if err != nil {
		return nil, fmt.Errorf("the trip has no identity: %w", err)
	}
	var out []Event
	brewAt := map[string]int{}
	for _, task := range r.Tasks {
		from, to, timed, err := zone.When(t, task)
		if err != nil {
			return nil, err
		}
		what, of, _ := strings.Cut(task.ID, ":")
		if at, ok := brewAt[of]; ok && what == "light" {
			out[at].Description += fmt.Sprintf("\n%s  %s\n%s", from.Format("15:04"), task.Text, about(task))
			continue
		}
		e := Event{UID: uuid.NewSHA1(space, []byte(task.ID)).String(), Summary: task.Text, Description: about(task), From: from.UTC(), To: to.UTC(), AllDay: !timed}
		if task.Stop >= 0 {
			e.Location = t.Stops[task.Stop].Name
		}
		if task.Access != "" {
			e.Description += "\nWay to the water: " + task.Access
		}
		switch {
		case timed && alarms.Brew != "none" && (task.When == "brew" || task.ForS > 3600):
			e.Alarm = "PT0S"
			if alarms.Brew != "" && alarms.Brew != "0" {
				e.Alarm = "-PT" + alarms.Brew + "M"
			}
		case !timed && task.When == "evening" && alarms.Evening != "" && alarms.Evening != "none":
			e.Alarm = "PT" + strings.TrimSuffix(alarms.Evening, ":00") + "H"
		}
		if e.AllDay { // a date, wherever it is looked at
			y, m, d := from.Date()
			e.From = time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
			e.To = e.From.AddDate(0, 0, 1)
		}
		if what == "brew" {
			brewAt[of] = len(out)
		}
		out = append(out, e)
	}
	return out, nil
}

// Republish brings events up to date with those that were written before: one that says
// something else has a higher sequence, and one that is gone is cancelled.
func Republish(before, now []Event, at time.Time) []Event {
	at = at.UTC().Truncate(time.Second)
	known := map[string]Event{}
	for _, e := range before {
		known[e.UID] = e
	}
	out := make([]Event, 0, len(now))
	there := map[string]bool{}
	for _, e := range now {
		there[e.UID] = true
		e.Modified = at
		if was, ok := known[e.UID]; ok {
			e.Sequence, e.Modified = was.Sequence, was.Modified
			if !e.same(was) {
				e.Sequence, e.Modified = was.Sequence+1, at
			}
		}
		out = append(out, e)
	}
	for _, e := range before {
		if there[e.UID] {
			continue
		}
		if !e.Cancelled {
			e.Cancelled, e.Alarm, e.Sequence, e.Modified = true, "", e.Sequence+1, at
		}
		out = append(out, e)
	}
	return out
}

// WriteCalendar writes events as iCalendar (RFC 5545), its lines ended as 3.1 has it. Moments
// are in UTC, so that a calendar shows them right in whatever zone it is carried to.
func WriteCalendar(w io.Writer, name string, events []Event, now time.Time) error {
	c := ics.NewCalendarFor("Apodemos")
	c.SetMethod(ics.MethodPublish)
	c.SetName(name)
	for _, x := range events {
		e := c.AddEvent(x.UID)
		e.SetDtStampTime(now)
		e.SetSequence(x.Sequence)
		e.SetLastModifiedAt(x.Modified)
		e.SetSummary(x.Summary)
		if x.Description != "" {
			e.SetDescription(x.Description)
		}
		if x.Location != "" {
			e.SetLocation(x.Location)
		}
		e.SetStatus(ics.ObjectStatusConfirmed)
		if x.Cancelled {
			e.SetStatus(ics.ObjectStatusCancelled)
		}
		if x.AllDay {
			e.SetAllDayStartAt(x.From)
			e.SetAllDayEndAt(x.To)
		} else {
			e.SetStartAt(x.From)
			e.SetEndAt(x.To)
		}
		if x.Alarm != "" {
			a := e.AddAlarm()
			a.SetAction(ics.ActionDisplay)
			a.SetTrigger(x.Alarm)
			a.SetProperty(ics.ComponentPropertyDescription, x.Summary)
		}
	}
	return c.SerializeTo(w, ics.WithNewLineWindows)
}
