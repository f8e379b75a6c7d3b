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
	"graybridge/core/site"
	"graybridge/core/unit"
)

// onConverter puts the causes of a machine behind a rotary converter on the bench: line, banks, idler and the machine
// are solved coil by coil for those that change one of them; where the converter is not known well enough, and for what
// no circuit shows, they are told.
//
// Long: a list of causes, each by itself.
func (b *bench) onConverter() {
	one, two := b.banks()
	most := math.Max(1, math.Max(one, two))
	b.looksUsual(map[string]reading{"joints": {joints: b.joints, known: true},
		"volts post":       figure(b.site.Supply.Volts, strayVolts, 1),
		"microfarad L1-L3": b.figure(one, strayCan, 0.03*most), "microfarad L2-L3": b.figure(two, strayCan, 0.03*most)})
	if b.relay.RelaySet > 0 {
		b.usual["relay set"] = figure(b.relay.RelaySet, strayDial, 0.05)
	}
	if st, ok := b.beside(site.Fed{}); ok {
		b.live(b.usual, &st, 0)
	}
	b.hintBanks(one, two)
	bank := func(id string, share float64, said odds, first, second, strays float64) {
		b.solvedTold(id, share, said, site.Fed{Banks: &[2]float64{first, second}}, func(r map[string]reading) {
			if first != one {
				r["microfarad L1-L3"] = b.figure(first, strays, 0.03*most)
			} else {
				r["microfarad L2-L3"] = b.figure(second, strays, 0.03*most)
			}
		})
	}
	uneven := odds{complaint.RelayTrips: 0.55, complaint.MotorHot: 0.55, complaint.LowLeg: 0.5,
		complaint.HumsStands: 0.1, complaint.Weak: 0.2, complaint.IdlerHot: 0.2}
	for _, left := range []float64{0, 0.3} {
		bank("bank-l1-lost", 0.5, uneven, one*left, two, strayCan)
		if two > 0 {
			bank("bank-l2-lost", 0.5, uneven, one, two*left, strayCan)
		}
	}
	over := odds{complaint.RelayTrips: 0.3, complaint.MotorHot: 0.4, complaint.LowLeg: 0.6, complaint.IdlerHot: 0.4,
		complaint.HumsStands: 0.02}
	for _, more := range []float64{0.4, 0.65, 1} {
		bank("bank-l1-too-much", 0.33, over, one+more*most, two, 0.12)
		bank("bank-l2-too-much", 0.33, over, one, two+more*most, 0.12)
	}
	b.solvedTold("idler-spun-backward", 1, odds{complaint.Backward: 0.9, complaint.RelayTrips: 0.5,
		complaint.MotorHot: 0.5, complaint.LowLeg: 0.3, complaint.IdlerHot: 0.2}, site.Fed{SpunOther: true},
		func(r map[string]reading) { r["idler turns"] = word("backward") })
	b.tell("idler-stands", 1, odds{complaint.IdlerHums: 0.95, complaint.HumsStands: 0.4, complaint.IdlerHot: 0.3},
		func(r map[string]reading) { r["idler turns"] = word("stands") })
	hums := odds{complaint.HumsStands: 0.95, complaint.Crawls: 0.05}
	b.tell("machine-line-open", 1, hums, func(r map[string]reading) {
		r["amps L3"], r["lines through"] = figure(0, strayLive, 0.05*b.rated), word("open")
	})
	b.tell(cause.ShaftHeld, 1, hums, func(r map[string]reading) { r["shaft"] = word("held") })
	b.windingsOpen(hums)
	b.onJointsOf()
	b.tell(cause.LoadHeavy, 1, odds{complaint.RelayTrips: 0.8, complaint.MotorHot: 0.8, complaint.Weak: 0.35,
		complaint.Crawls: 0.1}, func(r map[string]reading) {
		r["load uncoupled"] = word("well")
		for _, k := range []string{"amps L1", "amps L2", "amps L3", "amps supply"} {
			if was, ok := r[k]; ok {
				r[k] = b.figure(heavierAmps*was.figure, strayAmps, was.floor)
			}
		}
	})
	if b.relay.RelaySet > 0 {
		for _, of := range []float64{0.5, 0.65, 0.8} {
			b.tell("relay-set-low", 0.33, odds{complaint.RelayTrips: 0.9}, func(r map[string]reading) {
				r["relay set"] = figure(b.relay.RelaySet*of, strayLow, 0.05)
			})
		}
	}
	b.tell(cause.FrameTouch, 1, odds{complaint.LeakageTrips: 0.9}, func(r map[string]reading) {
		r["insulation"] = figure(0.005, 1, 0.05)
	})
	b.supplyTold(odds{complaint.Weak: 0.4, complaint.Crawls: 0.4, complaint.HumsStands: 0.2},
		odds{complaint.MotorHot: 0.4, complaint.IdlerHot: 0.5})
	b.tell("neutral-for-a-line", 1, odds{complaint.IdlerHums: 0.6, complaint.HumsStands: 0.4, complaint.Weak: 0.5},
		func(r map[string]reading) {
			r["volts post"] = figure(b.site.Supply.Volts*neutralShare(b.doc.Workshop.Colours), strayVolts, 1)
		})
}

// beside is the converter's circuit with the machine on it and something otherwise; false where it is not known, or
// nothing runs in it.
func (b *bench) beside(fed site.Fed) (st site.State, ok bool) {
	if b.street == nil {
		return st, false
	}
	if fed.Joints == nil {
		fed.Joints = b.joints
	}
	st = b.street.Bridge().Settle("symptom", fed, true)
	return st, st.Solved && !st.Short && len(st.Lines) == 3
}

// How much of what an owner says is solved; the rest is told, for a motor that differs from its plate. And from how far
// apart the three volts are somebody reads that one is off.
const (
	solvedShare = 0.75
	offVolts    = 0.06
)

// solvedTold puts a cause on the bench that changes the converter's circuit: what its meters read is solved, what its
// owner says partly so.
func (b *bench) solvedTold(id string, share float64, told odds, fed site.Fed, change func(map[string]reading)) {
	st, ok := b.beside(fed)
	if !ok {
		b.tellFed(id, share, told, fed, change)
		return
	}
	h := usual()
	h.fed, h.opposite = fed, fed.SpunOther
	solved := odds{}
	stands := b.complaint(id, &h, &st, solved)
	low, high := math.Inf(1), 0.0
	for _, v := range st.Between {
		low, high = math.Min(low, v.Value), math.Max(high, v.Value)
	}
	solved[complaint.LowLeg] = 0.7 / (1 + math.Pow(offVolts/math.Max(1e-3, (high-low)/high), 4))
	said := odds{}
	for s, p := range told {
		said[s] = p
	}
	for _, s := range []complaint.Said{complaint.HumsStands, complaint.RelayTrips, complaint.MotorHot, complaint.Weak,
		complaint.LowLeg, complaint.Crawls} {
		said[s] = (1-solvedShare)*told[s] + solvedShare*solved[s]
	}
	b.tellFed(id, share, said, fed, func(r map[string]reading) {
		b.live(r, &st, stands)
		change(r)
	})
}

// banks are the µF of the two banks as entered, else as planned, else presumed; the converter is solved with them.
func (b *bench) banks() (one, two float64) {
	farads := func(text string) float64 {
		if x, ok, err := unit.Microfarads.One(text); err == nil && ok {
			return x
		}
		return 0
	}
	one, two = farads(b.doc.Bridge.Rotary.L13), farads(b.doc.Bridge.Rotary.L23)
	if b.wide > 1 {
		if one == 0 {
			one, two = presumedBank, presumedBank/4
		}
		return one, two
	}
	street := plan.Read(b.ctx, b.doc.Of(b.doc.Machines[b.at].ID))
	if street.Broke != nil || !street.Known() {
		return one, two
	}
	b.street = street
	for _, s := range street.Bridge().Built() {
		switch {
		case s.Path == "bridge.rotary.l1_l3_microfarad" && one == 0:
			one = farads(s.Value)
		case s.Path == "bridge.rotary.l2_l3_microfarad" && two == 0:
			two = farads(s.Value)
		}
	}
	return one, two
}

// Amps of a machine's leads over its plate's, at work and where it stands; guide value, and read widely.
const (
	ampsAtWork   = 0.8
	ampsStanding = 4.0
	strayAmps    = 0.5
	heavierAmps  = 1.45
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
		fed := site.Fed{Joints: b.joints, Coils: slices.Clone(coils)}
		fed.Coils[i].Finish = leads.BrokenEnd
		b.solvedTold(cause.WindingOpen, 1/float64(len(coils)), said, fed, func(map[string]reading) {})
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
		reads := maps.Clone(b.usual)
		for _, k := range liveReads {
			delete(reads, k)
		}
		b.worldsOf(cause.WindingOpen, 0.5, said, reads, one)
	}
}

// onJointsOf are the wrong joints of a machine behind a converter. What is told where they cannot be solved: joined for
// lower volts than it gets it runs hot and trips, for higher ones it is weak; the ohms between its lines tell which.
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
			b.solvedTold(one.cause, 1/float64(len(one.all)), said, site.Fed{Joints: j}, func(r map[string]reading) {
				r["joints"] = reading{joints: j, other: true, known: true}
			})
		}
	}
}
