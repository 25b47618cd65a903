package app

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/kit"
)

// A kit says whether there is a scale: with one the brew weighs, without it goes by the
// kit's own measure and mug.
func TestAKitSaysWhetherThereIsAScale(t *testing.T) {
	shelf := gear.Starter()
	var without, with []int64
	for i := range shelf {
		shelf[i].ID = int64(i + 1)
		switch {
		case shelf[i].Kind == gear.Scale:
			with = append(with, shelf[i].ID)
		case shelf[i].Kind == gear.Cup && len(without) == 0, shelf[i].Type == "measure":
			without = append(without, shelf[i].ID)
			with = append(with, shelf[i].ID)
		}
	}
	serving := kit.Serving{Method: "pot", School: "off-boil-fine", Into: "server"}
	r := equip(brew.Request{Method: "pot"}, serving, shelf, without)
	require.NotNil(t, r.Scale)
	assert.False(t, *r.Scale)
	require.NotNil(t, r.Measure.Grams)
	require.NotNil(t, r.WaterBy.Ml)
	r = equip(r, serving, shelf, with)
	assert.Nil(t, r.Scale, "there is one again")
}
