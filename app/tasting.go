package app

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
	"time"

	"apodemos/core/brew"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/run"
	"apodemos/core/taste"
)

// AllTrips asks the log of every trip, and of none.
const AllTrips int64 = 0

// BrewAdvice is what to change of a brew, from what was tasted of its coffee.
type BrewAdvice struct {
	Brew    BrewOut       `json:"brew"`
	Coffee  string        `json:"coffee" doc:"Its name; empty where none is named"`
	Advice  *taste.Advice `json:"advice" doc:"Null where nothing was tasted yet"`
	Last    []LogEntry    `json:"last" doc:"The last cups of this brew, or else of this coffee by this method, the latest first"`
	Here    bool          `json:"here" doc:"They are of this very brew"`
	Counted int           `json:"counted" doc:"Cups of this coffee that the advice is from"`
	Others  int           `json:"others" doc:"Cups of other coffees, that say what is liked"`
	Noticed *int64        `json:"noticed" doc:"The entry from which on the cups do not fit those before, where something may have changed"`
	LeftOut int           `json:"left_out" doc:"Cups of this coffee whose plan today’s core cannot make again"`
}

// AdviceIn asks for advice.
type AdviceIn struct {
	Allow []string `json:"allow,omitempty" maxItems:"5" doc:"What may be changed; all of it when left out"`
	Wish  string   `json:"wish,omitempty" maxLength:"200"`
	By    string   `json:"by,omitempty" maxLength:"40" doc:"Who tastes; everybody when left out"`
}

// Understood is what a few words say of a cup, and the same as it is said here.
type Understood struct {
	taste.Tasting
	Says string `json:"says" doc:"In a few words; empty where nothing was understood"`
}

// lastCups is how many cups are shown where the next is planned.
const lastCups = 3

// Advise says what to change of a brew next. It is kept nowhere: taking it is changing
// the brew.
func (a App) Advise(ctx context.Context, brewID int64, in AdviceIn) (BrewAdvice, error) {
	b, err := a.Brew(ctx, brewID)
	if err != nil {
		return BrewAdvice{}, err
	}
	out := BrewAdvice{Last: []LogEntry{}}
	if out.Brew, err = a.BrewOut(ctx, b); err != nil {
		return out, err
	}
	of := ""
	if id := b.Request.Coffee.ID; id != nil {
		of = *id
		out.Coffee = *id
		if c, err := a.CoffeeOf(ctx, of); err == nil {
			out.Coffee = c.Name
		} else if b.Request.Coffee.Name != nil {
			out.Coffee = *b.Request.Coffee.Name
		}
	}
	var mine []LogEntry
	if of != "" {
		mine, err = a.LogOf(ctx, of)
	} else { // a coffee without a name is the same only as long as the trip lasts
		mine, err = a.Log(ctx, b.TripID)
	}
	if err != nil {
		return out, err
	}
	mine = slices.DeleteFunc(mine, func(l LogEntry) bool { return l.Coffee != of })
	mine = mine[:min(len(mine), mostOfCoffee)]
	others, err := a.LatestLog(ctx, AllTrips, mostOthers)
	if err != nil {
		return out, err
	}
	others = slices.DeleteFunc(others, func(l LogEntry) bool { return coffeeKey(l) == keyOf(of, b.TripID) })
	h, kept, err := a.historyOf(ctx, slices.Concat(mine, others))
	if err != nil {
		return out, err
	}
	out.LeftOut = len(mine) + len(others) - len(kept)
	h.Allow, h.Wish, h.Coffee, h.For = in.Allow, in.Wish, keyOf(of, b.TripID), forWhom(b, in.By, kept)
	tasted := slices.DeleteFunc(slices.Clone(mine), func(l LogEntry) bool { return in.By != "" && l.By != in.By })
	slices.Reverse(tasted) // the oldest first
	out.Last, out.Here = lastOf(tasted, b)
	last := -1
	for i, l := range kept {
		if coffeeKey(l) == h.Coffee {
			out.Counted++
			last = i
		} else {
			out.Others++
		}
	}
	if out.Counted == 0 && out.Others < leastOthers {
		return out, nil
	}
	// What was tasted last is what is bettered, where it is this brew as it still stands;
	// else the advice is for this brew, as it is now: nothing is corrected twice.
	if last < 0 || kept[last].BrewID != b.ID || !reflect.DeepEqual(h.Brews[last].Request, b.Request) {
		h.Next, h.Changed = &b.Request, last >= 0 && kept[last].BrewID == b.ID
	}
	if out.Advice, err = taste.Advise(h, &brew.Planner{}); err != nil {
		return out, err
	}
	if n := out.Advice.Noticed; n != nil {
		out.Noticed = new(kept[n.Brew].ID)
	}
	return out, nil
}

const (
	// mostOfCoffee and mostOthers are how many of the latest cups an advice is from; leastOthers is how
	// many there are to be of other coffees before they say anything of one that was never had.
	mostOfCoffee, mostOthers, leastOthers = 80, 60, 3
)

// keyOf names a coffee; one without a name is the same as long as its trip lasts.
func keyOf(coffee string, trip int64) string {
	if coffee != "" {
		return coffee
	}
	return fmt.Sprintf("of trip %d", trip)
}

func coffeeKey(l LogEntry) string { return keyOf(l.Coffee, l.TripID) }

// historyOf is what the advice is asked with: the entries that today's core can plan again, the oldest
// first.
func (a App) historyOf(ctx context.Context, log []LogEntry) (taste.History, []LogEntry, error) {
	log = slices.Clone(log)
	slices.SortStableFunc(log, func(x, y LogEntry) int {
		return cmp.Or(strings.Compare(instant(x), instant(y)), cmp.Compare(x.ID, y.ID))
	})
	var h taste.History
	var kept []LogEntry
	planner := &brew.Planner{}
	for _, l := range log {
		p, err := a.Plan(ctx, l.PlanID)
		if err != nil {
			return h, nil, err
		}
		if _, err := planner.Compute(p.Request); err != nil {
			continue
		}
		h.Brews = append(h.Brews, taste.Brew{At: l.BrewedAt, By: l.By, Coffee: coffeeKey(l), Request: p.Request, Run: l.Had, Tasting: l.Tasting})
		kept = append(kept, l)
	}
	return h, kept, nil
}

// instant is when an entry was brewed, so that it can be put in order.
func instant(l LogEntry) string {
	at, err := time.Parse(time.RFC3339, l.BrewedAt)
	if err != nil {
		return l.BrewedAt
	}
	return at.UTC().Format(time.RFC3339)
}

// forWhom names the people a brew is for: the one who is asked for or, if it serves several, those who
// tasted on its trip. If it names nobody, the advice is for the last who tasted.
func forWhom(b Brew, by string, log []LogEntry) []string {
	if by != "" {
		return []string{by}
	}
	if n := b.Request.Drinkers; n == nil || *n < 2 {
		return nil
	}
	var out []string
	for _, l := range log {
		if l.TripID == b.TripID && !slices.Contains(out, l.By) {
			out = append(out, l.By)
		}
	}
	if len(out) < 2 || slices.Contains(out, "") {
		return nil
	}
	slices.Sort(out)
	return out[:min(len(out), 8)]
}

// lastOf are the last cups of a brew, or where there are none, of its method.
func lastOf(log []LogEntry, b Brew) (last []LogEntry, here bool) {
	pick := func(is func(LogEntry) bool) []LogEntry {
		out := []LogEntry{}
		for i := len(log) - 1; i >= 0 && len(out) < lastCups; i-- {
			if is(log[i]) {
				out = append(out, log[i])
			}
		}
		return out
	}
	if last = pick(func(l LogEntry) bool { return l.BrewID == b.ID }); len(last) > 0 {
		return last, true
	}
	return pick(func(l LogEntry) bool { return l.Method == b.Request.Method }), false
}

// Path is the cups of a coffee: where each is thought to have been, and what is liked.
type Path struct {
	Coffee *CoffeeOut `json:"coffee" doc:"Null for cups of no coffee that is named"`
	Cups   []PathCup  `json:"cups" doc:"The oldest first"`
	// Liking is null before the first tasting.
	Liking *taste.Liking `json:"liking"`
	Window Window        `json:"window" doc:"The published window of extraction and strength"`
	// Best is the cup of the highest mark, with those that were made alike, the latest of those.
	Best   *int64            `json:"best" doc:"Entry of the cup that was liked most, with how few there are like it taken into account; null where none was liked"`
	Common []quantity.Phrase `json:"common" doc:"What the liked cups, made as that one was, have in common"`
}

// PathCup is a cup on the path.
type PathCup struct {
	Entry int64       `json:"entry"`
	At    taste.Point `json:"at"`
	Says  string      `json:"says"`
}

// Window is a published window of the control chart.
type Window struct {
	ExtractionLowPct  float64 `json:"extraction_low_pct"`
	ExtractionHighPct float64 `json:"extraction_high_pct"`
	TDSLowPct         float64 `json:"tds_low_pct"`
	TDSHighPct        float64 `json:"tds_high_pct"`
}

func emptyPath() Path {
	return Path{Cups: []PathCup{}, Common: []quantity.Phrase{}, Window: Window{brew.WindowExtractionMin, brew.WindowExtractionMax, brew.WindowTDSMin, brew.WindowTDSMax}}
}

// PathOf is the path of a coffee's cups.
func (a App) PathOf(ctx context.Context, coffee int64) (Path, error) {
	out := emptyPath()
	c, err := a.CoffeeOut(ctx, coffee)
	if err != nil {
		return out, err
	}
	out.Coffee = &c
	log, err := a.LogOf(ctx, c.UUID)
	if err != nil {
		return out, err
	}
	return a.along(ctx, out, log)
}

// alikeCups is what cups have in common that were made alike.
type alikeCups struct {
	coffee, method, school, recipe string
	grindUm, dose, water           float64
}

// worths are the marks of cups, each with those that were made alike.
func worths(log []LogEntry) map[int64]float64 {
	of := func(l LogEntry) alikeCups {
		k := alikeCups{coffee: coffeeKey(l), method: l.Method, school: l.School, recipe: l.RecipeName, dose: math.Round(l.DoseG), water: math.Round(l.StartC / 2)}
		if l.GrindUm != nil {
			k.grindUm = math.Round(*l.GrindUm / 25)
		}
		return k
	}
	marks := map[alikeCups][]float64{}
	for _, l := range log {
		if l.Mark != nil {
			marks[of(l)] = append(marks[of(l)], *l.Mark)
		}
	}
	out := map[int64]float64{}
	for _, l := range log {
		if l.Mark != nil {
			others := slices.Clone(marks[of(l)])
			i := slices.Index(others, *l.Mark)
			out[l.ID] = taste.Worth(*l.Mark, slices.Delete(others, i, i+1))
		}
	}
	return out
}

// mostOnPath is how many of the latest cups a path without a coffee has at most.
const mostOnPath = 60

// BestPath returns the path of the best-liked cup: the cups of its coffee or, if it names none, the
// cups of its method without a coffee. It is empty if no cup was liked.
func (a App) BestPath(ctx context.Context) (Path, error) {
	log, err := a.LatestLog(ctx, 0, -1)
	if err != nil {
		return Path{}, err
	}
	var best *LogEntry
	worth := worths(log)
	for i, l := range log { // the latest first
		if l.Mark != nil && *l.Mark >= taste.LikedFrom && (best == nil || worth[l.ID] > worth[best.ID]) {
			best = &log[i]
		}
	}
	out := emptyPath()
	if best == nil {
		return out, nil
	}
	if best.Coffee != "" {
		coffees, err := a.Coffees(ctx, false)
		if err != nil {
			return out, err
		}
		for _, c := range coffees {
			if c.UUID == best.Coffee {
				return a.PathOf(ctx, c.ID)
			}
		}
	}
	like := slices.DeleteFunc(log, func(l LogEntry) bool { return coffeeKey(l) != coffeeKey(*best) || l.Method != best.Method })
	return a.along(ctx, out, like[:min(len(like), mostOnPath)])
}

// along computes where the cups of a path lie; log has the latest first.
func (a App) along(ctx context.Context, out Path, log []LogEntry) (Path, error) {
	if len(log) == 0 {
		return out, nil
	}
	of := coffeeKey(log[0])
	others, err := a.LatestLog(ctx, AllTrips, mostOthers)
	if err != nil {
		return out, err
	}
	// What is liked is known from all cups, as in the advice.
	others = slices.DeleteFunc(others, func(l LogEntry) bool { return coffeeKey(l) == of })
	h, kept, err := a.historyOf(ctx, slices.Concat(log, others))
	if err != nil {
		return out, err
	}
	h.Coffee = of
	on := map[int]int{} // of the history, where on the path
	for i, l := range kept {
		if coffeeKey(l) == of {
			on[i] = len(out.Cups)
			out.Cups = append(out.Cups, PathCup{Entry: l.ID})
		}
	}
	if len(out.Cups) == 0 {
		return out, nil
	}
	advice, err := taste.Advise(h, &brew.Planner{})
	if err != nil {
		return out, err
	}
	for _, l := range advice.Path {
		c := &out.Cups[on[l.Brew]]
		c.At, c.Says = l.Point, l.Said.Text
	}
	out.Liking = &advice.Liking
	out.best(log)
	return out, nil
}

// best finds the best-liked cup and what the liked cups of its method have in common.
func (p *Path) best(log []LogEntry) {
	marks := map[int64]LogEntry{}
	for _, l := range log {
		marks[l.ID] = l
	}
	top, worth := 0.0, worths(log)
	for _, c := range p.Cups {
		if m := marks[c.Entry].Mark; m != nil && *m >= taste.LikedFrom && worth[c.Entry] >= top {
			top, p.Best = worth[c.Entry], new(c.Entry)
		}
	}
	if p.Best == nil {
		return
	}
	var cups []taste.Rated
	for _, c := range p.Cups {
		l := marks[c.Entry]
		if l.Mark == nil || l.Method != marks[*p.Best].Method {
			continue
		}
		r := taste.Rated{Mark: *l.Mark, StartC: l.StartC, TookS: l.ContactS, Point: c.At}
		if l.PouredMl > 0 {
			r.Ratio = 1000 * l.DoseG / l.PouredMl
		}
		if l.Had.ContactS != nil {
			r.TookS = *l.Had.ContactS
		}
		if l.GrindUm != nil {
			r.GrindUm = *l.GrindUm
		}
		if l.Had.StartC != nil {
			r.StartC = *l.Had.StartC
		}
		cups = append(cups, r)
	}
	p.Common = taste.InCommon(cups)
}

// AsHad is the plan of an entry as it was really had, to be drawn over what was planned.
func (a App) AsHad(ctx context.Context, entry int64) (*brew.Plan, error) {
	l, err := a.LogEntry(ctx, entry)
	if err != nil {
		return nil, err
	}
	p, err := a.Plan(ctx, l.PlanID)
	if err != nil {
		return nil, err
	}
	return taste.PlanOfHad(&brew.Planner{}, p.Request, l.Had)
}

// CompareIn asks for two cups of the log side by side.
type CompareIn struct {
	A int64 `json:"a" minimum:"1"`
	B int64 `json:"b" minimum:"1"`
}

// CompareCups sets two cups of the log side by side.
func (a App) CompareCups(ctx context.Context, in CompareIn) (*taste.Compared, error) {
	of := func(id int64) (taste.Brew, error) {
		l, err := a.LogEntry(ctx, id)
		if err != nil {
			return taste.Brew{}, err
		}
		p, err := a.Plan(ctx, l.PlanID)
		return taste.Brew{Request: p.Request, Run: l.Had, Tasting: l.Tasting}, err
	}
	x, err := of(in.A)
	if err != nil {
		return nil, err
	}
	y, err := of(in.B)
	if err != nil {
		return nil, err
	}
	return taste.Compare(x, y, &brew.Planner{})
}

// CheckNoted is what is wrong with what is written down.
func (a App) CheckNoted(ctx context.Context, n Noted) error {
	bad := n.check()
	if n.Coffee != "" {
		if _, err := a.CoffeeOf(ctx, n.Coffee); err != nil {
			bad = append(bad, wrong("coffee", n.Coffee, noCoffee)...)
		}
	}
	return orNone(bad)
}

// check returns what is wrong with the record by itself.
func (n Noted) check() brew.Problems {
	bad := append(n.Tasting.Check(), n.Had.Check().At("run.")...)
	if n.Made != nil {
		bad = append(bad, n.Made.Record.Check().At("made.")...)
	}
	return bad
}

// orNone returns problems as an error, nil if there are none.
func orNone(bad brew.Problems) error {
	if len(bad) == 0 {
		return nil
	}
	return bad
}

// CheckBrewed is what is wrong with when something was brewed, RFC 3339: from the year 2000 on,
// and not ahead, but for a day in which clocks and zones may differ.
func CheckBrewed(at string) brew.Problems {
	t, err := time.Parse(time.RFC3339, at)
	if err == nil && t.Year() >= 2000 && time.Until(t) < 24*time.Hour {
		return nil
	}
	return wrong("brewed_at", at, noBrewedAt, quantity.Quoted(at))
}

// clearlyOff is from how much on what the clock says counts as other than planned.
const clearlyOff = 0.06

// HadOf is what a run that was followed by the clock says was had: how long the coffee and
// the water were together, where that is not what was planned.
func HadOf(p *brew.Plan, r Run) taste.Had {
	var had taste.Had
	if p.ContactS == nil || *p.ContactS <= 0 {
		return had
	}
	begun, ended, last := math.NaN(), math.NaN(), 0.0
	of := map[string]run.StepRun{}
	for _, d := range r.Done {
		of[d.ID] = d
	}
	for _, s := range p.Steps {
		d, done := of[string(s.ID)]
		if !done || d.Skip || s.AtS < -1e-6 || s.AtS >= *p.ContactS-1e-6 || s.Lane == method.Flame {
			continue
		}
		if math.IsNaN(begun) {
			begun = d.AtS
		}
		if end := s.AtS + s.ForS; end >= last {
			last, ended = end, d.EndS
		}
	}
	if math.IsNaN(begun) || math.IsNaN(ended) || math.Abs(last-*p.ContactS) > 1 {
		return had // it was not followed to its end
	}
	took := ended - begun
	if planned := *p.ContactS; took > 5 && took < 4*planned && math.Abs(took-planned) > clearlyOff*planned {
		had.ContactS = new(math.Round(took))
	}
	return had
}

// BlindOut is a blind comparison as its taster may see it: what the round being tasted was
// dealt as is not told.
type BlindOut struct {
	ID       int64         `json:"id"`
	Revision int64         `json:"revision"`
	A        Brew          `json:"a"`
	B        Brew          `json:"b"`
	Tasting  bool          `json:"tasting" doc:"A round is dealt, and not said yet"`
	Rounds   []BlindTold   `json:"rounds"`
	Verdict  taste.Verdict `json:"verdict"`
}

// BlindTold is a round that was tasted: which cup was which, and which was liked.
type BlindTold struct {
	First string `json:"first" enum:"a,b"`
	Liked string `json:"liked" enum:"a,b,neither"`
	At    string `json:"at"`
}

// The answers of a round.
const (
	likedFirst, likedSecond, likedNeither = "first", "second", "neither"
)

func (a App) blindOut(ctx context.Context, b Blind) (BlindOut, error) {
	out := BlindOut{ID: b.ID, Revision: b.Revision, Rounds: []BlindTold{}}
	var err error
	if out.A, err = a.Brew(ctx, b.A); err != nil {
		return out, err
	}
	if out.B, err = a.Brew(ctx, b.B); err != nil {
		return out, err
	}
	var rounds []taste.BlindRound
	for _, r := range b.Rounds {
		if r.Liked == "" {
			out.Tasting = true
			continue
		}
		told := BlindTold{First: taste.Deal(r.Seed), Liked: "neither", At: r.At}
		second := map[string]string{"a": "b", "b": "a"}[told.First]
		switch r.Liked {
		case likedFirst:
			told.Liked = told.First
		case likedSecond:
			told.Liked = second
		}
		out.Rounds = append(out.Rounds, told)
		if told.Liked != "neither" {
			rounds = append(rounds, taste.BlindRound{Preferred: told.Liked})
		}
	}
	out.Verdict = taste.Judge(rounds)
	return out, nil
}

// BlindsOut are the blind comparisons, the newest first; those whose brews are gone are
// left out.
func (a App) BlindsOut(ctx context.Context) ([]BlindOut, error) {
	list, err := a.Blinds(ctx)
	if err != nil {
		return nil, err
	}
	out := []BlindOut{}
	for _, b := range list {
		o, err := a.blindOut(ctx, b)
		if err == ErrNotFound {
			continue
		}
		if err != nil {
			return nil, err
		}
		out = append(out, o)
	}
	return out, nil
}

// BlindOut is one of them.
func (a App) BlindOut(ctx context.Context, id int64) (BlindOut, error) {
	b, err := a.Blind(ctx, id)
	if err != nil {
		return BlindOut{}, err
	}
	return a.blindOut(ctx, b)
}

// BeginBlind begins a blind comparison of two brews.
func (a App) BeginBlind(ctx context.Context, x, y int64) (BlindOut, error) {
	if x == y {
		return BlindOut{}, wrong("b", y, isSameBrew)
	}
	for _, id := range []int64{x, y} {
		if _, err := a.Brew(ctx, id); err != nil {
			return BlindOut{}, err
		}
	}
	id, err := a.AddBlind(ctx, BlindSet{A: x, B: y, Rounds: []BlindDeal{}})
	if err != nil {
		return BlindOut{}, err
	}
	return a.BlindOut(ctx, id)
}

// Dealt is how the round being tasted was dealt: for whoever pours, and not for the taster.
type Dealt struct {
	First  string `json:"first" enum:"a,b" doc:"Which brew goes into the first cup"`
	Second string `json:"second" enum:"a,b"`
}

// DealBlind deals a round, or tells the one that is dealt; seed decides it.
func (a App) DealBlind(ctx context.Context, id int64, seed uint64) (Dealt, error) {
	b, err := a.Blind(ctx, id)
	if err != nil {
		return Dealt{}, err
	}
	n := len(b.Rounds)
	if n == 0 || b.Rounds[n-1].Liked != "" {
		if n >= 60 {
			return Dealt{}, wrong("rounds", n, roundsFull)
		}
		b.Rounds = append(b.Rounds, BlindDeal{Seed: seed >> 12}) // what a browser's numbers hold
		if err := a.SetBlind(ctx, id, b.Revision, b.BlindSet); err != nil {
			return Dealt{}, err
		}
	}
	first := taste.Deal(b.Rounds[len(b.Rounds)-1].Seed)
	return Dealt{first, map[string]string{"a": "b", "b": "a"}[first]}, nil
}

// SayBlind says which cup of the dealt round was liked, and tells which was which.
func (a App) SayBlind(ctx context.Context, id int64, liked string, at time.Time) (BlindOut, error) {
	b, err := a.Blind(ctx, id)
	if err != nil {
		return BlindOut{}, err
	}
	n := len(b.Rounds)
	switch {
	case n == 0 || b.Rounds[n-1].Liked != "":
		return BlindOut{}, wrong("liked", liked, noRound)
	case !slices.Contains([]string{likedFirst, likedSecond, likedNeither}, liked):
		return BlindOut{}, wrong("liked", liked, notOneOf, quantity.Quoted(liked), quantity.Text(strings.Join([]string{likedFirst, likedSecond, likedNeither}, ", ")))
	}
	b.Rounds[n-1].Liked, b.Rounds[n-1].At = liked, at.UTC().Format(time.RFC3339)
	if err := a.SetBlind(ctx, id, b.Revision, b.BlindSet); err != nil {
		return BlindOut{}, err
	}
	return a.BlindOut(ctx, id)
}
