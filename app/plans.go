package app

import (
	"bytes"
	"compress/flate"
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"sync"

	jsonpatch "github.com/evanphx/json-patch/v5"

	"apodemos/core/brew"
	"apodemos/core/conditions"
	"apodemos/core/working"
)

// PlanBody is what is kept of a plan. A plan is never changed: an old brew still shows what it
// was told. What it says is kept once for all that say it, by its hash; it may lie here packed,
// as it was carried, or be left out where this version of the core gives it again.
type PlanBody struct {
	Request    brew.Request `json:"request"`
	Version    string       `json:"core_version"`
	CaffeineMg float64      `json:"caffeine_mg,omitempty"` // each cup
	DoseG      float64      `json:"dose_g,omitempty"`
	Content    string       `json:"content,omitempty"`
	Packed     string       `json:"packed,omitempty"`
	Digest     *Digest      `json:"digest,omitempty"`
}

// contentBody is what plans say, and the workings of a plan by which a brew was made.
type contentBody struct {
	Plan    json.RawMessage `json:"plan"`
	Working working.Sheet   `json:"working,omitempty"`
}

// Digest is what a list shows of a plan. It is kept beside it: a plan is many times as long.
type Digest struct {
	AltitudeM     *float64 `json:"altitude_m,omitempty"`
	Method        string   `json:"method"`
	School        string   `json:"school"`
	Recipe        string   `json:"recipe,omitempty"`
	Coffee        string   `json:"coffee,omitempty"`
	DoseG         float64  `json:"dose_g"`
	PouredMl      float64  `json:"poured_ml"`
	BoilC         float64  `json:"boil_c"`
	StartC        float64  `json:"start_c"`
	ContactS      float64  `json:"contact_s"`
	Clicks        *float64 `json:"clicks,omitempty"`
	GrindUm       *float64 `json:"grind_um,omitempty"`
	ExtractionPct *float64 `json:"extraction_pct,omitempty"`
	TDSPct        *float64 `json:"tds_pct,omitempty"`
	Small         Small    `json:"small"`
}

// DigestOf is what a list shows of a plan.
func DigestOf(p *brew.Plan) Digest {
	q := p.Request
	d := Digest{AltitudeM: q.Place.AltitudeM, Method: q.Method, School: or(q.School), Coffee: or(q.Coffee.Name), DoseG: or(p.DoseG), PouredMl: or(p.Water.PouredMl), BoilC: or(p.BoilC), StartC: or(p.StartC), ContactS: or(p.ContactS),
		Clicks: p.Grind.Clicks, GrindUm: p.Grind.Um, ExtractionPct: p.Strength.ExtractionPct, TDSPct: p.Strength.TDSPct}
	if q.Recipe != nil {
		d.Recipe = q.Recipe.Name
	}
	var bars []SmallBar
	for _, s := range p.Steps {
		bars = append(bars, SmallBar{Lane: string(s.Lane), AtS: s.AtS, ForS: s.ForS, ToG: or(s.ToG)})
	}
	d.Small = SmallOf(bars, p.Curves.WaterC)
	return d
}

// or is a value, or that of its type where there is none.
func or[T any](v *T) T {
	if v == nil {
		var none T
		return none
	}
	return *v
}

// hashOf names what a plan says. What is computed again from it does not count.
func hashOf(version string, request, plan []byte) string {
	sum := sha256.Sum256(slices.Concat([]byte(version), []byte("\n"), request, []byte("\n"), plan))
	return hex.EncodeToString(sum[:])
}

// recall keeps plans that were worked out or unpacked, for they are never changed.
type recall struct {
	mu sync.Mutex
	of map[string]*brew.Plan
}

// recalled is how many are kept.
const recalled = 400

func (r *recall) get(uuid string) *brew.Plan {
	if r == nil {
		return nil
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	return r.of[uuid]
}

func (r *recall) keep(uuid string, p *brew.Plan) {
	if r == nil {
		return
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	if len(r.of) >= recalled {
		clear(r.of)
	}
	r.of[uuid] = p
}

// told is a plan as it was told: as it was kept, or computed where this version of the core told
// it.
func (r Records) told(ctx context.Context, uuid string, b PlanBody) (*brew.Plan, error) {
	if b.Content == "" {
		if p := r.recall.get(uuid); p != nil {
			return p, nil
		}
		p, err := (&PlanRecord{Request: b.Request, Version: b.Version, Content: b.Packed}).Told()
		if err == nil {
			r.recall.keep(uuid, p)
		}
		return p, err
	}
	row, err := r.Find(ctx, KindContent, b.Content)
	if err != nil {
		return nil, err
	}
	c, err := read[contentBody](row)
	if err != nil {
		return nil, err
	}
	// Whatever version wrote it, it has the shape of today's.
	p, err := brew.DecodePlan(c.Plan)
	if err != nil {
		return nil, fmt.Errorf("plan %s: %w", uuid, err)
	}
	p.Working = c.Working
	return &p, nil
}

// bare is a plan without its workings, of the version of the core that told it.
func bare(p *brew.Plan, version string) *brew.Plan {
	b := *p
	b.Working, b.Version = working.Sheet{}, version
	return &b
}

// addPlan gives a brew a plan. Without an identity for it, one that says what one of this brew's
// says already is that one.
func (w writing) addPlan(ctx context.Context, brewID int64, uuid string, request brew.Request, p *brew.Plan) (Row, error) {
	asked, err := json.Marshal(request)
	if err != nil {
		return Row{}, err
	}
	said, err := json.Marshal(bare(p, p.Version))
	if err != nil {
		return Row{}, err
	}
	hash := hashOf(p.Version, asked, said)
	if uuid == "" {
		there, err := w.List(ctx, Query{Kind: KindPlan, Of: Of{KindBrew, brewID}, Loose: true})
		if err != nil {
			return Row{}, err
		}
		for _, row := range there {
			if o, err := read[PlanBody](row); err != nil || o.Content == hash || o.Content == "" && o.Version == p.Version && sameJSON(o.Request, request) {
				return row, err
			}
		}
	}
	if _, err := w.Find(ctx, KindContent, hash); errors.Is(err, ErrNotFound) {
		_, err = w.add(ctx, Row{Kind: KindContent, UUID: hash}, contentBody{Plan: said})
		if err != nil {
			return Row{}, err
		}
	} else if err != nil {
		return Row{}, err
	}
	d := DigestOf(p)
	return w.add(ctx, Row{Kind: KindPlan, UUID: uuid, Parent: brewID}, PlanBody{Request: request, Version: p.Version, CaffeineMg: or(p.CaffeineMg), DoseG: or(p.DoseG), Content: hash, Digest: &d})
}

// KeepWorking keeps the workings of a plan, where what it says is kept without them.
func (a App) KeepWorking(ctx context.Context, plan int64, sheet working.Sheet) error {
	return a.writing(ctx, func(w writing) error {
		row, err := w.Get(ctx, KindPlan, plan)
		if err != nil {
			return err
		}
		p, err := read[PlanBody](row)
		if err != nil || p.Content == "" { // computed whenever it is asked for
			return err
		}
		if row, err = w.Find(ctx, KindContent, p.Content); err != nil {
			return err
		}
		c, err := read[contentBody](row)
		if err != nil || len(c.Working) > 0 {
			return err
		}
		c.Working = sheet
		return w.set(ctx, row, c)
	})
}

// maxPlan bounds a plan that comes from elsewhere, in bytes of JSON.
const maxPlan = 1 << 20

// packPlan writes a plan small.
func packPlan(p *brew.Plan) (string, error) {
	without := *p
	without.Working = nil
	text, err := json.Marshal(without)
	if err != nil {
		return "", err
	}
	var b bytes.Buffer
	w, _ := flate.NewWriter(&b, flate.BestCompression)
	if _, err := w.Write(text); err != nil {
		return "", err
	}
	if err := w.Close(); err != nil {
		return "", err
	}
	return base64.RawStdEncoding.EncodeToString(b.Bytes()), nil
}

// Told is the plan of a record: as it was told where that was kept, and computed where this
// version of the core told it.
func (p *PlanRecord) Told() (*brew.Plan, error) {
	if p.told != nil {
		return p.told, nil
	}
	if p.Content == "" {
		if p.Version != brew.Version {
			return nil, fmt.Errorf("a plan of version %s of the core has no content", p.Version)
		}
		out, err := Plan(p.Request, false)
		if err != nil {
			return nil, err
		}
		p.told = out
		return out, nil
	}
	b, err := base64.RawStdEncoding.DecodeString(p.Content)
	if err != nil {
		return nil, err
	}
	text, err := io.ReadAll(io.LimitReader(flate.NewReader(bytes.NewReader(b)), maxPlan+1))
	if err != nil {
		return nil, err
	}
	if len(text) > maxPlan {
		return nil, fmt.Errorf("a plan larger than %d bytes", maxPlan)
	}
	out, err := brew.DecodePlan(text)
	if err != nil {
		return nil, err
	}
	p.told = &out
	return p.told, nil
}

// ofTheStop are the parts of a request that are a stop's conditions.
var ofTheStop = []string{"place", "water", "heat", "vessel", "calibration"}

// parted is what a request has of its own, as a brew keeps it: what the conditions of its stop
// do not say, as an RFC 7396 merge patch over them.
func parted(from conditions.Conditions, full brew.Request) (own, way map[string]json.RawMessage, err error) {
	base, err := json.Marshal(from)
	if err != nil {
		return nil, nil, err
	}
	whole, err := json.Marshal(full)
	if err != nil {
		return nil, nil, err
	}
	patch, err := jsonpatch.CreateMergePatch(base, whole)
	if err != nil {
		return nil, nil, err
	}
	var all map[string]json.RawMessage
	if err := json.Unmarshal(patch, &all); err != nil {
		return nil, nil, err
	}
	own, way = map[string]json.RawMessage{}, map[string]json.RawMessage{}
	for k, v := range all {
		if slices.Contains(ofTheStop, k) {
			own[k] = v
		} else {
			way[k] = v
		}
	}
	return own, way, nil
}

// overlaid is the inverse: a brew's own wishes over the conditions of its stop.
func overlaid(on conditions.Conditions, b BrewBody) (brew.Request, error) {
	var out brew.Request
	base, err := json.Marshal(on)
	if err != nil {
		return out, err
	}
	all := map[string]json.RawMessage{}
	maps.Copy(all, b.Own)
	maps.Copy(all, b.Way)
	patch, err := json.Marshal(all)
	if err != nil {
		return out, err
	}
	merged, err := jsonpatch.MergePatch(base, patch)
	if err != nil {
		return out, fmt.Errorf("what a brew has of its own: %w", err)
	}
	return out, json.Unmarshal(merged, &out)
}

// movedTo is a request of one place at another: what it has of its own goes along, and the
// rest is that of the place.
func movedTo(from, to conditions.Conditions, r brew.Request) (brew.Request, error) {
	own, way, err := parted(from, r)
	if err != nil {
		return r, err
	}
	return overlaid(to, BrewBody{Own: own, Way: way})
}
