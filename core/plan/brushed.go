package plan

import (
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/dc"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// BrushedPlan is what the Leads bay shows of a brushed motor.
type BrushedPlan struct {
	Found   leads.BrushedFound `json:"found"`
	Look    []leads.LookPart   `json:"look" nullable:"false"`
	Winding string             `json:"winding"`
	// Armature is what its two leads are called on this motor.
	Armature [2]string `json:"armature" nullable:"false"`
	Field    bool      `json:"field"`
	Series   bool      `json:"series"`
	Chain    []string  `json:"chain" nullable:"false"` // how they are joined to the controller, in order
}

// brushed is a brushed motor, on whatever feeds it.
type brushed struct{ *reading }

func (w brushed) computed() bool     { return w.bridge.Settled() || w.site.Direct.Complete() }
func (w brushed) leadsSettled() bool { return w.site.Brushed.Settled }
func (w brushed) watts() float64     { return w.site.Direct.ShaftWatts }

// leads settles the one state there is: the armature on its controller.
func (w brushed) leads(p *Plan, _ bridge.Guarded) {
	p.Wanted = w.bridge.Settle("wanted", site.Fed{}, true)
	p.Now = p.Wanted
	p.Now.ID, p.Now.Title, p.Now.Note = "now", "Now", ""
	p.Leads = emptyLeads()
	found := w.site.Brushed
	if found.Names == nil {
		found.Names = []leads.BrushedNames{}
	}
	p.Brushed = &BrushedPlan{Found: found, Look: w.machine.Leads.Brushed.LookList(),
		Winding:  string(w.site.Direct.Winding),
		Armature: w.machine.Leads.Brushed.Names.Of(leads.ArmaturePart),
		Field:    w.site.Direct.Field(), Series: w.site.Direct.Winding == "compound", Chain: []string{}}
	for _, j := range w.joints(p) {
		p.Brushed.Chain = append(p.Brushed.Chain, j.Name+" to "+j.Value)
	}
	var said []finding.Finding
	p.Leads.Direction, said = w.bridge.Turning()
	p.say(said...)
}

func (w brushed) figures() []finding.Figure {
	if on, ok := w.bridge.(dc.Installed); ok {
		return on.MotorFigures()
	}
	return []finding.Figure{}
}

func (w brushed) plate() []string {
	e := &w.machine.Plate
	field := strings.TrimSpace(e.FieldVolts + " " + e.FieldAmps)
	if field != "" {
		field = "field " + field
	}
	factor := ""
	if e.FormFactor != "" {
		factor = "FF " + e.FormFactor
	}
	rpm := e.RPM
	if rpm != "" && !strings.Contains(rpm, "rpm") {
		rpm += " rpm"
	}
	return []string{e.Power, "DC", e.ArmatureVolts, e.ArmatureAmps, rpm, e.Winding, field, factor}
}

func (w brushed) leadsKey(*Plan) string {
	if w.site.Brushed.Settled {
		return string(w.site.Direct.Winding) + ", leads named"
	}
	return string(w.site.Direct.Winding) + ", leads not found"
}

func (w brushed) runs() string {
	return unit.Text(w.site.Direct.ShaftWatts/1000, "kW") + ", " + unit.Whole(w.site.Direct.RPM, "rpm")
}

func (w brushed) doLeads(p *Plan) Do {
	for _, f := range p.Findings {
		if f.Bay == finding.Leads && f.Grade == finding.Open {
			return Do{Text: f.Sentence, Grade: f.Grade, Entry: firstEntry(f)}
		}
	}
	if !w.site.Brushed.Settled {
		return Do{Text: leadsNotNamed, Grade: finding.Open, Entry: "leads.brushed.count"}
	}
	for _, one := range w.machine.Leads.Brushed.LookList() {
		if one.Found == "" {
			return Do{Text: notLookedOver, Grade: finding.Open, Entry: "leads.brushed.look"}
		}
	}
	return Do{Text: nothingNamed, Grade: finding.Good}
}

// joints are the motor's own leads and what each goes to.
func (w brushed) joints(*Plan) (out []bringup.Line) {
	on, ok := w.bridge.(dc.Installed)
	if !ok || on.View == nil {
		return nil
	}
	for _, x := range on.View.Wiring {
		if x.Run == "armature" || x.Run == "field" && x.Wire != "none" {
			out = append(out, bringup.Line{Name: x.From, Value: x.To})
		}
	}
	return out
}
