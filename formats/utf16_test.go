package formats_test

import (
	"io"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/text/encoding/unicode"

	"apodemos/formats"
)

// A table that a spreadsheet wrote in UTF-16 is read as it is in UTF-8.
func TestUTF16(t *testing.T) {
	const table = "name,kind,mass_g\nTöpfchen,vessel,150\n"
	want, err := formats.ReadGear(strings.NewReader(table))
	require.NoError(t, err)
	for _, e := range []struct {
		end unicode.Endianness
		bom unicode.BOMPolicy
	}{{unicode.LittleEndian, unicode.UseBOM}, {unicode.BigEndian, unicode.UseBOM}, {unicode.LittleEndian, unicode.IgnoreBOM}, {unicode.BigEndian, unicode.IgnoreBOM}} {
		s, err := unicode.UTF16(e.end, e.bom).NewEncoder().String(table)
		require.NoError(t, err)
		got, err := formats.ReadGear(strings.NewReader(s))
		require.NoError(t, err)
		assert.Equal(t, want, got)
	}
	for _, s := range []string{"", "a", "{}", table} {
		b, err := io.ReadAll(formats.UTF8(strings.NewReader(s)))
		require.NoError(t, err)
		assert.Equal(t, s, string(b))
	}
}
