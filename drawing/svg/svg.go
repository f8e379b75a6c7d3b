// Package svg writes a drawing as an SVG file that stands alone: no styles, no
// scripts, nothing fetched.
package svg

import (
	"fmt"
	"html"
	"math"
	"strings"

	"graybridge/drawing"
)

// Write gives the drawing as a file with the theme's colours.
func Write(d drawing.Drawing, theme drawing.Theme) []byte {
	var b strings.Builder
	fmt.Fprintf(
		&b,
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %s %s" width="%s" height="%s" `+
			`font-family="Go, 'DejaVu Sans', sans-serif" role="img">`+"\n",
		num(d.Width),
		num(d.Height),
		num(d.Width),
		num(d.Height),
	)
	fmt.Fprintf(&b, "<title>%s</title>\n<desc>%s</desc>\n", html.EscapeString(d.Title), html.EscapeString(facts(d)))
	for _, i := range d.Items {
		item(&b, i, theme)
	}
	b.WriteString("</svg>\n")
	return []byte(b.String())
}

func facts(d drawing.Drawing) string {
	parts := make([]string, len(d.Facts))
	for i, f := range d.Facts {
		parts[i] = f.Name + ": " + f.Value
	}
	return strings.Join(parts, "; ")
}

func num(x float64) string {
	return strings.TrimSuffix(strings.TrimRight(fmt.Sprintf("%.2f", x), "0"), ".")
}

func points(p []float64) string {
	parts := make([]string, 0, len(p)/2)
	for k := 0; k+1 < len(p); k += 2 {
		parts = append(parts, num(p[k])+","+num(p[k+1]))
	}
	return strings.Join(parts, " ")
}

func item(b *strings.Builder, i drawing.Item, theme drawing.Theme) {
	if i.Kind == drawing.KindText {
		weight := ""
		if i.Bold {
			weight = ` font-weight="bold"`
		}
		anchor := i.Anchor
		if anchor == "" {
			anchor = "start"
		}
		fmt.Fprintf(b, `<text x="%s" y="%s" font-size="%s" text-anchor="%s"%s fill="%s">%s</text>`+"\n",
			num(i.X), num(i.Y), num(i.Size.Px()), anchor, weight, theme.Of(i.Ink, i.Tone), html.EscapeString(i.Text))
		return
	}
	style := ` fill="none"`
	if i.Fill != drawing.None {
		tone := i.Tone
		if tone == "" {
			tone = "fill"
		}
		style = fmt.Sprintf(` fill="%s"`, theme.Of(i.Fill, tone))
	}
	if colour := theme.Of(i.Ink, i.Tone); colour != "" {
		style += fmt.Sprintf(` stroke="%s" stroke-width="%s" stroke-linejoin="round"`, colour, num(i.Stroke))
	}
	if i.Dash {
		style += ` stroke-dasharray="6 5"`
	}
	switch i.Kind {
	case drawing.KindLine:
		fmt.Fprintf(b, `<polyline points="%s"%s/>`, points(i.Points), style)
	case drawing.KindShape:
		fmt.Fprintf(b, `<polygon points="%s"%s/>`, points(i.Points), style)
	case drawing.KindCircle:
		fmt.Fprintf(b, `<circle cx="%s" cy="%s" r="%s"%s/>`, num(i.X), num(i.Y), num(i.R), style)
	case drawing.KindRect:
		fmt.Fprintf(b, `<rect x="%s" y="%s" width="%s" height="%s"%s/>`, num(i.X), num(i.Y), num(i.W), num(i.H), style)
	case drawing.KindArc:
		at := func(degrees float64) string {
			a := degrees * math.Pi / 180
			return num(i.X+i.R*math.Cos(a)) + " " + num(i.Y+i.R*math.Sin(a))
		}
		large := 0
		if i.A1-i.A0 > 180 {
			large = 1
		}
		fmt.Fprintf(b, `<path d="M%sA%s %s 0 %d 1 %s"%s/>`, at(i.A0), num(i.R), num(i.R), large, at(i.A1), style)
	}
	b.WriteByte('\n')
}
