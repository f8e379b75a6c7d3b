package main

import (
	"context"
	"flag"
	"fmt"
	"os"

	"graybridge/core/scenario"
	"graybridge/store"
)

// databaseFlag is the same for every command that stores.
func databaseFlag(f *flag.FlagSet) *string {
	return f.String("database", os.Getenv("DATABASE_URL"), "PostgreSQL address (environment DATABASE_URL)")
}

func open(ctx context.Context, url string) (*store.Store, error) {
	return openKeeping(ctx, url, &keeper{dir: os.Getenv("GRAYBRIDGE_BACKUPS")})
}

func demo(ctx context.Context, args []string) error {
	f := flag.NewFlagSet("demo", flag.ContinueOnError)
	url := databaseFlag(f)
	reset := f.Bool("reset", false, "put the made-up workshops back as they were; other jobs are not touched")
	if err := parse(f, args); err != nil {
		return err
	}
	s, err := open(ctx, *url)
	if err != nil {
		return err
	}
	defer s.Close()
	loaded, err := s.LoadDemo(ctx, scenario.Workshops(), *reset)
	if err != nil {
		return err
	}
	if loaded {
		fmt.Println("The made-up workshops are loaded.")
	} else {
		fmt.Println("The made-up workshops were loaded before; --reset puts them back as they were.")
	}
	return nil
}
