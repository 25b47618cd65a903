package app

import (
	"bytes"
	"cmp"
	"encoding"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"apodemos/core/brew"
	"apodemos/core/quantity"
)

// CheckShape holds a value to the limits that its types tell of themselves, in the tags that the
// document publishes: minLength, maxLength, minimum, maximum, enum, pattern, format, minItems and
// maxItems. Its error is brew.Problems.
func CheckShape(at string, v any) error {
	b, err := json.Marshal(v)
	if err != nil {
		return err
	}
	tree, err := treeOf(b)
	if err != nil {
		return err
	}
	return shaped(at, tree, reflect.TypeOf(v), "")
}

// treeOf reads JSON, with figures as they are written.
func treeOf(b []byte) (any, error) {
	d := json.NewDecoder(bytes.NewReader(b))
	d.UseNumber()
	var v any
	err := d.Decode(&v)
	if err == nil {
		if _, end := d.Token(); !errors.Is(end, io.EOF) {
			err = errors.New("there is more text after it")
		}
	}
	if errors.Is(err, io.ErrUnexpectedEOF) {
		err = errors.New("unexpected end of JSON input")
	}
	return v, err
}

// shaped holds JSON to the shape of a type: its fields and no others, those that are needed, each
// of its kind and within its limits. All that is wrong is told at once.
func shaped(at string, tree any, t reflect.Type, tag reflect.StructTag) error {
	var s shape
	s.walk(at, tree, t, tag)
	if len(s.bad) > 0 {
		return s.bad
	}
	return nil
}

// Decoded reads JSON as a type, held to its shape. Its error is brew.Problems, under the name of
// what was read where it is not JSON.
func Decoded[T any](what string, b []byte) (v T, err error) {
	tree, err := treeOf(b)
	if err != nil {
		return v, wrong(what, nil, notJSON, quantity.Said(err))
	}
	if err := shaped("", tree, reflect.TypeFor[T](), ""); err != nil {
		return v, err
	}
	return v, json.Unmarshal(b, &v)
}

type shape struct{ bad brew.Problems }

// tooMany is how many problems are listed at once.
const tooMany = 60

func (s *shape) add(at string, value any, as quantity.Sentence, values ...quantity.Value) {
	if len(s.bad) >= tooMany {
		return
	}
	s.bad = append(s.bad, wrong(at, value, as, values...)...)
}

// member is a field of a struct, by its name in JSON.
type member struct {
	field    reflect.StructField
	required bool
}

var members sync.Map // of reflect.Type

// membersOf are the fields of a struct; of one that is embedded, as if they were its own.
func membersOf(t reflect.Type) map[string]member {
	if m, ok := members.Load(t); ok {
		return m.(map[string]member)
	}
	out := map[string]member{}
	for i := range t.NumField() {
		f := t.Field(i)
		name, how, _ := strings.Cut(f.Tag.Get("json"), ",")
		if f.Anonymous && name == "" {
			of := f.Type
			if of.Kind() == reflect.Pointer {
				of = of.Elem()
			}
			for n, m := range membersOf(of) {
				out[n] = m
			}
			continue
		}
		if f.IsExported() && name != "-" {
			out[cmp.Or(name, f.Name)] = member{f, !strings.Contains(how, "omit") && f.Tag.Get("required") != "false"}
		}
	}
	members.Store(t, out)
	return out
}

var (
	unmarshaler     = reflect.TypeFor[json.Unmarshaler]()
	textUnmarshaler = reflect.TypeFor[encoding.TextUnmarshaler]()
	rawMessage      = reflect.TypeFor[json.RawMessage]()
)

func (s *shape) walk(at string, v any, t reflect.Type, tag reflect.StructTag) {
	nullable := false
	for t.Kind() == reflect.Pointer {
		t, nullable = t.Elem(), true
	}
	if t == rawMessage || t.Kind() == reflect.Interface || reflect.PointerTo(t).Implements(unmarshaler) || reflect.PointerTo(t).Implements(textUnmarshaler) {
		return
	}
	if v == nil && (nullable || t.Kind() == reflect.Slice || t.Kind() == reflect.Map) {
		return
	}
	switch t.Kind() {
	case reflect.String:
		s.text(at, v, tag)
	case reflect.Bool:
		if _, ok := v.(bool); !ok {
			s.add(at, v, noBool, quantity.Text(told(v)))
		}
	case reflect.Int, reflect.Int64, reflect.Int32, reflect.Uint64, reflect.Float64:
		s.number(at, v, t, tag)
	case reflect.Slice, reflect.Array:
		list, ok := v.([]any)
		if !ok {
			s.add(at, v, noList, quantity.Text(told(v)))
			return
		}
		n := float64(len(list))
		if most, ok := limit(tag, "maxItems"); ok && n > most {
			s.add(at, len(list), tooManyOf, quantity.Said(len(list)), quantity.Said(most))
			return
		}
		if least, ok := limit(tag, "minItems"); ok && n < least {
			s.add(at, len(list), tooFewOf, quantity.Said(len(list)), quantity.Said(least))
			return
		}
		// What is said of a list of words is said of each.
		of := reflect.StructTag("")
		if e := tag.Get("enum"); e != "" {
			of = reflect.StructTag(`enum:"` + e + `"`)
		}
		for i, x := range list {
			s.walk(fmt.Sprintf("%s[%d]", at, i), x, t.Elem(), of)
		}
	case reflect.Map:
		o, ok := v.(map[string]any)
		if !ok {
			s.add(at, v, noJSONObject, quantity.Text(told(v)))
			return
		}
		for _, name := range names(o) {
			s.walk(under(at, name), o[name], t.Elem(), "")
		}
	case reflect.Struct:
		o, ok := v.(map[string]any)
		if !ok {
			s.add(at, v, noJSONObject, quantity.Text(told(v)))
			return
		}
		known := membersOf(t)
		for _, name := range names(o) {
			if m, ok := known[name]; ok {
				s.walk(under(at, name), o[name], m.field.Type, m.field.Tag)
			} else {
				s.add(under(at, short(name)), nil, isUnknown)
			}
		}
		for _, name := range names(known) {
			if _, there := o[name]; known[name].required && !there {
				s.add(under(at, name), nil, isMissing)
			}
		}
	}
}

func names[T any](of map[string]T) []string {
	out := make([]string, 0, len(of))
	for n := range of {
		out = append(out, n)
	}
	slices.Sort(out)
	return out
}

func under(at, name string) string { return strings.TrimPrefix(at+"."+name, ".") }

func limit(tag reflect.StructTag, name string) (float64, bool) {
	f, err := strconv.ParseFloat(tag.Get(name), 64)
	return f, err == nil
}

// patterns are those that tags have.
var patterns sync.Map // of *regexp.Regexp by their text

func matches(pattern, s string) bool {
	re, ok := patterns.Load(pattern)
	if !ok {
		re, _ = patterns.LoadOrStore(pattern, regexp.MustCompile(pattern))
	}
	return re.(*regexp.Regexp).MatchString(s)
}

func (s *shape) text(at string, v any, tag reflect.StructTag) {
	text, ok := v.(string)
	if !ok {
		s.add(at, v, noText, quantity.Text(told(v)))
		return
	}
	n := float64(utf8.RuneCountInString(text))
	least, lo := limit(tag, "minLength")
	most, hi := limit(tag, "maxLength")
	if lo && n < least || hi && n > most {
		s.add(at, text, lengthOutOf, quantity.Said(n), quantity.Text(rangeOf(least, lo, most, hi)))
		return
	}
	if e := tag.Get("enum"); e != "" && !slices.Contains(strings.Split(e, ","), text) {
		s.add(at, text, noneOf, quantity.Quoted(text), quantity.Text(strings.ReplaceAll(strings.TrimPrefix(e, ","), ",", ", ")))
	}
	if p := tag.Get("pattern"); p != "" && !matches(p, text) {
		s.add(at, text, outOf, quantity.Quoted(text), quantity.Text(cmp.Or(tag.Get("patternDescription"), "what matches "+p)))
	}
	switch tag.Get("format") {
	case "date-time":
		if _, err := time.Parse(time.RFC3339, text); err != nil {
			s.add(at, text, noTime, quantity.Quoted(text))
		}
	case "date":
		if _, err := time.Parse(time.DateOnly, text); err != nil {
			s.add(at, text, noDate, quantity.Quoted(text))
		}
	}
}

func (s *shape) number(at string, v any, t reflect.Type, tag reflect.StructTag) {
	n, ok := v.(json.Number)
	if !ok {
		s.add(at, v, noNumber, quantity.Text(told(v)), quantity.Text(within(tag)))
		return
	}
	f, err := n.Float64()
	if err != nil {
		s.add(at, n.String(), notFinite, quantity.Text(told(n)))
		return
	}
	if t.Kind() != reflect.Float64 {
		_, err = strconv.ParseInt(n.String(), 10, 64)
		if t.Kind() == reflect.Uint64 {
			_, err = strconv.ParseUint(n.String(), 10, 64)
		}
		if err != nil {
			s.add(at, f, notWhole, quantity.Text(told(n)), quantity.Text(within(tag)))
			return
		}
	}
	least, lo := limit(tag, "minimum")
	most, hi := limit(tag, "maximum")
	if lo && f < least || hi && f > most {
		s.add(at, f, outOf, quantity.Said(f), quantity.Text(rangeOf(least, lo, most, hi)))
	}
}

// told returns a value as an error quotes it.
func told(v any) string {
	b, err := json.Marshal(v)
	if err != nil {
		return "it"
	}
	return short(string(b))
}

// within returns a range as text to follow what is allowed, or nothing.
func within(tag reflect.StructTag) string {
	least, lo := limit(tag, "minimum")
	most, hi := limit(tag, "maximum")
	if !lo && !hi {
		return ""
	}
	return ", " + rangeOf(least, lo, most, hi)
}

func rangeOf(least float64, lo bool, most float64, hi bool) string {
	whole := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	switch {
	case lo && hi:
		return whole(least) + " to " + whole(most)
	case lo:
		return whole(least) + " and more"
	}
	return "up to " + whole(most)
}
