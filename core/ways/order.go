package ways

import (
	"math"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// Wish is what a person wants most of a brew; empty for balanced.
type Wish string

// The wishes.
const (
	Balanced    Wish = ""
	Quick       Wish = "quick"
	Light       Wish = "light"
	Clear       Wish = "clear"
	Full        Wish = "full"
	Tidy        Wish = "tidy"
	LittleWater Wish = "little-water"
)

// Wishes lists them.
var Wishes = []Wish{Balanced, Quick, Light, Clear, Full, Tidy, LittleWater}

// What halves a mark, and what spreads it. From memory.
const (
	halfMin   = 12.0 // minutes in all
	halfHands = 6.0  // minutes that take hands
	halfG     = 150.0
	halfFuelG = 15.0
	midPct    = 20.0 // the middle of the published window of extraction
	widePct   = 4.0
	unsafe    = 0.6 // of the points, where the water has to be made safe first
	careful   = 0.95
	lukewarmC = 45.0 // cups under it are cold ones
	warmAirC  = 24.0 // air over it makes one want them
	spreadC   = 4.0
	soonH     = 2.0 // hours after which a way is half as good: it is for another day
)

// half is 1 for nothing and a half at h: no step anywhere, so that a small change never
// makes a large one.
func half(v *float64, h float64) float64 {
	if v == nil {
		return 1
	}
	return h / (h + math.Max(*v, 0))
}

// logistic is 0 far under 0 and 1 far over it.
func logistic(x float64) float64 { return 1 / (1 + math.Exp(-x)) }

// order weighs a way for a wish. The weighing is Apodemos' own, from memory: seven tenths
// for what is wished and three for the rest, or all alike where nothing is.
func order(c brew.Choice, m method.Method, w Wish, fit Fit, airC float64) *working.Figure {
	mark := func(n int) float64 { return float64(n-1) / 4 }
	good := 0.7 // of what is no brew of coffee and water, and has no window
	if e := c.ExtractionPct; e != nil && m.Contact != method.Dilution && m.Contact != method.Cold {
		good = math.Exp(-math.Pow((*e-midPct)/widePct, 2))
	}
	drink := 1.0
	if c.CarryMl != nil && c.DrinkMl != nil && *c.CarryMl > 0 {
		drink = math.Min(*c.DrinkMl / *c.CarryMl, 1)
	}
	minutes := func(s *float64) *float64 {
		if s == nil {
			return nil
		}
		return new(*s / 60)
	}
	var weight *float64
	if c.Weight != nil {
		weight = c.Weight.Value
	}
	parts := []struct {
		label string
		of    Wish
		v     float64
	}{
		{"soon ready", Quick, half(minutes(c.TotalS), halfMin)},
		{"few hands", Quick, half(minutes(c.HandsS), halfHands)},
		{"little to carry", Light, half(weight, halfG)},
		{"little fuel", Light, half(c.FuelG, halfFuelG)},
		{"clear", Clear, mark(m.Scores.Clarity)},
		{"full", Full, mark(m.Scores.Body)},
		{"tidy", Tidy, mark(m.Scores.Tidiness)},
		{"little water beside the drink", LittleWater, drink},
		{"forgiving", Balanced, mark(m.Scores.Forgiveness)},
		{"extraction near the middle of the window", Balanced, good},
	}
	var wished, wn, rest, rn float64
	f := &working.Figure{Label: "Rank among the methods", Value: new(float64), Unit: quantity.Point, Kind: working.Memory, Source: "our own weighing, from memory",
		Formula: "100 × (0.7 × the mean of what is wished for + 0.3 × the mean of the rest), or the mean of all where nothing is; × 0.6 where the water has to be made safe first; × 2 h / (2 h + time in all), for what takes hours is for another day; × down to 0.3 for a cold cup in cold air; × 0.95 for each thing that fits only with care",
		Limits:  "Which cup tastes better is yours to say: it orders, it does not judge."}
	for _, p := range parts {
		f.Inputs = append(f.Inputs, working.Num(p.label, 100*p.v, quantity.Point, ""))
		if w != Balanced && p.of == w {
			wished, wn = wished+p.v, wn+1
		} else {
			rest, rn = rest+p.v, rn+1
		}
	}
	v := rest / rn
	if wn > 0 {
		v = 0.7*wished/wn + 0.3*v
	}
	if c.Water != "" {
		v *= unsafe
		f.Inputs = append(f.Inputs, working.Word("water", "has to be made safe first", ""))
	}
	if c.TotalS != nil {
		hours := *c.TotalS / 3600
		v *= soonH / (soonH + hours)
		f.Inputs = append(f.Inputs, working.Num("here and now", 100*soonH/(soonH+hours), quantity.Percent, "total_s"))
	}
	if c.CupC != nil {
		// A cold cup is welcome in the heat, and not in the cold.
		cold := logistic((lukewarmC - *c.CupC) / spreadC)
		welcome := 1 - 0.7*cold*logistic((warmAirC-airC)/spreadC)
		v *= welcome
		f.Inputs = append(f.Inputs, working.Num("as warm as one wants it in this air", 100*welcome, quantity.Percent, "cup_c"))
	}
	for _, j := range fit.Joints {
		if j.Level == gear.Care {
			v *= careful
			f.Inputs = append(f.Inputs, working.Word("fits with care", j.Text, ""))
		}
	}
	*f.Value = 100 * v
	return f
}
