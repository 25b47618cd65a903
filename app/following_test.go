package app_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/run"
)

// Each page at a brew goes on from its own answer: two that stand at the same moment, one
// that comes with the record of another, and one that asks seldom beside one that asks often.
func TestPagesAtOneBrewKeepTheirOwnAnswers(t *testing.T) {
	r := brew.Request{Method: "pot", Drinkers: new(2.0)}
	begun := run.FollowIn{Request: r, Events: []run.Event{{Kind: run.Start}}, NowS: new(30.0)}
	follow := func(in run.FollowIn) *run.Following {
		out, err := app.Follow(in)
		require.NoError(t, err)
		return out
	}
	mine, theirs := follow(begun), follow(begun)
	third := follow(run.FollowIn{Request: r, Record: &mine.Record, NowS: new(30.0)})
	for i := range 20 {
		mine = follow(run.FollowIn{Request: r, After: mine.Key, NowS: new(31.0 + float64(i))})
	}
	theirs = follow(run.FollowIn{Request: r, After: theirs.Key, NowS: new(50.0)})
	third = follow(run.FollowIn{Request: r, After: third.Key, NowS: new(50.0)})
	assert.InDelta(t, mine.PositionS, theirs.PositionS, 1e-6)
	assert.InDelta(t, mine.PositionS, third.PositionS, 1e-6)
}
