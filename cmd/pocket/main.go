//go:build !js

package main

import (
	"fmt"
	"os"
)

func main() {
	fmt.Fprintln(os.Stderr, "pocket is for the browser: build it with GOOS=js GOARCH=wasm")
	os.Exit(1)
}
