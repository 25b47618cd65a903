package run

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"apodemos/core/field"
)

// Kinds of events.
const (
	Start   = "start"
	Next    = "next"
	Back    = "back"
	Pause   = "pause"
	Resume  = "resume"
	Sign    = "sign"
	Reading = "reading"
	// SkipBoil goes without a boil that makes the water safe.
	SkipBoil = "skip-boil"
	// OffBoil is that it does not boil any more.
	OffBoil = "off-boil"
	// Contact is that the scale shows the first water, later than it was said to be poured.
	Contact = "contact"
)

var kinds = []string{Start, Next, Back, Pause, Resume, Sign, Reading, SkipBoil, OffBoil, Contact}

// Event is what the brewer did, or what an instrument read, at a moment of the run.
type Event struct {
	TS   float64 `json:"t_s" minimum:"0" maximum:"700000" doc:"Seconds since the run's clock began"`
	Kind string  `json:"kind" enum:"start,next,back,pause,resume,sign,reading,skip-boil,off-boil,contact" doc:"sign: what was waited for is there (it boils, the reading is reached, it is drained); skip-boil: go without the boil that makes the water safe; off-boil: it no longer boils, and that boil does not count; contact: the first water is seen, later than it was said to be poured"`

	ScaleG  *float64 `json:"scale_g,omitempty" doc:"What the scale shows"`
	WaterC  *float64 `json:"water_c,omitempty" doc:"In the kettle or pot"`
	SlurryC *float64 `json:"slurry_c,omitempty" doc:"Where it steeps"`
	// CanisterG is for the burner, and not for the brew.
	CanisterG *float64 `json:"canister_g,omitempty" doc:"What the canister weighs, with its can"`

	Rewind bool   `json:"rewind,omitempty" doc:"Back to the beginning of the step that is on, where it has been on for a while"`
	Sure   bool   `json:"sure,omitempty" doc:"Of a record of version 1: next was asked once more while a boil that makes the water safe was not over. Counts for nothing otherwise"`
	Auto   bool   `json:"auto,omitempty" doc:"A sign that a reading gave, and nobody's finger"`
	Step   string `json:"step,omitempty" maxLength:"80" doc:"ID of the step that this is about: where another is on by then, it says nothing"`
}

// What an instrument can read at all; anything else is a fault of it, and counts for
// nothing.
const (
	leastG, mostG = -5000, 30000
	leastC, mostC = -40, 130
)

// Record is a run as it happened: all that was done, and the readings, thinned so that a
// straight line between two that were kept misses none by more than a tolerance.
type Record struct {
	V int `json:"v" doc:"Version of the record"`
	// FromS is where a run that an earlier version of the program began is taken up.
	FromS    *float64 `json:"from_s,omitempty"`
	Events   []Event  `json:"events" maxItems:"400" doc:"All that was done, in order"`
	ScaleG   []Point  `json:"scale_g,omitempty" maxItems:"4000"`
	WaterC   []Point  `json:"water_c,omitempty" maxItems:"4000"`
	Slurry   []Point  `json:"slurry_c,omitempty" maxItems:"4000"`
	Canister []Point  `json:"canister_g,omitempty" maxItems:"4000" doc:"The first weighing and the last"`
	TolG     float64  `json:"tol_g" doc:"No reading of the scale is lost by more than this"`
	TolC     float64  `json:"tol_c"`
	Off      Silence  `json:"silent,omitzero" required:"false" doc:"When an instrument read nothing"`
	UntilS   float64  `json:"until_s" doc:"How far the record goes"`
	// Over says that it was over by then: readings that were thinned may plan its last
	// wait a few seconds longer.
	Over bool `json:"over,omitempty" doc:"It was over by then"`
}

// Silence is when instruments read nothing for longer than they do: from and to, in s.
type Silence struct {
	ScaleG []Point `json:"scale_g,omitempty" maxItems:"400"`
	WaterC []Point `json:"water_c,omitempty" maxItems:"400"`
	Slurry []Point `json:"slurry_c,omitempty" maxItems:"400"`
}

// Point is a moment and a reading.
type Point [2]float64

const (
	recordV   = 2
	firstV    = 1 // in which next passed the boil, too
	tolG      = 0.5
	tolC      = 0.2
	mostBytes = 4000
	mostTaps  = 400
)

// tenths is as closely as moments and readings are kept.
func tenths(v float64) float64 { return math.Round(v*10) / 10 }

// A series is thinned as it comes: the last point that was kept, and what has come since,
// which one straight line still meets.
type series struct {
	kept    []Point
	pending []Point
	silent  []Point
	marked  []float64 // moments whose reading decided something: it is kept as it is
	tol     float64
	thinned bool // what comes was thinned before: a gap is no silence
}

// mark keeps the last reading: something was decided by it.
func (s *series) mark() {
	if n := len(s.pending); n > 0 {
		s.kept, s.pending = append(s.kept, s.pending[n-1]), s.pending[:0]
	}
	if n := len(s.kept); n > 0 && len(s.marked) < mostTaps {
		s.marked = append(s.marked, s.kept[n-1][0])
	}
}

func (s *series) add(p Point) {
	if n := len(s.kept); n == 0 {
		s.kept = append(s.kept, p)
		return
	}
	last := s.kept[len(s.kept)-1]
	if n := len(s.pending); n > 0 {
		last = s.pending[n-1]
	}
	if !s.thinned && p[0]-last[0] > liveS && len(s.silent) < mostTaps {
		if len(s.pending) > 0 {
			s.kept = append(s.kept, last)
		}
		s.kept, s.pending = append(s.kept, p), s.pending[:0]
		s.silent = append(s.silent, Point{last[0], p[0]})
		return
	}
	s.pending = append(s.pending, p)
	a := s.kept[len(s.kept)-1]
	for _, q := range s.pending[:len(s.pending)-1] {
		at := a[1]
		if d := p[0] - a[0]; d > 0 {
			at += (p[1] - a[1]) * (q[0] - a[0]) / d
		}
		if math.Abs(q[1]-at) > s.tol {
			last := s.pending[len(s.pending)-2]
			s.kept = append(s.kept, last)
			s.pending = append(s.pending[:0], p)
			return
		}
	}
	if len(s.pending) > 600 { // a straight line an hour long is two points all the same
		s.kept = append(s.kept, p)
		s.pending = s.pending[:0]
	}
}

// points are what is kept, with the last reading.
func (s *series) points() []Point {
	out := slices.Clone(s.kept)
	if n := len(s.pending); n > 0 {
		out = append(out, s.pending[n-1])
	}
	return out
}

// coarser keeps fewer.
func (s *series) coarser() {
	fewer := series{tol: 2 * s.tol, thinned: true}
	edge := func(t float64) bool {
		return slices.ContainsFunc(s.silent, func(q Point) bool { return q[0] == t || q[1] == t })
	}
	for _, p := range s.points() {
		fewer.add(p)
		if slices.Contains(s.marked, p[0]) || edge(p[0]) {
			fewer.mark()
		}
	}
	*s = series{kept: fewer.points(), silent: s.silent, marked: s.marked, tol: fewer.tol}
}

// keeper makes the record as the run goes.
type keeper struct {
	from                 *float64
	taps                 []Event
	scale, water, slurry series
	canister             []Point
	until                float64
	over                 bool
	sized                int // readings since it was last weighed
}

func newKeeper() keeper {
	return keeper{scale: series{tol: tolG}, water: series{tol: tolC}, slurry: series{tol: tolC}}
}

// mark keeps the last readings as they are.
func (k *keeper) mark() {
	k.scale.mark()
	k.water.mark()
	k.slurry.mark()
}

func (k *keeper) tap(e Event) {
	e.TS = tenths(e.TS)
	e.ScaleG, e.WaterC, e.SlurryC, e.CanisterG = nil, nil, nil, nil
	if len(k.taps) < mostTaps {
		k.taps = append(k.taps, e)
	}
}

func (k *keeper) read(e Event) {
	for _, s := range []struct {
		to *series
		v  *float64
	}{{&k.scale, e.ScaleG}, {&k.water, e.WaterC}, {&k.slurry, e.SlurryC}} {
		if s.v != nil {
			s.to.add(Point{tenths(e.TS), tenths(*s.v)})
		}
	}
	if e.CanisterG != nil {
		k.canister = append(k.canister[:min(len(k.canister), 1)], Point{tenths(e.TS), tenths(*e.CanisterG)})
	}
	if k.sized++; k.sized >= 20 {
		k.sized = 0
		k.fit()
	}
}

// fit thins until the record has the size that it may have.
func (k *keeper) fit() {
	for range 8 {
		b, err := json.Marshal(k.record())
		if err != nil || len(b) <= mostBytes {
			return
		}
		big := &k.scale
		for _, s := range []*series{&k.water, &k.slurry} {
			if len(s.kept) > len(big.kept) {
				big = s
			}
		}
		if len(big.kept) < 16 {
			return // it is what was done that takes the room
		}
		big.coarser()
	}
}

func (k *keeper) record() Record {
	r := Record{V: recordV, FromS: k.from, Events: slices.Clone(k.taps), ScaleG: k.scale.points(), WaterC: k.water.points(), Slurry: k.slurry.points(), TolG: k.scale.tol, TolC: math.Max(k.water.tol, k.slurry.tol),
		Off: Silence{k.scale.silent, k.water.silent, k.slurry.silent}, UntilS: k.until, Over: k.over, Canister: slices.Clone(k.canister)}
	if r.Events == nil {
		r.Events = []Event{}
	}
	return r
}

// final is the record at its size: while the run goes it is brought there every few
// readings, which is often enough.
func (k *keeper) final(over bool) Record {
	if over {
		k.fit()
	}
	return k.record()
}

// load takes up a record: what it kept stays kept.
func (k *keeper) load(r Record) {
	k.from = r.FromS
	k.taps = slices.Clone(r.Events)
	k.until, k.over, k.canister = r.UntilS, r.Over, slices.Clone(r.Canister)
	k.scale = series{kept: slices.Clone(r.ScaleG), silent: slices.Clone(r.Off.ScaleG), tol: math.Max(r.TolG, tolG)}
	k.water = series{kept: slices.Clone(r.WaterC), silent: slices.Clone(r.Off.WaterC), tol: math.Max(r.TolC, tolC)}
	k.slurry = series{kept: slices.Clone(r.Slurry), silent: slices.Clone(r.Off.Slurry), tol: math.Max(r.TolC, tolC)}
}

// all is the record as events again, in their order: what was read before what was done at
// the same moment. Between two readings that were kept the instrument has read their line.
func (r *Record) all() []Event {
	out := []Event{}
	for _, s := range []struct {
		of, silent []Point
		put        func(*Event, *float64)
	}{
		{r.ScaleG, r.Off.ScaleG, func(e *Event, v *float64) { e.ScaleG = v }},
		{r.WaterC, r.Off.WaterC, func(e *Event, v *float64) { e.WaterC = v }},
		{r.Slurry, r.Off.Slurry, func(e *Event, v *float64) { e.SlurryC = v }},
	} {
		read := func(t, v float64) {
			e := Event{TS: t, Kind: Reading}
			s.put(&e, &v)
			out = append(out, e)
		}
		for i, p := range s.of {
			if i > 0 && !slices.ContainsFunc(s.silent, func(q Point) bool { return q[1] == p[0] }) {
				a := s.of[i-1]
				every := math.Max((p[0]-a[0])/2000, 2)
				for t := a[0] + every; t < p[0]-every/2; t += every {
					read(t, a[1]+(p[1]-a[1])*(t-a[0])/(p[0]-a[0]))
				}
			}
			read(p[0], p[1])
		}
	}
	for _, p := range r.Canister {
		out = append(out, Event{TS: p[0], Kind: Reading, CanisterG: new(p[1])})
	}
	out = append(out, r.Events...)
	inOrder(out)
	return out
}

func inOrder(events []Event) {
	slices.SortStableFunc(events, func(a, b Event) int { return cmp.Compare(a.TS, b.TS) })
}

// Check is what is wrong with a record that came from outside.
func (r *Record) Check() field.Problems {
	if r.V < firstV || r.V > recordV {
		return field.Problems{{Field: "record.v", Value: r.V, Message: fmt.Sprintf("version %d is not known here. Enter %d to %d", r.V, firstV, recordV)}}
	}
	return checkEvents("record.events", r.Events)
}

func checkEvents(at string, events []Event) field.Problems {
	for i, e := range events {
		where := fmt.Sprintf("%s[%d].", at, i)
		if !slices.Contains(kinds, e.Kind) {
			return field.Problems{{Field: where + "kind", Value: e.Kind, Message: fmt.Sprintf("%q is not a kind of event. Choose %s", e.Kind, strings.Join(kinds, ", "))}}
		}
		if math.IsNaN(e.TS) || e.TS < 0 || e.TS > 700000 {
			return field.Problems{{Field: where + "t_s", Value: e.TS, Message: fmt.Sprintf("%s s is out of range. Enter 0 to 700000 s", field.Trim(e.TS))}}
		}
	}
	return nil
}
