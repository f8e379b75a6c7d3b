package reference

import (
	"cmp"
	"slices"
	"strconv"

	"graybridge/core/table"
	"graybridge/core/unit"
)

// Sheet is a table to look things up in, with where it comes from.
type Sheet struct {
	ID      string     `json:"id"`
	Title   string     `json:"title"`
	About   string     `json:"about"`
	Columns []string   `json:"columns" nullable:"false"`
	Rows    [][]string `json:"rows" nullable:"false"`
	Source  string     `json:"source"`
	// Colours are those of the rows' cells, as #rrggbb, where a sheet shows any; "" for none.
	Colours [][]string `json:"colours,omitempty" nullable:"false"`
}

// Sheets are all of them, in the order of the page.
func Sheets() []Sheet {
	metric, inches := table.Frames()
	return []Sheet{
		colours(), namings(),
		wires(table.Metric), wires(table.NorthAmerica), earths(),
		frames("frames-iec", framesMetric, metric, false), frames("frames-america", framesAmerica, inches, true),
		faces("faces-large", facesLarge), faces("faces-small", facesSmall), faces("faces-america", facesAmerica),
		enclosures, cans(), canValues(), instruments,
	}
}

// wires are the sizes of a rule set: what each carries, and the largest breaker that guards it.
func wires(rules table.Rules) Sheet {
	s := Sheet{ID: "wires-" + string(rules), Title: wireTitles[rules], About: wiresAbout,
		Columns: []string{"Copper", "Carries", "Breaker at most", "Ohms of 100 m"}, Source: rules.Source()}
	all := table.Wires{Rules: rules}
	for _, one := range rules.Sizes() {
		most := 0.0
		for _, b := range rules.Breakers() {
			if c, ok := all.Conductor(b); ok && c == one.Conductor {
				most = b
			}
		}
		breaker, ohms := "", ""
		if most > 0 {
			breaker = unit.Rating(most)
		}
		if ohm, ok := table.OhmPerMetre(one.SquareMM, one.AWG); ok {
			ohms = unit.Text(100*ohm, "Ω")
		}
		s.Rows = append(s.Rows, []string{table.Wire(one.Conductor), unit.Rating(one.Amps), breaker, ohms})
	}
	return s
}

// earths are the earth conductors by breaker, North America.
func earths() Sheet {
	s := Sheet{ID: "earths", Title: "Earth by breaker, North America", About: earthsAbout,
		Columns: []string{"Breaker up to", "Earth, copper"}, Source: table.NorthAmerica.Source()}
	last := 0
	for _, b := range table.NorthAmerica.Breakers() {
		awg, ok := table.EarthAWG(b)
		if !ok {
			continue
		}
		if n := len(s.Rows); n > 0 && awg == last {
			s.Rows[n-1][0] = unit.Rating(b)
			continue
		}
		last = awg
		s.Rows = append(s.Rows, []string{unit.Rating(b), table.Wire(unit.Conductor{AWG: awg})})
	}
	return s
}

// length is one of a frame's measures in its own unit; empty where the table has none.
func length(mm float64, inch bool) string {
	switch {
	case mm == 0:
		return ""
	case inch:
		return strconv.FormatFloat(mm/unit.Inch, 'f', 3, 64) + " in"
	}
	return unit.Plain(mm)
}

// frames are the foot-mounted frames of a region, smallest first.
func frames(id, title string, names []string, inch bool) Sheet {
	s := Sheet{ID: id, Title: title, About: framesAbout, Columns: frameColumns}
	var all []table.Frame
	for _, name := range names {
		if f, ok := table.FrameOf(name, inch); ok {
			all, s.Source = append(all, f), f.Source
		}
	}
	slices.SortFunc(all, func(a, b table.Frame) int {
		return cmp.Or(cmp.Compare(a.Height, b.Height), cmp.Compare(a.Along, b.Along), cmp.Compare(a.Name, b.Name))
	})
	for _, f := range all {
		row := []string{f.Name}
		for _, x := range []float64{f.Height, f.Across, f.Along, f.Shoulder, f.Shaft, f.ShaftLength, f.KeyWidth} {
			row = append(row, length(x, inch))
		}
		s.Rows = append(s.Rows, row)
	}
	return s
}

// faces are the faces of one kind, by frame.
func faces(id, title string) Sheet {
	rows, source, inch := table.Faces(id)
	s := Sheet{ID: id, Title: title, About: facesAbout[id], Columns: faceColumns, Source: source}
	for _, f := range rows {
		s.Rows = append(s.Rows, []string{f.Frames, length(f.Spigot, inch), length(f.Circle, inch), length(f.Outer,
			inch),
			f.Bolt})
	}
	return s
}

func canValues() Sheet {
	values, tolerance, source := table.RunCapacitors()
	s := Sheet{ID: "can-values", Title: "Run capacitors that are stocked", About: canValuesAbout(tolerance),
		Columns: []string{"µF", "", "", "", "", ""}, Source: source}
	for row := range slices.Chunk(values, len(s.Columns)) {
		cells := make([]string, len(s.Columns))
		for i, v := range row {
			cells[i] = unit.Plain(v)
		}
		s.Rows = append(s.Rows, cells)
	}
	return s
}
