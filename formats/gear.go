package formats

import (
	"encoding/csv"
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"apodemos/core/gear"
)

// Columns of a CSV of gear, by how their cells are read.
var (
	gearTexts   = []string{"name", "kind", "type", "material", "size", "condition", "note", "calibrated", "known_grind"}
	gearNumbers = []string{"mass_g", "count", "length_mm", "width_mm", "height_mm", "capacity_ml", "dose_g", "rim_mm", "base_mm", "support_min_mm", "support_max_mm",
		"range_g", "step_g", "um_per_click", "zero_um", "known_clicks", "price", "efficiency", "power_w", "loss_factor", "drain_factor"}
	gearFlags   = []string{"spout", "lid", "insulated", "blade", "typical", "regulated"}
	gearColumns = slices.Concat(gearTexts, gearNumbers, gearFlags, []string{"parts"})
)

// maxGear bounds a CSV of gear.
const maxGear = 200

// ReadGear reads gear from CSV, a line a piece; parts are divided by |, and a | in a part
// stands after a backslash. The
// error is a *FormatError with the line.
func ReadGear(r io.Reader) ([]gear.Item, error) {
	records, err := readTable(r, gearColumns, "piece of gear", maxGear)
	if err != nil {
		return nil, err
	}
	var out []gear.Item
	for _, rec := range records {
		fail := func(err error) ([]gear.Item, error) { return nil, &FormatError{"CSV", rec.line, err.Error()} }
		fields := map[string]any{}
		for _, c := range gearTexts {
			if v := rec.cells[c]; v != "" {
				fields[c] = v
			}
		}
		for _, c := range gearNumbers {
			v, err := rec.number(c, -1e6, 1e6)
			if err != nil {
				return fail(err)
			}
			if v != nil {
				fields[c] = *v
			}
		}
		for _, c := range gearFlags {
			switch strings.ToLower(rec.cells[c]) {
			case "", "no", "false", "0":
			case "yes", "true", "1":
				fields[c] = true
			default:
				return fail(fmt.Errorf("%s: %q is not known. Enter yes or no", c, rec.cells[c]))
			}
		}
		if v := rec.cells["parts"]; v != "" {
			fields["parts"] = splitParts(v)
		}
		b, err := json.Marshal(fields)
		if err != nil {
			return fail(err)
		}
		var it gear.Item
		if err := json.Unmarshal(b, &it); err != nil {
			return fail(err)
		}
		if bad := it.Check(); len(bad) > 0 {
			return fail(fmt.Errorf("%s: %s", bad[0].Field, bad[0].Message))
		}
		out = append(out, it)
	}
	return out, nil
}

var partEscape = strings.NewReplacer(`\`, `\\`, "|", `\|`)

// splitParts divides at each |, but for one after a backslash.
func splitParts(s string) []string {
	out := []string{""}
	escaped := false
	for _, r := range s {
		last := &out[len(out)-1]
		switch {
		case escaped:
			*last += string(r)
			escaped = false
		case r == '\\':
			escaped = true
		case r == '|':
			out = append(out, "")
		default:
			*last += string(r)
		}
	}
	if escaped {
		out[len(out)-1] += `\`
	}
	return out
}

// WriteGear writes gear as CSV; ReadGear gives the same back.
func WriteGear(w io.Writer, items []gear.Item) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	rows := [][]string{gearColumns}
	for _, it := range items {
		b, err := json.Marshal(it)
		if err != nil {
			return err
		}
		var fields map[string]any
		if err := json.Unmarshal(b, &fields); err != nil {
			return err
		}
		row := make([]string, len(gearColumns))
		for i, c := range gearColumns {
			switch v := fields[c].(type) {
			case string:
				row[i] = safe(v)
			case float64:
				row[i] = strconv.FormatFloat(v, 'f', -1, 64)
			case bool:
				if v {
					row[i] = "yes"
				}
			case []any:
				var parts []string
				for _, p := range v {
					parts = append(parts, partEscape.Replace(fmt.Sprint(p)))
				}
				row[i] = safe(strings.Join(parts, "|"))
			}
		}
		rows = append(rows, row)
	}
	if err := out.WriteAll(rows); err != nil {
		return err
	}
	return out.Error()
}
