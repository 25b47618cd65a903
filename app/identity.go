package app

import (
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

// coffeeIdentity is that of a coffee in a file.
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
