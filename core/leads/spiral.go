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
		{Text: spiralDraw(shape, arrangement), Halves: Series},
		{Text: spiralBegin, Numbered: 3, Halves: Series},
		{Text: spiralInward, Numbered: 6, Halves: Series},
		{Text: spiralGap, Numbered: 9, Halves: Series},
	}
	n := 9
	switch k {
	case NineStar:
		steps[3].Text += spiralMeet
	case NineDelta:
		steps[3].Text += spiralCorner
	case Twelve:
		n = 12
		steps = append(steps, Step{Text: spiralEnd, Numbered: 12, Halves: Series})
	}
	steps = append(steps,
		Step{Text: spiralHigh, Numbered: n, Halves: Series, Joints: high},
		Step{Text: spiralLow(low), Numbered: n, Halves: Parallel, Joints: low})
	return steps
}
