package formats

import (
	"fmt"
	"math"
	"slices"
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
	Trip    TripFile     `json:"trip"`
	Profile [][2]float64 `json:"profile" doc:"[km, m]; empty without a track"`
	Said    []string     `json:"said" doc:"What was assumed, smoothed or left out"`
	Kinds   []string     `json:"kinds" doc:"Why each stop is proposed, in the order of the trip's stops"`
}

// place is a candidate for a stop.
type place struct {
	name, note, kind string
	km               float64
	lat, lon         float64
	ele              *float64
	from, to         time.Time
	rank             int // lower wins when two are one
}

const (
	sameKm     = 0.4 // two candidates nearer than this are one
	offTrackKm = 3.0 // a waypoint farther off is kept, at the point nearest to it
	maxStops   = 200
)

// Propose makes stops of waypoints, of nights on the track, of its ends and of
// the points of a route.
func (g *GPX) Propose(t Terrain) Proposal {
	p := Proposal{Trip: TripFile{Format: TripFormat, Version: TripVersion, Name: g.Name, People: 2, Stops: []StopFile{}}, Profile: [][2]float64{}, Said: []string{}, Kinds: []string{}}
	if p.Trip.Name == "" {
		p.Trip.Name = "Imported trip"
	}
	say := func(format string, args ...any) { p.Said = append(p.Said, fmt.Sprintf(format, args...)) }
	var list []place
	for _, w := range g.Waypoints {
		c := place{name: w.Name, note: w.Note, kind: "waypoint", lat: w.Lat, lon: w.Lon, ele: w.Ele, from: w.Time, to: w.Time, rank: 0}
		if off := g.snap(&c); off > offTrackKm {
			say("%s lies %.0f km off the track; it is put at the point nearest to it.", named(c), off)
		}
		list = append(list, c)
	}
	for i, b := range g.Breaks {
		kind := "night"
		name := fmt.Sprintf("Camp %d", i+1)
		if b.From.IsZero() {
			kind = "end of a part"
			if b.Name != "" {
				name = b.Name
			}
		}
		list = append(list, place{name: name, kind: kind, km: b.Km, lat: b.Lat, lon: b.Lon, ele: g.eleAt(b.Km), from: b.From, to: b.To, rank: 1})
	}
	if n := len(g.Track); n > 0 {
		a, z := g.Track[0], g.Track[n-1]
		list = append(list, place{name: "Start", kind: "start", km: a.Km, lat: a.Lat, lon: a.Lon, ele: g.eleAt(a.Km), from: a.Time, to: a.Time, rank: 2},
			place{name: "End", kind: "end", km: z.Km, lat: z.Lat, lon: z.Lon, ele: g.eleAt(z.Km), from: z.Time, to: z.Time, rank: 2})
	}
	list = append(list, g.routePlaces(len(g.Track) > 0)...)
	if len(g.Track) == 0 && len(g.Waypoints) > 0 && len(g.Route) == 0 {
		straight(list)
		say("No track: distances are straight lines between the waypoints, in the order of the file.")
	}
	slices.SortStableFunc(list, func(a, b place) int {
		switch {
		case a.km < b.km:
			return -1
		case a.km > b.km:
			return 1
		}
		return a.rank - b.rank
	})
	list = merged(list)
	if len(list) > maxStops {
		say("%d places; only the first %d are proposed.", len(list), maxStops)
		list = list[:maxStops]
	}
	g.say(say)
	days(list, &p, say)
	p.elevations(list, t, say)
	p.Profile = g.profile()
	return p
}

func named(c place) string {
	if c.name == "" {
		return "A waypoint"
	}
	return c.name
}

func (g *GPX) say(say func(string, ...any)) {
	if g.Points > 0 {
		say("%d track points, %.1f km; elevations are means over short stretches and the median of five of them, so that single wild ones do not count.", g.Points, g.Track[len(g.Track)-1].Km)
	}
	if g.BadElevation > 0 {
		say("%d elevations are not numbers or outside %g to %g m; they were not used.", g.BadElevation, air.MinAltitudeM, air.MaxAltitudeM)
	}
	if g.NoElevation > 0 && g.NoElevation < g.Points {
		say("%d track points have no elevation; the nearest before counts.", g.NoElevation)
	}
	if g.BadTime > 0 {
		say("%d times are unreadable or go backwards; they were not used.", g.BadTime)
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
		c := place{name: r.Name, note: r.Note, kind: "route point", lat: r.Lat, lon: r.Lon, ele: r.Ele, from: r.Time, to: r.Time, rank: 1}
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
		if c.rank < a.rank {
			a.name, a.note, a.kind, a.rank, a.lat, a.lon = c.name, c.note, c.kind, c.rank, c.lat, c.lon
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
func days(list []place, p *Proposal, say func(string, ...any)) {
	timed := 0
	for _, c := range list {
		if !c.from.IsZero() {
			timed++
		}
	}
	var first time.Time
	zoned := false
	last := 1
	for i, c := range list {
		s := StopFile{Name: short(c.name, 120), Note: c.note, Km: math.Min(math.Round(c.km*10)/10, 40000), Facts: trip.Facts{Lat: &list[i].lat, Lon: &list[i].lon}}
		if s.Name == "" {
			s.Name = fmt.Sprintf("Km %.0f", c.km)
		}
		hours := int(math.Round(c.lon / 15))
		s.TimeZone = "Etc/GMT" // its signs are the other way round
		if hours != 0 {
			s.TimeZone = fmt.Sprintf("Etc/GMT%+d", -hours)
		}
		zoned = true
		zone := time.FixedZone("", hours*3600)
		switch {
		case timed >= 2 && !c.from.IsZero():
			from, to := date(c.from.In(zone)), date(c.to.In(zone))
			if first.IsZero() {
				first = from
				p.Trip.StartsOn = first.Format(time.DateOnly)
			}
			s.Day = max(int(math.Round(from.Sub(first).Hours()/24))+1, last)
			if nights := int(math.Round(to.Sub(from).Hours() / 24)); nights > 1 {
				n := min(nights, trip.MaxStay)
				s.Facts.Nights = &n
			}
		case timed >= 2:
			s.Day = last
		default:
			s.Day = i + 1
		}
		s.Day = min(s.Day, trip.MaxDay)
		last = s.Day
		p.Trip.Stops = append(p.Trip.Stops, s)
		p.Kinds = append(p.Kinds, c.kind)
	}
	if timed < 2 && len(list) > 1 {
		say("No times in the file: a day from each stop to the next is assumed.")
	}
	if zoned {
		say("Time zones are the nearest whole hour by longitude; set the real ones where a clock differs.")
	}
}

func date(t time.Time) time.Time {
	y, m, d := t.Date()
	return time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
}

// elevations puts altitudes into the stops' conditions.
func (p *Proposal) elevations(list []place, t Terrain, say func(string, ...any)) {
	asked := 0
	source := ""
	for i, c := range list {
		m := 0.0
		switch {
		case c.ele != nil:
			m = *c.ele
		case t != nil:
			m, source = t.Elevation(c.lat, c.lon)
			asked++
		}
		m = math.Min(math.Max(math.Round(m/5)*5, air.MinAltitudeM), air.MaxAltitudeM)
		p.Trip.Stops[i].Conditions = map[string]any{"place": map[string]any{"altitude_m": m}}
	}
	if asked > 0 {
		say("%d stops have no elevation in the file; theirs are from the %s: look at them.", asked, source)
	}
}

// profile is the track in at most 600 points.
func (g *GPX) profile() [][2]float64 {
	out := [][2]float64{}
	if g.NoElevation == g.Points {
		return out
	}
	every := len(g.Track)/600 + 1
	for i := 0; i < len(g.Track); i += every {
		out = append(out, [2]float64{math.Round(g.Track[i].Km*100) / 100, math.Round(g.Track[i].Ele)})
	}
	return out
}
