// Command apodemos plans, guides and records coffee brewed away from a
// kitchen.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"slices"
	"syscall"

	"github.com/spf13/cobra"

	"apodemos/core/brew"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	c, out := root(), &output{w: os.Stdout}
	c.SetOut(out)
	err := c.ExecuteContext(ctx)
	if err == nil && out.err != nil {
		err = fmt.Errorf("the answer could not be written: %w", out.err)
	}
	if err == nil {
		return
	}
	bad, problems := errors.AsType[brew.Problems](err)
	switch {
	case slices.Contains(os.Args[1:], "--errors=json"), slices.Contains(os.Args[1:], "--errors") && slices.Contains(os.Args[1:], "json"):
		_, _ = os.Stderr.Write(faultJSON(err))
	case problems:
		fmt.Fprintln(os.Stderr, plainText(bad.Says()))
	default:
		fmt.Fprintln(os.Stderr, "apodemos:", plainText(err.Error()))
	}
	if problems {
		os.Exit(2)
	}
	if e, ok := errors.AsType[exitCode](err); ok {
		os.Exit(e.code)
	}
	os.Exit(1)
}

// output remembers a failed write, so that the command does not exit with success.
type output struct {
	w   io.Writer
	err error
}

func (t *output) Write(p []byte) (int, error) {
	n, err := t.w.Write(p)
	if err != nil && t.err == nil {
		t.err = err
	}
	return n, err
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
		Version:       version(),
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	c.AddCommand(demoCommand(), serveCommand(), planCommand(), tripCommand(), benchCommand(), gearCommand(), logCommand(), healthCommand(), versionCommand(), licensesCommand(), recipeCommand(), adviseCommand(), followCommand(), simulateCommand(), pocketCommand(), bringCommand(), pairCommand(), certificateCommand(), importCommand(), exportCommand(), schemaCommand(), backupCommand(), restoreCommand(), openapiCommand(), methodsCommand())
	c.PersistentFlags().String("errors", "text", "how errors are written on standard error: text or json")
	c.PersistentPreRunE = moveData
	return c
}
