// Package kit chooses the gear for a trip: from a shelf, the kits that serve
// every brew within its rules and the person's limits, the best of them for a
// stated weighting, and what speaks for each.
package kit

import (
	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Wishes are a person's limits and leanings.
type Wishes struct {
	MassG      *float64 `json:"mass_g,omitempty" minimum:"0" maximum:"50000" doc:"Most to carry, with what is used up"`
	VolumeMl   *float64 `json:"volume_ml,omitempty" minimum:"0" maximum:"100000" doc:"Most bulk of the gear, not nested"`
	Budget     *float64 `json:"budget,omitempty" minimum:"0" maximum:"1000000" doc:"For things not on the shelf yet"`
	MorningMin *float64 `json:"morning_min,omitempty" minimum:"1" maximum:"600" doc:"Longest morning, min"`
	Tidiness   int      `json:"tidiness,omitempty" minimum:"0" maximum:"5" doc:"Least tidiness of a method; 0 for any"`
	Clarity    int      `json:"clarity,omitempty" minimum:"0" maximum:"5" doc:"Wished, 1 to 5; 0 for no wish"`
	Body       int      `json:"body,omitempty" minimum:"0" maximum:"5"`
	Fallback   bool     `json:"fallback,omitempty" doc:"Every brew can be made in a second way, without papers"`
	Buy        bool     `json:"buy,omitempty" doc:"Consider things with a price, too"`
	Must       []int64  `json:"must,omitempty" maxItems:"60" doc:"Items that go along whatever"`
	Without    []int64  `json:"without,omitempty" maxItems:"200" doc:"Items that stay at home"`
	Weights    *Weights `json:"weights,omitempty"`
}

// Weights say what a unit of each objective counts: 100 g, a point of the cup, a
// minute a brew and a point of fuss.
type Weights struct {
	Mass float64 `json:"mass" minimum:"0" maximum:"20"`
	Cup  float64 `json:"cup" minimum:"0" maximum:"20"`
	Time float64 `json:"time" minimum:"0" maximum:"20"`
	Fuss float64 `json:"fuss" minimum:"0" maximum:"20"`
}

// UsualWeights count a point of the cup twice.
var UsualWeights = Weights{1, 2, 1, 1}

// Kit is a set of gear and what comes of it.
type Kit struct {
	Items    []int64   `json:"items"`
	MassG    float64   `json:"mass_g" doc:"Gear, and what is used up until it can be bought, with the water for rinsing at the worst carry"`
	GearG    float64   `json:"gear_g"`
	UsedG    float64   `json:"used_g" doc:"Coffee, fuel with its container, papers, rinsing water"`
	VolumeMl float64   `json:"volume_ml"`
	Price    float64   `json:"price"`
	Cup      float64   `json:"cup" doc:"0 to 100: extraction in the window, taste wished, warmth, steadiness of hand that it asks"`
	Minutes  float64   `json:"minutes" doc:"Mean, each brew"`
	Fuss     float64   `json:"fuss" doc:"Loose parts, mess and papers; less is better"`
	Morning  float64   `json:"morning_min" doc:"Longest morning"`
	Score    float64   `json:"score" doc:"Weighted; less is better"`
	Brews    []Serving `json:"brews"`
}

// Serving is how a kit makes a brew of the trip.
type Serving struct {
	Stop    int     `json:"stop"`
	Brew    int64   `json:"brew"`
	Name    string  `json:"name"`
	Method  string  `json:"method"`
	School  string  `json:"school"`
	Brewer  int64   `json:"brewer" doc:"Item; 0 for none"`
	Into    string  `json:"into" doc:"What a brewer for several runs into: a server, or the cups in turn"`
	Cup     float64 `json:"cup"`
	Minutes float64 `json:"minutes"`
	FuelG   float64 `json:"fuel_g" doc:"An estimate: gas is taken to flow as into the usual pot there. The plan, which looks at this pot and its canister, is within 20 %"`
	Second  string  `json:"second" doc:"The next best way with this kit, and so the fallback; empty when there is none"`
}

// Excluded is an item that stays at home, and why.
type Excluded struct {
	Item int64 `json:"item"`
	quantity.Phrase
}

// Blocked is a brew that no kit serves, and the smallest change that would.
type Blocked struct {
	Stop   int    `json:"stop"`
	Brew   int64  `json:"brew"`
	Name   string `json:"name"`
	Why    string `json:"why"`
	Remedy string `json:"remedy"`
}

// Answer is what the choice comes to.
type Answer struct {
	Best     *Kit              `json:"best"`
	RunnerUp *Kit              `json:"runner_up" doc:"The best kit that lacks a brewer of the best"`
	Front    []Kit             `json:"front" doc:"Kits that no other beats in mass, cup, time and fuss at once"`
	Reasons  []quantity.Phrase `json:"reasons"`
	Excluded []Excluded        `json:"excluded"`
	Blocked  []Blocked         `json:"blocked"`
	Limits   []quantity.Phrase `json:"limits" doc:"Limits of the person that no kit keeps, with the nearest that there is"`
	Joints   []gear.Joint      `json:"joints" doc:"Of the best kit"`
	Nests    []gear.Nest       `json:"nests" doc:"Of the best kit"`
	Kits     float64           `json:"kits" doc:"Considered, all of them"`
	Working  working.Sheet     `json:"working" doc:"Of the best kit's figures"`
	Proven   bool              `json:"proven" doc:"The best is proven: every kit was considered or shown to be worse"`
	Bound    float64           `json:"bound" doc:"Weighted, no kit of the things that were looked at is better than this; the best's own score where it is proven, 0 without one"`
	Said     []string          `json:"said" doc:"What the choice leaves out"`
}
