package symptom

import (
	"math"

	"graybridge/core/leads"
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
	most := math.Max(1, math.Max(one, two))
	add := func(id string, weight float64, said odds, change func(r map[string]reading)) {
		reads := map[string]reading{
			"shaft": word("free"), "insulation": figure(60, 1, 0.05), "joints": {joints: b.joints, known: true},
			"load uncoupled": word("same"), "idler turns": word("forward"),
			"microfarad L1-L3": figure(one, strayCan, 0.03*most), "microfarad L2-L3": figure(two, strayCan, 0.03*most),
		}
		if b.relay.RelaySet > 0 {
			reads["relay set"] = figure(b.relay.RelaySet, strayDial, 0.05)
		}
		change(reads)
		h := usual()
		h.fed.Joints = b.joints
		if j := reads["joints"].joints; j != nil {
			h.fed.Joints = j
		}
		ohms := b.lineOhms(&h)
		for _, s := range scales {
			all := withOhms(reads, ohms, s.of)
			for _, k := range []string{"ohms L1-L2", "ohms L1-L3", "ohms L2-L3"} { // an open winding says so
				if r, ok := reads[k]; ok {
					all[k] = r
				}
			}
			b.worlds = append(b.worlds, world{cause: id, weight: CauseOf(id).Weight * weight * s.odds, said: said,
				reads: all})
		}
	}
	uneven := odds{relayTrips: 0.55, motorHot: 0.55, lowLeg: 0.5, humsStands: 0.1, weak: 0.2, idlerHot: 0.2}
	for _, left := range []float64{0, 0.3} {
		add("bank-l1-lost", 0.5, uneven, func(r map[string]reading) {
			r["microfarad L1-L3"] = figure(one*left, strayCan, 0.03*most)
		})
		if two > 0 {
			add("bank-l2-lost", 0.5, uneven, func(r map[string]reading) {
				r["microfarad L2-L3"] = figure(two*left, strayCan, 0.03*most)
			})
		}
	}
	over := odds{relayTrips: 0.3, motorHot: 0.4, lowLeg: 0.6, idlerHot: 0.4, humsStands: 0.02}
	for _, more := range []float64{0.4, 0.65, 1} {
		add("bank-l1-too-much", 0.33, over, func(r map[string]reading) {
			r["microfarad L1-L3"] = figure(one+more*most, 0.12, 0.03*most)
		})
		add("bank-l2-too-much", 0.33, over, func(r map[string]reading) {
			r["microfarad L2-L3"] = figure(two+more*most, 0.12, 0.03*most)
		})
	}
	add("idler-spun-backward", 1, odds{backward: 0.9, relayTrips: 0.5, motorHot: 0.5, lowLeg: 0.3,
		idlerHot: 0.2}, func(r map[string]reading) { r["idler turns"] = word("backward") })
	add("idler-stands", 1, odds{idlerHums: 0.95, humsStands: 0.4, idlerHot: 0.3},
		func(r map[string]reading) { r["idler turns"] = word("stands") })
	hums := odds{humsStands: 0.95, crawls: 0.05}
	add("machine-line-open", 1, hums, func(r map[string]reading) {
		for _, l := range leads.Lines {
			r["amps "+l] = reading{}
		}
		r["amps L3"] = figure(0, strayLive, 0.05*b.rated)
	})
	add("shaft-held", 1, hums, func(r map[string]reading) { r["shaft"] = word("held") })
	coils, _ := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	for i := range coils {
		h := usual()
		h.broken, h.fed.Joints = i, b.joints
		open := withOhms(map[string]reading{}, b.lineOhms(&h), 1)
		add("winding-open", 1/float64(len(coils)), hums, func(r map[string]reading) {
			for k, x := range open {
				r[k] = x
			}
		})
	}
	for _, pair := range [][3]string{{"L1-L2", "L2-L3", "L1-L3"}, {"L1-L3", "L2-L3", "L1-L2"},
		{"L1-L2", "L1-L3", "L2-L3"}} { // a whole phase of a star
		_, whole, _ := b.site.LineOhms(20, b.joints)
		add("winding-open", 0.5, hums, func(r map[string]reading) {
			r["ohms "+pair[0]], r["ohms "+pair[1]] = word("open"), word("open")
			if !math.IsNaN(whole) {
				ohm, _, _ := b.site.LineOhms(20, b.joints)
				r["ohms "+pair[2]] = figure(ohm[0], 0.3, 0.02)
			}
		})
	}
	b.onJointsOf(add)
	add("load-too-heavy", 1, odds{relayTrips: 0.8, motorHot: 0.8, weak: 0.35, crawls: 0.1},
		func(r map[string]reading) { r["load uncoupled"] = word("well") })
	if b.relay.RelaySet > 0 {
		for _, of := range []float64{0.5, 0.65, 0.8} {
			add("relay-set-low", 0.33, odds{relayTrips: 0.9}, func(r map[string]reading) {
				r["relay set"] = figure(b.relay.RelaySet*of, strayDial, 0.05)
			})
		}
	}
	add("winding-to-frame", 1, odds{leakageTrips: 0.9}, func(r map[string]reading) {
		r["insulation"] = figure(0.005, 1, 0.05)
	})
}

// onJointsOf are the wrong joints of a machine behind a converter.
func (b *bench) onJointsOf(add func(string, float64, odds, func(map[string]reading))) {
	for _, m := range b.solved.Mistakes() {
		said := odds{weak: 0.5, motorHot: 0.4, humsStands: 0.2, relayTrips: 0.3}
		id := ""
		switch m.ID {
		case "left-high", "other-family", "star-table", "delta-table":
			id = "joined-for-the-other-volts"
		case "put-low":
			id, said = "joined-for-the-other-volts", odds{relayTrips: 0.9, motorHot: 0.7}
		case "half-reversed", "coil-reversed":
			id, said = "coil-reversed", odds{humsStands: 0.7, relayTrips: 0.6, motorHot: 0.5}
		case "wrong-cap":
			id, said = "two-leads-exchanged", odds{humsStands: 0.7, relayTrips: 0.6, motorHot: 0.5}
		}
		if id != "" {
			add(id, 1, said, func(r map[string]reading) { r["joints"] = reading{joints: m.Joints, known: true} })
		}
	}
}
