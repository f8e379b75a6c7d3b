package picture

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/circuit"
	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// BenchCase is the circuit of a state as an open file, at the speed where it
// settles. ok is false while nothing can be computed.
func BenchCase(d document.Document, state string) (b circuit.BenchCase, ok bool) {
	w := plan.Read(context.Background(), d)
	joints, word := w.Site().Wanted, "as wanted"
	if state == "now" {
		joints, word = w.Site().Found, "now"
		if w.Site().FoundKnown && w.Site().Wanted != nil {
			joints = leads.Apply(w.Site().Found, leads.Moves(w.Site().Found, w.Site().Wanted, w.Site().Hand,
				w.Machine().Leads.Done))
		}
	}
	if w.Site().Model == nil || joints == nil {
		return b, false
	}
	live, _ := joints.WithLines(w.Site().Hand.Kind)
	if b, ok = w.Bridge().Bench(live); !ok {
		return b, false
	}
	b.Format, b.Version, b.Name = circuit.BenchCaseFormat, 1, d.Name+", "+state
	if !w.Site().Feed.OwnHertz {
		b.About = plan.BenchAbout(word, b)
	}
	return b, true
}

// takeBanks puts capacitors between each supply line and the third into the bridge that
// is chosen, in µF by line.
func takeBanks(d *document.Document, banks map[string]float64) {
	text := func(uf float64) string { return unit.Plain(math.Round(uf*1000) / 1000) }
	if d.Bridge.Kind == document.KindRotary {
		d.Bridge.Rotary.L13, d.Bridge.Rotary.L23 = text(banks["L1"]), text(banks["L2"])
		return
	}
	for _, line := range []string{"L1", "L2"} {
		if banks[line] > 0 {
			d.Bridge.Capacitor.CornerTo, d.Bridge.Capacitor.Microfarad = line, text(banks["L1"]+banks["L2"])
		}
	}
}

// FromBenchCase puts what a bench case wires into a document: the kind of
// leads, what is joined, the capacitor, volts and hertz of the supply. The
// plate stays: it governs the equivalent circuit. The error says what the file
// has that no job can take.
func FromBenchCase(d document.Document, b circuit.BenchCase) (document.Document, error) {
	beside := d.Bridge.Kind == document.KindRotary && len(b.Machines) == 2 &&
		b.Machines[0].Name == string(document.Idler)
	if len(b.Machines) != 1 && !beside {
		return d, fmt.Errorf("the file has %d machines; a job takes a file with one, or on a converter with the "+
			"idler ahead of it", len(b.Machines))
	}
	motor := b.Machines[len(b.Machines)-1]
	kind := leads.Kind("")
	for _, k := range []leads.Kind{leads.Six, leads.NineStar, leads.NineDelta, leads.Twelve} {
		w := k.Layout()
		same := len(w.Coils) == len(motor.Coils)
		for _, c := range w.Coils {
			same = same && slices.ContainsFunc(motor.Coils, func(o circuit.Coil) bool {
				return o.Start == c.Start && o.Finish == c.Finish && o.AxisDeg == c.AxisDeg && o.Share == c.Share
			})
		}
		if same {
			kind = k
		}
	}
	if kind == "" {
		return d, fmt.Errorf("the coils of the file are none of a job's: six leads U1 to W2, nine or twelve leads T1 " +
			"to T12")
	}
	known := append(slices.Clone(leads.Lines), kind.Terminals()...)
	var groups []string
	for _, j := range b.Joints {
		var own []string
		for _, n := range j {
			if slices.Contains(known, n) {
				own = append(own, n)
			}
		}
		if len(own) > 1 {
			groups = append(groups, strings.Join(own, "-"))
		}
	}
	found := "open"
	if len(groups) > 0 {
		found = strings.Join(groups, "; ")
	}
	d = d.Clone()
	l := &d.Machines[0].Leads
	l.Kind, l.Naming, l.Found, l.Done = kind, l.Naming.For(kind), found, []string{}
	if len(b.Sources) == 1 {
		d.Supply.Volts, d.Supply.Hertz = unit.Plain(b.Sources[0].VoltsRMS)+" V", unit.Plain(b.FrequencyHz)+" Hz"
	}
	banks := map[string]float64{}
	for _, e := range b.Elements {
		ends := []string{e.From, e.To}
		for _, line := range []string{"L1", "L2"} {
			if e.Kind == circuit.Capacitor && slices.Contains(ends, "L3") && slices.Contains(ends, line) {
				banks[line] += e.Microfarad
			}
		}
	}
	takeBanks(&d, banks)
	return d, nil
}
