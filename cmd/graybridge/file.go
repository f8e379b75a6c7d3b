package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"

	"graybridge/core/openfile"
)

// errHelp is the answer to --help: the text is printed, nothing failed.
var errHelp = flag.ErrHelp

// parse reads a command's flags; a bad flag is a usage error.
func parse(f *flag.FlagSet, args []string) error {
	f.SetOutput(io.Discard)
	err := f.Parse(args)
	if errors.Is(err, errHelp) {
		f.SetOutput(os.Stdout)
		f.Usage()
		os.Exit(0)
	}
	if err != nil {
		return usageError{fmt.Errorf("%w; --help lists the flags", err)}
	}
	return nil
}

// readFile reads the one FILE argument of a command, or standard input for -.
func readFile(name, about string, args []string) (path string, data []byte, err error) {
	f := flag.NewFlagSet(name, flag.ContinueOnError)
	f.Usage = func() { fmt.Fprintf(f.Output(), "usage: graybridge %s FILE|-\n\n%s\n", name, about) }
	if err := parse(f, args); err != nil {
		return "", nil, err
	}
	if f.NArg() != 1 {
		return "", nil, usageError{fmt.Errorf("give one FILE, or - for standard input")}
	}
	path = f.Arg(0)
	in := io.Reader(os.Stdin)
	if path != "-" {
		file, err := os.Open(path)
		if err != nil {
			return "", nil, err
		}
		defer file.Close()
		in = file
	} else {
		path = "standard input"
	}
	data, err = io.ReadAll(io.LimitReader(in, openfile.MaxBytes+1))
	return path, data, err
}

// bad makes an input error of the file a usage error that names the file.
func bad(path string, err error) error { return usageError{fmt.Errorf("%s: %w", path, err)} }

func printJSON(v any) error {
	e := json.NewEncoder(os.Stdout)
	e.SetIndent("", " ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}
