package server

import (
	"fmt"
	"io"
	"net"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Readers that ask for much and read nothing, and writers that send next to nothing, take nobody's
// place: the others are answered as before, and health says that all is well. Who makes no progress
// is let go of.
func TestSlowReadersAndWritersBlockNobody(t *testing.T) {
	begins := bodyBegins
	bodyBegins = 2 * time.Second
	t.Cleanup(func() { bodyBegins = begins })
	base := served(t)
	addr := strings.TrimPrefix(base, "http://")
	quiet := times(t, base, 40)
	var conns []net.Conn
	t.Cleanup(func() {
		for _, c := range conns {
			c.Close()
		}
	})
	dial := func(head string) net.Conn {
		c, err := net.Dial("tcp", addr)
		require.NoError(t, err)
		if tcp, ok := c.(*net.TCPConn); ok {
			_ = tcp.SetReadBuffer(1)
		}
		conns = append(conns, c)
		_, err = io.WriteString(c, head)
		require.NoError(t, err)
		return c
	}
	for n := range 200 {
		path := []string{"/api/v1/openapi.json", "/api/v1/trips/1/plan?steps=true", "/api/v1/pocket?trips=1"}[n%3]
		dial(fmt.Sprintf("GET %s HTTP/1.1\r\nHost: %s\r\n\r\n", path, addr))
	}
	for n := range 50 {
		path := []string{"/api/v1/import/preview?name=a.gpx", "/api/v1/log/import", "/api/v1/brews/1/log"}[n%3]
		dial(fmt.Sprintf("POST %s HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: 200000\r\n\r\n{", path, addr))
	}
	time.Sleep(500 * time.Millisecond)
	busy := times(t, base, 40)
	t.Logf("p90 quiet %v, beside 250 slow ones %v", quiet[36], busy[36])
	r, err := http.Get(base + "/api/v1/pocket?trips=1")
	require.NoError(t, err)
	defer r.Body.Close()
	_, err = io.Copy(io.Discard, r.Body)
	require.NoError(t, err)
	assert.Equal(t, 200, r.StatusCode, "taken along beside them")
	h, err := http.Get(base + "/api/v1/health")
	require.NoError(t, err)
	defer h.Body.Close()
	said, err := io.ReadAll(h.Body)
	require.NoError(t, err)
	assert.Equal(t, 200, h.StatusCode)
	assert.Contains(t, string(said), `"running":0`)

	// A writer that sends nothing more is told so, and let go of.
	last := conns[len(conns)-1]
	require.NoError(t, last.SetReadDeadline(time.Now().Add(10*time.Second)))
	b, err := io.ReadAll(last)
	require.NoError(t, err, "the connection is closed by the program")
	assert.Contains(t, string(b), "408")
}

// times are how long quick questions take, the shortest first; each is answered.
func times(t *testing.T, base string, n int) []time.Duration {
	var out []time.Duration
	client := &http.Client{Timeout: 20 * time.Second}
	for range n {
		began := time.Now()
		r, err := client.Get(base + "/api/v1/trips/1")
		require.NoError(t, err)
		_, err = io.Copy(io.Discard, r.Body)
		require.NoError(t, err)
		r.Body.Close()
		require.Equal(t, 200, r.StatusCode)
		out = append(out, time.Since(began))
	}
	slices.Sort(out)
	return out
}

// Who takes nothing of an answer is let go of.
func TestAReaderThatReadsNothingIsLetGo(t *testing.T) {
	was, piece := sendBegins, sendPiece
	sendBegins, sendPiece = 300*time.Millisecond, 4<<10
	t.Cleanup(func() { sendBegins, sendPiece = was, piece })
	base := served(t)
	addr := strings.TrimPrefix(base, "http://")
	c, err := net.Dial("tcp", addr)
	require.NoError(t, err)
	defer c.Close()
	if tcp, ok := c.(*net.TCPConn); ok {
		require.NoError(t, tcp.SetReadBuffer(1))
	}
	_, err = fmt.Fprintf(c, "GET /api/v1/openapi.json HTTP/1.1\r\nHost: %s\r\nConnection: close\r\n\r\n", addr)
	require.NoError(t, err)
	time.Sleep(2 * time.Second)
	b, err := io.ReadAll(c)
	_, body, _ := strings.Cut(string(b), "\r\n\r\n")
	whole := err == nil && (strings.HasSuffix(body, "0\r\n\r\n") || strings.HasSuffix(body, "}\n"))
	assert.False(t, whole, "the rest of %d bytes did not wait for it", len(b))
}
