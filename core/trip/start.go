package trip

import (
	"fmt"
	"time"

	"apodemos/core/field"
)

// The years that a trip can begin in: what is earlier or later is a slip of the finger, and
// calendars take four digits.
const firstYear, lastYear = 1900, 2199

// CheckStart finds what is wrong with the day that a trip begins on: it may be empty, not
// fixed yet, or a day that there is, YYYY-MM-DD.
func CheckStart(day string) field.Problems {
	if day == "" {
		return nil
	}
	if t, err := time.Parse(time.DateOnly, day); err == nil && t.Year() >= firstYear && t.Year() <= lastYear {
		return nil
	}
	return field.Problems{{Field: "starts_on", Value: day, Message: fmt.Sprintf("%q is not a date; allowed: YYYY-MM-DD, from %d to %d, or empty", day, firstYear, lastYear)}}
}
