package server

import (
	"bytes"
	"io"
	"net/http"
	"os"
	"time"

	"github.com/gin-gonic/gin"
)

// An answer is computed in its lane and sent outside it, so that a slow reader holds no
// place. Sending and receiving both have to make progress.
var (
	// sendBegins is how long an answer may take before its first bytes are taken, and each piece of
	// it after that: slower than that is nobody reading.
	sendBegins = 20 * time.Second
	// sendPiece is how much of an answer has to be taken in that time, in bytes.
	sendPiece = 256 << 10
)

// held buffers an answer until it has left its lane.
type held struct {
	gin.ResponseWriter
	status int
	body   bytes.Buffer
}

func (h *held) WriteHeader(code int) {
	if code > 0 {
		h.status = code
	}
}

func (h *held) WriteHeaderNow() {
	if h.status == 0 {
		h.status = http.StatusOK
	}
}

func (h *held) Write(p []byte) (int, error) {
	h.WriteHeaderNow()
	return h.body.Write(p)
}

func (h *held) WriteString(s string) (int, error) {
	h.WriteHeaderNow()
	return h.body.WriteString(s)
}

func (h *held) Status() int {
	if h.status == 0 {
		return h.ResponseWriter.Status()
	}
	return h.status
}

func (h *held) Size() int     { return h.body.Len() }
func (h *held) Written() bool { return h.status != 0 || h.body.Len() > 0 }
func (h *held) Flush()        {}

// send writes the answer to the client.
func (h *held) send() {
	if h.status != 0 {
		h.ResponseWriter.WriteHeader(h.status)
	}
	w := paced{h.ResponseWriter, http.NewResponseController(h.ResponseWriter)}
	if h.body.Len() > 0 {
		_, _ = io.Copy(w, &h.body) // the client has gone
	} else if h.status != 0 {
		h.ResponseWriter.WriteHeaderNow()
	}
	_ = w.rc.SetWriteDeadline(time.Time{}) // not in tests without a connection
}

// paced is a writer with a deadline for each piece.
type paced struct {
	w  io.Writer
	rc *http.ResponseController
}

func (p paced) Write(b []byte) (n int, err error) {
	for len(b) > 0 && err == nil {
		piece := b[:min(len(b), sendPiece)]
		_ = p.rc.SetWriteDeadline(time.Now().Add(sendBegins))
		var k int
		k, err = p.w.Write(piece)
		n, b = n+k, b[len(piece):]
	}
	return n, err
}

// pacedWriter is a writer of an answer that is sent as it is read, such as a file of the interface.
type pacedWriter struct {
	gin.ResponseWriter
	paced
}

func (p pacedWriter) Write(b []byte) (int, error)       { return p.paced.Write(b) }
func (p pacedWriter) WriteString(s string) (int, error) { return p.paced.Write([]byte(s)) }

// inMemory is how much of an upload is held in memory, in bytes; the rest goes to a file.
const inMemory = 1 << 20

// spooled is a whole body, in memory or in a temporary file.
type spooled struct {
	io.Reader
	file *os.File
}

// spool reads a body before it enters a lane. Its error is the body's or the file's.
func spool(body io.Reader) (*spooled, error) {
	var start bytes.Buffer
	n, err := io.CopyN(&start, body, inMemory)
	if err == io.EOF || err == nil && n < inMemory {
		return &spooled{Reader: &start}, nil
	}
	if err != nil {
		return nil, err
	}
	f, err := os.CreateTemp("", "apodemos-upload-*")
	if err != nil {
		return nil, err
	}
	out := &spooled{file: f}
	_ = os.Remove(f.Name()) // so that it goes with the program, where the system allows
	if _, err := io.Copy(f, io.MultiReader(&start, body)); err != nil {
		out.Close()
		return nil, err
	}
	if _, err := f.Seek(0, io.SeekStart); err != nil {
		out.Close()
		return nil, err
	}
	out.Reader = f
	return out, nil
}

// Close closes the temporary file.
func (s *spooled) Close() error {
	if s.file == nil {
		return nil
	}
	err := s.file.Close()
	_ = os.Remove(s.file.Name())
	return err
}
