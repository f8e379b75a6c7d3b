package main

import (
	"context"
	"fmt"
	"os"
	"runtime"

	"graybridge/core/arrange"
)

// searchArrangements prints the best joints of a file; how far it is stands on standard
// error, and an interrupt stops it.
func searchArrangements(ctx context.Context, args []string) error {
	path, data, err := readFile("arrange", "Searches every joint of three windings with one or two capacitors for a "+
		"plate and a band of loads (docs/formats.md) and prints the best as a JSON array.", args)
	if err != nil {
		return err
	}
	f, err := arrange.Decode(data)
	if err != nil {
		return bad(path, err)
	}
	wants, most, err := f.Wants()
	if err != nil {
		return bad(path, err)
	}
	last := -1
	found, err := arrange.Search(ctx, wants, most, runtime.NumCPU(), func(done, all int) {
		if part := 100 * done / all; part/10 > last/10 || last < 0 {
			last = part
			fmt.Fprintf(os.Stderr, "%d of %d joints\n", done, all)
		}
	})
	if err != nil {
		return err
	}
	out := make([]arrange.Answer, len(found))
	for i, r := range found {
		out[i] = r.Answer()
	}
	return printJSON(out)
}
