package pocket

import (
	"net/url"
	"regexp"
	"slices"
	"strconv"
	"time"
)

// A parameter of a query means the same wherever it stands; what is allowed of it is as at
// the server (the proof holds both to the same document).
var parameters = map[string]struct {
	ok      func(v string) bool
	allowed string
}{
	"at":      {regexp.MustCompile(`^([01]\d|2[0-3]):[0-5]\d$`).MatchString, "HH:MM, from 00:00 to 23:59, or empty"},
	"on":      {date, "a date, YYYY-MM-DD, or empty"},
	"latest":  {whole(1, 1_000_000), "a whole number from 1 to 1000000"},
	"trip":    {whole(0, 1<<62), "a whole number from 0"},
	"items":   {whole(-1<<62, 1<<62), "numbers of pieces of gear"},
	"steps":   {boolean, "true or false"},
	"all":     {boolean, "true or false"},
	"working": {boolean, "true or false"},
	"method":  {longest(40), "at most 40 characters"},
	"school":  {longest(40), "at most 40 characters"},
	"name":    {longest(120), "at most 120 characters"},
}

func date(v string) bool {
	_, err := time.Parse(time.DateOnly, v)
	return err == nil
}

func whole(least, most int64) func(string) bool {
	return func(v string) bool {
		n, err := strconv.ParseInt(v, 10, 64)
		return err == nil && n >= least && n <= most
	}
}

func boolean(v string) bool {
	_, err := strconv.ParseBool(v)
	return err == nil
}

func longest(n int) func(string) bool {
	return func(v string) bool { return len([]rune(v)) <= n }
}

// checkQuery refuses what the server refuses, naming the parameter, the value and what is
// allowed.
func checkQuery(q url.Values) error {
	names := make([]string, 0, len(q))
	for name := range q {
		names = append(names, name)
	}
	slices.Sort(names)
	for _, name := range names {
		p, known := parameters[name]
		for _, v := range q[name] {
			if known && v != "" && !p.ok(v) { // empty is left out
				return refuse(422, "Unprocessable Entity", "%s: %q is not allowed; allowed: %s", name, v, p.allowed)
			}
		}
	}
	return nil
}

// yes reads a parameter that was checked; usual is what it is when left out.
func (c *call) yes(name string, usual bool) bool {
	v, err := strconv.ParseBool(c.q.Get(name))
	return err == nil && v || err != nil && usual
}
