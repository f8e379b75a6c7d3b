// Package review lays a plan out for a licensed person to look through.
package review

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
)

// Review is a plan for a licensed person to look through: every planning figure with where it
// comes from, what was estimated, measured and not checked, and what is asked of them. It says
// nothing that the plan does not say.
type Review struct {
	Title     string          `json:"title"`
	Plate     string          `json:"plate"`
	Does      string          `json:"does,omitempty"`
	Bridge    string          `json:"bridge"`
	Verdict   string          `json:"verdict"`
	Grade     finding.Grade   `json:"grade"`
	Sections  []ReviewSection `json:"sections" nullable:"false"`
	Questions []string        `json:"questions" nullable:"false"`
	Estimated []string        `json:"estimated" nullable:"false"`
	Measured  []string        `json:"measured" nullable:"false"`
	Unchecked []string        `json:"unchecked" nullable:"false"`
	Caution   string          `json:"caution"`
}

// ReviewSection is a bay: its figures and what was found there.
type ReviewSection struct {
	Bay      finding.Bay       `json:"bay"`
	Title    string            `json:"title"`
	Figures  []ReviewFigure    `json:"figures" nullable:"false"`
	Findings []finding.Finding `json:"findings" nullable:"false"`
}

// ReviewFigure is a figure with where it comes from.
type ReviewFigure struct {
	Name   string       `json:"name"`
	Text   string       `json:"text"`
	Note   string       `json:"note,omitempty"`
	Mark   finding.Mark `json:"mark"`
	Source string       `json:"source"` // formula, numbers and source in a line
}

// Of lays a plan out for review.
func Of(p *plan.Plan, does string) Review {
	r := Review{Title: p.Card.Title, Plate: p.Card.Plate, Does: does, Bridge: plan.TitleOf(p.Link.Bridge),
		Verdict: p.Wanted.Verdict, Grade: p.Wanted.Grade, Sections: []ReviewSection{}, Questions: []string{},
		Estimated: []string{}, Measured: []string{}, Unchecked: []string{}, Caution: reviewCaution}
	if len(p.Findings) > 0 { // sorted: the verdict is the gravest of what stands below
		switch f := p.Findings[0]; f.Grade {
		case finding.Stop:
			r.Verdict, r.Grade = f.Sentence, finding.Stop
		case finding.Caution:
			if r.Verdict += " " + f.Sentence; r.Grade.Rank() > finding.Caution.Rank() {
				r.Grade = finding.Caution
			}
		}
	}
	bridge := p.Bridge
	if p.Drive != nil {
		bridge = p.Drive.Figures
	}
	figures := map[finding.Bay][]finding.Figure{finding.Supply: p.Supply, finding.Protection: p.Guard,
		finding.Bridge: bridge, finding.Motor: p.Motor, finding.Load: p.Load}
	for _, b := range p.Bays {
		s := ReviewSection{Bay: b.Bay, Title: b.Title, Figures: []ReviewFigure{}, Findings: []finding.Finding{}}
		said := map[string]string{} // by source: the figure that named it
		for _, f := range figures[b.Bay] {
			one := reviewFigure(f)
			if by, again := said[one.Source]; again && len(one.Source) > longSource {
				one.Source = sameSource(by)
			} else {
				said[one.Source] = one.Name
			}
			s.Figures = append(s.Figures, one)
			switch f.Mark {
			case finding.Estimated:
				r.Estimated = append(r.Estimated, f.Name+" "+f.Text)
			case finding.Measured:
				r.Measured = append(r.Measured, f.Name+" "+f.Text)
			}
		}
		for _, f := range p.Findings {
			if f.Bay != b.Bay || f.Grade == finding.Good {
				continue
			}
			s.Findings = append(s.Findings, f)
		}
		r.Sections = append(r.Sections, s)
	}
	for _, read := range p.Readings {
		if read.Problem == "" && byHand(read.Path) {
			r.Measured = append(r.Measured, entryTitle(read.Path)+": "+read.ReadAs)
		}
	}
	r.ask(p)
	r.Unchecked = append(r.Unchecked, p.Card.Open...)
	for _, c := range p.Wall {
		if c.Chosen && c.Unseen != "" {
			r.Unchecked = append(r.Unchecked, c.Unseen)
		}
	}
	r.Measured, r.Unchecked = compacted(r.Measured), compacted(r.Unchecked)
	return r
}

// longSource is a source that is not printed twice in one section.
const longSource = 60

// byHand says that only a hand at the machine can tell what stands at a path.
func byHand(path string) bool { return document.EntryAt(path).Reading }

// entryTitle is the end of a path in words.
func entryTitle(path string) string {
	at := strings.LastIndex(path, ".")
	return finding.Upper(strings.ReplaceAll(path[at+1:], "_", " "))
}

func compacted(all []string) []string {
	out := []string{}
	for _, s := range all {
		if s != "" && !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	return out
}

// reviewFigure is a figure with its source in a line.
func reviewFigure(f finding.Figure) ReviewFigure {
	var from []string
	for _, w := range f.Why {
		text := w.Formula
		if w.Numbers != "" {
			text += ": " + w.Numbers
		}
		from = append(from, fmt.Sprintf("%s (%s)", text, w.Source))
	}
	if len(from) == 0 {
		text := sourceOfMark[f.Mark]
		if f.Section != "" && (f.Mark == finding.Computed || f.Mark == finding.Estimated) {
			text = sourceByEngine(f.Section, f.Mark)
		}
		from = []string{text}
	}
	return ReviewFigure{Name: f.Name, Text: f.Text, Note: f.Note, Mark: f.Mark, Source: strings.Join(from, "; ")}
}

// ask gathers the questions: of each size that is planning, of the wall, and of what stands open.
func (r *Review) ask(p *plan.Plan) {
	for _, f := range p.Guard {
		if f.Planning {
			r.Questions = append(r.Questions, questionOfSize(f.Name, f.Text))
		}
	}
	for _, f := range p.Findings {
		switch {
		case f.Grade == finding.Stop && f.Bay != finding.Leads:
			r.Questions = append(r.Questions, questionOfStop(f.Sentence))
		case f.ID == finding.DeviceUnseen: // among what nobody looked at
		case f.Grade == finding.Open && (f.Bay == finding.Supply || f.Bay == finding.Protection):
			r.Questions = append(r.Questions, f.Sentence)
		}
	}
	if text := plan.FactsOf(p.Link.Bridge).Residual; text != "" {
		r.Questions = append(r.Questions, questionOfResidual(text))
	}
	r.Questions = compacted(append(r.Questions, reviewAsks...))
}
