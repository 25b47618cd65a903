package brew_test

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/water"

	. "apodemos/core/brew"
)

func cautionIDs(p *Plan) map[string]string {
	out := map[string]string{}
	for _, k := range p.Cautions {
		out[k.ID] = k.Level
	}
	return out
}

func stream(treatment string) Water {
	w := Water{Source: ptr("stream"), SourceC: ptr(6.0)}
	if treatment != "" {
		w.Treatment = &treatment
	}
	return w
}

// Nothing that is not said counts as safe: where the water is from decides, and a
// source that nobody vouches for is doubtful.
func TestWhatIsNotSaidOfWaterIsNotSafe(t *testing.T) {
	for source, want := range map[string]string{"": "doubtful", "stream": "doubtful", "lake": "doubtful", "tank": "doubtful", "snow": "doubtful", "spring": "doubtful", "none": "doubtful",
		"tap": "safe", "bottled": "safe", "urn": "safe"} {
		r := Request{Method: "cone"}
		if source != "" {
			r.Water.Source = &source
		}
		p := compute(t, r)
		assert.Equal(t, want, *p.Request.Water.Treatment, "%q", source)
		assert.Contains(t, p.Defaulted, "water.treatment")
		ids := cautionIDs(p)
		_, doubtful := ids["doubtful"]
		_, unsaid := ids["water-unsaid"]
		assert.Equal(t, want == "doubtful", doubtful || unsaid, "%q", source)
		if source == "stream" {
			assert.Equal(t, "danger", ids["doubtful"])
		}
		for _, said := range []string{"safe", "filtered", "boil"} {
			r.Water.Treatment = &said
			ids := cautionIDs(compute(t, r))
			assert.NotContains(t, ids, "doubtful", said)
			assert.NotContains(t, ids, "water-unsaid", said)
		}
	}
	snow := compute(t, Request{Method: "pot", Conditions: Conditions{Water: Water{State: ptr("snow")}}})
	assert.Equal(t, "snow", *snow.Request.Water.Source)
	assert.Equal(t, "doubtful", *snow.Request.Water.Treatment)
	urn := compute(t, Request{Method: "cone", Conditions: Conditions{Heat: Heat{SuppliedC: ptr(90.0)}}})
	assert.Equal(t, "safe", *urn.Request.Water.Treatment, "water that somebody boiled")
}

// US CDC: 1 minute, 3 minutes above 2,000 m; and 3 where nobody knows how high.
func TestTheBoilThatDisinfectsIsWhole(t *testing.T) {
	for _, c := range []struct {
		why   string
		place Place
		want  float64
	}{
		{"low", Place{AltitudeM: ptr(1999.0)}, 60}, {"high", Place{AltitudeM: ptr(2300.0)}, 180}, {"not known", Place{}, 180},
		{"by pressure, low", Place{PressureHPa: ptr(950.0)}, 60}, {"by pressure, high", Place{PressureHPa: ptr(760.0)}, 180},
		{"a fair day hides height: the safe side", Place{PressureHPa: ptr(805.0)}, 180}, {"by the boil", Place{MeasuredBoilC: ptr(92.0)}, 180},
	} {
		eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
			for _, people := range []float64{1, 5} {
				p, err := Compute(Request{Method: m.ID, School: ptr(s.ID), Drinkers: &people, Conditions: Conditions{Place: c.place, Water: stream("boil")}})
				require.NoError(t, err)
				if !m.Disinfects(s) {
					assert.Contains(t, cautionIDs(p), "not-boiled", "it says so")
					continue
				}
				s, _ := p.Treatment()
				assert.Equal(t, c.want**p.Batches, s, c.why)
				var boil *Step
				for i := range p.Steps {
					if p.Steps[i].Keep {
						boil = &p.Steps[i]
					}
				}
				require.NotNil(t, boil, "%s: a step of its own", c.why)
				assert.GreaterOrEqual(t, boil.ForS, c.want-1e-9, c.why)
				assert.Contains(t, boil.Text, "rolling boil")
				flame := 0.0 // that it is at the boil for
				for _, st := range p.Steps {
					if st.Lane == method.Flame && st.ID == "flame-low" && st.AtS < boil.AtS+1 {
						flame = st.AtS + st.ForS - boil.AtS
					}
					// Nothing else is asked for while it boils.
					if st.Lane != method.Flame && st.ID != boil.ID {
						assert.False(t, st.AtS > boil.AtS+1e-6 && st.AtS < boil.AtS+boil.ForS-1e-6, "%s: %s cuts it short", c.why, st.ID)
					}
				}
				assert.GreaterOrEqual(t, flame, boil.ForS-1e-6, "%s: the flame is on for as long", c.why)
			}
		})
	}
}

// With "boil it" nothing unboiled reaches the cup.
func TestNothingUnboiledReachesTheCup(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AltitudeM: ptr(2300.0)}, Water: stream("boil")}})
		if !m.Disinfects(s) {
			return
		}
		assert.Zero(t, *p.Water.SplashMl, "no cold splash")
		if !s.DiluteCold {
			assert.Zero(t, *p.Water.ColdMl)
		}
		for _, st := range p.Steps {
			if strings.Contains(st.Text, "Pour in") {
				assert.NotContains(t, st.Text, "cold", st.ID)
			}
			assert.NotRegexp(t, `Pour in .* of cold water`, st.Text)
		}
	})
}

// Electric heat burns nothing, a fire is not a stove, and coffee that is in already
// is not put in.
func TestCautionsFitTheHeat(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, burner := range []string{"mains", "element-12v", "fire", "canister", "urn"} {
			r := Request{Method: m.ID, School: ptr(s.ID), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(1200.0)}}}
			if burner == "urn" {
				r.Heat.SuppliedC = ptr(92.0)
			} else {
				r.Heat.Burner = ptr(burner)
			}
			p, err := Compute(r)
			if err != nil {
				assert.NotContains(t, []string{"fire", "canister"}, burner, "only where it needs a flame: %v", err)
				continue
			}
			ids := cautionIDs(p)
			b, _ := heat.BurnerByID(burner)
			for _, id := range []string{"co", "fire-ban", "fire-ban-fire", "canister", "fire"} {
				if !b.Flame || p.Heat == nil {
					assert.NotContains(t, ids, id, burner)
				}
			}
			for _, st := range p.Steps {
				if burner == "fire" {
					assert.NotContains(t, st.Text, "stove", st.ID)
				}
				if !b.Flame {
					assert.NotRegexp(t, "Light|fire|flame", st.Text, burner)
				}
				if st.Caution == "boil-over" {
					assert.Regexp(t, "^(Take it off. |Pour the water into the pot. )?Add the coffee", st.Text, "where coffee is put onto water")
				}
			}
			if p.Heat != nil && burner == "fire" {
				assert.Contains(t, ids, "co")
				assert.Contains(t, ids, "fire")
				assert.NotContains(t, ids, "canister")
			}
		}
	})
}

// A correction is told as it stands, and the figures have it: never an order on top.
func TestCorrectionsAreToldAsTheyStand(t *testing.T) {
	for _, r := range []Request{
		{Method: "pot", Cup: Cup{Insulated: ptr(true), MassG: ptr(210.0)}},
		{Method: "cone", Grinder: Grinder{UmPerClick: ptr(27.0)}},
		{Method: "press-pot", Adjust: ptr("grind"), Grinder: Grinder{UmPerClick: ptr(37.0), ZeroUm: ptr(20.0)}},
		{Method: "hand-press"},
	} {
		r.Place = Place{AltitudeM: ptr(6200.0), AirC: ptr(-8.0), WindMs: ptr(2.0)}
		p := compute(t, r)
		home := compute(t, Request{Method: r.Method, Cup: r.Cup, Adjust: ptr("none"), Grinder: r.Grinder})
		for _, n := range p.Notes {
			if !strings.HasPrefix(n.ID, "make-up") || n.ID == "make-up-none" {
				continue
			}
			assert.NotRegexp(t, `(Steep|Grind) [\d:.]+ ?(min|s|µm|clicks)? ?(longer|shorter|finer|coarser)`, n.Text, "an order on top of what is done")
			assert.Contains(t, n.Text, "than at home. ")
			assert.Regexp(t, `This stop extracts [\d.]+ points? (less|more) than home\.`, n.Text)
			first := strings.Split(n.Text, " Or ")[0]
			if m := regexp.MustCompile(`Grind at (\d+) clicks, (\d+) finer`).FindStringSubmatch(first); m != nil {
				assert.Equal(t, fmt.Sprint(math.Round(*p.Grind.Clicks)), m[1], "what the figure says")
				assert.Equal(t, fmt.Sprint(math.Round(*home.Grind.Clicks)-math.Round(*p.Grind.Clicks)), m[2])
			}
			if strings.HasPrefix(first, "Steep ") {
				steep := stepByID(t, p, "steep")
				assert.Contains(t, first, "Steep "+quantity.Duration(steep.ForS)+", ", "what the step says")
				assert.Contains(t, first, quantity.Duration(math.Abs(steep.ForS-stepByID(t, home, "steep").ForS)))
			}
		}
	}
	// One's own clicks are not "out of reach", and what the other lever does is done.
	own := compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(6200.0), AirC: ptr(-8.0)}}, Grinder: Grinder{UmPerClick: ptr(27.0), Clicks: ptr(30.0)}})
	for _, n := range own.Notes {
		assert.NotContains(t, n.Why, "Neither the time nor the grind")
	}
	cold := Request{Method: "pot", Conditions: Conditions{Place: Place{AltitudeM: ptr(6200.0), AirC: ptr(-20.0), WindMs: ptr(5.0)}}}
	p := compute(t, cold)
	assert.Less(t, *p.CupC, 60.0)
	assert.Regexp(t, `([Gg]rind) to`, noteByID(p, "make-up-time")+noteByID(p, "make-up-grind"), "the grind makes up where a longer steep would leave it cold")
	for _, n := range p.Notes {
		assert.NotContains(t, n.Why, "Neither the time nor the grind")
	}
}

// What makes up for a stop is said where it is as much as the steps show: no "0:01 longer",
// no micrometre, and one point is one. Water from an urn is named once.
func TestASmallCorrectionIsNotSaid(t *testing.T) {
	said := 0
	for c := 76.0; c <= 96; c += 0.25 {
		for _, adjust := range []string{"time", "grind"} {
			p := compute(t, Request{Method: "cup-steep", Adjust: &adjust, Draw: ptr("jug"), Scale: ptr(c < 86), Conditions: Conditions{Heat: Heat{SuppliedC: &c}, Water: Water{Source: ptr("urn")}}})
			assert.NotContains(t, strings.ReplaceAll(stepByID(t, p, "draw").Text, "hot water", ""), "water")
			for _, n := range p.Notes {
				if !strings.HasPrefix(n.ID, "make-up") {
					continue
				}
				said++
				assert.NotRegexp(t, `\b(0:0[0-4] (longer|shorter)|[0-4] µm (finer|coarser)|extracts 1 points)\b`, strings.Split(n.Text, "(Or")[0], "%v °C", c)
			}
		}
	}
	assert.Greater(t, said, 40)
}

// No correction doubles a steep, or leaves a cup cold that was warm.
func TestNoCorrectionDoublesOrCools(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for altitude := 0.0; altitude <= 8800; altitude += 800 {
			for _, air := range []float64{-25, 0, 20} {
				r := Request{Method: m.ID, School: ptr(s.ID), Conditions: Conditions{Place: Place{AltitudeM: &altitude, AirC: &air}, Vessel: Vessel{CapacityMl: ptr(1500.0)}}}
				p := compute(t, r)
				r.Adjust = ptr("none")
				plain := compute(t, r)
				for _, st := range plain.Steps {
					if i := indexOf(p, st.ID); i >= 0 && st.ID == "steep" {
						assert.Less(t, p.Steps[i].ForS, 2*st.ForS, "at %v m and %v °C", altitude, air)
					}
				}
				if *p.ContactS > *plain.ContactS+1 && (m.Contact != method.Percolation || *plain.CupC >= 55) {
					assert.GreaterOrEqual(t, *p.CupC, 54.9, "at %v m and %v °C, from %v", altitude, air, *plain.CupC)
				}
			}
		}
	})
}

// Of dose, ratio, water and drink any two decide, and a third has to agree.
func TestAnyTwoOfDoseRatioWaterAndDrink(t *testing.T) {
	base := compute(t, Request{Method: "cone", CupMl: ptr(250.0)})
	dose, ratio, poured, cup := *base.DoseG, *base.Ratio, *base.Water.PouredMl, 250.0
	for _, c := range []struct {
		why string
		r   Request
	}{
		{"dose and ratio", Request{DoseG: &dose, Ratio: &ratio}},
		{"dose and water", Request{DoseG: &dose, WaterG: &poured}},
		{"ratio and water", Request{Ratio: &ratio, WaterG: &poured}},
		{"ratio and drink", Request{Ratio: &ratio, CupMl: &cup}},
		{"dose and drink", Request{DoseG: &dose, CupMl: &cup}},
		{"water and drink", Request{WaterG: &poured, CupMl: &cup}},
		{"water alone, with the recipe's ratio", Request{WaterG: &poured}},
		{"three that agree", Request{DoseG: &dose, Ratio: &ratio, WaterG: &poured}},
		{"all four", Request{DoseG: &dose, Ratio: &ratio, WaterG: &poured, CupMl: &cup}},
	} {
		c.r.Method = "cone"
		p := compute(t, c.r)
		assert.InDelta(t, dose, *p.DoseG, 1e-6, c.why)
		assert.InDelta(t, ratio, *p.Ratio, 1e-6, c.why)
		assert.InDelta(t, poured, *p.Water.PouredMl, 1e-6, c.why)
		assert.InDelta(t, cup, *p.DrinkMl, 1e-6, c.why)
		assert.InDelta(t, cup, *p.Request.CupMl, 1e-6, c.why)
	}
	// The words of a bag: 13 g and 200 g.
	p := compute(t, Request{Method: "cone", DoseG: ptr(13.0), WaterG: ptr(200.0)})
	assert.InDelta(t, 174, *p.DrinkMl, 1e-9, "200 less 2 g/g kept by 13 g")
	assert.InDelta(t, 200, *stepByID(t, p, "fourth-pour").ToG, 1e-9)
	for _, c := range []struct{ in, want string }{
		{`{"method":"cone","dose_g":13,"water_g":200,"ratio_g_per_l":80}`, "water_g: 200 ml doesn’t fit 13 g at 80 g/L"},
		{`{"method":"cone","dose_g":13,"water_g":200,"cup_ml":225}`, "cup_ml: 13 g of coffee and 200 ml of water leave 174 ml in each cup (asked: 225 ml)"},
		{`{"method":"cone","dose_g":13,"ratio_g_per_l":65,"cup_ml":400}`, "cup_ml: "},
		{`{"method":"cone","water_g":100,"cup_ml":225}`, "water_g: 100 ml is too little for 225 ml of drink"},
		{`{"method":"cone","dose_g":150,"water_g":200}`, "dose_g: 150 g of coffee soaks up all of 200 ml of water"},
		{`{"method":"cone","dose_g":900,"ratio_g_per_l":60}`, "dose_g: this leaves"},
		{`{"method":"serve-concentrate","water_g":200}`, "water_g: the dilution sets"},
	} {
		r, err := Decode(strings.NewReader(c.in))
		require.NoError(t, err)
		_, err = Compute(r)
		assert.ErrorContains(t, err, c.want, c.in)
	}
}

// Gear is as big as it is: what one brewer takes at once is never more than it holds,
// whatever is asked of it.
func TestGearIsAsBigAsItIs(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		last := 0.0
		for people := 1.0; people <= 24; people++ {
			p, err := Compute(Request{Method: m.ID, School: ptr(s.ID), Drinkers: &people, Conditions: Conditions{Water: Water{Source: ptr("tap")}}})
			require.NoError(t, err, "%v people", people)
			if s.MostG > 0 {
				assert.LessOrEqual(t, *p.DoseEachG, s.MostG*1.02+1e-9, "%v people", people)
			}
			if m.ID == "tank-dripper" {
				assert.LessOrEqual(t, *p.Water.PouredMl / *p.Batches * 0.88, 300.0+1e-6)
			}
			if s.BasketG > 0 {
				assert.InDelta(t, s.BasketG, *p.DoseEachG, 1e-9, "a full basket")
				assert.LessOrEqual(t, *p.DrinkMl / *p.DoseG, 1000.0/BasketRatio*(1+BasketOver)+1e-6, "and no more drink from it than it makes")
			}
			if people > 1 && p.Rounds == nil {
				assert.Greater(t, *p.TotalS, last*0.6, "no jump from %v to %v people", people-1, people)
			}
			last = *p.TotalS
		}
	})
	// 11 cups are not longer than 12.
	at := func(n float64) float64 {
		return *compute(t, Request{Method: "cup-steep", Drinkers: &n, Conditions: Conditions{Water: Water{Source: ptr("tap")}}}).TotalS
	}
	for n := 2.0; n <= 24; n++ {
		assert.GreaterOrEqual(t, at(n), at(n-1)-1, "%v cups take as long as %v at least", n, n-1)
		assert.Less(t, at(n), at(n-1)+1000, "and not much longer")
	}
	moka := compute(t, Request{Method: "moka", CupMl: ptr(360.0)})
	assert.Equal(t, 2.0, *moka.Batches, "one basket is too little for 360 ml")
}

// One dripper for several runs into a server, or into each cup in its turn; and it is
// said which.
func TestOneDripperForSeveral(t *testing.T) {
	r := Request{Method: "cone", Drinkers: ptr(2.0)}
	server := compute(t, r)
	assert.Contains(t, plainSpaces(noteByID(server, "server")), "Brew into a server that holds 450 ml")
	assert.Contains(t, plainSpaces(stepByID(t, server, "paper").Text), "on a 450 ml server")
	assert.Contains(t, stepByID(t, server, "serve").Text, "share it out")
	r.Into = ptr("cups")
	cups := compute(t, r)
	assert.Equal(t, 2.0, *cups.Batches)
	assert.Empty(t, noteByID(cups, "server"))
	assert.Contains(t, stepByID(t, cups, "paper").Text, "on the cup")
	assert.Len(t, cups.Rounds, 2)
	six := compute(t, Request{Method: "cone", Drinkers: ptr(6.0)})
	assert.Equal(t, 3.0, *six.Batches, "101 g do not go into one cone")
	assert.InDelta(t, *six.DoseG/3, *six.DoseEachG, 1e-9, "equal ones")
}

// Warming cup or brewer is a step, and makes the slurry or the cup warmer wherever
// there is hot water for it.
func TestWarmingWarms(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		r := Request{Method: m.ID, School: ptr(s.ID), Drinkers: ptr(2.0), Conditions: Conditions{Place: Place{AirC: ptr(5.0)}}, Adjust: ptr("none")}
		plain := compute(t, r)
		for _, what := range []string{"cup", "brewer"} {
			warm := r
			if what == "cup" {
				warm.Cup.Preheated = ptr(true)
			} else {
				warm.Brewer.Preheated = ptr(true)
			}
			p := compute(t, warm)
			used := *p.Water.PreheatMl - *plain.Water.PreheatMl
			assert.Equal(t, used > 0, indexOf(p, "preheat") >= 0, "%s: the water has its step", what)
			if used > 0 {
				assert.Contains(t, stepByID(t, p, "preheat").Text, "Tip it out")
				assert.Greater(t, *p.CupC, *plain.CupC-0.3, what)
				if what == "cup" && m.Contact != method.Dilution {
					assert.Greater(t, *p.CupC, *plain.CupC, what)
				}
				if what == "brewer" && m.Contact != method.Dilution {
					assert.Greater(t, *p.SlurryC, *plain.SlurryC, "the brewer warms the slurry")
				}
			} else {
				assert.Equal(t, *plain.CupC, *p.CupC, "what is not warmed is not colder either")
				assert.True(t, noteByID(p, "no-preheat")+noteByID(p, "no-preheat-brewer") != "", "%s: it says so", what)
			}
		}
	})
}

// Water that is added afterwards has a step that adds it, as much as the plan says.
func TestEveryDilutionHasItsStep(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, people := range []float64{1, 3} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Drinkers: &people, CupMl: ptr(300.0), Scale: ptr(true), Conditions: Conditions{Vessel: Vessel{CapacityMl: ptr(2000.0)}}})
			if *p.Water.DilutionMl < 1 {
				return
			}
			cups := people / *p.Batches
			found := false
			for _, st := range p.Steps {
				for _, v := range st.Values {
					each := *p.Water.DilutionMl / *p.Batches
					if strings.Contains(st.Text, "for each cup") {
						each /= cups
					}
					found = found || math.Abs(v.Value-each) < 1e-6 && v.Unit == "ml"
				}
			}
			assert.True(t, found, "%v ml in no step", *p.Water.DilutionMl)
		}
	})
}

// Without a scale nobody is told to weigh, to zero or to read: spoons, marks, shares
// and cups instead; and a spoon without grams is a usual one, and says so.
func TestWithoutAScale(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, measure := range []Measure{{}, {Name: ptr("level scoop")}, {Name: ptr("my spoon"), Grams: ptr(7.0)}} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Drinkers: ptr(2.0), Scale: ptr(false), Measure: measure})
			for _, st := range p.Steps {
				assert.NotRegexp(t, `\b[Ww]eigh\b|scale|Zero`, st.Text, st.ID)
				assert.NotContains(t, st.Text, "about about", st.ID)
				assert.NotEqual(t, method.Weight, st.Until, st.ID)
				for _, v := range st.Values {
					if v.Unit == "g" {
						assert.Regexp(t, `[\d¼½⅓] (×|[\w ]*(scoop|spoon|cup)s?)`, st.Text, "%s: grams stand only beside a measure: %s", st.ID, st.Text)
					}
				}
			}
			if m.Contact == method.Dilution || s.BasketG > 0 && measure.Name == nil {
				continue
			}
			require.NotNil(t, p.DoseMeasures)
			assert.NotZero(t, p.DoseMeasures.Count)
			if measure.Grams == nil && measure.Name == nil && s.VolumeParts > 0 {
				assert.Contains(t, noteByID(p, "by-volume"), "one part of ground coffee")
			} else if measure.Grams == nil {
				assert.Contains(t, noteByID(p, "measure-typical"), "typical")
				assert.Contains(t, p.Defaulted, "measure.grams")
			}
		}
	})
	spoon := compute(t, Request{Method: "cone", Measure: Measure{Name: ptr("handful")}})
	assert.InDelta(t, 13.5, *spoon.Request.Measure.Grams, 1e-9, "12 to 15 g, common practice")
	assert.False(t, *spoon.Request.Scale, "who has a spoon and says nothing of a scale has none")
	withScale := compute(t, Request{Method: "cone", Scale: ptr(true), Measure: Measure{Name: ptr("handful")}})
	assert.Contains(t, stepByID(t, withScale, "dose").Text, "Weigh")
}

// Coffee that was ground at home is ground by nobody here.
func TestGroundAtHomeIsNotGroundAgain(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, scale := range []bool{true, false} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Scale: &scale, Coffee: Coffee{GroundAhead: ptr(true)}})
			for _, st := range p.Steps {
				assert.NotRegexp(t, `\b[Gg]rind\b`, st.Text, st.ID)
			}
		}
	})
}

// Every template of the catalogue writes every figure that it may name, on every
// plan, with figures or in words, and leaves no braces behind.
func TestEveryFigureOfATextIsWritten(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, scale := range []bool{true, false} {
			p := compute(t, Request{Method: m.ID, School: ptr(s.ID), Drinkers: ptr(3.0), Scale: &scale})
			for _, name := range method.Figures {
				for _, pour := range append([]method.Step{{}}, p.Made().Line...) {
					said := FillText(p, "{"+name+"}", Step{ToG: ptr(100.0)}, &pour)
					assert.NotContains(t, said, "{", name)
					assert.NotContains(t, said, "NaN", name)
				}
				assert.NotContains(t, FillText(p, "{"+name+"}", Step{}, nil), "{", name)
			}
			for _, st := range p.Steps {
				assert.NotRegexp(t, `[{}\[\]]|NaN|Inf`, st.Text)
			}
		}
	})
}

// What a concentrate served is made of is what the home brew of it makes; one that is
// weak says so, and the dilution that it names is right.
func TestAConcentrateIsOnePlan(t *testing.T) {
	for _, school := range []string{"one-to-three", "one-to-four"} {
		home := compute(t, Request{Method: "cold-concentrate", School: &school, Drinkers: ptr(4.0), CupMl: ptr(240.0), Conditions: Conditions{Water: Water{Source: ptr("tap"), SourceC: ptr(20.0)}}})
		served := compute(t, Request{Method: "serve-concentrate", Drinkers: ptr(4.0), CupMl: ptr(240.0), Ratio: home.Ratio})
		assert.InDelta(t, *home.DrinkMl, *served.Water.ConcentrateMl, 1e-6)
		assert.InDelta(t, *home.DoseG, *served.DoseG, 1e-6, "the same coffee")
		assert.Equal(t, *home.Vials, *served.Vials)
		assert.InDelta(t, 1.25, *served.Strength.TDSPct, 0.01, "the strength is the aim")
		assert.InDelta(t, *served.Request.Dilution, *home.Request.Dilution, 1e-9, "and the dilution follows")
		assert.Contains(t, plainSpaces(noteByID(home, "stretches")), "960 ml: 4 cups of 240 ml")
		assert.Contains(t, plainSpaces(noteByID(served, "dilution")), "of water makes it 1.3 %")
		strong := compute(t, Request{Method: "serve-concentrate", Drinkers: ptr(4.0), CupMl: ptr(240.0), Ratio: home.Ratio, Strength: ptr("strong")})
		assert.InDelta(t, 1.25*1.15, *strong.Strength.TDSPct, 0.01)
	}
	weak := compute(t, Request{Method: "serve-concentrate", CupMl: ptr(240.0), Dilution: ptr(3.0)})
	require.NotEmpty(t, noteByID(weak, "weak-concentrate"))
	var parts float64
	for _, n := range weak.Notes {
		if n.ID == "weak-concentrate" {
			parts = n.Values[2].Value
		}
	}
	right := compute(t, Request{Method: "serve-concentrate", CupMl: ptr(240.0), Dilution: &parts})
	assert.InDelta(t, 1.25, *right.Strength.TDSPct, 0.01, "as strong as it says")
	assert.Empty(t, noteByID(right, "weak-concentrate"))
	assert.Greater(t, *right.Water.ConcentrateMl, *weak.Water.ConcentrateMl)
}

// Made indoors, whatever the stop is like; and frozen concentrate is a caution, not a
// liquid below freezing.
func TestConcentrateInTheCold(t *testing.T) {
	home := compute(t, Request{Method: "cold-concentrate"})
	cold := compute(t, Request{Method: "cold-concentrate", Conditions: Conditions{Place: Place{AirC: ptr(-8.0), WindMs: ptr(5.0)}}})
	assert.InDelta(t, *home.Strength.ExtractionPct, *cold.Strength.ExtractionPct, 1e-9)
	p := compute(t, Request{Method: "serve-concentrate", Conditions: Conditions{Place: Place{AirC: ptr(-8.0)}}})
	assert.Contains(t, cautionIDs(p), "freezes")
	for _, pt := range p.Curves.SlurryC {
		assert.GreaterOrEqual(t, pt[1], 0.0)
	}
	assert.NotContains(t, cautionIDs(compute(t, Request{Method: "serve-concentrate"})), "freezes")
}

// A pot is taken off the heat where there is nothing to wait for; a kettle stays.
func TestOffTheHeatOrOnIt(t *testing.T) {
	place := Place{AltitudeM: ptr(2500.0)}
	pot := compute(t, Request{Method: "pot", Conditions: Conditions{Place: place}})
	assert.Contains(t, noteByID(pot, "do-not-wait"), "Take it off and add the coffee")
	assert.Contains(t, stepByID(t, pot, "coffee-in").Text, "Take it off.")
	for _, st := range pot.Steps {
		if st.Lane == method.Flame {
			assert.LessOrEqual(t, st.AtS+st.ForS, 1e-6, "no flame under the steep")
		}
	}
	// Between a wait and the heat until the last pour the kettle is kept on for some of
	// the pours, and the step says at which it comes off.
	on := 0.0
	for _, k := range []struct {
		altitude   float64
		says, step string
	}{{2830, "Take it off and pour", ""}, {3900, "Keep it on the heat for the first", "second-pour"}, {5800, "Keep it on the heat until the last pour", "fourth-pour"}} {
		cone := compute(t, Request{Method: "cone", Adjust: ptr("none"), Conditions: Conditions{Place: Place{AltitudeM: &k.altitude}}})
		assert.Contains(t, noteByID(cone, "do-not-wait"), k.says, "%g m", k.altitude)
		assert.GreaterOrEqual(t, cone.Made().HoldS, on)
		on = cone.Made().HoldS
		for _, st := range cone.Steps {
			if st.ID == method.FlameLow {
				assert.InDelta(t, cone.Made().HoldS, st.ForS, 30, "%g m: the flame burns as long", k.altitude)
			}
			assert.Equal(t, string(st.ID) == k.step, strings.Contains(st.Text, "Heat off."), "%g m, %s", k.altitude, st.ID)
		}
	}
	moka := compute(t, Request{Method: "moka"})
	var flames [][2]float64
	for _, st := range moka.Steps {
		if st.Lane == method.Flame {
			flames = append(flames, [2]float64{st.AtS, st.AtS + st.ForS})
		}
	}
	require.GreaterOrEqual(t, len(flames), 2, "kettle, kept hot while the coffee is made ready, and moka pot, one after the other")
	for i := 1; i < len(flames); i++ {
		assert.GreaterOrEqual(t, flames[i][0], flames[i-1][1]-1e-6)
	}
}

// Nothing assumes the sea's shore where it can hurt, and what is shown says so.
func TestAnAltitudeThatIsNotKnown(t *testing.T) {
	p := compute(t, Request{Method: "cone"})
	assert.Nil(t, p.Request.Place.AltitudeM, "it is not filled in")
	assert.Contains(t, noteByID(p, "altitude-unknown"), "assume sea level")
	assert.Empty(t, noteByID(compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{AltitudeM: ptr(0.0)}}}), "altitude-unknown"))
	assert.Empty(t, noteByID(compute(t, Request{Method: "cone", Conditions: Conditions{Place: Place{PressureHPa: ptr(900.0)}}}), "altitude-unknown"))
	s, err := Settle(Request{Conditions: Conditions{Water: stream("boil")}})
	require.NoError(t, err)
	assert.False(t, s.AltitudeKnown)
	assert.Equal(t, 180.0, s.TreatS())
	assert.Equal(t, water.Boil, s.Water().Treatment)
}

// A wait of less than five seconds is none to the hand: no step, and no line that says one.
func TestAWaitOfNothingIsNotTold(t *testing.T) {
	short := 0
	for a := 1500.0; a < 1800; a += 2 {
		p := compute(t, Request{Method: "slow-drip", Conditions: Conditions{Place: Place{AltitudeM: &a}, Water: Water{Source: ptr("tap")}}})
		waits := false
		for _, st := range p.Steps {
			assert.NotContains(t, st.Text, "0:00")
			if st.ID == method.Wait {
				waits = true
				assert.GreaterOrEqual(t, st.ForS, 5.0)
			}
		}
		if *p.WaitS > 0 && *p.WaitS < 5 {
			short++
			assert.False(t, waits)
			assert.Contains(t, p.Boiling.Text, "straight away")
		}
	}
	assert.Greater(t, short, 5)
}

// What a method fixes for itself is left to it, in one place.
func TestMadeAnotherWay(t *testing.T) {
	r := Request{Method: "cone", School: ptr("four-pulses"), Ratio: ptr(60.0), DoseG: ptr(20.0), WaterG: ptr(300.0), ContactS: ptr(99.0), Adjust: ptr("none"), Into: ptr("cups"),
		Pours: []Pour{{ID: "second-pour"}}, Brewer: Brewer{CapacityMl: ptr(400.0), DoseG: ptr(30.0)}, Drinkers: ptr(2.0)}
	same := r.By("cone", "slow-paper")
	assert.Equal(t, Request{Method: "cone", School: ptr("slow-paper"), Brewer: r.Brewer, Drinkers: ptr(2.0)}, same, "the same brewer stays")
	other := r.By("pot", "")
	assert.Equal(t, Request{Method: "pot", Drinkers: ptr(2.0)}, other)
	for _, path := range append(append([]string{}, FixedBySchool...), FixedByMethod...) {
		_, ok := FieldByPath(path)
		assert.True(t, ok || path == "pours", path)
	}
}

// A long boil says why: wind, cold and lid, and what a screen would save; one that is short
// says nothing.
func TestALongBoilSaysWhy(t *testing.T) {
	long := func(c Conditions) string {
		c.Vessel = Vessel{CapacityMl: ptr(1500.0)}
		return plainSpaces(noteByID(compute(t, Request{Method: "pot", Drinkers: ptr(4.0), Conditions: c}), "long-boil"))
	}
	wood := Conditions{Place: Place{AirC: ptr(-5.0), WindMs: ptr(4.0)}, Water: Water{SourceC: ptr(2.0)}, Heat: Heat{Burner: ptr("fire"), Lid: ptr(false)}}
	say := long(wood)
	for _, what := range []string{"to the boil.", "The wind takes", "The cold takes", "The missing lid", "A wind screen would save", "of fuel"} {
		assert.Contains(t, say, what)
	}
	wood.Heat.Lid, wood.Heat.Screen = ptr(true), ptr(true)
	say = long(wood)
	assert.NotContains(t, say, "lid")
	assert.NotContains(t, say, "screen would")
	tablets := Conditions{Heat: Heat{Burner: ptr("tablets")}}
	assert.Contains(t, long(tablets), "to the boil.")
	assert.Empty(t, long(Conditions{}))
}

// Water that nothing makes safe is said to need that before anything is said of its boil.
func TestDoubtfulWaterIsMadeSafeFirst(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		r := Request{Method: m.ID, School: &s.ID, Conditions: Conditions{Place: Place{AltitudeM: ptr(1000.0)}, Water: Water{Source: ptr("stream"), Treatment: ptr("doubtful")}}}
		p, err := Compute(r)
		if err != nil {
			return
		}
		if p.Boiling.Text == "Hot water from the urn: use it straight away." || m.Contact == method.Cold {
			return
		}
		assert.Contains(t, strings.ToLower(p.Boiling.Text), "make the water safe", "%s/%s", m.ID, s.ID)
		r.Water.Treatment = ptr("filtered")
		filtered := compute(t, r)
		assert.NotContains(t, filtered.Boiling.Text, "Make the water safe")
		// The steps say so by themselves.
		if at := indexOf(p, method.FillKettle); at >= 0 {
			assert.Contains(t, p.Steps[at].Text, "Use safe water.", "%s/%s", m.ID, s.ID)
			assert.NotContains(t, stepByID(t, filtered, method.FillKettle).Text, "Use safe water.")
		}
	})
}

// Scalds and fires are cautioned at the step where they can happen, so that the guide says them.
func TestScaldsAndFiresAreSaidAtTheirSteps(t *testing.T) {
	eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
		for _, k := range compute(t, Request{Method: m.ID, School: &s.ID}).Cautions {
			if k.ID == "scald" || k.ID == "fire-ban" {
				assert.NotEmpty(t, k.Step, k.ID)
			}
		}
	})
}

// The line on the water and the steps agree on whether the kettle stays on the heat.
func TestTheLineOnTheWaterAgreesWithTheSteps(t *testing.T) {
	on, off := 0, 0
	for _, treatment := range []string{"safe", "boil"} {
		for altitude := 0.0; altitude <= 5000; altitude += 500 {
			eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
				p, err := Compute(Request{Method: m.ID, School: &s.ID, Conditions: Conditions{Place: Place{AltitudeM: &altitude}, Water: Water{Source: ptr("stream"), Treatment: &treatment}}})
				if err != nil {
					return
				}
				kept := slices.ContainsFunc(p.Steps, func(s Step) bool {
					return strings.Contains(s.Text, "Heat off.")
				})
				says := strings.Contains(p.Boiling.Text, "keep it on the heat")
				assert.Equal(t, kept, says, "%s/%s at %g m: %s", m.ID, s.ID, altitude, p.Boiling.Text)
				if kept {
					on++
				} else {
					off++
				}
			})
		}
	}
	assert.Positive(t, on)
	assert.Positive(t, off)
}

// byEye is an amount as it is told without a scale: one figure and its unit.
var byEye = regexp.MustCompile(`(about )?(half|(an?|two|three|four) (third|quarter|fifth|sixth|seventh|eighth|ninth|tenth)s?)( a cup| of a cup)?|\d+ × \w+ \w+( a cup)? \([^)]*\)`)

// figures are a number with its unit: read as one word.
var figures = regexp.MustCompile(`[\d.,/]+ (fl oz|ml|g|°C|°F|µm|min|s|L|h|clicks)\b`)

// A step is read at arm's length, with wet hands: it has at most 12 words, a figure with its unit
// counting as one.
func TestAStepHasTwelveWords(t *testing.T) {
	long := map[string]bool{}
	for _, source := range []string{"stream", "tap", "snow"} {
		for _, scale := range []bool{true, false} {
			for _, cups := range []float64{1, 2, 4} {
				eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
					treatment := map[bool]string{true: "safe", false: "boil"}[source == "tap"]
					p, err := Compute(Request{Method: m.ID, School: &s.ID, Drinkers: &cups, Scale: &scale, Conditions: Conditions{Place: Place{AltitudeM: ptr(2300.0)}, Water: Water{Source: &source, Treatment: &treatment}}})
					if err != nil {
						return
					}
					for _, st := range p.Steps {
						says := byEye.ReplaceAllString(plainSpaces(st.Text), "figure")
						if len(strings.Fields(figures.ReplaceAllString(says, "figure"))) > 12 {
							long[says] = true
						}
					}
				})
			}
		}
	}
	for says := range long {
		assert.Fail(t, says)
	}
}

// A boil that makes the water safe says how long it lasts, in the step itself and as long as it does.
func TestASafeBoilSaysItsTime(t *testing.T) {
	kept := 0
	for _, source := range []string{"stream", "snow"} {
		for altitude := 0.0; altitude <= 5000; altitude += 1000 {
			eachSchool(t, func(t *testing.T, m method.Method, s method.School) {
				p, err := Compute(Request{Method: m.ID, School: &s.ID, Conditions: Conditions{Place: Place{AltitudeM: &altitude}, Water: Water{Source: &source, Treatment: ptr("boil")}}})
				if err != nil {
					return
				}
				for _, st := range p.Steps {
					if st.Keep {
						kept++
						assert.Contains(t, st.Text, "boil for "+quantity.Duration(st.ForS), "%s/%s at %g m", m.ID, s.ID, altitude)
					}
				}
				if p.SafeBoilS != nil && !strings.Contains(p.Boiling.Text, quantity.Duration(*p.SafeBoilS)) {
					assert.Contains(t, p.Boiling.Text, "with the coffee in it", "the line says as long, or how long the coffee boils")
				}
			})
		}
	}
	assert.Greater(t, kept, 100)
}
