package app

import (
	"bytes"
	"compress/flate"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"rsc.io/qr"

	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/recipe"
)

// A plan or a recipe as a text that holds it whole: small enough for a code that a phone's
// camera reads. It is the JSON of Shared, deflated (RFC 1951), in base 64 for URLs (RFC 4648,
// section 5), behind SharePrefix.
const (
	SharePrefix = "apodemos1."
	// MaxShare bounds such a text: a code with more is too fine for a camera at arm's length.
	MaxShare = 2200
	// maxShared bounds what it unpacks to.
	maxShared = 32 << 10
)

// Shared is a plan, or a recipe.
type Shared struct {
	Name    string         `json:"name,omitempty" maxLength:"120"`
	At      string         `json:"at,omitempty" pattern:"^([01]\\d|2[0-3]):[0-5]\\d$|^$" patternDescription:"HH:MM, from 00:00 to 23:59, or empty"`
	Place   string         `json:"place,omitempty" maxLength:"120" doc:"What the stop is called"`
	Request *brew.Request  `json:"request,omitempty" doc:"Of a plan, whole"`
	Recipe  *recipe.Recipe `json:"recipe,omitempty"`
	// Base is where the code leads, and is not part of what is shared.
	Base string `json:"base,omitempty" maxLength:"120" pattern:"^(https?://[^/ ]+)?$" patternDescription:"an address such as https://kettle.home:8466, or empty" doc:"Address of the application, so that a camera opens it; left out, the code is the text alone"`
}

// ShareOut is one as a text and as a code.
type ShareOut struct {
	Text string `json:"text"`
	Size int    `json:"size" doc:"Modules along an edge of the code, with the quiet ones round it"`
	Path string `json:"path" doc:"SVG path of its dark modules, a unit each"`
}

// Share packs a plan or a recipe. Its error is brew.Problems where it is neither, or too
// large.
func Share(in Shared) (ShareOut, error) {
	if err := in.check(); err != nil {
		return ShareOut{}, err
	}
	if in.Request != nil {
		// A coffee is known by name elsewhere, and not by its identity.
		r := *in.Request
		r.Coffee.ID = nil
		in.Request = &r
	}
	base := in.Base
	in.Base = ""
	b, err := json.Marshal(in)
	if err != nil {
		return ShareOut{}, err
	}
	var small bytes.Buffer
	w, _ := flate.NewWriter(&small, flate.BestCompression)
	if _, err := w.Write(b); err != nil {
		return ShareOut{}, err
	}
	if err := w.Close(); err != nil {
		return ShareOut{}, err
	}
	text := SharePrefix + base64.RawURLEncoding.EncodeToString(small.Bytes())
	if len(text) > MaxShare {
		return ShareOut{}, wrong("share", len(text), shareTooLong, quantity.Said(len(text)), quantity.Said(MaxShare))
	}
	if base != "" {
		text = base + "/take#" + text
	}
	return Code(text)
}

func (in Shared) check() error {
	switch {
	case (in.Request == nil) == (in.Recipe == nil):
		return wrong("share", nil, neitherOrBoth)
	}
	if err := CheckShape("", in); err != nil {
		return err
	}
	if in.Recipe != nil {
		return CheckRecipe(in.Recipe)
	}
	_, err := brew.Compute(*in.Request)
	return err
}

// Code is a text as a code for a camera (ISO/IEC 18004), with the least of the four levels of
// correction: on a screen nothing is torn off.
func Code(text string) (ShareOut, error) {
	c, err := qr.Encode(text, qr.L)
	if err != nil {
		return ShareOut{}, wrong("share", len(text), tooLongForCode)
	}
	const quiet = 4
	out := ShareOut{Text: text, Size: c.Size + 2*quiet}
	var d strings.Builder
	for y := range c.Size {
		for x := 0; x < c.Size; x++ {
			if !c.Black(x, y) {
				continue
			}
			from := x
			for x < c.Size && c.Black(x, y) {
				x++
			}
			fmt.Fprintf(&d, "M%d %dh%dv1h-%dz", from+quiet, y+quiet, x-from, x-from)
		}
	}
	out.Path = d.String()
	return out, nil
}

// ReadShare reads what Share packed, out of whatever is round it, such as an address. Its
// error is brew.Problems.
func ReadShare(text string) (Shared, error) {
	no := func(says string) (Shared, error) {
		return Shared{}, brew.Problems{{Field: "text", Message: says}}
	}
	at := strings.Index(text, SharePrefix)
	if at < 0 {
		if strings.Contains(text, "apodemos") {
			return no("comes from another version. Enter text that starts with " + SharePrefix)
		}
		return no("holds no plan or recipe. Enter the whole shared text or address")
	}
	text = text[at+len(SharePrefix):]
	if end := strings.IndexFunc(text, func(r rune) bool {
		return !(r == '-' || r == '_' || r >= '0' && r <= '9' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z')
	}); end >= 0 {
		text = text[:end]
	}
	if len(text) > MaxShare {
		return no(fmt.Sprintf("is too long. Enter up to %d characters", MaxShare))
	}
	b, err := base64.RawURLEncoding.DecodeString(text)
	if err != nil {
		return no("is cut short. Enter the whole shared text or address")
	}
	raw, err := io.ReadAll(io.LimitReader(flate.NewReader(bytes.NewReader(b)), maxShared+1))
	if err != nil {
		return no("is cut short. Enter the whole shared text or address")
	}
	if len(raw) > maxShared {
		return no("holds more than a plan. Enter the shared text again")
	}
	s, err := brew.DecodeJSON[Shared](bytes.NewReader(raw), maxShared, "share", "{}")
	if err != nil {
		return Shared{}, err
	}
	return s, s.check()
}
