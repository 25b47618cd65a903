package e2e

import (
	"debug/elf"
	"net"
	"net/http"
	"net/http/httputil"
	"net/url"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	use "apodemos/app"
)

// road stands between a browser and the program: it can be closed, and what comes over it can
// be of a newer version.
type road struct {
	base   string
	closed atomic.Bool
	newer  atomic.Bool
	says   atomic.Int32                  // answers everything with this status
	holds  atomic.Pointer[chan struct{}] // a run sent over it waits until this is closed
	to     atomic.Pointer[url.URL]
}

func build(t *testing.T, base string) *road {
	r := &road{}
	r.leads(t, base)
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	r.base = "http://" + l.Addr().String()
	proxy := &httputil.ReverseProxy{
		Rewrite: func(q *httputil.ProxyRequest) { q.SetURL(r.to.Load()); q.Out.Host = q.In.Host },
		ModifyResponse: func(w *http.Response) error {
			if r.newer.Load() && w.Request.URL.Path == "/sw.js" {
				w.Body = &after{w.Body, strings.NewReader("\n// newer")}
				w.ContentLength = -1
				w.Header.Del("Content-Length")
			}
			return nil
		},
	}
	srv := &http.Server{Handler: http.HandlerFunc(func(w http.ResponseWriter, q *http.Request) {
		if r.closed.Load() {
			panic(http.ErrAbortHandler)
		}
		if c := r.holds.Load(); c != nil && q.Method == "PUT" && strings.HasSuffix(q.URL.Path, "/run") {
			<-*c
		}
		if status := int(r.says.Load()); status != 0 {
			http.Error(w, "not what was asked for", status)
			return
		}
		proxy.ServeHTTP(w, q)
	})}
	go func() { _ = srv.Serve(l) }()
	t.Cleanup(func() { _ = srv.Close() })
	return r
}

func (r *road) leads(t *testing.T, base string) {
	u, err := url.Parse(base)
	require.NoError(t, err)
	r.to.Store(u)
}

// after is one reader after another.
type after struct {
	first interface {
		Read([]byte) (int, error)
		Close() error
	}
	then *strings.Reader
}

func (a *after) Read(b []byte) (int, error) {
	n, err := a.first.Read(b)
	if n == 0 && err != nil {
		return a.then.Read(b)
	}
	if err != nil {
		err = nil
	}
	return n, err
}
func (a *after) Close() error { return a.first.Close() }

// carry takes the demo's trip offline on this device.
func (p *person) carry() {
	p.t.Helper()
	p.open("/trips/1/along")
	p.click("Take offline")
	p.see("Ready. It works without the server now.")
	p.until("be kept by the service worker", func() bool { return p.js(`String(Boolean(navigator.serviceWorker.controller))`) == "true" })
}

// A trip that is carried on a device opens without the server; what was done comes home by
// itself when it is met again; and a newer version waits for a yes.
func TestInstalledOnADevice(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	way := build(t, a.base)
	p := sit(t, way.base)
	p.expectError("Failed to load resource")
	p.expectError("ERR_")
	p.carry()

	way.closed.Store(true)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Offline: using the copy on this device")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	p.see("Not saved yet")
	p.click("Save")
	p.see("not in a copy yet")
	p.open("/log")
	p.see("Offline: using the copy on this device")
	p.see("First light")
	// A server in trouble, or another at its address, is no server either.
	way.closed.Store(false)
	for _, status := range []int32{500, 404} {
		way.says.Store(status)
		p.open("/log")
		p.see("Offline: using the copy on this device")
		p.see("First light")
	}
	way.says.Store(0)
	way.closed.Store(true)

	// The server is met again.
	way.closed.Store(false)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Offline changes are home")
	p.seeNot("Offline: using the copy on this device")
	p.open("/trips/1/stops/5/brews/9")
	p.until("see at home what was done without it", func() bool {
		return p.says("Altitude") == "4,250 m"
	})
	// Once: what is carried now has nothing to bring.
	p.open("/bring")
	p.see("Choose the saved offline copy")
	assert.NotContains(t, p.screen(), "not home yet")

	// A newer version.
	way.newer.Store(true)
	p.open("/trips")
	p.see("A newer version is ready.")
	p.js(`(window.stayed = "yes", "")`)
	p.click("Update")
	p.until("have changed to it", func() bool { return p.js(`window.stayed ?? "no"`) == "no" })
	p.seeNot("A newer version is ready.")
	way.closed.Store(true)
	p.open("/trips/1")
	p.see("Offline: using the copy on this device")
	p.see("River gorge")
}

// A brew that is being made goes on without the server after a reload, and back.
func TestABrewGoesOnOverTheEdge(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	way := build(t, a.base)
	p := sit(t, way.base)
	p.expectError("Failed to load resource")
	p.expectError("ERR_")
	p.carry()

	const guide = "/trips/1/stops/5/brews/9/guide"
	kinds := func() (out []string) {
		var is use.RunOut
		send(t, a.base, "GET", "/brews/9/run", nil, &is)
		if is.Run != nil && is.Run.Record != nil {
			for _, e := range is.Run.Record.Events {
				out = append(out, e.Kind)
			}
		}
		return out
	}
	p.open(guide)
	p.click("Start")
	p.going()
	p.click("Pause")
	p.see("Continue")
	p.until("be kept at home", func() bool { return slices.Equal(kinds(), []string{"start", "pause"}) })

	way.closed.Store(true)
	p.open(guide)
	p.see("Continue") // where it was
	p.click("Continue")
	p.going()
	p.click("Pause")
	p.see("Continue")
	p.until("be kept here", func() bool {
		return strings.Count(p.js(`Object.keys(localStorage).filter(k => k.endsWith(".runs")).map(k => localStorage[k]).join()`), `"pause"`) == 2
	})

	way.closed.Store(false)
	p.open(guide)
	p.see("Continue")
	p.until("have come home", func() bool { return slices.Equal(kinds(), []string{"start", "pause", "resume", "pause"}) })
	p.click("Continue")
	p.going()
	p.until("go on at home", func() bool { return len(kinds()) == 5 })
}

// A phone that is not paired is refused; paired by its key, it is let in, and let go of, it is
// refused again. What comes over another program counts as from beyond.
func TestAPhoneIsPaired(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	a := start(t, dir, "--listen", "0.0.0.0:0", "--host", "kettle.home")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(a.base, "http://"))
	require.NoError(t, err)
	here := "http://127.0.0.1:" + port
	// Beyond loopback nobody is let in unpaired, on the machine itself either: its user has the
	// address that the program printed.
	q := sit(t, here)
	q.expectError("401")
	q.open("/trips/1")
	q.see("This device is not paired yet.")
	q.open("/pair?key=" + a.key(t))
	q.fill("Name of this device", "This machine")
	q.do(chromedp.Click(chromedp.CSS("button")))
	q.until("be let in", func() bool { return q.js("location.pathname") != "/pair" })
	q.open("/trips/1")
	q.see("River gorge")

	out, err := exec.Command("../bin/apodemos", "pair", "--data", dir).CombinedOutput()
	require.NoError(t, err, string(out))
	key, _, _ := strings.Cut(string(out), " ")
	p := sit(t, "http://localhost:"+port) // another name, and so without the cookies of the first
	call(p, network.Enable, network.EnableParams{})
	call(p, network.SetExtraHTTPHeaders, network.SetExtraHTTPHeadersParams{Headers: network.Headers{"X-Forwarded-For": "192.168.1.20"}})
	p.expectError("401")
	p.expectError("403")
	p.open("/trips/1")
	p.see("This device is not paired yet.")
	assert.NotContains(t, p.screen(), "River gorge")
	p.open("/pair?key=00000-00000")
	p.do(chromedp.Click(chromedp.CSS("button")))
	p.see("This key is wrong")
	p.open("/pair?key=" + key)
	p.do(chromedp.Click(chromedp.CSS("button")))
	p.until("be let in", func() bool { return p.js("location.pathname") != "/pair" })
	p.open("/trips/1")
	p.see("River gorge")
	p.open("/trips/1/along")
	p.see("Pair and remove devices on the machine that runs Apodemos.")
	p.see("Another computer")

	// It takes the trip offline, and changes something without the server.
	p.carry()
	p.open("/trips/1/stops/5/brews/9?offline")
	p.see("Offline: using the copy on this device")
	p.see("our pulses")
	p.fill("Altitude", "4250")
	p.click("Save")
	p.see("2 changes not in a copy yet")

	// On the machine itself it is let go of.
	q.open("/trips/1/along")
	q.see("Another computer")
	q.js(`(window.confirm = () => true, "")`)
	q.click("Remove Another computer")
	q.seeNot("Another computer")
	p.open("/trips/1")
	p.see("This device is not paired yet.")
	// What it changed can still be seen, and saved.
	p.js(`(document.querySelector("a[href*=offline]").click(), "")`)
	p.see("Offline: using the copy on this device")
	p.see("2 changes not in a copy yet")
	dir2 := t.TempDir()
	p.savesInto(dir2)
	p.click("Save a copy")
	p.see("in your downloads?")
	p.until("have the copy", func() bool { names, _ := filepath.Glob(filepath.Join(dir2, "*-pocket-*.json")); return len(names) == 1 })
}

// The program that make builds needs nothing beside it: it runs in an empty container.
func TestTheProgramStandsAlone(t *testing.T) {
	f, err := elf.Open("../bin/apodemos")
	require.NoError(t, err, "make build")
	defer f.Close()
	libs, err := f.ImportedLibraries()
	require.NoError(t, err)
	assert.Empty(t, libs)
	for _, p := range f.Progs {
		assert.NotEqual(t, elf.PT_INTERP, p.Type, "it asks for a loader of the system")
	}
}

// The program that make builds says which commit it is of, wherever git can tell, and not
// only where the machine's settings of Go let it.
func TestTheProgramSaysWhatItWasBuiltOf(t *testing.T) {
	out, err := exec.Command("../bin/apodemos", "version").CombinedOutput()
	require.NoError(t, err, string(out))
	if exec.Command("git", "rev-parse", "HEAD").Run() != nil {
		assert.Contains(t, string(out), "(commit not known)")
		return
	}
	said := regexp.MustCompile(`^apodemos \d+\.\d+\.\d+ \(commit ([0-9a-f]{12}) of \d{4}-\d\d-\d\d(, changed since)?\)\n$`).FindStringSubmatch(string(out))
	require.NotNil(t, said, string(out))
	assert.NoError(t, exec.Command("git", "cat-file", "-e", said[1]+"^{commit}").Run(), "a commit of this repository")
}
