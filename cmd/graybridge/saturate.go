package main

import (
	"context"
	"flag"

	"graybridge/core/circuit/transient"
)

func saturate(_ context.Context, args []string) error {
	steady := false
	path, data, err := readFile("saturate", "Follows machines with a curve of their main flux (docs/formats.md) and "+
		"prints their amps and torque as a JSON array.", args, func(f *flag.FlagSet) {
		f.BoolVar(&steady, "steady", false, "by the harmonic balance at the fundamental instead of in time")
	})
	if err != nil {
		return err
	}
	f, err := transient.DecodeSaturationCases(data)
	if err != nil {
		return bad(path, err)
	}
	answer := f.InTime
	if steady {
		answer = f.Steady
	}
	out := make([]transient.SaturationAnswer, len(f.Cases))
	for i := range f.Cases {
		if out[i], err = answer(i); err != nil {
			return bad(path, err)
		}
	}
	return printJSON(out)
}
