package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"slices"

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

// readFile reads the one FILE argument of a command, or standard input for -. Switches,
// which take no value, may stand before it or after.
func readFile(name, about string, args []string, switches ...func(*flag.FlagSet)) (path string, data []byte,
	err error) {
	f := flag.NewFlagSet(name, flag.ContinueOnError)
	more := ""
	for _, add := range switches {
		add(f)
		more = " [flags]"
	}
	f.Usage = func() {
		fmt.Fprintf(f.Output(), "usage: graybridge %s FILE|-%s\n\n%s\n", name, more, about)
		f.PrintDefaults()
	}
	args = slices.Clone(args)
	slices.SortStableFunc(args, func(a, b string) int { return order(a) - order(b) })
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

// order puts switches before everything else.
func order(arg string) int {
	if len(arg) > 1 && arg[0] == '-' {
		return 0
	}
	return 1
}

// bad makes an input error of the file a usage error that names the file.
func bad(path string, err error) error { return usageError{fmt.Errorf("%s: %w", path, err)} }

func printJSON(v any) error {
	e := json.NewEncoder(os.Stdout)
	e.SetIndent("", " ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}
