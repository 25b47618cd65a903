package server

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/taste"
)

// The advice by HTTP is that of the command line, for a history put together from what the log and
// the plans answer: coffees told apart, people named.
func TestAdviceByHTTPIsThatOfAHistory(t *testing.T) {
	h := running(t)
	got := call[app.BrewAdvice](t, h, "POST", "/brews/9/advice", `{}`)
	require.NotNil(t, got.Advice)
	of := call[app.BrewOut](t, h, "GET", "/brews/9", "")
	log := call[[]app.LogEntry](t, h, "GET", "/log", "")
	var history taste.History
	for i := len(log) - 1; i >= 0; i-- {
		l := log[i]
		p := call[app.StoredPlan](t, h, "GET", fmt.Sprintf("/plans/%d", l.PlanID), "")
		coffee := l.Coffee
		if coffee == "" {
			coffee = fmt.Sprintf("of trip %d", l.TripID)
		}
		history.Brews = append(history.Brews, taste.Brew{At: l.BrewedAt, By: l.By, Coffee: coffee, Request: p.Request, Run: l.Had, Tasting: l.Tasting})
	}
	history.Coffee = *of.Request.Coffee.ID
	// As a file, which is what the command reads.
	file, err := json.Marshal(history)
	require.NoError(t, err)
	var read taste.History
	require.NoError(t, json.Unmarshal(file, &read))
	want, err := taste.Advise(read, &brew.Planner{})
	require.NoError(t, err)
	require.NotNil(t, want.Change)
	assert.Equal(t, want.Change.Text, got.Advice.Change.Text)
	assert.InDelta(t, want.Sure, got.Advice.Sure, 1e-9)
	assert.Equal(t, want.Counted, got.Counted)
	assert.Equal(t, want.Others, got.Others)
	assert.Positive(t, got.Others)
}
