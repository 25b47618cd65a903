// Package server is the HTTP side: typed operations under /api/v1, their
// OpenAPI document, and the embedded interface.
package server

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/server/certificate"
)

// MaxBodyBytes bounds every request body.
const MaxBodyBytes = app.MaxBodyBytes

// Options sets a server up.
type Options struct {
	Store app.Store
	// Full tells whether the store failed for want of room; never, when nil.
	Full func(error) bool
	// ClockRate runs the guide's clock faster than time, for tests and for
	// looking through a brew; 1 is real time.
	ClockRate float64
	Demo      bool
	// Devices keeps who may ask from beyond this machine; nobody, when nil.
	Devices Devices
	// Hosts are names that the program is reached by, besides localhost and addresses.
	Hosts []string
	// Addresses are those that it is reached at from beyond its machine, as
	// https://name:port; none where it listens on loopback alone.
	Addresses []string
	// AccessLog takes a line for each request; none, when nil.
	AccessLog io.Writer
	// ReadOnly is a store that can only be looked at.
	ReadOnly bool
	// Secure is over HTTPS.
	Secure bool
	// Trust is the certificate that phones are shown how to trust; none, when nil.
	Trust *certificate.Made
	// Strict lets nobody in without the token of a paired device, on this machine either: whatever
	// forwards requests looks as if it were on this machine.
	Strict bool
}

type server struct {
	app.App
	opt   Options
	mu    sync.Mutex // of pair
	pair  *pairing
	lanes *lanes

	choosing choosing
	asking   sync.Map // keys of requests in progress
}

// Handler returns the whole HTTP handler.
func Handler(opt Options) http.Handler {
	h, _ := build(opt)
	return h
}

// OpenAPI returns the OpenAPI 3.1 document as indented JSON.
func OpenAPI() ([]byte, error) {
	_, api := build(Options{Store: nowhere{}})
	b, err := document(api)
	return append(b, '\n'), err
}

// nowhere is a store that is never asked.
type nowhere struct{ app.Store }

func build(opt Options) (http.Handler, huma.API) {
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	if opt.Full != nil {
		full = opt.Full
	}
	s := &server{App: app.New(opt.Store), opt: opt, pair: newPairing(), lanes: newLanes()}
	if opt.AccessLog != nil {
		r.Use(accessLog(opt.AccessLog))
	}
	r.Use(gin.CustomRecovery(recovered), s.guard, s.trusted, s.paired, s.admit, s.once)
	r.HandleMethodNotAllowed = true
	r.NoMethod(func(c *gin.Context) {
		// Whatever can be read answers HEAD.
		allow := c.Writer.Header().Get("Allow")
		allow = strings.Replace(allow, "GET", "GET, HEAD", 1)
		c.Header("Allow", allow)
		problem(c, http.StatusMethodNotAllowed, c.Request.Method+" is not allowed here. Use "+allow+".")
	})
	s.servePair(r)
	s.serveTrust(r)
	g := r.Group("/api/v1", gzip.Gzip(gzip.BestSpeed))
	config := huma.DefaultConfig("Apodemos", brew.Version)
	config.CreateHooks = nil // no $schema links in bodies
	config.DocsPath = ""     // its page would fetch scripts from elsewhere
	config.SchemasPath = ""
	config.Formats["application/json"] = whole(config.Formats["application/json"])
	config.Formats["json"] = config.Formats["application/json"]
	config.OpenAPIPath = "" // served as it is made for readers, below
	config.Servers = []*huma.Server{{URL: "/api/v1"}}
	api := humagin.NewWithGroup(r, g, config)
	s.routes(api)
	doc := sync.OnceValues(func() ([]byte, error) { return document(api) })
	g.GET("/openapi.json", func(c *gin.Context) {
		b, err := doc()
		if err != nil {
			panic(err)
		}
		c.Data(http.StatusOK, "application/vnd.oai.openapi+json;version=3.1; charset=utf-8", b)
	})
	serveApp(r, s.first)
	return heads(r), api
}

func recovered(c *gin.Context, what any) {
	slog.Error("panic", "path", c.Request.URL.Path, "what", what)
	problem(c, http.StatusInternalServerError, "Apodemos failed; nothing was saved. Please report what you did.")
}

func problem(c *gin.Context, status int, detail string) {
	c.Header("Content-Type", "application/problem+json")
	c.AbortWithStatusJSON(status, huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail})
}

// Serve listens until ctx is done and then lets requests finish; over HTTPS where the
// listener does.
func Serve(ctx context.Context, l net.Listener, opt Options) error {
	srv := &http.Server{Handler: Handler(opt), ReadHeaderTimeout: 5 * time.Second, IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 32 << 10}
	done := make(chan error, 1)
	go func() { done <- srv.Serve(l) }()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	stop, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	err := srv.Shutdown(stop)
	if errors.Is(err, context.DeadlineExceeded) {
		err = srv.Close()
	}
	return err
}

// whole is a format whose answers are written whole before their status is sent: one
// that cannot be is a fault that is told, and not half a body under 200.
func whole(plain huma.Format) huma.Format {
	return huma.Format{Unmarshal: plain.Unmarshal, Marshal: func(w io.Writer, v any) error {
		if e, ok := v.(*huma.ErrorModel); ok {
			worded(e)
			brief(e)
		}
		var b bytes.Buffer
		if err := plain.Marshal(&b, v); err != nil {
			panic(fmt.Sprintf("answer of %T: %v", v, err))
		}
		_, err := w.Write(b.Bytes())
		return err
	}}
}

// maxEcho is how much of a wrong value is told back.
const maxEcho = 400

// brief cuts what a problem tells back of what was sent.
func brief(e *huma.ErrorModel) {
	for _, d := range e.Errors {
		if b, err := json.Marshal(d.Value); err != nil || len(b) > maxEcho {
			d.Value = fmt.Sprintf("%d bytes", len(b))
		}
	}
}
