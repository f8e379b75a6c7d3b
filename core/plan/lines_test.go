package plan_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

const (
	// A tab counts four; what stands between backticks (SQL, scripts, patterns, tags) is left whole.
	mostColumns = 120
	mostOfAFunc = 80 // unless its comment gives the reason in a line that begins with "Long:"
	mostOfAFile = 450
)

// No line is over 120 columns, no function over 80 lines without a written reason, no file
// over 450: of the program and of its tests.
func TestTheHouseKeepsItsMeasures(t *testing.T) {
	t.Parallel()
	seen := 0
	for _, room := range []string{"api", "cmd", "core", "door", "drawing", "e2e", "share", "store"} {
		root := filepath.Join("..", "..", room)
		require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") {
				return err
			}
			seen++
			measure(t, path)
			return nil
		}))
	}
	require.Greater(t, seen, 200)
}

// measure holds one file to the measures.
func measure(t *testing.T, path string) {
	text, err := os.ReadFile(path)
	require.NoError(t, err)
	lines := strings.Split(string(text), "\n")
	if n := len(lines) - 1; n > mostOfAFile {
		t.Errorf("%s has %d lines", path, n)
	}
	set := token.NewFileSet()
	file, err := parser.ParseFile(set, path, text, parser.ParseComments)
	require.NoError(t, err)
	whole := map[int]bool{}
	ast.Inspect(file, func(n ast.Node) bool {
		if s, ok := n.(*ast.BasicLit); ok && s.Kind == token.STRING && s.Value[0] == '`' {
			for i := set.Position(s.Pos()).Line; i <= set.Position(s.End()).Line; i++ {
				whole[i] = true
			}
		}
		return true
	})
	for i, line := range lines {
		if n := len([]rune(strings.ReplaceAll(line, "\t", "    "))); n > mostColumns && !whole[i+1] {
			t.Errorf("%s:%d has %d columns", path, i+1, n)
		}
	}
	for _, d := range file.Decls {
		f, ok := d.(*ast.FuncDecl)
		if !ok {
			continue
		}
		n := set.Position(f.End()).Line - set.Position(f.Pos()).Line + 1
		if n > mostOfAFunc && !strings.Contains(f.Doc.Text(), "Long:") {
			t.Errorf("%s: %s has %d lines and gives no reason", path, f.Name.Name, n)
		}
	}
}

// Of the lines of the browser part, without what is generated, a fifth at least are tests.
func TestTheBrowserPartIsTested(t *testing.T) {
	t.Parallel()
	tests, all := 0, 0
	root := filepath.Join("..", "..", "ui", "src")
	require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || strings.Contains(path, "generated") {
			return err
		}
		switch filepath.Ext(path) {
		case ".ts", ".vue", ".css":
			text, err := os.ReadFile(path)
			n := strings.Count(string(text), "\n")
			if all += n; strings.HasSuffix(path, ".test.ts") {
				tests += n
			}
			return err
		}
		return nil
	}))
	require.Greater(t, all, 10_000)
	require.GreaterOrEqual(t, 5*tests, all, "%d of %d lines", tests, all)
}
