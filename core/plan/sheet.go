package plan

// Setting is one line of a sheet of settings, whatever is told by it.
type Setting struct {
	Code, Name, Value, Plain, How, Default, ReadBack, Note, Formula, Numbers string
}

// Sheet is every setting of a plan's drive or controller.
type Sheet struct {
	Of      string // what is told
	Rows    []Setting
	Caution string // said under it
}

// Landed is one wire of a run list.
type Landed struct {
	Run, From, To, Wire, Colour, Length, End, Note string
}

// Settings of the plan's drive or controller; without rows where there is none yet.
func (p *Plan) Settings() (s Sheet) {
	switch {
	case p.Drive != nil:
		s.Of = p.Drive.Name
		s.Caution = p.sheetLinkDead()
		for _, r := range p.Drive.Sheet {
			s.Rows = append(s.Rows, Setting{r.Code, r.Name, r.Value, r.Plain, r.How, r.Default, r.ReadBack, r.Note,
				r.Why.Formula, r.Why.Numbers})
		}
	case p.DC != nil:
		s.Of = p.DC.Name
		s.Caution = sheetPotentials
		for _, r := range p.DC.Trims {
			how := r.Meter
			if r.See != "" {
				how = joined(how, r.See)
			}
			s.Rows = append(s.Rows, Setting{r.Name, r.What, r.Value, r.Want, how, "", r.ReadBack,
				joined(r.Note, r.Caution),
				r.Why.Formula, r.Why.Numbers})
		}
	}
	return s
}

func joined(a, b string) string {
	switch {
	case a == "":
		return b
	case b == "":
		return a
	}
	return a + ". " + b
}

// RunList is every wire of the plan's drive or controller.
func (p *Plan) RunList() (out []Landed) {
	switch {
	case p.Drive != nil:
		for _, x := range p.Drive.Wiring {
			out = append(out, Landed{x.Run, x.From, x.To, x.Wire, x.Colour, x.Length, x.End, x.Note})
		}
	case p.DC != nil:
		for _, x := range p.DC.Wiring {
			out = append(out, Landed{x.Run, x.From, x.To, x.Wire, x.Colour, x.Length, "", x.Note})
		}
	}
	return out
}
