// Package reliability writes docs/reliability.md: what was done to the program, and what came of
// it. Each line is written by the run that it is about (make load, make torture, make fuzz), with
// the machine and how much else ran on it.
package reliability

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"runtime"
	"strconv"
	"strings"
	"syscall"
	"time"
)

// Line is one line of the page.
type Line struct {
	ID      string `json:"id"`
	What    string `json:"what"`
	By      string `json:"by"`
	Result  string `json:"result"`
	On      string `json:"on,omitempty"` // the day, ISO 8601
	Machine string `json:"machine"`
}

// busyFrom is the share of the processors that other programs use on a machine that is not quiet.
const busyFrom = 0.1

// Run is a run that is being measured.
type Run struct {
	began       time.Time
	busy0, own0 float64 // s of processor time
}

// Begin starts to measure how much else runs on the machine.
func Begin() Run { return Run{time.Now(), busy(), own()} }

// Done prints the line of a run. If APODEMOS_RELIABILITY is the directory of the documents, the
// line takes its place on their page.
func (r Run) Done(id, what, by, result string) error {
	others := max(busy()-r.busy0-(own()-r.own0), 0) / time.Since(r.began).Seconds() / float64(runtime.NumCPU())
	quiet := "quiet"
	if others >= busyFrom {
		quiet = "busy"
	}
	l := Line{id, what, by, result, time.Now().UTC().Format(time.DateOnly), fmt.Sprintf("%s; %s: other programs used %.0f %% of it", machine(), quiet, 100*others)}
	fmt.Println(l.row())
	dir := os.Getenv("APODEMOS_RELIABILITY")
	if dir == "" {
		return nil
	}
	lines, err := Read(dir)
	if err != nil {
		return err
	}
	found := false
	for i := range lines {
		if lines[i].ID == id {
			lines[i], found = l, true
		}
	}
	if !found {
		lines = append(lines, l)
	}
	b, err := json.MarshalIndent(lines, "", "  ")
	if err != nil {
		return err
	}
	if err := os.WriteFile(kept(dir), append(b, '\n'), 0o644); err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(dir, "reliability.md"), []byte(Page(lines)), 0o644)
}

func kept(dir string) string { return filepath.Join(dir, "reliability", "lines.json") }

// Read gives the lines of the page, from the directory of the documents.
func Read(dir string) (lines []Line, err error) {
	b, err := os.ReadFile(kept(dir))
	if err != nil {
		return nil, err
	}
	return lines, json.Unmarshal(b, &lines)
}

func (l Line) row() string {
	return strings.Join([]string{"| " + l.What, "`" + l.By + "`", l.Result, strings.Trim(l.On+"; "+l.Machine, "; ") + " |"}, " | ")
}

// Page is the page of some lines, in Markdown.
func Page(lines []Line) string {
	var b strings.Builder
	b.WriteString("# Reliability\n\nWhat was done to the program, and what came of it. Each line is written by the command beside it, which does it again.\n\n")
	b.WriteString("| what | by | result | when and where |\n|---|---|---|---|\n")
	for _, l := range lines {
		b.WriteString(l.row() + "\n")
	}
	b.WriteString("\nNot done: the unit for systemd was verified, not run.\n\n")
	b.WriteString("Limits are said when they are met: a kit that is not proven says how much better one could be at most; a full queue answers 503 with when to come again; a full disk, 507.\n")
	return b.String()
}

// busy is how long the processors have worked since the machine started, in s.
func busy() (s float64) {
	b, _ := os.ReadFile("/proc/stat")
	first, _, _ := strings.Cut(string(b), "\n")
	for i, f := range strings.Fields(first) {
		if n, err := strconv.ParseFloat(f, 64); err == nil && i != 4 && i != 5 && i < 9 { // idle, waiting for a disk
			s += n / 100
		}
	}
	return s
}

// own is how long this process and those that it waited for have worked, in s.
func own() (s float64) {
	for _, who := range []int{syscall.RUSAGE_SELF, syscall.RUSAGE_CHILDREN} {
		var u syscall.Rusage
		if syscall.Getrusage(who, &u) == nil {
			s += float64(u.Utime.Nano()+u.Stime.Nano()) / 1e9
		}
	}
	return s
}

var speed = regexp.MustCompile(`model name.*@ *(\S+)`)

func machine() string {
	b, _ := os.ReadFile("/proc/cpuinfo")
	out := fmt.Sprintf("%d processors", runtime.NumCPU())
	if m := speed.FindSubmatch(b); m != nil {
		out += " of " + strings.Replace(string(m[1]), "GHz", " GHz", 1)
	}
	return out
}
