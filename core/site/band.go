package site

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/unit"
)

// Band is the spread of a figure over what nobody knows exactly: the can's
// ±5 %, a tenth more or less load, and 3 % for the model itself.
type Band struct{ Low, High float64 }

// Add takes another figure into the band.
func (b *Band) Add(x float64) {
	if b.High == 0 && b.Low == 0 {
		b.Low, b.High = x, x
	}
	b.Low, b.High = min(b.Low, x), max(b.High, x)
}

// Text prints the band, never narrower than a meter reads: a tachometer ±2 rpm, a
// voltmeter 1 V and 1 %, a clamp 0.02 A and 2 %.
func (b Band) Text(u string) string {
	low, high := 0.97*b.Low, 1.03*b.High
	switch u {
	case "rpm": // speed is known far better: its doubt was put on the slip
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(b.Low-2), math.Ceil(b.High+2), unit.Space, u)
	case "V":
		return fmt.Sprintf("%.0f to %.0f%s%s", math.Floor(min(low, b.Low-1)), math.Ceil(max(high, b.High+1)),
			unit.Space, u)
	}
	low, high = max(0, min(low, b.Low-0.02)), max(high, b.High+0.02)
	from := unit.Text(low, u)
	return strings.TrimSuffix(from, unit.Space+u) + " to " + unit.Text(high, u)
}
