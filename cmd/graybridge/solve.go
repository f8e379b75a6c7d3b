package main

import (
	"context"

	"graybridge/core/circuit"
)

func solve(_ context.Context, args []string) error {
	path, data, err := readFile("solve", "Reads a bench case (docs/formats.md) and prints its volts, amps and "+
		"torques as JSON.", args)
	if err != nil {
		return err
	}
	c, err := circuit.DecodeBenchCase(data)
	if err != nil {
		return bad(path, err)
	}
	answer, err := circuit.SolveCase(&c.Circuit)
	if err != nil {
		return bad(path, err)
	}
	return printJSON(answer)
}
