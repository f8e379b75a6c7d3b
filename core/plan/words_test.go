package plan_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// What the core says stands in files of words, made of what was found elsewhere: no sentence
// is written beside a rule. An error's text is not one, nor is a comment.
func TestSentencesStandAmongWords(t *testing.T) {
	t.Parallel()
	root, among := filepath.Join("..", ".."), 0
	require.NoError(t, filepath.WalkDir(filepath.Join(root, "core"), func(path string, d fs.DirEntry, err error) error {
		name := d.Name()
		if err != nil || d.IsDir() || !strings.HasSuffix(name, ".go") || strings.HasSuffix(name, "_test.go") {
			return err
		}
		set := token.NewFileSet()
		file, err := parser.ParseFile(set, path, nil, 0)
		require.NoError(t, err)
		words := strings.HasPrefix(name, "words") || strings.HasSuffix(name, "_words.go")
		sentences(file, func(at ast.Node, text string) {
			if words {
				among++
			} else {
				t.Errorf("%s: “%s” stands beside a rule; a sentence belongs to the chapter's words",
					set.Position(at.Pos()), text)
			}
		})
		return nil
	}))
	require.Greater(t, among, 900)
}

// sentences yields every text in a file that is one sentence or more.
func sentences(file *ast.File, each func(at ast.Node, text string)) {
	ast.Inspect(file, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.CallExpr:
			if of, ok := n.Fun.(*ast.SelectorExpr); ok {
				pkg, _ := of.X.(*ast.Ident)
				if pkg != nil && (pkg.Name == "errors" || pkg.Name == "fmt" && of.Sel.Name == "Errorf") {
					return false
				}
			}
		case *ast.Field:
			return n.Tag == nil
		case ast.Expr:
			text, ok := literal(n)
			if ok && len(strings.Fields(text)) >= 4 && (strings.Contains(text, ". ") || strings.HasSuffix(text, ".")) {
				each(n, text)
			}
			return !ok
		}
		return true
	})
}

// literal is a text as it is written, with what is joined to it left out.
func literal(e ast.Expr) (text string, ok bool) {
	switch e := e.(type) {
	case *ast.BasicLit:
		if e.Kind == token.STRING {
			text, err := strconv.Unquote(e.Value)
			return text, err == nil
		}
	case *ast.BinaryExpr:
		if e.Op == token.ADD {
			left, one := literal(e.X)
			right, two := literal(e.Y)
			return left + right, one || two
		}
	}
	return "", false
}
