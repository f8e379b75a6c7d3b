package unit

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

var gauge = regexp.MustCompile(`(?i)^(?:(?:#|awg|no\.?)\s*#?\s*(\d{1,2})(?:\s*awg)?|(\d{1,2})\s*(?:awg|ga|gauge))$`)

// Conductor is a wire size in either world; exactly one field is set.
type Conductor struct {
	SquareMM float64
	AWG      int
}

// String prints the size as it is sold.
func (c Conductor) String() string {
	if c.AWG > 0 {
		return fmt.Sprintf("%d"+Space+"AWG", c.AWG)
	}
	return Plain(c.SquareMM) + Space + "mm²"
}

// Area is its copper in mm²; of a gauge by its definition, π/4·(0.127 mm·92^((36−n)/39))².
func (c Conductor) Area() float64 {
	if c.AWG > 0 {
		d := 0.127 * math.Pow(92, float64(36-c.AWG)/39)
		return math.Pi / 4 * d * d
	}
	return c.SquareMM
}

// breakerSize is a breaker as it is printed on the part: its curve before its amps, or after
// them, and how many poles it has.
var breakerSize = regexp.MustCompile(`(?i)^(?:\d\s*p\s+)?(?:(?:curve|type)\s*)?(?:([bcdkz])\s*-?\s*)?(\d{1,4}(?:[.,]\d)?)\s*(?:a|amps?)?\s*(?:(?:curve|type)?\s*([bcdkz]))?(?:\s+curve)?(?:\s*,?\s*\d\s*-?\s*p(?:oles?)?)?$`)

// Breaker reads a breaker's rating in amps as it is printed on the part: "16 A", "C16",
// "B 20 A", "2P C16"; ok is false for an empty entry.
func Breaker(text string) (amps float64, ok bool, err error) {
	text = strings.TrimSpace(spaces.Replace(text))
	if text == "" {
		return 0, false, nil
	}
	if m := breakerSize.FindStringSubmatch(text); m != nil {
		if x := Decimal(m[2]); x > 0 && x <= Amps.Largest {
			return x, true, nil
		}
	}
	return Amps.One(text)
}

// onlyGauges are bare figures that are sizes in AWG and none in mm²: read as mm² the wire would be
// taken for several times as thick.
var onlyGauges = []string{"1", "2", "3", "8", "12", "14", "18", "20", "22"}

// eitherSizes are bare figures that are common sizes in both.
var eitherSizes = []string{"4", "6", "10", "16"}

// ParseConductorIn reads a conductor where sizes are told in AWG: a bare figure that is a size in both
// is asked about there.
func ParseConductorIn(gauges bool, text string) (c Conductor, ok bool, err error) {
	if bare := strings.TrimSpace(text); gauges && slices.Contains(eitherSizes, bare) {
		return Conductor{}, false, askedSize(bare)
	}
	return ParseConductor(text)
}

func askedSize(bare string) error {
	return &Problem{Found: strconv.Quote(bare), Wanted: bare + " AWG or " + bare + " mm²", Asked: true}
}

// ParseConductor reads "6 mm²", "2,5" or "8 AWG"; ok is false for an empty entry. A bare figure
// that is a size in AWG alone is asked about.
func ParseConductor(text string) (c Conductor, ok bool, err error) {
	if m := gauge.FindStringSubmatch(strings.TrimSpace(spaces.Replace(text))); m != nil {
		n, _ := strconv.Atoi(m[1] + m[2])
		return Conductor{AWG: n}, true, nil
	}
	if bare := strings.TrimSpace(text); slices.Contains(onlyGauges, bare) {
		return Conductor{}, false, askedSize(bare)
	}
	mm, ok, err := Area.One(text)
	return Conductor{SquareMM: mm}, ok, err
}
