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
	tries *rate.Limiter
	wrong int
}

func newPairing() *pairing {
	return &pairing{tries: rate.NewLimiter(rate.Every(12*time.Second), 5)}
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

// near reports whether a request comes from this machine itself. One that another program
// passes on does not.
func near(r *http.Request) bool {
	for _, h := range []string{"X-Forwarded-For", "Forwarded", "X-Real-Ip"} {
		if r.Header.Get(h) != "" {
			return false
		}
	}
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	ip := net.ParseIP(host)
	return err == nil && ip != nil && ip.IsLoopback()
}

// paired lets in who is on this machine, or brings the token of a device that was paired.
func (s *server) paired(c *gin.Context) {
	if near(c.Request) || c.Request.URL.Path == "/pair" || c.Request.URL.Path == "/api/v1/health" || c.Request.URL.Path == "/icon.svg" {
		return
	}
	if s.opt.Devices != nil {
		if token, err := c.Cookie(tokenCookie); err == nil {
			_, err := s.opt.Devices.DeviceOf(c.Request.Context(), token)
			if err == nil {
				return
			}
			if !errors.Is(err, app.ErrNotFound) {
				problem(c, http.StatusInternalServerError, "It could not be read whether this device is paired: "+err.Error()+".")
				return
			}
		}
	}
	if strings.HasPrefix(c.Request.URL.Path, "/api/") {
		problem(c, http.StatusUnauthorized, "This device is not paired with this Apodemos. Open Take it along on the machine that it runs on, and scan the code there.")
		return
	}
	if c.Request.Method == http.MethodGet {
		s.pairPage(c, http.StatusUnauthorized, "", "")
		c.Abort()
		return
	}
	problem(c, http.StatusUnauthorized, "This device is not paired with this Apodemos.")
}

var pairTemplate = template.Must(template.New("pair").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Pair with Apodemos</title>
<style nonce="{{.Nonce}}">
body{margin:0;padding:24px;background:#f2f4f0;color:#18211f;font:17px/1.5 system-ui,sans-serif;max-width:520px}
label{display:block;margin:14px 0 4px}
input{font:inherit;width:100%;box-sizing:border-box;min-height:44px;padding:6px 10px;border:1px solid #7b8783;background:#fff}
button{font:inherit;font-weight:700;min-height:48px;margin-top:18px;padding:0 22px;border:0;background:#0f5a5e;color:#fff}
.wrong{border-left:4px solid #a61b1b;padding:6px 12px;background:#fff}
</style>
</head>
<body>
<h1>Pair with Apodemos</h1>
{{if .Wrong}}<p class="wrong" role="alert">{{.Wrong}}</p>{{end}}
<p>This device is not paired yet. On the machine that Apodemos runs on, open a trip, Take it along, and make a key there; it pairs one device, for ten minutes.</p>
<form method="post" action="/pair">
<label for="key">Key</label>
<input id="key" name="key" value="{{.Key}}" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="20" required>
<label for="name">Name of this device</label>
<input id="name" name="name" value="{{.Name}}" maxlength="60" required>
<button>Pair this device</button>
</form>
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
			wrong(http.StatusNotFound, "This Apodemos pairs no devices.")
			return
		}
		s.mu.Lock()
		defer s.mu.Unlock()
		if !s.pair.tries.Allow() {
			c.Header("Retry-After", "60")
			wrong(http.StatusTooManyRequests, "Too many keys were tried. Wait a minute.")
			return
		}
		name := strings.TrimSpace(c.PostForm("name"))
		if n := len([]rune(name)); n < 1 || n > 60 || strings.ContainsFunc(name, func(r rune) bool { return r < ' ' }) {
			wrong(http.StatusUnprocessableEntity, "The name has %d characters; allowed: 1 to 60, plain text.", n)
			return
		}
		ctx := c.Request.Context()
		ok, err := s.opt.Devices.UsePairing(ctx, plainKey(c.PostForm("key")), time.Now())
		if err != nil {
			wrong(http.StatusInternalServerError, "It could not be kept: %v.", err)
			return
		}
		if !ok {
			if s.pair.wrong++; s.pair.wrong >= keyTries {
				s.pair.wrong = 0
				_ = s.opt.Devices.EndPairing(ctx)
			}
			wrong(http.StatusForbidden, "This key pairs nothing: it is wrong, or was used, or is older than ten minutes. Make a new one.")
			return
		}
		s.pair.wrong = 0
		var b [32]byte
		_, _ = rand.Read(b[:]) // never fails
		token := base64.RawURLEncoding.EncodeToString(b[:])
		if err := s.opt.Devices.AddDevice(ctx, name, token); err != nil {
			wrong(http.StatusInternalServerError, "It could not be kept: %v.", err)
			return
		}
		http.SetCookie(c.Writer, &http.Cookie{Name: tokenCookie, Value: token, Path: "/", MaxAge: int(tokenLasts.Seconds()), HttpOnly: true, Secure: c.Request.TLS != nil, SameSite: http.SameSiteStrictMode})
		c.Redirect(http.StatusSeeOther, "/")
	})
}

// Pairing is how a device is paired now.
type Pairing struct {
	Beyond  bool         `json:"beyond" doc:"The program can be reached from beyond its own machine"`
	Secure  bool         `json:"secure" doc:"Over HTTPS"`
	Here    bool         `json:"here" doc:"Asked on its own machine, where devices are paired and let go of"`
	Devices []app.Device `json:"devices"`
}

// KeyOut is a key that pairs one device.
type KeyOut struct {
	Key   string         `json:"key"`
	Until string         `json:"until" doc:"UTC, RFC 3339"`
	Codes []app.ShareOut `json:"codes" doc:"Of each address that the program has; the text is the address"`
}

// From tells where a request comes from.
type From struct{ near bool }

// Resolve tells where the request comes from.
func (f *From) Resolve(c huma.Context) []error {
	r, _ := http.NewRequest(c.Method(), "/", nil)
	r.RemoteAddr = c.RemoteAddr()
	for _, h := range []string{"X-Forwarded-For", "Forwarded", "X-Real-Ip"} {
		r.Header.Set(h, c.Header(h))
	}
	f.near = near(r)
	return nil
}

func (s *server) pairRoutes(api huma.API) {
	elsewhere := func(f From) error {
		if s.opt.Devices == nil {
			return fail(app.ErrNotFound)
		}
		if !f.near {
			return huma.Error403Forbidden("Devices are paired, and let go of, on the machine that Apodemos runs on.")
		}
		return nil
	}
	huma.Get(api, "/pairing", func(ctx context.Context, in *From) (*body[Pairing], error) {
		out := Pairing{Beyond: len(s.opt.Addresses) > 0, Secure: s.opt.Secure, Here: in.near, Devices: []app.Device{}}
		if s.opt.Devices == nil {
			return reply(out, nil)
		}
		var err error
		out.Devices, err = s.opt.Devices.Devices(ctx)
		return reply(out, err)
	}, name("pairing", "Whether the program can be reached from beyond its machine, and which devices are paired"))
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
	}, name("make-key", "A key that pairs one device, for ten minutes; it takes the place of the one before"))
	huma.Delete(api, "/devices/{device}", func(ctx context.Context, in *struct {
		From
		Device int64 `path:"device" minimum:"1"`
	}) (*nothing, error) {
		if err := elsewhere(in.From); err != nil {
			return nil, err
		}
		return &nothing{}, fail(s.opt.Devices.RevokeDevice(ctx, in.Device))
	}, name("revoke-device", "Let go of a device: its token opens nothing any more"))
}
