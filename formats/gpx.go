package formats

import (
	"bufio"
	"cmp"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"golang.org/x/net/html"
	"golang.org/x/net/html/charset"
	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/unicode"
	"golang.org/x/text/transform"

	"apodemos/core/air"
	"apodemos/core/trip"
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
	Texts    map[string]string // others of trip.Texts, by their paths
}

// noted takes what is written of a point: lines that begin as one of trip.Texts are that, and the
// rest is its note.
func (p *GPXPoint) noted(text string) {
	var rest []string
	for line := range strings.Lines(text) {
		at := slices.IndexFunc(trip.Texts, func(x trip.Text) bool { return x.Path != "note" && strings.HasPrefix(line, x.Label+": ") })
		if at < 0 {
			rest = append(rest, line)
			continue
		}
		if p.Texts == nil {
			p.Texts = map[string]string{}
		}
		p.Texts[trip.Texts[at].Path] = short(strings.TrimPrefix(line, trip.Texts[at].Label+": "), trip.MaxText)
	}
	if len(rest) > 0 || text == "" {
		p.Note = strings.Join(rest, "")
	}
}

// Sample is a stretch of a track: where it is in the middle, its mean elevation
// and the distance along.
type Sample struct {
	Km, Lat, Lon float64
	Ele          float64
	Eles         int // points with an elevation in it
	Time         time.Time
}

// Break is a rest in a track of hours, or the seam of two tracks, or of two pieces of one
// that lie apart.
type Break struct {
	Sample
	From, To time.Time // zero when the track has no times
	Name     string    // of the track that ends here
	Seam     bool      // two tracks meet here
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
	NoElevation, BadElevation, BadTime, Nowhere int
	// LocalTimes are times that say no zone: the clock's there.
	LocalTimes int
	// Said is what was done with the tracks, in words.
	Said []string
}

// part is one track, as read.
type part struct {
	name     string
	samples  []Sample
	breaks   []Break
	points   int
	noEle    int
	from, to time.Time
}

func (p *part) km() float64 { return p.samples[len(p.samples)-1].Km }

const (
	maxSamples   = 4096
	maxNamed     = 5000
	firstStepKm  = 0.02
	restAfter    = 4 * time.Hour
	restWithinKm = 0.2
	maxText      = 2000
	maxToken     = 1 << 20 // of XML: a tag, or a text
	maxTracks    = 1000
	apartKm      = 1.0   // pieces of a track farther apart are two stretches of the way
	nowhereKm    = 500.0 // a point at 0° 0° is a receiver that knew nothing, unless the others are near
)

// budget bounds what one token of XML may take: the decoder keeps a token whole, however
// long it is.
type budget struct {
	*bufio.Reader
	left *int
}

// ReadByte is what the decoder reads by.
func (b budget) ReadByte() (byte, error) {
	if *b.left--; *b.left < 0 {
		return 0, errToken
	}
	return b.Reader.ReadByte()
}

var errToken = fmt.Errorf("a tag or a text of more than %d MB", maxToken>>20)

// ReadGPX reads GPX 1.0 or 1.1 in a stream. The error is a *FormatError with the
// line. A document type declaration with definitions in it is refused, for entities can be
// made to swell; none is needed in GPX.
func ReadGPX(r io.Reader) (*GPX, error) {
	limited := &io.LimitedReader{R: r, N: MaxGPXBytes + 1}
	left := maxToken
	in := bufio.NewReaderSize(limited, 1<<16)
	dec := encoding.Nop.NewDecoder()
	switch start, _ := in.Peek(4); {
	case len(start) < 4:
	case start[0] == '<' && start[1] == 0: // UTF-16 without a byte order mark
		dec = unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM).NewDecoder()
	case start[0] == 0 && start[1] == '<':
		dec = unicode.UTF16(unicode.BigEndian, unicode.IgnoreBOM).NewDecoder()
	}
	d := xml.NewDecoder(budget{bufio.NewReaderSize(transform.NewReader(in, unicode.BOMOverride(dec)), 1<<16), &left})
	d.CharsetReader = func(label string, in io.Reader) (io.Reader, error) {
		if strings.HasPrefix(strings.ToLower(label), "utf-16") {
			return in, nil // how it begins told so already
		}
		out, err := charset.NewReaderLabel(label, in)
		if err != nil {
			return nil, fmt.Errorf("its text encoding, %q, is not known. Save it as UTF-8", short(label, 40))
		}
		return budget{bufio.NewReader(out), &left}, nil
	}
	g := &gpxReader{GPX: &GPX{}, step: firstStepKm, left: &left}
	err := g.read(d)
	if err == nil && limited.N <= 0 {
		return nil, &FormatError{Kind: "GPX", What: fmt.Sprintf("too large. Choose a file of up to %d MB", MaxGPXBytes>>20)}
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
		if _, odd, ok := strings.Cut(what, "its text encoding"); ok {
			return nil, &FormatError{Kind: "GPX", Line: line, What: "its text encoding" + odd}
		}
		return nil, &FormatError{Kind: "GPX", Line: line, What: what + ". Choose a whole GPX file, version 1.0 or 1.1"}
	}
	g.finish()
	if len(g.Waypoints)+len(g.Route)+len(g.Track) == 0 {
		return nil, &FormatError{Kind: "GPX", What: "it has no waypoint, route or track. Choose a file with at least one"}
	}
	return g.GPX, nil
}

type gpxReader struct {
	*GPX
	root   bool
	left   *int   // budget of the token that is read
	at     string // wpt, rtept or trkpt that is being read
	pt     GPXPoint
	hasEle bool
	parts  []*part
	trk    *part     // the present one
	lone   *GPXPoint // the first point of a track, where it is at 0° 0°

	step       float64
	cur        Sample
	curN       int
	lastLat    float64
	lastLon    float64
	lastTime   time.Time
	km         float64
	started    bool
	newPiece   bool
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
		*g.left = maxToken
		tok, err := d.RawToken()
		if err == io.EOF {
			if len(stack) > 0 {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, fmt.Sprintf("it ends inside <%s>. Choose the whole file", short(stack[len(stack)-1], 40))}
			}
			if !g.root {
				return &FormatError{Kind: "GPX", What: "it is empty. Choose a GPX file, version 1.0 or 1.1"}
			}
			return nil
		}
		if err != nil {
			return err
		}
		switch t := tok.(type) {
		case xml.Directive:
			if strings.ContainsAny(string(t), "[]") || strings.Contains(strings.ToUpper(string(t)), "ENTITY") {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, "it contains a document type declaration, which GPX doesn’t allow"}
			}
		case xml.StartElement:
			name := t.Name.Local
			if !g.root {
				if name != "gpx" {
					line, _ := d.InputPos()
					return &FormatError{"GPX", line, fmt.Sprintf("it starts with <%s>, so it is not GPX. Choose a file that starts with <gpx>", short(name, 40))}
				}
				g.root = true
			}
			if len(stack) > 200 {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, "nested too deep. Choose a file with up to 200 levels"}
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
				return &FormatError{"GPX", line, fmt.Sprintf("</%s> closes nothing. Choose an undamaged file", short(t.Name.Local, 40))}
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
		g.begin()
	case "trkseg":
		if g.trk == nil {
			g.begin()
		}
		g.newPiece = g.started
	case "wpt", "rtept", "trkpt":
		g.at, g.pt, g.hasEle = name, GPXPoint{}, false
		got := 0
		for _, a := range attrs {
			var into *float64
			limit, allowed := 360.0, "-180 to 180 degrees, or 0 to 360"
			switch a.Name.Local {
			case "lat":
				into, limit, allowed = &g.pt.Lat, 90, "-90 to 90 degrees"
			case "lon":
				into = &g.pt.Lon
			default:
				continue
			}
			v, err := strconv.ParseFloat(strings.TrimSpace(a.Value), 64)
			if err != nil || !(math.Abs(v) <= limit) {
				line, _ := d.InputPos()
				return &FormatError{"GPX", line, fmt.Sprintf("%s=%q in <%s> is out of range. It must be %s", a.Name.Local, short(a.Value, 40), name, allowed)}
			}
			if v > 180 {
				v -= 360
			} else if v < -180 {
				v += 360
			}
			*into = v
			got++
		}
		if got != 2 {
			line, _ := d.InputPos()
			return &FormatError{"GPX", line, fmt.Sprintf("<%s> has no lat or lon. It must have both, in degrees", name)}
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
			if g.trk != nil {
				g.trk.name = s
			}
		case "metadata", "gpx", "rte":
			if g.Name == "" || parent == "metadata" {
				g.Name = s
			}
		}
	case "desc", "cmt":
		if parent == "wpt" || parent == "rtept" {
			g.pt.noted(unmarked(string(text)))
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
			t, local, err := parseTime(strings.TrimSpace(string(text)))
			switch {
			case err != nil:
				g.BadTime++
			case local:
				g.LocalTimes++
				fallthrough
			default:
				g.pt.Time = t
			}
		}
	case "wpt":
		return g.named(&g.Waypoints, d)
	case "rtept":
		return g.named(&g.Route, d)
	case "trkpt":
		if g.trk == nil {
			g.begin()
		}
		g.oneMore()
	case "trk":
		g.end()
		g.at = ""
	case "trkseg":
		g.at = ""
	}
	return nil
}

// parseTime reads a time as it stands in GPX, and as it is met in files all the same: with a
// space for the T, and without a zone, when it is the clock's there, which local tells.
func parseTime(s string) (t time.Time, local bool, err error) {
	for _, layout := range []string{time.RFC3339, "2006-01-02 15:04:05Z07:00", "2006-01-02T15:04:05-0700", "2006-01-02 15:04:05 -0700", "2006-01-02 15:04:05 MST"} {
		if layout == "2006-01-02 15:04:05 MST" && !strings.HasSuffix(s, " UTC") && !strings.HasSuffix(s, " GMT") {
			continue // any other letters could be anything
		}
		if t, err = time.Parse(layout, s); err == nil {
			return t, false, sane(t)
		}
	}
	for _, layout := range []string{"2006-01-02T15:04:05", "2006-01-02 15:04:05", "2006-01-02T15:04", "2006-01-02 15:04"} {
		if t, err = time.Parse(layout, s); err == nil {
			return t, true, sane(t)
		}
	}
	return t, false, err
}

// sane refuses the years that clocks show which were never set.
func sane(t time.Time) error {
	if t.Year() < 1990 || t.Year() > 2150 {
		return fmt.Errorf("the year %d", t.Year())
	}
	return nil
}

// unmarked is the text of a description, which is often HTML.
func unmarked(s string) string {
	if !strings.ContainsAny(s, "<&") {
		return short(s, maxText)
	}
	var out strings.Builder
	z := html.NewTokenizer(strings.NewReader(s))
	skip := ""
	for {
		switch z.Next() {
		case html.ErrorToken:
			return short(out.String(), maxText)
		case html.TextToken:
			if skip == "" {
				out.Write(z.Text())
			}
		case html.StartTagToken:
			if name, _ := z.TagName(); string(name) == "script" || string(name) == "style" {
				skip = string(name)
			}
			out.WriteByte(' ')
		case html.EndTagToken:
			skip = ""
			out.WriteByte(' ')
		case html.SelfClosingTagToken:
			out.WriteByte(' ')
		}
	}
}

func (g *gpxReader) named(list *[]GPXPoint, d *xml.Decoder) error {
	if len(*list) == maxNamed {
		line, _ := d.InputPos()
		return &FormatError{"GPX", line, fmt.Sprintf("too many points. Choose a file with up to %d waypoints or route points", maxNamed)}
	}
	*list = append(*list, g.pt)
	g.at = ""
	return nil
}

func short(s string, n int) string {
	s = strings.Join(strings.Fields(printable(s)), " ")
	if r := []rune(s); len(r) > n {
		return string(r[:n])
	}
	return s
}

// begin begins a track.
func (g *gpxReader) begin() {
	g.end()
	if len(g.parts) == maxTracks { // goes on with the last: it is no trip of a person
		g.trk = g.parts[maxTracks-1]
		return
	}
	g.trk = &part{}
	g.cur, g.curN, g.km, g.started, g.newPiece = Sample{}, 0, 0, false, false
	g.lastTime, g.anchorTime, g.resting, g.lone = time.Time{}, time.Time{}, false, nil
}

// end ends the present track.
func (g *gpxReader) end() {
	if g.trk == nil {
		return
	}
	if g.lone != nil && !g.started {
		g.Nowhere++
	}
	g.flush()
	if n := len(g.parts); len(g.trk.samples) > 0 && (n == 0 || g.parts[n-1] != g.trk) {
		g.parts = append(g.parts, g.trk)
	}
	g.trk = nil
}

// oneMore takes a track point, unless it is where a receiver without a sight of the sky
// believes to be: a lone point at 0° 0°.
func (g *gpxReader) oneMore() {
	p := g.pt
	if p.Lat == 0 && p.Lon == 0 {
		switch {
		case g.started && distanceKm(g.lastLat, g.lastLon, 0, 0) > nowhereKm:
			g.Nowhere++
			return
		case !g.started:
			if g.lone != nil {
				g.Nowhere++
			}
			g.lone = &p
			return
		}
	}
	if first := g.lone; first != nil {
		g.lone = nil
		if distanceKm(0, 0, p.Lat, p.Lon) > nowhereKm {
			g.Nowhere++
		} else {
			hasEle := g.hasEle
			g.pt, g.hasEle = *first, first.Ele != nil
			g.point()
			g.pt, g.hasEle = p, hasEle
		}
	}
	g.point()
}

// point takes a track point into the present sample.
func (g *gpxReader) point() {
	p := &g.pt
	g.trk.points++
	if !g.hasEle {
		g.trk.noEle++
	}
	if !p.Time.IsZero() && p.Time.Before(g.lastTime) {
		g.BadTime++
		p.Time = time.Time{}
	}
	if g.started {
		gap := distanceKm(g.lastLat, g.lastLon, p.Lat, p.Lon)
		timeGap := !p.Time.IsZero() && !g.lastTime.IsZero() && p.Time.Sub(g.lastTime) >= restAfter
		if timeGap || g.newPiece && gap > apartKm {
			g.flush()
			b := Break{Sample: g.last()}
			if timeGap {
				b.From, b.To = g.lastTime, p.Time
			}
			g.trk.breaks = append(g.trk.breaks, b)
		}
		g.km += gap
	}
	g.newPiece = false
	g.rest(p)
	g.started = true
	g.lastLat, g.lastLon = p.Lat, p.Lon
	if !p.Time.IsZero() {
		g.lastTime = p.Time
		if g.trk.from.IsZero() {
			g.trk.from = p.Time
		}
		g.trk.to = p.Time
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
		g.resting = true
		if n := len(g.trk.breaks); n > 0 && math.Abs(g.trk.breaks[n-1].Km-g.km) < 2*restWithinKm {
			g.trk.breaks[n-1].To = p.Time // the gap told it already
			return
		}
		g.trk.breaks = append(g.trk.breaks, Break{Sample: g.anchor, From: g.anchorTime, To: p.Time})
		return
	}
	g.trk.breaks[len(g.trk.breaks)-1].To = p.Time
}

func (g *gpxReader) last() Sample {
	if n := len(g.trk.samples); n > 0 {
		return g.trk.samples[n-1]
	}
	return g.cur
}

func (g *gpxReader) flush() {
	if g.curN == 0 {
		return
	}
	g.trk.samples = append(g.trk.samples, g.cur)
	g.curN = 0
	n := len(g.trk.samples)
	for _, p := range g.parts {
		n += len(p.samples)
	}
	if n < maxSamples {
		return
	}
	// Twice as coarse from here on, and what was read so far with it.
	for _, p := range append(slices.Clone(g.parts), g.trk) {
		p.samples = halved(p.samples)
	}
	g.step *= 2
}

func halved(s []Sample) []Sample {
	half := s[:0]
	for i := 0; i < len(s); i += 2 {
		a := s[i]
		if i+1 < len(s) {
			b := s[i+1]
			if n := a.Eles + b.Eles; n > 0 {
				a.Ele = (a.Ele*float64(a.Eles) + b.Ele*float64(b.Eles)) / float64(n)
				a.Eles = n
			}
		}
		half = append(half, a)
	}
	return half
}

// finish puts the tracks in order, one after the other, and smooths the elevations: the
// median of five takes out single wild ones, and every sample is a mean already.
func (g *gpxReader) finish() {
	g.end()
	g.Waypoints = g.somewhere(g.Waypoints)
	g.Route = g.somewhere(g.Route)
	parts, said := arrange(g.parts)
	g.Said = said
	for i, p := range parts {
		if g.Name == "" && p.name != "" {
			g.Name = p.name
		}
		km := 0.0
		if n := len(g.Track); n > 0 {
			z, a := g.Track[n-1], p.samples[0]
			b := Break{Sample: z, Name: parts[i-1].name, Seam: true}
			if t := parts[i-1].to; !t.IsZero() && !p.from.IsZero() {
				b.From, b.To = t, p.from
			}
			g.Breaks = append(g.Breaks, b)
			km = z.Km + distanceKm(z.Lat, z.Lon, a.Lat, a.Lon)
		}
		for _, b := range p.breaks {
			b.Km += km
			g.Breaks = append(g.Breaks, b)
		}
		for _, s := range p.samples {
			s.Km += km
			g.Track = append(g.Track, s)
		}
		g.Points += p.points
		g.NoElevation += p.noEle
	}
	slices.SortStableFunc(g.Breaks, func(a, b Break) int { return cmp.Compare(a.Km, b.Km) })
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

// somewhere leaves out named points at 0° 0° that lie far from all others.
func (g *gpxReader) somewhere(list []GPXPoint) []GPXPoint {
	near := func() bool {
		for _, o := range slices.Concat(g.Waypoints, g.Route) {
			if (o.Lat != 0 || o.Lon != 0) && distanceKm(0, 0, o.Lat, o.Lon) <= nowhereKm {
				return true
			}
		}
		for _, p := range g.parts {
			if distanceKm(0, 0, p.samples[0].Lat, p.samples[0].Lon) <= nowhereKm {
				return true
			}
		}
		return false
	}
	at := slices.IndexFunc(list, func(p GPXPoint) bool { return p.Lat == 0 && p.Lon == 0 })
	if at < 0 || near() {
		return list
	}
	n := len(list)
	list = slices.DeleteFunc(list, func(p GPXPoint) bool { return p.Lat == 0 && p.Lon == 0 })
	g.Nowhere += n - len(list)
	return list
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
