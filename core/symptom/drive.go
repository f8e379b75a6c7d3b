package symptom

import (
	"graybridge/core/drive"
)

// onDrive puts the causes of a motor on a drive on the bench: those in the motor are solved, those in the drive's
// settings and wires are told by cause, planning.
func (b *bench) onDrive(on drive.Installed) {
	b.onMotor()
	keyed := map[string]reading{"display": word("lit"), "run command": word("closed"), "motor wires": word("card")}
	if v := on.View; v != nil {
		if v.Up.Asked > 0 {
			keyed["ramp up"] = figure(v.Up.Asked, 0.1, 0.1)
		}
		if v.Down.Asked > 0 {
			keyed["ramp down"] = figure(v.Down.Asked, 0.1, 0.1)
		}
	}
	amps := on.PlateAmps() * float64(max(1, on.Chosen.Count))
	keyed["amps keyed"] = figure(amps, 0.05, 0.05)
	for i := range b.worlds { // what the motor lacks, its drive says by tripping
		w := &b.worlds[i]
		for k, r := range keyed {
			w.reads[k] = r
		}
		w.said = w.said.onDrive(w.cause)
	}
	add := func(id string, said odds, change func(r map[string]reading)) {
		reads := map[string]reading{"shaft": word("free"), "insulation": figure(60, 1, 0.05),
			"joints": {joints: b.joints, known: true}, "load uncoupled": word("same")}
		for k, r := range keyed {
			reads[k] = r
		}
		change(reads)
		h := usual()
		h.fed.Joints = b.joints
		ohms := b.lineOhms(&h)
		for _, s := range scales {
			b.worlds = append(b.worlds, world{cause: id, weight: CauseOf(id).Weight * s.odds, said: said,
				reads: withOhms(reads, ohms, s.of)})
		}
	}
	add("ramp-up-short", odds{tripsUp: 0.95, humsStands: 0.1}, func(r map[string]reading) {
		if up := keyed["ramp up"]; up.known {
			r["ramp up"] = figure(0.35*up.figure, 0.35, 0.1)
		}
		r["load uncoupled"] = word("well")
	})
	add("ramp-down-short", odds{tripsStopping: 0.95}, func(r map[string]reading) {
		if down := keyed["ramp down"]; down.known {
			r["ramp down"] = figure(0.35*down.figure, 0.35, 0.1)
		}
	})
	add("amps-keyed-low", odds{relayTrips: 0.9, tripsUp: 0.2}, func(r map[string]reading) {
		r["amps keyed"] = figure(0.6*amps, 0.2, 0.05)
	})
	add("amps-keyed-high", odds{motorHot: 0.9}, func(r map[string]reading) {
		r["amps keyed"] = figure(1.8*amps, 0.3, 0.05)
	})
	add("motor-wires-exchanged", odds{backward: 0.97}, func(r map[string]reading) {
		r["motor wires"] = word("other")
	})
	add("output-wire-open", odds{humsStands: 0.6, tripsUp: 0.5, weak: 0.2}, func(r map[string]reading) {
		r["motor wires"] = word("loose")
	})
	add("no-run-command", odds{readyStands: 0.97, silent: 0.3}, func(r map[string]reading) {
		r["run command"] = word("open")
	})
	add("feed-lost", odds{displayDark: 0.97, silent: 0.8}, func(r map[string]reading) { r["display"] = word("dark") })
	add("feed-weak", odds{tripsUp: 0.5, tripsRunning: 0.5, weak: 0.3}, func(r map[string]reading) {
		r["volts while pulling"] = figure(0.8*b.site.Supply.Volts, 0.06, 1)
	})
	add("drive-too-warm", odds{tripsRunning: 0.8, relayTrips: 0.5}, func(r map[string]reading) {
		r["drive's air"] = word("blocked")
	})
	for i := range b.worlds {
		w := &b.worlds[i]
		for k, usual := range map[string]reading{"volts while pulling": figure(b.site.Supply.Volts, 0.04, 1),
			"drive's air": word("clear")} {
			if _, there := w.reads[k]; !there {
				w.reads[k] = usual
			}
		}
	}
}

// onDrive is what a motor's cause makes its drive do: it trips where a line would hum.
func (o odds) onDrive(cause string) odds {
	switch cause {
	case "winding-open":
		return odds{humsStands: 0.5, tripsUp: 0.6, weak: 0.2}
	case "winding-to-frame":
		return odds{tripsUp: 0.7, leakageTrips: 0.5, tripsRunning: 0.3}
	case "shaft-held":
		return odds{humsStands: 0.7, tripsUp: 0.8}
	case "load-too-heavy":
		return odds{relayTrips: 0.7, tripsRunning: 0.6, motorHot: 0.6, weak: 0.4, tripsUp: 0.3}
	case "joined-for-the-other-volts":
		return odds{weak: 0.7, motorHot: 0.5, tripsUp: 0.4, relayTrips: 0.3}
	case "coil-reversed", "two-leads-exchanged":
		return odds{humsStands: 0.5, tripsUp: 0.6, motorHot: 0.5}
	}
	return odds{motorHot: 0.4, weak: 0.4, tripsUp: 0.3}
}
