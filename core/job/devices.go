package job

import (
	"reflect"
	"slices"
	"strings"
	"sync"

	"graybridge/core/device"
	"graybridge/core/entry"
	"graybridge/core/finding"
)

// settled is a document without the states of its devices, which a plan is made with as if all
// of them were there, and what the states were.
func settled(d *Document) (*Document, []device.Noted) {
	out := *d
	out.Machines = slices.Clone(d.Machines)
	return &out, entry.Devices(&out)
}

// entries are all of a document, by their path with any id of a machine.
var entries = sync.OnceValue(func() map[string]entry.Entry {
	all := map[string]entry.Entry{}
	for _, e := range entry.Of(reflect.TypeFor[Document]()) {
		all[e.Path] = e
	}
	return all
})

// entryAt is the entry at a path of a document; the zero entry where there is none.
func entryAt(path string) entry.Entry {
	if rest, ok := strings.CutPrefix(path, "machines."); ok {
		_, field, _ := strings.Cut(rest, ".")
		path = "machines." + entry.Any + "." + field
	}
	return entries()[path]
}

// advised writes what a plan's button puts into an entry: a device is wanted until somebody has
// seen it.
func advised(path, value string) string {
	return entryAt(path).AsWanted(value)
}

// partsOf are the ids of the parts that an entry's device stands for in the list of parts.
var partsOf = map[string][]string{
	"breaker": {"breaker"}, "conductor": {"wire", "line-wire"}, "relay_set": {"relay", "thermistor"},
}

// unbought keeps what is only wanted, or bought and not seen, from standing among the parts as there.
func (r *reading) unbought(all []Buy) {
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
				return placed(r.machine.ID, e) == n.Path
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
		if one := &p.Readings[i]; one.ReadAs != "" && placed(r.machine.ID, one.Path) == n.Path {
			one.ReadAs += ", " + string(n.State) + record(n)
		}
	}
}
