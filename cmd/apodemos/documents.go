package main

import (
	"github.com/spf13/cobra"

	"apodemos/server"
)

func openapiCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "openapi",
		Short: "Print the OpenAPI document of the HTTP interface",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			b, err := server.OpenAPI()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(b)
			return err
		},
	}
}

func schemaCommand() *cobra.Command {
	return &cobra.Command{
		Use:       "schema [trip|recipe|log|pocket]",
		Short:     "Print the JSON Schema of trip, recipe or log files",
		Args:      cobra.MaximumNArgs(1),
		ValidArgs: server.Schemas,
		RunE: func(c *cobra.Command, args []string) error {
			kind := "trip"
			if len(args) > 0 {
				kind = args[0]
			}
			b, err := server.Schema(kind)
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(b)
			return err
		},
	}
}
