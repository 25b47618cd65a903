package main

import (
	"context"
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/demo"
	"apodemos/pocket"
	"apodemos/store"
)

func demoDir(t *testing.T) string {
	dir := t.TempDir()
	_, err := demo.Ready(t.Context(), dir, false)
	require.NoError(t, err)
	return dir
}

// edited is a pocket of the demo in which something was done, as a file.
func edited(t *testing.T, file string, do func(*pocket.Session)) string {
	c, err := files.ReadPocket(strings.NewReader(file))
	require.NoError(t, err)
	w := files.Session()
	s, err := pocket.Open(t.Context(), c, nil, pocket.Options{ID: w.ID, NewID: w.NewID, Now: w.Now})
	require.NoError(t, err)
	do(s)
	b, err := json.Marshal(s.Carried())
	require.NoError(t, err)
	name := filepath.Join(t.TempDir(), "copy.json")
	require.NoError(t, os.WriteFile(name, b, 0o600))
	return name
}

func rename(to string) func(*pocket.Session) {
	return func(s *pocket.Session) {
		s.Answer(context.Background(), pocket.Asked{Method: "PATCH", Path: "/trips/1", IfMatch: `"1"`, Body: json.RawMessage(`{"name":"` + to + `"}`)})
	}
}

func TestAPocketOnTheCommandLine(t *testing.T) {
	dir := demoDir(t)
	file, err := execute("", "pocket", "--data", dir, "--trip", "1")
	require.NoError(t, err)
	assert.True(t, strings.HasPrefix(file, "<!doctype html>"))
	assert.NotContains(t, file, "__CARRIED__")
	assert.NotContains(t, file, "http://127", "nothing is fetched")
	assert.Less(t, len(file), 3_400_000, "a file that is sent by mail")

	_, err = execute("", "pocket", "--data", t.TempDir())
	require.ErrorContains(t, err, "there is no database")
	_, err = execute("", "pocket", "--data", dir, "--trip", "9")
	require.ErrorContains(t, err, "--trip: there is no trip 9")

	renamed := edited(t, file, rename("To the ice"))
	out, err := execute("", "bring", "--data", dir, "--look", renamed)
	require.NoError(t, err)
	assert.Contains(t, out, "changed: trip To the ice (name)")
	assert.NotContains(t, out, "Kept")
	out, err = execute("", "bring", "--data", dir, renamed)
	require.NoError(t, err)
	assert.Contains(t, out, "Kept.")
	out, err = execute("", "bring", "--data", dir, renamed)
	require.NoError(t, err)
	assert.Contains(t, out, "Nothing new.")

	// Another copy, in which it was called otherwise.
	other := edited(t, file, rename("To the sea"))
	out, err = execute("", "bring", "--data", dir, other)
	require.ErrorContains(t, err, "choose first")
	assert.Contains(t, out, "here To the ice, there To the sea")
	_, err = execute("", "bring", "--data", dir, "--all", "both", other)
	require.ErrorContains(t, err, "Enter here or there")
	out, err = execute("", "bring", "--data", dir, "--all", "there", other)
	require.NoError(t, err)
	assert.Contains(t, out, "Kept.")
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	defer s.Close()
	tr, err := app.New(s).Trip(t.Context(), 1)
	require.NoError(t, err)
	assert.Equal(t, "To the sea", tr.Name)

	for says, text := range map[string]string{"is not an offline copy": "<html>", "is empty": "", "is cut short": file[:9000]} {
		name := filepath.Join(t.TempDir(), "bad.html")
		require.NoError(t, os.WriteFile(name, []byte(text), 0o600))
		_, err = execute("", "bring", "--data", dir, name)
		require.ErrorContains(t, err, says)
	}
}

func TestPairingOnTheCommandLine(t *testing.T) {
	dir := demoDir(t)
	out, err := execute("", "pair", "--data", dir)
	require.NoError(t, err)
	assert.Regexp(t, `^[0-9A-Z]{5}-[0-9A-Z]{5} \(until `, out)
	out, err = execute("", "pair", "--data", dir, "--at", "https://kettle.home:8466")
	require.NoError(t, err)
	assert.Contains(t, out, "https://kettle.home:8466/pair?key=")
	assert.Contains(t, out, "█")
	out, err = execute("", "pair", "--data", dir, "--list")
	require.NoError(t, err)
	assert.Contains(t, out, "No device is paired.")
	_, err = execute("", "pair", "--data", dir, "--let-go", "3")
	require.ErrorContains(t, err, "there is no device 3")
	_, err = execute("", "pair", "--data", dir, "--at", "kettle")
	require.ErrorContains(t, err, "--at")
	for _, bad := range [][]string{{"--tls-cert", "x.pem"}, {"--host", "http://x"}, {"--tls-cert", "none.pem", "--tls-key", "none.pem"}} {
		_, err = execute("", append([]string{"serve", "--data", t.TempDir(), "--listen", "127.0.0.1:0"}, bad...)...)
		assert.Error(t, err, "%v", bad)
	}
}

// What is written is as its published schema says, and what is out of its range is not: checked
// by the Python package jsonschema.
func TestEveryFileIsAsItsSchemaSays(t *testing.T) {
	pocket, err := execute("", "pocket", "--data", demoDir(t), "--trip", "1")
	require.NoError(t, err)
	carried, err := os.ReadFile(edited(t, pocket, rename("To the ice")))
	require.NoError(t, err)
	export := func(kind, trip string) string {
		out, err := execute("", "export", "--data", demoDir(t), "--trip", trip, kind)
		require.NoError(t, err)
		return out
	}
	files := map[string]string{
		"pocket": string(carried), "trip": export("trip.json", "1"), "log": export("log.json", "0"),
		"recipe": `{"format":"apodemos-recipe","version":1,"recipe":{"name":"Mine","method":"cone","dose_g":13,"water_g":200,"pours":[{"at_s":0,"to_g":40},{"at_s":45,"to_g":200}]}}`,
	}
	for kind, text := range files {
		says := func(text string) ([]byte, error) {
			cmd := exec.Command("/usr/bin/python3", "-c", `import json, sys, jsonschema
jsonschema.validate(json.load(sys.stdin), json.load(open(sys.argv[1])), cls=jsonschema.Draft202012Validator)`, "../../docs/"+kind+".schema.json")
			cmd.Stdin = strings.NewReader(text)
			return cmd.CombinedOutput()
		}
		out, err := says(text)
		require.NoError(t, err, "%s: %s", kind, out)
		// The numbers of a trip's requests and of a pocket's events are patches: they are checked
		// when they are read.
		field := map[string]string{"pocket": "base", "trip": "people", "log": "altitude_m", "recipe": "dose_g"}[kind]
		wrong := regexp.MustCompile(`"`+field+`": ?[0-9.]+`).ReplaceAllString(text, `"`+field+`":-9999`)
		require.NotEqual(t, text, wrong, kind)
		out, err = says(wrong)
		require.Error(t, err, kind)
		assert.Contains(t, string(out), "is less than the minimum", kind)
	}
}
