package main

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/store"
)

func execute(in string, args ...string) (string, error) {
	c := root()
	var out bytes.Buffer
	c.SetIn(strings.NewReader(in))
	c.SetOut(&out)
	c.SetArgs(args)
	err := c.Execute()
	return out.String(), err
}

func TestPlanOnTheCommandLine(t *testing.T) {
	out, err := execute(`{"method":"cone","place":{"altitude_m":3900}}`, "plan")
	require.NoError(t, err)
	var p brew.Plan
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.InDelta(t, 86.96, *p.BoilC, 0.01)

	_, err = execute(`{"method":"cone","drinkers":0,"cup_ml":5}`, "plan")
	assert.Equal(t, "drinkers: 0 is not allowed; allowed: a whole number, 1 to 24\ncup_ml: 5 is not allowed; allowed: 20 to 1000 ml", err.Error())
}

// docs/methods.md is made from the catalogue: apodemos methods > docs/methods.md.
func TestTheMethodsPageIsTheCatalogue(t *testing.T) {
	want, err := execute("", "methods")
	require.NoError(t, err)
	got, err := os.ReadFile("../../docs/methods.md")
	require.NoError(t, err)
	assert.Equal(t, want, string(got), "run: make docs")
}

func TestHelpIsThereForEveryCommand(t *testing.T) {
	for _, c := range root().Commands() {
		out, err := execute("", c.Name(), "--help")
		require.NoError(t, err)
		assert.Contains(t, out, "Usage:", c.Name())
		assert.Greater(t, len(c.Short), 20, c.Name())
	}
}

func TestItRefusesToStartOnAFileThatIsNoDatabase(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(dir, store.FileName), []byte("not a database"), 0o600))
	_, err := execute("", "serve", "--data", dir)
	require.Error(t, err)
	assert.NotContains(t, err.Error(), "\n")
	assert.Contains(t, err.Error(), "is not an Apodemos database")
	_, err = execute("", "serve", "--data", t.TempDir(), "--clock-rate", "0")
	assert.ErrorContains(t, err, "--clock-rate: 0 is not allowed; allowed: 1 to 1000")
}
