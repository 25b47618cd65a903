package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/app/files"
	corerun "apodemos/core/run"
	"apodemos/demo"
	"apodemos/docs/reliability"
	"apodemos/pocket"
	"apodemos/store"
)

var servedAt = regexp.MustCompile(`http://[0-9.:]+`)

// Killed at any moment while some write, import, bring trips home and make a brew, the program loses
// nothing that it said it kept, and starts again. APODEMOS_KILLS says how often; a few if it is
// not set.
func TestKilledUnderLoad(t *testing.T) {
	t.Parallel()
	kills := 5
	if n, err := strconv.Atoi(os.Getenv("APODEMOS_KILLS")); err == nil {
		kills = n
	}
	dir := t.TempDir()
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	_, err = demo.Seed(t.Context(), s)
	require.NoError(t, err)
	offline := takenOffline(t, s)
	require.NoError(t, s.Close())
	measured := reliability.Begin()
	var mu sync.Mutex
	kept := map[string]map[string]bool{} // what was answered with 200, by the way it came in
	pressed, presses := 0, 0             // events of the brew that were answered: of this one, and of all
	for k := range kills {
		cmd := exec.Command(binary, "serve", "--data", dir, "--listen", "127.0.0.1:0")
		out, err := cmd.StdoutPipe()
		require.NoError(t, err)
		require.NoError(t, cmd.Start())
		head := make([]byte, 200)
		n, _ := out.Read(head)
		base := string(servedAt.Find(head[:n]))
		require.NotEmpty(t, base, "it starts again after %d kills", k)
		stop, answered := make(chan struct{}), make(chan struct{}, 1)
		post := func(method, path string, body []byte, into any) bool {
			r, _ := http.NewRequest(method, base+"/api/v1"+path, bytes.NewReader(body))
			r.Header.Set("Content-Type", "application/json")
			res, err := http.DefaultClient.Do(r)
			if err != nil {
				return false
			}
			defer res.Body.Close()
			text, err := io.ReadAll(res.Body)
			ok := err == nil && res.StatusCode == http.StatusOK
			if ok && into != nil {
				ok = json.Unmarshal(text, into) == nil
			}
			return ok
		}
		note := func(way, name string) {
			mu.Lock()
			defer mu.Unlock()
			if kept[way] == nil {
				kept[way] = map[string]bool{}
			}
			kept[way][name] = true
			select {
			case answered <- struct{}{}:
			default:
			}
		}
		cup := func(way, name string) []byte {
			body, _ := json.Marshal(map[string]any{"name": name, "kind": "cup", "mass_g": 90})
			return body
		}
		ways := []func(name string){
			func(name string) {
				if post("POST", "/gear", cup("write", name), nil) {
					note("write", name)
				}
			},
			func(name string) {
				body, _ := json.Marshal(map[string]any{"format": "apodemos-trip", "version": 2, "name": name, "people": 1, "stops": []any{map[string]any{"name": "Hut", "day": 1}}})
				if post("POST", "/trips/import", body, nil) {
					note("import", name)
				}
			},
			func(name string) {
				offline.Answer(t.Context(), pocket.Asked{Method: "POST", Path: "/gear", Body: cup("bring", name)})
				body, _ := json.Marshal(map[string]any{"carried": offline.Carried()})
				if post("POST", "/bring", body, nil) {
					note("bring", name)
				}
			},
			func(name string) {
				var is struct {
					Run *app.Run `json:"run"`
				}
				if !post("GET", "/brews/9/run", nil, &is) {
					return
				}
				if is.Run == nil || len(is.Run.Record.Events) > 300 { // another begins
					var b app.BrewOut
					if is.Run != nil && !post("DELETE", "/brews/9/run", nil, nil) || !post("GET", "/brews/9", nil, &b) {
						return
					}
					mu.Lock()
					pressed = 0
					mu.Unlock()
					is.Run = &app.Run{PlanID: b.PlanID, ZeroMs: time.Now().UnixMilli(), Rate: 1, Record: &corerun.Record{V: 1, TolG: 0.5, TolC: 0.2}}
				}
				kind := []string{"pause", "resume"}[len(is.Run.Record.Events)%2]
				if len(is.Run.Record.Events) == 0 {
					kind = "start"
				}
				is.Run.Record.Events = append(is.Run.Record.Events, corerun.Event{Kind: kind, TS: float64(len(is.Run.Record.Events))})
				body, _ := json.Marshal(is.Run)
				if post("PUT", "/brews/9/run", body, nil) {
					mu.Lock()
					pressed = len(is.Run.Record.Events)
					presses++
					mu.Unlock()
				}
			},
		}
		var wg sync.WaitGroup
		for w := range 6 {
			do := ways[max(w-2, 0)] // three write
			wg.Go(func() {
				for i := 0; ; i++ {
					select {
					case <-stop:
						return
					default:
						do(fmt.Sprintf("Cup %d-%d-%d", k, w, i))
					}
				}
			})
		}
		if k%2 == 0 { // every other time not before something was kept, however slow the disk is
			select {
			case <-answered:
			case <-time.After(time.Minute):
			}
		}
		time.Sleep(time.Duration(20+k*37%400) * time.Millisecond)
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
		close(stop)
		wg.Wait()
		if k%20 == 19 || k == kills-1 {
			offline = nothingIsLost(t, dir, kept, pressed)
		}
	}
	assert.NotEmpty(t, kept["write"])
	if kills >= 100 { // a few kills may hit before any of these was answered
		assert.NotEmpty(t, kept["import"])
		assert.NotEmpty(t, kept["bring"])
		assert.NotZero(t, presses)
	}
	require.NoError(t, measured.Done("kills", fmt.Sprintf("Killed %d times while three write and others import, bring a trip home and make a brew", kills), "make torture",
		fmt.Sprintf("started again each time; of %d writes, %d imports, %d changes brought home and %d presses of the brew that were answered, none was lost", len(kept["write"]), len(kept["import"]), len(kept["bring"]), presses)))
}

// nothingIsLost checks that everything that was answered is there, then deletes it, so that the data
// does not grow with the number of kills. It returns the trip, taken offline again.
func nothingIsLost(t *testing.T, dir string, kept map[string]map[string]bool, pressed int) *pocket.Session {
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	defer s.Close()
	a := app.New(s)
	there := map[string]bool{}
	gear, err := a.Gear(t.Context())
	require.NoError(t, err)
	for _, it := range gear {
		there[it.Name] = true
		if strings.HasPrefix(it.Name, "Cup ") {
			require.NoError(t, a.Delete(t.Context(), app.KindGear, it.ID))
		}
	}
	trips, err := a.Trips(t.Context())
	require.NoError(t, err)
	for _, tr := range trips {
		there[tr.Name] = true
		if strings.HasPrefix(tr.Name, "Cup ") {
			require.NoError(t, a.Delete(t.Context(), app.KindTrip, tr.ID))
		}
	}
	for way, names := range kept {
		for name, checked := range names {
			if checked {
				assert.True(t, there[name], "%s was kept by a %s, and is gone", name, way)
				names[name] = false
			}
		}
	}
	if is, err := a.Run(t.Context(), 9); err == nil && is.Record != nil {
		assert.GreaterOrEqual(t, len(is.Record.Events), pressed, "a press of the brew was answered, and is gone")
	} else {
		assert.Zero(t, pressed, "the brew is gone")
	}
	return takenOffline(t, s)
}

func takenOffline(t *testing.T, s *store.Store) *pocket.Session {
	w := files.Session()
	c, err := app.New(s).TakeAlong(t.Context(), []int64{1}, w)
	require.NoError(t, err)
	p, err := pocket.Open(t.Context(), c, nil, pocket.Options{ID: w.NewID()[:13], NewID: w.NewID, Now: w.Now})
	require.NoError(t, err)
	return p
}
