package ways

import (
	"context"
	"slices"

	"apodemos/core/gear"
)

// Remedy is a change that makes coffee possible when no way is.
type Remedy struct {
	ID     string      `json:"id" enum:"ground,cup,vessel"`
	Text   string      `json:"text" doc:"As a person says it"`
	Ground bool        `json:"ground,omitempty" doc:"The coffee is ground already"`
	Items  []gear.Item `json:"items,omitempty" doc:"What it brings, of plain typical figures; without IDs"`
	Method string      `json:"method" doc:"The best way that it opens"`
}

var (
	groundAlready = words("The coffee is ground already")
	borrowMug     = words("Borrow a mug")
	borrowPot     = words("Borrow a pot")
)

// remedies returns the changes that each open a way alone or, if none does, those that do together.
func remedies(ctx context.Context, in Wanted) ([]Remedy, error) {
	starter := gear.Starter()
	first := func(k gear.Kind) []gear.Item {
		i := slices.IndexFunc(starter, func(i gear.Item) bool { return i.Kind == k })
		return starter[i : i+1]
	}
	all := []Remedy{
		{ID: "ground", Text: groundAlready.Text(), Ground: true},
		{ID: "vessel", Text: borrowPot.Text(), Items: first(gear.Vessel)},
		{ID: "cup", Text: borrowMug.Text(), Items: first(gear.Cup)},
	}
	opens := func(with ...Remedy) (string, error) {
		try := in
		try.Have = slices.Clone(in.Have)
		for _, r := range with {
			if r.Ground {
				try.Request.Coffee.GroundAhead = new(true)
			}
			try.Have = append(try.Have, r.Items...)
		}
		found, err := find(ctx, try)
		if err != nil || found.Ways[0].Not != "" {
			return "", err
		}
		return found.Ways[0].Method, nil
	}
	out := []Remedy{}
	for _, r := range all {
		m, err := opens(r)
		if err != nil {
			return nil, err
		}
		if m != "" {
			r.Method = m
			out = append(out, r)
		}
	}
	if len(out) > 0 {
		return out, nil
	}
	for i := range all {
		for k := range i {
			m, err := opens(all[k], all[i])
			if err != nil {
				return nil, err
			}
			if m != "" {
				all[k].Method, all[i].Method = m, m
				return []Remedy{all[k], all[i]}, nil
			}
		}
	}
	m, err := opens(all...)
	if err != nil || m == "" {
		return out, err
	}
	for i := range all {
		all[i].Method = m
	}
	return all, nil
}
