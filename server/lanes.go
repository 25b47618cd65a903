package server

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"os"
	"path"
	"runtime"
	"slices"
	"strings"
	"sync"
	"syscall"
	"time"
	"unicode/utf8"

	"github.com/gin-gonic/gin"
	"golang.org/x/sync/semaphore"

	"apodemos/formats"
)

// lane is what runs side by side of one kind: so many at once, so many that wait, and so long.
type lane struct {
	name    string
	room    *semaphore.Weighted
	waiting chan struct{}
	wait    time.Duration

	mu    sync.Mutex
	since map[*time.Time]bool // start times of the running requests
	queue []string            // what the waiting requests are for, the first to come first
}

func newLane(name string, atOnce, waiting int, wait time.Duration) *lane {
	return &lane{name: name, room: semaphore.NewWeighted(int64(atOnce)), waiting: make(chan struct{}, atOnce+waiting), wait: wait, since: map[*time.Time]bool{}}
}

// state returns how many requests are in a lane, and the age of the oldest.
func (l *lane) state(now time.Time) LaneState {
	l.mu.Lock()
	defer l.mu.Unlock()
	out := LaneState{Name: l.name, Running: len(l.since), Waiting: max(len(l.waiting)-len(l.since), 0)}
	for t := range l.since {
		out.OldestS = max(out.OldestS, now.Sub(*t).Seconds())
	}
	return out
}

// LaneState is the load of a lane: requests of one kind that run side by side.
type LaneState struct {
	Name    string  `json:"name" enum:"quick,files,choice"`
	Running int     `json:"running"`
	Waiting int     `json:"waiting"`
	OldestS float64 `json:"oldest_s" doc:"How long the oldest of those that run has been running"`
}

// enter waits for room, in the order in which requests came. Its error is errLaneFull if too many
// wait, or it takes too long.
func (l *lane) enter(ctx context.Context, what string) (leave func(), err error) {
	select {
	case l.waiting <- struct{}{}:
	default:
		return nil, errLaneFull
	}
	short, cancel := context.WithTimeout(ctx, l.wait)
	defer cancel()
	l.mu.Lock()
	l.queue = append(l.queue, what)
	l.mu.Unlock()
	err = l.room.Acquire(short, 1)
	l.mu.Lock()
	if i := slices.Index(l.queue, what); i >= 0 {
		l.queue = slices.Delete(l.queue, i, i+1)
	}
	l.mu.Unlock()
	if err != nil {
		<-l.waiting
		if ctx.Err() != nil {
			return nil, ctx.Err()
		}
		return nil, errLaneFull
	}
	began := time.Now()
	l.mu.Lock()
	l.since[&began] = true
	l.mu.Unlock()
	return func() {
		l.mu.Lock()
		delete(l.since, &began)
		l.mu.Unlock()
		l.room.Release(1)
		<-l.waiting
	}, nil
}

// place is the place in the queue of the first request for something, from 1; 0 if none waits.
func (l *lane) place(what string) int {
	l.mu.Lock()
	defer l.mu.Unlock()
	return slices.Index(l.queue, what) + 1
}

var errLaneFull = errors.New("too many requests")

// lanes keep the program quick and small whatever is asked of it: computation is bounded by the
// processors there are, files by the memory that they take, and of a choice of kits, which takes
// all processors, there is one.
type lanes struct{ quick, files, choice *lane }

func newLanes() *lanes {
	return &lanes{
		quick:  newLane("quick", 2*runtime.GOMAXPROCS(0), 256, 5*time.Second),
		files:  newLane("files", 2, 8, 30*time.Second),
		choice: newLane("choice", 1, 63, 15*time.Minute),
	}
}

// of is the lane of a request; nil where it needs none.
func (l *lanes) of(r *http.Request) *lane {
	p := r.URL.Path
	switch {
	case p == "/api/v1/health" || path.Ext(p) != "" && !strings.HasPrefix(p, "/api/"):
		return nil
	case strings.HasSuffix(p, "/kit/choose"):
		return l.choice
	case carriesFile(p):
		return l.files
	}
	return l.quick
}

// carriesFile reports whether a path takes or gives a file that is read as it streams, or is
// large.
func carriesFile(p string) bool {
	return p == "/api/v1/import/preview" || strings.HasSuffix(p, "/import") || strings.HasPrefix(p, "/api/v1/bring") || strings.HasPrefix(p, "/api/v1/pocket")
}

// admit takes a body in and lets the request in in its turn; what it comes to is sent after that.
// A slow sender or reader holds no place meanwhile.
func (s *server) admit(c *gin.Context) {
	rc := http.NewResponseController(c.Writer)
	body := &slowBody{in: c.Request.Body, rc: rc, began: time.Now()}
	c.Request.Body = body
	l := s.lanes.of(c.Request)
	if l == nil {
		c.Writer = pacedWriter{c.Writer, paced{c.Writer, rc}}
		c.Next()
		return
	}
	if l == s.lanes.files {
		whole, err := spool(body)
		if err != nil {
			s.unreceived(c, err)
			return
		}
		defer whole.Close()
		c.Request.Body = whole
	} else {
		whole, err := io.ReadAll(body)
		if err != nil {
			s.unreceived(c, err)
			return
		}
		if field, r, is := orders(whole); is {
			problem(c, http.StatusUnprocessableEntity, fmt.Sprintf("%s: contains the control character U+%04X. Enter plain text. Nothing was changed.", shown(field), r))
			return
		}
		c.Request.Body = io.NopCloser(bytes.NewReader(whole))
	}
	h := &held{ResponseWriter: c.Writer}
	if s.inLane(c, l, h) {
		h.send()
	}
}

// inLane answers in a lane, into what is held; it reports whether there is something to send.
func (s *server) inLane(c *gin.Context, l *lane, h *held) bool {
	leave, err := l.enter(c.Request.Context(), c.Request.URL.Path)
	if errors.Is(err, errLaneFull) {
		c.Header("Retry-After", "1")
		problem(c, http.StatusServiceUnavailable, "Too many requests at once. Nothing was changed; try again.")
		return false
	}
	if err != nil {
		c.AbortWithStatus(499)
		return false
	}
	defer leave()
	c.Writer = h
	defer func() { c.Writer = h.ResponseWriter }() // a fault is answered directly
	c.Next()
	return true
}

// unreceived answers a request whose body did not arrive whole.
func (s *server) unreceived(c *gin.Context, err error) {
	var large *http.MaxBytesError
	switch {
	case errors.As(err, &large):
		problem(c, http.StatusRequestEntityTooLarge, tooLarge(err).Error())
	case errors.Is(err, os.ErrDeadlineExceeded):
		slow(c)
	case errors.Is(err, syscall.ENOSPC):
		problem(c, http.StatusInsufficientStorage, "There is no room for the file. Nothing was changed; make room and try again.")
	default:
		problem(c, http.StatusBadRequest, "The request was cut short. Nothing was changed; try again.")
	}
}

func slow(c *gin.Context) {
	c.Header("Connection", "close")
	problem(c, http.StatusRequestTimeout, "The request took too long to arrive. Nothing was changed; try again.")
}

// What a body is given: some time to begin, and more as it comes.
var bodyBegins = 20 * time.Second

const bodyPerSecond = 16 << 10 // bytes; a slow mobile network

// slowBody ends a body that comes too slowly.
type slowBody struct {
	in       io.ReadCloser
	rc       *http.ResponseController
	began    time.Time
	n        int64
	timedOut bool
}

func (b *slowBody) Read(p []byte) (int, error) {
	_ = b.rc.SetReadDeadline(b.began.Add(bodyBegins + time.Duration(b.n)*time.Second/bodyPerSecond)) // not in tests without a connection
	n, err := b.in.Read(p)
	b.n += int64(n)
	if err != nil {
		b.timedOut = errors.Is(err, os.ErrDeadlineExceeded)
		if !b.timedOut {
			_ = b.rc.SetReadDeadline(time.Time{}) // what is waited for now is no body
		}
	}
	return n, err
}

func (b *slowBody) Close() error { return b.in.Close() }

// orders finds a character in a text of JSON that a terminal, a file or a reader would take for
// an order, and the field that it is in.
func orders(body []byte) (field string, r rune, is bool) {
	d := json.NewDecoder(bytes.NewReader(body))
	for {
		t, err := d.Token()
		if err != nil {
			return "", 0, false // what is no JSON is told where it is read
		}
		s, text := t.(string)
		if !text {
			continue
		}
		if i := strings.IndexFunc(s, formats.Unprintable); i >= 0 {
			r, _ := utf8.DecodeRuneInString(s[i:])
			return field, r, true
		}
		field = s // of what follows, where this was a name
	}
}

// heads answers HEAD as GET, without its body.
func heads(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodHead && strings.HasPrefix(r.URL.Path, "/api/") {
			r = r.Clone(r.Context())
			r.Method = http.MethodGet
			w = bodiless{w}
		}
		next.ServeHTTP(w, r)
	})
}

type bodiless struct{ http.ResponseWriter }

func (bodiless) Write(p []byte) (int, error) { return len(p), nil }

// Unwrap is for http.ResponseController.
func (b bodiless) Unwrap() http.ResponseWriter { return b.ResponseWriter }

// accessLog writes a line of JSON for each request. What a person asked for, which is in the
// query, is not in it.
func accessLog(to io.Writer) gin.HandlerFunc {
	log := slog.New(slog.NewJSONHandler(to, nil))
	return func(c *gin.Context) {
		began := time.Now()
		c.Next()
		log.Info("request", "method", c.Request.Method, "path", c.Request.URL.Path, "status", c.Writer.Status(), "bytes", max(c.Writer.Size(), 0), "ms", float64(time.Since(began).Microseconds())/1000, "from", c.Request.RemoteAddr)
	}
}
