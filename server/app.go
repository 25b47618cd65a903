package server

import (
	"bytes"
	"context"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"

	"github.com/gin-gonic/gin"

	"apodemos/web"
)

// noncePlace is where index.html wants the nonce of its styles, and firstPlace where it
// wants what every page asks for first.
var noncePlace, firstPlace = []byte("__NONCE__"), []byte("__FIRST__")

// serveApp serves the embedded interface: hashed assets for ever and
// compressed where the browser takes it, index.html for every other path that
// is a page, and 404 for the rest.
func serveApp(r *gin.Engine, first func(context.Context) []byte) {
	app, built := web.App()
	index := web.NotBuilt()
	if built {
		index, _ = fs.ReadFile(app, "index.html")
	}
	page := func(c *gin.Context) {
		nonce := []byte(c.GetString(nonceKey))
		c.Header("Cache-Control", "no-store")
		whole := bytes.ReplaceAll(index, noncePlace, nonce)
		c.Data(http.StatusOK, "text/html; charset=utf-8", bytes.Replace(whole, firstPlace, first(c.Request.Context()), 1))
	}
	r.NoRoute(func(c *gin.Context) {
		p := c.Request.URL.Path
		if c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead {
			problem(c, http.StatusNotFound, "There is no such operation.")
			return
		}
		if strings.HasPrefix(p, "/api/") {
			problem(c, http.StatusNotFound, "There is no such operation.")
			return
		}
		if path.Ext(p) == "" {
			page(c)
			return
		}
		if !built || !serveAsset(c, app, strings.TrimPrefix(p, "/")) {
			problem(c, http.StatusNotFound, "There is no such file.")
		}
	})
}

func serveAsset(c *gin.Context, app fs.FS, name string) bool {
	if !fs.ValidPath(name) || name == "index.html" || strings.HasSuffix(name, ".br") || strings.HasSuffix(name, ".gz") {
		return false
	}
	body, err := fs.ReadFile(app, name)
	if err != nil {
		return false
	}
	h := c.Writer.Header()
	h.Set("Cache-Control", "public, max-age=3600")
	if strings.HasPrefix(name, "assets/") {
		h.Set("Cache-Control", "public, max-age=31536000, immutable")
	}
	if name == "sw.js" {
		h.Set("Cache-Control", "no-cache") // a newer one is known by it
	}
	h.Set("Vary", "Accept-Encoding")
	accept := c.GetHeader("Accept-Encoding")
	for _, e := range []struct{ token, suffix string }{{"br", ".br"}, {"gzip", ".gz"}} {
		if !strings.Contains(accept, e.token) {
			continue
		}
		if small, err := fs.ReadFile(app, name+e.suffix); err == nil {
			body = small
			h.Set("Content-Encoding", e.token)
			break
		}
	}
	if path.Ext(name) == ".webmanifest" {
		c.Data(http.StatusOK, "application/manifest+json", body)
		return true
	}
	kind := mime.TypeByExtension(path.Ext(name))
	if kind == "" {
		kind = "application/octet-stream"
	}
	c.Data(http.StatusOK, kind, body)
	return true
}
