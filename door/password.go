// Package door is what stands between a stranger and a shared workshop: passwords, codes, and
// how long wrong tries wait. It keeps nothing itself.
package door

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/base32"
	"encoding/base64"
	"errors"
	"fmt"
	"runtime"
	"strings"
	"time"
	"unicode/utf8"

	"golang.org/x/crypto/argon2"
)

// Argon2id's cost: 19 MiB and two passes, some 60 ms on one core.
const (
	memoryKiB = 19 << 10
	passes    = 2
	lanes     = 1
	keyBytes  = 32
	saltBytes = 16
)

// Limits of a password, in letters.
const (
	LeastPassword = 10
	MostPassword  = 200
)

// ErrShort says that a password has too few or too many letters.
var ErrShort = errors.New("a password of 10 to 200 letters")

// hashing bounds the passwords that are worked on at one time: each takes memory and a core.
var hashing = make(chan struct{}, max(1, runtime.GOMAXPROCS(0)/2))

func hash(ctx context.Context, password string, salt []byte) ([]byte, error) {
	select {
	case hashing <- struct{}{}:
		defer func() { <-hashing }()
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	return argon2.IDKey([]byte(password), salt, passes, memoryKiB, lanes, keyBytes), nil
}

// Seal gives a password as it is kept: its argon2id hash with salt and cost, in the usual form.
func Seal(ctx context.Context, password string) (string, error) {
	if n := utf8.RuneCountInString(password); n < LeastPassword || n > MostPassword {
		return "", ErrShort
	}
	salt := make([]byte, saltBytes)
	_, _ = rand.Read(salt)
	sum, err := hash(ctx, password, salt)
	if err != nil {
		return "", err
	}
	enc := base64.RawStdEncoding
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, memoryKiB, passes, lanes,
		enc.EncodeToString(salt), enc.EncodeToString(sum)), nil
}

// Opens says whether a password is the one that was sealed. It takes as long where there is
// none, so that nobody learns by the time which names are known.
func Opens(ctx context.Context, sealed, password string) (bool, error) {
	var salt, want []byte
	if parts := strings.Split(sealed, "$"); len(parts) == 6 && parts[1] == "argon2id" {
		salt, _ = base64.RawStdEncoding.DecodeString(parts[4])
		want, _ = base64.RawStdEncoding.DecodeString(parts[5])
	}
	if len(salt) == 0 {
		salt = make([]byte, saltBytes)
	}
	if utf8.RuneCountInString(password) > MostPassword {
		password = ""
	}
	got, err := hash(ctx, password, salt)
	if err != nil {
		return false, err
	}
	return len(want) == keyBytes && subtle.ConstantTimeCompare(got, want) == 1, nil
}

// How long codes hold.
const (
	PairingHolds = 10 * time.Minute
	InviteHolds  = 3 * 24 * time.Hour // the first code of a new person
)

// NewCode is a code that is read off a screen and typed: 16 letters in groups of four, 80 bits.
func NewCode() string {
	raw := make([]byte, 10)
	_, _ = rand.Read(raw)
	text := base32.StdEncoding.EncodeToString(raw)
	return strings.Join([]string{text[:4], text[4:8], text[8:12], text[12:]}, "-")
}

// PlainCode is a code as it is looked up: in capitals, without what was typed between.
func PlainCode(code string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z':
			return r - 'a' + 'A'
		case r >= 'A' && r <= 'Z', r >= '2' && r <= '7':
			return r
		}
		return -1
	}, code)
}

// Free tries before each next one waits: of a name from one address, of a name from anywhere,
// of an address.
const (
	FreeOfBoth    = 5
	FreeOfName    = 30
	FreeOfAddress = 20
)

// Tried names what a try is counted under.
func Tried(name, address string) (both, ofName, ofAddress string) {
	name = strings.ToLower(strings.TrimSpace(name))
	return "both " + address + " " + name, "name " + name, "address " + address
}
