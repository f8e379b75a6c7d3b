package drawing

import (
	"strings"

	"graybridge/core/leads"
	"graybridge/core/site"
)

// Diagram is how leads of a kind are joined one way, without a job: the windings with their joints and lines.
type Diagram struct {
	Kind    leads.Kind `json:"kind"`
	Title   string     `json:"title"`
	Joints  []string   `json:"joints" nullable:"false"` // each as it is read aloud
	Drawing Drawing    `json:"drawing"`
}

// Diagrams are those of three, six, nine and twelve leads in a naming; of three, the two ways to be joined inside.
func Diagrams(n leads.Naming) []Diagram {
	out := []Diagram{}
	for _, inner := range []leads.Arrangement{leads.Star, leads.Delta} {
		out = append(out, diagram(leads.Three, n, leads.Way{Arrangement: inner, Halves: leads.Whole}))
	}
	for _, w := range leads.Windings() {
		for _, t := range w.Tables {
			out = append(out, diagram(w.Kind, n, t.Way))
		}
	}
	return out
}

func diagram(k leads.Kind, n leads.Naming, way leads.Way) Diagram {
	n = n.For(k)
	joints := k.JointsFor(way)
	title := diagramTitle(k, way)
	s := site.State{ID: "reference", Title: title, Known: true, Way: way, Joints: joints}
	for _, c := range k.Layout().Coils {
		s.Coils = append(s.Coils, site.Coil{Name: site.Title(c.Name), Phase: int(c.AxisDeg / 120), Start: c.Start,
			Finish: c.Finish, Tone: site.OK})
	}
	p := &Scene{Now: &s, Of: &s, Kind: k, Naming: n, Third: "L3"}
	if k == leads.Three { // drawn with what is joined inside
		p.Kind, s.Joints = leads.Six, leads.Six.JointsFor(way)
	}
	d := Diagram{Kind: k, Title: title, Joints: []string{}, Drawing: Windings(p, &s)}
	d.Drawing.Title = title
	if k == leads.Three { // of what is joined inside only the lead that comes out has a name
		for i, item := range d.Drawing.Items {
			d.Drawing.Items[i].Text, _, _ = strings.Cut(item.Text, "-")
		}
	}
	d.Drawing.Facts = []Fact{}
	for _, g := range joints {
		line, names := cornerLabel(p, g)
		if line != "" {
			names += " to " + line
		}
		d.Joints = append(d.Joints, names)
		d.Drawing.fact("Joint", names)
	}
	return d
}

var kindTitles = map[leads.Kind]string{leads.Three: "Three leads", leads.Six: "Six leads",
	leads.NineStar: "Nine leads, star inside", leads.NineDelta: "Nine leads, delta inside", leads.Twelve: "Twelve " +
		"leads"}

func diagramTitle(k leads.Kind, way leads.Way) string {
	if k == leads.Three {
		return kindTitles[k] + ", joined in " + string(way.Arrangement) + " inside"
	}
	return kindTitles[k] + ": " + way.String()
}
