package symptom

import (
	"slices"
	"strings"

	"graybridge/core/complaint"
	"graybridge/core/logbook"
	"graybridge/core/unit"
)

// Known is what a machine's book tells before anything is asked: what was read at it, what was said of it, and what has
// changed since it last ran well.
type Known struct {
	Said    []string `json:"said" nullable:"false"`
	Told    []string `json:"told" nullable:"false"`
	Changed []Since  `json:"changed" nullable:"false"`
	Read    []OfBook `json:"read" nullable:"false"` // what Told says, in plain words
}

// Since is a line of the book from after the machine last ran well, with what it may have changed.
type Since struct {
	Day     string `json:"day"`
	Text    string `json:"text"`
	Changed string `json:"changed,omitempty"` // of what may have changed; empty: it says nothing of it
}

// OfBook is a reading of the book that the desk can take over.
type OfBook struct {
	Told string `json:"told"`
	Name string `json:"name"`
	Text string `json:"text"`
	Day  string `json:"day"`
}

// takeReads are the readings of the bring-up that are a check of the desk, by bridge; those of idling are none: the
// desk asks at work.
var takeReads = map[string]string{"ohms-1": "ohms L1-L2", "ohms-2": "ohms L2-L3", "ohms-3": "ohms L1-L3",
	"insulation": "insulation", "volts": "volts post", "ra": "ohms armature", "field": "ohms field",
	"field-volts": "volts field", "load-lead-L1": "amps L1", "load-lead-L2": "amps L2", "load-lead-corner": "amps L3",
	"lead-L1": "amps L1", "lead-L2": "amps L2", "lead-L3": "amps L3", "load-supply": "amps supply",
	"supply": "amps supply", "load-rpm": "rpm", "rpm": "rpm", "load-corner": "volts L2-L3",
	"load-corner-l1": "volts L1-L3", "made-12": "volts L1-L2", "made-23": "volts L2-L3", "made-31": "volts L1-L3"}

// worded are answers in words that are an answer to a check, or a complaint.
var worded = map[string]struct{ told, said string }{
	"spin/free and quiet":                 {told: "bearings=smooth"},
	"spin/scrapes":                        {told: "bearings=rough"},
	"spin/rough or dry":                   {told: "bearings=rough"},
	"spin/axial play":                     {told: "bearings=rough"},
	"spin/stiff":                          {told: "shaft=held"},
	"direction/the other way":             {said: string(complaint.Backward)},
	"direction/it hums and does not turn": {said: string(complaint.HumsStands)},
	"direction/it hums and stands":        {said: string(complaint.HumsStands)}, // as books of earlier days say it
	"sound/rumbles":                       {said: string(complaint.Loud)},
	"sound/squeals":                       {said: string(complaint.Loud)},
	"sound/knocks":                        {said: string(complaint.Loud)},
	"sound/whines":                        {said: string(complaint.Loud)},
}

// mostSince lines of the book are shown of what has changed.
const mostSince = 5

// FromBook is what a book tells, its entries the latest first, of a machine on a bridge.
func FromBook(book []logbook.Entry, bridge string) Known {
	out := Known{Said: []string{}, Told: []string{}, Changed: []Since{}, Read: []OfBook{}}
	done, well := map[string]bool{}, false
	for _, e := range book {
		day, _, _ := strings.Cut(e.Taken, "T")
		if e.Ran == logbook.Well {
			well = true
		}
		if s, ok := since(&e, day); ok && !well && len(out.Changed) < mostSince {
			out.Changed = append(out.Changed, s)
		}
		for _, r := range e.Reads {
			if well || done[r.Take] { // what was read while it ran well tells nothing of what is wrong now
				continue
			}
			done[r.Take] = true
			told, said := answerOf(&r, bridge)
			if said != "" && !slices.Contains(out.Said, said) {
				out.Said = append(out.Said, said)
			}
			if told == "" {
				continue
			}
			check, _, _ := strings.Cut(told, "=")
			if slices.ContainsFunc(out.Told, func(t string) bool { return strings.HasPrefix(t, check+"=") }) {
				continue
			}
			c, _ := CheckOf(check)
			text := r.Words
			if r.Unit != "" {
				text = unit.Text(r.Value, r.Unit)
			}
			out.Told, out.Read = append(out.Told, told), append(out.Read, OfBook{told, c.Name, text, day})
		}
	}
	return out
}

// answerOf is what a reading answers at the desk.
func answerOf(r *logbook.Read, bridge string) (told, said string) {
	if r.Unit == "" {
		kind := r.Take
		if strings.HasSuffix(kind, "-sound") {
			kind = "sound"
		}
		w := worded[kind+"/"+r.Words]
		return w.told, w.said
	}
	check, ok := takeReads[r.Take]
	if bridge == "dc" {
		check, ok = map[string]string{"ra": check, "field": check, "field-volts": check, "insulation": check,
			"amps": "amps armature", "rpm": check}[r.Take], true
	}
	if !ok || check == "" {
		return "", ""
	}
	return check + "=" + unit.Plain(r.Value), ""
}

// since is what an entry may have changed of a machine.
func since(e *logbook.Entry, day string) (s Since, ok bool) {
	s.Day = day
	switch {
	case e.Part != nil:
		s.Text = first(e.Part.Out, "Taken out: ", "Fitted: ") + strings.TrimSpace(e.Part.What+" "+e.Part.Spec)
		if strings.Contains(strings.ToLower(e.Part.What), "capacitor") {
			s.Changed = string(complaint.OtherCan)
		}
		return s, true
	case e.Kind == logbook.Revision && len(e.Changed) > 0:
		s.Text = e.Changed[0].Name + ": " + e.Changed[0].Value
		for _, f := range e.Changed {
			if change := changeOf(f.Name); change != "" {
				s.Changed, s.Text = string(change), f.Name+": "+f.Value
				break
			}
		}
		return s, true
	case e.Kind == logbook.Note && e.Words != "":
		s.Text = e.Words
		if len(s.Text) > 120 {
			s.Text = s.Text[:strings.LastIndex(s.Text[:120]+" ", " ")] + " …"
		}
		return s, true
	}
	return s, false
}

// changeOf is what a changed entry of the plan may mean at the machine.
func changeOf(name string) complaint.Changed {
	name = strings.ToLower(name)
	for _, one := range []struct {
		word   string
		change complaint.Changed
	}{{"capacitor", complaint.OtherCan}, {"µf", complaint.OtherCan}, {"load", complaint.OtherLoad},
		{"sheave", complaint.OtherLoad}, {"supply", complaint.OtherSupply}, {"feeder", complaint.OtherSupply},
		{"joint", complaint.Rewired}, {"lead", complaint.Rewired}, {"ramp", complaint.OtherKeys},
		{"trim", complaint.OtherKeys}, {"drive", complaint.OtherKeys}} {
		if strings.Contains(name, one.word) {
			return one.change
		}
	}
	return ""
}
