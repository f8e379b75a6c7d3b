package pdf

import (
	"fmt"

	"graybridge/core/plan"
)

// Sheet prints the settings of a drive as a table to key by, in as many pages
// as it takes.
func Sheet(plan plan.Plan, s Stamp, paper Paper) ([]byte, error) {
	p := begin(Card{Card: plan.Card, At: s.At}, paper, 9.5)
	full := p.width - 2*margin
	sheet := plan.Settings()
	columns := []struct {
		title string
		share float64
	}{{"", 0.03}, {"Code", 0.09}, {"Setting", 0.2}, {"Set to", 0.1}, {"How", 0.27}, {"Was", 0.08}, {"Why", 0.23}}
	y := margin
	head := func() {
		p.text(true, 1.6)
		p.Text(margin, y+5, p.clipped(fmt.Sprintf("%s: settings of %s", plan.Card.Title, sheet.Of), full-70))
		p.text(false, 0.85)
		stamp := fmt.Sprintf("%s, revision %d, %s", s.Workshop, s.Revision, s.At.Format("2006-01-02"))
		p.Text(margin+full-p.GetStringWidth(stamp), y+4, stamp)
		y += 8
		x := margin
		p.text(true, 0.9)
		for _, c := range columns {
			p.words(x, y, c.share*full, c.title)
			x += c.share * full
		}
		y += p.line * 1.2
		p.rule(margin, y, full)
	}
	head()
	for _, r := range sheet.Rows {
		was := r.Default
		if r.ReadBack != "" {
			was = r.ReadBack + " read"
		}
		if r.Code == "" { // filled in by pen, from the leaflet
			r.Code = "________"
		}
		cells := []string{"", r.Code, r.Name, r.Value, r.How, was, r.Formula}
		if r.Note != "" {
			cells[2] += " (" + r.Note + ")"
		}
		tall := p.line
		p.text(false, 0.9)
		for i, c := range columns {
			tall = max(tall, p.line*float64(max(1, len(p.SplitText(cells[i], c.share*full-1.5)))))
		}
		if y+tall > p.height-margin-2*p.line {
			p.AddPage()
			y = margin
			head()
		}
		x := margin
		for i, c := range columns {
			p.text(i == 1 || i == 3, 0.9)
			if i == 0 {
				p.box(x, y)
			} else {
				p.words(x, y, c.share*full-1.5, cells[i])
			}
			x += c.share * full
		}
		y += tall + 0.6
		p.rule(margin, y, full)
	}
	p.text(false, 0.85)
	y += p.words(margin, y+1, full, "In this order. Read every value back. Figures from plate and load; what leans "+
		"on an estimate is guide value. "+sheet.Caution)
	return p.done()
}
