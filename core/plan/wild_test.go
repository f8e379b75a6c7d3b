package plan_test

import (
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/jobtest"
)

// notFinite is the path of the first number that JSON cannot carry.
func notFinite(path string, v reflect.Value) string {
	switch v.Kind() {
	case reflect.Float64, reflect.Float32:
		if x := v.Float(); math.IsNaN(x) || math.IsInf(x, 0) {
			return fmt.Sprintf("%s = %v", path, x)
		}
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			return notFinite(path, v.Elem())
		}
	case reflect.Struct:
		for i := range v.NumField() {
			if f := v.Type().Field(i); f.IsExported() {
				if bad := notFinite(path+"."+f.Name, v.Field(i)); bad != "" {
					return bad
				}
			}
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			if bad := notFinite(fmt.Sprintf("%s[%d]", path, i), v.Index(i)); bad != "" {
				return bad
			}
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			if bad := notFinite(fmt.Sprintf("%s[%v]", path, k), v.MapIndex(k)); bad != "" {
				return bad
			}
		}
	}
	return ""
}

// wild joins, figures and choices: what hands type, and what nobody should.
var (
	wildJoints = []string{"", "L1-L2", "L1-L2-U1", "L1-L2-L3", "L1-L2; U1-V1-W1", "L1-L3", "L2-L3-U1", "star", "delta",
		"open", "low star", "high star", "low delta", "high delta",
		"L1-U1-W2; L2-V1-U2; L3-W1-V2", "L1-U1-U2; L2-V1-V2; L3-W1-W2", "U1-U2-V1-V2-W1-W2",
		"L1-T1-T7; L2-T2-T8; L3-T3-T9; T4-T5-T6", "L1-T1-T2-T3", "L1-U1; L2-U1", "L1-U1; U1-L2; W1-L2", "L2-W1",
		"L1-T1-T4; L2-T2-T5; L3-T3-T6; T7-T8; T9-T1", "nonsense", "U1-V1; V1-W1", "L1-W2; L2-W1; U1-U2; V1-V2",
		"L3-U1-V1-W1-U2-V2-W2"}
	wildFigures = []string{"", "0", "1", "-3", "0.000001", "1e9", "1e-9", "1e308", "50", "450", "2,5", "NaN", "Inf",
		"½", "208-230/460", "999999999999", "٣", "0 µF", "1.58e+3"}
)

// scramble draws an entry for each string field of a struct, most of them kept.
func scramble(t *rapid.T, v reflect.Value, name string, often int) {
	for i := range v.NumField() {
		f := v.Field(i)
		at := name + "." + v.Type().Field(i).Name
		switch {
		case f.Kind() == reflect.Struct:
			scramble(t, f, at, often)
		case f.Type() == reflect.TypeFor[string]() && rapid.IntRange(0, often).Draw(t, at) == 0:
			f.SetString(rapid.SampledFrom(wildFigures).Draw(t, at+" text"))
		}
	}
}

// Whatever decodes is planned, in numbers that JSON can carry.
func TestNoDocumentMakesAPlanThatCannotBeSaid(t *testing.T) {
	t.Parallel()
	plates := jobtest.Plates(t)
	var demo []document.Document
	for _, d := range documents() {
		demo = append(demo, d)
	}
	rapid.Check(t, func(t *rapid.T) {
		var d document.Document
		if i := rapid.IntRange(0, len(plates)+8*len(demo)-1).Draw(t, "which"); i < len(plates) {
			d = plates[i].Document()
		} else {
			d = demo[(i-len(plates))%len(demo)]
			d.Machines[0].Leads.Done = nil
		}
		d = d.Clone()
		m := &d.Machines[0]
		often := rapid.SampledFrom([]int{1000, 12, 3}).Draw(t, "wildness")
		m.Leads.Kind = rapid.SampledFrom(append([]leads.Kind{m.Leads.Kind, m.Leads.Kind, m.Leads.Kind, m.Leads.Kind},
			leads.Kinds...)).Draw(t, "kind")
		m.Leads.Found, m.Leads.Wanted = rapid.SampledFrom(wildJoints).Draw(t, "found"),
			rapid.SampledFrom(append(make([]string, 9), wildJoints...)).Draw(t, "wanted")
		d.Bridge.Capacitor.Microfarad = rapid.SampledFrom([]string{"", "", "0.01", "1", "8", "52", "220", "450",
			"3000", "1e7"}).Draw(t, "µF")
		d.Bridge.Capacitor.Start = rapid.SampledFrom([]string{"", "", "60", "1e6"}).Draw(t, "start µF")
		d.Bridge.Capacitor.CornerTo = rapid.SampledFrom([]string{"", "L1", "L2"}).Draw(t, "corner")
		m.Load.Kind = rapid.SampledFrom([]machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Linear,
			machine.Fan}).Draw(t, "load")
		m.Load.Share = rapid.SampledFrom([]string{"", "10 %", "65 %", "100 %", "150 %", "1000 %"}).Draw(t, "share")
		m.Load.Start = rapid.SampledFrom([]load.Start{"", load.Free, load.Loaded, load.Stuck}).Draw(t, "starts")
		d.Supply.Volts = rapid.SampledFrom([]string{d.Supply.Volts, d.Supply.Volts, "104", "230", "300", "1",
			"100000"}).Draw(t, "volts")
		m.Protection.Relay = rapid.SampledFrom([]protection.Relay{"", protection.NoRelay, protection.SupplyLines,
			protection.MotorLeads}).Draw(t, "relay")
		if rapid.Bool().Draw(t, "driven") {
			d.Bridge.Kind = document.KindDrive
			ids := []string{"", "unknown"}
			for _, p := range drive.Shipped() {
				ids = append(ids, p.ID)
			}
			d.Bridge.Drive = drive.Entry{Profile: rapid.SampledFrom(ids).Draw(t, "drive")}
			scramble(t, reflect.ValueOf(&d.Bridge.Drive).Elem(), "drive", often)
			if d.Bridge.Drive.Profile == "unknown" || d.Validate() != nil {
				d.Bridge.Drive.Profile = ids[2]
			}
		}
		scramble(t, reflect.ValueOf(&m.Plate).Elem(), "plate", often)
		scramble(t, reflect.ValueOf(&d.Supply).Elem(), "supply", often)
		scramble(t, reflect.ValueOf(&m.Load).Elem(), "load", often)
		scramble(t, reflect.ValueOf(&d.Bridge.Capacitor).Elem(), "bridge", often)
		scramble(t, reflect.ValueOf(&m.Leads).Elem(), "leads", often)
		scramble(t, reflect.ValueOf(&m.Protection).Elem(), "protection", often)
		if len(d.Validate()) > 0 {
			t.Skip("refused before it is planned")
		}
		text, err := json.Marshal(d)
		require.NoError(t, err)
		p := plan.Make(d)
		require.Nil(t, found(p, plan.FailedID), "the net is there, and nothing falls into it: %s", text)
		if bad := notFinite("plan", reflect.ValueOf(p)); bad != "" {
			t.Fatalf("%s of %s", bad, text)
		}
		_, err = json.Marshal(p)
		require.NoError(t, err, string(text))
	})
}

// The joints that lock a job are short circuits, and the plan says so.
func TestLinesJoinedTogetherAreTheShortThatTheyAre(t *testing.T) {
	t.Parallel()
	for _, kind := range []leads.Kind{leads.Three, leads.Six, leads.NineStar, leads.Twelve} {
		for _, joints := range []string{"L1-L2", "L1-L2-U1", "L1-U1; L2-U1", "L1-L2-L3", "L1-T1; T1-L2"} {
			for _, as := range []string{"found", "wanted"} {
				d := document.New("Short", jobtest.Workshop())
				d.Machines[0].Leads.Kind = kind
				d.Machines[0].Plate = plate.Entry{Power: "1.1 kW", Volts: "230/400 V", Connection: "Δ/Y",
					Amps: "4.7/2.7", RPM: "1410", Hertz: "50", PowerFactor: "0.79", Phases: "3"}
				if kind.Halved() {
					d.Machines[0].Plate.Volts, d.Machines[0].Plate.Connection, d.Machines[0].Plate.Amps = "230/460",
						"", "4.7/2.35"
				}
				if kind.Halved() {
					d.Machines[0].Leads.Agreed = "plate"
				}
				if as == "found" {
					d.Machines[0].Leads.Found = joints
				} else {
					d.Machines[0].Leads.Wanted = joints
				}
				p := plan.Make(d)
				require.Empty(t, notFinite("plan", reflect.ValueOf(p)), "%s %s %s", kind, as, joints)
				require.Empty(t, p.Unreadable())
				state := p.Now
				if as == "wanted" {
					state = p.Wanted
					require.False(t, p.Card.Ready, "%s %s", kind, joints)
				}
				require.True(t, state.Short, "%s %s %s: %s", kind, as, joints, state.Verdict)
				require.Contains(t, state.Verdict, "short")
			}
		}
	}
}
