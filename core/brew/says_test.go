package brew_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "apodemos/core/brew"
	"apodemos/core/field"
)

// A problem is said with the name that the screen has for its field; the path stays for programs.
func TestAProblemNamesItsField(t *testing.T) {
	_, err := Decode(strings.NewReader(`{"method":"cone","drinkers":0,"place":{"altitude_m":9500},"pours":[{"id":"bloom-pour","at_s":-90}]}`))
	require.NoError(t, err)
	r, err := Decode(strings.NewReader(`{"method":"cone","drinkers":0,"place":{"altitude_m":9500}}`))
	require.NoError(t, err)
	_, err = Compute(r)
	var bad Problems
	require.ErrorAs(t, err, &bad)
	assert.ElementsMatch(t, []string{"People: 0 is out of range. Enter a whole number from 1 to 24.", "Altitude: 9500 m is out of range. Enter -430 to 8850 m."}, strings.Split(bad.Says(), "\n"))
	assert.ElementsMatch(t, []string{"drinkers", "place.altitude_m"}, []string{bad[0].Field, bad[1].Field})
	for path, name := range map[string]string{
		"request.place.altitude_m": "Altitude", "stops[2].brews[0].at": "Stop 3, brew 1: Time", "entries[0].brewed_at": "Entry 1: Brewed at", "some_odd_thing_g": "Some odd thing",
		"Cone dripper: mass_g": "Cone dripper: Mass of one", "pours[1]": "Pour 2", "": "", "body": "",
	} {
		assert.Equal(t, name, field.Name(path), path)
	}
	assert.Equal(t, "Name is missing. Enter it.", field.Problem{Field: "name", Message: "is missing. Enter it"}.Says())
	assert.Equal(t, "It is empty.", field.Problem{Message: "it is empty"}.Says())
}

// A plan that an earlier version told says today's words for its dangers.
func TestAnOldPlanHasTodaysCautions(t *testing.T) {
	p, err := DecodePlan([]byte(`{"cautions":[{"id":"scald","level":"care","text":"Hot.","why":"It is.","step":"rinse"},{"id":"of-before","level":"care","text":"Mind the step.","why":"It is high.","step":""}]}`))
	require.NoError(t, err)
	require.Len(t, p.Cautions, 2)
	assert.Equal(t, "Near-boiling water scalds instantly.", p.Cautions[0].Why)
	assert.Equal(t, "Mind the step.", p.Cautions[1].Text, "one that is no more stays as it was told")
}
