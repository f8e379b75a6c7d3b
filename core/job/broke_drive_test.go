package job_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/finding"
	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/scenario"
)

func TestADriveHasItsPartsList(t *testing.T) {
	d := scenario.BallMill()
	p := job.Make(d)
	for _, id := range []string{"drive", "isolator", "breaker", "line-wire", "motor-wire", "label"} {
		require.NotNil(t, buy(p, id), id)
	}
	require.Contains(t, buy(p, "breaker").Spec, "25", "as its protection asks")
	d.Machines[0].Plate.Power = "30 kW"
	big := job.Make(d)
	require.Empty(t, big.Buys, "nothing is bought under a stop")
}

func TestTopVoltsBelowTheWallsAreSaid(t *testing.T) {
	d := scenario.BallMill()
	p := job.Make(d)
	require.Nil(t, found(p, "drive.top-volts"))
	d.Bridge.Drive.TopVolts = "200 V"
	f := found(job.Make(d), "drive.top-volts")
	require.NotNil(t, f)
	require.Equal(t, finding.Caution, f.Grade)
	d.Bridge.Drive.TopVolts = "230 V"
	require.Equal(t, finding.Note, found(job.Make(d), "drive.top-volts").Grade)
}

func TestAFeedersBreakerIsHeldAgainstItsWireAndTheMotor(t *testing.T) {
	d := scenario.Blunger()
	d.Supply.Breaker, d.Supply.FeederSize = "32 A", "1.5 mm²"
	f := found(job.Make(d), "supply.wire")
	require.NotNil(t, f)
	require.Equal(t, finding.Stop, f.Grade)
	d.Supply.Breaker, d.Supply.FeederSize = "4 A", "6 mm²"
	require.Nil(t, found(job.Make(d), "supply.wire"))
	require.NotNil(t, found(job.Make(d), "supply.breaker"), "it asks more than the feeder's breaker carries")
}

func TestAMotorOfTNumbersIsNotToldOfUAndV(t *testing.T) {
	d := scenario.PugMill()
	d.Bridge.Kind, d.Machines[0].Leads.Agreed = job.KindDrive, "plate"
	d.Bridge.Drive = scenario.BallMill().Bridge.Drive
	p := job.Make(d)
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
	d := scenario.Blunger()
	d.Machines[0].Load.Kind, d.Machines[0].Load.Lightest = machine.Constant, "0"
	p := job.Make(d)
	f := found(p, "protection.blind")
	require.Equal(t, finding.Caution, f.Grade)
	require.Equal(t, string(protection.MotorLeads), f.Cures[0].Value)
	require.NotEmpty(t, f.Cures[0].And.Value, "fitted and set in one touch")
	require.Nil(t, buy(p, "thermistor"))
	require.Contains(t, buy(p, "relay").Note, "one pole in each motor lead")
	after := job.Make(taken(d, f.Cures[0]))
	require.Nil(t, found(after, "protection.blind"))
	require.Equal(t, finding.Note, found(after, "protection.relay").Grade, "it is wanted, nobody has seen it")
	d.Machines[0].Protection.Relay = protection.Thermistor
	p = job.Make(d)
	require.Equal(t, finding.Good, found(p, "protection.relay").Grade)
	require.Nil(t, buy(p, "relay"))
	require.True(t, buy(p, "thermistor").Own)
}

func TestAStarOnlyMotorMayBeOpened(t *testing.T) {
	d := job.New("Case", scenario.TansyLane())
	d.Machines[0].Plate = plate.Entry{Power: "0.55 kW", Volts: "400 V", Connection: "Y", Amps: "1.6", RPM: "1400",
		Hertz: "50", PowerFactor: "0.72", Phases: "3"}
	d.Machines[0].Leads = leads.Entry{Kind: leads.Three, Naming: leads.IEC}
	said := ""
	for _, f := range job.Make(d).Findings {
		said += f.Sentence + f.Detail
	}
	require.Regexp(t, `star point`, said)
}
