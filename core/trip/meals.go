package trip

import (
	"cmp"
	"slices"
)

// A Meal is a time of day at which coffee is usually made. Common practice.
type Meal struct {
	At   string `json:"at" doc:"Local time of day, HH:MM"`
	Name string `json:"name"`
}

// Meals are the meals of a day.
var Meals = []Meal{{"07:00", "Breakfast"}, {"10:00", "Late morning"}, {"13:00", "Noon"}, {"16:00", "Afternoon"}, {"19:00", "Evening"}}

// NextMeal is the first meal of a stop's first day that no brew of that day is near,
// and that comes after those of the stops before it; the zero Meal where none is free.
// Times are as in Brew.At.
func NextMeal(t Trip, stop int) Meal {
	day := t.Stops[stop].Day
	after := ""
	var taken []string
	for i, s := range t.Stops {
		if day < s.Day || day >= s.Day+s.nights() {
			continue
		}
		for _, b := range s.Brews {
			if b.At == "" {
				continue
			}
			taken = append(taken, b.At)
			if i < stop {
				after = max(after, b.At)
			}
		}
	}
	for _, m := range Meals {
		free := cmp.Compare(m.At, after) > 0
		for _, at := range taken {
			if d := minutes(at) - minutes(m.At); d > -nearMin && d < nearMin {
				free = false
			}
		}
		if free {
			return m
		}
	}
	return Meal{}
}

// nearMin is how near to a meal a brew takes its place, in minutes.
const nearMin = 90

// Without lists the stops, by their places in the trip, that have to have a brew at a meal
// so that every day of the trip has one: on a day with several stops the first, or with
// last the last of them. Days that have one already are left out.
func Without(t Trip, m Meal, last bool) []int {
	covered := map[int]bool{}
	days := func(s Stop) (out []int) {
		for d := s.Day; d < s.Day+s.nights(); d++ {
			out = append(out, d)
		}
		return out
	}
	for _, s := range t.Stops {
		for _, b := range s.Brews {
			if b.At == "" {
				continue
			}
			if d := minutes(b.At) - minutes(m.At); d > -nearMin && d < nearMin {
				for _, day := range days(s) {
					covered[day] = true
				}
			}
		}
	}
	var out []int
	for k := range t.Stops {
		i := k
		if last {
			i = len(t.Stops) - 1 - k
		}
		wanted := false
		for _, d := range days(t.Stops[i]) {
			wanted = wanted || !covered[d]
			covered[d] = true
		}
		if wanted {
			out = append(out, i)
		}
	}
	slices.Sort(out)
	return out
}
