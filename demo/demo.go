// Package demo fills an empty store with a made-up journey: invented people,
// places and tastes, for looking at and for tests.
package demo

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"time"

	"github.com/google/uuid"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/gear"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/core/trip"
	"apodemos/store"
)

func ptr[T any](v T) *T { return &v }

type stop struct {
	name  string
	day   int
	km    float64
	zone  string
	note  string
	cond  brew.Conditions
	facts trip.Facts
}

// ways are ways to the water.
var ways = map[string]string{
	"River gorge":  "Down the steps behind the chapel; they are slippery after rain.",
	"High plateau": "East along the ledge, past three cairns; ice on it till eight.",
}

func gas() brew.Heat { return brew.Heat{Burner: ptr("canister")} }

func place(altitude, air, wind float64) brew.Place {
	return brew.Place{AltitudeM: ptr(altitude), AirC: ptr(air), WindMs: ptr(wind)}
}

// at puts made-up coordinates into facts.
func at(lat, lon float64, f trip.Facts) trip.Facts {
	f.Lat, f.Lon = ptr(lat), ptr(lon)
	return f
}

var stops = []stop{
	{"Ferry night", 1, 0, "Etc/GMT-1", "Urn in the saloon, no flame on board.", brew.Conditions{
		Place: place(6, 18, 0), Water: brew.Water{Source: ptr("urn")}, Heat: brew.Heat{SuppliedC: ptr(92.0)}},
		at(41.02, 17.35, trip.Facts{Allowed: []string{"urn"}, Bin: true, LegBy: "ferry", LegHours: ptr(11.0)})},
	{"Windy beach", 2, 38, "Etc/GMT-1", "All water is carried in. Stove behind the boat.", brew.Conditions{
		Place: place(4, 14, 6), Water: brew.Water{Source: ptr("none"), Treatment: ptr("safe"), SourceC: ptr(14.0)}, Heat: gas()},
		at(41.21, 18.06, trip.Facts{Allowed: []string{"stove"}, LegBy: "foot", LegHours: ptr(9.0), MorningC: ptr(12.0), DayC: ptr(16.0)})},
	{"River gorge", 3, 96, "Etc/GMT-2", "Hot by ten. River water, cloudy: filter and boil.", brew.Conditions{
		Place: place(620, 35, 1), Water: brew.Water{Source: ptr("stream"), SourceC: ptr(19.0), Treatment: ptr("boil")}, Heat: gas()},
		at(41.47, 18.62, trip.Facts{Allowed: []string{"stove"}, FireBan: false, LegBy: "road", LegHours: ptr(5.0), MorningC: ptr(24.0), DayC: ptr(35.0)})},
	{"Village guest house", 4, 171, "Etc/GMT-2", "Kettle in the room; tap water is hard.", brew.Conditions{
		Place: place(1880, 19, 0), Water: brew.Water{Source: ptr("tap"), SourceC: ptr(12.0), TDSMgL: ptr(310.0)}, Heat: brew.Heat{Burner: ptr("mains")}},
		at(41.88, 19.21, trip.Facts{Allowed: []string{"mains"}, Bin: true, Resupply: []string{"milk"}, LegBy: "road", LegHours: ptr(6.0)})},
	{"High plateau", 5, 238, "Etc/GMT-2", "Frost till eight. Spring 200 m east of the cairns.", brew.Conditions{
		Place: place(3900, -4, 3), Water: brew.Water{Source: ptr("spring"), Treatment: ptr("safe"), SourceC: ptr(4.0), TDSMgL: ptr(35.0)}, Heat: gas()},
		at(42.15, 19.74, trip.Facts{Allowed: []string{"stove"}, LegBy: "foot", LegHours: ptr(8.0), MorningC: ptr(-4.0), DayC: ptr(7.0)})},
	{"Glacier bivouac", 6, 262, "Etc/GMT-2", "No running water: snow to melt.", brew.Conditions{
		Place: place(4700, -9, 4), Water: brew.Water{Source: ptr("snow"), State: ptr("snow"), Treatment: ptr("boil"), SourceC: ptr(-8.0), TDSMgL: ptr(5.0)}, Heat: func() brew.Heat { h := gas(); h.Screen = ptr(true); return h }()},
		at(42.24, 19.93, trip.Facts{Allowed: []string{"stove"}, LegBy: "foot", LegHours: ptr(10.0)})},
	{"Forest hut", 7, 301, "Etc/GMT-2", "Wood stove; spring at the door.", brew.Conditions{
		Place: place(2250, 11, 0), Water: brew.Water{Source: ptr("spring"), Treatment: ptr("safe"), SourceC: ptr(8.0)}, Heat: brew.Heat{Burner: ptr("fire"), Efficiency: ptr(0.15)}},
		at(42.41, 20.18, trip.Facts{Allowed: []string{"fire", "stove"}, LegBy: "road", LegHours: ptr(4.0), MorningC: ptr(9.0), DayC: ptr(15.0)})},
	{"Market town", 8, 352, "Etc/GMT-1", "Beans, gas and papers to be had.", brew.Conditions{
		Place: place(840, 22, 0), Water: brew.Water{Source: ptr("tap"), SourceC: ptr(15.0)}, Heat: brew.Heat{Burner: ptr("mains")}},
		at(42.58, 20.77, trip.Facts{Allowed: []string{"mains", "stove"}, Bin: true, Resupply: []string{"coffee", "fuel", "filters", "milk"}, LegBy: "train", LegHours: ptr(13.0)})},
	{"Sleeper train", 9, 640, "Etc/GMT-1", "Hot water at the end of the carriage, about 90 °C. No flame.", brew.Conditions{
		Place: place(300, 21, 0), Water: brew.Water{Source: ptr("urn")}, Heat: brew.Heat{SuppliedC: ptr(90.0)}},
		at(44.02, 17.9, trip.Facts{Allowed: []string{"urn"}, Bin: true})},
}

type made struct {
	stop                                  int
	name, at, method                      string
	change                                func(*brew.Request)
	logged                                string // day of September the first entry was made
	sourBitter, weakStrong, sediment, mrk []int
	words                                 []string
	notes                                 []string
	coffee                                string                // the bag that it is of
	then                                  []func(*brew.Request) // what was changed before each entry
}

func pot1400(r *brew.Request) {
	r.Vessel = brew.Vessel{CapacityMl: ptr(1400.0), DiameterMm: ptr(155.0), MassG: ptr(175.0), Material: ptr("titanium")}
}

func insulated(r *brew.Request) { r.Cup = brew.Cup{Insulated: ptr(true), MassG: ptr(210.0)} }

var brews = []made{
	{0, "Before the saloon fills", "06:40", "cup-steep", nil, "05", []int{-1}, []int{-1}, []int{0}, []int{6}, []string{"Thin. The urn was slow to come up again."}, nil, "", nil},
	{0, "On deck", "09:30", "cone", insulated, "05", []int{0}, []int{0}, []int{0}, []int{7}, []string{"Better with the cup warmed."}, nil, terrace, nil},
	{1, "Two mugs behind the boat", "07:10", "pot", pot1400, "06", []int{1, 0}, []int{0, 1}, []int{1, 2}, []int{6, 7}, []string{"A little bitter; steeped while I moved the tent peg.", "Skimmed properly this time."}, []string{"walnut", "walnut, toast"}, harbour, nil},
	{1, "Afternoon", "16:00", "hand-press", func(r *brew.Request) { r.Drinkers = ptr(1.0) }, "06", []int{-1}, []int{0}, []int{0}, []int{6}, []string{"Short cup: the chamber is small. Added water."}, nil, "", nil},
	{2, "Early, before the heat", "05:50", "cone", nil, "07", []int{0, 0}, []int{0, 0}, []int{0, 0}, []int{8, 8}, []string{"Clear, plum and cocoa.", "The same again, on purpose."}, []string{"plum, cocoa", "plum"}, terrace, nil},
	{2, "Shade at noon", "12:20", "pot", pot1400, "07", []int{1}, []int{1}, []int{1}, []int{5}, []string{"Too strong for the heat."}, nil, "", nil},
	{3, "Room kettle", "07:30", "cone", nil, "08", []int{0, 1}, []int{1, 0}, []int{0, 0}, []int{7, 6}, []string{"Flat: hard tap water.", "Dull again. Buy bottled next time."}, nil, "", nil},
	{3, "For the hosts", "17:00", "pot", func(r *brew.Request) { pot1400(r); r.Drinkers = ptr(4.0) }, "08", []int{0}, []int{0}, []int{1}, []int{8}, []string{"Asked for seconds."}, nil, "", nil},
	{4, "First light", "06:30", "cone", func(r *brew.Request) {
		r.Grinder = brew.Grinder{UmPerClick: ptr(37.0), ZeroUm: ptr(0.0), Clicks: ptr(20.0)}
	}, "09", []int{-2, -1, -1}, []int{-1, -1, 0}, []int{0, 0, 0}, []int{4, 5, 6}, []string{"Sour and thin: the water never got hot.", "Kept the kettle on; still sour.", "Two clicks finer. Nearly there."},
		[]string{"", "lemon", "lemon, plum"}, terrace, []func(*brew.Request){nil, nil, clicks(18)}},
	{4, "Back from the ridge", "15:15", "pot", pot1400, "09", []int{-1, 0}, []int{0, 0}, []int{1, 1}, []int{6, 7}, []string{"A touch sour.", "Left it a minute and a half longer."}, nil, "", nil},
	{5, "Inside the windbreak", "05:40", "pot", pot1400, "10", []int{-1, 0}, []int{0, 1}, []int{2, 1}, []int{6, 7}, []string{"Melting took for ever.", "Starter water kept warm overnight."}, nil, "", nil},
	{6, "Hut table", "07:00", "pot", func(r *brew.Request) { pot1400(r); r.School = ptr("warm-boil") }, "11", []int{0}, []int{0}, []int{1}, []int{8}, []string{"Round. Smoke does not hurt."}, nil, "", nil},
	{6, "After wood", "16:30", "cone", nil, "11", []int{0, -1}, []int{-1, 0}, []int{0, 0}, []int{7, 6}, []string{"Light and sweet.", "Poured too fast."}, nil, "", nil},
	{7, "Balcony", "08:00", "cone", func(r *brew.Request) { r.Coffee = brew.Coffee{Roast: ptr("light"), DaysOff: ptr(5.0)} }, "12", []int{-1, 0}, []int{0, 0}, []int{0, 0}, []int{7, 9}, []string{"New beans, very lively.", "Day five: citrus, long."}, nil, "", nil},
	{8, "Last morning", "06:15", "serve-concentrate", insulated, "", nil, nil, nil, nil, nil, nil, "", nil},
}

// The bags along, by the names that they are kept under.
const (
	terrace = "Cloud terrace, washed"
	harbour = "Harbour blend"
)

// bag is the recipe that is printed on one of them.
const bag = "13 g · 200 g · 90 °C · medium-coarse · 30 / 110 / 170 / 200 at 0:00 / 0:45 / 1:30 / 2:15 · 3:20"

var coffees = []app.CoffeeSet{
	{Name: terrace, Roast: "medium", RoastedOn: "2026-08-24", Species: "arabica", Process: "washed", Printed: "plum, cocoa, orange blossom", Words: bag, Grams: ptr(500.0), Since: "2026-08-27T05:00:00Z"},
	{Name: harbour, Roast: "medium", RoastedOn: "2026-08-22", Species: "arabica", Printed: "walnut, caramel, dried fig", Grams: ptr(1000.0), Since: "2026-08-27T05:00:00Z"},
}

func clicks(n float64) func(*brew.Request) {
	return func(r *brew.Request) { r.Grinder.Clicks = &n }
}

// home is where the first bag was dialled in before leaving.
var home = brew.Conditions{Place: place(90, 20, 0), Water: brew.Water{Source: ptr("tap"), SourceC: ptr(15.0)}, Heat: brew.Heat{Burner: ptr("mains")}}

// A cup at home: its clicks, what was had otherwise, and what was tasted.
type cup struct {
	day            string // of August
	clicks         float64
	had            taste.Had
	bitter, strong float64
	mark           float64
	words, notes   string
}

// dialIn is how the first bag was dialled in, with one mistake. Invented, with the scatter
// that people and cups have.
var dialIn = []cup{
	{"27", 24, taste.Had{}, -2, -1, 4, "Sour, thin.", "lemon"},
	{"28", 22, taste.Had{}, -1, 0, 6, "Better. Still a little sour.", "lemon, plum"},
	{"29", 22, taste.Had{WaterG: ptr(270.0)}, 0, -3, 3, "Talked, and poured to 270. Watery: my mistake, not the grinder's.", ""},
	{"30", 21, taste.Had{}, -1, 0, 6, "A little sour.", "plum"},
	{"31", 20, taste.Had{}, 0, 0, 8, "That is it.", "plum, cocoa"},
	{"31", 19, taste.Had{}, 1, 0, 6, "One further, to see: a little bitter.", "cocoa, tobacco"},
}

// deals are the rounds of the blind comparison: seeds, and the cup that was liked.
var deals = []app.BlindDeal{{Seed: 11, Liked: "first"}, {Seed: 12, Liked: "second"}, {Seed: 13, Liked: "second"}, {Seed: 14, Liked: "first"}, {Seed: 15, Liked: "neither"}, {Seed: 16, Liked: "second"}}

// Name is the demo trip's.
const Name = "From the port to the ice field"

// Ready sees to it that a directory holds the demo: it is made where there is nothing
// yet, and anew where that is asked. What is not a demo is left alone, and what is
// replaced is kept; kept says under which name. It is there whole or not at all.
func Ready(ctx context.Context, dir string, fresh bool) (kept string, err error) {
	if store.Exists(dir) {
		is, empty, err := looksAt(ctx, dir)
		switch {
		case err != nil:
			return "", err
		case fresh && !is && !empty:
			return "", fmt.Errorf("--fresh: %s doesn’t hold the demo, so nothing was changed. Enter the demo’s directory, or an empty one", dir)
		case !fresh && !empty:
			return "", nil
		}
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", fmt.Errorf("can’t make the data directory: %w", err)
	}
	left, err := filepath.Glob(filepath.Join(dir, "seeding-*"))
	if err != nil {
		return "", err
	}
	for _, d := range left { // of a start that was cut short
		_ = os.RemoveAll(d)
	}
	tmp, err := os.MkdirTemp(dir, "seeding-")
	if err != nil {
		return "", err
	}
	defer os.RemoveAll(tmp)
	s, err := store.Open(ctx, tmp)
	if err != nil {
		return "", err
	}
	_, err = Seed(ctx, s)
	if err = errors.Join(err, s.SetMeta(ctx, "demo", "1"), s.Close()); err != nil {
		return "", fmt.Errorf("demo data: %w", err)
	}
	return store.Replace(ctx, filepath.Join(dir, store.FileName), filepath.Join(tmp, store.FileName), "before-demo")
}

// looksAt reports whether a directory holds the demo, and whether it holds anything.
func looksAt(ctx context.Context, dir string) (is, empty bool, err error) {
	s, err := store.Open(ctx, dir)
	if err != nil {
		return false, false, err
	}
	defer s.Close()
	a := app.New(s)
	trips, err := a.Trips(ctx)
	if err != nil {
		return false, false, err
	}
	items, err := a.Gear(ctx)
	if err != nil {
		return false, false, err
	}
	is, err = s.IsDemo(ctx)
	for _, t := range trips { // made before a demo said that it is one
		is = is || t.ID == 1 && t.Name == Name
	}
	return is, len(trips)+len(items) == 0, err
}

// Seed makes the demo trip and returns its ID. Its identities are always the same, so
// that links and pictures last.
func Seed(ctx context.Context, s *store.Store) (int64, error) {
	n := 0
	s.Identities(func() string {
		n++
		return uuid.NewSHA1(uuid.NameSpaceURL, fmt.Appendf(nil, "apodemos demo %d", n)).String()
	})
	defer s.Identities(nil)
	a := app.New(s)
	along := trip.Supplies{SugarG: ptr(4.0), Minerals: ptr(true)}
	id, err := a.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: Name, People: 2, StartsOn: "2026-09-05", Supplies: along}})
	if err != nil {
		return 0, err
	}
	ids := make([]int64, len(stops))
	for i, st := range stops {
		ids[i], err = a.AddStop(ctx, app.Stop{TripID: id, StopIn: app.StopIn{Spot: app.Spot{Name: st.name, TimeZone: st.zone, AccessNote: ways[st.name], Note: st.note, Facts: st.facts}, Position: i + 1, Day: st.day, Km: st.km, Conditions: st.cond}})
		if err != nil {
			return 0, fmt.Errorf("stop %q: %w", st.name, err)
		}
	}
	if _, err := a.AddGear(ctx, shelf()); err != nil {
		return 0, fmt.Errorf("gear: %w", err)
	}
	for _, c := range coffees {
		if _, err := a.AddCoffee(ctx, "", c); err != nil {
			return 0, fmt.Errorf("coffee %q: %w", c.Name, err)
		}
	}
	for _, m := range brews {
		r := brew.Request{Conditions: trip.ConditionsAt(stops[m.stop].cond, stops[m.stop].facts, m.at)}
		r.Method = m.method
		r.Drinkers = ptr(2.0)
		if m.change != nil {
			m.change(&r)
		}
		if m.coffee != "" {
			if r.Coffee, err = beans(ctx, a, m.coffee, "2026-09-"+m.logged); err != nil {
				return 0, err
			}
		}
		r = along.In(r)
		p, err := app.Plan(r, false)
		if err != nil {
			return 0, fmt.Errorf("brew %q: %w", m.name, err)
		}
		b, err := a.AddBrew(ctx, app.Brew{StopID: ids[m.stop], Name: m.name, At: m.at, Request: r}, p)
		if err != nil {
			return 0, fmt.Errorf("brew %q: %w", m.name, err)
		}
		first, err := time.Parse("2006-01-02 15:04", "2026-09-"+m.logged+" "+m.at)
		if err != nil {
			continue // not brewed yet
		}
		for i, words := range m.words {
			if i < len(m.then) && m.then[i] != nil {
				m.then[i](&r)
				if b, err = changed(ctx, a, b, r); err != nil {
					return 0, fmt.Errorf("brew %q: %w", m.name, err)
				}
			}
			n := app.Noted{Tasting: taste.Tasting{SourBitter: ptr(float64(m.sourBitter[i])), WeakStrong: ptr(float64(m.weakStrong[i])), Silt: ptr(float64(m.sediment[i])), Mark: ptr(float64(m.mrk[i])), Words: words}}
			if i < len(m.notes) {
				n.Notes = m.notes[i]
			}
			_, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: first.Add(time.Duration(i) * 40 * time.Minute).Format(time.RFC3339),
				Noted: n})
			if err != nil {
				return 0, fmt.Errorf("log of %q: %w", m.name, err)
			}
		}
	}
	if err := atHome(ctx, a); err != nil {
		return 0, fmt.Errorf("at home: %w", err)
	}
	return id, nil
}

// beans are a bag's, on a day.
func beans(ctx context.Context, a app.App, name, day string) (brew.Coffee, error) {
	list, err := a.Coffees(ctx, false)
	if err != nil {
		return brew.Coffee{}, err
	}
	for _, c := range list {
		if c.Name == name {
			return app.BeansOn(c, day, time.Time{}), nil
		}
	}
	return brew.Coffee{}, fmt.Errorf("no coffee %q", name)
}

// changed keeps a brew with another request.
func changed(ctx context.Context, a app.App, b app.Brew, r brew.Request) (app.Brew, error) {
	p, err := app.Plan(r, false)
	if err != nil {
		return b, err
	}
	b.Request = r
	return a.SetBrew(ctx, b, p)
}

// atHome dials the first bag in, and compares two methods blind. The printed recipe is
// kept as one's own.
func atHome(ctx context.Context, a app.App) error {
	st, err := a.AddPlace(ctx, app.Stop{StopIn: app.StopIn{Spot: app.Spot{Name: "Kitchen at home", TimeZone: "Etc/GMT-2", Note: "Before leaving."}, Conditions: home}})
	if err != nil {
		return err
	}
	read, err := recipe.Read(bag)
	if err != nil {
		return err
	}
	own := read.Recipe
	own.Name, own.Method = "From the bag: four pours", "cone"
	if _, err := a.KeepRecipe(ctx, own); err != nil {
		return err
	}
	r := brew.Request{Method: "cone", DoseG: ptr(15.0), WaterG: ptr(230.0), Grinder: brew.Grinder{UmPerClick: ptr(37.0), ZeroUm: ptr(0.0)}, Conditions: home}
	if r.Coffee, err = beans(ctx, a, terrace, "2026-08-29"); err != nil {
		return err
	}
	var b app.Brew
	for i, c := range dialIn {
		r.Grinder.Clicks = ptr(c.clicks)
		if i == 0 {
			kept, err := a.KeepBrew(ctx, st.ID, app.BrewIn{Name: "Dialling in", At: "07:30", Request: r})
			if err != nil {
				return err
			}
			b = kept.Brew
		} else if b, err = changed(ctx, a, b, r); err != nil {
			return err
		}
		_, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-08-" + c.day + fmt.Sprintf("T%02d:30:00Z", 5+i%2*2),
			Noted: app.Noted{Tasting: taste.Tasting{SourBitter: ptr(c.bitter), WeakStrong: ptr(c.strong), Silt: ptr(0.0), Mark: ptr(c.mark), Words: c.words}, Had: c.had, Notes: c.notes}})
		if err != nil {
			return err
		}
	}
	r.Grinder.Clicks = ptr(20.0)
	if b, err = changed(ctx, a, b, r); err != nil {
		return err
	}
	press := brew.Request{Method: "hand-press", Grinder: brew.Grinder{UmPerClick: ptr(37.0), ZeroUm: ptr(0.0)}, Coffee: r.Coffee, Conditions: home}
	other, err := a.KeepBrew(ctx, st.ID, app.BrewIn{Name: "The same in the hand press", At: "16:00", Request: press})
	if err != nil {
		return err
	}
	blind := app.BlindSet{A: b.ID, B: other.ID, Rounds: deals}
	for i := range blind.Rounds {
		blind.Rounds[i].At = fmt.Sprintf("2026-09-01T%02d:00:00Z", 14+i/2)
	}
	_, err = a.AddBlind(ctx, blind)
	return err
}

// shelf is the travellers' gear: the starter shelf, some of it weighed, one thing
// worn, and two that they think of buying.
func shelf() []gear.Item {
	list := gear.Starter()
	for i := range list {
		switch it := &list[i]; it.Name {
		case "Slow metal drip":
			it.MassG, it.Typical = 81, false
		case "Hand grinder":
			it.MassG, it.Typical = 462, false
		case "Cloth filter on a ring":
			it.Condition, it.Note = "worn", "A thread is coming loose."
		case "Burner with heat exchanger":
			it.Price = ptr(120.0)
		case "Pocket pump brewer":
			it.Price = ptr(95.0)
		}
	}
	return list
}
