package e2e

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	downloads "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// call calls a command of the browser on this tab.
func call[P, R any](p *person, cmd cdp.Command[P, R], params P) {
	p.t.Helper()
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (R, error) { return cdp.Call(ctx, t, cmd, params) })
	require.NoError(p.t, err)
}

// offline takes the network away from a tab.
func (p *person) offline(off bool) {
	call(p, network.OverrideNetworkState, network.OverrideNetworkStateParams{Offline: off, DownloadThroughput: -1, UploadThroughput: -1})
	call(p, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: []*network.Conditions{{Offline: off, DownloadThroughput: -1, UploadThroughput: -1}}})
}

// phone makes the tab as large as one, with its processor slowed so many times.
func (p *person) phone(slowed float64) {
	p.do(chromedp.EmulateViewport(390, 844))
	call(p, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: slowed})
}

// taken writes the pocket of the demo's trip into a file, and gives its address and name.
func taken(t *testing.T, a *program, dir string) (address, name string) {
	name = filepath.Join(dir, "trip.html")
	require.NoError(t, os.WriteFile(name, get(t, a.base+"/api/v1/trips/1/pocket.html"), 0o600))
	return "file://" + name, name
}

// downloads has files saved into a directory.
func (p *person) savesInto(dir string) {
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (cdp.Empty, error) {
		return chromedp.CallBrowser(ctx, downloads.SetDownloadBehavior, downloads.SetDownloadBehaviorParams{Behavior: downloads.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir})
	})
	require.NoError(p.t, err)
}

func TestInThePocket(t *testing.T) {
	a := start(t, t.TempDir())
	address, _ := taken(t, a, t.TempDir())
	a.stop()
	p := sit(t, "")
	p.offline(true)
	p.phone(1)
	began := time.Now()
	p.open(address + "#/trips/1")
	p.see("In the pocket.")
	p.see("River gorge")
	t.Log(time.Since(began))
	p.picture("/tmp/pocket1.png")
}
