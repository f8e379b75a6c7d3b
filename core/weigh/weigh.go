// Package weigh sets the bridges beside each other: one column a bridge and one for none of
// them, one row a question that the owner of a machine really asks. It holds no rule of a
// bridge: every cell carries what the plan on that bridge says, at its best values, so that no
// column can claim what its own bay denies. What it adds is the order of the questions, which
// cell decides a column, which column is taken, and what would change that.
//
// A column is taken by these, in order: nothing stops it; the fewest of its questions have
// limits; and of those that do alike the one with the fewest and cheapest parts, which by the
// trade is the capacitor before the drive before the converter (handbook's order of the
// bridges, planning).
package weigh

import (
	"slices"
	"strings"

	"graybridge/core/finding"
)

// Row is a question.
type Row string

// The questions, in the order in which they are asked; the earlier decides where two are
// alike.
const (
	Starts   Row = "starts"
	AllDay   Row = "all-day"
	Slow     Row = "slow"
	Speeds   Row = "speeds"
	Windings Row = "windings"
	FullLoad Row = "full-load"
	Line     Row = "line"
	Wall     Row = "wall"
	Cannot   Row = "cannot"
	Guard    Row = "guard"
	Noise    Row = "noise"
	Energy   Row = "energy"
	Parts    Row = "parts"
	Licensed Row = "licensed"
)

// Rows are all questions with their titles, in order.
func Rows() []RowTitle {
	return []RowTitle{{Starts, "Will it start?"}, {AllDay, "How much all day?"},
		{Slow, "Torque at the slowest speed"}, {Speeds, "Speeds and direction"},
		{Windings, "What the worst winding feels"}, {FullLoad, "Minutes at full load"},
		{Line, "What the line feels"}, {Cannot, "What it cannot do"}, {Wall, "What the wall must change"},
		{Guard, "Protection it asks"}, {Noise, "Noise"}, {Energy, "A year's electricity"},
		{Parts, "Parts, price and hours"}, {Licensed, "Work for an electrician"}}
}

// RowTitle is a question in words.
type RowTitle struct {
	ID    Row    `json:"id" enum:"starts,all-day,slow,speeds,windings,full-load,line,wall,cannot,guard,noise,energy,parts,licensed"`
	Title string `json:"title"`
}

// Cell is a column's answer to a question.
type Cell struct {
	Row     Row              `json:"row"`
	Text    string           `json:"text"` // the figure, or a word
	Notes   []string         `json:"notes" nullable:"false"`
	Grade   finding.Grade    `json:"grade"` // note: it is told, not judged
	Measure *finding.Measure `json:"measure,omitempty"`
	Mark    finding.Mark     `json:"mark"`
	Why     []finding.Why    `json:"why" nullable:"false"`
	Decides bool             `json:"decides,omitempty"`

	said int // of the notes, the first so many are the bay's own sentences
}

// School is what a rule of the trade says of a bridge, beside the engine.
type School struct {
	Name  string        `json:"name"`
	Says  string        `json:"says"`
	Ours  string        `json:"ours"`
	Grade finding.Grade `json:"grade"` // of what it says, by the engine
}

// Kind of a column.
const (
	Capacitor = "capacitor"
	Rotary    = "rotary"
	Drive     = "drive"
	DC        = "dc"
	None      = "none"
)

// Column is one bridge at its best, or none of them.
type Column struct {
	Kind    string        `json:"kind" enum:"capacitor,rotary,drive,dc,none"`
	Name    string        `json:"name"`
	Best    string        `json:"best"` // what was found for it
	Grade   finding.Grade `json:"grade"`
	Verdict string        `json:"verdict"`
	Cells   []Cell        `json:"cells" nullable:"false"`
	Schools []School      `json:"schools" nullable:"false"`
	// Waits is a column that is still to be worked out; it is not weighed yet.
	Waits bool `json:"waits,omitempty"`
	// Chosen is the job's own bridge.
	Chosen bool `json:"chosen,omitempty"`
	// May is false where nothing can be taken into the job.
	May bool `json:"may"`
	// Circuit is what the circuit must become for it, and what it is judged on; empty: as it is.
	Circuit string `json:"circuit,omitempty"`
	Ways    []Way  `json:"ways,omitempty"` // of the column of none
}

// Way is what is left where no bridge will do.
type Way struct {
	Title string        `json:"title"`
	Text  string        `json:"text"`
	Needs string        `json:"needs"`
	Why   []finding.Why `json:"why" nullable:"false"`
}

// Cell of a question; nil where the column does not answer it.
func (c *Column) Cell(row Row) *Cell {
	i := slices.IndexFunc(c.Cells, func(one Cell) bool { return one.Row == row })
	if i < 0 {
		return nil
	}
	return &c.Cells[i]
}

// Put adds a cell, or gives the cell of its question what is new.
func (c *Column) Put(cell Cell) {
	if cell.Notes == nil {
		cell.Notes = []string{}
	}
	if cell.Why == nil {
		cell.Why = []finding.Why{}
	}
	if cell.Grade == "" {
		cell.Grade = finding.Note
	}
	c.Cells = append(c.Cells, cell)
}

// Against puts a finding into the cell of a question: its grade is the gravest that is said
// there, and the sentence stands among its notes.
func (c *Column) Against(row Row, f *finding.Finding) {
	cell := c.Cell(row)
	if cell == nil {
		c.Put(Cell{Row: row, Mark: finding.Computed})
		cell = c.Cell(row)
	}
	if f.Grade.Rank() < cell.Grade.Rank() || cell.Grade == finding.Note {
		cell.Grade, cell.Measure = f.Grade, f.Measure
	}
	if !slices.Contains(cell.Notes, f.Sentence) {
		cell.Notes = slices.Insert(cell.Notes, cell.said, f.Sentence)
		cell.said++
		cell.Why = append(cell.Why, f.Why...)
	}
}

// Settle orders the cells, finds the one that decides, and grades the column by it: of stops what
// the bridge cannot do at all goes before what it does not reach, else the earlier question.
func (c *Column) Settle() {
	order := Rows()
	at := func(r Row) int { return slices.IndexFunc(order, func(t RowTitle) bool { return t.ID == r }) }
	slices.SortStableFunc(c.Cells, func(a, b Cell) int { return at(a.Row) - at(b.Row) })
	best := -1
	for i := range c.Cells {
		x := &c.Cells[i]
		if x.Grade != finding.Stop && x.Grade != finding.Caution && x.Grade != finding.Good {
			continue
		}
		if best < 0 || x.Grade.Rank() < c.Cells[best].Grade.Rank() ||
			x.Grade == finding.Stop && x.Row == Cannot && c.Cells[best].Row != Cannot || // it is not for this at all
			x.Grade == finding.Good && c.Cells[best].Grade == finding.Good && spare(x) < spare(&c.Cells[best]) {
			best = i
		}
	}
	c.Grade = finding.Open
	if best >= 0 {
		c.Cells[best].Decides = true
		c.Grade = c.Cells[best].Grade
	}
}

// spare is how far a cell's figure stands on the good side of its limit, as a share of the
// limit; many where it has none.
func spare(c *Cell) float64 {
	m := c.Measure
	if m == nil || m.Limit == 0 {
		return many
	}
	if m.Direction == finding.AtLeast {
		return m.Value/m.Limit - 1
	}
	return 1 - m.Value/m.Limit
}

const many = 1e9

// Told is what a cell says, in the bay's own words where the bay said it.
func (c *Cell) Told() string {
	if c.said > 0 {
		return c.Notes[0]
	}
	for _, r := range Rows() {
		if r.ID == c.Row {
			return finding.Upper(strings.TrimSuffix(r.Title, "?")) + ": " + strings.TrimSuffix(c.Text, ".") + "."
		}
	}
	return c.Text
}

// Deciding is the cell that decides; nil while nothing is judged.
func (c *Column) Deciding() *Cell {
	i := slices.IndexFunc(c.Cells, func(one Cell) bool { return one.Decides })
	if i < 0 {
		return nil
	}
	return &c.Cells[i]
}

// limits is how many questions have limits. A circuit that must become larger is none of them: a
// larger machine is no answer to a thin wire.
func (c *Column) limits() (n int) {
	for _, cell := range c.Cells {
		if cell.Grade == finding.Caution && !(cell.Row == Wall && c.Circuit != "") {
			n++
		}
	}
	return n
}

// rank is how grave a column is, the gravest lowest, but for a circuit that must become larger.
func (c *Column) rank() int {
	if c.Grade == finding.Caution && c.limits() == 0 {
		return finding.Good.Rank()
	}
	return c.Grade.Rank()
}

// Weighed are the columns, with which is taken and why.
type Weighed struct {
	Rows    []RowTitle    `json:"rows" nullable:"false"`
	Columns []Column      `json:"columns" nullable:"false"`
	Best    string        `json:"best" enum:"capacitor,rotary,drive,dc,none,"` // empty: not yet
	Grade   finding.Grade `json:"grade"`
	// Sentence is which and why.
	Sentence string   `json:"sentence"`
	Reasons  []string `json:"reasons" nullable:"false"` // a line a column that was not taken
	Changes  []string `json:"changes" nullable:"false"` // what would change the answer
	Assumed  []string `json:"assumed" nullable:"false"`
	Waits    string   `json:"waits,omitempty"` // what is to be read first
}

// simplest is the trade's order of the bridges by parts and price.
var simplest = map[string]int{Capacitor: 0, DC: 0, Drive: 1, Rotary: 2, None: 3}

// better says whether a column is taken before another.
func better(a, b *Column) bool {
	if a.rank() != b.rank() {
		return a.rank() > b.rank()
	}
	if a.limits() != b.limits() {
		return a.limits() < b.limits()
	}
	return simplest[a.Kind] < simplest[b.Kind]
}

// Best is the column that is taken; nil where every one is stopped.
func Best(columns []Column) (best *Column) {
	for i := range columns {
		c := &columns[i]
		if c.Kind == None || c.Waits || c.Grade == finding.Open || c.Grade == finding.Stop {
			continue
		}
		if best == nil || better(c, best) {
			best = c
		}
	}
	return best
}

// Conclude finds the column that is taken, and says why not the others.
func (w *Weighed) Conclude() {
	w.Rows = Rows()
	w.Best, w.Grade, w.Reasons = None, finding.Stop, []string{}
	best := Best(w.Columns)
	if best != nil {
		w.Best, w.Grade = best.Kind, best.Grade
	}
	w.Sentence = w.says(best)
	for i := range w.Columns {
		if c := &w.Columns[i]; c != best && c.Kind != None {
			w.Reasons = append(w.Reasons, reason(c, best))
		}
	}
}
