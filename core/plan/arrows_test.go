package plan_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Arrows point one way: core imports nothing above it, chapters do not import each
// other, the site reads the chapters, bridges stand on the site, the plan on the bridges, and
// weighing, review and meaning on the plan; drawing, store and api above it know of each other
// only downwards.
func TestArrowsPointOneWay(t *testing.T) {
	t.Parallel()
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}} {{join .Imports " "}}`, "graybridge/...").Output()
	require.NoError(t, err)
	list := func(names ...string) map[string]bool {
		all := map[string]bool{}
		for _, n := range names {
			all[n] = true
		}
		return all
	}
	with := func(below []string, more ...string) []string { return slices.Concat(below, more) }
	floor := []string{"unit", "can", "circuit", "circuit/transient", "machine", "arrange", "finding", "search", "each",
		"table", "openfile", "complaint", "cause"}
	read := with(floor, "supply", "plate", "leads", "load")
	site := with(read, "site", "protection", "stores", "bringup") // what a bridge stands on
	bridges := with(site, "bridge", "label", "leaflet", "device") // and a bridge itself: none knows another
	document := with(read, "entry", "device", "fit", "makeup", "protection", "stores", "wants",
		"capacitor", "rotary",
		"drive", "dc")
	plan := with(document, "document", "bridge", "bringup", "logbook", "site", "label")
	over := with(plan, "plan") // rooms over the plan: none knows another
	may := map[string]map[string]bool{
		"entry": list("openfile", "device"), "site": list(read...), "bringup": list(with(floor, "logbook")...),
		"profiles": list("openfile", "bridge", "drive", "dc"),
		"logbook":  list("openfile"), "device": list(), "sound": list(), "label": list("unit"),
		"bridge": list(site...), "capacitor": list(bridges...), "drive": list(bridges...), "rotary": list(bridges...),
		"dc": list(bridges...), "document": list(document...), "plan": list(plan...),
		"weigh": list(over...), "review": list(over...), "meaning": list(over...), "picture": list(over...),
		"scenario": list(over...), "symptom": list(over...), "complaint": list("openfile"), "cause": list("complaint"),
	}
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		words := strings.Fields(line)
		from := strings.TrimPrefix(words[0], "graybridge/")
		chapter, core := strings.CutPrefix(from, "core/")
		for _, imported := range words[1:] {
			to, inside := strings.CutPrefix(imported, "graybridge/")
			below, toCore := strings.CutPrefix(to, "core/")
			switch {
			case !core:
				if !inside || toCore {
					continue
				}
				allowed := map[string]map[string]bool{
					"drawing": {}, "drawing/svg": list("drawing"), "drawing/pdf": list("drawing", "drawing/svg"),
					"store": list("store/migrations"), "door": {}, "share": list("store"),
					"api": list("drawing", "drawing/svg", "drawing/pdf", "store", "door"),
				}[from]
				if allowed != nil {
					require.True(t, allowed[to], "%s imports %s", from, to)
				}
			case !inside:
				require.NotContains(t, []string{"net/http", "database/sql", "os", "log", "log/slog", "time"}, imported,
					"%s is pure", from)
				require.False(t, strings.Contains(strings.Split(imported, "/")[0], "."),
					"%s imports %s: core needs only the standard library", from, imported)
			case !toCore:
				require.Fail(t, "an arrow upwards", "%s imports %s", from, to)
			default:
				allowed := may[chapter]
				if allowed == nil {
					allowed = list(floor...)
				}
				require.True(t, allowed[below], "chapter %s imports chapter %s", chapter, below)
			}
		}
	}
}

// A drawing knows its scene and nothing else of a plan.
func TestOnlyTheSceneKnowsThePlan(t *testing.T) {
	t.Parallel()
	files, err := filepath.Glob("../../drawing/*.go")
	require.NoError(t, err)
	require.Greater(t, len(files), 10)
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") || filepath.Base(f) == "scene.go" {
			continue
		}
		text, err := os.ReadFile(f)
		require.NoError(t, err)
		require.NotContains(t, string(text), `"graybridge/core/plan"`, f)
	}
}

// An id that somebody asks for is a constant, and something says it: in the room of its
// chapter, or where the plan is made.
func TestEveryIdAskedForIsSpoken(t *testing.T) {
	t.Parallel()
	declared, err := os.ReadFile("../finding/ids.go")
	require.NoError(t, err)
	names := regexp.MustCompile(`(?m)^\t(\w+)\s+= "([a-z.-]+)"`).FindAllStringSubmatch(string(declared), -1)
	require.Greater(t, len(names), 60)
	files, err := filepath.Glob("../*/*.go")
	require.NoError(t, err)
	var all strings.Builder
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") || strings.HasSuffix(f, "finding/ids.go") {
			continue
		}
		text, err := os.ReadFile(f)
		require.NoError(t, err)
		all.Write(text)
	}
	text := strings.Join(strings.Fields(all.String()), " ") + " "
	for _, n := range names {
		said := false
		for _, by := range []string{"ID: finding.%,", "say(finding.%,", "put(finding.%,", "{up, finding.%,",
			", finding.%, finding."} {
			said = said || strings.Contains(text, strings.Replace(by, "%", n[1], 1))
		}
		assert.True(t, said, "%s is asked for and never said", n[1])
		assert.NotContains(t, text, `ID: "`+n[2]+`"`, "%s is said without its name", n[1])
	}
}
