package formats

import (
	"bufio"
	"io"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/unicode"
	"golang.org/x/text/transform"
)

// UTF8 is a text file as UTF-8: one in UTF-16, as spreadsheets write it, is converted; whatever else
// it is stays as it is.
func UTF8(r io.Reader) io.Reader {
	in := bufio.NewReader(r)
	start, _ := in.Peek(4)
	var from encoding.Encoding
	switch {
	case len(start) < 2:
	case start[0] == 0xff && start[1] == 0xfe:
		from = unicode.UTF16(unicode.LittleEndian, unicode.ExpectBOM)
	case start[0] == 0xfe && start[1] == 0xff:
		from = unicode.UTF16(unicode.BigEndian, unicode.ExpectBOM)
	case len(start) == 4 && start[0] != 0 && start[1] == 0 && start[2] != 0 && start[3] == 0:
		from = unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM)
	case len(start) == 4 && start[0] == 0 && start[1] != 0 && start[2] == 0 && start[3] != 0:
		from = unicode.UTF16(unicode.BigEndian, unicode.IgnoreBOM)
	}
	if from == nil {
		return in
	}
	return transform.NewReader(in, from.NewDecoder())
}
