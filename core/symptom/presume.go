package symptom

import (
	"context"

	"graybridge/core/cause"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/site"
)

// widely is how many times as far every figure strays of a machine whose plate nobody has read.
const widely = 8.0

// presumed is a common motor in the place of one whose plate or leads are not known: what it reads is a guess, so that
// every figure strays widely, and words tell more than figures.
func presumed(doc document.Document, at int) document.Document {
	d := doc.Clone()
	m := &d.Machines[at]
	volts, power, rpm, hertz := "230/400 V", "1.5 kW", "1410", "50"
	amps := "6.2/3.6"
	if d.Workshop.Hertz > 55 {
		volts, power, rpm, hertz, amps = "230/460 V", "2 HP", "1730", "60", "6/3"
	}
	m.Plate = plate.Entry{Power: power, Volts: volts, Amps: amps, RPM: rpm, Hertz: hertz, PowerFactor: "0.78",
		Phases: "3"}
	m.Leads = leads.Entry{Kind: leads.Six, Naming: m.Leads.Naming, Done: []string{}}
	if d.Workshop.Hertz > 55 {
		m.Leads.Kind, m.Leads.Agreed = leads.NineStar, "plate"
	}
	if m.Load.Kind == "" {
		m.Load = load.Entry{Kind: machine.Constant, Share: "60 %", Start: load.Free}
	}
	if d.Supply.Volts == "" && d.Workshop.Volts < 180 {
		d.Supply.Volts = "230"
	}
	d.Bridge.Capacitor.CornerTo = ""
	return d
}

// presume says that figures are presumed, and which entries of the plate would help most.
func (b *bench) presume(missing []string) {
	b.wide = widely
	b.missing = missing
	if b.missing == nil {
		b.missing = []string{}
	}
	for _, need := range []string{cause.NeedsStartCan, cause.NeedsFlow, cause.NeedsOthers} {
		b.has[need] = true
	}
}

// missingOf are the pieces of a plate that nobody has typed, the one that would help most first.
func missingOf(m *document.Machine) (out []string) {
	for _, one := range [][2]string{{m.Plate.Volts, "volts"}, {m.Plate.Amps, "amps"}, {m.Plate.Power, "power"},
		{m.Plate.RPM, "rpm"}, {m.Plate.Hertz, "hertz"}} {
		if one[0] == "" {
			out = append(out, one[1])
		}
	}
	if len(out) == 0 {
		out = append(out, "how its leads come out of it")
	}
	return out
}

// read reads the machine that is complained of by itself; where too little of it is known, a common motor in its place.
func (b *bench) read(ctx context.Context) bool {
	enough := func(d document.Document) bool {
		b.solved = plan.Read(ctx, alone(d, b.at))
		if b.solved.Broke != nil || !b.solved.Known() {
			return false
		}
		b.site = b.solved.Site()
		if b.kind == "dc" {
			return b.site != nil
		}
		if b.site == nil || b.site.Model == nil {
			return false
		}
		b.joints, b.found = b.site.Wanted, nil
		if m := d.Machines[b.at]; b.site.FoundKnown && (len(m.Leads.Done) == 0 || b.joints == nil) {
			// Nobody has changed them since: joints that run are those that it ran by, others are what is wrong.
			now := b.solved.Bridge().Settle("found", site.Fed{Joints: b.site.Found}, true)
			if b.joints == nil || now.Runs && now.Grade != finding.Stop || b.site.Found.Equal(b.joints) {
				b.joints = b.site.Found
			} else {
				b.found = b.site.Found
			}
		}
		return b.joints != nil
	}
	if enough(b.doc) {
		return true
	}
	b.presume(missingOf(&b.doc.Machines[b.at]))
	b.doc = presumed(b.doc, b.at)
	return enough(b.doc)
}

// alone is a document with one of a converter's machines alone: what its leads and its ohms are does not hang on the
// converter.
func alone(d document.Document, at int) document.Document {
	if d.Bridge.Kind != document.KindRotary && d.Bridge.Kind != "" {
		return d
	}
	d = d.Clone()
	d.Machines = d.Machines[at : at+1]
	if d.Bridge.Kind == document.KindRotary || d.Bridge.Kind == "" {
		d.Bridge.Kind = document.KindCapacitor
	}
	d.Machines[0].Role = ""
	return d
}
