package trip

import (
	"encoding/json"
	"testing"
)

// Whatever if: it is compared, or what is wrong is said.
func FuzzWhatIf(f *testing.F) {
	f.Add(`{"delay_days":1,"delay_stop":0}`)
	f.Add(`{"people":3}`)
	f.Add(`{"lost":["cone"]}`)
	in := two()
	f.Fuzz(func(t *testing.T, s string) {
		var w WhatIf
		if json.Unmarshal([]byte(s), &w) != nil {
			return
		}
		c, err := Compare(in, w)
		if err == nil && c == nil {
			t.Fatal("neither an answer nor an error")
		}
	})
}
