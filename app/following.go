package app

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"math"
	"slices"
	"strconv"
	"sync"
	"time"

	"apodemos/core/brew"
	"apodemos/core/run"
	"apodemos/core/sim"
	"apodemos/core/taste"
	"apodemos/instruments"
)

// following keeps the latest followers, because a follower is usually asked again with a little
// more. Each has a key of its own, so that two pages that guide one brew do not share one.
type following struct {
	mu   sync.Mutex
	kept map[string]*run.Follower
	old  []string
}

var followers = &following{kept: map[string]*run.Follower{}}

const keptFollowers = 8

// followKey tells one run at one moment from another: by its request, and by how far its
// record goes. Two that agree in all of it have gone the same way.
func followKey(r brew.Request, k run.Record) (string, bool) {
	last := func(p []run.Point) [3]float64 {
		if len(p) == 0 {
			return [3]float64{}
		}
		return [3]float64{float64(len(p)), p[len(p)-1][0], p[len(p)-1][1]}
	}
	var taps []run.Event
	if n := len(k.Events); n > 0 {
		taps = k.Events[n-1:]
	}
	b, err := json.Marshal(struct {
		R     brew.Request
		N     int
		Last  []run.Event
		Ends  [][3]float64
		Until float64
		From  *float64
	}{r, len(k.Events), taps, [][3]float64{last(k.ScaleG), last(k.WaterC), last(k.Slurry), last(k.Canister), {k.TolG, k.TolC}}, k.UntilS, k.FromS})
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:16]), err == nil
}

// take hands a follower out: nobody else has it then.
func (f *following) take(key string) *run.Follower {
	f.mu.Lock()
	defer f.mu.Unlock()
	at := f.kept[key]
	delete(f.kept, key)
	f.old = slices.DeleteFunc(f.old, func(k string) bool { return k == key })
	return at
}

// put keeps a follower and returns its key: that of its run, and which of those that have
// gone the same way it is.
func (f *following) put(run string, at *run.Follower) string {
	f.mu.Lock()
	defer f.mu.Unlock()
	key := run
	for n := 1; f.kept[key] != nil; n++ {
		key = run + "-" + strconv.Itoa(n)
	}
	f.kept[key] = at
	f.old = append(f.old, key)
	for len(f.old) > keptFollowers {
		delete(f.kept, f.old[0])
		f.old = f.old[1:]
	}
	return key
}

// Follow follows a brew: what run.Follow answers, and sooner where it is asked after the
// answer before.
func Follow(in run.FollowIn) (*run.Following, error) {
	var f *run.Follower
	if in.After != "" {
		if f = followers.take(in.After); f == nil {
			return nil, wrong("after", in.After, notKnownNow)
		}
	}
	var err error
	if f == nil {
		f, err = run.Followed(in)
	} else {
		err = f.Go(in.Events, in.NowS)
	}
	if err != nil {
		return nil, err
	}
	out := f.Out()
	if key, ok := followKey(in.Request, out.Record); ok {
		out.Key = followers.put(key, f)
	}
	if in.Brief {
		out.Rest, out.Record = []run.LiveStep{}, run.Record{}
	}
	return out, nil
}

// ReviewOf is what a run cost and came to.
func ReviewOf(in run.FollowIn) (*run.Review, error) {
	f, err := run.Followed(in)
	if err != nil {
		return nil, err
	}
	return new(f.Review()), nil
}

// SimulateIn asks for a brew to be made on the virtual brewer.
type SimulateIn struct {
	Request     brew.Request       `json:"request"`
	Seed        uint64             `json:"seed" maximum:"9007199254740991"`
	Differences sim.Differences    `json:"differences,omitzero" required:"false" doc:"From the plan; drawn from the seed when left out"`
	Drawn       bool               `json:"drawn,omitempty" doc:"Draw the differences from the seed"`
	Fixed       bool               `json:"fixed,omitempty" doc:"The hand follows the plan as it is, and nothing is planned anew"`
	ScaleHas    instruments.Faults `json:"scale,omitzero" required:"false" doc:"How the scale differs from a perfect one; a usual one when left out"`
	ThermoHas   instruments.Faults `json:"thermometer,omitzero" required:"false"`
	NoScale     bool               `json:"no_scale,omitempty" doc:"There is no scale: the hand says when a pour is in"`
	NoThermo    bool               `json:"no_thermometer,omitempty"`
}

// Simulated is a brew that was made on the virtual brewer.
type Simulated struct {
	Request     brew.Request    `json:"request"`
	Events      []run.Event     `json:"events" doc:"What was done and read, as follow takes it"`
	Differences sim.Differences `json:"differences"`
	Cup         sim.Outcome     `json:"cup" doc:"What it gave"`
	Planned     sim.Outcome     `json:"planned"`
}

// Simulate makes a brew on the virtual brewer. Its error is brew.Problems.
func Simulate(in SimulateIn) (*Simulated, error) {
	p, err := brew.Compute(in.Request)
	if err != nil {
		return nil, err
	}
	d := in.Differences
	if in.Drawn {
		d = sim.Drawn(in.Seed)
	}
	w := sim.Usual
	w.Hand.Fixed, w.Hand.Scale, w.Hand.Thermometer = in.Fixed, !in.NoScale, !in.NoThermo
	w.Scale = reader(instruments.NewScale, in.Seed, in.ScaleHas, instruments.Faults{Noise: w.ScaleG})
	w.Water = reader(instruments.NewThermometer, in.Seed+1, in.ThermoHas, instruments.Faults{Noise: w.WaterC, SettleS: w.LagS})
	m, err := sim.Make(p, in.Seed, d, w)
	if err != nil {
		return nil, err
	}
	return &Simulated{in.Request, m.Events, d, m.Cup, m.Planned}, nil
}

// reader is a stand-in over what the virtual brewer knows. Where it is lost it is connected
// again as soon as it answers.
func reader(make func(uint64, instruments.Faults, func(float64) float64) *instruments.Standin, seed uint64, has, usual instruments.Faults) func(atS, truth float64) (float64, bool) {
	if has == (instruments.Faults{}) {
		has = usual
	}
	now := 0.0
	i := make(seed, has, func(float64) float64 { return now })
	return func(atS, truth float64) (float64, bool) {
		now = truth
		if !i.Connected(atS) && i.Connect(atS) != nil {
			return 0, false
		}
		r, err := i.Read(atS)
		return math.Round(r.Value*10) / 10, err == nil
	}
}

// Noticed is what a run says, besides how it tasted: what differed from the plan, and what
// of the gear is other than was planned with.
type Noticed struct {
	Had       taste.Had        `json:"had"`
	Kept      *run.Kept        `json:"kept" doc:"Null where none ran"`
	Following *run.Following   `json:"following" doc:"Where it came to"`
	Proposals []run.Calibrated `json:"proposals"`
}

// NoticedOf is what a run of a plan says. A run without a record, as earlier versions kept
// them, says how long it took.
func NoticedOf(p *brew.Plan, r Run) Noticed {
	out := Noticed{Proposals: []run.Calibrated{}}
	if r.Record == nil {
		out.Had = HadOf(p, r)
		return out
	}
	out.Kept = &run.Kept{BeganAt: time.UnixMilli(r.ZeroMs).UTC().Format(time.RFC3339), Zone: r.Zone, Record: *r.Record}
	f, err := run.Followed(run.FollowIn{Request: p.Request, Record: r.Record})
	if err != nil {
		return out
	}
	was := f.Was()
	out.Had = taste.Had{WaterG: was.WaterG, StartC: was.StartC, ContactS: was.ContactS, Unboiled: was.Unboiled}
	out.Following, out.Proposals = f.Out(), f.Calibrations()
	return out
}

// Noticed is what the run of a brew says that is, or was just, made.
func (a App) Noticed(ctx context.Context, brewID int64) (Noticed, error) {
	r, err := a.Run(ctx, brewID)
	if err != nil {
		return Noticed{Proposals: []run.Calibrated{}}, nil //nolint:nilerr // none ran
	}
	p, err := a.Plan(ctx, r.PlanID)
	if err != nil {
		return Noticed{}, err
	}
	return NoticedOf(&p.Plan, r), nil
}

// AsMade is a run that a log entry keeps, as it went.
func (a App) AsMade(ctx context.Context, entry int64) (*run.Following, error) {
	l, err := a.LogEntry(ctx, entry)
	if err != nil {
		return nil, err
	}
	if l.Made == nil {
		return nil, ErrNotFound
	}
	p, err := a.Plan(ctx, l.PlanID)
	if err != nil {
		return nil, err
	}
	return run.Follow(run.FollowIn{Request: p.Request, Record: &l.Made.Record})
}
