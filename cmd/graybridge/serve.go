package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"runtime/debug"
	"strings"
	"syscall"
	"time"

	"graybridge/api"
	"graybridge/store"
	"graybridge/ui"
)

func serve(ctx context.Context, args []string) error {
	f := flag.NewFlagSet("serve", flag.ContinueOnError)
	addr := f.String("addr", envOr("GRAYBRIDGE_ADDR", "127.0.0.1:8460"),
		"address to listen on; loopback unless told (environment GRAYBRIDGE_ADDR)")
	f.Bool("leash", false, "end when the program that started this one is "+
		"gone") // held since the first instruction, see leash.go
	hosts := f.String("host", os.Getenv("GRAYBRIDGE_HOST"), "further names by which this server may be called, "+
		"separated by commas (environment GRAYBRIDGE_HOST)")
	level := f.String("log", envOr("GRAYBRIDGE_LOG", "warn"), "least level to log: debug, info, warn or error "+
		"(environment GRAYBRIDGE_LOG)")
	url := databaseFlag(f)
	if err := parse(f, args); err != nil {
		return err
	}
	listener, err := net.Listen("tcp", *addr)
	if err != nil {
		return listenError(*addr, err)
	}
	defer listener.Close()
	s, err := open(ctx, *url)
	if err != nil {
		return err
	}
	defer s.Close()
	var least slog.Level
	if err := least.UnmarshalText([]byte(*level)); err != nil {
		return usageError{fmt.Errorf("--log %s: want debug, info, warn or error", *level)}
	}
	slog.SetDefault(slog.New(slog.NewJSONHandler(os.Stderr, &slog.HandlerOptions{Level: least})))
	key, err := s.PersonKey(ctx)
	if err != nil {
		return err
	}
	closing, closeStreams := context.WithCancel(context.Background())
	defer closeStreams()
	handler, _ := api.New(s, api.Options{Page: ui.Handler(), Hosts: allowed(listener.Addr().String(), *addr, *hosts),
		Closing: closing, PersonKey: key})
	server := &http.Server{Handler: handler, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 20 * time.Second,
		IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 32 << 10}
	debug.SetMemoryLimit(softMemory)
	go purge(ctx, s)
	done := make(chan error, 1)
	go func() { done <- server.Serve(listener) }()
	fmt.Printf("http://%s/\n", listener.Addr())
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	closeStreams()
	last, stop := context.WithTimeout(context.Background(), 5*time.Second)
	defer stop()
	if err := server.Shutdown(last); err != nil && !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	return nil
}

// softMemory is where the garbage collector begins to work harder.
const softMemory = 256 << 20

// purge looks now and then for photographs that nothing was made of.
func purge(ctx context.Context, s *store.Store) {
	for {
		if _, err := s.PurgePhotos(ctx); err != nil && ctx.Err() == nil {
			slog.Warn("photographs could not be purged", "code", store.Code(err))
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(6 * time.Hour):
		}
	}
}

// allowed are the names by which a server may be called: loopback's, its own
// address, and what it was told.
func allowed(listening, addr, more string) []string {
	names := []string{"localhost", "127.0.0.1", "::1"}
	for _, a := range []string{listening, addr} {
		if host, _, err := net.SplitHostPort(a); err == nil && host != "" {
			names = append(names, strings.ToLower(host))
		}
	}
	for _, name := range strings.Split(more, ",") {
		if name = strings.ToLower(strings.TrimSpace(name)); name != "" {
			names = append(names, name)
		}
	}
	return names
}

func envOr(name, fallback string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return fallback
}

func listenError(addr string, err error) error {
	switch {
	case errors.Is(err, syscall.EADDRINUSE):
		return fmt.Errorf("%s is in use by another program; choose another with --addr or GRAYBRIDGE_ADDR", addr)
	case errors.Is(err, syscall.EACCES):
		return fmt.Errorf("no right to listen on %s; choose a port above 1023", addr)
	}
	return fmt.Errorf("cannot listen on %s: %w", addr, err)
}
