package trip

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/quantity"
)

func at(name string, day int, b ...Brew) Stop {
	s := Stop{Day: day, Conditions: brew.Conditions{Place: place(500, 12), Water: brew.Water{Source: ptr("tap")}}, Spot: Spot{Name: name}}
	for _, x := range b {
		r := brew.Request{Conditions: s.Conditions}
		r.Method, r.School, r.Drinkers, r.CupMl, r.Heat, r.Ratio = x.Request.Method, x.Request.School, x.Request.Drinkers, x.Request.CupMl, x.Request.Heat, x.Request.Ratio
		x.Request = r
		s.Brews = append(s.Brews, x)
	}
	return s
}

func wants(id int64, at, method string, people float64) Brew {
	return Brew{ID: id, At: at, Request: brew.Request{Method: method, Drinkers: &people}}
}

// What is served is what the home brew is for: its coffee counts once.
func TestConcentrateCountsOnce(t *testing.T) {
	home := wants(1, "18:00", "cold-concentrate", 4) // 4 × 225 ml, one part in four: 225 ml
	in := Trip{Name: "Vials", People: 2, Stops: []Stop{at("Home", 1, home), at("Hut", 2, wants(2, "07:00", "serve-concentrate", 2)), at("Pass", 3, wants(3, "07:00", "serve-concentrate", 2))}}
	in.Stops[0].Brews[0].Request.School = ptr("one-to-four")
	r := result(t, in)
	assert.InDelta(t, r.Brews[0].DoseG, *r.Totals.CoffeeG, 1e-9)
	assert.Len(t, r.Bags, 1)
	for _, task := range r.Tasks {
		assert.NotContains(t, task.ID, "concentrate:", "nothing more is made")
		assert.NotEqual(t, "concentrate", task.ID)
	}
	assert.Empty(t, r.Notes)
	// Half as much made: the rest is made for them, and is bought.
	in.Stops[0].Brews[0].Request.Drinkers = ptr(2.0)
	r = result(t, in)
	assert.InDelta(t, 2*r.Brews[0].DoseG, *r.Totals.CoffeeG, 1e-6)
	// Too much: it says so.
	in.Stops[0].Brews[0].Request.Drinkers = ptr(8.0)
	r = result(t, in)
	require.Len(t, r.Notes, 1)
	assert.Contains(t, r.Notes[0].Text, "of concentrate is left over")
	// Without a home brew they are made for, with their coffee, in time.
	alone := Trip{Name: "Vials", People: 2, Stops: in.Stops[1:]}
	alone.Stops[0].Day, alone.Stops[1].Day = 1, 2
	r = result(t, alone)
	assert.InDelta(t, r.Brews[0].DoseG+r.Brews[1].DoseG, *r.Totals.CoffeeG, 1e-9)
}

// How long a concentrate keeps is held against the day on which it is drunk.
func TestConcentrateKeepsSoLong(t *testing.T) {
	level := func(day int) string {
		in := Trip{Name: "Vials", People: 2, Stops: []Stop{at("Home", 1, wants(1, "18:00", "cold-concentrate", 4)), at("Hut", day, wants(2, "07:00", "serve-concentrate", 2))}}
		for _, k := range result(t, in).Cautions {
			if strings.HasPrefix(k.ID, "keeps:") {
				return k.Level
			}
		}
		return ""
	}
	assert.Equal(t, "", level(3), "two days")
	assert.Equal(t, "care", level(4))
	assert.Equal(t, "care", level(15), "two weeks, cold")
	assert.Equal(t, "danger", level(16))
}

// Fuel that is there is there once, however many kinds are burned.
func TestCarriedFuelCountsOnce(t *testing.T) {
	spirit, tablets := wants(1, "07:00", "pot", 1), wants(2, "16:00", "pot", 1)
	spirit.Request.Heat.Burner, tablets.Request.Heat.Burner = ptr("spirit"), ptr("tablets")
	r := result(t, Trip{Name: "Two stoves", People: 1, Stops: []Stop{at("Camp", 1, spirit, tablets)}, Supplies: Supplies{FuelG: ptr(500.0)}})
	total := 0.0
	for _, b := range r.Buy {
		if b.ID == "fuel:ethanol" {
			assert.Equal(t, 500.0, b.Amount)
		}
		if strings.HasPrefix(b.ID, "fuel:") {
			total += b.Amount
		}
	}
	assert.Less(t, total, 600.0)
}

// One brew may take its own water: bottles beside a lake that is boiled.
func TestEachBrewMayChooseItsWater(t *testing.T) {
	s := at("Lake", 1, wants(1, "07:00", "pot", 2), wants(2, "16:00", "cone", 2))
	for i := range s.Brews {
		s.Brews[i].Request.Water = brew.Water{Source: ptr("lake"), Treatment: ptr("boil")}
	}
	s.Conditions.Water = brew.Water{Source: ptr("lake"), Treatment: ptr("boil")}
	s.Brews[1].Request.Water = brew.Water{Source: ptr("bottled")}
	r := result(t, Trip{Name: "Two waters", People: 2, Stops: []Stop{s}})
	assert.InDelta(t, r.Brews[1].WaterMl, r.Stops[0].BottledMl, 1e-9)
	assert.Equal(t, 60.0, r.Stops[0].TreatS, "one of the two is boiled")
	found := false
	for _, b := range r.Buy {
		found = found || b.ID == "bottled" && b.Amount >= r.Brews[1].WaterMl
	}
	assert.True(t, found, "the bottles are to be had")
}

// A brew that ends after midnight begins the evening before, and stands there.
func TestTheEveningBeforeStandsInItsPlace(t *testing.T) {
	in := Trip{Name: "Night", People: 1, Stops: []Stop{at("Camp", 1, wants(1, "07:52", "pot", 1)), at("Pass", 2, wants(2, "00:05", "pot", 1))}}
	var order []string
	for _, task := range result(t, in).Tasks {
		if strings.HasPrefix(task.ID, "brew:") {
			order = append(order, task.ID)
		}
	}
	assert.Equal(t, []string{"brew:1:1", "brew:2:2"}, order)
}

// Two stops on one day: a new brew takes the next free meal, after those of the stops
// before it; and two at one moment are told.
func TestTheNextFreeMeal(t *testing.T) {
	in := Trip{Name: "Day", People: 1, Stops: []Stop{at("Hut", 1, wants(1, "06:50", "pot", 1)), at("Col", 1), at("Camp", 2)}}
	assert.Equal(t, "10:00", NextMeal(in, 0).At, "breakfast is taken")
	assert.Equal(t, "10:00", NextMeal(in, 1).At)
	assert.Equal(t, "07:00", NextMeal(in, 2).At, "another day")
	in.Stops[0].Brews[0].At = "09:45"
	assert.Equal(t, "13:00", NextMeal(in, 1).At, "not before the brew of the stop that one comes from")
	in.Stops[0].Brews[0].At = "06:50"
	in.Stops[1].Brews = at("", 1, wants(2, "13:20", "pot", 1)).Brews
	assert.Equal(t, "10:00", NextMeal(in, 1).At, "the first that is free")
	for i, m := range Meals {
		in.Stops[2].Brews = append(in.Stops[2].Brews, at("", 2, wants(int64(10+i), m.At, "pot", 1)).Brews...)
	}
	assert.Equal(t, Meal{}, NextMeal(in, 2), "none is free: any time")
	in.Stops[1].Brews[0].At = "06:50"
	told := false
	for _, k := range result(t, in).Cautions {
		told = told || strings.HasPrefix(k.ID, "same-time:")
	}
	assert.True(t, told, "nobody is in two places at once")
}

// Electric heat is no fire on the schedule either.
func TestTheScheduleOfAMainsKettle(t *testing.T) {
	b := wants(1, "07:00", "cone", 1)
	b.Request.Heat.Burner = ptr("mains")
	for _, task := range result(t, Trip{Name: "Room", People: 1, Stops: []Stop{at("Guest house", 1, b)}}).Tasks {
		assert.NotRegexp(t, "monoxide|stove|flame", task.Text+task.Why, task.ID)
	}
}

// The packing list is what is carried: a cup for everybody, the papers that the brews
// take, and its lines add up to what it says.
func TestThePackingListAddsUp(t *testing.T) {
	in := Trip{Name: "Pack", People: 3, Stops: []Stop{at("Camp", 1, wants(1, "07:00", "cone", 1))}}
	items := []gear.Item{{ID: 1, Name: "Cone dripper", Kind: gear.Brewer, Type: "cone dripper", MassG: 95}, {ID: 2, Name: "Cone papers", Kind: gear.Filter, Type: "cone paper", MassG: 1.5, Count: ptr(40.0)},
		{ID: 3, Name: "Cup", Kind: gear.Cup, MassG: 100, Count: ptr(2.0)}, {ID: 4, Name: "Pot", Kind: gear.Vessel, MassG: 150}}
	r := result(t, in)
	r.WithKit(items, in.People)
	sum := 0.0
	texts := ""
	for _, l := range r.Packing {
		if l.MassG != nil {
			sum += *l.MassG
		}
		texts += l.Text + "\n"
	}
	assert.InDelta(t, sum, *r.Totals.PackedG, 1e-9)
	assert.Contains(t, texts, "2 × Cup, for 3 people: 1 more, or drink in turn")
	papers := 0.0
	for _, b := range r.Buy {
		if b.ID == "filter:cone paper" {
			papers = b.Amount
		}
	}
	assert.Contains(t, texts, "Cone papers: "+quantity.Of(papers, quantity.None).String()+" of 40")
	assert.Equal(t, 1, strings.Count(texts, "one papers"), "papers stand once")
	in.People = 2
	r = result(t, in)
	r.WithKit(items, in.People)
	assert.InDelta(t, 95+200+150, *r.Totals.KitG, 1e-9, "a cup for each of two")
}

// A cone for which nobody says how high, or where the water is from, says so to the
// whole trip.
func TestATripSaysWhatIsNotSaid(t *testing.T) {
	s := Stop{Day: 1, Brews: []Brew{{ID: 1, Request: brew.Request{Method: "cone"}}}, Spot: Spot{Name: "Somewhere"}}
	r := result(t, Trip{Name: "Unknown", People: 1, Stops: []Stop{s}})
	require.NotNil(t, r.Stops[0].Water.Caution)
	assert.Equal(t, "water-unsaid", r.Stops[0].Water.Caution.ID)
	assert.Empty(t, r.Stops[0].Strip, "no boiling points round an altitude that nobody knows")
	assert.True(t, r.Stops[0].Unplaced)
	ids := map[string]bool{}
	for _, k := range r.Cautions {
		ids[k.ID] = true
	}
	assert.True(t, ids["doubtful:0"])
	assert.True(t, ids["unplaced:0"], "and how high it is, by which its figures are those of the sea")
}

// One is one: nobody weighs out 1 portions.
func TestOneOfSomethingIsSaidSo(t *testing.T) {
	in := two()
	in.Stops = in.Stops[:1]
	in.Stops[0].Brews = in.Stops[0].Brews[:1]
	said := ""
	for _, task := range result(t, in).Tasks {
		said += task.Text + "\n"
	}
	assert.Contains(t, said, "Weigh out 1 portion of whole beans, one bag per brew; label it.")
	assert.NotRegexp(t, `\b1 (portions|days|brews|cups|papers|canisters)\b`, said)
}
