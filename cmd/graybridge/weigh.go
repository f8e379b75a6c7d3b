package main

import (
	"context"

	"graybridge/core/job"
)

func weigh(ctx context.Context, args []string) error {
	path, data, err := readFile("weigh", "Reads a job document (docs/formats.md), weighs its first machine on every "+
		"bridge, the rotary\nconverter too, and prints the weighing as JSON, with each column's whole document. Bad "+
		"input: exit\nstatus 2 and one line that names every bad field.", args)
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
	w, err := job.WeighWhole(ctx, f.Document)
	if err != nil {
		return err
	}
	return printJSON(w)
}
