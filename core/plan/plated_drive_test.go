package plan_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

// onPlate is a job on a drive that is known by its plate alone.
func onPlate(d document.Document, plate string) document.Document {
	d = d.Clone()
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{Profile: drive.ByPlate, Plate: plate}
	return d
}

// plateOf prints what stands on a drive of a profile.
func plateOf(p drive.Profile) string {
	in := ""
	if p.Input.Amps > 0 {
		in = fmt.Sprintf(" %.1f A", p.Input.Amps)
	}
	return fmt.Sprintf("IN %d~ %.0f-%.0f V%s OUT 3~ 0-%.0f V %.2f A 0-%.0f Hz %.2f kW", p.Input.Phases,
		p.Input.Volts.Least, p.Input.Volts.Most, in, p.Output.Volts, p.Output.Amps, p.Output.Hertz, p.Output.KW)
}

// A drive with nothing known but its plate gets a whole plan: verdict, breaker, wire, wiring,
// settings without codes, a card.
func TestAFifthDriveIsPlannedByItsPlate(t *testing.T) {
	t.Parallel()
	d := onPlate(scenario.Blunger(), "IN: AC 1PH 220-240V 50/60Hz 14A OUT: AC 3PH 0~240V 7A 1.5kW")
	d.Bridge.Capacitor.Microfarad = ""
	p := plan.Make(d)
	require.NotNil(t, p.Drive)
	require.Equal(t, "Your 1.5\u00a0kW drive", p.Drive.Name)
	require.Equal(t, finding.Good, found(p, finding.DriveAmps).Grade)
	require.NotNil(t, found(p, "drive.by-plate"), "what is taken is said")
	require.Contains(t, found(p, "drive.by-plate").Detail, "120 Hz")
	require.NotNil(t, found(p, "drive.screws"))
	require.NotEmpty(t, p.Card.Parts)
	require.NotEmpty(t, p.Drive.Wiring)
	require.True(t, p.Card.Ready, p.Card.NotReady)
	for _, r := range p.Drive.Sheet {
		require.Empty(t, r.Code, r.Name)
		require.NotEmpty(t, r.Value, r.Name)
	}
	require.Greater(t, len(p.Drive.Trips), 6, "what any drive may show, by kind")
	for _, trip := range p.Drive.Trips {
		require.Empty(t, trip.Code)
		require.NotEmpty(t, trip.Look, trip.Says)
	}
	tarn := scenario.BallMill()
	require.Equal(t, "F01", plan.Make(tarn).Drive.Trips[0].Code, "its own codes")
	overload := -1
	for i, r := range p.Drive.Sheet {
		if r.Function == drive.Overload {
			overload = i
			require.Equal(t, "4.70\u00a0A", r.Value)
		}
	}
	require.GreaterOrEqual(t, overload, 0)

	d.Bridge.Drive.MotorScrews, d.Bridge.Drive.LineScrews = "U2 V2 W2", "L N"
	d.Bridge.Drive.Codes = "motor-amps P3.05\noverload P9.08"
	d.Bridge.Drive.Done = []string{"row:overload"}
	p = plan.Make(d)
	require.Nil(t, found(p, "drive.screws"))
	require.Equal(t, "P9.08", p.Drive.Sheet[overload].Code)
	require.True(t, p.Drive.Sheet[overload].Done)

	// Keyed and read back: with what stood there, the day and who. Another plan asks for another value.
	d.Bridge.Drive.Done = []string{"row:overload=4.70\u00a0A, read 2026-11-30 Odile W."}
	row := plan.Make(d).Drive.Sheet[overload]
	require.True(t, row.Done)
	require.Equal(t, []string{"2026-11-30", "Odile W."}, []string{row.Day, row.Who})
	d.Bridge.Drive.Done = []string{"row:overload=5.20\u00a0A, read 2026-11-30 Odile W."}
	stale := plan.Make(d)
	require.False(t, stale.Drive.Sheet[overload].Done)
	require.Equal(t, "5.20\u00a0A", stale.Drive.Sheet[overload].Keyed)
	require.NotNil(t, found(stale, "drive.keyed"))
	require.Contains(t, found(stale, "drive.keyed").Detail, "was keyed to 5.20")
	require.Contains(t, fmt.Sprint(p.Drive.Wiring), "V2")
	require.Contains(t, fmt.Sprint(p.Card.Settings), "P3.05")

	for plate, want := range map[string]string{
		"":                                    finding.DriveNone,
		"IN 3~ 380-480 V OUT 3~ 3.8 A 1.5 kW": finding.DriveLineVolts,
		"IN 1~ 200-240 V OUT 3~ 2.5 A 0.4 kW": finding.DriveAmps,
	} {
		p := plan.Make(onPlate(scenario.Blunger(), plate))
		require.NotNil(t, found(p, want), plate)
	}
}

// A drive for three phases hangs on what its leaflet says, and is asked.
func TestOnePhaseOnAThreePhaseDriveIsAsked(t *testing.T) {
	t.Parallel()
	d := onPlate(scenario.Blunger(), "IN 3~ 200-240 V 12 A OUT 3~ 0-240 V 11 A 2.2 kW")
	for answer, grade := range map[string]finding.Grade{"": finding.Open, "yes": finding.Caution,
		"no": finding.Stop} {
		d.Bridge.Drive.OnePhase = answer
		p := plan.Make(d)
		require.Equal(t, grade, found(p, finding.DriveThreeInput).Grade, answer)
		require.Equal(t, answer != "no", p.Card.NotReady == "", answer)
	}
}

// What its plate says against itself is used for nothing, and said.
func TestAPlateAgainstItselfIsSaid(t *testing.T) {
	t.Parallel()
	p := plan.Make(onPlate(scenario.Blunger(), "IN 1~ 200-240 V 2 A OUT 3~ 0-230 V 7 A 1.5 kW"))
	require.NotNil(t, found(p, finding.DrivePlateClash))
	whole := plan.Make(onPlate(scenario.Blunger(), "IN 1~ 200-240 V OUT 3~ 0-230 V 7 A 1.5 kW"))
	require.Equal(t, whole.Supply, p.Supply)
	require.Nil(t, found(whole, finding.DrivePlateClash))
}

// The plate of each drive that ships is judged by amps and volts as its profile is.
func TestAPlateIsJudgedAsItsProfile(t *testing.T) {
	t.Parallel()
	seen := map[finding.Grade]int{}
	for i, c := range jobtest.Plates(t) {
		if !jobtest.InPart(t, i, 8) {
			continue
		}
		for _, profile := range drive.Shipped() {
			d := onPlate(c.Document(), plateOf(profile))
			if profile.Input.Phases == 3 {
				d.Bridge.Drive.OnePhase = map[bool]string{false: "yes", true: "no"}[profile.Input.NeverSingle]
			}
			known := d.Clone()
			known.Bridge.Drive = drive.Entry{Profile: profile.ID, Carrier: "4 kHz"}
			d.Bridge.Drive.Carrier = "4 kHz"
			own, other := plan.Make(d), plan.Make(known)
			for _, id := range []string{finding.DriveAmps, finding.DriveLineVolts, finding.DriveMotorVolts} {
				a, b := found(own, id), found(other, id)
				require.Equal(t, b == nil, a == nil, "%s %s %s", c.ID, profile.ID, id)
				if a != nil && profile.Input.SingleShare == 0 {
					require.Equal(t, b.Grade, a.Grade, "%s %s %s: %s", c.ID, profile.ID, id, a.Sentence)
					seen[a.Grade]++
				}
			}
		}
	}
	for _, g := range []finding.Grade{finding.Good, finding.Stop} {
		require.NotZero(t, seen[g], g)
	}
}

// Two hundred plates of devices before motors of the corpus: each is planned, nothing is refused for
// an entry that no plate has, and no verdict stands without what it takes.
func TestTwoHundredPlatesOfDrives(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(35, 200))
	plates := jobtest.Plates(t)
	for n := range 200 {
		kw := []float64{0.2, 0.4, 0.75, 1.1, 1.5, 2.2, 4, 7.5, 15, 22}[n%10]
		volts, out := "200-240", 230.0
		phases := []string{"1", "3", "1/3"}[r.IntN(3)]
		switch r.IntN(4) {
		case 0:
			volts, phases = "100-120", "1"
		case 1:
			volts, out, phases = "380-480", 400, "3"
		}
		amps := kw * 1000 / (out * 1.1)
		plate := fmt.Sprintf("IN %s~ %s V OUT 3~ 0-%.0f V %.1f A", strings.ReplaceAll(phases, "/", "~/"), volts, out,
			amps)
		if r.IntN(2) == 0 {
			plate += fmt.Sprintf(" %.2f kW", kw)
		}
		if !jobtest.InPart(t, n, 4) {
			continue
		}
		c := plates[r.IntN(len(plates))]
		d := c.Document()
		if d.Machines[0].Leads.Kind.Halved() {
			d.Machines[0].Leads.Agreed = "plate"
		}
		d.Machines[0].Load.Kind, d.Machines[0].Load.Share = "constant", "70 %"
		d = onPlate(d, plate)
		require.Empty(t, d.Validate(), plate)
		p := plan.Make(d)
		require.Empty(t, p.Unreadable(), "%s: %v", plate, p.Readings)
		if p.Drive == nil { // the motor itself is not planned on
			continue
		}
		require.NotEmpty(t, p.Drive.Words, plate)
		require.NotNil(t, found(p, "drive.by-plate"), "%s on %s", plate, c.ID)
		require.NotNil(t, found(p, finding.DriveAmps), plate)
		for _, at := range p.Findings {
			require.NotContains(t, at.Sentence+at.Detail, "NaN", plate)
		}
	}
}

// Drives that may be bought are laid beside each other by their plates, with what each lacks and asks
// besides, and what to say in a shop.
func TestDrivesAreComparedBeforeTheyAreBought(t *testing.T) {
	t.Parallel()
	d := scenario.Blunger()
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{Candidates: "IN 1~ 200-240 V 14 A OUT 3~ 0-240 V 7 A 1.5 kW; 140 €\n" +
		"IN 1~ 200-240 V OUT 3~ 0-240 V 3 A 0.55 kW; 60 €\nIN 3~ 380-480 V OUT 3~ 0-480 V 4.1 A 1.5 kW\n" +
		"IN 3~ 200-240 V OUT 3~ 0-240 V 11 A 2.2 kW; 90 €"}
	p := plan.Make(d)
	require.Empty(t, p.Unreadable())
	c := p.Drive.Candidates
	require.Len(t, c, 4)
	require.Equal(t, "Hangs on its leaflet", c[3].Words)
	require.Contains(t, c[3].Text, "three-phase input?")
	require.Equal(t, finding.Good, c[0].Grade)
	require.Equal(t, "140 €", c[0].Price)
	require.Contains(t, c[0].Also, "Breaker 20")
	require.Equal(t, finding.Stop, c[1].Grade)
	require.Contains(t, c[1].Text, "It is too small")
	require.Empty(t, c[1].Also, "nothing is bought for what does not fit")
	require.Equal(t, finding.Stop, c[2].Grade)
	require.Contains(t, c[2].Text, "the wall has 236")
	require.Contains(t, p.Drive.Shopping[0], "at least 5.3")
	// What the note asks for fits.
	fits := onPlate(d, "IN 1~ 200-240 V OUT 3~ 0-230 V 5.3 A")
	q := plan.Make(fits)
	require.Equal(t, finding.Good, found(q, finding.DriveAmps).Grade)
}
