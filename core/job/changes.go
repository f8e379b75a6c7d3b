package job

import (
	"fmt"
	"slices"
	"sort"
	"strings"
)

// Changed says in words what differs from one document to the next, as the
// revision strip shows it: "supply volts 236 → 231; 1 move ticked". Settings of
// the workshop are not the job's and are left out.
func Changed(from, to Document) string {
	var out []string
	if from.Name != to.Name {
		out = append(out, fmt.Sprintf("name %s → %s", from.Name, to.Name))
	}
	a, b := from.entries(), to.entries()
	var paths []string
	for path := range b {
		if a[path] != b[path] {
			paths = append(paths, path)
		}
	}
	sort.Strings(paths)
	for _, path := range paths {
		name := strings.NewReplacer(".", " ", "_", " ").Replace(path)
		switch {
		case a[path] == "":
			out = append(out, fmt.Sprintf("%s %s", name, short(b[path])))
		case b[path] == "":
			out = append(out, name+" cleared")
		default:
			out = append(out, fmt.Sprintf("%s %s → %s", name, short(a[path]), short(b[path])))
		}
	}
	ticked, unticked := 0, 0
	for _, id := range to.Leads.Done {
		if !slices.Contains(from.Leads.Done, id) {
			ticked++
		}
	}
	for _, id := range from.Leads.Done {
		if !slices.Contains(to.Leads.Done, id) {
			unticked++
		}
	}
	count := func(n int, did string) {
		if n == 1 {
			out = append(out, "1 move "+did)
		} else if n > 1 {
			out = append(out, fmt.Sprintf("%d moves %s", n, did))
		}
	}
	count(ticked, "ticked")
	count(unticked, "unticked")
	if len(out) == 0 {
		return "nothing"
	}
	return strings.Join(out, "; ")
}

// entries are the typed and the chosen entries by path.
func (d *Document) entries() map[string]string {
	out := d.typed()
	for path, value := range map[string]string{
		"leads.kind": string(d.Leads.Kind), "leads.naming": string(d.Leads.Naming), "leads.beside": string(d.Leads.Beside), "leads.box": string(d.Leads.Box), "leads.rows": string(d.Leads.Rows),
		"leads.agreed": d.Leads.Agreed, "leads.clips": d.Leads.Clips, "leads.bumped": d.Leads.Bumped, "leads.starter": string(d.Leads.Starter),
		"leads.method": string(d.Leads.Method), "leads.tester": string(d.Leads.Tester),
		"bridge.kind": d.Bridge.Kind, "bridge.corner_to": d.Bridge.CornerTo, "bridge.start_by": string(d.Bridge.StartBy), "bridge.reversing": string(d.Bridge.Reversing),
		"load.kind": string(d.Load.Kind), "load.start": string(d.Load.Start), "load.turn": string(d.Load.Turn), "protection.relay": string(d.Protection.Relay),
	} {
		out[path] = value
	}
	if v := d.Drive; v != nil {
		for path, value := range map[string]string{
			"second_hand": v.SecondHand, "cooling": string(v.Cooling), "contactor": v.Contactor, "reactor": v.Reactor, "resistor": v.Resistor, "run": string(v.Run), "speed": string(v.Speed),
			"direction": string(v.Direction), "lid": v.Lid, "emergency_stop": v.EStop, "daily_off": string(v.DailyOff),
		} {
			out["drive."+path] = value
		}
		out["drive.done"] = strings.Join(v.Done, " ")
		if v.Own != nil {
			out["drive.own"] = v.Own.Name
		}
	}
	return out
}

func short(text string) string {
	if r := []rune(text); len(r) > 40 {
		return string(r[:39]) + "…"
	}
	return text
}
