package server

import (
	"crypto/rand"
	"encoding/base64"
	"fmt"
	"math"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"github.com/gin-gonic/gin"

	"apodemos/app"
	"apodemos/formats"
)

const nonceKey = "nonce"

// guard checks Host and Origin, bounds the body, and sets the headers that
// keep a browser from running or showing anything that is not ours.
//
// A page elsewhere cannot reach a loopback server by rebinding a name to it,
// for the Host would be that name; nor post to it, for the Origin would be
// that page's. The headers come first, for refusals bear them too.
func (s *server) guard(c *gin.Context) {
	var b [16]byte
	_, _ = rand.Read(b[:]) // never fails
	nonce := base64.StdEncoding.EncodeToString(b[:])
	c.Set(nonceKey, nonce)
	h := c.Writer.Header()
	if coreScript(c.Request.URL.Path) {
		// The worker of the core alone may compile WebAssembly, and fetch its module.
		h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'")
	} else {
		h.Set("Content-Security-Policy", pagePolicy(nonce))
	}
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "no-referrer")
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Cross-Origin-Resource-Policy", "same-origin")
	host := c.Request.Host
	if !s.served(host) {
		problem(c, http.StatusForbidden, "Host "+shown(host)+" is not served here. Use localhost, the address that the program listens on, or a name set with --host.")
		return
	}
	if o := c.GetHeader("Origin"); o != "" {
		u, err := url.Parse(o)
		if err != nil || u.Host != host {
			problem(c, http.StatusForbidden, "Requests from another page are not allowed.")
			return
		}
	}
	// A page elsewhere neither asks the API nor frames or fetches anything of it; that it is
	// linked to is a person's own step.
	if site := c.GetHeader("Sec-Fetch-Site"); (site == "cross-site" || site == "same-site") && (strings.HasPrefix(c.Request.URL.Path, "/api/") || c.GetHeader("Sec-Fetch-Mode") != "navigate" || c.GetHeader("Sec-Fetch-Dest") != "document") {
		problem(c, http.StatusForbidden, "Requests from another page are not allowed.")
		return
	}
	if field, v, is := notFinite(c.Request.URL.Query()); is {
		problem(c, http.StatusUnprocessableEntity, fmt.Sprintf("%s: %q is not a number. Enter a finite number.", shown(field), shown(v)))
		return
	}
	limit := bodyLimit(c.Request.URL.Path)
	if c.Request.ContentLength > limit {
		problem(c, http.StatusRequestEntityTooLarge, fmt.Sprintf("This is too large. Send up to %d kB. Nothing was changed.", limit>>10))
		return
	}
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, limit+1)
	c.Next()
}

// pagePolicy is the policy of a page, whose styles carry a nonce.
func pagePolicy(nonce string) string {
	return "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-" + nonce + "'; img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
}

// coreScript reports whether a path is that of the worker in which the core runs.
func coreScript(path string) bool {
	return strings.HasPrefix(path, "/assets/core-") && strings.HasSuffix(path, ".js")
}

// notFinite finds a value of a query that reads as a number and is none.
func notFinite(q url.Values) (field, value string, is bool) {
	for field, values := range q {
		if field == "name" {
			continue
		}
		for _, v := range values {
			if f, err := strconv.ParseFloat(v, 64); err == nil && (math.IsNaN(f) || math.IsInf(f, 0)) {
				return field, v, true
			}
		}
	}
	return "", "", false
}

// bodyLimit is what may be sent to a path, in bytes: files are larger than the
// rest, and a GPX file is read as it streams in.
func bodyLimit(path string) int64 {
	switch path {
	case "/api/v1/import/preview":
		return formats.MaxGPXBytes
	case "/api/v1/gear/import":
		return formats.MaxCSVBytes
	case "/api/v1/trips/import":
		return formats.MaxTripBytes
	case "/api/v1/bring", "/api/v1/bring/preview":
		return app.MaxPocketBytes
	case "/api/v1/log/import":
		return formats.MaxLogBytes
	}
	return MaxBodyBytes
}

// served reports whether a host is one that the program is reached by.
func (s *server) served(hostport string) bool {
	if localHost(hostport) {
		return true
	}
	host := hostport
	if h, _, err := net.SplitHostPort(hostport); err == nil {
		host = h
	}
	return slices.ContainsFunc(s.opt.Hosts, func(name string) bool { return strings.EqualFold(name, host) })
}

// localHost accepts localhost and literal addresses, never a name that
// somebody else may point anywhere.
func localHost(hostport string) bool {
	host := hostport
	if h, _, err := net.SplitHostPort(hostport); err == nil {
		host = h
	}
	return host == "localhost" || net.ParseIP(strings.Trim(host, "[]")) != nil
}

// shown is a text from outside as it is told back: without what a terminal or a log would take
// for orders, and not at length.
func shown(s string) string {
	s = strings.Map(func(r rune) rune {
		if unicode.IsControl(r) || unicode.Is(unicode.Cf, r) {
			return '\uFFFD'
		}
		return r
	}, s)
	if r := []rune(s); len(r) > 80 {
		return string(r[:80]) + "…"
	}
	return s
}
