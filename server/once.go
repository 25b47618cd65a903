package server

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"apodemos/app"
)

// Answers stores the answers to requests with an idempotency key.
type Answers interface {
	Asked(ctx context.Context, key string) (app.Said, error)
	Answered(ctx context.Context, key string, said app.Said) error
}

const (
	// onceHeader carries the key of a request that is to be done once, however often it is sent.
	onceHeader = "Idempotency-Key"
	maxOnceKey = 100
	// maxOnceBody is the largest body that is hashed, in bytes; a larger one counts by its length.
	maxOnceBody = 1 << 20
)

// once does a request with a key once: a retry gets the first answer.
func (s *server) once(c *gin.Context) {
	key := c.GetHeader(onceHeader)
	answers, ok := s.opt.Store.(Answers)
	h, isHeld := c.Writer.(*held)
	if key == "" || !ok || !isHeld || c.Request.Method != http.MethodPost || !strings.HasPrefix(c.Request.URL.Path, "/api/") {
		return
	}
	if len(key) > maxOnceKey || strings.ContainsFunc(key, func(r rune) bool { return r <= ' ' || r > '~' }) {
		problem(c, http.StatusUnprocessableEntity, fmt.Sprintf("%s: %q is not allowed. Send up to %d letters, digits and dashes, such as a UUID.", onceHeader, shown(key), maxOnceKey))
		return
	}
	request, err := digest(c.Request)
	if err != nil {
		problem(c, http.StatusBadRequest, "The request was cut short. Nothing was changed; try again.")
		return
	}
	ctx := c.Request.Context()
	switch was, err := answers.Asked(ctx, key); {
	case errors.Is(err, app.ErrNotFound):
	case err != nil:
		problem(c, http.StatusInternalServerError, "It couldn’t be checked whether this was done already: "+err.Error()+".")
		return
	case was.Request != request:
		problem(c, http.StatusUnprocessableEntity, onceHeader+": another request has this key. Send a new one for each. Nothing was changed.")
		return
	case was.Status == 0:
		problem(c, http.StatusConflict, "This was done already, but its answer is lost. Load the current state.")
		return
	default:
		c.Header("Idempotency-Replayed", "true")
		c.Data(was.Status, was.Type, was.Body)
		c.Abort()
		return
	}
	if _, running := s.asking.LoadOrStore(key, true); running {
		c.Header("Retry-After", "1")
		problem(c, http.StatusConflict, "This is in progress; ask again in a moment.")
		return
	}
	defer s.asking.Delete(key)
	o := &app.Once{Key: key, Request: request}
	c.Request = c.Request.WithContext(app.WithOnce(ctx, o))
	c.Request.Header.Del("Accept-Encoding") // the answer is stored uncompressed
	c.Next()
	if o.Kept {
		_ = answers.Answered(context.WithoutCancel(ctx), key, app.Said{Status: h.Status(), Type: h.Header().Get("Content-Type"), Body: h.body.Bytes()})
	}
}

// digest returns a hash that tells one request from another.
func digest(r *http.Request) (string, error) {
	sum := sha256.New()
	fmt.Fprintf(sum, "%s %s?%s %d\n", r.Method, r.URL.Path, r.URL.RawQuery, r.ContentLength)
	if r.ContentLength <= maxOnceBody {
		b, err := io.ReadAll(r.Body)
		if err != nil {
			return "", err
		}
		sum.Write(b)
		r.Body = io.NopCloser(bytes.NewReader(b))
	}
	return hex.EncodeToString(sum.Sum(nil)), nil
}
