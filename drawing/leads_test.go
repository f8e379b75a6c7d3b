package drawing_test

import (
	"context"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/leads"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/drawing"
)

func facts(d drawing.Drawing) map[string]string {
	out := map[string]string{}
	for _, f := range d.Facts {
		out[f.Name+": "+f.Value] = f.Value
	}
	return out
}

// Every lead of the motor stands in the box once, by its own name, whatever is
// joined.
func TestEveryLeadStandsInTheBoxOnce(t *testing.T) {
	for name, d := range documents() {
		p := plan.Make(d)
		if p.Link.Box != leads.Ends || d.Machines[0].Leads.Kind == leads.Three {
			continue
		}
		for _, s := range []*bridge.State{&p.Now, &p.Wanted} {
			box := drawing.Box(drawing.SceneOf(&p), s, p.Now.Joints)
			for _, lead := range p.Link.Kind.Terminals() {
				require.Equal(t, 1, count(box,
					func(i drawing.Item) bool { return i.Text == p.Link.Naming.Print(lead) }), "%s, %s: %s", name,
					s.ID, lead)
			}
		}
	}
}

// The studs stand as the box does in front of the owner.
func TestTheRowsAreDrawnAsTheyLie(t *testing.T) {
	at := func(rows leads.Rows, name string) float64 {
		d := scenario.Blunger()
		d.Machines[0].Leads.Rows = rows
		p := plan.Make(d)
		box := drawing.Box(drawing.SceneOf(&p), &p.Wanted, p.Now.Joints)
		i := slices.IndexFunc(box.Items, func(i drawing.Item) bool { return i.Text == name })
		require.GreaterOrEqual(t, i, 0)
		return box.Items[i].Y
	}
	require.Less(t, at("", "U1"), at("", "W2"))
	require.Greater(t, at(leads.Turned, "U1"), at(leads.Turned, "W2"))
}

// A drive trips where a breaker would open, in every drawing.
func TestWhatCutsTheFeedIsCalledByItsBridge(t *testing.T) {
	d := scenario.BallMill()
	d.Machines[0].Leads.Found, d.Machines[0].Leads.Done = "L1-U1-V1; L2-W1-W2; L3-U2-V2", nil
	p := plan.Make(d)
	require.True(t, p.Now.Trips, p.Now.Verdict)
	windings := drawing.Of(drawing.SceneOf(&p), &p.Now).Windings
	for text, n := range map[string]int{"drive trips": 1, "breaker opens": 0} {
		require.Equal(t, n, count(windings, func(i drawing.Item) bool { return i.Text == text }), text)
	}
}

// labelled is a motor of six leads that readings have named.
func labelled() document.Document {
	d := scenario.Blunger()
	d.Machines[0].Leads.Found, d.Machines[0].Leads.Done, d.Machines[0].Leads.Clips,
		d.Machines[0].Leads.Bumped = "open", nil, "", ""
	d.Machines[0].Leads.Tags, d.Machines[0].Leads.LowVolts, d.Machines[0].Leads.Touches = "6", "12",
		"1 4 2.5\n2 5 2.5\n3 6 2.5\n1 2 open\n2 3 open\n1 3 open"
	p := plan.Make(d)
	for range 6 {
		ask := p.Leads.Labelling.Ask
		if ask == nil {
			break
		}
		d.Machines[0].Leads.Senses += ask.Key + " 6.6\n"
		p = plan.Make(d)
	}
	return d
}

// Once readings have named the leads, box and card keep the tape beside the names.
func TestTheTapeStandsBesideTheNamesFound(t *testing.T) {
	d := labelled()
	p := plan.Make(d)
	require.True(t, p.Leads.Labelling.Settled, p.Leads.Labelling.Text)
	box := drawing.Box(drawing.SceneOf(&p), &p.Wanted, p.Now.Joints)
	for _, n := range p.Leads.Labelling.Names {
		require.Equal(t, 1, count(box, func(i drawing.Item) bool { return i.Text == "("+n.Tag+")" }), n.Name)
	}
	require.Len(t, p.Card.Joints, 3)
	for _, j := range p.Card.Joints {
		require.Regexp(t, `^tape \d, \d$`, j.Note)
	}
}

// Each half coil is drawn with its bumps; one that is open has its gap and says so.
func TestAnOpenCoilHasAGap(t *testing.T) {
	for _, d := range []document.Document{scenario.Blunger(), scenario.PugMill()} {
		p := plan.Make(d)
		s, err := picture.Mistaken(context.Background(), plan.Read(context.Background(), d), "open-coil")
		require.NoError(t, err)
		w := drawing.Of(drawing.SceneOf(&p), &s).Windings
		bumps := func(coil string) int {
			return count(w, func(i drawing.Item) bool { return i.Kind == drawing.KindArc && i.Of == "coil "+coil })
		}
		require.Equal(t, 2, bumps(s.Coils[0].Name), d.Name)
		require.Equal(t, 4, bumps(s.Coils[1].Name), d.Name)
		require.Equal(t, 1, count(w, func(i drawing.Item) bool { return strings.Contains(i.Text, "open inside") }))
	}
}

// A cap not made yet is dashed; made, it is full.
func TestCapsAreDashedUntilTheyAreMade(t *testing.T) {
	p := plan.Make(scenario.PugMill())
	dashed := func(p *plan.Plan) int {
		return count(drawing.Box(drawing.SceneOf(p), &p.Wanted, p.Now.Joints),
			func(i drawing.Item) bool { return i.Kind == drawing.KindShape && i.Dash })
	}
	require.Equal(t, 4, dashed(&p))
	d := scenario.PugMill()
	for _, m := range p.Moves {
		d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, m.ID)
	}
	p = plan.Make(d)
	require.Zero(t, dashed(&p))
}

// The numbering walk names three leads more with every step until all are
// named, each in the motor's own words.
func TestTheWalkNamesEveryLead(t *testing.T) {
	for _, k := range []leads.Kind{leads.NineStar, leads.NineDelta, leads.Twelve} {
		steps := drawing.Steps(k, leads.T, nil)
		last := steps[len(steps)-1]
		text := ""
		for _, f := range last.Facts {
			text += f.Name + " " + f.Value + ";"
		}
		for _, lead := range k.Terminals() {
			require.Contains(t, text, lead, k)
		}
		require.Empty(t, drawing.Steps(leads.Six, leads.IEC, nil), "six leads carry whole windings: nothing to walk")
		for _, s := range steps {
			require.NotEmpty(t, s.Title)
		}
	}
}

// A drive is drawn with the terminals of its profile; what is landed is full,
// the rest dashed; the supply never comes near a motor terminal.
func TestWiresAreFullOnceTheyAreLanded(t *testing.T) {
	d := scenario.BallMill()
	p := plan.Make(d)
	w := drawing.Wiring(drawing.SceneOf(&p))
	wire := func(w drawing.Drawing, id string) (dash bool) {
		n := count(w, func(i drawing.Item) bool { return i.Of == "wire "+id })
		require.Equal(t, 1, n, id)
		return count(w, func(i drawing.Item) bool { return i.Of == "wire "+id && i.Dash }) == 1
	}
	require.False(t, wire(w, "in-L1"))
	require.True(t, wire(w, "out-4U"))
	d.Bridge.Drive.Done = append(d.Bridge.Drive.Done, "wire:out-4U")
	p = plan.Make(d)
	require.False(t, wire(drawing.Wiring(drawing.SceneOf(&p)), "out-4U"))
	for _, name := range []string{"1L", "2N", "4U", "5V", "6W", "U1-W2", "V1-U2", "W1-V2"} {
		require.Equal(t, 1, count(w, func(i drawing.Item) bool { return i.Text == name }), name)
	}
	none := plan.Make(scenario.Blunger())
	require.Empty(t, drawing.Wiring(drawing.SceneOf(&none)).Items)
}

// On a drive the third line is L3 and no word of a made third line is left; on a
// capacitor it is the corner.
func TestTheThirdLineIsCalledByItsBridge(t *testing.T) {
	words := func(p *plan.Plan) (all string) {
		v := drawing.All(drawing.SceneOf(p))
		for _, d := range []drawing.Drawing{v.Wanted.Path, v.Wanted.Box, v.Wanted.Windings} {
			for _, i := range d.Items {
				all += i.Text + ";"
			}
			for f := range facts(d) {
				all += f + ";"
			}
		}
		return all
	}
	mill, blunger := plan.Make(scenario.BallMill()), plan.Make(scenario.Blunger())
	require.NotContains(t, words(&mill), "corner")
	require.Contains(t, words(&mill), "50\u00a0Hz")
	require.Contains(t, words(&blunger), "made third line")
}

// The reversing switch stands between the capacitor and both lines, on the one
// that it is on.
func TestAReversingSwitchReachesBothLines(t *testing.T) {
	d := scenario.Blunger()
	plain := plan.Make(d)
	require.Zero(t, count(drawing.Path(drawing.SceneOf(&plain), &plain.Wanted), func(i drawing.Item) bool {
		return i.Of == "reversing "+
			"switch"
	}))
	for _, to := range []string{"L1", "L2"} {
		d.Bridge.Capacitor.CornerTo, d.Bridge.Capacitor.Reversing = to, capacitor.BySwitch
		p := plan.Make(d)
		path := drawing.Path(drawing.SceneOf(&p), &p.Wanted)
		require.Equal(t, 1, count(path, func(i drawing.Item) bool { return i.Of == "reversing switch" }))
		require.Contains(t, facts(path), "Reversing switch: moves the capacitor between L1 and L2, at standstill only")
	}
}
