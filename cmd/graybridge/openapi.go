package main

import (
	"context"
	"flag"
	"fmt"

	"graybridge/api"
)

func openapi(_ context.Context, args []string) error {
	f := flag.NewFlagSet("openapi", flag.ContinueOnError)
	f.Usage = func() {
		fmt.Fprintln(f.Output(), "usage: graybridge openapi\n\nPrints the OpenAPI 3.1 description as JSON.")
	}
	if err := parse(f, args); err != nil {
		return err
	}
	_, a := api.New(nil, api.Options{})
	return printJSON(a.OpenAPI())
}

func profileSchema(_ context.Context, args []string) error {
	f := flag.NewFlagSet("profile-schema", flag.ContinueOnError)
	f.Usage = func() {
		fmt.Fprintln(f.Output(), "usage: graybridge profile-schema\n\nPrints the JSON Schema of gray-bridge/drive-profile, version 1.")
	}
	if err := parse(f, args); err != nil {
		return err
	}
	out, err := api.ProfileSchema()
	if err != nil {
		return err
	}
	fmt.Println(string(out))
	return nil
}
