// Package certificate makes a certificate for HTTPS on a home network, and an authority that a phone is
// told to trust.
//
// The authority signs one certificate, and its key is then gone: nobody, this program included, can sign
// another with it. Name constraints (RFC 5280, 4.2.1.10) bind it to this machine's names and addresses,
// so that who trusts it trusts it for nothing else. For a new address, and after a
// year, phones must trust a new one.
package certificate

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

// Lasts is how long a certificate is good: a year, which phones take.
const Lasts = 365 * 24 * time.Hour

// skew is by how much a phone's clock may be behind.
const skew = 24 * time.Hour

// Local is what every certificate is for besides what was asked: this machine as it reaches itself.
const Local = "localhost"

// Made is a certificate with the authority that signed it.
type Made struct {
	Names     []string // DNS names, without ports
	Addresses []net.IP
	Until     time.Time
	Authority []byte // DER: what a phone trusts
	chain     []byte // PEM
	key       []byte // PEM
}

// Make makes an authority for names and addresses, signs one certificate for them, and forgets the
// authority's key. Its error says which name cannot be one.
func Make(names []string, addresses []net.IP, now time.Time) (*Made, error) {
	m := &Made{Until: now.Add(Lasts)}
	for _, n := range append([]string{Local}, names...) {
		n = strings.ToLower(strings.TrimSuffix(n, "."))
		if n == "" || net.ParseIP(n) != nil || strings.ContainsAny(n, "/:*@ ") {
			return nil, fmt.Errorf("%q is not a host name. Enter one such as kettle.home", n)
		}
		if !slices.Contains(m.Names, n) {
			m.Names = append(m.Names, n)
		}
	}
	for _, ip := range append([]net.IP{net.IPv4(127, 0, 0, 1)}, addresses...) {
		if ip == nil {
			return nil, errors.New("an address is empty. Enter one such as 192.168.1.20")
		}
		if !slices.ContainsFunc(m.Addresses, ip.Equal) {
			m.Addresses = append(m.Addresses, ip)
		}
	}
	signing, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	authority := &x509.Certificate{
		Subject:   pkix.Name{CommonName: "Apodemos on " + m.Name(), Organization: []string{"Apodemos"}},
		NotBefore: now.Add(-skew), NotAfter: m.Until,
		IsCA: true, BasicConstraintsValid: true, MaxPathLenZero: true,
		KeyUsage: x509.KeyUsageCertSign, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		PermittedDNSDomainsCritical: true, PermittedDNSDomains: m.Names,
	}
	for _, ip := range m.Addresses {
		authority.PermittedIPRanges = append(authority.PermittedIPRanges, only(ip))
	}
	if authority.SerialNumber, err = serial(); err != nil {
		return nil, err
	}
	if m.Authority, err = x509.CreateCertificate(rand.Reader, authority, authority, signing.Public(), signing); err != nil {
		return nil, err
	}
	signer, err := x509.ParseCertificate(m.Authority) // with the identifier of its key
	if err != nil {
		return nil, err
	}
	own, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	leaf := &x509.Certificate{
		Subject:   pkix.Name{CommonName: m.Name()},
		NotBefore: authority.NotBefore, NotAfter: m.Until, BasicConstraintsValid: true,
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		DNSNames: m.Names, IPAddresses: m.Addresses,
	}
	if leaf.SerialNumber, err = serial(); err != nil {
		return nil, err
	}
	der, err := x509.CreateCertificate(rand.Reader, leaf, signer, own.Public(), signing)
	if err != nil {
		return nil, err
	}
	private, err := x509.MarshalPKCS8PrivateKey(own)
	if err != nil {
		return nil, err
	}
	m.chain = append(pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: m.Authority})...)
	m.key = pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: private})
	return m, nil
}

// Name is what people call the machine: its first host name, or else an address.
func (m *Made) Name() string {
	for _, n := range m.Names {
		if n != Local {
			return n
		}
	}
	for _, ip := range m.Addresses {
		if !ip.IsLoopback() {
			return ip.String()
		}
	}
	return Local
}

// only is the range of one address.
func only(ip net.IP) *net.IPNet {
	if four := ip.To4(); four != nil {
		return &net.IPNet{IP: four, Mask: net.CIDRMask(32, 32)}
	}
	return &net.IPNet{IP: ip, Mask: net.CIDRMask(128, 128)}
}

func serial() (*big.Int, error) {
	return rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
}

// Fingerprint is the SHA-256 of the authority, as phones show it: in pairs of hexadecimal digits.
func (m *Made) Fingerprint() string {
	sum := sha256.Sum256(m.Authority)
	pairs := make([]string, len(sum))
	for i, b := range sum {
		pairs[i] = fmt.Sprintf("%02X", b)
	}
	return strings.Join(pairs, " ")
}

// For are the names and addresses that it is for.
func (m *Made) For() []string {
	out := slices.Clone(m.Names)
	for _, ip := range m.Addresses {
		out = append(out, ip.String())
	}
	return out
}

// Covers reports whether it is for a host: a name or an address.
func (m *Made) Covers(host string) bool {
	host = strings.ToLower(strings.Trim(host, "[]"))
	if ip := net.ParseIP(host); ip != nil {
		return slices.ContainsFunc(m.Addresses, ip.Equal)
	}
	return slices.Contains(m.Names, host)
}

// TLS is the certificate for a listener.
func (m *Made) TLS() (tls.Certificate, error) { return tls.X509KeyPair(m.chain, m.key) }

// The files of a certificate, in a directory of their own.
const (
	Dir       = "certificate"
	chainFile = "chain.pem"
	keyFile   = "key.pem"
)

// Save keeps it in a data directory, the key for its user alone, in the place of the one before.
func (m *Made) Save(data string) error {
	dir := filepath.Join(data, Dir)
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	for _, f := range []struct {
		name string
		body []byte
	}{{keyFile, m.key}, {chainFile, m.chain}} {
		at := filepath.Join(dir, f.name)
		if err := os.WriteFile(at+".new", f.body, 0o600); err != nil {
			return err
		}
		if err := os.Rename(at+".new", at); err != nil {
			return err
		}
	}
	return nil
}

// Load reads the one that is kept in a data directory; nil where there is none.
func Load(data string) (*Made, error) {
	dir := filepath.Join(data, Dir)
	m := &Made{}
	var err error
	if m.chain, err = os.ReadFile(filepath.Join(dir, chainFile)); errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	} else if err != nil {
		return nil, err
	}
	if m.key, err = os.ReadFile(filepath.Join(dir, keyFile)); err != nil {
		return nil, err
	}
	pair, err := m.TLS()
	if err != nil {
		return nil, fmt.Errorf("%s: %w. Make a new one with: apodemos certificate --renew", dir, err)
	}
	if len(pair.Certificate) != 2 {
		return nil, fmt.Errorf("%s: it has no authority. Make a new one with: apodemos certificate --renew", dir)
	}
	leaf, err := x509.ParseCertificate(pair.Certificate[0])
	if err != nil {
		return nil, err
	}
	m.Names, m.Addresses, m.Until, m.Authority = leaf.DNSNames, leaf.IPAddresses, leaf.NotAfter, pair.Certificate[1]
	return m, nil
}
