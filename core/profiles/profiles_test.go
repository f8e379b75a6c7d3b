package profiles_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/drive"
	"graybridge/core/openfile"
	"graybridge/core/profiles"
)

func TestAProfileBeginsAndIsLookedOver(t *testing.T) {
	for kind, plate := range map[profiles.Kind]string{
		profiles.Drive:      "IN: AC 1PH 220V 50/60Hz 14A OUT: AC 3PH 0~220V 7A 1.5kW",
		profiles.Controller: "IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC",
	} {
		begun, problem := profiles.Begin(kind, profiles.Beginning{Plate: plate})
		require.Empty(t, problem, kind)
		c, err := profiles.Check(kind, begun)
		require.NoError(t, err)
		require.True(t, c.Usable, "%s: %v", kind, c.Problems)
		named, name, err := profiles.Named(kind, begun, "mine", 3)
		require.NoError(t, err)
		require.NotEmpty(t, name)
		require.Contains(t, string(named), `"revision":3`)
		c, err = profiles.Check(kind, named)
		require.NoError(t, err)
		require.True(t, c.Usable, "%s: %v", kind, c.Problems)
		require.NotEmpty(t, c.Lacks, "a plate does not say everything")

		_, problem = profiles.Begin(kind, profiles.Beginning{Plate: "a label of soap"})
		require.NotEmpty(t, problem)
	}
}

func TestWhatShipsIsCopied(t *testing.T) {
	for _, kind := range []profiles.Kind{profiles.Drive, profiles.Controller} {
		for _, s := range profiles.Words(kind).Shipped {
			begun, problem := profiles.Begin(kind, profiles.Beginning{Shipped: s.Word})
			require.Empty(t, problem)
			named, name, err := profiles.Named(kind, begun, "copy", 1)
			require.NoError(t, err)
			require.Equal(t, s.Name+", changed", name)
			c, err := profiles.Check(kind, named)
			require.NoError(t, err)
			require.Empty(t, c.Problems, s.Word)
		}
		_, problem := profiles.Begin(kind, profiles.Beginning{Shipped: "nothing-like-it"})
		require.NotEmpty(t, problem)
	}
}

// What was entered of a drive by its plate is not typed again.
func TestAProfileBeginsWithTheCodesOfTheSheet(t *testing.T) {
	begun, problem := profiles.Begin(profiles.Drive, profiles.Beginning{
		Plate:       "IN 1~ 200-240 V 14 A OUT 3~ 0-240 V 7 A",
		MotorScrews: "T1 T2 T3", Codes: "motor-amps P3.05\naccelerate P1.01"})
	require.Empty(t, problem)
	named, _, err := profiles.Named(profiles.Drive, begun, "mine", 1)
	require.NoError(t, err)
	p, err := drive.Decode(named)
	require.NoError(t, err)
	require.Equal(t, "T1-T2-T3", p.Ends(drive.MotorOut))
	require.Equal(t, []string{"P3.05", "P1.01"}, []string{p.Parameters[0].Code, p.Parameters[1].Code})
}

func TestAnUnfinishedProfileIsKeptAsItIs(t *testing.T) {
	half := `{"name":" Beck 11 ","output":{"amps":"five"},"remark":"mine"}`
	named, name, err := profiles.Named(profiles.Drive, []byte(half), "beck-11", 2)
	require.NoError(t, err)
	require.Equal(t, "Beck 11", name)
	var all map[string]any
	require.NoError(t, json.Unmarshal(named, &all))
	require.Equal(t, map[string]any{"amps": "five"}, all["output"], "what was typed stays")
	c, err := profiles.Check(profiles.Drive, named)
	require.NoError(t, err)
	require.False(t, c.Usable)
	paths := []string{}
	for _, p := range c.Problems {
		paths = append(paths, p.Path)
	}
	require.Subset(t, paths, []string{"output.amps", "input", "remark"})

	var bad openfile.Problems
	for _, text := range []string{`[]`, `7`, `{"name":`, `{"name":""}`, `{"name":"` + strings.Repeat("a", 61) + `"}`,
		`{"name":"a","about":"` + strings.Repeat("b", profiles.MostBytes) + `"}`} {
		_, _, err := profiles.Named(profiles.Drive, []byte(text), "x", 1)
		require.ErrorAs(t, err, &bad, text[:min(len(text), 20)])
	}
}

func TestIDsOfProfiles(t *testing.T) {
	taken := map[string]bool{"beck-11": true, "beck-11-2": true}
	id := func(name string) string { return profiles.IDOf(name, func(id string) bool { return taken[id] }) }
	require.Equal(t, "beck-11-3", id("Beck 11"))
	require.Equal(t, "tarn-22-2", id("Tarn 22"), "one ships under that name")
	require.Equal(t, "by-plate-2", id("by plate"))
	require.Equal(t, "device", id("…"))
}

func TestDevicesAreTriedByKind(t *testing.T) {
	begun, _ := profiles.Begin(profiles.Drive, profiles.Beginning{Shipped: "ghyll-7"})
	named, _, err := profiles.Named(profiles.Drive, begun, "copy", 1)
	require.NoError(t, err)
	out, err := profiles.Try(profiles.Drive, named, []bridge.Deed{{Do: "run"}, {Do: "trip"}, {Do: "run"}})
	require.NoError(t, err)
	require.True(t, out[1].Tripped)
	require.NotEmpty(t, out[2].Refused)
	_, err = profiles.Try(profiles.Drive, []byte(`{"name":"half"}`), nil)
	var bad openfile.Problems
	require.ErrorAs(t, err, &bad)
	begun, _ = profiles.Begin(profiles.Controller, profiles.Beginning{Shipped: "sike-90"})
	named, _, _ = profiles.Named(profiles.Controller, begun, "copy", 1)
	out, err = profiles.Try(profiles.Controller, named, []bridge.Deed{{Do: "dial", Value: "50"}, {Do: "run"}})
	require.NoError(t, err)
	require.Contains(t, out[1].Shows, "V")
}

// Every function, role and turn has a plain name that no other has.
func TestTheVocabularyIsWhole(t *testing.T) {
	v := profiles.Words(profiles.Drive)
	require.Len(t, v.Functions, len(drive.Functions()))
	for _, list := range [][]bridge.Naming{v.Functions, v.Terminals, profiles.Words(profiles.Controller).Turns} {
		seen := map[string]bool{}
		for _, n := range list {
			require.NotEmpty(t, n.Name, n.Word)
			require.False(t, seen[n.Name], n.Name)
			seen[n.Name] = true
		}
	}
}
