package hidden

import (
	"fmt"
	"math"

	"apodemos/core/brew"
	"apodemos/core/taste"
)

// Next is what to brew after the cups of a history, with how sure that is said to be, and whether it
// was asked if something had changed.
type Next func(h taste.History) (Told, error)

// Told is what somebody is told to brew.
type Told struct {
	Request brew.Request
	Sure    float64
	Notice  *taste.Notice
}

// A Course is what many people go through, cup after cup.
type Course struct {
	People  int
	From    uint64 // the first seed
	Cups    int
	Wrong   float64  // share of answers in wrong words
	Changed int      // the cup from which there is quite another coffee in the bag, unknown to the advice; 0 for none
	Known   bool     // it is known, for it has another name
	Answers bool     // who is asked whether something changed, says
	Allow   []string // the levers
}

// Measured is what came of a course.
type Measured struct {
	On      []float64 // the share on target at each cup, in %; 0 is not used
	Bins    [10]Bin   // by how sure the advice was said to be
	Noticed []float64 // the share of people who were asked, after each cup, whether something had changed, in %
}

// A Bin is advices that were said to be about as sure.
type Bin struct {
	N, Right int
	Said     float64 // the sum
}

// Follow lets people brew what they are told, and taste.
func (c Course) Follow(plans *Planner, next Next) (Measured, error) {
	out := Measured{On: make([]float64, c.Cups+1), Noticed: make([]float64, c.Cups+1)}
	for i := range c.People {
		p := Draw(c.From+uint64(i), plans)
		p.Wrong = c.Wrong
		coffee := "A"
		p.Open(coffee)
		r := p.Request()
		r.Coffee.ID, r.Coffee.Name = new(coffee), new(coffee)
		h := taste.History{Allow: c.Allow}
		sure := -1.0
		for cup := 1; cup <= c.Cups; cup++ {
			if cup == c.Changed {
				p.Change(coffee)
				if c.Known {
					was := p.coffees[coffee]
					coffee = "B"
					p.coffees[coffee] = was
					r.Coffee.ID, r.Coffee.Name = new(coffee), new(coffee)
					h.Next = &r
					told, err := next(h)
					if err != nil {
						return out, fmt.Errorf("person %d, cup %d: %w", i, cup, err)
					}
					r, sure, h.Next = told.Request, told.Sure, nil
				}
			}
			on := p.OnTarget(coffee, r)
			if on {
				out.On[cup] += 100 / float64(c.People)
			}
			if sure >= 0 {
				b := &out.Bins[min(int(sure*10), 9)]
				b.N++
				b.Said += sure
				if on {
					b.Right++
				}
			}
			h.Brews = append(h.Brews, taste.Brew{Request: r, Tasting: p.Taste(coffee, r)})
			told, err := next(h)
			if err != nil {
				return out, fmt.Errorf("person %d, cup %d: %w", i, cup, err)
			}
			r, sure = told.Request, told.Sure
			if told.Notice != nil {
				out.Noticed[cup] += 100 / float64(c.People)
				if c.Answers {
					// One looks at the bag, and finds another one there, or the same as ever.
					h.Brews[told.Notice.Brew].Tasting.Changed = taste.NothingChanged
					if c.Changed > 0 && cup >= c.Changed {
						h.Brews[told.Notice.Brew].Tasting.Changed = "bag"
					}
					if told, err = next(h); err != nil {
						return out, fmt.Errorf("person %d, cup %d: %w", i, cup, err)
					}
					r, sure = told.Request, told.Sure
				}
			}
		}
	}
	return out, nil
}

// Sixth lets people get to know five coffees, and gives the shares, in %, that are on target with the
// first cup of a sixth: as the recipe has it, and as they are told.
func Sixth(people int, from uint64, plans *Planner, next Next) (byRecipe, told float64, err error) {
	const each = 5
	for i := range people {
		p := Draw(from+uint64(i), plans)
		p.Wrong = Slips
		first := p.Request()
		var h taste.History
		for _, coffee := range []string{"A", "B", "C", "D", "E"} {
			p.Open(coffee)
			r := first
			r.Coffee.ID, r.Coffee.Name = new(coffee), new(coffee)
			for range each {
				h.Brews = append(h.Brews, taste.Brew{Request: r, Tasting: p.Taste(coffee, r)})
				got, err := next(h)
				if err != nil {
					return 0, 0, fmt.Errorf("person %d, coffee %s: %w", i, coffee, err)
				}
				r = got.Request
			}
		}
		p.Open("F")
		r := first
		r.Coffee.ID, r.Coffee.Name = new("F"), new("F")
		if p.OnTarget("F", r) {
			byRecipe += 100 / float64(people)
		}
		h.Next = &r
		got, err := next(h)
		if err != nil {
			return 0, 0, fmt.Errorf("person %d, the sixth coffee: %w", i, err)
		}
		if p.OnTarget("F", got.Request) {
			told += 100 / float64(people)
		}
	}
	return byRecipe, told, nil
}

// Add puts the bins of another course to these.
func (m *Measured) Add(o Measured) {
	for i, b := range o.Bins {
		m.Bins[i].N += b.N
		m.Bins[i].Right += b.Right
		m.Bins[i].Said += b.Said
	}
}

// Advised is the advice of the program.
func Advised(plans *Planner) Next {
	return func(h taste.History) (Told, error) {
		a, err := taste.Advise(h, plans)
		if err != nil {
			return Told{}, err
		}
		return Told{a.Request, a.Sure, a.Noticed}, nil
	}
}

// Thumb is the rule of thumb of the trade: a click finer when sour, coarser when bitter, more
// coffee when weak and less when strong; one thing at a time, the worse first.
func Thumb(plans *Planner) Next {
	return func(h taste.History) (Told, error) {
		if h.Next != nil {
			return Told{Request: *h.Next}, nil
		}
		last := h.Brews[len(h.Brews)-1]
		r := last.Request
		bitter, strong := *last.Tasting.SourBitter, *last.Tasting.WeakStrong
		told, err := plans.Compute(r)
		if err != nil {
			return Told{}, err
		}
		switch {
		case bitter == 0 && strong == 0:
		case math.Abs(bitter) >= math.Abs(strong):
			r.Grinder.Clicks = new(math.Round(*told.Grind.Clicks) + math.Copysign(1, bitter))
		default:
			r.DoseG, r.Ratio = new(math.Round(*told.DoseG)-math.Copysign(1, strong)), nil
		}
		if _, err := plans.Compute(r); err != nil {
			return Told{Request: last.Request}, nil
		}
		return Told{Request: r}, nil
	}
}
