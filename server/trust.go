package server

import (
	"crypto/tls"
	"html/template"
	"net"
	"net/http"
	"strings"
	"sync"
	"time"

	"github.com/gin-gonic/gin"

	"apodemos/app"
	"apodemos/server/certificate"
)

// handshake is the first byte of a TLS record of a handshake (RFC 8446, 5.1).
const handshake = 0x16

// firstByteWithin is how long a connection may wait with its first byte.
const firstByteWithin = 10 * time.Second

// Both listens for HTTPS and for plain HTTP on one port: a phone that does not trust the certificate
// yet has to be told how, and cannot be over HTTPS.
func Both(l net.Listener, c *tls.Config) net.Listener {
	b := &both{Listener: l, tls: c, conns: make(chan net.Conn), failed: make(chan error, 1), closed: make(chan struct{})}
	go b.accept()
	return b
}

type both struct {
	net.Listener
	tls    *tls.Config
	conns  chan net.Conn
	failed chan error
	closed chan struct{}
	once   sync.Once
}

func (b *both) accept() {
	for {
		c, err := b.Listener.Accept()
		if err != nil {
			b.failed <- err
			return
		}
		go b.sort(c)
	}
}

// sort looks at the first byte of a connection, and gives it on with that byte.
func (b *both) sort(c net.Conn) {
	var first [1]byte
	_ = c.SetReadDeadline(time.Now().Add(firstByteWithin))
	if _, err := c.Read(first[:]); err != nil {
		_ = c.Close()
		return
	}
	_ = c.SetReadDeadline(time.Time{})
	var out net.Conn = &putBack{Conn: c, first: first[:]}
	if first[0] == handshake {
		out = tls.Server(out, b.tls)
	}
	select {
	case b.conns <- out:
	case <-b.closed:
		_ = c.Close()
	}
}

func (b *both) Accept() (net.Conn, error) {
	select {
	case c := <-b.conns:
		return c, nil
	case err := <-b.failed:
		return nil, err
	case <-b.closed:
		return nil, net.ErrClosed
	}
}

func (b *both) Close() error {
	b.once.Do(func() { close(b.closed) })
	return b.Listener.Close()
}

// putBack is a connection with what was read of it put back.
type putBack struct {
	net.Conn
	first []byte
}

func (u *putBack) Read(p []byte) (int, error) {
	if len(u.first) > 0 && len(p) > 0 {
		n := copy(p, u.first)
		u.first = u.first[n:]
		return n, nil
	}
	return u.Conn.Read(p)
}

// trusted shows a device beyond this machine that comes over plain HTTP how to trust the certificate,
// and nothing else: what it sent and got could be read along.
func (s *server) trusted(c *gin.Context) {
	if s.opt.Trust == nil || c.Request.TLS != nil || near(c.Request) || trustPaths[c.Request.URL.Path] {
		return
	}
	if c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead {
		problem(c, http.StatusForbidden, "This address needs HTTPS. Open /trust here first.")
		return
	}
	s.trustPage(c)
	c.Abort()
}

// trustPaths are those that plain HTTP may ask for from beyond this machine.
var trustPaths = map[string]bool{"/trust": true, "/trust.js": true, "/authority.crt": true, "/icon.svg": true, "/api/v1/health": true}

var trustTemplate = template.Must(template.New("trust").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this Apodemos</title>
<style nonce="{{.Nonce}}">
` + plainStyle + `
h1{font-size:24px}h2{font-size:20px;margin-bottom:0}
a.go{display:inline-block;font-weight:700;padding:12px 22px;background:#0f5a5e;color:#fff;text-decoration:none}
code{display:block;font:15px/1.6 ui-monospace,monospace;padding:6px 12px;background:#fff;word-spacing:2px}
summary{padding:10px 0}
</style>
</head>
<body>
<h1>Trust this Apodemos</h1>
<p>Apodemos on <strong>{{.Name}}</strong> has a certificate that this device doesn’t know yet. Trust it once; then Apodemos installs here and works offline.</p>
<p id="able" role="status">It needs a browser with WebAssembly and service workers, not a private window.</p>
<h2>1. Get the certificate</h2>
<p><a class="go" href="/authority.crt" download>Download it</a></p>
<h2>2. Trust it</h2>
<details>
<summary>If the device says that a profile was downloaded</summary>
<p>Open Settings, General, VPN and device management, and install the profile. Then open General, About, Certificate trust settings, and turn it on.</p>
</details>
<details>
<summary>If nothing more happens</summary>
<p>Open Settings and search for “CA certificate”. Choose it, then the file that you downloaded. The device warns you: this certificate is for {{.Name}} alone.</p>
</details>
<p>Its SHA-256 fingerprint has to be the one on the computer, under <em>Offline copy</em>. If it isn’t, don’t trust it:</p>
<code id="fingerprint">{{.Fingerprint}}</code>
<h2>3. Continue</h2>
<p><a class="go" href="https://{{.Host}}/pair">Open Apodemos</a></p>
<p>If the browser still warns, the certificate isn’t trusted yet. Going past the warning isn’t enough: nothing would install.</p>
<h2>What you trust</h2>
<p>The certificate is good for {{.For}}, until {{.Until}}. It signed one certificate; its key is gone, so it can sign no other. For a new address, or after that date, you trust a new one.</p>
<p>To remove it later, delete the profile, or the certificate under “Trusted credentials”, “User”, in Settings.</p>
<script src="/trust.js"></script>
</body>
</html>
`))

// trustScript says before anything is downloaded whether this browser can do what is needed. Whether
// it has service workers shows over HTTPS alone.
const trustScript = `const lacks = [
  [typeof WebAssembly === "object", "WebAssembly"],
  [typeof DecompressionStream === "function", "DecompressionStream"],
  [!window.isSecureContext || "serviceWorker" in navigator, "service workers"],
].filter(([has]) => !has).map(([, what]) => what);
const said = document.getElementById("able");
if (lacks.length > 0) {
  said.className = "wrong";
  said.textContent = "This browser lacks " + lacks.join(" and ") + ": Apodemos can’t install here. Use another browser, or a newer one.";
} else said.textContent = "This browser can run Apodemos. In a private window it can’t install.";
`

func (s *server) trustPage(c *gin.Context) {
	m := s.opt.Trust
	nonce := c.GetString(nonceKey)
	h := c.Writer.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'nonce-"+nonce+"'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'")
	h.Set("Cache-Control", "no-store")
	if c.Request.TLS == nil {
		h.Del("Cross-Origin-Opener-Policy") // which browsers heed over HTTPS alone, and complain of
	}
	h.Set("Content-Type", "text/html; charset=utf-8")
	c.Status(http.StatusOK)
	_ = trustTemplate.Execute(c.Writer, map[string]string{
		"Nonce": nonce, "Name": m.Name(), "Host": c.Request.Host, "Fingerprint": m.Fingerprint(),
		"For": strings.Join(m.For(), ", "), "Until": m.Until.Format("2 January 2006"),
	})
}

// serveTrust serves what a phone needs to trust the certificate.
func (s *server) serveTrust(r *gin.Engine) {
	if s.opt.Trust == nil {
		return
	}
	r.GET("/trust", s.trustPage)
	r.GET("/trust.js", func(c *gin.Context) { c.Data(http.StatusOK, "text/javascript; charset=utf-8", []byte(trustScript)) })
	r.GET("/authority.crt", func(c *gin.Context) {
		c.Header("Content-Disposition", `attachment; filename="apodemos.crt"`)
		c.Header("Cache-Control", "no-store")
		c.Data(http.StatusOK, "application/x-x509-ca-cert", s.opt.Trust.Authority)
	})
}

// TrustOut is the certificate that phones are to trust.
type TrustOut struct {
	Fingerprint string         `json:"fingerprint" doc:"SHA-256 of its authority, in pairs of hexadecimal digits"`
	Until       string         `json:"until" doc:"UTC, RFC 3339"`
	Codes       []app.ShareOut `json:"codes" doc:"Of the page where a phone trusts it, at each address that the certificate is for"`
	Uncovered   []string       `json:"uncovered" doc:"Addresses of the program that it is not for"`
}

// trustOut is the certificate as the computer shows it.
func trustOut(m *certificate.Made, addresses []string) (*TrustOut, error) {
	if m == nil {
		return nil, nil
	}
	out := &TrustOut{Fingerprint: m.Fingerprint(), Until: m.Until.UTC().Format(time.RFC3339), Codes: []app.ShareOut{}, Uncovered: []string{}}
	for _, base := range addresses {
		at := strings.TrimPrefix(base, "https://")
		host, _, err := net.SplitHostPort(at)
		if err != nil {
			host = at
		}
		if !m.Covers(host) {
			out.Uncovered = append(out.Uncovered, host)
			continue
		}
		code, err := app.Code("http://" + at + "/trust")
		if err != nil {
			return nil, err
		}
		out.Codes = append(out.Codes, code)
	}
	return out, nil
}
