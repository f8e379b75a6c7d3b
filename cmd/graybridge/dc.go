package main

import (
	"context"

	"graybridge/core/dc"
)

func solveDC(_ context.Context, args []string) error {
	path, data, err := readFile("dc", "Reads brushed motors on a rectifier (docs/formats.md) and prints their points "+
		"as a JSON array.", args)
	if err != nil {
		return err
	}
	f, err := dc.Decode(data)
	if err != nil {
		return bad(path, err)
	}
	out := make([]dc.FileFound, len(f.Cases))
	for i, c := range f.Cases {
		out[i] = c.Solve()
	}
	return printJSON(out)
}
