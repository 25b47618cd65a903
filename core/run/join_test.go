package run

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

func taps(of ...any) (r Record) {
	r.V = recordV
	for i := 0; i < len(of); i += 2 {
		r.Events = append(r.Events, Event{Kind: of[i].(string), TS: of[i+1].(float64)})
		r.UntilS = of[i+1].(float64)
	}
	return r
}

// Two devices that guide one brew: what was done on either is done, and a press on both is one.
func TestJoin(t *testing.T) {
	began := []any{Start, 0.0, Next, 30.0}
	a := taps(append(began, Next, 60.0, Pause, 90.0)...)
	b := taps(append(began, Next, 61.2, Sign, 75.0)...)
	joined := taps(append(began, Next, 60.0, Sign, 75.0, Pause, 90.0)...)
	assert.Equal(t, joined.Events, Join(a, b, 0).Events, "the second Next is the same press")
	assert.Equal(t, joined.Events, Join(b, a, 0).Events)
	assert.Equal(t, a, Join(a, a, 0))
	assert.Equal(t, taps(append(began, Next, 60.0, Next, 61.0)...).Events, Join(taps(append(began, Next, 60.0, Next, 61.0)...), taps(began...), 0).Events, "two presses on one device are two")
	on := append(began, Pause, 40.0)
	assert.Equal(t, taps(append(on, Resume, 50.0, Pause, 50.4, Resume, 51.5)...).Events,
		Join(taps(append(on, Resume, 50.0, Pause, 50.4)...), taps(append(on, Resume, 51.5)...), 0).Events, "continued, paused, and continued on the other")
	// Started on both: the clock of the second began 4 s later.
	c, d := taps(Start, 0.0, Next, 20.0), taps(Start, 0.0, Next, 40.0)
	assert.Equal(t, taps(Start, 0.0, Next, 20.0, Next, 44.0).Events, Join(c, d, 4).Events)
	d.ScaleG, d.Off.ScaleG = []Point{{10, 5}}, []Point{{12, 20}}
	j := Join(c, d, 4)
	assert.Equal(t, []Point{{14, 5}}, j.ScaleG)
	assert.Equal(t, []Point{{16, 24}}, j.Off.ScaleG)
}

// In whatever order and however often records of a brew come together, nothing that was done is
// lost, and nothing is done twice.
func TestJoinLosesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all := taps(Start, 0.0)
		for n, at := 0, 5.0; n < rapid.IntRange(0, 12).Draw(t, "taps"); n++ {
			at += rapid.Float64Range(2.5, 60).Draw(t, "after")
			all.Events = append(all.Events, Event{Kind: rapid.SampledFrom([]string{Next, Sign, Pause, Resume, Back}).Draw(t, "kind"), TS: tenths(at)})
		}
		part := func(name string) Record {
			r := taps(Start, 0.0)
			for _, e := range all.Events[1:] {
				if rapid.Bool().Draw(t, name) {
					r.Events = append(r.Events, e)
				}
			}
			return r
		}
		a, b := part("a"), part("b")
		ab, ba := Join(a, b, 0), Join(b, a, 0)
		assert.Equal(t, ab.Events, ba.Events)
		assert.Equal(t, ab.Events, Join(ab, b, 0).Events)
		for _, e := range append(a.Events, b.Events...) {
			assert.Contains(t, ab.Events, e)
		}
	})
}
