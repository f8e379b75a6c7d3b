package rotary

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

func noBanks(o *Read, w WorstOf) finding.Finding {
	return finding.Finding{ID: IDNone, Grade: finding.Stop,
		Sentence: fmt.Sprintf("No balance cans carry this: %s falls out.", o.Who(w.Of)),
		Detail: "The idler is too small for what runs together, or a load is heavier than its motor. " +
			"Keep machines apart in the timetable, take a larger idler, or look at the loads.",
		Why: []finding.Why{engine("both banks searched over every state that occurs", "")}}
}

func fallsOut(o *Solved, w WorstOf) finding.Finding {
	b := o.Answer.Best.Balance
	return finding.Finding{ID: IDFalls, Grade: finding.Stop,
		Sentence: fmt.Sprintf("On these cans %s falls out %s.", o.Who(w.Of), occasion(o, w)),
		Detail: fmt.Sprintf(
			"It stalls and burns, and the others stand on a made line that has broken down. %s would carry it.",
			finding.Upper(b.Text()),
		),
		Entries: []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"},
		Cures:   betterCures(o), Why: []finding.Why{engine("stable speed nearest synchronous for every "+
			"motor at once", "none for "+o.Who(w.Of))}}
}

func worstWinding(o *Solved, w WorstOf, grade finding.Grade) finding.Finding {
	who, when := o.Who(w.Of), occasion(o, w)
	f := finding.Finding{
		ID:      IDWorst,
		Grade:   grade,
		Figure:  unit.Percent(w.Share),
		Limit:   "100" + unit.Space + "% of plate",
		Measure: finding.Against(w.Share*100, finding.AtMost, 100, "% of rated amps"),
		Entries: []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"},
		Why: []finding.Why{engine("worst winding amps over plate, of idler and machines, over every state that occurs",
			fmt.Sprintf("%s: winding %s of %s, %s", o.Answer.Balance.Text(), w.Winding, who, when))},
	}
	where := fmt.Sprintf("It is winding %s of %s, %s. ", w.Winding, who, when)
	switch grade {
	case finding.Good:
		f.Sentence = fmt.Sprintf("No winding overheats: the hottest carries %s of its rated amps.",
			unit.Percent(w.Share))
	case finding.Caution:
		f.Sentence = fmt.Sprintf("One winding carries %s of its rated amps: short runs only.", unit.Percent(w.Share))
	default:
		f.Sentence = fmt.Sprintf("One winding would burn: %s of its rated amps.", unit.Percent(w.Share))
	}
	f.Detail = where
	if grade != finding.Good {
		best := o.Answer.Best
		f.Detail += fmt.Sprintf("The best pair found, %s, comes to %s. ", best.Text(), unit.Percent(best.Worst.Share))
		if over, ok := overPlate(o, w); ok {
			f.Detail += fmt.Sprintf(
				"At its heaviest %s needs %s of its rated torque: no idler and no cans cure that. If it is a jam of "+
					"seconds, the relay decides. ",
				who,
				unit.Percent(over),
			)
		} else if best.Worst.Share > 1 {
			f.Detail += "Keep machines apart in the timetable, lighten a load, or take a larger idler."
		}
		f.Cures = betterCures(o)
	}
	return f
}

// overPlate is the heaviest load of the machine whose winding is worst, where that is
// what it asks then and more than its plate.
func overPlate(o *Solved, w WorstOf) (share float64, ok bool) {
	if w.Of < 0 || o.Answer.Occasions[w.State].Part != Heaviest {
		return 0, false
	}
	share = o.At(w.Of).Site.Load.Heaviest
	return share, share > 1
}

func chooseBanks(o *Solved) finding.Finding {
	a := o.Answer
	return finding.Finding{ID: IDBanks, Grade: finding.Open,
		Sentence: fmt.Sprintf("Choose the balance cans; the plan takes %s.", a.Balance.Text()),
		Detail: fmt.Sprintf(
			"Plain, with no cans, the worst winding carries %s; with two equal banks (%s) %s; with these %s. "+
				"They sit between the made line and each supply line.",
			reading(a.Plain.Worst.Share),
			microfarads(a.Equal.L13),
			reading(a.Equal.Worst.Share),
			reading(a.Yours.Worst.Share),
		),
		Entries: []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"}, Cures: bankCures(o),
		Why: []finding.Why{engine("both µF for the smallest worst winding over the states that occur", a.Best.Text())}}
}

// reading is a share in words, or that a motor falls out.
func reading(share float64) string {
	if math.IsInf(share, 1) {
		return "more than a motor can hold: one falls out"
	}
	return unit.Percent(share)
}

func betterBanks(o *Solved) finding.Finding {
	a := o.Answer
	return finding.Finding{ID: IDBetter, Grade: finding.Note,
		Sentence: fmt.Sprintf(
			"%s would bring the worst winding to %s.",
			finding.Upper(a.Best.Text()),
			unit.Percent(a.Best.Worst.Share),
		),
		Entries: []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"}, Cures: betterCures(o),
		Why: []finding.Why{engine("both µF for the smallest worst winding over the states that occur", a.Best.Text())}}
}

func madeVolts(o *Solved, grade finding.Grade) finding.Finding {
	a := o.Answer
	low, high := a.Yours.Made[0], a.Yours.Made[1]
	f := finding.Finding{ID: IDMade, Grade: grade,
		Sentence: fmt.Sprintf(
			"The made line stands at %s to %s against either supply line.",
			unit.Whole(low, "V"),
			unit.Whole(high, "V"),
		),
		Figure: unit.Text(a.Yours.Off*100, "%") + " off", Limit: "5" + unit.Space + "% of the line",
		Measure: finding.Against(a.Yours.Off*100, finding.AtMost, madeOff*100, "% off the line's volts"),
		Why:     []finding.Why{engine("volts L2-L3 and L3-L1 over volts L1-L2, in every state that occurs", "")}}
	if grade == finding.Caution {
		f.Detail = "The trade wants it within 5 % idle and loaded. "
		if high > (1+madeOff)*a.Occasions[0].State.Volts[0] {
			f.Detail += "It reads high where little runs: fewer µF bring it down, and the windings say how many. "
		}
		f.Detail += "The windings decide, not the volts: see the worst winding."
		f.Entries = []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"}
	}
	return f
}

// bankNames are the banks in words.
var bankNames = [2]string{"L1-L3", "L2-L3"}

func noClass(o *Read, bank int, volts float64) finding.Finding {
	return finding.Finding{ID: IDClass, Grade: finding.Stop,
		Sentence: fmt.Sprintf(
			"No run capacitor is made for the %s that bank %s sees.",
			unit.Whole(volts, "V"),
			bankNames[bank],
		),
		Entries: []string{"rotary.l1_l3_microfarad", "rotary.l2_l3_microfarad"},
		Why: []finding.Why{
			{Formula: "greatest volts across the bank ≤ the highest stock class", Source: "stock of run capacitors"},
		}}
}

func cansToBuy(o *Solved) finding.Finding {
	a := o.Answer
	var parts []string
	for bank, cans := range a.Cans {
		if cans == nil {
			continue
		}
		class, _ := a.Class(bank)
		parts = append(parts, fmt.Sprintf("%s: %s, %s AC or more (it sees %s, %s)", bankNames[bank], can.List(cans),
			unit.Whole(class, "V"), unit.Whole(a.BankVolts[bank], "V"), unit.Text(a.BankAmps[bank], "A")))
	}
	return finding.Finding{
		ID:       IDCans,
		Grade:    finding.Note,
		Sentence: "Buy the balance capacitors: " + a.Balance.Text() + ".",
		Detail: strings.Join(parts,
			"; ") + ". Film, for continuous duty, each with its own bleed resistor always on it. " +
			toleranceText(o) + ownWords(a.Cans) +
			"Joined by a contactor once the idler is up they spare the start; measured one by one before they go in.",
		Why: []finding.Why{
			{
				Formula: "volts and amps of each bank, the greatest that occur",
				Section: finding.OnCapacitorPart,
				Source:  "engine",
			},
		},
	}
}

// toleranceText is what the cans' ±5 % do to the worst winding.
func toleranceText(o *Solved) string {
	t := o.Answer.Tolerance
	if t[1] == 0 {
		return ""
	}
	return fmt.Sprintf("Their ±5 %% put the worst winding between %s and %s. ", unit.Percent(t[0]), unit.Percent(t[1]))
}

func ownWords(cans [2][]can.Part) string {
	return can.OwnWords(append(append([]can.Part{}, cans[0]...), cans[1]...))
}

// BankBleeder is what discharges a bank.
func BankBleeder(a *Answer, bank int) can.Bleeder {
	return can.Discharge(can.Sum(a.Cans[bank]), a.BankVolts[bank])
}

// BankLine is a bank as it stands on the card; ok is false where it has no cans.
func BankLine(a *Answer, bank int) (name, value, note string, ok bool) {
	if a.Cans[bank] == nil {
		return "", "", "", false
	}
	class, _ := a.Class(bank)
	bleed := BankBleeder(a, bank)
	return "Balance cans " + bankNames[bank], can.List(a.Cans[bank]),
		fmt.Sprintf("film, ±5 %%, %s AC or more; bleed resistor %s", unit.Whole(class, "V"), bleed), true
}
