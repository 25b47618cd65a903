// Command pocket is the core and the use cases as WebAssembly, for the browser. It
// answers what package app's Answer does, by one function of the page's or the worker's
// global object: apodemos(operation, body) gives the answer as JSON.
package main

import (
	"encoding/json"
	"fmt"
	"runtime/debug"
	"syscall/js"
	"time"

	"apodemos/app"
	"apodemos/formats/zone"
)

// reply is an answer, or what is wrong.
type reply struct {
	Answer any        `json:"answer,omitempty"`
	Fault  *app.Fault `json:"fault,omitempty"`
}

func main() {
	debug.SetGCPercent(400) // memory is less dear than time here
	zone.From(zoneOfThePage)
	js.Global().Set("apodemos", js.FuncOf(func(_ js.Value, args []js.Value) any {
		return answer(args[0].String(), args[1].String())
	}))
	select {}
}

// answer never fails: a fault of the program is one of the answer, and the page asks
// the server instead.
func answer(op, body string) (text string) {
	defer func() {
		if what := recover(); what != nil {
			text = encoded(reply{Fault: &app.Fault{Status: 500, Title: "Internal Server Error", Detail: fmt.Sprint(what)}})
		}
	}()
	out, fault, err := app.Answer(op, []byte(body))
	if err != nil {
		fault = &app.Fault{Status: 404, Title: "Not Found", Detail: op + ": " + err.Error()}
	}
	return encoded(reply{out, fault})
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
