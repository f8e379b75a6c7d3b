package main

import (
	"context"

	"graybridge/core/job"
)

func plan(_ context.Context, args []string) error {
	path, data, err := readFile("plan", "Reads a job document (docs/formats.md) and prints its plan as JSON. Bad "+
		"input: exit status 2\nand one line that names every bad field.", args)
	if err != nil {
		return err
	}
	f, err := job.DecodeFile(data)
	if err != nil {
		return bad(path, err)
	}
	p := job.Make(f.Document)
	if unread := p.Unreadable(); len(unread) > 0 {
		return bad(path, unread)
	}
	return printJSON(p)
}
