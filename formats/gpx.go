package formats

import (
	"bufio"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"
	"time"

	"golang.org/x/net/html/charset"
	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/unicode"
	"golang.org/x/text/transform"

	"apodemos/core/air"
)

// MaxGPXBytes bounds a GPX file; a million points are about 120 MB.
const MaxGPXBytes = 400 << 20

// FormatError is what is wrong with a file, and where.
type FormatError struct {
	Kind string // GPX, CSV…
	Line int
	What string // and what is allowed
}

// Error names the line.
func (e *FormatError) Error() string {
	if e.Line == 0 {
		return e.Kind + ": " + e.What
	}
	return fmt.Sprintf("%s, line %d: %s", e.Kind, e.Line, e.What)
}

// GPXPoint is a named point.
type GPXPoint struct {
	Name     string
	Lat, Lon float64
	Ele      *float64
	Time     time.Time // zero when there is none
	Note     string
}

// Sample is a stretch of a track: where it is in the middle, its mean elevation
// and the distance along.
type Sample struct {
	Km, Lat, Lon float64
	Ele          float64
	Eles         int // points with an elevation in it
	Time         time.Time
}

// Break is a rest in a track of hours, or the seam of two of its parts.
type Break struct {
	Sample
	From, To time.Time // zero when the track has no times
	Name     string    // of the part that ends here
}

// GPX is what a file says, with its track thinned as it is read: its memory does
// not grow with the file.
type GPX struct {
	Name      string
	Waypoints []GPXPoint
	Route     []GPXPoint
	Track     []Sample
	Breaks    []Break
	Points    int // of tracks, as read
	// What had to be left out or taken otherwise, in points.
	NoElevation, BadElevation, BadTime int
}

const (
	maxSamples   = 4096
	maxNamed     = 5000
	firstStepKm  = 0.02
	restAfter    = 4 * time.Hour
	restWithinKm = 0.2
	maxText      = 2000
)

// ReadGPX reads GPX 1.0 or 1.1 in a stream. The error is a *FormatError with the
// line. A document type declaration is refused, for entities can be made to
// swell; none is needed in GPX.
func ReadGPX(r io.Reader) (*GPX, error) {
	limited := &io.LimitedReader{R: r, N: MaxGPXBytes + 1}
	in := transform.NewReader(bufio.NewReaderSize(limited, 1<<16), unicode.BOMOverride(encoding.Nop.NewDecoder()))
	d := xml.NewDecoder(in)
	d.CharsetReader = func(label string, in io.Reader) (io.Reader, error) {
		if strings.HasPrefix(strings.ToLower(label), "utf-16") {
			return in, nil // its byte order mark told so already
		}
		out, err := charset.NewReaderLabel(label, in)
		if err != nil {
			return nil, fmt.Errorf("encoding %q is not known; allowed: UTF-8, UTF-16, ISO-8859-1 and other usual ones", label)
		}
		return out, nil
	}
	g := &gpxReader{GPX: &GPX{}, step: firstStepKm}
	err := g.read(d)
	if err == nil && limited.N <= 0 {
		return nil, &FormatError{Kind: "GPX", What: fmt.Sprintf("larger than %d MB; allowed: up to that", MaxGPXBytes>>20)}
	}
	if err != nil {
		line, _ := d.InputPos()
		if fe, ok := errors.AsType[*FormatError](err); ok {
			return nil, fe
		}
		what := err.Error()
		if syn, ok := errors.AsType[*xml.SyntaxError](err); ok {
			line, what = syn.Line, syn.Msg
		}
		return nil, &FormatError{Kind: "GPX", Line: line, What: what + "; allowed: GPX 1.0 or 1.1, well-formed XML"}
	}
	g.finish()
	if len(g.Waypoints)+len(g.Route)+len(g.Track) == 0 {
		return nil, &FormatError{Kind: "GPX", What: "no waypoint, route or track in it; allowed: at least one"}
	}
	return g.GPX, nil
}

type gpxReader struct {
	*GPX
	root   bool
	at     string // wpt, rtept or trkpt that is being read
	trk    string // name of the present track
	pt     GPXPoint
	hasEle bool

	step       float64
	cur        Sample
	curN       int
	lastLat    float64
	lastLon    float64
	lastTime   time.Time
	km         float64
	started    bool
	newPart    bool
	anchor     Sample
	anchorTime time.Time
	resting    bool
}

// read walks the tokens. RawToken is twice as fast as Token; that tags match
// is checked by depth and by name.
func (g *gpxReader) read(d *xml.Decoder) error {
	var stack []string
	var text []byte
	for {
		tok, err := d.RawToken()
		if err == io.EOF {
			if len(stack) > 0 {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, fmt.Sprintf("the file ends inside <%s>; allowed: a whole file", stack[len(stack)-1])}
			}
			if !g.root {
				return &FormatError{Kind: "GPX", What: "the file is empty; allowed: GPX 1.0 or 1.1"}
			}
			return nil
		}
		if err != nil {
			return err
		}
		switch t := tok.(type) {
		case xml.Directive:
			line, _ := d.InputPos()
			return &FormatError{"GPX", line, "a document type declaration is not allowed in GPX"}
		case xml.StartElement:
			name := t.Name.Local
			if !g.root {
				if name != "gpx" {
					line, _ := d.InputPos()
					return &FormatError{"GPX", line, fmt.Sprintf("<%s> is not GPX; allowed: a file that begins with <gpx>", name)}
				}
				g.root = true
			}
			if len(stack) > 200 {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, "nested too deep; allowed: 200 levels"}
			}
			stack = append(stack, name)
			text = text[:0]
			if err := g.open(name, t.Attr, d); err != nil {
				return err
			}
		case xml.CharData:
			if len(text) < maxText {
				text = append(text, t[:min(len(t), maxText)]...)
			}
		case xml.EndElement:
			if len(stack) == 0 || stack[len(stack)-1] != t.Name.Local {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, fmt.Sprintf("</%s> closes nothing that is open; allowed: well-formed XML", t.Name.Local)}
			}
			stack = stack[:len(stack)-1]
			parent := ""
			if len(stack) > 0 {
				parent = stack[len(stack)-1]
			}
			if err := g.close(t.Name.Local, parent, text, d); err != nil {
				return err
			}
			text = text[:0]
		}
	}
}

func (g *gpxReader) open(name string, attrs []xml.Attr, d *xml.Decoder) error {
	switch name {
	case "trk":
		g.trk, g.newPart = "", true
	case "trkseg":
		g.newPart = true
	case "wpt", "rtept", "trkpt":
		g.at, g.pt, g.hasEle = name, GPXPoint{}, false
		got := 0
		for _, a := range attrs {
			var into *float64
			limit := 180.0
			switch a.Name.Local {
			case "lat":
				into, limit = &g.pt.Lat, 90
			case "lon":
				into = &g.pt.Lon
			default:
				continue
			}
			v, err := strconv.ParseFloat(strings.TrimSpace(a.Value), 64)
			if err != nil || !(math.Abs(v) <= limit) {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, fmt.Sprintf("%s=%q of <%s> is not allowed; allowed: -%g to %g degrees", a.Name.Local, a.Value, name, limit, limit)}
			}
			*into = v
			got++
		}
		if got != 2 {
			line, _ := d.InputPos()
			return &FormatError{"GPX", line, fmt.Sprintf("<%s> lacks lat or lon; allowed: both, in degrees", name)}
		}
	}
	return nil
}

func (g *gpxReader) close(name, parent string, text []byte, d *xml.Decoder) error {
	switch name {
	case "name":
		s := short(string(text), 120)
		switch parent {
		case "wpt", "rtept", "trkpt":
			g.pt.Name = s
		case "trk":
			g.trk = s
			if g.Name == "" {
				g.Name = s
			}
		case "metadata", "gpx", "rte":
			if g.Name == "" || parent == "metadata" {
				g.Name = s
			}
		}
	case "desc", "cmt":
		if parent == "wpt" || parent == "rtept" {
			g.pt.Note = short(string(text), maxText)
		}
	case "ele":
		if parent != g.at {
			return nil
		}
		v, err := strconv.ParseFloat(strings.TrimSpace(string(text)), 64)
		if err != nil || !(v >= air.MinAltitudeM && v <= air.MaxAltitudeM) {
			g.BadElevation++
			return nil
		}
		g.pt.Ele, g.hasEle = &v, true
	case "time":
		if parent == g.at {
			if t, err := time.Parse(time.RFC3339, strings.TrimSpace(string(text))); err == nil {
				g.pt.Time = t
			} else {
				g.BadTime++
			}
		}
	case "wpt":
		return g.named(&g.Waypoints, d)
	case "rtept":
		return g.named(&g.Route, d)
	case "trkpt":
		g.point()
	case "trkseg", "trk":
		g.at = ""
	}
	return nil
}

func (g *gpxReader) named(list *[]GPXPoint, d *xml.Decoder) error {
	if len(*list) == maxNamed {
		line, _ := d.InputPos()
		return &FormatError{"GPX", line, fmt.Sprintf("more than %d waypoints or route points; allowed: up to that", maxNamed)}
	}
	*list = append(*list, g.pt)
	g.at = ""
	return nil
}

func short(s string, n int) string {
	s = strings.Join(strings.Fields(s), " ")
	if r := []rune(s); len(r) > n {
		return string(r[:n])
	}
	return s
}

// point takes a track point into the present sample.
func (g *gpxReader) point() {
	p := &g.pt
	g.Points++
	if !g.hasEle {
		g.NoElevation++
	}
	if !p.Time.IsZero() && p.Time.Before(g.lastTime) {
		g.BadTime++
		p.Time = time.Time{}
	}
	if g.started {
		gap := distanceKm(g.lastLat, g.lastLon, p.Lat, p.Lon)
		timeGap := !p.Time.IsZero() && !g.lastTime.IsZero() && p.Time.Sub(g.lastTime) >= restAfter
		if timeGap || g.newPart {
			g.flush()
			b := Break{Sample: g.last(), Name: g.trk}
			if timeGap {
				b.From, b.To = g.lastTime, p.Time
			}
			if timeGap || g.km > 0.5 {
				g.Breaks = append(g.Breaks, b)
			}
		}
		g.km += gap
	}
	g.newPart = false
	g.rest(p)
	g.started = true
	g.lastLat, g.lastLon = p.Lat, p.Lon
	if !p.Time.IsZero() {
		g.lastTime = p.Time
	}
	if g.curN > 0 && g.km-g.cur.Km > g.step {
		g.flush()
	}
	if g.curN == 0 {
		g.cur = Sample{Km: g.km, Lat: p.Lat, Lon: p.Lon, Time: p.Time}
	}
	if p.Ele != nil {
		g.cur.Ele += (*p.Ele - g.cur.Ele) / float64(g.cur.Eles+1)
		g.cur.Eles++
	}
	g.curN++
}

// rest sees a recorder that stays on through the night: hours within a small
// circle.
func (g *gpxReader) rest(p *GPXPoint) {
	if p.Time.IsZero() {
		return
	}
	if g.anchorTime.IsZero() || distanceKm(g.anchor.Lat, g.anchor.Lon, p.Lat, p.Lon) > restWithinKm {
		g.anchor, g.anchorTime, g.resting = Sample{Km: g.km, Lat: p.Lat, Lon: p.Lon, Time: p.Time}, p.Time, false
		return
	}
	if p.Time.Sub(g.anchorTime) < restAfter {
		return
	}
	if !g.resting {
		if n := len(g.Breaks); n > 0 && math.Abs(g.Breaks[n-1].Km-g.km) < 2*restWithinKm {
			g.Breaks[n-1].To = p.Time // the gap told it already
			g.resting = true
			return
		}
		b := Break{Sample: g.anchor, From: g.anchorTime, To: p.Time, Name: g.trk}
		b.Ele, b.Eles = g.last().Ele, g.last().Eles
		g.Breaks = append(g.Breaks, b)
		g.resting = true
		return
	}
	g.Breaks[len(g.Breaks)-1].To = p.Time
}

func (g *gpxReader) last() Sample {
	if n := len(g.Track); n > 0 {
		return g.Track[n-1]
	}
	return g.cur
}

func (g *gpxReader) flush() {
	if g.curN == 0 {
		return
	}
	g.Track = append(g.Track, g.cur)
	g.curN = 0
	if len(g.Track) < maxSamples {
		return
	}
	// Twice as coarse from here on, and what was read so far with it.
	half := g.Track[:0]
	for i := 0; i+1 < len(g.Track); i += 2 {
		a, b := g.Track[i], g.Track[i+1]
		if n := a.Eles + b.Eles; n > 0 {
			a.Ele = (a.Ele*float64(a.Eles) + b.Ele*float64(b.Eles)) / float64(n)
			a.Eles = n
		}
		half = append(half, a)
	}
	g.Track = half
	g.step *= 2
}

// finish ends the last sample and smooths the elevations: the median of five
// takes out single wild ones, and every sample is a mean already.
func (g *gpxReader) finish() {
	g.flush()
	n := len(g.Track)
	if n == 0 {
		return
	}
	// Where there is no elevation, the nearest before, or after.
	fill := -1
	for i := range g.Track {
		if g.Track[i].Eles > 0 {
			fill = i
		} else if fill >= 0 {
			g.Track[i].Ele = g.Track[fill].Ele
		}
	}
	for i := n - 1; i >= 0; i-- {
		if g.Track[i].Eles > 0 {
			fill = i
		} else if fill >= i {
			g.Track[i].Ele = g.Track[fill].Ele
		}
	}
	raw := make([]float64, n)
	for i := range g.Track {
		raw[i] = g.Track[i].Ele
	}
	for i := range g.Track {
		g.Track[i].Ele = median(raw[max(i-2, 0):min(i+3, n)])
	}
}

func median(v []float64) float64 {
	var s [5]float64
	n := copy(s[:], v)
	for i := 1; i < n; i++ {
		for j := i; j > 0 && s[j] < s[j-1]; j-- {
			s[j], s[j-1] = s[j-1], s[j]
		}
	}
	return (s[(n-1)/2] + s[n/2]) / 2
}

// earthKm is the mean radius of the earth (IUGG).
const earthKm = 6371.0088

// distanceKm is the great-circle distance, by the haversine formula.
func distanceKm(lat1, lon1, lat2, lon2 float64) float64 {
	const rad = math.Pi / 180
	s1 := math.Sin((lat2 - lat1) * rad / 2)
	s2 := math.Sin((lon2 - lon1) * rad / 2)
	h := s1*s1 + math.Cos(lat1*rad)*math.Cos(lat2*rad)*s2*s2
	return 2 * earthKm * math.Asin(math.Sqrt(math.Min(h, 1)))
}
