package app

import (
	"context"
	"crypto/rand"
	"net/url"
	"time"
)

// keyLasts is how long a key pairs a device.
const keyLasts = 10 * time.Minute

// letters are those of a key: none that is read as another (Crockford's base 32).
const letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ"

// NewPairingKey is a key that pairs one device: 50 bits.
func NewPairingKey() string {
	var b [10]byte
	_, _ = rand.Read(b[:]) // never fails
	out := make([]byte, 0, 11)
	for i, x := range b {
		if i == 5 {
			out = append(out, '-')
		}
		out = append(out, letters[x&31])
	}
	return string(out)
}

// PairingKey makes a key that pairs one device, which takes the place of the one before, and
// gives when it ends.
func PairingKey(ctx context.Context, d interface {
	SetPairing(ctx context.Context, key string, until time.Time) error
}) (string, time.Time, error) {
	key, until := NewPairingKey(), time.Now().Add(keyLasts)
	return key, until, d.SetPairing(ctx, key, until)
}

// PairURL is where a device is paired with a key.
func PairURL(base, key string) string { return base + "/pair?key=" + url.QueryEscape(key) }
