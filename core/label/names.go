package label

import (
	"math"
	"slices"
	"strings"
)

// usualOff is how far volts may lie off what is printed, either way, where no range is: planning.
const usualOff = 0.1

// Widened is the range that a device takes: as printed, or a tenth either way where one figure is;
// taken says so.
func (r Range) Widened() (wide Range, taken bool) {
	if r.Least != r.Most {
		return r, false
	}
	return Range{math.Round(r.Least * (1 - usualOff)), math.Round(r.Most * (1 + usualOff))}, true
}

// Letters are what stands beside so many screws, parted by any of the marks; ok is false where they
// are not so many, not all different, or no letters or short names.
func Letters(typed string, many int, marks string) (names []string, ok bool) {
	names = strings.FieldsFunc(typed, func(c rune) bool { return strings.ContainsRune(marks+" ,;/\u00a0", c) })
	twice := len(names) != len(slices.Compact(slices.Sorted(slices.Values(names))))
	long := slices.ContainsFunc(names, func(n string) bool { return len(n) > 12 })
	return names, len(names) == many && !twice && !long
}
