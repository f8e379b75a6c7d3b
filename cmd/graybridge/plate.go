package main

import (
	"bufio"
	"context"
	"encoding/json"
	"os"

	"graybridge/core/openfile"
	"graybridge/core/plate"
)

// platesFormat is the open file of plates as typed.
const platesFormat = "gray-bridge/plate-lines"

type platesFile struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
	Lines   []struct {
		Typed string `json:"typed"`
	} `json:"lines"`
}

// plates reads plates as owners type them and prints what was read: a JSON
// array, one object a line of text.
func plates(_ context.Context, args []string) error {
	path, data, err := readFile("plate", "Reads plates as typed or pasted (gray-bridge/plate-lines) and prints what "+
		"each was read as.", args)
	if err != nil {
		return err
	}
	var f platesFile
	if err := openfile.Decode(data, &f, true); err != nil {
		return bad(path, err)
	}
	if f.Format != platesFormat || f.Version != 1 {
		return bad(path, openfile.Problems{{Path: "format", Found: f.Format, Wanted: platesFormat + ", version 1"}})
	}
	out := bufio.NewWriter(os.Stdout)
	for i, one := range f.Lines {
		text, err := json.Marshal(plate.ReadLine(one.Typed))
		if err != nil {
			return err
		}
		_, _ = out.WriteString(map[bool]string{true: "[\n ", false: ",\n "}[i == 0])
		_, _ = out.Write(text)
	}
	if len(f.Lines) == 0 {
		_, _ = out.WriteString("[")
	}
	_, _ = out.WriteString("\n]\n")
	return out.Flush()
}
