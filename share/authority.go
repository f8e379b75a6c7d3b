// Package share opens the server to a shop: it listens on the chosen address over TLS, with a
// certificate that was given or with one of the workshop's own root, and closes again. The
// root is bound to the names and addresses of this server: installed on a phone it vouches for
// nothing else.
package share

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"fmt"
	"math/big"
	"net"
	"strings"
	"time"
)

// How long they hold: browsers refuse a server's certificate of more than 825 days.
const (
	rootHolds = 10 * 365 * 24 * time.Hour
	leafHolds = 397 * 24 * time.Hour
	leafFresh = 30 * 24 * time.Hour // made anew before
)

// root is a workshop's own certificate authority.
type root struct {
	certificate *x509.Certificate
	key         *ecdsa.PrivateKey
}

// newRoot makes a root that vouches for these names and addresses alone (RFC 5280, name
// constraints). It gives certificate and key as DER.
func newRoot(names []string, now time.Time) (certificate, key []byte, err error) {
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, nil, err
	}
	hosts, addresses := apart(names)
	t := &x509.Certificate{SerialNumber: serial(), Subject: pkix.Name{CommonName: "Gray Bridge of " + names[0],
		Organization: []string{"Gray Bridge, this workshop's own"}},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(rootHolds), IsCA: true, BasicConstraintsValid: true,
		MaxPathLenZero: true, KeyUsage: x509.KeyUsageCertSign | x509.KeyUsageCRLSign,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, PermittedDNSDomainsCritical: true}
	t.PermittedDNSDomains = append(t.PermittedDNSDomains, hosts...)
	if len(hosts) == 0 { // no name at all
		t.PermittedDNSDomains = []string{"invalid"}
	}
	for _, a := range addresses {
		t.PermittedIPRanges = append(t.PermittedIPRanges, one(a))
	}
	if len(addresses) == 0 {
		t.ExcludedIPRanges = []*net.IPNet{{IP: net.IPv4zero.To4(), Mask: net.CIDRMask(0, 32)},
			{IP: net.IPv6zero, Mask: net.CIDRMask(0, 128)}}
	}
	certificate, err = x509.CreateCertificate(rand.Reader, t, t, &private.PublicKey, private)
	if err != nil {
		return nil, nil, err
	}
	key, err = x509.MarshalECPrivateKey(private)
	return certificate, key, err
}

// one is the network of a single address.
func one(ip net.IP) *net.IPNet {
	if four := ip.To4(); four != nil {
		return &net.IPNet{IP: four, Mask: net.CIDRMask(32, 32)}
	}
	return &net.IPNet{IP: ip, Mask: net.CIDRMask(128, 128)}
}

// apart tells names from addresses.
func apart(names []string) (hosts []string, addresses []net.IP) {
	for _, n := range names {
		if ip := net.ParseIP(n); ip != nil {
			addresses = append(addresses, ip)
		} else {
			hosts = append(hosts, n)
		}
	}
	return hosts, addresses
}

func serial() *big.Int {
	n, _ := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	return n.Add(n, big.NewInt(1))
}

func readRoot(certificate, key []byte) (root, error) {
	c, err := x509.ParseCertificate(certificate)
	if err != nil {
		return root{}, err
	}
	k, err := x509.ParseECPrivateKey(key)
	return root{c, k}, err
}

// leaf makes the server's certificate for names that the root may vouch for.
func (r root) leaf(names []string, now time.Time) (tls.Certificate, error) {
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return tls.Certificate{}, err
	}
	hosts, addresses := apart(names)
	t := &x509.Certificate{SerialNumber: serial(), Subject: pkix.Name{CommonName: names[0]},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(leafHolds), KeyUsage: x509.KeyUsageDigitalSignature,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, BasicConstraintsValid: true, DNSNames: hosts,
		IPAddresses: addresses}
	if last := r.certificate.NotAfter; t.NotAfter.After(last) {
		t.NotAfter = last
	}
	der, err := x509.CreateCertificate(rand.Reader, t, r.certificate, &private.PublicKey, r.key)
	if err != nil {
		return tls.Certificate{}, err
	}
	parsed, err := x509.ParseCertificate(der)
	return tls.Certificate{Certificate: [][]byte{der, r.certificate.Raw}, PrivateKey: private, Leaf: parsed}, err
}

// fingerprint is the SHA-256 of a certificate as it is compared by eye.
func fingerprint(certificate []byte) string {
	sum := sha256.Sum256(certificate)
	parts := make([]string, 0, len(sum)/2)
	for i := 0; i < len(sum); i += 2 {
		parts = append(parts, fmt.Sprintf("%02X%02X", sum[i], sum[i+1]))
	}
	return strings.Join(parts, " ")
}
