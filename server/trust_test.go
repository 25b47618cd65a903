package server

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"io"
	"net"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/demo"
	"apodemos/server/certificate"
	"apodemos/store"
)

// One port serves HTTPS to whoever trusts the certificate, the way to trust it to other devices over
// plain HTTP, and everything to this machine, which need not trust itself.
func TestAPhoneIsToldHowToTrust(t *testing.T) {
	ctx, stop := context.WithCancel(t.Context())
	s, err := store.Open(ctx, t.TempDir())
	require.NoError(t, err)
	_, err = demo.Seed(ctx, s)
	require.NoError(t, err)
	own, err := certificate.Make([]string{"kettle.home"}, nil, time.Now())
	require.NoError(t, err)
	pair, err := own.TLS()
	require.NoError(t, err)
	plain, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	at := plain.Addr().String()
	_, port, _ := net.SplitHostPort(at)
	done := make(chan error, 1)
	go func() {
		done <- Serve(ctx, Both(plain, &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}), Options{
			Store: s, ClockRate: 1, Devices: s, Hosts: own.Names, Secure: true, Trust: own,
			Addresses: []string{"https://kettle.home:" + port, "https://192.168.1.77:" + port},
		})
	}()
	t.Cleanup(func() {
		stop()
		assert.NoError(t, <-done)
		s.Close()
	})
	roots := x509.NewCertPool()
	authority, err := x509.ParseCertificate(own.Authority)
	require.NoError(t, err)
	roots.AddCert(authority)
	phone := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: roots, ServerName: "kettle.home"}}, CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	get := func(method, url string, from ...string) (int, string, http.Header) {
		r, err := http.NewRequestWithContext(ctx, method, url, nil)
		require.NoError(t, err)
		if len(from) > 0 {
			r.Header.Set("X-Forwarded-For", from[0])
		}
		w, err := phone.Do(r)
		require.NoError(t, err, url)
		defer w.Body.Close()
		b, err := io.ReadAll(w.Body)
		require.NoError(t, err)
		return w.StatusCode, string(b), w.Header
	}
	const beyond = "192.168.1.20"
	for _, path := range []string{"/trust", "/", "/trips/1", "/pair?key=1"} {
		code, page, h := get("GET", "http://"+at+path, beyond)
		assert.Equal(t, 200, code, path)
		assert.Contains(t, page, own.Fingerprint(), path)
		assert.Contains(t, page, `href="https://`+at+`/pair"`, path)
		assert.NotContains(t, page, "River gorge", path)
		assert.Contains(t, h.Get("Content-Security-Policy"), "script-src 'self'")
	}
	code, body, _ := get("GET", "http://"+at+"/authority.crt", beyond)
	assert.Equal(t, 200, code)
	assert.Equal(t, string(own.Authority), body)
	assert.NotContains(t, body, "PRIVATE")
	code, body, _ = get("GET", "http://"+at+"/api/v1/trips", beyond)
	assert.Contains(t, body, "Trust this Apodemos", "no answer of the API over plain HTTP")
	assert.Equal(t, 200, code)
	code, _, _ = get("POST", "http://"+at+"/pair", beyond)
	assert.Equal(t, http.StatusForbidden, code, "no key goes over plain HTTP")

	// Over HTTPS it is let in as anywhere: by its token alone, but for what installing asks for.
	code, _, _ = get("GET", "https://"+at+"/trips/1", beyond)
	assert.Equal(t, http.StatusUnauthorized, code)
	for _, path := range []string{"/manifest.webmanifest", "/icon-192.png", "/icon-512.png", "/icon-mask.png", "/trust"} {
		code, _, _ = get("GET", "https://"+at+path, beyond)
		assert.Equal(t, 200, code, path)
	}
	// This machine.
	code, body, _ = get("GET", "http://"+at+"/api/v1/pairing")
	require.Equal(t, 200, code)
	var p Pairing
	require.NoError(t, json.Unmarshal([]byte(body), &p))
	require.NotNil(t, p.Trust)
	assert.Equal(t, own.Fingerprint(), p.Trust.Fingerprint)
	require.Len(t, p.Trust.Codes, 1)
	assert.Equal(t, "http://kettle.home:"+port+"/trust", p.Trust.Codes[0].Text)
	assert.Equal(t, []string{"192.168.1.77"}, p.Trust.Uncovered, "said before a phone finds out")

	// A browser that does not trust it gets nowhere, and what says nothing holds nobody up.
	_, err = (&http.Client{}).Get("https://" + at + "/trust")
	require.Error(t, err)
	mute, err := net.Dial("tcp", at)
	require.NoError(t, err)
	defer mute.Close()
	code, _, _ = get("GET", "http://"+at+"/api/v1/health")
	assert.Equal(t, 200, code)
	assert.True(t, strings.HasPrefix(p.Trust.Until, own.Until.UTC().Format("2006-01-02")))
}
