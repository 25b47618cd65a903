package server

import (
	"bytes"
	"context"
	"crypto/rand"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"os"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/core/kit"
	"apodemos/demo"
	"apodemos/docs/reliability"
	"apodemos/pocket"
	"apodemos/store"
)

// served is the program on a real port, over a real file.
func served(t testing.TB) string {
	s, err := store.Open(context.Background(), t.TempDir())
	require.NoError(t, err)
	_, err = demo.Seed(context.Background(), s)
	require.NoError(t, err)
	srv := httptest.NewUnstartedServer(Handler(Options{Store: s, ClockRate: 1}))
	srv.Config.ReadHeaderTimeout = 5 * time.Second
	srv.Config.ConnState = func(c net.Conn, state http.ConnState) {
		if tcp, ok := c.(*net.TCPConn); ok && state == http.StateNew {
			_ = tcp.SetWriteBuffer(4 << 10) // what nobody reads is not taken by the system either
		}
	}
	srv.Start()
	t.Cleanup(func() { srv.Close(); s.Close() })
	return srv.URL
}

const aPlan = `{"method":"cone","drinkers":2,"place":{"altitude_m":2300},"water":{"source":"stream","treatment":"boil"}}`

// mixed is one request of a usual mixture: of a hundred, 60 read, 20 plan, 8 choose a way, 5
// ask for provisions and 7 write.
func mixed(base string, n int) (*http.Request, bool) {
	reads := []string{"/trips", "/trips/1", "/brews/1", "/stops/1", "/gear", "/coffees", "/recipes", "/log?trip=1", "/places", "/now"}
	get := func(p string) *http.Request {
		r, _ := http.NewRequest("GET", base+"/api/v1"+p, nil)
		return r
	}
	post := func(p, body string) *http.Request {
		r, _ := http.NewRequest("POST", base+"/api/v1"+p, strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		return r
	}
	switch k := n * 37 % 100; {
	case k < 60:
		return get(reads[k%len(reads)]), false
	case k < 80:
		return post("/plan?working=false", aPlan), false
	case k < 88:
		return post("/choices", aPlan), false
	case k < 93:
		return get("/trips/1/plan"), false
	}
	return post("/gear", fmt.Sprintf(`{"name":"Cup %d","kind":"cup","mass_g":90,"capacity_ml":300}`, n)), true
}

// load asks so often a second for some time, and gives how long each answer took, how many
// writes failed, and how many answers were none, by their status; 0 is no answer at all.
func load(t testing.TB, base string, perSecond int, lasts time.Duration) (took []time.Duration, failed int64, wrong map[int]int) {
	client := &http.Client{Transport: &http.Transport{MaxIdleConnsPerHost: 256}}
	defer client.CloseIdleConnections()
	var mu sync.Mutex
	var wg sync.WaitGroup
	var f atomic.Int64
	wrong = map[int]int{}
	not := func(status int) {
		mu.Lock()
		wrong[status]++
		mu.Unlock()
	}
	tick := time.NewTicker(time.Second / time.Duration(perSecond))
	defer tick.Stop()
	for n := range int(lasts.Seconds() * float64(perSecond)) {
		<-tick.C
		wg.Go(func() {
			r, writes := mixed(base, n)
			began := time.Now()
			res, err := client.Do(r)
			if err != nil {
				not(0)
				return
			}
			_, _ = io.Copy(io.Discard, res.Body)
			res.Body.Close()
			d := time.Since(began)
			if res.StatusCode >= 300 {
				not(res.StatusCode)
				if writes {
					f.Add(1)
				}
			}
			mu.Lock()
			took = append(took, d)
			mu.Unlock()
		})
	}
	wg.Wait()
	slices.Sort(took)
	return took, f.Load(), wrong
}

// Whatever comes at once, no write is lost and no answer is wrong.
func TestNothingFailsUnderLoad(t *testing.T) {
	_, failed, wrong := load(t, served(t), 60, 3*time.Second)
	assert.Zero(t, failed)
	assert.Empty(t, wrong)
}

// BenchmarkLoad asks 200 and then 400 times a second, for a minute each (-benchtime 1x; ten seconds
// if APODEMOS_LOAD is not set), and then for fifty kits at once. More than there is room for is
// answered with 503; nothing else may fail.
func BenchmarkLoad(b *testing.B) {
	lasts := 10 * time.Second
	if os.Getenv("APODEMOS_LOAD") != "" {
		lasts = time.Minute
	}
	for b.Loop() {
		for _, perSecond := range []int{200, 400} {
			base := served(b)
			run := reliability.Begin()
			var took []time.Duration
			wrong := map[int]int{}
			for range 6 { // nobody has a thousand cups on the shelf
				t, _, not := load(b, base, perSecond, lasts/6)
				took = append(took, t...)
				for status, n := range not {
					wrong[status] += n
				}
				require.NoError(b, emptyShelf(base))
			}
			slices.Sort(took)
			ms := func(share int) float64 { return float64(took[len(took)*share/100].Microseconds()) / 1000 }
			b.ReportMetric(ms(99), fmt.Sprintf("ms-p99-at-%d", perSecond))
			later := wrong[http.StatusServiceUnavailable]
			delete(wrong, http.StatusServiceUnavailable)
			assert.Empty(b, wrong)
			require.NoError(b, run.Done(fmt.Sprintf("load-%d", perSecond),
				fmt.Sprintf("%d requests a second for %.0f s (of a hundred, 60 read, 20 plan, 8 choose a method, 5 ask for supplies, 7 write; what was written is deleted every sixth of the time)", perSecond, lasts.Seconds()), "make load",
				fmt.Sprintf("half within %.1f ms, 99 of 100 within %.0f ms; %d told to come again, none failed; %.0f MB", ms(50), ms(99), later, memory())))
		}
		run := reliability.Begin()
		took, places := fiftyKits(b, served(b))
		require.NoError(b, run.Done("kits-50", "50 choices of a kit at once", "make load",
			fmt.Sprintf("all answered, one after the other, with their place in the queue (up to %d); the last after %.0f s; %.0f MB", slices.Max(places), took.Seconds(), memory())))
	}
}

// memory is what the program holds, in MB.
func memory() float64 {
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	return float64(m.Sys-m.HeapReleased) / (1 << 20)
}

// fiftyKits chooses a kit for each of fifty trips at once, and gives how long it took and the places
// in the queue that were told.
func fiftyKits(t testing.TB, base string) (took time.Duration, places []int) {
	copies := []int64{1}
	for range 49 {
		res, err := http.Post(base+"/api/v1/trips/1/duplicate", "application/json", nil)
		require.NoError(t, err)
		var trip app.Trip
		require.NoError(t, json.NewDecoder(res.Body).Decode(&trip))
		res.Body.Close()
		copies = append(copies, trip.ID)
	}
	began := time.Now()
	var wg sync.WaitGroup
	var left atomic.Int64
	left.Store(int64(len(copies)))
	for _, trip := range copies {
		wg.Go(func() {
			defer left.Add(-1)
			res, err := http.Post(fmt.Sprintf("%s/api/v1/trips/%d/kit/choose", base, trip), "application/json", strings.NewReader("{}"))
			if assert.NoError(t, err) {
				assert.Equal(t, 200, res.StatusCode)
				res.Body.Close()
			}
		})
	}
	for left.Load() > 0 {
		for _, trip := range copies {
			res, err := http.Get(fmt.Sprintf("%s/api/v1/trips/%d/kit/progress", base, trip))
			require.NoError(t, err)
			var now app.Choosing
			require.NoError(t, json.NewDecoder(res.Body).Decode(&now))
			res.Body.Close()
			if now.Place > 0 {
				places = append(places, now.Place)
			}
		}
		time.Sleep(50 * time.Millisecond)
	}
	wg.Wait()
	return time.Since(began), places
}

// Requests for kits are answered in the order in which they came, and each knows its place in the queue.
func TestKitsAreChosenInTurn(t *testing.T) {
	l := newLane("choice", 1, 3, time.Minute)
	leave, err := l.enter(t.Context(), "a")
	require.NoError(t, err)
	turns := make(chan string, 2)
	for _, what := range []string{"b", "c"} {
		before := l.state(time.Now()).Waiting
		go func() {
			leave, err := l.enter(t.Context(), what)
			if assert.NoError(t, err) {
				turns <- what
				leave()
			}
		}()
		require.Eventually(t, func() bool { return l.state(time.Now()).Waiting > before && l.place(what) > 0 }, 5*time.Second, time.Millisecond)
	}
	assert.Equal(t, []int{0, 1, 2, 0}, []int{l.place("a"), l.place("b"), l.place("c"), l.place("d")})
	leave()
	assert.Equal(t, "b", <-turns)
	assert.Equal(t, "c", <-turns)
}

// A long time of a usual mixture, at 30 requests a second; what is written is deleted again, so
// that what grows is a leak. APODEMOS_SOAK says how long (such as 1h); ten seconds where it is
// not set. At the end nothing has failed (but where the machine has more to do than it can, some
// may be told to come again: 503), and memory, goroutines and open files are what they
// were after the first tenth.
func BenchmarkSoak(b *testing.B) {
	lasts := 10 * time.Second
	if d, err := time.ParseDuration(os.Getenv("APODEMOS_SOAK")); err == nil {
		lasts = d
	}
	base := served(b)
	type state struct{ mb, routines, files float64 }
	now := func() state {
		runtime.GC()
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		open, _ := os.ReadDir("/proc/self/fd")
		return state{float64(m.HeapInuse) / (1 << 20), float64(runtime.NumGoroutine()), float64(len(open))}
	}
	for b.Loop() {
		var early, late state
		run, stop := reliability.Begin(), make(chan struct{})
		var phones sync.WaitGroup
		var brought atomic.Int64
		for n := range 2 {
			phones.Go(func() { aPhone(b, base, n, stop, &brought) })
		}
		wrong, again := map[int]int{}, 0
		var took []time.Duration
		for part := range 10 {
			t, _, x := load(b, base, 30, lasts/10)
			took = append(took, t...)
			for status, n := range x {
				if status == http.StatusServiceUnavailable {
					again += n
				} else {
					wrong[status] += n
				}
			}
			require.NoError(b, emptyShelf(base))
			if part == 0 {
				early = now()
			}
		}
		close(stop)
		phones.Wait()
		late = now()
		slices.Sort(took)
		b.ReportMetric(float64(len(took)), "requests")
		b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-p50")
		b.ReportMetric(float64(took[len(took)*99/100].Microseconds())/1000, "ms-p99")
		b.ReportMetric(float64(again), "told-to-come-again")
		b.ReportMetric(early.mb, "MB-early")
		b.ReportMetric(late.mb, "MB-late")
		b.ReportMetric(early.routines, "routines-early")
		b.ReportMetric(late.routines, "routines-late")
		b.ReportMetric(early.files, "files-early")
		b.ReportMetric(late.files, "files-late")
		assert.Empty(b, wrong)
		assert.Less(b, late.routines, early.routines+20)
		assert.Less(b, late.files, early.files+20)
		assert.Less(b, late.mb, early.mb*1.5+10)
		require.NoError(b, run.Done("soak", fmt.Sprintf("%s of the same mixture at 30 requests a second, what was written deleted again; two phones take a trip offline, change it and bring it home, again and again", lasts), "make torture",
			fmt.Sprintf("%d requests answered, %d told to come again, none failed; half within %.1f ms, 99 of 100 within %.0f ms; %d changes brought home, none missing; %.0f MB, %.0f goroutines and %.0f open files at its end (%.0f, %.0f and %.0f after its first tenth)",
				len(took), again, float64(took[len(took)/2].Microseconds())/1000, float64(took[len(took)*99/100].Microseconds())/1000, brought.Load(), late.mb, late.routines, late.files, early.mb, early.routines, early.files)))
	}
}

// aPhone takes the demo's trip offline, changes the altitude of one of its stops there, brings it
// home and checks that it arrived, until it is stopped. Two phones have a stop each.
func aPhone(t testing.TB, base string, n int, stop chan struct{}, brought *atomic.Int64) {
	ask := func(method, path string, body []byte, into any) {
		r, _ := http.NewRequest(method, base+"/api/v1"+path, bytes.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		res, err := http.DefaultClient.Do(r)
		if !assert.NoError(t, err) {
			return
		}
		defer res.Body.Close()
		text, _ := io.ReadAll(res.Body)
		if assert.Less(t, res.StatusCode, 300, "%s %s: %.300s", method, path, text) {
			assert.NoError(t, json.Unmarshal(text, into))
		}
	}
	for turn := 1; ; turn++ {
		select {
		case <-stop:
			return
		case <-time.After(5 * time.Second):
		}
		var c app.Carried
		ask("GET", "/pocket?trips=1", nil, &c)
		w := files.Session()
		s, err := pocket.Open(context.Background(), &c, nil, pocket.Options{ID: w.ID, NewID: w.NewID, Now: w.Now})
		if !assert.NoError(t, err) {
			return
		}
		stop := n + 3
		at, err := s.Stop(context.Background(), int64(stop))
		if !assert.NoError(t, err) {
			return
		}
		height := float64(1000 + turn%500)
		got := s.Answer(context.Background(), pocket.Asked{Method: "PATCH", Path: fmt.Sprintf("/stops/%d", stop), IfMatch: fmt.Sprintf(`"%d"`, at.Revision), Body: fmt.Appendf(nil, `{"conditions":{"place":{"altitude_m":%g}}}`, height)})
		if !assert.Equal(t, 200, got.Status, "%v", got.Body) {
			return
		}
		home, _ := json.Marshal(map[string]any{"carried": s.Carried()})
		var out app.Bringing
		ask("POST", "/bring", home, &out)
		var is app.Stop
		ask("GET", fmt.Sprintf("/stops/%d", stop), nil, &is)
		if assert.NotNil(t, is.Conditions.Place.AltitudeM) {
			assert.InDelta(t, height, *is.Conditions.Place.AltitudeM, 0)
		}
		brought.Add(int64(len(out.Arrives)))
	}
}

// emptyShelf deletes the cups that mixed made.
func emptyShelf(base string) error {
	res, err := http.Get(base + "/api/v1/gear")
	if err != nil {
		return err
	}
	defer res.Body.Close()
	var all []struct {
		ID       int64
		Revision int64
		Name     string
	}
	if err := json.NewDecoder(res.Body).Decode(&all); err != nil {
		return err
	}
	for _, it := range all {
		if !strings.HasPrefix(it.Name, "Cup ") {
			continue
		}
		r, _ := http.NewRequest("DELETE", fmt.Sprintf("%s/api/v1/gear/%d", base, it.ID), nil)
		r.Header.Set("If-Match", fmt.Sprintf(`"%d"`, it.Revision))
		gone, err := http.DefaultClient.Do(r)
		if err != nil {
			return err
		}
		gone.Body.Close()
		if gone.StatusCode >= 300 {
			return fmt.Errorf("%s: %s", r.URL, gone.Status)
		}
	}
	return nil
}

// Where more is asked than can wait, it is told so, with when to come again.
func TestTooMuchAtOnce(t *testing.T) {
	l := newLane("quick", 1, 1, 50*time.Millisecond)
	leave, err := l.enter(t.Context(), "")
	require.NoError(t, err)
	_, err = l.enter(t.Context(), "")
	assert.ErrorIs(t, err, errLaneFull, "waited for long enough")
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	_, err = l.enter(ctx, "")
	assert.ErrorIs(t, err, context.Canceled, "who is gone waits for nothing")
	leave()
	leave, err = l.enter(t.Context(), "")
	require.NoError(t, err, "and every place was given back")
	leave()

	s := &server{lanes: &lanes{quick: newLane("quick", 0, 0, time.Millisecond)}}
	w := httptest.NewRecorder()
	c := ginContext(w, httptest.NewRequest("GET", "/api/v1/trips", nil))
	s.admit(c)
	assert.Equal(t, 503, w.Code)
	assert.Equal(t, "1", w.Header().Get("Retry-After"))
	assert.Contains(t, w.Body.String(), "Nothing was changed")
}

// writesBusy is a store in which too many wait to write.
type writesBusy struct{ app.Store }

func (writesBusy) Write(context.Context, func(app.Writer) error) error { return app.ErrBusy }

func TestAFullQueueIsTold(t *testing.T) {
	w := ask(Handler(Options{Store: writesBusy{}}), "POST", "/api/v1/trips", `{"name":"x","people":1}`)
	assert.Equal(t, 503, w.Code, w.Body)
	assert.Equal(t, "1", w.Header().Get("Retry-After"))
}

// A body that comes too slowly ends, on every operation that takes one, and takes nobody's
// place meanwhile.
func TestSlowBodies(t *testing.T) {
	defer func(was time.Duration) { bodyBegins = was }(bodyBegins)
	bodyBegins = 300 * time.Millisecond
	base := served(t)
	var wg sync.WaitGroup
	for _, o := range operations(t) {
		if o.body == "" {
			continue
		}
		wg.Go(func() {
			conn, err := net.Dial("tcp", strings.TrimPrefix(base, "http://"))
			if !assert.NoError(t, err) {
				return
			}
			defer conn.Close()
			fmt.Fprintf(conn, "%s %s HTTP/1.1\r\nHost: localhost\r\nContent-Type: %s\r\nIf-Match: \"1\"\r\nContent-Length: 1000\r\n\r\n{", o.method, o.at("1"), o.body)
			_ = conn.SetReadDeadline(time.Now().Add(20 * time.Second))
			answer, _ := io.ReadAll(conn)
			assert.Contains(t, string(answer), " 408 ", "%s", o)
		})
	}
	began := time.Now()
	res, err := http.Get(base + "/api/v1/trips")
	require.NoError(t, err)
	res.Body.Close()
	assert.Equal(t, 200, res.StatusCode)
	assert.Less(t, time.Since(began), 5*time.Second)
	wg.Wait()
}

// What refuses bears the headers that keep a browser safe, and who comes from another page is
// refused by what the browser says of itself.
func TestRefusalsAreSafe(t *testing.T) {
	h := running(t)
	for name, w := range map[string]*httptest.ResponseRecorder{
		"another name":   ask(h, "GET", "/", "", "Host", "elsewhere.example"),
		"another page":   ask(h, "POST", "/api/v1/trips", "{}", "Origin", "https://elsewhere.example"),
		"cross-site":     ask(h, "GET", "/api/v1/trips", "", "Sec-Fetch-Site", "cross-site"),
		"in a frame":     ask(h, "GET", "/", "", "Sec-Fetch-Site", "cross-site", "Sec-Fetch-Mode", "navigate", "Sec-Fetch-Dest", "iframe"),
		"same-site":      ask(h, "GET", "/api/v1/trips", "", "Sec-Fetch-Site", "same-site"),
		"no number":      ask(h, "GET", "/api/v1/log?trip=NaN", ""),
		"a wrong method": ask(h, "DELETE", "/api/v1/catalogue", ""),
		"not there":      ask(h, "GET", "/api/v1/nothing", ""),
		"from beyond":    ask(h, "GET", "/api/v1/trips", "", "From-Address", "192.0.2.1:4000"),
	} {
		assert.GreaterOrEqual(t, w.Code, 400, name)
		assert.Contains(t, w.Header().Get("Content-Security-Policy"), "default-src 'none'", name)
		assert.Equal(t, "nosniff", w.Header().Get("X-Content-Type-Options"), name)
	}
	w := ask(h, "GET", "/", "", "Sec-Fetch-Site", "cross-site", "Sec-Fetch-Mode", "navigate", "Sec-Fetch-Dest", "document")
	assert.Equal(t, 200, w.Code, "a link may lead here")
	w = ask(h, "GET", "/", "", "Host", "els\x1b[31mewhere\u202e.example")
	assert.NotContains(t, w.Body.String(), "\x1b")
	assert.NotContains(t, w.Body.String(), "u001b")
}

// Every operation says which methods it knows, and tells of itself without its body.
func TestMethods(t *testing.T) {
	h := running(t)
	w := ask(h, "DELETE", "/api/v1/catalogue", "")
	assert.Equal(t, 405, w.Code)
	assert.Contains(t, w.Header().Get("Allow"), "GET, HEAD")
	assert.Contains(t, w.Body.String(), "DELETE is not allowed here. Use GET")
	for _, o := range operations(t) {
		if o.method != "GET" || strings.Contains(o.path, "simulated") || strings.Contains(o.path, "/brew-at") {
			continue
		}
		get, head := ask(h, "GET", o.at("1"), ""), ask(h, "HEAD", o.at("1"), "")
		assert.Equal(t, get.Code, head.Code, "%s", o)
		assert.Zero(t, head.Body.Len(), "%s", o)
		assert.Equal(t, get.Header().Get("Content-Type"), head.Header().Get("Content-Type"), "%s", o)
	}
	assert.Equal(t, 200, ask(h, "GET", "/api/v1/health", "", "From-Address", "192.0.2.1:4000").Code, "who watches needs no key")
}

// The access log says what was asked, and not what for.
func TestAccessLog(t *testing.T) {
	var b bytes.Buffer
	s, err := store.Open(context.Background(), t.TempDir())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	h := Handler(Options{Store: s, AccessLog: &b})
	ask(h, "GET", "/api/v1/log?trip=1&secret="+rand.Text(), "")
	var line struct {
		Method, Path string
		Status       int
		MS           float64
	}
	require.NoError(t, json.Unmarshal(b.Bytes(), &line))
	assert.Equal(t, "GET /api/v1/log", line.Method+" "+line.Path)
	assert.Equal(t, 200, line.Status)
	assert.NotContains(t, b.String(), "secret")
}

// Control characters reach neither what is kept nor what is shown.
func TestControlCharacters(t *testing.T) {
	h := running(t)
	for _, name := range []string{`a\u001b[31mb`, `a\u0000b`, `a\u202eb`, `a\u009bb`, "a\u2066b"} {
		w := ask(h, "POST", "/api/v1/trips", `{"name":"`+name+`","people":1}`)
		assert.Equal(t, 422, w.Code, name)
		assert.Contains(t, w.Body.String(), "name: contains the control character U+", name)
	}
	assert.Equal(t, 200, ask(h, "POST", "/api/v1/trips", `{"name":"caf\u00e9 \ud83d\udc69\u200d\ud83c\udf73, \\\\u001b","people":1}`).Code, "signs that are joined are signs")
	// What a file brings is read without them.
	trip := call[app.Trip](t, h, "POST", "/trips/import", `{"format":"apodemos-trip","version":2,"name":"a\u001b[31mb","people":1,"stops":[{"name":"c\u202ed","day":1}]}`)
	assert.Equal(t, "a[31mb", trip.Name)
	assert.Equal(t, "cd", call[app.TripOut](t, h, "GET", fmt.Sprintf("/trips/%d", trip.ID), "").Stops[0].Name)
}

// While a kit is chosen it is told how far that is; of another trip, that it waits; and
// afterwards nothing.
func TestHowFarAChoiceIs(t *testing.T) {
	var c choosing
	assert.Equal(t, "idle", c.of(1).State)
	c.come(1, kit.Progress{Share: 0.25, Kits: 9, Gap: 0.5})
	assert.Equal(t, app.Choosing{State: "choosing", Progress: &kit.Progress{Share: 0.25, Kits: 9, Gap: 0.5}}, c.of(1))
	assert.Equal(t, app.Choosing{State: "waiting"}, c.of(2))
	c.end(2)
	assert.Equal(t, "choosing", c.of(1).State, "who waits ends nothing")
	c.end(1)
	assert.Equal(t, "idle", c.of(1).State)

	// Asked beside a choice, it is answered before that is.
	base := served(t)
	done := make(chan struct{})
	go func() {
		defer close(done)
		res, err := http.Post(base+"/api/v1/trips/1/kit/choose", "application/json", strings.NewReader("{}"))
		if assert.NoError(t, err) {
			res.Body.Close()
			assert.Equal(t, 200, res.StatusCode)
		}
	}()
	seen := map[string]bool{}
	for asking := true; asking; {
		select {
		case <-done:
			asking = false
		case <-time.After(5 * time.Millisecond):
		}
		res, err := http.Get(base + "/api/v1/trips/1/kit/progress")
		require.NoError(t, err)
		var now app.Choosing
		require.NoError(t, json.NewDecoder(res.Body).Decode(&now))
		res.Body.Close()
		seen[now.State] = true
	}
	assert.True(t, seen["choosing"])
	assert.True(t, seen["idle"])
}
