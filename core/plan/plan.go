// Package job is the one function that answers a document: Plan(document).
//
// It calls the chapters in the order of work and gathers what they say: how each entry was
// read, the solved circuit as it is now and as wanted, the findings, the moves, the card. The
// same document always gives the same plan.
package plan

import (
	"context"
	"fmt"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/makeup"
	"graybridge/core/openfile"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// Plan is everything that follows from a document.
type Plan struct {
	Machine  string                `json:"machine"` // id of the one that is planned
	Readings []finding.Reading     `json:"readings" nullable:"false"`
	Findings []finding.Finding     `json:"findings" nullable:"false"`
	Bays     []BayState            `json:"bays" nullable:"false"`
	Next     Next                  `json:"next"`
	Steps    []Next                `json:"steps" nullable:"false"` // everything that is open, in the order of work
	Moves    []leads.Move          `json:"moves" nullable:"false"`
	Leads    LeadsPlan             `json:"leads"`
	Motor    []finding.Figure      `json:"motor" nullable:"false"` // what the plate means
	Bridge   []finding.Figure      `json:"bridge" nullable:"false"`
	Supply   []finding.Figure      `json:"supply" nullable:"false"`
	Stairs   []supply.Stair        `json:"stairs" nullable:"false"`   // the volts on their way, state by state
	Wall     []supply.Chain        `json:"wall" nullable:"false"`     // for each bridge that is known, the chosen one first
	Circuits []string              `json:"circuits" nullable:"false"` // of the workshop, by name
	Guard    []finding.Figure      `json:"protection" nullable:"false"`
	Ladder   protection.Ladder     `json:"ladder"`
	Load     []finding.Figure      `json:"load" nullable:"false"`
	Belt     load.BeltView         `json:"belt"`
	MakeUp   makeup.View           `json:"makeup"`
	Fit      fit.Replacement       `json:"fit"` // a motor in another's place
	Schools  []capacitor.School    `json:"schools" nullable:"false"`
	Use      *capacitor.UseVerdict `json:"use,omitempty"` // permanent, short runs or a test
	Combos   []capacitor.Combo     `json:"combos" nullable:"false"`
	Trim     *capacitor.TrimView   `json:"trim,omitempty"`
	Drive    *drive.View           `json:"drive,omitempty"`
	Rotary   *rotary.ConverterView `json:"rotary,omitempty"`
	DC       *dc.View              `json:"dc,omitempty"`
	Brushed  *BrushedPlan          `json:"brushed,omitempty"` // the leads of a brushed motor
	Buys     []bridge.Buy          `json:"buys" nullable:"false"`
	Parts    Parts                 `json:"parts"`
	Offers   []bridge.Offer        `json:"offers" nullable:"false"` // each bridge in a line
	Now      bridge.State          `json:"now"`
	Wanted   bridge.State          `json:"wanted"`
	Link     bridge.Link           `json:"link"`
	Card     bringup.Card          `json:"card"`
	// PlateAmps are the plate's in a lead, as joined; 0: not known.
	PlateAmps float64        `json:"-"`
	Gates     []bringup.Gate `json:"-"`        // of the bring-up; how far it is follows from the machine's book
	Computed  bool           `json:"computed"` // the motor could be computed
}

// BayState is a bay's key figure and gravest mark.
type BayState struct {
	Bay   finding.Bay   `json:"bay"`
	Title string        `json:"title"`
	Key   string        `json:"key"`
	Mark  finding.Grade `json:"mark"`
	Do    Do            `json:"do"`
}

// Next is the one thing to do next.
type Next struct {
	Bay   finding.Bay `json:"bay"`
	Text  string      `json:"text"`
	Entry string      `json:"entry,omitempty"`
	Card  bool        `json:"card,omitempty"` // nothing is left but to take the card to the machine
	// Unknown is for who does not know: how to find out, or what is assumed.
	Unknown string `json:"unknown,omitempty"`
}

// Unreadable is returned by Plan's strict twin for a document whose entries
// cannot all be read: every such entry with what would do.
func (p *Plan) Unreadable() openfile.Problems {
	var bad openfile.Problems
	for _, r := range p.Readings {
		if r.Problem != "" {
			bad = append(bad, openfile.Problem{Path: r.Path, Found: fmt.Sprintf("%q", r.Typed), Wanted: r.Wanted})
		}
	}
	return bad
}

// Make is Plan(document): the whole answer. The document must have passed
// Validate; anything typed in it may still be unreadable or missing, and the
// plan then says so and goes as far as it can.
func Make(d document.Document) Plan {
	s, _ := Solve(context.Background(), d) // nobody goes away
	return s.plan
}

// plan makes the plan of what was read.
func (r *reading) plan(ctx context.Context) *Plan {
	p := emptyPlan()
	p.Machine, p.Readings, p.Computed = r.machine.ID, append(p.Readings, r.readings...), r.side().computed()
	p.say(r.said()...)
	r.show(p)
	stop := bridge.Blocked(p.Findings)
	g := r.bridge.Guarding(stop)
	g.Said = r.found(g)
	g.Noted = accepted(r.guard, g.Said)
	p.take(g, stop)
	if bridge.Blocked(p.Findings) == nil {
		p.Buys = append(append(p.Buys, r.bridge.Buys(g)...), r.stepBuys()...)
		r.unbought(p.Buys)
	}
	r.side().leads(p, g)
	p.say(r.site.Load.Judge()...)
	r.mechanics(p, g)
	if !g.Judged {
		p.say(r.site.Supply.Judge(nil, r.site.Rules)...)
	}
	p.say(r.leftBehind()...)
	r.unseen(p)
	r.provenSteps(ctx, p)
	r.order(p)
	r.conclude(p, g)
	return p
}

// take puts what supply, protection and load make of the bridge into the plan.
func (p *Plan) take(g bridge.Guarded, stop *finding.Finding) {
	for _, one := range []struct {
		into *[]finding.Figure
		of   []finding.Figure
	}{{&p.Supply, g.Supply}, {&p.Guard, g.Guard}, {&p.Load, g.Load}} {
		if one.of != nil {
			*one.into = one.of
		}
	}
	if p.Drive != nil && stop != nil { // nothing is keyed and wired for a state that must not be
		shown := *p.Drive
		shown.Sheet, shown.Wiring = []drive.Row{}, []drive.Wire{}
		p.Drive = &shown
	}
	if p.DC != nil && stop != nil {
		shown := *p.DC
		shown.Trims, shown.Wiring = []dc.Row{}, []dc.Wire{}
		p.DC = &shown
	}
	p.say(g.Said...)
}

func emptyPlan() *Plan {
	return &Plan{Readings: []finding.Reading{}, Findings: []finding.Finding{}, Moves: []leads.Move{},
		Motor: []finding.Figure{}, Bridge: []finding.Figure{}, Steps: []Next{}, Schools: []capacitor.School{},
		Combos: []capacitor.Combo{}, Buys: []bridge.Buy{}, Offers: []bridge.Offer{},
		Supply: []finding.Figure{}, Stairs: []supply.Stair{}, Wall: []supply.Chain{}, Circuits: []string{},
		Guard: []finding.Figure{}, Load: []finding.Figure{}}
}

// motorFigures is what the plate means, with where each comes from.
func (r *reading) motorFigures() []finding.Figure {
	p := &r.site.Plate
	out := []finding.Figure{}
	add := func(id, name string, value float64, text, note string, mark finding.Mark) {
		out = append(out, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: mark})
	}
	if p.Poles > 0 {
		sync := 120 * p.Hertz / float64(p.Poles)
		add("poles", "Poles", float64(p.Poles), fmt.Sprint(p.Poles),
			fmt.Sprintf("synchronous %s", unit.Whole(sync, "rpm")), finding.Computed)
		add("slip", "Slip at plate", (sync-p.RPM)/sync, unit.Text((sync-p.RPM)/sync*100, "%"), "", finding.Computed)
	}
	if p.ShaftWatts > 0 {
		add("power", "Power", p.ShaftWatts, unit.Text(p.ShaftWatts/1000, "kW"),
			unit.Text(p.ShaftWatts/unit.WattsPerHorsepower, "hp")+" at the shaft", finding.FromPlate)
	}
	if p.ShaftWatts > 0 && p.RPM > 0 {
		t := 9.549 * p.ShaftWatts / p.RPM
		add("torque", "Rated torque", t, unit.Text(t, "N·m"), unit.Text(t*0.73756, "lb·ft"), finding.Computed)
	}
	if v := p.PowerFactor; v.Value > 0 {
		add("power-factor", "Power factor", v.Value, unit.Three(v.Value), v.Basis, v.Mark)
	}
	if v := p.Efficiency; v.Value > 0 {
		add("efficiency", "Efficiency", v.Value, unit.Percent(v.Value), v.Basis, v.Mark)
	}
	if m := r.site.Model; m != nil {
		add("winding", "One winding", m.WindingVolts, unit.Text(m.WindingVolts, "V"),
			unit.Text(m.WindingAmps, "A")+" at plate", r.site.Column.Mark)
		out = append(out, r.site.Fitted...)
		ohm := finding.Estimated
		if p.WindingOhm20 > 0 {
			ohm = finding.Measured
		}
		eq := m.Eq
		add("r1", "R1", eq.R1Ohm, unit.Text(eq.R1Ohm, "Ω"), "one winding, hot", ohm)
		add("x1", "X1, X2", eq.X1Ohm, unit.Text(eq.X1Ohm, "Ω"), unit.Text(eq.X2Ohm, "Ω"), finding.Estimated)
		add("r2", "R2 running", eq.R2Ohm, unit.Text(eq.R2Ohm, "Ω"),
			unit.Text(eq.R2StandstillOhm, "Ω")+" at standstill", finding.Estimated)
		xm, note := finding.Estimated, "magnetising"
		if r.site.Refitted {
			xm, note = finding.Measured, "magnetising, from your readings on the bridge"
		}
		add("xm", "Xm", eq.XmOhm, unit.Text(eq.XmOhm, "Ω"), note, xm)
		add("breakdown", "Breakdown torque", m.BreakdownTorqueRatio, unit.Three(m.BreakdownTorqueRatio)+" × rated",
			"of the fitted motor", finding.Estimated)
		bands := r.site.MotorBands()
		for i := range out {
			out[i].Band = bands[out[i].ID]
		}
	}
	return out
}
