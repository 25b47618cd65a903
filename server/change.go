package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"reflect"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"apodemos/app"
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
	over, err := json.Marshal(in.Body)
	if err != nil {
		return next, 0, fail(err)
	}
	// What a request may hold is checked field by field by its own reader.
	next, merged, err := app.Merged(was, over)
	if err != nil {
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
