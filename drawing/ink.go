package drawing

// Theme gives every ink and tone a colour, for the files that are drawn outside
// the browser. The browser has the same names in its own theme.
type Theme struct {
	Ink  map[Ink]string
	Tone map[string]string
}

// wires are the colours of L1, L2 and the made third line by the workshop's code.
var wires = map[string][3]string{
	"europe": {"#7d4526", "#2e66a8", "#7b8387"}, "europe-old": {"#1d2427", "#2e66a8", "#7d4526"},
	"north-america-240": {"#1d2427", "#b03a2e", "#2e66a8"}, "north-america-480": {"#7d4526", "#c8701a", "#b8920f"},
}

// Coloured is the screen's theme with the wires of a colour code.
func Coloured(code string) Theme {
	w, ok := wires[code]
	if !ok {
		w = wires["europe"]
	}
	return Theme{
		Ink: map[Ink]string{Black: "#1d2427", Soft: "#565e5d", Faint: "#c6c2b8", Accent: "#1d5d64", Metal: "#b98a35",
			Paper: "#fdfcfa", Shade: "#e8e7e1",
			WireL1: w[0], WireL2: w[1], WireL3: w[2], Earth: "#4c7f35"},
		Tone: map[string]string{"idle": "#8b9290", "ok": "#6d8f53", "near": "#c4860f", "over": "#9a3526"},
	}
}

// BlackAndWhite is the theme of what is printed to be taken to a machine.
func BlackAndWhite() Theme {
	return Theme{
		Ink: map[Ink]string{Black: "#000000", Soft: "#333333", Faint: "#aaaaaa", Accent: "#000000", Metal: "#666666",
			Paper: "#ffffff", Shade: "#eeeeee",
			WireL1: "#000000", WireL2: "#000000", WireL3: "#000000", Earth: "#000000"},
		Tone: map[string]string{"idle": "#000000", "ok": "#000000", "near": "#000000", "over": "#000000"},
	}
}

// Of is the colour of an ink with a tone; empty for none.
func (t Theme) Of(ink Ink, tone string) string {
	if ink == Toned {
		return t.Tone[tone]
	}
	if ink == Metal && tone == "fill" {
		return "#e2cf9f"
	}
	return t.Ink[ink]
}

// Px is a text's size in the drawing's own px.
func (s Size) Px() float64 {
	switch s {
	case Medium:
		return 14.5
	case Large:
		return 20
	}
	return 12.5
}
