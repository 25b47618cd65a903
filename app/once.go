package app

import "context"

// Once is a request that is done once, however often it is sent: what it writes is kept together
// with its key.
type Once struct {
	Key     string // that whoever sends it made for it
	Request string // a digest of what was asked
	Kept    bool   // something was written with the key
}

type onceKey struct{}

// WithOnce is a context in which the first thing that is written is kept with a key.
func WithOnce(ctx context.Context, o *Once) context.Context {
	return context.WithValue(ctx, onceKey{}, o)
}

// OnceOf is what is to be done once; nil where that is not asked.
func OnceOf(ctx context.Context) *Once {
	o, _ := ctx.Value(onceKey{}).(*Once)
	return o
}

// Said is what a request was answered that was done once. Status is 0 where that is not known: the
// program was stopped in between.
type Said struct {
	Request string
	Status  int
	Type    string
	Body    []byte
}
