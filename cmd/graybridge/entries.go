package main

import (
	"context"
	"flag"
	"fmt"
	"reflect"

	"graybridge/core/document"
	"graybridge/core/entry"
)

// entries prints the list of a job's entries, from which the interface's own list
// and the table of docs/formats.md are made.
func entries(_ context.Context, args []string) error {
	f := flag.NewFlagSet("entries", flag.ContinueOnError)
	f.Usage = func() {
		fmt.Fprintln(f.Output(), "usage: graybridge entries [-table | -fields]\n\n"+
			"Prints every entry of a job document as JSON.")
		f.PrintDefaults()
	}
	table := f.Bool("table", false, "as a Markdown table")
	fields := f.Bool("fields", false, "only what the interface asks of a field")
	if err := parse(f, args); err != nil {
		return err
	}
	all := entry.Of(reflect.TypeFor[document.Document]())
	if *table {
		fmt.Print(entry.Table(all))
		return nil
	}
	if *fields {
		return printJSON(entry.Fields(all))
	}
	return printJSON(all)
}
