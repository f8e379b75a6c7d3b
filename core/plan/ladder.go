package plan

import (
	"fmt"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/stores"
	"graybridge/core/table"
)

// ladder is the circuit of a plan as it is wired, made of its parts; without devices where
// nothing is sized.
func (r *reading) ladder(p *Plan) protection.Ladder {
	rules := r.doc.Workshop.Rules
	l := protection.Ladder{Rules: rules, Devices: []protection.Device{}, Rungs: []protection.Rung{}, Says: []string{},
		Rail: "L2"}
	if p.Link.Neutral {
		l.Rail = "N"
	}
	if len(p.Buys) == 0 {
		return l
	}
	poles := 2
	if r.doc.Bridge.Kind == document.KindRotary && p.Link.Branch {
		poles = 3
	}
	device := func(kind protection.DeviceKind, id string, poles int) bool {
		at := slices.IndexFunc(p.Buys, func(b bridge.Buy) bool { return b.ID == id })
		if at < 0 {
			return false
		}
		b := p.Buys[at]
		l.Devices = append(l.Devices, protection.Device{Kind: kind, Mark: protection.Mark(rules, kind), Name: b.What,
			Poles: poles, Spec: b.Spec, There: b.Own})
		return true
	}
	device(protection.Isolator, "isolator", poles)
	breaker := poles
	if p.Link.Neutral {
		breaker = 1
	}
	device(protection.BreakerKey, "breaker", breaker)
	c := protection.Controls{Rules: rules}
	switch r.doc.Bridge.Kind {
	case document.KindDrive:
		c.NoOverload = true
		if on, ok := r.bridge.(drive.Installed); ok && on.Profile != nil {
			if c.FaultEnds = on.Profile.Ends(drive.FaultOut); c.FaultEnds != "" {
				c.Fault = "the drive"
			}
		}
		l.Devices = append(l.Devices, lineContactor(rules))
		device(protection.Converting, "drive", 0)
		l.Says = append(l.Says, sayDriveContactor)
		if c.Fault != "" {
			l.Says = append(l.Says, sayDriveFault)
		} else {
			l.Says = append(l.Says, sayNoFault)
		}
	case document.KindDC:
		c.NoOverload = true
		device(protection.Fuses, "line-fuse", poles)
		if !device(protection.Contactor, "contactor", 2) {
			l.Devices = append(l.Devices, lineContactor(rules))
		}
		device(protection.Converting, "controller", 0)
		device(protection.Brake, "resistor", 0)
		l.Says = append(l.Says, sayLineFirst)
	case document.KindRotary: // marked as in the converter's own circuit
		contactor, relay := converterMarks(p)
		for _, one := range []struct {
			kind     protection.DeviceKind
			id, mark string
		}{{protection.Contactor, "contactor", contactor}, {protection.Overload, "relay", relay}} {
			if device(one.kind, one.id, 3) {
				l.Devices[len(l.Devices)-1].Mark = one.mark
			}
		}
		l.Says = append(l.Says, sayNotMade)
	default:
		r.capacitorLadder(p, &l, &c, device)
	}
	l.Devices = append(l.Devices, protection.Device{Kind: protection.MotorKey, Mark: protection.Mark(rules,
		protection.MotorKey),
		Name: "Motor", Spec: p.Card.Plate})
	l.Rungs = c.Rungs()
	if v := p.Rotary; v != nil && v.Solved { // its control circuit is the converter's, whole
		l.Rungs, l.Rail = converterRungs(v), "L2"
	}
	l.Says = append(l.Says, saySupplyGone)
	return l
}

// converterMarks are those of a machine's contactor and relay in its converter's circuit.
func converterMarks(p *Plan) (contactor, relay string) {
	n := 0
	if p.Rotary != nil {
		for _, m := range p.Rotary.Machines {
			if !m.Counted {
				continue
			}
			if n++; m.ID == p.Machine {
				return fmt.Sprintf("K%d", n+2), fmt.Sprintf("F%d", n+1)
			}
		}
	}
	return "K1", "F1"
}

// lineContactor brings and takes the supply of what ramps a motor by itself.
func lineContactor(rules table.Rules) protection.Device {
	return protection.Device{Kind: protection.Contactor, Mark: protection.Mark(rules, protection.Contactor),
		Name: "Line contactor", Poles: 2, Spec: lineContactorSpec}
}

func (r *reading) capacitorLadder(p *Plan, l *protection.Ladder, c *protection.Controls,
	device func(protection.DeviceKind, string, int) bool) {
	e := &r.doc.Bridge.Capacitor
	c.Thermistor = r.guard.Relay == protection.Thermistor
	c.Pair = e.Reversing == capacitor.ByContactors
	switch e.Reversing {
	case capacitor.ByContactors:
		k := protection.Mark(l.Rules, protection.Contactor)
		if device(protection.Reverser, "reversing", 3) {
			l.Devices[len(l.Devices)-1].Mark = k + "F, " + k + "R"
		}
	case capacitor.BySwitch:
		device(protection.Contactor, "contactor", 2)
		device(protection.Reverser, "reversing", 1)
	default:
		device(protection.Contactor, "contactor", 2)
	}
	if c.Thermistor {
		device(protection.Feeler, "thermistor", 0)
	} else {
		device(protection.Overload, "relay", 3)
	}
	for _, b := range p.Buys {
		if b.Want.Kind == stores.Capacitor {
			l.Devices = append(l.Devices, protection.Device{Kind: protection.RunCan,
				Mark: protection.Mark(l.Rules, protection.RunCan), Name: b.What, Spec: b.Spec, There: b.Own})
		}
	}
	if device(protection.StartCan, "start", 0) {
		c.StartRelay = device(protection.StartOut, "start-relay", 1)
		if !c.StartRelay {
			device(protection.StartOut, "start-button", 1)
		}
		c.StartOpens = "corner's volts"
	}
	if r.guard.Relay == protection.SupplyLines {
		l.Says = append(l.Says, sayInSeries)
	}
}

// converterRungs are the control circuit of a converter and its machines: the idler first, the
// cans after it, every machine only while the idler's contactor is in.
func converterRungs(v *rotary.ConverterView) []protection.Rung {
	press := "once it spins"
	if v.StartBy.ByCapacitor() {
		press = "and its can"
	}
	out := []protection.Rung{
		{
			Title: "Idler",
			Contacts: []protection.Contact{
				{Kind: protection.Opens, Mark: "S0", Words: "stop, all"},
				{Kind: protection.Held, Mark: "S1", Words: press, Hold: "K1"},
				{Kind: protection.Opens, Mark: "F1", Words: "its relay"},
				{Kind: protection.Coil, Mark: "K1", Words: "idler"},
			},
		},
	}
	if v.Start != "" {
		by := protection.Contact{Kind: protection.Closes, Mark: "S2", Words: "held"}
		if v.StartBy == rotary.ByRelay {
			by = protection.Contact{Kind: protection.Opens, Mark: "KV", Words: "L2-L3 volts"}
		}
		out = append(out, protection.Rung{Title: "Start capacitor",
			Contacts: []protection.Contact{{Kind: protection.Closes, Mark: "K1", Words: "idler closed"}, by,
				{Kind: protection.Opens, Mark: "T1", Words: "2 s at most"}, {Kind: protection.Coil, Mark: "KS",
					Words: "start capacitor"}}})
	}
	if v.Cans == rotary.ByContactor && (v.L13Cans != "" || v.L23Cans != "") {
		out = append(
			out,
			protection.Rung{
				Title: "Balance cans",
				Contacts: []protection.Contact{
					{Kind: protection.Closes, Mark: "K1", Words: "idler closed"},
					{Kind: protection.Waits, Mark: "T2", Words: "until it is up"},
					{Kind: protection.Coil, Mark: "K2", Words: "cans"},
				},
			},
		)
	}
	n := 2
	for _, m := range v.Machines {
		if !m.Counted {
			continue
		}
		k := fmt.Sprintf("K%d", n+1)
		ways := []struct{ coil, other, words string }{{k, "", m.Name}}
		if m.Turned == rotary.TurnedByContactors {
			ways = []struct{ coil, other, words string }{
				{k + "F", k + "R", m.Name + ", forward"},
				{k + "R", k + "F", m.Name + ", reverse"},
			}
		}
		for _, w := range ways {
			steps := []protection.Contact{
				{Kind: protection.Closes, Mark: "K1", Words: "idler runs"},
				{Kind: protection.Opens, Mark: fmt.Sprintf("S%d0", n), Words: "stop"},
				{Kind: protection.Held, Mark: fmt.Sprintf("S%d1", n), Words: "start", Hold: w.coil},
			}
			if w.other != "" {
				steps = append(steps, protection.Contact{Kind: protection.Opens, Mark: w.other, Words: "the other " +
					"is out"})
			}
			steps = append(
				steps,
				protection.Contact{Kind: protection.Opens, Mark: fmt.Sprintf("F%d", n), Words: "its relay"},
				protection.Contact{Kind: protection.Coil, Mark: w.coil, Words: w.words},
			)
			out = append(out, protection.Rung{Title: w.words, Contacts: steps})
		}
		n++
	}
	return out
}
