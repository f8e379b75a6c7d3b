package plan

import (
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/finding"
)

// partsOf are the ids of the parts that an entry's device stands for in the list of parts.
var partsOf = map[string][]string{
	"breaker": {"breaker"}, "conductor": {"wire", "line-wire"}, "relay_set": {"relay", "thermistor"},
}

// unbought keeps what is only wanted, or bought and not seen, from standing among the parts as there.
func (r *reading) unbought(all []bridge.Buy) {
	for _, n := range r.devices {
		field, own := strings.CutPrefix(n.Path, "machines."+r.machine.ID+".protection.")
		if n.State == device.Seen || !own {
			continue
		}
		for i := range all {
			if b := &all[i]; b.Own && slices.Contains(partsOf[field], b.ID) {
				b.Own = false
				if n.State == device.Bought {
					b.Note = strings.TrimPrefix(b.Note+"; bought"+record(n)+", not seen here yet", "; ")
				}
			}
		}
	}
}

// unseen keeps what nobody has seen here from being green: it is judged as a choice, and stays
// open until it is bought and there.
func (r *reading) unseen(p *Plan) {
	for _, n := range r.devices {
		if n.State == device.Read {
			r.dated(p, n)
			continue
		}
		if n.State == device.Seen || strings.HasPrefix(n.Path, "machines.") && !strings.HasPrefix(n.Path,
			"machines."+r.machine.ID+".") {
			continue
		}
		bay := finding.Bridge
		for i := range p.Findings {
			f := &p.Findings[i]
			if f.Grade != finding.Good || !slices.ContainsFunc(f.Entries, func(e string) bool {
				return document.Placed(r.machine.ID, e) == n.Path
			}) {
				continue
			}
			f.Grade = finding.Note
		}
		switch {
		case strings.HasPrefix(n.Path, "supply."):
			bay = finding.Supply
		case strings.Contains(n.Path, ".protection."):
			bay = finding.Protection
		}
		p.say(sayUnseen(n, bay))
		r.dated(p, n)
	}
}

// dated says in how an entry was read what is recorded of it: its state, the day and who.
func (r *reading) dated(p *Plan, n device.Noted) {
	for i := range p.Readings {
		if one := &p.Readings[i]; one.ReadAs != "" && document.Placed(r.machine.ID, one.Path) == n.Path {
			one.ReadAs += ", " + string(n.State) + record(n)
		}
	}
}
