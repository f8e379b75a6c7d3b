package main

import (
	"context"

	"graybridge/core/document"
	"graybridge/core/plan"
)

func planJob(_ context.Context, args []string) error {
	_, p, err := readJob("plan", "Reads a job document (docs/formats.md) and prints its plan as JSON. Bad "+
		"input: exit status 2\nand one line that names every bad field.", args)
	if err != nil {
		return err
	}
	return printJSON(p)
}

// readJob reads a command's one job document and plans it; what cannot be read is named as bad input.
func readJob(name, about string, args []string) (d document.Document, p plan.Plan, err error) {
	path, data, err := readFile(name, about, args)
	if err != nil {
		return d, p, err
	}
	f, err := document.DecodeFile(data)
	if err != nil {
		return d, p, bad(path, err)
	}
	p = plan.Make(f.Document)
	if unread := p.Unreadable(); len(unread) > 0 {
		return d, p, bad(path, unread)
	}
	return f.Document, p, nil
}
