package pdf

import (
	"fmt"

	"graybridge/core/bringup"
	"graybridge/core/finding"
	"graybridge/core/review"
	"graybridge/drawing"
)

// ReviewSheet is one machine's page for a licensed person: what the plan says with its sources,
// and its drawings.
type ReviewSheet struct {
	Review   review.Review
	Drawings []drawing.Drawing // single-line and ladder
}

// Reviewed is a review to be printed, of all its machines, with what was said beside it.
type Reviewed struct {
	Sheets  []ReviewSheet
	Stamp   Stamp
	Remarks []string // in a line each, signed and dated
}

// Review prints a review in as many pages as it takes.
func Review(r Reviewed, paper Paper) ([]byte, error) {
	if len(r.Sheets) == 0 {
		return nil, fmt.Errorf("there is no machine to review")
	}
	first := &r.Sheets[0].Review
	p := begin(Card{Card: bringup.Card{Title: first.Title, Plate: first.Plate}, At: r.Stamp.At}, paper, 9)
	p.SetTitle(first.Title+", for review", true)
	f := &flow{page: p, y: margin, full: p.width - 2*margin}
	for i := range r.Sheets {
		s := &r.Sheets[i]
		f.head = func() {
			p.text(true, 1.5)
			p.Text(margin, f.y+5, p.clipped(s.Review.Title+": for review", f.full-75))
			p.text(false, 0.85)
			stamp := fmt.Sprintf("%s, revision %d, %s", r.Stamp.Workshop, r.Stamp.Revision,
				r.Stamp.At.Format("2006-01-02"))
			p.Text(margin+f.full-p.GetStringWidth(stamp), f.y+4, stamp)
			f.y += 8
			p.rule(margin, f.y, f.full)
			f.y++
		}
		if i > 0 {
			p.AddPage()
			f.y = margin
		}
		f.head()
		f.machine(s)
	}
	f.list("Said beside it", r.Remarks, false)
	return p.done()
}

// machine prints one machine.
func (f *flow) machine(s *ReviewSheet) {
	r := &s.Review
	f.say(false, 0, r.Plate)
	f.say(true, 0, r.Bridge+". "+r.Verdict)
	f.say(false, 0, r.Caution)
	for _, d := range s.Drawings {
		if len(d.Items) == 0 {
			continue
		}
		high := f.full * d.Height / d.Width
		f.room(min(high, f.height-3*margin) + 2)
		f.drawing(d, margin, f.y, f.full)
		f.y += high + 2
	}
	f.list("Questions to answer", r.Questions, true)
	for _, b := range r.Sections {
		if len(b.Figures)+len(b.Findings) == 0 {
			continue
		}
		f.titled(b.Title)
		for _, x := range b.Figures {
			f.figure(x)
		}
		for _, x := range b.Findings {
			f.say(x.Grade == finding.Stop, 5, finding.Upper(string(x.Grade))+": "+x.Sentence)
		}
	}
	f.list("Estimated", r.Estimated, false)
	f.list("Measured", r.Measured, false)
	f.list("Not checked by anybody yet", r.Unchecked, true)
}

// figure prints a figure with its source beside it.
func (f *flow) figure(x review.ReviewFigure) {
	name, value := f.full*0.2, f.full*0.28
	rest := f.full - name - value - 6
	text := x.Text
	if x.Note != "" {
		text += ", " + x.Note
	}
	columns := []struct {
		bold    bool
		scale   float64
		x, wide float64
		text    string
	}{{false, 1, 0, name - 6, x.Name}, {true, 1, name, value - 2, text}, {false, 0.88, name + value, rest, x.Source}}
	lines := 1
	for _, c := range columns { // each counted in the letters that it is printed in
		f.text(c.bold, c.scale)
		lines = max(lines, len(f.SplitText(c.text, c.wide)))
	}
	f.room(f.line * float64(lines))
	f.ring(margin+name-3, f.y, x.Mark)
	for _, c := range columns {
		f.text(c.bold, c.scale)
		f.words(margin+c.x, f.y, c.wide, c.text)
	}
	f.y += f.line*float64(lines) + 0.4
}
