package brew

import (
	"math"
	"slices"
	"strconv"

	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/thermal"
)

const (
	// groundsMlPerG is the room that ground coffee itself takes under water. From memory.
	groundsMlPerG = 0.75
	// bedMost is the part of a brewer's room that its wet bed may fill: the rest is for the
	// water that runs through. From memory.
	bedMost = 0.6
	// stageMost is the part of the room that one stage pours after the first.
	stageMost = 0.4
	// slowlyMl and slowlyShare are up to which a pour that does not quite fit is poured more
	// slowly, and not in stages.
	slowlyMl, slowlyShare = 15, 0.08
	// fillStepS is how closely a brewer is watched that may run over.
	fillStepS = 0.5
	// overMl is by how much the model may find a brewer fuller the second time.
	overMl = 2
	// leastPauseS is the shortest wait that is a step of its own: nobody counts less.
	leastPauseS = 5
)

// A stage is a part of a pour, or the whole of one that has to take longer.
type stage struct {
	afterS, forS float64 // from the beginning of the pour
	to           float64 // share of the brew water that is in when it ends
}

// roomMl is what may stand in a brewer that is poured on as it drains: grounds, the water
// that they keep, and what stands over them, with room for foam; 0 where nothing can run
// over.
func (s *Setting) roomMl() float64 {
	if s.School.Filter.Shape == "" || s.Method.ID == method.TankDripperID {
		return 0
	}
	holds := s.School.ChamberMl
	if ml := s.Request.Brewer.CapacityMl; ml != nil {
		holds = *ml
	}
	return holds * s.fill()
}

// fill is how full a brewer may be, as a share: fresh coffee foams.
func (s *Setting) fill() float64 {
	if s.beans().Foams() {
		return s.School.FillFresh
	}
	return s.School.FillRested
}

// bedMl is the room that the wet bed of so much coffee takes, in ml.
func (s *Setting) bedMl(doseG, retain float64) float64 { return (retain + groundsMlPerG) * doseG }

// runsOver reports whether more stands in the brewer at some moment than it holds.
func (s *Steeped) runsOver() bool {
	room := s.roomMl()
	return room > 0 && s.peakMl > room+overMl
}

// inStages is the same brew with its pours in as many stages as its brewer holds: each goes
// to where it is full, and waits until there is room.
func (s *Steeped) inStages() (*Hot, Problems) {
	rec := *s.Recipe
	rec.decided = slices.Clone(rec.decided)
	rec.Stages = s.stages()
	n := 0
	for _, of := range rec.Stages {
		n += len(of) - 1
	}
	if n > 0 {
		decide(&rec.decided, "stages", "", quantity.Of(s.roomMl()/s.fill(), quantity.Millilitre), quantity.Of(float64(n+len(s.pours())), quantity.None))
	} else {
		decide(&rec.decided, "stages", "slowly", quantity.Of(s.roomMl()/s.fill(), quantity.Millilitre))
	}
	return rec.hot()
}

// stages finds when each pour has to stop, and for how long, so that the brewer does not run
// over.
func (s *Steeped) stages() map[method.StepID][]stage {
	again := &Steeped{Hot: s.Hot, um: s.um}
	st := again.dryBed()
	st.Through = again.Bed.Flow
	room, grounds := s.roomMl(), groundsMlPerG*s.Batch.DoseG
	held := s.HeldS()
	stands := func() float64 { return st.Bed.Ml + grounds }
	run := func(until, rate float64) {
		for st.AtS < until-1e-9 {
			st.Step(math.Min(fillStepS, until-st.AtS), thermal.Action{Held: st.AtS < held, Pour: rate})
		}
	}
	out := map[method.StepID][]stage{}
	whole, in, late := s.Batch.PouredMl/s.Apart(), 0.0, 0.0
	for i := range s.Line {
		k := &s.Line[i]
		if k.Phase != method.Brew || k.Lane != method.Scale {
			continue
		}
		to, forS := s.pourTo(k), math.Max(k.ForS, 1)
		begins, rate := k.AtS+late, (to-in)/forS
		run(begins, 0)
		var parts []stage
		fits := math.Inf(1) // how much one stage pours
		for left := to - in; left > 1e-6; {
			from := st.AtS
			for part := fits; left > 1e-6 && part > 1e-6 && stands() < room; {
				// Never past the brim, the end of the stage or the reading.
				dt := math.Min(fillStepS, math.Min(left, part)/rate)
				if more := room - stands(); rate*dt > more && more > 1e-3 {
					dt = more / rate
				}
				st.Step(dt, thermal.Action{Held: st.AtS < held, Pour: rate})
				left, part = left-rate*dt, part-rate*dt
			}
			parts = append(parts, stage{from - begins, st.AtS - from, (to - left) / whole})
			if left <= 1e-6 {
				break
			}
			if math.IsInf(fits, 1) {
				fits = left / math.Ceil(left/(stageMost*room))
			}
			next := math.Min(fits, left)
			for kept := st.KeepMl + grounds; stands()+next > room && stands() > kept+0.5; {
				st.Step(fillStepS, thermal.Action{Held: st.AtS < held})
			}
			if stands() >= room-1 { // the bed alone fills it: nothing that is poured has room
				break
			}
		}
		if len(parts) == 0 { // a pour of nothing
			continue
		}
		end := st.AtS - begins
		first := parts[0].to*whole - in
		if rest := to - in - first; len(parts) > 1 && rest <= math.Max(slowlyMl, slowlyShare*(to-in)) {
			parts = []stage{{0, end, to / whole}} // slower, without a pause
		}
		if len(parts) > 1 || end > k.ForS+1 {
			out[k.ID] = parts
		}
		late += math.Max(end-k.ForS, 0)
		in = to
	}
	return out
}

// stage puts stages in the place of pours, and what follows after them.
func (c *Timeline) stage() {
	if len(c.Stages) == 0 {
		return
	}
	line := make([]method.Step, 0, len(c.Line)+8)
	late := 0.0
	for _, s := range c.Line {
		if s.Phase == method.Brew {
			s.AtS += late
		}
		parts := c.Stages[s.ID]
		if s.Phase != method.Brew || s.Lane != method.Scale || len(parts) == 0 {
			line = append(line, s)
			continue
		}
		at, lasts := s.AtS, s.ForS
		for j, p := range parts {
			k := s
			k.AtS, k.ForS, k.PourTo, k.PourPerG = at+p.afterS, p.forS, p.to, 0
			if j > 0 {
				k.ID, k.Label, k.Caution = partOf(s.ID, j), "more", ""
			}
			if len(parts) > 1 {
				k.Text = quantity.Either(p.to > 1-1e-6, stageLast, stageText)
			}
			line = append(line, k)
			if j+1 < len(parts) {
				from := k.AtS + k.ForS
				if wait := at + parts[j+1].afterS - from; wait >= leastPauseS {
					line = append(line, method.Step{ID: partOf(s.ID, j) + "-pause", Label: "let it sink", Phase: method.Brew, Lane: method.Water, Text: "Pause: let it sink.", AtS: from, ForS: wait, Until: method.Time, Cover: s.Cover})
				}
			}
		}
		last := parts[len(parts)-1]
		late += math.Max(last.afterS+last.forS-lasts, 0)
	}
	c.Line = line
}

// partOf names a part of a pour.
func partOf(id method.StepID, j int) method.StepID {
	if j == 0 {
		return id
	}
	return id + method.StepID("-"+strconv.Itoa(j+1))
}

// What is said of a pour in stages.
const (
	stageText = "[scale?Pour to {to}|Pour until {share} is in]; stop a finger under the rim."
	stageLast = "[scale?Pour the last, to {to}|Pour the rest]; stop a finger under the rim."
)
