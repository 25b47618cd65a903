package app_test

import (
	"fmt"
	"image"
	"image/color"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/recipe"
)

// scanned reads a code as a camera does, from its picture, by a decoder that is not ours (the
// Go port of ZXing, which follows ISO/IEC 18004).
func scanned(t *testing.T, c app.ShareOut) string {
	const px = 4
	img := image.NewGray(image.Rect(0, 0, c.Size*px, c.Size*px))
	for i := range img.Pix {
		img.Pix[i] = 255
	}
	for _, m := range regexp.MustCompile(`M(\d+) (\d+)h(\d+)`).FindAllStringSubmatch(c.Path, -1) {
		x, _ := strconv.Atoi(m[1])
		y, _ := strconv.Atoi(m[2])
		n, _ := strconv.Atoi(m[3])
		for a := x * px; a < (x+n)*px; a++ {
			for b := y * px; b < (y+1)*px; b++ {
				img.SetGray(a, b, color.Gray{})
			}
		}
	}
	bmp, err := gozxing.NewBinaryBitmapFromImage(img)
	require.NoError(t, err)
	r, err := qrcode.NewQRCodeReader().Decode(bmp, map[gozxing.DecodeHintType]any{gozxing.DecodeHintType_PURE_BARCODE: true})
	require.NoError(t, err)
	return r.GetText()
}

// A plan of every school goes over as a code that a camera reads, and comes out the same.
func TestAPlanIsSharedWhole(t *testing.T) {
	longest := 0
	for _, m := range method.All {
		for _, s := range m.Schools {
			r := brew.Request{Method: m.ID, School: ptr(s.ID), Drinkers: ptr(2.0)}
			r.Place.AltitudeM, r.Place.AirC = ptr(2300.0), ptr(4.0)
			r.Water.Source, r.Water.Treatment = ptr("stream"), ptr("boil")
			r.Coffee.ID, r.Coffee.Name = ptr("3f68f263-3aa9-495c-8131-be4f01abdbc9"), ptr("Ridge – lot 7")
			in := app.Shared{Name: "Früh < spät", At: "06:30", Place: "Hut", Request: &r, Base: "https://kettle.home:8466"}
			out, err := app.Share(in)
			require.NoError(t, err, "%s %s", m.ID, s.ID)
			longest = max(longest, len(out.Text))
			read := scanned(t, out)
			require.True(t, strings.HasPrefix(read, "https://kettle.home:8466/take#"))
			got, err := app.ReadShare(read)
			require.NoError(t, err)
			in.Base, in.Request.Coffee.ID = "", nil
			assert.Equal(t, in, got)
		}
	}
	t.Logf("the longest has %d characters", longest)
}

func TestARecipeIsSharedWhole(t *testing.T) {
	in := app.Shared{Name: "Mine", Recipe: &recipe.Recipe{Name: "Mine", Method: "cone", DoseG: ptr(15.0), WaterG: ptr(250.0)}}
	out, err := app.Share(in)
	require.NoError(t, err)
	got, err := app.ReadShare("see: " + out.Text + " !")
	require.NoError(t, err)
	assert.Equal(t, in.Recipe, got.Recipe)
}

func TestWhatWasNotShared(t *testing.T) {
	out, err := app.Share(app.Shared{Request: &brew.Request{Method: "cone"}})
	require.NoError(t, err)
	for says, text := range map[string]string{
		"holds no plan or recipe":    "hello",
		"comes from another version": "apodemos9.abc",
		"is cut short":               out.Text[:len(out.Text)-9],
		"is too long":                app.SharePrefix + strings.Repeat("A", 3000),
	} {
		_, err := app.ReadShare(text)
		require.Error(t, err, text)
		assert.Contains(t, err.Error(), says)
	}
	for name, in := range map[string]app.Shared{"neither": {}, "both": {Request: &brew.Request{Method: "cone"}, Recipe: &recipe.Recipe{}}, "no plan": {Request: &brew.Request{Method: "tea"}}, "a long name": {Name: strings.Repeat("x", 200), Request: &brew.Request{Method: "cone"}}} {
		_, err := app.Share(in)
		assert.Error(t, err, name)
	}
}

// Whatever is read, it is read or refused.
func TestReadingNeverBreaks(t *testing.T) {
	good, err := app.Share(app.Shared{Request: &brew.Request{Method: "cone"}})
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		b := []byte(good.Text)
		for range rapid.IntRange(1, 6).Draw(t, "changes") {
			b[rapid.IntRange(len(app.SharePrefix), len(b)-1).Draw(t, "at")] = rapid.Byte().Draw(t, "byte")
		}
		_, _ = app.ReadShare(string(b))
		_, _ = app.ReadShare(app.SharePrefix + fmt.Sprint(rapid.String().Draw(t, "text")))
	})
}

func ptr[T any](v T) *T { return &v }
