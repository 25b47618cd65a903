// Package web carries the built interface.
package web

import (
	"embed"
	"io/fs"
)

// dist always has the page that says how to build the interface; the build
// adds the folder app beside it.
//
//go:embed all:dist
var dist embed.FS

// App returns the built interface, or false when it has not been built.
func App() (fs.FS, bool) {
	app, err := fs.Sub(dist, "dist/app")
	if err != nil {
		return nil, false
	}
	_, err = fs.Stat(app, "index.html")
	return app, err == nil
}

// NotBuilt is the page that stands in for it.
func NotBuilt() []byte {
	b, _ := dist.ReadFile("dist/not-built.html")
	return b
}

// Pocket is the page that a pocket is, with a place for what it carries; nothing where it was
// not built.
func Pocket() []byte {
	b, _ := dist.ReadFile("dist/pocket/shell.html")
	return b
}
