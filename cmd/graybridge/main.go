// Command graybridge serves the workbench and answers from files without it.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"syscall"
)

// command is one sub-command: what it says in the list, and what it does with
// its arguments.
type command struct {
	name, about string
	run         func(ctx context.Context, args []string) error
}

func commands() []command {
	return []command{
		{"serve", "serve the workbench in the browser", serve},
		{"demo", "load the made-up workshops into the database", demo},
		{"password", "renew somebody's way in: prints a code that lets them in once", renew},
		{"backup", "write everything that is stored into one file", backup},
		{"restore", "put a backup into an empty database", restore},
		{"check-book", "say whether machines' books hold together", checkBook},
		{"plan", "plan a job document from a file, without a database", planJob},
		{"weigh", "weigh the bridges for a job document from a file", weighJob},
		{"plate", "read plates as typed from a file", plates},
		{"device", "read plates of drives and controllers as typed from a file", devices},
		{"leaflet", "read a drive's table of functions from a file of text", leaflets},
		{"symptom", "play the symptom desk over machines with one thing wrong", symptoms},
		{"solve", "solve a bench case (a circuit) from a file", solve},
		{"simulate", "follow time-domain cases from a file", simulate},
		{"saturate", "follow machines whose iron saturates from a file", saturate},
		{"design", "work out capacitor design cases from a file", design},
		{"rotary", "work out rotary converters from a file", solveRotary},
		{"arrange", "search the joints of three windings with one or two capacitors", searchArrangements},
		{"dc", "work out brushed motors on a rectifier from a file", solveDC},
		{"entries", "print the list of a job's entries", entries},
		{"openapi", "print the description of the HTTP interface", openapi},
		{"profile-schema", "print the JSON Schema of a drive or DC controller profile", profileSchema},
	}
}

// usageError ends the program with exit status 2: the caller's words or input
// are bad. Anything else ends it with 1.
type usageError struct{ error }

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	ctx, cancel := context.WithCancel(ctx)
	defer cancel()
	leash(os.Args[1:], cancel)
	os.Exit(run(ctx, os.Args[1:], os.Stderr))
}

func run(ctx context.Context, args []string, stderr io.Writer) int {
	if len(args) == 0 || args[0] == "help" || args[0] == "--help" || args[0] == "-h" {
		fmt.Fprintln(stderr, "usage: graybridge COMMAND [flags] [FILE]")
		fmt.Fprintln(stderr)
		for _, c := range commands() {
			fmt.Fprintf(stderr, "  %-10s %s\n", c.name, c.about)
		}
		fmt.Fprintln(stderr, "\nEach command lists its flags with --help. FILE may be - for standard input.")
		if len(args) == 0 {
			return 2
		}
		return 0
	}
	for _, c := range commands() {
		if c.name != args[0] {
			continue
		}
		err := c.run(ctx, args[1:])
		var usage usageError
		switch {
		case err == nil:
			return 0
		case errors.As(err, &usage):
			fmt.Fprintln(stderr, "graybridge "+c.name+": "+err.Error())
			return 2
		default:
			fmt.Fprintln(stderr, "graybridge "+c.name+": "+err.Error())
			return 1
		}
	}
	fmt.Fprintf(stderr, "graybridge: there is no command %q; graybridge --help lists them\n", args[0])
	return 2
}
