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
		Use:   "schema",
		Short: "Print the JSON Schema of trip files",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			b, err := server.TripSchema()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(b)
			return err
		},
	}
}
