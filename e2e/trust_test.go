package e2e

import (
	"encoding/pem"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/security"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// asPhone has a browser ask as if it were another machine, which is what counts as beyond this one.
func asPhone(p *person) *person {
	call(p, network.Enable, network.EnableParams{})
	call(p, network.SetExtraHTTPHeaders, network.SetExtraHTTPHeadersParams{Headers: network.Headers{"X-Forwarded-For": "192.168.1.20"}})
	return p
}

// A phone trusts the certificate, is paired, takes a trip offline and may install: six taps beside its
// own dialogs. Going past the browser's warning is not enough, and that is said.
func TestInstalledOverHTTPSElsewhere(t *testing.T) {
	if _, err := exec.LookPath("certutil"); err != nil {
		t.Skip("there is no certutil (Debian's libnss3-tools) to trust a certificate with")
	}
	t.Parallel()
	dir := t.TempDir()
	said, err := exec.Command(binary, "certificate", "--data", dir, "--host", "kettle.home").CombinedOutput()
	require.NoError(t, err, string(said))
	fingerprint := strings.Join(regexp.MustCompile(`\b[0-9A-F]{2}\b`).FindAllString(string(said)[strings.Index(string(said), "fingerprint"):], -1), " ")
	require.Len(t, strings.Fields(fingerprint), 32, string(said))
	a := start(t, dir, "--listen", "0.0.0.0:0")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(a.base, "https://"))
	require.NoError(t, err, a.base)
	plain, secure := "http://kettle.home:"+port, "https://kettle.home:"+port
	there := chromedp.Flag("host-resolver-rules", "MAP kettle.home 127.0.0.1")

	// On the computer: which code first, and the fingerprint.
	// In a browser of its own: cookies are of a host, whatever its port.
	computer, end0, err := launch()
	require.NoError(t, err)
	t.Cleanup(end0)
	q := sitAt(t, computer, "http://127.0.0.1:"+port)
	q.expectError("401")
	q.open("/pair?key=" + a.key(t))
	q.fill("Name of this device", "This machine")
	q.do(chromedp.Click(chromedp.CSS("button")))
	q.see("On this device")
	q.open("/trips/1/offline")
	q.see("A phone trusts this Apodemos once")
	q.see(fingerprint)
	q.see(plain + "/trust")
	q.click("Pair a device")
	q.see("Then pair it.")
	key := regexp.MustCompile(`Key ([0-9A-Z]{5}-[0-9A-Z]{5})`).FindStringSubmatch(q.screen())
	require.NotNil(t, key)

	// A phone that goes past the warning.
	home := t.TempDir()
	wary, end, err := launch(there, chromedp.Env("HOME="+home))
	require.NoError(t, err)
	t.Cleanup(end)
	p := asPhone(sitAt(t, wary, plain))
	for _, e := range []string{"ERR_CERT", "SSL", "Failed to load", "401"} {
		p.expectError(e)
	}
	p.open("/")
	p.see("Trust this Apodemos")
	p.see("This browser can run Apodemos")
	p.see(fingerprint)
	assert.Error(t, func() error { _, err := chromedp.Run(p.ctx, chromedp.Navigate(secure+"/")); return err }(), "it is not trusted yet")
	call(p, security.SetIgnoreCertificateErrors, security.SetIgnoreCertificateErrorsParams{Ignore: true})
	p.base = secure
	p.open("/pair?key=" + key[1])
	p.do(chromedp.Click(chromedp.CSS("button")))
	p.see("On this device")
	p.click("Take offline")
	p.see("doesn’t trust the certificate of kettle.home:" + port)
	p.see(plain + "/trust")

	// One that trusts it.
	w, err := http.Get("http://127.0.0.1:" + port + "/authority.crt")
	require.NoError(t, err)
	defer w.Body.Close()
	der, err := io.ReadAll(w.Body)
	require.NoError(t, err)
	home = t.TempDir()
	store := filepath.Join(home, ".pki", "nssdb")
	require.NoError(t, os.MkdirAll(store, 0o700))
	crt := filepath.Join(home, "apodemos.crt")
	require.NoError(t, os.WriteFile(crt, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600))
	for _, args := range [][]string{{"-N", "--empty-password"}, {"-A", "-n", "apodemos", "-t", "C,,", "-i", crt}} {
		out, err := exec.Command("certutil", append([]string{"-d", "sql:" + store}, args...)...).CombinedOutput()
		require.NoError(t, err, string(out))
	}
	trusting, end2, err := launch(there, chromedp.Env("HOME="+home))
	require.NoError(t, err)
	t.Cleanup(end2)
	q.click("Pair a device")
	q.until("have another key", func() bool {
		now := regexp.MustCompile(`Key ([0-9A-Z]{5}-[0-9A-Z]{5})`).FindStringSubmatch(q.screen())
		other := now != nil && now[1] != key[1]
		if other {
			key = now
		}
		return other
	})
	p = asPhone(sitAt(t, trusting, secure))
	p.expectError("ERR_CONNECTION_REFUSED")
	p.expectError("Failed to load")
	p.open("/pair?key=" + key[1])
	p.phone(1)
	p.do(chromedp.Click(chromedp.CSS("button")))
	p.see("Works without a network: yes.")
	// Before the service worker answers for it.
	got := call(p, page.GetAppManifest, page.GetAppManifestParams{})
	assert.Contains(t, got.URL, "/manifest.webmanifest")
	assert.Empty(t, got.Errors)
	assert.Contains(t, got.Data, `"standalone"`, "the phone gets the manifest, and not a 401")
	p.click("Take offline")
	p.see("Ready. It works without the server now.")
	p.until("be kept by the service worker", func() bool { return p.js(`String(Boolean(navigator.serviceWorker.controller))`) == "true" })
	a.stop()
	p.open("/trips/1")
	p.see("Offline: using the copy on this device")
	p.see("River gorge")
}
