package plan_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
	"graybridge/core/unit"
)

func TestADriveHasItsPartsList(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	p := plan.Make(d)
	for _, id := range []string{"drive", "isolator", "breaker", "line-wire", "motor-wire", "label"} {
		require.NotNil(t, buy(p, id), id)
	}
	require.Contains(t, buy(p, "breaker").Spec, "25", "as its protection asks")
	d.Machines[0].Plate.Power = "30 kW"
	big := plan.Make(d)
	require.Empty(t, big.Buys, "nothing is bought under a stop")
}

func TestTopVoltsBelowTheWallsAreSaid(t *testing.T) {
	t.Parallel()
	d := scenario.BallMill()
	p := plan.Make(d)
	require.Nil(t, found(p, "drive.top-volts"))
	d.Bridge.Drive.TopVolts = "200 V"
	f := found(plan.Make(d), "drive.top-volts")
	require.NotNil(t, f)
	require.Equal(t, finding.Caution, f.Grade)
	d.Bridge.Drive.TopVolts = "230 V"
	require.Equal(t, finding.Note, found(plan.Make(d), "drive.top-volts").Grade)
}

func TestAFeedersBreakerIsHeldAgainstItsWireAndTheMotor(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Supply.Breaker, d.Supply.FeederSize = "32 A", "1.5 mm²"
	f := found(plan.Make(d), "supply.wire")
	require.NotNil(t, f)
	require.Equal(t, finding.Stop, f.Grade)
	d.Supply.Breaker, d.Supply.FeederSize = "4 A", "6 mm²"
	require.Nil(t, found(plan.Make(d), "supply.wire"))
	require.NotNil(t, found(plan.Make(d), "supply.breaker"), "it asks more than the feeder's breaker carries")
}

func TestAMotorOfTNumbersIsNotToldOfUAndV(t *testing.T) {
	t.Parallel()
	d := scenario.PugMill()
	d.Bridge.Kind, d.Machines[0].Leads.Agreed = document.KindDrive, "plate"
	d.Bridge.Drive = scenario.BallMill().Bridge.Drive
	p := plan.Make(d)
	require.NotNil(t, p.Drive)
	require.NotEmpty(t, p.Drive.Wiring)
	for _, wire := range p.Drive.Wiring {
		require.NotRegexp(t, `\b[UVW][12]\b`, wire.To+" "+wire.From)
	}
	for _, f := range p.Findings {
		require.NotRegexp(t, `\b[UVW][12]\b`, f.Sentence+f.Detail, f.ID)
	}
}

// A relay in the supply lines that cannot see a winding at a load that was entered is to be wired
// into the motor leads; a thermistor that is there feels the winding itself.
func TestARelayThatCannotSeeIsRewired(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Machines[0].Load.Kind, d.Machines[0].Load.Lightest = machine.Constant, "0"
	p := plan.Make(d)
	f := found(p, "protection.blind")
	require.Equal(t, finding.Caution, f.Grade)
	require.Equal(t, string(protection.MotorLeads), f.Cures[0].Value)
	require.NotEmpty(t, f.Cures[0].And.Value, "fitted and set in one touch")
	require.Nil(t, buy(p, "thermistor"))
	require.Contains(t, buy(p, "relay").Note, "one pole in each motor lead")
	after := plan.Make(taken(d, f.Cures[0]))
	require.Nil(t, found(after, "protection.blind"))
	require.Equal(t, finding.Note, found(after, "protection.relay").Grade, "it is wanted, nobody has seen it")
	d.Machines[0].Protection.Relay = protection.Thermistor
	p = plan.Make(d)
	require.Equal(t, finding.Good, found(p, "protection.relay").Grade)
	require.Nil(t, buy(p, "relay"))
	require.True(t, buy(p, "thermistor").Own)
}

func TestAStarOnlyMotorMayBeOpened(t *testing.T) {
	t.Parallel()
	d := document.New("Case", scenario.TansyLane())
	d.Machines[0].Plate = plate.Entry{Power: "0.55 kW", Volts: "400 V", Connection: "Y", Amps: "1.6", RPM: "1400",
		Hertz: "50", PowerFactor: "0.72", Phases: "3"}
	d.Machines[0].Leads = leads.Entry{Kind: leads.Three, Naming: leads.IEC}
	said := ""
	for _, f := range plan.Make(d).Findings {
		said += f.Sentence + f.Detail
	}
	require.Regexp(t, `star point`, said)
}

// Three leads out of a plate for delta and star: nobody is taken at the lucky guess. The question says
// how to tell, with the ohms of this motor, and what each answer comes to.
func TestThreeLeadsAreAskedForTheirInside(t *testing.T) {
	t.Parallel()
	d := sixLead(oneKW)
	d.Machines[0].Leads = leads.Entry{Kind: leads.Three, Naming: leads.IEC}
	p := plan.Make(d)
	f := found(p, finding.LeadsWhichJoin)
	require.Equal(t, finding.Open, f.Grade)
	require.Equal(t, f.Entries[0], p.Next.Entry)
	require.Empty(t, p.Buys, "nothing is sized before it is known")
	y, delta := 16.0, 5.35
	require.Contains(t, f.Detail, "about 16.0"+unit.Space+"Ω in star and 5.35"+unit.Space+"Ω in delta")
	require.Contains(t, f.Detail, "Delta inside: each coil gets the 232"+unit.Space+"V that it was made for")
	require.Contains(t, f.Detail, "about 34"+unit.Space+"% of its torque")
	after := plan.Make(taken(d, f.Cures[0]))
	require.True(t, after.Computed)
	require.Equal(t, finding.Good, found(after, "leads.target").Grade)
	require.Equal(t, finding.Stop, found(plan.Make(taken(d, f.Cures[1])), "leads.unreachable").Grade)

	for ohms, first := range map[float64]string{y: "star", 1.29 * y: "star", delta: "delta",
		0.71 * delta: "delta", 10: "", 0.69 * delta: "", 1.31 * y: ""} {
		d.Machines[0].Leads.LineOhms = fmt.Sprintf("%.2f, %.2f, %.2f", ohms, ohms, ohms)
		f = found(plan.Make(d), finding.LeadsWhichJoin)
		if first == "" {
			require.NotContains(t, f.Detail, "that you measured", "%g", ohms)
			continue
		}
		require.Contains(t, f.Detail, "that you measured are those of "+first, "%g", ohms)
		require.Equal(t, first, f.Cures[0].Value)
	}

	one := sixLead(plate.Entry{Power: "1.1 kW", Volts: "230", Amps: "4.7", RPM: "1410", Hertz: "50",
		PowerFactor: "0.79", Phases: "3"})
	one.Machines[0].Leads = leads.Entry{Kind: leads.Three, Naming: leads.IEC}
	p = plan.Make(one)
	require.Nil(t, found(p, finding.LeadsWhichJoin), "one volts: at its leads it is one motor")
	require.True(t, p.Computed)
	require.Equal(t, finding.Note, found(p, "leads.inside").Grade)
	one.Bridge.Kind = document.KindDrive
	one.Bridge.Drive.Profile = scenario.BallMill().Bridge.Drive.Profile
	p = plan.Make(one)
	star := plan.Make(taken(one, found(p, "leads.inside").Cures[1]))
	require.Nil(t, found(star, "leads.inside"))
	require.Equal(t, sized(p), sized(star), "on a drive there is no difference")
}

// sized is what a plan buys.
func sized(p plan.Plan) (out []string) {
	for _, b := range p.Buys {
		out = append(out, b.What+" "+b.Spec)
	}
	return out
}
