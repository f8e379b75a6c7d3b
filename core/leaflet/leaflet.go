// Package leaflet reads the table of functions out of a drive's leaflet, pasted as text: which column is
// what, the ranges and choices, and which of the trade's functions each line is. What is doubtful is
// asked, never taken.
package leaflet

import (
	"encoding/csv"
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// Choice is one of a function's answers.
type Choice struct {
	Value string `json:"value"`
	Text  string `json:"text"`
}

// Line is one function of a leaflet. Function is one of a drive profile's, Other, or Ask.
type Line struct {
	Code     string   `json:"code"`
	Name     string   `json:"name"`
	Function string   `json:"function"`
	Least    string   `json:"least,omitempty"`
	Most     string   `json:"most,omitempty"`
	Choices  []Choice `json:"choices,omitempty"`
	Default  string   `json:"default"`
	Unit     string   `json:"unit"`
}

// What a line is where it is none of a profile's functions, and where nobody can tell by its name.
const (
	Other = "other"
	Ask   = "ask"
)

// column is what stands in a column.
type column int

const (
	ofCode column = iota
	ofName
	ofRange
	ofDefault
	ofUnit
	columns
)

// columnNames are the columns by the words that stand for them.
var columnNames = [columns]string{"code", "name", "range", "default", "unit"}

// heads are the words over a column.
var heads = map[column]*regexp.Regexp{
	ofCode: regexp.MustCompile(`(?i)^(function )?(code|par(am(eter)?)?|no|nr|number|id|address)( no| number| code)?$`),
	ofName: regexp.MustCompile(`(?i)^(name|function( name)?|description|designation|meaning|parameter name|` +
		`parameter description|text|content)$`),
	ofRange: regexp.MustCompile(`(?i)^((setting|set|adjust\w*|value) )?` +
		`(range|values|options|settings?|choices|selection)( range)?$`),
	ofDefault: regexp.MustCompile(`(?i)^(default|factory( setting| value| default)?|preset|initial( value)?|` +
		`ex works|works)( value| setting)?$`),
	ofUnit: regexp.MustCompile(`(?i)^(units?|dim(ension)?|min(imum)? unit|step)$`),
}

// headOf is the column that a word stands over; false where it is none.
func headOf(word string) (column, bool) {
	word = strings.Join(strings.FieldsFunc(word, func(r rune) bool {
		return unicode.IsSpace(r) || strings.ContainsRune(".:()[]#/_*", r)
	}), " ")
	for c := ofCode; c < columns; c++ {
		if heads[c].MatchString(word) {
			return c, true
		}
	}
	return 0, false
}

// Read reads a table. problem says what would do where it is none.
func Read(text string) (lines []Line, problem string) { return ReadAs(text, nil) }

// mostShown are rows that are shown of a table before it is taken.
const mostShown = 4

// Rows are the first rows of a table as its columns were found: code, name, range, default, unit.
func Rows(text string) [][]string {
	out := [][]string{}
	for _, r := range rowsOf(text) {
		if r[ofCode] != "" && len(out) < mostShown {
			out = append(out, slices.Clone(r[:]))
		}
	}
	return out
}

// ReadAs reads a table whose columns were exchanged by hand: as says of each column, as Rows shows them, what it is:
// code, name, range, default, unit, each once. Nil leaves them as they were found.
func ReadAs(text string, as []string) (lines []Line, problem string) {
	var at [columns]int
	for c := range columns {
		at[c] = int(c)
		if as != nil {
			at[c] = slices.Index(as, columnNames[c])
		}
		if len(as) > 0 && len(as) != int(columns) || at[c] < 0 {
			return nil, columnsAsked
		}
	}
	rows := rowsOf(text)
	for _, found := range rows {
		var r [columns]string
		for c := range columns {
			r[c] = found[at[c]]
		}
		code, name := r[ofCode], r[ofName]
		if code == "" || name == "" {
			continue
		}
		l := Line{Code: code, Name: name, Default: point(r[ofDefault]), Unit: r[ofUnit]}
		l.Least, l.Most, l.Choices = spanOf(r[ofRange])
		lines = append(lines, l)
	}
	if len(lines) == 0 {
		return nil, noTable
	}
	for i := range lines {
		lines[i].Function = FunctionOf(lines[i].Name)
	}
	askTwice(lines)
	return lines, ""
}

// askTwice asks about a function that two lines would be: one of them is another.
func askTwice(lines []Line) {
	first := map[string]int{}
	for i := range lines {
		f := lines[i].Function
		if f == Other || f == Ask {
			continue
		}
		if at, ok := first[f]; ok {
			lines[i].Function, lines[at].Function = Ask, Ask
			continue
		}
		first[f] = i
	}
}

// rowsOf parts a text into rows of cells by column.
func rowsOf(text string) (out [][columns]string) {
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\u00a0", " ").Replace(strings.TrimPrefix(text, "\ufeff"))
	all := strings.Split(text, "\n")
	for i, line := range all {
		if strings.TrimSpace(line) == "" {
			continue
		}
		split := splitter(line)
		cells := split(line)
		order, ok := orderOf(cells)
		if !ok {
			continue // what stands above the table
		}
		ragged := !aligned(line, all[i+1:])
		for _, row := range all[i+1:] {
			cells := split(row)
			if again, ok := orderOf(cells); ok { // the head stands again on the next page
				order, split = again, splitter(row)
				continue
			}
			var r [columns]string
			if m := codeFirst.FindStringSubmatch(row); ragged && m != nil && order[0] == ofCode && order[1] == ofName {
				r[ofCode] = m[1]
				r[ofName], r[ofRange], r[ofDefault], r[ofUnit] = parted(m[2])
				cells = nil
			} else if own := gaps.FindAllString(row, -1); ragged && len(own) == len(order) {
				cells = own
			}
			for k, cell := range cells {
				if k < len(order) && order[k] >= 0 {
					r[order[k]] = strings.TrimSpace(cell)
				}
			}
			out = append(out, r)
		}
		return out
	}
	return headless(text)
}

// orderOf says which column each cell of a head stands over; ok is false where it is no head.
func orderOf(cells []string) (order []column, ok bool) {
	seen := map[column]bool{}
	for _, cell := range cells {
		c, known := headOf(strings.TrimSpace(cell))
		if c == ofName && seen[ofName] || c == ofCode && known && seen[ofCode] {
			known = false
		}
		if !known {
			order = append(order, -1)
			continue
		}
		seen[c] = true
		order = append(order, c)
	}
	return order, seen[ofCode] && seen[ofName] && len(seen) > 2
}

var gaps = regexp.MustCompile(`\S+(?: \S+)*`)

// aligned says that the cells of most lines begin below the words of the head: pasted text often keeps the
// gaps and loses the places.
func aligned(head string, lines []string) bool {
	if marked(head) != 0 {
		return true
	}
	starts := places(head)
	under, all := 0, 0
	for _, line := range lines {
		row := []rune(line)
		for _, at := range starts[1:] {
			if at >= len(row) {
				continue
			}
			all++
			if unicode.IsSpace(row[at-1]) || unicode.IsSpace(row[at]) {
				under++
			}
		}
	}
	return 4*under >= 3*all
}

// marked is the mark that parts the cells of a head; 0: gaps do.
func marked(head string) rune {
	for _, mark := range []rune{'\t', ';', '|', ','} {
		if strings.Count(head, string(mark)) >= 2 {
			return mark
		}
	}
	return 0
}

// places are where the words of a head begin.
func places(head string) (starts []int) {
	for _, m := range gaps.FindAllStringIndex(head, -1) {
		starts = append(starts, len([]rune(head[:m[0]])))
	}
	return starts
}

// splitter parts lines as the head is parted: by a mark between cells, or by the places at which the
// words of the head begin.
func splitter(head string) func(string) []string {
	if mark := marked(head); mark != 0 {
		return func(line string) []string {
			line = strings.Trim(line, "|")
			r := csv.NewReader(strings.NewReader(line))
			r.Comma, r.LazyQuotes, r.FieldsPerRecord = mark, true, -1
			if cells, err := r.Read(); err == nil {
				return cells
			}
			return strings.Split(line, string(mark))
		}
	}
	starts := places(head)
	return func(line string) []string { return byPlaces([]rune(line), starts) }
}

// byPlaces cuts a line at places; a word that reaches over one stays whole.
func byPlaces(line []rune, starts []int) (cells []string) {
	cut := func(at int) int {
		at = min(at, len(line))
		for at > 0 && at < len(line) && !unicode.IsSpace(line[at-1]) && !unicode.IsSpace(line[at]) {
			at--
		}
		return at
	}
	for i, from := range starts {
		to := len(line)
		if i+1 < len(starts) {
			to = cut(starts[i+1])
		}
		if from = cut(from); i == 0 {
			from = 0
		}
		if from > to {
			from = to
		}
		cells = append(cells, string(line[from:to]))
	}
	return cells
}

var (
	between = regexp.MustCompile(`^\s*([-+]?\d+(?:[.,]\d+)?)\s*(?:\S{1,4})?\s*(?:~|-|–|…|\.\.\.?|to)\s*` +
		`([-+]?\d+(?:[.,]\d+)?)`)
	answers = regexp.MustCompile(`(-?\d+)\s*[:=]\s*`)
	decimal = regexp.MustCompile(`^([-+]?\d+),(\d+)$`)
)

// point is a figure with its decimal point.
func point(s string) string {
	return decimal.ReplaceAllString(strings.TrimSpace(s), "$1.$2")
}

// spanOf reads a range, or the choices that stand in its place.
func spanOf(text string) (least, most string, choices []Choice) {
	text = strings.TrimSpace(text)
	if at := answers.FindAllStringSubmatchIndex(text, -1); len(at) > 0 {
		for i, m := range at {
			end := len(text)
			if i+1 < len(at) {
				end = at[i+1][0]
			}
			choices = append(choices, Choice{text[m[2]:m[3]], strings.Trim(strings.TrimSpace(text[m[1]:end]), ",;/")})
		}
		return "", "", choices
	}
	if m := between.FindStringSubmatch(text); m != nil {
		return point(m[1]), point(m[2]), nil
	}
	return "", "", nil
}
