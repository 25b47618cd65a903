package app

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/google/uuid"

	"apodemos/app/journal"
	"apodemos/core/quantity"
)

// PocketFormat and PocketVersion say what a file with a pocket in it is.
const (
	PocketFormat  = "apodemos-pocket"
	PocketVersion = 2
)

// Limits of what is brought.
const (
	MaxPocketBytes  = 24 << 20
	maxPocketEvents = 50_000
	maxEventBytes   = 256 << 10
)

// Carried is what a pocket carries: a trip with all that it takes to brew on it, as the events
// that tell it, and what was done with it since.
type Carried struct {
	Format  string          `json:"format" enum:"apodemos-pocket"`
	Version int             `json:"version" minimum:"1"`
	Pocket  PocketInfo      `json:"pocket"`
	Base    int             `json:"base" minimum:"0" doc:"How many of the events were there when it was taken along; the others were made in it"`
	Events  []journal.Edit  `json:"events"`
	Running []RunningRecord `json:"running,omitempty" doc:"Brews that are being made"`
	// Numbers are the records' numbers at home, so that an address means the same in every copy.
	Numbers map[string]int64 `json:"numbers,omitempty" doc:"Numbers of records at home, by kind/uuid"`
	Sum     string           `json:"sum" maxLength:"64" doc:"SHA-256 of the events as JSON, hexadecimal: a damaged file is known by it"`
}

// PocketInfo is what a pocket is.
type PocketInfo struct {
	ID     string   `json:"id" maxLength:"36"`
	Name   string   `json:"name" maxLength:"160" doc:"Of its first trip when it was taken along, and how many more there are"`
	Trips  []string `json:"trips" maxItems:"20" doc:"UUIDs of the trips"`
	Home   string   `json:"home" maxLength:"36" doc:"Identity of the database that it was taken from"`
	MadeAt string   `json:"made_at" maxLength:"40" doc:"UTC, RFC 3339"`
	Core   string   `json:"core" maxLength:"20" doc:"Version of the core that works in it"`
	Aside  []string `json:"aside,omitempty" doc:"UUIDs of trips that are known of by cups of the log alone"`
}

// RunningRecord is a brew being made.
type RunningRecord struct {
	Brew string `json:"brew" maxLength:"36"`
	Plan string `json:"plan" maxLength:"36"`
	Run  Run    `json:"run"`
}

// SumOf is the sum of some events.
func SumOf(events []journal.Edit) string {
	b, err := json.Marshal(events)
	if err != nil {
		return ""
	}
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}

// ErrPocket is a pocket that cannot be read, in one sentence.
type ErrPocket struct{ Why string }

func (e ErrPocket) Error() string { return e.Why }

// Check holds what came to its limits: it may come from anywhere.
func (c *Carried) Check() error {
	no := func(s quantity.Sentence, values ...quantity.Value) error { return ErrPocket{s.Say(values...).Text} }
	switch {
	case c.Format != PocketFormat:
		return no(noPocket, quantity.Quoted(short(c.Format)), quantity.Quoted(PocketFormat))
	case c.Version > PocketVersion:
		return no(pocketNewer, quantity.Said(c.Version), quantity.Said(PocketVersion))
	case c.Version < 1:
		return no(pocketVersionless, quantity.Said(PocketVersion))
	case c.Version < 2: // fields that are one since then were apart: they cannot be told to belong together
		return no(pocketTrial, quantity.Said(c.Version))
	case len(c.Events) > maxPocketEvents:
		return no(pocketTooLong, quantity.Said(len(c.Events)), quantity.Said(maxPocketEvents))
	case c.Base < 0 || c.Base > len(c.Events):
		return no(pocketBase, quantity.Said(c.Base), quantity.Said(len(c.Events)))
	case c.Sum != SumOf(c.Events):
		return no(pocketDamaged)
	}
	if err := CheckShape("", *c); err != nil {
		return no(pocketOdd, quantity.Said(err))
	}
	return CheckEvents(c.Events)
}

// CheckEvents holds events that came from elsewhere to their limits. Its error is ErrPocket.
func CheckEvents(events []journal.Edit) error {
	if len(events) > maxPocketEvents {
		return ErrPocket{pocketTooLong.Say(quantity.Said(len(events)), quantity.Said(maxPocketEvents)).Text}
	}
	seen := map[string]bool{}
	for i, e := range events {
		if err := checkEvent(e); err != nil {
			return ErrPocket{pocketEventOdd.Say(quantity.Said(i+1), quantity.Said(err)).Text}
		}
		if seen[e.ID] {
			return ErrPocket{pocketEventTwice.Say(quantity.Quoted(e.ID)).Text}
		}
		seen[e.ID] = true
	}
	return nil
}

// CarriedOf reads a pocket's JSON: as it is, or as a device that carries it sends it, as it got it and
// beside it what was done. Its error is ErrPocket, in one sentence.
func CarriedOf(text []byte) (*Carried, error) {
	var in struct {
		Carried
		Whole   *Carried        `json:"carried"`
		Kept    []journal.Edit  `json:"kept"`
		Running []RunningRecord `json:"running"`
	}
	d := json.NewDecoder(bytes.NewReader(text))
	if err := d.Decode(&in); err != nil {
		if errors.Is(err, io.ErrUnexpectedEOF) {
			return nil, ErrPocket{Why: "This file is cut short. Send it again, or use an earlier copy."}
		}
		return nil, ErrPocket{Why: "This file is damaged. Send it again, or use an earlier copy."}
	}
	c := &in.Carried
	if in.Whole == nil {
		c.Running = in.Running
		return c, c.Check()
	}
	c = in.Whole
	if err := c.Check(); err != nil {
		return nil, err
	}
	c.Events = append(c.Events, in.Kept...)
	if in.Running != nil {
		c.Running = in.Running
	}
	c.Sum = SumOf(c.Events)
	return c, c.Check()
}

func short(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

func checkEvent(e journal.Edit) error {
	size := 0
	names := slices.Concat(slices.Collect(maps.Keys(e.Set)), e.Cut, slices.Collect(maps.Keys(e.Over)), slices.Collect(maps.Keys(e.Live)))
	for _, n := range names {
		if len(n) > 400 || !clean(n) {
			return fmt.Errorf("%q is not a field name", short(n))
		}
	}
	for _, v := range e.Set {
		size += len(v)
	}
	if size > maxEventBytes {
		return fmt.Errorf("%d bytes is too large. Send up to %d bytes", size, maxEventBytes)
	}
	if !slices.Contains(KindsInOrder, e.Kind) {
		return fmt.Errorf("%q is not a kind of record. Enter %s", short(e.Kind), strings.Join(KindsInOrder, ", "))
	}
	if !isUUID(e.UUID) {
		return fmt.Errorf("%q is not a UUID. Enter a UUID", short(e.UUID))
	}
	if e.Stamp < 1 || e.Stamp > 1<<50 {
		return fmt.Errorf("stamp %d is too low. Enter 1 or more", e.Stamp)
	}
	if !clean(e.ID) || !strings.Contains(e.ID, ".") {
		return fmt.Errorf("%q is not an event name", short(e.ID))
	}
	return nil
}

func isUUID(s string) bool { return len(s) == 36 && uuid.Validate(s) == nil }

// clean reports whether a text has nothing in it that no name has.
func clean(s string) bool {
	return utf8.ValidString(s) && !strings.ContainsFunc(s, unicode.IsControl)
}

// checkRecord holds a record that came to what a person could have entered. Its error is
// brew.Problems.
func checkRecord(r Record) error {
	if r.Value == nil {
		return nil
	}
	if err := checkTexts(r); err != nil {
		return err
	}
	k := kindOf(r.Kind)
	if k.Check == nil {
		return nil
	}
	_, body := k.Split(r.Value)
	return k.Check(body)
}

// checkTexts refuses what no keyboard types.
func checkTexts(r Record) error {
	f, err := r.Fields()
	if err != nil {
		return err
	}
	for _, name := range slices.Sorted(maps.Keys(f)) {
		var s string
		if json.Unmarshal(f[name], &s) != nil {
			continue
		}
		for _, c := range s {
			if unicode.IsControl(c) && c != '\n' && c != '\t' {
				return wrong(name, short(s), hasControl)
			}
		}
	}
	return nil
}
