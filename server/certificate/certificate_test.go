package certificate_test

import (
	"crypto/ecdsa"
	"crypto/x509"
	"encoding/pem"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/server/certificate"
)

func made(t *testing.T) (*certificate.Made, *x509.Certificate, *x509.CertPool) {
	m, err := certificate.Make([]string{"Kettle.home"}, []net.IP{net.IPv4(192, 168, 1, 20)}, time.Now())
	require.NoError(t, err)
	pair, err := m.TLS()
	require.NoError(t, err)
	leaf, err := x509.ParseCertificate(pair.Certificate[0])
	require.NoError(t, err)
	authority, err := x509.ParseCertificate(m.Authority)
	require.NoError(t, err)
	roots := x509.NewCertPool()
	roots.AddCert(authority)
	return m, leaf, roots
}

// Who trusts the authority trusts the machine by its names and addresses, for a year at most, and
// nothing else that it might have signed.
func TestTrustedForThisMachineAlone(t *testing.T) {
	m, leaf, roots := made(t)
	for _, host := range []string{"kettle.home", "localhost", "192.168.1.20", "127.0.0.1"} {
		_, err := leaf.Verify(x509.VerifyOptions{Roots: roots, DNSName: host})
		require.NoError(t, err, host)
		assert.True(t, m.Covers(host), host)
	}
	for _, host := range []string{"example.org", "192.168.1.21"} {
		_, err := leaf.Verify(x509.VerifyOptions{Roots: roots, DNSName: host})
		require.Error(t, err, host)
		assert.False(t, m.Covers(host), host)
	}
	assert.LessOrEqual(t, time.Until(leaf.NotAfter), 365*24*time.Hour)
	_, err := leaf.Verify(x509.VerifyOptions{Roots: roots, DNSName: "kettle.home", CurrentTime: time.Now().Add(366 * 24 * time.Hour)})
	require.Error(t, err, "after a year")
	authority, err := x509.ParseCertificate(m.Authority)
	require.NoError(t, err)
	assert.True(t, authority.PermittedDNSDomainsCritical)
	assert.ElementsMatch(t, []string{"localhost", "kettle.home"}, authority.PermittedDNSDomains)
	require.Len(t, authority.PermittedIPRanges, 2)
	for _, r := range authority.PermittedIPRanges {
		ones, bits := r.Mask.Size()
		assert.Equal(t, bits, ones, "one address each")
	}
	assert.True(t, authority.MaxPathLenZero)
	other, _, _ := made(t)
	assert.NotEqual(t, m.Fingerprint(), other.Fingerprint())
	assert.Len(t, strings.Fields(m.Fingerprint()), 32)
}

// What is kept is the certificate and its own key. The key that signed it is nowhere.
func TestTheAuthoritysKeyIsGone(t *testing.T) {
	m, leaf, _ := made(t)
	dir := t.TempDir()
	require.NoError(t, m.Save(dir))
	authority, err := x509.ParseCertificate(m.Authority)
	require.NoError(t, err)
	keys := 0
	require.NoError(t, filepath.WalkDir(dir, func(at string, d os.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		info, err := d.Info()
		require.NoError(t, err)
		assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), at)
		rest, err := os.ReadFile(at)
		require.NoError(t, err)
		for b, more := pem.Decode(rest); b != nil; b, more = pem.Decode(more) {
			if b.Type != "PRIVATE KEY" {
				continue
			}
			keys++
			key, err := x509.ParsePKCS8PrivateKey(b.Bytes)
			require.NoError(t, err)
			own, is := key.(*ecdsa.PrivateKey)
			require.True(t, is)
			assert.True(t, own.PublicKey.Equal(leaf.PublicKey), "the certificate's own")
			assert.False(t, own.PublicKey.Equal(authority.PublicKey), "and not the one that signs")
		}
		return nil
	}))
	assert.Equal(t, 1, keys)
	back, err := certificate.Load(dir)
	require.NoError(t, err)
	assert.Equal(t, m.Fingerprint(), back.Fingerprint())
	assert.ElementsMatch(t, m.For(), back.For())
	pair, err := back.TLS()
	require.NoError(t, err)
	assert.Equal(t, leaf.Raw, pair.Certificate[0])
	none, err := certificate.Load(t.TempDir())
	require.NoError(t, err)
	assert.Nil(t, none)
	require.NoError(t, os.WriteFile(filepath.Join(dir, certificate.Dir, "key.pem"), []byte("torn"), 0o600))
	_, err = certificate.Load(dir)
	require.ErrorContains(t, err, "apodemos certificate --renew")
	for _, name := range []string{"a/b", "*.home", "192.168.1.20"} {
		_, err = certificate.Make([]string{name}, nil, time.Now())
		require.ErrorContains(t, err, name)
	}
}

// Another program reads the same in it: OpenSSL verifies it by its authority, for its name and no other.
func TestOpenSSLReadsTheSameElsewhere(t *testing.T) {
	if _, err := exec.LookPath("openssl"); err != nil {
		t.Skip("there is no openssl")
	}
	m, leaf, _ := made(t)
	dir := t.TempDir()
	write := func(name string, der []byte) string {
		at := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(at, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600))
		return at
	}
	authority, own := write("authority.pem", m.Authority), write("own.pem", leaf.Raw)
	verify := func(args ...string) string {
		out, _ := exec.Command("openssl", append(append([]string{"verify", "-x509_strict", "-purpose", "sslserver", "-CAfile", authority}, args...), own)...).CombinedOutput()
		return string(out)
	}
	assert.Contains(t, verify("-verify_hostname", "kettle.home"), ": OK")
	assert.Contains(t, verify("-verify_ip", "192.168.1.20"), ": OK")
	assert.Contains(t, verify("-verify_hostname", "example.org"), "mismatch")
	out, err := exec.Command("openssl", "x509", "-in", authority, "-noout", "-fingerprint", "-sha256").CombinedOutput()
	require.NoError(t, err)
	assert.Contains(t, string(out), strings.ReplaceAll(m.Fingerprint(), " ", ":"))
}
