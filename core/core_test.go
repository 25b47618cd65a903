package core

import (
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

// Imports point one way: nothing below uses brew.
func TestNothingBelowUsesBrew(t *testing.T) {
	out, err := exec.Command("go", "list", "-deps", "./air", "./water", "./heat", "./coffee", "./method", "./quantity", "./working").Output()
	require.NoError(t, err)
	assert.NotContains(t, string(out), "apodemos/core/brew")
	for _, below := range []string{"./brew", "./gear"} {
		out, err = exec.Command("go", "list", "-deps", below).Output()
		require.NoError(t, err)
		assert.NotContains(t, string(out), "apodemos/core/trip", below)
		assert.NotContains(t, string(out), "apodemos/core/kit", below)
	}
	out, err = exec.Command("go", "list", "-deps", "../store", "../demo", "../formats", "../instruments").Output()
	require.NoError(t, err)
	assert.NotContains(t, string(out), "apodemos/server")
}
