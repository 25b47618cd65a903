package brew

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"slices"
	"strings"
)

// MaxRequestBytes bounds a request; a full one is under 3 kB.
const MaxRequestBytes = 64 << 10

// Decode reads a request as JSON. The error is Problems and names the field,
// or the line and column where the text stops being JSON. Unknown fields are
// problems, each with its path.
func Decode(r io.Reader) (Request, error) {
	return DecodeJSON[Request](r, MaxRequestBytes, "request", `{"method": "cone"}`)
}

// DecodeJSON reads one JSON object of at most limit bytes into a T, which what
// names in an error and example shows. Its errors are as those of Decode.
func DecodeJSON[T any](r io.Reader, limit int64, what, example string) (T, error) {
	var v T
	err := decodeInto(&v, r, limit, what, example)
	return v, err
}

// decodeInto is DecodeJSON for a pointer to any type: once, and not once a type.
func decodeInto(v any, r io.Reader, limit int64, what, example string) error {
	b, err := io.ReadAll(io.LimitReader(r, limit+1))
	if err != nil {
		return err
	}
	if int64(len(b)) > limit {
		return Problems{{Field: what, Message: fmt.Sprintf("too large. Send up to %d bytes", limit)}}
	}
	if len(bytes.TrimSpace(b)) == 0 {
		return Problems{{Field: what, Message: "it is empty. Send one JSON object such as " + example}}
	}
	var tree any
	dec := json.NewDecoder(bytes.NewReader(b))
	err = dec.Decode(&tree)
	if err == nil {
		if _, extra := dec.Token(); extra != io.EOF {
			err = fmt.Errorf("more text after the end of the %s", what)
		}
	}
	if err != nil {
		line, col := position(b, err)
		return Problems{{Field: what, Message: fmt.Sprintf("not JSON at line %d, column %d: %v. Send one JSON object", line, col, err)}}
	}
	if _, ok := tree.(map[string]any); !ok {
		return Problems{{Field: what, Message: "not a JSON object. Send one such as " + example}}
	}
	if bad := unknown(tree, reflect.TypeOf(v).Elem(), ""); len(bad) > 0 {
		return bad
	}
	if err := json.Unmarshal(b, v); err != nil {
		if t, ok := errors.AsType[*json.UnmarshalTypeError](err); ok {
			return Problems{{Field: t.Field, Value: t.Value, Message: fmt.Sprintf("%s is not a %s. Enter a %[2]s", cmp.Or(map[string]string{"string": "text", "bool": "yes or no"}[t.Value], t.Value), jsonKind(t.Type))}}
		}
		return Problems{{Field: what, Message: err.Error()}}
	}
	return nil
}

func position(b []byte, err error) (line, col int) {
	at := len(b)
	if s, ok := errors.AsType[*json.SyntaxError](err); ok {
		at = int(s.Offset)
	}
	before := b[:min(at, len(b))]
	line = bytes.Count(before, []byte("\n")) + 1
	return line, len(before) - bytes.LastIndexByte(before, '\n') - 1
}

func jsonKind(t reflect.Type) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	switch t.Kind() {
	case reflect.Float64:
		return "number"
	case reflect.Int, reflect.Int64:
		return "whole number"
	case reflect.Slice:
		return "list"
	case reflect.Bool:
		return "true or false"
	case reflect.Struct, reflect.Map:
		return "JSON object"
	}
	return "string"
}

// unknown lists the paths in tree that type t has no field for.
func unknown(tree any, t reflect.Type, at string) Problems {
	if list, ok := tree.([]any); ok && t.Kind() == reflect.Slice {
		var bad Problems
		for i, item := range list {
			bad = append(bad, unknown(item, t.Elem(), fmt.Sprintf("%s[%d].", strings.TrimSuffix(at, "."), i))...)
		}
		return bad
	}
	if t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	object, ok := tree.(map[string]any)
	if !ok || t.Kind() != reflect.Struct {
		return nil
	}
	known := map[string]reflect.Type{}
	var names []string
	for _, f := range reflect.VisibleFields(t) {
		if f.Anonymous {
			continue // its fields are among these
		}
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		known[name] = f.Type
		names = append(names, name)
	}
	var bad Problems
	for name, sub := range object {
		if kt, ok := known[name]; ok {
			bad = append(bad, unknown(sub, kt, at+name+".")...)
		} else {
			bad = append(bad, Problem{Field: at + name, Message: "not a known field. Choose from " + strings.Join(names, ", ")})
		}
	}
	slices.SortFunc(bad, func(a, b Problem) int { return strings.Compare(a.Field, b.Field) })
	return bad
}
