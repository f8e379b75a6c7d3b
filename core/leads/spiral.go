package leads

// Step is one step of deriving the numbers and the joints of a motor whose
// plate is gone.
type Step struct {
	Text     string
	Numbered int    // terminals that have their number by now
	Halves   Halves // how the halves stand in the picture
	Joints   Joints // that are shown
}

// Spiral is the walk that numbers the leads of a kind and the redraw that
// gives its joints: from the top corner round the outside and inward; high
// voltage joins the halves end to end, low lays each half beside its twin.
// Empty for kinds without halves.
func (k Kind) Spiral() []Step {
	if !k.Halved() {
		return nil
	}
	w := k.Layout()
	arrangement := w.Tables[0].Arrangement
	if k == Twelve {
		arrangement = Star
	}
	low, _ := w.Table(Way{arrangement, Parallel})
	high, _ := w.Table(Way{arrangement, Series})
	shape := map[Arrangement]string{Star: "three arms from a middle", Delta: "a triangle"}[arrangement]
	steps := []Step{
		{Text: "Draw the six half coils as " + shape + ", two on each " +
			map[Arrangement]string{Star: "arm", Delta: "side"}[arrangement] + ", with a gap between the halves.",
			Halves: Series},
		{Text: "Begin at the top corner and walk round the outside: 1, 2, 3.", Numbered: 3, Halves: Series},
		{Text: "One step inward along each, still the same way round: 4, 5, 6. Each is the far end of the half that " +
			"begins with 1, 2, 3.", Numbered: 6, Halves: Series},
		{Text: "Over the gap: 7, 8, 9 begin the second halves.", Numbered: 9, Halves: Series},
	}
	n := 9
	switch k {
	case NineStar:
		steps[3].Text += " Their other ends meet in the middle, inside the motor: no lead comes out there."
	case NineDelta:
		steps[3].Text += " Their other ends are the next corner, joined inside to 2, 3, 1."
	case Twelve:
		n = 12
		steps = append(steps, Step{Text: "Inward once more: 10, 11, 12 end the second halves.", Numbered: 12,
			Halves: Series})
	}
	steps = append(steps,
		Step{Text: "High voltage: close the gaps, halves end to end. The joints are 4-7, 5-8, 6-9, and a line on " +
			"each of 1, 2, 3.", Numbered: n, Halves: Series, Joints: high},
		Step{Text: "Low voltage: lay each second half beside its twin, starts together and finishes together. Read " +
			"off what now touches: " + low.Print(T) + ".", Numbered: n, Halves: Parallel, Joints: low})
	return steps
}
