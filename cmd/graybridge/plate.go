package main

import (
	"context"

	"graybridge/core/plate"
)

// platesFormat is the open file of plates as typed.
const platesFormat = "gray-bridge/plate-lines"

// plates reads plates as owners type them and prints what was read: a JSON
// array, one object a line of text.
func plates(_ context.Context, args []string) error {
	lines, err := readTyped("plate", "Reads plates as typed or pasted (gray-bridge/plate-lines) and prints what "+
		"each was read as.", platesFormat, args)
	if err != nil {
		return err
	}
	answers := make([]any, len(lines))
	for i, typed := range lines {
		answers[i] = plate.ReadLine(typed)
	}
	return printList(answers)
}
