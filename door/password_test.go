package door_test

import (
	"context"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/door"
)

func TestAPasswordOpensWhatItSealedAndNothingElseDoes(t *testing.T) {
	t.Parallel()
	ctx := context.Background()
	sealed, err := door.Seal(ctx, "wet clay and slip")
	require.NoError(t, err)
	require.Regexp(t, regexp.MustCompile(`^\$argon2id\$v=19\$m=19456,t=2,p=1\$`), sealed)
	require.NotContains(t, sealed, "clay")
	other, err := door.Seal(ctx, "wet clay and slip")
	require.NoError(t, err)
	require.NotEqual(t, sealed, other, "a salt of its own")
	for password, opens := range map[string]bool{"wet clay and slip": true, "Wet clay and slip": false, "": false,
		strings.Repeat("x", 5000): false} {
		ok, err := door.Opens(ctx, sealed, password)
		require.NoError(t, err)
		require.Equal(t, opens, ok, "%.20q", password)
	}
	for _, sealed := range []string{"", "$argon2id$v=19$m=19456,t=2,p=1$$", "plain"} {
		ok, err := door.Opens(ctx, sealed, "")
		require.NoError(t, err)
		require.False(t, ok, "nothing opens %q", sealed)
	}
	for _, bad := range []string{"short", strings.Repeat("x", 201)} {
		_, err := door.Seal(ctx, bad)
		require.ErrorIs(t, err, door.ErrShort)
	}
	_, err = door.Seal(ctx, "tön öfen ab")
	require.NoError(t, err, "letters are counted, not bytes")
}

func TestACodeIsReadHoweverItIsTyped(t *testing.T) {
	t.Parallel()
	seen := map[string]bool{}
	for range 1000 {
		code := door.NewCode()
		require.Regexp(t, regexp.MustCompile(`^[A-Z2-7]{4}(-[A-Z2-7]{4}){3}$`), code)
		require.False(t, seen[code])
		seen[code] = true
		require.Equal(t, door.PlainCode(code), door.PlainCode(" "+strings.ToLower(strings.ReplaceAll(code, "-", " "))))
		require.Len(t, door.PlainCode(code), 16)
	}
}
