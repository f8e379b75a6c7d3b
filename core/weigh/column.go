package weigh

import (
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/rotary"
	"graybridge/core/unit"
)

// rowsOf are the questions that findings answer.
var rowsOf = map[string]Row{
	finding.CapacitorStart: Starts, finding.CapacitorHeavyStart: Starts,
	finding.DriveStart: Starts, finding.DriveRampUp: Starts,
	finding.DCStart: Starts, finding.DCStalls: Starts,
	rotary.IDStart: Starts, rotary.IDStartFirst: Starts, rotary.IDStartCan: Starts,
	rotary.IDCreeps: Starts, rotary.IDSpin: Starts,
	finding.CapacitorHeat: AllDay, finding.CapacitorCarries: AllDay, finding.DriveAmps: AllDay,
	finding.DriveHeaviest: AllDay, rotary.IDWorst: AllDay, rotary.IDFalls: AllDay,
	rotary.IDNone: AllDay, rotary.IDFirst: AllDay, rotary.IDSize: AllDay,
	finding.DCAmps: AllDay, finding.DCHeat: AllDay, finding.DCForm: AllDay,
	finding.CapacitorIdle: Windings, rotary.IDMade: Windings,
	finding.DriveSpeed: Speeds, finding.DCSpeed: Speeds, finding.DCReach: Speeds,
	finding.DCVolts: Speeds,
}

// rowOf is the question that a finding of a plan answers; empty for what is said of the motor,
// of its joints as found, or of what is fitted already: it is the same on every bridge.
func rowOf(f *finding.Finding) Row {
	switch {
	case f.ID == finding.LeadsUnreachable:
		return Cannot
	case f.Bay == finding.Leads || f.Bay == finding.Motor || f.Unread:
		return ""
	case ofControls(f) && f.Grade != finding.Stop:
		return ""
	case f.Bay == finding.Supply:
		return Wall
	case f.ID == finding.ProtectionWait:
		return ""
	case f.Bay == finding.Protection:
		return Guard
	}
	if row, known := rowsOf[f.ID]; known {
		return row
	}
	if f.Bay == finding.Load {
		return AllDay
	}
	return Cannot
}

// controls are entries of how a drive is switched and reached: each has a cure of its own in
// the bay, and none bears on which bridge it is.
var controls = []string{"run", "speed", "lid", "daily_off", "emergency_stop", "contactor", "sink_ohm", "direction",
	"signal", "isolated", "presets", "jog", "hold", "mode", "tuned", "catch", "restart"}

// ofControls says that a finding is about those alone.
func ofControls(f *finding.Finding) bool {
	if f.Bay != finding.Bridge || len(f.Entries) == 0 {
		return false
	}
	for _, e := range f.Entries {
		if field, ok := strings.CutPrefix(strings.TrimPrefix(e, "bridge."), "drive."); !ok ||
			!slices.Contains(controls, field) {
			return false
		}
	}
	return true
}

// column is a trial as a column: the figures of its plan, every stop and caution of it at the
// question it answers, and the speeds wanted against those it has.
func (w *weigher) column(t *trial) Column {
	c := Column{Kind: t.kind, Name: plan.TitleOf(t.kind), Cells: []Cell{}, Schools: []School{}}
	w.common(&c, t)
	switch on := t.Bridge().(type) {
	case capacitor.Installed:
		w.onCan(&c, t, on)
	case drive.Installed:
		w.onDrive(&c, t, on)
	case dc.Installed:
		w.onDC(&c, on)
	case rotary.Installed:
		w.onRotary(&c, t, on)
	}
	ofIts := 0
	for i := range t.Plan().Findings {
		f := &t.Plan().Findings[i]
		if f.Grade != finding.Stop && f.Grade != finding.Caution {
			continue
		}
		if row := rowOf(f); row != "" {
			c.Against(row, f)
		} else if ofControls(f) {
			ofIts++
		}
	}
	if cell := c.Cell(Cannot); ofIts > 0 && cell != nil {
		cell.Notes = append(cell.Notes, ofItsControls(ofIts))
	}
	w.wall(&c, t)
	for i := range c.Cells {
		if x := &c.Cells[i]; len(x.Why) == 0 {
			x.Why = append(x.Why, whyOf[x.Row])
		}
	}
	c.Settle()
	c.Verdict = verdictOf(&c)
	return c
}

// figureIn is the figure of an id; ok is false where it is not there.
func figureIn(all []finding.Figure, id string) (f finding.Figure, ok bool) {
	for _, f := range all {
		if f.ID == id {
			return f, true
		}
	}
	return f, false
}

// common are the cells that every bridge's plan has alike.
func (w *weigher) common(c *Column, t *trial) {
	p := t.Plan()
	w.start(c, t)
	if f, ok := figureIn(p.Load, "gives"); ok {
		l := t.Site().Load
		cell := Cell{Row: AllDay, Text: f.Text + " of the plate", Notes: []string{f.Note}, Mark: f.Mark,
			Why: f.Why, Grade: finding.Good,
			Measure: finding.Against(tenths(f.Value), finding.AtLeast, tenths(l.Usual), "% of rated torque")}
		if !cell.Measure.Holds() {
			cell.Grade = finding.Caution
		}
		if f.Value <= 0 {
			cell.Text, cell.Notes = noneForGood, nil
		}
		c.Put(cell)
	}
	w.draws(c, t)
	w.guard(c, t)
	w.parts(c, t)
	c.Put(Cell{Row: Noise, Text: plan.FactsOf(t.kind).Noise, Mark: finding.Estimated})
	c.Put(Cell{Row: Cannot, Text: plan.FactsOf(t.kind).Cannot, Mark: finding.Computed})
}

// start is the torque at standstill against what is to be there, as the bay holds them.
func (w *weigher) start(c *Column, t *trial) {
	for i := range t.Plan().Findings {
		f := &t.Plan().Findings[i]
		if rowOf(f) != Starts || f.Measure == nil || f.Measure.Direction != finding.AtLeast {
			continue
		}
		m := *f.Measure
		cell := Cell{Row: Starts, Text: startText(m.Value, m.Limit), Measure: &m, Grade: finding.Good,
			Mark: t.Site().Mark(), Why: f.Why}
		if !m.Holds() {
			cell.Grade = finding.Caution
		}
		c.Put(cell)
		return
	}
	gives, okGives := figureIn(t.Plan().Load, "start-gives")
	asks, okAsks := figureIn(t.Plan().Load, "start-asks")
	if !okGives || !okAsks {
		return
	}
	cell := Cell{Row: Starts, Text: startText(100*gives.Value, 100*asks.Value), Mark: gives.Mark,
		Why: gives.Why, Grade: finding.Good,
		Measure: finding.Against(tenths(gives.Value), finding.AtLeast, tenths(asks.Value), "% of rated torque")}
	if !cell.Measure.Holds() {
		cell.Grade = finding.Stop
	}
	c.Put(cell)
}

// draws is what the supply feels.
func (w *weigher) draws(c *Column, t *trial) {
	run, ok := figureIn(t.Plan().Supply, "run-amps")
	if !ok {
		return
	}
	text := run.Text
	notes := []string{}
	if start, ok := figureIn(t.Plan().Supply, "start-amps"); ok && start.Value > 1.02*run.Value {
		text += ", " + start.Text + " at the start"
	}
	if at, ok := figureIn(t.Plan().Supply, "starting"); ok {
		if post, ok := figureIn(t.Plan().Supply, "post"); ok && post.Value > 0 {
			notes = append(notes, dipsBy((post.Value-at.Value)/post.Value))
		}
	}
	if factor := factorOf(t); factor > 0 {
		notes = append(notes, "power factor "+unit.Three(factor))
	}
	notes = append(notes, plan.FactsOf(t.kind).Harmonics)
	c.Put(Cell{Row: Line, Text: text, Notes: notes, Mark: run.Mark, Why: run.Why})
}

// factorOf is the power factor at the usual load; 0: not known.
func factorOf(t *trial) float64 {
	switch on := t.Bridge().(type) {
	case capacitor.Installed:
		if on.Answer != nil && on.Answer.UsualRuns {
			return on.Answer.Usual.PowerFactor
		}
	case drive.Installed:
		if on.Weighed != nil {
			return on.Weighed.InputFactor
		}
	case dc.Installed:
		if on.Duty != nil && on.Dial.Reachable {
			return on.Dial.PowerFactor(on.Duty.Line)
		}
	case rotary.Installed:
		if i := on.Planned(); on.Answer != nil && i >= 0 && i < len(on.Answer.Each) {
			return on.Answer.Each[i].Alone.PowerFactor()
		}
	}
	return 0
}

// guard is the protection asked, and what of it a licensed person does.
func (w *weigher) guard(c *Column, t *trial) {
	var asks []string
	for _, id := range []string{"breaker", "relay", "overload", "limit"} {
		f, ok := figureIn(t.Plan().Guard, id)
		switch {
		case !ok:
		case id == "relay" && f.Value == 0:
			asks = append(asks, noRelayGuards)
		default:
			asks = append(asks, finding.Lower(f.Name)+" "+f.Text)
		}
	}
	if len(asks) == 0 {
		c.Put(Cell{Row: Guard, Text: notSized, Mark: finding.Computed})
	} else {
		c.Put(Cell{Row: Guard, Text: finding.Upper(strings.Join(asks, "; ")),
			Notes: []string{plan.FactsOf(t.kind).Residual},
			Mark:  finding.Estimated})
	}
	text := circuitFrom
	if f, ok := figureIn(t.Plan().Guard, "breaker"); ok {
		text += ": " + f.Text
	}
	if f, ok := figureIn(t.Plan().Guard, "conductor"); ok {
		text += ", " + f.Text
	}
	c.Put(Cell{Row: Licensed, Text: text, Notes: []string{localCodeDecides}, Mark: finding.Estimated})
}

// parts is what lies there and what is to be bought, for one plan or for several together.
func (w *weigher) parts(c *Column, all ...*trial) {
	var buys []bridge.Buy
	var totals []string
	unpriced := 0
	for _, t := range all {
		buys, unpriced = append(buys, t.Plan().Buys...), unpriced+t.Plan().Parts.Unpriced
		if t.Plan().Parts.Total != "" {
			totals = append(totals, t.Plan().Parts.Total)
		}
	}
	if len(buys) == 0 {
		c.Put(Cell{Row: Parts, Text: nothingListed, Mark: finding.Computed})
		return
	}
	have := 0
	for _, b := range buys {
		free := 0
		for _, h := range b.Have {
			free += h.Free
		}
		if b.Own || free >= b.Count {
			have++
		}
	}
	cell := Cell{Row: Parts, Text: partsText(len(buys), have), Mark: finding.Computed,
		Notes: []string{hoursText(all[0].kind)}}
	if len(totals) > 0 {
		cell.Notes = append(cell.Notes, pricedText(strings.Join(totals, " + "), unpriced))
	} else {
		cell.Notes = append(cell.Notes, noPrices)
	}
	c.Put(cell)
}

// wall is the chain from the panel, as the plan weighs it for this bridge.
func (w *weigher) wall(c *Column, t *trial) {
	c.Circuit = w.circuitOf(t.doc.Supply)
	chain := chainOf(t)
	if chain == nil {
		return
	}
	grade := chain.Grade
	if grade == finding.Open {
		grade = finding.Note
	}
	cell := Cell{Row: Wall, Text: chain.Sentence, Grade: grade, Mark: finding.Computed}
	if chain.Cure != "" && grade != finding.Good {
		cell.Notes = append(cell.Notes, chain.Cure)
	}
	if chain.Unseen != "" {
		cell.Notes = append(cell.Notes, chain.Unseen)
	}
	if c.Circuit != "" {
		cell.Notes = append([]string{cell.Text}, cell.Notes...)
		cell.Text = c.Circuit
		if finding.Caution.Rank() < cell.Grade.Rank() {
			cell.Grade = finding.Caution
		}
	}
	was := c.Cell(Wall)
	if was == nil {
		c.Put(cell)
		return
	}
	was.Text = cell.Text // what the bay said stands already
	was.Notes = append(was.Notes, cell.Notes...)
	if cell.Grade.Rank() < was.Grade.Rank() {
		was.Grade, was.Measure = cell.Grade, nil
	}
}
