package kit

import (
	"context"
	"encoding/json"
	"testing"
)

// Whatever is wished of a kit, it is chosen, or what is in the way is said.
func FuzzChoose(f *testing.F) {
	f.Add(`{"mass_g":900,"fallback":true}`, 3)
	f.Add(`{"clarity":5,"body":1,"weights":{"mass":0,"cup":9,"time":0,"fuss":0}}`, 40)
	f.Add(`{"must":[1,2,3],"without":[4]}`, 17)
	f.Fuzz(func(t *testing.T, s string, cut int) {
		var w Wishes
		if json.Unmarshal([]byte(s), &w) != nil {
			return
		}
		list := shelf()
		list = list[:min(len(list), max(cut%(len(list)+1), 0))]
		c, err := Choose(context.Background(), journey(), list, w)
		if err == nil && c.Best == nil && len(c.Blocked)+len(c.Limits) == 0 {
			t.Fatal("no kit, and no word why")
		}
	})
}
