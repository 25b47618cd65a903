package app

import (
	"cmp"
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"apodemos/core/brew"
)

// CheckShape holds a value to the limits that its types tell of themselves, in the tags that
// the HTTP interface publishes: minLength, maxLength, minimum, maximum, enum, pattern and
// maxItems. It is how they are kept where there is no HTTP. Its error is brew.Problems.
func CheckShape(at string, v any) error {
	var bad brew.Problems
	shape(reflect.ValueOf(v), at, "", &bad)
	if len(bad) > 0 {
		return bad
	}
	return nil
}

func shape(v reflect.Value, at string, tag reflect.StructTag, bad *brew.Problems) {
	for v.Kind() == reflect.Pointer || v.Kind() == reflect.Interface {
		if v.IsNil() {
			return
		}
		v = v.Elem()
	}
	add := func(value any, format string, args ...any) {
		*bad = append(*bad, brew.Problem{Field: at, Value: value, Message: fmt.Sprintf(format, args...)})
	}
	limit := func(name string) (float64, bool) {
		f, err := strconv.ParseFloat(tag.Get(name), 64)
		return f, err == nil
	}
	switch v.Kind() {
	case reflect.String:
		s := v.String()
		n := float64(utf8.RuneCountInString(s))
		least, lo := limit("minLength")
		most, hi := limit("maxLength")
		if lo && n < least || hi && n > most {
			add(s, "%g characters; allowed: %g to %g", n, least, most)
			return
		}
		if e := tag.Get("enum"); e != "" && !slices.Contains(strings.Split(e, ","), s) {
			add(s, "%q is not allowed; allowed: one of %s", s, strings.ReplaceAll(e, ",", ", "))
		}
		if p := tag.Get("pattern"); p != "" && !regexp.MustCompile(p).MatchString(s) {
			add(s, "%q is not allowed; allowed: %s", s, cmp.Or(tag.Get("patternDescription"), "what matches "+p))
		}
	case reflect.Int, reflect.Int64, reflect.Float64:
		var f float64
		if v.CanInt() {
			f = float64(v.Int())
		} else {
			f = v.Float()
		}
		least, lo := limit("minimum")
		most, hi := limit("maximum")
		if lo && f < least || hi && f > most {
			add(f, "%g is not allowed; allowed: %s", f, rangeOf(least, lo, most, hi))
		}
	case reflect.Slice:
		if most, ok := limit("maxItems"); ok && float64(v.Len()) > most {
			add(v.Len(), "%d of them; allowed: up to %g", v.Len(), most)
			return
		}
		if v.Type().Elem().Kind() == reflect.Uint8 {
			return
		}
		// What is said of a list of words is said of each.
		for i := range v.Len() {
			shape(v.Index(i), fmt.Sprintf("%s[%d]", at, i), reflect.StructTag(wordTags(tag)), bad)
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			shape(v.MapIndex(k), fmt.Sprintf("%s.%v", at, k), "", bad)
		}
	case reflect.Struct:
		t := v.Type()
		for i := range t.NumField() {
			f := t.Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if !f.IsExported() || name == "-" {
				continue
			}
			where := at
			if name != "" {
				where = strings.TrimPrefix(at+"."+name, ".")
			}
			fv := v.Field(i)
			if strings.Contains(f.Tag.Get("json"), ",omit") && fv.IsZero() {
				continue // left out
			}
			shape(fv, where, f.Tag, bad)
		}
	}
}

func wordTags(tag reflect.StructTag) string {
	if e := tag.Get("enum"); e != "" {
		return `enum:"` + e + `"`
	}
	return ""
}

func rangeOf(least float64, lo bool, most float64, hi bool) string {
	switch {
	case lo && hi:
		return fmt.Sprintf("%g to %g", least, most)
	case lo:
		return fmt.Sprintf("%g and more", least)
	}
	return fmt.Sprintf("up to %g", most)
}
