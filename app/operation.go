package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/url"
	"os"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"time"

	"apodemos/core/brew"
	"apodemos/core/kit"
	"apodemos/core/quantity"
)

// Operation is one thing that can be asked, wherever it is answered: by the server, by a pocket,
// or by the core in a page. The server's document and routes, the pocket's answers, and what the
// interface asks with are made of the table of them (Operations).
type Operation struct {
	ID, Method, Path, Summary string
	// At is where in what was asked the core's problems are.
	At string
	// Only says where it is answered, when that is not everywhere.
	Only Place
	// Alone marks an operation that needs no stored data: a page answers it by itself.
	Alone bool
	// Changes are the kinds of record that it may change.
	Changes []string
	// In is a struct with what is asked: of its path, its query, If-Match, and its Body. Out is
	// what is answered; nil where nothing is.
	In, Out reflect.Type

	do func(ctx context.Context, d *Desk, in reflect.Value) (any, error)
}

// Place is where an operation is answered.
type Place string

// Where operations are answered.
const (
	Everywhere Place = ""
	AtHome     Place = "home" // by the server
	InPage     Place = "page" // by the core in a page, of what the page has
)

// Desk is where operations are answered: the use cases, and what differs from place to place.
type Desk struct {
	App
	Now  func() time.Time
	Info func(ctx context.Context) (Info, error)
	Seed func() uint64
	// Choosing tells how far a choice of kits has come that is being made; Watch is told.
	Choosing func(trip int64) Choosing
	Watch    func(ctx context.Context, trip int64) (context.Context, func())
}

// Choosing is how far the choice of a trip's kit has come. One is made at a time.
type Choosing struct {
	State    string        `json:"state" enum:"idle,waiting,choosing" doc:"waiting: that of another trip is being made"`
	Place    int           `json:"place,omitempty" minimum:"0" doc:"Its place in the queue while it waits, from 1"`
	Progress *kit.Progress `json:"progress,omitempty"`
}

// Asked is what is asked of an operation, as it came.
type Asked struct {
	Path    map[string]string
	Query   url.Values
	IfMatch string
	Body    []byte
}

// Patch is an RFC 7396 merge patch.
type Patch json.RawMessage

// Change is a change of something that is there: a merge patch, so that what it leaves out stays
// as it is, from the revision that If-Match names.
type Change struct {
	IfMatch string `header:"If-Match" doc:"The revision that the change began from, as an entity tag"`
	Body    Patch  `doc:"RFC 7396 merge patch: what is left out stays, null takes away"`
}

// changed is what a change makes of something, held to its shape, with the revision that the
// change began from.
func changed[T any](c Change, was T) (next T, revision int64, err error) {
	revision, perr := strconv.ParseInt(strings.Trim(strings.TrimPrefix(c.IfMatch, "W/"), `"`), 10, 64)
	if c.IfMatch == "" || perr != nil || revision < 1 {
		return next, 0, Fault{Status: 428, Detail: fmt.Sprintf("If-Match: %q is not a revision. Send the one you started from, such as \"3\". Nothing was changed.", short(c.IfMatch))}
	}
	next, _, err = Merged(was, c.Body)
	return next, revision, err
}

// op is an operation of a function.
func op[I, O any](method, path, id, summary string, do func(ctx context.Context, d *Desk, in I) (O, error)) Operation {
	out := Operation{ID: id, Method: method, Path: path, Summary: summary, At: "body", In: reflect.TypeFor[I](), Out: reflect.TypeFor[O]()}
	if out.Out == reflect.TypeFor[nothing]() {
		out.Out = nil
	}
	if method != "GET" {
		out.Changes = changedBy(path)
	}
	out.do = func(ctx context.Context, d *Desk, in reflect.Value) (any, error) {
		v, err := do(ctx, d, in.Interface().(I))
		return v, err
	}
	return out
}

// places maps the parameters of a path to kinds.
var places = map[string]string{"trips": KindTrip, "stops": KindStop, "places": KindStop, "brews": KindBrew, "run": KindRun, "kit": KindKit, "log": KindLog,
	"coffees": KindCoffee, "recipes": KindRecipe, "gear": KindGear, "blinds": KindBlind}

// changedBy returns the kind that a path names last; for a brew, its plans too.
func changedBy(path string) []string {
	parts := strings.Split(path, "/")
	for i := len(parts) - 1; i >= 0; i-- {
		switch kind := places[parts[i]]; kind {
		case "":
		case KindBrew:
			return []string{KindBrew, KindPlan, KindContent}
		default:
			return []string{kind}
		}
	}
	return nil
}

// nothing is asked with nothing, and answered with nothing.
type nothing struct{}

// at is the same with its core's problems under a name.
func (o Operation) at(where string) Operation { o.At = where; return o }

// alone is the same, answered by a page by itself.
func (o Operation) alone() Operation { o.Alone, o.Changes = true, nil; return o }

// asks is the same, and changes nothing.
func (o Operation) asks() Operation { o.Changes = nil; return o }

// changes returns the operation with more kinds that it changes.
func (o Operation) changes(kinds ...string) Operation {
	o.Changes = append(slices.Clone(o.Changes), kinds...)
	return o
}

// only is the same, answered in one place.
func (o Operation) only(p Place) Operation { o.Only = p; return o }

// Answer answers what is asked. What is wrong with it is a Fault.
func (o Operation) Answer(ctx context.Context, d *Desk, a Asked) (any, error) {
	if !o.Alone {
		d.home(ctx, a.Path)
	}
	in, err := o.read(a)
	if err != nil {
		return nil, err
	}
	out, err := o.do(ctx, d, in)
	if err != nil {
		return nil, FaultOf(o.At, err)
	}
	return out, nil
}

// read binds what came to what is asked.
func (o Operation) read(a Asked) (reflect.Value, error) {
	in := reflect.New(o.In).Elem()
	for _, where := range []string{"path", "query"} {
		if err := bind(in, a, where); err != nil {
			return in, FaultOf(where, err)
		}
	}
	return in, bindBody(in, a, o.Only == InPage)
}

func bind(in reflect.Value, a Asked, where string) error {
	var s shape
	var walk func(v reflect.Value)
	walk = func(v reflect.Value) {
		for i := range v.NumField() {
			f, to := v.Type().Field(i), v.Field(i)
			if f.Anonymous && f.Type.Kind() == reflect.Struct {
				walk(to)
				continue
			}
			name, _, _ := strings.Cut(f.Tag.Get(where), ",")
			if name == "" {
				continue
			}
			var given []string
			if where == "path" {
				given = []string{a.Path[name]}
			} else {
				given = a.Query[name]
			}
			given = said(given)
			if len(given) == 0 {
				if d := f.Tag.Get("default"); d != "" {
					given = []string{d}
				} else if f.Tag.Get("required") == "true" || where == "path" {
					s.add(name, nil, isMissing)
					continue
				} else {
					continue
				}
			}
			s.parameter(name, given, to, f.Tag)
		}
	}
	walk(in)
	if len(s.bad) > 0 {
		return s.bad
	}
	return nil
}

// said are the values of a parameter; one that is empty is left out.
func said(values []string) (out []string) {
	for _, v := range values {
		if v != "" {
			out = append(out, v)
		}
	}
	return out
}

// parameter reads one as what it is to be: as JSON, whose limits it is held to.
func (s *shape) parameter(name string, given []string, to reflect.Value, tag reflect.StructTag) {
	list := to.Kind() == reflect.Slice
	if !list && len(given) > 1 {
		s.add(name, given, givenTwice)
		return
	}
	of := to.Type()
	if list {
		of = of.Elem()
	}
	for of.Kind() == reflect.Pointer {
		of = of.Elem()
	}
	var values []any
	for _, g := range given {
		switch of.Kind() {
		case reflect.String:
			values = append(values, g)
		case reflect.Bool:
			b, err := strconv.ParseBool(g)
			if err != nil {
				s.add(name, g, noBool, quantity.Quoted(g))
				return
			}
			values = append(values, b)
		default:
			if f, err := strconv.ParseFloat(g, 64); err != nil || f-f != 0 {
				s.add(name, g, quantity.Either(of.Kind() == reflect.Float64, noNumber, notWhole), quantity.Quoted(g), quantity.Text(""))
				return
			}
			values = append(values, json.Number(g))
		}
	}
	var v any = values
	if !list {
		v = values[0]
	}
	before := len(s.bad)
	s.walk(name, v, to.Type(), tag)
	if len(s.bad) > before {
		return
	}
	b, err := json.Marshal(v)
	if err == nil {
		err = json.Unmarshal(b, to.Addr().Interface())
	}
	if err != nil {
		s.add(name, given, notPlain)
	}
}

// bindBody reads the body; what a page has of the program itself is trusted to have its shape, and
// more.
func bindBody(in reflect.Value, a Asked, trusted bool) error {
	if f, ok := in.Type().FieldByName("IfMatch"); ok {
		in.FieldByIndex(f.Index).SetString(a.IfMatch)
	}
	f, ok := in.Type().FieldByName("Body")
	if !ok {
		return nil
	}
	if len(strings.TrimSpace(string(a.Body))) == 0 {
		return Fault{Status: 400, Detail: "Nothing was sent. Send what the operation takes."}
	}
	tree, err := treeOf(a.Body)
	if err != nil {
		return Fault{Status: 400, Detail: "This is not JSON: " + err.Error() + ". Send JSON.", Errors: []FaultField{{Message: "This is not JSON: " + err.Error() + ". Send JSON.", Location: "body"}}}
	}
	to := in.FieldByIndex(f.Index)
	if f.Type == reflect.TypeFor[Patch]() {
		if _, object := tree.(map[string]any); !object {
			return FaultOf("body", wrong("", nil, noObject))
		}
		to.SetBytes(a.Body)
		return nil
	}
	if !trusted {
		if err := shaped("", tree, f.Type, f.Tag); err != nil {
			return FaultOf("body", err)
		}
	}
	if err := json.Unmarshal(a.Body, to.Addr().Interface()); err != nil {
		return Fault{Status: 422, Detail: "This can’t be read: " + err.Error() + "."}
	}
	return nil
}

// Fault is what is wrong with what was asked, as RFC 9457 problem documents have it.
type Fault struct {
	Status int          `json:"status"`
	Title  string       `json:"title"`
	Detail string       `json:"detail"`
	Errors []FaultField `json:"errors,omitempty"`
	// Why is the error that it came of, where that is one of what it ran on.
	Why error `json:"-"`
}

// FaultField is one field that is wrong.
type FaultField struct {
	Message  string `json:"message"`
	Location string `json:"location"`
	Value    any    `json:"value,omitempty"`
}

func (f Fault) Error() string { return f.Detail }
func (f Fault) Unwrap() error { return f.Why }

// What is said of what is not there, and of what was changed meanwhile.
const (
	SaidNotFound = "This isn’t here; it may have been deleted."
	SaidConflict = "It was changed elsewhere meanwhile. Nothing was saved."
)

// titles are those of HTTP, which is not in a page.
var titles = map[int]string{
	400: "Bad Request", 403: "Forbidden", 404: "Not Found", 405: "Method Not Allowed", 408: "Request Timeout", 409: "Conflict", 412: "Precondition Failed",
	422: "Unprocessable Entity", 428: "Precondition Required", 499: "Client Closed Request", 500: "Internal Server Error", 501: "Not Implemented", 503: "Service Unavailable",
}

// maxEcho is how much of a wrong value is told back, in bytes.
const maxEcho = 400

// FaultOf is an error as a fault of something asked at a place.
func FaultOf(at string, err error) Fault {
	if f, ok := errors.AsType[Fault](err); ok {
		f.Title = titles[f.Status]
		return f
	}
	say := func(status int, detail string) Fault {
		return Fault{Status: status, Title: titles[status], Detail: detail, Why: err}
	}
	if bad, ok := errors.AsType[brew.Problems](err); ok {
		f := say(422, bad[0].Says())
		for _, p := range bad {
			x := FaultField{Message: p.Says(), Location: strings.TrimSuffix(at+"."+p.Field, "."), Value: p.Value}
			if b, err := json.Marshal(p.Value); err != nil || len(b) > maxEcho {
				x.Value = fmt.Sprintf("%d bytes", len(b))
			}
			f.Errors = append(f.Errors, x)
		}
		return f
	}
	switch {
	case errors.Is(err, ErrNotFound):
		return say(404, SaidNotFound)
	case errors.Is(err, ErrConflict):
		return say(412, SaidConflict)
	case errors.Is(err, ErrReadOnly):
		return say(403, "The data is read-only: you can look and back up. Nothing was changed.")
	case errors.Is(err, ErrBusy):
		return say(503, "Too many changes at once. Nothing was saved; try again.")
	case errors.Is(err, ErrOpen):
		return say(409, "Both sides changed something. Choose for each first. Nothing was changed.")
	case errors.Is(err, os.ErrDeadlineExceeded):
		return say(408, "The request took too long to arrive. Nothing was changed; try again.")
	case errors.Is(err, context.Canceled):
		return say(499, "The request was cancelled.")
	}
	if bad, ok := errors.AsType[ErrPocket](err); ok {
		f := say(422, bad.Why)
		f.Errors = []FaultField{{Message: bad.Why, Location: "file"}}
		return f
	}
	return say(500, "It couldn’t be saved or read: "+err.Error()+". Nothing was changed.")
}

// Find finds the operation of a path among those of a place, and what stands in its braces; other
// says that the path is one of another method.
func Find(in []Operation, method, path string) (o *Operation, values map[string]string, other bool) {
	parts := strings.Split(strings.Trim(path, "/"), "/")
	best := -1
	for i := range in {
		want := strings.Split(strings.Trim(in[i].Path, "/"), "/")
		if len(want) != len(parts) {
			continue
		}
		got, fixed, ok := map[string]string{}, 0, true
		for k, w := range want {
			switch {
			case strings.HasPrefix(w, "{"):
				got[strings.Trim(w, "{}")] = parts[k]
			case w == parts[k]:
				fixed++
			default:
				ok = false
			}
		}
		switch {
		case !ok:
		case in[i].Method != method:
			other = true
		case fixed > best:
			best, o, values = fixed, &in[i], got
		}
	}
	return o, values, other
}

// RevisionOf is the entity tag of an answer; empty where it has no revision.
func RevisionOf(v any) string {
	r := reflect.Indirect(reflect.ValueOf(v))
	if r.Kind() != reflect.Struct {
		return ""
	}
	if f := r.FieldByName("Revision"); f.IsValid() && f.CanInt() && f.Int() > 0 {
		return strconv.Quote(strconv.FormatInt(f.Int(), 10))
	}
	return ""
}
