package main

import (
	"context"

	"graybridge/core/label"
)

const devicesFormat = "gray-bridge/device-plates"

// unreadPlate is a line that is no plate of a device.
type unreadPlate struct {
	Typed   string `json:"typed"`
	Problem string `json:"problem"`
}

// devices reads the plates of drives and controllers.
func devices(_ context.Context, args []string) error {
	lines, err := readTyped("device", "Reads plates of drives and DC controllers as typed or pasted "+
		"(gray-bridge/device-plates) and prints what each was read as.", devicesFormat, args)
	if err != nil {
		return err
	}
	answers := make([]any, len(lines))
	for i, typed := range lines {
		d, problem := label.Read(typed)
		if answers[i] = d; problem != "" {
			answers[i] = unreadPlate{typed, problem}
		}
	}
	return printList(answers)
}
