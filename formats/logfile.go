package formats

import (
	"encoding/csv"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"apodemos/core/brew"
	"apodemos/core/field"
	"apodemos/core/recipe"
	"apodemos/core/taste"
	"apodemos/core/trip"
)

// The log file's name and version.
const (
	LogFormat  = "apodemos-log"
	LogVersion = 1
	// MaxLogBytes bounds a log file; a thousand entries are about 1 MB.
	MaxLogBytes = 8 << 20
	maxLogLines = 5000
)

// LogFile is a log as a file: each entry with what was asked, so that it can be planned
// again anywhere.
type LogFile struct {
	Format  string           `json:"format" enum:"apodemos-log"`
	Version int              `json:"version" minimum:"1" maximum:"1"`
	Coffees []trip.CoffeeBag `json:"coffees,omitempty" maxItems:"500"`
	Entries []LogLine        `json:"entries" maxItems:"5000"`
}

// LogLine is an entry of a log file.
type LogLine struct {
	ID       string        `json:"id,omitempty" maxLength:"36" doc:"UUID of the entry: what is there already is not brought in twice"`
	BrewedAt string        `json:"brewed_at" doc:"RFC 3339"`
	Place    string        `json:"place,omitempty" maxLength:"120"`
	Brew     string        `json:"brew,omitempty" maxLength:"120"`
	Request  brew.Request  `json:"request" doc:"What was asked, with the conditions of the place in it"`
	Tasting  taste.Tasting `json:"tasting,omitzero" required:"false"`
	Run      taste.Had     `json:"run,omitzero" required:"false"`
	Notes    string        `json:"notes,omitempty" maxLength:"1000"`
	Coffee   string        `json:"coffee,omitempty" maxLength:"36" doc:"UUID of a coffee"`
	Name     string        `json:"coffee_name,omitempty" maxLength:"40"`
	By       string        `json:"by,omitempty" maxLength:"40"`
}

// ReadLogFile reads a log file. Its error is brew.Problems.
func ReadLogFile(r io.Reader) (LogFile, error) {
	f, err := brew.DecodeJSON[LogFile](r, MaxLogBytes, "log", `{"format": "apodemos-log", "version": 1, "entries": […]}`)
	f = printed(f)
	switch {
	case err != nil:
		return f, err
	case f.Format != LogFormat:
		return f, brew.Problems{{Field: "format", Value: f.Format, Message: fmt.Sprintf("%q is not a log. Choose a file with the format %s", f.Format, LogFormat)}}
	case f.Version != LogVersion:
		return f, brew.Problems{{Field: "version", Value: f.Version, Message: fmt.Sprintf("%d is not known here. Enter %d. A newer file needs a newer Apodemos", f.Version, LogVersion)}}
	case len(f.Entries) > maxLogLines:
		return f, brew.Problems{{Field: "entries", Value: len(f.Entries), Message: fmt.Sprintf("%d is too many. Choose a file with up to %d entries", len(f.Entries), maxLogLines)}}
	}
	return f, f.check()
}

// check is what is wrong with the entries, apart from their requests.
func (f LogFile) check() error {
	var bad brew.Problems
	for i := range f.Entries {
		e := &f.Entries[i]
		at := fmt.Sprintf("entries[%d].", i)
		if _, err := time.Parse(time.RFC3339, e.BrewedAt); err != nil {
			bad = append(bad, brew.Problem{Field: at + "brewed_at", Value: e.BrewedAt, Message: fmt.Sprintf("%q is not a date and time. Enter one such as 2026-09-05T07:00:00Z", e.BrewedAt)})
		}
		for _, t := range []struct {
			name, v string
			max     int
		}{{"id", e.ID, 36}, {"place", e.Place, 120}, {"brew", e.Brew, 120}, {"notes", e.Notes, 1000}, {"coffee", e.Coffee, 36}, {"coffee_name", e.Name, 40}, {"by", e.By, 40}} {
			if n := len([]rune(t.v)); n > t.max {
				bad = append(bad, brew.Problem{Field: at + t.name, Value: n, Message: fmt.Sprintf("%d characters is too long. Enter up to %d", n, t.max)})
			}
		}
		bad = append(bad, e.Tasting.Check().At(at+"tasting.")...)
		bad = append(bad, e.Run.Check().At(at+"run.")...)
	}
	for i, c := range f.Coffees {
		if n := len([]rune(c.Name)); n < 1 || n > 40 || len(c.ID) > 36 {
			bad = append(bad, brew.Problem{Field: fmt.Sprintf("coffees[%d].name", i), Value: c.Name, Message: fmt.Sprintf("%d characters is out of range. Enter 1 to 40 characters, and an id of up to 36", n)})
		}
	}
	if len(bad) > 0 {
		return bad
	}
	return nil
}

// Write writes the file as indented JSON.
func (f LogFile) Write(w io.Writer) error { return indented(w, f) }

// A column of a CSV of the log: a number of an entry, with its unit in the name.
type logColumn struct {
	name     string
	min, max float64
	at       func(*LogLine) **float64
}

// logNumbers are the numeric columns, with the same ranges as everywhere else.
var logNumbers = func() (out []logColumn) {
	for _, c := range [][2]string{{"altitude_m", "place.altitude_m"}, {"dose_g", "dose_g"}, {"water_g", "water_g"}, {"ratio_g_per_l", "ratio_g_per_l"}, {"people", "drinkers"},
		{"clicks", "grinder.clicks"}, {"um_per_click", "grinder.um_per_click"}, {"zero_um", "grinder.zero_um"}} {
		f, _ := brew.FieldByPath(c[1])
		out = append(out, columnOf(c[0], f, func(l *LogLine) *brew.Request { return &l.Request }))
	}
	for _, f := range taste.HadFields {
		out = append(out, columnOf("run_"+f.Path, f, func(l *LogLine) *taste.Had { return &l.Run }))
	}
	for _, f := range taste.TastingFields {
		out = append(out, columnOf(f.Path, f, func(l *LogLine) *taste.Tasting { return &l.Tasting }))
	}
	return out
}()

func columnOf[T any](name string, f field.Of[T], in func(*LogLine) *T) logColumn {
	return logColumn{name, f.Min, f.Max, func(l *LogLine) **float64 { return f.Num(in(l)) }}
}

// logWords are the columns of a CSV of the log that hold words. The name is the place's, as
// in a CSV of stops.
var logWords = []string{"name", "id", "brewed_at", "brew", "method", "school", "recipe", "coffee_id", "coffee", "notes", "words", "by", "changed", "run_water_unboiled"}

func logColumns() []string {
	out := append([]string{}, logWords...)
	for _, c := range logNumbers {
		out = append(out, c.name)
	}
	return out
}

// WriteCSV writes the log as CSV: open columns, with the units in their names.
func (f LogFile) WriteCSV(w io.Writer) error {
	out := csv.NewWriter(w)
	if err := out.Write(logColumns()); err != nil {
		return err
	}
	for i := range f.Entries {
		e := f.Entries[i]
		own := ""
		if e.Request.Recipe != nil {
			own = e.Request.Recipe.Name
		}
		school := ""
		if e.Request.School != nil {
			school = *e.Request.School
		}
		line := []string{safe(e.Place), e.ID, e.BrewedAt, safe(e.Brew), e.Request.Method, school, safe(own), e.Coffee, safe(e.Name), safe(e.Notes), safe(e.Tasting.Words), safe(e.By), e.Tasting.Changed, ""}
		if u := e.Run.Unboiled; u != nil && *u {
			line[len(line)-1] = "yes"
		}
		for _, c := range logNumbers {
			cell := ""
			if v := *c.at(&e); v != nil {
				cell = strconv.FormatFloat(*v, 'f', -1, 64)
			}
			line = append(line, cell)
		}
		if err := out.Write(line); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

// IsLogCSV tells by how it begins whether a table is a log, and not stops.
func IsLogCSV(start []byte) bool {
	head, _, _ := strings.Cut(string(start), "\n")
	return strings.Contains(head, "brewed_at")
}

// ReadLogCSV reads a log as CSV: a header of known columns in any order, of which name is
// the place's; each line is a brew by its method. The error is a *FormatError with the line.
func ReadLogCSV(r io.Reader) (LogFile, error) {
	f := LogFile{Format: LogFormat, Version: LogVersion, Entries: []LogLine{}}
	records, err := readTable(r, logColumns(), "entry", maxLogLines)
	if err != nil {
		return f, err
	}
	for _, rec := range records {
		fail := func(err error) (LogFile, error) { return f, &FormatError{"CSV", rec.line, err.Error()} }
		plain := func(name string) string { return rec.cells[name] }
		e := LogLine{ID: rec.cells["id"], BrewedAt: rec.cells["brewed_at"], Place: plain("name"), Brew: plain("brew"), Notes: plain("notes"), Coffee: rec.cells["coffee_id"], Name: plain("coffee"), By: plain("by")}
		e.Tasting.Words, e.Tasting.Changed = plain("words"), rec.cells["changed"]
		switch said := rec.cells["run_water_unboiled"]; said {
		case "yes":
			e.Run.Unboiled = new(true)
		case "", "no":
		default:
			return fail(fmt.Errorf("run_water_unboiled: %q is not known. Enter yes or no, or leave it empty", said))
		}
		e.Request.Method = rec.cells["method"]
		if s := rec.cells["school"]; s != "" {
			e.Request.School = &s
		}
		if e.Name != "" {
			e.Request.Coffee.Name = new(e.Name)
		}
		if own := plain("recipe"); own != "" {
			e.Request.Recipe = &recipe.Recipe{Name: own}
		}
		for _, c := range logNumbers {
			v, err := rec.number(c.name, c.min, c.max)
			if err != nil {
				return fail(err)
			}
			*c.at(&e) = v
		}
		if e.Request.Grinder.UmPerClick == nil {
			e.Request.Grinder.Clicks = nil // they say nothing without the grinder
		}
		if e.Request.DoseG != nil && e.Request.WaterG != nil {
			e.Request.Ratio = nil
		}
		one := LogFile{Entries: []LogLine{e}}
		if err := one.check(); err != nil {
			return fail(fmt.Errorf("%s", strings.ReplaceAll(err.Error(), "entries[0].", "")))
		}
		f.Entries = append(f.Entries, e)
	}
	return f, nil
}
