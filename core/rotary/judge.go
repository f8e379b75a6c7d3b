package rotary

import (
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
)

// Limits of the trade and the plan.
const (
	near        = 1.15 // a winding above this burns; above plate up to it: short runs only
	madeOff     = 0.05 // the made line within this of the line's volts
	startMargin = 1.25 // more than what stands against a start: low volts and tolerance
	ratioLeast  = 1.25 // idler over the largest machine, by horsepower
	ratioLoaded = 1.5  // the same where one starts loaded
)

// judge says what follows from what was solved, gravest facts first.
func judge(o *Judged) {
	if o.Idler == nil {
		say(o, noIdler(&o.Read))
		return
	}
	if o.Street == nil {
		say(o, idlerUnknown(&o.Read))
		return
	}
	if len(o.Counted) < len(o.Machines) {
		say(o, notCounted(&o.Read))
	}
	if len(o.Machines) == 0 {
		say(o, nobodyYet(&o.Read))
	}
	judgeReadings(o)
	judgeBanks(o)
	judgeDoubt(o)
	judgeDirection(o)
	judgeStarts(o)
	judgeIdlerStart(o)
	judgeSize(o)
	judgeHabits(o)
	judgeHeatRun(o)
}

// judgeHeatRun says what a heat run of the machine planned showed, at its load beside the
// idler alone.
func judgeHeatRun(o *Judged) {
	i := o.Planned()
	if o.Answer == nil || i < 0 || !o.Answer.Each[i].Alone.Runs {
		return
	}
	_, share := o.Answer.Each[i].Alone.Machines[i].Worst()
	o.Said = append(o.Said, o.At(i).Site.JudgeHeatRun(machine.PlateStrain(share))...)
}

func say(o *Judged, f finding.Finding) {
	f.Bay, f.Detail = finding.Bridge, strings.TrimSpace(f.Detail)
	for i := range f.Why {
		if f.Why[i].Section == "" {
			f.Why[i].Section = finding.OnRotary
		}
		f.Why[i].Estimated = f.Why[i].Estimated || estimated(&o.Read)
	}
	o.Said = append(o.Said, f)
}

// estimated says that some motor of the street leans on an estimate.
func estimated(o *Read) bool { return o.Mark() == finding.Estimated }

// Mark of a figure of the street.
func (o *Read) Mark() finding.Mark {
	if o.Idler == nil || o.Idler.Site.Mark() == finding.Estimated {
		return finding.Estimated
	}
	for _, i := range o.Counted {
		if o.Machines[i].Site.Mark() == finding.Estimated {
			return finding.Estimated
		}
	}
	return finding.Computed
}

// ownAmps is what a machine that asks more than its plate at its heaviest would carry on
// its own three-phase supply there, over plate: what a converter adds counts from it.
func ownAmps(o *Solved, w WorstOf) float64 {
	share, over := overPlate(o, w)
	if !over {
		return 1
	}
	return math.Max(1, o.At(w.Of).Site.Model.AmpsAt(share))
}

// carries is how the worst winding of an occasion stands: the one judgement of it, for
// what the plan says, each machine of the street, each pair of banks and each idler.
func carries(o *Solved, w WorstOf) finding.Grade {
	switch {
	case w.Share > near*ownAmps(o, w):
		return finding.Stop
	case w.Share > 1:
		return finding.Caution
	}
	return finding.Good
}

// judgeBanks weighs the banks over the states that occur.
func judgeBanks(o *Judged) {
	a := o.Answer
	w := a.Yours.Worst
	switch {
	case !a.OK:
		say(o, noBanks(&o.Read, a.Best.Worst))
		return
	case math.IsInf(w.Share, 1):
		say(o, fallsOut(&o.Solved, w))
	default:
		say(o, worstWinding(&o.Solved, w, carries(&o.Solved, w)))
	}
	if !o.Chosen {
		say(o, chooseBanks(&o.Solved))
	} else if a.Best.Worst.Share < w.Share-0.05 {
		say(o, betterBanks(&o.Solved))
	}
	if a.Yours.Made[1] > 0 {
		grade := finding.Good
		if a.Yours.Off > madeOff {
			grade = finding.Caution
		}
		say(o, madeVolts(&o.Solved, grade))
	}
	for bank, volts := range a.BankVolts {
		if _, ok := a.Class(bank); !ok && a.Cans[bank] != nil {
			say(o, noClass(&o.Read, bank, volts))
		}
	}
	if len(a.Cans[0])+len(a.Cans[1]) > 0 {
		say(o, cansToBuy(&o.Solved))
	}
	if a.First != nil {
		say(o, firstOut(&o.Solved))
	}
	say(o, factor(&o.Solved))
}

// judgeDirection warns of banks that fit one direction of the idler only.
func judgeDirection(o *Judged) {
	a := o.Answer
	if o.As.Spun == "" && len(o.Counted) > 0 {
		say(o, askSpun(&o.Read))
	}
	if math.IsInf(a.Yours.Worst.Share, 1) {
		return
	}
	if other := a.Yours.Other.Share; other > near && other > a.Yours.Worst.Share+0.1 {
		say(o, trap(&o.Solved))
	}
}

// judgeStarts weighs the start of the machine with the least to spare, and of any that
// cannot start beside the others.
func judgeStarts(o *Judged) {
	a := o.Answer
	weakest := -1
	spare := func(i int) float64 { return a.Each[i].Start.Torque / a.Each[i].Standing }
	for i := range o.Counted {
		if weakest < 0 || spare(i) < spare(weakest) {
			weakest = i
		}
	}
	if weakest < 0 {
		return
	}
	grade := finding.Good
	switch least := spare(weakest); {
	case least <= 1:
		grade = finding.Stop
	case least < startMargin:
		grade = finding.Caution
	}
	say(o, machineStart(&o.Solved, weakest, grade))
	for i, e := range a.Each {
		if e.Start.Torque > e.Standing && (!e.Beside.Hold || e.Beside.Torque <= e.Standing) {
			say(o, startFirst(&o.Solved, i))
			break
		}
	}
}

// judgeIdlerStart is how the idler comes up.
func judgeIdlerStart(o *Judged) {
	s := o.Answer.IdlerStart
	switch {
	case o.As.StartBy == "":
		say(o, askStart(&o.Read))
	case !o.As.StartBy.ByCapacitor():
		say(o, spinThenClose(&o.Read))
	case o.StartEntered == 0:
		say(o, askStartCan(&o.Solved))
	case s.Torque <= 2*s.Friction:
		say(o, startTooWeak(&o.Solved))
	default:
		say(o, startsOnCan(&o.Solved))
	}
	if o.As.Cans == Fixed && s.Alone > s.Friction && !o.As.StartBy.ByCapacitor() {
		say(o, creeps(&o.Solved))
	}
}

// judgeSize sets the schools' ratios beside what the engine found.
func judgeSize(o *Judged) {
	if len(o.Counted) == 0 {
		return
	}
	ratio, wanted, who := ratio(&o.Read)
	grade := finding.Note
	if ratio < wanted {
		grade = finding.Caution
	}
	say(o, size(&o.Solved, ratio, wanted, who, grade))
}

// ratio of the idler to the machine that asks most of it by the schools, and the least
// that they want for it.
func ratio(o *Read) (ratio, wanted float64, who int) {
	idler := o.Idler.Site.Model.ShaftWatts
	ratio, wanted = math.Inf(1), ratioLeast
	for i := range o.Counted {
		m := o.At(i).Site
		want := ratioLeast
		if m.Load.StartShare() > 0.3 {
			want = ratioLoaded
		}
		if have := idler / m.Model.ShaftWatts; have/want < ratio/wanted {
			ratio, wanted, who = have, want, i
		}
	}
	return ratio, wanted, who
}

// judgeHabits is what the made line must not be used for, and what happens when the
// supply comes back.
func judgeHabits(o *Judged) {
	switch o.As.Controls {
	case "":
		say(o, askControls(&o.Read))
	case OnMadeLeg:
		say(o, controlsOnMade(&o.Read))
	}
	if o.As.Neutral == "yes" {
		say(o, neutralOnMade(&o.Read))
	}
	if len(o.Machines) > 0 && o.As.DropsOut == "" {
		say(o, askDropOut(&o.Read))
	}
	if o.As.Marked == "" {
		say(o, markMade(&o.Read))
	}
}
