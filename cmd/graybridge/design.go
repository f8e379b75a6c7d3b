package main

import (
	"context"

	"graybridge/core/capacitor"
)

func design(_ context.Context, args []string) error {
	path, data, err := readFile("design", "Reads capacitor design cases (docs/formats.md) and prints their figures "+
		"as a JSON array.", args)
	if err != nil {
		return err
	}
	f, err := capacitor.DecodeDesign(data)
	if err != nil {
		return bad(path, err)
	}
	out := make([]capacitor.Design, len(f.Cases))
	for i, c := range f.Cases {
		if out[i], err = c.Solve(); err != nil {
			return bad(path, err)
		}
	}
	return printJSON(out)
}
