package main

import (
	"context"

	"graybridge/core/weigh"
)

func weighJob(ctx context.Context, args []string) error {
	d, _, err := readJob("weigh", "Reads a job document (docs/formats.md), weighs its first machine on every "+
		"bridge, the rotary\nconverter too, and prints the weighing as JSON, with each column's whole document. Bad "+
		"input: exit\nstatus 2 and one line that names every bad field.", args)
	if err != nil {
		return err
	}
	w, err := weigh.Whole(ctx, d)
	if err != nil {
		return err
	}
	return printJSON(w)
}
