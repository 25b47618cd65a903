package files

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"time"

	"github.com/google/uuid"

	"apodemos/app"
)

// Session is one that nobody else has, now.
func Session() app.Session {
	return app.Session{ID: uuid.NewString()[:13], NewID: uuid.NewString, Now: time.Now}
}

// Where a page carries its pocket.
var (
	carriedPlace = []byte("__CARRIED__")
	firstPlace   = []byte("__FIRST__")
	carriedStart = []byte(`<script type="application/json" id="carried">`)
	carriedEnd   = []byte("</script>")
)

// ErrNoShell is returned where the program was built without the page that a pocket is.
var ErrNoShell = errors.New("this program was built without its interface, and cannot make a pocket; build it with make")

// PocketFile is a pocket with trips as one file: shell is the page that everything is in, and
// first gives what its first picture is made of.
func PocketFile(ctx context.Context, a app.App, trips []int64, shell []byte, first func(context.Context, *app.Carried) (any, error)) (*File, error) {
	if !bytes.Contains(shell, carriedPlace) {
		return nil, ErrNoShell
	}
	c, err := a.TakeAlong(ctx, trips, Session())
	if err != nil {
		return nil, err
	}
	// With <, > and & as escapes, and nothing beyond ASCII: it may stand in any page.
	b, err := json.Marshal(c)
	if err != nil {
		return nil, err
	}
	drawn, err := first(ctx, c)
	if err != nil {
		return nil, err
	}
	f, err := json.Marshal(drawn)
	if err != nil {
		return nil, err
	}
	// It is drawn from once, and packed as the interface is.
	var small bytes.Buffer
	w, _ := gzip.NewWriterLevel(&small, gzip.BestCompression)
	if _, err := w.Write(f); err != nil {
		return nil, err
	}
	if err := w.Close(); err != nil {
		return nil, err
	}
	page := bytes.Replace(bytes.Replace(shell, carriedPlace, ascii(b), 1), firstPlace, []byte(base64.StdEncoding.EncodeToString(small.Bytes())), 1)
	return &File{Name: plainName(c.Pocket.Name) + "-pocket.html", Kind: "text/html; charset=utf-8", Data: page}, nil
}

// ascii is JSON with everything beyond ASCII as escapes.
func ascii(b []byte) []byte {
	var out bytes.Buffer
	for _, r := range string(b) {
		switch {
		case r < 0x7f:
			out.WriteByte(byte(r))
		case r < 0x10000:
			fmt.Fprintf(&out, `\u%04x`, r)
		default:
			r -= 0x10000
			fmt.Fprintf(&out, `\u%04x\u%04x`, 0xd800+(r>>10), 0xdc00+(r&0x3ff))
		}
	}
	return out.Bytes()
}

// ReadPocket reads a pocket: the file that it is, or the JSON that is in it. Its error is
// app.ErrPocket, in one sentence.
func ReadPocket(r io.Reader) (*app.Carried, error) {
	b, err := io.ReadAll(io.LimitReader(r, app.MaxPocketBytes+1))
	if err != nil {
		return nil, err
	}
	if len(b) > app.MaxPocketBytes {
		return nil, app.ErrPocket{Why: fmt.Sprintf("This file is too large for an offline copy. Choose one of up to %d MB.", app.MaxPocketBytes>>20)}
	}
	text := bytes.TrimSpace(bytes.TrimPrefix(b, []byte("\ufeff")))
	if len(text) == 0 {
		return nil, app.ErrPocket{Why: "This file is empty. Choose the saved offline copy."}
	}
	if text[0] != '{' {
		at := bytes.Index(text, carriedStart)
		if at < 0 {
			return nil, app.ErrPocket{Why: "This file is not an offline copy. Choose the one that you saved."}
		}
		text = text[at+len(carriedStart):]
		end := bytes.Index(text, carriedEnd)
		if end < 0 {
			return nil, app.ErrPocket{Why: "This file is cut short. Send it again, or use an earlier copy."}
		}
		text = text[:end]
	}
	return app.CarriedOf(text)
}
