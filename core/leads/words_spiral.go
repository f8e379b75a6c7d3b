package leads

// How the spiral is drawn.

func spiralDraw(shape string, arrangement Arrangement) string {
	return "Draw the six half coils as " + shape + ", two on each " + map[Arrangement]string{Star: "arm",
		Delta: "side"}[arrangement] + ", with a gap between the halves."
}

const spiralBegin = "Begin at the top corner and walk round the outside: 1, 2, 3."

const spiralInward = "One step inward along each, still the same way round: 4, 5, 6. Each is the far end of the half " +
	"that begins with 1, 2, 3."

const spiralGap = "Over the gap: 7, 8, 9 begin the second halves."

const spiralMeet = " Their other ends meet in the middle, inside the motor: no lead comes out there."

const spiralCorner = " Their other ends are the next corner, joined inside to 2, 3, 1."

const spiralEnd = "Inward once more: 10, 11, 12 end the second halves."

const spiralHigh = "High voltage: close the gaps, halves end to end. The joints are 4-7, 5-8, 6-9, and a line on " +
	"each of 1, 2, 3."

func spiralLow(low Joints) string {
	return "Low voltage: lay each second half beside its twin, starts together and finishes together. Read off what " +
		"now touches: " + low.Print(T) + "."
}
