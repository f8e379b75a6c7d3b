package main

import (
	"context"

	"graybridge/core/circuit/transient"
)

func simulate(_ context.Context, args []string) error {
	path, data, err := readFile("simulate", "Follows time-domain cases (docs/formats.md) and prints what each gives "+
		"as a JSON array.", args)
	if err != nil {
		return err
	}
	f, err := transient.DecodeCases(data)
	if err != nil {
		return bad(path, err)
	}
	out := make([]any, len(f.Cases))
	for i := range f.Cases {
		if out[i], err = f.Solve(i); err != nil {
			return bad(path, err)
		}
	}
	return printJSON(out)
}
