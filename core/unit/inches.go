package unit

import (
	"math"
	"strconv"
)

// What the inch units are.
const (
	Inch          = 25.4             // mm
	CubicInch     = 16.387064        // cm³
	Pound         = 0.45359237       // kg
	InchPound     = 0.1129848        // N·m
	Foot          = 12 * Inch / 1000 // m
	FootPerMinute = Foot / 60        // m/s
)

// Inches prints a length in mm as inches to a hundredth.
func Inches(mm float64) string { return strconv.FormatFloat(mm/Inch, 'f', 2, 64) + Space + "in" }

// Feet prints a length in m as whole feet.
func Feet(m float64) string { return Plain(math.Round(m/Foot)) + Space + "ft" }
