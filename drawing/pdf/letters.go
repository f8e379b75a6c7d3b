package pdf

import (
	"bytes"
	_ "embed"
	"slices"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/text/unicode/bidi"
	"golang.org/x/text/unicode/norm"
	"golang.org/x/text/unicode/runenames"
)

// Any text prints. What the page's own typeface lacks comes from one that has
// it (letters of the near east and signs from one, those of the far east from
// another); what none has, such as a picture letter, is printed by its name.
// Right-to-left words stand from right to left, their letters joined.

var (
	//go:embed fonts/DejaVuSans.ttf
	dejavu []byte
	//go:embed fonts/DroidSansFallbackFull.ttf
	droid []byte
)

// face is a typeface that ships inside.
type face struct {
	name          string
	regular, bold []byte
	read          func() *sfnt.Font
}

func newFace(name string, regular, bold []byte) face {
	return face{name, regular, bold, sync.OnceValue(func() *sfnt.Font {
		f, err := sfnt.Parse(regular)
		if err != nil { // it ships inside, and a test reads it
			panic(err)
		}
		return f
	})}
}

// faces in the order in which they are asked for a letter.
var faces = []face{newFace(font, goregular.TTF, gobold.TTF), newFace("dejavu", dejavu, dejavu),
	newFace("droid", droid, droid)}

func (f face) has(r rune, buf *sfnt.Buffer) bool {
	g, err := f.read().GlyphIndex(buf, r)
	return err == nil && g != 0
}

// piece is text in one typeface.
type piece struct {
	face int
	text string
}

// pieces cuts text into what each typeface prints, in the order in which it
// stands on the page.
func pieces(text string) []piece {
	if plain(text) {
		return []piece{{0, text}}
	}
	var out []piece
	var buf sfnt.Buffer
	put := func(i int, text string) {
		if n := len(out); n > 0 && out[n-1].face == i {
			out[n-1].text += text
		} else {
			out = append(out, piece{i, text})
		}
	}
	for _, r := range seen(norm.NFC.String(strings.ToValidUTF8(text, "?"))) {
		i := slices.IndexFunc(faces, func(f face) bool { return r <= 0xFFFF && f.has(r, &buf) })
		switch {
		case unicode.IsSpace(r) || unicode.IsControl(r):
			put(0, " ")
		case i >= 0:
			put(i, string(r))
		case unicode.In(r, unicode.Mn, unicode.Me, unicode.Cf) || r >= 0x1F3FB &&
			r <= 0x1F3FF: // joins or colours what stands before it
		default:
			put(0, named(r))
		}
	}
	return out
}

func plain(text string) bool {
	for i := range len(text) {
		if text[i] < ' ' || text[i] >= utf8.RuneSelf {
			return false
		}
	}
	return true
}

// named is a letter that no typeface here has, by its name.
func named(r rune) string {
	if name := runenames.Name(r); name != "" && !strings.HasPrefix(name, "<") {
		return "[" + strings.ToLower(name) + "]"
	}
	return "[?]"
}

// seen puts letters in the order in which the eye meets them from the left.
func seen(text string) []rune {
	if !strings.ContainsFunc(text, rightToLeft) {
		return []rune(text)
	}
	var p bidi.Paragraph
	if _, err := p.SetString(text, bidi.DefaultDirection(bidi.LeftToRight)); err != nil {
		return []rune(text)
	}
	order, err := p.Order()
	if err != nil {
		return []rune(text)
	}
	var out []rune
	for i := range order.NumRuns() {
		run := order.Run(i)
		letters := []rune(run.String())
		if run.Direction() == bidi.RightToLeft {
			letters = joinedUp(letters)
			slices.Reverse(letters)
		}
		out = append(out, letters...)
	}
	return out
}

func rightToLeft(r rune) bool { return unicode.In(r, unicode.Hebrew, unicode.Arabic) }

// forms are the Arabic letters in the order of their presentation forms from
// U+FE80: how many forms each has (alone, at the end, at the beginning, inside).
var forms = func() map[rune][2]rune {
	out := map[rune][2]rune{}
	at := rune(0xFE80)
	for _, l := range []struct {
		letters string
		count   rune
	}{{"\u0621", 1}, {"\u0622\u0623\u0624\u0625", 2}, {"\u0626", 4}, {"\u0627", 2}, {"\u0628", 4}, {"\u0629", 2},
		{"\u062A\u062B\u062C\u062D\u062E", 4},
		{"\u062F\u0630\u0631\u0632", 2},
		{"\u0633\u0634\u0635\u0636\u0637\u0638\u0639\u063A\u0641\u0642\u0643\u0644\u0645\u0646\u0647", 4},
		{"\u0648\u0649", 2}, {"\u064A", 4}} {
		for _, r := range l.letters {
			out[r] = [2]rune{at, l.count}
			at += l.count
		}
	}
	return out
}()

// joinedUp gives Arabic letters the form that their neighbours ask for.
func joinedUp(letters []rune) []rune {
	out := make([]rune, 0, len(letters))
	joins := func(i int) bool { // the letter at i reaches to the next one
		return i >= 0 && i < len(letters) && forms[letters[i]][1] == 4
	}
	for i, r := range letters {
		f, ok := forms[r]
		if !ok {
			out = append(out, r)
			continue
		}
		before := joins(i - 1)
		after := false
		if i+1 < len(letters) {
			_, next := forms[letters[i+1]]
			after = next && f[1] == 4 && forms[letters[i+1]][1] > 1
		}
		form := rune(0)
		switch {
		case f[1] == 1:
		case before && after:
			form = 3
		case after:
			form = 2
		case before:
			form = 1
		}
		out = append(out, f[0]+form)
	}
	return out
}

// Text writes any text at a place, in as many typefaces as it asks for.
func (p *page) Text(x, y float64, text string) {
	for _, one := range pieces(text) {
		p.use(one.face)
		p.Fpdf.Text(x, y, one.text)
		x += p.Fpdf.GetStringWidth(one.text)
	}
	p.use(0)
}

// GetStringWidth is the width of any text in mm.
func (p *page) GetStringWidth(text string) float64 {
	w := 0.0
	for _, one := range pieces(text) {
		p.use(one.face)
		w += p.Fpdf.GetStringWidth(one.text)
	}
	p.use(0)
	return w
}

// SetFont takes the page's own typeface in a style and size.
func (p *page) SetFont(_, style string, size float64) {
	p.style, p.points = style, size
	p.Fpdf.SetFont(font, style, size)
}

// use takes a typeface in the present style and size; it is put into the
// document when it is first asked for.
func (p *page) use(i int) {
	f := faces[i]
	if i > 0 && !p.added[i] {
		p.AddUTF8FontFromBytes(f.name, "", bytes.Clone(f.regular))
		p.added[i] = true
	}
	style := p.style
	if i > 0 {
		style = "" // one weight serves both
	}
	p.Fpdf.SetFont(f.name, style, p.points)
}

// SplitText breaks text into lines that stand within a width: between words,
// and inside one that is longer than a line or of letters without spaces.
func (p *page) SplitText(text string, width float64) []string {
	var lines []string
	line := ""
	fits := func(s string) bool { return p.GetStringWidth(s) <= width }
	for _, word := range strings.Fields(text) {
		with := word
		if line != "" {
			with = line + " " + word
		}
		if fits(with) {
			line = with
			continue
		}
		if line != "" && fits(word) {
			lines, line = append(lines, line), word
			continue
		}
		if line != "" {
			line += " "
		}
		for _, r := range word {
			if line != "" && !fits(line+string(r)) {
				lines, line = append(lines, strings.TrimRight(line, " ")), ""
			}
			line += string(r)
		}
	}
	if line != "" {
		lines = append(lines, line)
	}
	return lines
}

// clipped is text cut to a width, with a mark where it goes on.
func (p *page) clipped(text string, width float64) string {
	if p.GetStringWidth(text) <= width {
		return text
	}
	letters := []rune(text)
	for len(letters) > 0 && p.GetStringWidth(string(letters)+"…") > width {
		letters = letters[:len(letters)-1]
	}
	return string(letters) + "…"
}
