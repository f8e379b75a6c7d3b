package meaning

import (
	"context"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/bringup"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/unit"
)

// TakesIn are the readings of a view that the plan's models can be fitted on, each as one
// change of the document, which names them from then on. What the document has already is not
// offered.
func TakesIn(s *plan.Solved, v *bringup.Progress) []bringup.Into {
	out := []bringup.Into{}
	if !s.Known() {
		return out
	}
	w := s
	m := w.Machine()
	on := "machines." + m.ID + "."
	add := func(what, path, now, value string, flows bool) {
		if value != "" && value != now {
			out = append(out, bringup.Into{Label: takeIn(what), Flows: flows,
				Sets: []finding.Setting{{Path: path, Value: value}}})
		}
	}
	// A reading is written with its day and who took it, and goes in by itself where nothing is typed,
	// or what an earlier reading left there.
	flow := func(what, take, path, now, value string) {
		if c := v.Read(take); value != "" && value != now && c != nil {
			add(what, path, now, asRead(c, value), now == "" || wasRead(w, path))
		}
	}
	line := func(what, path, now, value string) {
		if value == "" || strings.Contains(now, value) {
			return
		}
		add(what, path, now, strings.TrimLeft(strings.TrimRight(now, "\n")+"\n"+value, "\n"), false)
	}
	read := v.Values()
	if x, ok := read.Three([3]string{"ohms-1", "ohms-2", "ohms-3"}); ok {
		text := fmt.Sprintf("%s, %s, %s", unit.Plain(x[0]), unit.Plain(x[1]), unit.Plain(x[2]))
		flow(takeOhms, "ohms-3", on+"leads.line_ohms", m.Leads.LineOhms, text)
		if coil, ok := coilOf(w, x); ok && text != m.Leads.LineOhms {
			last := &out[len(out)-1]
			last.Sets = append(last.Sets, finding.Setting{Path: on + "plate.winding_ohms",
				Value: asRead(v.Read("ohms-3"), unit.Three(coil)+" Ω")})
			last.Flows = last.Flows && (m.Plate.WindingOhms == "" || wasRead(w, on+"plate.winding_ohms"))
		}
	}
	if x, ok := read["insulation"]; ok {
		path, now := on+"leads.insulation", m.Leads.Insulation
		if w.Document().Bridge.Kind == document.KindDC {
			path, now = on+"leads.brushed.insulation", m.Leads.Brushed.Insulation
		}
		flow(takeInsulation, "insulation", path, now, unit.Plain(x)+" MΩ")
	}
	if x, ok := read["volts"]; ok && w.Document().Bridge.Kind != document.KindDC {
		wall := math.Round(w.Site().Supply.AtWall(x)*10) / 10 // read behind a transformer, where one stands there
		flow(takeVolts, "volts", "supply.volts", w.Document().Supply.Volts, unit.Plain(wall)+" V")
	}
	if text := bumped(w, v); text != "" {
		add(takeBump, on+"leads.bumped", m.Leads.Bumped, text, m.Leads.Bumped == "")
	}
	for _, id := range []string{"load-supply", "amps", "lead-L1"} {
		x, ok := read[id]
		if text, belted := ampsBySheave(w, x); ok && belted {
			line(takeSheave, "machines."+m.ID+".load.belt.amps", m.Load.Belt.Amps, text)
			break
		}
	}
	if l, ok := w.Bridge().Round(m.ID, read); ok {
		line(takeRound, l.Path, entry.At(*w.Document(), l.Path), l.Value)
	}
	return out
}

// asRead is a value with the day and the person of the reading that it comes from.
func asRead(c *bringup.Compared, value string) string {
	day, _, _ := strings.Cut(c.Taken, "T")
	return device.AsRead(value, day, c.Who)
}

// wasRead says that an entry holds what an earlier reading at the bring-up left there.
func wasRead(w *plan.Solved, path string) bool {
	return slices.ContainsFunc(w.Devices(), func(n device.Noted) bool {
		return n.Path == path &&
			n.State == device.Read
	})
}

// Flow is the document with the readings of a view that go into the plan by themselves; ok is false
// where there are none. A reading that would change what a gate stands on (which joints, which parts,
// which settings) waits for somebody to take it in: what is built stays built. So does one that stops the
// plan: its gate holds already, and stays there to be read once more.
func Flow(ctx context.Context, s *plan.Solved, d document.Document, v *bringup.Progress) (out document.Document,
	ok bool,
	err error) {
	if !s.Known() {
		return d, false, nil
	}
	stood := stands(s)
	out = d.Clone()
	for _, into := range TakesIn(s, v) {
		if !into.Flows {
			continue
		}
		next := out.Clone()
		set(&next, into.Sets)
		after, err := plan.Solve(ctx, next.Of(s.Machine().ID))
		if err != nil {
			return d, false, err
		}
		if reflect.DeepEqual(stood, stands(after)) {
			out, ok = next, true
		}
	}
	return out, ok, nil
}

// stands is what the gates of a plan stand on.
func stands(s *plan.Solved) any {
	c := s.Plan().Card
	return []any{c.NotReady == "", len(s.Plan().Gates), c.Joints, c.Parts, c.Settings}
}

// bumped is what a bump showed as the Leads bay has it: right or wrong, and the line to which the
// corner's capacitor went; empty where it was not said, or any way will do.
func bumped(w *plan.Solved, v *bringup.Progress) string {
	if w.Site().Load.Turn == load.Either {
		return ""
	}
	corner := w.Bridge().BumpLine()
	for _, g := range v.Gates {
		for _, c := range g.Read {
			switch {
			case c.Take != "direction" || c.Words == "":
			case c.Stands == bringup.Inside:
				return "right-" + corner
			case c.Words == bringup.OtherWay:
				return "wrong-" + corner
			}
		}
	}
	return ""
}

// ampsBySheave is a reading over rated amps of a belted machine whose torque rises with its speed,
// as the belt's own law reads it: with it the Load bay says which sheave, how many half-turns, and
// what speed and amps follow. ok is false where a sheave would not help or is not known.
func ampsBySheave(w *plan.Solved, amps float64) (text string, ok bool) {
	l := w.Site().Load
	if amps <= w.Site().Column.Amps || w.Site().Column.Amps == 0 || l.Belt.MotorMM == 0 ||
		l.Kind != machine.Fan && l.Kind != machine.Linear {
		return "", false
	}
	return unit.Plain(l.Belt.MotorMM) + " mm " + unit.Plain(amps) + " A", true
}

// coilOf is the ohms of one whole coil that three alike line ohms come from, by the joints as
// wanted; the winding taken at 20 °C. ok is false where they differ by more than they may.
func coilOf(w *plan.Solved, line [3]float64) (ohm float64, ok bool) {
	want, whole, _ := w.Site().LineOhms(20, w.Site().Wanted)
	mean, expected := (line[0]+line[1]+line[2])/3, (want[0]+want[1]+want[2])/3
	for _, x := range line {
		if math.Abs(x-mean) > bringup.AlikePart*mean {
			return 0, false
		}
	}
	return whole * mean / expected, mean > 0 && expected > 0 && !math.IsNaN(whole)
}

// Sums are what the readings of a view say together.
func Sums(s *plan.Solved, v *bringup.Progress) []bringup.Beside {
	leads, rpm := bridge.Ground{}.LoadTakes()
	if s.Known() {
		leads, rpm = s.Bridge().LoadTakes()
	}
	return v.Sums(bridge.MadeVolts, leads, rpm)
}
