package method

import (
	"fmt"
	"slices"
	"strings"
)

// A Piece is a part of a step's text: words as they stand, a figure by its
// name, or a choice between two texts.
type Piece struct {
	Words  string
	Figure string
	// If is a condition that chooses between Then and Else.
	If         string
	Then, Else []Piece
}

// Figures are the names that a step's text may have in braces; package brew
// writes a figure of the plan for each.
var Figures = []string{"coffee", "dose", "measures", "band", "clicks", "water", "pour", "share", "heated", "fill", "melt", "rinse", "preheat", "to", "target", "start", "boil",
	"left", "splash", "topup", "dilution", "concentrate", "vials", "drink", "cup", "cups", "server", "swirl", "own", "condensed", "poured", "topup-water"}

// Conditions are the questions that a step's text may ask.
var Conditions = []string{
	"scale",    // the person weighs
	"server",   // it runs into a server, for several
	"many",     // one batch is for several cups
	"dilution", // water is added afterwards
	"onheat",   // the pot stands on the heat until then
	"splash",   // cold water is poured in
	"milk",     // there is condensed milk in the cup
	"paper",    // the cups are of paper
	"kettle",   // the water of a pot comes from a kettle that only heats
}

// Parse reads the text of a step: {figure} stands for a figure, and
// [condition?then|else] for one of two texts, the second of which may be left
// out. Choices do not nest. Its error names what is not known.
func Parse(text string) ([]Piece, error) {
	var out []Piece
	for text != "" {
		open := strings.IndexByte(text, '[')
		if open < 0 {
			more, err := figures(text)
			return append(out, more...), err
		}
		end := strings.IndexByte(text, ']')
		if end < open {
			return nil, fmt.Errorf("no ] after [ in %q", text)
		}
		before, err := figures(text[:open])
		if err != nil {
			return nil, err
		}
		cond, texts, ok := strings.Cut(text[open+1:end], "?")
		if !ok || !slices.Contains(Conditions, cond) {
			return nil, fmt.Errorf("no condition named %q. Enter %s", cond, strings.Join(Conditions, ", "))
		}
		yes, no, _ := strings.Cut(texts, "|")
		p := Piece{If: cond}
		if p.Then, err = figures(yes); err != nil {
			return nil, err
		}
		if p.Else, err = figures(no); err != nil {
			return nil, err
		}
		out = append(append(out, before...), p)
		text = text[end+1:]
	}
	return out, nil
}

// figures reads a text without choices.
func figures(text string) ([]Piece, error) {
	var out []Piece
	for text != "" {
		before, rest, found := strings.Cut(text, "{")
		if before != "" {
			out = append(out, Piece{Words: before})
		}
		if !found {
			break
		}
		name, after, closed := strings.Cut(rest, "}")
		if !closed || !slices.Contains(Figures, name) {
			return nil, fmt.Errorf("no figure named %q. Enter %s", name, strings.Join(Figures, ", "))
		}
		out = append(out, Piece{Figure: name})
		text = after
	}
	return out, nil
}

// plainly are the figures in words, for a page that has no plan to fill them from.
var plainly = map[string]string{"coffee": "Weigh the dose and grind it", "pour": "Pour to its share", "to": "its share", "share": "its share", "water": "its share", "fill": "the water", "heated": "the water",
	"melt": "as much", "rinse": "some", "preheat": "some", "target": "as hot as the recipe wants", "start": "as hot as it can be", "left": "a little", "splash": "a splash", "topup": "the rest of the water", "dilution": "the rest of the water",
	"concentrate": "one part", "vials": "vials", "condensed": "condensed milk", "poured": "the water", "topup-water": "the rest of the water", "server": "the cup, or a server for several", "swirl": "Swirl and serve"}

// Plain is a step's text in words, as with a scale and for one cup.
func Plain(text string) string {
	pieces, err := Parse(text)
	if err != nil {
		return text
	}
	var out strings.Builder
	var write func([]Piece)
	write = func(list []Piece) {
		for _, p := range list {
			switch {
			case p.If == "scale" || p.If == "milk" || p.If == "splash" || p.If == "dilution":
				write(p.Then)
			case p.If != "":
				write(p.Else)
			case p.Figure != "":
				words, ok := plainly[p.Figure]
				if !ok {
					words = "its " + p.Figure
				}
				out.WriteString(words)
			default:
				out.WriteString(p.Words)
			}
		}
	}
	write(pieces)
	return out.String()
}
