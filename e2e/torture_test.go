package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"regexp"
	"strconv"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/store"
)

var servedAt = regexp.MustCompile(`http://[0-9.:]+`)

// Killed at any moment while many write, the program loses nothing that it said it kept, and
// starts again. APODEMOS_KILLS says how often; a few where it is not set.
func TestKilledUnderLoad(t *testing.T) {
	t.Parallel()
	kills := 5
	if n, err := strconv.Atoi(os.Getenv("APODEMOS_KILLS")); err == nil {
		kills = n
	}
	dir := t.TempDir()
	var mu sync.Mutex
	kept := map[string]bool{} // what was answered with 200
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
		var wg sync.WaitGroup
		for w := range 6 {
			wg.Go(func() {
				for i := 0; ; i++ {
					select {
					case <-stop:
						return
					default:
					}
					name := fmt.Sprintf("Cup %d-%d-%d", k, w, i)
					body, _ := json.Marshal(map[string]any{"name": name, "kind": "cup", "mass_g": 90})
					res, err := http.Post(base+"/api/v1/gear", "application/json", bytes.NewReader(body))
					if err != nil {
						return
					}
					ok := res.StatusCode == http.StatusOK
					res.Body.Close()
					if ok {
						mu.Lock()
						kept[name] = true
						mu.Unlock()
						select {
						case answered <- struct{}{}:
						default:
						}
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
	}
	s, err := store.Open(t.Context(), dir)
	require.NoError(t, err)
	defer s.Close()
	list, err := app.New(s).Gear(t.Context())
	require.NoError(t, err)
	there := map[string]bool{}
	for _, it := range list {
		there[it.Name] = true
	}
	for name := range kept {
		assert.True(t, there[name], "%s was kept, and is gone", name)
	}
	assert.NotEmpty(t, kept)
	t.Logf("killed %d times; of %d writes that were answered none is lost; %d are there", kills, len(kept), len(list))
}
