// Package words gathers every sentence that a person reads, from the tables of the core, from the
// rest of the program and from the interface, for the page docs/words.md and for its checks. It
// reads the source and needs Node for the interface. Begin with Gather.
package words

import (
	"cmp"
	"encoding/json"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// Sentence is one sentence of the program.
type Sentence struct {
	ID    string // its name in the code, or the file that it stands in
	Where string // where a person meets it
	Kind  string // sentence, why, step, caution, error, command, button, heading, label, text
	Text  string // {0}, {1}… or {…} stand for values
}

// sources are the folders that hold sentences of the program itself.
var sources = []string{"core", "app", "server", "pocket", "formats", "store", "instruments", "cmd"}

// Gather reads every sentence of the project at a root.
func Gather(root string) ([]Sentence, error) {
	var out []Sentence
	for _, dir := range sources {
		err := filepath.WalkDir(filepath.Join(root, dir), func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			found, err := ofFile(root, path)
			out = append(out, found...)
			return err
		})
		if err != nil {
			return nil, err
		}
	}
	shown, err := ofInterface(root)
	return append(out, shown...), err
}

// ofInterface asks the TypeScript compiler for the sentences of the interface.
func ofInterface(root string) ([]Sentence, error) {
	c := exec.Command("node", "words.mjs")
	c.Dir = filepath.Join(root, "web")
	b, err := c.Output()
	if err != nil {
		return nil, fmt.Errorf("words.mjs: %w", err)
	}
	var read []struct{ File, Kind, Text string }
	if err := json.Unmarshal(b, &read); err != nil {
		return nil, err
	}
	out := make([]Sentence, 0, len(read))
	for _, r := range read {
		if len(r.Text) > 700 || strings.Contains(r.Text, "=>") {
			continue // code that looks like an element
		}
		kind := r.Kind
		switch kind {
		case "button", "heading", "label", "text":
		default:
			kind = "text"
		}
		room, _, _ := strings.Cut(r.File, "/")
		out = append(out, Sentence{ID: r.File, Where: "interface: " + room, Kind: kind, Text: r.Text})
	}
	return out, nil
}

// unsaid matches texts that no person reads: SQL, headers, layouts of times.
var unsaid = regexp.MustCompile(`SQLite format|SELECT|INSERT|UPDATE |DELETE FROM|ALTER TABLE|CREATE |PRAGMA|VACUUM|WHERE|ORDER BY|GROUP BY|deleted_at|coalesce|-src '|max-age|^2006|^\s*\(|\\d|<script|<!doctype|^\^|json_set`)

// ofFile are the sentences of a Go file.
func ofFile(root, path string) ([]Sentence, error) {
	files := token.NewFileSet()
	f, err := parser.ParseFile(files, path, nil, parser.ParseComments)
	if err != nil {
		return nil, err
	}
	short, _ := filepath.Rel(root, path)
	dir := filepath.ToSlash(filepath.Dir(short))
	var out []Sentence
	for _, d := range f.Decls {
		g, ok := d.(*ast.GenDecl)
		if !ok {
			out = append(out, loose(dir, d)...)
			continue
		}
		for _, s := range g.Specs {
			v, ok := s.(*ast.ValueSpec)
			if !ok {
				continue
			}
			about := strings.TrimSpace(cmp.Or(v.Doc.Text(), g.Doc.Text()))
			for i, name := range v.Names {
				if i < len(v.Values) {
					out = append(out, ofValue(dir, name.Name, about, v.Values[i])...)
				}
			}
		}
	}
	return out, nil
}

// ofValue are the sentences of a declared value: one sentence, or a table of them.
func ofValue(dir, name, about string, e ast.Expr) (out []Sentence) {
	where := dir + ": " + strings.TrimSuffix(strings.Join(strings.Fields(about), " "), ".")
	id := strings.TrimPrefix(dir, "core/") + "." + name
	if about == "" {
		where = dir
	}
	key := ""
	add := func(kind, text string) {
		at := id
		if key != "" {
			at += "[" + key + "]"
		}
		if text = strings.TrimSpace(text); text != "" {
			out = append(out, Sentence{at, where, kind, text})
		}
	}
	var walk func(e ast.Node, field string)
	walk = func(e ast.Node, field string) {
		switch x := e.(type) {
		case *ast.CompositeLit:
			for i, el := range x.Elts {
				kv, ok := el.(*ast.KeyValueExpr)
				if !ok {
					walk(el, map[bool]string{true: "why"}[i > 0 && field == "entry"])
					continue
				}
				if k, ok := kv.Key.(*ast.BasicLit); ok && k.Kind == token.STRING {
					key, _ = strconv.Unquote(k.Value)
					walk(kv.Value, "entry")
					continue
				}
				if k, ok := kv.Key.(*ast.Ident); ok {
					walk(kv.Value, strings.ToLower(k.Name))
				}
			}
		case *ast.CallExpr:
			fun, _ := x.Fun.(*ast.Ident)
			if fun != nil && fun.Name == "words" || isWords(x.Fun) {
				add(kindOf(dir, name, field), literal(x.Args[0]))
				return
			}
			for _, a := range x.Args {
				walk(a, field)
			}
		case *ast.UnaryExpr:
			walk(x.X, field)
		case *ast.BinaryExpr:
			if text := literal(x); strings.Contains(text, " ") {
				add(kindOf(dir, name, field), text)
			}
		case *ast.BasicLit:
			if text := literal(x); wordy(text) {
				add(kindOf(dir, name, field), text)
			}
		case *ast.FuncLit:
			out = append(out, loose(dir, x)...)
		}
	}
	walk(e, "")
	return out
}

func isWords(e ast.Expr) bool {
	s, ok := e.(*ast.SelectorExpr)
	return ok && s.Sel.Name == "Words"
}

// kindOf is what a sentence of a table is.
func kindOf(dir, name, field string) string {
	switch {
	case dir == "core/caution" && (field == "text" || field == "entry"):
		return "caution"
	case field == "why" || field == "whys":
		return "why"
	case dir == "core/method":
		return "step"
	case strings.HasPrefix(dir, "cmd"):
		return "command"
	}
	return "sentence"
}

// loose are the sentences of functions: what is wrong with something, most of all.
func loose(dir string, n ast.Node) (out []Sentence) {
	name := dir
	if f, ok := n.(*ast.FuncDecl); ok {
		name = strings.TrimPrefix(dir, "core/") + "." + f.Name.Name
	}
	ast.Inspect(n, func(n ast.Node) bool {
		switch x := n.(type) {
		case *ast.Field:
			return x.Tag == nil
		case *ast.CallExpr:
			if s, ok := x.Fun.(*ast.SelectorExpr); ok && (s.Sel.Name == "ExecContext" || s.Sel.Name == "QueryContext" || s.Sel.Name == "MustCompile" || s.Sel.Name == "Debug" || s.Sel.Name == "Info" || s.Sel.Name == "Warn") {
				return false
			}
		case *ast.BinaryExpr:
			if text := literal(x); x.Op == token.ADD && wordy(text) {
				out = append(out, Sentence{name, dir, kindLoose(dir, text), strings.TrimSpace(text)})
				return false
			}
		case *ast.BasicLit:
			if text := literal(x); x.Kind == token.STRING && wordy(text) {
				out = append(out, Sentence{name, dir, kindLoose(dir, text), strings.TrimSpace(text)})
			}
		}
		return true
	})
	return out
}

// enter are the verbs that an error tells somebody to do.
var enter = regexp.MustCompile(`(^|[.:] )(Enter|Choose|Send|Leave|Remove|Use|Add|Keep|Put|Check|Save|Try|Deal|Shorten|Start|Move|Stop|Restore|Melt|Set|It must)\b`)

func kindLoose(dir, text string) string {
	switch {
	case enter.MatchString(text):
		return "error"
	case strings.HasPrefix(dir, "cmd"):
		return "command"
	}
	return "sentence"
}

// verbs are the places of figures in a text of fmt.
var verbs = regexp.MustCompile(`%[-+.\d]*(\[\d+\])?[-+.\d]*[a-zA-Z]`)

// literal is a text, or texts put together, with {…} for what is not known here.
func literal(e ast.Expr) string {
	switch x := e.(type) {
	case *ast.BasicLit:
		if s, err := strconv.Unquote(x.Value); err == nil && x.Kind == token.STRING {
			return strings.ReplaceAll(verbs.ReplaceAllString(s, "{…}"), "%%", "%")
		}
	case *ast.BinaryExpr:
		return literal(x.X) + literal(x.Y)
	case *ast.ParenExpr:
		return literal(x.X)
	case *ast.Ident, *ast.SelectorExpr, *ast.CallExpr, *ast.IndexExpr, *ast.StarExpr:
		return "{…}"
	}
	return ""
}

// wordy reports whether a text is words for a person.
func wordy(s string) bool {
	return strings.Count(strings.TrimSpace(s), " ") >= 2 && strings.ContainsFunc(s, func(r rune) bool { return r >= 'a' && r <= 'z' }) && !unsaid.MatchString(s)
}

// places are where the values of a sentence go.
var places = regexp.MustCompile(`\{(\d+)(@|#[^}]*)?\}|\{…\}`)

// pattern matches a sentence with its values filled in.
func (s Sentence) pattern() *regexp.Regexp {
	var b strings.Builder
	b.WriteString("^")
	from := 0
	for _, m := range places.FindAllStringSubmatchIndex(s.Text, -1) {
		b.WriteString(regexp.QuoteMeta(s.Text[from:m[0]]))
		from = m[1]
		if m[4] >= 0 && s.Text[m[4]] == '#' {
			one, many, _ := strings.Cut(s.Text[m[4]+1:m[5]], "|")
			b.WriteString("(?:" + regexp.QuoteMeta(one) + "|" + regexp.QuoteMeta(many) + ")")
		} else {
			b.WriteString(`(.{1,80}?)`)
		}
	}
	b.WriteString(regexp.QuoteMeta(s.Text[from:]) + `\.?$`)
	return regexp.MustCompile(b.String())
}

// beforeUnit is a value whose unit stands after it.
var beforeUnit = regexp.MustCompile(`\{(?:…|\d+@?)\}( ?(?:W|°C|g|kg|ml|m|mm|km|µm|s|h|min|%|kB|MB|bytes|degrees|characters|clicks|days|hours|events|points|stops|cups|kits|items|trips|brews|entries|records|times|batches|people|rounds|boils)\b)`)

// figures are what stands in for values of which no example was found.
var figures = []string{"3 min", "93 °C", "250 ml", "18 g", "2", "5", "8"}

// Example is a sentence with figures in it: one that the program said, if it is among those heard,
// else made up.
func (s Sentence) Example(heard []string) (string, bool) {
	if !places.MatchString(s.Text) {
		return "", true
	}
	p := s.pattern()
	for _, h := range heard {
		if p.MatchString(h) {
			return h, true
		}
	}
	i := 0
	text := beforeUnit.ReplaceAllString(s.Text, "12$1")
	return places.ReplaceAllStringFunc(text, func(at string) string {
		if m := places.FindStringSubmatch(at); strings.HasPrefix(m[2], "#") {
			_, many, _ := strings.Cut(m[2][1:], "|")
			return many
		}
		i++
		return figures[(i-1)%len(figures)]
	}), false
}

// Page is docs/words.md.
func Page(all []Sentence, heard []string) string {
	var b strings.Builder
	b.WriteString("# Every sentence\n\nMade by `make docs` from the tables of the core, the rest of the program and the interface; do not edit. `{0}` and `{…}` stand for values. An example in italics was made up; the others were said by the program with the demo trip.\n")
	byWhere := map[string][]Sentence{}
	var order []string
	for _, s := range all {
		if byWhere[s.Where] == nil {
			order = append(order, s.Where)
		}
		byWhere[s.Where] = append(byWhere[s.Where], s)
	}
	slices.SortStableFunc(order, func(a, b string) int { return cmp.Compare(rank(a), rank(b)) })
	cell := strings.NewReplacer("|", "\\|", "\n", " ", "<", "&lt;")
	for _, w := range order {
		b.WriteString("\n## " + strings.ToUpper(w[:1]) + w[1:] + "\n\n| sentence | kind | in the code | example |\n|---|---|---|---|\n")
		seen := map[string]bool{}
		for _, s := range byWhere[w] {
			if seen[s.Kind+s.ID+s.Text] {
				continue
			}
			seen[s.Kind+s.ID+s.Text] = true
			example, real := s.Example(heard)
			if !real {
				example = "*" + example + "*"
			}
			fmt.Fprintf(&b, "| %s | %s | `%s` | %s |\n", cell.Replace(s.Text), s.Kind, s.ID, cell.Replace(example))
		}
	}
	return b.String()
}

// rank puts the core first and the interface last.
func rank(where string) string {
	switch {
	case strings.HasPrefix(where, "core"):
		return "0" + where
	case strings.HasPrefix(where, "interface"):
		return "9" + where
	}
	return "5" + where
}
