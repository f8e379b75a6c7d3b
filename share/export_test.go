package share

import (
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"os"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// RootFor makes a root and what signs certificates by it, for any name.
func RootFor(t *testing.T, names []string) (func(name string) *x509.Certificate, *x509.Certificate) {
	t.Helper()
	der, key, err := newRoot(names, time.Now())
	require.NoError(t, err)
	r, err := readRoot(der, key)
	require.NoError(t, err)
	return func(name string) *x509.Certificate {
		leaf, err := r.leaf([]string{name}, time.Now())
		require.NoError(t, err)
		return leaf.Leaf
	}, r.certificate
}

// WriteLeaf writes a certificate with its key into files and gives the root behind it.
func WriteLeaf(t *testing.T, name, cert, key string) []byte {
	t.Helper()
	der, private, err := newRoot([]string{name}, time.Now())
	require.NoError(t, err)
	r, err := readRoot(der, private)
	require.NoError(t, err)
	leaf, err := r.leaf([]string{name}, time.Now())
	require.NoError(t, err)
	pkcs, err := x509.MarshalPKCS8PrivateKey(leaf.PrivateKey)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(cert, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE",
		Bytes: leaf.Certificate[0]}),
		0o600))
	require.NoError(t, os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: pkcs}), 0o600))
	_, err = tls.LoadX509KeyPair(cert, key)
	require.NoError(t, err)
	return der
}
