package brew

import (
	"math"

	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/solve"
)

const (
	// Grinds that a hand grinder reaches and a brewer drains.
	finestUm, coarsestUm = 250, 1400
	// Longest that a steep is stretched, as a share of the school's own: a doubled
	// one is another recipe.
	longest = 2.0
	// The cup that a longer steep leaves is still at drinking temperature: the
	// lower end of common practice's 55 to 65 °C.
	coolestCupC = 55.0
	// Time is found so closely that it is the same wherever it is worked out: the last
	// bit of a figure differs between the machine and the browser.
	steepTolS = 1e-6
	// grindTolUm is far finer than any grinder.
	grindTolUm = 0.2
	// clogOver is how many times the school's own resistance a brewer still passes. From
	// memory: by then the drip stops of itself.
	clogOver = 2.5
	// mokaFinestUm is the finest that goes into a moka pot: finer lets no water through, and
	// the pressure rises. From memory: the coarse end of what is called espresso.
	mokaFinestUm = 380
)

// A Correction is what makes up at this stop for what it extracts more or less than
// home. Extractions are shares of the dose.
type Correction struct {
	Short   float64 // of home, at first; negative where this stop extracts more
	Target  float64
	ByTime  bool
	ByGrind bool
	None    bool    // left as it is, for the school or the person says so
	AddedS  float64 // to the steep, or that would make up for it
	TimeOK  bool    // AddedS would do it alone
	SteepS  float64 // the steep as it is planned
	UmWas   float64
	Um      float64 // that is ground, or would make up for it
	GrindOK bool    // Um would do it alone
	Reaches float64 // the extraction that it comes to
	Given   bool    // the grind is the person's setting, or as bought
}

// A Brewed is the last stage before the plan: the brew with its time and grind settled.
type Brewed struct {
	*Steeped
	Um         float64 // grind
	HomeOK     bool
	HomeE      float64 // extraction that the recipe gives at home
	HomeS      float64 // contact there
	Extraction float64 // share of the dose
	Correction *Correction
	corrected  []Decision
}

// band is by how many points this stop has to differ from home to be made up for in full:
// about what the estimate may be out, but the same everywhere, so that nothing jumps.
func (s *Setting) band() float64 {
	if s.School.Band == 0 {
		return 2
	}
	return s.School.Band
}

// worth is the share of a difference in extraction that is made up for: nothing below
// half of what the estimate may be out, all of it from the whole on, and between them
// more and more, so that no small change makes a large one.
func (s *Setting) worth(short float64) float64 {
	half := s.band() / 200
	return math.Min(math.Max((math.Abs(short)-half)/half, 0), 1)
}

// Coffee that is ground where it was bought, in µm: what it is taken for, and between what
// it is usually found. From memory: it is sold for machines and for stove pots.
const ShopUm, ShopFinestUm, ShopCoarsestUm = 700.0, 400.0, 1000.0

// shopGround reports whether the coffee was ground where it was bought.
func (s *Setting) shopGround() bool {
	return s.Request.Coffee.ShopGround != nil && *s.Request.Coffee.ShopGround
}

// grindUm is the school's grind, or that of the person's own setting, in µm; 0 where
// nothing is ground.
func (s *Setting) grindUm() float64 {
	if s.School.GrindUm > 0 && s.shopGround() {
		return ShopUm
	}
	if s.School.GrindUm > 0 && s.Request.Grinder.Clicks != nil {
		return *s.Request.Grinder.ZeroUm + *s.Request.Grinder.Clicks**s.Request.Grinder.UmPerClick
	}
	return s.School.GrindUm
}

// extraction is the share of the dose dissolved.
func (s *Steeped) extraction(um float64) float64 {
	return s.Model.Extraction(s.Contact, um, s.Limit())
}

// homeBrew is the extraction of the concentrate that is served: that of the school
// which makes it, at its ratio, in a room at home.
func (s *Recipe) homeBrew() float64 {
	m, _ := method.ByID(method.ColdConcentrateID)
	school := m.Schools[len(m.Schools)-1]
	for _, k := range m.Schools {
		if math.Abs(k.RatioGPerL-s.Ratio) < math.Abs(school.RatioGPerL-s.Ratio) {
			school = k
		}
	}
	full, _, bad := resolve(Request{Method: m.ID, School: &school.ID, Ratio: &s.Ratio, Conditions: Conditions{Water: Water{Source: new("tap")}}})
	if len(bad) > 0 {
		return 0
	}
	return s.planner.home(full, func() atHome { return kitchen(full, s.planner) }).extraction
}

// home is the same recipe in a kitchen: sea level, 20 °C, calm, with a kettle that
// boils.
func (s *Setting) home() atHome {
	r := s.Request.atHome()
	r.Ratio = s.deciding()
	return s.planner.home(r, func() atHome { return kitchen(r, s.planner) })
}

func kitchen(r Request, p *Planner) atHome {
	s, bad := set(r, nil, p)
	if len(bad) > 0 {
		return atHome{}
	}
	s.kitchen = true
	hot, bad := s.upTo()
	if len(bad) > 0 {
		return atHome{}
	}
	st := hot.steep(s.grindUm(), false)
	if st.runsOver() {
		if hot, bad = st.inStages(); len(bad) > 0 {
			return atHome{}
		}
		st = hot.steep(s.grindUm(), false)
	}
	return atHome{st.extraction(s.grindUm()), st.ContactS, true}
}

// correct finds the time, or the grind, that gives at this stop what the recipe gives
// at home, and takes the one that the school, or the user, chooses.
func (h *Hot) correct() *Brewed {
	b := &Brewed{Um: h.grindUm()}
	at := func(stretch float64, curves bool) *Steeped { return h.stretched(stretch).steep(b.Um, curves) }
	if h.Method.Contact == method.Dilution || b.Um == 0 {
		b.Steeped = h.steep(b.Um, true)
		if h.Method.Contact == method.Dilution {
			b.Extraction = h.homeBrew()
		} else {
			b.Extraction = b.extraction(b.Um)
		}
		return b
	}
	first := h.steep(b.Um, true)
	b.Steeped = first
	b.Extraction = first.extraction(b.Um)
	home := h.home()
	if !home.ok {
		return b
	}
	b.HomeOK, b.HomeE, b.HomeS = true, home.extraction, home.contact
	if len(h.Request.Pours) > 0 {
		plain := *h.Setting
		plain.Request.Pours = nil
		if school := plain.home(); school.ok {
			decide(&b.corrected, "pours-set", "", quantity.Of(home.contact, quantity.Second), quantity.Of(school.contact, quantity.Second), quantity.Of(100*home.extraction, quantity.Percent), quantity.Of(100*school.extraction, quantity.Percent))
		}
	}
	if want := h.Request.ContactS; want != nil {
		steep := h.SteepS()
		if steep == 0 {
			decide(&b.corrected, "contact-fixed", "", quantity.Of(h.ContactS, quantity.Second))
			return b
		}
		was := b.Extraction
		b.Steeped = at(math.Max(*want-h.ContactS, 5-steep), true)
		b.Extraction = b.extraction(b.Um)
		decide(&b.corrected, "contact-set", "", quantity.Of(b.ContactS, quantity.Second), quantity.Of(h.ContactS, quantity.Second), quantity.Of(100*b.Extraction, quantity.Percent), quantity.Of(100*was, quantity.Percent))
		return b
	}
	short := b.HomeE - b.Extraction
	share := h.worth(short)
	if share == 0 {
		return b
	}
	k := &Correction{Short: short, Target: b.Extraction + share*short, UmWas: b.Um, Given: h.Request.Grinder.Clicks != nil || h.shopGround()}
	b.Correction = k
	how := h.School.Adjust
	if h.Request.Adjust != nil {
		how = *h.Request.Adjust
	}
	if how == "none" {
		k.None = true
		return b
	}
	k.Um, k.GrindOK = first.grindFor(k.Target)
	k.AddedS, k.TimeOK = h.steepFor(k.Target, b.Um, first)
	k.ByGrind = !k.Given && (how == "grind" || k.AddedS == 0)
	k.ByTime = !k.ByGrind && k.AddedS != 0
	if k.ByTime {
		b.Steeped = at(h.Stretch+k.AddedS, true)
		if !k.TimeOK && !k.Given {
			// As long as it may be, and the rest by the grind: so that one does not
			// suddenly take the other's place.
			k.Um, k.GrindOK = b.Steeped.grindFor(k.Target)
			k.ByGrind = true
		}
	}
	if k.ByGrind {
		b.Um = k.Um
		if b.Bed.Shape != "" {
			b.Steeped = h.steep(b.Um, true) // it drains otherwise
		}
	}
	k.SteepS = b.SteepS()
	b.Extraction = b.extraction(b.Um)
	k.Reaches = b.Extraction
	return b
}

// grindFor is the grind that gives an extraction, in µm, and whether one does that a hand
// grinder reaches and the brewer drains; else the nearer end. Where the water runs through
// the coffee, a finer grind holds it longer, too: both count, once.
func (s *Steeped) grindFor(target float64) (um float64, ok bool) {
	if s.Bed.Shape == "" {
		finest := float64(finestUm)
		if s.OnFlame() {
			finest = s.PassesUm() // finer lets no water through
		}
		return s.Model.GrindFor(s.Contact, target, s.Limit(), finest, coarsestUm)
	}
	over := func(um float64) float64 { return s.Hot.steep(um, false).extraction(um) - target }
	from, atFrom := s.um, s.extraction(s.um)-target
	step := quantity.Either(atFrom < 0, 0.93, 1/0.93)
	for um = from; ; {
		to := math.Min(math.Max(from*step, s.PassesUm()), coarsestUm)
		if to == from || atFrom < 0 && to > from {
			um, ok = from, false
			break
		}
		atTo := over(to)
		if (atTo < 0) != (atFrom < 0) {
			um, ok = solve.Root(math.Min(from, to), math.Max(from, to), quantity.Either(to < from, atTo, atFrom), quantity.Either(to < from, atFrom, atTo), grindTolUm, over), true
			break
		}
		from, atFrom = to, atTo
	}
	// No finer than leaves the cup at drinking temperature. One that is colder as it is may
	// lose as much again, so that nothing jumps where it gets there.
	if um < s.um {
		least := coolestCupC
		if s.CupC < coolestCupC {
			least = 2*s.CupC - coolestCupC
		}
		warm := func(um float64) float64 { return s.Hot.steep(um, false).CupC - least }
		if at := warm(um); at < 0 {
			from := s.CupC - least
			if from <= 0 {
				return s.um, false
			}
			return solve.Root(um, s.um, at, from, grindTolUm, warm), false
		}
	}
	return um, ok
}

// PassesUm is the finest grind that this brewer passes: its bed holds the water clogOver
// times as long as the school's own grind, and no longer.
func (s *Steeped) PassesUm() float64 {
	if s.OnFlame() {
		return mokaFinestUm
	}
	// With bed and paper in series only the bed's part goes with the square of the grind.
	bed := s.School.Filter.Bed(s.Batch.DoseG, s.School.GrindUm, 1)
	return math.Max(finestUm, s.School.GrindUm*math.Sqrt(bed.BedShare()/(clogOver-1+bed.BedShare())))
}

// clogged says so where the grind is finer than the brewer passes.
func (s *Steeped) clogged() []Decision {
	if s.Bed.Shape == "" || s.um >= s.PassesUm()-grindTolUm {
		return nil
	}
	return []Decision{{ID: "clogs", Values: []quantity.Value{quantity.Of(s.um, quantity.Micrometre), quantity.Of(s.PassesUm(), quantity.Micrometre)}}}
}

// stretched is the same with another length added to its steep.
func (h *Hot) stretched(by float64) *Hot {
	if by == h.Stretch {
		return h
	}
	line, _ := h.Recipe.lay(by, h.boiledAt())
	out := *h
	out.Timeline = line
	return &out
}

// boiledAt is from when the steps that count from the boil count, in s.
func (h *Hot) boiledAt() float64 {
	if h.BoilsIn() {
		return h.BoiledS
	}
	return 0
}

// steepFor is how much longer, or shorter, the steep must be for an extraction with a
// grind. ok is false where a steep may not be that long, for it would double or the cup
// would be cold by then: what is returned is then as far as it goes, which may be
// nothing.
func (h *Hot) steepFor(target, um float64, first *Steeped) (added float64, ok bool) {
	own := h.SteepS() - h.Stretch
	if own == 0 {
		return 0, false
	}
	at := func(added float64) *Steeped { return h.stretched(h.Stretch+added).steep(um, false) }
	over := func(added float64) float64 { return at(added).extraction(um) - target }
	here := first.extraction(um) - target
	least, most := math.Max(-0.6*own, 5-own), (longest-1)*own-1
	if here > 0 {
		short := over(least)
		if short > 0 {
			return least, false
		}
		return solve.Root(least, 0, short, here, steepTolS, over), true
	}
	// Longer, as long as the cup is still warm then.
	if first.CupC < coolestCupC {
		return 0, false
	}
	end := at(most)
	if end.CupC < coolestCupC {
		most = solve.Root(0, most, first.CupC-coolestCupC, end.CupC-coolestCupC, steepTolS, func(v float64) float64 { return at(v).CupC - coolestCupC })
		end = at(most)
	}
	far := end.extraction(um) - target
	if far < 0 {
		return most, false
	}
	return solve.Root(0, most, here, far, steepTolS, over), true
}
