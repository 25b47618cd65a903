// Command pocket is the core, the use cases and a store in memory as WebAssembly, for the
// browser. It answers by one function of the page's or the worker's global object:
// apodemos(what, body) gives the answer as JSON. What is "ask", of the core alone, and of a pocket
// that is open pocket-open, pocket-ask, pocket-take-in, pocket-give, pocket-take-from, pocket-carried and pocket-first.
package main

import (
	"context"
	"encoding/json"
	"fmt"
	"runtime/debug"
	"syscall/js"
	"time"

	"github.com/google/uuid"

	"apodemos/app"
	"apodemos/app/journal"
	"apodemos/formats/zone"
	"apodemos/pocket"
)

// reply is an answer, or what is wrong.
type reply struct {
	Answer any        `json:"answer,omitempty"`
	Fault  *app.Fault `json:"fault,omitempty"`
}

// open is the pocket that is open; nil before there is one.
var open *pocket.Session

func main() {
	debug.SetGCPercent(400) // memory is less dear than time here
	zone.From(zoneOfThePage)
	js.Global().Set("apodemos", js.FuncOf(func(_ js.Value, args []js.Value) any {
		return answer(args[0].String(), args[1].String())
	}))
	select {}
}

// answer never fails: a fault of the program is one of the answer, and the page asks
// the server instead, where there is one.
func answer(op, body string) (text string) {
	defer func() {
		if what := recover(); what != nil {
			text = encoded(reply{Fault: &app.Fault{Status: 500, Title: "Internal Server Error", Detail: fmt.Sprint(what)}})
		}
	}()
	out, err := answered(op, []byte(body))
	if err != nil {
		f := app.FaultOf("body", err)
		return encoded(reply{Fault: &f})
	}
	return encoded(reply{Answer: out})
}

// opening is what a pocket is opened from: the pocket as its file has it, and what the device
// kept besides.
type opening struct {
	Carried   app.Carried         `json:"carried"`
	Kept      []journal.Edit      `json:"kept"`
	Running   []app.RunningRecord `json:"running"`
	ClockRate float64             `json:"clock_rate"`
}

func answered(op string, body []byte) (any, error) {
	ctx := context.Background()
	if op == "ask" { // of the core alone
		var in pocket.Asked
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, err
		}
		out, ok := pocket.AnswerAlone(ctx, in)
		if !ok {
			return nil, app.ErrNotFound
		}
		if f, wrong := out.Body.(app.Fault); wrong {
			return nil, f
		}
		return out.Body, nil
	}
	if op == "pocket-open" {
		var in opening
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, app.ErrPocket{Why: "This file is damaged and can’t be read."}
		}
		if in.Running != nil {
			in.Carried.Running = in.Running
		}
		id, err := uuid.NewRandom()
		if err != nil {
			return nil, err
		}
		s, err := pocket.Open(ctx, &in.Carried, in.Kept, pocket.Options{ID: id.String()[:13], NewID: uuid.NewString, Now: time.Now, ClockRate: in.ClockRate})
		if err != nil {
			return nil, err
		}
		open = s
		return struct {
			Pocket app.PocketInfo `json:"pocket"`
			Said   []string       `json:"said"`
		}{in.Carried.Pocket, s.Said}, nil
	}
	if open == nil {
		return nil, app.ErrNotFound
	}
	switch op {
	case "pocket-ask":
		var in pocket.Asked
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, err
		}
		return open.Answer(ctx, in), nil
	case "pocket-take-in":
		var in []journal.Edit
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, err
		}
		return struct{}{}, open.TakeIn(ctx, in)
	case "pocket-give":
		var in struct {
			From string `json:"from"`
			Cups bool   `json:"cups"`
		}
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, err
		}
		c, err := open.Give(ctx, in.From, in.Cups)
		if err != nil {
			return nil, err
		}
		b, err := json.Marshal(c)
		return struct {
			Text    string `json:"text"`
			Changes int    `json:"changes"`
		}{string(b), len(c.Events)}, err
	case "pocket-take-from":
		// As text: read and written again by the page, a figure might be another.
		var in struct {
			Text string `json:"text"`
		}
		if err := json.Unmarshal(body, &in); err != nil {
			return nil, err
		}
		return open.TakeFrom(ctx, []byte(in.Text))
	case "pocket-carried":
		// As text: read and written again by the page, a figure might be another.
		c := open.Carried()
		b, err := json.Marshal(c)
		if err != nil {
			return nil, err
		}
		first, err := json.Marshal(open.First(ctx))
		return struct {
			Text  string `json:"text"`
			First string `json:"first"`
			Name  string `json:"name"`
			New   int    `json:"new"`
		}{string(b), string(first), c.Pocket.Name, len(c.Events) - c.Base}, err
	case "pocket-first":
		return open.First(ctx), nil
	}
	return nil, app.ErrNotFound
}

func encoded(r reply) string {
	b, err := json.Marshal(r)
	if err != nil {
		return `{"fault":{"status":500,"title":"Internal Server Error","detail":"the answer cannot be written"}}`
	}
	return string(b)
}

// zoneOfThePage is a time zone as the browser knows it: its own tables are not in here.
// The page's function apodemosZone(name) gives the changes of its offset from UTC, as
// pairs of s since 1970 and s east, or null where there is no such zone.
func zoneOfThePage(name string) (*time.Location, error) {
	f := js.Global().Get("apodemosZone")
	if f.Type() != js.TypeFunction {
		return nil, fmt.Errorf("unknown time zone %s", name)
	}
	list := f.Invoke(name)
	if list.IsNull() || list.IsUndefined() {
		return nil, fmt.Errorf("unknown time zone %s", name)
	}
	changes := make([]zone.OffsetChange, list.Length())
	for i := range changes {
		changes[i] = zone.OffsetChange{At: int64(list.Index(i).Index(0).Float()), EastS: list.Index(i).Index(1).Int()}
	}
	return zone.Of(name, changes)
}
