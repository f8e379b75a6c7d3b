package job

import (
	"strings"

	"graybridge/core/finding"
)

// placed is where a chapter's own path stands in the document: chapters know
// nothing of machines and bridges, they say "plate.volts" and "drive.at".
func placed(machine, path string) string {
	switch chapter, field, _ := strings.Cut(path, "."); chapter {
	case "plate", "leads", "load", "protection", "fit", "parts", "makeup":
		return "machines." + machine + "." + path
	case "drive", "rotary", "dc":
		return "bridge." + path
	case "bridge":
		if field == KindCapacitor || field == KindRotary || field == KindDrive || field == KindDC {
			return path // a whole bridge
		}
		if field != "kind" && !strings.HasPrefix(field, "capacitor.") && !strings.HasPrefix(field, "drive.") &&
			!strings.HasPrefix(field, "rotary.") && !strings.HasPrefix(field, "dc.") {
			return "bridge.capacitor." + field
		}
	}
	return path
}

// place puts every path of a plan where it stands in the document.
func (p *Plan) place(machine string) {
	at := func(path *string) { *path = placed(machine, *path) }
	for i := range p.Readings {
		at(&p.Readings[i].Path)
	}
	for i := range p.Findings {
		f := &p.Findings[i]
		for k := range f.Entries {
			at(&f.Entries[k])
		}
		for k := range f.Cures {
			c := &f.Cures[k]
			at(&c.Path)
			at(&c.And.Path)
			if f.ID == finding.DeviceUnseen {
				continue
			}
			c.Value, c.And.Value = advised(c.Path, c.Value), advised(c.And.Path, c.And.Value)
		}
	}
	for i := range p.Bays {
		at(&p.Bays[i].Do.Entry)
	}
	for i := range p.Leads.Choices {
		at(&p.Leads.Choices[i].Path)
	}
	at(&p.Next.Entry)
}
