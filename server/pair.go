package server

import (
	"context"
	"crypto/rand"
	"encoding/base64"
	"errors"
	"fmt"
	"html/template"
	"net"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"
	"golang.org/x/time/rate"

	"apodemos/app"
)

// Devices keeps who may ask from beyond this machine.
type Devices interface {
	Devices(ctx context.Context) ([]app.Device, error)
	AddDevice(ctx context.Context, name, token string) error
	DeviceOf(ctx context.Context, token string) (app.Device, error)
	RevokeDevice(ctx context.Context, id int64) error
	SetPairing(ctx context.Context, key string, until time.Time) error
	UsePairing(ctx context.Context, key string, now time.Time) (bool, error)
	EndPairing(ctx context.Context) error
}

const (
	tokenCookie = "apodemos_device"
	// keyTries is how many wrong keys there may be before the right one is void.
	keyTries = 20
	// tokenLasts is as long as browsers keep a cookie.
	tokenLasts = 400 * 24 * time.Hour
)

// pairing is what a server knows of pairing besides its store.
type pairing struct {
	all   *rate.Limiter            // for all addresses together
	tries map[string]*rate.Limiter // by address
	wrong int
}

func newPairing() *pairing {
	return &pairing{all: rate.NewLimiter(rate.Every(time.Second), 60), tries: map[string]*rate.Limiter{}}
}

// mostAddresses is how many addresses have a limit of their own.
const mostAddresses = 1000

// allow reports whether a key may be tried from an address: a few by each, so that a neighbour who
// guesses locks nobody else out, and so many over all.
func (p *pairing) allow(addr string) bool {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		host = addr
	}
	if ip := net.ParseIP(host); ip != nil && ip.To4() == nil {
		host = ip.Mask(net.CIDRMask(64, 128)).String() // one neighbour can use all of a /64
	}
	one := p.tries[host]
	if one == nil {
		if len(p.tries) >= mostAddresses {
			clear(p.tries)
		}
		one = rate.NewLimiter(rate.Every(12*time.Second), 5)
		p.tries[host] = one
	}
	return one.Allow() && p.all.Allow()
}

// plainKey is a key as it is compared, whatever way it was typed.
func plainKey(s string) string {
	s = strings.ToUpper(strings.TrimSpace(s))
	s = strings.NewReplacer("O", "0", "I", "1", "L", "1", " ", "", "-", "").Replace(s)
	if len(s) == 10 {
		return s[:5] + "-" + s[5:]
	}
	return s
}

// near reports whether a request comes from this machine itself. One that says that another
// program passes it on, whatever it says of it, does not.
func near(r *http.Request) bool {
	for h := range r.Header {
		if passedOn[h] || strings.HasPrefix(h, "X-Forwarded") {
			return false
		}
	}
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	ip := net.ParseIP(host)
	return err == nil && ip != nil && ip.IsLoopback()
}

// passedOn are headers that forwarding programs add.
var passedOn = map[string]bool{"Forwarded": true, "Via": true, "X-Real-Ip": true, "X-Client-Ip": true, "X-Cluster-Client-Ip": true, "True-Client-Ip": true, "X-Original-Host": true, "X-Original-Forwarded-For": true}

type fromKey struct{}

// From is where a request comes from, and from which device.
type From struct {
	near   bool
	device app.Device
}

// Resolve fills in where the request comes from.
func (f *From) Resolve(c huma.Context) []error {
	if x, ok := c.Context().Value(fromKey{}).(From); ok {
		*f = x
	}
	return nil
}

// open are paths that need no token: the pairing page, how to trust the certificate, health, and what a
// browser asks for without the token when it installs the application.
var open = map[string]bool{"/pair": true, "/trust": true, "/trust.js": true, "/authority.crt": true, "/api/v1/health": true, "/manifest.webmanifest": true, "/icon.svg": true, "/icon-192.png": true, "/icon-512.png": true, "/icon-mask.png": true}

// paired lets in who is on this machine, or brings the token of a device that was paired.
func (s *server) paired(c *gin.Context) {
	from := From{near: near(c.Request)}
	var unread error
	if token, err := c.Cookie(tokenCookie); err == nil && s.opt.Devices != nil {
		from.device, err = s.opt.Devices.DeviceOf(c.Request.Context(), token)
		if err != nil && !errors.Is(err, app.ErrNotFound) {
			unread = err
		}
	}
	c.Request = c.Request.WithContext(context.WithValue(c.Request.Context(), fromKey{}, from))
	switch {
	case open[c.Request.URL.Path], from.near && !s.opt.Strict, from.device.ID != 0:
	case unread != nil:
		problem(c, http.StatusInternalServerError, "It couldn’t be checked whether this device is paired: "+unread.Error()+".")
	case strings.HasPrefix(c.Request.URL.Path, "/api/"):
		problem(c, http.StatusUnauthorized, "This device isn’t paired. On the machine that runs Apodemos, open Offline copy and scan the code there, or run apodemos pair.")
	case c.Request.Method == http.MethodGet:
		s.pairPage(c, http.StatusUnauthorized, "", "")
		c.Abort()
	default:
		problem(c, http.StatusUnauthorized, "This device isn’t paired.")
	}
}

// plainStyle is the look of the pages that come before the interface.
const plainStyle = `body{margin:0;padding:24px;background:#f2f4f0;color:#18211f;font:17px/1.5 system-ui,sans-serif;max-width:560px}
.wrong{border-left:4px solid #a61b1b;padding:6px 12px;background:#fff}`

var pairTemplate = template.Must(template.New("pair").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Pair with Apodemos</title>
<style nonce="{{.Nonce}}">
` + plainStyle + `
label{display:block;margin:14px 0 4px}
input{font:inherit;width:100%;box-sizing:border-box;min-height:44px;padding:6px 10px;border:1px solid #7b8783;background:#fff}
button{font:inherit;font-weight:700;min-height:48px;margin-top:18px;padding:0 22px;border:0;background:#0f5a5e;color:#fff}
</style>
</head>
<body>
<h1>Pair with Apodemos</h1>
{{if .Wrong}}<p class="wrong" role="alert">{{.Wrong}}</p>{{end}}
<p>This device is not paired yet. On the machine that Apodemos runs on, open Offline copy and choose “Pair a device”. The key pairs one device, for ten minutes.</p>
<form method="post" action="/pair">
<label for="key">Key</label>
<input id="key" name="key" value="{{.Key}}" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="20" required>
<label for="name">Name of this device</label>
<input id="name" name="name" value="{{.Name}}" maxlength="60" required>
<button>Pair this device</button>
</form>
<p>Did you take a trip offline on this device? It is still here: <a href="/?offline">open the offline copy</a> and save its changes.</p>
</body>
</html>
`))

func (s *server) pairPage(c *gin.Context, status int, key, wrong string) {
	h := c.Writer.Header()
	nonce := c.GetString(nonceKey)
	h.Set("Content-Security-Policy", "default-src 'none'; style-src 'nonce-"+nonce+"'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
	h.Set("Cache-Control", "no-store")
	h.Set("Referrer-Policy", "same-origin") // else the form would come from nowhere
	c.Status(status)
	h.Set("Content-Type", "text/html; charset=utf-8")
	_ = pairTemplate.Execute(c.Writer, map[string]string{"Nonce": nonce, "Key": key, "Wrong": wrong, "Name": deviceName(c.Request.UserAgent())})
}

// deviceName is a first proposal for what a device is called.
func deviceName(agent string) string {
	for _, x := range [][2]string{{"iPhone", "phone"}, {"iPad", "tablet"}, {"Android", "phone"}} {
		if strings.Contains(agent, x[0]) {
			return "My " + x[1]
		}
	}
	return "Another computer"
}

// servePair pairs a device: the page to do it on, and doing it.
func (s *server) servePair(r *gin.Engine) {
	r.GET("/pair", func(c *gin.Context) { s.pairPage(c, http.StatusOK, plainKey(c.Query("key")), "") })
	r.POST("/pair", func(c *gin.Context) {
		wrong := func(status int, format string, args ...any) {
			s.pairPage(c, status, "", fmt.Sprintf(format, args...))
		}
		if s.opt.Devices == nil {
			wrong(http.StatusNotFound, "This Apodemos doesn’t pair devices.")
			return
		}
		s.mu.Lock()
		defer s.mu.Unlock()
		if !s.pair.allow(c.Request.RemoteAddr) {
			c.Header("Retry-After", "60")
			wrong(http.StatusTooManyRequests, "Too many tries. Wait a minute.")
			return
		}
		name := strings.TrimSpace(c.PostForm("name"))
		if n := len([]rune(name)); n < 1 || n > 60 || strings.ContainsFunc(name, func(r rune) bool { return r < ' ' }) {
			wrong(http.StatusUnprocessableEntity, "The name has %d characters. Enter 1 to 60.", n)
			return
		}
		ctx := c.Request.Context()
		ok, err := s.opt.Devices.UsePairing(ctx, plainKey(c.PostForm("key")), time.Now())
		if err != nil {
			wrong(http.StatusInternalServerError, "It couldn’t be saved: %v.", err)
			return
		}
		if !ok {
			if s.pair.wrong++; s.pair.wrong >= keyTries {
				s.pair.wrong = 0
				_ = s.opt.Devices.EndPairing(ctx)
			}
			wrong(http.StatusForbidden, "This key is wrong, used, or older than ten minutes. Make a new one.")
			return
		}
		s.pair.wrong = 0
		var b [32]byte
		_, _ = rand.Read(b[:]) // never fails
		token := base64.RawURLEncoding.EncodeToString(b[:])
		if err := s.opt.Devices.AddDevice(ctx, name, token); err != nil {
			wrong(http.StatusInternalServerError, "It couldn’t be saved: %v.", err)
			return
		}
		http.SetCookie(c.Writer, &http.Cookie{Name: tokenCookie, Value: token, Path: "/", MaxAge: int(tokenLasts.Seconds()), HttpOnly: true, Secure: c.Request.TLS != nil, SameSite: http.SameSiteStrictMode})
		// What a device is paired for is mostly to be taken along.
		c.Redirect(http.StatusSeeOther, "/install")
	})
}

// Pairing is how a device is paired now.
type Pairing struct {
	Beyond  bool         `json:"beyond" doc:"The program can be reached from beyond its own machine"`
	Secure  bool         `json:"secure" doc:"Over HTTPS"`
	Here    bool         `json:"here" doc:"Asked on its own machine, where devices are paired and let go of"`
	Own     int64        `json:"own" doc:"ID of the device that asks; 0 where it is none of them"`
	Devices []app.Device `json:"devices"`
	Trust   *TrustOut    `json:"trust" doc:"The certificate that a phone trusts first; null where there is none of Apodemos’ own"`
}

// KeyOut is a key that pairs one device.
type KeyOut struct {
	Key   string         `json:"key"`
	Until string         `json:"until" doc:"UTC, RFC 3339"`
	Codes []app.ShareOut `json:"codes" doc:"Of each address that the program has; the text is the address"`
}

func (s *server) pairRoutes(api huma.API) {
	elsewhere := func(f From) error {
		if s.opt.Devices == nil {
			return fail(app.ErrNotFound)
		}
		if !f.near {
			return huma.Error403Forbidden("Pair and remove devices on the machine that runs Apodemos.")
		}
		return nil
	}
	huma.Get(api, "/pairing", func(ctx context.Context, in *From) (*body[Pairing], error) {
		out := Pairing{Beyond: len(s.opt.Addresses) > 0, Secure: s.opt.Secure, Here: in.near, Own: in.device.ID, Devices: []app.Device{}}
		if s.opt.Devices == nil {
			return reply(out, nil)
		}
		var err error
		if out.Trust, err = trustOut(s.opt.Trust, s.opt.Addresses); err != nil {
			return nil, fail(err)
		}
		out.Devices, err = s.opt.Devices.Devices(ctx)
		return reply(out, err)
	}, name("pairing", "Whether other machines can reach the program, and which devices are paired"))
	huma.Post(api, "/pairing", func(ctx context.Context, in *From) (*body[KeyOut], error) {
		if err := elsewhere(*in); err != nil {
			return nil, err
		}
		key, until, err := app.PairingKey(ctx, s.opt.Devices)
		if err != nil {
			return nil, fail(err)
		}
		s.mu.Lock()
		s.pair.wrong = 0
		s.mu.Unlock()
		out := KeyOut{Key: key, Until: until.UTC().Format(time.RFC3339)}
		for _, base := range s.opt.Addresses {
			code, err := app.Code(app.PairURL(base, key))
			if err != nil {
				return nil, fail(err)
			}
			out.Codes = append(out.Codes, code)
		}
		return reply(out, nil)
	}, name("make-key", "A key that pairs one device, for ten minutes; it replaces the one before"))
	huma.Delete(api, "/devices/{device}", func(ctx context.Context, in *struct {
		From
		Device int64 `path:"device" minimum:"1"`
	}) (*nothing, error) {
		if err := elsewhere(in.From); err != nil && (in.device.ID == 0 || in.device.ID != in.Device) { // a device may remove itself
			return nil, err
		}
		return &nothing{}, fail(s.opt.Devices.RevokeDevice(ctx, in.Device))
	}, name("revoke-device", "Remove a device: it can no longer connect"))
}
