package fit

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// CompareRow is one line of the comparison.
type CompareRow struct {
	ID      string        `json:"id"`
	Name    string        `json:"name"`
	Old     string        `json:"old"`
	OldMark finding.Mark  `json:"old_mark,omitempty"`
	New     string        `json:"new"`
	NewMark finding.Mark  `json:"new_mark,omitempty"`
	Says    string        `json:"says"`
	Grade   finding.Grade `json:"grade"` // good: survives; caution: something must be done; open: not known
}

// WorkStep of the mechanical work; it stands after all that it waits for.
type WorkStep struct {
	ID    string   `json:"id"`
	Text  string   `json:"text"`
	After []string `json:"after" nullable:"false"`
}

// Replacement is a replacement as the plan shows it.
type Replacement struct {
	Known bool         `json:"known"` // something of the other motor was entered
	Old   Outline      `json:"old"`
	New   Outline      `json:"new"`
	Rows  []CompareRow `json:"rows" nullable:"false"`
	Terms []CompareRow `json:"terms" nullable:"false"`
	Keeps []string     `json:"keeps" nullable:"false"` // what survives
	Gets  []string     `json:"gets" nullable:"false"`  // what is to be bought, bored or drilled
	Open  []string     `json:"open" nullable:"false"`  // what nobody has looked at
	Order []WorkStep   `json:"order" nullable:"false"`
}

// Outline is what a drawing to scale needs of a body, mm; 0: not known.
type Outline struct {
	Name        string  `json:"name"`
	Height      float64 `json:"height"`
	Across      float64 `json:"across"`
	Along       float64 `json:"along"`
	Shoulder    float64 `json:"shoulder"`
	Shaft       float64 `json:"shaft"`
	ShaftLength float64 `json:"shaft_length"`
	Key         float64 `json:"key"`
	Overall     float64 `json:"overall"`
	Box         Side    `json:"box,omitempty"`
}

func (b Body) outline() Outline {
	name := b.Frame
	if name == "" {
		name = "as measured"
	}
	return Outline{name, b.Height.MM, b.Across.MM, b.Along.MM, b.Shoulder.MM, b.Shaft.MM, b.ShaftLength.MM,
		b.KeyWidth.MM, b.Overall.MM, b.Box}
}

// alike is how far two printed sizes of one thing may differ, mm: frame tables round so.
const alike = 0.3

// Compare sets the two motors side by side. ratio is motor revolutions to one of the tool; 0:
// not known.
func (f Fit) Compare(ratio float64) (Replacement, []finding.Finding) {
	v := Replacement{Known: f.otherKnown, Old: f.Old.outline(), New: f.New.outline(), Rows: []CompareRow{},
		Terms: []CompareRow{},
		Keeps: []string{}, Gets: []string{}, Open: []string{}, Order: []WorkStep{}}
	if !f.otherKnown {
		return v, nil
	}
	c := &comparison{Fit: f, v: &v}
	c.mounting()
	c.shaftRows()
	c.place()
	c.terms(ratio)
	v.Order = c.order()
	return v, c.judge()
}

type comparison struct {
	Fit
	v                                         *Replacement
	packing, lower, drill, bore, sleeve, face bool
}

func (d Dim) text() string {
	if d.MM == 0 {
		return ""
	}
	return unit.Text(d.MM, "mm")
}

// row compares one dimension: same says what it means that they agree, differs what it means
// that the new one is so many mm greater.
func (c *comparison) row(id, name string, before, after Dim, same string, differs func(d float64) string) {
	r := CompareRow{ID: id, Name: name, Old: before.text(), OldMark: before.Mark, New: after.text(),
		NewMark: after.Mark}
	switch d := after.MM - before.MM; {
	case before.MM == 0 || after.MM == 0:
		r.Grade, r.Says = finding.Open, notKnown(before.MM == 0, after.MM == 0)
		c.v.Open = append(c.v.Open, name)
	case math.Abs(d) <= alike:
		r.Grade, r.Says = finding.Good, same
	default:
		r.Grade, r.Says = finding.Caution, differs(d)
	}
	c.v.Rows = append(c.v.Rows, r)
}

func (c *comparison) keep(what string) { c.v.Keeps = append(c.v.Keeps, what) }
func (c *comparison) get(what string)  { c.v.Gets = append(c.v.Gets, what) }

func (c *comparison) mounting() {
	if c.Mount == Face {
		c.row("face", "Face bolt circle", c.Old.FaceCircle, c.New.FaceCircle, sameBolts, func(d float64) string {
			c.face = true
			c.get(getFace(c.Old.FaceCircle.MM, c.New.FaceCircle.MM))
			return faceDiffers
		})
		if c.good("face") {
			c.keep(keepFace)
		}
		return
	}
	c.row("height", "Shaft height", c.Old.Height, c.New.Height, sameHeight, func(d float64) string {
		if d < 0 {
			c.packing = true
			c.get(getPacking(-d))
			return packs(-d)
		}
		c.lower = true
		if c.Coupling == Belt {
			return tooHighBelt(d)
		}
		c.get(getLower(d))
		return tooHigh(d)
	})
	drilled := func(d float64) string {
		c.drill = true
		return holesMove(d)
	}
	c.row("across", "Feet, across", c.Old.Across, c.New.Across, sameHoles, drilled)
	c.row("along", "Feet, along", c.Old.Along, c.New.Along, sameHoles, drilled)
	if c.drill {
		c.get(getHoles)
	} else if c.good("across") && c.good("along") {
		c.keep(keepBolts)
	}
	c.row("shoulder", "Foot hole to shoulder", c.Old.Shoulder, c.New.Shoulder, sameShoulder, shoulderMoves)
}

func (c *comparison) good(id string) bool {
	for _, r := range c.v.Rows {
		if r.ID == id {
			return r.Grade == finding.Good
		}
	}
	return false
}

func (c *comparison) shaftRows() {
	bore := c.Bore
	if bore.MM == 0 {
		bore = c.Old.Shaft
	}
	c.row("shaft", "Shaft diameter", c.Old.Shaft, c.New.Shaft, sameShaft, shaftDiffers)
	hub := hubName(c.Coupling)
	if bore.MM > 0 && c.New.Shaft.MM > 0 {
		switch d := c.New.Shaft.MM - bore.MM; {
		case math.Abs(d) <= alike:
			c.keep(keepHub(hub, bore.MM))
		case d > 0:
			c.bore = true
			c.get(getBore(hub, bore.MM, c.New.Shaft.MM))
		default:
			c.sleeve = true
			c.get(getSleeve(hub, bore.MM, c.New.Shaft.MM))
		}
	}
	if c.Entry.Bore != "" {
		c.row("bore", "Bore of "+hub, c.Fit.Bore, c.New.Shaft, sameBore(hub), boreDiffers)
	}
	c.row("length", "Shaft length", c.Old.ShaftLength, c.New.ShaftLength, sameLength, lengthDiffers)
	c.row("key", "Key width", c.Old.KeyWidth, c.New.KeyWidth, sameKey, keyDiffers)
	slot := c.Keyway
	if slot.MM == 0 {
		slot = c.Old.KeyWidth
	}
	switch {
	case slot.MM == 0 || c.New.KeyWidth.MM == 0:
	case math.Abs(slot.MM-c.New.KeyWidth.MM) <= alike:
		c.keep(keepKey)
	default:
		c.get(getKey(slot.MM, c.New.KeyWidth.MM))
	}
	if c.Old.EndThread > 0 && c.New.EndThread > 0 {
		r := CompareRow{ID: "thread", Name: "Thread in its end", Old: fmt.Sprintf("M%d", c.Old.EndThread),
			OldMark: c.Old.EndThreadMark,
			New:     fmt.Sprintf("M%d", c.New.EndThread), NewMark: c.New.EndThreadMark, Says: sameThread,
			Grade: finding.Good}
		if c.Old.EndThread != c.New.EndThread {
			r.Grade, r.Says = finding.Caution, threadDiffers
			c.get(getThread(c.New.EndThread))
		}
		c.v.Rows = append(c.v.Rows, r)
	}
}

// place is what the tables do not say: box, length, weight, the loose trial.
func (c *comparison) place() {
	box := CompareRow{ID: "box", Name: "Terminal box", Old: string(c.Old.Box), New: string(c.New.Box), Says: sameBox,
		Grade: finding.Good}
	switch {
	case c.New.Box == "" || c.Old.Box == "":
		box.Grade, box.Says = finding.Open, notKnown(c.Old.Box == "", c.New.Box == "")
		c.v.Open = append(c.v.Open, "the terminal box's side")
	case c.New.Box != c.Old.Box:
		box.Grade, box.Says = finding.Caution, boxMoves(c.New.Box)
		c.get(getReach)
	}
	c.v.Rows = append(c.v.Rows, box)
	c.row("overall", "Overall length", c.Old.Overall, c.New.Overall, sameOverall, overallDiffers)
	w := CompareRow{ID: "weight", Name: "Weight", Grade: finding.Open, Says: weighIt}
	kilograms := func(kg float64) string {
		if kg == 0 {
			return ""
		}
		return unit.Text(kg, "kg") + ", " + unit.Text(kg/unit.Pound, "lb")
	}
	w.Old, w.New = kilograms(c.Old.Kilograms), kilograms(c.New.Kilograms)
	switch {
	case c.New.Kilograms > 0 && strings.TrimSpace(c.Lifts) != "":
		w.Grade, w.Says = finding.Good, liftedBy(strings.TrimSpace(c.Lifts))
	case c.New.Kilograms > 0:
		w.Says = whoLifts
		c.v.Open = append(c.v.Open, "who lifts it")
	default:
		c.v.Open = append(c.v.Open, "its weight")
	}
	c.v.Rows = append(c.v.Rows, w)
	if c.Tried == "" {
		c.v.Open = append(c.v.Open, "a loose trial with the cover on")
	}
}

// terms compares what the two take and give.
func (c *comparison) terms(ratio float64) {
	say := func(id, name string, a, b float64, text func(float64) string, says func(share float64) string) {
		r := CompareRow{ID: id, Name: name, Grade: finding.Note}
		if a > 0 {
			r.Old = text(a)
		}
		if b > 0 {
			r.New = text(b)
		}
		if a > 0 && b > 0 {
			r.Says = says(b/a - 1)
		}
		if a > 0 || b > 0 {
			c.v.Terms = append(c.v.Terms, r)
		}
	}
	o, n := c.OldTerms, c.NewTerms
	in := func(u string) func(float64) string { return func(x float64) string { return unit.Text(x, u) } }
	whole := func(x float64) string { return unit.Whole(x, "rpm") }
	takes := "Takes at plate"
	if o.FromTable || n.FromTable {
		takes = takesByTable
	}
	say("in", takes, o.VoltAmps, n.VoltAmps, in("VA"), moreOrLess)
	say("out", "Gives at the shaft", o.Watts/1000, n.Watts/1000, in("kW"), moreOrLess)
	say("rpm", "Turns at plate", o.RPM, n.RPM, whole, speedChange)
	if ratio > 0 {
		say("tool", "Tool turns, sheaves as they are", o.RPM/ratio, n.RPM/ratio, whole, speedChange)
	}
	say("torque", "Torque at plate", o.Torque(), n.Torque(), in("N·m"), moreOrLess)
	slow := func(t Terms) string {
		if t.SlowNm == 0 {
			return ""
		}
		return unit.Text(t.SlowNm, "N·m") + " at " + unit.Whole(t.SlowRPM, "rpm") + ", " + t.SlowBy
	}
	if o.SlowNm > 0 || n.SlowNm > 0 {
		c.v.Terms = append(c.v.Terms, CompareRow{ID: "slow", Name: "Torque at the slowest used", Old: slow(o),
			New:   slow(n),
			Grade: finding.Note})
	}
}

func (c *comparison) judge() (out []finding.Finding) {
	if c.RoomMM > 0 && c.New.Overall.MM > 0 {
		out = append(out, c.sayRoom())
	}
	if c.Tried == "fouls" {
		out = append(out, sayFouls())
	}
	if c.Coupling == Direct && c.Mount != Face && (c.packing || c.lower) {
		out = append(out, c.sayHeight())
	}
	if len(c.v.Gets) > 0 {
		out = append(out, c.sayGets())
	}
	if c.New.Frame != "" && !c.New.Known && c.New.Height.MM == 0 {
		out = append(out, saySizes(c.New.Frame, c.OtherIs == "new"))
	}
	if len(c.v.Open) > 0 {
		out = append(out, c.sayOpen())
	}
	return out
}
