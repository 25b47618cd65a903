package server

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	jsonpatch "github.com/evanphx/json-patch/v5"

	"apodemos/core/brew"
	"apodemos/formats"
	"apodemos/store"
)

// Change is a change of something that is there: an RFC 7396 merge patch, so that what
// it leaves out stays as it is, from the revision that If-Match names.
type Change struct {
	IfMatch string         `header:"If-Match" doc:"The revision that the change began from, as an entity tag"`
	Body    map[string]any `doc:"RFC 7396 merge patch: what is left out stays, null takes away"`
}

// changeOf is what a change makes of something, checked as when it is made, with the
// revision that the change began from.
func changeOf[T any](api huma.API, in Change, was T) (next T, revision int64, err error) {
	revision, perr := strconv.ParseInt(strings.Trim(strings.TrimPrefix(in.IfMatch, "W/"), `"`), 10, 64)
	if in.IfMatch == "" || perr != nil || revision < 1 {
		return next, 0, huma.NewError(http.StatusPreconditionRequired, fmt.Sprintf("If-Match: %q is no revision; allowed: the one that the change began from, such as \"3\". Nothing was changed.", in.IfMatch))
	}
	base, err := json.Marshal(was)
	if err != nil {
		return next, 0, fail(err)
	}
	over, err := json.Marshal(in.Body)
	if err != nil {
		return next, 0, fail(err)
	}
	merged, err := jsonpatch.MergePatch(base, over)
	if err != nil {
		return next, 0, fail(err)
	}
	// What a request may hold is checked field by field by its own reader.
	if next, err = brew.DecodeJSON[T](strings.NewReader(string(merged)), MaxBodyBytes, "body", "{}"); err != nil {
		return next, 0, failAt("body", err)
	}
	var tree any
	if err := json.Unmarshal(merged, &tree); err != nil {
		return next, 0, fail(err)
	}
	registry := api.OpenAPI().Components.Schemas
	result := &huma.ValidateResult{}
	huma.Validate(registry, registry.Schema(reflect.TypeFor[T](), true, ""), huma.NewPathBuffer([]byte("body"), 4), huma.ModeWriteToServer, tree, result)
	if len(result.Errors) > 0 {
		return next, 0, huma.Error422UnprocessableEntity(result.Errors[0].Error(), result.Errors...)
	}
	return next, revision, nil
}

// checkStop refuses a stop that a plan, or its trip, would refuse; its facts are held to
// the schema as they are read.
func (s *server) checkStop(ctx context.Context, st store.Stop) error {
	if err := formats.CheckZone(st.TimeZone); err != nil {
		return problems("body", brew.Problems{{Field: "time_zone", Value: st.TimeZone, Message: err.Error()}})
	}
	if _, err := brew.Settle(st.Conditions); err != nil {
		return failAt("body.conditions", err)
	}
	stops, err := s.Stops(ctx, st.TripID)
	if err != nil {
		return fail(err)
	}
	if st.ID == 0 { // what comes after it moves on
		stops = slices.DeleteFunc(stops, func(o store.Stop) bool { return o.Position >= st.Position })
	}
	at := slices.IndexFunc(stops, func(o store.Stop) bool { return o.ID == st.ID })
	if at < 0 {
		stops = append(stops, st)
	} else {
		stops[at] = st
	}
	return daysInOrder(stops, st.ID)
}

// checkArrangement refuses an order of stops whose days run backwards.
func (s *server) checkArrangement(ctx context.Context, tripID int64, moved []store.Stop) error {
	stops, err := s.Stops(ctx, tripID)
	if err != nil {
		return fail(err)
	}
	for _, m := range moved {
		for i := range stops {
			if stops[i].ID == m.ID {
				stops[i].Position, stops[i].Day = m.Position, m.Day
			}
		}
	}
	return daysInOrder(stops, 0)
}

// daysInOrder refuses days that run backwards along the stops; the field is that of the
// stop with an ID, where it is concerned.
func daysInOrder(stops []store.Stop, id int64) error {
	slices.SortStableFunc(stops, func(a, b store.Stop) int { return a.Position - b.Position })
	for i := 1; i < len(stops); i++ {
		a, b := stops[i-1], stops[i]
		if b.Day >= a.Day {
			continue
		}
		message := fmt.Sprintf("day %d of %s comes before day %d of %s; allowed: days that do not run backwards", b.Day, b.Name, a.Day, a.Name)
		v := b.Day
		if a.ID == id {
			v = a.Day
		}
		return problems("body", brew.Problems{{Field: "day", Value: v, Message: message}})
	}
	return nil
}
