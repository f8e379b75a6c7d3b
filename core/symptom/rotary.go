package symptom

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// onConverter puts the causes of a machine behind a rotary converter on the bench. What its owner says is told by
// cause, planning: the converter's street is not solved once more for each of them.
//
// Long: a list of causes, each by itself.
func (b *bench) onConverter() {
	farads := func(text string) float64 {
		x, ok, err := unit.Microfarads.One(text)
		if err != nil || !ok {
			return 0
		}
		return x
	}
	one, two := farads(b.doc.Bridge.Rotary.L13), farads(b.doc.Bridge.Rotary.L23)
	if one == 0 && two == 0 && b.wide == 1 {
		one, two = b.plannedBanks(farads)
	}
	if b.wide > 1 && one == 0 {
		one, two = presumedBank, presumedBank/4
	}
	most := math.Max(1, math.Max(one, two))
	b.looksUsual(map[string]reading{"joints": {joints: b.joints, known: true},
		"volts post":       figure(b.site.Supply.Volts, strayVolts, 1),
		"microfarad L1-L3": b.figure(one, strayCan, 0.03*most), "microfarad L2-L3": b.figure(two, strayCan, 0.03*most)})
	if b.relay.RelaySet > 0 {
		b.usual["relay set"] = figure(b.relay.RelaySet, strayDial, 0.05)
	}
	b.hintBanks(one, two)
	add := b.tell
	uneven := odds{complaint.RelayTrips: 0.55, complaint.MotorHot: 0.55, complaint.LowLeg: 0.5,
		complaint.HumsStands: 0.1, complaint.Weak: 0.2, complaint.IdlerHot: 0.2}
	for _, left := range []float64{0, 0.3} {
		add("bank-l1-lost", 0.5, uneven, func(r map[string]reading) {
			r["microfarad L1-L3"] = b.figure(one*left, strayCan, 0.03*most)
		})
		if two > 0 {
			add("bank-l2-lost", 0.5, uneven, func(r map[string]reading) {
				r["microfarad L2-L3"] = b.figure(two*left, strayCan, 0.03*most)
			})
		}
	}
	over := odds{complaint.RelayTrips: 0.3, complaint.MotorHot: 0.4, complaint.LowLeg: 0.6, complaint.IdlerHot: 0.4,
		complaint.HumsStands: 0.02}
	for _, more := range []float64{0.4, 0.65, 1} {
		add("bank-l1-too-much", 0.33, over, func(r map[string]reading) {
			r["microfarad L1-L3"] = b.figure(one+more*most, 0.12, 0.03*most)
		})
		add("bank-l2-too-much", 0.33, over, func(r map[string]reading) {
			r["microfarad L2-L3"] = b.figure(two+more*most, 0.12, 0.03*most)
		})
	}
	add("idler-spun-backward", 1, odds{complaint.Backward: 0.9, complaint.RelayTrips: 0.5, complaint.MotorHot: 0.5,
		complaint.LowLeg:   0.3,
		complaint.IdlerHot: 0.2}, func(r map[string]reading) { r["idler turns"] = word("backward") })
	add("idler-stands", 1, odds{complaint.IdlerHums: 0.95, complaint.HumsStands: 0.4, complaint.IdlerHot: 0.3},
		func(r map[string]reading) { r["idler turns"] = word("stands") })
	hums := odds{complaint.HumsStands: 0.95, complaint.Crawls: 0.05}
	add("machine-line-open", 1, hums, func(r map[string]reading) {
		for _, l := range leads.Lines {
			r["amps "+l] = reading{}
		}
		r["amps L3"], r["lines through"] = figure(0, strayLive, 0.05*b.rated), word("open")
	})
	add("shaft-held", 1, hums, func(r map[string]reading) { r["shaft"] = word("held") })
	b.windingsOpen(hums)
	b.onJointsOf()
	add("load-too-heavy", 1, odds{complaint.RelayTrips: 0.8, complaint.MotorHot: 0.8, complaint.Weak: 0.35,
		complaint.Crawls: 0.1},
		func(r map[string]reading) { r["load uncoupled"] = word("well") })
	if b.relay.RelaySet > 0 {
		for _, of := range []float64{0.5, 0.65, 0.8} {
			add("relay-set-low", 0.33, odds{complaint.RelayTrips: 0.9}, func(r map[string]reading) {
				r["relay set"] = figure(b.relay.RelaySet*of, strayLow, 0.05)
			})
		}
	}
	add("winding-to-frame", 1, odds{complaint.LeakageTrips: 0.9}, func(r map[string]reading) {
		r["insulation"] = figure(0.005, 1, 0.05)
	})
	b.supplyTold(odds{complaint.Weak: 0.4, complaint.Crawls: 0.4, complaint.HumsStands: 0.2},
		odds{complaint.MotorHot: 0.4, complaint.IdlerHot: 0.5})
	b.tell("neutral-for-a-line", 1, odds{complaint.IdlerHums: 0.6, complaint.HumsStands: 0.4, complaint.Weak: 0.5},
		func(r map[string]reading) {
			r["volts post"] = figure(b.site.Supply.Volts*neutralShare(b.doc.Workshop.Colours), strayVolts, 1)
		})
}

// Amps of a machine's leads over its plate's, at work and where it stands; planning, and read widely.
const (
	ampsAtWork   = 0.8
	ampsStanding = 4.0
	strayAmps    = 0.5
)

// leadAmps are about what a machine behind a converter draws, where a cause leaves all its lines whole.
func (b *bench) leadAmps() {
	for i := range b.worlds {
		w := &b.worlds[i]
		if w.cause == cause.WindingOpen || w.cause == "machine-line-open" || w.cause == cause.CapMissing {
			continue
		}
		share := ampsAtWork
		if w.said[complaint.HumsStands] > 0.5 {
			share = ampsStanding
		}
		for _, l := range leads.Lines {
			if _, told := w.reads["amps "+l]; !told {
				w.reads["amps "+l] = b.figure(share*b.rated, strayAmps, 0.05*b.rated)
			}
		}
	}
}

// plannedBanks are the µF that the plan gives the two banks; 0 where it gives none.
func (b *bench) plannedBanks(farads func(string) float64) (one, two float64) {
	street := plan.Read(b.ctx, b.doc)
	if street.Broke != nil || !street.Known() {
		return 0, 0
	}
	for _, s := range street.Bridge().Built() {
		switch s.Path {
		case "bridge.rotary.l1_l3_microfarad":
			one = farads(s.Value)
		case "bridge.rotary.l2_l3_microfarad":
			two = farads(s.Value)
		}
	}
	return one, two
}

// presumedBank is what a bank is taken for where nobody has entered one, in µF.
const presumedBank = 100.0

// hintBanks says beside a bank's check what the plan has there.
func (b *bench) hintBanks(one, two float64) {
	if b.wide > 1 {
		return
	}
	for check, x := range map[string]float64{"microfarad L1-L3": one, "microfarad L2-L3": two} {
		if x > 0 {
			b.hints[check] = fmt.Sprintf(expects, unit.Text(x, "µF"))
		}
	}
	for _, id := range []string{"bank-l1-lost", "bank-l1-too-much"} {
		b.cures[id] = Remedy{Figures: []string{fmt.Sprintf(planHas, unit.Text(one, "µF"))}}
	}
	for _, id := range []string{"bank-l2-lost", "bank-l2-too-much"} {
		b.cures[id] = Remedy{Figures: []string{fmt.Sprintf(planHas, unit.Text(two, "µF"))}}
	}
}

// windingsOpen are worlds in which a coil is broken, or in which a whole phase is.
func (b *bench) windingsOpen(said odds) {
	coils, _ := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	for i := range coils {
		h := usual()
		h.fed.Joints, h.fed.Coils = b.joints, slices.Clone(coils)
		h.fed.Coils[i].Finish = leads.BrokenEnd
		b.worldsOf(cause.WindingOpen, 1/float64(len(coils)), said, maps.Clone(b.usual), b.lineOhms(&h))
	}
	whole := usual()
	whole.fed.Joints = b.joints
	ohm := b.lineOhms(&whole)
	for _, left := range []string{"ohms L1-L2", "ohms L1-L3", "ohms L2-L3"} {
		one := map[string]float64{}
		for k := range ohm {
			one[k] = math.Inf(1)
		}
		if x, ok := ohm[left]; ok {
			one[left] = x
		}
		b.worldsOf(cause.WindingOpen, 0.5, said, maps.Clone(b.usual), one)
	}
}

// onJointsOf are the wrong joints of a machine behind a converter. Joined for lower volts than it gets it runs hot and
// trips, for higher ones it is weak: the ohms between its lines tell which.
func (b *bench) onJointsOf() {
	coils, _ := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	own := usual()
	own.fed.Joints = b.joints
	whole := b.lineOhms(&own)["ohms L1-L2"]
	for _, one := range b.wrongJoints(coils) {
		for _, j := range one.all {
			said := odds{complaint.HumsStands: 0.7, complaint.RelayTrips: 0.6, complaint.MotorHot: 0.5}
			h := usual()
			h.fed.Joints = j
			switch {
			case one.cause != cause.OtherVolts && one.cause != cause.OtherFamily:
			case b.lineOhms(&h)["ohms L1-L2"] < 0.9*whole:
				said = odds{complaint.RelayTrips: 0.9, complaint.MotorHot: 0.7}
			default:
				said = odds{complaint.Weak: 0.5, complaint.MotorHot: 0.4, complaint.HumsStands: 0.2,
					complaint.RelayTrips: 0.3}
			}
			b.tell(one.cause, 1/float64(len(one.all)), said, func(r map[string]reading) {
				r["joints"] = reading{joints: j, other: true, known: true}
			})
		}
	}
}
