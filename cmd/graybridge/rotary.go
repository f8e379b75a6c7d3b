package main

import (
	"context"

	"graybridge/core/rotary"
)

func solveRotary(_ context.Context, args []string) error {
	path, data, err := readFile("rotary", "Reads rotary converters (docs/formats.md) and prints their states as a "+
		"JSON array.", args)
	if err != nil {
		return err
	}
	f, err := rotary.Decode(data)
	if err != nil {
		return bad(path, err)
	}
	out := make([]rotary.FileAnswer, len(f.Cases))
	for i, c := range f.Cases {
		if out[i], err = c.Solve(); err != nil {
			return bad(path, err)
		}
	}
	return printJSON(out)
}
