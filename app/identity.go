package app

import (
	"context"
	"fmt"
	"strconv"
	"strings"

	"github.com/google/uuid"

	"apodemos/core/trip"
)

// foreign is the name space of identities made of what another program calls a record
// (RFC 9562, section 5.5).
var foreign = uuid.MustParse("5a0dfb1c-6c1b-4f0e-9c6e-0b6f2f0d7a11")

// IdentityOf is the identity of a record that a file names: the file's own where that is a UUID,
// and else one made of it and of what tells the record from others of that name, so that the same
// file gives the same one again. It is "" where the file has none.
func IdentityOf(kind, named string, also ...string) string {
	if named == "" {
		return ""
	}
	if u, err := uuid.Parse(named); err == nil {
		return u.String()
	}
	return uuid.NewSHA1(foreign, []byte(strings.Join(append([]string{kind, named}, also...), "\n"))).String()
}

// coffeeIdentity returns the identity of a coffee in a file.
func coffeeIdentity(b trip.CoffeeBag) string {
	return IdentityOf(KindCoffee, b.ID, b.Name, b.RoastedOn)
}

// CoffeesByIdentity gives the coffees of a file identities of their own, and returns those by what
// the file calls them.
func CoffeesByIdentity(bags []trip.CoffeeBag) map[string]string {
	out := map[string]string{}
	for i := range bags {
		id := coffeeIdentity(bags[i])
		out[bags[i].ID], bags[i].ID = id, id
	}
	return out
}

// ownNumbers is from which number on the numbers of records are made of their identities. Addresses
// name records by number; those that are made in a pocket have one that they keep everywhere, and
// below 2^53, which is as far as a page counts.
const ownNumbers = 1 << 52

// NumberOf is the number of a record that is made apart from its home: of the first 48 bits of its
// identity, which are random. It is 0 for what is no identity.
func NumberOf(id string) int64 {
	u, err := uuid.Parse(id)
	if err != nil {
		return 0
	}
	n := int64(0)
	for _, b := range u[:6] {
		n = n<<8 | int64(b)
	}
	return ownNumbers | n
}

// PrefixOf returns the first digits of the UUID that a number was made from, or "".
func PrefixOf(number int64) string {
	if number < ownNumbers || number >= 2*ownNumbers {
		return ""
	}
	hex := fmt.Sprintf("%012x", number&(1<<48-1))
	return hex[:8] + "-" + hex[8:]
}

// home gives the numbers of a path that a pocket made those that the records have here, where they
// have come home.
func (r Records) home(ctx context.Context, path map[string]string) {
	short, ok := r.Reader.(interface {
		Short(ctx context.Context, kind, prefix string) (int64, error)
	})
	if !ok {
		return
	}
	for name, v := range path {
		n, err := strconv.ParseInt(v, 10, 64)
		prefix := PrefixOf(n)
		if err != nil || prefix == "" {
			continue
		}
		for _, k := range kinds {
			if strings.HasSuffix(k.Path, "{"+name+"}") {
				if id, err := short.Short(ctx, k.Name, prefix); err == nil {
					path[name] = strconv.FormatInt(id, 10)
				}
			}
		}
	}
}
