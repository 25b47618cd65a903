// Command apodemos plans, guides and records coffee brewed away from a
// kitchen.
package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"syscall"

	"github.com/spf13/cobra"

	"apodemos/core/brew"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	err := root().ExecuteContext(ctx)
	if err == nil {
		return
	}
	if bad, ok := errors.AsType[brew.Problems](err); ok {
		fmt.Fprintln(os.Stderr, bad.Error())
		os.Exit(2)
	}
	fmt.Fprintln(os.Stderr, "apodemos:", err)
	if e, ok := errors.AsType[exitCode](err); ok {
		os.Exit(e.code)
	}
	os.Exit(1)
}

// exitCode is an error with an exit code of its own.
type exitCode struct {
	code int
	says string
}

func (e exitCode) Error() string { return e.says }

func root() *cobra.Command {
	c := &cobra.Command{
		Use:   "apodemos",
		Short: "Plan, guide and record coffee brewed away from a kitchen",
		Long: `Apodemos works out what people who brew coffee on foot, at a hut, on a ferry or
in a guest house do by hand or by guess: dose, water, fuel, the boiling point up
high, how long to wait and how long to steep. It runs on this machine alone and
needs no network.

Start with "apodemos demo" and open the address that it prints.`,
		Version:       brew.Version,
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	c.AddCommand(demoCommand(), serveCommand(), planCommand(), tripCommand(), recipeCommand(), adviseCommand(), followCommand(), simulateCommand(), pocketCommand(), bringCommand(), pairCommand(), importCommand(), exportCommand(), schemaCommand(), backupCommand(), restoreCommand(), openapiCommand(), methodsCommand())
	return c
}
