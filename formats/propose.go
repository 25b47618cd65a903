package formats

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"
	"time"

	"apodemos/core/air"
	"apodemos/core/trip"
)

// Terrain gives elevations where a file has none.
type Terrain interface {
	// Elevation in m at a place in degrees, and what it comes from, in words.
	Elevation(lat, lon float64) (m float64, source string)
}

// Proposal is a trip made of a file, to be looked at before it is kept.
type Proposal struct {
	Trip       TripFile   `json:"trip"`
	Way        []WayPoint `json:"way" doc:"The track, thinned; empty without one"`
	Said       []string   `json:"said" doc:"What was assumed, smoothed or left out"`
	Kinds      []string   `json:"kinds" doc:"Why each stop is proposed, in the order of the trip's stops"`
	Keep       []bool     `json:"keep" doc:"Whether each stop is proposed to be kept: of very many named points only some are"`
	HoursADay  float64    `json:"hours_a_day" doc:"Of walking, by which days were laid out; 0 where the file tells them"`
	LocalTimes bool       `json:"local_times" doc:"The file's times have no zone: they are taken as the clock's there"`
}

// Kept is the trip with the stops that are proposed to be kept.
func (p Proposal) Kept() TripFile {
	t := p.Trip
	t.Stops = nil
	for i, s := range p.Trip.Stops {
		if i >= len(p.Keep) || p.Keep[i] {
			t.Stops = append(t.Stops, s)
		}
	}
	return t
}

// WayPoint is a place on a track.
type WayPoint struct {
	Km  float64  `json:"km"`
	Lat float64  `json:"lat"`
	Lon float64  `json:"lon"`
	M   *float64 `json:"m" doc:"Null where the file has no elevations"`
}

// Options are what may be asked of a proposal.
type Options struct {
	// Terrain gives elevations where the file has none. Without it they stay unknown.
	Terrain Terrain
	// HoursADay of walking, for a way that has no times; DefaultHours where 0.
	HoursADay float64
}

// What may be said of HoursADay, in h.
const (
	DefaultHours = 6
	MinHours     = 1
	MaxHours     = 16
)

// place is a candidate for a stop.
type place struct {
	name, note, kind string
	texts            map[string]string
	km               float64
	lat, lon         float64
	ele              *float64
	from, to         time.Time
	rank             int // lower wins when two are one
	night, seam      bool
	day              int  // of the trip, where the file tells it
	spare            bool // listed, and not proposed to be kept
}

const (
	sameKm     = 0.4 // two candidates nearer than this are one
	offTrackKm = 3.0 // a waypoint farther off is kept, at the point nearest to it
	maxListed  = 400
	maxNames   = 30 // named points that are all taken for stops
)

// Propose makes stops of waypoints, of nights on the track, of its ends and of
// the points of a route.
func (g *GPX) Propose(opt Options) Proposal {
	p := Proposal{Trip: TripFile{Format: TripFormat, Version: TripVersion, Name: g.Name, People: 2, Stops: []StopFile{}}, Way: []WayPoint{}, Said: []string{}, Kinds: []string{}, Keep: []bool{}, LocalTimes: g.LocalTimes > 0}
	if p.Trip.Name == "" {
		p.Trip.Name = "Imported trip"
	}
	say := func(format string, args ...any) { p.Said = append(p.Said, fmt.Sprintf(format, args...)) }
	g.say(say)
	var list []place
	for _, w := range g.Waypoints {
		c := place{name: w.Name, note: w.Note, texts: w.Texts, kind: "waypoint", lat: w.Lat, lon: w.Lon, ele: w.Ele, from: w.Time, to: w.Time, rank: 0}
		if off := g.snap(&c); off > offTrackKm {
			say("%s is %.0f km off the track; it is placed at the nearest point.", named(c), off)
		}
		list = append(list, c)
	}
	list = append(list, g.breakPlaces()...)
	if n := len(g.Track); n > 0 {
		a, z := g.Track[0], g.Track[n-1]
		list = append(list, place{name: "Start", kind: "start", km: a.Km, lat: a.Lat, lon: a.Lon, ele: g.eleAt(a.Km), from: a.Time, to: a.Time, rank: 2},
			place{name: "End", kind: "end", km: z.Km, lat: z.Lat, lon: z.Lon, ele: g.eleAt(z.Km), from: z.Time, to: z.Time, rank: 2})
	}
	route := g.routePlaces(len(g.Track) > 0)
	if len(g.Track) == 0 {
		onRoute(list, route)
	}
	list = append(list, route...)
	ownDays(list)
	if len(g.Track) == 0 && len(g.Waypoints) > 0 && len(g.Route) == 0 {
		straight(list)
		say("No track: distances are straight lines between the waypoints, in the order of the file.")
	}
	list = inOrder(list)
	names := 0
	for _, c := range list {
		if c.rank < 2 && !c.night && !c.seam {
			names++
		}
	}
	timed := 0
	for _, c := range list {
		if !c.from.IsZero() {
			timed++
		}
	}
	switch seams := slices.ContainsFunc(list, func(c place) bool { return c.seam }); {
	case timed >= 2:
	case seams:
		say("No times in the file: each track counts as a day.")
	case len(g.Track) > 0 || names > maxNames:
		list = inOrder(append(list, g.nights(list, &p, opt.HoursADay, say)...))
	case len(list) > 1:
		for i := range list {
			list[i].night = true
		}
		say("No times in the file: assumed one day from stop to stop.")
	}
	if names > maxNames {
		kept := 0
		for i := range list {
			list[i].spare = i > 0 && i < len(list)-1 && !list[i].night && !list[i].seam
			if !list[i].spare {
				kept++
			}
		}
		say("%d named points are too many: %d are proposed as stops, for the days and ends. Choose others in the list.", names, kept)
	}
	if n := len(list); n > maxListed {
		list = thinned(list, maxListed)
		say("%d places; %d are listed.", n, len(list))
	}
	p.days(list, timed >= 2, say)
	p.elevations(list, opt.Terrain, say)
	p.Way = g.way()
	return p
}

// onRoute puts waypoints where the route has the same point, in turn: a file that lists its stops
// twice, as waypoints and as a route through them, has each once.
func onRoute(waypoints, route []place) {
	from := 0
	for i := range waypoints {
		w := &waypoints[i]
		at := slices.IndexFunc(route[from:], func(r place) bool { return r.lat == w.lat && r.lon == w.lon && r.name == w.name })
		if at >= 0 {
			w.km = route[from+at].km
			from += at + 1
		}
	}
}

// ownDay is how one's own export tells the day of a stop, before the note.
var ownDay = regexp.MustCompile(`^Day (\d+)\. (?:Water boils at [\d.]+ °C|Altitude not known)\.\s*`)

// ownDays reads the days that this program's export writes.
func ownDays(list []place) {
	for i := range list {
		c := &list[i]
		if m := ownDay.FindStringSubmatch(c.note); m != nil {
			c.day, _ = strconv.Atoi(m[1])
			c.note = strings.TrimPrefix(c.note, m[0])
		}
	}
}

// inOrder puts candidates in the order of the way, and makes one of those at one place.
func inOrder(list []place) []place {
	slices.SortStableFunc(list, func(a, b place) int {
		return cmp.Or(cmp.Compare(a.km, b.km), a.rank-b.rank)
	})
	return merged(list)
}

// thinned is a list of n candidates: those that are proposed, and of the others every so many.
func thinned(list []place, n int) []place {
	kept := 0
	for _, c := range list {
		if !c.spare {
			kept++
		}
	}
	every := 1.0
	if spare := len(list) - kept; spare > 0 {
		every = math.Max(1, float64(spare)/math.Max(float64(n-kept), 1))
	}
	var out []place
	seen, next := 0.0, 0.0
	for _, c := range list {
		if c.spare {
			if seen++; seen <= next {
				continue
			}
			next += every
		}
		if len(out) < n {
			out = append(out, c)
		}
	}
	return out
}

// breakPlaces are the nights on a track, and where two tracks meet.
func (g *GPX) breakPlaces() []place {
	var list []place
	for i, b := range g.Breaks {
		c := place{name: fmt.Sprintf("Camp %d", i+1), kind: "night", km: b.Km, lat: b.Lat, lon: b.Lon, ele: g.eleAt(b.Km), from: b.From, to: b.To, rank: 1, night: true}
		switch {
		case b.Seam && b.From.IsZero():
			c.kind, c.seam, c.night = "end of a track", true, false
			c.name = cmp.Or(b.Name, c.name)
		case b.Seam && b.To.Sub(b.From) < restAfter:
			c.kind, c.night = "end of a track", false
			c.name = cmp.Or(b.Name, c.name)
		case b.From.IsZero():
			c.kind, c.night = "a gap in the track", false
			c.name = fmt.Sprintf("Gap at km %.0f", b.Km)
		}
		list = append(list, c)
	}
	return list
}

// Naismith's rule: three miles an hour, and an hour for every 2,000 feet of climbing
// (W. W. Naismith, Scottish Mountaineering Club Journal 2 (1892) 136), here in round numbers.
const (
	walkKmH   = 5
	climbMH   = 600
	climbStep = 10 // m, below which a rise is the noise of a receiver
)

// walked gives how many hours of walking lie between the beginning and a kilometre of the way.
func (g *GPX) walked() func(km float64) float64 {
	up, low := 0.0, math.Inf(1)
	climbed := make([]float64, len(g.Track))
	for i, s := range g.Track {
		switch {
		case g.NoElevation == g.Points:
		case s.Ele < low:
			low = s.Ele
		case s.Ele-low >= climbStep:
			up += s.Ele - low
			low = s.Ele
		}
		climbed[i] = up
	}
	return func(km float64) float64 {
		h := km / walkKmH
		if i := sort.Search(len(g.Track), func(i int) bool { return g.Track[i].Km > km }); i > 0 {
			h += climbed[i-1] / climbMH
		}
		return h
	}
}

// nights lays out a way without times by hours of walking: its days are alike, and each ends
// at a named point where there is one near. It returns the nights that are at none.
func (g *GPX) nights(list []place, p *Proposal, perDay float64, say func(string, ...any)) []place {
	if perDay == 0 {
		perDay = DefaultHours
	}
	if len(list) < 2 {
		return nil
	}
	end := list[len(list)-1].km
	walked := g.walked()
	all := walked(end)
	n := min(int(math.Ceil(all/perDay-0.05)), trip.MaxDay)
	p.HoursADay = perDay
	how := "by distance alone"
	if len(g.Track) > 0 && g.NoElevation < g.Points {
		how = fmt.Sprintf("%d km an hour, plus an hour per %d m of climbing (Naismith’s rule), without rests", walkKmH, climbMH)
	}
	say("No times in the file: %.0f h of walking (%s), in days of up to %g h. Change the hours, or move the nights.", all, how, perDay)
	var out []place
	for k := 1; k < n; k++ {
		want := all * float64(k) / float64(n)
		near, best := -1, 0.2*all/float64(n)
		for i, c := range list {
			if off := math.Abs(walked(c.km) - want); c.rank < 2 && c.name != "" && !c.night && off < best {
				near, best = i, off
			}
		}
		if near >= 0 {
			list[near].night = true
			continue
		}
		c := place{name: fmt.Sprintf("Night %d", k), kind: "night, by hours of walking", rank: 3, night: true}
		switch {
		case len(g.Track) > 0:
			s := g.Track[sort.Search(len(g.Track)-1, func(i int) bool { return walked(g.Track[i].Km) >= want })]
			c.km, c.lat, c.lon, c.ele = s.Km, s.Lat, s.Lon, g.eleAt(s.Km)
		default: // on the straight line between two candidates
			c.km = want * walkKmH
			i := sort.Search(len(list)-1, func(i int) bool { return list[i].km >= c.km })
			a, b := list[max(i-1, 0)], list[i]
			f := 0.0
			if b.km > a.km {
				f = (c.km - a.km) / (b.km - a.km)
			}
			c.lat, c.lon = a.lat+f*(b.lat-a.lat), eastOf(a.lon+f*eastOf(b.lon-a.lon))
		}
		out = append(out, c)
	}
	return out
}

// eastOf is an angle between -180° and 180°.
func eastOf(lon float64) float64 { return lon - 360*math.Round(lon/360) }

func named(c place) string {
	if c.name == "" {
		return "A waypoint"
	}
	return c.name
}

func (g *GPX) say(say func(string, ...any)) {
	for _, s := range g.Said {
		say("%s", s)
	}
	if g.Nowhere > 0 {
		say("%d points at 0° 0° were left out: a receiver without a view of the sky writes those.", g.Nowhere)
	}
	if g.LocalTimes > 0 {
		say("%d times have no zone: read as local time. Set the time zone below.", g.LocalTimes)
	}
	if g.Points > 0 {
		say("%d track points, %.1f km; elevations are smoothed (median of five short means).", g.Points, g.Track[len(g.Track)-1].Km)
	}
	if g.BadElevation > 0 {
		say("%d elevations aren’t numbers or are outside %d to %d m; they weren’t used.", g.BadElevation, air.MinAltitudeM, air.MaxAltitudeM)
	}
	if g.NoElevation > 0 && g.NoElevation < g.Points {
		say("%d track points have no elevation; the last one before counts.", g.NoElevation)
	}
	if g.BadTime > 0 {
		say("%d times can’t be read or go backwards; they weren’t used.", g.BadTime)
	}
}

// snap moves a place to the track and returns how far off it lies, in km.
func (g *GPX) snap(c *place) float64 {
	best := math.Inf(1)
	for _, s := range g.Track {
		if d := distanceKm(c.lat, c.lon, s.Lat, s.Lon); d < best {
			best, c.km = d, s.Km
			if c.from.IsZero() {
				c.to = s.Time
			}
		}
	}
	if len(g.Track) == 0 {
		return 0
	}
	if c.from.IsZero() {
		c.from = c.to
	}
	if c.ele == nil {
		c.ele = g.eleAt(c.km)
	}
	return best
}

// eleAt is the track's elevation at a distance, if it has any.
func (g *GPX) eleAt(km float64) *float64 {
	if g.Points == 0 || g.NoElevation == g.Points {
		return nil
	}
	i, _ := slices.BinarySearchFunc(g.Track, km, func(s Sample, km float64) int {
		switch {
		case s.Km < km:
			return -1
		case s.Km > km:
			return 1
		}
		return 0
	})
	v := g.Track[min(i, len(g.Track)-1)].Ele
	return &v
}

// routePlaces are the named points of a route, and its ends.
func (g *GPX) routePlaces(track bool) []place {
	var list []place
	for i, r := range g.Route {
		if r.Name == "" && i > 0 && i < len(g.Route)-1 {
			continue
		}
		c := place{name: r.Name, note: r.Note, texts: r.Texts, kind: "route point", lat: r.Lat, lon: r.Lon, ele: r.Ele, from: r.Time, to: r.Time, rank: 1}
		list = append(list, c)
	}
	if track {
		for i := range list {
			g.snap(&list[i])
		}
		return list
	}
	// Distances along all of the route's points, named or not.
	km, k := 0.0, 0
	for i, r := range g.Route {
		if i > 0 {
			km += distanceKm(g.Route[i-1].Lat, g.Route[i-1].Lon, r.Lat, r.Lon)
		}
		if k < len(list) && list[k].lat == r.Lat && list[k].lon == r.Lon {
			list[k].km = km
			k++
		}
	}
	return list
}

func straight(list []place) {
	km := 0.0
	for i := range list {
		if i > 0 {
			km += distanceKm(list[i-1].lat, list[i-1].lon, list[i].lat, list[i].lon)
		}
		list[i].km = km
	}
}

// merged makes one of candidates that lie at the same place along the way.
func merged(list []place) []place {
	var out []place
	for _, c := range list {
		n := len(out)
		if n == 0 || c.km-out[n-1].km > sameKm || (c.kind == "waypoint" && out[n-1].kind == "waypoint" && c.name != out[n-1].name) {
			out = append(out, c)
			continue
		}
		a := &out[n-1]
		a.night, a.seam = a.night || c.night, a.seam || c.seam
		if c.rank < a.rank {
			a.name, a.note, a.texts, a.kind, a.rank, a.lat, a.lon = c.name, c.note, c.texts, c.kind, c.rank, c.lat, c.lon
			a.day = cmp.Or(c.day, a.day)
			if c.ele != nil {
				a.ele = c.ele
			}
		}
		if a.from.IsZero() || !c.from.IsZero() && c.from.Before(a.from) {
			a.from = c.from
		}
		if c.to.After(a.to) {
			a.to = c.to
		}
	}
	return out
}

// days gives each place its day, its nights and a time zone.
func (p *Proposal) days(list []place, timed bool, say func(string, ...any)) {
	var first time.Time
	day, last := 1, 1
	for i, c := range list {
		s := StopFile{Spot: trip.Spot{Name: short(c.name, 120), Note: c.note, Facts: trip.Facts{Lat: &list[i].lat, Lon: &list[i].lon}}, Km: math.Min(math.Round(c.km*10)/10, 40000)}
		for _, x := range trip.Texts {
			if text := c.texts[x.Path]; text != "" {
				*x.In(&s.Spot) = text
			}
		}
		if s.Name == "" {
			s.Name = fmt.Sprintf("Km %.0f", c.km)
		}
		at := c.from
		if at.IsZero() {
			at = time.Now()
		}
		s.TimeZone = nearZone(c.lat, c.lon, at)
		in, err := time.LoadLocation(s.TimeZone)
		if err != nil || p.LocalTimes {
			in = time.UTC // as the clock there had it
		}
		switch {
		case c.day > 0:
			s.Day = max(c.day, last)
			day = s.Day
			if c.night {
				day++
			}
		case timed && !c.from.IsZero():
			from, to := date(c.from.In(in)), date(c.to.In(in))
			if first.IsZero() {
				first = from
				p.Trip.StartsOn = first.Format(time.DateOnly)
			}
			s.Day = max(int(math.Round(from.Sub(first).Hours()/24))+1, last)
			if nights := int(math.Round(to.Sub(from).Hours() / 24)); nights > 1 {
				n := min(nights, trip.MaxStay)
				s.Facts.Nights = &n
			}
		case timed:
			s.Day = last
		default:
			s.Day = day
			if c.night || c.seam {
				day++
			}
		}
		s.Day = min(s.Day, trip.MaxDay)
		last = s.Day
		p.Trip.Stops = append(p.Trip.Stops, s)
		p.Kinds = append(p.Kinds, c.kind)
		p.Keep = append(p.Keep, !c.spare)
	}
	say("Time zones are guessed from the nearest city. Check them near a border.")
}

func date(t time.Time) time.Time {
	y, m, d := t.Date()
	return time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
}

// fromTerrain marks an altitude that the file did not have.
const fromTerrain = "Altitude from the %s."

// elevations puts altitudes into the stops' conditions: those that the file has, and those of
// a terrain that was asked for by name. What is not known stays so.
func (p *Proposal) elevations(list []place, t Terrain, say func(string, ...any)) {
	unknown := 0
	source := ""
	for i, c := range list {
		s := &p.Trip.Stops[i]
		var m float64
		switch {
		case c.ele != nil:
			m = *c.ele
		case t != nil:
			m, source = t.Elevation(c.lat, c.lon)
			s.Note = short(strings.TrimSpace(s.Note+" "+fmt.Sprintf(fromTerrain, source)), maxText)
		default:
			unknown++
			continue
		}
		m = math.Min(math.Max(math.Round(m/5)*5, air.MinAltitudeM), air.MaxAltitudeM)
		s.Conditions = map[string]any{"place": map[string]any{"altitude_m": m}}
	}
	if unknown > 0 {
		say("%d stops have no elevation in the file. Enter their altitude.", unknown)
	}
	if source != "" {
		say("Missing altitudes are from the %s and marked: don’t rely on them.", source)
	}
}

// way is the track in at most 600 points.
func (g *GPX) way() []WayPoint {
	out := []WayPoint{}
	every := len(g.Track)/600 + 1
	for i, s := range g.Track {
		if i%every != 0 && i != len(g.Track)-1 {
			continue
		}
		w := WayPoint{Km: math.Round(s.Km*100) / 100, Lat: math.Round(s.Lat*1e5) / 1e5, Lon: math.Round(s.Lon*1e5) / 1e5}
		if g.NoElevation < g.Points {
			w.M = new(math.Round(s.Ele))
		}
		out = append(out, w)
	}
	return out
}
