package brew

import (
	"fmt"
	"math"
	"slices"

	"apodemos/core/field"
	"apodemos/core/heat"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/solve"
	"apodemos/core/thermal"
)

// Moderate is the share of a burner's power that a small moka pot stands on:
// more licks past its foot. From memory.
const Moderate = 0.5

// coffeeInS is how long it takes to put coffee into cold water before lighting.
const coffeeInS = 20

// Hot is the fourth stage: how hot the water gets, how long it is kept and waited for,
// and what that takes. Times are in s from first contact, or lengths.
type Hot struct {
	*Timeline
	Heated      bool    // something is burned or plugged in
	KettleMl    float64 // of the fullest batch
	WishC       float64 // at first contact
	HotC        float64 // the hottest the water gets before the coffee
	StartC      float64 // at first contact
	Cover       heat.Cover
	Ways        []CoolWay // to cool it, the one taken first; none where there is no wait
	FlowC       float64   // at which a moka pot's boiler pushes; 0 without one
	FirstW      float64   // lost at first, off the heat
	WaitS       float64   // off the heat, before contact
	UsualS      float64   // the wait with the usual loss, where the pot's is measured
	HoldS       float64   // kept at the boil for want of something hotter
	ReadyMoreS  float64   // kept at the boil, or standing, until the cold hands' work is done
	ReadyFirstN int       // of that work is done before the water goes on
	TreatS      float64   // disinfecting boil
	BoilS       float64   // at the boil with the coffee in it
	BoiledS     float64   // moment that it comes to the boil
	LightS      float64   // moment of lighting
	BoiledOffMl float64   // of an average batch
	Kettle      heat.Heating
	Reheats     bool    // what is added afterwards goes on the heat again
	ReheatKJ    float64 // that is burned for it, each batch
	ReheatS     float64
	ReheatC     float64 // that it comes to: the boil, or less where a moment on the heat will do
	ReheatAtS   float64 // when it goes on the heat: no hand is needed elsewhere then
	FirstS      float64 // that water which is set aside takes to boil, and to be made safe
	FirstKJ     float64 // that is burned for it, each batch
	BackAtS     float64 // when a kettle that falls fast goes back on the heat while the coffee blooms
	BackForS    float64 // and for how long; 0 where it stays off
	BackKJ      float64 // that is burned for it, each batch
	Took        heat.Heated
	Before      heat.Heating // up to the coffee going in, where it boils with it
	Warmed      heat.Heated
	Canister    *Canistered // nil without one
	Long        *LongBoil   // why the boil is long; nil where it is not
	flow        flow
	decisions   []Decision
}

// LongBoil is what makes a boil long, in s of it, and what a screen would save. A part
// that is too little to be worth a word is 0.
type LongBoil struct {
	HeatS                float64
	WindS, ColdS, LidS   float64
	ScreenS, ScreenShare float64 // of the time; and of what is burned to heat it
}

const (
	// longBoilS is from when on a boil is long enough to say why, and wordS and wordShare
	// by how much one thing has to lengthen it.
	longBoilS, wordS, wordShare = 600, 30, 0.05
	// mildC are the water and the air that nobody calls cold.
	mildC = 15
)

// sayLong finds why the boil is long, by taking each thing away by itself.
func (h *Hot) sayLong() {
	if !h.Burner.Flame || h.School.ColdFill || h.Took.HeatS < longBoilS {
		return
	}
	least := math.Max(wordS, wordShare*h.Took.HeatS)
	saves := func(change func(k *heat.Heating)) (s, share float64) {
		k := h.Kettle
		change(&k)
		t := k.Heat()
		if s = h.Took.HeatS - t.HeatS; !t.Reaches || s < least {
			return 0, 0
		}
		return s, 1 - t.BurnedKJ/h.Took.BurnedKJ
	}
	l := &LongBoil{HeatS: h.Took.HeatS}
	if h.Kettle.Air.WindMs > 0 {
		l.WindS, _ = saves(func(k *heat.Heating) { k.Air.WindMs = 0 })
		if !*h.Request.Heat.Screen {
			l.ScreenS, l.ScreenShare = saves(func(k *heat.Heating) { k.Air.WindMs *= heat.ScreenShelter })
		}
	}
	l.ColdS, _ = saves(func(k *heat.Heating) {
		k.FromC, k.VesselC = math.Max(k.FromC, mildC), math.Max(k.VesselC, mildC)
		k.Source, k.StarterG, k.Air.TempC = heat.Liquid, 0, math.Max(k.Air.TempC, mildC)
	})
	if h.Kettle.Cover != heat.Lidded {
		l.LidS, _ = saves(func(k *heat.Heating) { k.Cover = heat.Lidded })
	}
	h.Long = l
}

// heat finds how hot the water gets, how long to wait, and what heating takes.
func (c *Timeline) heat() (*Hot, Problems) {
	h := &Hot{Timeline: c, TreatS: c.BrewTreatS()}
	switch c.way() {
	case method.Unheated:
		h.StartC, h.HotC = c.coldC(), c.coldC()
		return h, nil
	case method.BoilIn:
		return h, h.withCoffee()
	}
	return h, h.kettle()
}

func (h *Hot) kettle() Problems {
	r := &h.Request
	boil, supplied := h.Boil.BoilC, h.supplied()
	h.KettleMl = h.hotMl() * h.CupsFull
	h.WishC = h.School.Temps.For(*r.Coffee.Roast)
	h.HotC = boil
	if supplied {
		// The vessel that takes the water is as cold as the air.
		h.HotC = mix(waterKJ(h.KettleMl), math.Min(*r.Heat.SuppliedC, boil), h.Vessel.Capacity(), h.Air.TempC)
	}
	if h.Straight() {
		h.HotC = math.Min(*r.Heat.SuppliedC, boil)
		h.StartC = h.HotC
		decide(&h.decisions, "supplied-straight", "", quantity.Of(h.HotC, quantity.Celsius), quantity.Of(h.WishC, quantity.Celsius))
		return nil
	}
	if h.OnFlame() {
		// It goes on the flame again: there is nothing to wait for.
		if supplied {
			return Problems{{Field: "heat.supplied_c", Value: *r.Heat.SuppliedC, Message: "this method needs a flame. Choose a burner"}}
		}
		if bad := h.needsFlame(); len(bad) > 0 {
			return bad
		}
		if h.School.ColdFill && h.Frozen() {
			return Problems{{Field: "water.state", Value: *r.Water.State, Message: *r.Water.State + " can’t go into a boiler. Melt it in a pot first, or choose the recipe filled hot"}}
		}
	}
	if h.OnFlame() {
		// It flows when the boiler's air and vapour push, whatever boils where.
		startC := h.coldC()
		if !h.School.ColdFill {
			startC = boil
		}
		h.FlowC = heat.FlowC(h.boilerC(h.Batch.PouredMl, startC), h.Air)
		if h.School.ColdFill {
			h.HotC = h.FlowC
		}
	}
	cool := h.standing()
	h.StartC = h.HotC
	keeps := h.keeps()
	switch {
	case h.OnFlame(): // it has its own heat
		h.StartC = h.FlowC
	case h.HotC > h.WishC+0.05:
		h.cool()
		h.WaitS, h.StartC, h.Cover = h.Ways[0].WaitS, h.Ways[0].C, h.Ways[0].Cover
		if f := r.Calibration.LossFactor; f != nil {
			usual := h.Vessel
			usual.LossFactor = 1
			h.UsualS = h.coolBy(h.Ways[0].ID, usual).WaitS
			decide(&h.decisions, "measured-loss", "", quantity.Of(100**f, quantity.Percent), quantity.Of(h.WaitS, quantity.Second), quantity.Of(h.UsualS, quantity.Second))
		}
	case supplied:
		decide(&h.decisions, "supplied-cool", "", quantity.Of(h.HotC, quantity.Celsius), quantity.Of(h.WishC, quantity.Celsius))
	}
	if supplied {
		if h.WaitS == 0 && h.PrepareS > 0 {
			h.StartC = cool.After(h.HotC, h.PrepareS)
		}
		return nil
	}
	if !keeps && !h.OnFlame() {
		// A kettle that switches itself off stands until it is used.
		if stand := h.PrepareS - h.WaitS; h.WaitS == 0 && stand > 0 {
			h.StartC = cool.After(h.HotC, stand)
		}
	} else {
		h.HoldS = h.hold(h.WaitS)
	}
	if !h.OnFlame() && h.WaitS == 0 && h.HotC <= h.WishC+0.05 {
		h.sayNoWait()
	}
	return h.burn(h.KettleMl)
}

// sayNoWait says that the water is used as hot as it gets, and until when it stays on the
// heat.
func (h *Hot) sayNoWait() {
	values := []quantity.Value{quantity.Fine(h.Boil.BoilC, quantity.Celsius), quantity.Of(h.WishC, quantity.Celsius)}
	then := ""
	switch held := h.HeldS(); {
	case h.TreatS > 0:
		then = quantity.Either(h.Method.InPot(), "safe-pot", "safe")
		values = append(values, quantity.Of(h.TreatS, quantity.Second))
	case h.Method.InPot():
		then = "pot"
	case !h.keeps():
		then = "switches-off"
	case held < leastPauseS:
		then = "off"
	case held < h.LastPour:
		then = "part"
		values = append(values, quantity.Of(held, quantity.Second))
	}
	decide(&h.decisions, "do-not-wait", then, values...)
}

// keeps reports whether the kettle can be held at the boil.
func (h *Hot) keeps() bool { return !h.supplied() && (h.Burner.Flame || h.Burner.Low > 0) }

// hold is how long a kettle that can is kept at the boil, given the wait that follows: up
// to where that begins, or until the last pour where there is none.
func (h *Hot) hold(wait float64) float64 {
	switch {
	case h.OnFlame():
		return h.School.FlameS
	case wait > 0:
		return math.Max(h.PrepareS-wait, 0)
	}
	return h.PrepareS + h.keepOnS()
}

// keepOnS is how long after the first pour the kettle stays on the heat where there is
// no wait: as long as makes the mean of what is poured as warm as from the wish off the
// heat, or until the last pour where nothing does. So that one way goes over into the
// other: where it boils at the wish it comes off as it would after a wait.
func (h *Hot) keepOnS() float64 {
	if h.LastPour <= 0 {
		return 0
	}
	const points = 16
	k := thermal.NewCooling(h.Vessel, math.Max(h.KettleMl/2, 1), heat.Spouted, h.Air)
	var fell [points + 1]float64
	for i := range fell {
		fell[i] = h.HotC - k.After(h.HotC, h.LastPour*float64(i)/points)
	}
	drop := func(s float64) float64 {
		at := math.Max(s, 0) / h.LastPour * points
		i := min(int(at), points-1)
		return fell[i] + (fell[i+1]-fell[i])*(at-float64(i))
	}
	var pours []pour
	at, all := 0.0, 0.0
	for i := range h.Line {
		if k := &h.Line[i]; k.Phase == method.Brew && k.Lane == method.Scale {
			to := h.pourTo(k)
			pours, at = append(pours, pour{k.AtS, k.ForS, to - at}), to
			all += pours[len(pours)-1].ml
		}
	}
	// By how much the mean is warmer than from the wish off the heat.
	warmer := func(on float64) float64 {
		sum := 0.0
		for _, p := range pours {
			// A pour takes its time: what of it comes off the heat is a part of it.
			const parts = 4
			for k := range parts {
				at := p.at + (float64(k)+0.5)/parts*p.forS
				sum += p.ml / parts * (drop(at) - drop(at-on))
			}
		}
		return sum/math.Max(all, 1) - (h.WishC - h.HotC)
	}
	switch {
	case warmer(0) >= 0:
		return 0
	case warmer(h.LastPour) <= 0:
		return h.LastPour
	}
	return solve.Root(0, h.LastPour, warmer(0), warmer(h.LastPour), 0.01, warmer)
}

// HeldS is until when after the first pour the kettle is as hot as it was then.
func (h *Hot) HeldS() float64 {
	if h.OnFlame() || h.WaitS > 0 || h.HoldS <= 0 {
		return 0
	}
	return h.HoldS - h.PrepareS
}

// DwellIn is how long another pot of so many ml, that boils in heatS, is kept at the boil
// for this brew, in s: what one waits, and with it what is kept hot before, is the pot's.
func (p *Plan) DwellIn(v heat.Vessel, ml, heatS float64) float64 {
	h := p.made.Hot
	if h.BoilsIn() || h.School.ColdFill || !h.keeps() {
		return h.Took.DwellS
	}
	other := *h
	other.Vessel, other.KettleMl = v, ml
	if h.WaitS > 0 {
		other.WaitS = other.coolBy(h.Ways[0].ID, v).WaitS
	}
	other.HoldS = other.hold(other.WaitS)
	other.ready(heatS)
	return other.dwellS()
}

// The ways to cool water off the heat.
const (
	LidOff      = "lid-off"
	LidAjar     = "lid-ajar"
	LidOn       = "lid-on"
	PourThrough = "pour-through"
)

// A CoolWay is one way for water off the heat to come to what the school wishes.
type CoolWay struct {
	ID    string
	Cover heat.Cover
	WaitS float64
	C     float64 // what it comes to: the wish, or as near as this way ends
}

// pourThroughS is how long it takes to pour a kettle into a second pot. Common practice.
const pourThroughS = 10

// standing is the kettle off the heat while it is not cooled on purpose: its lid ajar, or
// open where there is none.
func (h *Hot) standing() thermal.Cooling {
	h.Cover = heat.Spouted
	if !*h.Request.Heat.Lid {
		h.Cover = heat.Open
	}
	k := thermal.NewCooling(h.Vessel, h.KettleMl, h.Cover, h.Air)
	h.FirstW = k.Watts(h.HotC)
	return k
}

// cool lists the ways to come to the wish, the one that is taken first: the one asked,
// or else the open pot, which comes exactly to the wish, and the soonest. Whichever it
// is, no altitude, wind or size takes another in its place: so that what one waits
// changes as they do.
func (h *Hot) cool() {
	ids := []string{LidOff, LidAjar, LidOn, PourThrough}
	if !*h.Request.Heat.Lid {
		ids = []string{LidOff, PourThrough}
	}
	if asked := h.Request.CoolBy; asked != nil {
		if at := slices.Index(ids, *asked); at > 0 {
			ids = slices.Concat([]string{*asked}, ids[:at], ids[at+1:])
		}
	}
	h.Ways = make([]CoolWay, 0, len(ids))
	for _, id := range ids {
		h.Ways = append(h.Ways, h.coolBy(id, h.Vessel))
	}
	k := thermal.NewCooling(h.Vessel, h.KettleMl, h.Ways[0].Cover, h.Air)
	h.FirstW = k.Watts(h.HotC)
	if h.Ways[0].ID != LidOff || h.Ways[0].WaitS >= leastPauseS {
		h.sayWays()
	}
}

// sayWays states the ways that are not taken.
func (h *Hot) sayWays() {
	s, c := func(w CoolWay) quantity.Value { return quantity.Of(w.WaitS, quantity.Second) }, func(w CoolWay) quantity.Value { return quantity.Of(w.C, quantity.Celsius) }
	if h.Ways[0].ID != LidOff {
		for _, w := range h.Ways {
			if w.ID == LidOff {
				decide(&h.decisions, "cool-asked", "", c(w), s(w))
			}
		}
		return
	}
	wish := quantity.Of(h.WishC, quantity.Celsius)
	last := h.Ways[len(h.Ways)-1] // poured through
	lids := len(h.Ways) > 2
	switch past := last.C < h.WishC-0.05; {
	case lids && past:
		decide(&h.decisions, "cool-ways", "past", wish, s(h.Ways[1]), s(h.Ways[2]), c(last))
	case lids:
		decide(&h.decisions, "cool-ways", "", wish, s(h.Ways[1]), s(h.Ways[2]), s(last))
	case past:
		decide(&h.decisions, "cool-ways", "open-past", wish, c(last))
	default:
		decide(&h.decisions, "cool-ways", "open", wish, s(last))
	}
}

// coolBy is what one way takes with a vessel.
func (h *Hot) coolBy(id string, v heat.Vessel) CoolWay {
	w := CoolWay{ID: id, C: h.WishC, Cover: map[string]heat.Cover{LidAjar: heat.Spouted, LidOn: heat.Lidded}[id]}
	from, took := h.HotC, 0.0
	if w.Cover == 0 {
		w.Cover = heat.Open
	}
	if id == PourThrough {
		// Into a second pot of its kind, as cold as the air; the stream costs some, too.
		from, took = mix(waterKJ(h.KettleMl), heat.Poured(h.HotC, h.Air), v.Capacity(), h.Air.TempC), pourThroughS
		if from <= w.C {
			w.C, w.WaitS = from, took
			return w
		}
	}
	k := thermal.NewCooling(v, h.KettleMl, w.Cover, h.Air)
	w.WaitS, _ = k.TimeTo(from, h.WishC)
	w.WaitS += took
	return w
}

// withCoffee heats a pot that has the coffee in it when it boils.
func (h *Hot) withCoffee() Problems {
	r := &h.Request
	if h.supplied() {
		return Problems{{Field: "heat.supplied_c", Value: *r.Heat.SuppliedC, Message: "this recipe boils the coffee and needs a flame. Choose a burner, or a recipe that pours"}}
	}
	if bad := h.needsFlame(); len(bad) > 0 {
		return bad
	}
	inC := math.Min(math.Max(h.School.CoffeeAtC, h.coldC()), h.Boil.BoilC)
	h.StartC, h.HotC = inC, h.Boil.BoilC
	h.BoilS = math.Max(h.TreatS, h.School.BoilS)
	if longer := h.boiledLonger(); longer > 30 {
		decide(&h.decisions, "boiled-longer", "", quantity.Of(longer, quantity.Second))
	}
	if bad := h.burn(h.hotMl()); len(bad) > 0 {
		return bad
	}
	// The same heating in two parts, for the clock: before the coffee and after.
	first := h.Kettle
	first.ToC, first.DwellS = inC, 0
	h.Before, h.Warmed = first, first.Heat()
	rest := h.Took.HeatS - h.Warmed.HeatS
	if h.Warmed.HeatS > 0.5 {
		h.LightS, h.BoiledS = -h.Warmed.HeatS, math.Max(rest, coffeeInS)
	} else {
		h.LightS, h.BoiledS = coffeeInS, coffeeInS+h.Took.HeatS
	}
	return nil
}

// dwellS is how long one batch is kept at the boil.
func (h *Hot) dwellS() float64 {
	if h.BoilsIn() {
		return h.BoilS
	}
	return h.TreatS + h.HoldS + h.ReadyMoreS
}

// ready decides what of the cold hands' work is done before the water goes on: as little
// as lets the rest be done while it heats and is waited for. What then takes longer than
// that, part of one step, the water is kept at the boil for: so that a stronger flame, or
// warmer water, never makes it all take longer.
func (h *Hot) ready(heatS float64) {
	h.ReadyMoreS, h.ReadyFirstN = 0, 0
	room := heatS - lightS // less than none where it is hot before it is lit well
	if h.TreatS == 0 {     // the boil that disinfects is left alone
		room += math.Max(h.WaitS-h.PrepareS, 0)
	}
	rest := h.coldWork()
	if rest <= math.Max(room, 0) {
		return
	}
	for i := range h.Line {
		k := &h.Line[i]
		if k.Phase != method.Prepare {
			continue
		}
		if rest-k.ForS < room {
			break
		}
		rest -= k.ForS
		h.ReadyFirstN++
	}
	if rest > 0 {
		h.ReadyMoreS = rest - room
	}
}

// stands lets a kettle that has switched itself off cool while the work is done, its lid
// ajar: of the time until the coffee only as much is left to cool it on purpose as it then
// takes to the wish.
func (h *Hot) stands() {
	k := h.standing()
	all := h.ReadyMoreS + math.Max(h.WaitS, h.PrepareS)
	if h.WaitS == 0 || k.After(h.HotC, all) <= h.WishC {
		h.StartC = k.After(h.HotC, all)
		h.WaitS, h.Ways, h.ReadyMoreS = 0, nil, all-h.PrepareS
		return
	}
	open := thermal.NewCooling(h.Vessel, h.KettleMl, h.Ways[0].Cover, h.Air)
	wait := func(stood float64) float64 {
		s, _ := open.TimeTo(k.After(h.HotC, stood), h.WishC)
		return s
	}
	stood, _ := solve.Last(0, all, 1e-3, func(s float64) bool { return s+wait(s) < all })
	h.Cover, h.WaitS = h.Ways[0].Cover, math.Max(all-stood, 0)
	h.ReadyMoreS = all - math.Max(h.WaitS, h.PrepareS)
}

// coldWork is how long the work takes that needs no hot water.
func (h *Timeline) coldWork() float64 {
	s := 0.0
	for i := range h.Line {
		if k := &h.Line[i]; k.Phase == method.Prepare {
			s += k.ForS
		}
	}
	return s
}

// burn computes the heating of one batch and the fuel of all.
func (h *Hot) burn(kettleMl float64) Problems { return h.burnFor(kettleMl, false) }

// burnFor is burn, once more where it is known how much longer the water is kept hot.
func (h *Hot) burnFor(kettleMl float64, more bool) Problems {
	r := &h.Request
	cover := h.lid()
	if h.School.ColdFill {
		cover = heat.Lidded
	}
	k := h.heating(cover, kettleMl)
	k.DwellS = h.dwellS()
	gas := h.Fuel.ID == heat.CanisterGas
	if h.School.ColdFill {
		k.PowerW *= Moderate
		k.ToC = h.FlowC
	}
	// What boils off is put in at the start. It is what the flame boils away in its
	// time, however much water that is. In a moka pot the steam stays in the boiler and
	// pushes.
	for range 2 { // the second time as full as that makes it
		if !h.OnFlame() {
			h.BoiledOffMl = k.Dwell().BoiledG / h.CupsFull
		}
		k.WaterG = kettleMl + h.BoiledOffMl*h.CupsFull
	}
	if k.Source != heat.Liquid {
		k.StarterG = starterShare * k.WaterG
	}
	full := k.PowerW
	h.Kettle, h.Took = k, k.Heat()
	if h.Took.Reaches && gas && !h.kitchen {
		h.onGas()
		k = h.Kettle
	}
	if h.Took.Reaches && !h.BoilsIn() && !h.School.ColdFill {
		was := h.ReadyMoreS
		if h.ready(h.Took.HeatS); !more && h.ReadyMoreS > 0 && h.keeps() {
			return h.burnFor(kettleMl, true)
		}
		if more { // a second's difference in heating is not worth a third time
			h.ReadyMoreS = math.Max(h.ReadyMoreS, was)
		}
		if h.ReadyMoreS > 0 && !h.keeps() {
			h.stands()
		}
	}
	if !h.Took.Reaches {
		return Problems{{Field: "heat.power_w", Value: *r.Heat.PowerW, Message: fmt.Sprintf(
			"%s W can’t boil this pot in this air: it stops near %.0f °C. Use a lid, a wind screen, more power or less water", field.Trim(*r.Heat.PowerW), h.Took.TopC)}}
	}
	h.Heated = true
	h.sayLong()
	h.reheat()
	h.backOn()
	h.first()
	h.BoiledS = -math.Max(h.WaitS, h.PrepareS) - h.TreatS - h.ReadyMoreS
	h.LightS = h.BoiledS - h.Took.HeatS

	n := h.Kettles()
	treated := h.TreatS
	if h.BoilsIn() {
		treated = h.boiledLonger()
	}
	low := k.PowerW * h.Took.DwellFlame
	if h.FirstS > 0 {
		treated += h.TreatS // what is set aside boils only to be safe
	}
	h.flow = flow{burnedKJ: h.BurnedKJ(), treatS: h.TreatS * h.Batch.N, treatKJ: low * treated * n / 1000,
		hotKJ: k.PowerW*h.Took.HeatS*n/1000 + h.laterKJ()*h.Batch.N, hotFlame: full / h.PowerW, lowKJ: low * h.Took.DwellS * n / 1000, lowFlame: low / h.PowerW, air: h.Air, jet: h.Jet()}
	if low, may := h.Took.DwellFlame, k.DwellFlame; h.Took.DwellS > 0 && low > may+0.005 && h.Burner.Low > 0 && !h.School.ColdFill {
		decide(&h.decisions, "boil-held", quantity.Either(low > 0.995, "hardly", ""), quantity.Of(h.Took.DwellLostW, quantity.Watt), quantity.Of(k.PowerW*may*h.Took.EfficiencyHere, quantity.Watt), quantity.Of(100*low, quantity.Percent))
	}
	h.sayMeasured()
	if cap := r.Heat.BatteryWh; cap != nil && h.Fuel.Electric() && h.EnergyWh() > *cap {
		decide(&h.decisions, "battery-short", "", quantity.Of(h.EnergyWh()-*cap, quantity.WattHour))
	}
	if gas {
		h.sayGas(full)
	}
	return nil
}

// ReheatIn is what is burned to heat again what is added afterwards, over all batches, in
// kJ, where the water was heated so.
func (p *Plan) ReheatIn(k heat.Heating) float64 {
	other := *p.made.Hot
	other.Vessel, other.Kettle, other.Reheats, other.ReheatKJ, other.BackKJ = k.Vessel, k, false, 0, 0
	if other.Heated {
		other.reheat()
		other.backOn()
		other.first()
	}
	return other.laterKJ() * other.Batch.N
}

// laterKJ is what is burned besides the brew's own heating, each batch.
func (h *Hot) laterKJ() float64 { return h.ReheatKJ + h.BackKJ + h.FirstKJ }

// first boils the water that is set aside, in the same pot, before the coffee is made: as long
// as makes it safe. A flame that boils the brew's own water boils it, too.
func (h *Hot) first() {
	h.FirstS, h.FirstKJ = 0, 0
	ml := h.apartMl()
	if ml <= 0 {
		return
	}
	k := h.Kettle
	k.WaterG, k.DwellS = ml, h.TreatS
	if k.Source != heat.Liquid {
		k.StarterG = starterShare * ml
	}
	took := k.Heat()
	h.FirstS, h.FirstKJ = took.HeatS+h.TreatS, took.BurnedKJ
}

// boils is how many pots are brought to the boil, of the fullest's size: with that which is set
// aside.
func (h *Hot) boils() float64 {
	return h.Kettles() + h.apartMl()*h.Batch.N/math.Max(h.Kettle.WaterG, 1)
}

// setAsideS is how long it takes to pour boiled water off and cover it. Common practice.
const setAsideS = 30

// SetAsideC is how warm the water that was boiled first is once it is added.
func (h *Hot) SetAsideC() float64 {
	k := thermal.NewCooling(h.Vessel, math.Max(h.apartMl(), 1), heat.Lidded, h.Air)
	return k.After(h.Boil.BoilC, h.ContactS+h.coldWork()+fillS+setAsideS)
}

// A kettle goes back on the heat while the coffee blooms once it has fallen by more than
// backFromK, for as long as makes up for what it fell more, so that nothing jumps; it comes
// off backOffS before the next pour. Less than backLeastS is worth no hand. From memory.
const backFromK, backOffS, backLeastS = 0.5, 3, 4

// backOn puts a kettle that falls fast back on the heat between the bloom and the pour after
// it, where the style has it so. Common practice with thin kettles.
func (h *Hot) backOn() {
	h.BackForS, h.BackKJ = 0, 0
	pours := h.scaleSteps()
	if !h.School.BackOn || !h.Burner.Flame || h.OnFlame() || len(pours) < 2 {
		return
	}
	first, next := pours[0], pours[1]
	off := first.AtS + first.ForS
	room := next.AtS - backOffS - off
	if room < backLeastS || h.HeldS() > off {
		return
	}
	left := math.Max(h.KettleMl-h.pourTo(first), 1)
	k := thermal.NewCooling(h.Vessel, (h.KettleMl+left)/2, heat.Spouted, h.Air)
	fell := h.StartC - k.After(h.StartC, next.AtS) - backFromK
	w := h.Kettle.PowerW * h.Took.EfficiencyHere
	forS := math.Min(math.Max(fell, 0)*1000*(waterKJ(left)+h.Vessel.Capacity())/w, room)
	if forS < backLeastS {
		return
	}
	h.BackAtS, h.BackForS, h.BackKJ = next.AtS-backOffS-forS, forS, h.Kettle.PowerW*forS/1000
}

// backW is what goes into the kettle at a moment once the coffee is wet, in W.
func (h *Hot) backW(at float64) float64 {
	if h.BackForS == 0 || at < h.BackAtS-1e-9 || at >= h.BackAtS+h.BackForS-1e-9 {
		return 0
	}
	return h.Kettle.PowerW * h.Took.EfficiencyHere
}

// scaleSteps are the pours onto the coffee.
func (h *Timeline) scaleSteps() (out []*method.Step) {
	for i := range h.Line {
		if k := &h.Line[i]; k.Phase == method.Brew && k.Lane == method.Scale {
			out = append(out, k)
		}
	}
	return out
}

// What is added afterwards may have cooled by reheatBelowK, and is worth a flame from
// reheatMl on; by twice that, and of twice that, it is heated to the boil. From memory.
const reheatBelowK, reheatMl = 8, 20

// reheat puts on the heat again what is added to the cups afterwards, where it would be
// that much colder by then and can be heated apart from the coffee: for a moment at first,
// and to the boil where it is colder, so that neither jumps.
func (h *Hot) reheat() {
	ml := h.hotLaterMl()
	if ml <= reheatMl || h.OnFlame() || h.Method.InPot() {
		return
	}
	k := thermal.NewCooling(h.Vessel, ml, heat.Spouted, h.Air)
	c := k.After(h.StartC, h.ContactS)
	if h.StartC-c <= reheatBelowK {
		return
	}
	again := h.Kettle
	again.WaterG, again.Source, again.StarterG, again.FromC, again.VesselC, again.DwellS = ml, heat.Liquid, 0, c, c, 0
	took := again.Heat()
	if !took.Reaches {
		return
	}
	share := math.Min((h.StartC-c)/reheatBelowK-1, 1) * math.Min(ml/reheatMl-1, 1) * math.Min((h.ContactS-h.LastPour)/took.HeatS, 1)
	// Where wind nearly keeps it from the boil it comes to less, and a few seconds are no step.
	hotter := again
	if hotter.ToC += reheatBelowK; !hotter.Heat().Reaches {
		over, _ := solve.Last(0, reheatBelowK, 0.05, func(k float64) bool {
			hotter.ToC = again.ToC + k
			return hotter.Heat().Reaches
		})
		share *= over / reheatBelowK
	}
	share *= math.Min(math.Max(share*took.HeatS/leastPauseS-1, 0), 1)
	if share <= 0 {
		return
	}
	forS := math.Max(share*took.HeatS, leastPauseS)
	at, free := h.handsFree(math.Max(h.ContactS-forS, h.LastPour))
	if !free { // then for as long as is left once they are
		at = h.freeFrom(math.Max(h.ContactS-forS, h.LastPour))
		was := forS
		if forS = h.ContactS - at; forS < leastPauseS {
			return
		}
		share *= math.Min(forS/was, 1)
	}
	h.Reheats, h.ReheatKJ, h.ReheatS, h.ReheatAtS = true, share*took.BurnedKJ, forS, at
	h.ReheatC = c + share*(h.HotC-c)
}

// putOnS is how long it takes to put a kettle on the heat. Common practice.
const putOnS = 5

// handsFree is the last moment, at or before one of the brew's and after its last pour, at
// which the hands have putOnS to spare.
func (h *Hot) handsFree(at float64) (float64, bool) {
	for range len(h.Line) + 1 {
		k := h.busyWith(at)
		if k == nil {
			return at, at >= h.LastPour
		}
		at = k.AtS - putOnS
	}
	return at, false
}

// freeFrom is the first moment, at or after one of the brew's, at which the hands have
// putOnS to spare.
func (h *Hot) freeFrom(at float64) float64 {
	for range len(h.Line) + 1 {
		k := h.busyWith(at)
		if k == nil {
			break
		}
		at = k.AtS + k.ForS
	}
	return at
}

// busyWith is the step that the hands are busy with at a moment, or within putOnS of it; nil
// where they are free.
func (h *Hot) busyWith(at float64) *method.Step {
	for i := range h.Line {
		k := &h.Line[i]
		hands := k.Phase == method.Brew && (k.Lane == method.Hands || k.Lane == method.Scale) && !k.Drains
		if hands && k.AtS < at+putOnS && at < k.AtS+k.ForS {
			return k
		}
	}
	return nil
}

// Kettles is how often the kettle is filled, as full as the fullest: a last one with
// fewer cups counts as a part.
func (h *Hot) Kettles() float64 { return h.Batch.N / h.CupsFull }

// FuelG is the fuel of all batches, in g: 0 for electricity.
func (h *Hot) FuelG() float64 {
	if h.Fuel.Electric() {
		return 0
	}
	return h.BurnedKJ() / h.LHV
}

// EnergyWh is the electricity of all batches, in Wh.
func (h *Hot) EnergyWh() float64 { return h.BurnedKJ() / 3.6 }

// BurnedKJ is the heat burned for all batches.
func (h *Hot) BurnedKJ() float64 { return h.Took.BurnedKJ*h.Kettles() + h.laterKJ()*h.Batch.N }

// needsFlame is what is wrong where coffee or brewer would stand on something that
// heats water only.
func (h *Hot) needsFlame() Problems {
	if h.Burner.Flame {
		return nil
	}
	return Problems{{Field: "heat.burner", Value: string(h.Burner.ID), Message: fmt.Sprintf("a %s heats only water. Choose a burner with a flame, or a recipe that pours", h.Burner.Name)}}
}

// sayMeasured says how much what the user measured of the burner moves the result.
func (h *Hot) sayMeasured() {
	m := h.Request.Calibration
	if m.Efficiency == nil && m.PowerW == nil {
		return
	}
	k := h.Kettle
	k.Efficiency, k.PowerW = *h.Request.Heat.Efficiency, *h.Request.Heat.PowerW
	usual := k.Heat()
	if !usual.Reaches {
		return
	}
	if e := m.Efficiency; e != nil {
		per, unit := 3.6, quantity.WattHour
		if !h.Fuel.Electric() {
			per, unit = h.Fuel.LHV, quantity.Gram
		}
		n := h.Batch.N
		decide(&h.decisions, "measured-efficiency", "", quantity.Of(100**e, quantity.Percent), quantity.Of(100**h.Request.Heat.Efficiency, quantity.Percent),
			quantity.Of(h.Took.BurnedKJ*n/per, unit), quantity.Of(usual.BurnedKJ*n/per, unit))
	}
	if m.PowerW != nil {
		decide(&h.decisions, "measured-power", "", quantity.Of(*m.PowerW, quantity.Watt), quantity.Of(h.Took.HeatS, quantity.Second), quantity.Of(usual.HeatS, quantity.Second))
	}
}

// flow is what the flame asks of its fuel over all batches. Flames are parts of the
// burner's full one.
type flow struct {
	burnedKJ, treatKJ, treatS float64
	hotKJ, hotFlame           float64 // to the boil
	lowKJ, lowFlame           float64 // at the boil
	air                       heat.Air
	jet                       heat.Jet
}

// Canistered is the gas canister through the brew. Pressures are absolute, in bar.
type Canistered struct {
	At      heat.Canister // as it was
	End     heat.Canister
	Lowest  float64
	Verdict string
	// WarmC is how warm it has to be at first, in °C, where it does not feed as it is: the
	// figures are then those of one that has been warmed so.
	WarmC *float64
}

// Jet is the burner, as gas makes a flame in it here.
func (s *Setting) Jet() heat.Jet {
	j := heat.Jet{FullW: s.PowerW, RatedBar: math.Max(s.Settled.Canister().RatedBar(), heat.LeastBar), AmbientBar: s.Boil.PressureHPa / 1000}
	switch at := s.Request.Heat.Canister.RatedBar; {
	case *s.Request.Heat.Regulated:
		j.RatedBar = heat.RegulatedBar
	case at != nil:
		j.RatedBar = *at
	}
	return j
}

// onGas is the heating on what gas there is.
func (h *Hot) onGas() {
	g, c := h.OnGas(h.Kettle, h.Settled.Canister(), h.Jet(), h.boils())
	h.Canister = &c
	if g.Feeds {
		h.Kettle, h.Took = g.Heating, g.Heated
	}
}

// OnGas is n like heatings on gas from a canister: their time, their fuel and the canister
// are one calculation. A canister too cold to feed is taken to be warmed first, as far as
// it has to be at least: so that it is never the slower for being warmer. One that would
// not feed even then is taken as one that does.
func (s *Setting) OnGas(h heat.Heating, k heat.Canister, j heat.Jet, n float64) (heat.Gassed, Canistered) {
	g := h.OnGas(k, j, n)
	c := Canistered{At: k, End: g.End, Lowest: g.LowestBar, Verdict: heat.Verdict(g.LowestBar - j.AmbientBar)}
	if !g.Feeds {
		c.Verdict = "will-not-feed"
	}
	if c.Verdict != "will-not-feed" || k.Mass() < 0.01 {
		return g, c
	}
	c.Lowest = math.Min(c.Lowest, k.Pressure(k.TempC))
	warm, burned := k, n*h.Heat().BurnedKJ
	if need := burned / k.LHV(); warm.Mass() < 2*need { // what is missing is said elsewhere
		warm.Blend = warm.Scale(2 * need / warm.Mass())
	}
	if at, ok := warm.WarmFor(j, 1, burned, heat.LeastBar, s.Air); ok {
		k.TempC = at
		if w := h.OnGas(k, j, n); w.Feeds {
			c.WarmC, c.End, g = &at, w.End, w
		}
	}
	return g, c
}

// warmFor is how warm a canister has to be at first for a flame like any to the end.
func (h *Hot) warmFor(k heat.Canister) (float64, bool) {
	return k.WarmFor(h.Jet(), 1, h.Took.BurnedKJ*h.boils(), heat.SteadyBar, h.Air)
}

// sayGas says what the gas does.
func (h *Hot) sayGas(full float64) {
	c := h.Canister
	if c == nil {
		return
	}
	if share := h.Kettle.PowerW / full; share < weakFlame {
		rated := h.Kettle
		rated.PowerW = full
		decide(&h.decisions, "gas-weak", "", quantity.Of(100*share, quantity.Percent), quantity.Of(h.Took.HeatS, quantity.Second), quantity.Of(rated.Heat().HeatS, quantity.Second))
	}
	left := *h.Request.Heat.Canister.LeftG
	switch g := h.FuelG(); {
	case g > left:
		c.Verdict = "will-not-feed"
		decide(&h.decisions, "gas-short", "", quantity.Of(g-left, quantity.Gram))
	case c.WarmC != nil:
		best := *c.WarmC
		if full, ok := h.warmFor(c.At); ok {
			best = math.Max(full, best)
		}
		decide(&h.decisions, "canister-cold", "first", quantity.Of(*c.WarmC, quantity.Celsius), quantity.Of(best, quantity.Celsius))
	case c.Verdict == "will-not-feed":
		decide(&h.decisions, "canister-cold", "spent")
	case c.Verdict == "weak":
		if want, ok := h.warmFor(c.At); ok {
			decide(&h.decisions, "canister-cold", "", quantity.Of(want, quantity.Celsius))
		} else {
			decide(&h.decisions, "canister-cold", "spent")
		}
	}
}

// FullW is the flame that this brewer stands on where the fuel gives it, in W.
func (s *Setting) FullW() float64 {
	if s.School.ColdFill {
		return Moderate * s.PowerW
	}
	return s.PowerW
}

// weakFlame is a part of the full flame that one notices. From memory.
const weakFlame = 0.9

// Burned returns the heat of the fuel that the brew burns, in kJ: 0 without a
// flame or socket.
func (p *Plan) Burned() float64 { return p.made.flow.burnedKJ }

// Treatment returns how long the brew's water boils only to be made safe, in s,
// and the heat of the fuel for that, in kJ.
func (p *Plan) Treatment() (s, kJ float64) { return p.made.flow.treatS, p.made.flow.treatKJ }

// Draw burns the brew's heat from a canister: all of it, or a share from 0 to 1. It
// returns the canister afterwards and the lowest gauge pressure on the way, in bar. What
// a canister too cold does not give is taken from it warmed: the gas is gone all the same.
func (p *Plan) Draw(k heat.Canister, share float64) (after heat.Canister, lowestBar float64) {
	f := p.made.flow
	hot, d := k.Burn(f.jet, f.hotFlame, f.hotKJ*share, longestS, f.air)
	after, low := hot.Burn(f.jet, f.lowFlame, f.lowKJ*share, longestS, f.air)
	if short := (f.hotKJ+f.lowKJ)*share - d.KJ - low.KJ; short > 1e-6 {
		after.Blend, _ = after.Draw(short/k.LHV(), after.TempC)
	}
	return after, math.Min(d.LowestBar, low.LowestBar) - f.jet.AmbientBar
}

// longestS is as long as a canister is followed through a brew.
const longestS = 6 * 3600
