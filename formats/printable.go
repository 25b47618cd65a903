package formats

import (
	"reflect"
	"strings"
	"unicode"
)

// Unprintable reports whether a character is none that a text has: one that a terminal or a
// printer takes for an order, or that turns what follows it round. Ends of lines and tabs are
// none of these, nor is what joins the parts of a letter or a sign.
func Unprintable(r rune) bool {
	switch {
	case r == '\n' || r == '\t' || r == '\r':
		return false
	case r >= 0x202a && r <= 0x202e, r >= 0x2066 && r <= 0x2069, r == 0xfeff:
		return true
	}
	return unicode.IsControl(r)
}

// printable is a text without what is unprintable.
func printable(s string) string {
	if !strings.ContainsFunc(s, Unprintable) {
		return s
	}
	return strings.Map(func(r rune) rune {
		if Unprintable(r) {
			return -1
		}
		return r
	}, s)
}

// oneLine is a name in a file: on one line, with nothing around it.
func oneLine(s string) string {
	return strings.TrimSpace(strings.NewReplacer("\r\n", " ", "\n", " ", "\r", " ", "\t", " ").Replace(s))
}

// printed is a value with all its texts printable: names in files come from anywhere.
func printed[T any](v T) T {
	clean(reflect.ValueOf(&v).Elem())
	return v
}

func clean(v reflect.Value) {
	switch v.Kind() {
	case reflect.String:
		if v.CanSet() {
			v.SetString(printable(v.String()))
		}
	case reflect.Pointer:
		if !v.IsNil() {
			clean(v.Elem())
		}
	case reflect.Interface:
		if v.IsNil() {
			return
		}
		in := reflect.New(v.Elem().Type()).Elem()
		in.Set(v.Elem())
		clean(in)
		if v.CanSet() {
			v.Set(in)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				clean(v.Field(i))
			}
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			clean(v.Index(i))
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			in := reflect.New(v.Type().Elem()).Elem()
			in.Set(v.MapIndex(k))
			clean(in)
			v.SetMapIndex(k, in)
		}
	}
}
