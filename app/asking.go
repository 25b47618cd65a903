package app

import (
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/trip"
	"apodemos/core/ways"
)

// What is asked of the core alone.
type (
	ChangedIn struct {
		Request brew.Request `json:"request"`
		Change  brew.Change  `json:"change"`
	}
	PlanTripIn struct {
		Trip    Trip             `json:"trip"`
		Stops   []Stop           `json:"stops"`
		Brews   []Brew           `json:"brews"`
		Coffees []trip.CoffeeBag `json:"coffees,omitempty" doc:"That the brews name"`
		Items   []gear.Item      `json:"items" doc:"What goes along"`
		Steps   bool             `json:"steps,omitempty"`
	}
	WhatIfIn struct {
		Trip    Trip             `json:"trip"`
		Stops   []Stop           `json:"stops"`
		Brews   []Brew           `json:"brews"`
		Coffees []trip.CoffeeBag `json:"coffees,omitempty" doc:"That the brews name"`
		What    trip.WhatIf      `json:"what"`
	}
)

// WordsIn is something said in words.
type WordsIn struct {
	Words string `json:"words" maxLength:"4000"`
}

// ReadRecipeIn is a recipe in words, with what a person says that pieces of them are.
type ReadRecipeIn struct {
	Words   string           `json:"words" maxLength:"4000"`
	Choices []recipe.PieceIs `json:"choices,omitempty" maxItems:"60" doc:"What pieces of the words are that were read as something else"`
}

// FitIn asks how a brew's gear goes together.
type FitIn struct {
	Request brew.Request `json:"request"`
	Have    []gear.Item  `json:"have" maxItems:"400"`
	Along   []int64      `json:"along,omitempty" maxItems:"400" doc:"IDs of the pieces that go along: they are taken before the others"`
}

// FitOf is the gear that suits a brew best, of what there is, and how it goes together. Its
// error is brew.Problems.
func FitOf(in FitIn) (*ways.Fit, error) {
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, err
	}
	return new(ways.For(p, in.Have, in.Along)), nil
}

// BenchBoil asks what water boils at; it is shaped as the other questions are.
type BenchBoil struct {
	Request brew.Request `json:"request"`
}
