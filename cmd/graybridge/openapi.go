package main

import (
	"context"
	"flag"
	"fmt"
	"strings"

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
		fmt.Fprintln(f.Output(), "usage: graybridge profile-schema [drive|dc]\n\nPrints the JSON Schema of a drive's "+
			"profile, or of a DC controller's, version 1.")
	}
	if err := parse(f, args); err != nil {
		return err
	}
	kind := "drive"
	if f.NArg() > 0 {
		kind = f.Arg(0)
	}
	if _, ok := api.Profiles[kind]; !ok || f.NArg() > 1 {
		return usageError{fmt.Errorf("profile-schema: found %q; drive or dc is wanted", strings.Join(f.Args(), " "))}
	}
	out, err := api.ProfileSchema(kind)
	if err != nil {
		return err
	}
	fmt.Println(string(out))
	return nil
}
