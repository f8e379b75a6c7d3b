package share_test

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"graybridge/share"
	"graybridge/store"
	"graybridge/store/storetest"
)

// twoPorts are one that is free and the next, free too.
func twoPorts(t *testing.T) string {
	t.Helper()
	for range 50 {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		require.NoError(t, err)
		port := l.Addr().(*net.TCPAddr).Port
		next, err := net.Listen("tcp", net.JoinHostPort("127.0.0.1", strconv.Itoa(port+1)))
		_ = l.Close()
		if err == nil {
			_ = next.Close()
			return strconv.Itoa(port)
		}
	}
	t.Fatal("no two free ports beside each other")
	return ""
}

func opened(t *testing.T, s *share.Shop) *share.Shop {
	t.Helper()
	s.Server = func(h http.Handler) *http.Server { return &http.Server{Handler: h} }
	s.Serve(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { _, _ = io.WriteString(w, "the shop") }))
	t.Cleanup(s.Close)
	return s
}

// phone trusts one root and nothing else.
func phone(root []byte) *http.Client {
	pool := x509.NewCertPool()
	if root != nil {
		c, err := x509.ParseCertificate(root)
		if err != nil {
			panic(err)
		}
		pool.AddCert(c)
	}
	return &http.Client{Timeout: 5 * time.Second,
		Transport: &http.Transport{DisableKeepAlives: true, TLSClientConfig: &tls.Config{RootCAs: pool}}}
}

// A phone that trusts the workshop's root alone reaches the server, by its address and by its
// name; one that does not is kept away; the root is handed out without TLS, with its fingerprint
// to compare, and nothing else is. Closed, nobody answers; opened again, the same root serves.
func TestAPhoneThatTrustsTheRootAloneReachesTheServer(t *testing.T) {
	t.Parallel()
	ctx := context.Background()
	st := storetest.Store(t)
	s := opened(t, &share.Shop{Authority: st.Server.Authority})
	port := twoPorts(t)
	links, err := s.Plan("127.0.0.1:" + port)
	require.NoError(t, err)
	require.Equal(t, []string{"https://127.0.0.1:" + port}, links)
	now := store.Sharing{Open: true, Addresses: links}
	require.NoError(t, s.Follow(ctx, now))
	require.Empty(t, s.Trouble())
	root, print, giving := s.Root()
	require.NotEmpty(t, root)
	require.Len(t, strings.Fields(print), 16)

	got, err := phone(root).Get(links[0])
	require.NoError(t, err)
	body, _ := io.ReadAll(got.Body)
	require.Equal(t, "the shop", string(body))
	_, err = phone(nil).Get(links[0])
	require.ErrorContains(t, err, "unknown authority")
	_, err = phone(root).Get("https://localhost:" + port)
	require.Error(t, err, "a name that was not chosen is none of the certificate's")

	chained := phone(root)
	chained.Transport.(*http.Transport).TLSClientConfig.MaxVersion = tls.VersionTLS12
	chained.Transport.(*http.Transport).TLSClientConfig.CipherSuites = []uint16{
		tls.TLS_ECDHE_ECDSA_WITH_AES_128_CBC_SHA, tls.TLS_ECDHE_RSA_WITH_AES_128_CBC_SHA}
	_, err = chained.Get(links[0])
	require.ErrorContains(t, err, "handshake failure", "no suite that chains blocks is spoken")

	page, err := http.Get(giving)
	require.NoError(t, err)
	require.Equal(t, "default-src 'none'; style-src 'self'", page.Header.Get("Content-Security-Policy"))
	style, err := http.Get(giving + "/root.css")
	require.NoError(t, err)
	require.Equal(t, "text/css; charset=utf-8", style.Header.Get("Content-Type"))
	_ = style.Body.Close()
	body, _ = io.ReadAll(page.Body)
	require.Contains(t, string(body), print)
	require.NotContains(t, string(body), "<style")
	require.Contains(t, string(body), links[0])
	file, err := http.Get(giving + "/gray-bridge-root.crt")
	require.NoError(t, err)
	body, _ = io.ReadAll(file.Body)
	require.Equal(t, root, body)
	require.Equal(t, "application/x-x509-ca-cert", file.Header.Get("Content-Type"))
	other, err := http.Get(giving + "/api/yard")
	require.NoError(t, err)
	require.Equal(t, http.StatusNotFound, other.StatusCode)

	require.NoError(t, s.Follow(ctx, store.Sharing{}))
	_, err = phone(root).Get(links[0])
	require.Error(t, err)
	require.NoError(t, s.Follow(ctx, now))
	got, err = phone(root).Get(links[0])
	require.NoError(t, err, "phones keep the root they have")
	_ = got.Body.Close()
}

// The root vouches for its own names: a certificate that it signs for another is refused by
// who trusts it.
func TestTheRootVouchesForItsOwnNamesAlone(t *testing.T) {
	t.Parallel()
	for _, names := range [][]string{{"192.0.2.7"}, {"clayroom.local", "192.0.2.7"}, {"clayroom.local"}} {
		signs, root := share.RootFor(t, names)
		pool := x509.NewCertPool()
		pool.AddCert(root)
		for name, good := range map[string]bool{"192.0.2.7": len(names) == 2 || names[0] == "192.0.2.7",
			"192.0.2.8": false, "clayroom.local": names[0] == "clayroom.local", "bank.example": false,
			"localhost":   false,
			"2001:db8::1": false} {
			leaf := signs(name)
			_, err := leaf.Verify(x509.VerifyOptions{Roots: pool, DNSName: hostFor(name)})
			require.Equal(t, good, err == nil, "%v for %s: %v", names, name, err)
		}
		require.True(t, root.IsCA && root.MaxPathLenZero, "no root below it")
	}
}

func hostFor(name string) string {
	if strings.Contains(name, ":") {
		return "[" + name + "]"
	}
	return name
}

// A given certificate is served as it is, also after it was renewed; a root is not made then.
func TestAGivenCertificateIsServedAndRenewed(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	cert, key := filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	first := share.WriteLeaf(t, "127.0.0.1", cert, key)
	s := opened(t, &share.Shop{CertFile: cert, KeyFile: key})
	links, err := s.Plan("127.0.0.1:" + twoPorts(t))
	require.NoError(t, err)
	require.NoError(t, s.Follow(context.Background(), store.Sharing{Open: true, Addresses: links}))
	got, err := phone(first).Get(links[0])
	require.NoError(t, err)
	_ = got.Body.Close()
	_, _, giving := s.Root()
	require.Empty(t, giving)

	second := share.WriteLeaf(t, "127.0.0.1", cert, key)
	require.NoError(t, os.Chtimes(cert, time.Now(), time.Now().Add(time.Minute)))
	got, err = phone(second).Get(links[0])
	require.NoError(t, err)
	_ = got.Body.Close()
	require.NoError(t, os.WriteFile(cert, []byte("half"), 0o600))
	got, err = phone(second).Get(links[0])
	require.NoError(t, err, "a renewal that is half-way does not close the door")
	_ = got.Body.Close()
}

func TestABadAddressIsSaidBeforeAnythingOpens(t *testing.T) {
	t.Parallel()
	s := opened(t, &share.Shop{Authority: storetest.Store(t).Server.Authority})
	for address, says := range map[string]string{"": "a name or an address", "clay room": "a name or an address",
		"127.0.0.1:99999": "a port", "127.0.0.1:x": "a port", "192.0.2.77:8463": "an address of this machine"} {
		_, err := s.Plan(address)
		require.ErrorContains(t, err, says, "%q", address)
	}
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer taken.Close()
	_, err = s.Plan(taken.Addr().String())
	require.ErrorContains(t, err, "free port")
	// What cannot be opened is said, and nothing hangs.
	require.NoError(t, s.Follow(context.Background(), store.Sharing{Open: true,
		Addresses: []string{"https://192.0.2.77:8463"}}))
	require.Contains(t, s.Trouble(), "cannot be reached")
}
