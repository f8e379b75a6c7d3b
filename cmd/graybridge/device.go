package main

import (
	"bufio"
	"context"
	"encoding/json"
	"os"

	"graybridge/core/label"
	"graybridge/core/openfile"
)

// devicesFile is plates of drives and controllers as typed.
type devicesFile struct {
	Format  string       `json:"format"`
	Version int          `json:"version"`
	Lines   []deviceLine `json:"lines"`
}

type deviceLine struct {
	Typed string `json:"typed"`
}

const devicesFormat = "gray-bridge/device-plates"

// unreadPlate is a line that is no plate of a device.
type unreadPlate struct {
	Typed   string `json:"typed"`
	Problem string `json:"problem"`
}

// devices reads the plates of drives and controllers.
func devices(_ context.Context, args []string) error {
	path, data, err := readFile("device", "Reads plates of drives and DC controllers as typed or pasted "+
		"(gray-bridge/device-plates) and prints what each was read as.", args)
	if err != nil {
		return err
	}
	var f devicesFile
	if err := openfile.Decode(data, &f, true); err != nil {
		return bad(path, err)
	}
	if f.Format != devicesFormat || f.Version != 1 {
		return bad(path, openfile.Problems{{Path: "format", Found: f.Format, Wanted: devicesFormat + ", version 1"}})
	}
	answers := make([]any, len(f.Lines))
	for i, one := range f.Lines {
		d, problem := label.Read(one.Typed)
		if answers[i] = d; problem != "" {
			answers[i] = unreadPlate{one.Typed, problem}
		}
	}
	return printList(answers)
}

// printList prints a JSON array, one value a line.
func printList(all []any) error {
	out := bufio.NewWriter(os.Stdout)
	_, _ = out.WriteString("[")
	for i, one := range all {
		text, err := json.Marshal(one)
		if err != nil {
			return err
		}
		if i > 0 {
			_, _ = out.WriteString(",")
		}
		_, _ = out.WriteString("\n ")
		_, _ = out.Write(text)
	}
	_, _ = out.WriteString("\n]\n")
	return out.Flush()
}
