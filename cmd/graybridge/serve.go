package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"runtime/debug"
	"strings"
	"syscall"
	"time"

	"graybridge/api"
	"graybridge/door"
	"graybridge/share"
	"graybridge/store"
	"graybridge/ui"
)

// served is what a server is told.
type served struct {
	addr, hosts, level, url                   string
	share, owner, cert, key, proxies, outside string
	backups, metrics                          string
}

func serveFlags(args []string) (served, error) {
	var o served
	f := flag.NewFlagSet("serve", flag.ContinueOnError)
	say := func(into *string, name, env, fallback, about string) {
		f.StringVar(into, name, envOr(env, fallback), about+" (environment "+env+")")
	}
	say(&o.addr, "addr", "GRAYBRIDGE_ADDR", "127.0.0.1:8460", "address to listen on; loopback unless told")
	f.Bool("leash", false, "end when the program that started this one is "+
		"gone") // held since the first instruction, see leash.go
	say(&o.hosts, "host", "GRAYBRIDGE_HOST", "", "further names by which this server may be called, separated by "+
		"commas")
	say(&o.level, "log", "GRAYBRIDGE_LOG", "warn", "least level to log: debug, info, warn or error")
	say(&o.share, "share", "GRAYBRIDGE_SHARE", "", "open the server to the shop at this address of the machine, like "+
		"192.168.1.20 or clayroom.local:8463: from then on everybody logs in; off closes it")
	say(&o.owner, "owner", "GRAYBRIDGE_OWNER", "Owner", "with --share for the first time: the owner's name; a code to "+
		"come in by is printed")
	say(&o.cert, "tls-cert", "GRAYBRIDGE_TLS_CERT", "", "a certificate for the shared address (PEM file); without one "+
		"the workshop's own root is made")
	say(&o.key, "tls-key", "GRAYBRIDGE_TLS_KEY", "", "its key (PEM file)")
	say(&o.proxies, "proxy", "GRAYBRIDGE_PROXY", "", "networks of proxies in front of this server, separated by "+
		"commas, like 127.0.0.1/32: their word is taken on who calls and whether over TLS")
	say(&o.outside, "outside", "GRAYBRIDGE_OUTSIDE", "", "the link under which a proxy is found, like "+
		"https://clay.example; with --share nothing else is opened")
	say(&o.backups, "backups", "GRAYBRIDGE_BACKUPS", "", "folder for the nightly backups; empty: none are taken")
	say(&o.metrics, "metrics", "GRAYBRIDGE_METRICS", "", "loopback address at which figures for a monitor are given, "+
		"like 127.0.0.1:9464; empty: nowhere")
	url := databaseFlag(f)
	if err := parse(f, args); err != nil {
		return o, err
	}
	o.url = *url
	if (o.cert == "") != (o.key == "") {
		return o, usageError{errors.New("--tls-cert and --tls-key belong together")}
	}
	for _, p := range listed(o.proxies) {
		if _, err := netip.ParsePrefix(p); err != nil {
			return o, usageError{fmt.Errorf("--proxy %s: want a network like 127.0.0.1/32", p)}
		}
	}
	return o, nil
}

// listed are the words between commas.
func listed(text string) []string {
	var out []string
	for word := range strings.SplitSeq(text, ",") {
		if word = strings.TrimSpace(word); word != "" {
			out = append(out, word)
		}
	}
	return out
}

func serve(ctx context.Context, args []string) error {
	o, err := serveFlags(args)
	if err != nil {
		return err
	}
	var least slog.Level
	if err := least.UnmarshalText([]byte(o.level)); err != nil {
		return usageError{fmt.Errorf("--log %s: want debug, info, warn or error", o.level)}
	}
	slog.SetDefault(slog.New(slog.NewJSONHandler(os.Stderr, &slog.HandlerOptions{Level: least})))
	listener, err := net.Listen("tcp", o.addr)
	if err != nil {
		return listenError(o.addr, err)
	}
	defer listener.Close()
	keeps := &keeper{dir: o.backups}
	s, err := openKeeping(ctx, o.url, keeps)
	if err != nil {
		return err
	}
	defer s.Close()
	keeps.store = s
	key, err := s.PersonKey(ctx)
	if err != nil {
		return err
	}
	closing, closeStreams := context.WithCancel(context.Background())
	defer closeStreams()
	shop := &share.Shop{Authority: s.Server.Authority, CertFile: o.cert, KeyFile: o.key, Outside: listed(o.outside),
		Server: serverOf}
	defer shop.Close()
	if err := shareAtStart(ctx, s, shop, o); err != nil {
		return err
	}
	counts := api.NewMetrics()
	handler, _ := api.New(s, api.Options{Page: ui.Handler(), Hosts: allowed(listener.Addr().String(), o),
		Closing: closing, PersonKey: key, Sharer: shop, Keeping: keeps, Proxies: listed(o.proxies), Metrics: counts})
	shop.Serve(handler)
	server := serverOf(handler)
	debug.SetMemoryLimit(softMemory)
	debug.SetGCPercent(seldom)
	go keeps.nightly(ctx)
	if err := giveMetrics(ctx, o.metrics, counts); err != nil {
		return err
	}
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

// serverOf is a server that lets nobody hold it with a slow or endless request.
func serverOf(h http.Handler) *http.Server {
	return &http.Server{Handler: h, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 20 * time.Second,
		IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 32 << 10, ErrorLog: slog.NewLogLogger(slog.Default().Handler(),
			slog.LevelDebug)}
}

// shareAtStart opens or closes the server as --share says; without a word it stays as it is.
func shareAtStart(ctx context.Context, s *store.Store, shop *share.Shop, o served) error {
	switch o.share {
	case "":
		return nil
	case "off":
		return s.Server.Share(ctx, store.Sharing{})
	}
	links, err := shop.Plan(o.share)
	if err != nil {
		return usageError{fmt.Errorf("--share %s: want %w", o.share, err)}
	}
	known, err := s.Server.HasKeeper(ctx)
	if err != nil {
		return err
	}
	if err := s.Server.Share(ctx, store.Sharing{Open: true, Addresses: links}); err != nil || known {
		return err
	}
	account, err := s.People.FoundAccount(ctx, o.owner, "")
	if errors.Is(err, store.ErrNameTaken) {
		return nil // another server of this database was first: its console has the code
	}
	if err != nil {
		return err
	}
	code, err := newCode(ctx, s, account.ID)
	if err != nil {
		return err
	}
	fmt.Fprintf(os.Stderr, "%s comes in once, within an hour, by %s/let-in#%s and chooses a password there.\n", o.owner,
		links[0], code)
	return nil
}

// newCode is a code for the console: it holds an hour.
func newCode(ctx context.Context, s *store.Store, account string) (string, error) {
	code := door.NewCode()
	return code, s.Devices.Invite(ctx, account, door.PlainCode(code), 1, time.Now().Add(time.Hour), true)
}

// giveMetrics serves the figures for a monitor, to this machine alone.
func giveMetrics(ctx context.Context, addr string, counts *api.Metrics) error {
	if addr == "" {
		return nil
	}
	host, _, err := net.SplitHostPort(addr)
	if ip := net.ParseIP(host); err != nil || host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return usageError{fmt.Errorf("--metrics %s: want a loopback address like 127.0.0.1:9464", addr)}
	}
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return listenError(addr, err)
	}
	server := serverOf(counts)
	go func() { _ = server.Serve(l) }()
	go func() {
		<-ctx.Done()
		_ = server.Close()
	}()
	return nil
}

// softMemory is where the garbage collector begins to work harder.
const softMemory = 256 << 20

// seldom is how much may be let go, in per cent of what is held, before it is collected: what
// a server holds is little beside what each plan lets go, and the soft limit bounds both.
const seldom = 300

// allowed are the names by which a server may be called: loopback's, its own
// address, and what it was told.
func allowed(listening string, o served) []string {
	names := []string{"localhost", "127.0.0.1", "::1"}
	for _, a := range []string{listening, o.addr} {
		if host, _, err := net.SplitHostPort(a); err == nil && host != "" {
			names = append(names, strings.ToLower(host))
		}
	}
	for _, name := range listed(o.hosts) {
		names = append(names, strings.ToLower(name))
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
