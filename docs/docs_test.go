// Package docs holds the documents to what they say.
package docs

import (
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/core/brew"
	"apodemos/docs/reliability"
)

// A tree is the project with files changed in it, and the project itself as it was: the
// go command reads the changed ones through an overlay.
type tree struct {
	root, dir string
	files     map[string]string // by path from the root
}

func newTree(t *testing.T) *tree {
	root, err := filepath.Abs("..")
	require.NoError(t, err)
	return &tree{root: root, dir: t.TempDir(), files: map[string]string{}}
}

func (p *tree) read(t *testing.T, path string) string {
	if text, changed := p.files[path]; changed {
		return text
	}
	b, err := os.ReadFile(filepath.Join(p.root, path))
	require.NoError(t, err)
	return string(b)
}

// sh runs a script in the project as changed.
func (p *tree) sh(t *testing.T, script string, env ...string) string {
	replace := map[string]string{}
	for path, text := range p.files {
		at := filepath.Join(p.dir, strings.ReplaceAll(path, "/", "_"))
		require.NoError(t, os.WriteFile(at, []byte(text), 0o600))
		replace[filepath.Join(p.root, path)] = at
	}
	overlay := filepath.Join(p.dir, "overlay.json")
	b, err := json.Marshal(map[string]any{"Replace": replace})
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(overlay, b, 0o600))
	c := exec.Command("sh", "-ec", script)
	c.Dir, c.Env = p.root, append(append(os.Environ(), "GOFLAGS=-overlay="+overlay), env...)
	var stderr strings.Builder
	c.Stderr = &stderr
	out, err := c.Output()
	require.NoError(t, err, "%s\n%s%s", script, out, stderr.String())
	return string(out)
}

// step is one of the page: a new file, a line put after another or in its place,
// or commands.
var step = regexp.MustCompile("(?s)(?:New file `([^`]+)`|In `([^`]+)`, (after|in place of) `([^`]+)`)?[^\n]*:\n\n```(go|sh)\n(.*?)```\n")

// change does what a section of the page says, and returns the commands that it ends
// with.
func (p *tree) change(t *testing.T, section string) (script string) {
	b, err := os.ReadFile("how-it-works.md")
	require.NoError(t, err)
	_, text, found := strings.Cut(string(b), "\n## "+section+"\n")
	require.True(t, found, section)
	text, _, _ = strings.Cut(text, "\n## ")
	steps := step.FindAllStringSubmatch(text, -1)
	require.Equal(t, strings.Count(text, "```")/2, len(steps), "every block is a step")
	for _, s := range steps {
		file, in, how, what, lang, block := s[1], s[2], s[3], s[4], s[5], s[6]
		switch {
		case lang == "sh":
			script += block
		case file != "":
			assert.NoFileExists(t, filepath.Join(p.root, file))
			p.files[file] = block
		default:
			old := p.read(t, in)
			require.Equal(t, 1, strings.Count(old, what), "%s: %s", in, what)
			if how == "after" {
				p.files[in] = strings.Replace(old, what+"\n", what+"\n"+block, 1)
			} else {
				p.files[in] = strings.Replace(old, what, strings.TrimSuffix(block, "\n"), 1)
			}
		}
	}
	return script
}

// planOf reads the plan that a command printed, after whatever else it did.
func planOf(t *testing.T, out string) (p struct {
	Request struct {
		Method, School string
		Heat           struct{ Burner string }
	}
	Heat struct {
		FuelG float64 `json:"fuel_g"`
	}
	Steps    []struct{ ID, Text string }
	Cautions []struct{ ID string }
	Working  map[string]struct{ Value *float64 }
}) {
	at := strings.Index(out, "{")
	require.GreaterOrEqual(t, at, 0, out)
	require.NoError(t, json.Unmarshal([]byte(out[at:]), &p))
	return p
}

// A method, a burner and a format are added as the page says, and used. All three
// stand beside each other, so that the program is built once.
func TestThingsAreAddedAsThePageSays(t *testing.T) {
	p := newTree(t)
	method, burner, format := p.change(t, "How to add a method"), p.change(t, "How to add a burner"), p.change(t, "How to add a format")

	made := planOf(t, p.sh(t, method))
	assert.Equal(t, []string{"sock-pot", "hung"}, []string{made.Request.Method, made.Request.School})
	var steps []string
	for _, s := range made.Steps {
		steps = append(steps, s.ID)
	}
	assert.Subset(t, steps, []string{"light", "bag-in", "steep", "decant"})
	assert.Contains(t, made.Working, "water.carried_ml")

	hot := planOf(t, p.sh(t, burner))
	assert.Equal(t, "pellets", hot.Request.Heat.Burner)
	assert.Positive(t, hot.Heat.FuelG)
	assert.Contains(t, hot.Working, "heat.fuel_g")
	var cautions []string
	for _, c := range hot.Cautions {
		cautions = append(cautions, c.ID)
	}
	assert.Contains(t, cautions, "co", "what burns gives carbon monoxide")

	dir := t.TempDir()
	file := filepath.Join(dir, "stops.csv")
	require.NoError(t, os.WriteFile(file, []byte("name,day\nMarram Landing,1\nTarn Bothy,2\n"), 0o600))
	out := p.sh(t, format, "TRIP="+file, "DATA="+filepath.Join(dir, "data"))
	assert.Contains(t, out, "one of stops.txt, trip.json", "the command offers it")
	assert.Contains(t, out, "Marram Landing\nTarn Bothy\n")
}

// The folders that the page of the house names are there, and every folder of the project is on it.
func TestTheHouseIsAsItsPageSays(t *testing.T) {
	b, err := os.ReadFile("house.md")
	require.NoError(t, err)
	_, house, _ := strings.Cut(string(b), "## The house\n\n```\n")
	house, _, _ = strings.Cut(house, "```")
	var told []string
	parent := ""
	for line := range strings.Lines(house) {
		name := strings.Fields(line)[0]
		switch {
		case !strings.HasPrefix(line, " "):
			parent = name
		default:
			name = parent + name
		}
		assert.DirExists(t, filepath.Join("..", name))
		told = append(told, strings.TrimSuffix(name, "/"))
	}
	for _, room := range []string{"..", "../core"} {
		in, err := os.ReadDir(room)
		require.NoError(t, err)
		for _, e := range in {
			name := strings.TrimPrefix(filepath.Join(room, e.Name()), "../")
			if !e.IsDir() || strings.HasPrefix(e.Name(), ".") || name == "bin" || name == "dist" || name == "cmd" {
				continue
			}
			assert.Contains(t, told, name)
		}
	}
}

// Every page that a page leads to is there.
func TestLinksLeadSomewhere(t *testing.T) {
	link := regexp.MustCompile(`\]\(([^)#\s]+)[^)]*\)`)
	pages, err := filepath.Glob("*.md")
	require.NoError(t, err)
	jobs, err := filepath.Glob("[mc]*/*.md") // the manual, and clients
	require.NoError(t, err)
	for _, page := range append(append(pages, jobs...), "../README.md", "../CONTRIBUTING.md", "../CHANGELOG.md") {
		b, err := os.ReadFile(page)
		require.NoError(t, err)
		for _, m := range link.FindAllStringSubmatch(string(b), -1) {
			if !strings.Contains(m[1], "://") {
				assert.FileExists(t, filepath.Join(filepath.Dir(page), m[1]), page)
			}
		}
	}
}

// The manual's first page names every chapter, in their order and by their titles.
func TestTheManualNamesItsChapters(t *testing.T) {
	files, err := filepath.Glob("manual/*.md")
	require.NoError(t, err)
	order := regexp.MustCompile(`(?m)^order: (\d+)$`)
	title := regexp.MustCompile(`(?m)^# (.+)$`)
	first, err := os.ReadFile("manual/README.md")
	require.NoError(t, err)
	told := regexp.MustCompile(`(?m)^\d+\. \[`).FindAllString(string(first), -1)
	assert.Len(t, told, len(files)-1)
	for _, f := range files {
		if filepath.Base(f) == "README.md" {
			continue
		}
		b, err := os.ReadFile(f)
		require.NoError(t, err)
		n, name := order.FindSubmatch(b), title.FindSubmatch(b)
		require.NotNil(t, n, f)
		require.NotNil(t, name, f)
		assert.Contains(t, string(first), "\n"+string(n[1])+". ["+string(name[1])+"]("+filepath.Base(f)+")\n")
	}
}

// What the README says is needed is what the parts say, and all parts are of one version.
func TestNeedsAndVersions(t *testing.T) {
	readme, err := os.ReadFile("../README.md")
	require.NoError(t, err)
	var web struct {
		Version, License string
		Engines          struct{ Node string }
	}
	b, err := os.ReadFile("../web/package.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(b, &web))
	assert.Equal(t, brew.Version, web.Version)
	assert.Equal(t, "MIT", web.License)
	node := strings.TrimPrefix(web.Engines.Node, ">=")
	assert.Contains(t, string(readme), "Node "+node+" or later")
	b, err = os.ReadFile("../go.mod")
	require.NoError(t, err)
	needs := regexp.MustCompile(`(?m)^go (\d+\.\d+)`).FindSubmatch(b)
	require.NotNil(t, needs)
	assert.Contains(t, string(readme), "Go "+string(needs[1])+",")
	b, err = os.ReadFile("openapi.json")
	require.NoError(t, err)
	var api struct{ Info struct{ Version string } }
	require.NoError(t, json.Unmarshal(b, &api))
	assert.Equal(t, brew.Version, api.Info.Version)
	makefile, err := os.ReadFile("../Makefile")
	require.NoError(t, err)
	_, clean, _ := strings.Cut(string(makefile), "\nclean:\n")
	clean, _, _ = strings.Cut(clean, "\n\n")
	assert.NotContains(t, clean, ".demo", "data of a person stays")
	for _, target := range []string{"demo", "test", "release", "fuzz", "torture", "load", "notices"} {
		assert.Contains(t, string(makefile), "\n"+target+":", target)
	}
}

// The page of what was measured is that of its lines.
func TestReliabilityIsMadeFromItsLines(t *testing.T) {
	lines, err := reliability.Read(".")
	require.NoError(t, err)
	page, err := os.ReadFile("reliability.md")
	require.NoError(t, err)
	assert.Equal(t, reliability.Page(lines), string(page))
}
