package main

import (
	"bufio"
	"encoding/json"
	"os"

	"graybridge/core/openfile"
)

// readTyped reads a command's one file of lines as people typed them, in a format.
func readTyped(name, about, format string, args []string) (lines []string, err error) {
	path, data, err := readFile(name, about, args)
	if err != nil {
		return nil, err
	}
	var f struct {
		Format  string `json:"format"`
		Version int    `json:"version"`
		Lines   []struct {
			Typed string `json:"typed"`
		} `json:"lines"`
	}
	if err := openfile.Decode(data, &f, true); err != nil {
		return nil, bad(path, err)
	}
	if f.Format != format || f.Version != 1 {
		return nil, bad(path, openfile.Problems{{Path: "format", Found: f.Format, Wanted: format + ", version 1"}})
	}
	for _, one := range f.Lines {
		lines = append(lines, one.Typed)
	}
	return lines, nil
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
