package formats

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"time"
)

// arrange puts tracks in the order in which they were walked, and leaves out those that tell
// of the same walk as another. It says what it did.
func arrange(parts []*part) (out []*part, said []string) {
	out, twice := once(parts)
	if twice > 0 {
		said = append(said, fmt.Sprintf("%d of %d tracks repeat another one at the same time: the fuller one counts.", twice, len(parts)))
	}
	was := slices.Clone(out)
	if timed := !slices.ContainsFunc(out, func(p *part) bool { return p.from.IsZero() }); timed {
		slices.SortStableFunc(out, func(a, b *part) int { return a.from.Compare(b.from) })
	} else {
		out = byPlace(out)
	}
	if !slices.Equal(was, out) {
		said = append(said, "The tracks were out of order, and were sorted.")
	}
	return out, said
}

// once leaves out tracks of a walk that another tells of more fully.
func once(parts []*part) (out []*part, twice int) {
	for i, p := range parts {
		double := slices.ContainsFunc(parts, func(o *part) bool {
			if o == p || !sameWalk(p, o) {
				return false
			}
			if o.points != p.points {
				return o.points > p.points
			}
			return slices.Index(parts, o) < i
		})
		if double {
			twice++
			continue
		}
		out = append(out, p)
	}
	return out, twice
}

// sameWalkKm is how far two recorders of one walk are apart at most.
const sameWalkKm = 0.5

// sameWalk reports whether two tracks tell of one walk: most of the shorter lies beside the
// longer, and at the same time where both have times; without times they run the same way
// from end to end.
func sameWalk(a, b *part) bool {
	if a.km() > b.km() {
		a, b = b, a
	}
	if b.km() < 0.2 {
		return false
	}
	if !a.from.IsZero() && !b.from.IsZero() {
		both := min(a.to.UnixNano(), b.to.UnixNano()) - max(a.from.UnixNano(), b.from.UnixNano())
		shorter := min(a.to.Sub(a.from), b.to.Sub(b.from))
		if time.Duration(both) < shorter/2 || shorter <= 0 {
			return false
		}
	} else {
		first, last := a.samples[0], a.samples[len(a.samples)-1]
		f, l := b.samples[0], b.samples[len(b.samples)-1]
		if a.km() < 0.85*b.km() || distanceKm(first.Lat, first.Lon, f.Lat, f.Lon) > sameWalkKm || distanceKm(last.Lat, last.Lon, l.Lat, l.Lon) > sameWalkKm {
			return false
		}
	}
	near := 0
	const looks = 24
	for i := range looks {
		s := a.samples[i*(len(a.samples)-1)/(looks-1)]
		if slices.ContainsFunc(b.samples, func(o Sample) bool { return distanceKm(s.Lat, s.Lon, o.Lat, o.Lon) <= sameWalkKm }) {
			near++
		}
	}
	return near >= looks*3/4
}

var aNumber = regexp.MustCompile(`[0-9]+`)

// byPlace orders tracks without times: as they stand, the other way round, or by the numbers
// in their names, whichever leaves the least way between the end of one and the begin of
// the next.
func byPlace(parts []*part) []*part {
	if len(parts) < 2 {
		return parts
	}
	back := slices.Clone(parts)
	slices.Reverse(back)
	orders := [][]*part{parts, back}
	numbers := map[*part]int{}
	for _, p := range parts {
		if found := aNumber.FindAllString(p.name, -1); len(found) > 0 {
			if n, err := strconv.Atoi(found[0]); err == nil {
				numbers[p] = n
			}
		}
	}
	if len(numbers) == len(parts) {
		named := slices.Clone(parts)
		slices.SortStableFunc(named, func(a, b *part) int { return numbers[a] - numbers[b] })
		orders = append(orders, named)
	}
	best, least := parts, math.Inf(1)
	for _, o := range orders {
		between := 0.0
		for i := 1; i < len(o); i++ {
			a, b := o[i-1].samples[len(o[i-1].samples)-1], o[i].samples[0]
			between += distanceKm(a.Lat, a.Lon, b.Lat, b.Lon)
		}
		if between < least-1 { // a kilometre is no reason
			best, least = o, between
		}
	}
	return best
}
