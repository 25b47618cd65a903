package e2e

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/accessibility"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// heard is something that a screen reader finds on the page.
type heard struct {
	role, name, within string
	properties         map[string]string
}

// listen is the page as the browser tells it to a screen reader.
func (p *person) listen() (all []heard) {
	p.t.Helper()
	text := func(v *accessibility.Value) string {
		if v == nil {
			return ""
		}
		s := string(v.Value)
		if un, err := strconv.Unquote(s); err == nil {
			return un
		}
		return s
	}
	_, err := chromedp.Run(p.ctx, func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		tree, err := cdp.Call(ctx, t, accessibility.GetFullAXTree, accessibility.GetFullAXTreeParams{})
		if err != nil {
			return chromedp.Void{}, err
		}
		byID := map[accessibility.NodeID]*accessibility.Node{}
		for _, n := range tree.Nodes {
			byID[n.NodeID] = n
		}
		for _, n := range tree.Nodes {
			if n.Ignored {
				continue
			}
			h := heard{role: text(n.Role), name: text(n.Name), properties: map[string]string{"value": text(n.Value)}}
			for _, pr := range n.Properties {
				h.properties[string(pr.Name)] = text(pr.Value)
			}
			for at := byID[n.ParentID]; at != nil && h.within == ""; at = byID[at.ParentID] {
				if !at.Ignored && text(at.Role) == "group" {
					h.within = text(at.Name)
				}
			}
			all = append(all, h)
		}
		return chromedp.Void{}, nil
	})
	require.NoError(p.t, err)
	return all
}

// Whoever cannot see the score finds it as a group, hears what can be moved in it, how
// far, and where it is, and moves it with the keyboard.
func TestTheScoreIsHeardAndMoved(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.until("hear the score", func() bool {
		return slices.ContainsFunc(p.listen(), func(h heard) bool { return h.role == "slider" && strings.Contains(h.within, "core") })
	})
	n := 0
	for _, h := range p.listen() {
		if h.role != "slider" || !strings.Contains(h.within, "core") {
			continue
		}
		n++
		least, err1 := strconv.ParseFloat(h.properties["valuemin"], 64)
		most, err2 := strconv.ParseFloat(h.properties["valuemax"], 64)
		require.NoError(t, err1, h)
		require.NoError(t, err2, h)
		assert.Less(t, least, most, h)
		assert.NotEmpty(t, h.name)
		assert.NotEmpty(t, h.properties["valuetext"]+h.properties["value"], h)
		assert.Equal(t, "true", h.properties["focusable"], h)
	}
	assert.GreaterOrEqual(t, n, 3, "dose, pours and their ends")

	// Pulled from the keyboard, the plan follows.
	dose := p.figure("dose_g")
	p.js(`(document.querySelector(".sc-pull-coffee")?.focus(), "")`)
	for range 12 { // faster than anything is planned
		p.do(chromedp.KeyEvent(kb.ArrowUp))
	}
	p.until("have six grams more than "+dose, func() bool { return number(t, p.figure("dose_g")) == number(t, dose)+6 })
}

// The guide says what to do when that changes, and not the time with every tick; a key
// does one thing, and a button that has the focus keeps its own.
func TestTheGuideSaysStepsAndNotTicks(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9/guide")
	p.see("Pot ready? Press space or Start.")
	p.js(`(() => {
		window.said = 0;
		new MutationObserver(() => window.said++).observe(document.querySelector("[data-testid=announced]"), {subtree: true, childList: true, characterData: true});
		return "";
	})()`)
	said := func() int {
		n, err := strconv.Atoi(p.js(`String(window.said)`))
		require.NoError(t, err)
		return n
	}
	at := func() string { return p.js(`document.querySelector("[data-testid=clock]").innerText`) }
	live := func() (out []string) {
		for _, h := range p.listen() {
			if l := h.properties["live"]; l != "" && l != "off" {
				out = append(out, h.role+" "+l)
			}
		}
		return out
	}
	p.do(chromedp.KeyEvent(" "))
	p.see("Fill the kettle")
	begun, clock := said(), at()
	assert.Positive(t, begun)
	p.until("see the clock go on", func() bool { return at() != clock })
	clock = at()
	p.until("see it go on again", func() bool { return at() != clock })
	assert.Equal(t, begun, said(), "nothing is said while nothing changes")
	assert.NotContains(t, strings.Join(live(), "; "), "timer", "the clock is not read aloud")
	p.do(chromedp.KeyEvent(kb.ArrowRight))
	p.until("be told to light the stove", func() bool {
		return strings.Contains(p.js(`document.querySelector("[data-testid=instruction]").innerText`), "Light the stove")
	})
	assert.Greater(t, said(), begun)

	// Space is one pause, wherever the focus is.
	stands := func(want bool) {
		t.Helper()
		look := p.going
		if want {
			look = func() { p.see("Continue") }
		}
		look()
		time.Sleep(300 * time.Millisecond) // a second action of the same key would be here by now
		look()
	}
	p.do(chromedp.KeyEvent(" "))
	stands(true)
	p.do(chromedp.KeyEvent(" "))
	stands(false)
	focus := func(name string) {
		p.js(fmt.Sprintf(`([...document.querySelectorAll("button")].find(b => b.innerText.trim() === %q).focus(), "")`, name))
	}
	focus("Pause")
	p.do(chromedp.KeyEvent(" "))
	stands(true)
	focus("Previous")
	p.do(chromedp.KeyEvent(" "))
	p.until("be told to fill the kettle", func() bool {
		return strings.Contains(p.js(`document.querySelector("[data-testid=instruction]").innerText`), "Fill the kettle")
	})
	stands(true)
}

// What is ticked in the schedule is ticked for everybody, and two who tick do not undo
// each other.
func TestTicksAreSeenInTheOtherTab(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	mine, theirs := sit(t, app.base), sit(t, app.base)
	tick := func(p *person, n int) {
		p.t.Helper()
		p.js(fmt.Sprintf(`(document.querySelectorAll(".task input")[%d].click(), "")`, n))
	}
	ticked := func(p *person) string {
		return p.js(`[...document.querySelectorAll(".task input")].map((b, i) => b.checked ? i : "").filter(i => i !== "").join(",")`)
	}
	for _, p := range []*person{mine, theirs} {
		p.open("/trips/1/schedule")
		p.see("Weigh out")
	}
	tick(mine, 0)
	mine.see("Untick all")
	tick(theirs, 2)
	theirs.see("Untick all")
	kept := func() (lines []string) {
		send(t, app.base, "GET", "/trips/1/schedule/ticks", nil, &lines)
		return lines
	}
	mine.until("have both kept", func() bool { return len(kept()) == 2 })
	mine.do(chromedp.Reload())
	mine.until("see both", func() bool { return ticked(mine) == "0,2" })
	mine.click("Untick all")
	mine.until("have none kept", func() bool { return len(kept()) == 0 })
	mine.undo("Unticked all")
	mine.until("have both again", func() bool { return len(kept()) == 2 && ticked(mine) == "0,2" })
}

// The ribbon shows its stop without moving the page from under who reads it.
func TestThePageStaysWhereItWasScrolled(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/7")
	p.see("why here")
	p.do(chromedp.WaitVisible(chromedp.CSS(".ribbon-stops button")))
	p.js(`(scrollTo(0, 600), "")`)
	p.do(chromedp.EmulateViewport(760, 800))
	p.until("have the ribbon at its stop", func() bool { return p.js(`document.querySelector(".ribbon").scrollLeft > 100 ? "y" : ""`) == "y" })
	assert.NotEqual(t, "0", p.js(`scrollY > 300 ? "down" : "0"`), "the page is where it was")
}
