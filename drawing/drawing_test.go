package drawing_test

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/fit"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/scenario"
	"graybridge/core/table"
	"graybridge/drawing"
	"graybridge/jobtest"
)

// documents are the jobs that the drawings are tried on.
//
// Long: a list of documents, each by itself.
func documents() map[string]document.Document {
	out := map[string]document.Document{"empty": document.New("Empty", scenario.ColdFord())}
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			out[j.Document.Name] = j.Document
		}
	}
	for _, found := range []string{"star", "delta", "open", "L1-L2", "L1-U1; L2-U2; V1-W1", "U1-V1-W1; L1-U2"} {
		d := scenario.Blunger()
		d.Machines[0].Leads.Found, d.Machines[0].Leads.Done = found, nil
		out["found "+found] = d
	}
	for _, found := range []string{"open", "low", "L1-T1; L2-T2-T5-T8; T3-T9; T4-T6-T7",
		"L1-T1-T7-T6; L2-T2-T8-T4; L3-T3-T9-T5"} {
		d := scenario.PugMill()
		d.Machines[0].Leads.Found = found
		out["pug mill found "+found] = d
	}
	for _, found := range []string{"open", "delta low", "star low", "star high",
		"L1-T1-T10-T6-T12; L2-T2-T8-T4-T7; L3-T3-T9-T5-T11"} {
		d := scenario.ClayShredder()
		d.Machines[0].Leads.Found = found
		out["shredder found "+found] = d
	}
	t := scenario.Blunger()
	t.Machines[0].Leads.Naming = leads.T
	out["T names"] = t
	for _, found := range []string{"star", "delta"} {
		turned := scenario.Blunger()
		turned.Machines[0].Leads.Found, turned.Machines[0].Leads.Done, turned.Machines[0].Leads.Rows = found, nil,
			leads.Turned
		out["turned rows, "+found] = turned
	}
	studs, ends := labelled(), labelled()
	ends.Machines[0].Leads.Box, ends.Machines[0].Leads.Beside = leads.Ends, leads.T
	out["tape on studs"], out["tape on ends"] = studs, ends
	back := scenario.Blunger()
	back.Bridge.Capacitor.CornerTo = "L2"
	out["to L2"] = back
	both := scenario.Blunger()
	both.Bridge.Capacitor.Reversing, both.Machines[0].Protection.Relay = capacitor.BySwitch, protection.MotorLeads
	out["reversing"] = both
	back.Bridge.Capacitor.Reversing = capacitor.BySwitch
	out["reversing, to L2"] = back
	for _, way := range []string{"", rotary.TurnedBySwitch, rotary.TurnedByContactors} {
		for _, by := range []rotary.StartBy{rotary.ByRope, rotary.ByButton, rotary.ByRelay} {
			street := scenario.ClayRoom().Of("m2")
			street.Bridge.Rotary.StartBy, street.Machines[0].Protection.Breaker = by, "15 A"
			if way != "" {
				street.Bridge.Rotary.Turning = []string{"m2:" + way, "m3:" + way}
			}
			out["street "+way+" "+string(by)] = street
		}
	}
	turnedStreet := scenario.ClayRoom()
	turnedStreet.Bridge.Rotary.Spun, turnedStreet.Bridge.Rotary.Cans = rotary.Backward, rotary.Fixed
	out["street spun backward"] = turnedStreet
	n := 0
	for _, relay := range []protection.Relay{protection.MotorLeads, protection.SupplyLines, protection.Thermistor} {
		for _, way := range []capacitor.Reversing{"", capacitor.BySwitch, capacitor.ByContactors} {
			for _, by := range []capacitor.StartBy{capacitor.ByButton, capacitor.ByRelay} {
				d := scenario.Blunger()
				d.Name = "Wired"
				b, to := &d.Bridge.Capacitor, []string{"L1", "L2"}[n%2]
				b.CornerTo, b.Reversing, b.StartBy, b.Start = to, way, by, "100"
				d.Machines[0].Protection.Relay = relay
				d.Workshop.Rules = []table.Rules{table.NorthAmerica, table.Metric}[n/2%2]
				out[fmt.Sprint("wired ", to, relay, way, by)] = d
				n++
			}
		}
	}
	for i, other := range []string{"63", "71", "132M", "256T"} {
		d := scenario.Blunger()
		d.Name = "Fitted"
		d.Machines[0].Fit.Other.Frame, d.Machines[0].Fit.Other.Box = other, []fit.Side{"left", "right", "top", ""}[i]
		d.Machines[0].Load.Belt = load.BeltEntry{Motor: fmt.Sprintf("%d mm", 60+70*i), Tool: "200 mm", Centre: "300 mm"}
		out["in the place of "+other] = d
	}
	return out
}

// asDelivered is what was found on a made-up machine.
func asDelivered(name string) string {
	for _, w := range scenario.Workshops() {
		for _, j := range w.Jobs {
			if j.Document.Name == name {
				return j.Document.Machines[0].Leads.Found
			}
		}
	}
	return ""
}

func all(d document.Document) map[string]drawing.Drawing {
	p := plan.Make(d)
	s := drawing.All(drawing.SceneOf(&p))
	out := map[string]drawing.Drawing{
		"path now": s.Now.Path, "box now": s.Now.Box, "windings now": s.Now.Windings,
		"path wanted": s.Wanted.Path, "box wanted": s.Wanted.Box, "windings wanted": s.Wanted.Windings,
		"span": drawing.Span(drawing.SceneOf(&p), &p.Now), "wiring": drawing.Wiring(drawing.SceneOf(&p)),
		"panel":  drawing.Panel(drawing.SceneOf(&p)),
		"ladder": drawing.Ladder(drawing.SceneOf(&p)),
		"power":  drawing.Power(drawing.SceneOf(&p)),
		"fit":    drawing.Fit(drawing.SceneOf(&p)),
		"belt":   drawing.Belt(drawing.SceneOf(&p)),
	}
	for _, m := range p.Leads.Mistakes {
		if d.Machines[0].Leads.Found != asDelivered(d.Name) {
			break // the mistakes are made on what is wanted: once a machine is enough
		}
		if state, err := picture.Mistaken(context.Background(), plan.Read(context.Background(), d), m.ID); err == nil {
			v := drawing.Of(drawing.SceneOf(&p), &state)
			out["path, "+m.ID], out["box, "+m.ID], out["windings, "+m.ID] = v.Path, v.Box, v.Windings
		}
	}
	for i, step := range drawing.Steps(p.Link.Kind, p.Link.Naming, p.Leads.Labelling.Names) {
		out[fmt.Sprint("step ", i+1)] = step
	}
	return out
}

// Sizes of text as the theme sets them, and the width of a letter in them.
var size = map[drawing.Size]float64{drawing.Small: 12.5, drawing.Medium: 14.5, drawing.Large: 20}

type box struct {
	x0, y0, x1, y1 float64
	text           string
}

func textBox(i drawing.Item) box {
	h := size[i.Size]
	w := 0.52 * h * float64(utf8.RuneCountInString(i.Text))
	x := i.X
	switch i.Anchor {
	case "middle":
		x -= w / 2
	case "end":
		x -= w
	}
	return box{x, i.Y - 0.72*h, x + w, i.Y + 0.2*h, i.Text}
}

func (b box) overlaps(o box) bool {
	return b.x0 < o.x1 && o.x0 < b.x1 && b.y0 < o.y1 && o.y0 < b.y1
}

// Every primitive is a number inside the sheet, and no words stand on others.
func TestEveryDrawingStaysOnItsSheetAndItsWordsApart(t *testing.T) {
	t.Parallel()
	for name, d := range documents() {
		for view, w := range all(d) {
			where := name + ", " + view
			var words []box
			for _, i := range w.Items {
				xs, ys := []float64{i.X}, []float64{i.Y}
				switch i.Kind {
				case drawing.KindCircle:
					xs, ys = []float64{i.X - i.R, i.X + i.R}, []float64{i.Y - i.R, i.Y + i.R}
				case drawing.KindArc: // only where the arc ends: its circle may reach over the edge
					for _, a := range []float64{i.A0, i.A1} {
						xs, ys = append(xs, i.X+i.R*math.Cos(a*math.Pi/180)),
							append(ys, i.Y+i.R*math.Sin(a*math.Pi/180))
					}
				case drawing.KindRect:
					xs, ys = append(xs, i.X+i.W), append(ys, i.Y+i.H)
				case drawing.KindText:
					b := textBox(i)
					xs, ys = []float64{b.x0, b.x1}, []float64{b.y0, b.y1}
					for _, o := range words {
						assert.False(t, b.overlaps(o), "%s: %q stands on %q", where, b.text, o.text)
					}
					words = append(words, b)
				default:
					xs, ys = nil, nil
					for k := 0; k+1 < len(i.Points); k += 2 {
						xs, ys = append(xs, i.Points[k]), append(ys, i.Points[k+1])
					}
				}
				for k := range xs {
					assert.True(t, xs[k] >= -1 && xs[k] <= w.Width+1 && ys[k] >= -1 && ys[k] <= w.Height+1,
						"%s: %s %q at %.0f, %.0f is off the sheet", where, i.Kind, i.Text, xs[k], ys[k])
				}
			}
		}
	}
}

func TestTheSamePlanIsDrawnTheSame(t *testing.T) {
	t.Parallel()
	docs := documents()
	for i, name := range slices.Sorted(maps.Keys(docs)) {
		if !jobtest.InPart(t, i, 6) {
			continue
		}
		d := docs[name]
		one, err := json.Marshal(all(d))
		require.NoError(t, err)
		two, err := json.Marshal(all(d))
		require.NoError(t, err)
		require.Equal(t, string(one), string(two), name)
	}
}

func count(d drawing.Drawing, ok func(drawing.Item) bool) int {
	n := 0
	for _, i := range d.Items {
		if ok(i) {
			n++
		}
	}
	return n
}

func TestWhatIsNotMadeYetIsDashed(t *testing.T) {
	d := scenario.SlipMixer()
	p := plan.Make(d)
	link := func(a, b string) func(drawing.Item) bool {
		return func(i drawing.Item) bool { return i.Of == fmt.Sprintf("joint %s-%s", a, b) && i.Dash }
	}
	wanted := drawing.Box(drawing.SceneOf(&p), &p.Wanted, p.Now.Joints)
	require.Zero(t, count(wanted, link("U1", "W2")), "this link is on")
	require.Equal(t, 1, count(wanted, link("V1", "U2")), "this one is still to be made")
	now := drawing.Box(drawing.SceneOf(&p), &p.Now, p.Now.Joints)
	require.Zero(t, count(now, func(i drawing.Item) bool { return i.Of == "joint V1-U2" }))
}

func TestVoltsAreOnlyShownBetweenPointsAndStudsAreMarkedLive(t *testing.T) {
	p := plan.Make(scenario.Blunger())
	b := drawing.Box(drawing.SceneOf(&p), &p.Wanted, p.Now.Joints)
	require.Equal(t, 6, count(b, func(i drawing.Item) bool { return i.Text == "live" }))
	require.Zero(t, count(b, func(i drawing.Item) bool { return i.Text == "0\u00a0V" }))
	require.Equal(t, 1, count(b, func(i drawing.Item) bool { return i.Text == "L1 to made 224\u00a0V" }))
}

func TestTheSameFactsStandInWords(t *testing.T) {
	p := plan.Make(scenario.Blunger())
	facts := map[string]string{}
	for _, f := range append(drawing.Path(drawing.SceneOf(&p), &p.Wanted).Facts, drawing.Windings(drawing.SceneOf(&p),
		&p.Wanted).Facts...) {
		facts[f.Name] = f.Value
	}
	require.Contains(t, facts["Winding V (V1 to V2)"], "95\u00a0% of rated amps")
	require.Equal(t, "clockwise, facing the shaft end", facts["Turns"])
	require.Equal(t, "52\u00a0µF run to L1", facts["Capacitor"])
}
