package main

import (
	"encoding/json"
	"fmt"
	"os"

	"apodemos/core/brew"
)

func main() {
	r, err := brew.Decode(os.Stdin)
	if err == nil {
		var p *brew.Plan
		p, err = brew.Compute(r)
		if err == nil {
			e := json.NewEncoder(os.Stdout)
			e.SetIndent("", " ")
			e.Encode(p)
			return
		}
	}
	fmt.Fprintln(os.Stderr, err)
	os.Exit(2)
}
