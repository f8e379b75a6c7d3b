package picture

import "fmt"

// What is said of keeping a brushed motor or taking another.

const swapOrOther = "This controller does not fit: swap, or find another controller."

const noDriveFits = "No known drive fits here: keep it."

func keepIt(k, w int) string {
	return fmt.Sprintf("Keep it, by %d points to %d: it is there, and pulls from a stand. Swap when brushes or "+
		"commutator are gone.", k, w)
}

func swapWins(w, k int) string {
	return fmt.Sprintf("A swap wins %d points to %d; the work of fitting another frame is the price.", w, k)
}

const swapEven = "It stands even: what is on hand decides."
