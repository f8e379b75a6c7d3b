package symptom

import (
	"context"
	"maps"
	"slices"
	"strings"

	"graybridge/core/cause"
	"graybridge/core/circuit"
	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// bench is a machine as its owner believes it to be, with what every world of it is made of.
type bench struct {
	ctx     context.Context
	doc     document.Document
	kind    string // of its bridge; capacitor where nobody knows
	at      int    // of the machine complained of
	solved  *plan.Solved
	street  *plan.Solved // the converter with the machine on it; nil: none, or it could not be solved
	site    *site.Site
	joints  leads.Joints
	found   leads.Joints // as entered, where they cannot be how it ran; nil: they are as they should be
	farads  float64      // µF that should stand there; 0: not known
	corner  string       // the line that the capacitor should be on
	relay   protection.Protection
	rated   float64 // amps of the plate in these joints
	wide    float64 // how many times as far everything strays: 1, more where the plate is presumed
	missing []string
	has     map[string]bool    // what a cause may need
	usual   map[string]reading // what a machine in order reads
	hints   map[string]string  // the figure of this job that a check is held against
	cures   map[string]Remedy  // what of this job cures a cause
	worlds  []world
}

// how far a figure strays on this bench.
func (b *bench) figure(x, strays, floor float64) reading { return figure(x, strays*b.wide, floor) }

// scales of a motor's ohms against what its plate lets expect, each as likely as its weight.
var scales = []scale{{0.62, 0.1}, {0.78, 0.22}, {1, 0.36}, {1.28, 0.22}, {1.6, 0.1}}

// wideScales are those of a motor whose plate is presumed: a tenth to ten times.
var wideScales = []scale{{0.1, 0.1}, {0.2, 0.12}, {0.4, 0.16}, {0.7, 0.16}, {1, 0.16}, {1.8, 0.12}, {3.5, 0.1}, {7,
	0.08}}

type scale struct{ of, odds float64 }

func (b *bench) scales() []scale {
	if b.wide > 1 {
		return wideScales
	}
	return scales
}

// worldsOf puts a cause's worlds of one sort on the bench: one for each scale of the motor's ohms.
func (b *bench) worldsOf(id string, share float64, said odds, reads map[string]reading, ohms map[string]float64) {
	for _, s := range b.scales() {
		b.worlds = append(b.worlds, world{cause: id, weight: cause.Of(id).Weight * share * s.odds, said: said,
			reads: reads, ohms: scaled(ohms, s.of, b.wide)})
	}
}

// tell puts a cause on the bench that no circuit shows: what its owner says, and how its readings differ from those of
// a machine in order.
func (b *bench) tell(id string, share float64, said odds, change func(r map[string]reading)) {
	b.tellFed(id, share, said, site.Fed{}, change)
}

// liveReads are the readings at the machine's leads and the supply, and its speed.
var liveReads = []string{"amps L1", "amps L2", "amps L3", "amps supply", "volts L1-L2", "volts L1-L3", "volts L2-L3",
	"rpm"}

// tellFed is tell with the motor's coils or joints otherwise: its ohms are theirs.
func (b *bench) tellFed(id string, share float64, said odds, fed site.Fed, change func(r map[string]reading)) {
	reads := maps.Clone(b.usual)
	if said[complaint.HumsStands] > 0.35 || said[complaint.IdlerHums] > 0.5 { // what stands reads otherwise
		for _, k := range liveReads {
			delete(reads, k)
		}
	}
	change(reads)
	var ohms map[string]float64
	if b.joints != nil {
		h := usual()
		h.fed = fed
		if h.fed.Joints == nil {
			h.fed.Joints = b.joints
		}
		ohms = b.lineOhms(&h)
	}
	b.worldsOf(id, share, said, reads, ohms)
}

// quietly puts those causes on the bench that the catalogue tells of and nothing has put there yet.
func (b *bench) quietly() {
	there := map[string]bool{}
	for _, w := range b.worlds {
		there[w.cause] = true
	}
	for _, c := range cause.All() {
		if there[c.ID] || c.Says == nil || !c.Befalls(b.kind) || c.Needs != "" && !b.has[c.Needs] {
			continue
		}
		if c.ID == cause.TurnsShorted {
			b.shortedTurns(odds(c.Says))
			continue
		}
		b.tell(c.ID, 1, odds(c.Says), func(r map[string]reading) {
			for check, shown := range c.Reads {
				if shown.Word != "" {
					r[check] = word(shown.Word)
				} else if was, ok := r[check]; ok && was.word == "" {
					r[check] = b.figure(was.figure*shown.Times, shown.Strays, was.floor)
				}
			}
		})
	}
	if b.kind == "rotary" {
		b.leadAmps()
	}
	b.fill()
}

// fill gives every world what a machine in order shows, where its cause says nothing of it: what was not foretold of a
// motor that does not run stays open.
func (b *bench) fill() {
	for i := range b.worlds {
		for _, c := range checks {
			if _, told := b.worlds[i].reads[c.ID]; !told && b.can(&c) && (c.usual != "" || c.ID == "hertz") {
				if r, ok := b.usual[c.ID]; ok {
					b.worlds[i].reads[c.ID] = r
				}
			}
		}
	}
}

// holds notes what the machine has that a cause may need.
func (b *bench) holds() {
	cap := &b.doc.Bridge.Capacitor
	b.note(cause.NeedsRelay, b.relay.RelaySet > 0)
	b.note(cause.NeedsStartCan, cap.Start != "")
	b.note(cause.NeedsFlow, b.site.Load.Kind == machine.Fan)
	b.note(cause.NeedsOthers, len(b.doc.Machines) > 2)
}

// note notes what the machine has; what is presumed of it stays.
func (b *bench) note(what string, has bool) { b.has[what] = b.has[what] || has }

// planned are the µF that should stand there: as entered, else the plan's.
func (b *bench) planned() float64 {
	if x, ok, err := unit.Microfarads.One(b.doc.Bridge.Capacitor.Microfarad); err == nil && ok {
		return x
	}
	for _, c := range b.solved.Bridge().Built() {
		if strings.HasSuffix(c.Path, "microfarad") {
			if x, ok, err := unit.Microfarads.One(c.Value); err == nil && ok {
				return x
			}
		}
	}
	return 0
}

// can says that a check can be done at this machine.
func (b *bench) can(c *Check) bool {
	return (len(c.on) == 0 || slices.Contains(c.on, b.kind)) && (c.needs == "" || b.has[c.needs])
}

// looksUsual are the looks of a machine in order, beside what is worked out.
func (b *bench) looksUsual(more map[string]reading) {
	b.usual = map[string]reading{"insulation": figure(60, 1, 0.05)}
	if b.site != nil && b.site.Supply.Hertz > 0 {
		b.usual["hertz"] = figure(b.site.Supply.Hertz, 0.01, 0.1)
	}
	for i := range checks {
		if c := &checks[i]; c.usual != "" && b.can(c) {
			b.usual[c.ID] = word(c.usual)
		}
	}
	maps.Copy(b.usual, more)
}

// shortedTurns are worlds in which a share of one coil's turns is bridged: its ohms are less by so much.
func (b *bench) shortedTurns(said odds) {
	coils, _ := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	for i := range coils {
		for _, share := range []float64{0.08, 0.25, 0.5} {
			h := usual()
			h.fed.Joints = b.joints
			h.fed.Coils = append([]circuit.Coil(nil), coils...)
			h.fed.Coils[i].Share *= 1 - share
			reads := maps.Clone(b.usual)
			for _, k := range []string{"amps L1", "amps L2", "amps L3", "amps supply"} { // more, nobody knows how much
				delete(reads, k)
			}
			b.worldsOf(cause.TurnsShorted, 1/float64(3*len(coils)), said, reads, b.lineOhms(&h))
		}
	}
}
