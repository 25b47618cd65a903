package trip

import (
	"fmt"
	"math"
	"strings"

	"apodemos/core/gear"
	"apodemos/core/quantity"
	"apodemos/core/working"
)

// PackLine is a line of the packing list.
type PackLine struct {
	Key string `json:"key" doc:"Stays the same while the thing does, so that its tick stays"`
	quantity.Phrase
	Where string   `json:"where"`
	MassG *float64 `json:"mass_g" doc:"Of all of it; null where it is part of another line"`
}

// WithKit adds the gear of a kit: the packing list with a cup for each person and the
// papers that the brews take, what it weighs at the start, and what is carried
// together at most.
func (r *Result) WithKit(items []gear.Item, people int) {
	r.Packing = []PackLine{}
	line := func(key, where string, mass *float64, as quantity.Sentence, v ...quantity.Value) {
		r.Packing = append(r.Packing, PackLine{key, as.Say(v...), where, mass})
	}
	where := map[int64]string{}
	for _, n := range gear.Nests(items) {
		where[n.Item] = n.Text
	}
	bought := map[string]*Buy{} // before leaving, by what it is
	for i := range r.Buy {
		if b := &r.Buy[i]; b.Stop < 0 {
			bought[b.ID] = b
		}
	}
	shown := map[string]bool{}
	sum := 0.0
	var in []working.Input
	for _, it := range items {
		name := quantity.Text(it.Name)
		if len(it.Parts) > 0 {
			name.Text += " (with " + strings.Join(it.Parts, ", ") + ")"
		}
		key := "gear:" + it.UUID
		if it.UUID == "" {
			key = fmt.Sprintf("gear:%d", it.ID)
		}
		mass := it.CarriedG(float64(people))
		switch {
		case it.Kind == gear.Filter:
			id, b := "filter:"+it.Type, (*Buy)(nil)
			for _, k := range []string{id, "filter:thick " + it.Type} {
				if bought[k] != nil && !shown[k] {
					b, shown[k] = bought[k], true
					break
				}
			}
			switch {
			case b == nil:
				line(key, where[it.ID], new(0.0), packedSpare, name)
			case b.Amount > it.Pieces():
				line(key, where[it.ID], new(b.MassG), packedShort, name, quantity.Of(b.Amount, quantity.None), quantity.Of(it.Pieces(), quantity.None), quantity.Of(b.Amount-it.Pieces(), quantity.None))
			default:
				line(key, where[it.ID], new(b.MassG), packedSome, name, quantity.Of(b.Amount, quantity.None), quantity.Of(it.Pieces(), quantity.None))
			}
			continue // counted with what is used up
		case it.Kind == gear.Cup && people > 1 && it.Pieces() < float64(people):
			line(key, where[it.ID], &mass, packedFew, name, quantity.Of(it.Pieces(), quantity.None), quantity.Of(float64(people), quantity.None), quantity.Of(float64(people)-it.Pieces(), quantity.None))
		case it.Kind == gear.Cup && people > 1:
			line(key, where[it.ID], &mass, packedCups, name, quantity.Of(math.Min(it.Pieces(), float64(people)), quantity.None))
		default:
			line(key, where[it.ID], &mass, packed, name)
		}
		if mass > 0 {
			in = append(in, working.Num(it.Name, mass, quantity.Gram, ""))
			sum += mass
		}
	}
	start := sum
	startIn := []working.Input{}
	if sum > 0 {
		startIn = append(startIn, working.Num("Your kit", sum, quantity.Gram, "totals.kit_g"))
	}
	for i := range r.Buy {
		b := &r.Buy[i]
		if b.Stop >= 0 {
			continue
		}
		label := quantity.Text(b.Label)
		start += b.MassG
		startIn = append(startIn, working.Num(b.Label, b.MassG, quantity.Gram, fmt.Sprintf("buy.%d", i)))
		switch {
		case shown[b.ID]:
		case b.Packs > 0:
			line("buy:"+b.ID, "in the pack", &b.MassG, packedIn, label, quantity.Of(b.Packs, quantity.None), quantity.Of(b.Amount/b.Packs, b.Unit))
		case b.Unit == quantity.Count:
			line("buy:"+b.ID, "in the pack", &b.MassG, packedCount, label, quantity.Of(b.Amount, quantity.None))
		default:
			line("buy:"+b.ID, "in the pack", &b.MassG, packedMass, label, quantity.Of(b.Amount, b.Unit))
		}
	}
	if n := len(r.Bags); n > 0 {
		line("bags", "in one dry bag", nil, packedBags, quantity.Of(float64(n), quantity.None))
	}
	if len(r.Packing) > 0 {
		r.Totals.PackedG = &start
		r.Working.Put("totals.packed_g", start, working.Figure{Label: "The packing list", Unit: quantity.Gram, Kind: working.Practice, Source: "mass balance", Formula: "every line of the packing list, water apart: whole canisters, and what lasts until it can be bought", Inputs: startIn})
	}
	if len(in) == 0 {
		return
	}
	both := sum + *r.Totals.PackG
	r.Totals.KitG, r.Totals.TogetherG = &sum, &both
	r.Working.Put("totals.kit_g", sum, working.Figure{Label: "Your kit", Unit: quantity.Gram, Kind: working.Chosen, Source: "your gear; typical masses are from memory", Formula: "the masses of its pieces, a cup for each person; papers count with what is used up", Inputs: in})
	r.Working.Put("totals.together_g", both, working.Figure{Label: "Together, at most", Unit: quantity.Gram, Kind: working.Practice, Source: "mass balance", Formula: "the kit, and the most that is carried at once of what is used up; water apart",
		Inputs: []working.Input{working.Num("Your kit", sum, quantity.Gram, "totals.kit_g"), working.Num("Most in the pack", *r.Totals.PackG, quantity.Gram, "totals.pack_g")}})
}
