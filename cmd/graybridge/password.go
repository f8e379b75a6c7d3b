package main

import (
	"context"
	"flag"
	"fmt"

	"graybridge/store"
)

// renew takes a forgotten password away and prints a code by which its account comes in once,
// to choose another: whoever may use this console owns the server anyway.
func renew(ctx context.Context, args []string) error {
	f := flag.NewFlagSet("password", flag.ContinueOnError)
	url := databaseFlag(f)
	f.Usage = func() {
		fmt.Fprintf(f.Output(), "usage: graybridge password [--database URL] NAME\n\nTakes the password of NAME "+
			"away, ends every device of it, and prints a code that lets NAME in once, within an hour, to choose "+
			"another.\n\n")
		f.PrintDefaults()
	}
	if err := parse(f, args); err != nil {
		return err
	}
	if f.NArg() != 1 {
		return usageError{fmt.Errorf("give one NAME, as it stands under People")}
	}
	s, err := open(ctx, *url)
	if err != nil {
		return err
	}
	defer s.Close()
	account, err := s.People.AccountNamed(ctx, f.Arg(0))
	if err != nil {
		return usageError{fmt.Errorf("nobody here is called %s", f.Arg(0))}
	}
	if err := s.People.SetPassword(ctx, account.ID, "", ""); err != nil {
		return err
	}
	code, err := newCode(ctx, s, account.ID)
	if err != nil {
		return err
	}
	now, err := s.Server.SharingNow(ctx)
	if err != nil {
		return err
	}
	fmt.Println(wayIn(now, account.Name, code))
	return nil
}

func wayIn(now store.Sharing, name, code string) string {
	if len(now.Addresses) == 0 {
		return fmt.Sprintf("%s comes in once, within an hour, by the code %s.", name, code)
	}
	return fmt.Sprintf("%s comes in once, within an hour, by the code %s or the link %s/let-in#%s.", name, code,
		now.Addresses[0], code)
}
