// Package stores is what lies in a workshop's drawers: what each thing is, how many are free,
// and whether one does for a part that a plan asks.
package stores

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/openfile"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Kind of thing.
type Kind string

// The kinds.
const (
	Capacitor Kind = "capacitor"
	Drive     Kind = "drive"
	Contactor Kind = "contactor"
	Breaker   Kind = "breaker"
	Fuse      Kind = "fuse"
	Relay     Kind = "relay" // overload
	Cable     Kind = "cable"
	Cap       Kind = "cap" // for joints
	Gland     Kind = "gland"
	Motor     Kind = "motor"
	Other     Kind = "other"
)

// Kinds lists them.
var Kinds = []Kind{Capacitor, Drive, Contactor, Breaker, Fuse, Relay, Cable, Cap, Gland, Motor, Other}

// StockItem is one line of a workshop's stores.
type StockItem struct {
	ID    string `json:"id"`
	Kind  Kind   `json:"kind" enum:"capacitor,drive,contactor,breaker,fuse,relay,cable,cap,gland,motor,other"`
	What  string `json:"what" minLength:"1" maxLength:"120" example:"40 µF 450 V film"`
	Count int    `json:"count" minimum:"0" maximum:"100000" doc:"there, reserved ones among them; of cable: metres"`
	Price string `json:"price,omitempty" maxLength:"40" example:"12.50 €"`
	Shop  string `json:"shop,omitempty" maxLength:"80"`
	Place string `json:"place,omitempty" maxLength:"80" example:"drawer 3"`
	// Free is how many this job may take: those that no other has reserved.
	Free  int        `json:"free"`
	Taken []TakenFor `json:"taken,omitempty"` // by this job
}

// TakenFor is what a job has taken of an item for a part.
type TakenFor struct {
	Machine string `json:"machine"`
	Part    string `json:"part"`
	Count   int    `json:"count"`
	Fitted  bool   `json:"fitted,omitempty"`
}

// Check names what of an item cannot be stored.
func (i StockItem) Check(path string) (bad openfile.Problems) {
	add := func(field, found, wanted string) {
		bad = append(bad, openfile.Problem{Path: path + field, Found: found, Wanted: wanted})
	}
	if !slices.Contains(Kinds, i.Kind) {
		add("kind", fmt.Sprintf("%q", i.Kind), "one of capacitor, drive, contactor, breaker, fuse, relay, cable, "+
			"cap, gland, motor, other")
	}
	if n := len([]rune(strings.TrimSpace(i.What))); n == 0 || n > 120 {
		add("what", fmt.Sprintf("%d letters", n), "1 to 120 letters")
	}
	if i.Count < 0 || i.Count > mostOfOne {
		add("count", fmt.Sprint(i.Count), fmt.Sprintf("0 to %d", mostOfOne))
	}
	for _, one := range [][2]string{{"price", i.Price}, {"shop", i.Shop}, {"place", i.Place}} {
		if n := len([]rune(one[1])); n > 80 {
			add(one[0], fmt.Sprintf("%d letters", n), "at most 80 letters")
		}
	}
	if strings.TrimSpace(i.Price) != "" && !strings.ContainsAny(i.Price, "0123456789") {
		add("price", fmt.Sprintf("%q", i.Price), "a price with its currency, like 12.50 €")
	}
	return bad
}

const mostOfOne = 100000

// Most is how many lines the stores of a workshop may have.
const Most = 500

var (
	microfarads = regexp.MustCompile(`(?i)([\d.,]+)\s*(?:µf|μf|uf|mfd)\b`)
	volts       = regexp.MustCompile(`(?i)([\d.,]+)\s*v(?:ac|~)?\b`)
	amps        = regexp.MustCompile(`(?i)([\d.,]+)\s*a\b`)
	size        = regexp.MustCompile(`(?i)(\d{1,2}\s*awg|[\d.,]+\s*mm²|[\d.,]+\s*mm2)`)
)

var seconds = regexp.MustCompile(`(?i)start|electrolytic|\bdc\b|vdc`)

// runs says that an item is a capacitor, and that nothing on it says it is made for seconds at a
// start or for direct current: one of those bursts where current flows all day.
func (i StockItem) runs() bool { return i.Kind == Capacitor && !seconds.MatchString(i.What) }

// words are what is printed on an item, also where it was copied off a screen.
func (i StockItem) words() string { return unit.PlainSpaces(i.What) }

// printed is a number that stands on an item with its unit; 0 where none does.
func (i StockItem) printed(by *regexp.Regexp) float64 {
	if m := by.FindStringSubmatch(i.words()); m != nil {
		if x := unit.Decimal(m[1]); !math.IsNaN(x) {
			return x
		}
	}
	return 0
}

var heating = regexp.MustCompile(`(?i)\bac-?1\b`)

// motorAmps are what a contactor is printed to switch of a motor (AC-3): the least on it, for
// its amps for heating (AC-1) are more; 0 where those alone stand there.
func (i StockItem) motorAmps() float64 {
	all := amps.FindAllStringSubmatch(i.words(), -1)
	if len(all) == 0 || len(all) == 1 && heating.MatchString(i.What) {
		return 0
	}
	least := math.Inf(1)
	for _, m := range all {
		least = min(least, unit.Decimal(m[1]))
	}
	return least
}

// conductor is the size that stands on an item; zero where none does.
func (i StockItem) conductor() unit.Conductor {
	if m := size.FindString(i.words()); m != "" {
		if c, ok, err := unit.ParseConductor(m); ok && err == nil {
			return c
		}
	}
	return unit.Conductor{}
}

// Want is what a part of a plan must be. The zero value is a part that stores are not asked
// for.
type Want struct {
	Kind       Kind
	Microfarad float64 // within 5 %, for running
	Volts      float64 // at least
	Amps       float64 // exactly of a breaker or fuse, at least of a contactor
	Conductor  unit.Conductor
	Name       string // of a drive or controller
}

// Does says that an item would do for a part: what is not printed on it does not count as
// there.
func (w Want) Does(i StockItem) bool {
	if w.Kind == "" || i.Kind != w.Kind {
		return false
	}
	switch w.Kind {
	case Capacitor:
		have := i.printed(microfarads)
		return i.runs() && have > 0 && math.Abs(have/w.Microfarad-1) <= 0.05 &&
			w.Volts > 0 && i.printed(volts) >= w.Volts
	case Breaker, Fuse:
		return w.Amps > 0 && i.printed(amps) == w.Amps
	case Contactor:
		return w.Amps > 0 && i.motorAmps() >= w.Amps
	case Cable:
		return w.Conductor != (unit.Conductor{}) && carries(i.conductor(), w.Conductor)
	case Drive:
		return w.Name != "" && strings.Contains(strings.ToLower(i.What), strings.ToLower(w.Name))
	}
	return false
}

// carries says that a size does for another: of the same kind and not thinner.
func carries(have, want unit.Conductor) bool {
	if have == (unit.Conductor{}) || (have.AWG > 0) != (want.AWG > 0) {
		return false
	}
	a, okA := table.Ampacity(have.SquareMM, have.AWG)
	b, okB := table.Ampacity(want.SquareMM, want.AWG)
	return okA && okB && a >= b
}

// Fits are the items of which at least one is free for a part, those first that this job has
// taken for it.
func Fits(all []StockItem, w Want, machine, part string) (out []StockItem) {
	rest := []StockItem{}
	for _, i := range all {
		mine := false
		for _, t := range i.Taken {
			mine = mine || t.Machine == machine && t.Part == part
		}
		switch {
		case mine:
			out = append(out, i)
		case i.Free > 0 && w.Does(i):
			rest = append(rest, i)
		}
	}
	return append(out, rest...)
}

// Capacitors are the run capacitors of the stores that are free, as a drawer is noted: each µF
// as often as it is there, at most most of them.
func Capacitors(all []StockItem, most int) string {
	var words []string
	for _, i := range all {
		if !i.runs() || i.Free <= 0 || most <= 0 {
			continue
		}
		if have := i.printed(microfarads); have > 0 {
			n := min(i.Free, most)
			most -= n
			text := unit.Plain(have)
			if n > 1 {
				text = fmt.Sprintf("%d×%s", n, text)
			}
			words = append(words, text)
		}
	}
	return strings.Join(words, ", ")
}

var glandRange = regexp.MustCompile(`(?i)^(.*?)[,:]?\s*([\d.,]+)\s*(?:mm)?\s*(?:to|-|–)\s*([\d.,]+)\s*mm`)

// Glands are the glands of the stores of which one is free and whose clamping range is printed,
// like "M20, 6 to 12 mm".
func Glands(all []StockItem) (out []table.Gland) {
	for _, i := range all {
		if i.Kind != Gland || i.Free == 0 {
			continue
		}
		m := glandRange.FindStringSubmatch(i.words())
		if m == nil {
			continue
		}
		g := table.Gland{Name: strings.TrimSpace(m[1]), From: unit.Decimal(m[2]), To: unit.Decimal(m[3])}
		if g.Name != "" && g.From > 0 && g.To > g.From {
			out = append(out, g)
		}
	}
	return out
}
