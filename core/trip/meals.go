package trip

import "cmp"

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
