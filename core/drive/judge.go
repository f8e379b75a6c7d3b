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

// judge says what follows for speed, ramps and sheet.
//
// Long: a list of rules, each by itself, in the order in which they are said.
func judge(o *Shown, v *View, m, heavy Motor, up, down Ramp, cut []Row, strange []string) {
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
		finding.Lower(v.Says)), coolingFallsShort(v), "drive.at")
	f.Figure, f.Limit = unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous)
	if v.Point.Carries {
		f.Measure = finding.Against(100*v.Point.Asked, finding.AtMost, 100*v.Point.Continuous, "% of rated torque")
	}
	if v.Point.Carries && v.Point.Heat > 1 && m.Cooling == OwnFan && v.Point.Hz < o.Site.Model.FrequencyHz &&
		blowerHelps(m, v.Point) {
		f.Cures = []finding.Cure{{Label: "It has a blower", Path: "drive.cooling", Value: string(Blower)}}
	}
	judgeWarmth(o, f, v.Point, m.cooled(v.Point))
	judgeDoubt(o, v.Point)
	if least := o.Chosen.LeastHz; least > 0 {
		if pt, err := m.At(least); err == nil && (!pt.Carries || pt.Heat > 1.001) {
			say("drive.range", finding.Caution, leastTooSlow(least, pt), leastTooSlowDetail, "drive.least")
		}
	}
	if o.Chosen.MostHz > 0 && len(v.Caps) > 0 && o.Chosen.MostHz > 1.001*v.Caps[0].Hz {
		say("drive.most", finding.Caution, mostHertz(&o.Placed, v), "Reason: "+v.Caps[0].Reason+".", "drive.most",
			finding.Cure{Label: "Take " + unit.Text(v.TopHz, "Hz"), Path: "drive.most",
				Value: unit.Plain(math.Floor(v.TopHz*10)/10) + " Hz"})
	}
	if o.Site.Load.Heaviest > o.Site.Load.Usual {
		if pt, err := heavy.At(v.Point.Hz); err == nil {
			if g, words := pt.Words(); g != finding.Good {
				say(finding.DriveHeaviest, g, fmt.Sprintf("At your heaviest load: %s",
					finding.Lower(words)),
					asksTooMuch(pt),
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
			sentence := rampTrips(r)
			if math.IsInf(r.ramp.Least, 1) {
				sentence = rampNever
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
		say("drive.cut."+r.Code, finding.Caution, settingEnds(r), r.Note+".", "")
	}
	if judged := len(o.Profile.Parameters)+len(o.Profile.Jumpers) == 0; len(v.Unheard) > 0 && !judged {
		say("drive.unheard", finding.Note, noSettingFor(v), noSettingForDetail(v), "")
	}
	if len(v.Sheet) == 0 && o.Profile.ID != "" && len(o.Profile.Parameters)+len(o.Profile.Jumpers) == 0 {
		say("drive.judged-only", finding.Note, judgedOnly(&o.Placed), judgedOnlyDetail, "drive.profile")
	}
	if len(strange) > 0 {
		slices.Sort(strange)
		say("drive.strange", finding.Note, readButUnknown(strange), readButUnknownDetail, "drive.read_back")
	}
	var differ, keyed []string
	for _, r := range v.Sheet {
		if r.Keyed != "" {
			keyed = append(keyed, fmt.Sprintf("%s was keyed to %s, wants %s", first(r.Code == "", r.Name, r.Code),
				r.Keyed, r.Value))
		}
		if r.ReadBack != "" && r.ReadBack != r.Value {
			differ = append(differ, fmt.Sprintf("%s stands at %s, wants %s", r.Code, r.ReadBack, r.Value))
		}
	}
	if len(differ) > 0 {
		say("drive.read-back", finding.Caution, anotherOwners(differ), strings.Join(differ, "; ")+".",
			"drive.read_back")
	}
	if len(keyed) > 0 {
		say("drive.keyed", finding.Caution, keyedAnew(len(keyed)), strings.Join(keyed, "; ")+".", "drive.done")
	}
	if o.Chosen.SecondHand == "yes" {
		open := 0
		for _, s := range v.Inspection {
			if !s.Done {
				open++
			}
		}
		if open > 0 {
			say(finding.DriveInspection, finding.Open, inspectionOpen(open), inspectionOpenDetail, "drive.second_hand")
		}
	}
	if top, wants := o.Chosen.TopVolt, plateVolts(&o.Placed); top > 0 && top < o.Site.Supply.Volts-1 {
		x := say("drive.top-volts", finding.Note, voltsSetting(&o.Placed, top),
			voltsSettingDetail(&o.Placed, top, wants), "drive.top_volts")
		x.Figure, x.Limit, x.Measure = unit.Whole(top, "V"), unit.Whole(wants, "V")+" wanted by the motor",
			finding.Against(top, finding.AtLeast, 0.95*wants, "V")
		if top < 0.95*wants {
			x.Grade = finding.Caution
		}
	}
	if s := o.Chosen.SinkOhms; s > 1 {
		say(finding.DriveSink, finding.Stop, sinkNotEarthed(s), sinkNotEarthedDetail, "drive.sink_ohm")
	}
	judgeCable(o)
	names := leads.PrintJoint(o.Site.Hand.Kind.Terminals()[:min(3, len(o.Site.Hand.Kind.Terminals()))],
		o.Site.Hand.Naming)
	turn := sayDirection(names)
	if o.Site.Load.Turn == load.Anti && !strings.HasPrefix(o.Site.As.Leads.Bumped, "right") {
		turn.Grade, turn.Sentence = finding.Caution, turnsOther
		turn.Detail = turnsOtherDetail(turn)
		turn.Entries = []string{"load.turn"}
	}
	o.say(turn)
	o.say(sayLink(v))
	settleGood(o, v)
}

// settleGood leaves no good word about speed and start under a stop of the same drive.
func settleGood(o *Shown, v *View) {
	i := slices.IndexFunc(o.Said, func(f finding.Finding) bool { return f.Grade == finding.Stop })
	if i < 0 {
		return
	}
	if v.SaysGrade == finding.Good {
		v.SaysGrade, v.Says = finding.Stop, o.Said[i].Sentence
	}
	o.Said = slices.DeleteFunc(o.Said, func(f finding.Finding) bool {
		return f.Grade == finding.Good && f.ID != finding.DriveAmps
	})
}

// blowerHelps says that at a point it is the fan that falls short, not the volts or the pull-out.
func blowerHelps(m Motor, p Point) bool {
	m.Cooling = Blower
	with, err := m.At(p.Hz)
	return err == nil && with.Heat < 0.99*p.Heat
}

// judgeWarmth says how long a speed may be held that the cooling does not carry for good,
// and what the owner's runs and rests make of it; and what a heat run there showed.
func judgeWarmth(o *Shown, f *finding.Finding, p Point, s machine.Strain) {
	if !p.Carries {
		return
	}
	heat := o.Site.Heat(s)
	if p.Heat > 1 {
		f.Planning = true
		minutes := heat.Minutes(machine.Strain{}, s)
		if !math.IsInf(minutes, 1) {
			f.Detail += fromColdItHas(minutes)
		}
		f.Why = append(f.Why, site.HeatWhy(heat, fmt.Sprintf("%s of rated amps, %s of plate cooling",
			unit.Percent(p.Share), unit.Percent(s.Cooling))))
		if l := o.Site.Load; l.On > 0 {
			worst := heat.Cycle(machine.Phase{Strain: s, Minutes: l.On}, machine.Phase{Minutes: l.Off})
			f.Detail += restsBringIt(l, worst)
			if worst <= 1 {
				f.Grade = finding.Note
			}
		}
	}
	said := o.Site.JudgeHeatRun(s)
	o.say(said...)
}
