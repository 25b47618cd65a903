package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/docs/reliability"
	"apodemos/pocket"
	"apodemos/server"
	"apodemos/store"
)

// bend are values that a field of a type and its limits does not take, and why not.
func bend(t reflect.Type, tag reflect.StructTag) map[string]any {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	out := map[string]any{}
	number := func(name string, by float64) {
		if v, err := strconv.ParseFloat(tag.Get(name), 64); err == nil {
			out[name] = v + by
		}
	}
	switch t.Kind() {
	case reflect.String:
		out["kind"] = 7
		if n, err := strconv.Atoi(tag.Get("maxLength")); err == nil {
			out["long"] = strings.Repeat("x", n+1)
		}
		if tag.Get("enum") != "" || tag.Get("pattern") != "" || tag.Get("format") != "" {
			out["word"] = "no\tsuch\nword"
		}
	case reflect.Int, reflect.Int64, reflect.Float64:
		out["kind"] = "seven"
		number("minimum", -1)
		number("maximum", 1)
		if t.Kind() != reflect.Float64 {
			out["half"] = 1.5
		}
	case reflect.Bool:
		out["kind"] = "maybe"
	case reflect.Slice:
		out["kind"] = map[string]any{"no": "list"}
	case reflect.Struct, reflect.Map:
		out["kind"] = []any{"no object"}
	}
	return out
}

// question is an operation as it is asked once.
type question struct {
	path string
	body any
	why  string
}

// questions are ways to ask an operation that its table says are wrong, made from its limits.
func questions(o app.Operation, path string, body any) (out []question) {
	for _, f := range reflect.VisibleFields(o.In) {
		if name, _, _ := strings.Cut(f.Tag.Get("query"), ","); name != "" {
			of := f.Type
			if of.Kind() == reflect.Slice {
				of = of.Elem()
			}
			for why, v := range bend(of, f.Tag) {
				if s := fmt.Sprint(v); of.Kind() != reflect.String || why != "kind" {
					out = append(out, question{path + "?" + url.Values{name: {s}}.Encode(), body, name + " " + why})
				}
			}
			out = append(out, question{path + "?" + url.Values{name: {""}}.Encode(), body, name + " empty"})
		}
		if name := f.Tag.Get("path"); name != "" {
			for _, v := range []string{"0", "-1", "one", "1.5", "999999"} {
				out = append(out, question{strings.Replace(path, "/1", "/"+v, 1), body, name + " " + v})
			}
		}
	}
	f, ok := o.In.FieldByName("Body")
	if !ok {
		return out
	}
	for _, b := range []any{nil, "", []any{[]any{1}}, map[string]any{"no_such_field": 1}} {
		out = append(out, question{path, b, "whole body"})
	}
	whole, is := body.(map[string]any)
	if !is || f.Type == reflect.TypeFor[app.Patch]() {
		return out
	}
	of := f.Type
	for of.Kind() == reflect.Pointer {
		of = of.Elem()
	}
	for _, m := range reflect.VisibleFields(of) {
		name, _, _ := strings.Cut(m.Tag.Get("json"), ",")
		if name == "" || m.Anonymous {
			continue
		}
		with := func(why string, change func(map[string]any)) {
			other := map[string]any{}
			for k, v := range whole {
				other[k] = v
			}
			change(other)
			out = append(out, question{path, other, name + " " + why})
		}
		for why, v := range bend(m.Type, m.Tag) {
			with(why, func(o map[string]any) { o[name] = v })
		}
		with("left out", func(o map[string]any) { delete(o, name) })
	}
	return out
}

// document is the part of the API's document that has an example for each body.
type document struct {
	Paths map[string]map[string]struct {
		RequestBody struct {
			Content map[string]struct{ Example any } `json:"content"`
		} `json:"requestBody"`
	} `json:"paths"`
}

func documented(t *testing.T) (doc document) {
	b, err := os.ReadFile("../../docs/openapi.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(b, &doc))
	return doc
}

// Every operation of the table, asked of both carriers in every way that its limits say is wrong
// and in one that is right, is answered alike in status and words.
func TestBothCarriersSayTheSame(t *testing.T) {
	dir := demoDir(t)
	file, err := execute("", "pocket", "--data", dir, "--trip", "1")
	require.NoError(t, err)
	st, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	defer st.Close()
	h := server.Handler(server.Options{Store: st, ClockRate: 1})
	doc := documented(t)
	moments := regexp.MustCompile(`\d{4}-\d\d-\d\dT[\d:.]+Z`)
	asked, refused := 0, map[int]int{}
	edited(t, file, func(s *pocket.Session) {
		both := func(o app.Operation, q question) {
			var text []byte
			if q.body != nil && q.body != "" {
				text, err = json.Marshal(q.body)
				require.NoError(t, err)
			}
			r := httptest.NewRequest(o.Method, "/api/v1"+q.path, strings.NewReader(string(text)))
			r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
			r.Header.Set("Content-Type", "application/json")
			r.Header.Set("If-Match", `"1"`)
			w := httptest.NewRecorder()
			h.ServeHTTP(w, r)
			got := s.Answer(t.Context(), pocket.Asked{Method: o.Method, Path: q.path, IfMatch: `"1"`, Body: text})
			asked++
			what := fmt.Sprintf("%s %.140s (%s) %.200s", o.Method, q.path, q.why, text)
			if !assert.Equal(t, w.Code, got.Status, "%s: the server says %.300s, the pocket %v", what, w.Body, got.Body) || w.Code < 400 {
				return
			}
			refused[w.Code]++
			here, err := json.Marshal(got.Body)
			require.NoError(t, err)
			var far, near app.Fault
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &far))
			require.NoError(t, json.Unmarshal(here, &near))
			assert.Equal(t, moments.ReplaceAllString(far.Detail, ""), moments.ReplaceAllString(near.Detail, ""), what)
			assert.Equal(t, far.Errors, near.Errors, what)
		}
		// What takes things away comes last: till then there is something to ask of.
		ops := slices.Clone(app.Operations)
		slices.SortStableFunc(ops, func(a, b app.Operation) int { return order(a) - order(b) })
		for _, o := range ops {
			if o.Only != app.Everywhere || o.ID == "restore-trip" {
				continue
			}
			path := regexp.MustCompile(`\{\w+\}`).ReplaceAllString(o.Path, "1")
			body := doc.Paths[o.Path][strings.ToLower(o.Method)].RequestBody.Content["application/json"].Example
			for _, q := range questions(o, path, body) {
				if o.Method == "GET" || o.Alone || strings.Contains(q.why, "body") || o.Changes == nil || wrong(q.why) {
					both(o, q)
				}
			}
			if o.Method == "GET" && !strings.HasPrefix(o.Path, "/simulated") && o.ID != "get-blind" || o.Alone { // no comparison is carried
				both(o, question{path: path, body: body, why: "as it is meant"})
			}
		}
	})
	t.Logf("%d questions, of which refused by status: %v", asked, refused)
	assert.Greater(t, asked, 800)
	assert.Greater(t, refused[422], 400)
}

// order puts what takes things away last.
func order(o app.Operation) int {
	if o.Method == "DELETE" {
		return 1
	}
	return 0
}

// wrong reports whether a way to ask is refused before anything is changed.
func wrong(why string) bool {
	return !strings.HasSuffix(why, "left out") && !strings.HasSuffix(why, "empty")
}

// noting is a store that notes the kinds of what is written.
type noting struct {
	app.Store
	kinds map[string]bool
}

func (n noting) Write(ctx context.Context, f func(app.Writer) error) error {
	return n.Store.Write(ctx, func(w app.Writer) error { return f(notingWriter{w, n.kinds}) })
}

type notingWriter struct {
	app.Writer
	kinds map[string]bool
}

func (n notingWriter) Put(ctx context.Context, r app.Row) (app.Row, error) {
	n.kinds[r.Kind] = true
	return n.Writer.Put(ctx, r)
}

func (n notingWriter) Drop(ctx context.Context, kind string, id int64) error {
	n.kinds[kind] = true
	return n.Writer.Drop(ctx, kind, id)
}

func (n notingWriter) Tick(ctx context.Context, trip int64, list, line string, done bool) error {
	n.kinds[app.KindTrip] = true
	return n.Writer.Tick(ctx, trip, list, line, done)
}

// An operation writes records of the kinds that the table says it changes, and of no others.
func TestOperationsChangeWhatTheySay(t *testing.T) {
	doc := documented(t)
	st, err := store.Open(t.Context(), demoDir(t))
	require.NoError(t, err)
	defer st.Close()
	wrote := 0
	ops := slices.Clone(app.Operations)
	slices.SortStableFunc(ops, func(a, b app.Operation) int { return order(a) - order(b) })
	for _, o := range ops {
		if o.Only != app.Everywhere || o.Alone {
			continue
		}
		path := map[string]string{}
		for _, m := range regexp.MustCompile(`\{(\w+)\}`).FindAllStringSubmatch(o.Path, -1) {
			path[m[1]] = "1"
		}
		body, err := json.Marshal(doc.Paths[o.Path][strings.ToLower(o.Method)].RequestBody.Content["application/json"].Example)
		require.NoError(t, err)
		kinds := map[string]bool{}
		desk := &app.Desk{App: app.New(noting{st, kinds}), Now: time.Now, Seed: rand.Uint64, Info: func(context.Context) (app.Info, error) { return app.Info{}, nil }}
		for _, revision := range []string{"1", "2", "3"} {
			if _, err = o.Answer(t.Context(), desk, app.Asked{Path: path, IfMatch: `"` + revision + `"`, Body: body}); err == nil {
				break
			}
		}
		for k := range kinds {
			assert.Contains(t, o.Changes, k, o.ID)
			wrote++
		}
		idle := slices.Contains([]string{"set-ticks", "add-every-brew", "end-run"}, o.ID) // it is so already
		if err == nil && o.Changes != nil && !idle {
			assert.NotEmpty(t, kinds, "%s says that it changes %v", o.ID, o.Changes)
		}
	}
	assert.Greater(t, wrote, 30)
}

// pair is a record as the server numbers it, and as the offline copy does.
type pair struct{ there, here string }

// A walk through the document: one request after the other, of the server and of the offline copy
// of its trip, each about what an earlier one made, and bent or not. Both answer with the same
// status, and never with a fault of their own. APODEMOS_WALK says how many requests.
func TestAWalkThroughTheDocument(t *testing.T) {
	steps := 400
	if n, err := strconv.Atoi(os.Getenv("APODEMOS_WALK")); err == nil {
		steps = n
	}
	measured := reliability.Begin()
	doc := documented(t)
	asked, made, refused, leg := 0, 0, 0, 2000
	for seed := uint64(1); asked < steps; seed++ { // from the demo again now and then, so that it stays a usual size
		dir := demoDir(t)
		file, err := execute("", "pocket", "--data", dir, "--trip", "1")
		require.NoError(t, err)
		st, err := store.Open(t.Context(), dir)
		require.NoError(t, err)
		h := server.Handler(server.Options{Store: st, ClockRate: 1})
		edited(t, file, func(s *pocket.Session) {
			w := walk{t: t, rnd: rand.New(rand.NewPCG(seed, 0)), server: h, pocket: s, doc: doc, ids: map[string][]pair{}}
			for range min(leg, steps-asked) {
				w.step()
			}
			asked, made, refused = asked+w.asked, made+w.made, refused+w.refused
		})
		require.NoError(t, st.Close())
		if t.Failed() {
			t.Fatalf("with seed %d", seed)
		}
	}
	assert.Greater(t, made, steps/40)
	assert.Greater(t, refused, steps/20)
	require.NoError(t, measured.Done("walk", fmt.Sprintf("%d requests made from the document, one after the other, each about what an earlier one made; of the server and of the offline copy", asked), "make fuzz",
		fmt.Sprintf("%d made something, %d were refused; no 5xx, and both answered alike", made, refused)))
}

type walk struct {
	t                    *testing.T
	rnd                  *rand.Rand
	server               http.Handler
	pocket               *pocket.Session
	doc                  document
	ids                  map[string][]pair // of records made, by the name of the parameter that takes them
	asked, made, refused int
}

var placeholder = regexp.MustCompile(`\{(\w+)\}`)

func (w *walk) step() {
	ops := app.Operations
	o := ops[w.rnd.IntN(len(ops))]
	if o.Only != app.Everywhere || strings.HasPrefix(o.Path, "/simulated") || strings.Contains(o.Path, "blind") {
		return
	}
	if o.ID == "choose-kit" && w.rnd.IntN(100) > 0 { // it takes seconds
		return
	}
	here, there := o.Path, o.Path
	for _, m := range placeholder.FindAllStringSubmatch(o.Path, -1) {
		of := pair{"1", "1"}
		if made := w.ids[m[1]]; len(made) > 0 && w.rnd.IntN(3) > 0 {
			of = made[w.rnd.IntN(len(made))]
		}
		there, here = strings.Replace(there, m[0], of.there, 1), strings.Replace(here, m[0], of.here, 1)
	}
	example := w.doc.Paths[o.Path][strings.ToLower(o.Method)].RequestBody.Content["application/json"].Example
	q := question{path: o.Path, body: example, why: "as it is meant"}
	if all := questions(o, o.Path, example); len(all) > 0 && w.rnd.IntN(3) == 0 {
		q = all[w.rnd.IntN(len(all))]
	}
	query := strings.TrimPrefix(q.path, o.Path)
	var text []byte
	if q.body != nil && q.body != "" {
		text, _ = json.Marshal(q.body)
	}
	// Each has revisions of its own: most requests know it, and some name one that never was.
	tags := [2]string{`"987"`, `"987"`}
	readable := slices.ContainsFunc(ops, func(other app.Operation) bool { return other.Method == "GET" && other.Path == o.Path })
	if o.Method != "GET" && readable && w.rnd.IntN(5) > 0 {
		_, _, tags[0] = w.there("GET", there, "", nil)
		_, _, tags[1] = w.here("GET", here, "", nil)
	}
	w.asked++
	far, farBody, _ := w.there(o.Method, there+query, tags[0], text)
	near, nearBody, _ := w.here(o.Method, here+query, tags[1], text)
	what := fmt.Sprintf("%s %.140s (%s) %.300s", o.Method, there+query, q.why, text)
	assert.Less(w.t, far, 500, "%s: %.400s", what, farBody)
	assert.Equal(w.t, far, near, "%s: the server says %.400s, the offline copy %.400s", what, farBody, nearBody)
	if far >= 400 {
		w.refused++
		return
	}
	var a, b struct{ ID json.Number }
	if o.Method == "POST" && json.Unmarshal(farBody, &a) == nil && json.Unmarshal(nearBody, &b) == nil && a.ID != "" && b.ID != "" {
		for _, name := range []string{"trip", "stop", "brew", "gear", "coffee", "recipe", "item"} {
			if strings.Contains(o.ID, name) {
				w.made++
				w.ids[name] = append(w.ids[name], pair{a.ID.String(), b.ID.String()})
			}
		}
	}
}

func (w *walk) there(method, path, tag string, body []byte) (int, []byte, string) {
	r := httptest.NewRequest(method, "/api/v1"+path, bytes.NewReader(body))
	r.Host, r.RemoteAddr = "127.0.0.1:8466", "127.0.0.1:50000"
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("If-Match", tag)
	out := httptest.NewRecorder()
	w.server.ServeHTTP(out, r)
	return out.Code, out.Body.Bytes(), out.Header().Get("ETag")
}

func (w *walk) here(method, path, tag string, body []byte) (int, []byte, string) {
	out := w.pocket.Answer(w.t.Context(), pocket.Asked{Method: method, Path: path, IfMatch: tag, Body: body})
	b, _ := json.Marshal(out.Body)
	return out.Status, b, out.ETag
}
