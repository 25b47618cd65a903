package main

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"strconv"
	"strings"
	"text/tabwriter"

	"github.com/spf13/cobra"
	"golang.org/x/term"

	"apodemos/core/brew"
	"apodemos/core/caution"
	"apodemos/core/method"
	"apodemos/core/quantity"
	"apodemos/core/trip"
	"apodemos/formats"
)

// shape is how an answer is written: for a person on a terminal, and as JSON into a pipe.
type shape struct {
	json, text bool
	units      string
}

func (s *shape) add(c *cobra.Command) {
	c.Flags().BoolVar(&s.json, "json", false, "write JSON, even on a terminal")
	c.Flags().BoolVar(&s.text, "text", false, "write a readable page, even into a pipe")
	c.Flags().StringVar(&s.units, "units", "metric", "units of the page: metric or us")
	c.MarkFlagsMutuallyExclusive("json", "text")
}

// write writes an answer as JSON, or as the page that draw makes of it.
func (s *shape) write(c *cobra.Command, answer any, draw func(*leaf)) error {
	if s.units != "metric" && s.units != "us" {
		return fmt.Errorf("--units: %q is not known. Enter metric or us", s.units)
	}
	out := c.OutOrStdout()
	if s.json || !s.text && !isTerminal(out) {
		return printJSON(out, answer)
	}
	p := &leaf{us: s.units == "us"}
	draw(p)
	_, err := io.WriteString(out, p.String())
	return err
}

func isTerminal(w io.Writer) bool {
	f, ok := w.(*os.File)
	return ok && term.IsTerminal(int(f.Fd()))
}

// leaf is text of 78 columns that could be taken along.
type leaf struct {
	strings.Builder
	us bool
}

const wide = 78

// line writes a paragraph: its first line after lead, the others under it.
func (p *leaf) line(lead, text string) {
	indent := strings.Repeat(" ", len([]rune(lead)))
	col := len([]rune(lead))
	p.WriteString(lead)
	for i, w := range strings.Fields(plainText(text)) {
		n := len([]rune(w))
		switch {
		case i == 0:
		case col+1+n > wide:
			p.WriteString("\n" + indent)
			col = len(indent)
		default:
			p.WriteByte(' ')
			col++
		}
		p.WriteString(w)
		col += n
	}
	p.WriteByte('\n')
}

func (p *leaf) title(s string) {
	s = plainText(s)
	fmt.Fprintf(p, "%s\n%s\n", s, strings.Repeat("=", len([]rune(s))))
}

func (p *leaf) head(s string) { fmt.Fprintf(p, "\n%s\n", plainText(s)) }

// plainText is a text without what a terminal takes for an order.
func plainText(s string) string {
	return strings.Map(func(r rune) rune {
		if formats.Unprintable(r) {
			return '\uFFFD'
		}
		return r
	}, s)
}

// figure writes a value in the reader's units.
func (p *leaf) figure(v quantity.Value) string { return v.In(p.system()) }

func (p *leaf) system() quantity.System {
	if p.us {
		return quantity.US
	}
	return quantity.Metric
}

// small writes what is weighed or measured out more finely than brewing wants: in steps of its
// unit, and in tenths of those of the larger one where that is the reader's.
func (p *leaf) small(v float64, unit quantity.Unit, step float64, decimals int) string {
	u := quantity.Systems[p.system()][unit]
	if u.Unit != string(unit) {
		v, step, decimals = v*u.Factor, step/10, decimals+1
	}
	return strconv.FormatFloat(quantity.RoundTo(v, step), 'f', decimals, 64) + " " + u.Unit
}

// say writes a phrase in the reader's units.
func (p *leaf) say(s quantity.Phrase) string { return s.In(p.system()) }

// facts writes a line a fact; a value that there is not is left out.
func (p *leaf) facts(list ...[2]string) {
	for _, f := range list {
		if f[1] != "" {
			p.line(fmt.Sprintf("  %-18s ", f[0]), f[1])
		}
	}
}

func (p *leaf) of(v *float64, u quantity.Unit) string {
	if v == nil {
		return ""
	}
	return p.figure(quantity.Of(*v, u))
}

func (p *leaf) cautions(head string, list []brew.Caution) {
	if len(list) == 0 {
		return
	}
	p.head(head)
	said := map[string]bool{}
	for _, c := range list {
		if !said[c.Text] {
			p.line("  ! ", withReason(c))
		}
		said[c.Text] = true
	}
}

// withReason is a caution as paper has it: a danger with why it is one.
func withReason(c brew.Caution) string {
	if c.Level == caution.Danger {
		if c.Source != "" {
			return c.Text + " " + c.Why + " Source: " + c.Source + "."
		}
		return c.Text + " " + c.Why
	}
	return c.Text
}

// plan is a brew on a page: what to take, the steps by the clock, and what to mind.
func (p *leaf) plan(pl *brew.Plan) {
	m, _ := method.ByID(pl.Request.Method)
	s, _ := m.School(or(pl.Request.School))
	p.title(m.Name + ", " + s.Name)
	boils := ""
	if pl.BoilC != nil {
		boils = p.figure(quantity.Fine(*pl.BoilC, quantity.Celsius))
	}
	p.facts([2]string{"Coffee", p.of(pl.DoseG, quantity.Gram)}, [2]string{"Water poured", p.of(pl.Water.PouredMl, quantity.Either(pl.OnAScale(), quantity.Gram, quantity.Millilitre))}, [2]string{"Drink", p.of(pl.DrinkMl, quantity.Millilitre)},
		[2]string{"Boils here at", boils}, [2]string{"Poured at", p.of(pl.StartC, quantity.Celsius)}, [2]string{"Contact", p.of(pl.ContactS, quantity.Second)}, [2]string{"Total time", p.of(pl.TotalS, quantity.Second)}, [2]string{"Boil", p.say(pl.Boiling)})
	if pl.Heat != nil {
		p.facts([2]string{"Fuel", p.of(pl.Heat.FuelG, quantity.Gram)}, [2]string{"Energy", p.of(pl.Heat.EnergyWh, quantity.WattHour)})
	}
	first, last := []brew.Caution{}, []brew.Caution{}
	for _, c := range pl.Cautions {
		switch {
		case c.Step != "":
		case c.First:
			first = append(first, c)
		default:
			last = append(last, c)
		}
	}
	p.cautions("Before you start", first)
	p.head("Steps")
	for _, st := range pl.Steps {
		text := p.say(st.Phrase)
		if st.Sign != "" {
			text += " Until " + st.Sign + "."
		}
		p.line(fmt.Sprintf("  %7s  ", quantity.At(st.AtS)), text)
		// What can hurt stands where it does.
		for _, c := range pl.Cautions {
			if c.Step != "" && c.Step == string(st.ID) {
				p.line("         ! ", withReason(c))
			}
		}
	}
	p.cautions("Take care", last)
	if len(pl.Notes) > 0 {
		p.head("Why")
		for _, n := range pl.Notes {
			p.line("  - ", p.say(n.Phrase))
		}
	}
	fmt.Fprintf(p, "\nCore %s. Every figure's working: apodemos plan --json\n", pl.Version)
}

func or(s *string) string {
	if s == nil {
		return ""
	}
	return *s
}

// trip is a trip on a page: what to buy and pack, and what to do day by day.
func (p *leaf) trip(t trip.Trip, r *trip.Result) {
	p.title(t.Name)
	p.facts([2]string{"People", fmt.Sprint(t.People)}, [2]string{"Days", fmt.Sprint(r.Days)}, [2]string{"Starts on", t.StartsOn}, [2]string{"Brews", p.of(r.Totals.Brews, quantity.None)},
		[2]string{"Coffee", p.of(r.Totals.CoffeeG, quantity.Gram)})
	p.head("Stops")
	for _, s := range r.Stops {
		boils := p.figure(quantity.Fine(s.BoilC, quantity.Celsius))
		if s.Unplaced {
			boils = "altitude unknown"
		}
		p.line(fmt.Sprintf("  day %-3d ", s.Day), s.Name+"; water boils at: "+boils)
	}
	if len(r.Buy) > 0 {
		p.head("Bring and buy")
		for _, b := range r.Buy {
			where := "before leaving"
			if b.Stop >= 0 {
				where = "at " + t.Stops[b.Stop].Name
			}
			amount := p.figure(quantity.Of(b.Amount, b.Unit))
			if b.Packs > 0 {
				amount = fmt.Sprintf("%g × canister", b.Packs)
			}
			p.line("  - ", b.Label+": "+amount+", "+where)
		}
	}
	day := -99
	for _, task := range r.Tasks {
		if task.Begins != day {
			day = task.Begins
			switch {
			case day < 1:
				p.head(fmt.Sprintf("%d %s before", 1-day, quantity.Either(day == 0, "day", "days")))
			default:
				p.head(fmt.Sprintf("Day %d", day))
			}
		}
		lead := "  [ ] "
		if at := cmp.Or(task.BeginsAt, untimed[task.When]); at != "" {
			lead += fmt.Sprintf("%-10s ", at)
		}
		p.line(lead, p.say(task.Phrase))
		if task.Caution != "" {
			p.line("      ! ", task.Caution)
		}
		if task.Access != "" {
			p.line("      ", "Way to the water: "+task.Access)
		}
	}
	p.cautions("Take care", r.Cautions)
	for _, x := range r.Impossible {
		p.line("  ! ", "Can’t be made: "+x.Name+": "+x.Message)
	}
}

// untimed is when what has no hour is done; what a heading says already is not said again.
var untimed = map[string]string{"morning": "on arrival", "evening": "evening", "brew": "any time"}

// table writes rows under a head, or that there are none.
func (p *leaf) table(none string, head []string, rows [][]string) {
	if len(rows) == 0 {
		p.line("", none)
		return
	}
	w := tabwriter.NewWriter(p, 0, 0, 2, ' ', 0)
	for _, r := range append([][]string{head}, rows...) {
		for i := range r {
			r[i] = plainText(r[i])
		}
		fmt.Fprintln(w, strings.TrimRight(strings.Join(r, "\t"), "\t"))
	}
	_ = w.Flush()
}

// faultJSON is an error as JSON, for programs that call this one.
func faultJSON(err error) []byte {
	out := struct {
		Error    string        `json:"error"`
		Problems brew.Problems `json:"problems,omitempty"`
	}{Error: err.Error()}
	if bad, ok := errors.AsType[brew.Problems](err); ok {
		out.Error, out.Problems = bad.Says(), bad
	}
	b, err := json.Marshal(out)
	if err != nil {
		b, _ = json.Marshal(map[string]string{"error": out.Error})
	}
	return append(b, '\n')
}
