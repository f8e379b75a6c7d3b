package share

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"html/template"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"os"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"graybridge/store"
)

// DefaultPort is where the shop finds the server where no other was chosen; the one after it
// hands out the root's certificate.
const DefaultPort = 8463

// Shop opens one server to the shop.
type Shop struct {
	// Authority keeps the root (store.Store.Authority).
	Authority func(ctx context.Context, names []string, make func() ([]byte, []byte, error)) ([]byte, []byte, error)
	// CertFile and KeyFile are a given certificate; empty: the workshop's own root.
	CertFile, KeyFile string
	// Outside are the links under which a proxy in front of this server is found: then nothing is
	// opened here.
	Outside []string
	// Server makes the server that answers; Handler of it is set.
	Server func(http.Handler) *http.Server

	handler atomic.Pointer[http.Handler]
	mu      sync.Mutex
	links   []string
	root    []byte
	servers []*http.Server
	trouble string
}

// Serve sets what answers, also where it is open already.
func (s *Shop) Serve(h http.Handler) { s.handler.Store(&h) }

func (s *Shop) answer(w http.ResponseWriter, r *http.Request) {
	if h := s.handler.Load(); h != nil {
		(*h).ServeHTTP(w, r)
		return
	}
	w.WriteHeader(http.StatusServiceUnavailable) // it begins just now
}

// Offers are this machine's addresses on its networks, with the usual port.
func (s *Shop) Offers() []string {
	if len(s.Outside) > 0 {
		return s.Outside
	}
	var out []string
	if name, err := os.Hostname(); err == nil && name != "" && name != "localhost" && !strings.Contains(name, ".") {
		out = append(out, fmt.Sprintf("%s.local:%d", strings.ToLower(name), DefaultPort))
	}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, a := range all {
		n, ok := a.(*net.IPNet)
		if !ok || n.IP.IsLoopback() || n.IP.IsLinkLocalUnicast() || n.IP.IsMulticast() {
			continue
		}
		out = append(out, net.JoinHostPort(n.IP.String(), strconv.Itoa(DefaultPort)))
	}
	return out
}

// Plan reads an address as somebody chose it: a name or an address, with a port or without.
func (s *Shop) Plan(address string) ([]string, error) {
	if len(s.Outside) > 0 {
		return s.Outside, nil
	}
	host, port, err := split(address)
	if err != nil {
		return nil, err
	}
	names := []string{host}
	if net.ParseIP(host) == nil { // phones that do not find the name find the address
		found, err := net.LookupHost(host)
		if err != nil {
			found = nil
			for _, o := range s.Offers() {
				if h, _, _ := net.SplitHostPort(o); net.ParseIP(h) != nil {
					found = append(found, h)
				}
			}
		}
		for _, a := range found {
			if ip := net.ParseIP(a); ip != nil && !ip.IsLoopback() && !ip.IsLinkLocalUnicast() {
				names = append(names, ip.String())
			}
		}
	}
	links := make([]string, len(names))
	for i, n := range names {
		links[i] = "https://" + net.JoinHostPort(n, port)
	}
	for _, p := range []string{port, after(port)} { // try both doors before anybody is asked for a password
		if s.CertFile != "" && p != port {
			continue
		}
		if l, err := net.Listen("tcp", listenAt(host, p)); err != nil {
			return nil, fmt.Errorf("an address of this machine with a free port: %s", plain(err))
		} else {
			_ = l.Close()
		}
	}
	return links, nil
}

func plain(err error) string {
	var op *net.OpError
	if errors.As(err, &op) {
		return op.Err.Error()
	}
	return err.Error()
}

// split reads a name or an address with or without its port.
func split(address string) (host, port string, err error) {
	address = strings.TrimSpace(strings.TrimSuffix(strings.TrimPrefix(strings.TrimSpace(address), "https://"), "/"))
	host, port, err = net.SplitHostPort(address)
	if err != nil {
		host, port = strings.Trim(address, "[]"), strconv.Itoa(DefaultPort)
	}
	n, bad := strconv.Atoi(port)
	switch {
	case bad != nil || n < 1 || n > 65534:
		return "", "", errors.New("a port from 1 to 65534")
	case host == "" || strings.ContainsAny(host, "/ @?#*") || len(host) > 100:
		return "", "", errors.New("a name or an address of this machine, like 192.168.1.20 or clayroom.local")
	}
	return strings.ToLower(host), port, nil
}

// listenAt is where a chosen name is listened at: an address itself, for a name every one.
func listenAt(host, port string) string {
	if net.ParseIP(host) != nil {
		return net.JoinHostPort(host, port)
	}
	return ":" + port
}

// after is the next port: where the root's certificate is handed out.
func after(port string) string {
	n, _ := strconv.Atoi(port)
	return strconv.Itoa(n + 1)
}

// Root is the workshop's own root, its fingerprint, and the link where a phone gets it.
func (s *Shop) Root() (certificate []byte, print, link string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if len(s.root) == 0 || len(s.links) == 0 {
		return nil, "", ""
	}
	u, err := url.Parse(s.links[0])
	if err != nil {
		return nil, "", ""
	}
	return s.root, fingerprint(s.root), "http://" + net.JoinHostPort(u.Hostname(), after(u.Port()))
}

// Trouble says why nobody reaches it though it is open.
func (s *Shop) Trouble() string {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.trouble
}

// Follow opens, closes or leaves it. What cannot be opened is said in Trouble and tried again
// at the next look.
func (s *Shop) Follow(ctx context.Context, now store.Sharing) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	wanted := now.Addresses
	if !now.Open {
		wanted = nil
	}
	if strings.Join(wanted, " ") == strings.Join(s.links, " ") && s.trouble == "" {
		return nil
	}
	s.close()
	s.links = wanted
	if len(wanted) == 0 || len(s.Outside) > 0 {
		return nil
	}
	if err := s.open(ctx, wanted); err != nil {
		s.close()
		s.trouble = "it cannot be reached: " + plain(err)
		slog.Error("sharing", "trouble", s.trouble)
	}
	return nil
}

// Close closes it.
func (s *Shop) Close() {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.close()
}

// lastWords is how long answers that are under way may still go out, that of the closing among
// them.
const lastWords = 2 * time.Second

func (s *Shop) close() {
	for _, server := range s.servers {
		ctx, cancel := context.WithTimeout(context.Background(), time.Millisecond)
		_ = server.Shutdown(ctx) // nobody new comes in from here on
		cancel()
		time.AfterFunc(lastWords, func() { _ = server.Close() })
	}
	s.servers, s.root, s.trouble = nil, nil, ""
}

// open listens under links of one port.
func (s *Shop) open(ctx context.Context, links []string) error {
	names := make([]string, len(links))
	var first *url.URL
	for i, link := range links {
		u, err := url.Parse(link)
		if err != nil {
			return err
		}
		if names[i] = u.Hostname(); i == 0 {
			first = u
		}
	}
	cfg, err := s.certificates(ctx, names)
	if err != nil {
		return err
	}
	at := listenAt(first.Hostname(), first.Port())
	listener, err := net.Listen("tcp", at)
	if err != nil {
		return err
	}
	server := s.Server(http.HandlerFunc(s.answer))
	server.TLSConfig = cfg
	s.servers = append(s.servers, server)
	go func() { _ = server.ServeTLS(listener, "", "") }()
	if len(s.root) == 0 {
		return nil
	}
	hand, err := net.Listen("tcp", listenAt(first.Hostname(), after(first.Port())))
	if err != nil {
		return err
	}
	giver := s.Server(s.giving(first.String()))
	s.servers = append(s.servers, giver)
	go func() { _ = giver.Serve(hand) }()
	return nil
}

// suites of TLS 1.2 that are spoken: those that seal what they send; none that chains blocks.
var suites = []uint16{tls.TLS_ECDHE_ECDSA_WITH_AES_128_GCM_SHA256, tls.TLS_ECDHE_ECDSA_WITH_AES_256_GCM_SHA384,
	tls.TLS_ECDHE_ECDSA_WITH_CHACHA20_POLY1305_SHA256, tls.TLS_ECDHE_RSA_WITH_AES_128_GCM_SHA256,
	tls.TLS_ECDHE_RSA_WITH_AES_256_GCM_SHA384, tls.TLS_ECDHE_RSA_WITH_CHACHA20_POLY1305_SHA256}

// certificates are the given one, read anew when its file changes, or a leaf of the root, made
// anew before its time is over.
func (s *Shop) certificates(ctx context.Context, names []string) (*tls.Config, error) {
	cfg := &tls.Config{MinVersion: tls.VersionTLS12, CipherSuites: suites}
	if s.CertFile != "" {
		given, err := newGiven(s.CertFile, s.KeyFile)
		if err != nil {
			return nil, err
		}
		cfg.GetCertificate = given.get
		return cfg, nil
	}
	der, key, err := s.Authority(ctx, names, func() ([]byte, []byte, error) { return newRoot(names, time.Now()) })
	if err != nil {
		return nil, err
	}
	own, err := readRoot(der, key)
	if err != nil {
		return nil, err
	}
	s.root = der
	var mu sync.Mutex
	var leaf *tls.Certificate
	cfg.GetCertificate = func(*tls.ClientHelloInfo) (*tls.Certificate, error) {
		mu.Lock()
		defer mu.Unlock()
		if leaf == nil || time.Until(leaf.Leaf.NotAfter) < leafFresh {
			made, err := own.leaf(names, time.Now())
			if err != nil {
				return nil, err
			}
			leaf = &made
		}
		return leaf, nil
	}
	_, err = cfg.GetCertificate(nil)
	return cfg, err
}

// given is a certificate in files.
type given struct {
	cert, key string
	mu        sync.Mutex
	read      time.Time
	now       *tls.Certificate
}

func newGiven(cert, key string) (*given, error) {
	g := &given{cert: cert, key: key}
	_, err := g.get(nil)
	return g, err
}

func (g *given) get(*tls.ClientHelloInfo) (*tls.Certificate, error) {
	g.mu.Lock()
	defer g.mu.Unlock()
	info, err := os.Stat(g.cert)
	if err == nil && (g.now == nil || !info.ModTime().Equal(g.read)) {
		var made tls.Certificate
		if made, err = tls.LoadX509KeyPair(g.cert, g.key); err == nil {
			g.now, g.read = &made, info.ModTime()
		}
	}
	if g.now != nil { // a renewal that is half-way does not close the door
		return g.now, nil
	}
	return nil, fmt.Errorf("the certificate %s with the key %s: %w", g.cert, g.key, err)
}

// giving hands out the root's certificate to phones, with the steps to install it, and nothing
// else: it is the only page without TLS.
func (s *Shop) giving(link string) http.Handler {
	der, print := s.root, fingerprint(s.root)
	mux := http.NewServeMux()
	mux.HandleFunc("GET /gray-bridge-root.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="gray-bridge-root.crt"`)
		_, _ = w.Write(der)
	})
	mux.HandleFunc("GET /{$}", func(w http.ResponseWriter, _ *http.Request) {
		h := w.Header()
		h.Set("Content-Type", "text/html; charset=utf-8")
		h.Set("Content-Security-Policy", "default-src 'none'; style-src 'self'")
		h.Set("X-Content-Type-Options", "nosniff")
		_ = givingPage.Execute(w, map[string]string{"Print": print, "Link": link})
	})
	mux.HandleFunc("GET /root.css", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "text/css; charset=utf-8")
		_, _ = io.WriteString(w, givingStyle)
	})
	return mux
}

const givingStyle = `body{font:18px/1.5 sans-serif;max-width:34rem;margin:0 auto;padding:16px;color:#26292b;
background:#f4f3f0}a{color:#1d5f6b}a.do{display:block;padding:14px;margin:14px 0;background:#1d5f6b;color:#fff;
text-align:center;text-decoration:none}code{word-break:break-word;font-size:.9em}li{margin:.4em 0}
`

var givingPage = template.Must(template.New("root").Parse(`<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>Gray Bridge on this phone</title>
<link rel="stylesheet" href="/root.css">
<h1>Gray Bridge on this phone</h1>
<p>Once: install the certificate of this workshop's own server. It vouches for this server's names and for nothing
else.</p>
<a class="do" href="/gray-bridge-root.crt">1. Get the certificate</a>
<p>2. Compare. Before you trust it, this must be what the computer shows under Sharing, group by group:<br>
<code>{{.Print}}</code></p>
<h2>3. Install it</h2>
<p><strong>Android:</strong></p><ol><li>Settings, Security, More, Encryption and credentials, Install a certificate,
<em>CA certificate</em>.</li><li>Choose <em>gray-bridge-root.crt</em> among the downloads.</li></ol>
<p><strong>iPhone or iPad:</strong></p><ol><li>Settings, General, VPN and device management: install the
profile.</li><li>Settings, General, About, Certificate trust settings: switch it on.</li></ol>
<p>Menus differ a little from phone to phone; look for “CA certificate”.</p>
<a class="do" href="{{.Link}}">4. Open Gray Bridge</a>
<p>If the browser still warns, the certificate is not installed: do not click through, a page behind a warning has no
camera, no microphone and no work without network.</p></html>
`))
