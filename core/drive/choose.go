package drive

import (
	"fmt"
	"math"
	"slices"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Asks is everything that choosing leans on.
type Asks struct {
	Rules      table.Wires
	Line       float64 // measured volts between the two wires
	ShaftWatts float64
	LineAmps   float64 // plate, in the joints the drive feeds
	Efficiency float64
	StartShare float64 // asked at standstill, over rated
	Start      Brought // what this drive gives this motor there, for a minute
	Volts      bool    // some joint of the leads takes the drive's volts
	Stepped    bool    // a transformer gives it its line
	Single     bool    // the plate says one phase
	Resistor   bool    // the ramp down that is asked needs one
}

// Weighed is a drive weighed for a job.
type Weighed struct {
	Need        float64 // output amps
	Have        float64 // what is left of the drive's amps here
	InputAmps   float64 // what this motor makes it draw at full power
	RatedInput  float64 // the drive's own rated input on this line, whatever hangs on it
	LineAmps    float64 // what its line is sized by: the greater of the two
	Ended       bool    // a table ends below what is asked: the size is then empty
	InputFactor float64
	Breaker     float64
	Conductor   unit.Conductor
	MotorWire   unit.Conductor
	MostBreaker float64 // that its maker allows; 0: not said
	Derates     []finding.Why
	Verdict     finding.Grade // good: fits; caution: fits with limits; stop: does not fit
	Words       string
}

// A closed box is about so much warmer inside than the room, and sheds so many
// watts from each square metre and degree; guide value.
const (
	closedBoxK    = 10.0
	boxWattsPerM2 = 5.5
)

// BoxArea is the free surface in m² of a closed metal box that sheds the
// drive's heat at full power while it is a closed box's degrees warmer.
func (p *Profile) BoxArea() float64 {
	return p.LossShare * p.Output.KW * 1000 / (boxWattsPerM2 * closedBoxK)
}

// driveEfficiency of a small drive at load.
const driveEfficiency = 0.95

// powerFactor of a drive's input: what the trade counts with.
func powerFactor(p *Profile, reactor bool) float64 {
	switch {
	case p.Input.Doubles:
		return 0.62
	case reactor:
		return 0.85
	}
	return 0.70
}

// ratedInput is the drive's own rated input in amps on a line: as its plate gives it, else from
// its own power with the efficiency of an ordinary motor of that power, whatever motor hangs on
// it.
func (p *Profile) ratedInput(watts, line, factor float64) float64 {
	if amps := p.Input.Amps; amps > 0 {
		if p.Input.Phases == 3 { // the same power, at its single-phase share, over two wires
			amps *= math.Sqrt(3) * p.Input.share()
		}
		return amps * powerFactor(p, false) / factor // its plate is written without a reactor
	}
	return watts / (table.TypicalMotor(watts/1000, 4).Efficiency * driveEfficiency * line * factor)
}

// ratedWhy is where the rated input comes from.
func (p *Profile) ratedWhy(watts, line float64, ch Weighed) finding.Why {
	if p.Input.Amps > 0 {
		return finding.Why{Formula: "rated input", Numbers: unit.Text(p.Input.Amps, "A"), Section: finding.OnDrive,
			Source: "the drive's plate or sheet"}
	}
	return finding.Why{Formula: "rated input = the drive's own kW/(η·0.95·V·PF), η of an ordinary motor of that power",
		Numbers: fmt.Sprintf("%s/(%s·0.95·%s·%s) = %s", unit.Text(watts, "W"),
			unit.Three(table.TypicalMotor(watts/1000, 4).Efficiency), unit.Whole(line, "V"), unit.Three(ch.InputFactor),
			unit.Text(ch.RatedInput, "A")), Section: finding.OnDrive, Source: "profile; guide value", Estimated: true}
}

// Derate is what is left of the drive's amps for its place and its carrier, and
// why.
func (c Chosen) Derate(p *Profile) (share float64, why []finding.Why) {
	share = 1
	less := func(part float64, formula, numbers, source string) {
		if part < 1 {
			share *= math.Max(part, 0.1)
			why = append(why, finding.Why{Formula: formula, Numbers: numbers, Section: finding.OnDrive, Source: source,
				Estimated: true})
		}
	}
	if p.Input.Phases == 3 {
		less(p.Input.share(), "a drive made for three-phase input on one phase: its stated share",
			unit.Percent(p.Input.share()), "guide value; the maker's sheet decides")
	}
	khz := c.CarrierKHz
	if khz == 0 {
		khz = p.CarrierOf
	}
	less(1-0.05*math.Max(0, khz-p.CarrierFree), "5 % less for each kHz above "+unit.Plain(p.CarrierFree),
		unit.Plain(khz)+unit.Space+"kHz", "guide value")
	air, numbers := c.AmbientC, unit.Plain(c.AmbientC)+unit.Space+"°C"
	if c.Lid == "shut" {
		air += closedBoxK
		numbers += fmt.Sprintf(", and %s more behind a shut lid", unit.Plain(closedBoxK)+unit.Space+"°C")
	}
	less(1-0.02*math.Max(0, air-p.AmbientC), "2 % less for each °C above "+unit.Plain(p.AmbientC), numbers,
		"guide value; usual of such drives")
	less(1-0.01*math.Max(0, c.AltitudeM-p.AltitudeM)/100, "1 % less for each 100 m above "+unit.Plain(p.AltitudeM)+" "+
		"m", unit.Plain(c.AltitudeM)+unit.Space+"m", "guide value; usual of such drives")
	return share, why
}

// Choose weighs a drive. The findings say whether it fits, with what limits, or
// why not.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (c Chosen) Choose(p *Profile, a Asks) (Weighed, []finding.Finding) {
	var out []finding.Finding
	ch := Weighed{Verdict: finding.Good}
	say := func(id string, g finding.Grade, sentence, detail, figure, limit string,
		why ...finding.Why) *finding.Finding {
		out = append(out, finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence,
			Detail: detail, Figure: figure, Limit: limit, Why: why})
		if g.Rank() < ch.Verdict.Rank() && (g == finding.Stop || g == finding.Caution) {
			ch.Verdict = g
		}
		return &out[len(out)-1]
	}
	if a.Single {
		say(finding.DriveSinglePhase, finding.Stop, singlePhase, singlePhaseDetail, "", "")
	}
	share, derates := c.Derate(p)
	ch.Derates = derates
	ch.Have = share * p.Output.Amps
	ch.Need = a.LineAmps * float64(c.Count)
	why := append([]finding.Why{{Formula: "drive amps ≥ rated amps in these joints × motors",
		Numbers: fmt.Sprintf("%s × %d", unit.Text(a.LineAmps, "A"), c.Count), Section: finding.OnDrive,
		Source: "plate; chosen by amps, then by power"}}, derates...)
	figure, limit := unit.Text(ch.Need, "A")+" asked", unit.Text(ch.Have, "A")+" there"
	switch {
	case ch.Need > 1.001*ch.Have:
		detail := fmt.Sprintf("Its plate gives %s", unit.Text(p.Output.Amps, "A"))
		if share < 1 {
			detail += fmt.Sprintf("; here %s of it is left", unit.Percent(share))
		}
		say(finding.DriveAmps, finding.Stop, tooSmall(p, ch), tooSmallLook(detail, ch, share), figure, limit, why...)
	case ch.Need > 0.9*ch.Have:
		say(finding.DriveAmps, finding.Caution, justFits(p, ch), justFitsDetail, figure, limit, why...)
	default:
		say(finding.DriveAmps, finding.Good, fits(p, ch), "", figure, limit, why...)
	}
	if own := p.Input.Phases == 3 && (p.plate != nil || p.unsaid); own && c.OnePhase == "no" {
		say(finding.DriveThreeInput, finding.Stop, oneRefused, oneRefusedDetail, "", "").Entries =
			[]string{"drive.one_phase"}
	} else if own && c.OnePhase == "" {
		x := say(finding.DriveThreeInput, finding.Open, oneSource, oneSourceDetail, "", "")
		x.Entries = []string{"drive.one_phase"}
		ch.Verdict = finding.Caution
	} else if p.Input.NeverSingle {
		say(finding.DriveThreeInput, finding.Stop, neverOnOne(p), oneRefusedDetail, "", "")
	} else if p.Input.Phases == 3 {
		say(finding.DriveThreeInput, finding.Caution,
			madeForThree(p),
			madeForThreeDetail(p),
			unit.Percent(p.Input.SingleShare)+" of its rating", "",
			finding.Why{Formula: "about half the rating on one phase", Section: finding.OnDrive,
				Source: "guide value; the maker's sheet decides", Estimated: true})
	}
	if v := p.Input.Volts; a.Line < v.Least || a.Line > v.Most {
		g, detail := finding.Stop, anotherCircuit
		if p.Input.Doubles && a.Line > v.Most {
			detail = doublesTooMuch
		} else if a.Line > v.Most && c.TopVolt > 0 && a.Line <= c.TopVolt {
			g = finding.Caution
		}
		say(finding.DriveLineVolts, g, otherVolts(p, v, a), detail, unit.Whole(a.Line, "V"),
			unit.Plain(v.Least)+" to "+unit.Whole(v.Most, "V"),
			finding.Why{Formula: "line volts within the drive's input", Section: finding.OnDrive,
				Source: "profile and measurement"}).Entries = []string{"supply.volts"}
	}
	if !a.Volts {
		say(finding.DriveMotorVolts, finding.Stop,
			noJointTakes(p, a),
			noJointTakesDetail, unit.Whole(p.OutputVolts(a.Line), "V"), "",
			finding.Why{Formula: "output volts ≤ line volts (doubled where it doubles)", Section: finding.OnDrive,
				Source: "profile"})
	}
	// Input.
	ch.InputFactor = powerFactor(p, c.Reactor == "yes")
	eff := a.Efficiency
	if eff == 0 {
		eff = 0.8
	}
	ch.InputAmps = float64(c.Count) * a.ShaftWatts / (eff * driveEfficiency * a.Line * ch.InputFactor)
	inWhy := finding.Why{Formula: "P/(η·0.95·V·PF)", Numbers: fmt.Sprintf("%s/(%s·0.95·%s·%s)",
		unit.Text(float64(c.Count)*a.ShaftWatts, "W"), unit.Three(eff), unit.Whole(a.Line, "V"),
		unit.Three(ch.InputFactor)), Section: finding.OnDrive, Source: "input power factor of the trade: 0.62 " +
		"doubling, 0.70 plain, 0.85 with a reactor", Estimated: true}
	// The wire in front is sized on the drive's own rated input: a larger load may come one
	// day, and the maker's sheet asks it.
	rated := p.Output.KW * 1000
	if p.Input.Phases == 3 {
		rated *= p.Input.share()
	}
	ch.RatedInput = p.ratedInput(rated, a.Line, ch.InputFactor)
	ch.LineAmps = math.Max(ch.RatedInput, ch.InputAmps)
	of := a.Rules.Circuit().Conductor
	var ok [3]bool
	ch.Breaker, ok[0] = a.Rules.Breaker(of * ch.LineAmps)
	ch.Conductor, ok[1] = a.Rules.Conductor(math.Max(of*ch.LineAmps, ch.Breaker))
	ch.MotorWire, ok[2] = a.Rules.Conductor(of * ch.Need)
	sized := p.Maker.Sizes(bridge.Sized{Breaker: ch.Breaker, Line: ch.Conductor, Motor: ch.MotorWire}, ch.LineAmps,
		a.Rules)
	ch.Breaker, ch.Conductor, ch.MotorWire, ch.MostBreaker = sized.Breaker, sized.Line, sized.Motor, sized.MostBreaker
	if f, ok := p.Maker.Say("drive.maker", sized, ch.LineAmps); ok {
		f.Entries = []string{"drive.profile"}
		out = append(out, f)
	}
	if ch.Ended = !ok[0] || !ok[1] || !ok[2]; ch.Ended {
		say(finding.DriveTableEnd, finding.Caution, beyondTables(ch), beyondTablesDetail, "beyond the table", "")
	}
	f := say("drive.input", finding.Note,
		inputDraws(ch),
		inputWithReactor(ch),
		unit.Text(ch.InputAmps, "A"), "125 % of its rated input → "+unit.Text(of*ch.LineAmps, "A"), inWhy,
		p.ratedWhy(rated, a.Line, ch))
	f.Planning = true
	if c.Reactor == "yes" || p.Input.Doubles {
		f.Detail = ""
	} else if a.ShaftWatts > 1500 && p.Input.Phases == 1 {
		f.Cures = []finding.Cure{{Label: "Fit a reactor", Path: "drive.reactor", Value: "yes"}}
	}
	if c.Count > 1 {
		f := say("drive.several", finding.Caution, c.severalMotors(), severalMotorsDetail, "", "")
		f.Entries = []string{"drive.motors"}
	}
	if c.Contactor == "yes" {
		x := say(finding.DriveContactor, finding.Stop, contactorBetween, contactorBetweenDetail, "", "")
		x.Cures, x.Entries = []finding.Cure{{Label: "It is out", Path: "drive.contactor", Value: ""}},
			[]string{"drive.contactor"}
	}
	if a.StartShare > 0 && a.Start != (Brought{}) && ch.Need <= 1.001*ch.Have {
		missing := "the drive's amps: the next size, or start it unloaded"
		if a.Start.Motor < a.StartShare {
			missing = "the motor's own torque at hardly any hertz: a larger motor, vector control, or start it unloaded"
		}
		x := sayStart(a)
		if a.Start.Gives < a.StartShare {
			x.Grade, x.Sentence, x.Detail = finding.Stop, doesNotBringOff(a),
				"Missing: "+missing+"."
			ch.Verdict = finding.Stop
		}
		out = append(out, x)
	}
	if a.Resistor && c.Resistor == "" {
		resist := say("drive.resistor", finding.Caution, wantsResistor, wantsResistorDetail, "", "")
		resist.Cures = []finding.Cure{{Label: "Give it time", Path: "drive.decelerate", Value: ""}}
		if len(p.of(Brake)) > 0 {
			resist.Cures = append(resist.Cures, finding.Cure{Label: "Fit a resistor", Path: "drive.resistor",
				Value: "yes"})
		}
		resist.Entries = []string{"drive.decelerate"}
	}
	if c.Resistor == "yes" && len(p.of(Brake)) == 0 {
		say("drive.no-brake", finding.Stop, noResistorTerminals(p),
			stopSlower, "", "").Cures = []finding.Cure{{Label: "No resistor",
			Path: "drive.resistor", Value: ""}}
	}
	ch.Words = map[finding.Grade]string{finding.Good: "Fits", finding.Caution: "Fits with limits",
		finding.Stop: "Does not fit"}[ch.Verdict]
	if ch.Verdict != finding.Stop && slices.ContainsFunc(out, func(f finding.Finding) bool {
		return f.ID == finding.DriveThreeInput && f.Grade == finding.Open
	}) {
		ch.Words = "Hangs on its leaflet"
	}
	return ch, out
}
