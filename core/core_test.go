package core

import (
	"os"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The core is pure: it imports the standard library alone, and nothing of it
// that reads a file, the network or chance. That it reads no clock is checked
// in the sources, for time itself may be imported for its types.
func TestTheCoreIsPure(t *testing.T) {
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}}: {{join .Imports " "}}`, "./...").Output()
	require.NoError(t, err)
	for line := range strings.Lines(string(out)) {
		name, imports, _ := strings.Cut(strings.TrimSpace(line), ": ")
		for imp := range strings.FieldsSeq(imports) {
			first, _, _ := strings.Cut(imp, "/")
			assert.False(t, strings.Contains(first, "."), "%s imports %s", name, imp)
			for _, banned := range []string{"net", "os", "database/sql", "math/rand", "math/rand/v2", "crypto/rand", "syscall", "os/exec", "time"} {
				assert.NotEqual(t, banned, imp, "%s imports %s", name, imp)
			}
			if first == "apodemos" {
				assert.True(t, strings.HasPrefix(imp, "apodemos/core/"), "%s imports %s", name, imp)
			}
		}
	}
}

// deps are the packages that one needs, of this project and others.
func deps(t *testing.T, env string, packages ...string) string {
	cmd := exec.Command("go", append([]string{"list", "-deps"}, packages...)...)
	cmd.Env = append(os.Environ(), strings.Fields(env)...)
	out, err := cmd.Output()
	require.NoError(t, err)
	return string(out)
}

// Imports point one way: cmd → server, store, pocket → app → formats, instruments →
// core, and in the core from the ground up.
func TestImportsPointOneWay(t *testing.T) {
	for _, c := range []struct{ room, never []string }{
		{[]string{"./air", "./water", "./heat", "./coffee", "./method", "./quantity", "./working", "./solve", "./field", "./caution", "./thermal", "./recipe"}, []string{"core/conditions", "core/brew"}},
		{[]string{"./conditions"}, []string{"core/brew", "core/explain"}},
		{[]string{"./brew"}, []string{"core/explain", "core/gear", "core/trip", "core/kit", "core/run", "core/bench", "core/ways", "core/glossary"}},
		{[]string{"./gear", "./explain", "./run", "./ways"}, []string{"core/trip", "core/kit", "core/bench"}},
		{[]string{"../formats", "../instruments"}, []string{"apodemos/app", "apodemos/store", "apodemos/server"}},
		{[]string{"../app/..."}, []string{"apodemos/store", "apodemos/server", "apodemos/cmd"}},
		{[]string{"../store"}, []string{"apodemos/server", "apodemos/pocket"}},
		{[]string{"../app/journal"}, []string{"apodemos/app", "apodemos/core/brew"}},
		{[]string{"../pocket"}, []string{"apodemos/store", "apodemos/server", "apodemos/app/files", "apodemos/formats"}},
		{[]string{"../server"}, []string{"apodemos/store", "modernc.org/sqlite"}},
	} {
		all := deps(t, "", c.room...)
		for _, never := range c.never {
			assert.NotContains(t, all, never+"\n", "%v uses %s", c.room, never)
		}
	}
}

// What goes into the browser reaches neither an SQL driver nor the network.
func TestThePocketIsBare(t *testing.T) {
	all := deps(t, "GOOS=js GOARCH=wasm", "../cmd/pocket")
	assert.Contains(t, all, "apodemos/core/brew\n")
	for _, never := range []string{"net/http", "database/sql", "modernc.org/sqlite", "time/tzdata", "apodemos/formats", "apodemos/store", "apodemos/server"} {
		assert.NotContains(t, all, never+"\n")
	}
}

// The commands that answer without a server do without it; its certificate is a room of its own.
func TestCommandsDoWithoutTheServer(t *testing.T) {
	out, err := exec.Command("grep", "-l", `"apodemos/server"`, "-r", "../cmd/apodemos", "--include=*.go").Output()
	require.NoError(t, err)
	for file := range strings.FieldsSeq(string(out)) {
		assert.Contains(t, []string{"../cmd/apodemos/serve.go", "../cmd/apodemos/documents.go", "../cmd/apodemos/main_test.go", "../cmd/apodemos/carriers_test.go"}, file)
	}
}
