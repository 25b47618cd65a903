// Package app is what one can do with trips, brews, gear and the log: the use cases,
// over a Store, without HTTP and without SQL. Server, command line and pocket are thin
// over it.
package app
