package formats

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"

	"apodemos/core/brew"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/formats/zone"
)

// MaxCSVBytes bounds a CSV file of stops.
const MaxCSVBytes = 2 << 20

// stopColumns are the columns of a CSV of stops; only the name is needed.
var stopColumns = func() []string {
	columns := []string{"name", "day", "nights", "altitude_m", "km", "lat", "lon", "time_zone", "air_c", "morning_c", "day_c", "wind_ms", "heat", "water", "treatment"}
	for _, t := range trip.Texts {
		columns = append(columns, t.Path)
	}
	return columns
}()

// heats of the CSV, as merge patches over a stop's conditions.
var heats = map[string]map[string]any{
	"stove": {"burner": "canister"}, "spirit": {"burner": "spirit"}, "petrol": {"burner": "petrol"}, "fire": {"burner": "fire"},
	"twig": {"burner": "twig"}, "mains": {"burner": "mains"}, "12v": {"burner": "element-12v"}, "urn": {"supplied_c": 92.0}, "": nil,
}

// record is a line of a CSV file by column.
type record struct {
	line  int
	cells map[string]string
	comma rune
}

// number reads a cell as a number within a range; nil when it is empty. With
// semicolons and tabs a comma may be the decimal mark.
func (r record) number(name string, min, max float64) (*float64, error) {
	text := r.cells[name]
	if text == "" {
		return nil, nil
	}
	plain := strings.ReplaceAll(text, "−", "-")
	if r.comma != ',' {
		plain = strings.Replace(plain, ",", ".", 1)
	}
	v, err := strconv.ParseFloat(plain, 64)
	if err != nil || !(v >= min && v <= max) {
		return nil, fmt.Errorf("%s: %q is out of range. Enter %g to %g", name, text, min, max)
	}
	return &v, nil
}

// readTable reads CSV: a header of known column names in any order, then the
// records. Commas, semicolons or tabs divide. The error is a *FormatError with
// the line.
func readTable(r io.Reader, columns []string, what string, most int) ([]record, error) {
	fail := func(line int, format string, args ...any) ([]record, error) {
		return nil, &FormatError{"CSV", line, fmt.Sprintf(format, args...)}
	}
	b, err := io.ReadAll(io.LimitReader(UTF8(r), MaxCSVBytes+1))
	if err != nil {
		return nil, err
	}
	if len(b) > MaxCSVBytes {
		return fail(0, "too large. Choose a file of up to %d kB", MaxCSVBytes>>10)
	}
	b = bytes.TrimPrefix(b, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(b) {
		// Old spreadsheets write Windows-1252.
		if b, err = charmap.Windows1252.NewDecoder().Bytes(b); err != nil {
			return fail(0, "its text encoding is not known. Save it as UTF-8")
		}
	}
	first, _, _ := bytes.Cut(b, []byte("\n"))
	comma := ','
	for _, c := range []rune{';', '\t'} {
		if bytes.ContainsRune(first, c) {
			comma = c
		}
	}
	in := csv.NewReader(bytes.NewReader(b))
	in.Comma, in.TrimLeadingSpace, in.FieldsPerRecord = comma, true, -1
	head, err := in.Read()
	if err != nil {
		return fail(1, "it has no header. Add a first line with column names: %s", strings.Join(columns, ", "))
	}
	seen := map[string]bool{}
	for i, h := range head {
		head[i] = strings.ToLower(strings.TrimSpace(h))
		if !slices.Contains(columns, head[i]) {
			return fail(1, "column %q is not known. Choose from %s", h, strings.Join(columns, ", "))
		}
		if seen[head[i]] {
			return fail(1, "column %q is there twice. Keep one", h)
		}
		seen[head[i]] = true
	}
	if !seen["name"] {
		return fail(1, "there is no column “name”. Add it (columns: %s)", strings.Join(columns, ", "))
	}
	var out []record
	for {
		rec, err := in.Read()
		if err == io.EOF {
			break
		}
		if err != nil {
			line := 0
			if pe, ok := errors.AsType[*csv.ParseError](err); ok {
				line = pe.Line
			}
			return fail(line, "%v. Check the quotes and commas of this line", errors.Unwrap(err))
		}
		line, _ := in.FieldPos(0)
		if len(rec) != len(head) {
			return fail(line, "%d cells for %d columns. Enter one for each column", len(rec), len(head))
		}
		if len(out) == most {
			return fail(line, "too many lines. Keep up to %d", most)
		}
		cells := map[string]string{}
		for i, h := range head {
			// The mark that keeps an exported text from being taken for a formula.
			cells[h] = printable(unsafe(strings.TrimSpace(rec[i])))
		}
		out = append(out, record{line, cells, comma})
	}
	if len(out) == 0 {
		return fail(2, "there is no %s. Add a line for each %s under the header", what, what)
	}
	return out, nil
}

// ReadStops reads stops from CSV, a line a stop. The error is a *FormatError
// with the line.
func ReadStops(r io.Reader) (TripFile, error) {
	f := TripFile{Format: TripFormat, Version: TripVersion, Name: "Imported trip", People: 2, Stops: []StopFile{}}
	records, err := readTable(r, stopColumns, "stop", trip.MaxStops)
	if err != nil {
		return f, err
	}
	day := 0
	for _, rec := range records {
		s, err := readStop(rec, &day)
		if err != nil {
			return f, &FormatError{"CSV", rec.line, err.Error()}
		}
		f.Stops = append(f.Stops, s)
	}
	return f, nil
}

func readStop(rec record, day *int) (StopFile, error) {
	s := StopFile{Conditions: map[string]any{}}
	cell := func(name string) string { return rec.cells[name] }
	var bad error
	number := func(name string, min, max float64) *float64 {
		v, err := rec.number(name, min, max)
		if err != nil && bad == nil {
			bad = err
		}
		return v
	}
	put := func(group, name string, v any) {
		g, ok := s.Conditions[group].(map[string]any)
		if !ok {
			g = map[string]any{}
			s.Conditions[group] = g
		}
		g[name] = v
	}
	if s.Name = short(cell("name"), 120); s.Name == "" {
		return s, errors.New("name: it is empty. Enter 1 to 120 characters")
	}
	*day++
	if v := number("day", 1, trip.MaxDay); v != nil {
		*day = int(*v)
	}
	s.Day = *day
	if v := number("nights", 1, trip.MaxStay); v != nil {
		n := int(*v)
		s.Facts.Nights = &n
		*day += n - 1
	}
	if v := number("km", 0, 40000); v != nil {
		s.Km = *v
	}
	s.Facts.Lat, s.Facts.Lon = number("lat", -90, 90), number("lon", -180, 180)
	s.Facts.MorningC, s.Facts.DayC = number("morning_c", -50, 55), number("day_c", -50, 55)
	for _, c := range []struct {
		column, field string
		min, max      float64
	}{{"altitude_m", "altitude_m", -430, 8850}, {"air_c", "air_c", -50, 55}, {"wind_ms", "wind_ms", 0, 30}} {
		if v := number(c.column, c.min, c.max); v != nil {
			put("place", c.field, *v)
		}
	}
	for _, t := range trip.Texts {
		*t.In(&s.Spot) = short(cell(t.Path), trip.MaxText)
	}
	if s.TimeZone = cell("time_zone"); s.TimeZone != "" {
		if err := zone.Check(s.TimeZone); err != nil {
			return s, fmt.Errorf("time_zone: %w", err)
		}
	}
	heat, ok := heats[strings.ToLower(cell("heat"))]
	if !ok {
		return s, fmt.Errorf("heat: %q is not known. Enter stove, spirit, petrol, fire, twig, mains, 12v or urn, or leave it empty", cell("heat"))
	}
	for k, v := range heat {
		put("heat", k, v)
	}
	w := strings.ToLower(cell("water"))
	if w != "" {
		field, _ := brew.FieldByPath("water.source")
		if !slices.Contains(field.Words, w) {
			return s, fmt.Errorf("water: %q is not known. Enter %s, or leave it empty", w, strings.Join(field.Words, ", "))
		}
		put("water", "source", w)
		if w == "snow" {
			put("water", "state", "snow")
		}
	}
	if t := strings.ToLower(cell("treatment")); t != "" {
		field, _ := brew.FieldByPath("water.treatment")
		if !slices.Contains(field.Words, t) {
			return s, fmt.Errorf("treatment: %q is not known. Enter %s, or leave it empty", t, strings.Join(field.Words, ", "))
		}
		put("water", "treatment", t)
	}
	return s, bad
}

// safe keeps a spreadsheet from taking a text for a formula. A text that looks as
// if safe had marked it is marked once more, so that unsafe gives it back.
func safe(s string) string {
	// What stands before a sign, and is not seen, hides it from nobody but the reader.
	rest := strings.TrimLeftFunc(strings.TrimLeft(s, "'"), func(r rune) bool {
		return r != '\t' && r != '\r' && (unicode.IsSpace(r) || unicode.Is(unicode.Cf, r) || unicode.IsControl(r))
	})
	if first, _ := utf8.DecodeRuneInString(rest); rest != "" && strings.ContainsRune("=+-@\t\r＝＋－＠−﹦﹢﹣﹫", first) {
		return "'" + s
	}
	return s
}

// unsafe takes away the mark that safe put before a text.
func unsafe(s string) string {
	if s != "" && s[0] == '\'' && safe(s[1:]) == s {
		return s[1:]
	}
	return s
}

// WriteProvisions writes what to buy, the portions, the water to carry and the
// gear as CSV.
func WriteProvisions(w io.Writer, r *trip.Result) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	// In the steps in which the schedule and the sheet say it.
	in := func(v float64, u quantity.Unit) string {
		return strconv.FormatFloat(quantity.RoundTo(quantity.Of(v, u).Rounded(), 0.1), 'f', -1, 64)
	}
	g := func(v float64) string { return in(v, quantity.Gram) }
	rows := [][]string{{"list", "item", "amount", "unit", "packs", "mass_g", "where", "day"}}
	for _, b := range r.Buy {
		where, day := "before leaving", 0
		if b.Stop >= 0 {
			where, day = r.Stops[b.Stop].Name, r.Stops[b.Stop].Day
		}
		unit := string(b.Unit)
		if unit == "×" {
			unit = "pieces"
		}
		packs := ""
		if b.Packs > 0 {
			packs = in(b.Packs, quantity.None)
		}
		rows = append(rows, []string{"buy", safe(b.Label), in(b.Amount, b.Unit), unit, packs, g(b.MassG), safe(where), strconv.Itoa(day)})
	}
	for _, b := range r.Bags {
		what := "whole beans"
		if b.Ground != "" {
			what = "ground, " + b.Ground
			if b.Ground == brew.ShopBand {
				what = b.Ground
			}
		}
		rows = append(rows, []string{"portion", safe(b.Label + ", " + what), g(b.G), "g", "", g(b.G), "bag", strconv.Itoa(b.Day)})
	}
	for _, s := range r.Stops {
		if s.CarryMl > 0 {
			rows = append(rows, []string{"water", "to carry on", in(s.CarryMl, quantity.Millilitre), "ml", "", g(s.CarryMl), safe(s.Name), strconv.Itoa(s.Day + s.Nights - 1)})
		}
	}
	for _, p := range r.Packing {
		mass := ""
		if p.MassG != nil {
			mass = g(*p.MassG)
		}
		rows = append(rows, []string{"pack", safe(p.Text), "", "", "", mass, safe(p.Where), "0"})
	}
	if err := out.WriteAll(rows); err != nil {
		return err
	}
	return out.Error()
}
