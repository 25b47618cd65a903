package main

import (
	_ "embed"
	"fmt"
	"io"
	"net/http"
	"time"

	"github.com/spf13/cobra"

	"apodemos/core/brew"
)

// notices are those of what others wrote that ships with the program; made by "make notices".
//
//go:embed notices.txt
var notices string

func versionCommand() *cobra.Command {
	short := false
	c := &cobra.Command{
		Use: "version", Short: "Print the version and the commit it was built from", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if short {
				_, err := fmt.Fprintln(c.OutOrStdout(), brew.Version)
				return err
			}
			_, err := fmt.Fprintln(c.OutOrStdout(), "apodemos "+version())
			return err
		},
	}
	c.Flags().BoolVar(&short, "short", false, "only the version")
	return c
}

func licensesCommand() *cobra.Command {
	return &cobra.Command{
		Use: "licenses", Short: "Print the licences of the packages shipped with Apodemos", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			_, err := io.WriteString(c.OutOrStdout(), notices)
			return err
		},
	}
}

func healthCommand() *cobra.Command {
	at := ""
	c := &cobra.Command{
		Use: "health", Short: "Check whether a running Apodemos answers and can read its data", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			client := &http.Client{Timeout: 5 * time.Second}
			res, err := client.Get(at + "/api/v1/health")
			if err != nil {
				return err
			}
			defer res.Body.Close()
			if res.StatusCode != http.StatusOK {
				return fmt.Errorf("%s answers %s", at, res.Status)
			}
			_, err = fmt.Fprintln(c.OutOrStdout(), "ok")
			return err
		},
	}
	c.Flags().StringVar(&at, "at", "http://127.0.0.1:8466", "its address")
	return c
}
