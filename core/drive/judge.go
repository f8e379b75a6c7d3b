package drive

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// judgeDrive says what follows for speed, ramps and sheet.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func (o *Over) judge(v *View, m, heavy Motor, up, down Ramp, cut []Row, strange []string) {
	say := func(id string, g finding.Grade, sentence, detail, entry string, cures ...finding.Cure) *finding.Finding {
		f := finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence, Detail: detail,
			Cures: cures, Why: []finding.Why{{Formula: "torque, amps and slip of the fitted motor at that hertz and " +
				"volts", Section: finding.OnDriveSpeed, Source: "engine",
				Estimated: o.Site.Mark() == finding.Estimated}}}
		if entry != "" {
			f.Entries = []string{entry}
		}
		o.say(f)
		return &o.Said[len(o.Said)-1]
	}
	f := say(finding.DriveSpeed, v.SaysGrade, fmt.Sprintf("At %s: %s", unit.Text(v.Point.Hz, "Hz"),
		strings.ToLower(v.Says[:1])+v.Says[1:]), fmt.Sprintf("The load asks %s of plate torque, its cooling carries "+
		"%s for good.", unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous)), "drive.at")
	f.Figure, f.Limit = unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous)
	if v.Point.Carries && v.Point.Heat > 1 && m.Cooling == OwnFan && v.Point.Hz < o.Site.Model.FrequencyHz {
		f.Cures = []finding.Cure{{Label: "It has a blower", Path: "drive.cooling", Value: string(Blower)}}
	}
	o.judgeWarmth(f, v.Point, m.cooled(v.Point))
	o.judgeDoubt(v.Point)
	if least := o.Chosen.LeastHz; least > 0 {
		if pt, err := m.At(least); err == nil && (!pt.Carries || pt.Heat > 1.001) {
			say("drive.range", finding.Caution, fmt.Sprintf("At its least hertz, %s, the load asks %s and the cooling "+
				"carries %s for good.", unit.Text(least, "Hz"), unit.Percent(pt.Asked), unit.Percent(pt.Continuous)),
				"Not slower for long than the torque for good allows: a blower, a larger motor, or other sheaves and "+
					"more hertz.", "drive.least")
		}
	}
	if o.Chosen.MostHz > 0 && len(v.Caps) > 0 && o.Chosen.MostHz > 1.001*v.Caps[0].Hz {
		say("drive.most", finding.Caution, fmt.Sprintf("Most hertz %s is too much; the sheet takes %s.",
			unit.Text(o.Chosen.MostHz, "Hz"), unit.Text(v.TopHz, "Hz")), "Reason: "+v.Caps[0].Reason+".", "drive.most",
			finding.Cure{Label: "Take " + unit.Text(v.TopHz, "Hz"), Path: "drive.most",
				Value: unit.Plain(math.Floor(v.TopHz*10)/10) + " Hz"})
	}
	if o.Site.Load.Heaviest > o.Site.Load.Usual {
		if pt, err := heavy.At(v.Point.Hz); err == nil {
			if g, words := pt.Words(); g != finding.Good {
				say(finding.DriveHeaviest, g, fmt.Sprintf("At your heaviest load: %s",
					strings.ToLower(words[:1])+words[1:]),
					fmt.Sprintf("It asks %s of plate torque; the cooling carries %s for good, the amps %s for a "+
						"minute.", unit.Percent(pt.Asked), unit.Percent(pt.Continuous), unit.Percent(pt.Short)),
					"load.heaviest")
			}
		}
	}
	for _, r := range []struct {
		ramp            Ramp
		id, word, entry string
	}{{up, finding.DriveRampUp, "up", "drive.accelerate"},
		{down, "drive.ramp-down", "down", "drive.decelerate"}} {
		if r.ramp.Trips {
			sentence := fmt.Sprintf("%s in %s trips it: at least %s.", strings.ToUpper(r.word[:1])+r.word[1:],
				unit.Text(r.ramp.Asked, "s"), unit.Text(r.ramp.Least, "s"))
			if math.IsInf(r.ramp.Least, 1) {
				sentence = "It does not come up with this load."
			}
			grade := finding.Caution
			if math.IsInf(r.ramp.Least, 1) {
				grade = finding.Stop
			}
			x := say(r.id, grade, sentence, r.ramp.Text, r.entry)
			if !math.IsInf(r.ramp.Least, 1) {
				x.Cures = []finding.Cure{{Label: "Leave it to the plan", Path: r.entry, Value: ""}}
			}
		}
	}
	for _, r := range cut {
		say("drive.cut."+r.Code, finding.Caution, fmt.Sprintf("%s (%s) does not reach what is wanted.", r.Name, r.Code),
			r.Note+".", "")
	}
	if judged := len(o.Profile.Parameters)+len(o.Profile.Jumpers) == 0; len(v.Unheard) > 0 && !judged {
		say("drive.unheard", finding.Note, "This drive has no setting for: "+strings.Join(v.Unheard, ", ")+".",
			"What it cannot be told must be held some other way: an overload relay at the motor, a person, a stop in "+
				"the mechanism.", "")
	}
	if len(v.Sheet) == 0 && o.Profile.ID != "" && len(o.Profile.Parameters)+len(o.Profile.Jumpers) == 0 {
		say("drive.judged-only", finding.Note, o.Profile.Name+" is judged only: its profile has no codes.",
			"A full profile comes in as a file; docs describe it.", "drive.profile")
	}
	if len(strange) > 0 {
		slices.Sort(strange)
		say("drive.strange", finding.Note, "Read off the drive, but not in its profile: "+strings.Join(strange,
			", ")+".",
			"A misread code, or something that this profile does not know.", "drive.read_back")
	}
	var differ []string
	for _, r := range v.Sheet {
		if r.ReadBack != "" && r.ReadBack != r.Value {
			differ = append(differ, fmt.Sprintf("%s stands at %s, wants %s", r.Code, r.ReadBack, r.Value))
		}
	}
	if len(differ) > 0 {
		say("drive.read-back", finding.Caution, fmt.Sprintf("%d settings read off the drive are another owner's.",
			len(differ)), strings.Join(differ, "; ")+".", "drive.read_back")
	}
	if o.Chosen.SecondHand == "yes" {
		open := 0
		for _, s := range v.Inspection {
			if !s.Done {
				open++
			}
		}
		if open > 0 {
			say(finding.DriveInspection, finding.Open, fmt.Sprintf("%d steps of the inspection are not done.", open),
				"A second-hand drive is looked at, reset and read before it is wired.", "drive.second_hand")
		}
	}
	if top, wants := o.Chosen.TopVolt, o.plateVolts(); top > 0 && top < o.Site.Supply.Volts-1 {
		x := say("drive.top-volts", finding.Note, fmt.Sprintf("It can be set to %s at most; the wall has %s.",
			unit.Whole(top, "V"), unit.Whole(o.Site.Supply.Volts, "V")),
			fmt.Sprintf("The motor gets its volts per hertz up to %s; above, torque falls as above base speed.",
				unit.Text(math.Min(1, top/wants)*o.Site.Model.FrequencyHz, "Hz")), "drive.top_volts")
		x.Figure, x.Limit, x.Measure = unit.Whole(top, "V"), unit.Whole(wants, "V")+" wanted by the motor",
			finding.Against(top, finding.AtLeast, 0.95*wants, "V")
		if top < 0.95*wants {
			x.Grade = finding.Caution
		}
	}
	if s := o.Chosen.SinkOhms; s > 1 {
		say(finding.DriveSink, finding.Stop, fmt.Sprintf("Its heat sink is not earthed: %s.", unit.Text(s, "Ω")),
			"Earth it with its own ring on bare metal, measure again: under 1 Ω.", "drive.sink_ohm")
	}
	names := leads.PrintJoint(o.Site.Hand.Kind.Terminals()[:min(3, len(o.Site.Hand.Kind.Terminals()))],
		o.Site.Hand.Naming)
	turn := sayDirection(names)
	if o.Site.Load.Turn == load.Anti && !strings.HasPrefix(o.Site.As.Leads.Bumped, "right") {
		turn.Grade, turn.Sentence = finding.Caution, "In these joints it would turn clockwise; the machine wants "+
			"anticlockwise."
		turn.Detail = "Exchange two of its three motor wires, standing and dead, rather than run it in reverse for " +
			"good; then bump it. " + turn.Detail
		turn.Entries = []string{"load.turn"}
	}
	o.say(turn)
	o.say(sayLink(v))
}

// judgeWarmth says how long a speed may be held that the cooling does not carry for good,
// and what the owner's runs and rests make of it; and what a heat run there showed.
func (o *Over) judgeWarmth(f *finding.Finding, p Point, s machine.Strain) {
	if !p.Carries {
		return
	}
	heat := o.Site.Heat(s)
	if p.Heat > 1 {
		f.Planning = true
		minutes := heat.Minutes(machine.Strain{}, s)
		if !math.IsInf(minutes, 1) {
			f.Detail += fmt.Sprintf(" From cold its winding is as hot as its class allows after about %s.",
				unit.Whole(minutes, "min"))
		}
		f.Why = append(f.Why, site.HeatWhy(heat, fmt.Sprintf("%s of plate amps, %s of plate cooling",
			unit.Percent(p.Share), unit.Percent(s.Cooling))))
		if l := o.Site.Load; l.On > 0 {
			worst := heat.Cycle(machine.Phase{Strain: s, Minutes: l.On}, machine.Phase{Minutes: l.Off})
			f.Detail += fmt.Sprintf(" Your %s on and %s off bring it to %s of that heat (planning).",
				unit.Text(l.On, "min"), unit.Text(l.Off, "min"), unit.Percent(worst))
			if worst <= 1 {
				f.Grade = finding.Note
			}
		}
	}
	said := o.Site.JudgeHeatRun(s)
	o.say(said...)
}
