package taste

import (
	"regexp"
	"strconv"
)

// rfc3339 is a moment as records have it; the core asks no clock and needs no more of time than order.
var rfc3339 = regexp.MustCompile(`^(\d{4})-(\d\d)-(\d\d)[Tt](\d\d):(\d\d):(\d\d)(\.\d+)?(?:[Zz]|([+-])(\d\d):(\d\d))$`)

// moment is the seconds of an RFC 3339 time since 1970, in UTC; false where it is none.
func moment(at string) (float64, bool) {
	m := rfc3339.FindStringSubmatch(at)
	if m == nil {
		return 0, false
	}
	n := func(i int) int { v, _ := strconv.Atoi(m[i]); return v } // digits only
	if n(2) < 1 || n(2) > 12 || n(3) < 1 || n(3) > 31 || n(4) > 23 || n(5) > 59 || n(6) > 60 {
		return 0, false
	}
	s := float64(86400*daysSince1970(n(1), n(2), n(3)) + 3600*n(4) + 60*n(5) + n(6))
	if m[7] != "" {
		part, _ := strconv.ParseFloat("0"+m[7], 64)
		s += part
	}
	if m[8] != "" {
		by := float64(3600*n(9) + 60*n(10))
		if m[8] == "+" {
			by = -by
		}
		s += by
	}
	return s, true
}

// daysSince1970 is the number of a day of the Gregorian calendar: years begin in March, so that a
// leap day is their last (the usual arithmetic of Julian day numbers).
func daysSince1970(year, month, day int) int {
	if month <= 2 {
		year, month = year-1, month+12
	}
	return 365*year + year/4 - year/100 + year/400 + (153*(month-3)+2)/5 + day - 1 - 719468
}
