package formats

import (
	_ "embed"
	"fmt"
	"math"
	"strings"
	"sync"
	"time"
)

// zoneTab is zone.tab of the IANA time zone database, version 2025a, in the public domain:
// the zones of each country, each with the place that it is named for.
//
//go:embed zone.tab
var zoneTab string

type namedZone struct {
	name     string
	lat, lon float64
}

var namedZones = sync.OnceValue(func() []namedZone {
	var out []namedZone
	for line := range strings.Lines(zoneTab) {
		f := strings.Fields(line)
		if strings.HasPrefix(line, "#") || len(f) < 3 {
			continue
		}
		if _, err := time.LoadLocation(f[2]); err != nil {
			continue
		}
		at := strings.LastIndexAny(f[1], "+-")
		out = append(out, namedZone{f[2], iso6709(f[1][:at]), iso6709(f[1][at:])})
	}
	return out
})

// iso6709 reads an angle ±DDMM, ±DDDMM, ±DDMMSS or ±DDDMMSS in degrees.
func iso6709(s string) float64 {
	digits := s[1:]
	whole := 2 + len(digits)%2
	var d, m, sec float64
	_, _ = fmt.Sscanf(digits[:whole], "%f", &d)
	_, _ = fmt.Sscanf(digits[whole:whole+2], "%f", &m)
	if len(digits) > whole+2 {
		_, _ = fmt.Sscanf(digits[whole+2:], "%f", &sec)
	}
	d += m/60 + sec/3600
	if s[0] == '-' {
		return -d
	}
	return d
}

// farZoneKm is how far from the place of a zone its name is no longer taken: at sea ships go
// by the sun.
const farZoneKm = 1500

// nearZone is the zone whose place is nearest, of those whose clock is within three hours of
// the sun's; where none is near, the one of the whole hour nearest to the sun's. It is a
// guess: the frontiers of zones are not known here.
func nearZone(lat, lon float64, at time.Time) string {
	best, least := "", farZoneKm*1.0
	for _, z := range namedZones() {
		d := distanceKm(lat, lon, z.lat, z.lon)
		if d >= least {
			continue
		}
		in, err := time.LoadLocation(z.name)
		if err != nil {
			continue
		}
		_, east := at.In(in).Zone()
		if off := math.Mod(math.Abs(float64(east)/3600-lon/15), 24); min(off, 24-off) > 3 {
			continue
		}
		best, least = z.name, d
	}
	if best != "" {
		return best
	}
	hours := int(math.Round(lon / 15))
	if hours == 0 {
		return "Etc/GMT"
	}
	return fmt.Sprintf("Etc/GMT%+d", -hours) // its signs are the other way round
}
