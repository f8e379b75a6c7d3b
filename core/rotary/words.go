package rotary

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// IDs of what is said of a converter.
const (
	IDIdler      = "rotary.idler"
	IDIdlerPlate = "rotary.idler-plate"
	IDNotCounted = "rotary.not-counted"
	IDAlone      = "rotary.alone"
	IDNone       = "rotary.none"
	IDFalls      = "rotary.falls"
	IDWorst      = "rotary.worst"
	IDBanks      = "rotary.banks"
	IDBetter     = "rotary.better"
	IDMade       = "rotary.made"
	IDClass      = "rotary.class"
	IDCans       = "rotary.cans"
	IDFirst      = "rotary.first"
	IDFactor     = "rotary.power-factor"
	IDSpun       = "rotary.spun"
	IDTrap       = "rotary.direction"
	IDOtherWay   = "rotary.other-way"
	IDStart      = "rotary.start"
	IDStartFirst = "rotary.start-first"
	IDStartBy    = "rotary.start-by"
	IDSpin       = "rotary.spin"
	IDStartCan   = "rotary.start-can"
	IDCreeps     = "rotary.creeps"
	IDSize       = "rotary.size"

	IDDropOut = "rotary.drop-out"
	IDMarked  = "rotary.marked"
)

// Who is a motor of the street in words: -1 the idler.
func (o *Read) Who(of int) string {
	if of < 0 || of >= len(o.Counted) {
		return "the idler"
	}
	return o.At(of).Name
}

// During is a state that occurs, in words.
func (o *Read) During(c Occasion) string {
	if len(c.Running) == 0 {
		return "with the idler alone"
	}
	names := make([]string, len(c.Running))
	for i, j := range c.Running {
		names[i] = o.At(j).Name
	}
	part := map[Part]string{Usual: " at work", Lightest: " at its lightest", Heaviest: " at its heaviest"}
	return "with " + finding.Together(names) + part[c.Part]
}

// occasion of a worst winding.
func occasion(o *Solved, w WorstOf) string {
	if w.State >= len(o.Answer.Occasions) {
		return ""
	}
	return o.During(o.Answer.Occasions[w.State])
}

func microfarads(uf float64) string { return unit.Plain(math.Round(uf*10)/10) + unit.Space + "µF" }

// Text of two banks in words.
func (b Balance) Text() string {
	switch {
	case b.L13 == 0 && b.L23 == 0:
		return "no balance cans"
	case b.L23 == 0:
		return microfarads(b.L13) + " L1-L3, none L2-L3"
	case b.L13 == 0:
		return "none L1-L3, " + microfarads(b.L23) + " L2-L3"
	}
	return microfarads(b.L13) + " L1-L3, " + microfarads(b.L23) + " L2-L3"
}

func engine(formula, numbers string) finding.Why {
	return finding.Why{
		Formula: formula,
		Numbers: numbers,
		Section: finding.OnRotary,
		Source:  "engine: idler, cans and machines solved together",
	}
}

func noIdler(o *Read) finding.Finding {
	f := finding.Finding{ID: IDIdler, Grade: finding.Open, Sentence: "Say which motor is the idler.",
		Detail: "The idler spins without a load and makes the third line; it has a plate and leads of its own. " +
			"A motor half as large again as the largest machine is usual, with nothing on its shaft. " +
			"One that is not in this job yet is added above the path."}
	for _, m := range o.Machines {
		at := "machines." + m.ID + ".role"
		f.Entries = append(f.Entries, at)
		if len(f.Cures) < 4 {
			label := finding.Upper(m.Name) + " is the idler"
			f.Cures = append(f.Cures, finding.Cure{Label: label, Path: at, Value: "idler"})
		}
	}
	return f
}

func idlerUnknown(o *Read) finding.Finding {
	return finding.Finding{ID: IDIdlerPlate, Grade: finding.Open,
		Sentence: "The idler cannot be computed yet: its plate, leads and joints come first.",
		Detail:   "Choose it above the path and enter it like any motor. Until then nothing of the made line is known.",
		Entries:  []string{"machines." + o.Idler.ID + ".plate.power"}}
}

func notCounted(o *Read) finding.Finding {
	var names, entries []string
	for i, m := range o.Machines {
		counted := false
		for _, c := range o.Counted {
			counted = counted || c == i
		}
		if !counted {
			names, entries = append(names, m.Name), append(entries, "machines."+m.ID+".plate.power")
		}
	}
	return finding.Finding{
		ID:       IDNotCounted,
		Grade:    finding.Open,
		Sentence: fmt.Sprintf("Not counted yet: %s.", finding.Together(names)),
		Detail:   "Plate, leads and joints of each machine come first; the figures here are without them.",
		Entries:  entries,
	}
}

func nobodyYet(o *Read) finding.Finding {
	return finding.Finding{ID: IDAlone, Grade: finding.Note, Sentence: "No machine stands on this idler yet.",
		Detail: "Add the machines above the path: the cans are chosen for what really runs, not for the idler alone."}
}

func firstOut(o *Solved) finding.Finding {
	a := o.Answer
	f := finding.Finding{ID: IDFirst, Grade: finding.Note,
		Sentence: fmt.Sprintf("If all loads rise together, %s stalls first, at %s times its load.",
			o.Who(a.First.Who), unit.Three(a.First.Factor)),
		Detail: "That is " + o.During(a.Occasions[a.First.Case]) + ".",
		Why: []finding.Why{
			engine("the factor on all loads at which some motor finds no stable speed", unit.Three(a.First.Factor)),
		}}
	if band := a.First.Band; band.Low < band.High {
		f.Detail += fmt.Sprintf(" As far as plates, cans, line and loads are known, something stalls first at %s.",
			band.Stretch().Plain(timesAll))
	}
	return f
}

func factor(o *Solved) finding.Finding {
	a := o.Answer
	idle := a.Occasions[0].State
	f := finding.Finding{ID: IDFactor, Grade: finding.Note, Figure: unit.Text(idle.Supply, "A"),
		Sentence: fmt.Sprintf(
			"With nothing running the converter takes %s from the line.",
			unit.Text(idle.Supply, "A"),
		),
		Detail: fmt.Sprintf("Its power factor is %s then.", unit.Three(idle.PowerFactor())),
		Why:    []finding.Why{engine("supply amps with the idler alone", a.Balance.Text())}}
	if a.Most.State.Supply > 0 && len(a.Most.Running) > 0 {
		f.Sentence = fmt.Sprintf("The converter takes %s with nothing running, %s at most.",
			unit.Text(idle.Supply, "A"), unit.Text(a.Most.State.Supply, "A"))
		f.Detail = fmt.Sprintf("The most is %s. The power factor is %s alone, %s then.", o.During(a.Most),
			unit.Three(idle.PowerFactor()), unit.Three(a.Most.State.PowerFactor()))
	}
	if a.Balance.L13+a.Balance.L23 == 0 {
		f.Detail += " Without balance capacitors the idler's magnetising amps all come from the line."
	}
	return f
}

func askSpun(o *Read) finding.Finding {
	return finding.Finding{ID: IDSpun, Grade: finding.Open, Sentence: "Which way is the idler spun?",
		Detail: "Put a mark on its shaft end and pull it the same way every time. It decides the sequence of the " +
			"whole shop, and which bank must be the larger. Forward, L1-L2-L3, is assumed until you say.",
		Entries: []string{"rotary.spun"},
		Cures: []finding.Cure{{Label: "Forward: L1-L2-L3", Path: "rotary.spun", Value: string(Forward)},
			{Label: "Backward", Path: "rotary.spun", Value: string(Backward)}}}
}

func trap(o *Solved) finding.Finding {
	a := o.Answer
	w := a.Yours.Other
	how := fmt.Sprintf("winding %s of %s carries %s of rated amps", w.Winding, o.Who(w.Of), unit.Percent(w.Share))
	if math.IsInf(w.Share, 1) {
		how = o.Who(w.Of) + " falls out"
	}
	other := Balance{a.Balance.L23, a.Balance.L13}
	return finding.Finding{ID: IDTrap, Grade: finding.Caution,
		Sentence: "These capacitors fit one direction of the idler only.",
		Detail: fmt.Sprintf(
			"Spun the other way, %s. The larger bank belongs on the supply line that leads. Spun wrongly: stop "+
				"everything, spin it right, "+
				"or exchange the banks (%s). An arrow on the idler and a rotation indicator at the panel show it; "+
				"the simple indicator shows the order of its clips, not which line is which.",
			how, other.Text(),
		),
		Entries: []string{"rotary.spun"},
		Why: []finding.Why{
			{Formula: "the same cans with the sequence turned round", Section: finding.OnDirection, Source: "engine"},
		}}
}

const noneForGood = "no load that every winding carries all day on these cans"

func size(o *Solved, ratio, wanted float64, who int, grade finding.Grade) finding.Finding {
	m, e := o.At(who), o.Answer.Each[who]
	carries := unit.Percent(e.Continuous) + " of its rated torque all day, alone"
	if e.Continuous == 0 {
		carries = noneForGood
	}
	f := finding.Finding{
		ID:       IDSize,
		Grade:    grade,
		Figure:   unit.Three(ratio) + " ×",
		Limit:    unit.Three(wanted) + " × by the schools",
		Measure:  finding.Against(ratio, finding.AtLeast, wanted, "× the machine"),
		Sentence: fmt.Sprintf("The idler has %s times the power of %s.", unit.Three(ratio), m.Name),
		Detail: "The engine finds " + carries + ". The schools want 1.25 to 1.5 times the largest machine, 1.5 to " +
			"2 for loaded starts, and at most " +
			"two to three times the idler running together. " +
			"They hold for running at all, not for cool windings: the engine's share decides.",
		Why: []finding.Why{
			{
				Formula: "idler power over machine power",
				Numbers: fmt.Sprintf(
					"%s / %s",
					unit.Text(o.Idler.Site.Model.ShaftWatts/1000, "kW"),
					unit.Text(m.Site.Model.ShaftWatts/1000, "kW"),
				),
				Section: finding.OnRotary,
				Source:  "rule of thumb",
			},
			engine(
				"greatest load share with every winding of machine and idler inside plate, machine alone",
				unit.Percent(e.Continuous),
			),
		},
	}
	return f
}

func askControls(o *Read) finding.Finding {
	return finding.Finding{
		ID:       finding.RotaryControls,
		Grade:    finding.Open,
		Sentence: "What feeds the coils of the contactors, the lamps and the controls?",
		Detail:   "Lines 1 and 2 only. The made line is high when little runs and gone when the idler stops.",
		Entries: []string{
			"rotary.controls",
		},
		Cures: []finding.Cure{{Label: "Lines 1 and 2", Path: "rotary.controls", Value: string(OnLines)},
			{Label: "The made line", Path: "rotary.controls", Value: string(OnMadeLeg)}},
	}
}

func controlsOnMade(o *Read) finding.Finding {
	return finding.Finding{
		ID:       finding.RotaryControls,
		Grade:    finding.Stop,
		Sentence: "Controls hang on the made line: they chatter, burn, or do not let go.",
		Detail:   "Move every coil, lamp and transformer to lines 1 and 2, dead and proved dead.",
		Entries: []string{
			"rotary.controls",
		},
		Cures: []finding.Cure{{Label: "Moved to lines 1 and 2", Path: "rotary.controls", Value: string(OnLines)}},
	}
}

func neutralOnMade(o *Read) finding.Finding {
	return finding.Finding{
		ID:       finding.RotaryNeutral,
		Grade:    finding.Stop,
		Sentence: "Nothing may be fed between the made line and a neutral.",
		Detail: "The idler's star point is no neutral, and the made line is about 1.7 times the volts that such a " +
			"load expects. The frame is earthed as usual; the star point is not.",
		Entries: []string{
			"rotary.neutral",
		},
		Cures: []finding.Cure{{Label: "Taken off", Path: "rotary.neutral", Value: ""}},
	}
}

func askDropOut(o *Read) finding.Finding {
	return finding.Finding{
		ID:       IDDropOut,
		Grade:    finding.Open,
		Sentence: "Does every machine drop out when the idler stops?",
		Detail: "Else they stand connected on two lines, and hum and burn at the next start. Each machine's " +
			"contactor coil is fed through a contact that closes with the idler's run contactor, on lines 1 and 2. " +
			"Nothing may start again by itself when the supply returns.",
		Entries: []string{
			"rotary.drops_out",
		},
		Cures: []finding.Cure{{Label: "Yes, each one", Path: "rotary.drops_out", Value: "yes"}},
	}
}

func markMade(o *Read) finding.Finding {
	return finding.Finding{
		ID:       IDMarked,
		Grade:    finding.Note,
		Sentence: "Mark the made third line at the panel and in every box.",
		Detail: "Whoever opens a box must see which line is made; it stands in the panel's schedule too. Its " +
			"colour or sleeve follows it from the idler " +
			"to every machine.",
		Entries: []string{
			"rotary.marked",
		},
		Cures: []finding.Cure{{Label: "Marked", Path: "rotary.marked", Value: "yes"}},
	}
}
