package plate

import (
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Offered reads the plate of a motor that may be bought, out of one line without its price. problem says what is
// missing or cannot be; then the entry is nil.
func Offered(line string, supplyHz float64) (e *Entry, problem string) {
	l := ReadLine(line)
	own := l.Entry()
	p, _ := Read(own, supplyHz)
	if l.Kind == DirectC {
		if d, _ := ReadDirect(own); d.Volts == 0 || d.Amps == 0 || d.RPM == 0 {
			return nil, offeredDirect
		}
		return &own, ""
	}
	if !p.Complete() {
		return nil, offeredAsks
	}
	return &own, ""
}

// readOffered reads the lines of motors that may be bought, a price behind a semicolon.
func readOffered(text string, supplyHz float64) (out []finding.Reading) {
	n := 0
	for line := range unit.Lines(text) {
		r := finding.Reading{Path: "plate.candidates", Typed: line}
		own, price := unit.Priced(line)
		n++
		e, problem := Offered(own, supplyHz)
		switch {
		case n > MostOffered:
			r.Problem, r.Wanted = offeredMany, "0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €"
		case problem != "":
			r.Problem, r.Wanted = problem, "0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €"
		default:
			volts := e.Volts
			if e.ArmatureVolts != "" {
				volts = e.ArmatureVolts + " DC"
			}
			r.ReadAs = strings.Join(slices.DeleteFunc([]string{e.Power, volts, price},
				func(s string) bool { return s == "" }), ", ")
		}
		out = append(out, r)
	}
	return out
}

// MostOffered motors are laid beside each other.
const MostOffered = 6
