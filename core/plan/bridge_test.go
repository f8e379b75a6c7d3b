package plan_test

import (
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/scenario"
)

// What is measured on the running bridge takes the place of what was estimated.
func TestReadingsOnTheBridgeRefitTheMotor(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	before := plan.Make(d)
	d.Bridge.Capacitor.Trim = "52 µF: leads 3.86 4.80 3.52; corner 219 221; volts 235"
	p := plan.Make(d)
	require.NotNil(t, p.Trim)
	f := found(p, "capacitor.trim")
	require.Contains(t, f.Sentence, "µF more")
	mark := func(p plan.Plan, id string) finding.Mark {
		for _, one := range p.Motor {
			if one.ID == id {
				return one.Mark
			}
		}
		return ""
	}
	require.Equal(t, finding.Estimated, mark(before, "xm"))
	require.Equal(t, finding.Measured, mark(p, "xm"))
	require.NotEqual(t, before.Wanted.Verdict, p.Wanted.Verdict, "the whole plan follows")
	require.NotEmpty(t, p.Trim.Next)

	d.Bridge.Capacitor.Trim = "52 µF: leads 9 1 9; corner 100 300; volts 230"
	p = plan.Make(d)
	require.Equal(t, finding.Caution, found(p, "capacitor.trim").Grade)
	require.Equal(t, before.Wanted.Verdict, p.Wanted.Verdict, "readings that do not fit change nothing")
	d.Bridge.Capacitor.Trim = "52 leads 1 2"
	bad := plan.Make(d)
	require.Equal(t, "bridge.capacitor.trim", bad.Unreadable()[0].Path)
}

// Permanent, short or a test: the owner's duty settles it.
func TestTheVerdictFollowsTheDuty(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load.Lightest = "30 %"
	require.Equal(t, capacitor.Permanent, plan.Make(d).Use.Use)
	require.Contains(t, plan.Make(d).Use.Other, "reactance rule")
	d.Machines[0].Load.Lightest = "0"
	require.Equal(t, "Permanent under load, not left idling", plan.Make(d).Use.Title)
	require.Equal(t, "Permanent", plan.Make(scenario.Blunger()).Use.Title, "what stirs does not idle")
	d.Machines[0].Load = load.Entry{Does: "stirs slip", Kind: machine.Constant, Share: "90 %", Start: load.Free}
	v := plan.Make(d).Use
	require.Equal(t, capacitor.TestOnly, v.Use, v.Reason)
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "4 min", "40 min"
	v = plan.Make(d).Use
	require.Equal(t, capacitor.ShortRuns, v.Use, v.Reason)
	require.Contains(t, v.Reason, "guide value")
	d.Machines[0].Load.On, d.Machines[0].Load.Off = "60 min", "5 min"
	require.Equal(t, capacitor.TestOnly, plan.Make(d).Use.Use)
	d.Machines[0].Load.Share = "160 %"
	require.Equal(t, capacitor.NotThis, plan.Make(d).Use.Use)
}

func buy(p plan.Plan, id string) *bridge.Buy {
	for i := range p.Buys {
		if p.Buys[i].ID == id {
			return &p.Buys[i]
		}
	}
	return nil
}

func TestTheListNamesEverythingTheBridgeIsBuiltOf(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Drawer = "", "30, 20"
	d.Workshop.Prices = "20 µF 8.40 €\n25 µF 9 €\n10 5.10 €\n12 5.60 €"
	d.Bridge.Capacitor.Start, d.Bridge.Capacitor.StartBy, d.Bridge.Capacitor.Reversing = "100", capacitor.ByRelay,
		capacitor.BySwitch
	p := plan.Make(d)
	for _, id := range []string{"run-30", "run-20", "bleed", "start", "start-relay", "reversing", "isolator",
		"breaker", "contactor", "stop", "relay", "wire", "capacitor-wire", "box", "label"} {
		require.NotNil(t, buy(p, id), id)
	}
	require.True(t, buy(p, "run-30").Own)
	require.Empty(t, buy(p, "run-20").Price, "it lies in the drawer")
	require.Contains(t, buy(p, "run-20").Spec, "film, for continuous duty")
	require.Contains(t, buy(p, "start").Spec, "electrolytic")
	require.Contains(t, buy(p, "start-relay").Spec, "opening at about")
	require.NotNil(t, found(p, "capacitor.reversing"))
	d.Bridge.Capacitor.StartBy = ""
	require.NotNil(t, buy(plan.Make(d), "start-button"))

	d.Bridge.Capacitor.Drawer = ""
	p = plan.Make(d)
	cheap := ""
	for _, c := range p.Combos {
		require.LessOrEqual(t, len(c.Parts), 4)
		if strings.Contains(c.Why, "cheapest") {
			cheap = c.Price
		}
	}
	require.Equal(t, "18.00\u00a0€", cheap, "two of 25 µF")
	d.Bridge.Capacitor.Microfarad, d.Workshop.Prices = "50", "50 µF 17.80 €"
	require.Equal(t, "17.80\u00a0€", buy(plan.Make(d), "run-50").Price)
	d.Bridge.Capacitor.Microfarad = "20"
	require.Empty(t, plan.Make(d).Buys, "nothing is bought for µF that burn a winding")
}

// Where idling was entered and a winding passes its plate there, no relay guards it: that is the
// finding. Where nobody entered it, a setting says how far it guards.
func TestARelayIsSetByWhatWasEntered(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load.Kind, d.Machines[0].Load.Lightest = machine.Constant, "0"
	p := plan.Make(d)
	require.NotNil(t, found(p, "protection.blind"))
	d.Machines[0].Load.Lightest, d.Machines[0].Protection.RelaySet = "", ""
	p = plan.Make(d)
	require.Nil(t, found(p, "protection.blind"))
	require.Contains(t, found(p, "protection.relay").Sentence, "Set the overload relay to")
	require.Contains(t, found(p, "protection.relay").Detail, "Do not leave it idling")
}

// Every text and choice of a document shows in the words of what was changed.
func TestEveryEntryIsNamedWhenItChanges(t *testing.T) {
	t.Parallel()
	from := scenario.Blunger()
	var walk func(v reflect.Value, to *document.Document, name string)
	walk = func(v reflect.Value, to *document.Document, name string) {
		for i := range v.NumField() {
			f := v.Field(i)
			switch f.Kind() {
			case reflect.Struct:
				walk(f, to, name+"."+v.Type().Field(i).Name)
			case reflect.String:
				was := f.String()
				f.SetString("1")
				require.NotEqual(t, "nothing", document.Changed(from, *to), name+"."+v.Type().Field(i).Name)
				f.SetString(was)
			}
		}
	}
	to := scenario.Blunger()
	for _, part := range []any{&to.Supply, &to.Machines[0].Plate, &to.Machines[0].Leads, &to.Bridge,
		&to.Machines[0].Load, &to.Machines[0].Protection} {
		walk(reflect.ValueOf(part).Elem(), &to, reflect.TypeOf(part).Elem().String())
	}
}
