package e2e

import (
	"bytes"
	"fmt"
	"image"
	_ "image/png"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"rsc.io/qr"
)

// What a fake camera sees.
const camWide, camHigh = 640, 480

// grey is a picture as a camera has it: the code in the middle of a grey room.
func grey(t testing.TB, png []byte) []byte {
	img, _, err := image.Decode(bytes.NewReader(png))
	require.NoError(t, err)
	out := bytes.Repeat([]byte{120}, camWide*camHigh)
	side := min(camHigh-40, img.Bounds().Dx())
	x0, y0 := (camWide-side)/2, (camHigh-side)/2
	for y := range side {
		for x := range side {
			r, _, _, _ := img.At(img.Bounds().Min.X+x*img.Bounds().Dx()/side, img.Bounds().Min.Y+y*img.Bounds().Dy()/side).RGBA()
			out[(y0+y)*camWide+x0+x] = byte(30 + int(r>>8)*200/255)
		}
	}
	return out
}

// blurred is a picture that was taken while the hand moved.
func blurred(in []byte) []byte {
	const by = 9
	out := make([]byte, len(in))
	for y := range camHigh {
		for x := range camWide {
			sum, n := 0, 0
			for d := -by; d <= by; d++ {
				if x+d >= 0 && x+d < camWide {
					sum += int(in[y*camWide+x+d])
					n++
				}
			}
			out[y*camWide+x] = byte(sum / n)
		}
	}
	return out
}

// film writes pictures as YUV4MPEG2, ten a second, a third of them lost or blurred.
func film(t testing.TB, pictures [][]byte) string {
	at := filepath.Join(t.TempDir(), "camera.y4m")
	var out bytes.Buffer
	fmt.Fprintf(&out, "YUV4MPEG2 W%d H%d F10:1 Ip A1:1 C420mpeg2\n", camWide, camHigh)
	plain := bytes.Repeat([]byte{128}, camWide*camHigh/2)
	dark := bytes.Repeat([]byte{60}, camWide*camHigh)
	r := rand.New(rand.NewPCG(1, 34))
	for _, p := range pictures {
		switch r.IntN(6) {
		case 0:
			p = dark
		case 1:
			p = blurred(p)
		}
		out.WriteString("FRAME\n")
		out.Write(p)
		out.Write(plain)
	}
	require.NoError(t, os.WriteFile(at, out.Bytes(), 0o600))
	return at
}

// offlineHere opens the offline copy on this device with its guide to companions.
func (p *person) offlineHere() {
	p.open("/companions?offline")
	p.see("Phones that took the same trip offline")
}

// Two phones with the same trip walk together without a server. One shows a run of codes, the other reads
// them with its camera, a third of them lost or blurred; the same as a text and as a file adds nothing twice.
// At home all of it comes together, once.
func TestCompanionsOnTheWay(t *testing.T) {
	t.Parallel()
	a := start(t, t.TempDir())
	ida := sit(t, a.base)
	ida.carry()
	ida.offlineHere()
	ida.fill("Your name", "Ida")
	ida.open("/trips/1/stops/5/brews/9?offline")
	ida.see("our pulses")
	ida.fill("Altitude", "4250")
	ida.click("Save")
	ida.see("2 changes not in a copy yet")
	ida.open("/trips/1/stops/5/brews/9/log?offline")
	ida.stepOn("9 of ten")
	ida.click("Save the cup")
	ida.see("Saved")
	ida.offlineHere()
	ida.click("Show codes")
	ida.see("hold it still")
	var pictures [][]byte
	seen := map[string]bool{}
	for end := time.Now().Add(60 * time.Second); len(pictures) < 100 && time.Now().Before(end); {
		n := ida.js(`document.querySelector(".codes .qr")?.dataset.frame ?? ""`)
		if n == "" || seen[n] {
			continue
		}
		seen[n] = true
		png, err := chromedp.Run(ida.ctx, chromedp.Screenshot(chromedp.CSS(".codes .qr")))
		require.NoError(t, err)
		pictures = append(pictures, grey(t, png))
	}
	require.Greater(t, len(pictures), 40)
	said := ida.js(`document.querySelector(".codes").innerText`)
	t.Log(len(pictures), "pictures; it says", said)

	tomsBrowser, end, err := launch(chromedp.Flag("use-fake-device-for-media-stream", true), chromedp.Flag("use-fake-ui-for-media-stream", true), chromedp.Flag("use-file-for-fake-video-capture", film(t, pictures)))
	require.NoError(t, err)
	t.Cleanup(end)
	tom := sitAt(t, tomsBrowser, a.base)
	tom.carry()
	tom.offlineHere()
	began := time.Now()
	tom.click("Scan codes")
	tom.see("Taken in from Ida: 1 cup, ")
	t.Log("read in", time.Since(began).Round(100*time.Millisecond))
	tom.open("/trips/1/stops/5/brews/9?offline")
	tom.until("see what Ida changed", func() bool { return tom.says("Altitude") == "4,250 m" })

	// Twice adds nothing; as a text, which a third phone may have got in a message, too.
	ida.js(`(navigator.clipboard.writeText = async (t) => { window.copied = t; }, "")`)
	ida.click("Copy as text")
	ida.see("copied as text")
	text := ida.js(`window.copied`)
	require.True(t, strings.HasPrefix(text, "apodemosc1."), text)
	tom.offlineHere()
	paste := func(text string) {
		tom.fill("Text from a companion", "")
		tom.js(fmt.Sprintf(`(() => { const e = document.getElementById("companion-text"); Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set.call(e, %q); e.dispatchEvent(new Event("input", {bubbles: true})); return "" })()`, text))
		tom.click("Take it in")
	}
	paste(text)
	tom.see("Nothing new: all of it was here.")
	paste("apodemosc1.AAAA")
	tom.see("Nothing was changed.")
	// What Tom has is Ida's: as a file back to her it is known.
	dir := t.TempDir()
	tom.savesInto(dir)
	tom.click("Save as file")
	tom.see("in the file.")
	file := filepath.Join(dir, "apodemos-companion.json")
	tom.until("have the file", func() bool { _, err := os.Stat(file); return err == nil })
	ida.do(chromedp.SetUploadFiles(chromedp.CSS("#companion-file"), []string{file}))
	ida.see("Nothing new: all of it was here.")

	// Both come home; what Ida brings is there already.
	tom.open("/trips/1")
	tom.see("Offline changes are home")
	ida.open("/trips/1")
	ida.until("have nothing left to bring", func() bool {
		return ida.js(`String(Object.keys(localStorage).filter(k => /\.w\./.test(k)).length)`) == "0"
	})
	var log []struct {
		By string `json:"by"`
	}
	send(t, a.base, "GET", "/log", nil, &log)
	require.Len(t, log, 30, "the demo has 29, and Ida's came once")
	hers := 0
	for _, l := range log {
		if l.By == "Ida" {
			hers++
		}
	}
	assert.Equal(t, 1, hers, "it is hers")
}

// A shared recipe is read with the page's own camera; where that is refused, it is said with what to do.
func TestASharedRecipeIsScanned(t *testing.T) {
	t.Parallel()
	a := startOwn(t)
	var shared struct {
		Text string `json:"text"`
	}
	send(t, a.base, "POST", "/share", map[string]any{"name": "For Ida", "recipe": map[string]any{"name": "Slow mornings", "method": "cone", "dose_g": 15, "water_g": 240}}, &shared)
	code, err := qr.Encode(shared.Text, qr.L)
	require.NoError(t, err)
	picture := bytes.Repeat([]byte{200}, camWide*camHigh)
	module := (camHigh - 80) / code.Size
	for y := range code.Size * module {
		for x := range code.Size * module {
			if code.Black(x/module, y/module) {
				picture[(40+y)*camWide+100+x] = 40
			}
		}
	}
	seeing, end, err := launch(chromedp.Flag("use-fake-device-for-media-stream", true), chromedp.Flag("use-fake-ui-for-media-stream", true), chromedp.Flag("use-file-for-fake-video-capture", film(t, slices.Repeat([][]byte{picture}, 20))))
	require.NoError(t, err)
	t.Cleanup(end)
	p := sitAt(t, seeing, a.base)
	p.open("/take")
	p.click("Scan a code")
	p.see("Slow mornings")
	p.click("Save the recipe")
	p.until("be saved", func() bool { return strings.HasPrefix(p.js(`location.pathname`), "/recipes/") })

	// In a browser that hands out no camera.
	q := sit(t, a.base)
	q.open("/take")
	q.click("Scan a code")
	q.until("be told what to do", func() bool {
		s := q.screen()
		return strings.Contains(s, "The camera was refused. Allow it") || strings.Contains(s, "This device has no camera. Use the text.")
	})
}
