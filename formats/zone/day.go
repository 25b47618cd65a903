package zone

import (
	"fmt"
	"time"

	"apodemos/core/field"
)

// Day finds what is wrong with a day, YYYY-MM-DD, that may be left empty: nil where nothing
// is. Earlier and later than any journey is a slip of the finger.
func Day(path, day string) field.Problems {
	const first, last = 1900, 2199
	if day == "" {
		return nil
	}
	if t, err := time.Parse(time.DateOnly, day); err == nil && t.Year() >= first && t.Year() <= last {
		return nil
	}
	return field.Problems{{Field: path, Value: day, Message: fmt.Sprintf("%q is not a date. Enter one such as 2026-09-05, from %d to %d, or leave it empty", day, first, last)}}
}
