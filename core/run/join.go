package run

import (
	"math"
	"slices"
)

// togetherS is how near each other the same press on two devices is one press, in s of the run.
const togetherS = 2

// Join is one record of two that go on from the same beginning on two devices: all that was done on
// either, in its order, each once. later says by how much the clock of b began after that of a, in
// s of the run. What was done on both at nearly the same moment is one press.
func Join(a, b Record, later float64) Record {
	b = b.moved(later)
	out := a
	out.V = max(a.V, b.V)
	out.Events = slices.Clone(a.Events)
	// A pause between two presses of Continue makes them two, and the other way round.
	parted := func(o, e Event) bool {
		between := func(m Event) bool {
			return (m.Kind == Pause && e.Kind == Resume || m.Kind == Resume && e.Kind == Pause) &&
				min(o.TS, e.TS) <= m.TS && m.TS <= max(o.TS, e.TS)
		}
		return slices.ContainsFunc(a.Events, between) || slices.ContainsFunc(b.Events, between)
	}
	for _, e := range b.Events {
		if slices.Contains(a.Events, e) {
			continue
		}
		same := func(o Event) bool {
			return o.Kind == e.Kind && o.Rewind == e.Rewind && (math.Abs(o.TS-e.TS) < togetherS || o.Kind == Start) && !slices.Contains(b.Events, o) && !parted(o, e)
		}
		if i := slices.IndexFunc(out.Events, same); i >= 0 {
			if e.TS < out.Events[i].TS {
				out.Events[i] = e
			}
			continue
		}
		out.Events = append(out.Events, e)
	}
	inOrder(out.Events)
	out.Events = out.Events[:min(len(out.Events), mostTaps)]
	// Only one device has the scale: the one with more readings.
	if len(b.ScaleG) > len(a.ScaleG) {
		out.ScaleG, out.Off.ScaleG, out.TolG = b.ScaleG, b.Off.ScaleG, b.TolG
	}
	if len(b.WaterC) > len(a.WaterC) {
		out.WaterC, out.Off.WaterC = b.WaterC, b.Off.WaterC
	}
	if len(b.Slurry) > len(a.Slurry) {
		out.Slurry, out.Off.Slurry = b.Slurry, b.Off.Slurry
	}
	if len(b.Canister) > len(a.Canister) {
		out.Canister = b.Canister
	}
	out.TolC = math.Max(a.TolC, b.TolC)
	out.UntilS, out.Over = math.Max(a.UntilS, b.UntilS), a.Over || b.Over
	return out
}

// moved shifts a record to a clock that started earlier by s seconds.
func (r Record) moved(by float64) Record {
	if by == 0 {
		return r
	}
	points := func(in []Point) []Point {
		out := slices.Clone(in)
		for i := range out {
			out[i][0] += by
		}
		return out
	}
	// A silence has two times to shift.
	both := func(in []Point) []Point {
		out := points(in)
		for i := range out {
			out[i][1] += by
		}
		return out
	}
	r.Events = slices.Clone(r.Events)
	for i := range r.Events {
		r.Events[i].TS = tenths(r.Events[i].TS + by)
	}
	r.ScaleG, r.WaterC, r.Slurry, r.Canister = points(r.ScaleG), points(r.WaterC), points(r.Slurry), points(r.Canister)
	r.Off = Silence{both(r.Off.ScaleG), both(r.Off.WaterC), both(r.Off.Slurry)}
	r.UntilS += by
	return r
}
