package main

import (
	"context"

	"graybridge/core/symptom"
)

// symptoms plays the symptom desk over a file of cases.
func symptoms(ctx context.Context, args []string) error {
	path, data, err := readFile("symptom", "Reads machines with one thing wrong (gray-bridge/symptom-cases), plays "+
		"the symptom desk over each and\nprints what it asked and what it believes. Bad input: exit status 2 and "+
		"one line that names every bad\nplace.", args)
	if err != nil {
		return err
	}
	cases, err := symptom.DecodeCases(data)
	if err != nil {
		return bad(path, err)
	}
	played, err := symptom.Play(ctx, cases)
	if err != nil {
		return bad(path, err)
	}
	return printJSON(played)
}
