package app_test

import (
	"encoding/json"
	"testing"

	"apodemos/app"
)

// A merge patch over a stop gives a stop, or says what is wrong; laid over twice it is the same.
func FuzzMerged(f *testing.F) {
	f.Add(`{"name":"x","conditions":{"place":{"altitude_m":null}}}`)
	f.Add(`{"facts":{"nights":2,"allowed":["fire"]}}`)
	f.Add(`{"conditions":null,"day":3}`)
	f.Fuzz(func(t *testing.T, patch string) {
		was := app.StopIn{Spot: app.Spot{Name: "Hut"}, Day: 1}
		if !json.Valid([]byte(patch)) {
			return
		}
		once, merged, err := app.Merged(was, []byte(patch))
		if err != nil {
			return
		}
		_, again, err := app.Merged(once, []byte(patch))
		if err != nil || string(again) != string(merged) {
			t.Fatalf("%s, then %s: %v", merged, again, err)
		}
	})
}
