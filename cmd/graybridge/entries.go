package main

import (
	"context"
	"flag"
	"fmt"
	"reflect"

	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
)

// places are the chapters whose entries stand in a bay.
var places = []string{"supply", "plate", "leads", "bridge", "load", "protection", "fit", "makeup"}

// entries prints the list of a job's entries, from which the interface's own list
// and the table of docs/formats.md are made.
func entries(_ context.Context, args []string) error {
	f := flag.NewFlagSet("entries", flag.ContinueOnError)
	f.Usage = func() {
		fmt.Fprintln(f.Output(), "usage: graybridge entries [-table | -fields | -settings]\n\n"+
			"Prints every entry of a job document as JSON.")
		f.PrintDefaults()
	}
	table := f.Bool("table", false, "as a Markdown table")
	settings := f.Bool("settings", false, "what a person may look for by name, with its bay")
	fields := f.Bool("fields", false, "only what the interface asks of a field")
	if err := parse(f, args); err != nil {
		return err
	}
	all := entry.Of(reflect.TypeFor[document.Document]())
	if *table {
		fmt.Print(entry.Table(all))
		return nil
	}
	if *settings {
		type line struct {
			entry.Setting
			Bay finding.Bay `json:"bay"`
		}
		out := []line{}
		for _, one := range entry.Settings(all, places) {
			out = append(out, line{one, finding.OfChapter(one.Chapter)})
		}
		return printJSON(out)
	}
	if *fields {
		return printJSON(entry.Fields(all))
	}
	return printJSON(all)
}
