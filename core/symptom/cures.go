package symptom

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/cause"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// Remedy is what of this job cures a cause: figures of it, and a change of the plan where the cure is one.
type Remedy struct {
	Label   string            `json:"label,omitempty"`
	Figures []string          `json:"figures" nullable:"false"`
	Sets    []finding.Setting `json:"sets" nullable:"false"`
}

// unsets takes entries back to the plan's own.
func unsets(yes bool, paths ...string) (out []finding.Setting) {
	if !yes {
		return nil
	}
	for _, p := range paths {
		out = append(out, finding.Setting{Path: p})
	}
	return out
}

// sagged are the volts at the machine while it draws so many amps.
func (b *bench) sagged(amps float64) float64 {
	return b.site.Supply.Volts - amps*b.site.Supply.LineOhm()
}

// commonCures are the figures and changes of this job for causes that any bridge may have.
func (b *bench) commonCures() {
	if b.wide > 1 || b.site == nil {
		return
	}
	m := &b.doc.Machines[b.at]
	put := func(id, figure string, sets ...finding.Setting) {
		c := b.cures[id]
		if figure != "" {
			c.Figures = append(slices.Clone(c.Figures), figure)
		}
		c.Sets = append(c.Sets, sets...)
		b.cures[id] = c
	}
	if b.joints != nil {
		b.hints["joints"] = fmt.Sprintf(cardHas, b.joints.Print(b.site.Hand.Naming))
	}
	if b.farads > 0 {
		b.hints["microfarad"] = fmt.Sprintf(expects, unit.Text(b.farads, "µF"))
		for _, id := range []string{cause.CanOpen, cause.CanWeak, "run-capacitor-shorted", "run-capacitor-too-much"} {
			put(id, fmt.Sprintf(planHas, unit.Text(b.farads, "µF")))
		}
	}
	if b.relay.RelaySet > 0 {
		b.hints["relay set"] = fmt.Sprintf(expects, unit.Text(b.relay.RelaySet, "A"))
		put("relay-set-low", fmt.Sprintf(planHas, unit.Text(b.relay.RelaySet, "A")))
	}
	if b.rated > 0 && b.kind != "dc" {
		put(cause.LoadHeavy, fmt.Sprintf(plateHas, unit.Text(b.rated, "A")))
	}
	if l := b.site.Load; l.Usual > 0 && l.Heaviest < 1.2 {
		more := fmt.Sprintf("%s %%", unit.Plain(float64(int(100*l.Usual*1.25+0.5))))
		put(cause.LoadHeavy, "", finding.Setting{Path: "machines." + m.ID + ".load.share", Value: more})
		if l.Heaviest < 1.25*l.Usual {
			put(cause.LoadHeavy, "", finding.Setting{Path: "machines." + m.ID + ".load.heaviest", Value: more})
		}
	}
}

// offered keeps those changes of the plan that bring no stop which was not there: a cure is planned before it is
// offered. Its figures stay.
func (b *bench) offered() {
	var before map[string]bool
	for id, r := range b.cures {
		if len(r.Sets) == 0 {
			continue
		}
		if before == nil {
			before = b.stops(nil)
		}
		for stop := range b.stops(r.Sets) {
			if !before[stop] {
				r.Sets = nil
			}
		}
		b.cures[id] = r
	}
}

// stops are the stops of the machine's plan with some settings in it.
func (b *bench) stops(sets []finding.Setting) map[string]bool {
	d := b.doc.Of(b.doc.Machines[b.at].ID).Clone()
	for _, s := range sets {
		entry.Put(&d, s.Path, s.Value)
	}
	out := map[string]bool{}
	if solved, err := plan.Solve(b.ctx, d); err == nil {
		for _, f := range solved.Plan().Findings {
			if f.Grade == finding.Stop {
				out[f.ID] = true
			}
		}
	}
	return out
}

// cureOf is the cure of a cause at this job, with what its change is called.
func (b *bench) cureOf(id string) Remedy {
	c := b.cures[id]
	if c.Figures == nil {
		c.Figures = []string{}
	}
	if c.Sets == nil {
		c.Sets = []finding.Setting{}
	}
	if len(c.Sets) > 0 {
		c.Label = labelOf(&c)
	}
	return c
}

func labelOf(c *Remedy) string {
	path := c.Sets[0].Path
	switch {
	case strings.HasSuffix(path, ".load.share"):
		return fmt.Sprintf(planHeavier, c.Sets[0].Value)
	case strings.HasSuffix(path, "resistor"):
		return wantResistor
	}
	return backToPlan
}
