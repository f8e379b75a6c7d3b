package plan

import (
	"graybridge/core/document"
	"graybridge/core/finding"
)

// place puts every path of a plan where it stands in the document.
func (p *Plan) place(machine string) {
	at := func(path *string) { *path = document.Placed(machine, *path) }
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
			c.Value, c.And.Value = document.Advised(c.Path, c.Value), document.Advised(c.And.Path, c.And.Value)
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
