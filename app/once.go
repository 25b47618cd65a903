package app

import "context"

// Once is a request with an idempotency key: its first write and the key are saved in one
// transaction.
type Once struct {
	Key     string // made by the client, the same for every retry
	Request string // a digest of what was asked
	Kept    bool   // whether a write has saved the key
}

type onceKey struct{}

// WithOnce returns a context in which the first write saves the key of o.
func WithOnce(ctx context.Context, o *Once) context.Context {
	return context.WithValue(ctx, onceKey{}, o)
}

// OnceOf returns the request that a context carries, or nil.
func OnceOf(ctx context.Context) *Once {
	o, _ := ctx.Value(onceKey{}).(*Once)
	return o
}

// Said is the saved answer to a request with a key. Status is 0 if it is unknown because the
// program stopped before it was saved.
type Said struct {
	Request string
	Status  int
	Type    string
	Body    []byte
}
