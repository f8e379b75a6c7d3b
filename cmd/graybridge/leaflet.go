package main

import (
	"context"
	"unicode/utf8"

	"graybridge/core/leaflet"
	"graybridge/core/openfile"
)

// leaflets reads the table of functions out of a drive's leaflet.
func leaflets(_ context.Context, args []string) error {
	path, data, err := readFile("leaflet", "Reads the table of functions of a drive's leaflet, pasted as text, and "+
		"prints for each line its code, which of the trade's functions it is, its range and default.", args)
	if err != nil {
		return err
	}
	if len(data) > openfile.MaxBytes {
		return bad(path, openfile.Problems{{Path: "file", Found: "more than that", Wanted: "at most 16 MiB"}})
	}
	if !utf8.Valid(data) {
		return bad(path, openfile.Problems{{Path: "file", Found: "no text in UTF-8", Wanted: "a table as text"}})
	}
	lines, problem := leaflet.Read(string(data))
	if problem != "" {
		return bad(path, openfile.Problems{{Path: "file", Found: "no table", Wanted: problem}})
	}
	all := make([]any, len(lines))
	for i, l := range lines {
		all[i] = l
	}
	return printList(all)
}
