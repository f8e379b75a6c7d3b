package job_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// kept are the rooms whose lines, functions and files keep to the house's measures; a
// room is added once it does, and stays.
var kept = []string{"core/bringup", "core/can", "core/dc", "core/entry", "core/finding", "core/load", "core/openfile", "core/rotary",
	"core/scenario", "core/search", "core/table", "drawing/svg"}

const (
	mostColumns = 120 // a tab counts four
	mostOfAFunc = 80
	mostOfAFile = 450
)

// No line is over 120 columns, no function over 80 lines, no file over 450.
func TestRoomsKeepTheHousesMeasures(t *testing.T) {
	for _, room := range kept {
		files, err := filepath.Glob(filepath.Join("..", "..", room, "*.go"))
		require.NoError(t, err)
		require.NotEmpty(t, files, room)
		for _, path := range files {
			text, err := os.ReadFile(path)
			require.NoError(t, err)
			lines := strings.Split(string(text), "\n")
			require.LessOrEqual(t, len(lines)-1, mostOfAFile, path)
			for i, line := range lines {
				columns := len([]rune(strings.ReplaceAll(line, "\t", "    ")))
				require.LessOrEqual(t, columns, mostColumns, "%s:%d", path, i+1)
			}
			set := token.NewFileSet()
			file, err := parser.ParseFile(set, path, text, 0)
			require.NoError(t, err)
			for _, d := range file.Decls {
				if f, ok := d.(*ast.FuncDecl); ok {
					n := set.Position(f.End()).Line - set.Position(f.Pos()).Line + 1
					require.LessOrEqual(t, n, mostOfAFunc, "%s: %s", path, f.Name.Name)
				}
			}
		}
	}
}
